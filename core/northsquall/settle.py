"""Changes to a procedure: values by path (`--set`), and words in its text."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Any

from northsquall import patterns
from northsquall.assessment import TextEdit
from northsquall.procedure import Assumption, Edit, Procedure, Quantity

PATH = patterns.compile(r"(steps|materials|vessels)\[(\d+)\]\.([A-Za-z_.]+)")
QUANTITIES = {"duration_min": ("duration", "min"), "T_limit_C": ("T_limit", "°c"), "T_C": ("T_range", "°c")}
BATH = {"bath.ice_g", "bath.water_g", "bath.T_C"}


class SettingError(ValueError):
    """A path or a value that cannot be set. The message says which, and what was expected."""


def set_value(procedure: Procedure, path: str, written: str) -> None:
    """Set one value in place: `steps[3].duration_min`, `vessels[0].bath.ice_g`, `assumptions.U_stirred_W_m2K`.

    Indices count from 0. Raises SettingError for a path that is none or a value that is no number.
    """
    try:
        value = float(written)
    except ValueError as exc:
        raise SettingError(f"--set {path}={written}: a number was expected") from exc
    if path.startswith("assumptions."):
        procedure.assumptions.append(Assumption(path=path, value=value, why="replaced by the reviewer", by="reviewer"))
        return
    m = PATH.fullmatch(path)
    items: list[Any] = getattr(procedure, m.group(1)) if m else []
    if not m or int(m.group(2)) >= len(items):
        raise SettingError(
            f"--set {path}: no such place; expected e.g. steps[3].duration_min, vessels[0].bath.ice_g, materials[1].amount or assumptions.rate_k"
        )
    item, key = items[int(m.group(2))], m.group(3)
    if key in QUANTITIES and m.group(1) == "steps":
        name, unit = QUANTITIES[key]
        old = getattr(item, name)
        setattr(item, name, Quantity(value=value, unit=unit, span=old.span if old else None))
    elif key == "amount" and m.group(1) == "materials" and item.amount is not None:
        item.amount = item.amount.model_copy(update={"value": value, "low": None, "high": None})
    elif key in BATH and m.group(1) == "vessels" and item.bath is not None:
        setattr(item.bath, key.split(".")[1], value)
        if key == "bath.T_C":  # a bath held at a temperature is a thermostat, whatever it was
            item.bath.kind, item.bath.ice_g, item.bath.water_g = "thermostat", None, None
    elif key == "nominal_mL" and m.group(1) == "vessels":
        item.nominal_mL = value
    else:
        raise SettingError(f"--set {path}: {m.group(1)}[{m.group(2)}] has no {key} to set")


def apply_edits(
    text: str, edits: Iterable[TextEdit], by: str, at: str, why: str = "", before: Iterable[Edit] = ()
) -> tuple[str, list[Edit]]:
    """The text with new words in it, and the record that keeps the author's words readable.

    Edits must not overlap; earlier records (`before`) are carried along to their new places, and a place
    edited twice keeps the first author's words. Raises SettingError for a span outside the text.
    """
    ordered = sorted(edits, key=lambda e: e.start)
    carried = list(before)
    out, position, records = "", 0, []
    for e in ordered:
        if e.start < position or e.end < e.start or e.end > len(text):
            raise SettingError(f"the change at {e.start}–{e.end} lies outside the text of {len(text)} characters, or overlaps another")
        out += text[position : e.start]
        inside = [r for r in carried if r.span[0] < e.end and r.span[1] > e.start]
        was = inside[0].was if inside and inside[0].span == (e.start, e.end) else text[e.start : e.end]
        carried = [r for r in carried if r not in inside]
        records.append(Edit(span=(len(out), len(out) + len(e.text)), was=was, by=by, at=at, why=why))
        out += e.text
        position = e.end
    out += text[position:]

    def moved(offset: int) -> int:
        return offset + sum(len(e.text) - (e.end - e.start) for e in ordered if e.end <= offset)

    kept = [r.model_copy(update={"span": (moved(r.span[0]), moved(r.span[1]))}) for r in carried]
    return out, sorted([*kept, *records], key=lambda r: r.span)
