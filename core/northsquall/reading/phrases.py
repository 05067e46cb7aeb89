"""Phrases over tokens: quantities, strengths, vessels, baths. Small rules that compose."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from itertools import pairwise

from northsquall import patterns
from northsquall.procedure import Bath, Strength
from northsquall.procedure.units import convert
from northsquall.reading.items import Item, Qty, at, is_quantity, is_word
from northsquall.reading.lexicon import ADJECTIVES
from northsquall.reading.tokens import Token
from northsquall.substances import catalogue

DASHES = "-–‑—"
APPROX = {"about", "approximately", "ca", "circa", "roughly", "around", "some", "~", "approx", "nearly", "maybe"}
VESSELS = {
    "flask",
    "retort",
    "crucible",
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
    "tank",
    "canister",
    "reactor",
    "cylinder",
    "pan",
    "tube",
    "crock",
    "pot",
    "rb",
    "rbf",
    "round-bottom",
    "glass",
    "generator",
    "volumetric",
    "basin",
    "dish",
}
REACTION_VESSELS = (VESSELS | {"conical flask"}) - {
    "funnel",
    "cylinder",
    "pan",
    "bottle",
    "canister",
    "tube",
    "pot",
    "bowl",
    "glass",
    "basin",
    "dish",
    "volumetric",
}


def _plus_minus(tokens: list[Token], j: int) -> tuple[float, str, int] | None:
    """(half the width, its unit or "", the place behind) where a tolerance begins at `j`; None elsewhere."""
    words = "".join(t.low for t in tokens[j : j + 3])
    n = 1 if words.startswith("±") else 3 if words in ("+/-", "+/−", "plusorminus") else 0
    if not n or j + n >= len(tokens) or tokens[j + n].kind != "num":
        return None
    unit = tokens[j + n + 1] if j + n + 1 < len(tokens) and tokens[j + n + 1].kind == "unit" else None
    return float(tokens[j + n].value or 0.0), str(unit.value) if unit is not None else "", j + n + (2 if unit is not None else 1)


def _signed(tokens: list[Token], k: int) -> tuple[float, int] | None:
    """(value, the place behind) of a number with or without its sign at `k`; None where none stands there."""
    by_word = k + 1 < len(tokens) and tokens[k].low == "minus"
    sign = by_word or (k + 1 < len(tokens) and tokens[k].text in f"{DASHES}−+" and tokens[k].end == tokens[k + 1].start)
    at_ = k + 1 if sign else k
    if at_ >= len(tokens) or tokens[at_].kind != "num":
        return None
    value = float(tokens[at_].value or 0.0)
    return (value if not sign or tokens[k].text == "+" else -value), at_ + 1


def _of_another(tokens: list[Token], i: int, k: int) -> bool:
    """ "Nitric acid 10 mL to 10 mL of sulfuric acid": whether the number at `i` is of what stands before it, and the unit at `k` of what stands behind."""
    at_name = i - 1 - (i > 1 and tokens[i - 1].text in ("(", ","))
    before = tokens[at_name] if i else None
    behind = next((t for t in tokens[k + 1 : k + 4] if t.kind == "sub"), None)
    return before is not None and before.kind == "sub" and behind is not None and behind.value != before.value


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
        minus = out[-1] if out and isinstance(out[-1], Token) else None
        signed = minus is not None and minus.text in "-−–" and minus.end == t.start and (len(out) < 2 or _gap(out[-2], minus))
        negative = signed or is_word(minus, "minus")
        low = high = None
        first_unit = ""
        if j < len(tokens) and tokens[j].kind == "unit":
            first_unit = str(tokens[j].value)
            j += 1
        of_ratio = i > 1 and tokens[i - 1].text == ":" and tokens[i - 2].kind == "num"  # "1:2 to 10 g of zinc"
        sep = j < len(tokens) and (tokens[j].text in DASHES or (tokens[j].low == "to" and not of_ratio))
        about = _plus_minus(tokens, j)  # "5 ± 2 °C", "5 °C +/- 2 °C", "60 °C, plus or minus 2"
        if about is not None and (first_unit or about[1]):
            low, high = number - about[0], number + about[0]
            first_unit, j, sep = first_unit or about[1], about[2], False
        second = _signed(tokens, j + 1) if sep else None
        if second is not None and (tokens[j].text not in DASHES or tokens[j + 1].start - tokens[j].end <= 1):
            k = second[1]
            skip = k < len(tokens) and tokens[k].text in DASHES and k + 1 < len(tokens) and tokens[k + 1].kind == "unit"
            k += int(skip)
            if first_unit and tokens[j].low == "to" and _of_another(tokens, i, k):
                pass
            elif k < len(tokens) and tokens[k].kind == "unit" and (not first_unit or first_unit == tokens[k].value):
                low, high = -number if negative else number, second[0]
                first_unit = str(tokens[k].value)
                j = k + 1
        if not first_unit:
            k = j + 1 if j < len(tokens) and tokens[j].text in DASHES else j
            if k < len(tokens) and tokens[k].kind == "unit":
                first_unit = str(tokens[k].value)
                j = k + 1
        lead = out[-2] if negative and len(out) > 1 else out[-1] if out and not negative else None
        other = _signed(tokens, j + 1) if is_word(lead, "between") and j + 2 < len(tokens) and tokens[j].low == "and" else None
        if not first_unit and other is not None and other[1] < len(tokens) and tokens[other[1]].kind == "unit":
            # "between twenty and twenty-five degrees", "between -5 and 0 °C"
            low, high, first_unit = -number if negative else number, other[0], str(tokens[other[1]].value)
            j = other[1] + 1
        if not first_unit:
            inherited = _inherited(tokens, i, out)
            if inherited:  # "fifty mils of acid and fifty water"
                first_unit = inherited
            else:
                out.append(t)
                i += 1
                continue
        start = t.start
        if negative:
            number = -number
            start = out.pop().start  # type: ignore[union-attr]
        if low is None and other is not None and other[1] < len(tokens) and tokens[other[1]].kind == "unit":
            low, high, j = number, other[0], other[1] + 1  # "between -5 °C and 0 °C"
        approx = _drop_about(out)
        value = number if low is None else (low + high) / 2  # type: ignore[operator]
        if low is not None and high is not None and low > high:
            low, high = high, low
        out.append(Qty(value, first_unit, start, tokens[j - 1].end, low, high, approx))
        i = j
    for k, x in enumerate(out):
        if (
            isinstance(x, Qty)
            and x.dim == "percent"
            and "".join(y.text.lower() for y in out[k + 1 : k + 5] if isinstance(y, Token)).lstrip("(").startswith(("w/v", "m/v", "wt/vol"))
        ):
            x.by_volume = True
    k = 0
    while k + 1 < len(out):  # "three mils a minute", "two litres an hour"
        x, y = out[k], out[k + 1]
        if (
            isinstance(x, Qty)
            and isinstance(y, Qty)
            and x.dim == "volume"
            and y.dim == "time"
            and y.value == 1.0
            and x.low is None
            and 0 <= y.start - x.end <= 1
        ):
            mL_min = 60.0 * convert(x.value, x.unit, "volume") / convert(1.0, y.unit, "time")
            out[k : k + 2] = [Qty(mL_min, "ml/min", x.start, y.end)]
        k += 1
    return out


def _drop_about(out: list[Item]) -> bool:
    """Take "about", "ca.", "~" off the end of a list, where they stand: they belong to the number behind them."""
    n = 1 if out and is_word(out[-1], *APPROX) else 2 if len(out) > 1 and is_word(out[-1], ".") and is_word(out[-2], "ca", "approx") else 0
    del out[len(out) - n :]
    return n > 0


def _inherited(tokens: list[Token], i: int, out: list[Item]) -> str:
    """The unit of a bare number before a liquid, or before "of each", where one was said before it; "" if none."""
    told = (
        tokens[i].text[:1].isalpha() and i > 0 and tokens[i - 1].kind == "sub"
    )  # "acetic anhydride fifteen point three, so point one five"
    if told and i + 1 < len(tokens) and (tokens[i + 1].text in ",.;" or tokens[i + 1].low in ("so", "and")):
        return next((x.unit for x in reversed(out[-30:]) if isinstance(x, Qty) and x.dim in ("mass", "volume")), "")
    j = i + 1
    while j < len(tokens) and (tokens[j].low == "of" or tokens[j].low in ADJECTIVES or tokens[j].text == "."):
        j += 1
    if j >= len(tokens) or not (tokens[j].kind == "sub" or (tokens[j].low == "each" and j > i + 1)) or tokens[i].text in (")", "."):
        return ""
    before = tokens[i - 1] if i else None
    if (
        tokens[j].kind == "sub"
        and catalogue().substances[str(tokens[j].value)].phase == "s"
        and not catalogue().substances[str(tokens[j].value)].commercial
    ):  # "twelve grams of acid and twenty-one of pentachloride"
        weighed = before is not None and before.low in ("and", "plus", "with", ",") and tokens[i + 1].low == "of"
        return next((x.unit for x in reversed(out[-12:]) if isinstance(x, Qty) and x.dim == "mass"), "") if weighed else ""
    if before is None or before.low not in ("and", "with", "plus", "then", ",", "so", *(("in",) if tokens[i + 1].low == "of" else ())):
        return ""
    if tokens[i + 1].low == "of":  # "ten grams of benzaldehyde, six point one of nitromethane": as the one before
        return next((x.unit for x in reversed(out[-12:]) if isinstance(x, Qty) and x.dim in AMOUNTS), "")
    return next((x.unit for x in reversed(out) if isinstance(x, Qty) and x.dim == "volume"), "")


def _gap(before: Item, after: Item) -> bool:
    return after.start > before.end or (isinstance(before, Token) and before.kind == "mark")


def strength_of(q: Qty, word: str | None = None, identity: str | None = None) -> Strength | None:
    """A strength from a percent, a molarity or a normality (equivalents: protons or hydroxides of the substance)."""
    span = (q.start, q.end)
    s = catalogue().substances.get(identity or "")
    if q.by_volume and s is not None:  # 10 g in 100 mL
        return Strength(molar=q.value * 10.0 / s.mass, basis="molar", word=word, span=span)
    if q.dim == "percent":
        return Strength(percent_w=q.value, low=q.low, high=q.high, basis="w/w", word=word, span=span)
    if q.dim == "molar":
        return Strength(molar=q.value, basis="molar", word=word, span=span)
    if q.dim == "normal":
        per = abs(s.parts.get("H+", 0.0)) if s else 0.0
        return Strength(molar=q.value / (per or 1.0), basis="molar", word=word, span=span)
    return None


AMOUNTS = ("mass", "volume")


@dataclass
class VesselPhrase:
    """A vessel as mentioned."""

    kind: str
    start: int
    end: int
    index: int
    nominal_mL: float | None = None
    qty: Qty | None = None
    article: str = ""
    """"the" where the text speaks of one it knows."""


@lru_cache(maxsize=4096)
def _vessel(word: str) -> str:
    """The vessel that a word names, in the singular; "" where it names none."""
    one = word.rstrip("s")
    return "flask" if one == "rbf" else one if one in VESSELS else ""


BARE_SIZES = (25.0, 50.0, 100.0, 250.0, 500.0, 1000.0, 2000.0)
"""Flasks that are called by their millilitres alone."""


def vessels_in(items: list[Item]) -> list[VesselPhrase]:
    """Vessels, with the nominal volume written before them."""
    out = []
    for i, item in enumerate(items):
        if (
            isinstance(item, Qty) and item.dim == "volume" and convert(item.value, item.unit, "volume") >= 5.0
        ):  # "250 mL, 3 necks", "250 mL 4-neck"
            other = next((k for k in range(i + 1, min(i + 6, len(items))) if is_quantity(items[k], "volume")), i + 6)
            behind = [x for x in items[i + 1 : other] if isinstance(x, Token)]  # "acetic acid 30 mL, 100 mL three-neck"
            words = [x.low for x in behind]
            necks = next((k for k, w in enumerate(words) if w in ("neck", "necks", "necked")), None)
            if necks is None or any(w.isalpha() and w not in (*NECK_WORDS, "with", "glass", "multi", "dry") for w in words[:necks]):
                continue  # "50 mL poured through the neck"
            beyond = [y for y in items[i + necks + 2 : i + necks + 4] if isinstance(y, Token)]
            if any(is_word(x, "receiver", "receivers", "bottle", "trap") for x in beyond):
                continue  # "a 250 mL two-neck receiver"
            named = any(x.low.rstrip("s") in VESSELS for x in [*behind[: necks + 1], *beyond])  # "500 mL 3-neck flask" names its flask
            if not named and not any(x.kind == "sub" for x in behind[: necks + 1]):
                out.append(VesselPhrase("flask", item.start, item.end, i, convert(item.value, item.unit, "volume"), item, "a"))
    for i, item in enumerate(items):  # "goes in the 250 four-neck"
        necks = next((k for k in range(i + 1, min(i + 5, len(items))) if is_word(items[k], "neck", "necks", "necked")), None)
        if (
            isinstance(item, Token) and item.kind == "num" and item.value in SIZES and float(item.value) >= 25 and necks is not None
            and is_word(at(items, i - 1), "the", "my", "a", "an", "our", ",") and all(isinstance(x, Token) and (x.kind == "num" or x.low in NECK_WORDS) for x in items[i + 1 : necks])
            and not any(_names_vessel(x) for x in items[necks + 1 : necks + 3])
        ):  # fmt: skip
            out.append(VesselPhrase("flask", item.start, item.end, i, float(item.value), None, "a"))
    for i, item in enumerate(items):  # "in seventy-five mils of acetic acid, in the 250"
        bare = isinstance(item, Token) and item.kind == "num" and float(item.value or 0.0) in BARE_SIZES
        follow = at(items, i + 1)
        if bare and i > 1 and is_word(items[i - 1], "the", "my", "a") and is_word(items[i - 2], "in", "into", "to"):
            if follow is None or (isinstance(follow, Token) and (follow.text in ".,;:)" or follow.low in ("with", "and", "then"))):
                out.append(VesselPhrase("flask", item.start, item.end, i, float(item.value or 0.0), None, "a"))  # type: ignore[union-attr]
    for i, item in enumerate(items):
        kind = _vessel(item.low) if isinstance(item, Token) else ""
        if not kind and is_word(item, "bottom", "bottomed") and is_word(at(items, i - 1), "-", "round"):
            if any(is_word(x, "round") for x in items[max(0, i - 2) : i]) and not any(_names_vessel(x) for x in items[i + 1 : i + 4]):
                kind = "flask"  # "into a quarter-litre round-bottom"
        if not kind or not isinstance(item, Token):
            continue
        if kind == "conical" and i + 1 < len(items) and is_word(items[i + 1], "flask"):
            continue
        if (
            kind == "vessel"
            and isinstance(size := at(items, i + 1), Qty)
            and size.dim == "volume"
            and (own := at(items, i + 2)) is not None
            and _names_vessel(own)
        ):
            continue  # "Vessel 500 mL flask, …"
        if kind in ("conical", "erlenmeyer") or (kind == "flask" and i and is_word(items[i - 1], "conical", "erlenmeyer")):
            kind = "conical flask"
        if kind == "volumetric" and is_word(at(items, i + 1), "flask", "flasks"):
            continue
        kind = "flask" if kind == "volumetric" else kind
        phrase = VesselPhrase(kind, item.start, item.end, i)
        for j in range(i - 1, max(-1, i - 16), -1):
            left = items[j]
            if isinstance(left, Qty):
                if left.dim == "volume":
                    phrase.qty, phrase.nominal_mL = left, convert(left.value, left.unit, "volume")
                    phrase.start = left.start
                break
            if left.kind == "num" and float(left.value or 0.0) in BARE_SIZES and is_word(at(items, j - 1), "the", "my", "a", "an", "our"):
                phrase.nominal_mL, phrase.start = float(left.value or 0.0), left.start  # "a two-fifty volumetric flask"
                break
            if left.text == "." and j and isinstance(items[j - 1], Token) and items[j - 1].low in ("r", "b", "rb"):  # type: ignore[union-attr]
                continue  # "r.b. flask"
            if left.text == "," and _neck_follows(items, j + 1):
                continue  # "a 1-L, four-necked flask"
            if (
                left.kind in ("sub", "nl")
                or left.text in (">", "->", "→", "/")  # "37 % acid 85 mL -> flask": what goes in
                or left.low in ("in", "into", "to", "onto", "the", "of", "from", "by", "via", "through", ".", ";", ",", ")")
                or (left.low in VESSELS and left.low not in ("conical", "volumetric", "erlenmeyer", "round-bottom", "rb"))
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
                and not (kind == "funnel" and _waits_for_amount(items, i))
            ):
                phrase.qty, phrase.nominal_mL = nxt, convert(nxt.value, nxt.unit, "volume")
            elif kind != "funnel" and is_word(nxt, "of", "holds", "holding") and isinstance(follow, Qty) and follow.dim == "volume":
                own = at(items, k + 2)  # "a flask of 500 mL capacity", "the flask holds 500 mL", and not "a flask of 500 mL of water"
                round_size = kind in ("flask", "beaker", "conical flask") and convert(follow.value, follow.unit, "volume") in BARE_SIZES
                told = isinstance(own, Token) and own.kind == "sub" and is_word(at(items, k + 3), "(")
                bracketed = told and round_size and not is_word(nxt, "holds")  # "in a flask of 500 mL acetanilide (13.5 g)"
                if (
                    own is None
                    or bracketed
                    or (
                        isinstance(own, Token)
                        and own.kind != "sub"
                        and own.low in (",", ".", ";", ")", "capacity", "volume", "with", "and", "in", "size")
                    )
                ):
                    phrase.qty, phrase.nominal_mL = follow, convert(follow.value, follow.unit, "volume")
        before = [x.low for x in items[max(0, i - 6) : i] if isinstance(x, Token)]
        phrase.article = "the" if "the" in before[-2:] and phrase.qty is None else "a"
        if phrase.qty is None:
            _bare_size(items, i, phrase)
        out.append(phrase)
    return [x for x in out if not any(_is_what_serves(items, x, y) for y in out)]


SERVES = {"is", "was", ":", "=", ",", "a", "an", "my", "our", "the", "one", "made", "from", "of", "simply", "just", "being", "-", "–"}


def _is_what_serves(items: list[Item], role: VesselPhrase, vessel: VesselPhrase) -> bool:
    """ "The generator is a two-neck 500 mL flask", "as reactor a 1 L beaker is used": the vessel is the flask, and the other word its part in the work."""
    if role.kind not in ("generator", "reactor", "vessel") or role.qty is not None or vessel.qty is None or not role.index < vessel.index:
        return False
    if vessel.index - role.index > 4 * ROLE_WORDS:
        return False  # another sentence: amounts and names stand between as well as words
    between = [x for x in items[role.index + 1 : vessel.index] if isinstance(x, Token)]
    said = [x for x in between if x.low not in NECK_WORDS and x.low not in ("neck", "necked", "necks", "glass", "open") and x.kind != "num"]
    return (
        len(between) <= ROLE_WORDS
        and all(x.low in SERVES for x in said)
        and any(x.low in ("is", "was", ":", "=", ",", "a", "an") for x in said)
    )


ROLE_WORDS = 9
""" "is a three - neck round - bottom": words between a part in the work and the vessel that plays it."""


NECK_WORDS = ("one", "two", "three", "four", "five", "-", "–", "‑", "round", "bottom", "bottomed")


def _neck_follows(items: list[Item], j: int) -> bool:
    """Whether a shape stands here: "four-necked", "round-bottomed", "3-neck"."""
    return any(is_word(x, "neck", "necked", "necks", "bottom", "bottomed", "jacketed", "oven", "dried") for x in items[j : j + 5])


def _names_vessel(item: Item) -> bool:
    return isinstance(item, Token) and bool(_vessel(item.low))


def _waits_for_amount(items: list[Item], i: int) -> bool:
    """ "Conc. sulfuric in the dropping funnel, sixty mils": the volume behind a funnel is of what is in it, where nothing else says how much."""
    last = next((k for k in range(i - 1, max(-1, i - 6), -1) if isinstance(x := items[k], Token) and x.kind == "sub"), None)
    return last is not None and not any(isinstance(y, Qty) for y in items[max(0, last - 3) : i])


SIZES = (5, 10, 25, 50, 100, 125, 150, 200, 250, 400, 500, 600, 800, 1000, 2000)


def _bare_size(items: list[Item], i: int, phrase: VesselPhrase) -> None:
    """ "The 250 round-bottom", "in a 250 conical": a size without its unit."""
    for j in range(i - 1, max(-1, i - 4), -1):
        x = items[j]
        if isinstance(x, Token) and x.kind == "num":
            if x.value in SIZES and float(x.value or 0) >= 25:  # type: ignore[operator]
                phrase.nominal_mL, phrase.start = float(x.value or 0.0), x.start
            return
        if not isinstance(x, Token) or x.low not in (
            "round",
            "bottom",
            "bottomed",
            "conical",
            "erlenmeyer",
            "-",
            "three",
            "neck",
            "necked",
            "rb",
            "rbf",
            "beaker",
            "flask",
            "mil",
            "ground",
            "joint",
            "glass",
        ):
            return


BOILING_BATH_C = 98.0
"""What a boiling water bath or a steam bath keeps (common practice, no source)."""
COLD_LIQUIDS = ("acetone", "ethanol", "propan-2-ol", "isopropanol", "carbon dioxide")
"""What a cold bath is made of, beside ice."""
HEATERS = {
    "mantle": "mantle",
    "hotplate": "plate",
    "hot-plate": "plate",
    "hot plate": "plate",
    "microwave": "microwave",
    "burner": "burner",
    "bunsen": "burner",
    "flame": "burner",
}


AROUND = ("outside", "around", "round", "underneath")


def _goes_into_a_bath(x: Item | None) -> bool:
    return is_word(x, "salt") or (isinstance(x, Token) and x.kind == "sub" and x.value in ("water", "sodium chloride"))


STANDS_IN = patterns.compile(
    r"(?!(?:lot|it|thing)\b (?:then |all |now )?(?:goes|went) into)(?<!pour )(?<!poured )(?<!tip )(?<!tipped )(?<!run )\b(?:flask|beaker|it|pot|vessel|whole thing|this|that|round-bottom|conical|lot)\b(?:(?! (?:pour|tip|run|quench)\w*\b).)*"
    r"\bin(?:to)? (?:an?|the|my|our) (?:[\w-]+ )?(?:- )?(?:[\w-]+ )?(?:bucket|bowl|tub|basin|tray|dish|pan|pail|sink|box|trough) (?:half )?(?:of|with|holding|containing|full of|filled with)"
    r"(?: (?:of|and|about|roughly|maybe|around|some|a|the|plenty|cold|tap|crushed|broken|water|plus))*$"
)
""" "The flask in a bucket of", "set it in a bowl with water and about": what it stands in, and ice behind it."""


def _its_temperature(items: list[Item]) -> tuple[float | None, list[Qty]]:
    """(°C, the quantity it was read from) of the first temperature among these items."""
    told = next((x for x in items if isinstance(x, Qty) and x.dim == "temperature"), None)
    return (convert(told.value, told.unit, "temperature"), [told]) if told is not None else (None, [])


LEAST_BATH_G = 400.0
"""Grams of water from which "flask in … of water" is a bath and no solution."""


def _stands_in_water(items: list[Item]) -> tuple[Bath, int, int, list[Qty]] | None:
    """ "Flask in two kilos of water at twenty degrees"."""
    for i, item in enumerate(items):
        of = i - 1 if i and is_word(items[i - 1], "of") else i
        q, place, stood = (items[of - 1], items[of - 2], items[of - 3]) if of > 2 else (None, None, None)
        if not (isinstance(item, Token) and item.value == "water" and isinstance(q, Qty) and is_word(place, "in")):
            continue
        mass = convert(q.value, q.unit, q.dim) if q.dim in ("mass", "volume") else 0.0
        dissolved = any(is_word(x, "dissolved", "suspended", "up") for x in items[:of])
        if is_word(stood, "flask", "beaker", "pot") and mass >= LEAST_BATH_G and not dissolved:
            T_C, told = _its_temperature(items[i + 1 : i + 4])
            return Bath(kind="water", water_g=mass, T_C=T_C, span=(q.start, item.end)), of - 1, i, [q, *told]
    return None


def _bowl_under(items: list[Item]) -> tuple[Bath, int, int, list[Qty]] | None:
    """ "With a bowl of three litres of water at twenty under it"."""
    for i, item in enumerate(items):
        behind = items[i + 1 : i + 12]
        q = next((x for x in behind[:3] if isinstance(x, Qty) and x.dim in ("volume", "mass")), None)
        if not is_word(item, "bowl", "basin", "tub", "pan", "tray") or q is None or not is_word(at(items, i + 1), "of", "with"):
            continue
        k = next((n for n, x in enumerate(behind) if isinstance(x, Token) and x.value == "water"), None)
        around = next((n for n, x in enumerate(behind) if is_word(x, "under", "underneath", "beneath", "round", "around", "below")), None)
        if k is None or around is None or not k < around < k + 7 or any(isinstance(x, Token) and x.value == "ice" for x in behind[:around]):
            continue
        T_C, told = _its_temperature(behind[k:around])
        bath = Bath(kind="water", water_g=convert(q.value, q.unit, q.dim), T_C=T_C, span=(item.start, behind[around].end))
        return bath, i, i + 1 + around, [q, *told]
    return None


def bath_in(items: list[Item]) -> tuple[Bath, int, int, list[Qty]] | None:
    """A bath in these items, with the ice that is in its water: "in a bowl of cold water with 200 g of ice"."""
    found = _bath_in(items)
    if found is None or found[0].kind not in ("water", "ice"):
        return found
    bath, first, last, used = found
    k = last + 1
    if is_word(at(items, k), ")"):
        k += 1
    elif is_word(at(items, k), "("):
        k = next((i + 1 for i in range(k, min(k + 5, len(items))) if is_word(items[i], ")")), k)
    j = k + 1
    while is_word(at(items, j), "some", "a", "little", "bit", "of", "handful", "crushed"):
        j += 1
    some = at(items, j)
    if is_word(at(items, k), "with", "and", "+", "plus") and isinstance(some, Token) and some.value == "ice":  # "with some ice"
        return bath.model_copy(update={"kind": "ice", "span": (items[first].start, some.end)}), first, j, used
    if (
        bath.kind == "ice"
        or not is_word(at(items, k), "with", "and", "+", "plus")
        or not isinstance(q := at(items, k + 1), Qty)
        or q.dim != "mass"
    ):
        return found
    k += 2 + is_word(at(items, k + 2), "of")
    ice = at(items, k)
    if not (isinstance(ice, Token) and ice.value == "ice"):
        return found
    bath = bath.model_copy(update={"kind": "ice", "ice_g": convert(q.value, q.unit, "mass"), "span": (items[first].start, ice.end)})
    return bath, first, k, [*used, q]


def _bath_in(items: list[Item]) -> tuple[Bath, int, int, list[Qty]] | None:
    """A bath in these items: (bath, first and last item, quantities used); None if there is none.

    "an ice bath", "ice-salt bath", "a bath of 1 kg of ice and 1 L of water", "stood in 1.5 kg of ice
    and water", "in ice".
    """
    for i, item in enumerate(items):
        if is_word(item, "bath", "baths"):
            cut = max((k for k in range(i) if is_word(items[k], ",", ";", "(")), default=-1)
            behind = items[i + 1 : i + 9]
            own = any(is_word(x, "kept", "held", "at") for x in behind) and any(is_quantity(x, "temperature") for x in behind)
            if any(is_word(x, "thermometer", "probe", "sensor", "thermocouple") for x in items[max(cut, i - 6, 0) : i]) and not own:
                continue  # where the thermometer is; the bath is told of elsewhere
            found = _named_bath(items, i)
            if found[1] < i or found[2] > i:  # "the bath" alone refers to one; it describes none
                return found
    for i, item in enumerate(items):
        if (
            isinstance(item, Token)
            and item.kind == "sub"
            and item.value == "water"
            and item.low not in ("ice water", "ice-water")
            and i > 1
            and (
                is_word(items[i - 1], "in", "into", "the", "of")
                or (is_word(items[i - 1], "with", "by") and is_word(items[i - 2], "cooled", "cooling", "chilled", "kept"))
            )
            and not any(isinstance(x, Token) and x.value == "ice" for x in items[max(0, i - 5) : i])
        ):
            lead = {x.low for x in items[max(0, i - 5) : i] if isinstance(x, Token)}
            stood = items[i - 2] if i > 1 else None
            vessel = isinstance(stood, Token) and stood.low in VESSELS and stood.low not in ("funnel", "cylinder")
            if (
                (
                    (vessel or is_word(stood, "it", "this", "them"))
                    and is_word(items[i - 1], "in", "into")
                    and item.low.split()[0] in ("cold", "warm", "hot", "tap", "iced")
                )
                or (lead & {"cooled", "cooling", "chilled"} and item.low.split()[0] in ("cold", "tap", "running", "iced"))
                or lead & {"standing", "stood", "stands", "sits", "sitting", "immersed"}
                or (item.low.split()[0] in ("warm", "hot") and is_word(items[i - 1], "the") and any(is_quantity(x, "time") for x in items))
                or ("out" in {x.low for x in items[:i] if isinstance(x, Token)} and item.low.split()[0] in ("warm", "hot", "cold"))
            ):
                return Bath(kind="water", span=(item.start, item.end)), i, i, []  # "standing in cold water"
    found_water = _stands_in_water(items) or _bowl_under(items)
    if found_water is not None:
        return found_water
    for i, item in enumerate(items):  # "in a basin of hot water"
        k = i
        while k > 1 and isinstance(x := items[k - 1], Token) and x.low in ADJECTIVES:
            k -= 1
        dish = (
            k > 2 and is_word(items[k - 1], "of", "with") and is_word(items[k - 2], "basin", "bowl", "tub", "pan", "bath", "dish", "sink")
        )
        if (
            isinstance(item, Token)
            and item.kind == "sub"
            and item.value == "water"
            and item.low not in ("ice water", "ice-water", "iced water")
            and dish
            and not any(isinstance(x, Token) and x.value == "ice" for x in items[i + 1 : i + 7])
            and any(is_word(x, "in", "into", "gets", "under", "round") for x in items[max(0, k - 5) : k - 2])
        ):
            return Bath(kind="water", span=(item.start, item.end)), i, i, []
    for i, item in enumerate(items):
        after = items[i + 1] if i + 1 < len(items) else None
        if (
            isinstance(item, Token)
            and item.kind == "sub"
            and item.value == "water"
            and item.low not in ("ice water", "ice-water", "iced water")
            and (
                (_told_in_brackets(items, i) and is_word(at(items, i + 4), "under", "underneath", "around", "round", "outside", "below"))
                or is_word(after, "underneath", "outside", "around", "below")
                or (
                    is_word(after, "round", "under", "beneath")
                    and is_word(at(items, i + 2), "it", "the", "this", "that")
                    and not (
                        is_word(at(items, i - 1), "and", "+")
                        and isinstance(ahead_of := at(items, i - 2), Token)
                        and ahead_of.value == "ice"
                    )
                )
            )
        ):
            T_C, _ = _its_temperature(items[i + 1 : i + 5])
            return Bath(kind="water", T_C=T_C, span=(item.start, after.end if after is not None else item.end)), i, i + 1, []
    for i, item in enumerate(items):
        if not (isinstance(item, Token) and item.kind == "sub" and (item.value == "ice" or item.low in ("ice water", "ice-water"))):
            continue
        before = items[i - 1] if i else None
        after = items[i + 1] if i + 1 < len(items) else None
        if _salt_beside(items, i) and (
            is_word(items[0], "bath", "cooling", "coolant", "outside", "around")
            or is_word(items[-1], *AROUND, "it")
            or (i <= 1 and (_masses(items[: i + 3])[0] or 0.0) >= LEAST_BATH_G)
            or is_word(at(items, i - 2), "in")
        ):
            return _loose_bath(items, i)  # "bath 1.5 kg ice + 400 g salt", "ice 2 kg + salt 500 g outside"
        closes = next((k for k in range(i + 2, min(i + 8, len(items))) if is_word(items[k], ")")), None) if is_word(after, "(") else None
        if closes is not None and is_word(at(items, closes + 1), *AROUND):  # "ice water (about 800 g ice) around it"
            inside = items[i + 2 : closes]
            ice, water, mine = _masses(inside)
            alone = next((x for x in inside if isinstance(x, Qty) and x.dim in AMOUNTS), None)
            if not mine and alone is not None:
                ice, mine = convert(alone.value, alone.unit, alone.dim), [alone]
            return Bath(kind="ice", ice_g=ice, water_g=water, span=(item.start, items[closes].end)), i, closes + 1, mine
        if is_word(after, "still", "all") and i + 2 < len(items):
            after = items[i + 2]  # "with the ice still around it"
        if is_word(after, "and", "+", "-", "/") and _goes_into_a_bath(at(items, i + 2)):
            beyond = i + 3
            if is_word(at(items, i + 3), "(") and is_quantity(at(items, i + 4), "mass"):
                shut = next((k for k in range(i + 5, min(i + 9, len(items))) if is_word(items[k], ")")), None)
                beyond = shut + 1 if shut is not None else beyond  # "with ice and salt (3 kg) round it"
            after = at(items, beyond) if is_word(at(items, beyond), *AROUND) else after  # "4 kg of ice and salt around it"
        if (
            is_word(before, "by", "with")
            and i > 1
            and is_word(items[i - 2], "held", "kept", "controlled", "cooled", "moderated", "checked")
        ):
            return _loose_bath(items, i)  # "45-50 °C held by ice water in portions"
        if is_word(after, "bath", "baths"):
            continue
        ahead = {x.low for x in items[:i] if isinstance(x, Token)}
        if is_word(before, "the") and i > 1 and is_word(items[i - 2], "into", "in", "on") and ahead & {"down", "stand", "sits", "back"}:
            return _loose_bath(items, i)  # "then down into the ice"
        said = " ".join(x.low for x in items[:i] if isinstance(x, Token))
        if STANDS_IN.search(said) or PUT_INTO.search(said):
            return _loose_bath(items, i)
        if is_word(after, *AROUND) or COOLED_BY.search(said):
            return _loose_bath(items, i)
        if (
            is_word(before, "(", ",")
            and (
                ahead & {"cooled", "cool", "cooling", "chilled"} or (is_word(before, "(") and is_quantity(at(items, i - 2), "temperature"))
            )
            and any(is_quantity(x, "temperature") for x in items[:i])
        ):
            beside = i + 3 if is_word(after, "and", "+", "-", "/") and _goes_into_a_bath(at(items, i + 2)) else i + 1
            ends = at(items, beside + is_word(at(items, beside), ","))
            if ends is None or is_word(ends, ")") or (isinstance(ends, Qty) and ends.dim == "mass"):
                return _loose_bath(items, i)  # "cooled to 2 °C (ice-salt, 4 kg)"
        if (
            is_word(before, "of")
            and is_word(at(items, i - 2), "tray", "bowl", "dish", "tub", "basin", "pan")
            and (i == 2 or is_word(at(items, i - 3), ","))
        ):
            return _loose_bath(items, i)  # "400 mL beaker, stirrer, tray of ice": in a list of what is set up
        if is_word(after, "cooling", "cooled") or (is_word(before, "in") and not is_word(after, "water")):
            return _loose_bath(items, i)  # "with ice cooling", "in a beaker in ice"
        k = i
        while k > 0 and (isinstance(items[k - 1], Qty) or is_word(items[k - 1], "of", "crushed")):
            k -= 1
        if (
            is_word(before, "in")
            and is_word(after, "(")
            and {"stood", "stands", "standing", "kept", "cooled", "flask"}
            & {x.low for x in items[max(0, i - 6) : i] if isinstance(x, Token)}
        ):
            return _loose_bath(items, i)
        if k < i and is_word(at(items, k - 1), "by", "with") and ahead & {"cooled", "cooling", "kept", "held", "chilled", "maintained"}:
            if not ahead & {"diluted", "added", "quenched", "mixed", "charged", "treated", "poured"}:
                return _loose_bath(items, i)  # "cooled to 0 °C by 3 kg of ice and salt"
        if (
            k < i
            and k > 0
            and is_word(items[k - 1], "in")
            and (
                _names_vessel(items[k - 2])
                or is_word(items[k - 2], "cool", "cooled", "chill", "chilled")  # "Cool in 1.5 kg of ice and 0.5 L of water"
                or is_quantity(items[k - 2], "temperature")
                or (is_word(after, "and") and i + 2 < len(items) and is_word(items[i + 2], "water"))
            )
        ):
            return _loose_bath(items, i)  # "a flask in 3 kg of ice"
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
    return _circulator_in(items) or _heater_in(items)


COOLED_BY = patterns.compile(
    r"\b(?:cooled|chilled|surrounded|packed|embedded|covered) (?:on all sides )?(?:by|with)(?: (?:of|and|about|roughly|some|a|the|crushed|broken|plenty))*$"
    r"|\b(?:flask|beaker|pot|vessel|reactor|it) (?:dips?|hangs?|sits?|stands?|rests?) in(?:to)?$"
    r"|\b(?:below|under|underneath|round|around) (?:it|the (?:flask|beaker|pot|vessel))\b.*\b(?:bowl|tub|basin|dish|pan|pail|bucket|tray) (?:of|with|holding|containing)(?: (?:about|some|crushed|of|a))*$"
)
"""A vessel that ice cools from outside."""
PUT_INTO = patterns.compile(
    r"\b(?:flask|beaker|pot|vessel|tube|reactor)s? (?:(?:was|is|were|are|then|now|again) )*(?:put|placed|set|lowered|immersed|dipped|sunk|plunged|bedded|stood)(?: down| back| again)? in(?:to)?\b[^,;]{0,45}$"
    r"|\b(?:put|place[ds]?|sets?|lower(?:ed|s)?|stand|dip(?:ped|s)?|immersed?|plunged?|bed|stood) the (?:whole )?(?:[\w-]+ )?(?:flask|beaker|pot|vessel|tube|reactor)s?(?: down)? in(?:to)?\b[^,;]{0,30}$"
    r"|\b(?:had to be|must be|has to be|was|is) (?:quickly |at once |hastily )?(?:lowered|immersed|dipped|plunged|sunk)(?: down| back)? in(?:to)?$"
)
"""A vessel that is set into ice is not poured on to it."""
CIRCULATORS = ("circulator", "cryostat", "chiller", "thermostat")


def _circulator_in(items: list[Item]) -> tuple[Bath, int, int, list[Qty]] | None:
    """ "Cooled to 0 °C with a circulator": a jacket or bath held at the temperature that is told with it."""
    for i, item in enumerate(items):
        if is_word(item, *CIRCULATORS) and any(is_word(x, "with", "by", "to", "from", "on") for x in items[max(0, i - 4) : i]):
            told = next((x for x in items if isinstance(x, Qty) and x.dim == "temperature"), None)
            T = convert(told.value, told.unit, "temperature") if told is not None else None
            return Bath(kind="thermostat", T_C=T, span=(item.start, item.end)), i, i, []
        if not is_word(item, "thermostat", "thermostatted", "jacket", *CIRCULATORS):
            continue
        k = next((k for k in range(i + 1, min(i + 7, len(items))) if not is_word(items[k], *SET_AT)), i + 1)
        at_T = at(items, k)
        if isinstance(at_T, Qty) and at_T.dim == "temperature":  # "Thermostat at 0 °C", "jacket 0 °C"
            T = convert(at_T.value, at_T.unit, "temperature")
            return Bath(kind="thermostat", T_C=T, span=(item.start, at_T.end)), i, k, [at_T]
    return None


SET_AT = ("at", "to", "is", "was", "set", "kept", "held", "brought", "adjusted", "cooled", "chilled", "warmed", "run", "running", "water", "oil", "temperature", ":", "=", "(", ",", "of", "with", "now", "then", "about")  # fmt: skip
"""Between a jacket and its temperature."""


def _heater_in(items: list[Item]) -> tuple[Bath, int, int, list[Qty]] | None:
    """ "in a heating mantle", "on a hot plate", "in a microwave"; one that is off warms nothing."""
    for i, item in enumerate(items):
        plate = (is_word(item, "plate") and is_word(at(items, i - 1), "hot")) or (  # a heat gun: from outside, how hot nobody knows
            is_word(item, "gun", "blower") and is_word(at(items, i - 1), "heat", "air")
        )
        off = any(is_word(x, "off", "cold", "unplugged") for x in items[i + 1 : i + 6]) or any(
            is_word(x, "no", "without", "neither", "nor", "not", "never") for x in items[max(0, i - 3) : i]
        )
        if isinstance(item, Token) and (plate or item.low in HEATERS) and not off:
            kind = "plate" if plate else HEATERS[item.low]
            used = any(is_word(x, "with", "over", "on", "by", "under") for x in items[max(0, i - 4) : i]) and any(
                is_word(x, "heat", "heated", "heating", "warm", "warmed", "boil", "boiled", "distilled", "distil") for x in items
            )
            if kind == "burner" and not used:
                continue  # a flame that is spoken of, or the burner of a gas line
            return Bath(kind=kind, span=(item.start, item.end)), i, i, []  # type: ignore[arg-type]
    return None


def _bare_temperature(items: list[Item], i: int) -> tuple[float | None, int]:
    """(°C, last item) of a bare number behind the word at `i`: "water bath, hot from the tap, sixty maybe", "oil bath at 120"; (None, i) without one."""
    k = i + 1
    while is_word(at(items, k), ",", "at", "hot", "warm", "from", "the", "tap", "about", "around", "say", "some", "maybe", "roughly"):
        k += 1
    number, behind = at(items, k), at(items, k + 1)
    if (
        k > i + 1
        and isinstance(number, Token)
        and number.kind == "num"
        and isinstance(number.value, float | int)
        and 25.0 <= number.value <= 250.0
        and (behind is None or is_word(behind, ".", ",", ";", ")", "maybe", "perhaps", "or", "and", "under", "round", "for"))
    ):
        return float(number.value), k
    return None, i


BATH_STUFF = ("ice", "water", "sodium chloride", "calcium chloride", *COLD_LIQUIDS)


def _of_the_batch(items: list[Item], k: int) -> bool:
    """Whether an amount stands here that is of something no bath is made of: "in ice 40 mL of sulfuric acid"."""
    if not isinstance(items[k], Qty):
        return False
    j = k + 1
    while is_word(at(items, j), "of", *ADJECTIVES) or (isinstance(q := at(items, j), Qty) and q.dim in ("percent", "molar", "normal")):
        j += 1
    x = at(items, j)
    return isinstance(x, Token) and x.kind == "sub" and x.value not in BATH_STUFF


def _named_bath(items: list[Item], i: int) -> tuple[Bath, int, int, list[Qty]]:
    first = i
    words: set[str] = set()
    used: list[Qty] = []
    temperature = None
    dry = False
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
            "acetone",
            "alcohol",
            "dry",
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
            "boiling",
            "steam",
        ) or (left.kind == "sub" and left.value in ("ice", "water", "sodium chloride", *COLD_LIQUIDS)):
            words.add(left.low)
            dry = dry or (left.kind == "sub" and left.value == "carbon dioxide")
        else:
            break
        first -= 1
    last = i
    parts: list[Item] = []
    whole = at(items, first - 3) if is_word(at(items, first - 1), "a", "an") else at(items, first - 2)
    if (
        isinstance(whole, Qty)
        and whole.dim == "mass"
        and "ice" in words
        and is_word(items[first - 1 - is_word(items[first - 1], "a", "an")], "of")
    ):
        first -= 2 + is_word(items[first - 1], "a", "an")  # "in 1.5 kg of an ice bath"
        grams = convert(whole.value, whole.unit, "mass") / 2
        kept = Bath(kind="ice-salt" if "salt" in words else "ice", ice_g=grams, water_g=grams, span=(whole.start, items[i].end))
        return kept, first, i, [*used, whole]
    if i + 2 < len(items) and is_word(items[i + 1], "at") and isinstance(items[i + 2], Qty) and items[i + 2].dim == "temperature":  # type: ignore[union-attr]
        q = items[i + 2]
        assert isinstance(q, Qty)
        dry = dry or "dry" in words
        held = "ice-salt" if "salt" in words else "dry-ice" if dry else next((k for k in ("oil", "sand") if k in words), "thermostat")
        bath = Bath(kind=held, T_C=q.value, span=(items[first].start, q.end))  # type: ignore[arg-type]
        return bath, first, i + 2, [*used, q]
    bath_stuff = BATH_STUFF if words & {"ice", "dry", "cold", "cooling"} else BATH_STUFF[:4]  # not "rinsed over the bath with acetone"
    filled = next((x for x in items[i + 2 : i + 7] if isinstance(x, Token) and x.kind == "sub"), None)
    brings = (
        filled is not None
        and (
            (is_word(at(items, i + 1), "with") and filled.value not in bath_stuff)  # "acidified in an ice bath with HCl"
            or (
                is_word(at(items, i + 1), ":") and filled.value not in (bath_stuff if "dry" in words else BATH_STUFF[:4])
            )  # "flask, ice bath: toluene 30 g"
        )
    )
    made = 1 if is_word(at(items, i + 1), "made", "prepared") and is_word(at(items, i + 2), "from", "of", "with") else 0
    if i + 1 < len(items) and not brings and (made or is_word(items[i + 1], "of", "(", "with", "holding", "containing", ":")):
        k, depth = i + 2 + made, 0
        while k < len(items) and not is_word(items[k], ".", ";") and k < i + 20:
            x = items[k]
            depth += is_word(x, "(") - is_word(x, ")")
            if depth < 0 or (is_word(x, "(") and not (isinstance(at(items, k + 1), Qty) and is_word(at(items, k + 2), ")"))):
                break
            if (
                isinstance(x, Token)
                and x.kind == "word"
                and x.low not in ("of", "and", "crushed", "in", "at", "plus", "some", "with")
                and x.low not in ADJECTIVES
            ):
                break
            if (is_word(x, ",") and not _another_part(items, k + 1)) or (parts and _of_the_batch(items, k)):
                break
            parts.append(x)
            k += 1
        while parts and not (
            isinstance(parts[-1], Qty) or is_word(parts[-1], ")") or (isinstance(parts[-1], Token) and parts[-1].kind == "sub")
        ):
            parts.pop()
        if parts:
            last = i + 1 + made + len(parts)
    dry = dry or "dry" in words
    text = " ".join(words) + " " + " ".join(p.low for p in parts if isinstance(p, Token))
    kind = (
        "dry-ice" if dry else "ice-salt" if "salt" in text or "sodium chloride" in text else "ice" if "ice" in text
        else next((k for k in ("oil", "sand") if k in text.split()), "water")
    )  # fmt: skip
    ice, water, more = _masses(parts)
    closes = next((n for n in range(last + 2, min(last + 12, len(items))) if is_word(items[n], ")")), None)
    if (
        parts and ice is None and "ice" in kind and is_word(at(items, last + 1), "(") and closes is not None
    ):  # "bath of ice and water (1 kg of ice)"
        ice, water, more = _masses(items[last + 2 : closes])
        last = closes if more else last
    if kind in ("ice", "ice-salt") and len(parts) == 1 and isinstance(parts[0], Qty) and parts[0].dim in AMOUNTS:  # "ice bath (1 kg)"
        ice = water = convert(parts[0].value, parts[0].unit, parts[0].dim) / 2
        more = [parts[0]]
    if temperature is None and ice is None and last == i and kind in ("water", "oil", "sand"):
        temperature, last = _bare_temperature(items, i)
    after = items[last + 1] if last + 1 < len(items) else None
    if temperature is None and kind == "water" and (any("boiling" in w for w in words) or "steam" in words or is_word(after, "boiling")):
        temperature = BOILING_BATH_C
    comma = at(items, last + 2) if is_word(at(items, last + 1), ",") else None
    beyond = at(items, last + 3)
    if (
        kind == "water" and last == i and isinstance(comma, Qty) and comma.dim == "volume" and convert(comma.value, comma.unit, "volume") >= 400.0
        and (beyond is None or is_word(beyond, ".", ",", ";", ")"))
    ):  # "water bath, two litres"  # fmt: skip
        water, more, last = convert(comma.value, comma.unit, "volume"), [*more, comma], last + 2
    if kind == "water" and len(parts) == 1 and isinstance(parts[0], Qty) and parts[0].dim in AMOUNTS:  # "water bath (4 L)"
        water, more = convert(parts[0].value, parts[0].unit, parts[0].dim), [parts[0]]
    for q in parts:
        if isinstance(q, Qty) and q.dim == "temperature":
            temperature = q.value
            more.append(q)
    behind = last + (2 if last + 2 < len(items) and is_word(items[last + 1], ",") else 1)
    if last == i and ice is None and kind in ("ice", "ice-salt") and behind < len(items) and isinstance(items[behind], Qty):
        q = items[behind]
        assert isinstance(q, Qty)
        stuff = behind
        while stuff + 1 < len(items) and (
            is_word(items[stuff + 1], "of", "crushed", "and", "+", "&", "/", "with", "in")
            or (isinstance(x := items[stuff + 1], Qty) and x.dim in AMOUNTS)
            or (isinstance(x, Token) and x.kind == "sub" and x.value in ("ice", "water", "sodium chloride"))
        ):
            stuff += 1
        said = {x.value for x in items[behind : stuff + 1] if isinstance(x, Token) and x.kind == "sub"}
        ends = stuff + 1 == len(items) or is_word(items[stuff + 1], ".", ",", ";", ")")
        of = at(items, behind + 1)
        goes_on = (
            isinstance(of, Qty)
            or is_word(of, "of", "crushed", "and", "+", "&", "/", "saturated")
            or (isinstance(of, Token) and (of.kind == "sub" or (of.kind == "word" and of.low in ADJECTIVES)))
        )  # "ice bath, 100 mL saturated ammonium chloride"
        if q.dim in AMOUNTS and not goes_on:  # "ice bath 2 kg", "ice bath 2 kg in a tray"
            ice = water = convert(q.value, q.unit, q.dim) / 2
            last, more = behind, [*more, q]
        elif q.dim in AMOUNTS and "ice" in said and ends:  # "ice bath, 3 kg ice + water"
            ice, water, told = _masses(items[behind : stuff + 1])
            last, more = stuff, [*more, *told]
    beyond = at(items, last + 3)
    if (
        parts and kind == "ice" and ice is None and isinstance(told_mass := at(items, last + 2), Qty) and told_mass.dim == "mass"
        and is_word(at(items, last + 1), ",") and (beyond is None or is_word(beyond, ".", ",", ";", ")"))
    ):  # "Bath: ice and water, 1.5 kg"  # fmt: skip
        joint = convert(told_mass.value, told_mass.unit, "mass")
        ice = water = joint / 2 if "water" in text else joint
        water = water if "water" in text else None
        more, last = [*more, told_mass], last + 2
    bare = at(items, last + 1)
    if (
        temperature is None
        and kind in ("oil", "sand", "water")
        and last == i
        and isinstance(bare, Token)
        and bare.kind == "num"
        and 25 <= float(bare.value or 0) <= 250
    ):
        then = at(items, last + 2)
        if then is None or is_word(then, ",", ".", ";", ")", "for"):
            temperature, last = float(bare.value or 0.0), last + 1  # "oil bath 130"
    end = items[last].end
    bath = Bath(kind=kind, ice_g=ice, water_g=water, T_C=temperature, span=(items[first].start, end))  # type: ignore[arg-type]
    return bath, first, last, used + more


def _another_part(items: list[Item], k: int) -> bool:
    """Whether a bath's next part stands at `k`: "…, 300 g of salt", "…, salt 300 g"."""
    x = at(items, k)
    if (_goes_into_a_bath(x) or getattr(x, "value", None) == "ice") and isinstance(q := at(items, k + 1), Qty) and q.dim in AMOUNTS:
        return True
    of = k + 1 + is_word(at(items, k + 1), "of")
    return (
        isinstance(q := at(items, k), Qty)
        and q.dim in AMOUNTS
        and (_goes_into_a_bath(at(items, of)) or getattr(at(items, of), "value", None) == "ice")
    )


def _masses(parts: list[Item]) -> tuple[float | None, float | None, list[Qty]]:
    """Grams of ice and of water in a list of bath parts; a joint mass is halved (handbook 2.4)."""
    ice = water = None
    used: list[Qty] = []
    pending: Qty | None = None
    names: list[str] = []
    if len(parts) > 1 and isinstance(parts[0], Token) and parts[0].kind == "sub" and isinstance(parts[1], Qty):  # "ice 500 g, salt 150 g"
        parts = [p for p in parts if isinstance(p, Qty) or (isinstance(p, Token) and p.kind == "sub")]
        pairs = [p for a, b in pairwise(parts) if isinstance(a, Token) and isinstance(b, Qty) for p in (b, a)]
        parts = [*pairs, *([parts[-1]] if isinstance(parts[-1], Token) else [])]
    for n, p in enumerate(parts):
        if isinstance(p, Qty) and p.dim in AMOUNTS and n > 1 and is_word(parts[n - 1], "(") and names:  # "of ice (1 kg)"
            used.append(p)
            ice = convert(p.value, p.unit, p.dim) if names[-1] == "ice" else ice
            water = convert(p.value, p.unit, p.dim) if names[-1] == "water" else water
        elif isinstance(p, Qty) and p.dim in AMOUNTS:
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
    spare = any(is_word(p, "some", "enough", "little", "bit") for p in parts)  # "200 g of ice and some water"
    if ice is not None and water is None and not spare and "water" in names and names.index("ice") < names.index("water"):
        ice, water = ice / 2, ice / 2
    return ice, water, used


def _told_in_brackets(items: list[Item], i: int) -> bool:
    """ "Warm water (60 °C) under the generator": a temperature in brackets behind the word at `i`."""
    return is_word(at(items, i + 1), "(") and is_quantity(at(items, i + 2), "temperature") and is_word(at(items, i + 3), ")")


def _salt_beside(items: list[Item], i: int) -> bool:
    """Whether salt by its mass stands beside the ice at `i`, with nothing else between but amounts: both of a bath."""
    k = i + 1
    of = i - 1 if is_word(at(items, i - 1), "of") else i
    weighed = is_quantity(at(items, of - 1), "mass") or is_quantity(at(items, k), "mass")
    while k < len(items) and (is_quantity(items[k], "mass") or is_word(items[k], "and", "+", "&", "with", ",", "of", "plus", "/", "a")):
        k += 1
    x = at(items, k)
    salted = is_word(x, "salt") or (isinstance(x, Token) and x.value == "sodium chloride")
    return (
        weighed
        and salted
        and (is_quantity(at(items, k - 1 - is_word(at(items, k - 1), "of")), "mass") or is_quantity(at(items, k + 1), "mass"))
    )


def _loose_bath(items: list[Item], i: int) -> tuple[Bath, int, int, list[Qty]]:
    first = i
    while first > 0 and (isinstance(items[first - 1], Qty) or is_word(items[first - 1], "of", "crushed", "a", "scoop", "some")):
        if isinstance(items[first - 1], Qty) and items[first - 1].dim != "mass":  # type: ignore[union-attr]
            break
        first -= 1
    while is_word(items[first], "of", "a"):
        first += 1
    k = first
    while k > 1 and is_word(items[k - 1], *APPROX):
        k -= 1
    if k > 1 and is_word(items[k - 1], "and", "+", "plus", "with") and isinstance(w := items[k - 2], Token) and w.value == "water":
        first = k - 2  # "in a bowl with water and about a pound of ice"
    last = i
    k = i + 1
    while (
        k < len(items)
        and k < i + 6
        and not _of_the_batch(items, k)
        and (
            (isinstance(items[k], Qty) and items[k].dim in AMOUNTS)  # type: ignore[union-attr]
            or is_word(items[k], "and", "of", "-", "–", "/", "+", "&")
            or (is_word(items[k], ",") and is_quantity(at(items, k + 1), "mass") and is_word(at(items, k + 2), "salt"))
            or _goes_into_a_bath(items[k])
            or (
                is_word(items[k], "with")
                and is_quantity(at(items, k + 1), "mass")
                and any(_goes_into_a_bath(x) for x in items[k + 2 : k + 4])
            )
        )
    ):
        if not is_word(items[k], "and", "of", "-", "–", "/", "+", "&", "with", ","):
            last = k
        k += 1
    while (
        is_word(at(items, last + 1), "(")
        and isinstance(q := at(items, last + 2), Qty)
        and q.dim in AMOUNTS
        and is_word(at(items, last + 3), ")")
    ):
        last += 3  # "stood in ice (1 kg) and water (500 mL)"
        if is_word(at(items, last + 1), "and", "+") and _goes_into_a_bath(at(items, last + 2)):
            last += 2
    parts = items[first : last + 1]
    ice, water, used = _masses(parts)
    whole, ends = at(items, last + 2), at(items, last + 3)
    if ice is None and is_word(at(items, last + 1), ",") and isinstance(whole, Qty) and whole.dim == "mass":
        if ends is None or is_word(ends, ")", ".", ",", ";"):  # "cooled to 2 °C (ice-salt, 4 kg)"
            ice = convert(whole.value, whole.unit, "mass")
            if any(is_word(x, "salt") or (isinstance(x, Token) and x.value in ("sodium chloride", "water")) for x in parts):
                ice = water = ice / 2
            used, last = [*used, whole], last + 2
    closes = next((n for n in range(last + 2, min(last + 12, len(items))) if is_word(items[n], ")")), None)
    if ice is None and is_word(at(items, last + 1), "(") and closes is not None:  # "a bowl of ice and water (about 300 g of ice, one tray)"
        inside = items[last + 2 : closes]
        told, more, mine = _masses(inside)
        alone = [x for x in inside if isinstance(x, Qty) and x.dim == "mass"]
        if told is None and len(alone) == 1 and not any(isinstance(x, Token) and x.kind == "sub" for x in inside):
            told, mine = convert(alone[0].value, alone[0].unit, "mass"), alone  # "a scoop of ice (about 200 g)"
        ice, water, used, last = (told, more, mine, closes) if told is not None else (ice, water, used, last)
    more = last + 3 + is_word(at(items, last + 3), "of")
    if ice is None and is_word(at(items, last + 1), "with") and isinstance(q := at(items, last + 2), Qty) and q.dim == "mass":
        if isinstance(x := at(items, more), Token) and x.value == "ice":  # "a bowl of ice and water with a kilo of ice in it"
            ice, used, last = convert(q.value, q.unit, "mass"), [q], more
    if ice is None and water is not None and is_word(items[i], "ice water", "ice-water"):
        ice, water = water / 2, water / 2  # "standing in ice water (1 kg)": both together
    salt = any(is_word(p, "salt") or (isinstance(p, Token) and p.value == "sodium chloride") for p in parts)
    joint = [p for p in parts if isinstance(p, Qty) and p.dim in AMOUNTS]
    if salt and ice is None and water is None and len(joint) == 1:  # "in ice and salt (1.5 kg)"
        ice = water = convert(joint[0].value, joint[0].unit, joint[0].dim) / 2
        used = joint
    bath = Bath(kind="ice-salt" if salt else "ice", ice_g=ice, water_g=water, span=(items[first].start, items[last].end))
    return bath, first, last, used
