"""A text means the same whatever margin broke its lines, whatever its rows are called and whatever stands over its title."""

from __future__ import annotations

import itertools
import re
import textwrap
from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st

from northsquall.procedure import Procedure
from northsquall.procedure.lines import flowing, joined
from northsquall.reading import read
from northsquall.reading.row_labels import with_plain_rows

UNSEEN = Path(__file__).parents[1] / "practice" / "unseen"
PLAIN = [f for f in sorted(UNSEEN.glob("13*-sound.txt")) if "|" not in f.read_text("utf-8") and "-told-" not in f.name][:18]


def meaning(doc: Procedure) -> list[object]:
    """What was read, without its places."""
    lots = [(m.identity, m.amount and (m.amount.value, m.amount.unit), m.role) for m in doc.materials]
    steps = [
        (s.kind, s.vessel, s.from_vessel, s.duration and s.duration.value, s.T_range and s.T_range.value, s.T_limit and s.T_limit.value)
        for s in doc.steps
    ]
    return [sorted(map(repr, lots)), steps, sorted(repr((v.nominal_mL, v.sensor)) for v in doc.vessels)]


def broken(text: str, width: int, indent: str) -> str:
    """The text with its lines broken at a margin, as an e-mail or a typewriter does it."""
    out: list[str] = []
    for line in text.split("\n"):
        kept = len(line) <= width or re.search(r"\S {3,}\S|\t", line)
        out += [line] if kept else textwrap.wrap(line, width, break_long_words=False, break_on_hyphens=False, subsequent_indent=indent)
    return "\n".join(out)


@pytest.mark.parametrize("file", PLAIN, ids=lambda f: f.stem)
def test_a_margin_changes_nothing(file: Path) -> None:
    text = file.read_text("utf-8")
    own = meaning(read(text))
    for width, indent in itertools.product((60, 76, 100), ("", "   ")):
        assert meaning(read(broken(text, width, indent))) == own, (width, indent)


@given(
    st.lists(
        st.sampled_from(["Anisole", "10 g", "is", "added", "to", "the", "flask.", "Stir", "for", "1 h,", "then", "cool"]),
        min_size=1,
        max_size=80,
    ),
    st.integers(40, 110),
)
def test_joined_lines_keep_every_place(words: list[str], width: int) -> None:
    text = "\n".join(textwrap.wrap(" ".join(words), width, subsequent_indent="  "))
    whole = flowing(text)
    assert len(whole) == len(text) and whole.replace(" ", "").replace("\n", "") == text.replace(" ", "").replace("\n", "")
    one, where = joined(text)
    assert [whole[k] for k in where[: len(one)]] == list(one) or not where
    assert where == sorted(where)


def test_a_thing_a_line_stays_a_thing_a_line() -> None:
    notes = "Bromide run\nalcohol 20 g in the flask\nHBr 48 % 68 mL\nreflux 2 h\ncool, separate\nwash with soda in a beaker until it stops\ndistil"
    assert flowing(notes) == notes
    table = "what      | how much | where it stands and what is done with it later on\nanisole   | 10 g     | flask, the large one with three necks and a stirrer"
    assert flowing(table) == table


LABELS = {
    "number": [f"{k}" for k in range(1, 7)],
    "dot": [f"{k}." for k in range(1, 7)],
    "bracket": [f"({k})" for k in range(1, 7)],
    "R": [f"R{k}" for k in range(1, 7)],
    "roman": ["I", "II", "III", "IV", "V", "VI"],
    "letter": ["A", "B", "C", "D", "E", "F"],
}  # fmt: skip
ROWS = [
    ("acetanilide", "13.5 g", "0.100", "500 mL flask"), ("acetic acid, glacial", "60 mL", "", "500 mL flask"), ("bromine", "16.0 g", "0.100", "funnel"),
    ("acetic acid, glacial", "25 mL", "", "funnel"), ("sodium hydroxide, 10 % in water", "200 mL", "", "gas bottle"), ("water, cold", "400 mL", "", "1 L beaker"),
]  # fmt: skip
HEADS = (
    ["#", "charge", "amount", "mol", "into"],
    ["Item", "Chemical", "Amount", "Moles", "Place"],
    ["", "reagent", "weight or volume", "mol", "goes into"],
)
FORMS = ("pipes", "columns", "tabs", "semicolons")


def table(form: str, labels: list[str], head: list[str]) -> str:
    rows = [head, *([label, *row] for label, row in zip(labels, ROWS, strict=True))]
    if form == "pipes":
        return "\n".join("| " + " | ".join(x) + " |" for x in [rows[0], ["---"] * 5, *rows[1:]])
    if form == "columns":
        return "\n".join(f"{a:<6}{b:<36}{c:<18}{d or '-':<10}{e}" for a, b, c, d, e in rows)
    return "\n".join({"tabs": "\t", "semicolons": ";"}[form].join(x) for x in rows)


@pytest.mark.parametrize(("form", "kind", "head"), itertools.product(FORMS, LABELS, HEADS), ids=lambda x: x if isinstance(x, str) else x[1])
def test_rows_are_meant_by_what_they_are_called(form: str, kind: str, head: list[str]) -> None:
    a, b, c, d, e, f = (x.strip("().") for x in LABELS[kind])
    doc = read(
        f"4-Bromoacetanilide\n\n{table(form, LABELS[kind], head)}\n\nSteps\nS1: Condenser, empty 500 mL bottle, funnel just above {e}.\n"
        f"S2: {a} in {b}, 15 °C, ice-water bath, 2 kg.\nS3: {c} mixed with {d}, let in during 60 min, 15-22 °C, stop above 25 °C.\n"
        f"S4: 30 min more at 20 °C.\nS5: Into {f} in 15 min, stirring."
    )
    names = {m.id: m.identity for m in doc.materials}
    put = {s.kind: sorted(str(names[k]) for k in s.materials) for s in doc.steps if s.materials}
    assert put["charge"] == ["acetanilide", "acetic acid"] and put["dose"] == ["acetic acid", "bromine"]
    assert put["absorb"] == ["sodium hydroxide"] and put["quench"] == ["water"]
    (fed,) = [s for s in doc.steps if s.kind == "dose"]
    assert (fed.duration and fed.duration.value, fed.T_limit and fed.T_limit.value) == (60.0, 25.0)
    marked = {m.identity: doc.source_text[slice(*m.span)] for m in doc.materials if m.span}
    assert "bromine" in str(marked["bromine"]) and "acetanilide" in str(marked["acetanilide"])


def test_labels_that_are_no_rows_stay() -> None:
    for text in (
        "R1 is fitted.\nR2 stands by.",
        "(1) Stir.\n(2) Cool.",
        "I heat it.\nIt boils.",
        "copper(II) sulfate; water; stir\nzinc; acid; cool",
    ):
        assert with_plain_rows(text) == (text, [])


@pytest.mark.parametrize("head", ("12.03.2026\n", "2026-03-12\n\n", "Page 1 of 2\n", "Date: 12/03/2026\n\n", "3 March 2026\n"))
def test_a_date_over_the_title_is_no_title(head: str) -> None:
    text = "m-Cresol from m-toluidine, 0.10 mol\n\nm-Toluidine 10.7 g is dissolved in 100 mL of water in a 500 mL flask. Stir for 1 h."
    own, dated = read(text), read(head + text)
    assert (dated.title, dated.results.product) == (own.title, own.results.product)
    assert meaning(dated) == meaning(own)


SECOND_RUN = """12.03.2026
4-Bromo-2-methylacetanilide, second run

R1  2-methylacetanilide      14.9 g    0.10 mol   500 mL flask
R2  acetic acid, glacial     60 mL                500 mL flask
R3  bromine                  16.0 g    0.10 mol   funnel
R4  acetic acid, glacial     25 mL                funnel
R5  caustic soda, 10 %       200 mL               beaker under the gas funnel
R6  water, cold              400 mL               1 L beaker

Three necks: stirrer, dropping funnel, condenser. From the condenser the
hydrogen bromide goes through an empty half-litre bottle to a funnel just
above R5. Sensor in the liquid.
S1: R1 in R2, cooled to 15 deg C in an ice-water bath of about 4 lb.
S2: R3 mixed with R4, let in during three quarters of an hour, 15-22 deg
    C, stop above 25. Fume cupboard, visor.
S3: Half an hour more. Still yellow; bisulfite solution, drop by drop,
    until the colour has gone.
S4: Into R6 in a quarter of an hour, stirring. Filter, wash with water
    until neutral, press, dry at 60 deg C.
S5: Filtrate to the drain.
20.1 g.
"""


def test_a_dated_card_with_a_margin_labels_and_odd_units() -> None:
    """A line that ends with a stop has its own reason, and does not speak against a margin."""
    doc = read(SECOND_RUN)
    assert doc.source_text == SECOND_RUN and doc.title == "4-Bromo-2-methylacetanilide, second run"
    (fed,) = [s for s in doc.steps if s.kind == "dose"]
    assert (fed.duration and fed.duration.value, fed.T_limit and fed.T_limit.value) == (45.0, 25.0)
    assert fed.T_range is not None and (fed.T_range.low, fed.T_range.high) == (15.0, 22.0)
    assert [s.kind for s in doc.steps] == ["absorb", "charge", "cool", "dose", "hold", "destroy", "quench", "filter", "dry"]
    assert all("\n" not in s.text for s in doc.steps)
    assert doc.results.mass_g is not None and doc.results.mass_g.value == 20.1
