"""Q01 to Q11, S01 S03 to S06, P09 P10: what is left over, the quench and work-up, storage, what stands ready; waste stands in waste.py."""

from __future__ import annotations

import re
from collections.abc import Iterator

from northsquall import patterns
from northsquall.assessment import Finding
from northsquall.chemistry import pairs
from northsquall.chemistry.classes import classes, classes_in
from northsquall.chemistry.roots import is_diazonium, is_organic
from northsquall.chemistry.unrecognised import NET
from northsquall.findings.base import Context, finding, rule
from northsquall.findings.chemistry import tamed_in
from northsquall.findings.gas import GASES_SLOWLY, SMELL, _many
from northsquall.findings.heat import boils_as_meant
from northsquall.findings.sentences import named_in, sentence_of, sentence_start
from northsquall.findings.words import PAPER_GONE
from northsquall.gas import record_of
from northsquall.heat.acids import free_acids
from northsquall.procedure import Bath, Quantity, Step
from northsquall.procedure.amounts import Lot
from northsquall.procedure.units import convert
from northsquall.procedure.volumes import volumes
from northsquall.quenching import Leftover, readiness
from northsquall.quenching.dump import acted_on_by_water, dump_of
from northsquall.quenching.leftovers import added_slowly, agents_of, composition_of
from northsquall.quenching.leftovers import record_of as harmful
from northsquall.reading import concepts
from northsquall.reading.lexicon import UNTIL_SEEN, WORN
from northsquall.reading.likeness import sentences
from northsquall.reading.surroundings import DENIED
from northsquall.reading.tokens import substances_in
from northsquall.stability import Alert, alerts_of
from northsquall.substances import Substance, catalogue
from northsquall.working import figure

LEAST_LEFT = 0.05
"""Part of a leftover that may stay without a word once a step destroys it (assumption)."""
LITTLE_MOL = 0.005
"""mol of a leftover that gives off gas up to which it is a sentence in the procedure, not a stop: a tenth of a litre (assumption); a record may say another (`little`: of peroxide a quarter of a litre of oxygen)."""
HEATS_K = 50.0


def _agent(x: Leftover) -> str:
    a = x.record["agents"][0]
    if x.mol is None:
        return f"{a['reagent']} ({a['watch']})"
    return f"{a['per'] * x.mol[1] * 1.1:.2g} mol of {a['reagent']} ({a['watch']})"


UNTIL_GONE = patterns.compile(r"\b(?:until|till)\b[^.;]{0,80}", re.I)
"""A destruction that goes on until something is seen."""


@rule("Q01")
def left_over(c: Context) -> Iterator[Finding]:
    """Q01: a reactive leftover that nothing destroys."""
    for x in c.leftovers:
        survives = 1.0 - x.destroyed
        if x.mol is not None and (survives <= LEAST_LEFT or x.mol[1] * survives <= 0.002):
            continue
        if x.mol is None and x.destroyed > 1.0 - LEAST_LEFT:
            continue
        if x.record["id"] in ("acyl-chloride", "aluminium-chloride", "diazonium") and (
            x.left <= 0 or x.root == c.purpose.target or _isolated(c, x)
        ):
            continue
        if x.mol is not None and x.left <= 0.002 and x.by_itself <= LEAST_LEFT:
            continue
        told = _told_destroyed(c, x) if x.destroyed <= BY_THE_WAY else None
        if told is not None and (TESTED.search(told) or BOILED_AWAY.search(told)):
            continue  # by a test: the amount is then a guide
        until = _until_seen(c, x)
        if until is not None and any(q is None or q.approximate for q in until):
            continue  # "in portions until bright yellow, about 12 mL"
        if x.record["id"] == "peroxide" and _stood_and_gone(c, x):
            continue  # and a strip shows it
        if x.record["id"] == "permanganate" and _spot_shows(c.procedure.flowing[_last_fed(c, x) :]):
            continue  # more of it was used up than the equation takes
        name = c_label(x)
        amount = _amount_words(x)
        danger = x.record["danger"]
        heat = (x.mol[1] if x.mol else 0.0) * x.record["kJ"]
        severe = (
            danger in ("toxic", "explosive")
            or (danger == "heats" and heat > 5.0)
            or (danger == "gas" and x.by_itself > LEAST_LEFT and x.mol is not None and x.mol[1] > x.record.get("little", LITTLE_MOL))
        )
        how = f"{x.by_itself * 100:.0f} % of it goes by itself, with gas" if x.by_itself > LEAST_LEFT else "nothing destroys it"
        if told is not None and x.by_itself <= LEAST_LEFT:
            severe, how = False, f"“{told.strip()}” is all that destroys it: how much, or how it is seen to be gone, is not told"
        step = _last_step(c, x)
        if x.destroyed > LEAST_LEFT and x.by_itself <= LEAST_LEFT:
            how = f"what is written to destroy it takes {x.destroyed * 100:.0f} %"
            d = next((s for s in c.procedure.steps if s.kind == "destroy"), None)
            if severe and (d is not None or until is not None):
                said = c.procedure.flowing[d.span[0] : d.span[1] + 120] if d is not None else ""
                if UNTIL_GONE.search(said) or until is not None:  # by a test: the amount is then a guide
                    severe, how = False, f"{how}; the test alone shows the rest gone"
        yield finding(
            "Q01", "stop" if severe and x.mol is not None else "note" if _a_little(x) else "condition", f"{amount}{name} {'are' if x.mol is not None else 'is'} left over in {x.left_in or x.vessel}, and {how}.", step=step, established=x.mol is not None,
            figure=figure(x.mol[1], "mol", low=x.mol[0], high=x.mol[2]) if x.mol is not None else None, limit="none left", remedy=f"Destroy it with {_agent(x)}, and test: {x.record['test']}.", source=x.record["source"], short=f"{x.record['name']} left", cause=_gases_from(c, x),
        )  # fmt: skip


STRIP_SHOWS = patterns.compile(
    r"\b(?:peroxide|starch[- ]iodide) (?:test )?(?:strips?|papers?)\b[^.;\n]{0,30}\b(?:negative|shows? nothing|white|colou?rless|below|under|less than|no (?:colou?r|blue|peroxide)|0)\b"
    r"|\b(?:peroxide (?:test )?)?strips?\b[^.;\n]{0,60}: (?:none|nothing)\b",
    re.I,
)
"""A strip that shows that no peroxide is left."""
STANDS_ON = patterns.compile(
    r"\b(?:stands?|stood|stays?|leave|left)\b[^.;\n]{0,50}\b(?:over ?night|(?:until|till) (?:the |all )?(?:gas|bubbl\w+|fizz\w*)|(?:the )?next (?:day|morning)|\d+ (?:h|hours|days))\b",
    re.I,
)
"""Peroxide that metal salts decay while it stands."""


SPOT_SHOWS = patterns.compile(
    r"\b(?:spot|drop)\b(?: \w+){0,6} (?:no longer|not|free of|without(?: any)?) (?:violet|purple|pink)\b(?!\?)|\bspot(?: \w+){0,5} colou?rless\b",
    re.I,
)
"""A spot on paper that shows that no permanganate is left."""


AN_IF = patterns.compile(r"\b(?:if|whether|should|unless)\b[^.;\n]*$", re.I)


def _spot_shows(behind: str) -> bool:
    """Whether a spot is told to be without colour, and no "if" stands before it."""
    return any(AN_IF.search(behind[: m.start()]) is None for m in SPOT_SHOWS.finditer(behind))


def _last_fed(c: Context, x: Leftover) -> int:
    """Where the last charge of what is left ends in the text."""
    fed = [
        s.span[1]
        for s in c.procedure.steps
        if s.kind in ("charge", "add", "dose") and any(x.root in of.parts for k in s.materials if (of := c.lots[k].substance) is not None)
    ]
    return max(fed, default=0)


def _stood_and_gone(c: Context, x: Leftover) -> bool:
    """Whether a strip is told to be negative behind the last charge of peroxide, which has gone by itself or has stood since."""
    behind = c.procedure.flowing[_last_fed(c, x) :]
    stood = x.by_itself > 1.0 - LEAST_LEFT or STANDS_ON.search(behind) is not None
    return stood and STRIP_SHOWS.search(behind) is not None


TESTED = patterns.compile(
    rf"{UNTIL_SEEN}|\b(?:test(?:s|ed)?|checked|strips?|(?<!filter )(?<!through )papers?|negative|colou?rless|stays? white|gone|no (?:more|further|longer))\b",
    re.I,
)
"""How a destruction is seen to be complete."""
REST_OF_IT = patterns.compile(
    r"\b(?:aqueous|water(?:y)?) (?:layers?|phases?)|\b(?:lower|upper) layers?\b|\b(?:excess|washings?|filtrates?|mother liquors?|liquors?|waste|distillate|trap|spent|remain\w*|left(?:-?overs?| over)?|rest|residues?|surplus)\b",
    re.I,
)
"""What a leftover is in, by the words of a work-up."""
UNDONE = patterns.compile(
    r"\b(?:reduc\w+|destroy\w*|treat\w*|quench\w*|kill\w*|decompos\w*|discharg\w*|decolou?ri[sz]\w*|neutrali[sz]\w*|hydroly[sz]\w*|mopp?\w*|into|stirred in|run in|added|dripped|poured|in until|in till)\b",
    re.I,
)
NOT_DONE = patterns.compile(r"\b(?:not|never|unless)\b|n[’']t\b", re.I)
WITHOUT_IT = patterns.compile(r"\b(?:no|without|instead of)(?: any)?(?: [a-z]+)? $", re.I)
BY_THE_WAY = 0.1
"""Part of a leftover that a wash takes by the way, before it is destroyed elsewhere (assumption)."""
BOILED_AWAY = patterns.compile(
    r"\b(?:boil|heat|simmer)\w*\b[^.;\n]{0,60}\b(?:destroy|decompos|drive off|remov|get rid)\w*\b[^.;\n]{0,30}\bperoxide\b|\bperoxide\b[^.;\n]{0,40}\b(?:destroyed|decomposed|driven off|removed) by (?:boiling|heating)\b",
    re.I,
)
"""Dilute peroxide is destroyed by boiling it (common practice, no source); what is boiled down dry is Q09's."""


def _told_destroyed(c: Context, x: Leftover) -> str | None:
    """The sentence of the work-up that destroys a leftover with an agent of its record, whatever vessel it stands in and however much that is; None for none."""
    agents = agents_of(x.record)
    begin = step.span[1] if (step := c.step(x.after_step)) is not None else 0
    text = c.procedure.flowing
    for a, b in sentences(text):
        said = text[a:b]
        if x.record["id"] == "peroxide" and BOILED_AWAY.search(said) and not NOT_DONE.search(said):
            return said
        if b <= begin or UNDONE.search(said) is None or NOT_DONE.search(said):
            continue
        named = [(catalogue().substances[str(t.value)], t.start) for t in substances_in(said)]
        meant = REST_OF_IT.search(said) is not None or any(x.root in s.parts for s, _ in named)
        if meant and any(composition_of(s.formula) in agents and WITHOUT_IT.search(said[:at]) is None for s, at in named):
            return said
    return None


def _until_seen(c: Context, x: Leftover) -> list[Quantity | None] | None:
    """Amounts of the agents of a leftover that a step adds to it until their end is seen, whatever its kind; None where no step does."""
    agents = agents_of(x.record)
    for s in c.procedure.steps:
        if not any(e.step == s.n and e.mixed.get(x.root, 0.0) > 0 for e in c.walk.entries):
            continue
        lots = [m for m in c.procedure.materials if m.id in s.materials]
        own = [
            m
            for m in lots
            if (known := catalogue().substances.get(m.identity or "")) is not None and composition_of(known.formula) in agents
        ]
        said = c.procedure.flowing[s.span[0] : s.span[1] + 60].split("\n")[0]
        if own and WATCHED.search(said):
            return [m.amount for m in own]
    return None


WATCHED = patterns.compile(rf"{UNTIL_SEEN}|\bno (?:more|further) (?:gas|bubbles?|fizz\w*|warmth)\b", re.I)


def _a_little(x: Leftover) -> bool:
    """Whether what is left goes by itself with so little gas that its record asks for no destruction: the nitrite that a starch paper shows."""
    little = x.record.get("little")
    return little is not None and x.record["id"] == "nitrite" and x.by_itself > LEAST_LEFT and x.mol is not None and x.mol[2] <= little


def _gases_from(c: Context, x: Leftover) -> str:
    """Gases that reactions other than the wanted make from a leftover, as causes."""
    made = {
        r
        for e in c.walk.events()
        if e.latent is None and id(e) not in c.purpose.wanted and dict(e.reaction.change).get(x.root, 0) < 0
        for r, n in e.reaction.change
        if n > 0 and (r in ("Cl2", "Br2", "SO2", "NO", "NO2", "HCl"))
    }
    return " ".join(f"gas:{g}" for g in sorted(made))


def _amount_words(x: Leftover) -> str:
    return f"{x.mol[1]:.2g} mol of " if x.mol is not None else "How much is not established: "


def c_label(x: Leftover) -> str:
    """Name of what is left."""
    s = catalogue().of_root(x.root)
    return s.id if s is not None else str(x.record["name"])


def _isolated(c: Context, x: Leftover) -> bool:
    """Whether what is left is the product, or part of it."""
    s = catalogue().substances.get(c.procedure.results.product_identity or "")
    return s is not None and x.root in s.parts


def _last_step(c: Context, x: Leftover) -> Step | None:
    """Where it should have been destroyed: the first step of the work-up behind the reaction that left it."""
    return next(
        (s for s in c.procedure.steps if s.n > x.after_step and s.kind not in ("hold", "test", "heat", "reflux", "cool")),
        c.step(x.after_step),
    )


ETHERS = ("CCOCC", "C1CCOC1")
ALKOXIDE_MOL = 0.02
"""Magnesium alkoxide from which its hydrolysis boils ether (assumption: some 1 kJ)."""


def _magnesium_alkoxide(held: dict[str, float]) -> bool:
    """Whether what a Grignard reagent gave still stands in ether, without its protons."""
    return held.get("Mg+2", 0.0) > ALKOXIDE_MOL and held.get("H+", 0.0) < -ALKOXIDE_MOL and any(held.get(x, 0.0) > 0.1 for x in ETHERS)


WATER_BROUGHT_MOL = 0.2
"""Water that an acid or a solution brings, from which it counts as water (assumption)."""


@rule("Q02")
def quench_direction(c: Context) -> Iterator[Finding]:
    """Q02: water or alcohol on to what reacts with it, instead of the other way round, or not by drops."""
    said = False
    for entry in c.stand_in.entries:
        step = c.step(entry.step)
        if (
            step is None
            or step.kind not in ("add", "dose", "quench", "destroy", "charge", "hold", "extract")
            or len(entry.before) < 2
            or not step.materials
        ):
            continue
        there = classes_in(entry.before[0])
        kinds = {
            "lewis-chloride",
            "aluminium-hydride",
            "ionic-hydride",
            "alkali-metal",
            "phosphorus-chloride",
            "phosphoryl",
            "thionyl",
            "sulfuryl",
            "chlorosulfonic",
            "organometal",
        } & set(there)
        most = max((n for r, n in entry.before[0].items() if r not in ("H2O", "H+")), default=0.0)
        kinds = {k for k in kinds if sum(entry.before[0].get(r, 0.0) for r in there[k]) > min(0.02 * most, 0.005)}
        brings = [c.lots[m] for m in step.materials]
        protic = [
            x
            for x in brings
            if x.substance is not None
            and (
                x.substance.id in ("water", "ice", "ice water")
                or x.substance.id in ("ethanol", "methanol")
                or (x.substance.parts.get("H2O", 0.0) > 0 and x.substance.phase in ("l", "aq"))
                or (x.water_mol is not None and x.water_mol[1] > WATER_BROUGHT_MOL and x.substance.phase != "s")
            )
        ]
        adduct = _magnesium_alkoxide(entry.before[0]) and not kinds and not said
        if not (kinds or adduct) or not protic or step.kind == "quench":
            continue
        slow = added_slowly(step)
        cold = (
            step.cooled
            or step.T_limit is not None
            or (step.T_range is not None and step.T_range.value <= 20.0)
            or any(b is not None and b.kind in ("ice", "ice-salt", "dry-ice") for b in (step.bath, _bath_of(c, step)))
        )
        if slow and cold:
            continue
        if adduct:
            if not slow and (not cold or QUICKLY.search(c.procedure.flowing[step.span[0] : step.span[1] + 1])):
                said = True
                yield finding(
                    "Q02", "condition", f"{protic[0].label[:1].upper() + protic[0].label[1:]} goes on to the magnesium adduct in ether, with no pace and no cooling: the ether boils off.", step=step, limit="by drops into the cold, or the mixture on to ice", remedy="In ice, by drops, or the mixture on to stirred ice with ammonium chloride.", source="handbook 2.8, common practice", short="quench direction",
                )  # fmt: skip
            continue
        name = classes()[sorted(kinds)[0]]["name"]
        rise = max((s.rise_K[1] for s in c.stages if s.step == step.n), default=None)
        yield finding(
            "Q02", "stop" if not slow else "condition", f"{protic[0].label[:1].upper() + protic[0].label[1:]} goes on to {name}: heat and gas come where it falls in{f', {rise:.0f} K in all' if rise and rise > 20 else ''}.", step=step, figure=rise, limit="the mixture into the quench, or by drops into the cold",
            remedy="The other way round: the mixture in a thin stream on to stirred ice, the gas line on; or by drops into the cold, stirred, waiting for the gas each time.", source="handbook 2.8 and 3.3", short="quench direction",
        )  # fmt: skip
        return


QUICKLY = patterns.compile(
    r"\b(?:quick(?:ly)?|rapidly|(?:all )?at once|in one (?:go|pour|portion|lot|shot)|as fast|hurriedly|in a gush)\b", re.I
)
STILL_HOT = patterns.compile(
    r"\b(?:while|when|as long as|as it is)\b[^.;\n]{0,12}\b(?:still )?(?:red|glowing|red-?hot|white-?hot|molten|hot)\b[^.;\n]{0,40}\b(?:in ?to|on ?to|in) [^.;\n]{0,35}\b(?:water|acid|bucket|ice)\b", re.I
)  # fmt: skip


@rule("Q02")
def melt_into_water(c: Context) -> Iterator[Finding]:
    """Q02: a mass that was at red heat goes into water or acid before it is cold: steam, and gas that lights at it."""
    m = STILL_HOT.search(c.procedure.flowing)
    if m is None or not any(e.reaction.family.record.get("ejects") for e in c.stand_in.events()):
        return
    yield finding(
        "Q02", "stop", f"“{m.group().strip()}”: water boils where it meets the melt and throws it out, and what gas comes is lit by it.", step=c.step_at(m.start()), span=m.span(), limit="cold first", remedy="Let it cool under its lid to room temperature; then into water, in small pieces, in the hood.", source="common practice, no source", short="hot into water",
    )  # fmt: skip


AT_ONCE_MOL = 0.05
"""What reacts with water, from which it is run in and not poured (assumption)."""


@rule("Q02")
def quench_at_once(c: Context) -> Iterator[Finding]:
    """Q02: what reacts with water is poured into the quench all at once, and not by drops."""
    for entry in c.stand_in.entries:
        step = c.step(entry.step)
        if step is None or step.kind != "quench" or QUICKLY.search(step.text) is None:
            continue
        there = classes_in(entry.mixed)
        held = [
            k
            for k in sorted(NET["water-reactive"] | {"sulfuryl"})
            if k in there and sum(entry.mixed.get(r, 0.0) for r in there[k]) > AT_ONCE_MOL
        ]
        if held:
            yield finding(
                "Q02", "condition", f"What still holds {classes()[held[0]]['name']} goes into the quench all at once: its heat and gas come as fast.", step=step, limit="in a thin stream", remedy="In a thin stream on to stirred ice, in the hood, waiting when gas or warmth comes.", source="handbook 2.8, 4", short="quench at once",
            )  # fmt: skip
            return


def _bath_of(c: Context, step: Step) -> Bath | None:
    v = c.vessel(step.vessel)
    return v.bath if v is not None else None


def _poured(c: Context, vessel: str, *kinds: str) -> float:
    """mL of what steps of these kinds bring to a vessel."""
    return sum(c.lots[m].volume_mL or 0.0 for s in c.procedure.steps if s.vessel == vessel and s.kind in kinds for m in s.materials)


@rule("Q03")
def vessel_too_small(c: Context) -> Iterator[Finding]:
    """Q03: a vessel that does not hold what goes in."""
    whole = volumes(c.procedure, c.lots)
    for v in c.procedure.vessels:
        volume = whole.get(v.name)
        quenches = [s for s in c.procedure.steps if s.vessel == v.name and s.kind == "quench"]
        if v.nominal_mL is None or volume is None or any(s.n in c.quench_fill for s in quenches) or v.name in c.walk.lines.values():
            continue
        if not quenches and not any(e.happened() for e in c.walk.entries if e.vessel == v.name):
            continue  # nothing reacts in it: filled to its mark at most
        funnel = _poured(c, v.name, "extract", "filter")  # extracted in a funnel, filtered on another
        after = funnel + _poured(c, v.name, "neutralise")  # stays where it is, but is poured when the batch is over
        fill_batch = (volume - after) / v.nominal_mL
        inside = volume - (after if fill_batch > 0.9 else funnel)
        if fill_batch <= 0.9 and not (quenches and inside > 2 / 3 * v.nominal_mL):
            continue
        step = next(
            (
                s
                for s in reversed(c.procedure.steps)
                if s.vessel == v.name and s.materials and s.kind not in ("extract", "neutralise", "filter")
            ),
            None,
        )
        own = [mL for s in c.procedure.steps if s.vessel == v.name for k in s.materials if (mL := c.lots[k].volume_mL) is not None]
        if not quenches and _one_layer(c, v.name) and sum(own) <= 0.9 * v.nominal_mL:
            yield finding(
                "Q03", "note", f"Whether {v.name} holds the layer that goes into it is not established: how much it is is not written; both layers and what is added are {inside:.0f} mL.", step=step,
                established=False, remedy="Take a vessel that holds twice the layer.", source="handbook 4", short="vessel size",
            )  # fmt: skip
            continue
        yield finding(
            "Q03", "stop" if fill_batch > 0.9 else "condition", f"{inside:.0f} mL go into {v.name}, which holds {v.nominal_mL:.0f} mL.", step=step, figure=inside / v.nominal_mL, limit="two thirds; 90 % a stop", remedy=f"A vessel of {1.5 * inside:.0f} mL or more.", source="handbook 2.8", short="vessel too small",
        )  # fmt: skip


def _one_layer(c: Context, name: str) -> bool:
    """Whether what goes into a vessel is one of the layers that were parted before in another."""
    steps = c.procedure.steps
    return any(
        s.kind == "extract" and s.vessel == t.from_vessel and s.n < t.n
        for t in steps
        if t.vessel == name and t.from_vessel not in (None, name)
        for s in steps
    )


VENTED = patterns.compile(
    r"\b(?:vent\w*|let(?:ting|s)? (?:the |out the |off the )?(?:pressure|gas) (?:out|off|go|escape)|tap (?:is |was )?open\w*|open\w* (?:the )?(?:tap|stopcock|cock)|stopcock (?:is |was )?open\w*|through the tap|by the tap|releas\w+|open (?:\w+ )?(?:beaker|vessel|dish|flask)|in an open|let (?:the )?(?:gas|pressure) (?:out|off)|until no (?:more )?(?:gas|fizz|froth)|no froth|unstoppered|breathe|open(?:ly)? (?:at )?first|(?:first|at first) (?:open|in the open)|(?:in )?(?:an? )?(?:open )?beaker first)\b",
    re.I,
)


UNSTOPPERED_FIRST = patterns.compile(
    r"\b(?:with|leaving) (?:the |its )?stopper (?:off|out)\b[^.;\n]{0,50}\b(?:until|till)\b[^.;\n]{0,50}\b(?:then|only then|before)\b[^.;\n]{0,30}\b(?:stopper|clos|shut|inver|shak)\w*"
    r"|\b(?:without (?:the |a |its )?stopper|unstoppered|stopper off)\b[^.;\n]{0,50}\b(?:until|till)\b[^.;\n]{0,50}\bthen\b",
    re.I,
)
"""Open until no more gas comes, and shut only then."""
HARD_FIRST = patterns.compile(
    r"\bshak\w* (?:hard|well|vigorously|thoroughly|it hard|it well)[^.;\n]{0,30}?\b(?:then|afterwards|and only then|at the end)\b[^.;\n]{0,14}\b(?:let|vent|open)\w*[^.;\n]{0,24}",
    re.I,
)
"""Shaken hard first, and let off only then."""


@rule("Q04")
def funnel_pressure(c: Context) -> Iterator[Finding]:
    """Q04: carbonate on acid in a closed funnel."""
    for entry in c.walk.entries:
        step = c.step(entry.step)
        if step is None or step.kind not in ("extract", "add", "dose", "neutralise", "hold", "charge"):
            continue
        gas = entry.gas.get("CO2", 0.0)
        said = step.text + c.procedure.flowing[step.span[1] : step.span[1] + 120]
        next_one = re.match(
            r"[.;:]?\s*shak\w+|[.;:]?\s*clos\w+,? (?:and )?shak\w+", c.procedure.flowing[step.span[1] : step.span[1] + 40], re.I
        )
        if gas < 0.002 or (
            step.kind != "extract" and next_one is None and not re.search(r"\bshak\w+|\bseparat\w+ funnel\b", step.text, re.I)
        ):
            continue
        shut = next(
            (k for k in c.procedure.closings if k.how in ("shut", "held") and k.place == "funnel" and k.step in (step.n, step.n + 1)), None
        )
        if shut is not None and UNSTOPPERED_FIRST.search(said):
            continue
        if (shut is None or HARD_FIRST.search(said)) and VENTED.search(HARD_FIRST.sub(" ", said)):
            continue
        if shut is None and not re.search(r"\bshak|funnel\b", said, re.I) and gas < 0.02:
            continue
        yield finding(
            "Q04", "stop" if shut is not None else "condition", f"Carbonate on acid gives up to {_many(gas)} of carbon dioxide {'in a funnel that is shut' if shut else 'when it is shaken, and no venting is written'}.", step=step, span=shut.span if shut else None, figure=gas, limit="vented at each shake",
            remedy=OPEN_FIRST, source="handbook 2.8", short="funnel pressure",
        )  # fmt: skip
        return
    for step in c.procedure.steps:
        shut = next((k for k in c.procedure.closings if k.how in ("shut", "held") and k.place == "funnel" and k.step == step.n), None)
        if shut is None or step.kind != "extract" or not any(_is_carbonate(c.lots[m]) for m in step.materials):
            continue
        if UNSTOPPERED_FIRST.search(step.text + c.procedure.flowing[step.span[1] : step.span[1] + 120]):
            continue
        acid = max((n for e in c.walk.entries if e.step < step.n for r, n in e.after.items() if r in ACID_LAYER), default=0.0)
        if acid > ACID_LAYER_MOL:
            yield finding(
                "Q04", "condition", "Carbonate in a funnel that is shut, on a layer parted from acid: how much acid came with it, and so how much carbon dioxide, is not established.", step=step, span=shut.span, established=False, limit="vented at each shake",
                remedy=OPEN_FIRST, source="handbook 2.8", short="funnel pressure",
            )  # fmt: skip
            return
    acid = max((n for e in c.walk.entries for x in e.before for r, n in x.items() if r in (*ACID_LAYER, *SOUR)), default=0.0)
    acid = max(acid, sum(e.gas.get(r, 0.0) for e in c.walk.entries for r in HALIDES))
    m = SODA_SHAKEN.search(c.procedure.flowing)
    if m is not None and acid > ACID_LAYER_MOL and not VENTED.search(m.group() + c.procedure.flowing[m.end() : m.end() + 60]):
        yield finding(
            "Q04", "condition", f"“{m.group().strip()}”: carbonate is shaken shut with what was acid; how much carbon dioxide comes is not established.", step=c.step_at(m.start()), span=m.span(), established=False,
            remedy=OPEN_FIRST, source="handbook 2.8", short="funnel pressure",
        )  # fmt: skip


SODA_SHAKEN = patterns.compile(concepts.SODA_SHUT, re.I)
"""Carbonate in something that is shut and shaken, with no amount."""


def _is_carbonate(lot: Lot) -> bool:
    return lot.substance is not None and any("CO3" in r for r in lot.substance.parts)


OPEN_FIRST = "In an open beaker until no more gas, then in the funnel, the tap opened after each swirl."
ACID_LAYER = ("H+", "Al+3", "Fe+3", "CC(=O)O", "O=CO", "CCC(=O)O")
"""What gives carbon dioxide with carbonate, in the layer that is washed."""
SOUR = ("Br2", "Cl2", "SOCl2", "SO2Cl2", "PCl3", "PCl5", "POCl3")
"""What gives carbon dioxide with carbonate as an acid does: halogens fall to halide and hypohalite."""
HALIDES = ("HBr", "HCl")
"""Hydrogen halides that went off as gas: the layer they came from is full of them."""
ACID_LAYER_MOL = 0.05
"""Acid in the layer below from which drops of it in the other are worth a vented funnel (assumption)."""


MADE_IN = ("extract", "destroy", "neutralise", "add", "dose", "test", "quench", "filter", "store")


@rule("Q05")
def wrong_quench(c: Context) -> Iterator[Finding]:
    """Q05: what is put on a leftover sets a toxic gas free from it."""
    for entry in c.walk.entries:
        step = c.step(entry.step)
        if step is None or step.kind not in MADE_IN or entry.vessel in c.walk.lines.values():
            continue
        for e in entry.happened():
            if id(e) in c.purpose.wanted:
                continue
            made = [r for r, n in e.reaction.change if n > 0 and r in entry.gas and entry.gas[r] > 0.002 and record_of(r).toxic]
            from_left = [
                x
                for x in c.leftovers
                if any(r == x.root and n < 0 for r, n in e.reaction.change)
                and x.record["danger"] in ("toxic", "gas")
                and x.record["id"] not in ("thionyl", "halogen")
            ]
            if not made or not from_left:
                continue
            if entry.vessel in c.walk.lines and all(record_of(r).named_in(c.procedure.flowing) for r in made):
                continue  # a gas that the text counts on, and leads away
            little = entry.gas[made[0]] <= LITTLE_MOL and record_of(made[0]).root in ("NO", "NO2")
            yield finding(
                "Q05", "condition" if little else "stop", f"{from_left[0].record['name'][:1].upper() + from_left[0].record['name'][1:]} that is left gives {_many(entry.gas[made[0]])} of {record_of(made[0]).name} here.", step=step, figure=entry.gas[made[0]], limit="no gas from the leftover",
                remedy=f"First destroy it with {_agent(from_left[0])}.", source="handbook 3.3", short="wrong agent", cause=" ".join(f"gas:{g}" for g in made),
            )  # fmt: skip
            return


PURPLE_BY_ACID = patterns.compile(
    r"\b(?:purple|violet|permanganate)\b[^.;\n]{0,50}\b(?:add|adding|destroy\w*|discharg\w*|remov\w*|away|gone|off|kill\w*)\b[^.;\n]{0,50}\b(?:hydrochloric|HCl)\b",
    re.I,
)
"""Permanganate that is still there, and hydrochloric acid to take its colour away."""


@rule("Q05")
def permanganate_by_hydrochloric(c: Context) -> Iterator[Finding]:
    """Q05: what the sums leave of permanganate may be none, and the text still means to destroy it with hydrochloric acid: chlorine."""
    m = PURPLE_BY_ACID.search(c.procedure.flowing)
    charged = {r for x in c.lots.values() if x.substance for r in x.substance.parts}
    if m is None or "MnO4-" not in charged or any(e.gas.get("Cl2", 0.0) > 0.002 for e in c.walk.entries):
        return
    yield finding(
        "Q05", "stop", f"“{m.group().strip()[:60]}”: each mole of permanganate that is left gives two and a half of chlorine with hydrochloric acid.", step=c.step_at(m.start()), span=m.span(), limit="no gas from the leftover",
        remedy="Destroy it with bisulfite or 2-propanol first.", source="handbook 3.3", short="wrong agent", cause="gas:Cl2",
    )  # fmt: skip


KILLED_BY_ACETONE = patterns.compile(
    r"\b(?:excess|surplus|rest of the|left-?over|remaining|unused) (?:bromine|chlorine|halogen)\b[^.;\n]{0,12}[:=,–-]+ ?[^.;\n]{0,22}\bacetone\b"
    r"|\bacetone\b[^.;\n]{0,40}\b(?:takes?|taking|removes?|discharges?|mops?|uses?) (?:away |up |off |out )?(?:the |any |all )?(?:excess |rest of the |last of the |remaining |left-?over )*(?:bromine|chlorine|halogen|red|brown|orange)(?: colou?r)?\b"
    r"|\b(?:bromine|chlorine|halogen)\b[^.;\n]{0,30}\b(?:taken (?:away|up|off)|removed|killed|destroyed|mopped up|used up)\b[^.;\n]{0,15}\b(?:with|by)\b[^.;\n]{0,20}\bacetone\b"
    r"|\bacetone\b[^.;\n]{0,25}\b(?:kill|destroy|quench|get rid of|use up|bleach)(?:s|ed|es)?\b[^.;\n]{0,20}\b(?:bromine|chlorine|halogen|red)\b"
    r"|\b(?:bromine|chlorine|halogen)\b[^.;\n]{0,30}\b(?:kill|destroy|quench|bleach)\w*\b[^.;\n]{0,15}\b(?:with|by) (?:some |a little |a splash of )?acetone\b",
    re.I,
)


@rule("Q05")
def halogen_by_acetone(c: Context) -> Iterator[Finding]:
    """Q05: bromine or chlorine destroyed with acetone, which makes a tear gas of it."""
    m = KILLED_BY_ACETONE.search(c.procedure.flowing)
    held = {r for e in c.walk.entries for r in e.mixed} | {r for x in c.lots.values() if x.substance for r in x.substance.parts}
    if m is None or not held & {"Br2", "Cl2"}:
        return
    yield finding(
        "Q05", "condition", f"“{m.group().strip()}”: acetone and a halogen give a halogenated acetone, a tear gas, and heat.", step=c.step_at(m.start()), span=m.span(), limit="an agent that ends as a salt", remedy="Bisulfite or thiosulfate, until starch-iodide paper stays white.",
        source="handbook 2.8; the product is a fact of the trade (memory)", short="wrong agent",
    )  # fmt: skip


CHECKED = patterns.compile(
    r"\b(?:(?:drop|sample) in (?:methanol|ethanol|water|ether)|TLC|thin[- ]layer|GC|HPLC|gas chromatograph\w*|chromatograph\w*|NMR|titrat\w*|starch|strips?|test(?:s|ed)?|spot|paper|litmus|melting|colou?r(?:less)? (?:is |has |had |was )?(?:just |all |quite |nearly )?(?:gone|disappear\w*|discharg\w*)|colou?rless|discharged|pale|fad\w+|bleach\w* out"
    r"|no (?:more |further )?(?:gas|bubbles?|warmth|heat|froth|fizz)|gas (?:stops|stopped|ceases|ceased|has ceased|has stopped|is over|was over|has been over|evolution (?:ceases|ceased|stops|stopped|has ceased|is over))|effervescence (?:ceases|ceased|stops|stopped|has ceased|is over)|bubbl\w+ (?:is |are |has |have )?(?:over|ceased|stopped)|bubbles have ceased|no (?:more )?(?:metal|sodium|potassium|magnesium|zinc|solid|pieces?|lumps?) (?:(?:is|are|was|were|can be) )?(?:seen|visible|left|to be seen)|(?:all|the last)(?: of)?(?: the)? (?:metal|sodium|magnesium|pieces?) (?:has|have|is|are|had) (?:all )?(?:gone|dissolved|reacted|disappeared)|until (?:all|it) (?:has |is )?(?:dissolved|clear)|clear solution|constant (?:mass|weight)|pH (?:was |is )?(?:still |stays? |remain(?:s|ed) )?(?:above|over|>) ?(?:8|9|1\d)|neither warmth nor gas|conversion|sample)\b",
    re.I,
)


UNCHECKED = patterns.compile(
    r"\b(?:no|without) (?:control|check|checking|monitoring)s?\b[^.;\n]*|\b(?:no|without an?y?) (?:peroxide )?(?:tests?|samples?)\b[^.;\n]*|\b(?:did not|didn['’]t|never|not|wasn['’]t|isn['’]t) (?:test|check)(?:ed)?\b[^.;\n]*|\b(?:did not|didn['’]t|do not|don['’]t) have (?:any |a )?(?:\w+ )?(?:paper|strips?|test)\b[^.;\n]*|\bno (?:test|starch[- ]?iodide|KI) ?(?:paper|strips?)\b",
    re.I,
)
"""Words that say that nothing was tested."""


TRACE = 0.02
"""Of the largest charge, up to which a reagent only starts the others: a crystal of iodine (assumption)."""


@rule("Q06")
def untested(c: Context) -> Iterator[Finding]:
    """Q06: nothing shows that the reaction, or the destruction of what is left, is complete."""
    if c.purpose.target is None or (CHECKED.search(UNCHECKED.sub(" ", c.procedure.flowing))):
        return
    risky = [x for x in c.leftovers if x.record["danger"] in ("toxic", "explosive", "heats", "gas")]
    smelt = SMELL.search(c.procedure.flowing)
    batch = (x for x in c.lots.values() if x.mol is not None and x.material.role not in ("absorber", "wash", "solvent"))
    most = max((x.best_mol for x in batch if x.substance is not None and x.substance.id not in ("water", "ice")), default=0.0)
    reactive = next(
        (
            x
            for x in c.lots.values()
            if x.substance
            and x.material.role not in ("absorber", "wash")
            and (x.mol is None or x.best_mol > TRACE * most)
            and any(harmful(r) for r in x.substance.parts)
        ),
        None,
    )
    if not risky and not smelt and reactive is None:
        return
    what = c_label(risky[0]) if risky else reactive.label if reactive is not None else "the reagent"
    place = c.step(risky[0].destroyed_in or risky[0].after_step) if risky else _after_last_dose(c)
    yield finding(
        "Q06", "condition", f"Nothing shows that {what} is gone.", step=place, limit="a test with its control", remedy=f"Test: {risky[0].record['test']}." if risky else "A sample by chromatography, with the reagent beside it.", source="handbook 6.2", short="not tested",
    )  # fmt: skip


def _after_last_dose(c: Context) -> Step | None:
    doses = [s.n for s in c.procedure.steps if s.kind in ("dose", "add", "charge") and s.materials]
    return next((s for s in c.procedure.steps if s.n > max(doses, default=0)), None)


VOLATILE_C, ACUTE_IDLH_PPM, ACUTE_LIMIT_PPM = 90.0, 30.0, 0.2
"""A liquid that boils below the first and is dangerous to life from the second on, or has a limit as low as the third, is a toxic volatile (assumption)."""


def _toxic_volatile(s: Substance | None) -> bool:
    """Whether a liquid, not its solution in water, is both volatile and acutely toxic."""
    if s is None or s.phase != "l" or s.commercial:
        return False
    boils, idlh = s.value("Tb"), s.value("IDLH")
    limits = [v.value for name in ("limit_ceiling", "limit_8h", "limit_short") if (v := s.value(name)) is not None]
    if boils is None or boils.value >= VOLATILE_C:
        return False
    return idlh.value <= ACUTE_IDLH_PPM if idlh is not None else min(limits, default=1e9) <= ACUTE_LIMIT_PPM


def _for_a_spill(c: Context, of: Lot | None) -> str:
    """What stands ready where the worst moment is not established."""
    if acted_on_by_water(c):
        return "No ice and no water on it: ice round the flask only, dry sand for a spill."
    if of is not None and of.substance is not None and "bromine" in classes_in(dict(of.substance.parts)):
        return "A bucket of ice below the flask, and thiosulfate for a spill."
    return "A bucket of ice below the flask, and what takes up a spill."


@rule("Q07")
def no_dump(c: Context) -> Iterator[Finding]:
    """Q07: no emergency dump where losing control is severe, or a toxic volatile stands in glass."""
    if "dump" in c.procedure.ready or readiness.DUMP.search(c.procedure.flowing):
        return
    severe = c.klass is not None and (c.klass > 3 or (c.klass == 3 and not boils_as_meant(c)))
    volatile = next(
        (x for x in c.lots.values() if x.best_mol > 0.05 and x.material.role != "absorber" and _toxic_volatile(x.substance)), None
    )
    if not severe and volatile is None:
        return
    d = dump_of(c)
    words = f" {d.says}" if d is not None else ""
    why = f"Class {c.klass}" if severe else f"{volatile.label[:1].upper() + volatile.label[1:]} in glass" if volatile else ""
    yield finding(
        "Q07", "condition" if severe else "note", f"{why}, and no dump or spill agent is written.{words}", step=c.step(c.pot.dose_steps[-1]) if severe and c.pot and c.pot.dose_steps else c.step(volatile.material.step) if volatile else None, limit="a dump standing ready",
        remedy=(d.remedy if d is not None else _for_a_spill(c, volatile)), source="handbook 2.8", short="no dump",
    )  # fmt: skip


BY_STRONG_ACID = patterns.compile(
    r"\b(?:shak\w+|shook|wash\w*|dried|dry(?:ing)?|freed)\b[^.;\n]{0,50}?\b(?:conc\.?|concentrated|strong|9[0-9] ?%(?: w/w)?) (?:sulph|sulf)uric\b|\bwash\w*\b[^.;\n]{0,30}?\b(?:conc\.?|concentrated|strong) acid\b(?! (?:waste|layer|drum))|\b(?:shak\w+|wash\w*|dried|dry(?:ing)?|freed)\b[^.;\n]{0,50}?\b(?:conc\.? H2SO4|oleum|P2O5|phosphorus pentoxide)\b"
    + "|"
    + concepts.DRIED_BY_ACID,
    re.I,
)
OF_A_GAS = patterns.compile(
    r"\b(?:gas|gases|stream|bottle|washer|bubbl\w*|tubes?|desiccators?|tower|passed|led|HCl|hydrogen|chlorine|air|nitrogen)\b", re.I
)


NO_TEST = patterns.compile(
    PAPER_GONE
    + r"|\bno (?:paper|strips?|test(?:ing)? paper)s? (?:for (?:testing|that|it|this)|left|there|to hand|at hand|here)\b|\b(?:no|without (?:an?|any)) (?:paper |strip |starch |iodide |spot |pH |peroxide |final )*tests?\b(?! tube)|\b(?:don't|do not|didn't|did not|never|not) (?:bother to )?(?:test|check) (?:it|for|whether|if|the (?:end|excess|rest))\b|\buntested\b", re.I
)  # fmt: skip


NO_CONTROL = patterns.compile(
    r"\b(?:no|without) (?:control|check|test|testing|checking) (?:of|for) (?:the |any |excess )*(nitrite|peroxide|bromine|chlorine|permanganate|hydride|hypochlorite|cyanide|sulfide|azide|iodine)s?\b", re.I
)  # fmt: skip
"""What may be left over, by its name, and nobody looks for it."""


@rule("Q06")
def said_not_to_be_tested(c: Context) -> Iterator[Finding]:
    """Q06: the author says himself that the end of a destruction is not tested."""
    text = c.procedure.flowing
    m = next((x for x in NO_TEST.finditer(text) if not re.search(r"\b(?:needed|required|necessary)\b", text[x.end() : x.end() + 20])), None)
    spared = NO_CONTROL.search(text)
    if spared is not None and any(spared[1].lower() in x.label.lower() for x in c.lots.values()):
        m = spared  # "no control of nitrite needed"
    elif m is None or not any(
        e.reaction.family.record.get("kind") == "destruction" or "destroyed" in e.reaction.family.name for e in c.stand_in.events()
    ):
        return
    yield finding(
        "Q06", "condition", f"“{m.group()}”: nothing shows that what is destroyed is gone.", step=c.step_at(m.start()), span=m.span(), limit="a test with its control", remedy="Test for it, with a positive control, before it is poured away.", source="handbook 2.8", short="end not tested",
    )  # fmt: skip


NOT_VOLATILE_C = 150.0
"""Boiling point from which what is washed with strong acid is not driven off by the heat at the drop (assumption)."""


def _is_high_boiling(c: Context) -> bool:
    """Whether the product that is washed boils far above what the heat of a little acid reaches; an unknown boiling point is none."""
    found = c.procedure.results.product_identity
    boils = catalogue().substances[found].value("Tb") if found is not None else None
    return boils is not None and boils.value >= NOT_VOLATILE_C


@rule("Q08")
def acid_as_wash(c: Context) -> Iterator[Finding]:
    """Q08: strong acid as a wash or drying agent on a wet volatile."""
    for step in c.procedure.steps:
        worked_up = any(s.kind in ("extract", "filter", "distil") and s.n < step.n for s in c.procedure.steps)
        if step.kind not in ("extract", "dry") and not (worked_up and re.search(r"\b(?:dr(?:y|ied)|wash\w*|shak\w+)\b", step.text, re.I)):
            continue
        lot = next(
            (
                c.lots[m]
                for m in step.materials
                if (s := c.lots[m].substance) is not None and s.id in ("sulfuric acid", "phosphorus pentoxide", "oleum")
            ),
            None,
        )  # type: ignore[union-attr]
        st = lot.material.strength if lot is not None else None
        if lot is None or (st is not None and ((st.percent_w is not None and st.percent_w < 60) or st.molar is not None)):
            continue
        yield finding(
            "Q08", "note" if _is_high_boiling(c) and re.search(r"\b(?:cold|ice|iced|cooled|chilled)\b", step.text, re.I) else "condition", f"{lot.label[:1].upper() + lot.label[1:]} washes or dries a liquid that is wet and volatile: heat at the drop, vapour and spitting.", step=step, span=lot.material.span, limit="dried first, cold, by drops", remedy="Dry over calcium chloride first; then a little acid by drops in ice, open.", source="handbook 4", short="acid as drying agent",
        )  # fmt: skip
        return
    text = c.procedure.flowing
    for m in BY_STRONG_ACID.finditer(text):
        said = sentence_of(text, m).partition("\n")[0]
        if OF_A_GAS.search(said) or not any(s.kind in ("extract", "distil") for s in c.procedure.steps):
            continue
        yield finding(
            "Q08", "condition", f"“{m.group().strip()}”: heat at the drop, vapour and spitting where the liquid is wet and volatile.", step=c.step_at(m.start()), span=m.span(), limit="dried first, cold, by drops", remedy="Dry over calcium chloride first; then a little acid by drops in ice, open.", source="handbook 4", short="acid as drying agent",
        )  # fmt: skip
        return


TO_DRYNESS = patterns.compile(
    r"\b(?:until|till) (?:nothing (?:at all |more )?(?:remains|is left|stays|was left)(?! (?:of|undissolved|on|to)\b)|the (?:flask|pot|still|dish) is (?:\w+ )?(?:dry|empty))\b|\b(?:tak|took|distil|boil|driv|drov|bring|brought)\w* (?:it |this |the lot |everything |all )?(?:right|all the way|straight|clean) (?:down|out|off)\b(?! to (?:\d|about|a (?:third|half|quarter)))|\b(?:down|on) to the (?:very )?last drops?\b|\b(?:when|until|till) (?:the |it )?(?:\w+ )?(?:cracks?|is (?:bone )?dry) or (?:is )?\w+|\b(?:to dryness|(?:distil|boil|strip)\w* (?:it |this |everything )?(?:all (?:over|off)|dry\b)|(?:distil|tak|driv)\w* (?:it all|everything|all of it|the lot) (?:over|off)|dry down|until (?:only )?(?:a )?solids? (?:remains?|is left|appears?)|(?:distil|boil|tak|driv)\w* (?:off )?until (?:only )?(?:a )?solid|(?:distil|tak|driv)\w* (?:everything|all|it all) over|until (?:thick |dense )?(?:white )?(?:fumes|smoke) (?:appear|come|rise)\w*|(?:till|until)\b[^.;\n]{0,35}\b(?:makes?|gives?|sends? up) (?:thick |dense )?(?:white )?(?:fumes|smoke)|until (?:thick |dense )?white (?:fumes|smoke)|dry to the (?:very )?end|to the dry end|(?:flask|pot|residue|salt|bottom)[^.;\n]{0,30}\b(?:is |runs? |goes |gets |until |till )?(?:bone[- ])?dry\b(?! (?:over|with|on|in|by|at)\b)|(?:until|till) (?:it (?:is|was) |the \w+ (?:is|was) )?dry(?! (?:over|with|on|in(?! the (?:flask|pot|still|retort))|by|at)\b)|till (?:it's|it is|the \w+ is) dry|nothing (?:is )?left (?:in|over)|(?:until|till) (?:nothing(?:'s| is| was)?|there(?:'s| is| was) nothing) left|(?:nothing|no) (?:more |else |further )?(?:comes|passes|distil\w*|goes|drips|drops)(?: over| out)?(?: any ?more)?(?! (?:sinks?|of (?:the )?(?:oil|product|bromide))\b)|(?:gone|sets?|turned|become) solid|(?<!after the )(?<!since the )(?<!before the )(?<!with the )last drop|(?:only|nothing but) (?:black )?tar|boil(?:s|ed)? (?:it )?dry|dry (?:cake|crust)|down to (?:a )?(?:thick )?paste|(?:until|till) (?:it(?:'s| is) )?(?:a )?(?:\w+ )?(?:syrup|treacle)|starts? to (?:smoke|char)|to a (?:thick )?(?:paste|syrup)|(?:as )?far (?:down )?as it(?:'ll| will| would|'d)? goe?s?|(?:until|till) (?:the \w+ |it )[^.;\n]{0,30}\b(?:bumps?|spits?|chars?|charred|crackles?|foams?|(?<!ceases to )(?<!stops to )(?<!no longer )(?<!does not )froths?|smokes?)|jump\w*)\b"
    + rf"|\b(?:{concepts.DOWN_TO_NOTHING})\b",
    re.I,
)
ROTARY = patterns.compile(r"\b(?:rotary|rotavap\w*|evaporator|stripp\w+|under reduced pressure)\b", re.I)


STOPS_WHEN_DRY = patterns.compile(
    r"\b(?:stop\w*|end\w*)\W+(?:when|once) (?:the |it )?(?:\w+ )?(?:cracks?|is (?:bone )?dry|is empty)\b", re.I
)
NEVER_DRY = patterns.compile(
    r"\bnever\b|\bnot\b|\bwithout\b|\b(?:so that nothing|lest)\b|n[’']t\b|\bbefore\b|\b(?:stop\w*|end\w*|ready|done|over) (?:when|as soon as|once)\b|\bdry (?:ice|over|at|in)\b",
    re.I,
)


def _forbidden_dry(text: str, m: re.Match[str]) -> bool:
    """ "Not to dryness", "stop before it is dry": words round a saying of TO_DRYNESS that forbid it."""
    if STOPS_WHEN_DRY.search(text[max(0, m.start() - 12) : m.end()]):
        return False
    if A_DRY_FLASK.search(text[max(0, m.start() - 30) : m.start()] + m.group()):
        return True  # "500 mL three-neck flask, dry": the glass
    return NEVER_DRY.search(text[max(0, m.start() - 25) : m.start()] + m.group()) is not None


A_DRY_FLASK = patterns.compile(r"\d ?m?L (?:[\w-]+ ){0,2}flask, dry$", re.I)


@rule("Q09")
def distilled_dry(c: Context) -> Iterator[Finding]:
    """Q09: a distillation without a stop rule, or to dryness."""
    text = c.procedure.flowing
    stills = [s for s in c.procedure.steps if s.kind == "distil"]
    m = TO_DRYNESS.search(text, stills[0].span[0]) if stills else None
    boiled = re.search(r"\bboil(?:ed|s)? (?:(?:it|them|the \w+) )?(?:down|off|away|over)\b|\bevaporat\w+", text, re.I)
    if m is None and boiled is not None:
        end = text.find(". ", boiled.end())
        m = TO_DRYNESS.search(text, boiled.start(), min(end if end >= 0 else len(text), boiled.end() + 200))
    if m is None:
        return
    if ROTARY.search(text[max(0, m.start() - 45) : m.end() + 20]) or _forbidden_dry(text, m):
        return
    step = c.step_at(m.start())
    harsh = _energetic_residue(c, step)
    yield finding(
        "Q09", "stop" if harsh else "condition", f"“{m.group().strip()}”: {harsh or 'the residue bakes and overheats, and glass cracks'}.", step=step, span=(m.start(), m.end()), limit="a volume to stop at", remedy="Stop with a few per cent left, at a pot temperature that is written; let it cool before air comes in.", source="handbook 2.9", short="distilled to dryness",
    )  # fmt: skip


def _energetic_residue(c: Context, step: Step | None) -> str:
    """What makes a residue dangerous, or empty."""
    if step is None:
        return ""
    entries = [e for e in c.walk.entries if e.step <= step.n and e.vessel == step.vessel] or c.walk.entries
    held = {r: n for e in entries[-1:] for r, n in e.mixed.items() if n > 1e-4}
    if held.get("NO3-", 0.0) > 0.01 and any(is_organic(r) for r in held) and entries[-1].mixed.get("H+", 0.0) > 0.005:
        return "nitric acid concentrates over organic matter"
    for r in held:
        if is_organic(r) and any(
            a.id in ("nitro", "peroxide", "diazonium", "azide", "nitroso", "n-oxide", "hypohalite") or a.kJ[1] > 200 for a in alerts_of(r)
        ):
            return "what is left carries an energetic group"
    if held.get("ClO4-", 0.0) > 0.001 or held.get("ClO3-", 0.0) > 0.001:
        return "what is left is an oxidiser dried on organic matter"
    return ""


ISOLATES = patterns.compile(r"\b(?:filter\w* (?:off|out)|collect\w*|suck\w* off|dried|dry|isolat\w*|evaporat\w*|concentrat\w*)\b", re.I)


RUBBED = patterns.compile(
    r"\b(?:ground|grind\w*|pounded|pound(?:ing)?|crush\w*|triturat\w*|rubbed?|rubbing|powdered)\b[^.;\n]{0,40}\b(?:mortar|pestle|powder|mill|lumps|fine)\b|\b(?:mortar|pestle)\b",
    re.I,
)
"""What is done to a solid by friction or a blow."""
SHOCKED = ("diazonium", "azide", "peroxide", "hydroperoxide", "n-halogen", "nitrate-ester", "acyl-nitrate")


def _shocked(lot: Lot) -> list[Alert]:
    """What in a charged solid a blow or friction sets off."""
    s = lot.substance
    if s is None or not s.smiles or s.phase != "s":
        return []
    return [a for r in s.parts if is_organic(r) for a in alerts_of(r) if a.id in SHOCKED]


def _is_told(lot: Lot, said: str) -> bool:
    """Whether a sentence names a lot, or speaks of it by the last word of its name: "the dry peroxide"."""
    last = lot.material.name.split()[-1:]
    return any(len(x) > 4 and re.search(rf"\b{re.escape(x)}\b", said, re.I) is not None for x in (lot.material.name, *last))


@rule("S01")
def rubbed(c: Context) -> Iterator[Finding]:
    """S01: a charged solid that a blow or friction sets off is ground."""
    text = c.procedure.flowing
    for m in RUBBED.finditer(text):
        said = sentence_of(text, m).partition("\n")[0]
        if re.search(r"\b(?:not|never|n[o']t)\b", said.partition(m.group())[0], re.I):
            continue
        lot, found = next(((x, a) for x in c.lots.values() if (a := _shocked(x)) and _is_told(x, said)), (None, []))
        if lot is None:
            continue
        yield finding(
            "S01", "condition", f"“{m.group().strip()}”: {lot.label} ({found[0].name}): friction or a blow can set it off.", step=c.step_at(m.start()), span=m.span(), limit="no friction", remedy="Use it as it comes, damp; break lumps with a plastic spatula, behind a screen.", source="handbook 2.10", short="ground",
        )  # fmt: skip
        return


@rule("Q10")
def isolated(c: Context) -> Iterator[Finding]:
    """Q10: something that must not be is isolated, concentrated or dried."""
    text = c.procedure.flowing
    for step in c.procedure.steps:
        if step.kind not in ("filter", "dry", "distil"):
            continue
        entries = [e for e in c.walk.entries if e.step < step.n and e.vessel in (step.vessel, step.from_vessel)]
        if not entries:
            continue
        held = entries[-1].after
        least = min((x.best_mol for x in c.lots.values() if x.substance and x.substance.smiles and x.best_mol), default=0.0)
        for r, n in held.items():
            if not is_organic(r) or n < max(0.2 * least, 1e-3):
                continue
            found = [
                a
                for a in alerts_of(r)
                if a.id in ("diazonium", "azide", "peroxide", "n-halogen", "hypohalite", "hydroperoxide", "nitrate-ester", "acyl-nitrate")
            ]
            if not found or re.search(r"\bnever\b[^.;\n]{0,40}\b(?:filter|dry|isolat)", text, re.I):
                continue
            if is_diazonium(r) and step.kind == "distil" and step.into == "receiver" and entries[-1].conditions.T_high > 60:
                continue  # it is gone by then
            yield finding(
                "Q10", "stop", f"{catalogue().label(r)} is {'filtered off' if step.kind == 'filter' else 'dried' if step.kind == 'dry' else 'concentrated'}: {found[0].name}, {found[0].kJ[0]:.0f}–{found[0].kJ[1]:.0f} kJ/mol on decomposition.", step=step, limit="in solution, cold, used at once",
                remedy="Keep it in solution and use it at once.", source=found[0].source, short="isolated",
            )  # fmt: skip
            return


TAKEN_DRY = patterns.compile(
    r"\b(?:filter\w*|dry|dried|drying|press\w*|scrap\w*|collect\w*|mud|crystals?|needles?|solid|powder|precipitate|crust)\b", re.I
)


GO_OFF_DRY: dict[str, tuple[set[str], ...]] = {
    "iodine and ammonia": ({"iodine"}, {"ammonia"}),
    "silver or mercury, nitric acid and alcohol": ({"silver", "silver nitrate", "mercury"}, {"nitric acid"}, {"ethanol"}),
    "acetylene, ammonia and copper or silver": (
        {"calcium carbide", "acetylene"},
        {"ammonia"},
        {"copper(II) sulfate", "copper(II) sulfate pentahydrate", "copper(I) chloride", "copper(II) chloride", "silver nitrate"},
    ),
}
"""What meets, and leaves a solid that goes off at a touch (handbook 3.4; common practice, no source)."""


@rule("S01")
def goes_off_when_dry(c: Context) -> Iterator[Finding]:
    """S01: what iodine leaves with ammonia, or silver and mercury with nitric acid and alcohol, is taken off or dried: it goes off at a touch."""
    there = {x.substance.id for x in c.lots.values() if x.substance is not None}
    text = c.procedure.flowing
    what = next((said for said, groups in GO_OFF_DRY.items() if all(there & g for g in groups)), "")
    m = TAKEN_DRY.search(text)
    if not what or m is None:
        return
    yield finding(
        "S01", "stop", f"{what[:1].upper() + what[1:]} meet here, and “{m.group()}”: the solid that forms goes off at a touch when it is dry.", step=c.step_at(m.start()), span=m.span(), limit="never together",
        remedy="Do not touch or move what has formed; keep it wet, shut the room off, and call those who take explosives away.", source="handbook 3.4; common practice, no source", short="goes off when dry",
    )  # fmt: skip


OVEN = patterns.compile(rf"\b(?:{concepts.HEATERS}|drying cabinet|heater|lamp)\b", re.I)
WARM_DRY_C = 40.0
"""From here what goes off is dried warm (assumption)."""


@rule("S01")
def dried_warm(c: Context) -> Iterator[Finding]:
    """S01: a peroxide, azide, N-halogen compound or diazonium salt that was charged or made is dried warm."""
    groups = ("diazonium", "azide", "peroxide", "n-halogen", "hydroperoxide", "nitrate-ester")
    for step in c.procedure.steps:
        warm = (step.T_range is not None and step.T_range.value >= WARM_DRY_C) or OVEN.search(step.text) is not None
        taken_off = [s for s in c.procedure.steps if s.n < step.n and s.kind == "filter"]
        if step.kind != "dry" or not warm or not taken_off:
            continue
        entries = [e for e in c.walk.entries if e.step < taken_off[-1].n and e.vessel == taken_off[-1].from_vessel]
        held = {r for r, n in entries[-1].after.items() if n > 1e-3 and is_organic(r)} if entries else set()
        found = next(((r, a) for r in sorted(held) for a in alerts_of(r) if a.id in groups), None)
        if found is None:
            continue
        yield finding(
            "S01", "stop", f"{catalogue().label(found[0])} is dried warm: {found[1].name}, {found[1].kJ[0]:.0f}–{found[1].kJ[1]:.0f} kJ/mol on decomposition.", step=step, limit="in the air, cold, a thin layer",
            remedy="Dry it in the air at the room's temperature, in a thin layer, behind a screen, or keep it moist.", source=found[1].source, short="dried warm",
        )  # fmt: skip
        return


CONCENTRATES = patterns.compile(
    r"\bhydroxylamine(?: base)?(?: solution)?\b(?! hydrochloride| sulfate| hydrosulfate)(?:(?!\b(?:destroy\w*|ether|layer|oxime|filtrate|product|toluene|solvent)\b)[^.;\n]){0,60}\b(?:stripp\w*|concentrat\w*|evaporat\w*|rotavap\w*|boiled down|stronger|distilled)\b",
    re.I,
)
"""Free hydroxylamine that is made stronger."""


@rule("Q10")
def hydroxylamine_concentrated(c: Context) -> Iterator[Finding]:
    """Q10: a solution of free hydroxylamine is concentrated: from about 50 % on it goes off with heat or a trace of metal."""
    m = CONCENTRATES.search(c.procedure.flowing)
    if m is None or DENIED.search(m.group()):
        return
    yield finding(
        "Q10", "stop", f"“{m.group().strip()[:90]}”: free hydroxylamine is made stronger; from about 50 % on heat or a trace of iron sets it off.", step=c.step_at(m.start()), span=m.span(), limit="below 20 %, cold, used at once",
        remedy="Set it free in the mixture that uses it up; never concentrate it.", source="common practice, no source", short="concentrated",
    )  # fmt: skip


DRY_SALT = patterns.compile(
    r"\b(?:sodium|potassium|alkali|white|nitronate) (?:\w+ )?salts?\b[^.;\n]{0,70}\b(?:dry|dries|dried|drying)\b|\b(?:dry|dries|dried|drying)\b[^.;\n]{0,40}\b(?:sodium|potassium|nitronate) salts?\b|\bsalt (?:cake|mass)\b[^.\n]{0,40}\bdr(?:y|ied)\b",
    re.I,
)


DIAZONIUM_SALT = patterns.compile(
    r"\b(?:double salt|diazonium (?:salt|chloride|sulfate|tetrafluoroborate)|zinc (?:chloride )?(?:double )?salt|tetrafluoroborate|diazo(?:nium)? compound)\b[^.\n]{0,70}\b(?:collected|filtered|pressed|dried|dry|powdered|isolated|scraped|ground)\b"
    r"|\b(?:crystals?|crust|solids?)\b[^.\n]{0,15}\b(?:rim|lip|edge|stopper|cap|(?:beaker|flask|vessel|glass|inner)(?:['’]s)? (?:walls?|sides?))\b(?! of (?:the |a )?(?:condenser|funnel|receiver|head|adapter))[^.\n]{0,40}\b(?:scrap\w+|dry|dried|knock\w*|rub\w*|chip\w*)\b",
    re.I,
)
"""A diazonium salt that is taken out of its solution."""


@rule("Q10")
def diazonium_by_name(c: Context) -> Iterator[Finding]:
    """Q10: what was diazotised is collected and dried as its salt, whatever the ledger has left of it by then."""
    made = any(is_diazonium(r) for e in c.walk.entries for x in (e.mixed, e.after) for r, n in x.items() if n > LEAST_LEFT_MOL) or any(
        "diazoti" in r.family for r in c.reactions
    )
    text = c.procedure.flowing
    m = next(
        (
            x
            for x in DIAZONIUM_SALT.finditer(text)
            if not re.search(r"\b(?:never|not|neither|nor|is kept wet)\b", x.group(), re.I)
            and not re.search(
                r"(?:^|[.;:\n]\s*)(?:At no time (?:was|is) (?:the |any )?|No |None of the |no )(?:solid |dry )?$", text[: x.start()]
            )
        ),
        None,
    )
    if made and m is not None:
        yield finding(
            "Q10", "stop", f"“{m.group().strip()[:90]}”: a diazonium salt, dry, goes off by heat, a blow or friction.", step=c.step_at(m.start()), span=m.span(), limit="in solution, cold, used at once",
            remedy="Keep it in solution below 5 °C and use it at once; a salt that has to be isolated stays wet, in small amounts, behind a screen.", source="handbook 2.10 and 4", short="isolated",
        )  # fmt: skip


TAKEN_OUT = patterns.compile(r"\b(?:dry|dried|dries|spread|scrap\w+|press(?:ed)?|jar|bottle|drawer|powder\w*|ground)\b", re.I)
"""Words of a solid that is kept."""


@rule("Q10")
def diazonium_filtered(c: Context) -> Iterator[Finding]:
    """Q10: what was diazotised is filtered, and dried or kept, with nothing added to it since the nitrite."""
    salts = [s for s in c.procedure.steps if any(c.lots[k].substance is not None and "nitrite" in c.lots[k].substance.id for k in s.materials if k in c.lots)]  # type: ignore[union-attr]  # fmt: skip
    if not salts or not any("diazoti" in r.family for r in c.reactions):
        return
    last = salts[-1]
    behind = [s for s in c.procedure.steps if s.n > last.n]
    took = next((s for s in behind if s.kind in ("filter", "dry")), None)
    between = [s for s in behind if took is not None and s.n < took.n]
    if took is None or any(s.materials or s.kind in ("heat", "reflux", "distil", "dose", "add", "destroy", "quench") for s in between):
        return
    later = [s for s in behind if s.n >= took.n]
    m = next((m for s in later if (m := TAKEN_OUT.search(s.text))), None)
    if (
        m is None
        or any(s.kind in ("dose", "add", "charge") and s.materials for s in later[1:])
        or re.search(r"\b(?:never|not)\b", took.text)
    ):
        return
    yield finding(
        "Q10", "stop", f"“{took.text.strip()[:80]}”: what was diazotised is taken out of its solution; dry, it goes off by heat, a blow or friction.", step=took, span=took.span, limit="in solution, cold, used at once",
        remedy="Keep it in solution below 5 °C and use it at once.", source="handbook 2.10 and 4", short="isolated",
    )  # fmt: skip


LEAST_LEFT_MOL = 1e-3


@rule("Q10")
def nitronate_dried(c: Context) -> Iterator[Finding]:
    """Q10: the alkali salt of a nitroalkane is left to dry: dry, it goes off by a blow or a little heat."""
    nitro = next(
        (
            x.substance
            for x in c.lots.values()
            if x.substance is not None and any(a.id == "nitroalkane" for r in x.substance.parts if is_organic(r) for a in alerts_of(r))
        ),
        None,
    )
    base = any(x.substance is not None and x.substance.parts.get("H+", 0.0) < 0 for x in c.lots.values())
    text = c.procedure.flowing
    m = next(
        (
            x
            for x in DRY_SALT.finditer(text)
            if not re.search(r"\b(?:never|not|no time|without)\b|n['’]t\b", text[max(0, x.start() - 20) : x.end()])
        ),
        None,
    )
    if nitro is not None and base and m is not None:
        yield finding(
            "Q10", "stop", f"“{m.group().strip()}”: the alkali salt of {nitro.id}, dry, goes off by a blow or a little heat.", step=c.step_at(m.start()), span=m.span(), limit="kept wet, acidified at once", remedy="Rinse it wet into the acid, the filter too; never let it dry.", source="handbook 3.5; common practice", short="isolated",
        )  # fmt: skip


GRAPHITE_DRIES_C, GRAPHITE_BURSTS_C = 60.0, 100.0
"""Oxidised graphite is dried below the first; from the second on, dry, it can go off: Krishnan et al., Nano Today 7 (2012) 137 (memory)."""


@rule("Q10")
def oxidised_graphite_dried(c: Context) -> Iterator[Finding]:
    """Q10: oxidised graphite is dried hot; it gives off gas in one puff, salts left in it make it worse."""
    charged = {x.substance.id for x in c.lots.values() if x.substance}
    if "graphite" not in charged or not charged & {"potassium permanganate", "potassium chlorate", "sodium chlorate"}:
        return
    for step in c.procedure.steps:
        if step.kind != "dry" or step.T_range is None:
            continue
        high = step.T_range.high if step.T_range.high is not None else step.T_range.value
        if high > GRAPHITE_DRIES_C:
            yield finding(
                "Q10", "stop" if high >= GRAPHITE_BURSTS_C else "condition", f"Oxidised graphite is dried at {high:.0f} °C: dry, it can go off in one puff of gas from about 100 °C on, and lower where salts are left in it.", step=step, figure=high, limit="below 60 °C, washed free of salts, in thin layers, or kept wet",
                remedy="Keep it as a wet paste, or dry it at room temperature or under vacuum below 40 °C.", source="Krishnan et al., Nano Today 7 (2012) 137 (memory)", short="isolated",
            )  # fmt: skip
            return


BOILED_DOWN = patterns.compile(
    r"\b(?:boil\w*|evaporat\w*|concentrat\w*|steam\w*|heat\w*|reduc\w+|taken?|took) (?:\w+ ){0,3}(?:down|away|off|in volume|to (?:a (?:half|third|quarter)|an? (?:oil|syrup)|dryness)|until (?:about |only )?\d)|\bconcentrat(?:e|ed|ing|ion)\b",
    re.I,
)
PEROXIDE_CONCENTRATED_MOL = 0.1
"""Hydrogen peroxide from which boiling it down is a stop (assumption: 3 g of it set free 10 kJ and 1.2 L of oxygen)."""


@rule("Q10")
def peroxide_boiled_down(c: Context) -> Iterator[Finding]:
    """Q10: hydrogen peroxide that is boiled down: it becomes strong, and strong peroxide goes off with heat, metal or what it oxidises."""
    for step in c.procedure.steps:
        m = BOILED_DOWN.search(c.procedure.flowing, *step.span) if step.kind in ("heat", "distil", "reflux", "hold", "dry") else None
        entry = next((e for e in c.walk.entries if e.step == step.n), None)
        held = max((x.get("H2O2", 0.0) for x in (entry.mixed, *entry.before)), default=0.0) if entry is not None else 0.0
        if m is not None and held >= PEROXIDE_CONCENTRATED_MOL:
            yield finding(
                "Q10", "stop", f"“{m.group()}”: {held:.2g} mol of hydrogen peroxide are concentrated by heat; from about 50 % on it can go off, and metal, dirt or anything organic sets it off.", step=step, span=m.span(), figure=held, limit="never concentrated by heat",
                remedy="Buy the strength that is needed; destroy what is left over.", source="common practice, no source", short="peroxide concentrated",
            )  # fmt: skip
            return


OPEN_AIR = patterns.compile(
    r"\b(?:open (?:dish|bowl|beaker|basin|pan)|off (?:on|over) (?:a|the) (?:hot ?plate|plate|radiator|window[- ]?sill)|evaporating (?:dish|basin)|evaporat\w+[^.;\n]{0,40}\b(?:on the bench|in the open|in air|by itself|on (?:a|the) (?:water bath|plate|hot plate|radiator|window[- ]?sill)|in a (?:dish|beaker|basin))|air (?:stream|current|jet)|stream of air|(?:blow\w*|blown) (?:it |the \w+ )?(?:off|air)|let (?:it |the \w+ )?evaporate|left to evaporate)\b"
    + rf"|\b(?:{concepts.OPEN_EVAPORATION})\b",
    re.I,
)


@rule("Q11")
def evaporated_open(c: Context) -> Iterator[Finding]:
    """Q11: a flammable or toxic solvent evaporated in the open or in an air stream."""
    text = c.procedure.flowing
    for m in OPEN_AIR.finditer(text):
        found = _evaporated(c, m)
        if found is not None:
            yield found
            return


OPENLY = patterns.compile(rf"\b(?:{concepts.OPEN_EVAPORATION})\b", re.I)
"""The words say themselves that it evaporates."""
OPEN_RECEIVER = patterns.compile(
    r"\bopen (?:beaker|dish|cylinder|bowl|glass|jar)\b[^.;\n]{0,15}\b(?:as|for|is) (?:the |a )?receiver\b|\breceiver\b[^.;\n]{0,25}\bopen (?:beaker|dish|cylinder|bowl|glass|jar)\b|\b(?:collect|catch|caught|distil)\w*\b[^.;\n]{0,40}\bin(?:to)? an open (?:beaker|dish|cylinder|bowl|glass|jar)\b",
    re.I,
)
LOW_BOILING_C = 70.0
"""Up to here what drips into an open vessel evaporates from it (assumption: hexane's boiling point)."""


@rule("Q11")
def caught_open(c: Context) -> Iterator[Finding]:
    """Q11: a low-boiling distillate is caught in an open vessel."""
    m = OPEN_RECEIVER.search(c.procedure.flowing)
    there = c.stand_in.charged.get("receiver")
    if m is None or there is None:
        return
    cat = catalogue()
    for root, n in sorted(there.roots.items(), key=lambda x: -x[1]):
        s = cat.of_root(root)
        boils = s.value("Tb") if s is not None and s.phase == "l" else None
        if s is None or boils is None or boils.value > LOW_BOILING_C or n * s.mass < 5.0:
            continue
        yield finding(
            "Q11", "condition", f"“{m.group().strip()}”: {s.id} boils at {boils.value:.0f} °C, and up to {n * s.mass:.0f} g of it evaporate from there.", step=c.step_at(m.start()), span=m.span(), figure=n * s.mass, limit="a cooled receiver with a vent",
            remedy="An adapter with a side arm led to the hood, the receiver in ice.", source="handbook 2.9, 4; common practice", short="evaporated in the open",
        )  # fmt: skip
        return


LETS_GAS_OUT = patterns.compile(
    r"\b(?:fizz\w*|CO2|carbon dioxide|foam\w*|froth\w*|effervesc\w*|bicarbonate|carbonate|NaHCO3|Na2CO3|soda)\b", re.I
)
"""What a vessel is left open for."""


def _evaporated(c: Context, m: re.Match[str]) -> Finding | None:
    """One place where something is evaporated in the open, or None where nothing that burns or harms is."""
    text = c.procedure.flowing
    evaporates = re.search(
        r"\b(?:evaporat\w*|boil\w* (?:down|off)|dry|dries|driven off|air (?:stream|jet)|blow|steam\w* (?:down|off))\b",
        text[max(0, m.start() - 80) : m.end() + 60],
        re.I,
    )
    step = c.step_at(m.start())
    if (evaporates is None and not OPENLY.search(m.group())) or step is None:
        return None
    said = sentence_of(text, m)
    if LETS_GAS_OUT.search(said) and not re.search(r"\b(?:evaporat|boil|driven off|air (?:stream|jet)|blow|steam)\w*", said, re.I):
        return None  # "wash with 5 % carbonate (open beaker, slight fizz)": open for the gas
    entries = [e for e in c.walk.entries if e.step <= step.n]
    cat = catalogue()
    for e in reversed(entries):
        liquids = [
            (s, n * s.mass)
            for r, n in e.mixed.items()
            if n > 0
            and (s := cat.of_root(r)) is not None
            and s.phase == "l"
            and s.id != "water"
            and (boils := s.value("Tb")) is not None
            and boils.value < 130
        ]
        acid = e.mixed.get("NO3-", 0.0) > 0.05 and e.mixed.get("H+", 0.0) > 0.05
        watery = e.mixed.get("H2O", 0.0) * 18.015
        liquids = [
            x for x in liquids if not x[0].id.endswith(" acid") or x[1] > watery
        ]  # an acid in much water is no solvent that goes off
        worst = max(liquids, key=lambda x: x[1], default=None)
        if acid and evaporates is not None and c.procedure.place.hood is not True:
            return finding(
                "Q11", "stop", f"“{m.group().strip()}”: nitric acid is boiled off into the room.", step=step, span=(m.start(), m.end()), limit="in a closed apparatus", remedy="Distil it, or take the product out by cooling.", source="handbook 4", short="evaporated in the open",
            )  # fmt: skip
        if worst is not None and worst[1] > 5.0 and e.step >= step.n - 4:
            s, grams = worst
            burns = s.value("Tflash") is not None and s.value("Tflash").value < 60  # type: ignore[union-attr]
            if not burns and s.value("limit_8h") is None:
                continue
            return finding(
                "Q11", "stop" if c.procedure.place.hood is not True and burns else "condition", f"“{m.group().strip()}”: {grams:.0f} g of {s.id} go into the air.", step=step, span=(m.start(), m.end()), figure=grams, limit="a condenser", remedy="Rotary evaporator or a distillation, condensed.", source="handbook 4", short="evaporated in the open",
            )  # fmt: skip
        if e.step < step.n - 4:
            break
    return _solvent_by_name(c, step, m)


def _solvent_by_name(c: Context, step: Step, m: re.Match[str]) -> Finding | None:
    """What a sentence lets evaporate by its name, or what extracted last: the ledger has it in no vessel."""
    said = sentence_of(c.procedure.flowing, m)
    washes = [
        x for x in c.lots.values() if x.material.role == "wash" and x.material.step is not None and step.n - 2 <= x.material.step <= step.n
    ]
    for s in [*sorted(named_in(said), key=lambda s: s.id)] + [x.substance for x in washes if x.substance is not None]:
        boils, flash = s.value("Tb"), s.value("Tflash")
        burns = flash is not None and flash.value < 60
        if (
            s.phase != "l"
            or "H2O" in s.parts
            or "H+" in s.parts
            or boils is None
            or boils.value >= 130
            or not (burns or s.value("limit_8h") is not None)
        ):
            continue
        grams = sum(x.mass_g[1] for x in washes if x.substance is s and x.mass_g)
        if washes and 0.0 < grams <= 5.0:
            continue
        return finding(
            "Q11", "stop" if c.procedure.place.hood is not True and burns and grams else "condition", f"“{m.group().strip()}”: {grams:.0f} g of {s.id} go into the air." if grams else f"“{m.group().strip()}”: {s.id} goes into the air; how much is not established.", step=step, span=m.span(), figure=grams or None, established=bool(grams), limit="a condenser", remedy="Rotary evaporator or a distillation, condensed.", source="handbook 4", short="evaporated in the open",
        )  # fmt: skip
    return None


@rule("S01")
def diazonium_stands(c: Context) -> Iterator[Finding]:
    """S01: a diazonium solution that stands, or is not kept cold, before it is used."""
    text = c.procedure.flowing
    made = next((e for e in c.walk.entries if any(is_diazonium(r) for r, n in e.after.items() if n > 1e-3)), None)
    if made is None:
        return
    first = c.step(made.step)
    holds = [e.step for e in c.walk.entries if any(is_diazonium(r) and n > 1e-3 for x in (e.mixed, *e.before) for r, n in x.items())]
    used = c.step(max(holds, default=made.step))
    if first is None:
        return
    begin, end = first.span[0], used.span[0] if used is not None and used.span[0] > first.span[1] else min(len(text), first.span[1] + 900)
    if used is not None and used.vessel == made.vessel and used.from_vessel is None and used.kind in ("heat", "hold"):
        end = max(end, text.find(".", used.span[1]))  # "warm to 40 °C and leave it like this until Monday"
    m = STANDS.search(text, begin, end)
    if m is None:
        yield from _stands_warm(c)
        return
    near = text[max(begin, m.start() - 30) : m.end() + 60]
    soon = re.search(
        r"\b(?:cold|cooled)\b[^.;]*\b(?:within (?:the|an?|one|half an) hour|within \d+ ?min|at once|immediately|straight ?away)\b",
        near,
        re.I,
    )
    if soon or re.search(r"\b(?:0|1|2|3|4|5) ?°|in ice\b|on ice\b|ice renewed|below 5", near, re.I):
        return
    yield finding(
        "S01", "stop" if re.search(r"overnight|weekend|next|day\b|tomorrow", m.group(), re.I) else "condition", f"“{m.group().strip()}”: a diazonium solution loses nitrogen as it warms; it is used cold and at once.", step=first, span=(m.start(), m.end()), limit="0–5 °C, at once", remedy="Keep it in ice, renewed, and go straight on; or do not start before the break.", source="handbook 5, common practice", short="diazonium stands",
    )  # fmt: skip


STANDS_MIN, STANDS_C = 30.0, (12.0, 35.0)
"""How long, and between which temperatures, what was diazotised stands idle (assumption: above the upper one it is boiled down to the phenol on purpose)."""


def _stands_warm(c: Context) -> Iterator[Finding]:
    """S01 by the reading: what was diazotised is held for long at a temperature of the room, with nothing added and no work meant."""
    for e in c.walk.entries:
        step = c.step(e.step)
        salts = [r for r, n in e.before[0].items() if n > 1e-3 and is_diazonium(r)] if e.before else []
        if step is None or step.kind != "hold" or step.materials or step.duration is None or step.T_range is None or not salts:
            continue
        minutes = convert(step.duration.value, step.duration.unit, "time") / 60.0
        steadied = any("[N+](=O)" in r or "S(=O)(=O)" in r for r in salts)
        if minutes < STANDS_MIN or not STANDS_C[0] < step.T_range.value < STANDS_C[1] or steadied:
            continue
        yield finding(
            "S01", "condition", f"A diazonium solution stands for {minutes:.0f} min at {step.T_range.value:.0f} °C: it loses nitrogen as it warms; it is used cold and at once.", step=step, limit="0–5 °C, at once", remedy="Keep it in ice, renewed, and go straight on.", source="handbook 5, common practice", short="diazonium stands",
        )  # fmt: skip
        return


STANDS = patterns.compile(
    r"\b(?:stay\w*|stood|stands?|kept|left|leave|wait\w*|remain\w*)\b[^.;\n]{0,60}\b(?:lunch|overnight|over night|afternoon|hours?|morning|weekend|coffee|tea|break|noon|next day|dinner|(?:until|till|to) (?:tomorrow|Monday|Tuesday|Wednesday|Thursday|Friday|Saturday|Sunday|next week))\b"
    r"|\b(?:lunch|coffee|tea|dinner)\b[^.;\n]{0,12}\b\d[^.;\n]{0,40}\b(?:solution|diazo\w*|it) (?:on|in|at) (?:the )?(?:bench|beaker|flask|table|sun|window)"
    r"|\b(?:lunch|coffee|tea|dinner)(?: break)?\b[^.;\n]{0,60}\b(?:stay\w*|stood|stands?|kept|left|wait\w*|remain\w*)\b",
    re.I,
)


@rule("S03")
def catalytic(c: Context) -> Iterator[Finding]:
    """S03: a trace that makes something decompose: copper, iron, manganese, nickel under peroxide."""
    for entry in c.stand_in.entries:
        for h in pairs.hits(entry.mixed, entry.conditions.T_high, entry.before):
            if "transition-salt" not in h.id or ("cataly" not in h.then and "decompos" not in h.then):
                continue
            step = c.step(entry.step)
            if step is not None and step.duration is not None and c.purpose.named and c.purpose.target == "O2":
                continue  # oxygen is what it is for, and the feed paces it
            if tamed_in(c, h, entry, step):
                continue  # iron(II) that is oxidised by drops of peroxide is no trace
            yield finding(
                "S03", "condition", f"{h.b[:1].upper() + h.b[1:]} with {h.a} in {entry.vessel}: {h.then}.", step=step, limit="no metal in it", remedy="Destroy one of them; keep it open and cool until it is dead.", source=h.source, short="catalytic contamination",
            )  # fmt: skip
            return
    text = c.procedure.flowing
    m = next(
        (
            m
            for m in RUST.finditer(text)
            if not re.search(r"\b(?:no|not a|never a|without(?: a| any)?) (?:\w+ )?$", text[max(0, m.start() - 16) : m.start()], re.I)
            and not re.search(r"\b(?:nothing|keep away) (?:that|which|with|of|from)\b[^.;\n]{0,50}$", text[: m.start()], re.I)
        ),
        None,
    )
    peroxide = any(x.substance and ("H2O2" in x.substance.parts or "ClO-" in x.substance.parts) for x in c.lots.values())
    if m is not None and peroxide:
        step = c.step_at(m.start())
        yield finding("S03", "condition", f"“{m.group()}” with peroxide or hypochlorite: traces of metal make it decompose.", step=step, span=(m.start(), m.end()), limit="glass or plastic, no metal", remedy="Clean glass or plastic; no metal spatula, needle or bucket.", source="handbook 4", short="catalytic contamination")  # fmt: skip


RUST = patterns.compile(
    r"\b(?:rust\w*|(?:tin|metal|old iron) can|(?:coil|wire|rod|stirrer|paddle|fitting|blade|nail|clip|clamp|tube|needle|spoon|vessel|pipe)s? (?:made )?(?:of|from) (?:copper|iron|brass|(?<!stainless )steel)|iron (?:nail|rod|stirrer|paddle|clip|clamp|bar|filings|funnel)|(?<!stainless )steel (?:funnel|lid|clip|rod|stirrer)|metal (?:funnel|stirrer)|copper (?:coil|tub\w+|rod|clip|pipe)|iron (?:spatula|spoon|bucket|wire|pan|pot)|steel (?:spatula|spoon|needle|bucket|can|wool)|copper (?:wire|spoon|pan|pot|kettle)|brass \w+|metal (?:spatula|spoon|bucket|can|lid)|galvani[sz]ed \w+)\b"
    + rf"|\b(?:{concepts.METAL_THINGS})\b",
    re.I,
)
AGED = patterns.compile(
    r"\b(?:old|(?:opened|bought|delivered|distilled) (?:last|years?|months?|long|in|(?:\w+ ){1,2}(?:years?|months?))|(?:open|opened|open since|stood open|standing open)[^.;\n]{0,15}\b(?:since|for)\b|(?:has|with|without|bears|carries) (?:no|any|an?) (?:(?:opening|opened|delivery) )?date\b|without (?:a )?date|long ago|(?:out of|past its) date|expired|(?:tin|bottle|can|label) (?:says|said|reads|is from|was from|dated|dates from) (?:19|20)\d\d|years? old|from (?:last year|the back)|undated|no date|standing (?:for|since)|stood\b[^.;\n]{0,25}\b(?:since|for) (?:(?:19|20)\d\d|years|months|an age|ages)|since (?:19|20)\d\d|half[- ]empty|crust\w*|crystals (?:round|around|in) the (?:cap|neck))\b"
    + rf"|\b(?:{concepts.AGED})\b",
    re.I,
)
PEROXIDE_TEST = patterns.compile(
    r"\b(?:peroxide[- ](?:free|test\w*|strips?|papers?|sticks?)|tested for peroxides?|free of peroxides?|stabili[sz]ed|fresh(?:ly opened)?)\b",
    re.I,
)


USED_UP = 0.3
"""Part of a charge up to which it counts as turned into something else (assumption)."""


def _used_up(c: Context, lot: Lot) -> bool:
    """Whether a charge has reacted by the time that something is distilled: what is left over of it is little."""
    taken: dict[str, float] = {}
    for e in c.walk.events():
        for r, n in e.reaction.change:
            taken[r] = taken.get(r, 0.0) - n * e.extent
    own = {r: n for r, n in lot.roots(1).items() if n > 0}
    return bool(own) and all(taken.get(r, 0.0) >= (1.0 - USED_UP) * n for r, n in own.items())


OF_THE_CONTROL = patterns.compile(r"\ba drop of (?:an |the )?old \w+\b", re.I)
""" "0 on the strip (a drop of old ether shows blue)": the test's control, and not what is used."""


@rule("S06")
def peroxide_former(c: Context) -> Iterator[Finding]:
    """S06: an ether of unknown age, distilled or evaporated."""
    text = c.procedure.flowing
    if PEROXIDE_TEST.search(UNCHECKED.sub(" ", text)):
        return
    for lot in c.lots.values():
        s = lot.substance
        if s is None or s.id not in FORMERS or s.phase != "l":
            continue
        called = "|".join(re.escape(x) for x in sorted({lot.material.name, s.id, s.id.rpartition(" ")[2]}, key=len, reverse=True))
        around = text[max(0, lot.material.span[0] - 60) : lot.material.span[1] + 60]
        told = (m.group() for m in re.finditer(rf"[^.;\n]*\b(?:{called})\b[^.;\n]*", text, re.I))
        around = OF_THE_CONTROL.sub(" ", around)
        old = next((m for x in (around, *(OF_THE_CONTROL.sub(" ", y) for y in told)) if (m := AGED.search(x)) is not None), None)
        dry = any(s2.kind == "distil" for s2 in c.procedure.steps) and any(not _forbidden_dry(text, m) for m in TO_DRYNESS.finditer(text))
        if old is None and (not dry or _used_up(c, lot)):
            continue
        yield finding(
            "S06", "stop" if old is not None and dry else "condition", f"{s.id[:1].upper() + s.id[1:]} forms peroxides{f' and is “{old.group()}”' if old else ''}; {'it is taken to dryness' if dry else 'its peroxides are not tested'}.", step=c.step(lot.material.step), span=lot.material.span, limit="no peroxide by the strip", remedy="Test with a peroxide strip and its control before use; never to dryness.", source="handbook 3.4", short="peroxide former",
        )  # fmt: skip
        return


CRYSTALS = patterns.compile(
    r"\b(?:crystals?|crust|solids?|white (?:stuff|powder|rim)|needles) (?:\w+ )?(?:a?round|on|in|at|under|inside|below) (?:the |their |its )?(?:caps?|lids?|necks?|stoppers?|threads?|bottles?|cans?)\b",
    re.I,
)
A_FORMER = patterns.compile(
    r"\b(?:di(?:ethyl|isopropyl|butyl) ether|ethers?|THF|tetrahydrofuran|dioxane|DME|glyme|decalin|cumene)\b(?! (?:layer|phase))", re.I
)


@rule("S06")
def crystals_at_the_cap(c: Context) -> Iterator[Finding]:
    """S06: solid at the cap of a peroxide former, charged or not: it is not opened, moved or shaken."""
    text = c.procedure.flowing
    m = CRYSTALS.search(text)
    former = A_FORMER.search(text)
    if m is None or former is None:
        return
    yield finding(
        "S06", "stop", f"“{m.group()}”: peroxides of an ether come out as crystals there; opening, shaking or distilling it can set them off.", step=c.step_at(m.start()), span=m.span(), limit="not touched", remedy="Leave it where it stands, shut the room off, and call those who take explosives away.", source="handbook 4; common practice, no source", short="crystals at the cap",
    )  # fmt: skip


CRUST = patterns.compile(
    r"\b(?:yellow|orange|white|grey|thick|hard|old) crusts?\b|\bcrusts? (?:of|on|over|from|off) (?:the |it|them|of )?(?:metal|sodium|potassium|pieces|lumps|sticks)?|\b(?:cut|scrap|pick|chip|knock|par)\w* (?:off |away )?the crusts?\b",
    re.I,
)


@rule("S06")
def crust_on_metal(c: Context) -> Iterator[Finding]:
    """S06: a crust on an old alkali metal, cut or handled: on potassium it is superoxide, which goes off with the metal and the oil."""
    metal = next((x for x in c.lots.values() if x.substance is not None and x.substance.id in ("sodium", "potassium", "lithium")), None)
    m = CRUST.search(c.procedure.flowing)
    if m is None or metal is None or metal.substance is None:
        return
    yield finding(
        "S06", "stop" if metal.substance.id == "potassium" else "condition", f"“{m.group()}” on {metal.substance.id}: peroxide, and with potassium superoxide, that is pressed into the metal by a knife.", step=c.step_at(m.start()), span=m.span(), limit="not cut", remedy="Leave what is crusted uncut, under oil, and give it to those who dispose of it.", source="handbook 4; common practice, no source", short="crust on the metal",
    )  # fmt: skip


FORMERS = {
    "diethyl ether",
    "diisopropyl ether",
    "tetrahydrofuran",
    "1,4-dioxane",
    "1,2-dimethoxyethane",
    "cyclohexene",
    "tetralin",
    "2-butanol",
    "cumene",
    "decalin",
    "dibutyl ether",
    "vinyl acetate",
    "styrene",
}
STORES = patterns.compile(
    r"\b(?:store[sd]?|kept|bottle[sd]? up|keep|storage|put (?:back|away)|in the (?:\w+ )?(?:desiccator|cupboard|fridge|drawer|cabinet)|(?:on the|top|bottom|middle) shelf|shelf for|jar|screw-?cap|bottles?\b[^.;\n]{0,25}\b(?:cap|stopper|closed|full))\b",
    re.I,
)


WITH_FUEL = patterns.compile(
    r"\b(?:with|next to|beside|among|near|by) (?:the )?(?:other )?(?:solvents?|organics?|acetone|alcohols?|flammables?|paper|rags|sawdust)\b|\b(?:solvents?|flammables?) (?:cupboard|cabinet|shelf|store)\b|\b(?:shelf|cupboard|cabinet|locker|store) (?:for|of|with) (?:the )?(?:solvents?|flammables?|organics|alcohols?)\b",
    re.I,
)
OXIDISES = ("HNO3(l)", "ClO4-", "MnO4-", "CrO4-2", "Br2", "H2O2", "ClO3-", "S2O8-2", "ClO-")


WIPED = patterns.compile(
    r"\b(?:paper|paper towels?|rags?|tissues?|sawdust|cloths?|cotton waste)\b[^.;\n]{0,40}\b(?:wip\w+|mop\w*|soak\w*|take)\b[^.;\n]{0,30}\b(?:acid|peroxide|permanganate|chromic|bromine|it up)\b"
    r"|\b(?:acid|peroxide|permanganate|chromic|bromine)\b[^.;\n]{0,50}\b(?:wip\w+|mop\w*|soak\w*)\b[^.;\n]{0,20}\bwith (?:a |some )?(?:paper|paper towels?|rags?|tissues?|sawdust|cloths?)\b"
    r"|\b(?:wip\w+|mop\w*|soak\w*)\b[^.;\n]{0,30}\b(?:acid|peroxide|permanganate|chromic|bromine|it)\b[^.;\n]{0,25}\bwith (?:a |some )?(?:paper|paper towels?|rags?|tissues?|sawdust|cloths?)\b",
    re.I,
)
"""What burns, and takes up an oxidiser."""


@rule("S05")
def wiped_with_fuel(c: Context) -> Iterator[Finding]:
    """S05: a strong oxidiser is wiped up with paper, rags or sawdust, which can burn by itself in the bin."""
    m = WIPED.search(c.procedure.flowing)
    strong = any(e.mixed.get(r, 0.0) > 0.05 for e in c.walk.entries for r in OXIDISES) or any(
        e.mixed.get("NO3-", 0.0) > 0.05 and e.mixed.get("H+", 0.0) > 0.05 for e in c.walk.entries
    )
    if m is None or not strong:
        return
    yield finding(
        "S05", "condition", f"“{m.group().strip()[:60]}”: what burns is wet with an oxidiser, and can catch fire by itself in the bin.", step=c.step_at(m.start()), span=m.span(), limit="no paper or rags on oxidisers", remedy="Dilute and neutralise the spill with bicarbonate; rinse paper with much water before it goes anywhere.", source="handbook 3.4", short="wiped up",
    )  # fmt: skip


@rule("S05")
def stored_with_fuel(c: Context) -> Iterator[Finding]:
    """S05: a strong oxidiser is put away among what it can burn."""
    text = c.procedure.flowing
    last = c.procedure.steps[-1].span[0] if c.procedure.steps else 0
    begin = next((x.span[0] for x in c.procedure.steps if x.kind in ("extract", "distil", "filter", "recrystallise", "dry")), last)
    m = next((m for m in WITH_FUEL.finditer(text, begin) if STORES.search(text[max(0, m.start() - 120) : m.end() + 40])), None)
    made = {r for e in c.walk.entries for held in (e.after, e.mixed, e.gas) for r, n in held.items() if n > 0.01}
    strong = [r for r in OXIDISES if r in made] or (
        ["NO3-"] if any(e.mixed.get("NO3-", 0.0) > 0.01 and e.mixed.get("H+", 0.0) > 0.01 for e in c.walk.entries) else []
    )
    if m is None or not strong:
        return
    yield finding(
        "S05", "condition", f"“{m.group().strip()}”: an oxidiser is put away among what it can set alight.", step=c.step_at(m.start()), span=m.span(), limit="oxidisers apart from what burns", remedy="A vented cap, in a tray of its own, away from solvents and paper.", source="handbook 3.4", short="storage",
    )  # fmt: skip


WITH_FOOD = patterns.compile(
    r"\b(?:with|beside|next to|among|between|by|near|behind|under|above) (?:the |my |our |some |somebody['’]s |his |her )?(?:food(?:stuffs?)?|lunch(?:es)?|sandwich(?:es)?|milk|drinks?|groceries|snacks|fruit|cheese|butter|yoghurts?|beer)\b"
    r"|\b(?:food|kitchen|canteen|staff|tea[- ]room|lunch) (?:fridge|refrigerator|freezer|cupboard)\b|\b(?:fridge|refrigerator)\b[^.;\n]{0,15}\b(?:in|of) the (?:tea[- ])?(?:kitchen|canteen|tea[- ]room|staff room|common room)\b|\bin an? (?:old |empty |clean |rinsed )?(?:lemonade|milk|beer|wine|juice|soda|jam|drinks?) (?:bottle|jar|carton)\b",
    re.I,
)
PUT_AWAY = patterns.compile(
    r"\b(?:keep|keeps|kept|stor\w+|stands?|stood|shelf|fridge|refrigerator|freezer|cupboard|put away|bottled?|save[sd]?)\b", re.I
)


EATEN = {"water", "ice", "sucrose", "glucose", "sodium chloride", "citric acid", "citric acid monohydrate", "sodium hydrogen carbonate", "ethanol", "glycerol", "tartaric acid", "ascorbic acid"}  # fmt: skip


@rule("S05")
def kept_with_food(c: Context) -> Iterator[Finding]:
    """S05: what can hurt is kept beside food, or in what food comes in; milk that is worked with is no food."""
    text = c.procedure.flowing
    told = ((m, sentence_of(text, m)) for m in WITH_FOOD.finditer(text))
    m = next((m for m, said in told if PUT_AWAY.search(said) and not DENIED.search(said)), None)
    if m is None or not (_can_hurt(c, 0.0) or any(x.substance is not None and x.substance.id not in EATEN for x in c.lots.values())):
        return
    yield finding(
        "S05", "condition", f"“{m.group().strip()}”: what is not for eating stands where food does, or looks like it.", step=c.step_at(m.start()), span=m.span(), limit="apart from food and its vessels", remedy="A labelled laboratory bottle, in a laboratory fridge or cupboard.", source="common practice, no source", short="kept with food",
    )  # fmt: skip


SIDE_BY_SIDE = patterns.compile(
    r"\b(?:next to|beside|among|together with|(?:shelf|cupboard|drawer|cabinet|box) (?:with|of|for)) (?:the )?(?P<what>[^.;,\n]{3,40})",
    re.I,
)
KINDS = {"amine": "CCN(CC)CC", "acid": "H+", "alkali": "Na+ H+", "base": "Na+ H+", "alcohol": "CCO", "aldehyde": "CC=O", "cyanide": "Na+ CN-", "sulfide": "Na+ S-2", "metal powder": "Zn"}  # fmt: skip
"""Bottles that a shelf is named after, by one of the kind (components)."""


@rule("S04")
def stored_beside_its_enemy(c: Context) -> Iterator[Finding]:
    """S04: the product stands beside what it must never meet: one broken bottle is enough."""
    text, target = c.procedure.flowing, c.purpose.target
    begin = next((x.span[0] for x in c.procedure.steps if x.kind in ("extract", "distil", "recrystallise", "dry")), 0)
    m = next((m for m in SIDE_BY_SIDE.finditer(text, begin) if STORES.search(text[max(0, m.start() - 60) : m.start()])), None)
    if m is None or target is None:
        return
    words = m["what"].split()
    names = [" ".join(words[i:j]) for i in range(len(words)) for j in range(len(words), i, -1)]
    other = next(((s.id, s.parts) for n in names if (s := catalogue().find(n)) is not None), None)
    kind = next((k for k in KINDS if re.match(rf"{k}s?\b", m["what"], re.I)), None)
    if other is None and kind is not None:
        alkali = KINDS[kind] == "Na+ H+"
        other = f"the {kind}s", {r: -1.0 if alkali and r == "H+" else 1.0 for r in KINDS[kind].split()}
    found = pairs.hits({target: 1.0, **other[1]}) if other is not None else []
    if not found:
        return
    yield finding(
        "S04", "condition", f"The product is put away beside {other[0] if other else ''}: {found[0].then}, should a bottle break.", step=c.step_at(m.start()), span=m.span(),
        limit="never-together bottles apart", remedy="Apart, each in a tray of its own.", source=found[0].source, short="storage",
    )  # fmt: skip


LOADED = patterns.compile(
    r"\b(?:Raney|Urushibara|palladium (?:on|black)|Pd[-/ ]C\b|platinum (?:oxide|black|on)|Adams|nickel catalyst)", re.I
)
LEFT_DRY = patterns.compile(
    r"\b(?:suck\w*|pump\w*|filter\w*)(?: it)? dry\b|\b(?:spread|left|laid)\b[^.;\n]{0,40}\b(?:to )?dry\b|\bdried (?:in|on|at|over)\b|\bto dry for weighing\b|\bair[- ]dr\w+",
    re.I,
)


@rule("S05")
def catalyst_left_dry(c: Context) -> Iterator[Finding]:
    """S05: a hydrogenation catalyst, loaded with hydrogen, is let go dry: it lights by itself in air."""
    text = c.procedure.flowing
    named = LOADED.search(text)
    m = (
        next((m for m in LEFT_DRY.finditer(text, named.start()) if not KEPT_WET.search(text[max(0, m.start() - 40) : m.end()])), None)
        if named
        else None
    )
    if named is None or m is None or not any(e.gas.get("H2", 0.0) > 0 or e.mixed.get("H2", 0.0) > 0 for e in c.walk.entries):
        return
    yield finding(
        "S05", "condition", f"“{m.group()}”: a catalyst that holds hydrogen lights by itself when it is dry.", step=c.step_at(m.start()), span=m.span(), limit="wet with water, always", remedy="Never sucked dry; kept wet with water, in a vented vessel of its own.", source="common practice, no source", short="catalyst dry",
    )  # fmt: skip


KEPT_WET = patterns.compile(r"\b(?:not|never|without|no|wet|damp|moist)\b", re.I)


@rule("S05")
def stored(c: Context) -> Iterator[Finding]:
    """S05: a product that does not keep, put away without cold, dark or a vent."""
    target = c.purpose.target
    text = c.procedure.flowing
    if target is None or not is_organic(target):
        if "ClO-" in (target or "") and STORES.search(text[-400:]) and not re.search(r"\bvented|cold|dark|dated\b", text[-400:], re.I):
            yield finding("S05", "condition", "Hypochlorite is put away, and no vent, cold or date is written: it loses oxygen.", limit="vented, cold, dated", remedy="A vented cap, cold and dark, dated.", source="handbook 4", short="storage")  # fmt: skip
        return
    found = [a for a in alerts_of(target) if a.id in GASES_SLOWLY]
    m = STORES.search(text, max((s.span[0] for s in c.procedure.steps), default=0))
    if not found or m is None:
        return
    tail = text[max(0, m.start() - 60) : m.end() + 160]
    kept = not re.search(r"\b(?:nothing|none|not|never)\b[^.;\n]{0,20}$", text[max(0, m.start() - 30) : m.start()], re.I)
    if not kept or re.search(r"\b(?:cold|fridge|dark|vented|damp|moist|wet)\b", tail, re.I):
        return
    yield finding(
        "S05", "condition", f"{catalogue().label(target)} carries {found[0].name} and is put away without cold, dark or a vent in the text.", span=(m.start(), m.end()), limit="cold, dark, vented, dated, not dry", remedy="Cold and dark, under a vented cap, dated; not dry.", source=found[0].source, short="storage",
    )  # fmt: skip


SERIOUS = ("H02", "H03", "H04", "H13", "G02", "G04", "G05", "G06", "G07", "G08", "G10", "Q01", "Q02")


WARM_K = 20.0
"""Rise of a stage from which a procedure is one that needs somebody ready (common practice, no source)."""


HOT_ACID_C = 90.0
"""From here on strong acid alone needs protection and somebody near (assumption)."""


MUCH_ACID_MOL = 1.0
"""Strong acid from which protection is wanted whatever it does (common practice, no source)."""
LEAST_FUEL_MOL = 0.05
"""A litre of a gas that burns (common practice, no source)."""


def _can_hurt(c: Context, mol: float) -> bool:
    """Whether there is a reaction's heat, a stage that warms, a toxic gas of more than `mol`, a litre of one that burns, or either of unknown amount."""
    if c.enthalpy or any(s.cp_J_K > 0 and s.rise_K[1] > WARM_K for s in c.stages):
        return True
    if any(e.conditions.T_high >= HOT_ACID_C and sum(free_acids(e.after).values()) > 0.2 for e in c.stand_in.entries):
        return True  # strong acid, hot
    if any(sum(free_acids(e.after).values()) > MUCH_ACID_MOL for e in c.stand_in.entries):
        return True
    if c.gas is None:
        return False
    known = {r.gas for r in c.gas.releases}
    return any(
        (record_of(r.gas).toxic and r.mol[1] > mol) or (record_of(r.gas).fuel and r.mol[1] > LEAST_FUEL_MOL) for r in c.gas.releases
    ) or any(record_of(g).toxic or record_of(g).fuel for g in c.gas.seen if g not in known)


STANDS_READY = patterns.compile(
    r"\b(?:bucket (?:of|with) sand|bucket[^.;\n]{0,30}\b(?:ready|beside|below|underneath|standing)|standing by|at hand|near ?by|way out|exit|lifting|colleague|second (?:person|worker|people)|two (?:people|of them|persons)(?! at the (?:next|other))|within call|supervisor|someone (?:stays|watches)|next door told|ice (?:bath )?(?:ready|at hand|standing)|extinguisher|shower|neutralising agent|neutralizing agent|spill kit|eye ?wash)\b",
    re.I,
)
"""What is at hand, who is near, which way leads out."""


@rule("P09")
def nothing_ready(c: Context) -> Iterator[Finding]:
    """P09: no contingency at all. Its severity follows from the other findings: see `settle`."""
    text = c.procedure.flowing
    if c.procedure.ready and any(x in ("dump", "second person") for x in c.procedure.ready):
        return
    if readiness.DUMP.search(text) or any(not DENIED.search(text[max(0, m.start() - 20) : m.start()]) for m in STANDS_READY.finditer(text)):
        return
    yield finding("P09", "note", "No contingency is written: no dump, spill agent, drench, way out or second person.", limit="at least one", remedy="Write what stands ready, and who is there.", source="handbook 1", short="no contingency")  # fmt: skip


EYES = patterns.compile(
    r"\b(?:goggles|glasses|spectacles|visors?|shield|eye|eyes|face|mask|protective (?:equipment|clothing|gear)|screen|sash|hood|fume cupboard)\b",
    re.I,
)
APRON = patterns.compile(r"(?<!no )(?<!without )\b(?:apron|(?:lab(?:oratory)? )?coat|gauntlets|gloves)\b", re.I)


@rule("P10")
def eyes_bare(c: Context) -> Iterator[Finding]:
    """P10: an apron or gloves are all that is written where something strong can splash."""
    text = c.procedure.flowing
    m = APRON.search(text)
    splash = {"sulfuric-conc", "nitric-acid", "chlorosulfonic", "strong-base", "bromine"}
    if m is None or EYES.search(text) or not any(splash & set(classes_in(x.substance.parts)) for x in c.lots.values() if x.substance):
        return
    yield finding("P10", "condition", f"“{m.group()}” is all the protection that is written, and nothing covers the eyes.", step=c.step_at(m.start()), span=m.span(), limit="matched to the worst exposure", remedy="A visor or goggles, and gloves for what is handled.", source="handbook 4", short="eyes bare")  # fmt: skip


_GEAR = r"(?:gloves?|goggles|(?:safety )?glasses|specs|spectacles|visors?|masks?|aprons?|(?:lab(?:oratory)? )?coats?|eye protection|(?:face )?shields?|protective (?:gear|clothing|equipment))"
REFUSED = patterns.compile(
    rf"\b(?:no|without|neither) (?:thermometer|stirrer|hood|{_GEAR})(?:, | nor )(?:nor )?{_GEAR} (?:or|nor) {_GEAR}\b|\b(?:no|without(?: any| my)?|never (?:wear|wore|use)|(?:not|n['’]t|never) (?:wear|worn|wearing|put on|use|using|need|bother with)|nobody (?:wears|wore|wear)|forgot|took off|take off) (?:any |my |our |the |rubber |nitrile |thick )?{_GEAR}\b(?! (?:touch|near|in|on) )"
    r"|\b(?:wears?|wore|wearing|with|has|had|only) (?:just |only )?(?:his|her|my|their|the|own|ordinary|everyday|normal) (?:own )?(?:reading |sun|everyday |ordinary |normal |prescription )glasses\b|\bsunglasses\b"
    rf"|\b{_GEAR} (?:only )?(?:if|when) (?:the |it |you |there |one )(?![^.;\n]{{0,20}}(?:hood|off|on)\b)"
    rf"|\b{_GEAR} (?:(?:are|were|is|was|stay|stayed|had been) )?(?:optional|a matter of taste|as you like|not (?:worn|needed|necessary|used|required|there|put on)|off(?! (?:the|in the hood|inside|only|before|at the hood|there))|unnecessary|on my (?:forehead|head)|(?:left |still )?in (?:the|my) (?:drawer|bag|locker|box|pocket)|pushed up|a nuisance|hinder|get in the way|make (?:it )?clumsy)\b"
    r"|\b(?:pipett\w*|drawn up|sucked(?: up)?|suck)\b[^.;\n]{0,25}\b(?:by|with) (?:the |my )?mouth\b|\bmouth[- ]pipett\w*\b"
    r"|\bnothing (?:on|over|for|before) (?:the|my|his|her|our) (?:eyes|face|hands)\b"
    rf"|\b{_GEAR}(?:\t| {{2,}}|: )(?:-(?=\s|$)|(?:no|none|not needed|nobody|cotton(?! (?:liners?|under))|wool\w*|knitted|fingerless|torn|with holes?)\b)"
    rf"|\b{_GEAR}\b[^.;\n]{{0,25}}\btaken off\b(?! (?:the|outside|only|at|when|after|before|last|in the|and))",
    re.I,
)
"""Protection that the author goes without, and what the mouth draws up."""
HURTS = {"sulfuric-conc", "nitric-acid", "chlorosulfonic", "strong-base", "strong-acid", "bromine", "permanganate", "chromate", "hypochlorite", "peroxide", "cyanide"}  # fmt: skip


@rule("P10")
def protection_refused(c: Context) -> Iterator[Finding]:
    """P10: the author goes without where something burns, is toxic or lights."""
    text = c.procedure.flowing
    m = next(
        (m for m in REFUSED.finditer(text) if "mouth" not in m.group().lower() or not DENIED.search(text[sentence_start(text, m.start()) : m.start()])),
        None,
    )  # fmt: skip
    hurts = {k for x in c.lots.values() if x.substance for k in classes_in(x.substance.parts)} & (HURTS | NET["water-reactive"])
    drawn = (
        m is not None
        and "mouth" in m.group().lower()
        and any(x.substance is not None and x.substance.id not in EATEN for x in c.lots.values())
    )
    if m is None or not (hurts or drawn or _can_hurt(c, 0.01)):
        return
    yield finding("P10", "condition", f"“{m.group()}”: nothing keeps off what can splash or be breathed here.", step=c.step_at(m.start()), span=m.span(), limit="matched to the worst exposure", remedy="A visor or goggles, gloves for what is handled, a coat, to the end of the washing-up.", source="handbook 4", short="protection refused")  # fmt: skip


@rule("P10")
def unprotected(c: Context) -> Iterator[Finding]:
    """P10: no protection is written beside something that needs it."""
    if "protection" in c.procedure.ready or re.search(rf"\b{WORN}\b", c.procedure.flowing, re.I):
        return
    yield finding("P10", "note", "No protection is written.", limit="matched to the worst exposure", remedy="Visor, gloves for what is handled, and the hood.", source="handbook 4", short="no protection")  # fmt: skip


def settle(found: list[Finding], c: Context) -> list[Finding]:
    """P09 and P10 become conditions beside a stop about heat, gas or toxicity (handbook 4); what must never meet acts by these.

    Without such a stop they are kept where something can hurt.
    """
    if any(f.severity == "stop" and f.code[0] in "HGQS" and f.code != "Q03" for f in found):
        for f in found:
            if f.code in ("P09", "P10"):
                f.severity = "condition"
        return found
    told = any(f.severity == "condition" and f.code[0] in "HG" for f in found)  # of heat or gas that no figure tells of
    hurts = {"P09": told or _can_hurt(c, 0.0), "P10": told or _can_hurt(c, 0.01)}
    return [f for f in found if f.severity != "note" or hurts.get(f.code, True)]
