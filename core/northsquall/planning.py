"""plan_day(procedure, start) -> the steps by the clock; as CSV rows."""

from __future__ import annotations

import csv
import io
from datetime import datetime

from northsquall.assess import work_out
from northsquall.assessment import DayPlan
from northsquall.procedure import Laboratory, Procedure
from northsquall.review import settings_for
from northsquall.sheets.timetable import day_plan
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


def as_csv(plan: DayPlan) -> str:
    """One row a step, with a header; times in ISO 8601, durations in minutes, empty where not established."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow(COLUMNS)
    for r in plan.rows:
        d = r.duration_min
        shown = [d.low, d.best, d.high] if d.established else ["", "", ""]
        # a cell that begins like a formula is shielded: the file is opened in a spreadsheet
        text = "'" + r.text if r.text[:1] in "=+-@" else r.text
        writer.writerow([r.step, r.kind, r.start, r.end, r.attended_until or "", *shown, r.vessel or "", text, r.assumption or ""])
    return out.getvalue()
