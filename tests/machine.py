"""How much slower than at its best this machine is: bounds on seconds are those of its best state (docs/performance.md: an empty loop of ten millions in 0.58 s)."""

from __future__ import annotations

import time

AT_ITS_BEST_S = 0.58
LOOP = 2_000_000


def slowness() -> float:
    """1 at its best; 4 where the same loop takes four times as long. Measured anew at each call, as the state changes within a run."""
    took = []
    for _ in range(3):
        began = time.perf_counter()
        for _ in range(LOOP):
            pass
        took.append(time.perf_counter() - began)
    return max(1.0, min(took) * 10_000_000 / LOOP / AT_ITS_BEST_S)
