"""The clock of a pot that begins late, and baths that are told of later: what stands beside each other on the strip is of one minute."""

from __future__ import annotations

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from northsquall.assess import assess
from northsquall.assessment import Assessment
from northsquall.reading import read

BESIDE = """2-Chlorotoluene

o-Toluidine (10.7 g) was dissolved in 36 % hydrochloric acid (26 mL) in a 250 mL beaker and ice (40 g) was added. Sodium nitrite (7.0 g) in 18 mL of water was run in from a funnel over {minutes} min at 0-5 °C.
In a 1 L flask, cuprous chloride (11.6 g) was dissolved in 36 % hydrochloric acid (42 mL).
The contents of the beaker were poured into the 1 L flask over 20 min at 10 °C, stirring. It stood for 90 min at 25 °C. It was warmed on a water bath at 60 °C for 20 min.
"""


def assessed(minutes: int) -> Assessment:
    return assess(read(BESIDE.format(minutes=minutes)))


@settings(max_examples=6, deadline=None)
@given(st.integers(5, 90))
def test_gas_of_a_pot_that_begins_late_comes_in_its_own_step(minutes: int) -> None:
    a = assessed(minutes)
    lane = next(g for g in a.gas_lanes if g.formula == "N2")
    poured = next(s for s in a.steps if s.kind in ("dose", "add") and s.vessel == "1 L flask")
    most = max(range(len(lane.t_min)), key=lambda i: lane.L_per_min[i])
    assert poured.start_min - 0.1 <= lane.t_min[most] <= poured.end_min + 0.1
    assert min(t for t, x in zip(lane.t_min, lane.L_per_min, strict=True) if x > 0) >= poured.start_min - 0.1


def test_a_warm_bath_that_is_told_of_later_does_not_warm_the_beginning() -> None:
    a = assessed(25)
    poured = next(s for s in a.steps if s.kind in ("dose", "add") and s.vessel == "1 L flask")
    before = [x for t, x in zip(a.strip.t_min, a.strip.pot_C, strict=True) if t < poured.start_min - 0.1]
    assert before and max(before) < 40.0


@pytest.mark.parametrize(("written", "found"), [("at 20 °C", True), ("below 100 °C", False), ("at 75 °C", False)])
def test_a_temperature_that_is_written_alone_is_what_is_meant(written: str, found: bool) -> None:
    """Neutralising 0.5 mol of strong acid with strong base in 150 mL: about 28 kJ (−56 kJ/mol, CRC Handbook, from memory), some 45 K."""
    text = f"Salt\n\n36 % hydrochloric acid (43 mL) and water (50 mL) are placed in a 500 mL flask, thermometer in the liquid. 40 % sodium hydroxide (35 mL) is run in over 2 min {written}.\n"
    codes = [f.message for f in assess(read(text)).findings if f.code == "H02"]
    assert any("is written and no limit" in m for m in codes) == found
