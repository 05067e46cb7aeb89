"""Charge tables and charge lists: columns by their headings, else by what stands in them."""

from __future__ import annotations

import re
from dataclasses import dataclass, field, replace

from northsquall import patterns
from northsquall.procedure import Bath
from northsquall.procedure.units import convert
from northsquall.reading import lexicon as lex
from northsquall.reading.account import Account, declare, set_bath
from northsquall.reading.clauses import one_to_one
from northsquall.reading.items import Item, Qty, at, is_word
from northsquall.reading.mentions import Mention, mentions_in, take
from northsquall.reading.phrases import REACTION_VESSELS, VesselPhrase, quantities, vessels_in
from northsquall.reading.tokens import Token

HEADINGS = {
    "skip": r"^(?:mw|m ?\. ?w|fw|mr|cas|bp|mp|b ?\. ?p|m ?\. ?p|density|d|ρ|rho|molar mass|mol ?\. ?(?:mass|wt|weight)|m\w* ?[([/]? ?g ?/ ?mol)\b",
    "material": r"^(charge|material|substance|item|component|reagent|what|stuff|chemical|compound|name|ingredient)s?\b",
    "mol": r"^(mol|moles|n)\b",
    "mmol": r"^(mmol|millimoles?)\b",
    "equiv": r"^(eq|equiv\w*)\b",
    "amount": r"^(amount|quantity|qty|charge|weight|weigh|mass|volume|how much|g or ml|g|ml|weigh in|used)s?\b",
    "unit": r"^units?\b",
    "number": r"^(#|no|nr|pos|line)\b",
    "where": r"^(into|to|vessel|where|place|goes)\b",
    "remark": r"^(remark|note|comment|role|for|use)s?\b",
}


VESSEL_ROWS = ("vessel", "reactor", "flask", "container", "apparatus", "pot", "beaker", "conical", "erlenmeyer", "jar")
"""Heads of a row that says what it is done in."""
COOLS_WHERE = patterns.compile(
    r"^\W*(?:(?:for|as|to|the|outside|only)[, ]+)*(?:cool(?:ing|s)?|coolant|chilling)\b|\b(?:cooling|ice|water) (?:tray|bowl|basin|tub|pan|dish)\b|^\W*(?:tray|basin)\W*$",
    re.I,
)
"""Where a row of ice or water stands that cools from outside."""
LATER = patterns.compile(r"\b(?:quench(?:ing)?|receiver|work[- ]?up|extractions?|recryst\w*|rins\w+|drying|dump|spills?)\b", re.I)
"""A row's word for what its material is for after the reaction."""


STANDS = patterns.compile(r"\b(?:flask|bottle|beaker|vessel|washer|trap|jar|cylinder) ([A-H])\b")
"""A vessel that a charge list calls by a letter."""


@dataclass
class Row:
    """One row: its cells as tokens."""

    cells: list[list[Token]]
    start: int
    end: int


@dataclass
class Table:
    """Rows under one heading line (which may be missing)."""

    rows: list[Row] = field(default_factory=list)
    columns: list[str] = field(default_factory=list)
    units: list[str] = field(default_factory=list)
    """The unit that a column's heading gives to its bare numbers; empty without one."""


def _offset(t: Token, source: str) -> int:
    """Where in its line a token begins."""
    return t.start - source.rfind("\n", 0, t.start) - 1


def _cells(line: list[Token], source: str, stops: frozenset[int] = frozenset()) -> list[list[Token]] | None:
    """Cells of a line: between bars, or parted by tabs or wide gaps, or by two blanks where a column of the heading (`stops`) begins; None for a line of prose."""
    if sum(t.text == "|" for t in line) >= 2:
        cells: list[list[Token]] = [[]]
        for t in line[1:] if line[0].text == "|" else line:
            if t.text == "|":
                cells.append([])
            else:
                cells[-1].append(t)
        return cells if cells[-1] else cells[:-1]
    if not re.search(r"\t| {3}|\.\.|…", source[line[0].start : line[-1].end]):
        return None
    cells = [[]]
    for a, b in zip([None, *line], line, strict=False):
        if b.text == "." and ".." in source[b.start - 1 : b.end + 1]:  # leader dots
            if cells[-1]:
                cells.append([])
            continue
        gap = source[a.end : b.start] if a is not None else ""
        first = a is line[0] and re.fullmatch(r"\w{1,2}", a.text) is not None and "  " in gap  # "A  p-toluidine      26.8 g"
        narrow = gap == "  " and _offset(b, source) in stops  # a name that fills its column
        if first or narrow or "\t" in gap or "   " in gap or re.search(r"\.{3,}|…", gap + (a.text if a else "")):
            cells.append([])
        if b.text not in ("…",) and not (b.text == "." and (source[b.end : b.end + 1] == "." or source[b.start - 1 : b.start] == ".")):
            cells[-1].append(b)
    cells = [c for c in cells if c]
    return cells if len(cells) >= 2 else None


def split_tables(tokens: list[Token], source: str) -> tuple[list[Table], list[Token]]:
    """Charge tables, and the tokens of everything else; rows that hold a sentence are given back as one."""
    tables: list[Table] = []
    rest: list[Token] = []
    line: list[Token] = []
    stops: frozenset[int] = frozenset()
    for t in [*tokens, Token("nl", "\n", 10**9, 10**9)]:
        if t.kind != "nl":
            line.append(t)
            continue
        cells = _cells(line, source, stops) if line else None
        columns = _heading(cells) if cells else []
        if columns and cells:
            stops = frozenset(_offset(c[0], source) for c in cells if c)
            tables.append(Table(columns=columns, units=[_unit_of(c) for c in cells]))
        elif cells and _is_charge(cells, tables, source):
            if not tables or (tables[-1].rows and line[0].start - tables[-1].rows[-1].end > 60):
                tables.append(Table(columns=[]))
            tables[-1].rows.append(Row(cells, line[0].start, line[-1].end))
        elif cells and all(x.text in "-|:=" for x in line):
            pass
        elif tables and not tables[-1].rows and not cells and _is_charge([line], tables, source):
            tables[-1].rows.append(Row(_at_quantity(line), line[0].start, line[-1].end))
        else:
            rest += [x for x in line if x.text != "|"]
            if t.start < 10**9:
                rest.append(Token("nl", "\n\n" if cells else t.text, t.start, t.end))
        line = []
    return tables, rest


def _heading(cells: list[list[Token]]) -> list[str]:
    if any(t.kind in ("sub", "unit") and t.low not in ("g", "mol", "mmol", "ml") for c in cells for t in c) and not all(
        len(c) <= 2 for c in cells
    ):
        return []
    out = []
    for c in cells:
        text = " ".join(t.low for t in c)
        out.append(next((k for k, p in HEADINGS.items() if re.search(p, text)), ""))
    if out and out[0] in ("amount", "number") and "material" not in out and len(out) > 1 and sum(map(bool, out)) >= 2:
        out[0] = "material" if out[0] == "amount" else out[0]
    return out if sum(map(bool, out)) >= 2 and "material" in out else []


COLUMN_UNITS = {"g": "g", "mg": "mg", "kg": "kg", "ml": "ml", "l": "l", "cm3": "ml", "cm³": "ml", "mol": "mol", "mmol": "mmol"}


def _unit_of(cell: list[Token]) -> str:
    """The unit in a heading: "mass / g", "V (mL)", "weight in g", "mL"; none where it is a ratio, as in "g/mol"."""
    words = [t.low for t in cell]
    at_unit = [k for k, w in enumerate(words) if w in COLUMN_UNITS]
    if len(at_unit) != 1:
        return ""
    k = at_unit[0]
    return COLUMN_UNITS[words[k]] if k == 0 or words[k - 1] in ("/", "(", "[", "in", ",") else ""


UNDER_FEED = patterns.compile(r"(?:\A|\n)[ \t]*(?:feed|feeds|dosing|dose|addition|add|to be added)[ \t]*:?[ \t]*\n[ \t]*\Z", re.I)
PACED_ROW = patterns.compile(
    r"\b(?:in|by) (?:\d+|[a-z]+) (?:equal |small )?(?:portions|lots|parts)\b|\b(?:over|during|within) \d[\d.–-]* ?(?:min|h)\b|\bdropwise\b|\bby drops\b|\bone every\b",
    re.I,
)


def _is_charge(cells: list[list[Token]], tables: list[Table], source: str) -> bool:
    """A row that names a material with its amount and does nothing."""
    flat = [t for c in cells for t in c]
    own = (
        cells[1:] if len(cells) > 2 and len(cells[0]) == 1 and re.fullmatch(r"\w{1,2}", cells[0][0].text) else cells
    )  # behind the row's letter
    if len(own) > 2 and 1 < len(own[0]) < 4 and own[0][-1].text == ":" and all(t.kind == "word" for t in own[0][:-1]):
        own = own[1:]  # "In:    copper carbonate    11.0 g"
    name = next((c for c in own if any(t.kind in ("sub", "word") for t in c)), None)
    if name is None or any(t.kind == "word" and t.low in lex.VERB_OF and t.low not in lex.NOUNS_TOO for t in _named(name)):
        return False
    if len(name) > 14 or sum(t.kind == "sub" for t in flat) > 3:
        return False
    if UNDER_FEED.search(source[: flat[0].start]) and PACED_ROW.search(source[flat[0].start : flat[-1].end]):
        return False  # under "Feed": a step in one row
    items = quantities(flat)
    amount = any(isinstance(x, Qty) and x.dim in ("mass", "volume", "moles") for x in items)
    in_table = bool(tables and tables[-1].columns and (not tables[-1].rows or flat[0].start - tables[-1].rows[-1].end < 60))
    if len(cells) == 1:
        return in_table and amount and any(t.kind == "sub" for t in flat)
    if re.match(r"\W*(?:[a-z]|\d+)\W*$", " ".join(t.text for t in cells[0])) and len(cells) == 2 and len(cells[1]) > 5:
        return False  # "1 | Caustic into the flask, …": a step
    return (amount and (in_table or any(t.kind == "sub" for t in name))) or (in_table and any(t.kind == "sub" for t in name))


def _outside(cell: list[Token]) -> list[Token]:
    """A cell without its remarks in brackets: "sulfuric acid (mixed acid)"."""
    deep, out = 0, []
    for t in cell:
        deep += t.text.count("(")
        if deep <= 0:
            out.append(t)
        deep -= t.text.count(")")
    return out


PARTICIPLE = patterns.compile(r"(?:\w+ed|made|bought|kept|ground|fresh\w*)$")


def _named(cell: list[Token]) -> list[Token]:
    """A cell without remarks in brackets or behind a comma that say how it is: "sulfuric acid, 50 %, made before"."""
    out = _outside(cell)
    for k, t in enumerate(out[:-1]):
        if k and t.text == "," and PARTICIPLE.match(out[k + 1].low) and any(x.kind == "sub" for x in out[:k]):
            return out[:k]
    return out


def _at_quantity(line: list[Token]) -> list[list[Token]]:
    at = next((i for i, t in enumerate(line) if t.kind == "num"), len(line))
    return [line[:at], line[at:]]


def read_tables(account: Account, tables: list[Table]) -> None:
    """Lots of all charge tables; they wait until a step names them."""
    where = ""
    for table in tables:
        for row in table.rows:
            where = _row(account, table, row, where)


def _grams(found: list[Mention]) -> float | None:
    q = found[0].amount if found else None
    return convert(q.value, q.unit, q.dim) if q is not None else None


def _beside_its_vessel(items: list[Item], v: VesselPhrase) -> list[Item]:
    """What a cell says of a lot besides the vessel that it names: "in 20 mL water" of "in 20 mL water, 250 mL bottle"; empty where it names no substance."""
    subs = [x for x in items if isinstance(x, Token) and x.kind == "sub"]
    begin = v.qty.start if v.qty is not None else v.start
    if not subs or v.nominal_mL is None:
        return []
    if all(x.end <= begin for x in subs):
        return [x for x in items if x.end <= begin]
    return [x for x in items if x.start >= v.end] if all(x.start >= v.end for x in subs) else []


WORKED_UP_WITH = frozenset(
    {"dry", "drying", "work - up", "workup", "work up", "after", "afterwards", "later", "extraction", "extract", "drying agent"}
)
"""Labels of a row whose lot comes into use behind the reaction."""


def _row(account: Account, table: Table, row: Row, where: str) -> str:
    cells = row.cells
    number = ""
    if cells and len(cells[0]) <= 2 and re.fullmatch(r"\W*(\w)\W*", " ".join(t.text for t in cells[0]) or "") and len(cells) > 2:
        number = next((t.text for t in cells[0] if t.kind in ("num", "word")), number)
        cells = cells[1:]
        columns = table.columns[1:] if table.columns[:1] in (["number"], [""]) and len(table.columns) == len(row.cells) else table.columns
    else:
        columns = table.columns
    flat: list[Item] = []
    name_items: list[Item] = []
    first = next((x for x in table.rows if not LATER.search(account.source[x.start : x.end])), None)
    label = ""
    if len(cells) > 2 and 1 < len(cells[0]) < 4 and cells[0][-1].text == ":" and all(t.kind == "word" for t in cells[0][:-1]):
        label = " ".join(t.low for t in cells[0][:-1])  # "Out:    cyclohexene    31.6 g"
        columns = columns[1:] if len(columns) == len(cells) else columns
        cells = cells[1:]
    for k, cell in enumerate(cells):
        kind = columns[k] if k < len(columns) and len(columns) == len(cells) else ""
        items = one_to_one(quantities(cell))
        if k == 0 and len(cell) > 2:
            colon = next((i for i, t in enumerate(cell[:4]) if t.text == ":"), None)
            if colon is not None:
                label = " ".join(t.low for t in cell[:colon])
                items = quantities(cell[colon + 1 :])
        vessels = [v for v in vessels_in(items) if v.kind in REACTION_VESSELS or v.kind in ("funnel", "bottle")] if k else []
        weighed = any(isinstance(x, Qty) and x.dim == "mass" and vessels and x.start > vessels[0].start for x in items)
        if (
            vessels
            and not weighed
            and (inside := _beside_its_vessel(items, vessels[0]))
            and vessels[0].kind in REACTION_VESSELS | {"bottle"}
        ):
            v = vessels[0]  # "in 20 mL water, 250 mL bottle": what it is dissolved in, and where that stands
            where = account.vessel(v, v.kind, "").name
            account.spend([x for x in items if x not in inside])
            items, vessels = inside, []
        if vessels and not weighed and not any(isinstance(x, Token) and x.kind == "sub" for x in items):  # not "bottle 412.6 g before"
            v = vessels[0]
            own = [x for x in items if isinstance(x, Qty) and x.dim in ("mass", "volume", "moles") and x.start + 1 < v.start]
            own = [x for x in own if re.search(r"[,(]", account.source[x.end : v.start])]
            vessel = account.vessel(v, v.kind, "") if v.kind in REACTION_VESSELS else None
            where = vessel.name if vessel is not None else v.kind
            if vessel is not None and account.main is None and v.nominal_mL is not None and row is first:
                account.main = vessel  # what stands first in the list goes into the pot
            if not own:
                continue
            items = [x for x in items if x.end <= own[-1].end]  # "13.5 g, dry, in the flask": the amount of this row
        elsewhere = any(isinstance(x, Qty) and x.dim in ("mass", "volume") for j, c in enumerate(cells) if j != k for x in quantities(c))
        if kind == "where" and elsewhere and k and not any(isinstance(x, Token) and x.kind == "sub" for x in items):
            account.spend(items)
            continue  # "2 L plastic can": how large that is where it stands
        if kind in ("skip", "unit"):
            account.spend(items)
            continue
        beside = cells[k + 1] if k + 1 < len(cells) and columns[k + 1 : k + 2] == ["unit"] and len(columns) == len(cells) else []
        next_to = COLUMN_UNITS.get(beside[0].low, "") if len(beside) == 1 else ""
        headed = table.units[k + len(table.columns) - len(columns)] if columns and len(columns) == len(cells) and table.units else ""
        unit = next_to or headed or (kind if kind in ("mol", "mmol", "equiv") else "")
        if unit and len(items) == 1 and isinstance(items[0], Token) and items[0].kind == "num":
            t = items[0]
            items = [Qty(float(t.value or 0.0), unit, t.start, t.end)]
        if k == 0:
            name_items = items
        flat += [*items, Token("mark", "|", cell[-1].end if cell else row.end, cell[-1].end if cell else row.end)]
    found = [m for m in mentions_in(flat, set(), account.source) if not m.generic]
    purpose = patterns.compile(
        r"\bfor (?:the |its )?$", re.I
    )  # "chloroform for the bromine | 30 mL": what it is for is no charge of this row
    meant = [m for k, m in enumerate(found) if not (k and purpose.search(account.source[max(0, m.start - 9) : m.start]))]
    if len(meant) < len(found):
        apart = {x.start for x in found} - {x.start for x in meant}
        flat = [x for x in flat if not (isinstance(x, Token) and x.kind == "sub" and x.start in apart)]
        found = [m for m in mentions_in(flat, set(), account.source) if not m.generic]
    if not found and name_items and (is_word(name_items[0], *VESSEL_ROWS) or label in VESSEL_ROWS):
        sizes = [x for x in flat if isinstance(x, Qty) and x.dim == "volume"]
        named = vessels_in(name_items)
        if len(sizes) == 1:
            account.spend(flat)
            kind = named[0].kind if named else "flask"
            phrase = VesselPhrase(
                kind=kind, nominal_mL=convert(sizes[0].value, sizes[0].unit, "volume"), start=sizes[0].start, end=sizes[0].end, index=0
            )
            account.main = account.main or account.vessel(phrase, kind, "")
            return where
    if not found:
        text = [x for x in name_items if isinstance(x, Token)]
        amount = next((x for x in flat if isinstance(x, Qty) and x.dim in ("mass", "volume")), None)
        if not text or amount is None:
            return where
        found = [Mention(None, account.source[text[0].start : text[-1].end].strip(" ,:"), text[0].start, max(text[-1].end, amount.end), 0)]
    m = found[0]
    in_name = {x.start: x for x in mentions_in(name_items, set(), account.source) if x.amount is not None}
    if len(found) > 1 and m.start not in in_name and (thin := in_name.get(found[1].start)) is not None:
        found[1] = thin  # "nitrite in 45 mL water | 17.5 g": the water has its own, and the next column is the nitrite's
    elif m.amount is None and len(found) > 1 and found[1].amount is not None:
        its = found[1].amount.start
        beyond = bool(name_items) and found[1].start < name_items[-1].end <= its  # "ethanol with some hydrazine | 300 mL"
        if found[1].identity == "water" or beyond:
            m.amount, found[1].amount = found[1].amount, None  # "10 % in water | 100 mL"
            m.used += [q for q in found[1].used if q.start == its]
            found[1].used = [q for q in found[1].used if q.start != its]
    for k, x in enumerate(flat):
        if isinstance(x, Qty) and k and is_word(flat[k - 1], "+") and m.amount is not None and x.unit == m.amount.unit and x not in m.used:
            m.amount = replace(m.amount, value=m.amount.value + x.value, end=x.end)  # "16.0 g (0.10 mol) + 16.0 g (0.10 mol)"
            m.moles, m.end = None, max(m.end, x.end)
            m.used += [x, *(y for y in flat[k + 1 :] if isinstance(y, Qty) and y.dim == "moles")]
            continue
        if isinstance(x, Qty) and x not in m.used and (x.dim != "percent" or m.strength is None or m.strength.span is None):
            if x.dim in ("moles", "mass", "volume", "equivalents", "percent") and all(x not in y.used for y in found[1:]):
                take(m, x)
                m.end = max(m.end, x.end)
    for_bath = any(cell and cell[0].low == "bath" for cell in cells[1:]) or any(
        is_word(x, "bath") and not is_word(at(name_items, k + 1), "of") for k, x in enumerate(name_items)
    )  # "ice for the bath"
    if for_bath and m.identity in ("ice", "water"):
        ice = [x for x in found if x.identity == "ice" and x.amount is not None]
        water = [x for x in found if x.identity == "water" and x.amount is not None]
        account.used |= {q.start for x in found for q in x.used}
        bath = Bath(kind="ice" if ice else "water", ice_g=_grams(ice), water_g=_grams(water), span=(row.start, row.end))
        if account.main is not None:
            set_bath(account.main, bath)  # "ice, 2.0 kg | bath, with 1 L of water"
        else:
            account.listed_bath = bath
        return where
    if m.identity in ("ice", "water") and any(COOLS_WHERE.search(account.source[c[0].start : c[-1].end]) for c in cells[1:] if c):
        account.spend(flat)
        return where  # "tap water | cooling tray": nothing that goes in
    dissolved = m.strength is not None and m.amount is not None and m.amount.dim == "volume"  # "formalin 37 % | 400 mL"
    gas = lex.is_gas_name(m.identity) and not dissolved and not re.search(r"\bsolid\b|\bice\b", m.name, re.I)
    account.spend(flat)
    if gas:
        return where  # "hydrogen formed 4.9 L": said, not charged
    if label in lex.COMES_OUT:
        got = account.doc.results
        if got.mass_g is None and m.amount is not None and m.amount.dim == "mass":
            got.mass_g = m.amount.model()
            got.mass_g.value, got.mass_g.unit = convert(m.amount.value, m.amount.unit, "mass"), "g"
            share = next((x for x in flat if isinstance(x, Qty) and x.dim == "percent" and x.start > m.amount.start), None)
            got.percent = share.model() if share is not None else None
        if got.product_identity is None and got.product_smiles is None and m.identity is not None:
            got.product_identity, got.product, got.product_span = m.identity, m.name, (m.start, m.end)
        return where  # "Out: cyclohexene 31.6 g, 77 %": what is made
    if (
        "absorb" in label
        or "scrubber" in label
        or (where == "bottle" and not (m.amount is not None and m.amount.dim == "mass"))
        or re.search(
            r"\bgas (?:bottle|funnel|beaker|trap|line|outlet)\b|\bunder the (?:gas )?funnel\b|absorb|scrub|^trap\b|\bgas jar\b|inverted funnel|\boff - gas\b|\boff-?gas\b|^(?:(?:a|the|gas|glass|rubber|delivery|exit|outlet|then) )*(?:tube|hose|pipe|tubing) (?:straight |directly )?(?:to|into|in|over|under|above)\b|\bdry(?:ing)?[ -](?:bottle|tower|washer|flask)\b|\bdries the gas\b",
            " ".join(t.low for c in cells for t in c),
        )
    ):
        lot = declare(account, m, "absorber")
        lot.role = "absorber"
    elif label.startswith("wash") or re.search(r"\bwash(?:ing)?\b(?! bottle)", " ".join(t.low for t in cells[0])):
        lot = declare(account, m, "wash")
    elif LATER.search(account.source[row.start : row.end]) or label in WORKED_UP_WITH:
        lot = declare(account, m, "later")
    else:
        lot = declare(account, m, "funnel" if where == "funnel" else "list")
    if re.search(r"destroy|quench|kills", account.source[row.start : row.end], re.I) and not lex.is_gas_name(m.identity):
        account.destroys.add(lot.id)
    for other in found[1:]:  # "30 g in 120 mL water": what it is dissolved in comes with it
        solvent = other.identity is not None and other.identity != m.identity and is_word(at(flat, other.first - 1), "in")
        if (
            solvent or (other.identity in ("water", "ice") and is_word(at(flat, other.first - 1), "on", "with", "and", "+"))
        ) and other.measured:
            account.beside[lot.id] = declare(account, other, account.waiting[lot.id]).id
    if number:
        account.rows[number] = lot.id
    lettered = next((y for c in cells[1:] if c and (y := STANDS.search(account.source[c[0].start : c[-1].end]))), None)
    if lettered is not None:
        account.letters.setdefault(lettered[1], []).append(lot.id)
    if any(v.name == where for v in account.doc.vessels):
        account.stands[lot.id] = where
    return where
