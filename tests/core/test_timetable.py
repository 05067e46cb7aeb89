"""Timetables worked by hand: attended minutes, refills, rests and clock times of texts of our own, within 10 %.

Times nobody wrote are the shown assumptions: weighing in 4 min, mixing 5, a filter 20, a quench 5, drying overnight (common practice, no source).
"""

from __future__ import annotations

import csv
import io
from datetime import datetime

import pytest

from northsquall.assess import assess
from northsquall.assessment import Assessment, DayPlan
from northsquall.exporting import CURVES, charges, curves, curves_from, rungs
from northsquall.files import text_of
from northsquall.ladder import ladder
from northsquall.planning import COLUMNS, OpenTime, as_csv, plan_day, shared
from northsquall.procedure import Laboratory
from northsquall.procedure.amounts import lots_of
from northsquall.reading import read
from northsquall.substances import catalogue

LAB = Laboratory(work_start="08:00", work_end="17:30")
NINE = datetime(2026, 11, 27, 9, 0)
OVERNIGHT = (
    "Salt\n\n20 g of sodium chloride and 60 mL of water are placed in a 250 mL flask. 10 mL of ethanol is added over 30 min. "
    "It is stirred at room temperature overnight. The solid is filtered off and dried.\n"
)
DISTILLED = "Solvent\n\n200 mL of toluene is placed in a 500 mL flask. It is distilled over 3 h.\n"
DIAZONIUM = (
    "Diazonium solution\n\np-Toluidine (10.7 g, 0.10 mol), 30 mL of 36 % hydrochloric acid and 30 mL of water are placed in a 250 mL flask in an ice bath of 1 kg of ice and 500 mL of water. "
    "Sodium nitrite (6.9 g) in 15 mL of water is added over 30 min, keeping below 5 °C. It is stirred for 60 min at 3 °C, while we have lunch. "
    "It is poured into a solution of 20 g of potassium iodide in 100 mL of water in a 500 mL beaker.\n"
)
CRYSTALS = (
    "Crystals\n\n40 g of copper sulfate pentahydrate and 60 mL of water are placed in a 250 mL beaker. It is heated to 70 °C over 15 min. "
    "It is cooled to 20 °C over 120 min. The crystals are filtered off and dried in air.\n"
)
NITRATION = (
    "Methyl 3-nitrobenzoate\n\nIn a 500 mL flask with a paddle stirrer and a thermometer in the liquid, 70 mL of 96 % sulfuric acid is cooled to 3 °C over 20 min in a bath of {ice} g of ice and {ice} g of water. "
    "Methyl benzoate (13.6 g) is stirred in over 15 min, below 10 °C. 8.0 mL of 68 % nitric acid, chilled, is added over {time}, below 15 °C. The mixture is stirred for 20 min at 10 °C. "
    "It is poured on to 400 g of ice in a 1 L beaker. The solid is filtered off.\n"
)
TWO_DAYS = (
    "Acid\n\nDay 1. 500 mL of water and 12.7 g of 2-chlorotoluene are placed in a 2 L flask. 15 g of potassium permanganate is added over 60 min. It is stirred at room temperature overnight. "
    "15 g of potassium permanganate is added over 60 min. It is filtered.\n"
)


def review(text: str) -> Assessment:
    return assess(read(text), laboratory=LAB)


def plan(text: str, start: datetime = NINE) -> DayPlan:
    return plan_day(read(text), start, laboratory=LAB)


@pytest.mark.parametrize(
    ("text", "by_hand"),
    [
        (OVERNIGHT, 4 + 30 + 20),  # weigh, dose, filter; the night and the drying need nobody
        (DISTILLED, 4 + 180),  # a flammable is distilled: all of it
        (DIAZONIUM, None),
        (CRYSTALS, 4 + 15 + 120 + 20),
        (NITRATION.format(ice=1000, time="60 min"), None),
        (TWO_DAYS, 4 + 60 + 60 + 20),
    ],
    ids=["overnight", "three hours of distilling", "diazonium", "cooling crystallisation", "nitration", "two days"],
)
def test_attended_minutes_are_those_worked_by_hand(text: str, by_hand: float | None) -> None:
    a = review(text)
    found = a.schedule.attended_min
    assert found.established
    if by_hand is not None:
        assert found.best == pytest.approx(by_hand, rel=0.1)
    whole = sum((s.end_min or 0) - (s.start_min or 0) for s in a.steps if s.kind not in ("dry", "store"))
    assert found.best is not None and found.high is not None and found.low is not None
    assert 0 < found.low <= found.best <= found.high
    assert found.best <= whole + 0.1


def test_a_night_needs_nobody_and_its_length_is_in_the_whole() -> None:
    """Overnight is read as 15 h (12 to 18)."""
    a = review(OVERNIGHT)
    night = next(s for s in a.steps if s.duration_min.best and s.duration_min.best > 600 and s.kind == "hold")
    assert not night.attended
    p = plan(OVERNIGHT)
    row = next(r for r in p.rows if r.step == night.n)
    assert row.alone and row.attended_min == 0 and row.start.startswith("2026-11-27T09:3") and row.end.startswith("2026-11-28T00:3")


def test_nobody_rests_over_a_diazonium_salt() -> None:
    """It loses nitrogen on standing: no rest while it is there, and leaving it for lunch is a finding (handbook 4, P08)."""
    a = review(DIAZONIUM)
    pour = next(s.n for s in a.steps if s.vessel and "beaker" in s.vessel)
    assert not [r for r in a.schedule.rests if r.after_step < pour]
    assert [f for f in a.findings if f.code == "P08"]
    steady = review(DIAZONIUM.replace(", while we have lunch", ""))
    assert not [f for f in steady.findings if f.code == "P08"]


def test_after_a_filter_it_may_rest_and_during_a_dose_it_may_not() -> None:
    a = review(NITRATION.format(ice=1000, time="60 min"))
    kinds = {r.after_step: next(s.kind for s in a.steps if s.n == r.after_step) for r in a.schedule.rests}
    doses = [s.n for s in a.steps if s.kind == "dose"]
    assert "quench" in kinds.values() or "filter" in kinds.values()
    assert not set(kinds) & set(doses)
    assert all(r.why for r in a.schedule.rests)


def test_ice_is_renewed_each_time_a_fifth_is_left() -> None:
    """150 g under the room for four hours: the sum of what melts over what is renewed, one refill each 120 g (handbook 2.13)."""
    a = review(NITRATION.format(ice=150, time="240 min"))
    assert len(a.schedule.refills) >= 1
    first = a.schedule.refills[0]
    assert first.mass_g.best == pytest.approx(0.8 * 150)
    times = [r.at_min.best for r in a.schedule.refills]
    assert times == sorted(times)  # type: ignore[type-var]
    plenty = review(NITRATION.format(ice=3000, time="30 min"))
    assert not plenty.schedule.refills


def test_a_late_start_puts_a_dose_outside_working_hours_and_the_latest_start_does_not() -> None:
    text = NITRATION.format(ice=1000, time="60 min")
    late = plan(text, datetime(2026, 11, 27, 16, 30))
    assert [r for r in late.rows if r.outside]
    latest = late.latest_start
    assert latest is not None
    hour, minute = (int(x) for x in latest.split(":"))
    just = plan(text, datetime(2026, 11, 27, hour, minute))
    assert not [r for r in just.rows if r.outside and r.kind in ("dose", "add", "quench")]
    assert not [r for r in plan(text).rows if r.outside]


def test_a_time_that_is_not_written_moves_everything_after_it_and_is_said() -> None:
    p = plan(NITRATION.format(ice=1000, time="60 min").replace(" over 60 min, below 15", ", below 15"))
    assert p.not_established and "no time is written" in p.not_established[0]
    assert p.latest_start is None
    assert not next(r for r in p.rows if r.duration_min.best is None).duration_min.established


def test_what_dries_by_itself_keeps_nobody_from_the_filtrate() -> None:
    p = plan(
        NITRATION.format(ice=1000, time="60 min")
        + "\nThe solid is dried in air overnight. The filtrate is neutralised with sodium carbonate.\n"
    )
    dry = next(r for r in p.rows if r.kind == "dry")
    then = p.rows[p.rows.index(dry) + 1]
    assert then.start == dry.start
    assert p.end == max(r.end for r in p.rows)


def test_the_plan_leaves_as_a_table_and_comes_back_equal() -> None:
    p = plan(NITRATION.format(ice=1000, time="60 min"))
    rows = list(csv.DictReader(io.StringIO(as_csv(p))))
    assert tuple(rows[0]) == COLUMNS
    assert [(int(r["step"]), r["start"], r["end"]) for r in rows] == [(r.step, r.start, r.end) for r in p.rows]
    assert [float(r["duration_min"]) for r in rows] == [r.duration_min.best for r in p.rows]
    assert DayPlan.model_validate_json(p.model_dump_json(by_alias=True)) == p


COLOUR = (
    "4-Bromoacetanilide\n\nIn a 500 mL flask with a stirrer and a thermometer in the liquid, in a bath of 1 kg of ice and 1 kg of water, acetanilide (27 g) and 120 mL of acetic acid are placed. "
    "A solution of 32 g of bromine in 50 mL of acetic acid is added in ten portions, each only when the colour of the last is gone, below 25 °C. "
    "It is poured into 600 mL of water in a 2 L beaker. The solid is filtered off.\n"
)
SPACED = "Acid\n\nIn a 1 L flask, 500 mL of water and 12 g of 2-chlorotoluene are placed. 30 g of potassium permanganate is added in 5 g portions every 10 min. It is filtered.\n"
BY_DROPS = "Solvent\n\n200 mL of toluene is placed in a 500 mL flask. 150 mL is distilled off at two drops a second.\n"


def test_portions_wait_for_the_colour() -> None:
    """Ten portions, 30 s to add and 3 min (1 to 10) until the colour is gone: 35 min (15 to 105), attended; weighing and making up stand beside it."""
    rows = {r.step: r for r in plan(COLOUR).rows}
    dose = next(r for r in rows.values() if r.kind in ("dose", "add"))
    assert (dose.duration_min.low, dose.duration_min.best, dose.duration_min.high) == (
        pytest.approx(15.0),
        pytest.approx(35.0),
        pytest.approx(105.0),
    )
    assert dose.attended_min == pytest.approx(35.0) and not dose.written and "10 portions" in (dose.assumption or "")


def test_portions_at_written_intervals_and_drops_have_their_time() -> None:
    """Six portions every 10 min: 60 min. 150 mL at two drops a second: 25 min for water (3 mL/min a drop a second, handbook 5), 62 min for toluene (1.2)."""
    dose = next(r for r in plan(SPACED).rows if r.kind in ("dose", "add"))
    assert dose.duration_min.best == 60.0
    off = next(r for r in plan(BY_DROPS).rows if r.kind == "distil")
    assert off.duration_min.best == pytest.approx(62.5) and off.attended_min == pytest.approx(62.5)
    assert off.duration_min.high is not None and off.duration_min.high == pytest.approx(
        75.0, rel=0.01
    )  # 1 mL/min a drop a second, handbook 5
    water = next(r for r in plan(BY_DROPS.replace("toluene", "water")).rows if r.kind == "distil")
    assert water.duration_min.best == pytest.approx(25.0)


def test_portions_are_portions_on_the_curve() -> None:
    """Each portion makes its heat at once: the same amount as a feed of the same time makes less at its peak."""
    words = NITRATION.format(ice=2000, time="40 min").replace("is added over 40 min", "is added in four portions every 10 min")
    portions, feed = review(words), review(NITRATION.format(ice=2000, time="40 min"))
    assert max(portions.strip.made_W) > 0 and portions.exotherm.peak_heat_W.best > 1.5 * feed.exotherm.peak_heat_W.best  # type: ignore[operator]


def test_two_runs_of_one_day_share_what_both_want() -> None:
    """Worked by hand: the diazonium run begins at 9:00, the nitration at 9:10; both need somebody and ice from 9:10 on, nothing at six in the evening."""
    first, second = read(DIAZONIUM), read(NITRATION.format(ice=2000, time="60 min"))
    found = shared(first, NINE, second, NINE.replace(minute=10), laboratory=LAB)
    person = next(s for s in found if s.what == "person")
    assert person.start.endswith("T09:10") and person.minutes > 25
    assert {s.what for s in found} >= {"person", "ice bath", "hood"}
    assert shared(first, NINE, second, NINE.replace(hour=21), laboratory=LAB) == []
    swapped = shared(second, NINE.replace(minute=10), first, NINE, laboratory=LAB)
    assert [(s.what, s.start, s.end) for s in swapped] == [(s.what, s.start, s.end) for s in found]


def test_curves_leave_as_a_table_and_come_back_equal() -> None:
    strip = review(NITRATION.format(ice=2000, time="60 min")).strip
    back = curves_from(curves(strip))
    assert strip.t_min and all(back[name] == list(getattr(strip, name)) for name in CURVES.values())
    assert max(back["unreacted"]) <= 1.0
    empty = review(BY_DROPS).strip
    assert curves_from(curves(empty))["t_min"] == list(empty.t_min)
    with pytest.raises(ValueError, match="was expected"):
        curves_from("a,b\n1,2\n")


@pytest.mark.parametrize("text", [DIAZONIUM, TWO_DAYS, NITRATION.format(ice=2000, time="60 min")])
def test_the_charge_table_leaves_and_is_read_back_with_the_same_moles(text: str) -> None:
    """The columns are those that intake takes: read again, every measured charge has its moles."""
    p, a = read(text), review(text)
    again = lots_of(read(text_of("charges.csv", charges(p, a).encode())), catalogue())
    back = sorted(x.best_mol for x in again.values() if x.mol is not None)
    assert back == pytest.approx(sorted(m.mol.best for m in a.materials if m.mol.best is not None), rel=1e-3)


def test_a_ladder_leaves_as_a_table_with_what_is_not_established_left_empty() -> None:
    found = ladder(read(OVERNIGHT), (1.0, 10.0))
    rows = list(csv.DictReader(io.StringIO(rungs(found))))
    assert [float(r["scale"]) for r in rows] == [1.0, 10.0]
    for r, line in zip(found, rows, strict=True):
        assert (line["peak_C"] == "") == (r.peak_C is None) and line["verdict"] == r.verdict
        assert (line["MTSR_C"] == "") == (not r.MTSR_C.established)


def test_what_two_runs_share_is_not_said_where_a_time_that_decides_is_open() -> None:
    open_time = read(NITRATION.format(ice=2000, time="60 min").replace("is added over 60 min", "is added"))
    with pytest.raises(OpenTime, match="has no time"):
        shared(read(DIAZONIUM), NINE, open_time, NINE, laboratory=LAB)


@pytest.mark.parametrize(
    ("words", "minutes"),
    [
        ("150 mL is distilled off from the 500 mL flask at two drops a second", 62.5),
        ("it is distilled from a 500 mL flask at two drops a second", None),
    ],
)
def test_a_vessel_is_no_distillate(words: str, minutes: float | None) -> None:
    """Without a volume that comes over, drops a second give no time: the shown assumption stands."""
    row = next(
        r
        for r in plan(f"Solvent\n\n200 mL of toluene is placed in a 500 mL flask. {words[0].upper()}{words[1:]}.\n").rows
        if r.kind == "distil"
    )
    if minutes is None:
        assert "drops" not in (row.assumption or "")
    else:
        assert row.duration_min.best == pytest.approx(minutes)
