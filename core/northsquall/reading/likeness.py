"""Sentences that read like others that say a known thing: a linear model over words and pieces of words, learnt from sentences of our own (decision 0031)."""

from __future__ import annotations

import hashlib
import math
import re
import zlib
from collections import Counter
from dataclasses import dataclass
from functools import lru_cache
from itertools import pairwise

import numpy as np
from numpy.typing import NDArray

from northsquall import data, patterns

BUCKETS = 1 << 15
"""Columns into which the pieces are hashed."""
LONGEST = 320
"""Characters of a sentence that are looked at."""
LEAST_WORDS = 3
"""Words from which something is said, and not only named."""
ENDS = patterns.compile(
    r"(?<=[a-zäöüß0-9%)\]’'\"][.;!?])\s+|(?<=[A-Z][.;!?])\s+(?=[A-Z][a-z])|\n+|\s\|\s|(?<=[a-z)]),\s(?=(?:and|so|then|but)\s(?:I|we|it|the)\b)"
)
"""Where a sentence, a row or a cell ends."""
AROUND = patterns.compile(r"\A[\s\-*•|#\d.)]+|[\s\-*•|#\d.)]+\Z")
"""Marks of a list and numbers round a sentence."""
WORD = patterns.compile(r"[^\W\d_]+(?:['’][^\W\d_]+)?|\d+(?:[.,]\d+)*")


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


def pieces(sentence: str) -> dict[int, float]:
    """Column → weight of a sentence: words and pairs of words close by, and runs of 3 to 5 letters, each block of unit length."""
    words = ["0" if w[0].isdigit() else w.lower().replace("’", "'") for w in WORD.findall(sentence[:LONGEST])]
    pairs = [f"{a} {b}" for a, b in pairwise(words)]
    pairs += [f"{a}..{b}" for gap in (2, 3) for a, b in zip(words, words[gap:], strict=False)]
    runs = [f"~{p[i : i + n]}" for w in words if w != "0" for p in [f" {w} "] for n in (3, 4, 5) for i in range(len(p) - n + 1)]
    out: dict[int, float] = {}
    for block in (words + pairs, runs):
        counts = Counter(zlib.crc32(x.encode()) % BUCKETS for x in block)
        values = {k: 1.0 + math.log(n) for k, n in counts.items()}
        norm = math.sqrt(sum(v * v for v in values.values())) or 1.0
        for k, v in values.items():
            out[k] = out.get(k, 0.0) + v / norm
    return out


@dataclass(frozen=True)
class About:
    """Words of which a sentence must hold one, and words of which it must hold none."""

    words: re.Pattern[str]
    unless: re.Pattern[str] | None

    def holds(self, sentence: str) -> bool:
        """Whether a sentence is looked at for the kind."""
        return self.words.search(sentence) is not None and (self.unless is None or self.unless.search(sentence) is None)


@dataclass(frozen=True)
class Model:
    """Weights of each kind (BUCKETS, kinds), and what a sentence must score to be taken as one of it."""

    kinds: tuple[str, ...]
    about: tuple[About, ...]
    """Which sentences are looked at."""
    weights: NDArray[np.float32]
    least: NDArray[np.float32]

    def over(self, sentence: str) -> NDArray[np.float32]:
        """Score over the threshold, by kind."""
        looked_at = [x.holds(sentence) for x in self.about]
        if not any(looked_at):
            return np.full(len(self.kinds), -np.inf, dtype=np.float32)
        found = pieces(sentence)
        columns = np.fromiter(found.keys(), dtype=np.int64, count=len(found))
        values = np.fromiter(found.values(), dtype=np.float32, count=len(found))
        score = values @ self.weights[columns] - self.least
        return np.where(looked_at, score, np.float32(-np.inf))


def about() -> dict[str, About]:
    """What each kind is about, by words."""
    return {
        k["code"]: About(patterns.compile(k["about"], re.I | re.S), patterns.compile(k["unless"], re.I) if "unless" in k else None)
        for k in data.toml("reading/likeness.toml")["kind"]
    }


def digest() -> str:
    """Of the sentences that a model is learnt from; it stands in the model."""
    return hashlib.sha256(data.path("reading/likeness.toml").read_bytes()).hexdigest()[:12]


@lru_cache(maxsize=1)
def model() -> Model:
    """The model that is shipped; made by tools/learn_likeness.py."""
    with np.load(data.path("reading/likeness.npz")) as f:
        scale = f["scale"].astype(np.float32)
        kinds = tuple(str(k) for k in f["kinds"])
        words = about()
        return Model(
            kinds,
            tuple(words[k] for k in kinds),
            np.ascontiguousarray((f["weights"].astype(np.float32) * scale[:, None]).T),
            f["least"].astype(np.float32),
        )


@lru_cache(maxsize=64)
def alike(text: str) -> tuple[Alike, ...]:
    """What the sentences of a text read like, the surest of each kind first."""
    m = model()
    out = []
    for a, b in sentences(text):
        over = m.over(text[a:b])
        out += [Alike(m.kinds[i], (a, b), float(over[i])) for i in np.flatnonzero(over > 0)]
    return tuple(sorted(out, key=lambda x: (x.kind, -x.over)))
