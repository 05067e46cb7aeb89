"""Portions against a feed, and members of an ensemble against single runs."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest
from core.test_pot import pot_of, text
from hypothesis import given, settings
from hypothesis import strategies as st

from northsquall.dynamics import kernel as k
from northsquall.dynamics import pot as pots
from northsquall.dynamics import rodas
from northsquall.dynamics.ensemble import integrate_many
from northsquall.dynamics.pot import run


@settings(max_examples=30, deadline=None)
@given(st.integers(1, 24))
def test_portions_bring_what_a_feed_brings(portions: int) -> None:
    """Whatever the number: the sum over the rows of the schedule is the same, and so are their end and the moles at the end of the run."""
    plan = pot_of(text()).plan
    i = next(n for n, s in enumerate(plan.segments) if s.kind == "dose")
    cut = replace(plan, segments=tuple(replace(s, portions=portions) if n == i else s for n, s in enumerate(plan.segments)))
    ns = len(plan.species)
    sums, ends = [], []
    for p in (plan, cut):
        _, table, _, owner = pots.schedule_rows(p, p.corners[0])
        length = np.diff(np.concatenate([[0.0], table[:, k.TEND]]))
        rows = owner == i
        sums.append((table[rows, k.SEG_FEED : k.SEG_FEED + ns] * length[rows, None]).sum(axis=0))
        ends.append(table[-1, k.TEND])
    assert np.allclose(sums[0], sums[1], rtol=1e-9, atol=1e-15) and ends[0] == pytest.approx(ends[1])
    a, b = (run(p, p.corners[0]) for p in (plan, cut))
    assert [s.step for s in a.steps] == [s.step for s in b.steps]
    assert b.steps[-1].volume_mL == pytest.approx(a.steps[-1].volume_mL, rel=1e-6)


def test_an_ensemble_is_its_members_one_by_one() -> None:
    """Two threads or one: the same reports to the last bit; each alone, compiled apart, far within the tolerance of the steps."""
    plan = pot_of(text()).plan
    parts = []
    for corner in plan.corners:
        nu, rx, cp, vm, vessel = pots.problem_arrays(plan, corner)
        _, table, limits, _ = pots.schedule_rows(plan, corner)
        y = np.array([*plan.start_mol, plan.start_T_K, plan.bath_start_K, plan.ice_kg])
        parts.append((y, table, rx, cp, vessel))
    stack = [np.array(x) for x in zip(*parts, strict=True)]
    atol = pots.tolerances(plan)
    both = [
        integrate_many(stack[0], stack[1], nu, stack[2], stack[3], vm, stack[4], 0, limits, pots.RTOL, atol, threads=n)[0] for n in (1, 2)
    ]
    assert np.array_equal(both[0], both[1])
    for m, (y, table, rx, cp, vessel) in enumerate(parts):
        _, alone, _ = rodas.integrate(y, 0.0, table, nu, rx, cp, vm, vessel, 0, limits, pots.RTOL, atol, np.zeros(0), 20_000)
        sharp = [c for c in range(alone.shape[1]) if c not in (rodas.PILED_AT, rodas.MADE_AT)]  # a flat maximum is at either end of it
        np.testing.assert_allclose(alone[:, sharp], both[0][m][:, sharp], rtol=1e-6, atol=1e-9)
