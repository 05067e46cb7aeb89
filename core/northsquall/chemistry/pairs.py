"""Never together: classes of what is in a mixture, and the pairs of classes that it must not hold."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from functools import lru_cache
from typing import Any

from northsquall import data
from northsquall.chemistry.classes import classes, classes_in
from northsquall.chemistry.ledger import Entry


@dataclass(frozen=True)
class Hit:
    """A pair in one mixture: class names, what follows, and the components that bring it."""

    a: str
    b: str
    then: str
    severity: str
    source: str
    roots_a: frozenset[str]
    roots_b: frozenset[str]
    id: str
    tamed: Mapping[str, Any] | None = field(default=None, compare=False)
    """What the two are brought together for, by component, and up to which °C: their record's."""


def pairs() -> list[dict[str, Any]]:
    """All pair records."""
    return list(data.toml("chemistry/pairs.toml")["pair"])


LOWER_ALCOHOLS = ("CO", "CCO", "CCCO", "CC(C)O", "CCCCO", "CC(C)(C)O", "CCC(C)O", "CC(C)CO")
"""Alcohols in which a metal is used up on purpose, and whose own few tenths of a per cent of water count for nothing."""


def hits(contents: dict[str, float], T_high: float = 20.0, streams: list[dict[str, float]] | None = None) -> list[Hit]:
    """Pairs that a mixture holds, or that the streams bring which come together in it."""
    return list(_hits(tuple(contents.items()), T_high, tuple(tuple(s.items()) for s in streams or [])))


@lru_cache(2000)  # a dose that is dragged leaves every mixture as it is
def _hits(held: tuple[tuple[str, float], ...], T_high: float, brought: tuple[tuple[tuple[str, float], ...], ...]) -> tuple[Hit, ...]:
    contents, streams = dict(held), [dict(x) for x in brought]
    here = dict(classes_in(contents))
    for part in streams:
        for key, found in classes_in(part).items():
            here[key] = here.get(key, frozenset()) | found
    out = []
    for r in pairs():
        a, b = here.get(r["a"]), here.get(r["b"])
        if not a or not b or ("needs" in r and r["needs"] not in here) or T_high < r.get("T", -273):
            continue
        if a == b and len(a) == 1 and a != frozenset({"H+"}):
            continue  # one substance of both classes
        water = max(contents.get("H2O", 0.0), 0.0)
        if "dry" in r and water > r["dry"] * min(contents.get(x, 0.0) for x in a | b if x != "H+"):
            continue
        if "thinned_by_alcohol" in r and sum(contents.get(x, 0.0) for x in LOWER_ALCOHOLS) > r["thinned_by_alcohol"] * water:
            continue
        names = classes()
        out.append(
            Hit(
                names[r["a"]]["name"],
                names[r["b"]]["name"],
                r["then"],
                r.get("severity", "stop"),
                r["source"],
                a,
                b,
                f"{r['a']}+{r['b']}",
                r.get("tamed"),
            )
        )
    return tuple(out)


def meant(hit: Hit, entry: Entry, planned: set[int]) -> bool:
    """Whether the pair is the step's own wanted reaction or planned destruction: one of them takes both."""
    for e in entry.happened():
        if id(e) not in planned:
            continue
        taken = {r for r, n in e.reaction.change if n < 0} | set(
            e.reaction.family.when.get("needs", ())
        )  # what catalyses it is meant as well
        protons = "H+" in taken or e.reaction.family.when.get("acid") is not None
        when = e.reaction.family.when
        watery = e.reaction.family.record.get("kind") == "hydrolysis" or bool(
            when.get("water")
        )  # its water may be left out of the equation
        one = bool(hit.roots_a & taken) or (hit.roots_a == {"H+"} and protons) or (watery and "H2O" in hit.roots_a)
        two = bool(hit.roots_b & taken) or (hit.roots_b == {"H+"} and protons) or (watery and "H2O" in hit.roots_b)
        if one and two:
            return True
    return False


__all__ = ["Hit", "hits", "meant", "pairs"]
