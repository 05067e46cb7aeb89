"""Hydrides: hydrogen by stoichiometry, no more than there are protons; water by drops is a quench, in one pour it is not."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from northsquall.assess import assess
from northsquall.chemistry.ledger import Stream, combine
from northsquall.reading import read

WET = "Benzhydrol\n\nLithium aluminium hydride (0.95 g, 0.025 mol) in tetrahydrofuran (80 mL) was put into a 500 mL three-neck flask, stirred, thermometer in the liquid, ice bath with 2 kg of ice. Benzophenone (9.1 g, 0.050 mol) in tetrahydrofuran (50 mL) was added over 45 min below 10 °C. 60 min at 20 °C. "
moles = st.floats(0.01, 1.0)


@given(hydride=moles, alcohol=moles)
def test_a_hydride_gives_one_hydrogen_for_each_proton(hydride: float, alcohol: float) -> None:
    """NaH + ROH → NaOR + H2: min of both (stoichiometry); an alkoxide gives no second one."""
    entry, _ = combine(1, "flask", [Stream({"CCO": alcohol}), Stream({"NaH": hydride})])
    assert entry.gas.get("H2", 0.0) == pytest.approx(min(hydride, alcohol), rel=1e-6)


@given(alcohol=moles, hydride=moles)
def test_four_hydrogens_for_a_hydride_while_the_alcohol_lasts(alcohol: float, hydride: float) -> None:
    """LiAlH4 + 4 ROH → LiAl(OR)4 + 4 H2 (stoichiometry)."""
    entry, _ = combine(1, "flask", [Stream({"CCO": alcohol}), Stream({"LiAlH4": hydride})])
    assert entry.gas.get("H2", 0.0) == pytest.approx(min(4 * hydride, alcohol), rel=1e-6)


def test_what_a_hydride_made_keeps_its_proton_until_the_quench() -> None:
    """A quarter mole of LiAlH4 per carbonyl is used; the hydrogen of the rest comes with the water: 4 × 0.0125 mol (stoichiometry)."""
    a = assess(read(WET + "Water (0.95 mL) was added by drops over 20 min below 10 °C."))
    assert [g.formula for g in a.gases] == ["H2"]
    assert a.gases[0].mol.best == pytest.approx(0.05, rel=0.05)
    left = next(q for q in a.quench if "hydride" in q.leftover)
    assert left.mol.best == pytest.approx(0.0125, rel=0.05)


def test_water_by_drops_is_a_quench_and_in_one_pour_is_not() -> None:
    slow = assess(read(WET + "Water (0.95 mL) was added by drops over 20 min below 10 °C."))
    poured = assess(read(WET + "Water (50 mL) was poured in all at once."))
    assert "S04" not in {f.code for f in slow.findings}
    assert {f.severity for f in poured.findings if f.code in ("S04", "Q02", "P13")} & {"stop", "condition"}


@pytest.mark.parametrize("solvent", ["methanol", "ethanol", "isopropanol"])
def test_borohydride_takes_an_aldehyde_in_each_alcohol(solvent: str) -> None:
    """Four carbonyls for each borohydride (textbook stoichiometry, from memory)."""
    a = assess(
        read(
            f"Benzyl alcohol\n\nBenzaldehyde (10.6 g, 0.10 mol) in {solvent} (80 mL) was put into a 250 mL flask in an ice bath. Sodium borohydride (1.9 g, 0.050 mol) was added in portions over 30 min below 25 °C."
        )
    )
    made = next(r for r in a.reactions if "borohydride reduction of an aldehyde" in r.family)
    assert made.extent_mol == pytest.approx(0.025, rel=0.03) or made.extent_mol == pytest.approx(0.1, rel=0.03)


@pytest.mark.parametrize(
    ("alcohol", "metal", "g", "mol"),
    [("ethanol", "sodium", 5.0, 0.2175), ("methanol", "sodium", 2.3, 0.1), ("ethanol", "potassium", 3.91, 0.1)],
)
def test_an_alkali_metal_in_alcohol_by_the_metal_and_not_by_the_equation(alcohol: str, metal: str, g: float, mol: float) -> None:
    """Per mol of metal more than Na(s) + EtOH(l) -> NaOEt(s) + 1/2 H2 (-136: -413.8 and -277.6, memory) gives and no more than with water (-184 Na, -196 K: CRC); half a mol of hydrogen."""
    a = assess(read(f"Alkoxide\n\n500 mL flask, ice bath: {alcohol} 200 mL. {g} g of {metal} in pieces over 60 min, below 30 °C.\n"))
    heat = next(r.heat_kJ for r in a.reactions if "+ alcohol" in r.family)
    assert heat.best is not None and 136.0 <= heat.best / mol <= 196.0
    assert next(x.mol.best for x in a.gases if x.formula == "H2") == pytest.approx(mol / 2, rel=0.02)


@pytest.mark.parametrize(
    ("name", "grams", "hydride", "gas"),
    [
        ("benzonitrile", 10.31, 0.05, 0.0),  # two hydrides for C≡N
        ("benzamide", 12.11, 0.10, 0.2),  # two for C=O and two that meet the hydrogen on nitrogen
        ("benzoyl chloride", 14.06, 0.05, 0.0),
        ("styrene oxide", 12.02, 0.025, 0.0),
        ("N,N-diethylbenzamide", 17.72, 0.05, 0.0),
        ("benzaldehyde", 10.61, 0.025, 0.0),
    ],
)
def test_what_a_tenth_of_a_mole_takes_of_lithium_aluminium_hydride(name: str, grams: float, hydride: float, gas: float) -> None:
    """Hydrides by stoichiometry (textbook, from memory): used LiAlH4 and hydrogen in mol for 0.1 mol."""
    a = assess(
        read(
            f"Reduction\n\nLithium aluminium hydride 7.6 g in 150 mL of dry tetrahydrofuran in a 500 mL flask under nitrogen. {name} {grams} g in 20 mL of dry tetrahydrofuran is added over 60 min at 20-30 °C.\n"
        )
    )
    made = [r for r in a.reactions if "hydride" in r.family and r.role == "wanted"]
    left = next(q for q in a.quench if "hydride" in q.leftover)
    assert made and left.mol.best == pytest.approx(0.2003 - hydride, abs=0.004)
    assert sum(g.mol.best or 0.0 for g in a.gases if g.formula == "H2") == pytest.approx(gas, abs=0.01)


@pytest.mark.parametrize(
    ("text", "family"),
    [
        (
            "Butyllithium 1.6 M in hexane 60 mL in a 250 mL flask; cyclohexanone 9.4 g in ether 30 mL is added over 60 min at -70 °C.",
            "organolithium",
        ),
        (
            "Benzyl chloride 12.7 g, sodium cyanide 5.4 g, water 10 mL and ethanol 40 mL are refluxed for 3 h.",
            "nitrile from an alkyl chloride",
        ),
        ("Anisole 10.8 g and hydrobromic acid 48 % 60 mL are refluxed for 6 h at 120 °C.", "methyl bromide"),
    ],
)
def test_reactions_of_carbon_that_have_a_family(text: str, family: str) -> None:
    """Textbook reactions, one to one (from memory): all of the scarcer goes."""
    a = assess(read(f"Trial\n\n{text}\n"))
    made = [r for r in a.reactions if family in r.family]
    assert made and max(r.extent_mol or 0.0 for r in made) == pytest.approx(0.098, abs=0.006)
