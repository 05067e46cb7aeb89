"""The deciding vessel on the sheet: peak, heat made against removable, MTSR, ice; the adiabatic rise; the curves of the strip."""

from __future__ import annotations

import numpy as np

from northsquall.assessment import Exotherm, Heat, Strip
from northsquall.dynamics.schedule import begins_min
from northsquall.findings.base import Context
from northsquall.procedure import Procedure
from northsquall.sheets.curves import td24_of, tmrad_of
from northsquall.sheets.quench import quench_on_strip
from northsquall.working import Figure, Input, figure, not_established


def _deciding_step(c: Context) -> int | None:
    """The dose or hold whose high peak is furthest over (or nearest to) its limit."""
    assert c.pot is not None
    best = c.runs["best"]
    limited = [
        (c.peak[s.step][2] - s.limit_C, s.step)
        for s in c.pot.plan.segments
        if s.limit_C is not None and s.step in c.peak and s.kind in ("dose", "add")
    ]
    reacting = [x for x in limited if (r := best.over(x[1])) and r.piled > 1e-4]
    if reacting or limited:
        return max(reacting or limited)[1]
    return c.pot.dose_steps[-1] if c.pot.dose_steps else None


def exotherm(c: Context, procedure: Procedure) -> Exotherm:
    """The figures of the vessel that decides; each that is missing says why."""
    why = c.pot_missing or ("no time is written for the addition" if c.unknown_dose else "no reaction with heat")
    none = lambda unit: not_established(unit, why)  # noqa: E731
    td24 = td24_of(c) or not_established(
        "°C",
        f"no calorimetry; by class at least {c.bound.TD24_C:.0f} °C ({c.bound.what} in {c.bound.medium}: onset {c.bound.onset_C:.0f} °C − 100 K)"
        if c.bound
        else "no calorimetry, and no energetic group was found",
    )
    ice_offered = c.pot.plan.ice_kg * 1e3 if c.pot and c.pot.bath and not c.pot.bath_assumed else None
    out = Exotherm(
        vessel=c.pot.vessel.name if c.pot else None, process_T_C=c.process_C, limit_C=None, peak_T_C=none("°C"), peak_at_min=None, peak_step=None,
        peak_heat_W=none("W"), removable_W=none("W"), accumulation_max=none("1"), MTSR_C=c.mtsr if not c.unknown_dose else none("°C"), MTSR_at_min=None,
        MTT_C=figure(c.mtt[1], "°C", low=c.mtt[0], high=c.mtt[2], expression="Σ x_i P_i(T) = 1 atm over what is volatile; sulfuric acid by strength, with nitric acid's 83 °C as its low end", sources=["catalogue: boiling points and heats of vaporisation", "memory: boiling points of sulfuric acid"]) if c.mtt else none("°C"),
        TD24_C=td24, TMRad_h=tmrad_of(c), TD24_bound_C=c.bound.TD24_C if c.bound else None, criticality_class=c.klass,
        criticality_bracket=c.bracket, min_addition_min=none("min"), ice_needed_g=none("g"), ice_offered_g=ice_offered, ice_gone_min=None,
    )  # fmt: skip
    if c.pot is None or not c.runs:
        return out
    step = _deciding_step(c)
    gone = next((s.ice_gone_s for s in c.runs["best"].steps if s.ice_gone_s is not None), None)
    out.ice_gone_min = gone / 60 if gone is not None else None
    q = c.total_heat
    sensible = c.pot.cp_J_K * 20 / 1e3
    if q.established and q.best is not None and q.low is not None and q.high is not None:
        grams = [(h + sensible) / 0.3336 for h in (q.low, q.best, q.high)]
        out.ice_needed_g = figure(
            grams[1],
            "g",
            low=grams[0],
            high=grams[2],
            expression="m = (Q + C·20 K) / 333.6 J/g",
            inputs=[
                Input(name="heat of the batch", value=round(q.best, 1), unit="kJ", origin="computed"),
                Input(name="cooling the batch by 20 K", value=round(sensible, 1), unit="kJ", origin="computed"),
            ],
            sources=["handbook 5: fusion of ice"],
        )
    if step is None or step not in c.peak or c.unknown_dose:
        return out
    seg = next(s for s in c.pot.plan.segments if s.step == step)
    low, mid, high = c.peak[step]
    r = c.runs["best"].over(step)
    assert r is not None
    made = [x.over(step).made_W for x in c.runs.values()]  # type: ignore[union-attr]
    limit = seg.limit_C if seg.limit_C is not None else mid
    bath = seg.bath_T_K - 273.15
    take = [x.over(step).UA_W_K * max(limit - bath, 0.0) for x in c.runs.values()]  # type: ignore[union-attr]
    U = c.settings.get("U_stirred_W_m2K")
    out.limit_C = seg.limit_C
    out.peak_step = step
    out.peak_at_min = r.peak_at_s / 60
    out.peak_T_C = figure(
        mid, "°C", low=low, high=high, expression="C dT/dt = q_made + q_feed − UA (T − T_bath) + UA_air (T_air − T)",
        inputs=[
            Input(name="ΔH with its water", value=round(c.pot.plan.corners[0].dH_kJ), unit="kJ/mol", origin="computed", note=c.enthalpy.route if c.enthalpy else ""),
            Input(name="reacts", value=round(c.pot.plan.extent_mol, 3), unit="mol", origin="computed"),
            Input(name="U, flask in its bath", value=U[1], unit="W/(m² K)", origin="assumed" if c.settings.used["U_stirred_W_m2K"].by == "default" else "reviewer" if c.settings.used["U_stirred_W_m2K"].by == "reviewer" else "laboratory", note=c.settings.used["U_stirred_W_m2K"].why, path="assumptions.U_stirred_W_m2K"),
            Input(name="UA at the end of the step", value=round(r.UA_W_K, 2), unit="W/K", origin="computed", note="sphere, wetted by the charge"),
            Input(name="bath", value=round(bath, 1), unit="°C", origin="procedure" if c.pot.bath else "assumed", span=c.pot.bath.span if c.pot.bath else None),
            Input(name="time of the step", value=round((r.end_s - r.start_s) / 60, 1), unit="min", origin="procedure", span=procedure.steps[step - 1].duration.span if procedure.steps[step - 1].duration else None),  # type: ignore[union-attr]
        ],
        sources=["handbook 2.4", "handbook 2.5"],
    )  # fmt: skip
    out.peak_heat_W = figure(
        r.made_W, "W", low=min(made), high=max(made), expression="q = −ΔH r + heat of mixing", inputs=[], sources=["handbook 2.4"]
    )
    out.removable_W = figure(
        r.UA_W_K * max(limit - bath, 0.0),
        "W",
        low=min(take),
        high=max(take),
        expression="q = UA (T_limit − T_bath)",
        inputs=[
            Input(name="UA", value=round(r.UA_W_K, 2), unit="W/K", origin="computed"),
            Input(name="limit", value=limit, unit="°C", origin="procedure"),
            Input(name="bath", value=bath, unit="°C", origin="procedure"),
        ],
        sources=["handbook 2.4"],
    )
    if c.accumulation:
        out.accumulation_max = figure(
            c.accumulation[1],
            "1",
            low=c.accumulation[0],
            high=c.accumulation[2],
            expression="X_ac = min n_i/|ν_i| in the vessel / extent",
            sources=["handbook 2.5"],
        )
        out.MTSR_at_min = c.runs["best"].worst().mtsr_at_s / 60
    return out


def heat(c: Context, total: Figure) -> Heat:
    """Heat of the batch, and the largest adiabatic rise of a stage with its severity."""
    worst = max(c.stages, key=lambda s: s.rise_K[1], default=None)
    if not total.established or (c.pot_missing and c.enthalpy is not None) or worst is None:
        why = total.reason or c.pot_missing or "no heat was found"
        if worst is None and total.established and not c.pot_missing:
            zero = figure(0.0, "K")
            return Heat(total_kJ=total, adiabatic_rise_K=zero, kJ_per_kg=figure(0.0, "kJ/kg"), severity="low")
        return Heat(
            total_kJ=total, adiabatic_rise_K=not_established("K", why), kJ_per_kg=not_established("kJ/kg", why), severity="not established"
        )
    low, best, high = worst.rise_K
    rise = figure(
        best,
        "K",
        low=low,
        high=high,
        expression="ΔTad = Q / Σ m cp",
        inputs=[
            Input(name="heat of the stage", value=round(worst.heat_kJ[1], 1), unit="kJ", origin="computed", note=worst.what),
            Input(name="Σ m cp", value=round(worst.cp_J_K), unit="J/K", origin="computed"),
        ],
        sources=["handbook 2.3"],
    )
    grams = sum(
        x.mass_g[1]
        for x in c.lots.values()
        if x.mass_g
        and x.material.role not in ("absorber", "wash")
        and (s := c.step(x.material.step))
        and s.kind in ("charge", "dose", "add")
    )
    per_kg = (
        figure(
            (total.best or 0.0) / (grams / 1e3), "kJ/kg", low=(total.low or 0.0) / (grams / 1e3), high=(total.high or 0.0) / (grams / 1e3)
        )
        if grams
        else not_established("kJ/kg", "no mass")
    )
    severity = "low" if best < 50 else "medium" if best < 200 else "high" if best <= 400 else "extreme"
    return Heat(total_kJ=total, adiabatic_rise_K=rise, kJ_per_kg=per_kg, severity=severity)  # type: ignore[arg-type]


def strip(c: Context, missing: str | None) -> Strip:
    """The curves over the axis of the timetable; why there is none where nothing is drawn."""
    if c.pot is None or not c.runs:
        return Strip(missing=missing or "nothing to draw")
    if c.unknown_dose is not None:
        return Strip(missing="no time is written for the addition, so no curve is drawn")
    best = c.runs["best"]
    t = best.t_s
    keep = np.concatenate([[True], np.diff(t) > 1e-9])
    pots = np.array([np.interp(t, r.t_s, r.pot_C) for r in c.runs.values()])
    made = np.array([np.interp(t, r.t_s, r.made_W) for r in c.runs.values()])
    limit = np.full(len(t), np.nan)
    limits = []
    for seg, s in zip(c.pot.plan.segments, best.steps, strict=True):
        if seg.limit_C is not None and seg.kind in ("dose", "add", "hold"):
            limits.append({"step": float(seg.step), "from": s.start_s / 60, "to": s.end_s / 60, "C": seg.limit_C})
            limit[(t >= s.start_s) & (t <= s.end_s)] = seg.limit_C
    reference = np.where(np.isnan(limit), best.pot_C, limit)
    removable = best.removable_W_K * np.maximum(reference - best.bath_C, 0.0)
    offset = begins_min(c.timed, c.pot.plan.segments[0].step)

    def out(a: np.ndarray, digits: int = 2) -> list[float]:
        return list(np.round(a[keep], digits).tolist())

    mtsr = np.where(np.isnan(best.mtsr_C), best.pot_C, best.mtsr_C)
    for item in limits:
        item["from"] += offset
        item["to"] += offset
    return Strip(
        t_min=[round(float(v) / 60 + offset, 3) for v in t[keep]], pot_C=out(best.pot_C), pot_low_C=out(pots.min(axis=0)), pot_high_C=out(pots.max(axis=0)),
        bath_C=out(best.bath_C), mtsr_C=out(mtsr), made_W=out(best.made_W), made_high_W=out(made.max(axis=0)), removable_W=out(removable),
        unreacted=out(best.unreacted, 4) if len(best.unreacted) else [], volume_mL=out(best.volume_mL, 1), ice_g=out(best.ice_g, 0), limits=limits, quench=quench_on_strip(c),
    )  # fmt: skip
