"""From a procedure to the pot's plan and the timetable (handbook 2.4, 2.13)."""

from __future__ import annotations

import math
import re
from dataclasses import dataclass, field, replace
from itertools import zip_longest

import numpy as np

from northsquall.chemistry.families import FREE
from northsquall.chemistry.ledger import Event
from northsquall.chemistry.walk import Walk
from northsquall.dynamics.kernel import wetted
from northsquall.dynamics.kinetics import Kinetics, followed, kinetics_of
from northsquall.dynamics.pot import ZERO_C, Corner, Plan, Segment
from northsquall.heat.enthalpy import uptake_kJ
from northsquall.procedure import Bath, Procedure, Step, Vessel
from northsquall.procedure.amounts import Lot
from northsquall.review import Settings
from northsquall.working import Figure

BATH_T = {"ice": 0.0, "ice-salt": -10.0}
SIZES_ML = (25, 50, 100, 250, 500, 1000, 2000, 3000, 5000, 10000, 20000, 50000, 100000)
"""Flasks one can take from the shelf, mL."""
AFTER = ("quench", "neutralise", "filter", "dry", "test", "destroy", "extract", "absorb", "store", "distil")
"""Kinds of steps that are no part of the pot's plan."""
COLD = re.compile(r"\b(cold|chilled|ice-cold|precooled|cooled)\b", re.I)


@dataclass
class Timed:
    """A step with its duration (min) as low / best / high and how it was had."""

    step: Step
    low: float
    best: float
    high: float
    written: bool
    why: str = ""
    start: float = 0.0
    unknown: bool = False
    """A dose whose time nobody wrote: the bounds are a few seconds and four hours."""


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


def main_vessel(procedure: Procedure, walk: Walk, main: Event | None, hottest: str | None = None) -> Vessel | None:
    """The vessel of the deciding reaction; else that of the wanted heat; else the one charged first."""
    names = [main.vessel] if main is not None else []
    names += [e.vessel for e in walk.events() if e.reaction.family.rate]
    names += [hottest] if hottest else []
    names += [s.vessel for s in procedure.steps if s.vessel and s.materials and s.kind != "absorb"]
    for name in names:
        for v in procedure.vessels:
            if v.name == name:
                return v
    return None


def heat_capacity(procedure: Procedure, lots: dict[str, Lot], step_ns: list[int]) -> float | None:
    """J/K of all lots charged in these steps; None where one is unknown."""
    total = 0.0
    for m in procedure.materials:
        if m.step in step_ns and m.role not in ("absorber", "wash"):
            cp = lots[m.id].cp_J_K
            if cp is None:
                return None
            total += cp
    return total


def timetable(procedure: Procedure, lots: dict[str, Lot], settings: Settings, pot: Vessel | None) -> list[Timed]:
    """Durations of all steps, in order, one after the other."""
    out = [_duration(procedure, step, lots, settings, pot) for step in procedure.steps]
    lay_out(out)
    return out


BY_ITSELF = ("dry", "store")
"""Kinds of steps that go on by themselves while the next is done in another vessel."""


def lay_out(timed: list[Timed]) -> tuple[float, float, float]:
    """Set the starts, one step after the other, what dries by itself beside the next; returns the whole time (low, best, high), min."""
    ends = []
    for key in ("low", "high", "best"):
        at = end = 0.0
        for t, follow in zip_longest(timed, timed[1:]):
            t.start = at
            end = max(end, at + getattr(t, key))
            beside = t.step.kind in BY_ITSELF and follow is not None and follow.step.vessel != t.step.vessel
            at += 0.0 if beside else getattr(t, key)
        ends.append(end)
    return ends[0], ends[2], ends[1]


def _duration(procedure: Procedure, step: Step, lots: dict[str, Lot], settings: Settings, pot: Vessel | None) -> Timed:
    if step.duration is not None and step.duration.value > 0:
        q = step.duration
        spread = 0.2 if q.approximate and q.low is None else 0.0
        low, high = q.low or q.value * (1 - spread), q.high or q.value * (1 + spread)
        return Timed(step, low, q.value, high, True)
    in_pot = pot is not None and step.vessel == pot.name
    key = {
        "charge": "weigh_min",
        "filter": "filter_min",
        "dry": "dry_min",
        "quench": "quench_min",
        "neutralise": "neutralise_min",
        "hold": "hold_min",
        "reflux": "hold_min",
        "heat": "cool_min",
        "cool": "cool_min",
    }.get(step.kind, "mix_min")
    if step.kind in ("dose", "add") and in_pot:
        solid = [lots[m] for m in step.materials if lots[m].substance and lots[m].substance.phase == "s"]  # type: ignore[union-attr]
        if step.kind == "add" and step.all_at_once:
            key = "pour_min"
        elif step.from_vessel or (step.kind == "dose" and not solid):
            low, high = settings.get("pour_min")[1], 240.0
            return Timed(step, low, low, high, False, "no time is written: from all at once to four hours", unknown=True)
    if step.kind == "test":
        return Timed(step, 1, 2, 5, False, "assumption, common practice")
    low, best, high = settings.get(key)
    return Timed(step, low, best, high, False, settings.used[key].why)


def build_pot(
    procedure: Procedure, lots: dict[str, Lot], walk: Walk, timed: list[Timed], settings: Settings, vessel: Vessel,
    main_event: Event | None, dH: Figure | None, beside: dict[int, float | None] | None = None,
) -> Pot | str:  # fmt: skip
    """The pot's plan; a sentence that says what is missing where there is none."""
    ours = [t for t in timed if t.step.vessel == vessel.name and t.step.kind not in AFTER]
    if not ours:
        return "nothing is charged to a vessel"
    notes: list[str] = []
    until = max((e.step for e in walk.events() if main_event and followed(e, main_event)), default=ours[-1].step.n)
    for i, t in enumerate(ours):
        short = next(
            (lots[k] for k in (*t.step.materials, *_poured(procedure, t.step)) if lots[k].cp_J_K is None or lots[k].mol is None), None
        )
        if short is not None and main_event is not None and t.step.n > until:
            notes.append(f"the curve ends before step {t.step.n}: {short.label}: {short.reason or 'no amount'}")
            ours = ours[:i]
            break
        if short is not None:
            return f"{short.label}: {short.reason or 'no amount'}"
    heats = beside if beside is not None else {e.step: e.mixing for e in walk.entries if e.vessel == vessel.name}
    for t in ours:
        if t.step.n in heats and heats[t.step.n] is None:
            return f"the heat of step {t.step.n} is not established"
    nominal = vessel.nominal_mL
    all_lots = [lots[k] for t in ours for k in (*t.step.materials, *_poured(procedure, t.step))]
    charged = sum(x.volume_mL or 0.0 for x in all_lots)
    if not nominal:
        least = charged / settings.best("fill_fraction")
        nominal = next((size for size in SIZES_ML if size >= least), least)
        notes.append(f"vessel without a size: taken {settings.best('fill_fraction') * 100:.0f} % full at the end")
    nominal = max(nominal, charged * 1.02)
    bath, bath_assumed = vessel.bath, False
    ice_kg = water_kg = 0.0
    bath_T = 20.0
    if bath is not None and bath.kind in ("ice", "ice-salt"):
        bath_T = bath.T_C if bath.T_C is not None else BATH_T[bath.kind]
        ice_g, water_g = bath.ice_g, bath.water_g
        if ice_g is None:
            total = settings.best("bath_volume_per_vessel") * nominal
            ice_g = total * settings.best("ice_fraction")
            water_g = total - ice_g
            bath_assumed = True
        ice_kg, water_kg = ice_g / 1e3, (water_g or 0.0) / 1e3
    doses = [t.step.n for t in ours if t.step.materials or t.step.from_vessel]
    reactants = [r for r, n in main_event.reaction.change if n < 0 and r not in FREE] if main_event else []
    reactants.sort(key=lambda r: r != (main_event.reaction.substrate if main_event else ""))
    species = (*reactants, "product", *(f"charge {n}" for n in doses))
    cp = [0.0] * (len(reactants) + 1)
    vm = [0.0] * (len(reactants) + 1)
    for n in doses:
        step = next(s for s in procedure.steps if s.n == n)
        keys = (*step.materials, *_poured(procedure, step))
        cp.append(sum(lots[x].cp_J_K or 0.0 for x in keys))
        vm.append(sum(lots[x].volume_mL or 0.0 for x in keys) * 1e-6)
    entries = {e.step: e for e in walk.entries if e.vessel == vessel.name}
    uptake = sum(uptake_kJ(e) for e in entries.values() if any(v.latent is None and v.reaction.family.rate for v in e.events))
    extent = sum(e.extent for e in walk.events() if main_event and followed(e, main_event))
    begins = 0
    if main_event and not main_event.reaction.family.rate:  # gated by the ledger: nothing before the step in which it first happens
        begins = min(e.step for e in walk.events() if followed(e, main_event))
    ambient = settings.best("ambient_C") + ZERO_C
    segments: list[Segment] = []
    start = [0.0] * len(species)
    span = timed[timed.index(ours[0]) : timed.index(ours[-1]) + 1]
    present_cp, present_mL = 0.0, 0.0
    cooled = False
    for t in span:
        step = t.step
        feed = [0.0] * len(species)
        feed_T = ambient
        mine = t in ours
        before = (present_cp, present_mL)
        heat = (heats.get(step.n) or 0.0) * 1e3 if mine else 0.0
        if mine and step.n in doses:
            entry = entries[step.n]
            for s in entry.before[1:] if len(entry.before) > 1 else []:
                for i, r in enumerate(reactants):
                    feed[i] += s.get(r, 0.0)
            feed[len(reactants) + 1 + doses.index(step.n)] = 1.0
            source = next((v for v in procedure.vessels if v.name == step.from_vessel), None)
            if COLD.search(step.text) or (source is not None and source.bath is not None):
                feed_T = 5.0 + ZERO_C
            index = doses.index(step.n)
            if not segments and step.kind == "charge":
                start = [a + b for a, b in zip(start, feed, strict=True)]
                feed, heat = [0.0] * len(species), 0.0
            present_cp += cp[len(reactants) + 1 + index]
            present_mL += vm[len(reactants) + 1 + index] * 1e6
        duration_s = max(t.best, 0.05) * 60.0
        seg_bath, seg_T = _segment_bath(step if mine else None, bath, bath_T)
        if mine and step.kind == "cool" and not t.written:
            duration_s = _cooling_s(step, present_cp, present_mL, nominal, settings, bath_T)
            t.low = t.best = t.high = duration_s / 60.0
            t.why = "from the duty of the bath"
        if mine and not cooled and step.kind == "dose" and bath is not None and segments and (step.T_limit or step.T_range):
            wait_s = _cooling_s(step, *before, nominal, settings, bath_T)
            last = segments[-1]
            segments[-1] = replace(last, duration_s=last.duration_s + wait_s)
            previous = next(x for x in timed if x.step.n == last.step)
            previous.low, previous.best, previous.high = (v + wait_s / 60.0 for v in (previous.low, previous.best, previous.high))
            previous.why = f"{previous.why}, and cooling to the limit of step {step.n} from the duty of the bath".lstrip(", ")
            cooled = True
        cooled = cooled or step.kind == "cool"
        if mine and seg_bath == "fixed" and bath is not None and bath.kind in ("ice", "ice-salt"):
            notes.append(f"step {step.n} is warmer than the bath: a bath at {seg_T:g} °C is taken for it")
        limit = step.T_limit.value if step.T_limit else step.T_range.high if step.T_range else None
        segments.append(
            Segment(
                step.n,
                step.kind if mine else "wait",
                duration_s,
                tuple(feed),
                heat,
                feed_T,
                seg_bath,
                seg_T + ZERO_C,
                limit if mine else None,
                step.stirred is not False,
                step.n >= begins,
            )
        )
    lay_out(timed)
    rate = kinetics_of(main_event) if main_event else None
    U = settings.get("U_stirred_W_m2K")
    corners = _corners(dH, uptake, extent, U, rate)
    nu = [0.0] * len(species)
    if main_event:
        for i, r in enumerate(reactants):
            nu[i] = dict(main_event.reaction.change)[r]
        nu[len(reactants)] = 1.0
    one = sum(n < 0 for n in nu) == 1
    k_ref = (settings.overrides.get("rate_k", rate.k_ref) if rate else 0.0) * (1.0 if one else 1e-3)
    plan = Plan(
        species=species, start_mol=tuple(start), start_T_K=ambient, cp=tuple(cp), vm=tuple(vm), nu=(tuple(nu),), k_ref=k_ref,
        Ea_J=rate.Ea_kJ * 1e3 if rate else 0.0, T_ref_K=(rate.T_ref_C if rate else 10.0) + ZERO_C, tau_s=rate.tau_s if rate else 0.0, nominal_mL=nominal, glass_J_K=settings.best("glass_J_per_K_per_mL") * nominal,
        ambient_K=ambient, U_air=settings.best("U_air_W_m2K"), ice_kg=ice_kg, bath_water_kg=water_kg, bath_start_K=bath_T + ZERO_C,
        unstirred=settings.best("unstirred_fraction"), segments=tuple(segments), corners=corners, extent_mol=extent,
        reacts=bool(main_event and rate and dH and dH.established and extent > 0),
    )  # fmt: skip
    return Pot(
        vessel,
        plan,
        [n for n in doses if any(s.step == n and s.kind in ("dose", "add") for s in segments)],
        bath,
        bath_assumed,
        notes,
        present_cp,
        uptake,
        until,
        rate,
        main_event,
    )


def _poured(procedure: Procedure, step: Step) -> list[str]:
    """Materials that come with the contents of another vessel."""
    if not step.from_vessel or step.kind in ("quench", "neutralise"):
        return []
    return [m for s in procedure.steps if s.vessel == step.from_vessel and s.n < step.n for m in s.materials]


def _segment_bath(step: Step | None, bath: Bath | None, bath_T: float) -> tuple[str, float]:
    if step is not None and step.kind in ("hold", "heat", "reflux") and step.T_range is not None:
        low = step.T_range.low if step.T_range.low is not None else step.T_range.value
        if low > bath_T + 6 or bath is None:
            return "fixed", step.T_range.value
    own = step.bath if step is not None and step.bath is not None else bath
    if own is None:
        return "none", bath_T
    if own.kind in ("ice", "ice-salt"):
        return "ice", bath_T
    return "fixed", own.T_C if own.T_C is not None else 20.0


def _cooling_s(step: Step, cp: float, mL: float, nominal: float, settings: Settings, bath_T: float) -> float:
    """Time to cool what is in the pot to the target (2 K above the bath at the closest), s."""
    target = step.T_range.value if step.T_range else step.T_limit.value if step.T_limit else bath_T + 5
    target = max(target, bath_T + 2.0)
    start = settings.best("ambient_C")
    if target >= start:
        return 60.0
    radius = (3 * nominal * 1.1e-6 / (4 * math.pi)) ** (1 / 3)
    area = wetted(mL / (nominal * 1.1))[0] * 4 * math.pi * radius**2
    ua = max(settings.best("U_stirred_W_m2K") * area, 1e-3)
    capacity = cp + settings.best("glass_J_per_K_per_mL") * nominal
    return float(np.clip(capacity / ua * math.log((start - bath_T) / (target - bath_T)), 60.0, 7200.0))


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
