"""Basic oxides and hydroxides in acid and in water: the heat against formation enthalpies."""

from __future__ import annotations

import pytest

from northsquall.assess import assess
from northsquall.reading import read

# CRC Handbook, standard formation enthalpies, kJ/mol at 25 °C: solids, aqueous ions, water.
SOLID = {
    "Copper(II) oxide": (79.55, -157.3, 64.8),
    "Magnesium oxide": (40.30, -601.6, -466.9),
    "Zinc oxide": (81.38, -350.5, -153.9),
    "Calcium oxide": (56.08, -634.9, -542.8),
}
WATER = -285.8
HYDROXIDE = -230.0


@pytest.mark.parametrize("name", SOLID)
def test_an_oxide_in_acid_gives_what_formation_enthalpies_say(name: str) -> None:
    """MO + 2 H+ -> M+2 + H2O in an excess of hydrochloric acid, each to 4 kJ/mol (the acid's own dilution left out)."""
    mass, solid, ion = SOLID[name]
    a = assess(
        read(
            f"Oxide in acid\n\nHydrochloric acid 1.0 M, 500 mL, in a 1 L beaker. {name} {mass * 0.1:.2f} g is added over 30 min at 20-30 °C."
        )
    )
    heat = sum(r.heat_kJ.best or 0.0 for r in a.reactions if r.family.startswith(("dissolving", "neutralisation")))
    assert heat / 0.1 == pytest.approx(-(ion + WATER - solid), abs=4.0)


def test_quicklime_is_slaked_by_water() -> None:
    """CaO + H2O -> Ca+2 + 2 OH-: 81 kJ/mol by the same table; the solid hydroxide that is left stands 17 kJ/mol lower."""
    a = assess(read("Quicklime\n\nWater 2 L in a 5 L bucket. Calcium oxide 5.61 g is added over 30 min, stirred."))
    heat = sum(r.heat_kJ.best or 0.0 for r in a.reactions)
    _, solid, ion = SOLID["Calcium oxide"]
    assert 0.1 * 60.0 <= heat <= -0.1 * (ion + 2 * HYDROXIDE - WATER - solid) + 0.5
