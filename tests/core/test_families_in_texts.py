"""Families that texts asked for, from the words to the extent."""

from __future__ import annotations

import pytest

from northsquall.assess import assess
from northsquall.assessment import Assessment, Finding
from northsquall.reading import read


def result(text: str) -> Assessment:
    return assess(read(text))


def of(a: Assessment, code: str) -> list[Finding]:
    return [f for f in a.findings if f.code == code]


@pytest.mark.parametrize(
    ("text", "family", "low", "high"),
    [
        # DMF and POCl3 formylate an activated ring once the adduct is there
        ("A\n\nN,N-Dimethylformamide 31 g is placed in a 250 mL flask in an ice bath. Phosphoryl chloride 16.9 g over 40 min at 0-10 °C. N,N-Dimethylaniline 12.1 g over 30 min at 10-20 °C. 60 min at 80 °C.", "Vilsmeier", 0.095, 0.101),
        # malonate, pKa 13, by ethoxide
        ("A\n\nEthanol 80 mL is placed in a 250 mL flask. Sodium 2.3 g in ten pieces over 45 min at 25-50 °C. Diethyl malonate 16.0 g over 15 min at 50 °C. Ethyl bromide 10.9 g over 45 min at 40-50 °C.", "active methylene", 0.095, 0.101),
        # the peracid made in place is used up as it forms
        ("A\n\nFormic acid (98 %, 90 mL) and cyclohexene 16.4 g are placed in a 500 mL flask. Hydrogen peroxide (30 %, 25 mL) over 60 min at 40-45 °C.", "epoxide", 0.19, 0.201),
        # phosphoric acid takes water out of a secondary alcohol when hot
        ("A\n\nCyclohexanol 20 g and phosphoric acid (85 %, 5 mL) are placed in a 100 mL flask. Heat to 150 °C over 30 min. Distil at 70-90 °C.", "dehydration", 0.0, 0.201),
        # dinitration wants a boiling water bath
        ("A\n\nFuming nitric acid (95 %, 15 mL) and sulfuric acid (96 %, 21 mL) are placed in a 250 mL flask in an ice bath. Nitrobenzene 12.3 g over 20 min at 20-40 °C. Heat in the boiling water bath for one hour.", "second nitration", 0.08, 0.101),
    ],
    ids=["vilsmeier", "malonate", "performic", "phosphoric", "second nitration"],
)  # fmt: skip
def test_families_that_unseen_texts_asked_for(text: str, family: str, low: float, high: float) -> None:
    """Extents by stoichiometry; the conditions are common practice, no source."""
    found = [r for r in result(text).reactions if family in r.family]
    assert found and low <= max(r.extent_mol or 0.0 for r in found) <= high


def test_mononitration_at_55_degrees_does_not_go_on_to_the_dinitro_compound() -> None:
    text = "A\n\nNitric acid (68 %, 20 mL) and sulfuric acid (96 %, 20 mL) are placed in a 250 mL flask in an ice bath. Bromobenzene 15.7 g over 30 min at 50-60 °C. 30 min at 55 °C."
    found = [r for r in result(text).reactions if "second nitration" in r.family]
    assert all((r.extent_mol or 0.0) == 0.0 for r in found)


def test_nitrous_acid_keeps_in_the_cold_and_not_when_warm() -> None:
    """Handbook 3.3: NOx where nitrite is acidified; a cold solution waits for its sulfamic acid."""
    text = "A\n\nHydrochloric acid (2 M, 100 mL) is placed in a 250 mL flask in an ice bath. Sodium nitrite 6.9 g in 20 mL of water over 30 min at {T} °C. Sulfamic acid 10 g in 50 mL of water is added over 10 min at {T} °C."
    cold, warm = (result(text.format(T=T)) for T in ("0-5", "25-30"))
    no = {"NO", "NO2"}
    assert not [g for g in cold.gases if g.formula in no and (g.mol.best or 0.0) > 1e-4]
    assert [g for g in warm.gases if g.formula in no and (g.mol.best or 0.0) > 1e-3]


def test_what_is_lit_reduces_and_the_acid_afterwards_meets_boride() -> None:
    """Handbook 3.1: metallothermic, and boride with acid: boranes beside the hydrogen."""
    a = result(
        "Boron\n\nBoric oxide 30 g and magnesium 36 g are mixed in a crucible. Ignite with a magnesium ribbon. After cooling, 400 mL of 20 % hydrochloric acid is added over 60 min."
    )
    assert [f.severity for f in of(a, "H15")] == ["stop"]
    assert any("boride" in r.family for r in a.reactions)


def test_borohydride_gives_hydrogen_with_acid_iodine_and_methanol_in_a_dry_solvent() -> None:
    """One hydrogen with the acid at once, half of one with iodine, three from borane and methanol: handbook 3.3 for the last, the others from memory."""
    a = result(
        "250 mL flask, THF 80 mL, sodium borohydride 3.8 g (0.10 mol); benzoic acid 6.1 g (0.05 mol) is added in portions over 20 min. "
        "Iodine 12.7 g (0.05 mol) in THF 40 mL over 30 min. Reflux 2 h. Methanol 30 mL is dropped in over 30 min."
    )
    assert sum(g.mol.best or 0.0 for g in a.gases if g.formula == "H2") == pytest.approx(0.05 + 0.025 + 0.30, rel=0.05)
