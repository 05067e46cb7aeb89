"""assess(procedure) -> Assessment: reads as the table of contents of the job."""

from __future__ import annotations

from collections import OrderedDict
from dataclasses import dataclass
from typing import Any

from northsquall import CORE_VERSION, data
from northsquall import sheets as sheet
from northsquall.assessment import (
    Assessment,
    Doc,
    Exotherm,
    ReactionLine,
    Schedule,
    UnreadItem,
)
from northsquall.calorimetry.measured import Measured, decomposes, measured_of
from northsquall.chemistry.families import FREE
from northsquall.chemistry.formula import mass_of
from northsquall.chemistry.roles import Purpose, purpose_of
from northsquall.chemistry.roots import composition, roots
from northsquall.chemistry.unrecognised import meeting, product_open
from northsquall.chemistry.walk import OVERNIGHT_MIN, TRIAL_MOL, Walk, walk
from northsquall.dynamics.building import Followed, Pot, build_pot, followed_by
from northsquall.dynamics.criticality import bracket, criticality
from northsquall.dynamics.kinetics import LEAST_KJ, beside, deciding
from northsquall.dynamics.pot import Run, run
from northsquall.dynamics.schedule import Timed, main_vessel, timetable
from northsquall.findings import Context, raise_all, verdict_of
from northsquall.findings.questions import questions_of
from northsquall.findings.referral import referral_of
from northsquall.gas import review as gas_review
from northsquall.gas.proposing import proposals as gas_proposals
from northsquall.gas.release import open_steps
from northsquall.procedure import Bath, Laboratory, Procedure, Step
from northsquall.procedure.amounts import Lot, lots_of
from northsquall.procedure.volumes import volumes
from northsquall.quenching import leftovers
from northsquall.quenching.leftovers import added_slowly
from northsquall.remedies.target import at_once
from northsquall.review import Settings, settings_for
from northsquall.stability import Bound, td24_bound
from northsquall.substances import Catalogue
from northsquall.substances import catalogue as shipped
from northsquall.substances.catalogue import canonical_smiles
from northsquall.working import Figure, Input, figure, not_established

CAUTION = (
    "This review supports a competent person's judgement. It replaces neither calorimetry, local codes, the institution's "
    "chemical-hygiene rules nor licensed practice."
)
POINTS, FEWER = 60, 30
"""Points a step for the curves, and while a handle moves."""


SULFATE_G = 98.08
ACID_PART = 0.3
"""Part of a mixture, by mass, from which sulfuric acid is the medium and no catalyst in one (assumption; handbook 2.10 means the nitrating acid)."""


def _is_the_medium(contents: dict[str, float]) -> bool:
    """Whether sulfuric acid is more than a catalyst in water or an alcohol: beside toluene it is a phase of its own."""
    acid = contents["SO4-2"] * SULFATE_G
    thinned = sum(n * mass_of(dict(composition(r))) for r, n in contents.items() if r == "H2O" or r in THINS)
    return acid > ACID_PART * (acid + thinned)


THINS = ("CO", "CCO", "CCCO", "CC(C)O", "CCCCO", "OCCO", "CC(=O)O")
"""Alcohols, and acetic acid, that take sulfuric acid up."""


def assess(
    procedure: Procedure, *, catalogue: Catalogue | None = None, laboratory: Laboratory | None = None, preview: bool = False
) -> Assessment:
    """The whole review of one procedure. Pure: the same input gives the same document.

    `preview` leaves out the searches for remedies and what the vessels hold, and draws with fewer points: what a drag needs at once.
    """
    cat = catalogue or shipped()
    settings = settings_for(procedure, laboratory)
    referral = referral_of(procedure, cat)
    if referral:
        return sheet.referred(procedure, cat, referral, CAUTION)

    w = work_out(procedure, cat, settings, FEWER if preview else POINTS)
    lots, best, walks, trials, slow_on = w.lots, w.walks[1], w.walks, w.trials, w.slow_on
    purpose, reactions, total, context = w.purpose, w.reactions, w.total, w.context
    pot, built = context.pot, context.pot_missing
    control = sheet.exotherm(context, procedure)
    yielded = sheet.yield_line(procedure, lots, purpose, bool(trials), cat)
    context.yield_percent = yielded.percent

    # quench, what must change, the verdict
    quenches = sheet.quench(procedure, lots, walks, context)
    context.quench_end, context.quench_least, context.quench_fill = quenches.ends, quenches.least, quenches.fills
    findings = raise_all(context)
    remedies = []
    if not preview and pot is not None and context.unknown_dose is None:
        remedies = at_once(procedure, context, control, findings)
    verdict, decides = verdict_of(findings)
    schedule = sheet.schedule(procedure, context, quenches.lines)
    questions = questions_of(findings, lots, _taken(context))
    return Assessment(
        versions={"core": CORE_VERSION, "catalogue": data.version()},
        title=procedure.title,
        materials=sheet.material_lines(procedure, lots, purpose, context.heat_open(len(procedure.steps))),
        unread=[UnreadItem(text=u.text, start=u.span[0], end=u.span[1], why=u.why) for u in procedure.unread],
        steps=sheet.step_lines(context),
        reactions=reactions,
        contents=[] if preview else sheet.contents(procedure, best, trials, cat),
        heat=sheet.heat(context, total),
        exotherm=control,
        gases=sheet.gases(walks, trials, slow_on, context.gas, open_steps(procedure, lots, best)) if context.gas else [],
        gas_lines=sheet.gas_lines(context),
        closed=sheet.closed_lines(context),
        gas_lanes=sheet.gas_lanes(context),
        gas_proposals=[] if preview else gas_proposals(context),
        dump=sheet.dump(context),
        vessels=sheet.vessel_lines(procedure, context),
        quench=quenches.lines,
        schedule=schedule,
        yield_=yielded,
        findings=findings,
        verdict=verdict,
        decides=decides,
        not_established=_open(control, total, findings),
        questions=questions,
        governs=sheet.governs(context, control),
        remedies=remedies,
        strip=sheet.strip(context, built),
        marks=sheet.marks(procedure),
        edits=[e.model_dump() for e in procedure.edits],
        assumptions=sheet.assumptions(context),
        caution=CAUTION,
        citations=sheet.citations(reactions),
        curves=sheet.curve_lines(context),
    )


@dataclass
class Work:
    """What every sheet and finding is made from."""

    lots: dict[str, Lot]
    walks: list[Walk]
    """Low, best and high amounts."""
    trials: list[Walk]
    slow_on: list[Walk]
    purpose: Purpose
    reactions: list[ReactionLine]
    total: Figure
    context: Context


_known: OrderedDict[str, tuple[list[Walk], list[Walk], list[Walk]]] = OrderedDict()
KEPT_WALKS = 24


def _walked(procedure: Procedure, lots: dict[str, Lot], wanted: tuple[str, ...]) -> tuple[list[Walk], list[Walk], list[Walk]]:
    """What happens in every vessel: (low, best and high amounts), with trial amounts where one is missing, with what is slow let on.

    Kept for procedures that differ in nothing that the chemistry looks at: a dose that is dragged changes its time alone.
    """
    key = _chemistry_of(procedure, lots, wanted)
    found = _known.get(key)
    if found is None:
        found = _walk_all(procedure, lots, wanted)
        _known[key] = found
        while len(_known) > KEPT_WALKS:
            _known.popitem(last=False)
    return found


def _chemistry_of(procedure: Procedure, lots: dict[str, Lot], wanted: tuple[str, ...]) -> str:
    """All that the chemistry depends on, the words included; of a step's time only whether it is a night's."""
    steps = [
        (
            s.model_dump_json(exclude={"duration", "attended", "stirred", "cooled"}),
            s.duration is not None and s.duration.value >= OVERNIGHT_MIN,
        )
        for s in procedure.steps
    ]
    charges = [
        (
            k,
            x.mol,
            x.water_mol,
            x.water_per_mol,
            x.carrier_g,
            x.carrier.id if x.carrier else None,
            x.substance.id,
            sorted(x.substance.parts.items()),
        )
        if x.substance
        else (k,)
        for k, x in lots.items()
    ]
    rest = procedure.model_dump_json(include={"vessels", "materials", "chemistry", "scale", "results", "train", "source_text"})
    return f"{wanted}{steps}{charges}{rest}"


def _walk_all(procedure: Procedure, lots: dict[str, Lot], wanted: tuple[str, ...]) -> tuple[list[Walk], list[Walk], list[Walk]]:
    best = walk(procedure, lots, wanted, energy=True)
    exact = all(
        x.mol is None or (x.mol[0] == x.mol[2] and (x.water_mol or (0.0,))[0] == (x.water_mol or (0.0,))[-1]) for x in lots.values()
    )
    walks = [best] * 3 if exact else [walk(procedure, lots, wanted, 0, energy=True), best, walk(procedure, lots, wanted, 2, energy=True)]
    unknown = any(
        x.mol is None and x.substance
        for x in lots.values()
        if x.material.role not in ("wash", "absorber") and x.material.id not in best.needed
    )
    trials = [walk(procedure, lots, wanted, 1, t, energy=True) for t in TRIAL_MOL] if unknown else []
    slow = any(e.latent == "slow" and (e.could > 0 or trials) for t in (trials or [best]) for e in t.events())
    slow_on = [walk(procedure, lots, wanted, 1, t, slow=True, energy=True) for t in (TRIAL_MOL if trials else (1.0,))] if slow else []
    return walks, trials, slow_on


def work_out(procedure: Procedure, cat: Catalogue, settings: Settings, points: int = POINTS) -> Work:
    """Amounts, chemistry, heats and the pot's runs of one procedure, before anything is judged."""
    # charge sheet
    lots = lots_of(procedure, cat)
    wanted = _wanted(procedure, cat)

    walks, trials, slow_on = _walked(procedure, lots, wanted)
    best = walks[1]
    purpose = purpose_of(procedure, trials[len(trials) // 2] if trials else best, lots, wanted)
    if trials:  # what is done on purpose is so in the walk that is judged as well
        own = purpose_of(procedure, best, lots, wanted)
        purpose.wanted |= own.wanted if own.target == purpose.target else set()
    reactions = sheet.reaction_lines(procedure, lots, walks, trials, cat, purpose, slow_on)
    absorbers = set(best.lines.values())

    # heat, by stage
    stages = sheet.stages(procedure, lots, walks, reactions)
    neutralised = {(r.step, r.vessel) for r in reactions if r.family == "neutralisation"}
    met = meeting(procedure, best, trials, lots, purpose, neutralised)
    unnamed = ""
    if met is not None and not met.trifle:
        unnamed = f"no reaction is recognised between {met.names[0]} and {met.names[1]}"
    elif product_open(procedure, best, lots):
        unnamed = f"no reaction that is recognised makes {procedure.results.product}"
    total = not_established("kJ", unnamed) if unnamed else sheet.total_heat(procedure, reactions, bool(trials), absorbers)

    # minute by minute
    wanted_lines = [r for r in reactions if r.role == "wanted" and r.heat_kJ.best is not None and r.vessel not in absorbers]
    hottest = max(wanted_lines, key=lambda r: abs(r.heat_kJ.best or 0.0)).vessel if wanted_lines else None
    heats = {(r.step, r.vessel, r.family_id): r.heat_kJ.best or 0.0 for r in wanted_lines}
    kinds: dict[int, str] = {s.n: s.kind for s in procedure.steps}
    main = deciding(best, heats, kinds)
    heat_of = sheet.enthalpy_of(main, procedure, cat) if main else None
    vessel = main_vessel(procedure, best, main, hottest)
    timed = timetable(procedure, lots, settings, vessel)
    curves, measured = measured_of(procedure)
    for t in timed:
        cooled = [s for s in procedure.steps if s.n < t.step.n and s.vessel == t.step.vessel][-1:]
        stands_in = next((v.bath for v in procedure.vessels if v.name == t.step.vessel), None)
        t.paced = t.unknown and _mixed_by_limit(t.step, reactions, stands_in, any(s.kind == "cool" for s in cooled))
    built: Pot | str = "nothing is charged to a vessel"
    if unnamed and main is None:
        built = unnamed
    elif vessel is not None:
        followed = [followed_by(procedure, main, heat_of.value)] if main and heat_of else []
        if main is not None and followed:
            others = [followed_by(procedure, e, sheet.enthalpy_of(e, procedure, cat).value) for e in beside(best, main, heats, kinds)]
            followed += [f for f in others if f.dH.established]
        built = build_pot(
            procedure, lots, best, timed, settings, vessel, followed, _beside(reactions, vessel.name, followed), decomposes(curves),
            sheet.iced_C(procedure, lots, reactions, settings.best("ambient_C")),
        )  # fmt: skip
    pot = built if isinstance(built, Pot) else None
    runs: dict[str, Run] = {}
    if pot is not None:
        runs = {c.name: run(pot.plan, c, points) for c in pot.plan.corners}
        if any(r.failed for r in runs.values()):
            built, pot, runs = "the integration did not succeed", None, {}

    # when control is lost
    context = _context(
        procedure,
        lots,
        best,
        settings,
        timed,
        pot,
        built if isinstance(built, str) else None,
        runs,
        heat_of,
        reactions,
        stages,
        total,
        cat,
        (curves, measured),
        TRACE_PART * (purpose.theory or 0.0),
    )
    context.purpose, context.trials, context.unrecognised = purpose, trials, met
    context.late = sheet.stages(procedure, lots, walks, reactions, late=True)
    whole = volumes(procedure, lots)
    fills = {v.name: (whole[v.name], v.nominal_mL) for v in procedure.vessels}
    side = {g: sorted(where) for g, (where, _) in sheet.beside(walks, trials).items()}
    context.gas = gas_review(procedure, walks, trials, timed, lots, settings, pot, runs, fills, side, cat)
    context.leftovers = leftovers(procedure, lots, walks, trials, purpose)
    return Work(lots, walks, trials, slow_on, purpose, reactions, total, context)


def _taken(c: Context) -> dict[str, str]:
    """What stands in for an answer nobody gave, by what is asked."""
    out = {f"identity:{x.material.id}": x.substance.id for x in c.lots.values() if x.candidates and x.substance is not None}
    out |= {f"strength:{x.material.id}": f"{st.percent_w:g} %" for x in c.lots.values() if (st := x.material.strength) and st.percent_w}
    if c.pot is None:
        return out
    name, plan = c.pot.vessel.name, c.pot.plan
    out[f"bath-ice:{name}"] = f"{plan.ice_kg * 1e3:.0f} g of ice in as much water"
    out[f"vessel:{name}"] = f"{plan.nominal_mL:.0f} mL"
    out[f"bath:{name}"] = "air"
    return out


def _wanted(procedure: Procedure, cat: Catalogue) -> tuple[str, ...]:
    """Components of the products that the author names: a structure, or a gas or salt by its main component."""
    out = [procedure.results.product_smiles] if procedure.results.product_smiles else []
    s = cat.substances.get(procedure.results.product_identity or "")
    if s is not None:
        out += [r for r in s.parts if r not in FREE and r not in out]
        out += [
            r.id for r in roots().values() if r.state == "l" and r.formula == s.formula and r.id not in s.parts
        ]  # nitric acid as it comes over
    return tuple(canonical_smiles(x) if x == procedure.results.product_smiles else x for x in out)


def _beside(lines: list[Any], vessel: str, reactions: list[Followed]) -> dict[int, float | None]:
    """Heat (kJ) of each step of a vessel beside the reactions with a rate; None where it is not established."""
    out: dict[int, float | None] = {}
    own = {f.event.reaction.family.id for f in reactions} | ({"water-uptake"} if reactions else set())
    for r in lines:
        if r.vessel != vessel or r.family_id in own:
            continue
        best = r.heat_kJ.best
        before = out.get(r.step, 0.0)
        out[r.step] = None if best is None or before is None else before + best
    return out


MIXES = ("acid-mixing", "dilution", "neutralisation")
"""Families of the heat that comes where two liquids meet, at once."""


COOLS = ("ice", "ice-salt", "dry-ice", "water")
"""Baths that take heat away with no thermostat to set them."""


def _mixed_by_limit(step: Step, reactions: list[Any], stands_in: Bath | None, was_cooled: bool) -> bool:
    """Whether acids and bases only meet here, slowly and cooled under a limit that is written: the heat comes with the drop, and the limit sets the pace."""
    here = [r for r in reactions if r.step == step.n and r.vessel == step.vessel and (r.extent_mol or 0.0) > 0]
    only = bool(here) and all(r.role == "side" and r.family_id in MIXES for r in here)
    bath = step.bath or stands_in
    cooled = step.cooled or was_cooled or (bath is not None and bath.kind in COOLS)
    return only and step.T_limit is not None and added_slowly(step) and cooled


def _context(
    procedure: Procedure,
    lots: dict[str, Any],
    best: Walk,
    settings: Settings,
    timed: list[Any],
    pot: Pot | None,
    missing: str | None,
    runs: dict[str, Run],
    heat_of: Any,
    reactions: list[Any],
    stages: list[Any],
    total: Figure,
    cat: Catalogue,
    known: tuple[list[Measured], Bound | None],
    trace_mol: float,
) -> Context:
    warm = bool(stages) or any(not r.heat_kJ.established for r in reactions)
    idle = max(IDLE_KJ, IDLE_K * pot.cp_J_K / 1e3) if pot is not None else IDLE_KJ
    hot = {r.step for r in reactions if not r.heat_kJ.established or abs(r.heat_kJ.best or 0.0) > idle}
    unknown = next(
        (
            t
            for t in timed
            if t.unknown and warm and (pot is None or t.step.vessel == pot.vessel.name) and (pot is None or t.step.n in hot) and not t.paced
        ),
        None,
    )  # how fast matters where there is heat
    structures = {r for e in best.entries for x in (e.after, e.mixed) for r, n in x.items() if "[N+]" in r and n > trace_mol}
    curves, measured = known
    sulfuric = any(
        x.substance is not None and x.substance.parts.get("H+", 0.0) >= x.substance.parts.get("SO4-2", 0.0) > 0 for x in lots.values()
    )
    acid = any(
        (sulfuric or e.after.get("H+", 0.0) >= e.after["SO4-2"]) and _is_the_medium(e.after)
        for e in best.entries
        if e.after.get("SO4-2", 0.0) > 0
    )
    bound = measured or td24_bound(sorted(structures), "acid" if acid else "neat")  # a sulfate that dries an ether layer is no acid
    c = Context(
        procedure=procedure, lots=lots, walk=best, settings=settings, timed=timed, pot=pot, pot_missing=missing, runs=runs,
        enthalpy=heat_of, reactions=reactions, stages=stages, bound=bound, td24_applies=bool(structures) or measured is not None, curves=curves, process_C=None, mtt=None,
        mtsr=not_established("°C", missing or "no reaction with a rate"), peak={}, accumulation=None, bracket=None, klass=None,
        unknown_dose=unknown, quench_end={}, quench_least={}, quench_fill={}, total_heat=total,
    )  # fmt: skip
    if unknown is not None and c.unknown_dose is not None and (_nothing_to_lose(c) or _idle(c, unknown)):
        c.unknown_dose, c.moot_dose = None, unknown
    if pot is None or not runs:
        return c
    for seg in pot.plan.segments:
        tops = [r.over(seg.step).peak_C for r in runs.values() if r.over(seg.step)]  # type: ignore[union-attr]
        mid = runs["best"].over(seg.step)
        if mid and (seg.kind in ("dose", "add", "hold", "heat", "charge") or seg.step in pot.dose_steps):
            c.peak[seg.step] = (min(tops), mid.peak_C, max(tops))
    if not pot.plan.reacts:
        if unknown is not None and c.unknown_dose is not None and _mixes_mildly(c, unknown):
            c.unknown_dose, c.moot_dose = None, unknown
        _batch(c, cat)
        return c
    high = {n: r.worst().mtsr_C for n, r in runs.items()}
    taken = "best" if pot.rates_known else "slow"  # without a rate the worse bound is the figure
    c.mtsr = figure(
        high[taken], "°C", low=min(high.values()), high=max(high.values()), expression="MTSR = max over t of T + X_ac (−ΔH) ξ / C",
        inputs=[
            Input(name="ΔH with its water", value=round(pot.plan.corners[0].dH_kJ, 0), unit="kJ/mol", origin="computed"),
            Input(name="heat capacity of the pot at the end", value=round(pot.cp_J_K), unit="J/K", origin="computed"),
            *_rate_inputs(pot),
        ],
        sources=["handbook 2.5"],
    )  # fmt: skip
    piled = {n: max(s.piled for s in r.steps) for n, r in runs.items()}
    c.accumulation = (min(piled.values()), piled["best"], max(piled.values()))
    doses = [procedure.steps[n - 1] for n in pot.dose_steps]
    windows = [s.T_range for s in doses if s.T_range] or [s.T_limit for s in doses if s.T_limit]
    last = c.peak.get(pot.dose_steps[-1]) if pot.dose_steps else None
    c.process_C = windows[-1].value if windows else last[1] if last is not None else None
    reacting = [n for n in pot.dose_steps if n <= pot.until] or pot.dose_steps  # ether that extracts what is over boils under nothing
    c.mtt = sheet.boiling(best, pot.vessel.name, cat, max(reacting, default=None))
    if c.process_C is not None and c.mtt is not None and c.mtsr.high is not None:
        low = bound.TD24_C if bound else float("inf")
        process = min(c.process_C, c.mtsr.high)
        c.bracket = bracket(process, c.mtsr.high, (c.mtt[0], c.mtt[2]), low, low if measured else float("inf"))
        decides = bound is not None and (measured is not None or c.mtsr.high >= low)
        c.klass = criticality(process, c.mtsr.high, c.mtt[1], low) if decides else c.bracket[0]
        if unknown is not None and _harmless(c, unknown):
            c.unknown_dose, c.moot_dose = None, unknown
        elif unknown is not None:
            c.klass = None
    return c


BATCH = ("heat", "hold", "reflux")


def _batch(c: Context, cat: Catalogue) -> None:
    """MTSR and class where a wanted reaction goes on with nothing fed: all of it is there, X_ac = 1, from the step's own temperature on."""
    assert c.pot is not None
    here = [
        (s, r)
        for s in c.stages
        for r in c.reactions
        if r.step == s.step and r.vessel == s.vessel == c.pot.vessel.name and r.role == "wanted" and (r.heat_kJ.best or 0.0) > LEAST_KJ
        and (step := c.step(s.step)) is not None and step.kind in BATCH and not step.materials
    ]  # fmt: skip
    stage, _ = max(here, key=lambda x: x[0].rise_K[2], default=(None, None))
    if stage is None:
        return
    step = c.step(stage.step)
    c.mtt = sheet.boiling(c.walk, stage.vessel, cat, stage.step)
    written = step.T_range.value if step is not None and step.T_range is not None else None
    reflux = step is not None and step.kind == "reflux"
    start = written if written is not None else c.mtt[1] if reflux and c.mtt is not None else c.settings.best("ambient_C")
    low, best, high = (start + x for x in stage.rise_K)
    c.process_C = start
    c.mtsr = figure(
        best, "°C", low=low, high=high, expression="MTSR = T + ΔTad: nothing is fed, so all of it is there when it starts",
        inputs=[
            Input(name="temperature of the step", value=round(start, 1), unit="°C", origin="procedure" if written is not None else "computed", span=step.T_range.span if step is not None and step.T_range else None),
            Input(name="adiabatic rise of the stage", value=round(stage.rise_K[1], 1), unit="K", origin="computed", note=stage.what),
        ],
        sources=["handbook 2.5"],
    )  # fmt: skip
    c.accumulation = (1.0, 1.0, 1.0)
    if c.mtt is None:
        return
    bound = c.bound.TD24_C if c.bound else float("inf")
    c.klass = criticality(min(start, c.mtt[1]), high, c.mtt[1], bound)
    if reflux and high >= c.mtt[1]:
        c.klass = max(c.klass, 3)


MARGIN_K = 10.0
"""Room below boiling and the class's bound that the worst case must leave for a missing time not to decide (assumption)."""


IDLE_KJ, IDLE_K = 0.5, 3.0
"""Heat of a step, and what it warms the pot by, up to which the time of its addition decides nothing (assumption)."""


TRACE_PART = 0.03
"""Part of the product, in moles, up to which a nitro compound beside it is a trace and sets no bound; none where no product is known (assumption)."""


def _nothing_to_lose(c: Context) -> bool:
    """Whether nothing reacts: only mixing heats of a few kelvin, all of them known, and no gas."""
    rises = [s.rise_K[2] for s in c.stages]
    known = all(r.heat_kJ.established for r in c.reactions)
    return known and max(rises, default=0.0) < c.settings.severity("H11_rise_K") and not any(e.gas for e in c.walk.entries)


def _mixes_mildly(c: Context, dose: Timed) -> bool:
    """Whether what is added only mixes or dissolves, with a known heat that all at once stays below the first band of severity, and no limit is written for it."""
    step = dose.step
    rises = [s.rise_K[2] for s in c.stages if s.step == step.n]
    known = all(r.heat_kJ.established for r in c.reactions if r.step == step.n)
    free = step.T_limit is None and step.T_range is None and not any(e.gas for e in c.walk.entries if e.step == step.n)
    return known and free and bool(rises) and max(rises) < c.settings.severity("H01_note_K")


def _idle(c: Context, dose: Timed) -> bool:
    """Whether what is added takes part in nothing: no gas comes in its step, and the heats of its step are known and small."""
    here = [r for r in c.reactions if r.step == dose.step.n]
    if c.pot is None or c.pot.cp_J_K <= 0 or any(not r.heat_kJ.established for r in here):
        return False
    if any(e.gas for e in c.walk.entries if e.step == dose.step.n) or any(r.role == "wanted" for r in here):
        return False
    heat = sum(abs(r.heat_kJ.high or 0.0) for r in here)
    free = dose.step.T_limit is None and dose.step.T_range is None and not any(r.role == "decomposition" for r in here)
    most = "H11_condition_K" if free and all(r.route == "hess" for r in here) else "H11_rise_K"
    return heat * 1e3 / c.pot.cp_J_K < c.settings.severity(most)


def _harmless(c: Context, dose: Timed) -> bool:
    """Whether all at once, with all unreacted when the cooling stops, still keeps limit, boiling point and bound (handbook 4, verdict)."""
    seg = next((s for s in c.pot.plan.segments if s.step == dose.step.n), None) if c.pot else None
    if seg is None or c.mtt is None or c.mtsr.high is None or dose.step.n not in c.peak:
        return False
    rise = max((s.rise_K[2] for s in c.stages), default=0.0)
    ceiling = min(c.mtt[0], c.bound.TD24_C if c.bound else 1e9) - MARGIN_K
    kept = c.peak[dose.step.n][2] <= (seg.limit_C if seg.limit_C is not None else 1e9)
    boiled = any(s.kind == "reflux" and s.vessel == dose.step.vessel and s.n > dose.step.n for s in c.procedure.steps)
    highest = (
        max(c.peak[dose.step.n][2], c.peak[dose.step.n][0] + rise) if boiled else c.mtsr.high
    )  # what is boiled later under its condenser is meant to boil
    return kept and highest < ceiling and rise < c.settings.severity("H01_note_K")


def _rate_inputs(pot: Pot) -> list[Input]:
    """The rate behind a figure: its constant where there is one, else how it was taken."""
    rate = pot.kinetics
    if rate is None:
        return []
    if rate.how != "second order":
        return [Input(name="rate", value=None, unit="", origin="assumed", note=f"{rate.how}: {rate.note}")]
    return [Input(name=f"rate constant at {rate.T_ref_C:.0f} °C", value=pot.plan.rates[0].k_ref * 1e3, unit="L/(mol s)", origin="assumed", note=f"family default, a factor of {rate.factors[1]:g} either way", path="assumptions.rate_k")]  # fmt: skip


def _open(control: Exotherm, total: Figure, findings: list[Any]) -> list[str]:
    """Names of what is not established, what decides first."""
    out = [f"{f.code}: {f.short or f.message}" for f in findings if not f.established]
    for name, value in (("total heat", total), ("peak temperature", control.peak_T_C), ("MTSR", control.MTSR_C), ("TD24", control.TD24_C)):
        if not value.established:
            out.append(f"{name}: {value.reason}")
    return out


__all__ = ["Assessment", "Doc", "Schedule", "assess"]
