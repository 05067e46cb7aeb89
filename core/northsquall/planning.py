"""plan_day(procedure, start) -> the steps by the clock; as CSV rows."""

from __future__ import annotations

from datetime import datetime, timedelta

from northsquall.assess import work_out
from northsquall.assessment import DayPlan, Shared
from northsquall.exporting import table
from northsquall.findings.base import Context
from northsquall.procedure import Laboratory, Procedure
from northsquall.review import settings_for
from northsquall.sheets.timetable import attended_min, day_plan
from northsquall.substances import Catalogue
from northsquall.substances import catalogue as shipped

COLUMNS = (
    "step",
    "kind",
    "start",
    "end",
    "attended_until",
    "duration_min_low",
    "duration_min",
    "duration_min_high",
    "vessel",
    "text",
    "assumption",
)


def plan_day(procedure: Procedure, start: datetime, *, catalogue: Catalogue | None = None, laboratory: Laboratory | None = None) -> DayPlan:
    """The day plan of a procedure that starts at `start` (local time)."""
    c = work_out(procedure, catalogue or shipped(), settings_for(procedure, laboratory)).context
    return day_plan(c, start)


class OpenTime(ValueError):
    """A time that nobody wrote leaves a day open; the message says which."""


def shared(
    first: Procedure, at: datetime, second: Procedure, then: datetime, *, catalogue: Catalogue | None = None, laboratory: Laboratory | None = None
) -> list[Shared]:  # fmt: skip
    """What two runs, started at `at` and `then`, want at the same time, in the order of the clock. Raises OpenTime where a time that decides is not written."""
    cat = catalogue or shipped()
    both = [work_out(p, cat, settings_for(p, laboratory)).context for p in (first, second)]
    for c in both:
        if c.unknown_dose is not None:
            raise OpenTime(
                f"What they share is not established: step {c.unknown_dose.step.n} of “{c.procedure.title}” has no time, and all behind it moves with it."
            )
    wants = [_wants(c, t) for c, t in zip(both, (at, then), strict=True)]
    out = []
    for what, words in SHARED.items():
        for a, b in _both(wants[0].get(what, []), wants[1].get(what, [])):
            minutes = (b - a).total_seconds() / 60
            says = f"{words}: {a:%H:%M} to {b:%H:%M}, {minutes:.0f} min."
            out.append(
                Shared(
                    what=what,
                    start=a.isoformat(timespec="minutes"),
                    end=b.isoformat(timespec="minutes"),
                    minutes=round(minutes, 1),
                    says=says,
                )
            )  # type: ignore[arg-type]
    return sorted(out, key=lambda s: s.start)


SHARED = {
    "person": "Both want somebody beside them",
    "hood": "Both give off gas or react, and need the hood",
    "ice bath": "Both stand in ice: two baths, or one large enough for both",
    "absorber": "Both send gas to an absorber: two absorbers, or one that takes both",
}
Spans = list[tuple[datetime, datetime]]


def _wants(c: Context, start: datetime) -> dict[str, Spans]:
    """When a run wants what it may have to share."""
    reacting = {r.step for r in c.reactions if r.role != "on standing"}
    gassing = {e.step for e in c.walk.entries if sum(e.gas.values()) > 1e-4}
    led = {s.n for s in c.procedure.steps if s.kind == "absorb" or s.n in gassing} if c.procedure.train else set()
    iced = {s.step for s in c.pot.plan.segments if s.bath == "ice"} if c.pot is not None else set()
    out: dict[str, Spans] = {}
    for t in c.timed:
        begin, end = start + timedelta(minutes=t.start), start + timedelta(minutes=t.start + t.best)
        there = min(attended_min(c, t)[1], t.best)
        n = t.step.n
        if there > 0:
            out.setdefault("person", []).append((begin, begin + timedelta(minutes=there)))
        for what, steps in (("hood", reacting | gassing), ("absorber", led), ("ice bath", iced)):
            if n in steps:
                out.setdefault(what, []).append((begin, end))
    return out


def _both(a: Spans, b: Spans) -> Spans:
    """Where two lists of spans overlap, joined where they touch."""
    met = sorted((max(x[0], y[0]), min(x[1], y[1])) for x in a for y in b if max(x[0], y[0]) < min(x[1], y[1]))
    out: Spans = []
    for begin, end in met:
        if out and begin <= out[-1][1]:
            out[-1] = (out[-1][0], max(out[-1][1], end))
        else:
            out.append((begin, end))
    return out


def as_csv(plan: DayPlan) -> str:
    """One row a step, with a header; times in ISO 8601, durations in minutes, empty where not established."""
    rows = []
    for r in plan.rows:
        d = r.duration_min
        shown = (d.low, d.best, d.high) if d.established else (None, None, None)
        rows.append((r.step, r.kind, r.start, r.end, r.attended_until, *shown, r.vessel, r.text, r.assumption))
    return table(COLUMNS, rows)
