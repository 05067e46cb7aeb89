"""Curves from files: columns of a CSV with their units, or JCAMP-DX; one sentence for what cannot be one.

JCAMP-DX: R. S. McDonald, P. A. Wilks, Appl. Spectrosc. 42 (1988) 151; read by the library `jcamp`.
"""

from __future__ import annotations

import csv
import io
import math
import re
from pathlib import PurePath
from typing import Any, Literal

import numpy as np

from northsquall.procedure import Curve

MAX_BYTES = 5_000_000
LEAST = 20
KEPT = 600
"""Points kept of a curve; a denser one is thinned, by the mean of neighbours where it is no adiabatic run."""
TIMES = {"s": 1.0, "sec": 1.0, "second": 1.0, "seconds": 1.0, "min": 60.0, "minute": 60.0, "minutes": 60.0, "h": 3600.0, "hr": 3600.0, "hour": 3600.0, "hours": 3600.0}  # fmt: skip
FLOWS = {
    "w": 1.0,
    "watt": 1.0,
    "watts": 1.0,
    "mw": 1e-3,
    "w/g": 1.0,
    "mw/mg": 1.0,
    "w/kg": 1e-3,
    "j/s": 1.0,
    "milliwatt": 1e-3,
    "milliwatts": 1e-3,
}
PER_GRAM = ("w/g", "mw/mg", "w/kg")
TEMPERATURES = {"°c": 0.0, "c": 0.0, "degc": 0.0, "celsius": 0.0, "deg c": 0.0, "degrees c": 0.0, "k": -273.15, "kelvin": -273.15}
Kind = Literal["scan", "reaction", "adiabatic"]
NEEDS = {
    "scan": "temperature (°C or K) and heat flow (W/g, mW/mg, mW or W)",
    "reaction": "time (s, min or h) and heat flow (W or mW)",
    "adiabatic": "time (s, min or h) and temperature (°C or K)",
}


class CurveError(ValueError):
    """A file that is no such curve: one sentence with what was given, where, and what was expected."""


def curve_of(name: str, raw: bytes, kind: Kind) -> Curve:
    """The curve of a file. Raises CurveError. Times come back in s, temperatures in °C, heat flow in W or W/g."""
    shown = PurePath(name).name or "the file"
    if len(raw) > MAX_BYTES:
        raise CurveError(f"{shown} has {len(raw) / 1e6:.1f} MB; at most {MAX_BYTES // 1_000_000} MB is read")
    if not raw.strip():
        raise CurveError(f"{shown} is empty; {NEEDS[kind]} were expected")
    try:
        text = raw.decode("utf-8-sig")
    except UnicodeDecodeError:
        text = raw.decode("latin-1")
    if "\0" in text:
        raise CurveError(f"{shown} is no text; CSV or JCAMP-DX was expected")
    x, y, x_unit, y_unit = _jcamp(shown, text) if text.lstrip().startswith("##") else _columns(shown, text, kind)
    return _settled(shown, kind, x, y, x_unit, y_unit)


def _jcamp(shown: str, text: str) -> tuple[np.ndarray, np.ndarray, str, str]:
    import jcamp  # type: ignore[import-untyped]  # needed only here

    if "##END" not in text.upper():
        raise CurveError(f"{shown} breaks off: a JCAMP-DX file ends with ##END=")
    try:
        found: dict[str, Any] = jcamp.read(io.StringIO(text))
        x, y = np.asarray(found["x"], dtype=float), np.asarray(found["y"], dtype=float)
    except Exception as exc:
        raise CurveError(
            f"{shown} is no JCAMP-DX that can be read; ##XYDATA or ##XYPOINTS with ##XUNITS and ##YUNITS was expected"
        ) from exc
    if len(x) != len(y):
        raise CurveError(f"{shown} has {len(x)} values of x and {len(y)} of y; as many of each were expected")
    count = found.get("npoints")
    if isinstance(count, (int, float)) and int(count) != len(x):
        raise CurveError(f"{shown} says ##NPOINTS={int(count)} and holds {len(x)}; it is cut short or damaged")
    return x, y, str(found.get("xunits", "")), str(found.get("yunits", ""))


UNIT = (r"[\[(]\s*([^\])]+?)\s*[\])]", r"\s*/\s*(°?[A-Za-z]+(?:/[A-Za-z]+)?)$", r"\bin\s+(\S+)$")


def _unit_of(head: str) -> str:
    """The unit in a column's head: "Heat flow (W/g)", "T/°C", "time [min]", or a bare unit."""
    word = head.strip()
    said = [word, *(m[1] for m in (re.search(x, word) for x in UNIT) if m), word.rsplit(" ", 1)[-1].rsplit("_", 1)[-1]]
    return next((u for u in (x.strip().lower() for x in said) if u in TIMES or u in FLOWS or u in TEMPERATURES), "")


def _number(cell: str, comma: bool) -> float | None:
    cell = cell.strip().strip('"')
    try:
        return float(cell.replace(",", ".") if comma else cell)
    except ValueError:
        return None


def _columns(shown: str, text: str, kind: Kind) -> tuple[np.ndarray, np.ndarray, str, str]:
    lines = [x for x in text.splitlines() if x.strip() and not x.lstrip().startswith("#")]
    sample = lines[len(lines) // 2] if lines else ""
    sep = next((s for s in (";", "\t", ",") if s in sample), ",")
    comma = sep != "," and "," in sample
    rows = list(csv.reader(lines, delimiter=sep))
    first = next((i for i, r in enumerate(rows) if len(r) >= 2 and all(_number(c, comma) is not None for c in r[:2])), None)
    if first is None:
        raise CurveError(f"{shown} holds no rows of numbers; two columns were expected: {NEEDS[kind]}")
    heads = rows[first - 1] if first > 0 else []
    units = [_unit_of(h) for h in heads]
    if len(units) >= 2 and not any(units) and first > 1:
        heads = rows[first - 2]
        units = [_unit_of(h) for h in heads]
    wanted_x, wanted_y = (TEMPERATURES, FLOWS) if kind == "scan" else (TIMES, FLOWS if kind == "reaction" else TEMPERATURES)
    ix = next((i for i, u in enumerate(units) if u in wanted_x), None)
    iy = next((i for i, u in enumerate(units) if u in wanted_y and i != ix), None)
    if ix is None or iy is None:
        said = ", ".join(h.strip() for h in heads if h.strip()) or "none"
        raise CurveError(f"{shown} has the column heads {said}; heads with units were expected: {NEEDS[kind]}")
    x, y = [], []
    for n, row in enumerate(rows[first:], first + 1):
        a, b = (_number(row[i], comma) if i < len(row) else None for i in (ix, iy))
        if a is None or b is None or not math.isfinite(a) or not math.isfinite(b):
            raise CurveError(f"{shown}, row {n}: “{sep.join(row)[:60]}”; a number in each of the two columns was expected")
        x.append(a)
        y.append(b)
    return np.array(x), np.array(y), units[ix], units[iy]


def _settled(shown: str, kind: Kind, x: np.ndarray, y: np.ndarray, x_unit: str, y_unit: str) -> Curve:
    """In the curve's own units, rising in x, thinned."""
    if len(x) < LEAST:
        raise CurveError(f"{shown} has {len(x)} points; at least {LEAST} were expected")
    if not (np.isfinite(x).all() and np.isfinite(y).all()):
        raise CurveError(f"{shown} holds values that are no numbers")
    xu, yu = x_unit.strip().lower(), y_unit.strip().lower()
    if kind == "scan":
        if xu not in TEMPERATURES or yu not in FLOWS:
            raise CurveError(f"{shown} has the units {x_unit or 'none'} and {y_unit or 'none'}; {NEEDS[kind]} were expected")
        x, y = x + TEMPERATURES[xu], y * FLOWS[yu]
    else:
        ok = yu in FLOWS and yu not in PER_GRAM if kind == "reaction" else yu in TEMPERATURES
        if xu not in TIMES or not ok:
            raise CurveError(f"{shown} has the units {x_unit or 'none'} and {y_unit or 'none'}; {NEEDS[kind]} were expected")
        x = x * TIMES[xu]
        y = y * FLOWS[yu] if kind == "reaction" else y + TEMPERATURES[yu]
    back = np.nonzero(np.diff(x) <= 0)[0]
    if len(back):
        raise CurveError(f"{shown}: x does not rise at point {int(back[0]) + 2}; a curve in the order of its {'temperature' if kind == 'scan' else 'time'} was expected")  # fmt: skip
    if len(x) > KEPT and kind == "adiabatic":  # evenly along the curve: its last minute rises as much as its first day
        way = np.concatenate([[0.0], np.cumsum(np.abs(np.diff(x)) / np.ptp(x) + np.abs(np.diff(y)) / max(float(np.ptp(y)), 1e-9))])
        kept = np.unique(np.searchsorted(way, np.linspace(0.0, way[-1], KEPT)).clip(0, len(x) - 1))
        x, y = x[kept], y[kept]
    elif len(x) > KEPT:
        parts = np.array_split(np.arange(len(x)), KEPT)
        x, y = np.array([x[p].mean() for p in parts]), np.array([y[p].mean() for p in parts])
    return Curve(
        kind=kind,
        name=shown,
        x=[round(float(v), 5) for v in x],
        y=[float(f"{v:.6g}") for v in y],
        per_gram=kind == "scan" and yu in PER_GRAM,
    )
