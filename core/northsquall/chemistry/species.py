"""From components and a proton total to the species that are there: the proton ladder.

A vessel holds moles per root (fully deprotonated ions, water, organics, gases) and the proton total
`H+`. Sites take protons from the highest pKa down (common practice of buffer arithmetic; checked
against exact equilibrium in the tests). Water gives OH- where protons are lacking, and takes one
proton per three molecules as H3O+ at pKa 0, so that 37 % hydrochloric acid is ions and 98 % sulfuric
acid is molecules.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache

from northsquall import data

WATER_PER_H3O = 3.0


@dataclass(frozen=True)
class Rung:
    """One protonation: base + H+ -> acid, of the component `root`."""

    root: str
    base: str
    acid: str
    pKa: float


@cache
def rungs() -> tuple[Rung, ...]:
    """All rungs, highest pKa first."""
    rows = data.toml("chemistry/roots.toml")["rung"]
    listed = [Rung(r["root"], r["base"], r["acid"], r["pKa"]) for r in rows]
    return tuple(sorted(listed, key=lambda r: -r.pKa))


@dataclass(frozen=True)
class Speciation:
    """Moles per species, and the protons held at each pKa (for the acid gate)."""

    species: dict[str, float]
    held: tuple[tuple[float, float], ...]
    lacking: float
    """Moles of OH- (protons that water gave)."""

    def acid(self, threshold: float) -> float:
        """Moles of protons held at a pKa of `threshold` or below."""
        return sum(n for pKa, n in self.held if pKa <= threshold)


def speciate(contents: dict[str, float]) -> Speciation:
    """Species of `contents` (mol per root, with `H+` and `H2O`).

    Protons that nothing can hold stay as `H+`.
    """
    species = {k: v for k, v in contents.items() if k != "H+" and v > 0.0}
    protons = contents.get("H+", 0.0)
    water = contents.get("H2O", 0.0)
    held: list[tuple[float, float]] = []
    lacking = 0.0
    if protons < 0.0:
        lacking = -protons
        species["OH-"] = lacking
        species["H2O"] = max(water - lacking, 0.0)
        return Speciation(species, (), lacking)
    for rung in _ladder():
        if protons <= 0.0:
            break
        if rung is None:  # H3O+
            take = min(protons, water / WATER_PER_H3O)
            if take > 0.0:
                species["H3O+"] = take
                species["H2O"] = water - take
                held.append((0.0, take))
                protons -= take
            continue
        room = species.get(rung.base, 0.0)
        take = min(protons, room)
        if take > 0.0:
            species[rung.base] = room - take
            species[rung.acid] = species.get(rung.acid, 0.0) + take
            held.append((rung.pKa, take))
            protons -= take
    if protons > 0.0:
        species["H+"] = protons
        held.append((-10.0, protons))
    return Speciation({k: v for k, v in species.items() if v > 0.0}, tuple(held), lacking)


@cache
def _ladder() -> tuple[Rung | None, ...]:
    above = [r for r in rungs() if r.pKa > 0.0]
    below = [r for r in rungs() if r.pKa <= 0.0]
    return (*above, None, *below)
