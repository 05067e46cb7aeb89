"""What a calorimeter's curve says: baseline, integral, onset; heat and rate of a reaction; an adiabatic run's kinetics (handbook 2.5)."""

from __future__ import annotations

import math
from dataclasses import dataclass, field

import numpy as np

from northsquall.calorimetry.curves import CurveError
from northsquall.dynamics.decomposition import R_GAS, ZERO_C, Decomposition, from_onset
from northsquall.procedure import Curve

CP_J_KG = 1500.0
"""Specific heat of an organic mixture where none is given, J/(kg K): low, so that time runs short (common practice, no source)."""
SEEN_W_G = 0.01
"""A scan's exotherm counts from 10 W/kg on, the rate that is taken at its onset (handbook 2.5)."""
SELF_HEAT_K_S = 0.02 / 60.0
"""An adiabatic run heats by itself from 0.02 K/min on (common practice, no source)."""
RUN = 5
"""Points in a row that make a departure from the baseline."""


@dataclass
class Evaluated:
    """The findings of one curve. Temperatures in °C, heats in J/g of sample, times in min; None where the kind of curve does not say."""

    kind: str
    name: str
    onset_C: float | None = None
    tangent_C: float | None = None
    top_C: float | None = None
    heat_J_g: float | None = None
    rules: dict[str, float] = field(default_factory=dict)
    """TD24 (°C) by each rule; the lowest is used."""
    decomposition: Decomposition | None = None
    dH_kJ_mol: float | None = None
    heat_kJ: float | None = None
    piled_max: float | None = None
    piled_at_min: float | None = None
    k_L_mol_s: float | None = None
    k_misfit: float | None = None
    mol_per_L: float | None = None
    x: list[float] = field(default_factory=list)
    y: list[float] = field(default_factory=list)
    baseline: list[float] = field(default_factory=list)
    conversion: list[float] = field(default_factory=list)
    notes: list[str] = field(default_factory=list)

    @property
    def td24(self) -> tuple[float, str] | None:
        """(lowest TD24 in °C, the rule that gives it)."""
        return min(((v, k) for k, v in self.rules.items()), default=None)


def evaluate(c: Curve) -> Evaluated:
    """What a curve says. Raises CurveError for a curve that lacks what its kind needs."""
    return {"scan": _scan, "reaction": _reaction, "adiabatic": _adiabatic}[c.kind](c)


def _wanted(c: Curve, **values: float | None) -> None:
    for what, v in values.items():
        name = what.replace("_", " ")
        if v is None:
            raise CurveError(f"{c.name}: the {name} is not given; it is needed to say anything from this curve")
        if not v > 0:
            raise CurveError(f"{c.name}: {name} {v:g}; a number over 0 was expected")


def _scan(c: Curve) -> Evaluated:
    _wanted(c, heating_rate=c.rate_K_min, **({} if c.per_gram else {"mass_of_the_sample": c.sample_g}))
    assert c.rate_K_min is not None
    x, y = np.array(c.x), np.array(c.y) / (1.0 if c.per_gram else (c.sample_g or 1.0)) * (1.0 if c.exo_up else -1.0)
    out = Evaluated("scan", c.name, x=c.x, y=[round(float(v), 6) for v in y])
    cp = (c.cp_J_gK or CP_J_KG / 1e3) * 1e3
    if c.cp_J_gK is None:
        out.notes.append(f"specific heat not given: {CP_J_KG / 1e3:g} J/(g K) is taken")
    n0 = max(RUN, len(x) // 8)
    slope, level = np.polyfit(x[:n0], y[:n0], 1)
    line = slope * x + level
    noise = 1.4826 * float(np.median(np.abs(y[:n0] - line[:n0])))
    over = y - line > max(SEEN_W_G, 3 * noise)
    start = next((i for i in range(n0 // 2, len(x) - RUN) if over[i : i + RUN].all()), None)
    if start is None:
        out.rules = {f"no exotherm up to {x[-1]:.0f} °C − 100 K": float(x[-1]) - 100.0}
        out.baseline = [round(float(v), 6) for v in line]
        out.notes.append(f"no exotherm was seen up to {x[-1]:.0f} °C")
        return out
    top = start + int(np.argmax(y[start:] - line[start:]))
    end = next((i for i in range(top, len(x) - RUN) if not over[i : i + RUN].any()), len(x) - 1)
    if end == len(x) - 1:
        out.notes.append("the curve ends before the exotherm does: the heat is at least this")
    foot = max(start - 1, 0)
    chord = np.interp(x, [x[foot], x[end]], [y[foot], y[end] if end < len(x) - 1 else line[-1]])
    base = np.where((x >= x[foot]) & (x <= x[end]), chord, line)
    heat = float(np.trapezoid((y - base)[foot : end + 1], x[foot : end + 1])) / (c.rate_K_min / 60.0)
    steep = start + int(np.argmax(np.gradient(y, x)[start : top + 1])) if top > start else start
    rise = float(np.gradient(y, x)[steep])
    out.tangent_C = float(x[steep] - (y[steep] - base[steep]) / rise) if rise > 0 else None
    out.onset_C, out.top_C, out.heat_J_g = float(x[start]), float(x[top]), heat
    out.baseline = [round(float(v), 6) for v in base]
    rise_K = max(heat * 1e3 / cp, 1.0)
    out.rules = from_onset(out.onset_C, cp, rise_K)
    out.decomposition = Decomposition(10.0, out.onset_C, 50_000.0, cp, rise_K)
    return out


def _adiabatic(c: Curve) -> Evaluated:
    _wanted(c, thermal_inertia=c.phi)
    t, T = np.array(c.x), np.array(c.y)
    out = Evaluated("adiabatic", c.name, x=[round(v / 60, 4) for v in c.x], y=c.y)
    cp = (c.cp_J_gK or CP_J_KG / 1e3) * 1e3
    if c.cp_J_gK is None:
        out.notes.append(f"specific heat not given: {CP_J_KG / 1e3:g} J/(g K) is taken")
    rate = np.gradient(T, t)
    hot = rate > SELF_HEAT_K_S
    start = next((i for i in range(len(t) - RUN) if hot[i : i + RUN].all()), None)
    if start is None:
        raise CurveError(f"{c.name}: it never heats by 0.02 K/min or more; the run of a mixture that heats by itself was expected")
    end = start + int(np.argmax(T[start:]))
    whole = float(T[end] - T[start])
    done = (T - T[start]) / whole if whole > 0 else np.zeros(len(T))
    fit = np.nonzero((np.arange(len(t)) >= start) & (np.arange(len(t)) <= end) & (done >= 0.0) & (done <= 0.3) & (rate > 0))[0]
    if whole < 5.0 or len(fit) < 8:
        raise CurveError(
            f"{c.name}: it heats by itself by {whole:.0f} K over {len(fit)} points of its first third; 5 K and 8 points were expected"
        )
    q = cp * c.phi * rate[fit] / (1.0 - done[fit])  # first order in what is left, so that the fit is not flattened
    slope, level = np.polyfit(1.0 / (T[fit] + ZERO_C), np.log(q), 1)
    Ea = float(-slope * R_GAS)
    if not 20e3 < Ea < 500e3:
        raise CurveError(
            f"{c.name}: its first third gives {Ea / 1e3:.0f} kJ/mol; between 20 and 500 was expected, the curve is no single decomposition"
        )
    at = float(T[start])
    q_ref = float(math.exp(level + slope / (at + ZERO_C)))
    out.onset_C, out.top_C = at, float(T[end])
    out.heat_J_g = cp / 1e3 * c.phi * whole
    out.decomposition = Decomposition(q_ref, at, Ea, cp, c.phi * whole)
    found = out.decomposition.td24()
    if found is not None:
        out.rules["TMRad of 24 h by the fitted rate"] = found
    return out


def _reaction(c: Curve) -> Evaluated:
    _wanted(c, amount_of_the_limiting_reactant=c.mol)
    assert c.mol is not None
    t, y = np.array(c.x), np.array(c.y) * (1.0 if c.exo_up else -1.0)
    begin = (c.feed_from_min or 0.0) * 60.0
    if c.feed_to_min is not None and c.feed_to_min * 60.0 <= begin:
        raise CurveError(
            f"{c.name}: the feed goes from {c.feed_from_min or 0:g} to {c.feed_to_min:g} min; an end behind its start was expected"
        )
    if begin >= t[-1]:
        raise CurveError(f"{c.name}: the feed begins at {begin / 60:g} min and the curve ends at {t[-1] / 60:.0f} min")
    few = max(3, len(t) // 25)
    before = np.nonzero(t < begin)[0]
    left = float(y[before].mean()) if len(before) >= 3 else float(y[:1].mean())
    right = float(y[-few:].mean())
    base = np.interp(t, [begin, t[-1]], [left, right])
    flow = np.where(t >= begin, y - base, 0.0)
    steps = np.concatenate([[0.0], np.cumsum(0.5 * (flow[1:] + flow[:-1]) * np.diff(t))])
    whole = float(steps[-1])
    out = Evaluated(
        "reaction",
        c.name,
        x=[round(v / 60, 4) for v in c.x],
        y=[round(float(v), 5) for v in y],
        baseline=[round(float(v), 5) for v in base],
    )
    if abs(whole) < 1.0:
        raise CurveError(f"{c.name}: {whole:.2g} J over its baseline; the heat of a reaction was expected")
    conversion = steps / whole
    out.heat_kJ, out.dH_kJ_mol = whole / 1e3, -whole / c.mol / 1e3
    out.conversion = [round(float(v), 4) for v in conversion]
    tail = float(np.max(np.abs(flow[-few:]))) / max(float(np.max(np.abs(flow))), 1e-12)
    if tail > 0.05:
        out.notes.append("heat still flows at the end: the heat is at least this")
    if c.feed_to_min is not None:
        fed = np.clip((t - begin) / (c.feed_to_min * 60.0 - begin), 0.0, 1.0) * c.fed_equivalents
        piled = np.clip(np.minimum(fed, 1.0) - conversion, 0.0, None)
        i = int(np.argmax(piled))
        out.piled_max, out.piled_at_min = float(piled[i]), float(t[i] / 60)
        if c.volume_mL:
            out.mol_per_L = c.mol / (c.volume_mL / 1e3)
            out.k_L_mol_s, out.k_misfit = _rate(t, conversion, begin, c.feed_to_min * 60.0, c.mol, c.fed_equivalents, c.volume_mL * 1e-3)
            if out.k_misfit > 0.05:
                out.notes.append(f"second order misses the conversion by up to {out.k_misfit * 100:.0f} %: take the rate as a guess")
    return out


def _rate(
    t: np.ndarray, conversion: np.ndarray, begin: float, end: float, mol: float, equivalents: float, litres: float
) -> tuple[float, float]:
    """(k in L/(mol s), largest miss of conversion) of isothermal second order with a constant feed and the final volume.

    dX/dt = k n/V (1 - X)(fed(t) - X), by the implicit midpoint rule with Newton's step in closed form, on the curve's own times.
    """
    from scipy.optimize import minimize_scalar  # needed only here

    times = np.unique(np.concatenate([t[t >= begin], np.linspace(begin, t[-1], 400)]))
    middle = 0.5 * (times[1:] + times[:-1])
    fed = np.clip((middle - begin) / (end - begin), 0.0, 1.0) * equivalents
    steps = np.diff(times)

    def follow(k: float) -> np.ndarray:
        X = np.zeros(len(times))
        c = k * mol / litres
        for i, (h, f) in enumerate(zip(steps, fed, strict=True)):
            # X1 = X0 + h c (1 - m)(f - m) with m = (X0 + X1)/2: a quadratic in m
            x0 = X[i]
            b = 1.0 + 0.5 * h * c * (1.0 + f)
            a = 0.5 * h * c
            root = b * b - 4 * a * (x0 + 0.5 * h * c * f)
            m = (b - math.sqrt(max(root, 0.0))) / (2 * a) if a > 1e-12 else x0
            X[i + 1] = min(2 * m - x0, 1.0)
        return X

    def miss(log_k: float) -> float:
        return float(np.mean((np.interp(t, times, follow(math.exp(log_k))) - conversion) ** 2))

    scan = np.linspace(math.log(1e-7), math.log(10.0), 19)
    best = scan[int(np.argmin([miss(v) for v in scan]))]
    found = minimize_scalar(miss, bounds=(best - 1.1, best + 1.1), method="bounded", options={"xatol": 1e-4})
    k = math.exp(float(found.x))
    return k, float(np.max(np.abs(np.interp(t, times, follow(k)) - conversion)))
