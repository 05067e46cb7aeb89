"""What counts as standing ready: a place below the flask, and no temperature (common practice, no source)."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from northsquall.assess import assess
from northsquall.quenching.dump import SOLVENT_G_ML, SOLVENT_J_GK, solvent_for
from northsquall.quenching.readiness import DUMP, READY
from northsquall.reading import read


def standing(words: str) -> list[bool]:
    return [pattern.search(words) is not None for _, pattern in READY]


@pytest.mark.parametrize(
    "words",
    [
        "a 500 mL beaker in ice, nitric acid is run in below 10 °C",
        "ice water in a 600 mL beaker within 15 min, below about 15 °C",
        "held in a tub of ice water below −5 °C",
        "below 20 °C, ice as needed",
        "neutralised in the beaker, under the limit of 30 °C",
        "the organic layer, lower of the two, is drained and the last drop kept",
        "sodium carbonate until the paper stays blue",
    ],
)
def test_a_temperature_or_an_agent_in_use_is_nothing_that_stands_ready(words: str) -> None:
    assert standing(words) == [False] * 5 and DUMP.search(words) is None


@pytest.mark.parametrize(
    ("words", "which"),
    [
        ("A tray of ice stands below the flask.", [0, 1]),
        ("2 kg of ice in a pan under it", [0, 1]),
        ("the flask hangs over a lab jack that lowers the bath", [2]),
        ("a litre of thiosulfate at hand", [3]),
    ],
)
def test_what_stands_ready_is_seen_and_is_a_dump_or_takes_a_spill(words: str, which: list[int]) -> None:
    assert [i for i, x in enumerate(standing(words)) if x] == which and DUMP.search(words) is not None


def test_a_second_person_is_no_dump() -> None:
    assert standing("two people, one of them within call")[4] and DUMP.search("two people, one of them within call") is None


WET = [
    ("13 g of acetanilide in 40 mL of 96 % sulfuric acid in a 250 mL flask, ice bath. 8 mL of 68 % nitric acid over 30 min, below 10 °C.", None),
    ("1 g of lithium aluminium hydride in 40 mL of dry ether in a 250 mL flask, ice bath. 3 g of benzophenone in 20 mL of dry ether over 30 min, below 10 °C.", "lithium aluminium hydride"),
    ("2.4 g of magnesium and 50 mL of dry ether in a 250 mL flask. 15.7 g of bromobenzene in 30 mL of dry ether over 40 min. Ice bath. 5.8 g of acetone in 10 mL of dry ether over 30 min at 5-10 °C.", "the organometallic reagent"),
    ("14 g of aluminium chloride in 60 mL of dichloromethane in a 250 mL flask, ice bath. 7.9 g of acetyl chloride over 20 min at 0-5 °C. 9.2 g of toluene over 30 min at 0-5 °C.", "aluminium chloride"),
    ("19 g of 4-toluenesulfonyl chloride and 100 mL of water in a 500 mL flask, ice bath. 60 mL of 10 % sodium hydroxide over 30 min at 10-20 °C.", None),
]  # fmt: skip


@pytest.mark.parametrize(("words", "acts"), WET)
def test_no_ice_on_a_batch_that_water_acts_on(words: str, acts: str | None) -> None:
    """Hydrides, organometallics, Lewis chlorides go on no ice (common practice, no source); what stands in water already may."""
    d = assess(read(f"Trial\n\n{words}\n")).dump
    assert d is not None and d.heat_kJ is not None
    if acts is None:
        assert d.ice_g is not None and d.solvent_mL is None and any("ice" in x.what for x in d.ready)
    else:
        assert d.ice_g is None and d.solvent_mL is not None and acts in d.says and "no water" in d.says
        assert not any(x.what.startswith("ice") for x in d.ready)


@given(st.floats(1, 400), st.floats(50, 3000), st.floats(5, 40))
def test_the_dry_dump_ends_where_it_says(heat: float, batch: float, end: float) -> None:
    """Adiabatic mixing (handbook 2.8): what the batch gives off down to the end is what the solvent takes up from 0 °C."""
    g = solvent_for(heat, batch, end) * SOLVENT_G_ML
    assert g >= 0
    if g > 0:
        assert heat * 1e3 - batch * end == pytest.approx(g * SOLVENT_J_GK * end, rel=1e-9)


def test_a_hydride_without_an_amount_is_offered_no_ice_either() -> None:
    """A missing amount is not safe: what water acts on gets no ice whether or not its heat is established."""
    d = assess(
        read(
            "Trial\n\nLithium aluminium hydride in 40 mL of dry ether in a 250 mL flask, ice bath. 3 g of benzophenone in 20 mL of dry ether over 30 min.\n"
        )
    ).dump
    assert d is not None and d.heat_kJ is None and d.acted_on == "lithium aluminium hydride"
    assert "no water" in d.says and not any(x.what.startswith("ice") for x in d.ready)
