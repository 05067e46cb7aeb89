"""What if it fails: the plan with one thing gone wrong at one moment, integrated (handbook 2.5).

Each failure cuts the schedule at its moment and changes what follows. The unfavourable corner (most heat, poorest bath) is run beside the best
one; where the rate is not known, the corner with everything unreacted stands for it.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace

import numpy as np

from northsquall.dynamics.pot import Corner, Plan, Run, Segment, run

POINTS = 80
VALVE_S = 10.0
"""Seconds in which a funnel empties with its tap wide open (assumption)."""
STOPPED_S = 600.0
"""Seconds for which a stirrer stands before somebody sees it (assumption)."""
STUCK_K = 80.0
"""Kelvin by which a plate or mantle left on overshoots its bath (assumption)."""
AFTER_S = 1800.0
"""Seconds that are followed behind the last step."""
UNSTIRRED = 0.05
"""Fraction of rate and of heat transfer that is left between two still layers (assumption)."""


@dataclass(frozen=True)
class Failed:
    """One failure at one moment: its curve and what it comes to. Times in s of the plan, temperatures in °C."""

    id: str
    name: str
    at_s: float
    step: int
    peak_C: float
    high_C: float
    peak_at_s: float
    t_s: np.ndarray
    pot_C: np.ndarray


def _starts(plan: Plan) -> list[float]:
    return [0.0, *np.cumsum([s.duration_s for s in plan.segments]).tolist()]


def segment_at(plan: Plan, t: float) -> int:
    """Index of the segment that holds the moment `t` (s)."""
    starts = _starts(plan)
    return next((i for i in range(len(plan.segments)) if t < starts[i + 1]), len(plan.segments) - 1)


def cut(plan: Plan, t: float) -> tuple[list[Segment], list[Segment]]:
    """The segments before and from the moment `t` on; the one it falls into is divided with its feed."""
    i = segment_at(plan, t)
    seg, begin = plan.segments[i], _starts(plan)[i]
    share = float(np.clip((t - begin) / seg.duration_s, 0.0, 1.0))
    head = list(plan.segments[:i])
    tail = list(plan.segments[i + 1 :])
    if share > 1e-9:
        head.append(_part(seg, share))
    if share < 1 - 1e-9:
        tail.insert(0, _part(seg, 1 - share))
    return head, tail


def _part(seg: Segment, share: float) -> Segment:
    return replace(
        seg,
        portions=max(1, round(seg.portions * share)),
        duration_s=seg.duration_s * share,
        feed_mol=tuple(n * share for n in seg.feed_mol),
        feed_heat_J=seg.feed_heat_J * share,
    )


def _dry(seg: Segment) -> Segment:
    """The same time with the feed stopped."""
    return replace(seg, feed_mol=tuple(0.0 for _ in seg.feed_mol), feed_heat_J=0.0)


def _rest(plan: Plan, last: Segment) -> Segment:
    return replace(_dry(last), kind="hold", duration_s=AFTER_S, limit_C=None)


def _cooling(plan: Plan, t: float, feed: bool) -> list[Segment]:
    head, tail = cut(plan, t)
    tail = [replace(s if feed else _dry(s), bath="none") for s in tail]
    return [*head, *tail, replace(_rest(plan, plan.segments[-1]), bath="none")]


def _stirrer(plan: Plan, t: float) -> list[Segment]:
    head, tail = cut(plan, t)
    still: list[Segment] = []
    left = STOPPED_S
    while tail and left > 1e-6:
        seg = tail.pop(0)
        share = min(left / seg.duration_s, 1.0)
        still.append(replace(_part(seg, share), stirred=False))
        if share < 1 - 1e-9:
            tail.insert(0, _part(seg, 1 - share))
        left -= seg.duration_s * share
    return [*head, *still, *tail, _rest(plan, plan.segments[-1])]


def _valve(plan: Plan, t: float) -> list[Segment]:
    head, tail = cut(plan, t)
    if not tail:
        return head
    now = tail.pop(0)
    spill = replace(now, duration_s=min(VALVE_S, now.duration_s))
    waits = replace(_dry(now), duration_s=max(now.duration_s - spill.duration_s, 1.0))
    return [*head, spill, waits, *tail, _rest(plan, plan.segments[-1])]


def _strong(plan: Plan, t: float) -> list[Segment]:
    """The dose that runs at `t` at double strength, from its start: twice the reactants in the same volume."""
    i = segment_at(plan, t)
    out = list(plan.segments)
    fed = tuple(n * 2 if any(r.nu[k] < 0 for r in plan.rates) else n for k, n in enumerate(out[i].feed_mol))
    out[i] = replace(out[i], feed_mol=fed)
    return [*out, _rest(plan, plan.segments[-1])]


def _late(plan: Plan, t: float) -> list[Segment]:
    """Nothing reacts until `t`, and then all that waits does."""
    head, tail = cut(plan, t)
    shut = tuple(range(len(plan.rates)))
    return [*(replace(s, shut=shut) for s in head), *tail, _rest(plan, plan.segments[-1])]


def _heat(plan: Plan, t: float) -> list[Segment]:
    head, tail = cut(plan, t)
    own = segment_at(plan, t)
    stuck = max(plan.segments[own].bath_T_K, plan.ambient_K) + STUCK_K
    kind = plan.segments[own].bath if plan.segments[own].bath in ("jacket", "heater") else "fixed"
    tail = [replace(s, bath=kind, bath_T_K=stuck) for s in tail]
    return [*head, *tail, replace(_rest(plan, plan.segments[-1]), bath=kind, bath_T_K=stuck)]


def swapped(plan: Plan, t: float) -> tuple[tuple[float, ...], list[Segment]] | None:
    """(start, segments) with what is fed at `t` in the pot first, and what was there run in over the same time; None where nothing else was there."""
    i = segment_at(plan, t)
    fed = plan.segments[i].feed_mol
    sides = [k for k, n in enumerate(plan.rates[0].nu) if n < 0] if plan.rates else []
    other = next((k for k in sides if fed[k] <= 0), None)
    if other is None or not any(fed[k] > 0 for k in sides):
        return None
    out = list(plan.segments)
    if plan.start_mol[other] > 0:
        out[i] = replace(out[i], feed_mol=plan.start_mol)
        return fed, out
    j = next((k for k in range(i) if plan.segments[k].feed_mol[other] > 0), None)
    if j is None:
        return None
    out[i], out[j] = replace(out[i], feed_mol=out[j].feed_mol), replace(out[j], feed_mol=fed)
    return plan.start_mol, out


def _order(plan: Plan, t: float) -> list[Segment]:
    found = swapped(plan, t)
    return [*(found[1] if found else plan.segments), _rest(plan, plan.segments[-1])]


KINDS: dict[str, tuple[str, Callable[[Plan, float], list[Segment]]]] = {
    "cooling": ("Cooling lost, the feed is stopped", lambda p, t: _cooling(p, t, False)),
    "unseen": ("Cooling lost, and nobody stops the feed", lambda p, t: _cooling(p, t, True)),
    "stirrer": ("Stirrer stands for ten minutes, then runs again", _stirrer),
    "valve": ("Tap wide open: the rest of the feed at once", _valve),
    "strong": ("Feed of double strength", _strong),
    "order": ("Wrong way round: what is fed was there first", _order),
    "late": ("It starts only now", _late),
    "heat": ("Heat left on", _heat),
}


def _warmed(plan: Plan, seg: Segment) -> bool:
    return seg.bath in ("fixed", "jacket", "heater") and seg.bath_T_K > plan.ambient_K + 5.0


def applies(plan: Plan, kind: str, t: float) -> bool:
    """Whether a failure means anything at this moment: what is fed, or cooled, or warmed then."""
    seg = plan.segments[segment_at(plan, t)]
    fed = any(seg.feed_mol)
    if kind in ("valve", "strong"):
        return fed and seg.kind in ("dose", "add")
    if kind == "order":
        return fed and plan.reacts and swapped(plan, t) is not None
    if kind == "late":
        return plan.reacts and fed
    if kind == "heat":
        return _warmed(plan, seg)
    if kind in ("cooling", "unseen"):
        return seg.bath != "none" and (kind == "cooling" or fed)
    return True


def worst_moment(plan: Plan, kind: str, runs: dict[str, Run]) -> float | None:
    """When a failure is worst, s: losing the cooling at the highest MTSR, an open tap when most is left to come; None where it cannot be."""
    starts = _starts(plan)
    doses = [i for i, s in enumerate(plan.segments) if s.kind in ("dose", "add") and any(s.feed_mol)]
    if kind in ("valve", "strong", "late", "unseen", "stirrer", "order") and not doses:
        return None
    if kind == "heat":
        warm = next((i for i, s in enumerate(plan.segments) if _warmed(plan, s)), None)
        return None if warm is None else starts[warm] + 0.5 * plan.segments[warm].duration_s
    if kind in ("cooling", "unseen") and plan.reacts:
        r = runs.get("slow") or runs["best"]
        at = r.worst().mtsr_at_s
        seg = plan.segments[segment_at(plan, at)]
        if kind == "unseen" and not any(seg.feed_mol):
            at = starts[doses[-1]] + 0.5 * plan.segments[doses[-1]].duration_s
        return float(min(at, starts[-1] - 1.0))
    if not doses:
        return None
    i = max(doses, key=lambda k: sum(plan.segments[k].feed_mol))
    share = {"valve": 0.1, "strong": 0.0, "order": 0.0, "late": 0.6, "stirrer": 0.5, "cooling": 0.9}.get(kind, 0.5)
    return starts[i] + share * plan.segments[i].duration_s


def simulate(plan: Plan, kind: str, at_s: float) -> Failed | None:
    """One failure at one moment; None where the integration fails. Raises KeyError for a kind that is none."""
    name, change = KINDS[kind]
    turned = swapped(plan, at_s) if kind == "order" else None
    start = turned[0] if turned is not None else plan.start_mol
    tampered = replace(
        plan, start_mol=start, segments=tuple(change(plan, at_s)), unstirred=UNSTIRRED if kind == "stirrer" else plan.unstirred
    )
    names = {c.name for c in plan.corners}
    wanted = ["best", "hot", *(["slow"] if "slow" in names else [])]
    runs: list[tuple[Corner, Run]] = []
    for c in plan.corners:
        if c.name in wanted:
            r = run(tampered, c, POINTS)
            if r.failed:
                return None
            runs.append((c, r))
    best = next(r for c, r in runs if c.name == "best")
    tops = [max((s.peak_C, s.peak_at_s) for s in r.steps if s.end_s > at_s - 1e-6) for _, r in runs]
    hottest = max(range(len(runs)), key=lambda i: tops[i][0])
    peak = max((s.peak_C, s.peak_at_s) for s in best.steps if s.end_s > at_s - 1e-6)
    shown = runs[hottest][1]
    return Failed(
        kind, name, at_s, plan.segments[segment_at(plan, at_s)].step, peak[0], tops[hottest][0], tops[hottest][1], shown.t_s, shown.pot_C
    )


__all__ = ["KINDS", "Failed", "applies", "cut", "simulate", "swapped", "worst_moment"]
