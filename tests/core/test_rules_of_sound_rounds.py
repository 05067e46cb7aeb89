"""Families, leftovers and rules of the twelfth dozen of rounds: each beside what is known of it outside (source named, or common practice, no source)."""

from __future__ import annotations

import pytest

from northsquall.assess import assess
from northsquall.assessment import Assessment, Finding
from northsquall.reading import read


def result(text: str) -> Assessment:
    return assess(read(text))


def of(a: Assessment, code: str) -> list[Finding]:
    return [f for f in a.findings if f.code == code and f.severity != "note"]


def test_manganese_dioxide_and_benzyl_alcohol_by_formation_enthalpies() -> None:
    """-87.0 - 385.2 - 285.8 + 160.7 + 520.0 kJ/mol (CRC Handbook of Chemistry and Physics; benzyl alcohol and benzaldehyde by NIST WebBook, from memory)."""
    a = result(
        "Benzaldehyde from benzyl alcohol\n\nBenzyl alcohol 10.8 g and dichloromethane 250 mL in a 500 mL flask, stirrer, thermometer in the liquid. Manganese dioxide 43 g in ten portions over 50 min at 20-30 °C. Stir 4 h at 25 °C."
    )
    r = next(x for x in a.reactions if "manganese dioxide" in x.family)
    assert r.dH_kJ_per_mol.best == pytest.approx(-87.0 - 385.2 - 285.8 + 160.7 + 520.0, abs=8.0)


def test_a_nitrile_with_alkaline_peroxide_gives_its_oxygen() -> None:
    """Two of hydrogen peroxide to one of oxygen (Noller, Org. Synth. Coll. Vol. 2, 586, from memory); by formation enthalpies of benzonitrile 163, benzamide -203, H2O2(aq) -191, water -286 (memory): -270."""
    a = result(
        "2-Methylbenzamide\n\no-Tolunitrile 11.7 g in ethanol 60 mL, 20 % sodium hydroxide 4 mL, 500 mL flask, stirrer, thermometer in the solution. Hydrogen peroxide 10 %, 80 mL, over 75 min at 40-48 °C. 2 h at 50 °C."
    )
    oxygen = [g.mol.best for g in a.gases if g.formula == "O2"]
    assert oxygen and oxygen[0] == pytest.approx(0.0999, rel=0.2)
    r = next(x for x in a.reactions if "nitrile" in x.family)
    assert r.dH_kJ_per_mol.best == pytest.approx(-203 - 286 - 163 + 2 * 191, abs=40)


@pytest.mark.parametrize(
    ("solid", "stops"),
    [("suck dry and dry in the oven at 70 °C.", True), ("suck dry and leave in the air at 20 °C, moist.", False)],
)
def test_a_peroxide_is_not_dried_warm(solid: str, stops: bool) -> None:
    text = f"Dibenzoyl peroxide, purified\n\nDibenzoyl peroxide 30 g, chloroform 80 mL in a 250 mL beaker. Filter, {solid}"
    assert bool([f for f in of(result(text), "S01") if f.severity == "stop"]) is stops


def test_a_dye_from_a_diazonium_salt_may_be_dried() -> None:
    text = (
        "Sulfanilic acid 17.3 g, water 150 mL, hydrochloric acid 37 % 20 mL in a 400 mL beaker, ice bath 2 kg, thermometer in the liquid. Sodium nitrite 7 g in 20 mL of water over 40 min at 0-5 °C. "
        "2-Naphthol 14.4 g in 100 mL of 10 % sodium hydroxide over 30 min at 5-10 °C. Stir 1 h. Filter. Dry at 60 °C."
    )
    assert not [f for f in of(result("Orange dye, 0.1 mol\n\n" + text), "S01") if "dried warm" in f.short]


@pytest.mark.parametrize(
    ("text", "raised"),
    [
        ("Iodine 20 g was wiped up with 50 mL of ammonia solution 25 %, the black mud was filtered and left to dry.", True),
        ("Iodine 20 g was dissolved in 50 mL of ethanol.", False),
        ("Silver residues 10 g in 60 mL of nitric acid 65 %, hot, were rinsed down with 100 mL of ethanol; needles separated.", True),
        ("Silver residues 10 g in 60 mL of nitric acid 65 % were diluted with 100 mL of water; crystals separated.", False),
    ],
)
def test_what_goes_off_when_it_is_dry(text: str, raised: bool) -> None:
    """Nitrogen iodide, and the fulminates (Urben, Bretherick's Handbook, from memory)."""
    assert bool([f for f in of(result(f"Residues\n\nIn a 250 mL beaker. {text}"), "S01") if f.severity == "stop"]) is raised


@pytest.mark.parametrize(("place", "raised"), [("on the steam bath", True), ("in a water bath at 30 °C", False)])
def test_carbon_disulfide_lights_on_steam(place: str, raised: bool) -> None:
    """It lights itself at 90 °C (IEC 60079-20-1)."""
    text = f"Extraction of sulfur\n\n50 g of sulfur with 200 mL of carbon disulfide in a 500 mL flask under a condenser, warmed {place}."
    assert bool([f for f in of(result(text), "G08") if "lights itself at 90" in f.message]) is raised


@pytest.mark.parametrize(
    ("words", "raised"), [("Rub the three together in a mortar.", True), ("Dissolve the three in 100 mL of water.", False)]
)
def test_what_was_weighed_before_is_ground_together(words: str, raised: bool) -> None:
    """Nitrates burn what they are ground with (handbook 3.4)."""
    text = f"Demonstration\n\nammonium nitrate 8 g, ammonium chloride 1 g, zinc dust 8 g\n1. {words}"
    assert bool([f for f in of(result(text), "S04") if "ground" in f.short]) is raised


def test_dimethyl_sulfate_that_is_left_is_toxic() -> None:
    text = (
        "Anisole, 0.1 mol\n\nPhenol 9.4 g in 10 % sodium hydroxide 60 mL, 250 mL flask, stirrer, thermometer in the liquid, ice bath 1 kg. "
        "Dimethyl sulfate 19 mL over 60 min at 10-20 °C. Stir 30 min at 20 °C."
    )
    assert [f for f in of(result(text), "Q01") if f.severity == "stop" and "nothing destroys it" in f.message]
    ended = result(text + " 25 % ammonia 60 mL was then added over 30 min at 20 °C and stirred for 1 h.")
    assert any("destroyed by ammonia" in r.family for r in ended.reactions)
    assert not [f for f in of(ended, "Q01") if "nothing destroys it" in f.message]


def test_a_peroxide_that_is_gone_by_a_strip_is_not_left() -> None:
    text = (
        "Copper sulfate, 0.1 mol\n\nCopper turnings 6.4 g, sulfuric acid 20 % w/w 60 mL in a 250 mL beaker, stirrer, thermometer in the liquid, water bath. "
        "Hydrogen peroxide 10 % 45 mL in 3 mL portions over 75 min at 30-40 °C. Stir 1 h at 40 °C. {0}"
    )
    assert of(result(text.format("")), "Q01")
    assert not of(result(text.format("Peroxide strip negative (blue with the stock solution).")), "Q01")


def test_crystals_are_weighed_with_their_water() -> None:
    """CuSO4·5H2O 249.7 g/mol, CuSO4 159.6: 19.9 g of 24.97 g, not of 15.96 g."""
    text = (
        "Copper(II) sulfate from copper and peroxide, 0.1 mol\n\nCopper turnings 6.4 g, sulfuric acid 20 % w/w 60 mL in a 250 mL beaker, stirrer, thermometer in the liquid, water bath. "
        "Hydrogen peroxide 10 % 45 mL in 3 mL portions over 75 min at 30-40 °C. Stir 1 h at 40 °C. Filter. Cool to 4 °C. Crystals {0} g."
    )
    for mass, per in ((19.9, 249.69), (12.8, 159.61)):
        found = result(text.format(mass)).yield_.percent
        assert found == pytest.approx(100 * mass / (0.1007 * per), rel=0.02)


def test_a_limit_kept_in_air_asks_for_no_bath() -> None:
    text = "Hydrogen, 0.1 mol\n\nZinc 8.0 g, water 20 mL in a 250 mL three-neck flask, thermometer in the liquid, hood. Sulfuric acid 2 mol/L 60 mL over {0} min; shut at 45 °C. Nitrogen through the line 10 min."
    slow, fast = (result(text.format(m)) for m in (60, 2))
    assert not [f for f in of(slow, "P02") if f.short == "bath"]
    assert [f for f in of(fast, "P02") if f.short == "bath"] or of(fast, "H02")


@pytest.mark.parametrize(
    ("words", "code"),
    [
        ("Cover with a watch glass and put a weight on it.", "G02"),
        ("The water hose was off.", "H07"),
        ("The drying tube is blocked.", "G09"),
        ("I had only the sun glasses on.", "P10"),
        ("The excess of bromine was not destroyed.", "Q01"),
    ],
)
def test_what_an_author_says_outright(words: str, code: str) -> None:
    text = f"4-Bromoacetanilide, 0.1 mol\n\nAcetanilide 13.5 g in acetic acid 60 mL, 250 mL flask. Bromine 17.6 g in 20 mL of acetic acid over 30 min. Reflux 1 h. {words}"
    at = text.index(words)
    assert [f for f in of(result(text), code) if f.anchor is not None and f.anchor.start >= at - 1]
