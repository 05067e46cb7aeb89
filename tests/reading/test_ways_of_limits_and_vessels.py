"""Limits of the pot, what is made up beside it, and what is poured where, each in the ways that people tell them (common practice, no source).

What is meant is the same in every row of a table; only the words differ. The words were written before they were run.
"""

from __future__ import annotations

import pytest

from northsquall.procedure import Procedure, Step
from northsquall.reading import read


def moved(p: Procedure) -> list[tuple[str | None, str | None]]:
    """(from, to) of what is poured from one vessel into another, filters aside."""
    return [(s.from_vessel, s.vessel) for s in p.steps if s.from_vessel and s.kind not in ("filter", "absorb")]


def stands(p: Procedure, identity: str) -> str | None:
    """The vessel into which a substance goes first."""
    lot = next(m for m in p.materials if m.identity == identity)
    return next(s.vessel for s in p.steps if lot.id in s.materials)


def fed(p: Procedure) -> Step:
    return next(s for s in reversed(p.steps) if s.kind in ("dose", "add"))


LIMITS = (
    "not above 30 °C in the flask", "the flask not above 30 °C", "never over 30 °C in the flask", "flask at most 30 °C", "in the flask never above 30 °C",
    "max. 30 °C in the flask", "must not pass 30 °C in the flask", "the temperature in the flask not above 30 °C", "flask temperature below 30 °C",
    "upper limit 30 °C in the flask", "do not let the flask go above 30 °C", "without letting the flask pass 30 °C", "thermometer in the flask never above 30 °C",
    "ice bath, flask below 30 °C", "so slowly that the flask stays below 30 °C", "so that 30 °C is not exceeded in the flask", "30 °C at most",
    "30 °C must not be exceeded", "≤ 30 °C in the flask", "limit for the flask: 30 °C",
)  # fmt: skip


@pytest.mark.parametrize("apart", [", ", "; ", ". "])
@pytest.mark.parametrize("said", LIMITS)
def test_a_limit_of_the_pot_holds_however_it_is_told(said: str, apart: str) -> None:
    told = said[0].upper() + said[1:] if apart == ". " else said
    p = read(
        f"Ethanol 40 mL and water 35 mL into a 500 mL flask, ice bath.\nSulfuric acid 55 mL from a dropping funnel over 25 min{apart}{told}."
    )
    step = fed(p)
    assert step.T_limit is not None and step.T_limit.value == 30.0 and step.duration is not None and step.duration.value == 25.0


def test_a_limit_of_another_vessel_is_none_of_the_pot() -> None:
    p = read("Ethanol 40 mL into a 500 mL flask. Sulfuric acid 55 mL from a dropping funnel over 25 min; the receiver not above 10 °C.")
    assert fed(p).T_limit is None


NAPHTHOLATE = (
    "2-Naphthol 3.6 g in 25 mL of 10 % sodium hydroxide, cooled to 5 °C, {v}", "In a {v} 3.6 g of 2-naphthol in 25 mL of 10 % sodium hydroxide",
    "{v}: 2-naphthol 3.6 g, sodium hydroxide 10 % 25 mL", "2-Naphthol 3.6 g in 25 mL of 10 % sodium hydroxide is cooled to 5 °C in a {v}",
)  # fmt: skip
GOES_IN = (
    "Pour the diazonium solution in over 10 min", "Diazonium solution in, 10 min", "The contents of the flask are poured into the beaker over 10 min",
    "Run the diazonium solution into it over 10 min", "To this add the diazonium solution over 10 min",
)  # fmt: skip


@pytest.mark.parametrize("goes", GOES_IN)
@pytest.mark.parametrize("made", NAPHTHOLATE)
def test_a_solution_made_up_later_receives_the_batch(made: str, goes: str) -> None:
    p = read(
        "Aniline 2.3 g in 8 mL of hydrochloric acid and 10 mL of water, 100 mL flask, ice bath. Sodium nitrite 1.8 g in 5 mL of water over 15 min below 5 °C.\n"
        f"{made.format(v='400 mL beaker')}. {goes}, below 10 °C."
    )
    assert moved(p) == [("100 mL flask", "400 mL beaker")] and stands(p, "2-naphthol") == "400 mL beaker"


@pytest.mark.parametrize("named", ["the solution of step 2", "the first solution", "the nitrite solution"])
def test_a_solution_is_known_by_its_step_or_by_what_it_holds(named: str) -> None:
    p = read(
        "1. 250 mL beaker: sulfanilic acid 4.8 g and sodium carbonate 1.5 g in 50 mL of water.\n2. Add 2.0 g of sodium nitrite in 5 mL of water.\n"
        f"3. Second beaker, 400 mL: 25 g of crushed ice and 6 mL of 37 % hydrochloric acid. Pour {named} in over 10 min; 0 to 5 °C.\n"
        "4. 2-Naphthol 3.6 g in 25 mL of 10 % sodium hydroxide, 250 mL beaker. Pour in the suspension over 10 min."
    )
    assert moved(p) == [("250 mL beaker", "400 mL beaker"), ("400 mL beaker", "250 mL beaker")]


@pytest.mark.parametrize(
    "made",
    [
        "In a 100 mL beaker 60 mL of sulfuric acid is stirred into 60 mL of water, cooled and filled into the dropping funnel. Run in over 20 min.",
        "60 mL of sulfuric acid is stirred into 60 mL of water in a beaker and cooled. The cold acid is run in over 20 min.",
        "Separately 60 mL of sulfuric acid is added slowly to 60 mL of water with cooling. This diluted acid is run in over 20 min.",
        "Dropping funnel: 60 mL of sulfuric acid poured into 60 mL of water, cooled. It is run in over 20 min.",
        "Dropping funnel: sulfuric acid 60 mL into 60 mL of water, cooled. Run the acid on, 20 min. Then go for coffee.",
    ],
)
def test_acid_that_is_diluted_beside_the_flask_comes_to_it_diluted(made: str) -> None:
    p = read(f"500 mL flask: sodium bromide 51.5 g. {made}")
    into = [s for s in p.steps if s.vessel == "500 mL flask"]
    lots = [next(m.identity for m in p.materials if m.id == k) for k in into[-1].materials]
    assert into[-1].from_vessel or set(lots) == {"sulfuric acid", "water"}
    assert len(into) == 2 and into[-1].duration is not None and into[-1].duration.value == 20.0


@pytest.mark.parametrize(
    "said", ["added to the nitric acid in 10 min", "slowly to the nitric acid", "run into the nitric acid over 10 min"]
)
def test_acid_goes_to_the_acid_in_the_flask(said: str) -> None:
    p = read(
        f"20 mL of nitric acid in a 250 mL three-neck flask. Sulfuric acid 96 %, 20 mL, {said}, ice bath, below 25 °C. Bromobenzene 15.7 g, 30 min."
    )
    assert {stands(p, x) for x in ("nitric acid", "sulfuric acid", "bromobenzene")} == {"250 mL flask"}


@pytest.mark.parametrize(
    "said",
    [
        "Then the whole lot went on 200 grams of ice in the 1 L beaker", "In a 1 L beaker are 200 g of ice; pour the mixture on it", "Decompose on 200 g of ice (beaker, 1 L)",
        "A 1 L beaker holds 200 g of ice; the mixture goes in by portions", "Mixture -> 200 g ice (1 L beaker)", "The solution ran, over 20 min, onto 200 g of ice in a 1 L beaker",
    ],
)  # fmt: skip
def test_the_batch_goes_on_to_the_ice(said: str) -> None:
    p = read(
        f"Methyl benzoate 13.6 g in 40 mL of sulfuric acid, 250 mL flask. Nitric acid 10 mL over 40 min below 10 °C. Stir 15 min.\n{said}."
    )
    assert moved(p) == [("250 mL flask", "1 L beaker")]


@pytest.mark.parametrize(
    "said",
    [
        "set on the gas burner's gauze until the contents show about 130 °C, 20 min", "heated until the thermometer shows 130 °C, 20 min",
        "put on a hot plate until the inside reads 130 °C, 20 min", "put in the sand bath until 130 °C is reached",
    ],
)  # fmt: skip
def test_what_the_thermometer_shows_in_the_end_is_how_far_it_is_heated(said: str) -> None:
    p = read(f"Sulfuric acid 22 mL and nitrobenzene 24.6 g in a 1 L flask. The flask is {said}.")
    assert p.steps[-1].kind == "heat" and p.steps[-1].T_range is not None and p.steps[-1].T_range.value == 130.0


@pytest.mark.parametrize(
    ("text", "amounts"),
    [
        ("Nitric acid 10 mL to 10 mL of sulfuric acid in a beaker.", {"nitric acid": 10.0, "sulfuric acid": 10.0}),
        ("In a 250 mL flask toluene, dried over sodium, 45 mL and aluminium chloride, anhydrous 10 g.", {"toluene": 45.0, "aluminium chloride": 10.0}),
        ("Charge   toluene, dry   45 mL\n         aluminium chloride   10 g\n", {"toluene": 45.0, "aluminium chloride": 10.0}),
        ("Hundred and fifteen mils of sulfuric acid in a litre beaker.", {"sulfuric acid": 115.0}),
        ("Iron sulfide, 100 g, in the flask with hydrochloric, two hundred of concentrated and a hundred of water.", {"iron(II) sulfide": 100.0, "hydrochloric acid": 200.0, "water": 100.0}),
        ("Condenser fed with ice water; receiver 250 mL with 60 mL of ice and water. Ethanol 40 mL into the 500 mL flask.", {"ethanol": 40.0, "ice": 60.0}),
    ],
)  # fmt: skip
def test_an_amount_is_that_of_what_it_stands_with(text: str, amounts: dict[str, float]) -> None:
    p = read(text)
    assert {m.identity: m.amount.value for m in p.materials if m.amount is not None} == amounts


def test_the_tail_of_a_longer_name_is_no_product() -> None:
    p = read("1-(4-Sulfophenylazo)-2-naphthol\n\n2-Naphthol 3.60 g in 25 mL of 10 % sodium hydroxide in a 250 mL beaker.")
    assert p.results.product_identity != "2-naphthol" and stands(p, "2-naphthol") == "250 mL beaker"


@pytest.mark.parametrize("mark", [" | ", ";"])
def test_a_table_headed_what_and_where_tells_steps(mark: str) -> None:
    rows = [
        ("step", "what", "amount", "where / how", "limits"),
        ("1", "nitric acid 68 %", "20 mL", "250 mL flask", ""),
        ("2", "bromobenzene", "15.7 g", "dropping funnel, 30 min", "45 to 55 °C"),
        ("3", "cool", "", "ice bath", "to 20 °C"),
        ("4", "pour onto ice", "200 g", "800 mL beaker", ""),
    ]
    p = read("1-Bromo-4-nitrobenzene\n\n" + "\n".join(mark.join(r) for r in rows))
    assert [s.kind for s in p.steps] == ["charge", "dose", "cool", "quench"] and fed(p).T_range is not None


LETTERED = """CARD N-14

Vessel A   250 mL flask, three necks, stirrer; ice bath
Vessel B   100 mL beaker in ice
Vessel C   600 mL beaker

A   acetanilide       6.75 g
A   acetic acid       8 mL
A   sulfuric acid     15 mL, slowly, below 25 °C
B   nitric acid       3.8 mL
B   sulfuric acid     3 mL, added to the nitric acid in drops
1   Cool A to 5 °C.
2   B into A from the dropping funnel, 30 min, 0 to 10 °C.
3   C: ice 100 g, water 50 mL. Pour A in, in a thin stream.
"""


def test_a_card_calls_its_vessels_by_letters() -> None:
    p = read(LETTERED)
    assert moved(p) == [("100 mL beaker", "250 mL flask"), ("250 mL flask", "600 mL beaker")]
    assert (
        stands(p, "acetanilide") == "250 mL flask" and stands(p, "nitric acid") == "100 mL beaker" and stands(p, "ice") == "600 mL beaker"
    )


def test_letters_that_stand_for_nothing_stay_letters() -> None:
    text = "Vitamin C and vessel A of the pilot plant. 250 mL flask: ascorbic acid 5 g in 50 mL of water. Cool to 5 °C."
    assert [s.vessel for s in read(text).steps] == ["250 mL flask", "250 mL flask"]


@pytest.mark.parametrize(
    ("head", "said"),
    [
        ("Adding bromine to cinnamic acid.", "The acid, 15 g, is dissolved in 60 mL of chloroform in a 250 mL flask."),
        ("Cinnamic acid: irritant. Bromine: very toxic, corrosive.", "15 g of cinnamic acid in 60 mL of chloroform in a 250 mL flask."),
        (
            "HAZARDS     Bromine: toxic\nREAGENTS    cinnamic acid 15 g; chloroform 60 mL\nEQUIPMENT   250 mL flask",
            "Cinnamic acid and chloroform into the flask.",
        ),
    ],
)
def test_what_a_head_or_a_hazard_names_is_no_charge(head: str, said: str) -> None:
    p = read(f"{head}\n{said}\nBromine 5.5 mL over 20 min.")
    assert sorted((m.identity, m.amount.value) for m in p.materials if m.amount) == [
        ("bromine", 5.5),
        ("chloroform", 60.0),
        ("cinnamic acid", 15.0),
    ]
    assert all(m.amount is not None for m in p.materials)


def test_what_the_list_has_is_there_when_the_feed_begins() -> None:
    p = read(
        "Charge (250 mL flask)\n   camphor        7.6 g\n   methanol       50 mL\nFeed\n   sodium borohydride   1.9 g   in 8 portions, one every 4 min\n"
    )
    assert [s.kind for s in p.steps] == ["charge", "dose"] and p.steps[1].every is not None


@pytest.mark.parametrize(
    "said",
    [
        "The unused hydrazine hydrate, 40 mL, goes into 300 mL of bleach in a conical flask.",
        "The hydrazine hydrate that was left in the bottle, some 40 mL, was got rid of by tipping it into 300 mL of bleach in a conical flask.",
    ],
)
def test_what_is_left_in_a_bottle_is_destroyed_beside_the_batch(said: str) -> None:
    p = read(f"Benzaldehyde 10.6 g in 30 mL of ethanol in a 100 mL flask. Hydrazine hydrate 3.2 g over 10 min. Filter.\n{said}")
    here = [s for s in p.steps if s.vessel == "conical flask"]
    assert len(here) == 2 and not any(s.from_vessel for s in here)


def test_a_bottle_s_rest_is_charged() -> None:
    p = read(
        "Rest of the bottle\n\nBottle      boron tribromide, about 25 mL left, stopper stuck\nVessel      1 L beaker, methanol 50 mL\nQuench      poured into it in one go\n"
    )
    assert stands(p, "boron tribromide") == "1 L beaker"


def test_the_batch_goes_into_what_stands_there_by_its_name() -> None:
    p = read(
        "Copper: CuCl 11.0 g in 40 mL of hydrochloric acid, 500 mL flask.\nDiazo: p-toluidine 10.7 g, hydrochloric acid 25 mL, 250 mL beaker; ice to 0 °C.\n"
        "Sodium nitrite 7.2 g in 20 mL of water, 30 min, 0-5 °C.\nInto the CuCl soln. in 10 portions over 30 min at 15-20 °C."
    )
    assert moved(p) == [("250 mL beaker", "500 mL flask")]


def test_the_flask_that_is_named_is_warmed() -> None:
    p = read(
        "500 mL flask: ammonium chloride 26.8 g and water 60 mL. In a beaker sodium hydroxide 22 g in 50 mL of water, made up beforehand.\n"
        "Warm the flask to 60 °C. Run the lye in, 45 min."
    )
    assert [(s.kind, s.vessel) for s in p.steps[-2:]] == [("heat", "500 mL flask"), ("dose", "500 mL flask")]
