"""Gas, absorbers, quench and distillation against published values and independent sums (issue 6, Shows 2)."""

from __future__ import annotations

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.integrate import solve_ivp

from northsquall.assess import assess
from northsquall.chemistry.formula import mass_of, parse_formula
from northsquall.chemistry.walk import CONDENSES, pressure_of
from northsquall.findings.gas import evaporation_g_min
from northsquall.gas import record_of
from northsquall.gas.air import exposure_of, room_ppm
from northsquall.gas.closed import rise_bar
from northsquall.gas.train import MU_PA_S, hagen_poiseuille_mbar
from northsquall.heat.boiling import at_one_bar, vapour_bar
from northsquall.procedure import Laboratory, Place
from northsquall.quenching.dump import ice_for
from northsquall.reading import read
from northsquall.review import Settings
from northsquall.substances import catalogue


def test_gas_in_a_closed_vessel_is_an_ideal_gas() -> None:
    """NIST/CODATA R = 8.314462618 J/(mol K): 10 mmol in 100 mL at 25 °C are 2.479 bar."""
    assert rise_bar(0.010, 25.0, 0.100, None) == pytest.approx(8.314462618 * 298.15 * 0.010 / 1e-4 / 1e5, rel=1e-9)
    assert rise_bar(0.0, 100.0, 1.0, None) == pytest.approx(1.01325 * (373.15 / 298.15 - 1.0), rel=1e-9)  # Gay-Lussac


@pytest.mark.parametrize("name", ["acetone", "toluene", "diethyl ether", "dichloromethane", "hexane", "cyclohexane", "ethyl acetate"])
def test_the_vapour_estimate_lies_near_the_catalogue(name: str) -> None:
    """Clausius–Clapeyron with Trouton's constant against the catalogue's vapour pressures at 25 °C, which come from a library."""
    s = catalogue().find(name)
    assert s is not None
    boils, known = s.value("Tb"), s.value("Psat", "l")
    assert boils is not None and known is not None
    assert vapour_bar(25.0, boils.value) == pytest.approx(known.value / 100.0, rel=0.45)
    assert vapour_bar(boils.value, boils.value) == pytest.approx(1.01325, rel=1e-9)


def test_the_vapour_estimate_of_water_errs_upwards() -> None:
    """3.17 kPa at 25 °C (handbook 5): Trouton's rule gives more for water, so a closed vessel is judged by the worse figure."""
    assert 0.0317 < vapour_bar(25.0, 100.0) < 0.09


@pytest.mark.parametrize(("mbar", "at", "boils"), [(20.0, 72.0, 179.0), (15.0, 87.0, 202.8), (25.0, 89.0, 197.2), (100.0, 45.0, 110.6)])
def test_boiling_under_vacuum(mbar: float, at: float, boils: float) -> None:
    """Benzyl chloride, m-cresol, benzoyl chloride and toluene: boiling points at one bar (CRC Handbook) from those under vacuum (common
    practice of the trade, within 15 K)."""
    assert at_one_bar(at, mbar) == pytest.approx(boils, abs=15.0)
    assert vapour_bar(at, boils) * 1e3 == pytest.approx(mbar, rel=0.5)
    assert at_one_bar(at, 1013.25) == at
    assert pressure_of(f"distil at {mbar:g} mbar") == mbar and pressure_of("distil at 80 °C") is None


def test_hagen_poiseuille_is_darcy_with_64_over_re() -> None:
    """Laminar flow: Δp = f (l/d) ρ v²/2 with f = 64/Re (any textbook of fluid mechanics)."""
    L_min, d, length, rho = 2.0, 6e-3, 1.0, 1.2
    v = L_min * 1e-3 / 60.0 / (math.pi * d**2 / 4.0)
    reynolds = rho * v * d / MU_PA_S
    darcy = 64.0 / reynolds * length / d * rho * v**2 / 2.0 / 100.0
    assert hagen_poiseuille_mbar(L_min, d, length) == pytest.approx(darcy, rel=1e-9)
    assert reynolds < 2300


def test_a_room_fills_as_its_equation_says() -> None:
    """V dC/dt = G − Q C by an independent integrator, and its closed form C = (G/Q)(1 − e^(−Qt/V)) (handbook 2.7)."""
    t = np.linspace(0.0, 60.0, 601)
    rate = 2e-3 * np.exp(-t / 30.0)
    V, changes = 60.0, 6.0
    Q = changes * V / 60.0
    ends = np.append((t[1:] + t[:-1]) / 2.0, 60.05)  # of the cells round the times
    exact = solve_ivp(
        lambda s, c: [(np.interp(s, t, rate) * 24.465e-3 * 1e6 - Q * c[0]) / V], (-0.05, 60.05), [0.0], t_eval=ends, rtol=1e-9, atol=1e-9
    ).y[0]
    assert room_ppm(t, rate, V, changes) == pytest.approx(exact, rel=0.02, abs=0.05)
    steady = room_ppm(t, np.full(len(t), 1e-3), V, changes)
    assert steady[-1] == pytest.approx(1e-3 * 24.465e-3 * 1e6 / Q * (1.0 - math.exp(-Q * 60.1 / V)), rel=1e-3)


@given(at=st.integers(1, 60), moles=st.floats(1e-3, 1.0), jump=st.floats(1e-6, 1e-2))
def test_what_comes_in_a_moment_fills_the_room_whole(at: int, moles: float, jump: float) -> None:
    """n·24.465 L in 60 m³ by volume: however close together the times lie between which it comes, no mole is lost."""
    t = np.sort(np.append(np.linspace(0.0, 70.0, 71), at + jump))
    k = int(np.searchsorted(t, at + jump))
    cell = (t[k + 1] - t[k - 1]) / 2.0
    rate = np.zeros(len(t))
    rate[k] = moles / cell
    assert room_ppm(t, rate, 60.0, 0.01).max() == pytest.approx(moles * 24.465e-3 / 60.0 * 1e6, rel=1e-3)


def test_the_exhaust_of_a_hood_is_rate_over_flow() -> None:
    """0.01 mol/min into 810 m³/h: 0.2447 L/min in 13 500 L/min are 18.1 ppm; a hundredth of it at the face (handbook 2.7)."""
    t = np.linspace(0.0, 30.0, 301)
    x = exposure_of(record_of("HCl"), t, np.full(301, 0.01), Place(hood=True, exhaust_m3_h=810.0), Settings(Laboratory(), {}))
    assert x.exhaust_ppm is not None and x.face_ppm is not None
    assert x.exhaust_ppm[1] == pytest.approx(18.12, rel=5e-3)
    assert x.face_ppm[1] == pytest.approx(0.1812, rel=5e-3)


def test_evaporation_of_a_pool() -> None:
    """EPA screening form E = k A M p/(R T), k = 0.83 (18/M)^(1/3) cm/s (from memory): bromine at 28.4 kPa, 100 cm²."""
    k = 0.83 * (18.0 / 159.8) ** (1 / 3)
    by_hand = k * 100.0 * 159.8 * 28441.0 / (8.314462618e6 * 298.15) * 60.0
    assert evaporation_g_min(159.8, 28.441) == pytest.approx(by_hand, rel=1e-9)
    assert evaporation_g_min(100.0, None) is None


ABSORBERS = [  # handbook 3.2, absorber equations: (gas, left side, right side, what the record calls the reagent, its formula)
    ("HCl", {"HCl": 1, "NaOH": 1}, {"NaCl": 1, "H2O": 1}, "alkali", "NaOH"),
    ("HBr", {"HBr": 1, "NaOH": 1}, {"NaBr": 1, "H2O": 1}, "alkali", "NaOH"),
    ("Cl2", {"Cl2": 1, "NaOH": 2}, {"NaCl": 1, "NaOCl": 1, "H2O": 1}, "alkali", "NaOH"),
    ("Br2", {"Br2": 1, "NaOH": 2}, {"NaBr": 1, "NaOBr": 1, "H2O": 1}, "alkali", "NaOH"),
    ("Cl2", {"Cl2": 1, "Na2SO3": 1, "NaOH": 2}, {"Na2SO4": 1, "NaCl": 2, "H2O": 1}, "reducer", "Na2SO3"),
    ("NO2", {"NO2": 2, "NaOH": 2}, {"NaNO2": 1, "NaNO3": 1, "H2O": 1}, "alkali", "NaOH"),
    ("SO2", {"SO2": 1, "NaOH": 2}, {"Na2SO3": 1, "H2O": 1}, "alkali", "NaOH"),
    ("H2S", {"H2S": 1, "NaOH": 1}, {"NaSH": 1, "H2O": 1}, "alkali", "NaOH"),
    ("H2S", {"H2S": 1, "NaOCl": 4, "NaOH": 2}, {"Na2SO4": 1, "NaCl": 4, "H2O": 2}, "hypochlorite", "NaOCl"),
    ("CO2", {"CO2": 1, "NaOH": 2}, {"Na2CO3": 1, "H2O": 1}, "alkali", "NaOH"),
    ("PH3", {"PH3": 1, "NaOCl": 4}, {"H3PO4": 1, "NaCl": 4}, "hypochlorite", "NaOCl"),
    ("NOCl", {"NOCl": 1, "NaOH": 2}, {"NaNO2": 1, "NaCl": 1, "H2O": 1}, "alkali", "NaOH"),
]


@pytest.mark.parametrize(("gas", "left", "right", "kind", "reagent"), ABSORBERS, ids=[f"{a[0]}-{a[3]}" for a in ABSORBERS])
def test_what_an_absorber_must_hold_is_its_equation(gas: str, left: dict[str, int], right: dict[str, int], kind: str, reagent: str) -> None:
    def atoms(side: dict[str, int]) -> dict[str, float]:
        out: dict[str, float] = {}
        for formula, n in side.items():
            for element, k in parse_formula(formula).items():
                out[element] = out.get(element, 0.0) + n * k
        return out

    assert atoms(left) == atoms(right)
    per = next(p for k, p, _ in record_of(gas).takes if k == kind)
    assert per == left[reagent] / left[gas]


@pytest.mark.parametrize(("acid", "percent", "mass"), [("HBr", 47.6, 80.91), ("HCl", 20.2, 36.46), ("HI", 57.0, 127.9)])
def test_what_condenses_with_water_is_the_azeotrope(acid: str, percent: float, mass: float) -> None:
    """HBr 47–48 %, HCl 20 % (handbook 2.9), HI 57 % (CRC Handbook, from memory)."""
    n = CONDENSES[acid]
    assert 100.0 * n * mass / (n * mass + 18.015) == pytest.approx(percent, abs=1.0)


def test_ice_sums() -> None:
    """m = Q/(333.6 + 4.18 T) (handbook 2.8); 45 g of ice take about 15 kJ in melting (handbook 6.4)."""
    assert ice_for(15.0, 0.0, 0.0) == pytest.approx(45.0, abs=0.1)
    m = ice_for(84.0, 400.0, 20.0)
    assert m * (333.6 + 4.18 * 20.0) == pytest.approx(84e3 - 400.0 * 20.0, rel=1e-9)


def gas(text: str, formula: str) -> float:
    found = [g.mol.best for g in assess(read(text)).gases if g.formula == formula]
    assert found and found[0] is not None
    return found[0]


def test_hydrogen_of_the_hydrides() -> None:
    """4 H2 per LiAlH4 and per NaBH4, 1 per NaH, ½ per Na (handbook 3.1): 1 g of LiAlH4 gives 2.6 L."""
    for name, grams, each, rest in (
        ("lithium aluminium hydride", 1.0, 4.0, "water (20 mL)"),
        ("sodium hydride", 1.0, 1.0, "water (20 mL)"),
        ("sodium borohydride", 1.0, 4.0, "hydrochloric acid (37 %, 20 mL)"),
    ):
        text = f"In a 250 mL flask {name} ({grams:g} g) is placed. {rest} is added dropwise over 30 min below 10 °C."
        s = catalogue().find(name)
        assert s is not None
        assert gas(text, "H2") == pytest.approx(each * grams / s.mass, rel=0.01), name


def test_oxygen_and_heat_of_peroxide() -> None:
    """H2O2(aq) → H2O + ½ O2, −94.7 kJ/mol (handbook 5)."""
    text = "In a 1 L beaker hydrogen peroxide (30 % w/w, 100 mL) is placed. Manganese dioxide (0.5 g) is added at 20 °C."
    a = assess(read(text))
    (line,) = [r for r in a.reactions if "H2O2" in r.equation and "O2" in r.equation]
    mol = next(m.mol.best for m in a.materials if "peroxide" in m.name)
    assert mol is not None and line.heat_kJ.best is not None
    assert gas(text, "O2") == pytest.approx(mol / 2.0, rel=0.01)
    assert line.heat_kJ.best / mol == pytest.approx(94.7, abs=2.0)


def test_carbon_dioxide_of_an_acid_and_carbonate() -> None:
    """Na2CO3 + 2 HCl → CO2; NaHCO3 + HCl → CO2."""
    for salt, grams, each in (("sodium carbonate", 5.3, 1.0), ("sodium hydrogen carbonate", 4.2, 1.0)):
        s = catalogue().find(salt)
        assert s is not None
        text = f"In a 1 L beaker hydrochloric acid (2.0 M, 200 mL) is stirred. {salt} ({grams:g} g) is added in small portions over 20 min."
        assert gas(text, "CO2") == pytest.approx(each * grams / s.mass, rel=0.02), salt


@pytest.mark.parametrize(("salt", "g", "acid", "expected", "tolerance"), [("sodium chloride", 11.69, "HCl", 130.6, 6.0)])
def test_heat_of_absorbing_an_acid_gas_in_caustic(salt: str, g: float, acid: str, expected: float, tolerance: float) -> None:
    """HCl(g) → aq −74.8 and H+ + OH− −55.8 kJ/mol (handbook 5): −130.6 for the absorber."""
    text = (
        f"In a 500 mL flask {salt} ({g:g} g) is placed. The gas goes through an empty 500 mL bottle to a funnel mouth-down above 500 mL of 10 % (w/w) sodium hydroxide. "
        "Sulfuric acid (96 % w/w, 25 mL) drips in over 60 min at 20 °C."
    )
    a = assess(read(text))
    heat = sum(r.heat_kJ.best or 0.0 for r in a.reactions if r.vessel == "absorber" and acid in r.equation)
    took = next(e.came[acid] for line in a.gas_lines for e in line.elements if e.element == "absorber")
    assert heat / took == pytest.approx(expected, abs=tolerance)


def test_solubility_and_henry_say_the_same() -> None:
    """Gases that only dissolve: grams in 100 g at one bar from Henry's constant at 25 °C, within the tables' own scatter."""
    for root in ("CO2", "N2O", "H2S"):
        s = catalogue().of_root(root)
        assert s is not None
        henry, known = s.value("Henry"), s.value("solubility")
        if henry is None or known is None:
            continue
        assert henry.value * s.mass / 10.0 == pytest.approx(known.value, rel=0.35), root


def test_molar_masses_of_the_absorbents() -> None:
    """IUPAC 2021 atomic masses: NaOH 39.997, Na2SO3 126.04, Na2S2O5 190.11 g/mol."""
    for formula, mass in (("NaOH", 39.997), ("Na2SO3", 126.04), ("Na2S2O5", 190.11)):
        assert mass_of(parse_formula(formula)) == pytest.approx(mass, abs=0.02)
