"""Energetic groups, oxygen balance and the rule of six against published figures."""

from __future__ import annotations

import pytest

from northsquall.stability import alerts_of, oxygen_balance, rule_of_six, td24_bound


# handbook 5, from the formula
@pytest.mark.parametrize(("formula", "balance"), [("H4N2O3", 20.0), ("CH3NO2", -39.3), ("C6H4N2O4", -95.2), ("CH5N3O4", -6.5)])
def test_oxygen_balance_of_handbook_5(formula: str, balance: float) -> None:
    assert oxygen_balance(formula) == pytest.approx(balance, abs=0.1)


@pytest.mark.parametrize(
    ("smiles", "expected"),
    [("O=[N+]([O-])c1ccccc1", {"nitroarene"}), ("C[N+](=O)[O-]", {"nitroalkane"}), ("N#[N+]c1ccccc1", {"diazonium"}), ("CC(C#N)(C)N=NC(C)(C)C#N", {"azo"}), ("CC(=O)OO", {"peroxide"}),
     ("CON=O", {"nitrite-ester"}), ("O=Nc1ccccc1", {"nitroso"}), ("C1CCC2OC2C1", {"epoxide"}), ("O=C1CCC(=O)N1Br", {"n-halogen"}), ("CO[N+](=O)[O-]", {"nitrate-ester"}), ("CC(=O)Nc1ccccc1", set()),
     ("COC(=O)c1cccc([N+](=O)[O-])c1", {"nitroarene"})],
)  # fmt: skip
def test_groups_are_found_and_no_others(smiles: str, expected: set[str]) -> None:
    assert {a.id for a in alerts_of(smiles)} == expected


def test_rule_of_six() -> None:
    """Common practice, no source: six carbons, or atoms like them, for each energetic group."""
    assert rule_of_six("COC(=O)c1cccc([N+](=O)[O-])c1") == 8
    assert rule_of_six("O=[N+]([O-])c1cccc([N+](=O)[O-])c1") == 3
    assert rule_of_six("Cc1ccccc1") is None


# handbook 2.10, lowest credible onset by class minus 100 K (from memory there)
@pytest.mark.parametrize(
    ("smiles", "medium", "bound"),
    [
        ("O=[N+]([O-])c1ccccc1", "neat", 150),
        ("O=[N+]([O-])c1ccccc1", "acid", 80),
        ("O=[N+]([O-])c1ccccc1", "base", 0),
        ("CC(=O)OO", "neat", -20),
        ("O=Nc1ccccc1", "acid", 0),
    ],
)
def test_class_bounds_stand_in_for_td24(smiles: str, medium: str, bound: float) -> None:
    found = td24_bound([smiles], medium)
    assert found and bound == found.TD24_C
    assert td24_bound(["Cc1ccccc1"], medium) is None
