"""Mixtures in which a family must not act, and the same with the one change that lets it. Facts of the trade."""

from __future__ import annotations

import pytest
from core.shelf import mixture

from northsquall.chemistry.families import reactions_for
from northsquall.chemistry.ledger import Conditions, combine
from northsquall.chemistry.roots import composition

# family, mixture in which it does not act, mol water, °C; then what is changed for it to act. Common practice, no source, where none is named.
GATES = [
    ("nitration-arene", {"toluene": 0.5, "nitric acid": 0.5, "sulfuric acid": 0.5}, 40.0, 20, None, 0.5, 20),  # dilute mixed acid nitrates nothing
    ("nitration-arene", {"toluene": 0.5, "sodium nitrite": 0.5}, 5.0, 20, {"toluene": 0.5, "nitric acid": 0.5, "sulfuric acid": 1.0}, 0.5, 20),
    ("carbonate-acid", {"sodium carbonate": 0.5, "sodium hydroxide": 1.0, "acetic acid": 0.5}, 40.0, 20, {"sodium carbonate": 0.5, "acetic acid": 1.5}, 40.0, 20),
    ("insoluble-carbonate-acid:Ca", {"calcium carbonate": 0.5, "phenol": 0.5}, 40.0, 20, {"calcium carbonate": 0.5, "acetic acid": 0.5}, 40.0, 20),  # phenol is a weaker acid than carbonic acid
    ("williamson-alkoxide:I", {"cyclohexanol": 0.1, "methyl iodide": 0.1, "sodium hydroxide": 0.1}, 10.0, 20, {"cyclohexanol": 0.11, "methyl iodide": 0.1, "sodium hydride": 0.1}, 0.0, 20),
    ("nitrate-calcined:Pb+2", {"lead(II) nitrate": 0.1}, 10.0, 400, {"lead(II) nitrate": 0.1}, 0.0, 400),
    ("nitrate-calcined:Cu+2", {"copper(II) nitrate trihydrate": 0.1}, 10.0, 400, {"copper(II) nitrate trihydrate": 0.1}, 0.0, 400),  # its own water leaves first
    ("acid-phosphorus-trichloride:Br", {"acetic acid": 0.3, "phosphorus tribromide": 0.1}, 5.0, 20, {"acetic acid": 0.3, "phosphorus tribromide": 0.1}, 0.0, 20),
    ("lah-acid", {"benzoic acid": 0.1, "lithium aluminium hydride": 0.1}, 5.0, 20, {"benzoic acid": 0.1, "lithium aluminium hydride": 0.1}, 0.0, 20),
    ("sulfoxide-peroxide", {"dimethyl sulfoxide": 0.1, "hydrogen peroxide": 0.1}, 5.0, 20, {"dimethyl sulfoxide": 0.1, "hydrogen peroxide": 0.1}, 1.0, 60),
    ("sulfonation-alkylbenzene", {"naphthalene": 0.1, "sulfuric acid": 1.0}, 0.1, 90, {"toluene": 0.1, "sulfuric acid": 1.0}, 0.1, 90),  # faster by far
    ("sulfonation", {"benzoic acid": 0.1, "sulfuric acid": 1.0}, 0.1, 90, {"naphthalene": 0.1, "sulfuric acid": 1.0}, 0.1, 90),  # a deactivated ring wants oleum
    ("nitric-benzylic-alcohol", {"benzoin": 0.1, "nitric acid": 0.5}, 1.0, 20, {"benzoin": 0.1, "nitric acid": 0.5}, 1.0, 90),
    ("sulfide-acid", {"sodium sulfide": 0.5, "sodium hydroxide": 1.0}, 40.0, 20, {"sodium sulfide": 0.5, "hydrochloric acid": 1.5}, 40.0, 20),
    ("thiosulfate-acid", {"sodium thiosulfate": 0.5, "sodium hydroxide": 0.5}, 40.0, 20, {"sodium thiosulfate": 0.5, "hydrochloric acid": 1.5}, 40.0, 20),
    ("hypochlorite-acid", {"sodium hypochlorite": 0.5, "sodium hydroxide": 0.5}, 40.0, 20, {"sodium hypochlorite": 0.5, "hydrochloric acid": 1.5}, 40.0, 20),
    ("thionyl-water", {"thionyl chloride": 0.5, "toluene": 1.0}, 0.0, 20, {"thionyl chloride": 0.5}, 20.0, 20),
    ("phosphoryl-chloride-water", {"phosphoryl chloride": 0.5, "toluene": 1.0}, 0.0, 20, {"phosphoryl chloride": 0.5}, 20.0, 20),
    ("acid-thionyl", {"benzoic acid": 0.5, "thionyl chloride": 0.5}, 30.0, 20, {"benzoic acid": 0.5, "thionyl chloride": 0.5}, 0.0, 20),  # water takes it first
    ("grignard-formation:Br", {"magnesium": 0.5, "bromobenzene": 0.5}, 10.0, 20, {"magnesium": 0.5, "bromobenzene": 0.5}, 0.0, 20),
    ("alkali-metal-alcohol:Na", {"sodium": 0.1, "ethanol": 0.5}, 20.0, 20, {"sodium": 0.1, "ethanol": 0.5}, 0.0, 20),  # water first
    ("metal-acid:Zn", {"zinc": 0.5, "sodium chloride": 0.5}, 40.0, 20, {"zinc": 0.5, "hydrochloric acid": 1.5}, 40.0, 20),
    ("metal-acid:Zn", {"zinc": 0.2, "nitric acid": 1.0}, 20.0, 20, {"zinc": 0.2, "sulfuric acid": 1.0}, 40.0, 20),  # nitric acid gives nitrogen oxides, not hydrogen
    ("copper-nitric-dilute", {"copper": 0.2, "hydrochloric acid": 1.0}, 20.0, 20, {"copper": 0.2, "nitric acid": 1.0}, 30.0, 20),
    ("copper-nitric-concentrated", {"copper": 0.2, "nitric acid": 1.0}, 30.0, 20, {"copper": 0.2, "nitric acid": 1.0}, 1.5, 20),
    ("borohydride-acid", {"sodium borohydride": 0.2, "sodium hydroxide": 0.2}, 40.0, 20, {"sodium borohydride": 0.2, "hydrochloric acid": 0.6}, 40.0, 20),
    ("nitrous-acid-decomposing", {"sodium nitrite": 0.5, "sodium hydroxide": 0.1}, 40.0, 20, {"sodium nitrite": 0.5, "hydrochloric acid": 1.0}, 40.0, 20),
    ("nitrite-sulfamic", {"sulfamic acid": 0.5, "sodium nitrate": 0.5}, 40.0, 20, {"sulfamic acid": 0.5, "sodium nitrite": 0.5}, 40.0, 20),
    ("permanganate-sulfuric", {"potassium permanganate": 0.1, "sulfuric acid": 0.5}, 30.0, 20, {"potassium permanganate": 0.1, "sulfuric acid": 2.0}, 0.1, 20),
    ("permanganate-chloride", {"potassium permanganate": 0.1, "sodium chloride": 1.0, "sodium hydroxide": 0.1}, 30.0, 20, {"potassium permanganate": 0.1, "hydrochloric acid": 2.0}, 7.0, 20),
    ("halogen-alkali:Br2", {"bromine": 0.1, "acetic acid": 1.0}, 30.0, 20, {"bromine": 0.1, "sodium hydroxide": 0.5}, 30.0, 20),
    ("halogenation-activated:Br", {"bromine": 0.1, "nitrobenzene": 0.1}, 0.0, 20, {"bromine": 0.1, "acetanilide": 0.1}, 0.0, 20),
    ("hydrogen-halide-salt:HCl", {"sodium chloride": 0.5, "sulfuric acid": 0.5}, 40.0, 20, {"sodium chloride": 0.5, "sulfuric acid": 0.5}, 0.5, 20),
    ("hydrogen-halide-salt:HBr", {"potassium bromide": 0.5, "nitric acid": 1.0}, 1.5, 20, {"potassium bromide": 0.5, "sulfuric acid": 1.0}, 0.5, 20),  # nitric acid gives bromine
    ("nitrate-halide:Br2", {"potassium bromide": 0.5, "nitric acid": 0.5}, 40.0, 20, {"potassium bromide": 0.5, "nitric acid": 1.0}, 1.5, 20),
    ("nitrate-chloride", {"sodium chloride": 0.5, "nitric acid": 0.5}, 60.0, 20, {"hydrochloric acid": 3.0, "nitric acid": 1.0}, 12.0, 20),  # aqua regia of bottle strengths
    ("alcohol-halide-tertiary:Cl", {"tert-butanol": 0.5, "hydrochloric acid": 0.5}, 40.0, 20, {"tert-butanol": 0.5, "hydrochloric acid": 1.5}, 5.2, 20),
    ("alcohol-halide-tertiary:Cl", {"1-butanol": 0.5, "hydrochloric acid": 1.5}, 5.2, 20, {"tert-butanol": 0.5, "hydrochloric acid": 1.5}, 5.2, 20),  # a primary alcohol needs more
    ("acyl-chloride-alcohol", {"acetyl chloride": 0.5, "diethyl ether": 1.0}, 0.0, 20, {"acetyl chloride": 0.5, "ethanol": 0.5}, 0.0, 20),
    ("anhydride-amine", {"acetic anhydride": 0.5, "acetanilide": 0.5}, 0.0, 20, {"acetic anhydride": 0.5, "aniline": 0.5}, 0.0, 20),
    ("borohydride-ketone", {"sodium borohydride": 0.2, "ethyl acetate": 0.5}, 20.0, 20, {"sodium borohydride": 0.2, "acetone": 0.5}, 20.0, 20),  # esters are left alone
    ("saponification", {"methyl benzoate": 0.5, "sodium hydrogen carbonate": 0.5}, 30.0, 20, {"methyl benzoate": 0.5, "sodium hydroxide": 0.7}, 30.0, 60),
    ("peroxide-hypochlorite", {"hydrogen peroxide": 0.5, "sodium chloride": 0.5}, 30.0, 20, {"hydrogen peroxide": 0.5, "sodium hypochlorite": 0.5}, 30.0, 20),
    ("halogen-thiosulfate:I2", {"iodine": 0.1, "sodium sulfate": 0.3}, 30.0, 20, {"iodine": 0.1, "sodium thiosulfate": 0.3}, 30.0, 20),
    ("dichromate-base", {"potassium dichromate": 0.1, "sulfuric acid": 0.5}, 30.0, 20, {"potassium dichromate": 0.1, "sodium hydroxide": 0.5}, 30.0, 20),
]  # fmt: skip


def acting(charge: dict[str, float], water: float, T: float) -> set[str]:
    entry, _ = combine(1, "v", [mixture(charge, water)], (), 1, Conditions(T, T))
    return {e.reaction.family.id for e in entry.happened() if e.extent > 1e-3}


@pytest.mark.parametrize(("family", "without", "water", "T", "having", "water2", "T2"), GATES)
def test_a_family_stays_out_of_the_wrong_mixture_and_acts_in_the_right_one(
    family: str, without: dict[str, float], water: float, T: float, having: dict[str, float] | None, water2: float, T2: float
) -> None:
    assert family not in acting(without, water, T)
    assert family in acting(having or without, water2, T2)


def test_metal_and_nitric_acid_give_no_hydrogen() -> None:
    entry, _ = combine(1, "v", [mixture({"zinc": 0.2, "nitric acid": 1.0}, 20.0)], (), 1, Conditions(20, 20))
    assert "H2" not in entry.gas and entry.gas


def test_chlorine_and_not_hydrogen_chloride_comes_off_aqua_regia() -> None:
    """3 HCl + HNO3 → Cl2 + NOCl + 2 H2O (any inorganic chemistry text; from memory)."""
    entry, _ = combine(1, "v", [mixture({"hydrochloric acid": 3.0, "nitric acid": 1.0}, 12.0)], (), 1, Conditions(20, 25))
    assert entry.gas == pytest.approx({"Cl2": 1.0, "NOCl": 1.0}, rel=1e-6)


def test_coupling_does_not_go_on_without_end() -> None:
    """Aniline with too little acid couples with its own diazonium salt; bounded, or one vessel takes seconds (found by random vessels)."""
    first = {"aniline": 3.7, "sodium hydrogen sulfite": 0.3, "p-toluenesulfonyl chloride": 0.27}
    then = {"sodium hypochlorite": 0.026, "aluminium chloride": 0.38, "sodium nitrite": 1.7}
    entry, after = combine(1, "v", [mixture(first, 0.0), mixture(then, 0.0)], (), 8, Conditions(0.0, 5.0))
    assert any(e.reaction.family.id == "azo-coupling-amine" for e in entry.happened())
    assert max(root.count("N=N") for root in after.roots) <= 2


def test_a_chain_is_followed_for_three_starting_materials_and_no_further() -> None:
    """Triphenylmethanol holds an ester and two bromobenzenes; a diol and oxalyl chloride would make a polyester."""
    _, after = combine(1, "v", [mixture({"magnesium": 2.2, "methyl benzoate": 1.0, "bromobenzene": 2.2}, 0.0)], (), 1, Conditions(30, 40))
    assert after.roots["OC(c1ccccc1)(c1ccccc1)c1ccccc1"] == pytest.approx(1.0, rel=0.01)
    entry, after = combine(1, "v", [mixture({"oxalyl chloride": 1.0, "ethylene glycol": 1.3}, 0.0)], (), 1, Conditions(20, 25))
    assert entry.happened() and max(after.blocks.values()) == 3
    assert all(sum(n for el, n in composition(r) if el not in ("H", "+")) <= 18 for r in after.roots)  # three of oxalyl chloride


def test_what_an_exchange_gives_off_is_one_starting_material() -> None:
    """Blocks are shared out by heavy atoms, so what an exchange gives off stays one."""
    bound = next(r for r in reactions_for(frozenset(["CC(=O)OC(C)=O", "Nc1ccccc1"]), ()) if r.family.id == "anhydride-amine")
    assert bound.blocks({}) == {"CC(=O)Nc1ccccc1": 2, "CC(=O)O": 1}
    assert bound.blocks({"Nc1ccccc1": 3}) == {"CC(=O)Nc1ccccc1": 3, "CC(=O)O": 2}
