"""Densities of liquids against a published rule that needs the formula alone, and that rule against the libraries' measured values."""

from __future__ import annotations

import statistics

import pytest
from hypothesis import given
from hypothesis import strategies as st

from northsquall.procedure import Material, Quantity
from northsquall.procedure.amounts import lot_of
from northsquall.substances import Substance, catalogue
from northsquall.substances.density import SPREAD, estimated_density

LIQUIDS = [s for s in catalogue().substances.values() if s.phase == "l" and s.value("density", "l") is not None and s.smiles]


def ratio(s: Substance) -> float | None:
    """Catalogue over Girolami's rule (J. Chem. Educ. 71, 962, 1994; memory)."""
    guess, known = estimated_density(s.smiles or ""), s.value("density", "l")
    return known.value / guess if guess is not None and known is not None else None


@pytest.mark.parametrize("name", [s.id for s in LIQUIDS if (v := s.value("density", "l")) is not None and "memory" in v.source])
def test_a_density_from_memory_is_near_the_rule(name: str) -> None:
    """A slip of the decimal point or of a neighbouring line of a table would be far outside."""
    found = ratio(catalogue().substances[name])
    assert found is None or 0.85 < found < 1.18, found


def test_the_rule_spreads_as_it_says() -> None:
    """Against what the general libraries hold (Perry's Handbook, VDI Heat Atlas, CRC Handbook)."""
    measured = [
        r for s in LIQUIDS if (v := s.value("density", "l")) is not None and "memory" not in v.source and (r := ratio(s)) is not None
    ]
    assert len(measured) > 150
    assert abs(statistics.mean(measured) - 1.0) < 0.02
    assert 1.5 * statistics.pstdev(measured) < SPREAD < 3.0 * statistics.pstdev(measured)


@pytest.mark.parametrize(
    ("smiles", "density"),  # worked by hand: molar mass over five times the relative volumes, ten per cent for a ring or a bound group
    [
        ("c1ccccc1", 78.11 / (5 * 18) * 1.1),
        ("CCO", 46.07 / (5 * 12) * 1.1),
        ("BrCCBr", 187.86 / (5 * 18)),
        ("c1ccc2ccccc2c1", 128.17 / (5 * 28) * 1.175),
    ],
)
def test_the_rule_by_hand(smiles: str, density: float) -> None:
    assert estimated_density(smiles) == pytest.approx(density, rel=2e-3)


@pytest.mark.parametrize(
    "name", ["butyllithium", "methylmagnesium bromide", "diisobutylaluminium hydride", "trimethylaluminium", "borane-tetrahydrofuran"]
)
def test_what_is_sold_in_solution_gets_no_density_of_the_liquid_itself(name: str) -> None:
    """20 mL of a bottle whose strength nobody wrote: 1 to 2.5 M is sold (common practice, no source), neat would be five times as much."""
    lot = lot_of(Material(id="m", name=name, identity=name, amount=Quantity(value=20.0, unit="ml"), span=(0, 0)), catalogue(), 1.0)
    assert lot.mol is None and lot.reason


@given(st.floats(0.5, 500.0))
def test_a_liquid_without_a_density_gets_a_band_and_not_a_number(mL: float) -> None:
    """A name that the catalogue knows no density of: its moles are the rule's, and the input says so."""
    known = catalogue()
    s = next(
        s
        for s in known.substances.values()
        if s.phase == "l" and s.value("density", "l") is None and estimated_density(s.smiles or "") and not s.commercial
    )
    lot = lot_of(Material(id="m", name=s.id, identity=s.id, amount=Quantity(value=mL, unit="ml"), span=(0, 0)), known, 1.0)
    assert lot.mol is not None and lot.mol[0] < 0.95 * lot.mol[1] < lot.mol[1] < 0.95 * lot.mol[2]
    assert [i.origin for i in lot.inputs if i.name == "density"] == ["computed"]
