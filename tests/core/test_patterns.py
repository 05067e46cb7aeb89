"""Patterns that are kept compiled do what the standard module's do (Python's own `re` is the reference)."""

from __future__ import annotations

import os
import re
import subprocess
import sys
import tomllib
from pathlib import Path

import pytest
from deepness import DEEP
from hypothesis import given
from hypothesis import strategies as st

from northsquall import data, patterns
from northsquall.kept import Kept
from northsquall.patterns import Store
from northsquall.reading import folding

ROOT = Path(__file__).resolve().parents[2]

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


@given(at=st.integers(0, 10_000), what=st.binary(max_size=3))
def test_a_damaged_file_costs_time_and_nothing_else(tmp_path_factory: pytest.TempPathFactory, at: int, what: bytes) -> None:
    folder = tmp_path_factory.mktemp("kept")
    store = Store(folder)
    store.compile("ice|water", 0)
    store.write()
    content = store.file.read_bytes()
    at %= len(content)
    store.file.write_bytes(content[:at] + what)  # cut, or changed at its end
    again = Store(folder)
    assert again.kept == {} or store.file.read_bytes() == content
    assert again.compile("ice|water", 0).findall("ice and water") == ["ice", "water"]


def test_what_is_no_pattern_raises_as_ever(tmp_path: Path) -> None:
    with pytest.raises(re.error):
        Store(tmp_path).compile("(", 0)


def test_the_core_compiles_nothing_twice_on_one_machine(tmp_path: Path) -> None:
    """The second process finds every pattern of the core, and every catalogue file, kept."""
    told = "from northsquall import data, patterns; from northsquall.assess import assess; from northsquall.substances import catalogue; catalogue(); print(len(patterns._STORE.fresh), len(data._PARSED.fresh))"
    env = os.environ | {"NORTHSQUALL_CACHE": str(tmp_path)}
    env.pop("NUMBA_CACHE_DIR", None)
    counts = [
        [int(x) for x in subprocess.run([sys.executable, "-c", told], env=env, capture_output=True, text=True, check=True).stdout.split()]
        for _ in range(2)
    ]
    assert counts[0][0] > 500 and counts[0][1] > 3 and counts[1] == [0, 0]


def test_a_catalogue_file_is_parsed_anew_when_its_text_changes(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(data, "HERE", tmp_path)
    monkeypatch.setattr(data, "_PARSED", Kept(tmp_path, "catalogue"))
    file = tmp_path / "bath.toml"
    file.write_text('[ice]\nlimit_C = 0.5\nwords = ["ice", "snow"]\n')
    first = data._parsed("bath.toml", tomllib.loads)
    assert first == {"ice": {"limit_C": 0.5, "words": ["ice", "snow"]}}
    data._PARSED.write()
    again = Kept(tmp_path, "catalogue")
    monkeypatch.setattr(data, "_PARSED", again)
    assert data._parsed("bath.toml", tomllib.loads) == first and not again.fresh
    file.write_text("[ice]\nlimit_C = 5.0\n")
    assert data._parsed("bath.toml", tomllib.loads) == {"ice": {"limit_C": 5.0}}


def test_every_catalogue_file_is_kept_as_it_is_parsed(tmp_path: Path) -> None:
    """Python's own parsers are the reference; a date, say, could not be kept."""
    kept = Kept(tmp_path, "catalogue")
    for file in sorted(data.HERE.rglob("*.toml")):
        kept.put(file.name, tomllib.loads(file.read_text("utf-8")))
    kept.write()
    again = Kept(tmp_path, "catalogue")
    assert len(again.kept) > 10
    assert all(again.get(file.name) == tomllib.loads(file.read_text("utf-8")) for file in data.HERE.rglob("*.toml"))


@pytest.mark.parametrize(
    ("pattern", "words"),
    [
        (r"\b[Rr]eflux(?:ed|ing)?\b", {"reflux"}),
        (r"(?i:Tap|valve) shut", {" shut"}),
        (r"(?:bath|mantle)s?(?= away)", {" away"}),
        (r"(?:bath|mantle)", {"bath", "mantle"}),
        (r"(?:bath)?\d+", set()),
        (r"(?:ab|cdef)x", set()),
        (r"(?<=stopped )\d", {"stopped "}),
    ],
)
def test_what_a_pattern_needs(pattern: str, words: set[str]) -> None:
    assert set(patterns.needed(pattern)) == words


def test_a_text_that_lacks_what_a_fold_needs_holds_none_of_it() -> None:
    texts = [f.read_text("utf-8") for f in sorted((ROOT / "tests/practice/unseen").glob("*7.txt"))][:: 1 if DEEP else 6]
    for text in texts:
        small = text.lower()
        for (name, pattern), words in zip(folding.WRITTEN, folding.NEEDED, strict=True):
            assert patterns.may_match(words, small) or pattern.search(text) is None, (name, text[:60])
