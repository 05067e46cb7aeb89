"""Sound procedures in many tellings: their amounts are all read, and no telling turns them into anything but what they are (common practice, no source)."""

from __future__ import annotations

from collections import Counter

import pytest
from deepness import DEEP
from reading.tellings import PEOPLE, PROCEDURES, told

from northsquall.assess import assess
from northsquall.reading import read

TELLINGS = 20 if DEEP else 2
STILL_WRONG = 0.05
"""Part of the tellings that may be read otherwise (1 of 20 at the most; 30 of 100 were before sentences were read by their parts)."""
CHARGED = {
    "nitration": {"methyl benzoate": 0.1, "nitric acid": 0.115, "sulfuric acid": 0.863, "ice": 13.88},
    "bromination": {"acetanilide": 0.1, "bromine": 0.1, "acetic acid": 1.388, "sodium sulfite": 0.016},
    "thionyl": {"4-chlorobenzoic acid": 0.1, "thionyl chloride": 0.15, "toluene": 0.562, "sodium hydroxide": 2.495},
    "borohydride": {"camphor": 0.1, "sodium borohydride": 0.074, "methanol": 1.963, "hydrochloric acid": 0.172, "ice": 11.1},
    "tbucl": {"tert-butanol": 0.399, "hydrochloric acid": 1.201, "sodium hydrogen carbonate": 0.025},
    "sandmeyer": {"p-toluidine": 0.1, "sodium nitrite": 0.101, "copper(I) chloride": 0.111, "hydrochloric acid": 0.961, "urea": 0.005},
    "hypochlorite": {"cyclohexanol": 0.1, "sodium hypochlorite": 0.144, "acetic acid": 0.434, "sodium hydrogen sulfite": 0.071},
    "hbr": {"potassium bromide": 0.504, "sulfuric acid": 0.808},
    "friedel": {"ethylbenzene": 0.487, "aluminium chloride": 0.11, "acetyl chloride": 0.1, "sodium hydroxide": 1.109, "ice": 13.88},
    "permanganate": {"2-chlorotoluene": 0.05, "potassium permanganate": 0.11, "ethanol": 0.085, "hydrochloric acid": 0.36},
}
"""mol of what goes in, by hand from the amounts and molar masses of the procedures (densities and strengths of handbook 3)."""


def wrong(person: int, name: str, seed: int) -> str:
    """What is not as it should be in a telling; "" where all is."""
    a = assess(read(told(person, name, seed)))
    mol: Counter[str] = Counter()
    for m in a.materials:
        mol[m.name.lower()] += m.mol.best or 0.0
    lost = {k: mol[k.lower()] for k, v in CHARGED[name].items() if abs(mol[k.lower()] - v) > 0.03 * v}
    if lost or a.verdict not in ("acceptable", "acceptable with conditions"):
        return f"{name} {person} {seed}: {a.verdict} {lost} {[f.code for f in a.findings if f.severity == 'stop']}"
    return ""


@pytest.mark.parametrize("person", range(len(PEOPLE)))
def test_a_sound_procedure_stays_what_it_is_however_it_is_told(person: int) -> None:
    found = [wrong(person, name, seed) for name in PROCEDURES for seed in range(TELLINGS)]
    assert len([x for x in found if x]) <= STILL_WRONG * len(found), [x for x in found if x]
