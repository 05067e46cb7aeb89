"""The sheets of an assessment: charge sheet, reactions, stages, gases, vessels, quench, timetable, yield."""

from __future__ import annotations

from typing import Any

import numpy as np

from northsquall import CORE_VERSION, data
from northsquall.assessment import (
    Anchor,
    Assessment,
    Exotherm,
    Gas,
    Governs,
    Heat,
    Mark,
    MaterialLine,
    QuenchLine,
    ReactionLine,
    Schedule,
    StepLine,
    Strip,
    UnreadItem,
    VesselLine,
    Yield,
)
from northsquall.chemistry.ledger import Event
from northsquall.chemistry.species import speciate
from northsquall.chemistry.walk import Walk
from northsquall.dynamics.schedule import mixing_kJ, uptake_kJ
from northsquall.findings.base import Context, Stage, finding
from northsquall.findings.referral import Referral
from northsquall.heat import acids, enthalpy
from northsquall.heat.enthalpy import Enthalpy
from northsquall.procedure import Procedure, Step
from northsquall.procedure.amounts import Lot
from northsquall.review import Settings
from northsquall.substances import Catalogue, catalogue
from northsquall.substances.catalogue import formula_of_smiles
from northsquall.working import Figure, Input, figure, not_established, range_text

MOLAR_VOLUME_25C = 24.465
"""L/mol of an ideal gas at 25 °C and 1 atm (handbook 5)."""
WORK_UP = ("quench", "neutralise", "filter", "dry", "extract")
DISSOLVING_KJ = 10.0
"""Organic dissolving: 0 ± 10 kJ/mol (enthalpy.md, from memory there)."""
ICE_KJ_PER_G = 0.3336


def _step(procedure: Procedure, n: int) -> Step:
    return procedure.steps[n - 1]


def _match(w: Walk, e: Event) -> Event | None:
    return next(
        (
            x
            for x in w.events()
            if x.step == e.step
            and x.latent is None
            and x.reaction.family.id == e.reaction.family.id
            and x.reaction.substrate == e.reaction.substrate
        ),
        None,
    )


def _extent(e: Event, walks: list[Walk], trials: list[Walk]) -> Figure:
    if trials:
        seen = [x.extent if (x := _match(t, e)) else 0.0 for t in trials]
        if max(seen) - min(seen) > 1e-9 + 1e-6 * max(seen):
            return not_established("mol", "an amount it depends on is not written")
    values = [x.extent if (x := _match(w, e)) else 0.0 for w in walks]
    return figure(e.extent, "mol", low=min(values), high=max(values))


def _times(dH: Figure, extent: Figure) -> Figure:
    """Heat released, kJ, of a reaction: −ΔH × extent over both bands."""
    if not dH.established or not extent.established:
        return not_established("kJ", dH.reason or extent.reason or "")
    ends = [-(h or 0.0) * (x or 0.0) for h in (dH.low, dH.high) for x in (extent.low, extent.high)]
    return figure(-(dH.best or 0.0) * (extent.best or 0.0), "kJ", low=min(ends), high=max(ends))


def _enthalpy(e: Event, step: Step, lots: dict[str, Lot], cat: Catalogue) -> Enthalpy:
    """The reaction's enthalpy in the state in which the base is charged."""
    if "CO3-2" in dict(e.reaction.change):
        for key in step.materials:
            s = lots[key].substance
            if s is not None and "CO3-2" in s.parts and s.phase == "s":
                found = enthalpy.of_solid_carbonate(s)
                if found:
                    return found
    return enthalpy.of_reaction(e.reaction, cat)


def _label(root: str, cat: Catalogue) -> str:
    return {"NO3-": "nitric acid", "CO3-2": "carbonate", "H+": "acid", "SO4-2": "sulfuric acid"}.get(root) or (
        cat.label(root) if "+" not in root[-2:] else root
    )


def reaction_lines(procedure: Procedure, lots: dict[str, Lot], walks: list[Walk], trials: list[Walk], cat: Catalogue) -> list[ReactionLine]:
    """All reactions and physical heats, in the order of the steps."""
    out: list[ReactionLine] = []
    source = trials[1] if trials else walks[1]
    for index, entry in enumerate(source.entries):
        step = _step(procedure, entry.step)
        work_up = step.kind in WORK_UP
        three = [w.entries[index] for w in walks]
        tried = [w.entries[index] for w in trials]
        out += _mixing(entry, step, three, _differs(mixing_kJ, tried), work_up)
        for e in entry.events:
            if e.latent is not None:
                continue
            extent = _extent(e, walks, trials)
            h = _enthalpy(e, step, lots, cat)
            heat = _times(h.value, extent)
            wanted = not work_up and e.reaction.substrate is not None
            names = (
                f"{_label(e.reaction.substrate, cat)} + nitric acid → {_label(e.reaction.product or '', cat)} + water"
                if e.reaction.substrate
                else e.reaction.family.name
            )
            out.append(
                ReactionLine(
                    step=entry.step, vessel=entry.vessel, family=e.reaction.family.name, role="wanted" if wanted else "work-up" if work_up else "side",
                    equation=e.reaction.equation(), names=names, limiting=_label(e.stopped_by, cat), extent_mol=extent.best, extent=extent,
                    dH_kJ_per_mol=h.value, heat_kJ=heat, route=h.route, sources=h.sources,  # type: ignore[arg-type]
                )
            )  # fmt: skip
        out += _physical_after(entry, step, three, _differs(uptake_kJ, tried), work_up, lots)
    return out


def _differs(heat: Any, tried: list[Any]) -> bool:
    """Whether a heat depends on an amount nobody wrote (it changes over the stand-ins)."""
    values = [heat(e) for e in tried]
    return bool(values) and max(values) - min(values) > 1e-6 + 1e-6 * max(abs(v) for v in values)


def _mixing(entry: Any, step: Step, three: list[Any], unknown: bool, work_up: bool) -> list[ReactionLine]:
    acid = entry.mixed.get("SO4-2", 0.0)
    if acid <= 0 or len(entry.before) < 2 or entry.mixed.get("CO3-2", 0.0) > 0:
        return []
    values = [mixing_kJ(e) for e in three]
    spread = acids.uncertainty(values[1], acid, entry.mixed.get("NO3-", 0.0))
    if abs(values[1]) < 1e-6 and not unknown:
        return []
    amount = not_established("mol", "an amount is not written") if unknown else figure(acid, "mol")
    heat = (
        not_established("kJ", "an amount is not written")
        if unknown
        else figure(values[1], "kJ", low=min(values) - spread, high=max(values) + spread)
    )
    per = (
        not_established("kJ/mol", "an amount is not written")
        if unknown
        else figure(-values[1] / acid, "kJ/mol", low=-(values[1] + spread) / acid, high=-(values[1] - spread) / acid)
    )
    name = "dilution of sulfuric acid" if work_up else "mixing of the acids"
    sources = [acids.sulfuric().source, acids.nitric().source]
    line = ReactionLine(
        step=entry.step, vessel=entry.vessel, family=name, role="work-up" if work_up else "side", equation="H2SO4 + n H2O → H2SO4(aq)", names=name,
        limiting="sulfuric acid", extent_mol=amount.best, extent=amount, dH_kJ_per_mol=per, heat_kJ=heat, route="hess", sources=sources,
    )  # fmt: skip
    return [line]


def _physical_after(entry: Any, step: Step, three: list[Any], trial: bool, work_up: bool, lots: dict[str, Lot]) -> list[ReactionLine]:
    out = []
    made = [e for e in entry.events if e.latent is None and e.reaction.family.rate]
    if made and not work_up:
        values = [uptake_kJ(e) for e in three]
        n = made[0].extent
        missing = not_established("kJ", "an amount is not written")
        heat = missing if trial else figure(values[1], "kJ", low=min(values) * 0.8, high=max(values) * 1.2)
        per = (
            not_established("kJ/mol", "an amount is not written")
            if trial or n <= 0
            else figure(-values[1] / n, "kJ/mol", low=-values[1] / n * 1.2, high=-values[1] / n * 0.8)
        )
        out.append(
            ReactionLine(
                step=entry.step, vessel=entry.vessel, family="water of the reaction taken up by the acid", role="side", equation="H2O + n H2SO4 → H2O·(H2SO4)n",
                names="water of the reaction taken up by the acid", limiting="water", extent_mol=None if trial else n,
                extent=not_established("mol", "an amount is not written") if trial else figure(n, "mol"), dH_kJ_per_mol=per, heat_kJ=heat, route="hess", sources=[acids.sulfuric().source],
            )
        )  # fmt: skip
    organics = [lots[m] for m in step.materials if lots[m].substance and lots[m].substance.smiles and lots[m].mol]  # type: ignore[union-attr]
    if organics and not work_up and entry.mixed.get("SO4-2", 0.0) > 0:
        n = sum(x.mol[1] for x in organics if x.mol)
        dH = figure(0.0, "kJ/mol", low=-DISSOLVING_KJ, high=DISSOLVING_KJ)
        out.append(
            ReactionLine(
                step=entry.step, vessel=entry.vessel, family="dissolving", role="side", equation=f"{formula_of_smiles(organics[0].substance.smiles)} → {formula_of_smiles(organics[0].substance.smiles)}(in acid)",  # type: ignore[union-attr, arg-type]
                names=f"{organics[0].label} dissolving in the acid", limiting=organics[0].label, extent_mol=n, extent=figure(n, "mol"), dH_kJ_per_mol=dH,
                heat_kJ=figure(0.0, "kJ", low=-DISSOLVING_KJ * n, high=DISSOLVING_KJ * n), route="class", sources=["memory: organic dissolving 0 ± 10 kJ/mol"],
            )
        )  # fmt: skip
    return out


def total_heat(procedure: Procedure, lines: list[ReactionLine], unknown: bool) -> Figure:
    """Heat released from the first charge to the end of the last hold; quench and work-up not counted.

    Independent errors in quadrature.
    """
    batch = [r for r in lines if _step(procedure, r.step).kind not in WORK_UP]
    for r in batch:
        if not r.heat_kJ.established:
            return not_established("kJ", f"{r.names}: {r.heat_kJ.reason}")
    if not batch:
        known = any(m.identity for m in procedure.materials)
        return not_established("kJ", "no reaction was recognised") if not known or unknown or _organic(procedure) else figure(0.0, "kJ")
    best = sum(r.heat_kJ.best or 0.0 for r in batch)
    down = sum(((r.heat_kJ.best or 0.0) - (r.heat_kJ.low or 0.0)) ** 2 for r in batch) ** 0.5
    up = sum(((r.heat_kJ.high or 0.0) - (r.heat_kJ.best or 0.0)) ** 2 for r in batch) ** 0.5
    inputs = [
        Input(name=r.names, value=round(r.heat_kJ.best or 0.0, 1), unit="kJ", origin="computed", note=r.route)
        for r in batch
        if abs(r.heat_kJ.best or 0.0) > 0.05
    ]
    return figure(
        best, "kJ", low=best - down, high=best + up, expression="Q = Σ −ΔH ξ, errors in quadrature", inputs=inputs, sources=["handbook 2.2"]
    )


def _organic(procedure: Procedure) -> bool:
    cat = catalogue()
    return any((s := cat.substances.get(m.identity or "")) and s.smiles for m in procedure.materials if m.role != "wash")


def stages(procedure: Procedure, lots: dict[str, Lot], walks: list[Walk], heat_of: Enthalpy | None, settings: Settings) -> list[Stage]:
    """Every step of a vessel with its heat and the heat capacity it warms."""
    out = []
    for index, entry in enumerate(walks[1].entries):
        step = _step(procedure, entry.step)
        if step.kind in WORK_UP:
            continue
        values = [mixing_kJ(w.entries[index]) for w in walks]
        spread = acids.uncertainty(values[1], entry.mixed.get("SO4-2", 0.0), entry.mixed.get("NO3-", 0.0))
        low, best, high = min(values) - spread, values[1], max(values) + spread
        what = "Mixing the acids" if entry.mixed.get("NO3-", 0) and entry.mixed.get("SO4-2", 0) else "Mixing with the acid"
        for e in entry.events:
            if e.latent is None and e.reaction.family.rate and heat_of and heat_of.value.established:
                v = heat_of.value
                taken = uptake_kJ(entry)
                band = [x.extent if (x := _match(w, e)) else 0.0 for w in walks]
                best += -(v.best or 0) * e.extent + taken
                low += -(v.high or 0) * min(band) + taken * 0.8
                high += -(v.low or 0) * max(band) + taken * 1.2
                what = f"The {e.reaction.family.name.split()[0]}"
        cp = _contents_cp(procedure, lots, entry.vessel, entry.step)
        if cp and (abs(best) > 1e-6):
            out.append(Stage(entry.step, entry.vessel, (low, best, high), cp, what))
    return out


def _contents_cp(procedure: Procedure, lots: dict[str, Lot], vessel: str, upto: int) -> float | None:
    total = 0.0
    for s in procedure.steps:
        if s.n > upto or s.vessel != vessel:
            continue
        keys = list(s.materials)
        if s.from_vessel:
            keys += [m for x in procedure.steps if x.vessel == s.from_vessel and x.n < s.n for m in x.materials]
        for key in keys:
            cp = lots[key].cp_J_K
            if cp is None:
                return None
            total += cp
    return total or None


def boiling(walk: Walk, vessel: str) -> tuple[float, float, float] | None:
    """Boiling point (low, best, high), °C, of the acid in a vessel at its end.

    Sulfuric acid by strength (table); with nitric acid in it the low end is that of nitric acid alone.
    """
    ends = [e for e in walk.entries if e.vessel == vessel and e.after.get("SO4-2", 0.0) > 0]
    if not ends:
        return None
    roots = ends[-1].after
    acid, water = roots.get("SO4-2", 0.0), max(roots.get("H2O", 0.0), 0.0)
    if acid <= 0:
        return None
    percent = 100 * acid * 98.08 / (acid * 98.08 + water * 18.015)
    rows = data.table("heat/boiling_sulfuric.csv")
    point = float(np.interp(percent, [float(r["percent"]) for r in rows], [float(r["boiling_C"]) for r in rows]))
    nitric = roots.get("NO3-", 0.0) > 0.02 * acid
    return (min(83.0, point), min(point, 120.5), point) if nitric else (point - 10, point, point + 10)


# ------------------------------------------------------------------ charge sheet, steps, vessels


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
        step = _step(procedure, m.step) if m.step else None
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
                phase=m.phase, mass_g=_sig(lot.mass_g[1]) if lot.mass_g else None, volume_mL=_sig(lot.volume_mL), mol=lot.figure(),
                equivalents=_sig(lot.mol[1] / base) if lot.mol and base and step and step.kind not in WORK_UP and m.role not in ("wash", "absorber") else None,
                role=role, limiting=limiting, step=m.step, vessel=step.vessel if step else None, assumptions=lot.assumptions, anchor=Anchor(start=m.span[0], end=m.span[1]),
            )
        )  # fmt: skip
    return out


def _sig(x: float | None, digits: int = 3) -> float | None:
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
                T_C=window, limit_C=s.T_limit.value if s.T_limit else None, attended=_attended(c, s), anchor=Anchor(start=s.span[0], end=s.span[1]),
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


def _attended(c: Context, s: Step) -> bool:
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
                max_fill_fraction=_sig(fill),
                max_volume_mL=_sig(volume) if known and volume else None,
                closure=v.closure,
                pressure_if_closed_bar=not_established("bar", "no closed vessel with gas is followed yet"),
                foam_factor=None,
            )
        )
    return out


# ------------------------------------------------------------------ gases, quench, timetable, yield


def gases(procedure: Procedure, walks: list[Walk], unknown: bool) -> list[Gas]:
    """Gases of the equations; side gases of a family are named, their amount not established."""
    out: list[Gas] = []
    totals: dict[str, list[float]] = {}
    steps: dict[str, list[int]] = {}
    for i, w in enumerate(walks):
        for entry in w.entries:
            for g, n in entry.gas.items():
                totals.setdefault(g, [0.0, 0.0, 0.0])[i] += n
                if entry.step not in steps.setdefault(g, []):
                    steps[g].append(entry.step)
    for g, three in totals.items():
        mol = not_established("mol", "an amount is not written") if unknown else figure(three[1], "mol", low=min(three), high=max(three))
        litres = (
            not_established("L", "an amount is not written")
            if unknown
            else figure(three[1] * MOLAR_VOLUME_25C, "L", low=min(three) * MOLAR_VOLUME_25C, high=max(three) * MOLAR_VOLUME_25C)
        )
        out.append(
            Gas(
                formula=g,
                steps=sorted(steps[g]),
                mol=mol,
                litres_25C_1atm=litres,
                peak_L_per_min=not_established("L/min", "follows the hand that adds the base; no rate is written"),
            )
        )
    side: dict[str, list[int]] = {}
    for e in walks[1].events():
        for g in e.reaction.family.record.get("side_gases", []):
            if e.latent is None:
                side.setdefault(g, []).append(e.step)
    for g, where in side.items():
        why = "oxidation beside the nitration: no equation gives its amount"
        out.append(
            Gas(
                formula=g,
                steps=sorted(set(where)),
                mol=not_established("mol", why),
                litres_25C_1atm=not_established("L", why),
                peak_L_per_min=not_established("L/min", why),
            )
        )
    return out


def quench(
    procedure: Procedure, lots: dict[str, Lot], walks: list[Walk], c: Context
) -> tuple[dict[int, tuple[float, float, float]], dict[int, float], list[QuenchLine]]:
    """End temperature and fill of each quench, and what destroys what is left."""
    ends: dict[int, tuple[float, float, float]] = {}
    fills: dict[int, float] = {}
    lines: list[QuenchLine] = []
    for index, entry in enumerate(walks[1].entries):
        step = _step(procedure, entry.step)
        if step.kind == "quench":
            ice = [lots[m] for m in step.materials]
            acid = entry.after.get("SO4-2", 0.0)
            batch_cp = _contents_cp(procedure, lots, step.from_vessel or "", step.n)
            if any(x.mass_g is None for x in ice) or not ice or batch_cp is None or acid <= 0:
                why = "no amount of ice or water is written"
                lines.append(
                    QuenchLine(
                        step=step.n,
                        leftover="mixed acid",
                        mol=figure(acid, "mol"),
                        reagent="ice",
                        mol_required=not_established("mol", why),
                        mass_g_required=not_established("g", why),
                        heat_kJ=not_established("kJ", why),
                        gas=[],
                    )
                )
                continue
            heats = [mixing_kJ(w.entries[index]) for w in walks]
            spread = acids.uncertainty(heats[1], acid, entry.after.get("NO3-", 0.0))
            last = [n for n in c.peak if n < step.n]
            start = c.peak[max(last)][1] if last else 20.0
            g_ice = sum(x.mass_g[1] for x in ice if x.mass_g and x.substance and x.substance.id == "ice")
            g_water = sum(x.mass_g[1] for x in ice if x.mass_g and x.substance and x.substance.id == "water")
            a, b, d = sorted(_end_temperature(q, batch_cp, start, g_ice, g_water) for q in (heats[1] - spread, heats[1], heats[1] + spread))
            ends[step.n] = (a, b, d)
            needed = [
                max((q + batch_cp * (start - 10) / 1e3) / (ICE_KJ_PER_G + 0.0418), 0.0)
                for q in (heats[1] - spread, heats[1], heats[1] + spread)
            ]
            volume = (
                sum(
                    lots[m].volume_mL or 0.0
                    for m in lots
                    if (lots[m].material.step or step.n) < step.n and lots[m].material.role not in ("absorber", "wash")
                )
                + g_ice
                + g_water
            )
            nominal = next((v.nominal_mL for v in procedure.vessels if v.name == step.vessel), None)
            if nominal:
                fills[step.n] = volume / nominal
            t = ends[step.n]
            lines.append(
                QuenchLine(
                    step=step.n, leftover="mixed acid", mol=figure(acid, "mol"), reagent="ice", mol_required=figure(needed[1] / 18.015, "mol", low=needed[0] / 18.015, high=needed[2] / 18.015),
                    mass_g_required=figure(needed[1], "g", low=needed[0], high=needed[2], expression="m = (Q + C ΔT) / (333.6 + 4.18 · 10) J/g, to 10 °C", inputs=[Input(name="heat of dilution", value=round(heats[1], 1), unit="kJ", origin="computed"), Input(name="batch", value=round(batch_cp), unit="J/K", origin="computed"), Input(name="offered", value=round(g_ice), unit="g ice", origin="procedure")], sources=["handbook 2.8"]),
                    heat_kJ=figure(heats[1], "kJ", low=heats[1] - spread, high=heats[1] + spread), gas=[], end_T_C=figure(t[1], "°C", low=t[0], high=t[2]), fill_fraction=_sig(fills.get(step.n)),
                )
            )  # fmt: skip
        elif step.kind == "neutralise":
            streams = [w.entries[index].before[0] for w in walks]
            protons = [speciate(s).acid(7.0) for s in streams]
            base = next((lots[m] for m in step.materials if lots[m].substance and "CO3-2" in lots[m].substance.parts), None)  # type: ignore[union-attr]
            if base is None or base.substance is None:
                continue
            per = 2.0 - base.substance.parts.get("H+", 0.0)
            need = [p / per for p in protons]
            e = next((x for x in entry.events if x.latent is None), None)
            h = _enthalpy(e, step, lots, catalogue()) if e else None
            heat = _times(h.value, _extent(e, walks, [])) if e and h else not_established("kJ", "no base reacts")
            lines.append(
                QuenchLine(
                    step=step.n, leftover="acid in the filtrate", mol=figure(protons[1], "mol", low=min(protons), high=max(protons)), reagent=base.substance.id,
                    mol_required=figure(need[1], "mol", low=min(need), high=max(need)), mass_g_required=figure(need[1] * base.substance.mass, "g", low=min(need) * base.substance.mass, high=max(need) * base.substance.mass), heat_kJ=heat, gas=["CO2"],
                )
            )  # fmt: skip
    return ends, fills, lines


def _end_temperature(q_kJ: float, batch_J_K: float, start_C: float, g_ice: float, g_water: float) -> float:
    """Temperature of a quench (°C) from the balance over 0 °C; 0 while ice is left."""
    over = q_kJ + batch_J_K * start_C / 1e3 + g_water * 4.18e-3 * 15.0
    melting = g_ice * ICE_KJ_PER_G
    if over <= melting:
        return 0.0
    return (over - melting) * 1e3 / (batch_J_K + 4.18 * (g_ice + g_water))


def quench_on_strip(c: Context) -> dict[str, float] | None:
    """Start, end, temperature and volume of the first quench, for the strip."""
    for t in c.timed:
        if t.step.kind == "quench" and t.step.n in c.quench_end:
            nominal = next((v.nominal_mL for v in c.procedure.vessels if v.name == t.step.vessel), None)
            low, best, high = c.quench_end[t.step.n]
            return {
                "from": t.start,
                "to": t.start + t.best,
                "low": low,
                "best": best,
                "high": high,
                "volume_mL": (c.quench_fill.get(t.step.n) or 0.0) * (nominal or 0.0),
            }
    return None


def schedule(procedure: Procedure, c: Context, lines: list[QuenchLine]) -> Schedule:
    """Total and attended time, when ice is renewed, what is left alone."""
    if not c.timed:
        missing = not_established("min", "no step was read")
        return Schedule(total_min=missing, attended_min=missing, refills=[], rests=[], alone=[], latest_start=None)
    low, best, high = (sum(getattr(t, k) for t in c.timed) for k in ("low", "best", "high"))
    own = [t for t in c.timed if _attended(c, t.step)]
    attended = [sum(getattr(t, k) for t in own) for k in ("low", "best", "high")]
    refills = []
    if c.pot is not None and "best" in c.runs and c.pot.plan.ice_kg > 0 and c.unknown_dose is None:
        left = c.settings.best("ice_renew_fraction") * c.pot.plan.ice_kg * 1e3
        times = []
        offset = next((t.start for t in c.timed if c.pot and t.step.n == c.pot.plan.segments[0].step), 0.0)
        for name in ("cool", "best", "hot"):
            r = c.runs.get(name) or c.runs["best"]
            below = np.nonzero(r.ice_g < left)[0]
            times.append(float(r.t_s[below[0]]) / 60 + offset if len(below) else None)
        if times[1] is not None:
            f = figure(times[1], "min", low=min(t for t in times if t is not None), high=max(t for t in times if t is not None))
            refills.append(
                {
                    "what": "ice",
                    "at_min": f.model_dump(exclude_none=True),
                    "mass_g": figure(c.pot.plan.ice_kg * 1e3 * 0.8, "g").model_dump(exclude_none=True),
                }
            )
    alone = [
        {"step": t.step.n, "from_min": round(t.start, 1), "to_min": round(t.start + t.best, 1), "what_runs": t.step.text[:80]}
        for t in c.timed
        if t.step.attended is False
    ]
    rests = [{"after_step": t.step.n, "max_min": None, "why": "the product is off the acid"} for t in c.timed if t.step.kind == "filter"][
        :1
    ]
    unknown = c.unknown_dose is not None
    return Schedule(
        total_min=not_established("min", "no time is written for the addition") if unknown else figure(best, "min", low=low, high=high, expression="sum of the steps", sources=["handbook 2.13"]),
        attended_min=not_established("min", "no time is written for the addition") if unknown else figure(attended[1], "min", low=attended[0], high=attended[2], expression="doses, makings, quench, and holds over 1 W/L", sources=["handbook 2.13"]),
        refills=refills, rests=rests, alone=alone, latest_start=_latest_start(c, attended[2] if not unknown else None),
    )  # fmt: skip


def _latest_start(c: Context, attended_min: float | None) -> str | None:
    end = c.settings.laboratory.work_end
    if end is None or attended_min is None:
        return None
    h, m = (int(x) for x in end.split(":"))
    minutes = h * 60 + m - attended_min
    return f"{int(minutes // 60):02d}:{int(minutes % 60):02d}" if minutes >= 0 else None


def yield_line(procedure: Procedure, lots: dict[str, Lot], walk: Walk, cat: Catalogue) -> Yield:
    """Theoretical, reported and percent yield on the limiting reagent."""
    r = procedure.results
    event = next(
        (e for e in walk.events() if e.latent is None and e.reaction.product and (r.product_smiles in (None, e.reaction.product))), None
    )
    reported = r.mass_g.value if r.mass_g else None
    known = (
        event is not None
        and event.reaction.substrate is not None
        and all(x.mol is not None for x in lots.values() if x.substance and event.reaction.substrate in x.substance.parts)
    )
    if event is None or not known or event.reaction.product is None:
        return Yield(product=r.product, theoretical_g=None, reported_g=reported, percent=None)
    from northsquall.chemistry.formula import mass_of, parse_formula

    theory = event.extent * mass_of(parse_formula(formula_of_smiles(event.reaction.product)))
    return Yield(
        product=cat.label(event.reaction.product),
        theoretical_g=_sig(theory, 4),
        reported_g=reported,
        percent=_sig(100 * reported / theory) if reported else None,
    )


# ------------------------------------------------------------------ what governs, assumptions, citations


def governs(c: Context, x: Exotherm) -> list[Governs]:
    """The figures that decide, in order of what can hurt first."""
    out: list[Governs] = []
    reacts = c.enthalpy is not None
    if not reacts and not c.pot:
        return out
    limit = f"limit {x.limit_C:.0f} °C" if x.limit_C is not None else "no limit is written"
    if not x.peak_T_C.established:
        limit = x.peak_T_C.reason or limit
    over = x.peak_T_C.high is not None and x.limit_C is not None and x.peak_T_C.high > x.limit_C + 0.5
    where = f", step {x.peak_step}" if x.peak_step else ""
    out.append(
        Governs(
            key="peak",
            label=f"Peak pot temperature{where}",
            value=x.peak_T_C,
            against=limit,
            over=over,
            colour="heat" if x.peak_T_C.established else "open",
        )
    )
    if x.peak_heat_W.established and x.removable_W.established:
        out.append(
            Governs(
                key="heat",
                label="Heat made at the peak",
                value=x.peak_heat_W,
                against=f"the bath takes {_text(x.removable_W)} at the limit",
                over=(x.peak_heat_W.best or 0) > (x.removable_W.best or 0),
                colour="heat",
            )
        )
    against = f"bound {x.TD24_bound_C:.0f} °C by class" if x.TD24_bound_C is not None else "no energetic group"
    out.append(
        Governs(
            key="mtsr",
            label="MTSR, if cooling stops at the worst moment",
            value=x.MTSR_C,
            against=against,
            over=x.MTSR_C.high is not None and x.TD24_bound_C is not None and x.MTSR_C.high >= x.TD24_bound_C,
            colour="heat" if x.MTSR_C.established else "open",
        )
    )
    if c.td24_applies:
        out.append(Governs(key="td24", label="TD24 of the mixture", value=x.TD24_C, against=against, over=False, colour="open"))
    if c.pot and c.pot.bath is not None and c.pot.bath.kind in ("ice", "ice-salt") and x.ice_needed_g.established:
        offered = f"{x.ice_offered_g:.0f} g in the bath" if x.ice_offered_g else "ice in the bath not written"
        out.append(
            Governs(
                key="ice",
                label="Ice that the batch melts",
                value=x.ice_needed_g,
                against=offered,
                over=bool(x.ice_offered_g and x.ice_needed_g.high and x.ice_needed_g.high > x.ice_offered_g),
                colour="cool",
            )
        )
    for n, (low, best, high) in c.quench_end.items():
        out.append(
            Governs(
                key="quench",
                label=f"End of the quench, step {n}",
                value=figure(
                    best, "°C", low=low, high=high, expression="balance of dilution heat, batch and ice over 0 °C", sources=["handbook 2.8"]
                ),
                against="25 °C, or as written",
                over=high > 25.5,
                colour="cool",
            )
        )
    return out[:6]


def _text(f: Figure) -> str:
    return f"{f.best:.0f} {f.unit} ({range_text(f.low or 0.0, f.high or 0.0)})" if f.best is not None else "not established"


def assumptions(c: Context) -> list[dict[str, Any]]:
    """Every default that was used, and who may replace it."""
    out = [
        {"path": f"assumptions.{a.key}", "low": a.value[0], "value": a.value[1], "high": a.value[2], "why": a.why, "by": a.by}
        for a in c.settings.used.values()
    ]
    if c.enthalpy is not None and c.pot is not None:
        event = next(e for e in c.walk.events() if e.latent is None and e.reaction.family.rate)
        rate = event.reaction.family.rate or {}
        k = c.settings.overrides.get("rate_k")
        out.append(
            {
                "path": "assumptions.rate_k",
                "low": rate["k_ref"] / rate["k_factor"],
                "value": k or rate["k_ref"],
                "high": rate["k_ref"] * rate["k_factor"],
                "why": rate["note"],
                "by": "reviewer" if k else "default",
            }
        )
    out += [
        {"path": "", "low": None, "value": None, "high": None, "why": f"{x.label}: {a}", "by": "default"}
        for x in c.lots.values()
        for a in x.assumptions
    ]
    out += [{"path": "", "low": None, "value": None, "high": None, "why": n, "by": "default"} for n in (c.pot.notes if c.pot else [])]
    return out


def citations(lines: list[ReactionLine]) -> list[str]:
    """Sources that this run used."""
    fixed = [
        "E. Hairer, G. Wanner, Solving Ordinary Differential Equations II, 2nd ed. (1996)",
        "F. Stoessel, Thermal Safety of Chemical Processes (criticality classes)",
    ]
    return sorted({s for r in lines for s in r.sources}) + fixed


def referred(procedure: Procedure, cat: Catalogue, r: Referral, caution: str) -> Assessment:
    """Outside what this review can decide: one stop, no figure, no remedy."""
    none = lambda unit: not_established(unit, "referred out")  # noqa: E731
    f = finding(
        "P14",
        "stop",
        f"Outside what this review can decide ({r.what}); refer to {r.to}.",
        span=r.span,
        source="handbook 1, scope",
        short="referred out",
    )
    lines = [
        MaterialLine(
            line=i,
            id=m.id,
            text=procedure.source_text[m.span[0] : m.span[1]],
            name=m.name,
            formula=None,
            cas=None,
            phase=None,
            mass_g=None,
            volume_mL=None,
            mol=none("mol"),
            equivalents=None,
            role=None,
            limiting=False,
            step=None,
            vessel=None,
            assumptions=[],
            anchor=Anchor(start=m.span[0], end=m.span[1]),
        )
        for i, m in enumerate(procedure.materials, 1)
    ]
    return Assessment(
        versions={"core": CORE_VERSION, "catalogue": data.version()}, title=procedure.title, materials=lines,
        unread=[UnreadItem(text=u.text, start=u.span[0], end=u.span[1], why=u.why) for u in procedure.unread], steps=[], reactions=[],
        heat=Heat(total_kJ=none("kJ"), adiabatic_rise_K=none("K"), kJ_per_kg=none("kJ/kg"), severity="not established"),
        exotherm=Exotherm(vessel=None, process_T_C=None, limit_C=None, peak_T_C=none("°C"), peak_at_min=None, peak_step=None, peak_heat_W=none("W"), removable_W=none("W"), accumulation_max=none("1"), MTSR_C=none("°C"), MTSR_at_min=None, MTT_C=none("°C"), TD24_C=none("°C"), TD24_bound_C=None, criticality_class=None, criticality_bracket=None, min_addition_min=none("min"), ice_needed_g=none("g"), ice_offered_g=None, ice_gone_min=None),
        gases=[], vessels=[], quench=[], schedule=Schedule(total_min=none("min"), attended_min=none("min"), refills=[], rests=[], alone=[], latest_start=None),
        yield_=Yield(product=None, theoretical_g=None, reported_g=None, percent=None), findings=[f], verdict="not acceptable", decides=["P14 referred out"], not_established=["everything: referred out"], questions=[], governs=[], remedies=[], strip=Strip(missing="referred out"), marks=[], edits=[e.model_dump() for e in procedure.edits], assumptions=[], referred=f.message, caution=caution, citations=[],
    )  # fmt: skip
