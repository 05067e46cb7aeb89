"""What leaves as a table: the strip's curves, the charge table as intake takes it, the rungs of a ladder. CSV, units in the heads."""

from __future__ import annotations

import csv
import io
from collections.abc import Iterable, Sequence

from northsquall.assessment import Assessment, Rung, Strip
from northsquall.procedure import Procedure, Strength
from northsquall.working import Figure

CURVES = {
    "time_min": "t_min", "pot_C": "pot_C", "pot_low_C": "pot_low_C", "pot_high_C": "pot_high_C", "bath_C": "bath_C", "if_cooling_stops_C": "mtsr_C",
    "heat_made_W": "made_W", "heat_made_high_W": "made_high_W", "removable_W": "removable_W", "unreacted": "unreacted", "volume_mL": "volume_mL", "ice_g": "ice_g",
}  # fmt: skip
CHARGES = ("material", "amount", "unit", "strength", "role", "step", "mol_low", "mol", "mol_high", "equivalents")
RUNGS = (
    "scale", "vessel_mL", "volume_mL", "heat_kJ_low", "heat_kJ", "heat_kJ_high", "limit_C", "peak_low_C", "peak_C", "peak_high_C", "MTSR_low_C", "MTSR_C", "MTSR_high_C",
    "class", "written_min", "shortest_min", "ice_g", "verdict", "breaks_first",
)  # fmt: skip


def table(head: Iterable[str], rows: Iterable[Sequence[object]]) -> str:
    """A CSV; None leaves a cell empty, a cell that begins like a formula is shielded, since the file is opened in a spreadsheet."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow(head)
    for row in rows:
        writer.writerow("" if x is None else "'" + x if isinstance(x, str) and x.startswith(("=", "+", "-", "@")) else x for x in row)
    return out.getvalue()


def _three(f: Figure) -> tuple[float | None, float | None, float | None]:
    return (f.low, f.best, f.high) if f.established else (None, None, None)


def curves(strip: Strip) -> str:
    """One row a point of the curves; a head alone where none is drawn, an empty column where one curve is not established."""
    columns = [getattr(strip, name) or [None] * len(strip.t_min) for name in CURVES.values()]
    return table(CURVES, zip(*columns, strict=True))


def curves_from(text: str) -> dict[str, list[float]]:
    """The curves of such a table, by the strip's own names. Raises ValueError for a head or a cell that is none of it."""
    rows = list(csv.reader(io.StringIO(text)))
    if not rows or tuple(rows[0]) != tuple(CURVES):
        raise ValueError(f"the head is {', '.join(rows[0]) if rows else 'missing'}; {', '.join(CURVES)} was expected")
    return {name: [float(r[i]) for r in rows[1:] if r[i] != ""] for i, name in enumerate(CURVES.values())}


def _strength(s: Strength | None) -> str:
    if s is None or s.basis == "assumed":
        return s.word if s is not None and s.word else ""
    return f"{s.molar:g} M" if s.molar is not None else f"{s.percent_w:g}" if s.percent_w is not None else ""


def charges(procedure: Procedure, a: Assessment) -> str:
    """The charge table with the columns that intake takes, and what it comes to; an amount that is not established is an empty cell."""
    lines = {m.id: m for m in a.materials}
    rows = []
    for m in procedure.materials:
        line = lines[m.id]
        q = m.amount
        rows.append(
            (
                m.name,
                q.value if q else None,
                q.unit if q else None,
                _strength(m.strength),
                line.role,
                line.step,
                *_three(line.mol),
                line.equivalents,
            )
        )
    return table(CHARGES, rows)


def rungs(found: Iterable[Rung]) -> str:
    """One row a rung."""
    return table(
        RUNGS,
        (
            (
                r.factor, r.vessel_mL, r.volume_mL, *_three(r.heat_kJ), r.limit_C, r.peak_low_C, r.peak_C, r.peak_high_C, *_three(r.MTSR_C),
                r.criticality_class, r.written_min, r.shortest_min, r.ice_g, r.verdict, r.breaks_first,
            )
            for r in found
        ),
    )  # fmt: skip
