"""From components and a proton total to the species that are there: the proton ladder.

A vessel holds moles per root (fully deprotonated ions, water, neutral organics, gases) and the proton
total `H+`. Sites take protons from the highest pKa down (common practice of buffer arithmetic; checked
against exact equilibrium in the tests). Water gives OH- where protons are lacking, and takes one proton
per three molecules as H3O+ at pKa 0, so that 37 % hydrochloric acid is ions and 98 % sulfuric acid is
molecules.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache, lru_cache
from typing import Any

from rdkit import Chem

from northsquall import data
from northsquall.chemistry.roots import is_organic

WATER_PER_H3O = 3.0
SPREAD = 1.3
"""pKa apart of equal sites on one molecule."""


@dataclass(frozen=True, eq=False)
class Slot:
    """One place for a proton. For an organic, `base` and `acid` are empty and the site is `site`."""

    pKa: float
    root: str
    base: str
    acid: str
    site: str = ""
    acidic: bool = False
    """Organic only: the neutral molecule holds this proton."""
    heat: float = 0.0
    """Organic only: enthalpy of ionisation acid -> base + H+, kJ/mol."""


HYDRONIUM = Slot(0.0, "H2O", "H2O", "H3O+")


@cache
def _listed() -> dict[str, tuple[Slot, ...]]:
    out: dict[str, list[Slot]] = {}
    for r in data.toml("chemistry/ladder.toml")["rung"]:
        out.setdefault(r["root"], []).append(Slot(float(r["pKa"]), r["root"], r["base"], r["acid"]))
    return {k: tuple(sorted(v, key=lambda s: -s.pKa)) for k, v in out.items()}


@cache
def _sites() -> tuple[tuple[dict[str, Any], Any], ...]:
    return tuple((r, Chem.MolFromSmarts(r["smarts"])) for r in data.toml("chemistry/ladder.toml")["site"])


@cache
def slots_of(root: str) -> tuple[Slot, ...]:
    """Proton places of one component, highest pKa first."""
    if not is_organic(root):
        return _listed().get(root, ())
    mol = Chem.MolFromSmiles(root)
    out = []
    for record, pattern in _sites():
        for k in range(len(mol.GetSubstructMatches(pattern)) if mol is not None else 0):
            shift = -SPREAD * k
            out.append(Slot(record["pKa"] + shift, root, "", "", record["name"], record["kind"] == "acid", record["heat"]))
    return tuple(sorted(out, key=lambda s: -s.pKa))


@cache
def acidic_sites(root: str) -> int:
    """Protons that a neutral organic can give."""
    return sum(s.acidic for s in slots_of(root))


@lru_cache(20_000)
def _ladder(present: frozenset[str]) -> tuple[Slot, ...]:
    found = [s for root in present for s in slots_of(root)]
    return tuple(sorted([*found, HYDRONIUM], key=lambda s: (-s.pKa, s.root, s.base)))


@dataclass(frozen=True)
class Speciation:
    """Moles per species, and the protons held in each place."""

    species: dict[str, float]
    """Listed species with their moles; organics under their SMILES."""
    filled: tuple[tuple[Slot, float, float], ...]
    """(place, moles filled, moles of the place), highest pKa first."""
    lacking: float
    """Moles of OH- (protons that water gave)."""
    free: float
    """Protons that nothing can hold."""

    def acid(self, threshold: float) -> float:
        """Moles of protons held at a pKa of `threshold` or below."""
        return self.free + sum(n for slot, n, _ in self.filled if slot.pKa <= threshold)

    def carried(self, root: str, threshold: float) -> float:
        """Protons per mole of a component that sit in its places above `threshold`."""
        n = sum(n for slot, n, _ in self.filled if slot.root == root and slot.pKa > threshold and slot is not HYDRONIUM)
        if not n:
            return 0.0
        total = max(room for slot, _, room in self.filled if slot.root == root)
        return n / total

    def base(self, threshold: float) -> float:
        """Moles of protons that bases whose acids have a pKa of `threshold` or above still take, OH- included."""
        return self.lacking + sum(room - n for slot, n, room in self.filled if slot.pKa >= threshold)


def speciate(contents: dict[str, float]) -> Speciation:
    """Species of `contents` (mol per root, with `H+` and `H2O`)."""
    species = {k: v for k, v in contents.items() if k != "H+" and v > 0.0}
    protons = contents.get("H+", 0.0)
    for root, n in species.items():
        if is_organic(root):
            protons += n * acidic_sites(root)
    ladder = _ladder(frozenset(species))
    filled: list[tuple[Slot, float, float]] = []
    lacking = 0.0
    if protons < 0.0:
        lacking = -protons
        species["OH-"] = lacking
        species["H2O"] = contents.get("H2O", 0.0) - lacking
        if species["H2O"] <= 0.0:
            del species["H2O"]
    for slot in ladder:
        if slot is HYDRONIUM:
            room = max(species.get("H2O", 0.0), 0.0) / WATER_PER_H3O
        elif slot.base:
            room = species.get(slot.base, 0.0)
        else:
            room = species[slot.root]
        take = min(max(protons, 0.0), room)
        if slot.base and take > 0.0:
            species[slot.base] -= take
            species[slot.acid] = species.get(slot.acid, 0.0) + take
        protons -= take
        if room > 0.0:
            filled.append((slot, take, room))
    free = max(protons, 0.0)
    if free > 0.0:
        species["H+"] = free
    return Speciation({k: v for k, v in species.items() if v > 0.0}, tuple(filled), lacking, free)
