"""The ladder: heat with the charge, area with its two-thirds power, and what that does to the peak."""

from __future__ import annotations

import pytest
from deepness import DEEP
from hypothesis import given, settings
from hypothesis import strategies as st

from northsquall.ladder import NoRung, grown, ladder
from northsquall.procedure import Procedure
from northsquall.reading import read

TEXT = (
    "Methyl 3-nitrobenzoate\n\nIn a 500 mL flask with a paddle stirrer and a thermometer in the liquid, 70 mL of 96 % sulfuric acid is cooled to 3 °C in a bath of 2 kg of ice and 1 kg of water. "
    "Methyl benzoate (13.6 g) is stirred in over 15 min, below 10 °C.\n\n8.0 mL of 68 % nitric acid, chilled, is added{time}, below 15 °C. The mixture is stirred for 20 min at 10 °C.\n"
)


def procedure(time: str = " over 60 min") -> Procedure:
    return read(TEXT.format(time=time))


def test_heat_goes_with_the_charge_and_the_bath_takes_less_per_litre() -> None:
    """UA/V falls as s^(-1/3) (handbook 2.11); within what the next flask from the shelf changes."""
    rungs = ladder(procedure(), (1.0, 10.0, 100.0))
    one = rungs[0]
    assert one.heat_kJ.best is not None and one.takes_W_K_L is not None
    for r in rungs[1:]:
        assert r.heat_kJ.best == pytest.approx(one.heat_kJ.best * r.factor, rel=1e-6)
        assert r.volume_mL == pytest.approx((one.volume_mL or 0.0) * r.factor, rel=0.01)
        assert r.takes_W_K_L == pytest.approx(one.takes_W_K_L * r.factor ** (-1 / 3), rel=0.2)
        assert r.ice_g == pytest.approx((one.ice_g or 0.0) * r.factor)


def test_the_larger_the_hotter_and_the_longer() -> None:
    rungs = ladder(procedure(), (1.0, 3.0, 10.0, 30.0, 100.0))
    peaks = [r.peak_high_C for r in rungs]
    assert all(p is not None for p in peaks) and peaks == sorted(peaks)  # type: ignore[type-var]
    times = [r.shortest_min for r in rungs if r.shortest_min is not None]
    assert times == sorted(times)
    order = ["acceptable", "acceptable with conditions", "not established", "not acceptable"]
    worse = [order.index(r.verdict) for r in rungs]
    assert worse[-1] >= worse[0]
    assert all(bool(r.breaks_first) == (r.verdict != "acceptable") for r in rungs)


def test_a_peak_over_the_limit_weighs_less_where_the_text_shuts_the_feed() -> None:
    """A rung over its limit says how much that weighs; shutting the feed at the limit, as written, makes a note of it while little has piled up."""
    plain = ladder(procedure())
    shut = ladder(read(TEXT.format(time=" over 60 min").replace("below 15 °C.", "below 15 °C, the funnel shut whenever 14 °C shows.")))
    for r in plain:
        assert r.limit_C == 15.0 and r.peak_high_C is not None
        assert (r.over_limit is None) == (r.peak_high_C <= 15.5)
        assert r.over_limit != "note"
    assert any(a.over_limit in ("condition", "stop") and b.over_limit == "note" for a, b in zip(plain, shut, strict=True))
    assert [r.peak_C for r in plain] == [r.peak_C for r in shut]


def test_the_first_rung_is_the_procedure_as_written() -> None:
    from northsquall.assess import assess

    p = procedure()
    rung, a = ladder(p, (1.0,))[0], assess(p, preview=True)
    assert rung.heat_kJ == a.heat.total_kJ
    assert rung.peak_C == pytest.approx(a.exotherm.peak_T_C.best, abs=1e-6)
    assert rung.criticality_class == a.exotherm.criticality_class


def test_without_a_time_a_rung_says_what_is_missing() -> None:
    rung = ladder(procedure(""), (10.0,))[0]
    assert rung.peak_C is None and rung.shortest_min is None and "no time is written" in rung.missing
    assert not rung.MTSR_C.established and rung.heat_kJ.established
    assert rung.verdict in ("not established", "not acceptable")


@pytest.mark.parametrize("factor", [0.0, -3.0, 1e9, float("nan")])
def test_a_scale_out_of_range_is_refused(factor: float) -> None:
    with pytest.raises(NoRung, match="out of range"):
        ladder(procedure(), (factor,))


@given(st.floats(0.2, 200.0))
@settings(max_examples=200 if DEEP else 25, deadline=None)
def test_growing_keeps_the_procedure_and_never_takes_a_smaller_flask(factor: float) -> None:
    p = procedure()
    q = grown(p, factor)
    assert q.scale == pytest.approx(factor) and p.scale == 1.0
    assert [s.text for s in q.steps] == [s.text for s in p.steps]
    for a, b in zip(p.vessels, q.vessels, strict=True):
        assert (a.nominal_mL is None) == (b.nominal_mL is None)
        if a.nominal_mL is not None and b.nominal_mL is not None:
            assert b.nominal_mL >= a.nominal_mL * factor * 0.998
            assert b.nominal_mL <= max(a.nominal_mL * factor * 2.51, 25.0)


def test_a_jacketed_reactor_needs_no_ice_and_holds_while_its_circulator_can() -> None:
    """From a litre on the bath is a thermostat at its temperature: no ice is written, and the ladder says the same heat."""
    flasks, reactors = ladder(procedure(), [1, 10, 100]), ladder(procedure(), [1, 10, 100], reactor=True)
    assert reactors[0] == flasks[0]
    for f, r in zip(flasks[1:], reactors[1:], strict=True):
        assert r.ice_g is None and f.ice_g is not None and r.vessel_mL == f.vessel_mL
        assert r.heat_kJ.best == pytest.approx(f.heat_kJ.best, rel=1e-6)
        assert r.peak_C is not None and r.peak_high_C is not None and r.peak_high_C >= r.peak_C
