"""What parts of several tellers showed when they stood together: each a form that was misread (common practice, no source)."""

from __future__ import annotations

import pytest
from faults.test_sentences import text

from northsquall.assess import assess
from northsquall.procedure import Procedure, Step
from northsquall.reading import read

CHARGED = "In a 500 mL flask put benzoin (10.6 g) and acetic acid (40 mL).\n"


def steps(source: str) -> list[Step]:
    return read(source).steps


def names(p: Procedure, step: Step) -> set[str | None]:
    return {m.identity for m in p.materials if m.id in step.materials}


def test_an_acid_filtrate_is_no_acid_that_waits() -> None:
    p = read(text("ben", "waste", "The acid filtrate is neutralised with soda, aqueous waste."))
    first = next(s for s in p.steps if s.kind == "charge")
    assert names(p, first) == {"benzoin", "acetic acid"} and first.n < 3


@pytest.mark.parametrize("until", ["until no more hydrogen comes", "till no more hydrogen is evolved"])
def test_until_no_more_gas_takes_no_acid_back(until: str) -> None:
    p = read(
        f"In a 500 mL flask put benzophenone (10 g) and ethanol (100 mL).\nAdd sodium borohydride (2 g) over 30 min.\nThen add 2 M hydrochloric acid (40 mL) over 30 min, {until}.\n"
    )
    assert names(p, p.steps[-1]) == {"hydrochloric acid"}


@pytest.mark.parametrize(
    "words",
    [
        "300 mL of ice water is poured into the reaction flask",
        "200 mL of water was poured into the warm flask",
        "Then tip a bucket of water in",
    ],
)
def test_water_into_the_flask_goes_to_the_batch(words: str) -> None:
    p = read(
        "In a 500 mL flask put aluminium chloride (16 g) and toluene (100 mL).\nAdd benzoyl chloride (14 g) over 30 min.\n" + words + ".\n"
    )
    assert p.steps[-1].kind in ("add", "dose") and p.steps[-1].vessel == p.steps[0].vessel


def test_a_distillate_goes_into_what_stands_apart() -> None:
    p = read(
        "In a 250 mL flask put toluene (60 mL).\nThionyl chloride (14 g) is added over 45 min.\nDistil at 100 mbar, receiver cooled.\n"
        "300 mL of 10 % sodium hydroxide are put into a 1 L beaker and the distillate is dripped into it over 30 min.\n"
    )
    charge, dose = p.steps[-2:]
    assert (charge.vessel, dose.vessel, dose.from_vessel) == ("1 L beaker", "1 L beaker", "receiver")


def test_what_is_fed_far_colder_has_been_cooled() -> None:
    kinds = [s.kind for s in steps(CHARGED + "Hold for 2 h at 95 °C.\nAt 40 °C, ethanol, 3 mL over 5 min, takes away the rest.\n")]
    assert kinds[-2] == "cool"


def test_the_last_line_is_a_yield_and_no_charge() -> None:
    p = read(
        text(
            "che",
            "waste",
            "The residue, cold, is poured into 100 mL of ice water; it is neutralised with 10 % caustic, below 40 °C; aqueous waste.",
        )
    )
    assert [m.amount for m in p.materials if m.identity == "sodium hydroxide"] == [None]


@pytest.mark.parametrize(
    ("written", "identity"),
    [
        ("CoCl2", "cobalt(II) chloride"),
        ("COCl2", "phosgene"),
        ("CoCl2 . 6 H2O", "cobalt(II) chloride hexahydrate"),
        ("Ni(NO3)2·6H2O", "nickel(II) nitrate hexahydrate"),
    ],
)
def test_salts_by_their_formula(written: str, identity: str) -> None:
    p = read(f"Dissolve 12 g {written} in 50 mL of water in a 100 mL beaker.\n")
    assert identity in {m.identity for m in p.materials}


def test_solids_beside_each_other_do_not_burst() -> None:
    a = assess(
        read(
            "In a 500 mL flask put 4-nitrobenzoic acid (8.4 g) and tin (18 g), both dry.\nRun in 37 % hydrochloric acid (45 mL) over 60 min at 30-60 °C.\n"
        )
    )
    assert not [f for f in a.findings if f.code == "P13" and f.step == 1 and "All is put together" in f.message]


def test_what_is_told_of_failure_is_not_read_as_the_plan() -> None:
    """No stirring at all, no thermometer, and a pot that warms by itself are no contingency, no thermometer and no bath (common practice)."""
    for where, words, code in (
        ("setup", "A 500 mL three-necked flask with dropping funnel stands in an ice bath with 3 kg of ice. No inside thermometer.", "H08"),
        ("fail", "No stirring: it stirs itself.", "H09"),
    ):
        assert code in {f.code for f in assess(read(text("nit", where, words))).findings if f.severity != "note"}, words
    kinds = [s.kind for s in steps(text("nit", "+hold", "It takes 2 min to reach 90 °C by itself."))]
    assert "heat" not in kinds


@pytest.mark.parametrize("how", ["under a water-cooled condenser", "under its water cooled reflux condenser"])
def test_the_water_of_a_condenser_is_no_charge(how: str) -> None:
    p = read(f"Ethyl benzoate (7.5 g) is refluxed with 40 mL of 10 % sodium hydroxide in a 100 mL flask {how} for 45 min.\n")
    assert names(p, p.steps[0]) == {"ethyl benzoate", "sodium hydroxide"}


@pytest.mark.parametrize("pieces", ["cut under oil into cubes of 0.5 g and wiped", "cut into pieces of about 0.3 g"])
def test_the_size_of_the_pieces_is_no_second_charge(pieces: str) -> None:
    p = read(f"200 mL of ethanol is put in a 500 mL flask. Sodium (4.6 g, 0.200 mol), {pieces}, is added piece by piece over 60 min.\n")
    assert not [u for u in p.unread if u.why.startswith("a quantity")] and names(p, p.steps[-1]) == {"sodium"}


def test_what_stands_ready_in_a_beaker_is_not_where_the_next_drop_goes() -> None:
    p = read(
        "Hood. 10 % sodium sulfite solution, 200 mL, ready in a beaker.\n\nBorneol (7.70 g) and 25 mL of acetic acid in a 250 mL three-neck flask.\n\n"
        "Sodium hypochlorite solution (12.5 %, 45 g) is added dropwise over 40 min at 15-25 °C.\n"
    )
    assert next(s for s in p.steps if s.kind == "dose").vessel == "250 mL flask"


def test_the_acid_that_was_run_into_the_water_before_is_no_quench() -> None:
    p = read(
        "p-Toluidine (10.7 g) is stirred into 100 mL of water and 16.5 mL of 96 % sulfuric acid, which was run into the water before with cooling, in a 500 mL beaker.\n"
    )
    assert "quench" not in [s.kind for s in p.steps] and {s.vessel for s in p.steps} == {"500 mL beaker"}


def test_ice_told_in_brackets_is_the_bath_and_not_a_charge() -> None:
    p = read(
        "Allyl alcohol 17.4 g goes in a flask. Sulfuric acid 96 %, 20 mL, is dripped in over half an hour with the thermometer in it under 15 °C (two kilos of ice, two thirds still left).\n"
    )
    flask = p.vessels[0]
    assert "ice" not in {m.identity for m in p.materials if m.role is None} and flask.bath is not None and flask.bath.kind == "ice"
    assert flask.sensor == "pot"


def test_a_thermometer_in_it_behind_a_bath_is_not_in_the_pot() -> None:
    p = read(
        "Benzoin (10 g) is put in a 250 mL flask that stands in an ice bath with a thermometer in it. 20 mL of nitric acid is added over 30 min.\n"
    )
    assert p.vessels[0].sensor != "pot"


def test_a_funnel_that_just_hangs_above_is_above() -> None:
    p = read(
        "A 500 mL flask with a condenser whose top leads over an empty 250 mL bottle to a funnel that just hangs above 300 mL of 10 % sodium hydroxide. 250 mL of methanol go in. "
        "Acetyl chloride (19.6 g) is dropped in over 45 min at 2-10 °C.\n"
    )
    assert next(e for e in p.train if e.element == "absorber").above
