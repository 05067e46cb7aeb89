"""Reactions and physical heats with their extents, stages, totals, boiling point and gases."""

from __future__ import annotations

from collections.abc import Callable
from functools import partial
from typing import Any

from northsquall.assessment import (
    ReactionLine,
)
from northsquall.chemistry.energy import CLASS_OF_SALT
from northsquall.chemistry.families import physical
from northsquall.chemistry.ledger import Entry, Event, Transfer
from northsquall.chemistry.roles import WORK_UP, Purpose, role_of
from northsquall.chemistry.roots import is_organic, roots, shown
from northsquall.chemistry.species import slots_of, speciate
from northsquall.chemistry.walk import Walk
from northsquall.findings.base import Stage
from northsquall.heat import acids, enthalpy
from northsquall.heat.boiling import boiling as at_boil
from northsquall.heat.enthalpy import Enthalpy
from northsquall.procedure import Procedure, Step
from northsquall.procedure.amounts import Lot
from northsquall.procedure.volumes import brought_over
from northsquall.substances import Catalogue
from northsquall.substances.catalogue import formula_of_smiles
from northsquall.working import Figure, Input, figure, not_established

ICE_KJ = 6.01
"""kJ/mol that ice takes up in melting at 0 °C (handbook 2.6)."""
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
            and x.reaction.partner == e.reaction.partner
            and x.vessel == e.vessel
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


def enthalpy_of(e: Event, procedure: Procedure, cat: Catalogue) -> Enthalpy:
    """The reaction's enthalpy in the states in which it happened, or what a reviewer put in its place."""
    own = next(
        (
            c
            for c in procedure.chemistry
            if c.what == "heat" and c.family in (e.reaction.family.id, e.reaction.family.id.split(":")[0]) and c.step in (None, e.step)
        ),
        None,
    )
    if own is not None and own.value is not None:
        value = figure(
            own.value,
            "kJ/mol",
            expression="replaced by the reviewer",
            inputs=[Input(name="ΔrH", value=own.value, unit="kJ/mol", origin="reviewer", note=own.why)],
            sources=[f"reviewer: {own.why}"],
        )
        return Enthalpy(value, "measured", [f"reviewer: {own.why}"])
    return enthalpy.of_event(e, cat)


def label_of(root: str, cat: Catalogue) -> str:
    """A component's usual name."""
    special = {"NO3-": "nitric acid", "H+": "acid", "OH-": "base", "SO4-2": "sulfuric acid"}
    known = roots().get(root)
    return special.get(root) or (known.name if known else cat.label(root))


def names_of(e: Event, cat: Catalogue) -> str:
    """The reaction in names."""
    left = [label_of(r, cat) for r, n in e.reaction.change if n < 0 and r not in ("H+",)]
    right = [label_of(r, cat) for r, n in e.reaction.change if n > 0 and r not in ("H+",)]
    return f"{' + '.join(left)} → {' + '.join(right)}" if left and right else e.reaction.family.name


def reaction_lines(
    procedure: Procedure,
    lots: dict[str, Lot],
    walks: list[Walk],
    trials: list[Walk],
    cat: Catalogue,
    purpose: Purpose,
    slow_on: list[Walk] | None = None,
) -> list[ReactionLine]:
    """All reactions and physical heats, in the order of the steps."""
    out: list[ReactionLine] = []
    source = trials[len(trials) // 2] if trials else walks[1]
    absorbers = set(source.lines.values())
    for entry in _all_entries(source, trials):
        step = step_of(procedure, entry.step)
        work_up = step.kind in WORK_UP or entry.vessel in absorbers
        three = [w.like(entry) or entry for w in walks]
        tried = [x for w in trials if (x := w.like(entry)) is not None]
        physical = _physical_before(entry, step, three, tried, work_up, cat)
        out += physical
        for e in _over([entry, *tried]):
            extent = replaced_extent(e, procedure) or extent_of(e, walks, trials)
            h = enthalpy_of(e, procedure, cat)
            role = role_of(e, purpose, step.kind, entry.vessel in absorbers)
            out.append(
                ReactionLine(
                    step=entry.step, vessel=entry.vessel, family=e.reaction.family.name, family_id=e.reaction.family.id, role=role,  # type: ignore[arg-type]
                    equation=e.reaction.equation(), names=names_of(e, cat), limiting=label_of(e.stopped_by, cat), extent_mol=extent.best, extent=extent,
                    dH_kJ_per_mol=h.value, heat_kJ=heat_of(h.value, extent), route=h.route, sources=h.sources,  # type: ignore[arg-type]
                )
            )  # fmt: skip
        out += _physical_after(entry, step, three, tried, work_up, lots, cat)
        slow = [x for w in slow_on or [] if (x := w.like(entry)) is not None]
        out += _possible([entry, *tried], slow, step, procedure, cat, purpose, absorbers)
        out += _added(procedure, entry, out)
    return out


def _all_entries(source: Walk, others: list[Walk]) -> list[Entry]:
    """Entries of a walk, and those that only another has, in the order of the steps."""
    found = {(e.step, e.vessel, e.turn): e for w in (source, *others) for e in w.entries}
    own = {(e.step, e.vessel, e.turn) for e in source.entries}
    more = [e for key, e in found.items() if key not in own]
    return sorted([*source.entries, *more], key=lambda e: e.step) if more else source.entries


def _over(entries: list[Entry]) -> list[Event]:
    """What happens in any of these runs of one step, each once, the first run's first."""
    out: dict[Any, Event] = {}
    for entry in entries:
        for e in entry.events:
            if e.latent is None and e.extent >= NEGLIGIBLE * _scale(entry):
                out.setdefault((e.reaction.family.id, e.reaction.substrate, e.reaction.partner), e)
    return list(out.values())


def _possible(
    runs: list[Entry], slow: list[Entry], step: Step, procedure: Procedure, cat: Catalogue, purpose: Purpose, absorbers: set[str]
) -> list[ReactionLine]:
    """Slow reactions that the best run leaves out: from none to all of it; not established where an amount is missing."""
    out = []
    entry = runs[0]
    least = 0.01 * _largest(slow[len(slow) // 2]) if slow else 0.0
    known = {(x.reaction.family.id, x.reaction.substrate) for run in runs for x in run.happened()}
    for e in _over(slow):
        if not e.reaction.family.when.get("slow") or (e.reaction.family.id, e.reaction.substrate) in known:
            continue
        seen = [sum(x.extent for x in other.happened() if x.reaction == e.reaction) for other in slow]
        same = max(seen) - min(seen) <= 1e-9 + 1e-6 * max(seen)
        if same and e.extent < least:
            continue
        extent = figure(0.0, "mol", low=0.0, high=e.extent) if same else not_established("mol", MISSING)
        h = enthalpy_of(e, procedure, cat)
        out.append(
            ReactionLine(
                step=entry.step, vessel=entry.vessel, family=e.reaction.family.name, family_id=e.reaction.family.id, role=role_of(e, purpose, step.kind, entry.vessel in absorbers),  # type: ignore[arg-type]
                equation=e.reaction.equation(), names=names_of(e, cat), limiting=label_of(e.stopped_by, cat), extent_mol=extent.best, extent=extent, dH_kJ_per_mol=h.value,
                heat_kJ=heat_of(h.value, extent), route=h.route, sources=h.sources, possible=True,  # type: ignore[arg-type]
            )
        )  # fmt: skip
    return out


def _largest(entry: Entry) -> float:
    return max((n for r, n in entry.mixed.items() if r not in ("H2O", "H+")), default=1.0)


def replaced_extent(e: Event, procedure: Procedure) -> Figure | None:
    """The extent that a reviewer put in place of the ledger's, or None."""
    own = next(
        (
            c
            for c in procedure.chemistry
            if c.what == "extent" and c.family in (e.reaction.family.id, e.reaction.family.id.split(":")[0]) and c.step in (None, e.step)
        ),
        None,
    )
    if own is None or own.extent_mol is None:
        return None
    return figure(
        own.extent_mol,
        "mol",
        expression="replaced by the reviewer",
        inputs=[Input(name="extent", value=own.extent_mol, unit="mol", origin="reviewer", note=own.why)],
    )


NEGLIGIBLE = 1e-6
"""Part of what is in the vessel below which an extent is not listed."""


def _scale(entry: Entry) -> float:
    return max((abs(n) for n in entry.mixed.values()), default=1.0)


def _added(procedure: Procedure, entry: Entry, so_far: list[ReactionLine]) -> list[ReactionLine]:
    """Reactions that a reviewer added to a step: their own equation, extent and heat."""
    out = []
    for c in procedure.chemistry:
        if c.what == "add" and c.step == entry.step and not any(r.family_id == f"reviewer:{c.family}" for r in so_far):
            extent = figure(c.extent_mol, "mol") if c.extent_mol is not None else not_established("mol", "no extent was given")
            dH = figure(c.value, "kJ/mol") if c.value is not None else not_established("kJ/mol", "no enthalpy was given")
            out.append(
                ReactionLine(
                    step=entry.step, vessel=c.vessel or entry.vessel, family=c.family, family_id=f"reviewer:{c.family}", role="side", equation=c.equation, names=c.family,
                    limiting="", extent_mol=extent.best, extent=extent, dH_kJ_per_mol=dH, heat_kJ=heat_of(dH, extent), route="measured" if dH.established else "none",
                    sources=[f"reviewer: {c.why}"],
                )
            )  # fmt: skip
    return out


def _dissolved(key: str, entry: Entry) -> float:
    return entry.dissolving.get(key, (0.0, None))[0]


def _differs(heat: Callable[[Entry], float], tried: list[Entry]) -> bool:
    """Whether a heat depends on an amount nobody wrote (it changes over the stand-ins)."""
    values = [heat(e) for e in tried]
    return bool(values) and max(values) - min(values) > 1e-6 + 1e-6 * max(abs(v) for v in values)


MISSING = "an amount is not written"


def _line(
    entry: Entry, work_up: bool, family: str, equation: str, limiting: str, mol: float, heat: tuple[float, float, float], unknown: bool, sources: list[str], route: str = "hess"
) -> ReactionLine:  # fmt: skip
    """A physical heat as a line of the sheet; `heat` in kJ given off, low, best, high."""
    low, best, high = heat
    amount = not_established("mol", MISSING) if unknown else figure(mol, "mol")
    gives = not_established("kJ", MISSING) if unknown else figure(best, "kJ", low=low, high=high)
    per = not_established("kJ/mol", MISSING) if unknown or mol <= 0 else figure(-best / mol, "kJ/mol", low=-high / mol, high=-low / mol)
    return ReactionLine(
        step=entry.step, vessel=entry.vessel, family=physical()[family].name if family in physical() else family, family_id=family, role="work-up" if work_up else "side",
        equation=equation, names=physical()[family].name if family in physical() else family, limiting=limiting, extent_mol=amount.best, extent=amount,
        dH_kJ_per_mol=per, heat_kJ=gives, route=route, sources=sources,  # type: ignore[arg-type]
    )  # fmt: skip


def _physical_before(entry: Entry, step: Step, three: list[Entry], tried: list[Entry], work_up: bool, cat: Catalogue) -> list[ReactionLine]:
    """Mixing of strong acids and caustic, protons that move, and salts that dissolve."""
    out = []
    values = [e.mixing for e in three]
    unknown = _differs(lambda e: e.mixing, tried)
    if (max(abs(v) for v in values) > 0.02 or unknown) and len(entry.before) > 1:
        free = acids.free_acids(entry.mixed) or next((f for b in entry.before if (f := acids.free_acids(b))), {})
        caustic = any(speciate(b).lacking > 0 for b in (*entry.before, entry.mixed))
        n_s, n_n = free.get("sulfuric", 0.0), free.get("nitric", 0.0)
        if free:
            mol = sum(free.values())
            spread = acids.uncertainty(values[1], n_s, n_n) if n_s or n_n else 0.15 * abs(values[1])
            fresh = {k: v for b in entry.before[1:] for k, v in acids.free_acids(b).items()}
            named = max(fresh or free, key=lambda k: (fresh or free)[k])
            formula = {
                "sulfuric": "H2SO4",
                "nitric": "HNO3",
                "hydrochloric": "HCl",
                "hydrobromic": "HBr",
                "hydriodic": "HI",
                "perchloric": "HClO4",
            }[named]
            family = "dilution" if work_up or not (n_s and n_n) else "acid-mixing"
            line = _line(
                entry,
                work_up,
                family,
                f"{formula} + n H2O → {formula}(aq)",
                f"{named} acid",
                n_s or mol,
                (min(values) - spread, values[1], max(values) + spread),
                unknown,
                sorted({acids.acid(k).source for k in free}),
            )
            if family == "dilution":
                line.family = line.names = f"dilution of {named} acid"
            out.append(line)
        elif caustic:
            mol = max(speciate(b).lacking for b in (*entry.before, entry.mixed))
            spread = 0.2 * abs(values[1])
            out.append(
                _line(
                    entry,
                    work_up,
                    "caustic-dilution",
                    "NaOH + n H2O → NaOH(aq)",
                    "caustic",
                    mol,
                    (min(values) - spread, values[1], max(values) + spread),
                    unknown,
                    [acids.acid("caustic").source],
                )
            )
    top = max((t.mol for t in entry.transfers), default=0.0)
    for t in entry.transfers:
        if t.mol < 0.02 * top or t.mol < NEGLIGIBLE * _scale(entry) or t.base in STRONG:
            continue
        pair = [next((x for x in e.transfers if (x.acid, x.base) == (t.acid, t.base)), None) for e in three]
        heats = [(x.heat_kJ or 0.0) if x else 0.0 for x in pair]
        best = t.heat_kJ or 0.0
        spread = 0.05 * abs(best) + (5.0 if is_organic(t.acid) or is_organic(t.base) else 1.0) * t.mol
        gone = (
            bool(tried)
            and len(
                {
                    round(x.mol, 9) if (x := next((y for y in e.transfers if (y.acid, y.base) == (t.acid, t.base)), None)) else 0.0
                    for e in tried
                }
            )
            > 1
        )
        line = _line(
            entry,
            work_up,
            "neutralisation",
            neutral_equation(t, entry, cat),
            label_of_species(t.acid, cat),
            t.mol,
            (min(heats) - spread, best, max(heats) + spread),
            gone,
            ["CRC via chemicals", "handbook 5: strong acid and base -55.8 kJ/mol"],
        )
        if t.heat_kJ is None and not gone:
            why = f"no formation enthalpy for {label_of_species(t.acid, cat)} or {label_of_species(t.base, cat)}"
            line.dH_kJ_per_mol, line.heat_kJ, line.route = not_established("kJ/mol", why), not_established("kJ", why), "none"
        out.append(line)
    for key, (n, heat) in entry.dissolving.items():
        if n < NEGLIGIBLE * _scale(entry):
            continue
        gone = _differs(partial(_dissolved, key), tried)
        s = cat.substances[key]
        if heat is None:
            band = (-CLASS_OF_SALT * n, 0.0, CLASS_OF_SALT * n)
            source, route = f"heat of solution of a salt in no table: 0 ± {CLASS_OF_SALT:.0f} kJ/mol, common practice, no source", "class"
        else:
            solid = s.value("Hf", "s")
            band, source, route = (heat - 3 * n, heat, heat + 3 * n), solid.source if solid else "CRC via chemicals", "hess"
        line = _line(entry, work_up, "dissolving-salt", f"{s.formula} → {s.formula}(aq)", s.id, n, band, gone, [source], route)
        line.family = line.names = f"dissolving {s.id}"
        out.append(line)
    return out


def label_of_species(name: str, cat: Catalogue) -> str:
    """A dissolved species' usual name."""
    known = roots().get(name)
    return known.name if known else cat.label(name)


STRONG = ("H3O+", "HNO3", "H2SO4", "HCl(aq)", "HBr(aq)", "HI(aq)", "HClO4", "H+", "HBF4", "HSCN")
"""Protons that meet water or another strong acid's anion are its dilution, which the mixing counts."""


def neutral_equation(t: Transfer, entry: Entry, cat: Catalogue) -> str:
    """Acid + base in formulas; strong acids and caustic by their usual formulas."""
    acid_now = shown(t.acid)
    if t.acid in ("H3O+", "H+"):
        anions = [(n, a) for a in ("Cl-", "Br-", "NO3-", "SO4-2", "ClO4-", "I-") if (n := max(b.get(a, 0.0) for b in entry.before)) > 0]
        acid_now = (
            {"Cl-": "HCl", "Br-": "HBr", "NO3-": "HNO3", "SO4-2": "H2SO4", "ClO4-": "HClO4", "I-": "HI"}[max(anions)[1]]
            if anions
            else "H3O+"
        )
    base_acid = shown(t.base)
    if t.base == "H2O":
        metal = next((m for m in ("Na+", "K+", "Li+", "Ca+2", "Ba+2", "Mg+2") if any(b.get(m, 0.0) > 0 for b in entry.before)), None)
        base = {"Na+": "NaOH", "K+": "KOH", "Li+": "LiOH", "Ca+2": "Ca(OH)2", "Ba+2": "Ba(OH)2", "Mg+2": "Mg(OH)2"}.get(metal or "", "OH-")
        return f"{acid_now} + {base} → salt + H2O"
    if is_organic(t.base):
        return (
            f"{acid_now} + {base_acid} → {base_acid}H+"
            if any(s.site and not s.acidic for s in slots_of(t.base))
            else f"{acid_now} + {base_acid} salt → {base_acid}"
        )
    pairs = {
        "H2CO3": "HCO3-",
        "HCO3-": "CO3-2",
        "HSO3-": "SO3-2",
        "H2SO3": "HSO3-",
        "NH4+": "NH3",
        "HPO4-2": "PO4-3",
        "H2PO4-": "HPO4-2",
        "H3PO4": "H2PO4-",
        "HSO4-": "SO4-2",
    }
    base = pairs.get(t.base, f"base of {t.base}")
    return f"{acid_now} + {base} → {t.base}"


def _physical_after(
    entry: Entry, step: Step, three: list[Entry], tried: list[Entry], work_up: bool, lots: dict[str, Lot], cat: Catalogue
) -> list[ReactionLine]:
    out = []
    made = [e for e in entry.events if e.latent is None and e.reaction.family.heat.get("balance")]
    if made:
        values = [enthalpy.uptake_kJ(e) for e in three]
        n = sum(e.extent * e.reaction.count for e in made)
        ends = sorted((min(values) * 0.8, max(values) * 1.2))
        out.append(
            _line(
                entry,
                work_up,
                "water-uptake",
                "H2O + n H2SO4 → H2O·(H2SO4)n",
                "water",
                n,
                (ends[0], values[1], ends[1]),
                _differs(enthalpy.uptake_kJ, tried),
                [acids.sulfuric().source],
            )
        )
    organics = [lots[m] for m in step.materials if lots[m].substance and lots[m].substance.smiles and lots[m].mol]  # type: ignore[union-attr]
    if organics and not work_up and entry.mixed.get("SO4-2", 0.0) > 0 and acids.free_acids(entry.mixed):
        n = min(sum(x.mol[1] for x in organics if x.mol), entry.mixed["SO4-2"])  # a mole of acid takes up no more than one
        formula = formula_of_smiles(organics[0].substance.smiles)  # type: ignore[union-attr, arg-type]
        line = _line(
            entry,
            work_up,
            "dissolving-organic",
            f"{formula} → {formula}(in acid)",
            organics[0].label,
            n,
            (-DISSOLVING_KJ * n, 0.0, DISSOLVING_KJ * n),
            False,
            ["memory: organic dissolving 0 ± 10 kJ/mol"],
            "class",
        )
        line.family, line.names = "dissolving", f"{organics[0].label} dissolving in the acid"
        out.append(line)
    ice = [lots[m] for m in step.materials if lots[m].substance and lots[m].substance.id == "ice" and lots[m].mol]  # type: ignore[union-attr]
    if ice:
        n = sum(x.mol[1] for x in ice if x.mol)
        takes = (-ICE_KJ * n, -ICE_KJ * n, 0.0)  # all of it, to none where it stays cold
        source = physical()["ice-melting"].record["source"]
        out.append(_line(entry, work_up, "ice-melting", "H2O(s) → H2O(l)", "ice", n, takes, False, [source]))
    return out


def total_heat(procedure: Procedure, lines: list[ReactionLine], unknown: bool, absorbers: set[str]) -> Figure:
    """Heat released from the first charge to the end of the last hold; quench, work-up and absorbers not counted.

    Independent errors in quadrature.
    """
    last = batch_end(procedure, lines)
    batch = [r for r in lines if step_of(procedure, r.step).kind not in WORK_UP and r.vessel not in absorbers and r.step <= last]
    batch = [r for r in batch if r.family_id != "ice-melting"]  # what the batch gives off; ice is what takes it up
    for m in procedure.materials:
        if (
            m.identity is None
            and m.step is not None
            and step_of(procedure, m.step).kind not in WORK_UP
            and m.role not in ("absorber", "wash")
        ):
            return not_established("kJ", f"“{m.name}” is in no catalogue, so what it gives is not known")
    for r in batch:
        if not r.heat_kJ.established:
            return not_established("kJ", f"{r.names}: {r.heat_kJ.reason}")
    if not batch:
        known = any(m.identity for m in procedure.materials)
        return not_established("kJ", "no reaction was recognised") if not known or unknown else figure(0.0, "kJ")
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


def batch_end(procedure: Procedure, lines: list[ReactionLine]) -> int:
    """Number of the last step of the batch: the last hold after the last wanted reaction, before work-up."""
    wanted = [r.step for r in lines if r.role == "wanted"]
    first_work_up = min(
        (s.n for s in procedure.steps if s.kind in ("quench", "neutralise", "extract", "filter", "store")), default=len(procedure.steps) + 1
    )
    end = max(wanted, default=first_work_up - 1)
    for s in procedure.steps:
        if s.n > end and s.kind in ("hold", "heat", "reflux", "cool"):
            end = s.n
        elif s.n > end:
            break
    return max(end, min(first_work_up - 1, len(procedure.steps)) if not wanted else end)


LATE = ("charge", "dose", "add", "neutralise", "destroy")
"""Kinds of steps by which something comes to a batch that has reacted."""


def stages(procedure: Procedure, lots: dict[str, Lot], walks: list[Walk], lines: list[ReactionLine], late: bool = False) -> list[Stage]:
    """Every step of a vessel with its heat and the heat capacity it warms; `late`: what comes in after the batch has reacted."""
    out = []
    absorbers = set(walks[1].lines.values())
    last = batch_end(procedure, lines)
    for entry in walks[1].entries:
        step = step_of(procedure, entry.step)
        if entry.vessel in absorbers or (step.n <= last or step.kind not in LATE if late else step.kind in WORK_UP or step.n > last):
            continue
        ours = [r for r in lines if r.step == entry.step and r.vessel == entry.vessel]
        if not ours or not all(r.heat_kJ.established for r in ours):
            continue
        best = sum(r.heat_kJ.best or 0.0 for r in ours)
        down = sum(((r.heat_kJ.best or 0.0) - (r.heat_kJ.low or 0.0)) ** 2 for r in ours) ** 0.5
        up = sum(((r.heat_kJ.high or 0.0) - (r.heat_kJ.best or 0.0)) ** 2 for r in ours) ** 0.5
        top = max(ours, key=lambda r: abs(r.heat_kJ.best or 0.0))
        what = f"The {top.family.split()[0]}" if entry.happened() and "nitration" in top.family else top.family[:1].upper() + top.family[1:]
        cp = contents_cp(procedure, lots, entry.vessel, entry.step)
        if cp and abs(best) > 1e-6:
            out.append(Stage(entry.step, entry.vessel, (best - down, best, best + up), cp, what))
    return out


def contents_cp(procedure: Procedure, lots: dict[str, Lot], vessel: str, upto: int) -> float | None:
    """Heat capacity (J/K) of all that is in a vessel after a step; None where a lot is unknown."""
    total = 0.0
    for s in procedure.steps:
        if s.n > upto or s.vessel != vessel:
            continue
        for key, part in {**brought_over(procedure, s), **dict.fromkeys(s.materials, 1.0)}.items():
            cp = lots[key].cp_J_K
            if cp is None:
                return None
            total += part * cp
    return total or None


def iced_C(procedure: Procedure, lots: dict[str, Lot], lines: list[ReactionLine], ambient_C: float) -> dict[int, float]:
    """By step, °C of what is poured from a vessel with ice in it: T = T_room + (sum Q_high - Q_ice - C_ice (T_room - 0 °C)) / C.

    Q_ice is its heat of melting and C_ice its melt's heat capacity, since it comes in at 0 °C.

    Nothing where one of these heats is not established; never below 0 °C, where ice stays, and never above the room.
    """
    out = {}
    for s in procedure.steps:
        before = [x for x in procedure.steps if x.vessel == s.from_vessel and x.n < s.n]
        ice = [lots[k] for x in before for k in x.materials if lots[k].material.identity == "ice"]
        if not ice:
            continue
        ours = [r for r in lines if r.vessel == s.from_vessel and r.step < s.n]
        heats = [r.heat_kJ.best if r.family_id == "ice-melting" else r.heat_kJ.high for r in ours]
        cp = contents_cp(procedure, lots, s.from_vessel or "", s.n - 1)
        known = [h for h in heats if h is not None]
        if cp is not None and len(known) == len(heats):
            cold_J = ambient_C * sum(x.cp_J_K or 0.0 for x in ice)
            out[s.n] = min(max(ambient_C + (sum(known) * 1e3 - cold_J) / cp, 0.0), ambient_C)
    return out


def boiling(walk: Walk, vessel: str, cat: Catalogue, until: int | None = None) -> tuple[float, float, float] | None:
    """Boiling point (low, best, high), °C, of a vessel's mixture: the lowest of its steps up to `until`, sulfuric mixtures at their end."""
    entries = [e for e in walk.entries if e.vessel == vessel and (until is None or e.step <= until)]
    acid = [e for e in walk.entries if e.vessel == vessel and e.after.get("SO4-2", 0.0) > 0]
    if acid and acid[-1].after.get("H+", 0.0) > 1.2 * acid[-1].after["SO4-2"]:
        found = at_boil(acid[-1].after, cat)
        if found is not None and found[1] > 100.0:
            return found
    points = [p for e in entries if (p := at_boil(e.after, cat)) is not None]
    return min(points, key=lambda p: p[1], default=None)
