"""From clauses to steps: what a clause is about, then one small handler for each kind of doing."""

from __future__ import annotations

import re
from dataclasses import replace
from itertools import pairwise

from rdkit import Chem

from northsquall import patterns
from northsquall.chemistry.classes import classes_in
from northsquall.procedure import AS_BEFORE_IT, Bath, Material, Procedure, Quantity, Step, Strength, Unread, Vessel
from northsquall.procedure.units import MOLAR_L, WRITTEN_MASS, WRITTEN_VOLUME, convert, dimension
from northsquall.procedure.volumes import left_in
from northsquall.reading import lexicon as lex
from northsquall.reading.account import (
    Account,
    Clause,
    as_unit,
    declare,
    free_id,
    made_first,
    main_vessel,
    meant,
    name_main,
    new_lot,
    place,
    rename,
    saturated,
    set_bath,
    split,
    unspent,
)
from northsquall.reading.conditions import durations_in, lead_in, new_step, read_sensor, temperatures_in
from northsquall.reading.items import Item, Qty, at, bracketed, is_word, number_of
from northsquall.reading.mentions import SMALL_G, Mention, class_of, mentions_in, portion_size, take
from northsquall.reading.pacing import ABOUT
from northsquall.reading.phrases import HEATERS, REACTION_VESSELS, VesselPhrase, bath_in, quantities, vessels_in
from northsquall.reading.results import RESULT_LABELS, read_result
from northsquall.reading.tokens import Token, substances_in, tokenise
from northsquall.substances import catalogue

ACIDS = ("sulfuric acid", "nitric acid", "fuming nitric acid")
RECEIVERS = ("ice", "water", "ice water")


WASTE_TREATED = patterns.compile(
    r"\b(?:carbonate|bicarbonate|soda|hydroxide|NaOH|caustic|lime|bisulfite|thiosulfate|acid)\b[^.;\n]*\b(?:pH|neutral|until|till|portions|\d)|\bneutrali[sz]e\b[^.;\n]*\bwith\b",
    re.I,
)
"""Behind "Waste:": what is done to it, and not only where it goes."""
SIZED_BY_LABEL = {"vessel": "flask", "flask": "flask", "reactor": "flask", "pot": "flask", "beaker": "beaker"}
"""Labels behind which a volume alone is the size of a vessel."""


NONE_NEAR = patterns.compile(r"^\W*(?:keep )?(?:no|never any?) [\w ,]{2,40} (?:near|by|next to|around|close to|within) ", re.I)
""" "No water near the flask": no vessel is told of."""


PART_OF_A_SOLUTION = patterns.compile(r" of (?:an?|the|this|its) solution of (?:the )?", re.I)
FORE_RUN = patterns.compile(r"\b(?:fore-?run|first runnings|first fraction|heads)\b[^.;()]*\([^()]*$", re.I)
""" "Fore-run up to 145 °C (thionyl chloride, 4 mL)": what comes over, and no charge."""
BY_DENSITY = patterns.compile(
    r"(?:\bd(?:ensity)?|\bsp(?:\.|ecific)? ?gr(?:\.|avity)?|ρ)(?:[ _]?(?:15|20|25))?(?: of)?(?: ?[=:])? ?([012][.,]\d{2,4})\b", re.I
)
OF_PERCENT = patterns.compile(r" of (\d{1,2}(?:[.,]\d+)?) ?%", re.I)


def _joined(source: str, a: Mention, b: Mention) -> bool:
    """ "400 g of ice and water": one amount for both."""
    named = source.find(a.name, a.start, b.end)
    return (
        named >= 0
        and re.fullmatch(r"\s+and\s+|/|-|\s*\+\s*|\s*&\s*|\s+(?:with|and some)\s+", source[named + len(a.name) : b.start]) is not None
    )


SHORTEST_TAIL = 5
"""Letters of a name by which what is listed under a longer one may be called."""
SUBSTITUTED = patterns.compile(
    r"(?:nitro|chloro|bromo|iodo|fluoro|amino|hydroxy|methoxy|ethoxy|phenoxy|acetyl|methyl|butyl|phenyl|cyano)$", re.I
)
"""How a longer name begins before it: methanol is no ethanol of the list, and cyclohexane no hexane."""


NO_BATH = patterns.compile(
    r"\b(?:no|without (?:an? |any |the )?|no need (?:for|of) (?:an? )?|(?:not|\w+n['’]t) (?:need|use|bother with) (?:an? )?)[ -]?(?:ice|water|cold|cooling)(?:[- ](?:water|salt))? ?bath\b"
    r"|\b(?:ice|cold|cooling)[- ](?:(?:water|salt) )?bath (?:(?:is|was|being) )?(?:not|n['’]t|isn['’]t|wasn['’]t|hardly|un)[ ]?(?:needed|necessary|wanted|called for|used|worth)",
    re.I,
)
""" "You don't need an ice bath": none stands under it."""


class Reading:
    """One clause with all that is recognised in it."""

    def __init__(self, account: Account, clause: Clause) -> None:
        self.account, self.clause = account, clause
        self.items: list[Item] = clause.items
        self.text = clause.text(account.source)
        found = bath_in(self.items)
        refused = NO_BATH.search(self.text) is not None
        self.bath: Bath | None = found[0] if found and not refused and not _of_receiver(self.items, found[1]) else None
        self.skip: set[int] = set(range(found[1], found[2] + 1)) if found else set()
        if found:
            account.used |= {q.start for q in found[3]}
        all_vessels = [v for v in vessels_in(self.items) if v.index not in self.skip] if not NONE_NEAR.match(self.text) else []
        left = {
            i
            for i, x in enumerate(self.items[:-1])
            if isinstance(x, Qty)
            and x.dim in ("mass", "volume")
            and (
                (is_word(self.items[i + 1], "left") and not is_word(at(self.items, i + 2), "over"))
                or is_word(self.items[i + 1], "remain", "remains", "behind", "stay", "stays", "remaining")
                or any(is_word(y, "leave", "leaving") for y in self.items[max(0, i - 4) : i])
                or (
                    any(is_word(y, "stop", "stopping", "stopped") for y in self.items[max(0, i - 4) : i])
                    and (is_word(at(self.items, i - 1), "with", "at", "when") or not is_word(self.items[i + 1], "of"))
                )
            )
        }
        account.used |= {x.start for i, x in enumerate(self.items) if i in left and isinstance(x, Qty)}
        self.skip |= left  # "3 mL left in the flask": what is not distilled
        size = self.items[0] if self.items else None
        ends = len(self.items) == 1 or is_word(at(self.items, 1), ",", ".", "(")
        others = any(v.kind in REACTION_VESSELS for v in all_vessels)
        if clause.label in SIZED_BY_LABEL and isinstance(size, Qty) and size.dim == "volume" and ends and not others:
            mL = convert(size.value, size.unit, "volume")  # "Flask: 500 mL, stirrer, …"
            all_vessels.append(VesselPhrase(SIZED_BY_LABEL[clause.label], size.start, size.end, 0, mL, size, "a"))
        self.skip |= {i for v in all_vessels if v.qty is not None for i, x in enumerate(self.items) if x is v.qty}
        self.vessels = [v for v in all_vessels if v.kind in REACTION_VESSELS]
        self.mentions = mentions_in(self.items, self.skip | _rates(self.items), account.source)
        self.spoken = list(self.mentions)
        """Everything that is named, before what brings nothing is left out."""
        said = clause.text(account.source)
        for m in self.mentions:
            if m.identity == "water" and not m.measured and FROM_A_TAP.match(account.source[m.end : clause.end]):
                m.vague = True  # "water from the wash bottle until it stops fizzing"
            if m.identity in lex.FED_GASES and not m.measured and lex.GAS_FED.search(said) and not lex.TRAIN.search(said):
                m.vague = True  # it goes in, and nobody says how much
            self._common(m)
        self.mentions = [
            m
            for m in self.mentions
            if not m.generic or m.generic == "it" or m.measured or m.again or lots_waiting(account, m) or _speaks(account, m)
        ]
        if clause.verb is None and FELT.search(self.text):  # "Vigorous, foams, HCl": what comes, not what goes in
            self.mentions = [m for m in self.mentions if m.measured or not GASEOUS.fullmatch(m.name)]
        self.mentions = [m for m in self.mentions if m.measured or not COMES_FROM.match(account.source[m.end : clause.end])]
        wanted = (
            AS_NEEDED.search(self.text)
            if self.bath is None and any(m.identity == "ice" and not m.measured for m in self.mentions)
            else None
        )
        if wanted is not None:  # "…, with more ice as needed": there is always ice
            self.bath = Bath(kind="ice", span=(clause.start + wanted.start(), clause.start + wanted.end()))
        condenses = (
            re.search(r"(?<!through the )(?<!down the )(?<!by the )(?<!via the )\bcondenser|\bbowl\b|\bcooler\b", self.text) is not None
        )
        idle = clause.verb is None or condenses
        rows = {account.lot(k).identity for k, tag in account.waiting.items() if tag == "list"}
        self.mentions = [
            m
            for m in self.mentions
            if not self._beside(m)
            and not _of_the_sensor(self.items, m)
            and not self._stands_aside(m)
            and not (
                idle
                and m.identity in RECEIVERS
                and not m.measured
                and not _to_it(self.items, m)
                and not (rows and self._in_a_row_of(rows, m))
                and not (m.identity in rows and ROW_IN.fullmatch(self.text))
            )
        ] + self._rows()
        self.mentions = (
            [m for m in self.mentions if not any(is_word(x, "till", "until") for x in self.items[max(0, m.first - 5) : m.first])]
            if clause.verb != "add"
            else self.mentions
        )
        told = {m.identity for m in self.mentions if m.measured}
        self.mentions = [  # "150 mL of water, 11 mL of acid (slowly, into the water)"
            m
            for m in self.mentions
            if m.measured
            or m.identity not in told
            or not any(is_word(x, "into", "onto", "to") for x in self.items[max(0, m.first - 2) : m.first])
            or not (m.index in bracketed(self.items) or is_word(at(self.items, m.first - 1), "the"))
            or not any(x.identity == m.identity and x.measured and x.index < m.index for x in self.mentions)
        ]
        for m in self.mentions:  # "ice and water round it, two kilos of ice"
            lead = m.first - 1 - is_word(at(self.items, m.first - 1), "about", "some", "maybe", "say", "roughly")
            mass = m.amount is not None and m.amount.dim == "mass" and is_word(at(self.items, lead), ",")
            behind = self.bath is not None and (self.bath.span is None or m.start > self.bath.span[0])
            if m.identity == "ice" and mass and behind and self.bath is not None and self.bath.kind == "ice" and self.bath.ice_g is None:
                self.bath.ice_g = convert(m.amount.value, m.amount.unit, "mass")  # type: ignore[union-attr]
                account.used |= {q.start for q in m.used}
                self.mentions = [x for x in self.mentions if x is not m]
                break
        self.mentions.sort(key=lambda m: m.index)
        for a, b in pairwise(list(self.mentions)):  # "on to ice and water (600 g)": half of it ice (assumption)
            twins = {a.identity, b.identity} == {"ice", "water"} and (a.amount is None) != (b.amount is None)
            if not twins or self.bath is not None or (whole := b.amount or a.amount) is None:
                continue
            of_both = whole is a.amount and whole.dim == "mass" and a.index < b.index and _joined(account.source, a, b)
            if of_both or (
                whole is b.amount and re.fullmatch(r"(?:-| and | \+ | with )(?:\w+ )?", account.source[a.start + len(a.name) : b.start])
            ):
                a.amount = b.amount = replace(whole, value=whole.value / 2.0)
        for a, b in pairwise(list(self.mentions)):  # "150 mL of ice water (100 g of ice in it)": part of it
            inside = a.identity == "water" and b.identity == "ice" and b.index in bracketed(self.items) and a.amount is not None
            if inside and b.amount is not None and re.match(r"[^()]{0,6}\b(?:in it|of it|of that)\b", account.source[b.end : b.end + 16]):
                volume, ice_g = convert(a.amount.value, a.amount.unit, a.amount.dim), convert(b.amount.value, b.amount.unit, b.amount.dim)  # type: ignore[union-attr]
                if a.amount is not None and ice_g < volume:
                    a.amount = replace(a.amount, value=volume - ice_g, unit="ml" if a.amount.dim == "volume" else "g")
        over = [m for m in self.mentions if m.index in bracketed(self.items) and FORE_RUN.search(account.source[clause.start : m.start])]
        if over and not re.search(r"\b(?:drip|drop|pour|run|add)\w*\b.*\binto\b", self.text, re.I):
            account.used |= {q.start for m in over for q in m.used}
            self.mentions = [m for m in self.mentions if m not in over]
        self._of_a_solution()
        self._by_parts()
        self._by_density()
        self.mentions = _aim_first(account, clause, self.mentions)

    def _of_a_solution(self) -> None:
        """ "3 mL of a solution of X (17.1 g) in ether (80 mL)": the lot is what the bracket weighs; a part of it goes in first."""
        for m in self.mentions:
            if m.amount is None or m.amount.dim != "volume":
                continue
            named = self.account.source.find(m.name, m.amount.end)
            if named < 0 or not PART_OF_A_SOLUTION.fullmatch(self.account.source[m.amount.end : named]):
                continue
            end = named + len(m.name)
            told = next((x for x in self.items if isinstance(x, Qty) and x.dim == "mass" and end <= x.start <= end + 3), None)
            if told is not None:
                self.account.used.add(m.amount.start)
                m.amount = told
                m.used = [*m.used, told]

    def _by_density(self) -> None:
        """ "Nitric acid (d 1.40)", "of 65 %": the strength of an acid or a base by the density of its solution, or told behind it."""
        for m in self.mentions:
            s = catalogue().substances.get(m.identity or "")
            by_word = m.strength is not None and m.strength.percent_w is None and m.strength.molar is None
            if s is None or not s.commercial or (m.strength is not None and not by_word) or m.ratio is not None:
                continue
            begin = self.account.source.find(m.name, m.start) + len(m.name)
            ends = min([x.start for x in self.mentions if x.start >= m.end], default=self.clause.end)
            behind = self.account.source[begin : min(max(m.end, begin) + 40, ends)]
            if (d := BY_DENSITY.search(behind)) is not None:
                found = catalogue().strength_of_density(s.id, float(d[1].replace(",", ".")))
                if found is not None:
                    m.strength = Strength(
                        percent_w=found[1],
                        low=found[0],
                        high=found[2],
                        basis="w/w",
                        word=d.group().strip(" (,"),
                        span=(begin + d.start(1), begin + d.end(1)),
                    )
            elif (w := OF_PERCENT.match(behind)) is not None:
                m.strength = Strength(percent_w=float(w[1].replace(",", ".")), basis="w/w", span=(begin + w.start(1), begin + w.end()))
                self.account.used.add(begin + w.start(1))

    def _by_parts(self) -> None:
        """ "Sulfuric acid, one part conc. to one part water by volume": the bottle's acid taken down by so much water."""
        both = MIX_OF.search(self.text)
        if both is not None:
            self._mix_of(both)
        for m in list(self.mentions):
            s = catalogue().substances.get(m.identity or "")
            if s is None or not s.commercial or m.ratio is not None or (m.strength is not None and m.strength.percent_w is not None):
                continue
            said = IN_PARTS.search(self.text, max(0, m.start - self.clause.start - 40))
            if said is None or said.start() + self.clause.start > m.end + 45:
                continue
            one, two = (1.0, 1.0) if said[1] is None else (_count(said[1]), _count(said[2]))
            m.ratio, m.strength = (one, two), None
            self._of_each(m, said.end() + self.clause.start)
            begin, end = said.start() + self.clause.start, said.end() + self.clause.start
            water = next((x for x in self.mentions if x.identity == "water" and begin <= x.start <= end + 2), None)
            if m.amount is None and water is not None and water.amount is not None:
                m.amount, m.used = water.amount, water.used
            whole = next((x for x in self.items if isinstance(x, Qty) and x.dim == "volume" and 0 <= begin - x.end <= 12), None)
            if m.amount is None and whole is not None:  # "100 mL of a 50:50 mixture of hydrochloric acid and water"
                m.amount, m.used, m.start = whole, [*m.used, whole], whole.start
            self.mentions = [x for x in self.mentions if x is not water]

    def _mix_of(self, said: re.Match[str]) -> None:
        """ "100 mL of a 9:1 mixture of sulfuric acid and phosphoric acid": so much of each, by volume."""
        begin, end = self.clause.start + said.start(), self.clause.start + said.end()
        two = [m for m in self.mentions if begin <= m.start <= end + 80 and m.identity][:2]
        near = [
            x
            for x in self.items
            if isinstance(x, Qty) and x.dim == "volume" and (0 <= begin - x.end <= 12 or (two and 0 <= x.start - two[-1].end <= 25))
        ]
        if len(two) == 2 and said[3] and two[1].amount is not None and two[1].amount.dim == "volume" and two[0].amount is None:
            near, two[1].amount, two[1].ratio = [two[1].amount], None, None  # "sulfuric and nitric acid (1:1 by volume, 40 mL)": of both
        if len(two) != 2 or not near or any(m.amount is not None for m in two) or any(m.identity == "water" for m in two):
            return
        a, b = (float(said[k] or said[k + 2]) for k in (1, 2))
        for m, part in zip(two, (a, b), strict=True):
            m.amount, m.used, m.ratio = replace(near[0], value=near[0].value * part / (a + b)), [*m.used, near[0]], None

    def _of_each(self, m: Mention, at_: int) -> None:
        """ "…, one to one, thirty and thirty", "so 40 of each": how much of the bottle's acid was taken, where the text counts it up."""
        nums = [x for x in self.items if isinstance(x, Token) and x.kind == "num" and 0 <= x.start - at_ <= 40]
        if m.amount is None or not nums or m.ratio is None:
            return
        a = float(nums[0].value or 0.0)
        b = float(nums[1].value or 0.0) if len(nums) > 1 else a if re.search(r"\bof each\b", self.text) else 0.0
        if a > 0 and abs(a + b - m.amount.value) < 1e-6 and abs(a * m.ratio[1] - b * m.ratio[0]) < 1e-6:
            m.amount, m.ratio = replace(m.amount, value=a), None
            water = Mention("water", "water", nums[-1].start, nums[-1].end, m.index, first=m.first, last=m.last)
            water.amount = replace(m.amount, value=b)
            self.mentions.append(water)

    def _common(self, m: Mention) -> None:
        """ "The alcohol", "the salt": a substance's name that here is a common noun for what was named before."""
        dry = (m.identity or "").rpartition(" ")[0] if (m.identity or "").endswith("hydrate") else ""
        if dry in catalogue().substances and DRIED.search(self.account.source[max(0, m.start - 12) : m.end + 18].partition(". ")[0]):
            m.identity = dry  # "washing soda, the anhydrous"
        word = m.name.lower()
        alike = catalogue().ambiguous.get(word)
        if alike is not None and not m.measured:  # "the naphthol": the one of the list
            listed = {x.identity for x in self.account.doc.materials if x.identity in alike[0]}
            m.identity = listed.pop() if len(listed) == 1 else m.identity
        if not m.measured and m.identity is not None:  # "the octanol": 2-octanol of the list
            fuller = {x.identity for x in self.account.doc.materials if x.identity and x.name.lower().endswith("-" + word)}
            if len(fuller) == 1 and not any(x.identity == m.identity for x in self.account.doc.materials):
                m.identity = fuller.pop()
            waits = {
                x.identity
                for k in self.account.waiting
                if (x := self.account.lot(k)).identity != m.identity
                and x.name.lower().endswith(word)
                and SUBSTITUTED.search(x.name[: -len(word)])
            }
            here = any(x.identity == m.identity for x in self.account.doc.materials)
            if len(waits) == 1 and len(word) >= SHORTEST_TAIL and not here:
                m.identity = waits.pop()  # "the anisole": the chloroanisole of the list, which waits
        if word not in lex.GENERIC or m.measured or m.identity is None:
            return
        mine = [x for x in self.account.doc.materials if x.identity]
        if any(x.identity == m.identity for x in mine):
            return
        if any(class_of(word, x.identity) for x in mine if x.identity) or word == "salt":
            m.generic, m.identity = word, None

    def _stands_aside(self, m: Mention) -> bool:
        """What is told of without an amount and brings nothing: a test's control, what a layer or lump is, acid in a bottle of the set-up, ice as needed."""
        if m.measured:
            return False
        before = self.account.source[self.clause.start : m.start]
        if TRIED_ON.search(before) or (WHAT_IT_IS.search(before) and m.index in bracketed(self.items)):
            return True
        if m.generic == "acid" and self.clause.verb is None and IN_A_BOTTLE.search(before):
            return True
        if HELD_BEFORE.search(before):
            return True  # "in the beaker that held the ice"
        if m.identity == "water" and is_word(at(self.items, m.first - 1), "soap", "soapy"):
            return True  # "no leak with soap water"
        if m.identity == "ice" and is_word(at(self.items, m.first - 1), "the") and is_word(at(self.items, m.first - 2), "by", "with"):
            return True  # "held below 60 °C by the ice"
        return m.identity == "ice" and AS_NEEDED.search(self.account.source[max(0, m.start - 16) : m.end + 24]) is not None

    def _in_a_row_of(self, rows: set[str | None], m: Mention) -> bool:
        """ "Ethanol, water and bromide into the flask": water of the charge list, told with others of it."""
        others = [x for x in self.mentions if x is not m and (x.identity in rows or x.generic in lex.GENERIC)]
        linked = is_word(at(self.items, m.first - 1), ",", "and", "+", "&") or is_word(at(self.items, m.last + 1), ",", "and", "+", "&")
        return m.identity in rows and linked and bool(others)

    def _beside(self, m: Mention) -> bool:
        """Gases without a mass, and the product, are spoken of and not charged."""
        if m.identity is None:
            gas = m.name in lex.gas_names() and m.amount is not None and m.amount.dim == "volume"
            self.account.used |= {q.start for q in m.used} if gas else set()
            return gas  # "4.9 L of CO in all"
        if not m.measured and self._only_spoken_of(m):
            return True
        if m.identity in lex.INDICATORS and (m.amount is None or m.amount.unit == "drop"):
            self.account.used |= {q.start for q in m.used}
            return True
        if m.identity in lex.FED_GASES and m.vague and not lex.of_gas(self.clause.label):
            return False
        if _is_gas(m) and self._comes_off(m):
            self.account.used |= {q.start for q in m.used}
            return True
        if m.identity == "water" and WATER_TRAP.search(self.account.source[max(0, m.start - 30) : m.start]):
            self.account.used |= {q.start for q in m.used}
            return True  # "Dean-Stark trap (9 mL of water)": what came over
        told = GAS_WORD.search(self.account.source[max(0, m.start - 14) : m.start]) is not None
        alone = (
            self.clause.verb is None
            and bool(self.account.doc.steps)
            and m.first <= 1
            and m.moles is not None
            and "gas" not in self.clause.label
        )
        told = told or (alone and not lex.GAS_FED.search(self.text))  # "Hydrogen chloride about 0.1 mol in this step": what comes
        listed = any(self.account.lot(k).identity == m.identity for k in self.account.waiting)  # solid carbon dioxide of the list
        solid = self.clause.verb in ("add", "pour", "charge") and re.search(r"\bice\b|\bsolid\b|\bsnow\b", m.name, re.I) is not None
        if (
            m.amount is None
            and not listed
            and not solid  # "dry ice was added in lumps"
            and lex.is_gas_name(m.identity)
            and (m.moles is None or told or lex.GAS_COMES.search(self.after(m)))
        ):
            self.account.used |= {q.start for q in m.used}
            return True
        by_volume = m.amount is not None and m.amount.dim == "volume"
        poured = m.strength is not None and m.amount is not None and m.amount.unit.lower() in ("ml", "cm3")
        if by_volume and lex.is_gas_name(m.identity) and not m.carrier and not poured and not lex.SOLD_DISSOLVED.match(m.name):
            self.account.used |= {q.start for q in m.used}
            return True
        return (
            not m.measured
            and m.identity == self.account.doc.results.product_identity
            and not any(x.identity == m.identity for x in self.account.doc.materials)
        )

    def _only_spoken_of(self, m: Mention) -> bool:
        """Whether what has no amount stands elsewhere, or was used before, by the words around it."""
        said = self.account.source[self.clause.start : m.start]
        at = self.clause.verb_at
        return (
            m.identity in lex.AIDS
            or BESIDE_IT.search(said) is not None  # "on the shelf over the acetone"
            or re.search(r"\bto (?:coagulate|flocculate|granulate|digest|settle|ripen) the $", said, re.I) is not None  # what has formed
            or WHILE_THERE.search(said) is not None  # "another 50 mL of acid if there is still zinc"
            or MADE_OF.match(self.after(m)) is not None  # "the chromic acid I made with dichromate, 12 g, in 50 mL of water"
            or (at is not None and m.index < at and KEPT_UNDER.search(said) is not None)  # "sodium, cut under toluene, was added"
        )

    def _comes_off(self, m: Mention) -> bool:
        """Whether the gas of a name that its solution has too is told of as a gas that forms."""
        if (
            EXPECTED.match(self.after(m))
            or GAS_MADE_FROM.match(self.after(m))
            or OUT_OF_THE_TOP.match(self.account.source[m.start : self.clause.end])
        ):
            return True  # "HBr (0.2 mol, 4.9 L) is expected", "ammonia gas (0.4 mol) was made from"
        if lex.GAS_FED.search(self.text):
            return False
        before = self.account.source[self.clause.start : m.start]
        if CLOUD.search(self.account.source[max(0, m.start - 24) : m.start]) or _litres_of_gas(m):
            return True  # "a big cloud of HCl", "HCl: 0.10 mol, 2.4 L"
        if (m.amount is None and EVOLVED.search(before)) or GASES_IN_BRACKETS.search(before):
            return True
        if GAS_TOLD.match(f"{self.clause.label} {self.text}") and not m.generic:
            return True  # "Gas expected: SO2 and HCl, up to 0.24 mol SO2 and 0.44 mol HCl"
        if self.clause.verb is not None:
            return False
        return GAS_OF_EACH.search(self.text) is not None or (
            m.amount is None and m.moles is not None and THERE_IS.search(self.text) is not None
        )

    def after(self, m: Mention) -> str:
        """The clause's words behind a mention."""
        return self.account.source[m.end : self.clause.end]

    def _rows(self) -> list[Mention]:
        """ "1 in 2", "3 mixed with 4", "into 6": numbers of rows of the charge table."""
        account = self.account
        out: list[Mention] = []
        for i, x in enumerate(self.items):
            if not (
                isinstance(x, Token) and x.kind == "word" and x.low in FORMS and (i == 0 or is_word(self.items[i - 1], "the", "and", "all"))
            ):
                continue
            meant = [lot for k in account.waiting if x.low in _row_words(account, lot := account.lot(k))]
            if len(meant) == 1 and meant[0].identity and all(m.identity != meant[0].identity for m in self.mentions):
                m = Mention(meant[0].identity, meant[0].name, x.start, x.end, i, first=i, last=i)
                m.generic = "row " + meant[0].id
                out.append(m)  # "turnings into the flask", of "copper turnings"
        if len(account.rows) < 2:
            return out
        ranged: set[str] = set()
        for i, x in enumerate(self.items[:-2]):  # "1-3 in a 250 mL flask"
            a, b = (number_of(x), number_of(self.items[i + 2])) if is_word(self.items[i + 1], "-", "–", "to") else (None, None)
            if a is None or b is None or not 0 < b - a < 8 or not is_word(at(self.items, i + 3), "in", "into", "go", "are"):
                continue
            for k in range(int(a), int(b) + 1):
                if str(k) in account.rows:
                    lot = account.lot(account.rows[str(k)])
                    m = Mention(lot.identity, lot.name, x.start, x.end, i, first=i, last=i + 2)
                    m.generic = "row " + lot.id
                    out.append(m)
                    ranged |= {str(int(a)), str(int(b))}
        for i, x in enumerate(self.items):
            if ranged and isinstance(x, Token) and x.low in ranged:
                continue
            if not isinstance(x, Token) or x.text not in account.rows or x.kind not in ("num", "word"):
                continue
            before, after = self.items[i - 1] if i else None, self.items[i + 1] if i + 1 < len(self.items) else None
            named = is_word(before, "row", "rows", "item", "line", "no", "nr", "number")
            if (
                not named
                and not (
                    before is None
                    or (i == 1 and isinstance(before, Token) and before.kind == "num")  # "2  b from the funnel"
                    or is_word(before, *BEFORE_A_ROW)
                    or (is_word(before, "to") and is_word(at(self.items, i - 2), "on", "in"))
                    or (is_word(before, "above", "over", "to", "by") and any(is_word(y, *LEADS_GAS) for y in self.items[max(0, i - 6) : i]))
                )
            ):
                continue
            over = is_word(before, "above", "over") and is_word(after, "(")
            if isinstance(after, Token) and not (named or over) and after.text not in ".,;)+" and after.low not in BEHIND_A_ROW:
                continue
            article = x.text == "a" and before is not None and not is_word(after, "and", ".", ",", ")")
            if x.kind == "word" and (isinstance(after, Qty) or article):
                continue  # "in a 250 mL flask": no row
            lot = account.lot(account.rows[x.text])
            m = Mention(lot.identity, lot.name, x.start, x.end, i, first=i, last=i)
            m.generic = "row " + lot.id
            part = self.items[i - 2] if is_word(before, "of") and i > 1 else None
            if isinstance(part, Qty) and part.dim in ("mass", "volume"):  # "60 mL of 2"
                m.amount, m.used, m.first, m.start = part, [part], i - 2, part.start
            out.append(m)
        return out

    @property
    def measured(self) -> list[Mention]:
        """Mentions with an amount."""
        return [m for m in self.mentions if m.measured]


_COUNT, _PARTS = r"(one|two|three|four|five|six|\d+)", r"(?: ?(?:parts?|vol(?:ume)?s?\.?))"
IN_PARTS = patterns.compile(
    rf"\b{_COUNT}{_PARTS} (?:of )?(?:the )?(?:\d+(?:[.,]\d+)? ?% )?(?:conc\w*\.?|strong|acid|\w+ic acid)(?: acid| \w+ic acid)?(?:,? (?:to|and|in|with|\+)|,) {_COUNT}{_PARTS}? (?:of )?water\b"
    r"|\bhalf (?:conc\w*\.? ?|strong ?)?(?:acid|ammonia)?,? (?:and )?half water\b|\b(?:50 ?: ?50|1 ?: ?1)(?= (?:mixture|mix) of (?:[^.;]|(?<=conc)\.){0,45}\bwater\b)|\b50 ?: ?50\b(?=[^.;]*\bwater\b)|\b(?:its|their|the) own (?:weight|volume) of water\b|\b(?:an? )?equal volumes? of water\b",
    re.I,
)
"""The bottle's acid and water, by parts."""


MIX_OF = patterns.compile(
    r"\b(\d+(?:\.\d+)?) ?[:/] ?(\d+(?:\.\d+)?)(?: \(?(?:v/v|by volume|vol/vol)\)?)? (?:mixture|mix) of\b|\b(?:mixture|mix) of\b(?=[^.;]{5,60}\((\d+(?:\.\d+)?) ?: ?(\d+(?:\.\d+)?)\b)",
    re.I,
)


def _count(word: str) -> float:
    return float(FEW.get(word.lower(), 1 if word.lower() == "one" else 0) or (float(word) if word.isdigit() else 1.0))


DRIED = patterns.compile(r"\b(?:anhydrous|calcined|water-free)\b", re.I)
BEFORE_A_ROW = ("in", "under", "with", "into", "onto", "and", "then", "+", ",", "of", "through", ".", ")", "add", "put", "pour", "run", "dissolve", "on")  # fmt: skip
"""Words before the number of a row of the charge table that stands for what is in it."""
ROW_NAME = patterns.compile(r"(?:[^\W\d]| (?! )|[-()])*")
"""A row's name, up to its amount or the next column."""


def _row_words(account: Account, lot: Material) -> list[str]:
    """The words of the row that a lot is from."""
    said = ROW_NAME.match(account.source, lot.span[0]) if lot.span is not None else None
    return (said.group() if said is not None else lot.name).lower().split()


FORMS = ("turnings", "filings", "granules", "chips", "pellets", "strips", "wire", "powder", "lumps", "foil", "ribbon", "sticks", "pieces", "shot", "dust", "flakes", "rods", "wool")  # fmt: skip
"""What a row of the charge list is called by, without its name: "turnings into the flask"."""
LEADS_GAS = ("funnel", "tube", "hose", "mouth", "rim", "line", "gas")
"""Words of what ends over a row of the charge table: "a funnel just above 5"."""
BEHIND_A_ROW = {
    "in", "on", "onto", "under", "with", "within", "during", "by", "mixed", "diluted", "together", "into", "to", "and", "over", "at", "dropwise", "all", "is", "are", "was", "goes", "until", "slowly", "added", "from", "drips", "dripped", "then", "warm", "cold", "hot", "chilled", "dissolved", "stirred", "suspended", "heated", "brought", "melted", "warmed", "cooled", "poured",
    "through", "down", "via", "after", "before", "first", "last", "as", "straight", "directly", "without", "while", "when", "till", "once", "runs", "run", "go", "drop", "dripping", "gradually", "quickly", "steadily", "carefully", "gently", "slow", "fast", "portionwise", "boiled", "tipped", "along", "between", "if", "so", "behind", "below", "above",
}  # fmt: skip
"""Words behind the number of a row of the charge table that stands for what is in it."""
FROM = patterns.compile(r"^\W*(?:,|:)?\s*(?:from|by|via|out of|starting (?:from|with))\b", re.I)


FROM_A_TAP = patterns.compile(
    r"\s*(?:straight |directly )?(?:from|out of) (?:the |a )?(?:wash[- ]?bottle|tap|hose|jug|squeezy bottle)\b", re.I
)
IN_A_BOTTLE = patterns.compile(r"\b(?:bottle|jar|flask) (?:with|of|for) (?:the )?$", re.I)
""" "Bottle with acid solution": what stands in the set-up by a common noun."""
TRIED_ON = patterns.compile(
    r"\b(?:tried|checked|tested|shown|try|tries|test|check|works|worked|reacts|answers) (?:it |the (?:paper|strip) )?(?:first |before |beforehand |always )?(?:on|against|with|in) (?:a drop of |dilute |some |the |fresh |bromine |chlorine |iodine )*$"
    r"|\b(?:tests?|tested|testing|checks?|checked|checking|negative|blank) for (?:the )?(?:\w+ )?$",
    re.I,
)
""" "Strip tried on dilute peroxide": the control of a test."""
AS_NEEDED = patterns.compile(
    r"\b(?:more|further|additional|extra) (?:crushed )?ice\b|\bice (?:was added )?(?:as|if|when(?:ever)?|where) (?:needed|necessary|required)\b",
    re.I,
)
"""Ice that goes in where the temperature asks for it: how much is known only afterwards."""
WHAT_IT_IS = patterns.compile(
    r"\b(?:layer|phase) \($|\b(?:gloves|goggles|visor|hood|lump|cake|mass|crust|clinker|melt|residue)s? \([^()]*$", re.I
)
""" "Lower layer (acid) off", "the lump (boride, oxide)": what a thing is or is for, in its bracket; nothing that goes in."""


def _litres_of_gas(m: Mention) -> bool:
    """Whether an amount in litres is the room that so many moles of gas take."""
    if m.amount is None or m.moles is None or m.amount.dim != "volume" or m.moles.value <= 0:
        return False
    mol = convert(m.moles.value, m.moles.unit, "moles")
    return 0.8 < convert(m.amount.value, m.amount.unit, "volume") / (mol * MOLAR_L * 1e3) < 1.2


def _aim_first(account: Account, clause: Clause, mentions: list[Mention]) -> list[Mention]:
    """ "n-Butyl bromide from butanol, 24.0 g sodium bromide …": the first name of the text is what is made, the next what it is made from."""
    if account.doc.steps or len(mentions) < 3 or account.doc.results.product_identity is not None or account.source[: clause.start].strip():
        return mentions
    a, b = mentions[0], mentions[1]
    if a.measured or a.generic or a.identity is None or not FROM.match(account.source[a.end : clause.end]):
        return mentions
    results = account.doc.results
    results.product_identity, results.product, results.product_span = a.identity, a.name, (a.start, a.end)
    return mentions[1:] if b.measured else mentions[2:]


DISSOLVED_GASES = ("hydrobromic acid", "hydrochloric acid", "hydriodic acid", "ammonia solution", "ammonia")
GAS_TOLD = patterns.compile(
    r"^\W*(?:the |expected |total |evolved |all )*(?:gas(?:es)?|off-?gas(?:es)?|evolved|expect|what (?:comes|forms|leaves))\b[^.;\n]{0,60}?(?:\d|\b(?:SO2|CO2?|NO2?|Cl2|HCl|HBr|(?:sul\w+|carbon|nitrogen) (?:di|mon)oxide|hydrogen \w+ide)\b)(?!.*\b(?:into|through|to|over|charged|added|from)\b)",
    re.I,
)
""" "Gases: 0.20 mol SO2 + 0.40 mol HCl": what comes, and no way that it takes."""
EXPECTED = patterns.compile(
    r"^\W*(?:\([^)]*\)\W*)?(?:(?:,|and|with) (?:hydrogen (?:chloride|bromide)|(?:sul\w+|carbon|nitrogen) (?:di|mon)?oxide|chlorine|ammonia|HCl|HBr|SO2|CO2?|NO2?|Cl2)\W*(?:\([^)]*\)\W*)?)*(?:gas(?:es)? |fumes? )?(?:(?:is|are|was|were|will be) (?:expected|evolved|given off|set free|driven off|formed|made(?! up))|comes?|came off|came out|escapes?|escaped|leaves?|bubbles?)\b",
    re.I,
)
"""Behind a gas that has its solution's name."""
GAS_MADE_FROM = patterns.compile(
    r"^\W*(?:gas )?(?:\([^)]*\)\W*)?(?:gas )?(?:is|was|were) (?:made|prepared|generated|obtained) (?:from|by)\b", re.I
)
GAS_OF_EACH = patterns.compile(
    r"\b\d+(?:[.,]\d+)? ?(?:L|litres?)\)? of each\b|\(\d+(?:[.,]\d+)? ?(?:L|litres?)\) (?:of each|in all)\b", re.I
)
"""How much of it comes, in litres."""
THERE_IS = patterns.compile(r"\b(?:there(?:'s| is| are|'ll be| will be)|comes?(?: off)?|you get|gives? off|along with|besides)\b", re.I)
""" "Besides a tenth of a mole of hydrogen chloride there's as much carbon monoxide"."""
GASES_IN_BRACKETS = patterns.compile(
    r"\b(?:off-?)?gas(?:es)?(?: (?:formed|evolved|produced|given off|set free|released|which come off|that come off))? \([^)]*$", re.I
)
EVOLVED = patterns.compile(r"\b(?:evolution|release|escape) of (?:the )?(?:gas(?:es)?|fumes)\b[^.;]*$|\bgas(?:es)? \([^)]*$", re.I)
"""Before what comes off, in the same clause."""
CLOUD = patterns.compile(r"\b(?:clouds?|fumes?|smoke|mist|smell|whiff|puffs?|evolution|current|stream) of (?:the |a )?\W*$", re.I)
BESIDE_IT = patterns.compile(
    r"\b(?:shelf|cupboard|bench|rack|drawer|stands?|kept|stored) (?:over|above|beside|under|below|next to|near|with|behind) (?:the |our )?$"
    r"|\b(?:gas(?:es)?|fumes|vapou?rs?|HCl|HBr|SO2) (?:over |on |off |all )?(?:in)?to (?:the |its )?$",
    re.I,
)
KEPT_UNDER = patterns.compile(
    r"\b(?:cut|stored|kept|freed|rinsed|washed|weighed|cleaned)\b[^,;]{0,30}\b(?:under|with|from|in) (?:dry )?$", re.I
)
MADE_OF = patterns.compile(
    r"\s*(?:(?:I|we|they|which (?:is|was)) )(?:made|make|prepared|prepare|mixed|mix)\b(?: up)? (?:with|from|of|by|out of)\b", re.I
)
WHILE_THERE = patterns.compile(r"\b(?:if|while|as long as|unless|when)\b[^,;]{0,25}\b(?:there|any|still|some)\b[^,;]{0,15}$", re.I)
ROW_IN = patterns.compile(r"\W*(?:the |then |now )*(?:[\w-]+ ){1,2}in\W*", re.I)
""" "Ice in": a line of the charge list goes in."""
FELT = patterns.compile(r"^\W*(?:(?:very|quite|rather|pretty) )?(?:vigorous|violent|lively|foam\w*|froth\w*|fum(?:es|ing)|fizz\w*|bubbles|hiss\w*|spits|smokes|steams)\b", re.I)  # fmt: skip
"""A line that tells what the mixture does."""
COMES_FROM = patterns.compile(
    r"^\s*(?:was|is|were|are) (?:then |first |freshly |now )?(?:prepared|made|obtained|generated|formed)\b[^.;]{0,60}?\bfrom\b", re.I
)
""" "Phenylmagnesium bromide was prepared from magnesium and …": what comes of it."""
GASEOUS = patterns.compile(r"HCl|HBr|HI|SO2|CO2|NOx|NO2|Cl2|H2S|NH3|H2|CO")
"""Gases by their formula, as they are noted."""
GAS_WORD = patterns.compile(r"\b(?:froth|foam|gas|fizz\w*|bubbl\w*)\W*\(?\s*$", re.I)
"""Before a gas with its amount: what comes off, and no charge."""


def _of_the_sensor(items: list[Item], m: Mention) -> bool:
    """ "Thermometer dipping into the glycerol": where it stands, and nothing that goes in."""
    ahead = items[max(0, m.first - 7) : m.first]
    place = any(is_word(x, "in", "into", "reaching", "dipping") for x in ahead[-3:])
    return (
        not m.measured
        and place
        and any(is_word(x, "thermometer", "probe", "sensor", "thermocouple", "bulb") for x in ahead)
        and not any(is_word(x, ",", ";") for x in ahead[-3:])
    )


def _of_receiver(items: list[Item], i: int) -> bool:
    """Whether the bath at `i` cools what comes over and not the pot: "receiver in ice"."""
    cut = max((k for k in range(i) if is_word(items[k], ",", ";")), default=-1)
    said = items[min(max(0, i - 5), cut + 1) : i] if cut >= 0 else items[max(0, i - 5) : i]
    pot = any(is_word(x, "flask", "pot", "beaker") for x in items[cut + 1 : i])
    return any(is_word(x, "receiver", "receivers", "collector", "trap", "distillate") for x in (items[max(0, i - 5) : i] if pot else said))


def _speaks(account: Account, m: Mention) -> bool:
    """Whether a common noun may mean a lot that was charged: it then counts as what is there."""
    return any(x.identity and lex.GENERIC.get(m.generic) and class_of(m.generic, x.identity) for x in account.doc.materials)


def _to_it(items: list[Item], m: Mention) -> bool:
    """Whether "into", "onto" or a count stands before it: "onto the ice", "once with water"."""
    if is_word(at(items, m.first - 1), "with") and is_word(at(items, m.first - 2), "condenser", "cooler", "jacket", "coil"):
        return False  # "condenser with cold water"
    return (
        any(is_word(x, "onto", "into", "on", "to", "with", "once", "twice", "+", "in") for x in items[max(0, m.first - 4) : m.first])
        or m.count > 1
    )


def _rates(items: list[Item]) -> set[int]:
    return {i for i, x in enumerate(items) if isinstance(x, Qty) and lex.length_of_time(items, i)}


def lots_for(account: Account, m: Mention, opens: bool) -> list[Material]:
    """The lots a mention brings (see `account.meant`); a row's number brings that row."""
    if m.generic.startswith("row "):
        lot = account.lot(m.generic[4:])
        beside = account.beside.get(lot.id, "")
        share = _share(lot, m) if lot.id in account.waiting else None
        if share is not None:
            account.used |= {q.start for q in m.used}
            piece = split(account, lot, share) if share < 0.97 else None
            return [piece or lot]
        return [lot, *([account.lot(beside)] if beside in account.waiting else [])] if lot.id in account.waiting else []
    in_funnel = [k for k, tag in account.waiting.items() if tag == "funnel"]
    lots = meant(account, m, opens)
    if len(lots) == 1 and lots[0].id in in_funnel and not m.measured and lots[0].span is not None:
        near = [x for x in map(account.lot, in_funnel) if x.identity in RECEIVERS and x.span is not None]
        lots += [
            x for x in near if 0 < x.span[0] - lots[0].span[1] < AS_DILUTED
        ]  # "funnel: acid 60 mL into 60 mL of water"; "run the acid on"
    return lots


AS_DILUTED = 30
"""Characters between an acid that waits in the funnel and the water that it was mixed with."""


def _share(lot: Material, m: Mention) -> float | None:
    """The part of a row that "2 mL of 3" takes, by mass or volume; None where it names no amount or none can be compared."""
    if m.amount is None or lot.amount is None:
        return None
    s = catalogue().substances.get(lot.identity or "")
    rho = s.value("density", "l") if s is not None else None
    kinds = (m.amount.dim, dimension(lot.amount.unit))
    per = 1.0 if kinds[0] == kinds[1] else None if rho is None else rho.value if kinds == ("volume", "mass") else 1.0 / rho.value
    if per is None:
        return None
    return per * convert(m.amount.value, m.amount.unit, kinds[0]) / convert(lot.amount.value, lot.amount.unit, kinds[1])


ADDED_SO = patterns.compile(
    r"^\W*(?:(?:which|this) (?:is|was|are|were) )?(?:added|run in|put in|dripped in|given|fed)(?: to it)?(?: slowly| gradually| carefully| dropwise)? (?:in (?:small )?(?:portions|lots)|bit by bit|by the spoon|a little at a time|little by little)\b(?![^.;]*\b(?:in)?to the\b)",
    re.I,
)
"""How what was just named went in: of its step."""


def _only_seen(clause: Clause, text: str) -> bool:
    """ "It got to 75 °C.": what was seen while it was fed, and no step."""
    found = lex.SEEN_TO_CLIMB.match(text.lstrip(" ,;-"))
    others = [x for x in clause.items if isinstance(x, Qty) and x.dim != "temperature"]
    return found is not None and not others and clause.verb in (None, "heat", "cool", "hold") and lex.HELD_BACK.search(text) is None


def _observed_only(account: Account, clause: Clause, text: str) -> None:
    """A temperature to which a feed was seen to climb is none at which it is kept."""
    last = account.doc.steps[-1] if account.doc.steps else None
    if last is None or last.kind not in ("dose", "add", "charge") or lex.SEEN_TO_CLIMB.search(text) is None:
        return
    for said in ("T_range", "T_limit"):
        q = getattr(last, said)
        if q is not None and q.span is not None and clause.start <= q.span[0] < clause.end:
            setattr(last, said, None)


OVER_A_FLAME = patterns.compile(
    r"\b(?:flask|beaker|retort|tube|pot|vessel|dish|conical|round-bottom|it|them|this),? (?:(?:which |that )?(?:stands?|stood|standing|set|sits|placed|put|is|was) )?(?:over|above|on) "
    r"(?P<flame>(?:an?|the|my|our) (?:[\w-]+ ){0,2}(?:bunsen|burner|flame|gas ring|spirit lamp|camping gas|blowtorch))\b(?! off)",
    re.I,
)
""" "In a flask over a Bunsen": what is put together there is heated at once."""


_WORSE = r"(?:(?:ever |still |then |again |once )*(?:pass|exceed|rise|rose|climb|run|ran|shoot|shot|go|goes|went|get|got|come|came|is|be|was|jump|creep|crept|overshoot|overshot)\w*)"
GONE_WRONG = patterns.compile(
    rf"^\W*(?:but |and |also )?(?:if|should|in case|whenever|when) (?:(?:ever|the|its|inner|pot|batch|internal|flask|mixture|reaction)\W)*(?:temperature|temp\.?|T|it|this|reading|thermometer|pot|mixture|batch|inside)\b (?:\w+ )?{_WORSE}(?: (?:still|to|up|back|beyond|above|over|past|out of hand|away|through))*\W{{0,2}}(?:-?\d|(?:ten|fifteen|twenty|thirty|forty|fifty|sixty|seventy|eighty|ninety)\b|out of hand|away)"
    r"|^\W*(?:but |and |also )?(?:if|should|in case|when) (?:the |its )?(?:stirrer|stirring|bar|motor|cooling(?: water)?|water|pump|power|current|vacuum|scrubber|absorber|extraction|draught|alarm) (?:\w+ )?(?:stops?|stopped|fails?|failed|stands?|sticks?|stuck|is lost|gives out|goes off|drops out|breaks? down|dies|sounds?|rings?)\b"
    r"|^\W*(?:but |and |also )?(?:if|should|in case) (?:it|the (?:mixture|batch|pot|reaction)) (?:\w+ )?(?:runs? away|foams? over|boils? (?:up|over)|takes? off|gets? out of (?:hand|control))\b",
    re.I,
)
"""What is said then is for that case, and no step: "If the temperature passes 15 °C: stop the feed, 500 g of ice goes in"."""
IN_STEP = patterns.compile(r"\b(?:in|during|of) (?:step|stage|no\.?) ?(\d{1,2})\b", re.I)


def _for_the_case(clause: Clause, text: str) -> bool:
    """Whether a clause says what takes the batch when something goes wrong: ice, water or what stands there for spills, or the batch let out."""
    told = {x.value for x in clause.items if isinstance(x, Token) and x.kind == "sub"}
    if told == {"water"}:  # "add cold water to the flask" is no dump
        return re.search(rf"{THE_WHOLE}[^.;]{{0,40}}\b(?:into|onto|on to|in|over)\b[^.;]{{0,40}}\bwater\b", text) is not None
    return told <= {"ice", "water", "ice water", *SPILLS} and (bool(told) or re.search(THE_WHOLE, text) is not None)


def _limit_of_the_case(account: Account, clause: Clause, text: str) -> None:
    """The temperature from which something has gone wrong is the limit of the last feed, or of the step that is named."""
    window, limit, _ = temperatures_in(clause)
    meant = IN_STEP.search(text)
    fed = [s for s in (_numbered(account, meant[1]) if meant else account.doc.steps) if s.kind in ("dose", "add")]
    q = limit or window
    kept = [s for s in fed if q and s.T_range is not None and (s.T_range.high or s.T_range.value) <= q.value]
    if q and fed and (last := (kept or fed)[-1]).T_limit is None:
        last.T_limit = q


def _numbered(account: Account, n: str) -> list[Step]:
    """The steps that were read from the item of this number."""
    head = re.search(rf"(?m)^[ \t]*(?:step )?{n}[.):][ \t]", account.source)
    if head is None:
        return []
    following = re.search(r"(?m)^[ \t]*(?:step )?\d{1,2}[.):][ \t]", account.source[head.end() :])
    end = head.end() + following.start() if following is not None else len(account.source)
    return [s for s in account.doc.steps if head.start() <= s.span[0] < end]


def read_clause(account: Account, clause: Clause) -> None:
    """What one clause says: what stands ready, the way of the gas, or what is done."""
    text = clause.text(account.source)
    if GONE_WRONG.match(text):
        account.case = clause.sentence
        _limit_of_the_case(account, clause, text)
    if GAS_SAID.match(text) and not any(isinstance(x, Qty) and x.dim in ("time", "temperature") for x in clause.items):
        account.spend(clause.items)
        return  # what leaves, and nothing that is done
    if WATER_OUT.match(text):
        account.spend(clause.items)
        return  # "the water goes out neutral, with a bit of soda first"
    weighed = any(isinstance(x, Qty) and x.dim in ("mass", "volume", "moles", "time") for x in clause.items)
    if (
        not weighed
        and clause.verb in ("charge", "add")
        and account.doc.steps
        and re.search(r"\bbut\b", text)
        and lex.NOT_STIRRED.search(text)
    ):
        _beside_the_step(account, clause, text)
        return  # "a bar had been put in but stood still in the manganese dioxide"
    off = (lex.STIRRER_OFF.search(text) or lex.NOT_NEEDED.search(text)) is not None
    off = off or (not account.doc.steps and re.search(r"\b(?:without (?:any )?stirring|unstirred)\b", text, re.I) is not None)
    if account.stirrer_off and not off and lex.STIRRED.search(text):  # "then the bar on again": from the next clause on
        _clause(account, clause)
        account.stirrer_off = False
        return
    account.stirrer_off = account.stirrer_off or off
    if lex.STIRRER_ON.search(text):
        _stirred_only_now(account, clause, text)
    before = len(account.doc.steps)
    if before and ADDED_SO.match(text) and account.doc.steps[-1].materials and clause.start - account.doc.steps[-1].span[1] < 6:
        if not any(isinstance(x, Qty) or (isinstance(x, Token) and x.kind == "sub") for x in clause.items):
            _beside_the_step(account, clause, text)
            account.spend(clause.items)
            return  # "stirred with soda (60 mL), added in portions until gas no longer came"
    if before and account.doc.steps[-1].kind in ("dose", "add") and _only_seen(clause, text):
        _beside_the_step(account, clause, text)
        account.spend(clause.items)
        return
    _clause(account, clause)
    made = account.doc.steps[before:]
    _observed_only(account, clause, text)
    flame = OVER_A_FLAME.search(text)
    if flame is not None and made and all(s.kind in ("charge", "add", "dose") for s in made) and account.batch:
        span = (clause.start + flame.start("flame"), clause.start + flame.end())
        new_step(account, replace(clause, items=[]), "heat", vessel=account.batch, bath=Bath(kind="burner", span=span))


IT_LASTS = patterns.compile(
    r"^\W*(?:and |which |this |that |all of it |the (?:whole )?(?:addition|feed) |it )*(?:should |will |must |has to |ought to |is to |shall )?(?:takes?|took|lasts?|lasted)\b|^\W*(?:then |now |so )*(?:I |we |you )?open\w* the (?:valve|tap|stopcock|cylinder)\b[^.;\n]{0,40}\b(?:takes?|took|for|during)\b|^\W*(?:and )?(?:do not|don['’]t|never) take less than\b",
    re.I,
)


AS_FAR = 90
"""Characters behind a gas from its bottle within which its valve is spoken of."""


def _lasts(account: Account, clause: Clause) -> bool:
    """ "…, which takes 45 min": how long what was just fed went in."""
    duration, used = durations_in(clause)
    last = account.doc.steps[-1] if account.doc.steps else None
    behind = account.source[used[-1].end : clause.end] if used else ""
    window, limit, told = temperatures_in(clause)
    between = account.source[used[-1].end : told[0].start] if used and told and told[0].start > used[-1].end else None
    kept = between is not None and re.search(r"\b(?:to|until|till|dissolve\w*)\b", between) is None
    if re.fullmatch(r"[\s.,;)]*(?:(?:in all|altogether|or so|for it|all told|at least)[\s.,;)]*)?", behind) is None and not kept:
        return False  # "it takes 20 min to dissolve": what happens then, and no feed
    gas = last is not None and bool(last.materials) and all(lex.is_gas_name(account.lot(k).identity) for k in last.materials)
    if last is None or duration is None or not (last.kind in ("dose", "add") or gas) or last.duration is not None:
        return False
    if not last.materials or clause.start - last.span[1] > (AS_FAR if gas else 8):
        return False
    last.kind, last.duration = "dose", duration
    last.span = (last.span[0], max(last.span[1], clause.end))
    last.text = account.source[last.span[0] : last.span[1]]
    if kept:  # "it takes 45 min, between 5 and 15 °C"
        last.T_range, last.T_limit = last.T_range or window, last.T_limit or limit
        used = [*used, *told]
    account.used |= {q.start for q in used}
    return True


_SCRUBBED = r"(?:HCl|HBr|SO2|NO2|NOx|NO|Cl2|CO2|CO|H2S|NH3|hydrogen (?:chloride|bromide|sulfide)|(?:sulfur|carbon|nitrogen) dioxide|chlorine|ammonia)"
"""Gases that an absorber takes up, and their oxides beside them, as they are written."""


FUNNEL_RUN = patterns.compile(
    r"^\W*(?:and |then |now )*(?:which|this|it|that|the latter|the (?:dropping |addition )?funnel|its contents|the contents of the funnel) (?:is|was|are|were) (?:then |slowly )*(?:emptied|opened|run in|let in|let down|dripped in|drained)\b|^\W*(?:and )?emptied\b(?! (?:on|into|over [^.;]*\bice))",
    re.I,
)
""" "…, which was emptied over 30 min": what stands in the funnel goes in."""
PUT_IN_OVER = patterns.compile(
    r"^\W*(?:and |then |now )*(?:(?:I|we|you) )?(?:put|puts|add(?:ed)?|ran|run|drip(?:ped)?|dropp?(?:ed)?|let|fed|feed|pour(?:ed)?|tip(?:ped)?) (?:it|this|that|them|all of it) (?:all )?in\b(?!to (?:an?|the) )"
    r"|^\W*(?:and |then |now )*(?:it|this|that|all of it) (?:goes|went|(?:is|was) (?:then )?(?:put|run|dripped|dropped|fed|added|let)) in\b(?!to (?:an?|the) )",
    re.I,
)


INTO_THE_WATER_WEIGHED = patterns.compile(
    r"^\W*(?:and |then |always )*(?:the )?(?:pellets|flakes|beads|prills|solid|powder|salt|caustic|acid) (?:go|goes|went|(?:is|are|was|were) (?:put|added|poured|tipped|stirred))\b[^.;]{0,15} (?:in)?to the (?:cold )?water\b(?![^.;]*\d)",
    re.I,
)
""" "The pellets go into the water, spoon by spoon", once both are weighed into one vessel: how it is done."""


def _how_it_is_dissolved(account: Account, clause: Clause) -> bool:
    last = account.doc.steps[-1] if account.doc.steps else None
    held = {account.lot(k).identity for k in last.materials} if last is not None else set()
    if last is None or "water" not in held or len(held) < 2 or last.kind not in ("charge", "add", "dose"):
        return False
    bath = Reading(account, clause).bath
    set_bath(next((v for v in account.doc.vessels if v.name == last.vessel), None), bath)
    last.span = (last.span[0], clause.end)
    last.text = account.source[last.span[0] : clause.end]
    last.kind = "add" if last.kind == "dose" and last.duration is None else last.kind
    account.spend(clause.items)
    return True


IN_BY_ITSELF = patterns.compile(
    r"^\W*(?:and |then |now )*(?:(?:it |this |that |all )?(?:goes |went |run |dropped |tipped |dripped ))?in\b (?:(?:all )?at once|in one (?:portion|go|lot|pour)|(?:slowly )?(?:over|within|during) (?=\d|an? |one|half)|drop ?wise|by drops|slowly|in (?:a )?thin stream)\b",
    re.I,
)
""" "In all at once at 15 °C.", behind what was made up apart: it goes to the batch."""


def _what_waits_goes_in(account: Account, clause: Clause) -> bool:
    doc, into = account.doc, account.main
    measured = any(isinstance(x, Qty) and x.dim in ("mass", "volume", "moles") for x in clause.items)
    if not doc.steps or into is None or measured:
        return False
    if (account.mix is None or not unspent(account)) and not _was_made_apart(account, clause):
        return False
    mix = account.mix
    if mix is None or doc.steps[-1].vessel != mix.name or into is mix:
        return False
    slow = durations_in(clause)[0] is not None or lex.SLOWLY.search(clause.text(account.source)) is not None
    new_step(account, clause, "dose" if slow else "add", vessel=into.name, from_vessel=mix.name)
    account.last = into
    account.spend(clause.items)
    return True


DISSOLVED_FIRST = 45
"""Characters between a solution and the words that say how it goes in."""


def _was_made_apart(account: Account, clause: Clause) -> bool:
    """ "Potassium hydroxide 6.7 g in water 6 mL, cooled to 20 °C. Dropped in over 15 min": the solution that was read into the batch waits beside it."""
    doc, into = account.doc, account.main
    steps = doc.steps[:-1] if doc.steps[-1].kind == "cool" else list(doc.steps)
    last = steps[-1] if steps else None
    if last is None or into is None or durations_in(clause)[0] is None:
        return False
    before = any(s.vessel == into.name and s.materials and s.kind != "absorb" for s in steps[:-1])
    waits = last.kind in ("charge", "add", "dose") and last.duration is None and last.vessel == into.name and last.from_vessel is None
    if not before or not waits or len(last.materials) < 2 or clause.start - last.span[1] > DISSOLVED_FIRST:
        return False
    apart = account.vessel(None, "beaker", f"prepared apart, {len(doc.vessels) + 1}")
    if len(steps) < len(doc.steps):
        last.cooled = True
        in_order(doc, steps)
    told = last.T_limit.span if last.T_limit is not None else None
    last.T_limit = last.T_limit if told is not None and last.span[0] <= told[0] < last.span[1] else None  # the feed's is read with the feed
    last.kind, last.vessel, last.all_at_once = "charge", apart.name, False
    account.mix = apart
    return True


def _put_in_over(account: Account, clause: Clause) -> bool:
    """ "Bromobenzene, sixteen grams. I put it in over ten minutes, four mils at a time": how long what was just told goes in."""
    duration, _ = durations_in(clause)
    last = account.doc.steps[-1] if account.doc.steps else None
    if last is None or duration is None or last.kind not in ("dose", "add") or last.duration is not None or not last.materials:
        return False
    if clause.start - last.span[1] > 30 or (account.mix is not None and last.vessel == account.mix.name and unspent(account)):
        return False  # what was mixed apart goes from there to the batch
    return _takes_the_time(account, clause, last)


def _takes_the_time(account: Account, clause: Clause, last: Step) -> bool:
    """A step that is fed takes the time, the window and the limit of a sentence behind it; False where that says no time."""
    duration, used = durations_in(clause)
    if duration is None:
        return False
    last.kind, last.duration, last.all_at_once = "dose", duration, False
    last.span = (last.span[0], clause.end)
    last.text = account.source[last.span[0] : last.span[1]]
    window, limit, temps = temperatures_in(clause)
    last.T_range, last.T_limit = last.T_range or window, last.T_limit or limit
    account.used |= {q.start for q in (*used, *temps)}
    account.used |= {x.start for x in clause.items if isinstance(x, Qty) and x.dim in ("mass", "volume")}
    return True


NAMED_IN_OVER = patterns.compile(
    r"^\W*(?:and |then |now )*(?:the|this) (?:cold |cooled |dilute |strong |conc\w*\.? )*(?P<what>[a-z][\w -]{2,28}?) (?:goes|went|drips|dripped|runs|ran|(?:is|was) (?:then |now )?(?:slowly )?(?:put|run|dripped|dropped|fed|added|let))\b(?! (?:[a-z]+ )?(?:in)?to (?:an?|\d))",
    re.I,
)


def fed_as_named(account: Account, clause: Clause) -> bool:
    """ "98 % H2SO4 80 mL in the funnel. The acid is added over 90 min": how long what was told last goes in, by its kind or its name, where no other rule read the sentence."""
    m = NAMED_IN_OVER.match(clause.text(account.source))
    last = next((s for s in reversed(account.doc.steps) if s.kind != "absorb"), None)
    if m is None or last is None or not last.materials or last.kind not in ("dose", "add") or last.duration is not None:
        return False
    what = m["what"].lower().strip()
    lots = [account.lot(k) for k in last.materials]
    kind = lex.GENERIC.get(what)
    mine = [
        x
        for x in lots
        if what == x.name.lower() or x.name.lower().endswith(f" {what}") or (kind and x.identity and class_of(what, x.identity))
    ]
    return (len(mine) == 1 or what in ("feed", "reagent", "addition")) and _takes_the_time(account, clause, last)


GAS_MADE_OF = patterns.compile(
    rf"^\W*(?:the |this |our )?(?:gas|{_SCRUBBED}) (?:for it |itself |here |then )?(?:comes?|came|is|was) (?:made |generated |produced |taken |set free |obtained )?(?:from|out of|by|in the other)\b",
    re.I,
)
""" "The gas comes from iron sulfide, ninety grams, in the other bottle": what was filled before takes it up."""
TAKES_GAS = ("sodium hydroxide", "potassium hydroxide", "water", "ice", "sodium carbonate", "calcium hydroxide", "ammonia")


def _takes_the_gas(account: Account) -> None:
    """Where only an absorbent stands in the vessel by now, the vessel is the absorber of the gas that is told of next."""
    doc = account.doc
    lots = [account.lot(k) for s in doc.steps for k in s.materials]
    filled = all(s.kind in ("charge", "add") for s in doc.steps) and len({s.vessel for s in doc.steps}) == 1
    if account.main is None or not lots or not filled or any(m.identity not in TAKES_GAS for m in lots):
        return
    clause = Clause([], doc.steps[0].span[0], doc.steps[-1].span[1], None, None, 0)
    for m in lots:
        m.role, m.step = "absorber", None
    doc.vessels[:] = [v for v in doc.vessels if v is not account.main]
    doc.steps.clear()
    account.trains.append((clause, lots))
    account.main = account.last = None
    account.place = None


FITTED = patterns.compile(
    r"^\W*(?:when |once |after )?(?:(?:being )?(?:fitted|equipped|provided|topped|furnished|connected|joined|closed))\b(?: \w+)? (?:with|to|by) [^.;]{5,160}?,(?= (?:the|this) (?:\w+ ){0,2}(?:flask|vessel|pot|mixture|solution|suspension|contents|apparatus|batch|slurry|whole) (?:is|was|are|were)\b)",
    re.I,
)
""" "Fitted with a condenser and a tube leading into …, the flask is heated": the apparatus, and what is done."""


OVERHEAD_INTO = lex.Cue(
    patterns.compile(
        r"\b(?:distillate|fore-?run|overheads?|what came over|(?:contents of the )?receiver|solvents?|from step \d+|toluene|dichloromethane)\b[^.;]{0,45}\b(?:drip\w*|drop\w*|run|ran|pour\w*|let|add\w*|stirr\w*)\b[^.;]{0,25}\b(?:in)?to the (?:absorber|scrubber|caustic)\b",
        re.I,
    ),
    "absorber",
    "scrubber",
    "caustic",
)
IS_HANDLED = patterns.compile(
    r"^\W*(?:the |this |that )?[\w -]{2,30} (?:makes?|made|gets?|got) (?:into |in )?(?:your|the|my|our|one['’]s) (?:eyes?|nose|throat|skin|hands?)\b|"
    r"^\W*(?:the |all )?[\w-]+(?: \w+)? (?:is|are|was|were) (?:only |always |never )?(?:handled|stored|touched|opened|weighed out|measured out)\b(?![^.;]*\b(?:into|added)\b)|^\W*(?:(?:some|only|a bit of|a little|the) )?(?:[\w ]{2,20} (?:comes?|came)(?: off)?, )?(?:the |and )?[\w-]+ (?:(?:has|have|had) taken (?:up )?(?=(?:enough|all|most|its fill)\b)|takes|took|copes with|coped with|swallows|swallowed|absorbs|absorbed|handles) (?:up |care of )?(?:(?:at most |up to |about )?\d[\d.,]* ?(?:m?mol|L)\b(?: of (?:acid|gas|HCl|HBr|SO2|it|the gas))?|it|that|them|this|the (?:gas|vapou?r|fumes|HCl|HBr|SO2|chlorine|rest))\b",
    re.I,
)
WHAT_WAS_WANTED = patterns.compile(r"^\W*(?:I|we) (?:needed|wanted|was asked for|were asked for|was short of)\b[^.;]{3,60}?\bso\b,? ", re.I)
_GAS = rf"(?:{_SCRUBBED}|H2|N2|O2|(?:carbon|nitrogen) monoxide|hydrogen|nitrogen|oxygen)"
WATER_OUT = patterns.compile(r"^\W*(?:the )?(?:wash |waste |rinsing )?water (?:goes|went|is let|runs|can go) (?:out|off|away|down)\b", re.I)
GAS_SAID = patterns.compile(
    rf"^\W*{_GAS}(?:(?:,| and|, and| \+|/) ?{_GAS})+(?: (?:in|to|go to|up) the (?:hood|exhaust|duct))?\W*$|^\W*(?:[Tt]he |[Ss]ome |[Aa] (?:little|bit of|trace of) )?(?i:{_GAS})(?:(?:,| and|, and) {_GAS})*(?: \([^)]*\))?(?:,? (?:about |at most |up to )?\d[\d.,]* ?(?:mol|L|mmol)(?: of)? each\W*$|,? (?:\(?(?:about |at most |up to )?\d[\d.,]* ?(?:mol|L|mmol)\)?,? )?(?:goes|go|is led|passes) (?:in)?to the (?:absorber|caustic|scrubber|lye)\b| (?:goes|go|went|comes|came|passe[sd]|left|leaves?|escape[sd]?|boil(?:s|ed)) (?:off|away|out|evenly|steadily|(?:in)?to the (?:exhaust|hood|duct|extraction|draught)|up the (?:hood|duct|exhaust)|with the (?:nitrogen|air|argon|stream)))"
)
"""What gas comes, and how much of it: nothing that goes in."""
WHAT_COMES = patterns.compile(
    rf"^\W*{_GAS}(?:(?:,| and| \+) {_GAS})*,? (?:\(?about )?[\d.,]+ ?(?:m?mol|L)\b(?:[^.;]|\.\d)*\b(?:comes?|leaves?|forms?|escapes?|evolves?|goes off|go off)\b",
    re.I,
)
OUT_OF_THE_TOP = patterns.compile(
    rf"^\W*(?:and |then )*{_GAS}(?:(?:,| and| \+) {_GAS})*,? (?:(?:came|comes|went|goes|poured|pours|shot|is|was|all) )*(?:out of the (?:top|neck|condenser|funnel|flask|hood|mouth)|from the (?:top|neck|condenser|hood|mouth))\b",
    re.I,
)
""" "SO2 and HCl out of the top like a chimney": what leaves, and nothing that goes in; "HCl from the funnel" does."""
PIPE_GOES = patterns.compile(
    r"^\W*(?:through|from|out of) (?:the|its) (?:lid|stopper|bung|cork|neck|cap|seal)\b[^.;]{0,12}\b(?:goes|leads|runs|passes|comes|went|led)\b[^.;]{0,25}\b(?:pipe|tube|hose|tubing)\b",
    re.I,
)
ON_THE_TEST = patterns.compile(r"[^.;>→]{0,60}\b(?:paper|strip|test|TLC|spot)\b[^.;>→]{0,70}? (?:->|→|=>) ", re.I)
""" "KI paper blue ->": what is done on it stands behind."""
A_BLANK = patterns.compile(
    r"\b(?:run|ran|do|did|make|made|titrate|carry out|prepare|treat)\w* (?:an? |the )?(?:reagent )?blank\b|\bblank (?:is|was) (?:run|made|titrated|treated)\b",
    re.I,
)
BY_TITRATION = lex.Cue(
    patterns.compile(
        r"%[^.;]{0,15}\bby titration (?:with|against)\b|\b(?:found|determined|measured) by titration (?:with|against)\b", re.I
    ),
    "titration",
)
IF_IT_DOES = patterns.compile(
    r"^\W*(?:the )?(?:mantle|bath|heat|flame|burner|jack|plate|heater)\b[^.;,]{0,15}\b(?:down|off|away|out)\b[^.;,]{0,10}\b(?:if|should)\b",
    re.I,
)
MADE_ASIDE = patterns.compile(
    r"^\W*(?:the )?[\w -]{3,40}? \((?:(?:freshly|just|cold) )?(?:made|prepared|mixed)(?: (?:before(?:hand)?|fresh|freshly|in advance|cold|earlier))*(?: (?:from|by|of|with)\b|:)",
    re.I,
)


HELD_BEFORE = patterns.compile(r"\b(?:that|which) (?:had |has )?(?:held|contained|been used for|was used for|served for) (?:the )?$", re.I)


DONE_INSTEAD = patterns.compile(
    r"^\W*(?:and |but |so |no,? )*(?:I|we|you|they)(?:['’]\w+)? (?:just|simply|only|always|now|do|did) \w", re.I
)
"""Behind what is not done: what is done in its stead."""


def _made_aside(account: Account, clause: Clause) -> bool:
    """ "Nitrating acid (made beforehand: A dropped into B below 15 °C) from the funnel within 75 min": it is made, then it goes in."""
    depth, end = 0, 0
    for k, x in enumerate(clause.items):
        depth += is_word(x, "(") - is_word(x, ")")
        if is_word(x, ")") and depth == 0:
            end = k
            break
    behind = clause.items[end + 1 :]
    if (
        not end
        or not any(isinstance(x, Qty) and x.dim == "time" for x in behind)
        or any(isinstance(x, Token) and x.kind == "sub" for x in behind)
    ):
        return False
    before = len(account.doc.steps)
    inside = next(k for k, x in enumerate(clause.items) if is_word(x, "("))
    at = clause.verb_at if clause.verb_at is not None and inside < clause.verb_at < end else None
    made = replace(
        clause, items=clause.items[:end], end=clause.items[end - 1].end, verb=clause.verb if at is not None else None, verb_at=at
    )
    read_clause(account, made)
    if account.mix is None or account.main is None or not unspent(account) or len(account.doc.steps) == before:
        return False
    goes = replace(clause, items=behind, start=behind[0].start, verb=None, verb_at=None, label="")
    step = new_step(account, goes, "dose", vessel=account.batch or account.main.name, from_vessel=account.mix.name)
    account.place = step.vessel if account.place else None
    account.last = account.main
    return True


INTO_ROW = patterns.compile(
    r"^\W*(?:(?:then|now|and|next) )?(?:(?:pour|run|add|drip|drop|tip|let|feed|bring) )?(?:(?:the |this |cold |cooled |clear |whole )*(?:diazo\w*(?: (?:solution|salt|liquor))?|solution|mixture|batch|lot|liquor|contents)|everything|all|it)?"
    r"(?: (?:is|was))?(?: (?:then|now|slowly))*(?: (?:poured|run|added|dripped|dropped|fed|tipped|let))? ?(?:in|on)?to (?P<row>\d)(?=\W|$)",
    re.I,
)
""" "Diazonium solution into 4", "Into 4, over 20 min": the batch into what a row of the charge table holds."""


def _into_row(account: Account, clause: Clause, text: str) -> bool:
    """The batch goes into what stands apart by the charge table: that is there first, in its own vessel."""
    m = INTO_ROW.match(text)
    lot = account.lot(account.rows[m["row"]]) if m is not None and m["row"] in account.rows else None
    batch = account.batch
    if m is None or lot is None or lot.identity in RECEIVERS or account.waiting.get(lot.id) not in ("list", "later") or batch is None:
        return False
    number = next((x for x in clause.items if x.start == clause.start + m.start("row")), None)
    fed = any(s.kind in ("dose", "hold", "reflux") for s in account.doc.steps if s.vessel == batch)
    if not fed or not isinstance(number, Token):
        return False  # "To 5 °C" is how warm
    other = next((v for v in account.doc.vessels if v.name == account.stands.get(lot.id)), None)
    if other is None or other.name == batch:
        other = account.vessel(None, "beaker", f"prepared apart, {len(account.doc.vessels) + 1}")
    lots = [lot, *(account.lot(k) for k in [account.beside.get(lot.id)] if k is not None)]
    first = _lies_ready(account, clause, other)
    first.all_at_once = False
    place(account, first, lots)
    for x in lots:
        account.waiting.pop(x.id, None)
    said = new_step(account, clause, "add", vessel=other.name, from_vessel=batch)
    said.kind = "dose" if said.duration is not None or said.T_range is not None or said.portions else "add"
    account.spend(clause.items)
    account.place, account.last = other.name, other
    return True


GOES_ON_TOP = patterns.compile(
    r"^\W*(?:(?:and|then|now|next|some|the) )*(?!(?:ice|water|nitrogen|argon|condenser)\b)[a-z][^.;:\d]{3,45}? (?:on top|on (?:to )?(?:it|that|them)|over (?:it|that|them)|straight in)\W*$",
    re.I,
)
"""A sentence without a verb that puts something in."""
PUT_IN_BY_PARTS = patterns.compile(
    r"\bput in\b(?=,? (?:in (?:\d|two|three|four|five|six|ten|small|equal|lots|portions)|by (?:thirds|halves|quarters|spoon)|bit by|spoon by|a (?:third|quarter|half|bit|little|spoon)|\d+ (?:portions|lots)|over \d|during|within))",
    re.I,
)
LABELS_OF_WHAT_THERE_IS = ("scope", "purpose", "scale", "amount", "amounts", "quantity", "residue", "residues", "starting from", "in hand")
TO_MAKE = patterns.compile(
    r"\b(?:to (?:make|prepare|obtain|give|get|yield)|preparation of|making of|yields?|product|gives?|up to .{0,30} (?:per|a) (?:run|batch|day))\b",
    re.I,
)


def _clause(account: Account, clause: Clause) -> None:
    doc = account.doc
    text = clause.text(account.source)
    front = FITTED.match(text)
    cut = next((k for k, x in enumerate(clause.items) if x.start >= clause.start + front.end()), 0) if front is not None else 0
    if not cut and re.search(r"\btrap,? whose contents\b", text, re.I):
        cut = next(k for k, x in enumerate(clause.items) if is_word(x, "whose"))
    if cut:
        said = clause.verb_at if clause.verb_at is not None and clause.verb_at < cut else None
        at = clause.verb_at - cut if clause.verb_at is not None and clause.verb_at >= cut else None
        verb = clause.verb if said is not None else None
        read_clause(account, replace(clause, items=clause.items[:cut], end=clause.items[cut - 1].end, verb=verb, verb_at=said))
        read_clause(account, replace(clause, items=clause.items[cut:], start=clause.items[cut].start, verb_at=at, label=""))
        return
    if MADE_ASIDE.match(text) and _made_aside(account, clause):
        return
    if account.rows and _into_row(account, clause, text):
        return
    if _stays_beside(account, text) or _goes_to_its_absorber(account, text):
        account.spend(clause.items)
        return
    wanted = WHAT_WAS_WANTED.match(text) if not doc.steps else None
    begins = next((k for k, x in enumerate(clause.items) if wanted is not None and x.start >= clause.start + wanted.end()), 0)
    if begins:  # "I needed thirty grams of benzhydrol so I took benzophenone": what is to come out is not what goes in
        aim = next((x for x in clause.items[:begins] if isinstance(x, Token) and x.kind == "sub"), None)
        if aim is not None and doc.results.product_identity is None:
            doc.results.product_identity, doc.results.product = str(aim.value), aim.text
            doc.results.product_span = (aim.start, aim.end)
        account.spend(clause.items[:begins])
        at = clause.verb_at - begins if clause.verb_at is not None and clause.verb_at >= begins else None
        rest = replace(clause, items=clause.items[begins:], start=clause.items[begins].start, verb_at=at)
        read_clause(account, rest if at is not None else replace(rest, verb="charge" if clause.verb is not None else None))
        return
    if OVERHEAD_INTO.search(text) and account.trains and any(s.into == "receiver" for s in doc.steps):
        account.spend(clause.items)  # "toluene with thionyl chloride from step 5: dripped into the absorber, below 30 °C"
        new_step(account, clause, "quench", vessel="absorber", from_vessel="receiver")
        return
    if PIPE_GOES.match(text) and not any(isinstance(x, Qty) and x.dim in ("mass", "volume") for x in clause.items):
        account.spend(clause.items)
        return  # "Through the lid goes a copper pipe to the tub with water"
    arrow = ON_THE_TEST.match(text)
    then = next((k for k, x in enumerate(clause.items) if arrow is not None and x.start >= clause.start + arrow.end()), 0)
    if then and isinstance(x := clause.items[then], Token) and x.kind == "sub":  # "paper blue -> bisulfite in 5 mL lots until white"
        at = clause.verb_at
        first = replace(clause, items=clause.items[:then], end=clause.items[then - 1].end, verb="test", verb_at=None)
        second = replace(clause, items=clause.items[then:], start=x.start, label="")
        if at is not None and at >= then:
            second = replace(second, verb_at=at - then)
        else:
            second = replace(second, verb=None, verb_at=None)
        read_clause(account, first)
        read_clause(account, second)
        return
    if A_BLANK.search(text) and not any(isinstance(x, Qty) and x.dim in ("mass", "volume") for x in clause.items):
        account.spend(clause.items)
        return  # "run a blank with chloride-free water and a little calcium carbonate"
    if BY_TITRATION.search(text):
        account.spend(clause.items)
        return  # "150 g, 47 % by titration with 0.100 M sodium hydroxide"
    if IF_IT_DOES.match(text) and not any(isinstance(x, Qty) and x.dim in ("mass", "volume") for x in clause.items):
        account.spend(clause.items)
        return  # "mantle down if it boils over"
    if GLASS_CLEANED.search(text) and not any(isinstance(x, Qty) and x.dim in ("mass", "volume", "time") for x in clause.items):
        account.spend(clause.items)
        return  # "glassware through 5 % ammonia in ethanol before it leaves the hood"
    if LEFT_OUT.fullmatch(text) and not any(isinstance(x, Qty) for x in clause.items):
        account.spend(clause.items)
        return  # "no distillation here"
    if HEAT_OFF_AT.match(text) and not any(isinstance(x, Qty) and x.dim in ("mass", "volume", "time") for x in clause.items):
        account.spend(clause.items)
        return  # "at 125 °C turn the heat down"
    if (vent := VENT_PART.search(text)) is not None and _in_two(account, clause, clause.start + vent.start()):
        return
    account.late = clause.verb in WORK_UP
    if (
        text.isupper()
        and clause.verb is None
        and not any(isinstance(x, Qty) for x in clause.items)
        and len(clause.items) <= 8
        and doc.results.product_identity is None
        and not doc.steps
    ):
        named = [x for x in clause.items if isinstance(x, Token) and x.kind == "sub"]
        if len(named) == 1:  # a heading behind the table
            doc.results.product_identity, doc.results.product = str(named[0].value), named[0].text
            return
    if lex.PEOPLE.search(text):
        doc.ready.append("second person")
    if lex.PROTECTION.search(text):
        doc.ready.append("protection")
    if WHAT_COMES.match(text) and not lex.TRAIN.search(text) and not any(isinstance(x, Qty) and x.dim == "mass" for x in clause.items):
        account.spend(clause.items)
        return  # "HCl and SO2, 0.20 mol each, 4.8 L each, come as it drips"
    if OUT_OF_THE_TOP.match(text) and not any(isinstance(x, Qty) for x in clause.items):
        account.spend(clause.items)
        return
    if IS_HANDLED.match(text) and not any(isinstance(x, Qty) and x.dim in ("mass", "volume", "time") for x in clause.items):
        account.spend(clause.items)
        return  # "the bromine is handled with the sash down throughout", "the ether takes the gas"
    if IT_FROTHS.match(text) and not any(isinstance(x, Qty) for x in clause.items):
        return  # "it'll froth a little, the soda"
    if IT_IS_ONE.match(text) and not any(isinstance(x, Qty) for x in clause.items):
        _beside_the_step(account, clause, text)
        return  # "it's an acid chloride and a base, so it goes quickly"
    if OTHERS.match(text) and not any(isinstance(x, Qty) for x in clause.items):
        return  # "the other group works with ether on the same bench"
    if NEVER_MIXED.search(text) and not any(isinstance(x, Qty) for x in clause.items):
        return  # "permanganate and cyclohexene are never mixed without water"
    if GUESSED.search(text) and not any(isinstance(x, Qty) and x.dim in ("mass", "volume", "moles") for x in clause.items):
        return  # "brown vapour out of the condenser, bromine I guess"
    if NOT_TO_DO.match(text) and not any(isinstance(x, Qty) for x in clause.items):
        return  # "do not distil and do not heat the dry oxime with acid"
    if (account.case == clause.sentence and _for_the_case(clause, text)) or _stands_ready(
        clause, text, account.source[clause.end : clause.end + 120]
    ):
        doc.ready.append("dump")
        account.spoken = None  # "box of soda ash ready; tray with 2 kg of sand": the sand is no soda
        account.spend(clause.items)
        return
    if IS_HARMFUL.match(text) and not any(isinstance(x, Qty) and x.dim in ("mass", "volume", "time", "moles") for x in clause.items):
        return  # "Hydrazine is toxic and suspected to cause cancer: gauntlets"
    if clause.label == "waste" and WASTE_TREATED.search(text):
        clause.label = "filtrate" if lex.FILTRATE_REFERENCE.search(text) else ""
    if clause.verb is None and doc.steps and GOES_ON_TOP.match(text):
        clause = replace(clause, verb="add")  # "Concentrated sulfuric acid on top."
    if clause.verb == "charge" and doc.steps and PUT_IN_BY_PARTS.search(text):
        clause = replace(clause, verb="add")  # "dimethyl sulfate 21 mL: put in, in 3 lots over 10 min"
    amount_of = {
        "what" if isinstance(x, Token) else "how much"
        for x in clause.items
        if (x.kind == "sub" if isinstance(x, Token) else x.dim in ("mass", "volume"))
    }
    if clause.label in LABELS_OF_WHAT_THERE_IS and not doc.steps and len(amount_of) == 2 and not TO_MAKE.search(text):
        clause.label = "materials"  # "Scope: about 23 g of sodium wire, with 300 mL of old ether"
    if clause.label in lex.LABELS_ASIDE or (not doc.steps and AIM.search(text)):  # an aside, or what is to come out
        account.spend(clause.items)
        return
    fed = (
        clause.verb in ("add", "pour") and durations_in(clause)[0] is not None
    )  # "kept in ice and never filtered, was dropped in over 75 min"
    if account.aside == clause.sentence and DONE_INSTEAD.match(text):
        account.aside = -1  # "I don't bother to separate them, I just put the head on and distil"
    if ((lex.NOT_DONE.search(text) and not fed) or account.aside == clause.sentence or (not doc.steps and LETTER.match(text))) and not any(
        isinstance(x, Qty) and x.dim in ("mass", "volume") for x in clause.items
    ):
        account.aside = clause.sentence  # what others do, to the end of the sentence
        return
    account.used |= {x.start for i, x in enumerate(clause.items) if isinstance(x, Qty) and portion_size(clause.items, i)}
    brings = any(isinstance(x, Token) and x.kind == "sub" and x.value not in RECEIVERS for x in clause.items)
    treated = (clause.label in lex.LABELS_WASTE or brings) and re.search(r"\b(?:until|till|to pH)\b", text) is not None
    # "liquor: bisulfite until …, sludge to metal waste"; "hydrochloric acid until it isn't alkaline, and down the drain"
    if lex.GOES_AWAY.search(text) and not treated and not any(isinstance(x, Qty) and x.dim in ("mass", "volume") for x in clause.items):
        return
    if _of_the_glass(account, clause, text):
        account.spend(clause.items)
        return
    if IT_LASTS.match(text) and _lasts(account, clause):
        return
    if FUNNEL_RUN.match(text) and "funnel" in account.waiting.values() and doc.steps and durations_in(clause)[0] is not None:
        _bring(account, Reading(account, replace(clause, verb="add")))
        return
    if PUT_IN_OVER.match(text) and _put_in_over(account, clause):
        return
    if INTO_THE_WATER_WEIGHED.match(text) and _how_it_is_dissolved(account, clause):
        return
    if IN_BY_ITSELF.match(text) and _what_waits_goes_in(account, clause):
        return
    if GAS_MADE_OF.match(text):
        _takes_the_gas(account)
    if (
        OF_THE_TRAP.match(text)
        or (RECEIVED.match(f"{clause.label} {text}") and any(x.into == "receiver" for x in doc.steps))
        or (ITS_CONTENTS.match(text) and re.search(r"\btrap\b", account.source[max(0, clause.start - 60) : clause.start]))
    ):
        _trap_into(account, clause)
        return
    if PARTICIPLES.fullmatch(text.strip(" .,")) and re.search(
        r"\b(?:never|not)\b[^.;\n]*$", account.source[max(0, clause.start - 60) : clause.start], re.I
    ):
        account.aside = clause.sentence
        return  # "is never left, filtered or dried"
    if (tap := TAP_INTO.search(text)) is not None and doc.steps and account.batch:
        a, b = clause.start + tap.start(), clause.start + tap.end()
        water = Mention("water", "water from the tap", a, b, 0, vague=True)
        step = new_step(account, replace(clause, items=[], start=a, end=b, verb=None, verb_at=None), "add", vessel=account.batch)
        place(account, step, [new_lot(account, water)])
    if lex.STILL.search(text) or (account.main is not None and account.main.kind == "retort"):
        account.still = True
    if _went_in(account, clause, text):
        return
    if (
        POURED.match(account.source[clause.start : clause.end])
        and account.doc.steps
        and clause.start - (last := account.doc.steps[-1]).span[1] < 4
        and last.kind == "dose"
    ):
        last.kind, last.all_at_once = "add", last.duration is None
        return
    clause = _lead(account, clause)
    if not clause.items:
        return
    if clause.verb != "heat" and account.doc.steps and COMES_UP.match(text) and not OF_SOMETHING_ELSE.search(text):
        window = temperatures_in(clause)[0]
        if window is not None and window.value >= COMES_UP_C:
            clause = replace(clause, verb="heat")
    if BEFOREHAND.search(text) and not any(isinstance(x, Qty) and x.dim in ("mass", "volume", "moles") for x in clause.items):
        clause = replace(clause, verb=None, verb_at=None)
    r = Reading(account, clause)
    if BATH_HEAD.match(text) and r.bath is not None and account.main is not None and not r.vessels and account.isolated:
        set_bath(account.main, r.bath)
        account.spend(r.items)
        return  # "Cooling: ice-salt, 3 kg": below the steps, of the pot and not of what was worked up last
    if _in_lots(account, r, account.source[clause.end : clause.end + 300].lower()):
        return
    if WAITS_FIRST.match(text) and UNTIL_SEEN.search(text) and not any(isinstance(x, Qty) for x in r.items):
        return  # "wait till the colour goes"
    if WAITS_FIRST.match(text) and not r.measured:
        r.mentions = []  # "wait for the start (the ether boils by itself)"
    if TO_BE_DESTROYED.search(text) and r.measured and not account.doc.steps:
        for m in r.measured:
            declare(account, m, "list")
        account.spend(r.items)
        return  # "chloroform (60 mL) was to be destroyed": it is put in by the next sentence
    if account.doc.steps and not r.measured and TO_THE_SINK.search(text):
        account.spend(r.items)
        return  # "the sodium citrate solution goes into the sink": nothing is charged
    later = account.source[clause.end : clause.end + 300].lower()
    if clause.verb is None and len(r.mentions) == 1 and r.measured and not r.vessels and IS_SO_MUCH.match(text) and FED_LATER.search(later):
        declare(account, r.measured[0], "list")
        account.spend(r.items)
        return  # "permanganate is thirty-nine and a half grams. The first gram and a half alone, …"
    if MEASURED_OUT.match(text) and r.mentions and all(m.identity and _comes_later(account, m, later) for m in r.mentions):
        for m in r.measured:
            declare(account, m, "list")
        account.spend(r.items)
        return  # "measure the bromine in an open cylinder": it goes in by a later sentence
    if DISSOLVED_IN_ITS_WATER.match(text) and any(x.identity == "water" and x.step for x in account.doc.materials):
        r.mentions = [m for m in r.mentions if m.measured or m.identity != "water"]  # "dissolve the salt in the water": which is there
    _of_what_was_named(account, r)
    if _fed_after_all(account, r) or _goes_in_after_all(account, r):
        return
    _more_of_it(account, r)
    if (
        clause.verb is None
        and not r.measured
        and not r.vessels
        and not account.doc.steps
        and MADE_OF_WHAT_IS_NAMED.search(text)
        and account.spoken
    ):
        account.spend(r.items)
        return
    account.strengths |= {m.identity: m.strength for m in r.mentions if m.identity and m.strength is not None and not m.measured}
    _gained(account, r)
    if account.main is not None and not account.main.named and not r.mentions and PUT_INTO_A_FLASK.match(text):
        main_vessel(account, [v for v in r.vessels if v.nominal_mL is not None][:1])  # "into a 250 mL flask, stopper with delivery tube"
    put_in = bool(r.measured) and clause.verb in ("add", "pour", "charge") and INTO_SPENT.search(text) is not None
    of_absorber = SPENT.match(text) or _made_in_the_absorber(account, text) or _line_of_absorber(account, clause)
    if doc_steps(account) and account.trains and (put_in or (of_absorber and TREATED.search(text))):
        if _spent_absorber(account, r):
            return
    _made_up_before(account, r)
    if (EMPTY_IT.match(text) and _goes_over(account, r)) or _train(account, r):
        return
    _in_the_receiver(account, r)
    if _by_letter(account, r):
        return
    if read_result(account, clause, r.mentions):
        return
    if _amount_later(account, r) and not r.mentions and r.clause.verb != "add":
        return
    _list_is_in(account, r)
    _topic(account, r)
    if account.doc.steps and account.isolated in ("", "distil") and lex.LAYER.search(r.text):
        account.isolated = "layer"
    read_sensor(account, r.text, r.clause.start, r.vessels)
    _beside_the_step(account, clause, text)
    if clause.label in MADE_UP and account.last is not None and account.holds(account.last.name):
        account.labelled.setdefault(clause.label, account.last)


VENT_PART = patterns.compile(
    r",\s+(?:and )?(?:(?:a |the |its )?(?:vent|gas|exhaust|off-?gas|outlet)(?: (?:tube|line|hose|pipe|gas))?|(?:a |the )?(?:tube|hose)) (?:goes |leads |led |runs |going |leading )?(?:through|over|to|into|via)\b",
    re.I,
)
""" "Menthol in the acetic acid, 250 mL flask, stirrer, vent tube through an empty bottle to caustic": what goes in, and then the way of the gas."""


_DOING = r"(?:(?:re)?distill?ation|recrystalli[sz]ation|filtration|filtering|reflux(?:ing)?|heating|boiling|washing|drying|extraction|neutrali[sz]ation|evaporation)"
LEFT_OUT = patterns.compile(
    rf"\W*(?:there is |needs |with )?(?:no|without)(?: further| any| final)? {_DOING}(?: (?:here|needed|necessary|required|at this (?:point|stage)|today|this time|then|yet|is (?:needed|necessary|done)|was (?:needed|necessary|done)))?\W*"
    rf"|\W*(?:the |a )?{_DOING}(?:(?: is| was)? (?:not (?:needed|necessary|required|done|worth it)|omitted|skipped|left out|unnecessary)|: ?(?:none|no))\W*",
    re.I,
)
"""A doing that is named to say that it is not done."""
GLASS_CLEANED = patterns.compile(
    r"(?:^|[,;])\W*(?:all |the |used )*(?:glassware|glass|apparatus|equipment|tools)(?: is| was| goes| went)? (?:rinsed|washed|soaked|cleaned|wiped|through)\b"
    r"|^\W*(?:rinse|wash|soak|clean|wipe) (?:all )?(?:the |used )*(?:glassware|glass|apparatus|equipment|tools) (?:with|in)\b",
    re.I,
)
"""What is used afterwards on the glass, and goes into nothing."""
HEAT_OFF_AT = patterns.compile(
    r"^\W*(?:(?:at|above|over|past|from|when(?:ever)? (?:it|the (?:thermometer|pot|mixture|inside)) (?:shows|reads|reaches|gets to|is at)) (?:about )?)?[-−]?\d+ ?°? ?C\b[:,]? *"
    r"(?:(?:the )?(?:heat(?:ing)?|power|mantle|burner|flame|plate|oil bath|hot bath)(?: is| goes)? (?:taken |turned |switched |cut\b|pulled )?(?:off|away|down|out|cut)\b"
    r"|(?:take|turn|switch|cut|pull|lower|remove|kill|drop)(?: off| away| down)? (?:the |its )?(?:heat(?:ing)?|power|mantle|burner|flame|plate|plug|oil bath|hot bath|off)\b"
    r"|(?:cool|chill) (?:it )?(?:with|in|by) (?:the )?(?:ice|water|ice[- ]water)\b)",
    re.I,
)
"""What is done to the source of heat at a temperature: no setting."""


def _in_two(account: Account, clause: Clause, place: int) -> bool:
    """Reads a clause as two that part at `place`; False where nothing goes in before it or no line follows."""
    head = [x for x in clause.items if x.end <= place]
    tail = [x for x in clause.items if x.start > place]
    goes_in = [x for x in head if isinstance(x, Token) and x.kind == "sub" and x.value not in RECEIVERS]
    if (
        not goes_in
        or not tail
        or not lex.TRAIN.search(account.source[place : clause.end])
        or lex.TRAIN.search(account.source[clause.start : place])
    ):
        return False
    at = clause.verb_at
    first = replace(clause, items=head, end=head[-1].end)
    second = replace(clause, items=tail, start=tail[0].start, label="", verb=None, verb_at=None)
    if at is not None and at >= len(head):
        first = replace(first, verb=None, verb_at=None)
    read_clause(account, first)
    read_clause(account, second)
    return True


_SUBJECT = r"(?:it(?: all)?|this|all(?: of it)?|everything|(?:the |this )(?:[\w-]+ ){0,2}(?:mixture|batch|lot|contents|mass|solution|suspension|slurry|melt|liquor|liquid|flask|beaker|pot|vessel|tube|thing|whole)|(?:reaction )?mixture|batch|contents)"
COMES_UP = patterns.compile(
    rf"^\W*(?:(?:then|now|next|and|finally|after that|afterwards|i|we|you)\b[ ,]*)*"
    rf"(?:(?:let|allow|leave|bring|take|raise|get|warm)(?: {_SUBJECT})?|{_SUBJECT}(?:'s| (?:is|was|are|were|has|had|may|can|should|must|be|been))*)"
    r"(?: (?:then|now|slowly|gradually|gently|again|itself|by itself|to|be|up|back|over night|overnight))*"
    r"(?: (?:allowed|left|let|brought|taken|raised|warmed|got|set)(?: (?:to|slowly|gradually|again))*)?"
    r"(?: (?:warms?|comes?|goes?|rises?|climbs?|returns?|came|went|rose|get|gets|warmed|heats?))?"
    r"(?: (?:up|back|again|slowly|gradually|itself))*(?: to| (?:to )?reach(?:es|ed)?)(?: (?:about|around|roughly|near))?"
    r"(?: (?:-?\d+(?: ?[-–] ?\d+)? ?(?:°|degrees|deg\b|C\b)|(?:room|ambient|lab\w*|the temperature of the)\b)| ?rt\b)",
    re.I,
)
""" "Let the diazonium solution come to room temperature": the batch warms, by whatever words."""
COMES_UP_C = 15.0
"""From here it is warmed and not cooled."""
OF_SOMETHING_ELSE = patterns.compile(
    r"\b(?:bath|oil|jacket|mantle|plate|receiver|condenser|head|funnel|oven|absorber|trap|scrubber|caustic|distillate|filtrate|washings?|layer|crystals)\b",
    re.I,
)


IT_FROTHS = patterns.compile(
    r"^\W*(?:it|this|that)(?:'ll| will| may| can| does| might)? (?:then |also )?(?:froths?|foams?|fizz(?:es)?|bubbles?|smells?|steams?|stinks?)\b",
    re.I,
)
NEVER_MIXED = patterns.compile(
    r"\b(?:is|are|be|must|may|should|shall)\b[^.;]{0,12}\b(?:never|not)\b[^.;]{0,20}\b(?:mixed|combined|brought together|put together|ground|stored together|come together|contact|meet)\b|^\W*(?:never|do not|don't) (?:mix|combine|bring together)\b",
    re.I,
)
GUESSED = patterns.compile(
    r"\b(?:I|we) (?:guess|think|suppose|reckon|presume)\b|\b(?:probably|presumably|apparently|it must be|that must be|looks like)\b",
    re.I,
)
"""What somebody takes a thing for, and nothing done with it."""
NOT_TO_DO = patterns.compile(
    r"^\W*(?:and )?(?:do not|don't|never) (?:distil|heat|dry|warm|boil|filter|isolate|store|keep|mix|use|pour|bring|let)\b", re.I
)
WAITS_FIRST = patterns.compile(r"^\W*(?:then |now |and )?wait\b", re.I)
UNTIL_SEEN = patterns.compile(
    r"\b(?:until|till|for) (?:the |it |its )(?:\w+ )?(?:colou?r|red|orange|yellow|brown|fizz\w*|bubbl\w*|foam\w*|gas|froth\w*)\b", re.I
)
OF_THAT = patterns.compile(
    r"^\W*(?:the |these )?(?:residues?|remains|remnants|scraps?|leftovers?) \((?:about |some )?\d|"
    r"^\W*(?:i |we )?(?:take |bring |measure |use |pour |there(?:['’]s| is| are| was| were) )?(?:about |roughly |some )?[\w.,½ -]{1,40}? (?:of (?:that|this|it|them)\b|of the (?:granulated|powdered|technical|fresh|dry|anhydrous|fine|coarse|crushed|cheap|new|old|good|pure)(?: (?:one|stuff|kind))?(?=[,.;]|\b (?:in|into|and|with|on)\b)|\([^)]{2,25}\) to pH\b)",
    re.I,
)
_AMOUNT = r"(?:about |some |roughly |just |only |all )?(?:\d[\d.,]*|[a-z]+(?:[- ][a-z]+){0,3}) ?(?:m[lL]|mils?|L|g|kg|grams?|litres?)"
AMOUNT_GOES_IN = patterns.compile(
    rf"^\W*(?:then |and |now |so )*{_AMOUNT} (?:(?:is|was|were|are|gets?|got) (?:then |slowly )?(?:added|run|dripped|dropped|poured|tipped|put|fed|let|used|taken)\b|(?:goes|go|went|drips?|ran|runs) (?:slowly |then )?in\b)"
    rf"|^\W*(?:then |and |now |so )*(?:I|we) (?:then |slowly )?(?:drip|drop|run|ran|pour|add|tip|put|let|fe|take|took|use|need|weigh|measure)\w* (?:in |out )?{_AMOUNT}(?: in\b| out\b|\W*$| over\b| during\b| within\b)",
    re.I,
)
""" "The bleach is fresh. I dripped in 90 mL", "90 mL went in": of what the sentence before has named."""
POURED = patterns.compile(r"^\W*(?:just )?(?:pour|poured|tip|tipped)(?: it)?(?: in)?(?: *\n|\W*$)", re.I)
""" "HCl 25 mL in, no cooling, pour": how the amount before it goes in."""
BEFOREHAND = patterns.compile(
    r"\b(?:was|were|has been|have been|had been|is|are) (?:\w+ )?(?:distilled|redistilled|dried|recrystalli[sz]ed|filtered|purified|washed|titrated|prepared|made|bought|opened|cooled)\b[^.;]{0,30}"
    r"\b(?:yesterday|last (?:week|month|night|year|friday|term)|the (?:day|week|night|evening) before|beforehand|earlier|in advance|(?:this|the same) morning|a (?:week|month|year|day) ago|(?:two|three|some|a few|\d+) (?:days|weeks|months|years) ago)\b",
    re.I,
)
""" "The acid chloride was distilled last week": what was done to a bottle's contents, and no step of the batch."""
IT_IS_ONE = patterns.compile(
    r"^\W*(?:and |but |because |since )?(?:it|that|this)(?:['’]s| is| was) (?:only |just |really )?an? (?!bit\b|little\b|pour|flask|beaker)[a-z]",
    re.I,
)
"""What a thing is, and nothing done with it."""
DISSOLVED_IN_ITS_WATER = patterns.compile(
    r"^\W*(?:then |now )?(?:dissolv|stir|suspend|put)\w* (?:the |all |both |it |them )[^.;\d]{0,40}\b(?:in(?:to)? the water|with the water|in(?:to)? its water)\b(?! bath)",
    re.I,
)
IS_SO_MUCH = patterns.compile(
    r"^\W*(?:the |then |and |now )*[a-z][\w -]{2,30}?(?: is| are| was| were|['’]s| comes to| makes),? (?:about |some )?(?:\d[\d.,]*|[a-z]+(?:[- ][a-z]+){0,5}) ?(?:m[lL]|mils?|L|g|kg|grams?|litres?)(?:,? (?:\(?\d[\d.,]* ?mol\)?|in all|all told|exactly|or so))*\W*$",
    re.I,
)
""" "The bromine is five mils": how much there is, and not yet that it goes in."""
FED_LATER = patterns.compile(
    r"^\W*(?:the |a |and |then )*(?:first|rest|remainder|initial|start|begin|it (?:goes|went|is|was)|that (?:goes|went)|one (?:third|half|tenth))\b",
    re.I,
)
LOTS = r"(?:lots|portions|parts|shares)"
DIVIDED = patterns.compile(
    rf"\b(?:divided|split|parted|portioned)(?: out)? (?:in|into) (?P<n>two|three|four|five|six|seven|eight|nine|ten|twelve|\d{{1,2}})(?: equal)? {LOTS}\b",
    re.I,
)
FIRST_LOT = patterns.compile(r"\bthe first (?:lot|portion|part|share|one)\b", re.I)
OTHER_LOTS = patterns.compile(rf"\bthe (?:other|remaining|next)(?: \w+)? {LOTS}\b[^.;\n]*\bevery (?P<min>\d+) ?min", re.I)


def _in_lots(account: Account, r: Reading, later: str) -> bool:
    """ "A and B I divided in six lots … added the first lot … then the other lots, one every 15 minutes": they go in where the first of them does."""
    m = DIVIDED.search(r.text)
    if m is not None and r.measured and r.clause.verb not in ("add", "pour") and FIRST_LOT.search(later):
        account.lots = [declare(account, x, "list").id for x in r.measured], int(_count(m["n"]))
        account.spend(r.items)
        return True
    ids = [k for k in account.lots[0] if k in account.waiting]
    if ids and FIRST_LOT.search(r.text) and not r.measured and account.batch is not None:
        step = new_step(account, r.clause, "dose", vessel=account.batch)
        place(account, step, [account.lot(k) for k in ids])
        step.portions = account.lots[1]
        return True
    told = OTHER_LOTS.search(r.text) if account.lots[0] and account.doc.steps and not r.measured else None
    step_of = next((s for s in reversed(account.doc.steps) if set(account.lots[0]) & set(s.materials)), None)
    if told is not None and step_of is not None and step_of.portions:
        step_of.duration = Quantity(
            value=(step_of.portions - 1) * float(told["min"]),
            unit="min",
            span=(r.clause.start + told.start("min"), r.clause.start + told.end("min")),
        )
        window, limit, _ = temperatures_in(r.clause)
        step_of.T_range, step_of.T_limit = step_of.T_range or window, step_of.T_limit or limit
        account.spend(r.items)
        return True
    return False


MEASURED_OUT = patterns.compile(
    r"^\W*(?:\d+\W+)?(?:measure|weigh|pour|pipette|draw)(?:d|ed)? (?:out |off |up )?(?:the |about )?(?:[^.;]|\.\d){2,60}? (?:in|into|with|on) (?:an?|the|my) (?:open |measuring |graduated |glass |plastic |small |dry |\d+ ?mL )*(?:cylinder|beaker next|boat|watch[- ]?glass|pipette|syringe|paper|cup|weighing (?:boat|paper|bottle))\b|^\W*(?:\d+\W+)?(?:weigh|measure)(?:ed)? (?:out )?(?:[^.;]|\.\d){2,60}\W*$",
    re.I,
)


def _comes_later(account: Account, m: Mention, later: str) -> bool:
    """Whether what is measured out waits in the list or is named again, and so goes in by another sentence."""
    waits = m.measured or any(account.lot(k).identity == m.identity for k in account.waiting)
    by = "|".join(map(re.escape, {m.name.lower(), m.name.lower().split()[-1]}))  # "the hydroxide" of sodium hydroxide
    return (
        waits
        and re.search(
            rf"\b(?:add|run|drip|drop|pour|tip|put|sprinkle|strew|goes|it)\b[^.;\n]{{0,40}}\b(?:{by})\b|\b(?:{by}) (?:is|was|goes|went|in)\b",
            later,
        )
        is not None
    )


TO_THE_SINK = patterns.compile(
    r"^\W*(?:\d+\W+)?(?:the |all |any )?[^.;\d]{2,60}\b(?:goes|go|went|is|are|was|were|poured|emptied|tipped|rinsed|run)\b[^.;\d]{0,25}\b(?:in|into|to|down) (?:the )?(?:sink|drain)s?\W*$",
    re.I,
)


TO_BE_DESTROYED = patterns.compile(
    r"\b(?:was|were|is|are|has|have|had) to be (?:destroyed|disposed of|got rid of|quenched|neutrali[sz]ed|made harmless|dealt with)\b",
    re.I,
)
TAKEN_FIRST = patterns.compile(
    rf"^\W*(?:then |and |now |so )*(?:I|we) (?:take|took|use|used|need|needed|weigh\w*|measure\w*) (?:out )?{_AMOUNT}(?: out)?(?: of (?:the|that|this|it)\b[^.;,]{{0,45}})?\W*$",
    re.I,
)
""" "I use 90 mL.": it goes in by the next sentence."""
ONLY_AN_AMOUNT = patterns.compile(
    rf"^\W*(?:then |and |now |so )*{_AMOUNT}(?:,? (?:on the balance|exactly|or so|in all|\(?\d[\d.,]* ?mol\)?|\((?:about )?\d[\d.,]* ?k?g, ?\d[\d.,]* ?m?mol\)))*\W*$",
    re.I,
)
""" "Camphor. Fifteen grams. That goes in …": of what the sentence before has named."""
IN_LUMPS = patterns.compile(
    rf"^\W*{_AMOUNT},? (?:of (?:it|the))?(?:in )?(?:lumps|pieces|granules|sticks|turnings|pellets|flakes|fine powder)\b", re.I
)
""" "I needed carbide. Thirty-two grams, lumps the size of a nut, in a half-litre flask": of what the sentence before has named."""
MADE_OF_WHAT_IS_NAMED = patterns.compile(r"^[^.;\d]{0,20}[^.;]{0,60}\bfrom (?:the )?[\w(),' -]{4,50}\W*$", re.I)
""" "So, 4-bromotoluene, from the toluidine.": what is made of what, and nothing done yet."""
IT_GOES_IN = patterns.compile(
    r"^\W*(?:and |then |now )*(?:it|this|that|which) (?:(?:is|was|are|were|then|slowly|gets|got|all) )*(?:drips?|dripped|dropped|goes|went|runs?|added|poured|tipped|put|fed|let)\b",
    re.I,
)
IT_IS_RUN_IN = patterns.compile(r"^\W*(?:and |then |now )*(?:run|drip|drop|feed|add|let) (?:this|it)\b", re.I)
IT_IS_THERE = patterns.compile(r"^\W*there(?:['’]s| is| are| was| were)\b", re.I)
""" "A litre of that into a beaker", "bring 70 mL (0.112 mol) to pH 9": of what the sentence before has named."""


OF_THE_STRENGTH = patterns.compile(
    rf"\b{_AMOUNT} of the (?:concentrated|conc\.?)(?= (?:run|runs|go|goes|in|slowly|drip|drop|poured)\b|[,.;]|$)|\b{_AMOUNT} of the (?:\d[\d.,]*|[a-z]+(?:[- ][a-z]+){{0,3}}) ?(?:%|percent|per cent)(?! (?:w/w |by weight )?(?:(?:[a-z]+ ){{1,2}}acid|(?:[a-z]+ ){{0,2}}(?:solution|hydroxide|peroxide|ammonia)))(?P<acid> acid)?",
    re.I,
)
""" "Two litres of the thirty-seven percent": of the one bottle that the text speaks of."""


MORE_BEFORE = patterns.compile(r"\b(?:another|a further|further|an additional|additional|an extra|extra|a second) (?:about )?$", re.I)
MORE_BEHIND = patterns.compile(r"\W{0,2}(?:more|extra|in addition|on top)\b", re.I)
OF_SOMETHING = patterns.compile(r"\W{0,2}(?:of|portions?|lots?|drops?|aliquots?|times|x|×)\b", re.I)


def _more_of_it(account: Account, r: Reading) -> None:
    """ "Nothing was seen, so a further 20 mL was added", "then 20 mL more": of what was fed last, where no name stands there."""
    last = next((s for s in reversed(account.doc.steps) if s.kind in ("dose", "add", "charge", "hold", "test", "heat")), None)
    if r.measured or last is None or r.clause.verb not in (None, "add", "pour", "hold", "heat") or lex.TO_PH.search(r.text):
        return
    for i, q in enumerate(r.items):
        if not isinstance(q, Qty) or q.dim not in ("mass", "volume") or q.start in account.used:
            continue
        before, behind = account.source[max(0, q.start - 24) : q.start], account.source[q.end : q.end + 24]
        if not (MORE_BEFORE.search(before) or MORE_BEHIND.match(behind)) or OF_SOMETHING.match(behind):
            continue
        fed = next((s for s in reversed(account.doc.steps) if s.kind in ("dose", "add") and s.materials), None)
        lots = [x for x in account.doc.materials if fed is not None and x.id in fed.materials and x.identity not in (None, "water", "ice")]
        if len(lots) != 1 or lots[0].amount is None or dimension(lots[0].amount.unit) != q.dim:
            return
        m = Mention(lots[0].identity, lots[0].name, q.start, q.end, i, first=i, last=i, strength=lots[0].strength)
        take(m, q)
        r.mentions = [*r.mentions, m]
        r.skip |= {k for k, x in enumerate(r.items[:i]) if isinstance(x, Qty) and x.dim == "time"}  # how long nothing was seen
        return


def _the_one_bottle(account: Account, acid: bool) -> Mention | None:
    """The commercial acid or base (an acid where that is said) that is named somewhere, where it is the only one."""
    cat = catalogue().substances
    found = [t for t in substances_in(account.source) if cat[str(t.value)].commercial and (not acid or str(t.value).endswith("acid"))]
    if len({str(t.value) for t in found}) != 1:
        return None
    t = found[0]
    return Mention(str(t.value), t.text, t.start, t.end, 0)


ASIDE_SENTENCES = 2
"""How far behind what is named its amount may stand, where one sentence names nothing."""


def _of_what_was_named(account: Account, r: Reading) -> None:
    """An amount whose substance stands in the sentence before, where it has none of its own and none of it went in yet."""
    taken, account.taken = account.taken, None
    if taken is not None:
        if IT_GOES_IN.match(r.text):
            r.mentions = [replace(taken, index=0, first=0, last=0), *r.measured]
            return
        declare(account, taken, "list")
    named, before = account.spoken, account.before
    account.spoken = None
    if named is None and before is not None and r.clause.sentence - account.spoken_in <= 1 and OF_THAT.match(r.text):
        named = before  # "This is the rinse acid, 18 % hydrochloric; we've tested that. One litre of that goes …"
    if named is None and before is not None and r.clause.sentence - account.spoken_in == ASIDE_SENTENCES and AMOUNT_GOES_IN.match(r.text):
        named = before  # "The bleach is from the cupboard. It doesn't say how strong it is. I dripped in 150 mL"
    strength = OF_THE_STRENGTH.search(r.text)
    if strength is not None and not r.measured and (named is None or strength["acid"]):
        named = _the_one_bottle(account, strength["acid"] is not None)
    told = next((m for m in reversed(r.mentions or r.spoken) if m.identity is not None and not m.measured and not m.generic), None)
    tested = r.clause.verb == "test" and before is not None and r.clause.sentence == account.spoken_in  # "we've tested that: iron negative"
    if told is not None and not tested:
        account.spoken = account.before = told
        account.spoken_in = r.clause.sentence
        share = next((x for x in r.items if isinstance(x, Qty) and x.dim in ("percent", "molar", "normal")), None)
        if told.strength is None and share is not None and not r.measured:
            take(told, share)  # "the bleach was titrated this morning, 12.5 % w/w"
    q = next((x for x in r.items[:6] if isinstance(x, Qty) and x.dim in ("mass", "volume")), None)
    bare = account.doc.materials[-1] if account.doc.materials else None
    if (
        q is not None
        and bare is not None
        and bare.amount is None
        and not r.measured
        and (IN_LUMPS.match(r.text) or ONLY_AN_AMOUNT.match(r.text))
        and not account.source[bare.span[1] : r.clause.start].strip(" .,;:\n")
    ):
        m = Mention(bare.identity, bare.name, q.start, q.end, 0)  # "…, so carbide. Thirty-two grams, lumps the size of a nut"
        take(m, q)
        bare.amount = m.amount.model() if m.amount is not None else None
        account.used.add(q.start)
        return
    if (
        named is None
        or q is None
        or not (
            OF_THAT.match(r.text)
            or OF_THE_STRENGTH.search(r.text)
            or (not r.spoken and (AMOUNT_GOES_IN.match(r.text) or ONLY_AN_AMOUNT.match(r.text) or IN_LUMPS.match(r.text)))
        )
        or any(m.first <= 6 and m.measured for m in r.mentions)
        or any(x.identity == named.identity for x in account.doc.materials)
        or catalogue().substances[str(named.identity)].phase == "g"  # "nitrous fumes act late.\n17.5 g"
    ):
        return
    account.before = None
    i = next(k for k, x in enumerate(r.items) if x is q)
    if is_word(at(r.items, i + 1), "of") and is_word(at(r.items, i + 2), "it", "that", "this", "them"):
        end = r.items[i + 2].end  # "14.7 g of it"
    else:
        end = q.end
    m = Mention(named.identity, named.name, q.start, end, i, first=i, last=i + 2 * (end > q.end), strength=named.strength)
    take(m, q)
    mol = next((x for x in r.items[i + 1 : i + 4] if isinstance(x, Qty) and x.dim == "moles"), None)
    if mol is not None:
        take(m, mol)
    if TAKEN_FIRST.match(r.text) or (ONLY_AN_AMOUNT.match(r.text) and not r.measured):
        account.taken, r.mentions = m, []
        account.spend(r.items)
        return
    there = IT_IS_THERE.match(r.text) is not None
    if there or lex.TO_PH.search(r.text):  # "there's maybe 20 g of it in the jar"; brought to its pH first, and run in by the next sentence
        declare(account, m, "list")
        if there:
            r.vessels = []
        for x in r.measured:
            new_lot(account, x).role = "wash"
        account.spend(r.items)
        r.mentions = []
        return
    r.mentions = [m, *(x for x in r.mentions if x.generic != "it")]


TAP_INTO = patterns.compile(
    r"\b(?:run|turn|ran|hold|held|put)s? (?:[\w ]{0,12} )?(?:the )?tap (?:straight )?(?:into|in|on to|onto|on|over) (?:it|the (?:flask|pot|beaker|residue|lot)|what's left|them)\b",
    re.I,
)
""" "I run the tap into it": water on what is left, how much nobody says."""
BATH_HEAD = patterns.compile(r"\W*(?:cooling )?bath:", re.I)
PUT_INTO_A_FLASK = patterns.compile(r"^\W*(?:then |now )?(?:all |it |everything |the mixture |put |goes )*into an? (?=\d)", re.I)
MADE_UP = ("oxidant", "reductant", "feed", "reagent", "jones reagent", "oxidant solution", "oxidising solution", "oxidizing solution")
"""Labels of what is made up beside the batch, and called by that name when it goes in."""


LETTER = patterns.compile(
    r"\W*(?:(?:hi|hello|dear|thanks|as (?:promised|discussed|asked)|attached)\b|(?:here|below|attached)(?:'s| is| are) (?:the|my|our|a|how)\b)",
    re.I,
)
"""How a letter begins: what it speaks of is not put in here."""
PARTICIPLES = patterns.compile(
    r"(?:(?:and|or|,)? ?(?:filtered|dried|washed|stored|left|kept|isolated|collected|warmed|heated)\b ?(?:off)?,? ?)+", re.I
)
WET_GLASS_IN = patterns.compile(
    r"^\W*(?:the |dirty |used |greasy )*(?:flasks|beakers|glass(?:ware)?|bottles|tubes|frits|pieces of glass|parts) (?:that (?:were|are) )?(?:(?:rinsed|wet|washed) (?:\w+ )?with\b[^.;]*\b(?:go(?:es)?|went|put|dropped|laid) (?:straight |right |directly )?(?:back )?in\b|(?:straight |right |directly )?from the (?:acetone|ethanol|alcohol|methanol)\b[^.;]{0,20}\bin(?:to)?\b)",
    re.I,
)
""" "Flasks rinsed with acetone go straight in": what is cleaned, and no washing of the batch."""
FED_CONDENSER = patterns.compile(
    r"^\W*(?:the |its )?(?:reflux )?condenser (?:is|was|being) (?:fed|supplied|run|cooled) (?:with|by)\b", re.I
)
"""What runs through the condenser is no charge."""
GLASS_AFTER = patterns.compile(
    r"\b(?:glassware|(?:used |dirty )glass|apparatus) (?:went|goes|was|is|were|are|stood|stands|lay|soaked) (?:put |left |kept |soaked |rinsed |laid |overnight |for [^,.;]{1,12} )*(?:in|into|with|under|over)\b"
    r"|^\W*(?:(?:all|the|used|dirty) )*glass(?:ware)? (?:into|in|goes|with)\b",
    re.I,
)
"""How the glass is cleaned when the work is done is no step of the batch."""
SWEPT_INTO = patterns.compile(
    r"^\W*(?:then |a (?:slow |gentle )?(?:stream|current|flow) of )?(?:dry )?(?:N2|nitrogen|argon|air)\b(?:[^.;]|\.\d)*\b(?:through|over|across)\b(?:[^.;]|\.\d)*\b(?:in)?to (?:the )?(?:caustic|absorbers?|scrubber|washer|wash(?:ing)?[- ]bottle|soda|alkali|lye)\b(?! of)",
    re.I,
)
"""Gas that sweeps the vessel takes nothing of the absorber into it."""


def _of_the_glass(account: Account, clause: Clause, text: str) -> bool:
    """Whether a clause tells of the condenser, the sweeping gas or the washing-up alone: nothing of it goes into the batch."""
    dims = {x.dim for x in clause.items if isinstance(x, Qty)}
    if GLASS_AFTER.search(text) and any(s.kind in ("extract", "distil", "filter", "quench") for s in account.doc.steps):
        return True
    if WET_GLASS_IN.search(text):
        return not dims & {"mass", "volume"}
    if FED_CONDENSER.search(text):
        return not dims & {"mass", "volume"}
    return SWEPT_INTO.search(text) is not None and "mass" not in dims


OF_THE_TRAP = patterns.compile(
    r"^\W*(?:what(?:'s| is| was| had)?|the (?:contents?|liquid|distillate|condensate)) (?:left |collected |caught |frozen )?(?:in|from|of) the (?:cold |dry[- ]ice )?(?:trap|cold finger)\b",
    re.I,
)
"""What came over and was caught, as the subject of a clause."""
RECEIVED = patterns.compile(
    r"^\W*(?:the |all |whole )*(?:(?:contents?|liquid) (?:of|in|from) the )?(?:receivers?|receiving (?:flask|vessel)|condensate|distillate|strippings|(?:stripped|distilled|collected) (?:[\w-]+ ){0,2}(?:solvents?|distillate|\w+ane|toluene)|(?:excess|surplus|rest|remainder)\b[^.;:]{2,40} in the receiver)\b(?=[^.;]*\b(?:into|on ?to|to)\b[^.;]*\d ?(?:m?L|k?g)\b)",
    re.I,
)
""" "Receiver with the rest of the thionyl chloride: by the drop into 300 mL of caustic": the batch stays where it is."""
ITS_CONTENTS = patterns.compile(
    r"^\W*(?:and |then )?(?:its|the|whose) contents?\b|^\W*(?:and |then )?what (?:it|this) (?:held|holds|caught)\b", re.I
)
"""The same, of a trap that the words before have named."""
INTO_LETTER = patterns.compile(r"^\W*(?:then |now |next )?([A-H])\b(?!\s*[.):])[^.;]{0,40}?\b(?:in)?to ([A-H])\b")


def _trap_into(account: Account, clause: Clause) -> None:
    """ "What is in the trap went drop by drop into 50 mL of methanol": what came over meets what destroys it; no step of the batch."""
    agents = [m for m in mentions_in(clause.items, set(), account.source) if m.identity and m.measured]
    account.spend(clause.items)
    if agents and any(s.into == "receiver" for s in account.doc.steps):
        apart = account.vessel(None, "beaker", "for the trap, not named")
        place(
            account,
            new_step(account, clause, "quench", vessel=apart.name, from_vessel="receiver"),
            [x for m in agents for x in lots_for(account, m, True)],
        )


def _by_letter(account: Account, r: Reading) -> bool:
    """ "A. 35 g of … B. 600 g of ice … A is run into B": the letter at the head of a line names what was made up under it."""
    m = INTO_LETTER.search(r.text)
    if m is None or r.measured:
        return False
    heads = [
        (h[1], h.start())
        for h in re.finditer(r"^[ \t]*(?:\W*(?:solution|part|flask|beaker) )?([A-H])[ \t]*[.):=]", account.source, re.M | re.I)
    ]
    made: dict[str, str] = {}
    for n, (letter, begin) in enumerate(heads):
        end = min(heads[n + 1][1] if n + 1 < len(heads) else len(account.source), r.clause.start)
        mine = [s.vessel for s in account.doc.steps if s.vessel and s.materials and begin <= s.span[0] < end]
        if mine:
            made[letter.upper()] = mine[-1]
    source, into = made.get(m[1]), made.get(m[2])
    if source is None or into is None or source == into:
        return False
    poured = [s.vessel for s in account.doc.steps if s.from_vessel == source]
    new_step(account, r.clause, "dose", vessel=into, from_vessel=poured[-1] if poured and poured[-1] else source)
    vessel = next(v for v in account.doc.vessels if v.name == into)
    account.place, account.last = into, vessel
    return True


RECEIVING = patterns.compile(
    r"\b(?:receivers?|receiving flask|(?:the |its )?adapt[eo]r (?:goes|leads|ends|runs|reaches|dips|is put|just) (?:\w+ )?(?:in|into|over|above))\b[^.;\n]*?(?:\bwith\b|\bhold(?:s|ing)\b|\bcontain\w*|[(,:])"
    r"|\b[Ii]n the receiver (?:is|are|was|were|stands?|there (?:is|are|was|were)|put|place|come)\b"
    r"|\b(?:under|below|above|over|touching) (?:the surface of )?(?=\d[^.;\n]{3,40}? in (?:an?|the) (?:\d+ ?m?L )?receivers?\b)"
    r"|\badapt[eo]r (?:reaching|dipping|ending|leading|going) (?:just |well )?(?:under|below|into|in)\b(?=[^.;\n]* in (?:an?|the) [^.;,\n]{0,25}\breceivers?\b)",
    re.I,
)


ABOVE_WHAT_STANDS = patterns.compile(
    rf"\b(?:above|over|under|below|into) the ([\w ]{{3,30}}?) in the receiver\b(?: \((\d+) ?{WRITTEN_VOLUME}\b)?", re.I
)
""" "Ending 5 mm above the water in the receiver (250 mL)": a row of the charge list stands there."""


def _put_in_the_receiver(account: Account, r: Reading, lots: list[Material], at: int, size: str | None, what: Mention) -> None:
    vessel = account.vessel(None, "flask", "receiver") if all(v.name != "receiver" for v in account.doc.vessels) else None
    if vessel is not None:
        vessel.name, vessel.nominal_mL, vessel.span = "receiver", float(size) if size else None, (at, what.end)
    recent = list(account.recent)
    place(account, new_step(account, Clause([], what.start, what.end, None, None, r.clause.sentence), "charge", vessel="receiver"), lots)
    account.recent = recent
    account.used |= {x.start for x in r.items if isinstance(x, Qty) and x.start >= at}
    r.mentions = [x for x in r.mentions if x is not what]


def _in_the_receiver(account: Account, r: Reading) -> None:
    """ "A receiver (100 mL, in ice, 20 mL of water in it)": what is told behind it stands there and is no charge of the pot."""
    stands = ABOVE_WHAT_STANDS.search(r.text)
    if stands is not None:
        what = next(
            (x for x in r.mentions if x.start >= r.clause.start + stands.start(1) and x.start < r.clause.start + stands.end(1)), None
        )
        rows = [k for k in account.waiting if what is not None and account.lot(k).identity == what.identity]
        if what is not None and rows:
            _put_in_the_receiver(account, r, [account.lot(rows[0])], r.clause.start + stands.start(), stands[2], what)
            return
    m = RECEIVING.search(r.text)
    if m is None or (
        r.clause.verb not in (None, "charge", "cool", "hold", "mix", "distil") and not r.text[: m.end()].lower().startswith("the adapt")
    ):
        return
    at = r.clause.start + m.start()
    there = [
        x
        for x in r.measured
        if x.start > at and x.identity is not None and (x.identity in RECEIVERS or catalogue().substances[x.identity].phase != "s")
    ]
    if not there:
        return
    sizes = [v for v in r.vessels if v.start > at and v.qty is not None]
    first = account.vessel(None, "flask", "receiver") if all(v.name != "receiver" for v in account.doc.vessels) else None
    if first is not None:
        first.name, first.nominal_mL, first.span = "receiver", sizes[0].nominal_mL if sizes else None, (at, r.clause.start + m.end())
    clause = Clause([], there[0].start, there[-1].end, None, None, r.clause.sentence)
    recent = list(account.recent)
    place(account, new_step(account, clause, "charge", vessel="receiver"), [lot for x in there for lot in lots_for(account, x, True)])
    account.recent = recent
    account.used |= {v.qty.start for v in sizes if v.qty is not None}
    r.mentions = [x for x in r.mentions if x not in there]
    r.vessels = [v for v in r.vessels if v not in sizes]


SPILLS = (
    "urea",
    "sulfamic acid",
    "sodium thiosulfate",
    "sodium hydrogen carbonate",
    "sodium carbonate",
    "sodium sulfite",
    "sodium hydrogen sulfite",
    "polyethylene glycol",
    "sand",
    "calcium gluconate",
    "sodium hydroxide",
    "2-propanol",
    "ethanol",
    "methanol",
    "acetone",
    "silicon dioxide",
    "silica",
    "acetic acid",
    "sodium bicarbonate",
)
"""What stands ready for a spill; anything else "at hand" may be a charge."""


AGENTS = ("sodium thiosulfate", "sodium hydrogen carbonate", "sodium carbonate", "sodium sulfite", "sodium hydrogen sulfite", "sand")
"""What nothing is made of: it stands there for a spill."""
STANDING_BY = patterns.compile(r",? (?:I am |we are )?(?:standing|staying|sitting) by(?: it)?(?: all the (?:time|while))?\W*$", re.I)
DUMPS = patterns.compile(r"\b(?:dump\w*|spill\w*|quench\w*|drench|bucket|tub|bowl|beaker|vessel|pail|crock|basin)\b", re.I)
"""In words about what stands ready, with no substance named: where the batch would go, or what is for a spill."""
FOR_SPILLS = patterns.compile(
    r"\b(?:for|against|in case of) (?:any |the |a |small )?(?:spill(?:s|age|ages)?|splash(?:es)?|drips|leaks)\b|\bstands? (?:there|ready|by|beside it|next to it) for (?:the )?(?:bromine|spills?|splashes)\b|\bspill (?:bucket|kit|tray|pillow|box)s?\b",
    re.I,
)
"""What is told with it goes into no batch."""
WORN = patterns.compile(r"\b(?:goggles|gloves|visor|face shield|shield|apron|gauntlets)\b", re.I)


DUMP_FIRST = patterns.compile(
    r"^\W*(?:an? |the |\d+ ?L )*(?:dump|emergency|quench(?:ing)?|crash) (?:bucket|tub|vessel|pail|tank|bin|pan)\b", re.I
)
"""A clause that begins with what stands ready for the worst case."""


FOR_DUMP = patterns.compile(
    r"\b(?:for|as) (?:the |an? |any )?(?:emergency )?(?:dump\w*|crash[- ]quench)\b|\b(?:for|in) (?:an |the |any )?emergenc(?:y|ies)\b|\bjust in case\b",
    re.I,
)
"""What it stands there for."""
READY_LABEL = patterns.compile(
    r"^\W*(?:(?:keep |stands? |standing )?ready|stand(?:s|ing)?[- ]?by|at hand|to hand|(?:for |in )?(?:an )?emergenc(?:y|ies)|dump|in reserve|reserve|contingenc(?:y|ies)|safety|precautions?|just in case)(?:\s*[:–—-]\s|\t| {2,})",
    re.I,
)
"""A row's head that says what its things stand there for."""
BATH_UNDER = patterns.compile(
    r"^\W*(?:an? |the )?(?:(?:cold|cool|iced|tap) )?(?:ice|ice[- ]salt|ice[- ]water|water|cold)[- ]bath\b[^.;]{0,25}\b(?:under|round|around|beneath) (?:the flask|it)\b",
    re.I,
)
"""A bath in which the flask stands, and no dump."""


IS_HARMFUL = patterns.compile(
    r"^\W*(?:the )?[\w()' -]{3,40}? (?:is|are) (?:(?:an?|very|highly|extremely|strongly|both|suspected|known|acutely) )*(?:toxic|poison\w*|carcinogen\w*|cancer|corrosive|flammable|inflammable|lachrymator\w*|harmful|irrita\w+|sensiti[sz]\w+|mutagen\w*|caustic|explosive|pyrophoric|suspected to|known to|said to)\b"
    r"|^\W*(?:the )?[\w()' -]{3,40}? (?:flashes|boils|melts|freezes|solidifies|ignites|burns) (?:already )?(?:at|below|above|from|under|over|near) (?:about )?-?\d+ ?°C(?=\W*$|: (?:no|never|keep)\b)"
    r"|^\W*(?:the )?[\w()' -]{3,40}? (?:reacts?|fumes?|ignites?|decomposes?|attacks?|burns?) (?:(?:very|so|quite) )?(?:violently|vigorously|explosively|strongly|in (?:moist )?air|the skin|the eyes|on contact)\b(?![^.;]*\b(?:add|charge|pour|drip)\w*\b)",
    re.I,
)
"""What a substance does to people, as a sentence of its own: said of it, and nothing done."""


NOT_READY = patterns.compile(
    r"\b(?:not|never|wasn't|isn't|weren't|nothing|no longer) (?:\w+ ){0,2}(?:ready|at hand|to hand|in reach)\b", re.I
)


SAND_TRAY = patterns.compile(r"\b(?:tray|pan|tub|bucket|box)s? (?:with|of) (?:[^.;]|\.\d){0,15}\bsand\b", re.I)
BOX_READY = patterns.compile(
    r"\b(?:box|bag|tub|bucket|pail|tin|sack|jar) of [\w ]{3,30}? (?:is |are |stands? )?(?:ready|at hand|to hand|in reach)\b", re.I
)
_PAIL = r"(?:tub|bucket|pail|tray|pan|bowl|basin|bin)"
TUB_OF_ICE = lex.Cue(
    patterns.compile(
        rf"\b{_PAIL}s? (?:with|of|holding|containing) (?:about )?(?:\d[\d.,]*|[a-z]+) ?k?g of (?:crushed )?ice\b(?:[^.;\n]|\.\d){{0,30}}\b(?:under|below|beneath|beside|next to|near) (?:the )?(?:lift|jack|flask|bench|stand|hood|sash|vessel|reactor|drain|it)\b"
        rf"|\b{_PAIL}s? (?:with|of|holding|containing)\b(?:[^.;\n]|\.\d){{0,40}}\bice\b(?:[^.;\n]|\.\d){{0,20}}\bto (?:tip|drop|dump|lower|empty|drown|drench|take|receive|catch|quench) (?:the |it|all)"
        rf"|\bice in an? (?:\d+ ?L )?{_PAIL} (?:under|below|beneath|beside|next to) (?:the )?(?:lift|jack|flask|bench|stand|hood|vessel|reactor)\b"
        rf"|\b(?:beside|under|below|beneath|next to) (?:it|the (?:flask|vessel|lift|jack|reactor))\b(?:[^.;\n]|\.\d){{0,12}}\b(?:\d+ ?L )?{_PAIL}\b(?:[^.;\n]|\.\d){{0,25}}\bice\b(?:[^.;\n]|\.\d){{0,25}}\bto\b",
        re.I,
    ),
    "ice",
)
"""What stands there to take the batch."""
STANDS_IN_IT = patterns.compile(
    r"\b(?:flask|beaker|it|vessel|reactor|pot) (?:stands?|stood|sits|is|was|hangs|dips|standing|sitting|put)\b(?! (?:a|an|the)\b)[^.;\n]{0,12}\bin(?:to)?\b",
    re.I,
)
THEN_ON_IT = patterns.compile(
    r"[\s.;,]*(?:and |then |now )*(?:pour|run|tip|drip|let|empty)\w*\b[^.;]{0,40}\b(?:on ?to|on|into|in|over) (?:it|this|that|there|the ice)\b",
    re.I,
)
"""What was told is used at once, and no dump."""


KEPT_READY = patterns.compile(
    r"\b(?:(?:stood|stands?|standing|kept|held|waits?|waited|is|was|put) (?:ready|by)\b(?! (?:the|a)\b)|in readiness\b|(?:at|to) hand\b)",
    re.I,
)
"""A bath that waits for the worst case."""


LIES_THERE = patterns.compile(
    r"\b(?:is|are|stands?|lies?|hangs?) (?:ready )?(?:on|at|by|beside|next to) (?:the|my|our) (?:bench|hood|sink|wall|door|cupboard|shower)\b",
    re.I,
)


def _stands_ready(clause: Clause, text: str, behind: str = "") -> bool:
    """ "2 kg of ice in a pan below the flask", "thiosulfate solution at hand": what stands there for the worst case."""
    told = [
        x.value
        for i, x in enumerate(clause.items)
        if isinstance(x, Token)
        and x.kind == "sub"
        and not is_word(at(clause.items, i - 1), "for")
        and not (x.value not in ("ice", "water") and lex.no_material(clause.items, i))  # "bromine gloves"
    ]
    if told and all(x in ("ice", "water") for x in told) and THEN_ON_IT.match(behind):
        return False  # "Have 300 g of ice ready in a beaker. Pour the batch on it."
    for_the_case = re.search(r"\bin case (?:i|we|you|it|the|of)\b|\bin an emergency\b", text, re.I) or re.match(
        r"[\s,]*(?:just )?(?:in case|for the case)\b", behind
    )
    if told and for_the_case and all(x in ("ice", "water", *SPILLS) for x in told):
        return True  # "there's a pan with two kilos of ice, in case I have to drop the lot"
    if not told and SAND_TRAY.search(text):
        return True  # "tray with 2 kg of dry sand under the flask"
    if told and BOX_READY.search(text) and all(x in ("ice", "water", *SPILLS) for x in told):
        return True  # "box of soda ash ready"
    if told and TUB_OF_ICE.search(text) and not STANDS_IN_IT.search(text) and all(x in ("ice", "water", *SPILLS) for x in told):
        return True  # "Beside it: a 5 L tub with 1.5 kg of ice to tip the flask into"
    if told and READY_LABEL.match(text) and all(x in ("ice", "water", *SPILLS) for x in told):
        return True  # "Ready: 3 kg of ice, 5 L bucket under the outlet"
    spare = re.sub(r"\b(?:wash|squeeze|squeezy|spray)[- ]?bottles?\b", "", text)  # no washer of a gas line
    if FOR_SPILLS.search(text) and (not _acts(clause) or clause.verb_at == 0) and not lex.TRAIN.search(spare):
        return True  # "500 mL of 10 % thiosulfate stands beside the funnel for spills"
    if told and LIES_THERE.search(text) and all(x in SPILLS for x in told) and not any(isinstance(x, Qty) for x in clause.items):
        return True  # "polyethylene glycol and swabs are on the bench"
    if FOR_DUMP.search(text) and told and not _acts(clause) and all(x in ("ice", "water", *SPILLS) for x in told):
        return True  # "pan with 1.5 kg of ice underneath for the dump"
    if DUMP_FIRST.match(text) and told and all(x in ("ice", "water", *SPILLS) for x in told):
        return True  # "Dump bucket with 2 kg of ice under the drain valve"
    if _acts(clause) or NOT_READY.search(text):
        return False
    if told and (lex.PEOPLE.search(text) or WORN.search(text)) and all(x in SPILLS for x in told) and not lex.TRAIN.search(text):
        return True  # "Two people, visor, 1 L thiosulfate for bromine"
    timed = any(isinstance(x, Qty) and x.dim == "time" for x in clause.items)
    if clause.verb in ("heat", "reflux", "distil", "hold", "mix") and timed and STANDING_BY.search(text):
        return False  # "boil for an hour on the water bath, standing by": somebody does
    if KEPT_READY.search(text) and all(x in ("ice", "water") for x in told) and bath_in(clause.items) is not None:
        return True  # "an ice bath stood ready below on the jack": no bath that the flask is in
    if not told and bath_in(clause.items) is not None:
        return False  # "lamp beside the flask, oil bath 130"
    ready = lex.READY.search(text)
    if ready is not None and not told:
        return DUMPS.search(text) is not None  # "a 5 L tub stands ready"; an extinguisher or gloves at hand are no dump
    if ready is not None and ready.group().lower().endswith("there") and any(x not in AGENTS for x in told):
        return False  # "the solution stands there"
    if ready is not None and all(x in ("ice", "water", *SPILLS) for x in told):
        return True
    if BATH_UNDER.match(text):
        return False
    return lex.BELOW.search(text) is not None and bool(told) and all(x in ("ice", "water", "ice water") for x in told)


DURING_IT = patterns.compile(
    r"\b(?:during|throughout|while|through) (?:the |all |this |we |it )*(?:addition|feed|dropping|nitration|reaction|add\w*|whole|time)\b|\b(?:addition|feed|dropping) (?:went|goes|was going) on\b",
    re.I,
)


def beside_the_doing(account: Account, clause: Clause) -> None:
    """What a clause that came to no step says all the same: that nothing stirs or nobody is there, and how large the flask is."""
    text = clause.text(account.source)
    _beside_the_step(account, clause, text)
    sized = [v for v in vessels_in(clause.items) if v.kind in REACTION_VESSELS and v.nominal_mL is not None]
    if sized and account.doc.steps and account.main is not None and account.main.nominal_mL is None and not account.main.named:
        main_vessel(account, sized[:1])
        account.used |= {x.start for x in clause.items if isinstance(x, Qty) and sized[0].start <= x.start < sized[0].end}


STIRS = patterns.compile(r"\b(?:stirred|stirring|stirs?(?![- ]?bar)|swirl\w*|agitat\w+|shak\w+)\b", re.I)


def _stirred_only_now(account: Account, clause: Clause, text: str) -> None:
    """ "When the feed has ended start the stirrer": until here nothing stirred what was fed."""
    fed = next((s for s in reversed(account.doc.steps) if s.vessel == account.batch and (s.materials or s.from_vessel)), None)
    if fed is None or fed.kind not in ("dose", "add") or fed.stirred is not None or fed.span[0] >= clause.start:
        return
    if (fed.duration is not None or lex.AFTER_THE_FEED.search(text)) and not STIRS.search(account.source[: clause.start]):
        fed.stirred = False


GROWS = patterns.compile(r"\b(?:window ?sill|crystals?|crystalli[sz]\w*|seed)\b", re.I)
"""Words of what grows by itself, at the temperature of the room."""
FAR_BEHIND = 60
"""Characters behind a step from which a sentence about what grows is no longer about it (assumption)."""


def _of_a_crystal(account: Account, last: Step, clause: Clause) -> bool:
    """ "Then it stands on the window sill for two days, nobody needs to look at it": not of the step that was told well before."""
    between = account.source[last.span[1] : clause.end]
    return clause.start - last.span[1] > FAR_BEHIND and GROWS.search(between) is not None


def _beside_the_step(account: Account, clause: Clause, text: str) -> None:
    """The stirrer off, nobody there: said in a clause of its own it is of the step before."""
    last = account.doc.steps[-1] if account.doc.steps else None
    if last is None:
        return
    goes_on = re.search(
        r"\b(?:go|goes|went|keep|kept|carry|carried) on (?:add|feed|dropp)\w*|\bwhile (?:we )?add|\bcontinu\w+ (?:to add|adding|the (?:feed|addition))|\b(?:addition|feed|dropping) (?:was |is )?(?:continued|went on|goes on)",
        text,
        re.I,
    )
    if account.stirrer_off and goes_on and last.kind in ("dose", "add"):
        last.stirred = False  # "we switch it off for a while and go on adding"
    idle = lex.NOT_STIRRED.search(text)
    off = lex.STIRRER_OFF.search(text)
    meanwhile = off is not None and DURING_IT.search(text) is not None  # "the stirrer was off during the addition"
    if idle is None and meanwhile:
        idle = off
    if last.stirred is not False and idle is not None and (off is None or meanwhile):  # switched off: from here on
        if meanwhile or lex.idle(text, account.source[clause.end : clause.end + 70]):
            last.stirred = False
    if last.attended is None and lex.unattended(text) and not _of_a_crystal(account, last, clause):
        last.attended = False
    if not lex.ALL_AT_ONCE.search(text) or any(isinstance(x, Token) and x.kind == "sub" for x in clause.items):
        return
    if the_rest := re.search(r"\b(?:rest|remainder|remaining)\b", text, re.I):
        last = next((s for s in reversed(account.doc.steps) if s.kind in ("dose", "add")), last)  # "Later all the rest at once."
    if (
        last.kind == "charge"
        and len({s.n for s in account.doc.steps if s.vessel == last.vessel and s.materials}) > 1
        and clause.start - last.span[1] < 12
        and not the_rest
    ):
        last.kind, last.all_at_once = "add", True  # "you take the ten mils of acid and tip it in, all in one"
        return
    if last.kind in ("dose", "add") and not last.all_at_once and (the_rest or clause.start - last.span[1] < 8):
        last.all_at_once, last.kind = last.duration is None, "add" if last.duration is None else last.kind  # "HCl 80 mL: tip the lot in"


def _went_in(account: Account, clause: Clause, text: str) -> bool:
    """ "It was seven that went in", "nine of the ten went in": the last addition was less."""
    m = lex.WENT_IN.search(text)
    if not m or not account.recent:
        return False
    said = [x for x in clause.items if x.start < clause.start + m.end()]  # "it went in over an hour" gives no number of its own
    numbers = [float(x.value) for x in said if isinstance(x, Token) and x.kind == "num" and x.value is not None] + [
        x.value for x in said if isinstance(x, Qty) and x.dim in ("mass", "volume")
    ]
    lots = [account.lot(k) for k in account.recent]
    another = any(isinstance(x, Token) and x.kind == "sub" and x.value != lots[-1].identity for x in said)  # "16 g of bromine went in"
    if not numbers or not lots[-1].amount or another:
        return False
    if m[2] and len(numbers) >= 2 and 0 < numbers[0] < numbers[1]:
        factor = numbers[0] / numbers[1]
    else:
        whole = sum(
            x.amount.value
            for x in account.doc.materials
            if x.identity == lots[-1].identity and x.amount and x.amount.unit == lots[-1].amount.unit
        )
        rest = whole - lots[-1].amount.value
        factor = (numbers[-1] - rest) / lots[-1].amount.value
        lots = lots[-1:]
    if not 0 < factor < 1:
        return False
    for x in lots:
        if x.amount:
            x.amount = x.amount.model_copy(update={"value": x.amount.value * factor})
    account.spend(clause.items)
    return True


def _acts(clause: Clause) -> bool:
    return clause.verb in ("add", "pour")


THE_WHOLE = r"(?:it(?: all)?|this|all(?: of it)?|everything|(?:the|this) (?:\w+ ){0,3}(?:mixture|batch|lot|contents|mass|solution|suspension|slurry|melt|liquor|flask|pot|thing|whole)(?: of the (?:flask|pot))?|(?:reaction )?(?:mixture|batch|mass)|(?:the )?(?:contents|whole(?: lot)?))"
"""The batch, by what it is called."""
DRIPPED_OVER = patterns.compile(
    rf"^\W*(?:(?:then|now|and) )?(?:(?:within|over|during|in the course of|in) [\w. ]{{2,18}}?,? )?{THE_WHOLE}(?: of the \w+)? (?:(?:is|was|are|were|being|then|now|slowly|carefully|cautiously|gradually) )+(?:dripped|dropped|run|let|trickled|added)\b[^.;]{{0,60}}?\b(?:onto|on to|on|over|in|into|to) [^.;]{{0,45}}\b(?:ice|water)\b"
    rf"|^\W*(?:(?:then|now|and) )?(?:drip|drop|run|let|trickle)(?: {THE_WHOLE})?(?: run| drip)?(?:,? (?:slowly|carefully|gradually|by drops|dropwise),?)? (?:onto|on to|on|over|in|into) [^.;]{{0,45}}\b(?:ice|water)\b",
    re.I,
)
"""The batch goes drop by drop on to what waits in another vessel."""


ON_TO_ICE = patterns.compile(
    r"^\W*(?:(?:then|now|and|all|everything|all of it|slowly|carefully|the lot|,)\s*)*(?:on ?to|into|over) (?:\D{0,12}\d[\d.,]* ?\w+ (?:of )?)?(?:(?:crushed|chopped|cold|fresh|the)\s)*(?:ice|water)\b(?![^.;]*:)",
    re.I,
)
""" "Onto 300 g ice" behind a reaction: the batch is poured there."""


FROM_THE_FUNNEL = patterns.compile(r"^\W*(?:all |this )?from (?:the |a )?(?:\w+ )?funnel\b[^.;]*\d", re.I)
""" "92 mL of water. From the funnel, 60 min, below 50 °C": how the last thing goes in."""


def _lead(account: Account, clause: Clause) -> Clause:
    """ "After a further 20 min at 10 °C …": a hold before what the clause then says; what is dripped on to ice is poured."""
    said = clause.text(account.source)
    if clause.verb in ("add", None) and account.main is not None and account.doc.steps and DRIPPED_OVER.search(said):
        sizes = [v for v in vessels_in(clause.items) if v.nominal_mL is not None]
        if sizes and all(v.nominal_mL != account.main.nominal_mL for v in sizes):
            clause = replace(clause, verb="pour")
    if clause.verb is None and not clause.label and account.doc.steps and unspent(account) and ON_TO_ICE.search(said):
        clause = replace(clause, verb="pour")
    n = lead_in(clause)
    if n == 0 or account.main is None or not account.doc.steps:
        return clause
    head = replace(clause, items=clause.items[:n], end=clause.items[n - 1].end, verb="hold", verb_at=None)
    new_step(account, head, "hold", vessel=account.batch)
    rest = clause.items[n:]
    if not rest:
        return replace(clause, items=[])
    return replace(
        clause, items=rest, start=rest[0].start, verb_at=clause.verb_at - n if clause.verb_at is not None and clause.verb_at >= n else None
    )


# ------------------------------------------------------------------ gas line


CHARGED = ("flask", "retort", "generator", "reactor")
"""Vessels in which a gas is made; a bottle or a beaker on the gas line takes it up."""


TEST_TUBE, THE_TUBE = patterns.compile(r"\btest[- ]?tubes?\b", re.I), patterns.compile(r"\W*(?:the |its )?tube\b", re.I)
OF_THE_SENSOR = patterns.compile(r"\b(?:thermometer|thermocouple|probe|sensor|electrode)\b[^,;.]{0,20}$", re.I)
"""What dips in behind these is no gas tube."""


def _is_gas(m: Mention) -> bool:
    """Whether a mention without a strength may be a gas: by what it is, or by a name that the gas shares with its solution."""
    return m.strength is None and (m.identity in DISSOLVED_GASES or lex.is_gas_name(m.identity))


def _gas_in_moles(m: Mention) -> bool:
    """ "What came out, chlorine and HCl, a mole of each, went through …": how much comes, and no charge."""
    return m.amount is None and _is_gas(m)


OF_THE_LINE = patterns.compile(
    r"^\W*(?:the )?(?:product|receiving|absorption|absorbing) (?:flask|vessel|bottle)\b[^.;]{0,40}\b(?:with|holds|contains|has|holding|containing)\b|^\W*(?:in )?(?:the )?(?:product|receiving|absorption) (?:flask|vessel|bottle)\W*:",
    re.I,
)
""" "Product flask is a 500 mL with 200 mL of ethyl acetate": an element of the gas line that was told before."""


ARROW_TO_A_VESSEL = patterns.compile(
    rf"^(?=[^>→]*\d ?(?:{WRITTEN_MASS}|{WRITTEN_VOLUME})\b)[^>→]*(?:-+>|→) ?(?:an? |the )?(?:\d[\d.,]* ?{WRITTEN_VOLUME} )?(?:[\w-]+ ){{0,2}}(?:flask|beaker|funnel|pot|tube)\b[^>→]*$",
    re.I,
)


IN_A_SIZED_FLASK = patterns.compile(r"^\W*In an? \d[\d.,]* ?m?L (?:[\w-]+ ){0,3}flask\b", re.I)
OF_A_LINE = patterns.compile(
    r"\b(?:gas(?:es)?|caustic|hydroxide|soda|absor\w+|scrubber|tub(?:e|es|ing)|hose|line|bottles?|bubbler|traps?|led|leads?|vent\w*|outlet)\b",
    re.I,
)
INTO_A_FLASK = patterns.compile(r"[^()]{3,80}\binto (?:an?|the) [^()]{0,30}\bflask\b ?\([^()]*\b(?:stirrer|thermometer)\b", re.I)
POURED_ON_IT = patterns.compile(r"\b(?:on ?to|on|over|into|in) (?:it|this|them|the (?:salt|solid|flask|mixture|powder))\b", re.I)


FROM_A_FUNNEL = patterns.compile(
    r"\bfrom (?:the|a) (?:dropping |separating |tap )?funnel\b|\b(?:dripped|dropped|run) (?:on to|onto|on|over|in)\b", re.I
)


def _way_of_the_gas(account: Account, r: Reading) -> re.Match[str] | None:
    """An exit of the gas, a doing that leads on from it, and behind it an alkali that is measured: the absorber is there."""
    for w in lex.EXIT_OF_THE_GAS.finditer(r.text):
        at = r.clause.start + w.end()
        alkali = next(
            (m for m in r.mentions if m.identity in lex.ABSORBENTS and (m.measured or m.strength is not None) and m.start >= at), None
        )
        if alkali is not None and not OF_THE_SENSOR.search(r.text[: w.start()]):
            way = account.source[r.clause.start + w.start() : alkali.start]
            if lex.is_way_of_gas(way, str(alkali.identity)):
                return w
    return None


OVER_A_TIME = patterns.compile(r"\b(?:over|during|within|in the course of) (?:about )?(?:\d|an? |half)|\bdrop", re.I)
FED_BEFORE_IT = patterns.compile(
    r"\b(?:by|from|through|via) (?:the |an? )?(?:dropping|addition|separating|pressure-equali[sz]ing) funnel\b|\bdrop ?wise\b|\bdrop by drop\b|\bin (?:\w+ )?portions\b",
    re.I,
)
""" "2 M HCl 60 mL by dropping funnel over 30 min, hydrogen off through the bubbler": what is fed, and then its gas."""
IN_A_VESSEL = patterns.compile(r"\W*(?:\d+[.)] |[A-Z]: |then |now |meanwhile,? )*in(?:to)? (?:an?|the|another|a second)\b", re.I)
TOOL_DIPS = patterns.compile(r"\b(?:loop|wire|splint|spatula|glass rod|cotton swab|brush|finger)\b[^.;\n]*\bdip\w*\b", re.I)
""" "Heat the loop, dip into borax": no gas tube."""


def _train(account: Account, r: Reading) -> bool:
    """The way of the gas; what stands in it is an absorber. True where the clause says nothing else."""
    if TOOL_DIPS.search(_said_before(account, r.clause) + r.text):
        return False
    if r.measured and IN_A_SIZED_FLASK.match(r.text) and not OF_A_LINE.search(r.text):
        return False  # "in a 1 L flask with mantle, condenser (open) and funnel, salt and water were brought to the boil"
    caught = any(m.identity in ("sodium hydroxide", "potassium hydroxide") and m.measured for m in r.mentions)
    if (
        not caught
        and lex.GAS_FED.search(r.text)
        and any(
            m.identity in lex.FED_GASES and (m.moles is not None or (m.amount is not None and m.amount.dim == "mass")) for m in r.mentions
        )
    ):
        return False  # "sulfur dioxide (64 g) from a cylinder was passed in through an empty bottle"
    found = None
    if not lex.LINE_STAYS.search(r.text):
        test_tube = TEST_TUBE.search(r.text) is not None  # "in a test tube, and the tube goes in a beaker of hot water"
        found = next(
            (
                m
                for m in lex.TRAIN.finditer(r.text)
                if not OF_THE_SENSOR.search(r.text[: m.start() + (m.group()[:1] in ",;")]) and not (test_tube and THE_TUBE.match(m.group()))
            ),
            None,
        )
        found = found or _way_of_the_gas(account, r)
    if found and ARROW_TO_A_VESSEL.search(r.text) and all(m.amount is not None for m in r.mentions) and not lex.of_gas(r.clause.label):
        return False  # "tert-butanol 25 g + HCl 37 % 85 mL -> 250 mL flask": what goes in
    if not found and lex.of_gas(r.clause.label) and len(r.mentions) >= 2 and r.vessels and FROM_A_FUNNEL.search(r.text):
        return False  # "Gas: salt in a 1 L flask, sulfuric acid from the funnel": what makes it
    into = INTO_A_FLASK.match(r.text)
    if found and into is not None and found.start() > into.end():
        return False  # "acid and toluene into a 250 mL flask (stirrer, condenser with gas line)"
    if found and r.clause.verb in ("pour", "add") and POURED_ON_IT.search(r.text[: found.start()]) and r.measured:
        return False  # "pour 80 mL of acid on it and close the flask with the bung carrying the delivery tube"
    goes_on = (
        r.clause.sentence == account.train_sentence
        and re.match(r"\W*(charged|containing|holding|filled|with|in which|which|each|then|kept)\b", r.text, re.I) is not None
        and not (re.match(r"\W*then\b", r.text, re.I) and OVER_A_TIME.search(r.text))  # "…; then 2.5 mL of caustic over 10 min": fed
    ) or (bool(account.trains) and OF_THE_LINE.match(r.text) is not None and bool(r.measured))
    if not found and not lex.of_gas(r.clause.label) and (not goes_on or lex.TO_PH.search(r.text)):
        return False  # "…, the line's funnel held above; then 10 % caustic to pH 7": into the batch
    account.train_sentence = r.clause.sentence
    at = r.clause.start + (found.start() if found and not lex.of_gas(r.clause.label) else 0)
    before = [m for m in r.mentions if m.index >= 0 and m.start < at and (m.measured or m.generic) and not _gas_in_moles(m)]
    charged = (
        not goes_on and r.clause.verb in ("charge", "add", "heat", "cool", "mix", "hold") and bool(before) and r.clause.verb_at is not None
    )
    if found and not goes_on and not charged and any(m.measured for m in before) and not lex.of_gas(r.clause.label):
        charged = any(
            v.kind in CHARGED and before[0].start < v.start < at for v in r.vessels
        )  # "salt, 50 g, in a flask, delivery tube through the stopper"
    if found and not goes_on and not charged and before and not lex.of_gas(r.clause.label):
        charged = any(m.measured for m in before) and FED_BEFORE_IT.search(r.text[: found.start()]) is not None
    behind = [m for m in r.mentions if m.start >= at or not charged]
    inside = bracketed(r.items)
    first = next((k for k, x in enumerate(r.items) if x.start >= at), 0)
    closes = (
        next((k for k in range(first, len(r.items)) if k not in inside), None) if found and not goes_on and first - 1 in inside else None
    )
    if closes is not None and any(m.measured and m.first > closes for m in r.mentions):
        charged = True  # "into a flask (vent to a funnel over 200 mL of caustic) went 50 mL of sulfuric acid"
        behind = [m for m in r.mentions if at <= m.start and m.last < closes]
    after = r.clause.verb_at if r.clause.verb == "charge" and not goes_on else None
    if (
        found
        and after is not None
        and r.items[after].start > at
        and (lex.of_gas(r.clause.label) or r.items[after].start >= r.clause.start + found.end())  # "HCl is taken up in water"
        and is_word(r.items[after - 1], "was", "were", "is", "are")
        and any(m.index > after for m in r.mentions)
    ):
        charged = True  # "a flask, its outlet leading to 300 mL of caustic, was charged with …"
        behind = [m for m in r.mentions if at <= m.start and m.index < after]
    begins = r.clause.verb_at
    if (
        found
        and not goes_on
        and not charged
        and begins is not None
        and r.items[begins].start >= r.clause.start + found.end()
        and IN_A_VESSEL.match(r.text) is not None
        and any(v.start < at for v in r.vessels)
        and any(m.index > begins for m in r.mentions)
    ):
        charged = True  # "in a flask with a tube from the condenser to the outlet, heat 20 g of …": its fittings, and then what is done
        behind = [m for m in r.mentions if at <= m.start and m.index < begins]
    else:
        begins = None
    head = [x for x in r.items if x.end <= at]
    if not charged and account.doc.steps and any(isinstance(x, Qty) and x.dim == "time" for x in head):
        read_clause(account, replace(r.clause, items=head, end=head[-1].end))  # "1 h at 20 °C, NOx to the scrubber"
    if re.search(r"\bcollect", r.text, re.I) and account.doc.steps and account.doc.steps[-1].kind == "distil":
        account.doc.steps[-1].T_range = account.doc.steps[-1].T_range or temperatures_in(r.clause)[0]
    lots = []
    for m in behind:
        if m.identity == "ice" and m.measured:
            continue  # "a condenser with a bubbler, and 3 kg of ice in a tub": what cools, and no absorber
        listed = any(
            account.lot(k).identity == "water" for k in account.waiting
        )  # "into the jar with plain water", which the list measures
        known = m.identity is not None and (m.identity != "water" or listed) and not charged
        if m.measured or m.strength is not None or m.generic.startswith("row ") or known:
            by_formula = m.amount is None and "acid" not in m.name.lower()  # "to take the HCl out"
            if _is_gas(m) and (lex.is_gas_name(m.identity) or by_formula):
                account.used |= {x.start for x in m.used}
                continue  # "gas (0.2 mol SO2) through a washing bottle": what goes through it
            funnels = {k for k, tag in account.waiting.items() if tag == "funnel"}
            late, account.late = account.late, True  # of the list, whatever its row says that it is for
            if m.count == 1 and (several := SEVERAL_BOTTLES.search(r.text)) and re.search(r"\beach\b", account.source[m.end : m.end + 30]):
                m.count = FEW.get(several[1].lower(), 2)  # "two wash bottles with 200 mL of caustic each"
            here = lots_for(account, m, m.measured or m.strength is not None)
            account.late = late
            if any(x.id in funnels for x in here):
                here = [new_lot(account, m)]  # "a bottle of the same acid" dries the gas; the funnel's is for the flask
            for lot in here:
                account.waiting.pop(lot.id, None)
                lot.role = "absorber"
            lots += [x for x in here if all(x.id != y.id for _, ys in account.trains for y in ys)]
    named = [x.text for x in r.items if isinstance(x, Token) and x.text in account.letters and x.start >= at]
    for letter in named[1:] if found and named and named[0] == min(account.letters) else []:  # "A - empty bottle - B - D - funnel over E"
        for lot in (account.lot(k) for k in account.letters[letter]):
            if account.waiting.pop(lot.id, None) is not None:
                lot.role = "absorber"
                lots.append(lot)
    if r.text and not lots and not charged:  # "bubbles through the bisulfite": a lot of the list
        waiting = [account.lot(k) for k, tag in account.waiting.items() if tag == "absorber"]
        for lot in waiting:
            account.waiting.pop(lot.id, None)
        lots = waiting
    if lots:
        account.trains.append((r.clause, lots))
    elif r.clause.verb in ("hold", "heat", "cool", "reflux", "distil") and account.doc.steps and not lex.of_gas(r.clause.label):
        return False  # "hold until the bubbling in the gas bottle is over", "distil at 84-86 °C, outlet led to the exhaust"
    if charged:
        r.mentions = [m for m in r.mentions if m not in behind]
        account.used |= {x.start for m in behind for x in m.used}
        r.skip |= {
            i
            for i, x in enumerate(r.items)
            if isinstance(x, Qty) and x.start >= at and (begins is None or i < begins) and all(x not in m.used for m in r.mentions)
        }
        if (
            r.clause.verb is None and head and all(m.end <= at for m in r.mentions)
        ):  # "…, 250 mL flask, condenser, from there a tube to a funnel"
            r.clause = replace(r.clause, items=head, end=head[-1].end)
            r.items, r.text = head, r.clause.text(account.source)
            r.vessels = [v for v in r.vessels if v.start < at]
        return False
    if r.vessels and account.main is None and not lots:
        return False  # a flask with its gas line
    if r.vessels and account.main is None and r.vessels[0].start < at:
        account.main = account.vessel(r.vessels[0], r.vessels[0].kind, "")
        set_bath(account.main, r.bath)
    account.spend(r.items)
    read_sensor(account, r.text, r.clause.start)
    return True


SEVERAL_BOTTLES = patterns.compile(r"\b(two|three|four) (?:\w+[ -]){0,2}(?:bottles|flasks|washers|absorbers|jars|scrubbers)\b", re.I)
NEXT_BOTTLE = patterns.compile(r"\b(?:bottle|flask|trap|funnel|beaker|jar|then|second|followed by)\b| [-–—>→] ", re.I)


def _each_its_bottle(account: Account) -> list[tuple[Clause, list[Material]]]:
    """What stands in the line, vessel by vessel: lots between which another vessel is named stand in vessels of their own."""
    out: list[tuple[Clause, list[Material]]] = []
    for clause, lots in account.trains:
        here: list[Material] = []
        for m in sorted(lots, key=lambda m: m.span[0]):
            apart = here and any((m.id in ids) != (here[-1].id in ids) for ids in account.letters.values())
            if here and (apart or NEXT_BOTTLE.search(account.source[here[-1].span[1] : m.span[0]])):
                out.append((clause, here))
                here = []
            here.append(m)
        out.append((clause, here))
    return (
        sorted(out, key=lambda x: _place_in_the_line(account, *x))
        if any(OF_THE_LINE.match(c.text(account.source)) for c, _ in out)
        else out
    )


def _place_in_the_line(account: Account, clause: Clause, lots: list[Material]) -> int:
    """Where the text names the vessel of these lots first: "… - product flask - bottle of caustic", and later "product flask with 200 mL of ester"."""
    noun = re.match(
        r"\W*(?:in )?(?:the )?((?:product|receiving|absorption|absorbing) (?:flask|vessel|bottle))", clause.text(account.source), re.I
    )
    first = account.source.lower().find(noun[1].lower()) if noun is not None else -1
    return first if first >= 0 else lots[0].span[0]


TOGETHER = patterns.compile(r"^\W*(?:with|and|plus|containing|\+|/|&)?\W*(?:\d[\d.,]* ?%\W*)?(?:w/w\W*)?$", re.I)
HEAVIER = 1.1
"""Density of a liquid with two salts of some percent each, g/mL (assumption)."""


def _in_one_liquid(account: Account, lots: list[Material]) -> None:
    """ "10 % sodium hydroxide + 5 % sodium sulfite, 300 mL": the one without an amount is dissolved in the volume of the other."""
    for a, b in pairwise(sorted(lots, key=lambda m: m.span[0])):
        strength, volume = a.strength.percent_w if a.strength else None, b.amount
        between = account.source[a.span[1] : b.span[0]]
        if (
            a.amount is None
            and a.stated_mol is None
            and strength is not None
            and b.strength is not None
            and volume is not None
            and TOGETHER.match(between)
        ):
            if dimension(volume.unit) == "volume":
                grams = strength / 100.0 * convert(volume.value, volume.unit, "volume") * HEAVIER
                a.amount = Quantity(value=float(f"{grams:.3g}"), unit="g", approximate=True, span=volume.span)
                a.strength = None


def place_absorbers(account: Account) -> None:
    """Absorbers stand filled before the first step; the gas of the main vessel goes through them in the order of the text."""
    doc, source = account.doc, account.main.name if account.main else None
    for key in [key for key, tag in account.waiting.items() if tag == "absorber"]:  # told in the charge list alone
        lot = account.lot(key)
        account.waiting.pop(key)
        account.trains.append((Clause([], lot.span[0], lot.span[1], None, None, 0), [lot]))
    if source is None or not account.trains:
        return
    for clause, lots in account.trains:
        for lot in lots:
            _give_back(account, clause, lot)
    _as_before_it([lot for _, lots in account.trains for lot in lots])
    source = _gassed_before(account, source)
    for _, lots in account.trains:
        _in_one_liquid(account, lots)
    steps = []
    for k, (clause, lots) in enumerate(_each_its_bottle(account)):
        vessel = Vessel(name="absorber" if k == 0 else f"absorber {k + 1}", kind="bottle", named=False)
        doc.vessels.append(vessel)
        span = (clause.start, clause.end)
        letter = next((x for x, ids in account.letters.items() if lots[0].id in ids), None)
        if letter is not None and (there := re.search(rf"\b{letter}\b[^-–—>;.]*", account.source[slice(*span)])) is not None:
            span = (clause.start + there.start(), clause.start + there.end())  # "… - B (tube 2 cm into the acid) - …"
        steps.append(
            Step(
                n=-k,  # before the first; numbered below
                kind="absorb",
                text=account.source[slice(*span)],
                span=span,
                vessel=vessel.name,
                from_vessel=source,
                materials=[m.id for m in lots],
            )
        )
        source = vessel.name
        for m in lots:
            m.step = -k
    in_order(doc, [*steps, *doc.steps])


def _as_before_it(lots: list[Material]) -> None:
    """ "200 mL of ten percent caustic, … a second with 200 mL of caustic": the second as strong as the first, by assumption."""
    told: dict[str | None, float] = {}
    for lot in lots:
        percent = lot.strength.percent_w if lot.strength is not None else None
        if percent is not None:
            told[lot.identity] = percent
        elif lot.amount is not None and lot.identity in told and (lot.strength is None or lot.strength.molar is None):
            same = told[lot.identity]
            lot.strength = Strength(percent_w=same, low=same, high=same, basis="assumed", word=AS_BEFORE_IT)


def _give_back(account: Account, clause: Clause, lot: Material) -> None:
    """ "A wash bottle with water" before a list's 40 mL of water: the list's amount is of what goes into the vessel without one."""
    if lot.identity != "water" or lot.amount is None or clause.start <= lot.span[0] < clause.end:
        return
    without = [
        m
        for m in account.doc.materials
        if m is not lot and m.identity == lot.identity and m.amount is None and m.role is None and m.step in _filled(account.doc)
    ]
    if len(without) == 1:
        other = without[0]
        other.amount, other.stated_mol, other.strength = lot.amount, lot.stated_mol, lot.strength
        lot.amount, lot.stated_mol, lot.strength = None, None, None
        other.span, lot.span = lot.span, (clause.start, clause.end)


def _filled(doc: Procedure) -> set[int]:
    """Steps that put something into a vessel."""
    return {s.n for s in doc.steps if s.kind in ("charge", "add", "dose")}


def _gassed_before(account: Account, main: str) -> str:
    """The vessel from which the batch went on to ice or water in `main`, where the line was told before that was filled; else `main`."""
    doc = account.doc
    own = [s for s in doc.steps if s.vessel == main]
    came = next((s for s in own if s.from_vessel is not None and s.from_vessel != main), None)
    if came is None or not own[0].materials or own[0].n >= came.n or account.trains[0][0].start > own[0].span[0]:
        return main
    there = {account.lot(k).identity for s in own if s.n < came.n for k in s.materials}
    mixed = [s for s in doc.steps if s.vessel == came.from_vessel and s.materials]
    iced = bool(there & set(RECEIVERS)) and there <= {*RECEIVERS, *ACIDS, "hydrochloric acid", "acetic acid", "sodium hydroxide"}
    return came.from_vessel or main if iced and len(mixed) > 1 else main


def in_order(doc: Procedure, steps: list[Step]) -> None:
    """The document's steps in this order, numbered anew; materials go with their steps."""
    now = {step.n: n for n, step in enumerate(steps, 1)}
    for m in doc.materials:
        m.step = now.get(m.step) if m.step is not None else None
    for n, step in enumerate(steps, 1):
        step.n = n
    doc.steps[:] = steps


# ------------------------------------------------------------------ what a clause is about


def _first_then(account: Account, r: Reading) -> bool:
    """ "20 min stirring, then 6 until pale": two things in one clause."""
    if not r.mentions or not any(is_word(x, "then") for x in r.items):
        return False
    for k, x in enumerate(r.items):
        if (
            is_word(x, "then")
            and any(isinstance(y, Qty) and y.dim == "time" for y in r.items[:k])
            and r.mentions
            and all(m.first > k for m in r.mentions)
        ):
            head = replace(r.clause, items=r.items[:k], end=r.items[k - 1].end)
            tail = replace(r.clause, items=r.items[k + 1 :], start=r.items[k + 1].start, verb=None, verb_at=None)
            if r.clause.verb_at is not None and r.clause.verb_at > k:
                head.verb, head.verb_at = None, None
                tail.verb, tail.verb_at = r.clause.verb, r.clause.verb_at - k - 1
            read_clause(account, head)
            read_clause(account, tail)
            return True
        left, right = [m for m in r.measured if m.last < k], [m for m in r.measured if m.first > k]
        if (
            is_word(x, "then")
            and left
            and right
            and r.clause.verb in ("add", None)
            and (r.clause.verb_at is None or r.clause.verb_at < k)  # "A and then B were dropped in over 30 min": one feed of both
            and any(isinstance(y, Qty) and y.dim == "time" for y in r.items[k:])
            and account.doc.steps
        ):
            end = k - 1 if is_word(r.items[k - 1], ",", "and") else k
            read_clause(account, replace(r.clause, items=r.items[:end], end=r.items[end - 1].end))
            read_clause(account, replace(r.clause, items=r.items[k + 1 :], start=r.items[k + 1].start, verb=None, verb_at=None))
            return True
    return False


def _first_alone(account: Account, r: Reading) -> bool:
    """ "Potassium permanganate, 38 g: 1.5 g first, alone": a part now, the rest waits."""
    for i, q in enumerate(r.items[:-1]):
        said = is_word(r.items[i + 1], "first", "alone") or is_word(at(r.items, i - 1), "first", "initially")
        said = said or (is_word(at(r.items, i - 1), "with") and is_word(at(r.items, i - 2), "start", "begin", "starting", "beginning"))
        if not (isinstance(q, Qty) and q.dim in ("mass", "volume") and said):
            continue
        m = next(
            (m for m in reversed(r.measured) if m.last < i and q not in m.used and m.amount is not None and m.amount.dim == q.dim), None
        )
        if m is None:
            continue
        waiting = [x for x in (account.lot(k) for k in account.waiting) if x.identity == m.identity]
        lot = waiting[0] if waiting else declare(account, m, "part")
        whole = lot.amount.value if lot.amount is not None else 0.0
        piece = split(account, lot, _in_unit(q.model(), lot))
        if piece is None or piece.amount is None:
            continue
        account.used.add(q.start)
        pieces = [piece]
        for x in r.mentions:  # what the charge list has, dissolved in it
            rows = [y for y in (account.lot(k) for k in account.waiting) if y.identity == x.identity and y is not lot]
            if x.last < i and not x.measured and x.identity and rows and whole > 0:
                part = split(account, rows[0], piece.amount.value / whole)
                account.waiting[rows[0].id] = "funnel"
                pieces += [part] if part is not None else []
        for x in r.measured:  # what is dissolved in it goes along
            if x.last < i and x is not m and q not in x.used and not waiting:
                part = split(account, declare(account, x, "part"), piece.amount.value / whole)
                pieces += [part] if part is not None else []
        step = new_step(account, r.clause, "add", vessel=account.batch or main_vessel(account, r.vessels).name)
        place(account, step, pieces)
        return True
    return False


def _more_of_the_same(account: Account, r: Reading) -> bool:
    """ "Permanganate: first 1.5 g alone …; then 38 g in ten lots": an amount without a name, of what was begun with."""
    last = account.doc.steps[-1] if account.doc.steps else None
    if last is None or r.mentions or last.kind not in ("add", "dose") or len(last.materials) != 1 or r.vessels:
        return False
    told = account.source[last.span[0] : last.span[1]]
    if FIRST_OF_IT.search(told) is None or THEN_SO_MUCH.match(r.text) is None:
        return False
    q = next((x for x in r.items if isinstance(x, Qty) and x.dim in ("mass", "volume")), None)
    lot = account.lot(last.materials[0])
    if q is None or lot.identity is None or lot.amount is None or account.waiting:
        return False
    i = r.items.index(q)
    m = Mention(lot.identity, lot.name, q.start, q.end, i, first=i, last=i)
    m.amount, m.used = q, [q]
    r.mentions.append(m)
    return True


THEN_SO_MUCH = patterns.compile(
    r"^\W*(?:then |now |and |the )*(?:rest|remainder|remaining|other|further)?,? ?\d[\d.,]* ?(?:m?g|m?L)\b[^.;]{0,20}\b(?:in|over|during|as|portion|lot)",
    re.I,
)
""" "Then 38 g in ten lots"."""


def _in_unit(q: Quantity, lot: Material) -> Quantity:
    """A quantity in the unit in which a lot is written."""
    return as_unit(q, lot.amount.unit) if lot.amount is not None else q


SCRUBBERS = patterns.compile(
    r"\W*(?:\d+\W+)?(?:the )?(?:spent |used )?(?:caustic|alkali|lye|absorber|scrubber|washer)(?: (?:beaker|bottle|flask|liquor|solution))?(?: (?:at the end|afterwards|in the end))?(?: \([^()\n]*\))?\s*:",
    re.I,
)
"""A sentence about what stands in the scrubber when all is over."""


def _said_before(account: Account, clause: Clause) -> str:
    """What stands before a clause in its sentence."""
    begins = [x + len(mark) for mark in ("\n", ". ") if (x := account.source.rfind(mark, 0, clause.start)) >= 0]
    return account.source[max(begins, default=0) : clause.start]


STAYS = patterns.compile(r"\b(?:stays?|remains?|(?:is|are) left)(?: (?:behind|in the (?:flask|pot|still)|there))?\W*$", re.I)


SOLVENT_OFF = patterns.compile(r"^\W*(?:then |now )?(?:the |most of the |all the )?solvents?\b[^.;]{0,8}\boff\b", re.I)
""" "Solvent off at 35 °C and 300 mbar, that goes into the cold trap"."""
NAMED_OFF = patterns.compile(
    r"^\W*(?:then |now )?(?:the |most of the |all the |excess )?[\w-]+(?: (?:and|with) (?:the )?(?:rest of the |excess |remaining )?[\w -]{3,30}?)? off (?:at|on|under|in|from)\b",
    re.I,
)
""" "Toluene and the rest of the thionyl chloride off at 60 mbar"."""
JUG_INTO = patterns.compile(
    r"^\W*(?:then |now |and )*(?:the )?(?:whole )?(?:jug|cylinder|measure|mix|mixture|acids?|lot)(?: of it)? (?:then |now )?(?:goes|go|went|is poured|was poured|gets poured|is tipped|gets tipped) (?:straight )?(?:into|in to|on to|onto|in)\b",
    re.I,
)
""" "Then the jug goes into the toluene": what was mixed in it."""
TESTED_BEFORE = patterns.compile(r"(?:,|\)) (?:tested|checked) (?:with|by|for)\b", re.I)
""" "Cyclohexene 4 g, tested with a peroxide strip": how a charge is, and no test of the batch."""


def _at_its_temperature(step: Step) -> None:
    """ "Off at 40 °C": where it is taken off, and no limit."""
    if step.T_range is None:
        step.T_range, step.T_limit = step.T_limit, None


_SPENT = (
    r"(?:(?:spent |used |loaded )(?:absorber|scrubber|washer|absorbent|caustic|alkali|lye|soda|acid|bisulfite|solution)"
    r"|(?:absorber|scrubber|washer|absorbent|(?:gas[- ]?)?wash(?:ing)?[- ]bottle)|(?:caustic|alkali|lye|solution|liquid|liquor) (?:from|of|in) the (?:absorber|scrubber|washer|(?:gas[- ]?)?wash(?:ing)?[- ]bottle|gas bottle))"
    r"(?:'s)?(?: (?:liquids?|liquor|solution|contents?|caustic|beaker|bottle|flask))?"
)
SPENT = patterns.compile(
    rf"^\W*(?:\d+\W+)?(?:(?:then|finally|afterwards|at the end|in the end|now|when all is over|i|we|you)\b[ ,]*)*(?:(?:acidify|neutrali[sz]e|treat|adjust|bring|destroy|kill|dilute|mix)\w* )?(?:(?:the )?contents? of )?(?:the )?{_SPENT}\b",
    re.I,
)
"""What the gas went through, as what a clause is about."""
INTO_SPENT = patterns.compile(rf"\b(?:in|in ?to|to|on ?to) (?:the |its )?{_SPENT}\W*$", re.I)
"""Where something is put, at the end of what is said."""
TREATED = patterns.compile(
    r"\b(?:acidif\w+|neutrali[sz]\w+|(?:brought|adjusted|set|taken) (?:back |down )?to (?:about )?(?:pH|neutral)|to pH|made (?:acid\w*|neutral)|treat\w*|destroy\w*|oxidi[sz]\w* with|reduc\w* with|mixed with|(?:is|was|are|were|gets?) (?:then |slowly |carefully )?(?:poured|added|given|put) (?:in ?to|to|on ?to)|(?:acid|bleach|hypochlorite|peroxide|sulfite|thiosulfate|bisulfite)\b[^.;]{0,30}\b(?:is|was) added)\b",
    re.I,
)


def _line_of_absorber(account: Account, clause: Clause) -> bool:
    """Whether a clause stands in a line that begins "Absorber:"."""
    begin = account.source.rfind("\n", 0, clause.start) + 1
    return SCRUBBERS.match(account.source[begin : clause.start]) is not None


def _made_in_the_absorber(account: Account, text: str) -> bool:
    """ "The hydrosulfide solution was acidified": the product of a gas and what it was led into."""
    product = catalogue().substances.get(account.doc.results.product_identity or "")
    if product is None or "C" in re.sub(r"Cl|Ca|Co|Cu|Cr|Cd|Cs", "", product.smiles or "").upper():
        return False
    words = [w for w in re.findall(r"[a-z]{5,}", product.id) if w not in ("sodium", "potassium", "ammonium", "calcium", "hydrogen")]
    return any(re.match(rf"\W*(?:the |some of the |a part of the )?(?:\w+ )?{w}s?(?: solution| liquor)?\b", text, re.I) for w in words)


def _spent_absorber(account: Account, r: Reading) -> bool:
    """ "The absorber is acidified with hydrochloric acid": what is added to what the gas went through, and not to the batch."""
    begin = None if INTO_SPENT.search(r.text) else SPENT.match(r.text) or SCRUBBERS.match(r.text)
    told = r.clause.start + begin.end() if begin is not None else r.clause.start
    held = {x.identity for _, lots in account.trains for x in lots}
    agents = [
        m
        for m in r.spoken
        if m.identity
        and m.start >= told
        and (m.measured or m.identity not in held)
        and (m.measured or "acid" in m.name.lower() or not lex.is_gas_name(m.identity))
    ]
    if not account.trains or not agents:
        return False
    kind = (
        "neutralise"
        if r.clause.verb == "neutralise" or lex.TO_PH.search(r.text) or re.search(r"\bacidif|\bneutrali", r.text, re.I)
        else "add"
    )
    recent, last = list(account.recent), account.last
    step = new_step(account, r.clause, kind, vessel="absorber")
    place(account, step, [x for m in agents for x in lots_for(account, m, True) or [new_lot(account, m)]])
    account.recent, account.last = recent, last
    return True


READY_TO_HEAT = ("mantle", "plate", "burner")


def _in_ice_first(account: Account, r: Reading) -> None:
    """ "500 mL flask, heating mantle. … Ethanol into the flask, ice bath": the ice, until something is heated."""
    main = account.main
    if main is None or main.bath is None or main.bath.kind not in READY_TO_HEAT or r.bath is None or r.bath.kind not in ("ice", "ice-salt"):
        return
    if all(s.kind in ("charge", "add", "dose") for s in account.doc.steps if s.vessel == main.name):
        main.bath = r.bath


LEFT_IN_STOCK = patterns.compile(
    r"^\W*(?:then |finally |now )*(?:the |any |all |some )?(?:left-?over|unused|remaining|surplus|spare|old|(?:rest|remainder) of the)\b[^.;\n]{0,60}\b(?:into|to|onto|on)\b",
    re.I,
)


def _stock_destroyed(account: Account, r: Reading) -> bool:
    """ "The unused hydrazine hydrate, 40 mL, goes into 300 mL of bleach in a beaker": what was in no vessel of the batch, and what destroys it."""
    added, there, _ = _sides(r)
    own = [m for m in added if m.measured and m.identity is not None]
    agent = [m for m in there if m.measured and m.identity not in RECEIVERS]
    if not doc_steps(account) or LEFT_IN_STOCK.match(r.text) is None or len(own) != 1 or not agent:
        return False
    named = next((v for v in r.vessels if v.kind in REACTION_VESSELS or v.kind in ("bucket", "jar", "bowl")), None)
    vessel = (
        account.vessel(named, named.kind, "")
        if named is not None
        else account.vessel(None, "beaker", f"apart, {len(account.doc.vessels) + 1}")
    )
    first = _lies_ready(account, r.clause, vessel)
    first.all_at_once = False
    place(account, first, [x for m in there for x in lots_for(account, m, True)])
    step = new_step(account, r.clause, "dose", vessel=vessel.name)
    step.kind = "add" if step.all_at_once else "dose"
    place(account, step, [x for m in own for x in lots_for(account, m, True)])
    return True


HEADS_WHAT_IS_DONE = patterns.compile(
    r"^\W*(?:adding|making|preparing|nitrating|brominating|chlorinating|reducing|oxidi[sz]ing|destroying|quenching|mixing|reacting|coupling|(?:on )?the (?:addition|reaction|bromination|nitration|reduction|oxidation) of)\b",
    re.I,
)
""" "Adding bromine to cinnamic acid." at the head: what it is about."""
A_HAZARD = patterns.compile(
    r"^[^:.;\n]{3,40}: (?:(?:very|highly|suspected|by|on|to|the|and|if|when|inhaled|swallowed|skin|eyes?|lungs?)[ ,]*|(?:corrosive|toxic|flammable|irritants?|irritating|harmful|poison\w*|oxidi[sz](?:er|ing|es)|lachrymat\w+|carcinogen\w*|mutagen\w*|burns|explosive|volatile|sensiti[sz]\w+|fatal|dangerous)\b[ ,]*)+$",
    re.I,
)
""" "Acetic anhydride: corrosive": what it does, and no charge."""
INTO_WHAT_STANDS = patterns.compile(
    r"^\W*(?:then |all |now )*(?:in|on)?to the (?:cold |cooled |stirred )*[\w() -]{2,30}?(?: soln?\.?| solution| mixture| liquor| suspension)?,? (?:in \w+ (?:small |equal )?(?:portions|lots)|by drops|dropwise|slowly|over|within|in a thin stream)\b",
    re.I,
)


def _into_what_stands(account: Account, r: Reading) -> bool:
    """ "Into the copper(I) chloride solution in 10 portions over 30 min": the batch, of which the line before speaks, into the vessel that holds it."""
    named = [m for m in r.mentions if m.identity is not None]
    if r.measured or r.vessels or len(named) != 1 or account.batch is None or INTO_WHAT_STANDS.match(r.text) is None:
        return False
    holds = [v for v in account.doc.vessels if v.name != account.batch and named[0].identity in account.held(v.name)]
    if (
        len(holds) != 1
        or named[0].identity in account.held(account.batch)
        or any(s.from_vessel == holds[0].name for s in account.doc.steps)
    ):
        return False
    new_step(account, r.clause, "dose" if durations_in(r.clause)[0] else "add", vessel=holds[0].name, from_vessel=account.batch)
    account.main, account.place, account.last = holds[0], None, holds[0]
    account.mix = None if account.mix is holds[0] else account.mix
    return True


def _topic(account: Account, r: Reading) -> None:
    verb, text = r.clause.verb, r.text
    _in_ice_first(account, r)
    if not r.measured and A_HAZARD.match(text):
        return account.spend(r.items)
    if not account.doc.steps and not r.measured and not r.vessels and HEADS_WHAT_IS_DONE.match(text):
        again = {str(t.value) for t in substances_in(account.source[r.clause.end :])}
        if any(m.identity in again for m in r.mentions):
            return account.spend(r.items)  # what is meant is charged further down
    more = _more_of_the_same(account, r)
    if THE_COLD_SOLUTION.match(text) and _diazo_into(account, r):
        return None
    if doc_steps(account) and _into_what_stands(account, r):
        return None
    if _stock_destroyed(account, r):
        return None
    if _into_the_water_there(account, r):
        return None
    if lex.NEXT_ONE.search(text) and not r.measured and (verb not in ("add", "pour", "charge", "mix") or lex.NEXT_ONE.match(text)):
        account.spend(r.items)  # what the next portion waits for limits nothing
        return None
    if doc_steps(account) and SCRUBBERS.match(_said_before(account, r.clause) + text):
        if not _spent_absorber(account, r):
            for m in r.measured:
                new_lot(account, m).role = "wash"
            account.spend(r.items)
        return None
    liquid_off = NAMED_OFF.match(text) is not None and any(m.identity for m in r.mentions)
    if doc_steps(account) and not r.measured and (SOLVENT_OFF.match(text) or liquid_off) and OFF_AT.search(text):
        account.spend(r.items)
        _at_its_temperature(new_step(account, r.clause, "distil", vessel=account.batch, into="receiver"))
        return None
    if _on_to_the_ice_there(account, r) or _diazo_into(account, r):
        return None
    _what_came_over_next(account, r)
    jug = account.mix if not r.measured and unspent(account) and JUG_INTO.match(text) else None
    if jug is not None and account.batch and not _only_receives(account, jug):
        once = lex.ALL_AT_ONCE.search(text) is not None
        step = new_step(account, r.clause, "add" if once else "dose", vessel=account.batch, from_vessel=jug.name)
        step.all_at_once = once
        account.last = account.main or account.last
        return None
    if doc_steps(account) and _in_the_crucible(account) and not r.measured and GOES_OFF.search(text):
        account.spend(r.items)
        new_step(account, r.clause, "heat", vessel=account.batch)  # "after a minute it goes off, a big flash"
        return None
    if doc_steps(account) and not r.measured and LAYERS_APART.search(text) and account.isolated == "layer" and not account.layers:
        account.layers = True
        return None
    if doc_steps(account) and not r.measured and LAYERS_APART.search(text) and not account.isolated:
        account.spend(r.items)
        new_step(account, r.clause, "extract", vessel=account.batch)
        account.isolated, account.layers = "layer", True
        return None  # "the layers were run apart in a separating funnel"
    if HOLD_FEED.search(text) and doc_steps(account) and not r.measured:
        return _stop(account, r)
    if CONTINGENT.search(text) and doc_steps(account) and (DUMPS.search(text) or re.search(r"\bice\b", text, re.I)):
        for m in r.measured:  # "above 25 °C: table down, batch into 3 kg of ice": what would be done
            new_lot(account, m).role = "wash"
        account.spend(r.items)
        return None
    if IF_THE_BATH.match(text) and not r.vessels and all(m.identity in RECEIVERS for m in r.mentions):
        account.spend(r.items)  # "if the bath climbs over 60, a handful of ice into it": into the bath
        return None
    if STAYS.search(text) and verb != "distil" and doc_steps(account) and account.doc.steps[-1].kind in ("distil", "filter", "extract"):
        account.spend(r.items)  # what is not distilled
        return None
    if (
        _fill_up(account, r)
        or _first_then(account, r)
        or _first_alone(account, r)
        or _everything(account, r)
        or ((verb in ("add", "charge") or (verb in (None, "pour") and PART_FIRST.match(text))) and _some_of_it(account, r))
    ):
        return None
    begun = "funnel" in account.waiting.values() and BEGUN_WITH.match(text) is not None
    if begun and verb in (None, "heat", "hold", "test", "mix") and _some_of_it(account, r) and verb is None:
        return None
    product = (verb in ("wash", "recrystallise") or CRYSTALLISED.search(text) is not None) and re.match(
        r"\W*(?:the )?(?:crude |solid |oily )?(?:residue|oil|product)\b", text, re.I
    ) is not None
    product = product or (verb == "extract" and bool(r.mentions))  # "the aqueous layer was extracted with pentane"
    if (
        RINSED_OUT.search(text)
        and not lex.DESTROYS.search(text)
        and account.main is not None
        and doc_steps(account)
        and r.mentions
        and not account.isolated
    ):
        lots = [x for m in r.mentions for x in lots_for(account, m, True)]
        for lot in lots:
            lot.role = "wash"
        place(account, new_step(account, r.clause, "extract", vessel=account.batch), lots)
        return None  # "what was left I rinsed out with tap water": on to what is in the flask
    unparted = verb == "pour" and not account.isolated and not account.layers and account.quench is None and LIQUOR_ALL.match(text)
    if (
        verb not in ("distil", "dry")
        and not product
        and not unparted
        and (account.doc.steps or not r.measured)  # "chloroform residues (60 mL) were poured into …": what it begins with
        and lex.WASTE.search(text)
        and not (lex.WASTE_MOVES.search(text) and r.vessels)
    ) or (
        r.clause.label
        and (
            lex.WASTE.search(r.clause.label)
            or r.clause.label in lex.LABELS_WASTE
            or (account.isolated == "distil" and r.clause.label in LABELS_EMPTIED)  # "Flask: cold, with isopropanol by the drop"
        )
        and not _worked_up(account, r)
    ):
        return _waste(account, r)
    last = r.mentions[-1] if r.mentions else None
    if last is not None and last.identity in lex.DRYING and last.amount is None and doc_steps(account) and DRIED_AS_TAKEN_UP.match(text):
        return _wash(account, r)  # "take it up in 3 x 40 mL of ether, magnesium sulfate"
    out = verb in (None, "hold", "destroy") and r.vessels and SLOWLY_INTO.match(text) is not None
    if out and doc_steps(account) and r.mentions and r.mentions[0].identity in RECEIVERS and not account.isolated:
        return _quench(account, r)
    if (
        r.mentions
        and (lex.DESTROYS.search(text) or re.search(r"\bleft(?: over)?\b|\bsurplus\b|\bexcess\b", r.clause.label))
        and re.search(r"\b(?:until|till)\b", text, re.I)
        and doc_steps(account)
        and not WAITS_FOR_NEXT.search(text)
        and (
            any(m.measured or m.strength or portions_said(r, m) for m in r.mentions)
            or (verb == "destroy" and re.search(r"\b(?:with|by)\b", text))
        )
    ):
        return _destroy(account, r)
    if (
        r.mentions
        and (ON_A_SIGN.search(text) or TILL_PAPER.search(text))
        and doc_steps(account)
        and any(m.identity in TAKES_AWAY for m in r.mentions)
    ):
        if lex.ANALYSIS.search(text) and account.doc.steps[-1].kind != "test":
            new_step(account, r.clause, "test", vessel=account.batch)
        return _destroy(account, r)
    if (
        account.isolated == "distil"
        and UNTIL_PAPER.search(text)
        and any(m.measured or lots_waiting(account, m) or _is_waiting(account, m) for m in r.mentions)
    ):
        return _wash(account, r)  # "distillate: sodium carbonate in portions … until litmus stays blue"
    if LAYER_OFF.search(text) and r.vessels and doc_steps(account):
        account.layers, account.isolated = True, "layer"
        return _waste(account, r)
    if not account.doc.steps and not r.measured and MADE_OF_WHAT.match(text) and _at_the_head(account, r):
        made = MADE_OF_WHAT.match(text)
        end = r.clause.start + (made.end() if made is not None else 0)
        named = next((x for x in r.items if isinstance(x, Token) and x.kind == "sub" and x.end <= end), None)
        results = account.doc.results
        if named is not None and results.product_identity is None:
            results.product_identity, results.product, results.product_span = str(named.value), named.text, (named.start, named.end)
        account.spend(r.items)
        return None
    if r.measured and FUNNEL_HOLDS.match(text) and durations_in(r.clause)[0] is None:
        return _draw(account, r)
    if r.measured and FED_BY_A_SEPARATOR.match(text) and all(s.kind in ("charge", "absorb") for s in account.doc.steps):
        return _draw(account, r)
    if (re.search(r"\b(?:samples?|aliquots?)\b", text, re.I) or ALIQUOT.search(text)) and account.doc.steps:
        return _test(account, r)
    rest = (verb in ("add", None) and THE_REST.match(text) is not None and bool({"part", "funnel"} & set(account.waiting.values()))) or more
    if (
        lex.ANALYSIS.search(_outside_brackets(text) if r.measured else text)
        and not rest  # "the remaining 38 g was added in nine lots, each when a drop on paper had no purple rim"
        and not (verb in ("add", "destroy") and r.measured and not re.search(r"\btitrat", text, re.I))
        and not (verb in ("wash", "dry", "filter") and not re.search(r"\btitrat", text, re.I))
        and (verb != "pour" or BY_CHROMATOGRAPHY.match(text))
        and not (verb is None and len(r.measured) >= 2 and TESTED_BEFORE.search(text))
    ):
        return _test(account, r)
    if (
        r.clause.label in lex.LABELS_WASH
        and verb in ("add", "pour")
        and lex.BATCH_REFERENCE.search(text)
        and not account.isolated
        and _pours(account, r)
    ):
        return _quench(account, r)  # "Work-up: the mixture is dripped on to 300 g of ice"
    if r.clause.label in lex.LABELS_WASH:
        return _wash(account, r)
    if re.match(r"\W*if\b", text, re.I) and verb == "add" and r.measured and all(m.identity in RECEIVERS for m in r.measured):
        for m in r.measured:  # "if it gets too thick, add some water": at hand, not charged
            new_lot(account, m).role = "wash"
        return None
    if _made_from(account, r):
        return None
    if (
        _a_share(account, r)
        or _goes_over(account, r)
        or _into_what_waits(account, r)
        or _solution_apart(account, r)
        or _cake_goes_in(account, r)
    ):
        return None
    if _to_side(account, r):
        return None
    if account.labelled and any(re.search(rf"\b{name}\b", text, re.I) for name in account.labelled) and _move(account, r):
        return None
    if verb == "destroy" and BY_POURING.search(text) and _pours(account, r):
        return _quench(account, r)

    vented = verb == "distil" and not r.measured  # "surplus distilled off, vent through the caustic"
    taken = account.doc.steps and lex.UNTIL_WHITE.search(text) and any(m.identity in TAKES_AWAY for m in r.mentions)
    spent = FIRST_OF_IT.search(text) is not None and any(m.identity in lex.ITS_COLOUR_GOES for m in r.mentions)
    if verb == "destroy" or (r.mentions and lex.DESTROYS.search(text) and not vented and not spent) or (taken and verb in ("add", None)):
        return _destroy(account, r)
    if (
        account.doc.steps
        and QUENCH_HEAD.match(text)
        and r.mentions
        and all(m.identity in (*TAKES_AWAY, *RECEIVERS) for m in r.mentions)
        and not _pours(account, r)
    ):
        return _destroy(account, r)  # "quench: 10 % sodium sulfite, 60 mL, 15 min"
    if account.doc.steps and NO_MORE_GAS.search(text) and r.mentions and _hydride_there(account) and not _pours(account, r):
        return _destroy(account, r)
    if account.doc.steps and FIZZ_OVER.search(text) and any(m.identity in CARBONATES for m in r.mentions) and not _pours(account, r):
        return _neutralise(account, r)
    if r.mentions and KEEPS_PH.search(text) and account.doc.steps:
        return _neutralise(account, r)
    if r.mentions and (verb == "neutralise" or (verb != "wash" and lex.TO_PH.search(text))) and account.doc.steps:
        if verb != "neutralise" and (account.isolated or verb == "filter") and all(m.identity in RINSES for m in r.mentions):
            return _wash(account, r)  # "filter off, cold water till pH paper stays neutral"
        return _neutralise(account, r)
    handler = HANDLERS.get(verb or "")
    if handler is not None:
        return handler(account, r)
    return _fragment(account, r)


FIRST_OF_IT = patterns.compile(
    r"\bfirst (?:portion|lot|third|half|[\d.,]+ ?(?:m?g|m?L)\b)|\bto (?:begin|start)(?: with)?\b|\binitially\b|\b(?:first|alone)(?=[,;.]|$)",
    re.I,
)
""" "First 1.5 g, wait till the purple has gone": the reagent's own colour shows that it acts."""
RINSES = (*RECEIVERS, "ethanol", "methanol", "2-propanol", "acetone", "diethyl ether", "hexane")
"""What crystals are rinsed with and what brings nothing to a pH."""
DRIED_AS_TAKEN_UP = patterns.compile(
    r"^\W*(?:then |now |and |it (?:is |was )?)*(?:tak\w+|took)(?: it| this| them| the \w+)? up (?:in|with)\b", re.I
)
SLOWLY_INTO = patterns.compile(
    r"^\W*(?:then |now |and |next )*(?:slowly|carefully|gradually|dropwise|in a thin stream|with stirring|stirring)\b,? ?(?:in ?to|on ?to)\b",
    re.I,
)
""" "Slowly into 400 mL of cold water with 5 g of bisulfite, 1 L beaker": the batch."""
QUENCH_HEAD = patterns.compile(r"^\W*(?:quench(?:ing)?|excess|surplus)\s*[:=–-]", re.I)
BY_CHROMATOGRAPHY = patterns.compile(r"^\W*(?:by )?(?:TLC|GC|HPLC|NMR|IR)\b", re.I)
""" "TLC beside the chloride quenched in methanol shows none": a test, whatever was poured for it."""
BY_POURING = patterns.compile(r"\bby (?:\w+ly )?(?:pouring|running|dripping|tipping|emptying|dropping|adding)\b", re.I)
""" "Decomposed by pouring on to 300 g of ice"."""
LAYERS_APART = patterns.compile(
    r"\b(?:layers|phases) (?:(?:is|are|was|were|then|now|allowed to) )*(?:run|let|drawn|drained|taken|split|settle|cut) (?:apart|off|and (?:separated|split|parted))\b|\b(?:split|part|cut) the (?:layers|phases)\b|\b(?:lower|upper|bottom|top|aqueous|acid|watery) (?:layer|phase) (?:(?:is|was|then) )*(?:run|drawn|drained|let|poured|taken) off\b(?! (?:in)?to\b)|\b(?:layers|phases) (?:are|were) split\b",
    re.I,
)
THE_REST = patterns.compile(
    r"^\W*(?:then |and |now )*(?:the |all (?:of )?the )?(?:remaining|remainder|rest|balance|second (?:half|part|portion|lot))\b", re.I
)
WAITS_FOR_NEXT = patterns.compile(r"\bwait(?:ing|ed|s)? (?:until|till)\b|\bbefore the next\b", re.I)
LABELS_EMPTIED = ("flask", "pot", "still", "still pot", "pot residue", "still residue", "distillation flask", "distilling flask")
"""What a line is about, behind a distillation: what is left where it boiled, and not what came over."""
RINSED_OUT = patterns.compile(
    r"^\W*(?:what(?:ever|['’]s)?(?: is| was| had been| remained| remains)?(?: left)?|the (?:residue|rest|remains|remainder|cake|crust|salt)|flask|the flask|the generator|the retort)\b[^.;]{0,30}\b(?:rinse[sd]?|wash(?:ed)?|flush(?:ed)?|swill(?:ed)?)\b[^.;]{0,12}\b(?:out|away|down)\b"
    r"|\b(?:rinse|wash|flush|swill)(?:ed)? (?:out )?(?:the (?:residue|rest|remains|generator)|what (?:is|was) left)\b",
    re.I,
)
"""Water or another liquid on to the residue of a generator or a still."""
CRYSTALLISED = patterns.compile(r"\b(?:re)?crystalli[sz]ed from\b|\btaken up in\b|\bdissolved in\b", re.I)
ON_A_SIGN = patterns.compile(
    r"\b(?:otherwise|else|if not|(?:if|while|as long as) (?:it |the (?:strip|paper|test|colour|spot) )?(?:is |turns |stays |shows |goes )?"
    r"(?:still |strongly |deep |dark |at all )?(?:blue|positive|brown|violet|purple|pink|colou?red|there))\b"
    r"|^\W*(?:the )?(?:\w+[- ])?(?:starch|KI|paper|strips?|test)(?: (?:paper|strips?|test))?,? (?:is |was |still )*(?:positive|blue|brown|black)\W*[:;,-]",
    re.I,
)
TILL_PAPER = patterns.compile(r"\b(?:till|until)\b[^;.]{0,60}\b(?:papers?|strips?|test|starch|negative)\b", re.I)
"""What is added until a test shows nothing any more."""
KEEPS_PH = patterns.compile(
    r"\bpH\b[^.;]{0,15}\b(?:kept|held|maintained|adjusted)\b|\b(?:keep|hold|maintain|adjust)\w*\b[^.;]{0,15}\bpH\b", re.I
)
LAYER_OFF = patterns.compile(
    r"\b(?:lower|upper|bottom|top|watery|aqueous|acid)(?: (?:acid|layer|phase|water))* (?:is |was )?(?:let |run |drawn |drained )?off in(?:to)?\b",
    re.I,
)
UNTIL_PAPER = patterns.compile(r"\b(?:until|till)\b[^.;]{0,40}\b(?:litmus|paper|indicator|neutral|pH)\b", re.I)


FED_BY_A_SEPARATOR = patterns.compile(
    r"^\W*(?:(?:and|an?|the|with) )*sep(?:arat\w+)?\.?[- ]funnel\b[^.;\d]{0,25}(?:with|holding|holds|contain\w+|filled|:)", re.I
)
""" "Separating funnel with 60 mL of acid on top", while nothing has reacted: what feeds."""


def _is_waiting(account: Account, m: Mention) -> bool:
    return m.identity is not None and any(account.lot(k).identity == m.identity for k in account.waiting)


TAKES_AWAY = (
    "sulfamic acid", "urea", "sodium hydrogen sulfite", "sodium sulfite", "sodium thiosulfate", "sodium metabisulfite", "potassium metabisulfite", "ascorbic acid",
    "iron(II) sulfate heptahydrate", "oxalic acid", "hydrogen peroxide", "2-propanol", "ethanol", "cyclohexene",
)  # fmt: skip
"""What takes away an excess that a test has shown."""


ALIQUOT = patterns.compile(
    r"^\W*(?:\d+(?:[.,]\d+)? ?m[lL]|one mil) of (?:(?:that|this|it)\b(?![^.;\n]{0,25}\b(?:in|over|added|add|poured|put|into)\b)|(?:the )?product|the (?:diluted |made-up )?solution\b)(?! (?:first|at once|over))",
    re.I,
)


def _worked_up(account: Account, r: Reading) -> bool:
    """ "Distillate: water 30 mL; acid 15 mL; bicarbonate": what came over is washed; the salts stay behind in the pot."""
    last = account.doc.steps[-1] if account.doc.steps else None
    if (
        r.clause.label not in ("distillate", "condensate", "oil")
        or last is None
        or last.kind != "distil"
        or r.clause.verb not in (None, "wash", "dry", "extract", "charge")
    ):
        return False
    if re.search(r"\b(?:dripp|sink|drain|waste|to pH|neutral)", r.text, re.I) or not r.mentions:
        return False
    last.keep, account.isolated = "distillate", "distil"
    return True


DISTILLATE = patterns.compile(
    r"^\W*(?:(?:then|now|next) )?(?:(?:saturate|transfer|shake|wash|treat|extract|separate|salt out|swirl|put|to|in ?to) )?(?:the |all the )?(?:crude |cloudy |combined |cold )*(?:distillates?|condensate)\b(?! (?:goes|went|is|was|were) (?:to|into|in) (?:the )?(?:waste|sink|drain))",
    re.I,
)
LAYER_OF_IT = patterns.compile(
    r"^\W*(?:then |now )?(?:(?:separate|part|run off|draw off|take off) (?:off )?(?:the )?(?:lower|upper|bottom|top|organic|oily|heavy|oil)|(?:the )?(?:lower|upper|organic|oily|heavy) (?:layer|phase|oil) (?:is|was) (?:separated|parted|run off|drawn off))\b",
    re.I,
)
IT_COMES_OVER = patterns.compile(
    r"\b(?:receivers?|collect\w*|drops?|oil\w*|(?:comes?|came|coming|pass(?:es|ed)?|goes) over|fraction|head)\b", re.I
)
TAKEN_OFF = patterns.compile(r"\b(?:excess|surplus|solvents?|rotary|stripp\w*|removed|evaporat\w*|off (?:at|under|in|by))\b", re.I)


def _what_came_over_next(account: Account, r: Reading) -> None:
    """ "Distillate + 2 g salt", "separate the lower layer" behind a distillation that is for what comes over: the pot's residue stays where it is."""
    still = next((s for s in reversed(account.doc.steps) if s.kind not in ("hold", "cool")), None)
    if still is None or account.isolated not in ("", "distil") or still.keep is not None or still.vessel is None:
        return
    said = account.source[still.span[0] : r.clause.start]
    told = DISTILLATE.match(r.text)
    behind = r.text[told.end() :] if told is not None else r.text
    worked = (
        re.search(
            r"\b(?:in ?to|on ?to|to) (?:\d|an?|the|ice|iced|stirred|cold|cooled|much|excess)\b(?! (?:separat\w+|sep|small separat\w+) funnel)",
            behind,
            re.I,
        )
        is None
        and TAKEN_OFF.search(said) is None
    )
    over = still.kind == "distil" or (still.kind == "heat" and lex.OF_THE_HEAD.search(said) is not None)
    named = over and worked and told is not None
    parted = (
        still.kind == "distil"
        and LAYER_OF_IT.match(r.text) is not None
        and IT_COMES_OVER.search(said) is not None
        and TAKEN_OFF.search(said) is None
    )
    into_funnel = re.search(r"\bfunnel\b", behind, re.I) is not None
    if not (named or parted) or r.clause.verb in ("distil", "stop") or (r.clause.verb == "pour" and not into_funnel):
        return
    still.kind, still.into, still.keep, account.isolated = "distil", still.into or "receiver", "distillate", "distil"


CONTINGENT = patterns.compile(
    r"^\W*(?:if it |should it |when it )?(?:is |gets |goes |passes |rise above |rises above )?(?:above|over|past|beyond|from|at)? ?(?:about )?[-−]?\d+ ?°? ?C\b[^.;,:]{0,15}(?::|, (?:the )?(?:table|jack|lift|bath|mantle|batch)\b)[^.;]*\b(?:batch|all|everything|contents|mixture|it)\b[^.;]*\b(?:into|on to|onto)\b",
    re.I,
)
"""What is to be done with the batch if it gets too hot."""
IF_THE_BATH = patterns.compile(
    r"^\W*(?:if|when|whenever|should|as) (?:the |my |its )?(?:water |ice |oil |cooling )?(?:bath|bowl|tub|tray)\b(?! of)(?:(?!\b(?:pot|flask|mixture|batch)\b)[^.;])*\b(?:ice|snow|cold water)\b",
    re.I,
)
"""What is done to the bath itself when it gets too warm."""
HOLD_FEED = patterns.compile(
    r"\b(?:hold|stop|halt|interrupt|pause) (?:back )?(?:the )?(?:drops|feed|addition|funnel|acid|dropping)\b[^.;]{0,20}\b(?:at|above|over|if|from|when|once)\b"
    r"|\b(?:feed|addition|dropping) (?:being |is |was )?(?:stopped|halted|interrupted|held(?: back)?|paused) (?:at|above|over|if|when|whenever)\b",
    re.I,
)


def _outside_brackets(text: str) -> str:
    """A clause without what stands in brackets: "(12 %, titrated today)" makes no test of a feed."""
    return re.sub(r"\([^()]*\)", " ", text)


STRIKING = {
    "peroxide", "organic-peroxide", "hypochlorite", "nitric-acid", "permanganate", "chromate", "chlorate", "perchloric", "persulfate", "bromine", "azide", "alkali-metal", "ionic-hydride",
    "aluminium-hydride", "acyl-chloride", "thionyl", "phosphorus-chloride", "lewis-chloride", "chlorosulfonic",
}  # fmt: skip
"""Classes of what nobody names by itself between two steps unless it goes in (handbook 3.3)."""


def strikes(identity: str | None) -> bool:
    """Whether a substance is of a class that acts on others: an oxidiser, a hydride, an acid chloride."""
    s = catalogue().substances.get(identity or "")
    return s is not None and bool(classes_in(dict(s.parts)).keys() & STRIKING)


def _acts_and_is_new(account: Account, m: Mention) -> bool:
    """Whether a substance that stands by itself acts on others, and is spoken of nowhere else as a charge."""
    told = account.batch is not None and all(x.identity != m.identity for x in account.doc.materials)
    return told and strikes(m.identity)


def _whole_line(account: Account, clause: Clause) -> bool:
    """Whether a clause is all that stands on its line."""
    source = account.source
    begin, end = source.rfind("\n", 0, clause.start) + 1, source.find("\n", clause.end)
    line = source[begin : end if end >= 0 else len(source)]
    return len(re.sub(r"^[\W\d]+|[\s.;,)]+$", "", line)) <= clause.end - clause.start + 2


def doc_steps(account: Account) -> bool:
    """Whether anything was done yet."""
    return bool(account.doc.steps)


def portions_said(r: Reading, m: Mention) -> bool:
    """Whether a portion size stands behind the mention."""
    return any(isinstance(x, Qty) and portion_size(r.items, i) for i, x in enumerate(r.items) if i > m.index)


MADE_GOES_IN = patterns.compile(
    r"^\W*(?:(?:then |now )?in (?:with |goes |went )?)?(?:the |my |that )?(?:cold |clear |whole )?(?:diazo\w*|(?:\w+ )?(?:solution|mixture|slurry|suspension))(?: solution| salt)?\b[^.;]*\b(?:in (?:small |\w+ )?(?:portions|lots|shots|pours)|over|during|dropwise|by drops|from the funnel)\b",
    re.I,
)
""" "Diazonium solution in portions of 20 mL": what was made goes into what stands ready."""


TO_A_TEMPERATURE = patterns.compile(r"^\W*(?:(?:then|down|back|up|and)\W+)*to (?:about )?-?\d", re.I)
""" "To 5 °C in 1 kg of ice": the verb left out."""


THIS_IS = patterns.compile(
    r"^\W*(?:so )?(?:it|this|that|what (?:i|we) have)(?:'s| is| was) (?:an?|the|some|my|our|about|only|just|old)\b", re.I
)


LEFT_OVER = patterns.compile(
    r"\b(?:left|remaining|in stock|past its date|to (?:get rid of|dispose of|be destroyed|be disposed of))\b", re.I
)


def _told_behind(account: Account, r: Reading) -> bool:
    """ "…, added during 30 min below 30 °C": how what was named last is fed. True where the clause says nothing else."""
    fed = account.doc.steps[-1] if account.doc.steps else None
    duration = durations_in(r.clause)[0]
    if fed is None or duration is None or r.mentions or fed.kind not in ("charge", "dose", "add") or fed.duration is not None:
        return False
    window, limit, _ = temperatures_in(r.clause)
    fed.duration, fed.kind, fed.T_limit, fed.T_range = duration, "dose", fed.T_limit or limit, fed.T_range or window
    fed.span = (fed.span[0], r.clause.end)
    fed.text = account.source[slice(*fed.span)]
    account.spend(r.items)
    return True


ADDED = patterns.compile(r"^\W*(?:(?:slowly|which is|which was|being) )?(?:added|dripped in|dropped in|run in|fed in|let in)\b", re.I)


ICE_ALONE = patterns.compile(r"\W*(?:ice and water|ice[- ]water|crushed ice|ice)(?: bath)?,? (?:of )?\d[\d.,]* ?k?g\W*", re.I)
"""A sentence of its own in a set-up: the bath. What is poured has a verb."""
ON_TO_A_BATH = patterns.compile(r"^\W*(?:then |now |next |and )?(?:back )?(?:on ?to|on|over|in ?to|in) (?:the|an?|my|our) ", re.I)


def _goes_on_listing(account: Account, r: Reading) -> bool:
    """Whether a line of amounts stands right under the rows of a charge list, in the same block: "for the quench: ice 200 g, HCl 37 % 20 mL"."""
    rows = [account.lot(k).span[1] for k, tag in account.waiting.items() if tag == "list"]
    lines = {account.source.rfind("\n", 0, x) for x in rows}
    if len(lines) < 2 or not r.measured or r.vessels or r.bath or lex.ALL_AT_ONCE.search(r.text):
        return False
    if any(isinstance(x, Qty) and x.dim in ("time", "temperature") for x in r.items):
        return False  # what is done with it is told as well
    between = account.source[max(rows) : r.clause.start]
    return between.count("\n") <= 2 and "\n\n" not in between and "\n" in between


def _of_the_pot(account: Account, r: Reading) -> bool:
    """ "Not above 30 °C in the flask": whether the temperature of a clause is that of the vessel where something was just put in."""
    last = account.doc.steps[-1] if account.doc.steps else None
    if last is None or last.kind not in ("dose", "add", "charge") or r.clause.start - last.span[1] > 12:
        return False
    return all(v.nominal_mL is None and account.vessel_name(v) == last.vessel for v in r.vessels) and not THE_BATH_AT.search(r.text)


THE_BATH_AT = patterns.compile(
    r"\b(?:bath|jacket|oil|mantle|receiver|condenser|head|vapou?r|funnel|trap|absorber|scrubber)\b[^.;,\n]{0,25}\d", re.I
)
""" "Bath at 60 °C": of what stands outside."""


def _fragment(account: Account, r: Reading) -> None:
    """No verb of doing: apparatus, a limit, a charge, or an addition in note form."""
    doc, text = account.doc, r.text
    window, limit, used = temperatures_in(r.clause)
    duration = durations_in(r.clause)[0]
    if not r.mentions and duration is not None and "funnel" in account.waiting.values() and NOW_BY_DROPS.match(text):
        return _bring(account, r)  # "In the funnel 14 g of chloride. Dropwise, over half an hour, at 10 to 20 °C"
    if not r.mentions and "funnel" in account.waiting.values() and TAP_OPEN.match(text):
        return _bring(account, r)  # "The funnel holds 5 mL of bromine. Open the tap, 30 min"
    if unspent(account) and not r.measured and MIXTURE_ON_IT.match(text) and _move(account, r):
        return None
    if unspent(account) and not r.measured and MADE_GOES_IN.match(text) and _move(account, r):
        return None
    if unspent(account) and not r.measured and r.clause.verb is None and DIAZO_IN.match(text):
        return read_clause(account, replace(r.clause, verb="add"))
    rows = {account.lot(k).identity for k, tag in account.waiting.items() if tag == "list"}
    if doc.steps and ROW_IN.fullmatch(text) and any(m.identity in RECEIVERS and m.identity in rows for m in r.mentions):
        return _bring(account, r)
    only = len(r.items) <= 3 and re.match(r"\W*(?:over|during|in the course of)\b", text, re.I)  # "5.5 mL. Over 30 min."
    if only and duration is not None and "funnel" in account.waiting.values():
        return _bring(account, r)
    if doc.steps and doc.steps[-1].kind == "distil" and doc.steps[-1].T_range is None and window is not None and BOILS_AT.match(text):
        doc.steps[-1].T_range = window  # "The residue was distilled; b.p. 99-103 °C"
        account.used |= {q.start for q in used}
        return None
    bare = duration is not None and all(isinstance(x, Qty) or is_word(x, ",", "at", "(", ")", "over", "in") for x in r.items)
    if bare and "funnel" in account.waiting.values() and doc.steps and doc.steps[-1].kind in ("charge", "add"):
        return _bring(account, r)  # "Funnel: bromine 16 g. 30 min, 0-5 °C"
    in_all = re.match(
        r"\W*(?:altogether|in all|in total|all in all)\b|\W*(?:about |some |roughly )?[\d.,]+ ?(?:h|hours?|min|minutes?) (?:altogether|in all|in total)\W*$",
        text,
        re.I,
    )
    if duration is not None and (only or in_all):
        doses = [s for s in doc.steps if s.kind in ("dose", "add")]
        if doses and doses[-1].duration is None:
            doses[-1].duration, doses[-1].kind = duration, "dose"
            account.spend(r.items)
            return None
    if (FROM_THE_FUNNEL.match(text) or NOW_BY_DROPS.match(text)) and _told_behind(account, r):
        return None
    to = next((x for x in r.items[:4] if isinstance(x, Qty) and x.dim == "temperature"), None)
    if doc.steps and not r.mentions and to is not None and TO_A_TEMPERATURE.match(text):
        cold = convert(to.value, to.unit, "temperature") < ROOM_C - 3.0  # "To 5 °C in 1 kg of ice"
        new_step(account, r.clause, "cool" if cold else "heat", vessel=account.batch)
        return None
    if ICE_ALONE.fullmatch(text) and account.main is not None and account.main.bath is None and not account.isolated:
        q = next(x for x in r.items if isinstance(x, Qty) and x.dim == "mass")
        grams = convert(q.value, q.unit, "mass")
        half = grams / 2 if "water" in text.lower() else grams
        set_bath(account.main, Bath(kind="ice", ice_g=half, water_g=grams - half or None, span=(r.clause.start, r.clause.end)))
        account.spend(r.items)
        return None  # "open neck to the hood. Ice and water, 600 g.": what it stands in
    warm = r.bath is not None and (r.bath.T_C or 0.0) > ROOM_C
    if (
        doc.steps
        and warm
        and not r.mentions
        and not r.vessels
        and duration is None
        and ON_TO_A_BATH.match(text)
        and account.main is not None
    ):
        set_bath(account.main, r.bath)  # "On to the boiling water bath, leave for an hour"
        new_step(account, r.clause, "heat", vessel=account.batch, bath=r.bath)
        return None
    elsewhere = [v for v in r.vessels if account.main is not None and account.vessel_name(v) != account.main.name and v.nominal_mL is None]
    if r.clause.label.startswith("limit") and (elsewhere or lex.of_another(text)):
        account.used |= {q.start for q in used}
        return None
    if r.clause.label.startswith("limit") and doc.steps:
        last = doc.steps[-1]
        last.T_limit, last.T_range = last.T_limit or limit, last.T_range or window
        account.used |= {q.start for q in used}
        return None
    if doc.steps and not r.mentions and account.isolated in ("", "layer") and PASSES_OVER.search(text):
        new_step(account, r.clause, "distil", vessel=account.batch, into="receiver")  # "It comes over yellow, then red"
        account.isolated = "distil"
        return None
    if (
        doc.steps
        and not r.mentions
        and (lit := BURNER_UNDER.match(text) or BURNER_FIRST.match(text) or BURNER_LAST.search(text)) is not None
    ):
        over = account.still and not account.isolated and HEATERS[lit[1].lower()] == "burner"  # a still with the flame under it
        new_step(
            account,
            r.clause,
            "distil" if over else "heat",
            vessel=account.batch,
            bath=Bath(kind=HEATERS[lit[1].lower()], span=(r.clause.start + lit.start(1), r.clause.start + lit.end(1))),
            into="receiver" if over else None,
        )  # type: ignore[arg-type]
        account.isolated = "distil" if over else account.isolated
        return None
    if not doc.steps and _says_what_for(account, r):
        return None
    again = {str(t.value) for t in substances_in(account.source[r.clause.end :])} if not doc.steps and r.mentions else set()
    if (
        again
        and not r.vessels
        and r.clause.verb is None
        and all(m.amount is None and (m.moles is not None or m.identity in again) for m in r.mentions)
        and account.doc.title.rstrip("…").startswith(text[:40].strip(" ."))
    ):
        account.spend(r.items)
        return None  # "Dry HCl into ethyl acetate, half a mole": the heading
    if (
        not doc.steps
        and len(r.measured) == 1
        and LEFT_OVER.search(text)
        and all(v.kind == "bottle" and v.nominal_mL is None for v in r.vessels)
    ):
        declare(account, r.measured[0], "funnel")  # "one bottle, about 30 mL of X left": what there is
        return None
    if not doc.steps and not r.vessels and not r.measured and THIS_IS.match(text):
        for m in r.mentions:
            if m.identity and not m.generic and not lex.is_gas_name(m.identity):
                declare(account, m, "list")  # "It's an old bottle, tosyl chloride, lumpy": what there is
        return None
    if _names_what_comes(account, r):
        for m in r.measured:
            declare(account, m, "list")
        return None
    if (
        (r.clause.label in lex.LABELS_LIST or _goes_on_listing(account, r))
        and r.clause.verb is None
        and not doc.steps
        and all(m.measured and not m.generic for m in r.mentions)
    ):
        for m in r.mentions:
            declare(account, m, "list")
        return None
    off = OFF_AT.search(text)
    if doc.steps and off is not None and r.mentions and all(m.first < 2 or not m.measured for m in r.mentions) and len(r.mentions) == 1:
        account.spend(r.items)
        _at_its_temperature(
            new_step(account, r.clause, "distil", vessel=account.batch, into="receiver")
        )  # "most of the methanol off at 200 mbar"
        return None
    if r.mentions and (r.measured or any(m.generic or m.identity for m in r.mentions)):
        if _pours(account, r):
            return _quench(account, r)
        if doc.steps and any(m.count > 1 and m.amount is not None and m.amount.dim == "volume" for m in r.mentions):
            return _wash(account, r)  # "then ether twice, forty mils each"
        drying = (
            r.mentions[-1].identity in lex.DRYING
            and r.mentions[-1].amount is None
            and all(m.identity in (*lex.DRYING, *FOR_WASHING, *RECEIVERS, "sodium chloride") for m in r.mentions)
        )  # "30 mL brine, calcium chloride 20 min"
        if (account.isolated or (doc.steps and (drying or lex.LAYER.search(text)))) and not re.search(r"\b(over|during|dropwise)\b", text):
            if duration is None or drying:
                return _wash(account, r)
        alone = (
            len(r.mentions) == 1
            and r.mentions[0].index <= 4
            and not r.vessels
            and duration is None
            and window is None
            and limit is None
            and r.bath is None
        )
        m = r.mentions[0]
        if (
            m.measured
            and not m.generic
            and len(r.measured) == 1
            and duration is None
            and A_PART_FOLLOWS.match(account.source[r.clause.end :])
        ):
            declare(account, m, "funnel")  # "nitric acid: 8 mL", and below it "first 5 mL, in one go"
            return None
        behind = [x for x in r.items[m.last + 1 :] if not isinstance(x, Token) or x.text not in ".,;"]
        if alone and m.measured and not m.generic and not behind and m.first <= 1 and not doc.steps and _whole_line(account, r.clause):
            declare(account, m, "list")  # a line of a charge list
            return None
        if not m.measured and alone and m.identity in RECEIVERS:
            return None
        if not m.measured and alone and not behind and m.first <= 1 and doc.steps and _acts_and_is_new(account, m):
            place(account, new_step(account, r.clause, "add", vessel=account.batch), lots_for(account, m, True))
            return None  # "Hydrogen peroxide.": it goes in, how much nobody says
        if (
            alone
            and not m.measured
            and not m.generic
            and m.identity not in RECEIVERS
            and not account.isolated
            and all(account.lot(k).identity != m.identity for k in account.waiting)
            and re.search(r"\b(now|next|then)\b", text, re.I)
        ):
            declare(account, m, "funnel")  # "Nitric now, the concentrated."
            return None
        return _bring(account, r)
    if r.bath is not None and not r.vessels and not r.mentions and doc.steps and len(r.items) <= 6 and account.main is not None:
        if account.main.bath is not None and account.main.bath.kind != r.bath.kind:
            account.next_bath = r.bath  # "Ice bath." between two steps: of what comes
    if r.vessels or r.bath:
        _apparatus(account, r)
        within = (limit is not None or window is not None) and _of_the_pot(account, r)
        if not (doc.steps and account.main is not None and (duration or within or (window and not r.vessels))):
            return None
    if (
        doc.steps
        and (duration is not None)
        and (
            window
            or (r.bath is not None and account.holds(account.main.name if account.main else None))
            or re.search(r"\b(more|stir\w*|hold|boil|at rt|rt|(?:full|low|on) steam)\b", text, re.I)
            or len(r.items) <= 6
        )
    ):
        kind = (
            "reflux" if re.search(r"\breflux\b", text, re.I) else "heat" if re.search(r"\b(?:full|low|on) steam\b", text, re.I) else "hold"
        )
        new_step(account, r.clause, kind, vessel=account.batch)
        return None
    stands = window is not None or re.search(r"\b(?:stands|stood|sits|rests)\b", text, re.I) is not None
    if doc.steps and lex.OVERNIGHT.search(text) and stands and not r.measured:
        new_step(account, r.clause, "hold", vessel=account.batch)
        return None
    if doc.steps and window and "bath" in r.clause.label and doc.steps[-1].kind in ("charge", "add", "dose"):
        new_step(account, r.clause, "heat" if window.value > doc_room(doc.steps[-1]) else "cool", vessel=account.batch, T_of="bath")
        return None
    if doc.steps and (limit or window):
        last = doc.steps[-1]
        if limit and last.T_limit is None:
            last.T_limit = limit
        elif window and last.T_range is None and (last.span[1] >= r.clause.start - 6 or BY_ITSELF.search(text)):
            last.T_range = window
        account.used |= {q.start for q in used}
    return None


BOILS_AT = patterns.compile(r"^\W*(?:b\.? ?p\.?|boils at|boiling (?:point|at)|bp)\b", re.I)
TAP_OPEN = patterns.compile(
    r"^\W*(?:then |now |next |and |i |we |you )*(?:open(?:s|ed)? (?:the |its )?(?:tap|stopcock|funnel)|(?:the )?(?:tap|stopcock) (?:is |was )?open(?:ed)?)\b",
    re.I,
)
BURNER_FIRST = patterns.compile(
    r"^\W*(?:the |gas )?(burner|bunsen|flame|mantle|hotplate|hot plate)\b[,:]? (?:first |at first |kept |set )?(?:small|low|gentle|big|full|half|high|large|strong|to (?:full|maximum)|on full|at full)\b[^.;]{0,25}$",
    re.I,
)
""" "Burner, small then big"."""
BURNER_LAST = patterns.compile(r", (?:then )?(?:the |an? )?(?:big|strong|full|hot|roaring|small|gas) (burner|bunsen|flame)\W*$", re.I)
""" "Into the crucible, lid on, big burner"."""
BURNER_UNDER = patterns.compile(
    r"\W*(?:then |now |the |a |lit )*(?:gas |bunsen )?(burner|bunsen|flame|hotplate|mantle)\b(?:[^.;,]{0,12}\b(?:under|beneath|below|on|lit)\b|, (?:small|low|big|full|gentle|roaring|hot|strong|blue) flame)",
    re.I,
)
"""A sentence without a verb that sets the flame under the flask."""
NOW_BY_DROPS = patterns.compile(
    r"^\W*(?:and |then |now |this |that )*(?:dropwise|drop by drop|drop-wise|in drops|slowly|gradually|trickled?|dripped|drips?)\b", re.I
)


def doc_room(step: Step) -> float:
    """°C that a batch is taken to have after a step: its window, else the room's."""
    return step.T_range.value if step.T_range is not None else ROOM_C


ROOM_C = 25.0
OFF_AT = patterns.compile(
    r"\b(?!(?:cut|break|broken|shut|turned|feed|tap|hold|held|leave|call|funnel|stirrer|heat|heating|bath) off)(?:[a-z]{3,}|[A-H]|\d{1,2})\b off (?:at|on|under|in|with|by|from)\b[^.;]*(?:mbar|millibar|°|degrees|bath|rotary|vacuum|pressure)",
    re.I,
)
BY_ITSELF = patterns.compile(
    r"\b(?:it|this|everything|the \w+) (?:gets|goes|becomes|turns|rises|climbs|heats|warms|went|got|rose|climbed)\b", re.I
)
"""What the batch does after the last step, with nobody doing anything."""


def _names_what_comes(account: Account, r: Reading) -> bool:
    """ "Red phosphorus 5 g, iodine 50 g, methanol 40 mL. The iodine is tipped in …": amounts alone, of what the next sentences put in by name."""
    if account.doc.steps or r.vessels or r.bath or r.clause.verb is not None or not r.mentions:
        return False
    told = "list" in account.waiting.values() and all(
        m.strength is not None for m in r.mentions if not m.measured
    )  # "10 % caustic": how strong
    if any((not m.measured and not told) or m.generic or m.identity is None for m in r.mentions):
        return False
    line = account.source[account.source.rfind("\n", 0, r.clause.start) + 1 :].partition("\n")[0]
    tail = account.source[r.clause.end : r.clause.end + 800]
    said = account.source[max(account.source.rfind(x, 0, r.clause.start) + len(x) for x in (". ", "\n")) : r.clause.end]
    ends = UP_TO_THE_END.match(tail)
    if PACED_THERE.search(said + (ends[0] if ends is not None else "")):
        return False
    only_listed = not DONE_WITH_IT.search(line)
    if only_listed and len(r.mentions) == 1 and _fed_later(r.mentions[0], r.clause, tail):
        return True
    if only_listed and len(r.mentions) > 1 and any(_fed_later(m, replace(r.clause, items=[]), tail) for m in r.mentions):
        return True
    if len({t.value for t in substances_in(line.partition(". ")[0])}) < 2 and not account.waiting:
        return False
    tail = tail[:500]
    listed = "list" in account.waiting.values() and re.match(r"\s*[•*·▪‣-]\s", line) is not None  # the next line of a list that has begun
    again = {
        str(t.value)
        for t in substances_in(tail)
        if listed
        or (
            THE.search(tail[: t.start])
            and not WHAT_IS_LEFT_OF.search(tail[max(0, t.start - 40) : t.start])
            and not STRIPPED.search(tail[max(0, t.start - 25) : t.start])
            and not TAKEN_AWAY.match(tail, t.end)
        )
    }
    words = {x[1].lower() for x in THE_WORD.finditer(tail) if lex.GENERIC.get(x[1].lower())}
    return any(m.identity in again or any(class_of(w, str(m.identity)) for w in words) for m in r.mentions)


PACED_THERE = patterns.compile(r"\d ?(?:min|h|°C)\b|\bcooling\b|\bslowly\b", re.I)
DONE_WITH_IT = patterns.compile(
    r"\d ?(?:min|h|hours?|minutes?|°C|°|K)\b|\b(?:cool|warm|heat|flask|beaker)\w*\b|\bstir(?:red|ring)?\b", re.I
)
"""In a line of amounts: what is done with them is told there as well."""


def _fed_later(m: Mention, clause: Clause, tail: str) -> bool:
    """ "Scale 0.10 mol. PhBr 15.7 g. … PhBr from the funnel, 40 min": an amount that is a sentence of its own, and fed by name later on."""
    behind = [x for x in clause.items if isinstance(x, Token) and x.start > m.end and x.text not in ".,;()=~"]
    if clause.items and (clause.items[0].start < m.start or len(behind) > HOW_IT_IS or any(is_word(x, *GOES_SOMEWHERE) for x in behind)):
        return False
    named = [(t.start, t.end) for t in substances_in(tail) if str(t.value) == m.identity]
    named += [
        x.span(1)
        for x in A_WORD.finditer(tail)
        if lex.GENERIC.get(x[1].lower(), "solid") not in ("solid", "") and class_of(x[1].lower(), str(m.identity))
    ]
    for a, b in named:
        begin = max(tail.rfind(". ", 0, a) + 2, tail.rfind("\n", 0, a) + 1, tail.rfind("; ", 0, a) + 2, 0)
        ends = UP_TO_THE_END.match(tail, b)
        sentence = tail[begin : ends.end() if ends is not None else b]
        if AN_AMOUNT_BY.search(tail[b : b + 16]) or AN_AMOUNT_BY.search(tail[max(a - 12, 0) : a]):
            continue
        if _opens_with(tail[begin:a]) and PUTS_IT_IN.search(sentence):
            return True
    return False


def _opens_with(before: str) -> bool:
    """Whether the words before a name, from the begin of its sentence, only say that it goes in, and what goes with it."""
    for t in reversed(list(substances_in(before))):
        before = before[: t.start] + before[t.end :]
    words = re.findall(r"[A-Za-z]+", before.lower())
    return all(w in OPENS_A_FEED or w in lex.GENERIC for w in words) and len(words) <= HOW_IT_IS


STRIPPED = patterns.compile(r"\b(?:strip|distil|evaporat|boil|remov|recover)\w*\b(?: \w+){0,3} $", re.I)
"""Before a name: it is taken off again."""
HOW_IT_IS = 4
"""Words behind an amount that may tell how the substance is: ", cleaned with emery"."""
OPENS_A_FEED = {
    "the", "then", "now", "and", "all", "of", "charge", "put", "add", "run", "drip", "drop", "let", "dose", "pour", "dissolve", "in", "into", "flask", "pot", "reactor", "funnel", "from",
    "with", "min", "h", "for", "first", "next", "step", "half", "a", "b", "c",
}  # fmt: skip
GOES_SOMEWHERE = ("in", "into", "to", "on", "onto", "over", "during", "from", "at", "and", "added", "at once", "all", "dropwise")
"""Words behind an amount that say where it goes or how: it is no line of a list."""
A_WORD = patterns.compile(r"\b([A-Za-z]{3,})\b(?! (?:bath|bottle|waste|layer|gas|vapou?r|fumes|paper))")
UP_TO_THE_END = patterns.compile(r"(?:[^.;\n]|\.(?=\d))*")
AN_AMOUNT_BY = patterns.compile(rf"\d ?(?:{WRITTEN_MASS}|{WRITTEN_VOLUME}|m?mol)\b")
PUTS_IT_IN = patterns.compile(
    r"\b(?:flask|pot|reactor)\s*[:=-]|\b(?:in|into) the (?:flask|pot|reactor|beaker|water|\w+)\b|(?<!all )\bin(?=[,.;:)\n]|$)|\bfunnel\b|\bdrop ?wise\b|\bdrop by drop\b"
    r"|\b(?:add|drip|drop|run|feed|fed|pour|charg|put|dos|let)\w*\b|\bdissolved? (?:in|the|it)\b|\b\d+ ?(?:min|h)\b|\bslowly\b|\bgoes in\b",
    re.I,
)
"""What a sentence says that puts a substance in, which was only weighed before."""


THE = patterns.compile(r"\bthe (?:\w+ )?$", re.I)
THE_WORD = patterns.compile(
    rf"\bthe (\w+)(?! (?:mixture|mix|bucket|can|drum|bin|tin|box|pan|tray|lid|clip|rod|jar|{'|'.join(lex.TELLS_WHICH)})\b)", re.I
)
"""A noun by itself, not one that says which one is meant ("the acid filtrate")."""
WHAT_IS_LEFT_OF = patterns.compile(
    r"\b(?:take|takes|taken|took|distil|distill|distils|distilled|strip|evaporate|boil|drive|pump|remove|recover)(?: off)? the $|\b(?:(?:left|excess|remainder|surplus|unreacted part) (?:over )?of|(?:put|set) (?:aside|away) with|until|till|when|once|if|from) (?:all )?(?:the |what )(?:rest of the )?(?:\w+ )?$|\bwith the rest of the (?:\w+ )?$",
    re.I,
)
""" "What is left of the magnesium dissolves": named again, and not put in."""
TAKEN_AWAY = patterns.compile(
    r" (?:is |was |are |were |comes |goes |then )*(?:distil\w*|evaporat\w*|stripp\w*|removed|recovered|taken off|off\b|boiled off|layer\b|phase\b|extracts?\b|washings?\b)",
    re.I,
)
"""Behind "the dichloromethane": it leaves, or only says which layer."""


AIM = patterns.compile(
    r"^\W*(?:gas|product|amount|quantity)? ?(?:wanted|aim|target|goal|scale)\b\s*[:=]|\brequest\w* (?:to make|for)\b|\b(?:want|need|have|asked)(?:s|ed)? to (?:make|prepare)\b|\b(?:needed|wanted|was short of) (?:a bit of|some|a little|a drop of)\b|\border for\b|\b(?:my|our|his|her|their) turn to (?:make|prepare)\b|\b(?:I|we|they) wanted (?:about |some |roughly )?\d[\d.,]* ?(?:m?L|k?g)\b|\b(?:this|that)(?: is|'s) how (?:I|we|you) (?:make|do|prepare|get)\b|\bhow (?:I|we|you|they|one) (?:make|made|prepare|prepared)\b|^\W*(?:I|we) (?:always |usually |often )?(?:make|prepare|brew|cook) (?:my|our) (?:own )?"
    r"|^\W*(?:so,? |well,? |ok,? )?(?:I|we|they) (?:make|made|prepare|prepared|brew|brewed) (?:the |some |a little )?[a-z][\w-]{3,}(?: \w+)? (?:with|from|out of|by|using) (?:\w+ ?){1,3}\W*$",
    re.I,
)
"""What is to come out, with how much of it; nothing goes in."""
INTRO = patterns.compile(
    r"\b(?:here(?:'s| is| are) (?:the|my|our|a|how)|(?:prep|procedure|recipe|method|protocol) (?:that )?(?:you|we|I|they) |this (?:is|one is|time)|today(?:'s| it's| we| is)?|we(?:'re| are)? (?:going to|making)|i(?:'m| am) (?:going to|making)|^\W*to (?:make|reduce|prepare|get|obtain|oxidi[sz]e|remove|convert)\b[^.]*\b(?:we|I|you) (?:use|take|employ)|^\W*th(?:e|is) (?:reaction|procedure|method|route|recipe|preparation) (?:uses|takes|employs|needs))\b",
    re.I,
)
"""What an author says before he begins."""


NAMES_THE_JOB = patterns.compile(
    r"^\W*(?:(?:right|ok|okay|so|well|now|then|here is|here's)\W+)*(?:the |a |my |our )?[\w-]*(?:ation|olysis|ysis) of (?:the )?[\w -]+\W*$",
    re.I,
)
""" "Right, the chloroacetylation of toluene.": a sentence that says what will be done."""


def _says_what_for(account: Account, r: Reading) -> bool:
    """Whether a clause at the head of the text says what is made, and of what, before it begins."""
    so_far = account.source[: r.clause.start].strip()
    if not r.measured and NAMES_THE_JOB.match(r.text):
        return True
    if so_far in ("", account.doc.title) and _names_the_aim(account, r):
        return True
    return not r.measured and so_far in ("", account.doc.title) and INTRO.search(r.text) is not None


WHAT_IS_DONE = patterns.compile(
    r"\s+(?:nitrat|brominat|chlorinat|iodinat|oxidat|reduct|hydrolys|acylat|alkylat|diazoti[sz]at|sulfonat|hydrogenat|distillat|purificat|destruct|dispos)\w*\b",
    re.I,
)


MAKES_OF = patterns.compile(
    r"^\W*(?:right|so|ok|okay|now|well|today)\b[,:]?[^.;]*\b(?:to|to give|giving|gives|makes?) (?:the |an? )?(?=[\w,'()-]+\W*$)", re.I
)


def _names_the_aim(account: Account, r: Reading) -> bool:
    """ "Okay, fuming nitric.": a first sentence that does nothing and ends in a name says what is made."""
    if r.measured or r.vessels or r.bath or r.clause.verb is not None or account.doc.results.product_identity is not None:
        return False
    if r.mentions and (made := MAKES_OF.search(r.text)) is not None:  # "Right, butylmagnesium bromide and acetone to the hexanol."
        last = r.mentions[-1]
        if last.identity and r.clause.start + made.end() <= last.start + 1:
            results = account.doc.results
            results.product_identity, results.product, results.product_span = last.identity, last.name, (last.start, last.end)
        return True
    if len(r.mentions) > 1 and not re.search(r"\b(?:route|method|way|process|from|out of)\b", r.text, re.I):
        return False
    named = next((m for m in r.mentions if m.identity and m.first <= 3), None)
    if named is not None and WHAT_IS_DONE.match(account.source[named.end :]):
        return True  # "Chlorobenzene nitration, done Thursday.": what it starts from
    if named is None or any(is_word(x, "on", "onto", "to", "of", "from", "with", "in") for x in r.items[: named.first]):
        return False
    if re.search(r"\S {3,}\S", r.text):
        return False  # the head of a table
    results = account.doc.results
    results.product_identity, results.product, results.product_span = named.identity, named.name, (named.start, named.end)
    return True


HOLDS_A_BATH = ("tub", "bowl", "basin", "pan", "tray", "bucket", "dish", "sink")
"""What a bath is in, where the clause tells of the bath."""


def _of_what_was_charged_last(account: Account, r: Reading) -> bool:
    """Whether "ice bath, 1 kg" or "the flask stands in ice" is said behind the charge of a second vessel: of that one."""
    mix = account.mix
    if mix is None or account.last is not mix or not unspent(account) or not account.doc.steps or account.doc.steps[-1].vessel != mix.name:
        return False
    if account.main is None or mix.kind != account.main.kind or mix.nominal_mL is None or _only_acids_in(account, mix):
        return False
    return not r.vessels or all(v.article == "the" and v.nominal_mL is None and v.kind == mix.kind for v in r.vessels)


DILUTED = {*ACIDS, *RECEIVERS, "hydrochloric acid", "acetic acid", "sodium hydroxide", "potassium hydroxide", "sodium nitrite"}
"""What is diluted or dissolved for a flask that is told of later, where no vessel is named for it."""


def _made_up_before(account: Account, r: Reading) -> None:
    """A fitted flask is told of, and what stands in a beaker so far was made up for it, a dilute acid or a solution: the flask is the main one."""
    first, doc = account.main, account.doc
    said = r.vessels[0] if r.vessels else None
    if first is None or said is None or account.mix is not None or said.kind != "flask" or said.nominal_mL is None:
        return
    if r.measured and not lex.TRAIN.search(account.source[r.clause.start : r.measured[0].start]):
        return  # it is charged here and now
    mine = [s for s in doc.steps if s.vessel == first.name and s.kind != "absorb"]
    held = account.held(first.name)
    open_vessel = first.kind in ("beaker", "jug", "conical flask", "cylinder") or (not first.named and held <= DILUTED)
    thin = bool(held & {"water", "ice"}) and len(held) > 1 and not _arylamine_in(account, first.name)
    mixed = all(s.kind in ("charge", "add", "dose", "cool", "mix") for s in mine) and 0 < len(mine) < 5
    if not (open_vessel and thin and mixed) or not (HAS_A_HEAD.search(r.text) or _is_fitted(account, r)):
        return
    flask = account.vessel(said, said.kind, "")
    if flask is first or account.holds(flask.name):
        return
    for s in mine:
        s.kind = "add" if s.kind == "dose" and s.duration is None else s.kind
    account.mix, account.main, account.place = first, flask, None
    account.made_first = (first, flask)


def _apparatus(account: Account, r: Reading) -> None:
    target = account.main
    if r.bath is not None and r.vessels and target is not None and all(v.kind in HOLDS_A_BATH for v in r.vessels):
        r.vessels = []  # "ice 1.0 kg with 0.5 L water, tub, refilled"
    if r.bath is not None and _of_what_was_charged_last(account, r):
        return set_bath(account.mix, r.bath)
    if r.vessels and lex.MIX_REFERENCE.search(r.text):
        account.last = account.vessel(r.vessels[0], r.vessels[0].kind, "")
        set_bath(account.last, r.bath)
        account.mix_sentence = r.clause.sentence
        return None
    if r.vessels:
        target = account.vessel(r.vessels[0], r.vessels[0].kind, "")
        if account.main is None:
            account.main = target
        elif not account.main.named:
            name_main(account, target)
        elif r.clause.label in ("flask", "reactor", "reaction flask", "vessel", "pot", "generator") and not account.holds(target.name):
            account.mix, account.main, account.place = (
                account.main,
                target,
                None,
            )  # "Oxidant: in a 100 mL flask … Flask: 500 mL, three necks"
    if target is None and r.bath is not None:
        target = main_vessel(account, [])
    set_bath(target, r.bath)
    account.last = target or account.last


# ------------------------------------------------------------------ bringing things together


def _the_ice(items: list[Item], i: int) -> bool:
    """Whether "the crushed ice", "the solid carbon dioxide" stands here."""
    if not is_word(at(items, i), "the", "this", "that"):
        return False
    k = i + 1
    while is_word(at(items, k), *lex.ADJECTIVES):
        k += 1
    x = at(items, k)
    return isinstance(x, Token) and x.kind == "sub" and x.value in ("ice", "carbon dioxide")


def _is_into_a_bath(r: Reading, i: int) -> bool:
    """ "Into the ice bath, then 5.8 g of acetone": the flask, and not what follows."""
    bath = any(is_word(y, "bath", "mantle") for y in r.items[i + 1 : i + 5])
    return bath and not any(i < m.index < i + 5 and m.measured for m in r.mentions)


def _sides(r: Reading) -> tuple[list[Mention], list[Mention], int | None]:
    """(what is added, what is there already, where the "to" stands)."""
    verb_at = r.clause.verb_at if r.clause.verb_at is not None else -1
    items = r.items
    leading = next((i for i, x in enumerate(items[:3]) if is_word(x, "to", "into", "onto")), None)
    if leading is not None and verb_at > leading:
        there = [m for m in r.mentions if leading < m.index < verb_at]
        if there or not r.mentions:
            return [m for m in r.mentions if m not in there], there, leading
    dest = None
    inside = bracketed(items)
    for i in range(max(verb_at, 0), len(items)):
        if i in inside:
            continue  # "11 mL of acid (slowly, into the water)"
        x, follow = items[i], items[i + 1] if i + 1 < len(items) else None
        if not is_word(x, "to", "into", "onto", "on") or (
            is_word(x, "on")
            and not (
                is_word(follow, "to", "crushed", "ice", "top")
                or _the_ice(items, i + 1)
                or isinstance(follow, Qty)
                or (isinstance(follow, Token) and follow.kind == "sub")
            )
        ):
            continue
        if isinstance(follow, Qty) and follow.dim in ("temperature", "time"):
            continue
        if _is_into_a_bath(r, i):
            continue
        if is_word(follow, "room", "reflux", "boiling", "dryness", "dissolve", "pH", "ph", "neutral", "the", "it") and not any(
            m.index > i for m in r.mentions
        ):
            continue
        dest = i
        break
    if dest is None:
        for i, x in enumerate(items):  # "under 100 mL water", "suspended in water", "is stirred into ice"
            if i not in inside and is_word(x, "into") and any(m.index > i for m in r.mentions) and not _is_into_a_bath(r, i):
                dest = i
                break
    if dest is None:
        return list(r.mentions), [], None
    if is_word(at(items, dest + 1), "it", "that", "this", "them", "which", "there") and not any(m.index < dest for m in r.mentions):
        return [m for m in r.mentions if m.index > dest + 1], [], dest  # "into that, from the funnel, 5.8 g of acetone"
    followed = next((i for i, x in enumerate(items) if i > dest and is_word(x, "followed")), None)
    there = [m for m in r.mentions if m.index > dest and (followed is None or m.first < followed or followed < dest + 3)]
    then = [m for m in r.mentions if m.index > dest and m not in there]
    also = _after_the_vessel(r, items[dest].end, there)
    return [m for m in r.mentions if m.index < dest or m in also or m in then], [m for m in there if m not in also], dest


AND_ALSO = patterns.compile(
    r"\)?,? ?(?:(?:that is|that's|which is|so|being|about) [^,;.]{3,30})?,? ?(?:and|then|plus|followed by|along with)\b(?![^;.]*\b(?:with|containing|holding|in|over|under|until)\b)",
    re.I,
)
"""Between the vessel and what goes into it as well."""


def _after_the_vessel(r: Reading, dest: int, there: list[Mention]) -> list[Mention]:
    """ "37 g of butanol into the 250 mL flask, and 36 g of acetic acid": both go in, and the second stands in nothing."""
    vessel = next((v for v in r.vessels if v.start >= dest), None)
    if (
        vessel is None
        or not there
        or any(m.start < vessel.start for m in there)
        or not any(m.measured and m.start < dest for m in r.mentions)
    ):
        return []
    return there if AND_ALSO.match(r.account.source[vessel.end : there[0].start]) else []


def _ice_there(there: list[Mention]) -> bool:
    """Whether ice or water waits to receive the batch, and not a reagent dissolved in it."""
    reagent = any(m.measured and m.identity and _is_reagent(m.identity) for m in there)
    dry_ice = any(m.identity == "carbon dioxide" and re.search(r"\bice\b|\bsolid\b", m.name, re.I) for m in there)
    return (any(m.identity in RECEIVERS for m in there) or dry_ice) and not reagent


def _is_reagent(identity: str) -> bool:
    """A solid of one molecule with carbon: no ice and no salt."""
    s = catalogue().substances[identity]
    return s.phase == "s" and s.smiles is not None and "." not in s.smiles and re.search(r"C(?![a-z])", s.formula) is not None


POURED_IN = patterns.compile(
    r"\bpour(?:ed|s)? (?:it |them |all )?on(?:to| to)? (?:the|this) (?:metal|zinc|tin|iron|magnesium|aluminium|solid|powder|turnings|granules|crystals)\b|\bpour (?:straight )?(?:in|on)\b(?!\s*(?:to|a|an|the|one|portions?|lots)\b)[^.;]{0,30}\b(?:tap water|water (?:quickly|slowly|on top))|\bpour\b[^.;]{0,40}\bwater on top\b|\b(?:straight )?down the condenser\b|\b(?:in )?(?:through|by|via|down|in from|in at) (?:the|its|an?|one) (?:(?:open|free|side|third|second|middle|centre|top|powder|dropping) |top of the |head of the )*(?:top|neck|condenser|side[- ]?(?:neck|arm)|funnel)\b|\b(?:poured|tipped) (?:straight )?in\b(?!\s*(?:to(?! (?:see|test|check|find out|try|stop|calm|cool|thin|dilute|destroy|kill|rinse|get)\b)|a|an|the|one|portions?|lots|\d+)\b)"
    r"|\b(?:tip|throw) in\b(?!\s*(?:to|a|an|the|one|portions?|lots)\b)"
    r"|\bwater\b[^.;,]{0,30}\b(?:poured|tipped|run|squirted|splashed|let|put|thrown) (?:straight |directly )?on(?:to| to)? it\b"
    r"|\bwater\b[^.;]{0,40}\b(?:poured|tipped|run|squirted|splashed|let|put|goes|thrown) (?:straight |directly )?(?:on(?:to| to)?|in(?:to)?) (?:the|this|that|what) (?!(?:\w+ )?ice\b)(?:(?:still |very )?(?:hot|warm|boiling|molten|dry|cold|solid|sticky) )?(?:residue|rest|melt|contents|cake|acid|mass|is left)\b",
    re.I,
)
"""Water that is "poured in" goes to the batch."""


IN_THE_POT = patterns.compile(
    r"\b(?:acid|liquor|liquid|mixture|residue|rest|what is|what's)(?: that is)? (?:left )?in the (?:pot|flask|still)\b(?=\s*(?:[:,(]|is\b|was\b|goes\b|cold\b|cooled\b))",
    re.I,
)
"""The batch, by the place where it is: "the acid in the pot: cold, poured into 400 mL of water"."""


THE_BATCH = patterns.compile(
    r"\b(?:pour|tip|run|drop|drip|let|empty|transfer|siphon|is|was|are|were)\w*\b[^.;]{0,30}\b(?:batch|reaction mixture|mixture|contents|lot|mass)\b|\b(?:batch|reaction mixture|mixture|contents|lot|mass)\b[^.;]{0,30}\b(?:into|on to|onto)\b",
    re.I,
)


ON_IT = patterns.compile(
    r"\b(?:on(?:to)?|over|into|in|to) (?:it|this|them|top)\b|\bin(?:to)? the (?:flask|pot)\b|\b(?:on(?:to)?|over|into|to) the (?:\w+ )?(?:mixture|batch|contents|suspension|slurry)\b",
    re.I,
)
WATER_IN = patterns.compile(
    r"^\W*(?:next (?:day|morning):? |then |monday:? )?(?:I )?(?:just )?(?:pour|poured|tip|tipped|threw|put|ran) (?:some |the |cold |tap )?water in\b(?!to)(?! (?:an?|the) )"
    r"|\b(?:pour|tip|throw|chuck|empt)(?:y|s|ed|ped)? (?:a|one|two|half a) (?:bucket|jug|cup|can|glass|mug|pail)s?(?:ful)? of (?:cold |tap )?water (?:in|on it|over it|on top|into it|into the (?:pot|flask|beaker))\b"
    r"|\b(?:I|we|you) (?:just )?(?:pour|poured|tip|tipped|throw|threw|put|ran|run) (?:some |the |a little |a lot of )?(?:cold |tap )?water (?:on (?:it|top|them)|into (?:it|the (?:beaker|flask|jar)))\b",
    re.I,
)
INTO_ITS_FLASK = patterns.compile(
    r"\b(?:in|on)?to the (?:(?:warm|hot|reaction|same|still|stirred|cooling) ){0,2}(?:flask|pot|mixture|complex|batch|melt|residue|cake|crust|mass)\b",
    re.I,
)
TO_THE_BATCH = patterns.compile(
    r"^\W*(?:then |now )?to (?:it|this|the (?:\w+ )?(?:mixture|batch|solution|contents|suspension|slurry))\b(?! (?:in|is|was) )", re.I
)
QUENCHED_WITH = patterns.compile(
    r"^\W*(?:then )?with (?:about |some )?(?:\d|(?:cold |iced )?water \d)|\bquench\w*[:,]?(?: [-–])?(?: (?:it|this|the [\w ]{3,20}))? (?:with|by (?:(?:the )?(?:(?:\w+ly|careful|cautious|slow|gradual|dropwise|portionwise),? )*(?:adding|addition of)))\b",
    re.I,
)


ONTO_WHAT_STANDS = patterns.compile(
    r"\b(?:in ?to|on ?to|on|to|over) (?:it|them|this|that|the (?:\w+ )?(?:flask|pot|mixture|batch|residue|contents))\b", re.I
)


def _does_not_fit(account: Account, m: Mention) -> bool:
    """Whether a measured volume of water is more than the vessel of the batch holds."""
    size = account.main.nominal_mL if account.main is not None else None
    if m.amount is None or size is None or m.amount.dim not in ("volume", "mass"):
        return False
    return convert(m.amount.value, m.amount.unit, m.amount.dim) > size


def _water_comes(r: Reading) -> bool:
    """ "Pour 200 mL of water on it", "quench with 200 mL of water", "tip in 50 mL of water": water or ice is what is poured, and the batch what stands there."""
    first = next((m for m in r.mentions if m.identity in RECEIVERS and m.measured), None)
    at = r.clause.verb_at
    if first is not None and _does_not_fit(r.account, first) and ONTO_WHAT_STANDS.search(r.text) is None:
        return False  # "pour in 500 mL of ice water", out of a 250 mL flask
    if WATER_IN.search(r.text) and any(m.identity in RECEIVERS for m in r.mentions):
        return True
    if first is not None and TO_THE_BATCH.match(r.text):
        return True  # "to the mixture 200 mL of water"
    if first is not None and at is not None and first.last < at and r.clause.verb == "pour":
        if ON_IT.search(r.text, r.text.find("pour")) or INTO_ITS_FLASK.search(r.text, r.text.find("pour")):
            return True  # "200 mL of water is poured on it", "… into the warm flask"
    if first is None or r.clause.verb != "pour" or at is None or lex.BATCH_REFERENCE.search(r.account.source[r.clause.start : first.start]):
        return False
    if QUENCHED_WITH.search(r.text):
        return True
    said = r.items[at]
    if (
        isinstance(said, Token)
        and said.low.endswith("ed")
        and not any(is_word(x, "i", "we", "you", "they", "he", "she") for x in r.items[:at])
    ):
        return False  # "Poured in 300 mL of water": the batch
    between = r.items[at + 1 : first.first]
    if first.first <= at or any(
        is_word(x, "into", "onto", "to", "over", "for", "with", "it", "this", "everything", "that", "them") for x in between
    ):
        return False
    tail = r.account.source[first.end : r.clause.end]
    if any(is_word(x, "on") for x in between):
        return False  # "pour on 25 g of ice", "pour on to ice"
    if any(v.start > first.end and v.nominal_mL is not None for v in r.vessels):
        return ON_IT.search(tail) is not None
    return True


DROWNED = patterns.compile(r"^\W*(?:then |now |the \w+ (?:\w+ )?(?:is |was ))*drown(?:ed)?\b", re.I)
""" "Drown in 300 g of ice"."""


WHAT_CAME = patterns.compile(
    r"^\W*(?:(?:then|now|and|when (?:it(?:'s| is) )?(?:cold|cool|over|done))\b[ ,]*)*(?:the |all (?:the )?)(?:\w+ ){0,2}(?:cake|residue|batch|mixture|contents|mass|paste|melt|slurry|sludge|crystals|solid|liquor|rest|lot)\b",
    re.I,
)
"""What has come of a charge, by what it is called."""


def _pours(account: Account, r: Reading) -> bool:
    """Whether the batch goes on to ice or into water here."""
    if not account.doc.steps or account.main is None:
        return False
    if DROWNED.match(r.text) and r.mentions:
        return True
    if _water_is_there(account, r) or _water_comes(r):
        return False
    if POURED_IN.search(r.text) or (lex.TO_MARK.search(r.text) and r.clause.verb in ("charge", "mix")):
        return False
    sources, there, dest = _sides(r)
    if dest is not None and not there and sources and lex.BATCH_REFERENCE.search(r.account.source[r.items[dest].start : r.clause.end]):
        return False  # "phenol melted with its water, poured into the acid mixture"
    if r.clause.verb == "pour" and _ice_there(r.mentions) and not (there and not _ice_there(there)):
        return not (
            re.search(
                r"\b(into|to|in) the (?:(?:reaction|hot|warm|cold|same|stirred|first) ){0,2}(?:flask|pot)\b|straight into the flask",
                IN_THE_POT.sub("", r.text),
                re.I,
            )
            is not None
        )
    if dest is None:
        return False
    then = next((x.start for x in r.items[dest:] if is_word(x, "then")), None)
    there = [m for m in there if then is None or m.start < then] or there  # "into water, then soda until …"
    row_water = any(m.generic.startswith("row ") and m.identity in RECEIVERS for m in there)
    batch = lex.BATCH_REFERENCE.search(r.text) is not None or not any(
        m.measured or (m.identity and any(account.lot(k).identity == m.identity for k in account.waiting)) for m in sources
    )
    reacted = (
        any(s.kind in ("dose", "hold", "reflux") for s in account.doc.steps)
        or sum(1 for s in account.doc.steps if s.vessel == account.batch and s.materials) >= 2
        or (WHAT_CAME.match(r.text) is not None and any(len(s.materials) > 1 for s in account.doc.steps))
    )
    sure = (
        row_water
        or any(m.measured or m.identity == "ice" or "cold" in m.name.lower() or "ice" in m.name.lower() for m in there)
        or r.clause.verb in ("pour", "add")
    )
    acid = any(m.identity in ACIDS for m in sources) and not IN_THE_POT.search(r.text)
    apart = any(account.main is not None and account.vessel_name(v) != account.main.name and v.nominal_mL is not None for v in r.vessels)
    if apart and reacted and not sources and any(m.measured for m in there) and (THE_BATCH.search(r.text) or INTO_ALONE.match(r.text)):
        return True  # "run the batch slowly into 200 mL of bisulfite in a 1 L beaker"
    if (
        reacted
        and not sources
        and r.clause.verb in ("pour", "add", "dose", None)
        and OUT_INTO.search(r.text)
        and any(_a_solution(m) for m in there)
    ):
        return True  # "the mixture is poured slowly into 1 L of 10 % bisulfite": away from its flask, whatever waits there
    return (_ice_there(there) or row_water) and sure and batch and reacted and not acid


OUT_INTO = patterns.compile(
    r"\b(?:batch|reaction mixture|mixture|contents|lot|mass|what(?:['’]s| is|ever is) (?:left )?in the (?:generator|flask|pot|still))\b[^.;]{0,60}\b(?:in ?to|on ?to) (?:about |some )?(?:\d|an? |half an? |one |two )",
    re.I,
)


def _a_solution(m: Mention) -> bool:
    """Whether a measured solution is named, by its strength: what a batch is let out into."""
    return m.measured and m.identity is not None and m.strength is not None


INTO_ALONE = patterns.compile(r"^\W*(?:\d+[.)] )?(?:then |now )?into (?:about )?\d", re.I)
""" "Into 1 L of methanol in a 2 L beaker, thin stream": the batch goes there."""
HAS_A_HEAD = patterns.compile(
    r"\b(?:condenser|dropping funnel|three[- ]neck\w*|four[- ]neck\w*|stirrer|thermometer|[34][- ]neck\w*)\b", re.I
)
"""What makes a flask the one in which the work is done."""


def _only_acids(mentions: list[Mention]) -> bool:
    named = [m for m in mentions if not m.generic]
    return bool(named) and all(m.identity in (*ACIDS, "water") for m in named)


def _two_acids(mentions: list[Mention]) -> bool:
    return len({m.identity for m in mentions} & set(ACIDS)) == 2


def _stands_there(account: Account, r: Reading) -> bool:
    """ "Sulfuric acid is added to the nitric acid": whether that one is what the flask holds, beside nothing but acids and water."""
    held = account.held(account.main.name if account.main else None)
    named = [m for m in r.mentions if m not in r.measured and not _waits(account, m)]
    return bool(named) and bool(r.measured) and {m.identity for m in named} <= held <= {*ACIDS, *RECEIVERS}


MADE_BEFORE = patterns.compile(
    r"(?:^\W*(?:then )?|, )(?:an?|the|this|that|our) (?:[\w-]+ ){0,2}mixture of\b.*"
    r"\b(?:was|were|is|are|gets?|got|goes|went)\b[^,;]{0,30}\b(?:added|tipped|poured|dripped|dropped|let|thrown|run|in)\b",
    re.I | re.S,
)
"""A mixture of acids that is there already, and what is done with it."""
PUT_IT_IN = patterns.compile(r"\b(?:put|place|tip|pour|transfer|weigh)\w*\b[^,;]{0,12}\b(?:it|this|that|them|these)\b (?:in|into)\b", re.I)


REAGENT_GOES = patterns.compile(
    r"[^\n]{0,160}?[.;] (?:The|This|the|this) (?:reagent|oxidant|oxidi[sz]ing (?:agent|mixture|solution))\b[^.;]{0,40}\b(?:poured|added|dripped|dropped|run|fed|let|goes|went)\b[^.;]{0,25}\b(?:to|into) the\b"
)
MIX_GOES = patterns.compile(
    r"[^\n.;]{0,30}[.;]\s+(?:(?:then|now|next|and)\b[ ,]*)*(?:"
    r"(?:(?:one |the first |first |about |a )?(?:half|third|quarter) of (?:it|this|(?:the|this) (?:cold |clear )?(?:mixture|mix|solution))|(?:the |this |that )(?:cold |clear )?(?:mixture|mix))\b[^.;]{0,30}\b(?:added|poured|dripped|dropped|run|fed|goes|went)\b"
    r"|(?:add|run|pour|drip|feed)(?: in)? (?:(?:one |the first |first |about |a )?(?:half|third|quarter) of )?(?:it|this|(?:the|this) (?:cold |clear )?(?:mixture|mix|solution))\b)"
    r"(?![^.;]*\b(?:ice|water|crushed|caustic|\d+ ?(?:mL|L|g|kg) )\b)"
    r"|[^\n.;]{0,30}[.;]\s+(?:the )?first half\b",
    re.I,
)
""" "A and B are mixed. Half of it is run in": beside what the flask holds, and not in it."""
"""What is being made up goes into the batch a sentence or two later: "The reagent, still hot, was poured into the acetone solution"."""


FOR_WHAT_CAME_OVER = patterns.compile(
    r"[^.;\n]{0,40}[.;,]?\s+(?:and |then )*(?:the )?(?:distillate|condensate|fore-?run|runnings)\b[^.;\n]{0,60}\b(?:in|on)?to (?:it|this|that|there)\b",
    re.I,
)
"""What is told next goes into what is put there now."""


def _starts_apart(r: Reading) -> bool:
    """ "10.7 g of toluidine into a beaker with 30 mL of acid and 50 mL of water": what goes there is measured out now, and no batch."""
    sources, there, _ = _sides(r)
    return (
        r.clause.verb is None
        and any(m.identity and catalogue().substances[m.identity].parts.get("H+", 0.0) > 0 for m in there)
        and any(
            m.measured and m.identity and m.identity not in RECEIVERS and not catalogue().substances[m.identity].parts.get("H+")
            for m in sources
        )
    )


MADE_UP_HEAD = patterns.compile(rf"^[ \t]*(?:[-*•·] |\w\W )?({'|'.join(MADE_UP)}):", re.I)


def _head_of_what_is_made_up(account: Account, at: int) -> str:
    """The head of a line under which something is made up that goes in by that name further down: "Oxidant: …", "Oxidant dropped in over 45 min"."""
    begin = account.source.rfind("\n", 0, at) + 1
    head = MADE_UP_HEAD.match(account.source[begin:at])
    if head is None:
        return ""
    fed = re.search(
        rf"\b{head[1]}\b[^.:;\n]{{0,30}}\b(?:added|drop(?:ped|s|wise)?|drip(?:ped|s)?|runs?|fed|let|poured|goes|in|from (?:the|its|a) (?:\w+ )?funnel|over (?=\d|an? |one |half )|into)\b",
        account.source[at:],
        re.I,
    )
    return head[1].lower() if fed else ""


def _to_side(account: Account, r: Reading) -> bool:
    """Prepared beside the batch: mixed acids, a labelled solution, a second vessel with contents of its own."""
    verb, text = r.clause.verb, r.text
    if not r.mentions or (r.measured and CARRIED.search(text)):
        return False
    if verb is None and INTO_ALONE.match(text) and r.vessels and any(s.kind in ("hold", "reflux") for s in account.doc.steps):
        return False  # "into 1 L of methanol in a 2 L beaker, thin stream": the batch goes there
    if _only_weighed(account, r):
        return False  # "weighed into an open beaker and poured in": what it stood in meanwhile
    head = _head_of_what_is_made_up(account, r.clause.start) if r.measured else ""
    if head:
        sized = next((v for v in r.vessels if v.nominal_mL is not None), None)
        vessel = account.labelled.get(head) or (account.vessel(sized, sized.kind, "") if sized else account.vessel(None, "beaker", head))
        account.labelled[head] = vessel
        set_bath(vessel, r.bath)
        _fill(account, r, vessel)
        return True
    if account.main is not None and not account.main.named and r.vessels and PUT_IT_IN.search(text):
        main_vessel(account, r.vessels)  # "25 g of it from the shelf, put it in a 100 mL flask"
    busy = account.holds(account.main.name if account.main else None)
    label = re.search(r"\b((?:acid|solution|mixture|liquor) [a-z])\b(?=\W|$)(?![ =]*\d)", r.clause.label + " " + text, re.I)
    if (
        label
        and r.measured
        and (not label[1].lower().endswith((" a", " i")) or re.match(r"\s*[:=.)]", (r.clause.label + " " + text)[label.end(1) :]))
        and (r.clause.label or verb in ("mix", "charge", "add", "pour", None))
    ):
        name = label[1].lower()
        if name not in account.labelled:
            vessel = account.vessel(None, "beaker", name)
            account.labelled[name] = vessel
            set_bath(vessel, r.bath)
            _fill(account, r, vessel)
            return True
    if (
        account.mix is not None
        and r.measured
        and unspent(account)
        and re.search(r"\b(?:to|on|into) it\b|\bon top\b", text)
        and REAGENT_GOES.match(account.source, r.clause.end)
    ):
        step = new_step(account, r.clause, "add", vessel=account.mix.name)
        place(account, step, [x for y in r.measured for x in lots_for(account, y, True)])
        return True
    mixing = _only_acids(r.mentions) and _two_acids(r.mentions)
    if mixing and _stands_there(account, r):
        return False
    told = account.mix_sentence == r.clause.sentence
    headed = (not busy or ":" in text) and lex.MIX_REFERENCE.search(
        r.clause.label or (text.partition(":")[0] if ":" in text else "")
    ) is not None
    if (
        (r.measured or (headed and _two_acids(r.mentions)))
        and _only_acids(r.mentions)
        and (headed or (told and account.mix is not None and verb in ("add", "charge", None)))
    ):
        if account.mix is not None and told:  # "Mixed acid: to 30 mL of sulfuric acid in a beaker …"
            vessel = account.mix
        else:
            vessel = account.vessel(r.vessels[0], r.vessels[0].kind, "") if r.vessels else _side_vessel(account, r)
        account.mix, account.mix_sentence = vessel, r.clause.sentence
        set_bath(vessel, r.bath)
        _fill(account, r, vessel)
        return True
    if (
        mixing
        and (busy or told or lex.MIX_REFERENCE.search(text) or verb == "mix" or lex.APART.search(text))
        and (busy or told or account.waiting or lex.MIX_REFERENCE.search(text) or lex.APART.search(text))
    ):
        doses = (
            verb in ("add", "pour")
            and busy
            and not re.search(r"\binto (?:the )?(?:nitric|sulfuric|sulphuric)\b", text, re.I)
            and (
                MADE_BEFORE.search(text)
                or (verb == "add" and re.search(r"\b(over|during|in the course|dropwise|dripped|drip)\b|^\W*(?:then )?(?:an?|the) (?:[\w-]+ )?mixture of\b", text, re.I) and not lex.APART.search(text))
            )
        )  # fmt: skip
        premixed = durations_in(r.clause)[0] is not None and busy
        into_acid = any(m.identity in ACIDS for m in _sides(r)[1])
        if (doses or premixed) and not into_acid:
            return False
        vessel = _side_vessel(account, r)
        account.mix = vessel
        set_bath(vessel, r.bath)
        _fill(account, r, vessel)
        return True
    other = [
        v
        for v in r.vessels
        if account.main is not None and account.vessel_name(v) != account.main.name and (v.nominal_mL is not None or v.article != "the")
    ]
    solute = {m.identity in RECEIVERS for m in r.measured if other and m.start < other[0].start} == {True, False}
    made_up = bool(other) and verb == "add" and solute and _stands_in(account, other[0])  # "2 g go into 10 mL of water, in a small beaker"
    dilutes = busy and not unspent(account) and _dilutes(account, r)
    separate = dilutes or (
        busy
        and (
            r.measured
            or any(m.generic.startswith("row ") or (m.generic and lots_waiting(account, m)) for m in r.mentions)
            or (other and _put_into_it(r, other[0]) and any(_waits(account, m) for m in r.mentions))
        )
        and (
            (other and verb in ("charge", "mix", "heat", None, "hold"))
            or (other and verb == "cool" and (":" in text or _then_cooled(r)) and (_put_into_it(r, other[0]) or _behind_all(r, other[0])))
            or made_up
            or (other and verb == "add" and _new_and_charged(account, r, other[0]))
            or (lex.APART.search(text) and verb in ("charge", "mix", None, "hold"))
            or (len(r.measured) > 1 and verb in ("charge", "mix", None) and REAGENT_GOES.match(account.source, r.clause.end))
            or (len(r.measured) > 1 and verb == "mix" and not r.vessels and MIX_GOES.match(account.source, r.clause.end))
        )
    )
    there = other and other[0].nominal_mL is not None and any(m.measured or _waits(account, m) for m in r.mentions)
    if busy and there and not account.isolated and _the_batch_behind(account, r, other[0]):
        return True
    if (
        separate
        and (not account.isolated or (account.isolated == "distil" and FOR_WHAT_CAME_OVER.match(account.source, r.clause.end)))
        and not lex.BATCH_REFERENCE.search(_without_what_waits(account, r, lex.SENSOR_PLACE.sub("", text)))
        and (made_up or dilutes or not _ice_there(_sides(r)[1]) or _starts_apart(r))
    ):
        vessel = (
            account.vessel(other[0], other[0].kind, "")
            if other
            else account.vessel(None, "beaker", f"prepared apart, {len(account.doc.vessels) + 1}")
        )
        if account.isolated:  # what is told next goes into it: it is no reagent that waits
            step = new_step(account, r.clause, "charge", vessel=vessel.name)
            place(account, step, [x for m in r.measured for x in lots_for(account, m, True)])
            return True
        first = account.main
        fitted = HAS_A_HEAD.search(text) is not None or r.bath is not None or _is_fitted(account, r)
        told_before = (made_first(account, vessel, fitted) and not _only_acids(r.measured)) or _stands_ready_for_diazo(account, r, vessel)
        if told_before or (
            first is not None
            and (not first.named or _only_acids_in(account, first))
            and other
            and other[0].nominal_mL is not None
            and HAS_A_HEAD.search(text)
        ):
            account.mix, account.main = first, vessel  # a solution made first, and then the flask that it goes into
        else:
            account.mix = vessel
        set_bath(vessel, r.bath)
        _fill(account, r, vessel)
        return True
    return False


def _stands_in(account: Account, v: VesselPhrase) -> bool:
    """Whether things are said to be in a vessel that is new to the text, and not to go into it."""
    before = account.source[max(0, v.start - 24) : v.start]
    return re.search(r"\bin (?:an?|another) (?:[\w-]+ ){0,2}$", before, re.I) is not None


def _put_into_it(r: Reading, v: VesselPhrase) -> bool:
    """Whether a sized vessel is what things are in or go into, or heads the clause."""
    before = r.text[: max(0, v.start - r.clause.start)]
    return v.nominal_mL is not None and (not before.strip() or re.search(r"\b(?:in|into) (?:an? |the )?$", before, re.I) is not None)


def _new_and_charged(account: Account, r: Reading, v: VesselPhrase) -> bool:
    """ "Introduce 11 g of copper chloride and 50 mL of hydrochloric acid into a 1 L flask", where the batch stands in another that has its size: a charge of its own."""
    return (
        account.main is not None
        and account.main.nominal_mL is not None
        and _put_into_it(r, v)
        and not account.holds(account.vessel_name(v))
        and not any(m.start > v.end for m in r.measured)
        and all(x is None for x in (durations_in(r.clause)[0], *temperatures_in(r.clause)[:2]))
    )


DIAZO_LABEL = patterns.compile(r"^\W*diazo\w*(?: (?:solution|salt|part))?\s*[:–-]", re.I)


def _without_what_waits(account: Account, r: Reading, text: str) -> str:
    """A clause without its label, and without "the iodide solution" where the charge list has it: nothing that is said of the batch."""
    text = DIAZO_LABEL.sub("", text)
    for m in r.mentions:
        if m.generic and not m.generic.startswith("row ") and lots_waiting(account, m):  # the charge list has it
            text = re.sub(rf"\bthe (?:\w+ )?{re.escape(m.name)} (?:solution|suspension|mixture)\b", m.name, text, flags=re.I)
    return text


def _lies_ready(account: Account, clause: Clause, vessel: Vessel) -> Step:
    """A charge of what lies in a vessel before the clause's own doing, which the clause's times and temperatures do not concern."""
    step = new_step(account, clause, "charge", vessel=vessel.name)
    step.duration = step.T_limit = step.T_range = None
    return step


def _dilutes(account: Account, r: Reading) -> bool:
    """ "60 mL of sulfuric acid is run into 60 mL of water": a measured acid or alkali into measured water, and no word of the batch."""
    added, there, _ = _sides(r)
    if (
        len(r.measured) != 2
        or any(m not in r.measured and m.identity not in RECEIVERS for m in r.mentions)
        or [m.identity in RECEIVERS for m in r.measured if m in there] != [True]
    ):
        return False
    acid = next((s for m in added if (s := catalogue().substances.get(m.identity or "")) is not None), None)
    own = [v for v in r.vessels if account.main is not None and account.vessel_name(v) == account.main.name]
    return acid is not None and "H+" in acid.parts and not own  # negative for an alkali


def _then_cooled(r: Reading) -> bool:
    """ "2-Naphthol 3.6 g in 25 mL of caustic, cooled to 5 °C": whether all that is measured stands before its cooling."""
    at_verb = r.items[r.clause.verb_at].start if r.clause.verb_at is not None and r.clause.verb_at < len(r.items) else None
    return at_verb is not None and bool(r.measured) and all(m.end <= at_verb for m in r.measured)


def _behind_all(r: Reading, v: VesselPhrase) -> bool:
    """ "…, 250 mL beaker": whether a sized vessel stands behind a comma and ends the clause."""
    begin = v.qty.start if v.qty is not None else v.start
    before = r.text[: max(0, begin - r.clause.start)].rstrip()
    return v.nominal_mL is not None and before.endswith(",") and all(m.end <= v.start for m in r.measured)


THE_DIAZO = patterns.compile(r"\b(?:the )?(?:cold |cooled |iced )*diazo(?:nium)?(?: salt)?(?: solution)?\b(?! salt)", re.I)


def _the_batch_behind(account: Account, r: Reading, other: VesselPhrase) -> bool:
    """ "Copper(I) bromide solution in the 1 L flask, diazonium solution in portions over 40 min": what stands there, and the batch that goes into it."""
    m = THE_DIAZO.search(r.text, other.end - r.clause.start) if other.end > r.clause.start else None
    if m is None or lex.BATCH_REFERENCE.search(r.text[: m.start()]):
        return False
    place_of = r.clause.start + m.start()
    head = [x for x in r.items if x.end <= place_of]
    tail = [x for x in r.items if x.start >= place_of]
    at = r.clause.verb_at
    while head and is_word(head[-1], ",", "and", "then", "add", "run", "in", "drip", "pour", "the", ";"):
        head.pop()
    if not head or len(tail) < 2:
        return False
    early = at is not None and at < len(head)
    read_clause(
        account, replace(r.clause, items=head, end=head[-1].end, verb=r.clause.verb if early else None, verb_at=at if early else None)
    )
    read_clause(account, replace(r.clause, items=tail, start=tail[0].start, label="", verb="add", verb_at=None))
    return True


def _is_fitted(account: Account, r: Reading) -> bool:
    """Whether the sentence goes on with what is fitted to the vessel: "in a 250 mL flask, thermometer in the liquid, ice bath"."""
    return HAS_A_HEAD.search(re.split(r"\.\s|\n", account.source[r.clause.end : r.clause.end + 90])[0]) is not None


def _waits(account: Account, m: Mention) -> bool:
    """Whether a substance is named that the charge list has and nothing has used."""
    return m.identity is not None and any(tag == "list" and account.lot(k).identity == m.identity for k, tag in account.waiting.items())


def _only_acids_in(account: Account, vessel: Vessel) -> bool:
    """Whether an open vessel holds acids, water and ice alone: what is made up for the flask, or stands by."""
    held = account.held(vessel.name)
    return vessel.kind in ("beaker", "bucket", "bowl", "tub", "jar") and bool(held) and held <= {*ACIDS, *RECEIVERS}


def _side_vessel(account: Account, r: Reading) -> Vessel:
    if r.vessels and account.main is not None:
        v = account.vessel(r.vessels[0], r.vessels[0].kind, "")
        if v.name != account.main.name:
            return v
    if account.mix is not None and unspent(account):
        return account.mix
    if (
        account.last is not None
        and account.last is not account.main
        and account.last is not account.quench
        and not account.holds(account.last.name)
    ):
        return account.last
    return account.vessel(None, "beaker", "for the acids, not named")


def _one_waits(account: Account, m: Mention) -> bool:
    """Whether a common noun fits one lot of the charge list that waits, and no other: "then the acid"."""
    listed = (account.lot(k) for k, tag in account.waiting.items() if tag != "funnel")
    return m.generic in lex.GENERIC and sum(bool(x.identity and class_of(m.generic, x.identity)) for x in listed) == 1


TO_WHAT_IS_SAID = patterns.compile(r"(?:,|;|\band|\bthen) (?:and |then )?(?:slowly )?(?:in ?to|to|on ?to) (?:it|this|that)\b", re.I)


def _fill(account: Account, r: Reading, vessel: Vessel) -> None:
    """Put what a clause names into a side vessel, what is there first."""
    if r.measured:
        r.mentions = [m for m in r.mentions if not m.generic or m.measured or m.generic.startswith("row ") or _one_waits(account, m)]
    sources, there, _ = _sides(r)
    if not there and len(sources) >= 2 and _only_acids(sources):
        there, sources = sources[:1], sources[1:]
    on_it = TO_WHAT_IS_SAID.search(r.text)
    if on_it is not None and len(r.measured) >= 2:  # "10 mL of A in a beaker, and into it, slowly, 10 mL of B"
        at = r.clause.start + on_it.start()
        before, behind = [m for m in r.measured if m.start < at], [m for m in r.measured if m.start > at]
        there, sources = (before, behind) if before and behind else (there, sources)
    steps: list[Step] = []
    for group in (there, sources):
        lots = [x for m in group for x in lots_for(account, m, True)]
        lots = [x for x in _weighed(account) if x not in lots] + lots
        if not lots:
            continue
        full = account.holds(vessel.name)
        step = new_step(account, r.clause, "add" if full else "charge", vessel=vessel.name)
        step.cooled = step.cooled or vessel.bath is not None
        place(account, step, lots)
        steps.append(step)
    if len(steps) > 1:
        steps[0].T_limit = steps[0].T_range = steps[0].duration = None
    account.last = vessel


WEIGHED = "weighed"
"""Tag of what was weighed out and goes where the next clause says."""


def _weighed(account: Account) -> list[Material]:
    return [account.lot(k) for k, tag in account.waiting.items() if tag == WEIGHED]


EVERYTHING = patterns.compile(
    r"^\W*(?:(?:all|everything) )?together in(?:to)? (?:an?|the|my)\b|^\W*(?:all|everything)(?: of (?:it|this|them|that))? in(?:to)? (?:an?|the)\b|^\W*(?:all|everything) to (?:an?|the)\b|^\W*(?:all |both |they are |these are )?(?:shaken|mixed|ground|stirred|put|thrown|tipped|weighed|placed|rubbed) together in(?:to)? (?:an?|the|my)\b|^\W*all (?:but|except|apart from|save) (?:for )?(?=the )|\b(?:everything|all(?: of)?(?: the)? (?:reagents|components|ingredients|chemicals|materials|rows|of them))(?: (?:except|but|apart from|save|other than)(?: for)?\b)?",
    re.I,
)


FEW = {"two": 2, "three": 3, "four": 4, "five": 5, "six": 6}
FIRST_FEW = patterns.compile(r"^\W*(?:the )?first (two|three|four)\b[^.;]{0,20}\b(?:in|into|together|charged)\b", re.I)


def _everything(account: Account, r: Reading) -> bool:
    """ "Everything except the acid into a 500 mL flask": the charge list, without what is named."""
    said = EVERYTHING.search(r.text)
    waiting = [account.lot(k) for k, tag in account.waiting.items() if tag == "list"]
    first = FIRST_FEW.search(r.text)
    if first is not None and len(waiting) >= 2 and not account.doc.steps and not r.measured:
        vessel = main_vessel(account, r.vessels)
        set_bath(vessel, r.bath)
        comma = next((i for i, x in enumerate(r.items) if is_word(x, ",")), len(r.items))
        head, rest = r.items[:comma], r.items[comma + 1 :]
        place(
            account,
            new_step(account, replace(r.clause, items=head, end=head[-1].end), "charge", vessel=vessel.name),
            waiting[: FEW[first[1].lower()]],
        )
        account.last = vessel
        if rest:  # "…, the acid slowly over 10 min"
            read_clause(account, replace(r.clause, items=rest, start=rest[0].start, verb=None, verb_at=None))
        return True
    if said is None or len(waiting) < 2 or any(s.kind != "charge" for s in account.doc.steps):
        return False
    out: set[str] = set()
    for m in r.mentions if re.search(r"except|but|apart|save|other", said.group(), re.I) else []:
        out |= {x.id for x in (lots_for(account, m, False) if m.generic or not m.measured else [])}
    later = {str(t.value) for t in substances_in(account.source[r.clause.end :])}
    lots = [x for x in waiting if x.id not in out and not (x.identity in later and x.identity in (*lex.DRYING, *FOR_WASHING))]
    vessel = main_vessel(account, r.vessels)
    set_bath(vessel, r.bath)
    place(account, new_step(account, r.clause, "charge", vessel=vessel.name), lots)
    account.last = vessel
    return True


ON_A_BATH = patterns.compile(
    r"\bheat(?:ed)?\b[^.;]{0,15}\b(?:on|in|by) (?:the|a|an) (?:boiling )?(?:water|steam|oil|sand) ?bath\b|\bon (?:the|a|an) (?:boiling )?(?:water|steam|oil|sand) ?bath\b",
    re.I,
)
""" "Heat on the water bath": what stands on it is heated, and not the bath alone."""


GOES_IN_LATER = patterns.compile(r"\b(?:add|drip|run|feed|put|pour)\w*(?: in)? the (\w+)\b", re.I)


def _row_fed_later(lot: Material, text: str) -> bool:
    """ "Add the tribromide in six portions": whether a row of the list is still to go in, by the last word of its name."""
    words = re.findall(r"[a-z]+", lot.name.lower())
    return any(m[1].lower() in words[-1:] for m in GOES_IN_LATER.finditer(text))


def _list_is_in(account: Account, r: Reading) -> None:
    """A vessel is heated, and nobody said what goes in: the charge list is in it, but for what the text still names."""
    doc = account.doc
    if r.clause.verb not in ("heat", "reflux", "distil") or r.measured or any(s.materials for s in doc.steps):
        return
    later = {str(t.value) for t in substances_in(account.source[r.clause.start :])}
    still = account.source[r.clause.start :]
    rows = {k for row, k in account.rows.items() if re.search(rf"\b{row}(?: and \w)? (?:in|into|from|over|dropwise|with)\b", still)}
    lots = [x for x in (account.lot(k) for k, tag in account.waiting.items() if tag == "list" and k not in rows) if x.identity not in later]
    lots = [x for x in lots if not _row_fed_later(x, still)]
    bath_alone = lex.IN_BATH.search(r.text) is not None and ON_A_BATH.search(r.text) is None
    if not lots or bath_alone or not any((x.identity or "") not in RECEIVERS for x in lots):
        return
    vessel = main_vessel(account, r.vessels)
    clause = Clause([], lots[0].span[0], lots[-1].span[1], None, None, r.clause.sentence)
    place(account, new_step(account, clause, "charge", vessel=vessel.name), lots)
    account.last = vessel


def _some_of_it(account: Account, r: Reading) -> bool:
    """ "First I put in about 20 mils": a part of what stands in the funnel."""
    drawn = [account.lot(k) for k, tag in account.waiting.items() if tag in ("funnel", "part")]
    q = next((x for x in r.items if isinstance(x, Qty) and x.dim in ("volume", "mass")), None)
    bare = next((x for x in r.items if isinstance(x, Token) and x.kind == "num"), None)
    begins = PART_FIRST.match(r.text) is not None or (
        bool(drawn) and (ADD_SO_MUCH.match(r.text) is not None or BEGUN_WITH.match(r.text) is not None)
    )
    if begins and not drawn and q is not None and account.waiting:  # of the row that was told last
        last = max((account.lot(k) for k in account.waiting), key=lambda x: x.span[0])
        drawn = [last] if account.waiting[last.id] == "list" and last.amount is not None and dimension(last.amount.unit) == q.dim else []
    elsewhere = any(v.article != "the" or BEGUN_WITH.match(r.text) is None for v in r.vessels)
    if r.mentions or elsewhere or not drawn or (q is None and bare is None) or not (begins or re.search(r"\bin\b", r.text, re.I)):
        return False
    if q is not None and q.dim == "mass" and not begins:
        return False
    if q is None and not re.search(r"\b(?:another|more)\b", r.text, re.I):
        return False
    mL = convert(q.value, q.unit, q.dim) if q is not None else float(bare.value or 0.0)  # type: ignore[union-attr, arg-type]
    whole = 0.0
    for x in drawn:
        if x.amount is None:
            return False
        s = catalogue().substances.get(x.identity or "")
        rho = s.value("density", "l") if s is not None else None
        kind = dimension(x.amount.unit)
        by_mass = kind == "mass" and not (q is not None and q.dim == "mass")
        whole += convert(x.amount.value, x.amount.unit, kind) / ((rho.value if rho is not None else 1.0) if by_mass else 1.0)
    if not 0 < mL <= whole * 1.03 or (mL >= whole and not begins):
        return False
    all_of_it = mL > 0.97 * whole
    pieces = drawn if all_of_it else [p for x in drawn if (p := split(account, x, mL / whole)) is not None]
    slow = durations_in(r.clause)[0] is not None or lex.SLOWLY.search(r.text) is not None
    step = new_step(account, r.clause, "dose" if slow else "add", vessel=account.batch or main_vessel(account, []).name)
    place(account, step, pieces)
    for x in drawn if not all_of_it else []:
        account.waiting[x.id] = "part"
    account.used |= {q.start} if q is not None else set()
    return True


A_PART_FOLLOWS = patterns.compile(
    rf"(?: (?:was |were )?(?:used|added|taken))?[\s.;:*•-]*(?:the )?first {ABOUT}\d+(?:[.,]\d+)? ?(?:{WRITTEN_VOLUME}|{WRITTEN_MASS}|drops?)\b",
    re.I,
)
MADE_OF_WHAT = patterns.compile(
    r"^\W*(?:[\w'-]+ ){1,7}(?:is|was|were|are) (?:made|prepared|obtained|synthesi[sz]ed) (?:here )?(?:from|by|out of|with)\b", re.I
)


def _at_the_head(account: Account, r: Reading) -> bool:
    """Whether nothing but the title stands before a clause."""
    return account.source[: r.clause.start].strip() in ("", account.doc.title)


FUNNEL_HOLDS = patterns.compile(
    r"^\W*(?:the |an? |its |in the |into the )?(?:dropping |addition |tap |feed |jacketed |pressure[- ]equali[sz]\w+ )?funnel\b\W*"
    r"(?:now )?(?:(?:on (?:top|it)|above) )?(?:(?:has|with) (?:an? )?(?:pressure[- ]equali\w+|side[- ](?:tube|arm))(?: tube| arm)?,? (?:and )?)?(?:has|holds|held|contains|contained|with|takes|gets|(?:is|was) (?:then )?(?:charged|filled|loaded) with|(?<=[:,] )|(?<=:))(?! an? (?:tap|stopcock|stopper))",
    re.I,
)
""" "Dropping funnel: 100 mL of acid", "a funnel holds 20 mL of bromine": what waits to be fed."""
FUNNEL_LABELS = ("funnel", "dropping funnel", "addition funnel", "tap funnel", "in the funnel")
BEGUN_WITH = patterns.compile(
    r"^\W*(?:start(?:ed)?(?: it)?(?: with| by)?:? |after |when |once )?(?:adding )?(?:the )?(?:first )?(?:about |some |ca\.? )?\d[\d.,]* ?(?:m[lL]|mils|cc|g)\b"
    r"(?: of (?:it|this|that|the solution))?(?= (?:(?:is|are|was|were|had been|go|goes|went) )?(?:in|let in|run in|added|to (?:start|begin)|at (?:first|the start)|first)\b(?! (?:the|a|an|of|\d)\b)|,| the flask)",
    re.I,
)
""" "5 mL in, warm till it starts", "after the first 5 mL the flask is warmed": a part of what waits in the funnel."""
ADD_SO_MUCH = patterns.compile(r"^\W*(?:then |now |and |I |we |you )*(?:add|run in|pour in|drop in|let in) (?:about |some )?\d", re.I)
PART_FIRST = patterns.compile(
    r"^\W*(?:(?:add|pour|tip|run|drop|let)\w*(?: in| on)? )?(?:the |then |and |now )*(?:first|another|next|other|last|remaining|final|further)\b(?: of it)?",
    re.I,
)
""" "First 5 mL by pipette", "the other 3 mL poured in"."""


OVEN = patterns.compile(r"\b(?:in|into|inside) (?:the|an?) (?:drying |warm )?(?:oven|incubator|heating cabinet|warm cupboard)\b", re.I)


def _charge(account: Account, r: Reading) -> None:
    """Placed, put, dissolved: materials into a vessel, all in a few minutes."""
    if not r.mentions and OVEN.search(r.text) and doc_steps(account) and not account.isolated:
        new_step(account, r.clause, "hold" if durations_in(r.clause)[0] or lex.OVERNIGHT.search(r.text) else "heat", vessel=account.batch)
        return None  # "place the flask in the drying oven at 60 °C overnight"
    if not r.mentions:
        return _fragment(account, r)
    if (
        lex.DRAWN.search(r.text)
        and not re.search(r"\bseparat|\bsep\b", r.text, re.I)
        and (
            account.holds(account.main.name if account.main else None)
            or account.waiting
            or r.clause.verb is None
            or re.search(r"\b(?:in|into) (?:the|an?|its) (?:dropping|addition|tap|pressure[- ]equali[sz]\w+|feed) funnel\b", r.text, re.I)
        )
    ):
        return _draw(account, r)
    if account.isolated and not r.measured and not account.waiting:
        return None
    if is_word(r.items[0], "which") and account.waiting and r.measured:
        named = max((account.lot(k) for k in account.waiting), key=lambda m: m.span[0])
        vessel = main_vessel(account, r.vessels)
        set_bath(vessel, r.bath)
        place(
            account,
            new_step(account, r.clause, "charge", vessel=vessel.name),
            [named, *(x for m in r.measured for x in lots_for(account, m, True))],
        )
        account.last = vessel
        return None
    said = r.items[r.clause.verb_at] if r.clause.verb_at is not None else None
    taken = is_word(said, "take", "taken", "takes") and _goes_next(account, r)
    if (
        (taken or is_word(said, "weighed", "weigh", "measured", "measure"))
        and r.measured
        and (not r.vessels or CARRIED.search(r.text) or _only_weighed(account, r))
        and busy_of(account)
        and not account.isolated
        and not re.search(r"\b(?:lots|portions|spoonfuls)\b", r.text, re.I)
        and not STRAIGHT_IN.search(r.text)
    ):
        for m in r.measured:  # "weighed 0.2 g of carbonate, dissolved in water in a second flask"
            declare(account, m, WEIGHED)
        return None
    return _bring(account, r, charge=True)


THEN_IN = patterns.compile(
    r"[^.;\n]{0,45}?\b(?:and|then)\b[^.;\n]{0,22}?\b(?:poured|tipped|added|thrown|put|run|dripped|dropped|emptied)\b(?: (?:straight|right))? (?:in\b|on to|onto|into (?:it|the (?:flask|mixture|solution|batch)))",
    re.I,
)
"""Behind "weighed into a beaker": it goes in at once."""


def _only_weighed(account: Account, r: Reading) -> bool:
    """Whether what is weighed into something without a size goes on from there in the same sentence."""
    said = r.items[r.clause.verb_at] if r.clause.verb_at is not None else None
    return (
        is_word(said, "weighed", "measured", "weigh", "measure")
        and bool(r.vessels)
        and all(v.nominal_mL is None for v in r.vessels)
        and THEN_IN.match(account.source[r.clause.end : r.clause.end + 80]) is not None
    )


STRAIGHT_IN = patterns.compile(
    r"\b(?:in ?to|on ?to|over) (?:it|this|that|them|the (?:mixture|batch|solution|suspension|slurry|mass|acid))\b", re.I
)
""" "Chlorosulfonic acid was measured into it in one portion": it is in."""
PUT_TOGETHER = patterns.compile(r"\b(?:pour|put|tip|mix|run)\w* together\b", re.I)
THEN_IT_GOES = patterns.compile(
    r"\W*(?:and |then |, )*(?:add|pour|tip|put|drip|drop|run|let|send|squirt|throw)\w* (?:all of )?(?:it|this|them|that)\b", re.I
)
""" "Take 5.5 mL of bromine and add it": what follows says what is done with it."""


def _goes_next(account: Account, r: Reading) -> bool:
    """Whether the next sentence feeds what is taken here, by "it" or by its name."""
    behind = account.source[r.clause.end : r.clause.end + 80]
    names = "|".join(re.escape(m.name.split()[-1]) for m in r.measured if m.name)
    by_name = rf"\W*(?:and |then |, )*(?:add|pour|tip|drip|drop|run|let|send|feed|squirt|throw)\w* (?:in )?(?:the|this|that) (?:\w+ )?(?:{names})\b"
    return THEN_IT_GOES.match(behind) is not None or (bool(names) and re.match(by_name, behind, re.I) is not None)


CARRIED = patterns.compile(r"\b(?:carry|carried|bring|brought|walk|walked|fetch|fetched)\b[^.;]{0,40}\b(?:in|with) (?:an?|the)\b", re.I)
""" "Weigh out 32 g and carry it over in a beaker": on the way, not yet where it goes."""
IT_IN = patterns.compile(r"\b(?:it|this|that|them|the lot|all)\b[^.;]{0,20}\bin\b|\bin (?:it|this|that) goes\b", re.I)


def _draw(account: Account, r: Reading) -> None:
    """In the dropping funnel: told now, used when it runs."""
    said = re.search(
        r"\bfunnel\b(?=(?: (?:on|in|at|into) [^.;,:]{0,25}?)? (?:with|has|holds|contains|holding|containing)\b|:)", r.text, re.I
    )
    at = r.clause.start + said.start() if said else -1
    there = [m for m in r.measured if m.end <= at]
    pot = next((v for v in r.vessels if v.kind in REACTION_VESSELS), None)
    last = re.search(r"\bin the (?:dropping |addition |pressure-equalising )?funnel\b", r.text, re.I)
    if not there and pot is not None and last is not None and r.clause.start + last.start() > pot.end:
        cut = max((x.start for x in r.items if is_word(x, "and") and pot.end < x.start < r.clause.start + last.start()), default=pot.end)
        there, at = [m for m in r.measured if m.end <= cut], cut  # "magnesium in the flask with ether, and bromide in ether in the funnel"
    under = [
        m
        for m in r.measured
        if pot is not None and m.start > pot.end and re.match(r"\W*(?:with|holding|containing|and)\b", account.source[pot.end : m.start])
    ]
    if said is not None and pot is not None and pot.start > at and under and not there and any(m.end <= pot.start for m in r.measured):
        there, at = under, r.clause.start - 1  # "a funnel with 100 mL of acid stands on a flask with 10 g of zinc"
    if there and any(m.start > at for m in r.mentions) and not busy_of(account):  # "iron sulfide 88 g, dropping funnel with 250 mL of acid"
        vessel = main_vessel(account, r.vessels)
        set_bath(vessel, r.bath)
        place(account, new_step(account, r.clause, "charge", vessel=vessel.name), [x for m in there for x in lots_for(account, m, True)])
        r.mentions = [m for m in r.mentions if m not in there]
    before: Material | None = None
    for m in r.mentions:
        for lot in lots_for(account, m, True):
            account.waiting[lot.id] = "funnel"
            with_it = m.identity == "water" and is_word(r.items[m.first - 1], "and", "with", "+")  # "8 mL of acid and 92 mL of water"
            if before is not None and m.measured and m.first > 0 and (is_word(r.items[m.first - 1], "in") or with_it):
                account.beside.setdefault(before.id, lot.id)  # "40 g of bromine in 40 mL of dichloromethane": they run in together
            before = lot
    account.recent = [k for k, tag in account.waiting.items() if tag == "funnel"]


TO_THE_BOTTOM = patterns.compile(r"\b(?:goes|went|go|runs?|drops?) (?:straight )?to the (?:bottom|top|surface)\b", re.I)


def _made_and_fed(account: Account) -> bool:
    """Whether what was told last is a mixture beside the batch: "…were mixed in a beaker and dripped in over 45 min" feeds it to the batch."""
    return unspent(account) and account.mix is not None and account.main is not None and account.doc.steps[-1].vessel == account.mix.name


IS_FED = patterns.compile(
    r"^\W*(?:(?:then|now|and) )*(?:(?:run|drip|add|feed|drop) (?:in )?)?(?:the|this) [a-z][\w-]*(?: [a-z]+)?(?: (?:is|was))?(?: then| slowly)?(?: (?:run|dripped|added|fed|dropped)(?: in)?)?,? (?:dropwise |slowly |drop by drop )?(?:over|during|within|in the course of) (?=\d|an? |half|one|two|[a-z]+ty)",
    re.I,
)


def _fed_after_all(account: Account, r: Reading) -> bool:
    """ "X (6.0 g) was stirred with hypochlorite (115 mL). The ketone was run in during 45 min": what was told with the rest is fed to it."""
    doc = account.doc
    last = doc.steps[-1] if doc.steps else None
    duration = durations_in(r.clause)[0]
    if last is None or last.kind != "charge" or len(last.materials) < 2 or duration is None or len(r.mentions) != 1:
        return False
    m = r.mentions[0]
    apart = account.mix is not None and unspent(account) and last.vessel == account.mix.name
    if apart and account.main is not None and account.main.name != last.vessel and account.holds(account.main.name):
        return False  # a solution that was made up beside the batch
    if (
        m.measured
        or not IS_FED.match(r.text)
        or lots_waiting(account, m)
        or any(account.lot(k).identity == m.identity for k in account.waiting)
    ):
        return False
    there = [x for x in (account.lot(k) for k in last.materials) if x.identity]
    meant = [
        x for x in there if (m.identity and x.identity == m.identity) or (m.generic in lex.GENERIC and class_of(m.generic, str(x.identity)))
    ]
    if len(meant) != 1 or last.duration is not None:
        return False
    last.materials.remove(meant[0].id)
    meant[0].step = None
    step = new_step(account, r.clause, "dose", vessel=last.vessel)
    place(account, step, meant)
    account.spend(r.items)
    return True


THROWN_IN = patterns.compile(
    r"^[ ,]*(?:(?:is|are|was|were|goes|go|went|now|then|all|slowly|just) )*(?:(?:thrown|put|tipped|added|dropped|poured|tossed|run|fed) )?(?:straight )?in\b(?! (?:the (?:bottle|jar|tin|can|drum)|its|oil))",
    re.I,
)
"""Behind a name: it goes in."""


def _goes_in_after_all(account: Account, r: Reading) -> bool:
    """ "20 g of sodium under oil. Bucket, ethanol 1 L, sodium in all at once": what was told first, and put nowhere, goes into the vessel that follows."""
    doc = account.doc
    if not any(not m.measured and THROWN_IN.match(account.source[m.end : m.end + 60]) for m in r.mentions):
        return False  # asked first: what follows looks through all steps
    loose = [
        (s, account.lot(s.materials[0]))
        for s in doc.steps
        if s.kind == "charge"
        and len(s.materials) == 1
        and s.vessel != doc.steps[-1].vessel
        and not any(v.named for v in doc.vessels if v.name == s.vessel)
        and all(x is s for x in doc.steps if s.vessel in (x.vessel, x.from_vessel))
    ]
    m = next((m for m in r.mentions if not m.measured and any(x.identity == m.identity for _, x in loose)), None)
    if m is None or not THROWN_IN.match(account.source[m.end : m.end + 60]):
        return False
    if m.first and any(x.measured and x.last < m.first for x in r.mentions):
        head, tail = r.items[: m.first], r.items[m.first :]
        read_clause(account, replace(r.clause, items=head, end=head[-1].end))
        read_clause(account, replace(r.clause, items=tail, start=tail[0].start, label="", verb=None, verb_at=None))
        return True
    into = next((v for v in doc.vessels if v.name == doc.steps[-1].vessel), None)
    if into is None:
        return False
    before, lot = next((s, x) for s, x in loose if x.identity == m.identity)
    doc.vessels[:] = [v for v in doc.vessels if v.name != before.vessel]
    if account.main is not None and account.main.name == before.vessel:
        account.main, account.place = into, None
    account.mix = None if account.mix is into else account.mix
    before.materials.clear()
    lot.step = None
    in_order(doc, [s for s in doc.steps if s is not before])
    duration = durations_in(r.clause)[0]
    place(account, new_step(account, r.clause, "add" if duration is None else "dose", vessel=into.name), [lot])
    account.spend(r.items)
    return True


def _add(account: Account, r: Reading) -> None:
    """Added, run in, dripped: a dose into the batch, or the batch on to ice."""
    if (
        ADDED.match(r.text)
        and not account.waiting
        and account.doc.steps
        and len(account.doc.steps[-1].materials) == 1
        and not _made_and_fed(account)
        and _told_behind(account, r)
    ):
        return None
    if not r.measured and (TO_THE_BOTTOM.search(r.text) or GO_ON_WHEN.match(r.text)):
        return None
    if not r.mentions and not r.vessels and not lex.MIX_REFERENCE.search(r.text) and not account.waiting and not unspent(account):
        return None if _fraction_into(account, r) else _later(account, r)
    if account.isolated == "layer" and r.measured and TO_A_LAYER.search(r.text):
        return _wash(account, r)  # "saturated bicarbonate (50 mL) was added to the upper one"
    return _bring(account, r)


GO_ON_WHEN = patterns.compile(r"^\W*(?:then )?(?:go|carry|proceed|continue)(?: on)?\b[^.;]{0,12}\b(?:only|when|if|once|after)\b", re.I)
""" "Go on only when the purple has gone brown (5-15 min)": what is waited for."""
FIZZ_OVER = patterns.compile(
    r"\b(?:till|until) (?:it |there (?:is|was) )?(?:no longer|no more|stops?|stopped|doesn't|does not|didn't|did not|ceases to|has stopped) (?:any )?(?:fizz\w*|foam\w*|froth\w*|effervesc\w*)",
    re.I,
)
NO_MORE_GAS = patterns.compile(r"\b(?:until|till) (?:there(?:'s| is| was) )?no (?:more |further )?(?:gas|hydrogen|bubbl\w+)\b", re.I)


def _hydride_there(account: Account) -> bool:
    """Whether the batch was given a hydride, of which some is left to destroy."""
    return any("hydride" in (x.identity or "") and x.step is not None for x in account.doc.materials)


CARBONATES = ("sodium carbonate", "sodium hydrogen carbonate", "potassium carbonate", "potassium hydrogen carbonate", "calcium carbonate")
TO_A_LAYER = patterns.compile(
    r"\b(?:on )?to the (?:upper|lower|top|bottom|organic|oily?|product|remaining|other)(?: (?:one|layer|phase|liquid))?\b", re.I
)
IN_SIZED = patterns.compile(
    r"^\W*(?:added|dripped|run|fed|stirred|kept|cooled|heated)\b[^.;]{0,90}, in an? \d[\d.]*[ -]?m?L\b[^.;]{0,25}\bflask\b", re.I
)
""" "…, added over 75 min, in a 500 mL three-necked flask": the flask that was meant all along."""
INTO_SIZED = patterns.compile(
    r"^\W*(?:the |all |this |it )[^.;]{0,40}\b(?:goes|go|is put|is placed|is brought|is transferred|was put|was placed|was transferred)\b[^.;]{0,15}\b(?:in|into|to) an? \d",
    re.I,
)
"""What was made up so far goes into a flask of its own."""


PORTIONED = patterns.compile(r"^\W*(?:in|as) (?:about |roughly )?(?:\w+ )?(?:equal |small )?(?:portions|lots)\b", re.I)
"""Behind an amount: it comes in portions."""


def _but_the_portions(account: Account, r: Reading, lots: list[Material]) -> list[Material]:
    """What is there before a line's one material that comes in portions: "toluene 12.7 g, KMnO4 31.6 g in 4 portions, water 600 mL"."""
    fed = [m for m in r.measured if PORTIONED.match(account.source[m.end : m.end + 40])]
    if len(fed) != 1 or len(r.measured) < 2:
        return []
    return [x for x in lots if x.identity != fed[0].identity]


def _gets_its_name(account: Account, r: Reading) -> None:
    """ "Pour into 200 g ice. Peroxide, 20 min (foam: 2 L beaker)": the vessel of the ice, which was not named, is named behind what goes in."""
    there = account.quench
    if there is None or there.named or not r.mentions:
        return
    known = {v.name for v in account.doc.vessels}
    for v in r.vessels:
        if v.nominal_mL is None or account.vessel_name(v) in known or v.kind != there.kind or v.index < r.mentions[-1].last:
            continue
        if any(is_word(x, "in", "into", "to", "onto", "from") for x in r.items[r.mentions[-1].last + 1 : v.index]):
            continue
        old, there.name = there.name, account.vessel_name(v)
        there.named, there.nominal_mL, there.span = True, v.nominal_mL, (v.start, v.end)
        rename(account, old, there.name)
        if v.qty is not None:
            account.used.add(v.qty.start)
        r.vessels = [x for x in r.vessels if x is not v]
        return


GOES_INTO_WATER = patterns.compile(
    r"^\W*(?:(?:then|now|finally|and)\b[ ,]*)*(?:it|this|all of it|everything|the (?:\w+ ){0,3}(?:rest|residue|batch|mixture|contents|solution|lot|melt|liquor)|what (?:is|was) left)\b[^.;]{0,60}?\b(?:goes|go|went)\b(?: \w+ly)? in ?to (?:about )?\d[^.;]{0,30}?\b(?:water|ice)\b",
    re.I,
)


def _goes_into_water(account: Account, r: Reading) -> bool:
    """ "The rest cools and then goes slowly into 200 mL of cold water": the water waits, whatever else is to be said of the doer."""
    found = GOES_INTO_WATER.match(r.text)
    reacted = any(s.kind in ("dose", "hold", "reflux", "distil", "heat", "add") for s in account.doc.steps)
    return found is not None and reacted and len(r.measured) == 1 and r.measured[0].identity in RECEIVERS


ARYLAMINE = Chem.MolFromSmarts("c[NX3;H2]")


NITRITE_AHEAD = patterns.compile(r"(?s:.{0,400}?)\b(?:nitrite|diazo\w*)\b", re.I)
_READY = r"(?:the |this |that |my )?(?:\w+ ){0,3}(?:solution|copper|cuprous|iodide|cyanide|chloride|bromide|flask|beaker)\b"
THE_COLD_SOLUTION = patterns.compile(r"^\W*(?:(?:then|now|and)\b[ ,]*)*(?:the |this )(?:ice-)?cold (?:solution|liquor)\b", re.I)
DIAZO_INTO = patterns.compile(
    rf"^\W*(?:(?:then|now|and)\b[ ,]*)*(?:all (?:of )?)?(?:the |this )?(?:whole |entire )?(?:cold |clear |fresh )*diazo\w*(?: (?:solution|salt|suspension|mixture|liquor))?\b[^.;]*?\b(?:in ?to|on ?to) {_READY}"
    rf"|^\W*(?:(?:then|now|and)\b[ ,]*)*(?:after [a-z]+ )?(?:the |this )?(?:whole |entire |cold )*(?:beaker|lot|batch|contents|liquor|slurry)\b[^.;]{{0,25}}?\b(?:in ?to|on ?to) (?:the |my |that )?(?:flask with the )?(?:\w+ )?(?:copper|cuprous)\b"
    rf"|^\W*(?:(?:then|now|and)\b[ ,]*)*(?:in ?to|on ?to) (?:it|this|that)\b[^.;]{{0,20}}?\b(?:the |this )?(?:cold |clear |fresh )*diazo"
    rf"|^\W*(?:(?:then|now|and)\b[ ,]*)*(?:pour |run |drip |let |add )?(?:in ?to|on ?to|to) {_READY}[^.;]{{0,20}}?\b(?:the |this )?(?:cold |clear |fresh )*diazo"
    r"|^\W*(?:(?:then|now|and)\b[ ,]*)*(?:(?:run|drip|let|add|feed) (?:in )?)?(?:the |this )?(?:cold |clear |fresh )*diazo\w*(?: (?:solution|salt|suspension|mixture|liquor))?,? (?:is |was )?(?:run in |dripped in |fed |added )?from (?:a |an |the )?(?:[\w-]+ ){0,3}funnel\b"
    r"|^\W*(?:(?:then|now|and)\b[ ,]*)*(?:the |this )(?:ice-)?cold (?:solution|liquor) (?:(?:is|was) (?:then )?(?:run|dripped|dropped|fed|let)|goes|went|runs|drips) in\b",
    re.I,
)
"""What was diazotised goes into what stands ready in another vessel."""


def _has_arylamine(ids: list[str]) -> bool:
    cat = catalogue().substances
    mols = (Chem.MolFromSmiles(cat[x].smiles or "") for x in ids if x in cat and cat[x].smiles)
    return any(m is not None and m.HasSubstructMatch(ARYLAMINE) for m in mols)


UNLISTED_ARYLAMINE = patterns.compile(r"(?!.*(?:\bN-|N,N|dimethyl|diethyl)).*(?:aniline|toluidine|anisidine)", re.I)
"""A primary arylamine by its name, that the catalogue does not have."""


def _arylamine_in(account: Account, name: str) -> bool:
    lots = [account.lot(k) for s in account.doc.steps if s.vessel == name for k in s.materials]
    return _has_arylamine([x.identity or "" for x in lots]) or any(
        x.identity is None and UNLISTED_ARYLAMINE.fullmatch(x.name) is not None for x in lots
    )


def _stands_ready_for_diazo(account: Account, r: Reading, vessel: Vessel) -> bool:
    """Whether what was told first, a copper salt or an iodide without an amine, waits for what is diazotised in this vessel."""
    first = account.main
    if first is None or account.mix is not None or vessel is first or _arylamine_in(account, first.name):
        return False
    acid = any((m.identity or m.generic).endswith("acid") for m in r.mentions)
    return acid and _has_arylamine([m.identity or "" for m in r.mentions]) and NITRITE_AHEAD.match(account.source, r.clause.end) is not None


def _of_the_amine(account: Account, vessel: Vessel) -> Vessel:
    """Nitrite goes to the amine that it diazotises, where another vessel was made ready beside it."""
    moved = {s.from_vessel for s in account.doc.steps}
    others = (v for v in reversed(account.doc.vessels) if v.name not in moved and _arylamine_in(account, v.name))
    return vessel if _arylamine_in(account, vessel.name) else next(others, vessel)


def _diazo_into(account: Account, r: Reading) -> bool:
    """ "Diazonium solution, kept cold, into the copper solution in 20 portions": not the copper into it."""
    if r.measured or DIAZO_INTO.match(r.text) is None:
        return False
    moved = {s.from_vessel for s in account.doc.steps}
    charged = [
        v
        for v in account.doc.vessels
        if v.name not in moved and any(s.vessel == v.name and s.materials and s.kind != "absorb" for s in account.doc.steps)
    ]
    source = next((v for v in reversed(charged) if _arylamine_in(account, v.name)), None)
    into = [v for v in charged if v is not source and not _arylamine_in(account, v.name) and v.kind not in ("bucket", "filter")]
    if source is None or len(into) != 1:
        return False
    slow = durations_in(r.clause)[0] is not None or lex.SLOWLY.search(r.text) is not None
    new_step(account, r.clause, "dose" if slow else "add", vessel=into[0].name, from_vessel=source.name)
    account.main, account.place, account.last, account.mix = into[0], None, into[0], None
    return True


INTO_THE_WATER = patterns.compile(
    r"^\W*(?:(?:then|now|and|slowly)\b[ ,]*)*(?:(?:run|pour|drip|let|put|stir|add|give|tip)\w* )?(?:the |this |that |all (?:of )?the |my )(?:[\w-]+ )?(?P<what>acid|caustic|lye|alkali|base|ammonia|peroxide|oleum|(?:sulfuric|nitric|hydrochloric)(?: acid)?)\b"
    r"[^.;\d]{0,60}?\b(?:in)?to (?:the|its|that) (?:cold |iced? |stirred )?(?:water|ice)\b(?! bath)",
    re.I,
)
""" "The acid goes into the water": which stands in a vessel of its own."""


def _into_the_water_there(account: Account, r: Reading) -> bool:
    """What stands in one vessel goes into the water that stands in another, whichever of them was named first."""
    if not INTO_THE_WATER.match(r.text) or r.measured or any(x.generic.startswith("row ") for x in r.mentions):
        return False
    held: dict[str, set[str | None]] = {}
    for s in account.doc.steps:
        if s.vessel and s.materials:
            held.setdefault(s.vessel, set()).update(account.lot(k).identity for k in s.materials)
    water = [v for v, x in held.items() if x and x <= set(RECEIVERS)]
    others = [v for v, x in held.items() if not x & set(RECEIVERS)]
    if len(water) != 1 or len(others) != 1 or any(s.from_vessel in (water[0], others[0]) for s in account.doc.steps):
        return False
    step = new_step(account, r.clause, "add" if lex.ALL_AT_ONCE.search(r.text) else "dose", vessel=water[0], from_vessel=others[0])
    step.all_at_once = step.kind == "add"
    account.place = water[0]
    account.spend(r.items)
    return True


def _water_is_there(account: Account, r: Reading) -> bool:
    """ "Pour 100 mL of acid slowly into the water": the water that alone stands in the vessel, and no other. It is then no mention any more."""
    held = account.held(account.batch) if account.batch else set()
    if not held or not held <= set(RECEIVERS):
        return False
    into = next((x.start for x in r.items if is_word(x, "into", "onto", "to", "in")), None)
    water = [m for m in r.mentions if into is not None and m.start > into and m.identity in RECEIVERS and not m.measured]
    brought = [m for m in r.mentions if into is not None and m.end <= into and m.measured and m.identity not in RECEIVERS]
    if (
        len(water) != 1
        or not brought
        or not re.search(r"\b(?:the|that|this|its)\W+(?:\w+\W+){0,2}$", account.source[r.clause.start : water[0].start], re.I)
    ):
        return False
    r.mentions = [m for m in r.mentions if m is not water[0]]
    return True


def _bring(account: Account, r: Reading, charge: bool = False) -> None:
    """Materials come to the batch: charged, dosed or added; a prepared mixture is run in; or the batch goes elsewhere."""
    text, verb = r.text, r.clause.verb
    _gets_its_name(account, r)
    then = next((i for i, x in enumerate(r.items) if is_word(x, "then") and i and is_word(r.items[i - 1], "and", ",", "+")), None)
    if (
        then is not None
        and any((m.measured or m.generic.startswith("row ")) and m.last < then for m in r.mentions)
        and any((m.measured or m.generic.startswith("row ")) and not m.vague and m.first > then for m in r.mentions)
    ):
        at = r.clause.verb_at  # "50 g of salt goes into a flask and then 60 mL of acid over 30 min": one after the other
        head = replace(
            r.clause,
            items=r.items[: then - 1],
            end=r.items[then - 2].end,
            verb=verb if at is not None and at < then else None,
            verb_at=at if at is not None and at < then else None,
        )
        tail = replace(
            r.clause,
            items=r.items[then + 1 :],
            start=r.items[then + 1].start,
            verb=verb if at is not None and at > then else "add",
            verb_at=at - then - 1 if at is not None and at > then else None,
        )
        read_clause(account, head)
        read_clause(account, tail)
        return None
    if _one_after_the_other(account, r):
        return None
    if _pours(account, r) or _into_acid(account, r) or _goes_into_water(account, r):
        return _quench(account, r)
    if _into_the_next_vessel(account, r) or (
        (ADDED_TO.match(text) or BATCH_BEHIND.match(text) or FED_ON.match(text)) and _batch_into(account, r)
    ):
        return None
    if _lump_into(account, r):
        return None
    if _of_the_receiver(account, r):
        return None
    if _fraction_into(account, r) or _move(account, r):
        return None
    sources, there, _dest = _sides(r)
    waits = any(_is_waiting(account, m) or lots_waiting(account, m) for m in r.mentions)  # "Funnel: thionyl chloride, 40 min"
    runs = (
        (r.measured or waits) and durations_in(r.clause)[0] is not None and account.batch is not None
    )  # "Funnel: 60 mL of caustic, over 45 min"
    if ((r.clause.label in FUNNEL_LABELS and not runs) or (verb == "mix" and busy_of(account) and lex.DRAWN.search(text))) and r.mentions:
        return _draw(account, r)
    if (
        r.clause.verb_at is None
        and lex.DRAWN.search(text)
        and durations_in(r.clause)[0] is None
        and not re.search(r"\bseparat", text, re.I)
    ):
        return _draw(account, r)
    busy = account.holds(account.main.name if account.main else None)
    named = [
        v
        for v in r.vessels
        if not (busy and account.main is not None and v.nominal_mL is None and v.kind != account.main.kind and v.article == "the")
    ]
    both = (
        re.match(r"^\W*(?:both|they|these|all|it|everything|this)\b[^.;]{0,12}\b(?:go|goes|went|put|placed|are|is)\b", text, re.I)
        is not None
    )
    sized = INTO_SIZED.search(text) or IN_SIZED.search(text) or (both and any(v.nominal_mL is not None for v in r.vessels))
    if busy and account.main is not None and not account.main.named and sized:
        main_vessel(
            account, [v for v in r.vessels if v.nominal_mL is not None]
        )  # "the amalgam goes into a 500 mL flask together with 24 g of …"
    vessel = main_vessel(
        account, named if not busy else [v for v in named if account.main is not None and account.vessel_name(v) == account.main.name]
    )
    meant = any(account.vessel_name(v) == account.place for v in r.vessels)  # "in the open beaker", where the batch is by now
    if account.place and account.place != vessel.name and (account.isolated or not r.vessels or meant) and busy:
        vessel = next((v for v in account.doc.vessels if v.name == account.place), vessel)
    if not r.vessels:
        vessel = _where_it_is(account, there) or vessel
        same = account.doc.steps[-1] if account.doc.steps else None
        beside = next((v for v in account.doc.vessels if same is not None and v.name == same.vessel), None)
        if (
            beside is not None
            and beside is not account.main
            and same is not None
            and same.kind in ("charge", "cool")
            and not account.isolated
        ):
            if not there and re.search(r"[;:\n]|\.(?!\d)", account.source[same.span[1] : r.clause.start]) is None:
                vessel = beside  # "in a beaker dissolve A, cool it to 0 °C, and add B": all in the beaker
    if not r.vessels and any(m.identity in NITRITES for m in r.measured):
        vessel = _of_the_amine(account, vessel)
    set_bath(vessel, r.bath)
    if re.search(r"\bhalf of (?:a|the) mixture\b|\bfirst half\b", text, re.I) and len([m for m in sources if m.measured]) > 1:
        return _half(account, r, vessel, sources)
    there_lots = [x for m in there for x in lots_for(account, m, m.measured or m.identity is not None)]
    if not sources and there_lots and _runs_into(account, r, vessel, there_lots):
        return None
    opens = (
        verb is not None
        or bool(r.measured)
        or not busy
        or durations_in(r.clause)[0] is not None
        or LITTLE_BY_LITTLE.search(text) is not None
    )
    lots = [x for m in sources for x in lots_for(account, m, opens)]
    lots = [x for x in _weighed(account) if x not in lots] + lots
    _to_the_mark(account, r, vessel, [*lots, *there_lots])
    if (not lots and not r.mentions) or (not lots and not there_lots and any(m.generic == "it" for m in r.mentions)):
        lots = [account.lot(k) for k, tag in account.waiting.items() if tag in ("funnel", "part")]
    if not lots and not there_lots and not r.measured and verb in ("add", "charge"):
        lots = [account.lot(k) for k, tag in account.waiting.items() if tag == "funnel"]
    if there_lots:
        first = new_step(account, r.clause, "add" if account.holds(vessel.name) else "charge", vessel=vessel.name)
        if lots:
            first.T_limit = first.duration = None
            first.all_at_once = False
        place(account, first, there_lots)
    if not lots:
        if not there_lots:
            _later(account, r)
        return None
    empty = not account.holds(vessel.name)
    if empty and _dissolving(r) and len(lots) >= 2:
        return _dissolve(account, r, vessel, lots)
    duration = durations_in(r.clause)[0]
    stood = _stood_there(account, r, lots, vessel) if empty and duration is not None else []
    if empty and not stood:
        stood = _but_the_portions(account, r, lots)
    if (
        empty
        and duration is not None
        and not stood
        and unspent(account)
        and account.mix is not vessel
        and vessel.named
        and not _only_acids(sources)
    ):
        assert account.mix is not None  # fed to the acids that were made up beside the flask: they are in it by now
        new_step(account, replace(r.clause, items=[]), "charge", vessel=vessel.name, from_vessel=account.mix.name)
        empty = False
    if stood:
        begun = new_step(account, r.clause, "charge", vessel=vessel.name)
        begun.duration = begun.T_limit = begun.portions = None
        begun.all_at_once = False
        place(account, begun, stood)
        lots, empty = [x for x in lots if x not in stood], False
    limit = temperatures_in(r.clause)[1]
    at_once = lex.ALL_AT_ONCE.search(text) is not None
    slow = duration is not None or lex.SLOWLY.search(text) or (limit is not None and not charge and not at_once)
    dissolves = both and sized and not durations_in(r.clause)[0] and all(x.identity in RECEIVERS for x in lots)
    if empty or dissolves:  # "both go in 800 mL of water in a 1 L beaker"
        kind = "charge"
    elif charge and not slow:
        kind = "charge" if verb == "charge" and not lex.ALL_AT_ONCE.search(text) else "add"
    else:
        poured = verb == "pour" and not slow and re.search(r"\bpour\w* in\b|\bon top\b", text, re.I) is not None
        kind = "dose" if slow or not (poured or lex.ALL_AT_ONCE.search(text)) else "add"
    if kind != "charge" and all(x.id in account.destroys for x in lots):
        kind = "destroy"
    if kind != "charge" and _in_the_charge_row(account, r, vessel):
        last = account.doc.steps[-1]
        last.span = (last.span[0], r.clause.end)
        last.text = account.source[last.span[0] : last.span[1]]
        place(account, last, lots)
        return None
    step = new_step(account, r.clause, kind, vessel=vessel.name)
    if kind == "add" and verb == "pour":
        step.all_at_once = True
    place(account, step, lots)
    account.last = vessel
    return None


CHARGE_ROW = patterns.compile(r"^\W*(?:\d+[.)]?\s+)?(?:initial )?(?:charged?|charges|batch|heel)(?:\s*[:|–-]|\s{2,}|\t)[^.\n]*;\W*$", re.I)
"""A row that lists what is charged, up to its next part."""


def _in_the_charge_row(account: Account, r: Reading, vessel: Vessel) -> bool:
    """ "CHARGE  p-toluic acid 13.6 g; sodium hydroxide 8 g; water 250 mL": one charge, and no feed of the second to the first."""
    last = account.doc.steps[-1] if account.doc.steps else None
    if last is None or last.kind != "charge" or last.vessel != vessel.name or r.clause.verb is not None or not r.measured:
        return False
    if (
        any(isinstance(x, Qty) and x.dim in ("time", "temperature") for x in r.items)
        or lex.ALL_AT_ONCE.search(r.text)
        or lex.SLOWLY.search(r.text)
    ):
        return False
    row = account.source[account.source.rfind("\n", 0, r.clause.start) + 1 : r.clause.start]
    return CHARGE_ROW.match(re.sub(r"(?<=\d)\.(?=\d)", ",", row)) is not None


def _one_after_the_other(account: Account, r: Reading) -> bool:
    """ "Acetyl chloride was dropped in during 20 min, followed by anisole during 60 min": two feeds, each with a time of its own."""
    items, times = r.items, [i for i, x in enumerate(r.items) if isinstance(x, Qty) and x.dim == "time"]
    for i, x in enumerate(items):
        by = is_word(x, "followed") and is_word(at(items, i + 1), "by")
        behind = is_word(x, "after") and is_word(at(items, i + 1), "it", "that", "this") and is_word(at(items, i - 1), "and", ",")
        if not (by or behind) or not any(k < i for k in times) or not any(k > i for k in times):
            continue
        if not any(m.measured and m.last < i for m in r.mentions) or not any(m.measured and m.first > i for m in r.mentions):
            continue
        end = i - 1 if is_word(at(items, i - 1), "and", ",") else i
        head, tail, at_verb = items[:end], items[i + 2 :], r.clause.verb_at
        early = at_verb is not None and at_verb < end
        read_clause(
            account,
            replace(r.clause, items=head, end=head[-1].end, verb=r.clause.verb if early else None, verb_at=at_verb if early else None),
        )
        read_clause(account, replace(r.clause, items=tail, start=tail[0].start, verb="add", verb_at=None))
        return True
    return False


def _stood_there(account: Account, r: Reading, lots: list[Material], vessel: Vessel) -> list[Material]:
    """ "Zinc 10 g in a 500 mL flask, hydrochloric acid, 100 mL, over 30 min": what stood in the vessel before the rest came slowly; empty where all goes in together."""
    q = durations_in(r.clause)[1]
    listed = [account.lot(k) for k, tag in account.waiting.items() if tag == "list" and account.stands.get(k) == vessel.name]
    here = all(account.vessel_name(v) == vessel.name for v in r.vessels)  # "acid in over 60 min (thermometer in the flask)"
    if listed and q and here and r.clause.verb in (None, "add", "pour") and all(x not in listed for x in lots):
        return listed  # where the charge table has them
    last = next((m for m in reversed(r.measured) if not q or m.start < q[0].start), None)
    if last is None or r.clause.verb in ("mix", "hold", "heat", "reflux", "cool") or _dissolving(r):
        return []
    own = next((v for v in r.vessels if account.vessel_name(v) == vessel.name), None)
    if own is not None and own.start < last.start:
        before = {m.identity for m in r.measured if m.end <= own.start}
        return [x for x in lots if x.identity in before and x.span[0] < own.start] if len(lots) > 1 else []
    if own is None and q and lots and all(x.span[0] >= r.clause.start for x in lots):  # a line of its own, under what it goes on to
        told = [account.lot(k) for k, tag in account.waiting.items() if tag == "list"]
        return [x for x in told if x.span[1] < r.clause.start and x not in lots] if vessel.named else []
    return []


def _where_it_is(account: Account, there: list[Mention]) -> Vessel | None:
    """ "Acid, 2 mL/min, onto the sulfide": the vessel that holds what something is run on to, where one holds it."""
    for m in there:
        if m.measured or m.identity is None or m.identity in RECEIVERS:
            continue
        lots = {x.id for x in account.doc.materials if x.identity == m.identity and x.role != "absorber"}
        held = {s.vessel for s in account.doc.steps if lots & set(s.materials) and s.kind in ("charge", "add", "dose")}
        if len(held) == 1:
            return next((v for v in account.doc.vessels if v.name in held), None)
    return None


def _brought_into(account: Account, name: str, seen: tuple[str, ...] = ()) -> list[str]:
    """Ids of the lots that a vessel holds, with what was moved into it from others."""
    here = [s for s in account.doc.steps if s.vessel == name and s.kind in ("charge", "add", "dose", "transfer", "quench")]
    moved = [
        k
        for s in here
        if s.from_vessel and s.from_vessel not in (name, *seen)
        for k in _brought_into(account, s.from_vessel, (*seen, name))
    ]
    return [k for s in here for k in s.materials] + moved


def _fill_up(account: Account, r: Reading) -> bool:
    """ "… made up to the mark and mixed": water, up to the size of the vessel, with nobody naming it."""
    vessel = next((v for v in account.doc.vessels if v.name == account.batch), None)
    said = lex.TO_MARK.search(r.text)
    if r.mentions or said is None or vessel is None or vessel.nominal_mL is None or not re.search(r"\bmark\b", said.group()):
        return False
    if re.search(r"\b(?:hood|sash|front|window|clos\w+|shut|lower\w+)\b", r.text, re.I):
        return False  # "hood closed to the mark"
    a, b = r.clause.start + said.start(), r.clause.start + said.end()
    lot = new_lot(account, Mention("water", "water", a, b, 0, vague=True))
    _to_the_mark(account, r, vessel, [lot])
    place(account, new_step(account, r.clause, "add", vessel=vessel.name), [lot])
    return True


SOLID_VOLUME = 0.5
"""mL that a dissolved gram of a solid takes, about (assumption)."""


MEASURING_FLASK = patterns.compile(r"\b(\d{1,4}) ?m[lL] (?:volumetric|measuring|graduated) flask\b")


def _to_the_mark(account: Account, r: Reading, vessel: Vessel, lots: list[Material]) -> None:
    """ "Filled up to the mark with water", "made up to 250 mL": what is missing to that volume, about."""
    water = next((x for x in lots if x.identity == "water" and x.amount is None and x.stated_mol is None), None)
    said = lex.TO_MARK.search(r.text)
    if water is None or said is None:
        return
    size = next((x for x in r.items if isinstance(x, Qty) and x.dim == "volume" and x.start >= r.clause.start + said.start()), None)
    flasks = list(MEASURING_FLASK.finditer(account.source, max(0, r.clause.start - 160), r.clause.start)) if size is None else []
    whole = convert(size.value, size.unit, "volume") if size is not None else float(flasks[-1][1]) if flasks else vessel.nominal_mL
    held = [account.lot(k).amount for k in _brought_into(account, vessel.name)]
    if whole is None or any(q is None for q in held):
        return
    rest = whole - sum(
        convert(q.value, q.unit, "mass") * SOLID_VOLUME if q.unit in ("g", "kg", "mg") else convert(q.value, q.unit, "volume")
        for q in held
        if q is not None
    )
    if rest > 0:
        water.amount = Quantity(value=float(f"{rest:.3g}"), unit="ml", approximate=True, span=(size.start, size.end) if size else None)
        account.used |= {size.start} if size is not None else set()


CAME_FIRST = patterns.compile(
    r"\W*(?:(?:with)?in|over|during)? ?(?:(?:about )?\d+ ?(?:min|h),? )?(?:it|this|the distillate|which|(?:the )?fore-?(?:run|cut)|(?:the )?first (?:fraction|runnings))\b",
    re.I,
)


def _of_the_receiver(account: Account, r: Reading) -> bool:
    """ "… is distilled off into a receiver; it is dripped into 200 mL of caustic": what came over goes into what is there."""
    last = account.doc.steps[-1] if account.doc.steps else None
    into = next((x for x in r.items if is_word(x, "into", "onto", "to")), None)
    if last is None or last.kind != "distil" or into is None or not CAME_FIRST.match(r.text):
        return False
    there = [m for m in r.measured if m.start > into.start]
    if re.match(r"\W*(?:the )?fore", r.text, re.I):  # "fore-run (about 9 g)": told, not charged
        account.used |= {x.start for m in r.measured if m not in there for x in m.used}
        r.mentions = [m for m in r.mentions if m.start > into.start]
        r.measured[:] = there
    if not there or any(m.start < into.start for m in r.measured):
        return False
    vessel = (
        account.vessel(r.vessels[0], r.vessels[0].kind, "")
        if r.vessels
        else account.vessel(None, "vessel", "for the distillate, not named")
    )
    first = new_step(account, r.clause, "charge", vessel=vessel.name)
    first.T_limit = first.duration = None
    place(account, first, [x for m in there for x in lots_for(account, m, True)])
    set_bath(vessel, r.bath)
    new_step(account, r.clause, "dose", vessel=vessel.name, from_vessel="receiver")
    account.recent = []
    return True


def _runs_into(account: Account, r: Reading, vessel: Vessel, there: list[Material]) -> bool:
    """ "You take 15 g of ester, and let it run into 40 mL of acid over 10 min": what was taken alone is what is run in."""
    step = account.doc.steps[-1] if account.doc.steps else None
    at = next((i for i, x in enumerate(r.items) if is_word(x, "into", "onto")), 0)
    alone = step is not None and step.n == 1 and step.kind == "charge" and step.vessel == vessel.name and len(step.materials) == 1
    if step is None or not alone or r.clause.verb != "add" or not any(is_word(x, "it", "this") for x in r.items[:at]):
        return False
    taken, step.materials = step.materials, []
    for m in there:
        place(account, step, [m])
    dose = new_step(account, r.clause, "dose", vessel=vessel.name)
    dose.materials = taken
    account.lot(taken[0]).step = dose.n
    account.recent = taken
    return True


def _later(account: Account, r: Reading) -> None:
    """Said of the last addition afterwards: how long "the remainder" took, how much it was, a limit."""
    steps = [s for s in account.doc.steps if s.kind in ("dose", "add") and s.vessel == account.batch]
    duration, used = durations_in(r.clause)
    of_another = r.clause.verb == "add" and any(  # "I dripped the chloride in over 40 min", and no chloride is known: not of the last one
        is_word(a, "the") and isinstance(b, Token) and b.low in lex.GENERIC for a, b in pairwise(r.items)
    )
    if of_another and not r.mentions:
        return
    the_rest = re.search(r"\b(?:rest|remainder|remaining)\b", r.text, re.I) is not None and bool(steps) and not r.measured
    beside = bool(account.doc.steps) and not r.mentions and r.clause.start - account.doc.steps[-1].span[1] < 8
    if the_rest:  # "only then was the rest added over 60 min, at such a rate that it boiled (35 °C)"
        window, limit, told = temperatures_in(r.clause)
        last = steps[-1]
        last.kind, last.duration = "dose" if duration is not None else last.kind, duration or last.duration
        last.T_range, last.T_limit = last.T_range or window, last.T_limit or limit
        account.used |= {q.start for q in (*used, *told)}
        return
    if beside:
        steps = account.doc.steps
    if steps and duration is not None and (any(m.generic == "it" for m in r.mentions) or beside):
        last = steps[-1]
        held = any(s.vessel == last.vessel and s.n < last.n and (s.materials or s.from_vessel) for s in account.doc.steps)
        run_in = last.kind == "charge" and held and r.clause.verb == "add"  # "dissolve 7 g of nitrite in water. Run this in over 25 min"
        last.kind, last.duration = "dose" if last.kind == "add" or run_in else last.kind, last.duration or duration
        account.used |= {q.start for q in used}
    _temperatures(account, r)


GAINED = ("gained", "gains", "gain", "heavier", "absorbed", "taken")


def _gained(account: Account, r: Reading) -> None:
    """ "Chlorine is passed in until the bottle has gained 71 g": so much of the gas went in."""
    i = next((i for i, x in enumerate(r.items) if isinstance(x, Qty) and x.dim == "mass" and x.start not in account.used), None)
    if i is None or not any(is_word(x, *GAINED) for x in r.items[max(0, i - 4) : i]):
        return
    q = r.items[i]
    assert isinstance(q, Qty)
    m = next((m for m in r.mentions if lex.is_gas_name(m.identity) and m.amount is None), None)
    lot = next((x for x in reversed(account.doc.materials) if lex.is_gas_name(x.identity)), None)
    if m is not None:
        take(m, q)
    elif lot is not None and lot.amount is None and lot.step is not None:
        lot.amount = q.model()
        account.used.add(q.start)


def _amount_later(account: Account, r: Reading) -> bool:
    """ "I'd drawn up ten mils": the amount of the material named last, where it had none."""
    free = [
        x
        for i, x in enumerate(r.items)
        if isinstance(x, Qty)
        and x.dim in ("mass", "volume")
        and not (i and is_word(r.items[i - 1], "first", "leave", "leaving", "keep", "left"))
        and x.start not in account.used
        and all(x not in m.used for m in r.mentions)
        and all(v.qty is not x for v in vessels_in(r.items))
    ]
    last = account.doc.materials[-1] if account.doc.materials else None
    if r.clause.label in RESULT_LABELS or lex.RESULT_WORDS & {x.low for x in r.items if isinstance(x, Token)}:
        return False  # what was weighed at the end
    if ONLY_AN_AMOUNT.match(r.text) and not account.source[r.clause.end :].strip(" .\n") and len(account.doc.steps) > 2:
        return False  # "33 g." at the end: the yield
    if not free or last is None or last.amount is not None or last.identity in RECEIVERS or last.role is not None:
        return False
    if r.clause.verb in WORK_UP or (free[0].dim == "volume" and last.phase == "s" and last.strength is None):
        return False  # "soda, solid, until no foam rises. Steam distil 100 mL"
    if any(m.start < free[0].start for m in r.measured) or r.clause.start - last.span[1] > 160:
        return False
    last.amount = free[0].model()
    account.used.add(free[0].start)
    also = next((x for x in r.items if isinstance(x, Qty) and x.dim == "moles" and x.start not in account.used), None)
    if also is not None and last.stated_mol is None:  # "Label says 38.1 mg, that is 0.20 mol"
        last.stated_mol = also.model()
        account.used.add(also.start)
    return True


def _dissolving(r: Reading) -> bool:
    return re.search(r"\bdissolv", r.text, re.I) is not None or temperatures_in(r.clause)[1] is not None


def _dissolve(account: Account, r: Reading, vessel: Vessel, lots: list[Material]) -> None:
    """Solids into a liquid that is there first."""
    cat = catalogue().substances
    solids = [m for m in lots if m.identity and cat[m.identity].smiles and cat[m.identity].phase == "s"]
    liquids = [m for m in lots if m not in solids]
    if not solids or not liquids:
        step = new_step(account, r.clause, "charge", vessel=vessel.name)
        place(account, step, lots)
        return
    first = _lies_ready(account, r.clause, vessel)
    place(account, first, liquids)
    second = new_step(account, r.clause, "add", vessel=vessel.name)
    place(account, second, solids)
    account.last = vessel


def busy_of(account: Account) -> bool:
    """Whether the reaction vessel holds anything yet."""
    return account.holds(account.main.name if account.main else None)


def _half(account: Account, r: Reading, vessel: Vessel, sources: list[Mention]) -> None:
    """ "Half of a mixture of A and B": half of each now, the rest waits."""
    pieces = []
    for m in sources:
        m.share = None
        for lot in lots_for(account, m, True):
            account.waiting[lot.id] = "part"
            piece = split(account, lot, 0.5)
            if piece is not None:
                pieces.append(piece)
    step = new_step(account, r.clause, "dose", vessel=vessel.name)
    place(account, step, pieces)


THE_MIX_ALONE = patterns.compile(
    r"^\W*(?:(?:then|now|next|and|slowly|dropwise)\b[ ,]*)*(?:(?:add|pour|run|drip|tip|trickle|drop|feed|let) (?:in )?)?(?:(?:the|this|that) (?:\w+ )?(?:mixture|mix|solution)|the acids|(?:it|this)\b(?! (?:in|on)(?:to)? (?:a|an|\d))|mix(?:ture)?\b)",
    re.I,
)
""" "The cold mixture is added over 80 min", "pour the mixture in": what was made last, where no vessel or substance is named."""
ON_TO = patterns.compile(r"\b(?:into|on to|onto|to)\b(?! (?:be|about|\d))", re.I)


ON_TO_IT = patterns.compile(r"\b(?:into|on to|onto|to|on|in|over) (?:it|this|that|the ice)\b", re.I)
MIXTURE_ON_IT = patterns.compile(
    r"^\W*(?:then |now )?(?:the )?(?:whole |cold |reaction )*(?:mixture|batch|lot|solution|contents|everything) (?:on ?to|on|into|in|over) (?:it|this|that|the ice)\b",
    re.I,
)
""" "Ice, 300 g, in a 2 L beaker. Mixture on to it, 30 min": the verb left out."""


def _only_receives(account: Account, vessel: Vessel) -> bool:
    """Whether ice or water alone waits in a vessel beside a batch that was fed or has reacted."""
    inside = account.held(vessel.name)
    reacted = any(s.kind in ("dose", "add", "hold", "reflux", "heat") and s.vessel == account.batch for s in account.doc.steps)
    return bool(inside) and all(x in RECEIVERS for x in inside) and reacted


DIAZO_TO_THIS = patterns.compile(
    r"^\W*(?:and |then )*(?:in)?to (?:this|it|that|these|which),? (?:was |is )?(?:added |run )?[^.;]{0,25}?\bdiazo", re.I
)
DIAZO_FIRST = patterns.compile(
    r"^\W*(?:(?:then|now|next|finally),? )?(?:(?:run|drip|drop|add|let|feed|pour)\w* (?:in )?)?(?:the |this )?(?:\w+ ){0,2}diazo(?:nium|tised|tized)?\b",
    re.I,
)


DIAZO_IN = patterns.compile(
    r"^\W*(?:then |now )?(?:the )?(?:cold |whole )*diazo(?:nium|tised|tized)?(?: salt)?(?: solution| suspension)?,? (?:slowly |dropwise )?in\b(?!to)",
    re.I,
)
""" "Diazonium solution in, 10 min": the verb left out."""
CONTENTS_OF = patterns.compile(
    r"^\W*(?:(?:then|now|and|add|run|drip|pour|let|tip|over [^,]{3,12},?) )*(?:the contents? of|what (?:is|was|stands) in) the (?:(second|other|small|smaller) )?(\w+)\b",
    re.I,
)
"""What stands in a vessel that is named."""


FIRST_MADE = patterns.compile(
    r"\b(?:first|earlier|former) (?:solution|mixture|liquid|liquor)\b|\b(?:solution|mixture|suspension|liquor|contents|product) (?:of|from) (?:step|item|point|stage|no\.?|number) ?\d",
    re.I,
)
""" "The first solution", "the solution of step 2": what was made before the vessel that was told of last."""


def _direction(account: Account, r: Reading, mix: Vessel) -> str | None:
    """Which way a mixture beside the batch and the batch go together: "in", the mixture to the batch; "out"; None where the words leave it open.

    What stands behind "to" or "into" decides: the vessel of one of them, or a substance that only one of them holds.
    """
    batch = account.main
    if batch is None or batch is mix:
        return None
    at = ON_TO.search(r.text)
    if (at is None or ON_TO_IT.search(r.text)) and _only_receives(account, mix) and lex.BATCH_REFERENCE.search(r.text):
        return "out"  # "put 300 g of ice in a beaker. Run the mixture in"
    held, own = account.held(mix.name), account.held(batch.name)
    diazo = DIAZO_TO_THIS.match(r.text) or (at is None and DIAZO_FIRST.match(r.text))
    if diazo and r.clause.verb in ("add", "pour") and "sodium nitrite" in own - held:
        return "out"  # "The diazonium solution was added from a jacketed funnel"
    poured_out = CONTENTS_OF.search(r.text)
    if poured_out is not None and (
        poured_out[1] is not None or (poured_out[2].lower() in mix.kind and poured_out[2].lower() not in batch.kind)
    ):
        return "in"  # "the contents of the beaker are added over 40 min"
    if at is None:
        told = {m.identity for m in r.mentions if m.identity} | {
            x for m in r.mentions if m.generic in lex.GENERIC for x in own | held if x and class_of(m.generic, x)
        }
        alone = bool(told & (held - own)) and not told & (own - held)  # "the lye is added": it stands in the other vessel
        if account.last is mix and r.clause.verb in ("add", "pour") and (FIRST_MADE.search(r.text) or (told and told <= own - held)):
            return "out"  # "pour the nitrite solution in": it stands in the vessel that was told of first
        return "in" if (account.last is mix and THE_MIX_ALONE.match(r.text)) or (alone and r.clause.verb in ("add", "pour", None)) else None
    tail = r.clause.start + at.end()
    named = [v for v in r.vessels if v.start >= tail and not re.search(r"\bfrom (?:the |its )?$", account.source[: v.start][-12:])]
    if named and named[0].nominal_mL is None and mix.kind != batch.kind:
        return "in" if named[0].kind == batch.kind else "out" if named[0].kind == mix.kind else None
    if named and named[0].nominal_mL is not None and named[0].kind in (batch.kind, mix.kind) and batch.nominal_mL != mix.nominal_mL:
        sized = {batch.nominal_mL: "in", mix.nominal_mL: "out"}  # "add the mixture to the 400 mL flask"
        if named[0].nominal_mL in sized:
            return sized[named[0].nominal_mL]
    if named and account.last is mix and THE_MIX_ALONE.match(r.text) and not _only_receives(account, mix):
        return "in"  # both are flasks, and what was made up last goes into the other
    goal = {m.identity for m in r.mentions if m.start >= tail}
    subject = {m.identity for m in r.mentions if m.end <= tail}
    if goal & (own - held) and not goal & (held - own):
        return "in"
    kinds = [m.generic for m in r.mentions if m.start >= tail and m.generic in lex.GENERIC]
    if any(any(x and class_of(k, x) for x in own) and not any(x and class_of(k, x) for x in held) for k in kinds):
        return "in"  # "add this to the ester"
    beyond = r.text[at.end() :]
    if subject & (own - held) and (lex.MIX_REFERENCE.search(beyond) or re.search(r"\b(?:mixture|mix|solution)\b", beyond, re.I)):
        return "out"
    if subject & (held - own) and not subject & (own - held) and r.clause.verb in ("add", "pour", None) and not diazo:
        return "in"  # "add the nitrite solution to the flask", where both are flasks
    return None


def _on_what_waits(account: Account, r: Reading, there: Vessel, batch: str) -> bool:
    """ "200 g of ice was put in a 1 L beaker, and the mixture poured on it": one step, with the ice."""
    doc = account.doc
    mine = [s for s in doc.steps if s.vessel == there.name]
    lots = [account.lot(k) for s in mine for k in s.materials]
    in_order(doc, [s for s in doc.steps if s not in mine])
    step = new_step(account, r.clause, "quench", vessel=there.name, from_vessel=batch)
    step.T_range = None
    place(account, step, lots)
    account.late, account.quench, account.mix = True, there, None
    account.place, account.last = there.name, there
    return True


def _move(account: Account, r: Reading) -> bool:
    """A prepared mixture into the batch, or the batch into what was prepared."""
    text = r.text
    for name, vessel in account.labelled.items():
        if re.search(rf"\b{name}\b", text, re.I):
            spent = any(s.from_vessel == vessel.name for s in account.doc.steps)
            if r.clause.verb == "heat" and not spent:  # "Boil acid B in a 2 L flask"
                if r.vessels:
                    _rename(account, vessel, account.vessel(r.vessels[0], r.vessels[0].kind, ""))
                    account.labelled[name] = vessel = account.vessel(r.vessels[0], r.vessels[0].kind, "")
                new_step(account, r.clause, "heat", vessel=vessel.name)
                account.mix = vessel
                return True
            if not spent and r.clause.verb in ("add", "charge", "pour", None):
                main = main_vessel(account, r.vessels)
                set_bath(main, r.bath)
                kind = "dose" if account.holds(main.name) else "charge"
                new_step(account, r.clause, kind, vessel=main.name, from_vessel=vessel.name)
                r.mentions = [m for m in r.mentions if m.generic != "acid"]
                if r.measured:
                    step = new_step(account, r.clause, "dose", vessel=main.name)
                    place(account, step, [x for m in r.measured for x in lots_for(account, m, True)])
                return True
    if account.mix is None or not unspent(account):
        return False
    batch, mix = account.batch, account.mix
    told = account.doc.steps[-1] if account.doc.steps else None
    if (
        told is not None
        and told.kind == "charge"
        and told.materials
        and told.vessel == batch
        and (IT_GOES_IN.match(text) or IT_IS_RUN_IN.match(text))
        and all(m.generic for m in r.mentions)
    ):
        return False  # "nitrite is dissolved in water. This is dripped in": and not what waits beside
    own = account.held(mix.name)
    words = set(re.findall(r"[a-z]+", text.lower()))
    speaks_of_mix = bool(lex.MIX_REFERENCE.search(text)) or any(
        w in words for x in own if x for w in re.findall(r"[a-z]{5,}", x) if w not in ("acid", "water", "solution", "chloride")
    )
    called = re.search(r"\bthe (?:cold |cooled |chilled )?(\w+) (?:mix|mixture|solution)\b", text, re.I)
    if called is not None and lex.GENERIC.get(called[1].lower()) and any(x and class_of(called[1].lower(), x) for x in own):
        speaks_of_mix = True  # "add the alcohol mix to the nitrite"
    source, _, tail = (
        re.split(r"(\binto\b|\bto the\b|\bin this\b|\bto this\b|\bin that\b|\bonto\b|\bin the\b)", text, maxsplit=1, flags=re.I)
        if re.search(r"\binto\b|\bto the\b|\bin this\b|\bto this\b|\bin that\b|\bonto\b", text, re.I)
        else (text, "", "")
    )
    goes_out = lex.BATCH_REFERENCE.search(source) is not None and not lex.MIX_REFERENCE.search(source)
    if re.search(r"\bin this\b|\bin that\b", text, re.I) and re.search(r"\bdiazo", text, re.I):
        goes_out = True
    if r.measured:
        return False
    if _one_into_the_other(account, r, mix) or INTO_THE_FUNNEL.match(text):
        return True
    way = _direction(account, r, mix)
    goes_out, speaks_of_mix = (way == "out", way == "in") if way is not None else (goes_out, speaks_of_mix)
    if (
        goes_out
        and batch is not None
        and (
            way == "out" or ((tail or re.search(r"\bin this\b", text, re.I) or account.last is mix) and not lex.MIX_REFERENCE.search(text))
        )
    ):
        set_bath(mix, r.bath)
        if _only_receives(account, mix):
            return _on_what_waits(account, r, mix, batch)
        new_step(account, r.clause, "add" if lex.ALL_AT_ONCE.search(text) else "dose", vessel=mix.name, from_vessel=batch)
        account.main = mix
        account.place, account.mix = None, None
        return True
    if way != "out" and (
        lex.MIX_REFERENCE.search(text)
        or (not r.mentions and r.clause.verb in ("add", "pour"))
        or speaks_of_mix
        or _means_the_mix(account, r, mix)
        or re.search(
            r"\b(the|this|cold|cooled) (?:\w+ )?(solution|mixture)\b|^\W*(?:(?:add|run|pour|drip|let|feed|drop|give|put|bring) (?:in )?)?(?:that|it|this)\b",
            source,
            re.I,
        )
    ):
        main = main_vessel(account, [])
        set_bath(main, r.bath)
        if all(not lots_for(account, m, False) for m in r.mentions if not m.generic.startswith("row ")):
            step = new_step(account, r.clause, "dose", vessel=main.name, from_vessel=mix.name)
            if step.duration is None and step.all_at_once:
                step.kind = "add"
            account.last = main
            return True
    return False


PARTS_OF_ALL = {"half": 1 / 2, "third": 1 / 3, "quarter": 1 / 4, "fifth": 1 / 5, "sixth": 1 / 6, "tenth": 1 / 10}
PART_OF_IT = patterns.compile(
    r"^\W*(?:(?:then|now|next|and|first|finally|at once|all at once|dropwise|slowly|only then|with stirring|I|we|you|(?:when|once|as soon as) [^.,;]{3,45},(?: \d+ (?:min|h),)?)[ ,]*)*(?:(?:add|run|pour|drip|drop|tip|let|give|put|bring|trickle|feed|transfer)\w*(?: in)? )?"
    r"(?P<which>(?:(?:about|roughly|some|the|a|one|another|other|first|second|third|last|remaining|next|final|two|three|1|2|3)[- ])*)"
    r"(?P<part>half|thirds?|quarters?|fifths?|sixths?|tenths?|rest|remainder|what (?:is|was) left)\b(?! (?:an hour|hour|gram|mole|a|litre|pint|ounce|way|full))(?P<of> of (?:it|this|that|them|the (?:[\w-]+ ){0,3}?(?P<what>[\w-]+)))?",
    re.I,
)
""" "Half of the mixture is run in", "the other half", "another third over 5 min": of what stands ready in another vessel."""
A_MIXTURE = ("mixture", "mix", "solution", "liquid", "contents", "acid", "lye", "slurry", "suspension", "blend", "beaker", "reagent")


def _a_share(account: Account, r: Reading) -> bool:
    """A part of what was made up in another vessel goes to the batch, and the rest of it with the last one."""
    said = PART_OF_IT.match(r.text)
    if (
        said is None
        or account.mix is None
        or account.mix is account.main
        or r.measured
        or r.clause.verb not in ("add", "pour", "charge", None)
        or not unspent(account)
        or {"part", "funnel"} & set(account.waiting.values())
    ):
        return False
    mix = account.mix
    held = account.held(mix.name)
    before = [s for s in account.doc.steps if s.from_vessel == mix.name]
    own = any(m.identity in held or (m.generic in lex.GENERIC and any(x and class_of(m.generic, x) for x in held)) for m in r.mentions)
    if said["what"] and said["what"].lower() not in A_MIXTURE and not own:
        return False  # half of something else
    left = left_in(account.doc, mix.name)
    word = said["part"].lower().rstrip("s")
    which = said["which"].lower().replace("-", " ").split()
    if word in PARTS_OF_ALL:
        times = next((FEW.get(w) or (int(w) if w.isdigit() else 0) for w in which if w in FEW or w.isdigit()), 1)
        share = 1.0 if {"other", "remaining", "last", "final"} & set(which) else times * PARTS_OF_ALL[word] / left
    elif before:
        share = 1.0
    else:
        return False
    if not held or (not before and {"other", "second", "remaining", "last", "another"} & set(which)):
        return False
    main = main_vessel(account, [])
    set_bath(main, r.bath)
    step = new_step(account, r.clause, "add" if lex.ALL_AT_ONCE.search(r.text) else "dose", vessel=main.name, from_vessel=mix.name)
    step.share = share if share < 0.999 else None
    account.last = main
    return True


INTO_THE_FUNNEL = patterns.compile(
    r"^\W*(?:(?:and|then|now|next|all|it|is|was|this|that|the|acid|mixed|nitrating|cold|cooled|whole|mixture|mix|solution|transfer(?:red)?|pour(?:ed)?|put|fill(?:ed)?|goes|went|bring|brought|decant(?:ed)?)\b,? ?)+(?:in)?to (?:the|an?|its) (?:\d+ ?mL )?(?:\w+ )?(?:dropping|addition|feed|tap|pressure[- ]equali[sz]\w+|jacketed|cooled)?[- ]?funnel\b\W*(?:on the flask\W*|of the flask\W*)?$",
    re.I,
)
""" "Transfer to the dropping funnel": it stands there, and goes in when the funnel is told to run."""


def _one_into_the_other(account: Account, r: Reading, mix: Vessel) -> bool:
    """ "The sulfuric acid is poured into the nitric acid in a 100 mL beaker in ice, below 30 °C": how what was listed before comes about, and in what."""
    at = ON_TO.search(r.text)
    steps = [s for s in account.doc.steps if s.vessel == mix.name]
    held = {account.lot(k).identity for s in steps for k in s.materials}
    if at is None or any(s.from_vessel for s in steps) or not any(s.materials for s in steps[-1:]):
        return False
    there = r.clause.start + at.end()
    parts = [{m.identity for m in r.mentions if m.identity and not m.generic and (m.start >= there) is side} for side in (False, True)]
    if not all(parts) or not parts[0] | parts[1] <= held or parts[0] & parts[1]:
        return False
    sized = next((v for v in r.vessels if account.vessel_name(v) != account.batch), None)
    if sized is not None and mix.nominal_mL is None and not mix.named:
        vessel = account.vessel(sized, sized.kind, "")
        _rename(account, mix, vessel)
        account.mix = vessel
    return _how_it_was_mixed(account, r)


MADE_FROM = patterns.compile(
    r"\b(?:solution|salt|mixture|suspension|slurry|complex|reagent)\W*\((?:freshly |newly )?(?:made |prepared |obtained )?from\b", re.I
)


def _made_from(account: Account, r: Reading) -> bool:
    """ "A diazonium solution (from 21 g of amine, acid, nitrite) is added": what the bracket names is put together apart, and comes in as one."""
    said = MADE_FROM.search(r.text)
    if said is None:
        return False
    begin = r.clause.start + said.end()
    depth, end = 1, begin
    while end < r.clause.end and depth:
        depth += (account.source[end] == "(") - (account.source[end] == ")")
        end += 1
    inside = [m for m in r.mentions if begin <= m.start < end]
    outside = [m for m in r.mentions if m not in inside]
    if len([m for m in inside if m.measured]) < 2 or not r.measured:
        return False
    main = main_vessel(account, r.vessels)
    set_bath(main, r.bath)
    lots = [x for m in outside for x in lots_for(account, m, m.measured)]
    if lots:
        first = new_step(account, r.clause, "add" if account.holds(main.name) else "charge", vessel=main.name)
        first.duration = first.T_limit = None
        place(account, first, lots)
    apart = account.vessel(None, "beaker", f"prepared apart, {len(account.doc.vessels) + 1}")
    made = new_step(account, r.clause, "charge", vessel=apart.name)
    made.T_range = made.T_limit = made.duration = None
    place(account, made, [x for m in inside for x in lots_for(account, m, True)])
    new_step(account, r.clause, "dose", vessel=main.name, from_vessel=apart.name)
    account.last = main
    return True


INTO_WITH = patterns.compile(
    r"^\W*(?:then )?(?:in)?to (?:an?|the) [^.;]{0,40}?\b(?:with|of|holding|containing)\b[^.;]*\b(?:all (?:the )?(?:pieces|lot|of it)?|the (?:pieces|lot|solid|cake|chips)|everything|it|them)\b",
    re.I,
)


def _into_what_waits(account: Account, r: Reading) -> bool:
    """ "Into a 2 L beaker with 500 mL methanol, all pieces together": what was told before goes into what stands there."""
    batch = account.main
    if INTO_WITH.match(r.text) is None or not r.vessels or not r.measured or batch is None or not account.holds(batch.name):
        return False
    vessel = account.vessel(r.vessels[0], r.vessels[0].kind, "")
    if vessel.name == batch.name or account.holds(vessel.name):
        return False
    first = new_step(account, r.clause, "charge", vessel=vessel.name)
    first.duration, first.all_at_once = None, False
    place(account, first, [x for m in r.measured for x in lots_for(account, m, True)])
    at_once = lex.ALL_AT_ONCE.search(r.text) is not None or re.search(r"\btogether\b", r.text, re.I) is not None
    washed = next((s for s in reversed(account.doc.steps) if s.kind == "filter"), None) if account.isolated == "filter" else None
    if washed is not None:
        washed.keep = washed.keep or "solid"
    source = washed.vessel if washed is not None else batch.name
    step = new_step(account, r.clause, "add" if at_once else "dose", vessel=vessel.name, from_vessel=source)
    step.all_at_once = at_once
    account.main, account.place, account.last, account.isolated = vessel, None, vessel, ""
    return True


WHOLE_ON_TO_IT = patterns.compile(
    rf"^\W*(?:(?:then|now|next|and|finally|I|we|when cold|once cold)\b[ ,]*)*(?:(?:pour|tip|run|drip|drop|empty|let|put|stir|transfer|siphon)\w* (?:out )?{THE_WHOLE}\b|{THE_WHOLE}(?: is| was| are| were| gets| goes| went)+\b)"
    r"[^.;]{0,40}?\b(?:on ?to|on|over|in|into)(?: (?:it|this|that|the (?:stirred |crushed |cold )*(?:ice|water|ice[ -]water|ice and water|beaker|bucket|jar)))?(?:,? (?:slowly|quickly|carefully|with stirring|while stirring|stirring|well stirred))*\W*$",
    re.I,
)
"""The batch goes on to what stands ready."""


def _on_to_the_ice_there(account: Account, r: Reading) -> bool:
    """ "300 g of ice in a 1 L beaker; the batch is poured on to it": what stands beside the batch is ice or water alone, and takes it."""
    doc = account.doc
    stands = doc.steps[-1] if doc.steps else None
    if (
        stands is None
        or account.main is None
        or r.measured
        or stands.kind not in ("charge", "dose", "add")
        or stands.vessel in (None, account.main.name)
        or stands.from_vessel is not None
        or not stands.materials
        or any(account.lot(k).identity not in RECEIVERS for k in stands.materials)
        or sum(s.vessel == stands.vessel for s in doc.steps) > 1
        or not any(s.kind in ("dose", "add", "hold", "reflux", "heat") and s.vessel == account.main.name for s in doc.steps)
        or WHOLE_ON_TO_IT.match(r.text) is None
    ):
        return False
    vessel = next(v for v in doc.vessels if v.name == stands.vessel)
    lots = [account.lot(k) for k in stands.materials]
    in_order(doc, [s for s in doc.steps if s is not stands])
    account.quench = vessel
    step = new_step(
        account, r.clause, "quench", vessel=vessel.name, from_vessel=account.batch if account.batch != vessel.name else account.main.name
    )
    place(account, step, lots)
    account.mix = None if account.mix is vessel else account.mix
    account.place, account.last = vessel.name, vessel
    return True


GOES_OVER = patterns.compile(
    r"^\W*(?:(?:then|now|next|and|finally|afterwards|after that|i|we|you|by then|cold|cooled|when cold|once cold)\b[ ,]*)*"
    r"(?:(?:move|pour|transfer|change|rinse|decant|tip|siphon|syphon|empty|bring|put|swap|switch|run|take)\w*\b )?"
    r"(?:(?:it(?:'s| is)?|this|that|them|all|everything|the (?:whole |cold |cooled |clear |dark |warm |hot |finished |reaction |red |brown |yellow )*(?:lot|thing|contents?(?: of the (?:flask|pot|beaker))?|mixtures?|batch|solution|suspension|slurry|liquid|melt|mass|flask|pot|beaker))\b[ ,]*)*"
    r"(?:(?:is|was|are|were|has been|gets|got) )?(?:then |now |all |carefully |slowly |quickly )*"
    r"(?:(?:moved|pour(?:ed|s)?|transferred|goes|go|went|emptied|put|rinsed|decanted|tipped|brought|siphoned|syphoned|changed|run|taken)\b ?)?"
    r"(?:(?:over|off|out|across|back|from the (?:solids?|salts?|crystals))\b ?)*(?:in ?to|to|into|in)\b (?:an? |another |the |my )",
    re.I,
)
"""The batch, as far as a clause names it at all, goes into another vessel."""
OF_A_PART = patterns.compile(
    r"\b(?:layers?|phase|filtrate|washings|distillate|liquors?|sample|aliquot|gas|fumes|vapou?rs?|outlet|tube|hose|leads?|adapt[eo]r|condenser|funnel|receiver|bath|waste|product|crystals|solid|cake|residue|drain|sink|bin|if|when|whenever|should|in case|emergency|never|not)\b",
    re.I,
)
"""Not the batch, or not what is done."""
EMPTY_IT = patterns.compile(r"^\W*(?:then |now |next |and )*empty (?:the|my) (?:flask|pot|beaker|reactor)\b", re.I)
"""A doing, and no empty flask of a gas line."""
THE_FLASK = patterns.compile(r"\b(?<!of )the (?:flask|pot|beaker)\b", re.I)
OFF_THE_SOLID = patterns.compile(r"\b(?:off|from) the (?:solids?|salts?|crystals)\b", re.I)
SECOND_THOUGHT = patterns.compile(r"\b(?:before (?:adding|that|it|this|the water|you add|I add)|beforehand|first)\b", re.I)


def _goes_over(account: Account, r: Reading) -> bool:
    """ "Move to a 600 mL beaker", "the flask is emptied into a 2 L beaker": the batch goes on in another vessel, and nothing is there yet."""
    doc, source = account.doc, account.batch
    held = [v for v in r.vessels if account.vessel_name(v) != source]
    if len(held) != 1 or r.measured or any(m.generic not in ("it", "all") for m in r.mentions) or source is None or unspent(account):
        return False
    begin = r.text.rfind(":") + 1  # "the flask then holds 270 mL: move to a 600 mL beaker"
    over, into = GOES_OVER.match(r.text[begin:]), held[0]
    if (
        over is None
        or OF_A_PART.search(OFF_THE_SOLID.sub("", r.text))
        or account.isolated in ("filter", "distil")
        or not account.holds(source)
    ):
        return False
    if THE_FLASK.search(over.group()) and not re.search(r"\bempt", over.group(), re.I):
        return False  # "I put the flask in a bucket of ice"
    between = account.source[r.clause.start + begin + over.end() : into.start]
    alone = re.match(r"\W*(?:in ?to|into|to|in)\b", r.text, re.I) is not None
    if len(between.split()) > 3 or (into.nominal_mL is None and into.article == "the") or (account.waiting and alone):
        return False
    if re.match(r"\W*in\b(?! ?to)", r.text, re.I) or (alone and not re.match(r"[^\S\n]*(?:[.;\n]|$)", account.source[r.clause.end :])):
        return False  # "Into a 600 mL beaker: 100 g of ice"
    if account.holds(account.vessel_name(into)):
        return False
    implied = account.main is not None and not account.main.named and source == account.main.name
    if implied and all(s.kind in ("charge", "add", "absorb") and s.duration is None for s in doc.steps):
        main_vessel(account, [into])  # nothing was said of where it was put together so far: "into the 250 flask"
        return True
    vessel = account.vessel(into, into.kind, "")
    step = new_step(account, r.clause, "transfer", vessel=vessel.name, from_vessel=source)
    last = doc.steps[-2] if len(doc.steps) > 1 else None
    if (
        last is not None
        and last.kind in ("dose", "add", "quench")
        and last.vessel == source
        and SECOND_THOUGHT.search(r.text)
        and r.clause.start - last.span[1] < 90
    ):
        last.vessel = vessel.name  # "Water 150 mL over 10 min (move it to a 600 mL beaker first)"
        in_order(doc, [*doc.steps[:-2], step, last])
    if account.main is not None and source == account.main.name and all(s.kind in ("charge", "transfer") for s in doc.steps):
        account.main, account.place = vessel, None  # out of its bottle: from here on this is the flask
    else:
        account.place = vessel.name
    account.last = vessel
    return True


CAKE_IN = patterns.compile(
    r"^\W*(?:then |now |next |and )*(?:put |tip |stir |add |spoon |scrape |bring )?(?:(?:the|this|that|my) (?:(?!filtrate)\w+[ -]){0,3}?(?:solid|salt|cake|powder|crystals|precipitate|paste|lumps)|(?:wet |damp |crude )?(?:solid|cake|crystals))\b(?! bath)(?P<how>[^.;]*)",
    re.I,
)
"""What was kept on a filter, as what a clause moves."""
GOES_IN = patterns.compile(
    r"\b(?:goes|went|go|is|was|are|were|added|stirred|put|tipped|scraped|spooned|brought)?\b[^.;]{0,30}?\b(?:in|into|to|onto)\b(?! (?:air|the (?:air|hood|oven|desiccator|fridge|drawer|dark)|an? (?:vial|jar|bottle|desiccator|oven|dish|drawer)))",
    re.I,
)


def _solution_apart(account: Account, r: Reading) -> bool:
    """ "The salt is filtered off. Naphthol: 7.2 g in 45 mL of caustic": a reagent made up while the batch is on the filter, and no washing of it."""
    if account.isolated != "filter" or r.clause.verb not in (None, "charge", "mix") or len(r.measured) < 2 or not account.batch:
        return False
    solid, liquid = r.measured[0], r.measured[1]
    what = catalogue().substances.get(solid.identity or "")
    if what is None or what.phase != "s" or not _is_reagent(what.id) or what.id == account.doc.results.product_identity:
        return False
    sized = any(v.nominal_mL is not None and account.vessel_name(v) != account.batch for v in r.vessels)
    if not (sized or any(is_word(x, "in") for x in r.items[solid.last : liquid.first + 1])) or (
        CRYSTALLISED.search(r.text[:60]) and r.clause.verb is None
    ):
        return False
    if CAKE_IN.match(r.text) or any(x.identity == what.id for x in account.doc.materials):
        return False
    vessel = _apart(account, r)
    set_bath(vessel, r.bath)
    _fill(account, r, vessel)
    account.mix = vessel
    return True


def _apart(account: Account, r: Reading, role: str = "") -> Vessel:
    """The vessel beside the batch that a clause names, or one that is implied."""
    sized = next((v for v in r.vessels if account.vessel_name(v) != account.batch), None)
    if sized is not None:
        return account.vessel(sized, sized.kind, "")
    return account.vessel(None, "beaker", role or f"prepared apart, {len(account.doc.vessels) + 1}")


def _cake_goes_in(account: Account, r: Reading) -> bool:
    """ "The damp solid is added to it in portions", "the cake is stirred into a solution of …": what was kept on the filter goes on."""
    filtered = next((s for s in reversed(account.doc.steps) if s.kind == "filter"), None) if account.isolated == "filter" else None
    m = CAKE_IN.match(r.text)
    if filtered is None or m is None or r.clause.verb not in (None, "add", "pour", "charge", "mix") or not GOES_IN.search(m["how"]):
        return False
    if re.search(r"\b(?:waste|bin|drum|dispos\w+|thrown)\b", account.source[r.clause.start : r.clause.end + 30].partition("\n")[0], re.I):
        return False  # "damp cake into a beaker with water overnight, then inorganic waste"
    into = account.mix if account.mix is not None and unspent(account) and account.mix.name != filtered.from_vessel else None
    lots = [x for y in r.measured for x in lots_for(account, y, True)]
    if into is None and not lots:
        return False
    into = into or _apart(account, r)
    if lots:
        first = new_step(account, r.clause, "charge", vessel=into.name)
        first.duration, first.all_at_once, first.portions = None, False, None
        place(account, first, lots)
    filtered.keep = filtered.keep or "solid"
    spread = durations_in(r.clause)[0] is not None or re.search(
        r"\b(?:portions?|lots|by the spoon|spoonful\w*|slowly|little by little)\b", r.text, re.I
    )
    new_step(account, r.clause, "dose" if spread else "add", vessel=into.name, from_vessel=filtered.vessel)
    account.place, account.last, account.isolated = into.name, into, ""
    return True


ALL_OF_IT = patterns.compile(
    r"\b(?:all of (?:it|this|that)|this|that|it|these|they|both|the lot|all) (?:now )?(?:goes|go|went|is|are|was|were|gets)\b", re.I
)


def _means_the_mix(account: Account, r: Reading, mix: Vessel) -> bool:
    """ "Acid in over 45 min", "all of it goes on the toluene": what was mixed beside the batch, by its kind or by where it goes."""
    if r.clause.verb not in ("add", "pour", "charge", None):
        return False
    held = account.held(mix.name)
    batch = account.held(account.batch)
    if ALL_OF_IT.search(r.text) and any(m.identity in batch - held for m in r.mentions):
        return True
    kinds = [m.generic for m in r.mentions if m.generic or m.identity not in batch - held]
    alike = all(lex.GENERIC.get(g) and all(class_of(g, x) for x in held if x and x != "water") for g in kinds)
    meets = len(kinds) < len(r.mentions) and re.search(r"\b(?:to|onto|on to|over)\b", r.text, re.I) is not None
    return bool(kinds) and alike and (meets or re.search(r"\bin\b|\binto\b|\bdrop", r.text, re.I) is not None)


def _rename(account: Account, old: Vessel, new: Vessel) -> None:
    for s in account.doc.steps:
        if s.vessel == old.name:
            s.vessel = new.name
    if old in account.doc.vessels and old is not new:
        account.doc.vessels.remove(old)


def _how_it_was_mixed(account: Account, r: Reading) -> bool:
    """ "…, made over 15 min below 20 °C in ice": how the mixture that was just told of comes about."""
    last = account.doc.steps[-1] if account.doc.steps else None
    if last is None or account.mix is None or last.vessel != account.mix.name or not last.materials or not unspent(account):
        return False
    said = new_step(account, r.clause, "hold", vessel=last.vessel)
    account.doc.steps.remove(said)
    last.duration, last.T_limit, last.T_range = last.duration or said.duration, last.T_limit or said.T_limit, last.T_range or said.T_range
    last.cooled = last.cooled or said.cooled or r.bath is not None
    set_bath(account.mix, r.bath)
    return True


def _mix(account: Account, r: Reading) -> None:
    if not r.mentions:
        if not _how_it_was_mixed(account, r):
            _fragment(account, r)
        return None
    if MAKE_THE.search(r.text) and not r.measured and all(not lots_waiting(account, m) for m in r.mentions):
        return None  # "while I make the copper": how it is made follows
    return _bring(account, r, charge=True)


MAKE_THE = patterns.compile(r"\b(?:I|we|you|they|to) (?:then |now )?(?:make|prepare)(?: up)? (?:the|my|our) [\w-]+(?: [\w-]+)?\W*$", re.I)


NITRITES = ("sodium nitrite", "potassium nitrite")
"""What acts when it meets an acid, wherever that stands."""


TO_WHAT_IS_THERE = patterns.compile(
    r"^\W*(?:and |then |now )*(?:in|on)?to (?:that|this|it|which|these|all this|the mixture|the flask|the solution)\b", re.I
)
""" "To that sulfuric acid, poured in": the acid goes to the batch."""


def _onto_reagent(account: Account, r: Reading) -> bool:
    """ "Pour on 25 g of ice and 5 mL of conc. HCl", where nothing has reacted yet: what was mixed so far goes into the reagent."""
    steps = [s for s in account.doc.steps if s.vessel == account.batch]
    to = next((x for x in r.items if is_word(x, "on", "onto", "into", "to")), None)
    reagent = [m for m in r.measured if m.identity not in RECEIVERS and m.identity is not None]
    nitrite = any(account.lot(k).identity in NITRITES for s in steps for k in s.materials)
    if to is None or (r.vessels and not nitrite) or any(m.start < to.start for m in r.measured) or TO_WHAT_IS_THERE.match(r.text):
        return False
    waited = any(s.kind in ("hold", "reflux", "distil", "heat") or s.duration is not None for s in steps)
    if not reagent or waited or not steps or account.batch is None:
        return False
    if not any(catalogue().substances[str(m.identity)].parts.get("H+", 0.0) > 0 for m in reagent):
        return False
    vessel = account.vessel(r.vessels[0], r.vessels[0].kind, "") if r.vessels else account.vessel(None, "beaker", "for the acid, not named")
    if vessel.name == account.batch:
        return False
    first = _lies_ready(account, r.clause, vessel)
    place(account, first, [x for m in r.measured for x in lots_for(account, m, True)])
    new_step(account, r.clause, "dose", vessel=vessel.name, from_vessel=account.batch)
    account.place, account.last = vessel.name, vessel
    if r.vessels and account.main is not None:
        account.main, account.place = vessel, None
    return True


def _poured_in(account: Account, r: Reading) -> bool:
    """ "2-Naphthol in caustic, cooled. Pour the slurry in": the batch goes into what was last made up beside it."""
    made = next((s for s in reversed(account.doc.steps) if s.materials or s.from_vessel), None)
    batch_of = account.held(account.batch)
    if (
        any(m.measured or m.identity not in batch_of for m in r.mentions if not m.generic)
        or made is None
        or made.vessel == account.batch
        or account.batch is None
        or made.vessel in ("filter", None)
        or made.kind == "absorb"
    ):
        return False
    if made.kind in ("extract", "quench", "neutralise") or not re.search(
        r"\b(?:pour|tip|run|add)\w*\b[^.;]*\b(?:in|into (?:it|this|that))(?:,? (?:all of it|the (?:whole )?lot|all at once|at once|quickly|slowly))?\W*$",
        r.text,
        re.I,
    ):
        return False
    vessel = next(v for v in account.doc.vessels if v.name == made.vessel)
    new_step(account, r.clause, "dose" if durations_in(r.clause)[0] else "add", vessel=vessel.name, from_vessel=account.batch)
    account.place = None if account.main is vessel else vessel.name
    account.last = vessel
    return True


WAS_PUT_IN = patterns.compile(
    r"^\W*(?:and |then |now )*(?:(?:was|were|is|are) )?(?:then |now )?(?:poured|tipped|thrown|emptied) (?:straight )?in\b(?! (?:a|an|the|one of)\b)",
    re.I,
)
DECANTED = patterns.compile(r"\bpour\w*\b[^.;]*\boff\b", re.I)
"""What stands over something is let go."""


def _pour(account: Account, r: Reading) -> None:
    if PUT_TOGETHER.search(r.text) and not r.mentions and unspent(account) and account.last is account.mix:
        return None  # "acid mix: 18 mL nitric + 20 mL sulfuric, poured together in a beaker": how the mixture came about
    weighed = bool(_weighed(account)) or "funnel" in account.waiting.values()
    if weighed and not r.measured and (IT_IN.search(r.text) or WAS_PUT_IN.match(r.text)):
        return _bring(account, r)  # "measure 5 mL of bromine in a cylinder and tip it in"
    if DECANTED.search(r.text) and not r.measured and doc_steps(account):
        return None
    if _fraction_into(account, r) or _onto_reagent(account, r) or _poured_in(account, r):
        return None
    if _pours(account, r) or (
        account.doc.steps
        and _ice_there(r.mentions)
        and not account.isolated
        and not _water_comes(r)
        and lex.BATCH_REFERENCE.search(r.text)
        and not POURED_IN.search(r.text)
        and not re.search(
            r"\b(?:in)?to the (?:acid |cold |cooled |stirred |first )?(?:flask|pot|mixture|batch|reaction|melt)\b|\bon ?to the (?:mixture|batch|melt)\b",
            r.text,
            re.I,
        )
    ):
        return _quench(account, r)
    if not r.mentions and not unspent(account):
        maybe = re.match(r"\W*(?:if|should|in case|when(?:ever)? (?:it|the \w+) (?:gets|is) too)\b", r.text, re.I)
        if account.doc.steps and lex.BATCH_REFERENCE.search(r.text) and r.vessels and not maybe:
            vessel = account.vessel(r.vessels[0], r.vessels[0].kind, "")
            if vessel.name != account.batch:
                charged_only = all(s.kind == "charge" for s in account.doc.steps if s.vessel == account.batch)
                new_step(account, r.clause, "transfer", vessel=vessel.name, from_vessel=account.batch)
                account.place = vessel.name
                if charged_only and account.place is not None:  # out of its bottle: from here on this is the flask
                    account.main, account.place = vessel, None
        return None
    if not _batch_into(account, r):
        _bring(account, r)
    return None


def _into_acid(account: Account, r: Reading) -> bool:
    """ "Run it slowly, 30 min, into 100 mL of dilute acid in a 600 mL beaker": the batch, after it has reacted, into what takes it up."""
    into = next((x for x in r.items if is_word(x, "into", "onto")), None)
    other = next((v for v in r.vessels if into is not None and v.start > into.start and account.vessel_name(v) != account.batch), None)
    if into is None or other is None or other.nominal_mL is None or not account.batch or not r.measured:
        return False
    before = account.source[r.clause.start : into.start]
    fed = any(s.kind in ("dose", "hold", "reflux") for s in account.doc.steps if s.vessel == account.batch)
    there = all(m.start > into.start and m.identity in (*RECEIVERS, *ACIDS, "hydrochloric acid", "acetic acid") for m in r.measured)
    return fed and there and not unspent(account) and lex.BATCH_REFERENCE.search(before) is not None


def _into_the_next_vessel(account: Account, r: Reading) -> bool:
    """ "The cold solution was run into 20 g of alcohol in ether, stirred in a 500 mL flask": what was made up first goes into the batch, which is told now."""
    into = next((x for x in r.items if is_word(x, "into", "onto")), None)
    if into is None or r.vessels or not account.batch or not r.measured or any(m.start < into.start for m in r.measured):
        return False
    before = account.source[r.clause.start : into.start]
    only_made = all(s.kind in ("charge", "add", "dose", "cool") for s in account.doc.steps if s.vessel == account.batch)
    if (
        not only_made
        or not re.search(r"\bthe (?:\w+ ){0,2}(?:solution|mixture|liquid|acid)\b", before, re.I)
        or any(m.identity in RECEIVERS for m in r.measured)
    ):
        return False
    end = account.source.find(". ", r.clause.end)
    tail = account.source[r.clause.end : end if end >= 0 else len(account.source)]
    ahead = [v for v in vessels_in(quantities(tokenise(tail))) if v.kind in REACTION_VESSELS and v.nominal_mL is not None]
    if not ahead or not re.match(
        r"\W*(?:which (?:is|was) )?(?:stirred|kept|held|contained|placed|standing)?\b[^.;]{0,20}\bin an?\b", tail, re.I
    ):
        return False
    source = account.batch
    vessel = account.vessel(ahead[0], ahead[0].kind, "")
    first = _lies_ready(account, r.clause, vessel)
    place(account, first, [x for m in r.measured for x in lots_for(account, m, True)])
    new_step(account, r.clause, "dose", vessel=vessel.name, from_vessel=source)
    account.main, account.place, account.last = vessel, None, vessel
    return True


LUMP = patterns.compile(
    r"^\W*(?:the )?(?:cold |cooled |broken |crushed |powdered )*(?:lumps?|cake|mass|crust|clinker|melt)\b[^.;]{0,90}?\b(?:goes |go |is put |is broken )?into an? (?=\d)",
    re.I,
)


LITTLE_BY_LITTLE = patterns.compile(
    r"\b(?:spoon by spoon|by the spoon(?:ful)?|(?:in|by) (?:small |little )?portions|portion-?wise|a (?:spoon(?:ful)?|bit|little|pinch) at a time|drop by drop|dropwise)\b",
    re.I,
)
""" "Then sodium carbonate, spoon by spoon": it goes in, and nobody says how much."""
LUMPS_IN = patterns.compile(
    r"\b(?:drop|put|throw|tip|stir|bring|place|add)\w* (?:the |these |those |all the )(?:cold |broken |crushed )*(?:lumps?|pieces|bits|cake|slag|mass|clinker|regulus|residue|powder) (?:in|into|to|on)\b"
    r"|\b(?:lumps?|pieces|bits|cake|slag|mass|clinker|powder) (?:is|are|was|were|goes?|went) (?:then |slowly )?(?:dropped |put |thrown |tipped |stirred |added )?(?:in|into|to)\b",
    re.I,
)
""" "Drop the lumps in hydrochloric acid": what burnt out in the crucible."""
GOES_OFF = patterns.compile(lex.GOES_OFF, re.I)


def _in_the_crucible(account: Account) -> bool:
    return account.main is not None and account.batch == account.main.name and account.main.kind in ("crucible", "dish", "boat")


def _lump_into(account: Account, r: Reading) -> bool:
    """ "The lump into a 1 L flask": all that was in the crucible."""
    lumps = LUMPS_IN.search(r.text)
    if lumps is not None and _in_the_crucible(account) and r.measured and all(m.start > r.clause.start + lumps.start() for m in r.measured):
        vessel = _apart(account, r, "for the lumps, not named")
        first = new_step(account, r.clause, "charge", vessel=vessel.name)
        first.duration, first.all_at_once = None, False
        place(account, first, [x for m in r.measured for x in lots_for(account, m, True)])
        new_step(account, r.clause, "dose" if durations_in(r.clause)[0] else "add", vessel=vessel.name, from_vessel=account.batch)
        account.main, account.place, account.last = vessel, None, vessel
        return True
    other = next((v for v in r.vessels if v.nominal_mL is not None and account.vessel_name(v) != account.batch), None)
    if other is None or any(m.start < other.end for m in r.measured) or not account.batch or not LUMP.match(r.text):
        return False
    vessel = account.vessel(other, other.kind, "")
    new_step(account, r.clause, "add", vessel=vessel.name, from_vessel=account.batch)
    account.main, account.place, account.last = vessel, None, vessel
    return not r.measured  # "…, then 500 mL of acid"


def _batch_into(account: Account, r: Reading) -> bool:
    """ "The diazonium solution is poured into 11 g of X in 40 mL of Y in a 500 mL flask": that flask takes the batch."""
    into = next((x for x in r.items if is_word(x, "into", "onto", "to")), None)
    other = next((v for v in r.vessels if into is not None and v.start > into.start and account.vessel_name(v) != account.batch), None)
    before = account.source[r.clause.start : into.start] if into is not None else ""
    behind = BATCH_BEHIND.match(r.text)
    if behind is not None and all(m.end <= r.clause.start + behind.start(1) for m in r.measured):
        before = behind[1]  # "To X in Y, in a 500 mL flask, the diazonium solution was added"
    solid = account.isolated == "filter" and re.search(
        r"\bthe (?:\w+ ){0,2}(?:salt|cake|crystals|solid|powder|precipitate|product)\b", before, re.I
    )
    told = "funnel" in account.waiting.values() or any(m.measured and into is not None and m.start < into.start for m in r.mentions)
    batch = (
        lex.BATCH_REFERENCE.search(before) is not None
        or ADDED_TO.match(r.text) is not None
        or (FED_ON.match(r.text) is not None and not told)
    )
    if into is None or other is None or not account.batch or not (solid or batch):
        return False
    there = [m for m in r.mentions if m.start > into.start and (m in r.measured or _waits(account, m))]
    if not there or any(m.start < into.start for m in r.measured):
        return False
    vessel = account.vessel(other, other.kind, "")
    filtered = next((s for s in reversed(account.doc.steps) if s.kind == "filter"), None)
    if solid and filtered is not None:
        filtered.keep = filtered.keep or "solid"
    on_filter = filtered.vessel if filtered is not None else account.batch
    lots = [x for m in there for x in lots_for(account, m, True)]
    step = new_step(account, r.clause, "add", vessel=vessel.name, from_vessel=on_filter if solid else account.batch)
    fed = step.duration is not None or lex.SLOWLY.search(r.text) is not None
    if fed and not solid:  # what stands there first
        account.doc.steps.remove(step)
        first = _lies_ready(account, r.clause, vessel)
        place(account, first, lots)
        new_step(account, r.clause, "dose", vessel=vessel.name, from_vessel=account.batch)
    else:
        place(account, step, lots)
    account.place, account.last = vessel.name, vessel
    if account.main is not None and not account.main.named:
        account.main, account.place = vessel, None  # "the flask" is this one from here on
    return True


BATCH_BEHIND = patterns.compile(
    r"^\W*(?:in)?to (?:an? |the )?[^.;]+?,? (the (?:[\w-]+ ){0,3}(?:diazo\w*|solution|mixture|suspension|liquor)(?: salt)?(?: solution)?) (?:is|was|were|are) (?:then |now |slowly )*(?:added|run|dripped|dropped|trickled|metered|siphoned|fed|let|poured)\b",
    re.I,
)
FED_ON = patterns.compile(r"^\W*(?:then |slowly )?(?:dripped|dropped|run|added|let|poured|fed)\b[^.;]{0,40}\binto\b", re.I)
""" "…to a cooled funnel and dripped into copper(I) chloride in a 500 mL flask": the batch, of which the clause before speaks."""
ADDED_TO = patterns.compile(
    r"^\W*(?:then )?(?:it|(?:the|this) (?:[\w-]+ ){0,3}(?:solution|mixture|suspension|liquor|slurry|lot)|all of (?:it|this)) (?:was|is|were|are) (?:then |now |slowly |quickly )*(?:added|run|dripped|dropped|trickled|metered|siphoned|fed|let)\b[^.;]*\b(?:in)?to\b",
    re.I,
)
""" "It was then added in one portion to cuprous chloride (22 g) in acid in a 500 mL flask"."""
COLD_C = 15.0
"""Up to here a temperature told with the ice is that of the ice, and not of what is poured on to it."""


OF_THE_QUENCH = patterns.compile(r"\btemperature of the (?:water|ice|slurry|quench)\b", re.I)


CAME_OVER = patterns.compile(
    r"^\W*(?:then |now |and )?(?:(?:pour|tip|run|empty|drip|drop|add)\w* )?(?:the |this |that |these |all )?(?:(?:\w+ )?(?:distillates?|condensate|fore-?run(?:nings)?|fractions?|runnings)|receiver(?:'s)? contents|contents of the receiver|what (?:is|came) (?:over )?in the receiver)\b",
    re.I,
)
""" "The distillate was poured into 200 mL of water": what came over, and not what stayed."""


INTO_IT_THERE = patterns.compile(r"\b(?:into|onto|to) (?:it|this|that|there)\b", re.I)
ASIDE_FRACTION = patterns.compile(r"\b(?:condensate|fore-?run(?:nings)?|runnings|first fraction|this fraction|solvent fraction)\b", re.I)


def _fraction_into(account: Account, r: Reading) -> bool:
    """ "The condensate was dripped into a mixture of methanol and caustic in an open flask": what came over beside the product, into a vessel of its own."""
    still = next((s for s in reversed(account.doc.steps) if s.kind == "distil" and s.into), None)
    into = next((i for i, x in enumerate(r.items) if is_word(x, "into", "onto", "to")), None)
    if still is not None and into is not None and not r.measured and CAME_OVER.match(r.text):
        last = account.doc.steps[-1]
        if last.kind == "charge" and last.vessel not in (still.vessel, None) and INTO_IT_THERE.search(r.text):
            new_step(account, r.clause, "dose" if durations_in(r.clause)[0] else "add", vessel=last.vessel, from_vessel=still.into)
            return True  # "300 mL of caustic are put into a beaker and the distillate is dripped into it"
    if (
        still is None
        or into is None
        or not CAME_OVER.match(r.text)
        or not ASIDE_FRACTION.search(r.text[: r.items[into].start - r.clause.start])
    ):
        return False
    there = [m for m in r.measured if m.first > into]
    if not there or len(there) < len(r.measured) or lex.TO_PH.search(r.text) or re.search(r"\b(?:until|till)\b", r.text):
        return False
    named = next((v for v in r.vessels if account.vessel_name(v) != still.vessel), None)
    vessel = account.vessel(None, named.kind if named is not None and named.nominal_mL is None else "flask", "for the fraction, not named")
    if named is not None and named.nominal_mL is not None:
        account.doc.vessels.remove(vessel)
        vessel = account.vessel(named, named.kind, "")
    first = _lies_ready(account, r.clause, vessel)
    place(account, first, [x for m in there for x in lots_for(account, m, True)])
    set_bath(vessel, r.bath)
    new_step(account, r.clause, "dose" if durations_in(r.clause)[0] else "add", vessel=vessel.name, from_vessel=still.into)
    return True


def _onto_acid(account: Account, lots: list[Material]) -> bool:
    """Whether the batch holds nitrite and goes on to acid and ice: it is diazotised there, and nothing is over yet."""
    batch = account.held(account.batch)
    acid = any(x.identity in (*ACIDS, "hydrochloric acid") for x in lots)
    return acid and bool(batch & {"sodium nitrite", "potassium nitrite"})


BY_THROWING_IN = patterns.compile(
    r"\b(?:quench|kill|destroy|stop)\w* by (?:\w+ )?(?:throwing|adding|pouring|tipping|running|dripping|squirting|dropping|putting)\b[^.;]*\b(?:in(?:to)? (?:it|the (?:flask|pot|mixture|batch|distillate|residue))|on (?:it|top))\b",
    re.I,
)
""" "Quenched by throwing 10 mL of water into it": the wrong way round, in the same vessel."""
SURPLUS = patterns.compile(r"\b(?:excess|surplus|left[ -]?over|unused)\b", re.I)
OF_IT = patterns.compile(r"^\W*(?:(?:and|then|that(?:'s| is) [^.;]{3,30}? and) )*(?:it|this|that|these)\b", re.I)


def _quench(account: Account, r: Reading) -> None:
    """The batch on to ice or into water."""
    account.late = True
    if BY_THROWING_IN.search(r.text) and r.measured:
        caught = [s.into for s in account.doc.steps if s.kind == "distil" and s.into]
        into = caught[-1] if caught and CAME_OVER.match(r.text) else account.batch
        step = new_step(account, r.clause, "dose" if durations_in(r.clause)[0] else "add", vessel=into)
        place(account, step, [x for m in r.measured for x in lots_for(account, m, True)])
        return
    receiving = [m for m in r.mentions if m.index >= 0]
    stills = [s for s in account.doc.steps if s.kind == "distil" and s.into]
    last = account.doc.steps[-1] if account.doc.steps else None
    surplus = (
        last is not None
        and last in stills
        and SURPLUS.search(last.text) is not None
        and OF_IT.match(r.text) is not None
        and r.clause.start - last.span[1] < 50
    )  # "the excess goes into a cold trap; that is a mL or two and it goes into caustic"
    source = (stills[-1].into or account.batch) if stills and (surplus or CAME_OVER.match(r.text)) else account.batch
    lots: list[Material] = []
    for m in receiving:
        if m.measured or all(x.identity != m.identity for x in lots):  # "the acid on ice": the charge list has both in one row
            lots += lots_for(account, m, True)
    stands = next((account.stands[x.id] for x in lots if account.stands.get(x.id, source) != source), None)
    named = next((v for v in r.vessels if account.vessel_name(v) != source), None)  # "the flask is emptied on to ice in a 2 L beaker"
    vessel = account.vessel(named, named.kind, "") if named is not None else None
    if vessel is None and stands is not None:  # "into 5": where the charge table has it
        vessel = next(v for v in account.doc.vessels if v.name == stands)
    if vessel is None or vessel.name == source:
        vessel = account.vessel(None, "beaker", "for the ice, not named")
    if _onto_acid(account, lots):
        first = _lies_ready(account, r.clause, vessel)
        first.all_at_once = False
        place(account, first, lots)
        step = new_step(account, r.clause, "dose", vessel=vessel.name, from_vessel=source)
        step.kind = "add" if step.all_at_once else "dose"
        account.main, account.place, account.late, account.last = vessel, None, False, vessel
        return
    account.quench = vessel
    step = new_step(account, r.clause, "quench", vessel=vessel.name, from_vessel=source)
    if step.T_range is not None and OF_THE_QUENCH.search(r.text):
        step.T_limit = step.T_limit or step.T_range
    elif step.T_range is not None and any(x.identity == "ice" for x in lots):
        high = step.T_range.high if step.T_range.high is not None else step.T_range.value
        step.T_limit = step.T_limit or (step.T_range if high <= COLD_C else None)  # "into the acid on ice, 0-5 °C"
    step.T_range = None
    place(account, step, lots)
    account.place, account.last = vessel.name, vessel
    if lots and all(x.identity == "carbon dioxide" for x in lots):  # what the batch is poured on to react
        step.kind = "add" if step.all_at_once else "dose"
        account.main, account.place, account.quench = vessel, None, None


# ------------------------------------------------------------------ the end of the batch and its work-up


TO_WHAT_CAME_OVER = patterns.compile(
    r"\b(?:in)?to (?:the )?(?:distillates?|condensate|receiver|fore-?run|contents of the receiver)\b", re.I
)


def _destroy(account: Account, r: Reading) -> None:
    account.late = True
    vessel = account.batch
    stills = [s for s in account.doc.steps if s.kind == "distil" and s.into]
    if stills and TO_WHAT_CAME_OVER.search(r.text):
        vessel = stills[-1].into  # "add a little water to the distillate so as to destroy it"
    agents = [m for m in r.mentions if not _is_target(account, m, r)]
    if ON_A_SIGN.search(r.text):  # "starch paper: if blue, bisulfite"
        agents = [m for m in agents if m.identity in TAKES_AWAY] or agents
    lots = [x for m in agents for x in lots_for(account, m, m.measured or not _placed(account, m))]
    if not lots or vessel is None or not account.doc.steps:
        if r.clause.verb in HANDLERS:
            return HANDLERS[r.clause.verb](account, r)
        return _bring(account, r) if r.measured or account.waiting else _fragment(account, r)
    step = new_step(account, r.clause, "destroy", vessel=vessel)
    place(account, step, lots)
    return None


def _placed(account: Account, m: Mention) -> bool:
    return any(x.identity == m.identity and x.step is not None for x in account.doc.materials)


KILLED = patterns.compile(
    r"\s*(?:wire |pieces |left |that is left )?(?:is|are|was|were) (?:then )?(?:killed|destroyed|decomposed|quenched|reacted off)\b", re.I
)


def _is_target(account: Account, m: Mention, r: Reading) -> bool:
    """ "Surplus permanganate", "the excess hydride": what is destroyed, not what destroys it."""
    before = [x.low for x in r.items[max(0, m.index - 2) : m.index] if isinstance(x, Token)]
    if not m.measured and KILLED.match(account.source[m.end : r.clause.end]):
        return True  # "The sodium was killed by filling the flask with water"
    return (
        bool({"surplus", "excess", "leftover", "residual", "unreacted", "little"} & set(before))
        and not {"with", "by"} & set(before[-1:])  # "destroy the surplus with urea"
        and not m.measured
        and not m.generic.startswith("row ")
    )


def _neutralise(account: Account, r: Reading) -> None:
    """An acid or base until a pH: in the batch, or in the filtrate."""
    if lex.FILTRATE_REFERENCE.search(r.text) and account.quench is not None and not _goes_on(account):
        return _waste(account, r)
    vessel = account.batch
    lots = [x for m in r.mentions for x in lots_for(account, m, m.measured or not _placed(account, m) or m.strength is not None)]
    if not lots:
        return _temperatures(account, r)
    source = None
    waste = account.doc.steps[-1] if account.doc.steps else None
    if waste is not None and waste.from_vessel in ("aqueous layers",) and r.clause.start - waste.span[1] < 12:
        vessel = waste.vessel  # "the spent acid was run into ice and brought to pH 7"
    other = next((v for v in r.vessels if v.nominal_mL is not None and account.vessel_name(v) != vessel), None)
    poured = next(
        (v for v in account.doc.vessels if v.name == vessel and not v.named and waste is not None and waste.vessel == vessel), None
    )
    if other is not None and poured is not None and waste is not None and waste.from_vessel == "aqueous layers":
        there = account.vessel(
            other, other.kind, ""
        )  # "the acid layer was poured into 500 mL of ice water, and soda was added in a 3 L bucket"
        rename(account, poured.name, there.name)
        account.doc.vessels.remove(poured)
        vessel = there.name
    elif other is not None and vessel is not None and account.isolated != "filter":  # "carbonate in small portions, open beaker (600 mL)"
        there = account.vessel(other, other.kind, "")
        source, vessel = vessel, there.name
        account.place = vessel
    measured = {m.identity for m in r.measured}
    reacts = [x for x in lots if x.identity in measured and x.identity not in ACIDS and strikes(x.identity)]
    kind = "neutralise" if not reacts or account.isolated else "dose" if durations_in(r.clause)[0] or lex.SLOWLY.search(r.text) else "add"
    step = new_step(account, r.clause, kind, vessel=vessel, from_vessel=source)  # hypochlorite at a pH is no neutralisation
    place(account, step, lots)
    return None


def _goes_on(account: Account) -> bool:
    """Whether the product is in what was filtered from: no filter step kept it as a solid."""
    return account.isolated != "filter"


IN_ITS_POT = patterns.compile(
    r"\W*(?:the )?(?:generator|flask|pot|reactor)?(?:'s)? ?residues?\b(?![^.;]*\b(?:into|onto|on to|poured|pour)\b)", re.I
)
"""A residue that something is put on to, and that is poured nowhere."""


IN_THE_FLASK = patterns.compile(r"\W*(?:the )?(?:residues?|salts?|bottoms) in the (?:flask|pot|generator|still|reactor)\b", re.I)
FILLED_UP = patterns.compile(r"\b(?:fill(?:ed)? (?:it |the flask )?(?:up )?with|top(?:ped)? (?:it )?up with)\b", re.I)


CONSISTS = patterns.compile(r"\b(?:fore-?run|distillate|condensate|residue|first fraction)s? \([^()]*$", re.I)
""" "Fore-run (thionyl chloride, about 9 g)": what it consists of."""


def _waste(account: Account, r: Reading) -> None:
    """Filtrates and aqueous layers: made harmless in a vessel of their own; "clear filtrate … to pH 2" may be the batch itself."""
    doc = account.doc
    if _goes_into_water(account, r):
        return _quench(account, r)
    if _fraction_into(account, r):
        return None
    inside = bracketed(r.items)
    consists = [m for m in r.mentions if m.index in inside and CONSISTS.search(account.source[r.clause.start : m.start])]
    account.used |= {q.start for m in consists for q in m.used}
    r.mentions = [m for m in r.mentions if m not in consists and (m.measured or r.clause.verb or not IS_MADE_OF.match(r.text))]
    if not r.mentions or not doc.steps:
        account.spend(r.items)
        return None
    acid = any(m.identity and catalogue().substances[m.identity].parts.get("H+", 0.0) > 0 for m in r.mentions)
    brings = re.search(r"^\W*(?:the |clear |colourless |cold |alkaline )*filtrate", r.text, re.I) and acid and account.isolated == "filter"
    lots = [
        x
        for m in r.mentions
        for x in lots_for(
            account,
            m,
            m.measured
            or m.strength is not None
            or r.clause.verb in ("add", "pour")
            or (m.identity not in ("water",) and not _placed(account, m))
            or FILLED_UP.search(r.text) is not None,
        )
    ]
    if not lots:
        return None
    if brings:
        step = new_step(account, r.clause, "neutralise", vessel=account.batch)
        place(account, step, lots)
        return None
    named = next((v for v in r.vessels if v.nominal_mL is not None), r.vessels[0] if r.vessels else None)
    vessel = account.vessel(named, named.kind, "") if named is not None else account.vessel(None, "vessel", "for the filtrate, not named")
    there = IN_THE_FLASK.match(r.clause.label) is not None
    if account.main is not None and (
        there or (not r.vessels and account.quench is None and not account.layers and IN_ITS_POT.match(r.clause.label + " " + r.text))
    ):
        vessel = account.main  # "generator residue: 10 % bisulfite, dropwise": where it stands
    ice = [x for x in lots if x.identity in RECEIVERS]
    rest = [x for x in lots if x not in ice]
    source = account.quench.name if account.quench else account.main.name if account.main else None
    if account.layers and not there:
        source = "aqueous layers"
    came_over = re.match(r"^\W*(?:the |all )*(?:distillate|condensate)", r.clause.label + r.text, re.I)
    if (came_over or re.search(r"\b(?:fore-?run|first fraction)\b", f"{r.clause.label} {r.text}", re.I)) and any(
        s.kind == "distil" for s in doc.steps
    ):
        source = "receiver"
    still = next((s for s in reversed(doc.steps) if s.kind == "distil" and s.keep == "distillate"), None)
    if still is not None and re.match(
        r"^\W*(?:the |all |all the )?(?:(?:cold|cooled|warm|hot|dark|brown|black|acid|tarry|remaining) )*(?:pot|still|flask)?\s*(?:residues?|bottoms)\b|^\W*the pot\b",
        r.clause.label + " " + r.text,
        re.I,
    ):
        source = f"{still.vessel} residue"  # what stayed behind, while the distillate was worked up
    if ice:
        same = vessel.name == source
        step = new_step(account, r.clause, "add" if same else "quench", vessel=vessel.name, from_vessel=None if same else source)
        place(account, step, ice)
        source = None
    kills = [x for x in rest if x.identity in TAKES_AWAY] if re.search(lex.UNTIL_SEEN, r.text, re.I) else []
    for kind, group in (
        ("destroy", kills),
        ("neutralise", [x for x in rest if x not in kills]),
    ):  # "bisulfite until no yellow left, then soda to pH 8"
        if group:
            place(
                account, new_step(account, r.clause, kind, vessel=vessel.name, from_vessel=source if source != vessel.name else None), group
            )
            source = None


OTHERS = patterns.compile(
    r"^\W*(?:the |some )?(?:(?:other|next|second|neighbour\w*) (?:group|team|pair|class|students?|people|bench|table)s?|others|neighbours?) (?:\w+ ){0,3}(?:works?|uses?|has|have|does|do|boils?|distils?|is|are|was|were)\b",
    re.I,
)
"""What somebody else does."""
WATER_TRAP = patterns.compile(r"\b(?:dean[- –]?stark|water (?:separator|trap))\b[^.;)]{0,6}\([^.;)]{0,12}$", re.I)
IS_MADE_OF = patterns.compile(
    r"^\W*(?:what(?:'s| is| was) left|what (?:stays|remains)|the rest|(?:the )?(?:\w+ )?residue|left-?overs?)\b[^.;]{0,30}\b(?:is|are|was|were|contains?|holds?) (?!to\b|\w+ed\b|poured|run\b)",
    re.I,
)
""" "What's left in the flask is hot acid with a bit of bromine": what it is, and nothing goes in."""
LIQUOR_ALL = patterns.compile(r"^\W*(?:then )?(?:the |this )?(?:\w+ ){0,2}liquor\b", re.I)
OVER_THE_BATH = patterns.compile(r"\b(?:over|into|back into) the (?:tray|bath|tub|bowl|dish|tank)\b|\brun into the (?:bath|tray)\b", re.I)
"""What rinses something over the batch goes into it."""


UPPER_LAYER = patterns.compile(r"^\W*(?:the )?(?:upper|lower|organic|oily|oil|product) (?:organic )?(?:layer|phase)\b", re.I)


def _wash(account: Account, r: Reading) -> None:
    """Washing, drying, extracting, filtering: materials of the work-up."""
    doc, text, verb = account.doc, r.text, r.clause.verb
    if not doc.steps:
        return _bring(account, r) if r.measured else _fragment(account, r)
    at = r.clause.verb_at
    if verb == "filter" and at and not account.isolated and any(m.identity in RECEIVERS and m.measured and m.last < at for m in r.mentions):
        head = replace(
            r.clause, items=r.items[:at], end=r.items[at - 1].end, verb=None, verb_at=None
        )  # "cold water on top, 300 mL, filtered"
        read_clause(account, head)
        read_clause(account, replace(r.clause, items=r.items[at:], start=r.items[at].start, verb_at=0))
        return None
    if OVER_THE_BATH.search(text) and r.mentions and not account.isolated:
        q = next((x for x in r.items if isinstance(x, Qty) and x.dim == "volume" and all(x not in m.used for m in r.mentions)), None)
        bare = [m for m in r.mentions if m.identity and m.amount is None and m.moles is None]
        if q is not None and len(bare) == 1:
            take(bare[0], q)  # "ethanol, squirt them clean over the tray, about 100 mL in all"
        return _bring(account, r)
    if doc.steps[-1].kind == "distil" and re.match(r"\W*(?:the )?(?:crude |cloudy |combined )?(?:distillate|condensate)\b", text, re.I):
        doc.steps[-1].keep, account.isolated = "distillate", "distil"  # what came over is worked up, not what stayed
    still = next((s for s in reversed(doc.steps) if s.kind not in ("hold", "cool")), None)
    if re.match(r"\W*(?:the )?receivers?:", text, re.I) and still is not None and still.kind == "distil":
        still.keep, account.isolated = "distillate", "distil"  # "Receiver: separate the lower layer"
    if re.search(
        r"\bwash\w* (?:off|away) the (?:oil|grease|paraffin)\b|\b(?:oil|grease) (?:is |was )?washed (?:off|away|out)\b", text, re.I
    ):
        for m in r.mentions:
            for lot in lots_for(account, m, True):
                lot.role = "wash"  # the oil goes, the solid stays where it is
        return None
    if (
        UPPER_LAYER.match(text)
        and verb == "wash"
        and not account.isolated
        and doc.steps[-1].kind not in ("extract", "filter", "quench", "distil")
    ):
        new_step(
            account, replace(r.clause, items=[], end=r.clause.start + 1), "extract", vessel=account.batch
        )  # the layers are parted first
    if verb == "wash" and not account.isolated and RINSED_DOWN.search(text) and not IN_THE_SEPARATOR.search(text):
        if any(m.measured for m in r.mentions):
            return _bring(account, r)
        account.spend(r.items)
        return None
    lots = []
    for m in r.mentions:
        opens = (
            (verb is not None or bool(r.clause.label) or m.count > 1 or account.isolated != "")
            and m.identity is not None
            and m.identity != doc.results.product_identity
        )
        lots += lots_for(account, m, m.measured or (opens and not re.search(r"\b(is|are) (?:flammable|toxic|corrosive)", text)))
    for lot in lots:
        lot.role = lot.role or "wash"
        s = catalogue().substances.get(lot.identity or "")
        by_volume = lot.amount is not None and lot.amount.unit in ("ml", "l", "cl", "dl") and lot.strength is None
        if by_volume and s is not None and s.phase == "s" and s.soluble and s.id != "ice":
            lot.strength = saturated(s)  # "bicarbonate 20 mL": its solution
    if verb == "dry" and not lots and (account.isolated == "filter" or (not account.isolated and IN_THE_OVEN.search(text))):
        if doc.steps[-1].kind != "dry":
            new_step(account, r.clause, "dry", vessel="filter")
        return None
    kept = catalogue().substances.get(doc.results.product_identity or "")
    oil = kept is not None and kept.phase == "l" and verb == "wash" and account.isolated != "filter"
    liquid = (
        oil
        or verb == "extract"
        or account.isolated in ("layer", "distil")
        or re.search(r"\b(layer|organic|extracts?|funnel|shak\w+|brine|ether layer|taken up)\b", text, re.I)
        or any(m.identity in FOR_WASHING[:4] for m in r.mentions)
    )
    if verb == "filter" and account.still and not account.isolated and re.search(r"\bcollect", text, re.I) and not lots:
        new_step(account, r.clause, "distil", vessel=account.batch, into="receiver")  # "still head …; collect until the pot is dry"
        account.isolated = "distil"
        return None
    if verb == "filter" and doc.steps[-1].kind == "distil" and re.search(r"\bcollect", text, re.I):
        window = temperatures_in(r.clause)[0]
        doc.steps[-1].T_range = doc.steps[-1].T_range or window
        account.spend(r.items)
        return None
    if (
        verb == "filter"
        or (account.isolated == "filter" and verb in ("wash", "dry", "recrystallise", "filter"))
        or (not liquid and verb in ("wash", "recrystallise"))
    ):
        last = doc.steps[-1]
        sucked = verb == "filter" and not lots and last.from_vessel == account.batch and account.isolated == "filter"  # "suck it dry"
        if last.kind == "filter" and (verb != "filter" or sucked) and last.vessel == "filter":
            last.span = (last.span[0], r.clause.end)
            last.text = account.source[last.span[0] : last.span[1]]
            place(account, last, lots)
        else:
            step = new_step(account, r.clause, "filter", vessel="filter", from_vessel=account.batch)
            place(account, step, lots)
        account.isolated = "filter"
        return None
    if not lots and verb != "extract":
        return None
    step = new_step(account, r.clause, "extract", vessel=account.batch)
    place(account, step, lots)
    account.isolated, account.layers = "layer", True
    return None


IN_THE_OVEN = patterns.compile(r"\b(?:in|into) (?:the|an?|our) (?:drying )?(?:oven|cabinet|cupboard)\b", re.I)
IN_THE_SEPARATOR = patterns.compile(r"\bsep(?:arat\w+|\.)? funnel\b|\b(?:oil|layer) (?:is |was )?washed\b", re.I)
RINSED_DOWN = patterns.compile(
    r"\b(?:rim|walls?|sides?|neck|funnel|condenser|cylinder)\b[^.;\n]{0,30}\b(?:rinsed|washed)\b|\b(?:rinse|wash)(?:ed|es)? (?:down )?(?:the )?(?:\w+ )?(?:rim|walls?|sides?|neck|funnel|condenser|cylinder)\b",
    re.I,
)
"""What clings to the glass goes in with a little of what it is rinsed with; nothing is filtered."""
FOR_WASHING = (
    "sodium carbonate",
    "sodium hydrogen carbonate",
    "potassium carbonate",
    "potassium hydrogen carbonate",
    "sodium thiosulfate",
    "sodium hydrogen sulfite",
)
"""What a product is washed with; named again behind "everything into the flask" it is for that."""
COMES_OVER = patterns.compile(
    r"\b(?:crude|product)\b|\b(?:distillate|drops?|oil)\b[^.;]{0,20}\b(?:clear|oily|come|comes|pass\w*)\b|\bno more oil|\bfree (?:of|from) oil",
    re.I,
)
"""What is distilled off is what is wanted, with the steam, and not a solvent."""


SET_UP = patterns.compile(r"^\W*(?:then )?(?:an? |the )?(?:distillation|distilling|still) (?:head|bridge|set-?up|apparatus|arm)\b", re.I)
PASSES_OVER = patterns.compile(
    r"\b(?<!foam )(?:comes?|came|coming|pass(?:es|ed)?|goes|went|drips?|dripped) over\b(?! (?:the (?:rim|top|neck|edge|side)|\d|about|an? (?:hour|minute)))"
    r"|\b(?:until|till) (?:the |no more )?(?:oil|drops|oily drops) (?:stops? (?:coming|dripping)|comes? no more|no longer comes?)\b",
    re.I,
)
"""Something leaves the pot for a receiver: a distillation, by whatever name."""


WHAT_STAYED = patterns.compile(
    r"^\W*(?:and |then |now )*(?:distil\w* )?(?:the |its )?(?:(?:oily|crude|dark|brown|solid|liquid|remaining) )?(?:residue|rest|remainder|what (?:was|is|has been|stayed|remained) (?:left|behind|in the (?:flask|pot)))\b",
    re.I,
)


def _distil(account: Account, r: Reading) -> None:
    if not account.doc.steps:
        if (
            not r.mentions
            and lex.DISPOSAL.search(account.doc.title)
            and re.search(r"\b(?:it|this|them|the (?:lot|rest|stuff))\b", r.text, re.I)
        ):
            new_step(
                account, r.clause, "distil", vessel=main_vessel(account, r.vessels).name, into="receiver"
            )  # what the title gets rid of
            account.isolated = "distil"
            return None
        return _bring_and_distil(account, r) if r.measured else None
    if SET_UP.match(r.text) and not any(isinstance(x, Qty) and x.dim in ("time", "temperature") for x in r.items):
        return None  # "distillation head, long condenser": the heat comes later
    last = account.doc.steps[-1]
    account.used |= {
        x.start
        for i, x in enumerate(r.items)
        if isinstance(x, Qty) and x.dim == "volume" and i and is_word(r.items[i - 1], "distil", "distill", "distilled")
    }
    still = next((s for s in reversed(account.doc.steps) if s.kind == "distil"), None)
    if (
        still is not None
        and last.kind in ("quench", "destroy", "neutralise")
        and last.from_vessel == still.into
        and WHAT_STAYED.match(r.text)
    ):
        account.place = still.vessel  # what came over was destroyed; what stayed goes on
    if last.kind == "distil" and last.T_range is None and re.search(r"\bcollect", r.text, re.I) and last.vessel == account.batch:
        last.T_range = temperatures_in(r.clause)[0]  # "It was distilled and the fraction of 99-103 °C collected"
        account.spend(r.items)
        return None
    removing = re.search(r"\b(distill?ed (?:off|away)|distil off|evaporat\w*|strip\w*|concentrat\w*|removed|remove)\b", r.text, re.I)
    if removing and r.clause.verb == "distil" and not account.isolated and COMES_OVER.search(r.text):
        if r.measured:
            place(
                account,
                new_step(account, r.clause, "add", vessel=account.batch),
                [x for m in r.measured for x in lots_for(account, m, True)],
            )
        new_step(account, r.clause, "distil", vessel=account.batch, into="receiver", keep="distillate")
        account.isolated = "distil"
        return None
    if r.clause.verb == "distil" and re.search(r"\bdistil", r.text, re.I) and not (removing and account.isolated == ""):
        step = new_step(account, r.clause, "distil", vessel=account.batch, into="receiver")
        if re.search(r"\bsteam\b", r.text, re.I):
            step.keep = "distillate"  # what is worked up afterwards came over with the steam
        account.isolated = "distil"
        if any(m.measured for m in r.mentions):
            place(account, step, [x for m in r.measured for x in lots_for(account, m, True)])
        return None
    if removing or r.clause.verb == "distil":
        held = account.held(account.batch)
        account.used |= {q.start for m in r.measured if m.identity in held for q in m.used}  # "distil off 60 mL of the methanol"
        new_step(account, r.clause, "distil", vessel=account.batch, into="receiver")
    return None


def _without_time_and_temperature(r: Reading) -> Reading:
    """A clause as what it brings: how long and how warm is said of the step that follows."""
    inner = Reading.__new__(Reading)
    inner.__dict__.update(r.__dict__)
    inner.clause = replace(r.clause, items=[x for x in r.items if not (isinstance(x, Qty) and x.dim in ("time", "temperature"))])
    return inner


def _bring_and_distil(account: Account, r: Reading) -> None:
    """ "Cyclohexanol 20 g and phosphoric acid 5 mL are distilled until …": all of it is put together, and then distilled."""
    _bring(account, _without_time_and_temperature(r), charge=True)
    if account.doc.steps and account.batch:
        step = new_step(account, r.clause, "distil", vessel=account.batch, into="receiver")
        _at_its_temperature(step)
        account.isolated = "distil"


LEADS = 3
"""Words at the most before what a clause begins with: "then about 42 mL of"."""
LEAST_CHARGE_ML, LEAST_CHARGE_G = 5.0, 2.0
WITH_A_METER = patterns.compile(r"\b(?:with|by) (?:the |a )?(?:pH )?(?:electrode|meter|probe|pH paper)\b", re.I)


def _is_a_charge(m: Mention) -> bool:
    """Whether an amount is more than a test takes."""
    q = m.amount
    if q is None or q.dim not in ("mass", "volume"):
        return False
    return convert(q.value, q.unit, q.dim) >= (LEAST_CHARGE_G if q.dim == "mass" else LEAST_CHARGE_ML)


def _test(account: Account, r: Reading) -> None:
    if not account.doc.steps and r.measured and any(v.nominal_mL is not None for v in r.vessels):
        return _bring(account, r, charge=True)  # nothing can be tested before anything is there
    put_in = [m for m in r.measured if m.identity and m.first <= LEADS and m.amount is not None and _is_a_charge(m)]
    if account.doc.steps and put_in and WITH_A_METER.search(r.text):
        return _bring(account, r)  # "then 42 mL of acid, in small splashes with the pH electrode in"
    account.spend(r.items)
    for m in r.measured:
        if r.clause.verb == "test" and m.identity:
            lot = new_lot(account, m)
            lot.role = "wash"
    if not account.doc.steps:
        return None
    waits = any(isinstance(x, Qty) and x.dim == "time" for x in r.items) and r.clause.verb in ("hold", None)
    new_step(account, r.clause, "hold" if waits else "test", vessel=account.batch)


# ------------------------------------------------------------------ temperature and time


HOT_C = 40.0


def _was_hot(account: Account) -> bool:
    """Whether the batch comes from a warm step, so that a bare "Cooled" is one."""
    last = account.doc.steps[-1] if account.doc.steps else None
    if last is None or last.vessel != account.batch:
        return False
    return last.kind in ("reflux", "heat") or (
        last.T_range is not None and last.T_range.value > HOT_C and last.kind in ("hold", "dose", "add")
    )


SHAKEN_WITH = patterns.compile(r"\bshak\w+ (?:(?:the|it|this|up) )?(?:\w+ ){0,3}(?:with|in the (?:separat\w+ )?funnel)\b", re.I)


IN_A_FLASK = patterns.compile(r"^\W*in an? (?=\d)", re.I)


def _is_the_main(account: Account, r: Reading) -> bool:
    """ "Warm the flask", beside which a beaker was told of last: whether the clause names the flask."""
    mix, main = account.mix, account.main
    named = {account.vessel_name(v) for v in r.vessels if v.article == "the"}
    return mix is not None and main is not None and main.kind != mix.kind and main.name in named and mix.name not in named


def _thermal(kind: str):  # type: ignore[no-untyped-def]
    """Steps that change the temperature or wait."""

    def handler(account: Account, r: Reading) -> None:
        text = r.text
        if (
            kind == "cool"
            and not r.mentions
            and account.last is account.mix
            and not _is_the_main(account, r)
            and _how_it_was_mixed(account, r)
        ):
            return None
        if account.main is not None and not account.main.named and not account.isolated and IN_A_FLASK.match(text):
            main_vessel(account, [v for v in r.vessels if v.nominal_mL is not None][:1])  # "…, in a 500 mL flask heated by a mantle"
        brings = [
            m
            for m in r.mentions
            if m.measured
            or m.generic.startswith("row ")
            or m.share is not None
            or any(x.identity == m.identity and m.identity for x in (account.lot(k) for k in account.waiting))
            or (m.generic and lots_waiting(account, m, but="funnel"))
        ]
        if not account.doc.steps and r.mentions:
            brings = [m for m in r.mentions if m.identity or m.measured]
        if (
            kind in ("cool", "heat")
            and re.search(r"\b(?:when|if|once)\b.*\b(?:reached|reaches|passe[sd]|exceeded)\b", text, re.I)
            and not brings
        ):
            return _stop(account, r)
        if (
            kind == "hold"
            and not brings
            and account.doc.steps
            and SHAKEN_WITH.search(text)
            and any(m.identity in FOR_WASHING for m in r.mentions)
        ):
            return _wash(account, r)  # "shake with bicarb", of no written amount
        parted = account.isolated or re.search(r"\bfunnel\b|\b(?:twice|(?:two|three|four) times)\b", text, re.I)
        if brings and kind == "hold" and account.doc.steps and parted and SHAKEN_WITH.search(text):
            return _wash(account, r)
        if brings and kind == "hold" and re.search(r"\b(?:stirr?ed|stirring) (?:in|into)\b", text, re.I) and not _pours(account, r):
            return _bring(account, r)
        if _pours(account, r):
            return _quench(account, r)
        duration = durations_in(r.clause)[0]
        window, limit, _ = temperatures_in(r.clause)
        at = r.clause.verb_at if r.clause.verb_at is not None else -1
        first = next((i for i, x in enumerate(r.items) if i > at and isinstance(x, Qty) and x.dim in ("temperature", "time")), None)
        if brings and first is not None and all(m.first > first for m in brings) and account.doc.steps:
            head, tail = (
                replace(r.clause, items=r.items[: brings[0].first]),
                replace(r.clause, items=r.items[brings[0].first :], start=brings[0].start, verb=None, verb_at=None),
            )
            read_clause(account, replace(head, end=head.items[-1].end))
            read_clause(account, tail)
            return None
        if brings:
            r.mentions = brings
            before = len(account.doc.steps)
            _bring(account, _without_time_and_temperature(r), charge=True)
            if len(account.doc.steps) == before and (kind == "hold" or account.waiting):
                return None
        if kind == "hold" and not duration and not lex.OVERNIGHT.search(text) and not brings:
            if not lex.MIX_REFERENCE.search(text):
                return _temperatures(account, r)
        vessel = main_vessel(
            account,
            r.vessels
            if kind == "cool" and (account.main is None or not account.main.named or not account.holds(account.main.name))
            else [],
        )
        side = account.mix if unspent(account) and account.last is account.mix and not _is_the_main(account, r) else None
        set_bath(side or vessel, r.bath)
        if kind == "hold" and duration is None and window is None and not lex.OVERNIGHT.search(text):
            return None
        still = account.still and not account.isolated and kind in ("heat", "reflux")
        if (
            kind in ("cool", "heat")
            and window is None
            and limit is None
            and r.bath is None
            and duration is None
            and not still
            and not re.search(r"\bboil|reflux|\bignit|\b(?:lit|light (?:it|them)) (?:with|by|from|at)\b", text, re.I)
            and not HEATED.search(text)
            and not (kind == "cool" and _was_hot(account))
        ):
            return None
        real = (
            "reflux"
            if kind == "reflux"
            or (
                re.search(r"\breflux|\bboil(?:ed|s|ing)?\b (?:gently|under|for|at|\d|two|three|it)|\bgentle boiling", text, re.I)
                and kind == "heat"
                and (window is None or duration is not None)
            )
            or (kind == "hold" and re.search(r"\b(?:under|at) reflux\b|\brefluxing\b", text, re.I))
            else kind
        )
        warmed = real in ("heat", "reflux") or re.search(r"\b(?:heat|heats|heated|warms?|burner|flame|boils?)\b", text, re.I)
        if warmed and (account.still or PASSES_OVER.search(text)) and not account.isolated:
            new_step(account, r.clause, "distil", vessel=account.batch, into="receiver")
            account.isolated = "distil"
            return None
        new_step(account, r.clause, real, vessel=(side or vessel).name if not account.place else account.place, bath=r.bath)
        return None

    return handler


def lots_waiting(account: Account, m: Mention, but: str = "") -> bool:
    """Whether a common noun fits a lot that waits, `but` for those with this tag."""
    return any(
        x.identity and m.generic in lex.GENERIC and lex.GENERIC[m.generic] and class_of(m.generic, x.identity)
        for x in (account.lot(k) for k, tag in account.waiting.items() if tag != but)
    )


PUT_BY = patterns.compile(
    r"\b(?:keep|kept|store[sd]?|stays)\b[^.;]*\b(?:bottles?|jars?|vials?|ampoules?|fridge|refrigerator|freezer|cupboard|cabinet|cap(?:ped)?|dated|labelled)\b",
    re.I,
)
"""What is kept for later, and how warm: no temperature of the work."""


def _temperatures(account: Account, r: Reading) -> None:
    """ "keeping it below 10 °C", "the pot kept under 15": a limit on the step before; or apparatus."""
    window, limit, used = temperatures_in(r.clause)
    steps = account.doc.steps
    if PUT_BY.search(r.text):
        return
    if r.vessels or r.bath:
        _apparatus(account, r)
    if steps and (window or limit):
        last = steps[-1]
        last.T_limit = last.T_limit or limit
        last.T_range = last.T_range or window
        if r.clause.start - last.span[1] < 12:
            last.span = (min(last.span[0], r.clause.start), max(last.span[1], r.clause.end))
            last.text = account.source[last.span[0] : last.span[1]]
        account.used |= {q.start for q in used}


HEATED = patterns.compile(
    r"\b(?:is|are|was|were|be|then|gently|strongly|carefully) heated\b|^\W*(?:then |now )?(?:heat|warm (?:it|the mixture|gently|until))\b(?! (?:is|was|comes|goes|off|out|up|gun|source))",
    re.I,
)
"""What is in the vessel is made hot, however far."""
HEATER = patterns.compile(r"\b(?:heater|heating|mantle|hot ?plate|plate|burner|bath|cut-?out|distill?\w*)\b", re.I)


BOTTLE_SHUT = patterns.compile(
    r"^\W*(?:the )?(?:\w+ )?(?:bottle|receiver|absorber|trap|scrubber|jar|vial)s?\b[^.;]{0,12}\b(?:closed|capped|stoppered|labelled|disconnected|taken off|removed)\b",
    re.I,
)
""" "Bottle 2 closed once it is at 20 °C": no limit of the batch."""


OF_THE_PRODUCT_FLASK = patterns.compile(
    r"^\W*(?:the )?(?:product|receiving|absorption|absorbing|other|second) (?:flask|vessel|bottle)\b[^.;]{0,12}\b(?:stays?|kept|is|held|at|remains?)\b",
    re.I,
)


SOLUTION_STAYS = patterns.compile(
    r"^\W*(?:\d+[.)] )?(?:the )?([\w, -]{4,40}?) (?:solution|suspension|mixture) (?:stays?|is kept|was kept|is held|remains?) ", re.I
)


def _stays_beside(account: Account, text: str) -> bool:
    """ "The salicylic acid solution stays at 10 to 20 °C": what a gas is led into, and not what makes it."""
    m = SOLUTION_STAYS.match(text)
    named = {str(t.value) for t in substances_in(m[1])} if m is not None else set()
    return bool(named) and any(x.identity in named and x.role == "absorber" for x in account.doc.materials)


TO_ITS_ABSORBER = patterns.compile(
    r"^\W*(?:and |while )?the gas (?:comes over and is |passed over |being |is |was )?(?:absorbed |taken up |dissolved )?(?:by|in|into) the (\w+)",
    re.I,
)


def _goes_to_its_absorber(account: Account, text: str) -> bool:
    """ "…, the gas being taken up by the water": into what the line was told to end in, and no charge."""
    m = TO_ITS_ABSORBER.match(text)
    named = {str(t.value) for t in substances_in(m[1])} if m is not None else set()
    return any(x.identity in named for _, lots in account.trains for x in lots)


def _stop(account: Account, r: Reading) -> None:
    """ "At 15 °C the tap is shut": the limit of the last dose."""
    fed = durations_in(r.clause)[0] is not None and any(
        _is_waiting(account, m) for m in r.mentions
    )  # "PhBr from the funnel, 40 min, tap shut at 35"
    if r.measured or fed or any(m.generic.startswith("row ") for m in r.mentions):
        _bring(account, r)
    elif r.vessels and not account.doc.steps and HAS_A_HEAD.search(r.text):
        _apparatus(account, r)  # "500 mL two-neck flask, stirrer, second neck closed with a glass stopper, ice bath (1 kg)"
    window, limit, used = temperatures_in(r.clause)
    if BOTTLE_SHUT.match(r.text):
        account.used |= {x.start for x in used}
        return
    q = limit or window
    of = re.search(r"\blimits?\s*:(.*)$", _said_before(account, r.clause), re.I)
    elsewhere = re.search(r"([^,;.]*?)-?\d[^,;.]*[,;]?\s*$", _said_before(account, r.clause))
    said = re.split(r"[.\n]", _said_before(account, r.clause))[-1].split(";")
    beside = any(
        OF_THE_PRODUCT_FLASK.match(x) or _stays_beside(account, x) for x in said[-2:]
    )  # "product flask stays at nought to ten; at twelve I shut the tap"
    own = account.source[r.clause.start : q.span[0]] if q is not None and q.span else ""
    beside = beside or lex.KEPT_ELSEWHERE.search(own) is not None  # "the tap is shut when the product flask passes 10 °C"
    if beside or (of is not None and lex.of_another(of[1])) or (elsewhere is not None and lex.KEPT_ELSEWHERE.search(elsewhere[1])):
        # "Limit: product flask 0 to 10 °C; at 12 °C close the tap", "…, the product flask being kept at 0-10 °C; at 12 °C …"
        account.used |= {x.start for x in used}
        return
    meant = IN_STEP.search(r.text)
    doses = [s for s in (_numbered(account, meant[1]) if meant else ()) if s.kind in ("dose", "add", "hold", "heat")]
    doses = (
        doses
        or [s for s in account.doc.steps if s.kind in ("dose", "add") and s.vessel == account.batch]
        or [s for s in account.doc.steps if s.kind in ("dose", "add", "hold", "heat")]
    )
    last = account.doc.steps[-1] if account.doc.steps else None
    heats = last is not None and (
        last.kind == "distil"
        or (last.kind in ("heat", "hold", "reflux") and HEATER.search(account.source[r.clause.start - 30 : r.clause.end]))
    )
    if q and heats and last is not None:  # "the heater is lowered at 70 °C", "stopped with 3 mL left, pot below 185 °C"
        last.T_limit = last.T_limit or q
    elif q and doses and doses[-1].T_limit is None:
        doses[-1].T_limit = q
    account.used |= {x.start for x in used}


HYDROGEN = patterns.compile(
    r"\b(?:(?:under|with|of|in) (?:an? |the )?(?:atmosphere of )?hydrogen\b(?! (?:chloride|bromide|sulfide|sulphide|peroxide|fluoride|iodide|cyanide))|(?:balloon of|fill(?:ed)? with) hydrogen\b(?! (?:chloride|bromide))|hydrogen (?:balloon|atmosphere|pressure|cylinder|uptake|taken up)|hydrogenat\w+)",
    re.I,
)
TAKEN_UP = patterns.compile(
    rf"(\d+(?:[.,]\d+)?) ?({WRITTEN_VOLUME})\b[^.;\n]{{0,25}}(?:taken up|absorbed|consumed|uptake)|(?:uptake|takes? up|taken up|absorbs?|consumes?)[^.;\n]{{0,25}}?(\d+(?:[.,]\d+)?) ?({WRITTEN_VOLUME})\b",
    re.I,
)


def _hydrogen(account: Account) -> None:
    """Hydrogen that is led over a catalyst: a reagent, of what is taken up, or of no written amount."""
    doc, cat = account.doc, catalogue().substances
    metal = any(m.identity and {"Pd", "Pt", "Ni"} & set(cat[m.identity].parts) for m in doc.materials)
    said = HYDROGEN.search(account.source, min((s.span[0] for s in doc.steps), default=0))
    if not metal or said is None or any(m.identity == "hydrogen" for m in doc.materials):
        return
    filled = [s.n for s in doc.steps if s.kind in ("charge", "add", "dose") and s.materials]
    step = next((s for s in doc.steps if s.kind in ("hold", "heat", "reflux") and filled and s.n > filled[0]), None)
    if step is None and filled:  # "stir until the balloon no longer shrinks": no time is written
        step = next(s for s in doc.steps if s.n == filled[-1])
    if step is None:
        return
    up = TAKEN_UP.search(account.source)
    mol = None
    if up is not None:
        litres = convert(float((up[1] or up[3]).replace(",", ".")), up[2] or up[4], "volume") / 1e3
        mol = Quantity(value=float(f"{litres / MOLAR_L:.3g}"), unit="mol", approximate=True, span=up.span())
    lot = Material(
        id=free_id(doc),
        name="hydrogen",
        identity="hydrogen",
        stated_mol=mol,
        phase="g",
        role="reagent",
        step=step.n,
        span=said.span(),
    )
    doc.materials.append(lot)
    step.materials.append(lot.id)


def _move_to_its_place(doc: Procedure, step: Step) -> None:
    """Set a step that was added last where its words stand, behind the first charge."""
    others = [s for s in doc.steps if s is not step]
    first = next((i for i, s in enumerate(others) if s.kind == "charge"), len(others) - 1)
    behind = max((i for i, s in enumerate(others) if s.span[0] <= step.span[0]), default=first)
    at = max(first, behind) + 1
    in_order(doc, [*others[:at], step, *others[at:]])


STARTERS = {"iodine": {"magnesium"}, "1,2-dibromoethane": {"magnesium"}, "mercury(II) chloride": {"magnesium"}}
"""What starts a metal that another substance dissolves: without an amount it is what a crystal weighs."""


PORTIONS_APART = patterns.compile(
    r"\bin (?:\w+ )?(?:equal |small )?(?:portions|lots|parts)\b[^.;\n]{0,15}\b(?:every|each|one (?:every|each|per))\b", re.I
)
""" "In 8 portions, one every 4 min": no time in all, and a feed."""
IS_A_FEED = patterns.compile(
    r"\b(?:from (?:the |a )?(?:\w+ )?funnel|dropwise|drop by drop|dripp?\w*|run in|fed|over (?:about )?\d|during \d)", re.I
)


def finish(account: Account) -> None:
    """Lots that were told and never used: charged with the first, or dosed where they stood in a funnel."""
    doc = account.doc
    for moved in doc.steps:  # what is poured back into the vessel in which it stood all along moves nowhere
        moved.from_vessel = None if moved.from_vessel == moved.vessel else moved.from_vessel
    if any(s.kind == "transfer" and s.from_vessel is None for s in doc.steps):
        in_order(doc, [s for s in doc.steps if s.kind != "transfer" or s.from_vessel is not None])
    _stayed(account)
    _cooled_for_what_follows(doc)
    for lot in doc.materials:
        s = catalogue().substances.get(lot.identity or "")
        told = account.strengths.get(lot.identity or "")
        if (
            told is not None
            and lot.strength is None
            and lot.amount is not None
            and s is not None
            and s.phase == "s"
            and dimension(lot.amount.unit) == "volume"
        ):
            lot.strength = told  # "10 % sodium hydroxide" in the list, "about 15 mL of sodium hydroxide" in the text
    charged = {m.identity for m in doc.materials}
    for lot in doc.materials:
        if (
            lot.amount is None
            and lot.stated_mol is None
            and lot.identity in STARTERS
            and STARTERS[lot.identity] <= charged
            and lot.role is None
        ):
            low, best, high = SMALL_G  # "Add iodine": a crystal, to start it
            lot.amount = Quantity(value=best, unit="g", low=low, high=high, approximate=True, span=lot.span)
    if account.listed_bath is not None and account.main is not None and (account.main.bath is None or account.main.bath.ice_g is None):
        account.main.bath = account.listed_bath
    late: list[Step] = []
    for key, tag in list(account.waiting.items()):
        lot = account.lot(key)
        if lot.step is not None or tag == "absorber" or (tag == "later" and doc.steps):
            continue
        taken = next((x for x in doc.materials if x.span == lot.span and x.step is not None), None)
        if taken is not None and any(s.n == taken.step and s.kind in ("destroy", "neutralise") for s in doc.steps):
            lot.role = "wash"  # what is left of the solution that destroyed an excess
            continue
        if tag == "wash" or not doc.steps:
            lot.role = lot.role or ("wash" if tag == "wash" else None)
            if doc.steps:
                continue
        if account.main is None:
            main_vessel(account, [])
        assert account.main is not None
        clause = Clause([], lot.span[0], lot.span[1], None, None, 0)
        charge = next((s for s in doc.steps if s.kind == "charge" and s.vessel == account.main.name), None)
        begun = any(s.kind in ("dose", "add", "hold", "heat", "reflux") and s.span[0] < lot.span[0] for s in doc.steps)
        if tag == "list" and begun and charge is not None and lot.span[0] > charge.span[1]:
            step = new_step(account, clause, "add", vessel=account.main.name)  # "11 min at full steam; 400 mL cold water straight in"
            late.append(step)
        elif tag in ("funnel", "part") or (charge is None and doc.steps):
            step = new_step(account, clause, "dose", vessel=account.main.name)
            late.append(step)
        elif charge is None:
            step = new_step(account, clause, "charge", vessel=account.main.name)
        elif (
            charge.materials
            and lot.span[1] <= charge.span[0]
            and ((charge.duration is not None and IS_A_FEED.search(charge.text)) or PORTIONS_APART.search(charge.text))
        ):
            step = new_step(account, clause, "charge", vessel=account.main.name)  # what is listed stood there when the first was fed
            charge.kind = "dose"
            others = [s for s in doc.steps if s is not step]
            at_feed = others.index(charge)
            in_order(doc, [*others[:at_feed], step, *others[at_feed:]])
        else:
            step = charge
        place(account, step, [lot])
    for step in late:
        _move_to_its_place(doc, step)
    _hydrogen(account)
    for lot in doc.materials:
        if lot.step is None and lot.role is None and lot.amount is not None:
            doc.unread.append(Unread(text=lot.name, span=lot.span, why="a material that no step uses"))


AT_A_TEMPERATURE = patterns.compile(
    r"^\W*(?:then |now |next )?(?:at|after(?: it has)? cool\w* to|when it has cooled to|once (?:it is )?at) (?:about )?[-−]?\d+ ?°C\b", re.I
)
COOLER_K = 15.0
"""From here on what is fed at a temperature is fed to what has been cooled to it (assumption)."""


def _cooled_for_what_follows(doc: Procedure) -> None:
    """ "2 h at 95 °C. At 40 °C 3 mL of ethanol is added": it has been cooled to that in between."""
    steps: list[Step] = []
    for s in doc.steps:
        before = next((x for x in reversed(steps) if x.vessel == s.vessel and x.T_range is not None), None)
        if (
            s.kind in ("dose", "add", "destroy", "neutralise")
            and s.T_range is not None
            and s.T_of != "bath"
            and before is not None
            and before.T_range is not None
            and before.kind in ("hold", "heat", "reflux", "dose", "test")
            and before.T_range.value > s.T_range.value + COOLER_K
            and AT_A_TEMPERATURE.match(s.text)
        ):
            steps.append(Step(n=-1, kind="cool", text=s.text, span=s.span, vessel=s.vessel, T_range=s.T_range))
        steps.append(s)
    if len(steps) > len(doc.steps):
        in_order(doc, steps)


def _stayed(account: Account) -> None:
    """Acids made up in a flask that nobody poured on: what was told next, with no flask of its own, went onto them there."""
    mix, main = account.mix, account.main
    if mix is None or main is None or main.named or mix.nominal_mL is None or "flask" not in mix.kind:
        return
    if any(s.from_vessel == mix.name for s in account.doc.steps):
        return
    first = next((s for s in account.doc.steps if s.vessel == main.name and s.materials), None)
    if first is None or first.duration is None:
        return
    first.kind = "dose" if first.kind == "charge" else first.kind
    name_main(account, mix)


WORK_UP = ("filter", "wash", "dry", "recrystallise", "extract", "neutralise", "distil")
HANDLERS = {
    "charge": _charge, "add": _add, "mix": _mix, "pour": _pour, "cool": _thermal("cool"), "heat": _thermal("heat"), "reflux": _thermal("reflux"), "hold": _thermal("hold"),
    "filter": _wash, "wash": _wash, "dry": _wash, "recrystallise": _wash, "extract": _wash, "neutralise": _neutralise, "distil": _distil, "stop": _stop, "test": _test,
}  # fmt: skip
