"""Writing variants are one: the same quantity written otherwise is read the same, and its place is that of the author's text."""

from __future__ import annotations

import re
from pathlib import Path

import pytest

from northsquall.assess import assess
from northsquall.reading import read
from northsquall.reading.folding import FOLDS, plain

REWORDED = Path(__file__).resolve().parents[1] / "practice" / "reworded"
MEASURED = r"(?<!\d x )(?<!about )(?<!\d-)\b(\d+(?:\.\d+)?) (mL|min|°C)\b(?! flask| three| round| beaker)"
WRITTEN = {
    "cc": (r"(\d) ?mL\b", r"\1 cc"),
    "millilitres": (r"(\d) ?mL\b", r"\1 millilitres"),
    "grams": (r"(\d) ?g\b", r"\1 grams"),
    "mins": (r"(\d) ?min\b", r"\1 mins"),
    "deg C": (r" ?°C", " deg C"),
    "sulph": (r"(?i)(?<=sul)f", "ph"),
    "about": (MEASURED, r"about \1 \2"),
    "ca.": (MEASURED, r"ca. \1 \2"),
}
"""Ways to write the same (common practice, no source): a pattern and what stands in its place."""


@pytest.mark.parametrize("way", WRITTEN)
@pytest.mark.parametrize("case", ["01", "04", "06", "11", "17", "25", "28"])
def test_another_way_to_write_it_changes_no_charge_and_no_verdict(case: str, way: str) -> None:
    text = (REWORDED / f"{case}.txt").read_text("utf-8")
    other = re.sub(*WRITTEN[way], text)
    a, b = assess(read(text)), assess(read(other))
    assert [(m.name, m.mol.best and round(m.mol.best, 6)) for m in a.materials] == [
        (m.name, m.mol.best and round(m.mol.best, 6)) for m in b.materials
    ]
    assert [(s.kind, s.vessel) for s in a.steps] == [(s.kind, s.vessel) for s in b.steps]
    assert {f.code for f in a.findings if f.severity == "stop"} == {f.code for f in b.findings if f.severity == "stop"}
    assert a.verdict == b.verdict


def test_what_is_shown_is_the_authors_text() -> None:
    text = "Acid wash\nSulphuric acid 96 %, 20 cc, is added drop by drop to 100 millilitres of water in a 250 cc beaker over 30 minutes."
    p = read(text)
    assert sorted(m.amount.value for m in p.materials if m.amount) == [20.0, 100.0]
    for m in p.materials:
        assert m.span is not None and m.amount is not None and m.amount.span is not None
        assert re.match(r"20 cc|100 millilitres", text[slice(*m.amount.span)])
    assert all(s.text in text for s in p.steps)


def test_each_character_keeps_its_place() -> None:
    text = "SULPHATE 3 grams   5 g, 20\u00a0cc at 40 degrees; 1\u2009000 mL, soft\u00adhyphen"
    folded, where = plain(text)
    assert folded == "SULFATE 3 g       5 g, 20 mL at 40 °C; 1000 mL, softhyphen"
    assert len(where) == len(folded) + 1 and where == sorted(where) and where[-1] == len(text)
    assert text[where[folded.index("40")] :].startswith("40 degrees")
    assert plain("Water, 20 mL at 5 °C.") == ("Water, 20 mL at 5 °C.", [])


def test_no_two_folds_have_one_name() -> None:
    """A fold is found by its name: of two of one name the one would be written as the other."""
    names = [name for name, _, _ in FOLDS]
    assert len(set(names)) == len(names)
