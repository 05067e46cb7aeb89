"""Wordings of procedures with faults in them, misread once: each kept by another text than the one it was found in."""

from __future__ import annotations

import pytest

from northsquall.assess import assess
from northsquall.assessment import Figure, Finding
from northsquall.chemistry.walk import pressure_of
from northsquall.procedure import Step
from northsquall.reading import read
from northsquall.reading.phrases import bath_in, quantities
from northsquall.reading.tokens import tokenise
from northsquall.substances import catalogue
from northsquall.substances.resolve import resolve


def found(text: str, code: str) -> list[Finding]:
    return [f for f in assess(read(text)).findings if f.code == code]


def last(text: str) -> Step:
    return read(text).steps[-1]


def test_a_mixture_just_made_is_poured_in_by_thirds() -> None:
    p = read(
        "X\n\nToluene 92 g in a 1 L flask. Mix 60 mL of nitric acid 65 % and 90 mL of sulfuric acid 96 % in a cylinder. "
        "Pour the mixture in, a third at a time, ten minutes apart.\n"
    )
    dose = p.steps[-1]
    assert (dose.vessel, dose.portions, dose.every.value if dose.every else None) == ("1 L flask", 3, 10.0)
    assert any("nitration" in r.family for r in assess(p).reactions)


@pytest.mark.parametrize(
    ("words", "into"),
    [
        ("The cold mixture is added over 60 min.", "1 L flask"),
        ("Then the mix was slowly run in over 60 min.", "1 L flask"),
        ("Add the mixture over 60 min.", "1 L flask"),
        ("The solution is added over 60 min.", "1 L flask"),
        ("The mixture was added to the flask over 60 min.", "1 L flask"),
        ("Add this to the toluene over 60 min.", "1 L flask"),
        ("Add the mixture to the toluene over 60 min.", "1 L flask"),
        ("The toluene is added to the mixture over 60 min.", "beaker"),
        ("Run the toluene into the mixed acid over 60 min.", "beaker"),
        ("The toluene is run into the beaker over 60 min.", "beaker"),
    ],
)
@pytest.mark.parametrize(
    "before",
    [
        "Toluene 92 g in a 1 L flask in ice. Nitric acid 65 % 60 mL and sulfuric acid 96 % 90 mL are mixed in a beaker.",
        "Toluene (92 g) is placed in a 1 L flask. In a beaker 60 mL of 65 % nitric acid are mixed with 90 mL of 96 % sulfuric acid.",
    ],
)
def test_which_way_what_was_mixed_beside_the_batch_goes(before: str, words: str, into: str) -> None:
    """What stands behind "to" decides; without it, what was made last is what is added."""
    step = last(f"X\n\n{before} {words}\n")
    other = {"1 L flask": "beaker", "beaker": "1 L flask"}[into]
    assert (step.kind, step.vessel, step.from_vessel, step.duration.value if step.duration else None) == ("dose", into, other, 60.0)


@pytest.mark.parametrize(
    ("words", "T"),
    [("water bath, hot from the tap, fifty-five maybe", 55.0), ("oil bath at 120", 120.0), ("water bath, 2 of them", None), ("sand bath, at 90 rpm", None)],
)  # fmt: skip
def test_a_bare_number_behind_a_bath(words: str, T: float | None) -> None:
    bath = bath_in(quantities(tokenise(words)))
    assert (bath[0].T_C if bath else None) == T


@pytest.mark.parametrize(("words", "minutes"), [("hour and a half", 90.0), ("an hour and a quarter", 75.0), ("half an hour", 30.0)])
def test_hours_and_parts(words: str, minutes: float) -> None:
    hold = last(f"X\n\nAniline 9.3 g in a 250 mL flask. Leave it on the bench, {words}.\n")
    assert hold.duration is not None and hold.duration.value * {"h": 60.0, "min": 1.0}[hold.duration.unit] == minutes
    assert hold.text.rstrip(".").endswith(words)


@pytest.mark.parametrize(
    "words",
    ["Leave it while I'm out.", "The operator may leave.", "An hour; I do the shopping.", "Leave it for an hour, I went to the canteen."],
)
def test_nobody_is_there(words: str) -> None:
    assert found(f"X\n\nToluene 92 g and nitric acid 65 % 100 mL in a 1 L flask. Heat to 70 °C for 1 h. {words}\n", "P08")


@pytest.mark.parametrize(
    ("words", "at_once"),
    [("all in, while stirring", True), ("over 30 min; when it is all in, stir", False), ("dropwise, all in all 40 min", False)],
)
def test_all_in(words: str, at_once: bool) -> None:
    p = read(f"X\n\nPhenol 9.4 g in 100 mL of water in a 500 mL beaker. Bromine 48 g, {words}.\n")
    assert next(s for s in p.steps if s.kind in ("dose", "add")).all_at_once is at_once


def test_what_was_listed_is_shaken_together() -> None:
    """Fact of the trade: an ammonium salt and caustic, damp, give ammonia."""
    a = assess(
        read(
            "X\n\nSixty-six grams of ammonium sulfate and fifty grams of caustic soda, mixed together in a one-litre flask. Then ten mils of water.\n"
        )
    )
    assert sum(g.mol.best or 0.0 for g in a.gases if g.formula == "NH3") == pytest.approx(2 * 66 / 132.14, rel=0.03)


def test_a_tube_that_goes_down_into_a_beaker_takes_the_gas() -> None:
    text = (
        "X\n\nAmmonium chloride 53 g and sodium hydroxide 60 g together in a 500 mL flask with 10 mL of water. "
        "Tube goes right down into a beaker of 200 mL of 20 % hydrochloric acid."
    )
    a = assess(read(text + "\n"))
    assert [f.severity for f in a.findings if f.code == "G05"] == ["condition"]
    assert [f.severity for f in found(text + " The acid shot back up the tube.\n", "G05")] == ["stop"]
    kept = " The tube is lifted before the gas ends, so that no acid is sucked back up the tube.\n"
    assert [f.severity for f in found(text + kept, "G05")] == ["condition"]  # what must not happen was not seen
    assert "S04" in [f.code for f in assess(read(text + " The rest I flushed with bleach.\n")).findings]


@pytest.mark.parametrize(
    ("words", "kept"), [("No goggles, stupid.", False), ("I did it without gloves.", False), ("Goggles and gloves.", True)]
)
def test_protection_that_is_not_worn(words: str, kept: bool) -> None:
    text = f"X\n\nZinc 13 g in a 500 mL flask. Hydrochloric acid 20 % 100 mL over 20 min. {words}\n"
    assert bool(found(text, "P10")) is not kept


def test_what_is_got_rid_of_is_no_product() -> None:
    p = read("Quench of the old sodium\n\nMethanol 200 mL in a 500 mL beaker. Sodium wire pieces, ca 6 g, over 30 min.\n")
    assert p.results.product_identity is None
    assert next(m.amount.value for m in p.materials if m.identity == "sodium" and m.amount) == 6.0


def test_the_end_of_a_longer_name_is_no_product() -> None:
    assert read("Dimethyl nitrobenzene\n\nXylene 10 g in a 100 mL flask.\n").results.product_identity is None


def test_a_strength_behind_i_think() -> None:
    m = read("X\n\nPool bleach, I think it's twelve percent, 100 mL in a flask.\n").materials[0]
    assert m.strength is not None and m.strength.percent_w == 12.0


@pytest.mark.parametrize("words", ["until nothing's left", "until the residue foams", "until the rest smokes"])
def test_a_still_run_too_far(words: str) -> None:
    assert found(f"X\n\nNitrobenzene 100 g in a 250 mL flask. Distil at normal pressure {words}.\n", "Q09")


def test_peroxide_into_the_acetone_waste() -> None:
    """Handbook 3.4: peroxide and ketones in acid."""
    assert found(
        "X\n\nHydrogen peroxide 30 % 100 mL and sulfuric acid 96 % 5 mL in a 250 mL beaker. Heat to 60 °C for 1 h. The liquid goes into the acetone waste can.\n",
        "Q12",
    )


@pytest.mark.parametrize(
    ("words", "grams"),
    [("one gram nine of sodium nitrite", 1.9), ("two grams five", 2.5), ("one gram, nine times stirred", 1.0), ("two grams five minutes later", 2.0), ("2 grams five", 2.0)],
)  # fmt: skip
def test_spoken_tenths_behind_a_unit(words: str, grams: float) -> None:
    q = next(x for x in quantities(tokenise(words + ".")) if getattr(x, "unit", "") == "g")
    assert getattr(q, "value", None) == pytest.approx(grams)


@pytest.mark.parametrize(
    ("words", "portions", "every"),
    [("in little spoonfuls, ten of them, three minutes between", 10, 3.0), ("in six portions, four minutes apart", 6, 4.0)],
)
def test_spoonfuls_and_the_time_between(words: str, portions: int, every: float) -> None:
    dose = last(f"X\n\nBenzophenone 9 g and methanol 80 mL in a 250 mL flask in ice. Sodium borohydride 1.9 g {words}.\n")
    assert (dose.portions, dose.every.value if dose.every else None, dose.duration) == (portions, every, None)


def test_a_time_between_two_bounds_is_a_duration() -> None:
    hold = last("X\n\nAniline 9.3 g in a 250 mL flask. Stir for 30 min between 10 and 15 °C.\n")
    assert hold.duration is not None and hold.duration.value == 30.0


def test_ice_told_behind_its_bath_is_no_charge() -> None:
    p = read("X\n\nAniline 9.3 g in a 250 mL flask, the flask in a bowl of ice and water, about two kilos of ice I'd say.\n")
    assert [m.identity for m in p.materials] == ["aniline"]
    assert p.vessels[0].bath is not None and p.vessels[0].bath.ice_g == 2000.0


def test_the_bath_of_the_step_that_feeds_counts() -> None:
    p = read(
        "X\n\nMethyl benzoate 13.6 g and sulfuric acid 96 % 30 mL in a 250 mL flask, ice bath. Mix 7 mL of nitric acid 65 % and 7 mL of sulfuric acid 96 % in a beaker. "
        "Drip the mix in, 45 min, 0-10 °C, ice-salt bath 1.5 kg.\n"
    )
    bath = next(v for v in p.vessels if v.name == "250 mL flask").bath
    assert bath is not None and (bath.kind, bath.ice_g) == ("ice-salt", 750.0)


def test_a_batch_poured_on_dry_ice_leaves_its_flask() -> None:
    """Fact of the trade: a Grignard solution is poured on crushed dry ice in a beaker, and the gas foams there."""
    p = read(
        "X\n\nMagnesium 2.6 g in a 250 mL flask. Bromobenzene 15.7 g in 60 mL of ether in the funnel. Run in over 60 min so that it boils gently. "
        "Pour slowly on 50 g crushed dry ice in a 600 mL beaker. Hydrochloric acid 15 % 60 mL over 20 min. Yield 9.2 g of benzoic acid.\n"
    )
    fed, poured = p.steps[1], p.steps[2]
    assert (fed.kind, fed.duration.value if fed.duration else None) == ("dose", 60.0)
    assert (poured.vessel, poured.from_vessel, p.steps[3].vessel) == ("600 mL beaker", "250 mL flask", "600 mL beaker")
    a = assess(p)
    assert any("carbon dioxide" in r.family for r in a.reactions)
    assert a.yield_ is not None and a.yield_.percent == pytest.approx(9.2 / 12.21 * 100, abs=1.0)


@pytest.mark.parametrize(
    ("words", "shut"), [("with a bung with two holes", False), ("with a two-holed bung", False), ("with a rubber bung", True)]
)
def test_a_bung_with_holes_shuts_nothing(words: str, shut: bool) -> None:
    text = f"X\n\nZinc 30 g in a 1 L bottle, {words}. Sulfuric acid 20 % 200 mL through the funnel over 20 min.\n"
    assert bool(found(text, "G02")) is shut


def test_a_match_held_to_hydrogen() -> None:
    """Fact of the trade: hydrogen is lit by a match, and the flame runs back."""
    assert found("X\n\nZinc 30 g in a 1 L flask. Sulfuric acid 20 % 200 mL over 20 min. They light the bubbles with a long match.\n", "G08")


def test_a_high_end_alone_is_said_to_be_one() -> None:
    """Handbook 4, H02: the high end over the limit counts; the sentence says whether the best figure is over it too."""
    text = (
        "X\n\nMethyl benzoate 34 g and sulfuric acid 96 % 70 mL in a 500 mL flask in a bath of 1.5 kg of ice and 1 L of water, and cooled to 3 °C. "
        "Nitric acid 68 % 22 mL and sulfuric acid 96 % 22 mL are mixed in a beaker in ice. The cold mixture is added over {} min, below 15 °C.\n"
    )
    said = set()
    for f in [f for minutes in (10, 60) for f in found(text.format(minutes), "H02")]:
        assert isinstance(f.figure, Figure) and f.figure.best is not None
        over = f.figure.best > 15.0
        assert ("; the high end is over" in f.message) is not over
        said.add(over)
    assert said == {True, False}


def test_a_misspelt_name_that_makes_no_structure_is_no_crash() -> None:
    """Bromine with three bonds is no molecule: a name that the reader takes for one is not known, in a title or alone."""
    p = read("4-Bromaphenol, 0.1 mol\n\nPhenol 9.4 g in 100 mL of water in a 500 mL beaker.\n")
    assert p.results.product_smiles is None and [m.identity for m in p.materials] == ["phenol", "water"]
    assert resolve("4-bromaphenol", catalogue()).substance is None


@pytest.mark.parametrize(
    ("words", "mbar"), [("at three hundred and fifty millibar", 350.0), ("at twenty-five millibars", 25.0), ("a few millibar", None)]
)
def test_a_spoken_pressure(words: str, mbar: float | None) -> None:
    assert pressure_of(words) == mbar
