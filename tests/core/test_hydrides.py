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
