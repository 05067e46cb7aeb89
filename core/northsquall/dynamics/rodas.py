"""Rodas4 with step control, dense output and events, compiled.

Coefficients: E. Hairer, G. Wanner, *Solving Ordinary Differential Equations II*, 2nd ed. (1996),
section IV.7, method RODAS (order 4(3), L-stable, continuous extension of order 3); from memory, their
order conditions are checked numerically in the tests.
"""

from __future__ import annotations

import math

import numpy as np

from northsquall.dynamics.kernel import FIXED_BATH, ICE_BATH, MODE, SEG_FEED, TEND, TSET, compiled, jacobian, mtsr, rhs

GAMMA = 0.25
A21, A31, A32 = 1.544, 0.9466785280815826, 0.2557011698983284
A41, A42, A43 = 3.314825187068521, 2.896124015972201, 0.9986419139977817
A51, A52, A53, A54 = 1.221224509226641, 6.019134481288629, 12.53708332932087, -0.6878860361058950
C21, C31, C32 = -5.6688, -2.430093356833875, -0.2063599157091915
C41, C42, C43 = -0.1073529058151375, -9.594562251023355, -20.47028614809616
C51, C52, C53, C54 = 7.496443313967647, -10.24680431464352, -33.99990352819905, 11.70890893206160
C61, C62, C63 = 8.083246795921522, -7.981132988064893, -31.52159432874371
C64, C65 = 16.31930543123136, -6.058818238834054
H21, H22, H23 = 10.12623508344586, -7.487995877610167, -34.80091861555747
H24, H25 = -7.992771707568823, 1.025137723295662
H31, H32, H33 = -0.6762803392806898, 6.087714651678606, 16.43084320892478
H34, H35 = 24.76722511418386, -6.594389125716872

# what `integrate` reports, by index
PEAK_T, PEAK_T_AT, MTSR_MAX, MTSR_AT, PILED_MAX, PILED_AT, MADE_MAX, MADE_AT = range(8)
ICE_GONE_AT, STEPS, FLAG, OVER_AT, TOOK_MAX, ICE_MIN, GAS_MAX, GAS_AT, BOIL_MAX = range(8, 17)
NSTATS = 17
GOLDEN = 0.6180339887498949


@compiled
def _factor(m, pivots):  # type: ignore[no-untyped-def]
    n = m.shape[0]
    for k in range(n):
        p = k
        big = abs(m[k, k])
        for i in range(k + 1, n):
            if abs(m[i, k]) > big:
                big = abs(m[i, k])
                p = i
        pivots[k] = p
        if big == 0.0:
            return False
        if p != k:
            for c in range(n):
                s = m[k, c]
                m[k, c] = m[p, c]
                m[p, c] = s
        inv = 1.0 / m[k, k]
        for i in range(k + 1, n):
            if m[i, k] != 0.0:
                fac = m[i, k] * inv
                m[i, k] = fac
                for c in range(k + 1, n):
                    m[i, c] -= fac * m[k, c]
        m[k, k] = inv
    return True


@compiled
def _solve(m, pivots, b):  # type: ignore[no-untyped-def]
    """Solve in place; rows of L and U were swapped whole, so all pivots come first. The diagonal holds inverses."""
    n = m.shape[0]
    for k in range(n):
        p = pivots[k]
        if p != k:
            s = b[k]
            b[k] = b[p]
            b[p] = s
    for i in range(1, n):
        s = b[i]
        for k in range(i):
            s -= m[i, k] * b[k]
        b[i] = s
    for i in range(n - 1, -1, -1):
        s = b[i]
        for k in range(i + 1, n):
            s -= m[i, k] * b[k]
        b[i] = s * m[i, i]


@compiled
def _dense(y0, y1, c2, c3, s, out):  # type: ignore[no-untyped-def]
    for i in range(y0.shape[0]):
        out[i] = y0[i] * (1.0 - s) + s * (y1[i] + (1.0 - s) * (c2[i] + s * c3[i]))


@compiled
def _dense_one(y0, y1, c2, c3, s, i):  # type: ignore[no-untyped-def]
    return y0[i] * (1.0 - s) + s * (y1[i] + (1.0 - s) * (c2[i] + s * c3[i]))


@compiled
def _watch(t, y, nu, reactions, cp, vessel, main, limit, stats):  # type: ignore[no-untyped-def]
    """Take the maxima of pot temperature, MTSR and accumulation, and the least ice, at one point of the solution."""
    ns = cp.shape[0]
    if y[ns] > stats[PEAK_T]:
        stats[PEAK_T] = y[ns]
        stats[PEAK_T_AT] = t
    if y[ns] > limit and stats[OVER_AT] < 0.0:
        stats[OVER_AT] = t
    if y[ns + 2] < stats[ICE_MIN]:
        stats[ICE_MIN] = y[ns + 2]
    if main >= 0:
        top, piled = mtsr(y, nu, reactions, cp, vessel, main)
        if top > stats[MTSR_MAX]:
            stats[MTSR_MAX] = top
            stats[MTSR_AT] = t
        if piled > stats[PILED_MAX]:
            stats[PILED_MAX] = piled
            stats[PILED_AT] = t


@compiled
def _watch_heat(t, flows, stats):  # type: ignore[no-untyped-def]
    """Take the maxima of the heat made, of what the bath takes, of the gas set free and of the boil-up."""
    made, took, gas, boil = flows
    if made > stats[MADE_MAX]:
        stats[MADE_MAX] = made
        stats[MADE_AT] = t
    if took > stats[TOOK_MAX]:
        stats[TOOK_MAX] = took
    if gas > stats[GAS_MAX]:
        stats[GAS_MAX] = gas
        stats[GAS_AT] = t
    if boil > stats[BOIL_MAX]:
        stats[BOIL_MAX] = boil


@compiled
def _surplus(y, nu, ia, ib):  # type: ignore[no-untyped-def]
    return y[ia] / -nu[0, ia] - y[ib] / -nu[0, ib]


@compiled
def integrate(y_start, t_start, segments, nu, reactions, cp, vm, vessel, main, limits, rtol, atol, grid, max_steps):  # type: ignore[no-untyped-def]
    """Integrate through all segments.

    y_start (ns + 3,), segments (k, SEG_FEED + ns + nr) with rising TEND, grid (m,) rising times in s,
    limits (k,) pot temperatures (K) whose first passing in the segment is timed, `main` the last of the reactions
    whose loss of control is followed, from 0 on (-1: none). Returns (states on the grid (m, ns + 3), stats
    (k, NSTATS), states at the end of each segment (k, ns + 3)). stats[s, FLAG] is 0 when done, 1 when the step size vanished, 2 when
    max_steps were not enough, 3 when the segment was not reached. Raises ValueError where the segments' columns do not fit.
    """
    n = y_start.shape[0]
    ns = cp.shape[0]
    if segments.shape[1] != SEG_FEED + ns + reactions.shape[0]:
        raise ValueError("a segment has a feed for each species and a gate for each reaction")
    m = grid.shape[0]
    rows = np.full((m, n), np.nan)
    all_stats = np.zeros((segments.shape[0], NSTATS))
    ends = np.zeros((segments.shape[0], n))
    all_stats[:, FLAG] = 3.0
    y = y_start.copy()
    f = np.zeros(n)
    work = np.zeros(n)
    ynew = np.zeros(n)
    point = np.zeros(n)
    jac = np.zeros((n, n))
    w = np.zeros((n, n))
    pivots = np.zeros(n, np.int64)
    u1 = np.zeros(n)
    u2 = np.zeros(n)
    u3 = np.zeros(n)
    u4 = np.zeros(n)
    u5 = np.zeros(n)
    u6 = np.zeros(n)
    c2 = np.zeros(n)
    c3 = np.zeros(n)
    ia = -1
    ib = -1
    if main >= 0:
        for i in range(ns):
            if nu[0, i] < 0.0:
                if ia < 0:
                    ia = i
                elif ib < 0:
                    ib = i
    t = t_start
    g = 0
    ice = 1.0 if y[n - 1] > 0.0 else 0.0
    steps = 0
    for s in range(segments.shape[0]):
        seg = segments[s]
        limit = limits[s]
        stats = all_stats[s]
        stats[FLAG] = 0.0
        stats[PEAK_T] = -1e300
        stats[MTSR_MAX] = -1e300
        stats[ICE_GONE_AT] = -1.0
        stats[OVER_AT] = -1.0
        stats[ICE_MIN] = y[n - 1]
        if seg[MODE] == FIXED_BATH or (seg[MODE] == ICE_BATH and s > 0 and segments[s - 1][MODE] == FIXED_BATH and y[n - 1] > 0.0):
            y[n - 2] = seg[TSET]  # another bath is set under it; the ice bath stood aside with its ice
        t_end = seg[TEND]
        if t_end <= t:
            continue
        h = min(t_end - t, 4.0)
        _watch(t, y, nu, reactions, cp, vessel, main, limit, stats)
        while t < t_end - 1e-9 * max(1.0, t_end):
            if steps >= max_steps:
                stats[FLAG] = 2.0
                stats[STEPS] = steps
                return rows, all_stats, ends
            steps += 1
            if t + 1.01 * h >= t_end:
                h = t_end - t
            _watch_heat(t, rhs(y, nu, reactions, cp, vm, vessel, seg, ice, f), stats)
            jacobian(y, nu, reactions, cp, vm, vessel, seg, ice, f, jac)
            accepted = False
            while not accepted:
                per = 1.0 / h
                gh = per / GAMMA
                for i in range(n):
                    for k in range(n):
                        w[i, k] = -jac[i, k]
                    w[i, i] += gh
                if not _factor(w, pivots):
                    h *= 0.5
                    continue
                for i in range(n):
                    u1[i] = f[i]
                _solve(w, pivots, u1)
                for i in range(n):
                    point[i] = y[i] + A21 * u1[i]
                rhs(point, nu, reactions, cp, vm, vessel, seg, ice, u2)
                for i in range(n):
                    u2[i] += C21 * u1[i] * per
                _solve(w, pivots, u2)
                for i in range(n):
                    point[i] = y[i] + A31 * u1[i] + A32 * u2[i]
                rhs(point, nu, reactions, cp, vm, vessel, seg, ice, u3)
                for i in range(n):
                    u3[i] += (C31 * u1[i] + C32 * u2[i]) * per
                _solve(w, pivots, u3)
                for i in range(n):
                    point[i] = y[i] + A41 * u1[i] + A42 * u2[i] + A43 * u3[i]
                rhs(point, nu, reactions, cp, vm, vessel, seg, ice, u4)
                for i in range(n):
                    u4[i] += (C41 * u1[i] + C42 * u2[i] + C43 * u3[i]) * per
                _solve(w, pivots, u4)
                for i in range(n):
                    ynew[i] = y[i] + A51 * u1[i] + A52 * u2[i] + A53 * u3[i] + A54 * u4[i]
                rhs(ynew, nu, reactions, cp, vm, vessel, seg, ice, u5)
                for i in range(n):
                    u5[i] += (C51 * u1[i] + C52 * u2[i] + C53 * u3[i] + C54 * u4[i]) * per
                _solve(w, pivots, u5)
                for i in range(n):
                    ynew[i] += u5[i]
                rhs(ynew, nu, reactions, cp, vm, vessel, seg, ice, u6)
                for i in range(n):
                    u6[i] += (C61 * u1[i] + C62 * u2[i] + C63 * u3[i] + C64 * u4[i] + C65 * u5[i]) * per
                _solve(w, pivots, u6)
                err = 0.0
                for i in range(n):
                    ynew[i] += u6[i]
                    scale = atol[i] + rtol * max(abs(y[i]), abs(ynew[i]))
                    err += (u6[i] / scale) ** 2
                err = math.sqrt(err / n)
                if not (err < 1e300):
                    h *= 0.1
                elif err <= 1.0:
                    accepted = True
                else:
                    h *= max(0.2, 0.9 * err**-0.25)
                if h < 1e-11 * max(1.0, t):
                    stats[FLAG] = 1.0
                    stats[STEPS] = steps
                    return rows, all_stats, ends
            for i in range(n):
                c2[i] = H21 * u1[i] + H22 * u2[i] + H23 * u3[i] + H24 * u4[i] + H25 * u5[i]
                c3[i] = H31 * u1[i] + H32 * u2[i] + H33 * u3[i] + H34 * u4[i] + H35 * u5[i]
            taken = 1.0
            gone = False
            if seg[MODE] == ICE_BATH and ice > 0.5 and ynew[n - 1] <= 0.0:
                low = 0.0
                high = 1.0
                for _ in range(60):
                    mid = 0.5 * (low + high)
                    _dense(y, ynew, c2, c3, mid, point)
                    if point[n - 1] > 0.0:
                        low = mid
                    else:
                        high = mid
                taken = high
                gone = True
            before = stats[PEAK_T]
            climbed = stats[MTSR_AT]
            for q in range(1, 5):
                _dense(y, ynew, c2, c3, taken * q / 4.0, point)
                _watch(t + h * taken * q / 4.0, point, nu, reactions, cp, vessel, main, limit, stats)
            at_peak = stats[PEAK_T_AT]
            # where in this step the pot is warmest, if it turned here: golden section on the dense output
            if at_peak < t + h * taken * 0.99 and (stats[PEAK_T] > before or at_peak >= t):
                low = max((stats[PEAK_T_AT] - t) / h - 0.25 * taken, 0.0)
                high = min((stats[PEAK_T_AT] - t) / h + 0.25 * taken, taken)
                for _ in range(24):
                    m1 = high - GOLDEN * (high - low)
                    m2 = low + GOLDEN * (high - low)
                    if _dense_one(y, ynew, c2, c3, m1, ns) < _dense_one(y, ynew, c2, c3, m2, ns):
                        low = m1
                    else:
                        high = m2
                top = _dense_one(y, ynew, c2, c3, 0.5 * (low + high), ns)
                if top > stats[PEAK_T]:
                    stats[PEAK_T] = top
                    stats[PEAK_T_AT] = t + h * 0.5 * (low + high)
            at_top = stats[MTSR_AT]
            if main >= 0 and at_top < t + h * taken * 0.99 and (at_top != climbed or at_top >= t):  # it turned within this step
                low = max((at_top - t) / h - 0.25 * taken, 0.0)
                high = min((at_top - t) / h + 0.25 * taken, taken)
                for _ in range(16):
                    m1 = high - GOLDEN * (high - low)
                    m2 = low + GOLDEN * (high - low)
                    _dense(y, ynew, c2, c3, m1, point)
                    top1, _ = mtsr(point, nu, reactions, cp, vessel, main)
                    _dense(y, ynew, c2, c3, m2, point)
                    top2, _ = mtsr(point, nu, reactions, cp, vessel, main)
                    if top1 < top2:
                        low = m1
                    else:
                        high = m2
                _dense(y, ynew, c2, c3, 0.5 * (low + high), point)
                _watch(t + h * 0.5 * (low + high), point, nu, reactions, cp, vessel, main, limit, stats)
            if ib >= 0:
                d0 = _surplus(y, nu, ia, ib)
                d1 = _surplus(ynew, nu, ia, ib)
                if d0 * d1 < 0.0:
                    low = 0.0
                    high = taken
                    for _ in range(50):
                        mid = 0.5 * (low + high)
                        _dense(y, ynew, c2, c3, mid, point)
                        if _surplus(point, nu, ia, ib) * d0 > 0.0:
                            low = mid
                        else:
                            high = mid
                    _dense(y, ynew, c2, c3, high, point)
                    _watch(t + h * high, point, nu, reactions, cp, vessel, main, limit, stats)
                    _watch_heat(t + h * high, rhs(point, nu, reactions, cp, vm, vessel, seg, ice, work), stats)
            while g < m and grid[g] <= t + h * taken + 1e-12:
                at = (grid[g] - t) * per
                for i in range(n):
                    rows[g, i] = _dense_one(y, ynew, c2, c3, at, i)
                g += 1
            if gone:
                _dense(y, ynew, c2, c3, taken, point)
                for i in range(n):
                    y[i] = point[i]
                y[n - 1] = 0.0
                ice = 0.0
                t = t + h * taken
                stats[ICE_GONE_AT] = t
                h = min(0.5, max(t_end - t, 1e-6))
            else:
                for i in range(n):
                    y[i] = ynew[i]
                t = t + h
                h *= min(5.0, max(0.2, 0.9 * max(err, 1e-8) ** -0.25))
        _watch_heat(t, rhs(y, nu, reactions, cp, vm, vessel, seg, ice, work), stats)
        for i in range(n):
            ends[s, i] = y[i]
        stats[STEPS] = steps
    while g < m:
        for i in range(n):
            rows[g, i] = y[i]
        g += 1
    return rows, all_stats, ends


@compiled
def read_off(grid, rows, segments, nu, reactions, cp, vm, vessel, main):  # type: ignore[no-untyped-def]
    """(heat made in W, heat taken by the bath in W, MTSR in K or NaN, gas in mol/s, boil-up in W) at each state of a grid."""
    m = grid.shape[0]
    out = np.full((5, m), np.nan)
    work = np.zeros(rows.shape[1])
    s = 0
    for g in range(m):
        while s + 1 < segments.shape[0] and grid[g] > segments[s, TEND]:
            s += 1
        ice = 1.0 if rows[g, rows.shape[1] - 1] > 0.0 else 0.0
        out[0, g], out[1, g], out[3, g], out[4, g] = rhs(rows[g], nu, reactions, cp, vm, vessel, segments[s], ice, work)
        if main >= 0:
            out[2, g] = mtsr(rows[g], nu, reactions, cp, vessel, main)[0]
    return out
