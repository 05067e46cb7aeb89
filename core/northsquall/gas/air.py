"""Past the absorber: the hood's exhaust, its face, the room (handbook 2.7)."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from northsquall.gas.records import GasRecord
from northsquall.procedure import Place
from northsquall.procedure.units import MOLAR_L
from northsquall.review import Settings

MEAN_MIN = 15.0


@dataclass
class Exposure:
    """One gas where somebody breathes. Concentrations in ppm, low, best, high; None where no rate is known."""

    gas: str
    where: str
    """"hood", "room" or "outdoors"."""
    exhaust_ppm: tuple[float, float, float] | None
    face_ppm: tuple[float, float, float] | None
    limit_ppm: float | None
    limit_kind: str
    of_limit: float | None
    of_lfl: float | None
    """Part of the lower flammable limit in the hood's exhaust or the room."""
    why: str = ""


def _edges(t_min: np.ndarray) -> np.ndarray:
    """Edges of the cells round the times, halfway between them; of unequal length."""
    return np.concatenate(
        [
            [t_min[0] - (t_min[1] - t_min[0]) / 2 if len(t_min) > 1 else t_min[0] - 0.5],
            (t_min[1:] + t_min[:-1]) / 2,
            [t_min[-1] + (t_min[-1] - t_min[-2]) / 2 if len(t_min) > 1 else t_min[-1] + 0.5],
        ]
    )


def highest_mean(t_min: np.ndarray, rate: np.ndarray, window_min: float) -> float:
    """Highest mean of a rate over a window, in its own unit; cells of unequal length."""
    if len(t_min) == 0:
        return 0.0
    edges = _edges(t_min)
    cum = np.concatenate([[0.0], np.cumsum(rate * np.diff(edges))])
    starts = np.concatenate([edges, edges - window_min])
    means = (np.interp(starts + window_min, edges, cum) - np.interp(starts, edges, cum)) / window_min
    return float(means.max())


def room_ppm(t_min: np.ndarray, mol_min: np.ndarray, room_m3: float, changes_per_h: float) -> np.ndarray:
    """Concentration (ppm) in a room at the ends of the cells round the times, by C(t) = (G/Q)(1 − e^(−Qt/V)) in cells of constant rate.

    What comes in a moment is as long as its cell, so that no mole is lost between two times.
    """
    q = changes_per_h * room_m3 / 60.0
    out = np.zeros(len(t_min))
    edges = _edges(t_min) if len(t_min) else t_min
    c = 0.0
    for i, g in enumerate(mol_min):
        steady = g * MOLAR_L / 1e3 / q * 1e6
        c = steady + (c - steady) * float(np.exp(-q * float(edges[i + 1] - edges[i]) / room_m3))
        out[i] = c
    return out


def hood_L_min(place: Place, settings: Settings) -> tuple[float, float, float]:
    """Air that the hood draws, L/min: as written, else the laboratory's, else the default."""
    flow = (place.exhaust_m3_h,) * 3 if place.exhaust_m3_h else settings.get("hood_m3_h")
    return flow[0] * 1e3 / 60.0, flow[1] * 1e3 / 60.0, flow[2] * 1e3 / 60.0


def room_of(place: Place, settings: Settings) -> tuple[float, float, float]:
    """Volume of the room, m³: as written, else the laboratory's, else the default."""
    return (place.room_m3,) * 3 if place.room_m3 else settings.get("room_m3")


def exposure_of(
    record: GasRecord, t_min: np.ndarray, mol_min: np.ndarray, place: Place, settings: Settings, certain: bool = True
) -> Exposure:
    """Where a vented gas goes and how much of it is breathed. Without a hood in the text the room takes it: what is not named is not there."""
    limit, kind, window = (record.ceiling_ppm, "ceiling", 1.0) if record.ceiling_ppm is not None else (record.limit_ppm, "limit", MEAN_MIN)
    if record.ceiling_ppm is not None and record.limit_ppm is not None and record.limit_ppm < record.ceiling_ppm / 3:
        limit, kind, window = record.limit_ppm, "limit", MEAN_MIN
    where = "outdoors" if place.outdoors else "hood" if place.hood else "room"
    if not certain:
        return Exposure(record.root, where, None, None, limit, kind, None, None, "its amount or rate is not established")
    peak = highest_mean(t_min, mol_min, 1.0) * MOLAR_L
    mean = highest_mean(t_min, mol_min, window) * MOLAR_L
    if where == "hood":
        flow, escape = hood_L_min(place, settings), settings.get("hood_escape")
        exhaust = tuple(peak / f * 1e6 for f in (flow[2], flow[1], flow[0]))
        breathed = tuple(mean / f * 1e6 * e for f, e in ((flow[2], escape[0]), (flow[1], escape[1]), (flow[0], escape[2])))
    else:
        rooms, changes = room_of(place, settings), settings.get("air_changes_per_h")
        curves = [
            float(room_ppm(t_min, mol_min, v, a).max()) if len(t_min) else 0.0
            for v, a in ((rooms[2], changes[2]), (rooms[1], changes[1]), (rooms[0], changes[0]))
        ]
        exhaust = breathed = (curves[0], curves[1], curves[2])
    of_limit = breathed[1] / limit if limit else None
    of_lfl = exhaust[1] / (record.lfl_percent * 1e4) if record.lfl_percent else None
    return Exposure(record.root, where, exhaust, breathed, limit, kind, of_limit, of_lfl)  # type: ignore[arg-type]
