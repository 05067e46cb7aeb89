"""Phrases of sound procedures that were read as something else, each as its author writes it (common practice, no source)."""

from __future__ import annotations

import pytest

from northsquall.procedure import Procedure, Step
from northsquall.reading import read


def fed(p: Procedure, identity: str) -> Step:
    """The step in which a substance goes in."""
    lot = next(m for m in p.materials if m.identity == identity)
    return next(s for s in p.steps if lot.id in s.materials)


def amount(p: Procedure, identity: str) -> float | None:
    """How much of a substance is read, in its own unit."""
    lot = next(m for m in p.materials if m.identity == identity)
    return lot.amount.value if lot.amount is not None else None


@pytest.mark.parametrize(
    ("text", "titled"),
    [
        ("Grignard, small: phenylmagnesium bromide onto benzaldehyde. Mg 2.6 g under 15 mL dry ether in a 250 mL flask.", "phenylmagnesium bromide"),
        ("p-Toluidine acetylated (p-acetotoluidide), 0.1 mol.\np-Toluidine 10.7 g + 60 mL water in a 400 mL beaker. Acetic anhydride 11 mL poured in.", "4-methylacetanilide"),
        ("Preparing 2 L of 20 % sodium hydroxide from pellets\nPut 1.76 kg water in a 3 L beaker. Add 440 g of NaOH pellets.", None),
        ("CARD 55 Sulfuric acid, dilution to 30 %, 2 kg batch\n1370 g water into a 3 L beaker\n630 g sulfuric acid 96 % from a dropping funnel, 60 min", None),
    ],
)  # fmt: skip
def test_a_head_in_running_text_charges_nothing(text: str, titled: str | None) -> None:
    p = read(text)
    assert titled not in {m.identity for m in p.materials}
    assert all(m.amount is not None for m in p.materials)
    assert len({m.identity for m in p.materials}) == len(p.materials)


def test_what_is_made_up_with_a_solvent_takes_the_rest_of_it() -> None:
    p = read("Phenol 4.7 g in a 500 mL flask. Bromine, 7.7 mL made up to 40 mL with acetic acid, was dripped in during 50 minutes.")
    assert amount(p, "acetic acid") == pytest.approx(32.3)


def test_an_amount_behind_an_ice_bath_is_that_of_what_follows() -> None:
    p = read("Cold\n\nBenzaldehyde 20 g in a flask. Then ice bath, 100 mL saturated ammonium chloride dropwise over 30 min, below 20 °C.")
    assert amount(p, "ammonium chloride") == 100.0 and p.vessels[0].bath is not None and p.vessels[0].bath.water_g is None


def test_a_row_ends_where_the_next_begins() -> None:
    p = read(
        "Oxidation\n\nCharge list\n benzhydrol 5.53 g (30.0 mmol)\n tetrabutylammonium hydrogensulfate 0.5 g\n bleach 5.25 % NaOCl, 60 mL (d 1.08), fresh, titrated\n"
        "Set-up: 250 mL flask, good magnetic stirring, thermometer in the mixture, water bath 20 °C, neck open.\nRun\n 10:00 alcohol and catalyst in the flask.\n"
        " 10:05 bleach from the funnel over 30 min; 22-27 °C.\n 11:40 separate; organic layer washed with 30 mL 5 % sodium bisulfite, then 30 mL brine.\n 12:00 dried over MgSO4, filtered, evaporated. 5.1 g.\n"
    )  # fmt: skip
    assert amount(p, "sodium hypochlorite") == 60.0 and fed(p, "sodium hypochlorite").duration is not None


CHLORINE = "Potassium permanganate 8 g in a 500 mL flask. Hydrochloric acid 37 %, 45 mL, drips in over an hour."
SALT_AND_ACID = "Sodium chloride 29 g and sulfuric acid 96 % w/w 60 mL react in a 500 mL flask."


@pytest.mark.parametrize(
    ("begin", "words"),
    [
        (CHLORINE, "The mixture is poured slowly into 1 L of 10 % sodium bisulfite."),
        (CHLORINE, "Pour the contents of the flask slowly into 1 L of 10 % sodium bisulfite."),
        (CHLORINE, "Pour what's in the generator, slowly, into a litre of 10 percent sodium bisulfite."),
        (CHLORINE, "Pour in 800 mL of ice water with stirring."),
        (SALT_AND_ACID, "The salt cake goes slowly, by the spoon, into a litre of ice water in a three-litre beaker."),
        (SALT_AND_ACID, "When cold, the residue is put by the spoon into 1 L of ice water."),
        (SALT_AND_ACID, "The solid is scraped into 1 L of ice water."),
    ],
)
def test_a_batch_that_is_let_out_goes_away_from_its_flask(begin: str, words: str) -> None:
    """Into the agent or the water, never the other way into the flask: the direction decides (handbook 2.8)."""
    p = read(f"Trial\n\n{begin} {words}")
    last = p.steps[-1]
    assert last.kind == "quench" and last.from_vessel == "500 mL flask" and last.vessel != "500 mL flask"


@pytest.mark.parametrize("words", ["The acid is added over 90 min.", "The acid comes by drops in 90 min.", "- dripping 90 min"])
def test_a_feed_takes_the_time_that_is_told_of_it_by_its_kind(words: str) -> None:
    p = read(f"HCl\n\nNaCl 58.5 g in 1 L three-neck flask. 98 % H2SO4 80 mL in the equalised funnel.\n{words}")
    step = fed(p, "sulfuric acid")
    assert step.kind == "dose" and step.duration is not None and step.duration.value == 90.0
    assert not any(s.kind == "hold" for s in p.steps)


def test_another_thing_that_is_added_gives_the_feed_no_time() -> None:
    p = read("HCl\n\nNaCl 58.5 g in 1 L three-neck flask. 98 % H2SO4 80 mL in the equalised funnel. The alcohol is added over 90 min.")
    assert fed(p, "sulfuric acid").duration is None


@pytest.mark.parametrize("words", ["Saturate the distillate with salt, add 5 mL of 5 % sodium carbonate solution.", "To the distillate add 5 mL of 5 % sodium carbonate solution."])  # fmt: skip
def test_what_goes_to_the_distillate_goes_not_to_the_pot(words: str) -> None:
    p = read(
        f"Cyclohexene\n\n250 mL flask, 50.0 g cyclohexanol, 12 mL of 85 % phosphoric acid. Heat with the mantle so that the head stays below 90 °C. {words}"
    )
    assert next(s for s in p.steps if s.kind == "distil").keep == "distillate"


def test_what_a_thermometer_did_is_no_window() -> None:
    p = read("Ester\n\nBenzoin 10.6 g in a 100 mL flask with 10 mL acetic anhydride. Then 5 mL conc sulfuric acid dropwise, ice-water bath; temperature went from 12 to 21 °C.")  # fmt: skip
    assert fed(p, "sulfuric acid").T_range is None


def test_what_is_left_overnight_is_not_fed_overnight() -> None:
    p = read("Crystals\n\nCopper sulfate pentahydrate 10 g is dissolved in 50 mL of water in a 250 mL beaker. 20 mL of ethanol is added and it is left in the dark overnight. Filter.")  # fmt: skip
    assert fed(p, "ethanol").duration is None
    assert [s.kind for s in p.steps][-2:] == ["hold", "filter"]


def test_a_table_of_what_and_how_is_a_table_of_steps() -> None:
    p = read(
        "Bromo acid\n\n| step | what | how |\n|---|---|---|\n| 1 | 500 mL three-neck flask: butanoic acid 17.6 g (0.20 mol) | stirrer |\n| 2 | oil bath to 70 °C | |\n"
        "| 3 | bromine 33.6 g (0.21 mol) from the dropping funnel | over 2 h at 70-75 °C; limit 80 °C, close the tap |\n| 4 | hold 1 h at 80 °C | |\n"
    )
    step = fed(p, "bromine")
    assert step.kind == "dose" and step.duration is not None and step.T_limit is not None and step.T_limit.value == 80.0


def test_a_scale_names_the_charge() -> None:
    p = read(
        "Nitration of tert-butylbenzene\nScale: 13.4 g (0.100 mol) tert-butylbenzene\nVessel: 250 mL three-neck, stirrer.\n"
        "Premix: 12 mL of 65 % nitric acid run slowly into 15 mL of 96 % sulfuric acid, stirred in ice, kept below 15 °C.\n"
        "1. Charge the hydrocarbon and cool to 5 °C.\n2. Run the acid mixture in over 60 min, 5 to 10 °C.\n"
    )
    assert fed(p, "tert-butylbenzene").vessel == "250 mL flask"
    assert fed(p, "nitric acid").vessel != "250 mL flask" and p.steps[-1].from_vessel is not None


def test_no_two_lots_share_a_name() -> None:
    """A lot that was dropped must not give its name to the next: the figures of the one would be those of the other."""
    p = read(
        "3-Nitrophenol\n\na) 13.8 g 3-nitroaniline, stirred in 22 mL conc. H2SO4 and 60 mL water, 500 mL beaker. + 80 g ice.\n"
        "b) NaNO2 7.2 g/20 mL H2O beneath the surface 20 min, 0-5 °C. 10 min. Excess HNO2: urea 0.3 g, KI-starch negative.\n"
        "c) filter; wash w. 50 mL ice water. 10.6 g.\n"
    )
    assert len({m.id for m in p.materials}) == len(p.materials)


def test_an_acid_that_is_added_to_litmus_is_added() -> None:
    """Unread it would be no acid on a cyanide."""
    p = read(
        "Plating\n\nThe bath (2 L with 60 g of potassium cyanide) was to be made weaker. Concentrated hydrochloric acid was added until the litmus turned red."
    )
    assert fed(p, "hydrochloric acid").kind == "neutralise"


def test_a_text_may_begin_with_the_gas_that_it_makes() -> None:
    p = read("Oxygen for the wooden splint. A 250 mL flask with a dropping funnel, in the hood. Half a gram of manganese dioxide and 50 mL of water in the flask. 60 mL of 10 % hydrogen peroxide is dripped in over half an hour.")  # fmt: skip
    assert p.results.product_identity == "oxygen"


def test_what_the_head_says_it_is_made_from_is_what_is_weighed() -> None:
    p = read(
        "Bromotoluene from p-toluidine. I dissolve 53.5 grams, half a mole, in 150 mL of 48 percent hydrobromic acid and 100 mL of water in a 500 mL flask."
    )
    assert amount(p, "p-toluidine") == 53.5


def test_a_charge_list_is_in_what_stands_on_a_bath() -> None:
    p = read("Chloride\n\n- benzyl alcohol 54 g, 0.50 mol\n- thionyl chloride 60 mL, 0.83 mol\n- 250 mL flask, reflux condenser\n- both cold into the flask, then heat on the water bath to 80 °C, 1 h\n")  # fmt: skip
    assert [s.kind for s in p.steps] == ["charge", "heat"] and len(p.steps[0].materials) == 2


@pytest.mark.parametrize(("title", "there"), [("Old LiAlH4", True), ("Old method for LiAlH4", False)])
def test_what_is_old_is_what_is_got_rid_of(title: str, there: bool) -> None:
    """Unread, a hydride of unknown amount would be none."""
    p = read(
        f"{title}\n\nThere is some left in the bottle, how much nobody knows. It is put into ether, and ethyl acetate is added until it is quiet."
    )
    assert ("lithium aluminium hydride" in {m.identity for m in p.materials}) is there
