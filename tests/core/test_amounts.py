"""Amounts: what is written to moles, and what is missing or impossible to a reason, never to zero."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from northsquall.chemistry.formula import mass_of, parse_formula, same_atoms
from northsquall.procedure import Material, Quantity, Strength
from northsquall.procedure.amounts import Lot, lot_of
from northsquall.procedure.units import UnitError, canonical, convert
from northsquall.substances import catalogue


def lot(identity: str | None, value: float | None, unit: str = "g", **more: object) -> Lot:
    amount = Quantity(value=value, unit=unit) if value is not None else None
    return lot_of(Material(id="m1", name=identity or "something", identity=identity, amount=amount, span=(0, 1), **more), catalogue(), 1.0)  # type: ignore[arg-type]


@given(st.floats(1e-3, 1e4))
def test_mass_over_molar_mass(grams: float) -> None:
    assert lot("methyl benzoate", grams).best_mol == pytest.approx(grams / 136.15, rel=1e-4)


@given(st.floats(0.1, 1000), st.floats(5, 98))
def test_solution_parts_add_up_to_its_mass(mL: float, percent: float) -> None:
    """Acid and water of a solution weigh together what its volume weighs."""
    found = lot("sulfuric acid", mL, "ml", strength=Strength(percent_w=percent, basis="w/w"))
    assert found.mol and found.water_mol and found.mass_g
    assert found.mol[1] * 98.08 + found.water_mol[1] * 18.015 == pytest.approx(found.mass_g[1], rel=1e-3)
    rho = found.mass_g[1] / mL
    assert 1.0 <= rho <= 1.84


@given(st.floats(0.1, 1000), st.floats(0.5, 3.0))
def test_scaling_an_amount_scales_everything(value: float, factor: float) -> None:
    a, b = lot("nitric acid", value, "ml"), lot("nitric acid", value * factor, "ml")
    for x, y in ((a.mol, b.mol), (a.water_mol, b.water_mol), (a.mass_g, b.mass_g)):
        assert x and y
        assert y[1] == pytest.approx(factor * x[1], rel=1e-9)


def test_a_bottle_without_its_strength_is_a_band() -> None:
    """Handbook 2.1: sulfuric 95–98, nitric 65–70 %, as named assumptions."""
    found = lot("nitric acid", 10, "ml", strength=Strength(percent_w=68, low=65, high=70, basis="assumed"))
    assert found.mol and found.mol[0] < found.mol[1] < found.mol[2]
    assert any("not written" in a for a in found.assumptions)
    assert found.mol[0] == pytest.approx(10 * 1.3913 * 0.65 / 63.01, rel=2e-3)


@pytest.mark.parametrize(
    ("identity", "value", "unit", "says"),
    [
        ("methyl benzoate", None, "g", "no amount"), ("methyl benzoate", 0.0, "g", "more than 0"), ("methyl benzoate", -3.0, "g", "more than 0"), ("acetanilide", 10.0, "ml", "solid"),
        ("methyl benzoate", 3.0, "min", "neither a mass nor a volume"), (None, 5.0, "g", "in no catalogue"), ("methyl 4-chlorobenzoate", 15.0, "ml", "solid"),
    ],
)  # fmt: skip
def test_what_gives_no_moles_gives_a_reason(identity: str | None, value: float | None, unit: str, says: str) -> None:
    found = lot(identity, value, unit)
    assert found.mol is None and found.reason and says in found.reason
    figure = found.figure()
    assert not figure.established and figure.best is None and figure.reason == found.reason


def test_stronger_than_exists() -> None:
    found = lot("hydrochloric acid", 10, "ml", strength=Strength(percent_w=60, basis="w/w"))
    assert [k for k, _ in found.faults] == ["strength"] and "40 %" in found.faults[0][1]


@pytest.mark.parametrize(
    ("identity", "molar"), [("sulfuric acid", 2.0), ("sodium hydroxide", 1.0), ("hydrochloric acid", 6.0), ("sodium carbonate", 0.5)]
)
def test_molar_solutions_hold_c_times_v(identity: str, molar: float) -> None:
    """n = c V; the rest of the solution is water, and it weighs more than water (facts of the trade)."""
    found = lot(identity, 250, "ml", strength=Strength(molar=molar, basis="molar"))
    assert found.best_mol == pytest.approx(molar * 0.25, rel=0.01)
    assert found.water_mol and 0.85 * 250 / 18.015 < found.water_mol[1] < 1.01 * 250 / 18.015 and found.mass_g and found.mass_g[1] > 250


def test_absurd_amounts_are_marked() -> None:
    assert lot("methyl benzoate", 1e6, "kg").faults[0][0] == "absurd"


def test_stated_moles_alone_and_against_the_mass() -> None:
    only = lot("methyl benzoate", None, stated_mol=Quantity(value=250, unit="mmol"))
    assert only.best_mol == pytest.approx(0.25) and only.mass_g and only.mass_g[1] == pytest.approx(34.04, rel=1e-3)
    both = lot("methyl benzoate", 34.0, stated_mol=Quantity(value=2.5, unit="mol"))
    assert both.moles_differ == pytest.approx(0.1, rel=0.01)


@given(st.floats(-200, 500))
def test_fahrenheit_and_kelvin(celsius: float) -> None:
    assert convert(celsius * 9 / 5 + 32, "°f", "temperature") == pytest.approx(celsius, abs=1e-9)
    assert convert(celsius + 273.15, "k", "temperature") == pytest.approx(celsius, abs=1e-9)


@pytest.mark.parametrize(
    ("written", "unit"),
    [
        ("mils", "ml"),
        ("CC", "ml"),
        ("grams", "g"),
        ("M", "m"),
        ("N", "n"),
        ("degrees C", "°c"),
        ("ºC", "°c"),
        ("hrs", "h"),
        ("Litres", "l"),
        ("per cent", "%"),
        ("kgs", "kg"),
        ("minutes", "min"),
    ],
)
def test_spellings(written: str, unit: str) -> None:
    assert canonical(written) == unit


@pytest.mark.parametrize("written", ["furlong", "", "m", "n", "acid"])
def test_unknown_units_are_named(written: str) -> None:
    with pytest.raises(UnitError, match="is not a unit"):
        canonical(written)


def test_wrong_dimension_names_both() -> None:
    with pytest.raises(UnitError, match=r"mass, where time was expected"):
        convert(3.0, "g", "time")


@pytest.mark.parametrize(
    ("formula", "mass"),
    [("H2SO4", 98.079), ("C8H8O2", 136.150), ("Na2CO3", 105.988), ("Ca(OH)2", 74.093), ("SO4-2", 96.06), ("NH4+", 18.039)],
)
def test_formula_masses(formula: str, mass: float) -> None:
    """IUPAC standard atomic weights (memory)."""
    assert mass_of(parse_formula(formula)) == pytest.approx(mass, abs=0.01)


@pytest.mark.parametrize("wrong", ["", "h2so4", "Sulfuric", "2H", "H2O!", "()"])
def test_what_is_no_formula(wrong: str) -> None:
    with pytest.raises(ValueError, match="is not a formula"):
        parse_formula(wrong)


def test_isomers_have_the_same_atoms() -> None:
    assert same_atoms("C8H7NO4", "C8H7O4N") and not same_atoms("C8H8O2", "C8H7NO4")
