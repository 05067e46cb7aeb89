"""Calorimetry in the assessment: what each curve says, TD24 by every rule, how long is left at the MTSR."""

from __future__ import annotations

import math

from northsquall.assessment import CurveLine
from northsquall.calorimetry.measured import Measured
from northsquall.dynamics.decomposition import Decomposition, band
from northsquall.findings.base import Context
from northsquall.procedure import Chemistry
from northsquall.working import Figure, Input, figure, not_established


def lowest(c: Context) -> Measured | None:
    """The curve whose TD24 is the lowest."""
    with_one = [m for m in c.curves if m.found is not None and m.found.td24 is not None]
    return min(with_one, key=lambda m: m.found.td24[0], default=None)  # type: ignore[union-attr,index]


def td24_of(c: Context) -> Figure | None:
    """TD24 by the curves: the lowest of all rules, up to the highest; None without a curve."""
    m = lowest(c)
    if m is None or m.found is None or m.found.td24 is None:
        return None
    rules = m.found.rules
    best, decides = m.found.td24
    return figure(
        best, "°C", low=best, high=max(rules.values()), expression=f"lowest of {len(rules)}: {decides}",
        inputs=[Input(name=k, value=round(v), unit="°C", origin="computed") for k, v in sorted(rules.items(), key=lambda x: x[1])],
        sources=["handbook 2.5", f"{m.entry.by}: {m.entry.why}"],
    )  # fmt: skip


def decomposition_of(c: Context) -> Decomposition | None:
    """The heat rate of the mixture by itself, from the curve that decides."""
    m = lowest(c)
    return m.found.decomposition if m is not None and m.found is not None else None


def tmrad_of(c: Context) -> Figure:
    """Hours to the maximum rate if the mixture is left at the MTSR without cooling."""
    d = decomposition_of(c)
    if d is None:
        m = lowest(c)
        return not_established("h", "no exotherm was seen, so that no rate is known" if m is not None else "no calorimetry of this mixture")
    if c.mtsr.best is None or c.mtsr.high is None or c.mtsr.low is None:
        return not_established("h", c.mtsr.reason or "no MTSR")
    hours = [d.tmr(T) / 3600.0 for T in (c.mtsr.high, c.mtsr.best, c.mtsr.low)]
    weak = d.sharpness(c.mtsr.best) < 5
    return figure(
        hours[1], "h", low=hours[0], high=hours[2], expression="TMRad = cp/q(T) ∫ exp(Ea/R (1/T − 1/T′)) dT′, at the MTSR",
        inputs=[
            Input(name="heat rate", value=round(d.q_ref, 2), unit="W/kg", origin="procedure", note=f"at {d.T_ref_C:.0f} °C"),
            Input(name="activation energy", value=round(d.Ea / 1e3), unit="kJ/mol", origin="procedure"),
            Input(name="specific heat", value=round(d.cp / 1e3, 2), unit="J/(g K)", origin="procedure"),
            Input(name="a runaway unseen in time", value=band(hours[0] * 3600), unit="", origin="computed", note="over 24 h low, 8 to 24 h medium, below high"),
            *([Input(name="closed form", value="unreliable here", unit="", origin="computed", note="B is below 5")] if weak else []),
        ],
        sources=["handbook 2.5"],
    )  # fmt: skip


def curve_lines(c: Context) -> list[CurveLine]:
    """Every curve as the screen shows it, with what it would put in place of a default."""
    return [curve_line(m, c) for m in c.curves]


def curve_line(m: Measured, c: Context | None = None) -> CurveLine:
    """One curve; without a context nothing is compared with the plan."""
    curve, f = m.entry.curve, m.found
    assert curve is not None
    line = CurveLine(kind=curve.kind, name=curve.name, why=m.entry.why, by=m.entry.by, trouble=m.trouble)
    if f is None:
        return line
    line.x, line.y, line.baseline, line.conversion, line.notes = f.x, f.y, f.baseline, f.conversion, list(f.notes)
    line.onset_C, line.tangent_C, line.top_C, line.heat_J_g = f.onset_C, f.tangent_C, f.top_C, f.heat_J_g
    line.TD24_C, line.decides = f.td24 if f.td24 is not None else (None, "")
    line.rules = {k: round(v, 1) for k, v in f.rules.items()}
    d = f.decomposition
    if d is not None:
        line.Ea_kJ, line.q_W_kg, line.q_at_C = d.Ea / 1e3, d.q_ref, d.T_ref_C
        low = (line.TD24_C or d.T_ref_C) - 30.0
        line.tmr_C = [round(low + 5.0 * i, 1) for i in range(15)]
        line.tmr_h = [float(f"{d.tmr(T) / 3600:.3g}") for T in line.tmr_C]
    line.dH_kJ_mol, line.heat_kJ, line.piled_max, line.piled_at_min = f.dH_kJ_mol, f.heat_kJ, f.piled_max, f.piled_at_min
    line.k_L_mol_s, line.misfit, line.mol_per_L = f.k_L_mol_s, f.k_misfit, f.mol_per_L
    plan = c.pot.plan if c is not None and c.pot is not None else None
    if plan is not None and f.mol_per_L and plan.reacts:
        volume = max(s.volume_mL for s in c.runs["best"].steps) / 1e3 if c is not None and c.runs else None
        if volume:
            line.plan_mol_per_L = plan.extent_mol / volume
            ratio = line.plan_mol_per_L / f.mol_per_L
            if not 0.67 < ratio < 1.5:
                line.notes.append(
                    f"the plan is {ratio:.2g} times as concentrated as the calorimeter: heat per mole carries over, the rate with care"
                )
    family = m.entry.family
    if f.dH_kJ_mol is not None:
        line.offers.append(Chemistry(what="heat", family=family, value=round(f.dH_kJ_mol, 1), why=f"measured: {curve.name}", by=m.entry.by))
    if f.k_L_mol_s is not None:
        factor = 1.5 if (f.k_misfit or 0) < 0.03 else 3.0
        line.offers.append(
            Chemistry(what="rate", family=family, law="second order", value=float(f"{f.k_L_mol_s:.3g}"), Ea_kJ=60.0, T_ref_C=curve.T_C if curve.T_C is not None else 20.0, factor=factor, tau_s=2.0, why=f"fitted to {curve.name}; 60 kJ/mol is assumed for other temperatures", by=m.entry.by)
        )  # fmt: skip
    assert all(math.isfinite(v) for v in line.tmr_h)
    return line
