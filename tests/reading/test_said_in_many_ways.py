"""What a reviewer must see, said in many ways (said.toml): every phrase (without `--deep` every second) in the gap of its text gives the same (common practice, no source)."""

from __future__ import annotations

import tomllib
from pathlib import Path
from typing import Any

import pytest
from deepness import DEEP

from northsquall.assess import assess
from northsquall.procedure import Procedure
from northsquall.procedure.amounts import lots_of
from northsquall.reading import read
from northsquall.substances import catalogue

SAID = tomllib.loads((Path(__file__).with_name("said.toml")).read_text("utf-8"))["said"]


def seen(p: Procedure, told: dict[str, Any]) -> bool:
    if told.get("reads") == "sensor":
        return p.vessels[0].sensor == "pot"
    if told.get("reads") == "ready":
        return "second person" in p.ready
    if told.get("reads") == "absorber":
        return any((m.identity, m.amount and m.amount.value) == ("sodium hydroxide", 300.0) for m in p.materials if m.role == "absorber")
    if told.get("reads") == "limit":
        fed = [s for s in p.steps if s.kind == "dose" and s.T_limit is not None]
        return [(s.T_limit.value, s.duration and s.duration.value) for s in fed if s.T_limit] == [(10.0, 45.0)]
    if told.get("reads") == "45 min":
        return [round(s.duration.value) for s in p.steps if s.kind == "dose" and s.duration] == [45] and len(p.steps) == 3
    if told.get("reads") == "1 kg of ice":
        return [v.bath.ice_g for v in p.vessels if v.bath] == [1000.0]
    if told.get("reads") == "5 to 10 °C":
        fed = [s for s in p.steps if s.kind == "dose" and s.duration and s.duration.value == 45.0 and s.T_range]
        return [(s.T_range.low, s.T_range.high) for s in fed if s.T_range] == [(5.0, 10.0)] and len(p.steps) == 3
    if told.get("reads") == "20 min at 15 °C":
        s = p.steps[-1]
        return len(p.steps) == 3 and s.kind == "hold" and (s.duration and s.duration.value, s.T_range and s.T_range.value) == (20.0, 15.0)
    if told.get("reads") == "500 mL":
        return [v.nominal_mL for v in p.vessels] == [500.0]
    if told.get("reads") == "65 %":
        acids = [m for m in p.materials if m.identity == "nitric acid" and m.amount and m.strength and m.strength.percent_w]
        return [
            (m.amount.value, abs(m.strength.percent_w - 65.0) < 0.8) for m in acids if m.amount and m.strength and m.strength.percent_w
        ] == [(10.0, True)]
    if told.get("reads") == "0.1 mol":
        lots = lots_of(p, catalogue())
        moles = sorted(lots[m.id].best_mol for m in p.materials if m.identity in ("anisole", "acetic acid"))
        return moles == pytest.approx([0.1, 1.045], rel=0.01)
    found = {f.code for f in assess(p, preview=True).findings if f.severity != "note" or f.code[0] == "P"}
    if "finds" in told:
        return bool(found & {told["finds"]} if isinstance(told["finds"], str) else found & set(told["finds"]))
    return told["finds_not"] not in found


@pytest.mark.parametrize("told", SAID, ids=[x["what"] for x in SAID])
def test_one_thing_in_many_words(told: dict[str, Any]) -> None:
    missed = [x for x in told["phrases"][:: 1 if DEEP else 2] if not seen(read(told["text"].replace("@", x)), told)]
    assert missed == []
    assert not seen(read(told["text"].replace("@", told.get("without", ""))), told)  # and nothing else in the text gives it
