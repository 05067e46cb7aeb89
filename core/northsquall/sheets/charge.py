"""Charge sheet, steps, vessels, recognised pieces and yield."""

from __future__ import annotations

from typing import Any

from northsquall.assessment import (
    Anchor,
    Mark,
    MaterialLine,
    StepLine,
    VesselLine,
    Yield,
)
from northsquall.chemistry.walk import Walk
from northsquall.findings.base import Context
from northsquall.procedure import Procedure, Step
from northsquall.procedure.amounts import Lot
from northsquall.sheets.reactions import WORK_UP, step_of
from northsquall.substances import Catalogue
from northsquall.substances.catalogue import formula_of_smiles
from northsquall.working import figure, not_established


def material_lines(procedure: Procedure, lots: dict[str, Lot], walk: Walk, wanted: str | None) -> list[MaterialLine]:
    """The charge sheet with roles and equivalents."""
    event = next((e for e in walk.events() if e.reaction.substrate and (e.latent is None)), None) or next(
        (e for e in walk.events() if e.reaction.substrate), None
    )
    substrate = event.reaction.substrate if event else None
    consumed = {r for r, n in event.reaction.change if n < 0} - {"H+", "H2O"} if event else set()
    limiting_root = event.stopped_by if event else ""
    base = sum(x.mol[1] for x in lots.values() if x.mol and x.substance and limiting_root in x.substance.parts)
    if not base and substrate:
        base = sum(x.mol[1] for x in lots.values() if x.mol and x.substance and substrate in x.substance.parts)
    out = []
    known = event is None or all(x.mol is not None for x in lots.values() if x.substance and consumed & set(x.substance.parts))
    for i, lot in enumerate(lots.values(), 1):
        m, s = lot.material, lot.substance
        step = step_of(procedure, m.step) if m.step else None
        role = m.role or _role(s, step, substrate, consumed)
        limiting = bool(
            s
            and known
            and limiting_root
            and limiting_root in s.parts
            and m.role not in ("wash", "absorber")
            and step
            and step.kind not in WORK_UP
            and lot.mol
        )
        out.append(
            MaterialLine(
                line=i, id=m.id, text=procedure.source_text[m.span[0] : m.span[1]], name=s.id if s else m.name, formula=s.formula if s else None, cas=s.cas if s else None,
                phase=m.phase, mass_g=significant(lot.mass_g[1]) if lot.mass_g else None, volume_mL=significant(lot.volume_mL), mol=lot.figure(),
                equivalents=significant(lot.mol[1] / base) if lot.mol and base and step and step.kind not in WORK_UP and m.role not in ("wash", "absorber") else None,
                role=role, limiting=limiting, step=m.step, vessel=step.vessel if step else None, assumptions=lot.assumptions, anchor=Anchor(start=m.span[0], end=m.span[1]),
            )
        )  # fmt: skip
    return out


def significant(x: float | None, digits: int = 3) -> float | None:
    """Rounded to significant figures; None stays None."""
    return None if x is None else float(f"{x:.{digits}g}")


def _role(s: Any, step: Step | None, substrate: str | None, consumed: set[str]) -> str:
    if s is None:
        return "unknown"
    if substrate and substrate in s.parts:
        return "substrate"
    if step is not None and step.kind == "quench":
        return "quench"
    if step is not None and step.kind == "neutralise":
        return "neutralises"
    if consumed & set(s.parts):
        return "reagent"
    return "acid medium" if s.id == "sulfuric acid" else "solvent" if s.phase == "l" else "other"


def step_lines(c: Context) -> list[StepLine]:
    """Steps with their place in time."""
    out = []
    for t in c.timed:
        s = t.step
        in_pot = c.pot is not None and s.vessel == c.pot.vessel.name
        window = (
            [
                s.T_range.low if s.T_range.low is not None else s.T_range.value,
                s.T_range.high if s.T_range.high is not None else s.T_range.value,
            ]
            if s.T_range
            else None
        )
        d = s.duration.span if s.duration and s.duration.span else None
        vessel = next((v for v in c.procedure.vessels if v.name == s.vessel), None)
        b = vessel.bath.span if vessel and vessel.bath and vessel.bath.span else None
        index = c.procedure.vessels.index(vessel) if vessel else 0
        seg = next((x for x in c.pot.plan.segments if x.step == s.n), None) if c.pot and in_pot else None
        duration = not_established("min", t.why) if t.unknown else figure(t.best, "min", low=t.low, high=t.high)
        out.append(
            StepLine(
                n=s.n, kind=s.kind, text=s.text, vessel=s.vessel, material=s.materials, start_min=round(t.start, 2), end_min=round(t.start + t.best, 2), duration_min=duration,
                T_C=window, limit_C=s.T_limit.value if s.T_limit else None, attended=is_attended(c, s), anchor=Anchor(start=s.span[0], end=s.span[1]),
                duration_anchor=Anchor(start=d[0], end=d[1]) if d else None, bath_anchor=Anchor(start=b[0], end=b[1]) if b else None,
                bath_C=round(seg.bath_T_K - 273.15, 1) if seg and seg.bath != "none" else None, bath_template="cooling bath at {T} °C" if b and in_pot else None,
                duration_path=f"steps[{s.n - 1}].duration_min" if in_pot and s.kind in ("dose", "add", "hold") else None, bath_path=f"vessels[{index}].bath.T_C" if b and in_pot else None, assumption=None if t.written else t.why,
            )
        )  # fmt: skip
    return out


def marks(procedure: Procedure) -> list[Mark]:
    """Every recognised piece with its place, in the order of the text; pieces do not overlap."""
    found: list[Mark] = []

    def mark(span: tuple[int, int] | None, kind: str, says: str, step: int | None) -> None:
        if span is not None and span[1] > span[0] and all(span[1] <= x.start or span[0] >= x.end for x in found):
            found.append(Mark(start=span[0], end=span[1], kind=kind, says=says, step=step))  # type: ignore[arg-type]

    for m in procedure.materials:
        for q in (m.amount, m.stated_mol):
            if q is not None:
                mark(q.span, "amount", f"{q.value:g} {q.unit} of {m.identity or m.name}", m.step)
        if m.strength is not None and m.strength.basis != "assumed":
            mark(
                m.strength.span,
                "strength",
                f"{m.strength.percent_w:g} % by mass" if m.strength.percent_w else f"{m.strength.molar:g} mol/L",
                m.step,
            )
    for s in procedure.steps:
        if s.duration is not None:
            mark(s.duration.span, "time", f"{s.duration.value:g} min", s.n)
        for q, word in ((s.T_limit, "limit"), (s.T_range, "temperature")):
            if q is not None:
                mark(q.span, "temperature", f"{word} {q.value:g} °C", s.n)
    for v in procedure.vessels:
        if v.bath is not None:
            parts = [f"{g:g} g {w}" for g, w in ((v.bath.ice_g, "ice"), (v.bath.water_g, "water")) if g is not None]
            mark(
                v.bath.span,
                "bath",
                f"{v.bath.kind} bath, {' and '.join(parts) or ('at ' + format(v.bath.T_C, 'g') + ' °C' if v.bath.T_C is not None else 'size not written')}",
                None,
            )
        mark(v.span, "vessel", f"{v.kind}, {v.nominal_mL:g} mL" if v.nominal_mL else f"{v.kind}, size not written", None)
    if procedure.results.mass_g is not None:
        mark(procedure.results.mass_g.span, "result", f"{procedure.results.mass_g.value:g} g of product", None)
    for m in procedure.materials:
        place = procedure.source_text.find(m.name, m.span[0], m.span[1])
        if place >= 0:
            mark((place, place + len(m.name)), "substance", m.identity or "not in the catalogue", m.step)
    return sorted(found, key=lambda x: x.start)


def is_attended(c: Context, s: Step) -> bool:
    """Doses, makings, quench and neutralisation are; holds while heat is over 1 W/L (handbook 2.13)."""
    if s.kind in ("dry", "store", "filter", "record"):
        return False
    if s.kind == "hold" and c.pot is not None and "best" in c.runs:
        run = c.runs["best"].over(s.n)
        return run is None or run.made_W > run.volume_mL / 1e3
    return True


def vessel_lines(procedure: Procedure, c: Context) -> list[VesselLine]:
    """Vessels and how full they get."""
    out = []
    for v in procedure.vessels:
        volume = 0.0
        known = True
        for s in procedure.steps:
            if s.vessel != v.name:
                continue
            keys = list(s.materials)
            sources = {s.from_vessel} if s.from_vessel else set()
            for x in procedure.steps:
                if x.n < s.n and x.vessel in sources:
                    keys += x.materials
                    if x.from_vessel:
                        keys += [m for y in procedure.steps if y.vessel == x.from_vessel and y.n < x.n for m in y.materials]
            for key in dict.fromkeys(keys):
                ml = c.lots[key].volume_mL
                if c.lots[key].substance and c.lots[key].substance.id == "ice" and c.lots[key].mass_g:  # type: ignore[union-attr]
                    ml = c.lots[key].mass_g[1]  # type: ignore[index]  # ice as its mass of water
                known = known and ml is not None
                volume += ml or 0.0
        fill = volume / v.nominal_mL if v.nominal_mL and known and volume else None
        out.append(
            VesselLine(
                name=v.name,
                kind=v.kind,
                nominal_mL=v.nominal_mL,
                max_fill_fraction=significant(fill),
                max_volume_mL=significant(volume) if known and volume else None,
                closure=v.closure,
                pressure_if_closed_bar=not_established("bar", "no closed vessel with gas is followed yet"),
                foam_factor=None,
            )
        )
    return out


def yield_line(procedure: Procedure, lots: dict[str, Lot], walk: Walk, cat: Catalogue) -> Yield:
    """Theoretical, reported and percent yield on the limiting reagent."""
    r = procedure.results
    event = next(
        (e for e in walk.events() if e.latent is None and e.reaction.product and (r.product_smiles in (None, e.reaction.product))), None
    )
    reported = r.mass_g.value if r.mass_g else None
    consumed = {root for root, n in event.reaction.change if n < 0} - {"H+", "H2O"} if event else set()
    known = all(x.mol is not None for x in lots.values() if x.substance and consumed & set(x.substance.parts))
    if event is None or not known or event.reaction.product is None:
        return Yield(product=r.product, theoretical_g=None, reported_g=reported, percent=None)
    from northsquall.chemistry.formula import mass_of, parse_formula

    theory = event.extent * mass_of(parse_formula(formula_of_smiles(event.reaction.product)))
    return Yield(
        product=cat.label(event.reaction.product),
        theoretical_g=significant(theory, 4),
        reported_g=reported,
        percent=significant(100 * reported / theory) if reported else None,
    )
