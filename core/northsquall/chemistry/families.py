"""Reaction families as records, and the reactions they give with what is in a vessel."""

from __future__ import annotations

import re
from dataclasses import dataclass
from functools import cache
from typing import Any

from rdkit import Chem
from rdkit.Chem import rdChemReactions

from northsquall import data
from northsquall.chemistry.formula import parse_formula
from northsquall.substances.catalogue import canonical_smiles, formula_of_smiles

IONS = re.compile(r"^[A-Z][A-Za-z0-9()]*[+-]\d*$|^H2O$|^CO2$|^NO2$|^SO2$")


@dataclass(frozen=True, eq=False)
class Family:
    """One record of families.toml, ready to match."""

    id: str
    name: str
    left: tuple[tuple[float, str], ...]
    right: tuple[tuple[float, str], ...]
    tier: int
    when: dict[str, Any]
    heat: dict[str, Any]
    rate: dict[str, Any] | None
    record: dict[str, Any]


@dataclass(frozen=True)
class Reaction:
    """A family bound to components: change of each root per unit of extent."""

    family: Family
    change: tuple[tuple[str, float], ...]
    substrate: str | None = None
    product: str | None = None
    count: int = 1
    isomer_named: bool = True

    def equation(self) -> str:
        """The balanced equation in formulas; a nitrate with its proton is written HNO3."""
        left = {self._bound(r): n for n, r in self.family.left}
        right = {self._bound(r): n for n, r in self.family.right}
        if "NO3-" in left and left.get("H+", 0) >= left["NO3-"]:
            n = left.pop("NO3-")
            left["H+"] -= n
            left = {k: v for k, v in left.items() if v} | {"HNO3": n}
        return f"{_side(left)} → {_side(right)}"

    def _bound(self, role: str) -> str:
        smiles = self.substrate if role == "A" else self.product if role == "P" else None
        return formula_of_smiles(smiles) if smiles else role


def _side(terms: dict[str, float]) -> str:
    order = sorted(terms.items(), key=lambda t: (bool(IONS.match(t[0])), t[0] == "H2O"))
    return " + ".join(name if n == 1 else f"{n:g} {name}" for name, n in order)


def _terms(text: str) -> tuple[tuple[float, str], ...]:
    out = []
    for term in re.split(r"\s\+\s", text.strip()):
        m = re.fullmatch(r"(?:(\d+(?:\.\d+)?)\s+)?(\S+)", term.strip())
        if not m:
            raise ValueError(f"“{term}” is not a term of an equation")
        out.append((float(m.group(1) or 1), m.group(2)))
    return tuple(out)


def family_of(record: dict[str, Any]) -> Family:
    """A record as a Family. Raises ValueError or KeyError for a record that is not one."""
    left, right = record["equation"].split("->")
    return Family(
        record["id"], record["name"], _terms(left), _terms(right), record["tier"],
        record["when"], record["heat"], record.get("rate"), record,
    )  # fmt: skip


@cache
def families() -> tuple[Family, ...]:
    """All families, lowest tier first."""
    records = data.toml("chemistry/families.toml")["family"]
    return tuple(sorted((family_of(r) for r in records), key=lambda f: f.tier))


@cache
def _pattern(smarts: str) -> Any:
    pattern = Chem.MolFromSmarts(smarts)
    if pattern is None:
        raise ValueError(f"“{smarts}” is not a SMARTS pattern")
    return pattern


@cache
def count_matches(smiles: str, smarts: str) -> int:
    """How often a pattern stands in a structure."""
    mol = Chem.MolFromSmiles(smiles)
    return len(mol.GetSubstructMatches(_pattern(smarts))) if mol is not None else 0


@cache
def _products(smiles: str, transform: str) -> tuple[str, ...]:
    reaction = rdChemReactions.ReactionFromSmarts(transform)
    mol = Chem.MolFromSmiles(smiles)
    out: list[str] = []
    for (product,) in reaction.RunReactants((mol,)):
        try:
            Chem.SanitizeMol(product)
        except Exception:
            continue
        s = canonical_smiles(Chem.MolToSmiles(product))
        if s not in out:
            out.append(s)
    return tuple(out)


@cache
def _bind(family_id: str, smiles: str, wanted: str | None) -> tuple[str, int, bool] | None:
    """(product, times, isomer named by the author) of a family on a substrate, or None.

    `group` repeats the transform up to the count that the wanted product shows.
    """
    family = next(f for f in families() if f.id == family_id)
    role = family.record["role"]["A"]
    if not count_matches(smiles, role["smarts"]) or any(count_matches(smiles, n) for n in role["not"]):
        return None
    rule = family.record["product"]["P"]
    transforms = rule["transform"]
    group = family.record.get("group")
    times = 1
    if group and wanted and formula_of_smiles(wanted) != formula_of_smiles(smiles):
        times = max(1, count_matches(wanted, group) - count_matches(smiles, group))
    front = [smiles]
    for _ in range(times):
        fitting: list[str] = []
        for start in front:
            for transform in transforms:
                fitting += [p for p in _products(start, transform) if p not in fitting]
        front = fitting
    if not front:
        return None
    if wanted in front:
        return wanted, times, True
    return front[0], times, wanted is None


def reactions_for(roots: frozenset[str], wanted: str | None) -> tuple[Reaction, ...]:
    """Every reaction that the families give with these components. `wanted` is a SMILES or None."""
    return _reactions_for(roots, wanted)


@cache
def _reactions_for(roots: frozenset[str], wanted: str | None) -> tuple[Reaction, ...]:
    out = []
    for family in families():
        if family.record.get("by_mixing"):  # proton transfer: the ladder does it when streams meet
            continue
        if "role" not in family.record:
            change: dict[str, float] = {}
            for sign, side in ((-1.0, family.left), (1.0, family.right)):
                for n, root in side:
                    change[root] = change.get(root, 0.0) + sign * n
            needed = {r for _, r in family.left} - {"H+", "H2O"}
            if needed <= roots:
                out.append(Reaction(family, tuple(sorted((k, v) for k, v in change.items() if v))))
            continue
        fixed = {r for _, r in family.left} - {"A", "H+", "H2O"}
        if not fixed <= roots:
            continue
        for smiles in sorted(r for r in roots if not IONS.match(r) and r not in ("H+", "H2O")):
            bound = _bind(family.id, smiles, wanted)
            if not bound or bound[0] == smiles:
                continue
            product, times, named = bound
            change = {}
            for sign, side in ((-1.0, family.left), (1.0, family.right)):
                for n, root in side:
                    name = smiles if root == "A" else product if root == "P" else root
                    factor = 1 if root in ("A", "P") else times
                    change[name] = change.get(name, 0.0) + sign * n * factor
            out.append(Reaction(family, tuple(sorted(change.items())), smiles, product, times, named))
    return tuple(out)


def unbalanced(reaction: Reaction) -> dict[str, float]:
    """Elements (and charge, "+") that a bound reaction does not conserve: empty if it balances."""
    total: dict[str, float] = {}
    for root, n in reaction.change:
        formula = root if IONS.match(root) or root == "H+" else formula_of_smiles(root)
        for el, k in parse_formula(formula).items():
            total[el] = total.get(el, 0.0) + n * k
    return {el: v for el, v in total.items() if abs(v) > 1e-9}
