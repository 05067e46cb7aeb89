"""The gas line, closed vessels and the order of findings as properties (issue 6, Shows 3), and what a faulty line says of itself."""

from __future__ import annotations

import random
from pathlib import Path

import numpy as np
import pytest
from deepness import DEEP
from hypothesis import example, given, settings
from hypothesis import strategies as st

from northsquall.assess import assess, work_out
from northsquall.findings import base
from northsquall.findings.base import raise_all
from northsquall.gas.air import highest_mean
from northsquall.gas.closed import rise_bar
from northsquall.gas.failing import failures
from northsquall.gas.release import Release
from northsquall.gas.train import run_line
from northsquall.procedure import Chemistry, Laboratory, Procedure, TrainElement
from northsquall.reading import read
from northsquall.review import Settings, settings_for
from northsquall.substances import catalogue

GASES = ("HCl", "HBr", "SO2", "NO2", "Cl2", "CO2", "NH3(g)", "[C-]#[O+]")
REAGENTS = ("sodium hydroxide", "sulfuric acid", "water", "sodium sulfite", "sodium hypochlorite")


def release(gas: str, mol: float, start: float, length: float) -> Release:
    t = np.array([start, start + length])
    rate = mol / length
    return Release(gas, 1, "flask", (mol, mol, mol), start, start + length, (rate, rate, rate), "test", t, np.array([rate, rate]))


def absorber(reagent: str, mL: float, percent: float, name: str = "a", **more: object) -> TrainElement:
    return TrainElement(element="absorber", name=name, reagent=reagent, liquid_mL=mL, percent_w=percent, by="reviewer", **more)  # type: ignore[arg-type]


def trap(mL: float) -> TrainElement:
    return TrainElement(element="trap", volume_mL=mL, by="reviewer")


def plain() -> Settings:
    return Settings(Laboratory(), {})


releases_ = st.lists(
    st.builds(release, st.sampled_from(GASES), st.floats(1e-4, 5.0), st.floats(0.0, 300.0), st.floats(0.2, 400.0)), min_size=1, max_size=4
)
elements_ = st.lists(
    st.one_of(
        st.builds(absorber, st.sampled_from(REAGENTS), st.floats(5.0, 3000.0), st.floats(0.5, 30.0)),
        st.builds(trap, st.floats(10.0, 5000.0)),
        st.just(TrainElement(element="burner", by="reviewer")),
        st.just(TrainElement(element="condenser", by="reviewer")),
    ),
    max_size=6,
)


@settings(max_examples=1000 if DEEP else 40, deadline=None)
@example([release("HCl", 1.0, 0.0, 1.0), release("HCl", 1.0, 5e-324, 1.0)], [])
@given(releases_, elements_)
def test_what_comes_in_is_taken_or_leaves(found: list[Release], elements: list[TrainElement]) -> None:
    for i, e in enumerate(elements):
        e.name = f"{e.element} {i}"
    line = run_line("flask", elements, found, {}, plain(), None, catalogue())
    for gas in {r.gas for r in found}:
        came = sum(r.mol[1] for r in found if r.gas == gas)
        taken = sum(p.took.get(gas, 0.0) for p in line.elements)
        assert abs(came - taken - line.out[gas]) <= 1e-9 * max(1.0, came)
        assert taken >= 0.0 and line.out[gas] >= -1e-12


@settings(max_examples=600 if DEEP else 30, deadline=None)
@given(st.sampled_from(("HCl", "SO2", "HBr")), st.floats(0.01, 3.0), st.floats(10.0, 2000.0), st.floats(1.0, 3.0))
def test_more_alkali_never_breaks_through_earlier(gas: str, mol: float, mL: float, factor: float) -> None:
    def through(volume: float) -> tuple[float, float]:
        line = run_line(
            "flask", [absorber("sodium hydroxide", volume, 10.0)], [release(gas, mol, 0.0, 60.0)], {}, plain(), None, catalogue()
        )
        at = line.elements[0].through_min[gas]
        return (at if at is not None else 1e9), line.out[gas]

    (small, passed), (large, less) = through(mL), through(mL * factor)
    assert large >= small - 1e-9 and less <= passed + 1e-12


def test_alkali_is_used_up_when_the_gas_has_asked_for_all_of_it() -> None:
    """100 mL of 10 % sodium hydroxide: 110.9 g (density 1.109, CRC Handbook) with 0.277 mol; mol for mol with hydrogen chloride."""
    line = run_line(
        "flask", [absorber("sodium hydroxide", 100.0, 10.0)], [release("HCl", 1.0, 0.0, 100.0)], {}, plain(), None, catalogue()
    )  # fmt: skip
    taken_of_what_comes = line.elements[0].took["HCl"] / 1.0  # water takes what the alkali does not: the efficiency alone
    at = line.elements[0].spent_min
    assert at is not None and 0.0 <= at - 27.7 / taken_of_what_comes < 1.1  # a cell is a hundredth of the release
    spared = run_line(
        "flask", [absorber("sodium hydroxide", 100.0, 10.0)], [release("HCl", 0.2, 0.0, 100.0)], {}, plain(), None, catalogue()
    )  # fmt: skip
    assert spared.elements[0].spent_min is None


@settings(max_examples=2000 if DEEP else 60, deadline=None)
@given(
    st.floats(0.0, 5.0), st.floats(-10.0, 250.0), st.floats(0.01, 20.0), st.one_of(st.none(), st.floats(30.0, 250.0)), st.floats(0.0, 2.0)
)
def test_closing_a_vessel_never_lowers_its_pressure(mol: float, T: float, head: float, boils: float | None, more: float) -> None:
    p = rise_bar(mol, T, head, boils)
    assert p >= 0.0
    assert rise_bar(mol + more, T, head, boils) >= p - 1e-12
    assert rise_bar(mol, T, head * 2.0, boils) <= p + 1e-12


@settings(max_examples=500 if DEEP else 30, deadline=None)
@given(st.floats(20.0, 2000.0), st.lists(st.floats(10.0, 3000.0), max_size=3), st.floats(1.0, 4.0))
def test_a_larger_trap_never_makes_suck_back_worse(liquid: float, traps: list[float], factor: float) -> None:
    worse = {"reaches": 1, "caught": 0, "held": 0, "": 0}

    def end(times: float) -> int:
        line = run_line(
            "flask", [*(trap(x * times) for x in traps), absorber("sodium hydroxide", liquid, 10.0, above=False, dip_cm=3.0)], [release("HCl", 0.1, 0.0, 30.0)], {}, plain(), None, catalogue()
        )  # fmt: skip
        return worse[line.elements[-1].pulled]

    assert end(factor) <= end(1.0)
    assert end(1.0) == (0 if sum(traps) >= liquid else 1)


def test_the_order_of_rules_does_not_change_the_findings() -> None:
    text = (Path(__file__).resolve().parents[2] / "demo" / "4-methylbenzoyl-chloride.txt").read_text("utf-8")
    document = read(text)
    context = work_out(document, catalogue(), settings_for(document, None)).context
    first = [(f.code, f.severity, f.message) for f in raise_all(context)]
    rules = list(base.RULES)
    try:
        for seed in range(4):
            random.Random(seed).shuffle(base.RULES)
            assert [(f.code, f.severity, f.message) for f in raise_all(context)] == first
    finally:
        base.RULES[:] = rules


@settings(max_examples=60 if DEEP else 10, deadline=None)
@given(st.integers(20, 900), st.integers(0, 600))
def test_a_quench_is_never_smaller_than_what_goes_in(ice: int, water: int) -> None:
    more = f" and {water} mL of water" if water else ""
    text = f"Methyl 3-nitrobenzoate\n\n40 mL of 96 % sulfuric acid is placed in a 250 mL flask that stands in 2 kg of ice and water. Methyl benzoate (13.6 g) is added over 20 min below 10 °C. 7.0 mL of 68 % nitric acid is dropped in over 60 min below 15 °C. The mixture is poured on to {ice} g of ice{more} in a 2 L beaker."
    v = next(v for v in assess(read(text)).vessels if v.name == "2 L beaker")
    assert v.max_volume_mL is not None and v.max_volume_mL >= 0.99 * (ice + water + 40.0 + 7.0 + 13.6 / 1.1)


def test_the_highest_mean_is_that_of_the_window() -> None:
    """A square pulse of 3 for 5 min: the peak minute sees all of it, a quarter of an hour a third."""
    t = np.linspace(0.0, 60.0, 1201)
    rate = np.where((t > 20.0) & (t <= 25.0), 3.0, 0.0)
    assert highest_mean(t, rate, 1.0) == pytest.approx(3.0, rel=1e-3)
    assert highest_mean(t, rate, 15.0) == pytest.approx(1.0, rel=0.02)


# ------------------------------------------------------------------ bad input: a sentence at the element, the rest computed

CHLORIDE = """4-Methylbenzoyl chloride

In the fume cupboard, in a 250 mL flask with a stirrer and a thermometer in the liquid, 27.2 g (0.200 mol) of 4-methylbenzoic acid and 60 mL of toluene were warmed to 70 °C. Thionyl chloride (28.6 g, 0.240 mol) was added over 90 min at 70-75 °C."""


def with_line(*elements: TrainElement) -> Procedure:
    document = read(CHLORIDE)
    vessel = next(v.name for v in document.vessels if v.kind == "flask")
    document.chemistry = [Chemistry(what="line", family="gas line", vessel=vessel, line=list(elements), why="test")]
    return document


GOOD = absorber("sodium hydroxide", 800.0, 10.0, name="good", volume_mL=1000.0, above=True, dip_cm=0.0)


@pytest.mark.parametrize(
    ("bad", "says"),
    [
        (trap(0.0), "0 mL is no volume"),
        (TrainElement(element="absorber", name="bare", by="reviewer"), "nothing stands in it"),
        (TrainElement(element="absorber", name="odd", reagent="patent scrubbing salt", liquid_mL=100.0, percent_w=10.0, by="reviewer"), "in no catalogue"),
        (TrainElement(element="absorber", name="open", reagent="sodium hydroxide", by="reviewer"), "no amount of sodium hydroxide"),
        (GOOD.model_copy(), "Two vessels are called good"),
    ],
)  # fmt: skip
def test_a_fault_in_the_line_is_a_sentence_and_the_rest_is_computed(bad: TrainElement, says: str) -> None:
    a = assess(with_line(GOOD, bad, TrainElement(element="hood", by="reviewer")))
    (line,) = a.gas_lines
    assert says in line.elements[1].trouble
    assert line.elements[0].took["HCl"] == pytest.approx(0.19, rel=0.05)  # the good one goes on taking
    assert [f for f in a.findings if says in f.message and not f.established]


def test_a_line_that_leads_back_is_said() -> None:
    document = with_line(GOOD)
    document.chemistry[0].line = [GOOD.model_copy(update={"name": document.chemistry[0].vessel})]
    a = assess(document)
    assert any("back into itself" in t for t in a.gas_lines[0].trouble)
    assert [f for f in a.findings if f.code == "P01" and "itself" in f.message]


def test_an_absorber_that_makes_a_worse_gas_is_g06() -> None:
    """Acid gas sets chlorine free from hypochlorite (handbook 3.4)."""
    text = CHLORIDE + " The gas goes through an empty 1 L bottle to a funnel mouth-down above 400 mL of 5 % sodium hypochlorite."
    found = [f for f in assess(read(text)).findings if f.code == "G06"]
    assert found and "chlorine" in found[0].message


def test_no_hood_leaves_the_room_and_an_unknown_flow_its_assumption() -> None:
    bare = assess(read(CHLORIDE.replace("In the fume cupboard, in", "In")))
    assert all(g.exposure["where"] == "room" for g in bare.gases if g.exposure)
    assert [f for f in bare.findings if f.code in ("G04", "G07") and f.severity == "stop"]
    hooded = assess(read(CHLORIDE))
    assert all(g.exposure["where"] == "hood" for g in hooded.gases if g.exposure)


UNTIMED = (
    CHLORIDE.replace(" over 90 min", "")
    + " The gas goes through an empty 500 mL bottle to a funnel mouth-down above 400 mL of 10 % sodium hydroxide."
)


@pytest.mark.parametrize("kind", ["plugged", "spent", "hood off", "all at once"])
def test_a_failure_of_a_gas_without_a_rate_is_not_established(kind: str) -> None:
    """Nobody wrote how fast: no curve, and no "the joints hold"."""
    document = read(UNTIMED)
    context = work_out(document, catalogue(), settings_for(document, None)).context
    assert context.gas is not None
    (of,) = context.gas.lines
    (found,) = failures(context, of, 30.0, [kind])
    assert found.says.startswith("Not established") and not found.values and not found.over
    timed = read(UNTIMED.replace("was added", "was added over 90 min"))
    context = work_out(timed, catalogue(), settings_for(timed, None)).context
    (found,) = failures(context, of, 30.0, [kind])
    assert not found.says.startswith("Not established") and found.values


def test_what_a_laboratory_says_of_its_hood_and_room_is_used() -> None:
    """Half the air, twice the concentration (handbook 2.7); a room of twice the volume never has more."""
    timed = read(UNTIMED.replace("was added", "was added over 90 min"))

    def ppm(document: Procedure, laboratory: Laboratory) -> float:
        line = next(g.exposure for g in assess(document, laboratory=laboratory).gases if g.formula == "SO2" and g.exposure)
        return float(line["exhaust_ppm"]["best"])

    assert ppm(timed, Laboratory(hood_m3_h=400.0)) == pytest.approx(2 * ppm(timed, Laboratory(hood_m3_h=800.0)), rel=0.01)
    bench = read(CHLORIDE.replace("In the fume cupboard, in", "In"))
    assert ppm(bench, Laboratory(room_m3=200.0)) < ppm(bench, Laboratory(room_m3=50.0))


def test_a_gas_without_an_amount_never_makes_a_shut_vessel_safe() -> None:
    """Zinc in an amount nobody wrote, the acid's carbonate known: the rise is not established, not the carbonate's alone."""
    text = "Z\n\nIn a 500 mL flask are sodium carbonate (0.02 g) and water (100 mL). 20 mL of 37 % hydrochloric acid is added over 20 min. Some zinc is added and the flask is stoppered. It stands for 2 h."
    a = assess(read(text))
    (closed,) = a.closed
    assert "H2" in closed.unknown and closed.rise_bar.best is None
    assert [f for f in a.findings if f.code == "G02" and f.severity != "note"]


@pytest.mark.parametrize(
    "source",
    [
        "Manganese dioxide 8.7 g in a 500 mL flask. Hydrobromic acid (48 %, 60 mL) is added over 10 min, stirred, at 50 °C {place}.",
        "Potassium bromide 24 g in 50 mL of water in a 500 mL flask. Hydrogen peroxide (30 %, 11 mL) and hydrochloric acid (37 %, 20 mL) are added over 10 min, stirred, at 50 °C {place}.",
    ],
)
def test_bromine_that_is_made_stands_in_the_room_as_vapour(source: str) -> None:
    """Bromine boils at 58.8 °C (handbook 5): how much leaves is not established, never none; it wants an absorber, and a hood before all."""
    for place, severity in (("on the bench", "stop"), ("in a fume cupboard", "condition")):
        a = assess(read(f"Bromine\n\n{source.format(place=place)}"))
        vapour = next(g for g in a.gases if g.formula == "Br2")
        assert not vapour.mol.established and "at most 0.1 mol" in (vapour.mol.reason or "")
        assert severity in {f.severity for f in a.findings if f.code == "G04"}


def test_bromine_that_a_ring_takes_up_as_it_is_made_is_no_vapour() -> None:
    a = assess(
        read(
            "4-Bromoacetanilide\n\nAcetanilide 13.5 g and sodium bromide 11 g in 100 mL of acetic acid, 500 mL flask. Sodium hypochlorite (10 %, 74 mL) is dropped in over 30 min at 10 °C, stirred, in a fume cupboard."
        )
    )
    assert "Br2" not in {g.formula for g in a.gases}


def test_an_absorber_behind_a_solvent_warms_by_what_reaches_it(demo: dict[str, str]) -> None:
    """Hydrogen chloride into dilute alkali: -74.8 (handbook 5) and -55.8 kJ/mol (CRC); 200 mL of 10 % sodium hydroxide are 222 g at 4 J/(g K)."""
    last = [e for e in assess(read(demo["hydrogen-chloride"])).gas_lines[0].elements if e.liquid == "sodium hydroxide"][-1]
    assert last.rise_K is not None and last.rise_K == pytest.approx(130.6 * last.took["HCl"] * 1e3 / (222 * 4.0), rel=0.1)
