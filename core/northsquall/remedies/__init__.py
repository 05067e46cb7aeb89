"""Searches for what would make it acceptable (handbook 2.6): one change at a time and the best pair, figures before and after.

A change is words for the author's text and a changed plan. What can be changed of a dose: its time, its bath, the cold of its feed, the
size of the batch. Searches take the unfavourable corners; what is proposed is written as a person would write it.
"""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass, field, replace

from northsquall.assessment import Remedy, TextEdit
from northsquall.dynamics.building import BATH_T, Pot
from northsquall.dynamics.pot import ZERO_C, Plan, run, with_bath, with_duration
from northsquall.procedure import Procedure, Step
from northsquall.remedies.plans import (
    excess,
    largest_batch,
    rounded_down,
    rounded_up,
    scaled,
    shortest_addition,
    unfavourable,
    up_to,
)
from northsquall.working import figure, range_text

MUCH_SHORTER = 0.8
"""A second change is worth its trouble where it cuts the time to this."""


@dataclass(frozen=True)
class Target:
    """The dose that is to be kept: its step, its limit and the ceiling of the MTSR (°C), and what is proposed to whom."""

    procedure: Procedure
    pot: Pot
    step: Step
    limit_C: float
    mtsr_C: float

    @property
    def written_min(self) -> float | None:
        """Minutes as written; None where nobody wrote any."""
        return self.step.duration.value if self.step.duration is not None else None


@dataclass(frozen=True)
class Change:
    """Something done to a plan, with the words for it; `trouble` weighs how much it asks."""

    key: str
    label: str
    plan: Plan
    edits: tuple[TextEdit, ...] = ()
    trouble: float = 0.0


@dataclass(frozen=True)
class Progress:
    """How far a search has come, and what it looks at next."""

    done: int
    of: int
    what: str


@dataclass
class Found:
    """What a search came to: single changes and pairs that hold, best first; where there is none, why."""

    singles: list[Remedy] = field(default_factory=list)
    pairs: list[Remedy] = field(default_factory=list)
    none: str = ""


def search(t: Target) -> tuple[list[Remedy], float | None]:
    """What an assessment offers at once: the shortest addition, and a salted bath or half the batch where these spare much time (with it, min)."""
    if t.step.duration is not None and t.step.duration.span is None:
        return [], None
    out: list[Remedy] = []
    shortest = shortest_addition(t.pot.plan, t.step.n, t.limit_C, t.mtsr_C)
    if shortest is not None:
        out.append(_remedy(t, with_time(t, Change("slower", "", t.pot.plan), rounded_up(shortest))))
    quick = [*(c for c in baths(t) if c.key == "salt"), *([half] if (half := batch(t, 0.5)) else [])]
    for c in quick:
        found = shortest_addition(c.plan, t.step.n, t.limit_C, t.mtsr_C)
        if found is not None and (shortest is None or found < MUCH_SHORTER * shortest):
            out.append(_remedy(t, with_time(t, c, rounded_up(found))))
    return out, shortest


def look(t: Target) -> Iterator[Progress | Found]:
    """Single changes and the best pairs, one search after the other: progress before each, what was found last."""
    others = [*baths(t), *chilled(t)]
    done = 0
    found = Found()
    step, plan = t.step.n, t.pot.plan
    timed = t.written_min is None or (t.step.duration is not None and t.step.duration.span is not None)
    as_it_is = Change("as-it-is", "", plan)
    holds = t.written_min is not None and excess(up_to(plan, step), step, t.limit_C, t.mtsr_C) <= 0
    if holds:  # nothing is to be cured: how short it may be, alone and with one more change
        others = [c for c in others if c.key in ("salt", "chilled")]

    whole = 3 + 3 * len(others)
    yield Progress(done, whole, "the time of the addition")
    done += 1
    minutes = shortest_addition(plan, step, t.limit_C, t.mtsr_C) if timed else None
    if minutes is not None:
        found.singles.append(_remedy(t, with_time(t, replace(as_it_is, key="slower"), rounded_up(minutes))))
    yield Progress(done, whole, "the size of the batch")
    done += 1
    part = largest_batch(plan, step, t.limit_C, t.mtsr_C) if t.written_min is not None else None
    smaller = batch(t, rounded_down(part)) if part is not None and part < 1.0 and rounded_down(part) > 0 else None
    if smaller is not None:
        found.singles.append(_remedy(t, smaller))
    for c in others:
        yield Progress(done, whole, c.label.lower())
        done += 1
        if not holds and t.written_min is not None and excess(up_to(c.plan, step), step, t.limit_C, t.mtsr_C) <= 0:
            found.singles.append(_remedy(t, c))
    pairs: list[tuple[float, Change]] = []
    first = math.log(max(minutes / (t.written_min or minutes), 1.0)) if minutes is not None else math.inf
    for c in others:
        yield Progress(done, whole, f"{c.label.lower()} and the time")
        done += 1
        quick = shortest_addition(c.plan, step, t.limit_C, t.mtsr_C) if timed else None
        if quick is not None and (minutes is None or quick < MUCH_SHORTER * minutes):
            pairs.append((c.trouble + math.log(max(quick / (t.written_min or quick), 1.0)), with_time(t, c, rounded_up(quick))))
        yield Progress(done, whole, f"{c.label.lower()} and the batch")
        done += 1
        part = largest_batch(c.plan, step, t.limit_C, t.mtsr_C) if t.written_min is not None else None
        if part is not None and part < 1.0 and (own := batch(t, rounded_down(part), c)) is not None:
            pairs.append((c.trouble + 1.2 * -math.log(part), own))
    yield Progress(done, whole, "half the batch and the time")
    half = batch(t, 0.5)
    quick = shortest_addition(half.plan, step, t.limit_C, t.mtsr_C) if half is not None and timed else None
    if half is not None and quick is not None and (minutes is None or quick < MUCH_SHORTER * minutes):
        pairs.append((half.trouble + math.log(max(quick / (t.written_min or quick), 1.0)), with_time(t, half, rounded_up(quick))))
    pairs.sort(key=lambda x: x[0])
    pairs = [x for x in pairs if not (holds and "part" in x[1].key)]
    found.pairs = [_remedy(t, c) for cost, c in pairs[:3] if cost < first + 1.0 or not found.singles]
    if not found.singles and not found.pairs:
        found.none = why_none(t)
    yield found


WORSE_K = 1.0
"""A change that warms the peak or the MTSR by this much has made it worse."""


def contrary(t: Target) -> list[str]:
    """What intuition gets wrong: twice the time, or twice the ice, where these make the peak or the MTSR worse (handbook 2.4)."""
    plan = up_to(t.pot.plan, t.step.n)
    if t.written_min is None or not plan.reacts:
        return []
    peak, top = unfavourable(plan, t.step.n)
    longer = 2 * plan.segments[-1].duration_s
    out = []
    slow_peak, slow_top = unfavourable(with_duration(plan, t.step.n, longer), t.step.n)
    if slow_peak > peak + WORSE_K or slow_top > top + WORSE_K:
        out.append(
            f"Slower is not safer here: over {longer / 60:.0f} min {_worse(peak, top, slow_peak, slow_top, 'the ice goes to the warmth of the room')}."
        )
    if plan.ice_kg > 0:
        cold_peak, cold_top = unfavourable(with_bath(plan, 2 * plan.ice_kg, plan.bath_water_kg, plan.bath_start_K), t.step.n)
        if cold_peak > peak + WORSE_K or cold_top > top + WORSE_K:
            out.append(
                f"More ice is not safer here: with {2 * plan.ice_kg:.2g} kg {_worse(peak, top, cold_peak, cold_top, 'it starts late and then all at once')}."
            )
    return out


def _worse(peak: float, top: float, new_peak: float, new_top: float, why: str) -> str:
    if new_peak > peak + WORSE_K:
        return f"the pot reaches {new_peak:.0f} °C instead of {peak:.0f}, since {why}"
    return f"losing the cooling ends at {new_top:.0f} °C instead of {top:.0f}, since it runs colder and more piles up"


def why_none(t: Target) -> str:
    """Why neither time nor bath nor batch helps, from the plan at its gentlest."""
    seg = next(s for s in t.pot.plan.segments if s.step == t.step.n)
    bath = seg.bath_T_K - ZERO_C
    if seg.bath == "none":
        return "None of these helps: nothing cools it; stand it in a bath."
    if bath > t.limit_C - 1.0:
        return f"None of these helps: the bath at {bath:.0f} °C cannot keep {t.limit_C:.0f} °C, whatever the time."
    peak, top = unfavourable(with_duration(up_to(t.pot.plan, t.step.n), t.step.n, 480 * 60.0), t.step.n)
    if peak <= t.limit_C and top <= t.mtsr_C:
        return "A longer addition keeps the limit; write over how long it is added."
    if top > t.mtsr_C:
        return f"None of these helps: even over eight hours enough piles up for {top:.0f} °C, over {t.mtsr_C:.0f}; it needs another procedure, or its rate measured."
    return f"None of these helps: even over eight hours the pot reaches {peak:.0f} °C, over {t.limit_C:.0f}."


def with_time(t: Target, c: Change, minutes: float) -> Change:
    """A change together with a time of the addition."""
    label = f"{c.label}, add over {minutes:g} min" if c.label else f"Add over {minutes:g} min"
    q = t.step.duration
    if q is not None and q.span is not None:
        edit = TextEdit(start=q.span[0], end=q.span[1], text=f"{minutes:g} min")
    else:  # nobody wrote a time: it goes behind what is added
        ends = [m.span[1] for m in t.procedure.materials if m.id in t.step.materials] or [t.step.span[1]]
        edit = TextEdit(start=max(ends), end=max(ends), text=f" (over {minutes:g} min)")
    return Change(c.key, label, with_duration(c.plan, t.step.n, minutes * 60.0), (*c.edits, edit), c.trouble)


def baths(t: Target) -> list[Change]:
    """Colder and larger baths than the one that is written."""
    bath, plan = t.pot.bath, t.pot.plan
    if bath is None or bath.span is None:
        return []
    out: list[Change] = []

    def put(key: str, label: str, changed: Plan, words: str, trouble: float) -> None:
        assert bath is not None and bath.span is not None
        out.append(Change(key, label, changed, (TextEdit(start=bath.span[0], end=bath.span[1], text=words),), trouble))

    if bath.kind == "ice":
        ice = max(plan.ice_kg, 0.5)
        cold = with_bath(plan, ice, ice / 3, BATH_T["ice-salt"] + ZERO_C)
        put("salt", "Ice–salt at −10 °C", cold, f"bath of {ice:g} kg of ice and {ice / 3:.2g} kg of salt", 0.4)
        for times in (2, 4):
            more = with_bath(plan, ice * times, plan.bath_water_kg, plan.bath_start_K)
            put(f"ice-{times}", f"{ice * times:.2g} kg of ice", more, f"bath of {ice * times:.2g} kg of ice and {max(plan.bath_water_kg, 0.1):.2g} kg of water", 0.2 * times)  # fmt: skip
    elif bath.kind in ("water", "oil", "thermostat") and bath.T_C is not None:
        for less in (10.0, 20.0):
            T = bath.T_C - less
            segments = tuple(replace(s, bath_T_K=T + ZERO_C) if abs(s.bath_T_K - ZERO_C - bath.T_C) < 1e-6 else s for s in plan.segments)
            put(f"bath-{less:g}", f"Bath at {T:g} °C", replace(plan, segments=segments), f"bath at {T:g} °C", 0.2 * less / 10)
    return out


def chilled(t: Target) -> list[Change]:
    """The feed at 5 °C where it comes warmer."""
    seg = next(s for s in t.pot.plan.segments if s.step == t.step.n)
    lots = [m for m in t.procedure.materials if m.id in t.step.materials]
    if seg.feed_T_K < 10.0 + ZERO_C or not lots or t.step.from_vessel:
        return []
    segments = tuple(replace(s, feed_T_K=5.0 + ZERO_C) if s is seg else s for s in t.pot.plan.segments)
    at = min(m.span[0] for m in lots)
    return [Change("chilled", "Feed chilled", replace(t.pot.plan, segments=segments), (TextEdit(start=at, end=at, text="chilled "),), 0.1)]


def batch(t: Target, part: float, on: Change | None = None) -> Change | None:
    """A part of the batch in the same flask and bath; None where an amount cannot be rewritten."""
    edits = _part_of(t.procedure, part)
    if not edits:
        return None
    said = "Half the batch" if part == 0.5 else f"{part * 100:.0f} % of the batch"
    base = on or Change("", "", t.pot.plan)
    label = f"{base.label}, {said.lower()}" if base.label else said
    return Change(
        f"{base.key}-part" if on else ("half" if part == 0.5 else "part"), label, scaled(base.plan, part), (*base.edits, *edits), base.trouble + 1.2 * -math.log(part)
    )  # fmt: skip


def _part_of(procedure: Procedure, part: float) -> list[TextEdit]:
    """Words that make every charge a part of itself (baths and vessels stay)."""
    edits = []
    for m in procedure.materials:
        for q in (m.amount, m.stated_mol):
            if q and q.span and m.role not in ("absorber",):
                text = procedure.source_text[q.span[0] : q.span[1]]
                unit = text.lstrip("0123456789.,-–+ ½¼¾")
                if not unit or not text[0].isdigit():
                    continue
                edits.append(TextEdit(start=q.span[0], end=q.span[1], text=f"{q.value * part:.4g} {unit}"))
    return edits


def _remedy(t: Target, c: Change) -> Remedy:
    """Figures after the change, from all corners."""
    runs = {x.name: run(c.plan, x) for x in c.plan.corners}
    peaks = {n: r.over(t.step.n).peak_C for n, r in runs.items() if r.over(t.step.n)}  # type: ignore[union-attr]
    tops = {n: r.worst().mtsr_C for n, r in runs.items()} if c.plan.reacts else peaks
    peak = figure(peaks["best"], "°C", low=min(peaks.values()), high=max(peaks.values()))
    taken = "best" if t.pot.rates_known else "slow"  # without a rate the worse bound is the figure, as in the assessment
    top = figure(tops[taken], "°C", low=min(tops.values()), high=max(tops.values()))
    decides = "peak" if t.limit_C - max(peaks.values()) <= t.mtsr_C - max(tops.values()) or not c.plan.reacts else "MTSR"
    detail = f"peak {peaks['best']:.0f} °C ({_whole(min(peaks.values()), max(peaks.values()))}) of {t.limit_C:.0f}, MTSR {tops[taken]:.0f} °C (to {max(tops.values()):.0f}); the {decides} decides"
    return Remedy(id=c.key, label=c.label, detail=detail, edits=sorted(c.edits, key=lambda e: e.start), peak_C=peak, MTSR_C=top)


def _whole(low: float, high: float) -> str:
    return range_text(round(low), round(high))
