"""What a rule sees, what it gives, and the registry."""

from __future__ import annotations

import re
from collections.abc import Callable, Iterator
from dataclasses import dataclass, field
from functools import cached_property

from northsquall import patterns
from northsquall.assessment import Anchor, Finding, ReactionLine, Severity
from northsquall.calorimetry.measured import Measured
from northsquall.chemistry.classes import classes_in
from northsquall.chemistry.roles import Purpose
from northsquall.chemistry.unrecognised import NET, Unrecognised, product_open
from northsquall.chemistry.walk import Walk
from northsquall.dynamics.building import Pot
from northsquall.dynamics.pot import Run
from northsquall.dynamics.schedule import Timed
from northsquall.gas.review import GasReview
from northsquall.heat.enthalpy import Enthalpy
from northsquall.procedure import Procedure, Step, Vessel
from northsquall.procedure.amounts import Lot
from northsquall.quenching.leftovers import Leftover
from northsquall.review import Settings
from northsquall.stability import Bound
from northsquall.working import Figure

THIN_MOLAR, THIN_PERCENT, A_TRACE_MOL = 1.0, 5.0, 1e-3
"""Acid or lye so thin, or so little of an oxidiser, that it only wets what is eaten or woven (assumption)."""
EATEN = patterns.compile(
    r"\b(?:leaf|leaves|petals?|peels?|skins?|roots?|berr(?:y|ies)|seeds?|cabbage|spinach|beet\w*|carrots?|potato\w*|onions?|tomato\w*|apples?|lemons?|oranges?|bananas?|juice|flour|bread|rice|pasta|beans?|peas?|nuts?|meat|liver|fish|eggs?|egg white|cheese|butter|cream|yog\w+|honey|jam|"
    r"broth|peptone|tryptone|yeast(?: extract)?|malt(?: extract)?|beef extract|nutrient \w+|culture medium|tea|coffee|cocoa|chocolate|syrup|spices?|herbs?|cloves?|cinnamon(?: sticks?| bark)?|caraway|aniseed|star anise|nutmegs?|pepper(?:corns)?|lavender|rosemary|grass|flowers?|wool|cotton|bees ?wax|candle wax|paraffin wax|lanolin|shea butter|vaseline|petroleum jelly|yarn|cloth|fabric|linen|silk|thread|paper|cardboard|wood|sawdust|straw|bones?|feathers?|hair|soil|compost|sand|clay|bark|moss|algae|seaweed|(?<!pool )(?<!bleach )(?<!chlorine )(?<!hydroxide )tablets?|pills?|capsules?)\b",
    re.I,
)
"""What grows, is eaten or woven: no reagent beside water, salt and alcohol (common practice, no source)."""


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
    quench_least: dict[int, tuple[float, str]]
    """By step: where a quench ends by what is known (°C), and whose heat is not."""
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
    unrecognised: Unrecognised | None = None
    late: list[Stage] = field(default_factory=list)
    """What comes to the batch after it has reacted, with its heat."""

    def step(self, n: int | None) -> Step | None:
        """The step of this number."""
        return next((s for s in self.procedure.steps if s.n == n), None)

    def step_at(self, place: int) -> Step | None:
        """The last step of the work that begins before a place of the text; filling an absorber is none."""
        return next((s for s in reversed(self.procedure.steps) if s.kind != "absorb" and s.span[0] <= place), None)

    def vessel(self, name: str | None) -> Vessel | None:
        """The vessel of this name."""
        return next((v for v in self.procedure.vessels if v.name == name), None)

    @property
    def product_open(self) -> bool:
        """Whether the text names a product that no reaction here makes and nobody charges."""
        return product_open(self.procedure, self.walk, self.lots)

    @cached_property
    def acts(self) -> bool:
        """Whether anything is there that acts on what grows, is eaten or woven: strong acids and bases, oxidisers, what water attacks."""
        wet = {"sulfuric-conc", "strong-base", "strong-acid"}
        strong = wet | NET["oxidiser"] | NET["water-reactive"]
        for x in self.lots.values():
            hit = strong & set(classes_in(dict(x.substance.parts))) if x.substance is not None else set()
            st = x.material.strength
            thin = st is not None and (
                (st.molar is not None and st.molar <= THIN_MOLAR) or (st.percent_w is not None and st.percent_w <= THIN_PERCENT)
            )
            trace = x.mol is not None and x.mol[2] < A_TRACE_MOL  # an amount that is not written is none
            if hit and not (thin and hit <= wet) and not trace:
                return True
        return False

    def is_plain(self, lot: Lot) -> bool:
        """Whether a name in no catalogue is one of something that grows, is eaten or woven, beside what is known and acts on nothing of it."""
        known = any(x.substance is not None for x in self.lots.values())
        return known and lot.substance is None and EATEN.search(lot.material.name) is not None and not self.acts

    def heat_open(self, n: int) -> bool:
        """Whether something there by a step may react and nothing says with what heat: a name in no catalogue, a reaction that is not recognised."""
        met = self.unrecognised is not None and not self.unrecognised.trifle and self.unrecognised.step <= n
        return (
            met
            or self.product_open
            or any(x.substance is None and not self.is_plain(x) and (x.material.step or n + 1) <= n for x in self.lots.values())
        )

    @property
    def stand_in(self) -> Walk:
        """The ledger where an amount is not written: with the middle one of the stand-ins; else as written."""
        return self.trials[len(self.trials) // 2] if self.trials else self.walk


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
    cause: str = "",
) -> Finding:
    """A finding, anchored to the words that cause it."""
    place = span or (step.span if step else None)
    return Finding(
        code=code, severity=severity, established=established, step=step.n if step else None,
        anchor=Anchor(start=place[0], end=place[1]) if place else None, figure=figure, limit=limit,
        message=message, remedy=remedy, source=source, parts=parts or [], short=short, asks=asks, cause=cause,
    )  # fmt: skip


def merge(found: list[Finding]) -> list[Finding]:
    """Same cause, same place: one finding with its parts, never five (handbook 4).

    What follows from another finding of the same step, words or gas becomes a part of it.
    """
    gone: set[int] = set()

    def take(head: Finding, others: list[Finding]) -> None:
        for f in others:
            if (
                f is not head
                and id(f) not in gone
                and id(head) not in gone
                and ORDER[f.severity] >= ORDER[head.severity] - (head.code in ROOTS)
            ):
                gone.add(id(f))
                if ORDER[f.severity] < ORDER[head.severity]:
                    head.severity = f.severity
                head.parts = [*head.parts, f"{f.code}: {f.message}", *f.parts]

    live = [f for f in found if f.severity != "note"]
    for head in live:
        here = [f for f in live if f.step == head.step and head.step is not None]
        if head.code == "P02" and head.asks.startswith("duration:"):
            take(head, [f for f in here if f.code in ("H01", "H02", "H03") and (not f.established or f.code == "H01")])
        elif head.code in ("P02", "P05") and not head.established:
            name = head.short.removeprefix("amount of ") if head.code == "P02" else head.message.partition("“")[2].partition("”")[0]
            take(head, [f for f in live if name and f.code in ("H01", "H02", "H03") and not f.established and f": {name}" in f.message])
        elif head.code == "H10" and head.source != BY_WORDING:  # words that read like it cause no figure
            take(
                head,
                [
                    f
                    for f in here
                    if f.code in ("P02", "H03", "Q02", "P13", "H02", "H01") and (f.code != "P02" or f.asks.startswith("duration:"))
                ],
            )
        elif head.code == "H02" and head.established:
            take(head, [f for f in here if f.code in ("H01", "S02", "H05")])
        elif head.code == "H03" and head.established:
            take(head, [f for f in here if f.code == "S02"])
        elif head.code == "G08" and head.anchor is not None:
            take(
                head,
                [
                    f
                    for f in live
                    if f.code == "H12" and f.anchor is not None and f.anchor.start < head.anchor.end and head.anchor.start < f.anchor.end
                ],
            )
        elif head.code in ("Q05", "Q01", "Q12") and head.cause:
            own_remedy = [f for f in live if f.code == "G04" and f.severity == "stop"]  # an absorber or a hood, whatever is destroyed
            take(
                head,
                [f for f in live if f.code in ("G01", "G04", "G07", "S04") and f.cause and f.cause in head.cause and f not in own_remedy],
            )
        elif head.code == "G04" and head.cause:
            take(head, [f for f in live if f.code == "G07" and f.cause and f.cause in head.cause])
        if head.code == "Q12" and head.short == "waste meets":
            take(head, [f for f in here if f.code == "Q12" and f.short == head.short])  # one pouring, however many ways it may go wrong
    return [f for f in found if id(f) not in gone]


BY_WORDING = "handbook 4, by its wording"
"""Source of a finding that no rule raised, but a sentence that reads like one."""
ROOTS = ("P02", "Q01", "Q05", "Q12", "H10", "G04")
"""Findings that name the cause: they take over what follows even where that is graver, and its severity with it."""
ORDER = {"stop": 0, "condition": 1, "note": 2}


def raise_all(context: Context) -> list[Finding]:
    """All findings, what can hurt first: by severity, then established first, then place."""
    from northsquall.findings.likeness import reads_like
    from northsquall.findings.quench import settle
    from northsquall.findings.told import said_outright

    raised = [f for _, r in RULES for f in r(context)]
    raised += said_outright(context, raised)
    raised += reads_like(context, raised)
    found = merge(settle(raised, context))
    for f in found:
        for local in context.settings.laboratory.rules:
            if f.code in local.codes:
                f.source = f"{f.source}; laboratory rule {local.reference}: {local.text}"
    return sorted(found, key=lambda f: (ORDER[f.severity], not f.established, f.step or 99, f.code))
