"""Reactions and physical heats with their extents, stages, totals, boiling point and gases."""

from __future__ import annotations

from typing import Any

import numpy as np

from northsquall import data
from northsquall.assessment import (
    Gas,
    ReactionLine,
)
from northsquall.chemistry.ledger import Event
from northsquall.chemistry.walk import Walk
from northsquall.dynamics.schedule import mixing_kJ, unknown_mixing, uptake_kJ
from northsquall.findings.base import Stage
from northsquall.heat import acids, enthalpy
from northsquall.heat.enthalpy import Enthalpy
from northsquall.procedure import Procedure, Step
from northsquall.procedure.amounts import Lot
from northsquall.review import Settings
from northsquall.substances import Catalogue, catalogue
from northsquall.substances.catalogue import formula_of_smiles
from northsquall.working import Figure, Input, figure, not_established

MOLAR_VOLUME_25C = 24.465
"""L/mol of an ideal gas at 25 °C and 1 atm (handbook 5)."""


WORK_UP = ("quench", "neutralise", "filter", "dry", "extract")


DISSOLVING_KJ = 10.0
"""Organic dissolving: 0 ± 10 kJ/mol (enthalpy.md, from memory there)."""


def step_of(procedure: Procedure, n: int) -> Step:
    """The step of this number."""
    return procedure.steps[n - 1]


def match(w: Walk, e: Event) -> Event | None:
    """The same event in another walk."""
    return next(
        (
            x
            for x in w.events()
            if x.step == e.step
            and x.latent is None
            and x.reaction.family.id == e.reaction.family.id
            and x.reaction.substrate == e.reaction.substrate
        ),
        None,
    )


def extent_of(e: Event, walks: list[Walk], trials: list[Walk]) -> Figure:
    """Extent (mol) over the walks; not established where it moves with an amount nobody wrote."""
    if trials:
        seen = [x.extent if (x := match(t, e)) else 0.0 for t in trials]
        if max(seen) - min(seen) > 1e-9 + 1e-6 * max(seen):
            return not_established("mol", "an amount it depends on is not written")
    values = [x.extent if (x := match(w, e)) else 0.0 for w in walks]
    return figure(e.extent, "mol", low=min(values), high=max(values))


def heat_of(dH: Figure, extent: Figure) -> Figure:
    """Heat released, kJ, of a reaction: −ΔH × extent over both bands."""
    if not dH.established or not extent.established:
        return not_established("kJ", dH.reason or extent.reason or "")
    ends = [-(h or 0.0) * (x or 0.0) for h in (dH.low, dH.high) for x in (extent.low, extent.high)]
    return figure(-(dH.best or 0.0) * (extent.best or 0.0), "kJ", low=min(ends), high=max(ends))


def enthalpy_of(e: Event, step: Step, lots: dict[str, Lot], cat: Catalogue) -> Enthalpy:
    """The reaction's enthalpy in the state in which the base is charged."""
    if "CO3-2" in dict(e.reaction.change):
        for key in step.materials:
            s = lots[key].substance
            if s is not None and "CO3-2" in s.parts and s.phase == "s":
                found = enthalpy.of_solid_carbonate(s)
                if found:
                    return found
    return enthalpy.of_reaction(e.reaction, cat)


def label_of(root: str, cat: Catalogue) -> str:
    """A component's usual name."""
    return {"NO3-": "nitric acid", "CO3-2": "carbonate", "H+": "acid", "SO4-2": "sulfuric acid"}.get(root) or (
        cat.label(root) if "+" not in root[-2:] else root
    )


def reaction_lines(procedure: Procedure, lots: dict[str, Lot], walks: list[Walk], trials: list[Walk], cat: Catalogue) -> list[ReactionLine]:
    """All reactions and physical heats, in the order of the steps."""
    out: list[ReactionLine] = []
    source = trials[1] if trials else walks[1]
    for index, entry in enumerate(source.entries):
        step = step_of(procedure, entry.step)
        work_up = step.kind in WORK_UP
        three = [w.entries[index] for w in walks]
        tried = [w.entries[index] for w in trials]
        out += _mixing(entry, step, three, _differs(mixing_kJ, tried), work_up)
        for e in entry.events:
            if e.latent is not None:
                continue
            extent = extent_of(e, walks, trials)
            h = enthalpy_of(e, step, lots, cat)
            heat = heat_of(h.value, extent)
            wanted = not work_up and e.reaction.substrate is not None
            names = (
                f"{label_of(e.reaction.substrate, cat)} + nitric acid → {label_of(e.reaction.product or '', cat)} + water"
                if e.reaction.substrate
                else e.reaction.family.name
            )
            out.append(
                ReactionLine(
                    step=entry.step, vessel=entry.vessel, family=e.reaction.family.name, role="wanted" if wanted else "work-up" if work_up else "side",
                    equation=e.reaction.equation(), names=names, limiting=label_of(e.stopped_by, cat), extent_mol=extent.best, extent=extent,
                    dH_kJ_per_mol=h.value, heat_kJ=heat, route=h.route, sources=h.sources,  # type: ignore[arg-type]
                )
            )  # fmt: skip
        out += _physical_after(entry, step, three, _differs(uptake_kJ, tried), work_up, lots)
    return out


def _differs(heat: Any, tried: list[Any]) -> bool:
    """Whether a heat depends on an amount nobody wrote (it changes over the stand-ins)."""
    values = [heat(e) for e in tried]
    return bool(values) and max(values) - min(values) > 1e-6 + 1e-6 * max(abs(v) for v in values)


def _mixing(entry: Any, step: Step, three: list[Any], unknown: bool, work_up: bool) -> list[ReactionLine]:
    gap = unknown_mixing(entry)
    if gap:
        reason = f"the heat of {gap} is not known here"
        missing = not_established("kJ", reason)
        return [
            ReactionLine(
                step=entry.step,
                vessel=entry.vessel,
                family=gap,
                role="work-up" if work_up else "side",
                equation="",
                names=gap,
                limiting="",
                extent_mol=None,
                extent=not_established("mol", reason),
                dH_kJ_per_mol=not_established("kJ/mol", reason),
                heat_kJ=missing,
                route="none",
                sources=[],
            )
        ]
    acid = entry.mixed.get("SO4-2", 0.0)
    if acid <= 0 or len(entry.before) < 2 or entry.mixed.get("CO3-2", 0.0) > 0:
        return []
    values = [mixing_kJ(e) for e in three]
    spread = acids.uncertainty(values[1], acid, entry.mixed.get("NO3-", 0.0))
    if abs(values[1]) < 1e-6 and not unknown:
        return []
    amount = not_established("mol", "an amount is not written") if unknown else figure(acid, "mol")
    heat = (
        not_established("kJ", "an amount is not written")
        if unknown
        else figure(values[1], "kJ", low=min(values) - spread, high=max(values) + spread)
    )
    per = (
        not_established("kJ/mol", "an amount is not written")
        if unknown
        else figure(-values[1] / acid, "kJ/mol", low=-(values[1] + spread) / acid, high=-(values[1] - spread) / acid)
    )
    name = "dilution of sulfuric acid" if work_up else "mixing of the acids"
    sources = [acids.sulfuric().source, acids.nitric().source]
    line = ReactionLine(
        step=entry.step, vessel=entry.vessel, family=name, role="work-up" if work_up else "side", equation="H2SO4 + n H2O → H2SO4(aq)", names=name,
        limiting="sulfuric acid", extent_mol=amount.best, extent=amount, dH_kJ_per_mol=per, heat_kJ=heat, route="hess", sources=sources,
    )  # fmt: skip
    return [line]


def _physical_after(entry: Any, step: Step, three: list[Any], trial: bool, work_up: bool, lots: dict[str, Lot]) -> list[ReactionLine]:
    out = []
    made = [e for e in entry.events if e.latent is None and e.reaction.family.rate]
    if made and not work_up:
        values = [uptake_kJ(e) for e in three]
        n = made[0].extent
        missing = not_established("kJ", "an amount is not written")
        heat = missing if trial else figure(values[1], "kJ", low=min(values) * 0.8, high=max(values) * 1.2)
        per = (
            not_established("kJ/mol", "an amount is not written")
            if trial or n <= 0
            else figure(-values[1] / n, "kJ/mol", low=-values[1] / n * 1.2, high=-values[1] / n * 0.8)
        )
        out.append(
            ReactionLine(
                step=entry.step, vessel=entry.vessel, family="water of the reaction taken up by the acid", role="side", equation="H2O + n H2SO4 → H2O·(H2SO4)n",
                names="water of the reaction taken up by the acid", limiting="water", extent_mol=None if trial else n,
                extent=not_established("mol", "an amount is not written") if trial else figure(n, "mol"), dH_kJ_per_mol=per, heat_kJ=heat, route="hess", sources=[acids.sulfuric().source],
            )
        )  # fmt: skip
    organics = [lots[m] for m in step.materials if lots[m].substance and lots[m].substance.smiles and lots[m].mol]  # type: ignore[union-attr]
    if organics and not work_up and entry.mixed.get("SO4-2", 0.0) > 0:
        n = sum(x.mol[1] for x in organics if x.mol)
        dH = figure(0.0, "kJ/mol", low=-DISSOLVING_KJ, high=DISSOLVING_KJ)
        out.append(
            ReactionLine(
                step=entry.step, vessel=entry.vessel, family="dissolving", role="side", equation=f"{formula_of_smiles(organics[0].substance.smiles)} → {formula_of_smiles(organics[0].substance.smiles)}(in acid)",  # type: ignore[union-attr, arg-type]
                names=f"{organics[0].label} dissolving in the acid", limiting=organics[0].label, extent_mol=n, extent=figure(n, "mol"), dH_kJ_per_mol=dH,
                heat_kJ=figure(0.0, "kJ", low=-DISSOLVING_KJ * n, high=DISSOLVING_KJ * n), route="class", sources=["memory: organic dissolving 0 ± 10 kJ/mol"],
            )
        )  # fmt: skip
    return out


def total_heat(procedure: Procedure, lines: list[ReactionLine], unknown: bool) -> Figure:
    """Heat released from the first charge to the end of the last hold; quench and work-up not counted.

    Independent errors in quadrature.
    """
    batch = [r for r in lines if step_of(procedure, r.step).kind not in WORK_UP]
    for m in procedure.materials:
        if m.identity is None and m.step is not None and step_of(procedure, m.step).kind not in WORK_UP:
            return not_established("kJ", f"“{m.name}” is in no catalogue, so what it gives is not known")
    for r in batch:
        if not r.heat_kJ.established:
            return not_established("kJ", f"{r.names}: {r.heat_kJ.reason}")
    if not batch:
        known = any(m.identity for m in procedure.materials)
        return not_established("kJ", "no reaction was recognised") if not known or unknown or _organic(procedure) else figure(0.0, "kJ")
    best = sum(r.heat_kJ.best or 0.0 for r in batch)
    down = sum(((r.heat_kJ.best or 0.0) - (r.heat_kJ.low or 0.0)) ** 2 for r in batch) ** 0.5
    up = sum(((r.heat_kJ.high or 0.0) - (r.heat_kJ.best or 0.0)) ** 2 for r in batch) ** 0.5
    inputs = [
        Input(name=r.names, value=round(r.heat_kJ.best or 0.0, 1), unit="kJ", origin="computed", note=r.route)
        for r in batch
        if abs(r.heat_kJ.best or 0.0) > 0.05
    ]
    return figure(
        best, "kJ", low=best - down, high=best + up, expression="Q = Σ −ΔH ξ, errors in quadrature", inputs=inputs, sources=["handbook 2.2"]
    )


def _organic(procedure: Procedure) -> bool:
    cat = catalogue()
    return any((s := cat.substances.get(m.identity or "")) and s.smiles for m in procedure.materials if m.role != "wash")


def stages(procedure: Procedure, lots: dict[str, Lot], walks: list[Walk], heat_of: Enthalpy | None, settings: Settings) -> list[Stage]:
    """Every step of a vessel with its heat and the heat capacity it warms."""
    out = []
    for index, entry in enumerate(walks[1].entries):
        step = step_of(procedure, entry.step)
        if step.kind in WORK_UP or unknown_mixing(entry):
            continue
        values = [mixing_kJ(w.entries[index]) for w in walks]
        spread = acids.uncertainty(values[1], entry.mixed.get("SO4-2", 0.0), entry.mixed.get("NO3-", 0.0))
        low, best, high = min(values) - spread, values[1], max(values) + spread
        what = "Mixing the acids" if entry.mixed.get("NO3-", 0) and entry.mixed.get("SO4-2", 0) else "Mixing with the acid"
        for e in entry.events:
            if e.latent is None and e.reaction.family.rate and heat_of and heat_of.value.established:
                v = heat_of.value
                taken = uptake_kJ(entry)
                band = [x.extent if (x := match(w, e)) else 0.0 for w in walks]
                best += -(v.best or 0) * e.extent + taken
                low += -(v.high or 0) * min(band) + taken * 0.8
                high += -(v.low or 0) * max(band) + taken * 1.2
                what = f"The {e.reaction.family.name.split()[0]}"
        cp = contents_cp(procedure, lots, entry.vessel, entry.step)
        if cp and (abs(best) > 1e-6):
            out.append(Stage(entry.step, entry.vessel, (low, best, high), cp, what))
    return out


def contents_cp(procedure: Procedure, lots: dict[str, Lot], vessel: str, upto: int) -> float | None:
    """Heat capacity (J/K) of all that is in a vessel after a step; None where a lot is unknown."""
    total = 0.0
    for s in procedure.steps:
        if s.n > upto or s.vessel != vessel:
            continue
        keys = list(s.materials)
        if s.from_vessel:
            keys += [m for x in procedure.steps if x.vessel == s.from_vessel and x.n < s.n for m in x.materials]
        for key in keys:
            cp = lots[key].cp_J_K
            if cp is None:
                return None
            total += cp
    return total or None


def boiling(walk: Walk, vessel: str) -> tuple[float, float, float] | None:
    """Boiling point (low, best, high), °C, of the acid in a vessel at its end.

    Sulfuric acid by strength (table); with nitric acid in it the low end is that of nitric acid alone.
    """
    ends = [e for e in walk.entries if e.vessel == vessel and e.after.get("SO4-2", 0.0) > 0]
    if not ends:
        return None
    roots = ends[-1].after
    acid, water = roots.get("SO4-2", 0.0), max(roots.get("H2O", 0.0), 0.0)
    if acid <= 0:
        return None
    percent = 100 * acid * 98.08 / (acid * 98.08 + water * 18.015)
    rows = data.table("heat/boiling_sulfuric.csv")
    point = float(np.interp(percent, [float(r["percent"]) for r in rows], [float(r["boiling_C"]) for r in rows]))
    nitric = roots.get("NO3-", 0.0) > 0.02 * acid
    return (min(83.0, point), min(point, 120.5), point) if nitric else (point - 10, point, point + 10)


def gases(procedure: Procedure, walks: list[Walk], unknown: bool) -> list[Gas]:
    """Gases of the equations; side gases of a family are named, their amount not established."""
    out: list[Gas] = []
    totals: dict[str, list[float]] = {}
    steps: dict[str, list[int]] = {}
    for i, w in enumerate(walks):
        for entry in w.entries:
            for g, n in entry.gas.items():
                totals.setdefault(g, [0.0, 0.0, 0.0])[i] += n
                if entry.step not in steps.setdefault(g, []):
                    steps[g].append(entry.step)
    for g, three in totals.items():
        mol = not_established("mol", "an amount is not written") if unknown else figure(three[1], "mol", low=min(three), high=max(three))
        litres = (
            not_established("L", "an amount is not written")
            if unknown
            else figure(three[1] * MOLAR_VOLUME_25C, "L", low=min(three) * MOLAR_VOLUME_25C, high=max(three) * MOLAR_VOLUME_25C)
        )
        out.append(
            Gas(
                formula=g,
                steps=sorted(steps[g]),
                mol=mol,
                litres_25C_1atm=litres,
                peak_L_per_min=not_established("L/min", "follows the hand that adds the base; no rate is written"),
            )
        )
    side: dict[str, list[int]] = {}
    for e in walks[1].events():
        for g in e.reaction.family.record.get("side_gases", []):
            if e.latent is None:
                side.setdefault(g, []).append(e.step)
    for g, where in side.items():
        why = "oxidation beside the nitration: no equation gives its amount"
        out.append(
            Gas(
                formula=g,
                steps=sorted(set(where)),
                mol=not_established("mol", why),
                litres_25C_1atm=not_established("L", why),
                peak_L_per_min=not_established("L/min", why),
            )
        )
    return out
