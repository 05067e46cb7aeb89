"""What procedures of full length taught: how they are told, and what the figures say then (common practice, no source, where none is named)."""

from __future__ import annotations

from pathlib import Path

import pytest

from northsquall.assess import assess
from northsquall.assessment import Assessment
from northsquall.findings.gas import _flash_in_water
from northsquall.reading import read
from northsquall.substances import catalogue

HEAD = "Run\n\nHood, sash down; goggles, gloves, two people. 500 mL three-necked flask, overhead stirrer, thermometer in the liquid, condenser open, ice bath 2 kg. "


def steps(text: str) -> list[tuple[str, list[str], float | None]]:
    """(kind, materials, minutes) of each step."""
    d = read(text)
    names = {m.id: m.name.lower() for m in d.materials}
    return [(s.kind, [names[k] for k in s.materials], s.duration.value if s.duration else None) for s in d.steps]


def codes(a: Assessment) -> set[str]:
    return {f.code for f in a.findings if f.severity != "note"}


def gas(a: Assessment, formula: str) -> float | None:
    return next((g.mol.best for g in a.gases if g.formula == formula), None)


def test_what_is_made_up_under_a_label_goes_in_by_that_name() -> None:
    text = (
        HEAD
        + "\n- Oxidant, made beforehand: 11.9 g sodium dichromate dihydrate in 40 mL water; 8.8 mL sulfuric acid 96 % stirred in, below 25 °C.\n"
    )
    text += "- Flask: 13.0 g 2-octanol in 60 mL diethyl ether, 5 °C.\n- Oxidant dropped in over 45 min. Keep 5 to 12 °C; above 15 °C close the tap and wait until it is back below 10 °C.\n"
    d = read(text)
    fed = [s for s in d.steps if s.from_vessel is not None]
    assert [s.duration.value for s in fed if s.duration] == [45.0]
    assert fed[0].T_limit is not None and fed[0].T_limit.value == 15.0


TABLES = (
    "| step | material | amount | how |\n|---|---|---|---|\n| A | sulfuric acid 96 % | 70 mL | 500 mL conical flask, magnetic bar |\n| B | nitric acid 65 % | 45 mL | into A, mixed by swirling |\n"
    "| C | toluene | 46.1 g | on top, all of it |\n| D | take out and put on the stirrer | | |\n| E | let it come up to room temperature by itself | 30 min | |\n| F | heat | 50-60 °C, 1 h | plate |\n",
    "No.   Operation                                Quantity            T / °C     Time\n1     sulfuric acid 96 % into the flask        70 mL               5          5 min\n2     nitric acid 65 % from the funnel         45 mL               0-5        20 min\n"
    "3     toluene from the funnel                  46.1 g              5-12       60 min\n4     let warm, stir                                               20         90 min\n",
    "Step   What                                  Details\n1      sulfuric acid 96 % 70 mL              250 mL flask, bar\n2      nitric acid 65 % 45 mL                in, stir\n3      toluene 46.1 g                        added within a minute\n"
    "4      bath                                  ice water if it boils\n5      leave                                 1 h, 20 °C\n6      separate, wash                        water 50 mL\n",
)


@pytest.mark.parametrize("table", TABLES)
def test_rows_of_a_table_of_steps_are_done_in_their_order(table: str) -> None:
    found = [
        m
        for _, materials, _ in steps(f"Nitration of toluene\n\n{table}")
        for m in materials
        if m in ("sulfuric acid", "nitric acid", "toluene")
    ]
    assert found == ["sulfuric acid", "nitric acid", "toluene"]
    d = read(f"Nitration of toluene\n\n{table}")
    assert d.steps[0].materials and all(s.attended is not False for s in d.steps)


LOTS = (
    ("N-Bromosuccinimide, 18.7 g, and 0.16 g of AIBN I divided in six equal lots.\n\nI warmed to 70 °C with an oil bath and added the first lot. It became pale: it had started. Then the other lots, one every 15 minutes, at 70 to 78 °C.", 75.0),
    ("Sodium 5.75 g, oil wiped off, cut under petrol ether into 12 pieces. One piece at a time, the next only when the last one is gone, 60 min in all.", 60.0),
    ("Sodium hypochlorite 12 % 60 mL in the funnel. I let it in from the funnel over an hour and a half.", 90.0),
)  # fmt: skip


@pytest.mark.parametrize(("told", "minutes"), LOTS)
def test_lots_and_feeds_take_the_time_that_is_told_of_them(told: str, minutes: float) -> None:
    found = steps(f"{HEAD}4-Methylbenzonitrile 11.7 g and ethanol 160 mL in the flask. {told}\n")
    assert [m for kind, materials, m in found if kind == "dose" and materials and m] == [minutes]
    assert not any("petrol" in x for _, materials, _ in found for x in materials)


NOT_THERE = (
    "You can do it in acetic acid but I had none, so I put p-anisidine 24.6 g into the flask and poured the whole 25 mL of acetic anhydride over it.",
    "Sodium sulfite 27.7 g in the flask, joints with sulfuric acid, not grease.",
    "A flask with a double condenser, a bubbler on top, nitrogen through it all, and 3 kg of ice in a tub on a jack. Magnesium 2.67 g in the flask.",
)
NAMES = ("acetic acid", "sulfuric acid", "ice")


@pytest.mark.parametrize(("told", "name"), list(zip(NOT_THERE, NAMES, strict=True)))
def test_what_is_named_and_not_put_in_is_no_charge(told: str, name: str) -> None:
    assert name not in [m for _, materials, _ in steps(f"Run\n\n500 mL flask. {told}\n") for m in materials]


def test_a_bottle_that_is_poured_from_is_no_gas_line() -> None:
    a = assess(
        read(
            "Demonstration\n\ncopper coins     30 g\nnitric acid 65 %     150 mL, from the 2.5 L bottle\n\n1  Acid poured on the coins, all.\n"
        )
    )
    assert all(m.role != "absorber" for m in a.materials)
    assert (gas(a, "NO2") or 0.0) + (gas(a, "NO") or 0.0) > 0.3


def test_hydrogen_of_sodium_in_alcohol_lies_between_none_and_all_of_the_ketone_reduced() -> None:
    """Two sodium to a ketone, two to a hydrogen: 0.25 mol of sodium on 0.05 mol of menthone leave from (0.25 - 0.10)/2 to 0.25/2 mol; all metal is used."""
    a = assess(read(HEAD + "Menthone 7.7 g and ethanol 160 mL in the flask. Sodium 5.75 g in portions over 60 min.\n"))
    hydrogen = gas(a, "H2")
    reduced = sum(r.extent_mol or 0.0 for r in a.reactions if "reduction of a ketone" in r.family)
    assert hydrogen is not None and 0.075 < hydrogen < 0.125
    assert hydrogen + reduced == pytest.approx(5.75 / 22.99 / 2, rel=0.01)


def test_formate_gives_its_carbon_dioxide_mole_for_mole() -> None:
    """HCO2H to CO2 and H2 or its equivalent: of 0.10 mol of formate 0.02 mol of nitroarene takes three times as much, the rest gives hydrogen."""
    a = assess(
        read(
            HEAD
            + "4-Nitrotoluene 2.74 g in methanol 100 mL, palladium on carbon 0.3 g. Ammonium formate 6.31 g in portions over 60 min at 25 °C.\n"
        )
    )
    assert gas(a, "H2") == pytest.approx(0.04, rel=0.03)
    assert gas(a, "CO2") == pytest.approx(0.1, rel=0.03)


def test_hydride_takes_the_proton_of_a_malonate() -> None:
    a = assess(read(HEAD + "Sodium hydride 60 % 24 g in DMF 250 mL. Diethyl malonate 96 g over 60 min at 5 °C.\n"))
    assert gas(a, "H2") == pytest.approx(0.599, rel=0.02)


def test_an_etching_bath_of_one_per_cent_runs_away_nowhere() -> None:
    """Decomposition -98 kJ/mol (handbook 3.1): 0.3 mol in 0.85 kg of water 8 K, 1 mol in 0.35 kg 67 K."""
    bath = "Etch bath\n\nIn a 3 L dish in the hood: water {} mL, hydrochloric acid 30 % 150 mL. Hydrogen peroxide {} mL over 10 min, below 30 °C. Copper 6 g, as boards, 30 min at 30 °C.\n"
    thin, thick = (assess(read(bath.format(*x))) for x in (("600", "10 % 100"), ("100", "30 % 100")))
    assert "S04" not in codes(thin)
    assert "S04" in codes(thick)


def test_a_feed_waits_until_what_was_dissolved_before_it_is_cold() -> None:
    text = "3-Aminopyridine\n\n500 mL three-neck flask, overhead stirrer, thermometer in the liquid, ice-salt bath 3 kg. Water 80 mL. Sodium hydroxide 10 g at 0 °C.\n"
    a = assess(read(text + "Sodium hypochlorite 12 % 33 mL over 10 min at 0-5 °C. Nicotinamide 6.1 g over 20 min at 0-5 °C.\n"))
    assert not [f for f in a.findings if f.code == "H02" and f.severity == "stop"]


def test_periodate_splits_a_diol_once() -> None:
    """A 1,2-diol and one periodate give two carbonyls, iodate and water (Malaprade reaction, memory)."""
    a = assess(
        read(
            HEAD + "cis-1,2-Cyclohexanediol 11.6 g in acetonitrile 100 mL. Sodium periodate 23.5 g in water 180 mL over 50 min at 20 °C.\n"
        )
    )
    split = [r for r in a.reactions if "periodate cleavage" in r.family]
    assert len(split) == 1 and split[0].extent_mol == pytest.approx(0.0999, rel=0.02)


SHUT = (
    ("The line can be closed by nothing, and nothing can shut.", False),
    ("Lid on, loosely at first, then screwed, because of the smell.", True),
)


@pytest.mark.parametrize(("told", "shut"), SHUT)
def test_a_lid_is_shut_when_it_is_in_the_end(told: str, shut: bool) -> None:
    text = (
        "Etch bath\n\nhydrochloric acid 32 %, 200 mL, into a 1 L pickle jar. Hydrogen peroxide 30 %, 200 mL, on to it. 20 g of copper in. "
    )
    assert ("G02" in codes(assess(read(text + told + "\n"))) or "G16" in codes(assess(read(text + told + "\n")))) is shut


TAILS = ("naphthalene-2-thiol 10 g", "1-phenylethane-1,2-diol 13.8 g")


@pytest.mark.parametrize("name", TAILS)
def test_the_tail_of_a_name_is_no_substance_and_its_amount_is_asked_for(name: str) -> None:
    d = read(f"Run\n\n500 mL flask, stirrer. {name} in ethanol 50 mL.\n")
    assert [m.name for m in d.materials if m.identity] == ["ethanol"]
    assert any(name.rpartition(" ")[0].split()[-1] in u.text for u in d.unread) or "P02" in codes(assess(d))


BARE = ("Hydrogen peroxide.", "Hydrogen peroxide, some of it.", "Hydrogen peroxide 10 %, as much as the bottle holds.")


@pytest.mark.parametrize("told", BARE)
def test_what_is_named_with_no_amount_is_never_safe(told: str) -> None:
    a = assess(
        read(f"Etch bath\n\n3 L dish in the hood: water 600 mL, hydrochloric acid 30 % 150 mL. {told} Copper 6 g in, 30 min at 30 °C.\n")
    )
    assert {"S04", "P02"} <= codes(a) and a.verdict == "not acceptable"


def test_no_fold_takes_a_limit_away() -> None:
    feed = HEAD + "Methyl benzoate 13.6 g in 40 mL sulfuric acid 96 %. Nitric acid 65 % 8 mL over 45 min. {}\n"
    for told, limit in (
        ("Keep it above 5 °C and below 15 °C.", 15.0),
        ("Stop the feed above 50 °C, below 30 °C, or when the stirrer stops.", 50.0),
    ):
        last = read(feed.format(told)).steps[-1]
        assert last.T_limit is not None and last.T_limit.value == limit


def test_gas_led_into_a_stoppered_bottle_is_a_stop_and_acid_kept_in_one_is_none() -> None:
    text = "HCl\n\nIn a 500 mL flask 58 g of sodium chloride. Sulfuric acid 96 % 55 mL dropped on it over 60 min. The gas is led {} 200 mL of water.{}\n"
    led = assess(read(text.format("into a glass-stoppered bottle with", "")))
    kept = assess(read(text.format("over", " The acid is in a glass-stoppered bottle.")))
    assert [f.severity for f in led.findings if f.code == "G02"] == ["stop"]
    assert not [f for f in kept.findings if f.code == "G02" and f.severity == "stop"]


def test_alcohol_that_dissolves_is_no_alcohol_of_the_list() -> None:
    listed = "Chloride\n\n2-ethylhexanol        26.0 g\npyridine              1.6 g\nthionyl chloride      17.5 mL\n\n1   {}\n2   Thionyl chloride from the funnel, 75 min, 5-15 °C.\n"
    assert "ethanol" not in [m.identity for m in read(listed.format("Alcohol, pyridine: in, 5 °C.")).materials]
    assert "ethanol" in [m.identity for m in read(listed.format("Pyridine dissolved in alcohol, in the flask.")).materials]


MADE_FIRST = (
    "1. To 70 mL of water in a 250 mL beaker, standing in ice, add 32 mL of nitric acid 65 % with stirring. Not above 30 °C. Pour into the dropping funnel.\n",
    "1. Dilute acid: pour 32 mL of nitric acid 65 % (w/w) into 70 mL of water in a 250 mL beaker standing in ice. Not above 30 °C.\n",
    "1. Dilute nitric acid. To 70 mL of water in a 250 mL beaker in ice add 32 mL of nitric acid 65 %, below 30 °C.\n",
)


@pytest.mark.parametrize("made", MADE_FIRST)
def test_the_fitted_flask_is_the_main_one_and_what_was_diluted_before_it_waits(made: str) -> None:
    text = made + "2. 500 mL three-neck flask, blade stirrer, thermometer in the mixture, dropping funnel. Ice bath 1.5 kg.\n"
    text += "3. Charge 23.5 g of phenol.\n4. Acid from the funnel over 75 min. Limits: 15 to 20 °C; tap shut at 23 °C.\n"
    d = read(text)
    fed = d.steps[-1]
    assert (fed.vessel, fed.from_vessel) == ("500 mL flask", "250 mL beaker")
    assert fed.duration is not None and fed.duration.value == 75.0
    assert sum(m.identity == "nitric acid" for m in d.materials) == 1


APART = ("made up beforehand in ice. Dropped in", "dissolved in ice, cooled to 20 °C. Dropped in", "in ice. In")


@pytest.mark.parametrize("said", APART)
def test_a_solution_waits_that_is_dropped_in_by_the_next_sentence(said: str) -> None:
    text = "- 4-Chlorobenzaldehyde 5.6 g in methanol 15 mL, 100 mL three-neck, stirrer, thermometer in the liquid, water bath.\n"
    text += f"- Potassium hydroxide 6.7 g in water 6 mL, {said} over 15 min, 40-55 °C, tap shut at 60 °C.\n"
    fed = read(text).steps[-1]
    assert fed.kind == "dose" and fed.from_vessel is not None and fed.duration is not None and fed.duration.value == 15.0


OXIDANTS = ("in a 100 mL beaker", "in a beaker", "(100 mL beaker)")


@pytest.mark.parametrize("vessel", OXIDANTS)
def test_no_vessel_gets_a_size_that_nobody_wrote(vessel: str) -> None:
    text = f"- Oxidant: sodium dichromate dihydrate 10.4 g in water 50 mL, {vessel}; sulfuric acid 96 % 9.0 mL in over 10 min in ice, below 30 °C.\n"
    text += "- 500 mL three-neck flask, stirrer, thermometer in the mixture. Ice bath 2 kg. Cyclohexanol 10.0 g in MTBE 40 mL.\n- Oxidant from the funnel over 50 min, 10-20 °C.\n"
    d = read(text)
    sizes = {v.nominal_mL for v in d.vessels if "beaker" in v.name}
    assert sizes <= {100.0, None}
    assert d.steps[-1].from_vessel is not None and d.steps[-1].duration is not None


AT_A_PH = ("adjusted to pH 9 with sodium bicarbonate, and was added", "adjusted to pH 9 with sodium bicarbonate (5 g), was added")


@pytest.mark.parametrize("said", AT_A_PH)
def test_hypochlorite_at_a_ph_is_no_neutralisation(said: str) -> None:
    """It oxidises the alcohol, and what is left of it is not destroyed (Anelli et al., Org. Synth. Coll. Vol. 8, 367, memory: the reaction)."""
    text = "Aldehyde\n\n4-Methoxybenzyl alcohol (27.6 g, 0.200 mol), TEMPO (0.31 g) and dichloromethane (100 mL) were placed in a 500 mL flask. "
    a = assess(read(text + f"Sodium hypochlorite (12 %, 200 mL), {said} over 40 min below 20 °C.\n"))
    assert any("hypochlorite" in r.family for r in a.reactions)
    assert "Q01" in codes(a) and a.verdict == "not acceptable"


NO_CHARGE = (
    ("If it is yellow (bromine), it is run again.", "bromine"),
    ("Some vapour of acetic acid was seen.", "acetic acid"),
    ("A drop quenched in methanol showed no acid on TLC.", "methanol"),
    ("The tap was opened after each shake (a little hydrogen chloride).", "hydrogen chloride"),
    ("Three mL of methanol came over.", "methanol"),
)


@pytest.mark.parametrize(("said", "what"), NO_CHARGE)
def test_what_is_seen_smelt_sampled_or_comes_over_is_no_charge(said: str, what: str) -> None:
    assert what not in [m.identity for m in read(HEAD + f"Toluene 9.2 g is stirred at 20 °C for 30 min. {said}\n").materials]


GOES_IN = (
    "29.6 g of tert-butanol comes from the funnel over 20 min.",
    "29.6 g of tert-butanol comes in over 20 min.",
    "Then comes 29.6 g of tert-butanol, over 20 min.",
)


@pytest.mark.parametrize("said", GOES_IN)
def test_what_comes_from_the_funnel_is_a_charge(said: str) -> None:
    d = read(HEAD + f"Hydrochloric acid 37 % 100 mL at 5 °C. {said}\n")
    assert [m.amount.value for m in d.materials if m.identity == "tert-butanol" and m.amount] == [29.6]


FORMALIN = ("Add formalin (37 %, 10 mL) over 5 min.", "Then 10 mL of formalin.", "Formaldehyde solution 37 % 10 mL is added over 5 min.")


@pytest.mark.parametrize("said", FORMALIN)
def test_formalin_is_charged_by_volume(said: str) -> None:
    """37 % by mass at 1.09 g/mL is 0.134 mol in 10 mL (common practice, no source)."""
    d = read(HEAD + f"Aniline 5 g in 40 mL of ethanol. {said}\n")
    assert [m.amount.value for m in d.materials if m.identity == "formaldehyde" and m.amount] == [10.0]


def test_an_agent_before_its_test_is_added() -> None:
    text = HEAD + "Phenol 9.4 g in dichloromethane 40 mL. Bromine 5.2 mL over 60 min at 0-5 °C.\n\n"
    text += "- Sodium bisulfite 10 %, 40 mL, stirred: starch-iodide paper white (a drop of bromine water turns it blue).\n"
    assert "sodium bisulfite" in {x for _, materials, _ in steps(text) for x in materials}


def test_the_distilled_solvent_is_not_the_product_that_is_distilled_later() -> None:
    text = HEAD + "Benzoic acid 12.2 g in dichloromethane 80 mL. Oxalyl chloride 14.0 g over 60 min at 15-20 °C. 90 min at 20 °C. "
    text += "Solvent and excess were distilled off at 45 °C. The residue was distilled at 12 mbar, 71-73 °C, 3 mL being left. The distilled solvent was stirred slowly into methanol (100 mL) in ice below 20 °C.\n"
    made = [g.mol.best for g in assess(read(text)).gases if g.formula == "HCl" and g.mol.best]
    assert 0.099 <= sum(made) <= 0.13  # of the acid, and at the most of the excess in methanol; not of the chloride that was distilled


THINNED = (("ethanol", 13.0, 46.07, 0.5, 24.0), ("ethanol", 13.0, 46.07, 0.2, 36.0), ("2-propanol", 12.0, 60.1, 0.5, 21.0))


@pytest.mark.parametrize(("name", "pure", "molar", "mass", "measured"), THINNED)
def test_flash_points_of_what_water_thins_are_never_too_high(name: str, pure: float, molar: float, mass: float, measured: float) -> None:
    """Ethanol in water, 50 and 20 % by mass: 24 and 36 °C; 2-propanol of 50 %: 21 °C (handbooks, memory)."""
    flash = _flash_in_water(catalogue().substances[name], pure, mass / molar, (1.0 - mass) / 18.015)
    assert pure <= flash <= measured
    thinner = _flash_in_water(catalogue().substances[name], pure, 0.01 / molar, 0.99 / 18.015)
    assert thinner > flash
    assert _flash_in_water(catalogue().substances["toluene"], 4.0, 1.0, 5.0) == 4.0


STILL_A_CHARGE = (
    ("To this is added acid (nitric acid).", "nitric acid"),
    ("A piece of the metal is put into ethanol.", "ethanol"),
    ("It is charged with strong acid (nitric acid).", "nitric acid"),
)


@pytest.mark.parametrize(("said", "what"), STILL_A_CHARGE)
def test_what_a_verb_puts_in_stays_a_charge_with_no_amount(said: str, what: str) -> None:
    d = read(HEAD + f"Toluene 9.2 g is stirred at 20 °C for 30 min. {said}\n")
    assert what in [m.identity for m in d.materials]


def test_only_a_dilution_is_held_by_whoever_pours() -> None:
    """A reaction that passes its limit by far stays a stop, whatever the pace."""
    text = "Run\n\n250 mL beaker in ice: {} Not above 30 °C.\n500 mL three-neck flask, stirrer, thermometer in the liquid, ice bath 2 kg. Pour the dilute acid into the flask. Add 10.7 g of p-toluidine over 10 min.\n"
    a = assess(read(text.format("pour 20 mL of 96 % sulfuric acid into 100 mL of water.")))
    assert [f.severity for f in a.findings if f.code == "H02"] == ["condition"]


def test_a_layer_of_unknown_size_is_not_established() -> None:
    """145 mL of both layers and 100 mL of washings: 245 mL at the most in a 250 mL beaker, and nobody wrote how large the upper layer is."""
    text = (Path(__file__).parents[1] / "practice/unseen/3018-butyl-chloride-table-sound.txt").read_text()
    told = [f for f in assess(read(text)).findings if f.code == "Q03"]
    assert [(f.severity, f.established) for f in told] == [("note", False)]
    beaker = text.replace("250 mL beaker", "50 mL beaker")  # the washings alone fill it
    assert [f.severity for f in assess(read(beaker)).findings if f.code == "Q03"] == ["stop"]


def test_iodine_monochloride_gives_one_hydrogen_chloride() -> None:
    a = assess(
        read(HEAD + "Acetanilide 13.5 g in acetic acid 80 mL. Iodine monochloride 16.3 g in acetic acid 20 mL over 40 min at 20-30 °C.\n")
    )
    assert gas(a, "HCl") == pytest.approx(0.0999, rel=0.03)


def test_no_diazonium_salt_was_isolated_is_no_isolation() -> None:
    text = "Run\n\nAniline 9.3 g, hydrochloric acid 37 % 25 mL, 500 mL flask, stirrer, thermometer in the liquid, ice-salt bath 2 kg. Sodium nitrite 7.0 g in 20 mL water over 30 min, 0-5 °C. Potassium iodide 20 g in 60 mL water over 30 min. {}\n"
    done, said = (
        codes(assess(read(text.format(x))))
        for x in ("The diazonium salt was filtered off and dried.", "No diazonium salt was isolated or allowed to dry.")
    )
    assert "Q10" in done and "Q10" not in said


def test_kilos_per_litre_are_no_mass() -> None:
    d = read(
        HEAD
        + "Phenol 9.4 g in acetic acid 100 mL. Bromine: the bottle says 3.1 kilos per litre, I took sixteen mils, over thirty minutes.\n"
    )
    assert [(m.amount.value, m.amount.unit) for m in d.materials if m.identity == "bromine" and m.amount] == [(16.0, "ml")]
