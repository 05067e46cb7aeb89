"""Temperatures, times, the thermometer's place and results; and the step they belong to."""

from __future__ import annotations

import re
from collections.abc import Sequence
from itertools import pairwise

from northsquall import patterns
from northsquall.procedure import Quantity, Step
from northsquall.procedure.units import convert
from northsquall.reading import lexicon as lex
from northsquall.reading.account import Account, Clause
from northsquall.reading.items import Item, Qty, at, bracketed, is_quantity, is_word, number_of
from northsquall.reading.phrases import VesselPhrase
from northsquall.reading.tokens import Token


def lead_in(clause: Clause) -> int:
    """Items of a leading "After a further 20 min at 10 °C": what was waited for before the rest happens. 0 where there is none."""
    items = clause.items
    if len(items) > 2 and isinstance(items[0], Qty) and items[0].dim == "time" and is_word(items[1], "later"):
        return 3 if is_word(items[2], ",") else 2  # "15 min later the second half is run in"
    if not items or not is_word(items[0], "after", "afterwards", "following"):
        return 0
    n = 0
    timed = False
    for i, x in enumerate(items[1:9], 1):
        if isinstance(x, Qty):
            if x.dim not in ("time", "temperature"):
                break
            timed = timed or x.dim == "time"
            n = i + 1
        elif x.low in (
            "a",
            "an",
            "further",
            "another",
            "about",
            "at",
            "for",
            "more",
            "of",
            "stirring",
            "standing",
            "one",
            "room",
            "temperature",
            "this",
            "these",
        ):
            if x.low in ("temperature", "more", "stirring", "standing") and n:
                n = i + 1
        elif x.text == "," and n:
            n = i + 1
            break
        else:
            break
    if clause.verb_at is not None and clause.verb_at < n and clause.verb != "hold":
        return 0
    return n if timed else 0


BARE_LIMIT = {
    "below",
    "under",
    "over",
    "above",
    "past",
    "exceed",
    "exceeding",
    "<",
    ">",
    "max",
    "maximum",
    "at",
    "to",
    "@",
    "reaches",
    "than",
    "near",
    "around",
    "about",
}


def _bare(clause: Clause) -> list[tuple[int, Qty]]:
    """Temperatures said without a unit: "never over fifteen", "pause at 25", "between twenty and twenty-five"."""
    items = clause.items
    out: list[tuple[int, Qty]] = []
    if not any(isinstance(x, Token) and x.kind == "num" for x in items):
        return out
    if any(is_quantity(x, "temperature") for x in items):  # "20-30 °C, water bath, stop if 40"
        return [
            *((i, x) for i, x in enumerate(items) if type(x) is Qty and x.dim == "temperature"),
            *((i, Qty(float(x.value or 0.0), "°c", x.start, x.end)) for i, x in enumerate(items) if _stops_at(items, i)),
        ]
    words = {x.low for x in items if isinstance(x, Token)}
    warm = words & {
        "stay",
        "stays",
        "stayed",
        "keep",
        "keeping",
        "kept",
        "never",
        "temperature",
        "temp",
        "ice",
        "bath",
        "warm",
        "warming",
        "heat",
        "cool",
        "cooled",
        "pause",
        "stop",
        "shut",
        "thermometer",
        "hold",
        "degrees",
        "rt",
        "t",
        "water",
        "distil",
        "distilled",
        "hot",
        "whole",
        "throughout",
        "oven",
        "sits",
        "sat",
    }
    for i, x in enumerate(items):
        if not (isinstance(x, Token) and x.kind == "num") or i == 0:
            continue
        before, after = items[i - 1], items[i + 1] if i + 1 < len(items) else None
        value = float(x.value or 0.0)
        after_time = is_word(before, "at") and is_quantity(at(items, i - 2), "time")  # "another hour and a half at twenty-five"
        if not (isinstance(before, Token) and (warm or after_time) and -90 <= value <= 300):
            continue
        high = number_of(at(items, i + 2))
        k = i - 1
        while k > 0 and is_word(items[k], ".", ":", "=", "at", "of"):
            k -= 1
        if is_word(items[k], "t", "temp", "temperature") and (high is None or is_word(after, "to", "-", "–")):
            end = items[i + 2] if high is not None else x  # "T 5-10", "temp. 50-55"
            out.append(
                (i, Qty(value if high is None else (value + high) / 2, "°c", x.start, end.end, value if high is not None else None, high))
            )
            continue
        spoken = is_word(after, "to") and high is not None and 20.0 < value < high < value + 40.0
        if high is not None and (
            (clause.verb == "distil" and is_word(after, "to", "-", "–"))
            or (is_word(before, "between") and is_word(after, "and"))
            or (spoken and clause.verb in ("hold", "heat", "reflux") and is_word(before, ",", "it", "at"))  # "hold it, 285 to 295"
        ):
            out.append((i, Qty((value + high) / 2, "°c", x.start, items[i + 2].end, value, high)))
        elif (
            _stops_at(items, i)
            or (value >= 30.0 and is_word(after, "inside"))
            or (
                before.low in BARE_LIMIT
                and (
                    after is None
                    or (clause.verb == "stop" and before.low == "to")  # "if it gets to fifteen you shut the tap"
                    or (
                        before.low == "to"
                        and value >= 40.0
                        and is_word(after, "in")
                        and (is_word(at(items, i + 2), "an", "half", "a") or is_quantity(at(items, i + 2), "time"))
                    )
                    or (
                        isinstance(after, Token)
                        and (
                            after.text in ",.;)"
                            or after.low in ("all", "and", "the", "for", "on", "with", "or", "by", "but", "then", "so", "overnight")
                        )
                    )
                )
            )
        ):
            out.append((i, Qty(value, "°c", x.start, x.end)))
    return out


def _stops_at(items: list[Item], i: int) -> bool:
    """Whether a bare number says at which temperature something is stopped: "stop if 40", "tap shut at 35"."""
    x, after = items[i], at(items, i + 1)
    if not (isinstance(x, Token) and x.kind == "num" and 0.0 < float(x.value or 0.0) <= 200.0):
        return False
    ends = after is None or (isinstance(after, Token) and (after.text in ",.;)" or after.low in ("or", "and", "is", "shows")))
    near = {y.low for y in items[max(0, i - 5) : i - 1] if isinstance(y, Token)}
    hits = is_word(items[i - 1], "hits", "hit", "reaches", "reached", "passes", "touches") and is_word(
        at(items, 0), "if", "when", "should", "once"
    )
    ahead = {y.low for y in items[i + 1 : i + 7] if isinstance(y, Token)}
    if is_word(items[i - 1] if i else None, "at", "above", "past", "over", "from") and is_word(after, *WHO) and ahead & STOPPING:
        return True  # "at 30 they shut the tap"
    if ends and hits:
        return True  # "if it hits fifteen, I shut the tap"
    return ends and is_word(items[i - 1], "if", "at", "above", "from", "reaches", "past") and bool(near & STOPPING)


WHO = ("i", "we", "they", "you", "he", "she", "one", "the", "it", "everybody", "each", ",")
STOPPING = {
    "shuts",
    "closes",
    "halts",
    "pauses",
    "stop",
    "stops",
    "stopped",
    "pause",
    "paused",
    "shut",
    "halt",
    "halted",
    "interrupt",
    "interrupted",
    "closed",
    "close",
}
"""What is done to a feed at a temperature."""


def _words_before(clause: Clause, i: int) -> str:
    """The words in front of an item, as one line, with a 1 for what lasts or is measured."""
    said = (x.text if isinstance(x, Token) else "1" for x in clause.items[max(0, i - 8) : i] if not is_quantity(x, "temperature"))
    return " ".join(said)


FEED_WORDS = {"feed", "feeding", "tap", "addition", "adding", "drip", "dripping", "dropping", "stopcock", "funnel", "dosing"}
"""Words of what is fed, and of what feeds it."""
ENDS = {"stop", "stops", "stopped", "shut", "close", "closed", "wait", "pause", "halt", "interrupt", "hold", "held", "break", "off", "ease"}
"""Words with which a feed ends or waits."""


def _feed_ends(items: list[Item], i: int, before: list[str]) -> bool:
    """ "At 25 °C close the tap", "above 25 °C: stop", "hold the feed at 25 °C": whether the temperature at `i` is one at which a feed ends."""
    behind: list[str] = []
    for y in items[i + 1 : i + 8]:
        if isinstance(y, Qty):
            break
        behind += [y.low] if isinstance(y, Token) else []
    word = before[-1] if before else ""
    of_the_feed = bool(FEED_WORDS.intersection(behind[:6]))
    ends = ENDS.intersection(behind[:4]) - (set() if of_the_feed else {"off", "hold", "held", "close"})
    if ends and (word in ("above", "over", "if", "when", "past", "once", "should", "beyond") or (of_the_feed and word in ("at", "from"))):
        return True
    return word in ("at", "above", "over", "from") and bool(ENDS.intersection(before[-5:]) and FEED_WORDS.intersection(before[-4:]))


def temperatures_in(clause: Clause) -> tuple[Quantity | None, Quantity | None, list[Qty]]:
    """(window or target, limit) of a clause, and the quantities taken for them; what else is said stays unread."""
    window = limit = None
    said = _bare(clause) or [(i, x) for i, x in enumerate(clause.items) if type(x) is Qty and x.dim == "temperature"]
    in_lots = any(is_word(x, "portions", "lots", "parts", "spoonfuls", "pinches", "each", "shares") for x in clause.items)
    said = [(i, x) for i, x in said if not (in_lots and lex.NEXT_AT.search(_words_before(clause, i)))]
    said = [(i, x) for i, x in said if not lex.GOES_ON_AT.search(_words_before(clause, i))]
    inside = bracketed(clause.items[: clause.verb_at or 0])
    said = [(i, x) for i, x in said if not lex.KEPT_ELSEWHERE.search(_words_before(clause, i))]
    if any(i not in inside for i, _ in said) and clause.verb in ("add", "pour", "distil"):
        said = [(i, x) for i, x in said if i not in inside]  # "the solution (kept at 0-5 °C) is run in at 50 °C"
    if clause.verb in ("cool", "heat") and len(said) > 1 and any(is_word(at(clause.items, i - 1), "to") for i, _ in said):
        said = [
            (i, x) for i, x in said if is_word(at(clause.items, i - 1), "to") or i > (clause.verb_at or 0)
        ]  # "dried at 170 °C and cooled to 60 °C"
    for i, x in said:
        own = clause.items[max(0, i - 6) : i]
        times = [k for k, y in enumerate(own) if isinstance(y, Qty) and y.dim == "time"]
        own = own[times[-1] + 1 :] if times else own  # the "over" of "over 90 min at 90 °C" is of the time
        before = ["not" if y.low.endswith("n't") else y.low for y in own if isinstance(y, Token)]
        if lex.AT_PRESSURE.intersection(before[-3:]) or (before[-1:] == ["until"] and clause.verb == "distil"):
            pass
        stops = not lex.STOP_WORDS.isdisjoint(before[-5:])
        if stops and lex.STOP_WORDS.intersection(before[-5:]) <= {"off"} and {"ice", "bath", "cooling"}.intersection(before[-6:]):
            stops = False  # "ice off, 35 °C, 30 min": what it comes to
        limiting = (
            any(b in lex.LIMIT_WORDS for b in before[-3:])
            or (
                ({"than", "not"} & set(before[-4:]) or "without" in before[-6:])
                and set(before[-4:]) & {"more", "higher", "warmer", "hotter", "above", "exceed", "surpass", "over"}
            )
            or "≤" in before
            or "limit" in before[-5:]  # "limit for the flask: 30 °C"
            or "<" in before
            or stops
        )
        if (
            any(b in ("over", "above") for b in before[-1:])
            and not ({"not", "never", "no", "none", "nothing", "without", "if", "when", "must", "off"} & set(before[-6:]))
            and x.low is None
            and not stops
        ):
            limiting = limiting and clause.label.startswith("limit")
        q = x.model()
        q.value = convert(q.value, x.unit, "temperature")
        q.low = convert(q.low, x.unit, "temperature") if q.low is not None else None
        q.high = convert(q.high, x.unit, "temperature") if q.high is not None else None
        q.unit = "°c"
        behind = {y.low for y in clause.items[i + 1 : i + 5] if isinstance(y, Token)}
        if behind & {"limit", "maximum"} and "the" in behind and "is" in behind:
            limiting = True  # "10 °C is the limit"
        if (is_word(at(clause.items, i + 1), "at") and is_word(at(clause.items, i + 2), "most")) or before[-2:] in (
            ["slower", "above"],
            ["slower", "over"],
        ):
            limiting = True
        if (clause.label.startswith("limit") and q.low is None) or ("not" in behind and behind & {"exceeded", "passed", "surpassed"}):
            limiting = True
        if before[-1:] in (["if"], ["when"], ["once"], ["should"]) and behind & {"exceeded", "passed", "reached"}:
            limiting = True  # "hold if 30 °C is passed"
        if q.low is None and _feed_ends(clause.items, i, before):
            limiting = True
        if limiting and q.low is None:
            if limit is None or (not stops and q.value < limit.value):
                limit = q
        elif window is None or (q.low is not None and window.low is None):
            window = q
    if window is None and any(is_word(x, "room", "ambient", "rt", "r.t", "r. t") for x in clause.items):
        for word, follow in pairwise([*clause.items, Token("mark", "", clause.end, clause.end)]):
            if is_word(word, "room", "ambient") and is_word(follow, "temperature"):
                window = Quantity(value=20.0, unit="°c", approximate=True, span=(word.start, follow.end))
            elif is_word(word, "rt", "r.t", "r. t"):
                window = Quantity(value=20.0, unit="°c", approximate=True, span=(word.start, word.end))
    ends = {q.span[1] for q in (window, limit) if q is not None and q.span is not None}
    return window, limit, [x for _, x in said if x.end in ends]


def durations_in(clause: Clause) -> tuple[Quantity | None, list[Qty]]:
    """(the clause's duration in min, the quantity taken for it); what else is said stays unread."""
    found: Quantity | None = None
    used: list[Qty] = []
    sure = False
    for i, x in enumerate(clause.items):
        if isinstance(x, Qty) and x.dim == "time":
            before = [y.low for y in clause.items[max(0, i - 3) : i] if isinstance(y, Token)]
            after = [y.low for y in clause.items[i + 1 : i + 3] if isinstance(y, Token)]
            between = after[:1] == ["between"] and not any(isinstance(y, Qty) for y in clause.items[i + 2 : i + 4])
            if between or after[:1] in (["apart"], ["beforehand"], ["before"]) or (before[-1:] == ["every"]):
                continue
            q = x.model()
            factor = convert(1.0, x.unit, "time") / 60.0
            q.value *= factor
            q.low = q.low * factor if q.low is not None else None
            q.high = q.high * factor if q.high is not None else None
            q.unit = "min"
            lead = clause.items[i - 2 : i] if i >= 2 else []
            if len(lead) == 2 and is_word(lead[0], "quarter", "half") and is_word(lead[1], "of", "an"):
                q.value *= 0.25 if is_word(lead[0], "quarter") else 0.5  # "a quarter of an hour"
                q.span = (lead[0].start, x.end)
            strong = any(b in ("over", "during", "course", "lasting") for b in before)
            if found is None or (strong and not sure):
                found, used, sure = q, [x], strong
    return found, used


OF_BATH = patterns.compile(
    r"(?:bath|jacket|mantle|plate)(?:,| at| temperature| of|:| (?:is |was )?(?:brought|raised|heated|kept|held|warmed|set|turned up)(?: to| at))? ?\|| ?\| ?\(?(?:bath|bath temperature|jacket|outside|oil bath)\b",
    re.I,
)
"""Beside a temperature ("|"): it is the bath's."""
_FEW = r"(?:\d{1,2}|two|three|four|five|six|eight|ten|small|equal|several|a few|few)"
IN_PARTS = patterns.compile(
    rf"\b(?:in|by) {_FEW} (?:equal |small )*(?:goes|lots|portions|parts|shots|instalments|spoonfuls|pieces|shares)\b|\b{_FEW} (?:equal |small )?portions\b|\ba (?:third|quarter|half|spoonful|bit|little|pinch) at a time\b"
    r"|\bby (?:thirds|halves|quarters|spoonfuls)\b|\bbit by bit\b|\bspoon by spoon\b",
    re.I,
)
"""What goes in by parts, whatever verb puts each of them in."""
PACED_PARTS = patterns.compile(
    r"\b(?:over|during|within|in|,) ?(?:about |some |the course of )?(?:\d[\d.]*|ten|fifteen|twenty|thirty|forty|an?|half an|five|two|three|a few) ?(?:min|minutes?|h|hours?)\b|\b(?:\d+|two|five|ten) ?(?:min|minutes?) apart\b|\bevery (?:\d+|two|five|ten) ?(?:min|minutes?)\b",
    re.I,
)
"""How long the parts take together, or from one to the next."""
SHORT_STEP = {"recrystallise": "filter", "wash": "filter", "mix": "add", "pour": "transfer"}


def new_step(account: Account, clause: Clause, kind: str, **more: object) -> Step:
    """The step of a clause with its times, temperatures, stirring and cooling; appended to the document."""
    text = account.source[clause.start : clause.end]
    window, limit, t_used = temperatures_in(clause)
    duration, d_used = durations_in(clause)
    account.used |= {q.start for q in (*t_used, *d_used)}
    step = Step(
        n=len(account.doc.steps) + 1, kind=SHORT_STEP.get(kind, kind), text=text, span=(clause.start, clause.end),  # type: ignore[arg-type]
        T_range=window, T_limit=limit, duration=duration,
        stirred=False if lex.idle(text, account.source[clause.end : clause.end + 70]) or account.stirrer_off else True if lex.STIRRED.search(text) else None,
        cooled=bool(lex.COOLED.search(text)), all_at_once=bool(lex.ALL_AT_ONCE.search(text)) and not (IN_PARTS.search(text) is not None and PACED_PARTS.search(text) is not None),
        attended=False if lex.OVERNIGHT.search(text) or lex.unattended(text) else None,
    )  # fmt: skip
    if lex.OVERNIGHT.search(text) and step.duration is None:
        m = lex.OVERNIGHT.search(text)
        assert m
        step.duration = Quantity(
            value=900.0, unit="min", low=720.0, high=1080.0, approximate=True, span=(clause.start + m.start(), clause.start + m.end())
        )
    if window is not None and window.span is not None:
        around = account.source[max(0, window.span[0] - 24) : window.span[0]] + "|" + account.source[window.span[1] : window.span[1] + 14]
        if OF_BATH.search(around):
            step.T_of = "bath"
    for key, value in more.items():
        setattr(step, key, value)
    last = account.doc.steps[-1] if account.doc.steps else None
    if (
        kind == "hold"
        and step.T_range is None
        and step.duration is not None
        and last is not None
        and last.kind in ("heat", "cool")
        and last.vessel == step.vessel
    ):
        if last.duration is None or clause.start - last.span[1] < 12:
            step.T_range = last.T_range  # "heat to 90 °C and hold for 60 min"
    if kind in ("heat", "reflux", "distil", "quench", "filter"):
        account.next_bath = None
    elif account.next_bath is not None and step.bath is None and step.vessel == account.batch:
        step.bath = account.next_bath
    account.doc.steps.append(step)
    return step


TIP = patterns.compile(r"\b(?:bulb|tip|end|junction)\b[^.;,]{0,30}\b(?:liquid|mixture|solution|acid|bath|surface|vapou?r)\b", re.I)
""" "Thermometer in one neck, bulb covered by the liquid"."""


OUTER = patterns.compile(r"\b(?:in|inside) the (dish|tub|tray|pan|pail|bucket|trough|saucepan|box|sink)\b", re.I)


ANOTHER_IN_THE_POT = patterns.compile(
    r"\b(?:another|one|a second(?: one)?|the other)\b[^.;,]{0,14}\b(?:in(?:to)?|dipping into) the (?:liquid|pot|acid|mixture|flask|solution)\b",
    re.I,
)
THEN_IT_STANDS = patterns.compile(
    r"\b(?:stands?|stood|sits?|sat|rests?|(?:is|are|was|were) (?:set|put|placed|cooled|clamped|lowered|stood))\b", re.I
)
"""Behind where a thermometer is: where the vessel is."""
BATH_WITH = patterns.compile(r"\b(?:bath|bowl|tub|basin)\b(?: \([^)]*\))?,? (?:(?:that|which) has|with) (?:an? |the )?$", re.I)
""" "An ice bath that has a thermometer in it"."""
AROUND_IT = patterns.compile(r"\b(?:bath|ice|bowl|tub|basin|dish|tray|pan|bucket|water|oil|sand)\b", re.I)
"""What "it" may be, of a thermometer that is in it, if not the pot."""
OF_THE_HEAD = patterns.compile(r"\b(?:head|vapou?r|still[- ]head|distillation head)(?:,? with (?:an? |its )?)? ?$", re.I)
""" "Head thermometer", "still head with thermometer"."""
NONE_THERE = patterns.compile(
    r"\b(?:no|without(?: an?| any)?|never an?|lacks an?|instead of an?|(?:had|have|has|was|did|do|does)(?:n't| not)(?: (?:have|got|use|put|a|an|the|any|in))*) ?$",
    re.I,
)
""" "No thermometer in it"."""
ETCHES = patterns.compile(r"\b(?:etch|pickl|electroplat)\w*\b", re.I)
"""In a text of which the bath is the batch."""
THE_BATH = patterns.compile(r"^\W*(?:hanging |hangs |is |stands )?in the bath\b", re.I)
OIL = patterns.compile(r"\boil\b(?!,? ?-?bath)", re.I)


def read_sensor(account: Account, text: str, start: int, phrases: Sequence[VesselPhrase] = ()) -> bool:
    """Where the thermometer is: in the pot, in the bath, at the head; of the vessel with a size that is told before it in the clause, else of the one the work is done in."""
    for m in lex.SENSOR.finditer(text):
        if NONE_THERE.search(text[: m.start()]):
            continue
        told = re.sub(r"^ ?[,(] ?(?=(?:in|inside|within|dipp?\w*|immers\w+|down|well|reach\w*)\b)", " ", m.group(2)[:60])
        where = told.split(",")[0].split(" and ")[0]
        if (tip := TIP.search(told)) is not None:
            where = tip.group()
        held = THEN_IT_STANDS.split(where, maxsplit=1)[0]
        where = held if lex.IN_POT.search(held) else where  # "a thermometer in the solution stands in an ice bath"
        stands = OUTER.search(where)
        if stands is not None and re.search(
            rf"\bin(?:to)? (?:an?|the|my) (?:\w+ ){{0,2}}{stands[1]} (?:of|with|holding|containing|full of)\b", account.source[:start], re.I
        ):
            where = f"in the bath {where}"  # "put into a dish with 300 g of ice; the thermometer hangs in the dish"
        where = f"inside {where}" if m.group(1).lower().startswith(("in", "immersed")) else where
        if (
            OIL.search(where)
            and not re.search(r"\boil[- ]?bath\b|\bbath of (?:\w+ )?oil\b", account.source, re.I)
            and any(OIL.search(x.name) for x in account.doc.materials)
        ):
            where = "in the liquid"  # "coconut oil in a beaker, the thermometer in the oil"
        kind = "head" if lex.HEAD.search(where) else "bath" if lex.IN_BATH.search(where) else "pot" if lex.IN_POT.search(where) else None
        if re.match(r"\W*(?:(?:hanging |standing )?in it\b|$)", where) and BATH_WITH.search(text[: m.start()]):
            kind = "bath"
        if kind != "head" and re.match(r"\W*in it\b(?! *,? of\b)", where) and not AROUND_IT.search(text[: m.start()]):
            kind = "pot"  # "dropped in with the thermometer in it"
        if kind == "head" and ANOTHER_IN_THE_POT.search(told):
            kind = "pot"  # "a thermometer in the vapour and another in the liquid"
        if kind is None and OF_THE_HEAD.search(text[: m.start()]):
            kind = "head"
        vessel = account.main or account.last
        if kind == "bath" and vessel is not None and vessel.bath is None and THE_BATH.search(where) and ETCHES.search(account.source):
            kind = "pot"  # "thermometer hangs in the bath": an etching bath, which is the batch
        told_of = [account.vessel_name(v) for v in phrases if v.nominal_mL is not None and v.end <= start + m.start()]
        vessel = next((v for v in account.doc.vessels if told_of and v.name == told_of[-1]), vessel)
        if vessel is None:
            account.sensor = kind or ""
        elif kind and (vessel.sensor is None or (vessel.sensor == "head" and kind == "pot" and not account.doc.steps)):  # one in each
            vessel.sensor = kind  # type: ignore[assignment]
            vessel.sensor_span = (start + m.start(), start + m.end(1) + len(where))
        return kind is not None
    return False
