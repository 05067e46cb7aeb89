"""Step tables: rows of what is done, where, how warm and how long, put as the sentences that the rules read."""

from __future__ import annotations

import re
from dataclasses import dataclass, field
from itertools import pairwise

from northsquall import patterns
from northsquall.reading.tokens import substances_in

Span = tuple[int, int]
Cell = tuple[int, int, int]
"""Start and end of a cell's text and the column at which it begins."""
DO = r"do|doing|operations?|actions?|what is done|what to do|instructions?|procedure|work|activity|description"
"""Headings of what is done, beside which an amount makes no charge list; "what" alone may head one."""
COLUMNS = {
    "T": r"(?:t|temp\.?|temperature|°\s?c)\b.*|.*°\s?c.*",
    "h": r"(?:h|hrs?|hours?)$|(?:t|time|for)\W*\(?(?:h|hrs?|hours?)\)?$",
    "min": r"(?:min|mins|minutes?)$|(?:t|time|for)\W*\(?min(?:utes?)?\)?$",
    "time": r"(?:time|duration|how long|for)$",
    "vessel": r"(?:vessel|flask|where|in|in what|apparatus|pot)$",
    "number": r"(?:#|no\.?|nr\.?|step|pos\.?|op\.?)$",
    "do": rf"(?:what|{DO})$",
    "amount": r"(?:amounts?|quantity|qty\.?|how much)$",
    "note": r"(?:remarks?|notes?|comments?)$",
}
"""Headings of a step table's columns, each against the whole of a heading."""
NOTHING = patterns.compile(r"\W*$")
OTHER = patterns.compile(r"amount|quantity|mol\b|moles|mass|weight|charge|substance|material|reagent|chemical|compound", re.I)
SAME = patterns.compile(r"(?:same|ditto|idem|as before|as above|\"|″|'')\.?$", re.I)
FED = patterns.compile(r"\b(?:from (?:the )?(?:\w+ )?funnel|dropwise|drop by drop|drip|run in|trickle|syringe|portions?|pump)\b", re.I)
CHECK = patterns.compile(r", [^,;]*\b(?:papers?|test|check|TLC|GC)\b[^,;]*$")
"""What is looked at while something runs in."""
FROM_ROW = patterns.compile(
    r"\b(?:pour|add|run|transfer|tip|siphon|drain) (?P<a>\d{1,2})(?P<to> (?:in)?to | on ?to | over )(?P<b>\d{1,2})\b", re.I
)
""" "Run 2 into 1": what an earlier row made goes into another's vessel."""
LOT = patterns.compile(r"(?:^|[,;] (?:then )?)([A-Z])(?= (?:in|on)?to\b| from\b| in\b| dropwise\b| slowly\b|,|$)")
""" "D from the funnel": a row of the charge table, and nothing said of what is done with it."""
LEAST = patterns.compile(r"\s*[<≤]\s*")


def _cells(line: str, at: int) -> list[Cell]:
    """Cells between bars, or parted by tabs or by gaps of two blanks."""
    if line.count("|") >= 2:
        out = []
        marks = [i for i, c in enumerate(line) if c == "|"]
        bounds = list(pairwise(marks)) if line.lstrip().startswith("|") else list(zip([-1, *marks], [*marks, len(line)], strict=True))
        for k, (a, b) in enumerate(bounds):
            text = line[a + 1 : b]
            start = at + a + 1 + len(text) - len(text.lstrip())
            out.append((start, max(start, at + a + 1 + len(text.rstrip())), k))
        return out
    return [(at + m.start(), at + m.end(), m.start()) for m in re.finditer(r"\S+(?: \S+)*", line)]


def _columns(text: str, cells: list[Cell]) -> list[tuple[str, int]]:
    """(kind, column) of each heading; empty where the line heads no step table."""
    names = [text[a:b].strip(" :.").lower() for a, b, _ in cells]
    operations = any(re.fullmatch(DO, n) for n in names) and any(re.fullmatch(COLUMNS["number"], n) for n in names)
    others = [n for n in names if OTHER.search(n) and not (operations and re.fullmatch(COLUMNS["amount"], n))]
    if len([n for n in names if n]) < 2 or others:
        return []
    kinds = [next((k for k, p in COLUMNS.items() if n and re.fullmatch(p, n)), "") for n in names]
    if "do" not in kinds and "number" in kinds and "step" in names:
        kinds[names.index("step")] = "do"
    known = {k for k in kinds if k}
    if "do" not in known or not known & {"T", "h", "min", "time", "amount"} or ("amount" in known and not operations):
        return []
    return [(k, c[2]) for k, c in zip(kinds, cells, strict=True)]


@dataclass
class _Prose:
    """The text put anew, and where each of its characters stood."""

    text: str
    out: list[str] = field(default_factory=list)
    places: list[int] = field(default_factory=list)

    def put(self, words: str, at: int) -> None:
        """Words of our own, which stand for what is at one place."""
        self.out.append(words)
        self.places.extend([at] * len(words))

    def copy(self, a: int, b: int) -> None:
        """The author's own characters from `a` to `b`."""
        self.out.append(self.text[a:b])
        self.places.extend(range(a, b))

    def copy_bare(self, a: int, b: int) -> None:
        """The same without the blanks and full stops at the end."""
        self.copy(a, a + len(self.text[a:b].rstrip(" .")))


@dataclass
class _Table:
    """A step table while its rows are read: its columns, the vessel of the last row, and the vessel of each row by its number."""

    columns: list[tuple[str, int]]
    vessel: Span | None = None
    stands: dict[str, Span] = field(default_factory=dict)
    rows: int = 0

    def cells_by_kind(self, cells: list[Cell], barred: bool) -> dict[str, Span]:
        """What stands under each heading; words that run on under the next heading push what follows to the right."""
        row: dict[str, Span] = {}
        free = sorted(self.columns, key=lambda c: c[1])
        spilt = False
        for a, b, column in cells:
            kind = free[0][0] if spilt and free else min(self.columns, key=lambda c: (abs(c[1] - column), c[1]))[0]
            if b > a:
                row[kind] = (min(a, row.get(kind, (a, b))[0]), max(b, row.get(kind, (a, b))[1]))
            taken = next(c[1] for c in self.columns if c[0] == kind)
            free = [c for c in free if c[1] > taken]
            spilt = not barred and bool(free) and column + b - a >= free[0][1]
        if "do" not in row and "number" in row:
            row["do"] = row.pop("number")
        return row


def _put_row(p: _Prose, table: _Table, row: dict[str, Span], at: int) -> None:
    """A row as a sentence: its number, the vessel where it is another one, what is done, how warm and how long, and what is looked at."""
    text = p.text
    table.rows += 1
    n = text[slice(*row["number"])].strip(" .)") if "number" in row else str(table.rows)
    known = [text[slice(*x)] for x in table.stands.values()]
    given = row.get("vessel")
    fresh = given is not None and not SAME.match(text[slice(*given)].strip())
    fresh = fresh and (table.vessel is None or text[slice(*given)] != text[slice(*table.vessel)])  # type: ignore[misc]
    table.vessel = given if fresh else table.vessel
    if table.vessel:
        table.stands[n] = table.vessel
    a, end = row.get("do", (at, at))
    check = CHECK.search(text[a:end])
    b = a + check.start() if check else end
    fed = FED.search(text[a:b]) is not None
    p.put(f"{n}. ", a)
    m = FROM_ROW.search(text, a, b)
    if fresh and table.vessel and not m and not re.search(r"\b(?:flask|beaker|pot)\b", text[a:b]):
        p.put("In the " if text[slice(*table.vessel)] in known else "In a ", a)
        p.copy(*table.vessel)
        p.put(", ", table.vessel[1] - 1)
    tail = b
    if m and m["a"] in table.stands and m["b"] in table.stands:
        p.put(text[a : m.start("a")] + "the contents of the ", a)
        p.put(text[slice(*table.stands[m["a"]])], m.start("a"))
        p.put(f"{m['to']}the {text[slice(*table.stands[m['b']])]}", m.start("b"))
        p.copy_bare(m.end(), b)
    else:
        tail = _put_lots(p, a, b, fed)
    _put_beside(p, row)
    _put_conditions(p, row, fed)
    p.copy_bare(tail, b)
    p.put(".", b - 1)
    if check:
        p.put(f" {text[b + 2].upper()}", b + 2)
        p.copy(b + 3, end)
        p.put(".", end - 1)
    p.put("\n", end - 1)


def _put_lots(p: _Prose, a: int, b: int, fed: bool) -> int:
    """What is done, with a verb before each lot that is named without one; returns where the words begin that belong behind time and temperature."""
    begun = a
    for lot in LOT.finditer(p.text[a:b]):
        p.put(p.text[begun : a + lot.start(1)] + ("add " if fed else "put "), begun)
        begun = a + lot.start(1)
    half = p.text.find(";", begun, b) if fed else -1  # "dropwise; shut at 15 °C": the columns tell of the feed
    tail = half if half > 0 else b
    p.copy_bare(begun, tail)
    return tail


def _put_beside(p: _Prose, row: dict[str, Span]) -> None:
    """How much of it, and what is remarked."""
    for kind in ("amount", "note"):
        if kind in row and not NOTHING.match(p.text[slice(*row[kind])]):
            p.put(", ", row[kind][0])
            p.copy_bare(*row[kind])


def _put_conditions(p: _Prose, row: dict[str, Span], fed: bool) -> None:
    """How warm and for how long, with the unit of the heading where the cell has none."""
    for kind, unit in (("T", " °C"), ("h", " h"), ("min", " min"), ("time", "")):
        if kind not in row:
            continue
        a, b = row[kind]
        said = p.text[a:b].strip()
        if not re.search(r"\d", said):
            p.put(f", {said}", a)
            continue
        if kind == "T":
            least = LEAST.match(p.text, a, b)  # "< 25"
            a = least.end() if least else a
            p.put(" below " if least else " at ", a)
        else:
            p.put(", over " if fed else ", for ", a)
        p.copy(a, b)
        if not re.search(r"[^\W\d_]", said):
            p.put(unit, b - 1)


MEASURE = patterns.compile(r"[,/([ ]*\b(m?g|kg|m?[lL]|m?mol)\b[\s)\]]*$")
"""Behind a substance that heads a column: the unit of its amounts."""
SHARE = patterns.compile(r"(\d+(?:[.,]\d+)?)\s*(?:(?:m?g|kg|m?[lL]|m?mol)\b)?$")


MADE_UP_TO = patterns.compile(r"\s*(?:(?:up |made up |filled )?to|ad)?\s*", re.I)
"""Behind what a mixture is made up with: "water to"."""


def _mixtures(text: str, cells: list[Cell]) -> list[tuple[Span, str]]:
    """(name, unit) of the substances that head the columns of a table of mixtures; empty where the line heads none."""
    out: list[tuple[Span, str]] = []
    for a, b, _ in cells[1:]:
        unit = MEASURE.search(text, a, b)
        end = unit.start() if unit else b
        names = substances_in(text[a:end])
        if len(names) != 1 or names[0].start or not MADE_UP_TO.fullmatch(text, a + names[0].end, end):
            return []
        out.append(((a, a + names[0].end), unit[1] if unit else ""))
    return out if len(out) > 1 and cells and not substances_in(text[cells[0][0] : cells[0][1]]) else []


def _put_mixture(p: _Prose, heads: list[tuple[Span, str]], cells: list[Cell]) -> bool:
    """A row of a table of mixtures as a charge; False, and nothing put, where it is none."""
    shares = [(cells[k][0], SHARE.match(p.text, cells[k][0], cells[k][1])) for k in range(1, len(cells))]
    if len(cells) != len(heads) + 1 or any(
        m is None and p.text[slice(*c[:2])].strip(" –-−") for (_, m), c in zip(shares, cells[1:], strict=True)
    ):
        return False
    first = True
    for (name, unit), (at, m) in zip(heads, shares, strict=True):
        if m is None or not float(m[1].replace(",", ".")):
            continue
        p.put("In a beaker put " if first else ", ", at)
        p.put(f"{p.text[slice(*name)]} ", at)
        p.copy(m.start(), m.end())
        p.put(f" {unit}" if m.end() == m.end(1) and unit else "", at)
        first = False
    p.put("" if first else ".\n", cells[-1][1] - 1)
    return True


def as_prose(text: str, where: list[int]) -> tuple[str, list[int]]:
    """The text with its step tables put as sentences, and where each of its characters stood; unchanged without any.

    `where` maps the characters of `text` to an earlier form, [] for itself.
    """
    p = _Prose(text)
    table: _Table | None = None
    mixtures: list[tuple[Span, str]] = []
    at, changed = 0, False
    for line in text.splitlines(keepends=True):
        bare = line.rstrip("\n")
        cells = _cells(bare, at) if bare.strip() else []
        heading = _columns(text, cells) if cells and not table else []
        if not mixtures and cells and not table and (mixtures := _mixtures(text, cells)):
            changed = True
            p.put("\n", at)
        elif mixtures and (re.fullmatch(r"[\s|:=+-]+", bare) or (len(cells) > 1 and _put_mixture(p, mixtures, cells))):
            pass
        elif heading:
            table, changed = _Table(heading), True
            p.put("\n", at)
        elif table and re.fullmatch(r"[\s|:=+-]*", bare):  # a rule under the heading, or the blank line behind the table
            table = table if re.search(r"[|:=+-]", bare) else None
            p.put("\n", at)
        elif table and len(cells) > 1:
            _put_row(p, table, table.cells_by_kind(cells, "|" in bare), at)
        else:
            table, mixtures = None if bare.strip() else table, []
            p.copy(at, at + len(line))
        at += len(line)
    if not changed:
        return text, where
    places = [*p.places, len(text)]
    return "".join(p.out), [where[i] if where else i for i in places]
