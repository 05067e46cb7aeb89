"""H01 H02 H03 H05 H06 H08 H10 H11 H14, Q03, each with its not-established form."""

from __future__ import annotations

import math
import re
from collections.abc import Iterator

import numpy as np

from northsquall import patterns
from northsquall.assessment import Finding, Severity
from northsquall.chemistry.ledger import Entry
from northsquall.chemistry.roots import is_diazonium, is_organic
from northsquall.dynamics.building import HEATERS
from northsquall.findings.base import Context, Stage, finding, rule
from northsquall.findings.sentences import sentence_of
from northsquall.procedure import Step
from northsquall.procedure.units import convert
from northsquall.quenching.dump import QUENCH_LIMIT_C
from northsquall.reading import concepts
from northsquall.reading import lexicon as lex
from northsquall.reading.tokens import tokenise
from northsquall.stability import td24_bound
from northsquall.substances import catalogue
from northsquall.working import figure

BATCH = ("charge", "dose", "add")


def _round(x: float) -> str:
    return f"{x:.0f}".replace("-", "−")


@rule("H01")
def adiabatic_rise(c: Context) -> Iterator[Finding]:
    """H01: severity of the adiabatic rise of a stage."""
    worst = max((s for s in c.stages if c.step(s.step) and c.step(s.step).kind in BATCH), key=lambda s: s.rise_K[2], default=None)  # type: ignore[union-attr]
    if worst is None or (c.pot_missing and c.enthalpy is not None):
        if c.enthalpy is not None and c.pot_missing:
            yield finding(
                "H01",
                "condition",
                f"The adiabatic rise is not established: {c.pot_missing}.",
                established=False,
                remedy="Write the missing amount.",
                short="adiabatic rise",
            )
        return
    low, best, high = worst.rise_K
    note, condition, stop = (c.settings.severity(k) for k in ("H01_note_K", "H01_condition_K", "H01_stop_K"))
    if high < note:
        return
    own = _accumulates(worst, c)
    step = c.step(worst.step)
    if step is not None and step.all_at_once and step.duration is None and own is not None:
        own = 1.0  # all of it is there before any of it is seen
    dosed = own is not None and own <= c.settings.severity("H01_accumulation")
    severity: Severity = "note" if dosed and high <= condition else "condition" if high <= stop or (c.klass or 5) <= 2 else "stop"
    if high <= condition and not dosed and own is None and not _reacts(worst, c):
        severity = "note"
    share = (
        f" and up to {min(own, 1.0) * 100:.0f} % piles up" if own is not None and not dosed else ", and dosing controls it" if dosed else ""
    )
    yield finding(
        "H01", severity, f"{worst.what} could warm its mass by {_round(best)} K ({_round(low)} to {_round(high)}) with no heat taken away{share}.",
        step=c.step(worst.step), figure=figure(best, "K", low=low, high=high), limit=f"{note:.0f} K note, {condition:.0f} K condition, {stop:.0f} K stop",
        remedy="Keep the dose slow enough that the heat leaves as it is made; see H02 and H03 for the time.", short="adiabatic rise",
    )  # fmt: skip


def _accumulates(stage: Stage, c: Context) -> float | None:
    """Largest part (high) that piles up in a stage: of the followed reaction; none of another that goes as fast as it is fed over a written time."""
    if c.accumulation is None or c.pot is None or c.pot.event is None:
        return c.accumulation[2] if c.accumulation is not None else None
    here = [r for r in c.reactions if r.step == stage.step and r.vessel == stage.vessel and abs(r.heat_kJ.best or 0.0) > 0.5]
    followed = c.pot.event.reaction.family.id
    if not here or any(r.family_id == followed for r in here):
        return c.accumulation[2]
    if stage.vessel != c.pot.vessel.name:
        return None  # what is made up beside it piles up nothing of the reaction
    step = c.step(stage.step)
    fast = {
        e.reaction.family.id for e in c.walk.events() if e.step == stage.step and str(e.reaction.family.said("rate_class") or "K") == "D"
    }
    fed = step is not None and step.kind == "dose" and step.duration is not None
    at_once = all(r.family_id in fast or not r.family_id or (r.role != "wanted" and r.route == "hess") for r in here)
    return 0.0 if fed and at_once else c.accumulation[2]


def _reacts(stage: Stage, c: Context) -> bool:
    return any(r.step == stage.step and r.role == "wanted" for r in c.reactions)


def _only_water_unmeasured(c: Context) -> bool:
    """Whether nothing but organic solids dissolve here, and water alone has no amount: salts are left out, some of which heat it."""
    if c.reactions or c.product_open or c.purpose.wanted or (c.unrecognised is not None and not c.unrecognised.trifle):
        return False
    return all(
        x.substance is not None
        and (
            x.substance.id in ("water", "ice")
            or (x.mol is not None and x.substance.phase == "s" and all(map(is_organic, x.substance.parts)))
        )
        for x in c.lots.values()
    )


@rule("H02")
def peak_over_limit(c: Context) -> Iterator[Finding]:
    """H02: predicted peak over the stated or implied limit; H05 is a part of it where it is the cause."""
    if c.pot is None or not c.runs:
        limited = [s for s in c.procedure.steps if s.kind in ("dose", "add") and (s.T_limit or s.T_range)]
        nameless = [x for x in c.lots.values() if x.substance is None]
        if nameless and all(c.is_plain(x) for x in nameless) and not c.purpose.wanted:
            return  # leaves in alcohol, onion skins in water
        if _only_water_unmeasured(c):
            return  # sugar "made up to 100 g with water"
        if c.pot_missing and limited:
            limit = limited[-1].T_limit or limited[-1].T_range
            yield finding(
                "H02",
                "condition",
                f"Whether {limit.value if limit else 0:.0f} °C is kept is not established: {c.pot_missing}.",
                step=limited[-1],
                established=False,
                remedy="Add the reaction with its heat."
                if c.product_open or (c.unrecognised and not c.unrecognised.trifle)
                else "Write the missing figure.",
                short="peak temperature",
            )  # type: ignore[union-attr]
        return
    yield from _held_beside(c)
    for seg in c.pot.plan.segments:
        timed = c.unknown_dose is None or c.unknown_dose.step.n != seg.step
        put_in = c.step(seg.step)
        if put_in is not None and put_in.materials and all(c.lots[k].material.identity == "ice" for k in put_in.materials):
            continue  # ice: as warm as it was before, and no warmer
        if seg.limit_C is None and seg.step in c.peak and seg.kind in ("dose", "add") and timed:
            step = c.step(seg.step)
            meant = step.T_range.value if step is not None and step.T_range is not None and step.T_of == "pot" else None
            low, best, high = c.peak[seg.step]
            held = _held_below(c, seg.step) if meant is None else None
            if held is not None and best > held[0] + OVER_HELD_K:
                yield finding(
                    "H02", "condition", f"The pot reaches {_round(best)} °C ({_round(low)} to {_round(high)}), no limit is written, and {held[1]} is held at or below {held[0]:.0f} °C.",
                    step=step, span=_cause(step), figure=figure(best, "°C", low=low, high=high), limit=f"{held[0]:.0f} °C", remedy="Write the limit, and add so slowly and so cold that it is kept.", source="handbook 5", short="peak temperature",
                )  # fmt: skip
            if meant is None and held is None and _fed_wanted(c, seg.step) and best > _start_C(c, seg.step) + UNWRITTEN_K:
                yield finding(
                    "H02", "condition", f"The pot reaches {_round(best)} °C ({_round(low)} to {_round(high)}) while it is fed, and no temperature is written.",
                    step=step, span=_cause(step), figure=figure(best, "°C", low=low, high=high), limit="none written", remedy="Write the temperature and the limit, and add so slowly and so cold that it is kept.", short="peak temperature",
                )  # fmt: skip
            if meant is not None and best > meant + MEANT_K:
                yield finding(
                    "H02", "condition", f"The pot reaches {_round(best)} °C ({_round(low)} to {_round(high)}), where {meant:.0f} °C is written and no limit.",
                    step=step, span=_cause(step), figure=figure(best, "°C", low=low, high=high), limit=f"{meant:.0f} °C as written", remedy="Write a limit, and add so slowly or so cold that it is kept.", short="peak temperature",
                )  # fmt: skip
        if seg.limit_C is None or seg.step not in c.peak or seg.kind not in ("dose", "add", "hold"):
            continue
        low, best, high = c.peak[seg.step]
        over = high - seg.limit_C
        if over <= MEANT_K and any(t.paced and t.step.n == seg.step for t in c.timed):
            continue  # the limit sets the pace: the next drop waits
        hot = c.runs["hot"].over(seg.step)
        if seg.kind == "hold" and hot is not None and hot.peak_at_s < hot.start_s + 30.0:
            continue  # warm from the step before, whose finding it is
        step = c.step(seg.step)
        if (
            best <= seg.limit_C
            and hot is not None
            and hot.peak_at_s < hot.start_s + 30.0
            and _cooled_first(c, seg.step, seg.limit_C, hot.peak_at_s - hot.start_s)
        ):
            continue  # "cool to 0 °C" lasts until it is cold, however long that takes in the poorest bath
        if c.unknown_dose is not None and c.unknown_dose.step.n <= seg.step:
            if c.unknown_dose.step.n == seg.step:
                yield finding(
                    "H02",
                    "condition",
                    f"Whether {seg.limit_C:.0f} °C is kept is not established: no time is written for the addition; all at once it would reach {_round(high)} °C.",
                    step=step,
                    established=False,
                    limit=f"{seg.limit_C:.0f} °C",
                    figure=figure(high, "°C"),
                    remedy="Write over how long it is added.",
                    short="peak temperature",
                )
            continue
        if over <= 0.5 or (step is not None and step.T_limit is None and not _fed_wanted(c, seg.step) and over <= MEANT_K):
            continue  # a range that is written over what only dissolves or mixes is what is meant, and no limit
        severity: Severity = "condition" if over <= c.settings.severity("H02_condition_K") else "stop"
        run = c.runs["best"].over(seg.step)
        parts = []
        within = c.settings.severity("H02_condition_K")
        shut = (
            _with_the_feed_shut(c, seg.step, seg.limit_C)
            if step is not None and best <= seg.limit_C + within and _is_shut_at_it(c, step)
            else None
        )
        portion = _top_of_a_portion(c, step) if step is not None and _is_shut_at_it(c, step) else None
        if (portion is not None and portion <= seg.limit_C) or (best <= seg.limit_C - FAR_BELOW_K and high <= seg.limit_C + SLACK_K):
            severity = "note"
        elif shut is not None and shut <= seg.limit_C + within:
            severity = "note" if min(shut, high) <= seg.limit_C + SHUT_IN_TIME_K else "condition"
            parts.append(
                f"with the feed shut at {seg.limit_C:.0f} °C, as is written, what has piled up takes it to {_round(shut)} °C at most"
            )
        if c.pot.bath is None and step is not None and step.duration is not None:  # a sentence would cure it: what it stands in
            severity = "condition" if severity == "stop" else severity
            parts.append("no bath is written, and only the air cools it in this figure")
        if step is not None and _only_diluted(c, step):  # the limit is written and the pace is not: whoever pours keeps to it
            severity = "condition" if severity == "stop" else severity
            parts.append("at the pace of a pour; as slowly as the limit asks, it holds")
        removable = run.UA_W_K * max(seg.limit_C - _bath(c, seg.step), 0.0) if run else None
        if run and removable is not None and run.made_W > removable:
            parts.append(f"H05: the bath takes {_sig(removable)} W of the {_sig(run.made_W)} W made")
        if run and run.over_at_s is not None:
            parts.append(f"passes {seg.limit_C:.0f} °C {_sig((run.over_at_s - run.start_s) / 60)} min into the step")
        yield finding(
            "H02", severity,
            f"Only the pauses that are written hold {seg.limit_C:.0f} °C: without them the pot reaches {_round(best)} °C ({_round(low)} to {_round(high)}). It takes longer than written."
            if severity == "note" and best > seg.limit_C
            else f"The pot reaches {_round(best)} °C ({_round(low)} to {_round(high)}){',' if best > seg.limit_C else '; the high end is'} over the limit of {seg.limit_C:.0f} °C.",
            step=step, span=_cause(step), figure=figure(best, "°C", low=low, high=high), limit=f"{seg.limit_C:.0f} °C",
            parts=parts, remedy="", short="peak temperature",
        )  # fmt: skip


def _only_diluted(c: Context, step: Step) -> bool:
    """Whether a step pours at no written pace, under a written limit, and nothing reacts there but acid or alkali with water."""
    poured = step.kind == "add" and step.duration is None and not step.all_at_once and step.T_limit is not None
    here = [x for x in c.stages if x.step == step.n]
    return poured and bool(here) and all(x.what.startswith(("Mixing", "Dilution", "Dissolving")) and not _reacts(x, c) for x in here)


SHUT_AT_IT = patterns.compile(
    r"\b(?:shut(?:s|ting)?|clos(?:ed|es|ing)(?! (?:to|vessel|flask|apparatus|system))|close (?:it|the (?:tap|funnel|feed|valve|drip))|stop(?:s|ped|ping)?|interrupt\w*|halt\w*|paus\w+|suspend\w*|discontinu\w+|wait|no more|(?:tap|funnel|feed|pump|drip) off)\b(?! ?stirr| the stirr)",
    re.I,
)
"""Words by which a feed is shut; a stopper, a stirrer that stops and what is close to a temperature shut none."""


WAITS_FOR_IT = patterns.compile(
    r"\b(?:next|each|every|another) (?:one |portion |lot |spoonful |piece )?(?:only )?(?:when|after|once)\b[^.;\n]{0,40}\b(?:fall\w*|fell|back|below|under|dropped|drops|down|cooled|subsid\w+|ebbed|ceased?|stopp?\w*|over(?! ?-?\d)|gone|died|ended|quiet)\b"
    r"|\b(?:when|after|once) the (?:gas|foam|froth|bubbl\w+|evolution)[^.;\n]{0,30}\b(?:of|from) the (?:one before|last(?: one)?|previous(?: one)?)\b"
    r"|\bwait\w*\b[^.;\n]{0,50}\b(?:before|between) (?:the next|adding (?:the next|more)|each|another|portions)\b",
    re.I,
)
"""Portions that wait for the temperature to fall, or for the gas that comes with the heat."""


def _is_shut_at_it(c: Context, step: Step) -> bool:
    """Whether the text says that the feed is shut at its limit: the words stand beside it, in its own sentence."""
    text = c.procedure.flowing
    if step.portions:
        b = step.T_range.span[1] if step.T_range is not None and step.T_range.span is not None else step.span[1]
        if WAITS_FOR_IT.search(text[b : b + 120].partition("\n")[0]):
            return True
    if step.T_limit is None or step.T_limit.span is None:
        return False
    a, b = step.T_limit.span
    before = re.split(r"[.;\n]\s", text[max(0, a - 70) : a])[-1]
    return SHUT_AT_IT.search(before + text[a:b] + re.split(r"[.;\n](?:\s|$)", text[b : b + 70])[0]) is not None


def _top_of_a_portion(c: Context, step: Step) -> float | None:
    """How warm one portion makes a batch that was let come back before it, with nothing taken away (°C); None where it is not in portions."""
    if not step.portions:
        return None
    begins = step.T_range.high or step.T_range.value if step.T_range is not None else _start_C(c, step.n)
    rise = max((s.rise_K[2] for s in c.stages if s.step == step.n), default=math.inf)
    return begins + rise / step.portions if math.isfinite(begins) else None


def _with_the_feed_shut(c: Context, step: int, limit_C: float) -> float | None:
    """Where the hottest run ends if the feed is shut as it passes its limit: what has piled up by then reacts, and nothing is taken away (°C)."""
    run = c.runs["hot"]
    over = run.over(step)
    if over is None or over.over_at_s is None or not len(run.t_s):
        return None
    return float(np.interp(over.over_at_s, run.t_s, run.mtsr_C))


SHUT_IN_TIME_K = 2.0
"""How far over a limit what has piled up may take the pot for the limit to count as kept by shutting the feed (assumption: as well as it is read)."""
UNWRITTEN_K = 30.0
"""Rise of the pot while it is fed from which a temperature must stand in the text (common practice, no source)."""


@rule("H02")
def seen_over_limit(c: Context) -> Iterator[Finding]:
    """H02: the author saw it climb over what is written, or where nothing is written, and went on."""
    text = c.procedure.flowing
    for m in lex.SEEN_TO_CLIMB.finditer(text):
        step = c.step_at(m.start())
        begin = max(text.rfind(x, 0, m.start()) for x in (". ", "\n", "; ")) + 1
        whole = text[begin : m.end()] + re.split(r"[.;\n]", text[m.end() :])[0]
        number = next((t.value for t in tokenise(m["T"]) if t.kind == "num"), None)
        met = c.unrecognised is not None and not c.unrecognised.trifle and c.unrecognised.step <= (step.n if step else 0)
        if step is None or number is None or lex.HELD_BACK.search(whole):
            continue
        if not (step.kind in BATCH and _fed_wanted(c, step.n)) and not (met and step.kind in (*BATCH, "heat", "hold")):
            continue
        value = float(number)
        held = _held_below(c, step.n)
        written = (
            step.T_limit.value if step.T_limit else (step.T_range.high or step.T_range.value) if step.T_range else held[0] if held else None
        )
        if value <= (written + SLACK_K if written is not None else SEEN_HOT_C):
            continue
        yield finding(
            "H02", "stop" if written is not None and value > written + c.settings.severity("H02_condition_K") else "condition",
            f"“{m.group().strip()}”: {value:.0f} °C was seen, and {f'{written:.0f} °C is the limit' if written is not None else 'no limit is written'}.",
            step=step, span=m.span(), figure=figure(value, "°C"), limit=f"{written:.0f} °C" if written is not None else "none written", remedy="Slower and colder, and the feed shut at the limit.", source="handbook 4", short="seen over the limit",
        )  # fmt: skip
        return


WRITTEN_OVER_K = 7.0
"""How far over what a reaction is held at a written temperature may lie (common practice, no source: 10 °C is written for many a diazotisation, and 12 is not)."""


@rule("H02")
def written_too_warm(c: Context) -> Iterator[Finding]:
    """H02: a temperature is written at which what is made goes off (a diazotisation); a salt that a nitro or sulfonic group steadies is left out."""
    for s in c.procedure.steps:
        held = _held_below(c, s.n) if s.kind in BATCH and s.T_range is not None and s.T_of == "pot" else None
        if held is None or s.T_range is None:
            continue
        made = [r for e in c.walk.events() if e.step == s.n for r, n in e.reaction.change if n > 0 and is_diazonium(r)]
        T = s.T_limit.value if s.T_limit else s.T_range.high or s.T_range.value
        if held[0] + WRITTEN_OVER_K >= T or any("[N+](=O)" in r or "S(=O)(=O)" in r for r in made):
            continue
        yield finding(
            "H02", "condition", f"{T:.0f} °C is written, and {held[1]} is held at or below {held[0]:.0f} °C: above that it goes on by itself.", step=s, span=_cause(s), figure=figure(T, "°C"), limit=f"{held[0]:.0f} °C", remedy="In ice, and so slowly that it stays there.", source="handbook 5", short="written too warm",
        )  # fmt: skip
        return


FAR_BELOW_K = 5.0
"""How far the best value lies below a limit that only the far end of the figures passes, by no more than a reading's slack (assumption)."""
SLACK_K, SEEN_HOT_C = 2.0, 45.0
"""How far over a limit a reading counts, and the reading from which a limit must stand in the text (common practice, no source)."""


def _start_C(c: Context, n: int) -> float:
    """Temperature of the pot when a step that is followed begins."""
    run = c.runs["best"]
    step = run.over(n)
    return float(np.interp(step.start_s, run.t_s, run.pot_C)) if step is not None and len(run.t_s) else math.inf


def _fed_wanted(c: Context, n: int) -> bool:
    """Whether a wanted reaction goes on in a step that feeds it."""
    return any(r.step == n and r.role == "wanted" for r in c.reactions)


def _cooled_first(c: Context, n: int, limit_C: float, after_s: float) -> bool:
    """Whether the batch is cooled to below a limit, for as long as that takes, right before a step that is warmest `after_s` from its start."""
    step = c.step(n)
    before = [s for s in c.procedure.steps if s.n < n and step is not None and s.vessel == step.vessel and s.kind != "test"]
    last = before[-1] if before else None
    kinds = ("cool", "charge") if after_s < 1.0 else ("cool",)  # "sulfuric acid at -5 °C": what is put in waits until it is there
    if last is not None and last.kind == "cool" and last.T_range is None and last.T_limit is None and limit_C >= ICE_COOLS_TO_C:
        return IN_ICE.search(last.text) is not None  # "cool in ice": until it is cold
    return last is not None and last.kind in kinds and last.duration is None and last.T_range is not None and last.T_range.value <= limit_C


ICE_COOLS_TO_C = 10.0
"""Limit from which what is "cooled in ice" is below it when one goes on (assumption)."""
IN_ICE = patterns.compile(r"\bice\b", re.I)


def _held_below(c: Context, n: int) -> tuple[float, str] | None:
    """(°C, name) of the reaction of a step that is to be held cold, whatever the text says."""
    for e in c.walk.events():
        limit = e.reaction.family.record.get("held_below")
        if e.step == n and id(e) in c.purpose.wanted and limit is not None:
            return float(limit), e.reaction.family.name
    return None


def _held_beside(c: Context) -> Iterator[Finding]:
    """H02 where what is held cold reacts in a vessel that is not followed minute by minute, faster than a bath takes its heat."""
    for s in c.stages:
        step, held = c.step(s.step), _held_below(c, s.step)
        if step is None or held is None or s.step in c.peak or step.T_limit is not None or step.T_range is not None:
            continue
        minutes = convert(step.duration.value, step.duration.unit, "time") / 60.0 if step.duration is not None else 0.0
        if s.rise_K[1] > held[0] + OVER_HELD_K and (step.all_at_once or 0.0 < minutes <= AT_ONCE_MIN):
            yield finding(
                "H02", "condition", f"{f'In {minutes:.0f} min' if minutes else 'All at once'} up to {s.rise_K[1]:.0f} K come, no limit is written, and {held[1]} is held at or below {held[0]:.0f} °C.",
                step=step, span=_cause(step), figure=s.rise_K[1], limit=f"{held[0]:.0f} °C", remedy="Write the limit, and add so slowly and so cold that it is kept.", source="handbook 5", short="peak temperature",
            )  # fmt: skip


AT_ONCE_MIN = 10.0
"""Up to here a bath of ice takes little of what comes (common practice, no source)."""
OVER_HELD_K = 5.0
"""How far above the temperature at which a reaction is held the pot may come without a word (handbook 4: up to 5 K a limit is still a condition)."""
MEANT_K = 10.0
"""How far a pot may be above a temperature that is written alone ("at 10 °C") before it is not what was meant (common practice, no source)."""


def _cause(step) -> tuple[int, int] | None:  # type: ignore[no-untyped-def]
    """The words that cause a peak: the time of the step, else the step."""
    if step is None:
        return None
    return step.duration.span if step.duration and step.duration.span else step.span


def _bath(c: Context, step: int) -> float:
    assert c.pot is not None
    seg = next(s for s in c.pot.plan.segments if s.step == step)
    return seg.bath_T_K - 273.15


def _sig(x: float) -> str:
    return f"{x:.0f}" if abs(x) >= 10 else f"{x:.1f}"


@rule("H03")
def accumulation(c: Context) -> Iterator[Finding]:
    """H03: class from MTSR, MTT and TD24; the class's bound stands in for a missing TD24."""
    if c.bracket is None or c.pot is None:
        return
    step = c.step(c.pot.dose_steps[-1]) if c.pot.dose_steps else None
    mtsr = c.mtsr
    assert mtsr.high is not None
    if c.unknown_dose is not None:
        yield finding(
            "H03",
            "condition",
            f"What piles up is not established: no time is written for the addition; all at once, losing the cooling would end at {_round(mtsr.high)} °C.",
            step=c.unknown_dose.step,
            established=False,
            figure=mtsr,
            remedy="Write over how long it is added.",
            short="MTSR",
        )
        return
    worst = c.bracket[1]
    bound = c.bound
    if c.bracket[0] >= 4 or (worst >= 4 and (bound is None or bound.measured)):
        yield finding(
            "H03",
            "stop",
            f"If cooling stops the mixture reaches {_round(mtsr.best or 0)} °C (up to {_round(mtsr.high)}): class {c.klass}.",
            step=step,
            span=_cause(step),
            figure=mtsr,
            limit="MTT and TD24",
            remedy="Add more slowly, so that less piles up.",
            short="MTSR",
        )
    elif worst >= 4 and bound is not None:
        yield finding(
            "H03", "condition", f"TD24 is not established and decides: the MTSR may reach {_round(mtsr.high)} °C, and without calorimetry only {bound.TD24_C:.0f} °C is sure for a {bound.what} in {bound.medium} (onset {bound.onset_C:.0f} °C − 100 K).",
            step=step, span=_cause(step), figure=mtsr, limit=f"{bound.TD24_C:.0f} °C, class bound", established=False,
            remedy="Add more slowly until the MTSR stays below the bound, or measure (DSC of the mixture).", short="TD24",
        )  # fmt: skip
    elif worst == 3 and c.bracket[0] == 3:
        meant = boils_as_meant(c)
        yield finding(
            "H03",
            "note" if meant else "condition",
            f"It boils under reflux, as it is meant to: MTSR {_round(mtsr.high)} °C against {_round(c.mtt[1] if c.mtt else 0)} °C (class 3). The condenser has to hold it."
            if meant
            else f"If cooling stops the mixture boils: MTSR {_round(mtsr.high)} °C against {_round(c.mtt[1] if c.mtt else 0)} °C (class 3).",
            step=step,
            span=_cause(step),
            figure=mtsr,
            limit="boiling",
            remedy="Water on the condenser before the heat, and seen to run." if meant else "Add more slowly.",
            short="MTSR",
        )


SOON_S = 600.0
"""Time in which what has no rate may give all of its heat under reflux, s (assumption)."""


def _condenser_W(c: Context) -> float:
    """The low end of what a condenser takes, W."""
    return float(c.settings.get("condenser_W")[0])


CONDENSER_DRY = patterns.compile(
    r"\bcondenser\b[^.;\n]{0,40}?\b(?:water|cooling)(?:['’]s)? ?(?:is |was |were |has been |had been |being )?(?:not (?:yet )?(?:running|on|connected|flowing|turned on)|off\b|turned off|shut|forgotten)|\bcondenser,? (?:(?:runs|is used|is run|stands|works|stays|is left) )?(?:without|with no) (?:cooling |any )?water\b|\b(?:no|without(?: any)?) (?:cooling )?water (?:in|on|through|to|for) the condenser\b|\bcondenser (?:is |was )?(?:not cooled|uncooled|stays dry)\b|\bforgot\b[^.;\n]{0,20}\bcondenser(?:['’]s)? water\b",
    re.I,
)
WHEN_OVER = patterns.compile(
    r"\b(?:if|should|when|once|after\w*|finally|at the end|in the end|last of all|fails?|failure|cold|cool|cooled|never|don['’]t|do not|check\w*)\b",
    re.I,
)
"""The water is turned off behind the work, or what is done where it fails."""
OPEN_TO_THE_ROOM = patterns.compile(
    r"\b(?:no|without(?: an?| any)?) (?:reflux )?condenser\b|\bopen (?:flask|beaker|dish|pot|vessel)\b", re.I
)
"""Nothing is there for a vapour to condense in."""


def said_dry(text: str) -> re.Match[str] | None:
    """Where a text says that no water runs through its condenser while it works; None where it does not."""
    return next((m for m in CONDENSER_DRY.finditer(text) if not WHEN_OVER.search(sentence_of(text, m))), None)


def boils_as_meant(c: Context) -> bool:
    """Whether the batch boils, where it could at its worst, in a step that is a reflux and whose vapour a condenser takes (handbook 4, H03)."""
    if c.mtt is None or any(s.all_at_once and s.kind in ("charge", "dose", "add") for s in c.procedure.steps):
        return False  # nothing was seen before all of it was there
    if said_dry(c.procedure.flowing) or any(s.kind == "reflux" and OPEN_TO_THE_ROOM.search(s.text) for s in c.procedure.steps):
        return False
    if c.pot is None or not c.pot.plan.reacts:  # no rate: all of its heat within minutes
        here = [s for s in c.stages if (step := c.step(s.step)) is not None and step.kind == "reflux"]
        return bool(here) and max(s.heat_kJ[2] for s in here) * 1e3 <= _condenser_W(c) * SOON_S
    over = [r.worst() for r in c.runs.values() if r.worst().mtsr_C >= c.mtt[1]]
    if not over:
        return False
    steps = [c.step(r.step) for r in over]
    return all(s is not None and s.kind == "reflux" for s in steps) and max(r.boil_W for r in over) <= _condenser_W(c)


@rule("H05")
def duty(c: Context) -> Iterator[Finding]:
    """H05: made over removable at the limit, where the limit is still kept."""
    if c.pot is None or "best" not in c.runs or c.unknown_dose is not None:
        return
    for seg in c.pot.plan.segments:
        if seg.limit_C is None or seg.kind not in ("dose", "add") or seg.step not in c.peak or c.peak[seg.step][2] > seg.limit_C + 0.5:
            continue
        run = c.runs["hot"].over(seg.step)
        if run is None:
            continue
        removable = run.UA_W_K * max(seg.limit_C - _bath(c, seg.step), 0.0)
        if run.made_W > 1.0 and run.made_W > 1.3 * removable and run.peak_C > seg.limit_C - 1.0:
            yield finding(
                "H05",
                "condition",
                f"The bath can take {_sig(removable)} W at the limit; up to {_sig(run.made_W)} W are made at the peak.",
                step=c.step(seg.step),
                figure=run.made_W,
                limit=f"{_sig(removable)} W",
                remedy="Add more slowly, or use a colder bath.",
                short="cooling duty",
            )


TAKES_HEAT = patterns.compile(
    r"\b(?:ice|iced|cold|cool\w*|chill\w*|bath|fridge|refrigerat\w*|cryostat|thermostat|jacket\w*|salt mixture|dry ice|snow)\b", re.I
)
"""Words of what takes the heat of a vessel."""


@rule("H05")
def nothing_cools(c: Context) -> Iterator[Finding]:
    """H05: what is fed below the room's temperature warms its vessel over the limit, and nothing that cools that vessel is written.

    Of vessels that are not followed minute by minute; those have their own figure.
    """
    ambient = float(c.settings.best("ambient_C"))
    for s in c.stages:
        step = c.step(s.step)
        if step is None or step.kind not in ("dose", "add") or s.step in c.peak or step.bath is not None:
            continue
        limit = step.T_limit.value if step.T_limit else step.T_range.high if step.T_range else None
        vessel = next((v for v in c.procedure.vessels if v.name == s.vessel), None)
        if limit is None or limit > ambient - COLD_K or vessel is None or vessel.bath is not None:
            continue
        mine = [x for x in c.procedure.steps if x.n <= s.step and s.vessel in (x.vessel, x.from_vessel)]
        iced = any(lot.substance is not None and lot.substance.id == "ice" for x in mine for k in x.materials if (lot := c.lots.get(k)))
        told = " ".join(x.text for x in mine if x.kind not in ("cool", "dose", "add"))
        if iced or any(x.bath is not None for x in mine) or TAKES_HEAT.search(told):
            continue
        begins = next((x.T_range.value for x in reversed(mine) if x.kind == "cool" and x.T_range is not None), ambient)
        if begins + s.rise_K[1] <= limit + c.settings.severity("H02_condition_K"):
            continue
        yield finding(
            "H05", "condition", f"Nothing that cools {s.vessel} is written: {s.rise_K[1]:.0f} K come while it is fed, and {limit:.0f} °C is the limit.", step=step, span=_cause(step), figure=s.rise_K[1], limit=f"{limit:.0f} °C",
            remedy="An ice bath with its ice weighed, on a jack.", source="handbook 4", short="nothing cools it",
        )  # fmt: skip
        return


COLD_K = 4.0
"""What is kept this much under the room's temperature has to be cooled (common practice, no source)."""


ICE_GONE = patterns.compile(
    r"\b(?:ice (?:is |was |has |had |had all |all |is all )*(?:melted|gone|used up)|(?:no(?! ice\W*(?:is|was|must be|may be|to be|ever) (?:used|needed|put|added|taken|required|necessary))|out of) (?:more )?ice(?: left)?(?!,? (?:but )?(?:an? )?(?:warm )?(?:water|oil)[ -]bath)|ice\b[^.;:\n]{0,25}\bnone left|ice had gone|ice (?:\w+ )?(?:ran|runs|has run|had run|was running) out|ice melted(?: away)? before|ice (?:\w+ ){0,4}(?:was|is|had|has) (?:by then )?(?:all )?(?:been )?(?:melted|gone|used up)|bath (?:had|has|was|is|held) (?:only|just|nothing but) (?:cold )?water|(?:ran|run) out of ice)\b"
    + rf"|\b(?:{concepts.ICE_GONE})\b",
    re.I,
)


def cooled_by_dry_ice(c: Context) -> bool:
    """Whether dry ice cools a vessel here, and is not what is put in."""
    return any(v.bath is not None and v.bath.kind == "dry-ice" for v in c.procedure.vessels)


@rule("H06")
def ice_gone_in_words(c: Context) -> Iterator[Finding]:
    """H06: the author says himself that the ice is gone while the work goes on."""
    text = c.procedure.flowing
    m = next((m for m in ICE_GONE.finditer(text) if cooled_by_dry_ice(c) or not text[: m.start()].lower().endswith("dry ")), None)
    if m is None or not re.search(r"\b(?:ice|bath|bowl|tub|basin)\b", text[max(0, m.start() - 60) : m.end()], re.I):
        return
    before = text[max(0, m.start() - 30) : m.start()]
    step = c.step_at(m.start())
    goes_on = step is not None and any(s.n >= step.n and s.kind in ("dose", "add", "hold", "heat") for s in c.procedure.steps)
    if re.search(r"\b(?:until|till|after|before|when|once|if|renew|as the)\b[^,;.]*$", before, re.I) or not goes_on:
        return
    yield finding(
        "H06", "condition", f"“{m.group()}”: from here on nothing cools, and the work goes on.", step=step, span=(m.start(), m.end()), limit="end of the cooled steps", remedy="Stop the feed until the bath has ice again; have twice as much at hand.", source="handbook 4", short="ice",
    )  # fmt: skip


OUT_OF_THE_ICE_C = 18.0
"""Temperature of the pot from which nobody keeps it in ice (assumption)."""


@rule("H06")
def ice(c: Context) -> Iterator[Finding]:
    """H06: the ice is gone before the end."""
    if c.pot is None or c.pot.bath is None or c.pot.bath.kind not in ("ice", "ice-salt") or "hot" not in c.runs:
        return
    gone = next((s for s in c.runs["hot"].steps if s.ice_gone_s is not None), None)
    used = [s for s in c.pot.plan.segments if s.bath == "ice"]
    if gone is None or not used or (gone.step == used[-1].step and gone.ice_gone_s and gone.ice_gone_s > gone.end_s - 30):
        return
    last = c.step(gone.step)
    if last is not None and last.kind in ("heat", "reflux", "distil"):
        return  # by then it stands on what heats it
    if (
        last is not None
        and last.kind == "hold"
        and last.T_of != "bath"
        and last.T_range is not None
        and last.T_range.value >= OUT_OF_THE_ICE_C
    ):
        return  # by then it is kept at the temperature of the room
    passed = any(f_high > (seg.limit_C or 1e9) + 0.5 for seg in used if seg.step in c.peak for f_high in (c.peak[seg.step][2],))
    inside = c.pot.vessel.bath is None  # ice in the pot itself: it may go when the cold is no longer wanted
    if c.unknown_dose is not None or (inside and not passed):
        return
    assert gone.ice_gone_s is not None
    need = _ice_need(c)
    bath_span = c.pot.bath.span
    yield finding(
        "H06", "stop" if passed and not c.pot.bath_assumed and not inside else "condition", f"The ice is gone after {_sig(gone.ice_gone_s / 60)} min, in step {gone.step}; the heat of the batch needs about {_sig(need)} g.",
        step=c.step(gone.step), span=bath_span, figure=gone.ice_gone_s / 60, limit="end of the cooled steps",
        remedy=f"Take at least {round(need * 1.5, -2):.0f} g of ice, or renew it before {_sig(gone.ice_gone_s / 60 * 0.8)} min.", established=not c.pot.bath_assumed, short="ice",
    )  # fmt: skip


def _ice_need(c: Context) -> float:
    heat = c.total_heat.high or 0.0
    sensible = (c.pot.cp_J_K if c.pot else 0.0) * 20 / 1e3
    return (heat + sensible) / 0.3336


BATH_HOLDS_IT = patterns.compile(
    r"\bbath\b(?:[^.;,\n]|\.\d){0,30},? with (?:a|the) thermometer (?:in it|in the (?:bath|ice|water))\b", re.I
)
""" "Ice bath, 1.5 kg, with a thermometer in it"."""
NO_SENSOR = patterns.compile(
    r"\bT (?:was |is )?(?:not|never) (?:measured|taken|read|followed|watched)\b|\btemperature,? which (?:was|is|had) (?:not|never) (?:been )?(?:followed|measured|read|watched|taken)\b|\bthermometer,? which (?:hung|stood|lay|was|hangs|stands|lies|is) (?:beside|next to|outside|by|near)\b|\bthermometer: (?:no\b|none|not (?:for|used|needed|fitted|there)\b)|"
    r"\b(?:no |without (?:an? |any )?|(?:never|do not|don['’]t|not) (?:put|use|need|want)\b[^.;\n]{0,12} )(?:thermometer|temperature probe|thermocouple)\b|\bthermometer, no\b|\bthermometers?: (?:none|no)\b|\bthermometer(?:['’]s)? not (?:fitted|needed|used|there|necessary)\b|\bthermometer (?:was|is|were|has been) not (?:used|needed|there|put|at hand)|\bthermometer is (?:not|un)|\bthermometer (?:was |is )?(?:only )?(?:put in|inserted|fitted|introduced|hung in) (?:only )?(?:afterwards|later|after (?:that|this|the))\b|\b(?:it's|it is|is|all) in (?:the )?ice,? so (?:it's |it is |that's )?(?:ok|okay|fine|cold|good|all right)\b"
    r"|\btemperature (?:is |was )?(?:judged|estimated|guessed|felt|taken|controlled|checked) (?:only )?(?:by|with) (?:the )?(?:hand|feel\w*|touch\w*|fingers?|palm)\b|\b(?:no temperature (?:is |was )?(?:measured|read|taken|recorded|followed)|(?:temperature|it) (?:is |was )?not (?:measured|monitored|followed|read|controlled)|without (?:any )?(?:temperature (?:control|measurement|reading)|measuring the temperature))\b"
    r"|\btemp\w*,? (?:is )?(?:only )?(?:by|with) (?:the )?(?:hand|feel|touch|finger)\b|\bfeel\w* (?:the (?:flask|glass|outside|wall|beaker)|it|how warm) [^.;\n]{0,20}\b(?:hand|fingers?|palm)\b|\b(?:hand|finger|palm) (?:on|against|to) the (?:flask|glass|outside|wall|beaker)\b"
    r"|\b(?:beaker|flask|glass|wall|vessel|outside|pot|it) (?:should |must |only |just )?(?:feels?|felt|stays? (?:cold|cool) to) (?:still |quite |nicely )?(?:cold|cool|icy|the (?:hand|touch))\b|\b(?:go|goes|went|judged?|tell|know) (?:it )?by (?:the )?(?:touch|feel)\b|\b(?:back|palm) of (?:the|your|my|a) hand\b|\bhand[- ]warm, (?:never|not|no) more\b|\b(?:warming|warmth) (?:is |was |can be )?(?:not )?felt\b|°C? ?\(?(?:on|by) (?:the|its) (?:dial|knob)\b|°C? \((?:dial|knob|setting)\)"
    r"|\b(?:cold|warm|hot|cool) enough by (?:the )?(?:hand|feel|touch)\b|\bin (?:my|the|your|one['’]s|his|her) (?:bare )?hands? to (?:feel|tell|know|judge|see)\b|\bto feel how (?:warm|hot|cold)\b"
    + rf"|\b(?:{concepts.UNMEASURED})\b",
    re.I,
)
"""Nobody measures the pot."""


DILUTE_K = 5.0
"""Rise of all that reacts, at most, up to which a bath tells the temperature of the pot (assumption)."""


def _dilute_all(c: Context) -> bool:
    """Whether every heat is known, and together they could not warm the vessel by more than a few kelvin: a rate measured in 0.1 mol/L."""
    return bool(c.stages) and all(s.rise_K[2] < DILUTE_K for s in c.stages) and all(r.heat_kJ.established for r in c.reactions)


def _reacts_in(c: Context, vessel: str) -> bool:
    return any(r.vessel == vessel and r.role in ("wanted", "side") for r in c.reactions)


@rule("H08")
def sensor(c: Context) -> Iterator[Finding]:
    """H08: nothing or only the bath is measured; not established where nobody says what the thermometer is in."""
    vessel = c.pot.vessel if c.pot else next((v for v in c.procedure.vessels if v.sensor), None)
    by_bath_alone = next((v for v in c.procedure.vessels if v.sensor == "bath" and _reacts_in(c, v.name)), None)
    if by_bath_alone is not None and (vessel is None or vessel.sensor != "bath"):
        vessel = by_bath_alone  # the beaker of a diazonium salt, and the flask to which it goes
    none = NO_SENSOR.search(c.procedure.flowing)
    outside = BATH_HOLDS_IT.search(c.procedure.flowing)
    told = vessel.sensor_span if vessel is not None else None
    if outside is not None and none is None and (told is None or outside.start() <= told[0] < outside.end()):
        none, vessel = outside, None
    if none is not None and (vessel is None or vessel.sensor != "pot"):
        open_heat = c.unrecognised is not None and not c.unrecognised.trifle
        if (
            c.enthalpy is not None
            or open_heat
            or any(r.role == "wanted" or r.heat_kJ.best is None or r.heat_kJ.best > 1.0 for r in c.reactions)
        ):
            yield finding(
                "H08", "condition", f"“{none.group()}”: nothing measures the temperature of what reacts.", step=c.step_at(none.start()), span=none.span(), limit="a thermometer in the liquid", remedy="Put a thermometer into the liquid.", source="handbook 6.1", short="thermometer",
            )  # fmt: skip
            return
    if vessel is None or (c.pot is None and not c.stages and not c.enthalpy):
        return
    hot = c.enthalpy is not None or any(s.kind in ("distil", "heat", "reflux") and s.vessel == vessel.name for s in c.procedure.steps)
    worked_up = min((s.n for s in c.procedure.steps if s.kind in ("distil", "filter", "extract", "quench")), default=math.inf)
    read = [
        s
        for s in c.procedure.steps
        if s.n < worked_up
        and (s.kind in ("dose", "add", "hold", "heat") or (s.kind == "reflux" and s.T_of != "bath"))  # what boils is as warm as it boils
        and (s.T_range is not None or s.T_limit is not None)
    ]
    by_bath = next((s for s in read if s.T_of == "bath"), None)
    only_bath = vessel.sensor is None and by_bath is not None and all(s.T_of == "bath" for s in read)
    hot = hot or any(r.vessel == vessel.name and r.role == "wanted" for r in c.reactions)
    if (vessel.sensor == "bath" or only_bath) and hot:
        yield finding(
            "H08",
            "condition"
            if (c.enthalpy is not None or any(r.role == "wanted" or r.heat_kJ.best is None for r in c.reactions)) and not _dilute_all(c)
            else "note",
            "Only the bath is measured; the pot can be far warmer than the bath.",
            span=vessel.sensor_span or (by_bath.T_range.span if by_bath is not None and by_bath.T_range is not None else None),
            remedy="Put the thermometer into the liquid.",
            short="thermometer",
        )
    elif vessel.sensor is None and hot:
        yield finding(
            "H08",
            "note",
            "Where the thermometer is is not written; the temperatures are taken as those of the pot.",
            span=vessel.span,
            established=False,
            remedy="Write that it dips into the liquid.",
            short="thermometer",
        )


STRONG_SHARE, LEAST_SHARE = 0.5, 0.25
"""Part of acid in what was charged from which it counts as strong acid: of what is washed, and of what something is fed to (assumption)."""


def _charged_g(c: Context, vessel: str, before: int) -> float:
    """Grams that went into a vessel before a step, as far as they are known."""
    lots = [c.lots[k] for s in c.procedure.steps if s.vessel == vessel and s.n < before for k in s.materials]
    return sum(x.best_mol * x.substance.mass for x in lots if x.substance is not None)


def is_a_salt(c: Context, entry: Entry) -> bool:
    """Whether a vessel holds less acid than the hydrogen sulfate, by lots that were all measured: a base of unknown amount excuses nothing."""
    here = entry.before[0]
    lots = [c.lots[k] for s in c.procedure.steps if s.vessel == entry.vessel and s.n < entry.step for k in s.materials]
    return here.get("H+", 0.0) < here.get("SO4-2", 0.0) and all(x.mol for x in lots)


ACID_FUMES = patterns.compile(
    r"\b(?:white|thick|dense|acid) (?:acid )?(?:smoke|fumes|mist)\b|\buntil (?:it |the acid )?(?:fumes|smokes)\b", re.I
)
"""Sulfuric acid that fumes has been boiled down to 90 % and more (handbook 2.9)."""


DRIPPED_MIN = 20.0
"""Minutes from which water is dripped and not poured into acid, where it is cooled and has a limit (common practice, no source)."""
COOLS = patterns.compile(r"\b(?:ice|cooled|cooling|chilled)\b", re.I)


def _said_before(c: Context, step: Step) -> str:
    """A step's words and the sentence before it: "Ice bath again. Water by drops …"."""
    return c.procedure.flowing[max(0, step.span[0] - 40) : step.span[1]]


FEW_ML_ACID_MOL = 0.1
"""Sulfuric acid (5 mL) on which water that is dropped in with care spits, and no more (assumption): a condition, and no stop."""


@rule("H10")
def acid_dilution(c: Context) -> Iterator[Finding]:
    """H10: water brought to strong acid; a local layer boils."""
    for entry in c.walk.entries:
        step = c.step(entry.step)
        if step is None or step.kind in ("quench", "neutralise") or len(entry.before) < 2 or entry.vessel != step.vessel:
            continue  # a wash bottle through which the gas of the step goes is not where its water goes
        here = entry.before[0]
        acid = here.get("SO4-2", 0.0)
        if acid * catalogue().substances["sulfuric acid"].mass < (STRONG_SHARE if step.kind == "extract" else LEAST_SHARE) * _charged_g(
            c, entry.vessel, step.n
        ):
            continue  # a little acid in an organic mixture
        fumed = ACID_FUMES.search(c.procedure.flowing, 0, step.span[0]) is not None  # boiled down: its water is gone
        if acid <= 0 or (here.get("H2O", 0.0) / acid > 3.0 and not fumed) or is_a_salt(c, entry):
            continue  # dilute, or a salt by then
        for key in step.materials:
            lot = c.lots[key]
            if lot.substance and lot.substance.id in ("water", "ice"):
                stage = next((s for s in c.stages if s.step == step.n), None)
                rise = stage.rise_K[1] if stage and not fumed else None
                dripped = (
                    step.duration is not None
                    and step.duration.value >= DRIPPED_MIN
                    and (step.T_limit is not None or step.T_range is not None)
                    and (step.cooled or step.bath is not None or COOLS.search(_said_before(c, step)) is not None)
                )
                dripped = dripped or (acid <= FEW_ML_ACID_MOL and lex.SLOWLY.search(step.text) is not None)
                amount = f", which it would warm by {rise:.0f} K" if rise is not None else ""
                yield finding(
                    "H10", "stop" if not dripped and (rise is None or rise > c.settings.severity("H10_local_boil_K") / 2) else "condition",
                    f"{lot.label.capitalize()} is added to strong sulfuric acid{amount}; where it meets the acid it boils and spits.",
                    step=step, span=lot.material.span, figure=rise, limit="acid into water, never water into acid", remedy="Run the acid mixture into ice or water instead.", short="water into acid",
                )  # fmt: skip
                break  # once a step


def _what(stage: Stage) -> str:
    return "Mixing the acids" if stage.what.startswith("Mixing") else stage.what


COOLING = ("ice", "ice-salt", "dry-ice", "water", "thermostat")
"""Baths that take heat away."""


UNCOOLED = patterns.compile(r"\b(?:without (?:any |the )?(?:cooling|ice|bath)|(?:no|not any) cooling|not cooled|uncooled)\b", re.I)


WARM_BATH_C = 30.0
"""A bath from which it takes nothing of the heat of mixing."""


@rule("H11")
def mixing_nobody_listed(c: Context) -> Iterator[Finding]:
    """H11: the heat of making up the acids, where no cooling or limit is written for it."""
    for stage in c.stages:
        step = c.step(stage.step)
        if (
            step is None
            or step.kind in ("quench", "neutralise")
            or _reacts(stage, c)
            or not stage.what.startswith(("Mixing", "Dilution", "Dissolving", "Neutralisation"))
        ):
            continue
        low, best, high = stage.rise_K
        if high < c.settings.severity("H11_rise_K") or step.T_limit or step.cooled or step.T_range:
            continue
        cooled = {  # before or while it is made up, not when it has become hot
            v.name
            for v in c.procedure.vessels
            if (b := v.bath) is not None and b.kind in COOLING and (b.span is None or b.span[0] <= step.span[1])
        }
        own = next((v.bath for v in c.procedure.vessels if v.name == step.vessel), None)
        heats = [s.T_range.value for s in c.procedure.steps if own and own.span and s.T_range and s.span[0] <= own.span[0] < s.span[1]]
        hot = own is not None and max([own.T_C or 0.0, *heats]) > WARM_BATH_C
        in_pot = (
            c.pot is not None and step.vessel == c.pot.vessel.name and c.pot.bath is not None and c.pot.bath.kind not in HEATERS and not hot
        )
        until = min((s.span[0] for s in c.procedure.steps if s.span[0] > step.span[0]), default=len(c.procedure.flowing))
        uncooled = UNCOOLED.search(c.procedure.flowing, step.span[0], max(until, step.span[1])) is not None
        if (in_pot or step.vessel in cooled) and not step.all_at_once and not uncooled:
            continue
        yield finding(
            "H11",
            "condition" if _much(c, stage.rise_K) and not _chilled_next(c, step) else "note",
            f"{_what(stage)} gives {stage.heat_kJ[1]:.1f} kJ: {best:.0f} K ({_round(low)} to {_round(high)}) if it is not cooled, and no cooling is written.",
            step=step,
            figure=figure(best, "K", low=low, high=high),
            limit=f"{c.settings.severity('H11_rise_K'):.0f} K",
            remedy="Mix in ice, one slowly into the other, below 15 °C."
            if stage.what.startswith("Mixing")
            else "Cool it, add slowly, and write the limit.",
            short="mixing heat",
        )


def _much(c: Context, rise_K: tuple[float, float, float]) -> bool:
    """Whether a mixing heat asks for a sentence: by its best value, or where its high end is far over."""
    band = c.settings.severity("H11_condition_K")
    return rise_K[1] >= band or rise_K[2] >= WELL_OVER * band


WELL_OVER = 1.5
"""Times a band of severity from which the high end alone counts (assumption)."""


def _chilled_next(c: Context, step: Step) -> bool:
    """Whether the next thing done to what is put together is to cool it: it is weighed in, warms, and is cooled before anything is fed."""
    after = next((s for s in c.procedure.steps if s.n > step.n and s.vessel == step.vessel), None)
    return step.kind == "charge" and not step.all_at_once and after is not None and after.kind == "cool"


WARMS_SULFURIC = ("water", "hydrogen peroxide", "nitric acid", "hydrochloric acid", "ethanol", "methanol", "ice")
"""What concentrated sulfuric acid becomes hot with, whatever the amounts."""


@rule("H11")
def mixed_unmeasured(c: Context) -> Iterator[Finding]:
    """H11: strong sulfuric acid and what it becomes hot with come together, and an amount is missing: how hot is not established."""
    strong = [
        x
        for x in c.lots.values()
        if x.substance is not None
        and x.substance.id == "sulfuric acid"
        and (s := x.material.strength) is not None
        and (s.percent_w or 0.0) >= 90.0
    ]
    for x in strong:
        step = c.step(x.material.step)
        if step is None or step.kind in ("quench", "absorb"):
            continue
        for y in c.lots.values():
            other = c.step(y.material.step)
            if (
                y.substance is None
                or y.substance.id not in WARMS_SULFURIC
                or other is None
                or other.vessel != step.vessel
                or other.kind == "quench"
            ):
                continue
            if y.material.role in ("wash", "absorber") or (x.mol is not None and y.mol is not None):
                continue
            later = max(step, other, key=lambda s: s.n)
            if later.T_limit or later.T_range or later.cooled or lex.SLOWLY.search(later.text):
                continue
            yield finding(
                "H11", "condition", f"{y.label[:1].upper() + y.label[1:]} and strong sulfuric acid come together, and how hot that gets is not established: an amount is missing.", step=later,
                established=False, remedy="Measure both, run the one slowly into the other in the cold, and write the limit.", source="handbook 2.2", short="mixing heat",
            )  # fmt: skip
            return


@rule("H11")
def mixed_at_once(c: Context) -> Iterator[Finding]:
    """H11: caustic, acid or water that goes on to the batch all at once, and what it warms it by."""
    limit = c.settings.severity("H11_condition_K")
    for stage in c.late:
        step = c.step(stage.step)
        low, best, high = stage.rise_K
        if step is None or not step.all_at_once or step.T_limit or step.cooled or high < limit:
            continue
        yield finding(
            "H11", "stop" if best >= c.settings.severity("H11_stop_K") else "condition", f"{_what(stage)} all at once gives {stage.heat_kJ[1]:.1f} kJ: {best:.0f} K ({_round(low)} to {_round(high)}), and no cooling is written.",
            step=step, figure=figure(best, "K", low=low, high=high), limit=f"{limit:.0f} K", remedy="Cool it, add slowly, and write the limit.", source="handbook 2.2", short="mixing heat",
        )  # fmt: skip


BY_HAND = patterns.compile(
    r"(?<=[.;,] )swirl(?=[.;,\n])|\b(?:shak\w+|swirl\w+|stirr\w+|mov\w+|stir|shake|swirl) (?:it |well |the flask |[| ]+)?(?:by|with the) hands?\b|\b(?:stir\w*|with|using) (?:it )?(?:(?:with |by )?(?:a|the|my) )?(?:glass |wooden |plastic )?(?:rod|stick|spatula|spoon)\b|\bglass rod\b(?! (?:touches|dipped|as a seed))",
    re.I,
)
NOT_STIRRED_WITH = patterns.compile(
    r"\b(?:scrap|scratch|dig|dug|lift|chip|break|broke|crush|knock|take|took|add|put|press|transfer|remov)\w*(?: [\w-]+){0,4} $", re.I
)
"""Before it, what it is used for is no stirring."""
BY_HAND_K = 40.0
"""Rise of a fed reaction from which stirring by hand is no stirring (common practice, no source)."""


@rule("H09")
def stirred_by_hand(c: Context) -> Iterator[Finding]:
    """H09: a feed that brings much heat is stirred by hand: it stands whenever the hand does."""
    text = c.procedure.flowing
    m = next((x for x in BY_HAND.finditer(text) if not NOT_STIRRED_WITH.search(text[max(0, x.start() - 30) : x.start()])), None)
    if m is None:
        return
    for stage in c.stages:
        step = c.step(stage.step)
        if (
            step is not None
            and step.kind in ("dose", "add")
            and _fed_wanted(c, stage.step)
            and stage.rise_K[1] >= BY_HAND_K
            and step.stirred is not True
            and ((by := c.step_at(m.start())) is None or by.vessel == step.vessel)  # the acids were mixed with a rod beside it
        ):
            yield finding(
                "H09", "condition", f"“{m.group().strip()}”: stirred by hand only, and what is fed warms it by {stage.rise_K[1]:.0f} K.", step=step, span=m.span(), limit="stirred while it is fed", remedy="A stirrer that runs by itself; stop the feed when it stands.", source="common practice, no source", short="stirred by hand",
            )  # fmt: skip
            return


@rule("H14")
def hold_near_td24(c: Context) -> Iterator[Finding]:
    """H14: a hold within the margin of TD24 (or of the class's bound)."""
    if c.bound is None or not c.td24_applies:
        return
    margin = c.settings.severity("H14_margin_K")
    for step in c.procedure.steps:
        if step.kind not in ("hold", "reflux", "heat", "dose") or step.T_range is None:
            continue
        top = step.T_range.high if step.T_range.high is not None else step.T_range.value
        if top > c.bound.TD24_C - margin:
            yield finding(
                "H14", "condition", f"Holding at {top:.0f} °C is within {margin:.0f} K of {c.bound.TD24_C:.0f} °C, {c.bound.says}{'' if c.bound.measured else '; TD24 itself is not established'}.",
                step=step, span=step.T_range.span, figure=top, limit=f"{c.bound.TD24_C - margin:.0f} °C", established=c.bound.measured, remedy="Hold colder." if c.bound.measured else "Hold colder, or measure TD24 of this mixture.", short="hold",
            )  # fmt: skip


HOT_BATH = patterns.compile(
    r"\bbath\b[^.;\n\d]{0,50}?(\d{3})(?: ?[-–] ?(\d{3}))? ?°C|(\d{3}) ?°C (?:(?:oil|sand|salt|metal|silicone) )?bath\b", re.I
)
"""A bath and its temperature, from a hundred upwards."""
AFTER_STILL = 400
"""Characters behind the words of a distillation in which its bath is spoken of."""


@rule("H14")
def still_over_onset(c: Context) -> Iterator[Finding]:
    """H14: a still in a bath that is hotter than where what stands in it begins to decompose."""
    still = next((s for s in c.procedure.steps if s.kind == "distil"), None)
    if c.bound is None or still is None:
        return
    washed = any(s.kind in ("extract", "filter", "neutralise") and s.n < still.n for s in c.procedure.steps)
    alone = td24_bound([c.purpose.target], "neat") if washed and c.purpose.target is not None and not c.bound.measured else None
    bound = alone or c.bound  # what was washed stands in the still without the acid it was made in
    text = c.procedure.flowing
    hot = [(float(m[2] or m[1] or m[3]), m) for m in HOT_BATH.finditer(text, still.span[0], still.span[1] + AFTER_STILL)]
    top, m = max(hot, key=lambda x: x[0], default=(0.0, None))
    if m is not None and top >= bound.onset_C:
        yield finding(
            "H14", "stop", f"The bath of the still is at {top:.0f} °C, where a {bound.what} can begin to decompose ({bound.onset_C:.0f} °C by its class); the residue stays in it longest.",
            step=still, span=m.span(), figure=top, limit=f"{bound.onset_C:.0f} °C", remedy="Less pressure and a colder bath, stop while a tenth is left, or measure the residue (DSC).", source=bound.source, short="still over its onset",
        )  # fmt: skip


RESIDUE = patterns.compile(r"\b(?:residues?|let down|spent|what (?:is|was) left|waste)\b", re.I)
"""What is thrown away may warm more than a product (common practice, no source)."""


def _quench_limit(c: Context, step: Step) -> float:
    """°C above which a quench ends too warm: as written, else 25, else 50 for what is thrown away."""
    near = c.procedure.flowing[max(0, step.span[0] - 40) : step.span[1]]
    return step.T_limit.value if step.T_limit else 50.0 if RESIDUE.search(near) else QUENCH_LIMIT_C


@rule("Q03")
def quench_open(c: Context) -> Iterator[Finding]:
    """Q03: where a quench ends is not established, as the heat of something there is not."""
    for n, (least, why) in c.quench_least.items():
        step = c.step(n)
        assert step is not None
        limit = _quench_limit(c, step)
        yield finding(
            "Q03",
            "stop" if least > limit + 5 else "condition",
            f"Where the quench ends is not established: {why}. What is known alone ends at {least:.0f} °C.",
            step=step,
            limit=f"{limit:.0f} °C",
            established=False,
            remedy="Pour it in small portions, each when the last has cooled, and take more ice.",
            short="quench",
        )


@rule("Q03")
def quench_size(c: Context) -> Iterator[Finding]:
    """Q03: quench vessel or ice too small."""
    for n, (_low, best, high) in c.quench_end.items():
        step = c.step(n)
        assert step is not None
        limit = _quench_limit(c, step)
        fill = c.quench_fill.get(n)
        parts = [f"fills the vessel to {fill * 100:.0f} %"] if fill and fill > 2 / 3 else []
        if high > limit + 0.5:
            yield finding(
                "Q03",
                "stop" if best > limit + 5 else "condition",
                f"The quench ends at {best:.0f} °C (up to {high:.0f}), above {limit:.0f} °C.",
                step=step,
                figure=figure(best, "°C", high=high),
                limit=f"{limit:.0f} °C",
                parts=parts,
                remedy="Take more ice.",
                short="quench",
            )
        elif fill and fill > 2 / 3:
            yield finding(
                "Q03",
                "stop" if fill > 0.9 else "condition",
                f"The quench fills its vessel to {fill * 100:.0f} %.",
                step=step,
                figure=fill,
                limit="two thirds",
                remedy="Take the next larger vessel.",
                short="quench",
            )
