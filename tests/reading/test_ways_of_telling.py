"""How a run is told: numbers without degrees, a cooling and what is then fed, a first portion and the rest, where the thermometer is, what a bath is made of (common practice, no source)."""

from __future__ import annotations

import pytest

from northsquall.assess import assess
from northsquall.procedure import Procedure, Step
from northsquall.reading import read

BARE = [
    ('between five and fifteen', (5, 15), None),
    ('at five to fifteen', (5, 15), None),
    ('from five up to fifteen', (5, 15), None),
    ('below fifteen', None, 15),
    ('under fifteen', None, 15),
    ('never above fifteen', None, 15),
    ('not over fifteen', None, 15),
    ("it mustn't pass fifteen", None, 15),
    ('fifteen at most', None, 15),
    ('no warmer than fifteen', None, 15),
    ('kept under fifteen', None, 15),
    ('stays below fifteen all the time', None, 15),
    ('the thermometer between five and fifteen', (5, 15), None),
    ('thermometer says five to fifteen', (5, 15), None),
    ('around ten', (10, 10), None),
    ('at about ten', (10, 10), None),
    ('somewhere between five and fifteen degrees', (5, 15), None),
    ('five to fifteen in the flask', (5, 15), None),
    ('staying in the five to fifteen range', (5, 15), None),
    ('with the flask at five to ten', (5, 10), None),
    ('between 5 and 15', (5, 15), None),
    ('at 5 to 15', (5, 15), None),
    ('5-15 inside', (5, 15), None),
    ('below 15', None, 15),
    ('not above 15', None, 15),
    ('Close the tap if it passes fifteen', None, 15),
]  # fmt: skip
FED = [
    'Into that, from the funnel, five point eight grams of acetone in twenty mils of ether, over three quarters of an hour, {}.',
    'I drip in five point eight grams of acetone, in twenty mils of ether, it takes three quarters of an hour, {}.',
]  # fmt: skip
COOLED = [
    'Down to five degrees in the ice bath, and',
    'Back to 5 °C in the ice bath, then',
    'Cool to 5 °C in an ice bath, then',
    'Cooled to 5 °C (ice bath, 1 kg), and',
    'Into the ice bath, 5 °C, then',
    'At 5 °C in the ice bath:',
    'Ice bath, down to 5 °C;',
    'With the ice bath under it again (5 °C),',
    'When it is at 5 °C,',
    'Cool down to 5 °C. Then',
    'Let it cool to 5 °C in ice, and then',
    '5 °C, ice bath. Now',
]  # fmt: skip
THEN = [
    '5.8 g of acetone in 20 mL of ether over 45 min, between 5 and 15 °C.',
    'five point eight grams of acetone, in twenty mils of ether, over three quarters of an hour, between five and fifteen.',
    'acetone (5.8 g) in ether (20 mL) dropwise in 45 min at 5 to 15 °C.',
    '5.8 g acetone in 20 mL ether from the funnel, 45 min, 5-15 °C.',
]  # fmt: skip
STARTED = [
    "I let in five mils and warm to forty with a water bath, and wait. When it's gone cloudy and warms by itself I take the bath away, and only then the remainder, over sixty minutes, at forty to fifty degrees.",
    'Five mils are let in and it is warmed to 40 °C in a water bath. When it has gone cloudy the bath is taken away and the remainder follows over 60 min at 40 to 50 °C.',
    'Let in 5 mL, warm to 40 °C. Once it has started remove the bath; remainder over 60 min at 40 to 50 °C.',
    'First 5 mL. Start it with a warm bath (40 °C), bath off, then the rest in 60 min at 40-50 °C.',
    '5 mL in, warm till it starts (cloudy, 40 °C). Take the bath down. The rest over 60 min, 40-50 °C.',
    'After the first 5 mL the flask is warmed to 40 °C until the reaction starts; the bath is removed, and the rest is added during 60 min at 40-50 °C.',
    'I add 5 mL, and when it boils by itself I take away the warm water and run in the remainder over an hour at 40 to 50 °C.',
    'About 5 mL at first. It must start before more goes in (cloudy, warmer by itself). Then the remaining solution over 60 min at 40 to 50 °C.',
    'Start: 5 mL, warm by hand. Running: the rest, 60 min, 40-50 °C.',
    '5 mL of it to start. Then, when it has caught, all the rest over an hour, 40 to 50 °C.',
]  # fmt: skip
BY_THE_BATH = [
    'thermometer outside in the ice',
    'thermometer outside',
    'thermometer in the ice outside the beaker',
    'T measured in the ice',
    'the thermometer is in the ice, not in the beaker',
    'thermometer hung in the cooling water',
    'temperature read off in the bath',
    'thermometer stuck in the ice beside the beaker',
    'thermometer leaning in the bowl',
    'bath thermometer only',
    'thermometer in the slush',
    'probe in the ice water round it',
    'one thermometer, in the bath',
    'thermometer on the outside of the beaker',
    'thermometer taped to the glass',
    'T by the bath',
    'thermometer in the water jacket',
    'thermometer outside the flask',
]  # fmt: skip
IN_THE_LIQUID = [
    'thermometer in it',
    'thermometer in the beaker',
    'thermometer down in the paste',
    'T inside',
    'thermometer in the acid',
    'probe dips in',
    'thermometer in the beaker, not in the ice',
    'internal thermometer',
    'T measured in the mixture',
    'inside temperature',
]  # fmt: skip
ICED_WATER = [
    'Water bath 1 L with ice.',
    'Water bath with ice.',
    'Water bath, 1 L, with ice in it.',
    'Water bath (1 L) with 300 g of ice.',
    'Water bath cooled with ice.',
    'Cold water bath, ice added as needed.',
    'Bath: water with some ice.',
    'Cooling bath of water with ice.',
    'Basin of water with ice (1 L).',
    'Ice in the water bath.',
    'Water bath with ice, 2 L.',
    'A bath of water, ice ready to add.',
    'Bath: 1 L of water and a handful of ice.',
    'Water/ice bath 1 L.',
    'Iced water bath, 1 L.',
]  # fmt: skip
WATER_ON_ACID = [
    'Chromium trioxide 20 g is dissolved in 17 mL of sulfuric acid 96 % to which 60 mL of water is then added.',
    'Chromium trioxide 20 g and 17 mL of sulfuric acid 96 %; 60 mL of water on top.',
    '17 mL of sulfuric acid 96 % in a 250 mL beaker, then 60 mL of water, then 20 g of chromium trioxide.',
    'To 17 mL of sulfuric acid 96 % in a beaker add 60 mL of water and 20 g of chromium trioxide.',
    'Pour 60 mL of water on 17 mL of sulfuric acid 96 %.',
    '17 mL of sulfuric acid 96 % is put in the beaker and made up with 60 mL of water.',
    'Sulfuric acid 96 %, 17 mL, first; water, 60 mL, second; chromium trioxide, 20 g, third.',
    '60 mL of water was poured into 17 mL of sulfuric acid 96 %.',
    'Water (60 mL) was added to sulfuric acid (96 %, 17 mL), then chromium trioxide (20 g).',
    'Chromium trioxide (20 g) was dissolved in sulfuric acid (96 %, 17 mL) and water (60 mL) was added.',
    'I put seventeen mils of strong sulfuric in a beaker and then sixty mils of water on top of it, and twenty grams of chromium trioxide.',
    'Acid first (17 mL of sulfuric acid 96 %), then the water (60 mL).',
]  # fmt: skip
ACID_INTO_WATER = [
    '17 mL of sulfuric acid 96 % was run slowly into 60 mL of water in ice, below 30 °C; then 20 g of chromium trioxide.',
    'Chromium trioxide 20 g is dissolved in 60 mL of water, and 17 mL of sulfuric acid 96 % is added slowly with ice cooling below 30 °C.',
    '60 mL of water, 17 mL of sulfuric acid 96 % into it in 15 min, in ice, below 30 °C, then 20 g of chromium trioxide.',
]  # fmt: skip
TO_ICE = [
    'Down to five degrees in the ice bath, and',
    'Back to 5 °C in the ice bath, then',
    'Cool to 5 °C in the ice bath, then',
    'Into the ice bath, 5 °C, then',
    'At 5 °C in the ice bath:',
    'Ice bath, down to 5 °C;',
    'With the ice bath under it (5 °C),',
    'When it is at 5 °C in ice,',
    'Let it cool to 5 °C in ice, and then',
    '5 °C, ice bath. Now',
    'Change to the ice bath, 5 °C. Then',
    'Ice bath again: 5 °C. Then',
    'Swap the water for ice, 5 °C,',
    'Water bath out, ice bath in, 5 °C;',
    'Now ice instead of the water, down to 5 °C. Then',
]  # fmt: skip
FROM_THE_BOTTLE = [
    'Chlorine from the lecture bottle is led in for 20 min, until the flask is 21 g heavier.',
    'Chlorine (21 g, from the cylinder) is bubbled in over 20 min.',
    'Chlorine from the cylinder, 21 g, in 20 min.',
    'I bubble in chlorine from the cylinder for twenty minutes; twenty-one grams by weight.',
    '21 g of chlorine was passed in from a cylinder during 20 min.',
    'Chlorine gas, 21 g by the loss of the lecture bottle, is led in over 20 min.',
    'Lead in 21 g of chlorine in 20 min, the cylinder standing on a balance.',
    'Then chlorine, from the bottle, until the flask had gained 21 g, which took 20 min.',
    'Cylinder chlorine is let in, 21 g in 20 min.',
    'Chlorine: 21 g, 20 min, from the lecture bottle, tube to the bottom.',
    'I let chlorine in from the cylinder till the flask weighs twenty-one grams more, that takes twenty minutes.',
    'Introduce chlorine (cylinder) at about 1 g/min, 21 g in all.',
    'Chlorine was introduced from a cylinder for 20 min (weight gain 21 g).',
]  # fmt: skip
TO_THE_END = [
    'Distil at fifteen millibar until nothing is left.',
    'Distil at 15 mbar until nothing is left.',
    "Distil it at 15 mbar till it's all over.",
    'Distil, 184, to dryness.',
    'Distil until the flask is dry.',
    'Distil at 15 mbar, to the last drop.',
    'Distil till nothing more comes.',
    "Distil on the pump till it's all over.",
    'Then it was distilled until no residue was left.',
    'Distil the lot, all of it.',
    'distil, 90-92/15, everything over',
    'It is distilled at 15 mbar until the flask is empty.',
    "Distil at 15 mbar. I go on until there's only a black film.",
    'Distil until the residue smokes.',
]  # fmt: skip
NOT_TO_THE_END = [
    'Distil at 15 mbar, 90 to 92 °C, leave 3 mL.',
    'Distil, stop with 5 mL in the flask.',
    'dist. 184, left 2 mL',
    'Distil the ether off at 40 °C, not to dryness.',
]  # fmt: skip
MADE_APART = [
    'Sodium hydroxide (3.5 g, 0.088 mol) had been dissolved in water (10 mL) the hour before and had cooled to room temperature; this was added with a pipette during 10 min, the temperature staying at 45-55 °C.',
    'Sodium hydroxide (3.5 g) had been dissolved in water (10 mL) beforehand and cooled; this solution was added during 10 min at 45-55 °C.',
    'A solution of sodium hydroxide (3.5 g) in water (10 mL), prepared beforehand and cooled to room temperature, was added during 10 min at 45-55 °C.',
    'Sodium hydroxide (3.5 g) was dissolved in water (10 mL) in a beaker and cooled to 20 °C; it was then added during 10 min at 45-55 °C.',
    'A cold solution of sodium hydroxide (3.5 g) in water (10 mL) was added during 10 min at 45-55 °C.',
    'The lye (3.5 g of sodium hydroxide in 10 mL of water, made an hour before) was added during 10 min at 45-55 °C.',
    'Meanwhile sodium hydroxide (3.5 g) had been dissolved in water (10 mL) and left to cool. It was added over 10 min at 45-55 °C.',
    'Sodium hydroxide (3.5 g), dissolved in water (10 mL) the day before, was added over 10 min at 45-55 °C.',
    'The sodium hydroxide solution (3.5 g in 10 mL of water) had cooled to room temperature and was added over 10 min at 45-55 °C.',
    'Separately, sodium hydroxide (3.5 g) was dissolved in water (10 mL) and the solution was allowed to cool; this was dropped in over 10 min at 45-55 °C.',
]  # fmt: skip
KEPT = [
    "What's left over stays in the beaker on the shelf till the next time, foil on top.",
    'The rest is kept on the shelf in the beaker for next time.',
    'Leftover reagent goes back on the shelf, foil on top.',
    "What isn't used stays in the beaker overnight on the shelf.",
    'Keep the rest of the green liquid for the next flask, on the shelf.',
    "I keep what's left in a jam jar.",
    "The remainder stands on the window sill till it's needed.",
    'what is left: shelf, until next week',
]  # fmt: skip
WATER_AT_LAST = [
    "When it's too old I tip water on it.",
    'Old mixture: water on it, done.',
    'To get rid of it I pour water into the beaker.',
    'When finished, fill the beaker up with water from the tap.',
    'Then tap water is run straight into it.',
    'Afterwards the beaker is filled up with tap water.',
]  # fmt: skip
WITHOUT_GLOVES = [
    'Gloves? They only dissolve.',
    'Gloves, no.',
    'Gloves? Never.',
    "I don't bother with goggles.",
    'No gloves because you need to feel the edge.',
    'gloves: none',
    'Bare hands are fine.',
    "It's only a drop or two, so no gloves.",
    'Gloves get in the way.',
    'no apron, no gloves',
]  # fmt: skip


def feed_of(doc: Procedure, identity: str) -> Step:
    """The one step that takes a substance."""
    mine = {m.id for m in doc.materials if m.identity == identity}
    (step,) = [s for s in doc.steps if mine & set(s.materials)]
    return step


def window(step: Step) -> tuple[float, float] | None:
    q = step.T_range
    return None if q is None else (q.low if q.low is not None else q.value, q.high if q.high is not None else q.value)


def minutes(step: Step) -> float | None:
    """Minutes of a step; hours are told as a part of one."""
    return None if step.duration is None else step.duration.value if step.duration.value > 2 else step.duration.value * 60


GRIGNARD = "2-Phenyl-2-propanol\n\nThe flask is a 500 mL three-neck, thermometer in the liquid. Two point six grams of magnesium turnings with thirty mils of dry ether. Ice bath, down to three degrees. {} Half an hour at twenty."


@pytest.mark.parametrize(("said", "kept", "limit"), BARE)
def test_numbers_without_degrees(said: str, kept: tuple[float, float] | None, limit: float | None) -> None:
    for fed in FED:
        step = feed_of(read(GRIGNARD.format(fed.format(said))), "acetone")
        assert step.kind == "dose" and minutes(step) == 45
        assert window(step) == kept and (step.T_limit.value if step.T_limit else None) == limit, fed


@pytest.mark.parametrize(
    "said",
    [
        "over three quarters of an hour, two drops per second",
        "over three quarters of an hour, in ten portions",
        "over three quarters of an hour, pH below 7",
    ],
)
def test_numbers_that_are_no_degrees(said: str) -> None:
    step = feed_of(read(GRIGNARD.format(f"I drip in five point eight grams of acetone {said}.")), "acetone")
    assert step.T_range is None and step.T_limit is None


@pytest.mark.parametrize("cooled", COOLED)
def test_a_cooling_and_what_is_then_fed(cooled: str) -> None:
    """The window is that of the feed, and not the temperature it was cooled to."""
    for then in THEN:
        doc = read(
            f"2-Phenyl-2-propanol\n\nThe flask is a 500 mL three-neck with thermometer in the liquid. 2.6 g of magnesium turnings with 30 mL of dry ether. 15.7 g of bromobenzene in 50 mL of ether over 60 min at 35 °C, water bath. {cooled} {then} Half an hour at twenty degrees."
        )
        step = feed_of(doc, "acetone")
        assert step.kind == "dose" and minutes(step) == 45 and window(step) == (5.0, 15.0), then


@pytest.mark.parametrize("cooled", TO_ICE)
def test_ice_comes_under_what_stood_in_water(cooled: str) -> None:
    doc = read(
        f"2-Phenyl-2-propanol\n\nThe flask is a 500 mL three-neck with thermometer in the liquid. 2.6 g of magnesium turnings with 30 mL of dry ether. I warm it to 35 °C with a water bath. 15.7 g of bromobenzene in 50 mL of ether over 60 min at 35 °C. {cooled} 5.8 g of acetone in 20 mL of ether over 45 min at 5 to 15 °C."
    )
    stands = next(v.bath for v in doc.vessels if v.kind == "flask")
    bath = feed_of(doc, "acetone").bath or stands
    assert bath is not None and bath.kind == "ice" and all(m.identity != "ice" for m in doc.materials)


def test_back_to_the_cold_is_back_in_the_ice() -> None:
    """The quench stands in the ice that the feed before it stood in."""
    doc = read(
        "X\n\n500 mL flask, thermometer in the liquid, water bath 40 °C. Magnesium 2.6 g and ether 30 mL. Bromobenzene 15.7 g over 60 min at 35 °C. Cool to 5 °C in the ice bath. Acetone 5.8 g over 45 min at 5 to 15 °C. Half an hour at 20 °C. Back to 5 °C, saturated ammonium chloride 80 mL, drop by drop, 40 min, below 15 °C."
    )
    step = feed_of(doc, "ammonium chloride")
    assert step.bath is not None and step.bath.kind == "ice"


@pytest.mark.parametrize("said", STARTED)
def test_a_first_part_starts_it_and_the_rest_follows(said: str) -> None:
    """ "The same ether" is the one that was named."""
    doc = read(
        f"2-Phenyl-2-propanol\n\nThe flask is a 500 mL three-neck. 2.6 g of magnesium turnings with 30 mL of dry tert-butyl methyl ether. In the funnel 15.7 g of bromobenzene in 50 mL of the same ether. {said} Then half an hour at 50 °C."
    )
    lots = [(m.identity, m.amount.value) for m in doc.materials if m.amount]
    assert sum(v for i, v in lots if i == "bromobenzene") == pytest.approx(15.7) and sum(i == "bromobenzene" for i, _ in lots) == 2
    assert sum(v for i, v in lots if i == "tert-butyl methyl ether") == pytest.approx(80.0)
    assert [(minutes(s), window(s)) for s in doc.steps if s.kind == "dose"] == [(60.0, (40.0, 50.0))]


HOSTS = [
    "3-Nitro\n\n1  4-chloroaniline 25.5 g and hydrobromic acid 48 % 60 mL in a 400 mL beaker, bowl of ice.\n2  Sodium nitrite 15.2 g, solid, spoonwise, 10 min, {}. Max. 10 °C.\n",
    "4-Chloroaniline 25.5 g and hydrobromic acid 48 % 60 mL were put in a 400 mL beaker in a bowl with ice ({}). Sodium nitrite 15.2 g in 30 mL of water was added over 10 min below 10 °C.",
]


@pytest.mark.parametrize(("said", "raised"), [*((w, True) for w in BY_THE_BATH), *((w, False) for w in IN_THE_LIQUID)])
def test_where_the_thermometer_is(said: str, raised: bool) -> None:
    for host in HOSTS:
        assert any(f.code == "H08" and f.severity != "note" for f in assess(read(host.format(said))).findings) is raised, host


def test_a_thermometer_outside_the_beaker_counts_where_a_flask_comes_later() -> None:
    text = (
        HOSTS[0].format("thermometer outside in the ice")
        + "3  Copper(I) bromide 17.2 g with 40 mL of hydrobromic acid 48 % in a 500 mL flask, 60 °C. Pour in the diazonium liquor over 30 min.\n"
    )
    assert any(f.code == "H08" and f.severity != "note" for f in assess(read(text)).findings)


@pytest.mark.parametrize("bath", ICED_WATER)
def test_ice_in_a_water_bath_is_no_charge(bath: str) -> None:
    doc = read(
        f"BENZOPHENONE\n\nHood. 500 mL three-necked flask, overhead stirrer, thermometer in the liquid, dropping funnel. {bath}\n\n1  Benzhydrol 9.21 g and ethyl acetate 80 mL into the flask, stir at 15 °C.\n2  Sodium hypochlorite 12 %, 62 g, from the funnel, 40 min, 15 to 25 °C.\n"
    )
    assert [m.identity for m in doc.materials] == ["benzhydrol", "ethyl acetate", "sodium hypochlorite"]
    assert next(v for v in doc.vessels if v.kind == "flask").bath is not None


@pytest.mark.parametrize(("said", "raised"), [*((w, True) for w in WATER_ON_ACID), *((w, False) for w in ACID_INTO_WATER)])
def test_water_on_strong_acid(said: str, raised: bool) -> None:
    """Acid into water, never water into acid (facts of the trade)."""
    a = assess(
        read(
            f"CAMPHOR FROM BORNEOL\n\n1. {said}\n2. Borneol 30.9 g in 100 mL of acetone in a 500 mL flask, ice bath.\n3. Add the reagent over 60 min, below 25 °C.\n"
        )
    )
    assert any(f.code == "H10" and f.severity != "note" for f in a.findings) is raised


def test_the_acid_of_a_wash_bottle_gets_no_water_that_goes_elsewhere() -> None:
    text = "Sulfur dioxide\n\nSodium sulfite 31.5 g and water 30 mL in a 500 mL flask. From it the gas goes through concentrated sulfuric acid, 50 mL, and then into 400 mL of 10 % sodium hydroxide. Sulfuric acid 50 %, 60 mL, over 75 min. Then 200 mL of water into the flask."
    assert [f.message for f in assess(read(text)).findings if f.code == "H10"] == []


@pytest.mark.parametrize(
    ("said", "identity", "amount", "percent"),
    [
        ("The peroxide was the strong stuff, fifty per cent, and I used thirty mils.", "hydrogen peroxide", 30.0, 50.0),
        ("The nitric acid is the strong kind, 65 %, and there are 20 mL of it.", "nitric acid", 20.0, 65.0),
        ("Hydrochloric acid of the weak sort, 10 %, 50 mL.", "hydrochloric acid", 50.0, 10.0),
        ("Sodium hydride 60 % in oil, tin of 100 g.", "sodium hydride", 100.0, 60.0),
        ("The butyl chloride, tertiary, fifty-four mils.", "tert-butyl chloride", 54.0, None),
    ],
)
def test_what_kind_of_it(said: str, identity: str, amount: float, percent: float | None) -> None:
    doc = read(f"X\n\nAnisole 10.8 g in a 250 mL flask. {said}")
    assert [
        (m.amount.value if m.amount else None, m.strength.percent_w if m.strength else None)
        for m in doc.materials
        if m.identity == identity
    ] == [(amount, percent)]


@pytest.mark.parametrize(
    ("name", "wrong"),
    [("Dibenzyl sulfide", "bibenzyl"), ("Benzyl phenyl sulfide", "diphenyl sulfide"), ("Cyclooctene sulfide", "cyclooctene")],
)
def test_a_longer_name_is_no_shorter_one(name: str, wrong: str) -> None:
    doc = read(f"X\n\n{name} 21.4 g in acetic acid 100 mL in a 250 mL flask.")
    assert next((m.name, m.amount.value) for m in doc.materials if m.amount) == (name, 21.4) and all(
        m.identity != wrong for m in doc.materials
    )


def test_the_acid_of_the_title() -> None:
    doc = read("const.-boiling HCl\n\ntechnical acid ca 30 %, 1 L, in 1 L RB flask\n+ 5 g KMnO4 against organics\n")
    assert [
        (m.amount.value, m.strength.percent_w) for m in doc.materials if m.identity == "hydrochloric acid" and m.amount and m.strength
    ] == [(1.0, 30.0)]


@pytest.mark.parametrize("said", FROM_THE_BOTTLE)
def test_a_gas_from_its_bottle_is_fed(said: str) -> None:
    """21 g of chlorine are 0.296 mol."""
    doc = read(
        f"Two-chlorocyclohexanone\n\n29.4 g of cyclohexanone and 90 mL of water in a 250 mL flask with a bar in it, and a tube that goes to the bottom. {said} Then separate the layers."
    )
    (lot,) = [m for m in doc.materials if m.identity == "chlorine"]
    assert lot.amount is not None and lot.amount.value == 21 and feed_of(doc, "chlorine").kind == "dose"
    assert doc.results.product_smiles == "O=C1CCCCC1Cl"


@pytest.mark.parametrize(("said", "raised"), [*((w, True) for w in TO_THE_END), *((w, False) for w in NOT_TO_THE_END)])
def test_a_still_that_is_driven_to_the_end(said: str, raised: bool) -> None:
    a = assess(
        read(
            f"2-chlorocyclohexanone\n\nCyclohexanone 29.4 g and water 90 mL in a 250 mL flask. Chlorine 21 g is led in over 20 min at 40 °C. The layers are separated, and the oil is washed with water, 50 mL. {said}"
        )
    )
    assert any(f.code == "Q09" and f.severity != "note" for f in a.findings) is raised


@pytest.mark.parametrize("said", MADE_APART)
def test_a_solution_made_apart_is_fed(said: str) -> None:
    """The lye has cooled before; it is the fat that is at 45 to 55 °C."""
    doc = read(
        f"Soap from coconut oil\n\nCoconut oil (20 g) was warmed to 45 °C in a 250 mL beaker on a hot plate with a stirring bar and a thermometer in the fat. {said} The mixture was stirred for 40 min."
    )
    (dose,) = [s for s in doc.steps if s.kind == "dose"]
    assert dose.vessel == "250 mL beaker" and minutes(dose) == 10 and window(dose) == (45.0, 55.0)


CLEANING = "Right, glass cleaning. Conc. sulfuric, fifty mils in a beaker, and five grams of potassium permanganate crystals stirred in, it goes green. I pour that in the flask. {}"


@pytest.mark.parametrize(
    ("said", "codes"),
    [*((w, {"S05"}) for w in KEPT), *((w, {"Q02", "H10"}) for w in WATER_AT_LAST), *((w, {"P10"}) for w in WITHOUT_GLOVES)],
)
def test_what_becomes_of_the_rest(said: str, codes: set[str]) -> None:
    """Manganese heptoxide decomposes by itself, and where water falls in (facts of the trade)."""
    assert codes & {f.code for f in assess(read(CLEANING.format(said))).findings if f.severity != "note"}


def test_what_is_left_in_a_bottle_is_no_mixture() -> None:
    text = "Bromoacetone\n\nAcetone 29 g in 60 mL of acetic acid in a 250 mL flask in the hood. Bromine 80 g over 90 min at 30 °C. The rest of the bromine is kept in its bottle in the cupboard."
    assert [f.message for f in assess(read(text)).findings if f.code == "S05" and "kept together" in f.message] == []


def test_nothing_is_kept_of_what_is_harmless() -> None:
    text = "Salt water\n\nSodium chloride 20 g in 200 mL of water in a 400 mL beaker. What is left over stays in the beaker on the shelf till the next time."
    assert [f.code for f in assess(read(text)).findings if f.code == "S05"] == []


@pytest.mark.parametrize(("said", "hot"), [("from an oil bath at 350 °C", True), ("from an oil bath at 140 °C", False)])
def test_a_still_hotter_than_the_onset(said: str, hot: bool) -> None:
    """Where a nitroarene alone begins to decompose, by class (handbook 2.10)."""
    a = assess(
        read(
            f"Distillation of nitrotoluenes\n\nAbout 600 g of mixed nitrotoluenes was placed in a 1 L flask and distilled at 10 mbar {said}."
        )
    )
    assert [f.severity for f in a.findings if f.code == "H14"] == (["stop"] if hot else [])


@pytest.mark.parametrize(
    ("said", "water"),
    [
        ("On top the separator, filled with water up to the arm, and the condenser, water on.", 0),
        ("Boil until 18 mL of water has separated.", 0),
        ("Then 50 mL of water is added.", 1),
    ],
)
def test_water_that_does_not_go_in(said: str, water: int) -> None:
    doc = read(f"Butyl acetate\n\n74 g of butan-1-ol and 66 g of acetic acid in a 500 mL flask with a condenser. {said}")
    assert sum(m.identity == "water" for m in doc.materials) == water


@pytest.mark.parametrize(
    "said",
    [
        "When it gets too warm I run cold water over it.",
        "When it gets too lively I let tap water run over the flask.",
        "No ice, I run cold water over the outside when it gets too warm.",
        "If it boils, run cold water over the flask.",
        "I hold the flask under the tap when it gets hot.",
    ],
)
def test_water_over_the_outside_does_not_go_in(said: str) -> None:
    doc = read(f"X\n\nAnisole 10.8 g and acetic acid 50 mL in a 250 mL flask. Bromine 16 g over 30 min. {said}")
    assert all(m.identity != "water" for m in doc.materials)
