"""Clean procedures come out clean, and planted faults are caught under their code at their place (issue 6, Shows 4)."""

from __future__ import annotations

import pytest
from deepness import DEEP

from faults.plant import ANYWHERE, CLEAN, FAULTS, Planted, draw, put
from northsquall.assess import assess
from northsquall.assessment import Finding
from northsquall.reading import read

DRAWS = 200 if DEEP else 48
NEAR = 120
"""Code points from the changed words within which a finding is at its place: the sentence before or behind."""


@pytest.mark.parametrize("name", sorted(p.name for p in CLEAN.glob("*.txt")))
def test_a_clean_procedure_comes_out_clean(name: str) -> None:
    found = [f for f in assess(read((CLEAN / name).read_text("utf-8"))).findings if f.severity != "note"]
    assert not [f for f in found if f.severity == "stop"]
    assert len(found) <= 1, [(f.code, f.message) for f in found]


def test_the_list_is_wide_enough_and_its_words_stand_in_the_texts() -> None:
    assert len(list(CLEAN.glob("*.txt"))) >= 12
    assert len({x.kind for x in FAULTS}) >= 40
    for letter in "HGQSP":
        assert len({x.kind for x in FAULTS if x.codes[0][0] == letter}) >= 6, letter
    for x in FAULTS:
        for words in x.new:
            put(x, words)


def caught(p: Planted) -> tuple[bool, list[Finding]]:
    """Whether a planted fault is found under one of its codes at its place, and the other conditions and stops."""
    found = [f for f in assess(read(p.text)).findings if f.severity != "note"]
    ours = [f for f in found if f.code in p.fault.codes]
    here = [
        f
        for f in ours
        if p.fault.kind in ANYWHERE or f.anchor is None or (f.anchor.start <= p.span[1] + NEAR and f.anchor.end >= p.span[0] - NEAR)
    ]
    return bool(here), [f for f in found if f not in ours]


def test_planted_faults_are_caught() -> None:
    """At least 95 % of the draws: right code and place, at most one further condition, no further stop."""
    missed = []
    for seed in range(DRAWS):
        p = draw(seed)
        hit, others = caught(p)
        if not hit or len(others) > 1 or any(f.severity == "stop" for f in others):
            missed.append((seed, p.fault.kind, p.fault.file, hit, [(f.code, f.severity) for f in others]))
    assert len(missed) <= 0.05 * DRAWS, missed
