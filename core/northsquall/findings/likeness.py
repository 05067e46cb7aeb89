"""What a sentence reads like, where no rule knew its words: a condition that quotes it, and only where what it says can hurt (decisions 0031, 0050)."""

from __future__ import annotations

import re
from collections.abc import Callable
from dataclasses import dataclass

from northsquall import patterns
from northsquall.assessment import Finding
from northsquall.chemistry.classes import classes_in
from northsquall.chemistry.formula import mass_of, parse_formula
from northsquall.chemistry.roots import formula_of, is_diazonium, is_organic
from northsquall.chemistry.unrecognised import ACTING, NET, REDUCED_ONLY
from northsquall.findings.base import BY_WORDING, ORDER, Context, finding
from northsquall.findings.chemistry import pair_gases
from northsquall.findings.gas import FLASH_MARGIN_K, FUMING, flash_below, fuming
from northsquall.findings.heat import cooled_by_dry_ice, is_a_salt
from northsquall.findings.quench import ACID_LAYER, ACID_LAYER_MOL, OPEN_FIRST, UNSTOPPERED_FIRST
from northsquall.findings.sentences import named_in
from northsquall.findings.waste import ACID_TO_DRAIN_MOL, HEAVY, POISONS
from northsquall.gas.records import record_of
from northsquall.procedure import Step
from northsquall.reading import lexicon as lex
from northsquall.reading.likeness import Alike, alike
from northsquall.reading.plain_form import said_plainly
from northsquall.reading.tokens import substances_in
from northsquall.stability import alerts_of
from northsquall.substances import Substance

WARM_C = 40.0
"""From here a vessel that is shut or left is warm (assumption)."""
LEAST_KJ = 1.0
"""Heat that is worth a thermometer (assumption)."""
ACTS = ACTING - REDUCED_ONLY - {"ammonium"}
RESTS = ("cool", "filter", "dry", "store", "extract")
"""What may go on while nobody is there, unless a rule knows better."""
AFTER = ("filter", "extract", "dry", "store", "distil", "test")
"""What comes when nothing is fed any more."""
STRONG_PERCENT = 60.0
"""From here an acid becomes hot with water (assumption)."""
STRONG = {"sulfuric-conc", "nitric-acid", "chlorosulfonic", "perchloric"}


def _named(c: Context) -> list[Substance]:
    """What the text names, where the reading leaves open what is there: a lot without an amount, or nothing that reacts as it is wanted."""
    amountless = any(x.mol is None and x.material.role is None and x.material.step is not None for x in c.lots.values())
    met = c.unrecognised is not None and not c.unrecognised.trifle
    lost = any(u.why.startswith("a quantity") for u in c.procedure.unread) or len(c.lots) < 2
    if not (amountless or met or (lost and not any(r.role == "wanted" for r in c.reactions))):
        return []
    return list(named_in(c.procedure.flowing))


def _named_classes(c: Context) -> set[str]:
    return {k for s in _named(c) for k in classes_in(dict(s.parts))}


FUEL_GASES = {"hydrogen", "acetylene", "methane", "ethylene", "propane", "butane"}


def _fumes_named(c: Context) -> bool:
    return any(s.id in FUMING for s in _named(c)) or any(
        x.substance is not None and x.substance.id in TOXIC_FED and x.material.amount is None for x in c.lots.values()
    )


TOXIC_FED = tuple(x for x in lex.FED_GASES if x not in ("oxygen", "acetylene", "ethylene"))
"""Gases that hurt, where they are led in and nobody says how much."""


PUNGENT = {"hydrochloric acid": 30.0, "ammonia": 20.0, "nitric acid": 60.0, "acetic acid": 90.0, "formic acid": 80.0}
"""Per cent from which a solution is felt in the air (common practice, no source)."""
PUNGENT_ML = 100.0


def _pungent(c: Context) -> bool:
    """Whether much of a strong volatile acid or of ammonia is handled, and no hood is written."""
    return c.procedure.place.hood is not True and _smells(c)


def _smells(c: Context) -> bool:
    """Whether much of a strong volatile acid or of ammonia is handled."""
    strong = (
        x
        for x in c.lots.values()
        if x.substance is not None and x.substance.id in PUNGENT and x.material.role is None and (x.volume_mL or 0.0) >= PUNGENT_ML
    )
    return any(
        x.material.strength is not None and (x.material.strength.percent_w or 0.0) >= PUNGENT[x.substance.id]
        for x in strong
        if x.substance is not None
    )


GAS_SAID = patterns.compile(r"\b(?:gas(?:es|holder)?|fumes?|smoke|bubbl\w*|fizz\w*|foam\w*|froth\w*)\b", re.I)


def _gases(c: Context) -> list[str]:
    return (
        [] if c.gas is None else [*dict.fromkeys(r.gas for r in c.gas.releases if c.gas.mol(r.gas)[2] > 1e-3), *c.gas.seen, *pair_gases(c)]
    )


def gas_matters(c: Context) -> bool:
    """Whether a gas forms, or may, that a sentence about it can be about."""
    return (
        bool(_gases(c))
        or ("peroxide" in classes_there(c) and len(c.lots) > 1)
        or _fumes_named(c)
        or _pungent(c)
        or (bool(_named_classes(c) & ACTS) and GAS_SAID.search(c.procedure.flowing) is not None)
    )


VAPOUR_SEEN = patterns.compile(
    r"\b(?:red|brown|yellow|green|orange|violet|purple|white|acrid|choking|pungent|stinging) (?:gas|fumes?|smoke|vapou?rs?|clouds?|mist)\b",
    re.I,
)
"""What a text says that it saw, or felt, in the air."""


def toxic_gas(c: Context) -> bool:
    """Whether a toxic gas forms, or is seen, or what fumes is handled."""
    return (
        (VAPOUR_SEEN.search(c.procedure.flowing) is not None and reagent_acts(c))
        or any(record_of(g).toxic for g in _gases(c))
        or _fumes_named(c)
        or _pungent(c)
        or (c.procedure.place.hood is not True and _fuming(c))
    )


LEAST_MOL = 0.005
"""Of anything but water and solvents, up to which no heat is worth a word (assumption: 1 kJ at 200 kJ/mol)."""


def heat_matters(c: Context) -> bool:
    """Whether heat is made here, or may be."""
    held = [
        x for x in c.lots.values() if x.material.step is not None and x.substance is not None and x.substance.id not in ("water", "ice")
    ]
    if held and all(x.mol is not None and (x.best_mol <= LEAST_MOL or x.material.role in ("solvent", "wash")) for x in held):
        return False
    met = c.product_open or (c.unrecognised is not None and not c.unrecognised.trifle)
    return (
        c.enthalpy is not None
        or met
        or any(r.role == "wanted" or r.heat_kJ.best is None or r.heat_kJ.best > LEAST_KJ for r in c.reactions if r.role != "work-up")
        or bool(_named_classes(c) & ACTS)
    )


def _reacts(c: Context) -> bool:
    """Whether anything is to react, or may: nothing piles up in what is only mixed or distilled."""
    met = c.unrecognised is not None and not c.unrecognised.trifle
    wanted = any(r.role == "wanted" or r.heat_kJ.best is None for r in c.reactions)
    return heat_matters(c) and (met or wanted or bool(_named_classes(c) & ACTS))


def _hot(s: Step | None) -> bool:
    return s is not None and (s.kind in ("heat", "reflux", "distil") or (s.T_range is not None and s.T_range.value >= WARM_C))


def warmed(c: Context) -> bool:
    """Whether anything is warm in the procedure."""
    return any(_hot(s) for s in c.procedure.steps)


def classes_there(c: Context) -> set[str]:
    """Classes of what is charged, and of what the text names where amounts are missing (handbook 3.3)."""
    lots = {k for x in c.lots.values() if x.substance is not None for k in classes_in(dict(x.substance.parts))}
    return lots | _named_classes(c)


def reagent_acts(c: Context) -> bool:
    """Whether a reagent is there, or left over, that acts on more than its partner."""
    return bool(classes_there(c) & ACTS) or bool(c.leftovers)


ON_THE_SKIN = {"anhydride", "amine"}
"""Classes that burn, or go through the skin, and act on little else (common practice, no source)."""
STRONG_ACIDS = ("hydrochloric acid", "hydrobromic acid", "hydriodic acid", "nitric acid", "sulfuric acid", "perchloric acid")


def _harms(c: Context) -> bool:
    """Whether something is there that may meet no other waste: any of what acts, caustic or strong acid from an amount that is to be neutral first."""
    lots = [x for x in c.lots.values() if x.substance is not None]
    caustic = [x for x in lots if x.substance is not None and x.substance.parts.get("H+", 0.0) < 0 and "H2O" in x.substance.parts]
    acid = [
        x for x in lots if x.substance is not None and x.substance.id in STRONG_ACIDS and x.material.role not in ("neutralises", "wash")
    ]
    much = any(any(x.mol is None for x in those) or sum(x.best_mol for x in those) > ACID_TO_DRAIN_MOL for those in (caustic, acid))
    poisons = POISONS.keys() | (HEAVY.keys() if c.purpose.wanted else set())  # what a school crystallises it rinses away
    metals = any(x.substance is not None and x.substance.parts.keys() & poisons for x in lots)
    return bool(classes_there(c) & (ACTS - {"strong-base"})) or bool(c.leftovers) or much or metals


STRONG_MOLAR = 5.0
"""mol/L from which an acid warms where water meets it (assumption: some 40 % of sulfuric acid)."""


def _strong(c: Context) -> bool:
    for x in c.lots.values():
        percent = x.material.strength.percent_w if x.material.strength is not None else None
        if (
            x.substance is not None
            and (percent is None or percent >= STRONG_PERCENT)
            and (x.material.strength is None or x.material.strength.molar is None or x.material.strength.molar >= STRONG_MOLAR)
            and classes_in(dict(x.substance.parts)).keys() & STRONG
        ):
            return True
    return False


def _is_a_salt(c: Context, s: Step | None) -> bool:
    """Whether the acid at a step is a salt by then."""
    return s is not None and any(is_a_salt(c, e) for e in c.walk.entries if e.step == s.n and e.before)


def _poured_out(s: Step | None) -> bool:
    """Whether the batch goes into its quench there: the right way round."""
    return s is not None and s.kind == "quench" and s.from_vessel is not None


DILUTED = 0.3
"""Part of the pot's mass that is strong acid, up to which measured water may be run into what is cold (assumption: handbook 4, H10; 30 % acid warms by a few kelvin)."""


COLD_BY_NOW = patterns.compile(r"\bto the (?:cold|cooled) (?:residue|mixture|batch|solution|contents|flask|liquid)\b", re.I)
""" "Water was added to the cold residue"."""


def _dilutes_mildly(c: Context, s: Step | None) -> bool:
    """Whether the water of a step is measured, and goes into what was cooled before and holds little strong acid."""
    if s is None or not any(
        (x := c.lots[k]).substance is not None and x.substance.id == "water" and x.mol is not None for k in s.materials
    ):
        return False
    earlier = [x for x in c.procedure.steps if x.n < s.n and x.vessel == s.vessel and x.kind not in ("test", "hold")]
    entry = next((e for e in c.walk.entries if e.step == s.n and e.vessel == s.vessel and e.before), None)
    if entry is None or not earlier or not (earlier[-1].kind == "cool" or COLD_BY_NOW.search(s.text)):
        return False
    held = {r: n * mass_of(parse_formula(formula_of(r))) for r, n in entry.before[0].items() if n > 0}
    whole = sum(held.values())
    acid = sum(held.get(r, 0.0) for r in ("SO4-2", "NO3-", "HSO4-"))
    return whole > 0 and acid < DILUTED * whole


ON_SOMETHING = patterns.compile(r"\b(?:on|to|into) (?:it|them|that|this)\b|\bacids?\b", re.I)


def _first_in(c: Context, s: Step | None) -> bool:
    """Whether a step puts water alone, or what was made up apart, into an empty vessel, where it waits for the rest."""
    if s is not None and s.from_vessel is not None and not s.materials:
        return not any(
            (x.materials or x.from_vessel) and x.vessel == s.vessel and x.kind != "absorb" for x in c.procedure.steps if x.n < s.n
        )
    if s is None or s.kind != "charge" or not s.materials or ON_SOMETHING.search(s.text):
        return False
    water = all((x := c.lots[k].substance) is not None and x.id in ("water", "ice") for k in s.materials)
    return water and not any(x.materials and x.vessel == s.vessel for x in c.procedure.steps if x.n < s.n)


def water_acts(c: Context) -> bool:
    """Whether water acts on something that is charged."""
    return bool(classes_there(c) & (NET["water-reactive"] | {"sulfuryl"})) or any("grignard" in r.family.lower() for r in c.reactions)


def burns(c: Context) -> bool:
    """Whether a liquid is there that burns at the room's temperature or little over it."""
    return any(flash_below(x.substance, WARM_C + FLASH_MARGIN_K) is not None for x in c.lots.values())


def fuel_there(c: Context) -> bool:
    """Whether a liquid or gas is there that a flame lights."""
    return burns(c) or any(record_of(g).fuel for g in _gases(c)) or any(s.id in FUEL_GASES for s in _named(c))


GOES_OFF = {
    "diazonium",
    "azide",
    "peroxide",
    "n-halogen",
    "nitrate-ester",
    "acyl-nitrate",
    "nitroalkane",
    "nitroalkene",
    "nitramine",
    "hypohalite",
}
"""Groups that let a dry or concentrated substance go off (structural alerts of stability)."""


def _goes_off(c: Context) -> bool:
    """Whether something is there, at any step, that must not be dry or concentrated."""
    held = {r for e in c.walk.entries for x in (e.mixed, e.after) for r, n in x.items() if n > 1e-4}
    dry = any(is_diazonium(r) or any(a.id in GOES_OFF for a in alerts_of(r)) for r in held if is_organic(r))
    ketone = "H2O2" in held and any("C(C)=O" in r or "C1CCCCC1=O" in r or "O=C1CCCC" in r for r in held if is_organic(r))
    named = any(a.id in GOES_OFF for s in _named(c) if s.smiles for a in alerts_of(s.smiles))
    return dry or ketone or named or "ClO4-" in held or ({"Ag+", "NH3"} <= held) or ("MnO2" in held and burns(c))


def _fuming(c: Context) -> bool:
    return any(fuming(x) for x in c.lots.values())


def distils(c: Context, step: Step | None) -> bool:
    """Whether anything is distilled up to a step or in the sentence that begins with it."""
    return any(s.kind == "distil" and (step is None or s.n <= step.n + 2) for s in c.procedure.steps)


PEROXIDE_FORMERS = (
    "cyclohexene",
    "diethyl ether",
    "tetrahydrofuran",
    "diisopropyl ether",
    "1,4-dioxane",
    "tetralin",
    "decalin",
    "cumene",
    "2-butanol",
)
"""Common ones by their class (handbook 3, common practice)."""


def peroxide_former(c: Context) -> bool:
    """Whether a common peroxide former is there, or made."""
    held = {x.substance.id for x in c.lots.values() if x.substance is not None} | {c.procedure.results.product_identity}
    return bool(held & set(PEROXIDE_FORMERS))


FINE_METALS = ("zinc", "iron", "aluminium", "magnesium", "raney nickel", "nickel", "palladium on carbon", "titanium")

COARSE = patterns.compile(r"\b(?:granul\w+|turnings|pieces|sticks?|foil|wire|rods?|mossy|lumps?|shot|nails?|sheet)\b", re.I)
"""How a metal is written that is not fine."""


def fine_metal(c: Context) -> bool:
    """Whether a metal is there that lights itself when it is fine and dry."""
    return any(
        x.substance is not None and x.substance.id in FINE_METALS and COARSE.search(c.procedure.flowing[slice(*x.material.span)]) is None
        for x in c.lots.values()
    )


def _acid_layer(c: Context) -> bool:
    return max((n for e in c.walk.entries for x in e.before for r, n in x.items() if r in ACID_LAYER), default=0.0) > ACID_LAYER_MOL


def _destroyed_first(c: Context) -> bool:
    """Whether something is charged that is destroyed before anything else is done with what is left."""
    return bool(classes_there(c) & DESTROYED)


DESTROYED = {
    "bromine",
    "chlorine",
    "permanganate",
    "chromate",
    "hypochlorite",
    "peroxide",
    "chlorate",
    "nitrous",
    "azide",
    "borohydride",
} | NET["water-reactive"]


def _absorbed(c: Context) -> bool:
    """Whether every line that was read ends in an absorber: the rules know what it takes."""
    return c.gas is not None and bool(c.gas.lines) and all(any(p.stock is not None for p in line.elements) for line in c.gas.lines.values())


def _unled(c: Context) -> bool:
    """Gas, and no line that was read: of one that was, the rule knows."""
    return c.gas is not None and gas_matters(c) and not c.gas.lines


def _iced(c: Context) -> bool:
    return any(v.bath is not None and v.bath.kind == "ice" for v in c.procedure.vessels) and heat_matters(c)


SURE = 2.0
"""Over a kind's threshold (log-odds), from where what is read elsewhere does not gainsay a sentence."""
CERTAIN = 3.0
"""From where safe words ("stop", "not", "slowly") do not gainsay it either, but for kinds that say so."""


GOES_ON = patterns.compile(r"\b(?:do not|don[’']t|did not|didn[’']t|never|not) (?:stop|hold back|pause|slow down)\b", re.I)
"""Words that only look as if they forbade something."""


@dataclass(frozen=True)
class Said:
    """What sentences of a kind say, where it matters, which findings say it already, and what to do."""

    says: str
    where: Callable[[Context, Step | None], bool]
    """In which procedures, at which step, it matters."""
    limit: str
    remedy: str
    told: tuple[str, ...] = ()
    safe: str | None = None
    """Words with which a sentence of the kind says the safe thing."""
    further: int = 0
    """Characters behind the sentence within which they may stand."""
    otherwise: str | None = None
    """What it says where this does not matter."""
    unless: Callable[[Context, str], bool] | None = None
    """By what was read, a sentence of the kind that says the safe thing."""
    sure: Callable[[Context, Step | None], bool] | None = None
    """Where it matters of a sentence that is sure (`SURE` over its threshold): what was read elsewhere does not gainsay it."""

    safe_always: bool = False
    """Its safe words silence a sentence of any certainty."""

    def matters(self, c: Context, step: Step | None, span: tuple[int, int], over: float) -> bool:
        """Whether it matters at a step, of a sentence that is `over` its threshold."""
        if self.where(c, step):
            return True
        told = step is not None and span[0] <= step.span[0] < span[1]
        return over >= SURE and self.sure is not None and self.sure(c, step) and not (told and _poured_out(step))

    def safely(self, text: str, span: tuple[int, int]) -> bool:
        """Whether the sentence says the safe thing."""
        said = GOES_ON.sub("goes on", text[span[0] : span[1] + self.further])
        return self.safe is not None and patterns.compile(self.safe, re.I).search(said) is not None


IT_IS_READ = patterns.compile(
    r"(?<!no )(?<!No )\b(?:inside|internal|inner) temperature\b|\b(?:thermometer|probe) (?:did not|didn[’']t|does not) (?:move|rise|climb|fall|change|stir)\b|\b(?:internal|inner) (?:thermometer|probe)\b|(?<!no )(?<!No )\bthermometer(?: \w+)? in(?:side)? (?:it\b|the (?:beaker|flask|pot|liquid|mixture|solution|batch|mass)\b)",
    re.I,
)
"""A thermometer that stands still is there, and is read; and one that is in the pot."""
IN_THE_BATH = patterns.compile(r"\bthermometer in the bath\b", re.I)
PROBE_IN = patterns.compile(r"\b(?:thermometer|thermocouple|probe|sensor)\b[^.;,]{0,20}\bin (?:the )?([a-z]+)\b(?![ -]bath)", re.I)


READ_WHEN = patterns.compile(r"\b(?:should|if|when|once) the thermometer (?:gets?|shows?|reach\w*|reads?|goes?)\b", re.I)


def _in_what_was_charged(c: Context, said: str) -> bool:
    """ "Thermometer in the water", where water was charged: in the liquid, not in a bath."""
    if IT_IS_READ.search(said) is not None or READ_WHEN.search(said) is not None:
        return True
    text = c.procedure.flowing
    if any(v.sensor == "pot" and v.sensor_span is not None and text[slice(*v.sensor_span)] in said for v in c.procedure.vessels):
        return True
    if IN_THE_BATH.search(said) is not None and not any(v.bath is not None for v in c.procedure.vessels):
        return True  # of a plating bath: it is the liquid
    m = PROBE_IN.search(said)
    if m is None or any(v.bath is not None and v.bath.kind.startswith(m[1].lower()) for v in c.procedure.vessels):
        return False
    return any(re.search(rf"\b{m[1]}\b", x.name, re.I) for x in c.procedure.materials)


ONLY_DONE = patterns.compile(
    r"(?:\W|\d|\b(?:it|it['’]s|is|was|were|are|been|the|this|that|mixture|reaction|batch|contents|flask|suspension|solution|stirr?(?:ing|ed|s)?|stir|leave|left|let|allow(?:ed)?|keep|kept|continued?"
    r"|hold|held|boil(?:ed|ing|s)?|reflux(?:ed|es|ing)?|heat(?:ed|ing|s)?|warm(?:ed|ing|s)?|at|for|on|under|in|an?|of|to|and|then|now|over|during|with|more|further|another|about|half|one|two|three|ten|fifteen|twenty"
    r"|thirty|forty|forty-five|sixty|good|gentle|gently|vigorous|magnetic|stirrer|water|oil|sand|steam|ice|bath|mantle|condenser|room|temperature|min|minutes?|h|hours?|°?C|degrees)\b)*",
    re.I,
)
"""Words that say what is done and how long, and nothing of who is there or what goes wrong."""
LONG = patterns.compile(r"\b(?:[5-9]|[1-9]\d+)(?:[.,]\d+)? ?(?:h|hours?)\b|\b(?:night|day|week)", re.I)
"""A time through which nobody stays."""


def _only_done(_: Context, said: str) -> bool:
    """ "Stirring was continued for 60 min at 20 °C": nothing else is said."""
    return ONLY_DONE.fullmatch(said) is not None and LONG.search(said) is None


WAITS_HERE = patterns.compile(r"^\W*(?:then |now )?wait(?:ed|s)? (?:until|till|for)\b", re.I)
STAYED = patterns.compile(
    r"\b(?:I|we|he|she|operator|student|person|somebody|someone|colleague)\b[^.;,]{0,12}\b(?:was there|(?:remain|stay|sat|sit|watch)\w* with|was with it)\b",
    re.I,
)
WENT = patterns.compile(r"\b(?:nobody|no ?one|not|never|away|elsewhere|lunch|coffee|home|left|leave|outside|office|phone)\b|n['’]t\b", re.I)


IT_CHANGED = patterns.compile(
    r"^\W*[Ii]t (?:went|turned|became|got) (?:cloudy|clear|warm|dark|yellow|grey)\b(?![^.]*\b(?:nobody|away|alone|left)\b)|^\W*(?:T|temp\w*) (?:rose|went|climbed|fell)\b(?![^.]*\b(?:I|nobody|away)\b)",
    re.I,
)
""" "It went cloudy": seen by somebody who is there."""


INTO_THE_FRIDGE = patterns.compile(
    r"^\W*(?:then )?(?:(?:in|into) the )?(?:fridge|refrigerator|cold room)[, ]+(?:over ?night|till (?:the )?morning)\W*$", re.I
)
""" "Fridge over night": to crystallise, where nothing that acts is left."""


def _somebody_there(c: Context, said: str) -> bool:
    """Whether a sentence only says what is done, or that somebody waits or stays for it."""
    return (
        _only_done(c, said)
        or (INTO_THE_FRIDGE.match(said) is not None and not c.leftovers)
        or IT_CHANGED.match(said) is not None
        or ((WAITS_HERE.search(said) or STAYED.search(said)) is not None and WENT.search(said) is None)
    )


HEATER = patterns.compile(r"\b(?:plate|mantle|burner|bath|heater|heat(?:ed|ing)?|boil\w*|simmer\w*|oven|lamp|radiator|warm)\b", re.I)


def _only_stands(s: Step | None) -> bool:
    """ "It was left to cool to 20 °C overnight": nothing heats it any more."""
    return s is not None and s.kind == "hold" and s.bath is None and not _hot(s) and HEATER.search(s.text) is None


FILTERED = patterns.compile(
    r"^(?!.*\b(?:(?:in|on)(?:to)? (?:the |it|what)|over) ?(?:acid|flask|still|generator|residue|is left)).*(?:\bsuck\w*\b[^.;]*\boff\b|\bsuction\b|\bfrit\b|\bfiltered\b)",
    re.I | re.S,
)
"""What is washed lies on a filter, and no water goes on to what stands in a vessel."""
SLOWLY_ENOUGH = patterns.compile(
    r"\b(?:(?:[2-9]\d|1\d\d) ?min|(?:an|one|two|three|half an) hours?|\d(?:\.\d)? ?h(?:ours?)?|(?:twenty|thirty|forty|fifty|sixty|seventy|eighty|ninety)(?:-\w+)? minutes)\b",
    re.I,
)
HURRIED = patterns.compile(
    r"\b(?:at once|one go|one portion|fast\w*|quick\w*|rapid\w*|straight|tipped|dumped|instead|all of it|rush\w*|hurr\w*|should|would|not|never|n['’]t)\b",
    re.I,
)


def _has_its_pace(_: Context, said: str) -> bool:
    """ "An hour it took to drip in": a time is told, and no word of haste."""
    return SLOWLY_ENOUGH.search(said) is not None and HURRIED.search(said) is None


NOT_KEPT = patterns.compile(r"\bstorage: (?:none|no)\b|\b(?:not|never) stored\W*$|\bmade fresh\b", re.I)
DRY_ICE = patterns.compile(r"\bdry ice\b", re.I)


def _of_dry_ice_put_in(c: Context, said: str) -> bool:
    """ "Wait till the dry ice is gone": of what was put in, where dry ice cools nothing."""
    return DRY_ICE.search(said) is not None and not cooled_by_dry_ice(c)


OF_A_CHROMATOGRAM = patterns.compile(r"\b(?:on|spotted on) (?:a|the) plate (?:next to|beside|against|with)\b|\bTLC plate\b", re.I)
LAID_ON = patterns.compile(r"\bwatch[- ]?glass over\b", re.I)
STOPS_LATER = 600
"""Characters behind a distillation within which its stop rule is told."""


NOT_TO = r"\b(?:neither|nor|do not|don[’']t|never|must not|may not|cannot|should not|not to be|nobody (?:may|must)|nothing (?:may|must)|(?:must|has to|have to|should) (?:always )?(?:stay|remain|be kept|keep) (?:below|under|less than))\b"
"""Words that forbid what the rest of a sentence says."""


UNTESTED_FORBIDDEN = patterns.compile(r"^\W*(?:[Nn]o|[Nn]ever)\b[^.;\n]*\b(?:not been |un)tested\b")
""" "No heat on a peroxide that has not been tested"."""
GAS_HAS_ENDED = patterns.compile(
    r"\bno (?:more |further )?(?:bubbles|gas|fizz\w*|foam\w*)(?: (?:is|are|was|were)(?: seen)?| comes?)? (?:for|in|during) (?:the last |another |an? )?(?:\d+|[a-z]+)(?: of an?)? ?(?:min\w*|hours?|h)\b",
    re.I,
)
"""A reaction that gives gas has ended when none comes for a time that is told: a test that can fail."""


def with_words(*words: re.Pattern[str]) -> Callable[[Context, str], bool]:
    """Whether a sentence holds words with which it says another thing, however sure it reads."""
    return lambda _, said: any(w.search(said) for w in words)


def _vented_or_no_carbonate(_: Context, said: str) -> bool:
    """Whether a sentence names no carbonate, opens the funnel first, or speaks of no vessel that is shut and of nothing that presses."""
    return (
        CARBONATE.search(said) is None or any(p.search(said) for p in (UNSTOPPERED_FIRST, OPENED_EACH_TIME)) or PRESSES.search(said) is None
    )


CARBONATE = patterns.compile(r"carbonate|(?<!caustic )\bsoda\b|NaHCO3|Na2CO3|\bbicarb|\bchalk\b|\bfizz\w*", re.I)
OPENED_EACH_TIME = patterns.compile(r"\b(?:open|vent|releas)\w*\b[^.;]{0,25}\b(?:each|every|often|frequent\w*|repeatedly)\b(?! week)", re.I)
PRESSES = patterns.compile(
    r"funnel|\bsep\b|stopper|\bcork|\bbung|\bsh[ao]ok?\w*|\bshak\w+|\bvent|\bpress|\bclos|\bcap|bottle|hiss|spr[ae]y|\bspat|\bjump|\bfl[ey]w|\bfly|\bshot|\bpush|\bh[oe]ld|\bgrip|\btap\b|\binvert",
    re.I,
)
"""A vessel that is shut, or what pressure does."""
NO_WAY_BACK = patterns.compile(
    r"\bCaCl2\b|\bcalcium chloride\b|\bdrying tube\b|\b(?:lifted|taken|drawn|pulled) (?:out )?(?:from|of|off)\b|\babove the (?:liquid|water|lye|surface)\b|\bshort of the\b|\b(?:dropping |equali[sz]ing )?funnel\b[^.;]{0,15}\bstem\b|\bexhaust\b|\bpump\b|\bring\b|\b(?:nothing|never|did not|didn[’']t)\b[^.;]{0,20}\b(?:back|over)\b",
    re.I,
)
EMPTY_BEFORE = patterns.compile(
    r"\bempty (?:\w+ ){0,2}(?:bottle|flask|trap|jar)|\bknock-?out\b|\b(?:safety|guard) (?:bottle|flask|trap)\b", re.I
)
IT_ROSE = patterns.compile(
    r"\b(?:back|rose|rise|climb\w*|crept|creep\w*|suck\w*|drew|drawn|shot|came up|no|none|without|left out|missing|skipped|instead)\b", re.I
)


A_LIQUID = patterns.compile(
    r"\b(?:water|lye|caustic|soda|acid|alkali|NaOH|KOH|HCl|ammonia|solution|liquid|absor\w*|scrub\w*|wash\w*|bubbl\w*|dip\w*|under|below|beneath|in(?:to)?|suck\w*|back|bottle|jar|cylinder|beaker|trap|rose|rise|climb\w*|up)\b",
    re.I,
)
"""What can be drawn back, or the way it goes."""


def _no_way_back(c: Context, said: str) -> bool:
    """Whether a sentence says that nothing can be drawn back; or only how deep a tube dips, where an empty bottle stands before it."""
    if NO_WAY_BACK.search(said) is not None or A_LIQUID.search(said) is None:
        return True
    return EMPTY_BEFORE.search(c.procedure.flowing) is not None and IT_ROSE.search(said) is None


NOT_A_RESIDUE = patterns.compile(
    r"\bsteam\w*|\bscrap\w+|\bno more white\b|\bin the end it was out\b|\bleave the (?:residue|rest|last)\b|\bfill it up\b|\b(?:glass(?:ware)?|apparatus|flask|tubes?|ether|solvent) (?:is |was |are |were |to be )?(?:all |quite )?dry\W*$|^\W*dr(?:y|ied) (?:on|at|in|over)\b|\bto an oil\b|\bwithout (?:letting|going|ever|boiling|running)\b",
    re.I,
)
AN_END = patterns.compile(
    r"\b(?:dry\w*|last|all|every\w*|nothing|no\b|none|until|till|end\w*|black\w*|brown\w*|crust|char\w*|tar\w*|smok\w*|fum\w*|residue|left|leave\w*|empty|bare|bottom|drops?|drips?|down|forc\w*|squeez\w*|syrup|burn\w*"
    r"|sp[ia]t\w*|crackl\w*|bath|over|more|rest|out|ruin\w*|solid|hard\w*|hot|hotter|red|clinker|glass|film|lacquer|varnish|cake|coke|coal|stop\w*|still|further|remain\w*|to the|gone|raised?|turned up|white|gram|bit|yield|chas\w*|would|lot)\b",
    re.I,
)
"""What a sentence must name that says how far it is distilled."""


END_OF_GAS = patterns.compile(r"\bend of (?:the |all )?(?:gas|bubbl\w+|foam\w*|fizz\w*|effervescence)\b", re.I)


def _no_residue(_: Context, said: str) -> bool:
    """Whether a sentence says the safe thing of a residue, or nothing of an end."""
    return NOT_A_RESIDUE.search(said) is not None or AN_END.search(said) is None or END_OF_GAS.search(said) is not None


PERMITTED = patterns.compile(
    r"\b(?:permit|allowed|permitted)\b|\b(?:their|its) own (?:can|drum|bottle|stream|waste)\b|\bapart\b|\b(?:sodium|magnesium|calcium) (?:sulfate|chloride)\b",
    re.I,
)
LEAVES = patterns.compile(
    r"^\W*(?:if|when|whenever|should)\b.*(?:\b(?:leave|get out|go out|out of)\b|[,:] ?(?:then )?(?:stop|close|shut)\b)", re.I | re.S
)
AS_BEFORE = patterns.compile(r"\bsame\b|\byield\b|\bat this (?:size|scale)\b|\b(?:done|made|run) (?:it|this) (?:\w+ )?times\b", re.I)
NOT_OPENED = patterns.compile(
    r"\b(?:not|never|nothing|nobody) (?:is |be |to be |are )?(?:opened|open|parted|disconnected|taken (?:off|apart)|pulled)\b|\bvacuum\b",
    re.I,
)
NO_METAL = patterns.compile(
    r"^\W*(?:keep )?(?:no|nothing (?:that|which|of)) (?:[^.;]{0,40}\b)?(?:metal|steel|iron|rust|copper|brass|drum|spatula|needle)\b", re.I
)
IS_DESTROYED = patterns.compile(
    r"\b(?:is|was|are|were|be) (?:then |all |first )?(?:destroyed|quenched|killed)\b|^\W*(?:surplus|excess|leftover) [a-z ]{3,30}:", re.I
)
WOULD_BE = patterns.compile(r"\bwould\b|\bheld the temperature\b|\bat hand\b|\bcalculat\w*", re.I)
WITH_THE_DRAUGHT = patterns.compile(r"\b(?:with|by|into|up) the (?:draught|exhaust)\b", re.I)
NEW = patterns.compile(r"\b(?:this (?:week|morning|month)|today|new(?:ly)?|fresh(?:ly)?|tested|stabili[sz]ed)\b", re.I)
TESTED = patterns.compile(r"\btested for peroxides?\b[^.;]{0,30}\b(?:none|neg\w*|0)\b", re.I)
NEXT_WORDS = 120
"""Characters behind a sentence of an old ether within which it is told that it was tested."""


def _new_or_tested(c: Context, said: str) -> bool:
    """Whether a sentence says that it is new, or the next words that it was tested."""
    end = c.procedure.flowing.find(said) + len(said)
    return NEW.search(said) is not None or TESTED.search(c.procedure.flowing, end, end + NEXT_WORDS) is not None


OUT_OF_THE_CONDENSER = patterns.compile(r"\bcondenser\b|\bsteam", re.I)
CRYSTALS_IN = patterns.compile(
    r"\b(?:watch[- ]?glass|lid|funnel)\b[^.;]{0,20}\bnot tight\b|\b(?:crystals|powder|solid|salt)\b[^.;]{0,40}\b(?:vial|jar|tube|tin)\b|\bloosely\b",
    re.I,
)


def gas_or_reagent(c: Context, _: Step | None) -> bool:
    """Whether anything is there that may give a gas, or acts."""
    return gas_matters(c) or _smells(c) or reagent_acts(c)


def heat_or_reagent(c: Context, _: Step | None) -> bool:
    """Whether anything is there that may make heat, is warm, or acts."""
    return heat_matters(c) or reagent_acts(c)


GEAR = patterns.compile(r"\b(?:visors?|face shields?|goggles|gloves|gauntlets|aprons?|coats?)\b", re.I)
NOT_WORN = patterns.compile(
    r"\b(?:no|not|never|none|nobody|without|neither|nor|only|just|off|but|instead|too|up|enough|hot|fog\w*|steam\w*|slip\w*|borrow\w*|torn|old|thin|bare|later|(?:on|in) (?:the|a|my) (?:drawer|hook|shelf|pocket|table|bench|door)|home|forgot\w*|unnecessary|need\w*|exagg\w*|sandals|shorts|sleeves|one)\b|n['’]t\b|\?",
    re.I,
)
SEVERAL = 2


def _is_worn(_: Context, said: str) -> bool:
    """ "I had my visor on, thick gloves and the apron": two pieces or more, and no word that takes them away."""
    return len(GEAR.findall(said)) >= SEVERAL and NOT_WORN.search(said) is None


BY_A_PRONOUN = patterns.compile(r"\b(?:it|this|that|liquid|acid|reagent|bottle|them)\b", re.I)


def _only_solids(_: Context, said: str) -> bool:
    """Whether a sentence names what is measured, and all of it is solid: no liquid is poured there."""
    named = named_in(said)
    return bool(named) and BY_A_PRONOUN.search(said) is None and all(s.phase == "s" or s.id in ("water", "ice") for s in named)


AN_ALARM = patterns.compile(r"^\W*(?:an? |the )?(?:\w+ ){0,3}(?:detector|alarm|monitor)s?\b", re.I)
UP_THE_HOOD = patterns.compile(
    r"\b(?:up|into) the (?:fume )?(?:hood|cupboard|exhaust)\b(?![^.;]*\b(?:off|not|open|broken|fail\w*|nobody|room)\b)", re.I
)

BY_MANTLE = patterns.compile(r"\b(?:heating )?mantle on (?:a|the|its) (?:lifting|lab(?:oratory)?|jack|support|lift)\w*\b", re.I)
INTO_THE_POT = patterns.compile(r"^\W*[^.;]{3,60} (?:in)?to (?:the )?(?:flask|pot|reactor|vessel|generator)\W*$", re.I)
ROCKED = patterns.compile(r"\b(?:moved|kept moving|mixed|stirred) by (?:rocking|tilting|swirling)\b|\bshook with\b", re.I)
SAID = {
    "G02": Said("a vessel is shut while gas or heat is there", lambda c, _: gas_matters(c) or warmed(c), "an open way", "Keep it open through a trap to the hood.", ("G16",), safe=r"^\W*[Nn]o (?:lid|cover|stopper|cap|foil)s?\b(?! (?:but|only|except))|\bbreathes?\b|\b[Nn]o (?:part|joint|tap|vessel|line|clamp|valve|stopcock)s?\b[^.;]{0,12}\b(?:closed|shut|plugged)\b|\b[Nn]othing (?:is|was) (?:closed|shut|plugged)\b|\b(?:stopper|cork|bung|lid)s? (?:being |is |was |are )?(?:left|taken|kept) (?:out|off)\b|\bwithout (?:a |its |the )?(?:stopper|lid|cork)\b|\b(?:second|third|fourth|side) neck\b|\b(?:cap|lid|stopper)s? (?:is |are |was )?(?:not tight|loose|only laid on|not screwed)|\b(?:feed|tap|funnel|addition) (?:was|is|were) to be (?:shut|stopped|closed)\b|\bjoints? (?:are |were )?(?:all )?(?:clipped|clamped|greased|checked)|\b(?:funnel|tap|feed|drip)(?:['’]s| is| was| goes)? (?:shut|closed|off)\b(?! and (?:the|it))|\b(?:shut|close) the (?:tap|funnel|feed|valve)\b(?![^.;\n]*\b(?:stopper|cork|bung|cap|lid|seal)\w*\b)|\blid (?:is |was |left )?(?:off|open|ajar|loose)\b|\bunstoppered\b|\bclosed mantle\b|\bfilter paper\b|\bsash\b|\btwo[- ]hole\w*\b|\btwo holes\b|\bholes? in (?:it|the)\b|\bstoppers? (?:is |was |are )?(?:out|off|beside it)\b|\bwithout (?:its |the |a )?stopper\b", sure=gas_or_reagent, unless=with_words(CRYSTALS_IN, AN_ALARM), safe_always=True),
    "G05": Said("the absorber can be pulled back", lambda c, _: _unled(c), "an empty trap", "An empty bottle before it that holds all of its liquid.", safe=r"\bopen at all times\b|\b(?:nitrite|diazonium|solution|feed|acid|amine)\b[^.;]{0,25}\b(?:tube|tip|end|inlet) (?:dipping |kept |held )?(?:under|below|beneath) the (?:surface|liquid)\b|\bclear of the (?:bottom|liquid)\b|\binverted (?:\d+ ?m?L )?(?:cylinder|jar|bottle)\b|\bbefore it can (?:suck|be sucked|pull|draw) back\b|\b(?:[Ll]unch|[Bb]reakfast|coffee)\b|" r"\bgas ?holder\b|\b(?:tap water|water)\b[^.;]{0,20}\b(?:from|by) (?:a |the )?(?:hose|tap)\b|\b(?:bung|stopper|cork)s?\b[^.;]{0,30}\b(?:under|on|behind|across) the (?:bench|floor|sash|hood|table|room|lab)\b|\b(?:flask|glass\w*|beaker) (?:was |is )?(?:cleaned|rinsed|washed)\b|" r"\bfrom (?:a |the )?(?:wash|squeeze|squirt) bottle\b|\b(?:straight|directly|right) in ?to the (?:beaker|flask|pot|mixture|batch)\b|\bCaCl2\b|\bcalcium chloride\b|\bdrying tube\b|\bdropping tube\b", sure=lambda c, _: gas_matters(c), unless=_no_way_back, safe_always=True),
    "G07": Said("gas goes into the room", lambda c, _: toxic_gas(c), "a hood, sash down", "In a hood with the sash down, the gas to its absorber.", ("G04", "Q11"), safe=r"\bsmell\b[^.;]{0,40}, (?:so|therefore|hence|which is why) the (?:sash|hood|front|window of the hood)\b|\bbreathing[- ](?:air line|set|apparatus)\b|\bnobody else in\b|\binto an? (?:\w+ ){0,2}bottle in the (?:fume )?(?:hood|cupboard)\b|\bgoes with the draught\b|\bwindows? (?:is |are )?as (?:usual|always)\b|\bdid not come out\b|\b(?:doctor|physician|hospital|medical|act late|late effects?)\b|\b[Ww]ay out:|\bnext door\b|\bface shield\b|\bexplained\b|\bpressure was\b", unless=with_words(UP_THE_HOOD), sure=gas_or_reagent),
    "G11": Said("smell or cough tells how far it is", lambda c, _: toxic_gas(c) or bool(c.leftovers), "a test", "A paper or an instrument, with its control; never the nose.", safe=r"\bsmell\b[^.;]{0,40}, (?:so|therefore|hence|which is why) the (?:sash|hood|front|window of the hood)\b|\bnose (?:does not|never|counts for nothing|(?:soon |quickly )?(?:fails|tires|goes numb|is dulled|is no help|cannot be trusted))\b|\bnose is no\b|\bno (?:detector|test|end ?point|measure)\b|\b(?:absorber|scrubber|led|hood|trap)\b|\b(?:nobody|no one|not|never|none)\b[^.;\n]{0,30}\b(?:smells?|smelling|nose|odou?r|cough\w*)\b", sure=heat_or_reagent, unless=with_words(LEAVES), safe_always=True),
    "P08": Said("nobody stays with it", lambda c, s: (s is None or s.kind not in RESTS) and (heat_matters(c) or gas_matters(c) or (warmed(c) and not _only_stands(s))), "attended while it can react or is hot", "Stay, or stop and cool before leaving.", unless=_somebody_there, safe=NOT_TO + r"|\bdivided in(?:to)? \w+ (?:equal )?(?:lots|portions|parts)\W*$|^\W*own heat\b" + r"|\bnobody else in\b" + r"|\bat night a loose (?:lid|cover|cap)\W*$|^\W*[Gg]o on (?:only )?(?:when|once)\b|\b(?:nobody|no ?one|never|not|n['’]t)(?: \w+)? alone\b|\bballoon\b|\battended\b(?<!unattended)|\bovernight no\b|\bnot (?:left )?(?:overnight|over night)\b|\bsame day\b|\bpause at \d|\bwatched\b(?! through| from)|(?<!needs to )(?<!have to )\b(?:remain|stay|sat|stood|sit|stand)\w* (?:with|by|beside|at|near) (?:it|the)\b|\b(?:somebody|someone|one of us|both of us|we|colleague|I)(?:['’](?:s|m|re)| is| are| am| was| were| stays?| stayed)? (?:here|there|present|with it|beside it|in the room|watching)[\w ]{0,8}\b(?:the whole|all (?:the|this|that)) (?:time|while)\b|\bnext to it\b|\bsecond (?:operator|person)\b|\bleaves during\b|\b(?:not|never) (?:be )?(?:left )?unattended\b|\binside, keep\b|\bleave on a shelf\b|\bcomes down\b|\bmelting points?\b|\bafternoon class\b|\bseeds?\b|\bcrystals? (?:grew|grow|had|hung|were)\b|\(class batch\b|\bmantle on while\b|^\W*(?:min|h|s)\b.{0,12}$|\bway out\b|\bin the lab(?:oratory)? as well\b", sure=lambda c, s: heat_matters(c) or (reagent_acts(c) and not _only_stands(s))),
    "H06": Said("the ice is gone before the end", lambda c, _: _iced(c), "ice to the end", "Weigh the ice, and renew it before it is gone.", ("H05",), unless=_of_dry_ice_put_in, safe=r"\bice (?:bath )?(?:is|was) (?:then |now )?(?:replaced|exchanged|changed) (?:by|for|with|against) (?:an?|the) (?:\w+ )?(?:oil|heating|hot|warm|steam|water)[- ](?:water )?bath\b|\b(?:half|some|plenty|enough|much|\d+ ?k?g)\b[^.;]{0,25}\b(?:left|remained|over|still there)\b|\b(?:stirrer|stirring|power|cooling|water) (?:stops|fails|failure|stands)\b|(?<!not )\b(?:renewed|topped up)\b|\b[Hh]ad the \w+ (?:failed|stopped)|\bice (?:brought|brings|took|takes|cooled|cools) it\b|\bwould have been\b|\bice (?:bath )?(?:goes|comes off|is taken away|is removed)\b", sure=lambda c, _: heat_matters(c)),
    "H08": Said("nothing measures what reacts", lambda c, _: heat_matters(c) or warmed(c), "a thermometer in the liquid", "Put a thermometer into the liquid.", unless=_in_what_was_charged, safe=r"\bbecomes hand-warm\b|\b(?:until|till) (?:the|its) thermometer (?:says|shows|reads|is at|stands at)\b(?! in the (?:bath|ice|water))|" r"\bin the (?:mass|liquids?|mixture|melt|suspension|slurry)\b|\btouch the outside only\b|^\W*[Tt]hermometer in the (?:flask|pot|beaker)\W*$"),
    "H09": Said("nothing stirs while it reacts", lambda c, _: heat_matters(c), "stirred while it is fed", "Stop the addition when the stirrer stands; stir it before it goes on.", unless=with_words(ROCKED), safe=r"\bto the mark\b|\b(?:bar|stirrer) (?:runs|turns|keeps|goes on)\b|\b[Mm]ix(?:ed)? (?:the|both) acids\b|\b(?:no (?:further|more)|nothing (?:more|further)|stop\w*|halt\w*|shut\w*|close\w*|wait\w*)\b|\bhand-?warm\b|\bexothermic\b|\bisomers\b|\b(?:paddle|overhead|mechanical|anchor|magnetic|half-moon) (?:stirrer|bar)\b(?! (?:stood|stop|is off|off|stuck|fail|st[ao]|was))|\btitrat\w+\b|\bflask was swirled\b", sure=heat_or_reagent),
    "H10": Said("water goes on to what reacts with it", lambda c, s: _strong(c) and not _is_a_salt(c, s) and not _poured_out(s) and not _dilutes_mildly(c, s) and not _first_in(c, s), "acid into water", "Let it cool, then pour it into the water, never the water on it.", ("Q02",), otherwise="Q02", safe=r"\b(?:take|taken|draw|drawn|run|tap|tapped)\w* off (?:the )?water\b|\bwater (?:is |was )?(?:taken|drawn|run|tapped|comes|came) off\b|\bstop\w*\b[^;]{0,60}\bwater (?:is |was )?left in the (?:flask|pot|boiler)\b|\bto (?:the )?(?:cold |iced )?water\b[^.;]{0,40}\badded\b|\b(?:hot|warm|boiling)[- ]water bath\b|^\W*(?:the )?(?:flask|beaker|vessel|pot) (?:is |was |stands |sits |goes )?(?:in|into|on) (?:some |a bath of |a bowl of |the )?(?:cold |iced? |ice-|tap )*water\W*$|^\W*(?:and )?(?:once|twice) (?:more )?with (?:\w+ )?water\b|^\W*(?:then |and )?(?:wash|rinse)(?:ed|es)? (?:it|them|the (?:solid|crystals|product|cake|precipitate))? ?(?:well )?with [^.;]{0,20}\bwater\b|" r"^\W*(?:then |now )?(?:pour|run|tip|drip|drop|transfer|add)\w* (?:in )?the (?:dilute|diluted|made[- ]up|cold|cooled) (?:\w+ )?acid\b|\bacid\b[^.;]{0,40}\b(?:added|run|poured|dripped|goes) (?:slowly )?(?:in)?to (?:the |cold |iced )*water\b|\b(?:tak\w+|lift\w*|remov\w+)\b[^.;]{0,15}\bice\b[^.;]{0,12}\baway\b|^(?:diluting|dilution of)\b|\b[Nn]ever (?:the |any )?water\b|\bdiluted with (?:cold )?water\b|\bto the salts?\b|\bL of water in a bucket\b|\bacid (?:\w+ ){0,2}(?:goes|run|poured|dropped|added|tipped)? ?(?:slowly )?in(?:to)? (?:the )?water\b|\bacid\b[^.;]{0,60}\binto (?:the |cold |[\d.]+ ?|mL |mils |[a-z]+(?:[- ][a-z]+)? (?=of )|of ){0,5}water\b|\bwater in it\b|\bof water (?:is|stands?) in\b", sure=lambda c, s: _strong(c) and not _is_a_salt(c, s) and not _dilutes_mildly(c, s) and not _first_in(c, s), safe_always=True, unless=with_words(FILTERED)),
    "Q02": Said("what is left reacts with what is poured on it", lambda c, s: water_acts(c) and not _poured_out(s), "it into the quench, slowly", "Let it cool, and run it slowly into the quench, never the quench on to it.", ("H10", "S04"), safe=r"^\W*(?:tap |cooling |cold )?water on\W*$", sure=lambda c, _: water_acts(c), safe_always=True),
    "H12": Said("a flame or a bare plate heats it", lambda c, _: burns(c) or toxic_gas(c) or reagent_acts(c), "a bath or mantle", "A bath or a mantle on a jack; no flame near it.", ("G08", "H17"), unless=with_words(BY_MANTLE), safe=NOT_TO + r"|^\W*(?:\w+ ){0,2}(?:not |un)cracked\W*$"),
    "Q12": Said("it goes to waste that it must not meet", lambda c, _: _harms(c) or fine_metal(c), "its own stream", "Destroy what is left, test it, and keep it in a stream of its own.", ("S04",), safe=r"^\W*(?:settle\w*,? )?decant\w* [^.;]{0,30}\bfrom the (?:oil|crystals|solid|cake)\b(?![^.;\n]*\b(?:sink|drain|bin|can|drum|waste)\b)|^\W*(?:[Ss]uck|[Ff]ilter)\w*(?: off)? (?:hot )?from (?:the )?(?:\w+ )?(?:sludge|mud|oxide|salts?|drying agent|manganese dioxide)\b(?![^.;\n]*\b(?:bin|drain|sink|basket|gutter|compost|soil|yard|waste|can|bucket)\b)|\b(?:lidded|fire-?proof|heavy[- ]metal|manganese|copper|chromium) bin\b|^\W*[Rr]inse everything with\b|\bnobody else[’']s\b|\bkept for the acid\b|\btitrated\b|\bgoes in slowly\b|\bnot (?:in |into |down |to )?the (?:sink|drain|bin)\b|\b(?:waste|residue) (?:bottle|tub|drum|container)\b[^.;]{0,25}\bnot\b|\b(?:does|do|must|is to|are to) not go\b|\b(?:nothing|none) (?:goes |to go )?(?:to|into|down) the (?:drain|sink)\b(?! (?:but|except|save)\b)|\bnot to acid\b|\bnever\b|\bmust not\b|\bnot (?:in)?to the (?:drain|sink)\b|\bnot down the\b|\b(?:takes?|mops?|uses?) (?:away|up|care of) (?:the|what|any|all)\b|\bfree (?:of|from)\b|\b(?:once the|after the|when the) [\w ]{3,20} (?:was|is|were|had) (?:gone|off|removed|evaporated)\b|\b(?:(?:solvent|organic|halogen\w*|non-halogen\w*|aqueous|chlorinated) waste|draught|exhaust|escapes?|given off|(?:mercury|metal|copper|silver|chromium|manganese|aluminium)(?: salts?)? (?:waste|can|drum|bottle|jar))\b", unless=with_words(PERMITTED, INTO_THE_POT), safe_always=True),
    "Q04": Said("carbonate is shaken shut with what was acid", lambda c, _: _acid_layer(c), "vented at each shake", OPEN_FIRST, safe=r"\b(?:in|into) (?:an? |the )?(?:open )?(?:\d+ ?mL )?(?:beaker|bowl|dish|cup)(?: and all| to start with)? first\b|\b(?:tube|hose)\b[^.;]{0,30}\b(?:goes|in|under|into|dips)\b|" r"\b(?:pressure|vent\w*|open\w*|let(?:ting)? out|(?:down|through) (?:a|the) funnel)\b", unless=_vented_or_no_carbonate, sure=gas_or_reagent),
    "Q10": Said("something that goes off is isolated or dried", lambda c, _: _goes_off(c), "in solution or wet, cold, used at once", "Keep it in solution or wet, and use it at once.", ("S01",), safe=NOT_TO + r"|^\W*(?:[Nn]o|[Nn]one of the) (?:solid |dry )?(?:diazonium )?\w+ (?:was|is|were|are) (?:ever )?(?:isolated|dried|filtered|collected)\b|\b(?:benzoic|salicylic|acid was filtered|filter paper)\b|\b[Dd]ry at (?:sixty|seventy|eighty)\b|\bfree (?:of|from) (?:acid|chloride)\b|\bwash bottle\b|\b(?:neck|rim|walls?|edge) of the (?:condenser|funnel|receiver|head|adapter)\b|\bwashed? with (?:cold )?water until\b", sure=lambda c, _: bool(classes_there(c) & {"nitrous", "azide", "hydrazine", "peroxide", "diazonium", "perchlorate", "chlorate", "organic-peroxide"}), unless=with_words(OUT_OF_THE_CONDENSER)),
    "Q11": Said("solvent evaporates in the open", lambda c, _: burns(c) or bool(classes_there(c) & {"dcm", "chloroform", "halocarbon"}), "a rotary evaporator or a still with a receiver", "Distil it off into a cooled receiver, in the hood, no flame near.", ("G08",), safe=r"\b(?:reduced pressure|vacuum|vacuo)\b|\bwater\b[^.;]{0,40}\bdr(?:y|ied) (?:in (?:the )?air|on the (?:filter|funnel))\b|^\W*(?:it (?:was|is) )?(?:and )?(?:leave|left|let|allow(?:ed)?)? ?(?:it|them|the (?:solid|crystals|product))? ?(?:to )?dr(?:y|ied) in (?:the )?air\W*$|" r"\b(?:carbonate|bicarbonate|pH|water bath|spots?|rotavap\w*|rotary|evaporators?)\b"),
    "G15": Said("a toxic liquid is measured or carried in the open", lambda c, _: _fuming(c) and c.procedure.place.hood is not True, "in the hood", "Measure and pour it in the hood, by syringe or from a closed funnel.", ("G07",), safe=NOT_TO + r"|\b(?:in|under) the (?:fume )?(?:hood|cupboard)\b", safe_always=True, unless=_only_solids, sure=lambda c, _: _fuming(c) or reagent_acts(c)),
    "G13": Said("a plug, a film or a cloth is to hold the gas", lambda c, _: gas_matters(c), "an absorber", "Lead the gas through a trap to an absorber; nothing soft holds it back.", ("G02", "G04"), safe=NOT_TO, sure=gas_or_reagent),
    "G03": Said("it comes out of its vessel", lambda c, _: gas_matters(c), "three times the liquid", "A vessel of three times the liquid; the next portion when the froth has gone down.", safe=r"\bno more (?:acid|feed|reagent|is added|of it)\b|\bboil(?:ed|s)? down\b|\b(?:half|third|quarter) of (?:the|its) (?:flask|vessel|beaker)\b|\bplenty of room\b|" + NOT_TO + r"|\b(?:lift|take|took|pull|draw)\w* (?:the |its )?(?:tube|hose|inlet|outlet)s?\b|\bfoam has room\b|\b(?:space|room|place) for (?:it|the foam|foam|froth)\b|\bnext (?:lot|portion|one|scoop|spoonful)\b[^.;]{0,20}\b(?:when|after|once)\b|\b[Ff]oam(?:s|ing)?: (?:the )?(?:tap|feed|stop|bath|heat|burner|mantle)\b|\brinse\w*\b|\bat most\b|\bno (?:more|higher) than\b|\bup to (?:(?:a|one|two) )?(?:thirds?|half|quarter)\b|\b(?:if|when) it rises\b|\b(?:close|shut|stop|pause|slow)\w*\b[^.;]{0,40}\b(?:if|when|whenever)\b|\b(?:if|when|whenever)\b[^.;]{0,40}\b(?:close|shut|stop|pause|slow)\w*\b|\bnot above\b|\bfroth a little\b|\b(?:froths?|foams?|rises?) to (?:about )?(?:a|one) (?:third|quarter|half) of\b|\bof this size is enough\b|\bdried over\b|\bthird of the flask\b|\bto (?:the|a gentle) boil (?:over|within|in|during|slowly)\b", sure=lambda c, s: gas_or_reagent(c, s) or heat_matters(c)),
    "H13": Said("more is added as nothing was seen", lambda c, _: _reacts(c), "a start that is seen before more goes in", "Stop at the first sign of delay; add nothing and heat nothing until it is known where the reagent is.", safe=r"^\W*(?:there is )?(?:hardly|scarcely|barely) (?:any|no) (?:warming|heat|rise|change of temperature)\b|\bnothing (?:fizzes|foams|happens|comes|stirs)(?: any ?more)? (?:with|at|on) another\b|\b(?:one|another) (?:more )?(?:mL|mil|drop|portion|spoon\w*)(?: more)? (?:of \w+ )?(?:brings|gives|makes|causes) (?:no|neither|nothing)\b|\bit did (?:so )?with the starting material\b|\bif it (?:does|is|has) not\b|" + NOT_TO + r"|\b(?:slacken|subsid|ceas)\w*\b[^.;]{0,30}\bwarmed\b|(?s:^(?!.*\b(?:add\w*|more|rest|remain\w*|another|again|second|further|next|all|whole|pour\w*|put|tip\w*|drip\w*|drop\w*|run|ran|fed|feed\w*|heat\w*|warm\w*|rais\w*|bath|faster|speed\w*|quick\w*|portions?|lots?|double\w*|g|mL|grams?|mils?|in)\b).*\bstirr\w*)|\b(?:stop\w*|call\w*|ask\w*|wait\w*|no more|nothing more|only then)\b", sure=heat_or_reagent),
    "Q09": Said("it is distilled to the end", distils, "a residue that stays", "Stop while a tenth of the charge is left in the flask.", safe=r"\b(?:smoke|fumes?)\b[^.;]{0,12}\b(?:goes|go|went|drifts?) over\b|\b(?:stop(?:p(?:ed|ing))?|leav(?:e|es|ing)|left) (?:(?:at|with|when|behind|it|the distillation) )*(?:about )?\d+ ?mL\b|" r"(?s:^(?!.*\b(?:dry|dryness|nothing|end|last|all|everything|empty|complete\w*|cake|crust|until|till)\b).*\b(?:residue (?:is |was )?(?:then )?distil\w*|[Dd]istil\w* the residue)\b)|\bseparat\w+\b|\brinsed?\b|\bspatula\b|\bpour\w* (?:off )?(?:the )?(?:top|upper|lower|bottom) layer\b|\bdrops? ?(?:/|per|an?) ?s(?:ec(?:ond)?)?\b|\b(?:not|never|no(?! (?:residue|drop|more))|without|before|leav\w+(?! (?:as little|nothing|no\b))|(?:\d ?mL|some|tenth|third|quarter|spoonful|few|residue|rest)\b[^.;]{0,20}\bleft|left (?:an?|the|about|some|\d)|stop(?:s|ped)? (?:with|at|when) (?:about )?(?:\d|a )|stays?|(?<!nothing )remain\w*)\b|n[’']t\b", further=STOPS_LATER, sure=lambda c, _: burns(c) or reagent_acts(c), unless=_no_residue),
    "P10": Said("protection is refused or too little", lambda c, _: toxic_gas(c) or _strong(c) or reagent_acts(c) or bool(classes_there(c) & ON_THE_SKIN), "goggles, gloves for what is handled, a coat", "Wear what the worst splash or breath asks for, to the end of the washing-up.", unless=_is_worn, safe=r"^\W*(?:safety )?(?:goggles|gloves|visor|face shield|glasses|specs|spectacles|apron)\W{0,2}(?:because|on account|against|throughout|at all times|all the time|it (?:irritates|burns|stains)|(?:it|this) is (?:an )?(?:irritant|irritating|caustic|toxic|acid))\b|\b(?:(?<!not )(?<!never )(?<!n't )wear|worn|wears|wearing|put on|kept on|on throughout|stay on|keep)\b|\bon\W*$|\bnear (?:the |what is )?(?:turning|rotating|moving|spinning)\b|\bwarm\w* (?:it )?(?:only )?(?:with|by|in) (?:the|your) hands?\b|^\W*behind (?:the|a) (?:shield|screen|sash)\W*$", safe_always=True),
    "P07": Said("it is made larger than ever before", lambda c, _: heat_matters(c) or gas_matters(c), "a trial on the smaller scale", "Make it once at a fifth of the size, temperature and gas recorded.", safe=r"\bdivided in(?:to)? \w+ (?:equal )?(?:lots|portions|parts)\W*$|\bdone it (?:\w+ )?times\b|\bbefore [-−]?\d|\b[Nn]o(?:thing)? more before\b|\b[Ss]cope\b|\bsmall batch\b|\b[Bb]ench card\b|\bin the batch\b", sure=heat_or_reagent, unless=with_words(AS_BEFORE)),
    "G08": Said("something that lights it is near", lambda c, _: fuel_there(c), "no flame, no spark, no glowing plate", "Take it away, or do it elsewhere.", ("H12", "H17"), unless=with_words(OF_A_CHROMATOGRAM), safe=NOT_TO + r"|\bwith an? (?:heating )?mantle\b(?![^.;]*\b(?:flame|spark|burner|bunsen|hot ?plate|cigarette|match|switch|pilot|stove|candle|smok|lit|radiator))" + r"|\bcut (?:up |to pieces |small )?(?:under|beneath)\b|\b(?:tall|developing|TLC|chromatography) (?:jar|tank|chamber)\b|\b[Nn]o (?:(?:open )?flames?|hot ?plates?|ignition|sparks?|burners?)\b|\bcrystalli[sz]ed from\b|(?s:^(?!.*\b(?:flames?|burners?|sparks?|hot|(?<!in )plates?|lit|distil\w*|evaporat\w*|steam|coil|radiator|glow\w*|smok\w*|heaters?|lamps?|pilot|ring|stoves?|motors?|switch\w*|ovens?|candles?|match\w*|fires?|mantle|bunsen|drill|fridge|gun)\b).*\b(?:carbonate|brine|crystalli[sz]\w*|extract\w*|shaken)\b)|\btakes the gas\b|\balarm\b|\bhydrogen balloon\b|\bspots?\b|\b(?:heater|burner|flame|plate|lamp)s? (?:is |are |stays? )?out of the (?:cupboard|hood)\b", otherwise="H12"),
    "P13": Said("it goes in all at once, or as fast as it will", lambda c, s: (s is None or s.kind not in AFTER) and (heat_matters(c) or gas_matters(c)), "paced by the temperature or the gas", "Portions or a feed, and what must be seen before the next.", ("H03", "H04", "H05", "H02", "H10", "Q02"), safe=r"\bat once with the (?:drops|feed|first)\b|\b(?:in|by) (?:small |tiny |level )?(?:(?:tea)?spoonfuls|portions)\b(?![^.;]*\b(?:at once|quick\w*|fast|hurry|rapid\w*|right after|straight after|one after)\b)|\bdivided in(?:to)?\b|^\W*in with stirring\b|\bin charge\b|\b(?:drop(?:ped|s|ping)?|drip(?:ped|s)?|run|r[au]n|fed|let) in\b[^.;]{0,40}\b(?:in the course of|over|during|within) (?:\d|an? |one|two|half|[a-z]+ty)\b|" + NOT_TO + r"|\b(?:drop ?wise|(?:by|in) drops|drop by drop|slowly|portions? (?:of|over)|over \d+|during \d+|(?:next|each) (?:one|piece|portion|lot)? ?(?:only )?(?:when|after|once))\b|\bjoints\b|\bground together\b|\bat most (?:a )?(?:third|half|quarter)\b|\bmils? a minute\b|\b(?:of|litres?|L) [\w ]{0,12}in all\b|\bfunnel \(|\bfrom (?:a|the) dropping funnel\b|\ball the time\b|\b[Oo]pen all the way\b", sure=heat_or_reagent, unless=_has_its_pace),
    "H07": Said("vapour leaves past the condenser", lambda c, _: warmed(c) and (burns(c) or toxic_gas(c)), "a condenser that holds all of it", "Less heat, or a larger condenser with its water on.", ("G08",), safe=r"^\W*(?:[\w-]+ ){0,2}(?:column|head|condenser|receiver)(?:, (?:[\w-]+ )?(?:column|head|condenser|receiver|adapter))+\W*$|^\W*[Ii]t (?:went|turned) cloudy\b|\bcondenser water (?:is |runs? |kept )?(?:slow|gentle|low|warm|luke ?warm|throttled)\w*\b[^.;]{0,20}\bso that (?:nothing|it does not|the)\b|\bno water (?:any|no)where\b|\bno other water\b|(?<!no )\bwith a (?:reflux )?condenser\b|\(condenser\)|\b(?:when|if)\b[^.;]{0,40}\b(?:stop|lower|shut)\b|\b(?:nitrogen|hydrogen|carbon dioxide|air|oxygen|gas)\b[^.;]{0,20}\b(?:leaves?|left|escapes?|goes (?:out|off|away)|passes|passed|comes off)\b[^.;]{0,25}\bcondenser\b|" + NOT_TO + r"|\bopen (?:at|on) (?:the|its) top\b|\bopen top\b|\b(?:turned on|running|checked|is on|was on|stays? on|kept on|remains on)\b|\b(?:at the end|finally|if|when|once|after)\b[^.;]{0,40}\bcondenser(?:['’]s)? water\b", sure=lambda c, _: warmed(c), safe_always=True),
    "Q06": Said("nothing shows that it is over", lambda c, s: (s is None or s.kind not in ("store",)) and (bool(c.leftovers) or reagent_acts(c)) and heat_matters(c), "a test that can fail", "Test it, with a control that shows the test works.", ("P03",), unless=with_words(GAS_HAS_ENDED, UNTESTED_FORBIDDEN), safe=NOT_TO + r"|\bchecked (?:that|the|this) (?:paper|strip)\b|\b(?:paper|strip) (?:was|turned|went) blue then\b|\b(?:shower|eye ?wash|alarm|extinguisher)s?\b|\bmust be\b|\b(?:nobody|no ?one|never|not|n['’]t)(?: \w+)? alone\b|\b(?:TLC|GC|HPLC|NMR|IR)\b(?! (?:was|is) (?:not|left|skipped))|\bchecked on\b|\bno solvent\b|\bgone: stop\b|\bblue\b[^.;]{0,20}\benough\b|\bstays\b|\bmust (?:be|turn|stay|go) (?:blue|white|purple|colourless|red)\b", sure=heat_or_reagent),
    "G04": Said("gas comes, and nothing takes it", lambda c, _: toxic_gas(c) and not _absorbed(c), "an absorber, or a hood for traces", "Through an empty bottle to an absorber that takes it, in the hood.", ("G07", "G13", "G06"), safe=NOT_TO + r"|\b(?:off-?gas|gas|vent) line (?:is |still |left )?on\b|\b(?:hood|fume cupboard|absorber (?:of|with|takes)|caustic (?:bottle|soda)|hydroxide|NaOH)\b(?! (?:is|was) (?:used|empty))|\b[Nn]o (?:brown )?gas\b|\bpH\b|\bnow holds\b|\bmust bubble\b|\bway clear\b|\bgoes to the caustic\b|\b[Bb]ubbles in the\b|\b\d[\d.]* L\b|\bskin\b|\beyes?\b|\bthrough (?:the|an?|its) (?:\w+ )?(?:absorber|scrubber|trap|lye|caustic)\b|\bstoppered\b|\b(?:is|was|are|were) (?:absorbed|caught|taken up)\b|\b[Ee]nd of (?:the )?gas\b|\bbubbles? (?:only )?(?:from|of) the nitrogen\b", sure=gas_or_reagent, unless=with_words(WITH_THE_DRAUGHT)),
    "S05": Said("it is stored where or how it must not be", lambda c, _: reagent_acts(c), "its own labelled place", "A labelled bottle that bears it, apart from what it reacts with.", ("S04", "S06"), safe=NOT_TO + r"|^\W*[Ww]eigh\w*\b(?![^.;]*\b(?:shelf|cupboard|fridge|store\w*|keep|kept)\b)|\bsets (?:in|to|on)\b|\bwatch[- ]?glass\b|(?<!no )\b(?:label\w*|vented|apart|its own)\b|\bglass bottle with a ground stopper\b|\b(?:it|which|flask|apparatus) stands? in (?:the|a) (?:fume )?(?:hood|cupboard)\W*$|\bsolidif\w*|\bin the room\b|\broom for foam\b|\bdesiccator\b|\b(?:brown|amber|dark)(?: glass(?:[- ]stoppered)?)? bottle\b", unless=with_words(LAID_ON, NOT_KEPT)),
    "Q01": Said("what acts is left in it", lambda c, _: bool(c.leftovers) or _destroyed_first(c), "destroyed, and shown to be gone", "Destroy what is left, and test that it is gone.", ("Q05", "Q06", "Q12", "S04", "P03"), safe=NOT_TO + r"|\bstill blue\b[^.;]{0,4}(?:=|:|means|that is|is enough|shows enough)", unless=with_words(IS_DESTROYED)),
    "G12": Said("it is opened or parted with gas still in it", lambda c, _: toxic_gas(c) or fuel_there(c), "swept before anything is opened", "Lead nitrogen or air through it until nothing more comes, then open it.", ("G07", "G04"), safe=NOT_TO, sure=gas_or_reagent, unless=with_words(NOT_OPENED)),
    "H05": Said("nothing cools it, or not enough", lambda c, _: heat_matters(c), "a bath that holds it", "Cool it with what takes all of its heat, or feed it more slowly.", ("H06", "H02", "H03", "H01"), safe=NOT_TO, sure=heat_or_reagent, unless=with_words(WOULD_BE)),
    "P09": Said("nothing is planned for the case that it goes wrong", lambda c, _: heat_matters(c) or gas_matters(c), "a plan for it", "Say what is done when cooling, stirring or power fails, and with what.", safe=NOT_TO, sure=heat_or_reagent),
    "S06": Said("a peroxide former is old, undated or untested", lambda c, _: peroxide_former(c), "dated, and tested before use", "Test it with a strip, and use none that is old.", ("S05",), safe=NOT_TO + r"|\bperoxide (?:strip|paper|stick|test)s?\b[^.;]{0,12}\b(?:0|neg\w*|white|colourless|clear|none|free)\b|\bopened (?:that|this|the same) (?:morning|day)\b|\bstrip negative\b", unless=_new_or_tested),
    "S03": Said("what makes it fall apart gets in", lambda c, _: bool(classes_there(c) & {"peroxide", "hypochlorite", "hydrazine"}), "clean glass, nothing of iron, copper or nickel", "Keep metals, rust and what was taken out away from it.", ("S05", "Q12"), safe=NOT_TO, unless=with_words(NO_METAL)),
    "S04": Said("it meets what it must not meet", lambda c, _: reagent_acts(c), "kept apart", "Keep it apart from what it reacts with; destroy it first.", ("Q12", "S05", "G08"), safe=NOT_TO),
    "G16": Said("it is shut while gas still comes of it", lambda c, _: gas_matters(c), "left open until nothing more comes", "Leave it open in the hood until nothing more comes; a vented cap.", ("G02", "Q04"), safe=NOT_TO + r"|\b(?:fume )?(?:hood|cupboard|sash|front)\b[^.;]{0,15}\b(?:shut|closed|lowered)\b|^\W*[Nn]o (?:lid|cover|stopper|cap|foil)s?\b(?! (?:but|only|except))" + r"|\btap shut, wait\b|\b[Tt]oo fast: (?:the )?tap (?:is )?(?:shut|closed)\b|\bcap (?:not|is not) tight\b|\bloosely\b|\bvented cap\b", sure=gas_or_reagent),
    "H03": Said("it lies unreacted and then comes at once", lambda c, _: _reacts(c), "reacted as it is fed", "Feed it only while it is seen to react.", ("P13", "H04", "H13", "H02", "H05"), safe=r"\bthe rest (?:over|during|in the course of) (?:an?|one|two|half|\d)\b|" + NOT_TO, sure=heat_or_reagent),
}  # fmt: skip


def near(f: Finding, span: tuple[int, int], step: Step | None) -> bool:
    """Whether a finding stands where a sentence does: at its step, in or next to its words, or nowhere in particular."""
    if f.anchor is None or (step is not None and f.step == step.n):
        return True
    return f.anchor.start <= span[1] + BESIDE and span[0] - BESIDE <= f.anchor.end


def _tells_it(f: Finding, x: Alike, step: Step | None) -> bool:
    """Whether a finding of a neighbouring code says what a sentence says: at its step; of one that is sure, at its own words."""
    if x.over < SURE:
        return near(f, x.span, step)
    return f.anchor is not None and f.anchor.start < x.span[1] and x.span[0] < f.anchor.end


COLUMNS = patterns.compile(r"\S {3,}\d[\d.,]* ?(?:m?g|kg|m?L|m?mol)\b")
"""A row in columns: a name, a gap and an amount."""
HEADS_A_TABLE = patterns.compile(
    r"\W*(?:step|no|nr|pos|time|operation|what)\b[^\n\d|]{0,20}(?:\||\t| {3,})[^\n\d]*(?:\||\t| {3,})[^\n\d]*$", re.I
)
"""The headings of a step table."""
WHO_WROTE = patterns.compile(r"\b(?:prepared|checked|approved|written|reviewed|released|issued|revised) by\b|\bpage \d+ of \d+", re.I)
"""The head or foot of a form."""
A_CHARGE = patterns.compile(
    r"(?:\W|\b(?:and|of|conc\w*|dil\w*|aq|w|v|m?g|kg|m?[lL]|m?mol|M|N|drops?|pieces?|powder|granulated|pellets|dry|solid|glacial|fuming)\b|\d)*$"
)
"""What is left of an item of a charge list without its substances: amounts, strengths and forms."""


def _only_charges(said: str) -> bool:
    """ "bromine: 2.6 mL, 0.051 mol": names what and how much, and nothing that is done."""
    named = substances_in(said)
    rest, at = [], 0
    for t in named:
        rest.append(said[at : t.start])
        at = t.end
    return bool(named) and A_CHARGE.match(" ".join([*rest, said[at:]])) is not None


BESIDE = 120
"""Characters within which two findings of a code are one."""


def reads_like(c: Context, raised: list[Finding]) -> list[Finding]:
    """A condition for each kind that a sentence reads like, that matters here, and that no rule has raised at its place."""
    text = c.procedure.flowing
    known = [f for f in raised if ORDER[f.severity] <= ORDER["condition"]]
    quoted_of: set[str] = set()
    out: list[Finding] = []
    title = lex.TITLE.match(text)
    begin = title.end() if title is not None else 0
    routine = said_plainly(text)
    for x in alike(text):
        if any(a <= x.span[0] and x.span[1] <= b + 1 for a, b in routine):
            continue
        if x.span[0] < begin or HEADS_A_TABLE.search(text, *x.span) or COLUMNS.search(text, *x.span) or WHO_WROTE.search(text, *x.span):
            continue  # a title says what it is, and not what is done; a row of a charge list does nothing
        if re.search(r"\d", text[slice(*x.span)]) and _only_charges(text[slice(*x.span)]):
            continue
        code, said, step = x.kind, SAID.get(x.kind), c.step_at(x.span[0])
        if said is not None and said.otherwise is not None and not said.matters(c, step, x.span, x.over):
            code, said = said.otherwise, SAID[said.otherwise]
        if (
            said is None
            or code in quoted_of
            or not said.matters(c, step, x.span, x.over)
            or ((x.over < CERTAIN or said.safe_always) and said.safely(text, x.span))
        ):
            continue
        if said.unless is not None and said.unless(c, text[slice(*x.span)]):
            continue
        if any((f.code == code and near(f, x.span, step)) or (f.code in said.told and _tells_it(f, x, step)) for f in known):
            continue
        quoted_of.add(code)
        a, b = x.span
        quoted = text[a:b] if b - a <= 90 else text[a : a + 87].rstrip() + "…"
        out.append(
            finding(
                code,
                "condition",
                f"“{quoted}” reads as: {said.says}.",
                step=step,
                span=x.span,
                limit=said.limit,
                remedy=said.remedy,
                source=BY_WORDING,
                short=said.says,
            )
        )
    return out
