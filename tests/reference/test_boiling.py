"""Boiling points of mixtures against an open library, and of pure substances and acids against handbook values."""

from __future__ import annotations

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from northsquall.heat.boiling import SPREAD_K, boiling, bubble_point
from northsquall.substances import catalogue

CAT = catalogue()
PAIRS = [
    ("benzene", "toluene"),
    ("hexane", "heptane"),
    ("diethyl ether", "pentane"),
    ("dichloromethane", "chloroform"),
    ("methanol", "ethanol"),
    ("acetone", "butanone"),
]


def root_of(name: str) -> str:
    s = CAT.find(name)
    assert s is not None, name
    return next(iter(s.parts))


@pytest.mark.parametrize(("a", "b"), [p for p in PAIRS if all(CAT.find(x) for x in p)], ids=lambda p: str(p))
@pytest.mark.parametrize("x", [0.1, 0.5, 0.9])
@pytest.mark.filterwarnings("ignore")  # the library's own
def test_near_ideal_mixtures_boil_where_an_open_library_says(a: str, b: str, x: float) -> None:
    """`thermo`'s bubble temperature of the ideal mixture at 1 atm, within 3 K over the whole range."""
    from thermo import Mixture

    mixture = Mixture([a, b], zs=[x, 1 - x], P=101325.0, T=300.0)
    found = boiling({root_of(a): x, root_of(b): 1 - x}, CAT)
    assert found is not None
    assert found[1] == pytest.approx(mixture.Tbubble - 273.15, abs=3.0)
    assert found[0] <= mixture.Tbubble - 273.15 <= found[2]


@pytest.mark.parametrize(
    ("name", "tb"),
    [("diethyl ether", 34.6), ("dichloromethane", 39.8), ("ethanol", 78.3), ("toluene", 110.6), ("water", 100.0), ("acetic acid", 117.9)],
)
def test_pure_liquids_boil_where_the_handbook_says(name: str, tb: float) -> None:
    """CRC Handbook of Chemistry and Physics, boiling points at 1 atm (from memory)."""
    found = boiling({root_of(name): 1.0}, CAT)
    assert found is not None and found[1] == pytest.approx(tb, abs=1.0)


def test_salt_raises_and_ether_lowers_the_boiling_point_of_water() -> None:
    """Raoult: 6.1 mol of NaCl in 55.5 mol of water, about 108.7 °C for the saturated brine (CRC, from memory), ideal 6 K over water."""
    water, brine = boiling({"H2O": 55.5}, CAT), boiling({"H2O": 55.5, "Na+": 6.1, "Cl-": 6.1}, CAT)
    wet = boiling({"H2O": 55.5, root_of("diethyl ether"): 5.0}, CAT)
    assert water and brine and wet
    assert 103.0 < brine[1] < 109.0
    assert wet[1] < water[1] - 10.0


def test_strong_sulfuric_acid_goes_by_its_table_and_nothing_volatile_gives_none() -> None:
    found = boiling({"SO4-2": 1.0, "H+": 2.0, "H2O": 0.23}, CAT)
    assert found is not None and found[1] > 280.0
    assert boiling({"Na+": 1.0, "Cl-": 1.0}, CAT) is None
    assert boiling({}, CAT) is None


@given(st.floats(0.05, 0.95), st.floats(300.0, 450.0), st.floats(5.0, 80.0), st.floats(25.0, 50.0))
def test_a_mixture_boils_between_its_parts(x: float, tb: float, apart: float, hv: float) -> None:
    point = bubble_point({"a": (x, tb, hv), "b": (1 - x, tb + apart, hv)})
    assert point is not None
    assert tb - 273.15 - 0.01 <= point <= tb + apart - 273.15 + 0.01
    diluted = bubble_point({"a": (x, tb, hv), "b": (1 - x, tb + apart, hv)}, 0.5)
    assert diluted is not None and diluted > point  # what does not boil raises it
    assert SPREAD_K > 0


def test_a_liquid_of_no_known_heat_of_vaporisation_goes_by_trouton() -> None:
    """Trouton's rule, 88 J/(mol K). Chloral hydrate (98 °C) is half of what is there by moles, the rest does not boil: at its boiling point it
    makes half an atmosphere, so 1/T = 1/371.15 - R ln 2 / (0.088 × 371.15), by hand."""
    chloral = root_of("chloral hydrate")
    assert CAT.substances["chloral hydrate"].value("Hvap", "l") is None
    found = boiling({chloral: 1.0, "Na+": 0.5, "Cl-": 0.5}, CAT)
    T = 1.0 / (1.0 / 371.15 - 8.314462618e-3 * math.log(2.0) / (0.088 * 371.15))
    assert found is not None and found[1] == pytest.approx(T - 273.15, abs=0.5)
