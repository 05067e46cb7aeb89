"""Ordinary frames of a procedure, each in whole texts with others drawn by seed: what goes where, for how long and how warm.

Every phrase is common practice, no source; what it means was written down before it was read.
"""

from __future__ import annotations

import random
import tomllib
from collections import defaultdict
from pathlib import Path
from typing import Any

import pytest
from deepness import DEEP

from northsquall.procedure.document import Procedure, Step
from northsquall.reading import read

PROGRAMS: list[dict[str, Any]] = tomllib.loads((Path(__file__).parent / "programs.toml").read_text("utf-8"))["program"]
TIMES = 8 if DEEP else 1


def totals(doc: Procedure) -> dict[str, float]:
    """What is read of each substance, in the unit written; -1 for a lot without an amount."""
    out: dict[str, float] = defaultdict(float)
    for m in doc.materials:
        out[m.identity or m.name] += m.amount.value if m.amount is not None else -1.0
    return out


def fits(step: Step, want: dict[str, Any]) -> bool:
    """Whether a step is of the kind, in the vessel, as long and as warm as wanted."""
    minutes = step.duration.value if step.duration is not None else None
    if minutes is None and step.portions and step.every is not None:
        minutes = step.portions * step.every.value
    window = step.T_range
    return all(
        (
            "kind" not in want or step.kind in want["kind"],
            "vessel" not in want or step.vessel == want["vessel"],
            "not_in" not in want or step.vessel != want["not_in"],
            "minutes" not in want or minutes == want["minutes"],
            "about_minutes" not in want or (minutes is not None and abs(minutes - want["about_minutes"]) <= 5),
            "low" not in want or (window is not None and window.low == want["low"]),
            "high" not in want or (window is not None and window.high == want["high"]),
        )
    )


def holds(doc: Procedure, want: dict[str, Any]) -> bool:
    """Whether a document holds what one line of a program expects."""
    if "result" in want:
        return doc.results.mass_g is not None and abs(doc.results.mass_g.value - want["result"]) <= want.get("within", 0.01)
    if "bath" in want:
        return any(v.name == want["vessel"] and v.bath is not None and v.bath.kind == want["bath"] for v in doc.vessels)
    if "sensor" in want:
        return any(v.name == want["vessel"] and v.sensor == want["sensor"] for v in doc.vessels)
    if "moved" in want:
        moves = [s for s in doc.steps if s.from_vessel == want["moved"] and s.vessel == want["to"]]
        return len(moves) == 1 and fits(moves[0], {k: v for k, v in want.items() if k == "minutes"})
    if "role" in want:
        return [m.role for m in doc.materials if m.identity == want["lot"]] == [want["role"]]
    if "apart" in want:  # mixed beside the batch, and then fed to it
        made = [s.vessel for m in doc.materials if m.identity == want["lot"] for s in doc.steps if m.id in s.materials]
        fed = [s for s in doc.steps if s.from_vessel in made and s.vessel == want["apart"]]
        return want["apart"] not in made and len(fed) == 1 and fits(fed[0], {k: v for k, v in want.items() if k != "apart"})
    if "lot" in want or "any_lot" in want:
        names = want.get("any_lot", [want.get("lot")])
        lots = [
            m for m in doc.materials if m.identity in names and ("amount" not in want or (m.amount and m.amount.value == want["amount"]))
        ]
        steps = [next((s for s in doc.steps if m.id in s.materials), None) for m in lots]
        carried = [  # a solution made up beside the batch, and run in from there
            t
            for s in steps
            if s is not None
            for t in doc.steps
            if t.from_vessel == s.vessel and t.n > s.n and t.vessel == want.get("vessel")
        ]
        return any(fits(s, want) for s in [*steps[: None if "any_lot" in want else 1], *carried] if s is not None)
    return any(fits(s, want) for s in doc.steps)


def misread(program: dict[str, Any], text: str) -> list[str]:
    """What a text is not read as."""
    doc = read(text)
    got = totals(doc)
    wrong = [f"{k}: {got.get(k)}" for k, v in program["want"].items() if abs(got.get(k, 0.0) - v) > 0.02 * v]
    if not program.get("others"):
        wrong += sorted(set(got) - set(program["want"]))
    return wrong + [str(x) for x in program["expect"] if not holds(doc, x)]


@pytest.mark.parametrize("program", PROGRAMS, ids=lambda p: p["name"])
def test_every_frame_is_read_in_a_whole_text(program: dict[str, Any]) -> None:
    slots: dict[str, list[str]] = program["slots"]
    missed = []
    for slot, frames in slots.items():
        for i, frame in enumerate(frames):
            for k in range(TIMES):
                rng = random.Random(f"{program['name']} {slot} {i} {k}")
                drawn = {name: frame if name == slot else rng.choice(more) for name, more in slots.items()}
                text = program["templates"][(i + k) % len(program["templates"])].format(**drawn)
                if wrong := misread(program, text):
                    missed.append((frame, wrong, text))
    assert missed == []
