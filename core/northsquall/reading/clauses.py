"""Sentences cut at full stops, semicolons and new lines; then into clauses, each around one verb."""

from __future__ import annotations

import re
from dataclasses import replace
from itertools import pairwise

from northsquall import patterns
from northsquall.procedure.units import convert
from northsquall.reading import lexicon as lex
from northsquall.reading.account import Clause
from northsquall.reading.items import Item, Qty, at, bracketed, is_quantity, is_word, number_of
from northsquall.reading.phrases import quantities
from northsquall.reading.tokens import NUMBER_WORDS, Token

ABBREVIATIONS = {"ca", "approx", "conc", "dil", "no", "b.p", "m.p", "e.g", "i.e", "temp", "min", "sol", "vol", "max", "cat", "dist", "recryst", "cryst"}  # fmt: skip
BEFORE_A_NAME = {"conc", "dil", "sat", "satd", "aq", "anh", "abs", "ca", "approx"}
"""Abbreviations that stand before a substance or a number, capital or not: "60 mL conc. HCl"."""


SHORTENED = {"mech", "mag", "sep", "soln", "evap", "filt", "recryst", "dist", "rt", "rb", "hrs", "hr", "mins", "sec", "eq", "equiv", "wt", "pt", "fig", "resp", "vs", "etc"}  # fmt: skip
"""Words that are cut short with a stop, where no sentence begins with a capital."""


def all_small(source: str) -> bool:
    """Whether a text begins its sentences with small letters, so that a small letter behind a stop says nothing."""
    return len(re.findall(r"[a-z]{2}\.\s+[a-z]", source)) >= 3 and not re.search(r"[a-z]{3}\.\s+[A-Z]", source)


SPLITTERS = {"and", "then", ",", "while", "before", "until", "whereupon", ":", "followed"}


LABELLED = patterns.compile(r"[A-Za-z]+(?: [a-z]+)?: ")
"""A line that begins with its label: "wash: ", "gas line: "."""
CARD_LABEL = patterns.compile(r"[A-Za-z][a-z-]{2,14}(?: [a-z]{2,10})? {3,}\S")
"""A line that begins with a word and a gap: the card's label of what follows."""


LOCANT = patterns.compile(r"(?:[opm]|tert|sec|cis|trans|para|ortho|meta)-[A-Za-z]")
"""A name that begins small, at the head of a sentence too: "in a 1 L flask. p-Toluidine is dissolved"."""


def clauses_of(tokens: list[Token], source: str, begun: int = 0) -> list[Clause]:
    """Sentences cut at full stops, semicolons and lines that start anew; then cut around verbs. Those that end before `begun` are only counted."""
    out: list[Clause] = []
    sentence: list[Token] = []
    number = 0
    marked = 0
    depth = 0
    small = all_small(source)
    wrapped, notes = has_wrapped_lines(source), in_lines(source)
    for i, t in enumerate(tokens):
        if t.kind not in ("mark", "nl"):
            sentence.append(t)
            continue
        if t.kind == "mark" and t.text == "." and i and tokens[i - 1].kind == "unit" and i + 1 < len(tokens) and tokens[i + 1].low == "of":
            continue  # "25 cc. of water"
        if t.kind == "mark" and t.text not in ".;()":
            sentence.append(t)
            continue
        follow = tokens[i + 1] if i + 1 < len(tokens) else None
        depth += (t.text == "(") - (t.text == ")")
        depth = max(depth, 0)
        hard = t.kind == "nl" and (
            "\n\n" in source[t.start : t.end]
            or follow is None
            or follow.text in "-•*–|"
            or _short(source, t, tokens, i)
            or _row_upon_row(source, t)
            or CLOCK.match(source, follow.start) is not None
            or CARD_LABEL.match(source, follow.start) is not None
            or (
                notes
                and depth == 0
                and i > 0
                and (LABELLED.match(source, follow.start) or (tokens[i - 1].text not in ",(-/" and not _open_end(tokens, i)))
            )
            or ((follow.kind == "num" or source[t.end : t.end + 1].isupper()) and not (wrapped and _wrapped(source, t, tokens, i)))
        )
        brief = (
            bool(i)
            and tokens[i - 1].kind in ("word", "unit")
            and len(tokens[i - 1].text) <= 5
            and follow is not None
            and source[follow.start].islower()
            and ((not small and LOCANT.match(source, follow.start) is None) or tokens[i - 1].low in (*ABBREVIATIONS, *SHORTENED))
        )
        mark = (
            i > 0
            and tokens[i - 1].kind == "num"
            and tokens[i - 1].text.isdigit()
            and (i < 2 or tokens[i - 2].kind == "nl")
            and tokens[i - 1].end == t.start
        )
        stop = (
            t.text == "."
            and not mark
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
                marked = _row_mark(sentence, marked)
                out += _sentence(sentence, number) if sentence[-1].end > begun else []
                number += t.text != ";"
            sentence = []
        elif t.kind != "nl":
            sentence.append(t)
    if sentence:
        _row_mark(sentence, marked)
        out += _sentence(sentence, number)
    return out


def _row_mark(sentence: list[Token], before: int) -> int:
    """The number of a numbered line, taken off where the next number follows it: "3 30 min, 20 °C" after line 2."""
    first, then = sentence[0], sentence[1] if len(sentence) > 1 else None
    if first.kind == "num" and first.text.isdigit() and then is not None:
        n = int(first.text)
        if then.kind == "num" and n == before + 1:
            del sentence[0]
            return n
        if n == before + 1 and (then.text in ".)" or then.kind in ("word", "sub")):
            return n
    return before


OPEN_ENDS = {
    "to",
    "of",
    "at",
    "for",
    "in",
    "with",
    "and",
    "the",
    "a",
    "an",
    "from",
    "into",
    "over",
    "below",
    "under",
    "by",
    "or",
    "was",
    "were",
    "is",
    "about",
}
"""Words no line of a list ends with."""
WRAPS = patterns.compile(r"^.{49,}(?:[^.;:!?|\n]\n(?=[a-z(])|[,(-]\n|\b(?:" + "|".join(sorted(OPEN_ENDS)) + r")\n)", re.M)


STOP = patterns.compile(r"(?<!^\d)(?<!^\d\d)(?<=[a-z0-9)%CL])\.(?=\s|$)")
"""The end of a sentence, and not the number of a line."""


def in_lines(source: str) -> bool:
    """Whether a text is written a thing a line: hardly any full stops in it, and most lines are left off before they are full."""
    lines = [x.rstrip() for x in source.strip().split("\n")[1:]]
    told = [x for x in lines if x.strip()]
    ends = sum(x[-1] in ";:!?" for x in told) + sum(len(STOP.findall(x)) for x in told)
    breaks = [(a, b) for a, b in pairwise(lines) if a.strip() and b.strip()]
    width = max((len(x) for x in told), default=0)
    filled = [len(a) + 1 + len(b.split()[0]) > 0.95 * width for a, b in breaks]
    few_stops = ends < 0.3 * len(told) and sum(filled) < 0.7 * len(breaks)
    left_off = sum(not full and a[-1] not in ".;:!?," for full, (a, _) in zip(filled, breaks, strict=True))
    anew = left_off >= MOST * len(breaks) and sum(len(x) < 0.5 * width for x in told) >= SHORT * len(told)
    return len(told) >= 4 and len(breaks) >= 3 and (few_stops or anew)


MOST, SHORT = 0.6, 0.3
"""Parts of the lines that are left off with no stop before they are full, and that are less than half as long as the longest, from which a text is written a
thing a line (assumption): prose that is wrapped after ten words has some 3 % of such short lines, notes 40 to 60 %."""


def has_wrapped_lines(source: str) -> bool:
    """Whether some long line goes on in the next: it ends in a comma or an open word, or the next begins small."""
    return WRAPS.search(source) is not None


def _open_end(tokens: list[Token], i: int) -> bool:
    """Whether the line that ends at `i` ends in a word that wants another: "with", but not "water 60 mL in"."""
    put_in = tokens[i - 1].low == "in" and i > 1 and tokens[i - 2].kind in ("unit", "sub")
    return tokens[i - 1].low in OPEN_ENDS and not (put_in and not (i + 1 < len(tokens) and tokens[i + 1].low in ("a", "an", "the", "dry")))


def _short(source: str, t: Token, tokens: list[Token], i: int) -> bool:
    """Whether a line is too short to have been wrapped: the next one begins anew."""
    line = source[source.rfind("\n", 0, t.start) + 1 : t.start].strip()
    return 0 < len(line) < 35 and i > 0 and not _open_end(tokens, i) and line[-1] not in ",-(/"


ROW_ENDS = patterns.compile(
    r"[ \t]*(?:[-*•] ?)?[A-Za-z0-9](?:[^\n.;:]|\.\d){2,45}? \d[\d.,]* ?(?:[km]?g|m?L|ml|m?mol)\b(?: ?\([^)\n]*\))?[ \t]*$"
)
"""A row of a charge list: a name and an amount with which it ends."""
ROW_BEGINS = patterns.compile(
    r"\s*(?!(?:and|or|in|with|of|to|from|into|is|was|are|were|the|a|an|then|over|during|at|for|by|which|under|while|as|on|added|plus)\b)[A-Za-z0-9](?:[^\n.;:]|\.\d){2,45}? \d[\d.,]* ?(?:[km]?g|m?L|ml|m?mol|%)(?!\w)"
)
"""What the next row begins with: no word that goes on with a sentence."""


def _row_upon_row(source: str, t: Token) -> bool:
    """Whether a row of a charge list ends there, and another follows: "tetrabutylammonium hydrogensulfate 0.5 g", and a name with its amount below."""
    line = source[source.rfind("\n", 0, t.start) + 1 : t.start]
    return ROW_ENDS.fullmatch(line) is not None and ROW_BEGINS.match(source, t.end) is not None


def _wrapped(source: str, t: Token, tokens: list[Token], i: int) -> bool:
    """Whether a line end only wraps a sentence: the line before is long and ends in no stop, the next begins with no list mark."""
    line = source[source.rfind("\n", 0, t.start) + 1 : t.start].rstrip()
    nxt = source[t.end : t.end + 8]
    open_end = i > 0 and tokens[i - 1].low in OPEN_ENDS
    return (
        (len(line) >= 50 or (open_end and len(line) >= 20))
        and line[-1:] not in ".;:!?|"
        and re.match(r"\s*(?:\d+\s*[.)]|\d+\s{2,}|[a-zA-Z]\)|step\b)", nxt, re.I) is None
        and i > 0
    )


CLOCK = patterns.compile(r"\d{1,2}:\d\d(?::\d\d)?(?= [^\W\d]| ?[-–] ?\d{1,2}:\d\d| [\d“\"])")
"""The time that a line of a log or of notes on a film begins with: "0:55 25 g …", "14:05 cooled"."""
ROMAN = patterns.compile(r"i{1,3}|iv|vi{0,3}|ix|xi{0,2}")
"""Numbers of a list, small: "iv." """
MARKS = {"-", "–", "*", "•", "#", "·", "—"}


def _sentence(tokens: list[Token], number: int) -> list[Clause]:
    """Clauses of a sentence, without its list mark ("3.", "b)", "STEP 2.", "-") and with its heading ("Limit:") as their label."""
    tokens = _without_the_aim(_unmarked(tokens))
    label = ""
    colon = next((i for i, t in enumerate(tokens[:6]) if t.text == ":"), None)
    name = " ".join(t.low for t in tokens[:colon]) if colon else ""
    if colon and (name in lex.LABELS or all(t.kind in ("word", "sub", "mark") and t.low not in lex.VERB_OF for t in tokens[:colon])):
        if lex.is_label(name.replace(" - ", "-")):
            label, tokens = name.replace(" - ", "-"), tokens[colon + 1 :]
    if tokens and tokens[0].text == "(" and tokens[-1].text == ")" and not any(t.kind == "num" for t in tokens):
        return []  # an aside
    told = any(t.low in ("gives", "give", "makes", "is", "are", "=", "would", "leaves") for t in tokens[1:10])
    if told and tokens[0].text == "(" and tokens[-1].text == ")" and sum(t.text == "(" for t in tokens) == 1:
        return []  # "(Excess acid: 0.30 mol gives 0.30 mol of hydrogen chloride, dissolved in the ice water)"
    out = [
        c
        for part in _holds(
            _told_as_degrees(
                _per_litre(_same_unit(one_to_one(_made_up(_a_part_of(_what_was_used(_taken_back(_without_free(quantities(tokens)))))))))
            )
        )
        for c in _cut(part, number)
    ]
    for clause in out:
        clause.label = label
    return out


def _without_the_aim(tokens: list[Token]) -> list[Token]:
    """ "To make 1 L, 8.7 g of A and 5.4 g of B were dissolved …": how much is wanted is nothing that goes in."""
    if len(tokens) > 4 and tokens[0].low == "to" and tokens[1].low in ("make", "prepare", "obtain", "get", "give"):
        k = next((i for i, t in enumerate(tokens[2:9], 2) if t.text == ","), None)
        if k is not None and any(t.kind == "num" for t in tokens[2:4]):
            return tokens[k + 1 :]
    return tokens


def _without_free(items: list[Item]) -> list[Item]:
    """ "150 mL of copper-free 10 % caustic": what it is free of is no part of it."""
    for i in range(len(items) - 3, -1, -1):
        if i + 3 > len(items):
            continue  # what stood there has gone already
        a, dash, b = items[i : i + 3]
        if isinstance(a, Token) and is_word(dash, "-", "–") and is_word(b, "free") and a.end == dash.start and dash.end == b.start:
            items = items[:i] + items[i + 3 :]
    return items


def _holds(items: list[Item]) -> list[list[Item]]:
    """ "30 min at 5 °C, then 20 °C for 15 min": cut where a second time with its temperature begins."""
    for i, x in enumerate(items[:-2]):
        if not is_word(x, "then", "and") or not any(is_quantity(y, "time") for y in items[:i]):
            continue
        bath = [y for y in items[i + 1 : i + 5] if is_word(y, "bath", "ice") or (isinstance(y, Token) and y.value == "ice")]
        if is_word(x, "then") and bath and is_quantity(items[min(i + 1 + len(bath), len(items) - 1)], "time"):
            return [items[:i], *_holds(items[i + 1 :])]  # "1 h at RT, then ice bath 20 min"
        a, k = items[i + 1], i + 2
        while k < len(items) and is_word(items[k], "for", "at", ","):
            k += 1
        b = items[k] if k < len(items) else None
        apart = k > i + 2 or is_word(x, "then")
        if apart and (
            (is_quantity(a, "temperature") and is_quantity(b, "time")) or (is_quantity(a, "time") and is_quantity(b, "temperature"))
        ):
            return [items[:i], *_holds(items[i + 1 :])]
    cut = _after_the_ramp(items) or _then_the_rest(items)
    return [items[:cut], items[cut + 1 :]] if cut else [items]


RANGE_LEADS = {"between", "at", "from", "about", "around", "keeping", "kept", "says", "reads", "the", ",", "stays", "staying"}
RANGE_MIDS = {"to", "and", "-", "–"}
LIMITS = patterns.compile(
    r"(?:^|\s)(?:below|under|(?:not|never|no|without|\S*n['’]t)(?: (?:go|goes|get|gets|be|let|it|rise|climb)){0,3} (?:over|above|past|beyond|pass\w*|exceed\w*)|(?:no|not|never) (?:warmer|hotter|higher|more) than"
    r"|(?:if|when|whenever|once|should) (?:it|the thermometer|the temperature) (?:passes|passed|reaches|reads|shows|goes|gets|comes|rises|climbs)(?: to| over| above| past| more than)?|slower (?:above|over|past))$"
)
GOES_ON = {"inside", "all", "while", "until", "till", "and", "by", "with", "throughout", "always", "then", "or", "so"}
IN_IT = {"flask", "pot", "liquid", "mixture", "beaker", "range", "thermometer", "mass"}


def _told_as_degrees(items: list[Item]) -> list[Item]:
    """ "Over an hour, between five and fifteen": a number without a unit behind a time, with the words of a window or a limit, is a temperature."""
    if not any(isinstance(x, Token) and x.kind == "num" for x in items):
        return items
    out: list[Item] = []
    unit = next((x.unit for x in items if isinstance(x, Qty) and x.dim == "temperature"), "°c")
    shuts = any(is_word(x, *FEEDS) for x in items) and any(is_word(x, *SHUTS) for x in items)
    i, timed = 0, AS_NEAR if shuts else 0
    while i < len(items):
        x = items[i]
        if is_quantity(x, "time"):
            timed = AS_NEAR
        elif (isinstance(x, Token) and x.kind == "sub") or (isinstance(x, Qty) and x.dim in ("mass", "volume")):
            timed = 0
        elif (
            (timed > 0 or _brought_to(items, i))
            and isinstance(x, Token)
            and x.kind == "num"
            and (found := _degrees_at(items, i, unit)) is not None
        ):
            out.append(found[0])
            i, timed = found[1] + 1, 0
            continue
        timed -= 1
        out.append(x)
        i += 1
    return out


def _brought_to(items: list[Item], i: int) -> bool:
    """ "Back to zero to five": what stands behind it is a temperature, time or none."""
    return (
        i > 1
        and is_word(items[i - 1], "to")
        and is_word(items[i - 2], "back", "down", "cool", "cooled", "chill", "chilled", "warm", "warmed", "heat", "heated")
    )


FEEDS = {"tap", "funnel", "feed", "drip", "stopcock", "dropping", "addition"}
SHUTS = {"close", "closed", "closes", "shut", "stop", "stops", "stopped", "off", "pause", "pauses", "halt"}
AS_NEAR = 12
"""Words behind a time within which a bare number is looked at."""


def _degrees_at(items: list[Item], i: int, unit: str) -> tuple[Qty, int] | None:
    """(temperature, its last item) where the number at `i` is one by the words around it."""
    x = items[i]
    assert isinstance(x, Token)
    before = [y.low for y in items[max(0, i - 5) : i] if isinstance(y, Token)]
    if {"ph", "step", "steps", "page", "row", "mbar", "bar", "torr", "pressure"} & set(before):
        return None
    value, last = float(x.value or 0.0), i
    up = i + 1 + is_word(at(items, i + 1), "up")
    high = number_of(at(items, up + 1)) if is_word(at(items, up), *RANGE_MIDS) else None
    if is_word(at(items, up), "and") and before[-1:] != ["between"]:
        high = None
    if high is not None:
        last = up + 1
    behind, beyond = at(items, last + 1), [y.low for y in items[last + 1 : last + 5] if isinstance(y, Token)]
    inside = bool(IN_IT & set(beyond[:3])) and beyond[:1] != ["of"]
    ends = behind is None or (isinstance(behind, Token) and (behind.text in ",.;:)" or behind.low in GOES_ON))
    most = beyond[:2] == ["at", "most"]
    if not (ends or inside or most) or not -90.0 <= value <= 300.0:
        return None
    if high is not None:
        led = (
            bool(before)
            and (_brought_to(items, i) or before[-1] in RANGE_LEADS or before[-2:] == ["keeping", "to"])
            and (inside or beyond[:1] == ["inside"] or before[-1] not in ("the", ","))
        )
        ok = led and value < high <= value + 60.0
        return (Qty((value + high) / 2, unit, x.start, items[last].end, value, high), last) if ok else None
    limit = LIMITS.search(" ".join(before)) is not None
    at_it = _brought_to(items, i) or before[-1:] in (["at"], ["around"]) or before[-2:] == ["at", "about"]
    if not (limit or most or at_it) or (value < 2.0 and not _brought_to(items, i)):
        return None
    return Qty(value, unit, x.start, x.end), last


def _then_the_rest(items: list[Item]) -> int:
    """ "It starts, I take the bath away, and only then the remainder, over an hour": where the rest of the feed is cut off; 0 for nowhere."""
    for i, x in enumerate(items):
        if is_word(x, "rest", "remainder") and i > 3 and is_word(items[i - 1], "the"):
            k = i - 2
            while k > 0 and is_word(items[k], "only", "now", "all"):
                k -= 1
            started = any(is_word(y, "bath", "mantle", "starts", "started", "caught", "warms", "cloudy") for y in items[:k])
            if is_word(items[k], "then", "and", ",") and started and any(is_quantity(y, "time") for y in items[i:]):
                return k
    return 0


RAMPS = {"in", "within", "over", "during", "after", "("}


def _after_the_ramp(items: list[Item]) -> int:
    """ "Bath to 70 °C in 30 min, hold 2 h": where the second time is cut off, which is that of what follows the warming; 0 for nowhere."""
    times = [i for i, x in enumerate(items) if is_quantity(x, "time")]
    if len(times) != 2 or any(
        isinstance(x, Token) and x.kind == "sub" and not is_word(at(items, i + 1), "bath") for i, x in enumerate(items[: times[1]])
    ):
        return 0
    first, second = times
    how = next(
        (items[j] for j in range(first - 1, max(first - 6, -1), -1) if not is_word(items[j], "about", "some", "the", "course", "of", "a")),
        None,
    )
    warmed = any(is_quantity(y, "temperature") for y in items[: first + 4])
    parts = [j for j in range(first + 1, second) if is_word(items[j], ",", "and", "then")]
    fed = any(isinstance(x, Token) and (lex.VERB_OF.get(x.low) in FEEDING or x.low in ("dropwise", "portions")) for x in items[:second])
    if not parts or not warmed or fed or not is_word(how, *RAMPS) or any(is_word(y, *AGAIN) for y in items[first:]):
        return 0
    return parts[-1]


FEEDING = {"add", "charge", "pour", "mix", "distil", "quench"}
AGAIN = {"every", "each", "per", "apart", "intervals", "interval", "or", "after", "if", "when", "once", "another"}
"""Words with which a second time is no hold behind the first."""


TURNS = {"sorry", "no", "rather", "mean", "correction"}


def _taken_back(items: list[Item]) -> list[Item]:
    """ "Thirty, sorry, thirty-seven grams"; "fifty mils of water - sorry, sixty": the later number stands where the first one stood."""
    for k, x in enumerate(items):
        if not is_word(x, *TURNS):
            continue
        r = next((i for i in range(k + 1, min(k + 4, len(items))) if not is_word(items[i], ",", "-", "–", "i", "mean", "that's")), None)
        right = items[r] if r is not None else None
        bare = isinstance(right, Token) and right.kind == "num"
        l_ = next((i for i in range(k - 1, max(k - 7, -1), -1) if isinstance(y := items[i], Qty) or y.kind == "num"), None)
        if (
            r is None
            or l_ is None
            or not (isinstance(right, Qty) or bare)
            or sum(isinstance(y, Token) and y.kind == "sub" for y in items[l_:k]) > 1
        ):
            continue
        left = items[l_]
        was = left.text if isinstance(left, Token) else f"{left.value:g} {left.unit}"
        if isinstance(right, Qty) and isinstance(left, Token):  # the number alone was taken back
            return _taken_back([*items[:l_], *items[l_ + 1 : k], replace(right, was=was), *items[r + 1 :]]) if k - l_ <= 2 else items
        if isinstance(left, Qty) and (bare or (isinstance(right, Qty) and right.dim == left.dim)):
            new = replace(right, was=was) if isinstance(right, Qty) else left
            if isinstance(right, Token):
                new = replace(left, value=float(right.value or 0.0), low=None, high=None, start=right.start, end=right.end, was=was)
            return _taken_back([*items[:l_], new, *items[l_ + 1 : k], *items[r + 1 :]])
    return items


BRINGS_IN = {"stir", "stirred", "shake", "shaken", "bring", "brought", "put", "puts", "given", "give", "suck", "sucked"}
"""Verbs that feed something where "in" and its time stand behind them."""
FEEDS_IN = {"run", "drop", "drip", "flow", "trickle"}


def _feeds_by_in(items: list[Item], i: int) -> bool:
    """Whether the verb at `i` feeds something by the "in" behind it and how long it takes: "let the bromine drop in over 30 min"."""
    if is_word(at(items, i + 1), ",", ";"):
        return False  # "stir, anhydride in over 5 min"
    if is_word(at(items, i), "stir", "bring") and is_word(at(items, i + 1), "in"):
        fed = (k for k in range(i + 2, min(i + 18, len(items) - 1)) if is_word(items[k], "over", "during", "within"))
        return any(is_quantity(y, "time") for k in fed for y in items[k + 1 : k + 4])  # "stir in 16 g of bromine over 30 min"
    for k in range(i + 1, min(i + 18, len(items))):
        x = items[k]
        told_of_it = (
            isinstance(x, Token) and x.low.endswith("ed") and is_word(items[k - 1], "the", "this", "my", "our")
        )  # "let the mixed acid in"
        if is_word(x, "and", "then", ";", "until", "while") or (
            isinstance(x, Token) and x.low in lex.VERB_OF and x.low not in FEEDS_IN and lex.VERB_OF[x.low] != "stop" and not told_of_it
        ):
            return False
        if is_word(x, "in"):
            out_of = is_word(at(items, k + 1), "from") and next(
                (j for j in (3, 4, 5) if is_word(at(items, k + j), "funnel", "burette", "syringe")), 0
            )
            behind = k + 1 + (out_of or 0) + is_word(at(items, k + 1 + (out_of or 0)), ",")  # "in from the dropping funnel, over 30 min"
            if is_word(at(items, behind), "over", "during", "within", "for") and any(
                is_quantity(y, "time") for y in items[behind + 1 : behind + 4]
            ):
                return True
            if is_word(items[k - 1], *FEEDS_IN) and (at(items, k + 1) is None or is_word(at(items, k + 1), "slowly", "dropwise", ",", ".")):
                return True
    return False


def _what_was_used(items: list[Item]) -> list[Item]:
    """ "10 mL measured out, 2 mL of it left over, so 8 mL used": what went in stands where the first amount stood."""
    for i, x in enumerate(items):
        drawn = any(is_word(y, "draw", "measure", "weigh", "take", "drew") for y in items[max(0, i - 3) : i])
        told = drawn or any(is_word(y, *MEASURED_OUT) for y in items[i + 1 : i + 4])
        if not (isinstance(x, Qty) and x.dim in ("mass", "volume") and told):
            continue
        for k in range(i + 2, len(items) - 2):
            n = k + 1 + is_word(items[k + 1], "only", "really", "actually")
            q = at(items, n)
            used = any(is_word(y, "used", "added", "went", "taken") for y in items[n + 1 : n + 3])
            marked = is_word(items[k], "so") or (is_word(items[k], ",", "(", "and") and any(is_word(y, "left", "over") for y in items[i:k]))
            if marked and isinstance(q, Qty) and q.dim == x.dim and used:
                if 0.0 < convert(q.value, q.unit, q.dim) <= convert(x.value, x.unit, x.dim):
                    end = next(j for j in range(n + 1, n + 3) if is_word(items[j], "used", "added", "went", "taken")) + 1
                    end += is_word(at(items, end), "in")
                    opens = next(
                        (j for j in range(i + 1, n) if is_word(items[j], "(")), None
                    )  # "10 mL of acid (2 mL were left, 8 mL went in)"
                    name = items[i + 1 : opens] if drawn and opens is not None else []
                    return [
                        *items[:i],
                        replace(q, was=f"{x.value:g} {x.unit}"),
                        *name,
                        *items[end + (bool(name) and is_word(at(items, end), ")")) :],
                    ]
    return items


def _a_part_of(items: list[Item]) -> list[Item]:
    """ "Of 39.5 g of permanganate, 1.5 g was added first": the part stands in front, and carries the whole."""
    whole = at(items, 1)
    if not is_word(at(items, 0), "of") or not isinstance(whole, Qty) or whole.dim not in ("mass", "volume"):
        return items
    depth = [sum(is_word(x, "(") - is_word(x, ")") for x in items[: k + 1]) for k in range(min(20, len(items)))]
    comma = next((k for k in range(2, len(depth) - 1) if is_word(items[k], ",") and depth[k] == 0), None)
    part = at(items, comma + 1) if comma is not None else None
    if (
        comma is None
        or not isinstance(part, Qty)
        or part.dim != whole.dim
        or not any(isinstance(x, Token) and x.kind == "sub" for x in items[2:comma])
    ):
        return items
    if not 0.0 < convert(part.value, part.unit, part.dim) < convert(whole.value, whole.unit, whole.dim):
        return items
    return [replace(part, whole=whole), *items[2:comma], *items[comma + 2 :]]


PER_GRAM_ML = 0.5
"""mL that a gram of what is dissolved takes up in a solution that is made up to a volume (common practice, no source)."""


def _made_up(items: list[Item]) -> list[Item]:
    """ "Sodium nitrite 15.2 g made up to 40 mL with water": the water, or the solvent that is named, that is missing to that volume, about, where the sentence says what it is made up from."""
    for i, x in enumerate(items):
        if not is_word(x, "made", "make", "filled", "fill", "diluted", "dilute", "topped", "top"):
            continue
        k = i + 1 + is_word(at(items, i + 1), "up", "it")
        q = at(items, k + 1)
        if not is_word(at(items, k), "to") or not isinstance(q, Qty) or q.dim != "volume" or (is_word(x, "diluted", "dilute") and k == i):
            continue
        told = [y for y in items[:i] if isinstance(y, Qty) and y.dim in ("mass", "volume")]
        named = [y for y in items[:i] if isinstance(y, Token) and y.kind == "sub"]
        if not told or not named:
            continue
        there = sum(convert(y.value, y.unit, y.dim) * (PER_GRAM_ML if y.dim == "mass" else 1.0) for y in told)
        rest = convert(q.value, q.unit, "volume") - there
        if rest <= 0.0:
            continue
        water = replace(q, value=float(f"{rest:.3g}"), unit="ml", low=None, high=None, approx=True)
        n = k + 2
        while is_word(at(items, n), "with", "distilled", "deionised", "deionized", "cold", "tap", "more"):
            n += 1
        own = at(items, n) if n > k + 2 else None
        own = own if isinstance(own, Token) and own.kind == "sub" else None
        if n > k + 2 and own is None:
            continue  # "made up to 100 mL with the mother liquor"
        begin = i
        while begin and is_word(items[begin - 1], "is", "was", "are", "were", "and", "then", ","):
            begin -= 1
        bare = next(
            (j for j in range(begin - 1, -1, -1) if isinstance(y := items[j], Token) and y.kind == "sub" and y.value == "water"), None
        )
        if bare is not None and own is None and not any(isinstance(y, Qty) for y in items[max(0, bare - 3) : bare]):
            return [*items[:bare], water, *items[bare:begin], *items[n:]]
        wet = own if own is not None else Token("sub", "water", q.end, q.end, "water")
        return [*items[:begin], Token("word", "in", q.start, q.start), water, wet, *items[n + (own is not None) :]]
    return items


def one_to_one(items: list[Item]) -> list[Item]:
    """ "80 mL of hydrochloric acid and water 1:1 by volume": the ratio stands before the acid, as in "80 mL of 1:1 hydrochloric acid"."""
    for i in range(2, len(items) - 3):
        water, a, sign, b = items[i : i + 4]
        if not (isinstance(water, Token) and water.kind == "sub" and water.value == "water" and is_word(sign, ":", "to")):
            continue
        numbers = (number_of(a), number_of(b))
        if None in numbers or not is_word(items[i - 1], "and", ":", "/", "-", "–", "with", "+"):
            continue
        x = next((k for k in range(i - 2, max(-1, i - 6), -1) if isinstance(y := items[k], Token) and y.kind == "sub"), None)
        if x is None or any(isinstance(y, Qty) for y in items[x:i]):
            continue
        n = i + 4
        while is_word(at(items, n), "by", "volume", "v", "/", "in"):
            n += 1
        ratio = [a, Token("mark", ":", sign.start, sign.end), b]
        return [*items[:x], *ratio, *items[x : i - 1], *items[n:]]
    return items


def _same_unit(items: list[Item]) -> list[Item]:
    """ "8.66 g of A and 5.38 of B": the second number is in grams as well."""
    for i in range(2, len(items) - 2):
        x, before = items[i], items[i - 1]
        if not (isinstance(x, Token) and x.kind == "num" and is_word(items[i + 1], "of") and is_word(before, "and", ",")):
            continue
        value = float(x.value or 0.0)
        first = next((y for y in items[:i] if isinstance(y, Qty) and y.dim in ("mass", "volume")), None)
        named = next((k for k in range(i + 2, min(i + 7, len(items))) if isinstance(y := items[k], Token) and y.kind == "sub"), None)
        if first is None or named is None or (value == int(value) and value < 5) or any(isinstance(y, Qty) for y in items[i + 1 : named]):
            continue
        return _same_unit([*items[:i], Qty(value, first.unit, x.start, x.end), *items[i + 1 :]])
    return items


def _per_litre(items: list[Item]) -> list[Item]:
    """ "2 L of bath, potassium cyanide 60 g/L": what is in all of it, where the sentence says how much there is."""
    for i, x in enumerate(items[:-2]):
        per = is_word(items[i + 1], "/", "per", "a") and is_word(items[i + 2], "l", "litre", "liter", "litres")
        whole = next((y for y in items[:i] if isinstance(y, Qty) and y.dim == "volume"), None)
        if isinstance(x, Qty) and x.dim == "mass" and per and whole is not None:
            mass = replace(x, value=x.value * convert(whole.value, whole.unit, "volume") / 1e3, approx=x.approx or whole.approx)
            return [*items[:i], mass, *items[i + 3 :]]
    return items


MEASURED_OUT = ("measured", "drawn", "weighed", "taken", "poured", "prepared")


def _clock(tokens: list[Token]) -> int:
    """How many tokens at the head of a sentence are the time of day or of a film."""
    n = 0
    while (
        len(tokens) > n + 3
        and tokens[n].kind == "num"
        and tokens[n + 1].text == ":"
        and re.fullmatch(r"[0-5]\d", tokens[n + 2].text)
        and tokens[n].end == tokens[n + 1].start == tokens[n + 2].start - 1
        and not (tokens[n + 3].kind == "sub" and tokens[n].text == "1")  # "1:10 hydrochloric acid"
    ):
        n += 3
        if tokens[n].text in ("-", "–") and n == 3:
            n += 1
    return n


def _unmarked(tokens: list[Token]) -> list[Token]:
    tokens = tokens[_clock(tokens) :]
    while tokens and tokens[0].text in MARKS and (len(tokens) < 2 or tokens[1].kind != "num" or tokens[1].start > tokens[0].end):
        tokens = tokens[1:]
    if len(tokens) > 2 and tokens[0].low == "step" and tokens[1].kind == "num":
        tokens = tokens[2:]
        return tokens[1:] if tokens[0].text in ".:)" else tokens
    if (
        len(tokens) > 1
        and tokens[1].text in ".)"
        and (tokens[0].kind == "num" or (tokens[0].kind == "word" and (len(tokens[0].text) == 1 or ROMAN.fullmatch(tokens[0].low))))
        and tokens[1].start == tokens[0].end
    ):
        return tokens[2:]
    if (
        len(tokens) > 2
        and tokens[0].kind == "num"
        and tokens[1].kind in ("word", "sub")
        and tokens[1].text[:1].isupper()
        and float(tokens[0].value or 0) < 30
        and tokens[0].text.isdigit()
    ):
        return tokens[1:]  # "2  Sulfuric acid from the funnel"
    return tokens


def _cut(items: list[Item], number: int) -> list[Clause]:
    """Cut a sentence into clauses, one verb each, at the last separator before the next verb's subject."""
    if (set_up := _behind_the_line(items)) is not None:
        return [*_cut(items[:set_up], number), *_cut(items[set_up + 1 :], number)]
    line = _line_of_the_gas(items)
    depth = 0
    verbs: list[tuple[int, str]] = []
    for i, x in enumerate(items):
        if not isinstance(x, Token):
            continue
        depth += (x.text == "(") - (x.text == ")")
        rises = x.low in ("reach", "attain", "come") and i > 1 and is_word(items[i - 1], "to") and is_word(items[i - 2], "allowed", "left")
        if x.low == "sat" and depth <= 0 and is_word(at(items, i + 1), "in", "on", "at", "for", "there", "overnight", "until", "till"):
            verbs.append((i, "hold"))  # "the mixture sat in the hood", and not "sat. bicarbonate"
            continue
        if depth > 0 or x.kind != "word" or (x.low not in lex.VERB_OF and not rises) or i in line:
            continue
        kind = "heat" if rises else lex.VERB_OF[x.low]  # "allowed to reach room temperature over 2 h"
        before = items[i - 1] if i else None
        after = items[i + 1] if i + 1 < len(items) else None
        if kind in ("cool", "heat") and is_word(before, ",") and is_word(after, ","):
            continue  # ", chilled, is added": an adjective
        if (
            kind in ("cool", "heat")
            and isinstance(after, Token)
            and (after.kind == "sub" or after.low in ("water", "bath", "mantle", "jacket"))
        ):
            if not (before is None or is_word(before, ",", "and", "then")):
                continue  # "cold water", "warm water": adjectives
        if x.low.startswith("suck") and any(
            is_word(y, "pipette", "pipet", "syringe", "up", "back", "dropper") for y in items[i + 1 : i + 10]
        ):
            continue  # "I suck 2.6 mL up into a pipette"
        if kind == "filter" and is_word(after, "paper", "papers", "flask", "aid", "funnel", "cloth"):
            continue
        if kind in ("distil", "recrystallise", "dry", "filter") and is_word(before, "freshly", "newly", "just", "twice", "once"):
            continue  # "freshly distilled": how it is
        if x.low in ("followed", "follows") and (
            not is_word(after, "over", "within", "during", "dropwise", "slowly") or is_word(before, "is", "was", "were")
        ):
            continue  # "followed by"; "the reaction was followed"
        if any(is_word(y, "before") for y in items[max(0, i - 4) : i]) and is_word(before, "more", "anything", "else", "next", "rest"):
            continue  # "the start must show before more goes in": what it waits for
        if x.low == "dried" and is_word(before, ",") and any(is_word(y, "was", "were", "is", "are") for y in items[i + 1 : i + 9]):
            continue  # "sodium iodide (16 g), dried at 120 °C, was dissolved": how it was
        held_apart = is_word(before, ",") and isinstance(y := at(items, i - 2), Token) and (y.kind == "sub" or y.text == ")")
        if (
            held_apart
            and x.low.endswith(("ed", "en"))
            and any(is_word(items[k], ",") and is_word(items[k + 1], "was", "were") for k in range(i + 1, min(i + 14, len(items) - 1)))
        ):
            continue  # "the hydride (4.0 g), transferred under nitrogen, was suspended": how it was
        if (
            x.low == "dry"
            and is_word(before, ",")
            and is_word(after, ",")
            and (isinstance(y := at(items, i - 2), Qty) or (y is not None and (y.kind == "sub" or y.text == ")")))
        ):
            continue  # "benzoic acid, dry, by the spatula": how it is
        if x.low == "dry" and before is None and any(is_word(y, "was", "were", "is", "are") for y in items[i + 1 : i + 16]):
            continue  # "Dry powdered acetanilide was added": how it is
        if x.low in ("show", "shows", "showed"):
            reads = at(items, i + 2) if is_word(after, "about", "some", "nearly", "only") else after
            if is_quantity(reads, "temperature") or (isinstance(reads, Token) and (reads.kind == "num" or reads.low in NUMBER_WORDS)):
                continue  # "till it shows four degrees": the thermometer
        if kind == "dry" and is_word(after, "sand", "ice", "powder", "chemical", "nitrogen", "argon"):
            continue
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
        if x.low in ("stir", "stirring") and is_word(after, "bar", "bars", "rod", "plate", "motor", "magnet"):
            continue
        if x.low in ("went", "goes", "ran", "runs") and is_word(before, "it", "pot", "temperature") and number_of(after) is not None:
            if not any(is_word(y, "in", "into", "to", "on") for y in items[i + 1 : i + 5]):
                continue  # "it went 27 all the way": what was read
        if (
            x.low in ("goes", "go", "went", "gone", "runs", "ran", "run")
            and is_word(
                after,
                "over",
                "above",
                "past",
                "beyond",
                "below",
                "under",
                "clear",
                "brown",
                "black",
                "dark",
                "pale",
                "green",
                "yellow",
                "cloudy",
                "wild",
                "solid",
                "up",
                "down",
            )
            and not any(is_quantity(y, "time") for y in items[i + 2 : i + 4])
        ):
            continue  # "the head goes over 93 °C": what is seen
        if x.low == "closed" and is_word(after, "mantle", "heating", "heater", "vessel", "system", "cup", "plate"):
            continue  # "closed mantle on a jack"
        if x.low in ("cooled", "chilled") and is_word(before, "trap", "traps", "receiver", "receivers", "finger"):
            continue  # "into a trap cooled with dry ice"
        if (
            x.low in ("cooled", "chilled")
            and is_word(before, "-")
            and isinstance(after, Token)
            and (after.kind == "sub" or after.low in WHAT_WAITS)
        ):
            continue  # "into an ice-cooled mixture of"
        if x.low == "stirred" and is_word(before, "a", "an", "the", "well", "vigorously") and is_word(after, ","):
            continue  # "into a stirred, ice-cooled mixture"
        held = is_word(before, ")") or is_quantity(before, "volume", "mass") or (isinstance(before, Token) and before.kind == "sub")
        if x.low == "containing" and held and any(is_word(y, "into", "in", "onto", "on", "with") for y in items[:i]):
            continue  # "poured into cold water (800 mL) containing bisulfite (5 g)"
        if x.low in ("containing", "contains", "holds") and any(is_quantity(y, "percent") for y in items[i + 1 : i + 3]):
            continue  # "bleach containing 5 % of hypochlorite was run in"
        if (
            x.low in ("heating", "cooling")
            and is_word(after, "mantle", "bath", "block", "plate", "jacket", "tape")
            and (at(items, i + 2) is None or is_word(at(items, i + 2), ",", ";", ".", ")", "and", "with"))
            and not any(is_quantity(y, "temperature", "time") or is_word(y, "full", "low", "high", "half", "on", "up") for y in items)
        ):
            continue  # "500 mL flask, heating mantle, condenser": what stands there
        if x.low == "heating" and is_word(before, "mantle", "electric", "oil", "block") and is_word(after, "only", "allowed", ","):
            continue  # "no flame, mantle heating only"
        if x.low == "mixed" and is_word(after, "acid", "acids") and not is_word(before, "are", "were", "is", "was", "be"):
            continue  # "mixed acid: nitric run into the sulfuric"
        if x.low == "warm" and is_word(before, "still", "was", "is", "were", "gets", "got", "quite", "hand"):
            continue  # "while the other was still warm"
        if (
            x.low == "warm"
            and isinstance(before, Token)
            and (before.kind == "sub" or len(before.text) == 1)
            and is_word(after, ",", ".", ";", ")")
        ):
            continue  # "A into B warm, then C"
        if x.low in ("combined", "united") and not is_word(before, "is", "was", "were", "are", "be", "and", "then", ","):
            continue  # "the combined extracts"
        if x.low == "stirred" and is_word(before, "a", "an", "well") and isinstance(after, Qty):
            continue  # "in a stirred 1 L beaker"
        if (
            x.low == "stirred"
            and is_word(before, ",")
            and is_word(after, ",")
            and isinstance(y := at(items, i + 2), Qty)
            and y.dim == "volume"
        ):
            continue  # "into 300 mL of caustic, stirred, 1 L beaker"
        if x.low == "stirring" and is_word(before, "with", "under", "without", "while", "constant", "vigorous", ","):
            continue
        if x.low in ("drips", "drops", "drip", "splashes") and is_word(before, "for", "against", "few"):
            continue  # "thiosulfate stands next to me for drips"
        if x.low == "stirring" and is_word(before, *HOW_IT_IS_STIRRED) and not any(is_quantity(y, "time") for y in items[i + 1 : i + 3]):
            continue  # "on to the ice in the beaker, good stirring"
        if (
            x.low == "stirred"
            and (
                before is None
                or is_word(
                    before, "well", "a", "an", "the", "vigorously", "rapidly", "efficiently", "into", "onto", "to", "of", "with", ","
                )
            )
            and isinstance(after, Token)
            and (
                after.kind == "sub"
                or after.low
                in ("crushed", "ice", "water", "into", "solution", "mixture", "suspension", "slurry", "cold", "dilute", "aqueous")
            )
        ):
            continue
        if x.low in ("kept", "held", "maintained", "stays", "remains") and is_word(before, "is", "was", "being", "temperature"):
            near = items[max(0, i - 5) : i]
            fed = any(k in ("add", "pour") for _, k in verbs) and any(is_word(y, "with", "being") for y in near)
            timed = any(is_quantity(y, "time") for y in items[:i]) or any(k in ("add", "pour") for _, k in verbs)
            if fed or (timed and any(is_word(y, "while", "whilst", "as") for y in near)):
                continue  # "over 30 min while the temperature is held at 0-5 °C", "with the temperature kept below 10 °C": said of the addition
        watched = is_word(before, "thermometer", "probe", "display") and any(
            is_word(y, "while", "whilst", "as") for y in items[max(0, i - 4) : i]
        )
        if watched and x.low in ("shows", "reads", "showed") and any(k in ("add", "pour") for _, k in verbs):
            continue  # "while the thermometer shows 5 to 10 °C"
        of_it = x.low in ("kept", "held") and any(is_word(y, "t", "temp", "temp.", "temperature") for y in items[max(0, i - 2) : i])
        if of_it and (is_word(after, "<", "≤") or any(is_word(y, "dropwise", "over", "portions") for y in items[:i])) and i > 1:
            continue  # "dropwise over 45 min, temperature kept below 15 °C", "in 8 portions, T kept < 20 °C": how it goes in
        if x.low in ("kept", "keep", "held", "hold") and is_word(before, ",") and not is_quantity(after, "time"):
            continue  # "water, held at 5 °C": how it is; "…, hold 20 min" is what is done
        if x.low in ("held", "kept", "controlled", "maintained") and is_word(after, "by", "with"):
            continue  # "over 75 min, 45-50 °C held by ice water": how it is done
        if x.low == "run" and is_word(before, "-", "–", "‑"):
            continue  # "fore-run"
        if x.low in ("run", "drop", "feed", "drip", "dose", "test", "make", "charge", "meter") and is_word(
            before, "the", "a", "each", "per", "one"
        ):
            continue
        if x.low == "test" and is_word(after, "tube", "tubes"):
            continue  # "100 mL test tube with side arm"
        if x.low in ("meter", "metered") and isinstance(before, Token) and (before.kind == "sub" or before.low in ("ph", "flow", "gas")):
            continue  # "SO2 meter on the front edge": what watches
        if x.low == "concentrated" and not is_word(before, "was", "were", "is", "be", "and", "then"):
            continue
        if (
            x.low in ("dilute", "concentrated", "empty", "boiling", "dry", "separate")
            and isinstance(after, Token)
            and (after.kind == "sub" or after.low in lex.GENERIC or after.low in lex.CONTAINERS)
        ):
            continue  # "dilute acid", "empty bottle"
        if x.low in ("addition", "extraction", "filtration", "distillation") and is_word(after, "funnel", "flask", "was", "of"):
            if not is_word(after, "of") or not is_word(before, "the", "by", "cautious", "slow"):
                continue
        if (
            x.low == "left"
            and is_word(after, "are", "is", "was", "were", "over", "goes", "go")
            and isinstance(before, Token)
            and before.kind == "sub"
        ):
            continue  # "the thionyl chloride left is stripped"
        if x.low in ("stop", "stops", "stopped") and any(is_word(y, "until", "till") for y in items[max(0, i - 5) : i]):
            continue  # "till the bubbles stop"
        if (
            x.low in ("boils", "boil")
            and is_word(after, "at")
            and is_word(before, "which", "that", "it", "product", "ester", "liquid", "solvent")
        ):
            continue  # "ethyl chloride, which boils at 12 °C", "the product boils at 38 °C and must not be lost"
        if x.low in ("boils", "boiled", "boil") and isinstance(before, Token) and before.kind == "sub" and is_word(at(items, i - 2), "the"):
            continue  # "at such a rate that the ether boiled gently": what is seen
        if x.low in ("boils", "boiled", "refluxes", "refluxed") and any(
            is_word(y, "rate", "speed", "pace") for y in items[max(0, i - 6) : i]
        ):
            continue  # "at such a rate that it boils gently"
        if x.low in ("boils", "boiled", "spits") and any(
            is_word(y, "gets", "got", "becomes", "became")
            and is_word(at(items, k + 1), "warm", "hot", "warmer", "hotter", "very", "quite", "pretty")
            for k, y in enumerate(items[:i])
        ):
            continue  # "it gets warm, boils a bit": what is seen
        if x.low in ("splash", "splashed") and not (
            (before is None or is_word(before, "i", "we", "you", "then", "and", ","))
            and any(is_word(y, "in", "into", "on") for y in items[i + 1 : i + 6])
        ):
            continue  # "goggles, splash apron"
        if x.low == "mix" and is_word(before, "the", "this", "that", "my"):
            continue  # "then the mix was slowly run in"
        paced = any(is_quantity(y, "time") for y in items[:i])
        if x.low in ("boils", "refluxes") and is_word(before, "it", "ether"):
            if any(is_word(y, "while") or (paced and is_word(y, "so")) for y in items[max(0, i - 4) : i - 1]):
                continue  # "through the funnel in 15 min while it boils gently", "over 60 min so that it boils gently"
        if x.low in ("tested", "checked") and is_word(before, ",") and is_word(after, "with", "by", "for", "on"):
            if any(isinstance(y, Qty) and y.dim in ("mass", "volume") for y in items[:i]):
                continue  # "cyclohexene 4 g, tested with a peroxide strip": how it is
        if x.low in ("strip", "strips") and (
            (isinstance(before, Token) and before.kind == "sub")
            or is_word(
                before, "metal", "copper", "zinc", "magnesium", "iron", "lead", "silver", "aluminium", "paper", "narrow", "thin", "both"
            )
            or is_word(after, "of", "into", "in", "with", "by", "from")
        ):
            continue  # "clean a copper strip", "a strip of filter paper"
        if x.low in ("strip", "strips") and (
            is_word(
                before,
                "peroxide",
                "test",
                "pH",
                "ph",
                "paper",
                "the",
                "(",
                "iodide",
                "same",
                "a",
                "second",
                "fresh",
                "another",
                "starch",
                "this",
                "that",
                "one",
                "new",
                "each",
                "every",
            )
            or is_word(after, "beforehand", "before", "first", "again", "white", "blue", "negative", "positive")
            or is_word(
                after, "tried", "tested", "checked", "proved", "shows", "showed", "turns", "turned", "stays", "stayed", "goes", "went"
            )
        ):
            continue  # "a peroxide strip (strip tried on dilute peroxide)"
        if x.low in ("squeeze", "squeezed", "press", "pressed", "suck", "sucked") and any(is_word(y, "air") for y in items[i + 1 : i + 3]):
            continue  # "squeeze the air out": nothing is filtered
        if (
            x.low == "sucked"
            and is_word(after, "up", "into")
            and any(is_word(y, "pipette", "syringe", "bulb") for y in items[i + 2 : i + 7])
        ):
            continue  # "sucked up with the pipette": measured
        if x.low in ("close", "closes") and not any(is_word(y, "tap", "stopcock", "funnel", "valve", "feed") for y in items[i + 1 : i + 4]):
            continue  # "close to 20 °C", "close the sash"
        begins = before is None or is_word(before, "and", "then", "now", ",", "i", "we", "you")
        if x.low == "light" and not (begins and is_word(after, "it", "them") and is_word(at(items, i + 2), "with", "by", "at", "from")):
            continue  # "light petroleum"
        if x.low in ("warm", "cool", "dry") and is_word(before, "while", "still", "when") and is_word(after, "still", ",", "enough"):
            continue  # "the lumps, while warm still, into a beaker": how they are
        if (
            x.low == "alkaline"
            and isinstance(after, Token)
            and after.low in ("water", "solution", "layer", "methanol", "ethanol", "liquor")
        ):
            continue  # "alkaline water into the flask"
        if x.low in ("drop", "drops", "dropped") and is_word(before, "that", "which", "table", "lift", "jack", "platform"):
            continue  # "on a lifting table that drops with one turn"
        if x.low in ("drop", "drops") and (
            is_word(after, "appear", "appears", "come", "form", "formed", "pass", "of", "are")
            or (isinstance(before, Token) and before.kind == "sub")
        ):
            continue  # "water drops appear"
        if x.low in ("put", "puts") and any(is_word(y, "out", "off", "away", "aside") for y in items[i + 1 : i + 4]):
            continue  # "the burner is put out", "when I put the gun away"
        if x.low in ("collected", "collect") and any(
            is_word(y, "jar", "jars", "bag", "bags", "cylinders", "balloon") for y in items[i + 1 : i + 6]
        ):
            continue  # "you collect four jars"
        if x.low in ("collected", "collect") and is_word(before, "has", "have", "had"):
            continue  # "until 5.5 mL of water has collected"
        if x.low == "removed" and any(
            is_word(
                y, "bath", "ice", "heat", "heating", "mantle", "cooling", "stopper", "funnel", "condenser", "source", "lid", "thermometer"
            )
            for y in items[max(0, i - 3) : i]
        ):
            continue  # "bath removed, 35 °C for 2 h"
        stands = x.low == "left" and is_word(before, "is") and not is_word(at(items, i - 2), "what", "that", "which", "whatever")
        if stands and (
            is_word(after, "overnight", "standing", "alone", "on", "at", "for", "to", "until", "till", "over") or is_quantity(after, "time")
        ):
            verbs.append((i, "hold"))  # "the solution is left on the bench overnight"
            continue
        if x.low in ("left", "show", "make", "made", "open", "takes", "test", "wash", "washing", "hold") and is_word(
            before, "the", "washing", "is", "what", "what's", "whatever's", "thats"
        ):
            continue
        if (
            x.low in ("made", "prepared", "consisting")
            and is_word(before, "mixture", "solution", "suspension")
            and is_word(after, "from", "of", "by")
        ):
            continue  # "a mixture prepared from A and B was added"
        if x.low in ("cooled", "chilled", "stirred", "warmed", "heated") and is_word(before, "the", "a") and is_word(after, *WHAT_WAITS):
            continue  # "the cooled mixture of A and B is dripped in"
        if x.low in ("made", "prepared") and is_word(before, "so", "thus"):
            continue  # "the hypochlorite so made was poured"
        if x.low == "reflux" and is_word(after, "condenser", "cooler", "ratio", "head"):
            continue
        if x.low == "hold" and is_word(before, "to") and i > 1 and is_word(items[i - 2], "hot"):
            continue
        if (
            x.low == "fed"
            and is_word(after, "with", "by")
            and any(is_word(y, "condenser", "cooler", "jacket") for y in items[max(0, i - 4) : i])
        ):
            continue  # "a condenser fed with cold water"
        if x.low == "separating" or (x.low in ("wash", "washing") and is_word(after, "bottle", "bottles")):
            continue
        if x.low in ("gas",) or (x.low == "react" and is_word(before, "to")):
            continue
        if x.low == "reflux" and is_word(before, "gentle", "steady", "mild", "slight") and any(is_quantity(y, "time") for y in items[:i]):
            continue  # "3 in 60 mL of 2 over 60 min, gentle reflux": how it goes
        if kind in ("add", "pour", "stop", "filter", "dry", "distil", "wash", "heat", "recrystallise", "extract") and is_word(
            before, "not", "never", "don't", "don’t", "neither", "nor"
        ):
            continue  # "the suspension is not filtered"
        if kind in ("filter", "dry", "distil", "heat") and any(is_word(y, "nor", "neither") for y in items[max(0, i - 4) : i]):
            continue  # "was neither filtered off nor allowed to dry"
        if x.low == "let" and any(isinstance(y, Token) and lex.VERB_OF.get(y.low) in ("cool", "heat") for y in items[i + 1 : i + 4]):
            continue  # "let it cool": what it does is what is done
        if x.low in ("take", "taken") and any(is_word(y, "out", "off", "away") for y in items[i + 1 : i + 4]):
            kind = (
                "distil" if _under_vacuum(items[i + 1 :]) else "hold"
            )  # "the ether is taken off on the rotary evaporator"; "take it out of the bath"
        if x.low == "remove" and not _under_vacuum(items[i + 1 :]):
            continue  # "remove the bath": what goes away is no solvent
        if x.low in ("removed", "remove") and any(
            is_word(y, "with", "by")
            and isinstance(
                z := next(
                    (
                        w
                        for w in items[i + k + 1 :]
                        if not isinstance(w, Qty) and not is_word(w, "of", "a", "little", "few", "some", "drop", "drops", "trace")
                    ),
                    None,
                ),
                Token,
            )
            and z.kind == "sub"
            and z.low not in ("water", "steam", "ice", "nitrogen", "air")
            for k, y in enumerate(items[i : i + 6])
        ):
            kind = "destroy"  # "the excess was removed with urea"
        if x.low in ("collect", "collected") and any(
            is_word(y, "comes", "came", "passes", "passed", "distils")
            and (is_word(at(items, i + k + 2), "over", "from", "between", "at", "up") or is_word(y, "distils"))
            for k, y in enumerate(items[i + 1 : i + 5])
        ):
            kind = "distil"  # "collect what comes over until the drops are colourless"
        hot = [y for y in items if isinstance(y, Qty) and y.dim == "temperature" and y.value >= BOILS_C and y.unit != "k"]
        if x.low in ("collect", "collected", "collecting") and hot and not any(is_word(y, *OF_A_SOLID) for y in items):
            kind = "distil"  # "the fraction 99-103 °C was collected"
        let_in = is_word(after, "in", "into", "run", "flow", "drop", "drip") or any(  # "let the acid in at three mils a minute"
            is_word(at(items, i + k), "in") and is_word(at(items, i + k + 1), "at", "over", "slowly", "dropwise", "by", "during", ",")
            for k in (2, 3)
        )
        let_in = let_in or any(  # "let the sulfuric acid drop on to the salt"
            is_word(at(items, i + k), "drop", "drip", "run", "flow", "trickle")
            and is_word(at(items, i + k + 1), "on", "onto", "in", "into", "down", "slowly", "over")
            for k in (2, 3, 4)
        )
        if x.low == "let" and not let_in and not _feeds_by_in(items, i):
            kind = "hold"  # "let it stand"
        if x.low in BRINGS_IN and _feeds_by_in(items, i):
            kind = "add"  # "is then put in over 30 min", "stir 16 g of bromine in over half an hour"
        if x.low == "dissolved" and is_word(before, "which", "it"):
            continue
        if x.low in ("rinse", "rinsed", "rinses") and (
            is_word(after, "over") or (is_word(after, "it") and is_word(at(items, i + 2), "over"))
        ):
            continue  # "into a volumetric flask, rinse it over"
        if x.low == "left" and isinstance(before, Token) and before.kind == "sub" and (after is None or is_word(after, ",", ".", ";", ")")):
            continue  # "about 30 mL phosphorus trichloride left": what there is
        if (
            x.low in ("slurried", "suspended", "dissolved", "stirred")
            and isinstance(before, Token)
            and before.kind == "sub"
            and is_word(after, "in", "up")
            and is_word(at(items, i - 2), "of")
            and any(is_word(y, "with", "containing", "holding", "into") for y in items[max(0, i - 7) : i - 2])
            and any(isinstance(y, Qty) and y.dim == "mass" for y in items[max(0, i - 5) : i - 2])
        ):
            continue  # "into a bucket with 250 g of soda ash slurried in 2 L of water": how it stands there
        if x.low == "stirred" and not verbs and _fed(items, i):
            if not any(is_quantity(y, "time") for y in items[i + 1 : i + 4]) or is_word(at(items, i + 1), ","):
                continue  # "anhydride 56 g over 60 min, ice bath, well stirred": how it is fed
            comma = next((k for k in range(i - 1, max(i - 3, 0), -1) if is_word(items[k], ",")), None)
            if comma is not None and _fed(items[:comma], comma):  # "over 60 min, below 25 °C, stirred 30 min more"
                return [*_cut(items[:comma], number), *_cut(items[comma + 1 :], number)]
        if x.low in ("stir", "stirred", "stirring") and not verbs:
            time = next((k for k in range(i - 1, max(i - 4, 0), -1) if is_quantity(items[k], "time")), None)
            if time is not None and is_word(items[time - 1], ",") and _fed(items[: time - 1], time - 1):
                return [*_cut(items[: time - 1], number), *_cut(items[time:], number)]  # "12 mL over 15 min, below 20 °C, 20 min stirring"
        verbs.append((i, kind))
    merged: list[tuple[int, str]] = []
    for i, kind in verbs:  # "was added and stirred in": one clause unless a separator stands between
        if merged and not any(is_word(x, *SPLITTERS) for x in items[merged[-1][0] + 1 : i]):
            before = items[i - 1] if i else None
            if merged[-1][1] in ("hold", "cool", "heat", "stop", "test", "charge") and kind in ("add", "pour", "neutralise", "destroy"):
                if kind == "destroy" and is_word(before, "to"):
                    continue
                merged[-1] = (i, kind)  # "the cooled solution was acidified", "from a funnel held at 0 °C run in"
            continue
        merged.append((i, kind))
    if merged and merged[0][1] in ("hold", "heat", "cool", "reflux"):
        then = next((k for k in range(merged[0][0] - 1, max(merged[0][0] - 4, 0), -1) if is_word(items[k], "then")), None)
        head = items[: then - is_word(items[then - 1], ",", "and")] if then else []
        while head and is_word(head[-1], ",", "stirred", "stirring", "well"):
            head.pop()
        if then and _fed(head, len(head)):  # "anhydride 56 g over 60 min, stirred, then heated to 80 °C": fed, and only then
            return [*_cut(head, number), *_cut(items[then + 1 :], number)]
    comma = _goes_in(items)
    if comma:  # "Nitrate in the water, acid in all at once, cooled to 20 °C"
        return [*_cut(items[:comma], number), *_cut(items[comma + 1 :], number)]
    if len(merged) == 1 and merged[0][1] == "add" and is_word(items[merged[0][0]], *TREATS):
        at_verb = merged[0][0]
        end = at_verb - next((k for k in (1, 2) if is_word(items[at_verb - k], "was", "were", "is", "are")), at_verb)
        head = items[: end - is_word(items[end - 1], ",")] if end > 2 else []
        told = any(isinstance(y, Qty) and y.dim in ("mass", "volume", "moles") for y in head) and any(
            isinstance(y, Token) and y.kind == "sub" for y in head
        )
        if told and any(isinstance(y, Qty) and y.dim in ("mass", "volume", "moles") for y in items[at_verb:]):
            return [
                *_cut(head, number),
                Clause(items[at_verb:], items[at_verb].start, items[-1].end, "add", 0, number),
            ]  # "A (8 g) in B was treated with C"
    if len(merged) == 1 and merged[0][1] == "stop":
        when = next(
            (
                k
                for k in range(2, merged[0][0])
                if is_word(items[k], "if", "when", "should", "once") and is_word(items[k - 1], "and", ",", ";")
            ),
            0,
        )
        head = items[: when - 1 - is_word(items[when - 2], ",", "and")] if when > 2 else []
        if head and any(is_word(a, "over", "during", "within", "in") and is_quantity(b, "time") for a, b in pairwise(head)):
            return [
                *_cut(head, number),
                *_cut(items[when:], number),
            ]  # "the rest over 30 min at 5-15 °C, and if it gets to 20 I shut the tap"
    shut = _shut_behind(items, merged)
    if shut:  # "Acid from the funnel over 2 h, 18-28 °C, stop at 32"
        head = items[:shut]
        return [Clause(head, head[0].start, head[-1].end, None, None, number), *_cut(items[shut + 1 :], number)]
    if not merged:
        return [Clause(items, items[0].start, items[-1].end, None, None, number)] if items else []
    tail = _which(items, merged)
    if tail:  # "…, and 18 g of hydroxide, which I first dissolved in 18 mL of water": what comes before only names it
        head = items[:tail]
        while head and is_word(head[-1], ","):
            head = head[:-1]
        return [Clause(head, head[0].start, head[-1].end, None, None, number), *_cut(items[tail:], number)]
    cuts = [0]
    for (a, _), (b, _) in pairwise(merged):
        cuts.append(_last_separator(items, a, b))
    cuts.append(len(items))
    out = []
    first, kind = merged[0]
    ahead = items[: first - 1 - (is_word(items[first - 1], "and") and is_word(at(items, first - 2), ","))] if first else []
    if (
        first >= 2
        and kind != "add"
        and not (items[first].low.endswith("ed") or items[first].low == "made")  # type: ignore[union-attr]
        and (is_word(items[first - 1], ",", "then", ":") or (is_word(items[first - 1], "and") and is_word(items[first - 2], ",")))
        and (
            (
                any((isinstance(x, Qty) and x.dim in ("mass", "volume", "moles")) or is_word(x, "in", "into", "onto") for x in ahead)
                and any(isinstance(x, Token) and (x.kind == "sub" or x.low in lex.GENERIC or x.low == "solution") for x in ahead)
            )
            or is_word(ahead[0], "into", "onto", "on")
        )
        and sum(is_word(x, "(") - is_word(x, ")") for x in ahead) == 0
    ):  # "benzoyl chloride 28 g, 40 min, 10-20 °C, pause at 25": what comes first is a clause without a verb
        out.append(Clause(ahead, ahead[0].start, ahead[-1].end, None, None, number))
        cuts[0] = first
    for n, (i, kind) in enumerate(merged):
        part = items[cuts[n] : cuts[n + 1]]
        while part and is_word(part[-1], ",", "and", "then"):
            part = part[:-1]
        if kind == "hold" and i == cuts[n] and len(part) > 2 and is_word(part[0], "stir") and is_word(part[1], ","):
            out.append(Clause(part[:1], part[0].start, part[0].end, kind, 0, number))  # "stir, acid in over 5 min"
            out.append(Clause(part[2:], part[2].start, part[-1].end, None, None, number))
        elif part and (comma := _into_the_funnel(part, i - cuts[n])):  # "A was put into the flask, B into the funnel"
            one, two = part[:comma], part[comma + 1 :]
            out.append(Clause(one, one[0].start, one[-1].end, kind, i - cuts[n], number))
            out.append(Clause(two, two[0].start, two[-1].end, None, None, number))
        elif part:
            out.append(Clause(part, part[0].start, part[-1].end, kind, i - cuts[n], number))
    return out


FED_BY = ("feed", "tap", "funnel", "addition", "stopcock", "cock", "dosing", "drip", "dropping")
"""Words of what is shut where a feed ends."""
REMAINS = ("rest", "remainder", "remaining", "balance", "other", "second")
"""Words for what is fed after a first part."""


def _shut_behind(items: list[Item], merged: list[tuple[int, str]]) -> int:
    """The comma before words that only say when a feed stops, where what is fed stands before it without a verb; 0 where there is none."""
    if not merged:
        return 0
    at_verb, kind = merged[0]
    noun = is_word(items[at_verb], "feed") and is_word(
        at(items, at_verb + 1), "stopped", "shut", "closed", "off", "held", "halted", "cut", "interrupted", "paused"
    )
    noun = noun or (is_word(items[at_verb], "feed", "drip") and is_word(at(items, at_verb - 1), "the") and at_verb > 2)
    if kind not in ("stop", "hold") and not noun:
        return 0
    k = at_verb - 1
    while k > 1 and is_word(items[k], *FED_BY, "the", "is", "was", "are", "then", "and", "to", "be", "hold", "halt", "cut", "shut"):
        k -= 1
    if not is_word(items[k], ",") or (
        kind == "hold" and not noun and not any(is_word(x, *FED_BY, "off") for x in items[at_verb + 1 : at_verb + 4])
    ):
        return 0
    head = items[:k]
    paced = any(is_quantity(x, "time") for x in head) and not any(is_word(x, "stir", "stirring", "hold", "more", "another") for x in head)
    first = head[1] if is_word(head[0], "the", "this", "all") and len(head) > 1 else head[0]
    named = isinstance(first, Token) and (first.kind == "sub" or first.low in lex.GENERIC or first.low in REMAINS)
    return k if named and (paced or any(is_word(x, "funnel", "burette", "dropwise") for x in head)) else 0


LINE_WORDS = ("condenser", "outlet", "led", "leading", "tube", "hose", "bubbler", "trap", "bottle", "funnel", "passing", "leads", "gas")


def _goes_in(items: list[Item]) -> int:
    """The comma before a name with "in" and how it goes in, where something else was told before it; 0 where there is none."""
    inside = bracketed(items)
    for k in range(2, len(items) - 2):
        name, how = items[k + 1], at(items, k + 3)
        if not is_word(items[k], ",") or not is_word(items[k + 2], "in") or not isinstance(name, Token) or k in inside:
            continue
        named = name.kind == "sub" or name.low in lex.GENERIC
        before = any(isinstance(x, Token) and (x.kind == "sub" or x.low in lex.GENERIC) for x in items[:k])
        if named and before and is_word(how, "all", "at", "dropwise", "slowly", "quickly", "one"):
            return k
    return 0


def _into_the_funnel(items: list[Item], verb: int) -> int:
    """The comma before a last thing weighed that goes "into the funnel" while what stands before it goes into a vessel; 0 where there is none."""
    if not (is_word(items[-1], "funnel") and len(items) > 4):
        return 0
    into = next((k for k in range(len(items) - 2, max(len(items) - 6, 0), -1) if is_word(items[k], "in", "into", "to")), 0)
    inside = bracketed(items)
    comma = next((k for k in range(into - 1, verb, -1) if is_word(items[k], ",", "and") and k not in inside), 0) if into else 0
    vessel = any(is_word(x, "flask", "beaker", "vessel", "pot") for x in items[:comma])
    weighed = any(isinstance(x, Qty) and x.dim in ("mass", "volume") for x in items[comma:into])
    return comma if comma and vessel and weighed else 0


def _behind_the_line(items: list[Item]) -> int | None:
    """ "In a flask with a condenser that led into 300 mL of caustic, anisole (10.8 g) was dissolved in …": the comma behind the gas line; None without."""
    depth = 0
    for i, x in enumerate(items):
        if isinstance(x, Token):
            depth += (x.text == "(") - (x.text == ")")
        into = is_word(x, "into", "through", "above", "over", "to", "in") and isinstance(at(items, i + 1), Qty)
        if depth or not into or not any(is_word(y, *LINE_WORDS) for y in items[:i]):
            continue
        for k in range(i + 2, len(items) - 4):
            name, opens = items[k + 1], items[k + 2]
            if is_word(items[k], ",") and isinstance(name, Token) and name.kind == "sub" and is_word(opens, "("):
                closes = next((j for j in range(k + 3, min(k + 12, len(items))) if is_word(items[j], ")")), None)
                if (
                    closes is not None
                    and any(isinstance(y, Qty) for y in items[k + 3 : closes])
                    and is_word(at(items, closes + 1), "was", "were", "is", "and")
                ):
                    return k
    return None


def _line_of_the_gas(items: list[Item]) -> range:
    """From an exit of the gas to the alkali that takes it, which no verb cuts: "the vent of which passed through a trap to a flask containing …"."""
    last = max((i for i, x in enumerate(items) if isinstance(x, Token) and x.kind == "sub" and x.value in lex.ABSORBENTS), default=0)
    if not last:
        return range(0)
    begins: list[int] = []
    text = ""
    for x in items[:last]:
        begins.append(len(text))
        text += ("#" if isinstance(x, Qty) else x.text) + " "
    for w in lex.EXIT_OF_THE_GAS.finditer(text):
        if lex.is_way_of_gas(text[w.start() :], str(items[last].value)):  # type: ignore[union-attr]
            return range(next(k for k, at in enumerate(begins) if at >= w.start()), last)
    return range(0)


TREATS = ("treated", "brominated", "nitrated", "chlorinated", "acetylated", "methylated", "diazotised", "diazotized")
"""What is done to one thing with another: the one stands there."""
BOILS_C = 40.0
"""A window from which what is collected boils, and does not crystallise (assumption)."""
OF_A_SOLID = (
    "crystals",
    "solid",
    "precipitate",
    "needles",
    "plates",
    "filter",
    "dried",
    "dry",
    "washed",
    "cooled",
    "sucked",
    "melting",
    "mp",
)
WHAT_WAITS = ("mixture", "solution", "suspension", "flask", "beaker", "vessel", "slurry")
"""Nouns that a participle before them describes."""
HOW_IT_IS_STIRRED = (
    "magnetic",
    "mechanical",
    "overhead",
    "good",
    "thorough",
    "strong",
    "brisk",
    "rapid",
    "gentle",
    "slow",
    "fast",
    "steady",
    "continuous",
    "efficient",
    "constant",
)


def _under_vacuum(items: list[Item]) -> bool:
    """Whether a pump or an evaporator takes away what is spoken of."""
    return any(
        is_word(y, "rotary", "rotavap", "evaporator", "vacuum", "vacuo", "pressure", "aspirator", "pump", "mbar", "torr", "hPa", "mmHg")
        for y in items
    )


def _fed(items: list[Item], i: int) -> bool:
    """Whether these items, without a verb, say what goes in and over what time: "stirred" at `i` then tells how."""
    told = any(is_word(a, "over", "during", "within") and is_quantity(b, "time") for a, b in pairwise(items))
    paced = told or any(is_quantity(x, "time") for x in items[:i])  # "salt 60 g, stirred, 1 h at 5 °C" is put in, and stirred then
    brought = any(isinstance(y, Token) and y.kind == "sub" for y in items) and any(
        isinstance(y, Qty) and y.dim in ("mass", "volume") for y in items
    )
    return paced and brought and (is_word(at(items, i - 1), ",", "well", "vigorously") or i in (0, len(items)))


def _which(items: list[Item], verbs: list[tuple[int, str]]) -> int:
    """Where a relative clause at the end of a sentence begins that says how the last thing weighed was dissolved; 0 where none does."""
    first = verbs[0][0]
    said = items[first]
    if not is_word(said, "dissolved", "suspended", "melted", "slurried"):
        return 0
    at_word = next((k for k in range(max(1, first - 4), first) if is_word(items[k], "which")), 0)
    named = [k for k in range(at_word) if isinstance(x := items[k], Qty) and x.dim in ("mass", "volume")]
    return at_word if len(named) >= 2 else 0


def _last_separator(items: list[Item], a: int, b: int) -> int:
    """Index behind the last separator between two verbs, outside brackets: where the second clause begins."""
    depth = 0
    for k in range(b - is_word(items[b], "followed", "follows"), a, -1):
        x = items[k]
        if isinstance(x, Token):
            depth += (x.text == ")") - (x.text == "(")
            within = x.low == "then" and is_word(items[k - 1], "was", "were", "is", "are", "be")  # "X was then added"
            if depth == 0 and x.low in SPLITTERS and not within:
                return _front_of_the_list(items, a, k, b) + 1
    return b


def _front_of_the_list(items: list[Item], a: int, k: int, b: int) -> int:
    """ "…, 20 mL of A and 25 mL of B are mixed": the separator before the first of a list whose "and" stands at `k`; else `k`."""
    if not (is_word(items[k], "and", "+") and is_word(items[b - 1], "are", "were")):
        return k
    for j in range(k - 1, a, -1):
        x = items[j]
        if isinstance(x, Token) and x.low in SPLITTERS:
            return j if any(isinstance(y, Qty) and y.dim in ("mass", "volume") for y in items[j + 1 : k]) else k
    return k
