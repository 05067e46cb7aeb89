"""The reader: text in, procedure document out.

Three passes over tokens: sentences and table rows (`clauses`, `tables`); clauses, each around one verb;
then the running account of vessels (`account`), which turns clauses into steps (`actions`). What no rule
took is listed as unread.
"""

from __future__ import annotations

import re
from collections.abc import Callable
from typing import Any

from pydantic import BaseModel
from rdkit import Chem
from rdkit.Chem import rdChemReactions

from northsquall import patterns
from northsquall.procedure import NO_STEP, Material, Procedure, Quantity, Step, Unread, Vessel
from northsquall.procedure.amounts import lots_of
from northsquall.procedure.lines import flowing, joined
from northsquall.procedure.units import WRITTEN_MASS, WRITTEN_TIME, WRITTEN_VOLUME, convert, dimension
from northsquall.reading import lexicon as lex
from northsquall.reading.account import Account, free_id, rename
from northsquall.reading.actions import beside_the_doing, fed_as_named, finish, in_order, place_absorbers, read_clause
from northsquall.reading.by_kind import KINDS, by_kind
from northsquall.reading.clauses import clauses_of
from northsquall.reading.folding import plain
from northsquall.reading.items import Qty
from northsquall.reading.lettered import in_full
from northsquall.reading.meant import with_names
from northsquall.reading.mentions import Mention
from northsquall.reading.pacing import RATE, apart_of, fed_in, portions_of
from northsquall.reading.phrases import quantities, vessels_in
from northsquall.reading.plain_form import in_plain_form
from northsquall.reading.reconcile import PURIFIED, reconcile, still_more
from northsquall.reading.resume import Resume
from northsquall.reading.row_labels import with_plain_rows
from northsquall.reading.sense import fed_in_ice, second_look
from northsquall.reading.step_tables import as_prose, in_bars, in_pairs
from northsquall.reading.surroundings import surroundings
from northsquall.reading.tables import read_tables, split_tables
from northsquall.reading.tokens import Token, by_its_tail, decimal_comma, substances_in, tokenise
from northsquall.substances import catalogue
from northsquall.substances.catalogue import canonical_smiles
from northsquall.substances.resolve import LOCANTS, SPOKEN_LOCANT, structure_of_name

MAX_BYTES = 1_000_000


class ReadError(ValueError):
    """The input cannot be read at all. The message is one sentence with what was given and expected."""


def decode(raw: bytes) -> str:
    """Bytes of a text file as text. Raises ReadError for what is no text, or too large."""
    if len(raw) > MAX_BYTES:
        raise ReadError(f"the text has {len(raw) / 1e6:.1f} MB; at most 1 MB is read")
    try:
        return raw.decode("utf-8-sig")
    except UnicodeDecodeError as exc:
        raise ReadError(f"byte {exc.start} is not UTF-8 text; a plain-text procedure was expected") from exc


def check(text: str) -> str:
    """The text with line ends as \\n. Raises ReadError for what cannot be a procedure."""
    text = text.replace("\r\n", "\n").replace("\r", "\n")
    if len(text.encode("utf-8", "surrogatepass")) > MAX_BYTES:
        raise ReadError(f"the text has {len(text) / 1e6:.1f} million characters; at most 1 MB is read")
    bad = re.search(r"[\x00-\x08\x0b\x0e-\x1f\ud800-\udfff]", text)
    if bad:
        line = text.count("\n", 0, bad.start()) + 1
        raise ReadError(
            f"line {line} holds a control character (code {ord(bad.group())}): this is not a text; a procedure in words was expected"
        )
    if not text.strip():
        raise ReadError("the text is empty; a procedure in words was expected")
    if not re.search(r"[^\W\d_]{2,}", text):
        raise ReadError(f"“{text.strip()[:40]}” holds no words; a procedure in words was expected")
    return text


def _then(change: Callable[[str], tuple[str, list[int]]], text: str, where: list[int]) -> tuple[str, list[int]]:
    """A further change of a text, and where each of its characters stood before all of them."""
    put, moved = change(text)
    return (put, [where[k] for k in moved]) if moved and where else (put, moved or where)


def read(text: str) -> Procedure:
    """Read a procedure. Raises ReadError only for what cannot be a procedure at all."""
    written = in_bars(check(text))
    original = flowing(written)
    source, where = by_kind(
        *as_prose(*in_pairs(*in_full(*with_names(*in_plain_form(*_then(plain, *_then(with_plain_rows, *joined(written))))))))
    )
    account = Account(source, Procedure(source_text=source))
    tokens = tokenise(source)
    body = _title(account.doc, source, tokens)
    _first_named(account.doc, source)
    account.titled = len(body) < len(tokens)
    body = _the_product_by_its_kind(account.doc, _crude(account.doc, body))
    tables, body = split_tables(body, source)
    read_tables(account, tables)
    # a table's rows may be meant anywhere, so a text with one is always read from its beginning
    resume = Resume(source, [] if tables else [t.end for t in tokens if t.kind == "nl" and len(t.text) > 1], decimal_comma(source))
    begun, account = resume.found() or (0, account)
    before = account.trace()
    listing = -1
    account.spoken = _of_the_title(account.doc, tokens)
    for clause in clauses_of(body, source, begun):
        if clause.label in lex.LABELS_LIST:
            listing = clause.sentence
        elif clause.sentence == listing and not clause.label:
            clause.label = "materials"  # behind a semicolon
        if clause.start >= begun:
            resume.passed(clause.start, account)
            ready = len(account.doc.ready)
            read_clause(account, clause)
            after = account.trace()
            # gloves put on are a doing; a feed "in the hood" that goes nowhere is not read by its hood
            nothing = after == before and (len(account.doc.ready) == ready or clause.verb in ("add", "pour", "mix"))
            before = after
            if nothing and (still_more(account, clause) or fed_as_named(account, clause)):
                before = account.trace()
            elif nothing and clause.verb and not lex.SEEN.search(clause.text(source)):
                text, span = source[clause.start : clause.end], (clause.start, clause.end)
                account.doc.unread.append(Unread(text=text, span=span, why=NO_STEP))
                beside_the_doing(account, clause)
    doc = account.doc
    finish(account)
    if lex.TITLE.match(original):
        _not_from_the_title(doc, source)
    else:
        _not_from_the_first_words(doc)
    _from_title(account, tokens)
    _what_waits_still(account)
    _never_brought_over(account)
    place_absorbers(account)
    _product(account)
    _isomer_of_the_product(doc)
    _the_alcohol_that_is_weighed(doc)
    _finish(account, tokens)
    reconcile(account, tokens)
    surroundings(doc, source)
    by_id = {m.id: m for m in doc.materials}
    for step in doc.steps:
        if step.kind == "heat" and lex.OF_THE_HEAD.search(source, *step.span):
            step.kind = "distil"  # "mantle up slowly; a drop a second, head below 90 °C"
        if step.T_limit is not None and _of_what_takes_the_gas(doc, source, step.T_limit):
            step.T_limit = None
        stands = next((v.bath for v in doc.vessels if v.name == step.vessel), None)
        if (
            step.kind in ("charge", "dose", "add")
            and (q := step.T_range) is not None
            and stands is not None
            and stands.span is not None
            and q.span is not None
            and q.value == stands.T_C
            and q.low is None
            and stands.span[0] <= q.span[0]
            and q.span[1] <= stands.span[1]
        ):
            step.T_range = None  # "stirred, water bath at 20 °C": what it stands in, and no window
        window = step.T_range is not None and step.T_range.low is not None  # "five drops at 20 °C" go in within a moment all the same
        paced = step.duration or step.T_limit or window or lex.SLOWLY.search(step.text)
        if step.kind == "dose" and not paced and step.materials and _is_a_trace(doc, [by_id[k] for k in step.materials]):
            step.kind, step.all_at_once = "add", True  # "five drops of phosphoric acid": a catalyst, in within a moment
        if step.kind in ("dose", "add") and (step.materials or step.from_vessel):
            apart = [k for s in doc.steps if s.vessel == step.from_vessel and s.n < step.n for k in s.materials]  # what was made beside it
            step.portions = portions_of(step, [by_id[k] for k in step.materials or apart]) or step.portions
            step.every = apart_of(step, source) if step.portions else None
            if step.every is not None and (told := step.every.span) is not None:
                if step.duration is not None and step.duration.span is not None and told[0] <= step.duration.span[0] < told[1]:
                    step.duration = None  # "in 8 portions at 5-min intervals" is no feed of 5 min
                doc.unread = [u for u in doc.unread if not told[0] <= u.span[0] < told[1]]
    second_look(doc, source)
    _cold_without_a_bath(doc)
    fed_in_ice(doc, source)
    _timed_by_rate(doc, source)
    if source != original:
        whole = [u for u in doc.unread if u.text == source[slice(*u.span)]]  # not what is put together from a table's cells
        for m in doc.materials:  # by the author's spelling
            if m.span is not None and (at := source.find(m.name, *m.span)) >= 0 and m.name:
                spelt = original[where[at] : where[at + len(m.name) - 1] + 1]
                odd = not len(m.name) / 2 <= len(spelt) <= 2 * len(m.name)  # "the ester" is named by what it is; so is a slip of the tongue
                kept = spelt.lower() in KINDS or odd
                m.name = m.name if kept else spelt
                m.span = _in_one_piece(m.span, at, where)
        _moved(doc, where, original)
        for step in doc.steps:
            a, b = step.span
            if b - a <= SHORTEST:  # two sentences that were one word's fold
                end = SENTENCE_END.search(original, b)
                step.span = (a, end.start() if end is not None else len(original))
            step.text = original[step.span[0] : step.span[1]]
        for unread in whole:
            unread.text = original[unread.span[0] : unread.span[1]]
    doc.source_text = written
    return doc


SHORTEST = 2
SENTENCE_END = patterns.compile(r"[.;](?=\s|$)|\n|$")


def _timed_by_rate(doc: Procedure, source: str) -> None:
    """A feed whose rate is written, and no time, lasts its volume over its rate (handbook 2.11)."""
    fed = [s for s in doc.steps if s.kind in ("dose", "add") and s.materials and s.duration is None and not s.portions]
    if not fed or not any(RATE.search(source, s.span[0], s.span[1] + 80) for s in fed):
        return
    lots = lots_of(doc, catalogue())
    for s in fed:
        liquids = [lots[m] for m in s.materials]
        if any(x.volume_mL is None or x.substance is None or x.substance.phase == "g" for x in liquids):
            continue
        ends = min((x.span[0] for x in doc.steps if x.span[0] > s.span[0]), default=len(source))
        took = fed_in(s, source, max(ends, s.span[1]), sum(x.volume_mL or 0.0 for x in liquids))
        if took is not None and took.span is not None:
            s.kind, s.duration = "dose", took
            doc.unread = [u for u in doc.unread if not took.span[0] <= u.span[0] < took.span[1]]


REST = patterns.compile(
    rf"[\w.,]*\w(?: ?(?:[-–−]|to) ?[-−]?\d[\d.,]*)?(?: ?(?:°C|{WRITTEN_TIME}|{WRITTEN_MASS}|{WRITTEN_VOLUME})\b)?", re.I
)
"""The rest of a word, or of a figure with its range and its unit, from a place within it."""


def _moved(part: Any, where: list[int], original: str, done: set[int] | None = None) -> None:
    """Set the places in a document from the plain text to the author's; a part that stands in two places is moved once.

    Words of the plain form that the author put otherwise stand at one place, where his begin: a part that ends there ends with his word or figure.
    """
    done = set() if done is None else done
    if isinstance(part, list):
        for x in part:
            _moved(x, where, original, done)
    elif isinstance(part, BaseModel) and id(part) not in done:
        done.add(id(part))
        for name in type(part).model_fields:
            value = getattr(part, name)
            if name.endswith("span") and isinstance(value, tuple):
                taken = where[value[0] : value[1]] or [where[value[0]]]
                end = max(taken) + (value[1] > value[0])
                rest = REST.match(original, end) if taken[-2:] == [end - 1] * 2 and original[end - 1].isalnum() else None
                setattr(part, name, (min(taken), rest.end() if rest is not None else end))
            elif isinstance(value, list | BaseModel):
                _moved(value, where, original, done)


CLOSE = 6
"""Characters between the parts of a lot that are put in another order (", (" and the like)."""


def _in_one_piece(span: tuple[int, int], name_at: int, where: list[int]) -> tuple[int, int]:
    """The part of a plain span, about the name in it, that the author wrote in that order.

    A table's cells do not stand in the order in which they are read: an amount read before its name may stand columns behind it.
    Where the whole of it stands close together in another order ("sulfuric acid, 3 mL"), it is all of that.
    """
    stands = sorted(set(where[slice(*span)]))
    if stands and stands[-1] - stands[0] + 1 <= len(stands) + CLOSE:
        return span
    a = b = name_at
    while a > span[0] and where[a - 1] <= where[a]:
        a -= 1
    while b + 1 < span[1] and where[b + 1] >= where[b]:
        b += 1
    return a, b + 1


DATED = patterns.compile(
    r"\W*(?:(?:date|page|author|operator|notebook|book|batch|ref(?:erence)?|version|issued|written|done|by)\b[^\n]{0,50}\n|(?:\d{1,2}\.? )?(?:jan|feb|mar|apr|may|jun|jul|aug|sep|oct|nov|dec)[a-z]*\b[^\n]{0,30}\n|\d{4}-\d\d-\d\d|\d{1,2}[./]\d{1,2}[./]\d{2,4})",
    re.I,
)
"""The line of a notebook that says when, where or by whom."""


VESSEL_TOLD = patterns.compile(r"\b(?:flask|Erlenmeyer|beaker|conical|RBF?|round[- ]bottom\w*|(?:two|three|four|[234])-?necks?)\b", re.I)


BY_ICE_C = 5.0
"""What is cooled to this stands in ice, whether it is written or not (common practice, no source)."""


CALLED_SO = patterns.compile(
    r"(?:\bthe |(?:^|[.;:)\n]) *)([a-z][\w-]+)(?: [a-z]\w+)? (?:is|was|gets|got|goes|went|rises|rose|stays|reaches|reached|not|never|no)? ?(?:above|over|past|below|under|at|more than|warmer than)? ?$",
    re.I,
)


def _of_what_takes_the_gas(doc: Procedure, source: str, q: Quantity) -> bool:
    """Whether a temperature is of what stands in an absorber: "lower the mantle when the ether is above 10 °C", the ether being there."""
    m = CALLED_SO.search(source[max(0, q.span[0] - 50) : q.span[0]]) if q.span is not None else None
    if m is None:
        return False
    called = [
        x for x in doc.materials if q.span is not None and x.span[0] < q.span[0] and re.search(rf"\b{re.escape(m[1])}\b", x.name, re.I)
    ]
    return bool(called) and all(x.role == "absorber" for x in called)


TRACE = 0.02
"""Part of the largest lot up to which another is a catalyst, in within a moment (assumption)."""


def _is_a_trace(doc: Procedure, lots: list[Material]) -> bool:
    """Whether lots are drops, or together next to nothing beside the largest lot (grams and millilitres taken alike)."""
    if all(m.amount is not None and m.amount.unit == "drop" for m in lots):
        return True
    if any(x.identity == m.identity and x is not m for m in lots for x in doc.materials):
        return False  # the first of it
    sized = [(m, dimension(m.amount.unit)) for m in doc.materials if m.amount is not None and m.role is None]
    size = {m.id: convert(m.amount.value, m.amount.unit, dim) for m, dim in sized if dim in ("mass", "volume") and m.amount is not None}
    return all(m.id in size for m in lots) and sum(size[m.id] for m in lots) <= TRACE * max(size.values())


def _cold_without_a_bath(doc: Procedure) -> None:
    """ "Cooled to 0 °C in a 500 mL beaker": a second vessel stands in ice as the first one does, by the ice that is told for that."""
    first = next((k for k, v in enumerate(doc.vessels) if v.bath is not None and v.bath.kind in ("ice", "ice-salt")), len(doc.vessels))
    told = doc.vessels[first].bath if first < len(doc.vessels) else None
    for v in doc.vessels[first + 1 :]:
        cold = any(
            s.vessel == v.name and s.T_range is not None and s.T_range.value <= BY_ICE_C and s.kind in ("charge", "cool", "add")
            for s in doc.steps
        )
        if told is not None and v.bath is None and cold:
            v.bath = told.model_copy(update={"ice_g": None, "water_g": None, "span": None})


def _title(doc: Procedure, source: str, tokens: list[Token]) -> list[Token]:
    """The first line is the title where it is short and does nothing."""
    first = next((i for i, t in enumerate(tokens) if t.kind == "nl"), None)
    line = source.strip().split("\n", 1)[0].strip()
    boxed = line.startswith("|") and not source.strip().partition("\n")[2].lstrip().startswith("|")  # one row is a heading in a frame
    doc.title = line.strip("| ")[:120] if boxed else line[:120]
    head = tokens[: first if first is not None else len(tokens)]
    apart = first is not None and len(tokens[first].text) > 1  # a blank line behind it: "AMMONIA WATER, 250 mL" says how much comes out
    dated = first is not None and DATED.match(source, tokens[first].end) is not None
    listed = (
        not apart and not dated and not line.isupper() and any(t.kind == "unit" and t.value in ("g", "ml", "kg", "mg", "l") for t in head)
    )
    amounts = sum(t.kind == "unit" and t.value in ("g", "ml", "kg", "mg", "l") for t in head)
    molar = any(t.kind == "unit" and t.value in ("mol", "mmol") for t in head)
    if listed and amounts == 1 and not molar and NUMBERED_CARD.match(line):
        listed = False  # "CARD 55 Sulfuric acid, dilution to 30 %, 2 kg batch"
    if apart and amounts >= (2 if molar else 3) and VESSEL_TOLD.search(line):
        listed = True  # "Benzhydrol, 18.2 g benzophenone (0.10 mol) in 100 mL MeOH, 250 mL Erlenmeyer."
    makes = first is not None and MAKES.match(line) is not None and not line.endswith(":")
    listed = listed and not makes
    if (
        first is None
        or len(line) > 140
        or (line.startswith("|") and not boxed)
        or listed
        or (
            any(
                t.low in lex.VERB_OF and t.low not in lex.NOUNS_TOO and not (k and head[k - 1].low in ("a", "an", "the"))
                for k, t in enumerate(head)
            )
            and any(t.kind == "unit" for t in head)
            and not makes
            and not (amounts == 0 and molar and _says_a_scale(head, tokens))
        )
    ):
        said = _head_in_running_text(tokens, source)
        if said:
            doc.title = source.strip()[: said[-1].end - (len(source) - len(source.lstrip()))][:120]
            _product_named(doc, source, said)
            return [t for t in tokens[len(said) :] if t.start > said[-1].end or t.text not in ".:"]
        doc.title = line[:60] + ("…" if len(line) > 60 else "")
        return tokens
    if lex.DISPOSAL.search(line):
        if (
            stop := re.search(r"(?<=\w{3})\. (?=[A-Z])", line)
        ) is not None and not listed:  # "Getting rid of sodium. There's maybe twenty grams of it"
            doc.title = line[: stop.start()]
            return [t for t in tokens if t.start > source.index(line) + stop.start()]
        return tokens[first:]  # "Quench of the old lithium": what is got rid of is no product
    _product_named(doc, source, head)
    return tokens[first:]


NUMBERED_CARD = patterns.compile(
    r"\W*(?:(?:batch|work|job|operating|technical) ?)?(?:cards?|instructions?|sheets?|WI|SOP|TI|BR|procedure|method)(?: no\.?)? ?[-#:]? ?\d[\w./-]*\b",
    re.I,
)
"""The head of a form, by its number."""


def _a_class(t: Token) -> bool:
    """Whether a word names a class and no substance: "alcohol", "ester"; "bisulfite" is one."""
    return not lex.GENERIC.get(t.low, "name:").startswith("name:")


MAKES = patterns.compile(
    r"\W*(?:preparing|making(?: up)?|preparation of|to make|manufacture of|production of) (?:about |some )?(?:an? |the )?\d[\d.,]* ?(?:m?L|k?g|litres?)\b(?! of the\b)",
    re.I,
)
""" "Preparing 2 L of 20 % sodium hydroxide from pellets": a first line that says how much is to come out."""


def _product_named(doc: Procedure, source: str, head: list[Token]) -> None:
    """The product, where a heading names it."""
    if head and MEASUREMENT.search(source[head[0].start : head[-1].end]):
        return  # "Density of ethanol-water mixtures": what is measured is no product
    for i, t in enumerate(head):
        if t.kind == "sub" and not _a_class(t) and not lex.no_material(list(head), i) and not _goes_in(head, i, source):
            doc.results.product_identity = str(t.value)
            doc.results.product = t.text
            doc.results.product_span = (t.start, t.end)
            break
        longer = PART_OF_A_NAME.match(source, t.end) if t.kind == "sub" else None
        if longer is not None and (smiles := structure_of_name(source[t.start : longer.end()].lower())) is not None:
            doc.results.product, doc.results.product_smiles = source[t.start : longer.end()], canonical_smiles(smiles)
            doc.results.product_span = (t.start, longer.end())
            break
    listed_at = next((t.start for t in head if t.kind == "sub"), None)
    if (
        doc.results.product is None and head
    ):  # "ethyl 3-phenylpropanoate by transfer from ammonium formate": what stands before what goes in
        _unlisted_product(doc, source[head[0].start : head[-1].end if listed_at is None else listed_at], head[0].start)


FIRST_NAMED = patterns.compile(
    r"\W*(?:(?:so|right|well|ok|okay|now|today)\b[,:]? ?)?(?:it['’]s |this is |we make |I make )?(?:the |some )?"
    r"((?:\d(?:,\d)*|two|three|four|five|six)-[a-z(][\w(),'-]*[a-z]{3}(?: (?:acid|alcohol|chloride|bromide|iodide|nitrile|oxide))?)(?=[.,;:!]| (?:with|from|by|the|again|made|as|for)\b|\s*\n|$)",
    re.I,
)
""" "Two-chlorocyclohexanone with chlorine from the cylinder": what a text begins with, by a systematic name that no catalogue has."""


def _first_named(doc: Procedure, source: str) -> None:
    """The product of a text that begins with the systematic name of one that is not listed."""
    m = FIRST_NAMED.match(source)
    if m is None or substances_in(m[1]):
        return
    name = SPOKEN_LOCANT.sub(lambda x: f"{LOCANTS[x[1].lower()]}-", m[1])
    smiles = structure_of_name(name.lower()) if catalogue().find(name) is None else None
    if smiles is None or re.search(
        r"\.|[+-]\]", smiles.replace("[N+](=O)[O-]", "").replace("[N+](=O)([O-])", "").replace("O=[N+]([O-])", "")
    ):
        return
    r = doc.results
    r.product, r.product_identity, r.product_smiles, r.product_span = m[1], None, canonical_smiles(smiles), m.span(1)


MEASUREMENT = patterns.compile(
    r"^\W*(?:the )?(?:densit(?:y|ies)|conductivit\w+|conductance|refractive ind\w+|viscosit\w+|solubilit\w+|surface tension|(?:boiling|melting|freezing|flash) points?|calibrat\w+|titrat\w+|determin\w+|analys\w+|assay|spectr\w+|absorbance|standardi[sz]\w+|hardness|(?:acid|peroxide|iodine|ester|hydroxyl|bromine|saponification) (?:values?|numbers?))\b(?:[^.;\n]{0,25}\b(?:of|for|in)\b|\W*$)|^\W*[^.;,\n]{3,30} in (?:the |an? )?(?:fruit |orange |apple |lemon |tap |sea |pond |river )?(?:juices?|water|milk|wine|soil|blood|urine|food|honey|beer|tea|coffee|steel|brass|tablets?|bleach)(?:\W*$|,? (?:by|with) )|^\W*[^.;,\n]{3,40} by (?:the )?(?:UV(?:[-/ ]?vis)?|HPLC|GC|GLC|AAS|ICP(?:-\w+)?|NMR|IR|fluor\w+|polarimetry|refractometry|photometry)\b|^\W*[^.;,\n]{3,30} by (?:the )?(?:(?:copper|Fehling|Benedict|Tollens|Nessler|biuret)(?:'?s)? reagent|(?:[\w-]+ ){0,2}(?:test|titration|colou?rimetry))\b",
    re.I,
)
"""A title that says what is measured."""
CRUDE = {"crude", "raw", "impure", "technical", "once-crystallised"}
OF_A_KIND = {
    "acid",
    "product",
    "ester",
    "ketone",
    "amide",
    "solid",
    "compound",
    "material",
    "amine",
    "alcohol",
    "nitrile",
    "anilide",
    "halide",
    "salt",
    "stuff",
}


def _crude(doc: Procedure, body: list[Token]) -> list[Token]:
    """The body of a text whose title names what is purified: "crude acid 8.0 g" is that substance."""
    if doc.results.product_identity is None or not PURIFIED.search(doc.title):
        return body
    out: list[Token] = []
    for t in body:
        if out and out[-1].low in CRUDE and t.low in OF_A_KIND:
            first = out.pop()
            out.append(Token("sub", f"{first.text} {t.text}", first.start, t.end, doc.results.product_identity))
        else:
            out.append(t)
    return out


def _the_product_by_its_kind(doc: Procedure, body: list[Token]) -> list[Token]:
    """ "The alcohol is taken up in ether" under a title that names an alcohol, where no ethanol is told or measured: the product, and no solvent."""
    product = doc.results.product_identity
    if product in (None, "ethanol", "methanol") or not AN_ALCOHOL.search(str(product)):
        return body
    ours = {k for k, t in enumerate(body) if t.kind == "sub" and t.value == "ethanol"}
    if any(body[k].low != "alcohol" or any(x.kind == "unit" and x.value == "ml" for x in body[max(0, k - 3) : k + 4]) for k in ours):
        return body
    return [
        Token("sub", t.text, t.start, t.end, product) if k in ours and k and body[k - 1].low == "the" else t for k, t in enumerate(body)
    ]


AN_ALCOHOL = patterns.compile(r"(?:alcohol|[a-z]ol)$")


NAME_LIKE = patterns.compile(
    r"(?<![\w-])(?:(?:\(?[\d,NOSRE±+-]+\)?-)[\w(),'-]*[a-z]{4}[\w(),'-]*[a-z]"
    r"|(?i:(?:bromo|chloro|iodo|fluoro|nitro)[a-z]{5,}))"
    r"\b(?i: (?:acid|alcohol|chloride|bromide|iodide|anhydride))?"
)
"""A word of a title that begins with a locant or with a substituent: a systematic name."""


ON_AN_ARENE = Chem.MolFromSmarts("c-[Br,Cl,F,I,$([N+](=O)[O-])]")
ON_A_RING = Chem.MolFromSmarts("[CX4;R]-[Br,Cl,F,I,$([N+](=O)[O-])]")
FREE_PLACE = Chem.MolFromSmarts("[cH,$([CX4;!H0;R])]")


def _sole_isomer(smiles: str) -> bool:
    """Whether a halogen or nitro arene or cycloalkane needs no locant: its substituent stands in the same place wherever it stands ("bromomesitylene", "chlorocyclopentane")."""
    whole = Chem.MolFromSmiles(smiles)
    sites = [m for ring in (ON_AN_ARENE, ON_A_RING) for m in whole.GetSubstructMatches(ring)] if whole is not None else []
    if len(sites) != 1:
        return False
    carbon, hung = sites[0]
    parts = Chem.GetMolFrags(Chem.FragmentOnBonds(whole, [whole.GetBondBetweenAtoms(carbon, hung).GetIdx()], addDummies=False), asMols=True)
    bare = Chem.MolFromSmiles(Chem.MolToSmiles(max(parts, key=lambda x: x.GetNumHeavyAtoms())))
    return (
        bare is not None and len({Chem.CanonicalRankAtoms(bare, breakTies=False)[i] for (i,) in bare.GetSubstructMatches(FREE_PLACE)}) == 1
    )


def _unlisted_product(doc: Procedure, line: str, begin: int) -> None:
    """A title that names its product systematically, where no catalogue has it: "3-bromocamphor, 0.1 mol"."""
    for m in NAME_LIKE.finditer(line):
        done = re.search(r"\b(\w+(?:tion|sis|ing|age)) of \W*$|\b(?:with|from) \W*$", line[: m.start()], re.I)
        if done and (done[1] or "").lower() not in GIVES:
            continue
        smiles = structure_of_name(m.group()) or structure_of_name(m.group().lower())
        bare = (smiles or ".").replace("[N+](=O)[O-]", "").replace("[N+](=O)([O-])", "").replace("O=[N+]([O-])", "")
        alone = m.group()[0].isalpha()
        if smiles is not None and not re.search(r"\.|[+-]\]", bare) and not (alone and not _sole_isomer(smiles)):
            r = doc.results
            r.product, r.product_smiles, r.product_span = m.group(), canonical_smiles(smiles), (begin + m.start(), begin + m.end())
            return


GIVES = {
    "preparation",
    "synthesis",
    "production",
    "making",
    "purification",
    "distillation",
    "crystallisation",
    "crystallization",
    "isolation",
    "bottle",
    "batch",
}


def _of_the_title(doc: Procedure, tokens: list[Token]) -> Mention | None:
    """What the title says is got rid of: the "it" of the first sentence."""
    first = next((i for i, t in enumerate(tokens) if t.kind == "nl"), len(tokens))
    t = next((t for t in tokens[:first] if t.kind == "sub"), None)
    return Mention(str(t.value), t.text, t.start, t.end, 0) if t is not None and lex.DISPOSAL.search(doc.title) else None


def _from_title(account: Account, tokens: list[Token]) -> None:
    """The title says what is got rid of, and the text speaks of it only by "it": it is there first, its amount not written."""
    doc = account.doc
    first = next((i for i, t in enumerate(tokens) if t.kind == "nl"), len(tokens))
    charge = next((s for s in doc.steps if s.kind in ("charge", "dose", "add")), None)
    if not lex.DISPOSAL.search(doc.title) or not doc.steps:
        return
    if charge is None:  # "distil it from the big flask": what is told begins with a heating
        begun = next((s for s in doc.steps if s.vessel and s.kind in ("heat", "distil", "hold", "reflux", "cool")), None)
        if begun is None:
            return
        charge = Step(n=0, kind="charge", text=begun.text, span=begun.span, vessel=begun.vessel)
        in_order(doc, [charge, *doc.steps])
    for k, t in enumerate(tokens[:first]):
        can = t.low == "tin" and lex.no_material(list(tokens[:first]), k)  # "one tin of"; "residues of X" are X all the same
        if t.kind == "sub" and not can and all(m.identity != t.value for m in doc.materials):
            s = catalogue().substances[str(t.value)]
            its = {r for r in s.parts if r not in ("H2O", "H+")}
            if any(its & set(catalogue().substances[m.identity].parts) for m in doc.materials if m.identity and m.amount is not None):
                continue  # "Hydrazine residues" that are listed as the hydrate
            lot = Material(id=free_id(doc), name=t.text, identity=s.id, phase=s.phase, step=charge.n, span=(t.start, t.end))
            doc.materials.append(lot)
            charge.materials.insert(0, lot.id)
            if doc.results.product_identity == s.id:
                doc.results.product = doc.results.product_identity = doc.results.product_span = None
            return


BEGUN_BEFORE = patterns.compile(
    r"\b(?:derivatives?|tests?|detection|proof|identification) (?:of|for) (?:the )?$|\b(?:di|tri|tetra)?(?:methyl|ethyl|propyl|butyl|phenyl|chloro|bromo|fluoro|iodo|nitro|methoxy|ethoxy|amino|hydroxy)[ -]$",
    re.I,
)
"""In front of a name that is the end of a longer one: "dimethyl nitrobenzene"."""


BY_DROPS = patterns.compile(r"\b(?:drops? of|indicator,?|pinch of|crystal of|trace of) (?:an? |the )?$", re.I)
"""In front of what is no product: an indicator, a trace."""


PART_OF_A_NAME = patterns.compile(
    r"-free\b|[ -](?:(?:tert-|n-|iso)?(?:meth|eth|prop|but|benz|phen)yl[ -])?(?:esters?|amide|anilide|hydrazide|chloride|bromide|nitrile|anhydride|oxime|hydrochloride|semicarbazone)\b",
    re.I,
)
"""Behind a name that is the beginning of a longer one, or of what is not there: "3-aminobenzoic acid methyl ester", "a nitrobenzene-free route"."""


DONE_TO_IT = patterns.compile(
    r"(?:mono|di|tri)?(?:nitration|bromination|chlorination|iodination|halogenation|sul(?:f|ph)onation|chlorosul(?:f|ph)onation|hydrolysis|reduction|oxidation|acetylation|acylation|alkylation|methylation|hydrogenation|dehydration|esterification|diazoti[sz]ation|saponification|decarboxylation|epoxidation|ozonolysis|nitrosation|coupling|cleavage|destruction|quench|neutrali[sz]ation|rearrangement)"
)
"""What is done to the thing that stands before it."""


def _goes_in(head: list[Token], i: int, source: str) -> bool:
    """ "Nitration of methyl benzoate": what the title names goes in; "Preparation of …" names what comes out."""
    before = [t.low for t in head[max(0, i - 3) : i]]
    if PART_OF_A_NAME.match(source, head[i].end) or BEGUN_BEFORE.search(source[: head[i].start]):
        return True
    if i + 1 < len(head) and (head[i + 1].low in ("to", "into", "→") or DONE_TO_IT.fullmatch(head[i + 1].low)):
        return True  # "Cyclohexanone oxime to caprolactam", "Chlorobenzene nitration"
    if (
        {"turned", "turning", "converted", "oxidised", "oxidized", "reduced"} & set(before)
        or before[-1:] in (["with"], ["from"], ["using"], ["via"])
        or "leftover" in before
        or {"rid", "disposal", "destruction"} & set(before)
    ):
        return True
    word = before[before.index("of") - 1] if "of" in before and before.index("of") > 0 else ""
    return word.endswith(("tion", "sis", "ing", "age")) and word not in GIVES


def _not_from_the_title(doc: Procedure, source: str) -> None:
    """ "Graphite oxide, 10 g graphite" over a text that charges the graphite: what the title says of it goes in once."""
    end = source.find("\n", len(source) - len(source.lstrip()))  # a card's rows may follow without the blank line
    later = {m.identity for m in doc.materials if m.span[0] >= end}
    told = [m for m in doc.materials if m.span[1] <= end]
    again = {m.id for m in told if m.identity is not None and m.identity in later}
    if len(told) < len(doc.materials):  # "methyl 3-nitrobenzoate, 50 mmol": what it is about, and how much is to come out
        again |= {m.id for m in told if m.amount is None}
    if not again:
        return
    doc.materials[:] = [m for m in doc.materials if m.id not in again]
    for s in doc.steps:
        s.materials = [k for k in s.materials if k not in again]
    in_order(doc, [s for s in doc.steps if s.materials or s.span[1] > end or s.kind != "charge"])
    _begins_with_a_charge(doc)


def _says_a_scale(head: list[Token], tokens: list[Token]) -> bool:
    """ "p-Toluidine acetylated, 0.1 mol." over a text that measures by mass and volume: how much of it is made, and nothing is done yet."""
    units = [t.value for t in head if t.kind == "unit"]
    measured = sum(t.kind == "unit" and t.value in ("g", "ml") for t in tokens[len(head) :])
    begins = bool(head) and head[0].low in lex.VERB_OF and head[0].low not in lex.NOUNS_TOO
    acts = begins or any(t.low in DOING for t in head) or VESSEL_TOLD.search(" ".join(t.text for t in head)) is not None
    return measured >= MEASURED_LATER and units in (["mol"], ["mmol"]) and not acts


MEASURED_LATER = 2
"""Lots with an amount behind a first sentence of names, from which it is a title in running text (assumption)."""


def _head_in_running_text(tokens: list[Token], source: str) -> list[Token]:
    """The tokens of a first sentence or head in which nothing is done or measured, and behind which something else is: "Grignard, small: phenylmagnesium bromide onto benzaldehyde."."""
    at = len(source) - len(source.lstrip())
    end = re.search(r"(?<=\w{3})(?:\.\s+(?=[A-Z\d])|\n|:\s+(?=[A-Z\d]))", source[at:])
    if end is None:
        return []
    said = [t for t in tokens if t.start < at + end.start()]
    rest = tokens[len(said) :]
    if any(t.low in lex.VERB_OF or t.low in DOING or t.kind in ("unit", "num") for t in said):
        return []
    first = next((k for k, t in enumerate(rest[:BEGINS_WITHIN]) if t.kind == "sub"), None)
    of_it = first is not None and any(t.low in ("crude", "raw", "it", "this", "them", "salt", "product", "material") for t in rest[:first])
    names = any(t.kind == "sub" for t in said) and first is not None and not of_it
    measured = sum(t.kind == "unit" and t.value in ("g", "ml") for t in rest)
    return said if names and measured >= MEASURED_LATER else []


BEGINS_WITHIN = 8
"""Words within which the text behind a head names a substance of its own: "5 g is dissolved" speaks of the head's."""
DOING = frozenset(
    ["is", "are", "was", "were", "be", "been", "i", "we", "you", "he", "she", "has", "have", "had", "goes", "go", "went", "put"]
)
"""Words by which a sentence does something."""


def _not_from_the_first_words(doc: Procedure) -> None:
    """ "Oxidising 4-chlorotoluene with permanganate.": a first sentence that only says what is done charges nothing that is measured later."""
    first = doc.steps[0] if doc.steps else None
    if first is None or first.kind not in ("charge", "dose", "add"):
        return
    told = [m for m in doc.materials if m.id in first.materials]
    later = {m.identity for m in doc.materials if m.id not in first.materials and m.amount is not None}
    bare = {m.id for m in told if m.amount is None and m.identity is not None and m.identity in later}
    if not bare or any(m.amount is not None for m in told):
        return
    doc.materials[:] = [m for m in doc.materials if m.id not in bare]
    first.materials = [k for k in first.materials if k not in bare]
    if not first.materials:
        in_order(doc, doc.steps[1:])
    _begins_with_a_charge(doc)


def _what_waits_still(account: Account) -> None:
    """A nitrating acid that was made up beside the batch and is never told to go anywhere goes in where it is spoken of last, at a rate nobody wrote."""
    doc, main = account.doc, account.main
    mix = account.mix or (_with_nitric_acid(doc, main) if main is not None else None)
    if mix is None or main is None or mix is main:
        return
    made = [s for s in doc.steps if s.vessel == mix.name]
    ours = [s for s in doc.steps if s.vessel == main.name and s.materials]
    known = {m.id: m.identity for m in doc.materials}  # the title's lots may be gone by now
    held = {known.get(k) for s in made for k in s.materials}
    if not ours or "nitric acid" not in held or not held <= NITRATES:
        return
    if any(s.from_vessel == mix.name for s in doc.steps) or any(s.kind not in MADE_UP for s in made):
        return
    last = max(made[-1].n, ours[0].n)
    then = next((s.n for s in doc.steps if s.n > last and s.vessel == main.name), len(doc.steps) + 1)
    before, behind = doc.steps[: then - 1], doc.steps[then - 1 :]
    end = behind[0].span[0] if behind else len(account.source)
    told = [m.span(1) for m in WAITS_THERE.finditer(account.source, before[-1].span[1], end)]
    at = told[-1] if told else before[-1].span
    in_order(
        doc, [*before, Step(n=then, kind="dose", text=account.source[slice(*at)], span=at, vessel=main.name, from_vessel=mix.name), *behind]
    )


def _never_brought_over(account: Account) -> None:
    """A solution made up before its flask was told of, and never told to go there: everything is meant to be in the flask."""
    if account.made_first is None:
        return
    first, flask = account.made_first
    doc = account.doc
    if any(s.from_vessel == first.name for s in doc.steps) or not any(s.vessel == flask.name and s.materials for s in doc.steps):
        return
    flask.bath = flask.bath or first.bath
    rename(account, first.name, flask.name)
    doc.vessels = [v for v in doc.vessels if v.name != first.name]
    account.mix = None if account.mix is not None and account.mix.name == first.name else account.mix


def _with_nitric_acid(doc: Procedure, main: Vessel) -> Vessel | None:
    """The vessel beside the batch that holds nitric acid, and nothing but what a nitrating acid is made of."""
    known = {m.id: m.identity for m in doc.materials}
    for v in doc.vessels:
        held = {known.get(k) for s in doc.steps if s.vessel == v.name and s.kind in MADE_UP for k in s.materials}
        if v is not main and "nitric acid" in held and held <= NITRATES:
            return v
    return None


NITRATES = {"nitric acid", "sulfuric acid", "fuming nitric acid", "oleum", "water", "acetic acid", "acetic anhydride"}
"""What a nitrating acid is made of."""
MADE_UP = ("charge", "add", "dose", "cool", "hold")
"""What is done to a solution that is made up beside the batch."""
WAITS_THERE = patterns.compile(
    r"(?<![^.;\n]) *([^.;\n]*\b(?:(?:mixed|nitrating|mixture of) acids?|(?:dropping|addition) funnel|the mix(?:ture)?)\b[^.;\n]*)", re.I
)
"""The sentence that speaks of it again."""


def _begins_with_a_charge(doc: Procedure) -> None:
    """Where what was told first is no charge: the first addition goes into an empty vessel."""
    first = next((s for s in doc.steps if s.materials), None)
    if first is not None and first.kind in ("dose", "add") and first.duration is None and first.from_vessel is None:
        first.kind = "charge"


GAS_WANTED = patterns.compile(
    r"\W*(?:this is how (?:I|we) make |how to make |making |to make |we make |I make )?(?:a (?:bit|little) of |some )?(?P<gas>oxygen|hydrogen|nitrogen|ammonia|chlorine|carbon dioxide|sul(?:f|ph)ur dioxide|hydrogen chloride|nitric oxide|acetylene)(?= (?:for|from|by|to fill)\b|[.:,]\s)",
    re.I,
)
""" "Oxygen for the wooden splint.": a text that begins with the gas that it makes."""


def _product(account: Account) -> None:
    """The product by its name: the title's, unless that went in; else a substance of the first lines that nobody charged."""
    doc = account.doc
    r = doc.results
    charged = {x for m in doc.materials if m.role not in ("wash", "absorber") for x in (m.identity, m.carrier)}
    if r.product_identity is not None and r.product_identity in charged:
        r.product = r.product_identity = r.product_span = None  # "nitration of X" names what goes in
    if r.product_identity is None and r.product_smiles is None and not MEASUREMENT.search(doc.title):
        head = doc.source_text[:400].split("\n\n")[0] if len(doc.source_text) > 400 else doc.source_text[:200]
        for t in by_its_tail(substances_in(head)):
            s = catalogue().substances[str(t.value)]
            if (
                t.value not in charged
                and not _a_class(t)  # "alcohol, solvent, catalyst in the flask"
                and t.value not in lex.INDICATORS
                and s.phase != "g"
                and s.smiles
                and not PART_OF_A_NAME.match(head, t.end)
                and not BEGUN_BEFORE.search(head[: t.start])
                and not BY_DROPS.search(head[: t.start])
            ):
                r.product_identity, r.product, r.product_span = str(t.value), t.text, (t.start, t.end)
                break
    gas = GAS_WANTED.match(doc.source_text) if r.product_identity is None and r.product_smiles is None else None
    if gas is not None:
        said = next(iter(substances_in(gas["gas"])), None)
        if said is not None:
            r.product_identity, r.product, r.product_span = str(said.value), gas["gas"], gas.span("gas")
    if r.product_identity:
        r.product_smiles = catalogue().substances[r.product_identity].smiles
    if r.product_smiles is not None:
        _the_alcohol(doc, r.product_smiles)


FIRST_LOCANT = patterns.compile(r"\W*(?:(?P<greek>[omp]|ortho|meta|para)|(?P<number>[2-4]))-(?=[a-z])", re.I)
NUMBERED = {"o": "2", "m": "3", "p": "4", "ortho": "2", "meta": "3", "para": "4"}


def _isomer_of_the_product(doc: Procedure) -> None:
    """ "Nitrotoluene, 13.7 g" of a text that makes p-nitrobenzoic acid: of the isomers that the name may mean, the one that carries the product's locant."""
    m = FIRST_LOCANT.match(doc.results.product or "")
    if m is None:
        return
    locant = m["number"] or NUMBERED[m["greek"].lower()]
    for x in doc.materials:
        named = catalogue().ambiguous.get(x.name.lower()) if x.identity is None else None
        meant = [k for k in named[0] if k.startswith(f"{locant}-")] if named is not None and named[1] is None else []
        if len(meant) == 1:
            x.identity = meant[0]


def _the_alcohol(doc: Procedure, product: str) -> None:
    """ "The alcohol" of an alkyl halide is the one that it is made from, and not ethanol."""
    meant = [m for m in doc.materials if m.identity == "ethanol" and m.name.lower() == "alcohol" and m.role not in ("wash", "absorber")]
    meant = [m for m in meant if re.search(r"\bthe\W+$", doc.source_text[: doc.source_text.find(m.name, m.span[0])], re.I)]
    mol = Chem.MolFromSmiles(product) if meant else None
    if mol is None:
        return
    made = [p[0] for p in HALIDE_TO_ALCOHOL.RunReactants((mol,))]
    for p in made[:1]:
        Chem.SanitizeMol(p)
        s = catalogue().of_root(canonical_smiles(Chem.MolToSmiles(p)))
        for m in meant if s is not None else []:
            m.identity = s.id if s is not None else m.identity


AN_OL = Chem.MolFromSmarts("[CX4][OX2H]")


def _is_an_alcohol(m: Material) -> bool:
    s = catalogue().substances.get(m.identity or "")
    if s is None:
        return m.identity is None and re.search(r"[a-z]{3,}[aey]n(?:-\d-)?ol$", m.name.lower()) is not None
    return bool(s.smiles) and Chem.MolFromSmiles(s.smiles).HasSubstructMatch(AN_OL)


def _the_alcohol_that_is_weighed(doc: Procedure) -> None:
    """ "Alcohol, pyridine: in": the alcohol of the charge list, which goes in there, and no ethanol beside it."""
    for m in [
        x for x in doc.materials if x.identity == "ethanol" and x.name.lower() == "alcohol" and x.amount is None and x.stated_mol is None
    ]:
        step = next((s for s in doc.steps if m.id in s.materials and s.kind in ("charge", "add")), None)
        if step is None or re.search(r"\b(?:in|with|of)(?: the| some)? $", doc.source_text[: m.span[0]][-12:]):
            continue  # "dissolved in alcohol"
        listed = [x for x in doc.materials if x.id in step.materials and x.amount is not None and x.span[1] <= step.span[0]]
        if sum(map(_is_an_alcohol, listed)) == 1:
            step.materials.remove(m.id)
            doc.materials.remove(m)


HALIDE_TO_ALCOHOL = rdChemReactions.ReactionFromSmarts("[CX4:1][Cl,Br,I]>>[C:1][OH]")


ASSAY = patterns.compile(
    r"\b(?:titrat\w+|assay\w*|strength|contains|content)\b[^.;\n]{0,30}?(\d+(?:[.,]\d+)?)\s*(?:%|per ?cent)|(\d+(?:[.,]\d+)?)\s*(?:%|per ?cent) (?:by (?:weight|mass|titration)|w/w)",
    re.I,
)


IN_THE_WATER = patterns.compile(
    r"\bthermometer(?:,? which)? (?:is |was |hangs |stands |hung |stood |goes |put )?in the (?:water\b(?! (?:phase|layer))|(?:sink|bowl|basin|tub)\b)",
    re.I,
)


def _in_the_water_outside(account: Account) -> None:
    """ "Thermometer in the water", of a flask in a water bath to which no water was charged: the bath is measured."""
    main, m = account.main, IN_THE_WATER.search(account.source)
    if main is not None and m is not None and not m.group().endswith("water") and main.sensor is None:
        main.sensor, main.sensor_span = "bath", m.span()  # "the thermometer, which hung in the sink"
    if main is None or m is None or main.bath is None or main.bath.kind not in ("water", "ice"):
        return
    held = {x.identity for s in account.doc.steps if s.vessel == main.name and s.span[0] < m.start() for x in map(account.lot, s.materials)}
    if "water" not in held and "ice" not in held:
        main.sensor, main.sensor_span = "bath", m.span()


MOVED_FROM = patterns.compile(
    r"\b(?:rose|went|climbed|crept|moved|drifted|ran|increased|warmed itself|came)(?: slowly| only| just| up| gently| meanwhile)* (?:from )?(?:about )?$",
    re.I,
)


def _seen_to_move(doc: Procedure, source: str) -> None:
    """ "It went from 12 to 21 °C": what the thermometer did while it was fed, and no window that is held."""
    for s in doc.steps:
        q = s.T_range
        if (
            s.kind in ("dose", "add")
            and q is not None
            and q.span is not None
            and MOVED_FROM.search(source, max(0, q.span[0] - 40), q.span[0])
        ):
            s.T_range = None


def _finish(account: Account, tokens: list[Token]) -> None:
    """Amounts by equivalents, and unread quantities."""
    doc = account.doc
    if account.main is not None and account.main.sensor is None and account.sensor:
        account.main.sensor = account.sensor  # type: ignore[assignment]
    if account.main is not None and account.main.sensor is None:
        bath = lex.BATH_READ.search(account.source)  # "the bowl was at 25 when I looked"
        said = bath is not None and not re.match(
            r"(?:bowl|bath|basin|tub|cooling water|ice water|water outside)\b(?!.*\bis (?:what|the)\b)(?! thermometer)", bath.group(), re.I
        )
        if bath is not None and (
            said or all(s.T_range is None and s.T_limit is None for s in doc.steps if s.kind in ("dose", "add", "hold"))
        ):
            account.main.sensor, account.main.sensor_span = "bath", bath.span()
    _in_the_water_outside(account)
    _by_the_bath_alone(account)
    _seen_to_move(doc, account.source)
    _equivalents(doc)
    if doc.results.mass_g is not None and doc.results.mass_g.span is not None:
        m = ASSAY.search(account.source, doc.results.mass_g.span[1], doc.results.mass_g.span[1] + 160)
        if m is not None:
            doc.results.strength_percent = float((m[1] or m[2]).replace(",", "."))
    head = len(doc.source_text) - len(doc.source_text.lstrip())
    if not doc.title.endswith("…") and doc.source_text[head:].startswith(doc.title) and account.titled:
        head += len(doc.title)  # "Tris buffer 0.5 M, 1 L": what is wanted, not what goes in
    else:
        line = len(doc.source_text.lstrip().split("\n", 1)[0])
        head = line if doc.results.product_span and line <= 140 else 0  # a whole paragraph is no heading
    seen = account.used | {s for m in doc.materials for q in (m.amount, m.stated_mol) if q and q.span for s in (q.span[0],)}
    listed = {place for u in doc.unread for place in range(*u.span)}
    items = quantities(tokens)
    known = {v.name for v in doc.vessels}
    seen |= {v.qty.start for v in vessels_in(items) if v.qty and account.vessel_name(v) in known}  # told again
    for item in items:
        if not isinstance(item, Qty) or item.start in seen or item.start < head or item.dim == "equivalents":
            continue
        if item.start not in listed:
            doc.unread.append(
                Unread(text=account.source[item.start : item.end], span=(item.start, item.end), why="a quantity that no rule could place")
            )


IN_THE_FLASK = patterns.compile(
    r"(?:degrees|°C?)[^.;\n]{0,15}\b(?:in|inside) the (?:flask|mixture|pot|solution|liquid|beaker|batch)\b", re.I
)
""" "Two degrees in the flask": something measures there."""


def _by_the_bath_alone(account: Account) -> None:
    """Every temperature of the batch is the one at which its bath is set, and no thermometer is spoken of: the bath is what is measured."""
    main, doc = account.main, account.doc
    if main is None or main.sensor is not None or main.bath is None or main.bath.T_C is None:
        return
    if lex.SENSOR.search(account.source) or IN_THE_FLASK.search(account.source):
        return
    told = [s.T_range.value for s in doc.steps if s.vessel == main.name and s.T_range is not None and s.kind != "distil"]
    fed = any(s.kind in ("dose", "add") and s.vessel == main.name for s in doc.steps)
    if fed and told and all(t == main.bath.T_C for t in told) and all(s.T_limit is None for s in doc.steps if s.vessel == main.name):
        main.sensor, main.sensor_span = "bath", main.bath.span


def _equivalents(doc: Procedure) -> None:
    """Moles of what is written in equivalents alone: of the substrate, the first organic with an amount or the one written as 1."""
    open_ = [m for m in doc.materials if m.amount is None and m.stated_mol is None and m.equivalents is not None]
    if not open_:
        return
    lots = lots_of(doc, catalogue())
    known = [x for x in lots.values() if x.mol is not None and x.substance is not None and x.substance.smiles]
    one = [x for x in known if x.material.equivalents is not None and x.material.equivalents.value == 1.0]
    base = (one or known)[:1]
    for m in open_ if base else []:
        assert m.equivalents is not None and base[0].mol is not None
        m.stated_mol = Quantity(value=m.equivalents.value * base[0].mol[1], unit="mol", span=m.equivalents.span)
