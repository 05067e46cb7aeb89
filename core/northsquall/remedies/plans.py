"""Plans changed in one thing, and the shortest addition that keeps limit and bound (handbook 2.6)."""

from __future__ import annotations

import math
from dataclasses import replace

from northsquall.dynamics.pot import Plan, run, with_duration

LONGEST_MIN = 480.0
CLOSE = 1.01
"""How near to the edge of what is feasible a search goes."""


def unfavourable(plan: Plan, step: int) -> tuple[float, float]:
    """(highest peak of the step, highest MTSR of the run) in °C over the corners."""
    peak = top = -math.inf
    for corner in plan.corners:
        if corner.name in ("hot", "slow"):
            r = run(plan, corner)
            found = r.over(step)
            if r.failed or found is None:
                return math.inf, math.inf
            peak = max(peak, found.peak_C)
            top = max(top, r.worst().mtsr_C if plan.reacts else found.peak_C)  # what only mixes does not pile up
    return peak, top


def up_to(plan: Plan, step: int) -> Plan:
    """The plan as far as a step: what a search of that step needs."""
    index = next(i for i, s in enumerate(plan.segments) if s.step == step)
    return replace(plan, segments=plan.segments[: index + 1])


def excess(plan: Plan, step: int, limit_C: float, mtsr_C: float) -> float:
    """By how much the worse of the two is passed at the unfavourable corners, K; 0 or less: both are kept."""
    peak, top = unfavourable(plan, step)
    return max(peak - limit_C, top - mtsr_C)


def shortest_addition(plan: Plan, step: int, limit_C: float, mtsr_C: float) -> float | None:
    """Shortest duration of a dose (min) for which the peak keeps its limit and the MTSR its bound.

    From the time as written: upwards in steps of 1.6 while it is too short, downwards while it would do,
    then bisection in log t to 1 %. None: not up to eight hours. The feasible set need not be an interval
    where ice runs out; the shortest end of the one next to the written time is returned.
    """
    short = up_to(plan, step)

    def over(minutes: float) -> float:
        return excess(with_duration(short, step, minutes * 60.0), step, limit_C, mtsr_C)

    low = high = short.segments[-1].duration_s / 60.0
    if over(high) > 0:
        while over(high) > 0:
            low, high = high, high * 1.6
            if high > LONGEST_MIN:
                return None
    else:
        while over(low) <= 0:
            low, high = low / 1.6, low
            if low < 1.0:
                return high
    while high / low > CLOSE:
        mid = math.sqrt(low * high)
        if over(mid) > 0:
            low = mid
        else:
            high = mid
    return high


SMALLEST = 0.02


def largest_batch(plan: Plan, step: int, limit_C: float, mtsr_C: float) -> float | None:
    """Largest part of the batch, in the same flask, bath and times, that keeps limit and bound, to 1 %; None: not even a fiftieth."""
    short = up_to(plan, step)
    low, high = SMALLEST, 1.0
    if excess(scaled(short, high), step, limit_C, mtsr_C) <= 0:
        return high
    if excess(scaled(short, low), step, limit_C, mtsr_C) > 0:
        return None
    while high / low > CLOSE:
        mid = math.sqrt(low * high)
        if excess(scaled(short, mid), step, limit_C, mtsr_C) > 0:
            high = mid
        else:
            low = mid
    return low


def rounded_up(minutes: float) -> float:
    """A time a person would write: up to the next 1, 5 or 10 min."""
    unit = 1.0 if minutes < 10 else 5.0 if minutes < 120 else 10.0
    return math.ceil(minutes / unit - 1e-9) * unit


def rounded_down(part: float) -> float:
    """A part of a batch that a person would write: down to the next twentieth, below a tenth to the next hundredth."""
    unit = 0.05 if part >= 0.1 else 0.01
    return math.floor(part / unit + 1e-9) * unit


def scaled(plan: Plan, factor: float) -> Plan:
    """The same plan with all amounts times `factor`, in the same vessel and bath."""
    return replace(
        plan,
        start_mol=tuple(n * factor for n in plan.start_mol),
        extent_mol=plan.extent_mol * factor,
        segments=tuple(
            replace(s, feed_mol=tuple(n * factor for n in s.feed_mol), feed_heat_J=s.feed_heat_J * factor) for s in plan.segments
        ),
    )
