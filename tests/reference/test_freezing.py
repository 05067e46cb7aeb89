"""Freezing points against tables, and what the engine does with portions and members of an ensemble against single runs."""

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
from northsquall.heat.freezing import freezing
from northsquall.substances import catalogue

WATER = {
    "NaCl 5 %": ({"Na+": 0.0856, "Cl-": 0.0856}, 95.0, -3.05),
    "NaCl 10 %": ({"Na+": 0.1711, "Cl-": 0.1711}, 90.0, -6.56),
    "ethanol 10 %": ({"CCO": 0.2171}, 90.0, -4.47),
    "sucrose 20 %": ({"OCC1OC(OC2(CO)OC(CO)C(O)C2O)C(O)C(O)C1O": 0.0584}, 80.0, -1.49),
}
"""Mass per cent in 100 g of solution: moles of what is dissolved, g of water, freezing point in °C (CRC Handbook, from memory)."""


@pytest.mark.parametrize("name", WATER)
def test_water_freezes_where_the_tables_say(name: str) -> None:
    """Within 0.7 K: the ideal law leaves out what holds ions and molecules together."""
    dissolved, grams, at = WATER[name]
    found = freezing({"H2O": grams / 18.015, **dissolved}, catalogue())
    assert found is not None and found[1] == "water"
    assert found[0] == pytest.approx(at, abs=0.7)


def test_a_pure_liquid_freezes_at_its_melting_point_and_half_and_half_is_not_said() -> None:
    found = freezing({"CC(=O)O": 1.0}, catalogue())
    assert found is not None and found[0] == pytest.approx(16.7, abs=0.2)
    assert freezing({"CC(=O)O": 1.0, "H2O": 1.0}, catalogue()) is None
    assert freezing({"H2O": 2.0, "SO4-2": 1.0, "H+": 2.0}, catalogue()) is None


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
        _, table, _, owner = pots._table(p, p.corners[0])
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
        nu, rx, cp, vm, vessel = pots._arrays(plan, corner)
        _, table, limits, _ = pots._table(plan, corner)
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
        assert np.allclose(alone, both[0][m], rtol=1e-6, atol=1e-9)
