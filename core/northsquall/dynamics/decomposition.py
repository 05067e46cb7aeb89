"""How long until a decomposition runs away: time to maximum rate and the temperature that leaves a day (handbook 2.5).

Zero order in the mixture's own heat rate q(T) = q_ref exp(-Ea/R (1/T - 1/T_ref)), W/kg, adiabatic, up to the whole rise.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

R_GAS = 8.314462618
ZERO_C = 273.15
DAY_S = 86_400.0
NODES, WEIGHTS = np.polynomial.legendre.leggauss(32)
FAR = 40.0
"""What is left of the integral behind exp(-40) does not count."""
HOTTEST_C = 1200.0


@dataclass(frozen=True)
class Decomposition:
    """Heat rate of a mixture by itself: q_ref (W/kg) at T_ref (°C), Ea (J/mol), specific heat (J/(kg K)), whole rise (K)."""

    q_ref: float
    T_ref_C: float
    Ea: float
    cp: float
    rise_K: float = math.inf

    def q(self, T_C: float) -> float:
        """Heat rate at T, W/kg."""
        return self.q_ref * math.exp(-self.Ea / R_GAS * (1 / (T_C + ZERO_C) - 1 / (self.T_ref_C + ZERO_C)))

    def closed(self, T_C: float) -> float:
        """TMRad = cp R T^2/(q Ea), s: short of the integral by 3 to 29 % where B is 5 or more, unreliable below."""
        T = T_C + ZERO_C
        return self.cp * R_GAS * T * T / (self.q(T_C) * self.Ea)

    def sharpness(self, T_C: float) -> float:
        """B = rise Ea/(R T^2)."""
        T = T_C + ZERO_C
        return self.rise_K * self.Ea / (R_GAS * T * T)

    def tmr(self, T_C: float) -> float:
        """TMRad, s: cp/q(T0) int_T0^end exp(Ea/R (1/T - 1/T0)) dT by Gauss and Legendre in z = Ea/R (1/T0 - 1/T)."""
        T0 = T_C + ZERO_C
        b = self.Ea / R_GAS
        end = FAR if math.isinf(self.rise_K) else min(FAR, b * (1 / T0 - 1 / (T0 + self.rise_K)))
        end = min(end, b / T0 * (1 - 1e-9))
        total = 0.0
        pieces = max(1, math.ceil(end / 20.0))
        for i in range(pieces):
            low, high = end * i / pieces, end * (i + 1) / pieces
            z = 0.5 * (high - low) * (NODES + 1) + low
            T = 1.0 / (1.0 / T0 - z / b)
            total += 0.5 * (high - low) * float(WEIGHTS @ (T * T * np.exp(-z)))
        return self.cp / self.q(T_C) * total / b

    def td24(self, hours: float = 24.0) -> float | None:
        """Temperature (°C) at which TMRad is that long; None where none lies between −150 and 1200 °C.

        Secant in 1/T, in which ln TMRad is all but straight.
        """
        wanted = math.log(hours * 3600.0)

        def f(u: float) -> float:
            return math.log(self.tmr(1 / u - ZERO_C)) - wanted

        low, high = 1 / (HOTTEST_C + ZERO_C), 1 / (-150.0 + ZERO_C)
        u0 = 1 / (self.T_ref_C + ZERO_C)
        u1 = u0 * 1.02
        f0, f1 = f(u0), f(min(max(u1, low), high))
        for _ in range(60):
            if abs(f1) < 1e-10 or f1 == f0:
                break
            u0, f0, u1 = u1, f1, min(max(u1 - f1 * (u1 - u0) / (f1 - f0), low), high)
            f1 = f(u1)
        return 1 / u1 - ZERO_C if abs(f1) < 1e-6 else None


def band(tmr_s: float) -> str:
    """Probability that a runaway is not caught in time, by TMRad (handbook 2.5)."""
    return "low" if tmr_s > DAY_S else "medium" if tmr_s >= 8 * 3600 else "high"


ONSET_Q, ONSET_EA = 10.0, 50_000.0
"""A scan without kinetics: 10 W/kg at the detected onset, and a conservative 50 kJ/mol (handbook 2.5)."""


def from_onset(onset_C: float, cp: float, rise_K: float) -> dict[str, float]:
    """TD24 (°C) by each rule that needs no more than the onset of a scan."""
    kinetic = Decomposition(ONSET_Q, onset_C, ONSET_EA, cp, rise_K).td24()
    rules = {
        "onset − 100 K": onset_C - 100.0,
        "0.7 × onset − 46 °C (Pastré et al. 2000, from memory)": 0.7 * onset_C - 46.0,
    }
    if kinetic is not None:
        rules["10 W/kg at the onset, Ea 50 kJ/mol"] = kinetic
    return rules
