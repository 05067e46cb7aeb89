"""How acids that were listed come together and wait in the funnel, what "it" is, and what goes to what stands ready.

Every phrase is common practice, no source; what it means was written down before it was read.
"""

from __future__ import annotations

import itertools

import pytest

from northsquall.assess import assess
from northsquall.procedure.document import Procedure, Step
from northsquall.reading import read


def named(doc: Procedure, step: Step) -> list[str | None]:
    """What a step puts in, by its substance."""
    return [m.identity for m in doc.materials if m.id in step.materials]


LISTED = (
    "Mixed acid: nitric acid 65 % (w/w) 24.0 mL (0.34 mol) and sulfuric acid 96 % 35 mL. ",
    "For the mixed acid, 24 mL of 65 % nitric acid and 35 mL of 96 % sulfuric acid. ",
)
TOGETHER = (
    "The sulfuric acid is poured into the nitric acid in a 100 mL beaker standing in ice, below 30 °C.",
    "Run the sulfuric acid into the nitric acid in a 100 mL beaker in ice, below 30 °C.",
    "The nitric acid is dripped into the sulfuric acid in a 100 mL beaker in ice; keep it below 30 °C.",
)
RUN = (
    "Open the funnel; the whole mixed acid within 6 min.",
    "The mixed acid in within 6 min.",
    "The funnel is opened and the acid let in within 6 min.",
)


@pytest.mark.parametrize(("listed", "together", "run"), itertools.product(LISTED, TOGETHER, RUN))
def test_listed_acids_come_together_wait_in_the_funnel_and_are_fed_once(listed: str, together: str, run: str) -> None:
    doc = read(
        f"Nitro\n\n1. {listed}{together} Transfer to the dropping funnel.\n2. 250 mL three-neck flask, condenser, funnel.\n"
        f"3. Charge 28.1 g of chlorobenzene.\n4. {run}\n5. Stir for 30 min."
    )
    (fed,) = [s for s in doc.steps if s.from_vessel]
    assert (fed.vessel, fed.from_vessel) == ("250 mL flask", "100 mL beaker")
    assert fed.duration is not None and fed.duration.value == 6.0
    limits = {s.vessel for s in doc.steps if (s.T_limit and s.T_limit.value == 30.0) or (s.T_range and s.T_range.high == 30.0)}
    assert limits == {"100 mL beaker"}


FED = (
    "Nitrochlorobenzene\n\nChlorobenzene 28.1 g in a 500 mL flask in ice, thermometer in the liquid. Nitric acid 65 % 24 mL and sulfuric acid 96 % 35 mL, "
    "mixed in a 100 mL flask in ice, over 60 min at 20 to 30 °C{}. "
)
ONLY_NOW = (
    "When the feed has ended start the stirrer and stir for 30 min.",
    "The stirrer is started when everything is in.",
    "After the addition stirring is begun and kept up for 30 min.",
    "Start stirring once all of it is in.",
)


@pytest.mark.parametrize("said", ONLY_NOW)
def test_a_stirrer_that_is_started_after_the_feed_did_not_stir_it(said: str) -> None:
    assert "H09" in {f.code for f in assess(read(FED.format("") + said)).findings}
    stirred = FED.format(", stirred") + said
    assert "H09" not in {f.code for f in assess(read(stirred)).findings}
    assert "H09" not in {f.code for f in assess(read(FED.format("") + "Stir for 30 min.")).findings}


MADE_FROM = (
    ("Right, three-chlorophenol. From the chloroaniline, meta.\n\nTwelve point eight grams of it, in sixty of water.", "3-chloroaniline", 12.8),
    ("3-Chlorophenol from 3-chloroaniline.\n\nTwelve point eight grams of it, in sixty mils of water.", "3-chloroaniline", 12.8),
    ("4-Chlorotoluene, from the toluidine, the para one.\n\nTen point seven grams of that in fifty mils of water.", "p-toluidine", 10.7),
    ("m-Nitrophenol, out of nitroaniline, meta. Thirteen point eight grams of that.", "3-nitroaniline", 13.8),
)  # fmt: skip


@pytest.mark.parametrize(("text", "identity", "grams"), MADE_FROM)
def test_the_first_amount_of_it_is_of_what_the_title_makes_it_from(text: str, identity: str, grams: float) -> None:
    lots = {m.identity: m.amount.value for m in read(text).materials if m.amount is not None}
    assert lots.get(identity) == grams


TITRATED = (
    "The bleach was titrated that morning: twelve percent by weight sodium hypochlorite, eighty mils. I ran that in over seventy-five minutes.",
    "The bleach, titrated this morning at 12 % by weight, 80 mL, was run in over 75 min.",
    "Sodium hypochlorite, checked by titration, 12 % by weight, 80 mL. That was dripped in over 75 min.",
    "I titrated the bleach first: 12 % by weight. Eighty mils of it went in over seventy-five minutes.",
)


@pytest.mark.parametrize("said", TITRATED)
def test_what_was_titrated_before_is_fed_and_not_tested(said: str) -> None:
    doc = read(f"Menthone\n\nMenthol 15.6 g in 50 mL of acetic acid in a 500 mL flask, ice bath. {said}")
    (fed,) = [s for s in doc.steps if s.kind == "dose"]
    (lot,) = [m for m in doc.materials if m.id in fed.materials]
    assert (lot.identity, lot.role, fed.duration and fed.duration.value) == ("sodium hypochlorite", None, 75.0)
    assert lot.amount is not None and lot.strength is not None and (lot.amount.value, lot.strength.percent_w) == (80.0, 12.0)


INTO = (
    "ice-cooled, stirred 10 % sodium hydroxide (200 mL) in an open flask",
    "stirred, ice-cooled 10 % sodium hydroxide (200 mL) in an open 500 mL flask",
    "an ice-cooled, stirred mixture of 10 % sodium hydroxide (200 mL) and methanol (50 mL)",
)


@pytest.mark.parametrize(("into", "verb"), itertools.product(INTO, ("was run over 30 min into", "was dripped into")))
def test_a_condensate_goes_into_what_two_adjectives_are_said_of(into: str, verb: str) -> None:
    doc = read(
        "Acid chloride\n\n4-Methoxybenzoic acid 15.2 g in 60 mL of toluene in a 250 mL flask. Thionyl chloride 14.3 g over 75 min at 55 °C. The toluene "
        f"and the excess of thionyl chloride were taken off at 45 °C and 60 mbar into a trap at -70 °C. The condensate {verb} {into}."
    )
    assert "250 mL flask" not in {s.vessel for s in doc.steps if "sodium hydroxide" in named(doc, s)}


READY = (
    "cool, 300 mL of ice water in a beaker, pour the slurry into that",
    "have 300 mL of ice water ready in a beaker, the slurry goes into it",
    "300 mL of ice water into a beaker, then the cooled slurry into that",
)


@pytest.mark.parametrize("said", READY)
def test_a_slurry_goes_into_the_water_that_stands_ready(said: str) -> None:
    doc = read(
        f"HCl\n\n1. Sodium chloride 17.5 g in a 500 mL flask. Sulfuric acid 96 % 25 mL over 60 min.\n2. Residue: {said}, neutralise with 10 % caustic."
    )
    assert [(s.from_vessel, named(doc, s)) for s in doc.steps if "water" in named(doc, s)] == [("500 mL flask", ["water"])]


LEADS = (
    "Condenser on; from its top a tube that ends 8 cm under the surface of 3.",
    "From the condenser a tube dips into 3.",
    "The gas goes into 3 by a tube.",
)


@pytest.mark.parametrize("said", LEADS)
def test_the_row_under_whose_surface_a_tube_ends_is_no_charge(said: str) -> None:
    doc = read(
        "Isobutyryl chloride\n\n| no. | charge | amount | mol | vessel |\n|---|---|---|---|---|\n| 1 | isobutyric acid | 88.1 g | 1.00 | 500 mL flask |\n"
        "| 2 | thionyl chloride | 80 mL | 1.10 | 500 mL flask |\n| 3 | sodium hydroxide, 10 % | 250 mL | | wash bottle |\n\nSteps\n"
        f"A  1 and 2 together in the flask at 20 °C, all at once. {said}\nB  Heat to 80 °C; keep for 1 h."
    )
    assert {x for s in doc.steps if s.kind != "absorb" for x in named(doc, s)} == {"isobutyric acid", "thionyl chloride"}


SOLUTION = (
    "100 mL of butyryl chloride solution (53.3 g, 0.5 mol, in 100 mL toluene)",
    "Butyryl chloride solution, 53.3 g in 100 mL of toluene",
)


@pytest.mark.parametrize("said", SOLUTION)
def test_a_mass_in_the_bracket_is_of_what_is_dissolved(said: str) -> None:
    lots = {
        m.identity: m.amount and (m.amount.value, m.amount.unit)
        for m in read(f"Amide\n\n{said} in a 250 mL flask. Ammonia gas is led in.").materials
    }
    assert lots["butyryl chloride"] == (53.3, "g") and lots["toluene"] == (100.0, "ml")


WINDOWS = ("15-22 °C", "at 15-22 °C", "15 to 22 °C", "between 15 and 22 °C")
STOPS = (
    "stop above 25 °C", "tap shut above 25 °C", "close the tap above 25 °C", "pause above 25 °C", "shut the tap at 25 °C",
    "feed off over 25 °C", "halt above 25 °C", "tap shut if over 25 °C", "stop if it passes 25 °C",
)  # fmt: skip


@pytest.mark.parametrize(("window", "stop", "mark"), itertools.product(WINDOWS, STOPS, (", ", "; ")))
def test_where_a_feed_stops_is_a_limit_beside_its_window(window: str, stop: str, mark: str) -> None:
    doc = read(
        f"Bromoacetanilide\n\nAcetanilide 13.5 g in 60 mL of acetic acid in a 500 mL flask, ice bath. Bromine 16.0 g over 60 min, {window}{mark}{stop}."
    )
    (fed,) = [s for s in doc.steps if s.kind == "dose"]
    assert fed.T_range is not None and (fed.T_range.low, fed.T_range.high) == (15.0, 22.0)
    assert fed.T_limit is not None and fed.T_limit.value == 25.0


NUMBERED = (
    "4-Bromoacetanilide\n\n| # | charge | amount | mol | into |\n|---|---|---|---|---|\n| 1 | acetanilide | 13.5 g | 0.100 | 500 mL flask |\n"
    "| 2 | acetic acid, glacial | 60 mL | | 500 mL flask |\n| 3 | bromine | 16.0 g | 0.100 | funnel |\n| 4 | acetic acid, glacial | 25 mL | | funnel |\n"
    "| 5 | sodium hydroxide, 10 % in water | 200 mL | | beaker under the gas funnel |\n| 6 | water, cold | 400 mL | | 1 L beaker |\n\nSteps\n"
)
ROW_FEEDS = (
    "3 mixed with 4 in the funnel, over 60 min, 15-22 °C.",
    "3 in 4, from the funnel, 60 min, 15-22 °C.",
    "The mixture of 3 and 4 within 60 min at 15-22 °C.",
    "3 diluted with 4, during 60 min, 15-22 °C.",
)
ROW_LINES = (
    "a. Condenser; its head leads through an empty 500 mL bottle to a funnel just above 5.",
    "a. Condenser, empty 500 mL bottle, funnel just above 5 (takes the hydrogen bromide).",
)


@pytest.mark.parametrize(("line", "feed"), itertools.product(ROW_LINES, ROW_FEEDS))
def test_rows_by_their_numbers_are_fed_together_and_take_the_gas(line: str, feed: str) -> None:
    doc = read(
        f"{NUMBERED}{line}\nb. 1 in 2, 15 °C, ice-water bath, 2 kg.\nc. {feed}\nd. 30 min more at 20 °C.\ne. Into 6 in 15 min, stirring."
    )
    assert [sorted(map(str, named(doc, s))) for s in doc.steps if s.kind == "dose"] == [["acetic acid", "bromine"]]
    assert {s.kind for s in doc.steps if "sodium hydroxide" in named(doc, s)} == {"absorb"}


STANDS_IN = ("in 20 mL water, 250 mL bottle", "500 mL flask, in 20 mL water", "500 mL flask")
INTO_FOUR = ("Diazonium solution into 4, all at once.", "The diazonium solution is poured into 4.", "Into 4, over 20 min, open beaker.")


@pytest.mark.parametrize(("where", "said"), itertools.product(STANDS_IN, INTO_FOUR))
def test_the_batch_goes_into_what_a_row_holds_where_that_stands(where: str, said: str) -> None:
    doc = read(
        "4-Iodotoluene\n\n| no | substance | amount | mol | where |\n|---|---|---|---|---|\n| 1 | p-toluidine | 10.7 g | 0.10 | 250 mL beaker |\n"
        "| 2 | hydrochloric acid, conc. | 25 mL | 0.30 | 250 mL beaker |\n| 3 | sodium nitrite | 7.0 g | 0.10 | in 15 mL water |\n"
        f"| 4 | potassium iodide | 16.6 g | 0.10 | {where} |\n\nWork\na. 1 in 2 and 25 mL of water, ice.\nb. 3 in, 30 min, 0-5 °C.\nc. {said}\nd. 1 h."
    )
    (iodide,) = [s for s in doc.steps if "potassium iodide" in named(doc, s)]
    assert iodide.vessel != "250 mL beaker"
    assert [s.vessel for s in doc.steps if s.from_vessel == "250 mL beaker"] == [iodide.vessel]


HALF = (
    "hydrochloric acid, the concentrated stuff cut with the same volume of water, two hundred mils altogether",
    "hydrochloric acid, conc. and water one to one by volume, 200 mL in all",
    "200 mL of hydrochloric acid (conc. acid with the same volume of water)",
    "200 mL of concentrated hydrochloric acid and water, half and half",
)


@pytest.mark.parametrize("said", HALF)
def test_an_acid_with_as_much_water_is_half_of_the_whole(said: str) -> None:
    """37 % by mass at 1.18 g/mL with its own volume of water: 437 g of HCl in 1.18 + 1.00 kg, 20 %."""
    doc = read(
        f"Hydrogen sulfide\n\nIron sulfide 44 g in a 500 mL flask. In one neck a funnel with {said}. Open the tap and let it run in."
    )
    acid = next(m for m in doc.materials if m.identity == "hydrochloric acid")
    water = next((m for m in doc.materials if m.identity == "water"), None)
    assert acid.amount is not None
    if acid.amount.value == 100.0:
        assert water is not None and water.amount is not None and water.amount.value == 100.0
    else:
        assert acid.amount.value == 200.0 and acid.strength is not None and acid.strength.percent_w == pytest.approx(20.0, abs=0.3)


IN_ICE = (
    "150 mL 10 % NaOH + 50 mL methanol, ice, stirred, open beaker, 30 min",
    "150 mL of 10 % NaOH and 50 mL of methanol (ice), 30 min",
    "150 mL 10 % NaOH + 50 mL methanol / ice / stirring / 30 min",
)


@pytest.mark.parametrize("said", IN_ICE)
def test_ice_among_what_takes_a_distillate_is_the_bath(said: str) -> None:
    doc = read(
        "Hexanoyl chloride\n\n- hexanoic acid 11.6 g + 80 mL toluene, 250 mL flask\n- oxalyl chloride 15.2 g over 90 min, 20-25 °C\n"
        f"- toluene + excess off at 45 °C / 60 mbar, trap at -70 °C\n- distillate dripped into {said}"
    )
    assert all(m.identity != "ice" for m in doc.materials)
    assert "250 mL flask" not in {s.vessel for s in doc.steps if "methanol" in named(doc, s)}


@pytest.mark.parametrize(
    "gas", ("the ammonia (0.5 mol) being taken up by the water, which stayed below 20 °C", "about 0.5 mol of ammonia (12 L) is taken up")
)
@pytest.mark.parametrize(
    "rest", ("The residue, sodium sulfate and a little caustic, was cooled", "The residue consisted of sodium sulfate and caustic")
)
def test_what_comes_over_and_what_stays_behind_is_no_charge(gas: str, rest: str) -> None:
    doc = read(
        "Ammonia\n\nAmmonium sulfate (33.0 g, 0.25 mol) was suspended in water (40 mL) in a 500 mL flask. The gas passed through an empty 500 mL bottle "
        "and a funnel just above water (250 mL). Sodium hydroxide solution (25 %, 75 mL) was fed over 60 min at 20 to 35 °C. "
        f"The mixture was warmed to 80 °C during 30 min, {gas}. {rest}."
    )
    charged = [x for s in doc.steps if s.kind != "absorb" for x in named(doc, s)]
    assert sorted(map(str, charged)) == ["ammonium sulfate", "sodium hydroxide", "water"]


@pytest.mark.parametrize("said", ("all the turnings in at once", "the turnings go in all at once", "turnings added in one go"))
def test_a_solid_called_by_its_form_goes_into_the_acid(said: str) -> None:
    """Nickel and strong nitric acid give nitrogen dioxide, two moles of it to one of metal, as copper does (handbook 3.1)."""
    text = (
        f"Nickel nitrate\n\n- nickel turnings 58.7 g, wiped\n- nitric acid 65 % 280 mL in a 1 L beaker on the plate, 60 °C\n- {said}; wait"
    )
    doc = read(text)
    (step,) = [s for s in doc.steps if "nickel" in named(doc, s)]
    assert (step.vessel, step.all_at_once) == ("1 L beaker", True)
    (gas,) = [g.mol.best for g in assess(doc).gases if g.formula == "NO2"]
    assert gas == pytest.approx(2.0, rel=0.01)


@pytest.mark.parametrize(
    "said", ("Warmed that to seventy.", "I warmed the lot to seventy.", "Brought that to seventy.", "Up to seventy with that.")
)
def test_what_is_brought_to_a_number_is_warmed(said: str) -> None:
    doc = read(
        f"Toluidine\n\nThirteen point seven grams of 4-nitrotoluene with a hundred of water in a one-litre flask.\n\n{said} Iron powder, twenty grams, an hour."
    )
    assert [s.T_range.value for s in doc.steps if s.kind == "heat" and s.T_range] == [70.0]


WHERE_NEXT = (". ", ".\n\n", ".\n- ")
MIXED_FIRST = (
    "The acid in over 10 min at 10 °C", "The acid is run in over 10 min at 10 °C", "Acid in, 10 min, 10 °C", "In with the acid over 10 min",
    "Run in the acid over 10 min at 10 °C", "The mixture in over 10 min at 10 °C", "Mixed acid, 10 min, 10 °C",
)  # fmt: skip


@pytest.mark.parametrize(("fed", "mark"), itertools.product(MIXED_FIRST, WHERE_NEXT))
def test_acids_mixed_first_in_a_flask_go_into_the_larger_one(fed: str, mark: str) -> None:
    doc = read(
        "Nitrocumene\n\nNitric acid 65 % 17 mL and sulfuric acid 96 % 24 mL, mixed in a 100 mL flask in ice, below 20 °C"
        f"{mark}Cumene 24 g in a 250 mL flask, ice bath{mark}{fed}{mark}The temperature went to 61 °C{mark}30 min more."
    )
    ways = [(s.from_vessel, s.vessel, s.duration and s.duration.value) for s in doc.steps if s.from_vessel]
    assert ways == [("100 mL flask", "250 mL flask", 10.0)]


MADE_FIRST = (
    ("Bromine 16 g in 25 mL of acetic acid", "Acetanilide 13.5 g in 60 mL of acetic acid", "The bromine solution"),
    ("Sodium borohydride 2.0 g in 25 mL of water", "4-Chlorobenzaldehyde 14.1 g in 80 mL of ethanol", "The borohydride solution"),
    ("Thionyl chloride 14.3 g in 20 mL of toluene", "4-Methoxybenzoic acid 15.2 g in 60 mL of toluene", "The thionyl chloride"),
)


@pytest.mark.parametrize(
    ("made", "vessel", "fed"),
    itertools.product(
        MADE_FIRST,
        ("flask", "beaker", "conical flask"),
        ("{} is run in over 60 min at 10 °C.", "{}, 60 min, 10 °C.", "The solution is added over 60 min."),
    ),
    ids=lambda x: x if isinstance(x, str) else x[2],
)
def test_a_solution_made_first_is_fed_to_the_larger_vessel(made: tuple[str, str, str], vessel: str, fed: str) -> None:
    doc = read(
        f"Product\n\n1. {made[0]} is made up in a 100 mL {vessel}.\n2. {made[1]} in a 250 mL flask, thermometer in the liquid, ice bath.\n3. {fed.format(made[2])}"
    )
    ways = [(s.from_vessel, s.vessel, s.duration and s.duration.value) for s in doc.steps if s.from_vessel]
    assert ways == [(f"100 mL {vessel}", "250 mL flask", 60.0)]


@pytest.mark.parametrize("said", ("The residue was distilled at the pump.", "The residue is heated with 20 mL of water."))
def test_what_is_done_with_a_residue_is_no_description_of_it(said: str) -> None:
    before = "Ester\n\nBenzoic acid 12 g and methanol 40 mL in a 250 mL flask. Reflux for 2 h. "
    assert len(read(before + said).steps) > len(read(before).steps)


def test_two_fifties_are_two_lots_of_fifty() -> None:
    doc = read(
        "Ester\n\nBenzoic acid 12 g and methanol 40 mL in a 250 mL flask. Reflux for 2 h. A hundred of water, and out with two fifties of diethyl ether."
    )
    (ether,) = [m for m in doc.materials if m.identity == "diethyl ether"]
    assert ether.amount is not None and (ether.amount.value, ether.role) == (100.0, "wash")
