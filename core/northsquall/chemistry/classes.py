"""Classes of reactive substances: which of them one component belongs to by its id or structure."""

from __future__ import annotations

from functools import cache, lru_cache
from typing import Any

from northsquall import data
from northsquall.chemistry.families import count_matches
from northsquall.chemistry.roots import is_organic
from northsquall.chemistry.species import Speciation, speciate


@cache
def classes() -> dict[str, dict[str, Any]]:
    """Class records by id."""
    return {r["id"]: r for r in data.toml("chemistry/pairs.toml")["class"]}


@cache
def classes_of_root(root: str) -> frozenset[str]:
    """Classes of one component by its id or structure alone."""
    out = set()
    for key, r in classes().items():
        if root in r.get("roots", ()):
            out.add(key)
        if (is_organic(root) and "[Mg]" not in root and any(count_matches(root, s) for s in r.get("smarts", ()))) or (
            is_organic(root) and key == "organometal" and any(count_matches(root, s) for s in r["smarts"])
        ):
            out.add(key)
    return frozenset(out)


TRACE = 1e-4
"""Part of the largest component below which a class does not count as present."""


def classes_in(contents: dict[str, float]) -> dict[str, frozenset[str]]:
    """Classes present in a mixture, each with the components that bring it."""
    return dict(_classes_of(tuple(contents.items())))


@lru_cache(maxsize=2048)
def _classes_of(held: tuple[tuple[str, float], ...]) -> dict[str, frozenset[str]]:
    contents = dict(held)
    s = speciate(contents)
    most = max((n for r, n in contents.items() if r not in ("H2O", "H+")), default=0.0)
    out: dict[str, set[str]] = {}
    for root, n in contents.items():
        if root == "H+" or n <= TRACE * most or n <= 0:
            continue
        for key in classes_of_root(root):
            out.setdefault(key, set()).add(root)
    for key, r in classes().items():
        if "roots" not in r and "smarts" not in r:
            if ("acid" in r and s.acid(r["acid"]) > TRACE * max(most, 1e-12)) or (
                "base" in r and s.base(r["base"]) > TRACE * max(most, 1e-12)
            ):
                out.setdefault(key, set()).add("H+")
        elif key in out and not _held(r, s, most):
            del out[key]
    return {k: frozenset(v) for k, v in out.items()}


def _held(record: dict[str, Any], s: Speciation, most: float) -> bool:
    if "acid" in record and s.acid(record["acid"]) <= 0.05 * most:
        return False
    return not ("base" in record and s.base(record["base"]) <= TRACE * most)
