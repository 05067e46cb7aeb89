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
