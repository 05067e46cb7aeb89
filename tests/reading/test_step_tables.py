"""Step tables: rows of what is done, where, how warm and how long; and the rows of the charge table they name."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from northsquall.procedure import Procedure
from northsquall.reading import read
from northsquall.reading.step_tables import as_prose

ALIGNED = """2-CHLOROBROMOBENZENE      card 7

charge                                    amount        mol
A  2-bromoaniline                         17.2 g        0.10
B  hydrochloric acid 36 %                 26 mL
C  ice                                    40 g
D  sodium nitrite in 18 mL water          7.0 g         0.101
E  cuprous chloride                       11.6 g        0.117
F  hydrochloric acid 36 %                 42 mL

step   do                                       vessel          T/°C    min
1      A into B warm, then C, stir              250 mL beaker   5
2      D from funnel                            same            0-5     25
3      E into F                                 500 mL flask    20
4      pour 2 into 3, stirring                  500 mL flask    20      15
5      stand                                    same            25      90
"""
BARRED = """Ester

| substance | amount |
|---|---|
| benzoic acid | 12.2 g |
| methanol | 40 mL |
| sulfuric acid, 96 % | 2 mL |

| no | operation | vessel | temp. | h |
|----|-----------|--------|-------|---|
| 1 | Benzoic acid, methanol and sulfuric acid together | 250 mL flask | 20 | |
| 2 | Reflux | same | 65 | 2.5 |
| 3 | Cool | same | 20 | 1 |
"""


def by_name(p: Procedure) -> dict[str, str]:
    return {m.id: m.identity or m.name for m in p.materials}


def test_rows_go_where_the_columns_say() -> None:
    p = read(ALIGNED)
    by = by_name(p)
    held: dict[str, list[str]] = {}
    for s in p.steps:
        held.setdefault(s.vessel or "", []).extend(by[k] for k in s.materials)
    assert held["250 mL beaker"] == ["hydrochloric acid", "2-bromoaniline", "ice", "sodium nitrite", "water"]
    assert held["500 mL flask"] == ["copper(I) chloride", "hydrochloric acid"]
    dose = next(s for s in p.steps if s.kind == "dose")
    assert dose.duration is not None and dose.duration.value == 25.0
    assert dose.T_range is not None and (dose.T_range.low, dose.T_range.high) == (0.0, 5.0)
    moved = next(s for s in p.steps if s.from_vessel == "250 mL beaker")
    assert moved.vessel == "500 mL flask" and moved.duration is not None and moved.duration.value == 15.0


def test_what_a_row_is_dissolved_in_has_its_own_amount() -> None:
    p = read(ALIGNED)
    nitrite, water = (next(m for m in p.materials if m.identity == x) for x in ("sodium nitrite", "water"))
    assert nitrite.amount is not None and (nitrite.amount.value, nitrite.amount.unit) == (7.0, "g")
    assert water.amount is not None and (water.amount.value, water.amount.unit) == (18.0, "ml")


def test_bars_and_hours() -> None:
    p = read(BARRED)
    kinds = {s.kind: s for s in p.steps}
    assert {by_name(p)[k] for k in p.steps[0].materials} == {"benzoic acid", "methanol", "sulfuric acid"}
    reflux = kinds["reflux"]
    assert reflux.duration is not None and (reflux.duration.value, reflux.duration.unit) == (150.0, "min")
    assert reflux.vessel == "250 mL flask"


def test_every_place_points_at_its_own_words() -> None:
    p = read(ALIGNED)
    assert p.source_text == ALIGNED
    for s in p.steps:
        for q in (s.duration, s.T_range):
            if q is not None and q.span is not None:
                assert f"{q.value:g}" in ALIGNED[slice(*q.span)] or f"{q.low:g}" in ALIGNED[slice(*q.span)]
    for m in p.materials:
        assert m.name.split()[0] in ALIGNED[slice(*m.span)]


@pytest.mark.parametrize("text", ["", "Stir for 2 h.\n", "item   amount   mol\nwater   10 g   0.5\n", "| a | b |\n|---|---|\n| 1 | 2 |\n"])
def test_nothing_else_is_a_step_table(text: str) -> None:
    assert as_prose(text, []) == (text, [])


@given(st.lists(st.sampled_from(["stir", "cool", "heat on a water bath", "stand", "reflux"]), min_size=1, max_size=6), st.integers(1, 240))
def test_the_map_of_places_is_whole(doings: list[str], minutes: int) -> None:
    rows = "".join(f"{i + 1}      {d:<24}20        {minutes}\n" for i, d in enumerate(doings))
    text = f"step   do                      T/°C      min\n{rows}\nDone.\n"
    prose, where = as_prose(text, [])
    assert len(where) == len(prose) + 1 and all(0 <= k <= len(text) for k in where)
    assert prose.count(f", for {minutes} min.") == len(doings)
    assert prose.rstrip().endswith("Done.")
