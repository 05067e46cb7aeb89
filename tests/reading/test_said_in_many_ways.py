"""What a reviewer must see, said in many ways (said.toml): every phrase in the gap of its text gives the same (common practice, no source)."""

from __future__ import annotations

import tomllib
from pathlib import Path
from typing import Any

import pytest

from northsquall.assess import assess
from northsquall.procedure import Procedure
from northsquall.reading import read

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
    found = {f.code for f in assess(p).findings if f.severity != "note" or f.code[0] == "P"}
    return told["finds"] in found if "finds" in told else told["finds_not"] not in found


@pytest.mark.parametrize("told", SAID, ids=[x["what"] for x in SAID])
def test_one_thing_in_many_words(told: dict[str, Any]) -> None:
    missed = [x for x in told["phrases"] if not seen(read(told["text"].replace("@", x)), told)]
    assert missed == []
    assert not seen(read(told["text"].replace("@", told.get("without", ""))), told)  # and nothing else in the text gives it
