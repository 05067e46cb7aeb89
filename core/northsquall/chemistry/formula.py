"""Formulas as element counts, charge included."""

from __future__ import annotations

import re
from functools import cache

from rdkit.Chem import GetPeriodicTable


def parse_formula(formula: str) -> dict[str, int]:
    """Element counts of a plain formula; a trailing charge (`SO4-2`, `NH4+`) counts under "+".

    Raises ValueError for anything that is not a formula.
    """
    m = re.fullmatch(r"((?:[A-Z][a-z]?\d*|\((?:[A-Z][a-z]?\d*)+\)\d*)+)(?:([+-])(\d*))?", formula)
    if not m:
        raise ValueError(f"“{formula}” is not a formula")
    body, sign, size = m.groups()
    counts: dict[str, int] = {}
    for group, times, element, number in re.findall(r"\(((?:[A-Z][a-z]?\d*)+)\)(\d*)|([A-Z][a-z]?)(\d*)", body):
        inner = re.findall(r"([A-Z][a-z]?)(\d*)", group) if group else [(element, number)]
        factor = int(times or 1) if group else 1
        for el, n in inner:
            counts[el] = counts.get(el, 0) + factor * int(n or 1)
    if sign:
        counts["+"] = int(size or 1) * (1 if sign == "+" else -1)
    return counts


@cache
def _weight(element: str) -> float:
    return float(GetPeriodicTable().GetAtomicWeight(element))


def mass_of(counts: dict[str, int]) -> float:
    """Molar mass in g/mol of element counts."""
    return sum(n * _weight(el) for el, n in counts.items() if el != "+")


def same_atoms(a: str, b: str) -> bool:
    """Whether two formulas hold the same atoms (charge ignored)."""
    x, y = parse_formula(a), parse_formula(b)
    return {k: v for k, v in x.items() if k != "+"} == {k: v for k, v in y.items() if k != "+"}
