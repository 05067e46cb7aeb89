"""Sentences that read like others: what the model knows of what it was never shown, and where it keeps silent (common practice, no source)."""

from __future__ import annotations

import re
import tomllib
from itertools import pairwise
from pathlib import Path

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from northsquall import data
from northsquall.assess import assess
from northsquall.findings.likeness import BY_WORDING, SAID
from northsquall.reading import read
from northsquall.reading.likeness import alike, digest, model, pieces, sentences
from northsquall.reading.tokens import substances_in

HELD_OUT = tomllib.loads((Path(__file__).with_name("held_out.toml")).read_text("utf-8"))
SALT = "Salt solution\n\nSodium chloride 40 g is dissolved in 200 mL of water in a 500 mL beaker. {}\n"
NITRATION = "Nitration\n\nA 250 mL three-necked flask with stirrer, in the hood. Sulfuric acid 96 % 40 mL and methyl benzoate 13.6 g are put in, ice bath of 1 kg. Nitric acid 68 % 10 mL is added over 60 min at 5-10 °C. {}\n"


def kinds(sentence: str) -> set[str]:
    return {x.kind for x in alike(sentence)}


def test_the_model_is_that_of_the_sentences_which_are_shipped() -> None:
    lists = data.toml("reading/likeness.toml")
    assert model().kinds == tuple(k["code"] for k in lists["kind"])
    with np.load(data.path("reading/likeness.npz")) as f:
        assert str(f["of"]) == digest()


def test_no_held_out_sentence_was_learnt_from() -> None:
    lists = data.toml("reading/likeness.toml")
    learnt = {s for k in lists["kind"] for s in k["sentences"]} | set(lists["plain"]["sentences"])
    assert not learnt & {s for of in HELD_OUT["says"].values() for s in of} and not learnt & set(HELD_OUT["plain"]["sentences"])


def test_four_of_five_that_were_never_shown_are_known_for_what_they_say() -> None:
    told = [(code, s) for code, of in HELD_OUT["says"].items() for s in of]
    assert sum(code in kinds(s) for code, s in told) >= 0.8 * len(told)


def test_no_safe_words_silence_what_a_kind_is_learnt_from() -> None:
    """Safe words that name what sound texts say must not also stand in what faulty ones say."""
    lists = data.toml("reading/likeness.toml")["kind"]
    silenced = {
        k["code"]: sum(re.search(safe, s, re.I) is not None for s in k["sentences"]) / len(k["sentences"])
        for k in lists
        if (safe := SAID[k["code"]].safe) is not None
    }
    assert {code: share for code, share in silenced.items() if share > 0.13} == {}
    assert sum(silenced.values()) / len(silenced) < 0.025


def test_what_says_nothing_of_the_kind_is_left_alone() -> None:
    """By its words alone; where nothing of the kind can hurt no finding comes of the rest either."""
    assert sum(bool(kinds(s)) for s in HELD_OUT["plain"]["sentences"]) <= 0.25 * len(HELD_OUT["plain"]["sentences"])
    taken = [
        f.message for s in HELD_OUT["plain"]["sentences"] for f in assess(read(NITRATION.format(s))).findings if f.source == BY_WORDING
    ]
    assert len(taken) <= 0.05 * len(HELD_OUT["plain"]["sentences"]), taken


@given(st.text(max_size=400))
def test_sentences_are_parts_of_their_text_in_order(text: str) -> None:
    found = sentences(text)
    assert all(0 <= a < b <= len(text) and text[a:b] == text[a:b].strip() for a, b in found)
    assert all(x[1] <= y[0] for x, y in pairwise(found))


@given(st.text(min_size=1, max_size=80))
def test_a_sentence_has_two_blocks_of_unit_length_at_most(text: str) -> None:
    """Each block has length one; where columns meet, two of them add up."""
    assert sum(v * v for v in pieces(text).values()) <= 4.0 + 1e-9


@pytest.mark.parametrize("code", sorted(set(HELD_OUT["says"]) & set(SAID)))
def test_where_nothing_can_hurt_no_sentence_raises_anything(code: str) -> None:
    for s in HELD_OUT["says"][code]:
        if not substances_in(s) and not re.search(r"boil|heat|mantle", s):  # it brings what can hurt with it
            assert not [f for f in assess(read(SALT.format(s))).findings if f.source == BY_WORDING], s


def test_a_finding_quotes_the_sentence_and_stands_at_it() -> None:
    text = NITRATION.format("The stirrer has been switched off because it rattles. Everything left over goes in the same drum.")
    a = assess(read(text))
    plain = {f.code for f in a.findings if f.source != BY_WORDING}
    found = [f for f in a.findings if f.source == BY_WORDING]
    assert found
    for f in found:
        assert f.anchor is not None and text[f.anchor.start : f.anchor.end] in f.message and f.severity == "condition"
        assert f.code not in plain
