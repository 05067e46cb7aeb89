"""The questions that findings leave open."""

from __future__ import annotations

from collections.abc import Mapping

from northsquall.assessment import Finding, Question
from northsquall.procedure.amounts import Lot

ASKED = ("P01", "P02", "P05", "P06", "P12", "H08")


def questions_of(findings: list[Finding], lots: Mapping[str, Lot] | None = None, taken: Mapping[str, str] | None = None) -> list[Question]:
    """The questions behind findings whose inputs are missing, or that an answer would settle; untried, what decides first."""
    out = []
    for f in findings:
        if f.code not in ASKED or not (f.asks or not f.established) or not f.remedy:
            continue
        kind, _, key = f.asks.partition(":")
        lot = (lots or {}).get(key) if kind == "identity" else None
        out.append(
            Question(
                text=f.remedy,
                why=f.message,
                decides=f.severity != "note",
                anchor=f.anchor,
                asks=f.asks,
                default=(taken or {}).get(f.asks, ""),
                options=list(lot.candidates or f.parts) if lot else [],
            )
        )
    return sorted(out, key=lambda q: not q.decides)
