"""Every two of the shelf together, dry and in much water: what the ledger says happens that neither does alone.

`PYTHONPATH=core:tests .venv/bin/python tests/core/pair_matrix.py` writes `pair_matrix.csv` anew and keeps what a chemist said of a
line that has not changed; the rest comes out as `new` and is to be looked at.
"""

from __future__ import annotations

import csv
import itertools
from pathlib import Path

from core.shelf import SHELF, mixture

from northsquall.chemistry.ledger import Conditions, combine

FILE = Path(__file__).with_name("pair_matrix.csv")


def happens(charges: dict[str, float], water: float) -> set[str]:
    entry, _ = combine(1, "v", [mixture(charges, water)], (), 1, Conditions(20.0, 25.0))
    return {e.reaction.family.id for e in entry.happened()}


def matrix() -> dict[tuple[str, str, str], str]:
    """(one, other, dry or wet) → family ids, a mole of each at 20 to 25 °C; "wet" is 30 mol water."""
    out = {}
    for place, water in (("dry", 0.0), ("wet", 30.0)):
        alone = {name: happens({name: 1.0}, water) for name in SHELF}
        for a, b in itertools.combinations(SHELF, 2):
            found = happens({a: 1.0, b: 1.0}, water) - alone[a] - alone[b]
            if found:
                out[(a, b, place)] = " ".join(sorted(found))
    return out


def reviewed() -> dict[tuple[str, str, str], tuple[str, str]]:
    with FILE.open(encoding="utf-8", newline="") as file:
        return {(r["one"], r["other"], r["place"]): (r["families"], r["looked_at"]) for r in csv.DictReader(file)}


if __name__ == "__main__":
    before = reviewed() if FILE.exists() else {}
    with FILE.open("w", encoding="utf-8", newline="") as file:
        rows = csv.writer(file, lineterminator="\n")
        rows.writerow(["one", "other", "place", "families", "looked_at"])
        for key, families in matrix().items():
            known, word = before.get(key, ("", ""))
            rows.writerow([*key, families, word if known == families else "new"])
