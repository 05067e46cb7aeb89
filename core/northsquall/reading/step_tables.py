"""Step tables: rows of what is done, where, how warm and how long, put as the sentences that the rules read."""

from __future__ import annotations

import itertools
import re
from dataclasses import dataclass, field
from itertools import pairwise

from northsquall import patterns
from northsquall.reading.tables import HEADINGS
from northsquall.reading.tokens import substances_in

Span = tuple[int, int]
Cell = tuple[int, int, int]
"""Start and end of a cell's text and the column at which it begins."""
DO = r"do|done|doing|operations?|actions?|what is done|what (?:i|we) (?:do|did)|what was done|what to do|to do|(?:i|we) do|instructions?|procedure|work|activity|description"
"""Headings of what is done, beside which an amount makes no charge list; "what" alone may head one."""
COLUMNS = {
    "limit": r"(?:(?:t|temp\.?|temperature)\W*)?(?:max(?:imum)?\.?|(?:upper )?limits?|stop(?: (?:feed )?(?:at|above))?|stop feed|abort(?: at)?|ceiling|not (?:above|over))\W*(?:t|temp\.?|temperature)?\W*(?:in )?(?:°\s?c)?\W*",
    "TF": r"(?:t|temp\.?|temperature)?\W*(?:°|deg\.?)\s?f\W*",
    "T": r"(?!t\W*(?:min|h)\b)(?:t|temp\.?|temperature|°\s?c)\b.*|.*°\s?c.*",
    "h": r"(?:h|hrs?|hours?)$|(?:t|time|for)\W*\(?(?:h|hrs?|hours?)\)?$",
    "min": r"(?:min|mins|minutes?)$|(?:t|time|for)\W*\(?min(?:utes?)?\)?$",
    "time": r"(?:time|duration|how long|for)$",
    "vessel": r"(?:vessel|flask|where|in|in what|apparatus|pot)$",
    "number": r"(?:#|no\.?|nr\.?|step|stage|order|phase|seq\.?|pos\.?|op\.?)$",
    "do": rf"(?:what|{DO})$",
    "amount": r"(?:amounts?|quantity|qty\.?|how much)$",
    "note": r"(?:remarks?|notes?|noted|seen|what came of it|(?:what )?happen(?:s|ed)|how it went|results?|observed|observations?|comments?|details?|how)$",
}
"""Headings of a step table's columns, each against the whole of a heading."""
NOTHING = patterns.compile(r"\W*$")
OTHER = patterns.compile(r"amount|quantity|mol\b|moles|mass|weight|charge|substance|material|reagent|chemical|compound", re.I)
SAME = patterns.compile(r"(?:same|ditto|idem|as before|as above|\"|″|'')\.?$", re.I)
FED = patterns.compile(
    r"\b(?:from (?:the )?(?:\w+ )?funnel|dropwise|drop by drop|by drops|drop(?:ped)? in|drip|feed|run in|trickle|syringe|portions?|lots|pump)\b",
    re.I,
)
AN_ASIDE = patterns.compile(r"\d|\b(?:and|then|in(?! (?:the )?ice\b)|into)\b", re.I)
"""What makes of the words behind a feed's comma more than how it goes."""
BARE_LIMIT = patterns.compile(r"\s*(?:[<≤]|max\.?|stop at|below|under)?\s*([-−]?\d+(?:\.\d+)?)\s*(?:°\s?C)?\s*$", re.I)
"""A limit's cell that is a temperature and nothing else."""
CHECK = patterns.compile(r", (?!(?:until|till)\b)[^,;]*\b(?:papers?|test|check|TLC|GC)\b[^,;]*$")
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


CLOCK = patterns.compile(r"\d{1,2}[:.]\d\d\b")
""" "0:05": when a row begins, which numbers it."""


def _columns(text: str, cells: list[Cell], after: str) -> list[tuple[str, int]]:
    """(kind, column) of each heading; empty where the line heads no step table. `after` is what stands below it."""
    names = [text[a:b].strip(" :.").lower() for a, b, _ in cells]
    clocked = names[:1] == ["time"] and CLOCK.match(after.lstrip("|+-=: \n")) is not None
    numbered = clocked or any(re.fullmatch(COLUMNS["number"], n) for n in names)
    told = "what" in names and any(
        HOW_IN.search(n)
        or n in ("details", "detail", "remarks", "remark")
        or any(re.fullmatch(COLUMNS[k], n) for k in ("T", "TF", "h", "min", "time"))
        for n in names
    )
    operations = numbered and (told or any(re.fullmatch(DO, n) for n in names))
    operations = operations and (any(re.fullmatch(rf"{DO}|how", n) for n in names) or _doings(after) > 1)
    others = [n for n in names if OTHER.search(n) and not (operations and re.fullmatch(COLUMNS["amount"], n))]
    if len([n for n in names if n]) < 2 or others:
        return []
    kinds = [next((k for k, p in COLUMNS.items() if n and re.fullmatch(p, n)), "") for n in names]
    kinds = ["number" if k == "time" and clocked else k for k in kinds]
    if (
        "time" not in kinds
        and kinds.count("T") == 2
        and [text[a:b].strip() for (a, b, _), k in zip(cells, kinds, strict=True) if k == "T"] == ["T", "t"]
    ):
        kinds[len(kinds) - 1 - kinds[::-1].index("T")] = "time"
    blank = next((i for i, n in enumerate(names) if not n and i and kinds[i - 1] == "number"), None)
    if "do" not in kinds and blank is not None:
        kinds[blank] = "do"  # "| Step | | °C | min |": what is done needs no heading
    if "do" not in kinds and "number" in kinds and "step" in names:
        kinds[names.index("step")] = "do"
    # "conditions", "watch", "limits": what stands there is said of the step, whatever it is called
    kinds = [k or f"note {i}" for i, k in enumerate(kinds)]
    known = {"note" if k.startswith("note") else k for k in kinds}
    least = {"T", "TF", "h", "min", "time", "amount"} | ({"note"} if operations else set())
    if "note" in known and _of_pieces(text, after) > 1:
        least.add("note")
    if operations or "|" in after.lstrip("\n").split("\n")[0]:
        least.add("limit")  # beside the steps of a card, a second line of one would lose its place
    if "do" not in known or not known & least or ("amount" in known and not operations):
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
    clock: bool = False
    """Whether its minutes or hours count from the start of the day's work, and not from that of each row."""
    until: list[float] = field(default_factory=list)
    """Of a table by the clock that tells only when each row begins: how long to the next, row by row."""

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


PIECES = patterns.compile(
    r"\s*(?:(?P<time>(?:over |for |in )?(?:\d+(?:\.\d+)?(?: ?[-–] ?\d+(?:\.\d+)?)?) ?(?:min|h)\b)|(?P<T>(?:at )?[-−]?\d+(?:\.\d+)?(?: ?(?:[-–]|to) ?[-−]?\d+(?:\.\d+)?)? ?°C)"
    r"|(?:(?:the )?(?:tap|funnel|feed) )?(?:stop|shut|close|limit|max\.?|not above|never above|abort)d?(?: (?:it )?(?:at|above|past))?:? ?(?P<limit>[-−]?\d+(?:\.\d+)?(?: ?°C)?))\s*(?:[,;]|$)"
)
"""A part of a cell that is how long, how warm, or where it is stopped: "60 min, 5-15 °C, stop at 20 °C"."""
BEHIND_OVER = patterns.compile(r"(?:over|for|in|at) ")


def _pieces(text: str, a: int, b: int) -> tuple[dict[str, Span], int]:
    """(kind → where, where the rest begins) of the figures that a cell begins with; nothing where it has the same twice."""
    found: dict[str, Span] = {}
    while a < b and (m := PIECES.match(text, a, b)) is not None:
        kind = m.lastgroup or ""
        if kind in found:
            return {}, a
        lead = BEHIND_OVER.match(text, *m.span(kind))
        found[kind] = (lead.end() if lead else m.start(kind), m.end(kind))
        a = m.end()
    return found, a


def _by_pieces(text: str, row: dict[str, Span]) -> dict[str, Span]:
    """A row with the figures of its remarks, and of a temperature that has its limit beside it, each under its own heading."""
    out = dict(row)
    for kind in [k for k in row if k == "T" or k.startswith("note")]:
        found, rest = _pieces(text, *row[kind])
        others = {k for k in ("time", "min", "h", "T", "TF", "limit") if k in row and k != kind}
        clash = found.keys() & others or (found.keys() & {"time"} and others & {"min", "h"})
        left = text[rest : row[kind][1]].strip(" .")
        if not found or clash or (kind == "T" and (left or found.keys() == {"T"})):
            continue
        del out[kind]
        out |= found
        if left:
            out[kind] = (rest, row[kind][1])
    return out


AND_MORE = patterns.compile(r"\d ?[,;] ?[a-z]", re.I)
FIGURES = patterns.compile(r"\s*[-−]?\d+(?:\.\d+)?(?: ?(?:[-–]|to) ?[-−]?\d+(?:\.\d+)?)?(?=\s*[,;])")
TIMED = patterns.compile(r"\d ?(?:min|h|hours?|minutes)\b", re.I)
FROM_TO = patterns.compile(r"\s*(\d+(?:\.\d+)?)(?:\s*(?:[-–]|to)\s*(\d+(?:\.\d+)?))?\s*$")
""" "15-75": from and to, by the clock of the table."""


def _by_the_clock(table: _Table, after: str) -> bool:
    """Whether the times of a table's rows begin at nothing and go on where the last left off: "0", "10", "15-75", "75-135"."""
    spans: list[tuple[float, float | None]] = []
    for line in itertools.takewhile(lambda x: x.strip(), after.splitlines()):
        row = {} if RULE.fullmatch(line) else table.cells_by_kind(_cells(line, 0), "|" in line)
        cell = next((line[slice(*row[k])] for k in ("min", "h") if k in row), "")
        if (m := FROM_TO.match(cell)) is not None:
            spans.append((float(m[1]), float(m[2]) if m[2] else None))
    held = [x for x in spans if x[1] is not None]
    onward = all((a[1] or a[0]) <= b[0] for a, b in pairwise(spans))
    if len(spans) < LEAST_ROWS and len(held) < 2:
        return False
    begun = not held and all(a[0] < b[0] for a, b in pairwise(spans))  # "0", "5", "25": when each begins
    if begun:
        table.until = [b[0] - a[0] for a, b in pairwise(spans)]
    return (len(held) > 1 or begun) and spans[0][0] == 0.0 and onward


def _of_pieces(text: str, after: str) -> int:
    """How many rows of the table that begins here end in a cell of figures."""
    rows = [(x, _cells(x, 0)[-1]) for x in _block(after) if not RULE.fullmatch(x)]
    return sum(bool(_pieces(x, a, b)[0]) for x, (a, b, _) in rows)


LEAST_ROWS = 4
"""Rows from which times that only grow are those of a clock (assumption)."""


def _put_row(p: _Prose, table: _Table, row: dict[str, Span], at: int) -> None:
    """A row as a sentence: its number, the vessel where it is another one, what is done, how warm and how long, and what is looked at."""
    text = p.text
    row = _by_pieces(text, row)
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
    apart = next((x for k, y in row.items() if k.startswith("note") and (x := MADE_IN.match(text, *y)) is not None), None)
    check = CHECK.search(text[a:end])
    b = a + check.start() if check else end
    fed = FED.search(text[a:b]) is not None
    p.put(f"{n}. ", a)
    if apart is not None and not (fresh and table.vessel):
        p.put("In ", a)
        p.copy(*apart.span(1))
        p.put(", ", apart.end(1) - 1)
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
        each = _for_each(text, row)
        tail = _put_lots(p, a, b, fed, each)
        row = {k: x for k, x in row.items() if k != "amount"} if each else row
    _put_amount(p, row)
    limit = BARE_LIMIT.fullmatch(text, *row["limit"]) if "limit" in row else None
    if limit is None and "limit" in row:
        row["note of the limit"] = row.pop("limit")
    _put_notes(p, row, behind=False)
    _put_conditions(p, row, fed, table)
    if limit is not None:
        p.put("; stop at " if fed else ", not above ", limit.start(1))
        p.copy(*limit.span(1))
        p.put(" °C", limit.end(1) - 1)
    _put_notes(p, row, behind=True)
    if text[tail : tail + 2] == ", ":
        p.put("; ", tail)
        tail += 2
    p.copy_bare(tail, b)
    p.put(".", b - 1)
    if check:
        p.put(f" {text[b + 2].upper()}", b + 2)
        p.copy(b + 3, end)
        p.put(".", end - 1)
    p.put("\n", end - 1)


def _put_lots(p: _Prose, a: int, b: int, fed: bool, each: list[tuple[int, Span]]) -> int:
    """What is done, with a verb before each lot that is named without one; returns where the words begin that belong behind time and temperature."""
    begun = a
    for lot in LOT.finditer(p.text[a:b]):
        p.put(p.text[begun : a + lot.start(1)] + ("add " if fed else "put "), begun)
        begun = a + lot.start(1)
    runs = FED.search(p.text, begun, b) if fed else None
    since = max(begun, runs.end() if runs else begun, *(at for at, _ in each))
    half = p.text.find(";", since, b)  # "dropwise; shut at 15 °C": the columns tell of the feed
    aside = p.text.find(", ", since, half if half > 0 else b) if runs else -1
    if aside > 0 and AN_ASIDE.search(p.text[aside : half if half > 0 else b]) is None:
        half = aside  # "by drops, gas must keep up with it"
    tail = half if half > 0 else b
    for at, (c, d) in each:
        if begun <= at:
            p.copy(begun, at)
            m = WITH_MOLES.fullmatch(p.text, c, d)
            p.copy(c, m.start(1) if m else d)
            if m:
                p.put(" (", m.start(1))
                p.copy(m.start(2), d)
                p.put(")", d - 1)
            p.put(" ", d - 1)
            begun = at
    p.copy_bare(begun, tail)
    return tail


ONE_AMOUNT = patterns.compile(
    r"\s*(?:about |ca\.? )?(?:\d+ ?[x×] ?)?\d[\d.,]* ?(?:m?g|kg|m?[lL]|m?mol|drops?)\b\s*(?:\([^()]*\)|(?:[,;/=]|or) ?(?:ca\.? )?\d[\d.,]* ?m?mol\b)?\s*"
)
PARTED = patterns.compile(r";|\+|&|/|,(?!\d)(?! ?(?:ca\.? )?\d[\d.,]* ?m?mol\b)|\band\b|\bin(?:to)?\b|\bwith\b|\b(?:on)?to\b|\bthen\b")
MEASURED_BEFORE = patterns.compile(
    r"\d ?(?:m?g|kg|m?[lL]|m?mol|drops?)(?: of)?(?: the)?(?: (?:cold|iced?|warm|dry|conc\.?|dilute|crushed))? ?$"
)
MEASURED_BEHIND = patterns.compile(
    r",? ?(?:\d[\d.]* ?%,? ?)?\(?(?:about |ca\.? )?\d[\d.,]* ?(?:m?g|kg|m?[lL]|m?mol)\b(?!/)(?!,? (?:[\w-]+[- ]){0,3}(?:flask|beaker|funnel|bottle|conical|jar|bucket|tub|cylinder)\b)"
)
WITH_MOLES = patterns.compile(r"[^()]*?(\s*(?:[,;/=]|or) ?)((?:ca\.? )?\d[\d.,]* ?m?mol)")
NO_LOT = patterns.compile(
    r"[- ](?:\w+[- ])?(?:papers?|strips?|bath|test|trap|line|cover|blanket|wash bottle|scrubber|gas|is gone|has gone)\b", re.I
)
"""Behind a substance that is named and not taken."""


def _bare(said: str) -> list[tuple[int, int]]:
    """Substances of a cell that are taken and have no amount in it: where each begins and ends."""
    inside = [m.span() for m in re.finditer(r"\([^()]*\)", said)]
    named = substances_in(said)
    begins = {t.start for t in named}

    def measured_behind(at: int) -> bool:
        m = MEASURED_BEHIND.match(said, at)
        return m is not None and not ("," in m.group() and m.end() + 1 in begins)  # "peroxide 50 %, 1 mL sulfuric acid": of what follows

    return [
        (t.start, t.end)
        for t in named
        if not any(a < t.start < b for a, b in inside)
        and not MEASURED_BEFORE.search(said[: t.start])
        and not measured_behind(t.end)
        and not NO_LOT.match(said, t.end)
    ]


def _for_each(text: str, row: dict[str, Span]) -> list[tuple[int, Span]]:
    """ "aniline into hydrochloric acid 10 %" beside "4.65 g; 200 mL": (where each substance begins, its amount); empty where they do not pair up."""
    if "amount" not in row or "do" not in row:
        return []
    a, b = row["amount"]
    cuts = [a, *(x for m in PARTED.finditer(text, a, b) for x in m.span()), b]
    amounts = list(zip(cuts[::2], cuts[1::2], strict=True))
    if not all(ONE_AMOUNT.fullmatch(text, x, y) for x, y in amounts):
        return []
    c, d = row["do"]
    bare = _bare(text[c:d])
    heads = [d - c, *(len(re.split(rf"[{marks}](?!\d)", text[c:d])[0]) for marks in (";.", ";:.,"))]
    named = next((x for h in heads if len(x := [t for t in bare if t[1] <= h]) == len(amounts)), [])
    if not named and len(amounts) == 1 and bare and bare[0][0] == 0:
        named = bare[:1]
    if len(named) != len(amounts):
        return []
    trimmed = [(x + len(text[x:y]) - len(text[x:y].lstrip()), x + len(text[x:y].rstrip())) for x, y in amounts]
    return [(c + t[0], q) for t, q in zip(named, trimmed, strict=True)]


MADE_IN = patterns.compile(
    r"\s*(?:mixed|made(?: up)?|prepared|dissolved|put together)(?: apart| separately| before(?:hand)?)? in (an? (?:[\w.,-]+ ){0,4}(?:flask|beaker|cylinder|jar|bottle)(?: in ice)?)\b",
    re.I,
)
""" "Mixed in a 100 mL flask in ice": the remark says where the row is done."""
HOW_LONG = patterns.compile(r"\s*(?:overnight|until|till|for|over \d|\d+ ?min\b)", re.I)
""" "stir | overnight": it goes on from its doing."""
OF_THE_DOING = 3
"""Words of a note up to which it says how the thing is done: "dropwise", "from the funnel"; a longer one stands by itself behind the conditions."""


def _put_amount(p: _Prose, row: dict[str, Span]) -> None:
    """How much of it."""
    if "amount" in row and not NOTHING.match(p.text[slice(*row["amount"])]):
        p.put(", ", row["amount"][0])
        p.copy_bare(*row["amount"])


def _put_notes(p: _Prose, row: dict[str, Span], behind: bool) -> None:
    """What is remarked: a few words beside the doing, more of them behind its conditions."""
    conditions = bool(row.keys() & {"T", "TF", "h", "min", "time"})
    for kind in (k for k in row if k.startswith("note")):
        said = p.text[slice(*row[kind])]
        if not NOTHING.match(said) and (conditions and len(said.split()) > OF_THE_DOING and not HOW_LONG.match(said)) == behind:
            p.put(" " if "amount" not in row and HOW_LONG.match(said) else "; " if behind else ", ", row[kind][0])
            p.copy_bare(*row[kind])


def _put_conditions(p: _Prose, row: dict[str, Span], fed: bool, table: _Table) -> None:
    """How warm and for how long, with the unit of the heading where the cell has none."""
    warm = [("T", " °C"), ("TF", " °F")]
    long = [("h", " h"), ("min", " min"), ("time", "")]
    spoken = any(k in row and AND_MORE.search(p.text, *row[k]) for k, _ in warm)  # "3-10, funnel shut above 12"
    for kind, unit in [*long, *warm] if spoken else [*warm, *long]:
        if kind not in row:
            continue
        a, b = row[kind]
        said = p.text[a:b].strip()
        if table.clock and kind in ("h", "min"):
            m = FROM_TO.match(p.text[a:b])
            told = any(TIMED.search(p.text, *x) for k, x in row.items() if k not in ("h", "min"))
            if m is not None and table.until and not told and fed:
                p.put(f", over {table.until.pop(0):g}{unit}", a)
                continue
            if m is not None and table.until:
                table.until.pop(0)
            if m is not None and m[2] and float(m[2]) > float(m[1]):
                p.put(f"{', over ' if fed else ', for '}{float(m[2]) - float(m[1]):g}{unit}", a)
            continue  # "0": when it begins
        if not re.search(r"\d", said):
            p.put(f", {said}", a)
            continue
        if kind in ("T", "TF"):
            least = LEAST.match(p.text, a, b)  # "< 25"
            a = least.end() if least else a
            p.put(" below " if least else " at ", a)
        else:
            p.put(", over " if fed else ", for ", a)
        figures = FIGURES.match(p.text, a, b) if kind in ("T", "TF") and spoken else None
        if figures is not None:
            p.copy(*figures.span())
            p.put(unit, figures.end() - 1)
            a = figures.end()
        p.copy(a, b)
        if not re.search(r"[^\W\d_]", said):
            p.put(unit, b - 1)


ITEMS = {
    "material": rf"{HEADINGS['material']}$",
    "amount": rf"{HEADINGS['amount']}.*",
    "mol": rf"{HEADINGS['mol']}.*",
    "mmol": rf"{HEADINGS['mmol']}.*",
    "how": r"(?:remarks?|notes?|comments?|how|conditions?|details?|what is done|handling)$",
}
"""Headings of a charge list whose last column tells what is done with each item, each against the whole of a heading."""
HOW = patterns.compile(
    r"\b(?:dropwise|drop by drop|portion-?wise|(?:in|as) (?:\w+ )?(?:equal |small )?(?:portions|lots)|added|run in|dripped|poured|fed|all at once|in one (?:go|portion|lot)|(?:over|during|within|in) (?:about )?\d[\d.–-]* ?(?:min|h)\b)",
    re.I,
)
HOW_IN = patterns.compile(r"\bhow\b(?! (?:much|long|warm|hot|often))")
""" "Where / how": a heading of how a row is done."""
DOING = patterns.compile(
    r"\W*(?:hold|stir|leave|let|take (?:out|off|away)|separate|shake|collect|switch|pour|thermometer|waste|steam|reflux|heat|cool|wait|filter|wash|distil|quench|dry|warm|age|stand|boil|\w*bath|test|check|end|yield|product|off-?gas|gas)\w*\b",
    re.I,
)
"""An item that is no material but a doing."""
IN_SOMETHING = patterns.compile(r"\s*(dissolved?|suspend(?:ed)?|melt(?:ed)?|mix(?:ed)?)\s+(?=(?:in|with)\b)", re.I)
"""A doing that takes its item and something else."""
RUNS_ON = patterns.compile(r"\s*(?:in|outside|by|over|until|till|to|at|with|on|under|for)\b", re.I)
""" "stir | by hand": words that go on from their doing."""
BARE_NUMBER = patterns.compile(r"[\d.,]+$")
RULE = patterns.compile(r"[\s|:=+-]+")
"""The line under the headings, or one that parts rows."""


def _block(after: str) -> list[str]:
    """The lines of the table that begins here: as far as they hold cells."""
    return list(itertools.takewhile(lambda x: x.count("|") >= 2 or re.search(r"\S(?: {2,}|\t+)\S", x), after.splitlines()))


ROW_NUMBER = patterns.compile(r"^[|\s]*(?:[\d.)]+[|\s]*|[A-Z][.)]?(?:\s*\||\s{2,})\s*)?")


def _doings(after: str) -> int:
    """How many rows of the table that begins here are doings and no materials."""
    return sum(DOING.match(ROW_NUMBER.sub("", x)) is not None for x in _block(after) if not RULE.fullmatch(x))


def _items(text: str, cells: list[Cell], after: str) -> list[tuple[str, int, str]]:
    """(kind, column, unit) of a charge list that tells beside each item what is done with it; empty where it is none, or where the doings stand behind it."""
    names = [text[a:b].strip(" :.").lower() for a, b, _ in cells]
    kinds = [next((k for k, p in ITEMS.items() if n and re.fullmatch(p, n)), "") for n in names]
    numbered = len(names) > 3 and re.fullmatch(COLUMNS["number"], names[0]) is not None
    if not {"material", "amount", "how"} <= set(kinds) or kinds[numbered] != "material":
        return []
    block = _block(after)
    rows = [(x, _cells(x, 0)[-1]) for x in block if not RULE.fullmatch(x)]
    paced = sum(at >= cells[-1][2] and HOW.search(x, a, b) is not None for x, (a, b, at) in rows)
    doings = _doings(after)
    if numbered and doings < 2:
        return []
    length = sum(map(len, block))
    if not (paced or numbered) or paced + doings < 2 or len(after) - length > length / 2:
        return []
    return [(k, c[2], (re.search(r"\b(m?g|kg|m?l)\b\W*$", n) or [""])[0].strip(" )]")) for k, c, n in zip(kinds, cells, names, strict=True)]


def _put_item(p: _Prose, columns: list[tuple[str, int, str]], cells: list[Cell]) -> None:
    """A row of such a list as a sentence: "sodium borohydride, 1.90 g (0.050 mol), in 8 portions during 40 min"."""
    row: dict[str, Span] = {}
    units: dict[str, str] = {}
    for a, b, column in cells:
        kind, _, unit = min(columns, key=lambda c: (abs(c[1] - column), c[1]))
        if b > a and not NOTHING.match(p.text[a:b]):
            row[kind], units[kind] = (a, b), unit
    if not row:
        return
    first, said = min(row.values())[0], 0
    p.put("\n- ", first)
    verb = IN_SOMETHING.match(p.text, *row["how"]) if "how" in row and "material" in row and "amount" in row else None
    if verb is not None:  # "sodium nitrate | 30 g | dissolve in 80 mL of water"
        p.copy(*verb.span(1))
        for kind in ("material", "amount"):
            p.put(" ", row[kind][0])
            p.copy_bare(*row[kind])
        p.put(" ", verb.end())
        p.copy_bare(verb.end(), row["how"][1])
        p.put(".\n", row["how"][1] - 1)
        return
    for kind in ("material", "amount", "mol", "mmol", "how"):
        if kind not in row:
            continue
        a, b = row[kind]
        if kind in ("mol", "mmol"):
            if "amount" in row and BARE_NUMBER.match(p.text[a:b]):
                p.put(" (", a)
                p.copy(a, b)
                p.put(f" {kind})", b - 1)
            continue
        runs_on = (
            kind == "how" and "amount" not in row and DOING.match(p.text, *row["material"]) and RUNS_ON.match(p.text, a, b)
            if "material" in row
            else None
        )
        p.put(" " if runs_on else ", " if said else "", a)
        said += 1
        p.copy_bare(a, b)
        if kind == "amount" and units[kind] and BARE_NUMBER.match(p.text[a:b]):
            p.put(f" {units[kind]}", b - 1)
    p.put(".\n", max(row.values())[1] - 1)


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


PARTS = patterns.compile(r" (?:/|\+|and|&) ")
AMOUNT_OF = patterns.compile(r"(?:about |ca\.? )?\d[\d.,]* ?(?P<unit>m?g|kg|m?[lL]|m?mol)?\.?$")


def _parts(text: str, cell: Cell) -> list[Span]:
    """The parts of a cell between slashes, plus signs or "and"."""
    a, b, _ = cell
    marks = list(PARTS.finditer(text, a, b))
    return list(zip([a, *(m.end() for m in marks)], [*(m.start() for m in marks), b], strict=True))


def _paired(text: str, cells: list[Cell]) -> tuple[int, list[Span], list[Span]] | None:
    """(cell, its parts, their amounts) where one cell names several things and the next has an amount for each: "HNO3 65 % / H2SO4 96 %", "32 mL / 45 mL"."""
    for k, (one, other) in enumerate(pairwise(cells)):
        names, amounts = _parts(text, one), _parts(text, other)
        if 1 < len(names) == len(amounts) and all(AMOUNT_OF.match(text[a:b]) for a, b in amounts):
            if all(substances_in(text[a:b]) for a, b in names):
                return k, names, amounts
    return None


SEMICOLONS = 3
"""Semicolons in each row from which lines one below the other are a table."""


TABS = 2
"""Tabs in each line, likewise."""


def _heads_cells(line: str) -> bool:
    """Whether a line with semicolons heads a table: no figure in it, and no sentence."""
    return re.search(r"\d", line) is None and re.search(r"; ?\w+ \w+ \w+ \w+", line) is None


def in_bars(text: str) -> str:
    """The text, no shorter and no longer, with bars between the cells of a table whose rows are parted by semicolons or tabs."""
    lines = text.split("\n")
    for mark, least in ((";", SEMICOLONS), ("\t", TABS)):
        at = 0
        while at < len(lines):
            count = lines[at].count(mark)
            end = next((k for k in range(at, len(lines)) if lines[k].count(mark) != count), len(lines))
            if (
                count >= least and end - at >= 3 and (mark == "\t" or _heads_cells(lines[at]))
            ):  # an empty cell between two tabs keeps its place
                lines[at:end] = [x.replace(mark, "|") for x in lines[at:end]]
            at = end
    return "\n".join(lines)


def in_pairs(text: str, where: list[int]) -> tuple[str, list[int]]:
    """The text with each such row put as a row for each of its parts, or behind a colon as parts with their amounts; mapped as in `as_prose`."""
    p, at, changed = _Prose(text), 0, False
    for line in text.splitlines(keepends=True):
        cells = _cells(line.rstrip("\n"), at) if line.count("|") >= 3 else []
        found = _paired(text, cells)
        if found is None:
            p.copy(at, at + len(line))
        else:
            changed = True
            k, names, amounts = found
            unit = next((m["unit"] for a, b in reversed(amounts) if (m := AMOUNT_OF.match(text[a:b])) and m["unit"]), "")
            together = ":" in text[slice(*names[0])]
            for n, (name, amount) in enumerate(zip(names, amounts, strict=True)):
                if n == 0 or not together:
                    p.copy(at, cells[k][0])
                else:
                    p.put(" and ", name[0])
                p.copy(*name)
                p.put(" " if together else " | ", name[1])
                p.copy(*amount)
                bare = AMOUNT_OF.match(text[slice(*amount)])
                if bare is not None and not bare["unit"]:
                    p.put(f" {unit}", amount[1] - 1)
                if not together:
                    p.copy(cells[k + 1][1], at + len(line))
            if together:
                p.put(" | ", cells[k + 1][1])
                p.copy(cells[k + 1][1], at + len(line))
        at += len(line)
    return ("".join(p.out), [where[i] if where else i for i in [*p.places, len(text)]]) if changed else (text, where)


def _headless(text: str, cells: list[Cell]) -> dict[str, Span]:
    """A numbered line with figures behind gaps, under no heading, as a row: "3  Run in the acid   60 min   5-15 °C   limit 20 °C"; empty where it is none."""
    if len(cells) < 3 or re.fullmatch(r"\(?\d{1,2}[.)]?", text[slice(*cells[0][:2])]) is None:
        return {}
    row = {"number": cells[0][:2], "do": cells[1][:2]}
    for a, b, _ in cells[2:]:
        found, rest = _pieces(text, a, b)
        if len(found) != 1 or rest < b or found.keys() & row.keys():
            return {}
        row |= found
    return row


def as_prose(text: str, where: list[int]) -> tuple[str, list[int]]:
    """The text with its step tables put as sentences, and where each of its characters stood; unchanged without any.

    `where` maps the characters of `text` to an earlier form, [] for itself.
    """
    p = _Prose(text)
    table: _Table | None = None
    mixtures: list[tuple[Span, str]] = []
    items: list[tuple[str, int, str]] = []
    at, changed = 0, False
    loose = _Table([])
    gaps = any(len(_headless(x, _cells(x, 0))) > 3 for x in text.splitlines() if "|" not in x)
    for line in text.splitlines(keepends=True):
        bare = line.rstrip("\n")
        cells = _cells(bare, at) if bare.strip() else []
        heading = _columns(text, cells, text[at + len(line) :]) if cells and not table else []
        if not mixtures and cells and not table and (mixtures := _mixtures(text, cells)):
            changed = True
            p.put("\n", at)
        elif mixtures and (RULE.fullmatch(bare) or (len(cells) > 1 and _put_mixture(p, mixtures, cells))):
            pass
        elif not items and cells and not table and not heading and (items := _items(text, cells, text[at + len(line) :])):
            changed = True
            p.put("\n", at)
        elif items and RULE.fullmatch(bare):
            pass
        elif items and len(cells) > 1:
            _put_item(p, items, cells)
        elif heading:
            table, changed = _Table(heading), True
            table.clock = _by_the_clock(table, text[at + len(line) :])
            p.put("\n", at)
        elif table and re.fullmatch(r"[\s|:=+-]*", bare):  # a rule under the heading, or the blank line behind the table
            table = table if re.search(r"[|:=+-]", bare) else None
            p.put("\n", at)
        elif table and len(cells) > 1:
            _put_row(p, table, table.cells_by_kind(cells, "|" in bare), at)
        elif gaps and "|" not in bare and (row := _headless(text, cells)):
            changed = True
            _put_row(p, loose, row, at)
        else:
            table, mixtures, items = None if bare.strip() else table, [], []
            p.copy(at, at + len(line))
        at += len(line)
    if not changed:
        return text, where
    places = [*p.places, len(text)]
    return "".join(p.out), [where[i] if where else i for i in places]
