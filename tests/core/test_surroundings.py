"""H04 H07 H09 H12 H16 H17 P07 P08 S02: each raised where its words or figures ask for it, and silent beside it."""

from __future__ import annotations

import re

import pytest

from northsquall.assess import assess
from northsquall.assessment import Assessment, Finding
from northsquall.procedure import Laboratory
from northsquall.reading import read

GRIGNARD = (
    "Benzoic acid\n\nMagnesium (4.86 g, 0.20 mol) and diethyl ether (60 mL) are placed in a 500 mL flask with a stirrer, thermometer in the ether, in {bath}. "
    "Bromobenzene (31.4 g) in diethyl ether (100 mL) is added over {minutes} min, keeping it below 30 °C.{after}\n"
)
OXIDATION = (
    "Adipic acid\n\nNitric acid (105 mL, 50 %) is placed in a 500 mL flask, thermometer in the acid. {order} "
    "The mixture is kept at 90 °C for 30 min.{after}\n"
)
COLD = "Cyclohexanol (20.0 g) is added all at once at 10 °C. It is then heated to 90 °C on a hot plate."
FED = "It is heated to 90 °C in an oil bath. Cyclohexanol (20.0 g) is added over 90 min at 90 °C."
MILD = "Salt\n\n20 g of sodium chloride and 60 mL of water are placed in a 250 mL flask. {words}\n"


def review(text: str, lab: Laboratory | None = None) -> Assessment:
    return assess(read(text), laboratory=lab, preview=True)


def of(a: Assessment, code: str) -> list[Finding]:
    return [f for f in a.findings if f.code == code]


def test_cold_charge_then_heat_is_found_and_dosing_it_hot_is_not() -> None:
    """The oxidation of cyclohexanol by nitric acid gives several hundred kJ/mol (handbook 3.1): charged cold, all of it starts together."""
    cold = of(review(OXIDATION.format(order=COLD, after="")), "H04")
    assert len(cold) == 1 and cold[0].severity in ("condition", "stop")
    assert "before it is warmed" in cold[0].message
    assert not of(review(OXIDATION.format(order=FED, after="")), "H04")


def test_a_plate_under_it_must_be_one_that_can_be_taken_away() -> None:
    assert of(review(OXIDATION.format(order=COLD, after="")), "H17")
    jack = OXIDATION.format(order=COLD.replace("hot plate", "hot plate on a lab jack"), after="")
    assert not of(review(jack), "H17")
    assert not of(review(MILD.format(words="It is heated to 60 °C on a hot plate.")), "H17")


def test_ether_that_boils_unasked_is_found_and_a_reflux_is_not() -> None:
    """Diethyl ether boils at 34.6 °C (CRC, from memory); a Grignard of 0.2 mol in five minutes warms it past that."""
    fast = review(GRIGNARD.format(bath="a water bath at 20 °C", minutes=5, after=""))
    assert of(fast, "H07") and of(fast, "H07")[0].severity == "stop"
    meant = GRIGNARD.format(bath="a water bath at 20 °C", minutes=60, after="").replace(
        "keeping it below 30 °C", "at such a rate that it refluxes gently"
    )
    assert not of(review(meant), "H07")


@pytest.mark.parametrize(
    "words", ["The stirrer is switched off.", "A stirrer is not required.", "No stirring.", "Stirring is stopped."], ids=lambda w: w[:20]
)
def test_a_feed_into_what_nothing_stirs_is_found(words: str) -> None:
    """Switched off before the feed, or said beside it that nothing stirs."""
    text = GRIGNARD.format(bath="an ice bath", minutes=40, after=" " + words)
    if "off" in words or "stopped" in words:
        text = GRIGNARD.format(bath="an ice bath", minutes=40, after="").replace("Bromobenzene (31.4 g)", words + " Bromobenzene (31.4 g)")
    assert of(review(text), "H09"), words
    assert not of(review(GRIGNARD.format(bath="an ice bath", minutes=40, after="")), "H09")


def test_the_stirrer_is_off_until_it_is_on_again() -> None:
    p = read(MILD.format(words="Stirrer off. 20 mL of acetone is added, then the stirrer on again. 10 mL of water is added."))
    assert [s.stirred is False for s in p.steps] == [False, True, False]


@pytest.mark.parametrize(
    ("words", "found"),
    [
        ("The flask is heated over a free flame.", True),
        ("It is boiled with a bunsen burner.", True),
        ("It is heated; no open flame may be near.", False),
        ("Flames were kept away from the solvents.", False),
    ],
)
def test_a_flame_under_glass(words: str, found: bool) -> None:
    assert bool(of(review(MILD.format(words=words)), "H12")) is found


@pytest.mark.parametrize(
    ("words", "found"),
    [
        ("It is sealed in a pressure tube and heated to 140 °C.", True),
        ("It is irradiated for 5 min at 150 °C in a microwave vial.", True),
        ("m.p. 176 °C (sealed tube).", False),
        ("It is not heated in a sealed tube.", False),
    ],
)
def test_heated_where_nothing_gets_out(words: str, found: bool) -> None:
    assert bool(of(review(MILD.format(words=words)), "H16")) is found


def test_more_than_was_run_before_is_a_condition_with_the_factor() -> None:
    a = review(GRIGNARD.format(bath="an ice bath", minutes=60, after=""))
    family = next(r.family_id for r in a.reactions if r.role == "wanted")
    small = of(review(GRIGNARD.format(bath="an ice bath", minutes=60, after=""), Laboratory(largest_scale_mol={family: 0.05})), "P07")
    assert len(small) == 1 and "4.0" in small[0].remedy
    assert not of(review(GRIGNARD.format(bath="an ice bath", minutes=60, after=""), Laboratory(largest_scale_mol={family: 0.5})), "P07")


@pytest.mark.parametrize(
    ("words", "found"),
    [
        ("It is refluxed for 3 h; I go for lunch.", True),
        ("It is distilled unattended.", True),
        ("It is left overnight at room temperature.", False),
        ("It is refluxed for 3 h.", False),
    ],
)
def test_left_alone_with_the_heat_on(words: str, found: bool) -> None:
    """P08 only with heat, gas, reflux or vacuum on (handbook 4)."""
    assert bool(of(review(MILD.format(words=words)), "P08")) is found


@pytest.mark.parametrize(
    ("words", "kind"),
    [
        ("in a dry ice-acetone bath", "dry-ice"),
        ("in a dry-ice bath at -70 °C", "dry-ice"),
        ("in a sand bath at 120 °C", "sand"),
        ("in an oil bath at 90 °C", "oil"),
        ("in a heating mantle", "mantle"),
        ("on a hot plate", "plate"),
        ("in a microwave", "microwave"),
    ],
)
def test_what_it_stands_in_is_read_and_exchanges_heat(words: str, kind: str) -> None:
    """Colder than the room in dry ice; a heater held by the pot's sensor stops at 60 °C, a sand bath at 120 °C goes past it."""
    p = read(
        f"Warmed\n\nIn a 250 mL flask with a stirrer and a thermometer in the liquid, {words}, 100 mL of ethanol is placed. "
        "10 mL of water is added over 30 min. It is heated at 60 °C for 30 min."
    )
    assert p.vessels[0].bath is not None and p.vessels[0].bath.kind == kind
    assert [m.identity for m in p.materials] == ["ethanol", "water"] and not p.unread
    a = assess(p)
    assert a.strip.pot_C
    if kind == "dry-ice":
        assert min(a.strip.pot_C) < -40
    if kind in ("mantle", "plate", "microwave"):
        assert 55 < max(a.strip.pot_C) < 60.5


HELD = "Salt\n\nIn a 500 mL flask with a stirrer and a thermometer in the liquid, {bath}, 100 mL of water and 10 g of sodium hydroxide are placed. 20 mL of 37 % hydrochloric acid is added over 30 min, below {limit}."


def codes(text: str) -> dict[str, str]:
    return {f.code: f.message for f in assess(read(text)).findings}


def test_a_mixture_that_freezes_is_said() -> None:
    """Water with 2.5 mol/kg of sodium hydroxide freezes near −9 °C (2 × 1.86 K kg/mol, cryoscopic constant; CRC Handbook, from memory)."""
    found = codes(HELD.format(bath="in an acetone bath at -60 °C", limit="-20 °C"))
    assert "frozen" in found["H09"] and re.search(r"about -(7|8|9|10) °C", found["H09"])
    assert "frozen" not in codes(HELD.format(bath="in an ice bath", limit="20 °C")).get("H09", "")


def test_a_melt_that_does_not_melt_is_said() -> None:
    text = "Nitration\n\nIn a 250 mL flask with a stirrer, 50 g of naphthalene is melted in an oil bath at {T} °C. 20 mL of 68 % nitric acid is added over 60 min, below 95 °C."
    assert "melts at 80 °C" in codes(text.format(T=60))["H09"]
    assert "melts at" not in codes(text.format(T=90)).get("H09", "")


def test_limits_that_contradict_are_said() -> None:
    text = HELD.format(bath="in an ice bath", limit="15 °C")
    assert "both cannot be kept" in codes(text + " It is stirred for 20 min at 40 °C, never above 20 °C.").get("P01", "")
    assert "both cannot" not in codes(text + " It is stirred for 20 min at 15 °C, never above 20 °C.").get("P01", "")


def test_a_condenser_that_is_too_small_is_said() -> None:
    """3 mol of a Grignard reagent in 5 min at reflux makes kilowatts, in an hour and a half less than a condenser takes."""
    text = (
        "Phenylmagnesium bromide\n\nMagnesium (24.3 g) and diethyl ether (300 mL) are placed in a 2 L flask with a stirrer and a thermometer in the ether, under a reflux condenser, in a bath of 2 kg of ice and 2 kg of water. "
        "Bromobenzene (157 g) in diethyl ether (500 mL) is added over {minutes} min, so that it boils gently.\n"
    )
    assert any("condenser takes" in f.message for f in of(review(text.format(minutes=5)), "H07"))
    assert not any("condenser takes" in f.message for f in of(review(text.format(minutes=120)), "H07"))
