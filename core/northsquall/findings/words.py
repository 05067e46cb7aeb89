"""H13 P03 P11 P12 P13: what follows from the author's words about start, tests, sensors, strengths and portions."""

from __future__ import annotations

import re
from collections.abc import Iterator

from northsquall import patterns
from northsquall.assessment import Finding, ReactionLine
from northsquall.chemistry.classes import classes_in
from northsquall.chemistry.unrecognised import NET
from northsquall.findings.base import Context, finding, rule
from northsquall.findings.chemistry import TITRATES
from northsquall.findings.sentences import sentence_start
from northsquall.procedure import Step
from northsquall.procedure.units import convert
from northsquall.reading import concepts
from northsquall.reading.lexicon import METALS, SLOWLY

NO_START = patterns.compile(
    r"\b(if (?:it|there|nothing) (?:does|has|is) (?:not|no)\b[^.;,\n]{3,30}\b(?:within|after|in) \d+ ?min(?=[.,;])|if (?:it|nothing|this|the \w+) (?:doesn't|does not|won't|will not|fails to)(?: (?:(?:start|go|react|begin|work|catch|light|fire)\w*|kick off|kick in|take off|get going|set off))?(?=,| by itself| (?:I|we|you|one|just|simply)\b)|nothing (?:had |has |was )?(?:happen\w*|(?:to be )?seen|going on)|still nothing|no (?:change|reaction|colou?r, nothing)|no (?:heat|rise|warming|fizz\w*|colou?r|gas),? (?:and )?no (?:colou?r|heat|rise|gas|change|fizz\w*)|if no (?:temperature )?(?:rise|heat|start|onset|warming|brown gas|brown fumes|fumes)\b(?=[^.;\n]{0,20}[,:])|no change was (?:seen|observed)|nothing (?:on|at) the thermometer|(?:minutes?|hours?|min)[,:] (?:and )?nothing(?=[.,;]|$)|nothing (?:has|had) (?:moved|begun|started|reacted)|(?:did|does|has|had) not (?:move|moved|start|started|appear|appeared|react|reacted)"
    r"|(?:it's|is|it is|was) not (?:moved|started|reacting)|doesn't (?:go|start)|(?:did|does|do|do|doing) nothing|no (?:reaction|sign|change|start|onset)\b[^.;\n]{0,22}\b(?:visible|seen|observed|noticed|noticeable|to be seen|starting|beginning)|no sign of (?:it|a start|any reaction|reaction|life)|nothing (?:moved|moves|began|begins|started|starts|came)"
    r"|(?:would|will)(?: not|n't) (?:go|start|begin|react)|(?:did not|didn't|doesn't) want to (?:go|start|begin|react|catch)|won't (?:go|start|begin|react)|if (?:it|this|the \w+) (?:is|has) not (?:gone |become |turned )?(?:pale|paler|clear|faded|discharged|decolou?ri[sz]ed|changed|gone)(?: by then| yet)?(?= after\b|,)|slow (?:to (?:begin|start|react)|in (?:beginning|starting))|(?:the )?temperature (?:has|had) not (?:yet )?(?:gone up|risen|moved|changed|climbed|stirred)|(?:since|as|because|although|though) the (?:thermometer|temperature|reading|mercury) (?:hardly|scarcely|barely|does not|doesn't|did not|didn't) (?:moves?|rises?|rose|moved|budges?|climbs?|changes?)|still cold|(?:onset|start) (?:fails|failed|did not|does not))\b"
    + rf"|\b(?:{concepts.NO_START})",
    re.I,
)
PUSHES = patterns.compile(
    r"\b(other (?:half|third|part)|tap (?:may |can |is |was |be |now )*(?:opened|open|turned)\b|rest|other half|remainder|remaining|more (?:of (?:it|the \w+) |\w+ )?(?:was|is|were|are) (?:added|run in|dripped|put|given|poured)|the (?:whole )?lot|whole lot|speed\w* up|faster|heat gun|bath (?:was |is )?(?:brought|taken|raised|turned|set) up|further (?:portion|amount|\d+)|add (?:some |a little |a bit )?more|all in one|in one go|at once|warm\w*|heat\w*|hot plate|plate|maximum|turned? (?:it |the \w+ )?up|ice was removed|bath off|(?:in)?to (?:an? |the )?(?:hot |warm |boiling )?(?:oil|water|sand|steam|metal) ?bath|reflux\w*|boil\w*|second (?:portion|spoon\w*|lot)|another (?:portion|spoon\w*|gram|pinch|lot|drop|bit|half|\d+))\b"
    + rf"|\b(?:{concepts.PUSHED})",
    re.I,
)
HOLDS_BACK = patterns.compile(
    r"\b(do not add|nothing (?:more|further)|call|stop|stopped|halt\w*|wait|pause|no more is added|until it (?:starts|has started))\b", re.I
)


@rule("H13")
def pushed_start(c: Context) -> Iterator[Finding]:
    """H13: no sign of a start, and more reagent or heat follows: what is there then goes at once."""
    text = c.procedure.flowing
    acting = any(s.kind in ("dose", "add", "charge") for s in c.procedure.steps)
    for m in NO_START.finditer(text) if acting else []:
        behind = text[m.end() : m.end() + 220]
        sentence = text[sentence_start(text, m.start(), ".") : m.end() + 60]
        push = PUSHES.search(behind)
        if push is None or HOLDS_BACK.search(sentence) or HOLDS_BACK.search(behind[: push.start()]):
            continue
        step = c.step_at(m.start())
        yield finding(
            "H13", "condition", f"“{m.group()}”, and then “{push.group()}”: what has piled up unreacted starts together, with what is added on top.", span=(m.start(), m.end()), step=step,
            limit="a start that is seen before more is added", remedy="Try a small part first; add no more and no heat until its start is seen; say what is done if it does not start.", source="handbook 2.5 and 4", short="start pushed",
        )  # fmt: skip
        return


START_SEEN = patterns.compile(
    r"\b(?:start(?:s|ed|ing)?|begins?|began|begun|beginning|onset|initiat\w*|caught|catches|kick\w*|cloud\w*|turbid\w*|milky|spontaneous\w*|exotherm\w*|by itself|of itself|on its own|sets in|set in|under way|underway"
    r"|(?:colou?r|brown|iodine)\b[^.;\n]{0,25}\b(?:goes|gone|fades|faded|disappear\w*|vanish\w*|discharged)|(?:temperature|thermometer) (?:\w+ )?(?:rises|rose|climbs|goes up)|reflux(?:es|ed|ing)?|boil(?:s|ed|ing)?)\b",
    re.I,
)
"""Words by which an author sees that a Grignard reagent has begun to form."""
GRIGNARD_MOL = 0.02
"""Halide from which the start of a Grignard reagent is asked for (assumption)."""


@rule("H13")
def start_not_looked_for(c: Context) -> Iterator[Finding]:
    """H13: a Grignard reagent is made from all its halide, and nothing says how its start is seen (handbook 4: no initiation check)."""
    for r in c.reactions:
        if (
            r.family_id.startswith("grignard-formation")
            and (r.extent_mol or 0.0) >= GRIGNARD_MOL
            and not START_SEEN.search(c.procedure.flowing)
        ):
            yield finding(
                "H13", "condition", f"Nothing says how the start of {r.names} is seen: what is fed before it starts piles up and starts together.", step=c.step(r.step), limit="a start that is seen before more is added",
                remedy="Feed a twentieth, wait for its sign (cloudiness, warmth of its own, the iodine's colour gone), and only then the rest.", source="handbook 2.5 and 4", short="start not looked for",
            )  # fmt: skip
            return


MIXED = patterns.compile(r"\b(?:mix\w*|combin\w+|(?:put|bring|brought) (?:it |them |all |everything )?together|together with)\b", re.I)
"""Words by which what reacts is put together, and nothing is fed."""


TESTS = patterns.compile(
    r"\b(starch[ -]?(?:iodide)?|KI[ -](?:starch|paper|strips?)|iodide[ -]starch|(?:potassium )?iodide (?:paper|strips?)|(?:the |a )(?:test )?(?:strip|paper) (?:shows|showed|stays|stayed|remains) (?:nothing|white|colou?rless|no colou?r)|peroxide (?:strips?|paper|test)\b(?!,? (?:was |is |were |are )?(?:negative|white|colou?rless|clean))|test strips?|spot test|rim test)\b[^.;\n]*",
    re.I,
)
CONTROLS = patterns.compile(
    r"\b((?:paper|strip)s? (?:\w+ ){0,2}(?:tried|tested|checked)\b|control|previously shown|shown to (?:work|react|respond|be (?:good|sound|active|alive|in order))|known (?:to|positive)|positive (?:on|with|to|against) |(?:turned |was |is |gone )?blue (?:with|on|by|against) (?:the |a |an |dilute |some |fresh )|(?:paper|strip)s? (?:had |was |were |has been |been )*(?:verified|validated|proven|proved|qualified)|(?:turn(?:s|ed)|goes|went|gets|becomes|is|was|been) (?:blue|brown|red|violet|yellow|dark) (?:with|on|in|before|at first|at the (?:start|beginning))|(?:check|tri|test)(?:ed|y|ied) (?:that |the )?(?:paper|strip)|I (?:always )?try the paper|authentic|reference|beforehand|same (?:strip|paper)|against (?:a |the )?standard"
    r"|alongside|beside|on fresh|fresh caustic|works|(?:a )?drop (?:from|kept|of)|(?:early|earlier|first) (?:drop|spot|rim|sample)|gives (?:red|blue|a \w+)|gave (?:red|blue|a \w+)|is blue|shows it|just (?:after|before|turned)|(?:tried|checked|tested|shown|proved|proven) (?:first |before |just before |earlier |beforehand )?(?:on|with|against)|(?:tried|checked|tested) (?:first|before|earlier|today)(?=[),.;])|(?:paper|strip)s? (?:is |was |are )?(?:ok|OK|fine|good) (?:on|with|by)|(?:check|try|test)(?:s|ed)? (?:the |my |its |each )?(?:paper|strip)s? (?:first )?(?:with|on|against))\b",
    re.I,
)


KEYS = patterns.compile(r"starch|rim|peroxide|strip|spot|paper", re.I)


SEEN_BLUE = patterns.compile(
    r"\b(?:starch|iodide|KI|papers?|strips?)\b(?:(?!no longer|\bnot\b|never)[^.;\n]){0,25}?(?:\b(?:still|is|was|stays|turns|turned|goes|went|shows|showed)\b|:) ?(?:still )?(?:blue|positive)\b",
    re.I,
)
"""A paper that has answered: it is its own control for what it shows later."""
NOT_YET = patterns.compile(r"\b(?:if|when|whenever|should|until|till|must|has to|as long as|while)\b[^.;\n]*$", re.I)
"""Before it: what it would show, and has not."""


def _controlled(text: str, m: re.Match[str]) -> bool:
    """Whether a control stands by a test: near it, or near another mention of the same strip, rim or paper, or it answered before."""
    if any(NOT_YET.search(text[: x.end()].rpartition("\n")[2]) is None for x in SEEN_BLUE.finditer(text, 0, m.end())):
        return True
    keys = {k.lower() for k in KEYS.findall(m.group())}
    places = [m, *(x for x in KEYS.finditer(text) if x.group().lower() in keys)]
    return any(
        CONTROLS.search(text[x.start() : x.end() + 160].split("\n\n")[0])
        or CONTROLS.search(text[max(0, x.start() - 45) : x.start()].rpartition("\n")[2])
        for x in places
    )


PAPER_GONE = r"\b(?:paper|strip)s? (?:is |are |was |were )?(?:finished|used up|run out|ran out|all gone|missing|sold out)\b"
NO_PAPER = patterns.compile(
    r"\b(?:(?:test|starch|iodide|KI|indicator|litmus|pH|peroxide)[ -]?)+(?:papers?|strips?)\b[^.;\n]{0,12}\b(?:not (?:at hand|there|to hand|to be found|used|available|in stock)|isn't there|missing|finished|(?:had |has )?run out|ran out|used up|all gone|gone)\b(?! (?:blue|brown|white|dark|black|violet))"
    r"|\b(?:no|without(?: an?| any)?|have(?:n't| not)(?: got)?(?: an?| any)?|had no|out of) (?:(?:test|starch|iodide|KI|indicator|peroxide)[ -]?)+(?:papers?|strips?)\b"
    r"|\b(?:papers?|strips?) (?:is|are|was|were) (?:from (?:19|20)\d\d|old|out of date|expired|past (?:its|their) date|years old|yellow with age|damp)\b"
    r"|\bno (?:\w+ )?tests? (?:for|of) [a-z ]{3,30} (?:is|was|were|are) (?:made|done|carried out|run|needed|necessary)\b"
    rf"|{PAPER_GONE}|\bexcess (?:of )?(?:\w+ )?(?:is |was )?(?:assumed|taken for granted|not tested|not checked)\b",
    re.I,
)
"""What should have tested it was not there."""
"""Its end point is the indicator's own control."""


@rule("P03")
def uncontrolled_test(c: Context) -> Iterator[Finding]:
    """P03: a test decides, and nothing shows that it would have answered; or there was nothing to test with."""
    text = c.procedure.flowing
    none = NO_PAPER.search(text)
    if none is not None and (c.purpose.wanted or c.leftovers or c.unrecognised is not None):
        yield finding(
            "P03", "condition", f"“{none.group().strip()[:60]}”: what is left over was not tested for.", span=none.span(), limit="a test with its control", remedy="Get the paper or strip, try it on what it is to show, and test.", source="handbook 6.2", short="no test",
        )  # fmt: skip
        return
    m = next((m for m in TESTS.finditer(text) if not _controlled(text, m)), None)
    if m is None or (TITRATES.search(text) and not c.leftovers) or not (c.purpose.wanted or c.leftovers):
        return
    yield finding(
        "P03", "condition", f"“{m.group().strip()[:60]}” decides, and no positive control is written: a dead strip says the same as none left.", span=(m.start(), m.start() + len(m.group(1))),
        limit="a positive control", remedy="Try the strip on what it is to show, just before.", source="handbook 6.2", short="test without control",
    )  # fmt: skip


NOT_IN_THE_POT = patterns.compile(
    r"\bno thermometer (?:is )?in the (?:pot|flask|liquid|boiler|retort)\b|\bthermometer (?:only |just )(?:at|in) the (?:still )?head\b",
    re.I,
)


@rule("P11")
def none_in_the_pot(c: Context) -> Iterator[Finding]:
    """P11: the author says that nothing measures the pot of a still."""
    m = NOT_IN_THE_POT.search(c.procedure.flowing)
    if m is not None and any(s.kind == "distil" for s in c.procedure.steps):
        yield finding("P11", "condition", f"“{m.group()}”: how hot the residue is, the head does not say.", span=m.span(), step=c.step_at(m.start()), remedy="Put a thermometer into the liquid.", source="handbook 6.1", short="thermometer at the head")  # fmt: skip


MIXED_ALONE = ("dilution", "dissolving")
"""Heats of what is only mixed before it is distilled."""


@rule("P11")
def sensor_at_head(c: Context) -> Iterator[Finding]:
    """P11: a vapour thermometer where a liquid is dosed or held."""
    for v in c.procedure.vessels:
        over = max(
            (s.n for s in c.procedure.steps if s.vessel == v.name and s.keep == "distillate"), default=None
        )  # what comes later is in the receiver
        step = next(
            (s for s in c.procedure.steps if s.vessel == v.name and s.kind in ("dose", "hold", "heat") and (over is None or s.n < over)),
            None,
        )
        warms = [
            r.heat_kJ.best is None or r.heat_kJ.best > 0
            for r in c.reactions
            if r.vessel == v.name and r.role != "work-up" and r.family_id not in MIXED_ALONE
        ]
        only_boils = not warms and not c.heat_open(max((s.n for s in c.procedure.steps), default=0))  # acid that is distilled alone
        if v.sensor == "head" and step is not None and (any(warms) or not warms) and not only_boils:
            yield finding(
                "P11", "condition", "The thermometer is in the vapour, not in what reacts.", span=v.sensor_span, step=step, remedy="Put a thermometer into the liquid.", source="handbook 6.1", short="thermometer at the head"
            )  # fmt: skip


WIDE = 0.25
"""Spread of an assumed strength, over its best value, from which it decides (assumption)."""


WHATEVER = patterns.compile(
    r"\b(?:what(?:ever|soever)|any|some(?: old)?) (?:acid|alkali|base|lye|bleach|solvent|caustic|cleaner)(?:['’]s| is| was|) (?:standing|stood|there|about|around|at hand|handy|going|on the bench|near)\b",
    re.I,
)
"""A chemical that is named by neither kind nor strength."""


@rule("P12")
def whatever_stands_there(c: Context) -> Iterator[Finding]:
    """P12: a chemical is used of which neither kind nor strength is written."""
    m = WHATEVER.search(c.procedure.flowing)
    if m is not None and (c.reactions or c.leftovers):
        yield finding(
            "P12", "condition", f"“{m.group()}”: neither what it is nor how strong is written.", step=c.step_at(m.start()), span=m.span(), established=False, limit="name, strength and amount", remedy="Write which it is, how strong and how much; what stands about may be the wrong one.", source="handbook 4", short="not named",
        )  # fmt: skip


@rule("P12")
def assumed_strength(c: Context) -> Iterator[Finding]:
    """P12: a strength nobody wrote; a condition where its range moves the charge by more than a quarter."""
    for lot in c.lots.values():
        st, m = lot.material.strength, lot.material
        step = c.step(m.step)
        if st is None or st.basis != "assumed" or not lot.mol or m.role in ("wash", "absorber") or step is None:
            continue
        if step.kind not in ("charge", "dose", "add", "dissolve", "generate") or lot.substance is None or not lot.substance.commercial:
            continue
        if not set(lot.substance.parts) & (set(c.purpose.demand) - {"H2O"}):
            continue
        low, best, high = lot.mol
        if high - low < 1e-3 * best:
            continue  # the written moles say it
        spread = (high - low) / best if best else 0.0
        yield finding(
            "P12", "condition" if spread > WIDE else "note", f"The strength of {lot.label} is not written; {st.low:g} to {st.high:g} % is what bottles hold: {low:.3g} to {high:.3g} mol.",
            span=m.span, step=step, figure=spread, limit=f"{WIDE * 100:.0f} %", established=spread <= WIDE, remedy=f"Read the label of {lot.label}, or titrate it.", source="handbook 2.1", short=f"strength of {lot.label}", asks=f"strength:{m.id}",
        )  # fmt: skip


AND_A_HALF = patterns.compile(r"\band a half\b", re.I)
PORTIONS = patterns.compile(
    r"\b(portions?|lots|spoonfuls?|by the spoon(?:ful)?|shots|splashes|slugs|dollops|dashes|(?:two|three|four|five|six|\d) goes|glugs|gulps|a bit at a time|half)\b",
    re.I,
)
COOLED = patterns.compile(r"\b(?:cooling|cooled|ice|cold water)\b", re.I)
"""Pellets that are dissolved in portions, in what is cooled: each piece gives its heat as it dissolves."""
CRITERION = patterns.compile(
    r"\b(until|till|only (?:after|when)|when|wait\w*|before the next|each (?:only )?(?:after|time)|so that|below|under|not (?:above|over|higher)|ebb\w*|subsid\w*|calm\w*|gone|keeping|criterion|rim)\b",
    re.I,
)
OF_THE_NEXT = patterns.compile(r"\b(?:next|each|every|between|portions?|pauses?|wait\w*|let (?:it|the)|new one|further)\b", re.I)
"""Words of a sentence behind that still speaks of the portions."""
PORTION_K = 25.0
"""Rise (K) from which portions ask for a criterion (assumption)."""
BIG_PORTION_K = 15.0
"""Rise (K) of one portion from which a time for all of them is no criterion (assumption)."""
OPEN_KJ_MOL = -50.0
"""Enthalpy from which all at once is asked about although a figure is missing (assumption)."""
WARM_C = 30.0
QUICK_K_MIN = 20.0
"""Kelvin a minute of a charge that nobody could take away (assumption)."""
TOGETHER_STOP_K = 100.0
"""Rise from which what is simply put together is a stop (assumption)."""
BURST_K, BURST_MOL = 40.0, 0.05
"""Rise (K) or gas (mol) of one step from which all at once asks for a rate (assumption)."""


def _starts_in(c: Context, step: Step) -> list[int]:
    """The hold, not warmed, in which what went in all at once begins to react; none where it is fed, or warmed first."""
    after = next((s for s in c.procedure.steps if s.n > step.n and s.vessel == step.vessel and s.kind != "test"), None)
    if not step.all_at_once or after is None or after.kind != "hold" or any(r.step == step.n and r.role == "wanted" for r in c.reactions):
        return []
    return [after.n] if after.T_range is None or after.T_range.value <= WARM_C else []


def _only_drops(c: Context, s: Step) -> bool:
    """Whether a step brings drops alone: what starts or speeds it."""
    amounts = [c.lots[k].material.amount for k in s.materials]
    return bool(amounts) and all(q is not None and q.unit == "drop" for q in amounts)


def _warmed_next(c: Context, step: Step) -> bool:
    """Whether what is put together is warmed before anything else happens: it does not start by itself."""
    after = next(
        (
            s
            for s in c.procedure.steps
            if s.n > step.n and s.vessel == step.vessel and s.kind not in ("test", "cool") and not _only_drops(c, s)
        ),
        None,
    )
    if step.duration is not None or after is None:  # over a time, unless it is far too short for its heat
        rise = max((s.rise_K[1] for s in c.stages if s.step == step.n), default=0.0)
        return step.duration is not None and rise < QUICK_K_MIN * step.duration.value
    return after.kind in ("heat", "reflux", "distil") or (
        after.kind == "hold" and after.T_range is not None and after.T_range.value > WARM_C
    )


def _waits_for_drops(c: Context, step: Step) -> bool:
    """Whether drops of what starts it come next, and then the bath that warms it."""
    after = next((s for s in c.procedure.steps if s.n > step.n and s.vessel == step.vessel), None)
    return after is not None and _only_drops(c, after) and _warmed_next(c, step)


def _rest_is_fed(c: Context, step: Step) -> bool:
    """Whether this is a first part, and more of the same follows over a time."""
    by_id = {x.id: x for x in c.procedure.materials}
    mine = {by_id[m].identity for m in step.materials}
    later = [s for s in c.procedure.steps if s.n > step.n and s.duration is not None and s.kind in ("dose", "add")]
    return any(by_id[m].identity in mine and by_id[m].identity != "water" for s in later for m in s.materials)


HASTY_MIN, HASTY_OPEN_MIN = 4.0, 5.0
"""Minutes of a feed up to which its gas comes as if all were poured in; the same where its heat is not established (assumption)."""


def _no_heat(c: Context, step: Step) -> bool:
    """Whether something reacts, or may, in a step and nothing says with what heat."""
    return c.heat_open(step.n) or any(r.step == step.n and r.dH_kJ_per_mol.best is None for r in c.reactions)


def _acts(c: Context, step: Step) -> bool:
    """Whether an oxidiser or what water attacks comes in a step."""
    acting = NET["oxidiser"] | NET["water-reactive"]
    return any(x.substance is not None and acting & set(classes_in(dict(x.substance.parts))) for x in (c.lots[k] for k in step.materials))


def _gives_gas(c: Context, step: Step, gas: float) -> ReactionLine | None:
    """The wanted reaction of a step that gives much gas as it is put together."""
    if gas < BURST_MOL:
        return None
    return next((r for r in c.reactions if r.step == step.n and r.role == "wanted" and (r.heat_kJ.best or 0.0) > 0), None)


def _all_solid(c: Context, step: Step) -> bool:
    """Whether a metal and what it reduces lie in a vessel with nothing liquid up to a step: they do not react at once."""
    into = {k for s in c.procedure.steps if s.n <= step.n and s.vessel == step.vessel for k in s.materials}
    moved = any(s.vessel == step.vessel and s.from_vessel is not None for s in c.procedure.steps if s.n <= step.n)
    held = [c.lots[k].substance for k in into]
    dry = all(x is not None and x.phase == "s" for x in held) and all(c.lots[k].water_mol is None for k in into)
    return not moved and dry and any(x is not None and x.id in METALS for x in held)


def _only_dissolves(c: Context, step: Step) -> bool:
    """Whether a step dissolves what it brings, and nothing reacts in it."""
    return re.search(r"\bdissolv\w*", step.text, re.I) is not None and not any(r.step == step.n and r.role == "wanted" for r in c.reactions)


ETCHED = patterns.compile(r"^\W*(?:the )?(?:boards?|plates?|panels?|coupons?|PCBs?)\b", re.I)
"""How a step begins that puts the thing to be etched into its bath."""


@rule("P13")
def nothing_sets_the_pace(c: Context) -> Iterator[Finding]:
    """P13: portions without a criterion for the next, or all at once where heat or gas answers at once."""
    for step in c.procedure.steps:
        if step.kind not in ("dose", "add", "charge") and not (step.kind in ("destroy", "neutralise") and step.all_at_once):
            continue
        rise = max((s.rise_K[1] for s in c.stages if s.step == step.n), default=0.0)
        if ETCHED.match(step.text) and rise < PORTION_K:
            continue  # what is etched goes in as it is
        open_ = next(
            (r for r in c.reactions if r.step == step.n and r.role == "wanted" and (r.dH_kJ_per_mol.best or 0.0) < OPEN_KJ_MOL), None
        )
        if step.all_at_once and step.duration is None and open_ is not None and not any(s.step == step.n for s in c.stages):
            yield finding(
                "P13", "condition", f"All at once, and how far {open_.names} warms it is not established.", step=step, established=False, limit=f"{BURST_K:.0f} K or {BURST_MOL:g} mol", remedy="Portions or a feed, and what must be seen before the next.", source="handbook 6.1", short="all at once",
            )  # fmt: skip
            continue
        met = c.unrecognised
        took = convert(step.duration.value, step.duration.unit, "time") / 60.0 if step.duration is not None else None
        if (
            (step.all_at_once or (took is not None and took <= HASTY_OPEN_MIN))
            and met is not None
            and not met.trifle
            and met.step <= step.n
            and _acts(c, step)
        ):
            yield finding(
                "P13", "condition", f"{'All at once' if took is None else f'In {took:.0f} min'}, and what {met.names[0]} and {met.names[1]} give is not established.", step=step, established=False, limit=f"{BURST_K:.0f} K or {BURST_MOL:g} mol", remedy="Add the reaction with its heat; portions or a feed, and what must be seen before the next.", source="handbook 6.1", short="all at once",
            )  # fmt: skip
            continue
        with_it = {step.n, *_starts_in(c, step)}
        rise = max(rise, max((s.rise_K[1] for s in c.stages if s.step in with_it), default=0.0))
        gas = sum(n for e in c.walk.entries if e.step in with_it for n in e.gas.values())
        portioned = PORTIONS.search(step.text) is not None and not step.all_at_once
        behind = re.split(r"\n|(?<=[.;]) ", c.procedure.flowing[step.span[1] : step.span[1] + 120])
        place = step.text + " ".join([behind[0], *(x for x in behind[1:] if OF_THE_NEXT.search(x))])
        unpaced = portioned and step.T_limit is None and step.T_range is None and not CRITERION.search(place)
        if unpaced and rise < PORTION_K and gas < BURST_MOL and _no_heat(c, step) and _acts(c, step):
            yield finding(
                "P13", "condition", "Portions, and no criterion for the next; how far they warm it is not established.", step=step, established=False, remedy="Say what must be seen before the next portion: temperature back, gas over.", source="handbook 6.1", short="portions without a criterion",
            )  # fmt: skip
        if rise < (PORTION_K if portioned else BURST_K) and gas < BURST_MOL:
            continue
        effect = " and ".join(
            x
            for x in (
                f"{rise:.0f} K if nothing is taken away" if rise >= PORTION_K else "",
                f"{gas:.2g} mol of gas" if gas >= BURST_MOL else "",
            )
            if x
        )
        minutes = convert(step.duration.value, step.duration.unit, "time") / 60.0 if step.duration is not None else None
        hasty = minutes is not None and minutes <= HASTY_MIN and (gas >= BURST_MOL or rise >= BURST_K)
        if hasty or (step.all_at_once and step.duration is None):
            yield finding(
                "P13", "condition", f"{f'In {minutes:.0f} min' if hasty else 'All at once'}: {effect}.", step=step, figure=rise or gas, limit=f"{BURST_K:.0f} K or {BURST_MOL:g} mol", remedy="Portions or a feed, and what must be seen before the next.", source="handbook 6.1", short="all at once",
            )  # fmt: skip
        elif (
            (together := open_ or _gives_gas(c, step, gas)) is not None
            and rise >= BURST_K
            and not _warmed_next(c, step)
            and not _all_solid(c, step)
            and (
                (step.kind == "charge" and len(step.materials) > 1)
                or (step.kind == "add" and step.duration is None and MIXED.search(step.text))
            )
        ):
            yield finding(
                "P13", "stop" if rise > TOGETHER_STOP_K else "condition", f"All is put together and reacts at once: {together.names}, {effect}; nothing feeds it.", step=step, figure=rise, limit=f"{BURST_K:.0f} K condition, {TOGETHER_STOP_K:.0f} K stop",
                remedy="Feed one of them to the other, cooled, with a limit.", source="handbook 6.1", short="all at once",
            )  # fmt: skip
        elif (
            PORTIONS.search(AND_A_HALF.sub("", step.text))
            and not CRITERION.search(place)
            and not (_only_dissolves(c, step) and COOLED.search(place) and gas < BURST_MOL and rise < BURST_K * 2)
            and step.T_limit is None
            and step.T_range is None
            and (step.duration is None or rise > BIG_PORTION_K * (step.portions or rise))
        ):
            yield finding(
                "P13", "condition", f"Portions, and no criterion for the next; in all {effect}.", step=step, figure=rise or gas, remedy="Say what must be seen before the next portion: temperature back, gas over.", source="handbook 6.1", short="portions without a criterion",
            )  # fmt: skip
        elif (
            open_ is not None
            and rise >= BURST_K
            and step.kind in ("dose", "add")
            and step.duration is None
            and not step.portions
            and not _rest_is_fed(c, step)
            and not _waits_for_drops(c, step)
            and step.T_limit is None
            and step.T_range is None
            and not SLOWLY.search(place)
            and not CRITERION.search(place)
        ):
            yield finding(
                "P13", "condition", f"No time, rate, portion or temperature sets the pace of what goes in; at once it is {effect}.", step=step, established=False, limit=f"{BURST_K:.0f} K", remedy="A feed over a time, with the temperature at which it stops.", source="handbook 6.1", short="nothing sets the pace",
            )  # fmt: skip
