"""Quench and neutralisation: what destroys what is left, how warm it ends, how full it gets."""

from __future__ import annotations

import re
from dataclasses import dataclass
from math import ceil

from northsquall import patterns
from northsquall.assessment import DumpLine, QuenchLine, ReactionLine, Standing
from northsquall.chemistry.formula import mass_of, parse_formula
from northsquall.chemistry.species import speciate
from northsquall.chemistry.walk import CARBONATES, Walk
from northsquall.findings.base import Context
from northsquall.heat import acids
from northsquall.procedure import Procedure, Step
from northsquall.procedure.amounts import Lot
from northsquall.quenching.dump import QUENCH_LIMIT_C, acted_on_by_water, dump_of
from northsquall.quenching.readiness import READY
from northsquall.sheets.reactions import contents_cp, enthalpy_of, extent_of, heat_of, step_of
from northsquall.substances import catalogue
from northsquall.working import Figure, Input, figure, not_established, significant

ICE_KJ_PER_G = 0.3336
ROOM_C = 20.0
COOLED = patterns.compile(
    r"\b(?:when|once|after) (?:it (?:is|was|has) )?(?:cool(?:ed|ing)?|cold)\b|\b(?:cooled|cold) (?:reaction )?(?:mixture|solution|batch|flask|contents|liquor|mass|liquid|slurry|residue)\b",
    re.I,
)
"""The batch was let cool before it is poured."""


def quench(procedure: Procedure, lots: dict[str, Lot], walks: list[Walk], c: Context) -> Quenches:
    """End temperature and fill of each quench, and what destroys what is left."""
    ends: dict[int, tuple[float, float, float]] = {}
    least: dict[int, tuple[float, str]] = {}
    fills: dict[int, float] = {}
    lines: list[QuenchLine] = []
    for entry in walks[1].entries:
        step = step_of(procedure, entry.step)
        if step.kind == "quench":
            ice = [lots[m] for m in step.materials]
            acid = entry.after.get("SO4-2", 0.0)
            batch_cp = contents_cp(procedure, lots, step.from_vessel or "", step.n)
            reacts = _comes_free(c, step)
            if acid <= 0 and not (reacts and any(x.substance and x.substance.id == "ice" for x in ice)):
                continue  # no acid to thin out and nothing that reacts on ice: what is left over has lines of its own
            leftover = "mixed acid" if acid > 0 else "the batch"
            mol = figure(acid, "mol") if acid > 0 else max(reacts, key=lambda r: r.extent.best or 0.0).extent
            counted = reacts if acid <= 0 else [r for r in reacts if r.family_id not in MIXED]
            brought = _heat_on_ice(counted)
            why = "no amount of ice or water is written" if any(x.mass_g is None for x in ice) or not ice or batch_cp is None else ""
            if why or batch_cp is None:
                lines.append(_open_quench(step, leftover, mol, why))
                continue
            known = _heat_on_ice([r for r in counted if r.heat_kJ.established])
            heats = (known.low or 0.0, known.best or 0.0, known.high or 0.0)
            if acid > 0:
                best = (walks[1].like(entry) or entry).mixing
                spread = acids.uncertainty(best, acid, entry.after.get("NO3-", 0.0))
                heats = (heats[0] + best - spread, heats[1] + best, heats[2] + best + spread)
            last = [n for n in c.peak if n < step.n]
            start = c.peak[max(last)][1] if last else ROOM_C
            cooled = next((s for s in procedure.steps if s.kind == "cool" and max(last, default=0) < s.n < step.n), None)
            if cooled is not None or COOLED.search(step.text):
                start = cooled.T_range.value if cooled is not None and cooled.T_range is not None else min(start, ROOM_C)
            g_ice = sum(x.mass_g[1] for x in ice if x.mass_g and x.substance and x.substance.id == "ice")
            g_water = sum(x.mass_g[1] for x in ice if x.mass_g and x.substance and x.substance.id == "water")
            g_iced = sum(
                x.mass_g[1] for x in ice if x.mass_g and x.substance and x.substance.id == "water" and ICED.search(x.material.name)
            )
            a, b, d = sorted(_end_temperature(q, batch_cp, start, g_ice, g_water, g_iced) for q in heats)
            if not brought.established:
                least[step.n] = (b, brought.reason or "its heat")
                lines.append(_open_quench(step, leftover, mol, f"{brought.reason or 'its heat'}; what is known ends at {b:.0f} °C"))
                continue
            ends[step.n] = (a, b, d)
            needed = [max((q + batch_cp * (start - 10) / 1e3) / (ICE_KJ_PER_G + 0.0418), 0.0) for q in heats]
            volume = (
                sum(
                    lots[m].volume_mL or 0.0
                    for m in lots
                    if (lots[m].material.step or step.n) < step.n and lots[m].material.role not in ("absorber", "wash")
                )
                + g_ice
                + g_water
            )
            nominal = next((v.nominal_mL for v in procedure.vessels if v.name == step.vessel), None)
            if nominal:
                fills[step.n] = volume / nominal
            t = ends[step.n]
            limit = step.T_limit.value if step.T_limit is not None else QUENCH_LIMIT_C
            enough = _least_ice(max(heats), batch_cp, start, g_water, limit)
            grid = sorted({round(x) for x in _ice_grid(g_ice, needed[2])} | {ceil(enough * k / 4) for k in range(1, 5)})
            curves = [[_end_temperature(q, batch_cp, start, g, g_water) for g in grid] for q in heats]
            lines.append(
                QuenchLine(
                    step=step.n, leftover=leftover, mol=mol, reagent="ice", mol_required=figure(needed[1] / 18.015, "mol", low=needed[0] / 18.015, high=needed[2] / 18.015),
                    mass_g_required=figure(needed[1], "g", low=needed[0], high=needed[2], expression="m = (Q + C ΔT) / (333.6 + 4.18 · 10) J/g, to 10 °C", inputs=[Input(name="heat of dilution" if acid > 0 else "heat of the quench", value=round(heats[1], 1), unit="kJ", origin="computed"), Input(name="batch", value=round(batch_cp), unit="J/K", origin="computed"), Input(name="offered", value=round(g_ice), unit="g ice", origin="procedure")], sources=["handbook 2.8"]),
                    heat_kJ=figure(heats[1], "kJ", low=heats[0], high=heats[2]), gas=[], end_T_C=figure(t[1], "°C", low=t[0], high=t[2]), fill_fraction=significant(fills.get(step.n)), vessel=step.vessel, direction="onto", watch="the mixture on to the ice, in a thin stream, stirred",
                    test="slurry below its limit", offered_g=significant(g_ice), limit_C=step.T_limit.value if step.T_limit is not None else None,
                    ice_g=[float(g) for g in grid], ends_low=[round(min(x), 1) for x in zip(*curves, strict=True)], ends_C=[round(x, 1) for x in curves[1]], ends_high=[round(max(x), 1) for x in zip(*curves, strict=True)],
                )
            )  # fmt: skip
        elif step.kind == "neutralise":
            streams = [(w.like(entry) or entry).before[0] for w in walks]
            protons = [speciate(s).acid(7.0) for s in streams]
            base = next((lots[m] for m in step.materials if lots[m].substance and CARBONATES & set(lots[m].substance.parts)), None)  # type: ignore[union-attr]
            if base is None or base.substance is None:
                continue
            per = 2.0 - base.substance.parts.get("H+", 0.0)
            need = [p / per for p in protons]
            e = next((x for x in entry.events if x.latent is None), None)
            h = enthalpy_of(e, procedure, catalogue()) if e else None
            heat = heat_of(h.value, extent_of(e, walks, [])) if e and h else not_established("kJ", "no base reacts")
            lines.append(
                QuenchLine(
                    step=step.n, leftover="acid in the filtrate", mol=figure(protons[1], "mol", low=min(protons), high=max(protons)), reagent=base.substance.id,
                    mol_required=figure(need[1], "mol", low=min(need), high=max(need)), mass_g_required=figure(need[1] * base.substance.mass, "g", low=min(need) * base.substance.mass, high=max(need) * base.substance.mass), heat_kJ=heat, gas=["CO2"],
                )
            )  # fmt: skip
    return Quenches(ends, least, fills, [*lines, *_leftover_lines(c)])


@dataclass
class Quenches:
    """Quenches by step: where they end (°C low, best, high), or what is known ends at and what is not known; how full; and the lines of the sheet."""

    ends: dict[int, tuple[float, float, float]]
    least: dict[int, tuple[float, str]]
    fills: dict[int, float]
    lines: list[QuenchLine]


def _open_quench(step: Step, leftover: str, mol: Figure, why: str) -> QuenchLine:
    """A quench on ice whose end is not established."""
    return QuenchLine(
        step=step.n,
        leftover=leftover,
        mol=mol,
        reagent="ice",
        mol_required=not_established("mol", why),
        mass_g_required=not_established("g", why),
        heat_kJ=not_established("kJ", why),
        gas=[],
    )


MIXED = ("dilution", "acid-mixing", "caustic-dilution")
"""Heats of mixing, which a quench of acid counts with their own uncertainty."""


def _comes_free(c: Context, step: Step) -> list[ReactionLine]:
    """What gives off or takes heat where a batch goes on to ice, the melting of the ice apart."""
    return [
        r
        for r in c.reactions
        if r.step == step.n
        and r.vessel == step.vessel
        and not r.possible
        and r.role in ("work-up", "side", "wanted")
        and r.family_id != "ice-melting"
    ]


def _heat_on_ice(rows: list[ReactionLine]) -> Figure:
    """Heat (kJ) that comes free there; not established where that of one of them is not."""
    low = best = high = 0.0
    for r in rows:
        q = r.heat_kJ
        if q.best is None or q.low is None or q.high is None:
            return not_established("kJ", f"the heat of {r.family}: {q.reason}")
        low, best, high = low + q.low, best + q.best, high + q.high
    return figure(best, "kJ", low=low, high=high)


def _least_ice(heat_kJ: float, batch_J_K: float, start_C: float, water_g: float, limit_C: float) -> float:
    """Grams of ice with which a quench of this heat ends at `limit_C` (handbook 2.8); 0 where it does without."""
    low, high = 0.0, 1e6
    if _end_temperature(heat_kJ, batch_J_K, start_C, low, water_g) <= limit_C:
        return 0.0
    for _ in range(60):
        half = (low + high) / 2
        low, high = (half, high) if _end_temperature(heat_kJ, batch_J_K, start_C, half, water_g) > limit_C else (low, half)
    return high


def _ice_grid(offered: float, needed: float) -> list[float]:
    """Grams of ice to draw the end temperature over: from none to well past what is offered and what is needed."""
    top = 1.6 * max(offered, needed, 50.0)
    return [top * i / 24 for i in range(25)]


def dump(c: Context) -> DumpLine | None:
    """The emergency dump of the worst moment, and what of it the text says stands ready."""
    if not any(r.role == "wanted" for r in c.reactions) and not c.leftovers:
        return None
    text = c.procedure.flowing
    d = dump_of(c)
    wet = d.acted_on if d is not None else acted_on_by_water(c)
    ready = [
        Standing(what=what, written=pattern.search(text) is not None) for what, pattern in READY if not (wet and what.startswith("ice "))
    ]
    if d is None:
        why = "What the worst moment brings is not established: " + (c.mtsr.reason or c.pot_missing or "the pot is not followed") + "."
        why += f" Water acts on {wet}: no ice and no water on it." if wet else ""
        return DumpLine(heat_kJ=None, ice_g=None, solvent_mL=None, acted_on=wet, container_mL=None, end_C=None, says=why, ready=ready)
    return DumpLine(
        heat_kJ=significant(d.heat_kJ),
        ice_g=None if d.ice_g is None else significant(d.ice_g),
        solvent_mL=None if d.solvent_mL is None else significant(d.solvent_mL),
        acted_on=wet,
        container_mL=significant(d.container_mL),
        end_C=d.end_C,
        says=d.says,
        ready=ready,
    )


def _leftover_lines(c: Context) -> list[QuenchLine]:
    """What destroys each leftover, school by school, with what its equation asks for."""
    out = []
    for x in c.leftovers:
        own = catalogue().of_root(x.root)
        name = own.id if own is not None else str(x.record["name"])
        for a in x.record["agents"]:
            why = "how much is left depends on an amount that is not written"
            if x.mol is None:
                mol = need = mass = heat = not_established("mol", why)
            else:
                low, best, high = x.mol
                mol = figure(best, "mol", low=low, high=high, expression="charged − used", sources=["contents ledger"])
                need = figure(
                    best * a["per"],
                    "mol",
                    low=low * a["per"],
                    high=high * a["per"],
                    expression="n of the leftover × mol per mol",
                    inputs=[Input(name="mol per mol", value=a["per"], unit="", origin="catalogue", note=str(x.record["source"]))],
                    sources=[str(x.record["source"])],
                )
                each = mass_of(parse_formula(a["formula"]))
                mass = figure(best * a["per"] * each, "g", low=low * a["per"] * each, high=high * a["per"] * each)
                heat = figure(
                    best * x.record["kJ"],
                    "kJ",
                    low=low * x.record["kJ"] * 0.8,
                    high=high * x.record["kJ"] * 1.2,
                    sources=["handbook 3.1, rounded"],
                )
            out.append(
                QuenchLine(
                    step=x.destroyed_in or x.after_step, leftover=f"{name} ({x.root})" if not own else name, mol=mol, reagent=a["reagent"], mol_required=need, mass_g_required=mass if x.mol is not None else not_established("g", why),
                    heat_kJ=heat if x.mol is not None else not_established("kJ", why), gas=[g.strip() for g in str(a.get("gas", "")).split(",") if g.strip()], watch=a["watch"], test=str(x.record["test"]), direction=str(x.record.get("direction", "")), destroyed=round(x.destroyed, 3), vessel=x.left_in or x.vessel,
                )
            )  # fmt: skip
    return out


ICED = patterns.compile(r"\bice[d]?\b", re.I)
"""Water that stands at ICED_C; other water comes at TAP_C (common practice, no source)."""
TAP_C, ICED_C = 15.0, 3.0


def _end_temperature(q_kJ: float, batch_J_K: float, start_C: float, g_ice: float, g_water: float, g_iced: float = 0.0) -> float:
    """Temperature of a quench (°C) from the balance over 0 °C; 0 while ice is left. `g_iced`: the part of the water that is ice-cold."""
    over = q_kJ + batch_J_K * start_C / 1e3 + ((g_water - g_iced) * TAP_C + g_iced * ICED_C) * 4.18e-3
    melting = g_ice * ICE_KJ_PER_G
    if over <= melting:
        return 0.0
    return (over - melting) * 1e3 / (batch_J_K + 4.18 * (g_ice + g_water))


def quench_on_strip(c: Context) -> dict[str, float] | None:
    """Start, end, temperature and volume of the first quench, for the strip."""
    for t in c.timed:
        if t.step.kind == "quench" and t.step.n in c.quench_end:
            nominal = next((v.nominal_mL for v in c.procedure.vessels if v.name == t.step.vessel), None)
            low, best, high = c.quench_end[t.step.n]
            return {
                "from": t.start,
                "to": t.start + t.best,
                "low": low,
                "best": best,
                "high": high,
                "volume_mL": (c.quench_fill.get(t.step.n) or 0.0) * (nominal or 0.0),
            }
    return None
