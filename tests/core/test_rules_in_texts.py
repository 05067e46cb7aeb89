"""Rules that texts asked for, from the words to the finding."""

from __future__ import annotations

import pytest

from northsquall.assess import assess
from northsquall.assessment import Assessment, Finding
from northsquall.reading import read


def result(text: str) -> Assessment:
    return assess(read(text))


def of(a: Assessment, code: str) -> list[Finding]:
    return [f for f in a.findings if f.code == code]


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


def test_a_peracid_under_a_screwed_cap() -> None:
    words = "1 L flask: glacial acetic acid 400 mL, then hydrogen peroxide 50 % 400 mL over 60 min at 15 °C, then 5 mL of concentrated sulfuric acid. {} let it stand for three days on the shelf, in the dark."
    shut, vented = (of(result(words.format(x)), "G02") for x in ("Screw on the cap and", "Under a vented cap,"))
    assert [f.severity for f in shut] == ["stop"] and not vented


def test_a_leftover_dripped_into_cold_caustic_is_destroyed() -> None:
    """Handbook 3.3: thionyl chloride goes slowly into alkali; all at once into water it does not."""
    words = "Benzoic acid 24.4 g (0.20 mol) and thionyl chloride 28.6 g (0.24 mol), 250 mL flask, stirred, oil bath, reflux for 2 h. Gas goes to 1 L of 2.5 M NaOH over an inverted funnel. Thionyl chloride left over is distilled off into a receiver in ice; it is {}."
    slow, fast = (
        {f.code for f in result(words.format(x)).findings if f.code in ("Q01", "S04") and f.severity == "stop"}
        for x in ("dripped into 200 mL of 2 M NaOH in ice over 30 min, below 25 °C", "poured into 200 mL of water at once")
    )
    assert not slow and fast


KETYL = "Ketone with zinc\n\n250 mL flask, stirrer, thermometer in the liquid, reflux condenser. {}\n"


@pytest.mark.parametrize(
    ("text", "told"),
    [
        (
            "Olefin\n\n500 mL flask, stirrer, thermometer in the liquid. Methyltriphenylphosphonium bromide 35.7 g (0.10 mol) in THF 200 mL, potassium tert-butoxide "
            "11.2 g (0.10 mol) in portions over 20 min at 0 °C. Then cyclohexanone 9.8 g (0.10 mol) in THF 30 mL is dropped in over 30 min at 0-10 °C.\n",
            True,
        ),
        (
            "Crystals\n\n500 mL flask, reflux condenser. Acetanilide 20 g is dissolved in 400 mL of boiling water. Cool to 5 °C, filter.\n",
            False,
        ),
        ("Brine\n\n1 L beaker. Sodium chloride 60 g and sodium acetate 20 g are dissolved in 500 mL of water.\n", False),
    ],
)
def test_acting_substances_with_no_known_reaction_are_not_safe(text: str, told: bool) -> None:
    """A missing value never counts as safe: two reagents of which the tool knows no reaction leave the verdict open."""
    a = result(text)
    assert bool([f for f in of(a, "P06") if f.severity != "note"]) is told
    assert (a.verdict in ("acceptable", "acceptable with conditions")) is not told


def test_a_toxic_gas_that_nothing_takes_is_a_stop_without_a_hood() -> None:
    """Chlorine dissolves to 7 g/L in water at 20 °C (CRC Handbook, solubility of gases; from memory): a litre takes 0.1 mol of it."""
    a = result(
        "Chlorine\n\n500 mL flask with a tap funnel: potassium permanganate 15.8 g (0.10 mol). Concentrated hydrochloric acid 36 % 90 mL is dropped on it over 60 min. "
        "The gas goes by a tube into 300 mL of water in a beaker.\n"
    )
    assert any(f.severity == "stop" for f in of(a, "G04"))
    assert a.verdict == "not acceptable"


def test_what_is_written_and_cannot_be_weighed_is_said_to_be_unknown() -> None:
    a = result(
        "Salt\n\n500 mL flask. 20 mL of quinuclidinyl tosylate and sodium hydroxide 4.0 g in water 50 mL are stirred for 1 h at 20 °C.\n"
    )
    assert a.verdict == "not established"
