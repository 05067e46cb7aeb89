"""Learn core/northsquall/data/reading/likeness.npz from sentences of our own: `.venv/bin/python tools/learn_likeness.py` (some minutes).

Sentences that say a thing: the lists in likeness.toml, the phrases of tests/reading/said.toml, and those of our own procedures in which a rule
found what was worked out by hand to be there. Sentences that do not: every sentence of our own sound procedures. No practice case is read.
"""

from __future__ import annotations

import sys
import tomllib
import zlib
from dataclasses import dataclass
from multiprocessing import Pool
from pathlib import Path
from typing import Any

import numpy as np
from numpy.typing import NDArray
from scipy import sparse
from scipy.optimize import minimize

ROOT = Path(__file__).resolve().parent.parent
sys.path[:0] = [str(ROOT / "core")]

from northsquall.assess import FEWER, work_out  # noqa: E402
from northsquall.findings.base import raise_all  # noqa: E402
from northsquall.findings.likeness import BY_WORDING, SAID  # noqa: E402
from northsquall.findings.referral import referral_of  # noqa: E402
from northsquall.reading import read  # noqa: E402
from northsquall.reading.likeness import BUCKETS, about, digest, pieces, sentences  # noqa: E402
from northsquall.review import settings_for  # noqa: E402
from northsquall.sheets import quench  # noqa: E402
from northsquall.substances import catalogue  # noqa: E402

DATA = ROOT / "core" / "northsquall" / "data" / "reading"
TEXTS = ROOT / "tests" / "practice" / "unseen"
FALSE = 0.00025
"""Part of the sentences of sound procedures of which a finding may come, by cross-validation."""
LISTED = 12
"""Sentences of the list of plain ones that may pass it."""
ANYWHERE = 0.01
"""Part of the sentences of sound procedures that may pass it where no finding would come of them."""
STRENGTH = 10.0
FOLDS = 5
NEAREST = 4
"""Sentences of sound procedures that are shown for each kind."""
SHORT = 90
"""Longest place (characters) of a finding that is taken for one thing said."""


@dataclass
class Row:
    """A sentence, what it says, the fold that holds it back, and whether it stands in a sound procedure."""

    text: str
    codes: frozenset[str]
    fold: int
    plain: bool
    matters: frozenset[str] = frozenset()
    """Kinds of which a finding would come of it, where it stands in a sound procedure."""
    listed: bool = False
    """Whether it is of the list of those that say the safe thing."""


def _found(name: str) -> tuple[list[tuple[str, int, int]], dict[int, frozenset[str]]]:
    """What the rules find in one of our procedures, (code, start, end); and at which sentence which kinds would matter."""
    text = (TEXTS / f"{name}.txt").read_text("utf-8")
    p = read(text)
    if referral_of(p, catalogue()):
        return [], {}
    w = work_out(p, catalogue(), settings_for(p, None), FEWER)
    c = w.context
    quenches = quench(p, w.lots, w.walks, c)
    c.quench_end, c.quench_least, c.quench_fill = quenches.ends, quenches.least, quenches.fills
    found = [f for f in raise_all(c) if f.source != BY_WORDING and f.severity != "note"]
    known = {f.code for f in found}
    matters = {
        a: frozenset(
            k for k, said in SAID.items() if not known & {k, *said.told} and said.where(c, c.step_at(a)) and not said.safely(text, (a, b))
        )
        for a, b in sentences(text)
    }
    return [(f.code, f.anchor.start, f.anchor.end) for f in found if f.anchor is not None], matters


def rows(codes: set[str]) -> list[Row]:
    """All sentences to learn from."""
    lists = tomllib.loads((DATA / "likeness.toml").read_text("utf-8"))
    out = [Row(s, frozenset({k["code"]}), i % FOLDS, False) for k in lists["kind"] for i, s in enumerate(k["sentences"])]
    out += [Row(s, frozenset(), i % FOLDS, False, listed=True) for i, s in enumerate(lists["plain"]["sentences"])]
    for said in tomllib.loads((ROOT / "tests/reading/said.toml").read_text("utf-8"))["said"]:
        found = said.get("finds", [])
        own = frozenset([found] if isinstance(found, str) else found) & codes
        out += [Row(s, own, i % FOLDS, False) for i, s in enumerate(said["phrases"])]
    by_rules = {k["code"] for k in lists["kind"] if k.get("by_rules", True)}  # not where a rule speaks of figures, and no words say it
    expected: dict[str, dict[str, Any]] = tomllib.loads((TEXTS / "expected.toml").read_text("utf-8"))
    with Pool() as pool:
        seen = dict(zip(expected, pool.map(_found, expected, 8), strict=True))
    for name, said in expected.items():
        text = (TEXTS / f"{name}.txt").read_text("utf-8")
        found_here, matters = seen[name]
        must = {c for any_of in said.get("must", []) for c in any_of} & by_rules
        places = [(c, a) for c, a, b in found_here if c in must and b - a < SHORT]
        for a, b in sentences(text):
            own = frozenset(c for c, at in places if a <= at < b)
            if own or "acceptable" in said["verdict"]:
                out.append(
                    Row(text[a:b], own, zlib.crc32(name.encode()) % FOLDS, not own, frozenset() if own else matters.get(a, frozenset()))
                )
    return out


def matrix(texts: list[str]) -> Any:
    """Sparse (sentences, BUCKETS)."""
    starts, columns, values = [0], [], []
    for t in texts:
        found = pieces(t)
        columns += found.keys()
        values += found.values()
        starts.append(len(columns))
    return sparse.csr_matrix((values, columns, starts), shape=(len(texts), BUCKETS))


def fit(X: Any, y: NDArray[np.bool_]) -> NDArray[np.float64]:
    """Weights and offset of a logistic regression with both classes of equal weight and a square penalty."""
    n = len(y)
    weight = np.where(y, n / (2 * y.sum()), n / (2 * (n - y.sum())))
    sign = np.where(y, 1.0, -1.0)

    def loss(p: NDArray[np.float64]) -> tuple[float, NDArray[np.float64]]:
        z = sign * (X @ p[:-1] + p[-1])
        g = -sign * weight / (1.0 + np.exp(np.clip(z, -50, 50)))
        return STRENGTH * float((weight * np.logaddexp(0, -z)).sum()) + 0.5 * float(p[:-1] @ p[:-1]), np.append(
            STRENGTH * (X.T @ g) + p[:-1], STRENGTH * g.sum()
        )

    return np.asarray(minimize(loss, np.zeros(BUCKETS + 1), jac=True, method="L-BFGS-B", options={"maxiter": 200}).x)


@dataclass
class Job:
    """What one kind is learnt from: the sentences that are about it, and of each whether it says it, its fold, and what bar it counts for."""

    code: str
    X: Any
    y: NDArray[np.bool_]
    folds: NDArray[np.int_]
    plain: NDArray[np.bool_]
    """Of a sound procedure, and a finding would come of it."""
    listed: NDArray[np.bool_]
    quiet: NDArray[np.bool_]
    """Of a sound procedure."""
    texts: list[str]
    missed: int
    """Sentences that say it and are not about it."""
    sound: int


def _learn(job: Job) -> tuple[NDArray[np.float64], float, str]:
    X, y, folds = job.X, job.y, job.folds
    score = np.zeros(len(y))
    for k in range(FOLDS):
        p = fit(X[folds != k], y[folds != k])
        score[folds == k] = X[folds == k] @ p[:-1] + p[-1]
    bars = ((score[job.plain], int(FALSE * job.sound)), (score[job.listed], LISTED), (score[job.quiet], int(ANYWHERE * job.sound)))
    least = max(float(np.sort([*found, *[-9.0] * (n + 1)])[-1 - n]) for found, n in bars)
    p = fit(X, y)
    known = (score[y] > least).sum() / (y.sum() + job.missed)
    nearest = np.argsort(np.where(job.plain, score, -99.0))[: -1 - NEAREST : -1]
    return (
        p[:-1],
        least - float(p[-1]),
        f"{job.code}: {y.sum() + job.missed} sentences among {len(y)} about it, {known:.2f} recognised when held back; what sound ones come nearest: "
        + " / ".join(job.texts[i][:90] for i in nearest if job.plain[i]),
    )


def main() -> int:
    """Learn, say how well, write the file."""
    kinds = [k["code"] for k in tomllib.loads((DATA / "likeness.toml").read_text("utf-8"))["kind"]]
    all_rows = rows(set(kinds))
    X = matrix([r.text for r in all_rows])
    folds, sound = np.array([r.fold for r in all_rows]), sum(r.plain for r in all_rows)
    jobs = []
    listed, quiet = np.array([r.listed for r in all_rows]), np.array([r.plain for r in all_rows])
    for c in kinds:
        says = np.array([c in r.codes for r in all_rows])
        here = np.array([about()[c].holds(r.text) for r in all_rows])
        plain = np.array([c in r.matters for r in all_rows])
        texts = [r.text for r, h in zip(all_rows, here, strict=True) if h]
        missed = int((says & ~here).sum())
        jobs.append(Job(c, X[here], says[here], folds[here], plain[here], listed[here], quiet[here], texts, missed, sound))
    with Pool() as pool:
        learnt = pool.map(_learn, jobs, 1)
    for *_, words in learnt:
        print(words)
    weights = np.array([w for w, _, _ in learnt])
    scale = np.abs(weights).max(axis=1) / 127.0
    np.savez_compressed(
        DATA / "likeness.npz",
        kinds=np.array(kinds),
        weights=np.round(weights / scale[:, None]).astype(np.int8),
        scale=scale.astype(np.float32),
        least=np.array([least for _, least, _ in learnt], dtype=np.float32),
        of=np.array(digest()),
    )
    print(f"{len(all_rows)} sentences, {sound} of them of sound procedures; {(DATA / 'likeness.npz').stat().st_size / 1e3:.0f} kB")
    return 0


if __name__ == "__main__":
    sys.exit(main())
