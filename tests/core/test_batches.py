"""Batches: what is fed to a proton's bearer, what is charged cold and warmed."""

from __future__ import annotations

import pytest

from northsquall.assess import assess
from northsquall.assessment import Assessment, Finding
from northsquall.reading import read

HELD = (
    "p-Toluenesulfonic acid\n\nToluene 46 g and sulfuric acid (96 %, 31 g) in a 250 mL flask with a stirrer, thermometer in the liquid, reflux condenser; "
    "oil bath, 140 °C, reflux for {time}.\n"
)


def result(text: str) -> Assessment:
    return assess(read(text))


def of(a: Assessment, code: str) -> list[Finding]:
    return [f for f in a.findings if f.code == code]


PROTON = "500 mL flask under nitrogen, stirred, thermometer in the liquid, ice bath 3 kg. {waits} {fed} is dropped in over 60 min at 0-10 °C; stop at 15 °C. Hold 60 min at 20 °C.\n"


@pytest.mark.parametrize(
    ("waits", "fed", "kJ"),
    [
        ("Sodium hydride 60 % in oil, 8.0 g (0.20 mol), and THF 150 mL are put in.", "1-Butanol 14.8 g (0.20 mol) in THF 50 mL", 21.0),
        ("n-Butyllithium, 1.6 M in hexane, 125 mL (0.20 mol), and heptane 150 mL are put in.", "2-Propanol 12.0 g (0.20 mol) in heptane 50 mL", 46.0),
    ],
)  # fmt: skip
def test_a_proton_s_bearer_paces_what_it_is_fed_to(waits: str, fed: str, kJ: float) -> None:
    """An instantaneous reaction in semi-batch piles nothing up: T − T_bath = Q̇/UA (Stoessel, Thermal Safety of Chemical Processes, ch. 7: dosing-controlled)."""
    a = result(PROTON.format(waits=waits, fed=fed))
    x = a.exotherm
    assert x.accumulation_max.high is not None and x.accumulation_max.high < 0.05
    assert x.peak_heat_W.best == pytest.approx(kJ * 1e3 / 3600.0, rel=0.25)
    assert x.MTSR_C.best is not None and x.peak_T_C.best is not None and x.MTSR_C.best - x.peak_T_C.best < 25.0
    assert x.criticality_class == 1


def test_a_batch_that_is_warmed_is_followed_and_all_of_it_may_go_at_once() -> None:
    """Handbook 2.5: everything is in the vessel when it starts, so MTSR is the pot plus the whole rise (0.30 mol of a class of −100 to −160 kJ/mol)."""
    a = result(HELD.format(time="4 h"))
    x = a.exotherm
    assert x.MTSR_C.established and x.criticality_class is not None and x.MTSR_C.best is not None
    assert x.accumulation_max.high == pytest.approx(1.0, abs=0.1)
    assert x.MTSR_C.best > 140.0 and len(of(a, "H04")) == 1


def test_the_written_time_of_a_hold_stands_for_a_rate() -> None:
    """97 % in the written time, where no rate is known: twice the time, half the watts, within a factor of the reheating."""
    held = HELD.replace("p-Toluenesulfonic acid", "2-Naphthalenesulfonic acid").replace("Toluene 46 g", "Naphthalene 64 g")
    short, long = (result(held.format(time=t)).exotherm.peak_heat_W.best for t in ("2 h", "8 h"))
    assert short is not None and long is not None and 2.0 < short / long < 6.0
    assert any("held 240 min" in str(q["why"]) for q in result(held.format(time="4 h")).assumptions)


MIXED = (
    "250 mL three-neck flask, stirrer, thermometer in the liquid, ice bath 2 kg. {waits}. In a beaker in ice: nitric acid 68 % 10 mL and sulfuric acid 96 % 12 mL. "
    "The acid is dropped in over 45 min at 20-30 °C; stop at 35 °C.\n"
)


def test_mixed_acid_fed_to_an_arene_is_paced_by_its_nitric_acid() -> None:
    """Fed faster than none is used up: Q̇ = (−ΔH)·ṅ(HNO3) until the arene is gone (Stoessel, Thermal Safety of Chemical Processes, ch. 7), not by the protons beside it."""
    a = result(MIXED.format(waits="Chlorobenzene 11.3 g (0.10 mol) is put in"))
    x, r = a.exotherm, next(r for r in a.reactions if "nitration" in r.family)
    assert r.dH_kJ_per_mol.best is not None and x.peak_heat_W.best is not None and x.accumulation_max.best is not None
    fed = 0.152 / (45 * 60)  # mol/s, by hand: 10 mL × 1.405 g/mL × 0.68 / 63.01
    assert x.peak_heat_W.best < 1.35 * fed * -(r.dH_kJ_per_mol.best - 25.0) * 1e3  # and some 25 kJ of water taken up by the acid
    assert x.accumulation_max.best < 0.2


def test_a_window_is_held_and_not_undercut() -> None:
    """A pot that is told to stay at 20 to 30 °C is not left in ice until it is at 3 °C, where the nitration would pile up (common practice, no source)."""
    x = result(MIXED.format(waits="Chlorobenzene 11.3 g (0.10 mol) is put in")).exotherm
    assert x.peak_T_C.best is not None and 20.0 <= x.peak_T_C.best <= 30.0


def test_a_base_that_is_fed_to_what_waits_for_it_paces_the_reaction() -> None:
    """Nitroaldol: aldehyde and nitroalkane stand together, and the caustic that is run in is used up, a mole for a mole (handbook 3.1: K)."""
    text = (
        "1 L flask, stirrer, thermometer in the liquid, ice-salt bath 4 kg. Methanol 100 mL, benzaldehyde 21.2 g (0.20 mol), nitromethane 12.2 g (0.20 mol). "
        "Sodium hydroxide 8.4 g (0.21 mol) in 60 mL of water is run in over 60 min at 0-10 °C; stop at 15 °C.\n"
    )
    x = result(text).exotherm
    assert x.peak_heat_W.best == pytest.approx(
        (0.2 * 60e3 + 0.21 * 44.3e3) / 3600.0, rel=0.2
    )  # 60 kJ/mol by its class; caustic dissolving, handbook 5
    assert x.peak_T_C.best is not None and x.peak_T_C.best <= 10.0
    assert x.accumulation_max.high == pytest.approx(1.0, abs=0.01)  # all of it stands there when the first drop falls
