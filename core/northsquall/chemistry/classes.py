"""Classes of reactive substances: which of them one component belongs to by its id or structure."""

from __future__ import annotations

from functools import cache
from typing import Any

from northsquall import data
from northsquall.chemistry.families import count_matches
from northsquall.chemistry.roots import is_organic


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
