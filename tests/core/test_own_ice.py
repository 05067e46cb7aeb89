"""Ice in the pot itself: what it takes is its heat of melting, 333.6 J/g (handbook 5), and it holds 0 °C while it lasts."""

from __future__ import annotations

import pytest

from northsquall.assess import assess
from northsquall.assessment import Assessment
from northsquall.reading import read


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
    assert "H02" in {f.code for f in bare.findings if f.severity == "stop"}
    assert "H02" not in {f.code for f in with_ice.findings if f.severity == "stop"}
    assert peak(with_ice) < peak(bare) - 10


@pytest.mark.parametrize(("less", "more"), [(60, 150), (150, 400)])
def test_more_ice_is_never_warmer(less: int, more: int) -> None:
    assert peak(acetylated(more)) <= peak(acetylated(less)) + 0.2


def test_too_little_ice_is_said() -> None:
    """60 g take 20 kJ; the water alone brings 21 kJ from 20 °C, and the acetylation comes on top."""
    short = acetylated(60)
    assert peak(short) > 10.0 and {"H02", "H06"} & {f.code for f in short.findings if f.severity in ("stop", "condition")}
