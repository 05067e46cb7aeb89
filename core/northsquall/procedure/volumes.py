"""How full each vessel gets, and what is poured from one into another."""

from __future__ import annotations

import math
import re

from northsquall import patterns
from northsquall.procedure import Procedure, Step
from northsquall.procedure.amounts import Lot

WATER_LAYER = patterns.compile(r"\b(?:water|watery|aqueous|alkaline|caustic) (?:layer|phase)s?\b", re.I)
"""What moves on is the layer that was extracted; solvents and their washings stay behind."""


EVAPORATED = patterns.compile(r"\b(?:rotary|rotavap\w*|evaporat\w+|concentrat\w+|strip(?:ped)?|solvents?)\b", re.I)
"""Solvents go, named or not."""


PARTLY = patterns.compile(
    r"\b(?:half|thirds?|quarters?|part|partly|partial\w*|some|most|much|until|till|about \d+|\d[\d.,]* ?(?:mL|L|%|g)|to (?:about |a )?(?:\d|small))\b",
    re.I,
)
"""How much goes, or stays: the room is not counted as free."""


def _boiled_off(s: Step, key: str, lots: dict[str, Lot]) -> bool:
    """Whether a distillation takes all of a lot away: its name stands there, or it is a solvent and solvents are evaporated."""
    m = lots[key].material
    if PARTLY.search(s.text):
        return False
    named = rf"\b(?:off|away|out|the|remov\w+|evaporat\w+|strip\w*|boil\w*|distil\w*) (?:\w+ )?{re.escape(m.name)}\b(?! (?:pump|bath|condenser|layer))|\b{re.escape(m.name)} (?:(?:is|was|are|were|being|then|now) )*(?:taken|distilled|evaporated|removed|stripped|boiled|drawn|driven|rotated|pumped|comes?|goes|went)\b"
    return re.search(named, s.text, re.I) is not None or (m.role == "solvent" and EVAPORATED.search(s.text) is not None)


def volumes(procedure: Procedure, lots: dict[str, Lot]) -> dict[str, float | None]:
    """Largest volume of each vessel, mL: what goes in, volumes added, without the solvents boiled off before; None where one is unknown or nothing goes in."""
    out: dict[str, float | None] = {}
    for v in procedure.vessels:
        held: list[tuple[str, float]] = []
        largest = 0.0
        known = True
        for s in procedure.steps:
            if s.vessel != v.name:
                continue
            keys = dict.fromkeys(s.materials, 1.0)
            part = share_over(procedure, s)
            sources = {s.from_vessel} if s.from_vessel and s.kind != "absorb" else set()  # an absorber takes gas, no liquid
            for x in procedure.steps:
                if x.n < s.n and x.vessel in sources and not (x.kind == "extract" and WATER_LAYER.search(s.text)):
                    more = list(x.materials)
                    if x.from_vessel:
                        more += [m for y in procedure.steps if y.vessel == x.from_vessel and y.n < x.n for m in y.materials]
                    keys = {**dict.fromkeys(more, part), **keys}
            if s.kind == "distil" and not s.materials:
                held = [(k, x) for k, x in held if not _boiled_off(s, k, lots)]
            for key, times in keys.items():
                if lots[key].mol is None and lots[key].material.role == "wash":
                    continue  # a rinse nobody measured
                ml = lots[key].volume_mL
                if lots[key].substance and lots[key].substance.id == "ice" and lots[key].mass_g:  # type: ignore[union-attr]
                    ml = lots[key].mass_g[1]  # type: ignore[index]  # ice as its mass of water
                known = known and ml is not None
                held.append((key, times * (ml or 0.0)))
            largest = max(largest, sum(x for _, x in held))
        out[v.name] = largest if known and largest else None
    return out


def left_in(procedure: Procedure, vessel: str | None, before: float = math.inf) -> float:
    """What part of all that was put into a vessel the shares taken before a step have left there, 0 to 1."""
    return math.prod(1.0 - s.share for s in procedure.steps if s.n < before and s.from_vessel == vessel and s.share is not None)


def share_over(procedure: Procedure, step: Step) -> float:
    """What part of all that was put into its source a step brings over, 0 to 1: its share of what earlier shares left there."""
    return left_in(procedure, step.from_vessel, step.n) * (1.0 if step.share is None else step.share)


def brought_over(procedure: Procedure, step: Step) -> dict[str, float]:
    """Ids of the materials that come with the contents of another vessel, and what part of each; from a filter what was put on it, and not what rinsed it."""
    if not step.from_vessel:
        return {}
    before = [s for s in procedure.steps if s.n < step.n]
    sources = {step.from_vessel} | {s.from_vessel for s in before if s.kind == "filter" and s.vessel == step.from_vessel}
    part = share_over(procedure, step)
    return {m: part for s in before if s.vessel in sources and s.kind != "filter" for m in s.materials}
