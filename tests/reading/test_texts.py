"""Our own eighty texts against what each says; reports by voice, and the third that was left alone while the rules were written."""

from __future__ import annotations

import pytest
from reading.score import Score, score, texts


@pytest.fixture(scope="module")
def scored() -> list[tuple[bool, str, Score]]:
    return [(t.unseen, t.voice, score(t)) for t in texts()]


def summed(scores: list[Score]) -> Score:
    total = Score()
    for s in scores:
        total.add(s)
    return total


def test_there_are_enough_texts_in_enough_voices() -> None:
    all_ = texts()
    assert len(all_) >= 80 and len({t.voice for t in all_}) >= 5 and 24 <= sum(t.unseen for t in all_) <= 30


def test_lots_steps_and_parameters_of_all_texts(scored: list[tuple[bool, str, Score]]) -> None:
    """97 % of what is charged, 95 % of steps and of their parameters."""
    total = summed([s for _, _, s in scored])
    said = {k: (round(total.share(k), 3), total.all[k]) for k in total.all}
    assert total.share("lots") >= 0.97, said
    assert total.share("steps") >= 0.95, said
    assert total.share("parameters") >= 0.95, said
    assert total.share("flagged") == 1.0, "what was not read as it should be is listed or asked for"
    assert total.share("product") >= 0.85 and total.share("limits") >= 0.88, said


@pytest.mark.parametrize("voice", ["journal", "card", "bullets", "instruction", "clumsy", "narration"])
def test_no_voice_is_left_behind(scored: list[tuple[bool, str, Score]], voice: str) -> None:
    total = summed([s for _, v, s in scored if v == voice])
    assert total.share("lots") >= 0.9 and total.share("steps") >= 0.9 and total.share("parameters") >= 0.9, total.right
