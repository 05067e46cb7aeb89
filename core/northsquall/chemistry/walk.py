"""The ledger over a whole procedure: streams follow charging, dosing, pouring and filtering."""

from __future__ import annotations

from dataclasses import dataclass, field

from northsquall.chemistry.families import IONS
from northsquall.chemistry.ledger import Entry, Event, Stream, combine
from northsquall.procedure import Procedure, Step
from northsquall.procedure.amounts import Lot

GAS_PORTIONS = 20
"""Portions of a dose where a gas-forming family can act: CO2 within 2.5 % of the limit of many."""
TRIAL_MOL = (1e-4, 1.0, 1e4)
"""Stand-ins for an amount nobody wrote: only what stays the same over all three is established."""


@dataclass
class Walk:
    """Entries by step, and what each vessel holds after each step."""

    entries: list[Entry] = field(default_factory=list)
    after: dict[tuple[int, str], dict[str, float]] = field(default_factory=dict)
    """Contents of a vessel (roots) after a step in it."""

    def events(self) -> list[Event]:
        """All events in order."""
        return [e for entry in self.entries for e in entry.events]


def _lots(step: Step, lots: dict[str, Lot], which: int, trial: float) -> list[dict[str, float]]:
    out = []
    for key in step.materials:
        lot = lots[key]
        if lot.mol is not None:
            out.append(lot.roots(which))
        elif lot.substance is not None:
            out.append({k: v * trial for k, v in lot.substance.parts.items()})
    return out


def walk(procedure: Procedure, lots: dict[str, Lot], wanted: str | None, which: int = 1, trial: float = 1.0) -> Walk:
    """Follow the contents through all steps. `which` 0, 1, 2 takes the low, best or high amounts."""
    result = Walk()
    contents: dict[str, Stream] = {}
    for step in procedure.steps:
        vessel = step.vessel
        if vessel is None or step.kind in ("test", "dry", "record", "store", "cool", "heat", "hold"):
            continue
        if step.kind in ("filter", "extract"):
            source = contents.get(step.from_vessel or "")
            if source:  # solids and product stay on the filter
                for root in [r for r in source.roots if not IONS.match(r) and r not in ("H+", "H2O")]:
                    del source.roots[root]
            continue
        here = contents.setdefault(vessel, Stream())
        new = _lots(step, lots, which, trial)
        portions = 1
        if step.kind == "quench" and step.from_vessel:
            poured = contents.pop(step.from_vessel, Stream()).roots
            for lot in new:
                here.add(lot)
            streams = [dict(here.roots), poured]
        elif step.kind == "neutralise":
            if step.from_vessel and step.from_vessel != vessel:
                here.add(contents.pop(step.from_vessel, Stream()).roots)
            streams, portions = [dict(here.roots), *new], GAS_PORTIONS
        else:
            if step.from_vessel:
                new = [*new, contents.pop(step.from_vessel, Stream()).roots]
            streams = [dict(here.roots), *new]
            if any("CO3-2" in s for s in new):
                portions = GAS_PORTIONS
        if len(streams) == 1:
            streams.append({})
        entry, mixed = combine(step.n, vessel, streams, wanted, portions)
        result.entries.append(entry)
        contents[vessel] = mixed
        result.after[(step.n, vessel)] = dict(mixed.roots)
    return result
