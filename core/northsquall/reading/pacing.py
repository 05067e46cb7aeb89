"""How an addition is paced: portions, the time between them, drops a second; from the step's own words."""

from __future__ import annotations

import re

from northsquall import patterns
from northsquall.procedure import Material, Quantity, Step
from northsquall.procedure.units import WRITTEN_MASS, WRITTEN_VOLUME, convert, dimension
from northsquall.reading.tokens import NUMBER_WORDS, SMALL_FRACTIONS

COUNT = r"(\d{1,3}|" + "|".join(w for w in NUMBER_WORDS if w not in ("zero", "one")) + r")"
PIECES = r"(?:portions|lots|batches|increments|spoonfuls|shots|parts|pieces|bits|lumps|chips|slices|goes)"
IN_COUNT = patterns.compile(
    rf"(?:\b(?:in|as|by)\s+(?:about\s+)?|\A\W*|[,(;:]\s*)(?<!\bof )(?<!\bwith ){COUNT}\s+(?:equal\s+|small\s+|little\s+|roughly\s+equal\s+)*{PIECES}\b|\b{PIECES},?\s+{COUNT}\s+of\s+them\b",
    re.I,
)
ABOUT = r"(?:(?:about|approximately|roughly|circa)\s+|(?:ca|approx)\.?\s*|~\s*)?"
SIZED = rf"{ABOUT}(\d+(?:[.,]\d+)?)[\s-]*({WRITTEN_MASS}|{WRITTEN_VOLUME})"
BY_SIZE = patterns.compile(
    rf"\b(?:in|of)\s+{SIZED}[\s-]+{PIECES}\b|{PIECES}\s+of\s+{SIZED}(?![\w-])|(?<![\w.,]){SIZED}\s+at\s+a\s+time\b",
    re.I,
)
SHARE = patterns.compile(r"\b(?:a|one) (half|third|quarter|fifth|sixth|tenth) at a time\b|\b(?:in) (halves|thirds|quarters|fifths)\b", re.I)
SPAN = rf"({COUNT}|\d+[.,]\d+|half(?:\s+an?)?|an?)[-\s]*(seconds?|secs?|s|min(?:ute)?s?|h(?:ours?|rs?)?)"
APART = patterns.compile(
    rf"\b(?:every|at\s+intervals\s+of|each)\s+{ABOUT}{SPAN}\b|\b{SPAN}\s+(?:apart|between)\b|\b{SPAN}\s+(?:intervals|pauses)\b|\b(?:one|a\s+portion|each|every)\s+(?:(?:a|per)\s+)?(minute)\b",
    re.I,
)
PER_SECOND = patterns.compile(rf"\b(?:{COUNT}|a)\s+drops?\s+(?:per|a|each|every|/)\s*(second|sec|s|minute|min)\b", re.I)

RATE = patterns.compile(
    rf"(?<![\w.,]){ABOUT}({COUNT[1:-1]}|a|one|half a|\d+[.,]\d+)(?:\s?(?:-|–|to)\s?(\d+(?:[.,]\d+)?))?[\s-]*({WRITTEN_VOLUME})\s?(?:/|per|an?|each|every)\s?(s|sec|second|min|minute|h|hr|hour)\b",
    re.I,
)
"""Volume per time: "0.25 mL/min", "three mils a minute", "15 mL per hour"."""
OF_A_STREAM = patterns.compile(
    r"\b(?:nitrogen|argon|helium|N2|air|gas|oxygen|hydrogen|chlorine|carbon (?:di|mon)oxide|stream|sweep|purge|condenser|cooling water|water through)\b[^,;|]{0,22}\||\|\s?(?:of |for the )?(?:nitrogen|argon|N2|air|gas)\b",
    re.I,
)
"""Before a rate ("|") or behind it: it is a gas's or the cooling water's."""
OF_THE_FEED = patterns.compile(r"\s*(?:(?:feed|dosing|addition|pump)(?:ing)? )?(?:rate|speed)\b", re.I)


def _number(word: str) -> float:
    return float(word) if word[0].isdigit() else float(NUMBER_WORDS.get(word.lower(), 1))


def portions_of(step: Step, materials: list[Material]) -> int | None:
    """How many portions a step is added in; None where it does not say, or where the size of one is more than there is."""
    if m := IN_COUNT.search(step.text):
        count = _number(m[1] or m[2])
        return int(count) if count > 1 else None
    if m := SHARE.search(step.text):
        return round(1.0 / SMALL_FRACTIONS[(m[1] or m[2]).lower().replace("halves", "half")])
    if m := BY_SIZE.search(step.text):
        size = float(next(x for x in (m[1], m[3], m[5]) if x).replace(",", "."))
        unit = next(x for x in (m[2], m[4], m[6]) if x)
        dim = dimension(unit)
        whole = sum(_in(x, dim) for x in materials)
        count = round(whole / convert(size, unit, dim)) if size > 0 else 0
        return count if 1 < count <= 100 else None
    return None


def _in(m: Material, kind: str) -> float:
    """Grams or millilitres of a material as written; 0 where it is told otherwise."""
    q = m.amount
    return convert(q.value, q.unit, kind) if q is not None and dimension(q.unit) == kind else 0.0


def apart_of(step: Step, source: str) -> Quantity | None:
    """Minutes from portion to portion, where the step's sentence says them."""
    end = patterns.compile(r"[;\n]|\.(?!\d)").search(source, step.span[1])
    stop = end.start() if end else len(source)
    m = APART.search(source, step.span[0], stop)
    if m is None:
        return None
    said = [x for x in m.groups() if x]
    minutes = {"s": 1 / 60, "m": 1.0, "h": 60.0}[said[-1][0].lower()]
    word = said[0].lower()
    number = 0.5 if word.startswith("half") else 1.0 if word in ("a", "an", "minute") else _number(word.replace(",", "."))
    return Quantity(value=number * minutes, unit="min", span=m.span())


def fed_in(step: Step, source: str, end: int, volume_mL: float) -> Quantity | None:
    """Minutes that a volume takes at the rate that is written for a step before `end` in its sentence; None where none is."""
    stop = patterns.compile(r"[;\n]|\.(?!\d)").search(source, max(step.span[1] - 1, step.span[0]))
    if stop is not None and OF_THE_FEED.match(source, stop.end()):  # "… is added at 5 °C. Rate: 0.25 mL/min."
        stop = patterns.compile(r"[;\n]|\.(?!\d)").search(source, stop.end())
    stops = min(end, stop.start() if stop else len(source))
    m = next(
        (
            x
            for x in RATE.finditer(source, step.span[0], stops)
            if not OF_A_STREAM.search(source[max(step.span[0], x.start() - 30) : x.start()] + "|" + source[x.end() : x.end() + 14])
        ),
        None,
    )
    if m is None:
        return None
    per_min = convert(1.0, m[3], "volume") / (convert(1.0, m[4], "time") / 60.0)
    first = 0.5 if m[1].lower() == "half a" else _number(m[1].replace(",", "."))
    rates = sorted(per_min * x for x in (first, *([float(m[2].replace(",", "."))] if m[2] else [])))
    if rates[0] <= 0:
        return None
    q = Quantity(value=2 * volume_mL / (rates[0] + rates[-1]), unit="min", span=m.span())
    return q.model_copy(update={"low": volume_mL / rates[-1], "high": volume_mL / rates[0]}) if len(rates) > 1 else q


def drops_per_min(step: Step) -> float | None:
    """Drops a minute, from "two drops a second"; None without such words."""
    m = PER_SECOND.search(step.text)
    if m is None:
        return None
    return (_number(m[1]) if m[1] else 1.0) * (60.0 if m[2].lower().startswith("s") else 1.0)
