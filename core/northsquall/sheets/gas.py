"""Gases: how much and how fast, what takes them, where they go; the gas line and closed vessels for the screens."""

from __future__ import annotations

from typing import Any

import numpy as np

from northsquall.assessment import ClosedLine, ElementLine, Gas, GasLane, GasLine
from northsquall.chemistry.roots import is_gas, shown
from northsquall.chemistry.walk import Walk
from northsquall.findings.base import Context
from northsquall.gas import GasReview
from northsquall.gas.air import Exposure
from northsquall.gas.records import record_of, with_record
from northsquall.gas.release import INERT, peak_figure, rate_at
from northsquall.gas.train import REAGENT, Line, Passed, as_put
from northsquall.heat import acids
from northsquall.procedure.amounts import Lot
from northsquall.procedure.units import MOLAR_L
from northsquall.substances import catalogue
from northsquall.working import Figure, Input, figure, not_established, significant

MISSING = "an amount is not written"
TRACE = 1e-8
"""mol of gas below which it is the arithmetic's rounding."""
BESIDE = "made beside the reaction: no equation gives its amount"


def gases(walks: list[Walk], trials: list[Walk], slow_on: list[Walk], review: GasReview, unwritten: set[int]) -> list[Gas]:
    """Gases of the equations, at the vessel that makes them; side gases of a family are named, their amount not established."""
    totals: dict[str, list[float]] = {}
    steps: dict[str, set[int]] = {}
    spent, made = {(n, v) for _, n, v in review.from_spent.values()}, {r.gas for r in review.releases}
    for i, w in enumerate(walks):
        absorbers = set(w.lines.values())
        for entry in w.entries:
            charged = {g for b in (entry.before[1:] if entry.vessel not in absorbers else []) for g in b}
            for g, n in [
                *entry.gas.items(),
                *((g, n) for g, n in entry.slip.items() if g in charged and g not in INERT),
            ]:
                if (entry.step, entry.vessel) in spent and g in made:
                    continue  # set free again from the absorber: it is counted where it was made
                totals.setdefault(g, [0.0, 0.0, 0.0])[i] += n
                if n > 0:
                    steps.setdefault(g, set()).add(entry.step)
    for entry in [e for w in slow_on for e in w.entries]:
        for g, n in entry.gas.items():
            if g not in totals and n > 1e-3:
                totals[g] = [0.0, 0.0, 0.0]
            if g in totals and n > 1e-3 and totals[g][1] == 0.0:
                steps.setdefault(g, set()).add(entry.step)
    out: list[Gas] = []
    for entry in [e for t in trials for e in t.entries]:
        for g, n in entry.gas.items():
            if n > TRACE:
                totals.setdefault(g, [0.0, 0.0, 0.0])
                steps.setdefault(g, set()).add(entry.step)
    for g, three in totals.items():
        low, best, high = min(three), three[1], max(three)
        seen = [sum(e.gas.get(g, 0.0) for e in t.entries) for t in [*trials, *(slow_on if trials else [])]]
        unknown = (bool(seen) and max(seen) - min(seen) > 1e-9 + 1e-6 * max(seen)) or bool(steps.get(g, set()) & unwritten)
        if not trials:
            high = max([high, *(sum(e.gas.get(g, 0.0) for e in w.entries) for w in slow_on)])
        if high <= 1e-6 and not unknown:
            continue
        mol = not_established("mol", MISSING) if unknown else figure(best, "mol", low=low, high=high)
        litres = not_established("L", MISSING) if unknown else figure(best * MOLAR_L, "L", low=low * MOLAR_L, high=high * MOLAR_L)
        out.append(
            Gas(
                formula=shown(g),
                steps=sorted(steps.get(g, set())),
                mol=mol,
                litres_25C_1atm=litres,
                peak_L_per_min=peak_figure(review.of(g)),
                **_way(g, review),
            )
        )
    for g, (where, why) in beside(walks, trials, set(totals)).items():
        out.append(
            Gas(
                formula=shown(g), steps=sorted(where), mol=not_established("mol", why), litres_25C_1atm=not_established("L", why), peak_L_per_min=not_established("L/min", why), **_way(g, review)
            )
        )  # fmt: skip
    return out


def beside(walks: list[Walk], trials: list[Walk], known: set[str] | None = None) -> dict[str, tuple[set[int], str]]:
    """Gases whose amount no equation gives, with their steps and why: vapour over warm acid or a liquid that is made, and what a family makes beside its reaction."""
    source = trials or [walks[1]]
    if known is None:
        known = {g for w in [*walks, *trials] for e in w.entries for g, n in e.gas.items() if n > TRACE}
    out: dict[str, tuple[set[int], str]] = {}
    for w in source:
        for g, (where, most) in halide_vapour(w, known).items():
            so_far = out.get(g, (set(), ""))[0]
            out[g] = (so_far | where, "vapour over the warm acid" + ("" if trials else f"; at most {most:.2g} mol"))
        for g, (where, most) in vapour_of_made(w).items():
            out.setdefault(
                g, (where, f"vapour over the {record_of(g).name} that is made" + ("" if trials else f"; at most {most:.2g} mol"))
            )
    for e in [e for w in source for e in w.events()]:
        for g in e.reaction.family.record.get("side_gases", []):
            if e.latent is None and g not in known and (g not in out or out[g][1] == BESIDE):
                out[g] = (out.get(g, (set(), ""))[0] | {e.step}, BESIDE)
    return out


def _way(g: str, review: GasReview) -> dict[str, Any]:
    """What takes a gas and where the rest goes, for the gas's line."""
    out: dict[str, Any] = {}
    d = review.demands.get(g)
    if d is not None:
        required = (
            figure(d.mol[1], "mol", low=d.mol[0], high=d.mol[2], expression="by the absorber's equation", sources=["handbook 3.2"])
            if d.mol is not None
            else not_established("mol", "the amount of gas is not established")
        )
        out["absorber"] = {
            "reagent": d.reagent, "mol_required": required.model_dump(), "recommended_mol": significant(1.5 * d.mol[1]) if d.mol is not None else None, "offered_mol": significant(d.offered_mol, 4) if d.offered_mol is not None else None,
            "offered_over_need": significant(d.share) if d.share is not None else None, "breakthrough_min": significant(d.through_min) if d.through_min is not None else None,
        }  # fmt: skip
    x = review.exposure.get(g)
    if x is not None:
        out["exposure"] = exposure_lines(x)
    return out


def exposure_lines(x: Exposure) -> dict[str, Any]:
    """An exposure as the assessment carries it; concentrations in ppm."""

    def ppm(three: tuple[float, float, float] | None) -> dict[str, Any]:
        f: Figure = (
            figure(three[1], "ppm", low=three[0], high=three[2], sources=["handbook 2.7"])
            if three is not None
            else not_established("ppm", x.why)
        )
        return f.model_dump()

    return {
        "where": x.where, "exhaust_ppm": ppm(x.exhaust_ppm), "face_ppm": ppm(x.face_ppm), "limit_ppm": x.limit_ppm, "limit_kind": x.limit_kind,
        "of_limit": significant(x.of_limit) if x.of_limit is not None else None, "of_lfl": significant(x.of_lfl) if x.of_lfl is not None else None,
    }  # fmt: skip


AZEOTROPE = {"Cl-": ("HCl", 20.2, 36.46), "Br-": ("HBr", 47.6, 80.91)}
"""Mass per cent above which warm acid gives off the gas (handbook 2.9)."""
WARM_ACID_C = 50.0


def halide_vapour(walk: Walk, known: set[str]) -> dict[str, tuple[set[int], float]]:
    """Hydrogen halides over warm strong acid: steps, and the ceiling in mol (all of the free acid)."""
    out: dict[str, tuple[set[int], float]] = {}
    for entry in walk.entries:
        if entry.conditions.T_high < WARM_ACID_C:
            continue
        for ion, (gas, percent, mass) in AZEOTROPE.items():
            names = {"Cl-": "hydrochloric", "Br-": "hydrobromic"}
            n = acids.free_acids(entry.mixed).get(names[ion], 0.0)
            held = entry.mixed.get("SO4-2", 0.0) * 3.0  # water that sulfuric acid binds
            water = max(entry.mixed.get("H2O", 0.0) - held, 0.0)
            if n <= 0 or gas in known or 100 * n * mass / (n * mass + water * 18.0) < percent:
                continue
            steps, most = out.get(gas, (set(), 0.0))
            out[gas] = (steps | {entry.step}, max(most, n))
        for e in entry.happened():
            for made in [r for r, n in e.reaction.change if n > 0 and is_gas(r) and e.reaction.family.when.get("distil")]:
                steps, most = out.get(made, (set(), 0.0))
                out[made] = (steps | {entry.step}, max(most, e.extent))
    return out


LEAST_MADE_MOL = 0.005


def vapour_of_made(walk: Walk) -> dict[str, tuple[set[int], float]]:
    """Liquids of the gas table, bromine, that an equation makes and that stand in a vessel: steps, and the ceiling in mol (all of it)."""
    out: dict[str, tuple[set[int], float]] = {}
    for g in with_record():
        s = catalogue().of_root(g)
        if s is None or s.phase != "l" or is_gas(g):
            continue
        made = {e.vessel: e.step for e in reversed(list(walk.events())) if any(r == g and n > 0 for r, n in e.reaction.change)}
        there = [e for e in walk.entries if e.step >= made.get(e.vessel, e.step + 1) and e.after.get(g, 0.0) > LEAST_MADE_MOL]
        if there:
            out[g] = ({e.step for e in there}, max(e.after[g] for e in there))
    return out


# ------------------------------------------------------------------ the screens


def gas_lines(c: Context) -> list[GasLine]:
    """The gas lines as drawn: every element with what it holds, takes and how it fails."""
    out = []
    for of, line in c.gas.lines.items() if c.gas else []:
        out.append(
            GasLine(
                of=of, elements=[_element(i, p, line, c) for i, p in enumerate(line.elements)], trouble=line.trouble,
                back_mbar=significant(line.back_mbar) if line.back_mbar is not None else None, came={shown(g): significant(n) or 0.0 for g, n in line.came.items()}, leaves={shown(g): significant(n) or 0.0 for g, n in line.out.items()},
                lost=_lost(of, c), **_curve(of, line, c),
            )
        )  # fmt: skip
    return out


def _curve(of: str, line: Line, c: Context) -> dict[str, list[float]]:
    """Rates into and out of a line, L/min, over at most a hundred and twenty points."""
    if not len(line.t_min) or c.gas is None:
        return {}
    ours = [r for r in c.gas.releases if r.vessel == of and len(r.t_min)]
    if not ours:
        return {}
    t = np.linspace(min(float(r.t_min[0]) for r in ours), max(float(r.t_min[-1]) for r in ours), 120)
    made = rate_at(ours, t) * MOLAR_L
    passes = (
        np.sum([np.interp(t, line.t_min, v, left=0.0, right=0.0) for v in line.vented.values()], axis=0) * MOLAR_L
        if line.vented
        else np.zeros(len(t))
    )
    return {
        "t_min": [round(float(x), 2) for x in t],
        "made_L_min": [float(f"{x:.4g}") for x in made],
        "passes_L_min": [float(f"{x:.4g}") for x in passes],
    }


def _lost(of: str, c: Context) -> list[str]:
    """Steps whose gas does not go through the line although the vessel has one."""
    off = c.procedure.place.line_off
    return (
        [
            f"step {r.step}: {r.mol[1]:.2g} mol {shown(r.gas)}"
            for r in c.gas.releases
            if off is not None and r.vessel == of and r.step >= off
        ]
        if c.gas
        else []
    )


def _element(i: int, p: Passed, line: Line, c: Context) -> ElementLine:
    e = p.element
    lots = [c.lots[k] for k in e.lots if k in c.lots]
    heat = sum(r.heat_kJ.best or 0.0 for r in c.reactions if r.vessel == e.name and r.role == "work-up") if e.name else 0.0
    made = sum(line.came.get(g, 0.0) for g in p.took)
    heat *= (
        min(sum(p.took.values()) / made, 1.0) if made > 0 else 1.0
    )  # the ledger gives it all of the gas; a solvent before it may keep most
    rise = None
    if p.stock is not None and p.stock.mass_g and heat > 0:
        rise = heat * 1e3 / (p.stock.mass_g * 4.0)
    used = max(p.used.values(), default=None)
    through = [t for t in p.through_min.values() if t is not None]
    return ElementLine(
        n=i, element=e.element, name=e.name or e.element, of=e.of, volume_mL=e.volume_mL if e.volume_mL is not None else None, liquid_mL=significant(p.stock.volume_mL) if p.stock is not None and p.stock.volume_mL else None,
        liquid=e.liquid or "", strength=" + ".join(_strength(x) for x in lots), dip_cm=e.dip_cm, above=e.above, holds={REAGENT[k]: significant(n) or 0.0 for k, n in p.stock.mol.items()} if p.stock is not None else {},
        took={shown(g): significant(n) or 0.0 for g, n in p.took.items()}, came={shown(g): significant(n) or 0.0 for g, n in p.came.items()}, used=significant(used) if used is not None else None,
        through_min=significant(min(through)) if through else None, spent_min=significant(p.spent_min) if p.spent_min is not None else None, rise_K=significant(rise) if rise is not None else None, back_mbar=significant(p.back_mbar) if p.back_mbar is not None else None,
        pulled=p.pulled, pulled_mL=significant(p.pulled_mL) if p.pulled_mL else None, trap_mL=p.trap_mL, trouble=p.trouble, fails=_fails(p), by=e.by,
        anchor=[e.span[0], e.span[1]] if e.span else None, t_min=[round(t, 3) for t in p.used_t], used_part=[round(x, 4) for x in p.used_part], as_put=as_put(p, c.lots),
    )  # fmt: skip


def _strength(lot: Lot) -> str:
    st = lot.material.strength
    if st is None:
        return str(lot.label)
    return f"{lot.label} {st.percent_w:g} %" if st.percent_w else f"{lot.label} {st.molar:g} mol/L" if st.molar else str(lot.label)


SPENT = {"hypochlorite": "Spent hypochlorite must not meet acid: chlorine.", "reducer": "Spent sulfite must not meet acid: sulfur dioxide."}
SOLID = {"HCl": "sodium chloride", "HBr": "sodium bromide", "CO2": "sodium carbonate", "SO2": "sodium sulfite"}
CLOGS_MOLAR = 5.0
"""mol of salt per litre of absorber from which it crystallises in the tube (assumption, near the salts' solubility)."""


def _fails(p: Passed) -> list[str]:
    """How an element can fail, in sentences."""
    out = []
    if p.pulled == "reaches":
        out.append(
            f"When the gas ends {f'{p.pulled_mL:.0f} mL' if p.pulled_mL else 'the liquid'} can be pulled back, and {f'the traps before it hold {p.trap_mL:.0f} mL' if p.trap_mL else 'no empty trap stands before it'}."
        )
    elif p.pulled == "caught":
        out.append(f"If it is pulled back the trap before it takes all {p.pulled_mL or 0:.0f} mL.")
    for kind in p.used:
        if kind in SPENT:
            out.append(SPENT[kind])
    if p.stock is not None and p.stock.volume_mL:
        for g, n in p.took.items():
            if g in SOLID and n / (p.stock.volume_mL / 1e3) > CLOGS_MOLAR and not p.element.above:
                out.append(f"{SOLID[g][:1].upper() + SOLID[g][1:]} crystallises and can block the tube.")
    through = [(t, g) for g, t in p.through_min.items() if t is not None]
    if through and p.stock is not None and p.stock.mol:
        t, g = min(through)
        out.append(f"{shown(g)} passes from {t:.0f} min on: what it holds is used up.")
    if p.element.element == "trap" and not p.element.volume_mL:
        out.append("No size is written; what it holds is not established.")
    return out


def closed_lines(c: Context) -> list[ClosedLine]:
    """Vessels that are shut, and the pressure in them."""
    out = []
    for x in c.gas.closed if c.gas else []:
        rise = (
            figure(
                x.rise_bar[1],
                "bar",
                low=x.rise_bar[0],
                high=x.rise_bar[2],
                expression="p₀ (T/T₀ − 1) + n R T/V + Δp_vap",
                sources=["handbook 2.7"],
            )
            if x.rise_bar is not None
            else not_established("bar", "the amount of gas or the room above the liquid is not established")
        )
        out.append(
            ClosedLine(
                vessel=x.vessel, place=x.closing.place, how=x.closing.how, word=x.closing.word, step=x.closing.step, until=x.closing.until, gases={shown(g): significant(n[1]) or 0.0 for g, n in x.gases.items()},
                unknown=[shown(g) for g in x.unknown], T_C=round(x.T_C), rise_bar=rise, lifts_min=significant(x.lifts_min) if x.lifts_min is not None else None, anchor=[x.closing.span[0], x.closing.span[1]],
            )
        )  # fmt: skip
    return out


LANE_POINTS = 160


def gas_lanes(c: Context) -> list[GasLane]:
    """Rate of each gas over the time axis (L/min at 25 °C), and what of the absorber is used."""
    out = []
    if c.gas is None:
        return []
    for g in dict.fromkeys(r.gas for r in c.gas.releases):
        ours = [r for r in c.gas.releases if r.gas == g and len(r.t_min)]
        if not ours:
            continue
        marks = np.unique(
            np.concatenate(
                [x for r in ours for x in (r.t_min[:: max(1, len(r.t_min) // LANE_POINTS)], [r.t_min[0] - 1e-3, r.t_min[-1] + 1e-3])]
            )
        )
        rate = rate_at(ours, marks) * MOLAR_L
        out.append(GasLane(formula=shown(g), t_min=[round(float(t), 3) for t in marks], L_per_min=[float(f"{x:.4g}") for x in rate]))
    return out


__all__ = ["Input", "beside", "closed_lines", "gas_lanes", "gas_lines", "gases", "halide_vapour", "is_gas"]
