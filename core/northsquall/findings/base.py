"""What a rule sees, what it gives, and the registry."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass, field

from northsquall.assessment import Anchor, Finding, ReactionLine, Severity
from northsquall.calorimetry.measured import Measured
from northsquall.chemistry.roles import Purpose
from northsquall.chemistry.walk import Walk
from northsquall.dynamics.building import Pot
from northsquall.dynamics.pot import Run
from northsquall.dynamics.schedule import Timed
from northsquall.gas.review import GasReview
from northsquall.heat.enthalpy import Enthalpy
from northsquall.procedure import Procedure, Step
from northsquall.procedure.amounts import Lot
from northsquall.quenching.leftovers import Leftover
from northsquall.review import Settings
from northsquall.stability import Bound
from northsquall.working import Figure


@dataclass
class Stage:
    """One step of a vessel with heat: kJ, the heat capacity it warms, the adiabatic rise."""

    step: int
    vessel: str
    heat_kJ: tuple[float, float, float]
    cp_J_K: float
    what: str

    @property
    def rise_K(self) -> tuple[float, float, float]:
        """ΔTad (low, best, high)."""
        low, best, high = (q * 1e3 / self.cp_J_K for q in self.heat_kJ)
        return low, best, high


@dataclass
class Context:
    """All that is known when the rules run."""

    procedure: Procedure
    lots: dict[str, Lot]
    walk: Walk
    settings: Settings
    timed: list[Timed]
    pot: Pot | None
    pot_missing: str | None
    runs: dict[str, Run]
    enthalpy: Enthalpy | None
    reactions: list[ReactionLine]
    stages: list[Stage]
    bound: Bound | None
    td24_applies: bool
    process_C: float | None
    mtt: tuple[float, float, float] | None
    mtsr: Figure
    peak: dict[int, tuple[float, float, float]]
    accumulation: tuple[float, float, float] | None
    bracket: tuple[int, int] | None
    klass: int | None
    unknown_dose: Timed | None
    quench_end: dict[int, tuple[float, float, float]]
    quench_fill: dict[int, float]
    total_heat: Figure
    curves: list[Measured] = field(default_factory=list)
    moot_dose: Timed | None = None
    """A dose without a time, where even all at once nothing is passed."""
    purpose: Purpose = field(default_factory=Purpose)
    yield_percent: float | None = None
    gas: GasReview | None = None
    trials: list[Walk] = field(default_factory=list)
    leftovers: list[Leftover] = field(default_factory=list)

    def step(self, n: int | None) -> Step | None:
        """The step of this number."""
        return next((s for s in self.procedure.steps if s.n == n), None)


Rule = Callable[[Context], Iterator[Finding]]
RULES: list[tuple[str, Rule]] = []


def rule(code: str) -> Callable[[Rule], Rule]:
    """Register a rule under its code."""

    def register(function: Rule) -> Rule:
        RULES.append((code, function))
        return function

    return register


def finding(
    code: str,
    severity: Severity,
    message: str,
    *,
    remedy: str = "",
    step: Step | None = None,
    span: tuple[int, int] | None = None,
    figure: Figure | float | str | None = None,
    limit: str | None = None,
    established: bool = True,
    source: str = "handbook 4",
    parts: list[str] | None = None,
    short: str = "",
    asks: str = "",
) -> Finding:
    """A finding, anchored to the words that cause it."""
    place = span or (step.span if step else None)
    return Finding(
        code=code, severity=severity, established=established, step=step.n if step else None,
        anchor=Anchor(start=place[0], end=place[1]) if place else None, figure=figure, limit=limit,
        message=message, remedy=remedy, source=source, parts=parts or [], short=short, asks=asks,
    )  # fmt: skip


ORDER = {"stop": 0, "condition": 1, "note": 2}


def raise_all(context: Context) -> list[Finding]:
    """All findings, what can hurt first: by severity, then established first, then place."""
    from northsquall.findings.quench import settle

    found = settle([f for _, r in RULES for f in r(context)])
    for f in found:
        for local in context.settings.laboratory.rules:
            if f.code in local.codes:
                f.source = f"{f.source}; laboratory rule {local.reference}: {local.text}"
    return sorted(found, key=lambda f: (ORDER[f.severity], not f.established, f.step or 99, f.code))
