"""Batches that are charged cold and warmed; what a strength is written in; rules that three rounds of unseen texts asked for."""

from __future__ import annotations

import pytest

from northsquall.assess import assess
from northsquall.assessment import Assessment, Finding
from northsquall.procedure.amounts import lots_of
from northsquall.reading import read
from northsquall.substances import catalogue

HELD = (
    "p-Toluenesulfonic acid\n\nToluene 46 g and sulfuric acid (96 %, 31 g) in a 250 mL flask with a stirrer, thermometer in the liquid, reflux condenser; "
    "oil bath, 140 °C, reflux for {time}.\n"
)


def result(text: str) -> Assessment:
    return assess(read(text))


def of(a: Assessment, code: str) -> list[Finding]:
    return [f for f in a.findings if f.code == code]


# ------------------------------------------------------------------ engine


def test_a_batch_that_is_warmed_is_followed_and_all_of_it_may_go_at_once() -> None:
    """Handbook 2.5: everything is in the vessel when it starts, so MTSR is the pot plus the whole rise (0.30 mol of a class of −100 to −160 kJ/mol)."""
    a = result(HELD.format(time="4 h"))
    x = a.exotherm
    assert x.MTSR_C.established and x.criticality_class is not None and x.MTSR_C.best is not None
    assert x.accumulation_max.high == pytest.approx(1.0, abs=0.1)
    assert x.MTSR_C.best > 140.0 and len(of(a, "H04")) == 1


def test_the_written_time_of_a_hold_stands_for_a_rate() -> None:
    """97 % in the written time: twice the time, half the watts, within a factor of the reheating."""
    short, long = (result(HELD.format(time=t)).exotherm.peak_heat_W.best for t in ("2 h", "8 h"))
    assert short is not None and long is not None and 2.0 < short / long < 6.0
    assert any("held 240 min" in str(q["why"]) for q in result(HELD.format(time="4 h")).assumptions)


# ------------------------------------------------------------------ amounts


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


# ------------------------------------------------------------------ chemistry


@pytest.mark.parametrize(
    ("text", "family", "low", "high"),
    [
        # DMF and POCl3 formylate an activated ring once the adduct is there
        ("A\n\nN,N-Dimethylformamide 31 g is placed in a 250 mL flask in an ice bath. Phosphoryl chloride 16.9 g over 40 min at 0-10 °C. N,N-Dimethylaniline 12.1 g over 30 min at 10-20 °C. 60 min at 80 °C.", "Vilsmeier", 0.095, 0.101),
        # malonate, pKa 13, by ethoxide
        ("A\n\nEthanol 80 mL is placed in a 250 mL flask. Sodium 2.3 g in ten pieces over 45 min at 25-50 °C. Diethyl malonate 16.0 g over 15 min at 50 °C. Ethyl bromide 10.9 g over 45 min at 40-50 °C.", "active methylene", 0.095, 0.101),
        # the peracid made in place is used up as it forms
        ("A\n\nFormic acid (98 %, 90 mL) and cyclohexene 16.4 g are placed in a 500 mL flask. Hydrogen peroxide (30 %, 25 mL) over 60 min at 40-45 °C.", "epoxide", 0.19, 0.201),
        # phosphoric acid takes water out of a secondary alcohol when hot
        ("A\n\nCyclohexanol 20 g and phosphoric acid (85 %, 5 mL) are placed in a 100 mL flask. Heat to 150 °C over 30 min. Distil at 70-90 °C.", "dehydration", 0.0, 0.201),
        # dinitration wants a boiling water bath
        ("A\n\nFuming nitric acid (95 %, 15 mL) and sulfuric acid (96 %, 21 mL) are placed in a 250 mL flask in an ice bath. Nitrobenzene 12.3 g over 20 min at 20-40 °C. Heat in the boiling water bath for one hour.", "second nitration", 0.08, 0.101),
    ],
    ids=["vilsmeier", "malonate", "performic", "phosphoric", "second nitration"],
)  # fmt: skip
def test_families_that_unseen_texts_asked_for(text: str, family: str, low: float, high: float) -> None:
    """Extents by stoichiometry; the conditions are common practice, no source."""
    found = [r for r in result(text).reactions if family in r.family]
    assert found and low <= max(r.extent_mol or 0.0 for r in found) <= high


def test_mononitration_at_55_degrees_does_not_go_on_to_the_dinitro_compound() -> None:
    text = "A\n\nNitric acid (68 %, 20 mL) and sulfuric acid (96 %, 20 mL) are placed in a 250 mL flask in an ice bath. Bromobenzene 15.7 g over 30 min at 50-60 °C. 30 min at 55 °C."
    found = [r for r in result(text).reactions if "second nitration" in r.family]
    assert all((r.extent_mol or 0.0) == 0.0 for r in found)


def test_nitrous_acid_keeps_in_the_cold_and_not_when_warm() -> None:
    """Handbook 3.3: NOx where nitrite is acidified; a cold solution waits for its sulfamic acid."""
    text = "A\n\nHydrochloric acid (2 M, 100 mL) is placed in a 250 mL flask in an ice bath. Sodium nitrite 6.9 g in 20 mL of water over 30 min at {T} °C. Sulfamic acid 10 g in 50 mL of water is added over 10 min at {T} °C."
    cold, warm = (result(text.format(T=T)) for T in ("0-5", "25-30"))
    no = {"NO", "NO2"}
    assert not [g for g in cold.gases if g.formula in no and (g.mol.best or 0.0) > 1e-4]
    assert [g for g in warm.gases if g.formula in no and (g.mol.best or 0.0) > 1e-3]


def test_what_is_lit_reduces_and_the_acid_afterwards_meets_boride() -> None:
    """Handbook 3.1: metallothermic, and boride with acid: boranes beside the hydrogen."""
    a = result(
        "Boron\n\nBoric oxide 30 g and magnesium 36 g are mixed in a crucible. Ignite with a magnesium ribbon. After cooling, 400 mL of 20 % hydrochloric acid is added over 60 min."
    )
    assert [f.severity for f in of(a, "H15")] == ["stop"]
    assert any("boride" in r.family for r in a.reactions)


# ------------------------------------------------------------------ rules

SOUND = "Hood, sash down, goggles, gloves, a second person. "


def test_caustic_thrown_into_a_batch_that_has_reacted_is_mixing_heat() -> None:
    """60 g NaOH, 1.5 mol × 44.3 kJ/mol = 66 kJ into some 150 g (handbook 2.2): far past boiling."""
    text = "Toluidine\n\n4-Nitrotoluene 13.7 g and tin 35.6 g are placed in a 500 mL flask in an ice bath. Conc. hydrochloric acid 80 mL over 60 min at 40-50 °C. Sodium hydroxide pellets, 60 g, are added all at once."
    found = of(result(text), "H11")
    assert [f.severity for f in found] == ["stop"] and found[0].figure is not None
    assert found[0].figure.best is not None and found[0].figure.best > 100.0
    slow = result(text.replace("are added all at once", "are added over 60 min below 40 °C, in ice"))
    assert not of(slow, "H11")


def test_a_gas_that_only_the_author_names_is_not_passed_over() -> None:
    text = (
        SOUND
        + "Acetic acid, 30 g, is placed in a 250 mL flask. Phosphorus trichloride, 23 g, over 30 min at 20-30 °C, until the evolution of hydrogen chloride has slackened."
    )
    found = [f for f in of(result("Acetyl chloride\n\n" + text), "G04") if "hydrogen chloride" in f.message]
    assert [f.severity for f in found] == ["condition"] and not found[0].established
    led = (
        text
        + " The gas is led through an empty 250 mL bottle to an inverted funnel over 300 mL of 10 % sodium hydroxide, then to the exhaust."
    )
    assert not [f for f in of(result("Acetyl chloride\n\n" + led), "G04") if "and no absorber" in f.message]


def test_gas_led_into_a_bottle_that_is_shut() -> None:
    text = "Chlorine water\n\nCalcium hypochlorite 65 %, 22 g, is placed in a 1 L flask. 37 % hydrochloric acid, 60 mL, over 30 min. The tube goes to the bottom of a bottle with 1.5 L of water, {shut}."
    shut, open_ = (of(result(text.format(shut=s)), "G02") for s in ("and the bottle is stoppered tight", "open to the exhaust"))
    assert [f.severity for f in shut if "led into a bottle" in f.message] == ["stop"]
    assert not [f for f in open_ if "led into a bottle" in f.message]


@pytest.mark.parametrize(("place", "wanted"), [("in the cupboard with the solvents", True), ("in its own tray, apart", False)])
def test_an_oxidiser_is_not_put_away_among_what_it_burns(place: str, wanted: bool) -> None:
    text = f"Nitric acid\n\n100 mL of 68 % nitric acid is placed in a 250 mL flask. 20 mL of water is added over 10 min. It is kept in a bottle {place}."
    assert bool([f for f in of(result(text), "S05") if "among" in f.message]) is wanted


def test_a_solvent_rinse_before_a_strong_oxidiser() -> None:
    text = "Cleaning\n\n50 mL of 68 % nitric acid is placed in a 250 mL beaker. The filters, {rinsed}, go in for 20 min."
    wet, dry = (of(result(text.format(rinsed=r)), "S04") for r in ("rinsed with acetone and still wet", "rinsed with water"))
    assert wet and not dry


@pytest.mark.parametrize(
    ("words", "known"), [("50 g of dry ice is dropped in and the cap screwed on tight", True), ("50 g of dry ice is dropped in", False)]
)
def test_plenty_of_gas_in_a_bottle_of_no_written_size_is_a_stop(words: str, known: bool) -> None:
    a = result(f"Fizz\n\n1 L of water is put into a soda bottle. {words}.")
    assert bool([f for f in of(a, "G02") if f.severity == "stop"]) is known


def test_dichloromethane_carries_a_short_nitration() -> None:
    """Handbook 3.1 has it as the usual solvent; handbook 3.4 warns of long contact."""
    text = (
        SOUND
        + "Vanillin 15.2 g and dichloromethane 150 mL are placed in a 500 mL flask in an ice bath. Nitric acid (68 %, 7 mL) over 30 min at 5-15 °C.{stand}"
    )
    short, long = (of(result("Nitration\n\n" + text.format(stand=s)), "S04") for s in ("", " Let stand overnight."))
    assert all(f.severity == "note" for f in short) and any(f.severity == "condition" for f in long)


def test_the_nose_of_a_hood_forgives_a_trifle_of_gas() -> None:
    """0.011 mol of sulfur dioxide into a hood's exhaust: far below 0.25 ppm at the face; the same without a hood is asked about."""
    text = "Acid\n\nSodium bisulfite 1.15 g and water 50 mL are placed in a 250 mL beaker. Hydrochloric acid (2 M, 20 mL) over 30 min at 20-25 °C."
    hood, none = (of(result(f"{x}{text}"), "G04") for x in ("", ""))
    assert hood and none
    inside = of(result(text.replace("Acid\n\n", "Acid\n\n" + SOUND)), "G04")
    assert all(f.severity == "note" for f in inside)
