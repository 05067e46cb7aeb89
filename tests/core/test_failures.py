"""Failures: what is cut out and put in keeps its sums; what an explicit run says agrees with the MTSR of the plan without failure."""

from __future__ import annotations

import numpy as np
import pytest
from deepness import DEEP
from hypothesis import given, settings
from hypothesis import strategies as st

from northsquall.assess import work_out
from northsquall.dynamics.failures import KINDS, applies, cut, segment_at, simulate, swapped, worst_moment
from northsquall.failing import NoCurve, fail
from northsquall.findings.base import Context
from northsquall.procedure import Procedure
from northsquall.reading import read
from northsquall.review import settings_for
from northsquall.substances import catalogue

TEXT = (
    "Methyl 3-nitrobenzoate\n\nIn a 500 mL flask with a paddle stirrer and a thermometer in the liquid, 70 mL of 96 % sulfuric acid is cooled to 3 °C in a bath of 2 kg of ice and 1 kg of water. "
    "Methyl benzoate (13.6 g) is stirred in over 15 min, below 10 °C.\n\n8.0 mL of 68 % nitric acid, chilled, is added{time}, below 15 °C. The mixture is stirred for 20 min at 10 °C.\n"
)


def procedure(time: str = " over 60 min") -> Procedure:
    return read(TEXT.format(time=time))


@pytest.fixture(scope="module")
def context() -> Context:
    p = procedure()
    return work_out(p, catalogue(), settings_for(p, None)).context


@given(st.floats(0.0, 1.0))
@settings(max_examples=400 if DEEP else 60, deadline=None)
def test_cutting_a_plan_loses_nothing(context: Context, share: float) -> None:
    assert context.pot is not None
    plan = context.pot.plan
    whole = sum(s.duration_s for s in plan.segments)
    head, tail = cut(plan, share * whole)
    both = [*head, *tail]
    assert sum(s.duration_s for s in both) == pytest.approx(whole)
    assert sum(s.feed_heat_J for s in both) == pytest.approx(sum(s.feed_heat_J for s in plan.segments))
    for i in range(len(plan.species)):
        assert sum(s.feed_mol[i] for s in both) == pytest.approx(sum(s.feed_mol[i] for s in plan.segments))
    assert sum(s.duration_s for s in head) == pytest.approx(share * whole, abs=1e-6)


def test_losing_the_cooling_at_the_worst_moment_ends_near_the_mtsr(context: Context) -> None:
    """MTSR is the adiabatic end of what has piled up (handbook 2.5); the air takes a little of it, or warms what is colder than the room."""
    assert context.pot is not None
    plan = context.pot.plan
    at = worst_moment(plan, "cooling", context.runs)
    assert at is not None
    found = simulate(plan, "cooling", at)
    assert found is not None
    slow = context.runs["slow"].worst().mtsr_C
    air = max(plan.ambient_K - 273.15 - float(np.interp(at, context.runs["slow"].t_s, context.runs["slow"].pot_C)), 0.0)
    assert found.high_C <= max(slow, *(r.worst().mtsr_C for r in context.runs.values())) + air + 0.5
    assert found.high_C >= slow - 6.0


def test_what_goes_on_is_never_cooler_than_what_is_stopped(context: Context) -> None:
    assert context.pot is not None
    plan = context.pot.plan
    dose = next(i for i, s in enumerate(plan.segments) if s.step == context.pot.dose_steps[-1])
    at = sum(s.duration_s for s in plan.segments[:dose]) + 0.4 * plan.segments[dose].duration_s
    stopped, unseen = simulate(plan, "cooling", at), simulate(plan, "unseen", at)
    assert stopped is not None and unseen is not None
    assert unseen.high_C >= stopped.high_C - 0.1


def test_an_open_tap_is_worst_when_most_is_left_to_come(context: Context) -> None:
    assert context.pot is not None
    plan = context.pot.plan
    i = next(i for i, s in enumerate(plan.segments) if s.step == context.pot.dose_steps[-1])
    begin, long = sum(s.duration_s for s in plan.segments[:i]), plan.segments[i].duration_s
    tops = [f.high_C for share in (0.05, 0.5, 0.95) if (f := simulate(plan, "valve", begin + share * long))]
    assert len(tops) == 3
    assert tops[0] > tops[1] > tops[2]


def test_before_the_failure_the_curve_is_that_of_the_plan(context: Context) -> None:
    assert context.pot is not None
    plan = context.pot.plan
    at = worst_moment(plan, "stirrer", context.runs)
    assert at is not None
    found = simulate(plan, "stirrer", at)
    assert found is not None
    for name, r in context.runs.items():  # the shown curve is one of the corners
        early = found.t_s < at - 60
        if np.allclose(found.pot_C[early], np.interp(found.t_s[early], r.t_s, r.pot_C), atol=0.5):
            assert name in ("best", "hot", "slow")
            return
    raise AssertionError("the curve before the failure is that of no corner")


def test_every_failure_is_said_with_its_moment_step_and_limit() -> None:
    found = fail(procedure())
    assert {f.id for f in found} >= {"cooling", "unseen", "stirrer", "valve", "strong", "late"}
    for f in found:
        assert f.peak_C is not None and f.high_C is not None and f.high_C >= f.peak_C - 1e-6
        assert (f"{f.at_min:.0f} min" in f.says and f"step {f.step}" in f.says and "limit of" in f.says) or f.id in ("cooling", "heat")
        assert len(f.t_min) == len(f.pot_C) > 50
        assert f.over == ("over the limit" in f.says or "boil" in f.says or "decomposition" in f.says)


def test_only_what_can_fail_at_a_moment_is_played(context: Context) -> None:
    assert context.pot is not None
    plan = context.pot.plan
    hold = sum(s.duration_s for s in plan.segments) - 60.0
    assert plan.segments[segment_at(plan, hold)].kind == "hold"
    assert not applies(plan, "valve", hold) and not applies(plan, "strong", hold)
    late = {f.id for f in fail(procedure(), at_min=1e6)}
    assert "valve" not in late and "unseen" not in late


def test_without_a_curve_there_is_a_sentence() -> None:
    for text, says in ((procedure(""), "no time is written"), (read("Salt\n\nNothing is done here today.\n"), "nothing is charged")):
        with pytest.raises(NoCurve, match=says):
            fail(text)
    with pytest.raises(NoCurve, match="expected one of cooling"):
        fail(procedure(), kinds=["earthquake"])
    assert len(KINDS) >= 6


def test_water_let_in_is_said_where_it_is_answered() -> None:
    """Mixed acid is diluted hot; thionyl chloride gives sulfur dioxide, which shows in the sentence; what is in water already takes it as it is."""
    acid = next(f for f in fail(procedure()) if f.id == "water")
    assert acid.high_C is not None and acid.high_C > 30 and acid.t_min
    chloride = read(
        "Benzoyl chloride\n\nIn a 250 mL flask with a stirrer and a thermometer in the liquid, 24.4 g of benzoic acid is placed. "
        "36 g of thionyl chloride is added over 30 min at 20 °C. It is stirred for 30 min at 20 °C.\n"
    )
    assert "SO2" in next(f.says for f in fail(chloride) if f.id == "water")
    watery = read(
        "Benzanilide\n\nIn a 500 mL flask with a stirrer and a thermometer in the liquid, in a bath of 1 kg of ice and 0.5 kg of water, aniline (18.6 g) and 180 mL of 10 % sodium hydroxide are placed. "
        "Benzoyl chloride (28.1 g) is added over 30 min, below 20 °C.\n"
    )
    assert "water" not in {f.id for f in fail(watery)}


def test_the_wrong_way_round_brings_the_same_amounts_in_the_other_order(context: Context) -> None:
    """What was fed is there at the start and the other is run in; the sums stay, and so does all of the heat."""
    assert context.pot is not None
    plan = context.pot.plan
    at = worst_moment(plan, "order", context.runs)
    assert at is not None and applies(plan, "order", at)
    found = swapped(plan, at)
    assert found is not None
    start, segments = found
    for i in range(len(plan.species)):
        before = plan.start_mol[i] + sum(s.feed_mol[i] for s in plan.segments)
        assert start[i] + sum(s.feed_mol[i] for s in segments) == pytest.approx(before)
    other = simulate(plan, "order", at)
    assert other is not None and other.peak_C > 0
