"""Patterns, kept compiled on this machine: the standard module needs a third of a cold start to compile ours (decision 0032)."""

from __future__ import annotations

import atexit
import hashlib
import marshal
import os
import re
import sys
import tempfile
from array import array
from pathlib import Path
from typing import Any

from northsquall import cache_folder

try:  # what the standard module itself compiles with; where another Python has it otherwise, nothing is kept
    import _sre  # type: ignore[import-not-found]
    from re import _compiler, _parser  # type: ignore[attr-defined]
except ImportError:  # pragma: no cover
    _sre = None  # type: ignore[assignment]

MOST = 5000
"""Patterns from which on a file is begun anew: edits leave old ones behind."""
Kept = tuple[int, bytes, int, dict[str, int], tuple[str | None, ...]]
"""Flags, code, groups, names of groups with their numbers, numbers with their names: what `_sre.compile` takes."""


class Store:
    """Compiled patterns by their text and flags, in one file for one build of Python."""

    def __init__(self, folder: Path) -> None:
        self.file: Path | None = None
        self.kept: dict[tuple[str, int], Kept] = {}
        self.fresh: dict[tuple[str, int], Kept] = {}
        if _sre is None:
            return
        build = hashlib.sha256(f"{sys.version} {_sre.MAGIC} {_sre.CODESIZE} {sys.byteorder}".encode()).hexdigest()[:12]
        self.file = folder / f"patterns-{build}.marshal"
        try:
            self.kept = marshal.loads(self.file.read_bytes())
        except (OSError, EOFError, ValueError, TypeError):
            self.kept = {}
        if not isinstance(self.kept, dict) or len(self.kept) > MOST:
            self.kept = {}

    def compile(self, pattern: str, flags: int) -> re.Pattern[str]:
        """The pattern as `re.compile` gives it. Raises re.error where it is none."""
        if self.file is None:
            return re.compile(pattern, flags)
        key = (pattern, int(flags))
        known = self.kept.get(key) or self.fresh.get(key)
        if known is not None:
            try:
                return _built(pattern, known)
            except (RuntimeError, ValueError, TypeError, OverflowError):  # a damaged file
                self.kept = {}
        self.fresh[key] = _compiled(pattern, flags)
        return _built(pattern, self.fresh[key])

    def write(self) -> None:
        """Adds to the file what was compiled anew; a folder that cannot be written to costs time only."""
        if self.file is None or not self.fresh:
            return
        try:
            self.file.parent.mkdir(parents=True, exist_ok=True)
            with tempfile.NamedTemporaryFile(dir=self.file.parent, delete=False) as f:
                f.write(marshal.dumps(self.kept | self.fresh))
            os.replace(f.name, self.file)
        except OSError:
            return


def _compiled(pattern: str, flags: int) -> Kept:
    parsed: Any = _parser.parse(pattern, int(flags))
    names: dict[str, int] = parsed.state.groupdict
    by_number: list[str | None] = [None] * parsed.state.groups
    for name, n in names.items():
        by_number[n] = name
    code = array("I", _compiler._code(parsed, int(flags)))
    return int(flags) | parsed.state.flags, code.tobytes(), parsed.state.groups - 1, dict(names), tuple(by_number)


def _built(pattern: str, kept: Kept) -> re.Pattern[str]:
    flags, code, groups, names, by_number = kept
    words = array("I")
    words.frombytes(code)
    built: re.Pattern[str] = _sre.compile(pattern, flags, words.tolist(), groups, names, by_number)
    return built


_STORE = Store(cache_folder())
atexit.register(_STORE.write)


def compile(pattern: str, flags: int | re.RegexFlag = 0) -> re.Pattern[str]:
    """As `re.compile`, from what this machine has kept. Raises re.error where it is no pattern."""
    return _STORE.compile(pattern, int(flags))
