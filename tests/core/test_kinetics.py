"""What is taken for a rate: numbers, the feed, or both bounds; and that the worse bound decides where nothing is known."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest

from northsquall.assess import assess, work_out
from northsquall.assessment import Assessment
from northsquall.chemistry.walk import walk
from northsquall.dynamics.kinetics import kinetics_of
from northsquall.dynamics.pot import run
from northsquall.procedure.amounts import lots_of
from northsquall.reading import read
from northsquall.review import settings_for
from northsquall.substances import catalogue

ALDOL = (
    "Dibenzylideneacetone\n\nSodium hydroxide (10 g), water (100 mL) and ethanol (80 mL) are stirred in a 500 mL flask in a water bath at 20 °C, thermometer in the liquid. "
    "A mixture of benzaldehyde (10.6 g) and acetone (2.9 g) is added{time}, at 20-25 °C. It is stirred for 30 min.\n"
)
GRIGNARD = (
    "Benzoic acid\n\nMagnesium (4.86 g, 0.20 mol) and diethyl ether (60 mL) are placed in a 500 mL flask, thermometer in the ether, in a water bath at 20 °C. "
    "Bromobenzene (31.4 g) in diethyl ether (100 mL) is added over {minutes} min, keeping it below 30 °C.\n"
)


def result(text: str) -> Assessment:
    return assess(read(text), preview=True)


def test_a_rate_that_is_not_known_takes_the_worse_of_both_bounds() -> None:
    """Dosing control gives the heat, full accumulation the loss of control: MTSR = pot + all that was fed (handbook 2.4)."""
    a = result(ALDOL.format(time=" over 30 min"))
    x = a.exotherm
    assert x.peak_T_C.established and x.MTSR_C.established
    assert x.accumulation_max.high == pytest.approx(1.0, abs=0.02)
    assert x.MTSR_C.best is not None and x.MTSR_C.high is not None and x.peak_T_C.best is not None
    assert x.MTSR_C.best > x.peak_T_C.best + 2.0
    assert any("no rate is known" in str(q["why"]) for q in a.assumptions)
    assert a.heat.adiabatic_rise_K.best is not None
    assert x.MTSR_C.high <= 25 + a.heat.adiabatic_rise_K.high * 1.6  # type: ignore[operator]


def test_a_missing_time_does_not_decide_where_all_at_once_is_harmless() -> None:
    a = result(ALDOL.format(time=""))
    said = [f for f in a.findings if "time is written" in f.message]
    assert [f.severity for f in said] == ["note"]
    assert a.verdict in ("acceptable", "acceptable with conditions")


def test_ether_boils_first_when_a_grignard_loses_its_cooling() -> None:
    """Class 3 or worse: the adiabatic end is far above 34.6 °C, diethyl ether's boiling point (CRC, from memory)."""
    a = result(GRIGNARD.format(minutes=60))
    assert a.exotherm.MTT_C.best == pytest.approx(35.0, abs=4.0)
    assert a.exotherm.criticality_class is not None and a.exotherm.criticality_class >= 3
    assert a.exotherm.MTSR_C.high is not None and a.exotherm.MTSR_C.high > 60.0
    assert any(f.code == "H03" for f in a.findings)


def test_what_mixing_decides_does_not_pile_up() -> None:
    """Hypochlorite and bisulfite, thionyl chloride on water: as fast as fed, so that MTSR stays at the pot."""
    text = "Salt\n\nWater (200 mL) is placed in a 500 mL flask in an ice bath, thermometer in the liquid. Acetyl chloride (10 g) is added over 40 min, below 20 °C.\n"
    a = result(text)
    assert a.exotherm.accumulation_max.high is None or a.exotherm.accumulation_max.high < 0.1
    assert a.exotherm.peak_T_C.established


def test_every_family_has_a_rate_or_says_that_it_has_none() -> None:
    texts = [ALDOL.format(time=" over 30 min"), GRIGNARD.format(minutes=30)]
    seen = set()
    for text in texts:
        p = read(text)
        for e in walk(p, lots_of(p, catalogue()), p.results.product_smiles).events():
            k = kinetics_of(e)
            assert k.note and k.k_ref > 0 and 0 < k.factors[0] <= 1 <= k.factors[1]
            seen.add(k.how)
    assert "not known" in seen


def test_melting_endothermic_steps_are_not_warmed_by_losing_the_cooling() -> None:
    a = result("Salt\n\nWater (100 mL) is placed in a 250 mL flask. Ammonium chloride (20 g) is added over 10 min.\n")
    assert not [f for f in a.findings if f.code in ("H03", "H02")]


TIN = (
    "Aniline\n\nNitrobenzene (12.3 g) and granulated tin (24 g) are placed in a 500 mL flask with a stirrer and a thermometer in the liquid, in a bath of 1 kg of ice and 1 kg of water. "
    "60 mL of 36 % hydrochloric acid is added over {minutes} min.\n"
)


def test_acid_that_is_fed_paces_what_consumes_it() -> None:
    """Nitrobenzene and tin wait for the acid: the heat comes while it is fed and not all at its first drop, and little piles up."""
    a = result(TIN.format(minutes=60))
    t, made = np.array(a.strip.t_min), np.array(a.strip.made_W)
    dose = next(s for s in a.steps if s.kind == "dose")
    assert dose.start_min is not None and dose.end_min is not None
    early = np.trapezoid(made[t <= dose.start_min + 5], t[t <= dose.start_min + 5])
    assert early < 0.25 * np.trapezoid(made, t)
    assert a.exotherm.accumulation_max.best is not None and a.exotherm.accumulation_max.best < 0.1
    slow = result(TIN.format(minutes=240)).exotherm.peak_T_C.best
    assert slow is not None and a.exotherm.peak_T_C.best is not None and slow < a.exotherm.peak_T_C.best - 5


def test_a_second_reaction_without_a_rate_counts_as_unreacted_when_control_is_lost() -> None:
    """Two rows, one of them with nothing known: its slowest end lies at nothing, and the figure shown is the worse bound."""
    p = read(TIN.format(minutes=60))
    c = work_out(p, catalogue(), settings_for(p, None)).context
    assert c.pot is not None and c.pot.plan.followed == 2
    rates = c.pot.plan.rates
    unknown = replace(c.pot.plan, rates=(rates[0], replace(rates[1], factors=(1e-8, 1.0)), *rates[2:]))
    known = replace(unknown, rates=(rates[0], replace(rates[1], factors=(1.0, 1.0)), *rates[2:]))
    slow = next(x for x in unknown.corners if x.name == "slow")
    assert run(unknown, slow).worst().mtsr_C > run(known, slow).worst().mtsr_C + 5
    best = next(x for x in unknown.corners if x.name == "best")
    assert run(unknown, best).worst().mtsr_C == pytest.approx(run(known, best).worst().mtsr_C, abs=1e-6)
