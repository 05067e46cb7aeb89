"""Where a sentence of the source begins: what a finding by words may look at."""

from __future__ import annotations


def sentence_start(text: str, at: int, ends: str = ".;\n") -> int:
    """Index behind the last of `ends` before `at`; 0 where there is none."""
    return max(text.rfind(x, 0, at) for x in ends) + 1
