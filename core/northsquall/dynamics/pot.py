"""The pot of a procedure as the engine's problem, and what its runs say.

One `Plan` holds the schedule and the mixture; `run` integrates it for one corner of the uncertain
inputs. Decisions use the unfavourable end of the corners, charts their band.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, field, replace
from itertools import pairwise

import numpy as np

from northsquall.dynamics import kernel as k
from northsquall.dynamics import oracle, rodas

R_GAS = 8.314462618
ZERO_C = 273.15
RTOL = 1e-5
MAX_STEPS = 20_000
THERMOSTAT_W_K = 100.0
"""How sharply a thermostat or a held heater corrects, W per K off its set point (assumption)."""
MODES = {"ice": k.ICE_BATH, "fixed": k.FIXED_BATH, "jacket": k.JACKET, "heater": k.HEATER, "none": k.NO_BATH}


@dataclass(frozen=True)
class Segment:
    """One step of the schedule, as the pot sees it. Times in s, amounts in mol, heats in J."""

    step: int
    kind: str
    duration_s: float
    feed_mol: tuple[float, ...]
    feed_heat_J: float = 0.0
    feed_T_K: float = 293.15
    bath: str = "ice"
    """"ice" (finite), "fixed", "jacket" (a thermostat of finite power), "heater" (plate, mantle or microwave held by the pot's sensor) or "none"."""
    bath_T_K: float = ZERO_C
    limit_C: float | None = None
    stirred: bool = True
    shut: tuple[int, ...] = ()
    """Rates that cannot happen in this step, by their place in the plan."""
    boils_K: float = k.NEVER_BOILS
    on_K: float = 0.0
    """Below this the bath is taken away: the low end of a window that is held with it."""
    portions: int = 1
    """As so many portions of a few seconds, evenly spread, where more than one."""


@dataclass(frozen=True)
class Rate:
    """One reaction as a row of the engine's table: what it consumes and makes, and what its rate depends on.

    `nu` over the plan's species; `a`, `b` their places in the rate law (b = -1: first order); k_ref in m3/(mol s) or 1/s; `heat_kJ` given as
    (most, best, least) enthalpy, None where the corner's own is taken; `factors` (slowest, fastest) on its rate, None where the corner's own is taken; `gas` mol
    set free a mol;
    `catalyst`: a species whose concentration the rate goes with (k_ref then has m3/mol more).
    """

    nu: tuple[float, ...]
    a: int
    b: int
    k_ref: float
    Ea_J: float
    T_ref_K: float
    tau_s: float = 0.0
    heat_kJ: tuple[float, float, float] | None = None
    factors: tuple[float, float] | None = None
    gas: float = 0.0
    catalyst: int = -1


@dataclass(frozen=True)
class Corner:
    """One choice of the uncertain inputs."""

    name: str
    dH_kJ: float
    U: float
    k_factor: float


@dataclass(frozen=True)
class Plan:
    """The pot: mixture, reaction, vessel, bath and schedule."""

    species: tuple[str, ...]
    start_mol: tuple[float, ...]
    start_T_K: float
    cp: tuple[float, ...]
    vm: tuple[float, ...]
    rates: tuple[Rate, ...]
    """The deciding reaction first; none where no heat comes from a rate."""
    followed: int
    """How many of them, from the first on, count when control is lost."""
    waits: tuple[tuple[int, int, float], ...]
    """(rate, segment, seconds): the rate stands still until so long after the segment began."""
    nominal_mL: float
    glass_J_K: float
    ambient_K: float
    U_air: float
    ice_kg: float
    bath_water_kg: float
    bath_start_K: float
    unstirred: float
    segments: tuple[Segment, ...]
    corners: tuple[Corner, ...]
    extent_mol: float
    """Whole extent of what is followed, in mol of the first by heat."""
    condenser_W: float | None = None
    stirring_W: float = 0.0
    """What the stirrer puts in."""
    power_W: float = 300.0
    """What a heater or thermostat can give, and a thermostat take."""
    ice_inside: bool = False
    """Whether the ice is in the mixture itself, with no wall between."""

    @property
    def reacts(self) -> bool:
        """Whether a wanted reaction is followed by its rate."""
        return self.followed > 0


@dataclass
class StepRun:
    """What one step of the schedule did to the pot."""

    step: int
    start_s: float
    end_s: float
    peak_C: float
    peak_at_s: float
    mtsr_C: float
    mtsr_at_s: float
    piled: float
    made_W: float
    over_at_s: float | None
    ice_gone_s: float | None
    volume_mL: float
    UA_W_K: float
    gas_mol_s: float = 0.0
    boil_W: float = 0.0


@dataclass
class Run:
    """One corner's whole run: per step, and the curves on a shared grid."""

    corner: Corner
    steps: list[StepRun]
    t_s: np.ndarray = field(default_factory=lambda: np.zeros(0))
    pot_C: np.ndarray = field(default_factory=lambda: np.zeros(0))
    bath_C: np.ndarray = field(default_factory=lambda: np.zeros(0))
    mtsr_C: np.ndarray = field(default_factory=lambda: np.zeros(0))
    made_W: np.ndarray = field(default_factory=lambda: np.zeros(0))
    volume_mL: np.ndarray = field(default_factory=lambda: np.zeros(0))
    removable_W_K: np.ndarray = field(default_factory=lambda: np.zeros(0))
    ice_g: np.ndarray = field(default_factory=lambda: np.zeros(0))
    unreacted: np.ndarray = field(default_factory=lambda: np.zeros(0))
    """What has piled up over the whole extent, 0 to 1."""
    gas_mol_s: np.ndarray = field(default_factory=lambda: np.zeros(0))
    boil_W: np.ndarray = field(default_factory=lambda: np.zeros(0))
    failed: bool = False

    def worst(self) -> StepRun:
        """The step with the highest MTSR, among those in which something has piled up."""
        return max((s for s in self.steps if s.piled > 1e-4), key=lambda s: s.mtsr_C, default=self.steps[-1])

    def over(self, step: int) -> StepRun | None:
        """The run of one step."""
        return next((s for s in self.steps if s.step == step), None)


def problem_arrays(plan: Plan, corner: Corner) -> tuple[np.ndarray, ...]:
    """(nu (r, ns), reaction table (r, NREACTION), cp (ns,), molar volumes (ns,), vessel (NCONST,)) as the engine takes them."""
    nu = np.array([r.nu for r in plan.rates], dtype=float).reshape(-1, len(plan.species))
    reactions = np.zeros((len(nu), k.NREACTION))
    end = {"hot": 0, "slow": 0, "cool": 2}.get(corner.name, 1)
    for j, r in enumerate(plan.rates):
        heat = corner.dH_kJ if r.heat_kJ is None else r.heat_kJ[end]
        speed = corner.k_factor
        if r.factors is not None:
            slowest, fastest = r.factors
            speed = {"slow": slowest, "hot": fastest, "cool": fastest}.get(corner.name, 1.0)
        reactions[j] = (r.a, r.b, r.catalyst, r.k_ref * speed, r.Ea_J / R_GAS, r.T_ref_K, r.tau_s, heat * 1e3, r.gas)
    radius = (3 * plan.nominal_mL * 1.1e-6 / (4 * math.pi)) ** (1 / 3)
    vessel = np.zeros(k.NCONST)
    vessel[k.CFLASK] = plan.glass_J_K
    vessel[k.AFULL] = 4 * math.pi * radius**2
    vessel[k.VFULL] = plan.nominal_mL * 1.1e-6
    vessel[k.TAMB] = plan.ambient_K
    vessel[k.UAMB] = plan.U_air
    vessel[k.KBOIL] = 500.0
    vessel[k.CBATH] = max((plan.ice_kg + plan.bath_water_kg) * k.CP_WATER, 1.0)
    vessel[k.GBATH] = 0.3
    vessel[k.PHEAT] = vessel[k.PCOOL] = plan.power_W
    vessel[k.KTH] = THERMOSTAT_W_K
    return nu, reactions, np.array(plan.cp), np.array(plan.vm), vessel


ICE_IN_IT = 10.0
"""How much better ice in the mixture takes heat than ice behind the glass (common practice, no source)."""


def _segment_row(plan: Plan, corner: Corner, seg: Segment, t0: float) -> np.ndarray:
    ns = len(plan.species)
    row = np.zeros(k.SEG_FEED + ns + len(plan.rates))
    mixing = 1.0 if seg.stirred else plan.unstirred
    row[k.TEND] = t0 + seg.duration_s
    row[k.TFEED] = seg.feed_T_K
    row[k.QFEED] = seg.feed_heat_J / seg.duration_s
    row[k.UPOT] = corner.U * mixing * (ICE_IN_IT if plan.ice_inside and seg.bath == "ice" else 1.0)
    row[k.MODE] = MODES[seg.bath]
    row[k.TSET] = seg.bath_T_K
    row[k.KFAC] = mixing
    row[k.POWER] = plan.stirring_W if seg.stirred else 0.0
    row[k.TBOIL] = seg.boils_K
    row[k.TON] = seg.on_K
    row[k.SEG_FEED : k.SEG_FEED + ns] = np.array(seg.feed_mol) / seg.duration_s
    row[k.SEG_FEED + ns :] = [0.0 if j in seg.shut else 1.0 for j in range(len(plan.rates))]
    return row


def tolerances(plan: Plan) -> np.ndarray:
    """Absolute tolerances of the states: moles by the extent, 0.1 mK, 1 mg of ice."""
    return np.array([max(plan.extent_mol, 1e-3) * 1e-7] * len(plan.species) + [1e-4, 1e-4, 1e-6])


def schedule_rows(plan: Plan, corner: Corner) -> tuple[np.ndarray, np.ndarray, np.ndarray, np.ndarray]:
    """(starts of the segments and the end in s, rows of the engine's schedule, limits in K, the segment that each row is of)."""
    starts = np.concatenate([[0.0], np.cumsum([s.duration_s for s in plan.segments])])
    rows, owner = [], []
    opens = [(j, starts[i] + wait) for j, i, wait in plan.waits]
    for i, seg in enumerate(plan.segments):
        row = _segment_row(plan, corner, seg, starts[i])
        if seg.portions > 1:
            rows += _in_portions(plan, row, seg, starts[i])
            owner += [i] * (2 * seg.portions)
            continue
        for end in sorted({t for _, t in opens if starts[i] < t < starts[i + 1]} | {starts[i + 1]}):
            part = row.copy()
            part[k.TEND] = end
            for j, t in opens:
                if end <= t:
                    part[k.SEG_FEED + len(plan.species) + j] = 0.0
            rows.append(part)
            owner.append(i)
    own = [plan.segments[i].limit_C for i in owner]
    limits = np.array([(1e4 if x is None else x) + ZERO_C for x in own])
    return starts, np.array(rows), limits, np.array(owner)


PORTION_S = 10.0
"""Seconds in which a portion goes in (handbook 2.4: an all-at-once charge is a dose of a few seconds)."""


def _in_portions(plan: Plan, row: np.ndarray, seg: Segment, start: float) -> list[np.ndarray]:
    """The rows of a segment as portions, each a short feed and a wait; a waiting rate opens with the segment."""
    out = []
    apart = seg.duration_s / seg.portions
    pulse = min(PORTION_S, 0.5 * apart)
    fed = slice(k.SEG_FEED, k.SEG_FEED + len(plan.species))
    for n in range(seg.portions):
        on, off = row.copy(), row.copy()
        on[k.TEND], off[k.TEND] = start + n * apart + pulse, start + (n + 1) * apart
        on[fed] *= apart / pulse
        on[k.QFEED] *= apart / pulse
        off[fed] = off[k.QFEED] = 0.0
        out += [on, off]
    return out


def _joined(parts: np.ndarray) -> np.ndarray:
    """The report of one segment from those of its parts: each highest with its time, the first passing of a limit."""
    if len(parts) == 1:
        return np.asarray(parts[0])
    out = parts[-1].copy()
    for top, at in ((rodas.PEAK_T, rodas.PEAK_T_AT), (rodas.MTSR_MAX, rodas.MTSR_AT), (rodas.PILED_MAX, rodas.PILED_AT), (rodas.MADE_MAX, rodas.MADE_AT), (rodas.GAS_MAX, rodas.GAS_AT)):  # fmt: skip
        best = parts[np.argmax(parts[:, top])]
        out[top], out[at] = best[top], best[at]
    for first in (rodas.OVER_AT, rodas.ICE_GONE_AT):
        seen = parts[parts[:, first] >= 0, first]
        out[first] = seen[0] if len(seen) else -1.0
    out[rodas.BOIL_MAX] = parts[:, rodas.BOIL_MAX].max()
    return out


def run(plan: Plan, corner: Corner, points: int = 0) -> Run:
    """Integrate the plan for one corner. `points` grid points a step for the curves (0: none).

    Where the engine gives up, scipy's Radau on the same right-hand side has a try; failing that too,
    the run is marked failed and nothing of it is shown.
    """
    nu, reactions, cp, vm, vessel = problem_arrays(plan, corner)
    ns = len(plan.species)
    y = np.array([*plan.start_mol, plan.start_T_K, plan.bath_start_K, plan.ice_kg])
    main = plan.followed - 1
    starts, table, limits, owner = schedule_rows(plan, corner)
    grid = np.zeros(0)
    if points:  # the first point of a step lies just behind its start, so that a jump is drawn as one
        grid = np.concatenate([np.linspace(a + 1e-6 * (b - a), b, points) for a, b in pairwise(starts)])
    problem = (y, 0.0, table, nu, reactions, cp, vm, vessel, main, limits)
    rows, stats, ends = rodas.integrate(*problem, RTOL, tolerances(plan), grid, MAX_STEPS)
    if stats[:, rodas.FLAG].any():
        retried = oracle.integrate(*problem, 1e-8, 1e-9, grid)
        if retried is None:
            return Run(corner, [], failed=True)
        rows, stats, ends = retried
    filled = np.clip(ends[:, :ns] @ vm / vessel[k.VFULL], 1e-9, 1.0)
    ua_end = _relative_height(filled) * vessel[k.AFULL] * table[:, k.UPOT]
    steps = []
    for i, seg in enumerate(plan.segments):
        own = np.nonzero(owner == i)[0]
        s, last = _joined(stats[own]), own[-1]
        steps.append(
            StepRun(
                seg.step,
                starts[i],
                starts[i + 1],
                s[rodas.PEAK_T] - ZERO_C,
                s[rodas.PEAK_T_AT],
                # an endothermic reaction warms nothing when cooling stops
                (s[rodas.MTSR_MAX] if corner.dH_kJ < 0 or main > 0 else s[rodas.PEAK_T]) - ZERO_C if main >= 0 else float("nan"),
                s[rodas.MTSR_AT],
                s[rodas.PILED_MAX] / plan.extent_mol if plan.extent_mol else 0.0,
                s[rodas.MADE_MAX],
                s[rodas.OVER_AT] if s[rodas.OVER_AT] >= 0 else None,
                s[rodas.ICE_GONE_AT] if s[rodas.ICE_GONE_AT] >= 0 else None,
                float(ends[last, :ns] @ vm) * 1e6,
                float(ua_end[last]),
                s[rodas.GAS_MAX],
                s[rodas.BOIL_MAX],
            )
        )
    result = Run(corner, steps)
    if points:
        made, _took, mtsr, result.gas_mol_s, result.boil_W = rodas.read_off(grid, rows, table, nu, reactions, cp, vm, vessel, main)
        volumes = rows[:, :ns] @ vm
        ua = (
            _relative_height(np.clip(volumes / vessel[k.VFULL], 1e-9, 1.0))
            * vessel[k.AFULL]
            * np.repeat([table[np.argmax(owner == i), k.UPOT] for i in range(len(plan.segments))], points)
        )
        result.t_s, result.pot_C, result.bath_C = grid, rows[:, ns] - ZERO_C, rows[:, ns + 1] - ZERO_C
        result.mtsr_C, result.made_W, result.volume_mL = mtsr - ZERO_C, made, volumes * 1e6
        result.removable_W_K, result.ice_g = ua, rows[:, ns + 2] * 1e3
        if main >= 0 and corner.dH_kJ != 0 and plan.extent_mol:
            capacity = plan.glass_J_K + rows[:, :ns] @ cp
            result.unreacted = np.clip((mtsr - rows[:, ns]) * capacity / (-corner.dH_kJ * 1e3 * plan.extent_mol), 0.0, None)
    return result


def _relative_height(v: np.ndarray) -> np.ndarray:
    """`kernel.wetted` for an array of volume fractions."""
    return np.asarray(0.5 - np.sin(np.arcsin(1.0 - 2.0 * v) / 3.0))


def with_duration(plan: Plan, step: int, duration_s: float) -> Plan:
    """The same plan with another duration of one step."""
    return replace(plan, segments=tuple(replace(s, duration_s=duration_s) if s.step == step else s for s in plan.segments))


def with_bath(plan: Plan, ice_kg: float, water_kg: float, T_K: float) -> Plan:
    """The same plan in another finite bath."""
    return replace(plan, ice_kg=ice_kg, bath_water_kg=water_kg, bath_start_K=T_K)
