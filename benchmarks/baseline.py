"""The baseline, written by hand and left alone: the same pot in plain Python under scipy's LSODA.

Nine states: moles of A, B, P, S, gas, bulk; pot and bath temperature; ice. Equations as in
`northsquall.dynamics.kernel` (A + B -> P, the side reaction P + B -> S, the decomposition P -> gas, dosing, finite ice bath,
boiling, sphere wetted to its level, air). Restarts at each breakpoint of the schedule.
"""

from __future__ import annotations

import math

import numpy as np
from scipy.integrate import solve_ivp

LATENT = 333.6e3


def run(problem: dict, outputs: int = 600) -> tuple[np.ndarray, np.ndarray]:
    """(times, states) of one run at rtol 1e-6."""
    cp, vm, reactions = problem["cp"], problem["vm"], problem["reactions"]
    c_flask, a_full, v_full, t_amb, u_amb, c_bath, g_bath = (
        problem[k] for k in ("C_flask", "A_full", "V_full", "T_amb", "U_amb", "C_bath", "G_bath")
    )
    t_boil, k_boil = problem["T_boil"], problem["K_boil"]

    def rhs(t: float, y: np.ndarray, feed: list[float], t_feed: float, u: float, ice: bool) -> list[float]:
        a, b, p, side, gas, w, temp, tb, _ = y
        amounts = (a, b, p, side, gas, w)
        capacity, volume, sensible = c_flask, 1e-12, 0.0
        for n, c, v, q in zip(amounts, cp, vm, feed, strict=False):
            capacity += n * c
            volume += n * v
            sensible += q * c * (t_feed - temp)
        (k1, e1, t1, tau1, h1), (k2, e2, t2, tau2, h2), (k3, e3, t3, tau3, h3) = reactions
        k = k1 * math.exp(-e1 * (1.0 / temp - 1.0 / t1))
        k = k / (1.0 + k * tau1 * 1000.0)
        r1 = 0.0 if (a < 0.0 and b < 0.0) else k * a * b / volume
        k = k2 * math.exp(-e2 * (1.0 / temp - 1.0 / t2))
        k = k / (1.0 + k * tau2 * 1000.0)
        r2 = 0.0 if (p < 0.0 and b < 0.0) else k * p * b / volume
        k = k3 * math.exp(-e3 * (1.0 / temp - 1.0 / t3))
        r3 = k / (1.0 + k * tau3) * p
        level = min(max(volume / v_full, 1e-9), 0.999)
        x = 0.5 - math.sin(math.asin(1.0 - 2.0 * level) / 3.0)
        q_bath = u * a_full * x * (temp - tb)
        boil = k_boil * (temp - t_boil) if temp > t_boil else 0.0
        dt = (-h1 * r1 - h2 * r2 - h3 * r3 + sensible - q_bath + u_amb * a_full * (1.0 - x) * (t_amb - temp) - boil) / capacity
        q_b = q_bath + g_bath * (t_amb - tb)
        return [
            feed[0] - r1,
            feed[1] - r1 - r2,
            feed[2] + r1 - r2 - r3,
            feed[3] + r2,
            feed[4] + r3,
            feed[5],
            dt,
            0.0 if ice else q_b / c_bath,
            -q_b / LATENT if ice else 0.0,
        ]

    y = np.array(problem["start"], dtype=float)
    t, ice = 0.0, y[-1] > 0
    grid = np.linspace(0.0, problem["segments"][-1][0], outputs)
    times, states = [], []
    for t_end, feed, t_feed, u in problem["segments"]:
        while t < t_end - 1e-9:

            def melted(_t: float, s: np.ndarray, *_: object) -> float:
                return s[-1]

            melted.terminal, melted.direction = True, -1  # type: ignore[attr-defined]
            at = grid[(grid > t) & (grid < t_end - 1e-9)]
            found = solve_ivp(
                rhs,
                (t, t_end),
                y,
                method="LSODA",
                rtol=1e-6,
                atol=1e-8,
                t_eval=np.append(at, t_end),
                args=(feed, t_feed, u, ice),
                events=[melted] if ice else None,
            )
            times.append(found.t)
            states.append(np.reshape(found.y, (9, -1)).T)  # a list where the ice was gone before the next output
            if found.status == 1:
                t, y, ice = found.t_events[0][0], found.y_events[0][0].copy(), False
                y[-1] = 0.0
            else:
                t, y = t_end, found.y[:, -1]
    return np.concatenate(times), np.concatenate(states)
