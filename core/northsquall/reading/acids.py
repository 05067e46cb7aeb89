"""Which acid is meant where a text measures "the 37 % acid": the only one that it names, or the one that comes so strong."""

from __future__ import annotations

import re

from northsquall import patterns

NAMED = patterns.compile(r"\b(hydrochloric|hydrobromic|hydriodic|nitric|sulfuric|phosphoric|perchloric|acetic|formic)\b", re.I)
UNNAMED = patterns.compile(
    r"\b(?:m?L) of (?:the |our |this )?(?:(?P<percent>\d\d) ?(?:%|percent|per cent) |(?P<strong>concentrated |conc\.? |fuming ))(?P<at>)acid\b",
    re.I,
)
SOLD_AT = {
    "hydrochloric": (31, 32, 35, 36, 37, 38),
    "hydrobromic": (47, 48),
    "hydriodic": (57,),
    "nitric": (60, 63, 65, 68, 69, 70),
    "sulfuric": (95, 96, 97, 98),
    "phosphoric": (85,),
}
"""Per cent at which each is sold (common practice, no source)."""


def with_acids_named(text: str, where: list[int]) -> tuple[str, list[int]]:
    """The text with its acid's name before a measured "acid" that has none, and where each of its characters stood; `where` as in `in_full`."""
    named = list(dict.fromkeys(m[1].lower() for m in NAMED.finditer(text)))
    puts: list[tuple[int, str]] = []
    for m in UNNAMED.finditer(text):
        meant = named
        if m["percent"] is not None:
            meant = [x for x in named if int(m["percent"]) in SOLD_AT.get(x, ())]
        if len(meant) == 1:
            puts.append((m.start("at"), f"{meant[0]} "))
    if not puts:
        return text, where
    out: list[str] = []
    places: list[int] = []
    begin = 0
    for at, name in puts:
        out += [text[begin:at], name]
        places += [*range(begin, at), *[at] * len(name)]
        begin = at
    out.append(text[begin:])
    places += range(begin, len(text) + 1)
    return "".join(out), [where[i] if where else i for i in places]
