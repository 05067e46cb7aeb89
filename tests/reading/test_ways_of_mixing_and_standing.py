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
