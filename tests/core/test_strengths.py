"""What a strength is written in: water, oil, a carrier, a pure liquid."""

from __future__ import annotations

import pytest

from northsquall.assess import assess
from northsquall.assessment import Assessment
from northsquall.procedure.amounts import lots_of
from northsquall.reading import read
from northsquall.substances import catalogue


def result(text: str) -> Assessment:
    return assess(read(text))


def lot(text: str, identity: str):  # type: ignore[no-untyped-def]
    p = read(text)
    m = next(m for m in p.materials if m.identity == identity)
    return lots_of(p, catalogue())[m.id]


def test_sodium_hydride_in_oil_brings_no_water() -> None:
    """4.0 g of 60 % = 2.4/24.0 = 0.100 mol; the oil is inert."""
    x = lot("A\n\nSodium hydride (60 % in oil, 4.0 g) is placed in a 250 mL flask.", "sodium hydride")
    assert x.mol[1] == pytest.approx(0.100, rel=0.01) and "H2O" not in x.roots()


@pytest.mark.parametrize(
    ("words", "identity"),
    [
        ("Calcium carbide (80 %, 8.0 g)", "calcium carbide"),
        ("Lithium aluminium hydride (95 %, 2.0 g)", "lithium aluminium hydride"),
        ("Thionyl chloride (98 %, 12 g)", "thionyl chloride"),
        ("Palladium on carbon (10 %, 0.2 g)", "palladium on carbon"),
        ("Ethyl iodide (99 %, 15.6 g)", "ethyl iodide"),
    ],
)
def test_the_rest_of_a_purity_is_no_water(words: str, identity: str) -> None:
    """Fact of the trade: these are sold dry, or in water's absence; the rest is lime, an impurity or the carrier."""
    assert "H2O" not in lot(f"A\n\n{words} is placed in a 250 mL flask.", identity).roots()


@pytest.mark.parametrize(
    ("words", "identity"), [("10 % sodium hydroxide, 100 g", "sodium hydroxide"), ("hydrogen peroxide (30 %, 20 g)", "hydrogen peroxide")]
)
def test_the_rest_of_a_solution_is_water(words: str, identity: str) -> None:
    assert lot(f"A\n\n{words}, is placed in a 250 mL flask.", identity).roots()["H2O"] > 0.7


@pytest.mark.parametrize(
    ("words", "identity", "carrier", "mol"),
    [
        ("n-Butyllithium, 1.6 M in hexane, 125 mL (0.20 mol), is dropped in over 30 min", "butyllithium", "hexane", 0.20),
        ("n-BuLi in hexanes (2.5 M, 80 mL) is dropped in over 30 min", "butyllithium", "hexane", 0.20),
        ("Methylmagnesium bromide, 3 M in ether, 40 mL, is dropped in over 30 min", "methylmagnesium bromide", "diethyl ether", 0.12),
        ("Hydrogen chloride, 4 M in dioxane, 50 mL, is added over 10 min", "hydrogen chloride", "1,4-dioxane", 0.20),
        ("50 mL of a 4 M solution of HCl in dioxane is added over 10 min", "hydrochloric acid", "1,4-dioxane", 0.20),
        ("Chlorine in carbon tetrachloride (1 M, 50 mL) is added over 10 min", "chlorine", "carbon tetrachloride", 0.05),
        ("Sodium hydroxide, 20 % in water, 60 g, is added over 10 min", "sodium hydroxide", None, 0.30),
    ],
)
def test_the_amount_behind_a_carrier_is_the_solution_s(words: str, identity: str, carrier: str | None, mol: float) -> None:
    """n = c V, or w m/M; the solvent is no charge of its own (its formula mass and the arithmetic by hand)."""
    d = read(f"250 mL flask with toluene 50 mL, ice bath.\n{words}.")
    (m,) = [x for x in d.materials if x.identity != "toluene"]
    n = lots_of(d, catalogue())[m.id].mol
    assert (m.identity, m.carrier) == (identity, carrier) and n is not None and n[1] == pytest.approx(mol, rel=0.02)


def test_two_liquids_of_one_addition_stay_two() -> None:
    d = read("250 mL flask, ice bath. 16 g of bromine in 50 mL of acetic acid is dropped in over 30 min.")
    assert [m.identity for m in d.materials] == ["bromine", "acetic acid"] and all(m.amount is not None for m in d.materials)


def test_butyllithium_by_molarity_and_its_hexane() -> None:
    """62 mL × 1.6 M = 0.0992 mol; what is not butyllithium is hexane."""
    x = lot("A\n\nn-Butyllithium (1.6 M in hexane, 62 mL) is placed in a 250 mL flask.", "butyllithium")
    hexane = next(iter(catalogue().substances["hexane"].parts))
    assert x.mol[1] == pytest.approx(0.0992, rel=0.01) and "H2O" not in x.roots() and x.roots()[hexane] > 0.3


def test_strong_formic_acid_is_nearly_as_dense_as_the_pure_liquid() -> None:
    """1.220 g/mL at 20 °C (CRC, from memory); the table of solutions ends at 60 %."""
    got = catalogue().solution("formic acid", 98.0)
    assert got is not None and got[0] == pytest.approx(1.215, abs=0.01)
    low, high = catalogue().solution("formic acid", 60.0), catalogue().solution("formic acid", 99.9)
    assert low is not None and high is not None and low[0] < got[0] < high[0]


@pytest.mark.parametrize(
    ("acid", "density", "percent"),
    [
        ("nitric acid", 1.40, 66.0),
        ("nitric acid", 1.42, 71.0),
        ("sulfuric acid", 1.50, 60.0),
        ("hydrochloric acid", 1.18, 36.0),
        ("hydrochloric acid", 1.10, 20.4),
        ("ammonia", 0.90, 28.0),
    ],
)
def test_a_density_tells_the_strength(acid: str, density: float, percent: float) -> None:
    """Densities of solutions at 20 °C: CRC Handbook, table of concentrative properties, and Perry (memory); within 1.2 mass per cent."""
    found = catalogue().strength_of_density(acid, density)
    assert found is not None and found[0] <= found[1] <= found[2]
    assert found[1] == pytest.approx(percent, abs=1.2)


def test_a_density_outside_the_table_tells_nothing() -> None:
    assert catalogue().strength_of_density("hydrochloric acid", 1.40) is None
