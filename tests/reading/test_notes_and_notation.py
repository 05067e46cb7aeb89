"""Notes without stops, and notation that labs write in many ways: each sentence with what it says (common practice, no source)."""

from __future__ import annotations

import pytest

from northsquall.assess import assess
from northsquall.procedure import Procedure, Step
from northsquall.reading import read
from northsquall.reading.clauses import in_lines

HEAD = "Acetylation\n\nA 500 mL three-necked flask with stirrer stands in an ice bath of 1 kg. "


def fed(p: Procedure, identity: str) -> Step:
    lot = next(m for m in p.materials if m.identity == identity)
    return next(s for s in p.steps if lot.id in s.materials)


def amount(p: Procedure, identity: str) -> tuple[float | None, float | None]:
    lot = next(m for m in p.materials if m.identity == identity)
    return (lot.amount.value if lot.amount else None, lot.strength.percent_w if lot.strength else None)


@pytest.mark.parametrize(
    "words",
    [
        "Nitric acid 25 mL 68 %",
        "25 mL of concentrated (68 %) nitric acid",
        "25 mL of nitric acid (about 68 %, colourless)",
        "25 mL of nitric acid (68 wt%)",
        "25 mL nitric acid, 68 % by weight,",
        "25 cc of 68 percent nitric acid",
        "Recovered nitric acid (25 mL, 68 %)",
    ],
)
def test_a_strength_stands_anywhere_beside_its_acid(words: str) -> None:
    p = read(HEAD + f"Toluene 20 g and sulfuric acid 96 % 30 mL are put in. {words} is added over 40 min.")
    assert amount(p, "nitric acid") == (25.0, 68.0)


@pytest.mark.parametrize(
    ("words", "percent"),
    [("20 mL of fuming (95 %) nitric acid", 95.0), ("20 mL of fuming HNO3", 90.0), ("20 mL of HNO3 fuming", 90.0)],
)
def test_fuming_stays_fuming(words: str, percent: float) -> None:
    p = read(HEAD + f"Sulfuric acid 96 % 30 mL is put in. {words} is added over 40 min.")
    assert amount(p, "fuming nitric acid")[0] == 20.0
    lot = next(m for m in p.materials if m.identity == "fuming nitric acid")
    assert lot.strength is not None and lot.strength.percent_w == percent


@pytest.mark.parametrize("name", ["SnCl2 dihydrate", "SnCl2·2H2O", "tin(II) chloride dihydrate", "stannous chloride dihydrate"])
def test_a_hydrate_by_any_name_of_its_salt(name: str) -> None:
    p = read(HEAD + f"Water 50 mL and {name} 22.6 g are put in.")
    assert [m.identity for m in p.materials] == ["water", "tin(II) chloride dihydrate"]


@pytest.mark.parametrize(
    ("words", "minutes"),
    [
        ("one every 3 min", 3.0),
        ("one every 2.5 minutes", 2.5),
        ("at 5-min intervals", 5.0),
        ("ten minutes apart", 10.0),
        ("every half minute", 0.5),
        ("one every 30 s", 0.5),
    ],
)
def test_the_time_between_portions(words: str, minutes: float) -> None:
    p = read(HEAD + f"Methanol 80 mL and camphor 15 g are put in. Sodium borohydride 2.0 g is added in eight portions, {words}.")
    every = fed(p, "sodium borohydride").every
    assert every is not None and every.value == pytest.approx(minutes)


@pytest.mark.parametrize("size", ["250 mg", "0.25 grams", "0.25-g"])
def test_how_many_portions_of_a_size(size: str) -> None:
    p = read(HEAD + f"Methanol 80 mL and camphor 15 g are put in. Sodium borohydride 2.0 g is added in {size} portions, one every 3 min.")
    assert fed(p, "sodium borohydride").portions == 8


@pytest.mark.parametrize(
    "words",
    [
        "The solution is left overnight.",
        "The solution is left on the bench overnight.",
        "The mixture sat in the hood until the next morning.",
        "It stands on the bench overnight.",
    ],
)
def test_what_is_left_overnight_is_held(words: str) -> None:
    p = read(HEAD + f"Methanol 80 mL and camphor 15 g are put in. Sodium borohydride 2.0 g is added over 30 min. {words}")
    assert p.steps[-1].kind == "hold" and p.steps[-1].duration is not None and p.steps[-1].duration.value == 900.0


def test_was_then_added_is_one_doing() -> None:
    p = read(
        HEAD
        + "Lithium aluminium hydride (3.8 g) was placed in it with ether (150 mL), and benzoic acid (12.2 g) was then added during 40 min."
    )
    step = fed(p, "benzoic acid")
    assert step.kind == "dose" and step.duration is not None and step.duration.value == 40.0
    assert step.n > fed(p, "lithium aluminium hydride").n


def test_a_stirred_solution_is_a_thing_and_no_doing() -> None:
    p = read(
        HEAD
        + "Aniline 9.3 g is put in. Transfer the cold solution over 45 min to a stirred solution of 18 g of potassium iodide in 30 mL of water in a 1 L beaker."
    )
    step = fed(p, "potassium iodide")
    assert (step.vessel, step.from_vessel) == ("1 L beaker", "500 mL flask")


NOTES = (
    "vanillin, notes\n\nvanillin 15.2 g (0.1 mol), acetic acid 60 mL, 250 mL conical flask\nnitric acid 65 %, 9 mL, from the funnel, 40 min, 10-15 °C, ice bath\n"
    "30 min at 15 °C and then poured on to 200 g of ice\nfilter, wash, dry\n10 g"
)


def test_a_thing_a_line_needs_no_stop() -> None:
    assert in_lines(NOTES)
    p = read(NOTES)
    assert [s.kind for s in p.steps][:4] == ["charge", "dose", "hold", "quench"]
    assert p.results.mass_g is not None and p.results.mass_g.value == 10.0


def test_wrapped_prose_is_no_list_of_things() -> None:
    text = (
        "Benzyl alcohol\n\nTo a stirred solution of benzaldehyde (10.6 g) in\nethanol (100 mL), cooled in an ice bath, was added\n"
        "sodium borohydride (1.90 g) in small portions over\n40 min. After a further 60 min at 20 °C the mixture was\ndiluted with water (150 mL). The product was extracted\nwith ether (40 mL)."
    )
    assert not in_lines(text)
    step = fed(read(text), "sodium borohydride")
    assert step.duration is not None and step.duration.value == 40.0


@pytest.mark.parametrize("mark", ["{}. ", "{}) ", "({}) ", "Step {}: ", "STEP {}. ", "step {} - "])
def test_any_mark_numbers_a_step(mark: str) -> None:
    lines = [
        "Dissolve 14.8 g of cinnamic acid in 80 mL of dichloromethane in a 250 mL flask.",
        "Tip in 5.5 mL of bromine.",
        "Stopper the flask and shake.",
    ]
    p = read("Dibromide\n\n" + "\n".join(mark.format(i) + x for i, x in enumerate(lines, 1)))
    assert [c.vessel for c in p.closings] == ["250 mL flask"]
    assert amount(p, "bromine")[0] == 5.5


@pytest.mark.parametrize("head", ["Procedure: ", "Experiment 7: ", "Title: ", ""])
def test_a_heading_before_the_title_is_none_of_it(head: str) -> None:
    p = read(
        f"{head}Chlorobenzene nitration, done Thursday.\nIn a 250 mL beaker 35 mL of sulfuric acid 96 %, then 20 mL of nitric acid 68 %.\nThen 22.5 g of chlorobenzene in a 250 mL flask."
    )
    assert amount(p, "chlorobenzene")[0] == 22.5
    assert p.title.startswith("Chlorobenzene")


def test_what_is_done_with_the_waste_is_a_step() -> None:
    p = read(
        "Nitration\n\n250 mL flask, ice bath. Sulfuric acid 96 % 40 mL, methyl benzoate 13.6 g. Nitric acid 68 % 8 mL over 40 min. Pour onto 300 g ice in a 1 L beaker. Filter.\n"
        "Waste: filtrate into a 5 L bucket, sodium carbonate in small portions (80 g) to pH 7."
    )
    step = fed(p, "sodium carbonate")
    assert (step.kind, step.vessel) == ("neutralise", "5 L bucket")


def test_a_salt_that_is_spoken_of_is_no_metal_and_what_is_never_mixed_does_not_go_in() -> None:
    p = read(
        HEAD
        + "Permanganate and cyclohexene are never mixed without water. Water 200 mL and cyclohexene 8 g are put in. The sodium salt was never isolated."
    )
    assert sorted(m.identity or "" for m in p.materials) == ["cyclohexene", "water"]


@pytest.mark.parametrize(
    ("said", "fits"),
    [
        ("Distil off the methanol.", True),
        ("The methanol is evaporated.", True),
        ("Distil off half of the methanol.", False),
        ("Most of the solvent is evaporated.", False),
        ("The solution is concentrated to 120 mL.", False),
        ("", False),
    ],
)
def test_solvent_boiled_off_leaves_its_room(said: str, fits: bool) -> None:
    """120 and 150 mL overfill 250 mL, unless all of the first is away before the second comes; what is said to go in part is not counted."""
    a = assess(
        read(
            HEAD.replace("500", "250")
            + f"Camphor 15 g in 120 mL of methanol is put in. Sodium borohydride 2 g is added in 8 portions over 40 min. Stir 1 h at 20 °C. {said} Then 150 mL of water is added over 10 min."
        )
    )
    assert ("Q03" not in {f.code for f in a.findings}) is fits


@pytest.mark.parametrize(
    "said",
    [
        "The mixture is heated at one end until it glows red",
        "Heat gently until no more gas comes",
        "The mixture was strongly heated",
        "Then heat until it melts",
    ],
)
def test_what_is_heated_however_far_is_a_step(said: str) -> None:
    p = read(HEAD + f"Camphor 15 g in 100 mL of methanol is put in. {said}. Leave 10 min.")
    assert [s.kind for s in p.steps] == ["charge", "heat", "hold"] and not p.unread


@pytest.mark.parametrize(
    ("said", "kinds"),
    [
        ("Remove the methanol on the rotary evaporator", ["distil"]),
        ("Most of the solvent is removed under reduced pressure", ["distil"]),
        ("Remove the stopper", []),
        ("Remove the ice bath and stir 30 min", ["hold"]),
    ],
)
def test_what_a_pump_takes_away_is_distilled(said: str, kinds: list[str]) -> None:
    p = read(HEAD + f"Camphor 15 g in 100 mL of methanol is put in. {said}.")
    assert [s.kind for s in p.steps] == ["charge", *kinds]


@pytest.mark.parametrize(
    "said",
    ["temp kept below 15 °C", "temperature being held under 15 °C", "T kept < 15 °C"],
)
def test_a_feed_with_its_limit_behind_it_is_one_step(said: str) -> None:
    p = read(HEAD + f"Benzoic acid 12 g and sulfuric acid 96 % 20 mL are put in. Nitric acid 68 % 9 mL over 45 min, {said}.")
    assert [(s.kind, s.T_limit.value if s.T_limit else None) for s in p.steps] == [("charge", None), ("dose", 15.0)]


@pytest.mark.parametrize(
    ("said", "minutes"),
    [
        ("at 5-10 °C at 0.25 mL/min", (40.0, 40.0)),
        ("at 5-10 °C at a rate of 0.25 mL per minute", (40.0, 40.0)),
        ("with 15 mL/h at 5-10 °C", (40.0, 40.0)),
        ("at three mils an hour, below 10 °C", (200.0, 200.0)),
        ("at 5-10 °C. Rate: 0.25 mL/min", (40.0, 40.0)),
        ("at 5-10 °C (0.2-0.4 mL/min)", (25.0, 50.0)),
        ("at 5-10 °C, which takes 45 min", (45.0, 45.0)),
        ("at 5-10 °C; this should last 45 min", (45.0, 45.0)),
        ("at 5-10 °C; do not take less than 45 min", (45.0, 45.0)),
    ],
)
def test_a_feed_lasts_its_volume_over_its_rate(said: str, minutes: tuple[float, float]) -> None:
    """Handbook 2.11: a dose takes the given time, or volume over rate."""
    p = read(HEAD + f"Benzoic acid 12 g and sulfuric acid 96 % 20 mL are put in. Nitric acid 68 % 10 mL is added {said}. Stir 20 min.")
    took = [s.duration for s in p.steps if s.kind == "dose"]
    assert len(took) == 1 and took[0] is not None and not p.unread
    assert (took[0].low or took[0].value, took[0].high or took[0].value) == pytest.approx(minutes)


def test_a_rate_by_volume_of_what_is_weighed_takes_its_density() -> None:
    """14 g of 68 % nitric acid are 9.96 mL (1.405 g/mL at 20 °C, CRC Handbook, memory)."""
    p = read(HEAD + "Benzoic acid 12 g and sulfuric acid 96 % 20 mL are put in. Nitric acid 68 % 14 g is added at 0.25 mL/min at 5-10 °C.")
    assert [s.duration.value for s in p.steps if s.duration] == pytest.approx([14 / 1.405 / 0.25], rel=0.01)


@pytest.mark.parametrize(
    "said",
    [
        "at 5-10 °C. It takes 20 min to dissolve",
        "at 5-10 °C, which takes 20 min to react",
        "at 5-10 °C under nitrogen (20 mL/min)",
        "at 5-10 °C, with a stream of argon of 20 mL/min",
        "at 5-10 °C with 20 mL/min of nitrogen",
    ],
)
def test_what_is_not_told_of_the_feed_leaves_its_time_open(said: str) -> None:
    """A feed whose time nobody wrote is not established, whatever else takes 20 min or flows at 20 mL/min."""
    p = read(HEAD + f"Benzoic acid 12 g and sulfuric acid 96 % 20 mL are put in. Nitric acid 68 % 10 mL is added {said}. Stir 20 min.")
    assert [s.duration for s in p.steps if s.kind in ("dose", "add")] == [None]


def test_what_is_left_of_a_reagent_is_no_ice() -> None:
    text = (
        HEAD
        + "Benzoic acid 12 g and sulfuric acid 96 % 20 mL are put in. Nitric acid 68 % 9 mL is added over 60 min at 5-10 °C. {} Then 20 min at 15 °C."
    )
    codes = {
        w: {f.code for f in assess(read(text.format(w))).findings}
        for w in ("TLC in the ice bath: none left.", "Of the ice there was none left.")
    }
    assert [("H06" in c) for c in codes.values()] == [False, True]


def test_a_nose_that_is_ruled_out_is_no_endpoint() -> None:
    text = HEAD + "Anisole 10.8 g and acetic acid 60 mL. Bromine 16.0 g is added over 60 min at 10-15 °C. {}"
    told = ("The end is never judged by smell.", "If you smell bromine, leave the room.", "The end is judged by smell.")
    assert ["G11" in {f.code for f in assess(read(text.format(x))).findings} for x in told] == [False, False, True]
