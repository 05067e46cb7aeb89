"""Whether texts that were put together by seed come out sound."""

from __future__ import annotations

from collections.abc import Iterator

from northsquall.assess import assess
from northsquall.reading import read

SOUND = ("acceptable", "acceptable with conditions")
MOST_CONDITIONS = 1
WRONG_SHARE = 0.03
"""Of sound texts that may be read otherwise, and of faulty parts that may be missed."""


def misjudged(texts: Iterator[str], most: int = MOST_CONDITIONS) -> list[tuple[str, str, list[str]]]:
    """(text, verdict, codes raised) of each that is not sound, or has more than `most` conditions; H01 only says how much heat there is."""
    wrong = []
    for text in texts:
        a = assess(read(text), preview=True)  # finds the same, without searching for remedies
        raised = [f.code for f in a.findings if f.severity != "note" and f.code != "H01"]
        if a.verdict not in SOUND or len(raised) > most:
            wrong.append((text, a.verdict, raised))
    return wrong
