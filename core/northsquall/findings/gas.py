"""G01 to G16: gas from the equations to the room."""

from __future__ import annotations

import re
from collections.abc import Iterator
from math import log

from northsquall import patterns
from northsquall.assessment import Finding, Severity
from northsquall.chemistry import pairs
from northsquall.chemistry.families import count_matches
from northsquall.chemistry.roots import is_gas, is_organic, shown
from northsquall.chemistry.walk import ionised_in
from northsquall.dynamics.schedule import next_size
from northsquall.findings.base import Context, finding, rule
from northsquall.findings.chemistry import pair_gases
from northsquall.findings.sentences import sentence_of
from northsquall.gas import GasRecord, record_of
from northsquall.gas.air import Exposure, room_of
from northsquall.gas.closed import Closed
from northsquall.gas.records import with_record
from northsquall.gas.release import FOAM_FACTOR, FOAMS, Release, foaming
from northsquall.gas.review import Demand
from northsquall.gas.train import SOLVENTS, Line, Passed, offers
from northsquall.procedure import Step
from northsquall.procedure.amounts import Lot
from northsquall.procedure.document import Closing, Seen
from northsquall.procedure.units import MOLAR_L
from northsquall.procedure.volumes import volumes
from northsquall.reading import concepts
from northsquall.reading.surroundings import NAKED
from northsquall.stability import alerts_of
from northsquall.substances import Substance, catalogue
from northsquall.working import figure

PLENTY_MOL = 0.02
"""mol of a gas that no bench flask holds shut: half a litre (assumption)."""
LEAST_MOL = 0.002
"""mol of a gas from which it is worth a sentence: half a hundred millilitres (assumption)."""


def _many(n: float) -> str:
    return f"{n:.2g} mol ({n * MOLAR_L:.2g} L)"


def _made(c: Context) -> list[tuple[GasRecord, tuple[float, float, float], Step | None]]:
    """Gases with an established amount worth a word, with the first step that gives them."""
    assert c.gas is not None
    out = []
    for g in dict.fromkeys(r.gas for r in c.gas.releases):
        mol = c.gas.mol(g)
        if mol[1] >= LEAST_MOL:
            biggest = max(c.gas.of(g), key=lambda r: r.mol[1])
            out.append((record_of(g), mol, c.step(biggest.step)))
    return out


def _unmeasured(c: Context) -> list[tuple[GasRecord, Step | None]]:
    """Gases that the ledger sees without an amount."""
    assert c.gas is not None
    return [
        (record_of(g), c.step(min(steps)) if steps else None)
        for g, steps in c.gas.seen.items()
        if not any(r.gas == g for r in c.gas.releases)
    ] + [
        (record_of(g), c.step(c.gas.of(g)[0].step))
        for g in dict.fromkeys(r.gas for r in c.gas.releases)
        if c.gas.mol(g)[1] < LEAST_MOL < c.gas.mol(g)[2] and _sees_fumes(c)
    ]


def _made_by_equation(c: Context) -> set[str]:
    """Components that a reaction of this procedure makes, whether or not how much of them leaves is known."""
    return {g for e in c.walk.events() for g, n in e.reaction.change if n > 0 and e.latent is None}


def _line_of(c: Context, gas: str) -> Line | None:
    assert c.gas is not None
    vessels = {r.vessel for r in c.gas.of(gas)}
    return next((line for of, line in c.gas.lines.items() if of in vessels), None)


def _absorbers(line: Line | None) -> list[Passed]:
    return [p for p in line.elements if p.element.element in ("absorber", "washer", "burner")] if line is not None else []


def _takes_all(c: Context, gas: str) -> bool:
    """Whether a line is known to take all of this gas."""
    d = c.gas.demands.get(gas) if c.gas and c.gas.lines else None
    return d is not None and (d.share or 0.0) >= 1.0


def _covered(c: Context, gas: str) -> bool:
    """Whether a line takes this gas, or stands there for an amount that is not established and is said so."""
    assert c.gas is not None
    d = c.gas.demands.get(gas)
    return _takes_all(c, gas) or (bool(c.gas.lines) and d is not None and d.mol is None and (d.offered_mol or 0.0) > 0)


def _sees_fumes(c: Context) -> tuple[int, int] | None:
    m = FUMES.search(c.procedure.flowing)
    return (m.start(), m.end()) if m else None


FUMES = patterns.compile(
    r"\bfumes? everywhere\b|\b(?:the (?:room|lab|laboratory|kitchen|cellar)|it all) (?:was|is|got|went) (?:full of|filled with|thick with) (?:fumes?|smoke|vapou?rs?|mist|fog|white|brown)\b|\b(?:brown|red-?brown|orange|yellow-?green|choking|white|(?<!acetic )(?<!formic )acid) (?:smoke|fumes?|gas|mist|vapou?rs?|clouds?|stuff|haze)\b|\bred(?:dish)? (?:fumes|smoke)\b|(?<!no )\b(?:rotten|bad) eggs?\b|(?<!no )\b(?:smells?|smelt|smelling|taste|stinks?) (?:of|like) (?:eggs|(?:bitter )?almonds|(?:a |the )?swimming[- ](?:pool|bath)|chlorine|mustard|garlic)\b|\bbrown (?:on top|above (?:it|the (?:liquid|mixture)))(?=[,.;])|\b(?:the|all the) brown (?=(?:comes|came|rises|rose|goes|went) (?:up|out|off|over))",
    re.I,
)
WARM_NITRATING_C = 40.0


UNNAMED_MOL = 0.05
"""Moles of a toxic gas from which it is to be named even where the line takes all of it (assumption)."""


@rule("G01")
def unnamed(c: Context) -> Iterator[Finding]:
    """G01: a gas that the equations give and the procedure does not name."""
    if c.gas is None:
        return
    text = c.procedure.flowing
    for record, mol, step in _made(c):
        if record.refer or record.named_in(text):
            continue
        if record.root in c.gas.from_absorber and not c.gas.of(record.root):
            continue
        severity: Severity = "condition" if record.toxic or record.fuel else "note"
        little = mol[1] < UNNAMED_MOL and _takes_all(c, record.root)
        if record.toxic and (little or _trifle(c, record, mol, c.gas.exposure.get(record.root))):
            severity = "note"  # an absorber for it is drawn: a little of it is expected, if not by name
        if severity == "note" and not record.toxic and mol[1] < 0.05:
            continue
        yield finding(
            "G01", severity, f"{_many(mol[1])} of {record.name} form, and the text does not name it.", step=step, figure=figure(mol[1], "mol", low=mol[0], high=mol[2]),
            limit="every gas named", remedy=f"Name {record.name}, how much, and where it goes.", source="handbook 2.7; the reaction's equation", short=f"{record.name} not named", cause=f"gas:{record.root}",
        )  # fmt: skip
    for record, step in _unmeasured(c):
        if record.refer or record.named_in(text) or _covered(c, record.root) or not (record.toxic or record.fuel):
            continue
        hooded = c.procedure.place.hood is True
        warm = any(e.step == (step.n if step else 0) and e.conditions.T_high >= WARM_NITRATING_C for e in c.walk.entries)
        fumes = _sees_fumes(c)
        plain = record.root == "H2" or (warm and not hooded) or (fumes is not None and not (hooded and _is_little(c, fumes)))
        if not plain and hooded:
            continue
        yield finding(
            "G01", "condition" if plain else "note", f"{record.name[:1].upper() + record.name[1:]} can form here, how much is not established, and the text does not name it.", step=step, established=False, limit="every gas named",
            remedy=f"Name {record.name}, and say where it goes.", source="handbook 3.1", short=f"{record.name} not named", cause=f"gas:{record.root}",
        )  # fmt: skip


BROWN = patterns.compile(r"\b(?:red-?)?brown(?:ish)? (?:gas|fumes?|smoke|vapou?rs?|clouds?|haze)\b", re.I)
NITROUS_NAMED = patterns.compile(
    r"\b(?:NOx|NO2|N2O4|nitrous (?:gas\w*|fumes|vapou?rs)|nitrogen (?:di|mon)?oxides?|oxides of nitrogen|nitric oxide)\b", re.I
)


@rule("G01")
def brown_gas(c: Context) -> Iterator[Finding]:
    """G01: brown gas is seen over a nitrite or nitric acid, and neither the text nor the equations say what it is."""
    text = c.procedure.flowing
    m = BROWN.search(text)
    nitrogen = any(x.substance is not None and {"NO2-", "NO3-"} & set(x.substance.parts) for x in c.lots.values())
    made = c.gas is not None and any(c.gas.mol(g)[2] > LEAST_MOL for g in ("NO", "NO2") if c.gas.of(g))
    led = c.procedure.place.hood is True or (c.gas is not None and bool(c.gas.lines))
    if m is None or not nitrogen or made or led or NITROUS_NAMED.search(text):
        return
    yield finding(
        "G01", "condition", f"“{m.group()}”: nitrous gases, how much is not established, and the text does not name them.", step=c.step_at(m.start()), span=m.span(), established=False, limit="every gas named",
        remedy="Colder, slower and with less acid in excess; in the hood; lead what comes into alkali.", source="handbook 3.1; common practice", short="nitrous gases not named", cause="gas:NO2",
    )  # fmt: skip


VENTED_AT_ONCE = patterns.compile(
    r"[^.\n]{0,60}\b(?:open(?:ing)? the tap|tap (?:is )?open(?:ed)?|vent(?:ed|ing)? (?:at once|each|often|after)|let(?:ting)? (?:the )?(?:gas|pressure) (?:off|out))\b",
    re.I,
)


VIAL = patterns.compile(r"\b(?:vials?|sample (?:tubes?|bottles?)|pill ?boxe?s?)\b", re.I)
"""What a product is put away in."""


STORES = patterns.compile(
    r"\b(?:kept|stored|put away)\b[^.;\n]{0,40}\b(?:glass|ground)[- ]stoppered\b|\b(?:acid|product|distillate) (?:is|stands|stays) in an? (?:\w+ )?(?:glass|ground)[- ]stoppered\b",
    re.I,
)
"""Where a product is put away, which no gas is led into."""


@rule("G02")
def shut_in(c: Context) -> Iterator[Finding]:
    """G02: a closed vessel with gas, vapour or slow evolution."""
    for k in c.procedure.closings if c.gas and c.gas.lines else []:
        step = next(
            (s for s in c.procedure.steps if s.kind == "absorb" and (s.vessel == k.vessel or s.span[0] <= k.span[0] <= s.span[1])), None
        )
        if step is None or k.how not in ("shut", "held") or k.place != "vessel":
            continue
        if STORES.search(c.procedure.flowing, max(0, k.span[0] - 60), k.span[1] + 10):
            continue  # "kept at 4 °C in a glass-stoppered bottle": what was made
        yield finding(
            "G02", "stop", f"“{k.word}”: gas is led into a bottle that is shut, and what is not taken up has no way out.", step=step, span=k.span, limit="an outlet behind every absorber", remedy="An outlet from the absorber to the exhaust.", source="handbook 2.7", short="absorber shut",
        )  # fmt: skip
    seen = {(x.closing.vessel, x.closing.step) for x in c.gas.closed} if c.gas else set()
    for k in c.procedure.closings:
        if k.how not in ("shut", "held") or k.place not in ("vessel", "store") or (k.vessel, k.step) in seen or c.gas is None:
            continue
        near = c.procedure.flowing[max(0, k.span[0] - 120) : k.span[1] + 140]
        gives = next((r for r in c.gas.releases if r.vessel == k.vessel and r.step <= k.step), None)
        if gives is not None and UNSPENT.search(near):
            yield finding(
                "G02", "stop", f"“{k.word}”: {k.vessel} is shut with some of what gives {record_of(gives.gas).name} still in it, and gas that is still coming cannot leave.", step=c.step(k.step), span=k.span, established=False,
                limit="open until no more gas comes", remedy="Leave it open to its line until nothing is left that gives gas, or destroy the rest first.", source="handbook 2.7 and 4", short="closed with gas or vapour",
            )  # fmt: skip
    for x in c.gas.closed if c.gas else []:
        step, k = c.step(x.closing.step), x.closing
        if k.place == "funnel" or VENTED_AT_ONCE.match(c.procedure.flowing, k.span[1], k.span[1] + 90):
            continue  # Q04; "then stopper, turn it over, open the tap at once"
        names = " and ".join(record_of(g).name for g in x.gases if x.gases[g][1] > 1e-4)
        lasting = LASTING.search(c.procedure.flowing[max(0, k.span[0] - 160) : k.span[1] + 160]) is not None
        why = (
            f"{names} cannot leave"
            if names
            else "what warms or boils has no way out"
            if k.place == "receiver" or x.T_C > 35
            else "gas that is still coming cannot leave"
        )
        where = {"receiver": "the receiver", "store": f"what is put away in {x.vessel}"}.get(k.place, x.vessel)
        if x.rise_bar is None:
            plenty = any(n[1] > PLENTY_MOL for n in x.gases.values())
            alive = bool(_alive(c, x)[0]) or (
                k.place == "store"
                and any(y.record["danger"] in ("gas", "heats") and (y.mol is None or y.left > LEAST_MOL) for y in c.leftovers)
            )
            if (
                x.unknown
                or _slow_gas(c, x.vessel, k.step)
                or lasting
                or alive
                or plenty
                or (k.place == "store" and c.gas is not None and any(g in c.gas.seen for g in ("H2", "CO2", "N2", "O2")))
            ):
                bad = alive or plenty or any(record_of(g).toxic or record_of(g).fuel for g in x.unknown) or lasting
                yield _shut(
                    x,
                    "stop" if bad else "condition",
                    f"“{k.word}”: {where} is shut, and {why}; how far the pressure rises is not established.",
                    step,
                    established=False,
                )
            continue
        high = x.rise_bar[2]
        slow = _slow_gas(c, x.vessel, k.step)
        pair = _bad_pair(c, x.vessel, k.step) if high < 0.02 else ""
        living, held = _alive(c, x) if high < 0.02 else ("", 0.0)
        if high < 0.02 and not lasting and not slow and not pair and not living:
            continue
        if high < 0.02:
            slow = slow or pair or living
            here = sum(r.mol[1] for r in c.gas.releases if r.vessel == x.vessel and k.step - 1 <= r.step <= k.step) if c.gas else 0.0
            if here > PLENTY_MOL and SHUT_AT_ONCE.search(c.procedure.flowing[max(0, k.span[0] - 60) : k.span[1] + 60]):
                held = here  # "the wire was closed as quickly as possible": nothing of it has gone yet
            yield _shut(
                x,
                "stop" if x.harmful or lasting or pair or held > PLENTY_MOL else "condition",
                f"“{k.word}”: {where} is shut while it can still give gas{f' ({slow})' if slow else ''}.",
                step,
                established=False,
            )
            continue
        if not (names or x.unknown or slow or x.harmful) and VIAL.search(c.procedure.flowing, max(0, k.span[0] - 40), k.span[1]):
            continue  # "the crystals went into a snap-cap vial, cap on": what was warm is not in it
        severity: Severity = "stop" if high > 0.05 or x.harmful else "condition"
        lift = (
            f"; a joint {'held by its clip' if k.how == 'held' else 'on its own'} lifts within {_minutes(x.lifts_min)}"
            if x.lifts_min is not None and x.rise_bar[1] > 0.1
            else ""
        )
        yield _shut(
            x,
            severity,
            f"“{k.word}”: {where} is shut, and {why}: {_bar(x.rise_bar[1])} over the room's{lift}. Glass is no pressure vessel.",
            step,
        )


def _bad_pair(c: Context, vessel: str | None, step: int) -> str:
    """What a pair of the never-together list does that is in a vessel when it is shut; empty without one."""
    here = next((e for e in reversed(c.walk.entries) if e.vessel == vessel and e.step <= step), None)
    worst = next((h for h in pairs.hits(here.after, here.conditions.T_high) if h.severity == "stop"), None) if here is not None else None
    return f"{worst.a} with {worst.b}: {worst.then}" if worst is not None else ""


LASTING = patterns.compile(
    r"\b(?:still|goes on|keeps? (?:on )?)\s*(?:fizz\w*|bubbl\w*|gass\w*|foam\w*|smok\w*)|\bfizz\w* a bit|\bbubbling a bit\b", re.I
)


UNSPENT = patterns.compile(
    r"\bstill (?:\w+ ){0,2}(?:undissolved|there|left|unreacted|in it)\b|\bsome (?:of the )?\w+(?: \w+)? (?:being |is |was |were )?(?:still )?(?:left|undissolved|unreacted|unused|over)\b|\bnot (?:all|quite all|everything) (?:\w+ ){0,3}(?:dissolved|used up|reacted|gone)\b|\bundissolved\b",
    re.I,
)
"""Words by which a generator is not yet exhausted."""


def _minutes(minutes: float | None) -> str:
    if minutes is None:
        return ""
    return "seconds" if minutes < 0.2 else f"{minutes:.0f} min" if minutes >= 2 else "a minute or two"


def _bar(x: float) -> str:
    if x > 100:
        return "over 100 bar"
    if x >= 1:
        return f"{x:.0f} bar" if x >= 10 else f"{x:.1f} bar"
    return f"{x * 1e3:.0f} mbar" if x < 0.1 else f"{x:.2g} bar"


def _slow_gas(c: Context, vessel: str, since: int) -> str:
    """What in a vessel gives gas slowly, in the ledger's words; empty where nothing does."""
    for w in [*c.trials, c.walk]:
        for e in w.events():
            if (
                e.vessel == vessel
                and any(is_gas(r) and n > 0 for r, n in e.reaction.change)
                and (e.latent in (None, "slow", "only on standing"))
                and (e.could or e.extent) > LEAST_MOL
            ):
                return e.reaction.family.name
    return ""


GASES_SLOWLY = ("diazonium", "azide", "peroxide", "hydroperoxide", "n-halogen", "nitrite-ester")
"""Groups whose substances lose gas in the bottle."""


SHUT_AT_ONCE = patterns.compile(
    r"\b(?:as (?:quickly|fast) as|quickly|at once|immediately|instantly|straight away|right away|before (?:it|the gas|much)|(?:cap|lid|stopper|cork|bung)(?: \w+)? on(?: tight| it)?,? and (?:shook|shaken|shake))\b",
    re.I,
)
"""Words by which a vessel is shut before its gas has come."""


def _alive(c: Context, x: Closed) -> tuple[str, float]:
    """What stands in a stored vessel and goes off by itself in time, with gas, and how much (mol): a leftover (handbook 3.3: danger "gas"), or the product itself."""
    if x.closing.place != "store":
        return "", 0.0
    left = [y for y in c.leftovers if y.record["danger"] == "gas" and y.left > LEAST_MOL and x.vessel in (y.vessel, y.left_in)]
    if left:
        return f"{left[0].record['name']} left in it", left[0].left
    inside = next((w for (n, v), w in reversed(list(c.walk.after.items())) if v == x.vessel and n <= x.closing.step), {})
    for root, n in inside.items():
        if n > LEAST_MOL and is_organic(root) and any(a.id in GASES_SLOWLY for a in alerts_of(root)):
            return f"{catalogue().label(root)} loses gas on standing", n
    target = c.purpose.target
    held = (
        max((e.after.get(target, 0.0) for e in c.walk.entries if e.vessel == x.vessel), default=0.0)
        if target and is_organic(target)
        else 0.0
    )
    if target and held > LEAST_MOL and any(a.id in GASES_SLOWLY for a in alerts_of(target)):
        return f"{catalogue().label(target)} loses gas on standing", held
    return "", 0.0


def _shut(x: Closed, severity: Severity, message: str, step: Step | None, established: bool = True) -> Finding:
    return finding(
        "G02", severity, message, step=step, span=x.closing.span, established=established, figure=figure(x.rise_bar[1], "bar", low=x.rise_bar[0], high=x.rise_bar[2]) if x.rise_bar is not None else None,
        limit="0.02 bar condition, 0.05 bar stop", remedy="Leave it open to the hood, or through a line that nothing can plug; close it only when no more gas comes." if x.closing.place != "receiver" else "Vent the receiver: an adapter with a side arm, led to the hood or an absorber.",
        source="handbook 2.7 and 4", short="closed with gas or vapour",
    )  # fmt: skip


def _of_dry_ice(c: Context, r: Release) -> bool:
    """Whether carbon dioxide comes of the dry ice of its own step: it leaves from the solid, and lifts no liquid."""
    return r.gas == "CO2" and any(
        m.step == r.step and re.search(r"\bdry ice\b|\bsolid carbon dioxide\b", m.name, re.I) for m in c.procedure.materials
    )


@rule("G03")
def foam(c: Context) -> Iterator[Finding]:
    """G03: foam asks for three times the liquid's volume."""
    if c.gas is None:
        return
    whole, said = volumes(c.procedure, c.lots), set()
    seen = [r for r in c.gas.releases if r.gas not in FOAMS and r.mol[1] > BURST_FOAM_MOL and _said_to_foam(c, r.step)]
    for r in [*foaming(c.gas.releases), *seen]:
        v = c.vessel(r.vessel)
        volume = whole.get(r.vessel)
        if v is None or v.nominal_mL is None or volume is None or r.vessel in said or _in_another(c, r.step, v.name):
            continue
        need = FOAM_FACTOR * volume
        if v.nominal_mL >= need or _of_dry_ice(c, r):
            continue
        slow = (
            r.known and (r.peak_mol_min[1] or 0.0) * MOLAR_L * 1e3 < 0.2 * volume
        )  # a fifth of the liquid's volume a minute: bubbles, no head
        if slow or r.mol[1] * MOLAR_L * 1e3 < 2 * volume:
            continue
        said.add(r.vessel)
        quick = (r.peak_mol_min[1] or r.peak_mol_min[2]) * MOLAR_L * 1e3 > 2 * v.nominal_mL
        yield finding(
            "G03", "stop" if quick and v.nominal_mL < 1.5 * volume else "note" if v.nominal_mL >= 2.0 * volume and _waits_for_froth(c, r.step) else "condition", f"{_many(r.mol[1])} of {record_of(r.gas).name} foam up {volume:.0f} mL in {r.vessel}: three times the liquid, {need:.0f} mL, is wanted.", step=c.step(r.step),
            figure=v.nominal_mL / volume, limit="3 × the liquid", remedy=f"A vessel of {next_size(need):.0f} mL, and small portions; wait for the foam each time.", source="handbook 2.7, common practice", short="no room for foam",
        )  # fmt: skip


OPEN_VESSEL = patterns.compile(r"\b(?:open|wide|large|big) (?:\w+ )?(beaker|bucket|bowl|dish|jar|crock|pail)\b", re.I)


def _in_another(c: Context, n: int, vessel: str) -> bool:
    """Whether a washing is told to be begun in an open vessel whose size nobody writes, and not where the batch reacted."""
    s = c.step(n)
    m = OPEN_VESSEL.search(s.text) if s is not None and s.kind == "extract" else None
    return m is not None and m[1].lower() not in vessel.lower()


BURST_FOAM_MOL = 0.05
"""Gas from which the author's word for foam is taken for a head of it (assumption)."""


def _said_to_foam(c: Context, n: int) -> bool:
    """Whether the author says of a step that it foams."""
    s = c.step(n)
    return s is not None and re.search(r"\b(?:foam|froth)\w*", c.procedure.flowing[s.span[0] : s.span[1] + 60], re.I) is not None


CAME_OVER = patterns.compile(
    r"\b(?:goes|went|comes|came|ran|runs|flows?|flowed) over the (?:side|edge|top|brim)\b|\bover the (?:rim|brim|top|edge) (?:with|as) (?:the )?(?:foam|froth)\b|"
    r"\b(?:foam|froth|boil|bubbl|spill|gush|well)\w*\b[^.;\n]{0,30}\b(?:over the (?:neck|rim|top|edge)|out of the (?:neck|flask|beaker|bottle|top))\b"
    r"|\bshot (?:right |straight |up )*(?:to|at|against|on ?to) the (?:ceiling|roof|lamp)\b|\b(?:foam|froth|boil)(?:s|ed) over\b(?! (?:an?|one|two|\d[\d.,/]*)[ -]?(?:third|quarter|half|fifth|cm|%))|\bnever (?:\w+ )?(?:boiled|foamed) over more than (?:once|twice)\b|\b(?:foam|froth)\w* (?:came |went |rose |rises |comes )?(?:right )?up (?:in)?to the (?:stopper|neck|top|rim|bung|condenser)\b|\b(?:came|comes|run|ran|runs) over the (?:neck|rim|top|edge)\b"
    r"|\b(?:contents?|mixture|batch|it|them|part|some|half|most|all|liquid|foam|froth|stuff)\b[^.;\n]{0,15}\b(?:came|comes|shot|shoots|flew|went|goes|spurt\w*|squirt\w*|blew|boil\w*|rose|was thrown)\b[^.;\n]{0,12}\b(?:out of the (?:top of the )?(?:neck|flask|top|condenser|funnel)|(?:through|up (?:in)?to|into) the (?:top of the )?(?:neck|condenser))\b"
    + rf"|\b(?:{concepts.FOAMS_OVER})\b",
    re.I,
)  # fmt: skip
NEVER_OVER = patterns.compile(r"\b(?:not|never|n['’]t|no|before it|lest|if|unless|should it|may|might|could|would)\b[^.;\n]{0,25}$", re.I)


FILLED, BOILS_IN = 0.9, ("distil", "reflux")
"""Part of a vessel's size from which it is full, and where it then boils over (handbook 2.7 asks for two thirds at most)."""


@rule("G03")
def boils_full(c: Context) -> Iterator[Finding]:
    """G03: a vessel is boiled that is filled nearly to the neck."""
    for step in c.procedure.steps:
        v = c.vessel(step.vessel)
        if step.kind not in BOILS_IN or v is None or v.nominal_mL is None:
            continue
        first = {s.n for s in c.procedure.steps if s.vessel == v.name and s.n <= step.n and s.kind in ("charge", "add", "dose")}
        if any(s.vessel == v.name and s.n < step.n and s.kind in ("distil", "extract", "filter", "transfer") for s in c.procedure.steps):
            continue
        held = sum(
            x.volume_mL
            for x in c.lots.values()
            if x.material.step in first and x.volume_mL is not None and x.material.role not in ("wash", "absorber")
        )
        if held > FILLED * v.nominal_mL:
            yield finding(
                "G03", "condition", f"{held:.0f} mL boil in {v.name}, which holds {v.nominal_mL:.0f} mL.", step=step, figure=held / v.nominal_mL, limit=f"{FILLED:.0%}; two thirds are usual", remedy=f"A vessel of {next_size(1.5 * held):.0f} mL.", source="handbook 2.7, common practice", short="too full to boil",
            )  # fmt: skip
            return


@rule("G03")
def came_over(c: Context) -> Iterator[Finding]:
    """G03: the author saw it come over the neck."""
    text = c.procedure.flowing
    for m in CAME_OVER.finditer(text):
        if NEVER_OVER.search(text[max(0, m.start() - 40) : m.start()]) and not m.group().lower().startswith("fill"):
            continue
        yield finding(
            "G03", "stop", f"“{m.group()}”: the vessel does not hold what foams or boils in it.", step=c.step_at(m.start()), span=m.span(),
            limit="3 × the liquid", remedy="A vessel of three times the liquid, and small portions; wait for the foam each time.", source="handbook 2.7, common practice", short="comes over",
        )  # fmt: skip
        return


FROTH = patterns.compile(
    r"\b(?:level|froth|foam)\b(?:[^.;]|\.\d){0,40}\b(?:below|under|not (?:\w+ )?(?:above|over|past|beyond)|never (?:\w+ )?(?:above|over|past|beyond)) (?:the |one |a )?(?:half|third|quarter|middle|two[- ]thirds?|three[- ]quarters?|neck|shoulder)"
    r"|\b(?:froth|foam|gas|fizz\w*|bubbl\w*)\b[^.;]{0,40}\b(?:gone|down|over|ceas\w*|subsid\w*|stop\w*|settl\w*|fall\w*|fell|break\w*|collaps\w*|(?:below|under) (?:a |one )?(?:half|third|quarter))\b|\bwait\w* (?:for|until|till) [^.;]{0,20}(?:froth|foam|gas|fizz|bubbl)",
    re.I,
)


def _waits_for_froth(c: Context, n: int) -> bool:
    """Whether each portion waits until the froth of the last is down."""
    s = c.step(n)
    if s is None:
        return False
    text = c.procedure.flowing
    begin = max(text.rfind(". ", 0, s.span[0]), text.rfind("\n", 0, s.span[0])) + 1
    return FROTH.search(text[begin : s.span[1] + 150].partition("\n\n")[0]) is not None


LITTLE_SHARE = 0.1
"""Part of an absorber up to which a gas is no cause of its being short (assumption)."""


@rule("G04")
def absorber_short(c: Context) -> Iterator[Finding]:
    """G04: a toxic gas with an absorber that is short, or none; a gas that is referred out."""
    if c.gas is None:
        return
    short: dict[tuple[str, str], list[tuple[GasRecord, Demand, Step | None, list[Passed]]]] = {}
    for record, mol, step in _made(c):
        if record.refer:
            yield finding(
                "G04", "stop", f"{record.name[:1].upper() + record.name[1:]} forms: outside what this review can decide.", step=step, limit="none", remedy="Refer to a laboratory equipped and licensed for it.", source="handbook 3.2", short="refer",
            )  # fmt: skip
            continue
        if not record.toxic:
            continue
        d, x = c.gas.demands.get(record.root), c.gas.exposure.get(record.root)
        line = _line_of(c, record.root)
        off = c.procedure.place.line_off
        gone = [r for r in c.gas.of(record.root) if line is None or r.vessel not in c.gas.lines or (off is not None and r.step >= off)]
        lost = sum(r.mol[1] for r in gone)
        held = _absorbers(line)
        taking = [p for p in held if p.stock is not None and offers(record, p.stock)] + [
            p for p in held if p.element.element == "burner" and record.fuel
        ]
        limit = f"{record.lowest_ppm:g} ppm" if record.lowest_ppm is not None else "no exposure limit is known; it counts as toxic"
        over = x is not None and x.of_limit is not None and x.of_limit > 0.5
        if line is not None and taking and d is not None and d.offered_mol is not None and d.mol is not None:
            share = d.share if d.share is not None else 0.0
            dissolving = [(k, n) for p in taking if p.stock is not None for k, n, _ in offers(record, p.stock) if k in SOLVENTS]
            if d.offered_mol <= 0 and dissolving:
                passes = line.out.get(record.root, 0.0) / max(line.came.get(record.root, 1.0), 1e-9)
                room = sum(n for _, n in dissolving)
                liquids = " and ".join(dict.fromkeys(k for k, _ in dissolving))
                if record.very_soluble and room > 1.5 * mol[1]:
                    continue
                yield finding(
                    "G04", "stop" if passes > 0.1 or room < mol[1] else "condition", f"{mol[1]:.2g} mol of {record.name} come, {liquids} dissolves {room:.2g} mol at most, and nothing stands behind it: {passes * 100:.0f} % pass.", step=step,
                    figure=room / mol[1], limit="1.5 × the need", remedy=f"Behind it {1.5 * d.mol[1]:.2g} mol of {d.reagent}.", source="handbook 3.2", short="absorber short", cause=f"gas:{record.root}",
                )  # fmt: skip
            elif d.through_min is None and d.mol[2] < LITTLE_SHARE * d.offered_mol:
                continue  # a little of it among much that asks for the same, and none passes
            elif share < 1.5 and share < 1.5 * (1.0 - _kept_dissolved(line, record)):
                short.setdefault((line.of, d.kind), []).append((record, d, step, taking))
        elif line is not None and held and not taking:
            if not record.takes and x is not None and x.where == "hood" and not over and x.of_limit is not None:
                continue  # dilution is its way, and it suffices
            unknown = c.procedure.place.hood is not True and (x is None or x.of_limit is None) and record.toxic and bool(record.takes)
            blank = any(p.trouble for p in held)  # how much stands there is not written: P02 says so
            if blank and not (over or unknown):
                continue
            why = f"what {_what(held)} takes of it is not established" if blank else f"{_what(held)} does not take it"
            yield finding(
                "G04", "stop" if over or unknown else "condition", f"{_many(mol[1])} of {record.name}: {why}{', and no hood is written' if unknown else ''}.", step=step, span=_lot_span(c, held), limit=limit, remedy=_choice(record, mol[1]), source="handbook 3.2", short="nothing takes it", cause=f"gas:{record.root}",
            )  # fmt: skip
        elif line is None and any(m.role == "absorber" for m in c.procedure.materials):
            yield finding(
                "G04", "note" if _trifle(c, record, mol, x) else "condition", f"{_many(mol[1])} of {record.name} leave, and an absorber is written, but not which vessel's gas goes through it.", step=step, established=False, limit=limit, remedy="Say which vessel's gas is led through the absorber.", source="handbook 3.2", short="no absorber", cause=f"gas:{record.root}",
            )  # fmt: skip
        elif line is None or not taking:
            if mol[1] < 0.004 and not over:
                continue
            if x is not None and x.of_limit is None:
                yield finding(
                    "G04", "condition", f"{_many(mol[1])} of {record.name} leave, no absorber is written, and what reaches the face is not established: {x.why or 'no limit is known'}.", step=step, established=False, limit=limit, remedy=_choice(record, mol[1]), source="handbook 3.2", short="no absorber", cause=f"gas:{record.root}",
                )  # fmt: skip
            elif x is not None:
                reach = f"{x.face_ppm[1]:.2g} ppm" if x.face_ppm is not None else ""
                place = (
                    "at the hood's face"
                    if x.where == "hood"
                    else "in the room"
                    if x.where == "room"
                    else "out of doors, which is no control"
                )
                yield finding(
                    "G04", "stop" if over else "note" if not record.takes or _trifle(c, record, mol, x) else "condition", f"{_many(mol[1])} of {record.name} leave with no absorber: up to {reach} {place}, against {limit}.", step=step, figure=figure(x.face_ppm[1], "ppm", low=x.face_ppm[0], high=x.face_ppm[2]) if x.face_ppm is not None else None,
                    limit=limit, remedy=_choice(record, mol[1]), source="handbook 3.2", short="no absorber", cause=f"gas:{record.root}",
                )  # fmt: skip
        if lost > LEAST_MOL and taking:
            past = gone[0]
            drawn_off = LINE_STAYS.search(_said_of(c, past.step)) is not None
            little = _trifle(c, record, (lost, lost, lost), x) or (c.procedure.place.hood is True and _stays_dissolved(c, record, gone))
            words = "the gas line is off by then" if past.vessel in c.gas.lines else f"{past.vessel} has no line"
            much: Severity = "stop" if over or lost >= 0.05 else "condition"
            much = "note" if lost < TRIFLE_MOL and little else "condition" if lost < 0.05 and c.procedure.place.hood else much
            if drawn_off and c.procedure.place.hood:  # a hose over an open beaker draws some of it off, in a hood: a step less
                words, much = "a hose only stands over it", "note" if much != "stop" else "condition"
            yield finding(
                "G04", much, f"{_many(lost)} of {record.name} leave when {words}.", step=c.step(past.step), figure=lost, limit=limit,
                remedy="Leave the gas line on until the last gas is gone.", source="handbook 2.8", short="gas past the line",
            )  # fmt: skip
    for group in short.values():
        yield _short_of(c, group)
    off = c.procedure.place.line_off
    for e in c.walk.events():
        hidden = [record_of(g) for g in e.reaction.family.record.get("side_gases", [])]
        if off is None or e.latent is not None or e.step < off or e.vessel not in c.gas.lines or not hidden or not hidden[0].toxic:
            continue
        yield finding(
            "G04", "condition" if c.procedure.place.hood else "stop", f"The gas line is off by then, and {e.reaction.family.name} gives {hidden[0].name}; how much is not established.", step=c.step(e.step), established=False,
            limit=f"{hidden[0].lowest_ppm:g} ppm" if hidden[0].lowest_ppm else "", remedy="Leave the gas line on until the quench is over.", source="handbook 3.3", short="gas past the line",
        )  # fmt: skip
        break
    seen = _sees_fumes(c)
    direct = _made_by_equation(c)
    beside = {record.root for record, _ in _unmeasured(c)} - set(direct)  # a side gas whose amount no equation gives
    known = {r.gas for r in c.gas.releases} | set(c.gas.seen)
    yield from _spoken_of(c, known - beside)
    yield from _of_a_pair(c, known)
    if not known:
        yield from _not_caught(c)
    for record, step in _unmeasured(c):
        if not record.toxic or record.refer or _covered(c, record.root):
            if record.refer:
                yield finding("G04", "stop", f"{record.name[:1].upper() + record.name[1:]} can form: outside what this review can decide.", step=step, limit="none", remedy="Refer to a laboratory equipped and licensed for it.", established=False, source="handbook 3.2", short="refer")  # fmt: skip
            continue
        if c.gas.lines and any(_absorbers(x) for x in c.gas.lines.values()):
            continue
        open_ = record.root in direct and (record.detector or c.procedure.place.hood is not True)
        if seen is not None and c.procedure.place.hood is True and not open_ and _is_little(c, seen):
            continue
        if seen is None and c.procedure.place.hood is True and record.root == "Br2" and _is_bromine_water(c):
            continue
        if seen is None and _is_thin(c, record.root):
            continue
        if seen is not None or c.procedure.place.hood is False or open_:
            yield finding(
                "G04", "stop" if c.procedure.place.hood is not True else "condition", f"{record.name[:1].upper() + record.name[1:]} comes off{' and is seen' if seen else ''}, and no absorber{'' if c.procedure.place.hood else ' and no hood'} is written; how much is not established.", step=step, span=seen, established=False,
                limit=f"{record.lowest_ppm:g} ppm" if record.lowest_ppm else "", remedy=_choice(record, None), source="handbook 3.2", short="no absorber", cause=f"gas:{record.root}",
            )  # fmt: skip
            return


THIN_PERCENT = 5.0
"""Of a gas in water, up to which it is smelt and no more (assumption)."""


def _is_thin(c: Context, root: str) -> bool:
    """Whether all that brings a gas is a thin solution of it in water."""
    held = root.removesuffix("(g)")
    bring = [x for x in c.lots.values() if x.substance is not None and held in x.substance.parts]
    return bool(bring) and all(x.material.strength is not None and (x.material.strength.percent_w or 100.0) <= THIN_PERCENT for x in bring)


BROMINE_IN_WATER = 3.4 / 100.0 / 159.8 * 1e3
"""mol of bromine that a litre of water holds (3.4 g in 100 mL at 20 °C: memory, handbook tables)."""


def _is_bromine_water(c: Context) -> bool:
    """Whether all the bromine of a procedure is less than half of what the water that it is made in holds, and nothing there is warm."""
    held = [
        e for e in c.walk.entries if e.mixed.get("Br2", 0.0) > 0 or any(dict(x.reaction.change).get("Br2", 0.0) > 0 for x in e.happened())
    ]
    most = max(
        (e.mixed.get("Br2", 0.0) + sum(dict(x.reaction.change).get("Br2", 0.0) * x.extent for x in e.happened()) for e in held), default=0.0
    )
    litres = min((e.mixed.get("H2O", 0.0) * 0.018 for e in held), default=0.0)
    return bool(held) and most < 0.5 * BROMINE_IN_WATER * litres and all(e.conditions.T_high <= 30.0 for e in held)


LITTLE = patterns.compile(r"\b(?:little|faint|slight|traces?|hardly|barely|a wisp)\b", re.I)


def _is_little(c: Context, span: tuple[int, int]) -> bool:
    """ "The brown fume is little and stays in the hood": whether the sentence that sees a gas says that there is little of it."""
    text = c.procedure.flowing
    begin = max(text.rfind(x, 0, span[0]) for x in (". ", "; ", "\n", "|")) + 1
    return LITTLE.search(re.split(r"[.;\n|]", text[begin:], maxsplit=1)[0]) is not None


LINE_STAYS = patterns.compile(
    r"\b(?:gas |off-?gas )?(?:line|hose)\b[^.;\n]{0,25}\b(?:stays?|kept|left|remains?|still|held|put)\b[^.;\n]{0,15}\b(?:over|above) (?:it|this|(?:the|its) (?:beaker|ice|quench|bucket|bowl))\b",
    re.I,
)
""" "Run it on to the ice; the gas line stays over it": some of what leaves there is drawn off."""
SAID_BEHIND = 60


def _said_of(c: Context, n: int) -> str:
    """A step's words and those just behind them."""
    step = c.step(n)
    return c.procedure.flowing[step.span[0] : step.span[1] + SAID_BEHIND] if step is not None else ""


LONGEST_FORMULA = 3
"""Letters up to which a name of a gas is its formula, written as such: "HCl", "SO2"."""
EVOLVED = r"(?:evolution|escape|fumes|clouds|stream|current|smell|bubbles) of (?:the )?{0}|{0}(?: gas| fumes| vapou?rs?)? (?:which )?(?:is|are|was|were) (?:then )?(?:evolved|given off|set free|allowed to escape|let off|driven (?:off|out))|{0}(?: gas| fumes)? (?:leaves?|comes? off|goes (?:off|up|away|out|to|into|through)|escapes?|evolves?|pours? out|bubbles? (?:off|out))"
"""How an author says that a gas comes; {0} is its name."""


def _spoken_of(c: Context, known: set[str]) -> Iterator[Finding]:
    """A toxic gas that comes by the author's own words, which no equation here gives: without an absorber its way is open."""
    text = c.procedure.flowing
    if c.gas is None or any(_absorbers(x) for x in c.gas.lines.values()):
        return
    low = text.lower()
    for root in with_record():
        record = record_of(root)
        if root in known or not record.toxic or record.refer or not record.takes:
            continue
        names = [re.escape(name) for name in record.names if len(name) > LONGEST_FORMULA and name.lower() in low]
        names += [rf"(?-i:\b{name}\b)" for name in record.names if len(name) <= LONGEST_FORMULA and name in text]
        said = next((m for name in names if (m := re.search(EVOLVED.format(name), text, re.I))), None)
        if said is None:
            continue
        step = c.step_at(said.start())
        yield finding(
            "G04", "condition" if c.procedure.place.hood else "stop", f"“{said.group()}”: {record.name} comes, and no absorber{'' if c.procedure.place.hood else ' and no hood'} is written; how much is not established.", step=step, span=said.span(),
            established=False, limit=f"{record.lowest_ppm:g} ppm" if record.lowest_ppm else "", remedy=_choice(record, None), source="handbook 3.2", short="no absorber", cause=f"gas:{root}",
        )  # fmt: skip


def _of_a_pair(c: Context, known: set[str]) -> Iterator[Finding]:
    """A toxic gas of a pair that must not meet, where no amount lets an equation measure it and nothing takes it."""
    if c.gas is None or c.procedure.place.hood:
        return  # in a hood S04 says enough
    held = " ".join(p.element.liquid or "" for x in c.gas.lines.values() for p in _absorbers(x)).lower()
    for root, n in pair_gases(c).items():
        record = record_of(root)
        if root not in known and not record.refer and not (held and (held != "water" or any(w == "water" for w, _, _ in record.takes))):
            yield finding(
                "G04", "stop", f"{record.name[:1].upper() + record.name[1:]} comes where they meet, and no absorber that takes it and no hood is written; how much is not established.", step=c.step(n),
                established=False, limit=f"{record.lowest_ppm:g} ppm" if record.lowest_ppm else "", remedy=_choice(record, None), source="handbook 3.2", short="no absorber", cause=f"gas:{root}",
            )  # fmt: skip


NOT_CAUGHT = patterns.compile(
    r"\b(?:gas(?:es)?|fumes?|vapou?rs?|HCl|HBr|SO2|hydrogen (?:chloride|bromide)|acid fumes)\b[^.;\n]{0,40}\b(?:not|never|n[’']t) (?:be(?:en)? )?(?:absorbed|scrubbed|trapped|caught|led (?:off|away|anywhere)|collected|washed|taken up)\b"
    r"|\bno (?:absorber|scrubber|gas trap|absorption|scrubbing)\b[^.;\n]{0,20}(?:used|fitted|needed|necessary|present|there|[.;\n]|$)|\bwithout (?:an? |any )?(?:absorber|scrubber|gas trap|absorption)\b|\b(?:absorber|scrubber|gas trap)\b[^.;\n]{0,15}\b(?:not (?:used|fitted|needed|necessary|connected)|left (?:out|off)|omitted|superfluous)\b",
    re.I,
)
"""An author's words for a gas that nothing takes."""


def _not_caught(c: Context) -> Iterator[Finding]:
    """A gas that is left uncaught by the author's own words, over what fumes, where no equation here gives one."""
    said = NOT_CAUGHT.search(c.procedure.flowing)
    fumes = next((x for x in c.lots.values() if fuming(x)), None)
    if said is not None and fumes is not None:
        yield finding(
            "G04", "condition" if c.procedure.place.hood else "stop", f"“{said.group().strip()}”, over {fumes.material.name}: what comes is not established, and nothing takes it.", step=c.step_at(said.start()), span=said.span(),
            established=False, remedy="An empty trap and an absorber that takes it, or show that nothing comes.", source="handbook 3.2", short="no absorber", cause="gas:not caught",
        )  # fmt: skip


ALSO_AN_ACID = ("hcl", "hbr", "hi", "hf", "nh3", "ammonia", "bromine", "iodine")
"""Names of gases that more often stand for what is in a bottle."""


NITROUS = patterns.compile(r"(?:nitrogen oxides|oxides of nitrogen|nitrous (?:gases|fumes)|NOx)\b", re.I)
"""What any of the oxides may be called."""


@rule("P06")
def gas_that_nothing_gives(c: Context) -> Iterator[Finding]:
    """P06, safety net: the author gives a toxic gas's amount, and no reaction here makes any: then nothing about it is established."""
    if c.gas is None:
        return
    text = c.procedure.flowing
    known = {r.gas for r in c.gas.releases} | set(c.gas.seen) | {r for e in c.walk.entries for r, n in e.mixed.items() if n > 0}
    for root in with_record():
        record = record_of(root)
        if root in known or not record.toxic or record.refer:
            continue
        names = "|".join(
            re.escape(n) for n in record.names if len(n) > 2 and not re.search(r"acid|ic$", n) and n.lower() not in ALSO_AN_ACID
        )
        if not names:
            continue
        said = re.search(
            rf"\b(?:{names})\b[^.;\n]{{0,12}}?\b\d+(?:[.,]\d+)? ?(?:mol|mmol|L|litres?)\b(?! (?:of|\w+ (?:flask|beaker|bottle)))",
            text,
            re.I,
        )
        if said is None or (known & {"NO", "NO2"} and NITROUS.match(said.group())):
            continue
        yield finding(
            "P06", "condition", f"“{said.group()}”: the text counts on {record.name}, and no reaction that is recognised gives it; what its line and absorber do is not established.", step=c.step_at(said.start()), span=said.span(),
            established=False, limit="a reaction for every gas", remedy="Say what it is made from and in which vessel, or add the reaction.", source="chemistry design, safety net", short="gas not recognised",
        )  # fmt: skip
        return


TRIFLE_MOL, MILD_MOL = 0.02, 0.05


def _trifle(c: Context, record: GasRecord, mol: tuple[float, float, float], x: Exposure | None) -> bool:
    """Whether a little of a toxic gas leaves into a hood and stays a quarter of every limit at its face."""
    if c.procedure.place.hood is True and _stays_dissolved(c, record):
        return True
    face = x.face_ppm[2] if x is not None and x.face_ppm is not None else None
    if c.procedure.place.hood is not True or face is None or record.lowest_ppm is None:
        return False
    return any(mol[2] < most and face < part * record.lowest_ppm for most, part in ((TRIFLE_MOL, 0.25), (MILD_MOL, 0.02)))


DISSOLVED_SHARE, DISSOLVED_BELOW_C = 0.05, 50.0
"""Part of what water holds at 20 °C and 1 atm up to which a gas makes no bubbles, and how warm that may be (assumption: a twentieth of an atmosphere)."""


def _stays_dissolved(c: Context, record: GasRecord, gone: list[Release] | None = None) -> bool:
    """Whether the water or alcohol of every vessel in which a soluble gas forms holds far more of it; of these releases, or of all."""
    limits = {k: w for k, _, w in record.takes if w is not None}
    found = gone if gone is not None else c.gas.of(record.root) if c.gas is not None else []
    if not limits or record.mass is None or not found:
        return False
    for r in found:
        e = next((e for e in c.walk.entries if e.step == r.step and e.vessel == r.vessel), None)
        if e is None:
            return False
        solvents = [(catalogue().substances[k], w) for k, w in limits.items()]
        room_g = sum(w * e.after.get(root, 0.0) * s.mass for s, w in solvents for root in s.parts)
        if e.conditions.T_high > DISSOLVED_BELOW_C or r.mol[2] * record.mass > DISSOLVED_SHARE * room_g:
            return False
    return True


def _kept_dissolved(line: Line, record: GasRecord) -> float:
    """Part of a soluble gas that plain water or another solvent of the line takes with half as much room again, 0 to 1; it asks no reagent."""
    came = line.came.get(record.root, 0.0)
    kept = 0.0
    for p in line.elements:
        if not (record.very_soluble or record.some_soluble) or p.stock is None or p.trouble:
            continue
        offered = offers(record, p.stock)
        if any(k not in SOLVENTS for k, _, _ in offered):
            continue
        room = sum(n for _, n, _ in offered)
        kept += min(p.took.get(record.root, 0.0), room / 1.5)
    return min(kept / came, 1.0) if came > 0 else 0.0


def _short_of(c: Context, group: list[tuple[GasRecord, Demand, Step | None, list[Passed]]]) -> Finding:
    """One absorber that is short, whatever gases share it."""
    _, d, step, taking = group[0]
    share = d.share or 0.0
    asked = (d.offered_mol or 0.0) / share if share else d.mol[1] if d.mol else 0.0
    names = " and ".join(r.name for r, *_ in group)
    through = [x.through_min for _, x, *_ in group if x.through_min is not None]
    after = (
        f"from {min(through):.0f} min on {names} pass{'es' if len(group) == 1 else ''}"
        if through
        else f"what comes then is only dissolved, and acid liquid gives {names} back"
    )
    message = (
        f"The absorber offers {d.offered_mol:.2g} mol of {d.reagent}, and {names} ask{'s' if len(group) == 1 else ''} for {asked:.2g} mol"
    )
    return finding(
        "G04", "stop" if share < 1.0 else "condition", f"{message}: {after}." if share < 1.0 else f"{message}: {share:.2g} times is offered, 1.5 is wanted.", step=step, span=_lot_span(c, taking), figure=share, limit="1.5 × the need; under 1.0 a stop",
        remedy=f"{1.5 * asked:.2g} mol of {d.reagent}: the need and half as much again.", source="handbook 2.7, 3.2", short="absorber short", cause=" ".join(f"gas:{r.root}" for r, *_ in group),
    )  # fmt: skip


def _lot_span(c: Context, held: list[Passed]) -> tuple[int, int] | None:
    return next((p.element.span for p in held if p.element.span), None)


def _what(held: list[Passed]) -> str:
    return " and ".join(p.element.liquid or p.element.name or p.element.element for p in held)


def _choice(record: GasRecord, mol: float | None) -> str:
    kinds = {
        "alkali": "caustic",
        "acid": "dilute acid",
        "reducer": "alkaline sulfite",
        "hypochlorite": "alkaline hypochlorite",
        "alcohol": "methanol under inert gas",
        "water": "water",
    }
    takes = [(k, p) for k, p, _ in record.takes if p]
    if not takes:
        return f"Say what carries the {record.name} off: a hood and its flow, {'a burner, ' if record.fuel else ''}a detector."
    kind, per = takes[0]
    return f"Lead it through an empty trap into {kinds[kind]}{f', {1.5 * mol * (per or 1.0):.2g} mol' if mol is not None else ''}."


NOTHING_WENT = patterns.compile(r"\b(?:nothing|none|no (?:liquid|caustic|water|lye|alkali)|not|never)(?: [\w-]+){0,2} ?$", re.I)
""" "So that nothing is drawn back"."""


BY_MOUTH = patterns.compile(r"[^.;\n]{0,25}\b(?:mouth|pipettes?|syringes?)\b", re.I)
"""Behind "is sucked up": what is drawn into a pipette."""


def _seen_going_back(text: str) -> re.Match[str] | None:
    """The words by which the author saw liquid go back up the line; none where they say that it must not, or might."""
    seen = (m for m in WENT_BACK.finditer(text) if not NEVER_OVER.search(text[max(0, m.start() - 45) : m.start()]))
    return next(
        (m for m in seen if not NOTHING_WENT.search(text[max(0, m.start() - 25) : m.start()]) and not BY_MOUTH.match(text, m.end())), None
    )


@rule("G05")
def sucked_back(c: Context) -> Iterator[Finding]:
    """G05: an absorber's liquid that can be pulled back into the pot."""
    for line in c.gas.lines.values() if c.gas else []:
        for k, p in enumerate(line.elements):
            if p.pulled != "reaches":
                continue
            unsized = any(x.element.element == "trap" and x.element.volume_mL is None for x in line.elements[:k])
            dips = p.element.dip_cm is not None and p.element.dip_cm > 0
            size = f"{p.pulled_mL:.0f} mL" if p.pulled_mL else "the whole liquid"
            small = (
                f"the traps before it hold {p.trap_mL:.0f} mL"
                if p.trap_mL
                else "the size of the empty trap before it is not written"
                if unsized
                else "no empty trap stands before it"
            )
            seen = _seen_going_back(c.procedure.flowing)
            hot = any(e.conditions.T_high > 45 or e.after.get("SO4-2", 0.0) > 0 for e in c.walk.entries if e.vessel == line.of)
            yield finding(
                "G05", "stop" if seen or (dips and hot and not p.trap_mL and not unsized) else "condition", f"{size} of {p.element.liquid or 'the absorber'} can be pulled back into {line.of} when the gas ends or the pot cools: {small}{', and the tube dips in' if dips else ''}.",
                step=None, span=p.element.span, established=seen is not None or (dips and not unsized), figure=None if unsized else p.trap_mL or 0.0, limit=size, remedy=f"An empty trap of {next_size(1.0 * (p.pulled_mL or 250.0)):.0f} mL before it, the right way round; or a funnel mouth-down just above the liquid.", source="handbook 2.7", short="suck-back",
            )  # fmt: skip


WENT_BACK = patterns.compile(
    r"\b(?:climb|rose|rise|crept|creep|ran|runs?|came|comes|shot|was (?:drawn|sucked|pulled)|is (?:drawn|sucked|pulled)|gets? (?:drawn|sucked|pulled)|got (?:drawn|sucked|pulled)|went|(?:had|has) gone)\w*\b[^.;\n]{0,12}\b(?:up|back)\b[^.;\n]{0,12}\b(?:the |its |that )?(?:tube|hose|line|pipe|tubing|delivery)\b"
    r"|\b(?:is|it['’]s|was|starts?|begins?|keeps?) (?:drawing|sucking|pulling|creeping|climbing) (?:it |water |liquid )?(?:back|up the (?:tube|hose|line))\b"
    r"|\b(?:climb|rose|ris|crept|creep)\w* (?:a (?:bit|little) |slowly |quickly |right )?(?:in(?:to)?|inside) (?:the |its )?(?:tube|hose|line|pipe|tubing)\b|\bwater (?:was|stood|had got|came) (?:back )?in(?:to)? the (?:hot )?(?:flask|generator|retort|tube)\b|\b(?:was|were|got|gets|is|being) (?:sucked|drawn|pulled) (?:right |straight |all the way )?(?:back|over|up)\b|\bsuck(?:s|ed)? (?:it|itself|some|something|a (?:bit|little|lot)|water|liquid|acid|the \w+)?(?: of (?:it|the \w+))? ?(?:right |all )?back\b",
    re.I,
)
"""Liquid that went back up the gas line while the author looked on."""


@rule("G05")
def went_back(c: Context) -> Iterator[Finding]:
    """G05: the author saw liquid go back up the line."""
    text = c.procedure.flowing
    if any(p.pulled == "reaches" for line in (c.gas.lines.values() if c.gas else []) for p in line.elements):
        return
    m = _seen_going_back(text)
    fed = any(x.substance is not None and x.substance.phase == "g" and x.material.role != "absorber" for x in c.lots.values())
    if m is not None and (fed or any(r.mol[1] > 0 for r in (c.gas.releases if c.gas else []))):
        yield finding(
            "G05", "stop", f"“{m.group()}”: the liquid of the line went back towards what makes the gas.", step=c.step_at(m.start()), span=m.span(), limit="an empty trap, or a funnel above the liquid",
            remedy="An empty trap before the liquid, the right way round; gas or nitrogen through it until the tube is out.", source="handbook 2.7", short="suck-back",
        )  # fmt: skip


OUTLET_DIPS = patterns.compile(
    r"\b(?:adapt[eo]r|bend|elbow|condenser|outlet|delivery tube|tube|end of the \w+)\b[^.;\n]{0,50}\b(?:dip\w*|under|below|beneath|into)\b[^.;\n]{0,25}"
    r"(?:\b(?:water|ice water|surface|liquid|ice)\b[^.;\n]{0,30}\breceiv\w*|\breceiv\w*(?:['’]s)? (?:water|liquid|ice))|\breceiv\w*[^.;\n]{0,60}\b(?:adapt[eo]r|tube|outlet|condenser)\b[^.;\n]{0,20}\b(?:dip\w*|below the surface|under (?:the )?water)",
    re.I,
)
"""A still whose outlet is under the liquid in its receiver."""
TAKEN_UP = patterns.compile(
    r"\b(?:lift|lower|raise|take|draw|pull|remove|vent|open)\w*\b[^.;\n]{0,45}\b(?:adapt[eo]r|receiver|tube|outlet|tap|stopper)\b|\b(?:adapt[eo]r|receiver|tube|outlet)\b[^.;\n]{0,40}\b(?:lift|lower|raise|taken (?:out|off|away)|drawn|removed|clear of)\w*",
    re.I,
)


AIR_COMES_IN = patterns.compile(
    r"\b(?:side[- ]?arm|vent|nipple) of the (?:adapt[eo]r|receiver|bend)\b[^.;\n]{0,40}\b(?:led|open|goes|vented|to)\b|\bvented adapt[eo]r\b",
    re.I,
)
"""A still that is open at its adapter draws air and no liquid."""


@rule("G05")
def still_sucks_back(c: Context) -> Iterator[Finding]:
    """G05: what a still's outlet dips into is drawn back when the heat goes off."""
    text = c.procedure.flowing
    m = OUTLET_DIPS.search(text)
    if (
        m is None
        or TAKEN_UP.search(text[: m.start()] + text[m.end() :])
        or AIR_COMES_IN.search(text)
        or not any(s.kind in ("distil", "heat", "reflux") for s in c.procedure.steps)
    ):
        return
    yield finding(
        "G05", "condition", "The outlet of the still is under the receiver's liquid; when the heat goes off, it is drawn back into the hot flask.", step=c.step_at(m.start()), span=m.span(),
        limit="lowered before the heat goes off", remedy="Lower the receiver before the heat is taken away, or end the adapter just above the liquid.", source="handbook 2.7", short="suck-back",
    )  # fmt: skip


@rule("G06")
def wrong_absorbent(c: Context) -> Iterator[Finding]:
    """G06: an absorber that gives off a gas of its own."""
    for g, (mol, step, name) in c.gas.from_absorber.items() if c.gas else []:
        record = record_of(g)
        if mol < LEAST_MOL or record.harmless:
            continue
        lots = [p for line in c.gas.lines.values() for p in line.elements if p.element.name == name] if c.gas else []
        yield finding(
            "G06", "stop" if mol > 0.02 else "condition", f"What comes sets {record.name} free from {_what(lots) or 'the absorber'}: {_many(mol)}.", step=c.step(step), span=_lot_span(c, lots), figure=mol, limit="no gas from the absorber",
            remedy="Caustic takes the acid gas; sulfite or hypochlorite only in an excess of it." , source="handbook 3.2", short="wrong absorbent",
        )  # fmt: skip


LIME = r"soda[- ]lime|quick ?lime|(?:solid |caustic )?potash|(?:potassium|sodium) hydroxide (?:pellets|sticks)|caustic (?:pellets|sticks)"
ACID_DRIERS = r"calcium chloride|sul(?:f|ph)uric acid|phosphorus pentoxide|phosphoric oxide"
OXIDISED_BY_SULFURIC = ("H2S", "HBr", "HI")


def _takes_what_it_dries(record: GasRecord) -> str:
    """Drying agents that hold a gas back, or turn it into a worse one: what takes it as an absorber does, dry (common practice, no source); calcium chloride takes eight ammonia."""
    kinds = {kind for kind, _, _ in record.takes}
    agents = (
        [LIME] * ("alkali" in kinds)
        + [ACID_DRIERS] * ("acid" in kinds)
        + [r"sul(?:f|ph)uric acid"] * (record.formula in OXIDISED_BY_SULFURIC)
    )
    return "|".join(agents)


DRIES = patterns.compile(r"\b(?:dry|dried|dries|drying)\b", re.I)


DILUTE_BEFORE = patterns.compile(
    r"(?<![\d.])\b(?:dil(?:ute|\.)?|\d(?:\.\d+)? ?(?:M|N|mol/L)|[1-6]?\d ?%(?: w/w)?)(?: (?:aqueous|cold))? (?:of )?$", re.I
)
"""In front of an acid that is none to dry with."""


@rule("G06")
def dried_by_what_takes_it(c: Context) -> Iterator[Finding]:
    """G06: a gas is dried with what takes it."""
    text = c.procedure.flowing
    made = {r.root: r for r, mol, _ in _made(c) if mol[1] > LEAST_MOL} | {r.root: r for r, _ in _unmeasured(c)}
    for record in made.values():
        agent = _takes_what_it_dries(record)
        for m in re.finditer(rf"\b(?:{agent})\b", text, re.I) if agent else ():
            near = text[max(text.rfind("\n", 0, m.start()) + 1, m.start() - 120) : m.end() + 40].partition("\n")[0]
            way = re.search(r"\b(?:tube|tower|column|bottle|train|U-tube)\b", near, re.I)
            if DILUTE_BEFORE.search(text, max(0, m.start() - 40), m.start()) is not None:
                continue  # "an inverted funnel just touching 500 mL of 1 M sulfuric acid": it takes what is left, and dries nothing
            if way is None or not DRIES.search(near) or re.search(rf"\b(?:never|not|no)\b[^.;]{{0,30}}(?:{agent})", near, re.I):
                continue
            yield finding(
                "G06", "condition", f"“{m.group()}” is to dry {record.name}, and takes it.", step=c.step_at(m.start()), span=m.span(), limit="a drying agent that leaves it alone",
                remedy="Quicklime or potassium hydroxide dries ammonia; calcium chloride or sulfuric acid dries hydrogen chloride, chlorine and sulfur dioxide; calcium chloride dries hydrogen sulfide and bromide.", source="common practice, no source", short="wrong drying agent",
            )  # fmt: skip
            return


@rule("Q05")
def spent_absorber(c: Context) -> Iterator[Finding]:
    """Q05: what is added to a spent absorber sets the gas free again, or another one."""
    for g, (mol, n, name) in c.gas.from_spent.items() if c.gas else []:
        record, step = record_of(g), c.step(n)
        if mol < LEAST_MOL or not (record.toxic or record.fuel):
            continue
        agents = " and ".join(dict.fromkeys(c.lots[k].label for k in step.materials)) if step is not None else "what is added"
        yield finding(
            "Q05", "stop", f"{agents[:1].upper() + agents[1:]} sets {record.name} free from what stands in the {name}: up to {_many(mol)}.", step=step, figure=mol, limit="no gas from the spent absorber",
            remedy=f"Keep it alkaline, and destroy what holds the {record.name} first, or hand it over as it is, labelled, with a vented cap.", source="handbook 2.7: what spent liquid must not meet", short="spent absorber", cause=f"gas:{record.root}",
        )  # fmt: skip


FREED_BY_ACID = {"SO3-2": "SO2", "S-2": "H2S", "CN-": "HCN", "ClO-": "Cl2"}
"""What acid sets free from what an absorber holds (handbook 2.7)."""
ACIDIFIES = patterns.compile(r"\bacidif\w+|\bpH ?[0-5]\b|\b(?:strongly|until) acid\w*|\bacid waste\b", re.I)


@rule("Q05")
def acidified_absorber(c: Context) -> Iterator[Finding]:
    """Q05: a spent absorber is made acid, with an amount that nobody wrote."""
    absorbers = set(c.walk.lines.values())
    for e in c.stand_in.entries if c.gas else []:
        step = c.step(e.step)
        if step is None or e.vessel not in absorbers or step.kind == "absorb" or not ACIDIFIES.search(step.text):
            continue
        if all(c.lots[k].mol is not None for k in step.materials):
            continue
        for salt, g in FREED_BY_ACID.items():
            record = record_of(g)
            if e.after.get(salt, 0.0) > 1e-3 and g not in c.gas.from_spent:  # type: ignore[union-attr]
                yield finding(
                    "Q05", "stop", f"{record.name[:1].upper() + record.name[1:]} comes free from what stands in the {e.vessel} where it is made acid; how much is not established.", step=step, established=False, limit="no gas from the spent absorber",
                    remedy=f"Keep it alkaline, and destroy what holds the {record.name} first.", source="handbook 2.7: what spent liquid must not meet", short="spent absorber", cause=f"gas:{record.root}",
                )  # fmt: skip
                return


@rule("G07")
def past_the_limit(c: Context) -> Iterator[Finding]:
    """G07: exposure past the absorber over a limit; no hood; outdoors or a window as the control; no detector."""
    if c.gas is None:
        return
    place = c.procedure.place
    toxic = [(r, m, s) for r, m, s in _made(c) if r.toxic and not r.refer]
    loose = [(r, m, s) for r, m, s in toxic if not _covered(c, r.root)]
    open_ones = [(r, s) for r, s in _unmeasured(c) if r.toxic and not r.refer and not _covered(c, r.root)]
    first = loose[0][2] if loose else open_ones[0][1] if open_ones else None
    names = ", ".join(dict.fromkeys([r.name for r, *_ in loose] + [r.name for r, _ in open_ones][:2]))
    poor = place.window or place.outdoors or place.hood is False
    if place.hood is not True and toxic and not loose and poor:
        yield finding(
            "G07", "condition", f"{'An open window or door' if place.window else 'Being out of doors' if place.outdoors else 'The open bench'} is no control for {toxic[0][0].name}, should the absorber fail.", step=toxic[0][2], span=place.span,
            limit="a hood, sash down", remedy="In a hood with the sash down.", source="handbook 2.7", short="no hood",
        )  # fmt: skip
    elif place.hood is not True and (loose or (open_ones and (_sees_fumes(c) or place.hood is False or place.window or place.outdoors))):
        how = (
            "An open window or door is"
            if place.window
            else "Being out of doors is"
            if place.outdoors
            else "Work without a hood is"
            if place.hood is False
            else "No hood is written; the room is"
        )
        yield finding(
            "G07", "stop" if place.hood is False or place.window or place.outdoors or any(_over(c, r) for r, *_ in loose) else "condition", f"{how} no control for {names}.", step=first, span=place.span if (place.window or place.outdoors or place.hood is False) else None,
            limit="a hood, sash down", remedy="In a hood with the sash down, behind an absorber.", source="handbook 2.7", short="no hood",
            cause="" if poor else " ".join(f"gas:{r.root}" for r, *_ in loose[:1]) or " ".join(f"gas:{r.root}" for r, _ in open_ones[:1]),
        )  # fmt: skip
    else:
        for r, _, s in toxic:
            x = c.gas.exposure.get(r.root)
            if x is not None and x.of_limit is not None and x.of_limit > 1.0 and x.face_ppm is not None:
                yield finding(
                    "G07", "stop", f"{r.name[:1].upper() + r.name[1:]} reaches {x.face_ppm[1]:.2g} ppm {'at the face' if x.where == 'hood' else 'in the room'} against a {x.limit_kind} of {x.limit_ppm:g} ppm.", step=s, figure=figure(x.face_ppm[1], "ppm", low=x.face_ppm[0], high=x.face_ppm[2]), limit=f"{x.limit_ppm:g} ppm",
                    remedy=f"Slower by {x.of_limit * 2:.0f} times, or an absorber that takes it.", source="handbook 2.7", short="over the limit", cause=f"gas:{r.root}",
                )  # fmt: skip
    direct = _made_by_equation(c)
    formed = [(r, f"{_many(m[1])} of {r.name} form", s) for r, m, s in toxic if m[1] > 0.005]
    formed += [
        (r, f"{r.name[:1].upper() + r.name[1:]} comes off, how much is not established", s) for r, s in _unmeasured(c) if r.root in direct
    ]
    for r, what, s in formed:
        known = [*place.detectors, *c.settings.laboratory.detectors]
        if r.detector and not any(_detects(d, r) for d in known):
            yield finding(
                "G07", "condition", f"{what}, and no detector is named.", step=s, limit="a detector", remedy=f"A {r.name} detector at the hood's face, tried before the start.", source="handbook 1, scope", short="no detector", cause=f"gas:{r.root}",
            )  # fmt: skip


def _detects(words: str, r: GasRecord) -> bool:
    return (
        r.named_in(words)
        or words.lower().split()[0] in ("gas", "detector", "detectors")
        or (r.root in ("HCl", "HBr", "Cl2", "Br2") and "acid" in words.lower())
    )


def _over(c: Context, r: GasRecord) -> bool:
    x = c.gas.exposure.get(r.root) if c.gas else None
    return x is not None and x.of_limit is not None and x.of_limit > 1.0


FLASH_MARGIN_K = 5.0
VAPOUR_PART = 0.15
"""Mass fraction of a flammable liquid in a vessel from which its vapour can burn (assumption)."""


@rule("G08")
def can_burn(c: Context) -> Iterator[Finding]:
    """G08: flammable gas over 25 % of its lower limit, or a flammable liquid near a source of ignition."""
    if c.gas is None:
        return
    place = c.procedure.place
    for r, m, s in _made(c):
        x = c.gas.exposure.get(r.root)
        if not r.fuel or x is None:
            continue
        lit = next((x for x in place.flames if not _burns_what_leaves(c, x)), None)
        if x.of_lfl is None and m[1] > 0.01:
            if x.where != "hood" and r.lfl_percent is not None and not c.gas.of(r.root)[0].known:
                yield finding(
                    "G08", "stop" if lit else "condition", f"{_many(m[1])} of {r.name} leave, how fast is not established: {c.gas.of(r.root)[0].how}.", step=s, established=False, limit="25 % of the lower flammable limit",
                    remedy="Say how fast it is added, and in which hood.", source="handbook 2.7", short="can burn",
                )  # fmt: skip
            continue
        if x.of_lfl is None or x.of_lfl < 0.25:
            if lit is not None and m[1] > 0.02 and _near(c, lit.step, s):
                yield _burns(c, "stop", f"{_many(m[1])} of {r.name} leave near “{lit.word}”.", s, lit.span, x.of_lfl or 0.0)
            continue
        severity: Severity = "stop" if x.of_lfl > 1.0 or lit is not None else "condition"
        yield _burns(
            c,
            severity,
            f"{r.name[:1].upper() + r.name[1:]} reaches {x.of_lfl * 100:.0f} % of its lower flammable limit in {'the exhaust' if x.where == 'hood' else 'the room'}{f', near “{lit.word}”' if lit else ''}.",
            s,
            lit.span if lit else None,
            x.of_lfl,
        )
    for r, s in _unmeasured(c):
        if r.fuel and not r.toxic and r.root in _made_by_equation(c):  # of a toxic one G04 says it first
            yield finding(
                "G08", "stop" if place.hood is not True else "condition", f"{r.name[:1].upper() + r.name[1:]} comes off, how much and how fast is not established.", step=s, established=False, limit="25 % of the lower flammable limit", remedy="Weigh what is there, add slowly, sweep with nitrogen, no source of ignition.", source="handbook 2.7", short="can burn",
            )  # fmt: skip
            break
    begin = min((s.span[0] for s in c.procedure.steps), default=0)
    for lit in place.flames:
        all_along = lit.span[0] < begin and NAKED.search(lit.word) is not None  # told with the set-up: it burns throughout
        places = [lit.step, *(s.n for s in c.procedure.steps if all_along)]
        at, found = next(((n, near) for n in places if (near := _flammable(c, n)) is not None), (lit.step, None))
        if found is None:
            continue
        name, flash, T = found
        yield _burns(
            c,
            "stop",
            f"{name[:1].upper() + name[1:]} (flash point {flash:.0f} °C) is open or vented at {T:.0f} °C within reach of “{lit.word}”.",
            c.step(at),
            lit.span,
            T,
        )
        return


def _burns_what_leaves(c: Context, lit: Seen) -> bool:
    """Whether a flame is the burner in which a line ends, told in its sentence: it is meant, and takes what leaves."""
    text = c.procedure.flowing
    ends = [x.span for x in c.procedure.train if x.element == "burner" and x.span is not None]
    return NAKED.search(lit.word) is not None and any(
        re.search(r"[.;\n]", text[min(b, lit.span[1]) : max(a, lit.span[0])]) is None for a, b in ends
    )


def _near(c: Context, a: int, s: Step | None) -> bool:
    return s is not None and abs(a - s.n) <= 2


def _burns(c: Context, severity: Severity, message: str, s: Step | None, span: tuple[int, int] | None, value: float) -> Finding:
    return finding(
        "G08", severity, message, step=s, span=span, figure=value, limit="25 % of the lower flammable limit, 100 % or a source of ignition a stop", remedy="No flame, plate or spark within a metre; a water bath heated elsewhere; sweep with nitrogen to the hood.", source="handbook 2.7 and 4", short="can burn",
    )  # fmt: skip


def flash_below(s: Substance | None, T: float) -> float | None:
    """Flash point (°C) of a liquid whose vapour burns at `T`; None for anything else."""
    v = s.value("Tflash") if s is not None and s.phase == "l" else None
    return v.value if v is not None and v.value + FLASH_MARGIN_K <= T else None


ACTIVITY = {
    "methanol": 2.0, "ethanol": 5.0, "1-propanol": 15.0, "2-propanol": 8.0, "tert-butanol": 12.0, "acetone": 8.0, "acetic acid": 2.5,
    "formic acid": 1.0, "tetrahydrofuran": 18.0, "1,4-dioxane": 6.0, "acetonitrile": 12.0, "propionic acid": 8.0,
}  # fmt: skip
"""Liquids that burn and mix with water in every ratio, with their activity coefficient in much water, rounded up (memory: infinite dilution, 25 °C)."""
EVAPORATION_K = 40e3 / 8.314
"""Their heat of evaporation over R, K (assumption)."""


def _flash_in_water(s: Substance, flash: float, n: float, water: float) -> float:
    """Flash point (°C) of a liquid that water thins: where its vapour over the mixture is as dense as over the pure one at its flash point; never above what is measured.

    ln(x γ) = ΔHv/R (1/T − 1/Tf), with x its mole fraction and γ as in much water.
    """
    if s.id not in ACTIVITY or n <= 0 or water <= 0:
        return flash
    part = min(ACTIVITY[s.id] * n / (n + water), 1.0)
    return 1.0 / (1.0 / (flash + 273.15) + log(part) / EVAPORATION_K) - 273.15


def _flammable(c: Context, upto: int) -> tuple[str, float, float] | None:
    """(name, flash point, temperature) of a flammable liquid in the step's vessel, of which it is a good part, or in its gas line."""
    cat, room = catalogue(), c.settings.best("ambient_C")
    step = c.step(upto)
    if step is None or step.vessel is None:
        return None
    line = c.gas.lines.get(step.vessel) if c.gas is not None else None
    keys = [k for p in line.elements for k in p.element.lots if k in c.lots] if line is not None else []  # what the gas is led into
    keys += step.materials if step.kind in ("filter", "extract") else []  # what it is taken up in over the flame
    for s in (c.lots[k].substance for k in keys):
        flash = flash_below(s, room)
        if s is not None and flash is not None:
            return s.id, flash, room
    entries = [e for e in c.walk.entries if e.vessel == step.vessel and e.step <= upto]
    if not entries:
        return None
    e = entries[-1]
    boiled = next((x for x in reversed(entries) if (d := c.step(x.step)) is not None and d.kind == "distil" and upto - x.step <= 3), None)
    if boiled is not None and step.kind in ("heat", "test", "cool", "hold"):
        e = boiled  # told behind the distillation: what it stands on
    masses = {r: n * s.mass for r, n in e.mixed.items() if n > 0 and (s := cat.of_root(r)) is not None}
    whole = sum(masses.values()) + sum(18.0 * n for r, n in e.mixed.items() if r == "H2O" and r not in masses)
    T = max(e.conditions.T_high, room) if e.step == upto else room
    best: tuple[str, float, float] | None = None
    salts = ionised_in(e.mixed)
    for r, m in masses.items():
        s = cat.of_root(r)
        flash = flash_below(s, T) if r not in salts else None
        if s is None or flash is None:
            continue
        flash = _flash_in_water(s, flash, m / s.mass, max(e.mixed.get("H2O", 0.0), 0.0))
        if flash + FLASH_MARGIN_K <= T and m >= VAPOUR_PART * whole and (best is None or flash < best[1]):
            best = (s.id, flash, T)
    return best


OVER_STEAM = patterns.compile(rf"\b(?:{concepts.HEATERS}|boiling water|sand bath|oil bath)\b", re.I)
NOT_NEAR = patterns.compile(r"\b(?:no|never|not|without|(?:far )?(?:away )?from)\b[^.;\n]{0,20}$", re.I)
LIGHTS_AT_C = 120.0
"""Temperature of ignition up to which steam, an oven or a bath lights a vapour (assumption: carbon disulfide)."""


@rule("G08")
def lights_on_what_is_warm(c: Context) -> Iterator[Finding]:
    """G08: a liquid whose vapour lights on a steam pipe or an oven, near one."""
    low = next(
        (
            (x, auto)
            for x in c.lots.values()
            if x.substance is not None and (auto := x.substance.value("Tauto")) is not None and auto.value <= LIGHTS_AT_C
        ),
        None,
    )
    m = OVER_STEAM.search(c.procedure.flowing)
    if low is None or m is None or NOT_NEAR.search(c.procedure.flowing[max(0, m.start() - 25) : m.start()]):
        return
    x, auto = low
    assert x.substance is not None
    yield _burns(
        c,
        "stop",
        f"{x.substance.id[:1].upper() + x.substance.id[1:]} lights itself at {auto.value:.0f} °C, and “{m.group()}” is there.",
        c.step_at(m.start()),
        m.span(),
        auto.value,
    )


@rule("G09")
def back_pressure(c: Context) -> Iterator[Finding]:
    """G09: the line's back-pressure over what a joint holds."""
    for line in c.gas.lines.values() if c.gas else []:
        hold = c.settings.best("joint_free_mbar")
        if line.back_mbar is None or line.back_mbar < 0.8 * hold:
            continue
        yield finding(
            "G09", "stop" if line.back_mbar > c.settings.best("joint_clipped_mbar") else "condition", f"The line holds back {line.back_mbar:.0f} mbar at the peak; an unclipped joint lifts at about {hold:.0f} mbar.", span=next((p.element.span for p in line.elements if (p.element.dip_cm or 0) > 0), None),
            figure=line.back_mbar, limit=f"{hold:.0f} mbar", remedy="Less depth, a wider tube, or a slower feed; clip the joints.", source="handbook 2.7", short="back-pressure",
        )  # fmt: skip


@rule("G10")
def spontaneous(c: Context) -> Iterator[Finding]:
    """G10: a gas that lights itself in air."""
    if c.gas is None:
        return
    for r, m, s in _made(c):
        if r.spontaneous and m[1] > 1e-4:
            yield finding("G10", "stop", f"{r.name[:1].upper() + r.name[1:]} lights itself in air: {_many(m[1])}.", step=s, figure=m[1], limit="none in air", remedy="Under inert gas throughout, into its absorber, purged before it is opened.", source="handbook 3.2", short="spontaneously flammable")  # fmt: skip
    for r, s in _unmeasured(c):
        if r.spontaneous:
            yield finding("G10", "stop", f"{r.name[:1].upper() + r.name[1:]} can form and lights itself in air; how much is not established.", step=s, established=False, limit="none in air", remedy="Under inert gas throughout, into its absorber, purged before it is opened.", source="handbook 3.2", short="spontaneously flammable")  # fmt: skip


SMELL = patterns.compile(
    r"\b(?:when|until|till|as soon as|once|if)\b[^.;\n]{0,40}\b(?:smell\w*|cough\w*|odou?r|eyes? (?:water|sting|burn)\w*|nose|sniff\w*|stings?|pungent)\b|\b(?:you (?:can )?(?:start to )?(?:smell|cough)|(?:smell|sniff) (?:it|at|tells|shows|the (?:neck|flask|jar))|by (?:the )?(?:smell|odou?r)|by smelling|eyes? (?:water|sting|burn)\w*,? that.s how|by (?:your|the|my|his|her) nose|(?:your|the|my) nose (?:tells?|knows|shows|says)|(?:have|take|has) a (?:sniff|smell|whiff)|(?:smell|sniff) (?:carefully |briefly |shortly )?(?:at|over) (?:it|the)|(?:can )?still smells?|(?:can )?still (?:be smelt|smell it))\b"
    r"|\bsmells? (?:like|of) [^.;\n]{2,35}\b(?:so|that's it|then) (?:it's |it is )?(?:finished|done|ready|over)\b|\b(?:start(?:s|ed)? to cough)\b|\bsmell\b[^.;\n]{0,60}\b(?:fan|window)\b|\bcough\w* (?:=|is|means) (?:enough|done|full|ready|ok)\b|\bsmell(?:ing)? test\b|\bsniff(?:ing)? test\b|\bsmells \w+ ?= ?(?:ok|good|done)\b"
    + r"|\b(?:until|till) (?:the )?(?:brown |red |nitrous )?fumes (?:are|is|were) (?:no longer|not) (?:seen|visible)"
    + rf"|\b(?:{concepts.BY_SMELL})\b",
    re.I,
)


TAKEN_BACK = patterns.compile(r"\W{1,3}(?:no|sorry|I mean|rather|wrong)\b", re.I)
"""Behind words that their author takes back."""


SAFE_ACT = patterns.compile(
    r"\b(?:leave the (?:room|lab\w*|place)|get out|evacuat\w*|clear the (?:room|lab\w*)|everybody out|never (?:smell|sniff)|(?<!you )(?<!we )(?<!one )(?<!I )(?:do not|don['’]t) (?:smell|sniff))\b",
    re.I,
)


NEVER_BY = patterns.compile(r"\b(?:not|never|nobody|no one|none|n['’]t)\b[^.;\n]*$", re.I)


def _alarms(text: str, m: re.Match[str]) -> bool:
    """Whether a smell is a reason to leave, or told to be no sign, and so no endpoint: "if you smell it, leave the room", "never by smell"."""
    by_no_nose = (
        re.match(r"(?:\w+ )?by ", m.group(), re.I) is not None and NEVER_BY.search(text[max(0, m.start() - 30) : m.start()]) is not None
    )
    return by_no_nose or SAFE_ACT.search(sentence_of(text, m)) is not None


def _little_in_the_hood(c: Context, record: GasRecord) -> bool:
    """Whether all of a gas has an amount, which is little, and a hood takes it."""
    assert c.gas is not None
    found = c.gas.of(record.root)
    unmeasured = set(c.gas.seen.get(record.root, ())) - {x.step for x in found}
    return c.procedure.place.hood is True and not unmeasured and sum(x.mol[2] for x in found) < MILD_MOL


@rule("G11")
def by_the_nose(c: Context) -> Iterator[Finding]:
    """G11: smell or an irritated eye as the endpoint."""
    text = c.procedure.flowing
    m = next((x for x in SMELL.finditer(text) if not TAKEN_BACK.match(text[x.end() :]) and not _alarms(text, x)), None)
    if m is None:
        return
    step = c.step_at(m.start())
    yield finding(
        "G11", "stop" if c.gas and any(r.toxic and not _little_in_the_hood(c, r) for r, *_ in _made(c)) else "condition", f"“{m.group().strip()}”: the nose is no endpoint; what is smelt is breathed, and the sense tires.", step=step, span=(m.start(), m.end()), limit="never by smell",
        remedy="A test that needs no nose: bubbles over, mass gain, a strip with its control, a sample by chromatography.", source="handbook 6.2", short="smell as endpoint",
    )  # fmt: skip


STOPS = patterns.compile(
    r"\b(?:tap|funnel|feed|drip\w*|addition|dropping|valve)\b[^.\n]{0,60}\b(?:clos\w+|shut\w*|stop\w*|off|die[sd]?)\b|\b(?:close|shut|stop)\w* (?:the )?(?:tap|funnel|feed|addition|valve|generator)\b|\bdies? away\b"
    r"|\b(?:mantle|bath|burner|heat(?:er|ing)?)\b (?:is |was |then |now )*(?:lowered|taken away|dropped|removed|switched off|turned off|off|down)\b|\blower(?:ed)? (?:the |its )?(?:generator['’]s |water |oil )?(?:bath|mantle)\b",
    re.I,
)


FIRST_PORTION = 0.2
"""Part of a gas up to which what goes in at once is the portion that shows whether it starts (assumption)."""


@rule("G12")
def generator(c: Context) -> Iterator[Finding]:
    """G12: a generator of a toxic or flammable gas without a purge at the end, or that cannot be stopped."""
    if c.gas is None or c.purpose.target is None:
        return

    target = c.purpose.target if is_gas(c.purpose.target) else None
    made = {e.reaction.family.id for e in c.walk.events() if dict(e.reaction.change).get(target or "", 0.0) > 0}
    least = 0.1 if made == {"ammonia-warmed"} else 0.02  # what leaves a warm solution by the way is no generator
    if target is None or not any(r.gas == target and r.mol[1] > least for r in c.gas.releases):
        return
    record = record_of(target)
    if record.harmless and not record.fuel:
        return
    missing = []
    if not c.procedure.place.purged and c.procedure.place.sweep_L_min is None:
        missing.append("nothing sweeps the apparatus at the end")
    most = FIRST_PORTION * sum(r.mol[1] for r in c.gas.of(target))
    at_once = any(r.gas == target and "all at once" in r.how and r.mol[1] > most for r in c.gas.releases)
    fed = all(
        (s := c.step(r.step)) is not None and s.kind == "dose" and s.duration is not None for r in c.gas.of(target) if r.mol[1] > 0.02
    )
    if at_once or not (fed or STOPS.search(c.procedure.flowing)):
        missing.append("nothing stops the gas once it has begun")
    if not missing:
        return
    worst = max(c.gas.of(target), key=lambda r: r.mol[1])
    yield finding(
        "G12", "condition", f"A generator of {record.name}: {' and '.join(missing)}.", step=c.step(worst.step), limit="a stop and a purge", remedy="Drip one reagent so that closing the tap ends it, and sweep with nitrogen or air before anything is opened.", source="handbook 4", short="generator",
    )  # fmt: skip


def _held_back(c: Context) -> Iterator[tuple[Closing, list[Release]]]:
    """Wool, foil, film and balloons, each with the gas of its vessel that it is to hold."""
    for k in c.procedure.closings if c.gas is not None else []:
        if k.how in ("wool", "foil", "film", "balloon"):
            yield (
                k,
                [
                    r
                    for r in (c.gas.releases if c.gas is not None else [])
                    if r.vessel == k.vessel
                    and r.step >= k.step - 1  # what has just come out still stands in the flask
                    and r.mol[1] > LEAST_MOL
                    and (record_of(r.gas).toxic or record_of(r.gas).fuel or k.how == "balloon")
                ],
            )


def _bursts(k: Closing, here: list[Release]) -> float:
    """Litres that come into a balloon, where it does not hold them; else 0."""
    litres = sum(r.mol[1] for r in here) * MOLAR_L
    return litres if k.how == "balloon" and litres > BALLOON_L else 0.0


ONE_HOLE = patterns.compile(
    r"\b(?:bung|stopper|cork|lid|cap)\b[^.;\n]{0,25}\b(?:(?:just |only )?(?:the |a )?(?:one|single) hole)\b|\b(?:one|single)-?hole(?:d)? (?:rubber )?(?:bung|stopper|cork|lid|cap)\b",
    re.I,
)
TUBE_DIPS = patterns.compile(
    r"\b(?:tube|hose|pipe)\b[^.;\n]{0,80}\b(?:dips?|dipping|ends?|ending|reach\w*|bottom|under|below|in(?:to)?)\b[^.;\n]{0,60}\b(?:\d[\d., ]*m?L|surface|liquid|bottom|methanol|ethanol|ether|water|alcohol|caustic|ester|acetate|acid|solution)\b",
    re.I,
)
SECOND_WAY = patterns.compile(r"\b(?:vent\w*|outlet|side[- ]?arm|loose\w*|notch\w*|second hole|two holes|open (?:neck|arm))\b", re.I)


@rule("G02")
def one_hole(c: Context) -> Iterator[Finding]:
    """G02: gas is led into liquid through the one hole of a stopper: what is not taken up has no way out."""
    text = c.procedure.flowing
    for m in ONE_HOLE.finditer(text) if c.gas and (c.gas.releases or c.gas.seen) else []:
        near = text[max(0, m.start() - 260) : m.end() + 60]
        if not TUBE_DIPS.search(near) or SECOND_WAY.search(text, max(0, m.start() - 60), m.end() + 60):
            continue
        yield finding(
            "G02", "stop", f"“{m.group()}”: the tube takes up the only hole of the vessel that gas is led into, and what is not taken up has no way out.", step=c.step_at(m.start()), span=m.span(),
            limit="an outlet behind every absorber", remedy="A second hole with an outlet to the exhaust.", source="handbook 2.7", short="absorber shut",
        )  # fmt: skip


@rule("G02")
def balloon_full(c: Context) -> Iterator[Finding]:
    """G02: a balloon that takes more gas than it holds shuts its vessel."""
    for k, here in _held_back(c):
        litres = _bursts(k, here)
        if litres:
            bad = any(record_of(r.gas).toxic or record_of(r.gas).fuel for r in here)
            yield finding(
                "G02", "stop" if bad else "condition", f"“{k.word}”: {litres:.0f} L of gas come, and a balloon holds some {BALLOON_L:.0f} L; after that it is shut.", step=c.step(k.step), span=k.span,
                figure=litres, limit=f"{BALLOON_L:.0f} L", remedy="An open line to an absorber or the hood in its place.", source="common practice, no source", short="closed",
            )  # fmt: skip


@rule("G13")
def plugged(c: Context) -> Iterator[Finding]:
    """G13: wool, foil, film or a balloon relied on where gas or vapour comes."""
    for k, here in _held_back(c):
        loose = [r for r, s in _unmeasured(c) if r.toxic]
        if _bursts(k, here) or not (here or loose):
            continue
        name = record_of(here[0].gas).name if here else loose[0].name
        yield finding(
            "G13", "condition", f"“{k.word}” holds back no {name}.", step=c.step(k.step), span=k.span, established=bool(here), limit="a line to an absorber", remedy="A tube to the absorber or the hood in its place.", source="handbook 1 and 4", short="plug or foil",
        )  # fmt: skip


BALLOON_L = 5.0
"""What a laboratory balloon holds before it bursts or lifts its joint (common practice, no source)."""
AIR_PART = 0.0695
"""Part of a room's air that takes its oxygen from 20.9 to 19.5 % (handbook 2.7)."""


@rule("G14")
def air_used_up(c: Context) -> Iterator[Finding]:
    """G14: a room without a hood in which a gas takes the oxygen's place, or oxygen that is let into a vessel with fuel."""
    if c.gas is None or c.procedure.place.hood is True:
        return
    room = room_of(c.procedure.place, c.settings)[0]
    for r, m, s in _made(c):
        litres = m[2] * MOLAR_L
        if r.toxic or litres < AIR_PART * room * 1e3 * 0.5:
            continue
        yield finding(
            "G14", "stop" if litres > AIR_PART * room * 1e3 else "condition", f"{litres:.0f} L of {r.name} in a room of {room:.0f} m³: oxygen can fall towards 19.5 %.", step=s, figure=litres / (room * 1e3), limit="7 % of the room", remedy="In a hood, or in the open air with nobody below it.", source="handbook 2.7", short="oxygen",
        )  # fmt: skip


FUMING = {
    "bromine",
    "thionyl chloride",
    "phosphorus trichloride",
    "phosphorus tribromide",
    "acetyl bromide",
    "propionyl chloride",
    "dimethyl sulfate",
    "phosphoryl chloride",
    "oxalyl chloride",
    "acetyl chloride",
    "fuming nitric acid",
    "titanium tetrachloride",
    "carbon disulfide",
    "chlorosulfonic acid",
    "sulfuryl chloride",
    "methyl iodide",
    "silicon tetrachloride",
    "benzoyl chloride",
    "butyryl chloride",
    "chloroacetyl chloride",
    "trifluoroacetic anhydride",
    "benzyl bromide",
    "allyl bromide",
    "acrolein",
    "acrylonitrile",
    "sulfur monochloride",
    "boron tribromide",
    "antimony pentachloride",
    "ethyl chloroformate",
    "methyl chloroformate",
}
"""Liquids whose vapour hurts at once where they are poured (common practice, no source); strong ammonia beside them."""
STRONG_AMMONIA, MUCH_AMMONIA_ML = 20.0, 50.0
"""Mass per cent and mL from which ammonia is one of them (common practice, no source)."""


def fuming(lot: Lot) -> bool:
    """Whether a lot is a liquid whose vapour hurts at once where it is poured."""
    s = lot.substance
    if s is None or lot.material.role == "absorber" or (lot.mass_g and lot.mass_g[1] < 1.0):
        return False
    ammonia = s.id == "ammonia" and lot.mass_g is not None and 100.0 * s.mass * lot.best_mol >= STRONG_AMMONIA * lot.mass_g[1]
    return s.id in FUMING or (ammonia and (lot.volume_mL or 0.0) >= MUCH_AMMONIA_ML)


IN_THE_OPEN = patterns.compile(
    r"\b(?:weigh|measur|pour|pipett|tipp|dispens|fill|decant|draw)\w*\b(?:[^.;\n]|\.\d){0,70}?\b(?:(?:on|at|by|near|next to|beside) (?:the |an? |my )?(?:open |lab(?:oratory)? )?(?:bench|balance|scales|sink|window|table|door)|(?:outside|not in) (?:of )?(?:the |an? )?(?:fume )?(?:hood|cupboard)|in the (?:balance|weighing) room|in an open (?:dish|basin|cup|tray|weighing boat))\b"
    r"|\b(?:on the (?:open )?(?:lab(?:oratory)? )?bench|outside (?:of )?the (?:hood|fume cupboard)),? (?:\w+ ){0,2}(?:weigh|measure|pour|pipette|tip|fill|decant)\w*"
    r"|\bbalance (?:is|stands) (?:on the (?:open )?bench|outside|by the|in the (?:lab|room))(?:[^.\n]|\.\d){0,40}\bweigh\w*"
    + rf"|\b(?:{concepts.MEASURED_OUTSIDE})\b",
    re.I,
)
"""Weighed, measured or poured outside the hood."""


@rule("G15")
def measured_outside(c: Context) -> Iterator[Finding]:
    """G15: there is a hood, and a volatile toxic liquid is measured outside it."""
    text = c.procedure.flowing
    if c.procedure.place.hood is not True:
        return
    for m in IN_THE_OPEN.finditer(text):
        sentence = sentence_of(text, m)
        lot = next(
            (x for x in c.lots.values() if fuming(x) and re.search(rf"\b{re.escape(x.material.name)}\b", sentence, re.I)),
            None,
        )
        if lot is None or re.search(r"(?<!not )\b(?:in|inside|under) the (?:fume )?(?:hood|cupboard)\b(?! as)", sentence, re.I):
            continue
        yield finding(
            "G15", "condition", f"“{m.group().strip()}”: {lot.label} is measured or poured outside the hood.", step=c.step(lot.material.step), span=m.span(), limit="in the hood",
            remedy="Measure and pour it in the hood, by syringe or from a closed funnel.", source="handbook 4", short="toxic liquid in the open",
        )  # fmt: skip
        return


@rule("G15")
def poured_in_the_open(c: Context) -> Iterator[Finding]:
    """G15: a volatile toxic liquid poured or measured with no hood."""
    if c.procedure.place.hood is True:
        return
    for lot in c.lots.values():
        s = lot.substance
        if s is None or not fuming(lot):
            continue
        rate = evaporation_g_min(s.mass, s.value("Psat", "l").value if s.value("Psat", "l") else None)  # type: ignore[union-attr]
        yield finding(
            "G15", "stop" if c.procedure.place.hood is False or c.procedure.place.window or IN_THE_OPEN.search(c.procedure.flowing) else "condition", f"{lot.label[:1].upper() + lot.label[1:]} is measured and poured, and no hood is written{f'; a spill of 100 cm² gives {rate:.2g} g a minute' if rate else ''}.",
            step=c.step(lot.material.step), span=lot.material.span, figure=rate, limit="in the hood", remedy="Measure and pour it in the hood, by syringe or from a closed funnel.", source="handbook 2.7 (evaporation: EPA screening form, from memory)", short="toxic liquid in the open",
        )  # fmt: skip
        return


@rule("G07")
def open_to_the_room(c: Context) -> Iterator[Finding]:
    """G07: the author says that there is no hood, or an open window for one, and a volatile toxic liquid is handled."""
    place = c.procedure.place
    if not (place.hood is False or place.window or place.outdoors) or place.hood is True:
        return
    gases = {r.gas for r in c.gas.releases} | set(c.gas.seen) if c.gas else set()
    for lot in c.lots.values():
        s = lot.substance
        if s is None or not fuming(lot) or set(s.parts) & gases:
            continue
        how = "An open window or door" if place.window else "Being out of doors" if place.outdoors else "A place without a working hood"
        yield finding(
            "G07", "stop", f"{how} is no control for the vapour of {lot.label}.", step=c.step(lot.material.step), span=place.span,
            limit="a hood, sash down", remedy="In a hood with the sash down.", source="handbook 2.7", short="no hood",
        )  # fmt: skip
        return


LACHRYMATORS = ("c[CH2][Cl,Br,I]", "[CX3](=O)[CX4;H2,H1][Cl,Br,I]", "C=C[CX3H1]=O", "[CX3](=O)[Cl,Br]", "C=C[CH2][Cl,Br,I]")
"""Structures whose vapour makes the eyes run: benzyl and allyl halides, halogens beside a carbonyl, acid halides, acrolein (common practice, no source)."""


@rule("G07")
def tears(c: Context) -> Iterator[Finding]:
    """G07: what is made makes the eyes run, and the author says that there is no hood, or an open window for one."""
    place = c.procedure.place
    made = c.purpose.target
    if place.hood is True or not (place.hood is False or place.window or place.outdoors) or made is None or not is_organic(made):
        return
    if any(count_matches(made, smarts) for smarts in LACHRYMATORS):
        how = "An open window or door" if place.window else "Being out of doors" if place.outdoors else "A place without a working hood"
        yield finding(
            "G07", "stop", f"{how} is no control for a lachrymator, which {c.procedure.results.product or 'the product'} is.", span=place.span,
            limit="a hood, sash down", remedy="In a hood with the sash down, until the glass is rinsed.", source="common practice, no source", short="no hood",
        )  # fmt: skip


COLOURED = patterns.compile(r"\b(?:brown|red|orange|yellow|green)\w*\b", re.I)
"""Fumes with a colour: nitrogen dioxide, bromine, chlorine."""


@rule("G07")
def fumes_of_something(c: Context) -> Iterator[Finding]:
    """G07, safety net: the author saw fumes, and no gas here accounts for them."""
    seen, place = _sees_fumes(c), c.procedure.place
    poor = place.hood is False or place.window or place.outdoors
    if seen is None or place.hood is True or not (c.reactions or poor):
        return
    if c.gas is not None and (any(r.toxic for r, *_ in _made(c)) or any(r.toxic for r, _ in _unmeasured(c))):
        return
    words = c.procedure.flowing[slice(*seen)]
    where = "Being out of doors" if place.outdoors else "An open window or door" if place.window else "The open bench"
    yield finding(
        "G07", "stop" if poor and COLOURED.search(words) else "condition", f"“{words}”: what comes off, and how much, is not established, and {f'{where[0].lower()}{where[1:]} is no control' if poor else 'no hood is written'}.", step=c.step_at(seen[0]), span=seen, established=False,
        limit="a hood, sash down", remedy="Name what comes off; in a hood with the sash down.", source="handbook 2.7", short="fumes",
    )  # fmt: skip


POURED_OVER = r"\b(?:pour|decant|tip|fill|transfer|measur)\w*\b[^.;\n]{{0,25}}\b{}\b"


@rule("G15")
def made_and_poured(c: Context) -> Iterator[Finding]:
    """G15: a volatile toxic liquid that was made here is poured over with no hood."""
    made = next((s for s in catalogue().substances.values() if s.id in FUMING and c.purpose.target in s.parts), None)
    charged = {x.substance.id for x in c.lots.values() if x.substance}
    if made is None or made.id in charged or c.procedure.place.hood is True:
        return
    m = re.search(POURED_OVER.format(re.escape(made.id)), c.procedure.flowing, re.I)
    if m is None:
        return
    rate = evaporation_g_min(made.mass, p.value if (p := made.value("Psat", "l")) else None)
    yield finding(
        "G15", "stop" if c.procedure.place.hood is False or c.procedure.place.window else "condition", f"“{m.group()}”: no hood is written{f'; a spill of 100 cm² gives {rate:.2g} g a minute' if rate else ''}.", step=c.step_at(m.start()), span=m.span(), figure=rate,
        limit="in the hood", remedy="Pour it in the hood, cold, or distil it straight into its bottle.", source="handbook 2.7 (evaporation: EPA screening form, from memory)", short="toxic liquid in the open",
    )  # fmt: skip


def evaporation_g_min(mass: float, psat_kPa: float | None, area_cm2: float = 100.0, T_C: float = 25.0) -> float | None:
    """Evaporation of a pool (g/min): E = k A M p/(R T), k = 0.83 (18/M)^(1/3) cm/s (EPA screening form, from memory). None without a vapour pressure."""
    if psat_kPa is None:
        return None
    k = 0.83 * (18.0 / mass) ** (1.0 / 3.0)
    return k * area_cm2 * mass * psat_kPa * 1e3 / (8.314462618e6 * (T_C + 273.15)) * 60.0


PUT_AWAY = patterns.compile(r"\b(?:waste|bottle|can|drum|jar|drain|sink|cupboard|shelf|dishwasher|bin)\b", re.I)


@rule("G16")
def still_coming(c: Context) -> Iterator[Finding]:
    """G16: gas that is still coming when it is put away, poured out or left."""
    if c.gas is None or any(x.closing.place == "store" for x in c.gas.closed):
        return  # G02 says it
    text = c.procedure.flowing
    m = LASTING.search(text)
    if m is None or not PUT_AWAY.search(text[m.end() : m.end() + 140]):
        return
    step = c.step_at(m.start())
    yield finding(
        "G16", "condition", f"“{m.group().strip()}”, and it is put away: the gas goes on coming.", step=step, span=(m.start(), m.end()), established=False, limit="no more gas", remedy="Wait until no more gas comes, warmed to room temperature and stirred; then a vented cap.", source="handbook 4", short="gas still coming",
    )  # fmt: skip


def _all_harmless(c: Context, vessel: str) -> bool:
    """Whether nothing toxic and nothing that burns comes from a vessel: what washes its gas need not be weighed."""
    came = [r.gas for r in c.gas.releases if r.vessel == vessel and r.mol[2] > 0] if c.gas else []
    return bool(came) and not any(record_of(g).toxic or record_of(g).fuel for g in came)


def _passes_water(c: Context, vessel: str, trouble: str) -> bool:
    """Whether an unmeasured wash bottle holds water and takes nothing of the gases that come from a vessel."""
    came = [record_of(r.gas) for r in c.gas.releases if r.vessel == vessel and r.mol[2] > 0] if c.gas else []
    return bool(came) and "no amount of water" in trouble and not any(g.toxic or g.very_soluble or g.some_soluble for g in came)


@rule("P02")
def line_faults(c: Context) -> Iterator[Finding]:
    """Faults in the line itself: a loop, no volume, nothing in an absorber, two of one name."""
    for line in c.gas.lines.values() if c.gas else []:
        for p in line.elements:
            if p.trouble and not ("no amount" in p.trouble and (_all_harmless(c, line.of) or _passes_water(c, line.of, p.trouble))):
                yield finding("P02", "condition", p.trouble, span=p.element.span, established=False, remedy="Complete the element.", source="handbook 2.7", short="gas line", asks=f"train:{p.element.name}")  # fmt: skip
        for t in line.trouble:
            if "itself" in t:
                yield finding("P01", "condition", t, established=False, remedy="Draw the line from the flask to the hood.", source="handbook 2.7", short="gas line")  # fmt: skip


__all__ = ["evaporation_g_min", "shown"]
