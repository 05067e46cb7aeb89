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
    """"ice" (finite), "fixed" or "none"."""
    bath_T_K: float = ZERO_C
    limit_C: float | None = None
    stirred: bool = True
    reacts: bool = True
    """Whether the reaction can happen in this step."""


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
    nu: tuple[tuple[float, ...], ...]
    k_ref: float
    """m3/(mol s)"""
    Ea_J: float
    T_ref_K: float
    tau_s: float
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
    reacts: bool


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
    failed: bool = False

    def worst(self) -> StepRun:
        """The step with the highest MTSR, among those in which something has piled up."""
        return max((s for s in self.steps if s.piled > 1e-4), key=lambda s: s.mtsr_C, default=self.steps[-1])

    def over(self, step: int) -> StepRun | None:
        """The run of one step."""
        return next((s for s in self.steps if s.step == step), None)


def _arrays(plan: Plan, corner: Corner) -> tuple[np.ndarray, ...]:
    nu = np.array(plan.nu if plan.reacts else np.zeros((0, len(plan.species))), dtype=float).reshape(-1, len(plan.species))
    reactions = np.zeros((len(nu), 7))
    for j in range(len(nu)):
        sides = [i for i, n in enumerate(nu[j]) if n < 0]
        reactions[j] = (
            sides[0], sides[1] if len(sides) > 1 else -1, plan.k_ref * corner.k_factor, plan.Ea_J / R_GAS, plan.T_ref_K,
            plan.tau_s, corner.dH_kJ * 1e3,
        )  # fmt: skip
    radius = (3 * plan.nominal_mL * 1.1e-6 / (4 * math.pi)) ** (1 / 3)
    vessel = np.zeros(k.NCONST)
    vessel[k.CFLASK] = plan.glass_J_K
    vessel[k.AFULL] = 4 * math.pi * radius**2
    vessel[k.VFULL] = plan.nominal_mL * 1.1e-6
    vessel[k.TAMB] = plan.ambient_K
    vessel[k.UAMB] = plan.U_air
    vessel[k.TBOIL] = 1e4
    vessel[k.KBOIL] = 500.0
    vessel[k.CBATH] = max((plan.ice_kg + plan.bath_water_kg) * k.CP_WATER, 1.0)
    vessel[k.GBATH] = 0.3
    return nu, reactions, np.array(plan.cp), np.array(plan.vm), vessel


def _segment_row(plan: Plan, corner: Corner, seg: Segment, t0: float) -> np.ndarray:
    row = np.zeros(k.SEG_FEED + len(plan.species))
    mixing = 1.0 if seg.stirred else plan.unstirred
    row[k.TEND] = t0 + seg.duration_s
    row[k.TFEED] = seg.feed_T_K
    row[k.QFEED] = seg.feed_heat_J / seg.duration_s
    row[k.UPOT] = corner.U * mixing
    row[k.MODE] = {"ice": k.ICE_BATH, "fixed": k.FIXED_BATH, "none": k.NO_BATH}[seg.bath]
    row[k.TSET] = seg.bath_T_K
    row[k.KFAC] = mixing if seg.reacts else 0.0
    row[k.SEG_FEED :] = np.array(seg.feed_mol) / seg.duration_s
    return row


def run(plan: Plan, corner: Corner, points: int = 0) -> Run:
    """Integrate the plan for one corner. `points` grid points a step for the curves (0: none).

    Where the engine gives up, scipy's Radau on the same right-hand side has a try; failing that too,
    the run is marked failed and nothing of it is shown.
    """
    nu, reactions, cp, vm, vessel = _arrays(plan, corner)
    ns = len(plan.species)
    y = np.array([*plan.start_mol, plan.start_T_K, plan.bath_start_K, plan.ice_kg])
    atol = np.array([max(plan.extent_mol, 1e-3) * 1e-7] * ns + [1e-4, 1e-4, 1e-6])
    main = 0 if plan.reacts else -1
    starts = np.concatenate([[0.0], np.cumsum([s.duration_s for s in plan.segments])])
    table = np.array([_segment_row(plan, corner, s, t) for s, t in zip(plan.segments, starts[:-1], strict=True)])
    limits = np.array([(s.limit_C if s.limit_C is not None else 1e4) + ZERO_C for s in plan.segments])
    grid = np.zeros(0)
    if points:  # the first point of a step lies just behind its start, so that a jump is drawn as one
        grid = np.concatenate([np.linspace(a + 1e-6 * (b - a), b, points) for a, b in pairwise(starts)])
    problem = (y, 0.0, table, nu, reactions, cp, vm, vessel, main, limits)
    rows, stats, ends = rodas.integrate(*problem, RTOL, atol, grid, MAX_STEPS)
    if stats[:, rodas.FLAG].any():
        retried = oracle.integrate(*problem, 1e-8, 1e-9, grid)
        if retried is None:
            return Run(corner, [], failed=True)
        rows, stats, ends = retried
    filled = np.clip(ends[:, :ns] @ vm / vessel[k.VFULL], 1e-9, 1.0)
    ua_end = _relative_height(filled) * vessel[k.AFULL] * table[:, k.UPOT]
    steps = []
    for i, seg in enumerate(plan.segments):
        s = stats[i]
        steps.append(
            StepRun(
                seg.step,
                starts[i],
                starts[i + 1],
                s[rodas.PEAK_T] - ZERO_C,
                s[rodas.PEAK_T_AT],
                # an endothermic reaction warms nothing when cooling stops
                (s[rodas.MTSR_MAX] if corner.dH_kJ < 0 else s[rodas.PEAK_T]) - ZERO_C if main >= 0 else float("nan"),
                s[rodas.MTSR_AT],
                s[rodas.PILED_MAX] / plan.extent_mol if plan.extent_mol else 0.0,
                s[rodas.MADE_MAX],
                s[rodas.OVER_AT] if s[rodas.OVER_AT] >= 0 else None,
                s[rodas.ICE_GONE_AT] if s[rodas.ICE_GONE_AT] >= 0 else None,
                float(ends[i, :ns] @ vm) * 1e6,
                float(ua_end[i]),
            )
        )
    result = Run(corner, steps)
    if points:
        made, _took, mtsr = rodas.read_off(grid, rows, table, nu, reactions, cp, vm, vessel, main)
        volumes = rows[:, :ns] @ vm
        ua = _relative_height(np.clip(volumes / vessel[k.VFULL], 1e-9, 1.0)) * vessel[k.AFULL] * np.repeat(table[:, k.UPOT], points)
        result.t_s, result.pot_C, result.bath_C = grid, rows[:, ns] - ZERO_C, rows[:, ns + 1] - ZERO_C
        result.mtsr_C, result.made_W, result.volume_mL = mtsr - ZERO_C, made, volumes * 1e6
        result.removable_W_K, result.ice_g = ua, rows[:, ns + 2] * 1e3
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
