"""One feed in many wordings, put together by seed: what is charged, how long it is fed, how warm, where it stops and what comes after (common practice, no source)."""

from __future__ import annotations

import random
import tomllib
from pathlib import Path

import pytest
from deepness import DEEP

from northsquall.procedure import Procedure
from northsquall.reading import read

TOLD: dict[str, list[str]] = tomllib.loads((Path(__file__).parent / "feeds.toml").read_text("utf-8"))
MINUTES, WINDOW, LIMIT, HELD, HELD_AT = 40.0, (10.0, 20.0), 25.0, 60.0, (20.0, 25.0)
WRONG_SHARE = 0.02
"""Of texts that may be read otherwise."""


def misread(p: Procedure) -> list[str]:
    """What of the one feed is not as it is told."""
    names = {m.id: (m.identity or m.name) for m in p.materials}
    charged = {names[k] for s in p.steps if s.kind == "charge" for k in s.materials}
    fed = [s for s in p.steps if any("thionyl" in names[k] for k in s.materials)]
    held = [s for s in p.steps if s.kind in ("hold", "heat") and s.duration is not None and s.duration.value == pytest.approx(HELD)]
    wrong = [x for x in ("benzyl alcohol", "toluene") if x not in charged]
    if len(fed) != 1 or fed[0].kind != "dose":
        return [*wrong, f"feed {[s.kind for s in fed]}"]
    s = fed[0]
    if s.duration is None or s.duration.value != pytest.approx(MINUTES):
        wrong.append("time")
    if s.T_range is None or (s.T_range.low, s.T_range.high) != WINDOW:
        wrong.append("window")
    if s.T_limit is None or s.T_limit.value != LIMIT:
        wrong.append("limit")
    if not held or held[0].T_range is None or (held[0].T_range.low, held[0].T_range.high) != HELD_AT:
        wrong.append("hold")
    return wrong


@pytest.mark.parametrize("layout", range(4))
def test_a_feed_in_any_wording_is_one_feed(layout: int) -> None:
    rng, drawn, wrong = random.Random(layout), 400 if DEEP else 60, []
    for _ in range(drawn):
        charge, feed, window, limit, hold = (rng.choice(TOLD[n]) for n in ("charges", "feeds", "windows", "limits", "holds"))
        first, second, last = (x[0].upper() + x[1:] for x in (charge, feed, hold))
        told = {
            0: f"{first}. {second}, {window}, {limit}. {last}.\n",
            1: f"- {charge}\n- {feed}, {window}; {limit}\n- {hold}\n",
            2: f"1. {first}.\n2. {second}, {window}. {limit[0].upper() + limit[1:]}.\n3. {last}.\n",
            3: f"- {charge}\n- {feed}, {window}, {limit}\n- {hold}\n",
        }[layout]
        text = f"Benzyl chloride trial\n\n{rng.choice(TOLD['lists'])}{rng.choice(TOLD['set_ups'])}{told}"
        if found := misread(read(text)):
            wrong.append((text, found))
    assert len(wrong) <= WRONG_SHARE * drawn, wrong
