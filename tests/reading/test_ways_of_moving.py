"""What is made up beside the batch moves when it is called; what comes off, stands by or tries a test does not.

Every phrase is common practice, no source; what it means was written down before it was read.
"""

from __future__ import annotations

import itertools
import random

import pytest
from deepness import DEEP
from hypothesis import given
from hypothesis import strategies as st

from northsquall.assess import assess
from northsquall.procedure.amounts import lots_of
from northsquall.procedure.document import Procedure, Step
from northsquall.procedure.lines import flowing
from northsquall.procedure.volumes import share_over, volumes
from northsquall.reading import read
from northsquall.substances import catalogue


def step_of(doc: Procedure, identity: str) -> Step | None:
    """The step that the first lot of a substance goes in with."""
    lot = next((m for m in doc.materials if m.identity == identity), None)
    return next((s for s in doc.steps if lot is not None and lot.id in s.materials), None)


BESIDE = (
    ("sodium nitrite", "13.8 g", "40 mL", ("the nitrite solution", "the nitrite", "this solution"), "Put 18.6 g of aniline, 60 mL of concentrated hydrochloric acid and 100 mL of water in a 500 mL flask and cool to 5 °C in ice."),
    ("sodium hydroxide", "20 g", "80 mL", ("the lye", "the caustic", "the sodium hydroxide solution", "the alkali"), "Charge a 500 mL flask with 30 g of ethyl benzoate and 60 mL of ethanol."),
    ("potassium permanganate", "40 g", "500 mL", ("the permanganate", "the permanganate solution", "the oxidant"), "Place 18.4 g of toluene and 100 mL of water in a 2 L flask and heat to 80 °C."),
    ("sodium borohydride", "3.8 g", "30 mL", ("the borohydride", "the hydride solution", "this"), "A 500 mL flask is charged with 24 g of acetophenone and 100 mL of methanol and cooled to 5 °C."),
)  # fmt: skip
WHERE = (
    "in a 250 mL beaker",
    "in a beaker",
    "in a second flask",
    "in a 250 mL conical flask",
    "in a measuring cylinder",
    "in another beaker",
)
MADE = (
    "Dissolve {a} of {n} in {w} of water {v}.",
    "{a} of {n} is dissolved in {w} of water {v}.",
    "{V}, dissolve {a} of {n} in {w} of water.",
    "Make up a solution of {n} ({a}) in water ({w}) {v}.",
)
FED = (
    "Run {r} in over 40 min with stirring.",
    "{R} is added over 40 min.",
    "Add {r} dropwise to the flask over 40 min.",
    "Over 40 min {r} is dripped into the flask.",
    "{R} goes in from the funnel, 40 min.",
)


def made_beside() -> list[tuple[str, str]]:
    """(substance, text): one way of each; all ways deep."""
    ways = [
        (n, f"1. {first}\n2. {made.format(a=a, n=n, w=w, v=v, V=v.capitalize())}\n3. {fed.format(r=r, R=r.capitalize())}\n4. Stir for 30 min.\n")
        for n, a, w, called, first in BESIDE
        for v, made, fed, r in itertools.product(WHERE, MADE, FED, called)
    ]  # fmt: skip
    return ways if DEEP else random.Random(84).sample(ways, 120)


def test_a_solution_made_up_beside_the_batch_goes_into_it_when_it_is_called() -> None:
    missed = []
    for name, text in made_beside():
        doc = read(text)
        main = max((v for v in doc.vessels if v.nominal_mL), key=lambda v: v.nominal_mL or 0.0).name
        made = step_of(doc, name)
        moved = next((s for s in doc.steps if made is not None and s.from_vessel == made.vessel and s.vessel == main), None)
        in_time = moved is not None and moved.duration is not None and moved.duration.value == 40
        if not in_time or next(s for s in reversed(doc.steps) if s.kind == "hold").vessel != main:
            missed.append(text)
    assert missed == []


MIXED = (
    "A mixture of benzaldehyde (10.6 g, 0.10 mol) and acetone (2.9 g, 0.050 mol) is prepared in a 50 mL beaker.",
    "Mix 10.6 g of benzaldehyde and 2.9 g of acetone in a small flask.",
    "10.6 g of benzaldehyde and 2.9 g of acetone are mixed.",
    "In a measuring cylinder, 10.6 g of benzaldehyde and 2.9 g of acetone are mixed.",
)
HALF = (
    "Half of the mixture is added to the flask at 20 °C.",
    "Add one half of it, 20-25 °C.",
    "First half in at 20 °C.",
    "Half of this is run in at 20 °C.",
)
OTHER = (
    "After 15 min the other half is added over 5 min.",
    "15 min later the second half over 5 min.",
    "Wait 15 min, then add the rest over 5 min.",
    "When the solid has come, 15 min, the second half follows over 5 min.",
)
WHOLE = (
    "The mixture is added to the flask over 20 min at 20 °C.",
    "Add the mixture to the 400 mL flask over 20 min.",
    "Run it into the flask over 20 min.",
    "Mixture in over 20 min.",
)
LYE_THERE = "Place 100 mL of 10 % sodium hydroxide and 80 mL of ethanol in a 400 mL flask with a stirrer, 20 °C."


def extents(doc: Procedure) -> list[float]:
    """Moles of condensation by step."""
    out: dict[int, float] = {}
    for r in assess(doc).reactions:
        if "aldol" in r.family_id and r.extent_mol:
            out[r.step] = out.get(r.step, 0.0) + r.extent_mol
    return list(out.values())


@pytest.mark.parametrize("mixed", MIXED)
def test_half_of_a_mixture_goes_over_and_then_the_other_half(mixed: str) -> None:
    """Each half is half of what was mixed, in the ledger and in the flask's volume."""
    for half, other in itertools.product(HALF, OTHER):
        text = f"{LYE_THERE}\n{mixed}\n{half} {other}\nStir for 30 min.\n"
        doc = read(text)
        moves = [s for s in doc.steps if s.from_vessel and s.vessel == "400 mL flask"]
        assert [s.share for s in moves] == [0.5, None], text
        assert moves[1].duration is not None and moves[1].duration.value == 5, text
        each = extents(doc)
        whole = extents(read(f"{LYE_THERE}\n{mixed}\n{WHOLE[0]}\nStir for 30 min.\n"))
        assert each == pytest.approx([sum(whole) / 2] * 2, rel=0.01), text


@given(st.lists(st.floats(0.05, 0.95), max_size=4))
def test_shares_add_up_to_the_whole(shares: list[float]) -> None:
    doc = read(f"{LYE_THERE}\n{MIXED[0]}\n{WHOLE[0]}\n")
    last = next(s for s in doc.steps if s.from_vessel)
    doc.steps = [s for s in doc.steps if s is not last]
    first = last.n
    doc.steps += [last.model_copy(update={"n": first + i, "share": x}) for i, x in enumerate([*shares, None])]
    moves = [s for s in doc.steps if s.from_vessel]
    there = lots_of(doc, catalogue())
    assert sum(share_over(doc, s) for s in moves) == pytest.approx(1.0)
    assert volumes(doc, there)["400 mL flask"] == pytest.approx(
        volumes(read(f"{LYE_THERE}\n{MIXED[0]}\n{WHOLE[0]}\n"), there)["400 mL flask"]
    )


@pytest.mark.parametrize("where", ["a small flask", "a 50 mL conical flask", "another flask", "a beaker", "a 100 mL flask"])
def test_what_was_mixed_last_goes_into_the_flask_that_was_there(where: str) -> None:
    bromine = "Acetanilide (13.5 g) is dissolved in 60 mL of acetic acid in a 400 mL flask, stirrer.\n8 mL of bromine and 20 mL of acetic acid are stirred together in {}.\n{}\n"
    for said in WHOLE:
        (move,) = [s for s in read(bromine.format(where, said)).steps if s.from_vessel]
        assert (move.vessel, move.duration and move.duration.value) == ("400 mL flask", 20), said


LYE = (
    "Two grams of sodium hydroxide pellets go into ten mils of water, in a small beaker standing in cold water, a few at a time.",
    "In a separate small beaker, cooled in water, dissolve 2 g of sodium hydroxide in 10 mL of water.",
    "Put 10 mL of water in another beaker and add 2 g of sodium hydroxide a few pellets at a time.",
)
LYE_IN = ("Then the lye with a dropper, over five minutes, stirring with the glass rod.", "Lye in with the dropper, 5 min.")


@pytest.mark.parametrize(("lye", "into"), itertools.product(LYE, LYE_IN))
def test_a_small_beaker_is_another_than_the_one_that_is_full(lye: str, into: str) -> None:
    doc = read(
        f"Soap.\n\nWeigh 10 g of coconut oil into a 100 mL beaker and melt it in the water bath at 60 °C.\n{lye}\n"
        f"Add 10 mL of ethanol to the fat.\n{into}\nKeep it at 70 °C for 30 min.\n"
    )
    made, spirit = step_of(doc, "sodium hydroxide"), step_of(doc, "ethanol")
    assert made is not None and made.vessel != "100 mL beaker"
    assert spirit is not None and spirit.vessel == "100 mL beaker"
    assert any(s.from_vessel == made.vessel and s.vessel == "100 mL beaker" for s in doc.steps)


CARD = """BATCH CARD: PHENYLACETYL CHLORIDE

R1  phenylacetic acid           27.2 g   0.200 mol   250 mL flask
R2  dichloromethane             80 mL                250 mL flask
R3  thionyl chloride            28.6 g   0.240 mol   17.5 mL, funnel
R5  sodium hydroxide 15 %       600 mL   2.6 mol     absorber, 1 L bottle

{gas}R5 takes 2.6 mol of acid.

1. R1 and R2 in the flask: four necks, stirrer, probe in the liquid, funnel, condenser.
2. R3 at 30-35 °C over 90 min, water bath. Gas goes through an empty 500 mL trap to a funnel held 5 mm above R5.
3. 40 °C for 60 min.
4. {off}
5. Distil at 15 mbar, bath 120 °C, head 95-98 °C, leave 3 mL.
6. {rest}
"""
OFF = (
    "Solvent and the rest of R3 off at 30 °C, 200 mbar, into a receiver in dry ice.",
    "Strip R2 and R3 at 200 mbar, bath 30 °C, receiver in dry ice.",
)


@pytest.mark.parametrize(
    "gas",
    (
        "Gas expected: SO2 and HCl, up to 0.24 mol SO2 and 0.44 mol HCl. ",
        "Gases: 0.20 mol SO2 + 0.40 mol HCl. ",
        "What comes off: about 11 L HCl and 6 L SO2. ",
        "Expect HCl 0.44 mol, SO2 0.24 mol. ",
    ),
)
def test_gas_that_is_expected_is_no_charge(gas: str) -> None:
    doc = read(CARD.format(gas=gas, off=OFF[0], rest="Bottle the product."))
    assert len(doc.materials) == 4


@pytest.mark.parametrize(
    ("off", "rest"),
    itertools.product(
        OFF,
        (
            "Receiver with the rest of R3: by the drop into 300 mL of stirred 10 % caustic with 200 g of ice, below 20 °C.",
            "The contents of the receiver are dropped into 300 mL of 10 % caustic and 200 g of ice below 20 °C.",
            "Condensate: dropwise to 300 mL of 10 % caustic and 200 g of ice.",
            "Excess R3 in the receiver is destroyed by dropping it into 300 mL of 10 % caustic with 200 g of ice.",
        ),
    ),
)
def test_what_the_receiver_holds_is_destroyed_and_the_batch_stays(off: str, rest: str) -> None:
    doc = read(CARD.format(gas="", off=off, rest=rest))
    assert any(s.from_vessel == "receiver" for s in doc.steps)
    assert not any(s.from_vessel == "250 mL flask" for s in doc.steps if s.kind != "absorb")


@pytest.mark.parametrize(
    ("rows", "said", "put_away"),
    itertools.product(
        (("1", "2", "3"), ("A", "B", "C"), ("R1", "R2", "R3"), ("(1)", "(2)", "(3)")),
        ("{a} then {b} through the neck, stopper in.", "{a}, {b} down the neck.", "First {a}, then {b}.", "{b} on {a}."),
        ("Acid 26 g", "The acid, 26 g,"),
    ),
)
def test_rows_go_in_by_any_way_and_what_is_put_away_is_no_charge(rows: tuple[str, str, str], said: str, put_away: str) -> None:
    a, b, c = rows
    doc = read(
        f"Fuming nitric acid, small lot\n\n| no | charge | amount | mol | where |\n|----|----|----|----|----|\n"
        f"| {a} | potassium nitrate | 50.6 g | 0.50 | retort, 250 mL |\n| {b} | sulfuric acid 96 % | 55 mL | 1.0 | retort |\n"
        f"| {c} | tap water | | | cooling tray |\n\nSteps\n1 | {said.format(a=a, b=b)}\n2 | Neck of the retort into a flask lying in {c}.\n"
        f"3 | Flame, small at first.\n4 | {put_away} into the brown screw bottle; close.\n"
    )
    assert {m.identity for m in doc.materials} == {"potassium nitrate", "sulfuric acid"}
    assert [s.kind for s in doc.steps][-1] == "distil"  # a retort over a flame


@pytest.mark.parametrize(
    ("name", "identity", "form"),
    (
        ("copper turnings", "copper", "turnings"),
        ("zinc granules", "zinc", "granules"),
        ("iron sulfide sticks", "iron(II) sulfide", "sticks"),
    ),
)
@pytest.mark.parametrize("said", ("{W} into the flask, all of the acid on top.", "{W} in the flask. Acid from the funnel over 30 min."))
def test_a_row_is_called_by_its_form(name: str, identity: str, form: str, said: str) -> None:
    doc = read(
        f"CARD 19\n\n{name}              31.8 g    500 mL flask\nsulfuric acid 96 %           110 mL         500 mL flask\n\n"
        f"1  {said.format(W=form.capitalize())}\n2  Warm to 60 °C for 30 min.\n3  While hot pour 300 mL of water in to dissolve the salt.\n"
    )
    put_in, warmed = step_of(doc, identity), next(s for s in doc.steps if s.kind == "heat")
    assert put_in is not None and put_in.n < warmed.n


def test_an_open_condenser_and_an_oil_bubbler_take_no_charge_away() -> None:
    """What stands behind "open at the top" boils in the flask; magnesium is no absorber."""
    doc = read(
        "Methyl salicylate (7.6 g, 0.050 mol) was boiled under a reflux condenser, open at the top, with 10 % sodium hydroxide (60 mL) in a 250 mL flask for 45 min."
    )
    assert all(m.role != "absorber" for m in doc.materials)
    doc = read(
        "Methyl salicylate (7.6 g) was boiled in a 250 mL flask under a condenser, open at the top, in 10 % sodium hydroxide (60 mL) for 1 h."
    )
    assert {m.identity for m in doc.materials if m.role != "absorber"} == {"methyl salicylate", "sodium hydroxide"}
    doc = read(
        "Magnesium turnings (2.67 g, 0.110 mol) were dried in a 500 mL flask fitted with a stirrer and a condenser whose top was open to nitrogen through an oil bubbler. Tetrahydrofuran (20 mL) was added."
    )
    assert all(m.role != "absorber" for m in doc.materials)


def test_reagents_of_a_test_and_first_aid_are_no_charges() -> None:
    doc = read(
        "Polyethylene glycol 400 for phenol on the skin.\nThe ether layer (50 mL of diethyl ether) was tested for peroxides (strip blank; the strip turned blue with a drop of dilute hydrogen peroxide) and evaporated at 40 °C."
    )
    assert {m.identity for m in doc.materials} == {"diethyl ether"}


def test_one_litre_of_that_is_of_what_the_sentence_before_has_named() -> None:
    doc = read(
        "So this is only the clean rinse acid, about eighteen percent hydrochloric, no nitric in it, we've tested that: iron negative with thiocyanate.\n"
        "One litre of that goes cold into the two-litre flask with a handful of boiling stones. Bring it to the boil over forty minutes.\n"
    )
    lot = next(m for m in doc.materials if m.identity == "hydrochloric acid")
    assert lot.amount is not None and lot.amount.unit.lower() == "l" and lot.strength is not None and lot.strength.percent_w == 18


def test_two_rows_of_a_list_are_no_line_that_a_margin_broke() -> None:
    text = "sulfuric acid (96 %): 40 mL (0.72 mol)\nhydrogen peroxide 30 %: 25 mL (0.245 mol)\nthionyl chloride: 42.9 g (0.36 mol)\n"
    assert flowing(text) == text


def test_an_old_ether_without_amounts_is_distilled_and_asked_for() -> None:
    a = assess(
        read(
            "getting rid of the old isopropyl ether\n\n- distil it from the big flask, heating mantle\n- last bit left to go dry over lunch\n"
        )
    )
    found = {f.code: f for f in a.findings}
    assert found["S06"].severity == "stop"
    assert not found["P02"].established
    assert a.verdict == "not acceptable"


def test_the_limit_sets_the_pace_of_a_neutralisation() -> None:
    a = assess(
        read(
            "Sodium hydroxide, 10 % (60 mL), was put in a 250 mL flask and cooled to 20 °C in a water bath. 3 M sulfuric acid (25 mL) was added in small portions with stirring, the temperature being kept below 30 °C."
        )
    )
    assert all(f.established for f in a.findings if f.code == "P02" and f.severity != "note")


@pytest.mark.parametrize(
    ("text", "amount", "moles"),
    (
        ("(15.4 g, .10 mol) of 4-tert-butylcyclohexanone in a 500 mL flask", 15.4, 0.10),
        ("4-tert-butylcyclohexanone 15.4 g .10 mol, 500 mL flask", 15.4, 0.10),
        ("Benzoic acid, .5 g, in a 50 mL flask", 0.5, None),
        ("Put .25 L of water in a 1 L flask.", 0.25, None),
    ),
)
def test_a_number_may_begin_with_its_point(text: str, amount: float, moles: float | None) -> None:
    lot = read(text).materials[0]
    assert lot.amount is not None and lot.amount.value == amount
    assert (lot.stated_mol.value if lot.stated_mol else None) == moles


PARTS = (
    "in 3 goes, 10 min",
    "in three lots over 10 min",
    "3 portions in 10 min",
    "a third at a time, 10 min in all",
    "by thirds within 10 min",
    "in 4 equal parts during 10 min",
    "bit by bit in 10 min",
)


@pytest.mark.parametrize(("verb", "parts"), itertools.product(("poured in", "tipped in", "put in", "let in"), PARTS))
def test_what_goes_in_by_parts_is_not_all_at_once_whatever_the_verb(verb: str, parts: str) -> None:
    for said in (f"dimethyl sulfate 21 mL: {verb}, {parts}", f"Dimethyl sulfate, 21 mL, is {verb} {parts}."):
        doc = read(f"28.8 g of 2-naphthol and 120 mL of 8 % sodium hydroxide in a 250 mL flask, 40 °C.\n{said}\n1 h at 60 °C.\n")
        step = step_of(doc, "dimethyl sulfate")
        assert step is not None and not step.all_at_once
        assert step.duration is not None and 8 <= step.duration.value <= 10
