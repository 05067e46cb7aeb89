"""The last look: an amount that no rule placed, and a lot or a name beside it that has none, belong together.

Rules read what they know. Where one of them misses the turn of a phrase, two loose ends stay in the document: a mass
that is of nothing, and a substance that nobody weighed. They are joined here by nearness alone, whatever the words.
"""

from __future__ import annotations

import re

from northsquall import patterns
from northsquall.procedure import Material, Step, Unread
from northsquall.procedure.units import convert
from northsquall.reading import lexicon as lex
from northsquall.reading.account import Account, Clause, new_lot, place
from northsquall.reading.actions import in_order
from northsquall.reading.conditions import new_step
from northsquall.reading.items import Qty
from northsquall.reading.mentions import Mention, mentions_in
from northsquall.reading.phrases import quantities
from northsquall.reading.tokens import Token, substances_in, tokenise

JOINED = "no rule read it: taken as the amount of"
"""Why a place stands among what was not read, though it counts."""
NOT_OF_A_CHARGE = patterns.compile(
    r"\b(?:ice|bath|tub|basin|sand|yield\w*|gain\w*|gave|gives?|afforded|obtained|product|crude|load|left|lost|loss|isomer|crops?|rest|remaining|remainder|residue|white|yellow|dry|dried|filter\w*|distill\w*|"
    r"crystal\w*|usual\w*|expect\w*|theor\w*|should be|got|collect\w*|scale|sample|(?:lots?|portions?|pieces?|lumps?|bits?|pinch) of(?: about)?|made up to|ready|stands?|each|mother liquor|main|forerun|receiver|last time|next time|would be|gain|weigh(?:s|ed)? out at|loses?|losing)\b[^.;\n]{0,36}$"
    r"|\((?:up to|about) $|\b(?:that(?:['’]s| is| was| makes)|which is|i\.e\.|so)(?: about| just over| just under)? $|(?:^|[.\n]\s*)to (?:make|prepare|obtain|give|get)(?: about)? $",
    re.I,
)
"""Before an amount that is of no charge."""
BEHIND_NO_CHARGE = patterns.compile(
    r"\s*(?:/|per\b|each\b|%|\(\s*\d+\s*%|= ?\d+ ?%|of (?:crushed |broken |dry )?(?:ice|sand|the (?:product|crude))|pieces?|lots?|portions?|yield|isolated|left|crude|(?:came|come|comes) (?:out|over)|ready|stands?|at hand)",
    re.I,
)
"""Behind one."""
BREAK = patterns.compile(r"[.;!?](?=\s|$)|\n")
BEFORE, BESIDE, BEHIND = 120, 40, 24
"""Characters before an amount in which what it is of may stand, and behind it (assumption)."""
CLOSE = 24
"""Characters behind a name within which an amount of substance without a mass may be its own (assumption)."""
LEAST_G = 0.05
NOT_OF_IT = patterns.compile(
    r"\d|\b(?:in|with|to|into|on|under|and|for|from (?!the \w+,? $)|or|as|is|was|complex|flask|bottle of|salt)\b|[;:/+]", re.I
)
"""Between a name and an amount that is not its own."""
ICE_AND = patterns.compile(r"\bice(?: and |/| ?\+ ?|-)$", re.I)
MADE_FROM = patterns.compile(
    r"\s*(?:[A-Z]\w+, )?(?:[\w-]+ ){0,2}[\w-]+(?:chloride|bromide|ate|one|ide|ine|ol|acid|ene|al), (?:about )?$", re.I
)
"""A text that begins with what is made, before the amount of what it is made from."""
RIDS = patterns.compile(r"\b(?:waste|dispos\w+|destr\w+|rid of|quench\w*|neutralis\w+|residues?|scraps?|remains)\b", re.I)
"""A heading of what is done away with: it names no product."""
SPARE = patterns.compile(
    r"\b(?:spills?|ready|at hand|to hand|within reach|stood|stands?|nearby|in reserve|in case|titrat\w*|against|burette|bubbler)\b", re.I
)
"""Round an amount of what stands by, cools or is measured with."""
OF_IT = patterns.compile(r" (?:or so |pieces |lumps )?(?:of (?:the |dry |old )?)?", re.I)
OF_A_VESSEL = patterns.compile(
    rf"[- ]?(?:[\w-]+[- ]){{0,3}}?(?:{'|'.join(sorted(lex.CONTAINERS))}|round|still|necked|tank|syringe|burette|pipette)s?\b", re.I
)
"""Behind a volume that is a size."""
SKIPPED = ("water", "ice", "ethanol", "nitrogen", "argon", "air", "tin", "lead")
"""What is often named without an amount and where nearness says nothing; a tin is what it comes in."""


def reconcile(account: Account, tokens: list[Token]) -> None:
    """Join amounts that stand in nothing that was read with what stands beside them and has none."""
    doc, source = account.doc, account.source
    loose = {u.span[0] for u in doc.unread if u.why.startswith("a quantity")}
    held = _held(account)
    free = [
        q
        for q in quantities(tokens)
        if isinstance(q, Qty) and q.start not in held and (q.dim in ("mass", "moles") or (q.dim == "volume" and q.start in loose))
    ]
    for q in free:
        if q.start in held or (q.dim == "moles" and not _alone(q, free)):
            continue
        moles = next((x for x in free if q.dim != "moles" and x.dim == "moles" and 0 < x.start - q.end < 4), None)
        lot = _lot_without(account, q) if q.start in loose and _may_charge(q, source) else None
        if lot is not None:
            lot.amount = q.model() if q.dim != "moles" else None
            lot.stated_mol = next((x.model() for x in ((q,) if q.dim == "moles" else (moles,)) if x is not None), None)
        elif q.dim == "mass" and (token := _named_beside(account, q)) is not None:
            lot = _put_in(account, token, q, moles)
        if lot is None:
            continue
        doc.unread.append(Unread(text=source[q.start : q.end], span=(q.start, q.end), why=f"{JOINED} {lot.name}, beside which it stands"))
        held |= {q.start, *([moles.start] if moles is not None else [])}
    doc.unread = [u for u in doc.unread if not u.why.startswith("a quantity") or u.span[0] not in held]
    _what_is_purified(account, free)
    if account.titled:
        _by_the_title(account)


FROM = patterns.compile(r"\b(?:from|of|with|by|using|and|oxidation|reduction|nitration|bromination|chlorination|hydrolysis)\b", re.I)


PURIFIED = patterns.compile(
    r"\bcolumn\b|\bchromatograph\w*|\b(?:re)?cryst\w*|\bpurif\w+|\b(?:re)?distill?(?:ed|ation)\b|\bsublim\w+|\breprecipit\w+|\bclean(?:ed|ing)? up\b|\bcrude\b",
    re.I,
)
"""A title of what is made pure."""


def _what_is_purified(account: Account, free: list[Qty]) -> None:
    """ "10 g in 200 mL water" under "Acetanilide, recrystallised": of what the title names."""
    doc = account.doc
    made = doc.results.product_identity
    if made is None or not PURIFIED.search(doc.title) or any(m.identity == made for m in doc.materials):
        return
    loose = {u.span[0] for u in doc.unread if u.why.startswith("a quantity")}
    first = min((s.span[0] for s in doc.steps if s.materials), default=0)
    q = next(
        (x for x in free if x.dim == "mass" and x.start in loose and x.start <= first + BESIDE and _may_charge(x, account.source)), None
    )
    if q is None:
        return
    lot = _put_in(account, Token("sub", str(made), q.start, q.end, made), q, None)
    if lot is not None:
        doc.unread = [u for u in doc.unread if u.span[0] != q.start]
        doc.unread.append(
            Unread(text=account.source[q.start : q.end], span=(q.start, q.end), why=f"{JOINED} {made}, which the title says is purified")
        )


def _by_the_title(account: Account) -> None:
    """ "Menthone from menthol (31.2 g, 0.20 mol)" over steps that only say "the menthol": the title's amount is that lot's."""
    doc, source = account.doc, account.source
    line = source[: source.find("\n")] if "\n" in source else ""
    for m in mentions_in(quantities(tokenise(line)), set(), line):
        bare = [x for x in doc.materials if x.identity == m.identity and x.amount is None and x.stated_mol is None and x.role is None]
        told = any(x.identity == m.identity and x not in bare for x in doc.materials)
        if m.amount is None or m.identity in (None, doc.results.product_identity) or told or not FROM.search(line, 0, m.start):
            continue
        if len(bare) == 1 and bare[0].step is not None:
            bare[0].amount = m.amount.model()
            bare[0].stated_mol = m.moles.model() if m.moles is not None else None
            bare[0].strength = bare[0].strength or m.strength
            said = source[m.amount.start : m.amount.end]
            span = (m.amount.start, m.amount.end)
            doc.unread.append(Unread(text=said, span=span, why=f"{JOINED} {bare[0].name}, which the title names with it"))


STILL_MORE = patterns.compile(
    r"\b(?:then|further|again|more|another|fresh)\b.*\b(?:until|till)\b|\b(?:more|another|further) of (?:it|the)\b", re.I | re.S
)


def still_more(account: Account, clause: Clause) -> bool:
    """ "Bromine was then dropped in until the colour stayed", of which a weighed part is in already: more of it, and nobody says how much."""
    doc, said = account.doc, account.source[clause.start : clause.end]
    if clause.verb not in ("add", "pour") or not STILL_MORE.search(said) or account.batch is None:
        return False
    fed = {
        m.identity
        for m in doc.materials
        if m.role is None and any(m.id in s.materials and s.kind in ("charge", "dose", "add") for s in doc.steps)
    }
    token = next((t for t in substances_in(said, clause.start) if t.value in fed - {"water", "ice"}), None)
    if token is None:
        return False
    lot = new_lot(account, Mention(identity=str(token.value), name=token.text, start=token.start, end=token.end, index=0))
    place(account, new_step(account, clause, "dose", vessel=account.batch), [lot])
    return True


def _held(account: Account) -> set[int]:
    """Places of the text that a lot, a bath or a result was read from."""
    doc = account.doc
    spans = [m.span for m in doc.materials] + [v.bath.span for v in doc.vessels if v.bath is not None and v.bath.span is not None]
    read = [q for m in doc.materials for q in (m.amount, m.stated_mol, m.equivalents)] + [doc.results.mass_g, doc.results.percent]
    spans += [q.span for q in read if q is not None and q.span is not None]
    return {k for a, b in spans for k in range(a, b)}


def _alone(q: Qty, free: list[Qty]) -> bool:
    """Whether no mass stands right before an amount of substance, whose companion it then is."""
    return not any(x.dim == "mass" and 0 < q.start - x.end < 4 for x in free)


def _may_charge(q: Qty, source: str) -> bool:
    """Whether a loose amount may be of a charge: not what came out, not a bath, not the size of a piece."""
    if q.dim == "mass" and convert(q.value, q.unit, "mass") < LEAST_G:
        return False
    return NOT_OF_A_CHARGE.search(source[max(0, q.start - 60) : q.start]) is None and BEHIND_NO_CHARGE.match(source, q.end) is None


def _lot_without(account: Account, q: Qty) -> Material | None:
    """The lot without an amount that stands nearest to a loose one, before it by a sentence at the most."""
    doc, source = account.doc, account.source
    if q.dim == "volume" and (OF_A_VESSEL.match(source, q.end) or "-" in source[q.start : q.end]):
        return None
    weighed = {m.identity for m in doc.materials if m.amount is not None or m.stated_mol is not None}
    near: list[tuple[int, Material]] = []
    for m in doc.materials:
        if (
            m.amount
            or m.stated_mol
            or m.equivalents
            or m.role == "absorber"
            or m.identity in SKIPPED
            or m.identity in weighed
            or (q.dim == "volume" and (m.phase != "l" or BREAK.search(source[m.span[1] : q.start])))
        ):
            continue
        a, b = m.span
        if q.dim == "moles" and (not b <= q.start <= b + CLOSE or BREAK.search(source[b : q.start])):
            continue  # "about 0.05 mol of it is left" is of something else
        if b <= q.start and q.start - b <= BEFORE and len(BREAK.findall(source[b : q.start])) <= 1:
            near.append((q.start - b, m))
        elif q.end <= a <= q.end + BEHIND and not BREAK.search(source[q.end : a]):
            near.append((a - q.end, m))
    return min(near, key=lambda x: x[0], default=(0, None))[1]


def _named_beside(account: Account, q: Qty) -> Token | None:
    """A substance that no lot is of, named before a loose amount or right behind it, in its own sentence, where nothing says that it stands by."""
    doc, source = account.doc, account.source
    if (
        convert(q.value, q.unit, "mass") < LEAST_G
        or BEHIND_NO_CHARGE.match(source, q.end)
        or SPARE.search(source[max(0, q.start - BESIDE) : q.end + BESIDE])
    ):
        return None
    here = {m.identity for m in doc.materials} | set(SKIPPED)
    begin = max(0, q.start - BESIDE)
    found = [
        t
        for t in substances_in(source[begin : q.end + BEHIND], begin)
        if t.value not in here and not BREAK.search(source[min(t.end, q.end) : max(t.start, q.start)])
    ]
    found = [t for t in found if not ICE_AND.search(source[max(0, t.start - 12) : t.start])]
    before = [t for t in found if t.end <= q.start and not NOT_OF_IT.search(source[t.end : q.start])]
    behind = [
        t
        for t in found
        if t.start >= q.end
        and OF_IT.fullmatch(source[q.end : t.start])
        and not NOT_OF_A_CHARGE.search(source[max(0, q.start - 24) : q.start])
    ]
    made = None if RIDS.search(source, 0, max(source.find("\n"), 0)) else doc.results.product_identity
    if behind and behind[0].value == made and MADE_FROM.match(source, 0, q.start):
        doc.results.product = doc.results.product_identity = doc.results.product_smiles = doc.results.product_span = None
        made = None  # "Lauroyl chloride, twenty grams of lauric acid": what it is made from
    return next((t for t in [*behind[:1], *before[::-1]] if t.value != made), None)


def _put_in(account: Account, token: Token, q: Qty, moles: Qty | None) -> Material | None:
    """Charge what was named and weighed and went nowhere: with the step of its sentence, or where the batch is."""
    doc = account.doc
    m = Mention(
        identity=str(token.value),
        name=token.text,
        start=token.start,
        end=max(token.end, q.end),
        index=0,
        amount=q,
        moles=moles,
        used=[q, *([moles] if moles else [])],
    )
    if token.start > q.start:
        m.start = q.start
    fed = [s for s in doc.steps if s.kind in ("charge", "add", "dose") and s.materials and s.vessel is not None]
    step = next((s for s in fed if s.span[0] <= q.start < s.span[1]), None) or max(
        (s for s in fed if s.span[0] <= q.start), key=lambda s: s.span[0], default=None
    )
    later = min((s for s in fed if s.span[0] > q.start), key=lambda s: s.span[0], default=None) if step is None else None
    if later is not None:  # told before all that is done: it stands there first
        a, b = m.start, m.end
        step = Step(n=0, kind="charge", text=account.source[a:b], span=(a, b), vessel=later.vessel)
        in_order(doc, [step, *doc.steps])
    if step is None:
        return None
    lot = new_lot(account, m)
    place(account, step, [lot])
    return lot
