"""What must not pass in silence: ammonia on what takes it, what nothing paces, what is poured by need on what it must never meet."""

from __future__ import annotations

import pytest

from northsquall.assess import assess
from northsquall.reading import read

HOST = "Test\n\nIn the hood, gloves, visor, a colleague present. {a} in a 500 mL flask with stirrer and thermometer in the liquid, ice bath of 1 kg. {b}"


def codes(text: str) -> set[str]:
    return {f.code for f in assess(read(text)).findings if f.severity != "note"}


@pytest.mark.parametrize("what", ["Ethyl acetate 44 g", "Benzyl chloride 63 g", "Acetonitrile 41 g"])
def test_ammonia_on_what_it_may_act_on_is_not_established(what: str) -> None:
    assert "P06" in codes(HOST.format(a=what, b="Ammonia 25 %, 60 mL, is added over 30 min at 5-10 °C."))


@pytest.mark.parametrize("what", ["Ethanol 46 g", "Toluene 46 g"])
def test_ammonia_on_what_it_leaves_alone_is_nothing(what: str) -> None:
    assert "P06" not in codes(HOST.format(a=what, b="Ammonia 25 %, 60 mL, is added over 30 min at 5-10 °C."))


def test_an_activated_ester_gives_its_amide() -> None:
    """CRC formation enthalpies, kJ/mol: ethyl acetate(l) -479.3, NH3(aq) -80.3, acetamide(s) -317.0, ethanol(l) -277.6: -35, within the family's class."""
    a = assess(read(HOST.format(a="Methyl chloroacetate 54.3 g", b="Ammonia 25 %, 60 mL, is added over 30 min at 0-5 °C.")))
    r = next(r for r in a.reactions if r.family == "amide from an ester and ammonia")
    assert r.extent_mol == pytest.approx(0.5, rel=0.01)
    assert r.dH_kJ_per_mol.low is not None and r.dH_kJ_per_mol.high is not None
    assert r.dH_kJ_per_mol.low <= -317.0 - 277.6 + 479.3 + 80.3 <= r.dH_kJ_per_mol.high


FED = HOST.format(a="Sulfuric acid 96 % 40 mL and methyl benzoate 27.2 g", b="Nitric acid 68 % 20 mL @")


@pytest.mark.parametrize(
    ("how", "paced"), [("is added.", False), ("is added over 60 min.", True), ("is added at 5-10 °C.", True), ("is added dropwise.", True)]
)
def test_an_addition_that_nothing_paces_is_said(how: str, paced: bool) -> None:
    assert ("P13" not in codes(FED.replace("@", how))) is paced


@pytest.mark.parametrize(("what", "meets"), [("bleach", True), ("charcoal", False)])
def test_what_is_poured_by_need_is_held_against_what_is_there(what: str, meets: bool) -> None:
    text = (
        HOST.format(a="Methyl chloroacetate 54.3 g", b="Ammonia 25 %, 120 mL, is added over 30 min at 0-5 °C. It is filtered.")
        + f" The filtrate still smells of ammonia, so {what} is put into it until the smell is gone."
    )
    assert ("S04" in codes(text)) is meets


@pytest.mark.parametrize(("amine", "grams"), [("Aniline", 9.3), ("4-Chloroaniline", 12.8), ("p-Toluidine", 10.7), ("4-Nitroaniline", 13.8)])
def test_a_diazonium_solution_that_stands_is_seen_however_its_structure_is_written(amine: str, grams: float) -> None:
    text = HOST.format(
        a=f"{amine} {grams} g, water 60 mL and 37 % hydrochloric acid 25 mL",
        b="Sodium nitrite 7.0 g in 20 mL of water is added over 30 min at 0-5 °C. After another ten minutes of stirring the solution is left in the flask over the lunch hour. Then potassium iodide 16.6 g in 20 mL of water is added over 20 min.",
    )
    assert "S01" in codes(text)


@pytest.mark.parametrize("shut", [True, False])
def test_a_flask_without_a_size_that_is_shut_on_a_slow_gas_is_seen(shut: bool) -> None:
    text = f"Reduction\n\nBenzophenone 18.2 g in 100 mL of methanol in a flask. Borohydride, some, is added over 30 min at 10-20 °C. {'The stopper is put in and it is left for an hour.' if shut else 'It is left open for an hour.'} Then hydrochloric acid to pH 4."
    assert ("G02" in codes(text)) is shut


@pytest.mark.parametrize(
    ("there", "brought"),
    [
        ("1-Bromobutane 13.7 g in 100 mL of DMF", "Sodium nitrite 10 g in 50 mL of water"),
        ("Maleic anhydride 9.8 g in 100 mL of toluene", "Furan 6.8 g"),
        ("Glycerol 9.2 g in 100 mL of water", "Periodic acid 23 g in 50 mL of water"),
        ("Chloral hydrate 16.5 g in 100 mL of water", "Sodium hydroxide 8 g in 50 mL of water"),
        ("1-Bromobutane 13.7 g in 100 mL of water", "Sodium hydroxide 8 g in 50 mL of water"),
        ("Nitrobenzene 12.3 g in 100 mL of water", "Sodium sulfide 12 g in 50 mL of water"),
        ("Styrene oxide 12 g in 100 mL of toluene", "Piperidine 8.5 g"),
        ("Phenyl isocyanate 12 g in 100 mL of toluene", "Ethanol 10 g"),
    ],
)
def test_what_is_known_to_react_does_not_pass_without_a_reaction(there: str, brought: str) -> None:
    """Textbook reactions: each either has its family here, or its mixture is asked about."""
    a = assess(read(HOST.format(a=there, b=f"{brought} is added over 30 min at 10-20 °C.")))
    real = [r for r in a.reactions if not r.family.startswith(("dissolving", "dilution", "melting")) and r.extent_mol != 0.0]
    assert real or any(f.code == "P06" for f in a.findings)


@pytest.mark.parametrize(
    ("there", "brought"),
    [
        ("Toluene 50 g", "Sodium nitrite 10 g in 50 mL of water"),
        ("Ethanol 50 g", "Sodium sulfide 12 g in 50 mL of water"),
        ("Anisole 11 g in 50 mL of water", "Sodium hydroxide 8 g in 50 mL of water"),
    ],
)
def test_what_leaves_each_other_alone_is_not_asked_about(there: str, brought: str) -> None:
    assert "P06" not in codes(HOST.format(a=there, b=f"{brought} is added over 30 min at 10-20 °C."))


OPEN = [
    ("Benzyl chloride 30 g and 60 mL of methanol", "Ammonia 25 % 120 mL"),
    ("Kolavone 30 g and 60 mL of methanol", "Ammonia 25 % 120 mL"),
    ("1-Bromobutane 13.7 g in 100 mL of DMF", "Sodium nitrite 10 g in 50 mL of water"),
]


@pytest.mark.parametrize(("there", "brought"), OPEN)
def test_heat_that_nobody_knows_is_not_zero(there: str, brought: str) -> None:
    """What may react and is not recognised gives no figure: neither heat nor rise nor peak, and nothing made of them."""
    a = assess(
        read(HOST.format(a=there, b=f"{brought} is added over 30 min at 5-10 °C. Stir 30 min at 10 °C. Extract with 50 mL of ether."))
    )
    assert not a.heat.total_kJ.established and a.heat.total_kJ.best is None
    assert not a.heat.adiabatic_rise_K.established and a.heat.severity == "not established"
    assert not [f for f in a.findings if f.code in ("H01", "H02", "H03") and f.established]
    assert a.verdict == "not established"
    assert "solvent" not in {m.role for m in a.materials}
    assert a.schedule.rests == []


@pytest.mark.parametrize(("there", "brought"), OPEN)
@pytest.mark.parametrize(
    ("said", "code"),
    [("The stirrer is stuck.", "H09"), ("I leave it alone over lunch while it drips.", "P08"), ("It is stirred, and I stay.", None)],
)
def test_what_may_react_is_neither_left_alone_nor_unstirred(there: str, brought: str, said: str, code: str | None) -> None:
    got = codes(HOST.format(a=there, b=f"{brought} is added over 30 min at 5-10 °C. {said}"))
    assert got & {"H09", "P08"} == ({code} if code else set())


def test_a_name_in_no_catalogue_keeps_its_grams() -> None:
    a = assess(read(HOST.format(a="Kolavone 30 g and 60 mL of methanol", b="")))
    line = next(m for m in a.materials if m.name == "Kolavone")
    assert (line.mass_g, line.mol.established) == (30.0, False)


@pytest.mark.parametrize(
    ("text", "verdict"),
    [
        ("Mixtures of ethanol and water. Put ethanol (50 mL) in a 100 mL flask. Add water and stir.", "acceptable"),
        (
            "Destruction of lithium aluminium hydride residues. Put ethanol (50 mL) in a 100 mL flask. Add water and stir.",
            "not acceptable",
        ),
        ("The zinc dust left over. Put ethanol (50 mL) in a 100 mL flask. Add water and stir.", "not established"),
        ("Put sodium borohydride (2 g) in a 100 mL flask. Add methanol and stir.", "not established"),
    ],
)
def test_an_amount_may_be_missing_only_where_nothing_named_can_act(text: str, verdict: str) -> None:
    """A hydride, metal or oxidiser that stands anywhere in the text keeps a missing amount open; alcohol and water do not (common practice, no source)."""
    assert assess(read(text)).verdict == verdict


@pytest.mark.parametrize(
    ("text", "gas"),
    [
        ("Put calcium carbide (5 g) in a 250 mL flask. Drip water in.", "Acetylene"),
        ("Put zinc (10 g) in a 250 mL flask with 50 mL of water. Add hydrochloric acid over 10 min.", "Hydrogen"),
    ],
)
def test_a_gas_that_burns_is_said_though_its_amount_is_open(text: str, gas: str) -> None:
    """CaC2 + 2 H2O → Ca(OH)2 + C2H2; Zn + 2 HCl → ZnCl2 + H2 (facts of the trade): without an amount neither is safe."""
    (found,) = [f for f in assess(read(text)).findings if f.code == "G08"]
    assert found.severity == "stop" and not found.established and found.message.startswith(gas)


@pytest.mark.parametrize("what", ["Phosphoryl chloride 30.7 g", "Benzoyl chloride 28.1 g"])
def test_water_of_no_amount_on_an_acid_chloride_is_not_established(what: str) -> None:
    """POCl3 + 3 H2O → H3PO4 + 3 HCl (fact of the trade): how much of the gas its water keeps hangs on how much water there is."""
    poured = "It is poured over 30 min into {w} in a 2 L beaker, stirring, below 40 °C."
    found = {w: assess(read(HOST.format(a=what, b=poured.format(w=w)))) for w in ("water", "800 mL of ice water")}
    assert found["water"].verdict == "not established"
    assert any(f.code == "P02" and "water" in f.message for f in found["water"].findings if f.severity == "condition")
    assert not any(f.code == "P02" and "No amount" in f.message for f in found["800 mL of ice water"].findings)


def test_a_bath_taken_away_holds_nothing_that_follows() -> None:
    """A feed after the hot bath is off, with none written: the air takes less than cold water round the flask (U of both: handbook 2.3)."""
    feed = "Cool to 25 °C. Then 96 % sulfuric acid, 40 mL, is added over 20 min, below 60 °C."
    set_up = (
        "Test\n\nHood, gloves, a colleague present. Water 150 mL in a 500 mL flask with stirrer and thermometer in the liquid, oil bath at "
    )
    off = assess(read(set_up + "60 °C. Stir for 30 min. " + feed))
    held = assess(read(set_up + "20 °C. " + feed))
    (air, water) = (a.exotherm.peak_T_C.best for a in (off, held))
    assert air is not None and water is not None and air > water + 5.0


NITRATED = (
    "Methyl 3-nitrobenzoate\n\nHood, sash down; visor, gloves, apron; two persons. 250 mL three-necked flask, stirrer, thermometer in the liquid, dropping funnel, one neck open; ice bath 1.5 kg.\n\n"
    "1. Sulfuric acid 96 % w/w 40 mL, 0 °C; methyl benzoate 13.6 g slowly, below 10 °C.\n2. Nitric acid 65 % w/w 7.4 mL dropwise, 60 min, 5-15 °C; stop at 20 °C.\n"
    "3. 30 min at 15 °C. TLC, ester beside: none.{there}\n4. Pour slowly on the ice in a 1 L beaker, stirring.\n5. Filter, cold water until neutral.\n"
)


@pytest.mark.parametrize("there", ["", " 20 g of ice is put into a 100 mL beaker to cool the funnel."])
def test_the_ice_of_a_quench_is_not_that_of_another_vessel(there: str) -> None:
    """What takes up the heat of dilution has no amount, whatever ice was weighed for something else."""
    a = assess(read(NITRATED.format(there=there)))
    assert a.verdict == "not established"
    assert any(f.code == "P02" and "ice" in f.message for f in a.findings if f.severity == "condition")


@pytest.mark.parametrize("gas", ["Some ammonia is added until it is deep blue.", "A little chlorine is led in at 20 °C."])
def test_a_gas_of_no_amount_that_goes_in_is_asked_for(gas: str) -> None:
    said = f"Copper complex\n\nCopper sulfate pentahydrate 10 g is dissolved in 50 mL of water in a 250 mL beaker in the hood. {gas} It is stirred 10 min.\n"
    assert any(f.code == "P02" and "No amount" in f.message for f in assess(read(said)).findings if f.severity == "condition")


PEROXIDE = "Rest of a bath\n\nHood, goggles, gloves, two persons. 1 L beaker, thermometer in the liquid.\n\n1. Water 200 mL and hydrogen peroxide 30 % 100 mL into the beaker.\n2. {said}\n3. Into the bottle for waste, cap with a vent.\n"


@pytest.mark.parametrize(
    ("said", "left"),
    [
        ("Leave it overnight. Filter through paper, white crystals are left.", True),
        ("A peroxide strip shows 0.", True),
        ("Leave it open overnight; peroxide strip, tried on fresh peroxide: none.", False),
    ],
)
def test_peroxide_is_gone_only_where_it_stood_and_a_strip_says_so(said: str, left: bool) -> None:
    """Handbook 3.3: peroxide is destroyed and tested with a strip; a filter paper is no strip."""
    assert any(f.code == "Q01" for f in assess(read(PEROXIDE.format(said=said))).findings) is left


BLEACHED = (
    "Cyclopentanone\n\nHood, sash down; visor, gloves; two persons. 500 mL three-necked flask, stirrer, thermometer in the liquid, dropping funnel, one neck open; ice bath 2 kg.\n\n"
    "1. Cyclopentanol 8.6 g and acetic acid 30 mL, 15 °C.\n2. Sodium hypochlorite 12 % w/w 60 mL dropwise, 60 min, 18-28 °C; stop at 33 °C.\n3. 60 min at 25 °C.\n4. {paper}\n"
)


@pytest.mark.parametrize(
    ("paper", "asked"),
    [
        ("If the starch-iodide paper is still blue, sodium bisulfite 4 g in 30 mL of water slowly until the paper stays white.", True),
        ("Starch-iodide paper is still blue. Sodium bisulfite 4 g in 30 mL of water slowly until the paper stays white.", False),
    ],
)
def test_a_paper_that_would_be_blue_has_shown_nothing(paper: str, asked: bool) -> None:
    """Handbook 6.2: a dead strip says the same as none left; one that was blue before is its own control, one that is only asked about is not."""
    assert any(f.code == "P03" for f in assess(read(BLEACHED.format(paper=paper))).findings) is asked


def test_what_is_fed_until_the_paper_is_white_is_an_assumption_that_is_told() -> None:
    """NaHSO3 + NaOCl, mole for mole: 0.016 mol of bleach left takes 46 % of 4 g (0.038 mol), with a tenth more."""
    a = assess(read(BLEACHED.format(paper="Sodium bisulfite 4 g in 30 mL of water slowly until the starch-iodide paper stays white.")))
    (why,) = [str(x["why"]) for x in a.assumptions if "of what is written goes in" in str(x["why"])]
    assert 0.40 < float(why.split("%")[0].rsplit(" ", 1)[-1]) / 100 < 0.52


def test_a_strength_that_the_absorber_before_told_is_an_assumption() -> None:
    line = "to an empty 500 mL bottle, a wash bottle with 200 mL of 10 % caustic, an empty 250 mL bottle, a second wash bottle with 200 mL of caustic, and out at the back of the hood"
    said = f"Hydrogen chloride\n\nHood, two persons, visor, gloves. 500 mL three-necked flask, stirrer, thermometer in the liquid, dropping funnel, condenser; its top goes {line}.\n\n1. Sodium chloride 11.7 g into the flask.\n2. Sulfuric acid 96 % w/w 30 mL dropwise, 60 min, 20-30 °C; stop at 35 °C.\n"
    a = assess(read(said))
    assert any("as in the absorber before it" in str(x["why"]) for x in a.assumptions)


def test_a_text_of_which_nothing_is_read_is_not_acceptable() -> None:
    """What is done and came to no step, and no amount at all: nothing is known, and nothing unknown is safe."""
    said = "CARD 3   DYE START\n\nWhat        naphthalene and nitrating mix, by eye\nCan         paint tin, lid hammered on\nOver        the camp fire\nOpen        with a long stick\nQuench      none, pour it out on the snow\nDry         on newspaper by the fire\n"
    a = assess(read(said))
    assert a.verdict == "not established"
    assert any(f.code == "P02" and "No amount of anything" in f.message for f in a.findings)


QUENCHED = (
    "Benzophenone\n\nHood, visor, gloves, two persons. The complex, from benzophenone (5.5 g, 0.030 mol) and aluminium chloride (4.4 g, 0.033 mol) in dichloromethane (40 mL), was cooled to 5 °C in a 100-mL flask. "
    "Ice (150 g) and hydrochloric acid (37 % w/w, 12 mL) were placed in a 600-mL beaker with a mechanical stirrer and a thermometer in the liquid. The complex was {how} during 30 min, below 15 °C.\n"
)


@pytest.mark.parametrize(
    "how", ["run on to the stirred ice in small portions", "poured on to the ice in small portions", "dripped on the cold ice"]
)
def test_what_is_run_on_to_the_ice_goes_where_the_ice_is(how: str) -> None:
    """The ice that was weighed into another vessel is the quench's, and its amount is known."""
    a = assess(read(QUENCHED.format(how=how)))
    (quench,) = [s for s in a.steps if s.kind == "quench"]
    assert quench.vessel == "600 mL beaker"
    assert not [f.message for f in a.findings if f.code == "P02" and "ice" in f.message]


def test_the_ice_that_stands_by_is_not_that_of_the_quench() -> None:
    """What waits for the worst case is not what the batch is poured on, of which nothing is written."""
    said = (
        "Benzophenone\n\nHood, visor, gloves, two persons. The complex, from benzophenone (5.5 g) and aluminium chloride (4.4 g) in dichloromethane (40 mL), was cooled to 5 °C in a 100-mL flask. "
        "For the worst case 500 g of ice in a 2 L beaker is there. The complex was poured on the ice, below 15 °C.\n"
    )
    a = assess(read(said))
    assert [s.vessel for s in a.steps if s.kind == "quench"] != ["2 L beaker"]
    assert any(f.code == "P02" and "No amount of ice" in f.message for f in a.findings)


@pytest.mark.parametrize(
    ("said", "code"),
    [
        ("Filter hot from the brown sludge; the sludge, still wet with permanganate, goes into the paper bin.", "Q12"),
        ("Filter from the oxide, which goes into the bin with the greasy paper.", "Q12"),
    ],
)
def test_a_filtering_excuses_no_bin(said: str, code: str) -> None:
    """Common practice, no source: what oxidises is kept from paper and grease."""
    text = PERMANGANATE.format(spot="A spot on filter paper is no longer violet.").replace("Filter hot.", said)
    assert any(f.code == code for f in assess(read(text)).findings)


def charged(text: str) -> list[str]:
    return sorted(m.name.lower() for m in read(text).materials if m.role != "absorber")


@pytest.mark.parametrize(
    ("said", "names"),
    [
        ("We make bromocyclohexane for the course.\n\nCyclohexanol 10 g is put in a 250 mL flask.", ["cyclohexanol"]),
        ("Into a 250 mL flask go 10 g of cyclohexanol and bromocyclohexane.", ["bromocyclohexane", "cyclohexanol"]),
        ("As ethyl acetate was not at hand, 50 mL of water was poured on 2 g of sodium hydride in a beaker.", ["sodium hydride", "water"]),
        (
            "Cyclohexanol 100 g, red phosphorus 10 g.\n\nAlcohol and phosphorus are put in a 500 mL flask.",
            ["cyclohexanol", "red phosphorus"],
        ),
        ("Aniline 5 g is put in a 250 mL flask. HCl 0.05 mol is added.", ["aniline", "hcl"]),
        ("Aniline 5 g in a 250 mL flask, HCl 0.05 mol, 2 L of water.", ["aniline", "hcl", "water"]),
        ("Aniline 5 g in a 250 mL flask, HCl 0.05 mol, under N2.", ["aniline", "hcl"]),
        ("Zinc 5 g in a 250 mL flask; acetic acid 20 mL by drops.\n\nHCl 0.05 mol and SO2 0.05 mol, 2.4 L.", ["acetic acid", "zinc"]),
        ("Magnesium 2 g and dry sand 20 g are mixed in a crucible.", ["dry sand", "magnesium"]),
        ("Magnesium 2 g in a 100 mL flask; 5 kg dry sand, powder extinguisher.", ["magnesium"]),
        ("Red phosphorus 10 g.\n\nAlcohol and phosphorus are put in a 500 mL flask.", ["alcohol", "red phosphorus"]),
    ],
)
def test_what_is_named_and_does_not_go_in_is_not_charged(said: str, names: list[str]) -> None:
    """Only what the words say is there for another reason; an alcohol of which nothing was weighed stays a charge that lacks its amount."""
    assert charged("Batch\n\n" + said + "\n") == names


PERMANGANATE = (
    "Chlorobenzoic acid\n\nHood, goggles, gloves, two persons. 500 mL three-necked flask, stirrer, thermometer in the liquid, condenser open at the top, water on; water bath.\n\n"
    "1. Water 180 mL and 4-chlorotoluene 5.1 g, 80 °C.\n2. Potassium permanganate 15.8 g in ten portions over 2.5 h, 80-90 °C, each when the violet of the last has gone; none above 95 °C.\n3. 90 min at 90 °C. {spot}\n4. Filter hot.\n"
)


@pytest.mark.parametrize(
    ("spot", "left"),
    [
        ("A spot on filter paper is no longer violet.", False),
        ("If a spot on paper is not violet, go on.", True),
        ("If after two hours a spot on paper is not violet, go on.", True),
        ("A spot on paper is violet.", True),
    ],
)
def test_permanganate_is_gone_where_a_spot_shows_it(spot: str, left: bool) -> None:
    """Common practice, no source: a drop on filter paper shows no violet ring."""
    raised = [f for f in assess(read(PERMANGANATE.format(spot=spot))).findings if f.code == "Q01" and "permanganate are left" in f.message]
    assert bool(raised) is left


@pytest.mark.parametrize(
    ("said", "code"),
    [
        ("Sugar 300 g and water 100 mL in a pressure cooker, lid locked, valve stuck with dough, on the ring.", "G02"),
        ("Sugar 200 g is melted in a 250 mL beaker; cold water is poured on at 180 °C.", "H10"),
        ("Ether 50 mL from the old tin is poured on 5 g of the residue in a 250 mL beaker.", "S06"),
    ],
)
def test_what_hurts_without_a_reaction_is_found(said: str, code: str) -> None:
    """Steam, pressure and peroxides need no recognised reaction (common practice, no source)."""
    assert any(f.code == code and f.severity != "note" for f in assess(read("Trial\n\n" + said + "\n")).findings)
