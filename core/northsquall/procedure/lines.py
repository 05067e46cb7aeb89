"""Lines that were broken at a margin, joined: a sentence goes on over the line end, and no word of it changes its place."""

from __future__ import annotations

import re
from functools import lru_cache
from itertools import pairwise

from northsquall import patterns

NARROWEST, WIDEST = 40, 132
"""Margins at which texts are broken, in characters (assumption)."""
LEAST_BREAKS = 2
"""Broken lines from which a text is taken to have a margin (assumption)."""
LEAST_SHARE = 0.8
"""Share of the line ends within paragraphs that a margin explains, from which it is one (assumption)."""
BEGINS = patterns.compile(
    r"\s*(?:[-*•–·▪‣+]\s|\(?[A-Z]?\d{1,3}[.):](?!\d)|\d{1,2}\s{2,}|\(?[A-Za-z][.)]\s|[A-Z]\s{2,}|(?i:step|stage|note)\b|[A-Z][A-Za-z-]{2,14}(?: [a-z]{2,12}){0,4}:|(?:Filter|Wash|Stir|Cool|Heat|Hold|Pour|Quench|Dry|Distil|Separate|Extract);|[A-Z][A-Za-z-]{2,14}(?: [a-z]{2,12})? {2,}\S|\||\d{1,2}:\d\d\b|$)"
)
"""What begins a line of its own: a bullet, a number, a letter, a cell."""
COLUMNS = patterns.compile(r"\||\t|\S {3,}\S")
ROW_ENDS = patterns.compile(r"\d[\d.,]* ?(?:m?g|kg|m?[lL]|m?mol|eq|%)\)?[.;]?\s*$")
"""How a row of a charge list ends: two such lines, one under the other, are two rows."""
STOPS = (".", ":", ";", "!", "?")


def _breaks(lines: list[str], width: int) -> tuple[list[int], int]:
    """(the lines behind which a margin of `width` explains the end, how many ends within paragraphs there are)."""
    broken, ends = [], 0
    for k, (line, follow) in enumerate(pairwise(lines)):
        if not line.strip() or BEGINS.match(follow) or COLUMNS.search(line) or COLUMNS.search(follow):
            continue
        if ROW_ENDS.search(line) and ROW_ENDS.search(follow):
            continue
        full = len(line.rstrip()) + 1 + len(follow.split(maxsplit=1)[0]) > width
        ends += full or not line.rstrip().endswith(STOPS)  # a stop explains an end by itself
        if full:
            broken.append(k)
    return broken, ends


@lru_cache(256)
def flowing(text: str) -> str:
    """The text with a space for every line end at which its author's margin broke a sentence; as long as before.

    A line end is the margin's where the next word would not have fitted. One line a thing has few such ends, and stays as it is.
    """
    if "\n" not in text:
        return text
    lines = text.split("\n")
    prose = [x.rstrip() for x in lines if not COLUMNS.search(x)]
    width = max(map(len, prose), default=0)
    if not NARROWEST <= width <= WIDEST:
        return text
    broken, ends = _breaks(lines, width)
    if len(broken) < LEAST_BREAKS or len(broken) < LEAST_SHARE * ends:
        return text
    at = set(broken)
    out = [
        line + ("" if k == len(lines) - 1 else " " if k in at and not _own(line, lines[k + 1]) else "\n") for k, line in enumerate(lines)
    ]
    return "".join(out)


def _own(line: str, follow: str) -> bool:
    """Whether two lines are two sayings though the margin was reached: a stop at the end, and a capital after it."""
    return line.rstrip().endswith(STOPS) and re.match(r"\s*[A-Z(]", follow) is not None


INDENT = patterns.compile(r"(?<=\S) *\n[ \t]*")


def joined(text: str) -> tuple[str, list[int]]:
    """`flowing` with one space for a joined line end and what the next line was indented by, and where each character stands in it ([] where nothing changed)."""
    whole = flowing(text)
    if whole == text:
        return text, []
    out: list[str] = []
    where: list[int] = []
    at = 0
    for m in INDENT.finditer(text):
        if "\n" in whole[m.start() : m.end()]:
            continue
        out += [whole[at : m.start()], " "]
        where += [*range(at, m.start()), m.start()]
        at = m.end()
    return "".join(out) + whole[at:], [*where, *range(at, len(whole) + 1)]
