"""H04 H07 H09 H12 H16 H17 P07 S02: what the vessel stands in, what stirs it, what warms it, and what was tried before."""

from __future__ import annotations

import re
from collections.abc import Iterator

from northsquall import patterns
from northsquall.assessment import Finding, ReactionLine, Severity
from northsquall.chemistry.classes import classes_in
from northsquall.chemistry.unrecognised import ACTING
from northsquall.dynamics.building import at_its_feed
from northsquall.findings.base import Context, Stage, finding, rule
from northsquall.findings.heat import boils_as_meant, said_dry
from northsquall.findings.sentences import sentence_of
from northsquall.findings.words import MIXED
from northsquall.heat.freezing import freezing
from northsquall.procedure import Step
from northsquall.procedure.units import MOLAR_L
from northsquall.reading import concepts
from northsquall.substances import catalogue
from northsquall.working import figure, significant

WARMED = ("heat", "hold", "reflux", "distil")
COLD_CHARGE_K, COLD_CHARGE_STOP_K = 50.0, 200.0
"""Rise of what was charged cold and then warmed, from which it is a condition, and a stop (severity bands of handbook 2.3)."""
NEAR_BOILING_K = 10.0
"""Room below boiling that a step needs where boiling is not meant (handbook 4, H07)."""


def _stage(c: Context, n: int) -> Stage | None:
    return max((s for s in c.stages if s.step == n), key=lambda s: s.rise_K[2], default=None)


def _batch_reactions(c: Context) -> Iterator[tuple[ReactionLine, Step]]:
    """Wanted reactions that go on while the vessel is warmed or held, with nothing fed."""
    for r in c.reactions:
        step = c.step(r.step)
        if r.role == "wanted" and step is not None and step.kind in WARMED and not step.materials and (r.heat_kJ.best or 0.0) > 0:
            yield r, step


def _together(c: Context) -> Iterator[tuple[ReactionLine, Step]]:
    """Wanted reactions of what is mixed with nothing that feeds it, and warmed as the next thing."""
    for r in c.reactions:
        step = c.step(r.step)
        if (
            r.role != "wanted"
            or step is None
            or step.kind != "add"
            or step.duration is not None
            or step.portions
            or not MIXED.search(step.text)
        ):
            continue
        after = next((s for s in c.procedure.steps if s.n > step.n and s.vessel == step.vessel and s.kind not in ("test", "cool")), None)
        if after is not None and after.kind in ("heat", "reflux") and (r.heat_kJ.best or 0.0) > 0:
            yield r, step


@rule("H04")
def cold_charge_then_heat(c: Context) -> Iterator[Finding]:
    """H04: all is charged below the temperature where it starts, and then warmed: it starts together."""
    for r, step in [*_batch_reactions(c), *_together(c)]:
        stage = _stage(c, step.n)
        if stage is None or stage.rise_K[2] < COLD_CHARGE_K or step.kind == "distil":
            continue
        low, best, high = stage.rise_K
        severity: Severity = "stop" if best > COLD_CHARGE_STOP_K else "condition"
        paced = _paced_by_its_rate(c, r.family_id, step)
        if paced is not None:
            severity = "note"
        yield finding(
            "H04", severity, f"All of it is there before it is warmed: {r.names} could warm its mass by {best:.0f} K ({low:.0f} to {high:.0f}) once it starts, and nothing doses it.",
            parts=[f"by its rate it makes {paced:.0f} W at most at the boil, which the condenser takes"] if paced is not None else [],
            step=step, figure=figure(best, "K", low=low, high=high), limit=f"{COLD_CHARGE_K:.0f} K condition, {COLD_CHARGE_STOP_K:.0f} K stop",
            remedy=f"Warm first, and add one reagent at the temperature where it reacts; a tenth of it makes {best / 10:.0f} K.", source="handbook 2.5 and 4", short="cold charge, then heat",
        )  # fmt: skip
        return
    for step in c.procedure.steps:
        gas = sum(n for e in c.walk.entries if e.step == step.n and e.vessel == step.vessel for n in e.gas.values())
        if gas < COLD_CHARGE_GAS_MOL or not _undosed(c, step) or not any(r.step == step.n and r.role == "wanted" for r in c.reactions):
            continue
        if any(c.lots[k].mol is None for s in c.procedure.steps if s.vessel == step.vessel and s.n <= step.n for k in s.materials):
            continue  # an amount that nobody wrote gives no figure: P02 asks for it
        yield finding(
            "H04", "condition", f"All of it is there before it is warmed: {gas:.2g} mol ({gas * MOLAR_L:.2g} L) of gas come once it starts, and nothing doses it.",
            step=step, figure=figure(gas, "mol"), limit=f"{COLD_CHARGE_GAS_MOL:g} mol of gas", remedy="Warm first, and add one reagent at the temperature where it reacts, as fast as the gas line takes it.",
            source="handbook 2.5 and 4", short="cold charge, then heat",
        )  # fmt: skip
        return


def _paced_by_its_rate(c: Context, family: str, step: Step) -> float | None:
    """W at most, where what is all there boils under a condenser and its rate, known for the family, never asks more than the condenser takes."""
    if c.pot is None or c.pot.event is None or c.pot.event.reaction.family.id != family or c.pot.event.reaction.family.rate is None:
        return None
    after = [s for s in c.procedure.steps if s.n >= step.n and s.vessel == step.vessel and s.kind in ("heat", "hold", "reflux")]
    begin = c.procedure.flowing.rfind("\n", 0, step.span[0]) + 1
    whole = c.procedure.flowing[begin : max(s.span[1] for s in (step, *after[:2]))]
    if not any(s.kind == "reflux" for s in after[:2]) and not BOILS.search(whole):
        return None
    made = [x.made_W for r in c.runs.values() for s in after if (x := r.over(s.n)) is not None]
    return max(made) if made and max(made) <= c.settings.get("condenser_W")[0] else None


COLD_CHARGE_GAS_MOL = 0.1
"""Gas of what was charged cold and then warmed, from which it is a condition (assumption): 2.4 L, ten times a common flask."""
WARM_C = 40.0
"""From here a vessel is warmed."""


def _at_once(step: Step) -> bool:
    """Whether a step puts more in with no time of its own: "and five drops of dimethylformamide"."""
    return (
        step.kind in ("charge", "add", "dose")
        and bool(step.materials)
        and step.duration is None
        and not step.portions
        and step.T_limit is None
    )


BARE_HEAT = patterns.compile(r"\b(?:burner|bunsen|flame|hot ?plate|mantle|plate|(?:steam|oil|sand|boiling[- ]water)[- ]bath)\b", re.I)


def _undosed(c: Context, step: Step) -> bool:
    """Whether a step warms what is all there, or puts it together to be warmed as the next thing."""
    if step.kind in ("heat", "hold", "reflux"):
        boils = step.kind == "heat" and step.T_range is None and BOILS.search(step.text) is not None  # "it comes to the boil in 8 min"
        bare = step.kind == "heat" and step.T_range is None and BARE_HEAT.search(step.text) is not None  # "warm with the gas burner"
        return not step.materials and (
            step.kind == "reflux" or boils or bare or (step.T_range is not None and step.T_range.value >= WARM_C)
        )
    if step.kind not in ("charge", "add") or step.duration is not None or step.portions or step.from_vessel:
        return False
    after = next(
        (s for s in c.procedure.steps if s.n > step.n and s.vessel == step.vessel and s.kind not in ("test", "cool") and not _at_once(s)),
        None,
    )
    stands = next((v.bath for v in c.procedure.vessels if v.name == step.vessel), None)
    if stands is not None and (stands.T_C or 0.0) >= WARM_C and stands.span is not None and stands.span[0] > step.span[1]:
        return after is None or not after.materials or after.span[0] > stands.span[0]  # "The flask was then put on the bath at 70 °C"
    return (
        after is not None
        and after.kind in ("heat", "reflux")
        and not after.materials
        and (after.kind == "reflux" or after.bath is not None or (after.T_range is not None and after.T_range.value >= WARM_C))
    )


@rule("H07")
def boils_unasked(c: Context) -> Iterator[Finding]:
    """H07: within ten kelvin of boiling, or over it, in a step in which boiling is not meant."""
    if c.pot is None or c.mtt is None or not c.runs or c.unknown_dose is not None:
        return
    for seg in c.pot.plan.segments:
        step = c.step(seg.step)
        if step is None or seg.step not in c.peak or seg.step > c.pot.until or seg.kind not in ("dose", "add"):
            continue
        low, best, high = c.peak[seg.step]
        begins = c.process_C if c.process_C is not None else low
        if BOILS.search(at_its_feed(c.procedure, step)) or high < c.mtt[1] - NEAR_BOILING_K or (high - begins < 2.0 and high < c.mtt[1]):
            continue
        if step.T_range is not None and step.T_range.value >= c.mtt[0] - NEAR_BOILING_K:
            continue  # held there on purpose
        over = best > c.mtt[1]
        yield finding(
            "H07", "stop" if over else "condition", f"The pot reaches {best:.0f} °C (up to {high:.0f}); the mixture boils at about {c.mtt[1]:.0f} °C, and boiling is not meant here.",
            step=step, figure=figure(best, "°C", low=low, high=high), limit=f"{c.mtt[1] - NEAR_BOILING_K:.0f} °C",
            remedy="Add more slowly or colder, or fit a condenser whose duty covers the heat.", source="handbook 4", short="boiling",
        )  # fmt: skip
        return


BOILS = patterns.compile(r"\b(reflux\w*|boil\w*|(?<!freshly )(?<!newly )distil(?!l?ed water)\w*)\b", re.I)


STIRRED_K = 5.0
"""Rise of what mixes late from which it matters that nothing stirs (assumption)."""


@rule("H09")
def not_stirred(c: Context) -> Iterator[Finding]:
    """H09: heat or gas is made while nothing stirs."""
    for step in c.procedure.steps:
        if step.stirred is not False or step.kind in ("filter", "dry", "store", "distil", "extract"):
            continue
        here = [r for r in c.reactions if r.step == step.n and (r.extent_mol or 0.0) > 0 and (abs(r.heat_kJ.best or 0.0) > 0.5)]
        if not here and step.kind in ("hold", "reflux"):  # what began to react when it was warmed goes on
            here = [r for r in c.reactions if r.vessel == step.vessel and r.step < step.n and _goes_on(c, r)]
        later = [r for r in c.reactions if r.role == "wanted" and r.vessel == step.vessel and r.step > step.n]
        open_ = [
            r
            for r in c.reactions
            if r.vessel == step.vessel and r.step <= step.n and not r.heat_kJ.established and r.role in ("wanted", "side", "on standing")
        ]
        steps = {r.step for r in (here or later)}
        worst = max((x.rise_K[1] for x in c.stages if x.step in steps), default=0.0)
        if (
            c.pot is not None and c.pot.cp_J_K > 0 and c.pot.vessel.name == step.vessel
        ):  # work-up in the same vessel has no stage of its own
            worst = max(worst, sum(max(r.heat_kJ.best or 0.0, 0.0) for r in here) * 1e3 / c.pot.cp_J_K)
        unknown = open_ or c.heat_open(len(c.procedure.steps))
        if (not here or worst < STIRRED_K) and unknown and step.kind in ("charge", "hold", "dose", "add", "heat"):
            what = open_[0].names if open_ else "what is mixed"
            yield finding(
                "H09", "condition", f"Nothing stirs here, and how much heat {what} gives is not established.", step=step, established=False, limit="stirred as long as it reacts",
                remedy="A stirrer that takes the thick mass; stop the feed when it stops.", source="handbook 4", short="not stirred",
            )  # fmt: skip
            return
        if worst < STIRRED_K or (not here and not (later and step.kind in ("dose", "add", "charge"))):
            continue
        yield finding(
            "H09", "stop" if c.klass is not None and c.klass >= 4 else "condition", f"Nothing stirs here, and {(here or later)[0].names} makes up to {worst:.0f} K: layers or a thick mass react together when they are mixed.",
            step=step, figure=worst, limit="stirred before anything is added", remedy="Stir first, with a stirrer that takes the thick mass; stop the feed when it stops.", source="handbook 4", short="not stirred",
        )  # fmt: skip
        return


def _goes_on(c: Context, r: ReactionLine) -> bool:
    """Whether a wanted reaction is booked where a charge was warmed, with nothing said that stirs it there."""
    step = c.step(r.step)
    return r.role == "wanted" and step is not None and step.kind in WARMED and step.stirred is None and (r.heat_kJ.best or 0.0) > 0.5


FLAME = patterns.compile(
    r"\b(?:(?:naked|open|free|direct|bare|small|luminous|smoky|low|full|big|large|strong|hot) (?:gas )?flame|flame-heated|bunsen(?: burner)?|(?:over|on|onto) (?:a|the) (?:gas )?(?:burner|flame|ring)|(?:with|over|on) (?:an? |the )?open (?:gas )?burner|with (?:a|the) (?:small |little |big |low |gas )*burner|(?:burner|flame) (?:(?:under|beneath|below) (?:the|a|it|gauze|wire)|underneath)|(?:fan|roaring|large|wide|second) burner|(?:camping|kitchen|gas|alcohol|paraffin|spirit) stove|gas (?:hob|cooker)|(?:blow|welding |gas )[- ]?(?:lamp|torch) (?:on|under|against|to|at) (?:the|it)\b|heated (?:with|by) (?:a|the) (?:blow|gas )[- ]?(?:lamp|torch)|burner(?:, | on |: ?| ?\| ?)(?:small|high|up|lit|low|big|full|flat out))\b",
    re.I,
)
DENIES = patterns.compile(r"\b(no|not|never|without|away|far|none|keep|instead)\b[^.;\n]{0,40}$", re.I)


@rule("H12")
def flame_on_glass(c: Context) -> Iterator[Finding]:
    """H12: glass is heated by a flame."""
    if all("not named" in v.name or v.name.startswith("absorber") for v in c.procedure.vessels):
        return  # a wire loop, a bead, a tube that is bent
    text = c.procedure.flowing
    for m in FLAME.finditer(text):
        if DENIES.search(text[max(0, m.start() - 60) : m.start()]):
            continue
        step = c.step_at(m.start())
        yield finding(
            "H12", "condition", f"“{m.group()}” on glass: it cracks by the shock, cannot be turned down at once, and lights what escapes.", span=(m.start(), m.end()), step=step,
            remedy="Take a bath or a mantle on a jack that can be dropped away.", source="handbook 4", short="flame",
        )  # fmt: skip
        return


ON_FIRE = patterns.compile(
    r"\b(?:caught|catches|catching|was on|took) fire\b|\bburn(?:s|t|ed|ing) (?:on top|on the surface|at the (?:neck|mouth|top))\b|\b(?:flames?|fire) (?:came|shot|leapt|jumped|stood|went up)\b",
    re.I,
)
"""A fire that was seen."""


@rule("G08")
def fire_seen(c: Context) -> Iterator[Finding]:
    """G08: what is worked with has burnt."""
    text = c.procedure.flowing
    for m in ON_FIRE.finditer(text):
        if re.search(
            r"\b(?:if|should|in case|when|never|not|no|can|could|may|might|would)\b[^.;\n]{0,30}$",
            text[max(0, m.start() - 50) : m.start()],
            re.I,
        ):
            continue
        yield finding(
            "G08", "condition", f"“{m.group()}”: it has burnt, and the text goes on.", step=c.step_at(m.start()), span=m.span(), limit="no vapour that lights, nothing that lights it", remedy="Stop; keep what burns by itself under inert gas, and every source of ignition away.", source="handbook 4", short="fire",
        )  # fmt: skip
        return


SHOCK = patterns.compile(
    r"\b(?:rins\w*|cool\w*|swill\w*|wash\w*|fill\w*|chill\w*|quench\w*|hold\w*)\b[^.;\n]{0,20}\b(?:(?:still|very|red)[- ])?hot (?:flask|glass|beaker|retort|tube|dish)\b[^.;\n]{0,40}\b(?:cold|tap|ice)\b"
    r"|\bhot (?:flask|glass|beaker|retort|tube|dish)\b[^.;\n]{0,30}\b(?:into|in|under) (?:the )?(?:cold|tap|ice|running)\b",
    re.I,
)


@rule("H12")
def cold_on_hot_glass(c: Context) -> Iterator[Finding]:
    """H12: hot glass is cooled by cold water."""
    m = SHOCK.search(c.procedure.flowing)
    if m is None or DENIES.search(c.procedure.flowing[max(0, m.start() - 30) : m.start()]):
        return
    yield finding(
        "H12", "condition", f"“{m.group()}”: hot glass cracks, and what is left in it boils where the water falls in.", span=m.span(), step=c.step_at(m.start()),
        limit="below 40 °C first", remedy="Let it cool in air to below 40 °C first.", source="handbook 4", short="thermal shock",
    )  # fmt: skip


SEALED = patterns.compile(
    r"\b(microwave(?:d| oven| reactor| vial)?|sealed (?:tube|vial|ampoule|vessel|flask)|pressure (?:tube|vial|bottle)|bomb tube|autoclave|closed (?:vial|tube))\b",
    re.I,
)
LOOSE = patterns.compile(
    r"\b(?:cap|lid|stopper|cover|foil)s?\b[^.;\n]{0,15}\b(?:loose\w*|ajar|open|half on|resting)\b|\bloose(?:ly)? (?:cap\w*|cover\w*|lid\w*|stopper\w*)\b",
    re.I,
)
"""A closing that lets steam out."""
WARM_WORD = patterns.compile(r"\b(heat\w*|warm\w*|irradiat\w*|boil\w*|°\s?C|degrees)\b", re.I)


@rule("H16")
def sealed_heating(c: Context) -> Iterator[Finding]:
    """H16: heated where nothing can get out."""
    text = c.procedure.flowing
    for m in SEALED.finditer(text):
        sentence = sentence_of(text, m)
        if DENIES.search(text[max(0, m.start() - 40) : m.start()]) or re.search(r"\b(mp|m\.p\.|melting|melts)\b", sentence, re.I):
            continue
        if not WARM_WORD.search(sentence) or (not c.reactions and LOOSE.search(text)):
            continue
        step = c.step_at(m.start())
        gas = any(n > 1e-3 for e in c.walk.entries for n in e.gas.values())
        yield finding(
            "H16", "stop" if gas else "condition", f"“{m.group()}”, heated{', with gas from the reaction' if gas else ''}: the pressure is not established, and cooling from outside comes too late.", span=(m.start(), m.end()), step=step,
            established=False, remedy="Work open under reflux, or in a vessel rated for the computed pressure, with its relief.", source="handbook 4", short="sealed and heated",
        )  # fmt: skip
        return


STANDS_ON = patterns.compile(r"\b(hot ?plate|plate|mantle|sand bath|heater)\b", re.I)
DROPS = patterns.compile(
    r"\b(lift\w*|jack|lower\w*|drop(?:ped)? away|taken away|remov\w*|take (?:it )?off|pull\w* away|off the (?:plate|heat))\b", re.I
)


NONE_OF_IT = patterns.compile(r"\b(?:no|without|neither|nor|not|never)\b[^.;\n]{0,25}$", re.I)


@rule("H17")
def cannot_be_taken_away(c: Context) -> Iterator[Finding]:
    """H17: the source of heat stays under a reaction that may run away."""
    text = c.procedure.flowing
    m = next((x for x in STANDS_ON.finditer(text) if not NONE_OF_IT.search(text[: x.start()])), None)
    if m is None or DROPS.search(text):
        return
    batch = [(r, s, st) for r, s in _batch_reactions(c) if (st := _stage(c, s.n)) is not None and st.rise_K[2] >= COLD_CHARGE_K]
    fed = c.klass is not None and (c.klass > 3 or (c.klass == 3 and not boils_as_meant(c)))
    if not batch and not fed:
        return
    step = batch[0][1] if batch else c.step(c.pot.dose_steps[-1]) if c.pot and c.pot.dose_steps else None
    yield finding(
        "H17", "condition", f"The heat comes from a “{m.group()}” that nothing takes away, under a reaction that can run on by itself.", span=(m.start(), m.end()), step=step,
        remedy="Stand it on a jack, so that the heat can be dropped away with one hand.", source="handbook 4", short="heat source",
    )  # fmt: skip


LARGER = patterns.compile(
    r"(?:\b\d+ ?[x×]|(?:\bx|×) ?\d+),? (?:the )?scale\b|\bscale (?:x|×) ?\d+\b|\b(?:scaled|multiplied|upscaled) (?:up )?(?:x|×|by|times) ?(?:\d+|two|three|four|five|six|eight|ten|twenty)\b|\b(?:everything|all amounts?|all) (?:times|×|x) ?(?:\d+|two|three|four|five|six|eight|ten|twenty)\b|\bscale, (?:it )?was (?:\w+ )?\d+"
    r"|\bfirst (?:time|run|batch|trial) (?:at|on|of|in) (?:this|that|such)(?: an?)? (?:\w+ )?(?:scale|size|amount)|\b(?:scaled|scaling|scale)[- ]up\b(?: (?:of|by|from|to) [^.;\n]{0,30})?"
    r"|\bnever (?:been )?(?:run|done|made|tried|carried out)\b[^.;\n]{0,25}\b(?:larger|bigger|more than|above|th(?:is|at) (?:size|scale))\b|\b(?:largest|biggest) (?:batch|run|lot|scale|trial)(?: so far| until now| to date)? (?:was|is|has been)\b"
    r"|\b(?:so far|up to now|until now)\b(?:[^.;\n]|\.\d){0,35}\b(?:only|just|at most)\b[^.;\n]{0,20}|\bbefore\b[^.;\n]{0,15}\b(?:only|just|at most) \d+(?:\.\d+)? ?m?(?:g|mol)\b|\b(?:only|just|never) ever (?:run|done|made|tried)\b[^.;\n]{0,25}\b(?:mole|gram|g|scale|size|one)\b|\b(?:only|just) (?:ever )?(?:been )?(?:run|done|made|tried|tested) (?:it )?(?:at|on|with|up to) [^.;\n]{0,40}\b(?:scale|size|\d+ ?m?(?:g|mol))\b"
    r"|\b(?:two|three|four|five|six|eight|ten|twelve|fifteen|twenty|thirty|fifty|hundred|\d+)(?:[- ]?times|[- ]?fold| ?[x×]) (?:(?:(?:the|as much|of|what|more) ?)+|(?=last ))(?:last (?:week|time|month|year)|usual|normal|literature|published|original|small|recipe|scale|amounts?|quantit\w+)|\b(?:amounts?|quantit\w+)\b[^.;\n]{0,40}\bmultiplied by \w+|\b(?:tested|tried|run|done|made) before (?:on|at|with) [^.;\n]{0,12}\d+ ?m?(?:g|mol)\b"
    r"|\b(?:last|the other) (?:time|week|year)[^.;\n]{0,14}\b(?:it was|I (?:made|did|had)|we (?:made|did|had)|with|on|only|just)\b[^.;\n]{0,8}\d+(?:\.\d+)? ?m?(?:g|mol|mL)\b|\b(?:made|done|run|tried|prepared)\b[^.;\n]{0,14}\bonce(?: before)?,? (?:on|with|at|from) \d+(?:\.\d+)? ?m?(?:g|mol|mL)\b"
    + r"|\bfrom \d[\d.]* ?m?(?:mol|g|mL|L)\b,? (?:now|up)(?: to)? \d[\d.]* ?k?(?:mol|g|mL|L)\b|\b(?:batch|run|lot|scale|attempt|trial)(?: (?:no\.? ?)?\d{1,3})?,? \(?(?:[x×] ?\d+|\d+ ?[x×])(?!\w)|\b(?:last|first|previous|small|trial) (?:one|time|run|batch) \(\d[\d.,]* ?m?(?:g|mol|mL|L)\)"
    r"|\b(?:double|triple|treble|quadruple|[a-z]+fold) (?:size|batch|scale|amounts?|quantit\w+)\b|\b(?:doubled|tripled|trebled) (?:the )?(?:batch|size|scale|amounts?|quantit\w+|everything)\b|\bthe runs? before (?:was|were) \d|\bscal\w+ up to (?:pilot|plant|the \w+)|\(previously (?:only )?\d|\b(?:previously|earlier|formerly|so far|until now|already|before) (?:only )?(?:tried|tested|made|run|done|used)(?: (?:with|at|on|only))*:? ?\d[\d.,]* ?m?(?:g|mol|mL)\b|\b(?:previous|earlier|former|last) (?:lots?|runs?|batch(?:es)?|trials?)(?::| was| were| of| at)(?: only| just)? \d[\d.,]* ?m?(?:g|mol|mL)\b|\b(?:lots?|runs?|batch(?:es)?|trials?) (?:no\.? ?)?\d+(?:,? (?:and|to|[-–]) \d+)? (?:was|were|had|used|took)(?: of)?(?: only| just)? \d[\d.,]* ?m?(?:g|mol|mL)\b"
    + rf"|\b(?:{concepts.LARGER})\b",
    re.I,
)
"""The author says that it is more than was run before."""


SO_MUCH = patterns.compile(r"(\d+(?:[.,]\d+)?) ?(m?g|m?mol|mL)\b")


def _as_much_as_now(c: Context, said: str) -> bool:
    """Whether an amount that is told of an earlier run ("previously tried: 13.5 g") is one of this run's charges."""
    return any(
        m.amount is not None
        and m.amount.unit.lower() == unit.lower()
        and abs(m.amount.value - float(n.replace(",", "."))) < AS_MUCH * m.amount.value
        for n, unit in SO_MUCH.findall(said)
        for m in c.procedure.materials
    )


AS_MUCH = 0.05
"""Amounts that differ by no more are the same (assumption)."""


@rule("P07")
def said_to_be_larger(c: Context) -> Iterator[Finding]:
    """P07: the author says that it is larger than what was tested before."""
    text = c.procedure.flowing
    m = next((x for x in LARGER.finditer(text) if not NONE_OF_IT.search(text[max(0, x.start() - 40) : x.start()])), None)
    acts = any(x.substance is not None and ACTING & set(classes_in(dict(x.substance.parts))) for x in c.lots.values())
    if (
        m is None
        or _as_much_as_now(c, m.group())
        or (c.enthalpy is None and not acts and not any((r.heat_kJ.best or 0.0) > 0.0 for r in c.reactions))
    ):
        return
    yield finding(
        "P07", "condition" if c.klass is None or c.klass >= 3 or any(s.rise_K[2] >= COLD_CHARGE_K for s in c.stages) else "note", f"“{m.group().strip()}”: more than was run before; what the small run showed of heat and gas does not hold here.", span=m.span(), step=c.step_at(m.start()), limit="what was tested before",
        remedy="Run a size between first, with the temperature written down, or look at the ladder for what changes.", source="handbook 4", short="larger than before",
    )  # fmt: skip


@rule("P07")
def larger_than_before(c: Context) -> Iterator[Finding]:
    """P07: more of a family than this laboratory has run."""
    seen = c.settings.laboratory.largest_scale_mol
    for r in c.reactions:
        most = seen.get(r.family_id)
        if r.role != "wanted" or most is None or r.extent_mol is None or r.extent_mol <= most:
            continue
        yield finding(
            "P07", "condition", f"{r.extent_mol:.2g} mol of {r.names}; the largest run here was {most:.2g} mol.", step=c.step(r.step), figure=r.extent_mol, limit=f"{most:.2g} mol",
            remedy=f"Run {most:.2g} mol first, or look at the ladder for what changes by the factor {r.extent_mol / most:.1f}.", source="laboratory rule", short="larger than before",
        )  # fmt: skip
        return


@rule("S02")
def margin_to_decomposition(c: Context) -> Iterator[Finding]:
    """S02: the room between what losing control reaches and where decomposition becomes fast, by the class's bound."""
    if c.bound is None or not c.td24_applies or c.unknown_dose is not None or c.mtsr.high is None or c.pot is None:
        return
    margin = c.settings.laboratory.td24_margin_K or c.settings.severity("H14_margin_K")
    room = c.bound.TD24_C - c.mtsr.high
    if not 0.0 <= room < margin:
        return  # past it, H03 says so
    yield finding(
        "S02", "condition", f"Losing the cooling leaves {room:.0f} K to {c.bound.TD24_C:.0f} °C, {c.bound.says}.",
        step=c.step(c.pot.dose_steps[-1]) if c.pot.dose_steps else None, figure=room, limit=f"{margin:.0f} K", established=c.bound.measured,
        remedy="Add more slowly." if c.bound.measured else "Add more slowly, or measure the mixture (DSC).", source="handbook 2.10", short="margin to TD24",
    )  # fmt: skip


FROZEN_K = 3.0
"""How far below the estimate a temperature must lie before freezing is said (the estimate's own error)."""
MELTS = patterns.compile(r"\b(melt(?:s|ed|ing)?|molten|fused)\b", re.I)


@rule("H09")
def frozen(c: Context) -> Iterator[Finding]:
    """H09: colder than where the mixture freezes, or a melt in a bath below its melting point: nothing stirs it."""
    for step in c.procedure.steps:
        entry = next((e for e in c.walk.entries if e.step == step.n and e.vessel == step.vessel), None)
        target = min((q.value for q in (step.T_range, step.T_limit) if q is not None), default=None)
        found = freezing(entry.after, catalogue()) if entry is not None else None
        if (
            found is not None
            and target is not None
            and step.T_of == "pot"
            and target < found[0] - FROZEN_K
            and step.kind in ("dose", "add", "hold", "cool")
        ):
            at, name = found
            yield finding(
                "H09", "condition", f"At {target:.0f} °C the mixture is frozen: {name} begins to freeze at about {at:.0f} °C in it, and a stirrer that stands lets reagent pile up.",
                step=step, figure=target, limit=f"{at:.0f} °C", remedy=f"Work above {at + FROZEN_K:.0f} °C, or in a liquid that stays one.", source="ideal freezing point; handbook 2.4", short="freezes",
            )  # fmt: skip
            return
        vessel = c.vessel(step.vessel)
        bath = step.bath or (vessel.bath if vessel is not None else None)
        lots = [c.lots[m] for m in step.materials]
        if not (bath is not None and bath.T_C is not None and MELTS.search(step.text) and len(lots) == 1 and lots[0].substance):
            continue
        melting = lots[0].substance.value("Tm")
        if melting is not None and melting.value - FROZEN_K > bath.T_C:
            yield finding(
                "H09", "condition", f"{lots[0].label} melts at {melting.value:.0f} °C; in a bath at {bath.T_C:.0f} °C it stays solid and is not stirred.",
                step=step, figure=bath.T_C, limit=f"{melting.value:.0f} °C", remedy=f"A bath over {melting.value + 5:.0f} °C, or a solvent.", source=melting.source, short="does not melt",
            )  # fmt: skip
            return


@rule("H07")
def condenser_dry(c: Context) -> Iterator[Finding]:
    """H07: it boils under a condenser through which no water runs."""
    m = said_dry(c.procedure.flowing)
    boils = any(s.kind in ("reflux", "distil", "heat") for s in c.procedure.steps) or BOILS.search(c.procedure.flowing) is not None
    if m is None or not boils:
        return
    yield finding(
        "H07", "condition", f"“{m.group().strip()}”: nothing holds the vapour of what boils.", step=c.step_at(m.start()), span=m.span(), limit="water on before the heat", remedy="Water on and seen to run before anything is heated.", source="common practice, no source", short="condenser dry",
    )  # fmt: skip


@rule("H07")
def condenser_short(c: Context) -> Iterator[Finding]:
    """H07: a reaction at reflux that makes more heat than the condenser takes: the rest leaves as vapour."""
    if c.pot is None or not c.runs or c.unknown_dose is not None:
        return
    low, best, high = c.settings.get("condenser_W")
    for seg in c.pot.plan.segments:
        step = c.step(seg.step)
        if step is None or not (seg.kind == "reflux" or BOILS.search(step.text)):
            continue
        made = sorted(r.over(seg.step).made_W for r in c.runs.values() if r.over(seg.step))  # type: ignore[union-attr]
        if not made or made[-1] <= best:
            continue
        longer = seg.duration_s / 60 * made[-1] / low
        yield finding(
            "H07", "stop" if made[0] > high else "condition", f"At reflux up to {significant(made[-1], 2):.0f} W are made, and a condenser takes about {best:.0f} W ({low:.0f} to {high:.0f}): the rest leaves as vapour.",
            step=step, figure=figure(made[len(made) // 2], "W", low=made[0], high=made[-1]), limit=f"{best:.0f} W, the condenser",
            remedy=f"Add over {longer:.0f} min or more, or two condensers." if any(seg.feed_mol) else "Feed one reagent under reflux, or a larger condenser.", source="handbook 2.4; the condenser's duty is an assumption", short="condenser short",
        )  # fmt: skip
        return
