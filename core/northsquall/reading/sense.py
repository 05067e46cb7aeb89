"""The second look: what was read and cannot be meant, by what the bench allows and not by its words.

Each of these stood in fresh texts that were read wrong, and in next to none of a thousand that are read right: water and
ice that no vessel holds, a gas that is charged by the mole, the rest of what was charged in full, a substance weighed
once and named again.
"""

from __future__ import annotations

import re
from collections import Counter

from northsquall import patterns
from northsquall.procedure import Bath, Material, Procedure, Quantity, Step, Unread
from northsquall.procedure.units import convert, dimension
from northsquall.reading import lexicon as lex
from northsquall.reading.actions import in_order
from northsquall.reading.tokens import Token, substances_in
from northsquall.substances import catalogue


def second_look(doc: Procedure, source: str) -> None:
    """Take back what cannot be meant."""
    _named_in_brackets(doc, source)
    _the_same_ether(doc)
    _destroys_nothing(doc)
    _fed_and_not_charged(doc)
    _neutralised_by_paper(doc, source)
    _then_neutralised(doc)
    _mixed_dry(doc)
    _never_joined(doc)
    _only_if_it_fails(doc, source)
    _on_to_the_ice_there(doc, source)
    for cannot_be_meant, why in TAKEN_BACK:
        _take_back(doc, [m for m in doc.materials if cannot_be_meant(doc, m, source)], why)
    _ice_of_a_bath(doc, source)
    _ice_that_does_not_go_in(doc, source)
    _into_what_boils(doc, source)
    _the_other_way_round(doc)


RUN_IN = patterns.compile(
    r"^\W*(?:then |now |next )?(?:run|drip|drop|add|feed|let|pour|dose)(?:s|ed|ped|ning)? (?:in )?(?:slowly |dropwise )?the (?:cold |cooled |clear |whole )?(?P<what>[a-z() -]+?)(?: (?:solution|mixture|liquor|in))*"
    r"(?: from (?:the|its) (?P<out>beaker|flask|bottle|conical(?: flask)?|cylinder|jug))?(?=[,.;]| (?:over|during|within|in|at|dropwise|slowly|so|from|with|by|below|under)\b|$)",
    re.I,
)
""" "Run in the dichromate solution over 60 min": what is run in, and not where to."""
OXIDANT = patterns.compile(r"\b(?:oxidant|oxidi[sz](?:er|ing (?:agent|mixture|acid)))\b", re.I)
LONG_WORD = 6
"""Letters above which the last word of a name tells it from another salt: "dichromate", not "acid"."""
OXIDANTS = ("dichromate", "chrom", "permanganate", "hypochlorite", "peroxide", "nitric acid", "periodate", "persulfate")


def _the_other_way_round(doc: Procedure) -> None:
    """What is run in comes from the vessel in which it is, by its name or by the vessel's."""
    lots = {m.id: m for m in doc.materials}

    def held(name: str | None, until: int) -> set[str]:
        return {
            str(lots[k].identity)
            for s in doc.steps
            if s.n < until and s.vessel == name and s.kind in ("charge", "add", "dose")
            for k in s.materials
        }

    for step in doc.steps:
        if step.kind not in ("dose", "add") or step.from_vessel is None or step.vessel is None or step.materials:
            continue
        m = RUN_IN.match(step.text)
        if m is None or re.search(r"\b(?:in)?to the\b", step.text):
            continue
        ours, theirs = held(step.vessel, step.n), held(step.from_vessel, step.n)
        named = {str(t.value) for t in substances_in(m["what"])}
        words = {k.split()[-1] for k in named if len(k.split()[-1]) > LONG_WORD}
        if not named and OXIDANT.search(m["what"]):
            words = set(OXIDANTS)
        said = [x for x in (ours, theirs) if named & x or any(w in y for y in x for w in words)]
        out = m["out"] or ""
        by_kind = bool(out) and out.split()[0] in step.vessel and out.split()[0] not in step.from_vessel
        if not by_kind and (len(said) != 1 or said[0] is not ours):
            continue
        wrong, right = step.vessel, step.from_vessel
        step.vessel, step.from_vessel = right, wrong
        for later in doc.steps[step.n :]:
            later.vessel = right if later.vessel == wrong else later.vessel
            later.from_vessel = right if later.from_vessel == wrong else later.from_vessel


def _the_same_ether(doc: Procedure) -> None:
    """ "The same ether", or "ether" alone, behind another one by its name: that one is meant, where no diethyl ether is named."""
    if any(m.identity == "diethyl ether" and m.name.lower() not in ETHER_ALONE for m in doc.materials):
        return
    last: str | None = None
    for m in sorted(doc.materials, key=lambda x: x.span[0] if x.span is not None else 0):
        if m.identity in OTHER_ETHERS:
            last = m.identity
        elif m.identity == "diethyl ether" and last is not None:
            m.identity = last


ETHER_ALONE = ("ether", "the ether", "dry ether", "same ether")
OTHER_ETHERS = ("tert-butyl methyl ether", "diisopropyl ether", "cyclopentyl methyl ether", "dibutyl ether")
BOILS = patterns.compile(
    r"\b(?:(?:(?:held|kept|brought|heated|is|was) )?(?:at|to) (?:the |a )?(?:gentle |full |rolling )?(?:boil|reflux)|boil(?:s|ed|ing)?|reflux(?:es|ed|ing))\b(?! (?:water[- ]?bath|bath|point|range|stones?|chips?|tube|with|off|down|away|over))",
    re.I,
)
NOT_BOILING = patterns.compile(r"\b(?:not|never|no|without|don['’]t|below|before|after|if|off)\b[^.;\n]{0,20}$", re.I)


def _into_what_boils(doc: Procedure, source: str) -> None:
    """ "150 mL of 20 % sulfuric acid at the boil in a 1 L flask, the diazonium solution from a funnel": what boils there sets how warm it is fed; its own boiling point, water's for what is in water."""
    lots, cat = {m.id: m for m in doc.materials}, catalogue().substances
    for k, s in enumerate(doc.steps):
        first = doc.steps[k - 1] if k else None
        if (
            s.kind not in ("dose", "add")
            or s.from_vessel is None
            or s.T_range is not None
            or s.T_limit is not None
            or first is None
            or first.vessel != s.vessel
            or first.kind not in ("charge", "add", "heat", "reflux")
        ):
            continue
        words = source[min(first.span[0], s.span[0]) : max(first.span[1], s.span[1])]
        m = next((x for x in BOILS.finditer(words) if not NOT_BOILING.search(words[: x.start()])), None)
        if m is None:
            continue
        there = [lots[x] for y in doc.steps[:k] if y.vessel == s.vessel for x in y.materials]
        points = {}
        for lot in there:
            x = cat.get(lot.identity or "")
            if x is not None and x.phase == "l" and lot.amount is not None:
                wet = x.id == "water" or (lot.strength is not None and (lot.strength.percent_w or 0.0) < WET_PERCENT)
                own = x.value("Tb")
                points[lot.amount.value] = 100.0 if wet or x.smiles is None else own.value if own is not None else None
        best = points[max(points)] if points else None
        if best is not None:
            at = min(first.span[0], s.span[0]) + m.start()
            s.T_range = Quantity(value=best, unit="°c", approximate=True, span=(at, at + len(m.group())))


WET_PERCENT = 60.0
"""Strength below which a solution boils near 100 °C (common practice, no source)."""


def _take_back(doc: Procedure, lots: list[Material], why: str) -> None:
    """No lot of these, which the document says; a step that did nothing else with them goes too."""
    gone = {m.id for m in lots}
    if not gone:
        return
    doc.unread += [Unread(text=m.name, span=m.span, why=why) for m in lots if why]
    emptied = set()
    for s in doc.steps:
        if gone & set(s.materials):
            s.materials = [k for k in s.materials if k not in gone]
            if not s.materials and s.from_vessel is None and s.kind in ("charge", "dose", "add"):
                emptied.add(s.n)
    doc.materials[:] = [m for m in doc.materials if m.id not in gone]
    if emptied:
        in_order(doc, [s for s in doc.steps if s.n not in emptied])


def _fed_and_not_charged(doc: Procedure) -> None:
    """What goes in over a time on to what stands there is fed, whatever its sentence calls it."""
    stood: set[str | None] = set()
    lots = {m.id: m for m in doc.materials}
    for s in doc.steps:
        gas = bool(s.materials) and all(k in lots and lex.is_gas_name(lots[k].identity) for k in s.materials)
        if s.kind == "charge" and s.vessel in stood and gas:
            s.kind = "dose"  # chlorine from its bottle: led in, however it is told
        if s.kind == "charge" and s.duration is not None and s.vessel in stood and FUNNEL.search(s.text):
            s.kind = "dose"
        if s.materials and s.kind in ("charge", "add", "dose"):
            stood.add(s.vessel)


FUNNEL = patterns.compile(r"\b(?:funnel|syringe|pump|burette|drip\w*|drop\w*)\b", re.I)


def _mixed_dry(doc: Procedure) -> None:
    """Solids that are mixed in one vessel and brought into the next at once: what they do, they do there."""
    lots, cat = {m.id: m for m in doc.materials}, catalogue().substances
    uses = Counter(v for s in doc.steps for v in (s.vessel, s.from_vessel))
    for s, then in zip(doc.steps, doc.steps[1:], strict=False):
        if s.kind != "charge" or then.kind != "transfer" or not then.from_vessel == s.vessel != then.vessel or then.materials:
            continue
        held = [cat.get(lots[k].identity or "") for k in s.materials]
        if len(held) > 1 and all(x is not None and x.phase == "s" for x in held) and uses[s.vessel] == 2:
            doc.vessels[:] = [v for v in doc.vessels if v.name != s.vessel]
            s.vessel = then.vessel
            in_order(doc, [x for x in doc.steps if x is not then])
            return


def _never_joined(doc: Procedure) -> None:
    """Two vessels are charged and neither goes into the other, and only one has a name: it is one vessel."""
    lots = {m.id: m for m in doc.materials}
    charged: dict[str, int] = {}
    for s in doc.steps:
        held = [lots[k] for k in s.materials]
        if s.kind in ("charge", "add", "dose") and s.vessel and any(m.role is None and m.identity not in ("water", "ice") for m in held):
            charged.setdefault(s.vessel, s.n)
    moved = {s.from_vessel for s in doc.steps if s.from_vessel} | {e.name for e in doc.train}
    apart = [v for v in charged if v not in moved]
    bare = [v for v in apart if v == "flask (not named)" and not any(STANDS_BY.search(s.text) for s in doc.steps if s.vessel == v)]
    named = [v.name for v in doc.vessels if v.name in charged and v.nominal_mL is not None and v.kind not in TUBS]
    if len(bare) != 1 or len(named) != 1:
        return
    for s in doc.steps:
        s.vessel = named[0] if s.vessel == bare[0] else s.vessel
    doc.vessels[:] = [v for v in doc.vessels if v.name != bare[0]]
    first = next(s for s in doc.steps if s.n == charged[bare[0]])
    doc.unread.append(
        Unread(
            text=first.text, span=first.span, why=f"in what vessel is not written, and it goes nowhere else: taken to be in the {named[0]}"
        )
    )


ONLY_IF = patterns.compile(
    r"(?:^|(?<=[.;] )|(?<=\n))(?:if|should|in case)\b[^.;:,\n]{3,60}[:,] (?:add |give |put in )?(?:another |a further )?\d[\d.,]* ?[A-Za-z]+ (?:(?:of )?(?:more|further|extra)\b|of (?:further|more)\b)|\bif\b[^.;:,\n]{3,60}[:,] (?:add )?(?:another|a further)\b",
    re.I,
)


def _only_if_it_fails(doc: Procedure, source: str) -> None:
    """ "If it stays white: 0.2 g more nitrite": what is given only if a test fails, and not counted."""
    for s in [x for x in doc.steps if x.kind in ("add", "dose") and x.materials and x.from_vessel is None]:
        m = ONLY_IF.search(source, max(0, s.span[0] - 1), s.span[1])
        if m is not None:
            _take_back(
                doc, [x for x in doc.materials if x.id in s.materials and x.span[0] >= m.start()], "given only if a test fails: not charged"
            )


BASES = (
    "sodium hydrogen carbonate",
    "sodium carbonate",
    "potassium carbonate",
    "sodium hydroxide",
    "calcium carbonate",
    "potassium hydroxide",
    "ammonia",
)
BY_PAPER = patterns.compile(r"\b(?:until|till|to)\b[^.;\n]{0,40}\b(?:pH|paper|litmus|neutral|seven)\b", re.I)


def _neutralised_by_paper(doc: Procedure, source: str) -> None:
    """ "Bicarbonate by the spoon until the paper says seven", "put in soda until it is neutral to litmus": how much goes in the paper tells."""
    lots = {m.id: m for m in doc.materials}
    for s in doc.steps:
        said = _sentence(source, s.span[0])
        held = [lots[k] for k in s.materials]
        unmeasured = {m.identity for m in held if m.amount is None and m.stated_mol is None}
        if s.kind in ("add", "dose") and held and len(unmeasured) == len({m.identity for m in held}):
            if unmeasured <= set(BASES) and BY_PAPER.search(said):
                s.kind = "neutralise"
            elif unmeasured <= set(DESTROYS) and UNTIL.search(said):
                s.kind = "destroy"
        elif (
            s.kind in ("add", "dose")
            and any(m.identity in DESTROYS for m in held)
            and lex.UNTIL_WHITE.search(source[s.span[0] : s.span[0] + 160].split("\n")[0])
        ):
            s.kind = "destroy"
        elif (
            s.kind == "test"
            and not held
            and TITRATED.search(s.text)
            and (agent := next((t for t in substances_in(s.text, s.span[0]) if t.value in DESTROYS), None))
        ):
            s.kind, s.all_at_once = "destroy", False  # "the iodine was titrated with thiosulfate": it is gone
            _put_into(doc, s, agent)
        elif s.kind == "test" and not held and PUT_IN.search(s.text) and BY_PAPER.search(s.text):
            base = next((t for t in substances_in(s.text, s.span[0]) if t.value in BASES), None)
            if base is not None and s.vessel is not None:
                s.kind = "neutralise"
                _put_into(doc, s, base)


def _put_into(doc: Procedure, step: Step, token: Token) -> None:
    """A lot without an amount of what a step's words name."""
    lot = Material(
        id=f"m{1 + max((int(m.id[1:]) for m in doc.materials), default=0)}",
        name=token.text,
        identity=str(token.value),
        step=step.n,
        span=(token.start, token.end),
    )
    doc.materials.append(lot)
    step.materials = [lot.id]


def _then_neutralised(doc: Procedure) -> None:
    """ "Slowly into 300 mL of water, soda": the water is the quench, and the base without an amount makes it neutral afterwards."""
    lots = {m.id: m for m in doc.materials}
    for s in [x for x in doc.steps if x.kind == "quench" and len(x.materials) > 1]:
        bases = [k for k in s.materials if lots[k].identity in BASES and lots[k].amount is None and lots[k].stated_mol is None]
        if bases and len(bases) < len(s.materials):
            s.materials = [k for k in s.materials if k not in bases]
            after = Step(n=0, kind="neutralise", text=s.text, span=s.span, vessel=s.vessel, materials=bases)
            at = doc.steps.index(s) + 1
            steps = [*doc.steps[:at], after, *doc.steps[at:]]
            in_order(doc, steps)
            for k in bases:
                lots[k].step = after.n


DESTROYS = (
    "sodium thiosulfate",
    "sodium thiosulfate pentahydrate",
    "sodium hydrogen sulfite",
    "sodium sulfite",
    "sodium metabisulfite",
    "ascorbic acid",
    "sulfamic acid",
    "urea",
)
TITRATED = patterns.compile(r"\b(?:iodine|bromine|chlorine)\b[^.;\n]{0,30}\btitrat\w+\b[^.;\n]{0,20}\bwith\b", re.I)
UNTIL = patterns.compile(lex.UNTIL_SEEN, re.I)
PUT_IN = patterns.compile(r"\b(?:put in|add(?:ed|s)?|give|gave|goes in|went in|throw|stir(?:red)? in)\b", re.I)


STOOD_READY = patterns.compile(
    r"[,:]? (?:\([^)]{1,16}\) )?(?:(?:is|was|are|were|stood|stands?|standing|waiting|kept|being|lay|lies|remained) )*(?:ready|standing by|by for|at hand|to hand|nearby|in reserve|for (?:a )?spills?|on the (?:tray|side|trolley)(?=\W*(?:[.;]|$|\n))|(?:beside|next to|close to) (?:it|the hood|the flask))\b(?! (?:in (?:the |a |its )?(?:\w+ )?(?:funnel|cylinder|syringe|burette|pipette)|for (?:the )?(?:addition|feed|drip)))",
    re.I,
)


def _stood_ready(doc: Procedure, m: Material, source: str) -> bool:
    """ "1 kg of citric acid stood ready": for a spill, and no charge."""
    return m.identity not in ("ice", "water") and STOOD_READY.match(source, m.span[1]) is not None and _charged(doc, m)


def _charged(doc: Procedure, m: Material) -> bool:
    """Whether a step charges or feeds a lot, and nothing gives it another part to play."""
    step = next((s for s in doc.steps if m.id in s.materials), None)
    return step is not None and m.role is None and step.kind in ("charge", "dose", "add")


def _is_put_in(words: str) -> bool:
    """Whether a verb of charging, feeding or pouring stands among words: then an amount that is not written stays open."""
    return any(lex.VERB_OF.get(w) in ("add", "charge", "pour") for w in re.findall(r"[a-z]+", words.lower()))


def _sentence(source: str, at: int) -> str:
    begin = max(source.rfind(x, 0, at) for x in (". ", "; ", "\n", ": ")) + 1
    return source[begin:at] + re.split(r"[.;\n]", source[at : at + 120])[0]


LED_IN = patterns.compile(
    r"\b(?:bubbl\w+|pass\w*|lead|leads|led|introduc\w+|cylinder|lecture bottle|balloon|fed|feed\w*|run in|stream of|saturat\w+|admit\w*|blown|blow|condens\w+|through|from the (?:bottle|generator|cylinder)|thrown|dropped|pieces|solid)\b",
    re.I,
)


BESIDE_A_GAS = patterns.compile(r"\b(?:SO2|CO2|CO|NO2|NH3|H2) \d|\bof gas\b|\b\d[\d.]* ?L (?:together|in all|altogether)\b")
"""What makes of "HCl" told in moles a gas, and no acid of a strength."""


def _comes_off(doc: Procedure, m: Material, source: str) -> bool:
    """ "Sulfur dioxide and hydrogen chloride, a tenth of a mole of each": a gas told in moles or litres, and nothing leads it in: it comes off."""
    if lex.SOLD_DISSOLVED.match(m.name):
        return False  # "ten mils of formalin"
    s = catalogue().substances.get(m.identity or "")
    by_mass = m.amount is not None and dimension(m.amount.unit) == "mass"
    told = m.stated_mol is not None or (m.amount is not None and dimension(m.amount.unit) == "volume")
    said = _sentence(source, m.span[0])
    in_brackets = (
        source[m.span[1] : m.span[1] + 1] == ")" and re.search(r"\([\w ]{0,20}$", source[max(0, m.span[0] - 24) : m.span[0]]) is not None
    )
    if s is not None and s.phase == "g" and in_brackets and not told and m.strength is None and _charged(doc, m):
        return True  # "the tap opened after each shake (a little hydrogen chloride)"
    as_gas = (
        m.name in ("HCl", "HBr")
        and m.amount is None
        and BESIDE_A_GAS.search(re.split(r"[;\n]", source[m.span[1] : m.span[1] + 60])[0]) is not None
    )
    if s is None or by_mass or not told or not _charged(doc, m) or not (as_gas or (s.phase == "g" and m.strength is None)):
        return False
    return LED_IN.search(said) is None and not _is_put_in(said)


LEFT_OVER = patterns.compile(
    r"\b(?:rest of (?:the|my)|excess(?: of)?(?: the)?|surplus|left-?over|unreacted|unused|what is left of the|what remains of the)\s*$",
    re.I,
)
GOES_AWAY = patterns.compile(
    r"[^.;\n]{0,40}?\b(?:(?:comes?|came|goes|went|is|was|are|were|been|being|took|taken|taking) (?:\w+ )?(?:off|over|away)|off\b|distil\w*|evaporat\w*|recover\w*|strip\w*|pumped|removed)\b",
    re.I,
)
"""Behind its name: it leaves."""


def _is_left_over(doc: Procedure, m: Material, source: str) -> bool:
    """ "The rest of the thionyl chloride, about 4 mL, comes off": part of what was charged, and no more of it."""
    at = source.find(m.name, *m.span)
    if at < 0 or not _charged(doc, m) or LEFT_OVER.search(source[max(0, at - 30) : at]) is None:
        return False
    leaves = GOES_AWAY.match(source, at + len(m.name))
    before = any(x.identity == m.identity and x is not m and x.span[0] < m.span[0] and (x.amount or x.stated_mol) for x in doc.materials)
    return before and leaves is not None and not _is_put_in(leaves.group())


MORE = patterns.compile(
    r"\b(?:more|another|again|some|a (?:bit|little|drop|splash|dash|glug|pinch|spoon\w*|few)|further|fresh|extra|second|additional|enough|splash|squirt|top(?:ped)? up)\b"
    r"(?:\W+(?:of|the|this|that|with|in|it|and|by|to|or|from|drops?|mL|conc\w*|strong|dilute|cold|hot|solid|fresh|dry|more|some|\w+ly|\d+ ?%))*\W*$",
    re.I,
)
"""Right before a name: more of it goes in."""


DOES_SOMETHING = patterns.compile(
    r" (?:takes|took|catches|caught|absorbs|absorbed|holds|keeps|kept|stays|stayed|turns|turned|bubbles|bubbled|warms|eats|burns|smells|shows|does)\b(?! (?:in|to go)\b)",
    re.I,
)
""" "Which the caustic takes": the name is what acts, and nothing puts it in."""


def _is_named_again(doc: Procedure, m: Material, source: str) -> bool:
    """A substance that was weighed once and is named again without an amount, where nothing is put in: what is there already. "Until" it does something it may be more."""
    if m.amount or m.stated_mol or m.equivalents or m.identity in (None, "water", "ice") or not _charged(doc, m):
        return False
    others = [x for x in doc.materials if x.identity == m.identity and x is not m and (x.amount or x.stated_mol) and x.step is not None]
    at = max(source.find(m.name, *m.span), m.span[0])
    if not others or MORE.search(source[max(0, m.span[0] - 40) : at]) is not None:
        return False
    return DOES_SOMETHING.match(source, m.span[1]) is not None or not _is_put_in(_sentence(source, m.span[0]))


ON_THE_ICE = patterns.compile(r"\b(?:on ?to|on|over|in ?to) the (?:crushed |broken |stirred |cold )*$", re.I)


RUN_ON_THE_ICE = patterns.compile(
    r"\b(?:run|ran|pour\w*|drip\w*|drop\w*|add\w*|let|tip\w*)\b[^.;]{0,30}\bon(?: ?to)? the (?:crushed |broken |stirred |cold )*ice\b", re.I
)


def _on_to_the_ice_there(doc: Procedure, source: str) -> None:
    """ "The complex was run on to the stirred ice", after ice was weighed into one other vessel: what is run goes there, and no more ice."""
    lots = {x.id: x for x in doc.materials}
    for s in doc.steps:
        ice = [lots[k] for k in s.materials]
        if s.kind not in ("add", "dose", "quench") or len(ice) > 1 or any(m.identity != "ice" or m.amount is not None for m in ice):
            continue
        iced = {
            x.vessel
            for x in doc.steps
            if x.n < s.n
            and x.vessel is not None
            and STANDS_BY.search(source[x.span[0] : x.span[1] + 30].split("\n")[0]) is None
            and any(lots[k].identity == "ice" and lots[k].amount for k in x.materials)
        }
        wrong, right = s.vessel, next(iter(iced), None)
        if len(iced) != 1 or wrong == right or (s.kind == "quench" and any(v.name == wrong and v.named for v in doc.vessels)):
            continue  # of several it is not known which; or the words name a vessel of their own
        if ice and ON_THE_ICE.search(source[max(0, ice[0].span[0] - 30) : ice[0].span[0]]) is None:
            continue
        if not ice and (s.from_vessel != right or RUN_ON_THE_ICE.search(s.text) is None):
            continue  # or read the other way round
        s.from_vessel = s.from_vessel if s.kind == "quench" else wrong
        s.kind, s.vessel, s.materials = "quench", right, []
        doc.materials = [m for m in doc.materials if m not in ice]
        for later in doc.steps:
            if later.n > s.n:
                later.vessel = right if later.vessel == wrong else later.vessel
                later.from_vessel = right if later.from_vessel == wrong else later.from_vessel
                later.from_vessel = None if later.from_vessel == later.vessel else later.from_vessel
        if all(wrong not in (x.vessel, x.from_vessel) for x in doc.steps):
            doc.vessels = [v for v in doc.vessels if v.name != wrong]


def _is_the_ice_there(doc: Procedure, m: Material, source: str) -> bool:
    """ "Drip it on the ice", into the vessel in which ice was weighed before: that ice, and no more. In another vessel its amount is missing."""
    if m.identity != "ice" or m.amount is not None or ON_THE_ICE.search(source[max(0, m.span[0] - 20) : m.span[0]]) is None:
        return False
    lots = {x.id: x for x in doc.materials}
    mine = next((s for s in doc.steps if m.id in s.materials), None)
    return mine is not None and any(
        s.n < mine.n and s.vessel == mine.vessel and any(lots[k].identity == "ice" and lots[k].amount for k in s.materials)
        for s in doc.steps
    )


STANDS_IN_A_CONDITION = patterns.compile(
    r"\b(?:if|when|whenever|until|till|as soon as|once) (?:the )?(?:\w+ ){1,3}(?:in|of|through|over|above|from) (?:the )?$", re.I
)


def _tells_when(doc: Procedure, m: Material, source: str) -> bool:
    """ "Or if the bubbles in the caustic run together": what is seen in what is there, weighed before."""
    if m.amount or m.stated_mol or m.equivalents or not _charged(doc, m):
        return False
    others = [x for x in doc.materials if x.identity == m.identity and x is not m and (x.amount or x.stated_mol)]
    return bool(others) and STANDS_IN_A_CONDITION.search(source[max(0, m.span[0] - 60) : m.span[0]]) is not None


IS_MADE = patterns.compile(
    r"(?:^|\n|[.;] )\W*(?:(?:I|we|you|they|one) (?:always |usually |often )?)?(?:makes?|made|prepares?|prepared) (?:our |the |my |some |this )?$",
    re.I,
)


def _is_made(doc: Procedure, m: Material, source: str) -> bool:
    """ "We make bromocyclohexane for the second-years": before anything was weighed, what the text is about."""
    if m.amount or m.stated_mol or m.equivalents or not _charged(doc, m):
        return False
    first = all(x.span[0] >= m.span[0] for x in doc.materials if x.amount or x.stated_mol)
    return first and IS_MADE.search(source[max(0, m.span[0] - 40) : m.span[0]]) is not None


def _before_its_name(doc: Procedure, m: Material, source: str) -> str | None:
    """What stands before the name of a lot that is charged with no amount; None for any other lot."""
    if m.amount or m.stated_mol or m.equivalents or not _charged(doc, m):
        return None
    at = max(source.find(m.name, *m.span), m.span[0])
    return source[max(0, at - 80) : at]


OF_A_SAMPLE = patterns.compile(
    r"\b(?:a|the|one|each|two|few) (?:\w+ )?(?:drops?|samples?|aliquots?|probes?|specks?|bit|little)\b(?: of (?:it|the \w+))?,? (?:\w+ly |then |first |was |is )?(?:quenched|dissolved|diluted|shaken|hydroly[sz]ed|poured|stirred|put|worked up|taken up|treated|tested)\b[^.;\n]{0,20}\b(?:in|into|with|on) (?:\w+ )?$",
    re.I,
)
IS_TESTED = patterns.compile(r"\b(?:TLC|GC|HPLC|NMR|pH|strips?|papers?|litmus|spots?|shows?|showed|titrat\w*|chromatogra\w*|must have)\b")


def _takes_a_sample(doc: Procedure, m: Material, source: str) -> bool:
    """ "A drop quenched in methanol showed on TLC no acid": what the sample goes into, and not the batch."""
    before = _before_its_name(doc, m, source)
    if before is None or OF_A_SAMPLE.search(before) is None:
        return False
    return IS_TESTED.search(_sentence(source, m.span[0])) is not None


SMELT_OR_SEEN = patterns.compile(
    r"\b(?:vapou?rs?|fumes?|smells?|odou?r|mist|clouds?|reeks?|stinks?) of (?:the )?$"
    r"|\b(?:is|are|was|were|turns?|turned|looks?|stays?|becomes?|remains?) (?:[a-z-]+ ){1,3}\($|\b(?:brown|yellow|green|red|violet|orange|white) (?:gas|fumes|vapou?rs?|cloud|mist|colou?r|haze) \($",
    re.I,
)


def _is_seen_or_smelt(doc: Procedure, m: Material, source: str) -> bool:
    """ "Some vapour of acetic acid", "if it is yellow (bromine), it is run again": no charge, where no verb before the name puts it in."""
    before = _before_its_name(doc, m, source)
    said = SMELT_OR_SEEN.search(before) if before is not None else None
    if before is None or said is None or m.strength is not None or _is_put_in(re.split(r"[.;\n]", before)[-1]):
        return False
    at = max(source.find(m.name, *m.span), m.span[0]) + len(m.name)
    return not said.group().endswith("(") or source[at : at + 1] == ")"


COMES_OVER = patterns.compile(
    r" (?:(?:came|comes|come|coming|passed|passes|has come|had come) (?:over|off)\b(?! (?:from|in|into) )|(?:came|has come|had come)(?=\W*(?:[.;\n]|$))|(?:distils|distil|distilled|distills)(?: over| off)?(?= (?:at|between|from \d)|\W*(?:[.;\n]|$))|(?:is|was|were) collected\b)",
    re.I,
)
""" "The methanol comes over", "3.4 mL of methanol came."; what "comes from the funnel" goes in."""


def _comes_over(doc: Procedure, m: Material, source: str) -> bool:
    """ "Three mL of methanol came", "the methanol comes over at 64-70 °C": what is distilled, and no charge."""
    if not _charged(doc, m) or COMES_OVER.match(source, m.span[1]) is None:
        return False
    return not _is_put_in(source[max(0, m.span[0] - 25) : m.span[0]])


NOT_THERE = patterns.compile(
    r"\W{0,2}(?:was|were|is|are|being|had) (?:not|n['’]t|never) (?:at hand|to hand|available|there|in the house|in stock)\b|\W{0,2}(?:was|were|is|are) (?:missing|out of stock|used up)\b",
    re.I,
)


def _was_not_there(doc: Procedure, m: Material, source: str) -> bool:
    """ "As ethyl acetate was not at hand": none went in."""
    return not (m.amount or m.stated_mol) and _charged(doc, m) and NOT_THERE.match(source, m.span[1]) is not None


OF_FIRE = ("sand", "dry sand")
LEAST_SAND_G = 1000.0


def _is_for_a_fire(doc: Procedure, m: Material, source: str) -> bool:
    """ "5 kg dry sand, powder extinguisher": it stands ready. A kilogram of sand is no charge of the bench."""
    if m.name.lower() not in OF_FIRE or m.amount is None or dimension(m.amount.unit) != "mass" or not _charged(doc, m):
        return False
    return convert(m.amount.value, m.amount.unit, "mass") >= LEAST_SAND_G and "bath" not in _sentence(source, m.span[0])


TAKEN_BACK = (
    (_is_for_a_fire, "for a fire: not charged"),
    (_was_not_there, "not at hand: not charged"),
    (_takes_a_sample, "of a sample: not charged"),
    (_comes_over, "comes over: not charged"),
    (_is_seen_or_smelt, "only seen or smelt: not charged"),
    (_is_made, "what is made: not charged"),
    (_tells_when, "weighed before, and named only for what is seen in it: not charged again"),
    (_is_the_ice_there, "the ice that is there: not charged again"),
    (_comes_off, "a gas that nothing leads in: taken as what comes off, and not charged"),
    (_stood_ready, "stands ready: not charged"),
    (_is_left_over, "left over of what was charged: not charged again"),
    (_is_named_again, "weighed before, and nothing says that more goes in: not charged again"),
)
"""What cannot be meant as a charge, and what the document says of it."""


TOO_MUCH_ICE = 1.5
"""Times a vessel's size from which ice or water that is written beside it stands round it, and not in it (assumption)."""
WARM_STEP_C = 40.0
HEATERS = ("mantle", "oil", "sand", "plate", "burner", "air")
TUBS = ("tub", "basin", "bowl")
STANDS_IN = patterns.compile(
    r"\b(?:bath|bowl|basin|tub|trough|pan|bucket outside|cool\w*|chill\w*|stand\w*|stood|dip\w*|held|sits?|sat|immers\w+|kept in|round (?:it|the)|outside|jacket)\b|\bin (?:an? |the )?(?:\d[\d.,]* ?(?:kg|L|l) of )?(?:ice|cold|tap|iced)\b",
    re.I,
)
"""What is said of water that stands round a vessel."""
OUTSIDE = patterns.compile(
    r"(?: and water)?(?:,? ?\(?\d[\d.,]* ?k?g\)?)? (?:(?:stands? |is |kept )?(?:in|as) (?:a|an|the) (?:tub|bowl|basin|bath|pan|tray)\b(?!,? (?:add|pour))|(?:outside|round|around|under|underneath) (?:it|the|of)\b|outside\b)",
    re.I,
)
""" "1 kg ice in a tub under the beaker": where the ice stands, whatever its amount."""
ICE_WATER = patterns.compile(r"ice(?:d|[- ]cold)?[- /+&]*(?:and )?water", re.I)


STANDS_BY = patterns.compile(
    r"\b(?:at hand|to hand|handy|ready|stand(?:s|ing)? by|stood by|standing|on (?:a|the) (?:lab )?jack|in reserve|nearby|beside|within reach|dump|emergency|worst case|(?:if|in case|should|when) (?:it|needed|the|anything|necessary|\d+ °C (?:is|was)))\b",
    re.I,
)
"""Ice that waits: it cools nothing yet."""


BATH_WITH = patterns.compile(
    r"\b(?:(?:water|cooling|cold)[- ]?(?:water[- ]?)?bath|bath ?:)(?![^.;\n]*\b(?:pour|quench|poured|on ?to)\b)[^.;\n]{0,45}$|\bice[- ]bath \([^()\n]{0,25}$",
    re.I,
)
""" "Water bath, 1 L, with ice in it", "ice bath (handful of ice)": behind these words ice is the bath's."""


def _ice_of_a_bath(doc: Procedure, source: str) -> None:
    """Ice that the words of a water bath bring: the bath is one of ice and water."""
    lots, stands = {m.id: m for m in doc.materials}, []
    for s in doc.steps:
        vessel = next((v for v in doc.vessels if v.name == s.vessel), None)
        for lot in [lots[k] for k in s.materials if k in lots]:
            if lot.identity != "ice" or lot.span is None or vessel is None or s.kind not in ("charge", "add", "dose"):
                continue
            begin = max(source.rfind(x, 0, lot.span[0]) for x in (". ", "; ", "\n")) + 1
            if BATH_WITH.search(source[begin : lot.span[0]]) is None:
                continue
            mass = lot.amount is not None and dimension(lot.amount.unit) == "mass"
            grams = convert(lot.amount.value, lot.amount.unit, "mass") if mass and lot.amount is not None else None
            if vessel.bath is None or vessel.bath.kind == "water":
                water = vessel.bath.water_g if vessel.bath is not None else None
                vessel.bath = Bath(kind="ice", ice_g=grams, water_g=water, span=vessel.bath.span if vessel.bath is not None else lot.span)
            stands.append(lot)
    _take_back(doc, stands, "")  # as a bath it is told


def _ice_that_does_not_go_in(doc: Procedure, source: str) -> None:
    """ "Ice 2 kg outside" a 250 mL flask, "a tub with 3 kg of ice on a jack", "in ice-water, 1 kg": a bath, or what stands by; it cannot be a charge."""
    lots, vessels = {m.id: m for m in doc.materials}, {v.name: v for v in doc.vessels}
    uses = Counter(name for s in doc.steps for name in (s.vessel, s.from_vessel))
    stands: list[Material] = []
    for s in doc.steps:
        vessel = vessels.get(s.vessel or "")
        if vessel is None or s.kind not in ("charge", "dose", "add") or s.from_vessel is not None:
            continue
        tub = vessel.kind in TUBS and uses[vessel.name] == 1 and len(s.materials) == 1  # what the batch goes into keeps its ice
        for lot in [lots[k] for k in s.materials]:
            if lot.identity not in ("ice", "water") or lot.amount is None or (tub and lot.identity == "water"):
                continue
            grams = (
                convert(lot.amount.value, lot.amount.unit, dimension(lot.amount.unit))
                if dimension(lot.amount.unit) in ("mass", "volume")
                else 0.0
            )
            a, b = lot.span or (0, 0)
            if not tub and (not vessel.nominal_mL or grams < TOO_MUCH_ICE * vessel.nominal_mL) and OUTSIDE.match(source, b) is None:
                continue
            begin = max(source.rfind(x, 0, a) for x in (". ", "; ", "\n")) + 1
            around = source[begin:b] + re.split(r"[.;\n]", source[b : b + 80])[0]
            if lot.identity == "water" and not STANDS_IN.search(around) and not (lot.amount.unit == "kg" and ICE_WATER.match(lot.name)):
                continue  # water that is poured in: the vessel is too small, or another one
            waits = STANDS_BY.search(around)
            iced = lot.identity == "ice" or re.match(r"ice", lot.name, re.I) is not None
            warmer = vessel.bath if vessel.bath is not None and vessel.bath.kind in HEATERS else None
            if (vessel.bath is None or warmer is not None) and not tub and waits is None:
                vessel.bath = Bath(kind="ice" if iced else "water", ice_g=grams if iced else None, span=lot.span)
                for other in doc.steps if warmer is not None else []:
                    hot = other.kind in ("heat", "reflux", "distil") or (other.T_range is not None and other.T_range.value >= WARM_STEP_C)
                    if other.vessel == vessel.name and hot and other.bath is None:
                        other.bath = warmer  # the ice for what is cold, the mantle for what is warm, whichever is told first
            stands.append(lot)
    _take_back(doc, stands, "")  # as a bath it is told; what stands by is told as what is ready


DESTROYS_NOTHING = (
    "bromine",
    "chlorine",
    "thionyl chloride",
    "sulfuryl chloride",
    "phosphoryl chloride",
    "oxalyl chloride",
    "nitric acid",
    "acetyl chloride",
    "benzoyl chloride",
)
"""What is never what an excess is destroyed with."""


def _destroys_nothing(doc: Procedure) -> None:
    """ "Br2, 32 g, decolorises nicely": a reagent that goes in, and no destroying of one."""
    lots = {m.id: m for m in doc.materials}
    for s in doc.steps:
        if s.kind == "destroy" and s.materials and all(lots[k].identity in DESTROYS_NOTHING for k in s.materials):
            s.kind = "dose" if s.duration is not None else "add"


COMMON_NOUNS = ("salt", "acid", "soda", "caustic", "spirit", "bleach", "lime", "alum", "potash", "ester", "amine", "base")


def _named_in_brackets(doc: Procedure, source: str) -> None:
    """ "Chromic salt (potassium dichromate) 60 g": the bracket says which salt."""
    for m in doc.materials:
        at = source.find(m.name, *m.span) if m.name.lower() in COMMON_NOUNS else -1
        inside = re.match(r" \(([^()\n]{4,40})\)", source[at + len(m.name) :]) if at >= 0 else None
        named = substances_in(inside[1]) if inside is not None else []
        if inside is not None and len(named) == 1 and len(named[0].text) >= len(inside[1]) - 2:
            m.identity, m.name = str(named[0].value), named[0].text


FED_COLD = patterns.compile(
    r"(?:\b(?:in|with|under) (?:an? |the )?(?P<ice>ice(?:[- ](?:and[- ])?(?:water|bath|cooling))?)|(?P<cooled>\bice[- ](?:cool(?:ed|ing)|bath))|\bstanding in (?P<water>cold water|tap water))(?=[,.;:)]| (?:at|below|over|during|within|in|while|keeping|so that)\b|$)",
    re.I,
)
"""A feed "over 40 min in ice, below 20 °C", whatever the vessel stood in before."""


def fed_in_ice(doc: Procedure, source: str) -> None:
    """A feed that its own sentence, or the cooling right before it, puts in ice or cold water, in a vessel that is told of with a warm bath or none: a bath of that step alone."""
    by_id, baths = {m.id: m for m in doc.materials}, {v.name: v.bath for v in doc.vessels}
    cooled: dict[str, tuple[int, int]] = {}
    for s in doc.steps:
        if s.kind == "cool" and (m := COOLED_IN_ICE.search(source, *s.span)) is not None:
            cooled[s.vessel or ""] = m.span()
        elif s.kind in ("heat", "reflux", "distil") or s.T_of == "bath":
            cooled.pop(s.vessel or "", None)
        stands = baths.get(s.vessel or "")
        if s.kind not in ("dose", "add") or s.bath is not None or (stands is not None and stands.kind in ("ice", "ice-salt", "dry-ice")):
            continue
        T = s.T_limit or s.T_range
        if T is None or T.value > COLD_FEED_C or any(by_id[k].identity == "ice" for k in s.materials):
            continue
        m = FED_COLD.search(source, *s.span)
        if (
            m is not None
            and re.search(r"\b(?:kept|stored|stood|standing)\b[^.;]{0,12}$", source[s.span[0] : m.start()])
            and m["water"] is None
        ):
            m = None  # the solution that is fed was kept in ice
        if m is not None and stands is not None:
            s.bath = Bath(kind="water" if m["water"] else "ice", span=m.span())
        elif (s.vessel or "") in cooled:
            s.bath = Bath(kind="ice", span=cooled[s.vessel or ""])
        elif stands is not None and (told := _changed_to_ice(doc, s, source)) is not None:
            s.bath = Bath(kind="ice", span=told)


CHANGED_TO_ICE = patterns.compile(
    r"\b(?:chang\w+|swap\w*|switch\w*|replac\w+|exchang\w+|put|stood|set)\b[^.;\n]{0,40}\bice\b|\bice(?:[- ]bath)? (?:instead of|in place of|in\b(?! (?:it|the))|under (?:it|the flask)|back|again|on again)|\bwith the ice[- ]bath under"
    r"|\b(?:back (?:down )?to|again (?:to|at)|cooled? (?:again|back))\b",
    re.I,
)
""" "Change to the ice bath", "ice instead of the water"; "back to 0 °C" where a step before stood in ice."""
BACK_C = 18.0
"""Up to here no tap water goes back to it (assumption)."""


def _changed_to_ice(doc: Procedure, step: Step, source: str) -> tuple[int, int] | None:
    """Where the words stand by which ice comes under the vessel before or while this step is fed; None without any."""
    before = [s for s in doc.steps if s.n < step.n]
    begin = min(before[-1].span[1], step.span[0]) if before else step.span[0]
    for m in CHANGED_TO_ICE.finditer(source, begin, step.span[1]):
        if "ice" in m.group().lower():
            return m.span()
        T = step.T_limit or step.T_range
        iced = any(s.vessel == step.vessel and s.bath is not None and s.bath.kind == "ice" for s in before)
        if iced and T is not None and T.value <= BACK_C:
            return m.span()
    return None


COOLED_IN_ICE = patterns.compile(
    r"\b(?:in|with|on|by|over) (?:an? |the )?(?:bath of )?(?:crushed )?ice\b|\bice[- ](?:water |salt )?bath\b|\bice[- ]?cool", re.I
)


COLD_FEED_C = 60.0
"""Up to here a feed is held by ice or cold water."""
