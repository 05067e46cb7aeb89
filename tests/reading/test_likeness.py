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
from scipy.special import ndtr

from northsquall import data
from northsquall.assess import assess
from northsquall.findings.likeness import BY_WORDING, SAID
from northsquall.reading import read
from northsquall.reading.encoder import _bent, encoder, split
from northsquall.reading.likeness import alike, digest, over, sentences
from northsquall.reading.tokens import substances_in

HELD_OUT = tomllib.loads((Path(__file__).with_name("held_out.toml")).read_text("utf-8"))
SALT = "Salt solution\n\nSodium chloride 40 g is dissolved in 200 mL of water in a 500 mL beaker. {}\n"
NITRATION = "Nitration\n\nA 250 mL three-necked flask with stirrer, in the hood. Sulfuric acid 96 % 40 mL and methyl benzoate 13.6 g are put in, ice bath of 1 kg. Nitric acid 68 % 10 mL is added over 60 min at 5-10 °C. {}\n"
PIECES = ["[CLS]", "un", "##sto", "##pper", "##ed", "th", "##ion", "##yl", "chloride", ".", "[SEP]"]
TRAINED = {
    "The cork was pressed in while it still gave off gas.": {"G02": 7.091, "G16": 1.750, "G12": -3.897},
    "Everybody had gone home when the mantle was still on.": {"P08": 4.211, "Q12": -3.332, "G08": -3.749},
    "Unstoppered thionyl chloride stands on the bench.": {"G15": 2.837, "G07": -0.926, "Q11": -2.607},
}
"""What torch and transformers give from the same weights (`tools/learn_likeness.py check`, transformers 5.24, torch 2.13)."""


def kinds(sentence: str) -> set[str]:
    return {x.kind for x in alike(sentence)}


def test_the_model_is_that_of_the_sentences_which_are_shipped() -> None:
    lists = data.toml("reading/likeness.toml")
    assert encoder().kinds == tuple(k["code"] for k in lists["kind"])
    assert encoder().of == digest()


def test_words_are_cut_as_the_model_was_trained_on_them() -> None:
    """Lower case, no accents, marks apart, the longest known piece first (Devlin et al. 2018, arXiv:1810.04805; the pieces by the tokenizer that comes with the weights)."""
    assert split("Ünter  the Bench—it's 5 °C.") == ["unter", "the", "bench", "—", "it", "'", "s", "5", "°c", "."]
    m = encoder()
    named = {i: p for p, i in m.pieces.items()}
    assert [named[i] for i in m.ids("Unstoppered thionyl chloride.")] == PIECES


def test_the_layers_compute_what_a_library_computes() -> None:
    for sentence, best in TRAINED.items():
        scores = encoder().scores([sentence])[0]
        for kind, score in best.items():
            assert scores[encoder().kinds.index(kind)] == pytest.approx(score, abs=0.01)


@given(st.lists(st.floats(-40, 40, width=32), min_size=1, max_size=40))
def test_the_gelu_is_that_of_the_normal_distribution(values: list[float]) -> None:
    """x Φ(x) (Hendrycks and Gimpel 2016, arXiv:1606.08415), Φ by SciPy."""
    x = np.array(values, dtype=np.float32).reshape(-1, 1)
    assert _bent(x) == pytest.approx(x * ndtr(x.astype(float)), rel=1e-6, abs=1e-6)


@given(st.lists(st.sampled_from(HELD_OUT["plain"]["sentences"]), min_size=1, max_size=4, unique=True))
def test_what_a_sentence_scores_does_not_hang_on_its_neighbours(some: list[str]) -> None:
    together, alone = encoder().scores(some), [encoder().scores([s])[0] for s in some]
    assert all(a == pytest.approx(b, abs=1e-3) for a, b in zip(together, alone, strict=True))
    assert all((x == y).all() for x, y in zip(over(some), over(some), strict=True))


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


@given(st.text(max_size=200))
def test_any_text_has_a_score(text: str) -> None:
    assert all(x == x for x in encoder().scores([text])[0])  # no NaN


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
