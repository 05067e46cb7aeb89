"""When each step runs, who must be there, what is renewed, where the work may rest (handbook 2.13)."""

from __future__ import annotations

from datetime import datetime, time, timedelta

import numpy as np

from northsquall.assessment import DayPlan, PlanRow, QuenchLine, Refill, Rest, Schedule
from northsquall.chemistry.roots import is_diazonium
from northsquall.dynamics.schedule import Timed, begins_min, lay_out
from northsquall.findings.base import Context
from northsquall.procedure import Procedure, Step
from northsquall.working import figure, not_established

NEVER_ATTENDED = ("dry", "store", "record")
ALWAYS_ATTENDED = (
    "charge",
    "dose",
    "add",
    "dissolve",
    "heat",
    "quench",
    "destroy",
    "neutralise",
    "generate",
    "test",
    "extract",
    "transfer",
    "distil",
    "filter",
    "cool",
)
QUIET_W_L = 1.0
"""Heat (W per litre) below which nobody needs to watch (handbook 2.13)."""
RENEWED = 0.8
"""Share of the ice that is put in anew."""


def attended_min(c: Context, t: Timed) -> tuple[float, float, float]:
    """Minutes of a step, from its start, in which somebody must be there (low, best, high).

    Doses, makings, warming, quench, distilling and work by hand: all of it. A hold: until it makes less than 1 W/L; all of it where that
    is not established and something can react.
    """
    s = t.step
    whole = (t.low, t.best, t.high)
    if s.kind in NEVER_ATTENDED or (s.kind == "absorb" and not s.materials):
        return (0.0, 0.0, 0.0)
    if s.kind in ALWAYS_ATTENDED:
        return whole
    reacts = any(r.step == s.n and r.vessel == s.vessel for r in c.reactions) or any(
        e.vessel == s.vessel and e.step == s.n and e.latent is None for e in c.walk.events()
    )
    if c.pot is not None and s.vessel == c.pot.vessel.name and c.runs and c.unknown_dose is None:
        until = {name: u for name in c.runs if (u := _quiet_after(c, name, s.n)) is not None}
        if "best" in until and (c.pot.rates_known or not reacts):
            return (min(*until.values(), t.low), min(until["best"], t.best), min(max(until.values()), t.high))
    return whole if reacts or s.kind == "reflux" else (0.0, 0.0, 0.0)


def _quiet_after(c: Context, name: str, n: int) -> float | None:
    """Minutes into a step after which its run makes less than 1 W/L."""
    r = c.runs[name]
    step = r.over(n)
    if step is None:
        return None
    here = (r.t_s >= step.start_s) & (r.t_s <= step.end_s)
    loud = here & (r.made_W > QUIET_W_L * np.maximum(r.volume_mL, 1.0) / 1e3)
    return 0.0 if not loud.any() else float(r.t_s[loud][-1] - step.start_s) / 60.0


def is_attended(c: Context, s: Step) -> bool:
    """Whether somebody must be there for at least a part of a step."""
    t = next((t for t in c.timed if t.step.n == s.n), None)
    return t is not None and attended_min(c, t)[1] > 0.0


def refills(c: Context) -> list[Refill]:
    """When the ice is renewed, minutes from the start; empty where none is, or where it is not established."""
    if c.pot is None or "best" not in c.runs or c.pot.plan.ice_kg <= 0 or c.unknown_dose is not None:
        return []
    whole = c.pot.plan.ice_kg * 1e3
    left = c.settings.best("ice_renew_fraction") * whole
    offset = begins_min(c.timed, c.pot.plan.segments[0].step)
    iced = [s for s in c.runs["best"].steps if next(g for g in c.pot.plan.segments if g.step == s.step).bath == "ice"]
    ends = iced[-1].end_s if iced else 0.0
    out: list[Refill] = []
    times: dict[str, list[float]] = {}
    for name in ("cool", "best", "hot"):
        r = c.runs.get(name)
        if r is None or not len(r.t_s):
            continue
        melted = r.ice_g[0] - r.ice_g
        step = whole - left
        n = 1
        while n < 20:
            at = np.nonzero((melted >= n * step) & (r.t_s <= ends))[0]
            if not len(at):
                break
            times.setdefault(name, []).append(float(r.t_s[at[0]]) / 60 + offset)
            n += 1
    for i, best in enumerate(times.get("best", [])):
        others = [v[i] for v in times.values() if len(v) > i]
        at_min = figure(best, "min", low=min(others), high=max(others))
        out.append(Refill(what="ice", at_min=at_min, mass_g=figure(whole * RENEWED, "g"), vessel=c.pot.vessel.name))
    return out


SETTLED = ("filter", "dry", "store", "cool", "hold", "quench", "neutralise", "destroy", "extract", "test")
NOT_A_REST = ("standing", "runaway", "diazo", "organometallic")


def rests(c: Context) -> list[Rest]:
    """Steps after which the work may be left: nothing reacting or waiting to, no gas, nothing warm; with why."""
    out: list[Rest] = []
    steps = c.procedure.steps
    for i, s in enumerate(steps[:-1]):
        if s.kind not in SETTLED or s.kind == "absorb":
            continue
        entries = [e for e in c.walk.entries if e.step <= s.n and e.vessel == s.vessel]
        last = entries[-1] if entries else None
        waits = [
            e
            for e in (last.events if last else [])
            if e.latent is not None and e.could > 1e-4 and e.reaction.family.record.get("kind") in NOT_A_REST
        ]
        held = [r for r, n in (last.after.items() if last else []) if n > 1e-4 and (is_diazonium(r) or "Mg" in r)]
        going = any(r.step > s.n and r.vessel == s.vessel and r.role == "wanted" for r in c.reactions)
        gas = last is not None and last.step == s.n and sum(last.gas.values()) > 1e-3 and s.kind not in ("filter", "dry")
        t = next((t for t in c.timed if t.step.n == s.n), None)
        hot = s.T_range is not None and s.T_range.value > 40.0
        watched = t is not None and s.kind == "hold" and attended_min(c, t)[1] >= t.best > 0
        open_ = c.heat_open(s.n) and s.kind not in ("filter", "dry")
        if (
            waits
            or held
            or open_
            or going
            or gas
            or hot
            or watched
            or (steps[i + 1].kind in ("hold", "test") and s.kind in ("hold", "test"))
        ):
            continue
        why = {
            "filter": "the solid is off the liquor",
            "dry": "it dries by itself",
            "quench": "it is on ice or in water, and the heat is out",
            "extract": "parted layers, the lids vented",
        }.get(s.kind, "nothing reacts, and no gas comes")
        out.append(Rest(after_step=s.n, max_min=None, why=why))
    return out


def schedule(procedure: Procedure, c: Context, lines: list[QuenchLine]) -> Schedule:
    """Total and attended time, when ice is renewed, where it may rest, what is left alone."""
    if not c.timed:
        missing = not_established("min", "no step was read")
        return Schedule(total_min=missing, attended_min=missing, refills=[], rests=[], alone=[], latest_start=None)
    low, best, high = lay_out(c.timed)
    each = [attended_min(c, t) for t in c.timed]
    attended = [sum(x[i] for x in each) for i in range(3)]
    alone = [
        {"step": t.step.n, "from_min": round(t.start, 1), "to_min": round(t.start + t.best, 1), "what_runs": t.step.text[:80]}
        for t in c.timed
        if t.step.attended is False
    ]
    unknown = c.unknown_dose is not None
    return Schedule(
        total_min=not_established("min", "no time is written for the addition") if unknown else figure(best, "min", low=low, high=high, expression="sum of the steps", sources=["handbook 2.13"]),
        attended_min=not_established("min", "no time is written for the addition") if unknown else figure(attended[1], "min", low=attended[0], high=attended[2], expression="doses, makings, quench, work by hand, and holds while they make over 1 W/L", sources=["handbook 2.13"]),
        refills=refills(c), rests=rests(c), alone=alone, latest_start=_latest_start(c) if not unknown else None,
    )  # fmt: skip


def _clock(text: str) -> time:
    hours, minutes = text.split(":")
    return time(int(hours), int(minutes))


def _last_hazard(c: Context) -> float:
    """Minutes (high) from the start to the end of the last step with heat, gas or a reaction that must be watched."""
    reached, last = 0.0, 0.0
    reacting = {r.step for r in c.reactions if r.role in ("wanted", "work-up", "side")}
    for t in c.timed:
        attended = attended_min(c, t)[2]
        if attended > 0 and (t.step.n in reacting or t.step.kind in ("dose", "add", "quench", "destroy", "distil", "reflux")):
            last = reached + attended
        reached += t.high
    return last


def _latest_start(c: Context) -> str | None:
    end = c.settings.laboratory.work_end
    if end is None:
        return None
    at = datetime(2000, 1, 3, _clock(end).hour, _clock(end).minute) - timedelta(minutes=_last_hazard(c))
    return at.strftime("%H:%M") if at.day == 3 else None


def day_plan(c: Context, start: datetime) -> DayPlan:
    """The steps by the clock from `start`: who is there when, what is renewed, where it may rest, what falls outside working hours."""
    opens, closes = c.settings.laboratory.work_start, c.settings.laboratory.work_end

    def outside(a: datetime, b: datetime) -> bool:
        if opens is None or closes is None:
            return False
        return a.date() != b.date() or a.time() < _clock(opens) or b.time() > _clock(closes)

    rows = []
    for t in c.timed:
        begin, end = start + timedelta(minutes=t.start), start + timedelta(minutes=t.start + t.best)
        there = min(attended_min(c, t)[2], t.best)  # the unfavourable end says when one may leave
        until = begin + timedelta(minutes=there)
        rows.append(
            PlanRow(
                step=t.step.n, kind=t.step.kind, text=" ".join(t.step.text.split())[:160], vessel=t.step.vessel, start=begin.isoformat(timespec="minutes"), end=end.isoformat(timespec="minutes"),
                duration_min=not_established("min", t.why) if t.unknown else figure(t.best, "min", low=t.low, high=t.high), attended_min=round(there, 1), attended_until=until.isoformat(timespec="minutes") if there > 0 else None,
                outside=there > 0 and outside(begin, until), alone=t.step.attended is False, written=t.written, assumption=None if t.written else t.why,
            )
        )  # fmt: skip
    unknown = next((t for t in c.timed if t.unknown and c.unknown_dose is not None), None)
    return DayPlan(
        start=start.isoformat(timespec="minutes"),
        end=max((r.end for r in rows), default=start.isoformat(timespec="minutes")),
        rows=rows,
        refills=[
            {"what": r.what, "at": (start + timedelta(minutes=r.at_min.best or 0.0)).isoformat(timespec="minutes"), "mass_g": f"{r.mass_g.best:.0f}"}
            for r in refills(c)
        ],
        rests=rests(c),
        latest_start=_latest_start(c) if unknown is None else None,
        work_hours=f"{opens} to {closes}" if opens and closes else None,
        not_established=[f"step {unknown.step.n}: {unknown.why}; everything after it moves with it"] if unknown else [],
    )  # fmt: skip
