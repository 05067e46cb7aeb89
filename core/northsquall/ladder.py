"""ladder(procedure) -> the same procedure at several scales: vessels and baths grown with it, times as written (handbook 2.11).

Heat goes with the charge and the wetted area with its two-thirds power, so that the heat taken per litre falls as s^(-1/3): what was kept on the
bench is passed at some rung. Each rung says what breaks first, and which addition time keeps the limit there.
"""

from __future__ import annotations

from collections.abc import Sequence

from northsquall.assess import work_out
from northsquall.assessment import Rung
from northsquall.dynamics.building import BATH_T
from northsquall.dynamics.schedule import next_size
from northsquall.findings.base import Context, raise_all
from northsquall.findings.verdict import verdict_of
from northsquall.procedure import Bath, Laboratory, Procedure
from northsquall.remedies.plans import rounded_up, shortest_addition
from northsquall.review import settings_for
from northsquall.sheets import quench
from northsquall.substances import Catalogue
from northsquall.substances import catalogue as shipped
from northsquall.working import not_established

RUNGS = (1.0, 3.0, 10.0, 30.0, 100.0)
SMALLEST, LARGEST = 1e-3, 1e4


class NoRung(ValueError):
    """A scale that cannot be climbed to; the message says what was given and expected."""


REACTOR_ML = 1000.0
"""Smallest jacketed reactor, mL (common practice, no source)."""


def grown(procedure: Procedure, factor: float, reactor: bool = False) -> Procedure:
    """The procedure `factor` times as large: amounts times the factor, vessels the next size from the shelf, ice and water of baths with them.

    `reactor`: from a litre on, a vessel that stands in a bath is a jacketed reactor with a thermostat at the bath's temperature.
    """
    p = procedure.model_copy(deep=True)
    p.scale = procedure.scale * factor
    for v in p.vessels:
        if v.nominal_mL is not None:
            wanted = v.nominal_mL * factor
            v.nominal_mL = v.nominal_mL if factor == 1.0 else next_size(wanted * 0.999)
        bath = v.bath
        if bath is not None:
            bath.ice_g = bath.ice_g * factor if bath.ice_g is not None else None
            bath.water_g = bath.water_g * factor if bath.water_g is not None else None
            if reactor and (v.nominal_mL or 0.0) >= REACTOR_ML:
                held = bath.T_C if bath.T_C is not None else BATH_T.get(bath.kind, 20.0)
                v.kind, v.bath = "reactor", Bath(kind="thermostat", T_C=held, span=bath.span)
    for s in p.steps:
        if s.bath is not None and s.bath.ice_g is not None:
            s.bath = s.bath.model_copy(update={"ice_g": s.bath.ice_g * factor, "water_g": (s.bath.water_g or 0.0) * factor or None})
    return p


def ladder(
    procedure: Procedure,
    factors: Sequence[float] = RUNGS,
    *,
    reactor: bool = False,
    catalogue: Catalogue | None = None,
    laboratory: Laboratory | None = None,
) -> list[Rung]:
    """Each rung with its figures. Raises NoRung for a factor out of range."""
    cat = catalogue or shipped()
    out = []
    for factor in sorted(set(factors)):
        if not SMALLEST <= factor <= LARGEST:
            raise NoRung(f"a scale of {factor:g} is out of range; {SMALLEST:g} to {LARGEST:g} was expected")
        p = grown(procedure, factor, reactor)
        w = work_out(p, cat, settings_for(p, laboratory))
        c = w.context
        c.yield_percent = None
        quenches = quench(p, w.lots, w.walks, c)
        c.quench_end, c.quench_least, c.quench_fill = quenches.ends, quenches.least, quenches.fills
        findings = [f for f in raise_all(c) if f.code not in ("P04", "P07", "P09", "P10")]
        verdict, _ = verdict_of(findings)
        out.append(_rung(c, factor, findings, verdict))
    return out


def _rung(c: Context, factor: float, findings: list, verdict: str) -> Rung:  # type: ignore[type-arg]
    worst = next((f for f in findings if f.severity in ("stop", "condition")), None)
    vessel = c.pot.vessel if c.pot else None
    why = c.pot_missing or ("no time is written for the addition" if c.unknown_dose else "no curve")
    known = c.pot is not None and bool(c.runs) and c.unknown_dose is None
    limited = None
    shortest = None
    if known:
        assert c.pot is not None
        doses = [
            s for s in c.pot.plan.segments if s.step in c.pot.dose_steps and s.limit_C is not None and any(s.feed_mol) and s.step in c.peak
        ]
        limited = max(doses, key=lambda s: c.peak[s.step][2] - (s.limit_C or 0.0), default=None)
        if limited is not None and c.pot.plan.reacts and limited.limit_C is not None:
            bound = c.bound.TD24_C if c.bound else c.settings.severity("H03_no_td24_T_C")
            found = shortest_addition(c.pot.plan, limited.step, limited.limit_C, min(bound, c.mtt[0] if c.mtt else bound) - 1.0)
            shortest = rounded_up(found) if found is not None else None
    heat = c.total_heat
    best = c.runs["best"] if known else None
    run = best.over(limited.step) if best is not None and limited is not None else None
    peak = c.peak.get(limited.step) if limited is not None else None
    area = run.UA_W_K / (run.volume_mL / 1e3) if run is not None and run.volume_mL > 0 else None
    return Rung(
        factor=factor,
        vessel_mL=c.pot.plan.nominal_mL if c.pot else (vessel.nominal_mL if vessel else None),
        volume_mL=round(max(s.volume_mL for s in best.steps), 1) if best is not None else None,
        heat_kJ=heat,
        takes_W_K_L=round(area, 1) if area is not None else None,
        limit_C=limited.limit_C if limited is not None else None,
        peak_low_C=peak[0] if peak else None,
        peak_C=peak[1] if peak else None,
        peak_high_C=peak[2] if peak else None,
        over_limit=next((f.severity for f in findings if f.code == "H02" and limited is not None and f.step == limited.step), None),
        MTSR_C=c.mtsr if known else not_established("°C", why),
        criticality_class=c.klass,
        written_min=limited.duration_s / 60 if limited is not None else None,
        shortest_min=shortest,
        no_time_keeps=known and limited is not None and shortest is None and bool(c.pot and c.pot.plan.reacts),
        ice_g=c.pot.plan.ice_kg * 1e3 if c.pot and c.pot.plan.ice_kg > 0 else None,
        verdict=verdict,  # type: ignore[arg-type]
        breaks_first=f"{worst.code} {worst.short or worst.message}" if worst is not None else "",
        says=worst.message if worst is not None else "",
        missing="" if known else why,
    )
