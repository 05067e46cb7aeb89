"""What the author reports: mass, per cent, and which words name the product."""

from __future__ import annotations

import re
from itertools import pairwise

from northsquall import patterns
from northsquall.procedure.units import convert
from northsquall.reading import lexicon as lex
from northsquall.reading.account import Account, Clause
from northsquall.reading.items import Qty, is_word
from northsquall.reading.mentions import Mention
from northsquall.reading.tokens import Token
from northsquall.substances import catalogue

GOES_IN = patterns.compile(
    r"^\W*(?:then|next|now|and)\b|\b(?:in|into|to) (?:an?|the|my) [^.;,]{0,25}\b(?:flask|beaker|neck|pot|reactor)\b|\b(?:over|during|in the course of) [^.;,]{0,25}\b(?:min\w*|h|hours?)\b|\bdropwise\b|\bneat\b",
    re.I,
)
GOT = patterns.compile(
    r"\d ?%|\b(?:yield|per ?cent|theory|crude|crystals|m\.?p\.?|got|get|gives?|gave|obtained|dried|weighs?|collected)\b", re.I
)
GIVES = patterns.compile(r"^\W*(?:it |this |that |which )?(?:gives|gave|yields|yielded|furnishes|furnished)\b", re.I)
"""What stands behind it was got."""


WAS_GOT = patterns.compile(r"\b(?:is|was|were|are) (?:then |thus |finally )?(?:obtained|isolated|got|recovered)\b", re.I)
TO_ITS_BOTTLE = patterns.compile(r"\b(?:in)?to (?:an?|the|its) (?:(?!wash|gas|drip|absor|trap)[\w-]+ ){0,2}(bottle|jar|vial|tin)\b", re.I)
"""What is put away there is what was made, where nothing is done in such a vessel."""
HYDRATE = patterns.compile(r"(?:the )?(?:mono|di|tri|tetra|penta|hexa|hepta|octa|deca)hydrate|(?:the )?(?:crystals|product|hydrate)")


def _is_out(words: list[str]) -> bool:
    """Whether "out" stands behind a verb of measuring and heads no result."""
    return any(a in ("weigh", "weighed", "measure", "measured", "take", "taken") and b == "out" for a, b in pairwise(words))


def read_result(account: Account, clause: Clause, mentions: list[Mention]) -> bool:
    """ "Yield 36.2 g", "gave 8.3 g (83 %)", "dried in air: 14.6 g, 85 %", "Out: 24.5 g". True where the clause says nothing else."""
    items, doc = clause.items, account.doc
    masses = [(i, x) for i, x in enumerate(items) if isinstance(x, Qty) and x.dim == "mass" and x.start not in account.used]
    if not masses or not (doc.steps or account.waiting) or doc.results.mass_g is not None:
        return False
    text = clause.text(account.source)
    for i, x in masses:
        owner = next((m for m in mentions if x in m.used), None)
        product = (
            owner is not None
            and owner.identity is not None
            and owner.identity == doc.results.product_identity
            and clause.verb not in ("add", "charge", "pour", "mix")
            and (
                bool(account.isolated)
                or any(s.kind in ("quench", "filter", "distil", "extract", "hold", "reflux", "dose", "heat") for s in doc.steps)
            )
        )
        if owner is not None and owner.generic == "" and clause.verb is None and doc.steps and GIVES.match(text) and owner.amount is x:
            product = True  # "Gives 150 g of constant-boiling acid (47 %)"
        if product and clause.verb is None and not account.isolated and owner is not None and GOES_IN.search(text) and not GOT.search(text):
            product = False  # "Then 22.5 g of chlorobenzene in a flask": a title that names what goes in
        if (
            clause.label in lex.COMES_OUT
            and clause.verb is None
            and owner is not None
            and all(m.identity != owner.identity for m in doc.materials)
        ):
            product = True  # "Out: cyclohexene 31.6 g, 77 %" among the rows of a list
            owner.strength = None
        hydrate = owner is not None and owner.identity is None and HYDRATE.fullmatch(owner.name.strip().lower()) is not None
        if hydrate and any(s.kind in ("filter", "dry", "cool") for s in doc.steps):
            product = True  # "38 g of trihydrate"
        unnamed = owner is not None and owner.identity is None and owner.generic and not owner.generic.startswith("row ")
        away = TO_ITS_BOTTLE.search(text) if unnamed and clause.verb in (None, "pour") and doc.steps else None
        if away is not None and not re.search(rf"\bin (?:an?|the) [^.;\n]{{0,25}}\b{away[1]}\b", account.source[: clause.start], re.I):
            product = True  # "Acid 26 g into the brown screw bottle"
        before = [y.low for y in items[max(0, i - 8) : i] if isinstance(y, Token)]
        if before[-1:] == ["with"] and i + 1 < len(items) and is_word(items[i + 1], "of") and not product:
            continue  # "salt it out with 20 g of salt"
        told = set(before) & lex.RESULT_WORDS
        last_run = any(is_word(a, "last") and is_word(b, "run", "time", "batch", "crop") for a, b in pairwise(items[max(0, i - 8) : i]))
        told = told if last_run else told - {"last"}  # not "the last bit of yellow, and ten grams of salt"
        if (told == {"weighed"} or _is_out(before)) and owner is not None and not product:
            told = set()  # "weighed 0.2 g of sodium carbonate", "weigh out 32 g of bromine": taken, not got
        said = bool(told) or clause.label in RESULT_LABELS or (i <= 2 and bool(set(before) & {"crystals", "solid", "oil"}))
        percent = _percent_behind(items, i, owner.index if owner is not None else -1)
        if percent is not None and any(percent in m.used for m in mentions if m is not owner):
            percent = None  # "on to ice (200 g) and 37 % acid": the strength of what stands behind it
        late = bool(account.isolated) or any(s.kind in ("quench", "filter", "distil", "extract") for s in doc.steps)
        if owner is not None and not product and percent is not None and percent in owner.used:
            pure = (
                owner.identity is not None and not catalogue().substances[owner.identity].commercial and owner.index < items.index(percent)
            )
            if pure and late and clause.verb is None and all(m.identity != owner.identity for m in doc.materials):
                owner.strength = None  # "15.2 g aniline, 82 %": a yield
            else:
                percent = None
        new = owner is not None and not owner.generic and all(m.identity != owner.identity or m.identity is None for m in doc.materials)
        if (
            new
            and clause.verb not in ("add", "charge", "pour", "mix")
            and (set(before) & {"yield", "yields", "yielded"} or WAS_GOT.search(text))
        ):
            product = True  # "Yield 18.0 g of" what is in no catalogue; "5 g of the bromide of it were obtained"
        own_name = owner is not None and not product and not _new_product(account, owner)
        if own_name:
            continue
        late = bool(account.isolated) or any(s.kind in ("quench", "filter", "distil", "extract") for s in doc.steps)
        bare = (
            owner is None
            and late
            and (clause.verb in (None, "dry", "filter", "wash", "recrystallise", "distil", "extract", "stop") or before[-1:] == [":"])
            and (before[-1:] == [":"] or not re.search(r"\b(leave|leaving|left|under|ice)\b", text, re.I))
        )
        alone = (
            owner is not None
            and bool(account.isolated)
            and clause.verb is None
            and len(mentions) == 1
            and owner.amount is x
            and owner.index > i
            and x.unit == "g"
            and _new_product(account, owner)
            and (doc.results.product_identity or doc.results.product_smiles) is None
        )
        if (
            said
            or alone
            or percent is not None
            or product
            or bare
            or (
                owner is not None
                and late
                and _new_product(account, owner)
                and owner.index > i
                and bool({"dry", "crude", "pure", "moist"} & {y.low for y in items[i : owner.index] if isinstance(y, Token)})
            )
        ):
            q = x.model()
            q.value, q.unit = convert(q.value, x.unit, "mass"), "g"
            q.low = convert(q.low, x.unit, "mass") if q.low is not None else None
            q.high = convert(q.high, x.unit, "mass") if q.high is not None else None
            doc.results.mass_g = q
            account.used.add(x.start)
            if percent is not None:
                doc.results.percent = percent.model()
                account.used.add(percent.start)
            if owner is not None and owner.identity is not None and (doc.results.product_identity or doc.results.product_smiles) is None:
                _name(account, owner)
            for m in mentions:
                if (
                    m is not owner
                    and m.identity
                    and not m.measured
                    and (doc.results.product_identity or doc.results.product_smiles) is None
                    and _new_product(account, m)
                ):
                    _name(account, m)
            account.used |= {
                y.start for y in items if isinstance(y, Qty) and y.dim in ("temperature", "percent", "moles") and y.start > x.start
            }
            rest = [m for m in mentions if m is not owner and m.measured]
            if rest or clause.verb in ("filter", "wash", "dry", "distil", "extract", "recrystallise", "pour"):
                if owner is not None and owner in mentions:
                    mentions.remove(owner)
                return False
            return True
    return False


RESULT_LABELS = {
    "out",
    "record",
    "yield",
    "result",
    "usual",
    "obtained",
    "mass obtained",
    "crop",
    "product",
    "weigh",
    "weight",
    "weighed",
    "mass",
    "got",
}


def _percent_behind(items: list, i: int, name: int) -> Qty | None:  # type: ignore[type-arg]
    if i >= 2 and is_word(items[i - 1], ",", ":", "=", "(", "or") and isinstance(items[i - 2], Qty) and items[i - 2].dim == "percent":
        if any(is_word(y, "yield", "yields", "theory") for y in items[max(0, i - 6) : i - 2]):
            return items[i - 2]  # "expected yield 80 %, 17.1 g"
    for k, y in enumerate(items[i + 1 : i + 11], i + 1):
        if k == name:
            continue
        theory = k + 2 < len(items) and is_word(items[k + 1], "of") and is_word(items[k + 2], "theory", "theoretical", "the")
        if isinstance(y, Qty) and y.dim == "percent" and (k < i + 6 or theory):
            return y
        if (isinstance(y, Token) and (y.kind == "sub" or y.low in ("in", "into"))) or (isinstance(y, Qty) and y.dim in ("mass", "volume")):
            return None  # "11 g in 40 mL of 36 % acid": a strength
    return None


def _new_product(account: Account, m: Mention) -> bool:
    over = re.search(r"\b(?:over|with|on) (?:anhydrous |dry )?$", account.source[max(0, m.start - 18) : m.start], re.I)
    if m.identity in lex.DRYING and over is not None:
        return False  # "drying over calcium chloride and distillation gave 24 g"
    if re.search(r"\b(?:from|out of) (?:hot |boiling |aqueous |dilute )?$", account.source[max(0, m.start - 18) : m.start], re.I):
        return False  # "crystals from 2-propanol, 20.5 g"
    return m.identity is not None and all(x.identity != m.identity for x in account.doc.materials) and m.strength is None


def _name(account: Account, m: Mention) -> None:
    r = account.doc.results
    r.product_identity, r.product, r.product_span = m.identity, m.name, (m.start, m.end)
