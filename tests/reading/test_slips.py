"""Corrections, misspellings and names that sound alike: taken as the author meant them, and always said."""

from __future__ import annotations

import pytest

from northsquall.assess import assess
from northsquall.procedure import Material, Procedure
from northsquall.procedure.amounts import lots_of
from northsquall.reading import read
from northsquall.substances import catalogue

SLIPS = [
    ("Thirty, sorry, thirty-seven grams of tert-butanol are placed in a 500 mL flask.", "tert-butanol", 37.0, "amount"),
    ("Fifty mils of ethanol - sorry, sixty, we do sixty now - are placed in a beaker.", "ethanol", 60.0, "amount"),
    ("50 mL of ethanol, no, 60 mL, is placed in a flask.", "ethanol", 60.0, "amount"),
    ("Seven grams of sodium nitrate - nitrite, I mean nitrite - are dissolved in 15 mL of water.", "sodium nitrite", 7.0, "name"),
    ("12 g of sodium hydroxide, I mean potassium hydroxide, are placed in a flask.", "potassium hydroxide", 12.0, "name"),
    ("20 mL of acetic acide is placed in a flask.", "acetic acid", 20.0, "spelling"),
]


def lot(p: Procedure, identity: str) -> Material:
    return next(m for m in p.materials if m.identity == identity)


@pytest.mark.parametrize(("text", "identity", "amount", "what"), SLIPS, ids=[x[0][:24] for x in SLIPS])
def test_what_is_taken_back_is_not_charged_and_is_said(text: str, identity: str, amount: float, what: str) -> None:
    p = read(f"A batch\n\n{text}\n")
    m = lot(p, identity)
    assert m.amount is not None
    assert m.amount.value == amount
    assert [s.what for s in p.slips] == [what]
    assert sum(x.identity == identity for x in p.materials) == 1
    if what == "name":  # the one taken back is charged nowhere
        assert {x.identity for x in p.materials} <= {identity, "water"}


def test_a_correction_is_a_finding_and_a_question() -> None:
    a = assess(read(f"A batch\n\n{SLIPS[3][0]}\n"))
    said = [f for f in a.findings if f.code == "P05" and "nitrate" in f.message]
    assert said
    assert "nitrite is read" in said[0].message
    assert any("nitrite" in q.text for q in a.questions)


def test_no_and_rather_that_correct_nothing_change_nothing() -> None:
    for text in (
        "5 g of urea is added, no 2 mL of water.",
        "It is rather warm, 10 g of urea is added.",
        "No more than 5 g of urea is added. No, nothing else.",
    ):
        assert not read(f"A batch\n\n{text}\n").slips, text


def test_a_name_that_sounds_alike_is_asked_for_where_it_would_make_the_product() -> None:
    """With nitrate in place of nitrite nothing makes the iodide (or here the azide-free chloride); the sound-alike does."""
    text = (
        "4-Chlorotoluene\n\np-Toluidine (10.7 g, 0.10 mol) is dissolved in 30 mL of 36 % hydrochloric acid and 30 mL of water in a 250 mL beaker at 0 °C. "
        "A solution of sodium {} (6.9 g) in 15 mL of water is added over 30 min, keeping below 5 °C. The diazonium solution is poured into "
        "copper(I) chloride (11 g) in 40 mL of 36 % hydrochloric acid in a 500 mL flask and warmed to 60 °C for 30 min.\n"
    )
    wrong, right = (assess(read(text.format(x))) for x in ("nitrate", "nitrite"))
    asked = [f for f in wrong.findings if f.code == "P05" and "Ask whether sodium nitrite is meant" in f.remedy]
    assert asked and asked[0].severity == "condition" and not asked[0].established
    assert not [f for f in right.findings if f.code == "P05"]


def test_a_word_for_a_small_amount_is_a_range_that_is_said() -> None:
    """A crystal, a pinch: under a gram (common practice, no source), as a range and as an assumption."""
    p = read("A batch\n\n10 g of zinc is placed in a flask. Then a crystal of iodine is added.\n")
    found = lots_of(p, catalogue())[lot(p, "iodine").id]
    assert found.mass_g is not None
    assert found.mass_g[0] < 0.05 < 0.5 < found.mass_g[2] <= 1.0
    assert any("told by a word" in a for a in found.assumptions)


@pytest.mark.parametrize("said", ["a glug of xylol", "iodine, a spatula or two,"])
def test_an_amount_nobody_can_measure_is_not_established_and_not_dropped(said: str) -> None:
    p = read(f"A batch\n\n10 g of zinc is placed in a flask. Then {said} is added.\n")
    vague = [m for m in p.materials if m.identity != "zinc"]
    assert len(vague) == 1
    assert vague[0].amount is None
    assert lots_of(p, catalogue())[vague[0].id].mol is None


def test_what_is_done_and_not_understood_is_listed() -> None:
    p = read("A batch\n\n10 g of zinc is placed in a flask. Then transfer the filtrate to a jar nearby.\n\nThe lot is extracted.\n")
    assert any("transfer the filtrate" in u.text for u in p.unread)


def test_an_amount_is_not_carried_over_to_the_wrong_thing() -> None:
    p = read("Zinc\n\nZinc dust, 10 g, and water in the flask, and then the yellow stuff from the shelf, ten mils.\n")
    assert lot(p, "zinc").amount.value == 10.0  # type: ignore[union-attr]
    assert all(m.amount is None or (m.amount.value == 10.0 and m.amount.unit == "g") for m in p.materials if m.identity)
    assert any(u.text == "ten mils" for u in p.unread)
