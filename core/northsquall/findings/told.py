"""What an author says outright and no figure tells: a plan that is none, a mouth at a pipette, a line opened while it fumes."""

from __future__ import annotations

import re
from collections.abc import Callable
from dataclasses import dataclass
from typing import Literal

from northsquall import patterns
from northsquall.assessment import Finding
from northsquall.findings.base import ORDER, Context, finding
from northsquall.findings.likeness import (
    SAID,
    classes_there,
    distils,
    fine_metal,
    fuel_there,
    gas_matters,
    heat_matters,
    near,
    peroxide_former,
    reagent_acts,
    toxic_gas,
    water_acts,
)
from northsquall.findings.sentences import sentence_of
from northsquall.quenching.dump import acted_on_by_water

REACTIVE = (
    r"(?:bromine|chlorine|iodine|permanganate|purple|hypochlorite|bleach|peroxide|(?:di)?chromate|nitrite|(?:boro)?hydride|acid chloride|(?:thionyl|oxalyl|acetyl|benzoyl) chloride"
    r"|chlorosulfonic acid|sodium|potassium|lithium|magnesium|azide|chromic acid|phosphorus \w+|oxidi[sz]er|oxidant|reagent)"
)
FUEL_THINGS = r"(?:(?:oily |used |dirty |old )*(?:(?:paper|kitchen|filter) )?(?:towels?|papers?|rags?|tissues?|wipes|cloths?)|sawdust|wood shavings|cotton|straw|solvents?|acetone|alcohol)"


@dataclass(frozen=True)
class Told:
    """A saying: which finding it is, where it matters, and the words with which it would be safe."""

    code: str
    words: re.Pattern[str]
    says: str
    where: Callable[[Context], bool]
    limit: str
    remedy: str
    severity: Literal["condition", "stop"] = "condition"
    safe: re.Pattern[str] | None = None
    denies: bool = False
    """Its own words hold a "not": it is no denial of the saying."""


def _as_said(
    code: str,
    words: re.Pattern[str],
    where: Callable[[Context], bool],
    severity: Literal["condition", "stop"] = "condition",
    safe: re.Pattern[str] | None = None,
    denies: bool = False,
) -> Told:
    """A saying of a kind that sentences are compared with (findings/likeness.py): it says the same, with the same remedy."""
    kind = SAID[code]
    return Told(code, words, kind.says, where, kind.limit, kind.remedy, severity, safe, denies)


def _any_hazard(c: Context) -> bool:
    return heat_matters(c) or gas_matters(c) or reagent_acts(c)


def _oxidiser(c: Context) -> bool:
    return bool(classes_there(c) & {"bromine", "permanganate", "chromate", "hypochlorite", "peroxide", "nitric-acid", "chlorate"})


def _water_is_foe(c: Context) -> bool:
    return water_acts(c) or acted_on_by_water(c) is not None


def _gives_oxygen(c: Context) -> bool:
    return bool(classes_there(c) & {"peroxide", "hypochlorite"})


def _oxidiser_left(c: Context) -> bool:
    return bool(classes_there(c) & {"permanganate", "chromate", "chlorate", "peroxide"})


def _acid_there(c: Context) -> bool:
    return bool(classes_there(c) & {"strong-acid", "nitric-acid"})


def _halogen(c: Context) -> bool:
    return bool(classes_there(c) & {"bromine", "hypochlorite", "iodine", "chlorine"})


def _line(c: Context) -> bool:
    return bool(c.procedure.train) or any(s.kind == "absorb" for s in c.procedure.steps)


def _p(words: str) -> re.Pattern[str]:
    return patterns.compile(words, re.I)


NOT_SO = _p(r"\b(?:never|not|no|nothing|nobody|don['’]t|must not|avoid|instead of|rather than)\b[^.;\n]{0,30}$")
"""Before it, the saying is denied."""
DENIED_IN = _p(r"\b(?:never|not|nothing)\b|n['’]t\b")

# What a saying says, where it matters, its limit and its remedy, where several sayings say the same.
OPENED = (
    "it is opened with gas still in it",
    toxic_gas,
    "swept before anything is opened",
    "Lead nitrogen or air through it until nothing more comes, then open it.",
)
UNSWEPT = (
    "nothing sweeps it before it is opened",
    toxic_gas,
    "swept before anything is opened",
    "Lead nitrogen or air through it until nothing more comes, then open it.",
)
LEFT_AS_IT_IS = (
    "what is left is not destroyed",
    reagent_acts,
    "destroyed and tested before it goes on",
    "Destroy it first, and test that it is gone.",
)
WET_GLASS = (
    "water is in the glass, and what goes in reacts with it",
    _water_is_foe,
    "dried glass",
    "Dry it in the oven and let it cool under a drying tube or nitrogen.",
)
TO_THE_END = (
    "it is distilled until what stays behind decomposes",
    lambda c: distils(c, None),
    "a residue that stays",
    "Stop while a tenth of the charge is left in the flask, and below its highest pot temperature.",
)
LEFT_WITHOUT_CONTROL = (
    "what is left is not destroyed",
    reagent_acts,
    "destroyed and tested before it goes on",
    "Destroy it first, and test that it is gone, with a control.",
)
OVER_ITS_LIMIT = (
    "it was over what is written, and went on",
    heat_matters,
    "the feed shut at the limit",
    "Shut the feed at the limit, and cool before it goes on.",
)
PULLED_BACK = (
    "the liquid of the line can be pulled back",
    toxic_gas,
    "an empty bottle that holds all of it",
    "An empty bottle before it that holds all of its liquid.",
)
GIVES_CHLORINE = (
    "acid and hypochlorite give chlorine",
    _acid_there,
    "never together",
    "Neutralise the acid first, and keep hypochlorite away from it.",
)
ACTS_LATE = (
    "what acts late is taken for harmless",
    toxic_gas,
    "out, rest, a doctor at once",
    "Out of it, lie down, and a doctor the same hour, even when nothing is felt.",
)

SAYINGS: tuple[Told, ...] = (
    Told(
        "H04",
        _p(
            r"\b(?:where|at which|so cold that|too cold for it,? so) (?:it |there )?(?:nothing|no reaction|none of it) (?:reacts|happens|moves|starts|goes|yet)[^\n]{0,60}?\b(?:thaw|warm|heat|room temperature|taken? away|removed|comes? off|away)\w*|\bso that nothing (?:reacts|happens|starts|goes off) (?:yet|there|so far)[^\n]{0,60}?\b(?:thaw|warm|heat|boil|comes? off|taken? away|removed|room temperature)\w*"
        ),
        "all goes in below the temperature where it starts, and then it is warmed",
        heat_matters,
        "it reacts as it is fed",
        "Feed it at a temperature at which each part reacts before the next.",
        denies=True,
    ),
    Told(
        "H09",
        _p(
            r"\bstirrer (?:stops?|fails?|sticks?|jams?|stands(?: still)?|gives up)\b[^.;\n]{0,60}\b(?:(?:feed|add|drip|go|carry|run|let it run) on|keep (?:on )?(?:feeding|adding|dripping)|continue|don['’]t stop)\b"
        ),
        "the feed goes on while nothing stirs",
        heat_matters,
        "the feed ends when the stirrer does",
        "Stop the feed first; start the stirrer again only when nothing has piled up.",
        safe=_p(r"\b(?:never|not|no further|no more|stop\w*|shut|close) [^.;\n]{0,12}(?:feed|add|drip|continue|go on|funnel|tap)"),
        denies=True,
    ),
    Told(
        "G12",
        _p(
            r"\b(?:open(?:ed|s)?|tak(?:e|es|en) apart|dismantl\w+|disconnect\w*|unscrew\w*|pull\w* apart|lift(?:ed|s)?(?: off)?)\b[^.;\n]{0,45}\b(?:while|when|as|although|though) (?:it|there|the \w+|gas|everything) (?:is |are |was |were )?(?:still )?(?:still )?(?:fum|gass|smok|bubbl|com)\w+"
        ),
        *OPENED,
    ),
    Told(
        "G12",
        _p(
            r"\bno (?:purge|sweep|flushing)(?=[.,;])|\b(?:no|without(?: any)?) (?:nitrogen|argon|purge|sweep\w*|flush\w*|rinsing with nitrogen) (?:is (?:used|led through|needed) )?(?:at the end|afterwards|before it is opened|here|in this room|is (?:used|needed|led))\b"
        ),
        *UNSWEPT,
    ),
    Told(
        "P10",
        _p(
            r"\b(?:by|with the|with (?:my|his|her)) mouth\b|\bmouth[- ]?pipett\w*|\b(?:suck(?:ed|s)?|draw[ns]?|drew)\b[^.;\n]{0,20}\bpipette\b[^.;\n]{0,12}\bmouth\b"
        ),
        "it is drawn up with the mouth",
        _any_hazard,
        "a pipette with a bulb, always",
        "A bulb or a pump on every pipette.",
        "stop",
    ),
    _as_said(
        "Q06",
        _p(
            r"\b(?:that|this|it|which) (?:should|ought to|will) (?:be (?:enough|over|done|finished|through|complete|plenty)|do(?: it| the (?:job|trick))?|suffice)(?=[.,;)\n])|\band that(?:'s| is) that(?=[.,;\n])|\bexperience (?:says|shows|tells)\b[^.;\n]{0,15}\b(?:complete|done|over|finished|through|enough)\b|\bhopefully (?:it is |it's )?(?:done|finished|complete|all gone)\b|\bsurely (?:done|finished|complete|over) by (?:then|now)\b"
        ),
        reagent_acts,
        safe=_p(r"\b(?:TLC|GC|HPLC|titrat|test|strip|paper|sample|chromatogra)\w*"),
    ),
    Told(
        "Q01",
        _p(
            rf"\b(?:remaining|residual|left-?over|unused|unspent|(?:excess|surplus)(?: of)?|rest of the|last of the|what is left of the) (?:\w+ )?{REACTIVE}(?: colou?r)?(?: that is left)? (?:needs? no (?:attention|treatment|care|destroying|destruction)|(?:is|are|was|were) (?:not (?:destroyed|quenched|treated|reduced|removed|taken care of)|ignored)|(?:is |are |was |simply |just )*(?:left|stays?|stayed|remains?|goes|go|went|filtered|carried|dragged)(?: (?:in|on|behind|along|over|with it|with the|as it is)\b|(?<=left)(?=[,;.])))"
        ),
        *LEFT_AS_IT_IS,
        denies=True,
    ),
    Told(
        "Q05",
        _p(
            r"\b(?:rinse[ds]?|washed|wiped|swilled)(?: out| down)? with (?:some |a little |dilute )?ammonia\b|\bammonia\b,? which takes? the smell\b|\bammonia\b[^.;\n]{0,20}\b(?:that|which|it) (?:bleaches|decolou?ri[sz]es|clears|whitens)\b|\bammonia\b[^.;\n]{0,45}\b(?:until|till) (?:the |all |its )?(?:\w+ )?(?:colou?r|red|orange|brown|yellow)\b[^.;\n]{0,12}\b(?:gone|away|disappear\w*|fade[sd]?|vanish\w*)|\bammonia\b[^.;\n]{0,45}\b(?:takes?|taking|removes?|destroys?|kills?|discharges?|uses? up|mops? up)\b[^.;\n]{0,30}\b(?:bromine|chlorine|hypochlorite|bleach|iodine|halogen)\b"
        ),
        "ammonia and a halogen or hypochlorite give chloramines and nitrogen halides, toxic and explosive",
        _halogen,
        "an agent that ends as a salt",
        "Bisulfite or thiosulfate, until starch-iodide paper stays white.",
        "stop",
    ),
    Told(
        "Q01",
        _p(
            r"\b(?:no|without(?: any)?) (?:(?:sodium )?(?:bi|meta)?sul(?:f|ph)ite|thiosul(?:f|ph)ate|quench\w*|destruction|destroying|reducer|reducing agent) (?:is |was )?(?:needed|necessary|used|wanted|required)\b|\bnothing (?:is done )?for (?:the |any )?[\w ]{3,30} (?:that )?(?:may be |is |might be )left|\bnothing is done (?:about|with|to) (?:the |any )?(?:\w+ ){0,2}(?:left|rest|excess|remain\w*)"
        ),
        *LEFT_AS_IT_IS,
        denies=True,
    ),
    Told(
        "Q12",
        _p(
            rf"\b(?:rests?|left-?overs?|residues?|remains) of (?:the )?{REACTIVE}\b[^.;\n]{{0,20}}\b(?:collected|put|kept|poured|tipped|thrown|go(?:es)?) (?:together |in(?:to)? one (?:can|drum|bottle) )?(?:with|to|into) (?:the )?(?:ammonia|amines?|acetone|alcohols?|ethanol|methanol|solvents?|acids?|paper|rags|organics?|metals?|other)\b"
        ),
        "what still acts is put with what it acts on",
        reagent_acts,
        "destroyed first, or by itself",
        "Destroy it and test, then the waste that its salts belong to.",
        "stop",
    ),
    Told(
        "Q12",
        _p(
            r"\b(?:solvents?|organic)(?: layers?| phases?)?\b[^.;\n]{0,30}\b(?:down|into|in) (?:one|the|a|the same) (?:drain|sink|gully|basin|wash-?basin)\b"
        ),
        "solvent goes to the drain",
        lambda c: any(
            x.substance is not None and x.substance.phase == "l" and x.substance.smiles and x.substance.id != "water"
            for x in c.lots.values()
        ),
        "a solvent can",
        "Part the layers; the solvent to its can, the water neutral.",
    ),
    Told(
        "Q12",
        _p(
            r"\b(?:iron|zinc|nickel|magnesium|aluminium|palladium|platinum|Raney|catalyst)\b(?! (?:sul(?:f|ph)ate|chloride|oxide|hydroxide|salts?|nitrate))[^.;\n]{0,25}\b(?:dry|dried)\b[^.;\n]{0,40}\b(?:bin|basket|waste ?paper|dustbin|rubbish|trash)\b"
        ),
        "fine metal that is dry lights what it lies on",
        _any_hazard,
        "kept wet, in a metal can",
        "Keep it under water in an open vessel until it no longer gasses, then its own waste.",
        "stop",
    ),
    Told(
        "S03",
        _p(
            r"\b(?:drops?|pinch|crystals?|traces?|grain|bit|little|touch)\b[^.;\n]{0,20}\b(?:iron|ferr(?:ic|ous)|copper|cupr(?:ic|ous)|manganese|cobalt|silver|vanadium)\b(?:\([IVX]+\))?[^.;\n]{0,12}\b(?:chloride|sul(?:f|ph)ate|nitrate|salt|acetate|dioxide|oxide|solution)"
        ),
        "a metal salt makes peroxide or hypochlorite decompose",
        lambda c: bool(classes_there(c) & {"peroxide", "hypochlorite"}),
        "no metal in it",
        "Leave it out, or make the run with a catalyst that was tested, vented and cooled.",
        safe=_p(r"\b(?:colou?rs?|violet|sample|tests?|spots?|tile|TLC|nitrate paper)\b"),
    ),
    Told(
        "S05",
        _p(
            r"\b(?:left[- ]?over|unused|surplus|rest|spare|excess)\b[^.;\n]{0,40}\b(?:returned|put back|poured back|goes back|tipped back|given back) (?:in)?to (?:the|its|an?) (?:\w+ ){0,2}(?:bottle|stock|container|jar|can)\b"
        ),
        "what was taken out goes back into a bottle",
        reagent_acts,
        "never back into the bottle",
        "Take less, destroy what is over; nothing goes back.",
    ),
    Told(
        "S05",
        _p(
            r"\b(?:kept|keeps?|stored|stores?|stands?|stood|left|put|bottle|jar|flask)\b[^.;\n]{0,60}\b(?:in|on|into) (?:the )?(?:full|direct|bright|strong)(?: light of the)? sun(?:light|shine)?\b"
        ),
        "it stands where light warms and spoils it",
        reagent_acts,
        "cool, dark, its own place",
        "A cool, dark place of its own, with a label and a vented cap where gas may come.",
        safe=_p(r"\b(?:not|never|no|away from|out of)\b"),
    ),
    _as_said(
        "H13",
        _p(
            r"\b(?:as|since|because|when|if|seeing that) (?:no|nothing|there is no)\b[^.;\n]{0,30}\b(?:rise|warmth|warms?|heat|change|reaction|seen|happens?|starts?)\b[^.;\n]{0,12},? (?:let|add|pour|put|run|tip|the rest|the remainder|more|another)\b"
        ),
        heat_matters,
        safe=_p(r"\b(?:no more|nothing more|not|never|stop)\b"),
    ),
    Told(
        "P09",
        _p(
            r"\b(?:nothing|nobody) (?:has been |has |was |is |had been )?(?:\w+ )?(?:is |was )?(?:thought of|planned|prepared|foreseen|arranged|set out|provided) (?:for|if|in)\b|\b(?:no|without a) plan (?:for|if|in case)\b|\b(?:I|we) (?:don['’]t|do not|didn['’]t) know what (?:to do|happens|we would do) (?:if|when)\b|\b(?:use|by) common sense\b|\bwe(?:'ll| will) see (?:then|what (?:to do|happens))\b"
        ),
        "there is no plan for what can go wrong",
        _any_hazard,
        "what is done, by whom, with what",
        "Write what stands ready, what is shut first and where everybody goes.",
        denies=True,
    ),
    Told(
        "G05",
        _p(
            r"\b(?:caustic|lye|water|liquid|absorber|alkali|it) (?:may|might|can|could|will|is allowed to) (?:then )?(?:climb|run|rise|creep|go|come|be (?:drawn|sucked|pulled)) (?:right )?(?:back|up the (?:tube|hose|line))\b"
        ),
        "the liquid of the absorber can go back",
        _line,
        "an empty trap, or a funnel above the liquid",
        "An empty trap before it that holds all of its liquid; the sweep ends last.",
        safe=_p(r"\b(?:so that|no|nothing|never|cannot|trap|empty|condenser|reflux\w*)\b"),
    ),
    Told(
        "Q12",
        _p(
            rf"\b{REACTIVE}\b[^.;\n]{{0,25}}\b(?:rests?|left-?overs?|residues?|remains|cake|filter)?\b[^.;\n]{{0,12}}\b(?:go(?:es)?|went|(?:is|are|was|were) (?:put|thrown|tipped|poured|emptied)|poured|thrown|tipped|put)\b[^.;\n]{{0,14}}\b(?:with|to|into|on|among) (?:the |an? )?{FUEL_THINGS}\b"
        ),
        "an oxidiser goes where there is something that burns",
        _oxidiser,
        "by itself, wet, destroyed first",
        "Destroy it, and keep it from paper, cloth and solvent.",
        "stop",
    ),
    Told(
        "Q12",
        _p(
            rf"\b{REACTIVE} (?:rests?|left-?overs?|residues?|remains)\b[^.;\n]{{0,20}}\b(?:go(?:es)?|went|(?:is|are|was|were) (?:put|thrown|tipped|poured|emptied)|poured|thrown|tipped|put) (?:to|into|in|with|on) (?:the )?(?:metal|acid|mixed|general|organic|paper|household) (?:waste|bin|can|drum|rests?)\b"
        ),
        "what still acts goes to a waste that it must not meet",
        reagent_acts,
        "destroyed first, or by itself",
        "Destroy it and test, then the waste that its salts belong to.",
    ),
    Told(
        "H12",
        _p(
            r"\b(?:star[- ]?crack(?:s|ed)?|hairline crack|crack(?:s|ed)?|chipped|flaw(?:ed)?)\b[^.;\n]{0,30}\b(?:flask|beaker|bottom|glass|funnel|wall|rim|jar|condenser|vessel)\b|\b(?:flask|beaker|funnel|jar|condenser|vessel)\b[^.;\n]{0,20}\b(?:is|has|with) (?:an? )?(?:\w+ )?(?:cracked|crack|star|flaw|chip)\b"
        ),
        "damaged glass breaks when it warms or is knocked",
        _any_hazard,
        "sound glass",
        "Throw it out and take a sound one.",
        safe=_p(r"\b(?:no|without|free of|look for|check\w* for|not|discard|throw|replace|if)\b"),
    ),
    Told(
        "H17",
        _p(
            r"\b(?:bath|mantle|plate|heater|heating)\b[^.;\n]{0,60}\b(?:cannot|can['’]t|can not|could not|couldn['’]t) be (?:taken away|removed|lowered|dropped|moved|switched off|turned off|got away)"
        ),
        "it cannot be taken away when it is needed",
        heat_matters,
        "off in seconds",
        "On a jack that drops away, or a switch within reach.",
        denies=True,
    ),
    Told(
        "S04",
        _p(
            r"\b(?:in case of (?:a |any )?fire|(?:if|when|should|once|where) (?:it|anything|something|the \w+)(?: \w+)? (?:burns?|catch(?:es)?(?: fire)?|lights?|ignites?)|on fire|catches fire|(?:put out|extinguish\w*|dous\w*))\b[^.;\n]{0,30}?\b(?:(?:tap|cold) )?water\b(?! bath)"
        ),
        "water on it feeds the fire",
        _water_is_foe,
        "dry sand or a powder for metals",
        "Dry sand or a metal fire powder at hand; no water near it.",
        "stop",
        safe=_p(
            r"\b(?:no|never|not|without|away|don['’]t|instead of)\b[^.;\n]{0,20}\bwater\b|\bwater(?: is| must be)? (?:kept )?(?:away|far)\b"
        ),
    ),
    Told(
        "S04",
        _p(
            r"\b(?:flask|glass(?:ware)?|apparatus|vessel|funnel)\b[^.;\n]{0,45}\b(?:not (?:been )?dried|un-?dried|(?:still|somewhat|a little|a bit|slightly|rather) (?:wet|damp|moist)|still somewhat (?:wet|damp)|wet (?:from|inside)|damp (?:from|inside))"
        ),
        *WET_GLASS,
        denies=True,
    ),
    _as_said(
        "P08",
        _p(
            r"\b(?:wait|waits|waited|waiting|stand|stood|stay|stayed|went|go) (?:outside(?! the (?:hood|sash))|in the (?:corridor|office|hall|next room)|next door)\b"
        ),
        _any_hazard,
        safe=_p(r"\b(?:colleague|second person|second operator|neighbour|somebody|someone|one of us)\b"),
    ),
    Told(
        "H03",
        _p(
            r"\b(?:not possible|impossible|no way|unable|not able) (?:any ?(?:more|longer) )?to (?:hold|stop|control|check|slow|cool|moderate|keep)\b|\b(?:could|can) (?:no longer|not|hardly) be (?:held(?: back)?|controlled|stopped|checked|slowed|moderated)\b"
            r"|\b(?:couldn['’]t|could not|cannot|can['’]t) (?:hold|stop|control|slow)\b(?! the (?:stirrer|motor))(?=[^.;\n]{0,12}(?:\bit\b|\breaction\b|\btemperature\b))|\b(?:set in|started|began|took off|went off|came on)(?: all)?(?: at once| suddenly)?,? (?:with (?:great |much |some )?(?:violence|force|vigou?r)|violently|explosively|like mad)\b|\bgot (?:away from (?:me|us)|out of (?:hand|control))\b|\bran away(?: with (?:me|us))?\b"
        ),
        "it went faster than it could be cooled",
        heat_matters,
        "what goes in is used up before more follows",
        "Feed it slowly at the temperature at which it reacts, with the cooling for its peak; nothing added or heated while nothing is seen.",
        "stop",
        denies=True,
        safe=_p(r"\b(?:if|when|should|unless|in case|whenever)\b"),
    ),
    Told(
        "Q09",
        _p(
            r"\b(?:residue|pot|bottoms|what (?:is|was) left)\b[^.;\n]{0,30}\b(?:darken(?:s|ed)?|blacken(?:s|ed)?|char(?:s|red)|smok(?:es|ed)|swell(?:s|ed)?|swelled|swollen|foam(?:s|ed) up|decompos(?:es|ed)|caked|glow(?:s|ed))\b"
            r"|\b[Dd]istil\w*\b[^.;\n]{0,30}\b(?:till|until) (?:it|the (?:flask|pot|residue|rest)) (?:goes|went|turns|turned|is|was|gets|got) (?:black|brown|dark|tarry|solid)\b"
        ),
        *TO_THE_END,
        safe=_p(r"\b(?:before|stop\w*|never|not|until cold)\b"),
    ),
    _as_said(
        "P08",
        _p(
            r"\b(?:people|we|everybody|everyone|they|all|staff) (?:went|ran|walked|go|run) (?:out|off|away)\b|\bthe (?:flask|pot|reaction|batch|apparatus|mixture) was (?:just |simply )?left,? and (?:people|we|they|everybody|everyone|all|I|he|she)\b"
        ),
        _any_hazard,
    ),
    _as_said(
        "G03",
        _p(
            r"\b(?:contents|mixture|batch|it|everything|half of it) (?:was|were) (?:driven|thrown|blown|shot|ejected|flung|hurled)\b[^.;\n]{0,40}\b(?:condenser|ceiling|neck|bench|hood|floor|out of the flask)\b|\b(?:it|this|that|everything|contents|mixture) (?:then |all |suddenly )?(?:foamed|frothed|fizzed|boiled|spurted|gushed) (?:up |right |straight )?(?:out|over)\b(?: (?:of|through|on|in)\b)?|\b(?:foam|froth|it|mass|mixture|contents)\b[^.;\n]{0,20}\b(?:rose|rises|came|comes|climbed|climbs|went|crept)(?: up)?(?: right)? (?:to|into|in|up to|over|out of|through) the (?:neck|rim|condenser|tube|top|ceiling|joint|adapter|outlet)\b"
        ),
        _any_hazard,
        safe=_p(r"\b(?:lowered|stopped|never|below)\b"),
    ),
    _as_said(
        "G02",
        _p(
            r"\b(?:watch ?glass|lid|cover|plate|cap|dish)\b[^.;\n]{0,30}\b(?:an? (?:\w+ )?(?:weight|brick|stone|book|clamp)|weights?)\b[^.;\n]{0,15}\b(?:on|over|top)\b|\b(?:lid|cover|plate|cap)\b[^.;\n]{0,12}\bwith an? (?:brick|stone|weight)\b|\b(?:watch ?glass|lid|cover|plate|cap)\b[^.;\n]{0,25}\b(?:weighted|weighed) down\b"
        ),
        gas_matters,
    ),
    _as_said(
        "H07",
        _p(
            r"\b(?:(?:cooling |condenser['’]?s? |tap )?water|water hose|hose|condenser)\b (?:was|is|were) (?:still |not yet )?(?:off|not on|not connected|unconnected|shut|closed)\b(?! (?:at|when|after))"
        ),
        lambda c: heat_matters(c) and any(s.kind in ("reflux", "heat", "distil") or c.enthalpy is not None for s in c.procedure.steps),
        safe=_p(r"\b(?:if|when|once|after|before|until|at the end|never|should)\b"),
    ),
    _as_said(
        "H09",
        _p(r"(?<=[,;(] )(?:no stirr(?:er|ing)|without (?:an? )?stirr(?:er|ing)|unstirred|not stirred)(?=[.;,)\n])"),
        heat_matters,
    ),
    _as_said(
        "P08",
        _p(r"\b(?:[Ll]eave|[Ll]eft) (?:it|the (?:flask|batch|mixture|pot)) alone\b(?! (?:for a (?:moment|minute)|until it is cold))"),
        heat_matters,
        safe=_p(r"\b(?:never|not|don['’]t|must)\b"),
    ),
    Told(
        "G09",
        _p(
            r"\b(?:drying tube|tube|line|outlet|bubbler|condenser|hose|vent)\b[^.;\n]{0,12}\b(?:is |was |were |being )?(?:blocked|plugged|caked|clogged|choked)\b"
        ),
        "the way out is blocked",
        lambda c: gas_matters(c) or any(s.kind in ("reflux", "distil", "heat") for s in c.procedure.steps),
        "an open way out",
        "Clear it or change it before anything is warmed.",
        safe=_p(r"\b(?:if|when|never|not|before|check\w*|so that)\b"),
    ),
    _as_said(
        "P10",
        _p(
            r"\bcotton gloves\b(?! (?:under|beneath|inside))|\b(?:glasses|goggles|specs|visor)\b[^.;\n]{0,30}\btook (?:them|it) off\b|\bonly (?:had |have |wore |wear )?(?:the |my |his |her )?(?:sun|reading|own|ordinary|normal)[ -]?(?:glasses|spectacles)\b"
        ),
        reagent_acts,
    ),
    _as_said(
        "H05",
        _p(
            r"\b(?:(?:cooling|ice|water)[ -]bath|bath|ice tub) (?:was|is|stood) (?:still )?empty\b"
            r"|\bcooling(?:\t| {2,}|: ?)(?:none|no|not needed|(?:snow|ice) if (?:there is any|we have some|at hand))(?=[.;,\n|]|$)"
        ),
        heat_matters,
        safe=_p(r"\b(?:if|when|never|not|once)\b"),
    ),
    _as_said("Q09", _p(r"\bdistil\w* (?:it |them |that )?(?:off|over|down),? all of it\b"), lambda c: distils(c, None)),
    Told(
        "G02",
        _p(
            r"\b(?:jar|cylinder|flask|bottle|beaker)\b[^.;\n]{0,40}\b(?:glass plate|watch ?glass|plate)\b[^.;\n]{0,20}\b(?:vaseline|grease|greased|weight|tape|sealed)\b"
        ),
        "gas is kept under a sealed cover",
        toxic_gas,
        "an open way to an absorber",
        "Make no more than is used at once, and lead the rest to its absorber.",
    ),
    _as_said(
        "Q02",
        _p(
            r"\b(?:pour(?:ed|s)?|threw|tipp?(?:ed|s)?|put|dump(?:ed|s)?|emptied) (?:some |a (?:jug|bucket|glass|litre) of |the )?(?:tap |cold |ice )?water (?:straight |right |directly |quickly )?(?:on|onto|on to|on top of|over) (?:top of )?(?:it|the (?:hot )?(?:mixture|mass|residue|lot|batch|contents|oil|cake|melt))\b"
        ),
        lambda c: water_acts(c) or acted_on_by_water(c) is not None,
        safe=_p(r"\b(?:never|do not|don['’]t|not)\b"),
    ),
    Told(
        "Q05",
        _p(
            r"\b(?:acetone|alcohol|methanol|ethanol|spirit)\b[^.;\n]{0,50}\b(?:colou?r|bromine|chlorine|red|brown) (?:(?:has|is|was|had) )?(?:gone|away|disappear\w*|vanish\w*|faded|destroyed)\b|\b(?:colou?r|bromine|chlorine)\b[^.;\n]{0,30}\b(?:taken away|destroyed|killed|removed|mopped up) (?:with|by) (?:some |a little )?(?:acetone|alcohol|methanol|ethanol)\b"
        ),
        "an organic solvent takes the halogen up, with heat, and to a lachrymator",
        _halogen,
        "sulfite or thiosulfate",
        "Sodium hydrogen sulfite, 10 %, by drops, and a starch-iodide paper with its control.",
        "stop",
    ),
    Told(
        "Q01",
        _p(
            r"\b(?:red|brown|purple|yellow|green)?(?: ?colou?r)\b[^.;\n]{0,20}\b(?:(?:is|was) (?:left|kept) (?:in|as it is)|stays in|does not matter|is ignored)\b|\bstill (?:bleach(?:es|ed)|blues?|blued|turns?|turned|colou?rs|oxidi[sz]es)\b[^.;\n]{0,30}\b(?:paper|strip|starch|iodide|litmus)\b(?=[^.\n]{0,60}\b(?:all right|fine|ok(?:ay)?|does not matter|never mind|enough|normal|left|will do)\b)"
        ),
        *LEFT_WITHOUT_CONTROL,
        denies=True,
    ),
    Told(
        "G05",
        _p(
            r"\b(?:climbed|ran|went|came|sucked|drawn|crept|rushed|shot|flowed) (?:back|over|up)(?: the tube)? (?:in ?to|to) the (?:wash(?:ing)? ?bottle|generator|hot flask|empty bottle|reaction flask|drying (?:bottle|tower)|acid bottle)\b"
        ),
        "the liquid of the line went back towards what makes the gas",
        _any_hazard,
        "an empty trap, or a funnel above the liquid",
        "An empty bottle before it that holds all of its liquid; gas led through until it is cold.",
        "stop",
        safe=_p(r"\b(?:never|cannot|can['’]t|not)\b"),
    ),
    Told(
        "P13",
        _p(
            r"\bwithout waiting (?:for|until|till)\b(?! (?:the )?(?:result|next day))|\b(?:did|do|does)(?: not|n['’]t) wait (?:for|until|till)\b"
        ),
        "the next goes in before the last has reacted",
        _any_hazard,
        "each portion when the last has reacted",
        "Say what must be seen before the next portion: gas ceased, temperature back.",
        denies=True,
    ),
    _as_said(
        "G02",
        _p(
            r"\b(?:stopper|bung|cork|plug)\b[^.;\n]{0,40}\b(?:spring|springs|wired|wire|tied (?:on|down)|clipped (?:on|down)|held down|clamped (?:on|down)|weight on)\b|\b(?:cap|lid|stopper) (?:done up|screwed (?:on|down|tight)|tight(?:ened)?|on tight)\b[^.;\n]{0,40}\b(?:full|to the brim|warm|fuming|fumes|gass\w*)\b|\b(?:full|brimming|fuming|warm) (?:bottle|jar|flask|can)\b[^.;\n]{0,25}\b(?:cap|lid|stopper) (?:done up|screwed|tight|on)\b"
        ),
        gas_matters,
        safe=_p(r"\b(?:never|not|joints?|until cold|condenser (?:and|clips))\b"),
    ),
    Told(
        "Q12",
        _p(
            r"\b(?:sludge|mud|filings|filter (?:cake|paper|residue)|cake|residue|catalyst|zinc|iron)\b[^.;\n]{0,25}\b(?:goes|go|went|thrown|put|dropped|tipped|is)\b[^.;\n]{0,12}\b(?:dry|sucked dry|dried)?[^.;\n]{0,12}\b(?:in|into) the (?:paper |waste |rubbish |kitchen )?(?:bin|basket|trash|rubbish|paper bin|waste ?paper)\b"
        ),
        "finely divided metal, dry, lights itself among what burns",
        fine_metal,
        "wet, in its own tin",
        "Keep it wet, in a metal tin with a lid for metal residues.",
        "stop",
        safe=_p(r"\b(?:never|not|wet)\b"),
    ),
    Told(
        "S04",
        _p(
            r"\bammonia\b[^.;\n]{0,40}\b(?:bleach|hypochlorite|chlorine)\b|\b(?:bleach|hypochlorite)\b[^.;\n]{0,40}\b(?:on|to|into|over) the ammonia\b"
        ),
        "ammonia and hypochlorite give chloramines and nitrogen",
        _any_hazard,
        "never together",
        "Neutralise ammonia with dilute acid, in the hood.",
        "stop",
        safe=_p(r"\b(?:never|not|apart|away)\b"),
    ),
    Told(
        "S04",
        _p(
            r"\b(?:purple|permanganate|manganese dioxide|dichromate|chlorate|hypochlorite|bleach)\b[^.;\n]{0,40}\b(?:taken away|removed|destroyed|killed|dissolved|got rid of|treated|cleaned) (?:with|by|in) (?:\w+ ){0,2}(?:hydrochloric acid|HCl|muriatic acid)\b"
        ),
        "the oxidiser sets chlorine free from hydrochloric acid",
        _oxidiser,
        "sulfite first",
        "Destroy the oxidiser with sulfite in alkali or with hydrogen sulfite before any hydrochloric acid.",
        "stop",
        safe=_p(r"\b(?:never|not)\b"),
    ),
    Told(
        "S06",
        _p(r"\b(?:without|no) (?:a |any )?date\b(?=[^.\n]{0,60}\b(?:years?|months|old|clear bottle|window|light)\b)"),
        "what forms peroxides is kept without a date",
        peroxide_former,
        "dated, dark, tested",
        "Date it, keep it dark, test it before it is used or distilled.",
        denies=True,
    ),
    _as_said(
        "G07",
        _p(
            r"\bsmell(?:s|ed|ing)?(?: very| quite| rather)?(?: strongly| badly| a lot)? (?:of|like) (?:the |a )?(?:swimming[- ](?:pool|bath)|chlorine|bromine|rotten eggs|bitter almonds|ammonia|burnt matches)\b"
        ),
        _any_hazard,
        safe=_p(r"\b(?:if|should|when|until no|no longer|never|not)\b"),
    ),
    _as_said(
        "G02",
        _p(
            r"\b(?:plate|lid|watch ?glass|foil|film|cover|stopper|cork|bung|book|cloth|cap)\b[^.;\n]{0,25}\b(?:to )?(?:keep|keeps|hold|holds|kept)s? (?:the |in the )?(?:smell|gas|gases|vapou?rs?|fumes?|stink) (?:in|down|inside|back)\b|\b(?:plate|lid|cover|stopper|cork|bung)\b[^.;\n]{0,20}\b(?:was |is )?(?:rattl\w+|lifted|jump\w+|danc\w+|flew|popp\w+|shot)\b"
        ),
        _any_hazard,
    ),
    Told(
        "Q12",
        _p(r"\bazide\b[^.;\n]{0,40}\b(?:sink|drain|lead|copper|brass)\b"),
        "azide in lead or copper pipes leaves what goes off by a blow",
        _any_hazard,
        "destroyed with nitrous acid in the hood, tested",
        "Destroy it with nitrite and acid in the hood, test it, and let none reach a drain.",
        "stop",
        safe=_p(r"\b(?:never|not|no)\b"),
    ),
    Told(
        "P13",
        _p(
            r"\b(?:added|run in|poured in|from the funnel|fed|dripped in|dropped in)\b[^.;\n]{0,12},? (?:very |rather |quite )?(?:quickly|fast|as fast as (?:it will|possible|it goes|(?:it )?(?:could|can) be (?:poured|run|added))|in a hurry)(?=[.;\n]|$)"
            r"|\b(?:added|poured|run in|fed|dripped|dropped)\b[^.;\n]{0,60}, as fast as (?:it )?(?:could|can|would|will) (?:be )?(?:poured?|go|run|added)\b"
        ),
        "it goes in as fast as it will",
        heat_matters,
        "paced by the temperature or the gas",
        "Portions or a feed, and what must be seen before the next.",
        safe=_p(r"\b(?:not|never|too|filter\w*|wash\w*|cool\w*|ice)\b"),
    ),
    _as_said(
        "H07",
        _p(
            r"\bcondenser(?: water)? (?:was |is |runs |ran )?(?:not (?:on|running|connected)|dry|turned off|switched off|without water)\b|\bcondenser (?:had|has) no water\b|\b(?:no|without) (?:water|coolant) (?:in|through|on) the condenser\b|\b(?:not|n[\'’]t) turned the water on\b"
        ),
        _any_hazard,
        safe=_p(r"\b(?:if|should|when|in case|at the end|after\w*|finally|cold)\b"),
        denies=True,
    ),
    Told(
        "S05",
        _p(
            r"\b(?:manganese dioxide|brown|permanganate|chromate|chlorate|mud|cake|sludge)\b[^.;\n]{0,40}\b(?:pressed |sucked )?(?:dry|dried|drying|spread)\b[^.;\n]{0,25}\b(?:on|in|over) (?:old |a |the |some )?(?:newspaper|paper|cardboard|wood\w*|cloth|tissue|filter paper)\b"
        ),
        "an oxidiser dries on what burns",
        _oxidiser_left,
        "wet, in its own waste",
        "Keep it wet, rinse it with sulfite, and give it to its own waste.",
        safe=_p(r"\b(?:crystals|product|melting)\b"),
    ),
    Told(
        "H02",
        _p(r"\b(?:[Aa]t|[Oo]ver|[Pp]ast) \d\d+ ?°?C?,? (?:we|I|he|she|they) (?:just |simply )?(?:went|kept|carried|continued|ran) on\b"),
        *OVER_ITS_LIMIT,
    ),
    Told(
        "H05",
        _p(
            r"\bwithout (?:any |the )?(?:cooling|ice)\b(?! (?:water|down|is|in (?:the )?(?:contents|liquid|mixture)))|\bwith no cooling\b|\buncooled\b|\bno bath(?: is| was)?(?: used| needed| under it)?(?=[.,;]|$)"
        ),
        "nothing takes the heat while it is fed",
        heat_matters,
        "a bath that takes the peak",
        "An ice bath with its ice weighed, on a jack.",
        safe=_p(r"\b(?:would|could|may|might)\b|\b(?:never|not|if)\b"),
        denies=True,
    ),
    _as_said(
        "H10",
        _p(
            r"\b(?:the tap (?:is|was) (?:turned on|opened) over it|(?:hold|held|put|left)\b[^.;\n]{0,20}\bunder the (?:running )?tap(?: with the neck up)?,? (?:and )?(?:fill\w*|run\w*))\b"
        ),
        _acid_there,
    ),
    Told(
        "Q01",
        _p(
            r"\b(?:bromine|chlorine|sulfuryl chloride|thionyl chloride|hydrogen bromide|hydrogen chloride)\b[^.;\n]{0,30}\b(?:evaporated|boiled|driven|blown|aired|sucked|left to go) (?:off|out|away)\b[^.;\n]{0,30}\b(?:open|neck|window|hood|air|overnight|fan)\b"
        ),
        *LEFT_WITHOUT_CONTROL,
    ),
    _as_said(
        "G08",
        _p(
            r"\b(?:smok(?:es|ed|ing)|cigarettes?|lights? a match|candles?)\b(?=[^.;\n]{0,40}\b(?:window|bench|door|hood|lab|room|breaks?|beside|next)\b)"
        ),
        fuel_there,
        safe=_p(r"\b(?:no|nobody|never|not|forbidden)\b"),
    ),
    Told(
        "S04",
        _p(
            r"\b(?:flask|glass(?:ware)?|apparatus|funnel|necks?)\b[^.;\n]{0,25}\b(?:rinsed|washed)(?: out)? with (?:tap |distilled )?water (?:just now|just before|a minute ago|before(?:hand)?|straight before|right before)\b"
        ),
        *WET_GLASS,
    ),
    Told(
        "G05",
        _p(
            r"\b(?:tube|hose|line|inlet)\b[^.;\n]{0,30}\b(?:straight|directly|right)(?: down)? (?:in ?to|to)\b[^.;\n]{0,25}\b(?:bottom|water|product flask|receiver|caustic|absorber|ester|solvent)\b"
        ),
        *PULLED_BACK,
        safe=_p(r"\b(?:empty|trap|upturned|above|never|not)\b"),
    ),
    Told(
        "G12",
        _p(
            r"(?<!drying )(?<!chloride )(?<!guard )\b(?:tube|hose|line|inlet)s? (?:is|was|are|were) (?:pulled|taken|slipped|drawn) off\b|\bpull(?:ed)? (?:the )?(?:tube|hose|line) off\b"
        ),
        *OPENED,
        safe=_p(r"\b(?:nitrogen|swept|purged|air is led)\b"),
    ),
    Told(
        "S05",
        _p(
            r"\b(?:zinc|iron|catalyst|nickel|magnesium|(?:grey|black|dark|metal) (?:mud|sludge|slime|powder))\b[^.;\n]{0,40}\b(?:sucked dry|dry|dried)\b[^.;\n]{0,30}\b(?:paper|filter|bench|air|dish)\b"
        ),
        "finely divided metal, dry, lights itself",
        fine_metal,
        "wet, in its own tin",
        "Keep it wet, in a metal tin with a lid for metal residues.",
        safe=_p(r"\b(?:never|not|wet|granul\w+|turnings|pieces|sticks|foil)\b"),
    ),
    Told(
        "Q12",
        _p(
            r"\b(?:manganese dioxide|brown (?:cake|mud|sludge)|permanganate|peroxide|chlorate|nitrate)\b[^.;\n]{0,30}\b(?:in|into) the (?:paper |waste ?paper |rubbish |kitchen )?(?:bin|basket|trash|rubbish)\b"
        ),
        "an oxidiser goes among what burns",
        _oxidiser,
        "its own waste",
        "Wet, to the waste for oxidisers or metals.",
        safe=_p(r"\b(?:never|not)\b"),
    ),
    _as_said(
        "G02",
        _p(r"\bflask with [^.;\n]{0,60}\b(?:stopper|bung|cork)s?\b(?![^.;\n]{0,20}\b(?:with|bored|in the (?:side|third)|carrying))"),
        gas_matters,
        safe=_p(r"\b(?:condenser|vent\w*|open|outlet|tube|bubbler|inlet|line)\b"),
    ),
    _as_said(
        "Q06",
        _p(
            r"\b(?:peroxide|nitrite|excess|chlorine|bromine|it|this|end)s?,? (?:is|was|being|are|were)? ?(?:not (?:being )?(?:tested|checked|measured)|never (?:tested|checked))\b|\b(?:is|was|are|being|stays?|remains?) untested\b"
        ),
        reagent_acts,
        denies=True,
    ),
    _as_said(
        "G07",
        _p(
            r"\b(?:fumes?|gas|smoke|vapou?rs?|brown \w+|hydrogen (?:chloride|bromide|sulfide)|sulfur dioxide|chlorine|bromine|HCl|HBr|SO2|white clouds?)\b[^.;\n]{0,40}\b(?:came|comes|come|coming|crept|poured|rolled|drifted) (?:out )?(?:in [^.;\n]{3,20} )?(?:under|over|below|from|out of) (?:the )?(?:sash|hood|fume cupboard|window of the hood)\b"
        ),
        _any_hazard,
    ),
    Told(
        "S04",
        _p(
            r"\b(?:bromine|chlorine|nitric acid|permanganate|chromic acid|peroxide)\b[^.;\n]{0,40}\b(?:rinsed?|washed|wiped?|cleaned)(?: out| away| up| off)? with (?:some |a little |(?:rags?|cloths?|towels?|paper) (?:soaked|wet|moist(?:ened)?) (?:in|with) )?(?:acetone|alcohol|ethanol|methanol|spirit|ether)\b"
        ),
        "a strong oxidiser meets a solvent that it oxidises or halogenates",
        _oxidiser,
        "sulfite or water first",
        "Sulfite for halogens, much water for nitric acid; no solvent before that.",
        "stop",
        safe=_p(r"\b(?:never|not|after)\b"),
    ),
    _as_said(
        "H10",
        _p(
            r"\b(?:cold |tap )?water (?:was |is |being )?(?:poured|run|tipped|put|squirted) (?:in|on|into it|on to it|over it)\b[^.;\n]{0,30}\bwhile (?:the |it )?(?:acid|it|mixture|liquid)? ?(?:was|is) (?:still )?hot\b"
        ),
        _acid_there,
    ),
    _as_said(
        "P10",
        _p(
            r"\bgoggles (?:up |pushed up )?(?:on|over|round|in) (?:the |my |his |her )?(?:forehead|hair|neck|pocket|head)\b|\bT-?shirt (?:and|,)|\b(?:reading|ordinary|everyday|my own|prescription) (?:glasses|spectacles)\b(?=[^.;\n]{0,20}(?:\.|;|only|are enough|do|will do|$))|\bgoggles (?:are |were )?(?:off|pushed up|hung up|too steamed|in the drawer)\b"
        ),
        _any_hazard,
        safe=_p(r"\b(?:never|not)\b"),
    ),
    Told(
        "G16",
        _p(
            r"\b(?:cap|lid|stopper) on,? (?:and )?(?:(?:in|into) the )?(?:dustbin|bin|skip|rubbish|trash|shelf|cupboard|drawer|sink)\b|\b(?:dustbin|bin|rubbish)\b[^.;\n]{0,15}\b(?:cap|lid) on\b"
        ),
        "what still gives gas is shut in",
        gas_matters,
        "open until no gas comes",
        "Leave it open in the hood until it has stopped, then a cap that vents.",
        "stop",
        safe=_p(r"\b(?:vent\w*|loose|never|not)\b"),
    ),
    Told(
        "H12",
        _p(
            r"\bblow ?(?:lamp|torch)\b|\bcamping (?:stove|gas)\b|\bgas (?:ring|stove|cooker)\b|\b(?:on|onto) the (?:stove|cooker|hob|kitchen range)\b"
        ),
        "a flame heats it",
        _any_hazard,
        "a bath or mantle",
        "A bath or a mantle on a jack; no flame near it.",
        safe=_p(r"\b(?:is|are) not\b|\b(?:no|never|not|off)\b"),
    ),
    _as_said(
        "G08",
        _p(
            r"\b(?:gas|paraffin|electric|fan|oil) (?:heater|stove|fire)\b[^.;\n]{0,25}\b(?:going|on|lit|running|burning|corner)\b|\b(?:with|by|at) the lighter\b|\blit (?:it |them )?with\b"
        ),
        fuel_there,
        safe=_p(r"\b(?:no|never|not|off)\b"),
    ),
    Told(
        "G05",
        _p(
            r"\b(?:it|liquid|contents|alcohol|water|acid|solution)\b[^.;\n]{0,15}\b(?:rose|climbed|crept|went|ran|sucked|drawn)(?: up)? back (?:in ?to|up|through) (?:the )?(?:valve|hose|tube|cylinder|regulator|line|generator)\b|\bclimbed (?:in ?to|up) the (?:hose|tube|valve)\b|\b(?:liquor|water|liquid|acid|solution) (?:was |is |has been |had been )?(?:found|standing|seen) in the (?:valve|regulator|cylinder|generator)\b"
        ),
        "the liquid of the line went back towards what makes the gas",
        _any_hazard,
        "an empty trap",
        "An empty bottle before it that holds all of its liquid; gas led through until it is cold.",
        "stop",
        safe=_p(r"\b(?:never|cannot|can['’]t|not)\b"),
    ),
    _as_said(
        "G07",
        _p(
            r"\b(?:what|the gas that|whatever) (?:was|is|were) not (?:taken up|absorbed|dissolved|used)\b[^.;\n]{0,15}\b(?:went|goes|escaped|left|blew|comes|came) (?:off |out )?(?:in ?to|through|by) (?:the )?(?:room|lab\w*|window|door|air|corridor|open)\b"
        ),
        _any_hazard,
        denies=True,
    ),
    Told(
        "H05",
        _p(r"\b(?:flask|pot|mixture|it|vessel|beaker)\b[^.;\n]{0,25}\b(?:was|is|were) not cooled\b"),
        "nothing takes the heat while it is fed",
        _any_hazard,
        "a bath that takes the peak",
        "An ice bath with its ice weighed, on a jack.",
        denies=True,
    ),
    _as_said(
        "G02",
        _p(
            r"\b(?:stoppered|closed|corked|capped|shut|sealed) (?:bottle|flask|funnel|jar|tube|vessel),? (?:which|that) (?:burst|exploded|cracked|broke|blew up|flew)\b|\b(?:bottle|flask|funnel|jar)\b[^.;\n]{0,12}\b(?:burst|exploded|blew up)\b"
        ),
        _any_hazard,
    ),
    _as_said(
        "G02",
        _p(
            r"\b(?:tube|outlet|vent|neck|condenser)\b(?: (?:is|was|was then|being))?,? (?:packed|stuffed|rammed|plugged|filled) (?:hard|tight\w*|firmly|solid|full)\b"
        ),
        gas_matters,
        safe=_p(r"\b(?:never|not|loosely)\b"),
    ),
    _as_said(
        "G02",
        _p(
            r"\bcap on,? (?:and )?screwed\b|\b(?:it|bottle|can|canister|drum|lid|cap) (?:has |had |was |is )?bulg(?:es|ed|ing)\b|\bhiss(?:ed|es|ing)? (?:on|when|as) (?:it (?:is|was) )?open(?:ed|ing)\b"
        ),
        _any_hazard,
    ),
    _as_said(
        "G07",
        _p(r"\b(?:your|my|our|his|her|their|the) eyes (?:run|ran|water|watered|burn|burned|burnt|sting|stung|smart|smarted)\b"),
        _any_hazard,
        safe=_p(r"\bmakes?\b|\brinse\b|\bproduct\b|\birritat\w+\b|\b(?:if|should|when|never|not)\b"),
    ),
    Told(
        "S04",
        _p(
            r"\b(?:chlorinated lime|bleaching powder|chloride of lime|pool chlorine)\b[^.;\n]{0,30}\b(?:over|on|onto|on to) (?:it|them|that|the acid)\b"
        ),
        *GIVES_CHLORINE,
        "stop",
        safe=_p(r"\b(?:never|not|neutral\w*)\b"),
    ),
    Told(
        "S04",
        _p(
            r"\b(?:ketone peroxide|hardener|MEKP|organic peroxide)\b[^.;\n]{0,45}\b(?:cobalt|accelerator|promoter|dimethylaniline)\b[^.;\n]{0,20}\b(?:first|together|straight|directly|mixed)\b"
        ),
        "a peroxide meets its accelerator undiluted, and goes off",
        _any_hazard,
        "never together",
        "The accelerator into the resin first, then the hardener.",
        "stop",
        safe=_p(r"\b(?:never|not)\b"),
    ),
    _as_said(
        "P08",
        _p(r"\b(?:have|had|having|get|got|take|took) (?:my |our |your |a |some |the )?(?:breakfast|supper|nap)\b"),
        _any_hazard,
    ),
    _as_said(
        "H07",
        _p(
            r"\bcondenser (?:is|was) (?:on|at|with|in) (?:the|an|another|somebody) ?(?:other|\w+['’]s)\b|\bcondenser (?:is|was) (?:broken|missing|elsewhere|being washed|in use)\b"
        ),
        _any_hazard,
    ),
    Told(
        "S03",
        _p(
            r"\b(?:peroxide|peracid|per-acid|performic|peracetic|spent (?:acid|peroxide)|hypochlorite|bleach)\b[^.;\n]{0,40}\b(?:steel|metal|iron|tin|copper|brass|zinc|rusty) (?:drum|can|bucket|container|bin|canister|barrel|pot|pail)\b"
            r"|\b(?:steel|metal|iron|tin|copper|brass|zinc|rusty) (?:drum|can|bucket|container|bin|canister|barrel|pot|pail)\b[^.;\n]{0,30}\b(?:lid on|closed|shut|screwed)\b"
        ),
        "metal breaks down what is in it, with gas",
        _gives_oxygen,
        "plastic or glass, vented",
        "Destroy it first; a plastic can with a vented cap.",
        "stop",
    ),
    Told(
        "S04",
        _p(
            r"\b(?:emptied|empty|poured|pour|tipped|tip|rinsed?|goes|went|put)\b[^.;\n]{0,30}\b(?:into|to|in|with) (?:the |a |an |some )?(?:\w+ ){0,2}(?:bleach|hypochlorite|chlorine)(?: (?:bucket|bath|tub|tank|solution|bowl|cleaner|bin))?\b"
        ),
        *GIVES_CHLORINE,
        "stop",
        safe=_p(r"\b(?:slowly|dropwise|drops?|neutrali[sz]ed|after|alkaline|never|not)\b"),
    ),
    Told(
        "G05",
        _p(
            r"\b(?:tube|hose|end of the (?:tube|hose)|line)\b[^.;\n]{0,15}\b(?:is|was|are|were) (?:left|kept)(?: hanging| dipping| standing)? (?:in|under|below) (?:the )?(?:caustic|lye|water|absorber|liquid|alkali|solution)\b[^.;\n]{0,12}\bwhile\b[^.;\n]{0,20}\bcools?\b"
        ),
        "the liquid of the line is pulled back while it cools",
        _any_hazard,
        "an empty trap, or the tube out of the liquid first",
        "An empty bottle that holds all of it before it; the tube out of the liquid, or gas led through, until it is cold.",
        safe=_p(r"\b(?:never|not)\b"),
    ),
    _as_said(
        "G02",
        _p(
            r"\b(?:pinch(?:ed|es)?|clamp(?:ed|s)?|kink(?:ed|s)?|squeez(?:ed?|es)|clip(?:ped|s)?) (?:off )?(?:the )?(?:hose|tube|tubing|line)(?: (?:off|shut|closed))?(?! (?:to|on|at|in|into|from) the (?:stand|frame|bar|grid|clamp|wall))\b|\b(?:hose|tube|tubing|line)\b[^.;\n]{0,12}\b(?:pinched|clamped|kinked|tied|squeezed) (?:off|shut|closed)\b"
        ),
        gas_matters,
        safe=_p(r"\b(?:nitrogen|never|not|water of the condenser|cooling water|check\w*|see that)\b"),
    ),
    Told(
        "G12",
        _p(
            r"\b(?:[Aa]s soon as|[Rr]ight after|[Ss]traight after|[Dd]irectly after|[Ii]mmediately after|[Oo]nce) (?:all )?(?:the |all the )?(?:acid|salt|feed|addition|last drop|chloride)\b[^.;,\n]{0,20},? (?:the )?(?:generator|line|hose|tube|apparatus|flask) (?:is|was) (?:taken|pulled|lifted|slipped|taken off|put|set|opened)\b"
        ),
        *OPENED,
        safe=_p(r"\b(?:nitrogen|swept|purged|bath)\b"),
    ),
    _as_said(
        "G07",
        _p(
            r"\b(?:nobody|no one|I do not|I don['’]t|we don['’]t|we do not) knows? (?:if|whether) (?:the )?(?:hood|fume cupboard|extraction|fan|draught)\b|\b(?:hood|fume cupboard|extraction|fan) (?:hardly|barely|scarcely|does not|doesn['’]t|did not|didn['’]t) (?:draws?|pulls?|runs?|works?|sucks?)\b|\b(?:flag|ribbon|strip of paper|tell-?tale)\b[^.;\n]{0,20}\b(?:does not|doesn['’]t|did not|hardly|barely) (?:moves?|stirs?|lifts?)\b"
        ),
        _any_hazard,
        safe=_p(r"^\W*(?:if|when)\b|\b(?:stop|otherwise)\b"),
        denies=True,
    ),
    Told(
        "Q01",
        _p(
            r"\b(?:colou?r|bromine|chlorine|iodine|halogen) (?:is|was|gets|got) (?:shaken|washed|rinsed) (?:out|away) with (?:a little |much |plenty of |tap |cold |some )*water\b"
        ),
        "what is left is not destroyed",
        _halogen,
        "destroyed and tested before it goes on",
        "Bisulfite or thiosulfate until starch-iodide paper stays white, tried on the halogen first.",
    ),
    Told(
        "G04",
        _p(
            r"\b(?:brown|red-brown|nitrous|orange) (?:fumes|gas|gases|vapou?rs?|clouds?|smoke)\b[^.;\n]{0,25}\b(?:filled|came|come|rose|rises?|rolled|poured|appeared|hung|stood|were seen|could be seen)\b"
        ),
        "nitrous gas comes off, and nothing takes it up",
        lambda c: bool({x.substance.id for x in c.lots.values() if x.substance is not None} & {"sodium nitrite", "potassium nitrite"}),
        "no brown gas over a nitrite feed",
        "Slower, below the surface and colder; stop the feed while brown gas is seen, and lead what comes to an absorber.",
        safe=_p(r"\b(?:if|should|when|whenever|no|never|not|stop\w*|slow\w*)\b"),
    ),
    _as_said(
        "P13",
        _p(
            r"\bquick(?:ly)?,? so that it(?:['’]s| is) over\b|\b(?:shaken|tapped|emptied|knocked) in(?:to it)? (?:straight |right |directly )?(?:from|out of) the (?:bottle|jar|tin|bag|boat|paper|ampoule)\b"
        ),
        _any_hazard,
        safe=_p(r"\b(?:not|never|portions?|bit by bit|little by little|slowly|spoon\w*)\b"),
    ),
    Told(
        "Q05",
        _p(
            r"\b(?:hydrochloric acid|HCl|sulfuric acid|nitric acid|acid)\b[^.;\n]{0,25}\b(?:in ?to|to|on ?to) (?:the |what is )?(?:still |yet )(?:purple|violet|pink|yellow|blue|brown)\b"
        ),
        "acid meets an oxidiser that is still there: chlorine, or heat and gas",
        _oxidiser,
        "destroyed before it is acidified",
        "Destroy it first (bisulfite or a little alcohol, until no colour), test, then acidify.",
        safe=_p(r"\b(?:never|not)\b"),
    ),
    Told(
        "G02",
        _p(
            r"\b(?:neutrali[sz]ed|made (?:alkaline|neutral|acid)|acidified|basified|mixed with (?:soda|carbonate|bicarbonate))\b[^.;\n]{0,15}\b(?:in|inside) (?:the|a|its) (?:closed|stoppered|capped|shut|screw(?:ed)?(?:-cap(?:ped)?)?) (?:can|bottle|drum|jar|flask|canister|funnel|vessel)\b"
        ),
        "gas and heat are shut in",
        _any_hazard,
        "an open beaker",
        "In an open beaker in the hood, in small lots, cold; closed only when nothing more comes.",
        "stop",
        safe=_p(r"\b(?:never|not|vent\w*)\b"),
    ),
    Told(
        "G10",
        _p(
            r"\b(?:breathed|inhaled|sniffed|swallowed|got)\b[^.;\n]{0,20}\b(?:it|some|gas|fumes|lungful|whiff|cloud)\b[^.;\n]{0,45}\b(?:it is nothing|it was nothing|nothing serious|went home|went on|carried on|worked on|took no notice|had a smoke)\b"
        ),
        *ACTS_LATE,
        "stop",
        denies=True,
    ),
    Told(
        "S06",
        _p(r"\b(?:no|without(?: any)?) (?:stabili[sz]er|inhibitor|BHT|antioxidant|hydroquinone)\b|\b(?:un-?stabili[sz]ed|uninhibited)\b"),
        "what forms peroxides stands without a stabiliser",
        peroxide_former,
        "dark, cold, dated, over a stabiliser",
        "BHT in it, a brown bottle with the date, tested before it is used or distilled.",
        safe=_p(r"\b(?:test\w*|strip|fresh(?:ly)?|used (?:at once|the same day)|distilled today)\b"),
    ),
    Told(
        "G02",
        _p(
            r"\b(?:valve|vent|weight)\b[^.;\n]{0,15}\b(?:stuck|blocked|clogged|plugged|taped|tied|jammed|wedged|screwed down)\b"
            r"|\blid\b[^.;\n]{0,12}\bforced open\b[^.;\n]{0,30}\b(?:hot|pressure|hiss\w*)\b"
        ),
        "what is to let the pressure off is shut",
        lambda c: True,
        "an open way out",
        "Nothing is heated or gives gas in a vessel whose vent is shut; open one only when it is cold.",
        "stop",
        safe=_p(r"\b(?:if|never|not|when|should|check)\b"),
    ),
    _as_said(
        "G03",
        _p(r"\b(?:filled|full) (?:up )?to the (?:top|brim|neck|rim)\b"),
        _any_hazard,
        safe=_p(r"\b(?:never|not|pyk?nometer|volumetric|bath|funnel|bottle)\b"),
    ),
    _as_said(
        "G07",
        _p(
            r"\b(?:I|we|he|she|they|somebody|one of us) (?:got|felt|became|was|were) (?:dizzy|faint|light[- ]headed|giddy|short of breath)\b"
        ),
        gas_matters,
    ),
    _as_said(
        "Q06",
        _p(
            r"(?:(?m:^)(?:Test|Check|TLC|GC|Endpoint|End point) {2,}|\b(?:[Tt]est|[Cc]heck|TLC|GC|[Ee]nd ?point): )(?:none|no|not done|not needed|skipped|forgot(?:ten)?)(?=[.;,\n]|$)"
        ),
        _any_hazard,
        denies=True,
    ),
    Told(
        "H10",
        _p(
            r"\b(?:pour|tip|throw|add|run|empt|splash)\w*\b[^.;\n]{0,30}\bwater\b(?: (?:in|on|it|over|into|to|onto))*(?: the)?(?: \w+)? at (?:about )?(?:1[1-9]\d|[23]\d\d) ?°? ?C\b"
            r"|\bwater (?:is |was |goes )?(?:\w+ )?(?:poured|tipped|thrown|added|run|emptied|splashed)(?: in| on| it| over| into| to| onto)* at (?:about )?(?:1[1-9]\d|[23]\d\d) ?°? ?C\b"
        ),
        "water falls on what is far above its boiling point: it flashes to steam and throws the hot mass out",
        lambda c: True,
        "below 90 °C first",
        "Let it cool below 90 °C before any water comes near it.",
        "stop",
        safe=_p(r"\b(?:steam|bath|autoclave|never|not|dropwise|drop by drop|by drops)\b"),
    ),
    _as_said(
        "S06",
        _p(
            r"\b(?:ether|THF|tetrahydrofuran|dioxane)\b[^.;\n]{0,30}\b(?:can|bottle|tin|drum|flask)s?\b (?:is |was )?(?:from|of|dated|opened in|bought in) (?:19\d\d|20[01]\d)\b"
            r"|\b(?:ether|THF|tetrahydrofuran|dioxane)\b[^.;\n]{0,20}\b(?:old|ancient|rusty|unlabelled) (?:tin|can|bottle|drum)\b"
        ),
        lambda c: True,
        safe=_p(r"\b(?:test\w*|strip|threw|thrown|discard\w*|not (?:used|opened))\b"),
    ),
    _as_said(
        "H07",
        _p(
            r"\bcondenser,? (?:whose|of which the) (?:cooling )?water (?:I |we )?(?:(?:had|did|was|is)(?:n['’]t| not)|had forgotten|forgot)\b|\b(?:water|coolant) (?:to|of|for|in|through) the condenser (?:was|is|had been) (?:still )?(?:off|not (?:yet )?on|shut|forgotten|turned off)\b"
        ),
        _any_hazard,
        safe=_p(r"^\W*(?:if|when|should)\b|\b(?:in case|at the end|after\w*|finally|until|only)\b"),
        denies=True,
    ),
    Told(
        "Q09",
        _p(
            r"\b(?:collect|distil|go on|carry on|drive|all that comes over|until|till|up to the end)\b[^.;\n]{0,50}\b(?:when|until|till|where) (?:it |there |the (?:rest|residue|flask) )?(?:(?:starts|begins) to (?:smoke|char|fume|crackle|bump)|smokes|chars|crackles)\b|\b(?:until|till|when)\b[^.;\n]{0,25}\bcrust\b[^.;\n]{0,25}\b(?:left|remains|stays|bottom|flask)\b"
        ),
        *TO_THE_END,
        safe=_p(r"\b(?:before|stop\w*|never|not)\b"),
    ),
    Told(
        "G10",
        _p(
            r"\bcough(?:ed|s|ing)? (?:all|the whole|for|half the|till|until|through) (?:the )?(?:evening|night|day|afternoon|hours|days|\w+ (?:hours|days)|next day|morning)\b"
        ),
        *ACTS_LATE,
        "stop",
        safe=_p(r"\b(?:doctor|physician|hospital)\b"),
    ),
    Told(
        "G05",
        _p(
            r"\bno (?:empty |safety )?(?:bottle|trap|safety bottle)\b[^.;\n|]{0,12}(?:,|;|:|between|in between|as|because|since|,? (?:it|that) only)[^.;\n|]{0,30}\b(?:between|costs?|pressure|needed|room|space|line|hose|takes|in the way)\b"
        ),
        *PULLED_BACK,
        denies=True,
        safe=_p(r"\b(?:above|funnel over|upturned)\b"),
    ),
    Told(
        "G11",
        _p(
            r"\b(?:one|I|we|you|he|she|somebody) sniff(?:s|ed)? (?:at|over|by|near)\b|\bsniff(?:ing)? (?:at|over) the (?:condenser|flask|outlet|tube|hose|bottle|neck|funnel)\b"
        ),
        "the nose is taken for the detector",
        toxic_gas,
        "no endpoint by the nose",
        "A test paper or a detector at the outlet, never the nose.",
        safe=_p(r"\b(?:never|nobody|not)\b"),
    ),
    Told(
        "G04",
        _p(
            r"\b(?:tube|hose|line) (?:was|is) (?:taken|lifted|pulled) out of the (?:trap|absorber|caustic|lye|scrubber|wash ?bottle)\b[^.;\n]{0,20}\b(?:so that|because|as|since|to)\b"
        ),
        "the gas no longer goes to what takes it up",
        toxic_gas,
        "all of it through the absorber",
        "Leave it in the line; make the line wider or the feed slower where it holds back.",
        safe=_p(r"\b(?:never|not|suck\w*|climb\w*|cold|cooled|nitrogen)\b"),
    ),
    Told(
        "S04",
        _p(
            r"\b(?:acid|nitric|sulfuric|permanganate|peroxide|chromic|bromine|oxidi[sz]er)\b[^.;\n]{0,25}\bspill\w*\b[^.;\n]{0,12}[:,]? ?(?:with |into |by |on to )?(?:sawdust|paper towels?|rags?|cloth|newspaper|wood shavings|straw)\b|\bspill\w*:? ?(?:with |on )?sawdust\b"
        ),
        "what oxidises or eats is taken up with what burns or chars",
        lambda c: _acid_there(c) or _oxidiser(c),
        "sand, vermiculite or soda",
        "Sand or soda for it; paper, cloth and sawdust never.",
        safe=_p(r"\b(?:never|not|no)\b"),
    ),
    _as_said(
        "P10",
        _p(
            r"\bgloves\b[^.;\n]{0,15}\b(?:only (?:had )?the thin|I only had|went (?:brown|black|yellow|soft)|had a hole|leaked)\b|\b(?:a |got a )(?:drop|spot|splash|burn|stain)s? on (?:the|my|his|her) (?:wrist|hand|arm|finger|skin|face)\b"
        ),
        _any_hazard,
        safe=_p(r"\b(?:if|in case|when|should|never|no)\b"),
    ),
    _as_said(
        "G02",
        _p(
            r"\blid (?:was |is )?(?:pressed|clamped|clipped|weighted|taped|screwed|snapped) (?:down |shut |tight )?(?:on|over|down)\b(?: (?:the|it))?"
        ),
        _any_hazard,
        safe=_p(r"\b(?:never|not|vent\w*|loose\w*|dry|product|powder|salt)\b"),
    ),
    Told(
        "S04",
        _p(
            r"\b(?:acetone|alcohol|ethanol|methanol|isopropanol)\b[^\n]{0,70}\b(?:still )?(?:wet|moist|damp) (?:with|from) it\b[^.\n]{0,25}\b(?:chromic|nitric|piranha|peroxide|oleum|permanganate)|\b(?:acetone|alcohol|ethanol|methanol)\b[^.\n]{0,25}\b(?:first|before)\b[^.\n]{0,30}\b(?:then|into) (?:the )?(?:chromic|nitric|piranha)"
        ),
        "what is wet with a solvent goes into what oxidises it: heat, gas, fire",
        _any_hazard,
        "water between, and dry",
        "Rinse the solvent off with water and let it dry before it meets the acid.",
        "stop",
        safe=_p(r"\b(?:never|not|rinsed with water|dried)\b"),
    ),
    Told(
        "Q12",
        _p(
            r"\b(?:on|onto|over|in|into) the (?:weeds|lawn|garden|flower ?beds?|compost|hedge|roses|grass|yard|meadow|hedgerow|ditch|gully|gutter)\b"
        ),
        "it goes where nobody treats it",
        reagent_acts,
        "its own waste, treated",
        "Destroy and neutralise it, and give it to the waste that its salts belong to.",
        safe=_p(r"\b(?:never|not|nothing|done in|work\w* in|stands? in|outside)\b"),
    ),
    Told(
        "Q10",
        _p(
            r"\b(?:mud|cake|salt|precipitate|solid|diazo\w*(?: \w+)?)\b[^.;\n]{0,30}\bon the (?:filter|paper|plate|tile|frit)\b[^.;\n]{0,40}\b(?:dr(?:y|ies|ied)|weekend|overnight)\b"
        ),
        "a diazonium salt dries, and can go off",
        lambda c: (
            bool({x.substance.id for x in c.lots.values() if x.substance is not None} & {"sodium nitrite", "potassium nitrite"})
            or re.search(r"\bdiazo", c.procedure.flowing, re.I) is not None
        ),
        "never dry, used at once",
        "Leave it wet and cold, and use all of it the same hour.",
        "stop",
        safe=_p(r"\b(?:never|not|wet|product|dye|azo|crystals|acid is|phenol|nitro)\b"),
    ),
    Told(
        "G04",
        _p(
            r"\b(?:tube|tubing|hose|line|absorber|scrubber)\b[^.;\n]{0,40}\b(?:I|we|they) left (?:it|them) (?:off|away|out)\b|\b(?:hose|tube|line|tubing) (?:had|has) (?:come|slipped|popped|fallen|jumped) off\b|\bthrough the open neck\b[^.;\n]{0,15}(?:\.|$|while)|\bpoked\b[^.;\n]{0,30}\bthrough the open neck\b"
        ),
        "the gas no longer goes to what takes it up",
        toxic_gas,
        "all of it through the absorber",
        "Stop the feed, put the line on again, and go on only then.",
        safe=_p(r"\b(?:never|if|should|cold|nitrogen)\b"),
    ),
    _as_said(
        "G07",
        _p(
            r"\b(?:gas|fumes?|vapou?rs?|acid)\b[^.;\n]{0,30}\b(?:rusts?|corrodes?|eats?) (?:the )?(?:taps?|windows?|lamp|balance|shelf|hooks?)\b|\b(?:makes?|made) the (?:taps?|hooks?|balance|clamps?)\b[^.;\n]{0,20}\brust\b|\bon the (?:open )?bench\b,? (?:as|since|because) (?:it|there|the)\b"
        ),
        toxic_gas,
        safe=_p(r"\b(?:never|not|nobody|no)\b"),
    ),
    Told(
        "G12",
        _p(
            r"\bopen(?:s|ed)? (?:the )?(?:flask|apparatus|line|vessel|generator|it) (?:as soon as|once|the moment) (?:it|the flask) (?:is|was) (?:cool|cold|hand)"
        ),
        *OPENED,
        safe=_p(r"\b(?:nitrogen|swept|purged|never)\b"),
    ),
    _as_said(
        "P10",
        _p(
            r"\b(?:drops?|splash(?:es)?|some|a bit|a little)\b[^.;\n]{0,20}\b(?:fell|went|got|landed|splashed|ran) (?:on|on to|over|down) (?:my|his|her|the) (?:sleeve|hand|wrist|fingers?|arm|apron|shoes?|trousers|face|cheek)\b"
        ),
        _any_hazard,
        safe=_p(r"\b(?:if|when|should|in case|never|not)\b"),
    ),
    _as_said(
        "P10",
        _p(r"\b(?:sandals|short sleeves|bare (?:hands|arms|feet)|shorts)\b"),
        _any_hazard,
        safe=_p(r"\b(?:never|not|nobody|no)\b"),
    ),
    Told(
        "Q01",
        _p(
            r"\b(?:there was|we had|I had) no (?:more )?(?:(?:sodium )?(?:bi|meta)?sul[fp]h?ite|thiosul[fp]hate|acetone|urea)\b[^.;\n]{0,12}\bso\b|\b(?:sul[fp]h?ite|bisul[fp]h?ite|thiosul[fp]hate|acetone|urea) (?:had|has|was|is) (?:run out|all gone|used up|at an end)\b|\b(?:strip|paper|test) still (?:read|reads|shows|showed|turned|turns)\b[^.;\n]{0,25}\bbut\b"
        ),
        *LEFT_WITHOUT_CONTROL,
        denies=True,
    ),
    _as_said(
        "Q11",
        _p(r"\b(?:half|most|much|some|a lot) of it (?:has |had )?evaporated\b|\bevaporated in the (?:sink|basin)\b"),
        _any_hazard,
    ),
    Told(
        "G05",
        _p(
            r"\b(?:tube|hose|line)\b[^.;\n]{0,25}\b(?:dips?|goes|reaches|leads) (?:right |down |straight )*(?:to|into) the bottom of the (?:caustic|lye|alkali|absorber|scrubber|beaker|water|wash bottle)\b"
        ),
        "the liquid of the line can be pulled back",
        toxic_gas,
        "an empty bottle that holds all of it",
        "An empty bottle before it that holds all of its liquid, or a funnel just above it.",
        safe=_p(r"\b(?:empty|trap|never|not)\b"),
    ),
    Told(
        "Q04",
        _p(
            r"\bshaken with the stopper in\b|\b(?:hissed|spat|popped) (?:each|every) time\b|\bshaken\b[^.;\n]{0,50}\bstopper (?:jumped|flew|popped|shot)\b"
        ),
        "gas or vapour gathers in the funnel",
        _any_hazard,
        "open until it is quiet, then vented each time",
        "Swirl it open until nothing more comes; then invert, open the tap at once, and often.",
        safe=_p(r"\b(?:never|not|nobody|no)\b"),
    ),
    Told(
        "H02",
        _p(
            r"\b\d\d+ ?°C\b[^.;\n]{0,30}\b(?:does|did|will do|does not do any|did not do any) (?:no )?harm\b|\b(?:went|rose|climbed) (?:up )?to \d\d+ ?°C,? and\b[^.;\n]{0,35}\b(?:came off|fumed|smoked|foamed|boiled|kept adding|kept on|went on)\b"
        ),
        *OVER_ITS_LIMIT,
        denies=True,
    ),
    _as_said(
        "P13",
        _p(
            r"\b(?:is|was) (?:all )?in (?:after|within) (?:a|one|two|three|half a) minutes?\b|\btap (?:stuck|jammed)(?: open)?\b|\ball of it ran in\b|\bat a stroke\b"
        ),
        _any_hazard,
        safe=_p(r"\b(?:if|should|never|not|checked)\b"),
    ),
    Told(
        "G13",
        _p(
            r"\b(?:gas|nitrogen|hydrogen|pressure|vapou?r|it)\b (?:has |had |soon )?(?:pushed|blew|blown|lifted|threw|drove|knocked|forced) (?:the |its )?(?:\w+ ){0,2}(?:condenser|stopper|head|bung|cork|funnel|joint|adapter|lid)\b"
        ),
        "pressure lifts what is not fixed",
        _any_hazard,
        "a way out that holds the peak",
        "A wider line, a slower feed, and nothing stoppered.",
        safe=_p(r"\b(?:if|so that|never|not|cannot)\b"),
    ),
    _as_said(
        "H07",
        _p(r"\bcondenser had no water\b"),
        _any_hazard,
        safe=_p(r"\b(?:if|should|in case|at the end)\b"),
        denies=True,
    ),
    _as_said(
        "Q06",
        _p(r"\bexcess\b[^.;\n]{0,12}\b(?:of no importance|harmless|does not matter|doesn['’]t matter|no matter)\b"),
        reagent_acts,
        denies=True,
    ),
    Told(
        "S05",
        _p(
            r"\b(?:had|has) got(?:ten)? (?:damp|wet|moist)\b|\bfizzed in the (?:jar|bottle|tin|drum)\b|\b(?:lump|crust|cake)[a-z]* (?:and|from) damp\b"
        ),
        "what water acts on has taken up water",
        _water_is_foe,
        "dry, under nitrogen",
        "Do not use it; cover it with dry sand or oil and have it destroyed by someone who does that.",
        safe=_p(r"\b(?:if|when|should|in case|never|not)\b"),
    ),
    _as_said(
        "G08",
        _p(r"\b(?:hot[- ]air|heat) (?:gun|blower)s?\b|\bhair ?dryers?\b|\bgas flame\b[^.;\n]{0,20}\b(?:next|beside|other|burn\w*)\b"),
        fuel_there,
        safe=_p(r"\b(?:no|never|not|off)\b"),
    ),
    _as_said(
        "G02",
        _p(
            r"\b(?:rubber glove|finger of a glove|plastic bag|freezer bag)\b[^.;\n]{0,25}\b(?:over|on|round|tied)\b|\bcorked (?:bottle|flask|jar)\b|\bfilled to the (?:top|brim) and (?:closed|stoppered|capped|screwed)\b"
        ),
        gas_matters,
        safe=_p(r"\b(?:never|not|nobody|no)\b"),
    ),
    Told(
        "S04",
        _p(
            r"\bacid (?:is |was |then )?(?:added|poured|dripped|run|tipped)\b[^.;\n]{0,10}\b(?:to|into|on|on to) the (?:\w+ )?(?:bleach|hypochlorite|chlorine water|chlorinated lime)\b"
        ),
        "acid and hypochlorite give chlorine",
        _gives_oxygen,
        "never together",
        "Destroy the hypochlorite first with bisulfite, test, and only then acidify.",
        "stop",
        safe=_p(r"\b(?:never|not|nobody|no)\b"),
    ),
    Told(
        "Q09",
        _p(
            r"\b(?:residue|pot|rest|flask)\b[^.;\n]{0,25}\b(?:until|till) it (?:browned|blackened|charred|darkened|smoked|crackled)\b|\b(?:dried|evaporated|taken|boiled|concentrated) down (?:completely|to nothing|all the way|to the last)\b|\bflask was dry\b[^.;\n]{0,30}\b(?:kept|left|heated)\b"
        ),
        *TO_THE_END,
        safe=_p(r"\b(?:before|stop\w*|never|not)\b"),
    ),
    Told(
        "S06",
        _p(
            r"\b(?:ether|tetrahydrofuran|THF|dioxane|it)\b[^.;\n]{0,45}\b(?:open(?:ed)?|stood|standing|half[- ]full)\b[^.;\n]{0,25}\b(?:since|for) (?:the |last )?(?:spring|summer|autumn|winter|year|years|months|christmas|easter|\w+ (?:years|months)|(?:19|20)\d\d)\b"
        ),
        "what forms peroxides is old and not tested",
        peroxide_former,
        "dated, dark, tested",
        "Test it for peroxides, with a control, before it is used or distilled; destroy what shows any.",
        safe=_p(r"\b(?:test\w*|strip|negative|never|not)\b"),
    ),
    Told(
        "G12",
        _p(r"\bno nitrogen was (?:used|led|needed|at hand)\b"),
        *UNSWEPT,
        denies=True,
    ),
    _as_said(
        "H10",
        _p(
            r"\b(?:hot|warm) (?:residue|acid|cake|salt|mass|melt|crust)\b[^.;\n]{0,25}\b(?:drowned|quenched|flooded|doused|rinsed|loosened) with\b[^.;\n]{0,20}\bwater\b"
        ),
        _acid_there,
        safe=_p(r"\b(?:never|not|nobody|no)\b"),
    ),
    Told(
        "P12",
        _p(r"\b(?:doubled|tripled|took twice|twice as much|half as much again)\b[^.;\n]{0,35}\b(?:old|weak|weaker|stale|lost)\b"),
        "its strength was guessed",
        _any_hazard,
        "titrated, and counted with that",
        "Titrate it, and work out the amount with what is found.",
        safe=_p(r"\b(?:never|not|nobody|no)\b"),
    ),
    _as_said(
        "H13",
        _p(r"\bstill (?:purple|red|brown|yellow|orange)\b[^.;\n]{0,12}\b(?:so|and) (?:the next|more|another|a further)\b"),
        heat_matters,
        safe=_p(r"\b(?:no more|nothing more|not|never|stop)\b"),
    ),
    Told(
        "Q12",
        _p(
            r"\b(?:cake|mud|sludge|manganese dioxide|zinc|iron|catalyst)\b[^.;\n]{0,14}\bdry\b[^.;\n]{0,25}\b(?:thrown|goes|went|put|tipped)\b[^.;\n]{0,22}\b(?:paper|bin|rubbish|rags|basket)\b"
        ),
        "what is dry and reactive goes among what burns",
        lambda c: _oxidiser_left(c) or fine_metal(c),
        "wet, in its own tin",
        "Keep it wet, and give it to the waste for metals.",
        "stop",
        safe=_p(r"\b(?:never|not|nobody|no)\b"),
    ),
    Told(
        "Q02",
        _p(r"\b(?:splash|drop|little|bit|squirt) of water is (?:tried|put|given|let)\b[^.;\n]{0,20}\b(?:first|flask|in)\b"),
        "water goes on to what reacts with it",
        _water_is_foe,
        "it into the quench, slowly",
        "Let it cool, and run it slowly into the quench, never the quench on to it.",
        safe=_p(r"\b(?:never|not|nobody|no)\b"),
    ),
    Told(
        "Q12",
        _p(
            r"\bacid (?:and|with) (?:the )?(?:alcohol|ethanol|methanol|acetone|solvent|organic)\b[^.;\n]{0,30}\b(?:together|in one|into one|the same)\b"
        ),
        "an oxidising acid or a strong one meets a solvent",
        _acid_there,
        "apart",
        "The acid neutralised by itself; the solvent to its own can.",
        "stop",
        safe=_p(r"\b(?:never|not|no|apart|separate)\b"),
    ),
    _as_said(
        "H10",
        _p(r"\bwater on (?:top|it)\b[^.;\n]{0,12}\b(?:while|when|as long as)\b[^.;\n]{0,12}\bhot\b"),
        _any_hazard,
        safe=_p(r"\b(?:never|not)\b"),
    ),
    Told(
        "Q10",
        _p(
            r"\b(?:yellow|nitro\w*|crude)\b[^.;\n]{0,25}\bdried\b[^.;\n]{0,20}\b(?:in a pan|on the (?:cooker|stove|radiator|boiler|hot ?plate)|over a flame)\b"
        ),
        "a nitrated or oxidised product is dried hot, and can go off",
        lambda c: bool(classes_there(c) & {"nitric-acid", "chlorate", "peroxide"}),
        "wet or in air, cold",
        "Keep it wet, or dry a gram or two in air behind a shield; never on a plate.",
        safe=_p(r"\b(?:never|not)\b"),
    ),
    _as_said(
        "G03",
        _p(r"\bfoams? (?:a lot|strongly|badly|over)\b[^.;\n]{0,12}\b(?:so|and)\b[^.;\n]{0,25}\b(?:sink|bench|outside|tray)\b"),
        gas_matters,
    ),
    _as_said(
        "G07",
        _p(
            r"\b(?:let|lets|leave|blow|blew|blows|goes)\b[^.;\n]{0,20}\b(?:off|away|out) (?:over|across|through|into) the (?:fence|hedge|yard|garden|street|neighbours?)\b|\bover to the neighbours\b"
        ),
        toxic_gas,
    ),
)


NEEDED = tuple(patterns.needed(t.words.pattern, t.words.flags) for t in SAYINGS)
"""What a text must hold for each."""


def said_outright(c: Context, raised: list[Finding]) -> list[Finding]:
    """A finding for each saying that matters here, where no rule has raised its code at that place."""
    text = c.procedure.flowing
    known = [f for f in raised if ORDER[f.severity] <= ORDER["condition"]]
    out: list[Finding] = []
    small = text.lower()
    for t, words in zip(SAYINGS, NEEDED, strict=True):
        for m in t.words.finditer(text) if patterns.may_match(words, small) else ():
            step = c.step_at(m.start())
            if NOT_SO.search(text[max(0, m.start() - 40) : m.start()]) or (t.safe is not None and t.safe.search(sentence_of(text, m))):
                continue
            if not t.denies and DENIED_IN.search(m.group()):
                continue
            if not t.where(c) or any(f.code == t.code and near(f, m.span(), step) for f in (*known, *out)):
                continue
            quoted = " ".join(m.group().split())
            quoted = quoted if len(quoted) <= 90 else quoted[:87].rstrip() + "…"
            out.append(
                finding(t.code, t.severity, f"“{quoted}”: {t.says}.", step=step, span=m.span(), limit=t.limit, remedy=t.remedy, source="common practice, no source", short=t.says)
            )  # fmt: skip
            break
    return out
