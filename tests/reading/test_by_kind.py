"""A substance that its weighing calls by its kind, a gas that is only said, sizes and places in tables (common practice, no source)."""

from __future__ import annotations

import pytest

from northsquall.procedure import Procedure
from northsquall.procedure.amounts import lots_of
from northsquall.reading import read
from northsquall.substances import catalogue


def moles(p: Procedure) -> dict[str, float | None]:
    lots = lots_of(p, catalogue())
    return {m.identity or m.name: lots[m.id].best_mol if lots[m.id].mol else None for m in p.materials if m.role != "absorber"}


@pytest.mark.parametrize(
    ("head", "words", "identity", "mol"),
    [
        ("The amide from methyl chloroacetate.", "54 g of the ester in a 250 mL flask in ice.", "methyl chloroacetate", 54 / 108.52),
        (
            "LiAlH4 on ethyl 4-methylbenzoate",
            "Ether 100 mL in a 250 mL flask.\nEster 16.4 g over 30 min.",
            "ethyl 4-methylbenzoate",
            16.4 / 164.2,
        ),
        ("Oxime of cyclohexanone", "In a 250 mL flask 9.8 g of the ketone in 60 mL of ethanol.", "cyclohexanone", 9.8 / 98.14),
    ],
)
def test_what_is_weighed_by_its_kind_is_what_the_head_names(head: str, words: str, identity: str, mol: float) -> None:
    assert moles(read(f"{head}\n\n{words}"))[identity] == pytest.approx(mol, rel=0.01)


def test_two_of_a_kind_are_not_guessed() -> None:
    p = read("Methyl benzoate and ethyl benzoate compared\n\n54 g of the ester in a 250 mL flask.")
    assert not {"methyl benzoate", "ethyl benzoate"} & set(moles(p))


def test_the_name_of_a_substance_is_no_kind() -> None:
    p = read("2,4,6-Tribromophenol\n\nPhenol 4.7 g in 100 mL of water in a 500 mL flask.")
    assert moles(p)["phenol"] == pytest.approx(4.7 / 94.11, rel=0.01)


@pytest.mark.parametrize(
    "words", ["Hydrogen (up to 0.12 mol, 3 L) went off with the nitrogen.", "HCl and SO2, 0.20 mol each.", "The nitrogen escapes evenly."]
)
def test_a_gas_that_is_said_goes_nowhere(words: str) -> None:
    host = "Chloride\n\nA 250 mL flask with stirrer. 4-Chlorobenzoic acid 15.7 g and toluene 80 mL are put in. Thionyl chloride 24 g is added over 60 min at 20-25 °C. "
    told, plain = read(host + words), read(host)
    assert [s.kind for s in told.steps] == [s.kind for s in plain.steps]
    assert moles(told) == moles(plain)


def test_a_table_says_where_and_how_large() -> None:
    p = read(
        "Hydrazine residues\n\n| what | how much | where |\n|---|---|---|\n| hydrazine hydrate, 64 % hydrazine | 50 mL | 2 L plastic can |\n"
        "| ethanol with some water | 300 mL | 2 L plastic can |\n| sulfuric acid, 50 %, made before | 20 mL | jug |\n\n1. Hydrazine hydrate and ethanol into the can, then the acid, 10 min."
    )
    got = {m.identity: m.amount.value for m in p.materials if m.amount is not None}
    assert got == {"hydrazine hydrate": 50.0, "ethanol": 300.0, "sulfuric acid": 20.0}


@pytest.mark.parametrize(
    ("words", "C"),
    [
        ("Oil bath to 85 °C; hold 30 min.", 85.0),
        ("Raise the bath to 60 °C. Hold 30 min.", 60.0),
        ("Jacket water to 70 °C; hold 30 min.", 70.0),
    ],
)
def test_a_bath_that_is_raised_warms_what_is_held_and_not_the_charge(words: str, C: float) -> None:
    p = read(f"Test\n\nToluene 80 mL and anisole 10.8 g in a 250 mL flask. {words}")
    assert p.steps[0].T_range is None
    assert (p.steps[-1].kind, p.steps[-1].T_range and p.steps[-1].T_range.value) == ("hold", C)


@pytest.mark.parametrize("words", ["Cold water into the flask.", "Fill the flask up with cold water.", "Tap water on it."])
def test_water_without_an_amount_is_not_left_out(words: str) -> None:
    p = read(f"Chlorophenol\n\nSulfuryl chloride 30 g and phenol 9.4 g in a 250 mL flask. 2 h at 40 °C. {words}")
    assert [(m.identity, m.amount) for m in p.materials][-1] == ("water", None)


@pytest.mark.parametrize(
    "words", ["Ethyl acrylate 0.1 mol", "Ethyl acrylate, 0.1 mol,", "0.1 mol of ethyl acrylate", "Ethyl acrylate (0.1 mol)"]
)
def test_a_name_in_no_catalogue_is_kept_with_its_moles_alone(words: str) -> None:
    p = read(f"Test\n\n{words} and 100 mL of toluene in a 500 mL flask.")
    assert [m.stated_mol.value for m in p.materials if m.name.lower() == "ethyl acrylate" and m.stated_mol is not None] == [0.1]
