"""Severities come from the figures (handbook 4), missing figures raise the not-established form, one cause is one finding."""

from __future__ import annotations

from pathlib import Path

import pytest

from northsquall.assess import assess
from northsquall.assessment import Assessment, Finding
from northsquall.findings import verdict_of
from northsquall.findings.base import RULES, finding
from northsquall.findings.referral import referral_of
from northsquall.procedure import Laboratory
from northsquall.reading import read
from northsquall.settle import set_value
from northsquall.substances import catalogue

TEXT = """Methyl 3-nitrobenzoate

In a {flask} with a paddle stirrer and a thermometer in the liquid, {acid} mL of 96 % sulfuric acid is cooled to 3 °C in {bath}. Methyl benzoate ({ester} g) is stirred in over 15 min, below 10 °C.

{nitric} mL of 68 % nitric acid, chilled, is added {time}, below {limit} °C. {hold}

It is poured on to {ice} in a {beaker}."""
SOUND = {
    "flask": "500 mL flask", "acid": "70", "bath": "a bath of 2 kg of ice and 1 kg of water", "ester": "13.6", "nitric": "8.0", "time": "over 60 min", "limit": "15",
    "hold": "The mixture is stirred for 20 min at 10 °C.", "ice": "400 g of ice", "beaker": "1 L beaker",
}  # fmt: skip


def review(lab: Laboratory | None = None, sets: dict[str, float] | None = None, **changes: str) -> Assessment:
    p = read(TEXT.format(**{**SOUND, **changes}))
    for path, value in (sets or {}).items():
        set_value(p, path, str(value))
    return assess(p, laboratory=lab)


def of(a: Assessment, code: str) -> list[Finding]:
    return [f for f in a.findings if f.code == code]


def test_every_code_of_handbook_4_has_a_rule() -> None:
    """H01–H17, G01–G16, Q01–Q12, S01–S06, P01–P13; P14 is the referral before anything is computed."""
    last = {"H": 17, "G": 16, "Q": 12, "S": 6, "P": 13}
    assert {c for c, _ in RULES} == {f"{letter}{n:02d}" for letter, most in last.items() for n in range(1, most + 1)}


@pytest.mark.parametrize("limit", [4, 6, 8, 10, 12, 15, 20, 30])
def test_h02_severity_follows_the_high_end_over_the_limit(limit: int) -> None:
    """Handbook 4: high end over the limit: up to 5 K a condition, more a stop."""
    a = review(limit=str(limit), time="over 30 min")
    assert a.exotherm.peak_T_C.high is not None
    over = a.exotherm.peak_T_C.high - limit
    found = [f for f in of(a, "H02") if f.step == a.exotherm.peak_step]
    if over <= 0.5:
        assert not found
    else:
        assert [f.severity for f in found] == ["condition" if over <= 5 else "stop"]
        assert found[0].limit == f"{limit} °C"


@pytest.mark.parametrize(("ester", "acid"), [("13.6", "150"), ("13.6", "70"), ("27.2", "60")])
def test_h01_bands(ester: str, acid: str) -> None:
    """Under 50 K silent; 50 to 200 K a note where dosing controls it (at most a quarter piles up), else a condition."""
    a = review(ester=ester, acid=acid, nitric=str(float(ester) * 0.6), time="over 3 h")
    rise, piled = a.heat.adiabatic_rise_K, a.exotherm.accumulation_max
    assert rise.high and piled.high is not None
    found = of(a, "H01")
    if rise.high < 50:
        assert not found
    else:
        assert [f.severity for f in found] == ["note" if piled.high <= 0.25 and rise.high <= 200 else "condition"]


def test_h01_turns_into_a_condition_where_it_piles_up() -> None:
    a = review(sets={"assumptions.rate_k": 0.0008})
    assert a.exotherm.accumulation_max.high and a.exotherm.accumulation_max.high > 0.25
    assert [f.severity for f in of(a, "H01")] == ["condition"]


def test_h03_is_open_while_td24_decides() -> None:
    """A slow reaction piles up; MTSR may pass the class's bound of 80 °C: TD24 decides, so nothing is established."""
    a = review(sets={"assumptions.rate_k": 0.00005}, acid="60", ester="27.2", nitric="16")
    assert a.exotherm.MTSR_C.high and a.exotherm.MTSR_C.high > 80
    found = of(a, "H03")
    assert [(f.severity, f.established) for f in found] == [("condition", False)]
    assert "80 °C" in found[0].message and "100 K" in found[0].message
    assert a.verdict in ("not established", "not acceptable")
    assert a.exotherm.criticality_bracket and a.exotherm.criticality_bracket[1] >= 4


def test_td24_does_not_decide_below_its_bound() -> None:
    a = review()
    assert a.exotherm.MTSR_C.high and a.exotherm.MTSR_C.high < 80
    assert not of(a, "H03") and a.exotherm.criticality_class == 1 and a.exotherm.criticality_bracket == (1, 2)
    assert not a.exotherm.TD24_C.established and "80 °C" in (a.exotherm.TD24_C.reason or "")


@pytest.mark.parametrize(("hold", "near"), [(40, False), (55, False), (61, True), (75, True)])
def test_h14_within_twenty_kelvin_of_the_bound(hold: int, near: bool) -> None:
    """80 °C − 20 K: from 60 °C on."""
    assert bool(of(review(hold=f"The mixture is stirred for 20 min at {hold} °C."), "H14")) is near


def test_h14_margin_is_the_laboratorys() -> None:
    lab = Laboratory.model_validate({"schema": "northsquall-laboratory/1", "td24_margin_K": 45})
    assert of(review(lab, hold="The mixture is stirred for 20 min at 40 °C."), "H14")


def test_h05_is_part_of_h02_not_a_second_finding() -> None:
    a = review(time="over 4 min")
    assert of(a, "H02") and not of(a, "H05")
    assert any(p.startswith("H05") for f in of(a, "H02") for p in f.parts)
    assert len([f for f in a.findings if f.severity == "stop"]) == 1


@pytest.mark.parametrize(
    ("bath", "finds"), [("a bath of 60 g of ice and 200 g of water", True), ("a bath of 2 kg of ice and 1 kg of water", False)]
)
def test_h06_when_the_ice_goes_first(bath: str, finds: bool) -> None:
    a = review(bath=bath, ester="27.2", nitric="16", time="over 3 h")
    assert bool(of(a, "H06")) is finds
    if finds:
        assert a.exotherm.ice_gone_min is not None and a.exotherm.ice_needed_g.best and a.exotherm.ice_needed_g.best > 60
        assert "g of ice" in of(a, "H06")[0].remedy


def test_bath_without_a_size_is_assumed_and_said() -> None:
    """Handbook 2.4: twice the vessel's volume, half of it ice; a note (P02)."""
    a = review(bath="an ice bath")
    note = [f for f in of(a, "P02") if "bath" in f.short]
    assert [(f.severity, f.established) for f in note] == [("note", False)] and "500 g of ice" in note[0].message


def test_no_bath_at_all() -> None:
    a = assess(read(TEXT.format(**SOUND).replace(" is cooled to 3 °C in a bath of 2 kg of ice and 1 kg of water", " is placed")))
    assert [f.severity for f in of(a, "P02") if f.short == "bath"] == ["condition"]


@pytest.mark.parametrize(
    ("ice", "beaker", "severity"),
    [
        ("400 g of ice", "1 L beaker", None),
        ("400 g of ice", "600 mL beaker", "condition"),
        ("400 g of ice", "500 mL beaker", "stop"),
        ("30 g of ice", "1 L beaker", "stop"),
    ],
)
def test_q03_fill_and_end_temperature(ice: str, beaker: str, severity: str | None) -> None:
    """Over two thirds a condition, over 90 % a stop; an end over 25 °C by more than 5 K a stop."""
    found = of(review(ice=ice, beaker=beaker), "Q03")
    assert [f.severity for f in found] == ([severity] if severity else [])


@pytest.mark.parametrize(
    ("amount", "severity"),
    [("13.6 g, 0.100 mol", None), ("13.6 g, 0.115 mol", "note"), ("13.6 g, 0.5 mol", "condition"), ("13.6 g, 100 mmol", None)],
)
def test_p01_moles_against_the_amount(amount: str, severity: str | None) -> None:
    text = TEXT.format(**SOUND).replace("(13.6 g)", f"({amount})")
    found = [f for f in of(assess(read(text)), "P01") if f.short == "moles differ"]
    assert [f.severity for f in found] == ([severity] if severity else [])


@pytest.mark.parametrize(("nitric", "finds"), [("3.0", True), ("6.5", False), ("8.0", False), ("10", False), ("16", True)])
def test_p01_equivalents_outside_what_the_family_uses(nitric: str, finds: bool) -> None:
    found = [f for f in of(review(nitric=nitric), "P01") if f.short == "equivalents"]
    assert bool(found) is finds


@pytest.mark.parametrize(
    ("hold", "severity"),
    [("The mixture is stirred overnight at 10 °C.", "condition"), ("The mixture is stirred for 20 min at 10 °C.", None)],
)
def test_p08_left_alone(hold: str, severity: str | None) -> None:
    a = review(hold=hold)
    assert [f.severity for f in of(a, "P08")] == ([severity] if severity else [])
    if severity:
        assert a.schedule.alone and a.schedule.alone[0]["to_min"] > a.schedule.alone[0]["from_min"] + 600


@pytest.mark.parametrize("missing", ["Methyl benzoate (13.6 g)", "8.0 mL of 68 % nitric acid, chilled,"])
def test_a_missing_amount_decides(missing: str) -> None:
    bare = {"Methyl benzoate (13.6 g)": "Methyl benzoate", "8.0 mL of 68 % nitric acid, chilled,": "Nitric acid, chilled,"}[missing]
    a = assess(read(TEXT.format(**SOUND).replace(missing, bare)))
    assert a.verdict == "not established"
    assert [f for f in of(a, "P02") if not f.established and f.severity == "condition"]
    assert not a.exotherm.peak_T_C.established and a.heat.total_kJ.best is None
    assert a.yield_.theoretical_g is None and not any(m.limiting for m in a.materials)  # either may limit
    assert a.not_established and a.questions[0].decides


def test_excess_nitric_that_never_limits_still_needs_no_guess() -> None:
    """Only the quench's ice unknown: the batch's own figures stand, the end of the quench does not."""
    a = review(ice="ice")
    assert a.heat.total_kJ.established and a.exotherm.peak_T_C.established
    assert not a.quench[0].heat_kJ.established and a.verdict == "not established"


def test_a_finding_is_anchored_to_words_and_goes_when_they_are_mended() -> None:
    bad = TEXT.format(**{**SOUND, "time": "over 4 min"})
    a = assess(read(bad))
    stop = of(a, "H02")[0]
    assert stop.anchor and bad[stop.anchor.start : stop.anchor.end] == "4 min"
    mended = bad[: stop.anchor.start] + "60 min" + bad[stop.anchor.end :]
    assert not of(assess(read(mended)), "H02")


def f(severity: str, established: bool = True, code: str = "H01") -> Finding:
    return finding(code, severity, "x.", established=established)  # type: ignore[arg-type]


@pytest.mark.parametrize(
    ("found", "verdict"),
    [
        ([], "acceptable"), ([f("note")], "acceptable"), ([f("note", False)], "acceptable"), ([f("condition")], "acceptable with conditions"),
        ([f("condition"), f("condition", False)], "not established"), ([f("stop"), f("condition", False)], "not acceptable"),
    ],
)  # fmt: skip
def test_verdict(found: list[Finding], verdict: str) -> None:
    assert verdict_of(found)[0] == verdict


@pytest.mark.parametrize(
    ("title", "charge", "refers"),
    [
        ("1,3-Dinitrobenzene", "nitrobenzene", False), ("Methyl 3-nitrobenzoate", "methyl benzoate", False), ("PETN", "methanol", True), ("Lead azide", "water", True),
        ("Nitroglycerine", "water", True), ("A phosgene generator", "acetone", True), ("Nitrocellulose lacquer", "acetone", True),
    ],
)  # fmt: skip
def test_referral_by_product_and_purpose(title: str, charge: str, refers: bool) -> None:
    p = read(f"{title}\n\n5 g of {charge} is placed in a 100 mL flask.")
    assert (referral_of(p, catalogue()) is not None) is refers


def test_questions_ask_what_decides_first() -> None:
    a = review(time="slowly", bath="an ice bath", beaker="beaker")
    assert len(a.questions) >= 3
    order = [q.decides for q in a.questions]
    assert order == sorted(order, reverse=True) and a.questions[0].text == "Ask over how long it is added."


def test_what_governs_is_in_order_and_names_what_it_is_held_against() -> None:
    a = review()
    assert [g.key for g in a.governs] == ["peak", "heat", "mtsr", "td24", "ice", "quench"]
    assert all(g.against for g in a.governs)
    for g in a.governs:
        if g.value.established:
            assert g.value.low is not None and g.value.best is not None and g.value.high is not None
            assert g.value.low <= g.value.best <= g.value.high and g.value.unit
        else:
            assert g.value.reason


def test_every_figure_with_a_working_names_its_inputs_origin() -> None:
    a = review()
    for g in a.governs:
        if g.key in ("peak", "mtsr", "ice"):
            assert g.value.working and g.value.working.expression and g.value.working.inputs
            assert all(i.origin and i.unit is not None for i in g.value.working.inputs)
    assert any(i.path for g in a.governs if g.value.working for i in g.value.working.inputs)


CAUSTIC = "Lye\n\n40 g of sodium hydroxide is added over 5 min to 100 mL of water in a 250 mL flask."
SALT = "Salt\n\n50 mL of 96 % sulfuric acid is placed in a 500 mL flask. 40 g of sodium hydroxide is added over 5 min."
BRINE = "Brine\n\n20 g of sodium chloride is added over 5 min to 100 mL of water in a 250 mL flask."
DILUTE = "Acid\n\n100 mL of water is placed in a 500 mL flask. 20 mL of 37 % hydrochloric acid is added over 5 min."


@pytest.mark.parametrize(
    ("text", "low", "high"),
    [(CAUSTIC, 37, 45), (SALT, 100, 165), (BRINE, -1.8, -0.8), (DILUTE, 2.0, 4.5)],
    ids=["caustic", "acid and base", "salt", "hydrochloric acid"],
)
def test_physical_heats_that_procedures_forget_are_counted(text: str, low: float, high: float) -> None:
    """kJ by hand from handbook 2.2 and 5: caustic 1.0 mol in 5.5 mol of water, between the tabulated −37.8 (n = 5) and −42.5 (n = 10); with 0.9 mol of 96 % acid (−133 per mol to sulfate, and its dilution and
    the caustic's dissolving) 1 mol of caustic gives 100–150; 0.34 mol of salt −1.3; 0.24 mol of 37 % acid diluted to n = 25, some 18 kJ/mol less 4."""
    a = assess(read(text))
    assert a.heat.total_kJ.best is not None and low <= a.heat.total_kJ.best <= high
    assert a.verdict != "not established" or not [f for f in a.findings if f.code == "P06"]


def test_an_unknown_charge_leaves_the_heat_open() -> None:
    a = assess(read(TEXT.format(**SOUND).replace("Methyl benzoate (13.6 g)", "5 g of frobnicol is added. Methyl benzoate (13.6 g)")))
    assert a.verdict == "not established" and a.heat.total_kJ.best is None and "frobnicol" in (a.heat.total_kJ.reason or "")


def test_water_into_water_has_no_heat_and_needs_no_time() -> None:
    a = assess(read("W\n\n100 mL of water is placed in a 250 mL flask. 50 mL of water is added."))
    assert a.verdict == "acceptable" and a.heat.total_kJ.best == 0.0 and not of(a, "P02")


def test_class_three_wants_a_dump_standing_ready() -> None:
    """Q07 (handbook 4): from class 3 on, unless what receives the batch stands below it."""
    text = (Path(__file__).resolve().parents[1] / "practice" / "unseen" / "11-grignard-sound.txt").read_text("utf-8")
    bare = text.replace(", colleague present, 2 kg of ice in a pan under the flask on its jack", "")
    assert bare != text
    for words, wanted in ((text, []), (bare, ["condition"])):
        a = assess(read(words))
        assert a.exotherm.criticality_class == 3
        assert [f.severity for f in a.findings if f.code == "Q07"] == wanted
