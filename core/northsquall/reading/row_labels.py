"""Rows of a charge table by one kind of label: "R1", "(1)", "II" and cells parted by semicolons become what the rules read, with where each character stood."""

from __future__ import annotations

import re

from northsquall import patterns

ROMAN = {"I": 1, "II": 2, "III": 3, "IV": 4, "V": 5, "VI": 6, "VII": 7, "VIII": 8, "IX": 9, "X": 10}
LABEL = patterns.compile(r"(?P<before>\(|[A-Z]{1,2}|[Nn][or]\.? ?|#)?(?P<number>\d{1,2})[).]?")
"""What names a row of a table."""
CELL = patterns.compile(r"^[ \t|]*(?P<label>[^|;\t]{1,5}?)(?: *\||;|\t| {2,})(?=[^\n]*(?:\||;|\t| {2,}))")
"""The first cell of a row of three or more."""
LEAST_ROWS = 2
SEMICOLONS = 2
"""Semicolons in a line from which it may be a row."""
LONGEST_CELL = 60
MEANT = r"(?=[,.;]? |[,.;]?$|[,.;)])"
"""What stands behind a row's number where it is spoken of."""


def _number(label: str) -> tuple[str, int] | None:
    """(kind of label, its number): ("R", 3) of "R3", ("roman", 2) of "II", ("", 1) of "1."; None where it is none."""
    if (said := label.strip("().")) in ROMAN:
        return "roman", ROMAN[said]
    m = LABEL.fullmatch(label)
    return ((m["before"] or "").strip(), int(m["number"])) if m is not None else None


def _labelled(text: str) -> tuple[str, dict[int, tuple[int, int, int]]]:
    """(kind of the labels, the number and the place of each by the start of its line) of the first table whose rows are told by numbers from one on."""
    found: dict[int, tuple[int, int, int]] = {}
    kind, begin = "", 0
    for line in text.split("\n"):
        m = CELL.match(line)
        known = _number(m["label"].strip()) if m is not None else None
        if m is not None and known is not None and known[1] == len(found) + 1 and (not found or known[0] == kind):
            kind = known[0]
            found[begin] = (known[1], begin + m.start("label"), begin + m.end("label"))
        elif found and (m is not None or not line.strip()):
            break
        begin += len(line) + 1
    return (kind, found) if len(found) >= LEAST_ROWS else ("", {})


def _references(kind: str) -> re.Pattern[str] | None:
    """How the rows are spoken of behind their table."""
    if kind == "(":
        return patterns.compile(r"(?<=[a-z+,:.] )\((\d{1,2})\)" + MEANT)
    if kind == "roman":
        return patterns.compile(
            r"(?<![\w(])\(?(II|III|IV|V|VI|VII|VIII|I(?= (?:in|and|with|mixed|diluted|goes|into|from|over|is) ))\)?(?![\w(-])"
        )
    if not kind:
        return patterns.compile(r"(?<=[a-z+,:.|] )\((\d{1,2})\)(?! [A-Z])" + MEANT)
    return patterns.compile(rf"(?<!\w){re.escape(kind)} ?(\d{{1,2}})(?![\w.%]\w)(?! ?(?:mL|g|L|°C)\b)") if kind and kind != "#" else None


def _semicolon_rows(text: str) -> list[tuple[int, int]]:
    """(start, end) of the lines that are rows of cells parted by semicolons: three or more together with as many each."""
    rows: list[tuple[int, int]] = []
    run: list[tuple[int, int]] = []
    count, begin = 0, 0
    for line in [*text.split("\n"), ""]:
        n = line.count(";")
        cells = line.split(";")
        row = n >= SEMICOLONS and all(len(x) <= LONGEST_CELL and ". " not in x for x in cells)
        if run and (not row or n != count):
            rows += run if len(run) > LEAST_ROWS else []
            run = []
        if row:
            count = n
            run.append((begin, begin + len(line)))
        begin += len(line) + 1
    return rows


SLASHED = patterns.compile(
    r"^(?P<a>[^/\n\d|]{2,30}) / (?P<b>[^/\n|]{2,30}?) / (?P<c>[^/\n\d|]{2,30}?)(?P<gap> {2,})(?P<x>\d[\d.,]*) / (?P<y>\d[\d.,]*) / (?P<z>\d[\d.,]*) (?P<unit>m?L|m?g)[ ]*$",
    re.M,
)
""" "water / 15 % NaOH / water   1.5 / 1.5 / 4.5 mL": three charges in a row."""


def _slashed_rows(text: str) -> list[tuple[int, int, str]]:
    """Changes that give each of three charges in a row a row of its own; the last of two of one name goes where the steps call it the last."""
    changes: list[tuple[int, int, str]] = []
    for m in SLASHED.finditer(text):
        rows = [(m[n].strip(), m[q]) for n, q in (("a", "x"), ("b", "y"), ("c", "z"))]
        again = patterns.compile(rf"\bthe (?:last|second) {re.escape(rows[2][0])}\b", re.I)
        last = again.search(text, m.end()) if rows[2][0].lower() == rows[0][0].lower() else None
        if last is not None:
            changes.append((last.start(), last.end(), f"{rows[2][0]} {rows[2][1]} {m['unit']}"))
            rows = rows[:2]
        changes.append((m.start(), m.end(), "\n".join(f"{name}{m['gap']}{amount} {m['unit']}" for name, amount in rows)))
    return changes


def with_plain_rows(text: str) -> tuple[str, list[int]]:
    """The text with one kind of label and of cell, and where each of its characters stood ([] where nothing changed)."""
    changes = _slashed_rows(text)
    for begin, end in _semicolon_rows(text):
        changes.append((begin, begin, "| "))
        changes += [(k, k + 1, " | ") for k in range(begin, end) if text[k] == ";"]
    kind, rows = _labelled(text)
    if rows:
        changes += [(a, b, str(n).ljust(b - a)) for n, a, b in rows.values()] if kind else []
        last = max(b for _, _, b in rows.values())
        said = _references(kind)
        for m in said.finditer(text, last) if said is not None else []:
            n = ROMAN.get(m[1], 0) or int(m[1])
            if 0 < n <= len(rows):
                changes.append((m.start(), m.end(), str(n)))
    if not changes:
        return text, []
    out: list[str] = []
    where: list[int] = []
    at = 0
    for a, b, put in sorted(changes):
        out += [text[at:a], put]
        where += [*range(at, a), *([a] * len(put))]
        at = b
    return "".join(out) + text[at:], [*where, *range(at, len(text) + 1)]
