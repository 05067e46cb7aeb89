"""Heat of mixing sulfuric acid, nitric acid and water, as one state function.

Integral heat of solution of each acid alone in n mol of water per mol: a n/(n + b) (Thomsen's form,
handbook 2.2), corrected towards tabulated points where they reach. In a mixture the water is shared so
that the enthalpy is lowest: at equal marginal heat. So make-up, dilution, the water of a nitration
and the quench are differences of one function, and nothing is counted twice (docs/decisions/0003).
"""

from __future__ import annotations

import math
from functools import cache

import numpy as np
from scipy.interpolate import PchipInterpolator

from northsquall import data


class Acid:
    """Integral heat of solution of one acid in water."""

    def __init__(self, name: str) -> None:
        record = data.toml("heat/acid_mixing.toml")[name]
        self.a, self.b = float(record["a"]), float(record["b"])
        self.source: str = record["source"]
        self.uncertainty = float(record["uncertainty"])
        points = record["points"]
        self.curve = None
        if points:
            x = [0.0] + [n / (n + self.b) for n, _ in points] + [1.0]
            y = [1.0] + [h / (self.a * n / (n + self.b)) for n, h in points] + [1.0]
            self.curve = PchipInterpolator(np.array(x), np.array(y))

    def integral(self, n: float) -> float:
        """Heat given off, kJ per mol of acid, with n mol of water per mol (n >= 0, inf allowed)."""
        x = 1.0 if math.isinf(n) else n / (n + self.b)
        factor = float(self.curve(x)) if self.curve is not None else 1.0
        return self.a * x * factor

    def marginal(self, n: float) -> float:
        """Derivative of the uncorrected form: kJ per mol of water at n."""
        return self.a * self.b / (n + self.b) ** 2


@cache
def sulfuric() -> Acid:
    """Sulfuric acid."""
    return Acid("sulfuric")


@cache
def nitric() -> Acid:
    """Nitric acid."""
    return Acid("nitric")


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
    """Heat given off, kJ, in forming the mixture from pure H2SO4, pure HNO3 and water (moles in)."""
    w_s, w_n = share(n_s, n_n, n_w)
    total = 0.0
    if n_s > 0:
        total += n_s * sulfuric().integral(w_s / n_s)
    if n_n > 0:
        total += n_n * nitric().integral(w_n / n_n)
    return total


def of_roots(roots: dict[str, float]) -> float:
    """`heat_of_mixture` of a ledger stream; bases present: no acid mixture, 0."""
    protons = roots.get("H+", 0.0)
    n_s, n_n = roots.get("SO4-2", 0.0), roots.get("NO3-", 0.0)
    if protons <= 0 or roots.get("CO3-2", 0.0) > 0:
        return 0.0
    n_s = min(n_s, protons / 2) if n_n == 0 else n_s
    return heat_of_mixture(n_s, n_n, max(roots.get("H2O", 0.0), 0.0))


def uncertainty(heat: float, n_s: float, n_n: float) -> float:
    """Half-range, kJ, of a difference of the state function."""
    return min(abs(heat) * 0.5, math.hypot(0.10 * heat, sulfuric().uncertainty * n_s * 0.25 + nitric().uncertainty * n_n * 0.25))
