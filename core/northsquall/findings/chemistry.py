"""G04 (whether a toxic gas is caught at all) P04 P06 (the safety nets) H15 S01 S04: what follows from the contents ledger."""

from __future__ import annotations

import math
import re
from collections.abc import Iterator
from itertools import combinations

from northsquall import patterns
from northsquall.assessment import Finding, Severity
from northsquall.chemistry import pairs
from northsquall.chemistry.classes import classes, classes_in
from northsquall.chemistry.formula import mass_of, parse_formula
from northsquall.chemistry.ledger import CROWD, Entry, crowded
from northsquall.chemistry.roles import WORK_UP_KINDS
from northsquall.chemistry.roots import formula_of, is_gas, is_organic
from northsquall.chemistry.unrecognised import NET
from northsquall.findings.base import Context, finding, rule
from northsquall.findings.sentences import named_in, sentence_of
from northsquall.gas.records import record_of, with_record
from northsquall.procedure import Step
from northsquall.procedure.units import convert
from northsquall.quenching.leftovers import slow_quenches, wanted_in
from northsquall.reading.lexicon import BY_DROPS, SLOWLY
from northsquall.reading.surroundings import DENIED
from northsquall.stability import SIX, alerts_of, oxygen_balance, rule_of_six
from northsquall.substances import Substance, catalogue
from northsquall.working import number_text

BY_MASS_OFF, BY_MASS_NEAR = 6.0, 1.2
"""Points of per cent between a written yield and the one by moles from which it is wrong, and within which it is the ratio of the masses."""


def _mass_over_mass(c: Context) -> float | None:
    """Mass of product over that of the limiting reagent, per cent, where the written yield is just that."""
    said, got = c.procedure.results.percent, c.procedure.results.mass_g
    lot = next(
        (x for x in c.lots.values() if x.substance is not None and c.purpose.limiting and c.purpose.limiting in x.substance.parts), None
    )
    if said is None or got is None or lot is None or lot.substance is None or not lot.best_mol:
        return None
    ratio = 100.0 * got.value / (lot.best_mol * lot.substance.mass)
    return ratio if abs(ratio - said.value) < BY_MASS_NEAR else None


SAID_OFF = 20.0
"""Per cent by which a written yield may be over the sum before one of the two is wrong (assumption)."""


GRAMS_OVER_GRAMS = patterns.compile(
    r"\d[\d.,]* ?g ?(?:/|:|over|from|by) ?\d[\d.,]* ?g ?(?:=|is|makes|gives|->) ?(?:about |ca\.? )?\d[\d.,]* ?%"
    r"|\b\d[\d.,]* ?g ?(?:=|is|,) ?\d[\d.,]* ?% ?\(\d[\d.,]* ?/ ?\d[\d.,]*\)|\b(?:that['’]s|that is|which is|so|=) (?:about )?(?:[a-z]+(?:-[a-z]+)?|\d+) ?(?:per ?cent|%) by (?:weight|mass)\b(?=[.,;]|$)"
    r"|\bmore than (?:a|one) hundred per ?cent\b|\bover (?:100|a hundred) ?(?:%|per ?cent)",
    re.I,
)
""" "35 g / 24 g = 145 %", "that's fifty percent by weight", "so more than a hundred percent"."""


@rule("P04")
def grams_over_grams(c: Context) -> Iterator[Finding]:
    """P04: the text divides grams by grams and calls it a yield."""
    m = GRAMS_OVER_GRAMS.search(c.procedure.flowing)
    said = c.procedure.results.percent
    if m is not None and not (said is not None and said.value > 100.5):
        yield finding(
            "P04", "condition", f"“{m.group()}”: grams over grams are no yield{f'; by the limiting reagent it is {c.yield_percent:.0f} %' if c.yield_percent is not None else ''}.", span=m.span(), limit="moles over moles", remedy="Moles of product over moles of the limiting reagent, not grams over grams.", source="handbook 1", short="yield by mass",
        )  # fmt: skip


@rule("P04")
def too_much(c: Context) -> Iterator[Finding]:
    """P04: yield over 100 %, by the sum or as written."""
    said = c.procedure.results.percent
    if said is not None and said.value > 100.5 and (c.yield_percent is None or c.yield_percent <= 100.5):
        by = f"; by the limiting reagent it is {c.yield_percent:.0f} %" if c.yield_percent is not None else ""
        yield finding(
            "P04", "condition", f"{said.value:g} % is written: no yield is above 100 %{by}.", span=said.span, figure=said.value, limit="100 %", remedy="Moles of product over moles of the limiting reagent, not grams over grams.", source="handbook 1", short="yield over 100 %",
        )  # fmt: skip
        return
    by_mass = _mass_over_mass(c)
    if said is not None and c.yield_percent is not None and by_mass is not None and abs(said.value - c.yield_percent) > BY_MASS_OFF:
        yield finding(
            "P04", "condition", f"{said.value:g} % is written, which is the mass over the mass ({by_mass:.0f} %); by the limiting reagent it is {c.yield_percent:.0f} %.", span=said.span, figure=c.yield_percent,
            limit="moles over moles", remedy="Moles of product over moles of the limiting reagent, not grams over grams.", source="handbook 1", short="yield by mass",
        )  # fmt: skip
        return
    if said is not None and c.yield_percent is not None and said.value - c.yield_percent > SAID_OFF and said.value <= 100.5:
        yield finding(
            "P04", "condition", f"{said.value:g} % is written; by the limiting reagent it is {c.yield_percent:.0f} %.", span=said.span, figure=c.yield_percent,
            limit="moles over moles", remedy="Reckon it again; if it is right, a charge or the product is not what is written.", source="handbook 1", short="yield does not fit",
        )  # fmt: skip
        return
    if c.yield_percent is None or c.yield_percent <= 100.5:
        return
    if c.purpose.target is not None and is_gas(c.purpose.target):
        return  # what was weighed is made of the gas
    r = c.procedure.results
    guessed = any(
        x.material.strength is not None
        and x.material.strength.basis == "assumed"
        and x.substance is not None
        and c.purpose.limiting in x.substance.parts
        for x in c.lots.values()
    )
    yield finding(
        "P04", "note" if guessed else "condition", f"{c.yield_percent:.0f} % of theory: the product is wet, impure or not the product.", span=r.mass_g.span if r.mass_g else None,
        figure=c.yield_percent, limit="100 %", remedy="Dry to constant mass, and check identity and purity.", source="handbook 1", short="yield over 100 %",
    )  # fmt: skip


@rule("P06")
def too_much_at_once(c: Context) -> Iterator[Finding]:
    """P06: more substances in one vessel than can be followed: several procedures pasted as one, as a rule."""
    for entry in c.walk.entries:
        if crowded(r for r, n in entry.mixed.items() if n > 0):
            yield finding(
                "P06", "condition", f"More than {CROWD} organic substances meet in {entry.vessel}: their reactions are not followed from here on.", step=c.step(entry.step), established=False,
                remedy="One procedure at a time.", source="chemistry design", short="too many substances",
            )  # fmt: skip
            return


LEAST_PAIR_MOL = 1e-3
"""Oxidiser or water-reactive substance below which a pair without a reaction decides nothing: some 0.3 kJ (assumption)."""


WATER_TO_PEROXIDE = 3.0
"""mol of water per mol of hydrogen peroxide from which the peroxide is 35 % or weaker."""
COLD_C = 40.0
"""Up to which it leaves an alcohol alone, with no acid by (common practice, no source)."""


def _thin_and_cold(entry: Entry) -> bool:
    """Whether thin hydrogen peroxide, cold and with no acid, is all that meets an alcohol: its solvent."""
    thin = entry.mixed.get("H2O", 0.0) >= WATER_TO_PEROXIDE * entry.mixed.get("H2O2", 0.0)
    return thin and entry.mixed.get("H+", 0.0) <= LEAST_PAIR_MOL and entry.conditions.T_high <= COLD_C


@rule("P06")
def unnamed_pair(c: Context) -> Iterator[Finding]:
    """P06, safety net: an oxidiser with a reducible, or a water-reactive with a protic substance, that no reaction names."""
    said: set[tuple[str, str]] = set()
    acting: set[str] = set()
    for entry in c.walk.entries:
        here = classes_in(entry.mixed)
        acting |= {  # what a reaction has used is known
            r for e in entry.events for r, n in e.reaction.change if n < 0
        }
        for one, two, words in (
            ("oxidiser", "reducible", "an oxidiser and a substance that it can oxidise"),
            ("water-reactive", "protic", "a water-reactive and a protic substance"),
        ):
            for a in NET[one] & set(here):
                for b in NET[two] & set(here):
                    if (a, b) in said or (here[a] & acting) or (here[b] - {"H2O"}) & acting or here[a] == here[b]:
                        continue
                    if sum(entry.mixed.get(r, 0.0) for r in here[a]) < LEAST_PAIR_MOL:
                        continue  # what a crystal of iodine left
                    if here[a] <= {"IO3-"}:
                        continue  # what periodate leaves, which takes little in the cold
                    if b == "alcohol" and sum(entry.mixed.get(r, 0.0) for r in here[b]) + min(entry.mixed.get("H+", 0.0), 0.0) < 1e-6:
                        continue  # all of it is alkoxide
                    if (a, b) == ("peroxide", "alcohol") and _thin_and_cold(entry):
                        continue
                    if any(
                        (here[b] & set(e.reaction.family.when.get("needs", ())))
                        and any(r in here[a] and n < 0 for r, n in e.reaction.change)
                        for later in c.walk.entries
                        for e in later.events
                        if later.vessel == entry.vessel
                    ):
                        continue  # the acid in which a peracid is made, and used up as it forms
                    if any(h.roots_a | h.roots_b >= here[a] | here[b] for h in pairs.hits(entry.mixed, entry.conditions.T_high)):
                        continue  # S04 says it already
                    said.add((a, b))
                    names = classes()
                    yield finding(
                        "P06", "condition", f"{names[a]['name'].capitalize()} and {names[b]['name']} meet in {entry.vessel}: {words}, and no reaction is recognised.",
                        step=c.step(entry.step), established=False, remedy="Add the reaction with its heat, or say why there is none.", source="chemistry design, safety net", short="pair without a reaction",
                    )  # fmt: skip


def _warmed_after(c: Context, entry: Entry) -> Iterator[Entry]:
    """What goes on in the same vessel before anything else comes in: what was charged cold and is then warmed (H04 says that)."""
    for x in c.walk.entries:
        if x.step <= entry.step or x.vessel != entry.vessel:
            continue
        if sum(any(n > 0 for n in b.values()) for b in x.before) > 1:
            return
        yield x


TRACE_SHARE, TRACE_MOL = 0.03, 0.006
"""Part of one of a pair beside the other, and moles, up to which it is a trace (assumption)."""


def met_pairs(c: Context) -> Iterator[tuple[pairs.Hit, Severity, Entry]]:
    """Pairs of the never-together list that meet in a vessel or a waste stream, other than what the step is for, and how much it matters."""
    said: dict[str, int] = {}
    slow = slow_quenches(c.procedure, c.lots, c.walk, wanted_in(c.walk, (), c.purpose))
    for entry in c.walk.entries:
        step = c.step(entry.step)
        planned = {
            id(e)
            for e in entry.happened()
            if (
                id(e) in c.purpose.wanted
                and not _into_the_waste(c, step)
                and not (e.reaction.family.record.get("paced") and _unpaced(step))
            )
            or (
                not e.reaction.family.record.get("unwanted")
                and (
                    e.reaction.family.record.get("kind") in WORK_UP_KINDS
                    or (step is not None and (step.n in slow or step.kind in ("quench", "destroy", "neutralise", "absorb", "extract")))
                )
            )
        }
        streams = [b for b in entry.before if any(n > 0 for n in b.values())]
        already = {h.id for b in streams for h in pairs.hits(b, entry.conditions.T_high)}
        for h in pairs.hits(entry.mixed, entry.conditions.T_high, streams):
            furious = (
                step is not None
                and step.duration is None
                and not step.portions
                and max((s.rise_K[1] for s in c.stages if s.step == step.n), default=0.0)
                > (FURIOUS_K if h.severity == "stop" else AT_ONCE_K)
            )
            if (
                h.id in said
                or h.id in already
                or (pairs.meant(h, entry, planned) and not furious)
                or any(pairs.meant(h, x, c.purpose.wanted) for x in _warmed_after(c, entry))
                or len(streams) < 2
                or (_its_medium(h, entry, c) and not furious)
            ):
                continue
            said[h.id] = entry.step
            severity: Severity = "stop" if h.severity == "stop" else "condition"
            if tamed_in(c, h, entry, step):
                severity = "condition"
            if h.severity == "long":  # harmful on long contact only
                stands = any(e.conditions.standing for e in c.walk.entries if e.vessel == entry.vessel and e.step >= entry.step)
                severity = "condition" if stands else "note"
            amounts = [max((_amount(entry.mixed, r) for r in side), default=0.0) for side in (h.roots_a, h.roots_b)]
            if min(amounts) <= 0.002 or (min(amounts) <= TRACE_MOL and min(amounts) <= TRACE_SHARE * max(amounts)):
                severity = "note"
            if min(amounts) <= TITRATED_MOL and any(
                TITRATES.search(x.text) for x in c.procedure.steps if entry.step <= x.n <= entry.step + 1
            ):
                severity = "note"  # what is set free is what is counted
            yield h, severity, entry


TITRATED_MOL = 0.02
"""Of the scarcer of two that meet in a titration flask (assumption: some ten times what a burette gives)."""
TITRATES = patterns.compile(r"\b(?:titrat\w+|bur+ette?)\b", re.I)
"""A determination with a burette."""


def _washed_out(c: Context, pair: frozenset[str], entry: Entry) -> bool:
    """Whether one of a pair whose amount is not written stood in what was filtered and washed before: what is left of it nobody can tell."""
    unwritten = any(x.mol is None and x.substance is not None and pair & set(x.substance.parts) for x in c.lots.values())
    return unwritten and any(
        s.kind == "filter" and s.n < entry.step and s.from_vessel == entry.vessel and (s.materials or "wash" in s.text.lower())
        for s in c.procedure.steps
    )


DILUTE_K = 15.0
"""Rise to which peroxide that falls apart can warm a bath that takes it for what it is (assumption)."""
FALLS_APART = "peroxide+transition-salt"
FALLS_APART_KJ = 98.0
"""Heat of decomposition of hydrogen peroxide, kJ/mol (handbook 3.1)."""


def _falls_apart_K(c: Context, mixed: dict[str, float]) -> float:
    """K by which all the peroxide of a mixture warms it when it falls apart, at the heat capacity of water; endless where an amount is not established."""
    if any(
        x.mol is None for x in c.lots.values() if x.material.step is not None and x.substance is not None and "H2O2" in x.substance.parts
    ):
        return math.inf
    grams = sum(n * mass_of(parse_formula(formula_of(r))) for r, n in mixed.items() if n > 0 and r != "H+")
    return 1e3 * FALLS_APART_KJ * mixed.get("H2O2", 0.0) / (4.18 * grams) if grams > 0 else 0.0


@rule("S04")
def never_together(c: Context) -> Iterator[Finding]:
    """S04: a pair of the never-together list in a vessel or a waste stream, other than what the step is for."""
    for h, severity, entry in met_pairs(c):
        if h.id == FALLS_APART and _falls_apart_K(c, entry.mixed) < DILUTE_K:
            continue  # an etching bath of one per cent
        washed = _washed_out(c, h.roots_a | h.roots_b, entry)  # no stop, and not safe
        yield finding(
            "S04", "condition" if washed else severity, f"{h.a[:1].upper() + h.a[1:]} meets {h.b} in {entry.vessel}: {h.then}{'; how much is left after the washing is not established' if washed else ''}.",
            step=c.step(entry.step), established=not washed, limit="never together",
            remedy=f"Keep {h.a} and {h.b} apart, or destroy one before the other comes in.", source=h.source, short="never together",
        )  # fmt: skip


def pair_gases(c: Context) -> dict[str, int]:
    """Toxic gases that a pair which met is told to give and no equation here measures, each with its step."""
    measured = set() if c.gas is None else {r.gas for r in c.gas.releases}
    names = {n.lower(): root for root in with_record() if record_of(root).toxic for n in record_of(root).names if len(n) > 4}
    out: dict[str, int] = {}
    for h, severity, entry in met_pairs(c):
        told = [root for n, root in names.items() if re.search(rf"\b{re.escape(n)}\b(?! (?:di|mon)oxide)", h.then.lower())]
        for root in told if severity == "stop" else []:
            if root not in measured:
                out.setdefault(root, entry.step)
    return out


WASTE_BOTTLE = patterns.compile(
    r"\b(?:waste|slops?|residue|collecting) (?:bottle|can|drum|jar|container|canister|tank|barrel|carboy|bucket)s?\b|\b(?:bottle|can|drum|jar|container|canister|barrel) (?:for|of) (?:the )?(?:waste|slops?|old|used|spent)\b",
    re.I,
)


A_MOMENT_S = 120.0
"""A time in which nothing is paced (assumption): "in half a minute"."""


def _unpaced(step: Step | None) -> bool:
    """Whether nothing sets the pace or the temperature of what comes in: a family that asks for both is then no excuse for the pair."""
    return (
        step is not None
        and (step.duration is None or convert(step.duration.value, step.duration.unit, "time") < A_MOMENT_S)
        and not step.portions
        and step.T_limit is None
        and step.T_range is None
        and not SLOWLY.search(step.text)
    )


def _into_the_waste(c: Context, step: Step | None) -> bool:
    """Whether a step without a product empties something into what is collected: what happens there nobody wants."""
    return step is not None and not c.purpose.named and WASTE_BOTTLE.search(step.text) is not None


def _written_high(c: Context, step: Step) -> float | None:
    """The highest temperature that is written for a step, or for the one before it in the same vessel; None where nobody wrote one."""
    before = [s for s in c.procedure.steps if s.vessel == step.vessel and s.n <= step.n][-2:]
    for s in reversed(before):
        if s.T_limit is not None:
            return s.T_limit.value
        if s.T_range is not None:
            return s.T_range.high if s.T_range.high is not None else s.T_range.value
        if s.kind in ("heat", "reflux", "distil"):
            return None
    return None


def tamed_in(c: Context, h: pairs.Hit, entry: Entry, step: Step | None) -> bool:
    """Whether one of a pair comes little by little, in the cold that its record asks for, to what the record says that it is for."""
    if step is None or not h.tamed or entry.mixed.get(h.tamed["by"], 0.0) <= 0:
        return False
    high = _written_high(c, step)
    little = bool(step.portions or step.duration) or BY_DROPS.search(step.text) is not None
    return little and high is not None and high <= h.tamed["T"]


@rule("P06")
def nothing_recognised(c: Context) -> Iterator[Finding]:
    """P06, safety net: reagents are brought together, and no reaction at all is recognised: that is no harmless mixture."""
    met = c.unrecognised
    if met is not None:
        little = " Of the smaller there is less than a millimole: it decides nothing." if met.trifle else ""
        yield finding(
            "P06", "note" if met.trifle else "condition", f"No reaction is recognised between {met.names[0]} and {met.names[1]} in {met.vessel}; whether they react, and with what heat, is not established.{little}",
            step=c.step(met.step), established=False, remedy="Add the reaction with its heat, or say that there is none.", source="chemistry design, safety net", short="not recognised",
        )  # fmt: skip


LEFT_WET = patterns.compile(
    r"\b(?:(?:wip\w+|rins\w+|wash\w+|wet|moist|swill\w*|flush\w*)\b[^.;\n]{0,40}?\b(?:with|in|by)|out of|(?:straight|right|directly) from) (?:a (?:little|bit of) |the )?(acetone|ethanol|alcohol|methanol|isopropanol|2-propanol)\b"
    r"|\bfrom the (acetone|ethanol|alcohol|methanol|isopropanol) (?:rinse|bath|tub|dip|wash)?[ ,]*(?:straight|right|directly) (?:back )?in(?:to)?\b",
    re.I,
)
STILL_IN_IT = patterns.compile(
    r"\b(?:still|has|have|had|got) (?:got )?(?:some |a (?:bit|little|drop|film) of |traces of |a bit |the )?(acetone|ethanol|alcohol|methanol|isopropanol|2-propanol)\b[^.;\n]{0,25}\b(?:in|on|inside|left|from)\b",
    re.I,
)
"""What a piece of glass is still wet with."""
MEETS_FUEL = ("nitric-acid", "permanganate", "chromate", "perchloric", "chlorate", "peroxide")


MUCH_ACID_MOL = 1.0
"""Strong acid beside the oxidiser from which a solvent goes off in it at once (assumption)."""


@rule("S04")
def poured_by_need(c: Context) -> Iterator[Finding]:
    """S04: something without an amount that neutralises nothing there is poured on what it must never meet: bleach on ammonia against its smell."""
    for step in c.procedure.steps:
        lots = [c.lots[k] for k in step.materials if c.lots[k].mol is None and not c.walk.needed.get(k)]
        if step.kind not in ("neutralise", "destroy") or not lots:
            continue
        places = [v for v in (step.vessel, step.from_vessel) if v is not None]
        held = [dict(e.after) for e in c.stand_in.entries if e.vessel in places and e.step < step.n][-1:]
        held += [dict(c.stand_in.charged[v].roots) for v in places if v in c.stand_in.charged]
        for x in lots:
            brings = dict(x.substance.parts) if x.substance is not None else {}
            if brings.get("H+", 0.0) != 0.0:
                continue  # an acid or a base to a pH
            for contents in held:
                hit = next((h for h in pairs.hits({**contents, **brings}, 20.0, [contents, brings]) if h.severity == "stop"), None)
                if (
                    hit is not None
                    and brings
                    and all(contents.get(r, 0.0) > POURED_ON_MOL for r in (hit.roots_a | hit.roots_b) - set(brings))
                ):
                    yield finding(
                        "S04", "stop", f"{hit.a[:1].upper() + hit.a[1:]} meets {hit.b} in {step.vessel}: {hit.then}.", step=step, span=x.material.span, limit="never together", remedy="Leave it out; destroy or neutralise one of them by itself first.", source=hit.source, short="never together",
                    )  # fmt: skip
                    return


STORED_TOGETHER = patterns.compile(
    r"\b(?:together|side by side|next to each other|all)\b[^.;\n]{0,30}\b(?:in|into|on|to) (?:the|one|a|its) (?:same )?(?:\w+ )?(?:cupboard|cabinet|shelf|locker|box|crate|tray|fridge|drawer|bucket)\b|\b(?:bottles?|cans?|jars?|rests?)\b[^.;\n]{0,60}\bsame (?:\w+ )?(?:cupboard|cabinet|shelf|locker|box|crate|tray|fridge|drawer)\b",
    re.I,
)
STORES = patterns.compile(r"\b(?:bottles?|cans?|canisters?|jars?|what is left|rests?|remainders?|reagents?|chemicals|both)\b", re.I)


@rule("S05")
def stored_together(c: Context) -> Iterator[Finding]:
    """S05: what must never meet is put away in one place: bleach and acid in one cupboard, with rests in the bottles."""
    text = c.procedure.flowing
    m = next(
        (
            x
            for x in STORED_TOGETHER.finditer(text)
            if STORES.search(text, max(0, text.rfind(".", 0, x.start())), x.end()) and not DENIED.search(x.group())
        ),
        None,
    )
    brought = [dict(x.substance.parts) for x in c.lots.values() if x.substance is not None]
    hit = next(
        (h for a, b in combinations(brought, 2) for h in pairs.hits({**a, **b}, 20.0, [a, b]) if h.severity == "stop"), None
    ) if m is not None else None  # fmt: skip
    if m is not None and hit is not None:
        yield finding(
            "S05", "condition", f"“{m.group().strip()}”: {hit.a} and {hit.b} are put away in one place; where one leaks into the other: {hit.then}.", step=c.step_at(m.start()), span=m.span(), limit="apart", remedy=f"Keep {hit.a} and {hit.b} in trays and cupboards of their own.", source=hit.source, short="stored together",
        )  # fmt: skip


KEEPS_REST = patterns.compile(
    r"\b(?:what(?:['’]s| is) left(?: over)?|what isn['’]t used|left ?overs?(?: \w+)?|the (?:rest|remainder)(?: of (?:it|the (?:\w+ )?(?:mixture|liquid|solution|reagent|batch|etch|bath|stuff)))?(?! of\b))\b[^.;\n]{0,45}\b(?:stays?|kept|keep|stands?|goes back|shelf|jar|cupboard|sill|(?:until|till) (?:the )?next)\b"
    r"|\b(?:keep|keeps|store|stores) (?:the rest|what(?:['’]s| is) left|the remainder)\b(?! of the (?!\w* ?(?:mixture|liquid|solution|reagent|batch|etch|bath|stuff)\b))",
    re.I,
)
""" "What's left over stays in the beaker on the shelf till the next time"."""


@rule("S05")
def keeps_what_reacts(c: Context) -> Iterator[Finding]:
    """S05: what is left of a mixture of things that must not meet, or that goes on by itself, is kept."""
    m = next((x for x in KEEPS_REST.finditer(c.procedure.flowing) if not DENIED.search(x.group())), None)
    if m is None or any(k.how in ("shut", "held") and k.span[0] >= m.start() for k in c.procedure.closings):
        return
    meets = next((h for e in c.walk.entries for h in pairs.hits(dict(e.mixed), 20.0) if h.severity == "stop"), None)
    if meets is not None:
        yield finding(
            "S05", "condition", f"“{m.group().strip()}”: {meets.a} and {meets.b} are kept together: {meets.then}.", step=c.step_at(m.start()), span=m.span(), limit="made for the day, nothing kept", remedy="Make what is needed, and destroy the rest the same day.", source=meets.source, short="kept",
        )  # fmt: skip


POURED_ON_MOL = 0.005
"""What must be there for something that is poured on it to count (assumption)."""


@rule("S04")
def wet_with_solvent(c: Context) -> Iterator[Finding]:
    """S04, reachable in one step: what was rinsed with a solvent, and may be wet with it, goes into a strong oxidiser."""
    text = c.procedure.flowing
    for m in sorted([*LEFT_WET.finditer(text), *STILL_IN_IT.finditer(text)], key=lambda m: m.start()):
        wet = re.search(
            r"\b(?:wet|moist|damp|undried|not dry|without drying|still|some|a bit|traces|straight|directly)\b|\bbefore\b",
            text[max(0, m.start() - 60) : m.end() + 60],
            re.I,
        )
        into = next(
            (
                e
                for e in c.stand_in.entries
                if set(MEETS_FUEL) & set(classes_in(e.mixed)) and not any(is_organic(r) and n > 1e-4 for r, n in e.mixed.items())
            ),
            None,
        )
        step = c.step(into.step) if into is not None else None
        if wet is None or into is None or step is None:
            continue
        name = classes()[next(k for k in MEETS_FUEL if k in classes_in(into.mixed))]["name"]
        yield finding(
            "S04", "stop" if into.mixed.get("H+", 0.0) > MUCH_ACID_MOL else "condition", f"“{m.group().strip()}”: what is still wet with {next(x for x in m.groups() if x).lower()} goes into {name}: heat, gas, fire.", step=step, span=m.span(), limit="never together", remedy=f"Rinse with water and dry before it meets {name}.", source="handbook 3.4", short="never together",
        )  # fmt: skip
        return


GROUND_WITH = patterns.compile(
    r"\b(?:ground|grind\w*|rub|rubs|rubbed|rubbing|pounded|milled|triturated?)\b(?: (?:the (?:two|three|four|lot|powders|salts|solids)|them|all|everything))?(?:,? (?:up|well|fine\w*|it|them|dry))* (?:together|with)\b|\bball mill\b|\b(?:together|both)\b[^.;\n]{0,30}\b(?:ground|in (?:a|the) mortar)\b",
    re.I,
)
BURNS_DRY = {"sulfur", "carbon", "light-metal", "zinc", "red-phosphorus", "sugar", "organic"}


def _burns_fuel(s: Substance) -> bool:
    """Whether a solid burns what it is ground with: an oxidiser, or a nitrate without water of its crystals (handbook 3.4)."""
    return bool(set(MEETS_FUEL) & set(classes_in(s.parts))) or ("NO3-" in s.parts and "H2O" not in s.parts)


@rule("S04")
def ground_with_fuel(c: Context) -> Iterator[Finding]:
    """S04: a solid oxidiser is ground with what it can burn."""
    text = c.procedure.flowing
    for m in GROUND_WITH.finditer(text):
        if DENIED.search(text[max(0, m.start() - 40) : m.start()]):
            continue
        solids = [s for s in named_in(sentence_of(text, m)) if s.phase == "s"]
        if len(solids) < 2:  # "rub the three together": what was weighed before
            solids = [
                x.substance
                for x in c.lots.values()
                if x.substance is not None and x.substance.phase == "s" and (x.material.span or (0, 0))[0] < m.start()
            ]
        first = next((s for s in solids if _burns_fuel(s)), None)
        burns = next(
            (s for s in solids if s is not first and (BURNS_DRY & set(classes_in(s.parts)) or any(map(is_organic, s.parts)))), None
        )
        if first is None or burns is None:
            continue
        yield finding(
            "S04", "stop", f"“{m.group()}”: {first.id} and {burns.id} are ground together, an oxidiser with what it burns.", step=c.step_at(m.start()), span=m.span(), limit="never together, dry", remedy=f"Break the lumps of {first.id} alone, damp, with a plastic spatula.", source="handbook 3.4", short="ground with a fuel",
        )  # fmt: skip
        return


REST_RINSED = patterns.compile(
    r"\b(?:left ?overs?|rests?|remains|remainder|remaining|what (?:is|was) left|residues?|bottle|funnel|cylinder)\b[^.;\n]{0,70}\b(?:rins|wash|flush|swill)\w*(?: out)? (?:with|in|by) [^.;,\n]{3,30}",
    re.I,
)


@rule("S04")
def rest_rinsed_away(c: Context) -> Iterator[Finding]:
    """S04: what reacts with water and alcohols is rinsed out of its bottle with one of them."""
    text = c.procedure.flowing
    for m in REST_RINSED.finditer(text):
        told = [(s, set(classes_in(s.parts)) | ({"water"} if s.id == "water" else set())) for s in named_in(m.group())]
        acts = next((s for s, k in told if NET["water-reactive"] & k), None)
        rinse = next((s for s, k in told if NET["protic"] & k), None)
        if acts is None or rinse is None or DENIED.search(text[max(0, m.start() - 30) : m.start()]):
            continue
        yield finding(
            "S04", "condition", f"“{m.group().strip()}”: {acts.id} acts on {rinse.id}: heat and gas in the neck of a bottle.", step=c.step_at(m.start()), span=m.span(), limit="never together", remedy="Rinse with a dry solvent that it leaves alone, and run the rinse slowly into stirred, cold carbonate or alkali.", source="handbook 3.4", short="rinsed with what it acts on",
        )  # fmt: skip
        return


SWOLLEN = patterns.compile(
    r"\b(?:tin|bottle|can|jar|cap|lid|drum|container|ampoule)s?\b[^.;\n]{0,45}\b(?:swollen|swelled|bulg\w+|domed|blown up|hiss\w*|popped|under pressure)\b",
    re.I,
)
GIVES_GAS_IN_STORE = (
    "AlCl3",
    "PCl3",
    "PBr3",
    "PCl5",
    "POCl3",
    "SOCl2",
    "SO2Cl2",
    "HSO3Cl",
    "TiCl4",
    "SnCl4",
    "NaH",
    "KH",
    "CaH2",
    "LiAlH4",
    "NaNH2",
    "BH4-",
    "H2O2",
    "ClO-",
    "S2O8-2",
    "CaC2",
    "Na",
    "K",
    "Li",
)
"""What gives gas in its bottle, with damp or by itself."""


@rule("S05")
def swollen(c: Context) -> Iterator[Finding]:
    """S05: a container that has swollen or hisses: what is in it has given gas, and gives more."""
    m = SWOLLEN.search(c.procedure.flowing)
    kept = next((x for x in c.lots.values() if x.substance is not None and any(r in x.substance.parts for r in GIVES_GAS_IN_STORE)), None)
    if m is None or kept is None or DENIED.search(m.group()):
        return
    yield finding(
        "S05", "condition", f"“{m.group().strip()[:70]}”: {kept.label} has given gas in it, by damp or by itself; closed again it bursts.", step=c.step_at(m.start()), span=m.span(), limit="dry, vented, dated", remedy="Open it in the hood behind the sash, use what is sound, destroy the rest; never closed tight again.", source="common practice, no source", short="swollen container",
    )  # fmt: skip


METAL_AZIDE = patterns.compile(
    r"\b(?:lead|brass|copper|silver|bronze)\b (?:weight|sinker|shot|pipes?|rings?|coil|foil|wool|sheet|trap|strip|gauze|drains?)\b|\b(?:copper|lead|brass) (?:ones|lines)\b",
    re.I,
)
AZIDE_SCRAPED = patterns.compile(
    r"\bdri(?:ed|es)\b[^.;\n]{0,60}\b(?:scrap|chip|knock|rub|pick|brush)\w*\b|\b(?:scrap|chip|knock|rub|pick)\w*\b[^.;\n]{0,50}\b(?:dry|dried|crust)\b|\bcrusts?\b[^.;\n]{0,40}\b(?:scrap|chip|knock|rub|pick)\w*\b",
    re.I,
)


def _has_azide(c: Context) -> bool:
    return any(x.substance is not None and "N3-" in x.substance.parts for x in c.lots.values())


@rule("S04")
def azide_with_metal(c: Context) -> Iterator[Finding]:
    """S04: an azide stands on lead or copper: the metal's azide goes off by a touch."""
    text = c.procedure.flowing
    if not _has_azide(c):
        return
    metal = METAL_AZIDE.search(text)
    if metal is not None and not DENIED.search(text[max(0, metal.start() - 30) : metal.end()]):
        yield finding(
            "S04", "stop", f"“{metal.group()}”: an azide on lead, copper or their alloys makes the metal's azide, which goes off by a touch.", step=c.step_at(metal.start()), span=metal.span(), limit="glass or plastic only", remedy="Glass and plastic only, and no azide into a drain.", source="common practice, no source", short="azide on metal",
        )  # fmt: skip


@rule("Q10")
def azide_scraped(c: Context) -> Iterator[Finding]:
    """Q10: a dried azide is scraped off."""
    text = c.procedure.flowing
    dry = AZIDE_SCRAPED.search(text) if _has_azide(c) else None
    if dry is not None and not DENIED.search(dry.group()):
        yield finding(
            "Q10", "stop" if re.search(r"\bmetal|\bsteel|\bspatula|\bscrewdriver|\bknife", text[dry.start() : dry.end() + 40], re.I) else "condition", f"“{dry.group().strip()[:70]}”: a dry azide goes off by friction or a blow.", step=c.step_at(dry.start()), span=dry.span(), limit="never dry, never scraped", remedy="Dissolve it in water, and destroy it in solution.", source="common practice, no source", short="dry azide",
        )  # fmt: skip


FURIOUS_K, AT_ONCE_K = 300.0, 50.0
"""Rise of a wanted reaction that is not dosed from which its pair is one that must never meet so: a stop, a condition (assumption)."""


def _its_medium(h: pairs.Hit, entry: Entry, c: Context) -> bool:
    """Whether the pair is a weak acid or base as the medium in which the step's wanted reaction uses the other up."""
    if frozenset({"H+"}) not in (h.roots_a, h.roots_b) or "strong-acid" in classes_in(entry.mixed):
        return False
    if any(n > 0.002 and record_of(g).toxic for g, n in entry.gas.items()):
        return False  # hydrogen cyanide comes: no medium
    other = h.roots_b if h.roots_a == {"H+"} else h.roots_a
    return any(id(e) in c.purpose.wanted and other & {r for r, n in e.reaction.change if n < 0} for e in entry.happened())


def _amount(contents: dict[str, float], root: str) -> float:
    return contents.get(root, 0.0) if root != "H+" else 1.0


@rule("S01")
def energetic(c: Context) -> Iterator[Finding]:
    """S01: energetic groups, oxygen balance and rule of six of what is made or charged."""
    made = {r for e in c.walk.events() if e.latent is None for r, n in e.reaction.change if n > 0 and is_organic(r)}
    charged = {r for x in c.lots.values() if x.substance for r in x.substance.parts if is_organic(r)}
    for smiles in sorted(made | charged):
        found = [a for a in alerts_of(smiles) if a.id not in ("epoxide", "alkyne")]
        if not found:
            continue
        balance = oxygen_balance(formula_of(smiles).rstrip("+-0123456789") if "+" in formula_of(smiles) else formula_of(smiles))
        six = rule_of_six(smiles)
        small = six is not None and six < SIX
        isolated = smiles == c.purpose.target
        name = _label(c, smiles)
        dried = any(
            s.kind in ("dry", "filter") and (isolated or "diazo" in s.text.lower() or c.walk.after.get((s.n, s.vessel or ""), {}).get(smiles, 0.0) > 1e-6)
            for s in c.procedure.steps
        ) and any(a.id == "diazonium" for a in found)  # fmt: skip
        severity: Severity = (
            "stop" if any(a.refer for a in found) or dried else "condition" if small and isolated and balance > -150 else "note"
        )
        low = sum(a.count * a.kJ[0] for a in found)
        high = sum(a.count * a.kJ[1] for a in found)
        groups = ", ".join(f"{a.count} × {a.name}" if a.count > 1 else a.name for a in found)
        yield finding(
            "S01", severity, f"{name}: {groups}; oxygen balance {number_text(balance)} %, {six:.1f} larger atoms per group (six are wanted); {low:.0f}–{high:.0f} kJ/mol on decomposition.",
            figure=balance, limit="−150 % and six atoms per group", remedy="Keep it dissolved or damp and small, or show a DSC run.", source=found[0].source, short="energetic group",
        )  # fmt: skip


def _label(c: Context, smiles: str) -> str:
    for x in c.lots.values():
        if x.substance and x.substance.smiles == smiles:
            return x.substance.id

    return catalogue().label(smiles)


@rule("H15")
def metallothermic(c: Context) -> Iterator[Finding]:
    """H15: solvent-free, metallothermic or another reaction that no bath holds."""
    for e in c.walk.events():
        if e.reaction.family.record.get("ejects") and (e.latent is None or e.could > 1e-3):
            yield finding(
                "H15", "stop", f"{e.reaction.family.name[:1].upper() + e.reaction.family.name[1:]}: no liquid takes the heat, and it throws the charge out.", step=c.step(e.step),
                remedy="A crucible under a blast shield and a licensed practice; no glass.", source="handbook 3.1", short="ejection",
            )  # fmt: skip
            return
