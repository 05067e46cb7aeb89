"""Right-hand side and Jacobian of the semi-batch pot in its bath (handbook 2.4).

State y, length ns + 3: n_i (mol), T pot (K), T bath (K), ice in the bath (kg).

    dn_i/dt = feed_i + sum_j nu_ji r_j
    C dT/dt = sum_j (-dH_j) r_j + sum_i feed_i cp_i (T_feed - T) + q_feed
              + U A (T_bath - T) + U_amb A_amb (T_amb - T) + P - K_boil (T - T_boil)+
    C       = C_flask + sum_i n_i cp_i,   V = sum_i n_i v_i
    A       = A_full x(V/V_full), the wetted area of a spherical flask filled to the relative height x
    bath    : with ice, dT_b/dt = 0 and dm_ice/dt = -q_b / 333.6 kJ/kg; without, C_b dT_b/dt = q_b
    q_b     = s U A (T - T_bath) + G_b (T_amb - T_bath), s from 0 to 1 over the kelvin above T_on: below it the bath is taken away
    jacket  : C_b dT_b/dt = q_b + P_th, P_th = K_th (T_set - T_bath) between -P_cool and P_heat
    heater  : no bath; P_th = K_th (T_set - T) between 0 and P_heat goes into the pot (plate, mantle, microwave held by the pot's own sensor)
    r_j     = g_j k n_a n_b / V  or  g_j k n_a, times n_c / V where a catalyst c is named,  k = k_ref exp(-Ea/R (1/T - 1/T_ref)) / (1 + k tau),  g_j the segment's gate
    gas     = sum_j gas_j r_j, mol/s: hold-up is a row of its own, dissolved -> free

The rate law of a row names the species it depends on (a, b), apart from what it consumes: an autocatalytic row names its own product, one with
induction the initiator that a slower row makes, a dissolving solid is a first-order row of its own.

Mass-action rates are capped by a mixing time tau (k/(1 + k tau c0), c0 = 1000 mol/m3): physical, and
what keeps every solver from failing on a runaway. No amount is clamped: a product is set to zero only
where both amounts are negative. Autonomous within a segment of the schedule.
"""

from __future__ import annotations

import math

import numpy as np
from numba import njit

compiled = njit(cache=True, error_model="numpy", fastmath={"contract", "arcp", "nsz"})
summing = njit(cache=True, error_model="numpy", fastmath={"contract", "arcp", "nsz", "reassoc"})
"""Division follows IEEE (no Python exceptions), products and sums may fuse, and sums in the right-hand side may be taken in any order; NaN and infinity keep their meaning."""
LATENT_ICE = 333.6e3
"""Heat of fusion of ice, J/kg (handbook 5)."""
CP_WATER = 4180.0
C0 = 1000.0

# columns of the reaction table
A, B, CAT, K, EAR, TREF, TAU, DH, GAS = range(9)
NREACTION = 9
# columns of the vessel vector
CFLASK, AFULL, VFULL, TAMB, UAMB, KBOIL, CBATH, GBATH, PHEAT, PCOOL, KTH, NCONST = range(12)
# columns of the segment table; the feeds (mol/s) follow from SEG_FEED on, behind them a gate (0 or 1) for each reaction
TEND, TFEED, QFEED, UPOT, MODE, TSET, POWER, KFAC, TBOIL, TON, SEG_FEED = range(11)
NO_BATH, ICE_BATH, FIXED_BATH, JACKET, HEATER = 0.0, 1.0, 2.0, 3.0, 4.0
NEVER_BOILS = 1e4


@compiled
def wetted(v: float) -> tuple[float, float]:
    """Relative filled height x of a sphere at volume fraction v, and dx/dv. v = x^2 (3 - 2x)."""
    if v < 1e-9:
        v = 1e-9
    if v > 0.999:
        return 1.0, 0.0
    x = 0.5 - math.sin(math.asin(1.0 - 2.0 * v) / 3.0)
    return x, 1.0 / (6.0 * x * (1.0 - x))


@compiled
def rate_constant(reactions: np.ndarray, j: int, t: float, kfac: float) -> tuple[float, float]:
    """k (capped, scaled by mixing) and dk/dT of row j of the reaction table at T (K)."""
    k = reactions[j, K] * math.exp(-reactions[j, EAR] * (1.0 / t - 1.0 / reactions[j, TREF]))
    cap = reactions[j, TAU] * (C0 if reactions[j, B] >= 0 else 1.0)
    d = 1.0 + k * cap
    return kfac * k / d, kfac * k * reactions[j, EAR] / (t * t) / (d * d)


@summing
def rhs(y, nu, reactions, cp, vm, vessel, seg, ice, out):  # type: ignore[no-untyped-def]
    """dy/dt into `out`; returns heat made (W), heat that the bath takes (W), gas set free (mol/s), heat that boiling takes (W)."""
    ns = cp.shape[0]
    t = y[ns]
    tb = y[ns + 1]
    heat_capacity = vessel[CFLASK]
    volume = 1e-12
    q_sensible = 0.0
    for i in range(ns):
        heat_capacity += y[i] * cp[i]
        volume += y[i] * vm[i]
        out[i] = seg[SEG_FEED + i]
        q_sensible += seg[SEG_FEED + i] * cp[i] * (seg[TFEED] - t)
    made = 0.0
    gas = 0.0
    for j in range(reactions.shape[0]):
        a = int(reactions[j, A])
        b = int(reactions[j, B])
        k, _ = rate_constant(reactions, j, t, seg[KFAC] * seg[SEG_FEED + ns + j])
        if b >= 0:
            r = 0.0 if (y[a] < 0.0 and y[b] < 0.0) else k * y[a] * y[b] / volume
        else:
            r = k * y[a]
        if reactions[j, CAT] >= 0:
            r *= y[int(reactions[j, CAT])] / volume
        for i in range(ns):
            out[i] += nu[j, i] * r
        made -= reactions[j, DH] * r
        gas += reactions[j, GAS] * r
    x, _ = wetted(volume / vessel[VFULL])
    ua = seg[UPOT] * vessel[AFULL] * x * min(max(t - seg[TON], 0.0), 1.0)
    amb = vessel[UAMB] * vessel[AFULL] * (1.0 - x)
    power = seg[POWER]
    if seg[MODE] == NO_BATH or seg[MODE] == HEATER:
        q_bath = 0.0
        amb = vessel[UAMB] * vessel[AFULL]
        if seg[MODE] == HEATER:
            power += min(max(vessel[KTH] * (seg[TSET] - t), 0.0), vessel[PHEAT])
    else:
        q_bath = ua * (t - tb)
    made += seg[QFEED]
    boil = vessel[KBOIL] * (t - seg[TBOIL]) if t > seg[TBOIL] else 0.0
    out[ns] = (made + q_sensible - q_bath + amb * (vessel[TAMB] - t) + power - boil) / heat_capacity
    out[ns + 1] = 0.0
    out[ns + 2] = 0.0
    if seg[MODE] == ICE_BATH:
        q_b = q_bath + vessel[GBATH] * (vessel[TAMB] - tb)
        if ice > 0.5:
            out[ns + 2] = -q_b / LATENT_ICE
        else:
            out[ns + 1] = q_b / vessel[CBATH]
    elif seg[MODE] == JACKET:
        q_th = min(max(vessel[KTH] * (seg[TSET] - tb), -vessel[PCOOL]), vessel[PHEAT])
        out[ns + 1] = (q_bath + vessel[GBATH] * (vessel[TAMB] - tb) + q_th) / vessel[CBATH]
    return made, q_bath, gas, boil


@summing
def jacobian(y, nu, reactions, cp, vm, vessel, seg, ice, f, jac):  # type: ignore[no-untyped-def]
    """d(dy/dt)/dy into `jac`; `f` is dy/dt at y."""
    ns = cp.shape[0]
    n = ns + 3
    for i in range(n):
        for m in range(n):
            jac[i, m] = 0.0
    t = y[ns]
    tb = y[ns + 1]
    heat_capacity = vessel[CFLASK]
    volume = 1e-12
    feed_cp = 0.0
    for i in range(ns):
        heat_capacity += y[i] * cp[i]
        volume += y[i] * vm[i]
        feed_cp += seg[SEG_FEED + i] * cp[i]
    for j in range(reactions.shape[0]):
        a = int(reactions[j, A])
        b = int(reactions[j, B])
        k, dk = rate_constant(reactions, j, t, seg[KFAC] * seg[SEG_FEED + ns + j])
        if b >= 0 and y[a] < 0.0 and y[b] < 0.0:
            continue
        c = int(reactions[j, CAT])
        per = y[b] / volume if b >= 0 else 1.0
        cat = y[c] / volume if c >= 0 else 1.0
        r = k * y[a] * per * cat
        drt = dk * y[a] * per * cat
        order = (1 if b >= 0 else 0) + (1 if c >= 0 else 0)
        for m in range(ns):
            d = -order * r * vm[m] / volume
            if m == a:
                d += k * per * cat
            if m == b:
                d += k * y[a] * cat / volume
            if m == c:
                d += k * y[a] * per / volume
            if d != 0.0:
                for i in range(ns):
                    jac[i, m] += nu[j, i] * d
                jac[ns, m] -= reactions[j, DH] * d
        for i in range(ns):
            jac[i, ns] += nu[j, i] * drt
        jac[ns, ns] -= reactions[j, DH] * drt
    x, dx = wetted(volume / vessel[VFULL])
    dipped = min(max(t - seg[TON], 0.0), 1.0)
    full = seg[UPOT] * vessel[AFULL] * dipped
    ua = full * x
    lowered = seg[UPOT] * vessel[AFULL] * x * (t - tb) if 0.0 < dipped < 1.0 else 0.0
    amb_full = vessel[UAMB] * vessel[AFULL]
    if seg[MODE] == NO_BATH or seg[MODE] == HEATER:
        jac[ns, ns] -= amb_full
        if seg[MODE] == HEATER and 0.0 < vessel[KTH] * (seg[TSET] - t) < vessel[PHEAT]:
            jac[ns, ns] -= vessel[KTH]
    else:
        for m in range(ns):
            dxm = dx * vm[m] / vessel[VFULL]
            jac[ns, m] += full * dxm * (tb - t) - amb_full * dxm * (vessel[TAMB] - t)
        jac[ns, ns] -= ua + lowered + amb_full * (1.0 - x)
        jac[ns, ns + 1] += ua
    jac[ns, ns] -= feed_cp
    if t > seg[TBOIL]:
        jac[ns, ns] -= vessel[KBOIL]
    for m in range(ns):
        jac[ns, m] = jac[ns, m] / heat_capacity - f[ns] * cp[m] / heat_capacity
    jac[ns, ns] /= heat_capacity
    jac[ns, ns + 1] /= heat_capacity
    if seg[MODE] == ICE_BATH:
        row = ns + 2 if ice > 0.5 else ns + 1
        scale = -1.0 / LATENT_ICE if ice > 0.5 else 1.0 / vessel[CBATH]
        for m in range(ns):
            jac[row, m] = scale * full * dx * vm[m] / vessel[VFULL] * (t - tb)
        jac[row, ns] = scale * (ua + lowered)
        jac[row, ns + 1] = scale * (-ua - vessel[GBATH])
    elif seg[MODE] == JACKET:
        row = ns + 1
        scale = 1.0 / vessel[CBATH]
        for m in range(ns):
            jac[row, m] = scale * full * dx * vm[m] / vessel[VFULL] * (t - tb)
        jac[row, ns] = scale * (ua + lowered)
        jac[row, row] = scale * (-ua - vessel[GBATH])
        if -vessel[PCOOL] < vessel[KTH] * (seg[TSET] - tb) < vessel[PHEAT]:
            jac[row, row] -= scale * vessel[KTH]


@summing
def mtsr(y, nu, reactions, cp, vessel, main):  # type: ignore[no-untyped-def]
    """(MTSR in K, extent that has piled up in mol) of the reactions 0 to `main` at y (handbook 2.5).

    Where several are followed, each from the last on takes what the ones before it left, and what has piled up is told in moles of the first by heat.
    """
    ns = cp.shape[0]
    heat_capacity = vessel[CFLASK]
    for i in range(ns):
        heat_capacity += y[i] * cp[i]
    if main == 0:
        piled = _room(y, nu, 0)
        return y[ns] - piled * reactions[0, DH] / heat_capacity, piled
    left = y.copy()
    heat = 0.0
    for j in range(main, -1, -1):
        room = _room(left, nu, j)
        for i in range(ns):
            left[i] += nu[j, i] * room
        heat -= room * reactions[j, DH]
    piled = max(heat / -reactions[0, DH], 0.0) if reactions[0, DH] != 0.0 else 0.0
    return y[ns] + heat / heat_capacity, piled


@summing
def _room(y, nu, j):  # type: ignore[no-untyped-def]
    """How far reaction j could go on from y, mol."""
    piled = 1e300
    for i in range(nu.shape[1]):
        if nu[j, i] < 0.0:
            room = y[i] / -nu[j, i]
            if room < piled:
                piled = room
    return max(piled, 0.0)
