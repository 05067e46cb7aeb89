"""Patterns that are kept compiled do what the standard module's do (Python's own `re` is the reference)."""

from __future__ import annotations

import os
import re
import subprocess
import sys
from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st

from northsquall.patterns import Store

WRITTEN = [r"(?P<amount>\d+(?:\.\d+)?) ?(?P<unit>mL|g)\b", r"(?<![a-z])ice(?!-cold)", r"^\W*(then|now)?\s+(\w+)$", r"[äöü°µ–]+|\bno\b", r"(a)(b)?\1"]  # fmt: skip


@pytest.mark.parametrize("flags", [0, re.I, re.M | re.S])
@pytest.mark.parametrize("pattern", WRITTEN)
def test_what_was_kept_is_what_was_compiled(tmp_path: Path, pattern: str, flags: int) -> None:
    first = Store(tmp_path)
    first.compile(pattern, flags)
    first.write()
    again = Store(tmp_path)
    got, wanted = again.compile(pattern, flags), re.compile(pattern, flags)
    assert not again.fresh
    assert (got.pattern, got.flags, got.groups, dict(got.groupindex)) == (
        wanted.pattern,
        wanted.flags,
        wanted.groups,
        dict(wanted.groupindex),
    )


@given(st.text("abi cen1.2gmLäö°\n-", max_size=40))
def test_it_finds_the_same_places(text: str) -> None:
    store = Store(Path(os.devnull) / "nowhere")
    for pattern in WRITTEN:
        found = [(m.span(), m.groups()) for m in store.compile(pattern, re.I).finditer(text)]
        assert found == [(m.span(), m.groups()) for m in re.compile(pattern, re.I).finditer(text)]


@pytest.mark.parametrize("damage", [b"", b"\x00\x01", b"not kept at all" * 20])
def test_a_damaged_file_costs_time_and_nothing_else(tmp_path: Path, damage: bytes) -> None:
    store = Store(tmp_path)
    store.compile("ice|water", 0)
    store.write()
    assert store.file is not None
    store.file.write_bytes(damage)
    assert Store(tmp_path).compile("ice|water", 0).findall("ice and water") == ["ice", "water"]


def test_code_that_is_none_is_compiled_anew(tmp_path: Path) -> None:
    store = Store(tmp_path)
    store.kept[("ice", 0)] = (32, b"\xff" * 40, 0, {}, (None,))
    assert store.compile("ice", 0).search("on ice") is not None


def test_what_is_no_pattern_raises_as_ever(tmp_path: Path) -> None:
    with pytest.raises(re.error):
        Store(tmp_path).compile("(", 0)


def test_the_core_compiles_nothing_twice_on_one_machine(tmp_path: Path) -> None:
    """The second process finds every pattern of the core kept."""
    told = "from northsquall import patterns; from northsquall.assess import assess; print(len(patterns._STORE.fresh))"
    env = os.environ | {"NORTHSQUALL_CACHE": str(tmp_path)}
    env.pop("NUMBA_CACHE_DIR", None)
    counts = [
        int(subprocess.run([sys.executable, "-c", told], env=env, capture_output=True, text=True, check=True).stdout) for _ in range(2)
    ]
    assert counts[0] > 500 and counts[1] == 0
