"""scipy's Radau on the engine's own right-hand side: the oracle of the tests and the retry at run time."""

from __future__ import annotations

import numpy as np

from northsquall.dynamics import kernel as k
from northsquall.dynamics import rodas

FINE = 2001
"""Points a segment over which maxima are taken."""


def integrate(y_start, t_start, segments, nu, reactions, cp, vm, vessel, main, limits, rtol, atol, grid):  # type: ignore[no-untyped-def]
    """As `rodas.integrate`, by Radau: (rows, stats, ends), or None where Radau fails."""
    from scipy.integrate import solve_ivp  # half the time to import the core, and hardly ever needed

    ns = len(cp)
    ends = np.zeros((len(segments), ns + 3))
    stats = np.zeros((len(segments), rodas.NSTATS))
    rows = np.full((len(grid), ns + 3), np.nan)
    y, t, ice = np.array(y_start, dtype=float), t_start, 1.0 if y_start[-1] > 0 else 0.0
    scratch = np.zeros(ns + 3)

    def look(times, solution, mode, limit, s, seg):  # type: ignore[no-untyped-def]
        """Take the maxima at these times of one piece of the solution."""
        for at in times:
            state = solution(at)
            rodas._watch(at, state, nu, reactions, cp, vessel, main, limit, s)
            rodas._watch_heat(at, k.rhs(state, nu, reactions, cp, vm, vessel, seg, mode, scratch), s)

    for i, seg in enumerate(segments):
        aside = i > 0 and segments[i - 1][k.MODE] == k.FIXED_BATH and y[-1] > 0.0
        if seg[k.MODE] == k.FIXED_BATH or (seg[k.MODE] == k.ICE_BATH and aside):
            y[-2] = seg[k.TSET]
        pieces = []
        start = t
        gone_at = -1.0
        while t < seg[k.TEND] - 1e-9:
            mode = ice

            def f(_t: float, state: np.ndarray, seg: np.ndarray = seg, mode: float = mode) -> np.ndarray:
                out = np.zeros(ns + 3)
                k.rhs(state, nu, reactions, cp, vm, vessel, seg, mode, out)
                return out

            def melted(_t: float, state: np.ndarray) -> float:
                return float(state[-1])

            melted.terminal, melted.direction = True, -1.0  # type: ignore[attr-defined]
            events = [melted] if seg[k.MODE] == k.ICE_BATH and ice > 0.5 else None
            found = solve_ivp(f, (t, seg[k.TEND]), y, method="Radau", rtol=rtol, atol=atol, dense_output=True, events=events)
            if not found.success:
                return None
            pieces.append((t, found.t[-1], found.sol, mode))
            y, t = found.y[:, -1].copy(), found.t[-1]
            if found.status == 1:
                y[-1], ice, gone_at = 0.0, 0.0, t
        s = stats[i]
        s[rodas.ICE_GONE_AT], s[rodas.OVER_AT] = gone_at, -1.0
        s[rodas.PEAK_T] = s[rodas.MTSR_MAX] = -1e300
        for a, b, solution, mode in pieces:
            look(np.linspace(a, b, FINE), solution, mode, limits[i], s, seg)
            gap = (b - a) / (FINE - 1)
            for at in (
                s[rodas.PEAK_T_AT],
                s[rodas.MTSR_AT],
                s[rodas.MADE_AT],
                s[rodas.GAS_AT],
            ):  # once more, closely, round what is highest
                if a <= at <= b:
                    look(np.linspace(max(a, at - gap), min(b, at + gap), 201), solution, mode, limits[i], s, seg)
        for g in np.nonzero((grid >= start) & (grid <= t))[0]:
            solution = next(p for p in pieces if p[0] - 1e-9 <= grid[g] <= p[1] + 1e-9)[2]
            rows[g] = solution(grid[g])
        ends[i] = y
    return rows, stats, ends
