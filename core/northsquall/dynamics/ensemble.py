"""Many members of one problem at once, compiled and without the interpreter's lock: so that two threads share them."""

from __future__ import annotations

import os
from concurrent.futures import ThreadPoolExecutor

import numpy as np
from numba import njit

from northsquall.dynamics import rodas

NO_GRID = np.zeros(0)


@njit(cache=True, error_model="numpy", nogil=True)
def _many(starts, segments, nu, reactions, cps, vm, vessels, main, limits, rtol, atol, grid, max_steps, stats, pots):  # type: ignore[no-untyped-def]
    """Integrate member after member; reports into `stats`, pot temperatures on the grid into `pots`."""
    for m in range(starts.shape[0]):
        found, report, _ = rodas.integrate(
            starts[m], 0.0, segments[m], nu, reactions[m], cps[m], vm, vessels[m], main, limits, rtol, atol, grid, max_steps
        )
        stats[m] = report
        if grid.shape[0] > 0:
            pots[m] = found[:, vm.shape[0]]


def integrate_many(
    starts: np.ndarray, segments: np.ndarray, nu: np.ndarray, reactions: np.ndarray, cps: np.ndarray, vm: np.ndarray, vessels: np.ndarray,
    main: int, limits: np.ndarray, rtol: float, atol: np.ndarray, grid: np.ndarray = NO_GRID, threads: int = 0, max_steps: int = 20_000,
) -> tuple[np.ndarray, np.ndarray]:  # fmt: skip
    """(reports (m, k, NSTATS), pot temperatures on the grid (m, g) in K) of m members.

    starts (m, n), segments (m, k, columns), reactions (m, r, NREACTION), cps (m, ns), vessels (m, NCONST); nu, vm, limits and grid are shared.
    `threads`: 0 takes as many as there are cores. A member that did not end is flagged in its report as in `rodas.integrate`.
    """
    m = len(starts)
    stats = np.zeros((m, segments.shape[1], rodas.NSTATS))
    pots = np.zeros((m, len(grid)))
    count = min(threads or os.cpu_count() or 1, m)

    def work(part: slice) -> None:
        _many(
            starts[part], segments[part], nu, reactions[part], cps[part], vm, vessels[part], main, limits, rtol, atol, grid, max_steps,
            stats[part], pots[part],
        )  # fmt: skip

    if count <= 1:
        work(slice(0, m))
        return stats, pots
    pieces = [slice(i, min(i + 16, m)) for i in range(0, m, 16)]  # small pieces: a runaway takes longer than the rest
    with ThreadPoolExecutor(count) as pool:
        list(pool.map(work, pieces))
    return stats, pots
