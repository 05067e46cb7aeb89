"""Sentences cut at full stops, semicolons and new lines; then into clauses, each around one verb."""

from __future__ import annotations

from itertools import pairwise

from northsquall.reading import lexicon as lex
from northsquall.reading.account import Clause
from northsquall.reading.phrases import Item, Qty, is_word, quantities
from northsquall.reading.tokens import Token

ABBREVIATIONS = {"ca", "approx", "conc", "dil", "no", "b.p", "m.p", "e.g", "i.e", "temp", "min", "sol", "vol"}
BEFORE_A_NAME = {"conc", "dil", "sat", "satd", "aq", "anh", "abs", "ca", "approx"}
"""Abbreviations that stand before a substance or a number, capital or not: "60 mL conc. HCl"."""


SPLITTERS = {"and", "then", ",", "while", "before", "until", "whereupon", ":"}


def clauses_of(tokens: list[Token], source: str) -> list[Clause]:
    """Sentences cut at full stops, semicolons and lines that start anew; then cut around verbs."""
    out: list[Clause] = []
    sentence: list[Token] = []
    number = 0
    depth = 0
    for i, t in enumerate(tokens):
        follow = tokens[i + 1] if i + 1 < len(tokens) else None
        depth += (t.text == "(") - (t.text == ")")
        depth = max(depth, 0)
        hard = t.kind == "nl" and (
            "\n\n" in source[t.start : t.end]
            or follow is None
            or follow.text in "-•*–|"
            or follow.kind == "num"
            or source[t.end : t.end + 1].isupper()
        )
        brief = (
            bool(i)
            and tokens[i - 1].kind == "word"
            and len(tokens[i - 1].text) <= 5
            and follow is not None
            and source[follow.start].islower()
        )
        stop = (
            t.text == "."
            and not (i and tokens[i - 1].low in BEFORE_A_NAME and follow is not None and follow.kind != "nl")
            and not brief  # "mech. stirrer": an abbreviation, not an end
            and (follow is None or follow.kind == "nl" or source[t.end : t.end + 1].isspace())
            and not (
                i
                and tokens[i - 1].low in ABBREVIATIONS
                and tokens[i - 1].kind == "word"
                and follow is not None
                and not source[follow.start].isupper()
            )
        )
        if hard or (stop and depth == 0) or (t.text == ";" and depth == 0):
            depth = 0
            if sentence:
                out += _cut(quantities(sentence), number)
                number += t.text != ";"
            sentence = []
        elif t.kind != "nl":
            sentence.append(t)
    if sentence:
        out += _cut(quantities(sentence), number)
    return out


def _cut(items: list[Item], number: int) -> list[Clause]:
    """Cut a sentence into clauses, one verb each, at the last separator before the next verb's subject."""
    depth, verbs = 0, []
    for i, x in enumerate(items):
        if not isinstance(x, Token):
            continue
        depth += (x.text == "(") - (x.text == ")")
        if depth > 0 or x.kind != "word" or x.low not in lex.VERB_OF:
            continue
        kind = lex.VERB_OF[x.low]
        before = items[i - 1] if i else None
        after = items[i + 1] if i + 1 < len(items) else None
        if kind in ("cool", "heat") and is_word(before, ",") and is_word(after, ","):
            continue  # ", chilled, is added": an adjective
        if kind in ("cool", "heat") and isinstance(after, Token) and (after.kind == "sub" or after.low in ("water", "bath")):
            if not (before is None or is_word(before, ",", "and", "then")):
                continue  # "cold water", "warm water": adjectives
        if kind == "dry" and not (is_word(before, ",", "and", "then", "is", "was", "were", "are", "air") or before is None):
            continue
        if x.low in ("stirred", "stir") and is_word(after, "in"):
            k = i + 2
            while k < len(items) and is_word(items[k], "the", "a", "an"):
                k += 1
            into = items[k] if k < len(items) else None
            named = isinstance(into, Token) and (
                (into.kind == "sub" and into.value != "ice") or into.low in ("over", "during", "slowly", "dropwise", "portions")
            )
            kind = "add" if named or isinstance(into, Qty) or into is None else kind
        if x.low == "stirring" and is_word(before, "with", "under", "without", "while", "constant", "vigorous", ","):
            continue
        if (
            x.low == "stirred"
            and (before is None or is_word(before, "well", "a", "vigorously", ","))
            and isinstance(after, Token)
            and (after.kind == "sub" or after.low in ("crushed", "ice", "water", "into"))
        ):
            continue
        if x.low in ("kept", "keep", "held", "hold") and is_word(before, ","):
            continue
        if x.low in ("run", "drop", "feed", "drip", "dose", "test", "make", "charge", "meter") and is_word(
            before, "the", "a", "each", "per", "one"
        ):
            continue
        if kind == "stop" and is_word(before, "not"):
            continue
        if x.low == "let" and not is_word(after, "in"):
            kind = "hold"  # "let it stand"
        if x.low == "dissolved" and is_word(before, "which", "it"):
            continue
        verbs.append((i, kind))
    merged: list[tuple[int, str]] = []
    for i, kind in verbs:  # "was added and stirred in": one clause unless a separator stands between
        if merged and not any(is_word(x, *SPLITTERS) for x in items[merged[-1][0] + 1 : i]):
            continue
        merged.append((i, kind))
    if not merged:
        return [Clause(items, items[0].start, items[-1].end, None, None, number)] if items else []
    cuts = [0]
    for (a, _), (b, _) in pairwise(merged):
        cuts.append(_last_separator(items, a, b))
    cuts.append(len(items))
    out = []
    for n, (i, kind) in enumerate(merged):
        part = items[cuts[n] : cuts[n + 1]]
        while part and is_word(part[-1], ",", "and", "then"):
            part = part[:-1]
        if part:
            out.append(Clause(part, part[0].start, part[-1].end, kind, i - cuts[n], number))
    return out


def _last_separator(items: list[Item], a: int, b: int) -> int:
    """Index behind the last separator between two verbs, outside brackets: where the second clause begins."""
    depth = 0
    for k in range(b, a, -1):
        x = items[k]
        if isinstance(x, Token):
            depth += (x.text == ")") - (x.text == "(")
            if depth == 0 and x.low in SPLITTERS:
                return k + 1
    return b
