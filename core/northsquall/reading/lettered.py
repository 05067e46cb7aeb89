"""Cards that call their vessels by letters ("Vessel A  100 mL flask", "A  acetanilide  6.75 g", "B into A"): the vessel put in the letter's place."""

from __future__ import annotations

import re

from northsquall import patterns

_WORD = r"(?:[Vv]essel|[Ff]lask|[Bb]eaker|[Pp]ot|[Rr]eactor)"
_KIND = r"(?:conical flask|flask|beaker|conical|bottle|jar|bucket|reactor|cylinder)"
DECLARED = patterns.compile(
    rf"^(?P<head>[ \t]*(?:[-*•][ \t]*)?(?:(?P<word>vessel|flask|beaker|pot|reactor)[ \t]+(?P<letter>[A-H])\b[ \t]*[:=–-]?|(?P<only>[A-H])[:=](?=[ \t]+\d[\d.,]*[ ]?m?L(?:[ ][\w-]+){{0,2}}?[ ]{_KIND}\b))[ \t]+)(?P<size>\d[\d.,]*[ ]?m?L)\b(?:(?P<between>(?:[ ][\w-]+){{0,2}}?)[ ](?P<kind>{_KIND})\b)?",
    re.I | re.M,
)
""" "Vessel A   100 mL three-neck flask, stirrer", "Vessel A: 250 mL, 3 necks", "A: 400 mL beaker": without a kind, "vessel" is a flask."""
ROW = patterns.compile(r"^[ \t]*(?P<letter>[A-H])(?:[ \t]{2,}|[ \t]*[:|][ \t]*)(?=\S)", re.M)
""" "A   acetanilide   6.75 g": a row of what goes into a vessel."""
INSIDE = patterns.compile(rf"(?P<head>[ \t]*(?:(?:\d+[.)]?|[-*•])[ \t]+)?)(?:{_WORD} )?(?P<letter>[A-H]):[ \t]+")
""" "1  Vessel A: acid, water": what is done in a vessel."""
IN_A_CELL = patterns.compile(r"\|[ \t]*(?P<letter>[A-H]):[ \t]+")
""" "| 5 | B: copper(I) chloride | 5 °C |"."""
OF_A_COLUMN = patterns.compile(r"\|[ \t]*(?P<letter>[A-H])(?=[ \t]*\|)")
""" "| 5 | B | copper(I) chloride and acid; cool | 5 |": a column that says in which vessel."""
CONTENTS_OF = patterns.compile(r"[ \t]*\|[ \t]*(?:[Tt]he )?[Cc]ontents of (?P<letter>[A-H])(?: are added)?(?=[ ,])")
A_STEP = patterns.compile(r"[ \t]*\|[ \t]*\d{1,2}[.)]?[ \t]*\|")
PACED = patterns.compile(r"\b(?:slowly|drops?|dropwise|portions?|lots|over|min|below|above|last|then|later)\b", re.I)
"""A row that says how it goes in: a sentence of its own."""
GAP = patterns.compile(r"[ \t]{2,}")
ONE_INTO_ANOTHER = rf"(?:(?:[Cc]old|[Ii]ce-cold|[Cc]ooled|[Ww]arm) )?(?:{_WORD} )?(?P<from>[A-H])(?: \((?:(?:still )?(?:ice-)?cold|(?:still |kept )?(?:at|below|under) -?\d+(?: ?[-–] ?-?\d+)? ?°C)\)|, (?:still |kept )+(?:cold|(?:at|below|under) -?\d+(?: ?[-–] ?-?\d+)? ?°C),)?(?P<mid>,? (?:is |then |slowly |dropwise |in (?:\w+ )?(?:portions|lots) )*(?:into|to|onto|on to|over to) )(?:{_WORD} )?(?P<to>[A-H])"
EMPTIED = rf"(?P<pour>\b(?:[Pp]our|[Ee]mpty|[Tt]ip|[Rr]un|[Tt]ransfer|[Aa]dd|[Dd]rip|[Ff]eed)(?: all of| the whole of)? )(?:{_WORD} )?(?P<out>[A-H])"
ALONE = rf"(?P<before>\b(?:[Cc]ool|[Hh]eat|[Ww]arm|[Ss]tir|[Ss]hake|[Ss]wirl|[Cc]hill|[Ll]et|into|in|to|of|from|onto|over|with) )(?:{_WORD} )?(?P<named>[A-H])"
BY_ITSELF = r"(?P<start>(?<=\d[.)] )|(?<=\d  )|(?<=[.;] )|(?<=\| )|(?<=\|))(?P<own>[A-H])(?= to -?\d)"
""" "7. B to 20 °C"."""
REFERENCE = patterns.compile(rf"(?<![\w-])(?:{ONE_INTO_ANOTHER}|{EMPTIED}|{ALONE}|{BY_ITSELF})(?=[\s.,;:)]|$)(?! ?[-–=] ?\d)")
"""Where a letter stands for a vessel in running text."""


def _kind(declared: re.Match[str]) -> str:
    """What the vessel of a declaration is."""
    word = (declared["kind"] or declared["word"] or "flask").lower()
    return "flask" if word in ("vessel", "pot", "reactor") and declared["kind"] is None else word


BY_NUMBER = patterns.compile(r"\b(?P<word>[Pp]ot|[Vv]essel|[Ff]lask|[Rr]eactor|[Bb]eaker) (?P<n>[1-4])\b(?! ?(?:[.,]\d|m?L\b|%))")
NUMBERED = patterns.compile(
    r"^[ \t]*(?:[-*•][ \t]*)?(?:pot|vessel|flask|reactor|beaker) (?P<n>[1-4])[ \t]*[:=–-][ \t]+\d[\d.,]*[ ]?m?L\b", re.I | re.M
)
""" "- pot 2: 1 L three-neck flask"."""


def _by_letters(text: str) -> str:
    """The text, as long as it was, with letters for the numbers of two or more vessels that are declared by one."""
    found = {m["n"] for m in NUMBERED.finditer(text)}
    if len(found) < 2:
        return text
    return BY_NUMBER.sub(lambda m: m.group() if m["n"] not in found else f"{m['word']} {'ABCD'[int(m['n']) - 1]}", text)


def in_full(text: str, where: list[int]) -> tuple[str, list[int]]:
    """The text with the vessels of a card in place of their letters, and where each of its characters stood; unchanged where fewer than two are declared.

    `where` maps the characters of `text` to an earlier form, [] for itself.
    """
    original, text = text, _by_letters(text)
    found = list(DECLARED.finditer(text))
    names = {(m["letter"] or m["only"]).upper(): f"{m['size']} {_kind(m)}" for m in found}
    if len(names) < 2 or len(names) != len(found) or len(set(names.values())) != len(names):
        return original, where
    out: list[str] = []
    places: list[int] = []

    def put(words: str, at: int) -> None:
        out.append(words)
        places.extend([at] * len(words))

    def copy(a: int, b: int) -> None:
        out.append(text[a:b])
        places.extend(range(a, b))

    def prose(a: int, b: int) -> None:
        at = a
        for m in REFERENCE.finditer(text, a, b):
            letters = [m[k] for k in ("from", "to", "out", "named", "own") if m[k]]
            if not all(x in names for x in letters):
                continue
            copy(at, m.start())
            if m["from"]:
                run = m["mid"] if " is " in m["mid"] else f" are run {m['mid'].strip(' ,')} "
                the = "The" if text[: m.start()].rstrip(" ").endswith((".", ";", "\n")) or m.start() == a else "the"
                put(f"{the} contents of the {names[m['from']]}{run}the {names[m['to']]}", m.start())
            elif m["out"]:
                put(f"{m['pour']}the contents of the {names[m['out']]}", m.start())
            elif m["own"]:
                put(f"bring the {names[m['own']]}", m.start())
            else:
                put(f"{m['before']}the {names[m['named']]}", m.start())
            at = m.end()
        copy(at, b)

    begin, open_row = 0, ""
    for line in text.splitlines(keepends=True):
        end = begin + len(line)
        told, row = DECLARED.match(text, begin, end), ROW.match(text, begin, end)
        together = row is not None and row["letter"] == open_row and PACED.search(line) is None
        if open_row and not together:
            put(".\n", begin)
        inside = INSIDE.match(line)
        cell = IN_A_CELL.search(line) if line.count("|") > 1 else None
        if told is not None:
            copy(told.start("size"), told.end("size"))
            if told["kind"] is None:
                put(f" {_kind(told)}", told.end("size"))
            copy(told.end("size"), end)
        elif row is not None and row["letter"] in names and not re.match(r"[ \t]*\d", line):
            put(", " if together else f"In the {names[row['letter']]}: ", begin)
            at = row.end()
            for gap in GAP.finditer(text, at, end):
                copy(at, gap.start() + 1)
                at = gap.end()
            stop = at + len(text[at:end].rstrip(" .\n"))
            copy(at, stop)
            if PACED.search(line) is not None:
                put(".\n", max(stop - 1, begin))
                open_row = ""
            else:
                open_row = row["letter"]
            begin = end
            continue
        elif line.count("|") > 2 and (column := OF_A_COLUMN.search(line)) is not None and column["letter"] in names:
            copy(begin, begin + column.start("letter"))
            if A_STEP.match(line) is not None:
                put(names[column["letter"]], begin + column.start("letter"))
            at = begin + column.end("letter")
            over = CONTENTS_OF.match(text, at, end)
            if over is not None and over["letter"] in names and over["letter"] != column["letter"]:
                put(f" | run the contents of the {names[over['letter']]} into the {names[column['letter']]}", at)
                at = over.end()
            prose(at, end)
        elif cell is not None and cell["letter"] in names:
            prose(begin, begin + cell.start("letter"))
            put(f"In the {names[cell['letter']]}: ", begin + cell.start("letter"))
            prose(begin + cell.end(), end)
        elif inside is not None and inside["letter"] in names:
            copy(begin, begin + inside.end("head"))
            put(f"In the {names[inside['letter']]}: ", begin)
            prose(begin + inside.end(), end)
        else:
            prose(begin, end)
        begin, open_row = end, ""
    mapped = [*places, len(text)]
    return "".join(out), [where[i] if where else i for i in mapped]
