"""Sound procedures stay sound, and a sentence that puts a fault into one is found under one of its codes.

The sentences were written before they were tried; what each is, is common practice, no source.
"""

from __future__ import annotations

import tomllib
from pathlib import Path
from typing import Any

import pytest
from deepness import DEEP

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


def raised(source: str, *, preview: bool = False) -> list[Finding]:
    """Conditions and stops, and of procedure codes and the rise also notes; a preview finds the same, without searching for remedies."""
    return [f for f in assess(read(source), preview=preview).findings if f.severity != "note" or f.code[0] == "P" or f.code == "H01"]


@pytest.mark.parametrize("host", sorted(HOSTS))
def test_a_sound_procedure_has_no_stop_and_few_conditions(host: str) -> None:
    found = [f for f in raised(text(host)) if f.severity != "note"]
    assert not [f.message for f in found if f.severity == "stop"]
    assert len(found) <= MOST_CONDITIONS, [(f.code, f.message) for f in found]


@pytest.mark.parametrize("host", sorted(HOSTS))
def test_a_sentence_that_is_a_fault_is_found(host: str) -> None:
    """Every sentence (without `--deep` every third), under one of its codes that the sound procedure does not raise of itself."""
    own = {f.code for f in raised(text(host)) if f.severity != "note"}
    missed = []
    for x in [x for x in DATA["fault"] if x["host"] == host][:: 1 if DEEP else 3]:
        codes = {f.code for f in raised(text(host, x["place"], x["words"]), preview=True)}
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
    ("nit", "+place", "A second person stays next door and can see in.", "P08"),
    ("nit", "+fail", "If the temperature cannot be held below 20 °C, shut the funnel.", "H03"),
    ("nit", "+fail", "Should it run away, pour it on to the ice in the tub and leave.", "H03"),
    ("nit", "+hold", "The contents darken a little; this is usual.", "Q09"),
    ("nit", "+waste", "Never pour it into the bleach.", "S04"),
    ("nit", "+feed", "Without cooling it would reach 60 °C.", "H05"),
    ("scl", "+setup", "The drying tube is taken off before the gas line is fitted.", "G12"),
    ("scl", "+feed", "Acid chloride in the eyes: the eyes burn, rinse for 15 min.", "G07"),
    ("bro", "+out", "The product makes the eyes water; open it in the hood only.", "G07"),
    ("bro", "+fail", "In case of a splash take a shower at once.", "P08"),
    ("acy", "+work", "Filter quickly.", "P13"),
    ("cco", "+work", "The crystals are dried on filter paper.", "S05"),
    ("hyp", "+hold", "It still turns the paper blue, so hypochlorite is there.", "Q01"),
    ("hyp", "+waste", "It must no longer smell of chlorine.", "G07"),
    ("per", "+waste", "No steel drum for peroxide.", "S03"),
    ("per", "+hold", "The peroxide is tested with a strip before it is distilled.", "Q06"),
    ("dia", "+test", "The excess nitrite is not left in: sulfamic acid takes it away.", "Q06"),
    ("bor", "+feed", "The next portion follows only after waiting for the gas to cease.", "P13"),
    ("bor", "+place", "Nobody smokes at the window either.", "G08"),
    ("gri", "+setup", "The flask was rinsed with acetone and dried at 120 °C.", "S04"),
    ("gri", "+quench", "Never pour water on it.", "Q02"),
    ("hcl", "+purge", "The tube is pulled off only after the nitrogen.", "G12"),
    ("hcl", "+fail", "If liquid climbs back into the empty bottle, the tap is opened to the air.", "G05"),
    ("hcl", "+store", "The cap is not tight.", "G02"),
    ("zin", "+waste", "The zinc does not go into the bin.", "Q12"),
    ("zin", "+quench", "The zinc is kept wet on the paper.", "S05"),
    ("che", "+distil", "The residue must not darken; stop before it does.", "Q09"),
    ("che", "+store", "Dated, in a dark bottle, used within three months.", "S06"),
    ("amd", "+hold", "It was left stirring and then filtered.", "P08"),
    ("pbr", "+setup", "The condenser is checked: water on.", "H07"),
    ("pbr", "+fail", "When the water of the condenser is off, stop.", "H07"),
    ("ben", "+hold", "The brown gas did not come out under the sash.", "G07"),
    ("cre", "+boil", "Foam must not rise into the neck.", "G03"),
    ("irn", "+feed", "The froth rises to half of the flask and falls again.", "G03"),
    ("nit", "+setup", "The glass stopper of the third neck is held by a clip.", "G02"),
    ("scl", "+setup", "All joints are clipped.", "G02"),
    ("sox", "+setup", "- the hose does not go straight into the water, the empty bottle is between", "G05"),
    ("bro", "+work", "Magnesium sulfate on the paper goes dry into the bin once free of solvent.", "Q12"),
    ("hyp", "+feed", "Goggles are put on before.", "P10"),
    ("nit", "+place", "Goggles hang in the hood for visitors.", "P10"),
    ("bor", "+hold", "Then it was left, and the gas had stopped.", "P08"),
]


@pytest.mark.parametrize(("host", "place", "words", "code"), SAFE)
def test_a_sentence_that_says_the_safe_thing_raises_nothing(host: str, place: str, words: str, code: str) -> None:
    own = {(f.code, f.message) for f in raised(text(host))}
    assert not [f.message for f in raised(text(host, place, words)) if f.code == code and (f.code, f.message) not in own]
