"""When a gas leaves and how fast: moles of the ledger, spread over the timetable or by the engine's curve (handbook 2.4, 2.7)."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field

import numpy as np

from northsquall.chemistry.ledger import Entry
from northsquall.chemistry.walk import Walk
from northsquall.dynamics.building import Pot
from northsquall.dynamics.pot import Run
from northsquall.dynamics.schedule import Timed, begins_min
from northsquall.gas.records import record_of
from northsquall.procedure import Procedure
from northsquall.procedure.amounts import Lot
from northsquall.procedure.units import MOLAR_L
from northsquall.review import Settings
from northsquall.substances import catalogue
from northsquall.working import Figure, Input, figure, not_established

LEAST_MOL = 1e-6
QUICK = ("charge", "add", "destroy")
SLOWEST_MIN, FASTEST_MIN = 240.0, 1.0
INERT = ("N2", "Ar", "He", "O2")


@dataclass
class Release:
    """One gas out of one vessel in one step. `t_min`, `mol_min`: the rate's curve, mol/min; empty where no time is known."""

    gas: str
    step: int
    vessel: str
    mol: tuple[float, float, float]
    start_min: float
    end_min: float
    peak_mol_min: tuple[float, float | None, float]
    """Peak rate, mol/min: spread evenly, as expected, as fast as it can."""
    how: str
    t_min: np.ndarray = field(default_factory=lambda: np.zeros(0))
    mol_min: np.ndarray = field(default_factory=lambda: np.zeros(0))

    @property
    def known(self) -> bool:
        """Whether its rate is known."""
        return self.peak_mol_min[1] is not None


def open_steps(procedure: Procedure, lots: Mapping[str, Lot], walk: Walk) -> set[int]:
    """Steps with a material whose amount nobody wrote and nothing gives: what they make of gas has no amount."""
    return {
        s.n for s in procedure.steps for k in s.materials if lots[k].mol is None and lots[k].substance is not None and k not in walk.needed
    }


def varies(trials: list[Walk], entry: Entry, gas: str) -> bool:
    """Whether a gas of one entry depends on an amount nobody wrote: it changes over the stand-ins."""
    seen = [x.gas.get(gas, 0.0) if (x := t.like(entry)) is not None else 0.0 for t in trials]
    return bool(seen) and max(seen) - min(seen) > 1e-9 + 1e-6 * max(seen)


def releases(
    procedure: Procedure,
    lots: Mapping[str, Lot],
    trials: list[Walk],
    walks: list[Walk],
    timed: list[Timed],
    settings: Settings,
    pot: Pot | None,
    runs: dict[str, Run],
) -> list[Release]:
    """All gas that leaves a vessel that is no absorber, step by step; what was led in from a bottle and passes is no release."""
    best = walks[1]
    absorbers = set(best.lines.values())
    when = {t.step.n: t for t in timed}
    fastest = settings.get("portion_gas_min")[0]
    unwritten = open_steps(procedure, lots, best)
    offset = begins_min(timed, pot.plan.segments[0].step) if pot is not None and pot.plan.segments else 0.0
    out: list[Release] = []
    dissolved: dict[tuple[str, str], float] = {}
    for entry in best.entries:
        if entry.vessel in absorbers or entry.step in unwritten:
            continue
        three = [w.like(entry) or entry for w in walks]
        charged = {g for b in entry.before[1:] for g in b}
        gases = dict(entry.gas)
        for g, n in entry.slip.items():
            if g in charged and g not in INERT:
                gases[g] = gases.get(g, 0.0) + n
        for g in gases:
            amounts = sorted(e.gas.get(g, 0.0) + (e.slip.get(g, 0.0) if g in charged else 0.0) for e in three)
            if amounts[2] <= LEAST_MOL or varies(trials, entry, g):
                continue
            kept = dissolved.get((entry.vessel, g), 0.0) + amounts[2]
            if _stays_dissolved(entry, g, kept) and entry.vessel not in warmed(entry.step, best, procedure):
                dissolved[(entry.vessel, g)] = kept
                continue
            mid = gases[g]
            out.append(_release(g, entry.vessel, (amounts[0], mid, amounts[2]), when[entry.step], fastest, pot, runs, offset))
    return out


COOL_C = 30.0
"""Temperature up to which a gas that dissolves very well stays in a cold alcohol (handbook 3.2: its solubility is of 20 to 25 °C)."""
PART_OF_LIMIT = 0.1
"""Part of what an alcohol dissolves up to which nothing is counted as leaving it (assumption)."""


def warmed(step: int, walk: Walk, procedure: Procedure) -> set[str]:
    """Vessels that are warm after a step, or from which something goes into one that is: what is dissolved in them leaves then."""
    warm = {e.vessel for e in walk.entries if e.step > step and e.conditions.T_high > COOL_C}
    return warm | {s.from_vessel for s in procedure.steps if s.n > step and s.vessel in warm and s.from_vessel is not None}


def _stays_dissolved(entry: Entry, gas: str, most_mol: float) -> bool:
    """Whether cold alcohol that was there before keeps a gas that it dissolves very well: oxalyl chloride dripped into iced methanol."""
    record = record_of(gas)
    if not record.very_soluble or record.mass is None or entry.conditions.T_high > COOL_C:
        return False
    cat, room = catalogue(), 0.0
    for name, _, limit in record.takes:
        s = cat.substances.get(name)
        if limit is not None and s is not None and s.smiles and name != "water":
            room += limit * s.mass * max((b.get(s.smiles, 0.0) for b in entry.before[:1]), default=0.0)
    return most_mol * record.mass <= PART_OF_LIMIT * room


def rate_at(found: Iterable[Release], at_min: np.ndarray) -> np.ndarray:
    """Sum of the rates of releases at the times, mol/min; one without a curve adds nothing (ask `known` first)."""
    out = np.zeros(len(at_min))
    for r in found:
        if len(r.t_min):
            out += np.interp(at_min, r.t_min, r.mol_min, left=0.0, right=0.0)
    return out


FOAMS = ("CO2", "N2", "O2")
"""Gases of carbonate, diazonium, peroxide and hypochlorite–amine steps: they come all through the liquid (handbook 2.7)."""
FOAM_LEAST_MOL = 0.01
FOAM_FACTOR = 3.0
"""Room that a foaming step asks for, in volumes of its liquid (handbook 2.7, common practice)."""


def foaming(found: Iterable[Release]) -> list[Release]:
    """Releases that foam."""
    return [r for r in found if r.gas in FOAMS and r.mol[1] >= FOAM_LEAST_MOL]


def _release(
    gas: str,
    vessel: str,
    mol: tuple[float, float, float],
    t: Timed,
    fastest: float,
    pot: Pot | None,
    runs: dict[str, Run],
    offset: float,
) -> Release:
    step = t.step
    start, length = t.start, max(t.best, 1e-3)
    curve = _by_engine(step.n, vessel, pot, runs)
    if curve is not None and not t.unknown:
        at, shape = curve[0] + offset, curve[1]  # the pot's clock begins with its first step
        rate = shape * mol[1]
        high = max(float(rate.max()), mol[2] / max(length, fastest) if not step.portions else mol[2] / step.portions / fastest)
        return Release(
            gas,
            step.n,
            vessel,
            mol,
            float(at[0]),
            float(at[-1]),
            (mol[0] / max(at[-1] - at[0], fastest), float(rate.max()), high),
            "by the reaction's rate",
            at,
            rate,
        )
    if t.unknown and step.kind in ("dose", "add"):
        return Release(
            gas,
            step.n,
            vessel,
            mol,
            start,
            start + length,
            (mol[0] / SLOWEST_MIN, None, mol[2] / FASTEST_MIN),
            "no time is written for the addition",
        )
    if step.portions and step.portions > 1:
        every = length / step.portions
        each = min(every, max(fastest, 0.05 * every))
        edges = start + every * np.arange(step.portions)
        at = np.column_stack([edges, edges + each, edges + each + 1e-6, edges + every - 1e-6]).ravel()
        height = mol[1] / step.portions / each
        rate = np.tile([height, height, 0.0, 0.0], step.portions)
        return Release(
            gas,
            step.n,
            vessel,
            mol,
            start,
            start + length,
            (mol[0] / length, height, mol[2] / step.portions / fastest),
            f"{step.portions} portions, the gas of each over {each:.2g} min",
            at,
            rate,
        )
    if step.all_at_once or (step.kind in QUICK and not t.written):
        length = fastest
        how = f"all at once, over {fastest:g} min"
    elif step.kind in ("dose", "add", "quench", "neutralise", "destroy", "extract", "generate"):
        length = max(length, fastest)
        how = f"as fed, over {length:.3g} min"
    else:
        length = max(length, fastest)
        how = f"over the step, {length:.3g} min"
    even = mol[1] / length
    high = mol[2] / min(length, max(t.low, fastest)) if t.low else mol[2] / length
    return Release(
        gas,
        step.n,
        vessel,
        mol,
        start,
        start + length,
        (mol[0] / length, even, max(high, even)),
        how,
        np.array([start, start + length]),
        np.array([even, even]),
    )


def _by_engine(step: int, vessel: str, pot: Pot | None, runs: dict[str, Run]) -> tuple[np.ndarray, np.ndarray] | None:
    """(minutes of the pot's own clock, part per minute) of the followed reaction from this step on; None where the engine does not follow it here."""
    if pot is None or not runs or pot.vessel.name != vessel or not pot.plan.reacts or step not in pot.dose_steps:
        return None
    run = runs["best"]
    own = run.over(step)
    if own is None or len(run.t_s) < 3:
        return None
    at, heat = run.t_s / 60.0, np.clip(run.made_W * np.sign(-run.corner.dH_kJ or 1.0), 0.0, None)
    later = [s.start_s for s in run.steps if s.start_s > own.start_s and s.step in pot.dose_steps]
    inside = (run.t_s >= own.start_s) & (run.t_s <= (min(later) if later else run.t_s[-1]))
    at, heat = at[inside], heat[inside]
    whole = float(np.trapezoid(heat, at)) if len(at) > 2 else 0.0
    if whole * 60.0 < 1000.0 or heat.max() <= 0:
        return None
    return at, heat / whole


def peak_figure(found: list[Release]) -> Figure:
    """Peak rate of one gas, L/min at 25 °C and 1 atm, over its releases one after the other."""
    if not found:
        return not_established("L/min", "no amount is established")
    if any(not r.known for r in found):
        worst = next(r for r in found if not r.known)
        return not_established("L/min", worst.how)
    top = max(found, key=lambda r: r.peak_mol_min[1] or 0.0)
    low, best, high = (x or 0.0 for x in top.peak_mol_min)
    high = max(high, best)
    return figure(
        best * MOLAR_L, "L/min", low=min(low, best) * MOLAR_L, high=high * MOLAR_L, expression="peak of dn/dt × 24.465 L/mol",
        inputs=[Input(name=f"{top.gas} in step {top.step}", value=round(top.mol[1], 4), unit="mol", origin="computed", note=top.how)], sources=["handbook 2.7"],
    )  # fmt: skip
