"""The emergency dump: enough cold diluent that the whole batch, with all it still holds, ends below a limit (handbook 2.8)."""

from __future__ import annotations

from dataclasses import dataclass
from typing import TYPE_CHECKING

from northsquall.chemistry.classes import classes_in
from northsquall.chemistry.unrecognised import NET
from northsquall.substances import catalogue

if TYPE_CHECKING:
    from northsquall.findings.base import Context

LIMIT_C = 40.0
ICE_J_G, WATER_J_GK = 333.6, 4.18
FULL = 2.0 / 3.0
SOLVENT_J_GK, SOLVENT_G_ML = 1.7, 0.85
"""An organic solvent, as toluene has it (1.70 J/gK, 0.86 g/mL) and the ethers within a fifth (memory)."""
TOO_MUCH_ML = 2000.0
"""Flammable solvent beyond which a dump of it is the greater hazard (assumption)."""
LEAST_MOL = 1e-3
"""Of a substance that water acts on, from which no ice goes on the batch (assumption)."""


@dataclass
class Dump:
    """What the dump of the worst moment takes."""

    vessel: str
    heat_kJ: float
    """Heat above 0 °C that the batch brings: what it holds, what has piled up."""
    ice_g: float | None
    """None where water acts on the batch."""
    solvent_mL: float | None
    """Cold dry solvent where no ice may come to it; else None."""
    acted_on: str | None
    """What water acts on in it."""
    container_mL: float
    end_C: float
    says: str
    remedy: str


QUENCH_LIMIT_C = 25.0
"""Where a quench is to end where no limit is written (common practice, no source)."""


def ice_for(heat_kJ: float, batch_J_K: float, limit_C: float) -> float:
    """Grams of ice that take `heat_kJ` (from the batch at 0 °C on) and end at `limit_C`: m = (Q − C T)/(333.6 + 4.18 T)."""
    return max(heat_kJ * 1e3 - batch_J_K * limit_C, 0.0) / (ICE_J_G + WATER_J_GK * limit_C)


def solvent_for(heat_kJ: float, batch_J_K: float, limit_C: float) -> float:
    """mL of an organic solvent at 0 °C that takes `heat_kJ` (from the batch at 0 °C on) and ends at `limit_C`: m = (Q − C T)/(c T)."""
    return max(heat_kJ * 1e3 - batch_J_K * limit_C, 0.0) / (SOLVENT_J_GK * limit_C) / SOLVENT_G_ML


def acted_on_by_water(c: Context) -> str | None:
    """What the pot holds, up to the end of its dose, that water acts on and that has met none; None where there is none.

    Of a batch that is not followed by the minute, what any vessel holds; amounts that are not written stand in.
    """
    entries = c.stand_in.entries
    if c.pot is not None:
        until = max(c.pot.dose_steps, default=0)
        entries = [e for e in entries if e.vessel == c.pot.vessel.name and e.step <= until]
    for contents in (x for e in entries for x in (e.mixed, e.after)):
        for key, roots in classes_in(contents).items():
            there = sum(contents.get(r, 0.0) for r in roots)
            if key in NET["water-reactive"] and there > max(LEAST_MOL, contents.get("H2O", 0.0)):
                own = next((s for r in roots if (s := catalogue().of_root(r)) is not None), None)
                return own.id if own is not None else "the organometallic reagent" if key == "organometal" else "what it holds"
    return None


def _of_solvent(mL: float, *, start: bool = True) -> str:
    return ("Up" if start else "up") + " to 100 mL" if mL < 100.0 else f"{mL / 1e3:.2g} L"


def _of_ice(grams: float) -> str:
    return "less than 100 g of ice" if grams < 100.0 else f"{grams / 1e3:.2g} kg of ice"


def dump_of(c: Context) -> Dump | None:
    """The dump for the worst moment of the deciding vessel; None where the pot is not followed or its MTSR is not established."""
    if c.pot is None or not c.runs or c.mtsr.high is None:
        return None
    batch = c.pot.cp_J_K
    heat = batch * c.mtsr.high / 1e3
    volume = max((r.steps[-1].volume_mL for r in c.runs.values() if r.steps), default=0.0)
    wet = acted_on_by_water(c)
    limit = LIMIT_C / 2.0  # room for the heat of diluting the acid, which comes on top, and below where ether boils
    if wet is not None:
        solvent = solvent_for(heat, batch, limit)
        container = (solvent + volume) / FULL
        return Dump(
            c.pot.vessel.name, heat, None, solvent, wet, container, limit,
            f"The worst moment brings {heat:.0f} kJ, and water acts on {wet}: no ice and no water on it. {_of_solvent(solvent)} of a dry solvent that it leaves alone, at 0 °C, in {container / 1e3:.2g} L would hold it.",
            "No ice and no water on it, and too much heat for a dump: slow the addition so that less piles up, or make the batch smaller; ice round the flask, never in it; dry sand at hand." if solvent > TOO_MUCH_ML else
            f"No ice and no water on it: {_of_solvent(solvent, start=False)} of a dry solvent that it leaves alone, cold, in a dry container of {container / 1e3:.2g} L, no source of ignition near; ice round the flask, never in it; dry sand at hand.",
        )  # fmt: skip
    acids = sum(
        x.best_mol
        for x in c.lots.values()
        if x.substance and x.substance.id in ("sulfuric acid", "oleum") and x.material.role not in ("absorber", "wash")
    )
    heat += 60.0 * acids
    ice = ice_for(heat, batch, limit)
    container = (ice + volume) / FULL
    return Dump(
        c.pot.vessel.name, heat, ice, None, None, container, limit, f"The worst moment brings {heat:.0f} kJ: {_of_ice(ice)} in {container / 1e3:.2g} L would hold it.",
        f"{max(ice, 100.0) / 1e3:.2g} kg of crushed ice in a container of {container / 1e3:.2g} L below the flask, which can be lowered.",
    )  # fmt: skip
