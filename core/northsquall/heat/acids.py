"""Heat of mixing strong acids, caustic and water, as one state function.

Integral heat of solution of each acid alone in n mol of water per mol: a n/(n + b) (Thomsen's form,
handbook 2.2), corrected towards tabulated points where they reach. In a mixture of sulfuric and nitric
acid the water is shared so that the enthalpy is lowest: at equal marginal heat. So make-up, dilution, the
water of a nitration and the quench are differences of one function, and nothing is counted twice
(docs/decisions/0003). `deficit` counts from infinite dilution: what an acid still gives off when diluted;
it vanishes when the acid is neutralised, so it goes with formation enthalpies of dissolved ions.
"""

from __future__ import annotations

import math
from functools import cache

import numpy as np

from northsquall import data
from northsquall.chemistry.species import Speciation, speciate


def monotone_cubic(x: np.ndarray, y: np.ndarray, at: np.ndarray) -> np.ndarray:
    """Cubic through (x, y), x rising, that overshoots nowhere, at `at` within x; three points at least.

    F. N. Fritsch, J. Butland, SIAM J. Sci. Stat. Comput. 5 (1984) 300; checked against scipy in the tests. Written out because
    importing scipy's interpolation takes 0.6 s of a start of 1.3 s.
    """
    h = np.diff(x)
    d = np.diff(y) / h
    slope = np.zeros_like(y)
    w1, w2 = 2 * h[1:] + h[:-1], h[1:] + 2 * h[:-1]
    same = d[:-1] * d[1:] > 0
    with np.errstate(divide="ignore", invalid="ignore", over="ignore"):  # a slope of almost nothing: the mean is nothing
        slope[1:-1] = np.where(same, (w1 + w2) / (w1 / d[:-1] + w2 / d[1:]), 0.0)
    for end, near, far in ((0, 0, 1), (-1, -1, -2)):
        s = ((2 * h[near] + h[far]) * d[near] - h[near] * d[far]) / (h[near] + h[far])
        if s * d[near] <= 0:
            s = 0.0
        elif d[near] * d[far] < 0 and abs(s) > 3 * abs(d[near]):
            s = 3 * d[near]
        slope[end] = s
    k = np.clip(np.searchsorted(x, at, side="right") - 1, 0, len(h) - 1)
    t = (at - x[k]) / h[k]
    left = (1 + 2 * t) * (1 - t) ** 2 * y[k] + t * (1 - t) ** 2 * h[k] * slope[k]
    return np.asarray(left + t**2 * (3 - 2 * t) * y[k + 1] + t**2 * (t - 1) * h[k] * slope[k + 1])


class Acid:
    """Integral heat of solution of one acid (or caustic) in water."""

    def __init__(self, name: str) -> None:
        record = data.toml("heat/acid_mixing.toml")[name]
        self.a, self.b = float(record["a"]), float(record["b"])
        self.anion: str = record["anion"]
        self.source: str = record["source"]
        self.uncertainty = float(record["uncertainty"])
        points = record["points"]
        self._y: np.ndarray | None = None
        if points:
            x = [0.0] + [n / (n + self.b) for n, _ in points] + [1.0]
            y = [1.0] + [h / (self.a * n / (n + self.b)) for n, h in points] + [1.0]
            if name != "sulfuric":  # the short forms are far off at n = 0, so the first point's factor holds below it
                y[0] = y[1]
            self._x = np.linspace(0.0, 1.0, 401)
            self._y = monotone_cubic(np.array(x), np.array(y), self._x)

    def integral(self, n: float) -> float:
        """Heat given off, kJ per mol of acid, with n mol of water per mol (n >= 0, inf allowed)."""
        x = 1.0 if math.isinf(n) else n / (n + self.b)
        factor = float(np.interp(x, self._x, self._y)) if self._y is not None else 1.0
        return self.a * x * factor

    def marginal(self, n: float) -> float:
        """Derivative of the uncorrected form: kJ per mol of water at n."""
        return self.a * self.b / (n + self.b) ** 2


@cache
def acid(name: str) -> Acid:
    """The acid of a name in acid_mixing.toml. Raises KeyError for any other."""
    return Acid(name)


@cache
def sulfuric() -> Acid:
    """Sulfuric acid."""
    return acid("sulfuric")


@cache
def nitric() -> Acid:
    """Nitric acid."""
    return acid("nitric")


HALOGEN = ("hydrochloric", "hydrobromic", "hydriodic", "perchloric")


def share(n_s: float, n_n: float, n_w: float) -> tuple[float, float]:
    """Water held by each acid, mol: equal marginal heats, neither negative (moles in)."""
    if n_s <= 0:
        return 0.0, n_w
    if n_n <= 0:
        return n_w, 0.0
    s, n = sulfuric(), nitric()
    # (x + bs) = k (y + bn) with k = sqrt(as bs / an bn), and x ns + y nn = nw
    k = math.sqrt(s.a * s.b / (n.a * n.b))
    y = (n_w - n_s * (k * n.b - s.b)) / (n_s * k + n_n)
    y = min(max(y, 0.0), n_w / n_n)
    return n_w - y * n_n, y * n_n


def heat_of_mixture(n_s: float, n_n: float, n_w: float) -> float:
    """Heat (kJ) given off when n_s sulfuric and n_n nitric acid, pure liquids, meet n_w water (mol)."""
    w_s, w_n = share(n_s, n_n, n_w)
    total = 0.0
    if n_s > 0:
        total += n_s * sulfuric().integral(w_s / n_s)
    if n_n > 0:
        total += n_n * nitric().integral(w_n / n_n)
    return total


def free_acids(contents: dict[str, float], s: Speciation | None = None) -> dict[str, float]:
    """Moles of each strong acid that no base has taken; strong protons are spread over the anions present."""
    s = s or speciate(contents)
    protons = s.acid(0.0)
    anions = {name: contents.get(acid(name).anion, 0.0) for name in ("sulfuric", "nitric", *HALOGEN)}
    total = sum(n for n in anions.values() if n > 0)
    if protons <= 0 or total <= 0:
        return {}
    part = min(protons / total, 1.0)
    return {name: n * part for name, n in anions.items() if n > 0}


@cache
def water_like(root: str) -> int:
    """Alcohol and ether oxygens of a component, each of which holds the proton of a strong acid much as a water does.

    Ethanol and diethyl ether give some 35 to 45 kJ/mol in concentrated sulfuric acid (memory); as water of the first mole would.
    """
    from northsquall.chemistry.families import count_matches
    from northsquall.chemistry.roots import is_organic

    return count_matches(root, "[$([OX2H][CX4]),$([OX2]([CX4])[CX4])]") if is_organic(root) else 0


def deficit(contents: dict[str, float], s: Speciation | None = None) -> float:
    """Heat (kJ) that the strong acids and caustic in a mixture would still give off on endless dilution."""
    s = s or speciate(contents)
    water = max(contents.get("H2O", 0.0), 0.0)
    if s.lacking > 0:
        caustic = acid("caustic")
        left = max(water - s.lacking, 0.0)
        return s.lacking * max(caustic.a - caustic.integral(left / s.lacking), 0.0)
    free = free_acids(contents, s)
    if not free:
        return 0.0
    water += sum(n * water_like(root) for root, n in contents.items() if n > 0)
    n_s, n_n = free.get("sulfuric", 0.0), free.get("nitric", 0.0)
    total = sum(free.values())
    out = 0.0
    if n_s + n_n > 0:
        out += n_s * sulfuric().a + n_n * nitric().a - heat_of_mixture(n_s, n_n, water * (n_s + n_n) / total)
    for name in HALOGEN:
        n = free.get(name, 0.0)
        if n > 0:
            a = acid(name)
            out += n * (a.a - a.integral(water / total))
    return out


def uncertainty(heat: float, n_s: float, n_n: float) -> float:
    """Half-range, kJ, of a difference of the state function."""
    return min(abs(heat) * 0.5, math.hypot(0.10 * heat, sulfuric().uncertainty * n_s * 0.25 + nitric().uncertainty * n_n * 0.25))
