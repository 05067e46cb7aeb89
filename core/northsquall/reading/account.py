"""The running account while reading: clauses, vessels, lots that wait for their place, and what "it" means."""

from __future__ import annotations

import re
from collections.abc import Iterable
from dataclasses import dataclass, field, replace

from northsquall import patterns
from northsquall.procedure import Bath, Material, Procedure, Quantity, Slip, Step, Strength, Vessel
from northsquall.procedure.amounts import solution_density
from northsquall.procedure.units import convert, dimension
from northsquall.reading import lexicon as lex
from northsquall.reading.items import Item, Qty
from northsquall.reading.mentions import Mention, class_of
from northsquall.reading.phrases import VesselPhrase
from northsquall.reading.tokens import OLEUM, Token, substances_in
from northsquall.substances import Substance, catalogue


@dataclass
class Clause:
    """Items around one verb, within one sentence. `label` is what stands before a colon at its head."""

    items: list[Item]
    start: int
    end: int
    verb: str | None
    verb_at: int | None
    sentence: int
    label: str = ""

    def text(self, source: str) -> str:
        """The clause's words, on one line."""
        return source[self.start : self.end].replace("\n", " ")


@dataclass
class Account:
    """The running account: where the batch is, what waits to be used, what was prepared beside it."""

    source: str
    doc: Procedure
    main: Vessel | None = None
    """The vessel of the reaction."""
    letters: dict[str, list[str]] = field(default_factory=dict)
    """Lots of the charge list by the letter of the vessel in which they stand: "flask D"."""
    strengths: dict[str, Strength] = field(default_factory=dict)
    """Strength of what is named without an amount, by substance."""
    spoken: Mention | None = None
    """What the clause before has named without an amount."""
    before: Mention | None = None
    """What a sentence has named without an amount, until the end of the next one."""
    spoken_in: int = -1
    """The sentence that named it."""
    taken: Mention | None = None
    """What was measured out, and goes in by the next sentence."""
    listed_bath: Bath | None = None
    """A bath of the charge list, until there is a vessel to stand in it."""
    place: str | None = None
    """Name of the vessel that holds the batch now."""
    last: Vessel | None = None
    mix: Vessel | None = None
    """A side vessel whose contents wait to be used."""
    made_first: tuple[Vessel, Vessel] | None = None
    """What was made up before its flask was told of, and the flask."""
    labelled: dict[str, Vessel] = field(default_factory=dict)
    """Side vessels by the label the author gave: "acid b"."""
    quench: Vessel | None = None
    used: set[int] = field(default_factory=set)
    """Start offsets of quantities that some rule took."""
    waiting: dict[str, str] = field(default_factory=dict)
    """Lots told but not yet placed, by id: "list" (charge list), "funnel", "part"."""
    lots: tuple[list[str], int] = field(default_factory=lambda: ([], 0))
    """Materials that were divided in so many lots, and go in one after the other."""
    beside: dict[str, str] = field(default_factory=dict)
    """A lot of the charge list, and the lot of water that it is dissolved in."""
    late: bool = False
    """Whether the clause is of the work-up: what the charge list keeps for it may be meant."""
    destroys: set[str] = field(default_factory=set)
    """Lots that the charge list marks as what destroys an excess."""
    rows: dict[str, str] = field(default_factory=dict)
    """Lots by the number of their row in a charge table."""
    stands: dict[str, str] = field(default_factory=dict)
    """The vessel that the charge table puts a lot into, by the lot's id."""
    trains: list[tuple[Clause, list[Material]]] = field(default_factory=list)
    """What each clause about the gas line puts into an absorber."""
    titled: bool = False
    """Whether the first line is a heading of its own."""
    sensor: str = ""
    """Where a thermometer is that was told before any vessel."""
    recent: list[str] = field(default_factory=list)
    """Lots of the last addition: what "half of it" and "the rest" mean."""
    mix_sentence: int = -1
    """The sentence that told of a vessel for the mixed acids."""
    still: bool = False
    """Whether a still head and receiver are on."""
    aside: int = -1
    """The sentence that tells what is not done here."""
    train_sentence: int = -1
    """The sentence that last spoke of the gas line."""
    next_bath: Bath | None = None
    """A bath that was told alone, of another kind than the flask's: of the steps that follow."""
    case: int = -1
    """The sentence that says what is done if something goes wrong."""
    stirrer_off: bool = False
    """Whether the stirrer was switched off, and not on again."""
    layers: bool = False
    """Whether an aqueous layer was parted off."""
    isolated: str = ""
    """How the batch was last isolated: "", "filter", "layer", "distil"."""

    def spend(self, items: Iterable[Item]) -> None:
        """Count all quantities among these as taken by a rule."""
        self.used |= {x.start for x in items if isinstance(x, Qty)}

    def lot(self, key: str) -> Material:
        """A lot by id: "m3" is the third, since lots are only ever added."""
        return self.doc.materials[int(key[1:]) - 1]

    def vessel(self, phrase: VesselPhrase | None, default_kind: str, role: str) -> Vessel:
        """The vessel of a phrase, or an implied one."""
        if phrase is None:
            name = f"{default_kind} ({role})"
            for v in self.doc.vessels:
                if v.name == name:
                    return v
            v = Vessel(name=name, kind=default_kind, named=False)
        else:
            mL, name = phrase.nominal_mL, self.vessel_name(phrase)
            for v in self.doc.vessels:
                if v.name == name:
                    return v
            listed = next((v for v in self.doc.vessels if v.name == phrase.kind and v.name in self.stands.values()), None)
            if mL is not None and listed is not None and all(listed.name not in (s.vessel, s.from_vessel) for s in self.doc.steps):
                old, listed.name, listed.nominal_mL = listed.name, name, mL  # the list says "flask", the set-up which
                self.stands = {k: name if v == old else v for k, v in self.stands.items()}
                if phrase.qty:
                    self.used.add(phrase.qty.start)
                return listed
            if phrase.qty:
                self.used.add(phrase.qty.start)
            v = Vessel(name=name, kind=phrase.kind, nominal_mL=mL, span=(phrase.start, phrase.end))
        self.doc.vessels.append(v)
        return v

    def vessel_name(self, phrase: VesselPhrase) -> str:
        """The name under which a vessel phrase is, or would be, known."""
        mL = phrase.nominal_mL
        size = f"{mL / 1000:.4g} L" if mL and mL >= 1000 else f"{mL:.4g} mL" if mL else ""
        name = f"{size} {phrase.kind}".strip()
        apart = OTHER_VESSEL.search(self.source[max(0, phrase.start - 24) : phrase.end]) if not size else None
        if apart is not None:
            own = f"{apart[2].lower()} {phrase.kind}"
            filled = any(v.kind == phrase.kind and v.nominal_mL is not None and self.holds(v.name) for v in self.doc.vessels)
            if any(v.name == own for v in self.doc.vessels) or (apart[1].lower() not in ("the", "this") and filled):
                return own  # "in a small beaker", where the 100 mL one is full
        known = next(
            (v.name for v in self.doc.vessels if v.name == name or (not size and v.kind == phrase.kind and v.name != "receiver")), None
        )
        if known is None and not size and phrase.kind == "flask":  # "the flask" of a conical flask
            known = next((v.name for v in self.doc.vessels if v.kind.endswith(" flask") and v.named), None)
        return known or name

    def holds(self, name: str | None) -> bool:
        """Whether anything was put into a vessel."""
        return any(s.vessel == name and (s.materials or s.from_vessel) for s in self.doc.steps)

    def held(self, name: str | None) -> set[str | None]:
        """What was put into a vessel by name, as identities; None for what is not known."""
        return {self.lot(k).identity for s in self.doc.steps if s.vessel == name for k in s.materials}

    def trace(self) -> tuple[object, ...]:
        """What a clause may have changed; the same before and after where nothing came of it."""
        d = self.doc
        last = [(s.kind, s.duration, s.T_range, s.T_limit, s.stirred, s.cooled, s.all_at_once, s.attended, s.into) for s in d.steps[-2:]]
        return (
            len(d.steps), last, len(d.materials), [m.amount for m in d.materials[-3:]], d.results.mass_g, d.results.product, dict(self.waiting),
            [(v.name, v.bath, v.sensor, v.closure) for v in d.vessels], len(self.trains), self.still, self.sensor, self.aside, self.isolated, self.layers,
        )  # fmt: skip

    @property
    def batch(self) -> str | None:
        """Name of the vessel that holds the batch now."""
        return self.place or (self.main.name if self.main else None)


OTHER_VESSEL = patterns.compile(
    r"\b(an?|the|this|) ?(small|little|second|separate|another|other|different|tall|large|big|plastic|tiny) (?:clean |dry |glass )?[a-z]+\W*$",
    re.I,
)
"""A vessel that is told apart by what it is like."""


def set_bath(vessel: Vessel | None, bath: Bath | None) -> None:
    """The bath of a vessel: the first that is named, or one whose ice is written."""
    if vessel is not None and bath is not None and (vessel.bath is None or (vessel.bath.ice_g is None and bath.ice_g is not None)):
        vessel.bath = bath


def main_vessel(account: Account, phrases: list[VesselPhrase]) -> Vessel:
    """The vessel a clause is about: the one it names, else the main one, else an implied flask."""
    if phrases:
        said = phrases[0]
        other = account.main is not None and account.main.named and said.kind != account.main.kind
        if other and said.article == "the" and said.nominal_mL is None and all(v.kind != said.kind for v in account.doc.vessels):
            assert account.main is not None
            return account.main  # "Vessel 1 L, four necks. … in the flask"
        vessel = account.vessel(said, said.kind, "")
        if account.main is None:
            account.main = vessel
        elif not account.main.named and account.quench is None:
            name_main(account, vessel)
        return vessel
    if account.main is None:
        account.main = account.vessel(None, "flask", "not named")
    return account.main


NITRATING = {"nitric acid", "fuming nitric acid"}
BESIDE_NITRIC = {"sulfuric acid", "acetic acid", "acetic anhydride", "water", "ice"}


def made_first(account: Account, vessel: Vessel, fitted: bool) -> bool:
    """Whether what was told first was made up for the vessel of which is told now, and waits beside it.

    A nitrating mixture alone, for a vessel no smaller; or a mere solution with no bath and no thermometer, for a fitted vessel twice as large.
    """
    first = account.main
    steps = account.doc.steps
    if first is None or account.mix is not None or not steps or vessel.nominal_mL is None or any(s.vessel != first.name for s in steps):
        return False
    held = {account.lot(k).identity for s in steps for k in s.materials}
    acids = bool(held & NITRATING) and len(held) > 1 and held <= NITRATING | BESIDE_NITRIC
    if acids:
        mixed = all(s.kind in ("charge", "add", "dose", "cool") for s in steps)
        return mixed and (first.nominal_mL is None or vessel.nominal_mL >= first.nominal_mL)
    bare = first.bath is None and first.sensor is None and all(s.kind == "charge" and s.T_range is None for s in steps)
    larger = first.nominal_mL is not None and vessel.nominal_mL >= 2.0 * first.nominal_mL
    return fitted and bare and larger and len(steps) < 3 and any(len(s.materials) > 1 for s in steps)


def name_main(account: Account, vessel: Vessel) -> None:
    """The flask that was implied so far turns out to be this one."""
    old = account.main
    if old is None or old is vessel:
        return
    vessel.bath = vessel.bath or old.bath
    vessel.sensor = vessel.sensor or old.sensor
    vessel.sensor_span = vessel.sensor_span or old.sensor_span
    rename(account, old.name, vessel.name)
    account.doc.vessels.remove(old)
    account.main = account.last = vessel


def rename(account: Account, old: str, new: str) -> None:
    """What was said of a vessel under one name is said of it under the other."""
    for step in account.doc.steps:
        step.vessel = new if step.vessel == old else step.vessel
        step.from_vessel = new if step.from_vessel == old else step.from_vessel
    account.place = new if account.place == old else account.place


# ------------------------------------------------------------------ lots


SATURATED = {"brine", "lime water", "limewater", "baryta water"}
"""Names of saturated solutions."""


def _as_before(account: Account, m: Mention) -> Mention:
    """ "Another 60 g of dichromate", where sodium dichromate is listed: a common noun is what the text had of that kind."""
    word = m.name.lower()
    if m.identity is None or word not in lex.GENERIC or not lex.GENERIC[word].startswith("name:"):
        return m
    had = {x.identity for x in account.doc.materials if x.identity and class_of(word, x.identity) and x.name.lower() != word}
    return replace(m, identity=had.pop()) if len(had) == 1 and m.identity not in had else m


def new_lot(account: Account, m: Mention) -> Material:
    """Record one lot; it has no place yet."""
    cat = catalogue()
    m = _as_before(account, m)
    s = cat.substances.get(m.identity) if m.identity else None
    if m.strength is not None and m.strength.percent_w is not None and m.moles is not None and m.identity and _weighed_neat(m, m.identity):
        m = replace(m, strength=None)  # "AlCl3 6.7 g (0.05 mol), 10 %": of the other reagent
    amount = m.amount.model() if m.amount else None
    if amount and m.count > 1:
        scaled = {k: v * m.count if (v := getattr(amount, k)) is not None else None for k in ("value", "low", "high")}
        amount = amount.model_copy(update=scaled)
    strength = m.strength
    if (
        s is not None
        and (m.name.lower() in SATURATED or (strength is not None and strength.word in ("saturated", "satd", "sat")))
        and (strength is None or strength.percent_w is None)
    ):
        strength = saturated(s, strength)
    carrier = m.carrier or None
    if m.name.lower() in OLEUM and carrier is None:  # its per cent are of the trioxide, and the rest is no water
        carrier, (low, best, high) = "sulfuric acid", OLEUM_PERCENT
        if strength is None or strength.percent_w is None:
            strength = Strength(percent_w=best, low=low, high=high, basis="assumed", word="the usual oleum")
    if s and s.commercial and m.ratio and (strength is None or (strength.percent_w is None and strength.molar is None)):
        strength = diluted(s, m.ratio)
    if s and s.commercial and (strength is None or (strength.percent_w is None and strength.molar is None)):
        c = s.commercial
        begin, wide = max(0, m.start - 25), account.source[max(0, m.start - 25) : m.end + 60]
        said = IS_DILUTED.sub(lambda x: " " * len(x.group()), wide.lower())  # by what follows, which may stand outside the window
        before, after = said[: m.start - begin], said[m.end - begin : m.end - begin + 25]
        around = before.rpartition("\n\n")[2] + said[m.start - begin : m.end - begin] + after.partition("\n\n")[0]
        around += " dilute" if strength is not None and strength.word == "dil" else ""
        low, best, high = next((v for word, v in c.get("words", {}).items() if word in around), (c["low"], c["best"], c["high"]))
        strength = Strength(
            percent_w=float(best), low=float(low), high=float(high), basis="assumed", word=strength.word if strength else None, span=strength.span if strength else None
        )  # fmt: skip
    lot = Material(
        id=free_id(account.doc), name=m.name, identity=m.identity, amount=amount, stated_mol=m.moles.model() if m.moles else None,
        equivalents=m.equivalents.model() if m.equivalents else None, strength=strength, carrier=carrier, phase=s.phase if s else None, span=(m.start, m.end),
    )  # fmt: skip
    account.doc.materials.append(lot)
    account.used |= {q.start for q in m.used}
    if m.struck and s is not None:
        account.doc.slips.append(Slip(what="name", said=m.struck, taken=m.name, span=lot.span))
    for q in m.used:
        if q.was:
            account.doc.slips.append(Slip(what="amount", said=q.was, taken=account.source[q.start : q.end], span=(q.start, q.end)))
    if s is not None and m.name.lower() in (x.lower() for x in s.misspelt):
        account.doc.slips.append(Slip(what="spelling", said=m.name, taken=s.id, span=lot.span))
    return lot


def free_id(doc: Procedure) -> str:
    """The next name of a lot: behind that of the last, as each gets a higher number than those before it."""
    return f"m{next((int(m.id[1:]) for m in reversed(doc.materials) if m.id[1:].isdigit()), 0) + 1}"


def saturated(s: Substance, strength: Strength | None = None) -> Strength:
    """A saturated solution by the substance's solubility; without one its strength stays open."""
    v = s.value("solubility")
    word = "saturated"
    if v is None:
        return strength or Strength(word=word)
    percent = 100 * v.value / (100 + v.value)
    return Strength(
        percent_w=float(f"{percent:.3g}"),
        low=float(f"{0.85 * percent:.3g}"),
        high=float(f"{percent:.3g}"),
        basis="assumed",
        word=word,
        span=strength.span if strength else None,
    )


IS_DILUTED = re.compile(r"\bundiluted\b|\bdilut(?:ed?|ing)\b(?=\W+(?:it |this |slowly |carefully |down |first )?(?:with|to|by|in|up)\b)")
"""Beside an acid's name, what is done with it and no word for its strength: "conc. acid, diluted with water"."""
OLEUM_PERCENT = (20.0, 25.0, 65.0)
"""Free sulfur trioxide of the oleums that are sold, low, best, high (common practice, no source)."""


def diluted(s: Substance, ratio: tuple[float, float]) -> Strength:
    """A bottle's strength taken down with water by volumes: a of it and b of water, w = aρ·w₀/(aρ + b) (water at 1.00 g/mL)."""
    c, (a, b) = s.commercial or {}, ratio

    def of(percent: float) -> float:
        acid = a * solution_density(s, percent, catalogue())
        return float(f"{acid * percent / (acid + b):.3g}")

    return Strength(percent_w=of(c["best"]), low=of(c["low"]), high=of(c["high"]), basis="w/w", word=f"{a:g}:{b:g}")


def declare(account: Account, m: Mention, tag: str) -> Material:
    """A lot that is told now and used later."""
    lot = new_lot(account, m)
    account.waiting[lot.id] = tag
    return lot


def place(account: Account, step: Step, lots: list[Material]) -> None:
    """Put lots into a step, each once."""
    for m in lots:
        if m.step is None:
            m.step = step.n
            step.materials.append(m.id)
            account.waiting.pop(m.id, None)
    if lots:
        account.recent = [m.id for m in lots]


def split(account: Account, lot: Material, part: float | Quantity) -> Material | None:
    """A part of a lot that waits, as a lot of its own; the rest goes on waiting. None where it has no amount to split."""
    whole = lot.amount or lot.stated_mol
    if whole is None:
        return None
    fraction = part if isinstance(part, float) else (part.value / whole.value if part.unit == whole.unit and whole.value > 0 else 0.0)
    if not 0 < fraction < 1:
        return None

    def times(q: Quantity | None, f: float) -> Quantity | None:
        if q is None:
            return None
        return q.model_copy(update={k: v * f if (v := getattr(q, k)) is not None else None for k in ("value", "low", "high")})

    piece = lot.model_copy(
        update={
            "id": free_id(account.doc), "amount": times(lot.amount, fraction) if isinstance(part, float) else part, "stated_mol": times(lot.stated_mol, fraction), "step": None,
        }
    )  # fmt: skip
    lot.amount, lot.stated_mol = times(lot.amount, 1 - fraction), times(lot.stated_mol, 1 - fraction)
    account.doc.materials.append(piece)
    account.waiting.setdefault(lot.id, "part")
    return piece


def meant(account: Account, m: Mention, opens: bool) -> list[Material]:
    """The lots that a mention brings now, each with the water that the charge list dissolves it in."""
    lots = _meant(account, m, opens)
    water = [account.beside[x.id] for x in lots if account.beside.get(x.id) in account.waiting]
    return [*lots, *(account.lot(k) for k in water)]


def _meant(account: Account, m: Mention, opens: bool) -> list[Material]:
    """The lots that a mention brings now: new ones, ones that waited, a part or the rest of one; none where it only refers back.

    `opens`: whether a substance without an amount that was not there before is a new lot with its amount missing.
    """
    waiting = [account.lot(k) for k in account.waiting]
    if m.name.lower() in lex.GENERIC and m.identity is not None and m.moles is not None and not _by_moles(m, m.identity):
        own = _named_before(account, replace(m, generic=m.name.lower()))
        if own is not None:
            m.identity, m.name = str(own.value), own.text  # "alcohol 18.5 g (0.25 mol)" under tert-butanol: no ethanol
    if m.generic:
        return _generic(account, m, [x for x in waiting if account.waiting[x.id] not in ("wash", "absorber")])
    anion = re.fullmatch(r"[a-z]{4,}(?:ite|ate|ide)", m.name, re.I) is not None
    cut_short = not m.measured and anion and all(x.identity != m.identity for x in account.doc.materials)
    if cut_short and any(x.name.lower().endswith(" " + m.name.lower()) for x in account.doc.materials):
        m.identity = next(x.identity for x in account.doc.materials if x.name.lower().endswith(" " + m.name.lower()))
        # "metabisulfite", where the list has the potassium salt
    if m.identity is not None and not m.measured and waiting and all(x.identity != m.identity for x in waiting):
        wet = {x.identity for x in waiting if x.identity and x.identity.startswith(f"{m.identity} ") and x.identity.endswith("hydrate")}
        m.identity = wet.pop() if len(wet) == 1 else m.identity  # "citric acid", where the list has its hydrate
    same = [x for x in waiting if x.identity == m.identity and m.identity is not None]
    if m.share == "rest" and same and re.match(r"\W*(?:solution|mixture)\b", account.source[m.end : m.end + 14]):
        return _part(account, m, [x for x in waiting if x in same or account.waiting[x.id] == "part"])  # with what it is dissolved in
    if m.share is not None and same:
        return _part(account, m, same[-1:])
    if m.measured:
        bare = [x for x in same if x.amount is None and x.stated_mol is None and x.equivalents is None]
        if len(bare) == 1 and len(same) == 1 and m.amount is not None and account.waiting[bare[0].id] == "list":
            bare[0].amount = m.amount.model()  # a row without an amount, which the steps give
            account.used |= {q.start for q in m.used}
            return bare
        for x in same:  # an amount of the charge list, said again
            if x.amount and m.amount and x.amount.unit == m.amount.unit and abs(x.amount.value - m.amount.value * m.count) < 1e-9:
                account.used |= {q.start for q in m.used}
                return [x]
        if (
            same
            and m.partial
            and m.amount
            and same[0].amount
            and account.waiting[same[0].id] == "list"
            and m.amount.dim == dimension(same[0].amount.unit)
            and as_unit(m.amount.model(), same[0].amount.unit).value < same[0].amount.value
        ):
            piece = split(account, same[0], as_unit(m.amount.model(), same[0].amount.unit))  # "20 mL of it first"
            if piece is not None:
                account.used |= {q.start for q in m.used}
                return [piece]
        if len(same) == 1 and account.waiting[same[0].id] == "list" and _makes_up(account, m, same[0]):
            assert m.amount is not None
            piece = split(account, same[0], m.amount.model())
            if piece is not None:
                account.used |= {q.start for q in m.used}
                return [piece]
        part = _part_by_mass(m, same[0]) if len(same) == 1 and account.waiting[same[0].id] == "funnel" else None
        if part is not None and (piece := split(account, same[0], part)) is not None:
            account.used |= {q.start for q in m.used}  # "add 5 mL of bromine" of the 48 g that stand in the funnel
            return [piece]
        if (found := _of_the_solution(account, m, waiting)) or not isinstance(m.share, float) or not 0.0 < m.share < 1.0:
            return found or [new_lot(account, m)]
        lot = declare(account, m, "part")  # "5 mL of acid (150 mL in all)": the rest waits
        return [split(account, lot, m.share) or lot]
    same = [x for x in same if (account.waiting[x.id] == "later") is account.late] or (same if account.late else [])
    if same:
        return [_by_strength(same, m)]
    placed = any(x.identity == m.identity and x.step is not None for x in account.doc.materials)
    if m.share == "rest" or (m.share is not None and placed):
        return []  # "with the rest of the hydrazine": of what was never told by this name as well
    if m.identity == "diethyl ether" and m.name.lower() == "ether" and not placed and account.source[: m.start].lower().endswith("the "):
        if any(x.step is not None and x.name.lower().endswith(" ether") for x in account.doc.materials):
            return []  # "the ether is washed", where tert-butyl methyl ether took it up
    if placed and m.identity == "water" and TO_THE_WATER.search(account.source[max(0, m.start - 90) : m.start]):
        return []  # "added to the water": to what is there
    if placed and m.identity not in ("water", "ice") and not (m.strength and m.strength.word == "saturated"):
        return []
    return [new_lot(account, m)] if opens else []


TO_THE_WATER = patterns.compile(
    r"\b(?:add|sprinkle|strew|stir|put|drop)\w* [^.;]{0,60}?\b(?:in ?to|to|in) the (?:cold |cool |iced? )?$", re.I
)


def _of_the_solution(account: Account, m: Mention, waiting: list[Material]) -> list[Material]:
    """ "Thiosulfate solution, 20 mL", where the charge list has the salt in 50 mL of water: that part of both; empty where the list has no such solution."""
    if m.amount is None or m.amount.dim != "volume" or m.identity is None:
        return []
    if m.strength is not None and (m.strength.percent_w is not None or m.strength.molar is not None):
        return []
    if not re.match(r"\W*solution\b", account.source[m.end : m.end + 12], re.I) and not re.search(
        r"\bsolution\b", account.source[m.start : m.end], re.I
    ):
        return []
    for x in waiting:
        hydrate = x.identity is not None and x.identity.startswith(m.identity) and x.identity.endswith("hydrate")
        water = account.lot(account.beside[x.id]) if x.id in account.beside else None
        if (x.identity != m.identity and not hydrate) or water is None or water.amount is None or dimension(water.amount.unit) != "volume":
            continue
        share = as_unit(m.amount.model(), water.amount.unit).value * m.count / water.amount.value
        account.used |= {q.start for q in m.used}
        if share >= 0.99:
            return [x]
        return [piece for lot in (x, water) if (piece := split(account, lot, share)) is not None]
    return []


def _part_by_mass(m: Mention, lot: Material) -> float | None:
    """Which part of a lot an amount told in the other kind of unit is, where it is less than all of it; None where that is not known."""
    key = m.identity or lot.identity
    if m.amount is None or lot.amount is None or key is None:
        return None
    kinds = (m.amount.dim, dimension(lot.amount.unit))
    s = catalogue().substances[key]
    rho = s.value("density", "l")
    if set(kinds) != {"mass", "volume"} or rho is None:
        return None
    per = rho.value if kinds[0] == "volume" else 1.0 / rho.value
    part = per * convert(m.amount.value, m.amount.unit, kinds[0]) / convert(lot.amount.value, lot.amount.unit, kinds[1])
    return part if 0.0 < part < 0.9 else None


def as_unit(q: Quantity, unit: str) -> Quantity:
    """A quantity in another unit of its kind."""
    if q.unit == unit:
        return q
    kind = dimension(unit)
    each = convert(1.0, q.unit, kind) / convert(1.0, unit, kind)
    return q.model_copy(update={"unit": unit, **{k: v * each for k in ("value", "low", "high") if (v := getattr(q, k)) is not None}})


def _by_strength(same: list[Material], m: Mention) -> Material:
    """Of several lots of one substance the one whose strength is said: "the 30 % acid"."""
    said = m.strength.percent_w if m.strength else None
    if said:
        return min(same, key=lambda x: abs((x.strength.percent_w if x.strength and x.strength.percent_w else 0.0) - said))
    return same[0]


def _makes_up(account: Account, m: Mention, lot: Material) -> bool:
    """ "Hydride in 60 mL ether", "ester in 40 mL ether" under a row of 100 mL of it: the amounts of the steps are the row's, in parts."""
    a, b = lot.amount, m.amount
    if a is None or b is None or a.unit != b.unit or m.count != 1 or not 0 < b.value < a.value:
        return False
    word = re.escape(m.name.split()[-1])
    later = re.findall(
        rf"(?<![\d.,x×])(?<![x×] )(\d+(?:\.\d+)?) ?{b.unit} (?:of )?(?:the )?(?:dry |anhydrous |cold )?(?:[\w-]+ )?{word}\b",
        account.source[m.end :],
        re.I,
    )
    return bool(later) and abs(b.value + sum(map(float, later)) - a.value) <= 1e-6 * a.value


def _part(account: Account, m: Mention, lots: list[Material]) -> list[Material]:
    out = []
    for x in lots:
        if m.share == "rest":
            if m.amount is not None:
                x.amount = m.amount.model()
                account.used |= {q.start for q in m.used}
            out.append(x)
            continue
        part = m.amount.model() if m.amount is not None else m.share if isinstance(m.share, float) else None
        piece = split(account, x, part) if part is not None else None
        if piece is not None and account.waiting.get(x.id) == "list":
            account.waiting[x.id] = "part"
        out.append(piece if piece is not None else x)
        account.used |= {q.start for q in m.used}
    return out


FIRST_WORDS = 600
"""Characters of a text in which it names what it starts from (assumption)."""
BY_MOLES = 0.03
"""How far a mass over its moles may lie from a molar mass and still be of it (assumption: rounded figures)."""


def _weighed_neat(m: Mention, identity: str) -> bool:
    """Whether a mass over its moles says that a substance was weighed as it is, so that a per cent beside it is none of its strength."""
    s = catalogue().substances[identity]  # of what is sold as a solution, or below its whole strength, the moles may be reckoned wrong: P01
    percent = m.strength.percent_w if m.strength is not None else None
    solid = s.phase == "s" and not s.commercial and percent is not None and percent < PURITY_PERCENT
    return solid and m.amount is not None and m.amount.dim == "mass" and _by_moles(m, identity)


PURITY_PERCENT = 50.0
"""Per cent from which it may be a solid's purity (assumption: what is sold damp or stabilised holds more than half)."""


def _by_moles(m: Mention, identity: str) -> bool:
    """Whether a mass over its moles is a substance's molar mass; true where not both are written."""
    if m.moles is None or m.amount is None or m.amount.dim != "mass":
        return True
    grams, mol = convert(m.amount.value, m.amount.unit, "mass"), convert(m.moles.value, m.moles.unit, "moles")
    mass = catalogue().substances[identity].mass
    return mol > 0 and abs(grams / mol - mass) <= BY_MOLES * mass


def _named_before(account: Account, m: Mention) -> Token | None:
    """What "12.2 g acid (0.1 mol)" is of, where nothing of its kind was told: the one of that kind that the text names before, and by its moles the one that fits."""
    found = {}
    for t in substances_in(account.source[: min(m.start, FIRST_WORDS)]):
        s = catalogue().substances.get(str(t.value))
        if s is None or not class_of(m.generic, s.id) or any(x.identity == s.id for x in account.doc.materials):
            continue
        if not _by_moles(m, s.id):
            continue
        found[s.id] = t
    return next(iter(found.values())) if len(found) == 1 else None


FOILS = ("aluminium", "copper", "tin", "silver", "lead", "zinc")
OF_NO_NAME = (
    "acid",
    "acids",
    "anhydride",
    "peroxide",
    "hydride",
    "azide",
    "nitrite",
    "cyanide",
    "chlorate",
    "permanganate",
    "dichromate",
    "hypochlorite",
    "amine",
)
"""Common nouns of reagents: with an amount, and with nothing of the kind before, they are a charge that is not known."""


def _generic(account: Account, m: Mention, waiting: list[Material]) -> list[Material]:
    if m.again and m.measured:  # "20 mL of the same acid"
        like = [x for x in account.doc.materials if x.identity and (m.generic not in lex.GENERIC or class_of(m.generic, x.identity))]
        if like:
            same = replace(m, identity=like[-1].identity, name=m.name, generic="", strength=m.strength or like[-1].strength)
            return [new_lot(account, same)]
    if m.generic == "it":
        group = [x for x in waiting if account.waiting[x.id] in ("part", "funnel")] or [x for x in waiting if x.id in account.recent]
        return _part(account, m, group)
    rule = lex.GENERIC[m.generic]
    fits = [x for x in waiting if x.identity and (class_of(m.generic, x.identity) if rule else True)]
    if not rule:
        fits = [x for x in fits if m.generic in (x.role or "")]
    if (
        m.amount is not None
        and fits
        and fits[0].amount
        and fits[0].amount.unit == m.amount.unit
        and m.amount.value < 0.9 * fits[0].amount.value
    ):
        piece = split(account, fits[0], m.amount.model())  # "Acid 5 mL; … remaining acid"
        account.used |= {q.start for q in m.used}
        return [piece] if piece is not None else fits[:1]
    if m.amount is not None and rule and len(fits) == 1 and account.waiting[fits[0].id] == "list" and (part := _part_by_mass(m, fits[0])):
        piece = split(account, fits[0], part)  # "1 mL of the bromide" of the 17 g in the list
        if piece is not None:
            account.used |= {q.start for q in m.used}
            return [piece]
    if m.amount is not None and not fits and rule:
        placed = [
            x for x in account.doc.materials if x.identity and class_of(m.generic, x.identity) and x.amount is None and x.stated_mol is None
        ]
        if placed:
            placed[-1].amount = m.amount.model()  # "the aluminium foil, about twenty grams of foil"
            account.used |= {q.start for q in m.used}
            return []
        own = _named_before(account, m)
        if own is not None:
            return [new_lot(account, replace(m, identity=str(own.value), name=own.text, generic=""))]
        if m.generic == "foil" and m.moles is not None and (metal := next((x for x in FOILS if _by_moles(m, x)), None)) is not None:
            return [new_lot(account, replace(m, identity=metal, generic=""))]  # "Foil 27 g (1.00 mol)": by its molar mass
        if m.generic in OF_NO_NAME and not any(x.identity and class_of(m.generic, x.identity) for x in account.doc.materials):
            return [new_lot(account, replace(m, generic=""))]  # "pour 26 g of acid on it": of an acid that nobody names
    if m.amount is not None:
        fits = [x for x in fits if x.amount and x.amount.unit == m.amount.unit and abs(x.amount.value - m.amount.value) < 1e-9] or fits
    if fits:
        fits = [_by_strength(fits, m), *fits]
    account.used |= {q.start for q in m.used}
    if m.generic in ("solids", "acids"):
        return [account.lot(k) for k in dict.fromkeys(x.id for x in fits) if account.waiting[k] == "list"]
    if m.share is not None and fits:
        return _part(account, m, fits[:1])
    return fits[:1]


def unspent(account: Account) -> bool:
    """Whether a mixture prepared in a side vessel still waits to be used."""
    mix = account.mix.name if account.mix is not None else None
    last = next(
        (s for s in reversed(account.doc.steps) if (s.from_vessel == mix and s.share is None) or (s.vessel == mix and s.materials)), None
    )
    return mix is not None and (last is None or last.from_vessel != mix)


__all__ = [
    "Account",
    "Clause",
    "declare",
    "made_first",
    "main_vessel",
    "meant",
    "new_lot",
    "place",
    "rename",
    "set_bath",
    "split",
    "unspent",
]
