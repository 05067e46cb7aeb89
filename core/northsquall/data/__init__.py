"""Catalogue files, read once per process."""

from __future__ import annotations

import csv
import hashlib
import io
import tomllib
from functools import cache
from pathlib import Path
from typing import Any

HERE = Path(__file__).resolve().parent


def path(name: str) -> Path:
    """Where the file `name` (path below the data folder) lies."""
    return HERE / name


@cache
def toml(name: str) -> dict[str, Any]:
    """The TOML file `name` (path below the data folder) as a dict. Raises OSError, TOMLDecodeError."""
    return tomllib.loads((HERE / name).read_text("utf-8"))


@cache
def table(name: str) -> list[dict[str, str]]:
    """The CSV file `name` as rows; lines that start with # are comments."""
    text = (HERE / name).read_text("utf-8")
    lines = "\n".join(line for line in text.splitlines() if not line.startswith("#"))
    return list(csv.DictReader(io.StringIO(lines)))


@cache
def version() -> str:
    """Short hash over every catalogue file: the catalogue's version."""
    digest = hashlib.sha256()
    for file in sorted(HERE.rglob("*")):
        if file.suffix in (".toml", ".csv", ".npz"):
            digest.update(file.relative_to(HERE).as_posix().encode())
            digest.update(file.read_bytes())
    return digest.hexdigest()[:12]
