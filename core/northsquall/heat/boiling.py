"""Where a mixture boils: strong acids by table, the rest as ideal mixtures of what is volatile in it.

Bubble point: sum over the volatile components of x_i P_i(T) = 1 atm, x_i over all that is dissolved (ions counted), and
P_i(T) = 1 atm exp(-dHvap,i/R (1/T - 1/Tb,i)) (Clausius and Clapeyron with the heat of vaporisation at the boiling point).
"""

from __future__ import annotations

import math
from collections.abc import Mapping

import numpy as np

from northsquall import data
from northsquall.chemistry.roots import charge_of
from northsquall.substances import Catalogue

R_GAS = 8.314462618e-3
TROUTON = 0.088
"""kJ/(mol K): heat of vaporisation over boiling temperature where none is known (Trouton; common practice)."""
SPREAD_K = 6.0
"""Half width (K) for what is not ideal; near-ideal mixtures lie within 2 K (tests)."""


def sulfuric(roots: Mapping[str, float]) -> tuple[float, float, float] | None:
    """Boiling point (low, best, high), °C, of sulfuric acid by its strength; with nitric acid in it the low end is that of nitric acid."""
    acid, water = roots.get("SO4-2", 0.0), max(roots.get("H2O", 0.0), 0.0)
    if acid <= 0:
        return None
    percent = 100 * acid * 98.08 / (acid * 98.08 + water * 18.015)
    rows = data.table("heat/boiling_sulfuric.csv")
    point = float(np.interp(percent, [float(r["percent"]) for r in rows], [float(r["boiling_C"]) for r in rows]))
    nitric = roots.get("NO3-", 0.0) > 0.02 * acid
    return (min(83.0, point), min(point, 120.5), point) if nitric else (point - 10, point, point + 10)


def bubble_point(parts: Mapping[str, tuple[float, float, float]], other_mol: float = 0.0) -> float | None:
    """Bubble point (°C) at 1 atm of components {name: (mol, Tb in K, dHvap in kJ/mol)} with `other_mol` of what does not boil; None without any."""
    total = sum(n for n, _, _ in parts.values()) + other_mol
    if total <= 0 or not parts:
        return None

    def excess(T: float) -> float:
        return sum(n / total * math.exp(-h / R_GAS * (1 / T - 1 / tb)) for n, tb, h in parts.values()) - 1.0

    low, high = 150.0, 900.0
    if excess(high) < 0 or excess(low) > 0:
        return None
    while high - low > 1e-3:  # monotone in T; scipy's solvers would double the time to import the core
        middle = (low + high) / 2
        low, high = (middle, high) if excess(middle) < 0 else (low, middle)
    return (low + high) / 2 - 273.15


def boiling(roots: Mapping[str, float], cat: Catalogue, solids: Mapping[str, float] | None = None) -> tuple[float, float, float] | None:
    """Boiling point (low, best, high), °C, of what a vessel holds; None where nothing in it is known to boil.

    Salts and acids that are mostly sulfuric go by its table.
    """
    acid, water = roots.get("SO4-2", 0.0), max(roots.get("H2O", 0.0), 0.0)
    organic = sum(n for r, n in roots.items() if n > 0 and r not in ("H2O", "SO4-2", "NO3-", "H+", "Na+", "K+", "Cl-", "NH4+"))
    if acid > 0 and roots.get("H+", 0.0) > 1.2 * acid and acid > 0.1 * (water + organic):
        return sulfuric(roots)
    parts: dict[str, tuple[float, float, float]] = {}
    other = 0.0
    for root, n in roots.items():
        n -= (solids or {}).get(root, 0.0)
        if n <= 1e-9 or root == "H+":
            continue
        own = cat.of_root(root) if not charge_of(root) else None
        tb = own.value("Tb") if own is not None else None
        if own is None or tb is None or own.phase == "g":
            other += n
            continue
        hv = own.value("Hvap", "l")
        kelvin = tb.value + 273.15
        parts[root] = (n, kelvin, hv.value if hv is not None else TROUTON * kelvin)
    point = bubble_point(parts, other)
    return None if point is None else (point - SPREAD_K, point, point + SPREAD_K)


P0_BAR = 1.01325
TROUTON_R = 10.6
"""ΔHvap/(R Tb) of ordinary liquids at their boiling point (Trouton's rule, 88 J/(mol K))."""
COLDER = 0.4
"""How much that grows for each factor e below one bar, since the heat of vaporisation grows as it gets colder; fitted by eye to
toluene, benzoyl chloride and m-cresol (see the reference tests)."""


def vapour_bar(T_C: float, boils_C: float) -> float:
    """Vapour pressure (bar) of a liquid that boils at `boils_C`, by Clausius and Clapeyron with Trouton's constant; above boiling as well."""
    r = (boils_C + 273.15) / (T_C + 273.15) - 1.0
    x = TROUTON_R * r / (1.0 - COLDER * r) if r > 0 else TROUTON_R * r
    return P0_BAR * math.exp(-x)


def at_one_bar(T_C: float, mbar: float) -> float:
    """The temperature that boils off at one bar what boils at `T_C` under `mbar` (same law)."""
    if not 0.0 < mbar < 1e3 * P0_BAR:
        return T_C
    x = math.log(1e3 * P0_BAR / mbar)
    return (T_C + 273.15) * (1.0 + x / (TROUTON_R + COLDER * x)) - 273.15
