"""The dose that a search is for."""

from __future__ import annotations

from northsquall.assessment import Exotherm, Finding, Remedy
from northsquall.findings.base import Context
from northsquall.procedure import Procedure
from northsquall.remedies import Target, contrary, search, why_none
from northsquall.working import figure

HOT = ("H02", "H03", "H05")
"""Findings that a search may cure."""


def target_of(procedure: Procedure, c: Context, control: Exotherm, findings: list[Finding]) -> Target | None:
    """The dose that a search is for: the one a finding names, else the one that decides; None where nothing is fed or no limit is set."""
    if c.pot is None or not c.runs or c.pot.cp_J_K <= 0:
        return None
    hot = [f for f in findings if f.code in HOT and f.severity != "note"]
    doses = [s for s in c.pot.plan.segments if s.step in c.pot.dose_steps and s.limit_C is not None and any(s.feed_mol)]
    limited = [s.step for s in doses]
    step = next((f.step for f in hot if f.step in limited), None) or (
        control.peak_step if control.peak_step in limited else limited[-1] if limited else None
    )
    seg = next((s for s in c.pot.plan.segments if s.step == step), None)
    if step is None or seg is None or seg.limit_C is None:
        return None
    bound = c.bound.TD24_C if c.bound else c.settings.severity("H03_no_td24_T_C")
    ceiling = min(bound, c.mtt[0] if c.mtt else bound) - 1.0
    margin = c.settings.laboratory.limit_margin_K or 0.0
    return Target(procedure, c.pot, procedure.steps[step - 1], seg.limit_C - margin, ceiling)


def at_once(procedure: Procedure, c: Context, control: Exotherm, findings: list[Finding]) -> list[Remedy]:
    """What an assessment offers where a limit is passed; writes the shortest addition, and what slower or colder makes worse, to `control`."""
    hot = [f for f in findings if f.code in HOT and f.severity != "note"]
    target = target_of(procedure, c, control, findings)
    control.contrary = contrary(target) if target is not None else []
    if not hot or target is None:
        return []
    found, shortest = search(target)
    if shortest is not None:
        control.min_addition_min = figure(
            shortest,
            "min",
            expression="shortest dose for which peak ≤ limit and MTSR < bound at the unfavourable corners",
            sources=["handbook 2.6"],
        )
    for f in hot:
        if f.step == target.step.n and not f.remedy:
            f.remedy = f"{found[0].label}: {found[0].detail}." if found else why_none(target)
    return found
