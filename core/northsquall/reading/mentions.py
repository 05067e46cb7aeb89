"""Materials as a clause mentions them: substance, amount, strength, count, share; what dissolves what."""

from __future__ import annotations

import re
from dataclasses import dataclass, field
from itertools import pairwise

from northsquall import patterns
from northsquall.procedure import Strength
from northsquall.procedure.units import convert
from northsquall.reading import lexicon as lex
from northsquall.reading.items import Item, Qty, at, is_quantity, is_word, number_of, text_of
from northsquall.reading.phrases import AMOUNTS, strength_of
from northsquall.reading.tokens import Token
from northsquall.substances import catalogue


@dataclass
class Mention:
    """One material in a clause. `share`: a fraction of what was named before, "rest", or None."""

    identity: str | None
    name: str
    start: int
    end: int
    index: int
    """Index of its head word in the clause's items."""
    amount: Qty | None = None
    moles: Qty | None = None
    equivalents: Qty | None = None
    strength: Strength | None = None
    used: list[Qty] = field(default_factory=list)
    count: int = 1
    share: float | str | None = None
    generic: str = ""
    """The common noun that stands for it: "ester", "solution"."""
    partial: bool = False
    """"Some of the water": a part of what was named before."""
    again: bool = False
    """"The same acid": more of what was named before."""
    vague: bool = False
    """"A glug of": something goes in, and nobody says how much."""
    carrier: str = ""
    """What it is a solution or dispersion of, other than water: an id, or "inert"."""
    ratio: tuple[float, float] | None = None
    """Volumes of the bottle's strength and of water: "1:1", "(1+4)"."""
    struck: str = ""
    """What the author said before and took back."""
    first: int = 0
    """Index of the first item that belongs to it."""
    last: int = 0

    @property
    def measured(self) -> bool:
        """Whether it says how much."""
        return self.amount is not None or self.moles is not None or self.equivalents is not None or self.vague


def take(m: Mention, q: Qty) -> bool:
    """Give a quantity to the mention where it fits and is still free."""
    if q.dim in AMOUNTS and m.amount is None:
        m.amount = q
        if q.whole is not None:
            m.share = convert(q.value, q.unit, q.dim) / convert(q.whole.value, q.whole.unit, q.dim)
            m.amount = q.whole
            m.used.append(q.whole)
    elif (
        q.dim == "mass"
        and m.amount is not None
        and m.amount.dim == "volume"
        and m.count == 1
        and q.start - m.amount.end <= (24 if _solid(m) else 3)
    ):
        m.amount = q  # "10.3 mL, 15.2 g": the mass needs no density; "two cups of sugar, roughly 400 g"
    elif q.dim == "moles" and m.moles is None:
        m.moles = q
    elif q.dim == "equivalents" and m.equivalents is None:
        m.equivalents = q
    elif q.dim in ("percent", "molar", "normal") and (m.strength is None or m.strength.span is None):
        m.strength = strength_of(q, m.strength.word if m.strength else None, m.identity)
    elif q.dim not in (*AMOUNTS, "moles"):
        return False
    m.used.append(q)
    return True


def _solid(m: Mention) -> bool:
    s = catalogue().substances.get(m.identity or "")
    return s is not None and s.phase == "s"


COUNTS = {"one": 1, "two": 2, "three": 3, "four": 4, "five": 5, "six": 6, "twice": 2, "thrice": 3, "once": 1}


def _count(items: list[Item], i: int) -> int:
    """How many times the quantity at `i` is used: "3 × 30 mL", "two 10 mL portions", "three times thirty mils"."""

    def number(k: int) -> int:
        x = items[k] if 0 <= k < len(items) else None
        if not isinstance(x, Token):
            return 0
        if x.kind == "num" and x.value is not None and float(x.value) == int(float(x.value)) and 1 < float(x.value) <= 12:
            return int(float(x.value))
        return COUNTS.get(x.low, 0)

    before = items[i - 1] if i else None
    if is_word(before, "×", "x", "*") and number(i - 2):
        return number(i - 2)
    if is_word(before, "times") and number(i - 2):
        return number(i - 2)
    if is_word(before, "of", "with") and i >= 3 and is_word(items[i - 2], "lots", "portions", "rinses", "times"):
        return number(i - 3) or 1
    if (
        is_word(before, ",")
        and is_word(items[i - 2] if i > 1 else None, "twice", "thrice")
        and any(is_word(x, "each") for x in items[i + 1 : i + 4])
    ):
        return number(i - 2)
    if is_word(before, "with") and is_word(at(items, i - 2), "twice", "thrice", "times"):
        return number(i - 2) or number(i - 3) or 1  # "twice with 15 mL portions of"
    if number(i - 1) and any(is_word(x, "portions", "portion", "lots", "times", "each") for x in items[i + 1 : i + 5]):
        return number(i - 1)
    return 1


PORTIONS = ("lots", "lot", "portions", "portion", "shots", "spoonfuls", "batches", "doses", "increments")


def portion_size(items: list[Item], i: int) -> bool:
    """Whether the quantity at `i` is the size of a portion and not an amount: "in 5 mL lots", "in portions of 5 g", "0.1 g at a time"."""
    after = [x.low for x in items[i + 1 : i + 4] if isinstance(x, Token)]
    before = [x.low for x in items[max(0, i - 3) : i] if isinstance(x, Token)]
    if before[-1:] == ["of"] and before[-2:-1] and before[-2] in PORTIONS and _count(items, i) > 1 and after[:1] == ["of"]:
        return False  # "three lots of 25 mL of ether"
    if (
        after[:3] == ["at", "a", "time"]
        or (after[:1] == ["each"] and ("of" in before or getattr(items[i], "approx", False)))
        or after[:2] == ["-", "portions"]
    ):
        return True
    if after[:1] and after[0] in PORTIONS and _count(items, i) == 1:
        return True
    if after[:1] == ["every"] and is_quantity(at(items, i + 2), "time"):
        return True  # "0.1 g every 3 min"
    return before[-1:] == ["of"] and before[-2:-1] != [] and before[-2] in PORTIONS


LEFT = lex.ADJECTIVES | {
    "of",
    "a",
    "an",
    "the",
    "same",
    "solution",
    "w",
    "v",
    "/",
    "portions",
    "portion",
    "lots",
    "each",
    "-",
    "strength",
    "in",
    "water",
}


def _left(items: list[Item], i: int, m: Mention, busy: set[int]) -> None:
    """What stands before the head: "12 mL of 48 % ", "three 25 mL portions of"."""
    j = i - 1
    while j >= 0:
        x = items[j]
        if isinstance(x, Qty):
            if x.start in busy or x.dim not in (*AMOUNTS, "moles", "percent", "molar", "normal", "equivalents") or not take(m, x):
                break
            m.start, m.first = min(m.start, x.start), j
            if m.amount is x:
                m.count = _count(items, j)
                if j and is_word(items[j - 1], "first"):
                    m.share = "first"
                break
        elif x.low in lex.STRENGTH_WORDS:
            only_watery = m.strength is not None and m.strength.word in ("aq", "aqueous") and m.strength.span is None
            m.strength = Strength(word=x.low) if m.strength is None or only_watery else m.strength  # "sat. aq."
            m.start, m.first = min(m.start, x.start), j
        elif (ratio := _ratio(items, j - 2)) is not None:
            m.ratio = ratio
            j -= 2  # "400 mL of 1:1 hydrochloric acid"
        elif x.text == "." and j and isinstance(items[j - 1], Token) and items[j - 1].low in ("conc", "dil", "sat", "satd", "aq", "anh"):  # type: ignore[union-attr]
            pass
        elif x.text == ")" and j >= 2 and any(is_word(y, "(") for y in items[max(0, j - 6) : j]):
            k = max(n for n in range(max(0, j - 6), j) if is_word(items[n], "("))
            inner = [y for y in items[k + 1 : j] if isinstance(y, Qty)]
            if not inner and all(
                isinstance(y, Token) and y.low in ("w", "v", "/", "wt", "vol", "by", "mass", "weight", "volume") for y in items[k + 1 : j]
            ):
                j = k - 1
                continue
            if (
                not inner
                or any(isinstance(y, Token) and y.kind == "sub" for y in items[k + 1 : j])
                or not k
                or not isinstance(items[k - 1], Qty)
            ):
                break
            for y in inner:
                if y.start not in busy:
                    take(m, y)
            j = k
        elif x.low.endswith("hydrate") and is_word(at(items, j + 1), "of"):
            whole = f"{m.identity} {x.low}"  # "5.38 g of the monohydrate of sodium dihydrogen phosphate"
            m.identity = whole if whole in catalogue().substances else m.identity
        elif x.low in ("weight", "mass", "volume") and is_word(items[j - 1], "by") and is_quantity(at(items, j - 2), "percent"):
            j -= 1  # "105 mL of 50 percent by weight nitric acid"
        elif x.low in LEFT and x.low != "in" and _leads(items, j, busy):
            pass  # "12 g in ethanol": the amount is of what stands before it
        else:
            break
        j -= 1


def _ratio(items: list[Item], j: int) -> tuple[float, float] | None:
    """A ratio of volumes that begins at `j`: "1:1", "1 + 4"."""
    a, sign, b = at(items, j), at(items, j + 1), at(items, j + 2)
    if not (isinstance(a, Token) and isinstance(b, Token) and a.kind == b.kind == "num" and is_word(sign, ":", "+")):
        return None
    return (
        (float(a.value or 0.0), float(b.value or 0.0))
        if 0.0 < float(a.value or 0.0) <= 100.0 and 0.0 < float(b.value or 0.0) <= 100.0
        else None
    )


def _leads(items: list[Item], j: int, busy: set[int]) -> bool:
    """Whether a filler on the left leads on to a quantity or a strength close by."""
    for x in reversed(items[max(0, j - 5) : j]):
        if isinstance(x, Qty):
            return x.start not in busy
        if x.low in lex.STRENGTH_WORDS or x.text == ":" or x.text == "+":
            return True
        if x.low == "ice" or x.low.endswith("hydrate"):
            continue  # "ice-cold methanol", "5.4 g of the monohydrate of"
        if x.kind == "sub" or (x.low not in LEFT and x.kind != "num" and x.text not in ").×x" and x.low not in COUNTS):
            return False
    return False


FORMS = {
    "flakes",
    "pellets",
    "powder",
    "crystals",
    "granules",
    "chips",
    "paste",
    "lumps",
    "pieces",
    "wire",
    "ribbon",
    "strips",
    "foil",
    "shavings",
    "sticks",
}
"""What a solid looks like, told behind its name."""
FILLERS = {"first", "now", "next", "then", "dry", "granulated", "anhydrous", "commercial", "absolute", "glacial", "in", "all", "altogether", "total", "about", "ca", "approximately", "roughly", "maybe", "net", "only", "exactly", "it's", "that's", "to", "abs", "some", "i", "think", "reckon", "guess", "the", "normal", "one", "is", "was", "extra", "solid", *FORMS}  # fmt: skip


def _right(items: list[Item], i: int, m: Mention, busy: set[int]) -> None:
    """What stands behind the head: brackets, ", 12 g, 0.1 mol", "10 % in water | 100 mL"."""
    j = i + 1
    while is_word(at(items, j), "glacial", "anhydrous", "fuming", "technical", "puriss", "pure") and (
        is_word(at(items, j + 1), "(") or isinstance(at(items, j + 1), Qty)
    ):
        j += 1  # "acetic acid glacial (60 g)"
    while j < len(items) and (is_word(items[j], "solution", "trap", "scrubber", "bubbler", "powder", "crystals", "flakes", "turnings", "pellets", "chips", "dust", "granules", "lumps", "sticks", "chunks", "foil", "wool", "filings", "wire", "ribbon", "strips", "strip", "shot", "sponge", "shavings", "grit", "gauze", "beads", "metal") or (
        isinstance(items[j], Token) and items[j].low in FILLERS and items[j].low not in ("to", "in", "all") and m.amount is None and isinstance(items[j + 1] if j + 1 < len(items) else None, Qty))):  # type: ignore[union-attr]  # fmt: skip
        j += 1
    brackets = 0
    while j < len(items):
        x = items[j]
        if is_word(x, "("):
            close = _close(items, j)
            inner = items[j + 1 : close]
            if not any(isinstance(y, Qty) for y in inner) and is_word(at(items, close + 1), ",") and isinstance(at(items, close + 2), Qty):
                m.last, j = close, close + 1  # "dry ether (strip negative, strip tried on peroxide), 60 mL"
                continue
            if any(isinstance(y, Token) and y.kind == "sub" and not _same(y, m) for y in inner) and not any(
                isinstance(y, Qty) for y in inner[:2]
            ):
                break
            m.ratio = m.ratio or _ratio(items, j + 1)
            for at_y, y in enumerate(inner, j + 1):
                if isinstance(y, Qty) and y.start not in busy and _is_the_whole(items, at_y, m):
                    assert m.amount is not None
                    m.share = m.amount.value / convert(y.value, y.unit, y.dim) * convert(1.0, m.amount.unit, y.dim)
                    m.amount = y  # "5 mL of acid (150 mL in all)"
                    m.used.append(y)
                    continue
                behind = at(items, at_y + 1)
                if (
                    isinstance(y, Qty)
                    and y.dim == "percent"
                    and isinstance(behind, Token)
                    and behind.kind == "sub"
                    and not _same(behind, m)
                ):
                    continue  # "nitromethane (800 mL, washed with 10 % sodium hydroxide)"
                if isinstance(y, Qty) and m.amount is not None and y.dim in AMOUNTS and _belongs_right(items, at_y):
                    continue  # "bromide solution (30 g in 100 mL of water)"
                if isinstance(y, Qty) and y.start not in busy and take(m, y):
                    if m.amount is y:
                        k = items.index(y)
                        m.count = max(m.count, _count(items, k))
                        if is_word(items[k - 1], "first"):
                            m.share = "first"
                elif isinstance(y, Token) and y.low in lex.STRENGTH_WORDS and m.strength is None:
                    m.strength = Strength(word=y.low)
            m.end = max(m.end, items[min(close, len(items) - 1)].end)
            m.last = min(close, len(items) - 1)
            j = close + 1
            brackets += 1
            continue
        k = j
        if is_word(at(items, k), "'", "’") and is_word(at(items, k + 1), "s"):
            k += 2  # "battery acid's about thirty-seven percent"
        if m.ratio is None and (ratio := _ratio(items, k + is_word(at(items, k), ","))) is not None:
            m.ratio, j = ratio, k + is_word(at(items, k), ",") + 3
            continue
        while is_word(at(items, k), ",", ":", "|", "=", "w", "v", "/", "–", "-", "—", "@", ";", ".") and (
            text_of(at(items, k)) not in ";." or _abbreviated(items, k)
        ):
            k += 1
        if is_word(at(items, k), "to", "at") and is_quantity(at(items, k + 1), "percent"):
            k += 1
        while k < len(items) and isinstance(items[k], Token) and items[k].low in FILLERS and k - j < 4:  # type: ignore[union-attr]
            k += 1
        beside_it = at(items, k)
        if beside_it is None:
            return
        y = beside_it
        if isinstance(y, Token) and y.low in lex.STRENGTH_WORDS and m.strength is None:
            after = items[k + 1] if k + 1 < len(items) else None
            if not (isinstance(after, Token) and after.kind == "sub"):
                m.strength = Strength(word=y.low)
                j = k + 1
                continue
        if not isinstance(y, Qty) or y.start in busy or y.dim not in (*AMOUNTS, "moles", "percent", "molar", "normal", "equivalents"):
            return
        beside = all(is_word(x, "solution", "to", "at", "of") for x in items[i + 1 : k])
        if _belongs_right(items, k) or (y.dim == "percent" and m.amount is not None and not (beside and brackets == 0)):
            return
        again = y.dim == "mass" and m.amount is not None and m.amount.dim == "volume" and is_word(at(items, k - 1), ",")  # "10 mL, 15 g"
        if k > j and y.dim in AMOUNTS and m.amount is not None and not again:
            return
        if not take(m, y):
            return
        if m.amount is y:
            m.count = max(m.count, _count(items, k))
        m.end, m.last = max(m.end, y.end), k
        j = k + 1


def _abbreviated(items: list[Item], k: int) -> bool:
    before = items[k - 1] if k else None
    return isinstance(before, Token) and before.low in ("conc", "dil", "sat", "satd", "aq", "anh", "abs", "w", "v")


def _same(y: Token, m: Mention) -> bool:
    return str(y.value) == m.identity


def _close(items: list[Item], j: int) -> int:
    depth = 0
    for k in range(j, len(items)):
        depth += is_word(items[k], "(") - is_word(items[k], ")")
        if depth == 0:
            return k
    return len(items)


PART_OF_THE = ("acid", "solvent", "alcohol", "ether", "lye", "caustic", "base", "mixture")
"""What a part is taken of, by its kind."""


def _belongs_right(items: list[Item], k: int) -> bool:
    """Whether the quantity at `k` is of what follows: "…, 20 mL of water", "40 mL 5 % NaHCO3", "a 250 mL flask"."""
    j = k + 1
    while j < len(items):
        x = items[j]
        if isinstance(x, Qty):
            if x.dim not in ("percent", "molar", "normal"):
                return False
        elif x.kind == "sub" or x.low.rstrip("s") in lex.CONTAINERS:
            return True
        elif (
            j == k + 1 and x.text == "(" and _bare_bracket(items, j) and not (isinstance(y := at(items, k - 1), Token) and y.kind == "sub")
        ):
            j = _close(items, j)  # ", 61.7 g (0.60 mol) sodium bromide"
        elif x.low == "of" or (x.low == "the" and is_word(items[j - 1], "of")):
            pass
        elif x.low in PART_OF_THE and is_word(items[j - 1], "the"):
            return True  # "dissolve the amine in 30 mL of the acid"
        elif (
            x.low in lex.ADJECTIVES
            or x.low in lex.STRENGTH_WORDS
            or x.low in lex.SHAPES
            or x.text in "-.×"
            or x.low in ("w", "v", "portions", "lots")
            or (x.text == "/" and j > k + 1 and is_word(items[j - 1], "w", "v"))
        ):
            if x.text == "." and not _abbreviated(items, j):
                return False
        else:
            return False
        j += 1
    return False


def _bare_bracket(items: list[Item], j: int) -> bool:
    """Whether the bracket that opens at `j` holds quantities and nothing else."""
    inner = items[j + 1 : _close(items, j)]
    return bool(inner) and all(isinstance(y, Qty) or y.text in ",;" for y in inner)


BEFORE_A_STRENGTH = {
    "the",
    "it's",
    "that's",
    "they're",
    "they",
    "are",
    "which",
    "is",
    "of",
    "at",
    "about",
    "i",
    "we",
    "think",
    "reckon",
    "guess",
    "believe",
}
""" "…, I think it's twelve percent"."""


def _strength_behind(items: list[Item], m: Mention, busy: set[int]) -> None:
    """ "30 mL of sulfuric acid, 96 % (w/w)": the strength after a comma, where no other substance follows it."""
    k = max(m.index, m.last) + 1
    while is_word(at(items, k), "concentrate", "solution", "stuff", "acid", "bleach", "one", "kind", "sort", *FORMS):
        k += 1
    told = at(items, m.last + 2)
    if (
        m.amount is not None
        and m.strength is None
        and is_word(at(items, m.last + 1), "of")
        and isinstance(told, Qty)
        and told.dim == "percent"
        and not isinstance(at(items, m.last + 3), Token)
        and take(m, told)
    ):  # "over caustic, two hundred mils of ten percent"
        m.end, m.last = max(m.end, told.end), m.last + 2
        return
    if m.amount is None or (m.strength is not None and m.strength.span is not None):
        return
    bare = at(items, m.last + 1)  # "NaOH 50 mL 20 %"
    if (
        isinstance(bare, Qty)
        and bare.dim in ("percent", "molar", "normal")
        and bare.start not in busy
        and isinstance(at(items, m.last), Qty)
    ):
        behind = at(items, m.last + 2)
        named = isinstance(behind, Token) and (
            behind.kind == "sub" or behind.low == "of" or behind.low in lex.GENERIC or behind.low in lex.ADJECTIVES
        )
        if behind is None or not named:
            if take(m, bare):
                m.end, m.last = max(m.end, bare.end), m.last + 1
            return
    if not is_word(at(items, k), ",", "("):
        return
    if is_word(at(items, k), "(") and m.amount is not None:  # "600 mL of hydrobromic acid (about 40 %, yellow)"
        inner = items[k + 1 : _close(items, k)]
        strong = [y for y in inner if isinstance(y, Qty) and y.dim in ("percent", "molar") and y.start not in busy]
        if len(strong) == 1 and not any(
            isinstance(y, Token) and (y.kind == "sub" or y.low in ("yield", "theory", "excess")) for y in inner
        ):
            if take(m, strong[0]):
                m.end, m.last = max(m.end, strong[0].end), max(m.last, items.index(strong[0]))
            return
    while isinstance(x := at(items, k + 1), Token) and (x.low in BEFORE_A_STRENGTH or x.low in lex.ADJECTIVES):
        k += 1
    q = at(items, k + 1)
    if not isinstance(q, Qty) or q.dim not in ("percent", "molar", "normal") or q.start in busy:
        return
    behind = at(items, k + 2)
    if is_word(behind, "of", "solution", "aqueous", "aq", "yield", "theory") or (
        isinstance(behind, Token) and (behind.kind == "sub" or behind.low in lex.GENERIC)
    ):
        return
    if take(m, q):
        m.end, m.last = max(m.end, q.end), k + 1


def _may_name(x: Item) -> bool:
    """Whether an item can lead to a mention: a quantity, a substance, a common noun or a word for a part of something."""
    return type(x) is Qty or x.kind == "sub" or x.low in lex.GENERIC or x.low in PARTS or x.low in FRACTIONS or x.low in VAGUE  # type: ignore[union-attr]


KEPT_AS_SOLUTIONS = ("soda", "caustic", "lye", "bicarbonate", "bisulfite", "thiosulfate", "brine")
"""Short names that mean a solution where they are measured by volume: its strength is still not written."""


def mentions_in(items: list[Item], skip: set[int], source: str) -> list[Mention]:
    """All materials of a clause in the order of the words; unknown ones with an amount as well."""
    out: list[Mention] = []
    if not any(_may_name(x) for x in items):
        return out
    busy: set[int] = {
        x.start for i, x in enumerate(items) if isinstance(x, Qty) and (i in skip or portion_size(items, i) or _of_gas(items, i))
    }
    heads = [i for i, x in enumerate(items) if isinstance(x, Token) and x.kind == "sub" and i not in skip and not lex.no_material(items, i)]
    right_first = _amounts_follow(items, heads)
    before = _unknown_before(items, skip, busy, heads, source)
    out += before
    heads = [i for i in heads if not any(m.first <= i <= m.last for m in before)]
    for i in heads:
        x = items[i]
        assert isinstance(x, Token)
        if any(m.first <= i <= m.last and m.index != i for m in out) and any(_same(x, m) for m in out):
            continue  # "(NaOH)", said again in the brackets
        if x.low in ("ice water", "ice-water", "iced water") and _told_in_parts(items, i + 1):
            continue  # "ice water (150 g of ice and 100 mL of water)"
        m = Mention(str(x.value), x.text, x.start, x.end, i, first=i, last=i)
        word = x.low.split()[0].rstrip(".")
        if word in lex.STRENGTH_WORDS:
            m.strength = Strength(word=word)
        weighed = _solution_of(items, i)  # "100 mL of butyryl chloride solution (53.3 g, 0.5 mol)"
        busy |= {y.start for y in items[max(0, i - 2) : i] if weighed and is_quantity(y, "volume")}
        for look in (_right, _left) if right_first or weighed else (_left, _right):
            look(items, i, m, busy)
        _strength_behind(items, m, busy)
        busy |= {q.start for q in m.used}
        m.share = m.share or _share(items, i)
        m.partial = (i > 1 and is_word(items[i - 1], "the") and is_word(items[i - 2], "of")) or m.share == "first"
        poured = x.low in KEPT_AS_SOLUTIONS and m.amount is not None and m.amount.dim == "volume"
        if (poured or is_word(at(items, i + 1), "solution") or x.low.endswith(" solution")) and m.strength is None:
            m.strength = Strength(word="solution")
        out.append(m)
        m.vague = not m.measured and _vague(items, m)
        _small(items, m)
    _carried(items, out)
    _what_it_took(items, out, busy, skip)
    out += [m for m in _unknowns(items, skip, busy, source) if not _is_where_from(items, m, out)]
    out = _with_their_moles(out)
    out += _vague_unknowns(items, skip, out, source)
    out += _generics(items, skip, out, busy, source)
    out.sort(key=lambda m: m.index)
    _orphans(items, out, busy, skip)
    _each(items, out)
    _corrected(items, out)
    for m in out:
        if not m.measured and _comes_from(items, m, out):
            m.index = -1
    if (told := _share_behind(items)) is not None and any(m.index < told[0] and not m.generic for m in out):
        out = [m for m in out if not (m.generic == "it" and m.index > told[0] and m.share == told[1])]
        for m in out:
            if m.index < told[0] and m.share is None and not m.generic:
                m.share = told[1]
    measured = {m.identity for m in out if m.measured and m.index >= 0}
    for m in out:  # "Nitrite: fifteen grams of sodium nitrite", "the copper: cuprous chloride, 22 g"
        heading = is_word(items[m.index + 1] if 0 <= m.index < len(items) - 1 else None, ":")
        if (
            m.index >= 0
            and not m.measured
            and not m.generic
            and m.share is None
            and (m.identity in measured or heading)
            and (measured - {m.identity} or m.identity in measured)
            and m.identity not in ("water", "ice")
        ):
            twin = next((x for x in out if x.measured and x.identity == m.identity and x.strength is None and x.index > m.index), None)
            if twin is not None:  # "The bleach is twelve percent by weight sodium hypochlorite, eighty mils"
                twin.strength = m.strength
            m.index = -1
    seen: set[str] = set()
    for m in out:  # said again under another name: once
        if m.index >= 0 and m.identity and not m.measured and m.share is None and m.strength is None and m.identity not in ("water", "ice"):
            if m.identity in seen:
                m.index = -1
            seen.add(m.identity)
    return [m for m in out if m.index >= 0]


def _solution_of(items: list[Item], i: int) -> bool:
    """Whether a substance's mass stands in the bracket behind the name of its solution: a volume before it is the solution's."""
    mass = at(items, i + 3)
    return is_word(at(items, i + 1), "solution") and is_word(at(items, i + 2), "(") and mass is not None and is_quantity(mass, "mass")


def _comes_from(items: list[Item], m: Mention, out: list[Mention]) -> bool:
    """ "Hydrogen sulfide from iron sulfide 100 g", "the hypochlorite so made": what is made here or was made before, and no charge."""
    k = m.last + 1
    if is_word(at(items, k), "none", "not") and is_word(at(items, k + 1), "left", "available", "there"):
        return True  # "CCl4 none left"
    if is_word(at(items, k), "so", "thus", "just", "now") and is_word(
        at(items, k + 1), "made", "obtained", "prepared", "formed", "produced"
    ):
        return True
    gas = lex.is_gas_name(m.identity)
    return gas and is_word(at(items, k), "from") and any(o.measured and k < o.first <= k + 2 for o in out)


MOST_DISSOLVED = 50.0
"""Percent below which a strength behind what something is dissolved in is of what is dissolved (assumption)."""
OILS = {"oil", "paraffin", "wax"}


def _carried(items: list[Item], out: list[Mention]) -> None:
    """ "60 % in oil", "1.6 M in hexane": what a strength is written in; it is no charge of its own."""
    for m in out:
        k = next((i for i, x in enumerate(items) if isinstance(x, Qty) and x in m.used and x.dim in ("percent", "molar", "normal")), None)
        if k is None:
            continue
        while (
            k + 1 == m.index
            or (k + 1 < m.index and is_word(at(items, k + 1), "of"))
            or is_word(at(items, k + 1), "solution", "dispersion", "suspension", "w", "/", "by", "weight", "mass", "wt")
        ):
            k += 1
        if not is_word(at(items, k + 1), "in"):
            continue
        k += 2
        while isinstance(x := at(items, k), Token) and (x.low in lex.ADJECTIVES or x.low in ("mineral", "paraffin", "white", "light")):
            k += 1
        x = at(items, k)
        if isinstance(x, Token) and x.kind == "sub" and x.value != "ice":
            other = next((o for o in out if o.index == k and o is not m), None)
            if other is not None and other.measured and not _all_of_it(items, m, other):
                continue
            m.carrier = str(x.value) if x.value != "water" else ""
            if other is not None:
                _hand_over(m, other)
        elif is_word(x, *OILS) or is_word(at(items, k - 1), "paraffin"):
            m.carrier = "inert"
    for m in out:  # "butyllithium in hexanes (2.5 M, 80 mL)"
        k = m.last + 2
        while isinstance(x := at(items, k), Token) and x.low in lex.ADJECTIVES:
            k += 1
        other = next((o for o in out if o.index == k and o is not m), None)
        if other is None or m.strength is not None or not is_word(at(items, m.last + 1), "in"):
            continue
        if m.measured:  # "5 mL of bromine in acetic acid (10 % w/v)": the volume is the solution's
            q = at(items, k + 2)
            weak = isinstance(q, Qty) and (q.dim == "molar" or (q.dim == "percent" and q.value < MOST_DISSOLVED))
            if weak and is_word(at(items, k + 1), "(") and m.amount is not None and m.amount.dim == "volume" and not other.measured:
                assert isinstance(q, Qty)
                m.strength, other.strength = strength_of(q, None, m.identity), None
                m.carrier = "" if other.identity == "water" else str(other.identity)
                m.used.append(q)
                _hand_over(m, other)
            continue
        told = other.strength is not None and other.strength.span is not None and _all_of_it(items, m, other)
        s = catalogue().substances[other.identity] if told and other.identity else None
        if s is not None and s.smiles and s.phase == "l" and not s.commercial:
            m.strength, m.carrier, other.strength = other.strength, str(other.identity), None
            _hand_over(m, other)


def _all_of_it(items: list[Item], m: Mention, carrier: Mention) -> bool:
    """Whether the amount behind a carrier is the solution's: "butyllithium, 1.6 M in hexane, 125 mL (0.20 mol)"."""
    if m.amount is not None or (carrier.moles is not None and m.moles is not None):
        return m.moles is None and carrier.amount is None
    return carrier.start < min(q.start for q in carrier.used) if carrier.used else False


def _hand_over(m: Mention, carrier: Mention) -> None:
    """Give a carrier's quantities to what is dissolved in it; the carrier is no charge of its own."""
    m.amount, m.moles = m.amount or carrier.amount, m.moles or carrier.moles
    m.used += [q for q in carrier.used if q not in m.used]
    m.end, m.last = max(m.end, carrier.end), max(m.last, carrier.last)
    carrier.index = -1


PARTS = {"half", "rest", "remainder", "remaining"}
SMALL = {"pinch", "crystal", "crystals", "trace", "traces", "speck", "knife-point", "knife", "spatula-tip", "grain", "grains", "spatula"}
"""Words for what is weighed by nobody and is well under a gram."""
SMALL_G = (0.02, 0.2, 1.0)
"""Grams that such a word stands for, low, best, high (common practice, no source)."""
PELLET_G = (0.05, 0.12, 0.3)
"""Grams of a pellet of alkali, low, best, high (common practice, no source); without a number of them there is no amount."""
DROPS_ML = (0.03, 0.1, 0.5)
"""Millilitres of "a drop of" or "a few drops of" a liquid, low, best, high: 20 to the millilitre (common practice, no source)."""
VAGUE = {
    "spatula",
    "spatulas",
    "spoonful",
    "spoonfuls",
    "glug",
    "splash",
    "pinch",
    "dash",
    "knife-point",
    "handful",
    "handfuls",
    "squirt",
    "dollop",
    "scoop",
    "scoops",
    "little",
}


def _vague(items: list[Item], m: Mention) -> bool:
    """Whether an amount is told in a way that nobody can measure: "a pinch of iodine", "zinc dust, a spatula or two"."""
    if is_word(at(items, m.first - 1), "of") and isinstance(x := at(items, m.first - 2), Token) and x.low in VAGUE - {"little"}:
        return True
    if is_word(at(items, m.first - 1), "little", "some") and is_word(at(items, m.first - 2), "a", "very", "with", "of"):
        return is_word(at(items, m.first - 1), "little")
    behind = [x.low for x in items[m.last + 1 : m.last + 5] if isinstance(x, Token)]
    return is_word(at(items, m.last + 1), ",", "(") and bool(VAGUE - {"little"} & set(behind))


def _small(items: list[Item], m: Mention) -> None:
    """ "A crystal of iodine", "a pinch of vanadate": a solid by a word, as the range of grams that it stands for."""
    pointed = is_word(at(items, m.first - 2), "tip", "point", "end", "tipful")  # "a spatula tip of", "the point of a knife of"
    before = [x for x in items[max(0, m.first - 2 - pointed) : m.first] if isinstance(x, Token)]
    drop = next((x for x in before if x.low in ("drop", "drops")), None)
    tried = any(
        is_word(x, "checked", "tried", "tested", "test", "paper", "strip", "spot", "sample") for x in items[max(0, m.first - 8) : m.first]
    )
    if drop is not None and before and is_word(before[-1], "of") and not m.measured and not tried and m.identity is not None:
        if catalogue().substances[m.identity].phase == "l" or m.strength is not None:
            low, best, high = DROPS_ML
            m.amount, m.vague = Qty(best, "ml", drop.start, drop.end, low, high, True), False
            m.start = min(m.start, drop.start)
            return
    said = next((x for x in before if x.low in SMALL), None)
    pellets = next((x for x in before if x.low in ("pellet", "pellets")), None)
    count = number_of(at(items, m.first - 3)) if pellets is not None else None
    said = said or (pellets if count else None)
    if (m.measured and not m.vague) or said is None or not is_word(before[-1], "of") or tried:
        return
    if m.identity is not None and catalogue().substances[m.identity].phase != "s":
        return
    low, best, high = SMALL_G if not count else (count * g for g in PELLET_G)
    m.amount, m.vague = Qty(best, "g", said.start, said.end, low, high, True), False
    m.start = min(m.start, said.start)


def _vague_unknowns(items: list[Item], skip: set[int], named: list[Mention], source: str) -> list[Mention]:
    """ "A glug of vinegar": a name that is in no catalogue behind a vague amount."""
    out = []
    taken = {k for m in named for k in range(m.first, m.last + 1)}
    for i, x in enumerate(items[:-2]):
        if not (isinstance(x, Token) and x.low in VAGUE and is_word(items[i + 1], "of")):
            continue
        k = i + 2
        while k < len(items) and k < i + 6 and _name_part(items[k]) and k not in taken and text_of(items[k]) != ",":
            k += 1
        if k > i + 2 and i + 2 not in skip and _a_word(items[i + 2 : k], 3):
            a, b = items[i + 2].start, items[k - 1].end
            m = Mention(None, source[a:b], a, b, i + 2, vague=True, first=i, last=k - 1)
            if x.low in SMALL:
                low, best, high = SMALL_G
                m.amount, m.vague = Qty(best, "g", x.start, x.end, low, high, True), False
            out.append(m)
    return out


def _told_in_parts(items: list[Item], j: int) -> bool:
    """Whether the bracket that opens at `j` says how much ice and how much water."""
    if not is_word(at(items, j), "("):
        return False
    inner = items[j + 1 : _close(items, j)]
    named = {x.value for x in inner if isinstance(x, Token) and x.kind == "sub"}
    return named == {"ice", "water"} and sum(isinstance(x, Qty) and x.dim in AMOUNTS for x in inner) == 2


def _amounts_follow(items: list[Item], heads: list[int]) -> bool:
    """Whether amounts stand behind their substances here ("methanol 60 mL, acetone 3 mL"), rather than before them."""
    if not heads:
        return False
    after = before = 0
    for i in heads:
        nxt = items[i + 1] if i + 1 < len(items) else None
        if is_word(nxt, ",", ":") and i + 2 < len(items):
            nxt = items[i + 2]
        follows = isinstance(nxt, Qty) and nxt.dim in AMOUNTS and not _belongs_right(items, items.index(nxt))
        k = i - 1 - is_word(at(items, i - 1), "of")
        if is_word(at(items, k), ")"):
            k = next((j - 1 for j in range(k - 1, 0, -1) if is_word(items[j], "(") and _bare_bracket(items, j)), k)
        left = at(items, k)
        after += follows
        before += isinstance(left, Qty)
    return after > before


FRACTIONS = {"half": 0.5, "third": 1 / 3, "fifth": 0.2, "quarter": 0.25, "tenth": 0.1}


def _share_behind(items: list[Item]) -> tuple[int, float] | None:
    """(place, part) where a clause says behind the name how much of it goes in: "bromobenzene in its ether: one fifth in"."""
    for k in range(1, len(items) - 2):
        if not is_word(items[k], ":", ","):
            continue
        j = k + 1
        while is_word(at(items, j), "about", "roughly", "at", "first", "a", "one", "an"):
            j += 1
        word = items[j] if j < len(items) else None
        follow = at(items, j + 1)
        if (
            j > k + 1 - is_word(word, "half")
            and isinstance(word, Token)
            and word.low in FRACTIONS
            and (follow is None or is_word(follow, "in", "goes", "is", "was", "first", "added", ".", ";"))
        ):
            return k, FRACTIONS[word.low]
    return None


def _of_gas(items: list[Item], i: int) -> bool:
    """ "That's twelve litres of gas": how much comes, and of what nobody says here."""
    return is_word(at(items, i + 1), "of") and is_word(at(items, i + 2), "gas") and not isinstance(at(items, i + 3), Qty)


def _is_the_whole(items: list[Item], i: int, m: Mention) -> bool:
    """Whether the quantity at `i` is all there is of what the mention has a part of: "5 mL of acid (150 mL in all)"."""
    y = items[i]
    said = " ".join(x.low for x in items[i + 1 : i + 3] if isinstance(x, Token))
    if (
        not isinstance(y, Qty)
        or m.amount is None
        or y.dim != m.amount.dim
        or not re.match(r"in all|in total|altogether|total|all told", said)
    ):
        return False
    return convert(y.value, y.unit, y.dim) > convert(m.amount.value, m.amount.unit, y.dim)


def _share(items: list[Item], i: int) -> float | str | None:
    """ "half of the", "the remaining", "the second half of the", "one fifth of"."""
    words = [x.low for x in items[max(0, i - 6) : i] if isinstance(x, Token)]
    for n, w in enumerate(words):
        tail = words[n + 1 :]
        if w in ("remaining", "remainder", "rest", "balance"):
            return "rest"
        if w in ("half", "third", "fifth", "quarter", "tenth") and all(t in ("of", "the", "a", "that", "this", "total") for t in tail):
            lead = words[n - 1] if n else ""
            if lead in ("second", "other", "last"):
                return "rest"
            return FRACTIONS[w]
    return None


def _orphans(items: list[Item], out: list[Mention], busy: set[int], skip: set[int]) -> None:
    """An amount that nothing took goes to the nearest mention before it that has none: "the water on to it, a hundred mils"."""
    for i, x in enumerate(items):
        if not isinstance(x, Qty) or x.start in busy or i in skip or x.dim not in (*AMOUNTS, "moles"):
            continue
        if _belongs_right(items, i) or lex.length_of_time(items, i) or (x.unit == "drop"):
            continue
        if is_word(items[i - 1] if i else None, "to") and any(
            is_word(y, "up", "made", "mark", "diluted") for y in items[max(0, i - 4) : i]
        ):
            busy.add(x.start)  # "made up to 40 mL": the whole
            continue
        if x.dim == "volume" and is_word(items[i - 1] if i else None, "first"):
            continue  # "(iodine crystal, first 5 mL)": of what is fed
        free = [
            m
            for m in out
            if m.index < i and (m.amount is None if x.dim in AMOUNTS else m.moles is None) and not m.generic and m.share is None
        ]
        if free and m_free(items, free[-1], i):
            m = free[-1]
            take(m, x)
            m.count = max(m.count, _count(items, i))
            m.end, m.last = max(m.end, x.end), max(m.last, i)
            busy.add(x.start)


def m_free(items: list[Item], m: Mention, i: int) -> bool:
    """Whether nothing between a mention and an amount speaks against belonging together."""
    between = [x for x in items[m.last + 1 : i] if isinstance(x, Token)]
    words = [x.low for x in between]
    if "until" in words and "ph" in words and is_word(items[i - 1], ",", "about"):
        words.remove("until")  # "until pH 8, about 45 mL"
    if is_word(items[i - 1], ":") and any(w in ("dried", "dry", "air-dried", "crystals", "recrystallised", "pressed") for w in words):
        return False  # "washed with water and air-dried: 6.9 g": what came out
    if any(a in ("and", "then") and b in ("the", "that", "this", "some", "a") for a, b in pairwise(words)):
        return False  # "zinc in the flask, and then the yellow stuff, ten mils": of something else
    return not any(x.kind == "sub" for x in between) and not any(
        w in lex.RESULT_WORDS or w in ("under", "above", "over", "containing", "until", "leave", "left") for w in words
    )


def _each(items: list[Item], out: list[Mention]) -> None:
    """ "20 mL each of A and B", "forty of each"."""
    for i, x in enumerate(items):
        if is_word(x, "each") and out:
            given = [m for m in out if m.amount is not None]
            stated = items[i - 2] if i > 1 and is_word(items[i - 1], "of") else None
            if isinstance(stated, Qty) and stated.dim == "moles":  # "chlorine and HCl, a mole of each, went over 800 mL of caustic"
                for m in out:
                    if m.index < i and m.amount is None:
                        m.moles = m.moles or stated
                        m.used.append(stated)
            elif isinstance(stated, Qty) and stated.dim in AMOUNTS and len(out) > 1:  # "eighty mils in all, so forty of each"
                for m in out if all(m.index > i for m in out) else [m for m in out if m.index < i]:
                    m.amount = stated
                    m.used.append(stated)
            elif is_word(items[i + 1] if i + 1 < len(items) else None, "of") or is_word(items[i - 1] if i else None, "of"):
                if given and len(given) < len(out):
                    for m in out:
                        m.amount = m.amount or given[0].amount
            elif i and isinstance(stated := items[i - 1], Qty) and stated.dim in AMOUNTS and (listed := _listed_before(items, out, i)):
                for m in listed:  # "paracetamol, benzoic acid, urea: 10 mg each"
                    m.amount = m.amount or stated


def _listed_before(items: list[Item], out: list[Mention], i: int) -> list[Mention]:
    """The substances of the list that ends at the amount before "each", none but the last measured; none where it is no list."""
    listed: list[Mention] = []
    for m in reversed([m for m in out if m.index < i]):
        between = items[m.last + 1 : listed[-1].first] if listed else items[m.index + 1 : i - 1]
        if not all(is_word(x, ",", "and", "+", "&", ":", "(", "or", "–", "-") for x in between) or (listed and m.amount is not None):
            break
        listed.append(m)
    return listed if len(listed) > 1 else []


NO_TURN = frozenset(("until", "till", "when", "once", "if", "further", "longer", "so", "there", "is", "has"))
"""With these a "no" takes nothing back: "2 M acid until no more hydrogen comes"."""


def _corrected(items: list[Item], out: list[Mention]) -> None:
    """ "sodium nitrate, nitrite, sorry": the later name holds; "A - no, B"."""
    for a, b in pairwise(out):
        between = [x.low for x in items[a.last + 1 : b.index] if isinstance(x, Token)]
        after = [x.low for x in items[b.last + 1 : b.last + 4] if isinstance(x, Token)]
        turn = {"sorry", "no", "mean", "rather", "correction", "scrap"}
        if a.identity == b.identity and a.generic == b.generic and not b.measured and not between[3:]:
            b.amount, b.moles, b.used, b.count, b.strength = a.amount, a.moles, a.used, a.count, b.strength or a.strength
            b.start, b.first, a.index = min(a.start, b.start), min(a.first, b.first), -1
            b.struck = b.struck or a.struck
            continue
        if a.index < 0 or a.generic or b.generic:
            continue
        if a.amount is not None and b.amount is not None and a.amount.dim != b.amount.dim:
            continue
        if (
            (set(between) & turn and len(between) <= 6 and not set(between) & NO_TURN)
            or ("sorry" in after[:2] and len(between) <= 2)
            or (set(after[:3]) >= {"i", "mean"} and len(between) <= 6)
        ):
            if not b.measured:
                b.amount, b.moles, b.strength, b.count = a.amount, a.moles, b.strength or a.strength, a.count
                b.start, b.first = min(a.start, b.start), min(a.first, b.first)
            b.used += a.used
            b.struck = a.name
            a.index = -1


def _unknowns(items: list[Item], skip: set[int], busy: set[int], source: str) -> list[Mention]:
    """A name that is in no catalogue beside a mass or volume: "5 g of X", "X (5 g, …)"."""
    out = []
    for i, x in enumerate(items):
        if not isinstance(x, Qty) or x.dim not in (*AMOUNTS, "moles") or x.start in busy or i in skip:
            continue
        found = _unknown(items, i)
        if x.dim == "moles" and found is not None and not _by_its_form(items, found[1]):
            found = None  # "0.4 mol of the gas"
        if found is None or text_of(items[found[1]]).lower() in (*OF_FORM, *NO_SALTS) or text_of(items[found[1]]).lower().endswith("ly"):
            continue  # "left freely (about 30 L)"
        a, b = _with_locants(items, found[0]), found[1]
        begin = _locants_before(source, items[a].start)
        m = Mention(None, source[begin : items[b].end], begin, items[b].end, min(a, b), first=min(a, i), last=max(b, i))
        take(m, x)
        if a > i and is_word(at(items, i + 1), "("):  # "0.1 mol (17.5 g) of cyclooctanone"
            for y in items[i + 2 : _close(items, i + 1)]:
                if isinstance(y, Qty) and y.dim in (*AMOUNTS, "moles") and y.start not in busy and y.dim != x.dim:
                    take(m, y)
        m.count = _count(items, i)
        m.start, m.end = min(m.start, x.start), max(m.end, x.end)
        if a < i:
            _right(items, b, m, busy | {x.start})
        else:
            for y in items[i + 1 : a]:
                if isinstance(y, Qty) and y.dim in ("moles", "percent"):
                    take(m, y)
        busy |= {q.start for q in m.used}
        out.append(m)
    return out


def _with_their_moles(out: list[Mention]) -> list[Mention]:
    """ "17.5 g of 2,4-dichlorobenzaldehyde, 0.1 mol": the moles behind an unlisted name are of what was weighed before it."""
    kept: list[Mention] = []
    for m in out:
        twin = next((x for x in kept if x.identity is None and m.identity is None and x.name.lower() == m.name.lower()), None)
        if twin is None or (twin.amount is None) == (m.amount is None) or bool(twin.moles) == bool(m.moles):
            kept.append(m)
            continue
        weighed, told = (twin, m) if twin.amount is not None else (m, twin)
        weighed.moles, weighed.end, weighed.last = told.moles, max(weighed.end, told.end), max(weighed.last, told.last)
        weighed.used += told.used
        kept = [*(x for x in kept if x is not twin), weighed]
    return kept


def _what_it_took(items: list[Item], named: list[Mention], busy: set[int], skip: set[int]) -> None:
    """ "Hydrochloric acid (10 %) was added until pH 2 (about 40 mL)": how much it took stands behind what it was added to reach."""
    for i, x in enumerate(items):
        if not isinstance(x, Qty) or x.dim not in AMOUNTS or x.start in busy or i in skip:
            continue
        k = next((j for j in range(i - 1, -1, -1) if is_word(items[j], "(", ";", ".")), -1)
        if k < 0 or not is_word(items[k], "("):
            continue
        until = next((j for j in range(k - 1, -1, -1) if is_word(items[j], "until", "till")), -1)
        before = [m for m in named if m.last < until and not m.generic]
        close = _close(items, k)
        if (
            not before
            or before[-1].measured
            or is_word(at(items, before[-1].first - 1), "the")
            or any(until < m.index <= close and m.measured for m in named)
        ):
            continue
        of = before[-1]
        if take(of, x):
            busy.add(x.start)
            for m in named:
                if until < m.index <= close:
                    m.index = -1  # "acid to litmus", "no bromine is left": what it looks like then


def _is_where_from(items: list[Item], m: Mention, named: list[Mention]) -> bool:
    """ "Nitromethane from the chromatography (about 800 mL)": an unknown name that says where it comes from; the amount is of what is named before it."""
    k = m.first - 1 - is_word(at(items, m.first - 1), "the", "a", "my", "our", "last")
    of = next((x for x in named if x.last == k - 1 and not x.measured), None)
    if of is None or m.amount is None or not is_word(at(items, k), "from"):
        return False
    of.amount, of.moles, of.last, of.end = m.amount, of.moles or m.moles, m.last, m.end
    of.used += m.used
    return True


CHEMICAL = patterns.compile(
    r"[a-z]{3,}(?:ate|oate|anol|enol|one|amine|aniline|anilide|amide|imide|azole|idine|oline|ole|ane|ene|yne|anal|enal|aldehyde|nitrile|oxide|phenol|benzene|toluene|ether|chloride|bromide|iodide|ester|acid|ketone|hydrazine|urea|thiol|imine|oxime|hydrazone)$",
    re.I,
)
"""The last word of a name that by its form is a substance."""


SALTS = patterns.compile(
    r"(?:chlor|brom|iod|fluor|hydr|ox|hydrox|perox|az|cyan)ide|acetate|sul(?:f|ph)ate|nitrate|phosphate|tosylate|triflate", re.I
)


NO_SALTS = frozenset(("distillate", "filtrate", "condensate", "precipitate", "concentrate", "intermediate", "ultimate", "approximate", "alternate"))  # fmt: skip
"""Words with the ending of a salt that name none."""


OF_GROUPS = (
    "alcohol",
    "sulfide",
    "disulfide",
    "sulfone",
    "sulfoxide",
    "ether",
    "ketone",
    "amine",
    "oxide",
    "epoxide",
    "selenide",
    "phosphine",
    "phosphate",
    "carbonate",
    "malonate",
)
"""Classes that groups are named before: "dibenzyl sulfide", "cyclooctene oxide"."""


def _by_its_form(items: list[Item], k: int) -> bool:
    """Whether the word at `k` ends a chemical name: by its own ending, or as the anion behind a longer word."""
    last, before = text_of(items[k]), text_of(items[k - 1]) if k else ""
    if last.lower() in OF_GROUPS and re.search(r"(?:yl|ene|ane)$", before, re.I):
        return True
    return (len(last) >= 7 and CHEMICAL.search(last) is not None and last.lower() not in NO_SALTS) or (
        SALTS.fullmatch(last) is not None and len(before) >= 6
    )


def _opens(items: list[Item], k: int, i: int) -> bool:
    """ "Foobarol 12 g in ethanol 100 mL": an unknown word that opens the clause and is dissolved in something."""
    word, after = text_of(items[k]), at(items, i + 2)
    known = word.lower() in lex.GENERIC or word.lower() in lex.ADJECTIVES
    return k == 0 and len(word) >= 6 and not known and is_word(at(items, i + 1), "in") and isinstance(after, Token) and after.kind == "sub"


def _unknown_before(items: list[Item], skip: set[int], busy: set[int], heads: list[int], source: str) -> list[Mention]:
    """ "Methyl cyclohexanecarboxylate 7.1 g (0.050 mol)": a name that is in no catalogue before its amount, where nothing else claims it."""
    out: list[Mention] = []
    for i, x in enumerate(items):
        if not (isinstance(x, Qty) and x.dim in (*AMOUNTS, "moles")) or x.start in busy or i in skip or i == 0 or _belongs_right(items, i):
            continue
        k = i - 1
        if x.dim == "moles" and isinstance(at(items, k), Qty):
            continue  # beside its mass
        if is_word(items[k], ",", ":") and k:
            k -= 1
        last = items[k]
        if (
            not (isinstance(last, Token) and last.kind == "word" and (_by_its_form(items, k) or (x.dim != "moles" and _opens(items, k, i))))
            or last.low in lex.NOT_A_NAME
            or last.low in lex.VERB_OF
            or last.low.endswith("ly")  # "the carbon dioxide left freely (about 30 L)"
        ):
            continue
        first = k
        while first > 0 and _words(items, first - 1, k) <= 6 and _name_back(items, first - 1) < first - 1 and first - 1 not in heads:
            first = _name_back(items, first - 1) + 1
        while first < k and not (isinstance(y := items[first], Token) and (y.kind == "word" or y.kind == "num")):
            first += 1
        first = _with_locants(items, first)
        if any(first <= h <= i for h in heads):
            continue
        begin = _locants_before(source, items[first].start)
        m = Mention(None, source[begin : last.end], begin, last.end, k, first=first, last=i)
        take(m, x)
        m.count, m.end = _count(items, i), max(m.end, x.end)
        _right(items, i, m, busy | {x.start})
        busy |= {q.start for q in m.used}
        out.append(m)
    return out


def _with_locants(items: list[Item], k: int) -> int:
    """Where a name begins whose locants a comma parts: "N,N-diethylbenzamide", "O,O-dimethyl …"."""
    while (
        k >= 2
        and text_of(items[k - 1]) == ","
        and items[k - 1].end == items[k].start
        and items[k - 2].end == items[k - 1].start
        and re.fullmatch(r"[NOSPC]|\d{1,2}", text_of(items[k]).partition("-")[0]) is not None
        and re.fullmatch(r"[NOSPC]|\d{1,2}", text_of(items[k - 2])) is not None
    ):
        k -= 2
    return k


LOCANTS_END = patterns.compile(r"(?<![\w.,-])\d{1,2}'?(?:,\d{1,2}'?)*-(?:\([RSEZ]\)-)?$")
"""The locants that a name which follows begins with."""


def _locants_before(source: str, start: int) -> int:
    """Where a name begins whose locants are numbers: "3-methoxybenzoic acid", "2,4-dimethylbenzaldehyde"."""
    m = LOCANTS_END.search(source[max(0, start - 24) : start]) or PARTS_BEFORE.search(source[max(0, start - 40) : start])
    return start - len(m.group()) if m is not None else start


PARTS_BEFORE = patterns.compile(r"(?<!\S)(?:\d{1,2}'?(?:,\d{1,2}'?)*-\(?[a-z]{4,}\)?-?)+\d{1,2}'?(?:,\d{1,2}'?)*-$")
"""The parts that stand before the last locant: "4-amino-3-" before "bromotoluene"."""


def _name_part(x: Item) -> bool:
    return (
        isinstance(x, Token)
        and (x.kind in ("word", "num") or x.text in "-'’,")
        and x.low not in lex.NOT_A_NAME
        and x.low not in lex.VERB_OF
        and x.low.rstrip("s") not in lex.CONTAINERS
    )


def _words(items: list[Item], a: int, b: int) -> int:
    """How many words, parted by blanks, stand from one item to another: "2-bromo-4-methylaniline" is one."""
    return 1 + sum(items[k].start > items[k - 1].end for k in range(a + 1, b + 1))


def _glued(items: list[Item], k: int) -> bool:
    """Whether a comma stands between locants, without a blank: "1,3,5", "N,N"."""
    return 0 < k < len(items) - 1 and text_of(items[k]) == "," and items[k - 1].end == items[k].start and items[k].end == items[k + 1].start


def _name_on(items: list[Item], k: int) -> int:
    """Behind the part of a name that stands at an item, with a bracket inside the name as one part; the item itself where it is none."""
    if is_word(items[k], "(", "[") and k > 0 and items[k - 1].end == items[k].start and _name_part(items[k - 1]):
        close = _close(items, k) if is_word(items[k], "(") else k
        whole = k < close < len(items) - 1 and items[close].end == items[close + 1].start and _name_part(items[close + 1])
        return close + 1 if whole and text_of(items[close + 1]) != "," else k
    return k + 1 if _name_part(items[k]) and (text_of(items[k]) != "," or _glued(items, k)) else k


def _name_back(items: list[Item], k: int) -> int:
    """Before the part of a name that stands at an item, as `_name_on` does forwards."""
    if is_word(items[k], ")") and k + 1 < len(items) and items[k + 1].start == items[k].end and _name_part(items[k + 1]):
        depth, j = 0, k
        while j >= 0:
            depth += is_word(items[j], ")") - is_word(items[j], "(")
            if depth == 0:
                break
            j -= 1
        whole = j > 0 and items[j - 1].end == items[j].start and _name_part(items[j - 1]) and text_of(items[j - 1]) != ","
        return j - 1 if whole else k
    return k - 1 if _name_part(items[k]) and (text_of(items[k]) not in ",.;:" or _glued(items, k)) else k


NO_NAME = "organic|inorganic|acidic|basic|caustic"
"""What a word that ends like a name says of an acid or another class."""
UNLISTED = patterns.compile(rf"(?!{NO_NAME})[a-z]{{4,}}ic acid|[a-z]{{3,}}yl (?:chloride|bromide|iodide|alcohol|anhydride|acetate)")
"""A name by its form where the catalogue does not know it."""


CRYSTALS = ("needles", "plates", "crystals", "prisms", "leaflets", "cubes", "platelets")


def _unknown(items: list[Item], i: int) -> tuple[int, int] | None:
    j = i + 1
    if is_word(at(items, j), "(") and _bare_bracket(items, j):
        j = min(_close(items, j) + 1, len(items))  # "12.8 g (0.100 mol) of cyclononanol"
    if (
        j > i + 1 and isinstance(first := at(items, j), Token) and first.kind in ("word", "num")
    ):  # "17.5 g (0.1 mol) cyclooctanone in ethanol"
        k = j
        while k < len(items) and _words(items, j, k) <= 6 and (n := _name_on(items, k)) > k:
            k = n
        if k > j and _by_its_form(items, k - 1):
            return j, k - 1
    if is_word(items[j] if j < len(items) else None, "of"):
        known = is_word(at(items, j + 1), "the")
        j += 1 + known
        k = j
        while (
            k < len(items)
            and _words(items, j, k) <= 5
            and (
                _name_on(items, k) > k
                or (k > j and text_of(items[k]).lower() in lex.GENERIC and OF_ITS_OWN.fullmatch(text_of(items[k - 1]).lower()))
            )
            and not (text_of(items[k]) == "," and k + 1 < len(items) and items[k + 1].start > items[k].end)
        ):
            k = max(_name_on(items, k), k + 1)
        if is_word(at(items, k), *CRYSTALS):
            return None  # "thirteen grams of pale needles"
        if known and not (k > j and _by_its_form(items, k - 1)):
            return None  # "of the solution"; but "of the dibenzyl sulfide"
        return (j, k - 1) if k > j and (_a_word(items[j:k], 3) or _ambiguous(items[j])) else None
    if i + 2 < len(items) and UNLISTED.fullmatch(f"{text_of(items[i + 1])} {text_of(items[i + 2])}".lower()):
        return i + 1, i + 2  # "45.7 g myristic acid"
    j = i - 1
    if is_word(items[j] if j >= 0 else None, "("):
        k = j - 1
        while k >= 0 and _words(items, k, j - 1) <= 5 and (n := _name_back(items, k)) < k:
            k = n
        if (
            k >= 0
            and is_word(items[k], "for", "from", "by", "as", "kind", "sold", "in", "with")
            and any(isinstance(x, Token) and x.kind == "sub" for x in items[:k])
        ):
            return None  # "X of the kind used for Y (20 mL)": the amount is of X
        if k >= 0 and is_word(items[k], "had", "has", "have", "was", "were", "is", "are", "been") and text_of(items[j - 1]).endswith("ed"):
            return None  # "when the nitrogen had ebbed (3.7 L in all)"
        return (k + 1, j - 1) if k + 1 < j and (_a_word(items[k + 1 : j], 4) or _ambiguous(items[j - 1])) else None
    return None


def _ambiguous(x: Item) -> bool:
    """Whether a short name is known to mean several things: "DMS"."""
    return isinstance(x, Token) and x.low in catalogue().ambiguous


def _a_word(items: list[Item], longer: int) -> bool:
    return any(isinstance(x, Token) and x.kind == "word" and len(x.text) > longer for x in items)


def _only_says_which(noun: str, behind: Item | None) -> bool:
    """Whether a common noun only says which one is meant: "the acid filtrate", "a capped powder funnel"."""
    return is_word(behind, *lex.TELLS_WHICH) or (noun in lex.SOLID_NOUNS and is_word(behind, "funnel", "doser", "spoon"))


BY_ITS_GROUP = ("bromide", "chloride", "iodide", "halide", "ketone", "aldehyde", "ester", "oxidant", "alcohol")
"""What a first part is taken of, by its kind."""


def _generics(items: list[Item], skip: set[int], named: list[Mention], busy: set[int], source: str) -> list[Mention]:
    """ "The ester", "the rest of it", "acid": nouns that stand for what was named before."""
    out = []
    taken = {k for m in named for k in range(m.first, m.last + 1)}
    for i, x in enumerate(items):
        if i in skip or i in taken or not isinstance(x, Token) or x.kind != "word":
            continue
        if x.low in lex.GENERIC and is_word(at(items, i - 1), "no", "without") and not is_quantity(at(items, i + 1)):
            continue  # "no metal spatula"
        if x.low in lex.GENERIC and source[max(0, x.start - 2) : x.start][-1:] == "-" and source[x.start - 2 : x.start - 1].isdigit():
            continue  # "1-phenylethane-1,2-diol": the tail of a name
        if x.low == "salt" and isinstance(y := at(items, i - 1), Token) and HAS_FORMED.search(y.low):
            continue  # "the diazonium salt comes down white"
        share = _share([*items[: i + 1], x], i + 1) if x.low in PARTS else None
        if (
            x.low == "half"
            and i + 1 < len(items)
            and is_word(items[i + 1], "-", "moon", "full", "filled", "way", "down", "up", "open", "closed", "shut", "an", "empty")
        ):
            continue  # "half-moon stirrer", "half full"
        if (
            x.low in FRACTIONS
            and x.low != "half"
            and is_word(at(items, i + 1), "of")
            and is_word(at(items, i + 2), "it", "this", "that", "them")
        ):
            share = FRACTIONS[x.low]  # "I let about a fifth of it in"
        if share is not None and not any(m.index > i and m.index <= i + 4 for m in named):
            out.append(Mention(None, x.text, x.start, x.end, i, share=share, generic="it", first=i, last=i))
        elif x.low in lex.GENERIC and not _only_says_which(x.low, at(items, i + 1)):
            m = Mention(None, x.text, x.start, x.end, i, share=_share(items, i), generic=x.low, first=i, last=i)
            j = i + 1
            if is_word(items[j] if j < len(items) else None, "("):
                for y in items[j + 1 : _close(items, j)]:
                    if isinstance(y, Qty) and y.start not in busy:
                        take(m, y)
            elif isinstance(own := at(items, j), Qty) and own.dim in AMOUNTS and own.start not in busy and not _belongs_right(items, j):
                take(m, own)  # "acid 5 mL"
                if is_word(at(items, j + 1), "(") and isinstance(told := at(items, j + 2), Qty) and told.dim == "moles":
                    take(m, told)  # "ester 17.1 g (0.100 mol)"
            if i and is_word(items[i - 1], "same"):
                m.again = True
                _left(items, i, m, busy)
            elif is_word(at(items, i - 1), "more", "another") and is_word(at(items, i + 1), ","):
                own = at(items, i + 2)
                if isinstance(own, Qty) and own.dim in AMOUNTS and own.start not in busy and not _belongs_right(items, i + 2):
                    take(m, own)  # "still nothing: more bromide, 20 g"
                    m.again, m.last = True, i + 2
            left = items[i - 1] if i else None
            if isinstance(left, Qty) and left.dim in ("percent", "molar") and left.start not in busy:
                take(m, left)
            if isinstance(left, Qty) and left.dim == "mass" and m.amount is None and m.moles is not None and left.start not in busy:
                take(m, left)  # "12.2 g acid (0.1 mol)"
                m.first, m.start = i - 1, left.start
            whole = at(items, i - 2)
            if x.low in OF_FORM and is_word(left, "of") and isinstance(whole, Qty) and whole.dim in AMOUNTS and whole.start not in busy:
                take(m, whole)  # "twenty grams of foil"
                m.first, m.start = i - 2, whole.start
            part = at(items, i - 3)
            if (
                x.low in BY_ITS_GROUP
                and is_word(left, "the")
                and is_word(whole, "of")
                and isinstance(part, Qty)
                and part.dim in AMOUNTS
                and part.start not in busy
                and not m.measured
            ):
                take(m, part)  # "1 mL of the bromide"
                m.first, m.start, m.partial = i - 3, part.start, True
            if (
                m.measured
                and isinstance(left, Token)
                and left.kind == "word"
                and (OF_ITS_OWN.fullmatch(left.low) or catalogue().find(left.low))
            ):
                begin = _locants_before(source, left.start)
                m.name, m.generic = source[begin : x.end], ""  # "quinaldic acid 4 g": no acid named before
                m.start, m.first = min(m.start, begin), min(m.first, i - 1)
            out.append(m)
    return out


OF_ITS_OWN = patterns.compile(
    rf"(?!{NO_NAME}|mineral|metallic|ionic|plastic|aromatic|aliphatic|exothermic|cyclic|toxic|machine|routine)[a-z]{{4,}}(?:ic|yl|ane|ene|yne|one|ine|ole|oxime)"
)
"""Before a noun that else stands for a material named before: the two are a name of their own, that of no substance listed."""
HAS_FORMED = patterns.compile(r"(?:[oi]nium|white|yellow|orange|red|purple|brown|moist|damp)$")
"""Before a "salt" that has formed and is no charge."""
OF_FORM = ("foil", "pellets", "powder", "salt", "metal", "pieces")
"""Nouns for the form in which something comes: with an amount, of what was named before."""


def class_of(generic: str, identity: str) -> bool:
    """Whether a common noun may stand for a substance."""
    s = catalogue().substances[identity]
    rule = lex.GENERIC[generic]
    if rule.startswith("name:"):
        return re.search(rule[5:], s.id) is not None
    if rule == "solid":
        return s.phase == "s"
    if rule == "acid":
        return s.parts.get("H+", 0.0) > 0 or "acid" in s.id
    if rule.startswith("smarts:"):
        from northsquall.chemistry.families import count_matches

        return bool(s.smiles and count_matches(s.smiles, rule[7:]))
    return False


__all__ = ["Mention", "class_of", "mentions_in", "portion_size", "take"]
