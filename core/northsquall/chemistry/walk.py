"""The ledger over a whole procedure: streams follow charging, dosing, pouring, filtering, distilling and gas lines."""

from __future__ import annotations

import re
from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from itertools import pairwise
from typing import Protocol

from northsquall import patterns
from northsquall.chemistry.families import FREE
from northsquall.chemistry.ledger import Conditions, Entry, Event, Stream, combine
from northsquall.chemistry.roots import charge_of, is_diazonium, is_organic, roots
from northsquall.chemistry.species import acidic_sites, slots_of, speciate
from northsquall.heat.boiling import at_one_bar, boiling
from northsquall.procedure import Procedure, Step, Vessel
from northsquall.reading import lexicon as lex
from northsquall.reading.tokens import tokenise
from northsquall.substances import Substance, catalogue

GAS_PORTIONS = 20
"""Portions of a dose where a gas-forming family can act: CO2 within 2.5 % of the limit of many."""
CARBONATES = frozenset({"CO3-2", "CaCO3", "MgCO3", "BaCO3"})
"""Components that give carbon dioxide with an acid."""
ORDER_MATTERS = CARBONATES | {"SO3-2", "S2O5-2", "S-2", "S2O3-2"}
TRIAL_MOL = (1e-4, 0.011, 0.037, 0.12, 0.41, 1.3, 4.1, 1e4)
"""Stand-ins for an amount nobody wrote: only what stays the same over all of them is established."""
ROOM = 20.0
CARRIED_OVER = 0.02
"""Part of the water that stays with an organic layer (assumption)."""
BOILING = (60.0, 110.0)
"""Temperatures tried where a text says reflux or boiling without a figure."""
LEAST_KNOWN = 0.8
"""Part of the moles of what is organic whose boiling points must be known, for a mixture's to be (assumption)."""
UNSTATED_HEAT = (20.0, 110.0)
"""Temperatures tried where a text says heat and no figure: what differs is possible, not established."""
UNSTATED_STILL_C = 130.0
"""How warm a pot may be from which something distils, where no text says so (assumption)."""
HEAD_OF_MANY_C = 60.0
"""Heads below it are those of solvents that are taken off, from a pot little warmer."""
OF_THE_FIRST = patterns.compile(r"\b(?:solvents?|fore-?runs?|excess|surplus|condensate|recovered|first (?:distillate|fraction))\b", re.I)
THE_RESIDUE = patterns.compile(r"\bresidue\b", re.I)
"""What is distilled once the solvent is off: it comes into a receiver of its own."""
OF_THE_POT = patterns.compile(r"\b(?:pot|flask|bath|mixture|batch|liquid|inside|internal|mantle)\b", re.I)
FLAME_HEAT = (20.0, 400.0)
"""The same over a flame."""
OVERNIGHT_MIN = 480.0


AS_NEEDED = ("neutralise", "destroy")
"""Steps whose unwritten amount follows from what it has to take: to pH 7, or until destroyed."""


UNTIL_SEEN = patterns.compile(rf"{lex.UNTIL_SEEN}|{lex.UNTIL_WHITE.pattern}", re.I)
"""What destroys goes in until it is seen to have: what is written of it is what is at hand."""
SEEN_WITHIN = 160
"""Characters of a line, from where a step begins, in which that may stand."""
MORE_THAN_ABOUT = 3.0
"""Times an amount that is written with "about" that goes in until it is seen to be enough (assumption)."""
OVERSHOT = 0.1
"""Part by which more of it goes in than is needed (assumption)."""


def capacity(contents: dict[str, float], threshold: float) -> float:
    """Moles of protons that a mixture takes until every place with a pKa of `threshold` or above is filled."""
    places = sum(n * sum(s.pKa >= threshold for s in slots_of(r)) for r, n in contents.items() if r not in FREE)
    held = contents.get("H+", 0.0) + sum(n * acidic_sites(r) for r, n in contents.items() if is_organic(r))
    return max(places - held, 0.0)


def needed(substance: Substance, here: Stream, kind: str, wanted: tuple[str, ...]) -> float:
    """Moles of a base, acid or destroying agent that a mixture takes; 0 where it takes none."""
    one = speciate({**substance.parts, "H2O": substance.parts.get("H2O", 0.0) + 60.0})
    now = speciate(here.roots)
    gives, takes = one.acid(6.0), capacity(substance.parts, 6.3)
    if kind == "neutralise":
        if takes > 0 and takes >= gives:
            return now.acid(7.0) / takes
        return capacity(here.roots, 7.0) / gives if gives > 0 else 0.0
    plenty = 100.0 * max([1.0, *(abs(n) for r, n in here.roots.items() if r not in FREE)]) if here.roots else 1.0
    entry, _ = combine(0, "trial", [here.copy(), Stream({k: v * plenty for k, v in substance.parts.items()})], wanted)
    used = 0.0
    meets = [  # what the agent does by itself, in the acid it makes, is no use of it
        dict(e.reaction.change) | {"": e.extent}
        for e in entry.happened()
        if any(n < 0 and r not in FREE and r not in substance.parts and here.roots.get(r, 0.0) > 0 for r, n in e.reaction.change)
    ]
    for root, per in substance.parts.items():
        if (root in FREE and root != "H+") or per <= 0:
            continue
        taken = sum(-change.get(root, 0.0) * change[""] for change in meets if change.get(root, 0.0) < 0)
        used = max(used, min(taken / per, plenty))
    return used if used < 0.99 * plenty else 0.0


class Lots(Protocol):
    """What the ledger needs of a material: its substance and moles per component."""

    substance: Substance | None
    mol: tuple[float, float, float] | None

    def roots(self, which: int = 1) -> dict[str, float]:
        """Moles per component."""
        ...

    def stand_in(self, mol: float) -> dict[str, float]:
        """Components of a stand-in amount."""
        ...


@dataclass
class Walk:
    """Entries by step, and what each vessel holds after each step."""

    entries: list[Entry] = field(default_factory=list)
    after: dict[tuple[int, str], dict[str, float]] = field(default_factory=dict)
    """Contents of a vessel (roots) after a step in it."""
    lines: dict[str, str] = field(default_factory=dict)
    """Where the gas of a vessel is led."""
    charged: dict[str, Stream] = field(default_factory=dict)
    """Contents at the end, by vessel."""
    air: dict[str, float] = field(default_factory=dict)
    """Gas that left every absorber."""
    needed: dict[str, float] = field(default_factory=dict)
    """Moles of materials written as "until neutral" or "until destroyed", as worked out; by material."""
    parts: dict[str, float] = field(default_factory=dict)
    """Part of a written amount that went in, of what was fed until it was seen to be enough; by material."""
    turns: dict[tuple[int, str], list[Entry]] = field(default_factory=dict)
    """Entries by step and vessel, in their turn."""

    def like(self, entry: Entry) -> Entry | None:
        """The entry of this walk for the same step, vessel and turn as one of another walk; None where nothing came to that here.

        Not by place in the list: a gas that is led on or condenses in one walk only makes an entry more.
        """
        here = self.turns.get((entry.step, entry.vessel), [])
        return here[entry.turn] if entry.turn < len(here) else None

    def add(self, entry: Entry) -> None:
        """Append an entry; it gets its turn in its step and vessel."""
        here = self.turns.setdefault((entry.step, entry.vessel), [])
        entry.turn = len(here)
        here.append(entry)
        self.entries.append(entry)

    def events(self) -> list[Event]:
        """All events in order."""
        return [e for entry in self.entries for e in entry.events]


def ionic_solid(s: Substance) -> bool:
    """Whether a substance is a crystal whose components are dissolved ions in the ledger."""
    known = roots()
    return s.phase == "s" and any(r in known and known[r].state == "aq" for r in s.parts)


def stream_of(lot: Lots, which: int, trial: float) -> Stream | None:
    """A material as a stream; the stand-in amount where none is written; None for an unknown substance."""
    if lot.substance is None:
        return None
    if lot.mol is not None:
        out = Stream(lot.roots(which))
        n = lot.mol[which]
    else:
        out = Stream(lot.stand_in(trial))
        n = trial
    in_water = out.roots.get("H2O", 0.0) > lot.substance.parts.get("H2O", 0.0) * n + 1e-9
    if ionic_solid(lot.substance) and not in_water:
        out.solids[lot.substance.id] = n
    return out


RECEIVES_BOILING = patterns.compile(r"\b(?:in|into|to) (?:the |a |\d[\w. ]* )?(?:mL |of )*boiling\b", re.I)
"""What goes into something that boils: "tipped into 200 mL boiling 50 % acid"."""


ICED = (0.0, 8.0)
"""°C of what stands in ice."""
IGNITES = patterns.compile(
    lex.GOES_OFF
    + r"|\b(?:ignit\w+|set alight|(?:lit|light it|light them) with|flashes over|thermite|(?:glows?|glowing) (?:red|white|yellow)|red heat|white heat)\b",
    re.I,
)
IGNITED = (600.0, 1500.0)
"""°C of what is lit and burns through by itself (common practice, no source)."""


STILL_BATH = patterns.compile(r"\b(?:bath|mantle)\b[^.;()\d]{0,20}(\d{2,3}) ?°", re.I)
POT_UNDER_BATH_K = 15.0
"""How far a boiling pot stays below the bath that heats it (common practice, no source)."""


def _within(inner: tuple[int, int], outer: tuple[int, int]) -> bool:
    return outer[0] <= inner[0] and inner[1] <= outer[1]


def conditions_of(
    step: Step, vessel: Vessel | None, last: tuple[float, float], slow: bool, off: frozenset[str], settled: bool = False
) -> Conditions:
    """Temperatures of a step: as written, else the bath's, else as the vessel was. `settled` where an earlier step wrote one."""
    low, high = last
    q = step.T_range
    bath = step.bath or (vessel.bath if vessel else None)
    told_later = bath is not None and step.bath is None and bath.span is not None and bath.span[0] > step.span[1]
    if (
        told_later
        and bath is not None
        and (bath.T_C or 0.0) > ROOM
        and (step.kind in ("charge", "dissolve") or (settled and step.kind in ("dose", "add")))
    ):
        bath = None  # what is heated afterwards was charged cold
    if q is not None:
        low, high = (q.low if q.low is not None else q.value), (q.high if q.high is not None else q.value)
    elif step.kind == "reflux" or (step.kind in ("hold", "heat") and "reflux" in step.text.lower()):
        low, high = BOILING
    elif step.kind == "distil":
        low, high = BOILING[0], UNSTATED_STILL_C
    elif step.kind in ("dose", "add") and RECEIVES_BOILING.search(step.text):
        low, high = BOILING
    elif step.kind == "heat":
        low, high = (
            (bath.T_C, bath.T_C) if bath and bath.T_C is not None else FLAME_HEAT if bath and bath.kind == "burner" else UNSTATED_HEAT
        )
    elif step.kind == "hold" and bath is not None and bath.span is not None and (bath.T_C or 0.0) > ROOM and _within(bath.span, step.span):
        low = high = bath.T_C or high  # "put on the boiling water bath for an hour"
    elif step.kind in ("charge", "dose", "add", "cool", "dissolve") and bath is not None:
        low, high = (
            (bath.T_C, bath.T_C)
            if bath.T_C is not None
            else (-10.0, 5.0)
            if bath.kind == "ice-salt"
            else (last if last[1] < 8.0 else (0.0, 8.0))  # a bath that held it colder goes on holding it there
            if bath.kind == "ice"
            else (last if last[1] > ROOM else (ROOM, ROOM))  # a bath that warmed it goes on warming it
        )
    elif step.kind == "cool":
        low, high = 0.0, ROOM
    if (
        step.kind == "distil"
        and q is not None
        and ((q.low is None and q.high is None) or lex.OF_THE_HEAD.search(step.text) is not None)
        and q.value >= HEAD_OF_MANY_C
        and OF_THE_POT.search(step.text) is None
    ):
        high = max(high, UNSTATED_STILL_C)  # a still's temperature is its head's unless it says otherwise; the pot is warmer
    if q is None and IGNITES.search(step.text):
        low, high = IGNITED
    if (
        step.kind == "distil" and (said := STILL_BATH.search(step.text)) is not None
    ):  # the window is the head's; the pot lies under its bath
        high = max(high, float(said[1]) - POT_UNDER_BATH_K)
    if step.T_limit is not None and not (step.kind == "distil" and lex.OF_THE_HEAD.search(step.text)):
        high = min(high, step.T_limit.value) if q is not None or high > step.T_limit.value else max(high, min(step.T_limit.value, high))
        low = min(low, high)
    long = step.duration is not None and step.duration.value >= OVERNIGHT_MIN
    return Conditions(low, high, step.kind == "distil", step.kind == "store" or long, slow, off)


def split_solid(stream: Stream, wanted: tuple[str, ...]) -> tuple[Stream, Stream]:
    """(what stays on the filter, what runs through): undissolved solids, elements, solid organics and the named product."""
    solid, liquid = Stream(blocks=dict(stream.blocks)), Stream(blocks=dict(stream.blocks))
    known, cat = roots(), catalogue()
    ionised = ionised_in(stream.roots)
    solvent = sum(
        n * own.mass for r, n in stream.roots.items() if is_organic(r) and (own := cat.of_root(r)) is not None and own.phase == "l"
    )
    dissolves = solvent > 2.0 * 18.015 * max(stream.roots.get("H2O", 0.0), 0.0)  # in acetone or chloroform what is organic stays dissolved
    for root, n in stream.roots.items():
        if root in FREE:
            liquid.roots[root] = n
            continue
        if is_organic(root):
            own = cat.of_root(root)
            hard = own is not None and own.phase == "s" and not own.soluble and not dissolves
            stays = (root in wanted or hard) and root not in ionised
        else:
            stays = known[root].state == "s"
        (solid if stays else liquid).roots[root] = n
    for key, n in stream.solids.items():
        solid.solids[key] = n
        for root, k in cat.substances[key].parts.items():
            solid.roots[root] = solid.roots.get(root, 0.0) + k * n
            liquid.roots[root] = liquid.roots.get(root, 0.0) - k * n
            if abs(liquid.roots[root]) < 1e-12:
                del liquid.roots[root]
    solid.parted()
    liquid.parted()
    return solid, liquid


def ionised_in(contents: Mapping[str, float]) -> set[str]:
    """Organics that are mostly salts here, and so stay in water."""
    out = set()
    s = speciate(dict(contents))
    held: dict[str, list[tuple[float, float, bool]]] = {}
    for slot, n, room in s.filled:
        if slot.site:
            held.setdefault(slot.root, []).append((n, room, slot.acidic))
    for root, places in held.items():
        if any((n < room / 2) if acidic else (n > room / 2) for n, room, acidic in places):
            out.add(root)
    return out


LAYER_MOL = 0.1
"""Water below which no aqueous layer parts: some 2 mL (assumption)."""


def split_layers(stream: Stream) -> tuple[Stream, Stream]:
    """(organic layer, aqueous layer): neutral organics of 4 carbons and more, halocarbons and halogens apart from the water."""
    organic, aqueous = Stream(blocks=dict(stream.blocks)), Stream(solids=dict(stream.solids), blocks=dict(stream.blocks))
    ionised = ionised_in(stream.roots)
    for root, n in stream.roots.items():
        carbons = root.upper().replace("CL", "").count("C")
        apart = root in ("Br2", "I2", "CS2") or (
            is_organic(root)
            and root not in ionised
            and not charge_of(root)
            and (carbons >= 4 or "Cl" in root or "Br" in root or "I" in root)
        )
        if apart:
            organic.roots[root] = n
        else:
            aqueous.roots[root] = n
    water = aqueous.roots.get("H2O", 0.0)
    if organic.roots and water > 0:  # droplets of the aqueous layer, all that is dissolved in it too
        drops = {k: v * CARRIED_OVER for k, v in aqueous.roots.items()}
        organic.add(drops)
        aqueous.add(drops, -1.0)
    organic.parted()
    aqueous.parted()
    return organic, aqueous


def split_volatile(stream: Stream, T_high: float) -> tuple[Stream, Stream]:
    """(distillate, residue): what stands alone goes by its boiling point; ions and what has none stay."""
    cat = catalogue()
    over, stays = Stream(blocks=dict(stream.blocks)), Stream(solids=dict(stream.solids), blocks=dict(stream.blocks))
    ionised = ionised_in(stream.roots)
    for root, n in stream.roots.items():
        own = cat.of_root(root) if root not in ionised and not charge_of(root) else None
        boils = own.value("Tb") if own else None
        point = boils.value if boils else None
        (over if point is not None and point <= T_high + 5.0 and n > 0 else stays).roots[root] = n
    over.parted()
    stays.parted()
    return over, stays


STEAM = patterns.compile(r"\bsteam\b", re.I)
PRESSURE = patterns.compile(r"(\d+(?:[.,]\d+)?)\s*(mbar|millibars?|hPa|torr|mm ?Hg|mm)\b", re.I)
VACUUM = patterns.compile(r"\b(?:reduced pressure|vacuum|vacuo|rotary|rotavap\w*|aspirator|water pump)\b", re.I)
VACUUM_MBAR = 50.0
"""Pressure where a text says vacuum and no figure (assumption)."""
CONDENSES = {"HBr": 0.202, "HCl": 0.124, "HI": 0.186}
"""mol of acid per mol of water in the constant-boiling acids: HBr 47.6, HCl 20.2, HI 57 % (handbook 2.9)."""
STEAM_BOILS_C = 290.0
"""Boiling point up to which an organic that does not mix with water comes over with steam (common practice, no source)."""


def pressure_of(text: str) -> float | None:
    """Pressure (mbar) at which a text distils; None where it says nothing of one."""
    m = PRESSURE.search(text)
    if m:
        return float(m[1].replace(",", ".")) * (1.0 if m[2].lower() in ("mbar", "millibar", "millibars", "hpa") else 1.333)
    for number, unit in pairwise(tokenise(text)) if "millibar" in text.lower() else ():
        if number.kind == "num" and unit.low in ("millibar", "millibars"):
            return float(number.value or 0.0) or None  # "at three hundred and fifty millibar"
    return VACUUM_MBAR if VACUUM.search(text) else None


def split_steam(stream: Stream) -> tuple[Stream, Stream]:
    """(distillate, residue) of a steam distillation: what does not mix with water, and half of the water."""
    organic, _ = split_layers(stream)
    cat = catalogue()
    over, stays = Stream(blocks=dict(stream.blocks)), Stream(solids=dict(stream.solids), blocks=dict(stream.blocks))
    apart = {r for r, n in organic.roots.items() if n > 0.5 * stream.roots.get(r, 0.0)}
    for root, n in stream.roots.items():
        own = cat.of_root(root)
        boils = own.value("Tb") if own else None
        goes = root in apart and (boils is None or boils.value <= STEAM_BOILS_C)
        if root == "H2O":
            over.roots[root], stays.roots[root] = n / 2.0, n / 2.0
        else:
            (over if goes else stays).roots[root] = n
    over.parted()
    stays.parted()
    return over, stays


def walk(
    procedure: Procedure,
    lots: Mapping[str, Lots],
    wanted: tuple[str, ...] | str | None,
    which: int = 1,
    trial: float = 1.0,
    slow: bool = False,
    energy: bool = False,
) -> Walk:
    """Follow the contents through all steps. `which` 0, 1, 2 takes the low, best or high amounts."""
    named = (wanted,) if isinstance(wanted, str) else tuple(wanted or ())
    return _Walker(procedure, lots, named, which, trial, slow, energy).run()


class _Walker:
    def __init__(
        self, procedure: Procedure, lots: Mapping[str, Lots], wanted: tuple[str, ...], which: int, trial: float, slow: bool, energy: bool
    ) -> None:
        self.procedure, self.lots, self.wanted = procedure, lots, wanted
        self.which, self.trial, self.slow, self.energy = which, trial, slow, energy
        self.result = Walk()
        self.contents: dict[str, Stream] = {}
        self.warmth: dict[str, tuple[float, float]] = {}
        self.vessels = {v.name: v for v in procedure.vessels}

    def run(self) -> Walk:
        for step in self.procedure.steps:
            if step.vessel is None or step.kind in ("test", "record"):
                continue
            {"filter": self.filter, "extract": self.extract, "distil": self.distil, "absorb": self.absorb, "dry": self.dry}.get(
                step.kind, self.mix
            )(step)
        self.result.charged = self.contents
        return self.result

    def conditions(self, step: Step, vessel: str) -> Conditions:
        off = frozenset(c.family for c in self.procedure.chemistry if c.what == "off" and (c.step is None or step.n >= c.step))
        last = self.warmth.get(vessel, (ROOM, ROOM))
        if last == (ROOM, ROOM) and step.kind in ("dose", "add", "charge") and self._ice_in(vessel, step):
            last = ICED
        settled = any(s.vessel == vessel and s.n < step.n and s.T_range is not None for s in self.procedure.steps)
        c = conditions_of(step, self.vessels.get(vessel), last, self.slow, off, settled)
        if step.kind == "reflux" and (c.T_low, c.T_high) == BOILING:
            c = self._as_it_boils(vessel, c)
        self.warmth[vessel] = (c.T_low, c.T_high) if c.T_low < IGNITED[0] else (ROOM, ROOM)  # it has burnt out and cooled
        return c

    def _as_it_boils(self, vessel: str, c: Conditions) -> Conditions:
        """What refluxes is as warm as what is in the vessel boils, where the boiling point of nearly all of it is known."""
        there, cat = self.contents.get(vessel), catalogue()
        liquid = {r: n - there.solids.get(r, 0.0) for r, n in there.roots.items() if is_organic(r)} if there is not None else {}
        known = sum(n for r, n in liquid.items() if (own := cat.of_root(r)) is not None and own.value("Tb") is not None)
        point = boiling(there.roots, cat, there.solids) if there is not None and known >= LEAST_KNOWN * sum(liquid.values()) else None
        return c if point is None else replace(c, T_low=point[0], T_high=point[2])

    def _ice_in(self, vessel: str, step: Step) -> bool:
        """Whether ice was put into the vessel just before, or now."""
        near = [s for s in self.procedure.steps if s.vessel == vessel and step.n - 2 <= s.n <= step.n]
        return any((lot := self.lots[k]).substance is not None and lot.substance.id == "ice" for s in near for k in s.materials)  # type: ignore[union-attr]

    def fresh(self, step: Step, here: Stream | None = None) -> list[Stream]:
        out = []
        for key in step.materials:
            lot = self.lots[key]
            trial = self.trial
            if lot.mol is None and lot.substance is not None and here is not None and step.kind in AS_NEEDED:
                amount = needed(lot.substance, here, step.kind, self.wanted)
                if amount > 0 or step.kind == "neutralise":  # what destroys nothing stays an unwritten amount
                    trial = self.result.needed[key] = amount
            x = stream_of(lot, self.which, trial)
            if x is not None:
                out.append(x.scaled(self._part_that_goes_in(step, key, here)))
        return out

    def _part_that_goes_in(self, step: Step, key: str, here: Stream | None) -> float:
        """Part of a written amount that goes in: what is fed until it is seen to have destroyed what is there stops then, a little late."""
        lot, line = self.lots[key], self.procedure.flowing[step.span[0] : step.span[0] + SEEN_WITHIN].split("\n")[0]
        if step.kind != "destroy" or lot.mol is None or lot.substance is None or here is None or not UNTIL_SEEN.search(line):
            return 1.0
        part = needed(lot.substance, here, step.kind, self.wanted) * (1.0 + OVERSHOT) / lot.mol[1]
        about = any(m.id == key and m.amount is not None and m.amount.approximate for m in self.procedure.materials)
        if not 0.0 < part < (MORE_THAN_ABOUT if about else 1.0):
            return 1.0
        self.result.parts[key] = part
        return part

    def take(self, step: Step) -> Stream:
        """What a step brings over from another vessel: all of it, or its share; the rest stays there."""
        name = step.from_vessel
        if name and not self.contents.get(name) and f"{name} filtrate" in self.contents:
            name = f"{name} filtrate"  # its solid went on, and what ran through is meant
        if name and f"{name}, first" in self.contents and OF_THE_FIRST.search(step.text):
            name = f"{name}, first"  # "the distilled solvent", once the residue has been distilled as well
        if name and step.share is not None and name in self.contents:
            there = self.contents[name]
            self.contents[name] = there.scaled(1.0 - step.share)
            return there.scaled(step.share)
        return self.contents.pop(name, Stream()) if name else Stream()

    def meet(self, step: Step, vessel: str, streams: list[Stream], portions: int = 1, still: bool = False, cold: bool = False) -> Stream:
        """Bring streams together, keep the entry, and lead the gas away; from a `still` it is led away after its condenser; `cold`: at room temperature, whatever the step."""
        c = Conditions(slow=self.slow) if cold else self.conditions(step, vessel)
        entry, mixed = combine(step.n, vessel, streams, self.wanted, portions, c, self.energy)
        self.result.add(entry)
        self.contents[vessel] = mixed
        self.result.after[(step.n, vessel)] = dict(mixed.roots)
        if not still:
            self.lead(step, vessel, entry)
        return mixed

    def lead(self, step: Step, vessel: str, entry: Entry) -> None:
        """Lead the gas of an entry along the line, absorber by absorber; what passes goes to the air."""
        leaving: dict[str, float] = {}
        for d in (entry.gas, entry.slip):
            for g, n in d.items():
                leaving[g] = leaving.get(g, 0.0) + n
        passed = {vessel}
        target = self.result.lines.get(vessel)
        while leaving and target and target not in passed:  # along the line, absorber by absorber
            passed.add(target)
            here = self.contents.get(target, Stream())
            absorbed, left = combine(step.n, target, [here, Stream(leaving)], self.wanted, 1, Conditions(slow=self.slow), self.energy)
            self.result.add(absorbed)
            self.contents[target] = left
            self.result.after[(step.n, target)] = dict(left.roots)
            leaving = {}
            for d in (absorbed.gas, absorbed.slip):
                for g, n in d.items():
                    leaving[g] = leaving.get(g, 0.0) + n
            target = self.result.lines.get(target)
        for g, n in leaving.items():
            self.result.air[g] = self.result.air.get(g, 0.0) + n

    def mix(self, step: Step) -> None:
        vessel = step.vessel or ""
        here = self.contents.get(vessel, Stream())
        meant = here.copy()
        if step.from_vessel and step.from_vessel != vessel and step.kind in AS_NEEDED:
            meant.pour(self.contents.get(step.from_vessel, Stream()))
        new = self.fresh(step, meant)
        portions = 1
        if step.kind == "quench" and step.from_vessel:
            for x in new:
                here.pour(x)
            streams = [here, self.take(step)]
        elif step.kind == "neutralise":
            if step.from_vessel and step.from_vessel != vessel:
                here.pour(self.take(step))
            streams = [here, *new]
        else:
            if step.from_vessel and step.from_vessel != vessel:
                new = [*new, self.take(step)]
            streams = [here, *new]
        if any(ORDER_MATTERS & set(x.roots) for x in streams) and len(streams) > 1 and step.kind != "destroy":
            portions = GAS_PORTIONS  # what destroys takes dissolved gas too, faster than it leaves
        if len(streams) == 1:
            streams.append(Stream())
        self.meet(step, vessel, streams, portions)

    def absorb(self, step: Step) -> None:
        """An absorber is filled, and a vessel's gas led into it from here on."""
        vessel = step.vessel or ""
        here = self.contents.get(vessel, Stream())
        self.meet(step, vessel, [here, *self.fresh(step)])
        for source in [x.strip() for x in (step.from_vessel or "").split(",") if x.strip()]:
            self.result.lines[source] = vessel

    def filter(self, step: Step) -> None:
        """Solids and the named product stay on the filter; `keep` says which part goes on in `vessel`."""
        source = step.from_vessel or step.vessel or ""
        stream = self.contents.pop(source, None)
        if stream is None:
            return
        solid, liquid = split_solid(stream, self.wanted)
        self.named_solids(step, solid, liquid)
        vessel = step.vessel or source
        if step.keep == "solid":
            self.contents[vessel], self.contents[step.into or f"{source} filtrate"] = solid, liquid
            self.result.after[(step.n, vessel)] = dict(solid.roots)
            self.warmth[vessel] = (ROOM, ROOM)
            if step.materials:  # washed on the filter
                washed = self.fresh(step)
                for x in washed:
                    self.contents[step.into or f"{source} filtrate"].pour(x)
        else:
            self.contents[source if step.keep is None else vessel] = liquid
            self.contents[step.into or f"{source} solid"] = solid

    def named_solids(self, step: Step, solid: Stream, liquid: Stream) -> None:
        """ "Filter the potassium hydrogen sulfate": a salt that the text says is filtered off, less what stays dissolved."""
        for key in step.materials:
            s = self.lots[key].substance
            if s is None or self.lots[key].mol is not None or s.phase != "s":
                continue
            if len(s.parts) == 1 and (root := next(iter(s.parts))) in liquid.roots:  # "filter off the urea"
                solid.roots[root] = solid.roots.get(root, 0.0) + liquid.roots.pop(root)
                continue
            parts = {r: n for r, n in s.parts.items() if n > 0 and r != "H2O"}
            there = min((liquid.roots.get(r, 0.0) / n for r, n in parts.items()), default=0.0)
            known = s.value("solubility")
            stays = liquid.roots.get("H2O", 0.0) * 18.015 / 100.0 * (known.value if known else 10.0) / s.mass
            out = max(there - stays, 0.0)
            if out > 0 and len(parts) > 1:
                for r, n in s.parts.items():
                    liquid.roots[r] = liquid.roots.get(r, 0.0) - n * out
                    solid.roots[r] = solid.roots.get(r, 0.0) + n * out

        goes_on = step.keep == "solid" and not any(is_organic(r) for r in solid.roots)  # what else would be on the filter
        if "diazo" in step.text.lower() or goes_on:  # an isolated diazonium salt, with its counter-ion
            for root in [r for r in liquid.roots if is_diazonium(r)]:
                n = liquid.roots.pop(root)
                solid.roots[root] = solid.roots.get(root, 0.0) + n
                ion = max(
                    ("BF4-", "PF6-", "Cl-", "Br-"),
                    key=lambda r: (r in ("BF4-", "PF6-")) * 1e3 + liquid.roots.get(r, 0.0) if r in liquid.roots else -1.0,
                )
                moved = min(n, liquid.roots.get(ion, 0.0))
                liquid.roots[ion] = liquid.roots.get(ion, 0.0) - moved
                solid.roots[ion] = solid.roots.get(ion, 0.0) + moved

    def extract(self, step: Step) -> None:
        """Shaken with what is added, then parted; `keep` says which layer stays in the vessel."""
        vessel = step.vessel or ""
        here = self.contents.pop(vessel, Stream())
        if step.from_vessel and step.from_vessel != vessel:
            here.pour(self.take(step))
        new = self.fresh(step)
        portions = GAS_PORTIONS if any(ORDER_MATTERS & set(x.roots) for x in new) else 1
        mixed = self.meet(step, vessel, [here, *(new or [Stream()])], portions)
        dry = mixed.roots.get("H2O", 0.0) < LAYER_MOL and not mixed.solids
        if new and dry and all(is_organic(r) for x in new for r in x.roots):  # nothing for a second layer: all stays in the solvent
            self.contents[vessel] = mixed
            return
        organic, aqueous = split_layers(mixed)
        if not any(is_organic(r) for r in organic.roots):
            return
        kept, gone = (aqueous, organic) if step.keep == "aqueous" else (organic, aqueous)
        self.contents[vessel] = kept
        other = step.into or ("organic layer" if step.keep == "aqueous" else "aqueous layers")
        self.contents.setdefault(other, Stream()).pour(gone)

    def sentence(self, step: Step) -> str:
        """The sentence in which a step stands: its pressure may be told behind its verb."""
        source = self.procedure.flowing
        if not source:
            return step.text
        end = min([x for x in (source.find(". ", step.span[0]), source.find("\n", step.span[0])) if x >= 0] or [len(source)])
        return step.text + " " + source[step.span[0] : end]

    def distil(self, step: Step) -> None:
        """React at the pot's temperature, then part by boiling point; the distillate goes `into` its receiver."""
        vessel = step.vessel or ""
        here = self.contents.pop(vessel, Stream())
        if step.from_vessel and step.from_vessel != vessel:
            here.pour(self.take(step))
        mixed = self.meet(step, vessel, [here, *(self.fresh(step) or [Stream()])], still=True)
        entry = next(e for e in reversed(self.result.entries) if e.vessel == vessel)
        if STEAM.search(step.text):
            over, stays = split_steam(mixed)
        else:
            mbar = pressure_of(self.sentence(step))
            T = entry.conditions.T_high
            over, stays = split_volatile(mixed, at_one_bar(T, mbar) if mbar is not None else T)
        receiver = step.into or "receiver"
        if receiver in self.contents and THE_RESIDUE.search(step.text):
            self.contents[f"{receiver}, first"] = self.contents.pop(receiver)
        self.contents[vessel] = stays
        acid_gas: dict[str, float] = {}
        for g, most in CONDENSES.items():  # comes over with the water and stays in it up to the azeotrope
            n = min(entry.gas.get(g, 0.0), most * over.roots.get("H2O", 0.0))
            if n > 0:
                acid_gas[g] = n
                entry.gas[g] -= n
                if entry.gas[g] <= 1e-12:
                    del entry.gas[g]
        self.lead(step, vessel, entry)
        if acid_gas:
            self.warmth[receiver] = (ROOM, ROOM)
            self.meet(step, receiver, [self.contents.get(receiver, Stream()), over, Stream(acid_gas)], cold=True)
        else:
            self.contents.setdefault(receiver, Stream()).pour(over)
        if step.keep == "distillate":
            self.contents[vessel], self.contents[f"{vessel} residue"] = self.contents.pop(receiver), stays

    def dry(self, step: Step) -> None:
        """A drying agent takes the water; anything else is left as it is."""
        vessel = step.vessel or ""
        if not step.materials or vessel not in self.contents:
            return
        self.meet(step, vessel, [self.contents[vessel], *self.fresh(step)])
