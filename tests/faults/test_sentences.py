"""Sound procedures stay sound, and a sentence that puts a fault into one is found under one of its codes.

The sentences were written before they were tried; what each is, is common practice, no source.
"""

from __future__ import annotations

import tomllib
from pathlib import Path
from typing import Any

import pytest

from northsquall.assess import assess
from northsquall.assessment import Finding
from northsquall.reading import read

DATA: dict[str, Any] = tomllib.loads((Path(__file__).parent / "sentences.toml").read_text("utf-8"))
HOSTS: dict[str, dict[str, str]] = DATA["host"]
MOST_CONDITIONS = 3
"""Conditions of a procedure that may run with conditions: what class 3 and heat that piles up ask for."""


def text(host: str, place: str = "", words: str = "") -> str:
    """A procedure, one line of which is replaced; of a place that begins with `+` the words come behind."""
    parts = dict(HOSTS[host])
    if place.startswith("+"):
        parts[place[1:]] += " " + words
    elif place:
        parts[place] = words
    return parts.pop("title") + "\n\n" + "\n".join(x for x in parts.values() if x) + "\n"


def raised(source: str) -> list[Finding]:
    """Conditions and stops, and of procedure codes and the rise also notes."""
    return [f for f in assess(read(source)).findings if f.severity != "note" or f.code[0] == "P" or f.code == "H01"]


@pytest.mark.parametrize("host", sorted(HOSTS))
def test_a_sound_procedure_has_no_stop_and_few_conditions(host: str) -> None:
    found = [f for f in raised(text(host)) if f.severity != "note"]
    assert not [f.message for f in found if f.severity == "stop"]
    assert len(found) <= MOST_CONDITIONS, [(f.code, f.message) for f in found]


@pytest.mark.parametrize("host", sorted(HOSTS))
def test_a_sentence_that_is_a_fault_is_found(host: str) -> None:
    """Every sentence, under one of its codes that the sound procedure does not raise of itself."""
    own = {f.code for f in raised(text(host)) if f.severity != "note"}
    missed = []
    for x in DATA["fault"]:
        if x["host"] != host:
            continue
        codes = {f.code for f in raised(text(host, x["place"], x["words"]))}
        if not codes & (set(x["codes"]) - own or set(x["codes"])):
            missed.append((x["codes"], x["words"], sorted(codes)))
    assert not missed
