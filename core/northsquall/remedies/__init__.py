"""Searches for what would make it acceptable (handbook 2.6): one change at a time, figures before and after."""

from __future__ import annotations

import math
from dataclasses import replace

from northsquall.assessment import Remedy, TextEdit
from northsquall.dynamics.building import BATH_T, Pot
from northsquall.dynamics.pot import ZERO_C, Plan, run, with_bath, with_duration
from northsquall.procedure import Procedure, Step
from northsquall.working import figure, range_text

LONGEST_MIN = 480.0


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
            top = max(top, r.worst().mtsr_C)
    return peak, top


def shortest_addition(plan: Plan, step: int, limit_C: float, mtsr_C: float) -> float | None:
    """Shortest duration of a dose (min) for which the peak keeps its limit and the MTSR its bound.

    From the time as written: upwards in steps of 1.6 while it is too short, downwards while it would do,
    then bisection in log t to 3 %. None: not up to eight hours. The feasible set need not be an interval
    where ice runs out; the shortest end of the one next to the written time is returned.
    """
    index = next(i for i, s in enumerate(plan.segments) if s.step == step)
    short = replace(plan, segments=plan.segments[: index + 1])

    def excess(minutes: float) -> float:
        peak, top = unfavourable(with_duration(short, step, minutes * 60.0), step)
        return max(peak - limit_C, top - mtsr_C)

    low = high = plan.segments[index].duration_s / 60.0
    if excess(high) > 0:
        while excess(high) > 0:
            low, high = high, high * 1.6
            if high > LONGEST_MIN:
                return None
    else:
        while excess(low) <= 0:
            low, high = low / 1.6, low
            if low < 1.0:
                return high
    while high / low > 1.03:
        mid = math.sqrt(low * high)
        if excess(mid) > 0:
            low = mid
        else:
            high = mid
    return high


def rounded_up(minutes: float) -> float:
    """A time a person would write: up to the next 1, 5 or 10 min."""
    unit = 1.0 if minutes < 10 else 5.0 if minutes < 120 else 10.0
    return math.ceil(minutes / unit - 1e-9) * unit


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


def search(procedure: Procedure, pot: Pot, step: Step, limit_C: float, mtsr_C: float) -> tuple[list[Remedy], float | None]:
    """Changes that bring a dose under its limit, and the shortest addition as the bath stands (min)."""
    if step.duration is None or step.duration.span is None:
        return [], None
    plan = pot.plan
    out: list[Remedy] = []
    shortest = shortest_addition(plan, step.n, limit_C, mtsr_C)
    if shortest is not None:
        out.append(_remedy("slower", plan, step, rounded_up(shortest), "", [], limit_C))
    if pot.bath is not None and pot.bath.kind == "ice" and pot.bath.span is not None:
        ice = max(plan.ice_kg, 0.5)
        cold = with_bath(plan, ice, ice / 3, BATH_T["ice-salt"] + ZERO_C)
        found = shortest_addition(cold, step.n, limit_C, mtsr_C)
        if found is not None and (shortest is None or found < 0.8 * shortest):
            words = f"bath of {ice:g} kg of ice and {ice / 3:.2g} kg of salt"
            edits = [TextEdit(start=pot.bath.span[0], end=pot.bath.span[1], text=words)]
            out.append(_remedy("salt", cold, step, rounded_up(found), "Ice–salt at −10 °C", edits, limit_C))
    half = scaled(plan, 0.5)
    found = shortest_addition(half, step.n, limit_C, mtsr_C)
    if found is not None and (shortest is None or found < 0.8 * shortest):
        out.append(_remedy("half", half, step, rounded_up(found), "Half the batch", _halves(procedure), limit_C))
    return out, shortest


def _halves(procedure: Procedure) -> list[TextEdit]:
    """Words that halve every charge (baths and vessels stay)."""
    edits = []
    for m in procedure.materials:
        for q in (m.amount, m.stated_mol):
            if q and q.span and m.role not in ("absorber",):
                text = procedure.source_text[q.span[0] : q.span[1]]
                unit = text.lstrip("0123456789.,-–+ ½¼¾")
                if not unit or not text[0].isdigit():
                    continue
                value = q.value / 2
                edits.append(TextEdit(start=q.span[0], end=q.span[1], text=f"{value:.4g} {unit}"))
    return edits


def _remedy(key: str, plan: Plan, step: Step, minutes: float, lead: str, edits: list[TextEdit], limit_C: float) -> Remedy:
    """Figures after the change, from all corners."""
    changed = with_duration(plan, step.n, minutes * 60.0)
    runs = {c.name: run(changed, c) for c in changed.corners}
    peaks = {n: r.over(step.n).peak_C for n, r in runs.items() if r.over(step.n)}  # type: ignore[union-attr]
    tops = {n: r.worst().mtsr_C for n, r in runs.items()}
    label = f"add over {minutes:g} min" if lead else f"Add over {minutes:g} min"
    assert step.duration and step.duration.span
    edits = [*edits, TextEdit(start=step.duration.span[0], end=step.duration.span[1], text=f"{minutes:g} min")]
    peak = figure(peaks["best"], "°C", low=min(peaks.values()), high=max(peaks.values()))
    top = figure(tops["best"], "°C", low=min(tops.values()), high=max(tops.values()))
    detail = f"peak {peaks['best']:.0f} °C ({_whole(min(peaks.values()), max(peaks.values()))}) of {limit_C:.0f}, MTSR {tops['best']:.0f} °C (to {max(tops.values()):.0f})"
    return Remedy(
        id=key,
        label=f"{lead}, {label}" if lead else label,
        detail=detail,
        edits=sorted(edits, key=lambda e: e.start),
        peak_C=peak,
        MTSR_C=top,
    )


def _whole(low: float, high: float) -> str:
    return range_text(round(low), round(high))
