"""Tokens: numbers (figures or words), units, substances, words, marks; each with its place."""

from __future__ import annotations

import re
from dataclasses import dataclass
from functools import cache

import ahocorasick

from northsquall.procedure.units import UNITS, UnitError, canonical
from northsquall.substances import catalogue

TOKEN = re.compile(
    r"(?P<num>\d+(?:[.,]\d+)?|[½¼¾])"
    r"|(?P<unit>°\s?[CF]|º\s?C|℃|%|µ[lLgG])"
    r"|(?P<word>[^\W\d_]+(?:['’][^\W\d_]+)*)"
    r"|(?P<nl>\n+)"
    r"|(?P<mark>[^\s\w])"
)
FRACTIONS = {"½": 0.5, "¼": 0.25, "¾": 0.75}
ONES = [
    "zero",
    "one",
    "two",
    "three",
    "four",
    "five",
    "six",
    "seven",
    "eight",
    "nine",
    "ten",
    "eleven",
    "twelve",
    "thirteen",
    "fourteen",
    "fifteen",
    "sixteen",
    "seventeen",
    "eighteen",
    "nineteen",
]
TENS = {w: 10 * (i + 2) for i, w in enumerate(["twenty", "thirty", "forty", "fifty", "sixty", "seventy", "eighty", "ninety"])}
NUMBER_WORDS = {w: i for i, w in enumerate(ONES)} | TENS
LONG_UNITS = sorted(
    (u for u in ("per cent", "degrees C", "degrees Celsius", "deg C", "cubic centimetres", "mL per min", "ml/min")),
    key=len,
    reverse=True,
)


FOLD: dict[int, str] = {ord(k): v for k, v in {"‐": "-", "‑": "-", "–": "-", "’": "'", "′": "'", "\u00a0": " ", "\n": " "}.items()}


@dataclass
class Token:
    """kind: num, unit, sub, word, mark, nl. `value` is a number, a canonical unit or a substance id."""

    kind: str
    text: str
    start: int
    end: int
    value: float | str | None = None

    @property
    def low(self) -> str:
        """Lower-case text."""
        return self.text.lower()


def _case_matters(name: str) -> bool:
    return len(name) <= 7 and name[0].isupper() and not name.islower() and " " not in name and name != name.capitalize()


@cache
def _automaton() -> ahocorasick.Automaton:
    automaton = ahocorasick.Automaton()
    for substance in catalogue().substances.values():
        for name in substance.names:
            key = name.lower()
            if not automaton.exists(key):
                automaton.add_word(key, (name, substance.id))
    automaton.make_automaton()
    return automaton


def _fold(text: str) -> str:
    """Lower case with usual look-alikes folded, one character for one (offsets stay)."""
    folded = "".join(c.lower() if len(c.lower()) == 1 else c for c in text)
    return folded.translate(FOLD)


def substances_in(text: str) -> list[Token]:
    """All catalogue names in the text: longest first, no overlap, whole words."""
    folded = _fold(text)
    hits = []
    for end, (name, identity) in _automaton().iter(folded):
        start, stop = end - len(name) + 1, end + 1
        before, after = folded[start - 1 : start], folded[stop : stop + 1]
        if before.isalnum() or after.isalnum() or (before == "-" and folded[start - 2 : start - 1].isalnum()):
            continue
        if _case_matters(name) and text[start:stop] != name:
            continue
        hits.append(Token("sub", text[start:stop], start, stop, identity))
    hits.sort(key=lambda t: (t.start, -t.end))
    out: list[Token] = []
    for t in sorted(hits, key=lambda t: t.start - t.end):
        if all(t.end <= o.start or t.start >= o.end for o in out):
            out.append(t)
    return sorted(out, key=lambda t: t.start)


def tokenise(text: str) -> list[Token]:
    """All tokens of `text` in order. Numbers take a decimal point or comma; number words count."""
    subs = substances_in(text)
    tokens: list[Token] = []
    position, k = 0, 0
    while position < len(text):
        if k < len(subs) and subs[k].start <= position:
            tokens.append(subs[k])
            position = subs[k].end
            k += 1
            continue
        stop = subs[k].start if k < len(subs) else len(text)
        m = TOKEN.search(text, position, stop)
        if not m:
            position = stop
            continue
        kind = m.lastgroup or "mark"
        token = Token(kind, m.group(), m.start(), m.end())
        if kind == "num":
            token.value = FRACTIONS.get(token.text) or float(token.text.replace(",", "."))
        elif kind == "unit":
            token.value = canonical(re.sub(r"\s", "", token.text))
        tokens.append(token)
        position = m.end()
    return _units(_number_words(tokens), text)


def _number_words(tokens: list[Token]) -> list[Token]:
    """Merge runs of number words ("fourteen point nine", "a hundred", "half an") into numbers."""
    out: list[Token] = []
    i = 0
    while i < len(tokens):
        t = tokens[i]
        if t.kind == "word" and t.low in NUMBER_WORDS:
            value, j, scale = float(NUMBER_WORDS[t.low]), i + 1, 0.0
            while j < len(tokens):
                w = tokens[j]
                if w.kind == "mark" and w.text == "-" and j + 1 < len(tokens) and tokens[j + 1].low in NUMBER_WORDS and t.low in TENS:
                    j += 1
                    continue
                if w.kind != "word":
                    break
                if w.low == "point" and j + 1 < len(tokens) and tokens[j + 1].low in NUMBER_WORDS:
                    scale = 0.1
                elif scale and w.low in NUMBER_WORDS:
                    value += NUMBER_WORDS[w.low] * scale
                    scale /= 10
                elif not scale and w.low in NUMBER_WORDS and NUMBER_WORDS[w.low] < 10 and value % 10 == 0 and value > 0:
                    value += NUMBER_WORDS[w.low]
                elif not scale and w.low == "hundred":
                    value *= 100
                elif not scale and w.low == "thousand":
                    value *= 1000
                else:
                    break
                j += 1
            if j == i + 1 and t.low in ("one", "two", "three") and not (j < len(tokens) and _is_unit(tokens[j])):
                out.append(t)  # "one neck", "the two layers": no quantity
            else:
                out.append(Token("num", "", t.start, tokens[j - 1].end, value))
            i = j
            continue
        if t.low == "hundred" and out and out[-1].low in ("a", "of"):
            out.append(Token("num", t.text, t.start, t.end, 100.0))
        elif t.low == "half" and i + 2 < len(tokens) and tokens[i + 1].low in ("an", "a") and _is_unit(tokens[i + 2]):
            out.append(Token("num", "", t.start, tokens[i + 1].end, 0.5))
            i += 1
        elif t.low in ("an", "a") and i + 1 < len(tokens) and tokens[i + 1].low in ("hour", "minute", "kilo", "litre", "liter"):
            out.append(Token("num", t.text, t.start, t.end, 1.0))
        else:
            out.append(t)
        i += 1
    return out


def _is_unit(token: Token) -> bool:
    if token.kind == "unit":
        return True
    if token.kind not in ("word", "sub"):
        return False
    try:
        canonical(token.text)
    except UnitError:
        return False
    return True


def _units(tokens: list[Token], text: str) -> list[Token]:
    """Turn the word after a number into a unit where it is one; merges "per cent", "degrees C"."""
    out: list[Token] = []
    i = 0
    while i < len(tokens):
        t = tokens[i]
        after_number = bool(out) and (out[-1].kind == "num" or (out[-1].text in "-–‑" and len(out) > 1 and out[-2].kind == "num"))
        if after_number and t.kind in ("word", "unit"):
            done = False
            for long in LONG_UNITS:
                if text[t.start : t.start + len(long)].lower() == long.lower():
                    end = t.start + len(long)
                    out.append(Token("unit", text[t.start : end], t.start, end, canonical(long)))
                    while i < len(tokens) and tokens[i].start < end:
                        i += 1
                    done = True
                    break
            if done:
                continue
            if t.kind == "word":
                try:
                    t = Token("unit", t.text, t.start, t.end, canonical(t.text))
                except UnitError:
                    pass
                if t.kind == "unit" and t.value == "h" and text[t.end : t.end + 1] == "'":
                    t = tokens[i]
            if t.kind == "unit" and t.value in UNITS and UNITS[str(t.value)][0] == "volume" and text[t.end : t.end + 4].lower() == "/min":
                t = Token("unit", text[t.start : t.end + 4], t.start, t.end + 4, "ml/min")
                while i + 1 < len(tokens) and tokens[i + 1].start < t.end:
                    i += 1
        out.append(t)
        i += 1
    return out
