"""The strip's curves as a table, and back: CSV with units in its heads, one row a point."""

from __future__ import annotations

import csv
import io

from northsquall.assessment import Strip

COLUMNS = {
    "time_min": "t_min", "pot_C": "pot_C", "pot_low_C": "pot_low_C", "pot_high_C": "pot_high_C", "bath_C": "bath_C", "if_cooling_stops_C": "mtsr_C",
    "heat_made_W": "made_W", "heat_made_high_W": "made_high_W", "removable_W": "removable_W", "unreacted": "unreacted", "volume_mL": "volume_mL", "ice_g": "ice_g",
}  # fmt: skip


def as_csv(strip: Strip) -> str:
    """One row a point of the curves; a head alone where none is drawn, an empty column where one curve is not established."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow(COLUMNS)
    columns = [getattr(strip, name) or [""] * len(strip.t_min) for name in COLUMNS.values()]
    writer.writerows(zip(*columns, strict=True))
    return out.getvalue()


def from_csv(text: str) -> dict[str, list[float]]:
    """The curves of such a table, by the strip's own names. Raises ValueError for a head or a cell that is none of it."""
    rows = list(csv.reader(io.StringIO(text)))
    if not rows or tuple(rows[0]) != tuple(COLUMNS):
        raise ValueError(f"the head is {', '.join(rows[0]) if rows else 'missing'}; {', '.join(COLUMNS)} was expected")
    return {name: [float(r[i]) for r in rows[1:] if r[i] != ""] for i, name in enumerate(COLUMNS.values())}
