"""Reactive leftovers of the ledger: how much, where, and whether something in the text destroys it."""

from __future__ import annotations

import re
from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from functools import cache
from typing import Any

from northsquall import data, patterns
from northsquall.chemistry.families import Reaction, count_matches
from northsquall.chemistry.formula import parse_formula
from northsquall.chemistry.ledger import Entry, Event
from northsquall.chemistry.roles import Purpose
from northsquall.chemistry.roots import is_gas, is_organic
from northsquall.chemistry.walk import Walk
from northsquall.gas.records import record_of as gas_record
from northsquall.procedure import Procedure, Step
from northsquall.procedure.amounts import Lot
from northsquall.reading import lexicon as lex
from northsquall.reading.tokens import substances_in
from northsquall.substances import catalogue

LEAST_MOL = 0.002
LEAST_PART = 0.02
"""Part of what was charged below which a leftover is the arithmetic's or the bottle's (assumption)."""
DESTROYS = ("destroy", "quench", "neutralise", "extract", "store", "absorb")
"""Kinds of steps in which a leftover is destroyed on purpose."""
BY_ITSELF = frozenset(
    {
        "peroxide-catalysed",
        "peroxide-alkali",
        "nitrous-acid-decomposing",
        "hypochlorite-warm",
        "diazonium-decomposing",
        "manganese-heptoxide-standing",
    }
)
"""Families by which a leftover goes by itself: no plan, and gas."""


@dataclass
class Leftover:
    """One reactive thing that is left. `mol` is None where an amount it depends on is not written."""

    record: dict[str, Any]
    root: str
    vessel: str
    after_step: int
    mol: tuple[float, float, float] | None
    destroyed: float
    """Part of it that a planned step destroys, 0 to 1."""
    destroyed_in: int | None
    by_itself: float
    """Part that goes by itself, with gas or heat."""
    left: float
    """mol that is there at the end."""
    left_in: str = ""


@cache
def _records() -> list[dict[str, Any]]:
    return list(data.toml("review/leftovers.toml")["leftover"])


@cache
def record_of(root: str) -> dict[str, Any] | None:
    """The record of a component that must not be left over, or None."""
    for r in _records():
        if root in r.get("roots", ()):
            return r
        if is_organic(root) and any(count_matches(root, s) for s in r.get("smarts", ())):
            return r
    return None


Composition = frozenset[tuple[str, int]]


@cache
def composition_of(formula: str) -> Composition:
    """Atoms of a formula, in whatever order it writes them: "NaHSO3" and "HNaO3S" are one."""
    return frozenset(parse_formula(formula).items())


SULFITES = frozenset(composition_of(x) for x in ("Na2SO3", "NaHSO3", "Na2S2O5", "K2S2O5", "K2SO3", "Na2S2O3", "Na2S2O4"))
"""Any of them does for the other where a record names one."""


def agents_of(record: Mapping[str, Any]) -> frozenset[Composition]:
    """What destroys a leftover by its record."""
    named = frozenset(composition_of(str(a["formula"])) for a in record["agents"] if a.get("formula"))
    return named | SULFITES if named & SULFITES else named


SOLUTION_TITLE = patterns.compile(
    r"^\W*(?:(?:the )?(?:preparation of|preparing|making|to make|prepare|make) (?:an? |the )?(?:\d[\d.,]* ?m?L of (?:an? )?)?)?(?:about |approx\w* )?\d[\d.,]* ?(?:mol/L|mol/l|mol L-1|mol/dm3|mM|M|N)\b|^\W*[a-z]+(?: [a-z]+)? solution,? (?:about )?\d[\d.,]* ?(?:mol/L|mol/l|M|N)\b|\b(?:standard|stock|volumetric|reagent|titrant|indicator|buffer|test) solution|\bstandardi[sz]\w+",
    re.I,
)
"""A heading over a solution that is made to be kept."""
DONE_WITH_IT = patterns.compile(r"(?:tion|sis|ing|age) (?:of|with|by)\b|\b(?:from|with|for the|cleaning|etching|bath)\b", re.I)
"""What is done with it, or what it is made into: then what is left of it is left over."""


def _of_a_solution(procedure: Procedure) -> set[str]:
    """Components of what a solution is made of that the heading names: it is the product, and nothing is to destroy it."""
    title = procedure.title
    done = DONE_WITH_IT.search(re.sub(r"^\W*(?:the )?(?:preparation of|preparing|making)\b", "", title, flags=re.I))
    if not SOLUTION_TITLE.search(title) or lex.DISPOSAL.search(title) or done:
        return set()
    named = [catalogue().substances[str(t.value)] for t in substances_in(title)]
    return {r for s in named for r in s.parts}


def leftovers(procedure: Procedure, lots: Mapping[str, Lot], walks: list[Walk], trials: list[Walk], purpose: Purpose) -> list[Leftover]:
    """Everything reactive that the wanted chemistry does not use up, with what becomes of it.

    Of each component: charged to the batch and made, less what reactions other than a destruction use.
    """
    kinds = {s.n: s.kind for s in procedure.steps}
    kept = _of_a_solution(procedure)
    three, tried = (
        [_account(w, kinds, wanted_in(w, (*walks, *trials), purpose), procedure, lots, purpose.named) for w in some]
        for some in (walks, trials)
    )
    out = []
    names = {r for account in (*three, *tried) for r in account}
    for root in sorted(names):
        record = record_of(root)
        if record is None or root == purpose.target or root in kept:
            continue
        here = [a.get(root, _Sum()) for a in three]
        best = here[1]
        if tried:
            seen = [a.get(root, _Sum()).over for a in tried]
            part = [a.get(root, _Sum()) for a in tried]
            if max(seen) <= LEAST_PART * max((p.came for p in part), default=1.0):
                continue
            if max(seen) - min(seen) > 1e-6 * max(seen):
                biggest = max(part, key=lambda p: p.over / p.came if p.came else 0.0)
                if min(p.over / p.came if p.came else 0.0 for p in part) > LEAST_PART or record["id"] in (
                    "aluminium-hydride",
                    "ionic-hydride",
                    "borohydride",
                ):
                    out.append(
                        Leftover(
                            record,
                            root,
                            biggest.vessel,
                            biggest.step,
                            None,
                            biggest.planned / biggest.over if biggest.over else 0.0,
                            biggest.planned_in,
                            0.0,
                            biggest.end,
                            biggest.end_in,
                        )
                    )
                continue
        if best.over <= max(LEAST_MOL, LEAST_PART * best.came):
            continue
        mols = sorted(a.over for a in here)
        out.append(
            Leftover(
                record,
                root,
                best.vessel,
                best.step,
                (mols[0], best.over, mols[2]),
                min(best.planned / best.over, 1.0),
                best.planned_in,
                min(best.alone / best.over, 1.0),
                best.end,
                best.end_in,
            )
        )
    return out


Wanted = set[int]


def _key(x: Event) -> tuple[str, tuple[tuple[str, float], ...]]:
    return x.reaction.family.id, tuple(x.reaction.change)


def wanted_in(w: Walk, walks: Iterable[Walk], purpose: Purpose) -> Wanted:
    """id() of the wanted events of a walk; of one that the purpose was not found in, those that are the same reaction."""
    own = {id(x) for x in w.events() if id(x) in purpose.wanted}
    keys = set() if own else {_key(x) for other in walks for x in other.events() if id(x) in purpose.wanted}
    return own or {id(x) for x in w.events() if _key(x) in keys}


def _last_wanted(w: Walk, wanted: Wanted) -> int:
    return max((e.step for e in w.entries for x in e.happened() if id(x) in wanted), default=0)


def _poison(reaction: Reaction) -> bool:
    """Whether a reaction gives a toxic gas: what was left over did not go quietly."""
    return any(n > 0 and is_gas(root) and gas_record(root).toxic for root, n in reaction.change)


SLOWLY = patterns.compile(
    r"\b(?:drop ?wise|drop by drop|by drops|drops|cautious\w*|slowly|carefully|very slow\w*|ml at a time|small portions)\b", re.I
)
SLOW_MIN = 10.0
"""Minutes from which an addition counts as slow (assumption)."""


def added_slowly(step: Step) -> bool:
    """Whether a step says that what it brings goes in slowly: by its time or its words."""
    return (step.duration is not None and step.duration.value >= SLOW_MIN) or SLOWLY.search(step.text) is not None


def slow_quenches(procedure: Procedure, lots: Mapping[str, Lot], w: Walk, wanted: Wanted) -> set[int]:
    """Steps in which an agent of handbook 3.3 goes to a leftover in its own flask, slowly and told how: a quench, whatever its verb.

    It comes after the last wanted reaction, not all at once; so does the reverse, a leftover that goes slowly into the agent that waits for it.
    """
    last = _last_wanted(w, wanted)
    out = set()
    for e in w.entries:
        step = next((s for s in procedure.steps if s.n == e.step), None)
        if step is None or step.kind not in ("dose", "add") or step.n <= last or step.all_at_once:
            continue
        if not added_slowly(step):
            continue
        mine = [lots[k] for k in step.materials if k in lots and lots[k].substance is not None]
        brought = {composition_of(x.substance.formula) for x in mine if x.substance is not None}
        brought |= {composition_of("H2O")} if any(x.water_mol for x in mine) else set()
        there = {s.n for s in procedure.steps if last < s.n < step.n and s.vessel == step.vessel}
        waiting = [lots[m.id].substance for m in procedure.materials if m.step in there and m.id in lots]
        brought |= {composition_of(x.formula) for x in waiting if x is not None}
        taken = {r for x in e.happened() for r, n in x.reaction.change if n < 0}
        records = [record for record in map(record_of, taken) if record is not None]
        if any(agents_of(record) & brought for record in records):
            out.add(step.n)
        elif step.T_limit is not None and step.duration is not None and _small_rest(e, lots):
            out.add(step.n)  # water, slowly and cold, on the little that is left of a chloride
    return out


SMALL_REST = 0.15
"""Part of a water-reactive reagent that water may be dripped on, slowly and below a limit (handbook 1: into the mixture, slowly, cold; assumption)."""


def _small_rest(e: Entry, lots: Mapping[str, Lot]) -> bool:
    """Whether all that water takes here is little of what was charged of it."""
    found = [x for x in e.happened() if x.reaction.family.record.get("kind") == "hydrolysis"]
    for x in found:
        for root, n in x.reaction.change:
            whole = sum((lot.roots() or {}).get(root, 0.0) for lot in lots.values())
            if n < 0 and root != "H2O" and -n * x.extent > SMALL_REST * whole:
                return False
    return bool(found)


@dataclass
class _Sum:
    came: float = 0.0
    over: float = 0.0
    planned: float = 0.0
    planned_in: int | None = None
    alone: float = 0.0
    end: float = 0.0
    end_in: str = ""
    vessel: str = ""
    step: int = 0


def _account(
    w: Walk, kinds: Mapping[int, str], wanted: Wanted, procedure: Procedure, lots: Mapping[str, Lot], named: bool
) -> dict[str, _Sum]:
    out: dict[str, _Sum] = {}
    absorbers = set(w.lines.values())
    kinds = {**kinds, **dict.fromkeys(slow_quenches(procedure, lots, w, wanted), "destroy")}
    last = _last_wanted(w, wanted)
    same = {_key(x) for x in w.events() if id(x) in wanted} if named else set()  # oxygen that goes on coming is what is made
    brought: dict[str, float] = {}
    for m in procedure.materials:
        lot = lots[m.id]
        kind = kinds.get(m.step or 0, "")
        if m.role in ("absorber", "wash") or lot.substance is None or kind in DESTROYS:
            continue
        parts = lot.roots() if lot.mol is not None else lot.substance.parts
        for r, n in parts.items():
            if record_of(r) is not None:
                brought[r] = brought.get(r, 0.0) + n
    used: dict[str, float] = {}
    for e in w.entries:
        if e.vessel in absorbers:
            continue
        for event in e.happened():
            planned = id(event) not in wanted and (
                event.reaction.family.record.get("kind") == "destroy" or kinds.get(e.step, "") in DESTROYS
            )
            spoilt = not planned and id(event) not in wanted and e.step > last and _poison(event.reaction)
            alone = (event.reaction.family.id.split(":")[0] in BY_ITSELF and _key(event) not in same) or spoilt
            for r, n in event.reaction.change:
                if record_of(r) is None:
                    continue
                s = out.setdefault(r, _Sum())
                if n > 0:
                    s.came += n * event.extent
                    if not planned:
                        used[r] = used.get(r, 0.0) - n * event.extent
                elif alone:
                    s.alone -= n * event.extent
                    s.vessel, s.step = e.vessel, e.step
                elif planned:
                    s.planned -= n * event.extent
                    s.planned_in = s.planned_in or e.step
                    s.vessel, s.step = s.vessel or e.vessel, s.step or e.step
                else:
                    used[r] = used.get(r, 0.0) - n * event.extent
                    s.vessel, s.step = e.vessel, e.step
    for r, n in brought.items():
        out.setdefault(r, _Sum()).came += n
    for vessel, stream in w.charged.items():
        if vessel in absorbers:
            continue
        for r, n in stream.roots.items():
            if n > 1e-9 and record_of(r) is not None:
                s = out.setdefault(r, _Sum())
                if n > s.end:
                    s.end_in = vessel
                s.end += n
    for r, s in out.items():
        s.over = s.planned + s.alone + s.end if brought.get(r) or used.get(r) else 0.0
        if not s.vessel:
            s.vessel = s.end_in
        if not s.step:
            s.step = max((e.step for e in w.entries if e.vessel == s.vessel), default=0)
    return out
