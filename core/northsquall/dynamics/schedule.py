"""Durations of the steps, one after the other (handbook 2.13), and the vessel that decides."""

from __future__ import annotations

import re
from dataclasses import dataclass
from itertools import zip_longest

from northsquall import patterns
from northsquall.chemistry.ledger import Event
from northsquall.chemistry.walk import Walk
from northsquall.procedure import Procedure, Step, Vessel
from northsquall.procedure.amounts import Lot
from northsquall.reading.lexicon import BY_DROPS
from northsquall.reading.pacing import drops_per_min
from northsquall.review import Settings

BATH_T = {"ice": 0.0, "ice-salt": -10.0}
SIZES_ML = (25, 50, 100, 250, 500, 1000, 2000, 3000, 5000, 10000, 20000, 50000, 100000)
"""Vessels one can take from the shelf, mL."""
AFTER = ("quench", "neutralise", "filter", "dry", "test", "destroy", "extract", "absorb", "store", "distil")
"""Kinds of steps that are no part of the pot's plan."""
COLD = patterns.compile(r"\b(cold|chilled|ice-cold|precooled|cooled)\b", re.I)


def next_size(least_mL: float) -> float:
    """The smallest vessel from the shelf that holds `least_mL`; above the largest, what is asked for."""
    return next((float(size) for size in SIZES_ML if size >= least_mL), least_mL)


@dataclass
class Timed:
    """A step with its duration (min) as low / best / high and how it was had."""

    step: Step
    low: float
    best: float
    high: float
    written: bool
    why: str = ""
    start: float = 0.0
    unknown: bool = False
    """A dose whose time nobody wrote: the bounds are a few seconds and four hours."""
    paced: bool = False
    """One of these that goes as slowly as its written limit asks for: acids that are only mixed, cooled."""


def begins_min(timed: list[Timed], first_step: int) -> float:
    """Minutes from the start of the procedure at which a plan begins whose first segment is `first_step`: its own clock starts there."""
    return next((t.start for t in timed if t.step.n == first_step), 0.0)


def main_vessel(procedure: Procedure, walk: Walk, main: Event | None, hottest: str | None = None) -> Vessel | None:
    """The vessel of the deciding reaction; else that of the wanted heat; else the one charged first."""
    names = [main.vessel] if main is not None else []
    names += [e.vessel for e in walk.events() if e.latent is None and e.reaction.family.rate]
    names += [hottest] if hottest else []
    names += [s.vessel for s in procedure.steps if s.vessel and s.materials and s.kind != "absorb"]
    for name in names:
        for v in procedure.vessels:
            if v.name == name:
                return v
    return None


def heat_capacity(procedure: Procedure, lots: dict[str, Lot], step_ns: list[int]) -> float | None:
    """J/K of all lots charged in these steps; None where one is unknown."""
    total = 0.0
    for m in procedure.materials:
        if m.step in step_ns and m.role not in ("absorber", "wash"):
            cp = lots[m.id].cp_J_K
            if cp is None:
                return None
            total += cp
    return total


def timetable(procedure: Procedure, lots: dict[str, Lot], settings: Settings, pot: Vessel | None) -> list[Timed]:
    """Durations of all steps, in order, one after the other."""
    out = [_duration(procedure, step, lots, settings, pot) for step in procedure.steps]
    lay_out(out)
    return out


BY_ITSELF = ("dry", "store")
"""Kinds of steps that go on by themselves while the next is done in another vessel."""


def lay_out(timed: list[Timed]) -> tuple[float, float, float]:
    """Set the starts, one step after the other, what dries by itself beside the next; returns the whole time (low, best, high), min."""
    ends = []
    for key in ("low", "high", "best"):
        at = end = 0.0
        for t, follow in zip_longest(timed, timed[1:]):
            t.start = at
            end = max(end, at + getattr(t, key))
            beside = t.step.kind in BY_ITSELF and follow is not None and follow.step.vessel != t.step.vessel
            at += 0.0 if beside else getattr(t, key)
        ends.append(end)
    return ends[0], ends[2], ends[1]


VOLUME = patterns.compile(
    r"(\d+(?:[.,]\d+)?)[\s-]*(mL|ml|cm3|L)\b(?!\s*(?:[\w-]+\s+){0,2}(?:flask|beaker|bottle|receiver|cylinder|funnel)\b)"
)


def _distilled_mL(step: Step) -> float | None:
    """What a step says comes over, mL; a vessel's size is none of it. None where it does not say."""
    m = VOLUME.search(step.text)
    return float(m[1].replace(",", ".")) * (1e3 if m[2] == "L" else 1.0) if m else None


def _whole_mL(parts: list[float | None]) -> float | None:
    """The volumes together; None where one is not known."""
    known = [x for x in parts if x is not None]
    return sum(known) if len(known) == len(parts) else None


def _by_drops(procedure: Procedure, step: Step, lots: dict[str, Lot], settings: Settings, drops: float) -> Timed | None:
    """The time of a volume that goes in or comes over by drops; None where the volume is not known. Drops of water are the largest."""
    distilled = step.kind == "distil"
    volume = _distilled_mL(step) if distilled else _whole_mL([lots[m].volume_mL for m in step.materials])
    if not volume:
        return None
    ours = [lots[m] for s in procedure.steps if (s.n < step.n and s.vessel == step.vessel if distilled else s is step) for m in s.materials]
    watery = _watery(ours)
    sizes = {True: settings.get("drop_water_mL"), False: settings.get("drop_organic_mL")}
    low, best, high = sizes[watery] if watery is not None else (sizes[False][0], (sizes[False][1] + sizes[True][1]) / 2, sizes[True][2])
    return Timed(
        step, volume / high / drops, volume / best / drops, volume / low / drops, False, f"{volume:.0f} mL by drops of {best:.2g} mL"
    )


def _watery(lots: list[Lot]) -> bool | None:
    """Whether more than half of the volume is water or solutions in it; None where a volume is not known, or nothing is there."""
    known = [(x.volume_mL, x) for x in lots if x.substance is not None and x.substance.phase != "s"]
    if not known or any(v is None for v, _ in known):
        return None
    water = sum(
        v
        for v, x in known
        if v
        and x.substance
        and (x.substance.id in ("water", "ice") or (x.water_mol and x.mass_g and x.water_mol[1] * 18.0 > 0.5 * x.mass_g[1]))
    )
    return water > 0.5 * sum(v for v, _ in known if v)


FEW_ML = 2.0
FEW_DROPS_A_MIN = (20.0, 60.0, 120.0)
"""Drops a minute of what goes in "drop by drop" from a pipette or funnel, at most FEW_ML, with no time written: high, best, low end of its time (common practice, no source)."""


def _few_drops(procedure: Procedure, step: Step, lots: dict[str, Lot], settings: Settings) -> Timed | None:
    """The time of a few mL that are said to go in by drops: nobody pours them, and nobody takes hours; None for more, or other words."""
    volume = _whole_mL([lots[m].volume_mL for m in step.materials])
    if not step.materials or volume is None or volume > FEW_ML or BY_DROPS.search(step.text) is None:
        return None
    slow, usual, fast = (_by_drops(procedure, step, lots, settings, rate) for rate in FEW_DROPS_A_MIN)
    if slow is None or usual is None or fast is None:
        return None
    return Timed(
        step,
        fast.low,
        usual.best,
        slow.high,
        False,
        f"{volume:.2g} mL drop by drop, some {FEW_DROPS_A_MIN[1]:.0f} a minute: common practice, no source",
    )


def _duration(procedure: Procedure, step: Step, lots: dict[str, Lot], settings: Settings, pot: Vessel | None) -> Timed:
    if step.duration is not None and step.duration.value > 0:
        q = step.duration
        spread = 0.2 if q.approximate and q.low is None else 0.0
        low, high = q.low or q.value * (1 - spread), q.high or q.value * (1 + spread)
        return Timed(step, low, q.value, high, True)
    in_pot = pot is not None and step.vessel == pot.name
    key = {
        "charge": "weigh_min",
        "filter": "filter_min",
        "dry": "dry_min",
        "quench": "quench_min",
        "neutralise": "neutralise_min",
        "hold": "hold_min",
        "reflux": "hold_min",
        "heat": "cool_min",
        "cool": "cool_min",
    }.get(step.kind, "mix_min")
    if step.kind in ("dose", "add") and step.portions:
        if step.every is not None:
            whole = step.portions * step.every.value
            return Timed(step, whole, whole, whole, True)
        low, best, high = settings.get("portion_wait_min")
        pour = settings.get("pour_min")[1]
        low, best, high = (step.portions * (pour + wait) for wait in (low, best, high))
        return Timed(
            step,
            low,
            best,
            high,
            False,
            f"{step.portions} portions, each when the last has settled: {settings.used['portion_wait_min'].why}",
        )
    drops = drops_per_min(step) if step.kind in ("distil", "dose") else None
    if drops is not None and (dropped := _by_drops(procedure, step, lots, settings, drops)) is not None:
        return dropped
    if step.kind == "dose" and in_pot and (few := _few_drops(procedure, step, lots, settings)) is not None:
        return few
    if step.kind in ("dose", "add") and in_pot:
        solid = [lots[m] for m in step.materials if lots[m].substance and lots[m].substance.phase == "s"]  # type: ignore[union-attr]
        if step.kind == "add" and step.all_at_once:
            key = "pour_min"
        elif step.from_vessel or (step.kind == "dose" and not solid):
            low, high = settings.get("pour_min")[1], 240.0
            return Timed(step, low, low, high, False, "no time is written: from all at once to four hours", unknown=True)
    if step.kind == "test":
        return Timed(step, 1, 2, 5, False, "assumption, common practice")
    low, best, high = settings.get(key)
    return Timed(step, low, best, high, False, settings.used[key].why)
