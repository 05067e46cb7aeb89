"""Catalogue files, read once per process; what was parsed is kept on this machine until the file changes."""

from __future__ import annotations

import atexit
import csv
import hashlib
import io
import tomllib
from collections.abc import Callable
from functools import cache
from pathlib import Path
from typing import Any

from northsquall import cache_folder
from northsquall.kept import Kept

HERE = Path(__file__).resolve().parent
_PARSED = Kept(cache_folder(), "catalogue")
atexit.register(_PARSED.write)
"""By the file's name: digest of its text, and what the text says."""


def path(name: str) -> Path:
    """Where the file `name` (path below the data folder) lies."""
    return HERE / name


@cache
def toml(name: str) -> dict[str, Any]:
    """The TOML file `name` (path below the data folder) as a dict. Raises OSError, TOMLDecodeError."""
    return _parsed(name, tomllib.loads)


@cache
def table(name: str) -> list[dict[str, str]]:
    """The CSV file `name` as rows; lines that start with # are comments."""
    return _parsed(name, _rows)


def _rows(text: str) -> list[dict[str, str]]:
    lines = "\n".join(line for line in text.splitlines() if not line.startswith("#"))
    return list(csv.DictReader(io.StringIO(lines)))


def _parsed(name: str, parse: Callable[[str], Any]) -> Any:
    text = (HERE / name).read_text("utf-8")
    digest = hashlib.sha256(text.encode()).hexdigest()
    known = _PARSED.get(name)
    if known is None or known[0] != digest:
        known = (digest, parse(text))
        _PARSED.put(name, known)
    return known[1]


@cache
def version() -> str:
    """Short hash over every catalogue file: the catalogue's version."""
    digest = hashlib.sha256()
    for file in sorted(HERE.rglob("*")):
        if file.suffix in (".toml", ".csv", ".npz"):
            digest.update(file.relative_to(HERE).as_posix().encode())
            digest.update(file.read_bytes())
    return digest.hexdigest()[:12]
