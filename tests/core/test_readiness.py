"""What counts as standing ready: a place below the flask, and no temperature (common practice, no source)."""

from __future__ import annotations

import pytest

from northsquall.quenching.readiness import DUMP, READY


def standing(words: str) -> list[bool]:
    return [pattern.search(words) is not None for _, pattern in READY]


@pytest.mark.parametrize(
    "words",
    [
        "a 500 mL beaker in ice, nitric acid is run in below 10 °C",
        "ice water in a 600 mL beaker within 15 min, below about 15 °C",
        "held in a tub of ice water below −5 °C",
        "below 20 °C, ice as needed",
        "neutralised in the beaker, under the limit of 30 °C",
        "the organic layer, lower of the two, is drained and the last drop kept",
        "sodium carbonate until the paper stays blue",
    ],
)
def test_a_temperature_or_an_agent_in_use_is_nothing_that_stands_ready(words: str) -> None:
    assert standing(words) == [False] * 5 and DUMP.search(words) is None


@pytest.mark.parametrize(
    ("words", "which"),
    [
        ("A tray of ice stands below the flask.", [0, 1]),
        ("2 kg of ice in a pan under it", [0, 1]),
        ("the flask hangs over a lab jack that lowers the bath", [2]),
        ("a litre of thiosulfate at hand", [3]),
    ],
)
def test_what_stands_ready_is_seen_and_is_a_dump_or_takes_a_spill(words: str, which: list[int]) -> None:
    assert [i for i, x in enumerate(standing(words)) if x] == which and DUMP.search(words) is not None


def test_a_second_person_is_no_dump() -> None:
    assert standing("two people, one of them within call")[4] and DUMP.search("two people, one of them within call") is None
