"""What sound procedures say and how it was misread: places, clocks, parts of a lot, lines that end in a bottle (common practice, no source)."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from northsquall.assess import assess
from northsquall.procedure import Procedure, Step
from northsquall.reading import read
from northsquall.reading.folding import plain

FLASK = "Test batch\n\nIn a 250 mL three-neck flask with stirrer, thermometer in the liquid, ice bath of 1 kg: toluene 100 mL, benzaldehyde 10.6 g.\n"


def fed(p: Procedure, identity: str) -> Step:
    """The step in which a substance goes in."""
    lot = next(m for m in p.materials if m.identity == identity)
    return next(s for s in p.steps if lot.id in s.materials)


def roles(p: Procedure) -> dict[str, str | None]:
    """Identity → role of every lot."""
    return {m.identity or m.name: m.role for m in p.materials}


@pytest.mark.parametrize(
    "words",
    [
        "in ten portions, 40 min, 5-15 °C; over 18 °C wait.",
        "in ten portions over 40 min at 5-15 °C (wait if over 18).",
        "in ten portions over 40 min at 5 to 15 °C, waiting whenever 18 °C is passed.",
        "in ten portions over 40 min at 5 to 15 °C; if 18, wait.",
        "in ten portions over 40 min at 5 to 15 °C, tap closed twice at 18 °C.",
        "in ten portions over 40 min at 5 to 15 °C; hold back at 18 °C.",
    ],
)
def test_a_temperature_at_which_one_waits_is_the_limit(words: str) -> None:
    step = fed(read(f"{FLASK}Sodium borohydride, 2.3 g, {words} Stir 1 h."), "sodium borohydride")
    assert step.T_limit is not None
    assert step.T_limit.value == 18
    assert step.duration is not None
    assert step.duration.value == 40


@given(st.integers(0, 21), st.integers(0, 59), st.integers(5, 110), st.sampled_from(["-", " - ", "–", " to "]))
def test_a_clock_says_how_long(hour: int, minute: int, over: int, between: str) -> None:
    end = 60 * hour + minute + over
    clock = f"{hour:02d}:{minute:02d}{between}{end // 60:02d}:{end % 60:02d}"
    step = fed(read(f"{FLASK}{clock} ethyl benzoate 17.1 g (0.114 mol) dripped in, 5-15 °C.\nStir 1 h at 20 °C.\n"), "ethyl benzoate")
    assert step.duration is not None
    assert step.duration.value == over


@pytest.mark.parametrize(
    "line",
    [
        "gas tube to a bottle with 100 mL of water, tube dipping 3 cm",
        "then a tube straight into 100 mL of water",
        "condenser, its outlet tube to a beaker with 100 mL of water",
        "a hose into a jar of 100 mL of water",
    ],
)
def test_what_a_tube_leads_to_is_no_charge(line: str) -> None:
    p = read(
        f"Test\n\nphenol 4.7 g; acetic acid 50 mL\n250 mL flask, stirrer, thermometer in the liquid, {line}.\n1. Phenol in the acetic acid.\n2. Bromine 8 g over 20 min at 20-30 °C."
    )
    assert roles(p)["water"] == "absorber"
    assert roles(p)["bromine"] is None


@pytest.mark.parametrize(
    "words",
    ["hydrogen off through the bubbler into the hood", "the gas away by the bubbler", "hydrogen through the bubbler to the exhaust"],
)
def test_what_is_fed_is_not_taken_by_its_gas_line(words: str) -> None:
    p = read(f"{FLASK}2 M hydrochloric acid 60 mL by dropping funnel over 30 min, below 15 °C, {words}.")
    assert roles(p)["hydrochloric acid"] is None
    assert fed(p, "hydrochloric acid").kind == "dose"


@pytest.mark.parametrize(
    ("words", "identity"),
    [
        ("Thionyl chloride is measured in the hood.", "thionyl chloride"),
        ("Permanganate is kept away from the rags and the solvent.", "potassium permanganate"),
        ("It burns like petrol.", "petroleum ether"),
        ("Hood, goggles, acid-proof gloves.", "hydrochloric acid"),
        ("No pyridine near the bleach.", "pyridine"),
    ],
)
def test_what_is_only_spoken_of_is_not_charged(words: str, identity: str) -> None:
    assert identity not in {m.identity for m in read(FLASK + words).materials}


def test_a_name_that_hangs_on_its_locants_is_not_its_tail() -> None:
    rows = "4-amino-3-bromotoluene        18.6 g   0.100 mol\nHCl 37 %                      30 mL    0.36 mol\n"
    p = read(f"3-Bromotoluene by deamination, 0.10 mol\n\n{rows}\n1 L three-neck flask, stirrer.\n1. Amine and acid, 0 °C.")
    assert "3-bromotoluene" not in {m.identity for m in p.materials}
    assert any(m.name == "4-amino-3-bromotoluene" for m in p.materials)


def test_a_name_in_brackets_is_not_the_alkane_behind_it() -> None:
    p = read(
        "1,4-Dioxaspiro[4.5]decane\n\nCyclohexanone (19.6 g) and ethylene glycol (15.5 g) were boiled in toluene (100 mL) for 4 h in a 250 mL flask."
    )
    assert p.results.product_identity != "decane"


@pytest.mark.parametrize("words", ["Run in the dichromate solution", "Run in the oxidant", "Drip in the mixture from the beaker"])
def test_what_is_run_in_comes_from_where_it_is(words: str) -> None:
    p = read(
        "Oxidation\n\n1. In a 400 mL beaker dissolve 21.0 g of sodium dichromate dihydrate in 100 mL of water; add 16 mL of 96 % sulfuric acid slowly, below 40 °C.\n"
        "2. Put 20.0 g of cyclohexanol and 60 mL of water into a 500 mL three-necked flask with stirrer and thermometer in the mixture.\n"
        f"3. {words} over 60 minutes at 50 to 55 °C.\n4. Stir 30 min at 55 °C."
    )
    dose = next(s for s in p.steps if s.from_vessel is not None)
    assert dose.vessel == "500 mL flask"
    assert dose.from_vessel == "400 mL beaker"
    assert p.steps[-1].vessel == "500 mL flask"


@pytest.mark.parametrize(
    ("text", "identity", "percent"),
    [
        (
            "How we make constant-boiling hydrochloric acid\n\nIn a 500 mL flask go 120 mL of water and 150 mL of the 37 percent acid. Heat to 108 °C.",
            "hydrochloric acid",
            37,
        ),
        ("Battery acid\n\nPoured 1.4 L of cold water on 600 mL of the 96 percent in the demijohn.", "sulfuric acid", 96),
        ("Etching\n\nTo 10 g of copper in a 500 mL beaker 50 mL of the 65 % acid was added; nitric acid it is.", "nitric acid", 65),
    ],
)
def test_an_acid_without_its_name_is_the_one_that_the_text_means(text: str, identity: str, percent: int) -> None:
    lot = next(m for m in read(text).materials if m.identity == identity)
    assert lot.strength is not None
    assert lot.strength.percent_w == percent


def test_the_lime_is_the_oxide_where_that_is_weighed() -> None:
    p = read("Slaking\n\ncalcium oxide   45 g   0.80 mol\nwater   400 mL\n\n1. Water into a 1 L beaker.\n2. All of the lime at once.")
    assert {m.identity for m in p.materials} == {"calcium oxide", "water"}


def test_parts_of_a_row_are_counted_once() -> None:
    p = read(
        "Nitration\n\nacetophenone                 12.0 g    0.100 mol\nsulfuric acid, 96 %          40 mL     0.72 mol  (25 mL for the flask, 15 mL for the nitrating acid)\nnitric acid, 65 %            7.6 mL    0.11 mol\n\n"
        "250 mL three-neck flask, stirrer, thermometer in the liquid. Goggles, acid-proof gloves.\n\n"
        "1. Nitrating acid: in a 50 mL conical flask in ice, the nitric acid is dripped into 15 mL of the sulfuric acid, below 15 °C.\n"
        "2. Flask: 25 mL of sulfuric acid at -5 °C; acetophenone is dripped in over 20 min, not above 0 °C.\n"
    )
    used = [m.amount.value for m in p.materials if m.identity == "sulfuric acid" and m.step is not None and m.amount is not None]
    assert sorted(used) == [15, 25]


def test_a_thermometer_that_is_not_there_measures_nothing() -> None:
    p = read(
        "Test\n\nPut 40 mL of 96 % sulfuric acid in a 250 mL beaker and heated it to 120 °C on the plate. No thermometer in it, the plate said 120."
    )
    assert all(v.sensor is None for v in p.vessels)


def test_nitric_acid_made_up_beside_a_batch_is_never_forgotten() -> None:
    p = read(
        "Nitro compound\n\n50 mL flask in ice: 10 mL acetic acid, nitric acid 65 % 7 mL, below 15 °C.\nMethyl salicylate 15.2 g and acetic acid 40 mL in a 250 mL flask with stirrer, 12 °C.\nThen that part, by itself.\nStir 60 min at 20 °C."
    )
    a = assess(p)
    assert a.verdict in ("not established", "not acceptable")


@pytest.mark.parametrize(
    ("words", "minutes"),
    [("I ran that in within ten minutes.", 10), ("I dripped it in over 15 min.", 15)],
)
def test_that_which_is_run_in_is_what_was_told_before(words: str, minutes: int) -> None:
    step = fed(read(f"{FLASK}Then sodium nitrite, 7 g in 20 mL of water. {words} Stir 1 h."), "sodium nitrite")
    assert step.duration is not None
    assert step.duration.value == minutes


@pytest.mark.parametrize("more", ["another 20 mL of bromobenzene", "20 mL more of the bromobenzene"])
def test_more_reagent_where_nothing_started_is_never_read_as_waiting(more: str) -> None:
    """Handbook 4, H13: what is put in because nothing was seen is the danger; more of what destroys, until its paper shows it, is not."""
    said = f"It is to start within minutes; if it does not, add {more}."
    assert more in plain(f"{FLASK}{said}")[0]
