"""What a sentence is made of for the rules: tokens, and quantities folded from them."""

from __future__ import annotations

from dataclasses import dataclass

from northsquall.procedure import Quantity
from northsquall.procedure.units import dimension
from northsquall.reading.tokens import Token


@dataclass(slots=True)
class Qty:
    """A quantity in the text; `low`/`high` where a range is written."""

    value: float
    unit: str
    start: int
    end: int
    low: float | None = None
    high: float | None = None
    approx: bool = False
    was: str = ""
    """The words that the author took back before it."""
    dim: str = ""
    """Dimension of the unit."""
    by_volume: bool = False
    """A percent in g per 100 mL ("w/v")."""
    whole: Qty | None = None
    """What it is a part of: "of 39.5 g, 1.5 g"."""

    def __post_init__(self) -> None:
        self.dim = dimension(self.unit)

    def model(self) -> Quantity:
        """As it stands in the document."""
        return Quantity(
            value=self.value, unit=self.unit, low=self.low, high=self.high, approximate=self.approx, span=(self.start, self.end)
        )


Item = Token | Qty


def is_word(item: Item | None, *words: str) -> bool:
    """Whether an item is one of these words (lower case)."""
    return type(item) is Token and item.low in words


def at(items: list[Item], i: int) -> Item | None:
    """The item at `i`, or None outside the clause."""
    return items[i] if 0 <= i < len(items) else None


def bracketed(items: list[Item]) -> set[int]:
    """Indices of items that stand in brackets, the one that opens them with them."""
    out, depth = set(), 0
    for i, x in enumerate(items):
        depth += is_word(x, "(") - is_word(x, ")")
        if depth > 0:
            out.add(i)
    return out


def text_of(item: Item | None) -> str:
    """A token's text; "" for a quantity or nothing."""
    return item.text if isinstance(item, Token) else ""


def number_of(item: Item | None) -> float | None:
    """The value of a bare number, or None."""
    return float(item.value or 0.0) if isinstance(item, Token) and item.kind == "num" else None


def is_quantity(item: Item | None, *dims: str) -> bool:
    """Whether an item is a quantity of one of these dimensions."""
    return isinstance(item, Qty) and item.dim in dims
