"""Phrases over tokens: quantities, strengths, materials, vessels, baths, sensors. Small rules that compose."""

from __future__ import annotations

from dataclasses import dataclass, field

from northsquall.procedure import Bath, Quantity, Strength
from northsquall.procedure.units import convert, dimension
from northsquall.reading.tokens import Token

DASHES = "-–‑—"
APPROX = {"about", "approximately", "ca", "circa", "roughly", "around", "some", "~", "approx", "nearly"}
ADJECTIVES = {
    "concentrated", "conc", "dilute", "fuming", "glacial", "cold", "warm", "hot", "crushed", "cracked", "dry", "wet", "solid", "fresh",
    "freshly", "distilled", "pure", "anhydrous", "powdered", "finely", "aqueous", "ice", "chilled", "iced", "saturated", "commercial", "clean",
    "strong", "well", "stirred", "technical", "redistilled", "more", "further", "additional", "strength", "grade", "reagent", "molten", "cooled", "precooled",
}  # fmt: skip
STRENGTH_WORDS = {"concentrated", "conc", "dilute", "fuming", "glacial", "saturated"}
VESSELS = {
    "flask",
    "beaker",
    "bucket",
    "bottle",
    "jar",
    "pail",
    "erlenmeyer",
    "conical",
    "funnel",
    "tub",
    "bowl",
    "vessel",
    "reactor",
    "cylinder",
    "pan",
    "tube",
    "crock",
    "pot",
}
REACTION_VESSELS = (VESSELS | {"conical flask"}) - {"funnel", "cylinder", "pan", "bottle", "tube", "pot", "bowl"}
BATH_VERBS = {"in", "inside", "with", "into", "on"}


@dataclass
class Qty:
    """A quantity in the text; `low`/`high` where a range is written."""

    value: float
    unit: str
    start: int
    end: int
    low: float | None = None
    high: float | None = None
    approx: bool = False

    @property
    def dim(self) -> str:
        """Dimension of the unit."""
        return dimension(self.unit)

    def model(self) -> Quantity:
        """As it stands in the document."""
        return Quantity(
            value=self.value, unit=self.unit, low=self.low, high=self.high, approximate=self.approx, span=(self.start, self.end)
        )


Item = Token | Qty


def quantities(tokens: list[Token]) -> list[Item]:
    """Fold number, range and unit tokens into Qty; bare numbers stay tokens."""
    out: list[Item] = []
    i = 0
    while i < len(tokens):
        t = tokens[i]
        if t.kind != "num":
            out.append(t)
            i += 1
            continue
        number, j = float(t.value or 0.0), i + 1
        negative = (
            bool(out)
            and isinstance(out[-1], Token)
            and out[-1].text in "-−–"
            and (out[-1].end == t.start and (len(out) < 2 or _gap(out[-2], out[-1])))
        )
        low = high = None
        first_unit = ""
        if j < len(tokens) and tokens[j].kind == "unit":
            first_unit = str(tokens[j].value)
            j += 1
        sep = j < len(tokens) and (tokens[j].text in DASHES or tokens[j].low == "to")
        if (
            sep
            and j + 1 < len(tokens)
            and tokens[j + 1].kind == "num"
            and (tokens[j].text not in DASHES or tokens[j + 1].start - tokens[j].end <= 1)
        ):
            k = j + 2
            skip = k < len(tokens) and tokens[k].text in DASHES and k + 1 < len(tokens) and tokens[k + 1].kind == "unit"
            k += int(skip)
            if k < len(tokens) and tokens[k].kind == "unit" and (not first_unit or first_unit == tokens[k].value):
                low, high = number, float(tokens[j + 1].value or 0.0)
                first_unit = str(tokens[k].value)
                j = k + 1
        if not first_unit:
            k = j + 1 if j < len(tokens) and tokens[j].text in DASHES else j
            if k < len(tokens) and tokens[k].kind == "unit":
                first_unit = str(tokens[k].value)
                j = k + 1
        if not first_unit:
            out.append(t)
            i += 1
            continue
        start = t.start
        if negative:
            number = -number
            start = out.pop().start  # type: ignore[union-attr]
        approx = bool(out) and isinstance(out[-1], Token) and out[-1].low in APPROX
        value = number if low is None else (low + high) / 2  # type: ignore[operator]
        if low is not None and low > (high or 0.0):
            low, high = high, low
        out.append(Qty(value, first_unit, start, tokens[j - 1].end, low, high, approx))
        i = j
    return out


def _gap(before: Item, after: Item) -> bool:
    return after.start > before.end or (isinstance(before, Token) and before.kind == "mark")


def is_word(item: Item | None, *words: str) -> bool:
    """Whether an item is one of these words (lower case)."""
    return isinstance(item, Token) and item.low in words


@dataclass
class MaterialPhrase:
    """One substance as mentioned, with the amount and strength beside it."""

    identity: str | None
    name: str
    start: int
    end: int
    index: int
    """Index of the substance in the clause's items."""
    amount: Qty | None = None
    moles: Qty | None = None
    strength: Strength | None = None
    used: list[Qty] = field(default_factory=list)
    count: int = 1


def strength_of(q: Qty, word: str | None = None) -> Strength | None:
    """A strength from a percent, a molarity or a normality."""
    span = (q.start, q.end)
    if q.dim == "percent":
        return Strength(percent_w=q.value, low=q.low, high=q.high, basis="w/w", word=word, span=span)
    if q.dim == "molar":
        return Strength(molar=q.value, basis="molar", word=word, span=span)
    return None


AMOUNTS = ("mass", "volume")


def take(phrase: MaterialPhrase, q: Qty) -> bool:
    """Give a quantity to the phrase where it fits and is still free."""
    if q.dim in AMOUNTS and phrase.amount is None:
        phrase.amount = q
    elif q.dim == "moles" and phrase.moles is None:
        phrase.moles = q
    elif q.dim in ("percent", "molar") and (phrase.strength is None or phrase.strength.span is None):
        phrase.strength = strength_of(q, phrase.strength.word if phrase.strength else None)
    else:
        return False
    phrase.used.append(q)
    return True


def material_at(items: list[Item], i: int) -> MaterialPhrase:
    """The material phrase around the substance at `items[i]`, reading left, then right."""
    sub = items[i]
    assert isinstance(sub, Token)
    phrase = MaterialPhrase(str(sub.value), sub.text, sub.start, sub.end, i)
    first = sub.low.split()[0].rstrip(".")
    if first in STRENGTH_WORDS:
        phrase.strength = Strength(word=first)
    j = i - 1
    while j >= 0:
        left = items[j]
        if isinstance(left, Qty):
            if not take(phrase, left):
                break
            phrase.start = left.start
            if phrase.amount is left:
                if j >= 2 and is_word(items[j - 1], "×", "x") and isinstance(items[j - 2], Token) and items[j - 2].kind == "num":  # type: ignore[union-attr]
                    phrase.count = int(items[j - 2].value or 1)  # type: ignore[union-attr, arg-type]
                break
        elif left.low in STRENGTH_WORDS:
            phrase.strength = Strength(word=left.low) if phrase.strength is None else phrase.strength
            phrase.start = left.start
        elif left.low in ADJECTIVES or (left.low in ("of", "a", "the", "same", "solution", ".", "w", "/", "-") and _continues(items, j)):
            pass
        elif left.text == ")" and j >= 2 and isinstance(items[j - 1], Qty) and is_word(items[j - 2], "("):
            if not take(phrase, items[j - 1]):  # type: ignore[arg-type]
                break
            j -= 2
        else:
            break
        j -= 1
    _read_right(items, i + 1, phrase)
    return phrase


def _continues(items: list[Item], j: int) -> bool:
    """Whether a filler word on the left leads on to a quantity or a strength within four items."""
    return any(isinstance(x, Qty) or (isinstance(x, Token) and x.low in STRENGTH_WORDS) for x in items[max(0, j - 4) : j])


def _read_right(items: list[Item], j: int, phrase: MaterialPhrase) -> None:
    while j < len(items) and is_word(items[j], "solution", "powder", "crystals", "flakes"):
        j += 1
    if j < len(items) and is_word(items[j], "("):
        while j < len(items) and not is_word(items[j], ")"):
            item = items[j]
            if isinstance(item, Qty) and take(phrase, item):
                phrase.end = max(phrase.end, item.end)
            elif isinstance(item, Token) and item.low in STRENGTH_WORDS and phrase.strength is None:
                phrase.strength = Strength(word=item.low)
            j += 1
        if j < len(items):
            phrase.end = items[j].end
        return
    while j < len(items):
        k = j
        while k < len(items) and is_word(items[k], ",", ":", "|", "=", "w", "/", "\t", "–", "-", "—", "@"):
            k += 1
        if phrase.amount is not None and k == j and is_word(items[k] if k < len(items) else None, "("):
            k += 1  # "34 g (250 mmol)"
        beside: Item | None = items[k] if k < len(items) else None
        if (
            isinstance(beside, Token)
            and beside.low in STRENGTH_WORDS
            and phrase.strength is None
            and (
                k + 1 >= len(items) or not isinstance(items[k + 1], Token) or items[k + 1].kind != "sub"  # type: ignore[union-attr]
            )
        ):
            phrase.strength = Strength(word=beside.low)
            j = k + 1
            continue
        if not isinstance(beside, Qty) or beside.dim not in (*AMOUNTS, "moles", "percent", "molar"):
            return
        follow = items[k + 1] if k + 1 < len(items) else None
        if is_word(follow, "of") or (isinstance(follow, Token) and follow.kind in ("sub",)) or is_word(follow, *VESSELS):
            return  # belongs to what follows
        if k + 2 < len(items) and isinstance(items[k + 2], Token) and items[k + 2].low in VESSELS:
            return
        if not take(phrase, beside):
            return
        phrase.end = beside.end
        j = k + 1


@dataclass
class VesselPhrase:
    """A vessel as mentioned."""

    kind: str
    start: int
    end: int
    index: int
    nominal_mL: float | None = None
    qty: Qty | None = None


def vessels_in(items: list[Item]) -> list[VesselPhrase]:
    """Vessels, with the nominal volume written before them."""
    out = []
    for i, item in enumerate(items):
        if not isinstance(item, Token) or item.low.rstrip("s") not in VESSELS:
            continue
        kind = item.low.rstrip("s")
        if kind == "conical" and i + 1 < len(items) and is_word(items[i + 1], "flask"):
            continue
        if kind in ("conical", "erlenmeyer") or (kind == "flask" and i and is_word(items[i - 1], "conical", "erlenmeyer")):
            kind = "conical flask"
        phrase = VesselPhrase(kind, item.start, item.end, i)
        for j in range(i - 1, max(-1, i - 9), -1):
            left = items[j]
            if isinstance(left, Qty):
                if left.dim == "volume":
                    phrase.qty, phrase.nominal_mL = left, convert(left.value, left.unit, "volume")
                    phrase.start = left.start
                break
            if (
                left.kind in ("sub", "nl")
                or left.low in ("in", "into", "to", "onto", "the", "of", ".", ";", ",", ")")
                or (left.low in VESSELS and left.low != "conical")
            ):
                break
        if phrase.qty is None and i + 1 < len(items):  # "round-bottom flask, 250 mL", "250 round-bottom"
            k = i + 1
            if is_word(items[k], "(", ",", ":"):
                k += 1
            nxt = items[k] if k < len(items) else None
            follow = items[k + 1] if k + 1 < len(items) else None
            if (
                isinstance(nxt, Qty)
                and nxt.dim == "volume"
                and not is_word(follow, "of")
                and not (isinstance(follow, Token) and follow.kind == "sub")
            ):
                phrase.qty, phrase.nominal_mL = nxt, convert(nxt.value, nxt.unit, "volume")
        out.append(phrase)
    return out


def bath_in(items: list[Item]) -> tuple[Bath, int, int, list[Qty]] | None:
    """A bath in these items: (bath, first and last item, quantities used); None if there is none.

    "an ice bath", "ice-salt bath", "a bath of 1 kg of ice and 1 L of water", "stood in 1.5 kg of ice
    and water", "in ice".
    """
    for i, item in enumerate(items):
        if is_word(item, "bath", "baths"):
            found = _named_bath(items, i)
            if found[1] < i or found[2] > i:  # "the bath" alone refers to one; it describes none
                return found
    for i, item in enumerate(items):
        if not (isinstance(item, Token) and item.kind == "sub" and (item.value == "ice" or item.low in ("ice water", "ice-water"))):
            continue
        before = items[i - 1] if i else None
        after = items[i + 1] if i + 1 < len(items) else None
        if is_word(after, "cooling", "cooled") or (is_word(before, "in") and not is_word(after, "water")):
            return _loose_bath(items, i)  # "with ice cooling", "in a beaker in ice"
        k = i
        while k > 0 and (isinstance(items[k - 1], Qty) or is_word(items[k - 1], "of", "crushed")):
            k -= 1
        if (
            k < i
            and k > 0
            and is_word(items[k - 1], "in")
            and is_word(after, "and")
            and i + 2 < len(items)
            and is_word(items[i + 2], "water")
        ):
            return _loose_bath(items, i)  # "a flask in 3 kg of ice and water"
        lead = {x.low for x in items[max(0, i - 8) : i] if isinstance(x, Token)}
        if (
            lead
            & {
                "stood",
                "stands",
                "standing",
                "sits",
                "sitting",
                "immersed",
                "cooled",
                "cooling",
                "surrounded",
                "packed",
                "kept",
                "bowl",
                "tub",
                "stand",
                "basin",
            }
            and "in" in lead
        ) or {"bowl"} & lead:
            return _loose_bath(items, i)
    return None


def _named_bath(items: list[Item], i: int) -> tuple[Bath, int, int, list[Qty]]:
    first = i
    words: set[str] = set()
    used: list[Qty] = []
    temperature = None
    while first > 0:
        left = items[first - 1]
        if isinstance(left, Qty):
            if left.dim == "temperature":
                temperature = left.value
            elif left.dim not in ("mass",):
                break
            used.append(left)
        elif left.low in (
            "ice",
            "salt",
            "water",
            "oil",
            "sand",
            "cold",
            "warm",
            "hot",
            "-",
            "–",
            "/",
            "and",
            "cooling",
            "rock salt",
            "ice water",
            "ice-water",
            "well",
            "stirred",
            "filled",
        ) or (left.kind == "sub" and left.value in ("ice", "water", "sodium chloride")):
            words.add(left.low)
        else:
            break
        first -= 1
    last = i
    parts: list[Item] = []
    if i + 2 < len(items) and is_word(items[i + 1], "at") and isinstance(items[i + 2], Qty) and items[i + 2].dim == "temperature":  # type: ignore[union-attr]
        q = items[i + 2]
        assert isinstance(q, Qty)
        bath = Bath(kind="ice-salt" if "salt" in words else "thermostat", T_C=q.value, span=(items[first].start, q.end))
        return bath, first, i + 2, [*used, q]
    if i + 1 < len(items) and is_word(items[i + 1], "of", "(", "with", "holding", "containing", ":"):
        k = i + 2
        while k < len(items) and not is_word(items[k], ".", ";", ")") and k < i + 16:
            x = items[k]
            if (
                isinstance(x, Token)
                and x.kind == "word"
                and x.low not in ("of", "and", "crushed", "in", "at", "plus", "some")
                and x.low not in ADJECTIVES
            ):  # type: ignore[union-attr]
                break
            if is_word(items[k], ","):
                break
            parts.append(items[k])
            k += 1
        while parts and not (isinstance(parts[-1], Qty) or (isinstance(parts[-1], Token) and parts[-1].kind == "sub")):
            parts.pop()
        if parts:
            last = i + 1 + len(parts)
    text = " ".join(words) + " " + " ".join(p.low for p in parts if isinstance(p, Token))
    kind = "ice-salt" if "salt" in text or "sodium chloride" in text else "ice" if "ice" in text else "oil" if "oil" in text else "water"
    ice, water, more = _masses(parts)
    for q in parts:
        if isinstance(q, Qty) and q.dim == "temperature":
            temperature = q.value
            more.append(q)
    end = items[last].end
    bath = Bath(kind=kind, ice_g=ice, water_g=water, T_C=temperature, span=(items[first].start, end))  # type: ignore[arg-type]
    return bath, first, last, used + more


def _masses(parts: list[Item]) -> tuple[float | None, float | None, list[Qty]]:
    """Grams of ice and of water in a list of bath parts; a joint mass is halved (handbook 2.4)."""
    ice = water = None
    used: list[Qty] = []
    pending: Qty | None = None
    names: list[str] = []
    for p in parts:
        if isinstance(p, Qty) and p.dim in AMOUNTS:
            pending = p
        elif isinstance(p, Token) and p.kind == "sub":
            names.append(str(p.value))
            if pending is not None:
                grams = convert(pending.value, pending.unit, pending.dim)
                used.append(pending)
                if p.value == "ice":
                    ice = grams
                elif p.value == "water":
                    water = grams
                pending = None
    if ice is not None and water is None and "water" in names:
        ice, water = ice / 2, ice / 2
    return ice, water, used


def _loose_bath(items: list[Item], i: int) -> tuple[Bath, int, int, list[Qty]]:
    first = i
    while first > 0 and (isinstance(items[first - 1], Qty) or is_word(items[first - 1], "of", "crushed", "a", "scoop", "some")):
        if isinstance(items[first - 1], Qty) and items[first - 1].dim != "mass":  # type: ignore[union-attr]
            break
        first -= 1
    while is_word(items[first], "of", "a"):
        first += 1
    last = i
    k = i + 1
    while (
        k < len(items)
        and k < i + 6
        and (
            (isinstance(items[k], Qty) and items[k].dim in AMOUNTS)  # type: ignore[union-attr]
            or is_word(items[k], "and", "of", "-", "–", "/", "salt")
            or (isinstance(items[k], Token) and items[k].kind == "sub" and items[k].value in ("water", "sodium chloride"))  # type: ignore[union-attr]
        )
    ):
        if not is_word(items[k], "and", "of", "-", "–", "/"):
            last = k
        k += 1
    parts = items[first : last + 1]
    ice, water, used = _masses(parts)
    salt = any(is_word(p, "salt") or (isinstance(p, Token) and p.value == "sodium chloride") for p in parts)
    bath = Bath(kind="ice-salt" if salt else "ice", ice_g=ice, water_g=water, span=(items[first].start, items[last].end))
    return bath, first, last, used
