"""A day plan as an iCalendar file (RFC 5545)."""

from __future__ import annotations

from datetime import UTC, datetime, timedelta

from icalendar import Alarm, Calendar, Event

from northsquall.assessment import DayPlan


def as_calendar(plan: DayPlan, title: str, key: str) -> bytes:
    """One event a step with floating local times, one a renewal of ice; what needs somebody has an alarm."""
    calendar = Calendar()
    calendar.add("prodid", "-//Northsquall//day plan//EN")
    calendar.add("version", "2.0")
    calendar.add("x-wr-calname", f"{title}: day plan")
    stamp = datetime.now(UTC)
    for r in plan.rows:
        event = Event()
        event.add("uid", f"{key}-step-{r.step}@northsquall")
        event.add("dtstamp", stamp)
        event.add("dtstart", datetime.fromisoformat(r.start))
        event.add("dtend", datetime.fromisoformat(r.end))
        event.add("summary", f"{r.step} {r.kind}{', attended' if r.attended_min > 0 else ', nobody needed'}")
        notes = [r.text, f"Time assumed: {r.assumption}" if r.assumption else "", "Outside working hours." if r.outside else ""]
        event.add("description", "\n".join(x for x in notes if x))
        if r.attended_min > 0:
            alarm = Alarm()
            alarm.add("action", "DISPLAY")
            alarm.add("description", f"Step {r.step} begins")
            alarm.add("trigger", timedelta(0))
            event.add_component(alarm)
        calendar.add_component(event)
    for i, x in enumerate(plan.refills):
        event = Event()
        at = datetime.fromisoformat(x["at"])
        event.add("uid", f"{key}-refill-{i}@northsquall")
        event.add("dtstamp", stamp)
        event.add("dtstart", at)
        event.add("dtend", at + timedelta(minutes=5))
        event.add("summary", f"Renew {x['what']}: {x['mass_g']} g")
        calendar.add_component(event)
    return bytes(calendar.to_ical())
