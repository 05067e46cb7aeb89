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


SAFE = [
    ("hcl", "+place", "Nothing is ever drawn up by mouth; pipettes have bulbs.", "P10"),
    ("hcl", "+purge", "The line is not opened while it still fumes.", "G12"),
    ("nit", "+feed", "If the stirrer stops, do not feed on: shut the funnel.", "H09"),
    ("nit", "+setup", "Check the flask for star cracks; a cracked one is thrown away.", "H12"),
    ("gri", "+fail", "In case of fire dry sand, no water.", "S04"),
    ("gri", "+setup", "The flask, dried at 120 °C, is still warm.", "S04"),
    ("per", "+waste", "The excess peroxide is destroyed before it goes on.", "Q01"),
    ("bro", "+quench", "The bromine that is left is taken away by the sulfite.", "Q05"),
    ("scl", "+setup", "The bath can be lowered at once; nothing cannot be taken away.", "H17"),
    ("zin", "+quench", "The zinc is never sucked dry and does not go into the bin.", "Q12"),
    ("hyp", "+waste", "Solvent is never poured down the drain.", "Q12"),
    ("dia", "+place", "There is a plan for a runaway: ice, and everybody out.", "P09"),
    ("gri", "+place", "Burns: cold tap water for twenty minutes.", "S04"),
    ("gri", "+setup", "All flames out, water on for the condenser.", "S04"),
    ("bro", "+work", "The magnesium sulfate, once dry and free of solvent, goes into the bin.", "Q12"),
    ("per", "+hold", "A drop of iron(III) chloride gives no colour with a sample.", "S03"),
    ("nit", "+hold", "This must be complete.", "Q06"),
    ("scl", "+heat", "The liquid can run back from the condenser into the flask.", "G05"),
    ("nit", "+fail", "When the stirrer stops, shut the funnel and keep adding ice to the bath.", "H09"),
    ("gri", "+distil", "The flask is rinsed until nothing remains of the white rim.", "Q09"),
]


@pytest.mark.parametrize(("host", "place", "words", "code"), SAFE)
def test_a_sentence_that_says_the_safe_thing_raises_nothing(host: str, place: str, words: str, code: str) -> None:
    own = {(f.code, f.message) for f in raised(text(host))}
    assert not [f.message for f in raised(text(host, place, words)) if f.code == code and (f.code, f.message) not in own]
