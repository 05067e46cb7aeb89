"""A fire that was seen, an aldehyde in warm strong alkali, and an organic that a trace of acid does not dissolve (common practice, no source, where nothing else is said)."""

from __future__ import annotations

import pytest

from northsquall.assess import assess
from northsquall.reading import read

BOTTLE = "Old butyllithium\n\nButyllithium 1.6 M in hexane, 60 mL, is poured into 1 L of methanol in a 5 L bucket over 10 min. {}"


@pytest.mark.parametrize(
    "seen", ("The third caught fire as it left the bottle.", "The hexane burns on top.", "Flames came out of the bucket.")
)
def test_what_has_burnt_is_a_source_of_ignition(seen: str) -> None:
    assert any(f.code == "G08" and f.short == "fire" for f in assess(read(BOTTLE.format(seen))).findings)


@pytest.mark.parametrize(
    "said", ("Never pour it so fast that it would catch fire.", "If it caught fire the lid goes on.", "Sand stands by.")
)
def test_a_fire_that_is_spoken_of_is_none(said: str) -> None:
    assert all(f.short != "fire" for f in assess(read(BOTTLE.format(said))).findings)


@pytest.mark.parametrize(("T", "happens"), ((65, True), (20, False)))
def test_an_aryl_aldehyde_disproportionates_in_warm_strong_alkali(T: int, happens: bool) -> None:
    """Two of the aldehyde give one of acid and one of alcohol; cold it takes days."""
    a = assess(
        read(
            f"Cannizzaro\n\nBenzaldehyde 10.6 g and 40 mL of methanol in a 250 mL flask, thermometer in the liquid, water bath at {T} °C. "
            f"Potassium hydroxide 14 g in 14 mL of water over 40 min at {T} °C."
        )
    )
    (made,) = [r.extent_mol for r in a.reactions if r.family.startswith("Cannizzaro")] or [0.0]
    assert made == pytest.approx(0.05 if happens else 0.0, rel=0.01, abs=1e-9)


def test_a_trace_of_acid_takes_up_no_more_organic_than_it_holds() -> None:
    """1.0 mL of 96 % acid is 0.018 mol; at 10 kJ/mol that is 0.2 kJ, and no more, of what dissolves in it."""
    a = assess(
        read(
            "Isoamyl acetate\n\nIsoamyl alcohol 17.6 g, acetic acid 24 mL and conc. sulfuric acid 1.0 mL in a 100 mL flask, condenser. Reflux for 60 min."
        )
    )
    (line,) = [r for r in a.reactions if r.family == "dissolving"]
    assert line.heat_kJ.high == pytest.approx(0.18, abs=0.02)
