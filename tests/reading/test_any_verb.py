"""One doing by every verb that there is for it: verbs times frames, all read as the same step (common practice, no source)."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterator

import pytest
from deepness import DEEP

from northsquall.procedure import Procedure
from northsquall.procedure.amounts import lots_of
from northsquall.reading import read
from northsquall.substances import catalogue

PUT_IN = [
    "added",
    "tipped in",
    "poured in",
    "run in",
    "dripped in",
    "dropped in",
    "let in",
    "introduced",
    "put in",
    "admitted",
    "fed in",
    "metered in",
    "pumped in",
    "squirted in",
    "emptied in",
    "thrown in",
    "stirred in",
    "given in",
    "allowed to run in",
    "let drip in",
    "worked in",
    "trickled in",
    "injected",
    "brought in",
    "transferred in",
    "sucked in",
    "dosed",
    "delivered",
    "splashed in",
    "run into the flask",
    "dropped on to it",
    "poured on to it",
    "run on to the mixture",
    "added to the mixture",
    "mixed in",
]
PUTS_IN = [
    "Add",
    "Tip in",
    "Pour in",
    "Run in",
    "Drip in",
    "Drop in",
    "Let in",
    "Introduce",
    "Put in",
    "Feed in",
    "Meter in",
    "Squirt in",
    "Throw in",
    "Stir in",
    "Work in",
    "Inject",
    "Dose",
    "Bring in",
    "Syringe in",
]
APART = ["tip", "pour", "run", "drip", "drop", "feed", "pump", "squirt", "throw", "stir", "trickle", "let", "shake", "dose"]
BROMINE = (
    "Bromine (16 g, 5.2 mL)", "16 g of bromine", "Bromine, 16 g,", "The bromine (16 g)", "Bromine (16 g) in acetic acid (10 mL)",
    "A solution of 16 g of bromine in 10 mL of acetic acid", "A mixture of bromine (16 g) and acetic acid (10 mL)",
)  # fmt: skip
FIRST = (
    "Fill the funnel with 16 g of bromine.", "The funnel holds 16 g of bromine.", "16 g of bromine in the dropping funnel.", "Weigh out 16 g of bromine.",
    "Measure 16 g of bromine into the funnel.", "Take 16 g of bromine.", "Charge the funnel with 16 g of bromine.",
    "Weigh out 16 g of bromine in the hood and carry it over in a beaker.",
)  # fmt: skip
THEN = ("Run it in over 30 min.", "Run the bromine in over 30 min.", "This is added over 30 min.", "Let the bromine drop in over 30 min.")
KETONE = "Trial\n\nAcetanilide 13.5 g and acetic acid 30 mL are put into a 250 mL flask. "


def feeds() -> Iterator[str]:
    """Sentences that feed 0.10 mol of bromine over half an hour."""
    for s in BROMINE:
        for v in PUT_IN:
            yield f"{s} was {v} over 30 min."
            yield f"{s} is then {v} over 30 min."
    for o in ("16 g of bromine", "the bromine (16 g)", "5.2 mL of bromine", "a solution of 16 g of bromine in 10 mL of acetic acid"):
        yield from (f"{v} {o} over 30 min." for v in PUTS_IN)
        for v in APART:
            yield f"{v.capitalize()} {o} in over 30 min."
            yield f"We then {v} {o} in over half an hour."
        yield from (f"{o[0].upper() + o[1:]} {v} in over 30 min." for v in ("goes", "went", "runs", "drips"))
    yield from (f"{a} {b}" for a in FIRST for b in THEN)


@pytest.mark.parametrize("said", list(feeds())[:: 1 if DEEP else 5])
def test_what_is_fed_is_fed_whatever_the_verb(said: str) -> None:
    p = read(KETONE + said + "\n")
    lots = lots_of(p, catalogue())
    fed = [
        (s, x)
        for s in p.steps
        for k in s.materials
        if (x := lots[k]).substance is not None and x.substance.id == "bromine" and s.kind in ("dose", "add")
    ]
    assert [(s.vessel, s.duration and s.duration.value) for s, _ in fed] == [("250 mL flask", 30.0)]
    assert sum(x.mol[1] for _, x in fed if x.mol) == pytest.approx(16 / 159.81, rel=0.03)
    assert moles(p)["acetic acid"] >= 0.51


def moles(p: Procedure) -> dict[str, float]:
    """mol of each substance that a procedure charges."""
    out: dict[str, float] = defaultdict(float)
    for x in lots_of(p, catalogue()).values():
        if x.substance is not None and x.mol:
            out[x.substance.id] += x.mol[1]
    return out


ACID = (
    "sulfuric acid (96 %, 22 mL)", "22 mL of 96 % sulfuric acid", "sulfuric acid 96 % 22 mL", "H2SO4 96 %, 22 mL", "22 mL of sulfuric acid (96 % w/w)",
    "sulfuric acid, 22 mL, 96 %", "96 per cent sulfuric acid, 22 mL", "40.5 g of 96 % sulfuric acid", "22 cc of 96 % sulfuric acid",
)  # fmt: skip
STANDS = (
    "{F} is put into a 250 mL flask.", "Put {f} into a 250 mL flask.", "250 mL flask: {f}.", "A 250 mL flask is charged with {f}.",
    "Into a 250 mL flask go {f}.", "A 250 mL flask holds {f}.", "- {f}, 250 mL flask", "Charge {f} to a 250 mL flask.",
)  # fmt: skip


@pytest.mark.parametrize("said", [f.format(f=a, F=a[0].upper() + a[1:]) for a in ACID for f in STANDS][:: 1 if DEEP else 3])
def test_what_is_charged_is_charged_however_its_strength_is_written(said: str) -> None:
    assert moles(read(f"Trial\n\n{said}\n"))["sulfuric acid"] == pytest.approx(22 * 1.835 * 0.96 / 98.08, rel=0.02)


NITRATION = "Trial\n\nMethyl benzoate 13.6 g and 22 mL of 96 % sulfuric acid in a 250 mL flask in ice. "
KEPT = (
    "at 5-10 °C", "between 5 and 10 °C", "keeping it at 5-10 °C", "with the pot at 5-10 °C", ", the temperature being kept at 5-10 °C",
    "with the temperature kept at 5-10 °C", "holding 5-10 °C", ", inside temperature 5-10 °C", "at five to ten degrees",
)  # fmt: skip
BELOW = (
    "below 10 °C", "not above 10 °C", "so that 10 °C is not exceeded", "at most 10 °C", ", max. 10 °C", "without letting it go over 10 °C",
    "with the temperature kept below 10 °C", "at a rate that keeps it below 10 °C", ", limit 10 °C", "(< 10 °C)",
)  # fmt: skip
RUN_IN = (
    "Nitric acid (68 %, 8 mL) is run in over 30 min {p}.",
    "Nitric acid (68 %, 8 mL) was added {p} during 30 min.",
    "Run in nitric acid (68 %, 8 mL) {p} over 30 min.",
)


@pytest.mark.parametrize("said", [f.format(p=p).replace(" ,", ",") for p in KEPT + BELOW for f in RUN_IN])
def test_what_temperature_a_feed_is_kept_at_in_any_words(said: str) -> None:
    (fed,) = [s for s in read(NITRATION + said + "\n").steps if s.kind == "dose"]
    assert fed.duration is not None and fed.duration.value == 30.0
    if any(p in said for p in KEPT):
        assert fed.T_range is not None and (fed.T_range.low, fed.T_range.high) == (5.0, 10.0)
    else:
        assert fed.T_limit is not None and fed.T_limit.value == 10.0


WHOLE = ("The mixture is {q}.", "It is then {q}.", "The contents of the flask are {q}.", "The reaction mixture was cooled and {q}.")
ON_ICE = (
    "poured on to 300 g of ice", "run on to 300 g of crushed ice", "poured into 300 g of ice", "drowned in 300 g of ice", "dripped on to 300 g of ice with stirring",
    "poured, with stirring, on to 300 g of crushed ice in a 1 L beaker", "emptied on to 300 g of ice", "discharged on to 300 g of ice",
)  # fmt: skip
ALONE = (
    "Pour on to 300 g of ice.", "Tip everything on to 300 g of crushed ice.", "On to 300 g of ice.", "Empty the flask on to 300 g of ice.",
    "The lot goes into a bucket with 300 g of ice.", "300 g of ice in a 1 L beaker; pour the batch into it.", "1 L beaker with 300 g of ice, pour the mixture in.",
    "300 g of ice is put in a 1 L beaker. The mixture is poured on to it.", "300 g of ice stands in a 1 L beaker. The mixture is poured on to the ice.",
)  # fmt: skip


@pytest.mark.parametrize("said", [*(f.format(q=q) for q in ON_ICE for f in WHOLE), *ALONE])
def test_a_batch_goes_on_to_ice_and_never_ice_on_to_the_batch(said: str) -> None:
    p = read(NITRATION + "Nitric acid (68 %, 8 mL) is run in over 30 min at 5-10 °C. " + said + "\n")
    (quench,) = [s for s in p.steps if s.kind == "quench"]
    assert quench.from_vessel == "250 mL flask" and quench.vessel != "250 mL flask"
    assert [p.materials[int(k[1:]) - 1].identity for k in quench.materials] == ["ice"]
    assert moles(p)["ice"] == pytest.approx(300 / 18.015, rel=0.01)


DIAZO = "Trial\n\nAniline 9.3 g, hydrochloric acid 32 % 25 mL and water 50 mL are put in a 250 mL beaker, ice bath. Sodium nitrite 7.0 g in water 20 mL is added over 5 min at 0-5 °C. "
BATCH = ("it", "the mixture", "the diazonium solution", "the batch", "everything", "the suspension", "the beaker")
COMES_UP = (
    "Let {s} warm to {t}.", "Let {s} warm up to {t}.", "Let {s} come to {t}.", "Let {s} come up to {t}.", "Allow {s} to warm to {t}.",
    "Allow {s} to come to {t}.", "Leave {s} to warm to {t}.", "{S} is allowed to warm to {t}.", "{S} was left to warm up to {t}.",
    "{S} warms to {t}.", "{S} comes to {t}.", "Bring {s} to {t}.", "Take {s} to {t}.", "{S} is brought to {t}.", "{S} is then warmed to {t}.",
    "Warm {s} to {t}.", "{S} was let warm to {t}.", "Then let {s} reach {t}.", "{S} is allowed to reach {t} by itself.", "Raise {s} to {t}.",
    "{S} goes to {t}.", "Get {s} up to {t}.", "{S} should warm up to {t} now.",
)  # fmt: skip
WARM = {"room temperature": 20.0, "25 °C": 25.0, "40 °C": 40.0}


@pytest.mark.parametrize(
    ("said", "T"),
    [(f.format(s=s, S=s[0].upper() + s[1:], t=t), T) for f in COMES_UP for s in BATCH for t, T in WARM.items()][:: 1 if DEEP else 4],
)
def test_a_batch_that_warms_is_a_step_of_its_own_and_no_temperature_of_the_feed_before(said: str, T: float) -> None:
    doc = read(DIAZO + said + "\n")
    fed, warmed = doc.steps[1:]
    assert warmed.kind in ("heat", "hold") and warmed.vessel == fed.vessel
    assert warmed.T_range is not None and abs(warmed.T_range.value - T) < 0.1
    assert fed.T_range is not None and abs(fed.T_range.value - 2.5) < 0.1


SULFONATION = "Trial\n\nAcetanilide (27.0 g, 0.200 mol) was placed in a 500 mL conical flask. "
GOES_IN_FLASK = (
    "was added", "was poured in", "was poured on to it", "was tipped in", "was measured into it", "was run in", "was put in", "was thrown in",
    "was introduced", "was emptied in", "was poured over it", "was given to it", "goes in", "went in", "is added to it", "is tipped on",
    "was transferred into the flask", "was let in", "is dumped in", "was poured into the flask",
)  # fmt: skip
AT_ONCE = (
    "in one portion",
    "all at once",
    "in one go",
    "at once",
    "in a single portion",
    "at one time",
    "all in one",
    "in one pour",
    "in one lot",
)


@pytest.mark.parametrize(
    "said", [f"Chlorosulfonic acid (66 mL, 1.0 mol) {v} {o}." for v in GOES_IN_FLASK for o in AT_ONCE][:: 1 if DEEP else 4]
)
def test_what_goes_in_all_at_once_is_no_charge(said: str) -> None:
    doc = read(SULFONATION + said + "\n")
    acid = next(m.id for m in doc.materials if m.identity == "chlorosulfonic acid")
    step = next(s for s in doc.steps if acid in s.materials)
    assert step.kind in ("add", "dose") and step.all_at_once
