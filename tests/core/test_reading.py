"""Reading: rewordings give the same document; places are right; nothing is silently dropped."""

from __future__ import annotations

import itertools
import re
from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st

from northsquall.assess import assess
from northsquall.procedure import Procedure
from northsquall.procedure.amounts import lots_of
from northsquall.reading import ReadError, read
from northsquall.reading.reader import decode
from northsquall.substances import catalogue

TEXTS = Path(__file__).resolve().parent.parent / "texts"
REWORDED = sorted(TEXTS.glob("reworded-*.txt"))


def shape(p: Procedure) -> dict[str, object]:
    """What a rewording must leave the same."""
    lots = lots_of(p, catalogue())
    moles: dict[str, float] = {}
    for lot in lots.values():
        moles[lot.label] = round(moles.get(lot.label, 0.0) + lot.best_mol, 3)
    doses = [s for s in p.steps if s.kind == "dose"]
    main = doses[-1].vessel
    return {
        "moles": moles,
        "doses": [(round(s.duration.value, 1) if s.duration else None, s.T_limit.value if s.T_limit else None) for s in doses],
        "holds": [
            (s.duration.value if s.duration else None, s.T_range.low if s.T_range else None, s.T_range.high if s.T_range else None)
            for s in p.steps
            if s.kind == "hold"
        ],
        "quench": [p.materials[[m.id for m in p.materials].index(s.materials[0])].identity for s in p.steps if s.kind == "quench"],
        "sensor": next(v.sensor for v in p.vessels if v.name == main),
        "nominal": next(v.nominal_mL for v in p.vessels if v.name == main),
        "yield": p.results.mass_g.value if p.results.mass_g else None,
        "product": p.results.product_identity,
    }


@pytest.mark.parametrize("path", REWORDED, ids=lambda p: p.stem)
def test_rewordings_read_alike(path: Path, demo: dict[str, str]) -> None:
    """Six rewordings (other units, order, "mils", no strength, an ice bath by kilogram, a table)."""
    wanted, got = shape(read(demo["methyl-3-nitrobenzoate"])), shape(read(path.read_text("utf-8")))
    a, b = wanted.pop("moles"), got.pop("moles")
    assert got == wanted
    assert isinstance(a, dict) and isinstance(b, dict)
    assert a.keys() == b.keys()
    for key in a:
        assert b[key] == pytest.approx(a[key], rel=0.02), key


@pytest.mark.parametrize("path", [*REWORDED, *sorted(TEXTS.glob("own-*.txt"))], ids=lambda p: p.stem)
def test_places_point_at_the_words(path: Path) -> None:
    """Every quantity's place holds its number or number words; marks do not overlap."""
    text = path.read_text("utf-8")
    p = read(text)
    for m in p.materials:
        if m.amount and m.amount.span:
            words = p.source_text[slice(*m.amount.span)]
            assert re.search(r"\d|seventy|thirty", words, re.I), words
        assert m.name in p.source_text[slice(*m.span)]
    marks = assess(p).marks
    assert all(a.end <= b.start for a, b in itertools.pairwise(marks))


@pytest.mark.parametrize(
    ("words", "unit", "value"),
    [
        ("34 g", "g", 34), ("34,0 g", "g", 34), ("0.034 kg", "kg", 0.034), ("34 000 mg".replace(" 0", "0"), "mg", 34000), ("thirty-four grams", "g", 34),
        ("thirty four point five grams", "g", 34.5), ("about 34 g", "g", 34), ("1.2 oz", "oz", 1.2),
    ],
)  # fmt: skip
def test_amounts_in_many_words(words: str, unit: str, value: float) -> None:
    p = read(f"T\n\n{words} of methyl benzoate is placed in a 250 mL flask.")
    m = p.materials[0]
    assert m.identity == "methyl benzoate" and m.amount
    assert (m.amount.unit, m.amount.value) == (unit, pytest.approx(value))
    assert m.amount.approximate == words.startswith("about")


@pytest.mark.parametrize(
    ("phrase", "kind", "ice", "water", "T"),
    [
        ("in an ice bath", "ice", None, None, None), ("in a bath of 1.5 kg of ice and 1.0 L of water", "ice", 1500, 1000, None), ("in 2 kg of ice and water", "ice", 1000, 1000, None),
        ("in an ice–salt bath", "ice-salt", None, None, None), ("in a cooling bath at −8 °C", "thermostat", None, None, -8),
    ],
)  # fmt: skip
def test_baths(phrase: str, kind: str, ice: float | None, water: float | None, T: float | None) -> None:
    p = read(f"T\n\n20 mL of 96 % sulfuric acid is cooled in a 100 mL flask that stood {phrase}.")
    bath = p.vessels[0].bath
    assert bath and (bath.kind, bath.ice_g, bath.water_g, bath.T_C) == (kind, ice, water, T)


@pytest.mark.parametrize(
    ("phrase", "where"),
    [
        ("a thermometer in the liquid", "pot"),
        ("the thermometer hangs in the bath", "bath"),
        ("a thermocouple dipping into the mixture", "pot"),
        ("a stirrer", None),
    ],
)
def test_where_the_thermometer_is(phrase: str, where: str | None) -> None:
    p = read(f"T\n\nA 250 mL flask has {phrase}. 20 mL of 96 % sulfuric acid is placed in the flask.")
    assert p.vessels[0].sensor == where


def test_a_changed_number_changes_one_thing(demo: dict[str, str]) -> None:
    text = demo["methyl-3-nitrobenzoate"]
    a = read(text).model_dump(by_alias=True)
    b = read(text.replace("over 10 min", "over 60 min")).model_dump(by_alias=True)
    a.pop("source_text"), b.pop("source_text")
    differ = [k for k in a if a[k] != b[k]]
    assert differ == ["steps"]
    steps = [(x, y) for x, y in zip(a["steps"], b["steps"], strict=True) if x != y]
    assert len(steps) == 1 and steps[0][1]["duration"]["value"] == 60


def test_unknown_substance_is_kept_and_marked() -> None:
    p = read("T\n\n5 g of frobnicol is placed in a 100 mL flask with 20 mL of 96 % sulfuric acid.")
    assert p.materials[0].identity is None and p.materials[0].name == "frobnicol"


def test_unplaced_quantities_are_unread() -> None:
    p = read("T\n\n20 mL of 96 % sulfuric acid is placed in a flask. The lamp hangs 30 cm above.")
    assert [u.text for u in p.unread] == ["30 cm"]


@pytest.mark.parametrize(
    ("given_text", "says"),
    [("", "empty"), (" \n ", "empty"), ("12.5", "no words"), ("a\x00b", "control character"), ("x" * 1_000_001, "1 MB")],
)
def test_what_cannot_be_read_gets_one_sentence(given_text: str, says: str) -> None:
    with pytest.raises(ReadError, match=says) as caught:
        read(given_text)
    assert "\n" not in str(caught.value)


def test_bytes_that_are_no_text() -> None:
    with pytest.raises(ReadError, match="UTF-8"):
        decode(b"\xff\xfe\x00\x01 sulfuric")
    with pytest.raises(ReadError, match="1 MB"):
        decode(b"a" * 1_000_001)
    assert decode("\ufeffacid".encode()) == "acid"


WORDS = st.sampled_from(
    [
        "nitric acid",
        "sulfuric acid",
        "methyl benzoate",
        "ice",
        "is added",
        "over",
        "10 min",
        "below",
        "5 °C",
        "250 mL flask",
        "and",
        "then",
        "(",
        ")",
        ",",
        ".",
        "\n",
        "–",
        "22 mL",
        "of",
        "96 %",
        "into",
        "bath",
        "the mixture",
        "poured",
        "on to",
        "½",
        "−5 °C",
        "0 g",
        "1e9 kg",
        "it",
        "stirred",
        "thermometer",
        "overnight",
        "two",
        "point",
        "°",
        "%",
        "×",
        "3",
        "kg",
        "filtrate",
        "",
        " ",
        ";",
    ]
)


@given(st.lists(WORDS, max_size=60))
def test_no_text_breaks_reader_or_review(words: list[str]) -> None:
    """Any jumble of the reader's own vocabulary is read and assessed without an exception, or refused in one sentence."""
    text = "Title\n\n" + " ".join(words)
    p = read(text)
    a = assess(p)
    assert a.verdict in ("not acceptable", "not established", "acceptable with conditions", "acceptable")
    assert Procedure.model_validate(p.model_dump(by_alias=True)) == p
    for f in a.findings:
        assert f.anchor is None or 0 <= f.anchor.start <= f.anchor.end <= len(p.source_text)


@given(st.text(max_size=300))
def test_any_unicode_text(text: str) -> None:
    try:
        p = read("Acid. " + text)
    except ReadError:
        return
    assess(p)


@pytest.mark.parametrize(
    "words", ["60 mL conc. HCl", "60 mL of concentrated hydrochloric acid", "60 ml HCl conc", "60 mL of conc. hydrochloric acid"]
)
def test_a_short_word_before_a_capital_ends_no_sentence(words: str) -> None:
    """36–38 % is what a bottle of concentrated hydrochloric acid holds (common practice, no source)."""
    doc = read(f"Salt\n\nA 400 mL beaker is charged with 21.4 g of p-toluidine, {words} and 40 mL water. It is stirred for 10 min.\n")
    lots = {x.label: x for x in lots_of(doc, catalogue()).values()}
    assert lots["p-toluidine"].best_mol == pytest.approx(21.4 / 107.15, rel=2e-3)
    assert lots["hydrochloric acid"].best_mol == pytest.approx(60 * 1.18 * 0.37 / 36.46, rel=0.04)
    assert lots["water"].best_mol == pytest.approx(40 * 0.998 / 18.015, rel=5e-3)


@pytest.mark.parametrize("train", ["a gas line to a washing bottle", "a wash bottle", "a scrubber", "a gas trap"])
def test_what_stands_in_the_gas_line_is_not_charged_to_the_flask(train: str) -> None:
    doc = read(
        "Acid chloride\n\n27.2 g of 4-methylbenzoic acid and 100 mL of toluene are placed in a 500 mL flask with a magnetic stirrer and "
        f"{train} with 600 mL of 10 % sodium hydroxide solution.\n\n29 mL of thionyl chloride is added dropwise over 30 min at 40 °C.\n"
    )
    caustic = next(m for m in doc.materials if m.identity == "sodium hydroxide")
    assert caustic.role == "absorber" and all(caustic.id not in s.materials for s in doc.steps if s.kind in ("charge", "dose"))
    charged = {m.identity for m in doc.materials for s in doc.steps if m.id in s.materials}
    assert {"4-methylbenzoic acid", "toluene", "thionyl chloride"} <= charged
    a = assess(doc)
    assert {g.formula for g in a.gases} == {"SO2", "HCl"}
    assert next(r for r in a.reactions if r.role == "wanted").extent_mol == pytest.approx(27.2 / 136.15, rel=5e-3)


def lots(text: str) -> dict[str, float]:
    """Moles by name of all lots of a text."""
    out: dict[str, float] = {}
    for lot in lots_of(read(text), catalogue()).values():
        out[lot.label] = out.get(lot.label, 0.0) + lot.best_mol
    return out


def test_what_is_dissolved_goes_in_with_its_part_of_the_solution() -> None:
    """ "X in 60 mL: 3 mL first": a twentieth of X, and the rest later; nothing is lost."""
    text = "Z\n\nMagnesium (2.43 g) in tetrahydrofuran (30 mL) in a 500 mL flask. Bromobenzene (15.7 g, 0.100 mol) in tetrahydrofuran (60 mL): 3 mL first; when it has started the rest is run in over 60 min."
    doc = read(text)
    parts = [m.amount.value for m in doc.materials if m.identity == "bromobenzene" and m.amount]
    assert sorted(parts) == pytest.approx([15.7 / 20, 15.7 * 19 / 20])
    steps = [s.n for s in doc.steps if any(m.id in s.materials for m in doc.materials if m.identity == "bromobenzene")]
    assert len(steps) == 2


def test_water_inside_the_brackets_of_a_solution_keeps_its_amount() -> None:
    found = lots(
        "Z\n\nPhenol 4.7 g in water 200 mL in a 1 L flask. Bromine 24.0 g in potassium bromide solution (30 g in 100 mL of water) over 60 min."
    )
    assert found["potassium bromide"] == pytest.approx(30 / 119.0, rel=0.01)
    assert found["water"] == pytest.approx(300 / 18.02, rel=0.02)


def test_a_liquid_without_a_density_is_taken_by_its_written_moles() -> None:
    found = lots(
        "Z\n\nPhenylacetic acid (13.6 g) in dichloromethane (100 mL) in a 250 mL flask. Methyl 3-chlorobenzoate (10 mL, 0.08 mol) is added over 10 min."
    )
    assert found["methyl 3-chlorobenzoate"] == pytest.approx(0.08)


@pytest.mark.parametrize(
    "order",
    ["Salt 58.5 g in a 500 mL flask, delivery tube through the stopper.", "Salt 58.5 g in a 500 mL flask; its delivery tube leads to"],
)
def test_what_stands_in_the_generator_is_no_absorber(order: str) -> None:
    text = f"Z\n\n{order} a bottle with 200 mL of water. Sulfuric acid 96 % 60 mL is dripped in over 60 min.".replace(
        "stopper. a bottle", "stopper. The tube goes to the bottom of a bottle"
    )
    doc = read(text)
    assert [m.role for m in doc.materials if m.identity == "sodium chloride"] == [None]
    assert [m.role for m in doc.materials if m.identity == "water"] == ["absorber"]


def test_a_bath_behind_the_thermometer_is_a_bath() -> None:
    doc = read(
        "Z\n\nPhenol 4.7 g, water 200 mL, in a 1 L flask, stirrer, thermometer in the liquid, ice bath 2 kg. Bromine 8 g over 60 min at 10 °C."
    )
    bath = next(v.bath for v in doc.vessels if v.bath)
    assert (bath.ice_g, bath.water_g) == (1000.0, 1000.0)
    doc = read("Z\n\nPhenol 4.7 g, water 200 mL, in a 1 L flask with the thermometer in the ice bath. Bromine 8 g over 60 min at 10 °C.")
    assert [v.sensor for v in doc.vessels if v.sensor] == ["bath"]


def test_out_of_its_bottle_into_a_flask_is_where_the_next_goes() -> None:
    doc = read(
        "Getting rid of acetyl chloride\n\nThe bottle holds 80 mL of acetyl chloride. I pour it into a 500 mL flask and add 200 mL of water in one go."
    )
    added = next(s for s in doc.steps if any(m.identity == "water" for m in doc.materials if m.id in s.materials))
    assert added.vessel == "500 mL flask" and added.all_at_once


@pytest.mark.parametrize(
    ("words", "minutes"), [("in 3/4 hour", 45.0), ("over 1/2 h", 30.0), ("over 1.5 h", 90.0), ("in three quarters of an hour", 45.0)]
)
def test_fractions_of_an_hour(words: str, minutes: float) -> None:
    doc = read(
        f"Z\n\nLauric acid 20.0 g in toluene 50 mL in a 250 mL flask. Thionyl chloride, 17.5 cc, {words} at 60 °C. Another hour at 70 °C, till the bubbles stop."
    )
    dosed = next(s for s in doc.steps if s.kind == "dose")
    held = doc.steps[-1]
    assert dosed.duration is not None and dosed.duration.value == pytest.approx(minutes)
    assert held.kind == "hold" and held.duration is not None and held.duration.value == 60.0


def test_a_name_that_no_catalogue_knows_is_a_material_that_is_asked_for() -> None:
    a = assess(
        read("Z\n\n45.7 g montanylic acid, 0.2 mol, goes into a 500 mL flask with toluene 100 mL. Thionyl chloride 17.5 mL over 45 min.")
    )
    assert "montanylic acid" in {m.text for m in a.materials} | {m.name for m in a.materials}
    assert a.verdict not in ("acceptable", "acceptable with conditions")


def test_a_hose_under_the_surface_is_a_gas_line() -> None:
    doc = read(
        "Z\n\nLauric acid 20.0 g in toluene 50 mL in a 250 mL flask with a condenser. The outlet is led by a hose under the surface of 150 ml caustic soda, 2 N, in a 250 ml bottle. Thionyl chloride, 17.5 mL, over 45 min."
    )
    assert [m.role for m in doc.materials if m.identity == "sodium hydroxide"] == ["absorber"]
