"""Components of the contents ledger: which are ions, elements or gases, and their formation enthalpies.

An organic component is its canonical SMILES; everything else is listed in data/chemistry/roots.csv under
its own id ("CO" is methanol; carbon monoxide is "[C-]#[O+]").
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache

from northsquall import data
from northsquall.chemistry.formula import parse_formula


@dataclass(frozen=True)
class Root:
    """A component: formula with charge, state in the ledger, formation enthalpy kJ/mol (None: not known)."""

    id: str
    formula: str
    name: str
    state: str
    Hf: float | None
    uncertainty: float
    source: str


@cache
def roots() -> dict[str, Root]:
    """All listed components, by id."""
    return {
        r["id"]: Root(r["id"], r["formula"], r["name"], r["state"], float(r["Hf"]) if r["Hf"] else None, float(r["uncertainty"] or 5), r["source"])
        for r in data.table("chemistry/roots.csv")
    }  # fmt: skip


GAS_ORGANICS = frozenset({"C", "CC", "C=C", "C#C", "CCC", "C=CC", "CCl", "CBr", "C=C(C)C", "CCCC", "C=CCC", "CC(C)C", "CCCl"})
"""Organics that boil below room temperature and leave as gases."""


def is_diazonium(root: str) -> bool:
    """Whether a component is a diazonium salt, in whichever way its SMILES is written."""
    return "[N+]#N" in root or "N#[N+]" in root


@cache
def is_organic(root: str) -> bool:
    """Whether a component is a structure (SMILES) and not a listed one."""
    return root not in roots()


@cache
def is_gas(root: str) -> bool:
    """Whether a component leaves the liquid as a gas when nothing takes it."""
    known = roots().get(root)
    return known.state == "g" if known else root in GAS_ORGANICS


@cache
def formula_of(root: str) -> str:
    """Plain formula of a component; ions carry their charge."""
    known = roots().get(root)
    if known:
        return known.formula
    from northsquall.substances.catalogue import formula_of_smiles

    return formula_of_smiles(root)


@cache
def composition(root: str) -> tuple[tuple[str, int], ...]:
    """Elements (and charge, "+") of one mole of a component."""
    return tuple(parse_formula(formula_of(root)).items())


@cache
def charge_of(root: str) -> int:
    """Net charge of a component; none for a nitro group or an azide, whose charges cancel."""
    return dict(composition(root)).get("+", 0)


@cache
def shown(root: str) -> str:
    """How a component is written in an equation."""
    known = roots().get(root)
    if known is None:
        return formula_of(root).replace("+", "⁺") if formula_of(root).endswith("+") else formula_of(root)
    return {"[C-]#[O+]": "CO", "graphite": "C", "boron": "B", "NH3(g)": "NH3", "HNO3(l)": "HNO3"}.get(root, root)


def atoms(contents: dict[str, float]) -> dict[str, float]:
    """Moles of each element (and charge, "+") in a mixture."""
    total: dict[str, float] = {}
    for root, n in contents.items():
        for el, k in composition(root):
            total[el] = total.get(el, 0.0) + n * k
    return total
