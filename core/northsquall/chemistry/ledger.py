"""The contents ledger: what is in every vessel after every step, what reacted and how far.

Components with a proton total; families act tier by tier; the lowest tier that can act shares one
progress until something is used up. Atoms and charge are conserved exactly, because every change is
a balanced reaction or a transfer.
"""

from __future__ import annotations

from dataclasses import dataclass, field

from northsquall.chemistry.families import Reaction, reactions_for
from northsquall.chemistry.species import speciate

TINY = 1e-12
"""Moles that are none; times the largest amount, lest rounding of a large batch reads as a reaction."""
GASES = ("CO2", "NO2")


@dataclass
class Stream:
    """Moles per root. Gases that formed have left it and stand in `gas`."""

    roots: dict[str, float] = field(default_factory=dict)
    solids: set[str] = field(default_factory=set)

    def copy(self) -> Stream:
        """An independent copy."""
        return Stream(dict(self.roots), set(self.solids))

    def add(self, other: dict[str, float], times: float = 1.0) -> None:
        """Pour moles in."""
        for root, n in other.items():
            self.roots[root] = self.roots.get(root, 0.0) + times * n


@dataclass
class Event:
    """One reaction that happened in one step, or that waits for a condition (`latent`)."""

    step: int
    vessel: str
    reaction: Reaction
    extent: float
    stopped_by: str
    latent: str | None = None


@dataclass
class Entry:
    """What one step did to one vessel."""

    step: int
    vessel: str
    before: list[dict[str, float]]
    """The streams that came together, the one already there first."""
    mixed: dict[str, float]
    after: dict[str, float]
    events: list[Event]
    gas: dict[str, float]


def _limit(change: dict[str, float], roots: dict[str, float], acid_pKa: float | None) -> tuple[float, str]:
    """Largest extent that the roots and the available protons allow, and what limits it."""
    limit, by = float("inf"), ""
    for root, n in change.items():
        if n < 0 and root not in ("H+", "H2O"):
            room = roots.get(root, 0.0) / -n
            if room < limit:
                limit, by = room, root
    loss = -change.get("H+", 0.0)
    if loss > 0 and acid_pKa is not None:
        room = speciate(roots).acid(acid_pKa) / loss
        if room < limit:
            limit, by = room, "H+"
    return limit, by


def _share(acting: list[tuple[Reaction, dict[str, float], float, str]], roots: dict[str, float]) -> float:
    """Largest common progress (a fraction of each one's own limit) until something that is shared is used up."""
    wanted: dict[str, float] = {}
    protons = 0.0
    threshold: float | None = None
    for reaction, change, limit, _ in acting:
        for root, n in change.items():
            if n < 0 and root not in ("H+", "H2O"):
                wanted[root] = wanted.get(root, 0.0) - n * limit
        acid = reaction.family.when.get("acid")
        if acid is not None and change.get("H+", 0.0) < 0:
            protons -= change["H+"] * limit
            threshold = acid if threshold is None else max(threshold, acid)
    share = min([1.0, *(roots.get(root, 0.0) / n for root, n in wanted.items() if n > 0)])
    if threshold is not None and protons > 0:
        share = min(share, speciate(roots).acid(threshold) / protons)
    return share


def gate(reaction: Reaction, roots: dict[str, float]) -> str | None:
    """None if the family may act in this mixture; else what is missing."""
    when = reaction.family.when
    if "acid" in when and speciate(roots).acid(when["acid"]) <= TINY:
        return "not acid enough"
    if "water_per_acid" in when:
        acids = roots.get("SO4-2", 0.0) + roots.get("NO3-", 0.0)
        if acids <= TINY or roots.get("H2O", 0.0) / acids > when["water_per_acid"]:
            return f"more than {when['water_per_acid']:g} mol water per mol acid"
    return None


def react(stream: Stream, step: int, vessel: str, wanted: str | None) -> tuple[list[Event], dict[str, float]]:
    """Let everything happen that can, tier by tier. Changes `stream`; returns events and gas (mol)."""
    events: dict[Reaction, Event] = {}
    gas: dict[str, float] = {}
    stopped: dict[Reaction, str] = {}
    tiny = 100 * TINY * max(1.0, *(abs(n) for n in stream.roots.values())) if stream.roots else TINY
    for _ in range(60):
        roots = stream.roots
        present = frozenset(r for r, n in roots.items() if n > tiny or r in ("H+", "H2O"))
        able: list[tuple[Reaction, dict[str, float], float, str]] = []
        for reaction in reactions_for(present, wanted):
            reason = gate(reaction, roots)
            if reason:
                stopped.setdefault(reaction, reason)
                continue
            change = dict(reaction.change)
            limit, by = _limit(change, roots, reaction.family.when.get("acid"))
            if tiny < limit < float("inf"):
                able.append((reaction, change, limit, by))
        if not able:
            break
        tier = min(r.family.tier for r, *_ in able)
        acting = [a for a in able if a[0].family.tier == tier]
        share = _share(acting, roots)
        for reaction, change, limit, by in acting:
            extent = limit * share
            for root, n in change.items():
                roots[root] = roots.get(root, 0.0) + n * extent
            known = events.get(reaction)
            if known:
                known.extent += extent
                known.stopped_by = by
            else:
                events[reaction] = Event(step, vessel, reaction, extent, by)
            for g in GASES:
                if change.get(g, 0.0) > 0:
                    made = roots.pop(g, 0.0)
                    gas[g] = gas.get(g, 0.0) + made
        for root in [r for r, n in roots.items() if abs(n) <= TINY]:
            del roots[root]
    latent = [
        Event(step, vessel, reaction, 0.0, "", latent=reason)
        for reaction, reason in stopped.items()
        if reaction not in events and reaction.family.record.get("role")
    ]
    return [*events.values(), *latent], gas


def neutralised(before: list[dict[str, float]], mixed: dict[str, float]) -> float:
    """Moles of OH- that meet protons when the streams come together."""
    lacking = sum(speciate(b).lacking for b in before)
    return max(lacking - speciate(mixed).lacking, 0.0)


def combine(step: int, vessel: str, streams: list[dict[str, float]], wanted: str | None, portions: int = 1) -> tuple[Entry, Stream]:
    """Bring streams together in a vessel and let them react.

    The first stream is there already; the rest comes in `portions`, because the order matters where a
    gas leaves (carbonate into acid gives more of it in portions than all at once).
    """
    start = Stream()
    for s in streams:
        start.add(s)
    mixed = Stream(dict(streams[0]))
    events: dict[Reaction, Event] = {}
    gas: dict[str, float] = {}
    for _ in range(portions):
        for s in streams[1:]:
            mixed.add(s, 1.0 / portions)
        now, made = react(mixed, step, vessel, wanted)
        for e in now:
            known = events.get(e.reaction)
            if known is None:
                events[e.reaction] = e
            elif e.latent is None:
                known.extent += e.extent
                known.stopped_by, known.latent = e.stopped_by, None
        for g, n in made.items():
            gas[g] = gas.get(g, 0.0) + n
    entry = Entry(step, vessel, streams, start.roots, dict(mixed.roots), list(events.values()), gas)
    return entry, mixed


def atoms(roots: dict[str, float]) -> dict[str, float]:
    """Moles of each element (and charge, "+") in a stream."""
    from northsquall.chemistry.families import IONS
    from northsquall.chemistry.formula import parse_formula
    from northsquall.substances.catalogue import formula_of_smiles

    total: dict[str, float] = {}
    for root, n in roots.items():
        formula = root if IONS.match(root) or root == "H+" else formula_of_smiles(root)
        for el, k in parse_formula(formula).items():
            total[el] = total.get(el, 0.0) + n * k
    return total
