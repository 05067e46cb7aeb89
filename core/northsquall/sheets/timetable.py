"""Total and attended time, ice renewed, what is left alone."""

from __future__ import annotations

import numpy as np

from northsquall.assessment import (
    QuenchLine,
    Schedule,
)
from northsquall.findings.base import Context
from northsquall.procedure import Procedure
from northsquall.sheets.charge import is_attended
from northsquall.working import figure, not_established


def schedule(procedure: Procedure, c: Context, lines: list[QuenchLine]) -> Schedule:
    """Total and attended time, when ice is renewed, what is left alone."""
    if not c.timed:
        missing = not_established("min", "no step was read")
        return Schedule(total_min=missing, attended_min=missing, refills=[], rests=[], alone=[], latest_start=None)
    low, best, high = (sum(getattr(t, k) for t in c.timed) for k in ("low", "best", "high"))
    own = [t for t in c.timed if is_attended(c, t.step)]
    attended = [sum(getattr(t, k) for t in own) for k in ("low", "best", "high")]
    refills = []
    if c.pot is not None and "best" in c.runs and c.pot.plan.ice_kg > 0 and c.unknown_dose is None:
        left = c.settings.best("ice_renew_fraction") * c.pot.plan.ice_kg * 1e3
        times = []
        offset = next((t.start for t in c.timed if c.pot and t.step.n == c.pot.plan.segments[0].step), 0.0)
        for name in ("cool", "best", "hot"):
            r = c.runs.get(name) or c.runs["best"]
            below = np.nonzero(r.ice_g < left)[0]
            times.append(float(r.t_s[below[0]]) / 60 + offset if len(below) else None)
        if times[1] is not None:
            f = figure(times[1], "min", low=min(t for t in times if t is not None), high=max(t for t in times if t is not None))
            refills.append(
                {
                    "what": "ice",
                    "at_min": f.model_dump(exclude_none=True),
                    "mass_g": figure(c.pot.plan.ice_kg * 1e3 * 0.8, "g").model_dump(exclude_none=True),
                }
            )
    alone = [
        {"step": t.step.n, "from_min": round(t.start, 1), "to_min": round(t.start + t.best, 1), "what_runs": t.step.text[:80]}
        for t in c.timed
        if t.step.attended is False
    ]
    rests = [{"after_step": t.step.n, "max_min": None, "why": "the product is off the acid"} for t in c.timed if t.step.kind == "filter"][
        :1
    ]
    unknown = c.unknown_dose is not None
    return Schedule(
        total_min=not_established("min", "no time is written for the addition") if unknown else figure(best, "min", low=low, high=high, expression="sum of the steps", sources=["handbook 2.13"]),
        attended_min=not_established("min", "no time is written for the addition") if unknown else figure(attended[1], "min", low=attended[0], high=attended[2], expression="doses, makings, quench, and holds over 1 W/L", sources=["handbook 2.13"]),
        refills=refills, rests=rests, alone=alone, latest_start=_latest_start(c, attended[2] if not unknown else None),
    )  # fmt: skip


def _latest_start(c: Context, attended_min: float | None) -> str | None:
    end = c.settings.laboratory.work_end
    if end is None or attended_min is None:
        return None
    h, m = (int(x) for x in end.split(":"))
    minutes = h * 60 + m - attended_min
    return f"{int(minutes // 60):02d}:{int(minutes % 60):02d}" if minutes >= 0 else None
