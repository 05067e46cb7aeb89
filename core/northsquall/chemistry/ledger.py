"""The contents ledger: what is in every vessel after every step, what reacted and how far.

Components with a proton total; families act tier by tier; the lowest tier that can act shares one
progress until something is used up. Atoms and charge are conserved exactly, because every change is
a balanced reaction or a transfer.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass, field

from northsquall.chemistry.energy import Tally, dissolved
from northsquall.chemistry.families import FREE, Reaction, reactions_for
from northsquall.chemistry.roots import is_gas, is_organic
from northsquall.chemistry.species import Speciation, speciate

MOST_BLOCKS = 3
"""Organic starting materials that one product is followed to hold, unless it is named: a chain that grows on is not a synthesis."""
BY_PRODUCT = 0.05
"""Part of the largest organic below which a component is a by-product (assumption)."""
TINY = 1e-12
"""Moles that are none; times the largest amount, lest rounding of a large batch reads as a reaction."""
EVEN = 1e-9
"""Relative slack of a ratio that opens or shuts a reaction: equations of whole numbers often end on it exactly, and rounding must not decide."""


@dataclass(frozen=True)
class Conditions:
    """What a step does to a vessel, as far as families ask for it."""

    T_low: float = 20.0
    """Lowest and highest temperature of the step, °C."""
    T_high: float = 20.0
    distil: bool = False
    standing: bool = False
    slow: bool = False
    """Whether slow families act: off is the best run, on gives the high end of their extents."""
    off: frozenset[str] = frozenset()
    """Families that a reviewer switched off here."""


WARM_ROOM = Conditions()


@dataclass
class Stream:
    """Moles per root, and what of it is still undissolved (moles of crystalline substances, by id)."""

    roots: dict[str, float] = field(default_factory=dict)
    solids: dict[str, float] = field(default_factory=dict)
    blocks: dict[str, int] = field(default_factory=dict)
    """Of how many organic starting materials a component is put together, where more than one."""

    def copy(self) -> Stream:
        """An independent copy."""
        return Stream(dict(self.roots), dict(self.solids), dict(self.blocks))

    def add(self, other: dict[str, float], times: float = 1.0) -> None:
        """Pour moles in."""
        for root, n in other.items():
            self.roots[root] = self.roots.get(root, 0.0) + times * n

    def pour(self, other: Stream, times: float = 1.0) -> None:
        """Pour a stream in, undissolved solids with it."""
        self.add(other.roots, times)
        for key, n in other.solids.items():
            self.solids[key] = self.solids.get(key, 0.0) + times * n
        for root, k in other.blocks.items():
            self.blocks[root] = max(k, self.blocks.get(root, 1))

    def scaled(self, times: float) -> Stream:
        """A part of it."""
        return Stream({k: v * times for k, v in self.roots.items()}, {k: v * times for k, v in self.solids.items()}, dict(self.blocks))

    def parted(self) -> None:
        """What was isolated is a starting material again; a minor by-product keeps its blocks."""
        most = max((n for r, n in self.roots.items() if is_organic(r)), default=0.0)
        self.blocks = {r: k for r, k in self.blocks.items() if 0 < self.roots.get(r, 0.0) < BY_PRODUCT * most}


@dataclass
class Event:
    """One reaction that happened in one step, or that waits for a condition (`latent`)."""

    step: int
    vessel: str
    reaction: Reaction
    extent: float
    stopped_by: str
    latent: str | None = None
    could: float = 0.0
    """Latent only: the largest extent if the condition came."""
    inorganic_kJ: float = 0.0
    """Heat given off by all but the organic change (kJ), by formation enthalpies in the states present."""
    unknown: tuple[str, ...] = ()
    """Components without a formation enthalpy."""


@dataclass
class Transfer:
    """Protons that moved on mixing, from the strongest acid to the strongest base."""

    acid: str
    base: str
    mol: float
    heat_kJ: float | None
    """None where a formation enthalpy it needs is not known."""


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
    transfers: list[Transfer] = field(default_factory=list)
    dissolving: dict[str, tuple[float, float | None]] = field(default_factory=dict)
    """Substances that dissolved without reacting: (mol, heat given off kJ or None)."""
    solids: dict[str, float] = field(default_factory=dict)
    """What is still undissolved after it."""
    mixing: float = 0.0
    """Heat (kJ) of mixing strong acids, caustic and water, before anything reacts."""
    slip: dict[str, float] = field(default_factory=dict)
    """Gas that was led in and passed unreacted."""
    conditions: Conditions = WARM_ROOM

    turn: int = 0
    """Which entry of its step and vessel it is, from 0; set by the walk."""

    def happened(self) -> list[Event]:
        """Events with an extent."""
        return [e for e in self.events if e.latent is None]


def _limit(reaction: Reaction, roots: dict[str, float], s: Speciation) -> tuple[float, str]:
    """Largest extent that the roots and the available protons or bases allow, and what limits it."""
    limit, by = float("inf"), ""
    loss = 0.0
    for root, n in reaction.change:
        if n >= 0:
            continue
        if root == "H+":
            loss = -n
            continue
        room = roots.get(root, 0.0) / -n
        if room < limit:
            limit, by = room, root
    when = reaction.family.when
    if loss > 0 and reaction.substrate is not None and all(root != reaction.substrate for root, n in reaction.change if n):
        # the substrate gives only its proton: as much of it as is not an alkoxide yet
        room = max(roots.get(reaction.substrate, 0.0) + min(roots.get("H+", 0.0), 0.0), 0.0) / loss
        if room < limit:
            limit, by = room, reaction.substrate
    if loss > 0 and "acid" in when:
        # what is taken brings the protons of its stronger places along, so that much less comes from the acid
        loss -= sum(-n * s.carried(root, when["acid"]) for root, n in reaction.change if n < 0 and root not in FREE)
        room = s.acid(when["acid"]) / loss if loss > 1e-9 else float("inf")
        if room < limit:
            limit, by = room, "H+"
    taken = reaction.family.hydroxide * (
        reaction.count if reaction.family.record.get("group") or reaction.family.record.get("every") else 1
    )
    if taken > 0:
        room = s.base(when.get("base", 9.0)) / taken
        if room < limit:
            limit, by = room, "OH-"
    return limit, by


def _share(acting: list[tuple[Reaction, float, str]], roots: dict[str, float], s: Speciation) -> float:
    """Largest common progress (a fraction of each one's own limit) until something that is shared is used up."""
    if len(acting) == 1:
        return 1.0
    wanted: dict[str, float] = {}
    protons = base = 0.0
    acid_at: float | None = None
    base_at: float | None = None
    for reaction, limit, _ in acting:
        when = reaction.family.when
        for root, n in reaction.change:
            if n < 0 and root != "H+":
                wanted[root] = wanted.get(root, 0.0) - n * limit
            elif n < 0 and "acid" in when:
                protons -= n * limit
                acid_at = when["acid"] if acid_at is None else max(acid_at, when["acid"])
        if reaction.family.hydroxide:
            base += reaction.family.hydroxide * limit
            base_at = when.get("base", 9.0) if base_at is None else min(base_at, when.get("base", 9.0))
    share = min([1.0, *(roots.get(root, 0.0) / n for root, n in wanted.items() if n > 0)])
    if acid_at is not None and protons > 0:
        share = min(share, s.acid(acid_at) / protons)
    if base_at is not None and base > 0:
        share = min(share, s.base(base_at) / base)
    return share


OFF = "switched off by the reviewer"


MOIST = 1e-5
"""mol of water per mol of the scarcest from which water is there: less is what the passes leave of it (assumption)."""


def gate(
    reaction: Reaction, roots: dict[str, float], s: Speciation, c: Conditions, tiny: float, wanted: tuple[str, ...] = ()
) -> tuple[str, bool] | None:
    """None if the family may act in this mixture; else (what is missing, whether only warmth or time is)."""
    when = reaction.family.when
    if reaction.family.id.split(":")[0] in c.off or reaction.family.id in c.off:
        return OFF, False
    if "acid" in when and s.acid(when["acid"]) <= tiny:
        return "not acid enough", False
    if "base" in when and s.base(when["base"]) <= tiny:
        return "not basic enough", False
    if when.get("no_base") and s.lacking > tiny:
        return "too basic", False
    if "no_acid" in when and s.acid(when["no_acid"]) > tiny:
        return "too acid", False
    water = max(roots.get("H2O", 0.0), 0.0)
    least = min((roots.get(r, 0.0) for r, n in reaction.change if n < 0 and r not in FREE), default=0.0)
    if when.get("water") and water <= max(tiny, MOIST * least):
        return "no water", False
    if "dry" in when:
        if water > when["dry"] * max(least, tiny) * (1 + EVEN):
            return "water is there", False
    if "wet" in when:
        if water < when["wet"] * least * (1 - EVEN):
            return "too little water", False
    if "water_per_acid" in when:
        acids = roots.get("SO4-2", 0.0) + roots.get("NO3-", 0.0) + roots.get("ClO4-", 0.0)
        if acids <= TINY or water / acids > when["water_per_acid"] * (1 + EVEN):
            return f"more than {when['water_per_acid']:g} mol water per mol acid", False
    if "water_per" in when:  # how strong the acid is, or was before the product took its ion
        ion, most = when["water_per"]
        if water > most * (roots.get(ion, 0.0) + max(roots.get(reaction.product or "", 0.0), 0.0)) * (1 + EVEN):
            return f"more than {most:g} mol water per mol {ion}", False
    if "water_per_acid_min" in when:
        acids = roots.get("SO4-2", 0.0) + roots.get("NO3-", 0.0)
        if acids > TINY and water / acids < when["water_per_acid_min"] * (1 - EVEN):
            return f"less than {when['water_per_acid_min']:g} mol water per mol acid", False
    if "excess" in when:
        for root, k in when["excess"].items():
            other = min((roots.get(r, 0.0) / -n for r, n in reaction.change if n < 0 and r not in (*FREE, root)), default=0.0)
            if roots.get(root, 0.0) < k * other * (1 - EVEN):
                return f"not {k:g} times as much {root}", False
    if when.get("distil") and not c.distil:
        return "only on distilling", True
    if when.get("standing") and not c.standing:
        return "only on standing", True
    aimed_at = not reaction.family.record.get("unwanted") and any(n > 0 and r in wanted for r, n in reaction.change)
    if when.get("slow") and not c.slow and not aimed_at:
        return "slow", True
    if "cool" in when and c.T_high > when["cool"]:
        return f"above {when['cool']:g} °C", False
    if "T" in when:
        low, high = when["T"]
        if c.T_high < low:
            return f"below {low:g} °C", True
        if c.T_low > high:
            return f"above {high:g} °C", False
    return None


def _undoes(reaction: Reaction, events: dict[Reaction, Event]) -> bool:
    """Whether a reaction only takes back what another did here, as a gas that was driven out and the water it came from: to and fro without end."""
    back = {root: -n for root, n in reaction.change if n}
    return any(done is not reaction and {root: n for root, n in done.change if n} == back for done in events)


MOST_PASSES = 400
"""Passes over what can react, at most."""
DRIP, DRIPS = 1e-7, 24
"""Part of the largest amount that is a drip, and passes in a row with no more than drips until what drips is held to be over: two reactions that feed each
other (chlorine and sulfur dioxide over nitrate) come to rest only by and by, and some never do, and would keep all that comes after them waiting."""
CROWD = 30
"""Organic components in one mixture from which their reactions with each other are not followed: no bench procedure, and the pairs grow with the square."""


def crowded(roots: Iterable[str]) -> bool:
    """Whether a mixture holds too much to be followed."""
    return sum(1 for r in roots if is_organic(r)) > CROWD


def react(
    stream: Stream, step: int, vessel: str, wanted: tuple[str, ...], c: Conditions = WARM_ROOM, tally: Tally | None = None
) -> tuple[list[Event], dict[str, float]]:
    """Let everything happen that can, tier by tier. Changes `stream`; returns events and gas (mol)."""
    events: dict[Reaction, Event] = {}
    stopped: dict[Reaction, tuple[str, bool]] = {}
    roots = stream.roots
    tiny = 100 * TINY * max(1.0, *(abs(n) for n in roots.values())) if roots else TINY
    most = max((abs(n) for n in roots.values()), default=0.0)
    dripping: set[Reaction] = set()
    over: set[Reaction] = set()
    drips = 0
    for _ in range(MOST_PASSES):
        present = frozenset(r for r, n in roots.items() if n > tiny or r in FREE)
        if crowded(present):
            break
        s = speciate(roots)
        able: list[tuple[Reaction, float, str]] = []
        lowest = 99
        for reaction in reactions_for(present, wanted):
            if reaction.family.tier > lowest:
                break
            if reaction.product not in wanted and max(reaction.blocks(stream.blocks).values(), default=1) > MOST_BLOCKS:
                continue
            if reaction in over or _undoes(reaction, events):
                continue
            reason = gate(reaction, roots, s, c, tiny, wanted)
            if reason:
                stopped[reaction] = reason
                continue
            limit, by = _limit(reaction, roots, s)
            if tiny < limit < float("inf"):
                able.append((reaction, limit, by))
                lowest = reaction.family.tier
        if not able:
            break
        share = _share(able, roots, s)
        if max(limit for _, limit, _ in able) * share > DRIP * most:
            drips, dripping, over = 0, set(), set()
        else:
            drips, dripping = drips + 1, dripping | {reaction for reaction, _, _ in able}
        if drips > DRIPS:
            drips, over = 0, over | dripping
        for reaction, limit, by in able:
            extent = limit * share
            for made, k in reaction.blocks(stream.blocks).items():
                if k > 1 and roots.get(made, 0.0) <= tiny:
                    stream.blocks[made] = k
            before = dict(roots) if tally is not None else {}
            for root, n in reaction.change:
                roots[root] = roots.get(root, 0.0) + n * extent
            known = events.get(reaction)
            if known:
                known.extent += extent
                known.stopped_by = by
            else:
                known = events[reaction] = Event(step, vessel, reaction, extent, by)
            if tally is not None:
                heat, unknown = tally.of(reaction, before, roots, extent, stream.solids)
                known.inorganic_kJ += heat
                known.unknown = tuple(sorted({*known.unknown, *unknown}))
        for root in [r for r, n in roots.items() if abs(n) <= TINY]:
            del roots[root]
    gas = {}
    for root in [r for r in roots if is_gas(r)]:
        gas[root] = roots.pop(root)
    latent = []
    s = speciate(roots)
    for reaction, (why, waits) in stopped.items():
        if reaction in events:
            continue
        limit, _ = _limit(reaction, {**roots, **gas}, s)
        could = limit if waits and limit < float("inf") else 0.0
        if could > tiny or why == OFF or reaction.family.record.get("rate"):
            latent.append(Event(step, vessel, reaction, 0.0, "", latent=why, could=could))
    return [*events.values(), *latent], gas


def combine(
    step: int,
    vessel: str,
    streams: Iterable[Stream | dict[str, float]],
    wanted: tuple[str, ...] | str | None = (),
    portions: int = 1,
    c: Conditions = WARM_ROOM,
    energy: bool = False,
) -> tuple[Entry, Stream]:
    """Bring streams together in a vessel and let them react.

    The first stream is there already; the rest comes in `portions`, because the order matters where a
    gas leaves (carbonate into acid gives more of it in portions than all at once).
    """
    named = (wanted,) if isinstance(wanted, str) else tuple(wanted or ())
    parts = [x if isinstance(x, Stream) else Stream(dict(x)) for x in streams]
    start = Stream()
    for x in parts:
        start.pour(x)
    mixed = parts[0].copy()
    tally = Tally() if energy else None
    events: dict[Reaction, Event] = {}
    gas: dict[str, float] = {}
    for _ in range(portions):
        incoming = [x.scaled(1.0 / portions) for x in parts[1:]]
        if tally is not None:
            tally.mix([mixed, *incoming])
        for x in incoming:
            mixed.pour(x)
        now, made = react(mixed, step, vessel, named, c, tally)
        for e in now:
            known = events.get(e.reaction)
            if known is None:
                events[e.reaction] = e
            elif e.latent is None:
                known.extent += e.extent
                known.inorganic_kJ += e.inorganic_kJ
                known.unknown = tuple(sorted({*known.unknown, *e.unknown}))
                known.stopped_by, known.latent = e.stopped_by, None
            elif known.latent is not None:
                known.could = max(known.could, e.could)
        for g, n in made.items():
            gas[g] = gas.get(g, 0.0) + n
    led_in = {g: sum(x.roots.get(g, 0.0) for x in parts[1:]) for g in gas}
    slip = {g: min(n, gas[g]) for g, n in led_in.items() if n > 0}
    evolved = {g: n - slip.get(g, 0.0) for g, n in gas.items() if n - slip.get(g, 0.0) > TINY}
    entry = Entry(
        step, vessel, [x.roots for x in parts], start.roots, dict(mixed.roots), list(events.values()), evolved, slip=slip, conditions=c
    )
    if tally is not None:
        transfers, entry.mixing = tally.close(entry)
        entry.transfers = [Transfer(*t) for t in transfers]
        entry.dissolving = dissolved(mixed, tally)
    entry.solids = dict(mixed.solids)
    return entry, mixed
