"""Heat capacity of a substance from its formula alone, where no measured value is known.

Kopp's rule as handbooks give it for solids and for liquids at room temperature (Perry's Chemical Engineers' Handbook; Felder and
Rousseau, table B.10; memory): a sum over the atoms. It is good for solids and inorganic liquids and a third too high for organic
liquids, which have 1.6 J/(g K) instead (common practice) and Kopp's value for each heavy halogen atom.
"""

from __future__ import annotations

import re

from northsquall.chemistry.formula import parse_formula

SOLID = {"C": 7.5, "H": 9.6, "B": 11.3, "Si": 15.9, "O": 16.7, "F": 20.9, "P": 22.6, "S": 22.6}
LIQUID = {"C": 11.7, "H": 18.0, "B": 19.7, "Si": 24.3, "O": 25.1, "F": 29.3, "P": 31.0, "S": 31.0}
OTHER_SOLID, OTHER_LIQUID = 25.9, 33.5
"""J/(mol K) of every element not listed."""
HALOGEN_G_MOL = {"Cl": 35.45, "Br": 79.90, "I": 126.90}
ORGANIC_J_GK = 1.6


def estimated_heat_capacity(formula: str, mass: float, phase: str, organic: bool) -> tuple[float, str]:
    """(J/(mol K), how it was had) near 25 °C of a solid (``phase`` "s") or else a liquid of this formula and molar mass (g/mol).

    >>> round(estimated_heat_capacity("C7H6O2", 122.12, "s", True)[0])  # benzoic acid; measured 147
    144
    """
    atoms: dict[str, float] = {}
    for part in re.split(r"[·.*]", formula):
        times, body = re.fullmatch(r"(\d*)(.*)", part).groups()  # type: ignore[union-attr]
        for element, n in parse_formula(body).items() if body else ():
            atoms[element] = atoms.get(element, 0.0) + int(times or 1) * n
    if phase == "s" and atoms:
        return sum(n * SOLID.get(a, OTHER_SOLID) for a, n in atoms.items()), "Kopp's rule for solids"
    if not organic and atoms:
        return sum(n * LIQUID.get(a, OTHER_LIQUID) for a, n in atoms.items()), "Kopp's rule for liquids"
    heavy = {a: n for a, n in atoms.items() if a in HALOGEN_G_MOL}
    rest = max(mass - sum(n * HALOGEN_G_MOL[a] for a, n in heavy.items()), 0.0)
    return ORGANIC_J_GK * rest + OTHER_LIQUID * sum(
        heavy.values()
    ), f"{ORGANIC_J_GK} J/(g K) of an organic liquid{', Kopp’s rule for its halogens' if heavy else ''}"
