"""Freezing points against tables."""

from __future__ import annotations

import pytest

from northsquall.heat.freezing import freezing
from northsquall.substances import catalogue

WATER = {
    "NaCl 5 %": ({"Na+": 0.0856, "Cl-": 0.0856}, 95.0, -3.05),
    "NaCl 10 %": ({"Na+": 0.1711, "Cl-": 0.1711}, 90.0, -6.56),
    "ethanol 10 %": ({"CCO": 0.2171}, 90.0, -4.47),
    "sucrose 20 %": ({"OCC1OC(OC2(CO)OC(CO)C(O)C2O)C(O)C(O)C1O": 0.0584}, 80.0, -1.49),
}
"""Mass per cent in 100 g of solution: moles of what is dissolved, g of water, freezing point in °C (CRC Handbook, from memory)."""


@pytest.mark.parametrize("name", WATER)
def test_water_freezes_where_the_tables_say(name: str) -> None:
    """Within 0.7 K: the ideal law leaves out what holds ions and molecules together."""
    dissolved, grams, at = WATER[name]
    found = freezing({"H2O": grams / 18.015, **dissolved}, catalogue())
    assert found is not None and found[1] == "water"
    assert found[0] == pytest.approx(at, abs=0.7)


def test_a_pure_liquid_freezes_at_its_melting_point_and_half_and_half_is_not_said() -> None:
    found = freezing({"CC(=O)O": 1.0}, catalogue())
    assert found is not None and found[0] == pytest.approx(16.7, abs=0.2)
    assert freezing({"CC(=O)O": 1.0, "H2O": 1.0}, catalogue()) is None
    assert freezing({"H2O": 2.0, "SO4-2": 1.0, "H+": 2.0}, catalogue()) is None
