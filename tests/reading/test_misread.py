"""What was misread when procedures were typed as one remembers them from teaching: each cured, each kept here."""

from __future__ import annotations

import pytest

from northsquall.assess import assess
from northsquall.procedure import Procedure, Step
from northsquall.reading import read

FLASK = "20 g of aniline and 50 mL of water are placed in a 250 mL flask in an ice bath. "


def batch(words: str, title: str = "A batch") -> Procedure:
    return read(f"{title}\n\n{FLASK}{words}\n")


def last(p: Procedure, kind: str) -> Step:
    return next(s for s in reversed(p.steps) if s.kind == kind)


@pytest.mark.parametrize("unit", ["cc", "c.c.", "cc.", "c. c.", "ml", "cm³"])
def test_cubic_centimetres_are_no_degrees(unit: str) -> None:
    p = batch(f"11 {unit} of concentrated sulphuric acid is added over 10 min.")
    acid = next(m for m in p.materials if m.identity == "sulfuric acid")
    assert acid.amount is not None
    assert (acid.amount.value, acid.amount.unit) == (11.0, "ml")
    assert all(s.T_range is None for s in p.steps)


@pytest.mark.parametrize("words", ["doesn't go over 10°", "must not go over 10 °C", "isn't above 10 deg", "is never over 10 °C"])
def test_limits_said_with_a_negation(words: str) -> None:
    p = batch(f"10 mL of acetic anhydride is added so slowly (25 min) that the thermometer in the flask {words}.")
    dose = last(p, "dose")
    assert dose.T_limit is not None and dose.T_limit.value == 10.0
    assert dose.T_range is None


def test_letting_it_cool_is_cooling_and_sets_no_limit_on_what_was_before() -> None:
    p = batch("Reflux gently for two hours. Let cool below 50 °C.")
    assert last(p, "reflux").T_limit is None
    assert p.steps[-1].kind == "cool"


def test_what_is_weighed_at_the_end_is_no_charge() -> None:
    p = read(
        "Alcohol\n\n1) Dissolve 1.5 g of camphor in 6 mL of methanol in a 50 mL flask.\n2) Filter. Dissolve in 15 mL ether, dry Na2SO4.\n3) Weigh: 1.21 g. mp 208-212\n"
    )
    assert p.results.mass_g is not None and p.results.mass_g.value == 1.21
    assert all(m.amount is None or m.amount.value != 1.21 for m in p.materials)


def test_a_strength_behind_a_charge_is_no_yield() -> None:
    p = batch("The mixture is poured into copper(I) chloride (11 g) in 40 mL of 36 % hydrochloric acid in a 500 mL flask.")
    assert p.results.mass_g is None and p.results.percent is None
    copper = next(m for m in p.materials if m.identity == "copper(I) chloride")
    step = next(s for s in p.steps if copper.id in s.materials)
    assert (step.vessel, step.from_vessel) == ("500 mL flask", "250 mL flask")


def test_a_mixture_that_is_added_goes_to_the_batch() -> None:
    p = batch("A mixture of 9 mL of 65 % nitric acid and 9 mL of conc. sulfuric acid is added, not above 15 °C.")
    dose = last(p, "dose")
    assert dose.vessel == "250 mL flask" and len(dose.materials) == 2


def test_room_temperature_by_its_letters_and_a_bath_taken_away() -> None:
    p = batch("Take it out of the bath, 40 min at r.t.")
    hold = last(p, "hold")
    assert hold.duration is not None and hold.duration.value == 40.0
    assert hold.T_range is not None and hold.T_range.value == 20.0


def test_distilling_a_residue_is_a_step_and_no_waste() -> None:
    p = batch("The toluene was removed at 40 °C under reduced pressure, and the residue was distilled at 15 mbar.")
    assert [s.kind for s in p.steps].count("distil") == 2


@pytest.mark.parametrize("said", ["copper one chloride", "copper-one-chloride", "copper(I) chloride", "cuprous chloride"])
def test_oxidation_states_as_they_are_said(said: str) -> None:
    p = batch(f"11 g of {said} is added.")
    assert any(m.identity == "copper(I) chloride" for m in p.materials)


@pytest.mark.parametrize(
    "words",
    [
        "500 ml 3-neck, ice bath",
        "500 mL three-necked flask in an ice bath",
        "500 mL, 3 necks, in an ice bath",
        "3-neck flask, 500 mL, in an ice bath",
    ],
)
def test_a_flask_by_its_necks(words: str) -> None:
    p = read(f"Alcohol\n\n30.4 g of camphor in 150 mL of methanol, {words}. 7.6 g of sodium borohydride is added over 40 min.\n")
    flask = p.vessels[0]
    assert (flask.kind, flask.nominal_mL) == ("flask", 500.0)
    assert flask.bath is not None and flask.bath.kind == "ice"


def test_a_bowl_of_ice_stays_a_bath_beside_a_plate_that_is_off() -> None:
    """Six pairs' camphor: the plate only stirs, "ice + water" is no charge, ten little lots every two minutes are twenty minutes."""
    p = read(
        "Isoborneol\n\n28 g of camphor and 120 mL of methanol, 250 mL conical, thermometer hung in it, stirred on a hot plate with the heat off, the conical in a washing-up bowl with ice + water.\n"
        "NaBH4: 5 g weighed out in ten little lots, one lot goes in every 2 minutes, below 30 °C.\n"
    )
    bath = p.vessels[0].bath
    assert bath is not None and bath.kind == "ice"
    assert [m.identity for m in p.materials] == ["camphor", "methanol", "sodium borohydride"]
    dose = p.steps[-1]
    assert dose.portions == 10 and dose.every is not None and dose.every.value == 2


def test_what_goes_in_behind_a_bracket_with_the_gas_line_is_no_absorber() -> None:
    p = read(
        "Trial\n\nInto a half-litre three-neck (paddle stirrer, vent by way of an empty bottle to a funnel just over 200 mL of 10 % caustic) went 50 mL of sulfuric acid, 96 %. "
        "With ice and salt (3 kg) round it, 20 g of 4-methylacetophenone was dripped in over 20 min at -5 to 5 °C."
    )
    roles = {m.identity: m.role for m in p.materials}
    assert roles == {"sodium hydroxide": "absorber", "sulfuric acid": None, "4-methylacetophenone": None}
    flask = next(v for v in p.vessels if v.nominal_mL == 500)
    assert flask.bath is not None and flask.bath.kind == "ice-salt" and flask.bath.ice_g == 1500.0


def test_acid_that_is_told_to_go_down_the_drain_is_said_though_a_solid_is_washed_neutral() -> None:
    text = (
        "Trial\n\nMethyl benzoate (13.6 g) was dissolved in sulfuric acid (96 %, 40 mL) in a 250 mL flask in ice (1 kg). Nitric acid (68 %, 6.9 mL) was dripped in over 60 min at 5-10 °C. "
        "The mixture was poured on 200 g of ice in a 1 L beaker. The solid was filtered off and washed until neutral. The acid water goes down the drain."
    )
    found = [f for f in assess(read(text)).findings if f.code == "Q12"]
    assert [f.severity for f in found] == ["condition"]
    assert found[0].figure == pytest.approx(1.44, abs=0.15)  # 40 x 1.836 x 0.96 / 98.08 = 0.72 mol, two protons, and nitric acid


@pytest.mark.parametrize(
    "told",
    [
        "The bleach is fresh, 12.5 % w/w. 90 mL of it drips in over an hour.",
        "The bleach was titrated this morning, 12.5 % w/w available; I use ninety mils. It drips in over an hour.",
        "We used bleach from the shop, 12.5 % w/w. 90 mL went in over an hour.",
        "My bleach is 12.5 % w/w. I dripped in 90 mL over an hour.",
        "The bleach has 12.5 % w/w; 90 mL is run in over an hour.",
        "The bleach is 12.5 % w/w. Then I weighed out 90 mL. This was added over an hour.",
    ],
)
def test_an_amount_of_what_was_named_a_sentence_before(told: str) -> None:
    p = read(f"Trial\n\nBorneol 15 g goes into 50 mL of acetic acid in a 500 mL flask. {told}")
    bleach = next(m for m in p.materials if m.identity == "sodium hypochlorite")
    assert bleach.amount is not None and bleach.amount.value == 90.0 and bleach.strength is not None and bleach.strength.percent_w == 12.5
    dose = next(s for s in p.steps if bleach.id in s.materials)
    assert dose.kind == "dose" and dose.duration is not None and dose.duration.value == 60.0


def test_a_few_millilitres_of_it_that_are_looked_at_are_a_sample() -> None:
    p = read("Trial\n\nBorneol 15 g in 50 mL of acetic acid in a flask. Bleach 90 mL is added over an hour. 2 mL of it is titrated.")
    assert p.steps[-1].kind == "test" and len(p.materials) == 3


@pytest.mark.parametrize("stand", ["over a Bunsen", "standing on a gas ring", "over the small burner"])
def test_what_is_put_together_over_a_flame_is_heated(stand: str) -> None:
    p = read(f"Trial\n\nCopper 20 g and sulfuric acid 96 % w/w 100 mL in a 500 mL flask {stand}.")
    assert [s.kind for s in p.steps] == ["charge", "heat"] and p.steps[-1].bath is not None and p.steps[-1].bath.kind == "burner"


def test_what_stays_in_the_still_goes_on_though_what_came_over_was_destroyed() -> None:
    p = read(
        "Trial\n\np-Toluic acid (27.2 g) and thionyl chloride (36 mL) were boiled in a 250 mL flask for 2 h. The excess was distilled off. "
        "The distillate was poured on ice (200 g) in a 1 L beaker. The residue was distilled at 20 mbar."
    )
    stills = [s for s in p.steps if s.kind == "distil"]
    assert len(stills) == 2 and {s.vessel for s in stills} == {"250 mL flask"}


def test_what_was_done_to_a_bottle_last_week_is_no_step() -> None:
    p = read(
        "Trial\n\nAniline 10 g in water 100 mL in a flask. The benzoyl chloride was distilled last week. 15 g of it is added over an hour."
    )
    assert [s.kind for s in p.steps] == ["charge", "dose"]


def test_a_thermometer_in_the_oil_that_is_the_batch_is_in_the_pot() -> None:
    fat = read("Soap\n\nCoconut oil 25 g in a 250 mL beaker on the water bath, thermometer in the oil. It is heated to 60 °C.")
    bath = read("Trial\n\nBenzoic acid 25 g and ethanol 50 mL in a flask in an oil bath, thermometer in the oil. It is heated to 60 °C.")
    assert [v.sensor for v in fat.vessels][:1] == ["pot"] and bath.vessels[0].sensor != "pot"


@pytest.mark.parametrize("told", ["ice and a little water", "ice with some water", "ice plus a splash of cold water"])
def test_the_water_beside_the_ice_of_a_bath_is_no_charge(told: str) -> None:
    p = read(
        f"Trial\n\nAniline (10 g) was put into a 250 mL flask, which stood in a dish with {told}. Acetic anhydride 12 g was added over 20 min."
    )
    assert [m.identity for m in p.materials] == ["aniline", "acetic anhydride"]


@pytest.mark.parametrize(
    "told",
    [
        "We pour it all in, put the condenser on and run for it.",
        "You're supposed to put it in bit by bit, but we pour it all in.",
        "Open the tap of the funnel fully.",
    ],
)
def test_how_the_last_charge_goes_in_is_told_behind_it(told: str) -> None:
    p = read(f"Trial\n\nTin 45 g in a 1 L flask. Then the acid, 100 mL of conc. hydrochloric acid, from the funnel. {told}")
    assert p.steps[-1].all_at_once


def test_what_a_thing_is_and_a_word_taken_back_are_no_charge() -> None:
    p = read(
        "Trial\n\nWe make aniline with iron. No, tin, sorry, tin it was. Nitrobenzene 24.6 g and tin 45 g in a one-litre flask. It's a metal and an acid, so it goes quickly. "
        "Hydrochloric acid 37 % w/w, 100 mL (measured today), over 30 min."
    )
    assert [(m.identity, m.amount.value if m.amount else None) for m in p.materials] == [
        ("nitrobenzene", 24.6),
        ("tin", 45.0),
        ("hydrochloric acid", 100.0),
    ]


def test_what_comes_over_is_no_amount_of_what_was_put_in_before() -> None:
    p = read(
        "Trial\n\nAcetic acid 21 g and water 50 mL in a 250 mL flask. Sodium carbonate is added in portions until no foam rises.\nSteam distil 100 mL; salt, separate."
    )
    assert next(m for m in p.materials if m.identity == "sodium carbonate").amount is None


def test_the_sash_that_is_half_down_halves_no_charge() -> None:
    p = read(
        "Trial\n\nZinc 12 g in a 250 mL three-neck with a dropping funnel, sixty mils of hydrochloric acid, 10 % w/w, in the funnel. "
        "It stands in the hood with the sash half down. The acid goes in over forty minutes."
    )
    assert [m.amount.value for m in p.materials if m.identity == "hydrochloric acid" and m.amount] == [60.0]


@pytest.mark.parametrize(
    ("written", "percent"), [("Fuming nitric acid (d 1.50, 15 mL)", 97.7), ("15 mL of fuming nitric acid (sp. gr. 1.50)", 97.7), ("Fuming nitric acid, 15 mL", 90.0)]
)  # fmt: skip
def test_a_density_says_more_than_fuming(written: str, percent: float) -> None:
    """Nitric acid of 98 % has 1.501 g/mL at 20 °C (memory: handbook table)."""
    strength = read(f"Trial\n\n{written} in a 250 mL flask.").materials[0].strength
    assert strength is not None and strength.percent_w == pytest.approx(percent, abs=1.0)


def test_moles_told_with_the_name_and_a_gas_by_its_tube() -> None:
    p = read(
        "Trial\n\nA hundred and eight grams, that's a mole of silver, in a one-litre beaker, and then 100 mL of nitric acid, 68 % w/w, over 30 min. Gas through a rubber tube to the bottom of 200 mL of sodium hydroxide 20 % w/w in a bottle."
    )
    assert [(m.identity, m.role) for m in p.materials] == [("silver", None), ("nitric acid", None), ("sodium hydroxide", "absorber")]
    assert p.materials[0].amount is not None and p.materials[0].amount.value == 108.0


def test_a_row_that_says_what_it_is_for_and_the_water_that_is_there_are_no_charge() -> None:
    p = read(
        "Trial\n\nMaterial | amount\nnitric acid 68 % w/w | 20 mL\nbromobenzene | 15.7 g\nethanol | for recryst.\n\n1. Nitric acid in the flask, bromobenzene in at 60 °C.\n"
    )
    assert [m.identity for m in p.materials] == ["nitric acid", "bromobenzene"]
    p = read("Trial\n\nCopper sulfate pentahydrate 50 g and water 250 mL in a 500 mL beaker.\n1. Dissolve the salt in the water, stir.\n")
    assert [m.identity for m in p.materials] == ["copper(II) sulfate pentahydrate", "water"]


@pytest.mark.parametrize("starch", ["Soluble starch (1.0 g)", "Potato starch, 1 g,", "1 g of starch"])
def test_starch_that_is_weighed_is_charged_and_starch_paper_is_not(starch: str) -> None:
    p = read(f"Trial\n\n{starch} was stirred with water (10 mL) in a beaker and poured into boiling water (90 mL).")
    assert [m.identity for m in p.materials] == ["soluble starch", "water", "water"]
    assert not read("Trial\n\nBleach 10 mL in a flask. Starch-iodide paper turns blue.").materials[1:]


@pytest.mark.parametrize(
    "told",
    [
        "Chloroform residues (about 60 mL, 0.75 mol) were to be destroyed. They were poured into acetone (50 mL) in a 500 mL flask.",
        "Chloroform residues (60 mL) were poured into acetone (50 mL) in a 500 mL flask.",
        "Chloroform (60 mL) was to be destroyed. It was poured into acetone (50 mL) in a 500 mL flask.",
    ],
)
def test_residues_that_are_measured_are_charged_once(told: str) -> None:
    p = read(f"Disposal\n\n{told}")
    assert sorted((m.identity, m.amount.value) for m in p.materials if m.amount) == [("acetone", 50.0), ("chloroform", 60.0)]


@pytest.mark.parametrize(
    "told",
    [
        "Sulfuric acid 96 % w/w 100 mL is in a 250 mL flask. A bucket has 2 L of water in it. The acid goes into the water over 30 min.",
        "Sulfuric acid 96 % w/w 100 mL in a 250 mL flask. 2 L of water in a 5 L bucket. The acid is run into the water over 30 min.",
        "2 L of water in a 5 L bucket. Sulfuric acid 96 % w/w 100 mL in a 250 mL flask. The acid goes into the water in a thin stream over 30 min.",
        "Diluting sulfuric acid. I have 100 mL of the ninety-six percent w/w. A bucket has 2 L of water in it. The acid goes into the water, half an hour for the 100 mL.",
    ],
)
def test_acid_goes_into_the_water_whichever_was_named_first(told: str) -> None:
    """Acid into water, never water into acid (handbook 2.2): a reading the other way round would be a false stop."""
    p = read(f"Dilution\n\n{told}")
    last = p.steps[-1]
    by_id = {m.id: m.identity for m in p.materials}
    held = {by_id[k] for s in p.steps if s.vessel == last.vessel for k in s.materials}
    assert last.kind == "dose" and last.from_vessel and held == {"water"}
    assert last.duration is not None and last.duration.value == 30.0
    assert not [f for f in assess(p).findings if f.code == "H10"]


def test_how_the_soda_went_in_is_no_step_and_a_cold_feed_no_limit_of_the_pot() -> None:
    p = read(
        "Ester\n\n3-Methylbutanol 17 g and acetic acid 24 g are boiled in a 250 mL flask for 1 h. It was poured into 100 mL of water in a 400 mL beaker. "
        "The layer was stirred in an open beaker with sodium carbonate solution (10 % w/w, 60 mL), added in portions until gas no longer came."
    )
    assert [s.kind for s in p.steps] == ["charge", "heat", "quench", "add"]
    p = read(
        "Feed\n\nCuprous chloride 11 g in 40 mL of 37 % w/w hydrochloric acid in a 1 L flask. The diazonium solution (kept below 5 °C, used at once) is added over 40 min at 20-25 °C."
    )
    assert all(s.T_limit is None for s in p.steps)


def test_what_is_left_till_monday_stands() -> None:
    p = read("Trial\n\nBenzaldehyde 42 g and KOH 40 g in 40 mL of water in a 250 mL bottle. Leave corked till Monday.")
    assert p.steps[-1].kind == "hold" and p.steps[-1].attended is False
