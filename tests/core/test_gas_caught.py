"""Which gases count as caught: G04 on what no absorber takes, on unlinked absorbers, and on gases without a limit."""

from __future__ import annotations

import pytest
from practice.load import one

from northsquall.assess import assess
from northsquall.assessment import Finding
from northsquall.chemistry.ledger import Stream
from northsquall.chemistry.roots import GAS_ORGANICS, is_gas, roots
from northsquall.chemistry.walk import split_volatile
from northsquall.reading import read
from northsquall.substances import catalogue

CHLORIDE = """case x acid chloride
vessel flask flask 250
charge flask : benzoic acid 24.4 g
{line}
dose flask T=40 min=30 : {reagent}"""


def g04(text: str) -> list[Finding]:
    return [f for f in assess(one([x for x in text.splitlines() if x])[1]).findings if f.code == "G04"]


def test_gases_nobody_catches_are_each_named() -> None:
    """ArCOOH + SOCl2 → ArCOCl + HCl + SO2 (handbook 3.1)."""
    found = g04(CHLORIDE.format(line="", reagent="thionyl chloride 30 g"))
    assert {x for f in found for x in ("hydrogen chloride", "sulfur dioxide") if x in f.message} == {"hydrogen chloride", "sulfur dioxide"}
    assert all(not f.established and f.severity == "condition" for f in found)


def test_an_absorber_that_nothing_is_led_into_is_not_safe() -> None:
    unlinked = CHLORIDE.format(
        line="vessel washer bottle 500\nabsorb washer : sodium hydroxide 400 mL 10 %", reagent="thionyl chloride 30 g"
    )
    found = g04(unlinked)
    assert found and all(not f.established and "not which vessel" in f.message for f in found)
    assert not g04(unlinked.replace("absorb washer :", "absorb washer from flask :"))


def test_carbon_monoxide_behind_caustic_is_said_and_not_called_caught() -> None:
    """Handbook 3.2: carbon monoxide is diluted, no liquid takes it; with no hood in the text the room takes it."""
    line = "vessel washer bottle 500\nabsorb washer from flask : sodium hydroxide 600 mL 10 %"
    found = [f for f in g04(CHLORIDE.format(line=line, reagent="oxalyl chloride 30 g")) if "carbon monoxide" in f.message]
    assert [f.severity for f in found] == ["condition"]
    assert "does not take it" in found[0].message and "detector" in found[0].remedy


@pytest.mark.parametrize(
    ("block", "gas", "limit"),
    [
        ("charge flask : ammonium chloride 20 g\nadd flask T=60 : sodium hydroxide 30 g", "ammonia", "ppm"),
        ("charge flask : hydrochloric acid 75 mL 37 %\nadd flask T=20 : nitric acid 25 mL 68 %", "nitrosyl chloride", "no exposure limit"),
    ],
)
def test_a_gas_with_another_name_in_solution_or_without_a_limit_is_not_passed_over(block: str, gas: str, limit: str) -> None:
    found = g04(f"case x gas\nvessel flask flask 500\n{block}")
    assert [f for f in found if gas in f.message and limit in (f.limit or "")]


def test_every_gas_of_the_ledger_is_a_substance_of_the_catalogue() -> None:
    """A gas that is none has neither a limit nor a boiling point, and would be treated as having no danger."""
    cat = catalogue()
    assert not [g for g in {*(r for r in roots() if is_gas(r)), *GAS_ORGANICS} if cat.of_root(g) is None and g != "CC(C)C"]
    assert cat.of_root("Na+") is None


def test_what_distils_goes_by_its_boiling_point() -> None:
    """CRC Handbook boiling points: SiCl4 57 °C, SOCl2 76 °C, HNO3 83 °C, POCl3 106 °C, I2 184 °C; ions stay."""
    pot = Stream({"SiCl4": 1.0, "SOCl2": 1.0, "HNO3(l)": 1.0, "POCl3": 1.0, "I2": 1.0, "Na+": 1.0, "Cl-": 1.0})
    for T, over in ((55.0, {"SiCl4"}), (80.0, {"SiCl4", "SOCl2", "HNO3(l)"}), (110.0, {"SiCl4", "SOCl2", "HNO3(l)", "POCl3"})):
        assert set(split_volatile(pot, T)[0].roots) == over


def test_an_absorber_in_a_text_is_linked_to_the_flask_wherever_it_is_told() -> None:
    told = "The gas goes through a wash bottle with 300 mL of 10 % sodium hydroxide."
    for text in (
        f"{told} Benzoic acid (24.4 g) was placed in a 250 mL flask.",
        f"Benzoic acid (24.4 g) was placed in a 250 mL flask. {told}",
    ):
        p = read(f"Benzoyl chloride\n\n{text} Thionyl chloride (20 mL) was added over 30 min.")
        (absorb,) = [s for s in p.steps if s.kind == "absorb"]
        assert (absorb.n, absorb.from_vessel) == (1, "250 mL flask")
        assert [m.step for m in p.materials if m.identity == "sodium hydroxide"] == [1]
        assert [s.n for s in p.steps] == list(range(1, len(p.steps) + 1))
        assert all(m.id in p.steps[m.step - 1].materials for m in p.materials if m.step)
