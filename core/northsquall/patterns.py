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


LEAST_LETTERS = 3
"""Letters from which a run is worth looking for."""
MOST_WORDS = 40
"""Runs up to which looking for each of them is quicker than the pattern."""


def needed(pattern: str, flags: int | re.RegexFlag = 0) -> tuple[str, ...]:
    """Runs of letters, small, of which every text that the pattern matches holds at least one; () where none are known.

    Read off the standard module's own parse of the pattern, and kept. A text that holds none of them, in small letters, need not be searched.
    """
    if _sre is None:
        return ()
    key = ("needed", pattern, int(flags))
    known = _STORE.get(key)
    if known is None:
        found = _words_of(_parser.parse(pattern, int(flags)))
        known = ("", *sorted(found or ()))
        _STORE.put(key, known)
    return tuple(known[1:])


def may_match(words: tuple[str, ...], small: str) -> bool:
    """Whether a text in small letters may hold what the pattern with these `needed` words matches."""
    return not words or any(w in small for w in words)


def _words_of(parsed: Any) -> frozenset[str] | None:
    """The best set of runs that a sequence asks for: the one whose shortest is longest."""
    best: frozenset[str] | None = None
    run = ""

    def better(one: frozenset[str] | None) -> None:
        nonlocal best
        if not one or len(one) > MOST_WORDS or min(map(len, one)) < LEAST_LETTERS:
            return
        if best is None or (min(map(len, one)), -len(one)) > (min(map(len, best)), -len(best)):
            best = one

    for op, value in parsed:
        letter = _letter(op, value)
        if letter is not None:
            run += letter
            continue
        better(frozenset({run}) if run else None)
        run = ""
        better(_words_in(str(op), value))
    better(frozenset({run}) if run else None)
    return best


def _letter(op: Any, value: Any) -> str | None:
    """The letter that an element stands for, small; None where it may be one of several."""
    if str(op) == "LITERAL":
        return chr(value).lower()
    if str(op) == "IN" and all(str(o) == "LITERAL" for o, _ in value):
        letters = {chr(v).lower() for _, v in value}
        return letters.pop() if len(letters) == 1 else None
    return None


def _words_in(op: str, value: Any) -> frozenset[str] | None:
    if op == "SUBPATTERN":
        return _words_of(value[-1])
    if op == "ATOMIC_GROUP":
        return _words_of(value)
    if op == "ASSERT":
        return _words_of(value[1])
    if op in ("MAX_REPEAT", "MIN_REPEAT", "POSSESSIVE_REPEAT"):
        return _words_of(value[2]) if value[0] >= 1 else None
    if op == "BRANCH":
        each = [_words_of(x) for x in value[1]]
        return frozenset().union(*(x for x in each if x)) if all(each) else None
    return None
