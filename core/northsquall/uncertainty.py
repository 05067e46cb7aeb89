"""spread(procedure) -> how the figures spread over what is not sure, and what drives them (handbook 2.12)."""

from __future__ import annotations

import numpy as np

from northsquall.assess import work_out
from northsquall.assessment import Driver, Spread
from northsquall.dynamics import kernel as k
from northsquall.dynamics import pot as pots
from northsquall.dynamics import rodas
from northsquall.dynamics.ensemble import integrate_many
from northsquall.dynamics.pot import ZERO_C
from northsquall.dynamics.schedule import begins_min
from northsquall.failing import NoCurve
from northsquall.findings.base import Context
from northsquall.procedure import Laboratory, Procedure
from northsquall.review import settings_for
from northsquall.settle import SettingError
from northsquall.substances import Catalogue
from northsquall.substances import catalogue as shipped

MOST = 20_000
CP_PART, STRENGTH_PART, TIME_PART, READING_K = 0.05, 0.02, 0.1, 1.0
"""Half widths (about two standard deviations) of heat capacity, strength of what is fed, time of an addition, and the thermometer (common practice, no source)."""
POINTS = 25


def spread(
    procedure: Procedure, seed: int = 1, members: int = 1000, *, catalogue: Catalogue | None = None, laboratory: Laboratory | None = None
) -> Spread:
    """P5, P50 and P95 of peak, MTSR and heat over `members` draws. Raises NoCurve where nothing can be drawn, SettingError for a number that is none."""
    if not 20 <= members <= MOST:
        raise SettingError(f"{members} draws: between 20 and {MOST} were expected")
    if not 0 <= seed < 2**32:
        raise SettingError(f"a seed of {seed}: a whole number from 0 to 4,294,967,295 was expected")
    c = work_out(procedure, catalogue or shipped(), settings_for(procedure, laboratory)).context
    if c.pot is None or not c.runs or c.unknown_dose is not None:
        raise NoCurve(f"Nothing can be drawn: {c.pot_missing or 'no time is written for the addition'}.")
    if not c.pot.plan.reacts:
        raise NoCurve("Nothing can be drawn: no reaction with a rate was found.")
    if not c.pot.rates_known:
        raise NoCurve(
            "Nothing can be drawn: no rate is known for a reaction that is followed, and draws between its two bounds would be made up. Put in a rate, or go by the bounds."
        )
    return _drawn(c, seed, members)


def _triangle(rng: np.random.Generator, low: float, best: float, high: float, n: int) -> np.ndarray:
    low, high = min(low, best), max(high, best)
    return np.full(n, best) if high - low < 1e-12 else rng.triangular(low, best, high, n)


def _drawn(c: Context, seed: int, n: int) -> Spread:
    assert c.pot is not None
    plan = c.pot.plan
    rng = np.random.default_rng(seed)
    corners = {x.name: x for x in plan.corners}
    best = corners["best"]
    heats = [x.dH_kJ for x in plan.corners]
    factors = [x.k_factor for x in plan.corners]
    Us = [x.U for x in plan.corners]
    ambient = c.settings.get("ambient_C")
    draws = {
        "heat of reaction": -_triangle(rng, min(heats), best.dH_kJ, max(heats), n),
        "rate": np.exp(_triangle(rng, np.log(min(factors)), np.log(best.k_factor), np.log(max(factors)), n)),
        "heat transfer": _triangle(rng, min(Us), best.U, max(Us), n),
        "heat capacity": 1.0 + rng.normal(0.0, CP_PART / 2, n),
        "strength of the feed": 1.0 + rng.normal(0.0, STRENGTH_PART / 2, n),
        "time of the addition": 1.0 + rng.normal(0.0, TIME_PART / 2, n),
        "room": _triangle(rng, *ambient, n),
    }
    reading = rng.normal(0.0, READING_K / 2, n)
    nu, reactions, cp, vm, vessel = pots.problem_arrays(plan, best)
    starts, table, limits, owner = pots.schedule_rows(plan, best)
    ns = len(plan.species)
    main = [j for j, r in enumerate(plan.rates) if r.heat_kJ is None]
    varied = [j for j, r in enumerate(plan.rates) if r.factors is None]
    fed = [i for i in range(ns) if any(r.nu[i] < 0 for r in plan.rates[: plan.followed])]
    dosed = np.array([plan.segments[i].kind in ("dose", "add") for i in owner])

    y0 = np.tile(np.array([*plan.start_mol, plan.start_T_K, plan.bath_start_K, plan.ice_kg]), (n, 1))
    rx = np.tile(reactions, (n, 1, 1))
    for j in main:
        rx[:, j, k.DH] = -draws["heat of reaction"] * 1e3
    for j in varied:
        rx[:, j, k.K] *= draws["rate"] / best.k_factor
    segs = np.tile(table, (n, 1, 1))
    segs[:, :, k.UPOT] *= (draws["heat transfer"] / best.U)[:, None]
    cps = cp[None, :] * draws["heat capacity"][:, None]
    for i in fed:
        segs[:, :, k.SEG_FEED + i] *= draws["strength of the feed"][:, None]
    length = np.diff(np.concatenate([[0.0], table[:, k.TEND]]))
    longer = np.where(dosed[None, :], draws["time of the addition"][:, None], 1.0)
    segs[:, :, k.TEND] = np.cumsum(length[None, :] * longer, axis=1)
    segs[:, :, k.SEG_FEED : k.SEG_FEED + ns] /= longer[:, :, None]
    segs[:, :, k.QFEED] /= longer
    vessels = np.tile(vessel, (n, 1))
    vessels[:, k.TAMB] = draws["room"] + ZERO_C
    grid = np.linspace(0.0, starts[-1], POINTS * len(plan.segments))
    stats, curves = integrate_many(y0, segs, nu, rx, cps, vm, vessels, plan.followed - 1, limits, pots.RTOL, pots.tolerances(plan), grid)
    good = ~stats[:, :, rodas.FLAG].any(axis=1)
    if good.sum() < 20:
        raise NoCurve(f"{n - int(good.sum())} of {n} draws could not be integrated, so nothing is said.")

    limited = [s for s in plan.segments if s.limit_C is not None and s.kind in ("dose", "add") and s.step in c.peak]
    target = max(limited, key=lambda s: c.peak[s.step][2] - (s.limit_C or 0.0), default=None)
    step = target.step if target is not None else (c.pot.dose_steps[-1] if c.pot.dose_steps else plan.segments[-1].step)
    own = np.isin(owner, [i for i, s in enumerate(plan.segments) if s.step == step])
    peak = stats[good][:, own, rodas.PEAK_T].max(axis=1) - ZERO_C
    top = stats[good][:, :, rodas.MTSR_MAX].max(axis=1) - ZERO_C
    made = stats[good][:, :, rodas.MADE_MAX].max(axis=1)
    limit = target.limit_C if target is not None else None

    def three(a: np.ndarray) -> tuple[float, float, float]:
        p5, p50, p95 = np.percentile(a, [5, 50, 95])
        return round(float(p5), 2), round(float(p50), 2), round(float(p95), 2)

    margin = None if limit is None else limit - peak + reading[good]
    drivers = sorted(
        (Driver(name=x, peak=_rank(d[good], peak), MTSR=_rank(d[good], top)) for x, d in draws.items()),
        key=lambda d: -max(abs(d.peak), abs(d.MTSR)),
    )
    over = None if margin is None else float(np.mean(margin < 0))
    past = None if c.bound is None else float(np.mean(top >= c.bound.TD24_C))
    offset = begins_min(c.timed, plan.segments[0].step)
    band = np.percentile(curves[good], [5, 95], axis=0) - ZERO_C
    out = Spread(
        seed=seed, members=n, failed=int(n - good.sum()), step=step, limit_C=limit, peak_C=three(peak), MTSR_C=three(top), heat_W=three(made),
        margin_K=None if margin is None else three(margin), over=over, past_TD24=past, drivers=drivers,
        t_min=[round(float(t) / 60 + offset, 3) for t in grid], low_C=[round(float(v), 2) for v in band[0]], high_C=[round(float(v), 2) for v in band[1]], says="",
    )  # fmt: skip
    out.says = _says(out)
    return out


def _rank(a: np.ndarray, b: np.ndarray) -> float:
    """Rank correlation after Spearman; 0 where one of the two does not vary."""
    from scipy.stats import spearmanr  # needed only here

    if np.ptp(a) < 1e-12 or np.ptp(b) < 1e-12:
        return 0.0
    return round(float(spearmanr(a, b).statistic), 2)


def _says(s: Spread) -> str:
    """The spread in a sentence."""
    first = s.drivers[0]
    out = f"In nine of ten draws step {s.step} peaks between {s.peak_C[0]:.0f} and {s.peak_C[2]:.0f} °C"
    if s.over is not None and s.limit_C is not None:
        out += f"; {_share(s.over)} pass {s.limit_C:.0f} °C"
    return f"{out}. The {first.name} drives it most."


def _share(part: float) -> str:
    return "none" if part == 0 else "all" if part == 1 else "fewer than 1 in 100" if part < 0.01 else f"{part * 100:.0f} in 100"
