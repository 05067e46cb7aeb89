"""Step tables: rows of what is done, where, how warm and how long, put as the sentences that the rules read."""

from __future__ import annotations

import re
from itertools import pairwise

Cell = tuple[int, int, int]
"""Start and end of a cell's text and the column at which it begins."""
COLUMNS = {
    "T": r"(?:t|temp\.?|temperature|°\s?c)\b.*|.*°\s?c.*",
    "h": r"(?:h|hrs?|hours?)$|(?:t|time|for)\W*\(?(?:h|hrs?|hours?)\)?$",
    "min": r"(?:min|mins|minutes?)$|(?:t|time|for)\W*\(?min(?:utes?)?\)?$",
    "time": r"(?:time|duration|how long|for)$",
    "vessel": r"(?:vessel|flask|where|in|in what|apparatus|pot)$",
    "number": r"(?:#|no\.?|nr\.?|step|pos\.?|op\.?)$",
    "do": r"(?:do|doing|operations?|actions?|what|what is done|what to do|instructions?|procedure|work|activity|description)$",
}
"""Headings of a step table's columns, each against the whole of a heading."""
OTHER = re.compile(r"amount|quantity|mol\b|moles|mass|weight|charge|substance|material|reagent|chemical|compound", re.I)
SAME = re.compile(r"(?:same|ditto|idem|as before|as above|\"|″|'')\.?$", re.I)
FED = re.compile(r"\b(?:from (?:the )?(?:\w+ )?funnel|dropwise|drop by drop|drip|run in|trickle|syringe|portions?|pump)\b", re.I)
CHECK = re.compile(r", [^,;]*\b(?:papers?|test|check|TLC|GC)\b[^,;]*$")
"""What is looked at while something runs in."""
FROM_ROW = re.compile(
    r"\b(?P<verb>pour|add|run|transfer|tip|siphon|drain) (?P<a>\d{1,2})(?P<to> (?:in)?to | on ?to | over )(?P<b>\d{1,2})\b", re.I
)

ROW = re.compile(r"(?:^|[,;] (?:then )?)([A-Z])(?= (?:in|on)?to\b| from\b| in\b| dropwise\b| slowly\b|,|$)")


def _cells(line: str, at: int) -> list[Cell]:
    """Cells between bars, or parted by tabs or by gaps of two blanks."""
    if line.count("|") >= 2:
        out, start = [], 0
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
    if len([n for n in names if n]) < 2 or any(OTHER.search(n) for n in names):
        return []
    kinds = [next((k for k, p in COLUMNS.items() if n and re.fullmatch(p, n)), "") for n in names]
    if "do" not in kinds and "number" in kinds and "step" in names:
        kinds[names.index("step")] = "do"
    known = {k for k in kinds if k}
    if "do" not in known or not known & {"T", "h", "min", "time"}:
        return []
    return [(k, c[2]) for k, c in zip(kinds, cells, strict=True)]


def as_prose(text: str, where: list[int]) -> tuple[str, list[int]]:
    """The text with its step tables put as sentences, and where each of its characters stood; unchanged without any.

    `where` maps the characters of `text` to an earlier form, [] for itself.
    """
    out: list[str] = []
    places: list[int] = []

    def put(words: str, at: int, moving: bool) -> None:
        out.append(words)
        places.extend((at + i if moving else at) for i in range(len(words)))

    columns: list[tuple[str, int]] = []
    vessel: tuple[int, int] | None = None
    stands: dict[str, tuple[int, int]] = {}
    count, at, changed = 0, 0, False
    for line in text.splitlines(keepends=True):
        bare = line.rstrip("\n")
        cells = _cells(bare, at) if bare.strip() else []
        heading = _columns(text, cells) if cells and not columns else []
        if heading:
            columns, vessel, stands, count, changed = heading, None, {}, 0, True
            put("\n", at, False)
        elif columns and re.fullmatch(r"[\s|:=+-]*", bare):
            if not re.search(r"[|:=+-]", bare):
                columns = []
            put("\n", at, False)
        elif columns and len(cells) > 1:
            row: dict[str, tuple[int, int]] = {}
            free = sorted(columns, key=lambda c: c[1])
            spilt = False
            for a, b, column in cells:
                kind = free[0][0] if spilt and free else min(columns, key=lambda c: (abs(c[1] - column), c[1]))[0]
                if b > a:
                    row[kind] = (min(a, row.get(kind, (a, b))[0]), max(b, row.get(kind, (a, b))[1]))
                taken = next(c[1] for c in columns if c[0] == kind)
                free = [c for c in free if c[1] > taken]
                spilt = "|" not in bare and bool(free) and column + b - a >= free[0][1]  # its words run on under the next heading
            if "do" not in row and "number" in row:
                row["do"] = row.pop("number")
            count += 1
            n = text[slice(*row["number"])].strip(" .)") if "number" in row else str(count)
            given = row.get("vessel")
            fresh = (
                given is not None
                and not SAME.match(text[slice(*given)].strip())
                and (vessel is None or text[slice(*given)] != text[slice(*vessel)])
            )
            vessel = given if fresh else vessel
            known = [text[slice(*x)] for x in stands.values()]
            if vessel:
                stands[n] = vessel
            a, b = row.get("do", (at, at))
            tail = (0, 0)
            check = CHECK.search(text[a:b])
            end, b = b, a + check.start() if check else b
            put(f"{n}. ", a, False)
            m = FROM_ROW.search(text, a, b)
            if vessel and fresh and not m and not re.search(r"\b(?:flask|beaker|pot)\b", text[a:b]):
                put("In the " if text[slice(*vessel)] in known else "In a ", a, False)
                put(text[slice(*vessel)], vessel[0], True)
                put(", ", vessel[1] - 1, False)
            if m and m["a"] in stands and m["b"] in stands:
                put(text[a : m.start("a")] + "the contents of the ", a, False)
                put(text[slice(*stands[m["a"]])], m.start("a"), False)
                put(f"{m['to']}the {text[slice(*stands[m['b']])]}", m.start("b"), False)
                put(text[m.end() : b].rstrip(" ."), m.end(), True)
            else:
                begun = a
                for row_name in ROW.finditer(
                    text[a:b]
                ):  # "D from funnel": a row of the charge table, and nothing said of what is done with it
                    put(text[begun : a + row_name.start(1)] + ("add " if FED.search(text[a:b]) else "put "), begun, False)
                    begun = a + row_name.start(1)
                half = text.find(";", begun, b) if FED.search(text[a:b]) else -1  # "dropwise; shut at 15 °C": the columns tell of the feed
                put(text[begun : half if half > 0 else b].rstrip(" ."), begun, True)
                tail = (half, b) if half > 0 else (0, 0)
            for kind, before, unit in (("T", " at ", " °C"), ("h", " h", "h"), ("min", "", "min"), ("time", "", "")):
                if kind not in row:
                    continue
                x, y = row[kind]
                said = text[x:y].strip()
                if not re.search(r"\d", said):
                    put(f", {said}", x, False)
                    continue
                least = re.match(r"\s*[<≤]\s*", text[x:y]) if kind == "T" else None  # "< 25"
                x += least.end() if least else 0
                put(" below " if least else before if kind == "T" else (", over " if FED.search(text[a:b]) else ", for "), x, False)
                put(text[x:y], x, True)
                if not re.search(r"[^\W\d_]", said):
                    put(unit if kind == "T" else f" {unit}" if unit else "", y - 1, False)
            if tail[1]:
                put(text[slice(*tail)].rstrip(" ."), tail[0], True)
            put(".", b - 1, False)
            if check:
                put(f" {text[b + 2].upper()}", b + 2, False)
                put(text[b + 3 : end], b + 3, True)
                put(".", end - 1, False)
            put("\n", end - 1, False)
        else:
            if bare.strip():
                columns = []
            put(line, at, True)
        at += len(line)
    if not changed:
        return text, where
    places.append(len(text))
    return "".join(out), [where[i] if where else i for i in places]
