"""Ice in the pot itself: what it takes is its heat of melting, 333.6 J/g (handbook 5), and it holds 0 °C while it lasts."""

from __future__ import annotations

import pytest

from northsquall.assess import assess, settings_for, work_out
from northsquall.assessment import Assessment
from northsquall.reading import read
from northsquall.sheets import iced_C
from northsquall.substances import catalogue


def acetylated(ice_g: int) -> Assessment:
    """Aniline acetylated below 10 °C in water, over `ice_g` of ice in the beaker, with no bath."""
    ice = f" and {ice_g} g of ice" if ice_g else ""
    return assess(
        read(
            f"Acetanilide\n\n1 L beaker: aniline 28 g, water 250 mL{ice}.\nAcetic anhydride 31 g dropwise over 30 min, below 10 °C, stirred, thermometer in the solution.\n"
        )
    )


def peak(a: Assessment) -> float:
    worst = a.exotherm.peak_T_C.best
    assert worst is not None
    return worst


def test_ice_in_the_pot_holds_a_limit_that_a_bare_beaker_does_not() -> None:
    """Common practice, no source: ice goes into the beaker of a diazotisation or coupling, and holds it cold."""
    bare, with_ice = acetylated(0), acetylated(400)
    warm = next(f for f in bare.findings if f.code == "H02")
    assert warm.severity == "condition" and any("no bath is written" in x for x in warm.parts)
    assert "H02" not in {f.code for f in with_ice.findings if f.severity == "stop"}
    assert peak(with_ice) < peak(bare) - 10


@pytest.mark.parametrize(("less", "more"), [(60, 150), (150, 400)])
def test_more_ice_is_never_warmer(less: int, more: int) -> None:
    assert peak(acetylated(more)) <= peak(acetylated(less)) + 0.2


def test_too_little_ice_is_said() -> None:
    """60 g take 20 kJ; the water alone brings 21 kJ from 20 °C, and the acetylation comes on top."""
    short = acetylated(60)
    assert peak(short) > 10.0 and {"H02", "H06"} & {f.code for f in short.findings if f.severity in ("stop", "condition")}


def poured_C(ice: str) -> float | None:
    """°C of 500 mL of water with ice in it, as it is poured on; None where it is taken at the room's temperature."""
    p = read(f"Dye\n\nA. water 500 mL and {ice}, 1 L beaker.\nB. phenol 9 g, 10 % NaOH 100 mL, 2 L beaker.\nA into B over 10 min.\n")
    w = work_out(p, catalogue(), settings_for(p, None))
    poured = next(s for s in p.steps if s.from_vessel == "1 L beaker")
    return iced_C(p, w.lots, w.context.reactions, 20.0).get(poured.n)


def test_what_is_poured_over_is_as_cold_as_its_ice_can_make_it() -> None:
    """By hand: 60 g (333.6 J/g, handbook 5) in 500 g of water (4.18 J/(g K)) from 20 °C end at 9.3 °C; 200 g leave ice."""
    few, many = poured_C("60 g of ice"), poured_C("200 g of ice")
    assert few == pytest.approx(9.3, abs=0.1)
    assert many == 0.0


def test_ice_without_an_amount_cools_nothing() -> None:
    assert poured_C("some ice") in (None, 20.0)


@pytest.mark.parametrize("how", ["is added", "is added all at once"])
def test_ice_that_is_added_later_is_not_counted_twice(how: str) -> None:
    """By hand: 150 g take 50 kJ from 1.85 kJ/K (water, aniline, anhydride, melt, glass): 27 K off the 33 °C of the bare beaker, 6 °C.

    Counted twice, as a bath inside and as heat taken up by its addition, it would come below that; what has not melted yet comes above.
    """
    text = f"Acetanilide\n\n1 L beaker: aniline 28 g, water 250 mL.\nIce 150 g {how}.\nAcetic anhydride 31 g dropwise over 30 min, below 10 °C, stirred.\n"
    assert 3.5 < peak(assess(read(text))) < 20.0
