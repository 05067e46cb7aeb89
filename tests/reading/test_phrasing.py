"""What is meant does not depend on how it is put: a generator, rewordings of whole texts, and broken ones."""

from __future__ import annotations

import random
import re
import time
from collections.abc import Callable

import pytest
from deepness import DEEP
from machine import slowness
from reading.generate import Told, told
from reading.score import texts

from northsquall.procedure import Procedure
from northsquall.procedure.amounts import lots_of
from northsquall.procedure.units import convert
from northsquall.reading import ReadError, read
from northsquall.substances import catalogue
from northsquall.substances.resolve import structure_of_name


def missed(t: Told, p: Procedure) -> list[str]:
    """Quantities of a generated text that the document does not hold where they belong."""
    out = []
    free = list(p.materials)
    for name, value, unit in t.lots:
        s = catalogue().find(name)
        assert s is not None
        hit = next(
            (
                m
                for m in free
                if m.identity == s.id
                and m.amount
                and m.step is not None
                and abs(convert(m.amount.value, m.amount.unit, "mass" if unit == "g" else "volume") - value) < 1e-6
            ),
            None,
        )
        if hit is None:
            out.append(f"{name} {value:g} {unit}")
        else:
            free.remove(hit)
    spare = [s.duration.value for s in p.steps if s.duration]
    for minutes in t.times:
        if minutes in spare:
            spare.remove(minutes)
        else:
            out.append(f"{minutes:g} min")
    limits = [s.T_limit.value for s in p.steps if s.T_limit]
    windows = [
        (s.T_range.low if s.T_range.low is not None else s.T_range.value, s.T_range.high if s.T_range.high is not None else s.T_range.value)
        for s in p.steps
        if s.T_range
    ]
    for kind, low, high in t.temperatures:
        if not (kind == "limit" and low in limits) and not (kind == "window" and (low, high) in windows):
            out.append(f"{kind} {low:g} to {high:g} °C")
    return out


def test_quantities_of_generated_procedures_are_recovered() -> None:
    """99 % of over 2,000 quantities; the failures are listed."""
    rng = random.Random(20261125)
    n, failures = 0, []
    while n < 2000:
        t = told(rng)
        n += len(t.lots) + len(t.times) + len(t.temperatures)
        failures += [(x, t.text) for x in missed(t, read(t.text))]
    assert len(failures) <= 0.01 * n, (len(failures), n, failures[:6])


def shape(p: Procedure) -> tuple[object, ...]:
    """What a rewording must leave the same: lots with moles, steps with parameters, the result."""
    lots = lots_of(p, catalogue())
    by_step = [[(lots[k].label, float(f"{lots[k].best_mol:.3g}")) for k in s.materials] for s in p.steps]

    def span(q: object) -> tuple[float, float] | None:
        return (
            None if q is None else (round(q.low if q.low is not None else q.value, 1), round(q.high if q.high is not None else q.value, 1))
        )  # type: ignore[attr-defined]

    steps = [
        (s.kind, lots_, round(s.duration.value, 1) if s.duration else None, span(s.T_range), span(s.T_limit))
        for s, lots_ in zip(p.steps, by_step, strict=True)
    ]
    return steps, p.results.product_identity, round(p.results.mass_g.value, 2) if p.results.mass_g else None


def cut_decimals(text: str) -> str:
    return re.sub(r"(?<=\d)\.(?=\d)", ",", text)


REWORDINGS: dict[str, Callable[[str], str]] = {
    "sulphuric": lambda t: t.replace("sulfuric", "sulphuric").replace("Sulfuric", "Sulphuric"),
    "American verbs": lambda t: t.replace("neutralised", "neutralized").replace("recrystallised", "recrystallized"),
    "en dashes": lambda t: re.sub(r"(?<=\d)-(?=\d)", "–", t),
    "no-break spaces": lambda t: re.sub(r"(?<=\d) (?=(?:g|mL|min|°C|%|mol)\b|°|%)", "\u00a0", t),
    "minutes in words": lambda t: re.sub(r"(?<=\d) min\b", " minutes", t),
    "ml": lambda t: re.sub(r"\bmL\b", "ml", t),
    "cubic centimetres": lambda t: re.sub(r"(?<=\d) mL\b(?! (?:three|four|round|two|flask|beaker|Erlen|conical))", " cm3", t),
    "kilograms": lambda t: re.sub(r"\b(\d+(?:\.\d+)?) g\b", lambda m: f"{float(m[1]) / 1000:.6g} kg", t),
    "line breaks": lambda t: t[: t.index("\n") + 2] + re.sub(r"((?:\S+ ){9}\S+) ", r"\1\n", t[t.index("\n") + 2 :]),
    "soft hyphens": lambda t: t.replace("solution", "solu\u00adtion").replace("temperature", "tempera\u00adture"),
    "curly quotes": lambda t: t.replace("'", "’").replace('"', "“"),
    "decimal commas": cut_decimals,
}
JOURNAL = [t for t in texts() if t.voice == "journal" and t.number not in (77,)]


@pytest.mark.parametrize("name", REWORDINGS)
def test_rewording_leaves_the_document_the_same(name: str) -> None:
    for t in JOURNAL:
        new = REWORDINGS[name](t.text)
        assert shape(read(new)) == shape(read(t.text)), (name, t.number)


def test_a_changed_number_changes_exactly_one_thing() -> None:
    """Every amount, time and temperature of the journal texts in turn."""
    for t in JOURNAL[:: 1 if DEEP else 4]:
        before = shape(read(t.text))
        for m in re.finditer(
            r"(?<![\d.,(])\b(\d{2,3})(?= (?:min|mL|g)\b)(?! mL (?:three|four|round|two|flask|beaker|Erlen|conical|bottle|empty))",
            t.text[t.text.index("\n") :],
        ):
            at = m.start() + t.text.index("\n")
            new = t.text[:at] + str(int(m[1]) + 1) + t.text[at + len(m[1]) :]
            after = shape(read(new))
            steps = [(a, b) for a, b in zip(before[0], after[0], strict=True) if a != b]  # type: ignore[call-overload]
            differ = [sum(x != y for x, y in zip(a, b, strict=True)) for a, b in steps] or [int(before[2] != after[2])]
            assert sum(differ) <= 1, (t.number, m[0], steps)


JUNK = [
    "",
    " ",
    "\n",
    "0",
    "9e9",
    "½",
    "µ",
    "°",
    "%",
    "(",
    ")",
    "|",
    "\t",
    "–",
    "\u00a0",
    "\u202e",
    "😀",
    "грамм",
    "毫升",
    "ß",
    "two to the third",
    "-5",
    "1.2.3",
    "NaN",
    "∞",
    "/",
    "\\",
    "'",
    "\u00ad",
    "…",
    "->",
    "then",
    "it",
]


def mutated(rng: random.Random, text: str) -> str:
    chars = list(text)
    for _ in range(rng.randint(1, 25)):
        at = rng.randrange(len(chars))
        what = rng.random()
        if what < 0.35:
            del chars[at : at + rng.randint(1, 12)]
        elif what < 0.75:
            chars[at:at] = rng.choice(JUNK)
        else:
            to = rng.randrange(len(chars))
            chars[at], chars[to] = chars[to], chars[at]
        if not chars:
            break
    return "".join(chars)


@pytest.mark.timed
def test_broken_texts_are_read_or_refused_and_never_hang() -> None:
    rng, slow = random.Random(7), slowness()
    pool = texts()
    read("Trial\n\n5 g of salt in 20 mL of water.")  # what is loaded once is not timed
    structure_of_name("4-phenylheptan-3-one")  # the reader of systematic names starts Java
    for _ in range(10_000 if DEEP else 150):
        text = mutated(rng, rng.choice(pool).text)
        began = time.perf_counter()
        try:
            p = read(text)
        except ReadError as refused:
            assert "\n" not in str(refused)
            continue
        assert time.perf_counter() - began < 2.0 * slow, text
        assert all(0 <= m.span[0] <= m.span[1] <= len(p.source_text) for m in p.materials)
        assert [s.n for s in p.steps] == list(range(1, len(p.steps) + 1))
        assert all(m.step is None or m.id in p.steps[m.step - 1].materials for m in p.materials), text
