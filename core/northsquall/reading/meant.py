"""Which substance is meant by a short name: "the 37 % acid" is the only acid that a text names, or the one that comes so strong; "the lime" of a text that weighs calcium oxide is that."""

from __future__ import annotations

import re

from northsquall import patterns
from northsquall.substances import catalogue

NAMED = patterns.compile(r"\b(hydrochloric|hydrobromic|hydriodic|nitric|sulfuric|phosphoric|perchloric|acetic|formic)\b", re.I)
UNNAMED = patterns.compile(
    r"\b(?:m?L) of (?:the |our |this )?(?:(?P<percent>\d\d) ?(?:%|percent|per cent) |(?P<strong>concentrated |conc\.? |fuming ))(?P<at>)acid\b",
    re.I,
)
BY_ITS_STRENGTH = patterns.compile(
    r"\b(?:m?L) of (?:the |our |this )?(?P<percent>\d\d) ?(?:%|percent|per cent)(?P<at>)(?=[.,;)]| (?:in|into|onto|on|over|to|that|which|and|from|was|were|is)\b)",
    re.I,
)
""" "600 mL of the 96 percent in the demijohn": of a text about acid."""
SOLD_AT = {
    "hydrochloric": (31, 32, 35, 36, 37, 38),
    "hydrobromic": (47, 48),
    "hydriodic": (57,),
    "nitric": (60, 63, 65, 68, 69, 70),
    "sulfuric": (95, 96, 97, 98),
    "phosphoric": (85,),
}
"""Per cent at which each is sold (common practice, no source)."""
BURNT_LIME = patterns.compile(r"\b(?:calcium oxide|quick ?lime|burnt lime|CaO)\b", re.I)
SLAKED_LIME = patterns.compile(r"\b(?:calcium hydroxide|slaked lime|hydrated lime|lime ?water|milk of lime|Ca\(OH\)2)\b", re.I)
THE_LIME = patterns.compile(r"\bthe (lime)\b(?!-| ?(?:water|stone|juice))", re.I)

BRACKETED = patterns.compile(
    r"\b(?P<kind>acid|ester|alcohol|ketone|amine|aldehyde|amide|anilide|phenol|halide|bromide|alkene) "
    r"\((?P<name>(?:\d[\d,]*-)?[a-z][\w,'-]{3,}(?: [a-z][\w'-]{3,}){0,2}),? (?P<amount>\d[\d.,]* ?(?:m?g|mL)\b[^()\n]{0,30}\))",
    re.I,
)
""" "Ester (methyl benzoate 13.6 g)", "acid (4-chlorobenzoic, 31.3 g)": the name stands in the brackets, with how much."""


def with_names(text: str, where: list[int]) -> tuple[str, list[int]]:
    """The text with the names that short ones stand for, and where each of its characters stood; `where` as in `in_full`."""
    named = list(dict.fromkeys(m[1].lower() for m in NAMED.finditer(text)))
    puts: list[tuple[int, int, str]] = []
    for m in UNNAMED.finditer(text):
        meant = named
        if m["percent"] is not None:
            meant = [x for x in named if int(m["percent"]) in SOLD_AT.get(x, ())]
        if len(meant) == 1:
            puts.append((m.start("at"), m.start("at"), f"{meant[0]} "))
    if re.search(r"\bacid\b", text, re.I):
        for m in BY_ITS_STRENGTH.finditer(text):
            meant = [x for x, sold in SOLD_AT.items() if int(m["percent"]) in sold and (not named or x in named)]
            if len(meant) == 1:
                puts.append((m.start("at"), m.start("at"), f" {meant[0]} acid"))
    if BURNT_LIME.search(text) and not SLAKED_LIME.search(text):
        puts += [(*m.span(1), "calcium oxide") for m in THE_LIME.finditer(text)]
    for m in BRACKETED.finditer(text):
        said = m["name"].rstrip(",")
        name = f"{said} acid" if m["kind"].lower() == "acid" else said
        if catalogue().find(name) is not None:
            puts.append((m.start(), m.start("amount"), f"{name} ("))
    if not puts:
        return text, where
    out: list[str] = []
    places: list[int] = []
    begin = 0
    for a, b, name in sorted(puts):
        out += [text[begin:a], name]
        places += [*range(begin, a), *[a] * len(name)]
        begin = b
    out.append(text[begin:])
    places += range(begin, len(text) + 1)
    return "".join(out), [where[i] if where else i for i in places]
