"""Rules that texts asked for, from the words to the finding."""

from __future__ import annotations

import pytest

from northsquall import data
from northsquall.assess import assess
from northsquall.assessment import Assessment, Finding
from northsquall.findings.quench import LITTLE_MOL
from northsquall.procedure.units import MOLAR_L
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
    """Handbook 3.3: thionyl chloride goes slowly into alkali; all at once into water its gases leave."""
    words = "Benzoic acid 24.4 g (0.20 mol) and thionyl chloride 28.6 g (0.24 mol), 250 mL flask, stirred, oil bath, reflux for 2 h. Gas goes to 1 L of 2.5 M NaOH over an inverted funnel. Thionyl chloride left over is distilled off into a receiver in ice; it is {}."
    slow, fast = (
        {f.code for f in result(words.format(x)).findings if f.code in ("Q01", "S04", "G04") and f.severity == "stop"}
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


def test_what_came_over_the_neck_is_told() -> None:
    base = "Soda\n\n1 L flask. Sodium carbonate 53 g in 400 mL of water; hydrochloric acid 36 % 90 mL is run in over 30 min. {}\n"
    assert any(f.code == "G03" and f.severity == "stop" for f in result(base.format("It foamed over the neck.")).findings)
    assert not any("comes over" in f.short for f in result(base.format("Stop the tap before it foams over the neck.")).findings)


@pytest.mark.parametrize(
    ("words", "told"),
    [
        ("The adapter dips under the ice water of the receiver.", True),
        ("The adapter dips under the ice water of the receiver; the receiver is lowered before the heat goes off.", False),
        ("The adapter ends above the ice water of the receiver.", False),
    ],
)
def test_a_still_that_dips_is_drawn_back(words: str, told: bool) -> None:
    a = result(
        f"Still\n\n500 mL flask, distilling head, condenser, receiver with 100 mL of ice water. {words} Ethanol 50 mL and water 50 mL are distilled at 80-95 °C; 20 mL stay.\n"
    )
    assert bool([f for f in of(a, "G05") if "still" in f.message]) is told


def test_a_product_is_not_kept_beside_what_it_must_never_meet() -> None:
    words = "Chlorosulfonic acid\n\n500 mL flask: 80 g of sulfur trioxide; hydrogen chloride gas 36 g is led in over 2 h at 20-30 °C. Bottled in glass, kept {}.\n"
    assert any("beside" in f.message for f in of(result(words.format("next to the caustic soda")), "S04"))
    assert not any("beside" in f.message for f in of(result(words.format("next to the sand")), "S04"))


def test_a_halogenated_solvent_is_no_waste_for_the_sink() -> None:
    words = "Oil\n\nAcetophenone 12 g in chloroform 40 mL is washed with 20 mL of water in a separating funnel. The chloroform {}.\n"
    assert of(result(words.format("goes down the drain")), "Q12") and not of(result(words.format("goes to the halogenated waste")), "Q12")


def test_an_azide_that_is_concentrated_is_isolated() -> None:
    """An organic azide takes part as a neutral molecule: it goes into the organic layer, and concentrating it is Q10 (handbook 4)."""
    a = result(
        "Benzyl azide\n\nBenzyl bromide 17.1 g (0.10 mol), sodium azide 7.2 g (0.11 mol) and DMSO 100 mL in a 250 mL flask, stirred 4 h at 40 °C. Poured into 300 mL of water, "
        "extracted with tert-butyl methyl ether (3 x 60 mL), the extracts distilled to dryness at 60 °C.\n"
    )
    assert any(f.severity == "stop" for f in of(a, "Q10"))


def test_a_catalyst_that_holds_hydrogen_is_kept_wet() -> None:
    words = "Raney nickel\n\nSodium hydroxide 38 g in 150 mL of water in a 2 L beaker; nickel-aluminium alloy 30 g is added in portions over 2 h at 20-40 °C. The nickel is washed with water and {}.\n"
    assert of(result(words.format("left on filter paper to dry")), "S05") and not of(
        result(words.format("kept wet under water, never dry")), "S05"
    )


def test_a_portion_that_waits_for_the_last_piles_up_alone() -> None:
    """Fourteen portions, each after the last has gone: a fourteenth can pile up, not the whole (handbook 2.5: X_ac)."""
    words = (
        "Oxidation\n\n1 L flask, stirrer, thermometer in the solution, reflux condenser. Benzyl alcohol 10.8 g, sodium carbonate 5 g, water 400 mL. "
        "Potassium permanganate 32 g in 14 portions over 2 h at 70-75 °C{}.\n"
    )
    waits = result(words.format(", each only when the violet of the last has gone")).exotherm
    blind = result(words.format("")).exotherm
    assert waits.MTSR_C.high is not None and blind.MTSR_C.high is not None
    assert waits.MTSR_C.high < 75.0 < blind.MTSR_C.high


def test_what_is_put_together_cold_and_reacts_is_not_fed() -> None:
    a = result("Salt\n\nIn a 250 mL flask acetyl chloride 39 g and diethylamine 73 g are put together.\n")
    assert any("put together" in f.message for f in of(a, "P13"))


@pytest.mark.parametrize(
    ("words", "told"),
    [
        ("Hydrogen sulfide 0.73 mol in all (18 L) goes into 400 g of 10 % sodium hydroxide in a second flask.", True),
        (
            "Iron sulfide 64 g; hydrochloric acid 18 % 300 mL is dropped in over 2 h. Hydrogen sulfide 0.73 mol (18 L) goes into 400 g of 10 % sodium hydroxide in a second flask.",
            False,
        ),
        ("Hydrochloric acid, 1 L of 0.1 M, is made up from 9 mL of the 36 % acid and water.", False),
    ],
)
def test_a_gas_that_the_text_counts_on_and_nothing_gives(words: str, told: bool) -> None:
    """A missing reaction never counts as no gas: the verdict stays open."""
    a = result(f"Gas\n\n1 L flask, stirrer. {words}\n")
    assert any("counts on" in f.message for f in of(a, "P06")) is told
    assert not told or a.verdict not in ("acceptable", "acceptable with conditions")


def test_a_pot_under_its_bath_is_warmer_than_the_head() -> None:
    """Ethyl bromide comes over at 38 °C while the pot boils under a bath at 120 °C (common practice, no source): the reaction there is not cold."""
    a = result(
        "Ethyl bromide\n\n1 L flask, stirrer, thermometer in the liquid. Ethanol 75 mL, water 60 mL and sodium bromide 103 g; ice bath 3 kg; sulfuric acid 96 % 110 mL over 90 min below 20 °C. "
        "The mixture is distilled slowly (bath 120 °C, head 38-45 °C) into a receiver in ice. The distillate is washed with 50 mL of water. The pot is poured on 600 g of ice.\n"
    )
    assert any("bromide" in r.family and "alcohol" in r.family and (r.extent_mol or 0.0) > 0.2 for r in a.reactions)
    assert not of(a, "H10")


DIAZO = "Dye\n\nAniline 9.3 g, hydrochloric acid 32 % 25 mL and water 50 mL are put in a 250 mL beaker with a stirrer, thermometer in the liquid, {bath}. Sodium nitrite 7.0 g in water 20 mL is added over {min} min{T}.\n"


@pytest.mark.parametrize(
    ("bath", "minutes", "T", "told"),
    [
        ("in a bath of water at 20 °C", 30, "", True),
        ("in an ice bath of 2 kg of ice", 2, "", True),
        ("in an ice bath of 2 kg of ice", 60, " at 0-5 °C", False),
        ("in an ice bath of 2 kg of ice", 60, "", False),
    ],
)
def test_a_diazotisation_without_a_limit_is_held_against_five_degrees(bath: str, minutes: int, T: str, told: bool) -> None:
    """Handbook 5: held at or below 5 °C; some 65 kJ/mol (handbook 3.1) on 0.1 mol warm 110 g by 14 K where nothing takes it away."""
    found = of(result(DIAZO.format(bath=bath, min=minutes, T=T)), "H02")
    assert any("at or below 5 °C" in f.message for f in found) is told


@pytest.mark.parametrize(("g", "told"), [(3.3, False), (33.4, True)])
def test_a_balloon_holds_a_few_litres_and_no_more(g: float, told: bool) -> None:
    """An acid chloride by oxalyl chloride gives CO, CO2 and HCl, a mole of each (stoichiometry): 0.2 mol is 14 L, 0.02 mol 1.4 L."""
    a = result(
        f"Acid chloride\n\n4-Nitrobenzoic acid {g} g in dichloromethane 150 mL in a 500 mL flask in the hood. Oxalyl chloride {g * 0.6:.1f} mL is added over 60 min. The flask is closed with a balloon and stirred for 3 h at 20 °C.\n"
    )
    assert any("balloon" in f.message and f.severity == "stop" for f in of(a, "G02")) is told
    assert told or of(a, "G13")


@pytest.mark.parametrize(("how", "told"), [("poured quickly on to", True), ("run in a thin stream over 30 min on to", False)])
def test_what_reacts_with_water_is_run_and_not_poured_into_it(how: str, told: bool) -> None:
    a = result(
        f"Sulfonyl chloride\n\nAcetanilide 13.5 g in a 250 mL flask with stirrer in the hood. Chlorosulfonic acid 33 mL is added over 60 min below 20 °C, ice bath 2 kg. 60 °C for 60 min. The oil is {how} 600 g of stirred ice in a 2 L beaker.\n"
    )
    assert any("all at once" in f.message for f in of(a, "Q02")) is told


@pytest.mark.parametrize(("where", "told"), [("on the gravel", True), ("down the sink", True), ("to the bottle for copper waste", False)])
def test_metals_and_halogens_are_no_waste_for_ground_or_drain(where: str, told: bool) -> None:
    a = result(
        f"Copper nitrate\n\nCopper 6.4 g in a 500 mL beaker in the hood. Nitric acid 65 %, 40 mL, is added over 60 min at 20-30 °C. The crystals are filtered off. The blue liquor is poured {where}.\n"
    )
    assert any("copper" in f.message for f in of(a, "Q12")) is told


def test_rows_of_a_charge_list_are_one_charge() -> None:
    """ "acid; caustic; water" in one row: nobody feeds solid caustic to a dry acid."""
    text = "BATCH CARD   Terephthalic acid\n\nCHARGE   p-toluic acid 13.6 g; sodium hydroxide 8 g; water 250 mL; 1 L flask, paddle\nHEAT     to 95 °C\n"
    doc = read(text)
    assert len(doc.steps[0].materials) == 3
    assert not [f for f in of(result(text), "H11") if f.severity != "note"]


@pytest.mark.parametrize("words", ["400 g of ice and water", "400 g ice and water", "400 g of ice/water", "ice and water (400 g)"])
def test_one_amount_for_ice_and_water(words: str) -> None:
    """Half of it ice (assumption), and no ice of its own weight."""
    doc = read(f"Quench\n\nBenzoyl chloride 5 g is run into {words} in a 2 L beaker.\n")
    grams = {m.identity: m.amount.value for m in doc.materials if m.amount is not None}
    assert (grams["ice"], grams["water"]) == (200.0, 200.0)


def test_a_row_that_says_what_stands_ready_is_no_charge() -> None:
    doc = read("Trial\n\nMethyl benzoate 13.6 g in a 250 mL flask.\nREADY     1 kg ice in 3 L bucket under the outlet\n")
    assert [m.identity for m in doc.materials] == ["methyl benzoate"] and "dump" in doc.ready


def test_all_of_it_put_together_and_distilled() -> None:
    """Cyclohexene from cyclohexanol and phosphoric acid: the still's temperature is the head's (common practice, no source)."""
    a = result("Cyclohexene\n\nCyclohexanol 20 g and phosphoric acid 85 % 5 mL are distilled until the temperature reaches 90 °C.\n")
    assert any("dehydration" in r.family and (r.extent_mol or 0.0) > 0.15 for r in a.reactions)


@pytest.mark.parametrize(
    ("words", "limit"),
    [
        ("at 30 they shut the tap", 30.0),
        ("at 30 the tap is shut", 30.0),
        ("above 30 we stop", 30.0),
        ("the third years shut the window", None),
    ],
)
def test_what_stops_a_feed_is_its_limit_whoever_shuts_the_tap(words: str, limit: float | None) -> None:
    doc = read(
        f"Bromination\n\nAcetanilide 6.8 g and 30 mL of acetic acid in a 100 mL flask. Bromine 2 mL over 40 min at 15 to 25 degrees; {words}.\n"
    )
    step = next(s for s in doc.steps if s.kind == "dose")
    assert (step.T_limit.value if step.T_limit else None) == limit


@pytest.mark.parametrize(
    "bath",
    [
        "the flask standing in a bowl of cold water with 200 g of ice",
        "the flask stands in a bowl with cold water and 200 g of ice",
        "the flask in a bath of 200 g of ice and some water",
    ],
)
def test_ice_in_the_water_of_a_bath_is_no_charge(bath: str) -> None:
    doc = read(f"Bromination\n\nAcetanilide 6.8 g and 30 mL of acetic acid in a 100 mL flask. Bromine 2 mL over 30 min, {bath}.\n")
    assert [m.identity for m in doc.materials] == ["acetanilide", "acetic acid", "bromine"]
    assert doc.vessels[0].bath is not None and (doc.vessels[0].bath.kind, doc.vessels[0].bath.ice_g) == ("ice", 200.0)


def test_the_way_of_the_gas_behind_a_charge_takes_nothing_of_it() -> None:
    doc = read(
        "Menthone\n\nMenthol 4.7 g in 20 mL of acetic acid, 250 mL flask, stirrer, vent tube through an empty bottle to 200 mL of 10 % caustic. Sodium hypochlorite 12.5 % 27 g over 60 min at 20 °C.\n"
    )
    role = {m.identity: m.role for m in doc.materials}
    assert role["sodium hydroxide"] == "absorber" and role["menthol"] != "absorber"


def test_what_a_title_is_about_is_no_charge() -> None:
    doc = read(
        "BATCH CARD   methyl 3-nitrobenzoate, 50 mmol\n\nCHARGE   sulfuric acid 96 %, 15 mL\nFEED   methyl benzoate 6.8 g over 10 min\n"
    )
    assert [m.identity for m in doc.materials] == ["sulfuric acid", "methyl benzoate"]


def test_a_text_without_capitals_is_read_as_one_with_them() -> None:
    small = "benzyl chloride\n\nput 46 g of toluene in a 250 mL flask. heated to 110 °C. left to cool. poured on 100 g of ice.\n"
    large = "Benzyl chloride\n\nPut 46 g of toluene in a 250 mL flask. Heated to 110 °C. Left to cool. Poured on 100 g of ice.\n"
    a, b = read(small), read(large)
    assert [(s.kind, s.span) for s in a.steps] == [(s.kind, s.span) for s in b.steps]
    assert a.source_text == small


@pytest.mark.parametrize(("written", "told"), [("PPE: apron.", True), ("Goggles and an apron are worn.", False), ("Visor, gloves.", False)])
def test_an_apron_is_no_protection_for_eyes(written: str, told: bool) -> None:
    a = result(f"Trial\n\nSulfuric acid 96 % 60 mL in a 250 mL flask. {written} Methyl benzoate 13.6 g over 30 min at 10-20 °C.\n")
    assert any("eyes" in f.message for f in of(a, "P10")) is told


def test_a_strip_that_goes_blue_with_bromine_has_its_control() -> None:
    base = "Bromination\n\nAcetanilide 6.8 g and 30 mL of acetic acid in a 100 mL flask. Bromine 2.6 mL over 40 min at 15-25 °C. Sodium bisulfite 1 g in 20 mL of water; starch-iodide paper stays white{}.\n"
    assert of(result(base.format("")), "P03") and not of(result(base.format(" (it goes blue with the bromine)")), "P03")


def test_the_least_ice_is_the_balance_s_and_no_point_of_a_grid() -> None:
    """Handbook 2.8, by hand: (Q + C T0) = m (333.6 + 4.18 · 25) + C · 25, J and g, of 20 g of aluminium chloride on a kilogram of ice."""
    a = result(
        "Acylation\n\nAnisole 5.4 g and dichloromethane 60 mL in a 250 mL flask in the hood, ice bath 2 kg. Aluminium chloride 7.3 g. Acetyl chloride 4 mL over 30 min below 10 °C. Run in a thin stream on to 1 kg of ice in a 2 L beaker.\n"
    )
    line = next(q for q in a.quench if q.reagent == "ice" and q.ice_g)
    assert line.heat_kJ.high is not None and line.mass_g_required.working is not None
    batch = next(x.value for x in line.mass_g_required.working.inputs if x.name == "batch")
    assert isinstance(batch, float | int)
    least = next(g for g, end in zip(line.ice_g, line.ends_high, strict=True) if end <= 25.0)
    low, high = ((line.heat_kJ.high * 1e3 + batch * (start - 25.0)) / (333.6 + 4.18 * 25.0) for start in (0.0, 20.0))
    assert low - 1.0 <= least <= high + 1.0


GAS_OF = {"peroxide": 0.5, "nitrite": 2 / 3, "borohydride": 4.0}
"""Moles of gas of a mole of leftover: O2 of 2 H2O2, 2 NO of 3 HNO2, 4 H2 of NaBH4 (stoichiometry)."""


def test_no_leftover_that_gives_half_a_litre_of_gas_is_a_mere_sentence() -> None:
    told = {r["id"]: float(r.get("little", LITTLE_MOL)) for r in data.toml("review/leftovers.toml")["leftover"] if r["danger"] == "gas"}
    assert told.keys() == GAS_OF.keys()
    assert all(told[k] * GAS_OF[k] * MOLAR_L <= 0.5 for k in told)


def test_a_trace_of_peroxide_in_a_litre_of_water_is_a_sentence() -> None:
    a = result(
        "Rest\n\nWater 200 mL in a 500 mL beaker. Hydrogen peroxide 30 % 1.4 g. Hydrochloric acid 10 % 2 mL and manganese dioxide 0.1 g are left in it. It stands overnight.\n"
    )
    assert [f.severity for f in of(a, "Q01")] == ["condition"]


POT = "Nitration\n\nMethyl benzoate (27.2 g) was dissolved in sulfuric acid (96 % w/w, 90 mL) in a 250 mL flask in an ice bath. A mixture of nitric acid (70 % w/w, 18 mL) and sulfuric acid (96 % w/w, 20 mL) was added {}."


@pytest.mark.parametrize(
    ("how", "said"), [("over 8 min", True), ("over 8 min below 90 °C", False), ("over 300 min", False), ("over 8 min at 60-80 °C", False)]
)
def test_a_pot_that_climbs_thirty_kelvin_with_no_temperature_written_is_told(how: str, said: bool) -> None:
    """40 kJ into some 250 g of acid (handbook 3.1): over 60 K in eight minutes, a few in five hours."""
    assert any("no temperature is written" in f.message for f in of(result(POT.format(how)), "H02")) is said


@pytest.mark.parametrize(("how", "said"), [("in four portions within 8 min", True), ("in forty portions within 120 min", False)])
def test_a_time_for_a_few_large_portions_is_no_criterion_for_the_next(how: str, said: bool) -> None:
    assert bool(of(result(POT.format(how)), "P13")) is said


@pytest.mark.parametrize(
    ("told", "said"),
    [
        ("The starch-iodide paper was not at hand.", True),
        ("Test strips have run out.", True),
        ("There were no peroxide strips in the drawer.", True),
        ("Starch-iodide paper, tried on acid nitrite, turned blue at once.", False),
        ("The pH paper has gone blue.", False),
    ],
)
def test_a_test_that_could_not_be_made_is_said(told: str, said: bool) -> None:
    text = f"Diazotisation\n\nAniline 9.3 g, hydrochloric acid 37 % w/w 25 mL and water 50 mL in a 500 mL beaker in ice (1 kg). Sodium nitrite 6.9 g in 20 mL of water over 30 min at 0-5 °C. {told} Phenol 9.4 g in 100 mL of 10 % w/w sodium hydroxide is added over 20 min below 5 °C."
    assert any(f.short == "no test" for f in of(result(text), "P03")) is said


def test_solids_that_have_nothing_to_react_with_are_no_question() -> None:
    """Carboxylic acids, esters, ketones and alcohols stay as they are beside each other; an anhydride and an amine do not (facts of the trade)."""
    quiet = ["benzoic acid and cinnamic acid", "camphor and menthol", "benzophenone and biphenyl"]
    asked = ["benzyl chloride and pyridine", "furan and maleic anhydride"]
    for pair, said in [*((x, False) for x in quiet), *((x, True) for x in asked)]:
        a, b = pair.split(" and ")
        assert bool(of(result(f"Mixture\n\n{a} 10 g and {b} 10 g are put into a 50 mL flask.\n"), "P06")) is said, pair


@pytest.mark.parametrize(
    ("how", "said"),
    [("pieces, several at a time", True), ("one piece of 0.2 g at a time over 60 min", False)],
)
def test_sodium_thrown_into_water_is_a_pair_that_must_never_meet(how: str, said: bool) -> None:
    """Handbook 3.4: alkali metal and water, hydrogen that lights."""
    a = result(f"Old sodium\n\nA bucket with 5 L of water. Sodium, 25 g, is dropped in, {how}.\n")
    assert any(f.severity == "stop" for f in of(a, "S04")) is said


def test_fumes_that_nothing_accounts_for_are_not_passed_over() -> None:
    text = (
        "Amide\n\nTriethylamine 20 g in 100 mL of toluene in a 500 mL flask. Acetic acid 12 g is added over 20 min. White fumes everywhere."
    )
    assert of(result(text), "G07") and not of(result("Hood, sash down. " + text), "G07")


@pytest.mark.parametrize(
    ("liquid", "said"), [("ammonia 25 % w/w, 200 mL", True), ("ammonia 2 % w/w, 200 mL", False), ("ammonia 25 % w/w, 5 mL", False)]
)
def test_strong_ammonia_is_measured_in_the_hood(liquid: str, said: bool) -> None:
    assert (
        bool(of(result(f"Copper complex\n\nCopper sulfate pentahydrate 10 g and {liquid}, are put into a 500 mL beaker.\n"), "G15")) is said
    )


def test_a_trace_beside_much_carbon_dioxide_does_not_make_the_absorber_short() -> None:
    """0.55 mol of caustic: 0.01 mol of sulfur dioxide comes first and asks 0.02; carbon dioxide is no poison."""
    line = "condenser - empty 500 mL bottle - funnel just above 200 mL of sodium hydroxide 10 % w/w"
    text = (
        f"Ketone\n\n500 mL flask in an ice bath (1.5 kg), {line}. Cyclohexanol 20.0 g and acetic acid 40 mL. Sodium hypochlorite 12.5 % w/w, 125 mL, over 90 min at 15-25 °C. "
        "Sodium bisulfite 10 % w/w, 60 mL, in 5 mL lots below 30 °C. Sodium carbonate until pH 8.\n"
    )
    a = result(SOUND + text)
    assert any(g.formula == "SO2" for g in a.gases) and not of(a, "G04")


def test_solvent_that_was_taken_off_makes_room() -> None:
    text = "Acid\n\nBenzyl benzoate 21 g, ethanol 60 mL and sodium hydroxide 10 % w/w, 60 mL, are boiled in a 250 mL flask for 90 min. {} The residue was diluted with water (100 mL).\n"
    assert of(result(text.format("It was cooled.")), "Q03")
    for words in (
        "Ethanol was taken off on a rotary evaporator at 45 °C.",
        "The ethanol was distilled off.",
        "Ethanol was removed at 150 mbar.",
    ):
        assert not of(result(text.format(words)), "Q03"), words


@pytest.mark.parametrize(
    ("seen", "severity"),
    [
        ("at 10-20 °C. The temperature rose to 75 °C within seconds.", "stop"),
        ("below 30 °C. It went to thirty-four once.", "condition"),
        ("below 30 °C. It reached 29 °C.", None),
        ("below 30 °C. When it reached 35 °C the addition was stopped.", None),
    ],
)
def test_what_the_author_saw_over_the_limit_is_held_against_it(seen: str, severity: str | None) -> None:
    """Handbook 4: up to 5 K over a limit is a condition, more is a stop."""
    text = f"5-Nitrovanillin\n\nVanillin 15.2 g and acetic acid 80 mL in a 250 mL beaker in ice. Nitric acid 68 % w/w, 8 mL, was added over 200 min {seen}\n"
    found = [f.severity for f in of(result(text), "H02") if f.short == "seen over the limit"]
    assert found == ([severity] if severity else [])


@pytest.mark.parametrize(
    ("words", "said"),
    [
        ("No gloves, they only get holes.", True),
        ("I had my goggles pushed up.", True),
        ("Without goggles one sees better.", True),
        ("Goggles and gloves on throughout.", False),
        ("No gloves near the turning shaft.", False),
    ],
)
def test_protection_that_the_author_goes_without_is_a_condition(words: str, said: bool) -> None:
    text = f"Acid\n\nSulfuric acid 96 % w/w, 50 mL, is run into 500 mL of water in a 1 L beaker in ice over 30 min below 30 °C. {words}\n"
    assert any(f.severity == "condition" for f in of(result(text), "P10")) is said


@pytest.mark.parametrize(("words", "said"), [("It was swirled by hand.", True), ("A paddle stirred it at 200 rpm.", False)])
def test_much_heat_stirred_by_hand_is_no_stirring(words: str, said: bool) -> None:
    text = POT.format("over 60 min at 10-15 °C") + " " + words
    assert any(f.short == "stirred by hand" for f in of(result(text), "H09")) is said


@pytest.mark.parametrize(
    ("way", "said"),
    [
        ("by a rubber tube to the bottom of 200 mL of sodium hydroxide solution 20 % w/w", True),
        ("through an empty 500 mL bottle to the bottom of 200 mL of sodium hydroxide solution 20 % w/w", False),
        ("to a funnel just above 200 mL of sodium hydroxide solution 20 % w/w", False),
    ],
)
def test_caustic_that_takes_the_last_of_a_gas_is_pulled_back_by_it(way: str, said: bool) -> None:
    """Handbook 2.7: what takes a gas as fast as it comes goes up its tube when it ends; an empty bottle or a funnel above it holds it."""
    text = f"Hydrosulfide\n\nIron sulfide 88 g in a 1 L generator. Hydrochloric acid 37 % w/w, 170 mL, over 60 min. The gas goes {way}.\n"
    assert bool(of(result(text), "G05")) is said


def test_a_neck_that_is_closed_beside_one_that_leads_out_shuts_nothing() -> None:
    text = "Hydrogen\n\nZinc 12 g in a 250 mL three-neck. Hydrochloric acid 10 % w/w, 60 mL, over 40 min. {}\n"
    open_ = "The third neck is closed, the middle one leads over an empty 250 mL bottle and one with 50 mL of water into the hood."
    assert not of(result(text.format(open_)), "G02") and of(result(text.format("Every neck is closed.")), "G02")


@pytest.mark.parametrize(
    ("text", "verdict"),
    [
        ("Onion skins (20 g) are boiled with water (500 mL) in a 1 L beaker for 30 min, attended, thermometer in the liquid. Wool yarn (10 g) is put in at 60 °C.", "acceptable"),
        ("10 g of spinach leaves and 30 mL of ethanol are put into a beaker in the hood.", "acceptable"),
        ("Sawdust, 10 g, and 30 mL of nitric acid 68 % w/w are put into a beaker in the hood. Goggles.", "not established"),
    ],
)  # fmt: skip
def test_what_grows_is_no_open_question_until_something_acts_on_it(text: str, verdict: str) -> None:
    """Leaves in alcohol do nothing; wood in nitric acid does (facts of the trade)."""
    got = result(f"Lesson\n\n{text}\n").verdict
    assert (got == "acceptable") is (verdict == "acceptable"), got


def test_all_at_once_where_nothing_is_recognised_is_asked() -> None:
    text = "Trial\n\nCyclohexanone 19.6 g and formic acid 90 % w/w 100 mL in a 500 mL flask. Hydrogen peroxide 50 % w/w, 60 mL, is added all at once. {}\n"
    a = result(text.format("It ran to 110 °C. The strips are from 2009 and show nothing."))
    assert of(a, "P13") and of(a, "H02") and of(a, "P03") and a.verdict != "acceptable"
