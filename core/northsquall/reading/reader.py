"""The reader: text in, procedure document out.

Three passes over tokens: sentences and table rows; clauses, each around one verb; then the running
account of vessels ("which flask is this added to"), which turns clauses into steps. What no rule took
is listed as unread.
"""

from __future__ import annotations

import re
from dataclasses import dataclass, field
from itertools import pairwise

from northsquall.chemistry.families import count_matches
from northsquall.procedure import Bath, Material, Procedure, Quantity, Step, Strength, Unread, Vessel
from northsquall.procedure.units import convert
from northsquall.reading import lexicon as lex
from northsquall.reading.phrases import (
    REACTION_VESSELS,
    Item,
    MaterialPhrase,
    Qty,
    VesselPhrase,
    bath_in,
    is_word,
    material_at,
    quantities,
    vessels_in,
)
from northsquall.reading.tokens import Token, tokenise
from northsquall.substances import catalogue

MAX_BYTES = 1_000_000
SHORT_STEP = {"recrystallise": "filter", "wash": "filter", "mix": "add", "pour": "transfer"}


class ReadError(ValueError):
    """The input cannot be read at all. The message is one sentence with what was given and expected."""


@dataclass
class Clause:
    """Items around one verb, within one sentence."""

    items: list[Item]
    start: int
    end: int
    verb: str | None
    verb_at: int | None
    sentence: int

    def text(self, source: str) -> str:
        """The clause's words."""
        return source[self.start : self.end]


@dataclass
class Account:
    """The running account while reading: vessels, lots, and what 'it' means."""

    source: str
    doc: Procedure
    main: Vessel | None = None
    mix: Vessel | None = None
    quench: Vessel | None = None
    last: Vessel | None = None
    used: set[int] = field(default_factory=set)
    """Start offsets of quantities that some rule took."""
    table_vessels: dict[str, str] = field(default_factory=dict)

    def vessel(self, phrase: VesselPhrase | None, default_kind: str, role: str) -> Vessel:
        """The vessel of a phrase, or an implied one."""
        if phrase is None:
            name = f"{default_kind} ({role})"
            for v in self.doc.vessels:
                if v.name == name:
                    return v
            v = Vessel(name=name, kind=default_kind, named=False)
        else:
            size = (
                f"{phrase.nominal_mL / 1000:g} L"
                if phrase.nominal_mL and phrase.nominal_mL >= 1000
                else f"{phrase.nominal_mL:g} mL"
                if phrase.nominal_mL
                else ""
            )
            name = f"{size} {phrase.kind}".strip()
            for v in self.doc.vessels:
                if v.name == name or (not size and v.kind == phrase.kind):
                    return v
            if phrase.qty:
                self.used.add(phrase.qty.start)
            v = Vessel(name=name, kind=phrase.kind, nominal_mL=phrase.nominal_mL, span=(phrase.start, phrase.end))
        self.doc.vessels.append(v)
        return v


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


def read(text: str) -> Procedure:
    """Read a procedure. Raises ReadError only for what cannot be a procedure at all."""
    source = check(text)
    doc = Procedure(source_text=source)
    account = Account(source, doc)
    tokens = tokenise(source)
    body = _title(doc, source, tokens)
    rows, body = _table_rows(body, source)
    for row in rows:
        _table_row(account, row)
    for clause in _clauses(body, source):
        _clause(account, clause)
    _product(doc)
    _finish(account, tokens)
    return doc


def _title(doc: Procedure, source: str, tokens: list[Token]) -> list[Token]:
    """The first line is the title where it is short and does nothing."""
    first = next((i for i, t in enumerate(tokens) if t.kind == "nl"), None)
    line = source.strip().split("\n", 1)[0].strip()
    doc.title = line[:120]
    if first is None or len(line) > 100 or line.startswith("|"):
        return tokens
    head = tokens[:first]
    if any(t.low in lex.VERB_OF for t in head) or any(t.kind == "unit" and t.value != "mol" for t in head):
        doc.title = line[:60] + ("…" if len(line) > 60 else "")
        return tokens
    for t in head:
        if t.kind == "sub":
            doc.results.product_identity = str(t.value)
            doc.results.product = t.text
            doc.results.product_span = (t.start, t.end)
            break
    return tokens[first:]


# ------------------------------------------------------------------ tables


def _table_rows(tokens: list[Token], source: str) -> tuple[list[list[list[Item]]], list[Token]]:
    """Rows of a charge table (cells split by | ) and the tokens that are not in it."""
    rows: list[list[list[Item]]] = []
    rest: list[Token] = []
    line: list[Token] = []
    for t in [*tokens, Token("nl", "\n", 10**9, 10**9)]:
        if t.kind != "nl":
            line.append(t)
            continue
        if sum(x.text == "|" for x in line) >= 2:
            cells: list[list[Item]] = []
            cell: list[Token] = []
            for x in line[1:] if line[0].text == "|" else line:
                if x.text == "|":
                    cells.append(quantities(cell))
                    cell = []
                else:
                    cell.append(x)
            if cell:
                cells.append(quantities(cell))
            rows.append(cells)
        elif _charge_line(line, source):
            rows.append([quantities([x for x in line if x.text not in (".", "…")])])
        else:
            rest += line
            if t.start < 10**9:
                rest.append(t)
        line = []
    return rows, rest


def _charge_line(line: list[Token], source: str) -> bool:
    """A line of a charge list: a name, leader dots or a wide gap, an amount; nothing is done in it."""
    at = next((i for i, t in enumerate(line) if t.kind == "sub"), None)
    if at is None or at > 2 or any(t.kind == "word" and t.low in lex.VERB_OF for t in line[: at + 1]):
        return False
    rest = quantities(line[at + 1 :])
    amount = next((x for x in rest if isinstance(x, Qty) and x.dim in ("mass", "volume", "moles")), None)
    return amount is not None and re.search(r"\.{3,}|…|\t| {3,}", source[line[at].end : amount.start]) is not None


def _table_row(account: Account, cells: list[list[Item]]) -> None:
    """One row of a charge table: a lot, and the vessel it goes into ("" repeats the one above)."""
    flat = [item for cell in cells for item in cell]
    at = next((i for i, x in enumerate(flat) if isinstance(x, Token) and x.kind == "sub"), None)
    if at is None:
        return
    for cell in cells[1:]:
        for v in vessels_in(cell):
            if v.kind in REACTION_VESSELS:
                account.table_vessels["last"] = account.vessel(v, v.kind, "").name
    phrase = MaterialPhrase(str(flat[at].value), flat[at].text, flat[at].start, flat[at].end, at)  # type: ignore[union-attr]
    from northsquall.reading.phrases import _take

    for cell in cells:
        if vessels_in(cell):
            continue
        for item in cell:
            if isinstance(item, Qty) and _take(phrase, item):
                phrase.end = max(phrase.end, item.end)
    m = _lot(account, phrase)
    m.role = f"table:{account.table_vessels.get('last', '')}"


# ------------------------------------------------------------------ clauses


ABBREVIATIONS = {"ca", "approx", "conc", "dil", "no", "b.p", "m.p", "e.g", "i.e", "temp", "min", "sol", "vol"}


def _clauses(tokens: list[Token], source: str) -> list[Clause]:
    """Sentences cut at full stops, semicolons and lines that start anew; then cut around verbs."""
    out: list[Clause] = []
    sentence: list[Token] = []
    number = 0
    depth = 0
    for i, t in enumerate(tokens):
        follow = tokens[i + 1] if i + 1 < len(tokens) else None
        depth += (t.text == "(") - (t.text == ")")
        depth = max(depth, 0)
        hard = t.kind == "nl" and (
            "\n\n" in source[t.start : t.end]
            or follow is None
            or follow.text in "-•*–|"
            or follow.kind == "num"
            or source[t.end : t.end + 1].isupper()
        )
        brief = (
            bool(i)
            and tokens[i - 1].kind == "word"
            and len(tokens[i - 1].text) <= 5
            and follow is not None
            and source[follow.start].islower()
        )
        stop = (
            t.text == "."
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
                out += _cut(quantities(sentence), number)
                number += t.text != ";"
            sentence = []
        elif t.kind != "nl":
            sentence.append(t)
    if sentence:
        out += _cut(quantities(sentence), number)
    return out


SPLITTERS = {"and", "then", ",", "while", "before", "until", "whereupon", ":"}


def _cut(items: list[Item], number: int) -> list[Clause]:
    """Cut a sentence into clauses, one verb each, at the last separator before the next verb's subject."""
    depth, verbs = 0, []
    for i, x in enumerate(items):
        if not isinstance(x, Token):
            continue
        depth += (x.text == "(") - (x.text == ")")
        if depth > 0 or x.kind != "word" or x.low not in lex.VERB_OF:
            continue
        kind = lex.VERB_OF[x.low]
        before = items[i - 1] if i else None
        after = items[i + 1] if i + 1 < len(items) else None
        if kind in ("cool", "heat") and is_word(before, ",") and is_word(after, ","):
            continue  # ", chilled, is added": an adjective
        if kind in ("cool", "heat") and isinstance(after, Token) and (after.kind == "sub" or after.low in ("water", "bath")):
            if not (before is None or is_word(before, ",", "and", "then")):
                continue  # "cold water", "warm water": adjectives
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
        if x.low == "stirring" and is_word(before, "with", "under", "without", "while", "constant", "vigorous", ","):
            continue
        if (
            x.low == "stirred"
            and (before is None or is_word(before, "well", "a", "vigorously", ","))
            and isinstance(after, Token)
            and (after.kind == "sub" or after.low in ("crushed", "ice", "water", "into"))
        ):
            continue
        if x.low in ("kept", "keep", "held", "hold") and is_word(before, ","):
            continue
        if x.low in ("run", "drop", "feed", "drip", "dose", "test", "make", "charge", "meter") and is_word(
            before, "the", "a", "each", "per", "one"
        ):
            continue
        if kind == "stop" and is_word(before, "not"):
            continue
        if x.low == "let" and not is_word(after, "in"):
            kind = "hold"  # "let it stand"
        if x.low == "dissolved" and is_word(before, "which", "it"):
            continue
        verbs.append((i, kind))
    merged: list[tuple[int, str]] = []
    for i, kind in verbs:  # "was added and stirred in": one clause unless a separator stands between
        if merged and not any(is_word(x, *SPLITTERS) for x in items[merged[-1][0] + 1 : i]):
            continue
        merged.append((i, kind))
    if not merged:
        return [Clause(items, items[0].start, items[-1].end, None, None, number)] if items else []
    cuts = [0]
    for (a, _), (b, _) in pairwise(merged):
        cuts.append(_last_separator(items, a, b))
    cuts.append(len(items))
    out = []
    for n, (i, kind) in enumerate(merged):
        part = items[cuts[n] : cuts[n + 1]]
        while part and is_word(part[-1], ",", "and", "then"):
            part = part[:-1]
        if part:
            out.append(Clause(part, part[0].start, part[-1].end, kind, i - cuts[n], number))
    return out


def _last_separator(items: list[Item], a: int, b: int) -> int:
    """Index behind the last separator between two verbs, outside brackets: where the second clause begins."""
    depth = 0
    for k in range(b, a, -1):
        x = items[k]
        if isinstance(x, Token):
            depth += (x.text == ")") - (x.text == "(")
            if depth == 0 and x.low in SPLITTERS:
                return k + 1
    return b


# ------------------------------------------------------------------ from clauses to steps


DESTINATION = {"to", "into", "onto", "on"}


def _lot(account: Account, phrase: MaterialPhrase, vessel_word: bool = False) -> Material:
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


def _materials(account: Account, clause: Clause, skip: set[int]) -> list[MaterialPhrase]:
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


def _temperatures(clause: Clause) -> tuple[Quantity | None, Quantity | None, list[Qty]]:
    """(window or target, limit) of a clause, and the quantities taken."""
    window = limit = None
    used: list[Qty] = []
    for i, x in enumerate(clause.items):
        if not isinstance(x, Qty) or x.dim != "temperature":
            continue
        used.append(x)
        before = [y.low for y in clause.items[max(0, i - 5) : i] if isinstance(y, Token)]
        limiting = (
            any(b in lex.LIMIT_WORDS for b in before[-3:]) or ("than" in before and "more" in before) or "≤" in before or "<" in before
        )
        q = x.model()
        q.value = convert(q.value, x.unit, "temperature")
        q.low = convert(q.low, x.unit, "temperature") if q.low is not None else None
        q.high = convert(q.high, x.unit, "temperature") if q.high is not None else None
        q.unit = "°c"
        if limiting and q.low is None:
            limit = q if limit is None or q.value < limit.value else limit
        elif window is None or q.low is not None:
            window = q
    if window is None:
        for x, y in pairwise(clause.items):
            if is_word(x, "room", "ambient") and is_word(y, "temperature"):
                window = Quantity(value=20.0, unit="°c", approximate=True, span=(x.start, y.end))
    return window, limit, used


def _durations(clause: Clause) -> tuple[Quantity | None, list[Qty]]:
    """The clause's duration, in min."""
    found, used = None, []
    for i, x in enumerate(clause.items):
        if isinstance(x, Qty) and x.dim == "time":
            used.append(x)
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
            if found is None:
                found = q
    return found, used


def _step(account: Account, clause: Clause, kind: str, **more: object) -> Step:
    text = account.source[clause.start : clause.end]
    window, limit, t_used = _temperatures(clause)
    duration, d_used = _durations(clause)
    account.used |= {q.start for q in (*t_used, *d_used)}
    step = Step(
        n=len(account.doc.steps) + 1, kind=SHORT_STEP.get(kind, kind), text=text, span=(clause.start, clause.end),  # type: ignore[arg-type]
        T_range=window, T_limit=limit, duration=duration,
        stirred=False if lex.NOT_STIRRED.search(text) else True if lex.STIRRED.search(text) else None,
        cooled=bool(lex.COOLED.search(text)), all_at_once=bool(lex.ALL_AT_ONCE.search(text)),
        attended=False if lex.OVERNIGHT.search(text) or lex.UNATTENDED.search(text) else None,
    )  # fmt: skip
    if lex.OVERNIGHT.search(text) and step.duration is None:
        m = lex.OVERNIGHT.search(text)
        assert m
        step.duration = Quantity(
            value=900.0, unit="min", low=720.0, high=1080.0, approximate=True, span=(clause.start + m.start(), clause.start + m.end())
        )
    for key, value in more.items():
        setattr(step, key, value)
    account.doc.steps.append(step)
    return step


def _sensor(account: Account, text: str, start: int) -> bool:
    """Where the thermometer is: in the pot, in the bath, at the head."""
    for m in lex.SENSOR.finditer(text):
        where = m.group(2)[:60].split(",")[0].split(" and ")[0]
        kind = "head" if lex.HEAD.search(where) else "bath" if lex.IN_BATH.search(where) else "pot" if lex.IN_POT.search(where) else None
        vessel = account.main or account.last
        if vessel is None:
            account.table_vessels["sensor"] = kind or ""
        elif kind and vessel.sensor is None:
            vessel.sensor = kind  # type: ignore[assignment]
            vessel.sensor_span = (start + m.start(), start + m.end(1) + len(where))
        return kind is not None
    return False


def _clause(account: Account, clause: Clause) -> None:
    doc, items = account.doc, clause.items
    text = clause.text(account.source)
    if lex.PEOPLE.search(text):
        doc.ready.append("second person")
    if lex.PROTECTION.search(text):
        doc.ready.append("protection")
    if lex.READY.search(text):
        doc.ready.append("dump")
        account.used |= {x.start for x in items if isinstance(x, Qty)}
        return
    if lex.TRAIN.search(text):
        for phrase in _materials(account, clause, set()):
            if phrase.amount or phrase.strength:
                _lot(account, phrase).role = "absorber"
        account.used |= {x.start for x in items if isinstance(x, Qty)}
        return
    bath = bath_in(items)
    skip: set[int] = set()
    if bath:
        skip = set(range(bath[1], bath[2] + 1))
        account.used |= {q.start for q in bath[3]}
    vessels = [v for v in vessels_in(items) if v.index not in skip and (v.kind in REACTION_VESSELS)]
    phrases = _materials(account, clause, skip)
    handler = HANDLERS.get(clause.verb or "")
    if handler is None:
        _description(account, clause, text, vessels, bath[0] if bath else None, phrases)
    else:
        handler(account, clause, text, vessels, bath[0] if bath else None, phrases)
    _sensor(account, text, clause.start)


def _set_bath(account: Account, vessel: Vessel | None, bath: Bath | None) -> None:
    if vessel is not None and bath is not None and (vessel.bath is None or (vessel.bath.ice_g is None and bath.ice_g is not None)):
        vessel.bath = bath


def _description(
    account: Account, clause: Clause, text: str, vessels: list[VesselPhrase], bath: Bath | None, phrases: list[MaterialPhrase]
) -> None:
    """No verb of doing: apparatus, a limit, or a result."""
    if vessels and not phrases:
        vessel = account.vessel(vessels[0], vessels[0].kind, "")
        account.last = vessel
        if account.main is None and not lex.MIX_REFERENCE.search(text):
            account.main = vessel
    target = account.last or account.main
    _set_bath(account, target, bath)
    if target is None and bath is not None:
        account.table_vessels["bath"] = "pending"
        account.main = account.vessel(None, "flask", "not named")
        account.last = account.main
        account.main.bath = bath
    if _result(account, clause, text):
        return None
    if lex.MIX_REFERENCE.search(text) and len(phrases) >= 2 and _acids(phrases):
        return _mix(account, clause, text, vessels, bath, phrases)
    if account.doc.steps and re.match(r"\W*(?:\d\W*)?(on ?to|into)\b", text, re.I) and any(p.identity in ("ice", "water") for p in phrases):
        return _quench(account, clause, text, vessels, bath, phrases)
    if account.doc.steps and not phrases and not vessels and _durations(clause)[0] and _temperatures(clause)[0]:
        where = account.main or account.last
        _step(account, clause, "hold", vessel=where.name if where else None)  # "30 min at 5 °C."
        return None
    if phrases and vessels:
        HANDLERS["charge"](account, clause, text, vessels, bath, phrases)
    elif phrases and any(p.amount for p in phrases) and account.doc.steps and not lex.MAIN_REFERENCE.search(text):
        last = account.doc.steps[-1]
        if last.kind in ("add", "charge") and account.mix is not None and last.vessel == account.mix.name:
            HANDLERS["mix"](account, clause, text, vessels, bath, phrases)
        else:
            HANDLERS["charge"](account, clause, text, vessels, bath, phrases)
    else:
        _, limit, used = _temperatures(clause)
        window, _, _ = _temperatures(clause)
        steps = account.doc.steps
        if steps and (limit or window) and steps[-1].span[1] >= clause.start - 4:
            if limit and steps[-1].T_limit is None:
                steps[-1].T_limit = limit
            elif window and steps[-1].T_range is None:
                steps[-1].T_range = window
            account.used |= {q.start for q in used}


def _result(account: Account, clause: Clause, text: str) -> bool:
    """ "Yield 36.2 g", "dried in air: 14.6 g, 85 %"."""
    masses = [x for x in clause.items if isinstance(x, Qty) and x.dim == "mass" and x.start not in account.used]
    percents = [x for x in clause.items if isinstance(x, Qty) and x.dim == "percent" and x.start not in account.used]
    late = any(s.kind in ("quench", "filter", "dry") for s in account.doc.steps)
    if not masses or not (lex.RESULT.search(text) or clause.verb == "dry" or (late and clause.verb is None)):
        return False
    r = account.doc.results
    if r.mass_g is None:
        q = masses[-1].model() if clause.verb == "dry" else masses[0].model()
        q.value = convert(q.value, q.unit, "mass")
        q.unit = "g"
        r.mass_g = q
        account.used.add(q.span[0] if q.span else -1)
    if percents and r.percent is None:
        r.percent = percents[0].model()
        account.used.add(percents[0].start)
    for x in clause.items:
        if isinstance(x, Token) and x.kind == "sub" and r.product_identity is None:
            r.product_identity, r.product = str(x.value), x.text
            r.product_span = (x.start, x.end)
    return True


def _resolve(account: Account, phrase: MaterialPhrase, text: str) -> tuple[Material, bool]:
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
    return _lot(account, phrase), True


def _place(account: Account, step: Step, materials: list[Material]) -> None:
    for m in materials:
        if m.step is None:
            m.step = step.n
            step.materials.append(m.id)
            if (m.role or "").startswith("table:"):
                m.role = None


def _split(clause: Clause, phrases: list[MaterialPhrase]) -> tuple[list[MaterialPhrase], list[MaterialPhrase], int | None]:
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


def _acids(phrases: list[MaterialPhrase]) -> bool:
    return bool(phrases) and all(p.identity in ("sulfuric acid", "nitric acid", "fuming nitric acid", "water") for p in phrases)


def _charge(
    account: Account, clause: Clause, text: str, vessels: list[VesselPhrase], bath: Bath | None, phrases: list[MaterialPhrase]
) -> None:
    """Placed, put, dissolved: materials into a vessel, all in a few minutes."""
    if FILTRATE(text):
        return _neutralise(account, clause, text, vessels, bath, phrases)
    if not phrases:
        return _description(account, clause, text, vessels, bath, phrases)
    if not vessels and any(s.kind in ("quench", "filter") for s in account.doc.steps) and not _acids(phrases):
        return _wash(account, clause, text, vessels, bath, phrases)  # after the quench it is work-up
    acids_only = _acids(phrases) and len({p.identity for p in phrases} & {"sulfuric acid", "nitric acid", "fuming nitric acid"}) == 2
    if acids_only and ((account.main is not None and account.doc.steps) or lex.MIX_REFERENCE.search(text)):
        return _mix(account, clause, text, vessels, bath, phrases)
    vessel = _main_vessel(account, vessels, text)
    _set_bath(account, vessel, bath)
    lots = []
    for p in phrases:
        m, new = _resolve(account, p, text)
        if new:
            lots.append(m)
    if not lots:
        return None
    solids = [m for m in lots if m.identity and (catalogue().substances[m.identity].smiles)]
    liquids = [m for m in lots if m not in solids]
    _window, limit, _ = _temperatures(clause)
    if solids and liquids and (re.search(r"\bdissolv", text, re.I) or limit):
        first = _step(account, clause, "charge", vessel=vessel.name)
        first.T_range = first.T_limit = first.duration = None
        _place(account, first, liquids)
        second = _step(account, clause, "add", vessel=vessel.name)
        _place(account, second, solids)
    else:
        step = _step(account, clause, "charge", vessel=vessel.name)
        _place(account, step, lots)
    account.last = vessel


def _main_vessel(account: Account, vessels: list[VesselPhrase], text: str) -> Vessel:
    if vessels:
        vessel = account.vessel(vessels[0], vessels[0].kind, "")
        if account.main is None:
            account.main = vessel
        elif not account.main.named and account.mix is None and account.quench is None:
            _name_main(account, vessel)
        return vessel
    if account.main is None:
        account.main = account.vessel(None, "flask", "not named")
    return account.main


def _name_main(account: Account, vessel: Vessel) -> None:
    """The flask that was implied so far turns out to be this one."""
    old = account.main
    if old is None or old is vessel:
        return
    vessel.bath = vessel.bath or old.bath
    vessel.sensor = vessel.sensor or old.sensor
    vessel.sensor_span = vessel.sensor_span or old.sensor_span
    for step in account.doc.steps:
        if step.vessel == old.name:
            step.vessel = vessel.name
    account.doc.vessels.remove(old)
    account.main = account.last = vessel


def FILTRATE(text: str) -> bool:
    """Whether a clause is about the filtrate."""
    return bool(lex.FILTRATE_REFERENCE.search(text))


def _add(
    account: Account, clause: Clause, text: str, vessels: list[VesselPhrase], bath: Bath | None, phrases: list[MaterialPhrase]
) -> None:
    """Added, run in, dripped: a dose into the main vessel, a make-up of acids, or a quench."""
    if FILTRATE(text) and phrases:
        return _neutralise(account, clause, text, vessels, bath, phrases)
    sources, there, _dest = _split(clause, phrases)
    onto_ice = any(p.identity in ("ice", "water") for p in there)
    strong_there = any(p.identity in ("sulfuric acid", "nitric acid", "fuming nitric acid") for p in there)
    if onto_ice and not strong_there and account.doc.steps and not any(p.identity in ("sulfuric acid", "nitric acid") for p in sources):
        return _quench(account, clause, text, vessels, bath, phrases)
    main_busy = account.main is not None and any(s.vessel == account.main.name and s.materials for s in account.doc.steps)
    if _acids(sources) and _acids(there):
        return _mix(account, clause, text, vessels, bath, phrases)
    if (not sources and lex.MIX_REFERENCE.search(text)) or (not phrases and account.mix is not None and _unspent(account)):
        return _dose_mix(account, clause, text, vessels, bath)
    if _acids(phrases) and len({p.identity for p in phrases}) == 2 and main_busy and not there:
        _mix(account, clause, text, [], None, phrases)
        made = account.doc.steps[-1]
        made.duration = None
        return _dose_mix(account, clause, text, vessels, bath)
    if not phrases:
        return _description(account, clause, text, vessels, bath, phrases)
    vessel = _main_vessel(account, [] if main_busy and not vessels else vessels, text)
    _set_bath(account, vessel, bath)
    new_there = [m for m, new in (_resolve(account, p, text) for p in there) if new]
    new = [m for m, fresh in (_resolve(account, p, text) for p in sources) if fresh]
    if new_there:
        first = _step(account, clause, "charge", vessel=vessel.name)
        first.T_limit = first.duration = None
        _place(account, first, new_there)
    if not new:
        return None
    empty = not any(s.vessel == vessel.name and s.materials for s in account.doc.steps)
    step = _step(account, clause, "charge" if empty else "dose", vessel=vessel.name)
    if step.kind == "dose" and step.duration is None and not lex.SLOWLY.search(text) and step.all_at_once:
        step.kind = "add"
    _place(account, step, new)
    account.last = vessel


def _unspent(account: Account) -> bool:
    assert account.mix is not None
    return not any(s.from_vessel == account.mix.name for s in account.doc.steps)


def _dose_mix(account: Account, clause: Clause, text: str, vessels: list[VesselPhrase], bath: Bath | None) -> None:
    vessel = account.main or _main_vessel(account, vessels, text)
    _set_bath(account, vessel, bath)
    if account.mix is None:
        account.doc.unread.append(
            Unread(text=text[:120], span=(clause.start, clause.end), why="a mixture of acids is added, but its making was not read")
        )
        return
    again = not _unspent(account)
    if again:
        return
    step = _step(account, clause, "dose", vessel=vessel.name, from_vessel=account.mix.name)
    account.last = vessel
    if step.duration is None and step.all_at_once:
        step.kind = "add"


def _mix(
    account: Account, clause: Clause, text: str, vessels: list[VesselPhrase], bath: Bath | None, phrases: list[MaterialPhrase]
) -> None:
    """The acids are brought together in a vessel of their own."""
    if not phrases:
        return _description(account, clause, text, vessels, bath, phrases)
    if not _acids(phrases) or (account.main is None and not lex.MIX_REFERENCE.search(text) and len(phrases) == 1):
        return _charge(account, clause, text, vessels, bath, phrases)
    if (
        vessels
        and account.main is not None
        and vessels[0].nominal_mL is not None
        and account.main.nominal_mL == vessels[0].nominal_mL
        and account.main.kind == vessels[0].kind
    ):
        vessels = []
    vessel = (
        account.vessel(vessels[0], vessels[0].kind, "")
        if vessels
        else account.mix
        or (
            account.last
            if account.last not in (None, account.main, account.quench) and account.last is not None
            else account.vessel(None, "beaker", "for the acids, not named")
        )
    )
    account.mix = vessel
    _set_bath(account, vessel, bath)
    sources, there, _dest = _split(clause, phrases)
    each = re.search(r"\beach of\b", text)
    if each and len(phrases) == 2:
        amounts = [p.amount for p in phrases if p.amount]
        for p in phrases:
            p.amount = p.amount or (amounts[0] if amounts else None)
        sources, there = phrases[1:], phrases[:1]
    elif not there and len(phrases) >= 2:
        sources, there = phrases[1:], phrases[:1]
    first = [m for m, fresh in (_resolve(account, p, text) for p in there) if fresh]
    second = [m for m, fresh in (_resolve(account, p, text) for p in sources) if fresh]
    if first:
        step = _step(account, clause, "charge", vessel=vessel.name)
        step.T_limit = step.T_range = step.duration = None
        _place(account, step, first)
    if second:
        occupied = any(s.vessel == vessel.name and s.materials for s in account.doc.steps)
        step = _step(account, clause, "add" if occupied else "charge", vessel=vessel.name)
        step.cooled = step.cooled or vessel.bath is not None
        if lex.MIX_REFERENCE.search(text) and lex.VERB_OF.get("added") and re.search(r"(is|was) added .*(over|during)", text):
            step.duration = None
        _place(account, step, second)
    account.last = vessel


def _quench(
    account: Account, clause: Clause, text: str, vessels: list[VesselPhrase], bath: Bath | None, phrases: list[MaterialPhrase]
) -> None:
    """The mixture on to ice or into water; water into the mixture is a dose of water."""
    receiving = [p for p in phrases if p.identity in ("ice", "water")]
    if not receiving and account.quench is None and not vessels:
        if account.mix is not None and _unspent(account):
            return _dose_mix(account, clause, text, vessels, bath)
        return _description(account, clause, text, vessels, bath, phrases)
    sources, _there, dest = _split(clause, phrases)
    into_flask = (
        receiving
        and all(p in sources for p in receiving)
        and re.search(r"\b(into|to|in) (the )?(flask|pot|mixture|reaction|acid)", text, re.I)
    )
    if into_flask or (
        receiving
        and dest is None
        and all(p.index > (clause.verb_at or 0) for p in receiving)
        and not re.search(r"\bon\b|\bonto\b|\binto\b", text)
    ):
        vessel = _main_vessel(account, [], text)
        step = _step(account, clause, "add", vessel=vessel.name)
        _place(account, step, [_resolve(account, p, text)[0] for p in receiving])
        return None
    vessel = account.vessel(vessels[0], vessels[0].kind, "") if vessels else account.vessel(None, "beaker", "for the ice, not named")
    account.quench = vessel
    step = _step(account, clause, "quench", vessel=vessel.name, from_vessel=account.main.name if account.main else None)
    step.T_limit, step.T_range = step.T_limit, None
    _place(account, step, [m for m, fresh in (_resolve(account, p, text) for p in receiving) if fresh])
    account.last = vessel


def _pour(
    account: Account, clause: Clause, text: str, vessels: list[VesselPhrase], bath: Bath | None, phrases: list[MaterialPhrase]
) -> None:
    if any(p.identity in ("ice", "water") for p in phrases):
        return _quench(account, clause, text, vessels, bath, phrases)
    return _add(account, clause, text, vessels, bath, phrases)


def _neutralise(
    account: Account, clause: Clause, text: str, vessels: list[VesselPhrase], bath: Bath | None, phrases: list[MaterialPhrase]
) -> None:
    """A base to the filtrate."""
    vessel = account.vessel(vessels[0], vessels[0].kind, "") if vessels else account.vessel(None, "vessel", "for the filtrate, not named")
    step = _step(
        account,
        clause,
        "neutralise",
        vessel=vessel.name,
        from_vessel=account.quench.name if account.quench else account.main.name if account.main else None,
    )
    _place(account, step, [m for m, fresh in (_resolve(account, p, text) for p in phrases if p.identity not in ("water", "ice")) if fresh])


def _simple(kind: str):  # type: ignore[no-untyped-def]
    """Steps that change the temperature or wait."""

    def handler(
        account: Account, clause: Clause, text: str, vessels: list[VesselPhrase], bath: Bath | None, phrases: list[MaterialPhrase]
    ) -> None:
        fresh = [
            p
            for p in phrases
            if (p.amount or p.moles) or any(m.identity == p.identity and (m.role or "").startswith("table:") for m in account.doc.materials)
        ]
        if kind in ("cool", "heat", "hold") and fresh and not (lex.MAIN_REFERENCE.search(text) and account.doc.steps):
            _charge(account, clause, text, vessels, bath, fresh)
            if account.doc.steps and account.doc.steps[-1].vessel == (account.main.name if account.main else None):
                last = account.doc.steps[-1]
                last.T_range = last.T_limit = last.duration = None
        if (
            kind == "hold"
            and lex.MIX_REFERENCE.search(text) is None
            and re.search(r"\bice (cooling)?\b", text) is None
            and not _durations(clause)[0]
            and not lex.OVERNIGHT.search(text)
        ):
            limit_only(account, clause, text, vessels, bath)
            return
        vessel = _main_vessel(account, vessels if kind == "cool" else [], text)
        _set_bath(account, account.last if kind == "hold" and account.last is account.mix else vessel, bath)
        window, limit, _ = _temperatures(clause)
        if kind in ("cool", "heat") and window is None and limit is None and bath is None:
            return
        _step(account, clause, kind, vessel=vessel.name, bath=bath)

    return handler


def limit_only(account: Account, clause: Clause, text: str, vessels: list[VesselPhrase], bath: Bath | None) -> None:
    """ "keeping it below 10 °C", "the pot kept under 15": a limit on the step before; or apparatus."""
    window, limit, used = _temperatures(clause)
    steps = account.doc.steps
    if vessels or bath:
        vessel = _main_vessel(account, vessels, text) if vessels else account.last or account.main
        _set_bath(account, vessel, bath)
        if vessels and account.last is None:
            account.last = vessel
    if steps and (window or limit):
        last = steps[-1]
        last.T_limit = last.T_limit or limit
        last.T_range = last.T_range or window
        last.span = (min(last.span[0], clause.start), max(last.span[1], clause.end)) if clause.start - last.span[1] < 12 else last.span
        last.text = account.source[last.span[0] : last.span[1]]
        account.used |= {q.start for q in used}


def _stop(
    account: Account, clause: Clause, text: str, vessels: list[VesselPhrase], bath: Bath | None, phrases: list[MaterialPhrase]
) -> None:
    """ "At 15 °C the tap is shut": the limit of the last dose."""
    window, limit, used = _temperatures(clause)
    q = limit or window
    doses = [s for s in account.doc.steps if s.kind in ("dose", "add") and s.vessel == (account.main.name if account.main else None)]
    if q and doses:
        doses[-1].T_limit = q
        account.used |= {x.start for x in used}


def _wash(
    account: Account, clause: Clause, text: str, vessels: list[VesselPhrase], bath: Bath | None, phrases: list[MaterialPhrase]
) -> None:
    """Washing, drying, recrystallising: materials of the work-up; a result may stand here."""
    steps = account.doc.steps
    joins = clause.verb in ("wash", "dry") and steps and steps[-1].kind == "filter" and steps[-1].vessel == "filter"
    if clause.verb in ("dry",):
        _result(account, clause, text)
        if steps and steps[-1].kind == "dry":
            return
        _step(account, clause, "dry", vessel="filter")
        return
    step = (
        steps[-1]
        if joins
        else _step(account, clause, "filter", vessel="filter", from_vessel=account.quench.name if account.quench else None)
    )
    if joins:
        step.span = (step.span[0], clause.end)
        step.text = account.source[step.span[0] : step.span[1]]
    lots = [_lot(account, p) for p in phrases if p.identity]
    for m in lots:
        m.role = "wash"
    _place(account, step, lots)
    _result(account, clause, text)


def _test(
    account: Account, clause: Clause, text: str, vessels: list[VesselPhrase], bath: Bath | None, phrases: list[MaterialPhrase]
) -> None:
    account.used |= {x.start for x in clause.items if isinstance(x, Qty)}
    waits = any(isinstance(x, Qty) and x.dim == "time" for x in clause.items)  # "after 20 min at 15 °C ... showed"
    _step(account, clause, "hold" if waits else "test", vessel=account.main.name if account.main else None)


HANDLERS = {
    "charge": _charge, "add": _add, "mix": _mix, "pour": _pour, "cool": _simple("cool"), "heat": _simple("heat"),
    "hold": _simple("hold"), "filter": _wash, "wash": _wash, "dry": _wash, "recrystallise": _wash, "neutralise": _neutralise,
    "stop": _stop, "test": _test,
}  # fmt: skip


def _product(doc: Procedure) -> None:
    """The product's structure, where its name is known."""
    r = doc.results
    if r.product_identity and any(m.identity == r.product_identity and m.role not in ("wash", "absorber") for m in doc.materials):
        r.product = r.product_identity = r.product_span = None  # "nitration of X" names what goes in
    if r.product_identity:
        s = catalogue().substances[r.product_identity]
        r.product_smiles = s.smiles


def _finish(account: Account, tokens: list[Token]) -> None:
    """Unread quantities, and lots of a table that no step placed."""
    doc = account.doc
    if account.main is not None and account.main.sensor is None and account.table_vessels.get("sensor"):
        account.main.sensor = account.table_vessels["sensor"]  # type: ignore[assignment]
    for m in doc.materials:
        if (m.role or "").startswith("table:"):
            m.role = None
    head = len(doc.source_text.lstrip().split("\n", 1)[0]) if doc.results.product_span else 0
    seen = account.used | {s for m in doc.materials for q in (m.amount, m.stated_mol) if q and q.span for s in (q.span[0],)}
    for item in quantities(tokens):
        if isinstance(item, Qty) and item.start not in seen and item.start >= head and item.dim != "equivalents":
            doc.unread.append(
                Unread(text=account.source[item.start : item.end], span=(item.start, item.end), why="a quantity that no rule could place")
            )
