"""Reaction enthalpies from the shipped data against a second table, published figures, and the estimate with the product removed."""

from __future__ import annotations

import csv
import random
import sys
import warnings
from functools import cache
from pathlib import Path

import numpy as np
import pytest
from deepness import DEEP

from northsquall import data
from northsquall.chemistry.families import Family, Reaction, families, fits, reactions_for
from northsquall.chemistry.ledger import Conditions, Stream, combine
from northsquall.chemistry.roots import is_organic, roots
from northsquall.chemistry.walk import ionic_solid
from northsquall.heat import enthalpy
from northsquall.substances import catalogue

sys.path.append(str(Path(__file__).resolve().parents[2] / "tools"))

# ------------------------------------------------------------------ Hess against a second table


@cache
def second(smiles: str) -> tuple[float, str] | None:
    """ΔfH in the phase the shipped data use, from another table than the record's: ATcT or NIST WebBook via `chemicals`; melt as shipped."""
    import chemicals
    from chemicals.reaction import Hfl_methods, Hfs_methods

    cat = catalogue()
    mine = enthalpy.melt(smiles, cat)
    key = cat.by_smiles.get(smiles)
    if mine is None or key is None:
        return None
    s = cat.substances[key]
    _, _, source, phase = mine
    listing, get = {"l": (Hfl_methods, chemicals.Hfl), "l*": (Hfs_methods, chemicals.Hfs), "g": (chemicals.Hfg_methods, chemicals.Hfg)}[
        phase
    ]
    for method, label in (("ATCT_L", "ATcT"), ("ATCT_G", "ATcT"), ("WEBBOOK", "WebBook"), ("CRC", "CRC")):
        if method in listing(s.cas or "") and not source.startswith(label):
            value = get(s.cas, method=method) / 1e3
            if phase == "l*":
                tm = s.value("Tm")
                assert tm
                value += enthalpy.RULE_OF_MELT * (tm.value + 273.15)
            return value, label
    return None


def bound_reactions() -> list[Reaction]:
    """One reaction for each organic family and catalogued substrate (and partner) whose organics stand in both tables."""
    cat = catalogue()
    shelf = [s.smiles for s in cat.substances.values() if s.smiles and second(s.smiles)]
    out: list[Reaction] = []
    for family in families():
        role = family.record.get("role")
        if not role or family.heat.get("route") == "class" or (":" in family.id and not family.id.endswith(("Br", "Cl", "Fe", "HCl"))):
            continue
        left = [a for a in shelf if fits(role["A"], a)]
        right = [b for b in shelf if fits(role["B"], b)][:6] if "B" in role else [None]
        for a in left[:14]:
            for b in right:
                found = _of(family, a, b)
                if (
                    found
                    and all(second(r) for r, _ in found.change if is_organic(r))
                    and all(roots()[r].Hf is not None for r, _ in found.change if not is_organic(r))
                ):
                    out.append(found)
    return out


def _of(family: Family, a: str, b: str | None) -> Reaction | None:
    cat = catalogue()
    present = frozenset({a, *([b] if b else []), *family.fixed, *family.when.get("needs", [])[:1], "H+", "H2O"})
    known = tuple(s for s in cat.by_smiles)
    for r in reactions_for(present, ()):
        if r.family is family and r.substrate == a and r.partner == b:
            if r.product in cat.by_smiles:
                return r
            named = [k for k in known if cat.substances[cat.by_smiles[k]].formula == _formula(r.product)]
            for k in named:
                again = next(
                    (x for x in reactions_for(present, k) if x.family is family and x.substrate == a and x.partner == b and x.product == k),
                    None,
                )
                if again:
                    return again
    return None


def _formula(smiles: str | None) -> str:
    from northsquall.substances.catalogue import formula_of_smiles

    return formula_of_smiles(smiles) if smiles else ""


def test_hess_against_a_second_table() -> None:
    """At least 120 reaction enthalpies: shipped values (CRC first) against ATcT and NIST WebBook, both via `chemicals`, source by source."""
    cat = catalogue()
    errors, covered, halves, worst = [], 0, [], []
    for r in bound_reactions():
        mine = enthalpy.of_reaction(r, cat)
        if mine.route != "hess":
            continue
        own = enthalpy._hess([(x, n) for x, n in r.change if is_organic(x)], cat)
        other = sum(n * second(x)[0] for x, n in r.change if is_organic(x))  # type: ignore[index]
        assert own and mine.value.high is not None and mine.value.low is not None
        error = abs(own.value - other)
        half = (mine.value.high - mine.value.low) / 2
        errors.append(error)
        halves.append(half)
        covered += error <= half
        worst.append((error, r.equation(), r.family.id))
    print(
        f"{len(errors)} reactions, median error {np.median(errors):.2f}, covered {covered / len(errors):.3f}, median half-range {np.median(halves):.1f}, worst {sorted(worst)[-3:]}"
    )
    assert len(errors) >= 120
    assert np.median(errors) <= 3.0 and covered >= 0.90 * len(errors) and np.median(halves) <= 20.0


# ------------------------------------------------------------------ published figures

# enthalpy design, "Checks": table value, kJ/mol (CRC via `chemicals`, recomputed there); the state of the products in words.
TABLE = [
    ("nitrobenzene from benzene", "nitration-arene", "benzene", None, "nitrobenzene", -148.0),
    ("benzoyl chloride, both gases leaving", "acid-thionyl", "benzoic acid", None, "benzoyl chloride", 69.0),
    ("nitrobenzene to aniline, hydrogen", "hydrogenation-nitro", "nitrobenzene", None, "aniline", -552.0),
    ("cyclohexene and bromine", "halogen-alkene:Br", "cyclohexene", None, "trans-1,2-dibromocyclohexane", -122.0),
    ("acetanilide from acetic anhydride", "anhydride-amine", "acetic anhydride", "aniline", "acetanilide", -82.0),
    ("cyclohexanol and hypochlorite", "hypochlorite-alcohol", "cyclohexanol", None, "cyclohexanone", -269.0),
    ("acetic anhydride and water", "anhydride-water", "acetic anhydride", None, "acetic acid", -57.0),
    ("bromobenzene, hydrogen bromide leaving", "halogenation-catalysed:Br", "benzene", None, "bromobenzene", -24.0),
    ("chlorobenzene, hydrogen chloride leaving", "halogenation-catalysed:Cl", "benzene", None, "chlorobenzene", -130.0),
    ("methyl benzoate, esterification", "ester-fischer", "benzoic acid", "methanol", "methyl benzoate", -20.0),
    ("benzaldehyde and peroxide", "peroxide-aldehyde", "benzaldehyde", None, "benzoic acid", -378.0),
]  # fmt: skip


@pytest.mark.parametrize(("what", "family", "a", "b", "p", "published"), TABLE, ids=[t[0] for t in TABLE])
def test_checks_of_the_enthalpy_design(what: str, family: str, a: str, b: str | None, p: str, published: float) -> None:
    cat = catalogue()
    one, two, product = cat.find(a), cat.find(b) if b else None, cat.find(p)
    assert one and product and one.smiles and product.smiles
    record = next(f for f in families() if f.id == family)
    present = frozenset(
        {one.smiles, *([two.smiles] if two and two.smiles else []), *record.fixed, *record.when.get("needs", [])[:1], "H+", "H2O"}
    )
    r = next(x for x in reactions_for(present, product.smiles) if x.family.id == family and x.product == product.smiles)
    found = enthalpy.of_reaction(r, cat).value
    assert found.low is not None and found.high is not None
    assert found.low - 4 <= published <= found.high + 4, (found.low, found.best, found.high)


def vessel(**moles: float) -> Stream:
    out = Stream()
    for name, n in moles.items():
        s = catalogue().find(name.replace("_", " "))
        assert s
        out.add(s.parts, n)
        if ionic_solid(s):
            out.solids[s.id] = out.solids.get(s.id, 0.0) + n
    return out


# kJ per mol of the first event, handbook 2.2, 3.1 and 5 and the data's spot facts (values there from CRC or memory, as said there)
SPOT = [
    ("thionyl chloride, both gases leaving", [vessel(thionyl_chloride=1), vessel(water=1.2)], "thionyl-water", 50, 4),
    ("solid bicarbonate cools", [vessel(hydrochloric_acid=1, water=400), vessel(sodium_bicarbonate=1)], "carbonate-acid", 31, 3),
    ("marble and acid", [vessel(calcium_carbonate=1), vessel(hydrochloric_acid=2.2, water=400)], "insoluble-carbonate-acid:Ca", -15, 2),
    ("salt and sulfuric acid", [vessel(sodium_chloride=1), vessel(sulfuric_acid=1)], "hydrogen-halide-salt:HCl", 7, 4),
    ("bromide and sulfuric acid, the bisulfate counted dissolved: its crystals lie 21 lower", [vessel(potassium_bromide=1), vessel(sulfuric_acid=1)], "hydrogen-halide-salt:HBr", 11 + 21, 9),
    ("zinc and acid", [vessel(zinc=1), vessel(hydrochloric_acid=2.2, water=400)], "metal-acid:Zn", -154, 3),
    ("iron and acid", [vessel(iron=1), vessel(hydrochloric_acid=2.2, water=400)], "metal-acid:Fe", -89, 3),
    ("aluminium, per two of metal", [vessel(aluminium=2), vessel(hydrochloric_acid=7, water=1200)], "aluminium-acid", -1062, 6),
    ("carbide and water, hydroxide falling out counted dissolved", [vessel(water=60), vessel(calcium_carbide=1)], "carbide-water", -126, 20),
    ("quench of aluminium chloride", [vessel(water=600), vessel(aluminium_chloride=1)], "aluminium-chloride-water", -330, 6),
    ("borohydride and acid", [vessel(sodium_borohydride=1, water=400), vessel(hydrochloric_acid=1.1, water=40)], "borohydride-acid", -266, 8),
    ("lithium aluminium hydride and water", [vessel(water=60), vessel(lithium_aluminium_hydride=1)], "lah-water", -501, 25),
    ("peroxide decomposing, per two", [vessel(hydrogen_peroxide=2, water=40), vessel(manganese_dioxide=0.01)], "peroxide-catalysed", -189, 3),
    ("nitrite and urea, per two HNO2, the urea charged solid", [vessel(sodium_nitrite=0.2, water=40, hydrochloric_acid=0.5), vessel(urea=0.11)], "nitrite-urea", -695 + 16, 15),
    ("nitrite and sulfamic acid", [vessel(sodium_nitrite=0.2, water=40, hydrochloric_acid=0.5), vessel(sulfamic_acid=0.21)], "nitrite-sulfamic", -400, 40),
    ("copper, peroxide and acid", [vessel(copper=1, hydrochloric_acid=2.2, water=800), vessel(hydrogen_peroxide=1, water=10)], "copper-peroxide", -315.7, 4),
    ("sulfur dioxide from bisulfite", [vessel(sulfuric_acid=1, water=400), vessel(sodium_bisulfite=1)], "sulfite-acid", 44, 4),
    ("bromine from bromide and peroxide", [vessel(sodium_bromide=2, hydrochloric_acid=2.5, water=400), vessel(hydrogen_peroxide=1)], "bromide-peroxide", -137, 6),
]  # fmt: skip


@pytest.mark.parametrize(("what", "streams", "family", "published", "within"), SPOT, ids=[s[0] for s in SPOT])
def test_spot_facts(what: str, streams: list[Stream], family: str, published: float, within: float) -> None:
    """The state of the products decides (spot facts of the data's design, handbook 3.1)."""
    entry, _ = combine(1, "v", [s.copy() for s in streams], (), 1, Conditions(), True)
    event = next(e for e in entry.happened() if e.reaction.family.id == family)
    found = enthalpy.of_event(event, catalogue()).value.best
    assert found == pytest.approx(published, abs=within)


def test_a_component_that_two_tables_give_apart_widens_the_band() -> None:
    """Magnesium carbonate: CRC −1095.8, NIST WebBook −1111.7 kJ/mol; the heat of its reaction with acid must hold what either gives."""
    family = next(f for f in families() if f.id == "insoluble-carbonate-acid:Mg")
    [reaction] = [x for x in reactions_for(frozenset({"MgCO3", "H+"}), ()) if x.family is family]
    ions = -466.9 - 393.5 - 285.8  # Mg2+, CO2(g), H2O(l): CRC
    dH = enthalpy.of_reaction(reaction, catalogue()).value
    for carbonate in (-1095.8, -1111.7):
        assert dH.low is not None and dH.high is not None and dH.low <= ions - carbonate <= dH.high


def test_thionyl_chloride_with_everything_dissolved() -> None:
    """Data's spot fact: about −126 kJ/mol in much water with both gases dissolved; here in caustic, less the neutralisation of four protons."""
    entry, _ = combine(1, "v", [vessel(sodium_hydroxide=4.0, water=900), vessel(thionyl_chloride=1)], (), 1, Conditions(), True)
    total = sum(e.inorganic_kJ for e in entry.happened())
    assert not entry.gas
    four = 4 * 55.8 + 26.7  # four protons meet hydroxide; dissolved sulfur dioxide to sulfite −26.7 (CRC ions, SO2(aq) −608.8)
    assert total - four == pytest.approx(126, abs=8)


def test_copper_and_concentrated_nitric_acid() -> None:
    """Handbook 3.1: −26 per mol, by dissolved ions; the strong acid's own dilution comes on top."""
    family = next(f for f in families() if f.id == "copper-nitric-concentrated")
    assert enthalpy.of_reaction(Reaction(family, family.change), catalogue()).value.best == pytest.approx(-26, abs=3)


def test_benzene_and_bromine_both_ways() -> None:
    """Data's spot fact: −25 with HBr leaving, −110 with HBr absorbed."""
    cat = catalogue()
    r = next(
        x for x in reactions_for(frozenset({"c1ccccc1", "Br2", "Fe+3", "H+", "H2O"}), None) if x.family.id == "halogenation-catalysed:Br"
    )
    leaving = enthalpy.of_reaction(r, cat).value.best
    known = roots()
    assert leaving == pytest.approx(-25, abs=4)
    assert leaving + known["Br-"].Hf - known["HBr"].Hf == pytest.approx(-110, abs=5)


def test_tert_butanol_both_ways() -> None:
    """Data's spot fact: −46 from the gas, +29 from infinitely dilute acid, somewhere between from 36 % acid."""
    cat = catalogue()
    r = next(
        x
        for x in reactions_for(frozenset({"CC(C)(C)O", "Cl-", "H+", "H2O"}), None)
        if x.family.id == "alcohol-halide-tertiary:HCl" or x.family.id.startswith("alcohol-halide-tertiary:Cl")
    )
    dilute = enthalpy.of_reaction(r, cat).value.best
    assert dilute == pytest.approx(29, abs=4)
    assert dilute - 74.9 == pytest.approx(-46, abs=4)
    entry, _ = combine(1, "v", [vessel(**{"tert-butanol": 0.2}), vessel(hydrochloric_acid=0.8, water=2.8)], (), 1, Conditions(), True)
    event = next(e for e in entry.happened() if e.reaction.family.id == r.family.id)
    between = enthalpy.of_event(event, cat).value.best
    assert between is not None and dilute - 74.9 < between < dilute


# ------------------------------------------------------------------ the estimate with the product removed


def shipped_pairs() -> list[tuple[str, str, str, float]]:
    """(family, substrate, product, increment in kJ/mol), as the table has them."""
    with data.path("heat/pairs.csv").open(encoding="utf-8") as handle:
        rows = csv.DictReader(x for x in handle if not x.startswith("#"))
        return [(r["family"], r["substrate"], r["product"], float(r["increment_kJ"])) for r in rows]


def test_estimate_with_the_product_removed() -> None:
    """enthalpy design, test: 200 random pairs, product removed from pairs and fit: median ≤ 7, 90 % below 23, coverage 85–95 %."""
    import build_groups

    with warnings.catch_warnings():
        warnings.simplefilter("ignore")
        molecules = build_groups.molecules()
    kept = {k: v for (k, v), e in zip(molecules.items(), build_groups.fit(molecules)[2], strict=True) if abs(e) <= 60}
    model = build_groups.Fit(kept)
    by: dict[str, int] = {}
    pairs = shipped_pairs()
    if DEEP:  # suspects set aside, as in the design: what contradicts its family by more than 40
        built = build_groups.kept_pairs(kept)
        assert [x[:3] for x in built] == [x[:3] for x in pairs]
        assert [x[3] for x in built] == pytest.approx([x[3] for x in pairs], abs=0.051)
    for family, *_ in pairs:
        by[family] = by.get(family, 0) + 1
    chosen = random.Random(11).sample([x for x in pairs if by[x[0]] >= 6], 200)
    errors, halves, covered = [], [], 0
    for family, a, p, truth in chosen:
        like = enthalpy.of_pairs(family, a, without=p)
        if like is None:
            continue
        best, half = enthalpy.weigh(like[0], like[1], like[2], model.difference(a, p), like[3], 9, 1.0)
        errors.append(abs(best - truth))
        halves.append(half)
        covered += errors[-1] <= half
    median, ninety, share = float(np.median(errors)), float(np.percentile(errors, 90)), covered / len(errors)
    print(
        f"{len(errors)} pairs: median {median:.1f}, 90 % below {ninety:.1f}, covered {share:.3f}, median half-range {np.median(halves):.1f}"
    )
    assert len(errors) >= 190
    assert median <= 7 and ninety <= 23 and 0.85 <= share <= 0.95


def test_reverse_is_minus_forward_and_a_step_sum_holds() -> None:
    from northsquall.heat.groups import difference

    there, _ = difference(["Cc1ccccc1"], ["O=C(O)c1ccccc1"])
    back, _ = difference(["O=C(O)c1ccccc1"], ["Cc1ccccc1"])
    assert there == pytest.approx(-back)
    half, _ = difference(["Cc1ccccc1"], ["OCc1ccccc1"])
    rest, _ = difference(["OCc1ccccc1"], ["O=C(O)c1ccccc1"])
    assert half + rest == pytest.approx(there)


def test_no_family_and_an_unseen_group_give_none_and_never_zero() -> None:
    cat = catalogue()
    family = next(f for f in families() if f.id == "acyl-chloride-amine")
    r = Reaction(
        family, (("C[Si](C)(C)N", -1.0), ("CC(=O)Cl", -1.0), ("CC(=O)N[Si](C)(C)C", 1.0), ("HCl", 1.0)), "CC(=O)Cl", "CC(=O)N[Si](C)(C)C"
    )
    assert enthalpy.estimate(r, cat) is None
    assert enthalpy.of_reaction(r, cat).route == "class"
    bare = next(f for f in families() if f.id == "permanganate-sulfuric")
    found = enthalpy.of_reaction(Reaction(bare, bare.change), cat)
    assert found.route == "none" and found.value.best is None and found.value.reason
