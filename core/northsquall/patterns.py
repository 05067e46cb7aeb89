"""Patterns, kept compiled on this machine: the standard module needs a third of a cold start to compile ours (decision 0032)."""

from __future__ import annotations

import atexit
import re
from array import array
from pathlib import Path
from typing import Any

from northsquall import cache_folder
from northsquall.kept import BUILD, Kept

try:  # what the standard module itself compiles with; where another Python has it otherwise, nothing is kept
    import _sre  # type: ignore[import-not-found]
    from re import _compiler, _parser  # type: ignore[attr-defined]
except ImportError:  # pragma: no cover
    _sre = None  # type: ignore[assignment]

Compiled = tuple[int, bytes, int, dict[str, int], tuple[str | None, ...]]
"""Flags, code, groups, names of groups with their numbers, numbers with their names: what `_sre.compile` takes."""


class Store(Kept):
    """Compiled patterns by their text and flags, in one file for one build of Python."""

    def __init__(self, folder: Path) -> None:
        super().__init__(folder, "patterns", f"{BUILD} {_sre.MAGIC} {_sre.CODESIZE}" if _sre else BUILD)

    def compile(self, pattern: str, flags: int) -> re.Pattern[str]:
        """The pattern as `re.compile` gives it. Raises re.error where it is none."""
        if _sre is None:
            return re.compile(pattern, flags)
        key = (pattern, int(flags))
        compiled = self.get(key)
        if compiled is None:
            compiled = _compiled(pattern, flags)
            self.put(key, compiled)
        return _built(pattern, compiled)


def _compiled(pattern: str, flags: int) -> Compiled:
    parsed: Any = _parser.parse(pattern, int(flags))
    names: dict[str, int] = parsed.state.groupdict
    by_number: list[str | None] = [None] * parsed.state.groups
    for name, n in names.items():
        by_number[n] = name
    code = array("I", _compiler._code(parsed, int(flags)))
    return int(flags) | parsed.state.flags, code.tobytes(), parsed.state.groups - 1, dict(names), tuple(by_number)


def _built(pattern: str, compiled: Compiled) -> re.Pattern[str]:
    flags, code, groups, names, by_number = compiled
    words = array("I")
    words.frombytes(code)
    built: re.Pattern[str] = _sre.compile(pattern, flags, words.tolist(), groups, names, by_number)
    return built


_STORE = Store(cache_folder())
atexit.register(_STORE.write)


def compile(pattern: str, flags: int | re.RegexFlag = 0) -> re.Pattern[str]:
    """As `re.compile`, from what this machine has kept. Raises re.error where it is no pattern."""
    return _STORE.compile(pattern, int(flags))
