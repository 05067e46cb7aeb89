"""The whole review: three nitrations worked out by hand first, findings that must and must not be raised, bad input."""

from __future__ import annotations

import json
from pathlib import Path

import pytest
from deepness import DEEP

from northsquall.assess import assess
from northsquall.assessment import Assessment, TextEdit
from northsquall.cli import main
from northsquall.data.check import faults
from northsquall.dynamics.criticality import bracket, criticality
from northsquall.procedure import Laboratory, Procedure
from northsquall.reading import read
from northsquall.remedies.plans import rounded_up
from northsquall.settle import SettingError, apply_edits, set_value
from northsquall.stability import td24_bound

TEXTS = Path(__file__).resolve().parent.parent / "texts"


def review(text: str, **sets: float) -> Assessment:
    p = read(text)
    for path, value in sets.items():
        set_value(p, path.replace("__", "."), str(value))
    return assess(p)


def codes(a: Assessment, *severities: str) -> set[str]:
    return {f.code for f in a.findings if not severities or f.severity in severities}


# Worked out by hand before running. Masses over molar masses, densities at 20 °C; nitration −120…−175 and −20…−35 for its
# water (handbook 3.1); theory = substrate mol × molar mass of the product.
BY_HAND = {
    # 30.0/150.17 = 0.1998; 70 mL × 1.8361 × 0.98/98.08 = 1.284; 15.0 × 1.4134 × 0.70/63.01 = 0.2355; 0.1998 × 195.17 = 39.0 g, 33.5 → 85.9 %
    "own-1-ethyl-benzoate": {"moles": {"ethyl benzoate": 0.1998, "sulfuric acid": 1.284, "nitric acid": 0.2355}, "limits": "ethyl benzoate", "heat": (24, 46), "theory": 39.0, "percent": 85.9, "verdicts": {"acceptable", "acceptable with conditions"}},
    # 15.0/150.17 = 0.0999; 52 mL × 1.8355 × 0.96/98.08 = 0.934; 7.0 × 1.4048 × 0.68/63.01 = 0.1061; 19.49 g, 17.2 → 88.2 %
    "own-2-methyl-toluate": {"moles": {"methyl 4-methylbenzoate": 0.0999, "sulfuric acid": 0.934, "nitric acid": 0.1061}, "limits": "methyl 4-methylbenzoate", "heat": (12, 26), "theory": 19.5, "percent": 88.2, "verdicts": {"acceptable", "acceptable with conditions"}},
    # 17.0/169.61 = 0.1002; 50 mL → 0.898; 6.9 × 1.4134 × 0.70/63.01 = 0.1083; 21.5 g, 17.8 → 82.8 %. 15 kJ within 5 min is over 50 W;
    # 65 mL in a 250 mL sphere wet 70 cm², × 160 W/(m² K) × 15 K = 17 W: the limit cannot be kept.
    "own-3-chloroacetanilide": {"moles": {"4-chloroacetanilide": 0.1002, "sulfuric acid": 0.898, "nitric acid": 0.1083}, "limits": "4-chloroacetanilide", "heat": (12, 27), "theory": 21.5, "percent": 82.8, "verdicts": {"not acceptable"}},
    # Two texts as colleagues write them, tried as a new user and then kept: odd units, one gap each.
    # 12.0/150.17 = 0.0799; 41 mL × 1.8355 × 0.96/98.08 = 0.737; fuming: 6 × 1.4826 × 0.90/63.01 = 0.127; 15.6 g, 12.4 → 79.5 %
    "colleague-1-toluate": {"moles": {"methyl 4-methylbenzoate": 0.0799, "sulfuric acid": 0.737, "fuming nitric acid": 0.127}, "limits": "methyl 4-methylbenzoate", "heat": (9.5, 21), "theory": 15.6, "percent": 79.5, "verdicts": {"not acceptable"}},
    # 29.8/149.19 = 0.1997; 123 mL × 1.8361 × 0.98/98.08 = 2.256; 13.2 × 1.4134 × 0.70/63.01 = 0.2073; 38.8 g, 33.1 → 85.3 %
    "colleague-2-toluidide": {"moles": {"4-methylacetanilide": 0.1997, "sulfuric acid": 2.256, "nitric acid": 0.2073}, "limits": "4-methylacetanilide", "heat": (24, 48), "theory": 38.8, "percent": 85.3, "verdicts": {"acceptable with conditions"}},
}  # fmt: skip
ALLOWED_CONDITIONS = {
    "colleague-2-toluidide": 2,  # the acids are mixed "cold", no bath, no limit; up to 26 % may pile up
    "own-2-methyl-toluate": 2,  # the estimate's band (± 31 kJ/mol) reaches the limit of the dose and of the hold after it
}


@pytest.mark.parametrize("name", BY_HAND)
def test_three_nitrations_worked_out_by_hand(name: str) -> None:
    want, a = BY_HAND[name], review((TEXTS / f"{name}.txt").read_text("utf-8"))
    moles: dict[str, float] = {}
    for m in a.materials:
        moles[m.name] = moles.get(m.name, 0.0) + (m.mol.best or 0.0)
    for key, value in want["moles"].items():
        assert moles[key] == pytest.approx(value, rel=0.01), key
    assert [m.name for m in a.materials if m.limiting] == [want["limits"]]
    assert [r.role for r in a.reactions if "nitration" in r.family] == ["wanted"]
    low, high = want["heat"]
    assert low <= (a.heat.total_kJ.best or 0) <= high
    assert a.yield_.theoretical_g == pytest.approx(want["theory"], rel=0.01)
    assert a.yield_.percent == pytest.approx(want["percent"], abs=0.6)
    assert a.verdict in want["verdicts"]
    if "not acceptable" not in want["verdicts"]:
        assert not codes(a, "stop") and len([f for f in a.findings if f.severity == "condition"]) <= ALLOWED_CONDITIONS.get(name, 1)
    else:
        assert codes(a, "stop") == {"H02"}


def test_demo_stop_goes_when_the_words_are_mended(demo: dict[str, str]) -> None:
    """The tool's own proposal, put into the text, clears the stop it was made for."""
    text = demo["methyl-3-nitrobenzoate"]
    a = review(text)
    assert a.verdict == "not acceptable"
    stop = next(f for f in a.findings if f.severity == "stop")
    assert stop.anchor and text[stop.anchor.start : stop.anchor.end] == "10 min"
    assert len(a.remedies) >= 2
    for remedy in a.remedies:
        changed, record = apply_edits(text, remedy.edits, "me", "today")
        after = review(changed)
        assert "H02" not in codes(after, "stop"), remedy.label
        assert after.exotherm.peak_T_C.high is not None and after.exotherm.peak_T_C.high <= 15.5
        assert after.exotherm.MTSR_C.high is not None and after.exotherm.MTSR_C.high < 80
        assert any(r.was == "10 min" for r in record)


def test_shortest_addition_is_active_at_its_bound(demo: dict[str, str]) -> None:
    """At the time found, the unfavourable peak touches the limit; 10 % less passes it."""
    a = review(demo["methyl-3-nitrobenzoate"])
    shortest = a.exotherm.min_addition_min.best
    assert shortest
    at = review(demo["methyl-3-nitrobenzoate"], **{"steps[5]__duration_min": shortest})
    assert at.exotherm.peak_T_C.high == pytest.approx(15.0, abs=0.4)
    assert (review(demo["methyl-3-nitrobenzoate"], **{"steps[5]__duration_min": shortest * 0.9}).exotherm.peak_T_C.high or 0) > 15.3
    assert rounded_up(80.5) == 85 and rounded_up(9.2) == 10 and rounded_up(121) == 130


def test_missing_time_is_not_zero_and_not_safe(demo: dict[str, str]) -> None:
    a = review(demo["ethyl-3-nitrobenzoate"])
    assert a.verdict == "not established"
    assert not a.exotherm.peak_T_C.established and a.exotherm.peak_T_C.best is None
    assert {"P02", "P08"} <= {f.code for f in a.findings if not f.established}
    time = next(f for f in a.findings if f.asks.startswith("duration:"))
    assert {"H02", "H03"} <= {part[:3] for part in time.parts}  # one cause, one finding, with what follows from it
    assert "H08" in codes(a, "condition") and "H11" in codes(a, "condition")
    assert a.strip.missing and not a.strip.t_min


NITRATION = """Methyl 3-nitrobenzoate

In a 500 mL flask with a paddle stirrer and {sensor}, {acid} of 96 % sulfuric acid is cooled to 3 °C in a bath of 2 kg of ice and 1 kg of water. {ester} is stirred in over 15 min, below 10 °C.

{nitric} of 68 % nitric acid, chilled, is added over {time}, below 15 °C. The mixture is stirred for {hold}.

{last}"""
SOUND = {
    "sensor": "a thermometer in the liquid",
    "acid": "70 mL",
    "ester": "Methyl benzoate (13.6 g)",
    "nitric": "8.0 mL",
    "time": "60 min",
    "hold": "20 min at 10 °C",
    "last": "It is poured on to 400 g of ice in a 1 L beaker.",
}


def nitration(**changes: str) -> Assessment:
    return review(NITRATION.format(**{**SOUND, **changes}))


def test_a_sound_nitration_is_clean() -> None:
    a = nitration()
    assert a.verdict == "acceptable" and not codes(a, "stop", "condition")


@pytest.mark.parametrize(
    ("change", "code", "severity"),
    [
        ({"time": "4 min"}, "H02", "stop"),
        ({"sensor": "a thermometer in the bath"}, "H08", "condition"),
        ({"last": "50 mL of tap water is added to the flask."}, "H10", "stop"),
        ({"hold": "20 min at 70 °C"}, "H14", "condition"),
        ({"hold": "stirring overnight"}, "P08", "condition"),
        ({"ester": "Methyl benzoate (13.6 g, 1.0 mol)"}, "P01", "condition"),
        ({"nitric": "80 mL"}, "P01", "condition"),
        ({"ester": "Methyl benzoate (0 g)"}, "P01", "condition"),
        ({"ester": "Methyl benzoate (-5 g)"}, "P01", "condition"),
        ({"ester": "Methyl 4-methylbenzoate (15 mL)"}, "P01", "condition"),
        ({"nitric": "A little"}, "P02", "condition"),
        ({"ester": "Frobnicol (13.6 g)"}, "P05", "condition"),
        ({"last": "It is poured on to 60 g of ice in a 100 mL beaker."}, "Q03", "stop"),
    ],
)
def test_one_planted_fault_raises_its_finding(change: dict[str, str], code: str, severity: str) -> None:
    a = nitration(**change)
    assert code in codes(a, severity), [(f.code, f.severity, f.message) for f in a.findings]
    assert a.verdict in ("not acceptable", "not established", "acceptable with conditions")
    f = next(x for x in a.findings if x.code == code and x.severity == severity)
    assert f.anchor is None or f.anchor.end > f.anchor.start


def test_small_bath_loses_its_ice() -> None:
    text = NITRATION.format(**{**SOUND, "ester": "Methyl benzoate (34 g)", "nitric": "20 mL", "time": "3 h"}).replace(
        "2 kg of ice and 1 kg of water", "90 g of ice and 200 g of water"
    )
    a = review(text)
    assert "H06" in codes(a, "condition", "stop")
    assert a.schedule.refills and a.schedule.refills[0].what == "ice"
    assert a.exotherm.ice_gone_min is not None


def test_no_amounts_no_figures() -> None:
    a = review(
        "Methyl 3-nitrobenzoate\n\nMethyl benzoate is dissolved in sulfuric acid in a flask in ice. Nitric acid is added slowly below 15 °C. Pour on to ice."
    )
    assert a.verdict == "not established"
    assert a.heat.total_kJ.best is None and a.heat.adiabatic_rise_K.best is None
    assert all(m.mol.best is None for m in a.materials)
    assert a.questions and a.questions[0].decides


@pytest.mark.parametrize(
    "text",
    [
        "2,4,6-Trinitrotoluene\n\nToluene (9.2 g) is added to 30 mL of sulfuric acid.",
        "Picric acid\n\nPhenol (9.4 g) is dissolved in 20 mL of sulfuric acid.",
        "A detonator filling\n\nMethyl benzoate (5 g) is placed in a flask.",
    ],
)
def test_referred_work_has_no_figures_and_no_remedy(text: str) -> None:
    a = review(text)
    assert a.verdict == "not acceptable" and codes(a) == {"P14"} and a.referred
    assert not a.reactions and not a.gases and not a.quench and not a.remedies and not a.governs
    assert a.heat.total_kJ.reason == "referred out" and a.exotherm.peak_T_C.best is None
    assert not a.findings[0].remedy


@pytest.mark.parametrize(
    "sentence",
    ["Keep well below the lower explosive limit.", "Avoid any trace of picric acid.", "Work behind a blast shield; never let TNT form."],
)
def test_a_warning_is_no_referral(sentence: str) -> None:
    assert "P14" not in codes(nitration(last=SOUND["last"] + " " + sentence))


def test_doubling_doubles() -> None:
    """--scale: moles, heat and yield double; nothing else of the chemistry moves."""
    p = read(NITRATION.format(**SOUND))
    one = assess(p)
    p.scale = 2.0
    two = assess(p)
    assert two.heat.total_kJ.best == pytest.approx(2 * (one.heat.total_kJ.best or 0), rel=1e-6)
    assert two.heat.adiabatic_rise_K.best == pytest.approx(one.heat.adiabatic_rise_K.best, rel=1e-6)
    assert two.yield_.theoretical_g == pytest.approx(2 * (one.yield_.theoretical_g or 0), rel=2e-3)
    assert (two.exotherm.peak_T_C.best or 0) > (one.exotherm.peak_T_C.best or 0)


def test_laboratory_rule_replaces_a_default_and_is_cited() -> None:
    p = read(NITRATION.format(**{**SOUND, "time": "4 min"}))
    lab = Laboratory.model_validate(
        {
            "schema": "northsquall-laboratory/1",
            "name": "Bench Nine",
            "reference": "R1",
            "U_W_m2K": [90, 100, 110],
            "rules": [{"reference": "R1 §2", "text": "two people", "codes": ["H02"]}],
        }
    )
    a = assess(p, laboratory=lab)
    assert next(x for x in a.assumptions if x["path"].endswith("U_stirred_W_m2K"))["by"] == "laboratory"
    assert any("R1 §2" in f.source for f in a.findings)


def test_replaced_assumption_recomputes() -> None:
    text = NITRATION.format(**SOUND)
    base, poor = review(text), review(text, assumptions__U_stirred_W_m2K=40)
    assert (poor.exotherm.peak_T_C.best or 0) > (base.exotherm.peak_T_C.best or 0) + 3
    assert next(x for x in poor.assumptions if x["path"].endswith("U_stirred_W_m2K"))["by"] == "reviewer"


def test_criticality_classes() -> None:
    """Orders of Tp, MTSR, MTT, TD24 as in handbook 2.5 (Stoessel)."""
    assert [criticality(20, m, b, d) for m, b, d in [(40, 80, 100), (40, 120, 90), (90, 80, 120), (110, 80, 100), (110, 130, 90)]] == [
        1,
        2,
        3,
        4,
        5,
    ]
    assert criticality(100, 110, 200, 90) == 5
    assert bracket(20, 40, (83, 200), 80) == (1, 2)
    assert bracket(20, 100, (83, 83), 80) == (3, 5)


def test_class_bound_for_nitroarenes() -> None:
    """Handbook 2.10: nitroarene in sulfuric acid 180 °C, minus 100 K; nothing energetic, no bound."""
    bound = td24_bound(["COC(=O)c1cccc([N+](=O)[O-])c1"], "acid")
    assert bound and bound.TD24_C == 80 and td24_bound(["CCO"], "acid") is None


def test_edits_keep_the_authors_words() -> None:
    text, first = apply_edits("add over 10 min in ice", [TextEdit(start=9, end=15, text="30 min")], "A", "d")
    assert text == "add over 30 min in ice" and first[0].was == "10 min"
    text, second = apply_edits(text, [TextEdit(start=9, end=15, text="90 min")], "B", "d", before=first)
    assert text == "add over 90 min in ice" and [r.was for r in second] == ["10 min"]
    text, third = apply_edits(text, [TextEdit(start=0, end=3, text="meter")], "B", "d", before=second)
    assert [(text[slice(*r.span)], r.was) for r in third] == [("meter", "add"), ("90 min", "10 min")]
    with pytest.raises(SettingError):
        apply_edits("abc", [TextEdit(start=2, end=9, text="")], "A", "d")


# ------------------------------------------------------------------ command line


def test_cli_json_and_exit_codes(tmp_path: Path, capsys: pytest.CaptureFixture[str], demo: dict[str, str]) -> None:
    file = tmp_path / "p.txt"
    file.write_text(demo["methyl-3-nitrobenzoate"], "utf-8")
    assert main(["assess", str(file), "--json", "--set", "steps[5].duration_min=90"]) == 0
    found = json.loads(capsys.readouterr().out)
    assert found["schema"] == "northsquall-assessment/1" and found["verdict"] == "acceptable" and "yield" in found
    Assessment.model_validate(found)
    assert main(["assess", str(file)]) == 0
    assert "What governs" in capsys.readouterr().out


@pytest.mark.parametrize(
    ("name", "content", "extra"),
    [
        ("a.txt", b"", []), ("a.txt", b"42", []), ("a.txt", b"\x00\x01acid", []), ("a.txt", b"x" * 1_000_001, []), ("a.json", b'{"schema": "northsquall-procedure/1", "bogus": 1}', []),
        ("a.docx", b"acid", []), ("a.txt", b"some acid", ["--set", "steps[9].duration_min=1"]), ("a.txt", b"some acid", ["--set", "steps[0]"]), ("a.txt", b"some acid", ["--scale", "-1"]),
        ("a.txt", b"some acid", ["--laboratory", "/nonexistent.json"]),
    ],
)  # fmt: skip
def test_cli_refuses_in_one_line(tmp_path: Path, capsys: pytest.CaptureFixture[str], name: str, content: bytes, extra: list[str]) -> None:
    file = tmp_path / name
    file.write_bytes(content)
    assert main(["assess", str(file), *extra]) == 2
    said = capsys.readouterr()
    assert said.out == "" and said.err.count("\n") == 1 and said.err.startswith("northsquall: ")


def test_cli_reads_its_own_json(tmp_path: Path, capsys: pytest.CaptureFixture[str], demo: dict[str, str]) -> None:
    p = read(demo["4-nitroacetanilide"])
    file = tmp_path / "p.json"
    file.write_text(p.model_dump_json(by_alias=True), "utf-8")
    assert main(["assess", str(file), "--json"]) == 0
    assert json.loads(capsys.readouterr().out) == json.loads(json.dumps(assess(p).model_dump(by_alias=True)))


def test_published_schema_accepts_every_document(demo: dict[str, str]) -> None:
    for text in demo.values():
        p = read(text)
        kept = Procedure.model_validate_json(p.model_dump_json(by_alias=True))
        assert kept == p
        a = assess(p)
        assert assess(kept) == a  # what was filed away and opened again is the same batch
        assert Assessment.model_validate_json(a.model_dump_json(by_alias=True)) == a


# ------------------------------------------------------------------ catalogue

PLANTED = [
    ("substances/identity.csv", "methyl benzoate,C8H8O2,l", "methyl benzoate,C8H8O2,x"), ("substances/identity.csv", ",93-58-3,", ",93-58-4,"),
    ("substances/identity.csv", "COC(=O)c1ccccc1,COC", "COC(=O)c1cccc,COC"), ("substances/identity.csv", "NO3-=1 H+=1", "NO3-=1 H+=2"),
    ("substances/identity.csv", "methyl benzoate|benzoic acid methyl ester", "water|benzoic acid methyl ester"), ("substances/identity.csv", "acetone,C3H6O,", "acetone,C3H8O,"),
    ("substances/values_curated.csv", "g/mL", "kg/m3"), ("substances/values_curated.csv", "1.023", "1023"), ("substances/values_curated.csv", ",memory", ","),
    ("substances/values_curated.csv", "propyl benzoate", "propyl benzoat"), ("substances/values_curated.csv", ",0.005,memory", ",,memory"), ("substances/values_curated.csv", "density,l", "density,q"),
    ("substances/strengths.toml", "strongest = 40.0", "strongest = 30.0"), ("substances/ambiguous.toml", '"triethanolamine"', '"triethanolamin"'), ("substances/solutions.csv", "hydrobromic acid,20,", "hydrobromic acid,5,"),
    ("chemistry/families_gas.toml", "-> CO2 + H2O", "-> CO2 + 2 H2O"), ("chemistry/families_gas.toml", 'source = "handbook 3.1"', 'source = ""'), ("chemistry/families_organic.toml", 'smarts = "[cH]"', 'smarts = "[cH"'),
    ("chemistry/families_organic.toml", 'A = "COC(=O)c1ccccc1"', 'A = "CCO"'), ("chemistry/families_gas.toml", 'kind = "gas-acid"', 'kind = "gas-acit"'), ("chemistry/families_gas.toml", "when = { acid = 6.4 }", "when = { acyd = 6.4 }"),
    ("chemistry/families_redox.toml", 'id = "chlorate-acid"', 'id = "hypochlorite-acid"'), ("chemistry/families_organic.toml", 'increment = "nitration"', 'increment = "nitratoin"'), ("chemistry/families_organic.toml", "class = [-175, -120]", "class = [-120, -175]"),
    ("chemistry/pairs.toml", 'b = "acetone"', 'b = "acetome"'), ("chemistry/pairs.toml", 'then = "acetyl nitrate, explosive"', 'then = ""'), ("chemistry/pairs.toml", 'by = "graphite"', 'by = "graphit"'), ("chemistry/ladder.toml", 'acid = "HSO4-"', 'acid = "H2SO4"'),
    ("chemistry/ladder.toml", "pKa = 9.25", "pKa = 92.5"), ("chemistry/roots.csv", "CRC via chemicals", ""), ("stability/alerts.toml", "kJ = [310, 360]", "kJ = [360, 310]"), ("review/defaults.toml", "low = 100, best = 160", "low = 200, best = 160"),
    ("chemistry/families_organic.toml", "increment = ", "increments = "), ("chemistry/families_organic.toml", 'balance = "HNO3(l)', 'balance = "HNO4(l)'), ("chemistry/families_redox.toml", "ejects = true", "eject = true"),
]  # fmt: skip


@pytest.mark.parametrize(("file", "old", "new"), PLANTED[:: 1 if DEEP else 2])
def test_check_data_finds_planted_faults(tmp_path: Path, file: str, old: str, new: str) -> None:
    import shutil

    from northsquall import data

    shutil.copytree(data.HERE, tmp_path / "data", ignore=shutil.ignore_patterns("__pycache__", "*.py"))
    target = tmp_path / "data" / file
    text = target.read_text("utf-8")
    assert old in text
    target.write_text(text.replace(old, new, 1), "utf-8")
    found, _ = faults(tmp_path / "data")
    assert found and all("\n" not in line for line in found)
    assert file.rsplit("/")[-1] in found[0]  # the line names the file


def test_shipped_catalogue_is_in_order() -> None:
    found, counts = faults()
    assert not found
    assert counts["values from memory"] < 0.15 * counts["values"]
    assert counts["substances"] >= 600 and counts["names"] >= 4000 and counts["families"] >= 140 and counts["never-together pairs"] >= 80


def test_a_review_does_not_depend_on_what_was_reviewed_before() -> None:
    """The chemistry is kept between reviews: the same text gives the same document after others, and a changed charge another one."""
    from northsquall.assess import _known

    _known.clear()
    first = review(NITRATION.format(**SOUND))
    longer = review(NITRATION.format(**{**SOUND, "time": "200 min"}))
    kept = len(_known)
    more = review(NITRATION.format(**{**SOUND, "nitric": "11 mL"}))
    assert len(_known) > kept  # another charge is other chemistry
    again = review(NITRATION.format(**SOUND))
    assert again == first
    _known.clear()
    assert review(NITRATION.format(**{**SOUND, "time": "200 min"})) == longer
    assert more.heat.total_kJ != first.heat.total_kJ or more.contents != first.contents
