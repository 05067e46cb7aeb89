"""One doing told in many turns of phrase gives the same lots, vessels and times (common practice, no source)."""

from __future__ import annotations

import tomllib
from pathlib import Path
from typing import Any

import pytest

from northsquall.procedure import Procedure
from northsquall.procedure.amounts import lots_of
from northsquall.reading import read
from northsquall.substances import catalogue

TURNS = tomllib.loads((Path(__file__).with_name("turns.toml")).read_text("utf-8"))["turn"]


def has(p: Procedure, want: dict[str, Any]) -> bool:
    """Whether a lot with these moles goes into this vessel, in a step of one of these kinds, over this time."""
    lots = lots_of(p, catalogue())
    for m in p.materials:
        x = lots[m.id]
        step = next((s for s in p.steps if m.id in s.materials), None)
        if m.identity != want["identity"] or m.role == "absorber" or step is None or x.mol is None:
            continue
        right = x.best_mol == pytest.approx(want["mol"], rel=0.04)
        right = right and step.kind in want.get("kinds", [step.kind]) and (step.vessel or "").startswith(want.get("vessel", ""))
        if right and ("min" not in want or (step.duration is not None and step.duration.value == pytest.approx(want["min"], rel=0.02))):
            return True
    return False


def ends(p: Procedure, want: dict[str, Any]) -> bool:
    """Whether the last step is of this kind, with this time and temperature, in the vessel or out of it into another."""
    s = p.steps[-1]
    told = s.T_range is not None and s.T_range.value == want["C"] if "C" in want else True
    timed = s.duration is not None and s.duration.value == pytest.approx(want["min"], rel=0.02) if "min" in want else True
    moved = (s.from_vessel is not None and s.vessel != s.from_vessel) if want.get("moved") else (s.vessel or "").startswith("250")
    return s.kind in want["kinds"] and told and timed and moved and len(p.steps) <= want.get("steps", 99)


@pytest.mark.parametrize("turn", TURNS, ids=[x["what"] for x in TURNS])
def test_one_doing_in_many_turns(turn: dict[str, Any]) -> None:
    missed = []
    for phrase in turn["phrases"]:
        p = read(turn["text"].replace("@", phrase))
        if not all(has(p, w) for w in turn.get("has", [])) or ("ends" in turn and not ends(p, turn["ends"])):
            missed.append(phrase)
    assert missed == []
