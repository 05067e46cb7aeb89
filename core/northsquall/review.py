"""Defaults of the review: what the tool assumes, what a laboratory or a reviewer puts in its place."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Any

from northsquall import data
from northsquall.procedure import Laboratory, Procedure

Triple = tuple[float, float, float]
LABORATORY_KEYS = {
    "U_W_m2K": "U_stirred_W_m2K",
    "ambient_C": "ambient_C",
    "bath_volume_per_vessel": "bath_volume_per_vessel",
    "ice_fraction": "ice_fraction",
    "ice_renew_fraction": "ice_renew_fraction",
    "hood_m3_h": "hood_m3_h",
    "room_m3": "room_m3",
    "air_changes_per_h": "air_changes_per_h",
}


@dataclass
class Assumed:
    """A default as used: its value, why, and by whom."""

    key: str
    value: Triple
    why: str
    by: str


@dataclass
class Settings:
    """Defaults with a laboratory's and a reviewer's values on top; remembers which were used."""

    laboratory: Laboratory
    overrides: dict[str, float]
    used: dict[str, Assumed] = field(default_factory=dict)

    def get(self, key: str) -> Triple:
        """(low, best, high) of a default. Raises KeyError for a key that is none."""
        record: dict[str, Any] = data.toml("review/defaults.toml")[key]
        value: Triple = (record["low"], record["best"], record["high"])
        by, why = "default", str(record["source"])
        for lab_key, own in LABORATORY_KEYS.items():
            ruled = getattr(self.laboratory, lab_key)
            if own == key and ruled is not None:
                value = ruled if isinstance(ruled, tuple) else (ruled, ruled, ruled)
                by, why = "laboratory", f"laboratory rule ({self.laboratory.name} {self.laboratory.reference})".strip()
        if key in self.overrides:
            value = (self.overrides[key],) * 3
            by, why = "reviewer", "replaced by the reviewer"
        self.used[key] = Assumed(key, value, why, by)
        return value

    def best(self, key: str) -> float:
        """The best value of a default."""
        return self.get(key)[1]

    def severity(self, key: str) -> float:
        """A limit of the severity table (handbook 4), or the laboratory's own."""
        if key == "H14_margin_K" and self.laboratory.td24_margin_K is not None:
            return self.laboratory.td24_margin_K
        return float(data.toml("review/severity.toml")[key])


def settings_for(procedure: Procedure, laboratory: Laboratory | None) -> Settings:
    """Settings of one review. Overrides are the procedure's assumptions by a reviewer."""
    overrides = {
        a.path.removeprefix("assumptions."): float(a.value)
        for a in procedure.assumptions
        if a.path.startswith("assumptions.") and isinstance(a.value, (int, float))
    }
    return Settings(laboratory or Laboratory(), overrides)
