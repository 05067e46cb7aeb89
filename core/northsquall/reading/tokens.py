"""Tokens: numbers (figures or words), units, substances, words, marks; each with its place."""

from __future__ import annotations

import re
from collections import OrderedDict
from dataclasses import dataclass
from functools import cache
from itertools import pairwise

import ahocorasick

from northsquall import patterns
from northsquall.procedure.units import UNITS, UnitError, canonical
from northsquall.substances import catalogue
from northsquall.substances.catalogue import WATERS, Substance
from northsquall.substances.resolve import LOCANTS

TOKEN = patterns.compile(
    r"(?P<num>(?<![\d/.])[1-3]/[2348](?=\s*(?:of an? )?(?:hours?|hrs?|h|lit(?:re|er)s?|L|l|minutes?|min|g|kg)\b)|[1-9]\d{0,2}(?:,\d{3})+(?![\d,])(?:\.\d+)?|(?<![\w.,])\.\d+(?=\s?(?:m?mol|[MN]\b|m?g\b|kg\b|m?[lL]\b|%|eq|h\b|hours?\b|°|deg))|\d+(?:[.,]\d+)?[½¼¾]?|[½¼¾])"
    r"|(?P<unit>°\s?[CF]\b|º\s?C|℃|°(?!\s?[CFK]\b)|%|µ[lLgG]|[cd]m[3³](?!\d)|c\.\s?c\.(?!\w))"
    r"|(?P<word>r\.\s?t\b|[^\W\d_]+\((?i:i{1,3}|iv|vi{0,2})\)|[^\W\d_]+(?:['’][^\W\d_]+)*)"
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
SPOKEN = {"a", "an", "hundred", "thousand", "nought", "zero", "point", *NUMBER_WORDS}
"""Words with which a spoken number begins."""
SMALL_FRACTIONS = {
    "half": 0.5,
    "third": 1 / 3,
    "quarter": 0.25,
    "fifth": 0.2,
    "sixth": 1 / 6,
    "tenth": 0.1,
    "thirds": 1 / 3,
    "quarters": 0.25,
    "fifths": 0.2,
}
SCALES = {"hundred": 100.0, "thousand": 1000.0, "dozen": 12.0}
LONG_UNITS = sorted(
    (
        u
        for u in ("per cent", "degrees C", "degrees Celsius", "deg C", "cubic centimetres", "fl oz", "fluid ounces", "mL per min", "ml/min")
    ),
    key=len,
    reverse=True,
)


FOLD: dict[int, str] = {ord(k): v for k, v in {"‐": "-", "‑": "-", "–": "-", "’": "'", "′": "'", "\u00a0": " ", "\n": " "}.items()}


@dataclass(slots=True)
class Token:
    """kind: num, unit, sub, word, mark, nl. `value` is a number, a canonical unit or a substance id."""

    kind: str
    text: str
    start: int
    end: int
    value: float | str | None = None
    low: str = ""
    """Lower-case text."""

    def __post_init__(self) -> None:
        self.low = self.low or self.text.lower()

    def moved(self, by: int) -> Token:
        """The same token, `by` characters further on."""
        return Token(self.kind, self.text, self.start + by, self.end + by, self.value, self.low)


def _case_matters(name: str) -> bool:
    return len(name) <= 7 and name[0].isupper() and not name.islower() and " " not in name and name != name.capitalize()


STATE_WORDS = {"(I)": "one", "(II)": "two", "(III)": "three", "(IV)": "four", "(V)": "five", "(VI)": "six", "(VII)": "seven"}


def _spoken_states(names: list[str]) -> list[str]:
    """Names with an oxidation state as it is said and heard: "copper one chloride", "iron 3 chloride"."""
    out = []
    for name in names:
        m = re.fullmatch(r"(\w+) ?(\([IV]+\)) (.+)", name)
        if m and m[2] in STATE_WORDS:
            word = STATE_WORDS[m[2]]
            out += [f"{m[1]} {word} {m[3]}", f"{m[1]}-{word}-{m[3]}", f"{m[1]}-{list(STATE_WORDS).index(m[2]) + 1}-{m[3]}"]
    return out


PREFIXED = patterns.compile(r"((?:[\d,]+-)?(?:di|tri|tetra)?(?:chloro|bromo|iodo|fluoro|nitro|amino|hydroxy|methoxy|cyano))-?([a-z]{5}.*)")
"""A name that begins with what stands on a ring or chain."""


def _spoken_locants(names: list[str]) -> list[str]:
    """Names with their first locant as it is said and heard: "four-bromotoluene"."""
    word = {str(n): w for w, n in LOCANTS.items()}
    return [f"{word[name[0]]}{name[1:]}" for name in names if name[1:2] == "-" and name[0] in word and len(name) > 7]


SHORT_FOR = {
    "chloro": "cl",
    "bromo": "br",
    "iodo": "i",
    "fluoro": "f",
    "nitro": "no2",
    "methoxy": "meo",
    "methyl": "me",
    "hydroxy": "oh",
    "amino": "nh2",
}
"""What stands on a ring or chain, as it is jotted down."""


def _jotted(names: list[str]) -> list[str]:
    """Names with their substituent as it is jotted down: "4-Cl-aniline", "p-NO2-toluene" of "4-chloroaniline", "4-nitrotoluene"."""
    out = []
    for name in names:
        m = re.fullmatch(rf"([234omp])-({'|'.join(SHORT_FOR)})([a-z]{{5}}.*)", name.lower())
        if m is not None:
            letter = {"2": "o", "3": "m", "4": "p"}.get(m[1], m[1])
            out += [f"{at}-{SHORT_FOR[m[2]]}-{m[3]}" for at in {m[1], letter}]
    return out


ORTHO_META_PARA = {"2": "ortho", "o": "ortho", "3": "meta", "m": "meta", "4": "para", "p": "para"}


def _by_greek(names: list[str]) -> list[str]:
    """Names with one locant as they are said: "para-nitrobenzaldehyde", "orthochlorobenzoic acid" of "4-…", "2-…"."""
    said = []
    for name in names:
        if (m := re.fullmatch(r"([234omp])-([a-z]{5}[a-z ]+)", name.lower())) is not None:
            greek = ORTHO_META_PARA[m[1]]
            said += [f"{greek}-{m[2]}", f"{greek} {m[2]}", f"{greek}{m[2]}"]
    return said


def _apart(names: list[str]) -> list[str]:
    """Names that a space, as from a broken line, parts behind their first substituent: "2-chloro benzoic acid"."""
    return [f"{m[1]} {m[2]}" for name in names if (m := PREFIXED.fullmatch(name.lower()))]


OLEUM = ("oleum", "fuming sulfuric acid", "fuming sulphuric acid", "fuming h2so4")
"""Sulfur trioxide in sulfuric acid."""


ION = patterns.compile(r"((?:[A-Z][a-z]?\d*)+)([+-])(\d?)")
"""An inorganic ion as a root: "Co+2", "SO4-2"."""


def _as_a_salt(substance: Substance) -> list[str]:
    """The usual formula of a salt of inorganic ions without its water: "CoCl2", "Ni(NO3)2"; [] for what holds anything else."""
    ions = [(ION.fullmatch(root), n) for root, n in substance.parts.items() if root != "H2O"]
    if len(ions) < 2 or any(m is None or m[1] == "H" or n != int(n) or n < 1 for m, n in ions) or substance.phase != "s":
        return []
    written = ""
    for sign in "+-":
        for m, n in ions:
            if m is not None and m[2] == sign:
                many = len(re.findall(r"[A-Z]|\d+", m[1])) > 1
                written += (f"({m[1]}){int(n)}" if many else f"{m[1]}{int(n)}") if n > 1 else m[1]
    return [written]


def _hydrated(identity: str) -> list[str]:
    """ "SnCl2 dihydrate", "SnCl2·2H2O" of a hydrate: every name of the salt without its water, with its water behind it."""
    m = re.fullmatch(r"(.+) ((?:mono|di|tri|tetra|penta|hexa|hepta|octa|nona|deca)hydrate)", identity)
    if m is None:
        return []
    salt, own = catalogue().find(m[1]), catalogue().substances[identity]
    count = ("mono", "di", "tri", "tetra", "penta", "hexa", "hepta", "octa", "nona", "deca").index(m[2][:-7]) + 1
    water = "H2O" if count == 1 else f"{count}H2O"
    return [
        f"{name}{behind}"
        for name in {*((*salt.names, salt.formula) if salt is not None else ()), *_as_a_salt(own)}
        for behind in (f" {m[2]}", f"·{water}", f".{water}", f" x {water}", f"*{water}", f" · {water}", f" . {water}", f" * {water}")
    ]


@cache
def _automaton() -> tuple[ahocorasick.Automaton, dict[str, str]]:
    """Every name, in small letters, and what a name in just its case stands for where in another case it is another's: CoCl2 and COCl2."""
    automaton = ahocorasick.Automaton()
    by_case: dict[str, str] = {}
    for substance in catalogue().substances.values():
        full = [f"{name} acid" for name in substance.names if name.lower().startswith("conc") and not name.endswith("acid")]
        for name in (
            *substance.names,
            *substance.misspelt,
            *_spoken_states(substance.names),
            *_spoken_locants(substance.names),
            *_by_greek(substance.names),
            *_jotted(substance.names),
            *_apart(substance.names),
            *_hydrated(substance.id),
            *(_as_a_salt(substance) if "H2O" not in substance.parts else ()),
            *full,
            *(f"{name[:-4]}a." for name in substance.names if name.endswith(" acid")),  # "sulfuric a."
        ):
            key = name.lower()
            if not automaton.exists(key):
                automaton.add_word(key, (name, substance.id))
            elif (known := automaton.get(key))[1] != substance.id and known[0] != name:
                by_case.setdefault(name, substance.id)
    for name in OLEUM:
        automaton.add_word(name, (name, "sulfur trioxide"))
    for name, (_, usual) in catalogue().ambiguous.items():
        if usual and not automaton.exists(name):
            automaton.add_word(name, (name, usual))
    automaton.make_automaton()
    return automaton, by_case


def _fold(text: str) -> str:
    """Lower case with usual look-alikes folded, one character for one (offsets stay)."""
    low = text.lower()
    if len(low) != len(text):  # a letter whose lower case is two
        low = "".join(c.lower() if len(c.lower()) == 1 else c for c in text)
    return low.translate(FOLD)


OXIDATION_STATE = patterns.compile(r"\((?:i{1,3}|iv|vi{0,2})\)")
"""Behind a name, folded to lower case."""
OTHER_HALF = patterns.compile(
    r" (?!(?:plate|precipitate|filtrate|distillate|separate|appropriate|moderate|immediate|concentrate|intermediate|quite|inside|outside|beside|aside|despite|white|graphite)s?\b)(?:[a-z]+yl )?[a-z]{3,}(?:ate|ite|ide|thione)s?\b| (?:salt|complex|compound)s?\b"
)
"""Behind a metal's name, folded to lower case: the anion of a salt that is not listed, or "salt" itself."""
ALKALI = {"lithium", "sodium", "potassium", "magnesium", "calcium", "barium"}
"""Metals that are named by themselves far less often than in their salts."""
SALT_METALS = {"lithium", "sodium", "potassium", "magnesium", "calcium", "barium", "zinc", "iron", "copper", "silver", "lead", "tin", "nickel", "manganese", "aluminium", "mercury"}  # fmt: skip


METALS = {"Mg": "magnesium", "Zn": "zinc", "Fe": "iron", "Al": "aluminium", "Sn": "tin", "Cu": "copper", "Na": "sodium", "Li": "lithium"}
SYMBOL = patterns.compile(rf"(?<![\w.(/+-])(?<!\d )(?:{'|'.join(METALS)})(?![\w(/+-])")
"""A metal by its symbol, standing alone: no part of a formula and no unit behind a number."""


CLASS_NAMES = ("ether", "alcohol")
"""Names of one substance that are those of its class as well."""
NOT_THE_TABLE_SALT = patterns.compile(
    r"(?:[oi]nium|\w{3}ate|double|inner|white|yellow|orange|red|purple|brown|moist|damp|sodium|potassium|calcium|barium|zinc|silver) $"
)
"""Before "salt" where it is any salt and no sodium chloride."""
ANOTHER_ALUM = patterns.compile(r"\b(?:chrome|chromium|ammonium|iron|ferric|sodium|caesium|cesium|rubidium) $")
"""Before "alum" where it is not that of potassium."""
INDICATES = patterns.compile(r"[- /](?:potassium )?(?:iodide|iodine|ki|paper|test|strip|indicator)s?\b|\W{0,2}$")
"""Behind "starch": the paper, and not what is charged."""
DYED = {"phenol", "thymol", "2-naphthol", "1-naphthol", "alizarin", "indigo", "o-cresol", "m-cresol", "p-cresol", "methyl orange"}
"""Substances whose names begin those of dyes."""
INDICATOR = patterns.compile(
    r" (?:red|blue|orange|yellow|green|black|purple|violet)\b(?! (?:lead|phosphorus|oil|precipitate|solid|solution|liquid|gas|fumes|crystals|copper|oxide))"
)
"""Behind a substance's name, folded to lower case: the name of a dye."""
OF_A_GROUP = patterns.compile(r"yl[ -]$")
GROUP_BEFORE = patterns.compile(r"\([\w,' -]*(?:yl|ylidene|azo|oxy|amino|thio|imino)\)-$")
"""Before a substance's name, folded to lower case: a group that makes it the tail of a longer one."""
RADICAL_FIRST = patterns.compile(r"(?:phenyl|benzyl|methyl|ethyl|propyl|isopropyl|butyl) (?:sulfide|sulfone|sulfoxide|ether|ketone)$")
A_RADICAL = patterns.compile(r"(?:[a-z]{2,}|[a-z]-)yl $")
TWO_GROUPS = ("dibenzyl", "diphenyl", "dibenzoyl", "biphenyl")
GROUPS_OF = patterns.compile(
    r" (?:(?:di)?sulfides?|sulfones?|sulfoxides?|ethers?|ketones?|amines?|selenides?|(?:hydrogen )?phosph(?:ate|ite|ine)s?|carbonates?|malonates?|urea|thiourea|methane|chloride|bromide)\b"
)
DERIVED = patterns.compile(
    r" (?:oxime|(?:phenyl)?hydrazone|semicarbazone|picrate|sulfone|sulfoxide|sulfide|oxide|epoxide|ozonide|dibromide|dichloride|nitrosochloride|imine|anil|n-oxide|hydrobromide|hydrochloride|hydriodide|picolinate)s?\b"
)
"""Behind an organic name, folded to lower case: what was made from it, another substance, not listed."""


ITS_TAIL = patterns.compile(r"-\d(?:,\d)*-(?:di|tri)?(?:thiol|ol|amine|one|al|diol|nitrile|amide|carb[a-z]+|sulf[a-z]+|boronic)\b")
OF_ITS_SHAPE = patterns.compile(r"(?<![\w-])(?:cis|trans|meso|rac|dl|endo|exo|syn|anti)-$")
""" "cis-1,2-cyclohexanediol": an isomer that is not listed for itself."""


def substances_in(text: str, begin: int = 0) -> list[Token]:
    """All catalogue names in a text that begins at `begin` of the whole: longest first, no overlap, whole words."""
    folded = _fold(text)
    hits = []
    names, by_case = _automaton()
    for end, (name, identity) in names.iter(folded):
        start, stop = end - len(name) + 1, end + 1
        before, after = folded[start - 1 : start], folded[stop : stop + 1]
        behind_a_hyphen = (
            before == "-" and folded[start - 2 : start - 1].isalnum() and not OF_ITS_SHAPE.search(folded[max(0, start - 7) : start])
        )
        if before.isalnum() or after.isalnum() or behind_a_hyphen:
            continue
        if text[start:stop] != name and text[start:stop] in by_case:
            name, identity = text[start:stop], by_case[text[start:stop]]
        if _case_matters(name) and text[start:stop] != name:
            continue
        if identity == "ice" and folded[stop : stop + 5] == " cold":
            continue  # "water, ice cold"
        if name.lower() in CLASS_NAMES and OF_A_GROUP.search(folded[max(0, start - 24) : start]):
            continue  # "benzyl methyl ether": the class of a longer name that is not listed
        if folded[start:stop] == "salt" and NOT_THE_TABLE_SALT.search(folded[max(0, start - 24) : start]):
            continue  # "the diazonium salt comes down white": what has formed
        if identity in DYED and INDICATOR.match(folded, stop):
            continue  # "phenol red", "thymol blue": what shows a colour
        if identity == "soluble starch" and INDICATES.match(folded, stop):
            continue  # "starch-iodide paper"
        if folded[start:stop] == "alum" and ANOTHER_ALUM.search(folded[max(0, start - 24) : start]):
            continue
        if before == "]":
            continue  # "dioxaspiro[4.5]decane"
        if before == ")" and folded[start - 2 : start - 1].isalpha():
            continue  # "(hydroxymethyl)aminomethane": the tail of a longer name
        if before == "-" and GROUP_BEFORE.search(folded[max(0, start - 40) : start]):
            continue  # "1-(4-sulfophenylazo)-2-naphthol"
        if OXIDATION_STATE.match(folded, stop) or (identity in SALT_METALS and OTHER_HALF.match(folded, stop)):
            continue  # "copper(II) acetate", "sodium stannate": the metal of a salt that is not listed
        if RADICAL_FIRST.match(folded[start:stop]) and A_RADICAL.search(folded[max(0, start - 24) : start]):
            continue  # "benzyl phenyl sulfide": no diphenyl sulfide
        if folded[start:stop] in TWO_GROUPS and GROUPS_OF.match(folded, stop):
            continue  # "dibenzyl sulfide": two groups of something else
        if ITS_TAIL.match(folded, stop):
            continue  # "naphthalene-2-thiol": no naphthalene
        if DERIVED.match(folded, stop) and "C" in (catalogue().substances[identity].formula or ""):
            continue  # "camphor oxime": no camphor
        hits.append(Token("sub", text[start:stop], start, stop, identity))
    names = {t.start: t for t in hits}
    for t in [t for t in hits if t.value in ALKALI and text[t.end : t.end + 1] == " "]:
        half = catalogue().substances[str(names[t.end + 1].value)] if t.end + 1 in names else None
        if half is not None and half.phase == "s" and "C" in (half.formula or ""):
            hits = [x for x in hits if x is not t and x.start != t.end + 1]  # "sodium saccharin": a salt that is not listed
    hits += [Token("sub", m.group(), m.start(), m.end(), METALS[m.group()]) for m in SYMBOL.finditer(text)]
    taken = bytearray(len(text))
    out: list[Token] = []
    for t in sorted(hits, key=lambda t: t.start - t.end):  # the longest first
        if not any(taken[t.start : t.end]):
            taken[t.start : t.end] = b"\x01" * (t.end - t.start)
            out.append(t)
    out.sort(key=lambda t: t.start)
    out = [_with_its_water(t, text, folded) for t in out]
    out = [t for before, t in zip([None, *out], out, strict=False) if before is None or t.start >= before.end]
    return [t.moved(begin) for t in out] if begin else out


WATER_OF_CRYSTALS = patterns.compile(
    rf",? ?\(?(?P<word>{'|'.join(WATERS)})hydrate\b\)?|(?: ?[·.*] ?| x )(?P<count>1[028]|[2-9]) ?h2o\b|[·.*]h2o\b"
)
"""Behind a solid's name, folded to lower case: of the water in its crystals."""


def _with_its_water(t: Token, text: str, folded: str) -> Token:
    """The name of a solid with the water that is written behind it: "sodium citrate dihydrate", "Na2MoO4·2H2O"."""
    m = WATER_OF_CRYSTALS.match(folded, t.end)
    if m is None:
        return t
    word = m["word"] or next(w for w, n in WATERS.items() if n == int(m["count"] or 1))
    if str(t.value).endswith("hydrate"):
        return Token("sub", text[t.start : m.end()], t.start, m.end(), t.value)  # "sodium dichromate" is the dihydrate anyway
    identity = f"{t.value} {word}hydrate"
    return Token("sub", text[t.start : m.end()], t.start, m.end(), identity) if identity in catalogue().substances else t


CUT = patterns.compile(r"(?<=\n\n)(?=[^\n])|(?<=[a-z]{6}\.) (?=[A-Z])")
"""Between paragraphs and behind a sentence that ends in a long word: no number, unit or name goes across."""
KEPT = 4000
"""Characters of the longest piece whose tokens are kept for the next reading."""


def tokenise(text: str) -> list[Token]:
    """All tokens of `text` in order. Numbers take a decimal point or comma; number words count.

    The text is cut where nothing goes across, and the tokens of each piece are kept: a text that is read anew after every key has
    most of its pieces as they were.
    """
    european = decimal_comma(text)
    out: list[Token] = []
    cuts = [0, *(m.start() for m in CUT.finditer(text)), len(text)]
    for begin, end in pairwise(cuts):
        out += _piece(text, begin, end, european)
    return _short_acids(_by_its_form(by_its_tail(_of_what_it_is_made(out))))


BEHIND_A_NAME = {"in", "into", "all", "at", "to", "is", "was", "goes", "went", "on", "over", "by", "from", "slowly", "dropwise", "then", "and", "with", "next", "last", "first", "too"}  # fmt: skip
"""Words before which "toluic" or "chlorosulfonic" stands for the acid that the text names."""


def by_its_tail(tokens: list[Token]) -> list[Token]:
    """ "4-Chlorotoluene … the chlorotoluene": a name without its locant is that of the one which was named with it before."""
    full: dict[str, set[str]] = {}
    out: list[Token] = []
    for t in tokens:
        if t.kind == "sub" and (m := re.fullmatch(r"(?:[opmn]|[\d,]+|ortho|meta|para)-([a-z]{7,}(?: [a-z]+)?)", t.low)) is not None:
            full.setdefault(m[1], set()).add(str(t.value))
        elif (
            t.kind in ("sub", "word")
            and len(full.get(t.low, ())) == 1
            and str(t.value) not in full[t.low]
            and not (out and out[-1].text == "-" and out[-1].end == t.start)  # "4-amino-3-bromotoluene" is another substance
        ):
            t = Token("sub", t.text, t.start, t.end, next(iter(full[t.low])))
        out.append(t)
    return out


FORMS = {"turnings", "chips", "shavings", "filings", "granules", "pellets", "flakes", "wool", "foil", "sticks", "lumps", "ribbon", "gravel"}
"""Forms in which a solid is sold and by which it is called afterwards."""


def _by_its_form(tokens: list[Token]) -> list[Token]:
    """ "Nickel turnings 58.7 g … all the turnings in at once": a form is that of the one substance which was named with it."""
    full: dict[str, set[str]] = {}
    out: list[Token] = []
    for i, t in enumerate(tokens):
        before = tokens[i - 1] if i else None
        if t.low in FORMS and before is not None and before.kind == "sub":
            full.setdefault(t.low, set()).add(str(before.value))
        elif t.kind == "sub" and (form := t.low.rpartition(" ")[2]) in FORMS and " " in t.low:
            full.setdefault(form, set()).add(str(t.value))
        elif (
            t.kind == "word"
            and len(full.get(t.low, ())) == 1
            and (before is None or before.low in ("the", "all", "these", "its", "of", ".", "-", "•", ";") or before.kind == "nl")
        ):
            t = Token("sub", t.text, t.start, t.end, next(iter(full[t.low])))
        out.append(t)
    return out


LOCANT_BEHIND = {"ortho": "2", "meta": "3", "para": "4"}


def _of_what_it_is_made(tokens: list[Token]) -> list[Token]:
    """ "Three-chlorophenol. From the chloroaniline, meta. Twelve point eight grams of it": the first amount is of what it is made from."""
    first = next((i for i, t in enumerate(tokens) if t.kind == "unit"), len(tokens))
    words = [t.low for t in tokens[first : first + 3]]
    if words[1:2] != ["of"] or words[2:] not in (["it"], ["that"], ["this"]):
        return tokens
    name = next((x for i in range(first - 1, -1, -1) if (x := _made_from(tokens, i)) is not None), "")
    it, meant = tokens[first + 2], catalogue().find(name) if name else None
    if meant is None:
        return tokens
    return [*tokens[: first + 2], Token("sub", name, it.start, it.end, meant.id), *tokens[first + 3 :]]


def _made_from(tokens: list[Token], i: int) -> str | None:
    """The name of the substance at `i` of a title's words, "" where it is not what something is made from, None where none stands there."""
    behind = [t.low for t in tokens[i + 1 : i + 4] if t.low not in (",", "the", "(")]
    longer = f"{LOCANT_BEHIND[behind[0]]}-{tokens[i].low}" if behind and behind[0] in LOCANT_BEHIND else ""
    known = longer != "" and catalogue().find(longer) is not None
    if not known and tokens[i].kind != "sub":
        return None
    before = [t.low for t in tokens[max(0, i - 3) : i] if t.low not in ("the", "our", "my")]
    if before[-1:] != ["from"] and before[-2:] != ["out", "of"]:
        return ""
    return longer if known else tokens[i].text


NO_ACIDS = {"acrylic", "organic", "magnetic", "plastic", "aromatic"}
"""Adjectives that are no acid by themselves."""


@cache
def _acids() -> dict[str, str]:
    """What stands before "acid" in the catalogue's names of one word: "salicylic", "phthalic"."""
    return {
        name.lower()[:-5]: s.id
        for s in catalogue().substances.values()
        for name in s.names
        if re.fullmatch(r"[A-Za-z]{4,}ic acid", name) and name.lower()[:-5] not in NO_ACIDS
    }


def _short_acids(tokens: list[Token]) -> list[Token]:
    """Acids without "acid": named again ("chlorosulfonic acid 33 mL … then the chlorosulfonic all at once"), or behind "the" and an amount."""
    named = {
        m[1].lower(): str(t.value)
        for t in tokens
        if t.kind == "sub" and (m := re.fullmatch(r"(?:[\w,'()-]*[-\s])?([A-Za-z]{4,}ic) (?:acid|a\.)", t.text)) is not None
    }
    out = []
    for k, t in enumerate(tokens):
        follow = tokens[k + 1] if k + 1 < len(tokens) else None
        measured = k > 1 and (
            (tokens[k - 1].low == "the" and tokens[k - 2].low == "of")
            or (tokens[k - 1].low == "of" and tokens[k - 2].kind == "unit")
            or (tokens[k - 1].kind == "unit" and tokens[k - 1].value in ("g", "ml"))
        )
        if (
            follow is not None
            and follow.text == ","
            and k + 3 < len(tokens)
            and tokens[k + 2].kind == "num"
            and any(x.kind == "unit" and x.value in ("g", "ml", "l", "kg") for x in tokens[k + 3 : k + 5])
        ):
            measured = True  # "Glacial, sixty mils", "the salicylic, 25 g"
        if k and tokens[k - 1].low == "the" and follow is not None and follow.text == ".":
            measured = True  # "from the salicylic. Ten grams of it"
        if (
            t.kind == "word"
            and measured
            and (follow is None or follow.text in ".,;:\n" or follow.kind == "nl" or follow.low in BEHIND_A_NAME)
        ):
            if t.low == "glacial":
                t = Token("sub", t.text, t.start, t.end, "acetic acid")
            elif t.low in _acids():
                t = Token("sub", t.text, t.start, t.end, _acids()[t.low])
        if (
            t.kind == "word"
            and t.low in named
            and (follow is None or follow.text in ".,;:\n" or follow.kind == "nl" or follow.low in BEHIND_A_NAME)
        ):
            t = Token("sub", t.text, t.start, t.end, named[t.low])
        out.append(t)
    return out


_kept: OrderedDict[tuple[str, bool], tuple[int, list[Token]]] = OrderedDict()
"""Tokens of pieces of text, with the place where they last stood."""
PIECES = 4096


def _piece(text: str, begin: int, end: int, european: bool) -> list[Token]:
    key = (text[begin:end], european)
    at, found = _kept.get(key, (begin, None))
    if found is None:
        found = _tokens(text, begin, end, european)
        if end - begin <= KEPT:
            _kept[key] = (begin, found)
            while len(_kept) > PIECES:
                _kept.popitem(last=False)
    return found if at == begin else [t.moved(begin - at) for t in found]


def decimal_comma(text: str) -> bool:
    """Whether the text writes decimal commas throughout."""
    return bool(re.search(r"\d,\d{1,2}(?!\d)", text)) and not re.search(r"\d\.\d", text)


def _tokens(text: str, begin: int, end: int, european: bool) -> list[Token]:
    """Tokens of one piece of the text, with their places in the whole."""
    tokens: list[Token] = []
    position = begin
    for sub in [*substances_in(text[begin:end], begin), None]:
        stop = sub.start if sub is not None else end
        for m in TOKEN.finditer(text, position, stop):
            kind = m.lastgroup or "mark"
            token = Token(kind, m.group(), m.start(), m.end())
            if kind == "num":
                token.value = _number(token.text, european)
            elif kind == "unit":
                token.value = canonical(re.sub(r"\s", "", token.text))
            tokens.append(token)
        if sub is not None:
            tokens.append(sub)
            position = sub.end
    return _tenths(_units(_number_words(tokens), text))


def _number(text: str, european: bool) -> float:
    """A number as written; "1,200" is twelve hundred unless the text writes decimal commas throughout."""
    if "/" in text:
        over, under = text.split("/")
        return float(over) / float(under)
    half = FRACTIONS.get(text[-1], 0.0)
    text = text.rstrip("½¼¾")
    if not text:
        return half
    if re.fullmatch(r"[1-9]\d{0,2}(?:,\d{3})+(?:\.\d+)?", text) and not european:
        text = text.replace(",", "")
    return float(text.replace(",", ".")) + half


NOT_A_POINT = ("that", "this", "the", "which", "end", "boiling", "melting", "flash", "freezing", "set", "starting", "a", "no", "some", "one", "same", "dew")  # fmt: skip
"""Before "point" where no number begins."""


def _spoken(tokens: list[Token], i: int) -> tuple[float, int] | None:
    """(value, index behind it) of a spoken number that begins at `i`: "a hundred and thirty", "four and a half", "fourteen point nine"."""

    def low(k: int) -> str:
        return tokens[k].low if k < len(tokens) and tokens[k].kind in ("word", "mark") else ""

    value, j = 0.0, i
    if low(j) in ("a", "an") and low(j + 1) in SCALES:
        value, j = SCALES[low(j + 1)], j + 2
    elif low(j) in NUMBER_WORDS:
        value, j = float(NUMBER_WORDS[low(j)]), j + 1
    elif low(j) in ("nought", "zero") and low(j + 1) == "point":
        j += 1
    elif low(j) in SCALES and (not i or tokens[i - 1].kind != "num"):
        value, j = SCALES[low(j)], j + 1
    elif low(j) == "point" and low(j + 1) in ONES and not (i and tokens[i - 1].low in NOT_A_POINT):
        pass  # "point two litres a minute"
    else:
        return None
    decimal = 0.0
    if 1.0 <= value <= 9.0 and j == i + 1 and low(j) == "-" and (low(j + 1) in TENS or low(j + 1) in SCALES):
        tens = TENS.get(low(j + 1))  # "two-fifty flask", "five-hundred flask"
        value, j = (100.0 * value + tens if tens else value * SCALES[low(j + 1)]), j + 2
        if low(j) == "-" and low(j + 1) in ONES[1:10]:
            value, j = value + NUMBER_WORDS[low(j + 1)], j + 2
    said_before = tokens[i - 1].low if i else ""
    if 1.0 <= value <= 3.0 and j == i + 1 and low(j) in TENS and (said_before in BEFORE_HUNDREDS or _goes_on_in_hundreds(tokens, j)):
        value, j = 100.0 * value + TENS[low(j)], j + 1  # "up to two eighty-five"
    while j < len(tokens):
        w = low(j)
        if (w == "-" and low(j + 1) in NUMBER_WORDS and value % 10 == 0 and value) or (
            w == "and" and value >= 100 and not decimal and (low(j + 1) in NUMBER_WORDS)
        ):
            j += 1
        elif w == "point" and low(j + 1) in (*NUMBER_WORDS, "oh", "nought") and not decimal:
            decimal, j = 0.1, j + 1
        elif decimal and w in (*NUMBER_WORDS, "oh", "nought"):
            value, decimal, j = value + NUMBER_WORDS.get(w, 0) * decimal, decimal / 10, j + 1
        elif (not decimal and w in NUMBER_WORDS and NUMBER_WORDS[w] < 10 and value % 10 == 0 and value % 100 >= 20) or (
            not decimal and w in NUMBER_WORDS and value >= 100 and value % 100 == 0 and NUMBER_WORDS[w] < 100
        ):
            value, j = value + NUMBER_WORDS[w], j + 1
        elif not decimal and w in SCALES and 0 < value < 100:
            value, j = value * SCALES[w], j + 1
        else:
            break
    if low(j) == "and" and low(j + 1) in ("a", "one") and low(j + 2) in ("half", "quarter") and not decimal:
        value, j = value + SMALL_FRACTIONS[low(j + 2)], j + 3
    return value, j


BEFORE_HUNDREDS = ("to", "at", "past", "above", "over", "around", "till", "until", "beyond")
"""Words before a temperature that is said without its hundred: "up to two eighty-five"."""


OF_MANY = ("millimoles", "millimole", "mmol", "mils", "millilitres", "grams")
"""Units in the plural behind a number that is said without its hundred: "one twenty-six millimoles"."""


def _goes_on_in_hundreds(tokens: list[Token], k: int) -> bool:
    """Whether "eighty-five to two ninety-five" or "eighty degrees" stands from `k` on: the number before it counts hundreds."""
    words = [t.low for t in tokens[k : k + 7]]
    rest = words[3:] if words[1:2] == ["-"] else words[1:]
    return (bool(rest) and rest[0] in ("degrees", "°c", *OF_MANY)) or (
        rest[:1] == ["to"] and rest[1:2] in (["one"], ["two"], ["three"]) and bool(set(rest[2:3]) & set(TENS))
    )


def _number_words(tokens: list[Token]) -> list[Token]:
    """Merge runs of number words ("fourteen point nine", "a hundred", "half an") into numbers."""
    out: list[Token] = []
    i = 0
    while i < len(tokens):
        t = tokens[i]
        follow = tokens[i + 1] if i + 1 < len(tokens) else None
        after = tokens[i + 2] if i + 2 < len(tokens) else None
        found = _spoken(tokens, i) if t.kind == "word" and t.low in SPOKEN else None
        if found:
            value, j = found
            if (
                0 < value < 1
                and [x.low for x in tokens[j : j + 2]] in (["of", "a"], ["of", "an"])
                and j + 2 < len(tokens)
                and _is_unit(tokens[j + 2])
            ):
                j += 2  # "nought point two of a mole"
            joined = j + 1 < len(tokens) and tokens[j].text == "-"
            molar = joined and tokens[j + 1].low in (
                "molar",
                "litre",
                "liter",
                "gram",
                "mole",
                "hour",
                "minute",
                "kilo",
            )  # "one-litre flask"
            if j == i + 1 and t.low in ("one", "two", "three") and not (j < len(tokens) and (molar or _is_unit(tokens[j]))):
                out.append(t)  # "one neck", "the two layers": no quantity
            else:
                out.append(Token("num", " ".join(x.text for x in tokens[i:j]), t.start, tokens[j - 1].end, value))
            i = j
            continue
        part = t.low.rstrip("s")
        if t.low != part and part in SMALL_FRACTIONS and out and out[-1].low in ("two", "three") and follow is not None:
            k = i + 1 + (follow.low in ("of", "-"))  # "three quarters of an hour"
            k += k < len(tokens) and tokens[k].low in ("an", "a")
            if k < len(tokens) and _is_unit(tokens[k]):
                first = out.pop()
                times = 2.0 if first.low == "two" else 3.0
                out.append(Token("num", f"{first.text} {t.text}", first.start, tokens[k - 1].end, times * SMALL_FRACTIONS[part]))
                i = k
                continue
        if t.low in SMALL_FRACTIONS and follow is not None:  # "half an hour", "a tenth of a mole", "half a litre", "half-litre"
            k = i + 1 + (follow.low in ("of", "-"))
            k += k < len(tokens) and tokens[k].low in ("an", "a")
            bare = t.low == "half" or (t.low == "quarter" and bool(out) and out[-1].low == "a" and follow.low in ("litre", "liter", "kilo"))
            if k < len(tokens) and _is_unit(tokens[k]) and (k > i + 1 or bare):
                first = out.pop() if out and out[-1].low in ("a", "an", "one") else t
                out.append(Token("num", t.text, first.start, tokens[k - 1].end, SMALL_FRACTIONS[t.low]))
                i = k
                continue
        if (
            t.low in ("an", "a", "another")
            and follow is not None
            and after is not None
            and (
                follow.low in ("hour", "minute", "kilo", "litre", "liter", "gram", "mole", "ounce", "pound", "pint", "quart", "gallon")
                or (follow.low == "cup" and after.low == "of")
            )
        ):
            half = after.low == "and" and i + 4 < len(tokens) and tokens[i + 3].low == "a" and tokens[i + 4].low in ("half", "quarter")
            out.append(Token("num", t.text, t.start, t.end, 1.0 + (SMALL_FRACTIONS[tokens[i + 4].low] if half else 0.0)))
            if half:  # "an hour and a half"
                out.append(Token(follow.kind, follow.text, follow.start, tokens[i + 4].end, follow.value))
                i += 5
                continue
        elif (
            t.low in ("hour", "litre", "liter", "kilo")
            and not (out and (out[-1].kind == "num" or out[-1].low in ("an", "a", "the", "per", "-", "/")))
            and [x.low for x in tokens[i + 1 : i + 4]] in (["and", "a", "half"], ["and", "a", "quarter"])
        ):  # "group meeting, hour and a half"
            out.append(Token("num", t.text, t.start, t.start, 1.0 + SMALL_FRACTIONS[tokens[i + 3].low]))
            out.append(Token(t.kind, t.text, t.start, tokens[i + 3].end, t.value))
            i += 4
            continue
        elif t.low in ("an", "a", "another") and follow is not None and follow.low in ("hour", "minute", "kilo", "litre", "liter"):
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


def _tenths(tokens: list[Token]) -> list[Token]:
    """Spoken tenths behind a unit: "one gram nine" is 1.9 g, where nothing that is counted follows."""
    out: list[Token] = []
    for i, t in enumerate(tokens):
        number, unit = (out[-2], out[-1]) if len(out) > 1 else (None, None)
        behind = tokens[i + 1] if i + 1 < len(tokens) else None
        if (
            number is not None
            and unit is not None
            and t.low in ONES[1:10]
            and number.kind == "num"
            and not number.text[:1].isdigit()
            and isinstance(number.value, float)
            and number.value == int(number.value)
            and unit.text.lower() in ("gram", "grams", "kilo", "kilos", "litre", "litres", "liter", "liters")
            and (behind is None or behind.text in ",.;\n" or behind.low == "of")
        ):
            out[-2:] = [
                Token("num", number.text, number.start, number.end, number.value + NUMBER_WORDS[t.low] / 10.0),
                Token(unit.kind, unit.text, unit.start, t.end, unit.value),
            ]
            continue
        out.append(t)
    return out


PER_VOLUME = patterns.compile(r" ?(?:/|per ) ?(?:m[lL]|cm3|cm³|cc)\b(?!/)")
"""Behind a mass: a density or a strength."""
PER_LITRE = patterns.compile(
    r"\s?(?:/\s?(?:L|l|litre|liter|dm3|dm³)\b|[ ·.](?:L|l|dm) ?(?:\^?[-−][13]|⁻[¹³])|\s(?:per|a) (?:litre|liter|L|l)\b)"
)
"""Behind "mol": per litre."""


def _units(tokens: list[Token], text: str) -> list[Token]:
    """Turn the word after a number into a unit where it is one; merges "per cent", "degrees C"."""
    out: list[Token] = []
    i = 0
    while i < len(tokens):
        t = tokens[i]
        if t.kind not in ("word", "unit"):
            out.append(t)
            i += 1
            continue
        last = [x for x in out[-3:] if x.text != "\n"] if out and out[-1].kind != "word" else []  # a line may wrap before a unit
        if last and (last[-1].kind == "num" or (last[-1].text in "-–‑" and len(last) > 1 and last[-2].kind == "num")):
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
            per = PER_LITRE.match(text, t.end) if t.kind == "unit" and t.value == "mol" else None
            if per is not None:  # "2 mol/L": a strength, and no two moles
                t = Token("unit", text[t.start : per.end()], t.start, per.end(), "m")
                while i + 1 < len(tokens) and tokens[i + 1].start < t.end:
                    i += 1
            weighs = PER_VOLUME.match(text, t.end) if t.kind == "unit" and t.value in ("g", "kg") else None
            if weighs is not None:  # "(12 %, 1.2 g/mL)": a density, and no 1.2 g
                t = Token("word", text[t.start : weighs.end()], t.start, weighs.end())
                while i + 1 < len(tokens) and tokens[i + 1].start < t.end:
                    i += 1
            if t.kind == "unit" and t.value in UNITS and UNITS[str(t.value)][0] == "volume" and text[t.end : t.end + 4].lower() == "/min":
                t = Token("unit", text[t.start : t.end + 4], t.start, t.end + 4, "ml/min")
                while i + 1 < len(tokens) and tokens[i + 1].start < t.end:
                    i += 1
        out.append(t)
        i += 1
    return out
