"""What each reaction is for, and which charge limits: from the named product back through its makers."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

from northsquall.chemistry.families import FREE
from northsquall.chemistry.formula import mass_of, parse_formula
from northsquall.chemistry.ledger import Event
from northsquall.chemistry.roots import formula_of, is_gas, is_organic
from northsquall.chemistry.species import speciate
from northsquall.chemistry.walk import Lots, Walk
from northsquall.procedure import Procedure

WORK_UP = ("quench", "neutralise", "filter", "dry", "extract", "destroy", "store", "absorb")
MADE_BY_POURING = ("diazo", "organometallic")
"""Families that are done by pouring the one solution into the other, on ice or dry ice: no quench, whatever the step looks like."""
WORK_UP_KINDS = ("destroy", "absorb", "neutralise")


@dataclass
class Purpose:
    """The named (or heaviest new) product, the events that make it, and what limits it."""

    target: str | None = None
    named: bool = False
    wanted: set[int] = field(default_factory=set)
    """id() of the events on the way to the product."""
    demand: dict[str, float] = field(default_factory=dict)
    """Moles of each charged component per mole of product, H+ included."""
    limiting: str | None = None
    """The component that limits."""
    also: str | None = None
    """The substrate, where it goes as far: then both limit."""
    theory: float | None = None
    """Moles of product that the charges allow."""
    made: float = 0.0
    substrate: str | None = None
    """The organic that becomes the product."""


def purpose_of(procedure: Procedure, walk: Walk, lots: Mapping[str, Lots], wanted: tuple[str, ...]) -> Purpose:
    """Follow the product back to the charges."""
    late = {s.n for s in procedure.steps if s.kind in ("quench", "neutralise")}
    events = [
        e for e in walk.events() if e.latent is None and (e.step not in late or e.reaction.family.record.get("kind") in MADE_BY_POURING)
    ] or [e for e in walk.events() if e.latent is None]
    target = next((w for w in wanted if any(dict(e.reaction.change).get(w, 0) > 0 for e in events)), None)
    if target is None:  # a regioisomer of it is what a transform made
        formulas = {formula_of(w) for w in wanted if is_organic(w)}
        target = next((r for e in events for r, n in e.reaction.change if n > 0 and is_organic(r) and formula_of(r) in formulas), None)
    named = target is not None
    if target is None:
        target = _heaviest(procedure, events)
    out = Purpose(target, named)
    if target is None:
        return out
    charged = charges(procedure, lots)
    _back(target, 1.0, events, charged, out, set())
    out.made = sum(dict(e.reaction.change).get(target, 0.0) * e.extent for e in events if id(e) in out.wanted)
    ratios = []
    poured_on = charges(procedure, lots, ("quench",))  # "the cold solution is run into a solution of potassium iodide"
    for root, need in out.demand.items():
        if root == "H2O" or need <= 0:
            continue
        have = charged.get(root, 0.0) or poured_on.get(root, 0.0)
        if root == "H+":
            have = acid_charged(procedure, lots)
        ratios.append((have / need, root))
    ratios.sort()
    if ratios:
        first = ratios[0]
        if first[1] == "H+" and len(ratios) > 1 and not _acid_stopped(events, out):
            first = ratios[1]
        used = sum(-n * e.extent for e in events for r, n in e.reaction.change if r == out.substrate and n < 0 and id(e) in out.wanted)
        mine = next((x for x in ratios if x[1] == out.substrate), None)
        if mine is not None and first[0] < 0.95 * mine[0] and used >= ALL_USED * charged.get(str(out.substrate), 0.0):
            first = mine  # all of it is used: the other goes further than one equation says (tin to tin(II) to tin(IV))
        out.theory, out.limiting = first
        if mine is not None and mine[0] <= AS_MUCH * first[0]:
            out.also = mine[1]
    return out


AS_MUCH = 1.01
"""Times the least from which a charge is no excess: within it the substrate limits too (a balance's and a mole mass's rounding, assumption)."""


ALL_USED = 0.98
"""Part of a substrate that is used from which it limits, whatever one equation's ratio says (assumption)."""


def _acid_stopped(events: list[Event], out: Purpose) -> bool:
    return any(e.stopped_by == "H+" for e in events if id(e) in out.wanted)


def _charged(procedure: Procedure, lots: Mapping[str, Lots], late: tuple[str, ...] = ()) -> list[Lots]:
    """Lots charged to make the batch: quench, washes, work-up (but kinds of step in `late`) and absorbers left out; those without an amount too."""
    out = []
    for m in procedure.materials:
        step = next((s for s in procedure.steps if s.n == m.step), None)
        aside = m.role in ("absorber", "wash") or (m.role == "quench" and not late)
        if aside or step is None or (step.kind in WORK_UP and step.kind not in late):
            continue
        lot = lots[m.id]
        if lot.mol is not None and lot.substance is not None:
            out.append(lot)
    return out


def acid_charged(procedure: Procedure, lots: Mapping[str, Lots]) -> float:
    """Moles of protons that the acids of the batch bring (pKa up to 5)."""
    return sum(speciate({**r, "H2O": r.get("H2O", 0.0) + 60.0}).acid(5.0) for lot in _charged(procedure, lots) if (r := lot.roots()))


def charges(procedure: Procedure, lots: Mapping[str, Lots], late: tuple[str, ...] = ()) -> dict[str, float]:
    """Moles per component charged to make the batch: quench, washes and absorbers left out, but kinds of step in `late`."""
    total: dict[str, float] = {}
    for lot in _charged(procedure, lots, late):
        for root, n in lot.roots().items():
            total[root] = total.get(root, 0.0) + n
    return total


TRACE = 0.15
"""Part of the largest product below which another is none that is aimed at."""


def _heaviest(procedure: Procedure, events: list[Event]) -> str | None:
    """The heaviest organic made outside quench and work-up, else the gas a generator makes."""
    steps = {s.n: s for s in procedure.steps}
    made: dict[str, float] = {}
    late: dict[str, float] = {}
    gas: dict[str, float] = {}
    for e in events:
        record = e.reaction.family.record
        if (steps[e.step].kind in WORK_UP and record.get("kind") not in MADE_BY_POURING) or record.get("unwanted"):
            continue
        for root, n in e.reaction.change:
            if n > 0 and is_organic(root) and not is_gas(root):
                (made if e.reaction.family.tier < 7 else late)[root] = mass_of(parse_formula(formula_of(root)))
            elif n > 0 and is_gas(root):
                gas[root] = gas.get(root, 0.0) + n * e.extent
    made = {r: m for r, m in made.items() if "B" not in parse_formula(formula_of(r))} or made  # a borate is what the hydride leaves
    net = {r: sum(n * e.extent for e in events for root, n in e.reaction.change if root == r) for r in {*made, *late}}
    as_much = {
        r: m for r, m in late.items() if net[r] >= 0.5 * max(gas.values(), default=0.0) and net[r] > 0
    }  # ammonia of a nitrile that is boiled to its acid
    made = made or as_much or (late if not gas else {})  # a slow reaction where there is no other
    came = {r: sum(n * e.extent for e in events for root, n in e.reaction.change if root == r and n > 0) for r in made}
    kept = {r: m for r, m in made.items() if net[r] > 0.5 * came[r]}
    ends = {r: m for r, m in kept.items() if net[r] > TRACE * max(net[k] for k in kept)} or made
    if ends:
        return max(ends, key=lambda r: ends[r])
    return max(gas, key=lambda r: gas[r]) if gas else None


def _back(root: str, need: float, events: list[Event], charged: dict[str, float], out: Purpose, seen: set[str]) -> None:
    makers = [e for e in events if dict(e.reaction.change).get(root, 0.0) > 0 and e.reaction.family.tier < 20]
    if not makers or root in seen or (root != out.target and charged.get(root, 0.0) > 0):
        out.demand[root] = out.demand.get(root, 0.0) + need
        return
    seen = {*seen, root}
    total = sum(dict(e.reaction.change)[root] * e.extent for e in makers)
    biggest = max(makers, key=lambda e: dict(e.reaction.change)[root] * e.extent)
    for e in makers:
        if dict(e.reaction.change)[root] * e.extent > 0.02 * total:
            out.wanted.add(id(e))
    change = dict(biggest.reaction.change)
    if root == out.target:
        out.substrate = biggest.reaction.substrate
    per = need / change[root]
    for used, n in change.items():
        if n >= 0:
            continue
        if used in FREE:
            out.demand[used] = out.demand.get(used, 0.0) - n * per
        else:
            _back(used, -n * per, events, charged, out, seen)
            if root == out.target and biggest.reaction.substrate in out.demand:
                out.substrate = biggest.reaction.substrate


def role_of(event: Event, purpose: Purpose, step_kind: str, vessel_is_absorber: bool) -> str:
    """wanted, side, work-up, on standing or decomposition."""
    if id(event) in purpose.wanted:
        return "wanted"
    kind = event.reaction.family.record.get("kind")
    if vessel_is_absorber or step_kind in WORK_UP:
        return "work-up"
    if "decompos" in event.reaction.family.name:
        return "decomposition"
    if kind == "standing":
        return "on standing"
    return "work-up" if kind in ("destroy", "absorb") else "side"
