"""Sentences put in the plain form of their one operation: only those that say nothing else, and with every number that was written (common practice, no source)."""

from __future__ import annotations

import re

import pytest
from hypothesis import given
from hypothesis import strategies as st

from northsquall.assess import assess
from northsquall.reading import read
from northsquall.reading.plain_form import in_plain_form, plainly, said_plainly

NUMBER = re.compile(r"\d+(?:[.,]\d+)?")


def put(text: str) -> str:
    return in_plain_form(text, [])[0]


SAME = {
    "8 mL of 65 % nitric acid is added dropwise over 60 min at 5 to 12 °C": (
        "Slow add 65 % nitric acid, 8 mL; 60 min; 5-12 °C", "The addition of 8 mL of 65 % nitric acid, by drops, took 60 min, the thermometer between 5 and 12 °C",
        "Within 60 min, 65 % nitric acid (8 mL) was let in drop by drop at 5 to 12 °C", "Add dropwise: 8 mL 65 % nitric acid. Time 60 min. Temperature 5 to 12 °C",
    ),
    "8 mL of 65 % nitric acid is added dropwise over 60 min, below 12 °C": (
        "65 % nitric acid (8 mL) was dropped in at such a rate (60 min in all) that 12 °C was not passed", "Drip in 8 mL of 65 % nitric acid, 60 min, not above 12 °C",
    ),
    "Cool in an ice bath (1 kg) to 3 °C": (
        "Ice (1 kg) in the bath held the contents at 3 °C", "1 kg of ice goes into the bath; at 3 °C I start", "Cooled 3 °C, ice bath 1 kg", "Into the ice with it (1 kg) until we have 3 °C",
        "The vessel stood in 1 kg of ice and water until 3 °C was reached inside",
    ),
    "Stir for 20 min at 12 °C": ("A further 20 min at 12 °C completed the reaction", "Post-stir 20 min (12 °C)", "Another 20 min at 12 °C"),
    "Charge a 250 mL three-necked flask (a stirrer and a thermometer) with 13.6 g of methyl benzoate and 40 mL of sulfuric acid": (
        "So, a 250 mL three-necked flask, a stirrer and a thermometer, and 13.6 g of methyl benzoate + 40 mL of sulfuric acid in it",
        "The apparatus was a 250 mL three-necked flask with a stirrer and a thermometer. It was charged with methyl benzoate (13.6 g) and sulfuric acid (40 mL)",
    ),
    "Pour the mixture on to 250 g of ice in a 1 L beaker over 15 min with stirring, below 20 °C": (
        "Into 250 g of ice in 1 L beaker over 15 min, stirring, T<20", "For the work-up a 1 L beaker with 250 g of ice was stirred while the reaction mixture was added in 15 min; it stayed below 20 °C",
    ),
}  # fmt: skip


@pytest.mark.parametrize(("plain", "said"), [(p, s) for p, many in SAME.items() for s in many])
def test_one_operation_in_any_order_is_the_same(plain: str, said: str) -> None:
    assert put(f"Ester\n\n{said}.").split("\n\n")[1] == f"{plain}."


KEPT = (
    "Pour 250 g of ice in a 1 L beaker on to the mixture over 15 min below 20 °C", "Add 16 g of bromine all at once; it takes 1 min at 20 °C", "Add 16 g of bromine over 45 min below 25 °C while I am at lunch",
    "Add 16 g of bromine over 45 min at 15 to 25 °C; if 25 °C is passed the funnel is shut", "Stir for 20 min at 12 °C behind the shield", "Stir overnight at 20 °C", "Cool in an ice bath (1 kg) to 3 °C, no thermometer",
    "Add 16 g of bromine and the rest of the ester over 45 min at 15 °C", "Drip 16 g of bromine, 45 min, 15-25 °C, hood fan off", "Wash the organic layer with 50 mL of 5 % sodium hydrogen carbonate, stopper held down",
    "16 g of bromine is added over 45 min at 15 to 25 °C without stirring", "16 g of bromine is added over 45 min without cooling at 20 °C", "Add 16 g of bromine over 45 min, not stirring, 20 °C",
    "Add 16 g of bromine over 45 min, stirring stopped, at 20 °C", "The thermometer is not inside; add 16 g of bromine over 45 min at 20 °C", "Nothing stirs for 20 min at 12 °C", "No water bath, 60 °C for 30 min",
    "Extract with 80 mL of diethyl ether near a flame", "250 g of ice in a 1 L beaker is poured over 15 min on it", "The mixture in a 1 L beaker is quenched with 250 g of ice over 15 min, below 20 °C",
    "Distil at 20 mbar, 112-114 °C, bath 150 °C, not stopping with 3 mL left",
    "A tube from the condenser leads over an empty 250 mL bottle through a funnel into 400 mL of 10 % sodium hydroxide in a 1 L beaker",
)  # fmt: skip


@pytest.mark.parametrize("said", KEPT)
def test_a_sentence_that_says_more_stays_as_it_is(said: str) -> None:
    assert put(f"Ester\n\n{said}.").split("\n\n")[1] == f"{said}."


def test_venting_is_said_and_not_supposed() -> None:
    assert "vent" not in put("Ester\n\nThe layer is shaken out with 50 mL of 5 % sodium hydrogen carbonate.")
    assert "vent" in put("Ester\n\nThe layer is shaken with 50 mL of 5 % sodium hydrogen carbonate, the gas let out each time.")


SUBSTANCES = ("bromine", "65 % nitric acid", "acetyl chloride", "37 % hydrochloric acid", "toluene")
FRAMES = (
    "Slow add {a}; {d} min; {lo}-{hi} °C", "{a} was dropped in within {d} min, never above {hi} °C", "The addition of {a} took {d} min, between {lo} and {hi} °C", "Cooled {lo} °C, ice bath {d} g", "Another {d} min at {lo} °C",
    "Into {d} g of ice in a 1 L beaker over 15 min, stirring, below {hi} °C", "Washed with {d} mL of water, vented", "Distil at {hi} mbar, {d}-{d} °C, oil bath {d} °C; leave {lo} mL",
)  # fmt: skip


@given(
    st.lists(
        st.tuples(st.sampled_from(FRAMES), st.sampled_from(SUBSTANCES), st.integers(2, 95), st.integers(3, 90), st.integers(1, 9), st.integers(10, 24)),
        min_size=1, max_size=6,
    )
)  # fmt: skip
def test_no_number_is_lost_or_made_and_every_character_has_its_place(rows: list[tuple[str, str, int, int, int, int]]) -> None:
    told = [frame.format(a=f"{g} g of {name}", d=d, lo=lo, hi=hi) for frame, name, g, d, lo, hi in rows]
    text = "Ester\n\n" + "\n".join(told) + "\n"
    out, where = in_plain_form(text, [])
    for before, after in zip(text.split("\n"), out.split("\n"), strict=True):
        assert sorted(NUMBER.findall(before)) == sorted(NUMBER.findall(after))
    if where:
        assert len(where) == len(out) + 1 and where[-1] == len(text) and min(where) >= 0 and max(where) <= len(text)


def test_amounts_stand_where_the_author_wrote_them() -> None:
    text = "Ester\n\nSlow add 65 % nitric acid, 8 mL / 96 % sulfuric acid 9 mL; 60 min; 5-12 °C\n"
    lots = {m.identity: m for m in read(text).materials}
    assert {k: text[slice(*m.amount.span)] for k, m in lots.items() if m.amount and m.amount.span} == {
        "nitric acid": "8 mL",
        "sulfuric acid": "9 mL",
    }


def test_lines_numbered_by_dashes_are_no_ranges() -> None:
    p = read("1 - 50 mL of water in a 250 mL beaker.\n2 - Add 5 g of sodium chloride.\n3 - 16 g of sodium bromide is added.\n")
    assert [m.amount.value for m in p.materials if m.amount] == [50.0, 5.0, 16.0]


def test_what_is_said_plainly_reads_like_no_fault() -> None:
    text = "4-Bromoacetanilide\n\nHood, goggles, gloves. In a 250 mL flask with a stirrer and a thermometer 13.5 g of acetanilide and 60 mL of acetic acid.\nAddition of bromine (16 g) took sixty minutes; 15 to 25 °C.\n"
    assert len(said_plainly(text)) == 2
    assert "P07" not in {f.code for f in assess(read(text)).findings}


@pytest.mark.parametrize("beside", ["in the hood and goggles on", "somebody's here the whole time", "no flame anywhere", "sash down"])
def test_what_is_said_beside_it_stays_beside_it(beside: str) -> None:
    put = plainly(f"Mantle, gently boiling for an hour, {beside}")
    assert put is not None and put[-1][0] == beside


@pytest.mark.parametrize("beside", ["a naked flame beside it", "sash open", "nobody here", "no goggles", "burner on behind it", "no hood"])
def test_a_fault_is_never_said_beside_it(beside: str) -> None:
    assert plainly(f"Mantle, gently boiling for an hour, {beside}") is None
