"""Closed vessels: what holds the gas, how far the pressure rises, when the joint lifts (handbook 2.7)."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

from northsquall.chemistry.walk import Walk
from northsquall.gas.records import record_of
from northsquall.gas.release import Release
from northsquall.heat.boiling import P0_BAR, boiling, vapour_bar
from northsquall.procedure import Closing, Procedure
from northsquall.procedure.amounts import Lot
from northsquall.review import Settings
from northsquall.substances import Catalogue

WARM_ROOM_C = 25.0
"""Temperature at which a vessel is taken to be shut: the warm end of a room."""
R_BAR_L = 0.08314462618
ENOUGH_BAR = 0.05
"""Rise from which a shut vessel is a stop whatever else comes (handbook 4)."""
OPENS = ("extract", "filter", "quench", "neutralise", "distil", "destroy", "transfer")
"""Steps for which a vessel must have been opened."""


@dataclass
class Closed:
    """One vessel while it is shut: gas made in it (mol by gas), temperature, the pressure's rise over ambient (bar) low, best, high."""

    closing: Closing
    vessel: str
    gases: dict[str, tuple[float, float, float]]
    unknown: list[str]
    """Gases whose amount is not established."""
    T_C: float
    head_L: float | None
    rise_bar: tuple[float, float, float] | None
    lifts_min: float | None
    why: str = ""
    harmful: list[str] = field(default_factory=list)


def head_L(nominal_mL: float, filled_mL: float) -> float:
    """Room above the liquid, L: a flask holds some 15 % more than its name (common practice, no source); never less than a twentieth of it."""
    return max(nominal_mL * 1.15 - filled_mL, 0.05 * nominal_mL) / 1e3


def rise_bar(mol: float, T_C: float, head_L: float, boils_C: float | None, from_C: float = WARM_ROOM_C) -> float:
    """Pressure over ambient in a vessel that was closed at `from_C`: warmed air, gas made, vapour (handbook 2.7)."""
    T_C = max(T_C, from_C)
    warm = P0_BAR * ((T_C + 273.15) / (from_C + 273.15) - 1.0)
    gas = mol * R_BAR_L * (T_C + 273.15) / head_L
    vapour = max(vapour_bar(T_C, boils_C) - vapour_bar(from_C, boils_C), 0.0) if boils_C is not None else 0.0
    return warm + gas + vapour


def closed_vessels(
    procedure: Procedure,
    walk: Walk,
    trials: list[Walk],
    found: list[Release],
    lots: Mapping[str, Lot],
    fills: Mapping[str, tuple[float | None, float | None]],
    settings: Settings,
    cat: Catalogue,
    peaks: Mapping[tuple[str, int], float],
) -> list[Closed]:
    """Every vessel that is shut while something in it makes gas or is warmed.

    `fills`: (volume, nominal volume) in mL by vessel; `peaks`: the warmest the simulated pot gets, °C, by vessel and step.
    """
    out = []
    told: dict[tuple[str, str], int | None] = {}
    for c in procedure.closings:
        vessel = c.vessel or ""
        before = told.get((vessel, c.place), -1)
        if c.how not in ("shut", "held") or before is None or before > c.step:
            continue  # still shut since it was told
        if c.place == "vessel" and vessel in walk.lines:
            continue  # its gas has a way
        steps = [s for s in procedure.steps if s.n >= c.step and (c.until is None or s.n < c.until) and s.kind != "absorb"]
        opened = next((s.n for s in steps if s.n > c.step and (s.kind in OPENS or s.from_vessel == vessel)), None)
        told[vessel, c.place] = opened
        steps = [s for s in steps if opened is None or s.n < opened]
        same = [s for s in steps if s.vessel == vessel]
        if c.place == "funnel":
            same = same[:1]
        last = max((s.n for s in same), default=c.step) if c.place != "store" else None
        if c.place == "receiver":
            same = [s for s in steps if s.kind == "distil"][:1] or same
        gases: dict[str, tuple[float, float, float]] = {}
        for r in found:
            if r.vessel == vessel and r.step >= c.step and (last is None or r.step <= last) and c.place != "receiver":
                low, best, high = gases.get(r.gas, (0.0, 0.0, 0.0))
                gases[r.gas] = (low + r.mol[0], best + r.mol[1], high + r.mol[2])
        entries = [e for w in trials for e in w.entries if e.vessel == vessel and e.step >= c.step]
        gases = {g: n for g, n in gases.items() if n[2] > 0.0}  # a release without an amount is no release of nothing
        unknown = sorted({g for e in entries for g, n in e.gas.items() if n > 1e-6 and g not in gases and (last is None or e.step <= last)})
        T = max(
            [
                max(_warmest(s, vessel, procedure, walk), peaks.get((vessel, s.n), -273.0) if c.place in ("vessel", "funnel") else -273.0)
                for s in same
            ],
            default=WARM_ROOM_C,
        )
        contents = next(
            (x for (n, v), x in reversed(list(walk.after.items())) if v == vessel and n <= max((s.n for s in same), default=c.step)), {}
        )
        point = boiling(contents, cat) if contents else None
        boils = point[1] if point else None
        if c.place == "receiver":
            T, boils = max(T, 60.0), None
        volume, nominal = fills.get(vessel, (None, None))
        head: tuple[float, float, float] | None = None
        if nominal is not None and volume is not None:
            head = (head_L(nominal, volume),) * 3
        elif nominal is not None or volume is not None:
            part = settings.get("headspace_fraction")
            size = nominal if nominal is not None else (volume or 0.0) / (1.0 - part[1])
            head = (size * part[0] / 1e3, size * part[1] / 1e3, size * part[2] / 1e3)
        rise = None
        if head is not None and head[0] > 0 and (gases or not unknown):
            n = [sum(g[i] for g in gases.values()) for i in range(3)]
            rise = (rise_bar(n[0], T, head[2], boils), rise_bar(n[1], T, head[1], boils), rise_bar(n[2], T, head[0], boils))
            if unknown and rise[1] <= ENOUGH_BAR:
                rise = None  # what is known does not lift a joint, and another gas has no amount
        elif c.place == "receiver":
            rise = (rise_bar(0.0, T, 1.0, None),) * 3
        elif not gases and not unknown and T > WARMED_C:  # what only warms: air and vapour, whatever the room above it
            rise = (rise_bar(0.0, T, 1.0, boils),) * 3
        harmful = [g for g in [*gases, *unknown] if record_of(g).toxic or record_of(g).fuel]
        out.append(
            Closed(
                c, vessel, gases, unknown, T, head[1] if head else None, rise, _lifts(c, vessel, found, head, T, settings), harmful=harmful
            )
        )
    return out


WARMED_C = 35.0
"""From here on what is shut is warm, whether or not it makes a gas (assumption)."""
UNSTATED_MOST_C = 150.0
"""Where heat is written and no temperature, a shut vessel is taken no warmer than this: over a flame the figure would be a guess."""


def _warmest(step, vessel: str, procedure: Procedure, walk: Walk) -> float:  # type: ignore[no-untyped-def]
    entry = next((e for e in walk.entries if e.step == step.n and e.vessel == vessel), None)
    written = [q.high if q.high is not None else q.value for q in (step.T_range,) if q is not None]
    bath = step.bath.T_C if step.bath is not None and step.bath.T_C is not None else None
    if written:
        return max(written)
    if bath is not None:
        return bath
    return (
        min(entry.conditions.T_high, UNSTATED_MOST_C)
        if entry is not None and step.kind in ("heat", "reflux", "distil")
        else 20.0
        if entry is None
        else min(max(entry.conditions.T_high, 20.0), 110.0)
    )


def _lifts(
    c: Closing, vessel: str, found: list[Release], head: tuple[float, float, float] | None, T_C: float, settings: Settings
) -> float | None:
    """Minutes from the first gas until the joint lifts; None where nothing is made or no size is known."""
    ours = [r for r in found if r.vessel == vessel and r.step >= c.step and r.known and r.mol[1] > 0]
    if head is None or not ours:
        return None
    hold = settings.best("joint_clipped_mbar" if c.how == "held" else "joint_free_mbar") / 1e3
    enough = hold * head[1] / (R_BAR_L * (T_C + 273.15))
    first = min(ours, key=lambda r: r.start_min)
    rate = first.peak_mol_min[1] or 0.0
    return enough / rate if rate > 0 else None
