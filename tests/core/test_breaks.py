"""A sound procedure broken the ways a hurried author would: each is caught under its code, and the sound one comes out clean."""

from __future__ import annotations

from pathlib import Path

import pytest

from northsquall.assess import assess
from northsquall.assessment import Assessment
from northsquall.reading import read

SOUND = (Path(__file__).resolve().parents[2] / "demo" / "4-nitroacetanilide.txt").read_text("utf-8")
DOSE = "The nitrating acid was dropped in during 60 min at 3-10 °C"
BREAKS = [
    ("dosed in a hurry", "60 min", "5 min", "H02", True),
    ("hardly any ice", "2 kg of ice", "100 g of ice", "H06", True),
    ("all at once", "was dropped in during 60 min at 3-10 °C", "was added all at once at 3-10 °C", "P13", False),
    ("stirrer off", DOSE, "The stirrer was switched off. " + DOSE, "H09", False),
    ("left for the night", "for a further 30 min at 15-20 °C", "overnight at 15-20 °C", "P08", False),
    ("water into the acid", "It was poured in a thin stream on to 400 g of ice in a 1 L beaker", "400 mL of water was added", "H10", False),
    ("no bath", " that stood in 2 kg of ice and water", "", "H02", False),
    ("ten times the acid", "7.0 mL", "70 mL", "P01", True),
]


def review(text: str) -> Assessment:
    return assess(read(text))


def test_the_sound_one_is_clean() -> None:
    a = review(SOUND)
    assert a.verdict == "acceptable"
    assert not [f for f in a.findings if f.severity != "note"]


@pytest.mark.parametrize(("name", "was", "becomes", "code", "cured"), BREAKS, ids=[b[0] for b in BREAKS])
def test_a_hurried_change_is_caught_and_where_it_can_be_a_cure_is_computed(
    name: str, was: str, becomes: str, code: str, cured: bool
) -> None:
    assert was in SOUND
    a = review(SOUND.replace(was, becomes))
    found = [f for f in a.findings if f.code == code]
    assert found and found[0].severity != "note", (name, [(f.code, f.severity) for f in a.findings])
    assert found[0].anchor is not None
    assert a.verdict != "acceptable"
    assert bool(a.remedies) or not cured
    assert all(f.remedy or f.code in ("H02", "S04") for f in found)


def test_the_proposed_cure_holds_when_it_is_written_into_the_text() -> None:
    text = SOUND.replace("60 min", "5 min")
    a = review(text)
    best = a.remedies[0]
    for e in sorted(best.edits, key=lambda e: -e.start):
        text = text[: e.start] + e.text + text[e.end :]
    again = review(text)
    assert again.verdict in ("acceptable", "acceptable with conditions")
    assert not [f for f in again.findings if f.code in ("H02", "H03") and f.severity == "stop"]
