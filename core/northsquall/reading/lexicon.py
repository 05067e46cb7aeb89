"""Words that decide what a clause is about. Data for the reader; add a word, not a branch."""

from __future__ import annotations

import re

VERBS: dict[str, set[str]] = {
    "add": {"added", "add", "adds", "run", "ran", "dripped", "drip", "dropped", "drop", "metered", "meter", "fed", "feed", "let", "introduced", "introduce", "dosed", "dose", "trickled", "trickle", "dribble", "dribbled", "goes", "go", "went", "siphoned"},
    "charge": {"charge", "charged", "placed", "place", "put", "weigh", "weighed", "taken", "take", "dissolved", "dissolve", "suspended", "holds", "contains", "containing", "given"},
    "cool": {"cooled", "cool", "chilled", "chill"},
    "heat": {"warmed", "warm", "heated", "heat"},
    "mix": {"mixed", "mix", "prepared", "prepare", "make", "made"},
    "hold": {"stirred", "stir", "stirring", "kept", "keep", "hold", "held", "stand", "left", "leave", "maintained", "continued"},
    "pour": {"poured", "pour", "tipped", "tip", "emptied", "discharged", "transferred"},
    "filter": {"filtered", "filter", "collected", "collect", "sucked", "squeeze"},
    "wash": {"washed", "wash"},
    "dry": {"dried", "dry"},
    "recrystallise": {"recrystallised", "recrystallized", "recrystallise", "recrystallize", "recryst"},
    "neutralise": {"neutralised", "neutralized", "neutralise", "neutralize"},
    "extract": {"extracted", "extract"},
    "distil": {"distilled", "distil", "distill"},
    "test": {"showed", "shows", "test", "tested", "check", "checked"},
    "stop": {"shut", "stop", "stopped", "pause", "paused", "interrupt", "interrupted", "closed"},
}  # fmt: skip
VERB_OF = {word: kind for kind, words in VERBS.items() for word in words}

MIX_REFERENCE = re.compile(r"\b(nitrating (?:mixture|acid|mix)|mixed acids?|acid mixture|acids mixture|mixture of (?:the )?acids)\b", re.I)
MAIN_REFERENCE = re.compile(
    r"\b(reaction mixture|batch|the mixture|the lot|contents|the slurry|reaction mass|the solution|pour it|it was poured|it is poured|was poured)\b",
    re.I,
)
FILTRATE_REFERENCE = re.compile(r"\b(filtrates?|mother liquors?|aqueous layer|washings)\b", re.I)
READY = re.compile(r"\b(kept below|stands? ready|kept ready|at hand|standing by|stood ready|to receive the batch)\b", re.I)
TRAIN = re.compile(
    r"\b(vented through|vents? through|gas bottle|gas-washing|absorber|scrubber|bubbler|wash(?:ing)?[ -]bottle|gas line|gas trap|to catch)\b",
    re.I,
)
RESULT = re.compile(r"\b(yield|yields|yielded|gave|gives|result|obtained|crop|got|product)\b", re.I)
OVERNIGHT = re.compile(r"\b(overnight|over night|over the weekend|through the night|until the next (?:day|morning))\b", re.I)
UNATTENDED = re.compile(r"\b(unattended|left alone|nobody present|went home|go home|went for lunch)\b", re.I)
NOT_STIRRED = re.compile(
    r"\b(stirrer off|switch(?:ed)? the stirrer off|without stirring|unstirred|not stirred|let (?:it )?stand without|stirrer (?:was )?stopped)\b",
    re.I,
)
STIRRED = re.compile(r"\b(stirrer|stirring|stirred|stir|paddle|magnetic bar|stir bar|agitat\w+|swirl\w*)\b", re.I)
COOLED = re.compile(r"\b(ice|cooling|cooled|bath|chilled)\b", re.I)
ALL_AT_ONCE = re.compile(r"\b(all at once|in one go|in one portion|all in one|at once|poured on)\b", re.I)
SLOWLY = re.compile(r"\b(slowly|dropwise|drop by drop|gradually|drop-wise|drips?|dripped|trickle)\b", re.I)
SENSOR = re.compile(r"\b(thermometer|thermocouple|temperature probe|probe|sensor)\b([^.;\n]*)", re.I)
IN_POT = re.compile(r"\b(liquid|acid|pot|mixture|solution|contents|flask|reaction|immersed|melt|ester)\b", re.I)
IN_BATH = re.compile(r"\b(bath|bowl|outside|basin|cooling water)\b", re.I)
HEAD = re.compile(r"\b(head|vapou?r|side arm)\b", re.I)
LIMIT_WORDS = {
    "below",
    "under",
    "beneath",
    "exceed",
    "exceeding",
    "above",
    "past",
    "over",
    "pass",
    "passes",
    "passed",
    "max",
    "maximum",
    "most",
}
PEOPLE = re.compile(r"\b(two people|second person|a colleague|both present)\b", re.I)
PROTECTION = re.compile(r"\b(visors?|face shield|gauntlets|gloves|goggles|apron|fume cupboard|hood|sash)\b", re.I)
