"""A name at the top of a module is bound once: a constant or cue that is bound again further down changes what stands above it."""

from __future__ import annotations

import ast
from collections import Counter
from pathlib import Path

import pytest

CORE = Path(__file__).resolve().parents[2] / "core" / "northsquall"
MODULES = sorted(CORE.rglob("*.py"))


def bound(tree: ast.Module) -> list[str]:
    """Names that assignments, functions and classes bind at the top; overloads of one function count once."""
    out: list[str] = []
    for node in tree.body:
        if isinstance(node, ast.Assign):
            out += [t.id for t in node.targets if isinstance(t, ast.Name)]
        elif isinstance(node, ast.AnnAssign) and isinstance(node.target, ast.Name):
            out.append(node.target.id)
        elif isinstance(node, ast.FunctionDef | ast.ClassDef):
            if not any(isinstance(d, ast.Name) and d.id == "overload" for d in node.decorator_list):
                out.append(node.name)
    return out


@pytest.mark.parametrize("path", MODULES, ids=lambda p: str(p.relative_to(CORE)))
def test_no_name_is_bound_twice(path: Path) -> None:
    names = Counter(bound(ast.parse(path.read_text("utf-8"))))
    assert {name for name, times in names.items() if times > 1} == set()


def test_a_second_binding_would_be_seen() -> None:
    assert Counter(bound(ast.parse("A = 1\ndef f(): ...\nA = 2\n")))["A"] == 2
