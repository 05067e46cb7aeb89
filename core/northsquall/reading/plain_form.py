"""Sentences all of whose words belong to one operation, put in the plain form of that operation before the rules read them.

People tell a feed, a charge, a bath, a hold or a pour in any order of words. Where a sentence holds nothing but the parts of one operation (substances
with their amounts, a vessel with its size, a time, a temperature) and words that such an operation is told with, the order of its words means nothing:
"Slow add A 8 mL; 60 min; 5-12 °C" and "The addition of A (8 mL) took 60 min, the thermometer between 5 and 12 °C" are the same. One other word, and the
sentence stays as it was written.
"""

from __future__ import annotations

import itertools
import re
from collections.abc import Callable
from dataclasses import dataclass
from functools import lru_cache

from northsquall import patterns
from northsquall.reading.folding import plain
from northsquall.reading.tokens import substances_in

SUB, AMOUNT, STRENGTH, TIME, RANGE, HEAT, VESSEL, FITTED, ICE, COUNT, VACUUM, BATH, EMPTY, MOLES = (chr(0xE000 + k) for k in range(14))
"""What stands for each character of a part, so that places stay as they are."""
_N = r"\d+(?:[.,]\d+)?"
_TENS = r"(?:twenty|thirty|forty|fifty|sixty|seventy|eighty|ninety)"
_WORD_NUMBER = rf"(?:two|three|four|five|six|seven|eight|nine|ten|twelve|fifteen|eighteen|{_TENS}(?:-(?:one|two|three|four|five|six|seven|eight|nine))?|a hundred)"
_C = r"(?: ?°C| degrees)"
PARTS: tuple[tuple[str, re.Pattern[str]], ...] = (
    (VACUUM, patterns.compile(rf"(?<![\w.,]){_N} ?(?:mbar|torr|mm ?Hg|hPa)\b", re.I)),
    (
        BATH,
        patterns.compile(
            rf"\b(?:an? |the )?(?:(?:oil|water|sand|steam)[ -])?bath(?: of| at)? {_N}(?:{_C})?(?![\d.,]*\d| ?(?:k?g|m?L)\b)|\b(?:an? |the )?(?:oil|water|sand|steam)[ -]bath\b|\b(?:an? |the )?(?:heating )?mantle\b",
            re.I,
        ),
    ),
    (
        EMPTY,
        patterns.compile(
            rf"(?:an? )?empty {_N} ?m?L (?:washing |wash |safety )?(?:bottle|trap|flask)|(?<![\w.,]){_N} ?m?L empty|(?:an? )?empty (?:trap|bottle|safety bottle),? \({_N} ?m?L\)|(?:an? )?empty (?:trap|bottle) of {_N} ?m?L",
            re.I,
        ),
    ),
    (
        RANGE,
        patterns.compile(
            rf"(?<![\w.,–−-])[-−–]?{_N} ?(?:[-–]|to|and) ?[-−–]?{_N}{_C}|(?<=\bat ){_N} (?:to|and) {_N}(?= the whole| all the)|\bTi? ?[-−]?{_N} ?[-–] ?{_N}(?![\w.,]*\d)(?:{_C})?"
        ),
    ),
    (HEAT, patterns.compile(rf"(?<![\w.,–−-])[-−–]?{_N}{_C}|(?<=\bat )[-−]?\d{{1,2}}(?=,? (?:we|I|it)\b)|\bTi? ?[<≤] ?{_N}(?:{_C})?")),
    (
        TIME,
        patterns.compile(
            rf"(?<![\w.,])(?:{_N}|{_WORD_NUMBER}|an?|one)(?: (?:and a half|hours?))? ?(?:min(?:utes)?|h|hours?)(?: and a half)?\b|\bhalf an hour\b|\ban hour and a half\b|(?<![\w.,]){_N} ?h\b",
            re.I,
        ),
    ),
    (
        VESSEL,
        patterns.compile(
            r"(?<![\w.,])\d[\d.,]*[ -]?m?L (?:(?:[\w]+[- ]neck(?:ed)?|round[- ]bottom(?:ed)?|conical|glass|tall|wide) ?)*(?:flask|beaker|bucket|Erlenmeyer|jar|three-neck|two-neck)\b"
            r"|\b(?:[\w]+[- ]neck(?:ed)? |round[- ]bottom(?:ed)? |conical )?(?:flask|beaker|bucket) of \d[\d.,]* ?m?L\b"
            r"|(?<![\w.,])\d[\d.,]*[ -]?m?L (?:[\w]+[- ]neck(?:ed)?|round[- ]bottom(?:ed)?|conical)\b",
            re.I,
        ),
    ),
    (
        ICE,
        patterns.compile(
            rf"\bice(?:[ /-](?:and )?(?:salt|water))?[ -]bath(?:,? \(?(?:of )?| with ){_N} ?k?g\b(?: (?:of )?ice)?\)?|\bice(?: ?(?:and|/) ?(?:water|salt))?,? \(?{_N} ?k?g\)?|(?<![\w.,]){_N} ?k?g (?:of )?(?:crushed )?ice(?: and (?:water|salt))?(?: in the bath)?|\bice(?:[ /-](?:and )?(?:salt|water))?[ -]bath\b",
            re.I,
        ),
    ),
    (MOLES, patterns.compile(rf"(?<![\w.,]){_N} ?m?mol\b(?!/)")),
    (AMOUNT, patterns.compile(rf"(?<![\w.,]){_N} ?(?:mg|g|kg|mL|L)\b(?!/)")),
    (
        STRENGTH,
        patterns.compile(
            rf"(?<![\w.,]){_N} ?%|\b(?:conc\.?|concentrated|dilute|saturated|cold|crushed|cracked|powdered|anhydrous|glacial|aqueous|finely powdered|fine)(?= )",
            re.I,
        ),
    ),
    (
        COUNT,
        patterns.compile(
            rf"(?<![\w.,])(?:\d{{1,2}}|{_WORD_NUMBER}) (?:equal )?(?:portions|lots|spoonfuls|parts|goes|x\b)|\(\d{{1,2}}(?: ?x)?\)", re.I
        ),
    ),
)
_EQUIPMENT = r"(?:(?:an? |the |with |of )?(?:mechanical |overhead |magnetic |inside |internal |inner |good )*(?:stirrer(?: bar)?|stir bar|bar|thermometer(?: (?:dipping into|in|reaching into) the (?:liquid|contents|mixture))?|(?:dropping|addition|tap) funnel|(?:reflux )?condenser(?: open to the hood)?|gas (?:outlet|inlet)))"
FITTINGS = patterns.compile(rf"\b{_EQUIPMENT}(?:(?:, and |, | and | \+ |/){_EQUIPMENT})*", re.I)
_A, _P, _S = f"(?:{AMOUNT}+|{MOLES}+)", f"(?:{STRENGTH}+ ?)", f"{SUB}+"
_MORE = rf"(?: ?\((?:{_A}|{STRENGTH}+)(?:[,;] (?:{_A}|{STRENGTH}+))*\)|,? {MOLES}+)"
"""What else is said of how much it is: in brackets anything, without them only moles (another amount is the next substance's)."""
_ITEM = (
    rf"(?:{_A}{_MORE}?,? (?:of )?{_P}*{_S}{_MORE}?|{_P}*{_S},? (?:\(?{STRENGTH}+\)?,? )?(?:{_A}{_MORE}?|\({_A}(?:[,;] {_A}| \({_A}\))*\)))"
)
_SOLUTION = rf"(?:(?:an? |the )?(?:solution|suspension|mixture) of )?{_ITEM} in {_ITEM}"
CHAIN = patterns.compile(rf"(?:{_SOLUTION}|{_ITEM})(?:(?:,? and | ?\+ ?| ?/ ?|, |; )(?:{_SOLUTION}|{_ITEM}))*")
BETWEEN = patterns.compile(r" ?[+/] ?|; ")
WORD = patterns.compile(r"[^\W\d_\ue000-\ue0ff]+(?:['’-][^\W\d_\ue000-\ue0ff]+)*")


def _set(words: str) -> frozenset[str]:
    return frozenset(words.split())


PLAIN = _set(
    "a an the then now next and so we i it its it's is was were are be been to of in on at for by with from this that there all inside"
)
FEED_SAYS = _set(
    "add added adding add'n addition additions dropwise drop drops drip drips dripped dropped slow slowly feed fed dose dosed "
    "run runs ran let funnel dosing treat treated introduce introduced drops dropping"
)
FEED_MAY = (
    PLAIN
    | FEED_SAYS
    | _set(
        "comes come goes go went dropping time takes took required requires needs temperature between stay stays stayed stopped "
        "kept keep keeping held hold holding being such rate not passed over never than warmer sits sit whole me my watching "
        "watch thermometer begin begins altogether total cooling stirring contents below under most max maximum limit above near "
        "gets exceed exceeding exceeded during within while ti t which without letting past up internal followed out rises rise "
        "while period pot inner nice good keep an eye get give gives charge fill through comes having occupied lay taking next comes divided always care taken not tpot pot i'm that's"
    )
)
BY_DROPS = _set("dropwise drop drops drip drips dripped dropped dropping slow slowly")
COOL_SAYS = _set("cool cooled chill chilled pre-cool pre-cooled precool precooled ice round stand stood stands put bath cooling")
COOL_MAY = (
    PLAIN
    | COOL_SAYS
    | _set(
        "into until till when brought bring down held get got sits goes go start starts shows show showed reached reaches "
        "temperature t w water salt flask vessel beaker contents mixture solution has have had raised under fell comes come up "
        "gets begin wait means which thermometer says around reading outside external lowered lower well after shown pot bucket "
        "let have keep kept around fallen drops tpot tin ti pot preceded addition place gets goes there's"
    )
)
HOLD_SAYS = _set(
    "stir stirring stirred further more another after-stir post-stir stirs continue continued react maintain after-reaction reaction"
)
HOLD_MAY = (
    PLAIN
    | HOLD_SAYS
    | _set(
        "held hold keep kept left leave completed completes complete reaction mixture contents does give gives given goes went "
        "went-on followed follows wait waits need needs good done let but nothing gets of kept maintained following on time there preceded"
    )
)
POUR_SAYS = _set(
    "pour poured pouring quench quenched onto transfer transferred emptied empty run tipped into off stream added decompose decomposed"
)
POUR_MAY = (
    PLAIN
    | POUR_SAYS
    | _set(
        "onto over out thin stream slowly slow mixture batch contents reaction lot whole flask cold stirred stir stirs stirring "
        "well good which while temperature being kept keep keeps stay stays stayed below under above not never most max t remains "
        "during within work-up goes go put place had ready used gets added decomposition by running dropped drop exceed did "
        "warmer than that's them given give mixture run on let maximum"
    )
)
CHARGE_SAYS = _set(
    "charge charged place placed put load loaded weigh weighed transferred filled fill tip mix mixed dissolve suspend "
    "dissolved suspended received goes go stirred together prepared use take first apparatus what already bring brought "
    "contained prepare contains holds in fit transfer combine equip"
)
CHARGE_MAY = (
    PLAIN
    | CHARGE_SAYS
    | _set(
        "into fitted equipped provided carried carrying carries has had having which on sit sits top mounted mount or suspension "
        "solution set up w they these stood stands reaction vessel attached suspended thereto for purpose ok right there's there "
        "hood tip starts puts which added add them setup here's i've"
    )
)
UPPER = r"(?:not|never|under|below|over|most|max(?:imum)?|limit|exceed\w*|past|near|up to|above|without|[<≤]|warmer than)"
LIMITED = patterns.compile(
    rf"\b{UPPER}\b[^\ue003\ue004\ue005]{{0,24}}{HEAT}|[<≤] ?{HEAT}|{HEAT}+(?: inside)?,? (?:at (?:the )?most|max|is the (?:limit|most)|(?:is|was|being) not|not)\b",
    re.I,
)
NUMBERS = patterns.compile(r"[-−–]?\d+(?:[.,]\d+)?")
ENDS = patterns.compile(rf"((?<!\d)[-−–]?{_N}) ?(?:[-–]|to|and) ?([-−–]?{_N})")
WRONG_WAY = patterns.compile(
    r"\b(?:in ?to|on ?to|onto|to|over) (?:the |this |cold |stirred |reaction )*(?:mixture|batch|flask|contents|lot)\b", re.I
)
OVERNIGHT = patterns.compile(r"\bovernight\b", re.I)
LINE = patterns.compile(
    r"^(?P<mark>[ \t]*(?:[-*•–][ \t]*)?(?:#?\(?\d{1,2}(?:\.\d{1,2})?(?:[.):]+| -)[ \t]+|#?\d{1,2}[ \t]{2,}|#\d{1,2} |\(?[a-p][.)] |\[\d{1,2}\] |0\d (?=[A-Z])|\d{1,2}/ )?)"
    r"(?P<label>(?:charge|in|vessel|start|flask|cool|cooling|feed|add|addition|run in|hold|stir|after|then|quench|pour|on to ice|work-?up|apparatus|warm|reflux|heat|boil|filter|isolate|extract|wash|washing|dry|solvent|evaporate|distil|distillation|gas|off-gas|vent)(?:: ?| (?:[-–—|=>]|::) | {3,}|\t+))?(?P<body>\S.*?)(?P<end>[ \t]*)$",
    re.I | re.M,
)
"""A line with its number and its head."""
SENTENCE = patterns.compile(
    r"(?<=[a-z)%C°\d])(?<!\bmax)(?<!\bca)(?<!\bapprox)(?<!\bconc)(?<!\bdil)(?<!\btemp)(?<!\bno)(?<!\bnr)(?<!\bfig)(?<!\baq)(?<!\bsat)(?<!\bsatd)(?<!\babs)(?<!\bvol)\.[ \t]+(?=[A-Z0-9(])",
    re.I,
)
LISTED = patterns.compile(r"\s*(?:materials|reagents|chemicals|substances|ingredients|starting materials)\s*:", re.I)
"""A list of what is there: nothing is done by it."""
HEAD = 24
"""Characters of a line's number and head."""
LONGEST = 260
"""Characters of a sentence that is looked at."""
COLUMNS = patterns.compile(r"^\s*\||\S {3,}\S.* {3,}\S")
"""A row of a table."""


CELL = patterns.compile(r"(?<=\|) ?([^|\n]{25,}?) ?(?=\|)")
"""A cell that may say what is done."""


@dataclass(frozen=True)
class Masked:
    """A sentence, the same with its parts as marks, and its words."""

    said: str
    marks: str
    words: frozenset[str]

    def all_of(self, mark: str) -> list[tuple[int, int]]:
        """Where the parts of a kind stand."""
        return [m.span() for m in re.finditer(f"{mark}+", self.marks)]

    def without_fittings(self) -> Masked:
        """The same with the words of what a vessel carries among its words."""
        marks = "".join(a if c == FITTED else c for a, c in zip(self.said, self.marks, strict=True))
        return Masked(self.said, marks, _words(marks))

    def one(self, mark: str) -> str | None:
        """What is written for the one part of a kind; None where there is none or more."""
        found = self.all_of(mark)
        return self.said[slice(*found[0])] if len(found) == 1 else None


Piece = tuple[str, int]
"""What is put, and where in the sentence it stood (-1: nowhere)."""


def _masked(said: str) -> Masked:
    marks = said
    for mark, pattern in PARTS:
        if mark == STRENGTH:
            marks = _with_fittings_and_substances(said, marks)
        marks = pattern.sub(lambda m, mark=mark: mark * len(m.group()), marks)  # type: ignore[misc]
    return Masked(said, marks, _words(marks))


def _words(marks: str) -> frozenset[str]:
    return frozenset(w.lower().replace("’", "'") for w in WORD.findall(marks))


def _with_fittings_and_substances(said: str, marks: str) -> str:
    marks = FITTINGS.sub(lambda m: FITTED * len(m.group()), marks)
    for t in substances_in(said):
        if not any("\ue000" <= c <= "\ue0ff" for c in marks[t.start : t.end]):
            marks = marks[: t.start] + SUB * (t.end - t.start) + marks[t.end :]
    return marks


def _chain(m: Masked) -> tuple[int, int] | None:
    """Where all substances with their amounts stand, if they stand together and every one has its amount; None otherwise."""
    found = list(CHAIN.finditer(m.marks))
    if len(found) != 1:
        return None
    a, b = found[0].span()
    outside = m.marks[:a] + m.marks[b:]
    if any(c in outside for c in (SUB, AMOUNT, STRENGTH, MOLES)):
        return None
    return a, b


ITEM = patterns.compile(_ITEM)
PART = re.compile(f"{AMOUNT}+|{MOLES}+|{STRENGTH}+|{SUB}+")


def _items(m: Masked, span: tuple[int, int]) -> list[Piece]:
    """The substances, each as "8 mL of 65 % nitric acid", with "and" between."""
    out: list[Piece] = []
    at = span[0]
    for x in ITEM.finditer(m.marks, *span):
        between = m.said[at : x.start()]
        out.append((between, at) if not BETWEEN.fullmatch(between) else (" and ", -1))
        out += _item(m, x.span())
        at = x.end()
    return [*out, (m.said[at : span[1]], at)] if at < span[1] else out


def _item(m: Masked, span: tuple[int, int]) -> list[Piece]:
    """One substance as "8 mL of 65 % nitric acid (0.1 mol)"."""
    parts = [(x.group()[0], x.start(), x.end()) for x in PART.finditer(m.marks, *span)]
    amounts = [(a, b) for mark, a, b in parts if mark == AMOUNT] + [(a, b) for mark, a, b in parts if mark == MOLES]
    strengths = [(a, b) for mark, a, b in parts if mark == STRENGTH]
    (name,) = [(a, b) for mark, a, b in parts if mark == SUB]
    out: list[Piece] = [(m.said[slice(*amounts[0])], amounts[0][0]), (" of ", -1)]
    for a, b in strengths:
        out += [(m.said[a:b], a), (" ", -1)]
    out.append((m.said[slice(*name)], name[0]))
    for k, (a, b) in enumerate(amounts[1:]):
        out += [(" (" if not k else ", ", -1), (m.said[a:b], a)]
    return [*out, (")", -1)] if len(amounts) > 1 else out


def _heat(m: Masked) -> list[Piece] | None:
    """What is written of the temperature as "at 5 to 12 °C" or "below 12 °C"; [] without; None where it is not clear."""
    ranges, single = m.all_of(RANGE), m.all_of(HEAT)
    if len(ranges) == 1:
        ends = ENDS.search(m.said[slice(*ranges[0])])
        if ends is None:
            return None
        low, high = (x.replace("–", "-").replace("−", "-") for x in ends.groups())
        top = {NUMBERS.search(m.said[slice(*x)]).group() for x in single}  # type: ignore[union-attr]
        return [(f" at {low} to {high} °C", ranges[0][0])] if top <= {high} else None
    if ranges or len(single) > 1:
        return None
    if not single:
        return []
    value = NUMBERS.search(m.said[slice(*single[0])]).group()  # type: ignore[union-attr]
    limited = LIMITED.search(m.marks) is not None or "<" in m.said[slice(*single[0])] or "≤" in m.said[slice(*single[0])]
    return [(f"{', below' if limited else ' at'} {value} °C", single[0][0])]


def _fed(m: Masked) -> list[Piece] | None:
    """A feed: substances, one time, a window or a limit."""
    m = m.without_fittings()
    time, span, heat = m.all_of(TIME), _chain(m), _heat(m)
    if span is None or heat is None:
        return None
    words = _words(m.marks[: span[0]] + " " + m.marks[span[1] :])
    if not words & FEED_SAYS and COUNT not in m.marks:
        return None
    if (
        words - FEED_MAY - {"portionwise"}
        or len(time) != 1
        or not _bare(m, SUB, AMOUNT, STRENGTH, TIME, RANGE, HEAT, COUNT)
        or len(m.all_of(COUNT)) > 1
    ):
        return None
    if ";" in m.said[slice(*span)] and not _words(m.marks[: span[0]]) & FEED_SAYS:
        return None  # "acid 15 mL; ester 6.8 g added over 10 min": the first may be there already
    count = m.one(COUNT)
    digits = NUMBERS.search(count) if count else None
    many = digits.group() if digits else count.split()[0] if count else ""
    paced = f" in {many} portions" if many else " dropwise" if words & BY_DROPS else ""
    verb = " is added" if paced else " is run in"
    stirred: list[Piece] = [(" with stirring", -1)] if "stirring" in m.words else []
    return [*_items(m, span), (f"{verb}{paced} over ", -1), (m.said[slice(*time[0])], time[0][0]), *stirred, *heat]


def _cooled(m: Masked) -> list[Piece] | None:
    """A bath of ice, and what is cooled to."""
    ice, heat, mass = m.all_of(ICE), m.all_of(HEAT), m.all_of(AMOUNT)
    apart = not ice and _named(m) == ["ice"] and len(mass) == 1  # "into the ice with it (500 g)"
    if m.words - COOL_MAY or len(heat) != 1 or not (len(ice) == 1 or apart) or not _bare(m, HEAT, *((SUB, AMOUNT) if apart else (ICE,))):
        return None
    number = NUMBERS.search(m.said[slice(*heat[0])])
    if (
        number is None
        or float(number.group().replace("−", "-").replace(",", ".")) > 25.0
        or LIMITED.search(re.sub(r"\bunder (?:it|the \w+)", "", m.marks))
    ):
        return None
    grams = re.search(rf"{_N} ?k?g\b", m.said[slice(*(mass[0] if apart else ice[0]))])
    if apart and grams is None:
        return None
    salt = "salt" in m.said
    return [
        (f"Cool in an ice{'/salt' if salt else ''} bath{f' ({grams.group()})' if grams else ''} to ", (mass if apart else ice)[0][0]),
        (f"{number.group()} °C", heat[0][0]),
    ]


def _held(m: Masked) -> list[Piece] | None:
    """Nothing but a time, and a temperature."""
    time, heat = m.all_of(TIME), _heat(m)
    if not m.words & HOLD_SAYS or m.words - HOLD_MAY or len(time) != 1 or not heat or not _bare(m, TIME, HEAT, RANGE):
        return None
    return [("Stir for ", -1), (m.said[slice(*time[0])], time[0][0]), *heat]


STRAIGHT_ON = patterns.compile(r"(?:\bon ?to|\bin ?to|\bon|->|→) *$", re.I)
HELD_BY = patterns.compile(rf"{VESSEL}+,?(?: (?:with|of|holding|containing)|:) *$|\b(?:put|place|have) *$", re.I)
"""What stands right before the ice: what goes on to it, or the vessel that holds it."""


def _goes_on_to(m: Masked, before: str) -> bool:
    """Whether the batch goes on to what receives it, and not that on to the batch ("quenched with 250 g of ice")."""
    if STRAIGHT_ON.search(before):
        return True
    return bool(m.words & {"mixture", "batch", "contents", "lot", "everything"}) and HELD_BY.search(before) is not None


def _poured(m: Masked) -> list[Piece] | None:
    """The batch on to ice or water in a vessel."""
    vessel, time = m.all_of(VESSEL), m.all_of(TIME)
    if (
        not (m.words & POUR_SAYS or " on to " in m.said)
        or m.words - POUR_MAY
        or len(vessel) != 1
        or len(time) > 1
        or WRONG_WAY.search(m.said)
        or not _bare(m, SUB, AMOUNT, STRENGTH, ICE, VESSEL, TIME, HEAT)
    ):
        return None
    # the ice is one of the things that receive
    marks = m.marks
    for a, b in m.all_of(ICE):
        amount = re.match(rf"{_N} ?k?g (?:of )?(?:crushed )?ice\b", m.said[a:b])
        if amount is None:
            return None
        marks = marks[:a] + marks[a:b].replace(ICE, SUB) + marks[b:]
    thing = rf"(?:{SUB}+|{_ITEM})"
    found = [x.span() for x in re.finditer(rf"{thing}(?:(?:,? and |, | ?\+ ?){thing})*", marks)]
    if len(found) != 1 or any(c in marks[: found[0][0]] + marks[found[0][1] :] for c in (SUB, AMOUNT, STRENGTH)):
        return None
    if not re.search(r"\b(?:ice|water)\b", m.said[slice(*found[0])], re.I) or not _goes_on_to(m, m.marks[: found[0][0]]):
        return None
    heat = _heat(m)
    if heat is None:
        return None
    if heat and heat[0][0].startswith(" at"):
        return None
    over: list[Piece] = [(" over ", -1), (m.said[slice(*time[0])], time[0][0])] if time else []
    stirred: list[Piece] = [(" with stirring", -1)] if re.search(r"\bstir", m.said, re.I) else []
    return [
        ("Pour the mixture on to ", -1),
        (m.said[slice(*found[0])], found[0][0]),
        (" in a ", -1),
        (m.said[slice(*vessel[0])], vessel[0][0]),
        *over,
        *stirred,
        *heat,
    ]


def _charged(m: Masked) -> list[Piece] | None:
    """A vessel with its size and what it carries, and what goes into it."""
    vessel, fitted, ice = m.all_of(VESSEL), m.all_of(FITTED), m.all_of(ICE)
    if (
        m.words - CHARGE_MAY
        or len(vessel) != 1
        or len(fitted) != 1
        or len(ice) > 1
        or not _bare(m, VESSEL, FITTED, SUB, AMOUNT, STRENGTH, ICE)
    ):
        return None
    span = _chain(m)
    mass = re.search(rf"{_N} ?k?g\b", m.said[slice(*ice[0])]) if ice else None
    if span is None or (ice and ("bath" not in m.said[slice(*ice[0])] or IN_THE_ICE.search(m.said) is not None)):
        return None
    bath: list[Piece] = [(f". It stands in an ice bath{f' ({mass.group()})' if mass else ''}", ice[0][0])] if ice else []
    return [
        ("Charge a ", -1),
        (m.said[slice(*vessel[0])], vessel[0][0]),
        (" (", -1),
        (m.said[slice(*fitted[0])].strip(), fitted[0][0]),
        (") with ", -1),
        *_items(m, span),
        *bath,
    ]


WASHES = _set("wash washed washing washes shake shaken layer phase washings")
WASH_MAY = (
    PLAIN
    | WASHES
    | _set(
        "organic upper lower gets followed follow separate separated separating funnel vent vented venting pressure released "
        "release each time tap opened open gas let letting out often after turn being which succession turn every sep in then "
        "into"
    )
)
VENTS = patterns.compile(
    r"\bvent(?:ed|ing|s)?\b|\b(?:pressure|gas)\b[^.;]{0,20}\b(?:releas\w+|let (?:out|off))|\b(?:releas\w+|let(?:ting)? (?:out|off))\b[^.;]{0,16}\b(?:pressure|gas)\b|\bletting the (?:gas|pressure) out\b|\btap\b[^.;]{0,12}\bopened\b|\bopen(?:ed|ing)? the tap\b",
    re.I,
)
AQUEOUS = frozenset(
    {
        "water",
        "sodium hydrogen carbonate",
        "sodium carbonate",
        "sodium chloride",
        "sodium hydroxide",
        "hydrochloric acid",
        "sodium thiosulfate",
        "sodium hydrogen sulfite",
        "brine",
    }
)
DRYING = frozenset({"magnesium sulfate", "sodium sulfate", "calcium chloride", "potassium carbonate", "calcium sulfate"})
SOLVENTS = frozenset(
    {
        "diethyl ether",
        "dichloromethane",
        "ethyl acetate",
        "toluene",
        "tert-butyl methyl ether",
        "hexane",
        "pentane",
        "chloroform",
        "petroleum ether",
    }
)
DRY_MAY = PLAIN | _set(
    "dry dried drying over followed follow follows stood stand extract extracts organic layer phase solution stand stands dried"
)
EXTRACT_SAYS = _set("extract extr extracts extracted extraction shake shaken take taken took takes get help separate dissolved out")
EXTRACT_MAY = (
    DRY_MAY
    | EXTRACT_SAYS
    | _set(
        "out up using served used serves product mixture oil no flame flames near about separate separated layers layer aqueous "
        "which w help dissolved once separated product absence of being"
    )
)
FILTER_SAYS = _set("filter filtered filtration filtr suction sucked suck büchner buchner collect collected nutsch isolate isolated sinter")
FILTER_MAY = (
    PLAIN
    | FILTER_SAYS
    | _set(
        "off solid solids crystals precipitate product cake wash washed washing rinse rinsed air air-dry air-dried dry dried left "
        "leave drying gave followed over funnel until neutral as good well used being out acid first by it's suction-filter after collected"
    )
)
EVAPORATE_MAY = PLAIN | _set(
    "rotary evaporator rotavap evaporation evaporate evaporated solvent off removed remove taken take took strip stripped "
    "comes came under reduced pressure bath left product residue distilled out strip stripped solvent's gone i to remove that"
)
DISTIL_SAYS = _set("distil distilled distils distillation vacuum-distil dist")
DISTIL_MAY = (
    PLAIN
    | DISTIL_SAYS
    | _set(
        "vacuum vac vacuo under pressure reduced comes over came follows followed product residue oil bath staying stays stay "
        "behind back left leave leaving leaves stop stopped stopping ml pot flask fraction boiling collect collected being not "
        "were gave remained remain remains which boils off mine i fraction it leaving with"
    )
)
WARM_MAY = PLAIN | _set(
    "warm warmed warms heat heated raise raised mantle off away replaced swapped exchanged removed instead "
    "water bath ice goes comes took its place cooling stopped stir stirred stirring keep kept hold held up gets get stays "
    "temperature exchange mixture went let where whole put brought having taken heating followed leave left replace by been no "
    "wb applied remove when everything once follows hour's maintained further slowly gently gentle inside flask contents bring "
    "degrees continued maintain stay batch then after removing out under lower lowered below lifted during within over them "
    "oil sand mantle's liquid add'n addition complete completed finished finish done end feed warming"
)
REFLUX_SAYS = _set("reflux refluxed refluxes refluxing boil boils boiled boiling simmer simmers simmered simmering bubble bubbles bubbling")
BUBBLES = _set("bubble bubbles bubbling")
REFLUX_MAY = (
    PLAIN
    | REFLUX_SAYS
    | _set(
        "heat heated heating under mixture keep kept held bring brought brings gentle gently over condenser there continued supplied continues "
        "being maintained let on left keep maintained with away quietly ticks ticking steady steadily goes go up come comes came "
        "leave hold stay stays stayed remain remains remained reached until till once like temperature warm warmed warming during water "
        "back drips underneath below just so set lively slow slowly heater time turn turned attended beside somebody someone liquid drops drop within "
        "raise raised contents solution flask long hour's you me i operator operator's stays watching watched"
    )
)
UP_IN = patterns.compile(r"\b(?:in|within|over|during)(?: about| some)? $")
"""A time in which something is reached."""
LINE_SAYS = _set("funnel")
LINE_MAY = (
    PLAIN
    | LINE_SAYS
    | _set(
        "gas outlet off-gas vent tube hose line lead leads led condenser condenser's goes went go run runs ran way through via "
        "over above just inverted hung held ended ends between empty trap bottle then which outgoing absorbed must not dip "
        "dipping liquid top connect connected passed passes connected tubing this off hangs held into run joined outlet leaves ends inverted"
    )
)
LEFT = re.compile(rf"{_N} ?mL\b")


def _named(m: Masked) -> list[str]:
    return [str(t.value) for t in substances_in(m.said)]


def _bare(m: Masked, *may: str) -> bool:
    """Whether only parts of these kinds stand in it."""
    return not any(
        x in m.marks for x in (SUB, AMOUNT, STRENGTH, TIME, RANGE, HEAT, VESSEL, FITTED, ICE, COUNT, VACUUM, BATH, EMPTY) if x not in may
    ) and (MOLES not in m.marks or AMOUNT in may)


def _washed(m: Masked) -> list[Piece] | None:
    """The layer and what it is washed with."""
    named = _named(m)
    if not m.words & WASHES or m.words - WASH_MAY or not named or not set(named) <= AQUEOUS or not _bare(m, SUB, AMOUNT, STRENGTH):
        return None
    span = _chain(m)
    if span is None:
        return None
    which = next((x for x in ("upper", "lower") if x in m.words), "organic")
    return [
        (f"The {which} layer was washed with ", -1),
        *_items(m, span),
        *([(", venting the funnel", -1)] if VENTS.search(m.said) else []),
    ]


def _dried(m: Masked) -> list[Piece] | None:
    """What it is dried over."""
    named, span = _named(m), _chain(m)
    if (
        not m.words & {"dry", "dried", "drying", "over"}
        or m.words - DRY_MAY
        or span is None
        or not named
        or not set(named) <= DRYING
        or not _bare(m, SUB, AMOUNT, STRENGTH)
    ):
        return None
    return [("Dry over ", -1), *_items(m, span)]


def _extracted(m: Masked) -> list[Piece] | None:
    """A solvent, and what the extract is dried over."""
    named = _named(m)
    if not m.words & EXTRACT_SAYS or m.words - EXTRACT_MAY or not named or not _bare(m, SUB, AMOUNT, STRENGTH):
        return None
    found = [x.span() for x in re.finditer(_ITEM, m.marks)]
    if len(found) != len(named) or len(found) not in (1, 2) or named[0] not in SOLVENTS or (len(found) == 2 and named[1] not in DRYING):
        return None
    if m.words & {"flame", "flames"} and not re.search(r"\bno (?:open )?flames?\b|\babsence of flames\b", m.said, re.I):
        return None
    flames: list[Piece] = [(", no flames near", -1)] if m.words & {"flame", "flames"} else []
    dried: list[Piece] = [("; dry over ", -1), (m.said[slice(*found[1])], found[1][0])] if len(found) == 2 else []
    return [("Extract with ", -1), (m.said[slice(*found[0])], found[0][0]), *flames, *dried]


def _filtered(m: Masked) -> list[Piece] | None:
    """A solid, what washes it, and the air that dries it."""
    named = _named(m)
    if (
        not m.words & FILTER_SAYS
        or m.words - FILTER_MAY
        or not set(named) <= {"water", "ice water", "cold water"}
        or not _bare(m, SUB, AMOUNT, STRENGTH)
    ):
        return None
    washed: list[Piece] = []
    if named:
        span = _chain(m)
        if span is None:
            return None
        washed = [(", wash with ", -1), *_items(m, span)]
    elif AMOUNT in m.marks:
        return None
    dried: list[Piece] = [(", dry in air", -1)] if m.words & {"air", "air-dry", "air-dried"} else []
    return [("Filter with suction", -1), *washed, *dried]


def _evaporated(m: Masked) -> list[Piece] | None:
    """The rotary evaporator, and its bath."""
    at = m.all_of(HEAT) or m.all_of(BATH)
    if not m.words & {"rotary", "rotavap"} or m.words - EVAPORATE_MAY or len(at) != 1 or not _bare(m, HEAT, BATH):
        return None
    number = NUMBERS.search(m.said[slice(*at[0])])
    return None if number is None else [("Remove the solvent on the rotary evaporator at ", -1), (f"{number.group()} °C", at[0][0])]


def _distilled(m: Masked) -> list[Piece] | None:
    """A fraction, its pressure, its bath and what is left."""
    boils, vacuum, bath, left = m.all_of(RANGE) or m.all_of(HEAT), m.all_of(VACUUM), m.all_of(BATH), m.all_of(AMOUNT)
    if (
        not (m.words & DISTIL_SAYS or (vacuum and "comes" in m.words))
        or m.words - DISTIL_MAY
        or len(boils) != 1
        or len(vacuum) > 1
        or len(bath) > 1
        or len(left) != 1
    ):
        return None
    if not _bare(m, RANGE, HEAT, VACUUM, BATH, AMOUNT) or not LEFT.fullmatch(m.said[slice(*left[0])]) or not (vacuum or bath):
        return None
    if not m.words & {
        "staying",
        "stays",
        "stay",
        "behind",
        "back",
        "left",
        "leave",
        "leaving",
        "leaves",
        "stop",
        "stopped",
        "stopping",
        "remained",
        "remain",
        "remains",
        "not",
    }:
        return None
    said = re.sub(r"^(?:an? |the )", "", m.said[slice(*bath[0])]) if bath else ""
    hot = re.search(rf"({_N})(?:{_C})?$", said)
    kind = re.match(r"(?:oil|water|sand|steam)[ -]bath|(?:heating )?mantle", said)
    warm = f"{kind.group() if kind else 'bath'}{f' at {hot[1]} °C' if hot else ''}"
    stays: list[Piece] = [(", ", -1), (m.said[slice(*left[0])], left[0][0]), (" being left in the flask", -1)]
    fraction = (m.said[slice(*boils[0])], boils[0][0])
    if vacuum:
        return [
            ("Distil at ", -1),
            (m.said[slice(*vacuum[0])], vacuum[0][0]),
            (", ", -1),
            fraction,
            *([(f", {warm}", bath[0][0])] if bath else []),
            *stays,
        ]
    return [(f"Distil from a {warm}; collect ", bath[0][0]), fraction, *stays]


def _warmed(m: Masked) -> list[Piece] | None:
    """What is warmed after its cooling: to what, by what bath, how long it takes, and how long it stays there."""
    time, bath, heat, ice = m.all_of(TIME), m.all_of(BATH), m.all_of(HEAT), m.all_of(ICE)
    hot = [NUMBERS.search(m.said[slice(*x)]) for x in [*heat, *bath]]
    values = [x.group() for x in hot if x is not None]
    by = " in a water bath" if "water bath" in m.said or "warm water" in m.said else ""
    named = set(_named(m)) - {"ice", "water"}
    if m.words - WARM_MAY or len(values) != 1 or ice or named or not _bare(m, TIME, BATH, HEAT, SUB, EMPTY):
        return None
    if not by and "ice" not in m.words | set(_named(m)) and "raised" not in m.words:
        return None
    if float(values[0].replace("−", "-").replace(",", ".")) <= 25.0 or LIMITED.search(m.marks):
        return None
    up = [x for x in time if len(time) == 2 and UP_IN.search(m.marks[: x[0]])]
    there = [x for x in time if x not in up]
    if len(there) != 1 or len(up) > 1:
        return None
    stays: Piece = (m.said[slice(*there[0])], there[0][0])
    if up:
        return [
            (f"Heat to {values[0]} °C{by} over ", -1), (m.said[slice(*up[0])], up[0][0]), (f". Stir at {values[0]} °C for ", -1), stays,
        ]  # fmt: skip
    return [(f"Heat to {values[0]} °C{by} for ", -1), stays]


def _refluxed(m: Masked) -> list[Piece] | None:
    """Reflux or boiling, what gives the heat, how long, and how long it takes to get there."""
    time, bath = m.all_of(TIME), m.all_of(BATH)
    drips = {"drips", "back"} <= m.words
    boils = m.words & REFLUX_SAYS if bath else m.words & REFLUX_SAYS - BUBBLES  # without what heats it, it is gas that bubbles
    if not (boils or drips) or m.words - REFLUX_MAY or len(bath) > 1 or not _bare(m, TIME, BATH, FITTED):
        return None
    if bath and (NUMBERS.search(m.said[slice(*bath[0])]) or re.search(r"\bboiling[- ]$", m.marks[: bath[0][0]], re.I)):
        return None  # "on a boiling-water bath" boils nothing
    up = [x for x in time if UP_IN.search(m.marks[: x[0]])]
    there = [x for x in time if x not in up]
    if len(there) != 1 or len(up) > 1:
        return None
    back = m.words & {"reflux", "refluxed", "refluxes", "refluxing"} or drips or "condenser" in m.said
    to: list[Piece] = [("Heat to boiling over ", -1), (m.said[slice(*up[0])], up[0][0]), (". ", -1)] if up else []
    return [
        *to,
        ("Heat under reflux for " if back else "Boil gently for ", -1),
        (m.said[slice(*there[0])], there[0][0]),
        *([(" on a ", -1), (re.sub(r"^(?:an? |the )", "", m.said[slice(*bath[0])], flags=re.I), bath[0][0])] if bath else []),
    ]


def _led(m: Masked) -> list[Piece] | None:
    """Gas from the condenser through an empty bottle to a funnel over what takes it up."""
    m = m.without_fittings()
    empty, vessel, span = m.all_of(EMPTY), m.all_of(VESSEL), _chain(m)
    if not m.words & LINE_SAYS or m.words - LINE_MAY or not m.words & {"condenser", "condenser's"} or not m.words & {"over", "above"}:
        return None
    if (
        len(empty) != 1
        or len(vessel) != 1
        or span is None
        or not _bare(m, EMPTY, VESSEL, SUB, AMOUNT, STRENGTH)
        or ({"dip", "dipping"} & m.words and "not" not in m.words)
    ):
        return None
    size = LEFT.search(m.said[slice(*empty[0])])
    held = re.search(r"\bfunnel\b[^,;]{0,30}?\b(?:above|over) (?:the )?$", m.marks[: span[0]], re.I) or re.search(
        r"\bnot (?:to )?dip", m.said, re.I
    )
    if size is None or held is None:
        return None
    return [
        (f"Lead the gas from the condenser through an empty {size.group()} bottle to a funnel just above ", empty[0][0]),
        *_items(m, span), (" in a ", -1), (m.said[slice(*vessel[0])], vessel[0][0]),
    ]  # fmt: skip


NEUTRAL_MAY = PLAIN | _set(
    "acid filtrate filtrates mother liquor liquors washings waste water waters neutralise neutralised neutralize neutral made "
    "gets portions portion portionwise open until ph spoon used use bit by filtrate's"
)


def _neutralised(m: Masked) -> list[Piece] | None:
    """Carbonate of no written amount into the acid filtrate, in an open vessel."""
    named, vessel = m.all_of(SUB), m.all_of(VESSEL)
    if m.words - NEUTRAL_MAY or not m.words & {"filtrate", "filtrates", "liquor", "liquors", "washings", "waters"} or "open" not in m.words:
        return None
    if (
        len(named) != 1
        or _named(m)[0] not in ("sodium carbonate", "sodium hydrogen carbonate")
        or len(vessel) != 1
        or not _bare(m, SUB, VESSEL)
    ):
        return None
    return [
        ("Neutralise the acid filtrate with ", -1),
        (m.said[slice(*named[0])], named[0][0]),
        (" in portions in an open ", -1),
        (m.said[slice(*vessel[0])], vessel[0][0]),
    ]


FORMS: tuple[Callable[[Masked], list[Piece] | None], ...] = (
    _fed, _cooled, _held, _poured, _charged, _washed, _dried, _extracted, _filtered, _evaporated, _distilled, _warmed, _refluxed, _led, _neutralised,
)  # fmt: skip
ONLY_PACE = _set(
    "time temperature that this it takes took is was addition the in all stays stay stayed keep kept between and at to t ti "
    "run in drip go below under never over not above most"
)


DENIES = patterns.compile(
    r"\b(?:no|not|never|without|nothing|nobody|none|neither|nor|hardly|stop|stopped|stopping|n['’]t|isn['’]t|aren['’]t|doesn['’]t|didn['’]t|won['’]t)\b",
    re.I,
)
DENIED_SAFELY = patterns.compile(
    rf"\b(?:not|never|without)(?: (?:to|be|it|let|letting|go|going|exceed|exceeding|pass|passing|rise|above|over|past|warmer|than|get|gets|up|at|the|temperature|thermometer|inside))*[ :]*{HEAT}"
    rf"|{HEAT}(?: inside)?,? (?:(?:is|was|being|must) )*(?:not|never) (?:to be |be )?(?:passed|exceeded|reached)|\bdid not (?:exceed|pass) {HEAT}|\bstop(?:ped)? when it (?:gets|got|comes|came|is|was) near {HEAT}"
    rf"|\bno (?:open )?flames?\b|\b(?:must |does |is |was )?not (?:to )?dip(?:ping|s)?\b|\bnothing but stirring\b|\bno ice\b(?=,)|\b(?:is|are|was|were) not distilled\b|\bstop(?:s|ped|ping)? (?:with|at|when) (?={AMOUNT}|{HEAT})",
    re.I,
)
"""What may be denied in a plain sentence: a limit passed, a flame near, a funnel that dips. Anything else that is not done is what a reviewer must see."""


def _denies(m: Masked) -> bool:
    """Whether a sentence denies anything but such: "without stirring", "no bath"."""
    return DENIES.search(DENIED_SAFELY.sub(" ", m.marks)) is not None


BESIDE_SAYS = _set(
    "hood cupboard sash goggles glasses gloves visor shield coat jack lifting attended somebody someone somebody's someone's colleague operator watched watching staying"
)
BESIDE_MAY = (
    PLAIN
    | BESIDE_SAYS
    | _set(
        "somebody's someone's here here's whole time throughout always with beside near anywhere fume down closed on worn and safety lab room stays stay "
        "stand stands front shut low sits sitting present person second two people me you i'm one one's whilst while running fan nitrile acid apron face continuously constantly eyes mine of course behind screen jack can drop lifting table lab-jack platform lift"
    )
)
"""What may be said beside an operation: the hood, who stays, what is worn, no flame."""
PAUSE = patterns.compile(r"(?:[,;]| [-–—])(?: and)? |,? and (?=(?:it's|it is|all|somebody|someone|no |I |in the hood))")


NO_FLAME = patterns.compile(r"\bno (?:open |naked )?(?:flames?|ignition source|source of ignition|burner)\b")


def _beside(said: str) -> bool:
    """Whether words only say that it is in the hood, attended, with gloves on or away from flames."""
    m = _masked(said)
    free = NO_FLAME.sub(" ", m.marks)
    words = _words(free)
    if words - BESIDE_MAY or DENIES.search(free) is not None or re.search(r"\d", said) or any(0xE000 <= ord(c) <= 0xE0FF for c in m.marks):
        return False
    return bool(words & BESIDE_SAYS) or free != m.marks


@lru_cache(maxsize=20_000)
def plainly(said: str) -> tuple[Piece, ...] | None:
    """A sentence in the plain form of its one operation, as pieces with their places in it; None where it stays as it is.

    What is said behind it of the hood, of who stays or of flames ("…, in the hood, somebody's here the whole time") stays behind it.
    """
    if not 8 <= len(said) <= LONGEST or OVERNIGHT.search(said) or ("|" in said and said.count("|") > 3):
        return None
    put = _in_a_form(said)
    if put is not None:
        return put
    end = len(said.rstrip("."))
    cuts = list(PAUSE.finditer(said[:end]))
    parts = list(zip([0, *(m.end() for m in cuts)], [*(m.start() for m in cuts), end], strict=True))
    beside = [x for x in parts if _beside(said[slice(*x)])]
    if not beside or len(beside) == len(parts):
        return None
    told = ""
    where: list[int] = []
    for n, (x, y) in enumerate(p for p in parts if p not in beside):
        told, where = told + (", " if n else "") + said[x:y], where + [x] * (2 if n else 0) + list(range(x, y))
    put = _in_a_form(told)
    if put is None:
        return None
    moved = tuple((words, where[at] if at >= 0 else at) for words, at in put)
    return (*moved, *(piece for x, y in beside for piece in (("; ", -1), (said[x:y], x))))


def _in_a_form(said: str) -> tuple[Piece, ...] | None:
    m = _masked(said.rstrip("."))
    if re.search(r"\d", m.marks) or _denies(m):  # a number of which nothing is known, or what is not done
        return None
    for form in FORMS:
        put = form(m)
        if put is not None:
            return tuple(put)
    return None


@lru_cache(maxsize=20_000)
def _only_pace(said: str) -> bool:
    """ "Time 60 min.", "It stays below 12 °C.": what was just told to be fed."""
    if len(said) > 90:
        return False
    m = _masked(said)
    return (
        not (m.words - ONLY_PACE)
        and any(x in m.marks for x in (TIME, RANGE, HEAT))
        and not any(x in m.marks for x in (SUB, AMOUNT, ICE, VESSEL, FITTED))
    )


IN_THE_ICE = patterns.compile(r"\bthermometer\b[^,;]{0,14}\bin (?:the |an? )?ice", re.I)


@lru_cache(maxsize=20_000)
def _only_vessel(said: str) -> bool:
    """ "The apparatus was a 1 L flask with a stirrer and a thermometer": what the next sentence charges."""
    m = _masked(said)
    return not (m.words - CHARGE_MAY) and len(m.all_of(VESSEL)) == 1 and len(m.all_of(FITTED)) == 1 and _bare(m, VESSEL, FITTED)


def _wrapped(text: str, line: re.Match[str]) -> bool:
    """Whether a line is one of a paragraph that a margin broke: others stand before or behind it, and sentences end within them."""
    if line["mark"].strip() or line["label"]:
        return False
    begin, end = text.rfind("\n\n", 0, line.start()), text.find("\n\n", line.end())
    paragraph = text[begin + 2 if begin >= 0 else 0 : end if end >= 0 else len(text)].strip("\n")
    return (
        paragraph.count("\n") > 0 and SENTENCE.search(paragraph) is not None and re.search(r"[^\W\d_]{2,},?\n[a-z]", paragraph) is not None
    )


@lru_cache(maxsize=64)
def said_plainly(text: str) -> tuple[tuple[int, int], ...]:
    """Where the sentences of a text stand that say nothing but one operation: no one left, nothing went wrong in them."""
    folded, moved = plain(text)
    found: list[tuple[int, int]] = []
    in_plain_form(folded, [], found)
    return tuple((moved[a], moved[b - 1] + 1) if moved else (a, b) for a, b in found)


def in_plain_form(text: str, where: list[int], found: list[tuple[int, int]] | None = None) -> tuple[str, list[int]]:
    """The text with such sentences in their plain form, and where each of its characters stood; unchanged where there are none.

    Where they stand in `text` goes into `found`. `where` maps the characters of `text` to an earlier form, [] for itself.
    """
    out: list[str] = []
    places: list[int] = []
    changed = False

    def copy(a: int, b: int) -> None:
        out.append(text[a:b])
        places.extend(range(a, b))

    def put(pieces: tuple[Piece, ...], begin: int, end: int, headed: bool = False) -> None:
        nonlocal changed
        changed = True
        if found is not None:
            found.append((max(text.rfind("\n", 0, begin) + 1, begin - HEAD) if headed else begin, end))
        for k, (words, at) in enumerate(pieces):
            shown = words[:1].upper() + words[1:] if not k else words
            out.append(shown)
            if at < 0 or text[begin + at : begin + at + len(words)] != words:
                places.extend([min(begin + max(at, 0), end - 1)] * len(words))
            else:
                places.extend(range(begin + at, begin + at + len(words)))

    at = 0
    for line in LINE.finditer(text):
        body, end = line.start("body"), line.end("body")
        if LISTED.match(text, body, end):
            continue
        if COLUMNS.search(line.group()):
            for cell in CELL.finditer(text, line.start(), end):
                pieces = plainly(cell[1])
                if pieces is not None and "|" not in "".join(words for words, _ in pieces):
                    copy(at, cell.start(1))
                    put(pieces, cell.start(1), cell.end(1))
                    at = cell.end(1)
            continue
        wrapped = _wrapped(text, line)
        cuts = [body, *(x.end() for x in SENTENCE.finditer(text, body, end)), end]
        spans = list(itertools.pairwise(cuts))
        if wrapped:  # what began a line before or ends a line behind is no sentence
            before = text[: line.start()]
            spans = spans if before.endswith("\n\n") or before.rstrip("\n").endswith((".", ":", ";")) else spans[1:]
            spans = spans if text[body:end].endswith((".", ":", ";")) else spans[:-1]
        k = 0
        while k < len(spans):
            a, b = spans[k]
            said = text[a:b].rstrip()
            last = k
            pieces = None
            while last + 1 < len(spans) and last < k + 2 and _only_pace(text[slice(*spans[last + 1])].strip().rstrip(".")):
                last += 1
            while last > k and pieces is None:
                pieces = plainly(text[a : spans[last][1]].rstrip().replace(". ", "; "))
                if pieces is None:
                    last -= 1
            if pieces is None:
                pieces = plainly(said)
            if pieces is None and k + 1 < len(spans) and _only_vessel(said.rstrip(".")):
                pieces = plainly(text[a : spans[k + 1][1]].rstrip().replace(". ", "; "))
                last = k + 1 if pieces is not None else k
            if pieces is not None:
                stop = spans[last][1]
                told = text[a:stop].rstrip()
                first = line.start("label") if k == 0 and line["label"] else a
                copy(at, first)
                put(pieces, a, a + len(told), headed=k == 0)
                if told.endswith("."):
                    copy(a + len(told) - 1, a + len(told))
                at = a + len(told)
                k = last
            k += 1
    if not changed:
        return text, where
    copy(at, len(text))
    mapped = [*places, len(text)]
    return "".join(out), [where[i] if where else i for i in mapped]
