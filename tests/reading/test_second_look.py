"""What was read and cannot be meant is taken back, and what nothing was read from is joined (common practice, no source, unless said)."""

from __future__ import annotations

from pathlib import Path

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from northsquall.assess import assess
from northsquall.procedure import Procedure
from northsquall.procedure.lines import flowing
from northsquall.reading import read

FLASK = "Test batch\n\nIn the hood, two persons, goggles and gloves. "


def charged(text: str) -> dict[str, float | None]:
    """Identity → written amount of what goes into a vessel."""
    p = read(text)
    return {m.identity or m.name: m.amount.value if m.amount else None for m in p.materials if m.step is not None and m.role is None}


def kinds_of(p: Procedure, identity: str) -> list[str]:
    lots = {m.id for m in p.materials if m.identity == identity}
    return [s.kind for s in p.steps if lots & set(s.materials)]


@settings(max_examples=30, deadline=None)
@given(
    size=st.sampled_from([100, 250, 500, 1000]),
    times=st.integers(2, 8),
    way=st.sampled_from(
        [
            "The flask was held in {} kg of ice-water.",
            "The flask stood in {} kg of ice and water.",
            "It is cooled in {} kg of iced water.",
        ]
    ),
)
def test_water_that_the_flask_cannot_hold_is_its_bath(size: int, times: int, way: str) -> None:
    kg = size * times / 1000
    text = f"{FLASK}Anisole (10.8 g) was dissolved in acetic acid (40 mL) in a {size} mL three-necked flask with a thermometer in the liquid. {way.format(kg)} Nitric acid (65 % w/w, 7 mL) was added over 60 min at 10-15 °C."
    p = read(text)
    assert not {m.identity for m in p.materials if m.step is not None} & {"water", "ice"}
    assert any(v.bath is not None and v.bath.kind == "ice" for v in p.vessels)


def test_water_that_is_poured_in_stays_what_goes_in_however_small_the_flask() -> None:
    found = charged(FLASK + "Benzoyl chloride (14 g) is put into a 250 mL flask. Water, 600 mL, is poured into it.")
    assert found["water"] == 600


def test_a_gas_told_by_the_mole_comes_off_and_one_from_a_cylinder_goes_in() -> None:
    base = FLASK + "Lauric acid (20.0 g) in a 250 mL flask, 50 °C. Thionyl chloride (14.2 g) is dropped in over 45 min. "
    assert "sulfur dioxide" not in charged(base + "It gasses as it goes in: sulfur dioxide and hydrogen chloride, 0.1 mol of each.")
    led = read(FLASK + "Toluene (46 g) in a 250 mL flask at the boil. Chlorine (35 g) is bubbled in from the cylinder over 120 min.")
    assert "chlorine" in {m.identity for m in led.materials}


def test_the_rest_that_comes_off_is_no_second_charge() -> None:
    text = FLASK + "Lauric acid (20.0 g) in a 250 mL flask. Thionyl chloride (17.8 g) is dropped in over 45 min at 50 °C. {}"
    for said in (
        "The rest of the thionyl chloride, about 4 mL, comes off at 30 mbar into a cold trap.",
        "The excess thionyl chloride, 4 mL, is distilled off into a trap.",
    ):
        p = read(text.format(said))
        assert [m.amount.value for m in p.materials if m.identity == "thionyl chloride" and m.step is not None and m.amount] == [17.8], said
    fed = read(text.format("The rest of the thionyl chloride, 8 g, goes in over 20 min, the gas being led off."))
    assert [m.amount.value for m in fed.materials if m.identity == "thionyl chloride" and m.amount] == [17.8, 8.0]


def test_what_was_weighed_once_and_is_named_again_is_the_same() -> None:
    text = FLASK + "Dibutylamine (21 g) and diethyl ether (200 mL) are put into a 500 mL flask in ice, and hydrogen chloride is led in. {}"

    def lots(said: str) -> list[float | None]:
        return [
            m.amount.value if m.amount else None
            for m in read(text.format(said)).materials
            if m.identity == "diethyl ether" and m.step is not None
        ]

    assert lots("When the bubbling got less the ether came up the tube and went over.") == [200]
    assert lots("Another 50 mL of ether is added.") == [200, 50]
    assert lots("Ether was then poured in until it was clear.") == [200, None]


def test_two_vessels_of_which_one_has_no_name_and_that_never_meet_are_one() -> None:
    p = read(
        "2-Nitro-p-cresol\n\n- p-cresol 10.8 g (0.10 mol) melted, in toluene 30 mL\n- HNO3 65 % 15 mL + water 15 mL, both cold, in a 250 mL beaker\n- cresol solution tipped in all at once, beaker in the sink, glass rod now and then\n"
    )
    assert len({s.vessel for s in p.steps if s.materials}) == 1
    assert any("nitrat" in r.family for r in assess(p).reactions)


def test_what_is_given_only_if_a_test_fails_is_not_counted() -> None:
    text = (
        FLASK
        + "Sodium azide (1.0 g) and sodium nitrite (1.6 g) in water (60 mL) in a 250 mL flask in ice (500 g). Sulfuric acid (10 %, 20 mL) is dropped in over 30 min at 10-20 °C. {}"
    )
    p = read(text.format("If the paper stays white: 0.2 g more nitrite."))
    assert [m.amount.value for m in p.materials if m.identity == "sodium nitrite" and m.step is not None and m.amount] == [1.6]


@pytest.mark.parametrize(
    "said",
    ["Then bicarbonate by the spoon until the paper says seven.", "Put in sodium carbonate, bit by bit, until it is neutral to litmus."],
)
def test_a_base_that_goes_in_until_a_paper_tells_neutralises(said: str) -> None:
    p = read(FLASK + "Citric acid (100 g) is dissolved in water (2 L) in a 5 L bucket. " + said)
    base = next(m.identity for m in p.materials if m.identity and "carbonate" in m.identity)
    assert kinds_of(p, base) == ["neutralise"]


def test_ice_that_cooled_the_batch_holds_the_feed_that_follows() -> None:
    text = (
        FLASK
        + "Acetanilide (13.5 g) was boiled with hydrochloric acid (18 % w/w, 60 mL) for 45 min in a 250 mL flask on a mantle, a thermometer in the liquid. The clear solution was cooled in ice, and 10 M sodium hydroxide (35 mL) was added dropwise in 30 min at 10 to 25 °C."
    )
    fed = next(s for s in read(text).steps if s.kind == "dose")
    assert fed.bath is not None and fed.bath.kind == "ice"


def test_a_halogen_that_decolourises_is_fed_and_destroys_nothing() -> None:
    p = read(
        "Phenacyl bromide\n\n* acetophenone 24 g + ether 50 mL, 250 mL flask\n* Br2, 32 g, from the funnel in 4 min, decolorises nicely\n"
    )
    assert kinds_of(p, "bromine")[0] in ("dose", "add")


@pytest.mark.parametrize(
    ("text", "identity", "amount"),
    [
        ("Waste card\n\nTake   10 % sodium sulfite solution 150 mL, 1 L beaker, stirred\nThen   the bromine waste (8 g, 0.05 mol, in about 50 mL acetic acid) from a dropping funnel in 45 min, 10-25 °C\n", "bromine", 8.0),
        ("Right, lauroyl chloride, twenty grams of lauric acid, so that's a tenth of a mole.\n\nThe acid goes in a quarter-litre two-neck with a thermometer. Warm it to fifty. Thionyl chloride, seventeen point eight grams, from the dropping funnel in forty-five minutes.\n", "lauric acid", 20.0),
        ("Getting rid of old tablets\n\n1. Tablets: aluminium phosphide, one tin, 200 g, from the store.\n2. Take a bucket with 5 L of water.\n3. Empty the tin into the bucket in one go.\n", "aluminium phosphide", 200.0),
    ],
)  # fmt: skip
def test_an_amount_that_nothing_was_read_from_is_of_what_stands_beside_it(text: str, identity: str, amount: float) -> None:
    assert charged(text).get(identity) == amount
    told = [f for f in assess(read(text)).findings if f.code == "P02" and "taken as the amount of" in f.message]
    assert told and all(f.severity == "note" for f in told)  # a reviewer sees that it was joined, and not read


def test_what_is_taken_back_is_said() -> None:
    """A charge that is not counted stands among what was not read, with the reason: nothing is left out in silence."""
    gas = read(
        FLASK
        + "Lauric acid (20.0 g) in a 250 mL flask, 50 °C. Thionyl chloride (14.2 g) is dropped in over 45 min. It gasses as it goes in: sulfur dioxide and hydrogen chloride, 0.1 mol of each."
    )
    assert {u.text: u.why for u in gas.unread}.get("sulfur dioxide", "").startswith("a gas that nothing leads in")
    apart = read(
        "Cresol\n\n- p-cresol 10.8 g (0.10 mol) melted, in toluene 30 mL\n- HNO3 65 % 15 mL + water 15 mL, both cold, in a 250 mL beaker\n- cresol solution tipped in all at once, glass rod now and then\n"
    )
    assert any("taken to be in the 250 mL beaker" in u.why for u in apart.unread)


def test_more_of_what_was_weighed_until_something_is_seen_leaves_its_amount_open() -> None:
    p = read(
        FLASK
        + "Cyclohexene (8.2 g) in dichloromethane (60 mL) in a 250 mL flask in ice. Bromine (5 g) was dropped in over 30 min below 10 °C. Bromine was then dropped in until the colour stayed."
    )
    assert [m.amount.value if m.amount else None for m in p.materials if m.identity == "bromine"] == [5.0, None]
    assert assess(p).verdict == "not established"


@pytest.mark.parametrize(
    "said",
    [
        "Soda ash (3 kg) for spills.",
        "1 kg of citric acid stood ready.",
        "Bath of ice and salt, 2 kg.",
        "Yield 14.5 g of 3-nitroacetophenone.",
    ],
)
def test_what_stands_ready_cools_or_came_out_is_no_charge(said: str) -> None:
    host = FLASK + "Sulfuric acid (96 %, 40 mL) in a 250 mL flask in ice; acetophenone (12 g) is added over 30 min below 5 °C. "
    assert charged(host + said).keys() == charged(host).keys()


def test_a_salt_that_a_bracket_names() -> None:
    assert (
        charged("Bath\n\nchromic salt (potassium dichromate)   60 g\nwater   200 mL\n\n1 Salt into the 1 L beaker with the water.\n").get(
            "potassium dichromate"
        )
        == 60
    )


SHUT = "Nitration\n\nHood, two persons, visor, gloves. Fluorobenzene (19.2 g) in a 250 mL three-necked flask with a stirrer and a thermometer in the liquid, in 2 kg of ice and water. A mixture of sulfuric acid (96 % w/w, 25 mL) and nitric acid (65 % w/w, 15.5 mL) was dropped in over 75 min at 5-10 °C{}"


def severities(text: str) -> list[str]:
    return [f.severity for f in assess(read(text)).findings if f.code == "H02"]


def test_a_feed_that_is_shut_at_its_limit_passes_it_by_what_has_piled_up_alone() -> None:
    """Handbook 4: H02 by the high end; shutting the feed bounds that end by the accumulation at that moment (handbook 2.5)."""
    assert "stop" not in severities(SHUT.format("; the funnel was closed at 15 °C."))
    assert "stop" in severities(SHUT.format(".").replace("75 min", "12 min"))


def test_peroxide_that_is_boiled_down_is_a_stop_and_one_that_is_only_warmed_is_not() -> None:
    boiled = "Peroxide\n\nHydrogen peroxide 30 %, 500 mL, is put in a 1 L pot and boiled down until 120 mL are left.\n"
    warmed = "Peroxide\n\nHydrogen peroxide 3 %, 500 mL, is put in a 1 L beaker and warmed to 30 °C.\n"
    assert ("Q10", "stop") in {(f.code, f.severity) for f in assess(read(boiled)).findings}
    assert "Q10" not in {f.code for f in assess(read(warmed)).findings}


def test_grams_over_grams_are_no_yield() -> None:
    said = "Bromide\n\nAcetophenone 24 g in ether 50 mL in a 250 mL flask, bromine 32 g over 60 min at 5-10 °C in ice. {}"
    assert "P04" in {f.code for f in assess(read(said.format("35 g / 24 g = 145 %"))).findings}
    assert "P04" not in {f.code for f in assess(read(said.format("35 g, 88 %"))).findings}


def test_a_step_table_whose_operations_have_no_heading_is_read() -> None:
    p = read(
        "ADDUCT\n\n| Material | g | mmol |\n|---|---|---|\n| anthracene | 8.9 | 50 |\n| maleic anhydride | 5.1 | 52 |\n\n| Step | | °C | min |\n|---|---|---|---|\n| 1 | all into a 250 mL flask with 100 mL of xylene, thermometer in the liquid | 20 | 5 |\n| 2 | boil, attended | 138 | 40 |\n| 3 | cool | 10 | 60 |\n"
    )
    boiled = next(s for s in p.steps if s.kind in ("heat", "reflux"))
    assert boiled.T_range is not None and boiled.T_range.value == 138 and boiled.duration is not None and boiled.duration.value == 40


def test_the_mantle_that_is_told_first_warms_only_what_is_warm() -> None:
    p = read(
        "CARD\n\nFlask 250 mL on a mantle with a jack; stirrer; thermometer in the liquid.\n1  Sodium bromide 25.7 g, water 25 mL and isoamyl alcohol 17.6 g into the flask; ice and water, 1 kg, outside.\n2  Sulfuric acid 96 %, 20 mL, from the funnel, 40 min, 5 to 20 °C.\n3  Boil gently 60 min.\n"
    )
    (flask,) = [v for v in p.vessels if v.kind == "flask"]
    assert flask.bath is not None and flask.bath.kind in ("ice", "water")
    assert all(s.bath is not None and s.bath.kind == "mantle" for s in p.steps if s.kind in ("heat", "reflux"))


@pytest.mark.parametrize("way", ["a few mm over", "held 2 to 3 mm above", "mouth-down over", "just above"])
def test_a_funnel_over_caustic_is_the_absorber_and_no_charge(way: str) -> None:
    doc = read(
        f"Ester\n\nDry 500 mL three-necked flask, paddle stirrer, probe in the liquid, vent line to a funnel {way} 200 mL of 10 % sodium hydroxide.\nCharge 110 mL of 96 % sulfuric acid.\nRun in 34.0 g of methyl benzoate below 10 °C, 10 min.\n"
    )
    assert [m.role for m in doc.materials if m.identity == "sodium hydroxide"] == ["absorber"]
    assert all(s.vessel == "500 mL flask" for s in doc.steps if s.kind in ("charge", "dose"))


@pytest.mark.parametrize(
    "said", ["the heating is taken off", "turn the heat down", "take the burner away", "cool with ice", "switch the mantle off"]
)
def test_what_is_done_to_the_heat_at_a_temperature_sets_none(said: str) -> None:
    doc = read(
        f"Ammonia\n\nIn a 500 mL flask in an oil bath 30.0 g of ammonium chloride and 20 g of calcium hydroxide are heated to 90 °C over 30 min. At 125 °C {said}."
    )
    assert [s.T_range.value for s in doc.steps if s.T_range] == [90]


def test_the_water_of_the_absorber_has_its_own_limit() -> None:
    doc = read(
        "Ammonia\n\n1. 32.1 g of ammonium chloride and 29.6 g of calcium hydroxide in a 500 mL flask.\n2. Connect: flask, empty 500 mL bottle, then an inverted funnel whose rim touches the surface of 200 mL of water in a 600 mL beaker.\n3. Warm the flask gently with the mantle. Water not above 20 °C.\n"
    )
    assert [s.T_limit for s in doc.steps if s.kind == "heat"] == [None]


@pytest.mark.parametrize(("then", "charged"), [("ready in the funnel. Drip it in over 30 min.", True), ("ready for spills.", False)])
def test_what_is_ready_in_the_funnel_goes_in(then: str, charged: bool) -> None:
    doc = read(f"Amine\n\n27.4 g of 2-nitrotoluene in a 1 L flask. Get 140 mL of hydrochloric acid 37 % {then}\n")
    steps = [s for s in doc.steps for m in doc.materials if m.identity == "hydrochloric acid" and m.id in s.materials]
    assert bool(steps) is charged


@pytest.mark.parametrize("word", ["Pour all of it", "Run it", "Tip it all", "Run this slowly"])
def test_what_was_measured_goes_down_the_condenser(word: str) -> None:
    doc = read(
        f"Amine\n\nPlace 27.4 g of 2-nitrotoluene and 60 g of tin in a 1 L flask with a reflux condenser.\nMeasure 140 mL of hydrochloric acid 37 %. {word} down the condenser.\nHeat on the boiling-water bath for 45 min.\nAdd 100 g of sodium hydroxide.\n"
    )
    (acid,) = [m for m in doc.materials if m.identity == "hydrochloric acid"]
    assert acid.step is not None and acid.step < next(s.n for s in doc.steps if s.kind == "heat")


@pytest.mark.parametrize(("then", "one"), [("bring it into a 500 mL flask at once", True), ("let it stand for 30 min", False)])
def test_solids_that_are_mixed_and_brought_over_react_where_they_are_brought(then: str, one: bool) -> None:
    doc = read(f"Ammonia\n\nMix 32.1 g of ammonium chloride with 29.6 g of calcium hydroxide, both dry, in a beaker, and {then}.\n")
    (kind,) = {v.kind for v in doc.vessels for s in doc.steps if s.vessel == v.name and s.materials}
    assert (kind == "flask") is one


@pytest.mark.parametrize("path", sorted((Path(__file__).resolve().parents[2] / "demo").glob("*.txt")), ids=lambda p: p.stem)
def test_a_step_does_not_end_within_a_word_or_a_figure(path: Path) -> None:
    text = path.read_text("utf-8")
    plain = flowing(text)
    ends = [s.span for s in read(text).steps]
    assert ends
    assert [plain[a:b] for a, b in ends if b < len(plain) and plain[b - 1].isalnum() and plain[b].isalnum()] == []
