"""The pot of a procedure: properties of its runs, the retry by Radau, timetable, ice, searches."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest
from deepness import DEEP
from hypothesis import given, settings
from hypothesis import strategies as st

from northsquall.assess import assess
from northsquall.assessment import Assessment
from northsquall.chemistry.walk import walk
from northsquall.dynamics import pot as pots
from northsquall.dynamics.building import Pot, build_pot, followed_by
from northsquall.dynamics.pot import Corner, Plan, run, with_bath, with_duration
from northsquall.dynamics.schedule import main_vessel, timetable
from northsquall.heat import enthalpy
from northsquall.procedure.amounts import lots_of
from northsquall.reading import read
from northsquall.remedies.plans import scaled, shortest_addition, unfavourable
from northsquall.review import settings_for
from northsquall.substances import catalogue

TEXT = """Methyl 3-nitrobenzoate

In a 500 mL flask with a paddle stirrer and a thermometer in the liquid, 70 mL of 96 % sulfuric acid is cooled to 3 °C in a bath of {ice} of ice and {water} of water. Methyl benzoate ({ester} g) is stirred in over 15 min, below 10 °C.

{nitric} mL of 68 % nitric acid, chilled, is added over {time} min, below 15 °C. The mixture is stirred for 20 min at 10 °C.

It is poured on to 600 g of ice in a 2 L beaker."""


def text(ice: str = "2 kg", water: str = "1 kg", ester: float = 27.2, nitric: float = 16.0, time: float = 60) -> str:
    return TEXT.format(ice=ice, water=water, ester=ester, nitric=nitric, time=time)


def pot_of(words: str) -> Pot:
    p = read(words)
    lots = lots_of(p, catalogue())
    w = walk(p, lots, p.results.product_smiles)
    event = next(e for e in w.events() if e.reaction.family.rate and not e.latent)
    vessel = main_vessel(p, w, event)
    assert vessel
    s = settings_for(p, None)
    main = followed_by(p, event, enthalpy.of_reaction(event.reaction, catalogue()).value)
    built = build_pot(p, lots, w, timetable(p, lots, s, vessel), s, vessel, [main])
    assert isinstance(built, Pot)
    return built


@pytest.fixture(scope="module")
def plan() -> Plan:
    return pot_of(text()).plan


def dose(plan: Plan) -> int:
    return [s.step for s in plan.segments if s.kind == "dose"][-1]


BEST = Corner("best", -160.0, 160.0, 1.0)
cases = settings(max_examples=400 if DEEP else 25)


@cases
@given(st.floats(10, 200), st.floats(1.05, 4), st.floats(0.2, 5))
def test_isothermal_longer_dosing_never_piles_up_more(minutes: float, factor: float, speed: float) -> None:
    """Second order, isothermal (no heat): what lies unreacted falls with the dosing time."""
    plan = pot_of(text()).plan
    corner = Corner("isothermal", 0.0, 160.0, speed)
    still = replace(plan, segments=tuple(replace(s, feed_heat_J=0.0) for s in plan.segments))
    short, long = (run(with_duration(still, dose(plan), m * 60), corner) for m in (minutes, minutes * factor))
    assert max(s.piled for s in long.steps) <= max(s.piled for s in short.steps) + 2e-4


@cases
@given(st.floats(0.3, 3.0), st.floats(1.05, 3), st.floats(5, 120))
def test_dosing_controlled_more_ice_never_raises_the_peak(ice: float, factor: float, minutes: float) -> None:
    """A reaction as fast as it is fed: a larger ice bath never makes it warmer."""
    plan = with_duration(pot_of(text()).plan, dose(pot_of(text()).plan), minutes * 60)
    fast = Corner("fast", -160.0, 160.0, 200.0)
    small, large = (run(with_bath(plan, kg, 1.0, 273.15), fast).over(dose(plan)) for kg in (ice, ice * factor))
    assert small and large and large.peak_C <= small.peak_C + 0.02


@cases
@given(st.floats(2, 300), st.floats(0.1, 10), st.floats(60, 250))
def test_mtsr_is_never_below_the_pot(minutes: float, speed: float, U: float) -> None:
    plan = with_duration(pot_of(text()).plan, dose(pot_of(text()).plan), minutes * 60)
    r = run(plan, Corner("any", -150.0, U, speed), 30)
    assert np.all(r.mtsr_C >= r.pot_C - 1e-6)
    assert all(s.mtsr_C >= s.peak_C - 0.3 for s in r.steps if s.piled > 1e-4)


@cases
@given(st.floats(3, 200), st.floats(0.3, 3), st.floats(80, 250))
def test_energy_balance_closes(minutes: float, speed: float, U: float) -> None:
    """Reaction + mixing + feed = bath + air + what the contents hold, over the whole run (1e-3: trapezoids of the curves)."""
    plan = with_duration(pot_of(text()).plan, dose(pot_of(text()).plan), minutes * 60)
    plan = replace(
        plan,
        segments=tuple(replace(s, bath="fixed", bath_T_K=273.15) if s.bath != "ice" else s for s in plan.segments),
        U_air=0.0,
        start_T_K=275.0,
    )
    r = run(plan, Corner("any", -150.0, U, speed), 3000 if DEEP else 1200)
    pot = r.pot_C + 273.15
    taken = np.trapezoid(r.removable_W_K * (pot - (r.bath_C + 273.15)), r.t_s)
    made = np.trapezoid(r.made_W, r.t_s)
    feed = held = 0.0
    for seg, step in zip(plan.segments, r.steps, strict=True):
        inside = (r.t_s >= step.start_s) & (r.t_s <= step.end_s)
        cp = sum(n * c for n, c in zip(seg.feed_mol, plan.cp, strict=True))
        feed += np.trapezoid(cp / seg.duration_s * (seg.feed_T_K - pot[inside]), r.t_s[inside]) if cp else 0.0
    start = sum(n * c for n, c in zip(plan.start_mol, plan.cp, strict=True)) + plan.glass_J_K
    total = start + sum(n * c for seg in plan.segments for n, c in zip(seg.feed_mol, plan.cp, strict=True))
    # dH = C dT along the way; heat capacity that arrives is counted at the temperature where it mixes
    arrived = np.cumsum([sum(n * c for n, c in zip(seg.feed_mol, plan.cp, strict=True)) for seg in plan.segments])
    capacity = np.interp(r.t_s, [*(q.start_s for q in r.steps), r.steps[-1].end_s], [start, *(start + arrived)])
    held = float(np.sum(0.5 * (capacity[1:] + capacity[:-1]) * np.diff(pot)))
    stirred = plan.stirring_W * r.steps[-1].end_s
    assert stirred > 0 and made + feed + stirred - taken == pytest.approx(held, abs=2e-3 * max(abs(made), 1e4))
    assert capacity[-1] == pytest.approx(total)


def test_radau_takes_over_where_the_engine_gives_up(plan: Plan, monkeypatch: pytest.MonkeyPatch) -> None:
    """The retry on the same right-hand side gives the same run; failing that as well, nothing is drawn."""
    sound = run(plan, BEST, 20)
    monkeypatch.setattr(pots, "MAX_STEPS", 3)
    retried = run(plan, BEST, 20)
    assert not retried.failed
    assert np.max(np.abs(sound.pot_C - retried.pot_C)) < 5e-3
    for a, b in zip(sound.steps, retried.steps, strict=True):
        assert b.peak_C == pytest.approx(a.peak_C, abs=0.02) and b.piled == pytest.approx(a.piled, abs=1e-3)
    monkeypatch.setattr(pots.oracle, "integrate", lambda *_: None)
    assert run(plan, BEST, 20).failed


def test_failed_integration_is_not_established(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(pots, "MAX_STEPS", 3)
    monkeypatch.setattr(pots.oracle, "integrate", lambda *_: None)
    a = assess(read(text()))
    assert a.verdict == "not established" and not a.exotherm.peak_T_C.established and not a.strip.t_min
    assert "integration" in (a.strip.missing or "")


@pytest.mark.parametrize("minutes", [10, 25])
def test_search_answer_is_feasible_and_active(minutes: float) -> None:
    """Found: feasible; 5 % shorter: not. Starting from a time that is too long finds the same bound."""
    plan = with_duration(pot_of(text(ester=34, nitric=20)).plan, 4, minutes * 60)
    step = dose(plan)
    found = shortest_addition(plan, step, 15.0, 79.0)
    assert found
    assert unfavourable(with_duration(plan, step, found * 60), step)[0] <= 15.0 + 1e-6
    assert unfavourable(with_duration(plan, step, found * 0.95 * 60), step)[0] > 15.0
    from_above = shortest_addition(with_duration(plan, step, 200 * 60), step, 15.0, 79.0)
    assert from_above == pytest.approx(found, rel=0.04)


def test_no_time_helps_where_the_bath_is_too_warm(plan: Plan) -> None:
    warm = replace(plan, segments=tuple(replace(s, bath="fixed", bath_T_K=273.15 + 16) for s in plan.segments))
    assert shortest_addition(warm, dose(plan), 15.0, 79.0) is None


def test_slower_is_not_always_safer() -> None:
    """Handbook 2.4: with little ice, a dose of six hours is warmer than one of one hour, since the ice goes to the room's warmth."""
    small = with_bath(pot_of(text()).plan, 0.35, 0.2, 273.15)
    step = dose(small)
    quick, slow = (run(with_duration(small, step, m * 60), BEST).over(step) for m in (60, 600))
    assert quick and slow and slow.peak_C > quick.peak_C + 1


def test_colder_is_not_always_safer() -> None:
    """Handbook 2.4: in a colder bath more piles up, and losing the cooling then warms it by more."""
    plan = with_duration(pot_of(text()).plan, 4, 12 * 60)
    slow = Corner("slow", -160.0, 160.0, 0.05)
    warm, cold = (run(with_bath(plan, 5.0, 1.0, T), slow) for T in (278.15, 258.15))
    assert cold.worst().piled > warm.worst().piled + 0.05
    rise = [r.worst().mtsr_C - r.over(dose(plan)).peak_C for r in (warm, cold)]  # type: ignore[union-attr]
    assert rise[1] > rise[0] + 3


def test_stirrer_off_lets_it_pile_up() -> None:
    a, b = (pot_of(text(time=20)).plan, pot_of(text(time=20).replace("below 15 °C. The", "below 15 °C, with the stirrer off. The")).plan)
    assert [s.stirred for s in b.segments if s.step == dose(b)] == [False]
    isothermal = Corner("isothermal", 0.0, 160.0, 1.0)  # a warm pot reacts faster: the stirrer's own effect shows at one temperature
    assert run(b, isothermal).worst().piled > 1.5 * run(a, isothermal).worst().piled
    hot = [run(p, BEST).over(dose(p)) for p in (a, b)]
    assert hot[0] and hot[1] and hot[1].peak_C > hot[0].peak_C + 10


def test_scaling_scales_heat_not_area() -> None:
    plan = pot_of(text(ester=13.6, nitric=8)).plan
    one, two = run(plan, BEST).over(dose(plan)), run(scaled(plan, 2.0), BEST).over(dose(plan))
    assert one and two
    assert two.made_W == pytest.approx(2 * one.made_W, rel=0.15)
    assert two.UA_W_K < 1.9 * one.UA_W_K and two.peak_C > one.peak_C


def review(words: str) -> Assessment:
    return assess(read(words))


def test_timetable_adds_up_and_ice_is_renewed() -> None:
    """Attended time by hand: charge 4, cooling from the duty, 15, 4 + … each step after the other, no gap."""
    a = review(text())
    for x, y in zip(a.steps, a.steps[1:], strict=False):
        assert y.start_min == pytest.approx(x.end_min, abs=0.02)
    assert a.schedule.total_min.best == pytest.approx(a.steps[-1].end_min, abs=0.05)
    watched = sum((s.end_min or 0) - (s.start_min or 0) for s in a.steps if s.attended)
    by_hand = sum((s.end_min or 0) - (s.start_min or 0) for s in a.steps if s.attended and s.kind != "hold")
    assert a.schedule.attended_min.best is not None
    assert by_hand - 0.1 <= a.schedule.attended_min.best <= watched + 0.1  # a hold is watched until it is quiet
    little = review(text(ice="150 g", water="400 g", time=240))
    refill = little.schedule.refills[0]
    assert refill.at_min.best is not None
    left = np.interp(refill.at_min.best, little.strip.t_min, little.strip.ice_g)
    assert left == pytest.approx(0.2 * 150, abs=6)


def test_ice_needed_against_ice_melted() -> None:
    """What the batch's heat melts by the sum is what the engine melts, the room's warmth into the bath apart."""
    a = review(text())
    melted = a.strip.ice_g[0] - a.strip.ice_g[-1]
    room = 0.3 * 20 * (a.strip.t_min[-1] - a.strip.t_min[0]) * 60 / 333.6
    assert a.exotherm.ice_needed_g.best is not None
    assert melted - room == pytest.approx(a.exotherm.ice_needed_g.best, rel=0.2)


@pytest.mark.parametrize(("work_end", "later"), [("17:30", True), ("09:00", False)])
def test_latest_start_ends_attended_inside_working_hours(work_end: str, later: bool) -> None:
    from northsquall.procedure import Laboratory

    p = read(text())
    a = assess(p, laboratory=Laboratory.model_validate({"schema": "northsquall-laboratory/1", "work_end": work_end}))
    assert a.schedule.latest_start and a.schedule.attended_min.high
    h, m = map(int, a.schedule.latest_start.split(":"))
    eh, em = map(int, work_end.split(":"))
    assert (h * 60 + m) + a.schedule.attended_min.high == pytest.approx(eh * 60 + em, abs=1)
    assert (h >= 12) == later


def test_strip_is_on_one_axis_with_the_steps() -> None:
    a = review(text())
    s = a.strip
    assert (
        len(
            {
                len(x)
                for x in (s.t_min, s.pot_C, s.pot_low_C, s.pot_high_C, s.bath_C, s.mtsr_C, s.made_W, s.removable_W, s.volume_mL, s.ice_g)
            }
        )
        == 1
    )
    assert all(b >= a_ for a_, b in zip(s.t_min, s.t_min[1:], strict=False))
    assert all(lo - 0.02 <= v <= hi + 0.02 for lo, v, hi in zip(s.pot_low_C, s.pot_C, s.pot_high_C, strict=True))
    last = next(x for x in a.steps if x.n == a.exotherm.peak_step)
    assert (last.start_min or 0) - 0.1 <= (a.exotherm.peak_at_min or 0) <= (last.end_min or 0) + 0.1
    assert max(s.volume_mL) == pytest.approx(70 + 27.2 / 1.0839 + 16, rel=0.02)


def test_a_cold_feed_after_a_warm_hold_starts_in_the_cold_bath() -> None:
    """The bath is changed and the feed waits: the pot is in the feed's window when it begins, and no heat comes from the bath that is gone."""
    p = pot_of(
        "Methyl 3-nitrobenzoate\n\nIn a 500 mL flask with a paddle stirrer and a thermometer in the liquid, in an ice bath with 2 kg of ice and 1 kg of water, are 70 mL of 96 % sulfuric acid. "
        "Methyl benzoate (27.2 g) is stirred in over 15 min, below 10 °C. The mixture is held for 30 min at 45 °C. 16 mL of 68 % nitric acid is added over 90 min at 5-12 °C."
    )
    result = run(p.plan, p.plan.corners[0], 40)
    warm = next(s for s in result.steps if s.step == p.plan.segments[-2].step and s.peak_C > 40.0)
    last = result.steps[-1]
    fed = result.t_s >= last.start_s
    assert warm.peak_C <= 46.0
    assert result.pot_C[fed][0] < 20.0
    assert result.bath_C[fed].max() < 20.0
    assert result.ice_g[-1] <= result.ice_g[0]
