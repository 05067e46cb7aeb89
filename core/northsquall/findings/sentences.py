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
    """The sentence in which a match stands; a full stop without a space behind it ends none."""
    begin = max(text.rfind(". ", 0, m.start()) + 1, text.rfind("\n", 0, m.start()) + 1)
    end = text.find(". ", m.end())
    return text[begin : end if end >= 0 else len(text)]


@lru_cache(maxsize=64)
def named_in(text: str) -> tuple[Substance, ...]:
    """The substances that a text names, each once, in its order."""
    known = catalogue().substances
    return tuple(known[k] for k in dict.fromkeys(str(t.value) for t in substances_in(text)))
