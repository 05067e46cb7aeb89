"""What would make a gas line or a quench acceptable: the smallest absorber, a trap, a funnel, a slower feed, the least ice (handbook 2.6)."""

from __future__ import annotations

import math

from northsquall.assessment import GasProposal
from northsquall.chemistry.roots import shown
from northsquall.dynamics.schedule import next_size
from northsquall.findings.base import Context
from northsquall.gas.closed import head_L
from northsquall.gas.records import record_of
from northsquall.gas.release import FOAM_FACTOR, foaming
from northsquall.gas.train import Line, as_put
from northsquall.procedure import Chemistry, TrainElement
from northsquall.procedure.units import MOLAR_L
from northsquall.procedure.volumes import volumes

CAUSTIC_PERCENT, CAUSTIC_MOL_L = 10.0, 2.77
"""Sodium hydroxide of 10 % (w/w), 1.109 g/mL: 2.77 mol/L (handbook 3)."""


def _caustic(alkali_mol: float) -> TrainElement:
    """An absorber behind the line that holds half as much again, under a funnel mouth-down."""
    mL = 50.0 * math.ceil(1.5 * alkali_mol / CAUSTIC_MOL_L * 1000.0 / 50.0)
    return TrainElement(
        element="absorber", name="absorber added", reagent="sodium hydroxide", percent_w=CAUSTIC_PERCENT, liquid_mL=mL, volume_mL=next_size(1.5 * mL), above=True, dip_cm=0.0, by="reviewer"
    )  # fmt: skip


def proposals(c: Context) -> list[GasProposal]:
    """Changes to every gas line that would cure what is found in it; none where it is sound."""
    out: list[GasProposal] = []
    for line in c.gas.lines.values() if c.gas else []:
        out += _absorbers(c, line) + _traps(c, line)
    out += _first_line(c) + _slower(c) + _foam(c) + _quench_vessels(c)
    return out


FILL = 2.0 / 3.0
"""Part to which a quench vessel may be filled (handbook 4, Q03)."""


def _foam(c: Context) -> list[GasProposal]:
    """Where foam has no room: the smallest vessel, and the largest portion whose gas the free room holds at once."""
    assert c.gas is not None
    whole = volumes(c.procedure, c.lots)
    out: list[GasProposal] = []
    for r in foaming(c.gas.releases):
        v, volume, step = c.vessel(r.vessel), whole.get(r.vessel), c.step(r.step)
        litres = r.mol[2] * MOLAR_L
        if (
            v is None
            or v.nominal_mL is None
            or volume is None
            or step is None
            or v.nominal_mL >= FOAM_FACTOR * volume
            or litres * 1e3 < 2 * volume
        ):
            continue
        size = next_size(FOAM_FACTOR * volume)
        out.append(
            GasProposal(
                label=f"A vessel of {size:.0f} mL for step {step.n}",
                detail=f"{FOAM_FACTOR:g} times the {volume:.0f} mL of liquid: the smallest that is usual",
            )
        )
        fed = [
            x
            for m in step.materials
            if (x := c.lots[m]).mass_g is not None and x.substance is not None and x.substance.id not in ("water", "ice")
        ]
        room = head_L(v.nominal_mL, volume)
        if len(fed) != 1 or fed[0].mass_g is None or room >= litres:
            continue
        grams = fed[0].mass_g[1]
        portion = float(f"{grams * room / litres:.1g}") if grams * room / litres >= 0.05 else None
        if portion is not None and portion < grams:
            out.append(
                GasProposal(
                    label=f"{fed[0].label[:1].upper() + fed[0].label[1:]} in portions of up to {portion:g} g, {math.ceil(grams / portion)} in all",
                    detail=f"the gas of one, {litres * portion / grams:.2g} L, has room in the {room:.2g} L above the liquid; the next when the froth is down",
                )
            )
    return out


def _quench_vessels(c: Context) -> list[GasProposal]:
    """The smallest vessel that takes a quench two thirds full."""
    whole = volumes(c.procedure, c.lots)
    out: list[GasProposal] = []
    for name in dict.fromkeys(s.vessel for s in c.procedure.steps if s.kind == "quench" and s.vessel):
        v, volume = c.vessel(name), whole.get(name)
        if v is None or volume is None or (v.nominal_mL is not None and volume <= FILL * v.nominal_mL):
            continue
        size = next_size(volume / FILL)
        had = f"{v.nominal_mL:.0f} mL would be {100 * volume / v.nominal_mL:.0f} % full" if v.nominal_mL else "no size is written"
        out.append(
            GasProposal(
                label=f"A quench vessel of {size:.0f} mL", detail=f"{volume:.0f} mL in all, two thirds full at most; {had}", about="quench"
            )
        )
    return out


def _changed(line: Line, elements: list[TrainElement], why: str) -> Chemistry:
    return Chemistry(what="line", family="gas line", vessel=line.of, line=elements, why=why)


def _absorbers(c: Context, line: Line) -> list[GasProposal]:
    assert c.gas is not None
    short = [d for d in c.gas.demands.values() if d.share is not None and d.share < 1.5 and d.mol is not None and record_of(d.gas).toxic]
    if not short:
        return []
    d = min(short, key=lambda x: x.share or 0.0)
    best = max(
        (p for p in line.elements if p.stock is not None and p.stock.mol.get(d.kind, 0.0) > 0),
        key=lambda p: p.stock.mol[d.kind] if p.stock else 0.0,
        default=None,
    )
    elements = [as_put(p, c.lots) for p in line.elements]
    if best is None or best.stock is None or not best.stock.volume_mL or d.share is None or d.share <= 0:
        asked = sum(x.mol[1] for x in c.gas.demands.values() if x.kind == d.kind and x.mol is not None)
        if d.kind != "alkali":
            return []
        added = _caustic(asked)
        last = next((i for i, e in enumerate(elements) if e.element in ("hood", "room")), len(elements))
        elements.insert(last, added)
        return [
            GasProposal(
                label=f"{added.liquid_mL:.0f} mL of 10 % sodium hydroxide behind it",
                detail=f"{1.5 * asked:.2g} mol: the need and half as much again",
                line=_changed(line, elements, "an absorber that holds it"),
            )
        ]
    i = line.elements.index(best)
    mL = 10.0 * math.ceil(best.stock.volume_mL * 1.5 / d.share / 10.0)
    elements[i] = elements[i].model_copy(update={"liquid_mL": mL, "volume_mL": next_size(1.5 * mL)})
    return [
        GasProposal(
            label=f"{mL:.0f} mL of {elements[i].reagent or 'it'}{f', {elements[i].percent_w:g} %' if elements[i].percent_w else ''}, in {next_size(1.5 * mL) / 1e3:g} L", detail=f"the smallest that holds {shown(d.gas)} with half as much again to spare",
            line=_changed(line, elements, "the smallest absorber that holds it"),
        )
    ]  # fmt: skip


def _traps(c: Context, line: Line) -> list[GasProposal]:
    out = []
    for i, p in enumerate(line.elements):
        if p.pulled != "reaches":
            continue
        size = next_size(p.pulled_mL or 250.0)
        before = [as_put(x, c.lots) for x in line.elements]
        before.insert(i, TrainElement(element="trap", volume_mL=size, by="reviewer"))
        out.append(
            GasProposal(
                label=f"An empty trap of {size:.0f} mL before it",
                detail=f"it takes all {p.pulled_mL or 0:.0f} mL if the gas ends or the pot cools",
                line=_changed(line, before, "a trap that holds what is pulled back"),
            )
        )
        funnel = [as_put(x, c.lots) for x in line.elements]
        funnel[i] = funnel[i].model_copy(update={"above": True, "dip_cm": 0.0})
        out.append(
            GasProposal(
                label="A funnel mouth-down, just above the liquid",
                detail="nothing can be pulled back, and nothing plugs",
                line=_changed(line, funnel, "a funnel in place of the tube"),
            )
        )
    return out


def _first_line(c: Context) -> list[GasProposal]:
    """A line for a toxic gas that has none."""
    assert c.gas is not None
    for r in c.gas.releases:
        record = record_of(r.gas)
        alkali = next((per for k, per, _ in record.takes if k == "alkali" and per), None)
        if not record.toxic or record.refer or r.vessel in c.gas.lines or alkali is None or r.mol[1] < 0.004:
            continue
        asked = sum(
            x.mol[2] * next((p for k, p, _ in record_of(x.gas).takes if k == "alkali" and p), 0.0)
            for x in c.gas.releases
            if x.vessel == r.vessel
        )
        added = _caustic(asked)
        elements = [
            TrainElement(element="trap", volume_mL=next_size(added.liquid_mL or 0.0), by="reviewer"),
            added,
            TrainElement(element="hood", by="reviewer"),
        ]
        return [
            GasProposal(
                label=f"A line: empty trap, {added.liquid_mL:.0f} mL of 10 % sodium hydroxide, hood",
                detail=f"{1.5 * asked:.2g} mol for the {record.name} of {r.vessel}",
                line=Chemistry(what="line", family="gas line", vessel=r.vessel, line=elements, why="a line for it"),
            )
        ]
    return []


def _slower(c: Context) -> list[GasProposal]:
    """The slowest feed that brings a gas under its limit where nothing takes it."""
    assert c.gas is not None
    out = []
    for g, x in c.gas.exposure.items():
        if x.of_limit is None or x.of_limit <= 0.5:
            continue
        worst = max((r for r in c.gas.of(g) if r.known), key=lambda r: r.peak_mol_min[1] or 0.0, default=None)
        step = c.step(worst.step) if worst is not None else None
        if worst is None or step is None or step.kind not in ("dose", "add"):
            continue
        minutes = (worst.end_min - worst.start_min) * x.of_limit / 0.5
        if max(2.0, 1.2 * (worst.end_min - worst.start_min)) < minutes < 24 * 60:
            out.append(
                GasProposal(
                    label=f"Step {step.n} over {minutes:.0f} min",
                    detail=f"half the limit of {record_of(g).name} {'at the face' if x.where == 'hood' else 'in the room'}, if nothing else is changed",
                )
            )
    return out
