"""Phrases: a generator writes nitrations in varied words from known figures; every figure must come back."""

from __future__ import annotations

import random

import pytest
from deepness import DEEP
from hypothesis import given
from hypothesis import strategies as st

from northsquall.procedure import Procedure
from northsquall.procedure.amounts import lots_of
from northsquall.reading import read
from northsquall.substances import catalogue

ESTERS = ["methyl benzoate", "ethyl benzoate", "dimethyl phthalate", "methyl 2-chlorobenzoate"]
WORDS = ["zero", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven", "twelve", "fifteen", "twenty"]


def grams(rng: random.Random, value: float) -> str:
    return rng.choice(
        [f"{value:g} g", f"{value:g} grams", f"{value / 1000:g} kg", f"{value:g} gm", f"{value:g}g", f"{str(value).replace('.', ',')} g"]
    )


def mils(rng: random.Random, value: int) -> str:
    options = [
        f"{value} mL",
        f"{value} ml",
        f"{value} mils",
        f"{value} cc",
        f"{value / 1000:g} L",
        f"{value} millilitres",
        f"{value} cm³",
        f"{value}-mL".replace("-", " "),
    ]
    return rng.choice(options)


def minutes(rng: random.Random, value: int) -> str:
    options = [f"{value} min", f"{value} minutes", f"{value} mins"]
    if value % 60 == 0:
        options += [f"{value // 60} h", f"{value // 60} hr"]
    if value < len(WORDS) and value in (10, 12):
        options.append(f"{WORDS[value]} minutes")
    return rng.choice(options)


def degrees(rng: random.Random, value: int) -> str:
    return rng.choice([f"{value} °C", f"{value}°C", f"{value} degrees", f"{value} degrees C", f"{value} ºC", f"{value} deg C"])


def limit(rng: random.Random, value: int) -> str:
    return rng.choice(["below ", "under ", "not above ", "keeping it below ", "never over "]) + degrees(rng, value)


def material(rng: random.Random, amount: str, strength: str, name: str) -> str:
    lead = f"{strength} {name}".strip()
    inner = ", ".join(x for x in (strength, amount) if x)
    return rng.choice([f"{amount} of {lead}", f"{name} ({inner})", f"{amount} {lead}"])


def write(seed: int) -> tuple[str, dict[str, object]]:
    """A procedure and the figures in it."""
    rng = random.Random(seed)
    ester = rng.choice(ESTERS)
    m, v_acid, v_nitric = rng.randint(50, 400) / 10, rng.randint(20, 120), rng.randint(4, 30)
    p_acid, p_nitric = rng.choice([90, 96, 98]), rng.choice([65, 68, 70])
    t_ester, t_dose, t_hold = rng.choice([5, 10, 15, 20]), rng.choice([10, 12, 30, 45, 60, 120]), rng.choice([15, 20, 30, 60])
    lim, ice, pour = rng.choice([8, 10, 12, 15]), rng.choice([1, 2, 3]), rng.choice([300, 500, 800])
    flask = rng.choice([250, 500, 1000])
    bath = rng.choice([f"an ice bath of {ice} kg of ice and 1 kg of water", f"a bath of {ice} kg ice and 1 L water"])
    sensor = rng.choice(["a thermometer in the liquid", "a thermocouple dipping into the acid", "a temperature probe in the mixture"])
    acid = material(rng, mils(rng, v_acid), f"{p_acid} %", rng.choice(["sulfuric acid", "sulphuric acid", "H2SO4"]))
    stuff = material(rng, grams(rng, m), "", ester)
    nitric = material(rng, mils(rng, v_nitric), f"{p_nitric} %", rng.choice(["nitric acid", "HNO3"]))
    first = rng.choice(
        [
            f"In a {flask} mL flask with a stirrer and {sensor}, {acid} is cooled in {bath}.",
            f"A {flask} mL three-necked flask has a paddle stirrer and {sensor}. {acid[0].upper() + acid[1:]} is placed in the flask and cooled in {bath}.",
        ]
    )
    over = rng.choice(["over", "during", "within"])
    second = rng.choice(
        [
            f"{stuff[0].upper() + stuff[1:]} is added {over} {minutes(rng, t_ester)}.",
            f"Then {stuff} is run in {over} {minutes(rng, t_ester)}.",
        ]
    )
    third = rng.choice(
        [
            f"{nitric[0].upper() + nitric[1:]} is added {over} {minutes(rng, t_dose)}, {limit(rng, lim)}.",
            f"Next {nitric} is dripped in {over} {minutes(rng, t_dose)}, {limit(rng, lim)}.",
        ]
    )
    fourth = rng.choice([f"The mixture is stirred for {minutes(rng, t_hold)} more.", f"Stir for another {minutes(rng, t_hold)}."])
    fifth = rng.choice(
        [
            f"It is poured on to {grams(rng, float(pour))} of crushed ice in a 2 L beaker.",
            f"The batch is run on to crushed ice ({grams(rng, float(pour))}) in a 2 L beaker.",
        ]
    )
    return "A nitration\n\n" + " ".join([first, second, third, fourth, fifth]), {
        "ester": (ester, m), "acid": (v_acid, p_acid), "nitric": (v_nitric, p_nitric), "doses": [t_ester, t_dose], "hold": t_hold, "limit": lim, "ice": ice * 1000.0, "pour": float(pour), "flask": flask,
    }  # fmt: skip


def found(p: Procedure) -> dict[str, object]:
    lots = list(lots_of(p, catalogue()).values())
    by = {x.label: x for x in lots}
    ester = next(x for x in lots if x.label in ESTERS)
    doses = [s for s in p.steps if s.kind == "dose"]
    main = next(v for v in p.vessels if v.name == doses[-1].vessel)

    def solution(name: str) -> tuple[int, float]:
        x = by[name]
        assert x.volume_mL and x.material.strength
        return round(x.volume_mL), x.material.strength.percent_w or 0.0

    assert ester.mass_g and by["ice"].mass_g and main.bath
    return {
        "ester": (ester.label, round(ester.mass_g[1], 2)), "acid": solution("sulfuric acid"), "nitric": solution("nitric acid"),
        "doses": [round(s.duration.value) if s.duration else None for s in doses], "hold": next(round(s.duration.value) for s in p.steps if s.kind == "hold" and s.duration),
        "limit": doses[-1].T_limit.value if doses[-1].T_limit else None, "ice": main.bath.ice_g, "pour": by["ice"].mass_g[1], "flask": main.nominal_mL,
    }  # fmt: skip


def test_generated_procedures_give_their_figures_back() -> None:
    """At least 99 % of the figures over all texts; the failures are listed."""
    wrong, total = [], 0
    for seed in range(2000 if DEEP else 150):
        text, want = write(seed)
        try:
            got = found(read(text))
        except (StopIteration, KeyError, IndexError, AssertionError) as exc:
            got = {"error": repr(exc)}
        for key, value in want.items():
            total += 1
            if got.get(key) != value:
                wrong.append((seed, key, value, got.get(key), text if len(wrong) < 3 else ""))
    assert len(wrong) <= 0.01 * total, (len(wrong), total, wrong[:8])


@given(st.integers(0, 10_000))
def test_line_breaks_and_look_alikes_change_nothing(seed: int) -> None:
    """Broken lines, en dashes, non-breaking spaces leave the figures the same."""
    text, _ = write(seed)
    other = text.replace(" is ", "\nis ").replace(" of ", "\u00a0of ").replace("-necked", "–necked")
    assert found(read(other)) == found(read(text))


@pytest.mark.parametrize(
    ("sentence", "minutes", "low", "high"),
    [
        ("over 10 min", 10, None, None),
        ("over 10-15 min", 12.5, 10, 15),
        ("during 10 to 15 minutes", 12.5, 10, 15),
        ("over half an hour", 30, None, None),
        ("over a quarter of an hour", 15, None, None),
        ("over 1.5 h", 90, None, None),
        ("within an hour", 60, None, None),
        ("over ninety seconds", 1.5, None, None),
    ],
)
def test_durations(sentence: str, minutes: float, low: float | None, high: float | None) -> None:
    p = read(f"T\n\nIn a 250 mL flask, 20 mL of 96 % sulfuric acid is placed. Methyl benzoate (5 g) is added {sentence}.")
    d = p.steps[-1].duration
    assert d and (pytest.approx(d.value), d.low, d.high) == (minutes, low, high)


@pytest.mark.parametrize(
    ("sentence", "limit", "low", "high"),
    [
        ("below 10 °C", 10, None, None),
        ("at 5-10 °C", None, 5, 10),
        ("at 5–10 °C", None, 5, 10),
        ("at 5 to 10 degrees", None, 5, 10),
        ("not above 50 °F", 10, None, None),
        ("between −5 and 0 °C", None, None, None),
        ("at most 12 °C", 12, None, None),
    ],
)
def test_temperatures(sentence: str, limit: float | None, low: float | None, high: float | None) -> None:
    p = read(f"T\n\nIn a 250 mL flask, 20 mL of 96 % sulfuric acid is placed. Methyl benzoate (5 g) is added over 10 min {sentence}.")
    step = p.steps[-1]
    assert (step.T_limit.value if step.T_limit else None) == (pytest.approx(limit) if limit is not None else None)
    if low is not None:
        assert step.T_range and (step.T_range.low, step.T_range.high) == (low, high)


@pytest.mark.parametrize(
    "words",
    [
        "Sandwich recipe: take 100 g of bread.",
        "Dear colleague, thank you for lunch.",
        "日本語のテキスト 5 g",
        "12,5 mL Schwefelsäure werden vorgelegt.",
    ],
)
def test_texts_of_another_kind_are_read_without_a_figure(words: str) -> None:
    from northsquall.assess import assess

    a = assess(read(words))
    assert a.heat.total_kJ.best in (None, 0.0) and not a.exotherm.peak_T_C.established
    assert a.verdict == "not established"
