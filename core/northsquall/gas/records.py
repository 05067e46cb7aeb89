"""What is known of a gas beside its substance record: what takes it, how soluble, whether it is referred out."""

from __future__ import annotations

import re
from dataclasses import dataclass
from functools import cache

from northsquall import data
from northsquall.chemistry.roots import shown
from northsquall.substances import catalogue


@dataclass(frozen=True)
class GasRecord:
    """One gas. `takes` is (what, mol per mol or None, mass fraction in water or None) in the order of choice."""

    root: str
    name: str
    formula: str
    mass: float | None
    takes: tuple[tuple[str, float | None, float | None], ...] = ()
    very_soluble: bool = False
    some_soluble: bool = False
    poor: bool = False
    harmless: bool = False
    fuel: bool = False
    refer: bool = False
    spontaneous: bool = False
    detector: bool = False
    names: tuple[str, ...] = ()
    ceiling_ppm: float | None = None
    limit_ppm: float | None = None
    """Lowest 8-hour or short-term limit, ppm."""
    idlh_ppm: float | None = None
    lfl_percent: float | None = None
    source: str = ""

    @property
    def toxic(self) -> bool:
        """Whether an exposure limit under 1000 ppm is known, or none is and it is not known as harmless (handbook 4, G04)."""
        lowest = self.lowest_ppm
        if self.harmless:
            return False
        return lowest is None or lowest < 1000.0

    @property
    def lowest_ppm(self) -> float | None:
        """The lowest known limit, ppm; None where none is known."""
        return min((x for x in (self.ceiling_ppm, self.limit_ppm) if x is not None), default=None)

    def named_in(self, text: str) -> bool:
        """Whether a text names this gas, and not a salt that begins with its name ("hydrogen carbonate"). Formulas and symbols count with their case only."""
        for word in self.names:
            exact = len(word) <= 5 and word != word.lower()
            if re.search(
                rf"(?<![\w.-]){re.escape(word)}(?![\w])" if exact else rf"\b{re.escape(word)}(?! [a-z]+(?:ate|ite|ide)s?\b)",
                text,
                0 if exact else re.I,
            ):
                return True
        return False


def with_record() -> tuple[str, ...]:
    """Ledger components of the gases that have a record of their own."""
    return tuple(data.toml("review/gases.toml"))


@cache
def record_of(root: str) -> GasRecord:
    """The record of a gas by its ledger component; a gas without one is taken as toxic and caught by nothing."""
    raw = data.toml("review/gases.toml").get(root, {})
    s = catalogue().of_root(root)

    def value(*names: str) -> float | None:
        found = [v.value for name in names if s is not None and (v := s.value(name)) is not None]
        return min(found, default=None)

    return GasRecord(
        root=root,
        name=s.id if s is not None else shown(root),
        formula=shown(root),
        mass=s.mass if s is not None else None,
        takes=tuple((t["with"], t.get("per"), t.get("limit_w")) for t in raw.get("takes", [])),
        very_soluble=raw.get("soluble") == "very",
        some_soluble=raw.get("soluble") == "some",
        poor=bool(raw.get("poor")),
        harmless=bool(raw.get("harmless")),
        fuel=bool(raw.get("fuel")) or value("LFL") is not None,
        refer=bool(raw.get("refer")),
        spontaneous=bool(raw.get("spontaneous")),
        detector=bool(raw.get("detector")),
        names=tuple(raw.get("names", [])) or ((s.id,) if s is not None else (shown(root),)),
        ceiling_ppm=value("limit_ceiling"),
        limit_ppm=value("limit_8h", "limit_short"),
        idlh_ppm=value("IDLH"),
        lfl_percent=value("LFL"),
        source=raw.get("source", "no record of this gas"),
    )
