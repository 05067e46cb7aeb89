"""Every substance of the catalogue, warmed with alcohol and distilled with acid: whatever it is, the review comes to an end."""

from __future__ import annotations

import random

import pytest
from deepness import DEEP

from northsquall.assess import assess
from northsquall.reading import read
from northsquall.substances import catalogue

NAMES = sorted(catalogue().substances)
CHOSEN = NAMES if DEEP else sorted({*random.Random(7).sample(NAMES, 40), "chloral hydrate", "diethylzinc"})


@pytest.mark.parametrize("name", CHOSEN)
def test_no_substance_stops_the_review(name: str) -> None:
    for amount in ("20 mL", "10 g"):
        for then in (
            "10 mL of ethanol was added over 20 min at 20 °C. It was heated to reflux for 1 h.",
            "20 mL of 10 % hydrochloric acid was added over 20 min at 20 °C. Distil at 80 °C.",
        ):
            a = assess(read(f"A batch\n\n{amount} of {name} was placed in a 250 mL flask and {then}"))
            assert a.referred or a.verdict
