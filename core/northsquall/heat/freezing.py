"""Where a mixture begins to freeze: its main liquid as an ideal solution of the rest, ln x = -dHfus/R (1/T - 1/Tm)."""

from __future__ import annotations

import math
from collections.abc import Mapping

from northsquall.chemistry.roots import charge_of
from northsquall.substances import Catalogue

R_GAS = 8.314462618
WALDEN = 56.5
"""J/(mol K): entropy of fusion of a rigid molecule where no heat of fusion is at hand (Walden's rule; common practice)."""
WATER_FUSION = 6010.0
"""Heat of fusion of water, J/mol (handbook 5: 333.6 J/g)."""
MAIN = 0.6
"""Part of what is liquid that one substance must make up for the estimate to hold."""
ACIDS = ("SO4-2", "NO3-", "HPO4-2", "PO4-3")


def freezing(roots: Mapping[str, float], cat: Catalogue) -> tuple[float, str] | None:
    """(temperature in °C at which the main liquid of a mixture begins to freeze, its name); None where no one liquid is the main one.

    Mixtures with much strong acid are left out: their freezing points follow no ideal law.
    """
    liquids: dict[str, float] = {}
    other = 0.0
    for root, n in roots.items():
        if n <= 1e-9:
            continue
        own = cat.of_root(root) if not charge_of(root) else None
        if own is not None and own.phase == "l" and own.value("Tm") is not None:
            liquids[root] = n
        else:
            other += n
    total = sum(liquids.values()) + other
    if not liquids or total <= 0:
        return None
    main = max(liquids, key=lambda r: liquids[r])
    acid = sum(n for r, n in roots.items() if r in ACIDS and n > 0)
    x = liquids[main] / total
    if x < MAIN or (roots.get("H+", 0.0) > 0.05 * total and acid > 0):
        return None
    own = cat.of_root(main)
    tm = own.value("Tm") if own is not None else None
    if own is None or tm is None:
        return None
    kelvin = tm.value + 273.15
    heat = WATER_FUSION if main == "H2O" else WALDEN * kelvin
    return 1.0 / (1.0 / kelvin - R_GAS * math.log(x) / heat) - 273.15, own.id
