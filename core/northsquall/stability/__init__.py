"""Stability as far as bounds go: the class's lowest credible onset stands in for a missing TD24."""

from __future__ import annotations

from dataclasses import dataclass

from northsquall import data
from northsquall.chemistry.families import count_matches


@dataclass(frozen=True)
class Bound:
    """Lower bound for TD24 in °C, and what it rests on."""

    TD24_C: float
    onset_C: float
    what: str
    medium: str
    source: str


def td24_bound(structures: list[str], medium: str) -> Bound | None:
    """The lowest class bound over structures (SMILES) in a medium ("neat", "acid", "base"); None without an energetic group."""
    record = data.toml("stability/class_bounds.toml")
    bounds = [
        Bound(c["onset_C"][medium] - record["margin_K"], c["onset_C"][medium], c["id"], medium, c["source"])
        for c in record["class"]
        if any(count_matches(s, c["smarts"]) for s in structures)
    ]
    return min(bounds, key=lambda b: b.TD24_C) if bounds else None
