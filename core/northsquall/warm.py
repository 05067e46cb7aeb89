"""Compile the kernels once, after install or before a worker serves: never inside a request."""

from __future__ import annotations

from northsquall.assess import assess
from northsquall.reading import read
from northsquall.uncertainty import spread

TEXT = """Warm-up
In a 250 mL flask with a thermometer in the liquid, in 2 kg of ice and water, 20 mL of 96 % sulfuric acid
is placed. Methyl benzoate (10 g) is added over 10 min. 6 mL of 68 % nitric acid is added over 5 min below 15 °C."""


def warm() -> None:
    """Run one small review through reader, ledger and engine."""
    assess(read(TEXT))
    spread(read(TEXT), members=20)


if __name__ == "__main__":
    warm()
