""" "54 g of the ester": a substance that its weighing calls by its kind alone, where the head of the text names one of that kind."""

from __future__ import annotations

import re

from northsquall import patterns
from northsquall.chemistry.families import count_matches
from northsquall.procedure.units import WRITTEN_VOLUME
from northsquall.reading import lexicon as lex
from northsquall.reading.tokens import substances_in
from northsquall.substances import catalogue
from northsquall.substances.resolve import looks_systematic, resolve, structure_of_name

NAMED_SO = ("ester", "ketone", "aldehyde", "nitrile", "amide", "anilide", "amine", "oxime", "alkene", "olefin")
KINDS = {kind: lex.GENERIC[kind].removeprefix("smarts:") for kind in NAMED_SO} | {
    "anhydride": "C(=O)OC(=O)",
    "acid": "[CX3](=O)[OX2H1]",
    "sulfide": "[#6][SX2][#6]",
    "sulfoxide": "[#6][SX3](=O)[#6]",
    "diol": lex.GENERIC["diol"].removeprefix("smarts:"),
}
"""Words of a kind, and the group that makes it (SMARTS)."""
AMOUNT = rf"(?:\d[\d.,]*|(?:[a-z]+[ -]){{0,3}}[a-z]+(?: point [a-z]+(?: [a-z]+)?)?) ?(?:k?g|grams?|kilos?|mils?|{WRITTEN_VOLUME})\b"
FORMS = ("trimmings", "scraps", "cuttings", "offcuts", "shavings", "clippings", "lumps", "crusts")
"""What a metal comes in, that a text may weigh by that word alone."""
KIND = patterns.compile(rf"\b(?:{'|'.join((*KINDS, *FORMS))})\b", re.I)
AHEAD = patterns.compile(rf"{AMOUNT} (?:of the |of crude |crude |dry )?$")
LEADS = patterns.compile(
    r"(?:^|\n|\. |- |, |\d\. )(?:(?:[Aa]dd|[Pp]ut in|[Dd]rop in|[Ii]ntroduce) )?(?:[Tt]he )?$|\b(?:let|put|ran|run|dripped|drip|poured|tipped|dropped) in the $|\badd(?:ed)? the $"
)
BEHIND = patterns.compile(rf",? \(?{AMOUNT}")
NO_ACID = patterns.compile(r"[- ](?:chloride|bromide|anhydride|amide|layer|filtrate|mixture|waste|bath|catalyst|value|number)\b")
BY_MASS = patterns.compile(r"(?:\bg|\dg|grams?) (?:of )?the $")
""" "Fifteen grams of the acid": the solid of the head; a volume of "the acid" is the sulfuric."""
MASS_BEHIND = patterns.compile(r",? \(?(?:about )?\d[\d.,]* ?g\b")
ADDED = patterns.compile(r" (?:di|tetra)(?:bromide|chloride)$")
""" "Cinnamic acid dibromide": what it is made from stands before."""
REACH = 60
"""Characters before a kind in which its amount stands."""


def _weighed(text: str) -> list[tuple[int, int]]:
    """Where a kind stands with an amount: "54 g of the ester", "Ester 16.4 g" at the head of a phrase."""
    out = []
    for m in KIND.finditer(text):
        before = text[max(0, m.start() - REACH) : m.start()]
        if m.group().lower() == "acid" and (
            NO_ACID.match(text, m.end()) or not (BY_MASS.search(before) or (LEADS.search(before) and MASS_BEHIND.match(text, m.end())))
        ):
            continue
        if AHEAD.search(before) or (LEADS.search(before) and BEHIND.match(text, m.end())):
            out.append(m.span())
    return out


HEAD = 200
WORD = patterns.compile(r"[\w(),'±-]*[A-Za-z][\w()'-]*")


def _named(head: str) -> list[tuple[str, str]]:
    """(name, SMILES) of what the head of a text speaks of, listed or systematic."""
    found = [(t.text, catalogue().substances[str(t.value)].smiles) for t in substances_in(head)]
    out = [(n, s) for n, s in found if s]
    taken = " ".join(n.lower() for n, _ in out)
    words = [(m.start(), m.end()) for m in WORD.finditer(head)]
    for k, (a, _) in enumerate(words):
        for last in (k + 2, k + 1, k):  # the longest name that begins here
            name = head[a : words[last][1]].strip(" ,-") if last < len(words) else ""
            if len(name) <= 8 or name.lower() in taken or not looks_systematic(name):
                continue
            smiles = structure_of_name(name.lower())
            if smiles is not None and "-]" not in smiles and "." not in smiles:
                out.append((name, smiles))
                taken += " " + name.lower()
                break
    return out


ACYL = (("carbonyl", "carboxylic acid"), ("toluoyl", "toluic acid"), ("oyl", "oic acid"), ("yl", "ic acid"))
"""Ends of an acyl halide's name, and those of its acid."""
ACYL_HALIDE = "[CX3](=O)[Cl,Br]"


def _acids_of(named: list[tuple[str, str]]) -> set[str]:
    """Names of the acids whose halides are named: "3-methoxybenzoic acid" of "3-methoxybenzoyl chloride"."""
    out = set()
    for name, smiles in named:
        stem = re.sub(r" (?:chloride|bromide)$", "", name, flags=re.I)
        end = next(((a, b) for a, b in ACYL if stem.lower().endswith(a)), None)
        if stem == name or end is None or count_matches(smiles, ACYL_HALIDE) != 1:
            continue
        acid = stem[: -len(end[0])] + end[1]
        found = resolve(acid, catalogue()).substance
        if found is not None and found.smiles and count_matches(found.smiles, KINDS["acid"]):
            out.add(acid)
    return out


SO_MUCH = patterns.compile(
    r"(?m:^)(?:\d{1,2}[.)] )?[^\w\n]*(?:[Tt]here(?:'s| is| are) )?(?:[Aa]bout |[Ss]ome |[Rr]oughly |~ ?)?\d+(?:[.,]\d+)? ?(?:k?g|grams?|mL|L)\b(?=,? (?:under|in (?:the|its|an?|oil)|left|old|big|small|lumps?|pieces?|chunks?|powder)\b)"
)
"""A line that begins with how much there is of what the head names: "about 20 g under oil, big lumps"."""
LUMPS = patterns.compile(r"\b(?:the )?(?:lumps|pieces|chunks|scraps|bits)(?= (?:in\b|go|goes|are put|are thrown))", re.I)


def _of_what_the_head_names(text: str, where: list[int], head: str) -> tuple[str, list[int]]:
    """The text with the name behind the first such amount, where the head says what is got rid of and names one substance."""
    named = substances_in(head) if lex.DISPOSAL.search(head) else []
    m = SO_MUCH.search(text, len(head)) if len({t.value for t in named}) == 1 else None
    if m is None or substances_in(text[m.end() :].partition("\n")[0].partition(".")[0]):
        return text, where
    before = where or list(range(len(text) + 1))
    name = f" {named[0].text}"
    its = LUMPS.search(text, m.end()) if named[0].value in lex.METALS else None
    if its is not None:  # "lumps in all at once"
        text = text[: its.start()] + named[0].text + text[its.end() :]
        before = before[: its.start()] + [before[its.start()]] * len(named[0].text) + before[its.end() :]
    return text[: m.end()] + name + text[m.end() :], before[: m.end()] + [before[m.end() - 1]] * len(name) + before[m.end() :]


MINERAL = (
    "hydrochloric acid",
    "hydrobromic acid",
    "hydriodic acid",
    "nitric acid",
    "sulfuric acid",
    "phosphoric acid",
    "hydrogen chloride",
    "hydrogen bromide",
)
AN_ACID = patterns.compile(
    r"(?m)(?:^|^[-•*] |^\d{1,2}[.)]? +)(?:(?:the|crude|technical|raw|strong|commercial|recovered|impure) )*(acid)(?=,? (?:\(?(?:ca\.?|about) )?\d[\d.]* ?(?:%|m?L\b|k?g\b))",
    re.I,
)
""" "Technical acid ca 30 %, 1 L" at the head of a line."""


def _the_acid_of_the_title(text: str, where: list[int], head: str) -> tuple[str, list[int]]:
    """The text with the one mineral acid of its head put for a line's "acid", where no other acid is named."""
    acids = {str(t.value): t.text for t in substances_in(head) if t.value in MINERAL}
    m = AN_ACID.search(text, len(head))
    if (
        len(acids) != 1
        or m is None
        or any(str(t.value).endswith(" acid") and t.value not in acids for t in substances_in(text[len(head) :]))
    ):
        return text, where
    before = where or list(range(len(text) + 1))
    (identity,) = acids
    name = {"hydrogen chloride": "hydrochloric acid", "hydrogen bromide": "hydrobromic acid"}.get(identity, identity)
    a, b = m.span(1)
    return text[:a] + name + text[b:], before[:a] + [before[a]] * (len(name) - 1) + [before[b - 1]] + before[b:]


PURIFIES = patterns.compile(r"\b(?:recryst\w*|crystalli[sz]\w*|purif\w*|redistil\w*|sublim\w*|cleaning|cleaned)\b", re.I)
_CRUDE = r"(?:crude|raw|impure|technical|unpurified)(?: (?:product|stuff|material|solid|substance|crystals))?"
_MASS = r"(?:about |ca\.? )?\d[\d.,]* ?k?g"
CRUDE_SO_MUCH = patterns.compile(
    rf"\b(?P<a>{_MASS})(?:(?: of)?(?: the)?|,)? \(?{_CRUDE}\)?(?! [a-z]{{5,}}(?:ate|ide|one|ine|ol|ene|ane)\b)|\b{_CRUDE}[:,]? \(?(?P<b>{_MASS})\b\)?",
    re.I,
)
""" "12 g crude", "crude product: 12 g"."""


def _crude_of_the_title(text: str, where: list[int], head: str) -> tuple[str, list[int]]:
    """The text with the one substance that its head purifies put behind the first crude amount, where the text does not name it with one."""
    if PURIFIES.search(head) is None:
        return text, where
    names = {n.lower(): n for n, _ in _named(head)}
    m = CRUDE_SO_MUCH.search(text, len(head))
    if len(names) != 1 or m is None:
        return text, where
    (name,) = names.values()
    if re.search(rf"{re.escape(name)}[ ,(]{{1,2}}{AMOUNT}|{AMOUNT} (?:of )?(?:\w+ )?{re.escape(name)}", text[len(head) :], re.I):
        return text, where
    before = where or list(range(len(text) + 1))
    a, b = m.span()
    if text[b : b + 40].lstrip().lower().startswith(name.lower()):
        return text, where
    amount = m["a"] or m["b"]
    at = m.start("a") if m["a"] else m.start("b")
    put = f"{amount} of crude {name}"
    places = [*range(at, at + len(amount)), *([at + len(amount) - 1] * (len(put) - len(amount)))]
    return text[:a] + put + text[b:], [*before[:a], *(before[k] for k in places), *before[b:]]


FROM_THE_HEAD = patterns.compile(
    r"\A\W*[A-Z0-9][\w,'() -]{3,50} from (?P<what>[\w,'-]{4,40}(?: [a-z]{4,15})?)\.\s+(?:I|We) (?:dissolved?|take|took|weigh(?:ed)?(?: in| out)?|put|stir(?:red)?) (?P<much>\d[\d.]* ?(?:grams?|g|kg|m?L))(?=(?:, [^,.;\n]{3,25},)? (?:in|into|with) )"
)
""" "Bromotoluene from p-toluidine. I dissolve 53.5 grams, half a mole, in …": what the head says it is made from, and only how much of it behind."""


def _from_of_the_head(text: str, where: list[int]) -> tuple[str, list[int]]:
    """The text with the one substance that its head makes something from put behind the amount that the next sentence begins with."""
    m = FROM_THE_HEAD.match(text)
    if m is None or len(list(substances_in(m["what"]))) != 1:
        return text, where
    before = where or list(range(len(text) + 1))
    at, put = m.end("much"), f" of {m['what']}"
    return text[:at] + put + text[at:], [*before[:at], *[before[at - 1]] * len(put), *before[at:]]


def by_kind(text: str, where: list[int]) -> tuple[str, list[int]]:
    """The text with such a kind replaced by the name, and where each of its characters stood; unchanged where none or more than one is meant.

    `where` maps the characters of `text` to an earlier form, [] for itself.
    """
    head = text[:HEAD].split("\n\n")[0] if "\n\n" in text[:HEAD] else text[:HEAD].split("\n")[0]
    text, where = _of_what_the_head_names(text, where, head)
    text, where = _the_acid_of_the_title(text, where, head)
    text, where = _crude_of_the_title(text, where, head)
    text, where = _from_of_the_head(text, where)
    places = [(a, b) for a, b in _weighed(text) if a > len(head) // 3]
    if not places:
        return text, where
    named = _named(head)
    out, at = [], 0
    before = where or list(range(len(text) + 1))
    put: list[int] = []
    done: set[str] = set()
    for a, b in places:
        kind = text[a:b].lower()
        metals = {t.text for t in substances_in(head) if t.value in lex.METALS}
        meant = metals if kind in FORMS else {n for n, s in named if count_matches(s, KINDS[kind])}
        if kind == "acid" and not meant:
            meant = _acids_of(named)
        if kind in KINDS and kind != "acid" and len(meant) == 1 and head.lower().startswith(next(iter(meant)).lower()):
            others = {n for n, s in _named(text[len(head) : len(head) + HEAD]) if count_matches(s, KINDS[kind])} - meant
            meant = others or meant  # the title begins with what is made, and the first sentence names what it is made from
        told = text[len(head) :] if kind in FORMS else text  # "Destruction of 2 g of sodium trimmings": the heading weighs nothing in
        weighed = any(re.search(rf"{re.escape(n)}[ ,(]{{1,2}}{AMOUNT}|{AMOUNT} (?:of )?{re.escape(n)}", told, re.I) for n in meant)
        if len(meant) != 1 or kind in done or weighed:
            continue
        done.add(kind)
        name = ADDED.sub("", meant.pop())
        out.append(text[at:a] + name)
        put += before[at:a] + [before[a]] * (len(name) - 1) + [before[b - 1]]
        at = b
    if not out:
        return text, where
    return "".join(out) + text[at:], put + before[at : len(text)] + [before[len(text)]]
