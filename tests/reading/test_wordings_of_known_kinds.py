"""Wordings of the kinds of work that the core must handle, misread once: each kept by another text than the one it was found in."""

from __future__ import annotations

import pytest

from northsquall.assess import assess
from northsquall.assessment import Assessment
from northsquall.procedure import Procedure, Step
from northsquall.reading import read
from northsquall.reading.phrases import bath_in, quantities
from northsquall.reading.tokens import tokenise

POT = "12 g of aniline and 50 mL of water are placed in a 250 mL flask in an ice bath. "


def result(text: str) -> Assessment:
    return assess(read(text))


def batch(words: str, title: str = "A batch") -> Procedure:
    return read(f"{title}\n\n{POT}{words}\n")


def step(p: Procedure, kind: str) -> Step:
    return next(s for s in reversed(p.steps) if s.kind == kind)


@pytest.mark.parametrize(
    ("words", "kind"),
    [
        ("The excess of chlorine was removed with sodium sulfite (2 g).", "destroy"),
        ("What nitrite was left was removed by 1 g of sulfamic acid.", "destroy"),
        ("The ether was removed on the rotary evaporator.", "distil"),
    ],
)
def test_what_is_removed_with_a_reagent_is_destroyed_and_not_distilled(words: str, kind: str) -> None:
    assert batch(words).steps[-1].kind == kind


def test_the_batch_is_where_it_was_poured() -> None:
    """Nothing that is added later goes into the flask that was emptied."""
    p = batch(
        "Sodium nitrite 9 g in 20 mL of water over 30 min. Pour the solution on 100 g of ice in a 600 mL beaker. Add 20 g of potassium iodide in portions."
    )
    assert step(p, "dose").vessel == "600 mL beaker"


def test_a_salt_that_has_formed_is_no_table_salt() -> None:
    text = "X\n\nsodium chloride 10 g\nwater 50 mL\naniline 9.3 g\n\n1. Aniline and water into a 250 mL flask. The white salt comes down; the anilinium salt is stirred 10 min.\n2. Salt in, cool.\n"
    p = read(text)
    salt = next(m for m in p.materials if m.identity == "sodium chloride")
    assert next(s for s in p.steps if s.n == salt.step).span[0] > text.index("2. ")


def test_a_mass_told_for_ice_and_salt_is_halved() -> None:
    """Handbook 2.4: a joint mass counts half ice, half water."""
    found = bath_in(quantities(tokenise("stood in ice and salt (3 kg)")))
    assert found is not None and (found[0].kind, found[0].ice_g, found[0].water_g) == ("ice-salt", 1500.0, 1500.0)


def test_an_ice_bath_under_the_flask_is_a_bath_and_no_dump() -> None:
    p = read("X\n\n- toluene 20 mL in a 250 mL flask\n- hood; ice bath 2 kg under the flask\n- bromine 5 g over 30 min, below 20 °C\n")
    assert p.vessels[0].bath is not None and p.vessels[0].bath.ice_g == 1000.0 and "dump" not in p.ready


@pytest.mark.parametrize("words", ["The product boils at 56 °C and must be kept cold.", "It gets hot, boils up a little."])
def test_what_boils_by_itself_or_somewhere_is_no_heating(words: str) -> None:
    assert [s.kind for s in batch(words).steps] == ["charge"]


@pytest.mark.parametrize("words", ["It need not be watched.", "It needs no attention.", "It is left to itself."])
def test_what_need_not_be_watched_is_unattended(words: str) -> None:
    assert any(s.attended is False for s in batch(f"Heat to 60 °C for 2 h. {words}").steps)


def test_a_receiver_shut_in_the_set_up_counts_when_it_is_distilled_into() -> None:
    a = result(
        "X\n\nSet-up: 500 mL flask, still head, condenser, receiver with a ground joint, clipped on.\n\nEthanol 100 mL into the flask. Distil until 20 mL are left.\n"
    )
    assert any(f.code == "G02" and "receiver" in f.message for f in a.findings)


def test_water_of_the_list_goes_in_with_the_others_and_later_water_is_its_own() -> None:
    text = "X\n\nacetic acid   10 g\nwater         25 mL\naniline       9.3 g\n\nSet-up: 250 mL flask.\n\n1  Aniline, water and acid into the flask.\n2  Residue in the flask: fill up with water.\n"
    p = read(text)
    water = [m for m in p.materials if m.identity == "water"]
    assert [w.amount is not None for w in water] == [True, False] and {s.vessel for s in p.steps} == {"250 mL flask"}


def test_water_under_the_adapter_stands_in_the_receiver() -> None:
    p = read(
        "X\n\n500 mL round flask, still head, bent adapter reaching under 40 mL of water in a 100 mL two-neck receiver. Charge 50 g of sodium nitrate. Run in 40 mL of sulfuric acid over 20 min. Collect what comes over up to 90 °C.\n"
    )
    assert {s.vessel for s in p.steps if s.kind in ("charge", "dose")} == {"receiver", "500 mL flask"} and p.steps[-1].kind == "distil"


def test_what_is_said_of_a_poison_brings_none_and_the_rest_of_one_neither() -> None:
    p = batch("Phenylhydrazine is toxic and known to sensitise. The rest of the phenylhydrazine is destroyed later.")
    assert "phenylhydrazine" not in [m.identity for m in p.materials]


def test_a_title_that_goes_on_names_the_longer_substance() -> None:
    p = read("2-CHLOROBENZOIC ACID ETHYL ESTER\n\n2-Chlorobenzoyl chloride 17.5 g in a 250 mL flask. Ethanol 30 mL over 60 min.\n")
    assert p.results.product_identity is None and (p.results.product_smiles or "").count("Cl") == 1


def test_a_locant_and_a_strength_as_they_are_said() -> None:
    p = read(
        "X\n\nTake ten grams of four-bromotoluene in a flask. Then twenty grams of the sodium sulfide flakes, they're sixty percent.\n"
    )
    found = {m.identity: m for m in p.materials}
    assert "4-bromotoluene" in found
    assert found["sodium sulfide"].strength is not None and found["sodium sulfide"].strength.percent_w == 60.0


def test_a_solution_made_first_goes_into_the_flask_told_next() -> None:
    p = read(
        "X\n\nWeigh ten grams of sodium hydroxide. Dissolve in fifty mils of water. The ester is methyl benzoate, ten grams, in fifty mils of ethanol in the half-litre flask with a condenser. In with the hydroxide solution over twenty minutes, and boil it an hour.\n"
    )
    dose = step(p, "dose")
    assert (dose.vessel, dose.duration.value if dose.duration else None) == ("500 mL flask", 20.0) and dose.from_vessel is not None


def test_a_unit_said_once_holds_for_the_next() -> None:
    p = read("X\n\nFive point three grams of benzaldehyde, six point one of cyclohexanone, and thirty mils of ethanol in a flask.\n")
    assert next(m for m in p.materials if m.identity == "cyclohexanone").amount.unit == "g"  # type: ignore[union-attr]


def test_a_feed_that_is_stopped_at_a_temperature_has_a_limit() -> None:
    p = batch(
        "Acetic anhydride 10 g is run in over 30 min at 0-5 °C, the addition being halted whenever 8 °C was reached, until starch paper turned blue and stayed so for 5 min."
    )
    dose = step(p, "dose")
    assert dose.T_limit is not None and dose.T_limit.value == 8.0


def test_more_ice_as_needed_is_a_bath_without_a_size() -> None:
    a = result(
        "X\n\nAniline 9.3 g in 100 mL of water in a 400 mL beaker. Acetic anhydride 11 g is added over 15 min at 5-15 °C, with more ice as needed.\n"
    )
    assert not any(f.code == "P02" and "No amount of ice" in f.message for f in a.findings)


@pytest.mark.parametrize(("T", "severity"), [(150, "stop"), (80, "condition"), (40, None)])
def test_oxidised_graphite_dried_hot(T: int, severity: str | None) -> None:
    """Krishnan et al., Nano Today 7 (2012) 137 (memory): dry, it goes off from about 100 °C on."""
    a = result(
        f"X\n\nSulfuric acid 98 % 70 mL and graphite 3 g in a 1 L beaker. Potassium permanganate 9 g over 30 min below 10 °C. Filter. Dry at {T} °C overnight.\n"
    )
    assert next((f.severity for f in a.findings if f.code == "Q10" and "graphite" in f.message.lower()), None) == severity


def test_a_lump_from_the_crucible_meets_its_acid_in_the_flask() -> None:
    """Boranes come with the acid: handbook 3.2."""
    a = result(
        "X\n\n* boron trioxide 7 g and magnesium powder 7.3 g, dry, mixed\n* into the iron crucible, lid on, big burner\n* the lump (boride, magnesium oxide) into a 500 mL flask, then 100 mL hydrochloric acid 20 % in one go\n"
    )
    assert any(f.code == "H15" for f in a.findings)
    assert any(f.code == "G10" and f.severity == "stop" for f in a.findings)


@pytest.mark.parametrize(("how", "raised"), [("in one go", True), ("over 60 min", False)])
def test_nitroalkane_and_base_all_at_once(how: str, raised: bool) -> None:
    """Handbook 4, S04: other than the wanted reaction dosed in its order."""
    a = result(
        f"X\n\nBenzaldehyde 10.6 g, nitromethane 6.1 g and methanol 30 mL in a 250 mL flask in ice. Sodium hydroxide 4.2 g in 10 mL of water, {how}.\n"
    )
    assert any(f.code == "S04" and "itroalkane" in f.message for f in a.findings) is raised


# ------------------------------------------------------------------ what the twenty-fourth round showed


def test_a_title_names_its_product_systematically() -> None:
    p = read("2-Bromo-4,4-dimethylcyclohexanone, 0.1 mol\n\nHeat 12 g of it.\n")
    assert p.results.product_smiles is not None and "Br" in p.results.product_smiles


@pytest.mark.parametrize(
    ("words", "names"),
    [
        ("Potassium iodide (16 g), dried at 110 °C, was dissolved in acetone (100 mL) in a 500 mL flask.", {"potassium iodide", "acetone"}),
        ("Adipic acid 10 g, dry, by the spatula into the 500 mL flask.", {"adipic acid"}),
    ],
)
def test_dried_before_is_how_it_is(words: str, names: set[str]) -> None:
    p = read(f"X\n\n{words}\n")
    assert (
        {m.identity for m in p.materials} == names
        and {s.vessel for s in p.steps} == {"500 mL flask"}
        and {s.kind for s in p.steps} == {"charge"}
    )


@pytest.mark.parametrize(
    ("words", "C"),
    [
        ("Heat to two sixty-five in about an hour.", 265.0),
        ("Keep it hot, at one eighty degrees, for an hour.", 180.0),
        ("Heat in two twenty-mil tubes.", None),
    ],
)
def test_hundreds_that_are_not_said(words: str, C: float | None) -> None:
    p = batch(words)
    assert next((s.T_range.value for s in p.steps if s.T_range), None) == C


def test_a_row_of_the_list_stands_in_the_receiver_and_another_behind_it() -> None:
    p = read(
        "X\n\nsodium bromide     50 g\nphosphoric acid 85 %     90 mL\nwater     40 mL     in the receiver\nsodium hydroxide 10 %     300 mL     behind the receiver\n\n"
        "Vessel 500 mL flask, still head, adapter ending 5 mm above the water in the receiver (250 mL). Side arm - empty 500 mL bottle - funnel, mouth down, just above the sodium hydroxide.\n\n"
        "STEP 1. Bromide in the flask. Acid from the funnel, 30 min.\nSTEP 2. Distil at 120-170 °C.\n"
    )
    where = {m.identity: next((s.vessel for s in p.steps if m.id in s.materials), None) for m in p.materials}
    assert where["water"] == "receiver" and where["sodium bromide"] == where["phosphoric acid"] == "500 mL flask"
    assert next(m.role for m in p.materials if m.identity == "sodium hydroxide") == "absorber"


def test_the_water_that_the_acid_goes_to_is_the_water_told() -> None:
    p = read("X\n\n- aniline 9 g, water 50 mL, sulfuric acid 96 % 20 mL added slowly first to the water, 250 mL flask\n")
    assert [m.identity for m in p.materials].count("water") == 1


def test_water_from_a_wash_bottle_goes_in_and_acid_in_a_bottle_does_not() -> None:
    p = read(
        "X\n\nbenzoic acid   10 g\n\nSet-up: 250 mL flask; bottle with acid solution.\n\n1  Benzoic acid into the flask.\n2  Water from the wash bottle until it stops fizzing.\n"
    )
    assert [m.identity for s in p.steps for k in s.materials for m in p.materials if m.id == k] == ["benzoic acid", "water"]


def test_more_of_it_is_more_of_it_and_a_starter_is_a_crystal() -> None:
    a = result(
        "X\n\nMagnesium 6 g, bromobenzene 35 g and diethyl ether 100 mL in a 500 mL flask. Add iodine. Still nothing: more bromide, 10 g.\n"
    )
    found = {m.name: [x.mass_g for x in a.materials if x.name == m.name] for m in a.materials}
    assert found["bromobenzene"] == [35.0, 10.0] and (found["iodine"][0] or 9.0) < 1.0


def test_what_is_not_ready_is_no_contingency() -> None:
    a = result(
        "X\n\nMagnesium 6 g, bromobenzene 35 g and diethyl ether 100 mL in a 500 mL flask, all together. The ice bath was not ready.\n"
    )
    assert any(f.code == "P09" for f in a.findings)


@pytest.mark.parametrize(
    ("words", "mL"), [("20 g of phenol, melted with a drop of water", 0.1), ("The paper is tried with a drop of water.", None)]
)
def test_a_drop_is_an_amount(words: str, mL: float | None) -> None:
    p = read(f"X\n\n{words}, in a 250 mL flask.\n" if mL else f"X\n\n20 g of phenol in a 250 mL flask. {words}\n")
    assert next((m.amount.value for m in p.materials if m.identity == "water" and m.amount), None) == mL


def test_rest_and_fore_run_go_into_what_destroys_them() -> None:
    p = read(
        "X\n\n- benzoic acid 24 g and thionyl chloride 30 g in a 250 mL flask\n- reflux 1 h\n- distil 80-200 °C\n- rest in the pot and fore-run (thionyl chloride, about 6 g): drop by drop into 200 mL 10 % caustic, stirred, 1 L beaker, 30 min\n"
    )
    assert (p.steps[-1].vessel, p.steps[-1].from_vessel) == ("1 L beaker", "receiver") and [m.identity for m in p.materials].count(
        "thionyl chloride"
    ) == 1


def test_a_tube_under_water_in_a_trough_sucks_back() -> None:
    a = result(
        "X\n\nEthanol 25 mL and sulfuric acid 96 % 75 mL in a 500 mL flask. The tube ends in the trough under water. Heat with the bunsen to 170 °C.\n"
    )
    assert any(f.code == "G05" for f in a.findings)
    assert any(g.formula == "C2H4" for g in a.gases)


def test_an_amount_of_what_the_sentence_before_named() -> None:
    p = read("X\n\nBattery acid's about thirty percent. Half a litre of that into a two-litre beaker, on the hot plate.\n")
    acid = next(m for m in p.materials if m.identity == "sulfuric acid")
    assert acid.strength is not None and acid.strength.percent_w == 30.0 and acid.amount is not None and acid.amount.value == 0.5


def test_written_moles_tell_the_strength_that_nobody_wrote() -> None:
    """60 mL with 0.12 mol is 2.0 M, some 13 %: no household bleach of 5 %."""
    a = result(
        "X\n\n1. Cyclohexanol 10 g in a 500 mL flask, ice bath.\n2. Titrate the sodium hypochlorite on the day. Bring 60 mL (0.120 mol) to pH 9 with sodium hydrogen carbonate, 3 g.\n3. Run the hypochlorite in over 60 min below 15 °C.\n"
    )
    m = next(x for x in a.materials if x.name == "sodium hypochlorite")
    assert m.mol.best == pytest.approx(0.120, rel=0.02) and m.step is not None


def test_a_card_with_labels_and_gaps_has_its_lines() -> None:
    p = read(
        "X\n\nflask        500 mL, condenser with bubbler to the hood\ncharge       THF, dry, 100 mL\nfeed         methyl benzoate 13.6 g, 60 min, 0-10 °C\n"
    )
    assert [m.identity for m in p.materials] == ["tetrahydrofuran", "methyl benzoate"] and all(m.role != "absorber" for m in p.materials)


@pytest.mark.parametrize(
    ("words", "severity"),
    [("The temperature may go to 110 °C, and white fumes come off.", "stop"), ("It is kept at 20 °C.", None)],
)
def test_water_on_acid_that_was_boiled_down(words: str, severity: str | None) -> None:
    """Common practice, no source: acid that fumes is strong again, whatever it was."""
    a = result(f"X\n\nSulfuric acid 35 %, 500 g in a 1 L beaker. {words} Then 50 mL of water is added.\n")
    assert next((f.severity for f in a.findings if f.code == "H10"), None) == severity


# ------------------------------------------------------------------ what the twenty-fifth round showed


def test_the_upper_layer_is_parted_from_the_acid_before_it_is_washed() -> None:
    a = result(
        "X\n\nSulfuric acid 96 % 30 mL, nitric acid 65 % 20 mL in a 500 mL flask in ice. Toluene 20 g over 60 min below 30 °C, stirred. Left to separate. The upper layer was washed with water (50 mL).\n"
    )
    assert not any(f.code == "H10" for f in a.findings)


@pytest.mark.parametrize(
    ("words", "kind", "minutes"),
    [
        ("Then the jug goes into the toluene, all of it.", "add", None),
        ("The mixture goes into the toluene over ten minutes.", "dose", 10.0),
    ],
)
def test_what_was_mixed_in_a_jug_goes_in(words: str, kind: str, minutes: float | None) -> None:
    p = read(
        f"X\n\nForty grams of toluene in a one-litre beaker. In a measuring jug I've got forty mils of concentrated nitric, and I top it up with fifty of concentrated sulphuric. {words}\n"
    )
    last = p.steps[-1]
    assert last.kind == kind and last.from_vessel is not None and (last.duration.value if last.duration else None) == minutes


def test_part_of_what_stands_in_the_funnel_by_volume() -> None:
    """3.10 g/mL: 5 mL of bromine are 15.5 g of the 48."""
    a = result(
        "X\n\nToluene 30 g in a 250 mL flask, ice bath. Put 48 g of bromine into the dropping funnel. Add 5 mL of bromine. Then the rest over 60 min below 20 °C.\n"
    )
    assert sum(m.mol.best or 0.0 for m in a.materials if m.name == "bromine") == pytest.approx(48 / 159.8, rel=0.01)
    assert sorted(round(m.mass_g or 0.0) for m in a.materials if m.name == "bromine")[0] == 16


def test_boiling_while_it_is_fed_is_no_step_of_its_own() -> None:
    p = batch("Hydrochloric acid 25 mL, through the funnel in 15 min while it boils gently.")
    assert p.steps[-1].kind == "dose" and p.steps[-1].duration is not None and p.steps[-1].duration.value == 15.0


def test_a_substance_that_was_tested_is_a_charge_and_its_control_none() -> None:
    p = read("X\n\n- cyclohexene 8 g, tested with a peroxide strip (strip tried on dilute peroxide), water 100 mL: 500 mL flask\n")
    assert [m.identity for m in p.materials] == ["cyclohexene", "water"] and [s.kind for s in p.steps] == ["charge"]


def test_gas_that_is_made_from_something_is_no_charge_and_the_flask_is_told_late() -> None:
    p = read(
        "X\n\nDry ammonia gas (0.2 mol) was made from ammonium chloride (10.7 g) and calcium hydroxide (15 g), mixed with water (5 mL), in a 250 mL flask heated by a mantle.\n"
    )
    assert "ammonia" not in [m.identity for m in p.materials] and {s.vessel for s in p.steps} == {"250 mL flask"}


@pytest.mark.parametrize(
    ("words", "T"), [("Another hour and a half at thirty-five.", 35.0), ("Solvent off at forty degrees and two hundred millibar.", 40.0)]
)
def test_told_times_and_temperatures(words: str, T: float) -> None:
    last = batch(f"Dichloromethane 50 mL is added. {words}").steps[-1]
    assert last.T_range is not None and last.T_range.value == T


def test_vinegar_taken_back() -> None:
    p = read("X\n\nTen grams of cyclohexanol in the flask with thirty mils of vinegar, the strong one, acetic acid I mean.\n")
    assert [(m.identity, m.amount.value if m.amount else None) for m in p.materials] == [("cyclohexanol", 10.0), ("acetic acid", 30.0)]


def test_what_only_warms_lifts_a_stopper_whatever_the_size() -> None:
    a = result(
        "X\n\nCyclohexanol 10 g and acetic acid 30 mL in the conical flask. Sodium hypochlorite 12 %, 80 mL, in one go. Stopper it and leave it. Then add some ether.\n"
    )
    assert any(f.code == "G02" for f in a.findings)


def test_permanganate_killed_with_hydrochloric_acid() -> None:
    """Handbook 3.2: permanganate and hydrochloric acid, chlorine 5:2, whatever the sums leave of it."""
    a = result(
        "X\n\nPotassium permanganate 21 g in 300 mL of water in a 1 L beaker. Cyclohexene 4.1 g over 60 min. If it is still purple, add concentrated hydrochloric acid until it is not.\n"
    )
    assert any(f.severity == "stop" and (f.code == "Q05" or "hlorine" in f.message) for f in a.findings)


def test_no_thermometer_in_the_pot_of_a_still() -> None:
    a = result("X\n\n500 ml of builders' acid (about 30 %) in a 1 L flask. No thermometer in the pot. Distil until 50 mL are left.\n")
    assert any(f.code == "P11" for f in a.findings)
    assert next(m.mol.best for m in a.materials) == pytest.approx(500 * 1.149 * 0.30 / 36.46, rel=0.02)
