"""Charge sheet, steps, vessels, recognised pieces and yield."""

from __future__ import annotations

import re
from typing import Any

from northsquall import patterns
from northsquall.assessment import (
    Anchor,
    Mark,
    MaterialLine,
    StepLine,
    VesselLine,
    Yield,
)
from northsquall.chemistry.families import FREE
from northsquall.chemistry.formula import mass_of, parse_formula
from northsquall.chemistry.roles import WORK_UP, Purpose, charges
from northsquall.chemistry.roots import formula_of, is_gas, is_organic, shown
from northsquall.chemistry.walk import CONDENSES
from northsquall.findings.base import Context
from northsquall.gas.release import FOAM_FACTOR, foaming
from northsquall.procedure import Procedure, Step
from northsquall.procedure.amounts import Lot
from northsquall.procedure.units import UnitError, convert
from northsquall.procedure.volumes import volumes
from northsquall.sheets.reactions import step_of
from northsquall.sheets.timetable import is_attended
from northsquall.substances import Catalogue
from northsquall.working import figure, not_established, significant


def material_lines(procedure: Procedure, lots: dict[str, Lot], purpose: Purpose, heat_open: bool = False) -> list[MaterialLine]:
    """The charge sheet with roles and equivalents; no liquid is called a solvent where what reacts is open."""
    known = all(
        lot.mol is not None
        for lot in lots.values()
        if lot.substance and set(lot.substance.parts) & (set(purpose.demand) - set(FREE)) and _in_batch(procedure, lot)
    )
    limiting = [x for x in (purpose.limiting, purpose.also) if x] if known else []
    total = charges(procedure, lots)
    base = purpose.theory if known else None
    if not base and purpose.substrate:
        base = total.get(purpose.substrate)
    out = []
    for i, lot in enumerate(lots.values(), 1):
        m, s = lot.material, lot.substance
        step = step_of(procedure, m.step) if m.step else None
        batch = _in_batch(procedure, lot)
        role = m.role or _role(s, step, purpose)
        if role == "solvent" and heat_open and not purpose.substrate:
            role = "not established"
        flagged = bool(s and batch and lot.mol and any(_brings(s, x) for x in limiting))
        equivalents = None
        if lot.mol and base and batch:
            equivalents = significant(lot.mol[1] / base)
        out.append(
            MaterialLine(
                line=i, id=m.id, text=procedure.flowing[m.span[0] : m.span[1]], name=s.id if s else m.name, formula=s.formula if s else None, cas=s.cas if s else None,
                phase=m.phase, mass_g=_grams(procedure, lot), volume_mL=significant(lot.volume_mL), mol=lot.figure(),
                equivalents=equivalents, role=role, limiting=flagged, step=m.step, vessel=step.vessel if step else None, assumptions=lot.assumptions,
                anchor=Anchor(start=m.span[0], end=m.span[1]),
            )
        )  # fmt: skip
    return out


def _grams(procedure: Procedure, lot: Lot) -> float | None:
    """Grams of a lot; as written for a name in no catalogue that was weighed."""
    if lot.mass_g is not None:
        return significant(lot.mass_g[1])
    q = lot.material.amount
    try:
        return significant(convert(q.value, q.unit, "mass") * procedure.scale) if q is not None and lot.substance is None else None
    except UnitError:
        return None


def _in_batch(procedure: Procedure, lot: Lot) -> bool:
    """Whether a material is charged to make the batch: no quench, wash, work-up or absorber."""
    m = lot.material
    step = step_of(procedure, m.step) if m.step else None
    return bool(step and step.kind not in WORK_UP and m.role not in ("wash", "absorber", "quench"))


def _brings(s: Any, root: str) -> bool:
    """Whether a substance brings the component that limits; protons come from acids."""
    if root == "H+":
        return bool(s.parts.get("H+", 0.0) > 0 and s.phase != "s")
    return root in s.parts


def _role(s: Any, step: Step | None, purpose: Purpose) -> str:
    if s is None:
        return "unknown"
    if purpose.substrate and purpose.substrate in s.parts:
        return "substrate"
    if step is not None and step.kind in ("quench", "destroy"):
        return "quench"
    if step is not None and step.kind == "neutralise":
        return "neutralises"
    if step is not None and step.kind == "absorb":
        return "absorber"
    if (set(purpose.demand) - set(FREE)) & set(s.parts):
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
        vessel = c.vessel(s.vessel)
        b = vessel.bath.span if vessel and vessel.bath and vessel.bath.span else None
        index = c.procedure.vessels.index(vessel) if vessel else 0
        seg = next((x for x in c.pot.plan.segments if x.step == s.n), None) if c.pot and in_pot else None
        duration = not_established("min", t.why) if t.unknown else figure(t.best, "min", low=t.low, high=t.high)
        out.append(
            StepLine(
                n=s.n, kind=s.kind, text=s.text, vessel=s.vessel, from_vessel=s.from_vessel, share=s.share, material=s.materials, start_min=round(t.start, 2), end_min=round(t.start + t.best, 2), duration_min=duration,
                T_C=window, limit_C=s.T_limit.value if s.T_limit else None, attended=is_attended(c, s), anchor=Anchor(start=s.span[0], end=s.span[1]),
                duration_anchor=Anchor(start=d[0], end=d[1]) if d else None, bath_anchor=Anchor(start=b[0], end=b[1]) if b else None,
                bath_C=round(seg.bath_T_K - 273.15, 1) if seg and seg.bath != "none" else None, bath_template="cooling bath at {T} °C" if b and in_pot else None,
                duration_path=f"steps[{s.n - 1}].duration_min" if in_pot and s.kind in ("dose", "add", "hold") else None, bath_path=f"vessels[{index}].bath.T_C" if b and in_pot else None,
                limit_path=f"steps[{s.n - 1}].T_limit_C" if in_pot and s.T_limit else None, limit_anchor=Anchor(start=s.T_limit.span[0], end=s.T_limit.span[1]) if s.T_limit and s.T_limit.span else None, assumption=None if t.written else t.why,
            )
        )  # fmt: skip
    return out


UNIT_SHOWN = {"ml": "mL", "l": "L", "µl": "µL", "dl": "dL", "cl": "cL"}


def marks(procedure: Procedure) -> list[Mark]:
    """Every recognised piece with its place, in the order of the text; pieces do not overlap."""
    found: list[Mark] = []
    taken = bytearray(len(procedure.flowing) + 1)

    def mark(span: tuple[int, int] | None, kind: str, says: str, step: int | None) -> None:
        if span is not None and span[1] > span[0] and not any(taken[span[0] : span[1]]):
            taken[span[0] : span[1]] = b"\x01" * (span[1] - span[0])
            found.append(Mark(start=span[0], end=span[1], kind=kind, says=says, step=step))  # type: ignore[arg-type]

    for m in procedure.materials:
        for q in (m.amount, m.stated_mol):
            if q is not None:
                mark(q.span, "amount", f"{q.value:g} {UNIT_SHOWN.get(q.unit, q.unit)} of {m.identity or m.name}", m.step)
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
        place = procedure.flowing.find(m.name, m.span[0], m.span[1])
        if place >= 0:
            mark((place, place + len(m.name)), "substance", m.identity or "not in the catalogue", m.step)
    return sorted(found, key=lambda x: x.start)


def vessel_lines(procedure: Procedure, c: Context) -> list[VesselLine]:
    """Vessels, how full they get, and the pressure in those that are shut."""
    out = []
    whole = volumes(procedure, c.lots)
    for v in procedure.vessels:
        volume = whole[v.name]
        shut = next((x for x in (c.gas.closed if c.gas else []) if x.vessel == v.name), None)
        pressure = (
            not_established("bar", "it is not shut")
            if shut is None
            else not_established("bar", "the amount of gas or the room above the liquid is not established")
            if shut.rise_bar is None
            else figure(
                1.013 + shut.rise_bar[1], "bar", low=1.013 + shut.rise_bar[0], high=1.013 + shut.rise_bar[2], sources=["handbook 2.7"]
            )
        )
        out.append(
            VesselLine(
                name=v.name,
                kind=v.kind,
                nominal_mL=v.nominal_mL,
                max_fill_fraction=significant(volume / v.nominal_mL) if v.nominal_mL and volume else None,
                max_volume_mL=significant(volume) if volume else None,
                closure=shut.closing.how if shut is not None else v.closure,
                pressure_if_closed_bar=pressure,
                foam_factor=FOAM_FACTOR if any(f.vessel == v.name for f in foaming(c.gas.releases if c.gas else [])) else None,
            )
        )
    return out


OF_A_BASE = (("hydrochloride", "hydrogen chloride"), ("hydrobromide", "hydrogen bromide"))
"""Behind the name of an amine: what is weighed is its salt, and the acid weighs with it."""


WET_ABOVE = 1.03
"""Part of the theory of what is free of water from which crystals are weighed with theirs (assumption)."""
CRYSTALS = patterns.compile(r"\bcrystals?\b|\bcrystalli[sz]", re.I)


CONSTANT = patterns.compile(r"\bconstant[- ]boiling\b|\bazeotrop\w*|\bboils constantly\b", re.I)


def yield_line(procedure: Procedure, lots: dict[str, Lot], purpose: Purpose, unknown: bool, cat: Catalogue) -> Yield:
    """Theoretical, reported and percent yield on the limiting reagent."""
    r = procedure.results
    reported = r.mass_g.value if r.mass_g else None
    needed = set(purpose.demand) - set(FREE)
    known = all(x.mol is not None for x in lots.values() if x.substance and needed & set(x.substance.parts) and _in_batch(procedure, x))
    named = cat.substances.get(r.product_identity or "")
    other = (
        purpose.target is not None
        and is_gas(purpose.target)
        and (named.phase != "g" if named is not None else reported is not None)  # the gas beside it is no product
    )
    if purpose.target is None or not known or not purpose.theory or other:
        return Yield(product=r.product, theoretical_g=None, reported_g=reported, percent=None)
    identity = cat.substances.get(r.product_identity or "")
    per = identity.parts.get(purpose.target, 1.0) if identity else 1.0
    mass = identity.mass / per if identity and purpose.target in identity.parts else mass_of(parse_formula(formula_of(purpose.target)))
    behind = procedure.flowing[r.product_span[1] : r.product_span[1] + 16] if r.product_span else ""
    salt = next((cat.substances[k].mass for w, k in OF_A_BASE if re.match(rf"\W{{0,2}}{w}", behind, re.I)), 0.0)
    theory = purpose.theory * (mass + (salt if "N" in formula_of(purpose.target) else 0.0))
    strength = r.strength_percent
    per_water = CONDENSES.get(identity.formula) if identity is not None else None
    if (
        strength is None
        and per_water is not None
        and CONSTANT.search(procedure.flowing)
        and any(s.kind == "distil" for s in procedure.steps)
    ):
        strength = 100.0 * mass * per_water / (mass * per_water + cat.substances["water"].mass)
    pure = reported * strength / 100.0 if reported is not None and strength is not None and strength <= 100 else reported
    if (
        pure
        and pure > WET_ABOVE * theory
        and identity is not None
        and r.product_identity is not None
        and CRYSTALS.search(procedure.flowing)
    ):
        held = [x.mass for x in cat.substances.values() if x.id.startswith(f"{identity.id} ") and x.id.endswith("hydrate")]
        wet = next((m for m in sorted(held) if pure <= WET_ABOVE * theory * m / mass), None)
        theory = theory * wet / mass if wet is not None else theory  # it comes with the water of its crystals
    return Yield(
        product=cat.label(purpose.target) if is_organic(purpose.target) else r.product or shown(purpose.target),
        theoretical_g=significant(theory, 4),
        reported_g=reported,
        percent=significant(100 * pure / theory) if pure else None,
    )
