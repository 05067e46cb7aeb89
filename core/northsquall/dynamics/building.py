"""From a procedure to the pot's plan: mixture, reactions, bath and schedule of the deciding vessel (handbook 2.4)."""

from __future__ import annotations

import math
import re
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field, replace

import numpy as np

from northsquall import patterns
from northsquall.chemistry.families import FREE
from northsquall.chemistry.ledger import Entry, Event
from northsquall.chemistry.walk import Walk
from northsquall.dynamics import kinetics
from northsquall.dynamics.decomposition import Decomposition
from northsquall.dynamics.kernel import CP_WATER, LATENT_ICE, NEVER_BOILS, wetted
from northsquall.dynamics.kinetics import FED, WARMED, Kinetics, as_written, followed, kinetics_of
from northsquall.dynamics.pot import ZERO_C, Corner, Plan, Rate, Segment
from northsquall.dynamics.schedule import AFTER, Timed, lay_out, next_size
from northsquall.heat.boiling import boiling
from northsquall.heat.enthalpy import uptake_kJ
from northsquall.procedure import Bath, Procedure, Step, Vessel
from northsquall.procedure.amounts import Lot
from northsquall.procedure.volumes import brought_over
from northsquall.review import Settings
from northsquall.substances import catalogue
from northsquall.working import Figure

LEAST_ICE = 0.1
"""Grams of ice in the pot per mL of its contents from which the ice is its bath (assumption)."""
BATH_T = {"ice": 0.0, "ice-salt": -10.0, "dry-ice": -78.0}
COLD = patterns.compile(r"\b(cold|chilled|ice-cold|precooled|cooled)\b", re.I)
BOILS_SO = patterns.compile(r"\b(?:boil(?:s|ed|ing)?|reflux\w*)\b(?! (?:flask|water|off))", re.I)
"""A feed that keeps its mixture at the boil."""
ROOM_BATH_C = 20.0
"""Cold water from the tap, where a hot bath was taken away and a limit is to be kept (assumption)."""
STEAM_C = 95.0
"""A bath as warm as this is steam or boiling water (common practice, no source)."""
WARM_K = 6.0
"""What stands this much over its surroundings is kept warm, and is no room that is a little warmer (common practice, no source)."""
HEATERS = ("mantle", "plate", "microwave", "burner")
FED_WARM_C = 60.0
"""Up to here what was fed at its own boil has warmed, where its boiling point is not known (assumption)."""
REFLUX_K = 15.0
"""A bath stands this much over the boiling point of what it keeps at reflux (common practice, no source)."""


@dataclass
class Pot:
    """The plan of the deciding vessel with what the findings need of it."""

    vessel: Vessel
    plan: Plan
    dose_steps: list[int]
    bath: Bath | None
    bath_assumed: bool
    notes: list[str] = field(default_factory=list)
    cp_J_K: float = 0.0
    uptake_kJ: float = 0.0
    until: int = 0
    """The last step in which the deciding reaction happens."""
    kinetics: Kinetics | None = None
    event: Event | None = None
    rates_known: bool = True
    """Whether a rate, or that the feed sets it, is known of every reaction that is followed; else the worse bound is the figure."""


@dataclass(frozen=True)
class Followed:
    """A reaction with a rate of its own, its enthalpy (kJ/mol) and how fast it goes."""

    event: Event
    dH: Figure
    rate: Kinetics


WAITS = patterns.compile(
    r"\b(?:each|next|one|portion\w*|lot|spoonful)\b[^.;]{0,40}\b(?:when|after|once|until|till)\b[^.;]{0,70}\b(?:gone|used up|disappear\w*|fad\w+|colou?rless|ceas\w+|over|subsid\w+|reacted|finished|stop\w*|decolou?r\w*|consumed)\b",
    re.I,
)
"""The next portion waits until the last has reacted."""


FALLEN = patterns.compile(
    r"\b(?:temperature|it|mixture) (?:(?:has|had|was|is) )?(?:again )?(?:fallen|dropped|gone (?:down|back)|come (?:down|back)|sunk|fell|drops|falls)\b",
    re.I,
)
"""The next portion waits until the temperature has gone down."""


def at_its_feed(procedure: Procedure, step: Step) -> str:
    """A step's words, and the sentence that says how long it is fed: "The remainder was dropped in over 50 min so that the ether boiled"."""
    told = step.duration.span if step.duration is not None else None
    if told is None or step.span[0] <= told[0] < step.span[1]:
        return step.text
    text = procedure.flowing
    begin = max(text.rfind(". ", 0, told[0]), text.rfind("\n", 0, told[0]), text.rfind("; ", 0, told[0])) + 1
    return f"{step.text} {text[begin : told[1]]}{re.split(r'[.;]', text[told[1] :], maxsplit=1)[0]}"


def _told(procedure: Procedure, step: Step) -> str:
    """A step's words and the sentence behind them."""
    return procedure.flowing[step.span[0] : step.span[1] + 120].partition("\n\n")[0]


def followed_by(procedure: Procedure, event: Event, dH: Figure) -> Followed:
    """The reaction with its rate: what a reviewer put in, its family's, or its class's."""
    family = event.reaction.family.id
    own = next((c for c in procedure.chemistry if c.what == "rate" and c.family in (family, family.split(":")[0])), None)
    kin = kinetics_of(event, own)
    step = next((s for s in procedure.steps if s.n == event.step), None)
    if own is None and not kin.known and step is not None and step.portions and WAITS.search(_told(procedure, step)):
        return Followed(event, dH, kinetics.in_turn(kin))
    if own is None and step is not None and step.kind in FED and not event.reaction.family.rate:
        slow = event.reaction.family.said("rate_class") == "S" and not kin.known
        if slow or _only_starts(procedure, step, event):
            step = _held_warm(procedure, step) or step
    if (
        own is None
        and not event.reaction.family.rate
        and step is not None
        and step.kind in WARMED
        and step.duration is not None
        and step.duration.value >= LEAST_HELD_MIN
    ):
        q = step.T_range
        kin = as_written(kin, step.duration.value, (q.high if q.high is not None else q.value) if q is not None else REFLUX_C)
    return Followed(event, dH, kin)


def _only_starts(procedure: Procedure, step: Step, event: Event) -> bool:
    """Whether what is fed there takes no part in the reaction: an acid, as a catalyst; the warm hold behind it says how fast it goes."""
    used = {r for r, n in event.reaction.change if n < 0} - {"H2O"}  # an acid's own water
    if "H+" in used:
        return False  # what is fed may bear the proton
    lots = [m for m in procedure.materials if m.id in step.materials]
    parts = [set(catalogue().substances[m.identity].parts) for m in lots if m.identity is not None]
    return bool(parts) and len(parts) == len(lots) and all("H+" in x and not x & used for x in parts)


def _held_warm(procedure: Procedure, fed: Step) -> Step | None:
    """The step in which a slow reaction is held until it is done, well above the temperature at which it was put together; None where there is none."""
    cold = fed.T_range.value if fed.T_range is not None else ROOM_C
    for s in procedure.steps:
        if s.n > fed.n and s.vessel == fed.vessel and s.kind in WARMED and s.duration is not None and s.duration.value >= LEAST_HELD_MIN:
            warm = s.T_range.value if s.T_range is not None else REFLUX_C if s.kind == "reflux" else None
            if warm is not None and warm >= cold + WARMER_K:
                return s
    return None


WARMER_K = 15.0
"""How much warmer a batch is held for the rate to be read from that step and not from the feed (assumption)."""
ROOM_C = 20.0
LEAST_HELD_MIN = 10.0
REFLUX_C = 80.0
"""°C of a reflux whose temperature nobody writes, for the reference of a rate (assumption)."""


def build_pot(
    procedure: Procedure, lots: dict[str, Lot], walk: Walk, timed: list[Timed], settings: Settings, vessel: Vessel,
    reactions: Sequence[Followed], beside: dict[int, float | None] | None = None, decomposition: tuple[Decomposition, float] | None = None,
    iced_C: dict[int, float] | None = None,
) -> Pot | str:  # fmt: skip
    """The pot's plan; a sentence that says what is missing where there is none.

    `reactions`: the deciding one first; `decomposition`: heat rate of the whole mixture by itself and its heat in J/g, where it was measured;
    `iced_C`: by step, °C of what is poured from a vessel with ice in it, where that is known.
    """
    return _Builder(procedure, lots, walk, timed, settings, vessel, reactions, beside, decomposition, iced_C or {}).build()


OF_ITSELF = patterns.compile(r"\b(?:by|of) itself\b|\bon its own\b|\bself-heat", re.I)
""" "It warms to 40 °C by itself": nobody heats it."""


class _Builder:
    """Puts one plan together."""

    def __init__(
        self, procedure: Procedure, lots: dict[str, Lot], walk: Walk, timed: list[Timed], settings: Settings, vessel: Vessel,
        reactions: Sequence[Followed], beside: dict[int, float | None] | None, decomposition: tuple[Decomposition, float] | None, iced_C: dict[int, float],
    ) -> None:  # fmt: skip
        self.decomposition, self.iced_C = decomposition, iced_C
        self.procedure, self.lots, self.walk, self.timed, self.settings, self.vessel = procedure, lots, walk, timed, settings, vessel
        self.main = reactions[0] if reactions else None
        self.notes: list[str] = []
        self.entries: dict[int, Entry] = {e.step: e for e in walk.entries if e.vessel == vessel.name}
        self.heats = dict(beside) if beside is not None else {e.step: e.mixing for e in walk.entries if e.vessel == vessel.name}
        self.reactions = [r for r in reactions if r is self.main or r.dH.established]
        self.ambient = self.start_K = settings.best("ambient_C") + ZERO_C

    def build(self) -> Pot | str:
        ours = [t for t in self.timed if t.step.vessel == self.vessel.name and t.step.kind not in AFTER]
        if not ours:
            return "nothing is charged to a vessel"
        event = self.main.event if self.main else None
        until = max((e.step for e in self.walk.events() if event and followed(e, event)), default=ours[-1].step.n)
        checked = self._known(ours, until)
        if isinstance(checked, str):
            return checked
        ours = checked
        self._vessel_and_bath(ours)
        self._mixture(ours)
        segments, start, present_cp = self._schedule(ours)
        lay_out(self.timed)
        uptake = sum(uptake_kJ(e) for e in self.entries.values() if any(v.latent is None and v.reaction.family.rate for v in e.events))
        extent = sum(e.extent for e in self.walk.events() if event and followed(e, event))
        corners = _corners(
            self.main.dH if self.main else None, uptake, extent, self.settings.get("U_stirred_W_m2K"), self.main.rate if self.main else None
        )
        rates, count, waits = self._rates(segments, corners, extent)
        first = corners[0].dH_kJ
        whole = extent
        if rates and first < 0:
            whole += sum(self._extent(r.event) * (r.dH.best or 0.0) / first for r in self.reactions[1:])
        settings = self.settings
        plan = Plan(
            species=self.species, start_mol=tuple(start), start_T_K=self.start_K, cp=tuple(self.cp), vm=tuple(self.vm), rates=rates, followed=count, waits=waits,
            nominal_mL=self.nominal, glass_J_K=settings.best("glass_J_per_K_per_mL") * self.nominal,
            ambient_K=self.ambient, U_air=settings.best("U_air_W_m2K"), ice_kg=self.ice_kg, bath_water_kg=self.water_kg, bath_start_K=self._bath_start(),
            unstirred=settings.best("unstirred_fraction"), segments=tuple(segments), corners=corners, extent_mol=whole,
            stirring_W=settings.best("stirring_W_per_L") * sum(self.vm) * 1e3,
            power_W=max(settings.best("thermostat_W"), settings.best("thermostat_W_per_L") * self.nominal / 1e3),
            ice_inside=self.inside,
        )  # fmt: skip
        doses = [n for n in self.doses if any(s.step == n and s.kind in ("dose", "add") for s in segments)]
        if not doses and event is not None:  # charged cold, then warmed: the step in which it starts
            doses = [s.step for s in segments if s.step == event.step][:1]
        rate = self.main.rate if self.main else None
        known = all(f.rate.known for f in self.reactions)
        return Pot(self.vessel, plan, doses, self.bath, self.bath_assumed, self.notes, present_cp, uptake, until, rate, event, known)

    def _known(self, ours: list[Timed], until: int) -> list[Timed] | str:
        """The steps that can be drawn: up to the first lot without amount or heat capacity behind the reaction."""
        to_a_sign = {k for s in self.procedure.steps if s.kind == "destroy" for k in s.materials if self.lots[k].mol is None}
        for i, t in enumerate(ours):
            keys = (*t.step.materials, *(k for k in _poured(self.procedure, t.step) if k not in to_a_sign))
            for k in to_a_sign.intersection(_poured(self.procedure, t.step)):
                self.notes.append(
                    f"{self.lots[k].label} was put in until a test says that nothing is left; how much is not written, and it is not in this curve"
                )
            short = next(
                (x for x in map(self.lots.__getitem__, keys) if x.cp_J_K is None or (x.mol is None and x.substance is not None)), None
            )
            if short is not None and self.main is not None and t.step.n > until:
                self.notes.append(f"the curve ends before step {t.step.n}: {short.label}: {short.reason or 'no amount'}")
                ours = ours[:i]
                break
            if short is not None:
                return f"{short.label}: {short.reason or 'no amount'}"
        for t in ours:
            if t.step.n in self.heats and self.heats[t.step.n] is None:
                return f"the heat of step {t.step.n} is not established"
        return ours

    def _vessel_and_bath(self, ours: list[Timed]) -> None:
        settings = self.settings
        charged = sum(f * (self.lots[k].volume_mL or 0.0) for t in ours for k, f in _parts(self.procedure, t.step))
        nominal = self.vessel.nominal_mL
        if not nominal:
            least = charged / settings.best("fill_fraction")
            nominal = next_size(least)
            self.notes.append(f"vessel without a size: taken {settings.best('fill_fraction') * 100:.0f} % full at the end")
        self.nominal = max(nominal, charged * 1.02)
        self.bath, self.bath_assumed, self.inside = self.vessel.bath, False, False
        if self.bath is None:
            self._ice_inside(ours, charged)
        self.ice_kg = self.water_kg = 0.0
        self.bath_T = 20.0
        if self.bath is not None and self.bath.kind in ("ice", "ice-salt"):
            self.bath_T = self.bath.T_C if self.bath.T_C is not None else BATH_T[self.bath.kind]
            ice_g, water_g = self.bath.ice_g, self.bath.water_g
            if ice_g is None:
                total = settings.best("bath_volume_per_vessel") * self.nominal
                ice_g = total * settings.best("ice_fraction")
                water_g = total - ice_g
                self.bath_assumed = True
            self.ice_kg, self.water_kg = ice_g / 1e3, (water_g or 0.0) / 1e3

    def _ice_inside(self, ours: list[Timed], charged_mL: float) -> None:
        """Ice put into the pot itself before the first feed: (m - left) L_ice + m c_w (T - 0 °C) = C (T_room - T), C without the ice.

        What is left goes on as the pot's ice bath. Its melting is taken out of the heats of its steps, so that it is counted once; an ice without a mass counts for nothing.
        """
        first = next((t.step.n for t in ours if t.step.kind == "dose"), math.inf)
        before = [t.step for t in ours if t.step.n < first and t.step.kind in ("charge", "add")]
        lots = [(s.n, self.lots[k]) for s in before for k in s.materials]
        ice = [(n, x.mass_g[1]) for n, x in lots if x.material.identity == "ice" and x.mass_g]
        grams = sum(g for _, g in ice)
        if grams < LEAST_ICE * charged_mL or any(x.cp_J_K is None for _, x in lots):
            return
        dry = (
            sum(x.cp_J_K or 0.0 for _, x in lots if x.material.identity != "ice")
            + self.settings.best("glass_J_per_K_per_mL") * self.nominal
        )
        melt = grams * CP_WATER / 1e3
        warmth = dry * (self.ambient - ZERO_C)
        for n, g in ice:
            if (heat := self.heats.get(n)) is not None:
                self.heats[n] = heat + g * LATENT_ICE / 1e6
        self.start_K = max((warmth - grams * LATENT_ICE / 1e3) / (dry + melt), 0.0) + ZERO_C
        left = grams - warmth / (LATENT_ICE / 1e3)
        if left > 0:
            self.bath, self.inside = Bath(kind="ice", ice_g=left, water_g=0.0), True
        self.notes.append(
            f"{grams:.0f} g of ice in the pot itself: it begins at {self.start_K - ZERO_C:.0f} °C, and {max(left, 0.0):.0f} g are left to hold it"
        )

    def _mixture(self, ours: list[Timed]) -> None:
        """Species: what the followed reactions consume, what is made, one for the bulk of each charge, what is not dissolved yet."""
        self.doses = [t.step.n for t in ours if t.step.materials or t.step.from_vessel]
        self.reactants: list[str] = []
        for f in self.reactions:
            own = [r for r, n in f.event.reaction.paced().items() if n < 0 and (r not in FREE or self._brought(r, f.event))]
            own.sort(key=lambda r: r != f.event.reaction.substrate)
            self.reactants += [r for r in own if r not in self.reactants]
        self.openers = {j: n for j, f in enumerate(self.reactions) if (n := self._opened(f)) is not None}
        self.reactants += [_opener(j) for j in self.openers]
        solid = ("undissolved",) if self.main is not None and self.main.rate.how == "dissolving" else ()
        whole = ("undecomposed",) if self.decomposition is not None else ()
        self.product = len(self.reactants)
        self.species = (*self.reactants, "product", *(f"charge {n}" for n in self.doses), *solid, *whole)
        self.cp = [0.0] * (self.product + 1)
        self.vm = [0.0] * (self.product + 1)
        for n in self.doses:
            step = next(s for s in self.procedure.steps if s.n == n)
            parts = _parts(self.procedure, step)
            self.cp.append(sum(f * (self.lots[x].cp_J_K or 0.0) for x, f in parts))
            self.vm.append(sum(f * (self.lots[x].volume_mL or 0.0) for x, f in parts) * 1e-6)
        self.cp += [0.0] * len(solid + whole)
        self.vm += [0.0] * len(solid + whole)
        self.solid = self.species.index("undissolved") if solid else -1
        self.whole = len(self.species) - 1 if whole else -1

    def _opened(self, f: Followed) -> int | None:
        """The step whose feed sets going what is there already, a base on an aldehyde and a nitroalkane: it paces the reaction, as no rate is known.

        None where a reactant is fed, where a rate is known, or where nothing is fed.
        """
        first = min((e.step for e in self.walk.events() if followed(e, f.event)), default=None)
        entry = self.entries.get(first) if first is not None else None
        if f.rate.how not in ("dosing-controlled", "not known") or entry is None or len(entry.before) < 2:
            return None
        step = next(s for s in self.procedure.steps if s.n == first)
        own = [r for r, n in f.event.reaction.paced().items() if n < 0]
        fed = any(b.get(r, 0.0) > 0 for b in entry.before[1:] for r in own)
        return first if step.kind in ("dose", "add") and not fed and any(entry.before[1:]) else None

    def _bath_start(self) -> float:
        """Where the bath begins, K."""
        held = self.bath is not None and self.bath.kind == "thermostat" and self.bath.T_C is not None
        first = next((t.step for t in self.timed if t.step.vessel == self.vessel.name), None)
        if held and first is not None and self._warm_C < self.bath.T_C and self._later(first):  # type: ignore[union-attr,operator]
            return self.settings.best("ambient_C") + ZERO_C
        return (self.bath.T_C if held else self.bath_T) + ZERO_C  # type: ignore[union-attr,operator]

    def _brought(self, free: str, e: Event) -> bool:
        """Whether acid that a reaction consumes comes with the feed, so that the feed paces it: next to none was there before."""
        first = min(x.step for x in self.walk.events() if followed(x, e))
        entry = self.entries.get(first)
        if free != "H+" or entry is None or len(entry.before) < 2:
            return False
        there, fed = entry.before[0].get(free, 0.0), sum(b.get(free, 0.0) for b in entry.before[1:])
        return fed > 0 and there < 0.05 * fed

    def _paced(self, sides: list[int], segments: list[Segment]) -> list[int]:
        """The places of what a reaction consumes: its substrate, then what is fed last, which sets its pace; protons after the reagent they come with."""
        fed = {i: max((n for n, s in enumerate(segments) if s.feed_mol[i] > 0), default=-1) for i in sides}
        return [sides[0], *sorted(sides[1:], key=lambda i: (-fed[i], self.reactants[i] in FREE))]

    def _extent(self, e: Event) -> float:
        return sum(x.extent for x in self.walk.events() if followed(x, e))

    def _fed(self, step: Step) -> list[float]:
        """Moles of every species that a step brings."""
        feed = [0.0] * len(self.species)
        entry = self.entries[step.n]
        for s in entry.before[1:] if len(entry.before) > 1 else []:
            for i, r in enumerate(self.reactants):
                feed[i] += s.get(r, 0.0)
        for j, opening in self.openers.items():
            if opening == step.n:
                feed[self.reactants.index(_opener(j))] = self._extent(self.reactions[j].event)
        if self.solid >= 0:
            feed[self.solid], feed[0] = feed[0], 0.0
        feed[self.product + 1 + self.doses.index(step.n)] = 1.0
        if self.whole >= 0:  # what can decompose, in kg of mixture
            parts = [(self.lots[k].mass_g, f) for k, f in _parts(self.procedure, step)]
            feed[self.whole] = sum(f * g[1] for g, f in parts if g) / 1e3
        return feed

    def _schedule(self, ours: list[Timed]) -> tuple[list[Segment], list[float], float]:
        """(segments, what is there at the start in mol, heat capacity at the end in J/K); cooling times from the duty go into the timetable."""
        segments: list[Segment] = []
        start = [0.0] * len(self.species)
        timed = self.timed
        present_cp, present_mL = 0.0, 0.0
        cooled_C = math.inf  # what the pot was last cooled to before a feed
        begins = {f.event.reaction.family.id: min(e.step for e in self.walk.events() if followed(e, f.event)) for f in self.reactions}
        for t in timed[timed.index(ours[0]) : timed.index(ours[-1]) + 1]:
            step = t.step
            feed = [0.0] * len(self.species)
            feed_T = self.ambient
            mine = t in ours
            before = (present_cp, present_mL)
            heat = (self.heats.get(step.n) or 0.0) * 1e3 if mine else 0.0
            if mine and step.n in self.doses:
                feed = self._fed(step)
                source = next((v for v in self.procedure.vessels if v.name == step.from_vessel), None)
                if COLD.search(step.text) or (source is not None and source.bath is not None):
                    feed_T = 5.0 + ZERO_C
                elif source is not None and (told := self._left_at(step)) is not None:
                    feed_T = told + ZERO_C
                feed_T = self.iced_C.get(step.n, feed_T - ZERO_C) + ZERO_C
                if not segments and step.kind == "charge":
                    start = [a + b for a, b in zip(start, feed, strict=True)]
                    feed, heat = [0.0] * len(self.species), 0.0
                index = self.product + 1 + self.doses.index(step.n)
                present_cp += self.cp[index]
                present_mL += self.vm[index] * 1e6
            duration_s = max(t.best, 0.05) * 60.0
            if mine and t.paced and step.T_limit is not None:
                duration_s = max(duration_s, self._paced_s(heat, step.T_limit.value, present_mL))
                t.low = t.best = t.high = duration_s / 60.0
                t.why = "as slowly as its limit asks for"
            boils = self._boils(step) if mine else NEVER_BOILS
            seg_bath, seg_T = self._segment_bath(step if mine else None, boils)
            if not mine and seg_bath == "fixed" and self._taken_away(step):
                seg_bath, seg_T = "none", self.ambient - ZERO_C
            if mine and step.kind == "cool" and not t.written:
                hot = segments[-1] if segments and segments[-1].bath in ("fixed", "heater", "jacket") else None
                begins_C = min(hot.bath_T_K, hot.boils_K) - ZERO_C if hot is not None else None
                begins_C = max(begins_C, self.ambient - ZERO_C) if begins_C else None
                by = seg_T if self._cools_from_hot(step) else None
                if by is not None:
                    self.notes.append(f"what cools the pot in step {step.n} is not written: water or ice at {by:.0f} °C is taken for it")
                duration_s = self._cooling_s(step, present_cp, present_mL, start=begins_C, bath_C=by)
                t.low = t.best = t.high = duration_s / 60.0
                t.why = "from the duty of the bath"
            before_waits = next((x for x in reversed(segments) if x.kind != "wait"), None)
            iced = seg_bath == "ice" or self._own_ice(step)
            warm_baths = ("fixed", "heater", "jacket", *(["none"] if self._warm_before_bath else []))
            hot_before = before_waits is not None and before_waits.bath in warm_baths and iced
            asked = step.T_range or step.T_limit
            if (
                mine
                and asked is not None
                and cooled_C > asked.value + WARM_K
                and not hot_before
                and step.kind == "dose"
                and self.bath is not None
                and not self.inside  # what has its ice in it is cold at once
                and segments
            ):
                self._lengthen(step, segments, self._cooling_s(step, *before))
                cooled_C = asked.value
            elif (
                mine
                and asked is not None
                and step.kind == "dose"
                and iced
                and segments
                and self._left_warm(segments[-1], before[0]) > WARM_K
            ):
                self._lengthen(step, segments, self._cooling_s(step, *before, start=asked.value + self._left_warm(segments[-1], before[0])))
            elif mine and step.kind == "dose" and segments and (step.T_limit or step.T_range) and (iced or self._taken_away(step)):
                self._cool_down(step, segments, before, seg_T)
            if step.kind == "cool":
                cooled_C = min(cooled_C, step.T_range.value if step.T_range is not None else -math.inf)
            if mine and seg_bath == "fixed" and self.bath is not None and self.bath.kind in ("ice", "ice-salt"):
                self.notes.append(f"step {step.n} is warmer than the bath: a bath at {seg_T:.0f} °C is taken for it")
            limit = step.T_limit.value if step.T_limit else step.T_range.high if step.T_range and step.T_of != "bath" else None
            segments.append(
                Segment(
                    step.n, step.kind if mine else "wait", duration_s, tuple(feed), heat, feed_T, seg_bath, seg_T + ZERO_C, limit if mine else None,
                    step.stirred is not False, self._shut(step.n, begins), boils, self._held_K(step, seg_bath == "ice"), step.portions or 1,
                )
            )  # fmt: skip
        return segments, start, present_cp

    def _left_warm(self, last: Segment, cp: float) -> float:
        """K by which what was put in before, in a time that nobody wrote, warms the pot by its heat of mixing: it is cold again before the next goes in."""
        t = next((x for x in self.timed if x.step.n == last.step), None)
        if (
            t is None
            or t.written
            or last.kind not in ("dose", "add", "charge")
            or t.step.T_range is None
            or last.feed_heat_J <= 0
            or cp <= 0
        ):
            return 0.0
        return last.feed_heat_J / cp

    def _lengthen(self, step: Step, segments: list[Segment], wait_s: float) -> None:
        """Let the last segment go on until it is cold enough for the step that follows."""
        last = segments[-1]
        segments[-1] = replace(last, duration_s=last.duration_s + wait_s)
        previous = next(x for x in self.timed if x.step.n == last.step)
        previous.low, previous.best, previous.high = (v + wait_s / 60.0 for v in (previous.low, previous.best, previous.high))
        previous.why = f"{previous.why}, and cooling to the limit of step {step.n} from the duty of the bath".lstrip(", ")

    def _left_at(self, step: Step) -> float | None:
        """°C to which what is run over was cooled before, where the text says it and it is under the room's; None elsewhere."""
        before = [
            s for s in self.procedure.steps if s.n < step.n and s.vessel == step.from_vessel and s.T_range is not None and s.T_of == "pot"
        ]
        last = before[-1].T_range.value if before and before[-1].T_range is not None else None
        return last if last is not None and last < self.ambient - ZERO_C else None

    def _held_K(self, step: Step, cold: bool) -> float:
        """The low end of the window that a cold bath holds in this step, or in the first feed behind it: colder than that nobody lets the pot go."""
        if step.kind == "cool" and step.T_range is not None and step.bath is not None and step.bath != self.bath:
            return step.T_range.value + ZERO_C  # it is taken out when it is cold enough
        first = next((t.step for t in self.timed if t.step.vessel == self.vessel.name and t.step.kind == "dose"), None)
        own = step if first is None or step.n > first.n else first
        low = own.T_range.low if own.T_range is not None else None
        return low + ZERO_C if cold and low is not None and low > self.bath_T else 0.0

    def _later(self, step: Step) -> bool:
        """Whether the bath is told of only behind this step."""
        return self.bath is not None and self.bath.span is not None and self.bath.span[0] > step.span[1]

    @property
    def _warm_C(self) -> float:
        """Temperature above which something is kept warm, °C."""
        return float(self.settings.best("ambient_C")) + WARM_K

    @property
    def _warm_before_bath(self) -> bool:
        """Whether something boils, is heated or is fed warm before an ice bath is told of: the ice comes under the flask afterwards."""
        cold = self.bath is not None and self.bath.kind in ("ice", "ice-salt")
        return cold and any(self._later(t.step) and t.step.vessel == self.vessel.name and self._is_warm(t.step) for t in self.timed)

    def _is_warm(self, step: Step) -> bool:
        """Whether the pot is hot in a step by what is written of it."""
        warm = self._warm_C
        if step.kind == "reflux":
            return True
        if step.kind == "heat":
            return step.T_range is not None and step.T_range.value > warm and OF_ITSELF.search(step.text) is None
        if step.kind not in ("dose", "add"):
            return False
        return (
            bool(BOILS_SO.search(at_its_feed(self.procedure, step)))
            if step.T_range is None
            else (step.T_range.low or step.T_range.value) > warm
        )

    def _cool_down(self, step: Step, segments: list[Segment], before: tuple[float, float], bath_C: float) -> None:
        """A cold feed after a warm hold: the bath is changed, and the feed waits until the pot is cold."""
        last = next((x for x in reversed(segments) if x.kind != "wait"), segments[-1])  # a sample was taken meanwhile
        warm = last.bath_T_K - ZERO_C
        target = step.T_range.value if step.T_range else step.T_limit.value if step.T_limit else warm
        if self._taken_away(step):
            cooled = [x.step.T_range.value for x in self.timed if x.step.n < step.n and x.step.kind == "cool" and x.step.T_range]
            warm = cooled[-1] if cooled else warm
        elif last.bath == "none" and self._warm_before_bath and not self._later(step):
            warm = min(self._boils(step) - ZERO_C, FED_WARM_C)  # fed at its boil, and ice only now
        elif last.bath not in ("fixed", "heater", "jacket"):
            return
        if warm <= target + WARM_K:
            return
        own = self._own_ice(step) or self._taken_away(step) or last.bath == "none"
        wait_s = self._cooling_s(step, *before, start=warm, bath_C=bath_C if own else None)
        segments.append(
            replace(last, kind="cool", duration_s=wait_s, bath="fixed" if own else "ice", bath_T_K=bath_C + ZERO_C, limit_C=None, feed_mol=(0.0,) * len(self.species), feed_heat_J=0.0)
        )  # fmt: skip
        previous = next(x for x in self.timed if x.step.n == last.step)
        previous.low, previous.best, previous.high = (v + wait_s / 60.0 for v in (previous.low, previous.best, previous.high))
        previous.why = f"{previous.why}, and cooling to the window of step {step.n} from the duty of the bath".lstrip(", ")

    def _shut(self, step: int, begins: dict[str, int]) -> tuple[int, ...]:
        """Reactions that the ledger knows to begin later; one with a rate of its own goes by its rate alone. By place among the reactions."""
        return tuple(
            j for j, f in enumerate(self.reactions) if not f.event.reaction.family.rate and step < begins[f.event.reaction.family.id]
        )

    def _boils(self, step: Step) -> float:
        """Where the pot boils in this step, K: the high end, so that nothing is held down that might rise; a temperature never reached where it is not known."""
        entry = self.entries.get(step.n)
        found = boiling(entry.after, catalogue()) if entry is not None else None
        return found[2] + ZERO_C if found is not None else NEVER_BOILS

    def _segment_bath(self, step: Step | None, boils_K: float) -> tuple[str, float]:
        """(kind of exchange, temperature in °C) of a step."""
        bath, bath_T = self.bath, self.bath_T
        if step is not None and step.kind == "reflux" and step.T_range is None and boils_K < NEVER_BOILS:
            return "fixed", boils_K - ZERO_C + REFLUX_K
        held = bath is not None and bath.kind in HEATERS
        if step is not None and step.kind in ("dose", "add") and step.T_range is not None:  # a warm feed: what heats goes on heating
            low = step.T_range.low if step.T_range.low is not None else step.T_range.value
            warm = low > self._warm_C
            if warm and held:
                return "heater", low
            if warm and bath is not None and bath.kind in ("oil", "water", "sand") and bath.T_C is None and step.bath is None:
                return "fixed", low
            steam = bath is not None and bath.kind == "water" and bath.T_C is not None and bath.T_C >= STEAM_C
            over = bath is not None and bath.T_C is not None and step.T_range.high is not None and step.T_range.high + WARM_K < bath.T_C
            if warm and (bath is None or self._later(step) or (steam and over and step.bath is None)):
                return "fixed", low  # a window below the steam is held by taking the steam away
        if step is not None and step.kind in ("hold", "heat", "reflux") and step.T_range is not None and held:
            return "heater", step.T_range.value
        if step is not None and step.kind in ("hold", "heat", "reflux") and step.T_range is not None:
            low = step.T_range.low if step.T_range.low is not None else step.T_range.value
            if low > bath_T + WARM_K or bath is None:
                return "fixed", step.T_range.value
        if step is not None and self._taken_away(step):
            return ("fixed", ROOM_BATH_C) if step.kind == "cool" else ("none", self.ambient - ZERO_C)  # what holds it is not written
        if step is not None and self._cools_from_hot(step):
            assert step.T_range is not None
            return "fixed", min(ROOM_BATH_C, step.T_range.value - WARM_K)
        own = step.bath if step is not None and step.bath is not None else bath
        if step is not None and own == bath and self._warm_before_bath and self._later(step):
            return "none", bath_T
        hot = own is not None and own == bath and own.T_C is not None and self._warm_C < own.T_C
        if step is not None and hot and self._later(step):
            return "none", self.settings.best("ambient_C")  # what warms the end does not warm the beginning
        if own is None:
            return "none", bath_T
        if own.kind in ("ice", "ice-salt"):
            return ("ice", bath_T) if own == bath else ("fixed", BATH_T[own.kind])  # a bath that this step alone has: ice enough is taken
        T = own.T_C if own.T_C is not None else BATH_T.get(own.kind, 20.0)
        if own.kind in HEATERS:
            return ("heater", T) if own.T_C is not None else ("none", bath_T)
        return ("jacket" if own.kind == "thermostat" else "fixed"), T

    def _cools_from_hot(self, step: Step) -> bool:
        """ "Reflux 2 h on the mantle. Cool to 40 °C": it is waited for, in water or what is colder than that; by what is not written."""
        if (
            step.kind != "cool"
            or step.bath is not None
            or step.T_range is None
            or (self.bath is not None and self.bath.kind not in HEATERS)
        ):
            return False
        before = [t.step for t in self.timed if t.step.n < step.n and t.step.vessel == self.vessel.name]
        return any(self._is_warm(s) or (s.kind == "hold" and s.T_range is not None and s.T_range.value > self._warm_C) for s in before)

    def _taken_away(self, step: Step) -> bool:
        """Whether a hot bath is off by now: the pot was cooled well below it, or filtered, and nothing has warmed it since."""
        bath = self.bath
        if bath is None or bath.kind in ("ice", "ice-salt", "thermostat", *HEATERS) or bath.T_C is None or step.bath is not None:
            return False
        if step.kind == "cool":
            return step.T_range is not None and ROOM_BATH_C + WARM_K < step.T_range.value + WARM_K < bath.T_C
        if bath.T_C <= ROOM_BATH_C + WARM_K or step.kind in ("heat", "reflux", "hold", "distil"):
            return False
        for s in reversed([t.step for t in self.timed if t.step.n < step.n and self.vessel.name in (t.step.vessel, t.step.from_vessel)]):
            if s.kind == "filter" and s.from_vessel == self.vessel.name:
                return True
            if s.kind == "cool":
                return s.T_range is None or s.T_range.value + WARM_K < bath.T_C
            if (s.T_range is not None and s.T_range.value + WARM_K > bath.T_C) or s.kind in ("heat", "reflux", "hold", "distil"):
                return False
        return False

    def _paced_s(self, heat_J: float, limit_C: float, mL: float) -> float:
        """How long a feed takes whose heat the bath carries off with the pot a third of the way to its limit (assumption), s."""
        span = max((limit_C - self.bath_T) / 3.0, 1.0)
        return float(np.clip(abs(heat_J) / (self._ua_W_K(mL) * span), 60.0, 4 * 3600.0))

    def _ua_W_K(self, mL: float) -> float:
        radius = (3 * self.nominal * 1.1e-6 / (4 * math.pi)) ** (1 / 3)
        area = wetted(mL / (self.nominal * 1.1))[0] * 4 * math.pi * radius**2
        return max(float(self.settings.best("U_stirred_W_m2K")) * area, 1e-3)

    def _own_ice(self, step: Step) -> bool:
        """Whether a step alone stands in ice, in a vessel that has another bath or none."""
        return step.bath is not None and step.bath != self.bath and step.bath.kind in BATH_T

    def _cooling_s(self, step: Step, cp: float, mL: float, start: float | None = None, bath_C: float | None = None) -> float:
        """Time to cool what is in the pot to the target (2 K above the bath at the closest), s."""
        settings, bath_T = self.settings, self.bath_T if bath_C is None else bath_C
        target = step.T_range.value if step.T_range else step.T_limit.value if step.T_limit else bath_T + 5
        if step.T_range is not None and step.T_range.low is not None and step.portions and FALLEN.search(_told(self.procedure, step)):
            target = step.T_range.low  # each portion begins where the one before has gone down to
        target = max(target, bath_T + 2.0)
        start = settings.best("ambient_C") if start is None else start
        if target >= start:
            return 60.0
        ua = self._ua_W_K(mL)
        capacity = cp + settings.best("glass_J_per_K_per_mL") * self.nominal
        return float(np.clip(capacity / ua * math.log((start - bath_T) / (target - bath_T)), 60.0, 7200.0))

    def _decomposing(self) -> tuple[Rate, ...]:
        """The mixture's own decomposition, first order in what is left of it (kg)."""
        if self.decomposition is None:
            return ()
        d, heat = self.decomposition
        nu = [0.0] * len(self.species)
        nu[self.whole] = -1.0
        return (Rate(tuple(nu), self.whole, -1, d.q_ref / (heat * 1e3), d.Ea, d.T_ref_C + ZERO_C, 1.0, (-heat,) * 3, factors=(1.0, 1.0)),)

    def _rates(
        self, segments: list[Segment], corners: tuple[Corner, ...], extent: float
    ) -> tuple[tuple[Rate, ...], int, tuple[tuple[int, int, float], ...]]:
        """(rows of the engine, how many of them count when control is lost, waits); the segments' gates go from reactions to rows."""
        main = self.main
        if main is None or not main.dH.established or extent <= 0:
            for i, s in enumerate(segments):
                segments[i] = replace(s, shut=())
            return self._decomposing(), 0, ()
        counted: list[Rate] = []
        further: list[Rate] = []
        place: dict[int, list[tuple[bool, int]]] = {}
        waits: list[tuple[int, int, float]] = []
        for j, f in enumerate(self.reactions):
            nu = [0.0] * len(self.species)
            change = f.event.reaction.paced()
            for i, r in enumerate(self.reactants):
                nu[i] = change.get(r, 0.0)
            if j in self.openers:
                nu[self.reactants.index(_opener(j))] = -1.0
            if j == 0:
                nu[self.product] = 1.0
            sides = [i for i, n in enumerate(nu) if n < 0]
            if not sides:
                continue
            sides = self._paced(sides, segments)
            k = f.rate
            if j == 0 and k.how == "second order" and "rate_k" in self.settings.overrides:
                k = replace(k, k_ref=self.settings.overrides["rate_k"])
            a, b = sides[0], sides[1] if len(sides) > 1 else -1
            heat = None if j == 0 else (f.dH.low or 0.0, f.dH.best or 0.0, f.dH.high or 0.0)
            third = sides[2] if len(sides) > 2 else -1
            made = kinetics.rows(k, tuple(nu), a, b, third, self.product, self.solid if j == 0 else -1, heat)
            if j > 0:
                made = [replace(x, factors=k.factors) for x in made]
            dissolving = k.how == "dissolving"
            place[j] = [(True, len(counted))]
            counted.append(made[0])
            for x in made[1:]:
                place[j].append((dissolving, len(counted) if dissolving else len(further)))
                (counted if dissolving else further).append(x)
            if k.wait_min > 0:
                first = max(next((i for i, s in enumerate(segments) if s.feed_mol[x] > 0), 0) for x in sides)  # all is there from here on
                waits.append((j, first, k.wait_min * 60.0))
        at = {j: tuple(n if own else len(counted) + n for own, n in where) for j, where in place.items()}
        for i, s in enumerate(segments):
            segments[i] = replace(s, shut=tuple(n for j in s.shut for n in at.get(j, ())))
        return (*counted, *further, *self._decomposing()), len(counted), tuple((n, i, w) for j, i, w in waits for n in at[j])


def _opener(j: int) -> str:
    """The species that stands for what sets the reaction `j` going, in moles of its extent."""
    return f"opener {j}"


def _poured(procedure: Procedure, step: Step) -> dict[str, float]:
    """Materials that come with the contents of another vessel, and what part of each."""
    if not step.from_vessel or step.kind in ("quench", "neutralise"):
        return {}
    return brought_over(procedure, step)


def _parts(procedure: Procedure, step: Step) -> Iterable[tuple[str, float]]:
    """All that a step brings, its own materials whole, and what part of those that stood in another vessel."""
    return {**_poured(procedure, step), **dict.fromkeys(step.materials, 1.0)}.items()


def _corners(dH: Figure | None, uptake: float, extent: float, U: tuple[float, float, float], rate: Kinetics | None) -> tuple[Corner, ...]:
    """Best; hot (most heat, poorest bath, fastest); slow (most heat, poorest bath, slowest); cool."""
    if dH is None or not dH.established or extent <= 0:
        return tuple(Corner(n, 0.0, u, 1.0) for n, u in (("best", U[1]), ("hot", U[0]), ("cool", U[2])))
    assert dH.best is not None and dH.low is not None and dH.high is not None and rate is not None
    slowest, fastest = rate.factors
    water = -uptake / extent
    return (
        Corner("best", dH.best + water, U[1], 1.0),
        Corner("hot", dH.low + water, U[0], fastest),
        Corner("slow", dH.low + water, U[0], slowest),
        Corner("cool", dH.high + water, U[2], fastest),
    )
