"""The catalogue: identity by name, and values by property and phase."""

from __future__ import annotations

from dataclasses import dataclass, field
from functools import cache

import numpy as np
from rdkit import Chem

from northsquall import data
from northsquall.chemistry.formula import mass_of, parse_formula


@dataclass(frozen=True)
class Value:
    """One value with its unit, uncertainty (same unit, half-range) and source."""

    value: float
    unit: str
    source: str
    uncertainty: float | None = None


@dataclass
class Substance:
    """Identity and values of one substance. `parts` are the ledger's components, per mole."""

    id: str
    names: list[str]
    formula: str
    phase: str
    mass: float
    """Molar mass, g/mol."""
    parts: dict[str, float]
    smiles: str | None = None
    cas: str | None = None
    commercial: dict[str, float | str] | None = None
    strongest: float | None = None
    values: dict[tuple[str, str], Value] = field(default_factory=dict)

    def value(self, prop: str, phase: str = "") -> Value | None:
        """The value of a property in a phase, or None: not known is not zero."""
        return self.values.get((prop, phase))


def formula_of_smiles(smiles: str) -> str:
    """Hill formula of a SMILES. Raises ValueError if it cannot be parsed."""
    from rdkit.Chem import rdMolDescriptors

    mol = Chem.MolFromSmiles(smiles)
    if mol is None:
        raise ValueError(f"“{smiles}” is not a structure")
    return str(rdMolDescriptors.CalcMolFormula(mol))


def canonical_smiles(smiles: str) -> str:
    """Canonical SMILES without stereo. Raises ValueError if it cannot be parsed."""
    mol = Chem.MolFromSmiles(smiles)
    if mol is None:
        raise ValueError(f"“{smiles}” is not a structure")
    return str(Chem.MolToSmiles(mol, isomericSmiles=False))


@dataclass
class Catalogue:
    """All substances, by id and by name (lower case)."""

    substances: dict[str, Substance]
    names: dict[str, str]
    solutions: dict[str, np.ndarray]
    """Per acid or base: columns mass %, density g/mL at 20 °C, cp J/(g K)."""
    by_smiles: dict[str, str]
    version: str

    def find(self, name: str) -> Substance | None:
        """The substance of this name, or None."""
        key = self.names.get(" ".join(name.lower().split()))
        return self.substances[key] if key else None

    def solution(self, identity: str, percent: float) -> tuple[float, float] | None:
        """(density g/mL, cp J/(g K)) of an aqueous solution of `percent` by mass, or None.

        Linear between tabulated strengths; clamped at the ends of the table.
        """
        rows = self.solutions.get(identity.removeprefix("fuming "))
        if rows is None:
            return None
        return (
            float(np.interp(percent, rows[:, 0], rows[:, 1])),
            float(np.interp(percent, rows[:, 0], rows[:, 2])),
        )

    def label(self, smiles: str) -> str:
        """A substance's usual name for a structure; its formula where it has none here."""
        key = self.by_smiles.get(smiles)
        return self.substances[key].id if key else formula_of_smiles(smiles)


def _substance(record: dict) -> Substance:  # type: ignore[type-arg]
    smiles = record.get("smiles")
    if smiles:
        smiles = canonical_smiles(smiles)
        formula = formula_of_smiles(smiles)
        parts = {smiles: 1.0}
    else:
        formula, parts = record["formula"], {k: float(v) for k, v in record["parts"].items()}
    return Substance(
        id=record["id"],
        names=record["names"],
        formula=formula,
        phase=record["phase"],
        mass=mass_of(parse_formula(formula)),
        parts=parts,
        smiles=smiles,
        cas=record.get("cas"),
        commercial=record.get("commercial"),
        strongest=record.get("strongest"),
    )


@cache
def catalogue() -> Catalogue:
    """The shipped catalogue, read once per process."""
    substances: dict[str, Substance] = {}
    names: dict[str, str] = {}
    for record in data.toml("substances/identity.toml")["substance"]:
        s = _substance(record)
        substances[s.id] = s
        for name in s.names:
            names[name.lower()] = s.id
    for file in ("substances/values.csv", "substances/values_curated.csv"):
        for row in data.table(file):
            substances[row["id"]].values[(row["property"], row["phase"])] = Value(
                float(row["value"]),
                row["unit"],
                row["source"],
                float(row["uncertainty"]) if row["uncertainty"] else None,
            )
    tables: dict[str, list[tuple[float, float, float]]] = {}
    for row in data.table("substances/solutions.csv"):
        tables.setdefault(row["substance"], []).append((float(row["percent"]), float(row["density_g_mL"]), float(row["cp_J_gK"])))
    by_smiles = {s.smiles: s.id for s in reversed(substances.values()) if s.smiles}
    return Catalogue(substances, names, {k: np.array(v) for k, v in tables.items()}, by_smiles, data.version())
