"""Temperatures, times, the thermometer's place and results; and the step they belong to."""

from __future__ import annotations

from itertools import pairwise

from northsquall.procedure import Quantity, Step
from northsquall.procedure.units import convert
from northsquall.reading import lexicon as lex
from northsquall.reading.account import Account, Clause
from northsquall.reading.phrases import Qty, is_word
from northsquall.reading.tokens import Token


def temperatures_in(clause: Clause) -> tuple[Quantity | None, Quantity | None, list[Qty]]:
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


def durations_in(clause: Clause) -> tuple[Quantity | None, list[Qty]]:
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


SHORT_STEP = {"recrystallise": "filter", "wash": "filter", "mix": "add", "pour": "transfer"}


def new_step(account: Account, clause: Clause, kind: str, **more: object) -> Step:
    """The step of a clause with its times, temperatures, stirring and cooling; appended to the document."""
    text = account.source[clause.start : clause.end]
    window, limit, t_used = temperatures_in(clause)
    duration, d_used = durations_in(clause)
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


def read_sensor(account: Account, text: str, start: int) -> bool:
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


def read_result(account: Account, clause: Clause, text: str) -> bool:
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
