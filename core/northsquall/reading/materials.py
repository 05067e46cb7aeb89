"""Lots in a clause: named, referred to, unknown; and which are added to which."""

from __future__ import annotations

import re

from northsquall.chemistry.families import count_matches
from northsquall.procedure import Material, Step, Strength
from northsquall.reading import lexicon as lex
from northsquall.reading.account import Account, Clause
from northsquall.reading.phrases import REACTION_VESSELS, Item, MaterialPhrase, Qty, is_word, material_at
from northsquall.reading.tokens import Token
from northsquall.substances import catalogue


def new_lot(account: Account, phrase: MaterialPhrase, vessel_word: bool = False) -> Material:
    """Record one lot."""
    cat = catalogue()
    s = cat.substances.get(phrase.identity) if phrase.identity else None
    amount = phrase.amount.model() if phrase.amount else None
    if amount and phrase.count > 1:
        amount = amount.model_copy(update={"value": amount.value * phrase.count, "low": None, "high": None})
    strength = phrase.strength
    if s and s.commercial and (strength is None or (strength.percent_w is None and strength.molar is None)):
        c = s.commercial
        strength = Strength(
            percent_w=float(c["best"]),
            low=float(c["low"]),
            high=float(c["high"]),
            basis="assumed",
            word=strength.word if strength else None,
            span=strength.span if strength else None,
        )
    m = Material(
        id=f"m{len(account.doc.materials) + 1}", name=phrase.name, identity=phrase.identity, amount=amount,
        stated_mol=phrase.moles.model() if phrase.moles else None, strength=strength, phase=s.phase if s else None,
        span=(phrase.start, phrase.end),
    )  # fmt: skip
    account.doc.materials.append(m)
    account.used |= {q.start for q in phrase.used}
    return m


def materials_in(account: Account, clause: Clause, skip: set[int]) -> list[MaterialPhrase]:
    """Material phrases in a clause, outside `skip` (item indices); unknown ones with an amount as well."""
    items = clause.items
    out: list[MaterialPhrase] = []
    taken: set[int] = set()
    for i, x in enumerate(items):
        if isinstance(x, Token) and x.kind == "sub" and i not in skip:
            phrase = material_at(items, i)
            if any(q.start in taken for q in phrase.used):
                continue
            known = catalogue().substances[str(x.value)]
            if phrase.amount is None and (known.phase == "g" or known.id == account.doc.results.product_identity):
                continue  # "letting the carbon dioxide froth sink": mentioned, not charged
            taken |= {q.start for q in phrase.used}
            out.append(phrase)
    for i, x in enumerate(items):
        if not isinstance(x, Qty) or x.dim not in ("mass", "volume") or x.start in taken or i in skip:
            continue
        unknown = _unknown(account.source, items, i)
        if unknown:
            phrase = MaterialPhrase(None, unknown[0], x.start, max(unknown[2], x.end), i, amount=x, used=[x])
            phrase.start = min(phrase.start, unknown[1])
            for y in items[i + 1 : i + 3]:
                if isinstance(y, Qty) and y.dim == "moles":
                    phrase.moles = y
                    phrase.used.append(y)
            out.append(phrase)
    return sorted([*out, *_generic(account, items, out, skip)], key=lambda p: p.start)


GENERIC = {"ester": "C(=O)O[#6]", "amide": "NC=O", "anilide": "NC=O", "substrate": "c", "acid": ""}


def _generic(account: Account, items: list[Item], named: list[MaterialPhrase], skip: set[int]) -> list[MaterialPhrase]:
    """ "The amide", "the acid (110 mL)": lots of the charge list that no step has placed yet."""
    waiting = [m for m in account.doc.materials if (m.role or "").startswith("table:") and m.identity]
    out: list[MaterialPhrase] = []
    for i, x in enumerate(items):
        if not waiting or i in skip or not isinstance(x, Token) or x.low not in GENERIC or not i or not is_word(items[i - 1], "the"):
            continue
        follow = items[i + 2] if i + 2 < len(items) and is_word(items[i + 1], "(") else None
        for m in waiting:
            s = catalogue().substances[m.identity or ""]
            fits = bool(s.smiles and count_matches(s.smiles, GENERIC[x.low])) if GENERIC[x.low] else s.id == "sulfuric acid"
            same = isinstance(follow, Qty) and m.amount is not None and (follow.value, follow.unit) == (m.amount.value, m.amount.unit)
            if fits and (same or not isinstance(follow, Qty)) and all(p.identity != s.id for p in named):
                amount = follow if same and isinstance(follow, Qty) else None
                out.append(MaterialPhrase(s.id, x.text, x.start, x.end, i, amount=amount, used=[amount] if amount else []))
                break
    return out


NOT_A_NAME = {
    "each", "it", "the", "same", "mixture", "acid", "acids", "liquid", "flask", "which", "this", "that", "them", "solid", "solution", "product",
    "more", "surface", "neck", "bath", "mark", "total", "material", "yield", "crude", "dry", "crystals", "both", "filtrate", "portions", "in", "over",
    "was", "is", "were", "are", "below", "about", "with", "into", "sample", "for", "batch", "ester", "amide", "anilide", "obtained", "pure", "net", "gross",
}  # fmt: skip


def _unknown(source: str, items: list[Item], i: int) -> tuple[str, int, int] | None:
    """A name that is in no catalogue beside a mass or volume: "5 g of X", "X (5 g, ...)"."""
    if i + 1 < len(items) and is_word(items[i + 1], "of"):
        words = []
        for x in items[i + 2 : i + 6]:
            if not isinstance(x, Token) or (x.kind not in ("word", "num") and x.text not in "-'’,"):
                break
            if (
                x.low in NOT_A_NAME
                or x.low in lex.VERB_OF
                or x.low.rstrip("s") in REACTION_VESSELS
                or (x.text == "," and x.end != _next_start(items, x))
            ):
                break
            words.append(x)
        if words and any(w.kind == "word" and len(w.text) > 3 for w in words):
            return source[words[0].start : words[-1].end], words[0].start, words[-1].end
        return None
    if i and is_word(items[i - 1], "("):
        words = []
        for x in reversed(items[max(0, i - 5) : i - 1]):
            if not isinstance(x, Token) or (x.kind not in ("word", "num") and x.text not in "-'’"):
                break
            if x.low in NOT_A_NAME or x.low in lex.VERB_OF or x.low.rstrip("s") in REACTION_VESSELS or x.low in ("and", "of", "to", "a"):
                break
            words.insert(0, x)
        if words and any(w.kind == "word" and len(w.text) > 4 for w in words):
            return source[words[0].start : words[-1].end], words[0].start, words[-1].end
    return None


def _next_start(items: list[Item], x: Item) -> int:
    k = items.index(x)
    return items[k + 1].start if k + 1 < len(items) else -1


def resolve(account: Account, phrase: MaterialPhrase, text: str) -> tuple[Material, bool]:
    """(lot, new?) for a phrase: one without amount means a lot of the table, or one charged before."""
    doc = account.doc
    if phrase.amount is not None:
        for m in doc.materials:  # an amount of the charge list, said again
            if (
                (m.role or "").startswith("table:")
                and m.identity == phrase.identity
                and m.amount
                and (m.amount.value, m.amount.unit) == (phrase.amount.value, phrase.amount.unit)
            ):
                account.used |= {q.start for q in phrase.used}
                return m, True
    if phrase.amount is None and phrase.moles is None:
        waiting = [m for m in doc.materials if m.identity == phrase.identity and (m.role or "").startswith("table:")]
        if waiting:
            second = re.search(r"\b(second|other|rest|remaining)\b", text[: phrase.end - phrase.start + 200], re.I)
            m = waiting[-1] if second and len(waiting) > 1 else waiting[0]
            return m, True
        placed = [m for m in doc.materials if m.identity == phrase.identity and m.step is not None]
        if placed and phrase.identity not in ("water", "ice"):
            return placed[-1], False
    return new_lot(account, phrase), True


def place_lots(account: Account, step: Step, materials: list[Material]) -> None:
    """Put lots into a step, each once."""
    for m in materials:
        if m.step is None:
            m.step = step.n
            step.materials.append(m.id)
            if (m.role or "").startswith("table:"):
                m.role = None


DESTINATION = {"to", "into", "onto", "on"}


def by_destination(clause: Clause, phrases: list[MaterialPhrase]) -> tuple[list[MaterialPhrase], list[MaterialPhrase], int | None]:
    """Phrases that are added, phrases that are already there ("to B", "in B"), where the "to" stands."""
    at = clause.verb_at if clause.verb_at is not None else -1
    items = clause.items
    leading_to = next((i for i, x in enumerate(items[:2]) if is_word(x, "to", "into")), None)
    dest = leading_to
    for i in range(at + 1, len(items)):
        follow = items[i + 1] if i + 1 < len(items) else None
        if is_word(items[i], *DESTINATION) and not (isinstance(follow, Qty) and follow.dim in ("temperature", "time")):
            if is_word(items[i], "in", "on") and not is_word(follow, "to"):
                continue
            dest = i
            break
    if dest is None:
        return phrases, [], None
    if dest == leading_to:
        there = [p for p in phrases if p.index > dest and p.index < (at if at > 0 else len(items))][:1]
        return [p for p in phrases if p not in there], there, dest
    there = [p for p in phrases if p.index > dest]
    return [p for p in phrases if p.index < dest], there, dest


def only_acids(phrases: list[MaterialPhrase]) -> bool:
    """Whether a clause is about the mineral acids (and water) alone."""
    return bool(phrases) and all(p.identity in ("sulfuric acid", "nitric acid", "fuming nitric acid", "water") for p in phrases)
