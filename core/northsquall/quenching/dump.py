"""The emergency dump: enough cold diluent that the whole batch, with all it still holds, ends below a limit (handbook 2.8)."""

from __future__ import annotations

from dataclasses import dataclass
from typing import TYPE_CHECKING

if TYPE_CHECKING:
    from northsquall.findings.base import Context

LIMIT_C = 40.0
ICE_J_G, WATER_J_GK = 333.6, 4.18
FULL = 2.0 / 3.0


@dataclass
class Dump:
    """What the dump of the worst moment takes."""

    vessel: str
    heat_kJ: float
    """Heat above 0 °C that the batch brings: what it holds, what has piled up."""
    ice_g: float
    container_mL: float
    end_C: float
    says: str
    remedy: str


def ice_for(heat_kJ: float, batch_J_K: float, limit_C: float) -> float:
    """Grams of ice that take `heat_kJ` (from the batch at 0 °C on) and end at `limit_C`: m = (Q − C T)/(333.6 + 4.18 T)."""
    return max(heat_kJ * 1e3 - batch_J_K * limit_C, 0.0) / (ICE_J_G + WATER_J_GK * limit_C)


def _of_ice(grams: float) -> str:
    return "less than 100 g of ice" if grams < 100.0 else f"{grams / 1e3:.2g} kg of ice"


def dump_of(c: Context) -> Dump | None:
    """The dump for the worst moment of the deciding vessel; None where the pot is not followed or its MTSR is not established."""
    if c.pot is None or not c.runs or c.mtsr.high is None:
        return None
    batch = c.pot.cp_J_K
    heat = batch * c.mtsr.high / 1e3
    limit = LIMIT_C / 2.0  # room for the heat of diluting the acid, which comes on top
    acids = sum(
        x.best_mol
        for x in c.lots.values()
        if x.substance and x.substance.id in ("sulfuric acid", "oleum") and x.material.role not in ("absorber", "wash")
    )
    heat += 60.0 * acids
    ice = ice_for(heat, batch, limit)
    volume = max((r.steps[-1].volume_mL for r in c.runs.values() if r.steps), default=0.0)
    container = (ice + volume) / FULL
    return Dump(
        c.pot.vessel.name, heat, ice, container, limit, f"The worst moment brings {heat:.0f} kJ: {_of_ice(ice)} in {container / 1e3:.2g} L would hold it.",
        f"{max(ice, 100.0) / 1e3:.2g} kg of crushed ice in a container of {container / 1e3:.2g} L below the flask, which can be lowered.",
    )  # fmt: skip
