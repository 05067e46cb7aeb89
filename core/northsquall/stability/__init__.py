"""Stability as far as bounds go: the class's lowest credible onset stands in for a missing TD24."""

from __future__ import annotations

from dataclasses import dataclass

from northsquall import data
from northsquall.chemistry.families import count_matches
from northsquall.chemistry.formula import mass_of, parse_formula
from northsquall.chemistry.roots import formula_of


@dataclass(frozen=True)
class Bound:
    """Lower bound for TD24 in °C, and what it rests on: the class of a structure, or (measured) a curve of this mixture."""

    TD24_C: float
    onset_C: float
    what: str
    medium: str
    source: str
    measured: bool = False

    @property
    def says(self) -> str:
        """How it was had, in words behind its figure."""
        return f"TD24 by calorimetry ({self.what})" if self.measured else f"the bound of TD24 by class ({self.what} in {self.medium})"


def td24_bound(structures: list[str], medium: str) -> Bound | None:
    """The lowest class bound over structures (SMILES) in a medium ("neat", "acid", "base"); None without an energetic group."""
    record = data.toml("stability/class_bounds.toml")
    bounds = [
        Bound(c["onset_C"][medium] - record["margin_K"], c["onset_C"][medium], c["id"], medium, c["source"])
        for c in record["class"]
        if any(count_matches(s, c["smarts"]) for s in structures)
    ]
    return min(bounds, key=lambda b: b.TD24_C) if bounds else None


@dataclass(frozen=True)
class Alert:
    """An energetic group on a structure: its name, how often, kJ per mol of group, source, referred out or not."""

    id: str
    name: str
    count: int
    kJ: tuple[float, float]
    source: str
    refer: bool


def alerts_of(smiles: str) -> list[Alert]:
    """Energetic groups of a structure, by pattern (handbook 2.10)."""
    out = []
    for r in data.toml("stability/alerts.toml")["alert"]:
        n = count_matches(smiles, r["smarts"])
        if n:
            out.append(Alert(r["id"], r["name"], n, (r["kJ"][0], r["kJ"][1]), r["source"], bool(r.get("refer"))))
    return out


def oxygen_balance(formula: str) -> float:
    """OB = −1600/M (2 C + H/2 + metal − O), per cent (handbook 2.10). Raises ValueError for what is no formula."""
    counts = parse_formula(formula)
    metal = sum(n for el, n in counts.items() if el in METALS)
    return -1600.0 / mass_of(counts) * (2 * counts.get("C", 0) + counts.get("H", 0) / 2 + metal - counts.get("O", 0))


METALS = {"Na", "K", "Li", "Mg", "Ca", "Ba", "Al", "Zn", "Fe", "Cu", "Ag", "Pb", "Hg", "Mn", "Ni", "Sn"}
SIX = 6.0
"""Rule of six: carbons (or atoms like it) per energetic group that a structure wants (handbook 2.10)."""


def rule_of_six(smiles: str) -> float | None:
    """Atoms of carbon and larger than nitrogen and oxygen per energetic group; None without such a group."""
    groups = sum(a.count for a in alerts_of(smiles) if a.id not in ("alkyne", "epoxide"))
    if not groups:
        return None
    counts = parse_formula(formula_of(smiles))
    return sum(n for el, n in counts.items() if el not in ("H", "N", "O", "+")) / groups
