"""A part of a sound procedure told in other words leaves it sound: the same amounts, no stop, nothing left open (common practice, no source)."""

from __future__ import annotations

import random
import tomllib
from collections import Counter
from functools import lru_cache
from pathlib import Path
from typing import Any

import pytest
from deepness import DEEP

from faults.test_sentences import HOSTS, MOST_CONDITIONS, text
from northsquall.assess import assess
from northsquall.reading import read

PARTS: list[dict[str, Any]] = tomllib.loads((Path(__file__).parent / "sound.toml").read_text("utf-8"))["part"]
LEAST_MOL = 5e-4


def looked_at(source: str) -> tuple[list[float], list[str], str]:
    """What goes in, mol; the conditions and stops; the verdict."""
    a = assess(read(source), preview=True)
    mol: Counter[str] = Counter()
    for m in a.materials:
        if m.role != "absorber":
            mol[m.name.lower()] += m.mol.best or 0.0
    return sorted(round(v, 3) for v in mol.values() if v > LEAST_MOL), [f.code for f in a.findings if f.severity != "note"], a.verdict


@lru_cache
def as_written(host: str) -> tuple[list[float], list[str], str]:
    return looked_at(text(host))


@pytest.mark.parametrize("host", sorted({x["host"] for x in PARTS}))
def test_a_part_in_other_words_says_the_same(host: str) -> None:
    wrong = []
    amounts, conditions, _ = as_written(host)
    for x in (x for x in PARTS if x["host"] == host):
        for words in x["words"][:: 1 if DEEP else 2]:
            mol, found, verdict = looked_at(text(host, x["place"], words))
            if (
                mol != amounts
                or len(found) > max(MOST_CONDITIONS, len(conditions))
                or verdict not in ("acceptable", "acceptable with conditions")
            ):
                wrong.append((words, verdict, found, mol, amounts))
    assert not wrong


DRAWN = 10 if DEEP else 2


@pytest.mark.parametrize("host", sorted({x["host"] for x in PARTS}))
def test_parts_of_several_tellers_together_stay_sound(host: str) -> None:
    """Parts drawn by seed from all ways of telling them; one of twenty texts may be read otherwise."""
    wrong = []
    for seed in range(DRAWN):
        drawn = random.Random(f"{host}{seed}")
        parts = dict(HOSTS[host])
        for x in (x for x in PARTS if x["host"] == host):
            if drawn.random() < 0.8:
                parts[x["place"]] = drawn.choice(x["words"])
        source = parts.pop("title") + "\n\n" + "\n".join(v for v in parts.values() if v) + "\n"
        verdict = assess(read(source), preview=True).verdict
        if verdict not in ("acceptable", "acceptable with conditions"):
            wrong.append((verdict, source))
    assert len(wrong) <= DRAWN // 10, wrong
