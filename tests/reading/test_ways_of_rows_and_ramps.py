"""Ways of saying one thing, written by program before they were tried: a table's row for several things, a warming and what it is held for, how much it took, what is poured through a neck (common practice, no source)."""

from __future__ import annotations

import pytest

from northsquall.assess import assess
from northsquall.procedure import Procedure
from northsquall.reading import read

ROWS = [
    ('sodium nitrite in 20 mL water, from funnel', '7.1 g (0.103 mol)', {'sodium nitrite': 7.1, 'water': 20}),
    ('sodium nitrite in 20 mL of water dropwise', '7.1 g', {'sodium nitrite': 7.1, 'water': 20}),
    ('sodium nitrite (in 20 mL of water)', '7.1 g', {'sodium nitrite': 7.1, 'water': 20}),
    ('sodium nitrite, dissolved in 20 mL water', '7.1 g', {'sodium nitrite': 7.1, 'water': 20}),
    ('solution of sodium nitrite in 20 mL water', '7.1 g', {'sodium nitrite': 7.1, 'water': 20}),
    ('add sodium nitrite in 20 mL water from the funnel', '7.1 g, 0.103 mol', {'sodium nitrite': 7.1, 'water': 20}),
    ('20 mL water, then sodium nitrite', '7.1 g', {'sodium nitrite': 7.1, 'water': 20}),
    ('charge 20 mL of water and sodium nitrite', '7.1 g', {'sodium nitrite': 7.1, 'water': 20}),
    ('run in sodium nitrite as a solution in 20 mL of water', '7.1 g', {'sodium nitrite': 7.1, 'water': 20}),
    ('drip in sodium nitrite (7.1 g) in water', '20 mL', {'sodium nitrite': 7.1, 'water': 20}),
    ('water, then hydrochloric acid 37 %', '100 mL, 25 mL (0.30 mol)', {'water': 100, 'hydrochloric acid': 25}),
    ('water and hydrochloric acid 37 %', '100 mL and 25 mL', {'water': 100, 'hydrochloric acid': 25}),
    ('water, hydrochloric acid 37 %', '100 mL / 25 mL', {'water': 100, 'hydrochloric acid': 25}),
    ('water; hydrochloric acid 37 % slowly', '100 mL; 25 mL', {'water': 100, 'hydrochloric acid': 25}),
    ('put in water followed by hydrochloric acid 37 %', '100 mL, 25 mL', {'water': 100, 'hydrochloric acid': 25}),
    ('hydrochloric acid 37 % into water', '25 mL into 100 mL', {'water': 100, 'hydrochloric acid': 25}),
    ('charge water, hydrochloric acid 37 % and anisole', '100 mL, 25 mL, 10.8 g', {'water': 100, 'hydrochloric acid': 25, 'anisole': 10.8}),
    ('water, hydrochloric acid 37 %, anisole: stir', '100 mL, 25 mL, 10.8 g', {'water': 100, 'hydrochloric acid': 25, 'anisole': 10.8}),
    ('test: starch-iodide paper blue at once; then a little urea', '0.3 g', {'urea': 0.3}),
    ('when the paper stays blue for 5 min, urea', '0.3 g', {'urea': 0.3}),
    ('cool to 20 °C and add urea', '0.3 g', {'urea': 0.3}),
    ('bromine in acetic acid, dropwise', '16.0 g in 40 mL', {'bromine': 16.0, 'acetic acid': 40}),
    ('bromine, in 40 mL of acetic acid, from the funnel', '16.0 g (0.10 mol)', {'bromine': 16.0, 'acetic acid': 40}),
    ('from the funnel: bromine in 40 mL of acetic acid', '16.0 g (0.10 mol)', {'bromine': 16.0, 'acetic acid': 40}),
    ('anisole, acetic acid into the 250 mL flask', '10.8 g, 60 mL', {'anisole': 10.8, 'acetic acid': 60}),
    ('anisole + acetic acid into the 250 mL flask, stir', '10.8 g + 60 mL', {'anisole': 10.8, 'acetic acid': 60}),
    ('flask: anisole, acetic acid', '10.8 g, 60 mL', {'anisole': 10.8, 'acetic acid': 60}),
    ('anisole into the flask, acetic acid on top', '10.8 g, 60 mL', {'anisole': 10.8, 'acetic acid': 60}),
    ('anisole in acetic acid in the flask', '10.8 g (0.10 mol) in 60 mL', {'anisole': 10.8, 'acetic acid': 60}),
    ('sodium bisulfite, solid, until the colour is gone', 'about 1 g', {'sodium hydrogen sulfite': 1}),
    ('cool, sodium bisulfite solid until iodine colour is gone', 'about 1 g', {'sodium hydrogen sulfite': 1}),
    ('destroy with sodium bisulfite (10 %)', '25 mL', {'sodium hydrogen sulfite': 25}),
    ('quench: pour on ice', '400 g', {'ice': 400}),
    ('pour on ice and water', '200 g + 200 mL', {'ice': 200, 'water': 200}),
    ('pour on crushed ice in the 1 L beaker, stirring', '400 g', {'ice': 400}),
    ('extract with ether twice', '2 x 60 mL', {'diethyl ether': 120}),
    ('dropwise, nitric acid 65 % (cooled)', '16 mL', {'nitric acid': 16}),
    ('nitric acid 65 %, from the funnel; close at 30 °C', '16 mL (0.23 mol)', {'nitric acid': 16}),
]  # fmt: skip
ALL_OF_IT = [
    'SOCl2 47 ml (0.65 mol): all of it through the condenser',
    'SOCl2 47 ml, all through the condenser',
    'SOCl2 47 ml - the whole amount, through the condenser',
    'SOCl2 47 ml, whole bottle in',
    'SOCl2 47 ml, everything at the start',
    'SOCl2 47 ml, not portioned',
    'SOCl2 47 ml in one swoop',
    'SOCl2 47 ml, in a single addition',
    'SOCl2 47 ml, added entire',
    'SOCl2 47 ml, the full charge down the neck',
    'SOCl2 47 ml, straight from the bottle, all',
    'SOCl2 47 ml, quickly, no funnel',
    'SOCl2 47 ml, as one shot',
    'SOCl2 47 ml poured in without a pause',
    'SOCl2 47 ml, in it goes',
    'SOCl2 47 ml, the lot',
    'SOCl2 47 ml: in one pour',
    'SOCl2 47 ml on top, at once',
    'SOCl2 47 ml, in a gush',
    'SOCl2 47 ml, one go',
    '47 ml SOCl2 all in',
    'all 47 ml of the SOCl2 in',
    '47 ml of SOCl2 went in together, through the condenser',
    '47 ml SOCl2, everything in straight away',
    '47 ml of SOCl2 emptied in',
    '47 ml SOCl2 upended into it',
    'SOCl2 47 ml, all of it right away',
    'SOCl2, all 47 ml, from the cylinder',
    'SOCl2 47 ml: tipped in whole',
]  # fmt: skip
RAMPS = [
    'Bath to 70 °C in 30 min, hold 2 h, until no gas comes.',
    'Bath to 70 °C in 30 min; hold 2 h.',
    'Bath to 70 °C within 30 min, then 2 h there.',
    'Heat to 70 °C in 30 min, hold 2 h.',
    'Heat to 70 °C over 30 min, hold for 2 h, until the gas stops.',
    'Warm to 70 °C in 30 min and hold 2 h.',
    'Warm to 70 °C (30 min), hold 2 h.',
    'Bath up to 70 °C in 30 min, 2 h at 70 °C.',
    'Oil bath to 70 °C during 30 min, keep 2 h.',
    'Raise to 70 °C in the course of 30 min and keep there for 2 h.',
    'Heat slowly to 70 °C (30 min); 2 h at this temperature.',
    'In 30 min to 70 °C, then hold 2 h.',
    '70 °C within 30 min, hold 2 h.',
    'Mantle: 70 °C in 30 min, 2 h hold.',
    'Heat up in 30 min to 70 °C; then hold 2 h till gas is over.',
    'Water bath, 70 °C reached in 30 min, held 2 h.',
    'Heat 30 min to 70 °C, then keep it for 2 h.',
    'Bath at 70 °C after 30 min, stays 2 h.',
    'It was brought to 70 °C within half an hour and kept there for two hours.',
    'The bath was heated to 70 °C in 30 min and held for 2 h, when gas evolution had stopped.',
    'We took it to 70 °C over half an hour and left it there two hours.',
    'Heating to 70 °C over 30 min. Hold: 2 h.',
    'Up to 70 °C in 30 min, there 2 h, attended.',
]  # fmt: skip
UNTIL = [
    'Hydrochloric acid (10 %) was added dropwise, with stirring and with the beaker in ice, until pH 2 (about 40 mL).',
    'Hydrochloric acid (10 %) was added until pH 2 (about 40 mL).',
    'Hydrochloric acid, 10 %, was added to pH 2 (40 mL).',
    '10 % hydrochloric acid until pH 2 (about 40 mL).',
    'Bring to pH 2 with 10 % hydrochloric acid (about 40 mL).',
    'Acidify with hydrochloric acid (10 %) to pH 2, about 40 mL.',
    'Acidify to pH 2 (about 40 mL of 10 % hydrochloric acid).',
    'Then 10 % hydrochloric acid dropwise below 20 °C until Congo red turns blue, about 40 mL.',
    'Add 10 % hydrochloric acid until blue to Congo red (it took 40 mL).',
    'Add 10 % hydrochloric acid until blue to Congo red; it takes about 40 mL.',
    '10 % hydrochloric acid was run in until the paper turned red (about 40 mL were needed).',
    'Hydrochloric acid (10 %) was added dropwise until no more precipitate formed (40 mL).',
    'Hydrochloric acid (10 %), about 40 mL, was added until pH 2.',
    'Hydrochloric acid (10 %) was dropped in until it was acid to litmus (some 40 mL).',
    'It was acidified with 10 % hydrochloric acid until pH 2 was reached (40 mL).',
    '10 % hydrochloric acid to pH 2: 40 mL.',
    'With stirring 10 % hydrochloric acid was added in the course of 15 min, until the pH was 2 (about 40 mL).',
    'Drip in hydrochloric acid 10 % till pH 2 (ca. 40 mL), below 25 °C.',
    'Hydrochloric acid 10 % dropwise, stirring, below 30, till pH 2, that took 40 mL.',
    'Neutralise with 10 % hydrochloric acid, which takes about 40 mL.',
    "Hydrochloric acid of 10 % is added, some forty mils, until it's acid.",
    'Neutralised (10 % hydrochloric acid, 40 mL).',
]  # fmt: skip
BY_SPOON = [
    'benzoic acid 24.4 g (0.20 mol), solid, spoon by spoon through the open neck, 10 min',
    'benzoic acid 24.4 g, spoon by spoon, 10 min',
    'benzoic acid, 24.4 g, spoonwise through the neck, 10 min',
    '24.4 g benzoic acid through the open neck, spoon by spoon, within 10 min',
    'benzoic acid 24.4 g (solid) through the side neck over 10 min',
    'benzoic acid (24.4 g) by the spoonful, 10 min',
    'benzoic acid 24.4 g in by spatula through the neck, 10 min',
    'benzoic acid 24.4 g, powder, down a paper funnel, 10 min',
    'benzoic acid 24.4 g through the condenser, 10 min',
    'benzoic acid 24.4 g, neck open, spatula after spatula, 10 min',
    'spooned in benzoic acid 24.4 g through the open neck, 10 min',
    'benzoic acid 24.4 g through a powder funnel in 10 portions, 10 min',
    'benzoic acid 24.4 g, solid, pinch by pinch, 10 min',
    'benzoic acid 24.4 g, shovelled in through the open neck, 10 min',
    'benzoic acid 24.4 g: down the neck in small lots, 10 min',
]  # fmt: skip
WATER_IN = [
    'water 50 mL poured through the neck',
    'water (50 mL) was poured in through the neck',
    '50 mL of water was poured down the condenser',
    'water, 50 mL, down the condenser',
    'water 50 mL through the top of the condenser',
    '50 mL water straight in',
    'water 50 mL in',
    'water 50 mL on top',
    '50 mL of water on to it',
    '50 mL of water into the flask',
    'water 50 mL from the top',
    'water 50 mL via the funnel',
    'water 50 mL, all at once',
    'with water 50 mL',
    'with 50 mL water, poured',
    '50 mL water added',
    'poured 50 mL of water through the open neck',
    'we poured 50 mL of water in at the neck',
    'I tipped 50 mL of water through the side neck',
    '50 mL of water was tipped in',
    'water 50 mL dropped in',
    'water 50 mL dripped through the condenser',
    'water 50 mL by pipette through the neck',
    'water 50 mL squirted in',
    '50 mL of water is run in from the funnel',
    'water 50 mL dumped in',
]  # fmt: skip
QUENCH = [
    'quench: {}',
    'Quench: {}.',
    'Quenching: {}.',
    'then {}',
    '{}',
    'to quench, {}',
    'quench - {}',
]  # fmt: skip
FUNNELS = [
    'The funnel on top has pressure equalising and holds sixty mils of sulfuric acid, fifty per cent by weight.',
    'In the funnel on top there are 60 mL of 50 % sulfuric acid.',
    'The dropping funnel holds 60 mL of sulfuric acid, 50 %.',
    'The dropping funnel was filled with 60 mL of 50 % sulfuric acid.',
    'The funnel has sulfuric acid in it, 60 mL of the 50 % kind.',
    'A funnel with a side tube carries 60 mL of sulfuric acid (50 %).',
    'Sulfuric acid, 50 %, 60 mL, stands in the funnel.',
]  # fmt: skip
DRIPS = [
    'I let the acid drip over an hour and a quarter, in a water bath at twenty degrees, and look at the bubbles: about two per second, else close the tap.',
    'I let the acid drip in over 75 min.',
    'I let it drip in over 75 min at 20 °C.',
    'The acid goes in over 75 min, drop by drop.',
    'The acid is dripped on to the salt over 75 min.',
    'Acid is let in during 75 min.',
    'Then the acid drips down over 75 min.',
    'Tap open a little: the acid runs in over 75 min.',
    'The tap is opened so that the acid is in after 75 min.',
    'Run the acid in over 75 min.',
    'The contents of the funnel were added over 75 min.',
    'The funnel is emptied in the course of 75 min.',
]  # fmt: skip


def amounts(doc: Procedure) -> dict[str | None, float]:
    """Sum of what is charged of each substance, in the unit of the text."""
    out: dict[str | None, float] = {}
    for m in doc.materials:
        if m.amount is not None:
            out[m.identity] = out.get(m.identity, 0.0) + m.amount.value
    return out


def lots(doc: Procedure, identity: str) -> list[tuple[float | None, float | None]]:
    """(amount, per cent) of each lot of a substance."""
    return [
        (m.amount.value if m.amount else None, m.strength.percent_w if m.strength else None)
        for m in doc.materials
        if m.identity == identity
    ]


def steps_of(doc: Procedure, identity: str) -> list[tuple[str, float | None, str | None, str | None]]:
    """(kind, duration, vessel, from where) of each step that takes a substance."""
    mine = {m.id for m in doc.materials if m.identity == identity}
    return [(s.kind, s.duration.value if s.duration else None, s.vessel, s.from_vessel) for s in doc.steps if mine & set(s.materials)]


TABLES = [
    "| step | operation | quantity | temperature | time |\n|---|---|---|---|---|\n| 1 | cyclohexanol into the 500 mL flask | 10.0 g | 20 °C | |\n| 2 | {} | {} | 5 °C | 20 min |\n",
    "nr\tdo\tquantity\tT\ttime\n1\tcyclohexanol into the 500 mL flask\t10.0 g\t20 °C\t\n2\t{}\t{}\t5 °C\t20 min\n",
]


@pytest.mark.parametrize(("what", "quantity", "want"), ROWS)
def test_a_row_gives_each_thing_its_own_amount(what: str, quantity: str, want: dict[str, float]) -> None:
    for table in TABLES:
        assert amounts(read("PROCEDURE\n\n" + table.format(what, quantity))) == {"cyclohexanol": 10.0, **want}


def test_a_long_note_stands_behind_its_conditions() -> None:
    """ "Stop at 8 °C" is the limit, and the window and the time stay those of the row."""
    doc = read(
        "PROCEDURE\n\n"
        + TABLES[0]
        .replace("time |", "time | note |")
        .replace("|---|\n", "|---|---|\n")
        .replace("| |\n", "| | |\n")
        .replace("20 min |", "20 min | stop at 8 °C and wait |")
        .format("sodium nitrite in 20 mL water, from funnel", "7.1 g")
    )
    dose = next(s for s in doc.steps if s.kind == "dose")
    assert dose.duration is not None and dose.T_range is not None and dose.T_limit is not None
    assert (dose.duration.value, dose.T_range.value, dose.T_limit.value) == (20.0, 5.0, 8.0)


@pytest.mark.parametrize("said", UNTIL)
def test_what_it_took_is_of_what_was_added(said: str) -> None:
    doc = read(
        f"Benzoic acid\n\nEthyl benzoate 7.5 g and sodium hydroxide 10 % 40 mL were boiled for 60 min in a 250 mL flask. The solution was cooled to 15 °C. {said} The acid was filtered off."
    )
    assert lots(doc, "hydrochloric acid") == [(40.0, 10.0)] and all(m.identity for m in doc.materials)


@pytest.mark.parametrize("said", RAMPS)
def test_a_warming_and_what_it_is_held_for(said: str) -> None:
    doc = read(
        f"X\n\n1. 1-Octanol 26.0 g into the 250 mL flask.\n2. Thionyl chloride 28.6 g dropwise over 75 min at 20 to 30 °C.\n3. {said}\n4. Cool to 15 °C.\n"
    )
    warm = [s for s in doc.steps if s.kind in ("hold", "heat", "reflux")]
    assert any(s.T_range is not None and s.T_range.value == 70 for s in warm)
    assert any(s.duration is not None and s.duration.value in (2, 120) for s in warm)
    assert amounts(doc) == {"1-octanol": 26.0, "thionyl chloride": 28.6}


@pytest.mark.parametrize("said", BY_SPOON)
def test_a_solid_by_the_spoon_through_a_neck(said: str) -> None:
    doc = read(
        f"PhCH2OH from PhCOOH, LAH\n\nLAH 11.4 g (0.30 mol), into 500 mL RB\nether 250 mL on top\n{said}; boils each time, fine\nreflux on mantle 2 h\n"
    )
    assert lots(doc, "benzoic acid") == [(24.4, None)]
    assert [(k, t) for k, t, _, _ in steps_of(doc, "benzoic acid")] == [("dose", 10.0)]


@pytest.mark.parametrize("how", QUENCH)
def test_water_through_a_neck_goes_to_the_batch(how: str) -> None:
    for said in WATER_IN:
        doc = read(
            f"PhCH2OH from PhCOOH, LAH\n\nLAH 11.4 g (0.30 mol), into 500 mL RB\nether 250 mL on top\nbenzoic acid 24.4 g, spoon by spoon, 10 min\nreflux on mantle 2 h\ncool w/ tap water to 25\n{how.format(said)}\n"
        )
        (step,) = steps_of(doc, "water")
        assert lots(doc, "water") == [(50.0, None)] and step[2:] == (doc.steps[0].vessel, None), how.format(said)


@pytest.mark.parametrize("said", ALL_OF_IT)
def test_all_of_it_at_once(said: str) -> None:
    doc = read(
        f"hexanoyl chloride\n\n- hexanoic acid 58.1 g (0.50 mol) in 250 ml round-bottom, condenser with calcium chloride tube on top\n- {said}\n- heat to 80 (mantle), hold 2 h\n"
    )
    (step,) = [s for s in doc.steps if any(m.identity == "thionyl chloride" and m.id in s.materials for m in doc.materials)]
    assert step.all_at_once and lots(doc, "thionyl chloride") == [(47.0, None)]


@pytest.mark.parametrize(
    "said", ["SOCl2 47 ml: all of it through the condenser, over 40 min", "SOCl2 47 ml, everything in within 40 min, dropwise"]
)
def test_all_of_it_with_a_time_is_a_feed(said: str) -> None:
    doc = read(f"hexanoyl chloride\n\n- hexanoic acid 58.1 g (0.50 mol) in 250 ml round-bottom\n- {said}\n")
    assert [(k, t) for k, t, _, _ in steps_of(doc, "thionyl chloride")] == [("dose", 40.0)]


@pytest.mark.parametrize("holds", FUNNELS)
def test_a_generator_is_its_flask_and_its_acid_comes_by_drops(holds: str) -> None:
    for drips in DRIPS:
        doc = read(
            f"Sulfur dioxide\n\nThe generator is a two-neck 500 mL flask. In it sodium sulfite, 31.5 g, with 30 mL of water. {holds} From the flask the gas goes to an empty bottle and then into 400 mL of 10 % sodium hydroxide. {drips}"
        )
        ((kind, time, vessel, _),) = steps_of(doc, "sulfuric acid")
        assert kind == "dose" and time in (75.0, 1.25) and vessel == "500 mL flask", drips
        assert next(v.nominal_mL for v in doc.vessels) == 500.0


@pytest.mark.parametrize(
    "role",
    [
        "The generator is a two-neck 500 mL flask.",
        "The reactor is a 500 mL three-neck flask with stirrer.",
        "As generator a 500 mL flask with two necks is used.",
        "Generator: two-neck flask, 500 mL.",
        "Generator = 500 mL flask, two necks.",
    ],
)
def test_the_vessel_is_what_serves(role: str) -> None:
    doc = read(f"Sulfur dioxide\n\n{role} In it sodium sulfite, 31.5 g, with 30 mL of water. Then the generator is warmed to 50 °C.")
    assert [(v.name, v.nominal_mL) for v in doc.vessels] == [("500 mL flask", 500.0)]


@pytest.mark.parametrize(
    "asked",
    [
        "Let it cool to 60 °C, then 200 mL of warm water is added slowly through the condenser? No - never: the paste",
        "200 mL of water on the acid? Never! The acid",
        "Add 200 mL of water now? Do not: the acid",
    ],
)
def test_what_is_asked_and_denied_is_not_done(asked: str) -> None:
    doc = read(f"X\n\nSodium acetate 82 g in a 500 mL flask. Sulfuric acid 96 % 57 mL over 30 min. {asked} goes into 400 mL of cold water.")
    assert lots(doc, "water") == [(400.0, None)]


@pytest.mark.parametrize("title", ["BATCH CARD 31 / BROMOMESITYLENE", "Synthesis of bromomesitylene (0.6 mol)", "Bromomesitylene, again"])
def test_a_title_without_a_locant_names_what_has_one_isomer(title: str) -> None:
    """The ring hydrogens of mesitylene are alike; those of acetanilide are not."""
    body = "\n\nMesitylene 72 g in a 250 mL flask. Bromine 35 mL over 15 min at 60 °C."
    assert read(title + body).results.product_smiles == "Cc1cc(C)c(Br)c(C)c1"
    assert read("Nitroacetanilide" + body).results.product_smiles is None


def test_the_first_feed_into_the_cold_waits_until_it_is_cold() -> None:
    """A feed at 0 to 5 °C behind one below 30 °C: nobody begins it at 20 °C."""
    text = "Diazo\n\n1. Anthranilic acid 13.7 g in a 1 L beaker, overhead stirrer, thermometer in the liquid, hood, ice bath 2 kg under it.\n2. Water 100 mL, then hydrochloric acid 37 % 25 mL, below 30 °C, 5 min.\n3. Sodium nitrite 7.1 g in 20 mL water, from funnel, over 30 min at 0 to 5 °C; stop at 8 °C.\n"
    assert [f.message for f in assess(read(text)).findings if f.code == "H02" and f.severity != "note"] == []


@pytest.mark.parametrize(
    ("gas", "raised"),
    [
        ("shake out in a stoppered funnel with 10 % sodium carbonate, 200 mL", True),
        ("wash in an open beaker with 10 % sodium carbonate, 200 mL, until no gas comes", False),
    ],
)
def test_bromine_is_an_acid_to_carbonate(gas: str, raised: bool) -> None:
    """Br2 + 2 CO3-2 + H2O gives bromide, hypobromite and hydrogen carbonate, and carbon dioxide with the acid that is left (facts of the trade)."""
    text = f"Bromomesitylene\n\nMesitylene 72 g in a 500 mL flask. Bromine 35 mL over 60 min at 40 °C. Excess bromine: {gas}."
    assert bool([f for f in assess(read(text)).findings if f.code == "Q04" and f.severity != "note"]) is raised


@pytest.mark.parametrize(
    ("arene", "grams", "family", "nitric"), [("p-Cymene", 26.8, "isopropylarene", 6), ("o-Xylene", 21.2, "methylarene", 2)]
)
def test_dilute_nitric_acid_oxidises_a_side_chain(arene: str, grams: float, family: str, nitric: int) -> None:
    """p-Cymene to p-toluic acid and o-xylene to o-toluic acid by boiling dilute nitric acid: Organic Syntheses, Coll. Vol. 3, p. 820 (o-toluic), from memory; the oxygen balance gives the nitric oxide."""
    a = assess(read(f"X\n\n{arene} {grams} g and nitric acid 20 % 700 mL in a 2 L flask, boiled under reflux for 20 h."))
    (r,) = [r for r in a.reactions if family in r.family]
    assert r.extent_mol == pytest.approx(0.2, rel=0.03)
    assert next(g.mol.best for g in a.gases if g.formula == "NO") == pytest.approx(nitric * r.extent_mol, rel=0.01)


FAHRENHEIT = """Nitration of anisole

Anisole 23 g and acetic acid 60 mL in a 250 mL three-neck flask in an ice tub. Thermometer well down in it.

| no | what is done | how much | °F | min | remark |
|----|----|----|----|----|----|
| 1 | nitric acid 65 %, then acetic anhydride | 16 mL, 30 mL | 40 | 20 | mixed in a 100 mL flask in ice, close the funnel if it passes 60 °F |
| 2 | the mix into the anisole from the funnel | all | 32-50 | 75 | tap shut at 55 °F |
| 3 | stir on | | 68 | 60 | |
| 4 | extract with MTBE, wash with soda | 2 x 60 mL, 50 mL | | | |
"""


def test_a_column_in_fahrenheit_and_a_row_that_is_made_apart() -> None:
    """32 to 50 °F are 0 to 10 °C; nitric acid and the anhydride give acetyl nitrate where they meet (handbook 3.4)."""
    doc = read(FAHRENHEIT)
    dose = next(s for s in doc.steps if s.kind == "dose" and s.from_vessel is not None)
    assert dose.T_range is not None and (dose.T_range.low, dose.T_range.high) == (pytest.approx(0.0), pytest.approx(10.0))
    assert dose.T_limit is not None and dose.T_limit.value == pytest.approx(12.8, abs=0.1) and dose.from_vessel == "100 mL flask"
    assert next(s.T_range.value for s in doc.steps if s.kind == "hold" and s.T_range) == pytest.approx(20.0)
    assert lots(doc, "tert-butyl methyl ether") == [(120.0, None)]
    codes = [(f.code, f.severity) for f in assess(doc).findings]
    assert ("S04", "stop") in codes and ("P01", "condition") not in codes


def test_a_lot_is_shown_where_its_name_stands_in_the_row() -> None:
    """What is marked in the author's text is the thing itself, though its amount stands two columns behind it."""
    marked = {m.name: FAHRENHEIT[slice(*m.span)] for m in read(FAHRENHEIT).materials if m.span}
    assert marked["nitric acid"].startswith("nitric acid") and "|" not in marked["nitric acid"]
    assert (marked["acetic anhydride"], marked["MTBE"], marked["soda"]) == ("acetic anhydride", "MTBE", "soda")
    assert marked["Anisole"] == "Anisole 23 g"


def test_a_flask_told_twice_is_no_unread_quantity() -> None:
    """A size read with the flask once is not asked for again; one that no flask is known by is."""
    doc = read(FAHRENHEIT)
    assert "100 mL flask" in {v.name for v in doc.vessels} and doc.unread == []
    left = read("X\n\nAnisole 10 g in a 250 mL flask. It took 100 mL.")
    assert [u.text for u in left.unread] == ["100 mL"]
