"""Sentences of the source: what a finding by words may look at."""

from __future__ import annotations

import re
from functools import lru_cache

from northsquall.reading.tokens import substances_in
from northsquall.substances import Substance, catalogue


def sentence_start(text: str, at: int, ends: str = ".;\n") -> int:
    """Index behind the last of `ends` before `at`; 0 where there is none."""
    return max(text.rfind(x, 0, at) for x in ends) + 1


def sentence_of(text: str, m: re.Match[str]) -> str:
    """The sentence in which a match stands: up to a full stop with a space behind it, or the line's end."""
    begin = max(text.rfind(". ", 0, m.start()) + 1, text.rfind("\n", 0, m.start()) + 1)
    ends = [x for x in (text.find(". ", m.end()), text.find("\n", m.end())) if x >= 0]
    return text[begin : min(ends, default=len(text))]


@lru_cache(maxsize=64)
def named_in(text: str) -> tuple[Substance, ...]:
    """The substances that a text names, each once, in its order."""
    known = catalogue().substances
    return tuple(known[k] for k in dict.fromkeys(str(t.value) for t in substances_in(text)))
