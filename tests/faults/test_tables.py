"""Charge lists and step tables put together by seed, in six forms of table and four of list: sound ones stay sound (common practice, no source)."""

from __future__ import annotations

import random
import tomllib
from pathlib import Path
from typing import Any

import pytest
from deepness import DEEP

from faults.judged import WRONG_SHARE, misjudged

TOLD: dict[str, Any] = tomllib.loads((Path(__file__).parent / "tables.toml").read_text("utf-8"))
FORMS = 10
LISTS = 7


def _range(ends: list[int] | None, unit: str, none: str) -> str:
    """ "5-15 °C" of two ends, "20 °C" of one."""
    return none if ends is None else f"{ends[0]}{unit}" if ends[0] == ends[1] else f"{ends[0]}-{ends[1]}{unit}"


def _figures(row: dict[str, Any], stop: str, warm_first: bool = True, to: str = "-") -> list[str]:
    """The temperature, the time and the limit of a row, those it has."""
    warm = [_range(row["T"], " °C", "").replace("-", to)] if "T" in row else []
    long = [f"{row['t']} min"] if "t" in row else []
    return [*(warm + long if warm_first else long + warm), *([f"{stop} {row['lim']} °C"] if stop and "lim" in row else [])]


def _table(form: int, rows: list[dict[str, Any]], none: str) -> str:
    """The steps in one of ten forms: bars with and without units, gaps with and without a heading, numbered lines, tabs with the time first, figures in brackets, bullets, and the figures of a row in one cell."""
    if form in (0, 1):
        unit = ("", "", "") if form == 0 else (" °C", " min", " °C")
        head = "| Step | Operation | T / °C | t / min | Limit / °C |" if form == 0 else "| No. | What | Temperature | Time | Stop at |"
        cells = [
            f"| {n} | {r['do']} | {_range(r.get('T'), unit[0], none)} | {str(r['t']) + unit[1] if 't' in r else none}"
            f" | {str(r['lim']) + unit[2] if 'lim' in r else none} |"
            for n, r in enumerate(rows, 1)
        ]
        return "\n".join([head, "|---|---|---|---|---|", *cells])
    if form == 2:
        gaps = [
            f"{n}   {r['do']}   {_range(r.get('T'), ' °C', '-')}   {str(r['t']) + ' min' if 't' in r else '-'}   {str(r['lim']) + ' °C' if 'lim' in r else '-'}"
            for n, r in enumerate(rows, 1)
        ]
        return "\n".join(["Step   Operation   Temperature   Time   Limit", *gaps])
    if form == 4:
        tabs = [
            f"{n}\t{str(r['t']) + ' min' if 't' in r else ''}\t{_range(r.get('T'), ' °C', '')}\t{r['do']}\t{str(r['lim']) + ' °C' if 'lim' in r else ''}"
            for n, r in enumerate(rows, 1)
        ]
        return "\n".join(["Step\tTime\tTemp\tWhat to do\tMax", *tabs])
    if form == 6:
        return "\n".join(f"- {', '.join([r['do'], *_figures(r, '')])}" + (f"; shut at {r['lim']} °C" if "lim" in r else "") for r in rows)
    if form == 7:
        cells = [
            f"| {n} | {r['do']} | {_range(r.get('T'), ' °C', none)}{', stop ' + str(r['lim']) + ' °C' if 'lim' in r else ''} | {str(r['t']) + ' min' if 't' in r else none} |"
            for n, r in enumerate(rows, 1)
        ]
        return "\n".join(["| step | action | T | time |", "|---|---|---|---|", *cells])
    if form == 8:
        cells = [f"| {n} | {r['do']} | {', '.join(_figures(r, 'stop at', warm_first=False)) or none} |" for n, r in enumerate(rows, 1)]
        return "\n".join(["| no | step | detail |", "|---|---|---|", *cells])
    if form == 9:
        gapped = ["   ".join([f"{r['do'][0].upper()}{r['do'][1:]}", *_figures(r, "limit", warm_first=False)]) for r in rows]
        return "\n".join(f"{n:>2}  {x}" for n, x in enumerate(gapped, 1))
    lines = []
    for n, r in enumerate(rows, 1):
        figures = _figures(r, "stop at" if form == 3 else "max")
        if form == 3:
            lines.append("; ".join([f"{n}. {r['do'][0].upper()}{r['do'][1:]}", *figures]) + ".")
        else:
            lines.append(f"{n}) {r['do']}" + (f" ({', '.join(figures)})" if figures else ""))
    return "\n".join(lines)


def _charges(form: int, items: list[list[str]]) -> str:
    """The charge list in one of seven forms."""
    if form == 0:
        return "| Substance | Amount | mol |\n|---|---|---|\n" + "\n".join(f"| {a} | {b} | {m} |" for a, b, m in items)
    if form == 1:
        return "Charge:\n" + "\n".join(f"{a:<34}{b:<12}{m}".rstrip() for a, b, m in items)
    if form == 2:
        return "Charges: " + "; ".join(f"{a} {b}" + (f" ({m} mol)" if m else "") for a, b, m in items) + "."
    if form == 3:
        return "Materials\n" + "\n".join(f"- {a}, {b}" for a, b, _ in items)
    if form == 4:
        rows = [f"| {a} | {b}{f' ({m} mol)' if m else ''} |" for a, b, m in items]
        return "\n".join(["| material | quantity |", "|---|---|", *rows])
    if form == 5:
        return "\n".join(f"- {a}: {b}" + (f", {m} mol" if m else "") for a, b, m in items)
    return "Reagents\t\n" + "\n".join(f"{a}\t{b}\t{m}" for a, b, m in items)


def in_tables(rng: random.Random, kind: dict[str, Any]) -> str:
    """A text of a kind with a wording drawn for each cell, in a drawn form of list, table and head."""
    around = [rng.choice(TOLD["common"][n]) for n in ("place", "protection", "people")]
    rows = [{**r, "do": rng.choice(r["do"])} for r in kind["rows"]]
    charges, table = _charges(rng.randrange(LISTS), kind["charges"]), _table(rng.randrange(FORMS), rows, rng.choice(["-", "–", ""]))
    vessel, capital = rng.choice(kind["vessel"]), [x[0].upper() + x[1:] for x in around]
    head = [
        f"Apparatus: {vessel}\n{'; '.join(around)}.",
        "\n".join([f"Vessel: {vessel}", *capital]),
        f"{vessel}. {'. '.join(capital)}.",
    ][rng.randrange(3)]
    return f"{rng.choice(kind['title'])}\n\n{head}\n\n{charges}\n\n{table}\n"


@pytest.mark.parametrize("kind", TOLD["kind"], ids=lambda k: k["name"])
def test_sound_tables_are_sound(kind: dict[str, Any]) -> None:
    rng, drawn = random.Random(f"table {kind['name']}"), 120 if DEEP else 8
    wrong = misjudged(in_tables(rng, kind) for _ in range(drawn))
    assert len(wrong) <= max(1, WRONG_SHARE * drawn), wrong


CARD_LABELS = {
    "place": ("Place", "Where", "Hood"),
    "protection": ("Wear", "PPE", "On you"),
    "people": ("Persons", "Who", "People"),
    "vessel": ("Glass", "Flask", "Apparatus", "Set-up", "Vessel"),
    "charge": ("Charge", "Take", "Have", "Need"),
}
CARD_SHARE = 0.12
"""Of cards that may be read otherwise, as measured: their layouts are more than the tables'."""


def _card_step(form: int, row: dict[str, Any]) -> str:
    """A step with its figures behind it in one of four forms."""
    do = row["do"][0].upper() + row["do"][1:]
    told = _figures(row, "not above" if form == 2 else "", warm_first=form == 1, to=" to " if form in (0, 3) else "-")
    if form == 0:
        return ", ".join([do, *told]) + "." + (f" At {row['lim']} °C: stop." if "lim" in row else "")
    if form == 1:
        return "; ".join([do, ", ".join(told)] if told else [do]) + (f"; tap shut at {row['lim']} °C" if "lim" in row else "") + "."
    if form == 2:
        return do + (f" ({', '.join(told)})" if told else "") + "."
    return do + "." + (f" {' at '.join(told)}." if told else "") + (f" Stop at {row['lim']} °C." if "lim" in row else "")


def on_cards(rng: random.Random, kind: dict[str, Any]) -> str:
    """A text of a kind as a card: labels and what stands beside them, the charges in four forms, numbered steps in four."""
    width, form, steps, mark = rng.choice((10, 12, 14)), rng.randrange(4), rng.randrange(4), rng.choice(("  ", "   ", ". ", ") "))

    def line(label: str, said: str) -> str:
        return f"{label:<{width}}{said}"

    head = [line(rng.choice(CARD_LABELS[n]), rng.choice(TOLD["common"][n])) for n in ("place", "people", "protection")]
    rng.shuffle(head)
    items = [f"{a} {b}" + (f" ({m} mol)" if m else "") for a, b, m in kind["charges"]]
    label = rng.choice(CARD_LABELS["charge"])
    charges = [
        [line(label, "; ".join(items))],
        [line(label if k == 0 else "", x) for k, x in enumerate(items)],
        ["", *(f"{a:<32}{b:<12}{m}".rstrip() for a, b, m in kind["charges"])],
        ["", line("Material", "Amount"), *(f"{a:<32}{b}" + (f" ({m} mol)" if m else "") for a, b, m in kind["charges"])],
    ][form]
    rows = [f"{n}{mark}{_card_step(steps, {**r, 'do': rng.choice(r['do'])})}" for n, r in enumerate(kind["rows"], 1)]
    vessel = line(rng.choice(CARD_LABELS["vessel"]), rng.choice(kind["vessel"]))
    return "\n".join([f"CARD {rng.randrange(1, 60)}   {rng.choice(kind['title'])}", "", *head, vessel, *charges, "", *rows]) + "\n"


def test_sound_cards_are_sound() -> None:
    rng, each = random.Random("cards"), 40 if DEEP else 3
    wrong = misjudged(on_cards(rng, kind) for kind in TOLD["kind"] for _ in range(each))
    assert len(wrong) <= CARD_SHARE * each * len(TOLD["kind"]), wrong
