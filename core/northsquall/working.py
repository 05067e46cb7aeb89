"""A figure that carries its own working: low, best and high, with the inputs they came from."""

from __future__ import annotations

from typing import Literal, overload

from pydantic import BaseModel, ConfigDict

Origin = Literal["procedure", "catalogue", "assumed", "computed", "laboratory", "reviewer"]


class Input(BaseModel):
    """One input of a working: what it is, its value with unit, and where it came from."""

    model_config = ConfigDict(extra="forbid")

    name: str
    value: float | str | None
    unit: str = ""
    origin: Origin
    note: str = ""
    path: str | None = None
    """Path of the assumption that a reviewer can replace, as `--set` takes it."""
    span: tuple[int, int] | None = None


class Working(BaseModel):
    """Expression, inputs and sources behind a figure."""

    model_config = ConfigDict(extra="forbid")

    expression: str
    inputs: list[Input] = []
    sources: list[str] = []


class Figure(BaseModel):
    """A value as low / best / high in one unit. Not established: nulls and a reason, never zero."""

    model_config = ConfigDict(extra="forbid")

    low: float | None
    best: float | None
    high: float | None
    unit: str
    established: bool = True
    reason: str | None = None
    working: Working | None = None


def figure(
    best: float,
    unit: str,
    *,
    low: float | None = None,
    high: float | None = None,
    expression: str = "",
    inputs: list[Input] | None = None,
    sources: list[str] | None = None,
) -> Figure:
    """An established figure; `low` and `high` default to `best`. Any unit; no conversion is made."""
    low = best if low is None else low
    high = best if high is None else high
    working = Working(expression=expression, inputs=inputs or [], sources=sources or []) if expression else None
    return Figure(low=min(low, best), best=best, high=max(high, best), unit=unit, working=working)


def not_established(unit: str, reason: str) -> Figure:
    """A figure that could not be had, and why."""
    return Figure(low=None, best=None, high=None, unit=unit, established=False, reason=reason)


@overload
def significant(x: float, digits: int = 3) -> float: ...
@overload
def significant(x: None, digits: int = 3) -> None: ...
def significant(x: float | None, digits: int = 3) -> float | None:
    """Rounded to significant figures; None stays None."""
    return None if x is None else float(f"{x:.{digits}g}")


def number_text(x: float) -> str:
    """A number with no more figures than it deserves, and a true minus sign."""
    text = f"{x:.0f}" if abs(x) >= 10 or x == 0 else f"{x:.2g}"
    return "0" if text in ("-0", "0") else text.replace("-", "−")


def figure_words(best: float, low: float, high: float, unit: str) -> str:
    """ "40 °C (26 to 58)": with unit and band, as the screens say it (`figureWords` of web/src/lib/format.ts).

    Temperatures in whole degrees, since their band is wider than that; else two figures from a thousand on, and what is next to
    nothing beside the best figure is nothing.
    """
    if unit == "°C":
        best, low, high = round(best), round(low), round(high)
    else:
        best, low, high = (0.0 if abs(x) < 0.005 * abs(best) else significant(x, 2) if abs(x) >= 1000 else x for x in (best, low, high))
    band = "" if number_text(low) == number_text(high) else f" ({range_text(low, high)})"
    return f"{number_text(best)}{'' if unit == '1' else ' ' + unit}{band}"


def range_text(low: float, high: float) -> str:
    """ "−1 to 13": a band in words, since a dash beside a minus sign misleads."""
    a, b = number_text(low), number_text(high)
    return a if a == b else f"{a} to {b}"
