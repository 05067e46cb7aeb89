"""Tables of mixtures, lists with one amount for each, and salts that begin with a metal's name (common practice, no source)."""

from __future__ import annotations

import pytest

from northsquall.assess import assess
from northsquall.assessment import Assessment
from northsquall.reading import read

HOST = "Trial\n\n{}\n\nStir until clear and hold at 25 °C for ten minutes.\n"


def told(body: str) -> Assessment:
    return assess(read(HOST.format(body)))


def grams(a: Assessment) -> dict[str, list[float]]:
    out: dict[str, list[float]] = {}
    for m in a.materials:
        out.setdefault(m.name, []).append(round(m.mass_g or 0.0, 2))
    return out


@pytest.mark.parametrize(
    "table",
    [
        "| mixture | glycerol | water |\n|---|---|---|\n| A | 20 g | 80 g |\n| B | 0 | 100 g |",
        "| no. | glycerol (g) | water (g) |\n|---|---|---|\n| 1 | 20 | 80 |\n| 2 | – | 100 |",
        "flask | glycerol | water to\nA | 20 g | 80 g\nB | 0 | 100 g",
        "sample\tglycerol, g\twater, g\n1\t20\t80\n2\t0\t100",
    ],
)
def test_a_row_of_a_table_of_mixtures_is_a_charge(table: str) -> None:
    a = told(table)
    assert grams(a) == {"glycerol": [20.0], "water": [80.0, 100.0]}
    assert not [f for f in a.findings if f.severity != "note"]


@pytest.mark.parametrize(
    "words",
    [
        "Sodium chloride, potassium chloride and urea: 5 g each in 100 mL of water.",
        "Dissolve sodium chloride, potassium chloride and urea (5 g each) in 100 mL of water.",
        "5 g each of sodium chloride, potassium chloride and urea in 100 mL of water.",
    ],
)
def test_one_amount_for_each_of_a_list(words: str) -> None:
    found = grams(told(words))
    assert [found[k] for k in ("sodium chloride", "potassium chloride", "urea")] == [[5.0], [5.0], [5.0]]


@pytest.mark.parametrize(
    "salt", ["sodium saccharin", "potassium humate", "sodium lignosulfonate", "magnesium stearate", "zinc pyrithione", "calcium alginate"]
)
def test_a_salt_that_is_not_listed_is_no_metal(salt: str) -> None:
    doc = read(f"Trial\n\nDissolve 3 g of {salt} in 150 mL of water in a 250 mL beaker.\n")
    assert (doc.materials[0].identity, doc.materials[0].name) == (None, salt)


@pytest.mark.parametrize(
    ("said", "metal"),
    [
        ("sodium lumps", "sodium"),
        ("magnesium ribbon", "magnesium"),
        ("zinc granules", "zinc"),
        ("potassium", "potassium"),
        ("lithium wire", "lithium"),
    ],
)
def test_a_metal_in_its_forms_stays_one(said: str, metal: str) -> None:
    doc = read(f"Trial\n\nPut 3 g of {said} under 150 mL of toluene in a 250 mL flask.\n")
    assert doc.materials[0].identity == metal


def test_the_name_of_an_alum_is_its_own() -> None:
    doc = read("Trial\n\nDissolve 30 g of potassium alum in 150 mL of water in a 250 mL beaker.\n")
    assert doc.materials[0].identity == "potassium aluminium sulfate dodecahydrate"
    doc = read("Trial\n\nDissolve 30 g of chrome alum in 150 mL of water in a 250 mL beaker.\n")
    assert doc.materials[0].identity == "potassium chromium(III) sulfate dodecahydrate"


@pytest.mark.parametrize(
    ("body", "decides"),
    [
        ("A pinch of baking soda goes into vinegar in a beaker.", False),
        ("Baking soda 20 g goes into vinegar in a beaker.", True),
        ("0.10 g of bromothymol blue is put into a flask. Add 20 mL of ethanol.", False),
    ],
)
def test_what_cannot_matter_is_asked_in_passing(body: str, decides: bool) -> None:
    """Half a litre of carbon dioxide or 6 kJ is what the bound lets pass; 20 g of bicarbonate give 0.24 mol, 5.8 L (ideal gas)."""
    a = assess(read(f"Trial\n\n{body}\n"))
    assert any(f.code in ("P02", "P06") and f.severity != "note" for f in a.findings) is decides
