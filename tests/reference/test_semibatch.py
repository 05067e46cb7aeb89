"""The engine against published rate constants and a published semi-batch run."""

from __future__ import annotations

import math

import numpy as np
import pytest
from core.test_engine import gated, integrate, rates, segment, vessel
from scipy.integrate import quad

from northsquall.dynamics import kernel as k
from northsquall.dynamics import oracle, rodas

R = 8.314462618
HYDROLYSIS = {10.0: 0.0567, 15.0: 0.0806, 25.0: 0.1580, 40.0: 0.380}
"""Acetic anhydride in much water, first order, 1/min by °C: R. B. Eldridge, E. L. Piret, Chem. Eng. Prog. 46 (1950) 290 (from memory)."""
T0, EA = 298.15, R * math.log(0.380 / 0.0567) / (1 / 283.15 - 1 / 313.15)
DH = -58.6e3
"""Enthalpy of hydrolysis, J/mol: formation enthalpies of the liquids, −624.4 + −285.8 against 2 × −484.3 (CRC Handbook, from memory)."""


def anhydride(mol: float, T: float, dH: float, time: float, grid: np.ndarray) -> tuple[np.ndarray, float]:
    """States of one batch in 1 L of water without any exchange, and its heat capacity in J/K."""
    nu, rx = np.array([[-1.0, 1.0, 0.0]]), rates((0, -1, 0.1580 / 60, EA / R, T0, 0.0, dH))
    cp, vm = np.array([190.0, 190.0, 4180.0]), np.array([9.5e-5, 9.5e-5, 1e-3])
    y = [mol, 0.0, 1.0, T, T, 0.0]
    rows, *_ = integrate(y, [segment(time, [0, 0, 0], k.NO_BATH)], nu, rx, cp, vm, vessel(C=0.0, U_air=0.0), grid, rtol=1e-7)
    return rows, 190.0 * mol + 4180.0


@pytest.mark.parametrize("celsius", HYDROLYSIS)
def test_hydrolysis_of_acetic_anhydride_at_one_temperature(celsius: float) -> None:
    """n = n0 exp(-kt) with the published k of each temperature: one rate constant and one activation energy reach all four within 3 %."""
    grid = np.linspace(0, 1200, 13)
    rows, _ = anhydride(0.2, celsius + 273.15, 0.0, 1200, grid)
    seen = -np.log(rows[-1, 0] / 0.2) / 20
    assert seen == pytest.approx(HYDROLYSIS[celsius], rel=0.03)


def test_hydrolysis_of_acetic_anhydride_without_exchange() -> None:
    """Adiabatic: T = T0 + ΔTad X, and the time to X is int dX/(k(T) (1 - X)), by quadrature."""
    grid = np.linspace(0, 1500, 301)
    rows, capacity = anhydride(1.0, 288.15, DH, 1500, grid)
    rise = -DH * 1.0 / capacity

    def speed(X: float) -> float:
        return 0.1580 / 60 * math.exp(-EA / R * (1 / (288.15 + rise * X) - 1 / T0)) * (1 - X)

    X = 1 - rows[:, 0]
    assert np.allclose(rows[:, 3], 288.15 + rise * X, atol=1e-3)
    for i in (40, 100, 200):
        assert quad(lambda x: 1 / speed(x), 0, X[i])[0] == pytest.approx(grid[i], rel=1e-4)


def test_a_published_semibatch_run() -> None:
    """Cyanogen bromide with methylamine: H. S. Fogler, Elements of Chemical Reaction Engineering, 4th ed., example 4-9 (from memory).

    2.2 L/(mol s); 5 L of A at 0.05 mol/L, fed 0.05 L/s of B at 0.025 mol/L; after 500 s C_A 7.731e-6, C_B 0.0125077 mol/L, X 0.9990722.
    """
    nu, rx = np.array([[-1.0, -1.0, 1.0, 0.0]]), rates((0, 1, 2.2e-3, 0.0, 298.15, 0.0, 0.0))
    feed = [0.0, 0.05 * 0.025, 0.0, 0.05]  # the last: litres of solution
    vm = np.array([0.0, 0.0, 0.0, 1e-3])
    segs = [segment(500.0, feed, k.NO_BATH)]
    y, cp, v = [0.25, 0.0, 0.0, 5.0, 298.15, 298.15, 0.0], np.array([0.0, 0.0, 0.0, 4180.0]), vessel(volume=40e-3)
    rows, *_ = integrate(y, segs, nu, rx, cp, vm, v, np.array([500.0]), rtol=1e-8, scale=1e-3)
    assert rows[-1, 3] == pytest.approx(30.0)
    assert rows[-1, 0] / 30 == pytest.approx(7.731e-6, rel=2e-3)
    assert rows[-1, 1] / 30 == pytest.approx(0.0125077, rel=1e-4)
    assert 1 - rows[-1, 0] / 0.25 == pytest.approx(0.9990722, abs=2e-6)


def test_autocatalysis_against_its_logistic_curve() -> None:
    """A + P -> 2 P, isothermal: n_P follows the logistic curve."""
    nu, rx = np.array([[-1.0, 1.0]]), rates((0, -1, 2e-3 / 1.0, 0.0, 298.15, 0.0, 0.0, 0.0, 1))
    vm = np.array([1e-3, 1e-3])  # the volume does not change
    rows, *_ = integrate(
        [0.99, 0.01, 298.15, 298.15, 0.0],
        [segment(8000, [0, 0], k.NO_BATH)],
        nu,
        rx,
        np.array([100.0, 100.0]),
        vm,
        vessel(),
        np.linspace(0, 8000, 41),
        rtol=1e-8,
    )
    t = np.linspace(0, 8000, 41)
    speed = 2e-3 * 1.0 / 1e-3  # k n_total / V
    assert np.allclose(rows[:, 1], 1 / (1 + 99 * np.exp(-speed * t)), atol=1e-5)


def test_a_jacket_of_finite_power_lets_go() -> None:
    """A thermostat that can take 100 W: at 60 W the pot is held, at 150 W it climbs by what is left over, (150 - 100)/C in K/s, once it is at full power."""
    nu, rx = np.zeros((0, 1)), np.zeros((0, k.NREACTION))
    cp, vm = np.array([4000.0]), np.array([1e-4])
    v = vessel(C=0.0, bath_C=4000.0, volume=1e-12, area=1.0)
    v[[k.PHEAT, k.PCOOL, k.KTH]] = 100.0, 100.0, 50.0
    held, climbing = (segment(4e4, [0.0], k.JACKET, T_set=290.0, U=50.0, q=q) for q in (60.0, 150.0))
    held[k.TEND] = climbing[k.TEND] = 4e4
    grid = np.array([3e4, 4e4])
    rows, *_ = integrate([1.0, 290.0, 290.0, 0.0], [held], nu, rx, cp, vm, v, grid, main=-1)
    assert rows[-1, 1] == pytest.approx(290.0 + 60 / 50.0 + 60 / 50.0, abs=0.02)  # over the jacket, and the jacket over its set point
    rows, *_ = integrate([1.0, 290.0, 290.0, 0.0], [climbing], nu, rx, cp, vm, v, grid, main=-1)
    assert (rows[1, 1] - rows[0, 1]) / 1e4 == pytest.approx(50.0 / 8000.0, rel=1e-3)


def test_a_heater_holds_the_pot_and_boiling_holds_it_down() -> None:
    """The pot's own sensor holds it; with 300 W on it boils: P - losses leave as vapour, T_boil + P/K above."""
    nu, rx = np.zeros((0, 1)), np.zeros((0, k.NREACTION))
    v = vessel(C=0.0, U_air=10.0, area=0.03)
    v[[k.PHEAT, k.KTH, k.KBOIL]] = 300.0, 100.0, 500.0
    cp, vm = np.array([2000.0]), np.array([2e-4])
    warm, boils = (segment(2e4, [0.0], k.HEATER, T_set=T) for T in (330.0, 400.0))
    boils[k.TBOIL] = 350.0
    rows, *_ = integrate([1.0, 293.15, 293.15, 0.0], [warm], nu, rx, cp, vm, v, np.array([2e4]), main=-1)
    loss = 10.0 * 0.03
    assert rows[-1, 1] == pytest.approx((100 * 330.0 + loss * 293.15) / (100 + loss), abs=0.01)
    rows, stats, _ = integrate([1.0, 293.15, 293.15, 0.0], [boils], nu, rx, cp, vm, v, np.array([2e4]), main=-1)
    assert stats[0, rodas.BOIL_MAX] == pytest.approx(300.0 - loss * (rows[-1, 1] - 293.15), rel=1e-3)
    assert rows[-1, 1] == pytest.approx(350.0 + stats[0, rodas.BOIL_MAX] / 500.0, abs=0.01)


def test_several_reactions_lose_control_together() -> None:
    """Two reactions wait in the pot: MTSR adds both heats; where they want the same reagent it is spent once."""
    nu = np.array([[-1.0, -1.0, 0.0], [0.0, -1.0, -1.0]])
    rx = rates((0, 1, 1e-9, 0.0, 298.15, 0.0, -1.0e5), (2, 1, 1e-9, 0.0, 298.15, 0.0, -5e4))
    cp, v = np.array([100.0, 100.0, 100.0]), vessel(C=70.0)
    for b, heat in ((1.0, 0.3 * 1e5 + 0.2 * 5e4), (0.35, 0.15 * 1e5 + 0.2 * 5e4)):
        y = np.array([0.3, b, 0.2, 300.0, 300.0, 0.0])
        top, piled = k.mtsr(y, nu, rx, cp, v, 1)
        assert top == pytest.approx(300.0 + heat / (70.0 + 100.0 * (0.5 + b)))
        assert piled == pytest.approx(heat / 1e5)


def test_oracle_and_engine_agree_on_a_jacket_with_gas_and_a_catalyst() -> None:
    nu = np.array([[-1.0, 1.0, 0.0], [0.0, -1.0, 1.0]])
    rx = rates((0, -1, 1e-4, 6000.0, 300.0, 0.0, -8e4, 0.0, 1), (1, -1, 5e-4, 2000.0, 300.0, 0.0, -1e4, 1.0))
    cp, vm, v = np.array([200.0, 200.0, 0.0]), np.array([1e-4, 1e-4, 0.0]), vessel(bath_C=3000.0)
    v[[k.PHEAT, k.PCOOL, k.KTH]] = 200.0, 200.0, 30.0
    seg, grid, y = segment(7200, [0, 0, 0], k.JACKET, T_set=295.0), np.linspace(0, 7200, 50), [1.0, 0.05, 0.0, 300.0, 295.0, 0.0]
    rows, stats, _ = integrate(y, [seg], nu, rx, cp, vm, v, grid)
    exact = oracle.integrate(np.array(y), 0.0, gated([seg], rx), nu, rx, cp, vm, v, 0, np.full(1, 1e4), 1e-9, 1e-11, grid)
    assert exact is not None
    assert np.max(np.abs(rows[:, 3] - exact[0][:, 3])) < 5e-3
    assert stats[0, rodas.GAS_MAX] == pytest.approx(exact[1][0, rodas.GAS_MAX], rel=1e-3)
    assert rows[-1].sum() > 0 and rows[-1, :3].sum() == pytest.approx(1.05, rel=1e-6)
