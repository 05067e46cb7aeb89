"""Procedures put together by seed from terse wordings of every part: sound ones stay sound, a faulty part is found (common practice, no source)."""

from __future__ import annotations

import random
import tomllib
from pathlib import Path
from typing import Any

import pytest
from deepness import DEEP

from faults.judged import MOST_CONDITIONS, WRONG_SHARE, misjudged
from northsquall.assess import assess
from northsquall.reading import read

TOLD: dict[str, Any] = tomllib.loads((Path(__file__).parent / "assembled.toml").read_text("utf-8"))
COMMON = ("place", "protection", "people")


def assembled(rng: random.Random, kind: str, slot: str = "", words: str = "") -> str:
    """A text of a kind with a wording drawn for each part, `words` for one of them, in one of five layouts."""
    parts = TOLD["sound"][kind]
    tools = {n: rng.choice(TOLD["common"][n]) for n in ("stirrer", "sensor")}
    around = [rng.choice(TOLD["common"][n]) for n in COMMON]
    rng.shuffle(around)
    lines = [(words if n == slot else rng.choice(parts[n])).format(**tools) for n in parts["order"]]
    lines = [x[0].upper() + x[1:].removesuffix(".") for x in lines]
    first, layout = " ".join(around), rng.randrange(5)
    body = {
        0: first + "\n" + "\n".join(f"- {x}" for x in lines),
        1: first + "\n\n" + "\n".join(f"{n}. {x}." for n, x in enumerate(lines, 1)),
        2: first + " " + " ".join(f"{x}." for x in lines),
        3: "\n".join(f"* {x}" for x in lines) + "\n* " + first,
        4: "\n".join(f"{x}." for x in lines[:3]) + "\n\n" + " ".join(f"{x}." for x in lines[3:]) + "\n" + first,
    }[layout]
    return f"{rng.choice(parts['title'])}\n\n{body}\n"


@pytest.mark.parametrize("kind", sorted(TOLD["sound"]))
def test_sound_parts_put_together_are_sound(kind: str) -> None:
    rng, drawn = random.Random(f"sound {kind}"), 120 if DEEP else 5
    wrong = misjudged((assembled(rng, kind) for _ in range(drawn)), TOLD["sound"][kind].get("conditions", MOST_CONDITIONS))
    assert len(wrong) <= max(1, WRONG_SHARE * drawn), wrong


@pytest.mark.parametrize("fault", range(len(TOLD["fault"])))
def test_a_faulty_part_is_found(fault: int) -> None:
    case = TOLD["fault"][fault]
    rng, missed, drawn = random.Random(fault), [], 0
    for words in case["words"]:
        for _ in range(5 if DEEP else 1):
            a = assess(read(assembled(rng, case["kind"], case["slot"], words)), preview=True)
            drawn += 1
            if not any(f.code in case["codes"] and (f.severity != "note" or f.code[0] == "P") for f in a.findings):
                missed.append((words, a.verdict, [f.code for f in a.findings]))
    assert len(missed) <= WRONG_SHARE * drawn, missed
