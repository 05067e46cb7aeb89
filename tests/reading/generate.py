"""Procedures in varied phrasing from random documents: what was meant is known, so what is read can be counted."""

from __future__ import annotations

import random
from dataclasses import dataclass, field

SOLIDS = [
    "benzoic acid",
    "acetanilide",
    "4-nitrobenzoic acid",
    "salicylic acid",
    "p-toluidine",
    "camphor",
    "phthalic anhydride",
    "sodium acetate",
    "potassium carbonate",
    "2-naphthol",
]
LIQUIDS = [
    "toluene",
    "methanol",
    "ethanol",
    "acetic acid",
    "acetic anhydride",
    "benzaldehyde",
    "aniline",
    "cyclohexanol",
    "tert-butanol",
    "ethyl acetate",
    "chlorobenzene",
    "acetophenone",
]
ACIDS = [
    ("sulfuric acid", 96),
    ("hydrochloric acid", 37),
    ("nitric acid", 68),
    ("hydrobromic acid", 48),
    ("sodium hydroxide", 10),
    ("sulfuric acid", 30),
    ("phosphoric acid", 85),
]
WASHES = [("sodium bicarbonate", 5), ("sodium hydroxide", 5), ("sodium carbonate", 10)]
SPOKEN = {
    5: "five",
    10: "ten",
    12: "twelve",
    15: "fifteen",
    20: "twenty",
    25: "twenty-five",
    30: "thirty",
    40: "forty",
    45: "forty-five",
    60: "sixty",
    80: "eighty",
    100: "a hundred",
    120: "a hundred and twenty",
    150: "a hundred and fifty",
}


@dataclass
class Told:
    """A text and the quantities in it."""

    text: str = ""
    lots: list[tuple[str, float, str]] = field(default_factory=list)
    """(substance, amount, unit)."""
    times: list[float] = field(default_factory=list)
    temperatures: list[tuple[str, float, float]] = field(default_factory=list)
    """("limit" or "window", low, high)."""


def _amount(rng: random.Random, value: float, unit: str) -> str:
    if value in SPOKEN and rng.random() < 0.15:
        return f"{SPOKEN[int(value)]} {'grams' if unit == 'g' else 'mils'}"
    shown = f"{value:g}"
    return rng.choice([f"{shown} {unit}", f"{shown} {unit}", f"{shown}{unit}", f"{shown} {'grams' if unit == 'g' else 'ml'}"])


def _lot(rng: random.Random, told: Told, name: str, unit: str, percent: int | None = None) -> str:
    value = float(rng.choice([5, 8.5, 10, 12, 13.6, 15, 20, 22.5, 25, 30, 40, 45, 60, 80, 100, 120, 150]))
    told.lots.append((name, value, unit))
    amount = _amount(rng, value, unit)
    if percent is not None:
        return rng.choice(
            [
                f"{amount} of {percent} % {name}",
                f"{name} ({percent} %, {amount})",
                f"{percent} % {name} ({amount})",
                f"{amount} {percent} % {name}",
            ]
        )
    return rng.choice([f"{amount} of {name}", f"{name} ({amount})", f"{amount} {name}", f"{name} ({amount}, dried)"])


def _time(rng: random.Random, told: Told, lead: tuple[str, ...] = ("over", "during", "in the course of")) -> str:
    minutes = rng.choice([5, 10, 15, 20, 30, 40, 45, 60, 90, 120])
    told.times.append(float(minutes))
    word = rng.choice(
        [
            f"{minutes} min",
            f"{minutes} minutes",
            *([f"{minutes // 60} h", f"{minutes // 60} hour{'s' if minutes > 60 else ''}"] if minutes % 60 == 0 else []),
            *([f"{SPOKEN[minutes]} minutes"] if minutes in SPOKEN and minutes < 60 else []),
        ]
    )
    return f"{rng.choice(lead)} {word}"


def _warmth(rng: random.Random, told: Told) -> str:
    if rng.random() < 0.5:
        limit = float(rng.choice([10, 15, 20, 25, 30, 40]))
        told.temperatures.append(("limit", limit, limit))
        return rng.choice(
            [f"below {limit:g} °C", f"keeping it under {limit:g} °C", f"not above {limit:g} °C", f"so that {limit:g} °C was not exceeded"]
        )
    low = float(rng.choice([0, 5, 10, 15, 20]))
    told.temperatures.append(("window", low, low + 5))
    return rng.choice(
        [f"at {low:g}-{low + 5:g} °C", f"at {low:g} to {low + 5:g} °C", f"at {low:g}–{low + 5:g} °C", f"between {low:g} and {low + 5:g} °C"]
    )


def told(rng: random.Random) -> Told:
    """One random procedure."""
    t = Told()
    solid, liquid = rng.choice(SOLIDS), rng.choice(LIQUIDS)
    other = rng.choice([x for x in LIQUIDS if x != liquid])
    acid, percent = rng.choice(ACIDS)
    size = rng.choice([250, 500, 1000])
    said = []
    a, b = _lot(rng, t, solid, "g"), _lot(rng, t, liquid, "mL")
    said.append(
        rng.choice(
            [
                f"{a} and {b} were placed in a {size} mL three-necked flask.",
                f"Charge {a} and {b} to a {size} mL flask.",
                f"In a {size} mL flask {a} was dissolved in {b}.",
                f"A {size} mL flask was charged with {a} and {b}.",
            ]
        )
    )
    c = _lot(rng, t, acid, "mL", percent)
    time = _time(rng, t)
    warmth = _warmth(rng, t)
    said.append(
        rng.choice(
            [
                f"{c[0].upper() + c[1:]} was added dropwise {time} {warmth}.",
                f"Add {c} {time}, {warmth}.",
                f"Then {c} was run in {time} {warmth}.",
            ]
        )
    )
    if rng.random() < 0.7:
        d = _lot(rng, t, other, "mL")
        time = _time(rng, t)
        said.append(rng.choice([f"{d[0].upper() + d[1:]} was dripped in {time}.", f"After that add {d} {time}."]))
    hold = _time(rng, t, ("for",))
    warm = float(rng.choice([20, 40, 50, 60, 80]))
    t.temperatures.append(("window", warm, warm))
    said.append(
        rng.choice(
            [f"The mixture was stirred {hold} at {warm:g} °C.", f"Stir {hold} at {warm:g} °C.", f"It was kept {hold} at {warm:g} °C."]
        )
    )
    if rng.random() < 0.5:
        value = float(rng.choice([100, 150, 200, 300]))
        t.lots.append(("ice", value, "g"))
        said.append(
            rng.choice([f"The mixture was poured on to {value:g} g of ice.", f"Pour it onto {value:g} g of crushed ice in a 1 L beaker."])
        )
        said.append(rng.choice(["The solid was filtered off and dried.", "Filter, wash with water, dry."]))
    else:
        wash, strength = rng.choice(WASHES)
        e = _lot(rng, t, wash, "mL", strength)
        said.append(
            rng.choice(
                [
                    f"The organic layer was separated, washed with {e} and dried over magnesium sulfate.",
                    f"Separate, wash the upper layer with {e}, dry.",
                ]
            )
        )
    joiner = rng.choice([" ", " ", "\n"])
    t.text = "Test batch\n\n" + joiner.join(said) + "\n"
    return t
