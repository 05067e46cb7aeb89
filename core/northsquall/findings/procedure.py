"""P01 P02 P05 P06 P08 and the referral P14."""

from __future__ import annotations

import re
from collections.abc import Container, Iterator

import numpy as np

from northsquall import patterns
from northsquall.assessment import Finding, Severity
from northsquall.chemistry.classes import classes_in
from northsquall.chemistry.unrecognised import ACTING, NET, REDUCED_ONLY
from northsquall.chemistry.walk import walk
from northsquall.findings.base import Context, finding, rule
from northsquall.findings.chemistry import TITRATES
from northsquall.findings.sentences import named_in
from northsquall.gas.records import record_of, with_record
from northsquall.procedure import NO_STEP, Material, Step
from northsquall.procedure.amounts import Lot, lots_of
from northsquall.procedure.units import convert
from northsquall.reading import lexicon as lex
from northsquall.reading.mentions import class_of
from northsquall.reading.reconcile import JOINED, NOT_OF_A_CHARGE
from northsquall.reading.tokens import substances_in
from northsquall.substances import catalogue

NEEDED = ("charge", "dose", "add", "dissolve", "quench")


TWICE = ("phosphorus pentoxide",)
"""What is P4O10 here and counted as P2O5 by many."""


@rule("P01")
def implausible(c: Context) -> Iterator[Finding]:
    """P01: implausible amount, slip of unit, impossible strength or temperature."""
    for lot in c.lots.values():
        m = lot.material
        for _, sentence in lot.faults:
            yield finding(
                "P01",
                "condition",
                f"{m.name}: {sentence}.",
                span=m.span,
                step=c.step(m.step),
                established=lot.mol is not None,
                remedy="Ask the author for the amount.",
                short="implausible",
            )
        f = lot.moles_differ
        by_half = lot.substance is not None and lot.substance.id in TWICE and f is not None and 0.9 <= 2 * f <= 1.1
        if f is not None and not 0.9 <= f <= 1.1 and not by_half:
            severity: Severity = "condition" if f > 1.3 or f < 0.77 else "note"
            taken = lot.best_mol * f if lot.slipped else lot.best_mol
            yield finding(
                "P01",
                severity,
                f"{m.name}: {taken:.3g} mol by its amount, but {taken / f:.3g} mol is written ({f:.2g} times){'; the moles are taken' if lot.slipped else ''}.",
                span=m.span,
                step=c.step(m.step),
                figure=f,
                limit="within 10 %",
                remedy="Ask which of the two is meant.",
                short="moles differ",
            )  # type: ignore[index]
    for step in c.procedure.steps:
        for q in (step.T_range, step.T_limit):
            if q and q.value < -273.15:
                yield finding(
                    "P01",
                    "condition",
                    f"{q.value:g} °C is below absolute zero.",
                    step=step,
                    span=q.span,
                    established=False,
                    remedy="Ask for the temperature.",
                    short="implausible",
                )
        if step.duration and step.duration.value <= 0:
            yield finding(
                "P01",
                "condition",
                f"{step.duration.value:g} min is no time.",
                step=step,
                span=step.duration.span,
                established=False,
                remedy="Ask for the time.",
                short="implausible",
            )
    said: set[str] = set()
    for r in c.reactions:
        if r.role != "wanted":
            continue
        excess = _equivalents(c, r.step)
        if excess and excess[3].material.id in said:
            continue
        if excess and (excess[0] > excess[2] * 1.3 or excess[0] < excess[1]):
            lot = excess[3]
            said.add(lot.material.id)
            yield finding(
                "P01",
                "condition" if excess[0] < excess[1] or excess[0] > FAR_OVER * excess[2] else "note",
                f"{excess[0]:.2g} equivalents of {lot.label}; {excess[1]:g}–{excess[2]:g} are usual for this family.",
                span=lot.material.span,
                figure=excess[0],
                limit=f"{excess[1]:g}–{excess[2]:g}",
                remedy="Ask whether the amount is meant.",
                short="equivalents",
            )


def _equivalents(c: Context, step: int):  # type: ignore[no-untyped-def]
    for e in c.walk.events():
        ideal = e.reaction.family.record.get("ideal_equivalents")
        if not ideal or e.latent or not e.reaction.substrate or e.reaction.partner:
            continue
        root = next((r for r, n in e.reaction.change if n < 0 and r not in ("H+", "H2O", e.reaction.substrate)), None)
        reagents = [x for x in c.lots.values() if x.substance and x.mol and root in x.substance.parts and x.material.role != "absorber"]
        substrates = [x for x in c.lots.values() if x.substance and x.mol and e.reaction.substrate in x.substance.parts]
        if reagents and substrates:
            ratio = sum(x.best_mol for x in reagents) / sum(x.best_mol for x in substrates) / e.reaction.count
            return ratio, ideal[0] * 0.9, ideal[1], reagents[0]
    return None


FAR_OVER = 3.0
"""Times the usual equivalents from which an amount is asked about before the work may go on (assumption)."""
NO_BATH_K = 15.0
"""Warming in air alone from which a bath is asked for (assumption)."""


def _warms(c: Context) -> bool:
    """Whether a step in which the reaction is fed warms the pot noticeably with what is written."""
    assert c.pot is not None
    held = {x.step: x.bath_T_K - 273.15 for x in c.pot.plan.segments if x.bath == "fixed"}  # heated to its window: no warming of its own
    for r in c.runs.values():
        for s in r.steps:
            begin = int(np.searchsorted(r.t_s, s.start_s))
            if s.step not in c.pot.dose_steps or s.step > c.pot.until or begin >= len(r.pot_C):
                continue
            if s.peak_C - max(r.pot_C[begin], held.get(s.step, -273.15)) > NO_BATH_K:
                return True
    return False


MASS_IN = patterns.compile(
    r"\b(?:put|add(?:ed)?|pour(?:ed)?|tip(?:ped)?|drop(?:ped)?|weigh(?:ed)?)\b[^.;]{0,40}(?:\d ?(?:g|kg)|\b(?:grams?|kilos?))\b", re.I
)
MASS = patterns.compile(r"\d\s?(?:g|kg|grams?|kilos?|kilograms?)$|\b(?:grams?|kilos?|kilograms?)$", re.I)
STANDS_BY = patterns.compile(
    r" of (?:clean |washed |fine |sea |quartz )?(?:sand|celite|kieselguhr|glass wool|cotton wool|(?:anti-?bumping |boiling )(?:stones|chips)|molecular sieves?)\b|\b of (?:crushed |broken |dry )?(?:ice|sand|soda ash|vermiculite|lime|cat litter)\b[^.;\n]{0,30}\b(?:ready|at hand|to hand|standing by|stands by|stood by|stood ready|stands|stood|by the side|in reserve|if needed)\b",
    re.I,
)
""" "There's a kilo of ice ready": spare, and no charge."""
BEFORE_THE_END = ("charge", "add", "dose", "hold", "heat", "reflux", "quench")


VOLUME = patterns.compile(r"\d\s?(?:mL|ml|L|l|cL|dL)$")
ROW_NAME = patterns.compile(r"\W*(?:[\w.()-]+[ \t]*){1,5}")
"""A name of a few words, and nothing that is done."""


def _row_of_its_own(text: str, span: tuple[int, int]) -> bool:
    """Whether a line is a name and this amount, with a remark behind it at the most: a row of the charge list."""
    begin, end = text.rfind("\n", 0, span[0]) + 1, text.find("\n", span[1])
    behind = text[span[1] : end if end >= 0 else len(text)]
    if IS_A_VESSEL.search(text, begin, span[0]) is not None:
        return False
    return ROW_NAME.fullmatch(text, begin, span[0]) is not None and re.match(r"\s*(?:[,;|(].*)?$", behind) is not None


IS_A_VESSEL = patterns.compile(r"\b(?:cylinder|flask|beaker|dish|tub|bucket|bowl|pycnometer|burette|pipette|syringe|vial|cuvette) $", re.I)
"""Before a volume: the size of a vessel."""
NOT_PUT_IN = patterns.compile(
    r"[ -](?:[a-z-]+ ){0,2}(?:flask|beaker|bucket|bottle|receiver|jar|funnel|cylinder|trap|generator|conical|bowl|vessel)\b|[^.;\n]{0,25}\b(?:have|has|had) come\b|[^.;\n]{0,12}\b(?:back|over|off|left|collected|distil\w*)\b",
    re.I,
)
"""Behind a volume: the size of a vessel, or what comes out."""


def _named_beside(text: str, span: tuple[int, int]) -> bool:
    """Whether a volume stands right before or behind the name of a substance: "water 25 mL", "25 mL of ethanol"."""
    behind, before = text[span[1] : span[1] + 40], text[max(0, span[0] - 40) : span[0]]
    after = re.match(r" (?:of )?(?:\d+(?:[.,]\d+)? ?% )?", behind)
    ahead = re.search(r"[ ,(]*(?:\d+(?:[.,]\d+)? ?%,? ?)?\(?$", before)
    if NOT_PUT_IN.match(behind) is not None:
        return False
    named = [t.value for t in substances_in(behind) if after is not None and t.start == after.end()]
    named += [t.value for t in substances_in(before) if ahead is not None and t.end == ahead.start()]
    return bool(set(named) - {"water", "ice", "sodium hydrogen carbonate", "sodium carbonate", "sodium chloride"})


CRUDE = patterns.compile(r"\s*(?:of )?(?:the |my |a )?(?:crude|raw product|sample)\b", re.I)
""" "Load 2.1 g crude": what is parted, where nothing reacts."""


A_THING = patterns.compile(
    r"\s*(?:of )?(?:the |an? |dry |dyed |clean |old |wet |small )*(?:cloth|fabric|textile|rags?|yarn|wool|cotton|linen|filter papers?|coins?|boards?|plates?|foils?|strips?|beans?|leaves|peels?|bread|eggs?|shells?|weights?|brass weights?|ballast|glass(?:ware)?)\b",
    re.I,
)
"""What is weighed and is no charge of a chemical: "10 g cloth"."""


STAYS_BEHIND = patterns.compile(
    r"\b(?:leav(?:e|es|ing)|left|stop(?:s|ped|ping)? (?:at|with|when)|remain\w*|stay\w*)\b[^.;\d]{0,20}\d[\d.,]* ?mL\b|\d[\d.,]* ?mL\b[^.;\d]{0,20}\b(?:left|remain\w*|stay\w*|behind)\b",
    re.I,
)


def _only_stays_behind(said: str) -> bool:
    """ "Distil off the fraction 50-52 °C; leave 3 mL": the one amount is what is not distilled."""
    return STAYS_BEHIND.search(said) is not None and len(re.findall(r"\d ?(?:m?g|kg|m?L|m?mol)\b", said)) == 1


IS_LOST = patterns.compile(r"\s*(?:are|is|were|was) lost\b|\s*(?:loss|lost|lighter|less)\b", re.I)
"""Behind a mass: what a balance shows to be gone."""
CAME_OVER = patterns.compile(
    r"\W*(?:fore-?run(?:nings)?|main|heads|tails|(?:first |second |third )?fraction|distillate|residue|out|yield|weight)\b", re.I
)
"""A line that begins with what came out."""


@rule("P02")
def unplaced(c: Context) -> Iterator[Finding]:
    """P02: a mass, or a volume that is a row of its own, stands in the text before the batch is done, and what it is of was not read: a charge may be missing."""
    text = c.procedure.flowing
    last = max((s.span[1] for s in c.procedure.steps if s.kind in BEFORE_THE_END), default=0)
    for u in c.procedure.unread:
        if u.why.startswith(JOINED):
            yield finding(
                "P02", "note", f"“{u.text}”: {u.why}.", step=c.step_at(u.span[0]), span=u.span, remedy="Write the amount right behind its name, if it is another's.", short="amount by its place",
            )  # fmt: skip
            continue
        if not u.why.startswith(("a quantity", "something is done", "a material")):
            continue  # what a second look took back, and says so
        per = text[u.span[1] : u.span[1] + 4].lstrip().startswith(("/", "per"))
        row = VOLUME.search(u.text) is not None and _row_of_its_own(text, u.span)
        done = (
            u.why.startswith("something is done") and MASS_IN.search(u.text) is not None
        )  # "put about twenty-five grams of the pieces in"
        beside = u.why.startswith("a quantity") and VOLUME.search(u.text) is not None and _named_beside(text, u.span)
        missing = row or (u.span[0] < last and (done or beside or MASS.search(u.text) is not None))
        spare = STANDS_BY.match(text, u.span[1]) is not None or _only_stays_behind(u.text) or IS_LOST.match(text, u.span[1]) is not None
        sample = (CRUDE.match(text, u.span[1]) is not None and not c.reactions) or A_THING.match(text, u.span[1]) is not None
        if (
            per
            or not missing
            or spare
            or sample
            or CAME_OVER.match(text, text.rfind("\n", 0, u.span[0]) + 1)
            or (NOT_OF_A_CHARGE.search(text, max(0, u.span[0] - 60), u.span[0]) or text[: u.span[0]].rstrip().endswith("("))
        ):
            continue
        yield finding(
            "P02", "condition", f"“{u.text}” is written, and what it is of was not read: a charge may be missing from these figures.", step=c.step_at(u.span[0]), span=u.span,
            established=False, limit="every mass placed", remedy="Say what it is of, or strike it.", source="handbook 1: a missing value is not zero", short="mass not placed",
        )  # fmt: skip


def _inert(c: Context) -> bool:
    """Whether nothing that went in, or is named anywhere in the text, can act on anything else there: "mixtures of ethanol and water"."""
    acting = ACTING - REDUCED_ONLY
    here = [x.substance for x in c.lots.values()] + list(named_in(c.procedure.flowing))
    known = all(s is not None and not acting & set(classes_in(dict(s.parts))) for s in here)
    return known and not c.reactions and not c.heat_open(max((s.n for s in c.procedure.steps), default=0))


LITTLE_MOL = 0.02
"""Moles, at most, that limit a reaction to half a litre of gas and, at 300 kJ/mol, to 6 kJ (assumption): "a pinch" of soda into vinegar."""


MOST_KJ_MOL = 300.0
"""Heat of a mole up to which that holds; one that is not established decides."""


def _a_little(c: Context) -> bool:
    """Whether all that the unwritten amounts can do is limited by what is written, and little: more of them changes nothing."""
    unwritten = {r for x in c.lots.values() if x.mol is None and x.substance is not None for r in x.substance.parts}
    there: dict[str, float] = {}
    for x in c.lots.values():
        for r, n in x.roots(2).items():
            there[r] = there.get(r, 0.0) + n
    events, known = [e for w in c.trials for e in w.events() if e.latent is None], set(with_record())
    limited = all(any(n < 0 and r not in unwritten and 0.0 < there.get(r, 0.0) <= LITTLE_MOL for r, n in e.reaction.change) for e in events)
    heats = all(r.dH_kJ_per_mol.best is not None and abs(r.dH_kJ_per_mol.low or r.dH_kJ_per_mol.best) <= MOST_KJ_MOL for r in c.reactions)
    toxic = any(n > 0 and r in known and record_of(r).toxic for e in events for r, n in e.reaction.change)
    return bool(events) and limited and heats and not toxic and not c.heat_open(max((s.n for s in c.procedure.steps), default=0))


STABILISERS = ("2,6-di-tert-butyl-4-methylphenol", "hydroquinone", "4-tert-butylcatechol")
"""What a trace of keeps (common practice, no source)."""
INDICATORS = ("phenolphthalein", "methyl orange", "methyl red", "bromothymol blue", "thymol blue", "eriochrome black T", "litmus", "starch")
"""What a drop of shows an end (common practice, no source)."""
FILLED_UP = patterns.compile(r"\b(?:up )?to the mark\b|\bvolumetric\b", re.I)
"""Water up to the ring of a measuring flask."""
TRACE_MOLAR = 0.02
"""Strength (mol/L) up to which the amount of a solution decides nothing (assumption: 200 kJ/mol warm it by 1 K)."""
MOST_MOLAR = 1.0
"""Strength up to which what comes from a burette does little (assumption)."""


def _dilute(lot: Lot) -> bool:
    """Whether a solution is one of a titration."""
    s = lot.material.strength
    return s is not None and s.molar is not None and s.molar <= MOST_MOLAR


NOTHING_KJ = 1.0
"""Heat up to which it does not matter in how much water it comes (assumption)."""


def _nothing_warms(c: Context, step: Step) -> bool:
    """Whether all that happens in a step's vessel is known to give next to no heat."""
    return all(r.heat_kJ.best is not None and abs(r.heat_kJ.best) <= NOTHING_KJ for r in c.reactions if r.vessel == step.vessel)


def _on_ice(c: Context, step: Step) -> bool:
    """Whether ice of a known amount takes the batch in this step."""
    return any(x.substance is not None and x.substance.id == "ice" and x.mol is not None for m in step.materials if (x := c.lots.get(m)))


HALF_ICE = 0.33
"""Part of a quench vessel up to which as much ice again as what is written has room in it (two thirds at the most, handbook 4)."""


def _in_water(c: Context, step: Step) -> bool:
    """Whether water of a known amount takes the batch in this step, and the vessel has room for ice besides, or has no size and is asked for."""
    told = any(x.substance is not None and x.substance.id == "water" and x.mol is not None for m in step.materials if (x := c.lots.get(m)))
    return told and c.quench_fill.get(step.n, 0.0) <= HALF_ICE


def _gas_in_it(c: Context, step: Step) -> bool:
    """Whether a quench sets a toxic gas free: how much stays in its water hangs on an amount that is not written."""
    known = set(with_record())
    there = [e for e in c.walk.events() if e.step == step.n and e.latent is None]
    return any(n > 0 and r in known and record_of(r).toxic for e in there for r, n in e.reaction.change)


COUNTED_DROPS = patterns.compile(r"\b(?:drops|by (?:the )?drop)\b", re.I)
TEST_TUBE_ML = 10.0
"""What a test of a drop scale holds (assumption)."""


def _in_a_test_tube(c: Context, step: Step) -> bool:
    """Whether all that is measured in a step's vessel is a few mL, and something is."""
    mine = {k for s in c.procedure.steps if s.vessel == step.vessel for k in s.materials}
    known = [mL for k in mine if (mL := c.lots[k].volume_mL) is not None]
    return bool(known) and sum(known) <= TEST_TUBE_ML


def _kept_in_air(c: Context, step: Step) -> bool:
    """Whether the limit of a feed, or the top of its window, is kept with the air alone to cool it, by the poorest figures."""
    top = step.T_limit or step.T_range
    most = (top.high if top.high is not None else top.value) if top is not None else None
    return most is not None and step.n in c.peak and c.peak[step.n][2] <= most + 0.5


def _acid_in_it(c: Context, step: Step) -> bool:
    """Whether free acid is in a step's vessel at any time from it on."""
    return any(e.step >= step.n and e.vessel == step.vessel and e.mixed.get("H+", 0.0) > 1e-6 for e in c.walk.entries)


KINDS_CALLED = patterns.compile(
    r"\b[Tt]he (?:amine|acid|anhydride|alcohol|ketone|aldehyde|ester|chloride|bromide|acid chloride|hydride|oxidant|reagent|halide|phenol|nitrile|salt|starting material|substrate)\b(?! (?:layer|wash|bath|number|value))"
)
"""What reacts, by its kind alone."""


@rule("P02")
def missing(c: Context) -> Iterator[Finding]:
    """P02: missing amount, temperature, time or vessel. A condition where the figure decides."""
    if c.procedure.steps and not any(x.mol is not None or x.material.amount is not None for x in c.lots.values()):
        called = KINDS_CALLED.search(c.procedure.flowing)
        met = [x.substance for x in c.lots.values()]
        named = any(x is None or x.id not in ("water", "ice") for x in (*met, *named_in(c.procedure.flowing)))
        undone = next((x for x in c.procedure.unread if x.why == NO_STEP), None)
        if called is not None or not named or undone is not None:
            which = (
                f"“{called.group()}” does not say what it is"
                if called is not None
                else f"of “{' '.join(undone.text.split())}” no step came"
                if undone is not None and named
                else "no substance is named"
            )
            first = c.procedure.steps[0]
            yield finding(
                "P02", "condition", f"No amount of anything is written, and {which}: what reacts, and how much, is not established.",
                step=c.step_at(called.start()) if called is not None else first, span=called.span() if called is not None else first.span,
                established=False, remedy="Ask what it is, and how much.", short="what and how much",
            )  # fmt: skip
    lacking = [
        x
        for x in c.lots.values()
        if x.mol is None and x.substance is not None and not x.faults and x.material.role not in ("wash", "absorber")
    ]
    for lot in lacking:
        step = c.step(lot.material.step)
        if step is None or step.kind not in NEEDED:
            continue
        if lot.substance is not None and lot.substance.id == "silicon dioxide":
            continue  # boiling stones, sand, silica: it acts on nothing
        decides = step.kind != "quench" or bool(c.enthalpy) or (_gas_in_it(c, step) and all(c.lots[k].mol is None for k in step.materials))
        if lot.substance is not None and lot.substance.parts.keys() == {"starch"} and not c.acts:
            decides = False  # what grew, beside what acts on nothing of it
        if lot.substance is not None and lot.substance.parts.keys() == {"CaCO3"} and not _acid_in_it(c, step):
            decides = False  # chalk: it acts on acids alone
        if lot.substance is not None and lot.substance.id in INDICATORS:
            decides = False  # drops of it show the end
        if lot.substance is not None and lot.substance.id in STABILISERS and step.kind == "add":
            decides = False  # "over a little BHT"
        if decides and (_inert(c) or _a_little(c)):
            decides = False  # nothing there acts on anything: "mixtures of ethanol and water"
        if step.kind == "quench" and any(s.kind == "quench" and s.vessel == step.from_vessel and s.n < step.n for s in c.procedure.steps):
            decides = False  # ice for a filtrate: it comes from where the batch was quenched
        if step.kind == "quench" and lot.substance is not None and lot.substance.id == "water" and _on_ice(c, step):
            decides = False  # "200 g of ice and some water": what is written takes up the heat
        if step.kind == "quench" and lot.substance is not None and lot.substance.id == "ice" and _in_water(c, step):
            decides = False  # "200 mL of water with ice": none is counted, what is there only cools more
        if lot.substance is not None and lot.substance.id == "water" and FILLED_UP.search(step.text) and _nothing_warms(c, step):
            decides = False  # the ring of the measuring flask says how much, and nothing there warms
        if (lex.BY_DROPS.search(step.text) or COUNTED_DROPS.search(step.text)) and _in_a_test_tube(c, step):
            decides = False  # drops of a reagent in a test tube
        if lot.material.strength is not None and (lot.material.strength.molar or 1.0) <= TRACE_MOLAR:
            decides = False  # 0.002 mol/L: however much of it, it warms and reacts by next to nothing
        if TITRATES.search(step.text) and _dilute(lot):
            decides = False  # until the colour turns: the burette measures it
        if lot.substance is not None and lot.substance.id == "ice" and step.T_range is not None:
            decides = False  # ice by need: the temperature that it keeps is written
        yield finding(
            "P02",
            "condition" if decides else "note",
            f"No amount of {lot.label} is written{' for the quench' if step.kind == 'quench' else ''}."
            if lot.material.amount is None
            else f"How much {lot.label} that is, is not established: {lot.reason}.",
            span=lot.material.span,
            step=step,
            established=False,
            remedy=f"Ask for the amount of {lot.label}.",
            short=f"amount of {lot.label}",
            asks=f"amount:{lot.material.id}",
        )
    t = c.unknown_dose
    if t is not None:
        yield finding(
            "P02",
            "condition",
            "No time is written for the addition, and it decides: the figures run from all at once to four hours.",
            step=t.step,
            established=False,
            remedy="Ask over how long it is added.",
            short="time of addition",
            asks=f"duration:{t.step.n}",
        )
    if c.moot_dose is not None:
        yield finding(
            "P02",
            "note",
            f"No time is written for the addition; even all at once it stays below {c.mtsr.high:.0f} °C."
            if c.mtsr.high is not None
            else f"No time is written for the addition; even all at once it warms by {max((s.rise_K[2] for s in c.stages), default=0.0):.1f} K.",
            step=c.moot_dose.step,
            established=False,
            remedy="Ask over how long it is added.",
            short="time of addition",
            asks=f"duration:{c.moot_dose.step.n}",
        )
    if c.pot and c.pot.bath_assumed and c.pot.bath:
        yield finding(
            "P02",
            "note",
            f"The bath has no size; {c.pot.plan.ice_kg * 1e3:.0f} g of ice in as much water is taken (twice the vessel, half of it ice).",
            span=c.pot.bath.span,
            established=False,
            remedy="Ask how much ice, in how large a bath.",
            short="size of the bath",
            asks=f"bath-ice:{c.pot.vessel.name}",
        )
    if c.pot and c.pot.vessel.nominal_mL is None:
        yield finding(
            "P02",
            "note",
            f"The vessel has no size; {c.pot.plan.nominal_mL:.0f} mL is taken.",
            span=c.pot.vessel.span,
            established=False,
            remedy="Ask for the size of the flask.",
            short="size of the vessel",
            asks=f"vessel:{c.pot.vessel.name}",
        )
    iced = c.pot is not None and any(
        x.substance is not None
        and x.substance.id == "ice"
        and (s := c.step(x.material.step)) is not None
        and s.vessel == c.pot.vessel.name
        and s.kind != "quench"
        for x in c.lots.values()
    )
    if c.pot and c.enthalpy and c.pot.bath is None and c.pot.plan.reacts and not iced and _warms(c):
        fed = [s for n in c.pot.dose_steps if (s := c.step(n)) is not None]
        bound = (
            c.klass is None or c.klass >= 3 or any((s.T_limit is not None or s.T_range is not None) and not _kept_in_air(c, s) for s in fed)
        )
        yield finding(
            "P02",
            "condition" if bound else "note",  # without a limit, in a low class, the air alone is the unfavourable bound, and it holds
            "No bath is written for the vessel that reacts; only the air cools it in these figures.",
            span=c.pot.vessel.span,
            established=False,
            remedy="Ask what the flask stands in.",
            short="bath",
            asks=f"bath:{c.pot.vessel.name}",
        )
    for step in c.procedure.steps:
        if step.kind == "quench" and c.enthalpy:
            v = c.vessel(step.vessel)
            if v is not None and v.nominal_mL is None:
                yield finding(
                    "P02",
                    "note",
                    "The vessel for the quench has no size.",
                    step=step,
                    established=False,
                    remedy="Ask for the size of the vessel for the quench.",
                    short="quench vessel",
                    asks=f"vessel:{step.vessel}",
                )


def _name_span(c: Context, m: Material) -> tuple[int, int]:
    """Where the name alone stands, without its amount: what an answer takes the place of."""
    at = c.procedure.flowing.find(m.name, m.span[0], m.span[1])
    return (at, at + len(m.name)) if at >= 0 else m.span


@rule("P05")
def unresolved(c: Context) -> Iterator[Finding]:
    """P05: a substance that is in no catalogue, or a name that means more than one thing."""
    for lot in c.lots.values():
        m = lot.material
        if lot.substance is None:
            choice = (
                f"Say which is meant: {' or '.join(lot.candidates)}."
                if lot.candidates
                else f"Give a structure or another name for {m.name}, or add it to the catalogue with its source."
            )
            plain = c.is_plain(lot)
            yield finding(
                "P05",
                "note" if plain else "condition",
                f"{lot.reason or m.name}; what it does is not established.",
                span=_name_span(c, m),
                step=c.step(m.step),
                established=False,
                remedy=choice,
                short="unresolved substance",
                asks=f"identity:{m.id}",
            )
        elif lot.candidates:
            others = [x for x in lot.candidates if x != lot.substance.id]
            yield finding(
                "P05",
                "note",
                f"“{m.name}” is taken as {lot.substance.id}; it may also mean {' or '.join(others)}.",
                span=_name_span(c, m),
                step=c.step(m.step),
                remedy="Ask which is meant.",
                short="ambiguous name",
                asks=f"identity:{m.id}",
            )


FED_AND_NOT_READ = patterns.compile(
    r"^\W*(?:then |now |next |and |slowly )*(?:add|pour|tip|run|drip|put|throw|feed|charge|mix)(?:s|ed)?\b(?![^.;]*\b(?:if|when|only|unless|should|sink|drain|waste|bottle of|layer|bath)\b)"
    r"[^.;]{0,40}?\b(acid|alkali|base|lye|caustic|bleach|oxidant|oxidi[sz]er|oxidi[sz]ing agent|reductant|reducing agent|reagent|initiator|peroxide|hydride|anhydride|solvent)\b",
    re.I,
)
"""A clause that puts a reagent in by its kind alone."""


KINDS = {"oxid": NET["oxidiser"], "alkali": {"strong-base"}, "base": {"strong-base"}, "lye": {"strong-base"}, "caustic": {"strong-base"}}
"""Classes of the pair list that a common noun which names no structure stands for, by how it begins."""


def _of_that_kind(c: Context, word: str) -> bool:
    """Whether something of this kind is charged, so that the words may speak of it."""
    held = [x.substance for x in c.lots.values() if x.substance is not None]
    if lex.GENERIC.get(word):
        return any(class_of(word, s.id) for s in held)
    classes = next((k for begins, k in KINDS.items() if word.startswith(begins)), set())
    return any(classes & set(classes_in(dict(s.parts))) or (word == "solvent" and s.phase == "l") for s in held)


@rule("P05")
def fed_and_not_read(c: Context) -> Iterator[Finding]:
    """P05: something goes in of which the text names only the kind, and no step came of it: a charge that is missing is not nothing."""
    for u in c.procedure.unread:
        m = FED_AND_NOT_READ.match(u.text)
        if m is None or not c.procedure.steps or _of_that_kind(c, m[1].lower()):
            continue
        yield finding(
            "P05", "condition", f"“{u.text.strip()[:80]}” puts something in, and which {m[1].lower()} is meant is not established.", span=u.span, step=c.step_at(u.span[0]), established=False,
            remedy="Say which it is, how strong and how much.", source="handbook 4", short="unresolved substance",
        )  # fmt: skip
        return


MEASURED_AND_NOT_READ = patterns.compile(
    r"^(?![^.;]*\b(?:first|next|rest|last|another|further|blank|used|sample)\b)(?=(?:[^.;]|\.\d)*\d[\d.,]* ?(?:m?g|kg|m?l)\b)(?:[^.;]|\.\d)*(?:\b(?:is|are|was|were) (?:\w+ )?(?:added|poured in|run in|put in|dripped in)\b|^\W*(?:then |now )?(?:add|pour in|put in)\b)",
    re.I,
)
"""A clause that puts in so much of what no rule could name."""


@rule("P05")
def measured_and_not_read(c: Context) -> Iterator[Finding]:
    """P05: so much of something goes in that no rule could name: a charge that is missing is not nothing."""
    u = next((u for u in c.procedure.unread if MEASURED_AND_NOT_READ.match(u.text)), None)
    if u is not None and c.procedure.steps:
        yield finding(
            "P05", "condition", f"“{u.text.strip()[:80]}” puts something in, and what it is is not established.", span=u.span, step=c.step_at(u.span[0]), established=False,
            remedy="Say what it is, how strong and how much.", source="handbook 4", short="unresolved substance",
        )  # fmt: skip


MOVED_AND_NOT_READ = patterns.compile(
    r"^\W*(?:then |now |next |and |slowly |I |we |you )*(?:add|pour|tip|run|drip|stir|mix|combine|feed)(?:s|ed|ped)?\b[^.;]{2,60}\b(?:in ?to|on ?to|to|with)\b (?:the|this|that) \w+",
    re.I,
)
ENDS_ELSEWHERE = ("quench", "test", "filter", "distil", "extract", "dry", "store")


@rule("P02")
def two_that_never_meet(c: Context) -> Iterator[Finding]:
    """P02: something is moved in words that were not read, and two vessels hold what was charged and nothing is told to leave either: how they meet is not established."""
    steps = c.procedure.steps
    emptied = {s.from_vessel for s in steps}
    ended = {s.vessel for s in steps if s.kind in ENDS_ELSEWHERE}
    held = {s.vessel for s in steps if s.materials and s.kind in ("charge", "add", "dose")} - emptied - ended
    moved = next((u for u in c.procedure.unread if MOVED_AND_NOT_READ.match(u.text)), None)
    if moved is None or len(held) < 2:
        return
    yield finding(
        "P02", "condition", f"“{moved.text.strip()[:80]}” was not read, and {' and '.join(sorted(map(str, held))[:2])} both hold what nothing is told to leave: whether and how they meet is not established.", span=moved.span, step=c.step_at(moved.span[0]), established=False,
        remedy="Say what goes from which vessel into which, and how fast.", source="handbook 4", short="meeting not read",
    )  # fmt: skip


@rule("P05")
def taken_back(c: Context) -> Iterator[Finding]:
    """P05, P01: the author corrected himself; what was taken is said, and is asked for."""
    for slip in c.procedure.slips:
        if slip.what == "spelling":
            continue
        yield finding(
            "P05" if slip.what == "name" else "P01",
            "note",
            f"“{slip.said}” is taken back in the text; {slip.taken} is read.",
            span=slip.span,
            remedy=f"Ask whether {slip.taken} is meant, and not {slip.said}.",
            short="taken back",
            asks=f"slip:{slip.what}",
        )


ENDINGS = (("ite", "ate"), ("ate", "ite"), ("ide", "ite"), ("ide", "ate"), ("oxide", "hydroxide"), ("ane", "ene"), ("ene", "ane"))
"""Names that differ by an ending are heard and written one for the other (handbook 6.5)."""


def _sound_alike(identity: str, known: Container[str]) -> list[str]:
    """Ids of substances whose name differs from this one by such an ending."""
    out = []
    for was, becomes in ENDINGS:
        if identity.endswith(was) and (other := identity[: -len(was)] + becomes) in known:
            out.append(other)
    return out


@rule("P05")
def sounds_like_another(c: Context) -> Iterator[Finding]:
    """P05: nothing makes the named product, and a substance whose name sounds the same would: a slip of the tongue is asked for."""
    wanted = c.procedure.results.product_smiles
    made = {root for e in c.walk.events() if not e.latent for root, n in e.reaction.change if n > 0}
    if not wanted or wanted in made:
        return
    cat = catalogue()
    for key, lot in c.lots.items():
        for other in _sound_alike(lot.substance.id, cat.substances) if lot.substance else []:
            trial = c.procedure.model_copy(deep=True)
            m = next(m for m in trial.materials if m.id == key)
            m.identity = other
            events = walk(trial, lots_of(trial, cat), (wanted,)).events()
            if any(not e.latent and dict(e.reaction.change).get(wanted, 0) > 0 for e in events):
                yield finding(
                    "P05",
                    "condition",
                    f"{lot.substance.id} makes no {c.procedure.results.product} here; {other} would. A slip of the name?",  # type: ignore[union-attr]
                    span=_name_span(c, lot.material),
                    step=c.step(lot.material.step),
                    established=False,
                    remedy=f"Ask whether {other} is meant.",
                    short=f"{lot.label} or {other}",
                    parts=[lot.label, other],
                    asks=f"identity:{key}",
                )
                return


@rule("P06")
def not_recognised(c: Context) -> Iterator[Finding]:
    """P06: the named product is made by no reaction, or a reaction has no heat."""
    results = c.procedure.results
    if c.product_open:
        waiting = next((e for e in c.walk.events() if e.latent and e.reaction.product == results.product_smiles), None)
        why = f" ({waiting.latent})" if waiting else ""
        yield finding(
            "P06",
            "condition",
            f"No reaction that is recognised makes {results.product}{why}; its heat is not established.",
            span=results.product_span,
            established=False,
            remedy="Check the charges; or add the reaction with its heat.",
            short="not recognised",
        )
    for r in c.reactions:
        if r.route == "none":
            yield finding(
                "P06",
                "condition",
                f"No heat is established for {r.names}.",
                step=c.step(r.step),
                established=False,
                remedy="Enter a measured heat.",
                short="no heat",
            )
    if not c.procedure.steps:
        yield finding(
            "P06",
            "condition",
            "No step was read in this text.",
            established=False,
            remedy="Write what is added to what, in sentences or in a table.",
            short="nothing read",
        )


RUNS = ("reflux", "distil", "heat")


HELD_WARM_C = 35.0
"""A hold above this is one with the heat on."""


def _still_heated(c: Context, step: Step) -> bool:
    """Whether a hold with no temperature of its own goes on with the heat of the step before it, or in a bath that is hot."""
    vessel = c.vessel(step.vessel or "")
    cold = any(s.vessel == step.vessel and s.n < step.n and s.kind in ("cool", "quench") for s in c.procedure.steps)
    bath_C = vessel.bath.T_C if vessel is not None and vessel.bath is not None else None
    if step.kind == "hold" and step.T_range is None and not cold and bath_C is not None and bath_C > HELD_WARM_C:
        return True
    before = [
        s
        for s in c.procedure.steps
        if s.vessel == step.vessel and s.n < step.n and s.kind in ("heat", "reflux", "cool", "distil", "quench")
    ]
    return (
        step.kind == "hold"
        and step.T_range is None
        and bool(before)
        and before[-1].kind in ("heat", "reflux")
        and before[-1].n == step.n - 1
        and before[-1].duration is None  # "heated for 1 h, left overnight": its time is over
    )


DRIES_IN = patterns.compile(r"\b(?:drying (?:cabinet|oven|cupboard)|oven|desiccator|incubator)\b", re.I)
"""Where a solid dries by itself."""


def _worked_up_before(c: Context, step: Step) -> bool:
    """Whether the batch was quenched, filtered or distilled between the last of the deciding reaction and a step: crystals that stand overnight."""
    if c.pot is None or step.vessel is None:
        return False
    done = ("quench", "filter", "neutralise", "destroy", "extract", "distil")
    return any(s.kind in done and c.pot.until < s.n < step.n for s in c.procedure.steps)


ALL_OFF = patterns.compile(
    r"\b(?:everything|all|heat(?:ing)?(?: and (?:the )?stirr(?:er|ing))?|heat(?:er)? and \w+|power) (?:is |was |being |switched |turned )*off\b",
    re.I,
)


BOILS_BESIDE = patterns.compile(r"\b(?:boiling|refluxing|distilling|evaporating)\b[^.;\n]{0,60}\bwhile\b", re.I)
"""What goes on while the crystals are on the filter: "left the mother liquor boiling down while I was away"."""


@rule("P08")
def unattended(c: Context) -> Iterator[Finding]:
    """P08: left alone with heat, gas, reflux or vacuum on."""
    klass = c.klass
    for step in c.procedure.steps:
        boils = step.kind == "filter" and BOILS_BESIDE.search(step.text) is not None
        if step.attended is not False or (step.kind in ("dry", "filter", "store") and not boils) or DRIES_IN.search(step.text):
            continue
        warm = boils or step.kind in RUNS or (step.T_range is not None and step.T_range.value > HELD_WARM_C) or _still_heated(c, step)
        can_react = (
            (c.enthalpy is not None and not _worked_up_before(c, step))
            or c.heat_open(step.n)
            or any(r.step == step.n and r.role == "wanted" for r in c.reactions)
        )
        gas = any(n > 1e-3 for e in c.walk.entries if e.step == step.n for n in e.gas.values())
        if not (warm or can_react or gas):
            continue
        if ALL_OFF.search(c.procedure.flowing[slice(*step.span)]) and not gas and klass is not None and klass < 3:
            continue  # "stirred for 2 h and left until the next day, everything off": nothing runs
        minutes = convert(step.duration.value, step.duration.unit, "time") / 60.0 if step.duration else None
        when = "for some time" if minutes is None else f"for {minutes:.0f} min" if minutes < 90 else f"for {minutes / 60:.0f} h"
        doing = "while it can still react" if can_react else "with the heat on" if warm else "while gas comes"
        severity: Severity = "stop" if klass is not None and klass >= 3 else "condition"
        shown = f" (class {klass})" if klass is not None else " (the class is not established)" if can_react else ""
        yield finding(
            "P08",
            severity,
            f"The mixture is left alone {when} {doing}{shown}.",
            step=step,
            figure=klass,
            limit="class 1–2: condition; class 3 and above: stop",
            established=klass is not None or not can_react,
            remedy="Quench before leaving, or stay until the temperature follows the bath."
            if can_react
            else "Stay, or put in what turns the heat off by itself.",
            short="left alone",
        )


@rule("P01")
def contradictory_limits(c: Context) -> Iterator[Finding]:
    """P01: a step that is to be warmer than it may be."""
    for step in c.procedure.steps:
        if (
            step.T_range is None
            or step.T_limit is None
            or step.T_of != "pot"
            or (step.kind == "distil" and lex.OF_THE_HEAD.search(step.text))
        ):
            continue
        least = step.T_range.low if step.T_range.low is not None else step.T_range.value
        if least > step.T_limit.value + 0.5:
            yield finding(
                "P01", "condition", f"{least:.0f} °C is asked for and {step.T_limit.value:.0f} °C is the limit: both cannot be kept.",
                step=step, span=step.T_range.span, figure=least, limit=f"{step.T_limit.value:.0f} °C", remedy="Ask which of the two is meant.", source="handbook 4", short="limits contradict",
            )  # fmt: skip
