"""What a sound procedure must not be blamed for, and where the same words with a fault still are."""

from __future__ import annotations

import pytest

from northsquall.assess import assess
from northsquall.assessment import Assessment, Finding
from northsquall.chemistry.families import families
from northsquall.reading import read


def result(text: str) -> Assessment:
    return assess(read(text))


def of(a: Assessment, code: str) -> list[Finding]:
    return [f for f in a.findings if f.code == code and f.severity != "note"]


SAPONIFIED = "Saponified\n\nMethyl benzoate 13.6 g in 60 mL methanol in a 250 mL flask. Add 5.0 g of NaOH dissolved in 50 mL of water{}. Reflux on the water bath for 45 min. Cool."


def test_class_3_under_a_reflux_that_is_meant_is_a_note() -> None:
    """Handbook 4, H03: a note where reflux is intended and the condenser's duty covers the heat; not where all was poured together."""
    fed, poured = result(SAPONIFIED.format("")), result(SAPONIFIED.format(", all at once"))
    assert [f.severity for f in fed.findings if f.code == "H03"] == ["note"] and not of(fed, "Q07")
    assert [f.severity for f in poured.findings if f.code == "H03"] == ["condition"]


@pytest.mark.parametrize("words", ["without a condenser", "in the open flask", "with a condenser without water"])
def test_a_reflux_that_nothing_condenses_is_not_meant(words: str) -> None:
    """Handbook 4, H03: the condenser's duty covers the heat, or it is class 3."""
    a = result(SAPONIFIED.format("").replace("for 45 min", f"for 45 min {words}"))
    assert [f.severity for f in a.findings if f.code == "H03"] == ["condition"] and of(a, "Q07")


def test_a_mantle_cools_nothing() -> None:
    """Handbook 2.2: 60 mL of strong acid on 40 mL of water without cooling."""
    text = "Bromide\n\n500 mL flask on a mantle: cyclohexanol 50 g, water 40 mL. Sulfuric acid 96 %, 60 mL, in within 5 min. Sodium bromide 62 g. Reflux 2 h."
    assert of(result(text), "H11")


BLEACHED = (
    "Oxidation\n\nBenzhydrol 5.53 g (30 mmol), ethyl acetate 40 mL, in a 250 mL flask, stirrer, thermometer in the mixture, water bath 20 °C, hood. "
    "60 mL of bleach (5.25 % NaOCl) over 30 min, 20-30 °C. TLC: no alcohol. Separate. Dry the organic layer, rotary evaporator. {}"
)


@pytest.mark.parametrize(
    ("words", "severities"),
    [
        ("Waste: aqueous layer, reduced with bisulfite and checked with starch-iodide paper.", []),
        ("The aqueous layer is treated with thiosulfate until starch iodide stays white.", []),
        ("The aqueous layer is reduced with sodium bisulfite before it goes to waste.", ["condition"]),
        ("The aqueous layer is treated with bisulfite until it is cold.", ["condition"]),
        ("The aqueous layer is mixed with bisulfite and filtered through paper, then added to the drum.", ["condition"]),
        ("Aqueous layer to waste, no bisulfite.", ["stop"]),
        ("Aqueous layer to the drum.", ["stop"]),
    ],
)
def test_a_layer_is_destroyed_by_the_words_of_its_waste(words: str, severities: list[str]) -> None:
    """Handbook 3.3: sulfite or thiosulfate on hypochlorite, with a test; an agent that is left out destroys nothing."""
    assert [f.severity for f in of(result(BLEACHED.format(words)), "Q01")] == severities


NITRATED = (
    "Nitration\n\nHood. tert-Butylbenzene 13.4 g in a 250 mL three-necked flask with a stirrer and a thermometer in the liquid, in 1 kg of ice and water, cooled to 5 °C. "
    "A mixture of 12 mL of 65 % nitric acid and 15 mL of 96 % sulfuric acid was dropped in over {} at 5-10 °C. {}"
)


def test_a_written_pause_holds_its_limit_and_costs_time() -> None:
    """Handbook 2.4: a written "pause above x" is simulated as written; without it the limit is passed."""
    paused, limit = "If 12 °C is reached stop the flow and wait.", "Limit 12 °C."
    held = [f for f in result(NITRATED.format("60 min", paused)).findings if f.code == "H02"]
    assert [f.severity for f in held] == ["note"] and "longer than written" in held[0].message
    assert of(result(NITRATED.format("60 min", limit)), "H02")


def test_a_portion_waits_for_the_last_and_a_limit_without_waiting_is_passed() -> None:
    """Lye: 57 K in all, 6 K a portion (dissolving -44 kJ/mol, CRC); each when the last has cooled."""
    lye = "Lye\n\nBeaker 3 L on magnetic stirrer, hood. Put 1.76 kg water in. Add 440 g of NaOH pellets in eleven portions of 40 g; {}never above 60 °C."
    assert not of(result(lye.format("the next when the thermometer (in the solution) is back under 40 °C; ")), "H02")
    assert of(result(lye.format("one after the other; ")), "H02")


def test_drops_of_a_catalyst_start_what_the_warm_hold_finishes() -> None:
    """Aspirin: -86 kJ/mol by formation enthalpies (salicylic acid -589.9, anhydride -624.4, aspirin -815.6, acetic acid -484.5; CRC, NIST), all of it there."""
    a = result("Aspirin\n\nPut 5.0 g salicylic acid and 7 mL acetic anhydride in a 100 mL flask. Add 0.5 mL phosphoric acid 85 % drop by drop. Stand the flask in a water bath at 75 °C for 15 minutes. Pour into 60 mL of ice water.")  # fmt: skip
    assert not [f for f in a.findings if f.code == "P02" and not f.established and f.severity != "note"]
    assert not of(a, "H07") and of(a, "H01")


def test_iron_that_is_oxidised_by_drops_is_no_trace() -> None:
    text = "Iron(III)\n\nAmmonium iron(II) sulfate hexahydrate 9.8 g in 30 mL of water with 5 mL of 20 % sulfuric acid in a 250 mL beaker, hood. 6 % hydrogen peroxide, 9 mL, {}. The slurry is heated to boiling to destroy remaining peroxide."
    slow, fast = result(text.format("dropwise over 20 min at 40 to 45 °C")), result(text.format("all at once"))
    assert not [f for f in slow.findings if f.severity == "stop"] and not of(slow, "Q12") and not of(slow, "S03")
    assert of(fast, "S03") or of(fast, "S04") or of(fast, "P13")


@pytest.mark.parametrize(
    ("catalyst", "beside"),
    [("0.2 g of aluminium chloride", True), ("40 g of aluminium chloride", False)],
)
def test_a_trace_brominates_beside_the_carbonyl_and_more_than_a_mole_in_the_ring(catalyst: str, beside: bool) -> None:
    """Phenacyl bromide by a trace, 3-bromoacetophenone by an excess (facts of the trade, memory)."""
    a = result(f"Bromo ketone\n\nAcetophenone 12 g and {catalyst} in a 500 mL flask in ice, hood. Bromine 16.0 g over 50 minutes, 5-10 °C.")
    mine = next(r for r in a.reactions if "omination" in r.family and (r.extent_mol or 0.0) > 0.05)
    assert ("beside the carbonyl" in mine.family) is beside


def test_tin_chloride_reduces_a_nitroarene_with_the_heat_of_its_formation_enthalpies() -> None:
    """Nitrobenzene 12.5, aniline 31.6, water -285.8, tin(II) ion -8.8, tin(IV) oxide -577.6 kJ/mol (CRC, memory)."""
    dH = (31.6 + 3 * -577.6) - (12.5 + 3 * -8.8 + 4 * -285.8)
    family = next(f for f in families() if f.id == "nitro-tin-chloride")
    low, high = family.heat["class"]
    assert low < dH < high
    a = result(
        "Amine\n\nEthyl 4-nitrobenzoate 9.75 g, 100 mL ethanol and 34 g tin(II) chloride dihydrate in a 250 mL flask, condenser. 70 °C, 30 min."
    )
    assert any(r.family_id == "nitro-tin-chloride" and (r.extent_mol or 0.0) == pytest.approx(0.04995, rel=0.01) for r in a.reactions)


def test_an_acid_is_brominated_beside_its_carboxyl_with_a_phosphorus_halide_only() -> None:
    text = "Acid\n\nButanoic acid 17.6 g{} in a 250 mL flask, hood, oil bath to 70 °C. Bromine 32 g over 2 h at 70-75 °C."
    with_it, without = result(text.format(" and phosphorus tribromide 1.5 mL")), result(text.format(""))
    made = [[r for r in a.reactions if "beside the carboxyl" in r.family and (r.extent_mol or 0.0) > 0.05] for a in (with_it, without)]
    assert made[0] and not made[1]


def test_crystals_that_stand_overnight_no_longer_react() -> None:
    """The batch was quenched and filtered before: what stands there cannot run away; what stands in its own flask still may (handbook 4, P08)."""
    text = "Bromide\n\n4-Methylacetanilide 14.9 g in 75 mL acetic acid in a 250 mL flask, thermometer in the liquid, hood. Bromine 17.6 g over 45 min at 20-30 °C. {} TLC."
    done = "Pour into 500 mL of ice water with 4 g of sodium bisulfite. Filter. Dissolve in 50 mL of ethanol; leave overnight."
    assert not of(result(text.format(done)), "P08") and of(result(text.format("Leave overnight.")), "P08")


def test_what_reads_like_a_cause_takes_no_figures_finding_with_it() -> None:
    """A likeness must not hide what a rule computed at its place."""
    text = (
        "Ethyl 3-nitrobenzoate\n\nHood. A 500 mL flask with stirrer and thermometer in the liquid stands in an ice bath with 3 kg of ice. 60 mL of 96 % sulfuric acid, cool to 5 °C. "
        "Add ethyl benzoate (15.0 g) over 15 min, below 10 °C. Mix 10 mL of 65 % nitric acid with 10 mL of 96 % sulfuric acid in a 50 mL beaker in ice, below 20 °C. "
        "Pour the mixed acid in all at once at 5 °C, then take the ice away so that it can warm up. Stir for 30 min at 15 °C."
    )
    assert of(result(text), "P13")


@pytest.mark.parametrize(("product", "open_"), [("1-Phenylethanol", False), ("2-Phenylethanol", True)])
def test_an_isomer_with_another_skeleton_is_not_what_the_reaction_makes(product: str, open_: bool) -> None:
    """Borohydride on acetophenone gives the secondary alcohol (facts of the trade); the other is made by nothing here, and its heat is not established."""
    text = (
        f"{product}\n\nAcetophenone 12.0 g in 60 mL of methanol in a 250 mL flask in ice, thermometer in the liquid, hood. "
        "Sodium borohydride 1.9 g in portions over 30 min, below 20 °C, the next when it is back. Stir 1 h. TLC."
    )
    found = of(result(text), "P06")
    assert bool(found) is open_ and not any(f.established for f in found)


@pytest.mark.parametrize(("strength", "dries"), [("18 M", True), ("98 %", True), ("1 M", False), ("10 %", False)])
def test_strong_acid_takes_the_ammonia_that_it_is_to_dry(strength: str, dries: bool) -> None:
    """Handbook 3.2: acid takes ammonia; 18 mol/L is the concentrated acid (CRC, memory), what is dilute dries nothing."""
    text = f"Ammonia gas\n\nAmmonium chloride 53 g and calcium hydroxide 74 g are heated in a 500 mL flask. The gas is dried through a bottle with {strength} sulfuric acid and led into 200 mL of water over a funnel. Hood."
    assert bool(of(result(text), "G06")) is dries


FUMING = (
    "1-Bromo-4-nitrobenzene\n\n{hood} Nitric acid 68 %, 20 mL, and sulfuric acid 96 %, 20 mL, mixed in ice in a 250 mL flask, thermometer in the liquid. "
    "Bromobenzene 15.7 g over 30 min at 45 to 55 °C, ice bath. {fume} Stir 30 min. Pour onto 200 g of ice in an 800 mL beaker."
)


@pytest.mark.parametrize(
    ("hood", "fume", "open_"),
    [
        ("In the hood.", "The brown fume is little and stays in the hood.", False),
        ("In the hood.", "Brown fume comes off.", True),
        ("On the bench.", "The brown fume is little.", True),
        ("The burner stands in the next hood.", "The brown fume is little.", True),
        ("Hood no. 3 is out of order.", "The brown fume is little.", True),
    ],
)
def test_a_little_brown_gas_is_open_only_without_a_hood(hood: str, fume: str, open_: bool) -> None:
    """Handbook 2.7: more than half the limit at the face stops where there is no hood; another's hood is none (common practice, no source)."""
    assert bool(of(result(FUMING.format(hood=hood, fume=fume)), "G04")) is open_


def test_permanganate_on_graphite_has_no_heat_that_is_known() -> None:
    """Missing is not safe: the oxidation is not in the ledger, and what is does not stand for it."""
    a = result(
        "Graphite oxide\n\nHood. Sulfuric acid 96 %, 24 mL, graphite 1.0 g in a 500 mL beaker, ice bath, thermometer in the liquid. Potassium permanganate 3.0 g in portions over 40 min, below 15 °C."
    )
    assert of(a, "P06") and a.verdict not in ("acceptable", "acceptable with conditions")


@pytest.mark.parametrize(("way", "severity"), [("dropwise", "condition"), ("all at once", "stop")])
def test_acid_takes_away_borohydride_by_drops(way: str, severity: str) -> None:
    """Handbook 3.3: what is left is taken away with dilute acid, by drops."""
    a = result(
        "Isoborneol\n\nHood. Camphor 7.6 g in 50 mL of methanol in a 250 mL flask in ice, thermometer in the liquid. Sodium borohydride 1.9 g in 8 portions, one every 4 min, below 25 °C. "
        f"Ice water 60 mL over 20 min. Then 20 mL of 5 % hydrochloric acid {way}."
    )
    assert {f.severity for f in a.findings if f.code == "S04"} <= {severity, "note"}


@pytest.mark.parametrize(
    ("carbonyl", "grams", "family"),
    [("benzaldehyde", 10.6, "azine"), ("cyclohexanone", 4.9, "hydrazone"), ("acetylacetone", 5.0, "pyrazole")],
)
def test_hydrazine_reacts_with_carbonyls(carbonyl: str, grams: float, family: str) -> None:
    """Two of an aldehyde give the azine, one of a ketone the hydrazone, a 1,3-diketone the pyrazole (facts of the trade); 2.5 g of the hydrate are 0.050 mol."""
    a = result(
        f"{family.title()}\n\nHydrazine hydrate 2.5 g in 40 mL of ethanol in a 250 mL flask in ice. {carbonyl.title()} {grams} g over 30 min, below 20 °C."
    )
    assert any(family in r.family and (r.extent_mol or 0.0) > 0.045 for r in a.reactions)


@pytest.mark.parametrize(("water_mL", "stays"), [(200, True), (10, False)])
def test_bromine_stays_in_enough_water(water_mL: int, stays: bool) -> None:
    """A litre of water holds 0.21 mol of bromine (3.4 g in 100 mL at 20 °C: CRC Handbook, memory); 0.84 g of bromate give 0.015 mol."""
    a = result(
        f"Bromine water\n\nIn the hood. Potassium bromide 3.6 g, potassium bromate 0.84 g and {water_mL} mL of water in a 500 mL flask. Sulfuric acid 10 %, 20 mL, over 15 min at 15 to 25 °C, water bath 15 °C."
    )
    assert bool(of(a, "G04")) is not stays


def test_a_rod_in_the_beaker_beside_it_stirs_not_the_flask() -> None:
    text = "Nitrotoluenes\n\nHood. Sulfuric acid 30 mL in a 100 mL beaker in ice. Nitric acid 15 mL onto it{}, below 20 °C. Toluene 18.4 g in a 250 mL flask{}, thermometer in the liquid. The mixed acid goes into the toluene over 45 min at 20 to 30 °C, ice bath."
    beside, in_it = result(text.format(", stirred with a glass rod", ", stirrer")), result(text.format("", ", stirred with a glass rod"))
    assert not of(beside, "H09") and of(in_it, "H09")


OXIDISED = (
    "Graphite, oxidised\n\n500 mL beaker in an ice bath, stirrer, thermometer in the mixture, hood. Sulfuric acid 96 %, 24 mL. Graphite powder 1.0 g. "
    "Potassium permanganate 3.0 g in twelve portions over 40 min{}. Pour on to 200 g of ice in a 1 L beaker. {}"
)


@pytest.mark.parametrize(("limit", "stops"), [(", below 15 °C", False), ("", True), (", below 45 °C", True)])
def test_cold_that_nobody_wrote_tames_no_pair(limit: str, stops: bool) -> None:
    """Handbook 3.4: permanganate in strong acid is explosive above 50 °C; a temperature that is not written is not a cold one."""
    found = [f.severity for f in result(OXIDISED.format(limit, "")).findings if "heptoxide" in f.message]
    assert found and ("stop" in found) == stops


@pytest.mark.parametrize(
    ("peroxide", "stops"),
    [
        ("Hydrogen peroxide 3 % in 1 mL portions until no more gas comes, about 12 mL.", False),
        ("In a 100 mL beaker: water 20 mL, hydrogen peroxide 3 % until no more gas comes, about 12 mL.", True),
    ],
)
def test_an_agent_in_another_vessel_destroys_nothing(peroxide: str, stops: bool) -> None:
    """Handbook 4, Q01: what is added until its end is seen has to meet the excess."""
    q01 = [f for f in result(OXIDISED.format(", below 15 °C", peroxide)).findings if f.code == "Q01" and "permanganate" in f.message]
    assert [f.severity for f in q01] == (["stop"] if stops else [])


@pytest.mark.parametrize(
    ("wash", "raised"),
    [
        ("swirl first with the stopper off until it no longer fizzes, then stopper, invert and open the tap after each shake", False),
        ("unstoppered until it is quiet, then stopper and shake", False),
        ("stopper and shake hard", True),
    ],
)
def test_a_funnel_that_is_left_open_until_it_is_quiet_is_vented(wash: str, raised: bool) -> None:
    """Common practice, no source."""
    text = (
        "tert-Butyl chloride\n\nIn the hood: 2-methyl-2-propanol (14.8 g) is stirred with 50 mL of 37 % hydrochloric acid in a 250 mL flask for 20 min at 20 °C. "
        f"Transfer to a 250 mL separating funnel and run off the acid. Wash the layer with 30 mL of 5 % sodium hydrogencarbonate: {wash}.\n"
    )
    assert ("Q04" in {f.code for f in assess(read(text)).findings if f.severity != "note"}) is raised
