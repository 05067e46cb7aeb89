"""A small language model that reads one sentence: a transformer of six layers (Wang et al. 2020, arXiv:2002.10957), pre-trained on plain English.

The weights are those of `all-MiniLM-L6-v2` (Apache-2.0), the upper layers and the head learnt by tools/learn_sentences.py (decision 0050).
Words are cut into pieces as by BERT (Devlin et al. 2018, arXiv:1810.04805): lower case, no accents, the longest piece that is known.
"""

from __future__ import annotations

import unicodedata
from dataclasses import dataclass
from functools import lru_cache
from itertools import pairwise
from typing import Any

import numpy as np
from numpy.typing import NDArray

from northsquall import data

HEADS = 12
LONGEST_WORD = 100
"""Letters of a word that is cut into pieces."""
MOST_PIECES = 94
"""Pieces of a sentence that are looked at."""
SMALLEST = 1e-12
"""Added to a variance before the root is taken."""
Array = NDArray[np.float32]


@dataclass(frozen=True)
class Layer:
    """Weights (in, out) and offsets of a layer: attention and the two steps behind it."""

    qkv: Array
    qkv_b: Array
    out: Array
    out_b: Array
    norm: Array
    wide: Array
    wide_b: Array
    narrow: Array
    narrow_b: Array
    norm_2: Array
    """Scale and offset (2, 384)."""


def _normed(x: Array, by: Array) -> Array:
    x = x - x.mean(axis=1, keepdims=True)
    return np.asarray(x / np.sqrt((x * x).mean(axis=1, keepdims=True) + SMALLEST) * by[0] + by[1], dtype=np.float32)


ERFC = tuple(np.float32(x) for x in (1.061405429, -1.453152027, 1.421413741, -0.284496736, 0.254829592))
ERFC_P = np.float32(0.3275911)
"""Of erfc(z) = (a1 t + … + a5 t⁵) exp(−z²), t = 1/(1 + p z), z ≥ 0, a5 first: within 1.5e-7 (Abramowitz and Stegun 1964, 7.1.26)."""
AT_A_TIME = 16
"""Rows whose numbers stay near the processor."""


def _bent(x: Array) -> Array:
    """GELU, x Φ(x) = max(x, 0) − |x| erfc(|x|/√2)/2: three times as fast as with SciPy's erf, within 1e-6 of it."""
    out = np.empty_like(x)
    for i in range(0, len(x), AT_A_TIME):
        rows = x[i : i + AT_A_TIME]
        size = np.abs(rows)
        z = size * np.float32(0.7071067811865476)
        t = 1 / (1 + ERFC_P * z)
        tail = t * ERFC[0]
        for a in ERFC[1:]:
            tail = (tail + a) * t
        out[i : i + AT_A_TIME] = np.maximum(rows, 0) - size * tail * np.exp(-z * z) / 2
    return out


@dataclass(frozen=True)
class Encoder:
    """What a sentence says, as a score of each kind."""

    pieces: dict[str, int]
    words: Array
    places: Array
    norm: Array
    layers: tuple[Layer, ...]
    head: Array
    head_b: Array
    kinds: tuple[str, ...]
    least: Array
    """What a sentence must score to be taken as one of a kind."""
    of: str
    """Digest of the sentences that it was learnt from."""

    def ids(self, sentence: str) -> list[int]:
        """Numbers of the pieces of a sentence, between those of its two ends."""
        out = [self.pieces["[CLS]"]]
        for word in split(sentence):
            out += self._cut(word)
        return [*out[: MOST_PIECES + 1], self.pieces["[SEP]"]]

    def _cut(self, word: str) -> list[int]:
        out, at = [], 0
        while at < len(word) <= LONGEST_WORD:
            for end in range(len(word), at, -1):
                found = self.pieces.get(("##" if at else "") + word[at:end])
                if found is not None:
                    out.append(found)
                    at = end
                    break
            else:
                break
        return out if at == len(word) else [self.pieces["[UNK]"]]

    def scores(self, sentences: list[str]) -> Array:
        """Log-odds (sentences, kinds)."""
        ids = [self.ids(s) for s in sentences]
        ends = np.cumsum([0, *map(len, ids)])
        spans = list(pairwise(ends))
        x = _normed(self.words[[k for i in ids for k in i]] + self.places[[k for i in ids for k in range(len(i))]], self.norm)
        for w in self.layers:
            qkv = x @ w.qkv + w.qkv_b
            seen: Array = np.concatenate([_attend(qkv[a:b]) for a, b in spans]).astype(np.float32)
            x = _normed(x + seen @ w.out + w.out_b, w.norm)
            x = _normed(x + _bent(x @ w.wide + w.wide_b) @ w.narrow + w.narrow_b, w.norm_2)
        whole = np.stack([np.concatenate([x[a:b].mean(axis=0), x[a:b].max(axis=0)]) for a, b in spans])
        return np.asarray(whole @ self.head + self.head_b, dtype=np.float32)


def _attend(qkv: Array) -> Array:
    n, d = qkv.shape[0], qkv.shape[1] // 3
    q, k, v = qkv.reshape(n, 3, HEADS, d // HEADS).transpose(1, 2, 0, 3)
    z = q @ k.transpose(0, 2, 1) / np.float32(np.sqrt(d // HEADS))
    z = np.exp(z - z.max(axis=-1, keepdims=True))
    return np.asarray((z / z.sum(axis=-1, keepdims=True) @ v).transpose(1, 0, 2).reshape(n, d), dtype=np.float32)


def split(sentence: str) -> list[str]:
    """Words and marks of a sentence, lower case and without accents."""
    bare = "".join(c for c in unicodedata.normalize("NFD", sentence.lower()) if unicodedata.category(c) != "Mn")
    out: list[str] = []
    for word in bare.split():
        at = 0
        for i, c in enumerate(word):
            if _is_mark(c):
                out += [word[at:i]] if i > at else []
                out.append(c)
                at = i + 1
        out += [word[at:]] if at < len(word) else []
    return out


@lru_cache(maxsize=512)
def _is_mark(c: str) -> bool:
    return (c.isascii() and not c.isalnum()) or unicodedata.category(c)[0] == "P"


def _weights(f: dict[str, NDArray[Any]], name: str) -> Array:
    """A matrix (in, out) of whole numbers and a scale of each column, or as it is."""
    if f"{name}/scale" in f:
        return np.ascontiguousarray((f[name].astype(np.float32) * f[f"{name}/scale"]).T)
    return f[name].astype(np.float32)


def _stored(name: str) -> dict[str, NDArray[Any]]:
    with np.load(data.path(f"reading/encoder/{name}.npz")) as f:
        return dict(f)


def _layer(number: int) -> Layer:
    f = _stored(f"layer-{number}")
    return Layer(**{n: _weights(f, n) for n in Layer.__annotations__})


PARTS = 3
"""Files of the table of pieces, each small enough to be kept like any other file."""
LAYERS = 6


@lru_cache(maxsize=1)
def encoder() -> Encoder:
    """The model that is shipped, made by tools/learn_likeness.py: pieces and lower layers as pre-trained, upper layers and kinds learnt."""
    parts = [_stored(f"words-{i}") for i in range(PARTS)]
    start, learnt = _stored("start"), _stored("kinds")
    pieces = data.path("reading/encoder/pieces.txt").read_text("utf-8").split("\n")
    return Encoder(
        pieces={p: i for i, p in enumerate(pieces)},
        words=np.concatenate([p["words"].astype(np.float32) * p["words/scale"] for p in parts]),
        places=start["places"].astype(np.float32),
        norm=start["norm"].astype(np.float32),
        layers=tuple(_layer(i) for i in range(LAYERS)),
        head=_weights(learnt, "head"),
        head_b=learnt["head_b"].astype(np.float32),
        kinds=tuple(str(k) for k in learnt["kinds"]),
        least=learnt["least"].astype(np.float32),
        of=str(learnt["of"]),
    )
