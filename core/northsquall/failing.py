"""fail(procedure) -> what each failure of the deciding vessel comes to, in a curve and a sentence."""

from __future__ import annotations

import numpy as np

from northsquall.assess import work_out
from northsquall.assessment import Failure
from northsquall.dynamics.failures import KINDS, Failed, applies, simulate, worst_moment
from northsquall.dynamics.schedule import begins_min
from northsquall.findings.base import Context
from northsquall.procedure import Laboratory, Material, Procedure, Quantity, Step
from northsquall.review import settings_for
from northsquall.substances import Catalogue
from northsquall.substances import catalogue as shipped


class NoCurve(ValueError):
    """There is no curve in which something could fail; the message says why."""


def fail(
    procedure: Procedure, at_min: float | None = None, kinds: list[str] | None = None, *, catalogue: Catalogue | None = None, laboratory: Laboratory | None = None
) -> list[Failure]:  # fmt: skip
    """Each failure at `at_min` (minutes of the timetable), or at its own worst moment. Raises NoCurve where nothing can be drawn, or for a kind that is none."""
    c = work_out(procedure, catalogue or shipped(), settings_for(procedure, laboratory)).context
    if c.pot is None or not c.runs:
        raise NoCurve(f"No curve can be drawn: {c.pot_missing or 'nothing is charged to a vessel'}.")
    if c.unknown_dose is not None:
        raise NoCurve("No curve can be drawn: no time is written for the addition.")
    known = [*KINDS, WATER]
    plan = c.pot.plan
    offset = begins_min(c.timed, plan.segments[0].step)
    end = sum(s.duration_s for s in plan.segments)
    out = []
    for kind in kinds or known:
        if kind not in known:
            raise NoCurve(f"“{kind}” is no failure that is known; expected one of {', '.join(known)}.")
        if kind == WATER:
            out += _water(procedure, c, at_min, catalogue or shipped(), laboratory)
            continue
        at = worst_moment(plan, kind, c.runs) if at_min is None else float(np.clip((at_min - offset) * 60.0, 0.0, end - 1e-3))
        if at is None or not applies(plan, kind, at):
            continue
        found = simulate(plan, kind, at)
        out.append(_line(c, kind, at, offset, found))
    return out


WATER = "water"
ANSWERS_K = 2.0
"""Rise by the heat that the water itself makes, from which it is worth saying."""
WATER_ML = 50.0
"""What a burst condenser or a fallen lump of ice lets into the pot (assumption)."""


def _water(procedure: Procedure, c: Context, at_min: float | None, cat: Catalogue, laboratory: Laboratory | None) -> list[Failure]:
    """Water into the pot behind the step that runs at `at_min`, or behind the last addition: what the ledger makes of it, on the curve."""
    assert c.pot is not None
    after = c.pot.dose_steps[-1] if c.pot.dose_steps else c.pot.plan.segments[-1].step
    if at_min is not None:
        after = next((t.step.n for t in c.timed if t.start <= at_min < t.start + t.best and t.step.vessel == c.pot.vessel.name), after)
    p = procedure.model_copy(deep=True)
    for s in p.steps:
        s.n += s.n > after
    for m in p.materials:
        m.step = m.step + 1 if m.step is not None and m.step > after else m.step
    for x in p.chemistry:
        x.step = x.step + 1 if x.step is not None and x.step > after else x.step
    end = p.steps[after - 1].span[1]
    p.materials.append(
        Material(id="let-in", name="water", identity="water", amount=Quantity(value=WATER_ML, unit="ml"), step=after + 1, span=(end, end))
    )
    step = Step(
        n=after + 1, kind="add", text="water is let in", span=(end, end), vessel=c.pot.vessel.name, materials=["let-in"], all_at_once=True
    )
    p.steps.insert(after, step)
    name = f"Water let in, {WATER_ML:.0f} mL"
    now = work_out(p, cat, settings_for(p, laboratory)).context
    if now.pot is None or after + 1 not in now.peak:
        return [Failure(id=WATER, name=name, at_min=0.0, step=after, peak_C=None, high_C=None, after_min=None, over=False, says=f"{name}: not established, {now.pot_missing or 'no curve can be drawn'}.", t_min=[], pot_C=[])]  # fmt: skip
    r = now.runs["hot"] if "hot" in now.runs else now.runs["best"]
    seg = r.over(after + 1)
    assert seg is not None
    behind = r.t_s >= seg.start_s - 1e-6
    _, best, high = now.peak[after + 1]
    offset = begins_min(now.timed, now.pot.plan.segments[0].step)
    found = Failed(WATER, name, seg.start_s, after, best, high, seg.peak_at_s, r.t_s[behind], r.pot_C[behind])
    at = seg.start_s / 60 + offset
    says, over = _sentence(now, found, at)
    gas = {g: n for e in now.walk.entries if e.step == after + 1 for g, n in e.gas.items() if n > 1e-3}
    if gas:
        says = says[:-1] + "; " + ", ".join(f"{n:.2g} mol of {g} come off" for g, n in gas.items()) + "."
        over = True
    own = [x.heat_kJ.best for x in now.reactions if x.step == after + 1 and x.vessel == c.pot.vessel.name]
    kJ = sum(x for x in own if x is not None)
    if None not in own and kJ * 1e3 < ANSWERS_K * now.pot.cp_J_K and not gas:
        return []  # nothing here answers water
    return [
        Failure(id=WATER, name=name, at_min=round(at, 1), step=after, peak_C=round(best, 1), high_C=round(high, 1), after_min=round(max(seg.peak_at_s - seg.start_s, 0.0) / 60, 1), over=over, says=says, t_min=[round(float(v) / 60 + offset, 3) for v in r.t_s[behind]], pot_C=[round(float(v), 2) for v in r.pot_C[behind]])
    ]  # fmt: skip


def _line(c: Context, kind: str, at: float, offset: float, found: Failed | None) -> Failure:
    name, at_min = KINDS[kind][0], at / 60 + offset
    if found is None:
        return Failure(id=kind, name=name, at_min=round(at_min, 1), step=0, peak_C=None, high_C=None, after_min=None, over=False, says=f"{name}: not established, the integration did not succeed.", t_min=[], pot_C=[])  # fmt: skip
    t = found.t_s
    keep = np.concatenate([[True], np.diff(t) > 1e-9]) & (np.arange(len(t)) % 2 == 0)
    says, over = _sentence(c, found, at_min)
    return Failure(
        id=kind, name=name, at_min=round(at_min, 1), step=found.step, peak_C=round(found.peak_C, 1), high_C=round(found.high_C, 1),
        after_min=round(max(found.peak_at_s - at, 0.0) / 60, 1), over=over, says=says,
        t_min=[round(float(v) / 60 + offset, 3) for v in t[keep]], pot_C=[round(float(v), 2) for v in found.pot_C[keep]],
    )  # fmt: skip


def _sentence(c: Context, f: Failed, at_min: float) -> tuple[str, bool]:
    """What happens, against the limit, boiling and the bound of decomposition; and whether one of these is passed."""
    assert c.pot is not None
    after = max(f.peak_at_s - f.at_s, 0.0) / 60
    high = f" (up to {f.high_C:.0f})" if f.high_C - f.peak_C > 1.0 else ""
    when = f"{after:.0f} min later" if after >= 1.5 else "within a minute or two"
    out = [f"{f.name} at {at_min:.0f} min, step {f.step}: the pot goes to {f.peak_C:.0f} °C{high} {when}"]
    if f.high_C <= c.pot.plan.ambient_K - 273.15 + 2.0:
        out.append("no warmer than the room")
    limit = next((s.limit_C for s in c.pot.plan.segments if s.step == f.step and s.limit_C is not None), None)
    over = False
    if c.bound is not None and c.td24_applies and f.high_C > c.bound.TD24_C:
        out.append(f"past {c.bound.TD24_C:.0f} °C, {c.bound.says}")
        over = True
    if c.mtt is not None and f.high_C > c.mtt[0]:
        out.append(f"it boils at about {c.mtt[1]:.0f} °C" if f.high_C > c.mtt[1] else f"it may boil from {c.mtt[0]:.0f} °C on")
        over = True
    if limit is not None:
        passed = f.high_C > limit + 0.5
        out.append(f"{'over' if passed else 'within'} the limit of {limit:.0f} °C")
        over = over or passed
    return "; ".join(out) + ".", over
