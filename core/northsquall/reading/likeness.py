"""Sentences that read like others that say a known thing, by a small language model taught with sentences of our own (decisions 0031, 0050)."""

from __future__ import annotations

import hashlib
import re
from dataclasses import dataclass
from functools import lru_cache
from itertools import pairwise

import numpy as np
from numpy.typing import NDArray

from northsquall import data, patterns
from northsquall.reading.encoder import encoder

LEAST_WORDS = 3
"""Words from which something is said, and not only named."""
ENDS = patterns.compile(
    r"(?<=[a-zäöüß0-9%)\]’'\"][.;!?])(?<!\b[Cc]onc\.)(?<!\bdil\.)(?<!\bsat\.)(?<!\baq\.)(?<!\bapprox\.)(?<!\bca\.)(?<!\bsol\.)\s+|(?<=[A-Z][.;!?])\s+(?=[A-Z][a-z])|\n+|\s\|\s|(?<=[a-z)]),\s(?=(?:and|so|then|but)\s(?:I|we|it|the)\b)"
)
"""Where a sentence, a row or a cell ends."""
AROUND = patterns.compile(r"\A[\s\-*•|#\d.)]+|[\s\-*•|#\d.)]+\Z")
"""Marks of a list and numbers round a sentence."""


@dataclass(frozen=True)
class Alike:
    """A sentence that reads like those of a kind: `over` is by how much it passes the kind's threshold."""

    kind: str
    span: tuple[int, int]
    over: float


def sentences(text: str) -> list[tuple[int, int]]:
    """Spans of the sentences, rows and cells of a text that say something."""
    out, at = [], 0
    for m in [*ENDS.finditer(text), None]:
        end = m.start() if m is not None else len(text)
        said = text[at:end]
        bare = AROUND.sub("", said)
        if len(re.findall(r"[^\W\d_]{2,}", bare)) >= LEAST_WORDS:
            first = at + said.index(bare)
            out.append((first, first + len(bare)))
        at = m.end() if m is not None else end
    return out


def digest() -> str:
    """Of the sentences that a model is learnt from; it stands in the model."""
    return hashlib.sha256(data.path("reading/likeness.toml").read_bytes()).hexdigest()[:12]


_SCORED: dict[str, NDArray[np.float32]] = {}
"""Score over each kind's threshold of the sentences scored last, so that what is typed on costs one sentence."""
MOST_KEPT = 8192
AT_ONCE = 64
"""Sentences that are read together."""


def over(said: list[str]) -> list[NDArray[np.float32]]:
    """Scores over the thresholds, by kind, of sentences."""
    new = [s for s in dict.fromkeys(said) if s not in _SCORED]
    if len(_SCORED) + len(new) > MOST_KEPT:
        _SCORED.clear()
        new = list(dict.fromkeys(said))
    m = encoder()
    for at in range(0, len(new), AT_ONCE):
        some = new[at : at + AT_ONCE]
        _SCORED.update(zip(some, m.scores(some) - m.least, strict=True))
    return [_SCORED[s] for s in said]


@lru_cache(maxsize=64)
def alike(text: str) -> tuple[Alike, ...]:
    """What the sentences of a text, and two that a semicolon or a comma parts, read like, the surest of each kind first."""
    spans = sentences(text)
    spans += [(a, d) for (a, b), (c, d) in pairwise(spans) if text[b - 1] == ";" or (text[b] == "," and "\n" not in text[b:c])]
    out = []
    for span, by in zip(spans, over([text[a:b] for a, b in spans]), strict=True):
        out += [Alike(encoder().kinds[i], span, float(by[i])) for i in np.flatnonzero(by > 0)]
    return tuple(sorted(out, key=lambda x: (x.kind, -x.over)))
