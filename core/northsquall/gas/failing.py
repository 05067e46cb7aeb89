"""What goes wrong with a gas line at one moment, each as a curve and a sentence (handbook 2.5, 2.7)."""

from __future__ import annotations

import numpy as np

from northsquall.assessment import GasFailure
from northsquall.findings.base import Context
from northsquall.gas.air import hood_L_min, room_of, room_ppm
from northsquall.gas.closed import R_BAR_L, head_L
from northsquall.gas.records import record_of
from northsquall.gas.release import Release, rate_at
from northsquall.gas.train import MBAR_PER_CM, Line, hagen_poiseuille_mbar
from northsquall.procedure.units import MOLAR_L
from northsquall.procedure.volumes import volumes

KINDS = {
    "plugged": "Line plugged",
    "spent": "Absorber spent",
    "hood off": "Hood stops",
    "pulled back": "Gas ends, liquid is pulled back",
    "all at once": "All that is left comes in a minute",
}
"""Failures of a line and their names on the screen."""


def failures(c: Context, of: str, at_min: float, kinds: list[str] | None = None) -> list[GasFailure]:
    """Every failure of a line, or those named. Empty for a vessel without a line or gas."""
    line = c.gas.lines.get(of) if c.gas else None
    if line is None or c.gas is None:
        return []
    return [f for kind in kinds or KINDS if (f := _one(c, line, kind, at_min)) is not None]


def _one(c: Context, line: Line, kind: str, at_min: float) -> GasFailure | None:
    assert c.gas is not None
    ours = [r for r in c.gas.releases if r.vessel == line.of]
    end = max((float(r.t_min[-1]) for r in ours if len(r.t_min)), default=at_min)
    at = np.linspace(at_min, max(end, at_min + 1.0) + 15.0, 120)
    base = GasFailure(id=kind, name=KINDS[kind], of=line.of, at_min=at_min, says="", over=False)
    if kind == "pulled back":
        return _pulled(line, base)
    missing = _missing(c, line.of, ours)
    if missing:
        base.says = f"Not established: {missing}."
        return base
    if kind == "hood off":
        return _hood_off(c, line, base, at)
    if kind == "spent":
        return _spent(c, line, base, at, ours)
    rate = rate_at(ours, at)
    return _plugged(c, line, base, at, rate) if kind == "plugged" else _burst(c, line, base, at, rate)


def _missing(c: Context, of: str, ours: list[Release]) -> str:
    """Why the gas of a vessel is not known minute by minute; empty where it is."""
    assert c.gas is not None
    for r in ours:
        if not r.known:
            return f"{record_of(r.gas).name}: {r.how}"
    made_here = {e.step for e in c.walk.entries if e.vessel == of}
    open_ones = [g for g, steps in c.gas.seen.items() if set(steps) & made_here and not any(r.gas == g for r in ours)]
    return f"how much {record_of(open_ones[0]).name} comes has no figure" if open_ones else ""


def _plugged(c: Context, line: Line, f: GasFailure, at: np.ndarray, rate: np.ndarray) -> GasFailure:
    whole = volumes(c.procedure, c.lots)
    v = c.vessel(line.of)
    filled = whole.get(line.of)
    if v is None or v.nominal_mL is None or filled is None:
        f.says = f"How fast the pressure rises is not established: the size of {line.of} is not written."
        return f
    head = head_L(v.nominal_mL, filled) + sum(p.element.volume_mL or 0.0 for p in line.elements if p.element.element == "trap") / 1e3
    made = np.concatenate([[0.0], np.cumsum(np.diff(at) * (rate[1:] + rate[:-1]) / 2.0)])
    mbar = made * R_BAR_L * 313.15 / head * 1e3
    free, clipped = c.settings.best("joint_free_mbar"), c.settings.best("joint_clipped_mbar")
    f.t_min, f.values, f.unit, f.limit = [float(x) for x in at], [float(min(x, 2000.0)) for x in mbar], "mbar", free
    lifts = next((float(t) for t, p in zip(at, mbar, strict=True) if p > free), None)
    f.over = lifts is not None
    f.says = (
        f"An unclipped joint lifts {_after(lifts - f.at_min)}, a clipped one {_after(next((float(t) for t, p in zip(at, mbar, strict=True) if p > clipped), at[-1]) - f.at_min)}; {made[-1] * MOLAR_L:.2g} L would have to be held."
        if lifts is not None
        else f"From here on {made[-1] * MOLAR_L:.2g} L come, up to {mbar[-1]:.0f} mbar: the joints hold."
    )
    return f


def _after(minutes: float) -> str:
    return "within seconds" if minutes < 0.3 else f"after {minutes:.0f} min" if minutes >= 1.5 else "within a minute"


def _pulled(line: Line, f: GasFailure) -> GasFailure:
    at_risk = next((p for p in line.elements if p.pulled == "reaches"), None)
    held = next((p for p in line.elements if p.pulled in ("caught", "held")), None)
    if at_risk is not None:
        f.over = True
        f.says = f"{f'{at_risk.pulled_mL:.0f} mL' if at_risk.pulled_mL else 'An amount nobody wrote'} of {at_risk.element.liquid or at_risk.element.reagent or 'the absorber'} go up the tube into {line.of}; {f'the traps before it hold {at_risk.trap_mL:.0f} mL' if at_risk.trap_mL else 'no empty trap stands before it'}."
    elif held is not None and held.pulled == "caught":
        f.says = f"The empty trap takes all {held.pulled_mL or 0:.0f} mL."
    elif held is not None:
        f.says = "The tube ends above the liquid, or a stream of gas keeps it down: nothing is pulled back."
    else:
        f.says = "No gas here dissolves so well that it pulls liquid back; a pot that cools still may."
    return f


def _hood_off(c: Context, line: Line, f: GasFailure, at: np.ndarray) -> GasFailure | None:
    worst: tuple[float, str, np.ndarray, float] | None = None
    for g, out in line.vented.items():
        record = record_of(g)
        limit = record.lowest_ppm
        if not len(line.t_min) or limit is None:
            continue
        mol = np.interp(at, line.t_min, out, left=0.0, right=0.0)
        ppm = room_ppm(at, mol, room_of(c.procedure.place, c.settings)[1], c.settings.best("air_changes_per_h"))
        if worst is None or ppm.max() / limit > worst[0]:
            worst = (float(ppm.max() / limit), g, ppm, limit)
    if worst is None:
        f.says = "What passes the line has no exposure limit; a room without a hood still loses oxygen to it."
        return f
    share, g, ppm, limit = worst
    f.t_min, f.values, f.unit, f.limit, f.over = [float(x) for x in at], [float(x) for x in ppm], "ppm", limit, share > 1.0
    first = next((float(t) for t, p in zip(at, ppm, strict=True) if p > limit), None)
    f.says = f"{record_of(g).name[:1].upper() + record_of(g).name[1:]} reaches {ppm.max():.2g} ppm in the room against {limit:g} ppm" + (
        f", {_after(first - f.at_min)}." if first is not None else "."
    )
    return f


def _spent(c: Context, line: Line, f: GasFailure, at: np.ndarray, ours: list[Release]) -> GasFailure:
    best: tuple[float, str, np.ndarray, float] | None = None
    place = c.procedure.place
    for g in line.came:
        record = record_of(g)
        if record.lowest_ppm is None or record.harmless:
            continue
        mol = rate_at([r for r in ours if r.gas == g], at)
        if place.hood is True:
            ppm = mol * MOLAR_L / hood_L_min(place, c.settings)[1] * 1e6 * c.settings.best("hood_escape")
        else:
            ppm = room_ppm(at, mol, room_of(place, c.settings)[1], c.settings.best("air_changes_per_h"))
        if best is None or ppm.max() / record.lowest_ppm > best[0]:
            best = (float(ppm.max() / record.lowest_ppm), g, ppm, record.lowest_ppm)
    if best is None:
        f.says = "Nothing toxic is known to pass."
        return f
    share, g, ppm, limit = best
    where = "at the hood's face" if c.procedure.place.hood else "in the room"
    f.t_min, f.values, f.unit, f.limit, f.over = [float(x) for x in at], [float(x) for x in ppm], "ppm", limit, share > 1.0
    f.says = f"All of it passes: {record_of(g).name} reaches {ppm.max():.2g} ppm {where} against {limit:g} ppm."
    return f


def _burst(c: Context, line: Line, f: GasFailure, at: np.ndarray, rate: np.ndarray) -> GasFailure:
    left = float(np.sum(np.diff(at) * (rate[1:] + rate[:-1]) / 2.0))
    flow = left * MOLAR_L
    curve = np.where(at <= f.at_min + 1.0, flow, 0.0)
    loss = hagen_poiseuille_mbar(flow, c.settings.best("tube_mm") * 1e-3, c.settings.best("tube_m")) + MBAR_PER_CM * sum(
        p.element.dip_cm or 0.0 for p in line.elements
    )
    f.t_min, f.values, f.unit = [float(x) for x in at], [float(x) for x in curve], "L/min"
    f.over = loss > c.settings.best("joint_free_mbar")
    f.says = f"{flow:.2g} L in one minute: {loss:.0f} mbar in the line{', over what an unclipped joint holds' if f.over else ''}, and the absorber sees it {'too fast to take it' if flow > 5 else 'in one go'}."
    return f
