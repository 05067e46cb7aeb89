"""Q12, and S04 where things are cleaned: waste streams, drains and bins, and what meets on wet glass."""

from __future__ import annotations

import re
from collections.abc import Iterable, Iterator
from itertools import combinations

from northsquall import patterns
from northsquall.assessment import Finding, Severity
from northsquall.chemistry import pairs
from northsquall.chemistry.classes import classes_in
from northsquall.chemistry.ledger import Stream
from northsquall.chemistry.species import speciate
from northsquall.chemistry.walk import split_layers
from northsquall.findings.base import Context, finding, rule
from northsquall.findings.sentences import named_in, sentence_start
from northsquall.procedure import Step
from northsquall.substances import Substance, catalogue

_HELD_FOR = r"\b(?:drum|can|bottle|tank|waste|bucket|container|carboy) (?:of|for|with)(?: the)?(?: \w+)?"
_OLD = r"\b(?:old|used|spent|left-?over|remaining|last (?:week|month)'s|yesterday's)"
STREAMS: tuple[tuple[re.Pattern[str], str, dict[str, float]], ...] = (
    (patterns.compile(r"\b(?:aqueous acid|acid(?:ic)? (?:aqueous )?)\s*waste\b|\bacid waste\b", re.I), "aqueous acid waste", {"H2O": 10.0, "SO4-2": 1.0, "H+": 2.0}),
    (patterns.compile(r"\b(?:aqueous|water) waste\b|\bdrain\b|\bsink\b|\bdishwasher\b", re.I), "water", {"H2O": 10.0}),
    (patterns.compile(r"\b(?:alkaline|caustic|lye) (?:waste|drum|can|tank|sump|container|barrel)\b", re.I), "alkaline waste", {"H2O": 10.0, "Na+": 1.0, "H+": -1.0}),
    (patterns.compile(r"\b(?:solvent|organic|flammable)s? (?:waste|can|drum|bottle|residues|canister|container|tank|barrel|jar|bucket)\b|\b(?:acetone|alcohol|ethanol|methanol|ether|hexane|toluene)s? (?:waste(?: can)?|can|drum|bottle|residues)\b|\bwaste (?:solvent|acetone)\b|\b(?:can|drum|bottle|jar|container|canister) (?:for|of|with) (?:the |used |waste |spent |organic )*(?:solvents?|organics?|alcohols?|acetone)\b|\b(?:joins?|joined|goes with|go with|put with|added to|to|in with|among) the (?:used |waste |spent |other )?(?:solvents|organics)\b", re.I), "solvent waste", {"CC(C)=O": 1.0, "CCO": 1.0}),
    (patterns.compile(r"\b(?:bleach|(?:sodium )?hypochlorite (?:drum|can|waste|residues))\b(?=[^.;\n]*)", re.I), "bleach", {"H2O": 10.0, "Na+": 1.0, "ClO-": 1.0}),
    (patterns.compile(rf"{_HELD_FOR} cyanides?\b|\bcyanide (?:waste|rins\w+|bath|liquors?|drum|can)\b|{_OLD} cyanides?\b", re.I), "cyanide", {"H2O": 10.0, "Na+": 1.0, "CN-": 1.0}),
    (patterns.compile(rf"{_HELD_FOR} sulfides?\b|\bsulfide (?:waste|bath|liquors?|drum|can)\b|{_OLD} sulfides?\b", re.I), "sulfide", {"H2O": 10.0, "Na+": 2.0, "S-2": 1.0}),
    (patterns.compile(rf"{_HELD_FOR} (?:used |spent )?(?:nitric(?: acid)?|nitrating acids?)\b|\bnitric(?: acid)? (?:waste|drum|can)\b", re.I), "nitric acid", {"H2O": 5.0, "NO3-": 1.0, "H+": 1.0}),
    (patterns.compile(rf"{_HELD_FOR} (?:used |spent )?peroxides?\b|\bperoxide (?:waste|bath|drum|can)\b|{_OLD} peroxides?\b", re.I), "hydrogen peroxide", {"H2O": 10.0, "H2O2": 1.0}),
    (patterns.compile(rf"{_HELD_FOR} (?:used |spent )?ammonia\b|\bammonia (?:waste|drum|can)\b|\b(?:sink|drain|waste)\b[^.;\n]{{0,25}}\b(?:with|and|plus) (?:some |a (?:little|splash of|drop of|bit of) )?ammonia\b", re.I), "ammonia", {"H2O": 10.0, "NH3": 1.0}),
)  # fmt: skip
DESTROYED_THERE = patterns.compile(r"\b(?:destroy|remov|decompos|reduc|kill|driv|boil|tak)\w*(?: off| away)? (?:the |any |all )?$", re.I)
KEPT_APART = patterns.compile(
    r"\b(?:titrated|not|never|apart|separate(?:ly)?|no acid|kept from|away from|made colou?rless|decolou?ri[sz]ed)\b", re.I
)


AMMONIACAL_SILVER = patterns.compile(
    r"\b(?:ammoniacal silver|Tollens['’]?s?(?: reagent| solution)?|silver(?: nitrate| oxide)? in ammonia)\b", re.I
)
STOOD = patterns.compile(
    r"\b(?:old|stood|stored|kept|shelf|from (?:spring|summer|autumn|winter|yesterday|last \w+)|last (?:week|month|term|year)|weeks?|months?|overnight|crusts?|dried|evaporat\w*|scrap\w+|crackl\w*)\b",
    re.I,
)
USED_AT_ONCE = patterns.compile(r"\b(?:never|not (?:kept|stored)|must not|fresh(?:ly)?|at once|same day|within the hour)\b", re.I)


@rule("S01")
def fulminating_silver(c: Context) -> Iterator[Finding]:
    """S01: silver in ammonia that has stood, dried or is scraped: silver nitride, which a touch sets off."""
    text = c.procedure.flowing
    for m in AMMONIACAL_SILVER.finditer(text):
        near = text[max(0, m.start() - 40) : m.end() + 140]
        stood = STOOD.search(near)
        if stood is None or USED_AT_ONCE.search(near):
            continue
        yield finding(
            "S01", "stop", f"“{m.group()}” and “{stood.group()}”: silver in ammonia that stands or dries forms silver nitride, which goes off by a touch.", step=c.step_at(m.start()), span=m.span(), limit="made fresh, acidified at once", remedy="Touch no crust; wet it, acidify the solution with dilute nitric acid from a distance, behind a screen, and make it fresh each time.", source="memory: fulminating silver", short="fulminating silver",
        )  # fmt: skip
        return


TRIED_ON = patterns.compile(
    r"\b(?:paper|strip|it)s? (?:was |were |is |are )?(?:first |before )?(?:checked|tested|tried|shown|proved)(?: first| before)? (?:with|on|in|against|by) (?:a (?:drop|little) of |some |old |the )*$",
    re.I,
)
"""What a test paper was tried on."""


@rule("Q12")
def waste_meets(c: Context) -> Iterator[Finding]:
    """Q12: a waste stream that must not meet what is in the drum, the drain or the bottle."""
    text = c.procedure.flowing
    for pattern, name, stream in STREAMS:
        for m in pattern.finditer(text):
            begin = sentence_start(text, m.start())
            sentence = text[begin : m.end() + 30]
            if (
                KEPT_APART.search(sentence)
                or TRIED_ON.search(text, begin, m.start())
                or (
                    name == "bleach"
                    and not CLEANS.search(sentence)
                    and not re.search(
                        r"\b(?:into|in) (?:the )?bleach|(?:bleach|hypochlorite) (?:waste|drum|can|bottle|residues|rins\w+)\b|(?:waste|spent|used) bleach|bleach (?:is |was )?(?:added|poured)|with (?:household )?bleach",
                        sentence,
                        re.I,
                    )
                )
            ):
                continue
            if re.match(_OLD, m.group(), re.I) and DESTROYED_THERE.search(text, max(0, m.start() - 25), m.start()):
                continue  # "boiled to destroy remaining peroxide"
            step = c.step_at(m.start())
            if step is None:
                continue
            held = _stream_of(c, step, sentence)
            known = set()
            for contents in held:
                for h in pairs.hits({**stream, **contents}, 20.0, [contents, stream]):
                    mine = (h.roots_a | h.roots_b) & set(contents)
                    theirs = (h.roots_a & set(stream) and h.roots_b & set(contents)) or (
                        h.roots_b & set(stream) and h.roots_a & set(contents)
                    )
                    if not theirs or not mine or h.id in known:
                        continue
                    whole = max((n for r, n in contents.items() if r not in ("H2O", "H+")), default=0.0)
                    own = mine - {"H2O", "H+"} or mine - {"H2O"}
                    if own and all(contents.get(r, 0.0) < 0.02 * whole or contents.get(r, 0.0) < 0.002 for r in own):
                        continue
                    if not own and name == "water":
                        continue
                    a, b = (h.a, h.b) if h.roots_a & set(contents) else (h.b, h.a)
                    if a.lower() == "acid" and ALKALINE.search(sentence):
                        continue  # "filtrate: never acidified, alkaline"
                    known.add(h.id)
                    yield finding(
                        "Q12", "stop" if h.severity == "stop" else "condition", f"{a[:1].upper() + a[1:]} goes to “{m.group().strip()}” ({name}), where it meets {b}: {h.then}.", step=step, span=(m.start(), m.end()), limit="streams that may meet", remedy=f"Destroy the {a} first, or a container of its own with a vented cap.", source=h.source, short="waste meets",
                    )  # fmt: skip
                    return


ALKALINE = patterns.compile(
    r"\b(?:never (?:be )?acid\w*|not (?:be )?acidified|(?:stays?|kept|keep|is|left|still|,) alkaline|pH (?:above |over |> ?)?(?:9|1[0-4])\b)",
    re.I,
)
LEAST_NITRIC_MOL = 0.02


@rule("Q12")
def nitric_among_solvents(c: Context) -> Iterator[Finding]:
    """Q12: nitric acid, dilute too, goes where solvents are collected: it oxidises them there, and gas comes in a can with its cap on."""
    text = c.procedure.flowing
    for m in next(p for p, name, _ in STREAMS if name == "solvent waste").finditer(text):
        begin = sentence_start(text, m.start())
        step = c.step_at(m.start())
        if step is None or KEPT_APART.search(re.split(r"[.\n]", text[begin:], maxsplit=1)[0]):
            continue
        for contents in _stream_of(c, step, text[begin : m.end() + 30]):
            if contents.get("NO3-", 0.0) > LEAST_NITRIC_MOL and contents.get("H+", 0.0) > LEAST_NITRIC_MOL:
                yield finding(
                    "Q12", "condition", f"Nitric acid goes to “{m.group().strip()}”: dilute too it oxidises solvents, later and with gas.", step=step, span=(m.start(), m.end()), limit="acids apart from solvents", remedy="Neutralise it first, or a container of its own with a vented cap.", source="handbook 3.4; common practice", short="waste meets",
                )  # fmt: skip
                return


HALOGENATED = patterns.compile(
    r"\b(?:chloroform|dichloromethane|methylene chloride|DCM|carbon tetrachloride|(?:tri|tetra)chloroeth\w+|dichloroethane|dichlorobenzene)\b[^.;\n]{0,30}"
    r"\b(?:to|into|in|down) (?:the )?(?:sink|drain)\b", re.I,
)  # fmt: skip


@rule("Q12")
def halogenated_down_the_drain(c: Context) -> Iterator[Finding]:
    """Q12: a halogenated solvent goes down the drain."""
    m = HALOGENATED.search(c.procedure.flowing)
    if m is None or KEPT_APART.search(m.group()):
        return
    yield finding(
        "Q12", "condition", f"“{m.group()}”: a halogenated solvent is no waste for the drain, and meets alkali and amines there.", step=c.step_at(m.start()), span=m.span(), limit="halogenated waste", remedy="Into the halogenated waste, its cap vented.", source="handbook 4", short="waste",
    )  # fmt: skip


HALOGEN_FREE = patterns.compile(
    r"\b(?:solvents?|waste|can|bottle|drum)\b[^.;\n]{0,14}\b(?:free of|without|not) halogen\w*|\b(?:non-?|un)halogenated\b[^.;\n]{0,20}\b(?:solvents?|waste|can|drum|bottle)\b|\bhalogen-?free (?:solvents?|waste|can|drum|bottle)\b", re.I
)  # fmt: skip
LEAST_HALOGENATED_G = 2.0


@rule("Q12")
def halogenated_among_others(c: Context) -> Iterator[Finding]:
    """Q12: a halogenated solvent, or bromine, goes where solvents free of halogen are collected."""
    text = c.procedure.flowing
    for m in HALOGEN_FREE.finditer(text):
        step, said = c.step_at(m.start()), text[sentence_start(text, m.start()) : m.end()]
        if step is None or KEPT_APART.search(said):
            continue
        for contents in _stream_of(c, step, said):
            grams = {
                s.id: n * s.mass
                for r, n in contents.items()
                if n > 0 and (s := catalogue().of_root(r)) and s.phase == "l" and re.search(r"Cl|Br|I", r)
            }
            worst = max(grams, key=lambda k: grams[k], default=None)
            if worst is not None and grams[worst] > LEAST_HALOGENATED_G:
                yield finding(
                    "Q12", "condition", f"“{m.group().strip()}”: about {grams[worst]:.0f} g of {worst} go in with solvents that must be free of halogen.", step=step, span=m.span(), figure=grams[worst], limit="halogenated waste apart", remedy="Into the halogenated waste, its cap vented.", source="handbook 4; common practice", short="waste",
                )  # fmt: skip
                return


ON_THE_GROUND = r"(?<!cooled )(?<!cools )(?<!cool )\b(?:on(?: ?to)?|into|in|over) (?:the )?(?:gravel|lawn|grass|compost(?: heap)?|garden|flower ?bed|hedge|field|yard|street|pond|river|brook|stream|soil|earth|sand heap|heap)\b"
TO_THE_DRAIN = patterns.compile(
    r"\b(?:to|into|in|down|on) (?:the )?(?:sink|drain|(?:waste|drain|soil) ?pipe|gutter|gully|ditch|sewer|toilet)\b|(?<=[a-z])(?:,|:| ->| →) (?:the )?(?:sink|drain)(?=[.;,\n]|$)|(?:\bthen|[-*>]) (?:the )?(?:sink|drain)(?=[.;\n]|$)|\bflush(?:ed|es)? (?:it |them |the \w+ )?(?:away|down)\b"
    + "|"
    + ON_THE_GROUND,
    re.I,
)
POISONS = {"Hg+2": "mercury", "HgCl2": "mercury", "Hg": "mercury", "Cd+2": "cadmium", "Pb+2": "lead", "CrO4-2": "chromium(VI)", "Cr2O7-2": "chromium(VI)", "CrO3": "chromium(VI)", "CN-": "cyanide", "N3-": "azide", "Br2": "bromine", "I2": "iodine", "N2H4": "hydrazine", "S-2": "sulfide"}  # fmt: skip
"""Components that are no waste for any drain (common practice, no source)."""
LEAST_POISON_MOL = 1e-4
HEAVY = {"Cu+2": "copper", "Cu+": "copper", "Ni+2": "nickel", "Co+2": "cobalt", "Ag+": "silver", "Zn+2": "zinc", "ZnCl2": "zinc"}
"""Metals that a school rinses away after crystallising them, and that the liquor of a preparation is collected for (common practice, no source)."""
LEAST_HEAVY_MOL = 0.02


STANDS_IN_IT = patterns.compile(
    r"\b(?:thermometer|bath|flask (?:stands?|stood|sits?|sat)|(?:stands?|stood|standing|cool\w*|float\w*)|(?:cold|tap|running) water)\b[^.;\n]{0,25}\bin (?:the )?sink$",
    re.I,
)
"""A sink that is the bath."""


def _to_the_drain(c: Context) -> Iterator[tuple[re.Match[str], Step, list[dict[str, float]]]]:
    """Each place where something goes down the drain: the words, the step, and the contents that may be meant."""
    text = c.procedure.flowing
    for m in TO_THE_DRAIN.finditer(text):
        begin = sentence_start(text, m.start())
        step = c.step_at(m.start())
        if step is not None and not KEPT_APART.search(text[begin : m.start()]) and not STANDS_IN_IT.search(text[begin : m.end()]):
            yield m, step, _stream_of(c, step, text[begin : m.end()])


@rule("Q12")
def poison_down_the_drain(c: Context) -> Iterator[Finding]:
    """Q12: mercury, lead, chromate, cyanide or azide goes down the drain."""
    for m, step, held in _to_the_drain(c):
        found = {POISONS[r] for x in held for r, n in x.items() if r in POISONS and n > LEAST_POISON_MOL}
        if c.purpose.wanted:
            found |= {HEAVY[r] for x in held for r, n in x.items() if r in HEAVY and n > LEAST_HEAVY_MOL}
        if found:
            yield finding(
                "Q12", "condition", f"“{m.group()}”: {' and '.join(sorted(found))} goes down it.", step=step, span=m.span(), limit="none to the drain", remedy="Collect it apart, labelled, for the toxic waste.", source="handbook 4; common practice", short="waste",
            )  # fmt: skip
            return


TO_THE_BIN = patterns.compile(
    r"\b(?:waste[- ]?(?:paper )?(?:basket|bin)|(?:paper |dust)?bin|rubbish|trash|waste[- ]?paper|paper waste)\b", re.I
)
LIGHTS = ("sodium", "potassium", "lithium", "sodium hydride", "potassium hydride", "calcium hydride", "lithium aluminium hydride", "Raney nickel", "palladium on carbon", "red phosphorus")  # fmt: skip
"""What lights by itself, or with a drop of water."""


BY_ITS_KIND = patterns.compile(r"\b(hydride|borohydride|phosphorus|sodium|potassium|permanganate|persulfate|chlorate)\b", re.I)
"""A common noun for what goes into the bin."""


BURN = ("permanganate", "chlorate", "persulfate", "perchlorate", "chromium-trioxide", "isocyanurate", "organic-peroxide", "hypochlorite")
"""Classes of the pair list that set light to paper and rags."""


@rule("Q12")
def lights_in_the_bin(c: Context) -> Iterator[Finding]:
    """Q12: what lights by itself, with a drop of water, or on what burns, goes into a bin."""
    text = c.procedure.flowing
    for m in TO_THE_BIN.finditer(text):
        said = text[sentence_start(text, m.start()) : m.end()]
        named = [] if KEPT_APART.search(said) else list(named_in(said))
        if not named and WIPED.search(said) and not KEPT_APART.search(said):  # "dry the scraps with paper; the paper in the bin"
            spilt = SPILT.search(text, sentence_start(text, max(0, sentence_start(text, m.start()) - 2)), m.end()) is not None
            held = [x.substance for x in c.lots.values() if x.substance is not None and x.material.role != "absorber"]
            named = [x for x in held if x.id in LIGHTS or (spilt and set(classes_in(x.parts)) & set(BURN))]
        if not named and not KEPT_APART.search(said) and (word := BY_ITS_KIND.search(said)) is not None:
            held = [x.substance for x in c.lots.values() if x.substance is not None]  # "empty hydride bag with some in it"
            named = [s for s in held if word[1].lower() in s.id and s.phase == "s"]
        if any("BH4-" in s.parts for s in named):
            yield finding(
                "Q12", "condition", f"“{said.strip()}”: with damp or acid it gives hydrogen, among what burns.", step=c.step_at(m.start()), span=m.span(), limit="no hydride in the bin", remedy="Rinse the bag into the quench; the bag dry to the chemical waste.", source="handbook 2.8, 4", short="waste",
            )  # fmt: skip
            return
        if any(s.id in LIGHTS for s in named):
            yield finding(
                "Q12", "stop", f"“{said.strip()}”: it lights in the damp, among what burns.", step=c.step_at(m.start()), span=m.span(), limit="nothing that lights by itself", remedy="Destroy it first (sodium: under 2-propanol, then ethanol); a catalyst stays wet, in its own tin.", source="handbook 2.8, 4", short="waste",
            )  # fmt: skip
            return
        if any(set(classes_in(s.parts)) & set(BURN) for s in named):
            yield finding(
                "Q12", "condition", f"“{said.strip()}”: it sets light to paper and rags.", step=c.step_at(m.start()), span=m.span(), limit="no oxidiser in the bin", remedy="Rinse it into the reducing waste, or collect it apart as an oxidiser.", source="handbook 3.4, 4; common practice", short="waste",
            )  # fmt: skip
            return


WIPED = patterns.compile(r"\b(?:(?:kitchen |filter |blotting )?paper(?! ?bin)(?: towels?)?|cloths?|tissues?|rags?|wipes?)\b", re.I)
"""What took some of it up."""
SPILT = patterns.compile(r"\b(?:wip(?:e|ed|ing)|mop(?:ped)?|spil(?:l|ls|t|led)|drops?|splash\w*)\b", re.I)


FREED = patterns.compile(
    r"\b(?:free[d]? (?:of|from)|without|no more|rid of|no longer|after|once|until|was gone|is gone|separated from)\b", re.I
)
"""Of what is no longer in what goes down the drain."""


WATER_ALONE = patterns.compile(r"\bwaste\b[^.;]*,? (?:and )?(?:only )?the (?:water|aqueous (?:layer|phase))\b[^,;.]*$", re.I)
""" "The cyclohexane goes in the solvent waste, the water down the sink"."""


LEFT_OF_IT = patterns.compile(r"\b(?:rest|remainder|left-?overs?|what (?:is|was) left)\b", re.I)


TAKEN_UP = 0.01
"""Part of the mass of the water up to which a little of a solvent lies dissolved in it (assumption; ethyl acetate and ether take up 0.06 to 0.08)."""


def _mixed_only(c: Context) -> tuple[Substance, ...]:
    """What is there where nothing is made of it, and no more of it than the water holds: "rest: sink" is of that."""
    if c.reactions or c.purpose.wanted:
        return ()
    lots = [(x.substance, x.mol) for x in c.lots.values() if x.substance is not None]
    brought = sum(x.water_mol[1] for x in c.lots.values() if x.water_mol is not None) * catalogue().substances["water"].mass
    water = brought + sum(s.mass * mol[1] for s, mol in lots if s.id == "water" and mol is not None)
    return tuple(s for s, mol in lots if mol is None or s.mass * mol[1] > TAKEN_UP * water)


@rule("Q12")
def burns_down_the_drain(c: Context) -> Iterator[Finding]:
    """Q12: a solvent that water does not take goes down the drain by its name."""
    text = c.procedure.flowing
    for m in TO_THE_DRAIN.finditer(text):
        said = text[sentence_start(text, m.start()) : m.start()]
        if KEPT_APART.search(said) or FREED.search(said) or HALOGENATED.search(text[m.start() - len(said) : m.end()]):
            continue  # a halogenated one has its own finding
        if WATER_ALONE.search(said):
            continue
        named = named_in(said) or (_mixed_only(c) if LEFT_OF_IT.search(said) else ())
        poured = next((s for s in named if s.phase == "l" and split_layers(Stream(roots=dict(s.parts)))[0].roots), None)
        if poured is None:
            continue
        flash = poured.value("Tflash")
        burns = flash is not None and flash.value < 23.0
        yield finding(
            "Q12", "condition", f"“{m.group()}”: {poured.id} goes down it, lies on or under the water{' and burns' if burns else ''}.", step=c.step_at(m.start()), span=m.span(), limit="none to the drain", remedy="Into the bottle for waste solvents (halogenated apart).", source="handbook 4; common practice", short="waste",
        )  # fmt: skip
        return


CONCENTRATED, LEAST_ACID_G = 0.5, 5.0
"""Mass fraction of sulfuric acid from which it boils and spits on the water of a trap, and how little of it does not (common practice, no source)."""


@rule("Q12")
def strong_acid_down_the_drain(c: Context) -> Iterator[Finding]:
    """Q12: sulfuric acid that is still strong, or much of any strong acid, goes into the sink."""
    for m, step, held in _to_the_drain(c):
        for contents in held:
            acid = catalogue().substances["sulfuric acid"].mass * min(contents.get("SO4-2", 0.0), max(contents.get("H+", 0.0), 0.0) / 2.0)
            rest = sum(n * s.mass for r, n in contents.items() if r not in ("SO4-2", "H+") and n > 0 and (s := catalogue().of_root(r)))
            free = speciate({**contents, "H2O": contents.get("H2O", 0.0) + 60.0}).acid(2.0)
            near = c.procedure.flowing[max(0, m.start() - NEAR) : m.end() + NEAR // 4]
            neutral = re.search(
                r"\b(?:neutrali[sz]\w*|made neutral|pH(?! (?:paper|strip))|soda|(?:bi)?carbonate|caustic|lye|lime|alkaline)\b", near, re.I
            )
            if free > ACID_TO_DRAIN_MOL and neutral is None and (acid < LEAST_ACID_G or acid < CONCENTRATED * (acid + rest)):
                yield finding(
                    "Q12", "condition", f"“{m.group()}”: {free:.2g} mol of strong acid goes down it.", step=step, span=m.span(), figure=free, limit="pH 6 to 9", remedy="Into much water, slowly, then soda until pH 7.", source="common practice, no source", short="acid to the drain",
                )  # fmt: skip
                return
            if acid < LEAST_ACID_G or acid < CONCENTRATED * (acid + rest):
                continue
            yield finding(
                "Q12", "condition", f"“{m.group()}”: {acid:.0f} g of sulfuric acid, {100.0 * acid / (acid + rest):.0f} % of what goes down; it boils and spits where it meets water.", step=step, span=m.span(), figure=acid / (acid + rest), limit="50 %",
                remedy="Cold, in a thin stream into much ice, then to pH 7.", source="handbook 2.8; common practice", short="waste meets water",
            )  # fmt: skip
            return


NEAR = 220
"""Characters before the drain in which a neutralisation may be told."""
ACID_TO_DRAIN_MOL = 0.3
"""Strong acid from which what goes down the drain is to be neutral first (assumption: some 30 mL of the concentrated acids)."""
STRONG_ACID_MOL = 0.05
LEAST_OXIDISER_MOL = 0.005
SOLVENT_WASTE = next(pattern for pattern, name, _ in STREAMS if name == "solvent waste")
WITH_SOLVENT = patterns.compile(
    r"\b(?:can|drum|bottle|canister|container|jar) with (?:the |our |used |old |spent |waste )*(?:solvents?|acetone|ethanol|alcohol|methanol|ether|toluene)\b(?: (?:rins|wash)ings)?"
    r"|\b(?:acetone|ethanol|alcohol|methanol|solvent|ether) (?:rins|wash)(?:ings|es)\b",
    re.I,
)
"""Solvents that stand or go where the acid is put."""
JOINED = patterns.compile(r"\b(?:same|together|combin\w+|one (?:can|bottle|canister|drum|jar)|mixed|with|added|into|closed bottle)\b", re.I)


PEROXIDES = patterns.compile(r"\b(?:peracid|peracetic(?: acid)?|performic(?: acid)?|(?:hydrogen )?peroxide|H2O2)\b", re.I)


@rule("Q12")
def peroxide_with_solvents(c: Context) -> Iterator[Finding]:
    """Q12: what is left of a peroxide or a peracid goes to acetone and other solvents."""
    text = c.procedure.flowing
    if not any(x.substance is not None and "H2O2" in x.substance.parts for x in c.lots.values()):
        return
    for m in sorted([*SOLVENT_WASTE.finditer(text), *WITH_SOLVENT.finditer(text)], key=lambda x: x.start()):
        begin = sentence_start(text, m.start())
        said = text[begin : m.start()]
        step = c.step_at(m.start())
        if step is not None and any(x.get("H2O2", 0.0) > LEAST_OXIDISER_MOL for x in _stream_of(c, step, text[begin : m.end()])):
            return  # what is in it meets the stream: `waste_meets` says so
        if PEROXIDES.search(said) is None or KEPT_APART.search(said) or re.search(r"\b(?:destroy|free of|no|without)\w*\b", said, re.I):
            continue
        yield finding(
            "Q12", "stop", f"“{m.group()}”: a peroxide or peracid meets solvents; with acetone and acid it makes cyclic peroxides, explosive.", step=step, span=m.span(), limit="destroyed first, kept apart", remedy="Destroy it with bisulfite, test with a strip and its control, then the aqueous waste.", source="handbook 3.3 and 4", short="waste meets",
        )  # fmt: skip
        return


@rule("Q12")
def acid_with_solvents(c: Context) -> Iterator[Finding]:
    """Q12: acid goes into the solvents' drum."""
    text = c.procedure.flowing
    for m in sorted([*SOLVENT_WASTE.finditer(text), *WITH_SOLVENT.finditer(text)], key=lambda x: x.start()):
        begin = sentence_start(text, m.start())
        step = c.step_at(m.start())
        said = text[begin : m.end()]
        whole = said + re.split(r"[.;\n]", text[m.end() : m.end() + 80])[0]
        if WITH_SOLVENT.fullmatch(m.group()) and not JOINED.search(whole):
            continue
        if re.search(r"\baqueous[ -]+$", text[: m.start()], re.I):
            continue  # "aqueous organic waste": no solvents
        if (
            step is None
            or KEPT_APART.search(whole)
            or not re.search(r"\b(?:acid|aqueous|watery|lower|filtrate|liquor|wash\w*|everything|all of it|the lot)\b", said, re.I)
        ):
            continue
        held = _stream_of(c, step, said)
        acid = max((x.get("H+", 0.0) for x in held), default=0.0)
        solvent = {"CC(C)=O": 1.0} if re.search(r"acetone|solvent|organic", m.group(), re.I) else {"CCO": 1.0}
        worst = next(
            (
                h
                for x in held
                for h in _meeting(solvent, x)
                if all(x.get(r, 0.0) > LEAST_OXIDISER_MOL for r in (h.roots_a | h.roots_b) & set(x) - {"H2O", "H+"})
            ),
            None,
        )
        if worst is not None and WITH_SOLVENT.fullmatch(m.group()):
            yield finding(
                "Q12", "stop" if worst.severity == "stop" else "condition", f"“{m.group()}”: {worst.a} meets {worst.b}: {worst.then}.", step=step, span=(m.start(), m.end()), limit="streams that may meet", remedy="Two containers, each with a vented cap.", source=worst.source, short="waste meets",
            )  # fmt: skip
            return
        if acid > STRONG_ACID_MOL:
            yield finding(
                "Q12", "condition", f"“{m.group()}”: {acid:.2g} mol of acid goes in with the solvents: it eats the drum and reacts with what is in it.", step=step, span=m.span(), figure=acid, limit="streams that may meet", remedy="Aqueous acid into its own waste, or neutralise it first.", source="handbook 4; common practice", short="waste meets",
            )  # fmt: skip
            return


BY_ADJECTIVE = {
    "caustic": "sodium hydroxide",
    "lye": "sodium hydroxide",
    "bleach": "sodium hypochlorite",
    "peroxide": "hydrogen peroxide",
    "ammonia": "ammonia",
    "nitric": "nitric acid",
    "chromic": "chromium trioxide",
    "perchloric": "perchloric acid",
    "cyanide": "sodium cyanide",
}
ITS = patterns.compile(r"\W*(?:it|this|that|they|these|both)\b", re.I)
TOGETHER = patterns.compile(
    r"\b(?:together|combined|in(?:to)? the same|both|are united|are pooled|shar(?:e|es|ed|ing)|one (?:bottle|can|drum|jar|container) (?:is|will do) (?:enough|for)|(?:sink|drain|bottle|can|drum|bucket|jar|tub) (?:together |along )?with (?:the|some|what)|where there(?:['’]s| is| are| has| was)? already|mixed with)\b",
    re.I,
)
WASTE_PLACE = patterns.compile(r"\b(?:waste|drum|can|sink|drain|bottle|container|flask for|jar|canister|bucket|barrel|tank)\b", re.I)


@rule("Q12")
def thrown_together(c: Context) -> Iterator[Finding]:
    """Q12: two streams that a sentence puts together and that must not meet, by what they are called."""
    cat = catalogue()
    text = c.procedure.flowing
    for m in re.finditer(r"[^.;\n]+", text):
        before = re.split(r"[.;\n]", text[: m.start()].rstrip(" .;\n"))[-1] if ITS.match(m.group()) else ""
        if not (TOGETHER.search(m.group()) and WASTE_PLACE.search(m.group())) or KEPT_APART.search(m.group()):
            continue
        step = c.step_at(m.start())
        words = (before + m.group()).lower()
        named = {x.identity for x in c.procedure.materials if x.identity and (x.name.lower() in words or x.identity in words)}
        named |= {BY_ADJECTIVE[w] for w in re.findall(r"\w+", words) if w in BY_ADJECTIVE}
        named |= {s.id for s in named_in(m.group())}
        acids = {
            x.identity
            for x in c.procedure.materials
            if x.identity and cat.substances[x.identity].parts.get("H+", 0.0) > 0 and x.role != "absorber"
        }
        if re.search(r"\bacids?\b", words):
            named |= acids or {"hydrochloric acid"}  # "with the acid from the filter": any of those that went in
        found = [cat.substances[x] for x in sorted(named) if x in cat.substances]
        streams = [dict(s.parts) for s in found]
        for a, b in combinations(streams, 2):
            hit = next((h for h in pairs.hits({**a, **b}, 20.0, [a, b]) if h.severity != "long"), None)
            if hit is not None and step is not None:
                yield finding(
                    "Q12", "stop" if hit.severity == "stop" else "condition", f"“{m.group().strip()[:80]}”: {hit.a} meets {hit.b}: {hit.then}.", step=step, span=(m.start(), m.end()), limit="streams that may meet", remedy="Two containers, each with a vented cap.", source=hit.source, short="waste meets",
                )  # fmt: skip
                return


SPENT = patterns.compile(r"\b(?:absorber|scrubber|gas bottle|wash(?:ing)?[- ]bottle|spent (?:caustic|lye|alkali|bisulfite))\b", re.I)


@rule("Q12")
def scrubber_with_batch(c: Context) -> Iterator[Finding]:
    """Q12: what the gas went through and what it came from are put together."""
    text = c.procedure.flowing
    there = [dict(c.stand_in.charged[v].roots) for v in dict.fromkeys(c.walk.lines.values()) if v in c.stand_in.charged]
    for m in re.finditer(r"[^.;\n]+", text):
        said = m.group()
        if not there or not (SPENT.search(said) and TOGETHER.search(said)) or KEPT_APART.search(said):
            continue
        if not re.search(r"\b(?:acid|flask|generator|pot|filtrate|batch|mother liquor|residue)\b", SPENT.sub("", said), re.I):
            continue
        step = c.step_at(m.start())
        for batch in [dict(e.after) for e in c.stand_in.entries if e.vessel in c.walk.lines][-1:]:
            for held in there:
                hit = next((h for h in _meeting(batch, held) if h.severity != "long"), None)
                if hit is not None:
                    yield finding(
                        "Q12", "stop" if hit.severity == "stop" else "condition", f"“{said.strip()[:80]}”: {hit.a} meets {hit.b}: {hit.then}.", step=step, span=m.span(), limit="streams that may meet", remedy="Two containers, each with a vented cap.", source=hit.source, short="waste meets",
                    )  # fmt: skip
                    return


CLEANS = patterns.compile(r"\b(?:rins\w+|wash\w* (?:out|up)|clean\w*|swill\w*|flush\w* (?:out |away |down )?with)\b", re.I)
THE_REST = patterns.compile(r"\b(?:rest|residues?|remains|what(?:'s| is| was) left|left-?overs?)\b", re.I)
DISSOLVED = 0.02
"""Part of a gas that stays in what gave it, wet (common practice, no source)."""


LIQUOR = patterns.compile(r"\b(?:filtrates?|(?:mother )?liquors?)\b", re.I)


def _stream_of(c: Context, step: Step, sentence: str) -> list[dict[str, float]]:
    """Contents that a sentence about waste may mean: the fraction, the filtrate or layer, else the step's vessel before and after it."""
    w = c.stand_in
    out = []
    for key, s in w.charged.items():
        if (re.search(r"\b(?:fraction|distillate|receiver|fore-?run)\b", sentence, re.I) and "receiver" in key) or (
            re.search(r"\b(?:filtrate|centrifugate|mother liquor|layer|aqueous|washings)\b", sentence, re.I)
            and ("filtrate" in key or "layer" in key)
        ):
            out.append(dict(s.roots))
    if out:
        return out
    if LIQUOR.search(sentence):  # what ran through the last filter: all that was in the vessel it came from
        filtered = next((s for s in reversed(c.procedure.steps) if s.n <= step.n and s.kind == "filter" and s.from_vessel), None)
        through = [dict(e.after) for e in w.entries if filtered is not None and e.vessel == filtered.from_vessel and e.step < filtered.n]
        out = through[-1:]
    if step.kind == "filter" and step.from_vessel in w.charged and not CLEANS.search(sentence):  # what ran through
        return [*out, dict(w.charged[step.from_vessel].roots)]
    if CLEANS.search(sentence):  # what clings to the glass: something of all that was ever in it
        dregs: dict[str, float] = {}
        for e in w.entries:
            if e.vessel == step.vessel:
                for r, n in e.after.items():
                    dregs[r] = max(dregs.get(r, 0.0), n) if r != "H+" else n
        return [*out, dregs] if dregs else out
    entries = [e for e in w.entries if e.step == step.n and e.vessel not in w.lines.values()] or [
        e for e in w.entries if e.vessel == step.vessel and e.step <= step.n
    ][-1:]
    return [*out, *(dict(b) for e in entries[-1:] for b in (e.before[0] if e.before else {}, e.after) if b)]


def _meeting(brought: dict[str, float], held: dict[str, float]) -> Iterator[pairs.Hit]:
    """Never-together pairs of which one is brought and the other there."""
    for h in pairs.hits({**held, **brought}, 20.0, [held, brought]):
        if (h.roots_a & set(brought) and h.roots_b & set(held)) or (h.roots_b & set(brought) and h.roots_a & set(held)):
            yield h


def _meetings(agents: Iterable[Substance], there: Iterable[dict[str, float]]) -> Iterator[pairs.Hit]:
    """Never-together pairs of substances that are brought and what is held in any of several places."""
    return (h for held in there for x in agents for h in _meeting(dict(x.parts), held))


def _met(h: pairs.Hit, message: str, step: Step | None, span: tuple[int, int], remedy: str, most: Severity = "stop") -> Finding:
    """S04 of a pair, as grave as the pair is, at most as `most`."""
    severity: Severity = "stop" if h.severity == most == "stop" else "condition"
    return finding(
        "S04", severity, message, step=step, span=span, limit="never together", remedy=remedy, source=h.source, short="never together"
    )


MEASURES = patterns.compile(r"\b(?:(?<!gas )cylinders?|droppers?|pipettes?|burettes?|syringes?|(?:dropping|addition) funnels?)\b", re.I)
"""What a liquid is measured or fed from."""


UNDER_THE_TAP = patterns.compile(r"\b(?:under the (?:running )?tap|with (?:tap )?water|in the sink)\b", re.I)


@rule("S04")
def rinsed_with(c: Context) -> Iterator[Finding]:
    """S04: a vessel that held one of a pair rinsed out with the other."""
    text = c.procedure.flowing
    for m in CLEANS.finditer(text):
        begin, end = (
            sentence_start(text, m.start(), ".\n"),
            min([x for x in (text.find(". ", m.end()), text.find("\n", m.end())) if x >= 0] or [len(text)]),
        )
        sentence = text[begin:end]
        agents = [
            x
            for x in (catalogue().find(w) for w in ("acetone", "ethanol", "methanol", "ammonia", "bleach", "isopropanol"))
            if x is not None
            and re.search(rf"\b{re.escape(x.id if x.id != 'sodium hypochlorite' else 'bleach')}\b|\b{re.escape(x.id)}\b", sentence, re.I)
        ]
        step = c.step_at(m.start())
        if UNDER_THE_TAP.search(sentence):
            agents += [x for x in (catalogue().find("water"),) if x is not None]
        if not agents or step is None:
            continue
        poured = [
            x
            for x in c.lots.values()
            if MEASURES.search(sentence) and x.substance is not None and x.material.amount is not None and x.material.amount.unit == "ml"
        ]
        told = [x for x in poured if x.label.lower() in sentence.lower() or x.material.name.lower() in sentence.lower()]
        for lot in told or poured:  # what it was measured in
            assert lot.substance is not None
            h = next(_meetings(agents, [dict(lot.substance.parts)]), None)
            if h is not None:
                yield _met(
                    h,
                    f"What {lot.label} was measured in is rinsed: {h.a} meets {h.b}: {h.then}.",
                    step,
                    (m.start(), end),
                    "Rinse with much water first.",
                    "condition",
                )
                return
        for e in c.stand_in.entries:
            v = c.vessel(e.vessel)
            spoken = v is not None and (
                re.search(rf"\b{v.kind}\b", sentence, re.I) is not None
                or (THE_REST.search(sentence) is not None and e.vessel not in c.walk.lines.values())
            )
            if not spoken or e.step > step.n:
                continue
            dregs = dict(e.after)
            for x in c.stand_in.entries:
                for g, n in x.gas.items() if x.vessel == e.vessel and x.step <= e.step else ():
                    dregs[g] = dregs.get(g, 0.0) + DISSOLVED * n
            h = next(_meetings(agents, [dregs]), None)
            if h is not None:
                yield _met(
                    h,
                    f"{h.a[:1].upper() + h.a[1:]} meets {h.b} where {e.vessel} is rinsed: {h.then}.",
                    step,
                    (m.start(), end),
                    "Rinse with much water first.",
                )
                return


AGAINST_THE_SMELL = patterns.compile(
    r"\b(ammonia|bleach|vinegar)\b[^.;\n]{0,25}\b(?:bottle|dish|cloth|rag|saucer|open|beside|near|next to|held)\b[^.;\n]{0,25}\b(?:kills?|takes? (?:away|up)|against|removes?|covers?|neutrali[sz]es|gets rid of|binds)\b[^.;\n]{0,12}\b(?:smell|odou?r|fumes?|vapou?rs?)\b",
    re.I,
)


@rule("S04")
def kills_the_smell(c: Context) -> Iterator[Finding]:
    """S04: an open bottle set beside the work against its smell, where what smells must never meet what is in it."""
    text = c.procedure.flowing
    for m in AGAINST_THE_SMELL.finditer(text):
        agent = catalogue().find({"vinegar": "acetic acid"}.get(m[1].lower(), m[1].lower()))
        stops = (h for h in _meetings([agent] if agent else [], (e.mixed for e in c.stand_in.entries)) if h.severity == "stop")
        for h in stops:
            message = f"“{m.group().strip()}”: {h.a} meets {h.b}: {h.then}."
            yield _met(
                h, message, c.step_at(m.start()), m.span(), "A hood and an absorber take the vapour; leave the bottle shut and away."
            )
            return


WET_WITH = patterns.compile(
    r"\b(?:rinsed|wiped|degreased|dipped|swilled|washed|wetted)\b[^.;\n]{0,15}\b(?:in|with) ([\w -]{3,30}?)(?:,| and)? [^.;\n]{0,25}?\b(?:still wet|wet|undried|not dried|dripping)\b[^.;\n]{0,20}\b(?:go|goes|went|put|placed|hung|lowered|into|in)\b",
    re.I,
)


@rule("S04")
def wet_with(c: Context) -> Iterator[Finding]:
    """S04: what goes into the batch wet with a liquid that it must never meet."""
    text = c.procedure.flowing
    for m in WET_WITH.finditer(text):
        words = m[1].split()
        agent = next((s for k in range(len(words), 0, -1) if (s := catalogue().find(" ".join(words[:k]))) is not None), None)
        step = c.step_at(m.start())
        if agent is None or step is None:
            continue
        for e in c.stand_in.entries:
            if e.step > step.n or e.vessel in c.walk.lines.values():
                continue
            made = {g: n for g, n in e.gas.items() if n > 0}  # what the bath gives off stands over and in it
            h = next(_meetings([agent], ({**held, **made} for held in (e.mixed, e.after))), None)
            if h is not None:
                yield _met(
                    h,
                    f"“{m.group()}”: {h.a} meets {h.b} in {e.vessel}: {h.then}.",
                    step,
                    m.span(),
                    f"Rinse the {agent.id} off with water and dry before it goes in.",
                )
                return
