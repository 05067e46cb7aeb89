"""Words that decide what a clause is about. Data for the reader; add a word, not a branch."""

from __future__ import annotations

import re
from collections.abc import Iterator
from functools import cache, lru_cache

from northsquall import data, patterns
from northsquall.reading import concepts
from northsquall.reading.items import Item, Qty, at, is_word
from northsquall.reading.tokens import Token


@lru_cache(maxsize=64)
def _lower(text: str) -> str:
    """Lower case; each clause is asked for by dozens of cues."""
    return text.lower()


class Cue:
    """A pattern with the letters of which one must be there: most clauses hold none, and are spared the search."""

    def __init__(self, pattern: re.Pattern[str], *letters: str) -> None:
        self.pattern, self.letters = pattern, letters

    def search(self, text: str) -> re.Match[str] | None:
        """The first place where the pattern fits."""
        low = _lower(text)
        for letters in self.letters:
            if letters in low:
                return self.pattern.search(text)
        return None

    def finditer(self, text: str) -> Iterator[re.Match[str]]:
        """All places."""
        return self.pattern.finditer(text)


VERBS: dict[str, set[str]] = {
    "add": {"splash", "splashed", "added", "add", "adds", "addition", "run", "ran", "runs", "dripped", "drip", "drips", "dropped", "drop", "drops", "metered", "meter", "fed", "feed", "let", "introduced", "introduce", "dosed", "dose", "trickled", "trickle", "dribble", "dribbled", "goes", "go", "went", "siphoned", "admitted", "admit", "treated", "nitrated", "brominated", "chlorinated", "diazotised", "diazotized", "acetylated", "methylated", "injected", "sprinkled", "sprinkle", "stirred-in", "pressed", "registered", "followed", "follows", "thrown", "throw", "threw", "chucked", "dumped"},
    "charge": {"charge", "charged", "placed", "place", "put", "puts", "weigh", "weighed", "taken", "take", "takes", "dissolved", "dissolve", "suspended", "suspend", "holds", "contains", "containing", "given", "give", "fill", "fills", "filled", "covered", "cover", "disposes", "solved", "presented", "slurried", "combined", "combine", "diluted", "dilute", "measured", "measure"},
    "cool": {"cooled", "cool", "chilled", "chill"},
    "heat": {"warmed", "warm", "heated", "heat", "heats", "warms", "boil", "boiled", "boils", "heating", "brought", "bring", "brings", "ignite", "ignited", "light", "lit", "calcined", "roasted"},
    "reflux": {"reflux", "refluxed", "refluxing"},
    "mix": {"mixed", "mix", "prepared", "prepare", "make", "made", "premixed"},
    "hold": {"stirred", "stir", "stirring", "stirs", "kept", "keep", "hold", "held", "stand", "sits", "left", "leave", "maintained", "continued", "agitate", "shake", "shaken", "shaking", "swirl", "react", "holds"},
    "pour": {"poured", "pour", "pours", "tipped", "tip", "emptied", "discharged", "discharge", "drown", "drowned", "transferred", "transfer", "quenched", "quench"},
    "filter": {"filtered", "filter", "collected", "collect", "sucked", "suck", "squeeze", "filtration"},
    "wash": {"washed", "wash", "rinse", "rinsed", "rinses"},
    "dry": {"dried", "dry"},
    "recrystallise": {"recrystallised", "recrystallized", "recrystallise", "recrystallize", "recryst", "recrystallisation", "recrystallization"},
    "neutralise": {"neutralised", "neutralized", "neutralise", "neutralize", "acidified", "acidify", "acidification", "basified", "basify", "alkaline", "neutralising"},
    "extract": {"extracted", "extract", "extraction", "separate", "separated", "parted"},
    "distil": {"distilled", "distil", "distill", "distils", "distillation", "strip", "stripped", "evaporated", "evaporate", "concentrated", "concentrate", "steam-distilled", "removed", "remove", "rotavap", "rotavapped", "rotovap", "rotovapped", "rotary-evaporated", "fractionate", "fractionated", "rectify", "rectified", "redistil", "redistilled"},
    "destroy": {"destroyed", "destroy", "decomposed", "reduced", "decolorise"},
    "test": {"showed", "shows", "show", "test", "tested", "check", "checked", "titrate", "titrated", "tlc", "gc", "hplc"},
    "stop": {"shut", "close", "closes", "stop", "stopped", "pause", "paused", "interrupt", "interrupted", "closed", "halted"},
}  # fmt: skip
VERB_OF = {word: kind for kind, words in VERBS.items() for word in words}

MIX_REFERENCE = Cue(
    patterns.compile(
        r"\b(nitrating (?:mixture|acid|mix)|mixed acids?|acid mixture|acids mixture|mixture of (?:the )?acids|nitrosating mixture|(?<=then )the acids(?= over| in | during|,| dropwise)|(?<=now )the acids(?= over| in | during|,| dropwise))\b",
        re.I,
    ),
    "nitr",
    "mix",
)
BATCH_REFERENCE = Cue(
    patterns.compile(
        r"\b(reaction mixture|batch|the (?:\w+ ){0,2}(?:mixture|lot|contents|slurry|mass|solution|suspension|melt|paste|liquor|thing|diazo\w*)|reaction mass|(?:pour|poured|tip|run|drop|drip|into|on ?to|quench) (?:it|all)|it(?:'s| is| was) (?:poured|stirred|tipped|run)|(?:was|were|is|are) poured|whole (?:\w+ )?(?:lot|thing)|diazo(?:nium)?(?: solution| salt)?|cold mass|everything)\b",
        re.I,
    ),
    "mixture",
    "batch",
    "the ",
    "mass",
    "it",
    "pour",
    "lot",
    "thing",
    "diazo",
    "everything",
)
WASTE = patterns.compile(
    r"^\W*(?:then |now |and |so )?(?:the |all |combined |clear |colourless |watery |alkaline |acid(?:ic)? |spent )*(filtrates?|condensate|distillate(?=\W*:| is dripped| was dripped| goes)|(?:[\w-]+ )?liquors?|aqueous(?: layers?| phases?)?(?! (?:solution|ethanol|methanol|acetone|alcohol|ammoni|caustic|\w+ic acid|\w+(?:ium|ide|ate|ite) (?!layer|phase)))|acid (?:layer|water|phase)|(?:watery|spent) acid|washings|(?:\w+ )?residues?|what is left|what's left|whatever(?:'s| is) left|glassware|left-?overs?|drops on|waste|fore-?runs?|(?:rest|what stays|what stayed) in the (?:pot|flask|still))\b",
    re.I,
)
WASTE_MOVES = patterns.compile(
    r"^\W*(?:the |clear |all )*filtrate(?: is| was| goes)? (?:put |placed |poured )?into an? (?:\d|still|flask|distilling)", re.I
)
"""The filtrate goes on in another vessel: it is the batch."""
GOES_OFF = r"\b(?:goes|went|going) off\b(?! (?:at|on|to|the)\b)|\b(?:big|bright|white) flash\b|\bcatch(?:es)? fire\b|\bflares? up\b|\bfires by itself\b"
"""What is lit and burns through, by the author's words."""
BELOW = patterns.compile(
    r"\b(?:tray|pan|bucket|tub|trough|bowl) (?:below|underneath|beneath|under it)\b|\b(?:below|under(?:neath)?) (?:the |its |a )?(?:lifting |lab )?(?:flask|beaker|lab ?jack|jack|platform|pot|reactor|vessel|table|stand)\b|\bon (?:the|a) tray\b|\b(?:tray|pan|bucket|tub|trough|bowl) (?:with|of|holding) [^.;]{0,30}\bice\b[^.;]{0,20}\bstands?\b",
    re.I,
)
NEXT_ONE = patterns.compile(
    r"^\W*(?:the )?next (?:portion|lot|spoon\w*|addition|drops?|batch|one)\b|\b(?:portion|lot|spoonful|next)\b[^.;]{0,20}\bonly (?:when|after)\b|\bbefore the next\b|^\W*each (?:lot|portion|spoonful|one)?\s*only (?:when|after)\b",
    re.I,
)
"""What the next portion waits for."""
LINE_STAYS = patterns.compile(
    r"\b(?:with|keeping|leaving) the (?:gas|off-?gas|HCl|vent) line (?:still )?(?:on|running|connected|in place|open)\b", re.I
)
SENSOR_PLACE = patterns.compile(
    r"\b(?:thermometer|thermocouple|probe|sensor|Pt ?100)\b[^,;.]{0,30}\b(?:solution|mixture|liquid|suspension|mass|melt|batch)\b", re.I
)
FILTRATE_REFERENCE = patterns.compile(
    r"\b(filtrates?|(?:mother|chromium|chrome|spent|acid|manganese|copper) liquors?|aqueous layer|washings|acid layer|(?:acid|sour) (?:water|liquor)|(?<=the )aqueous acid|(?:watery|spent) acid)\b",
    re.I,
)
SEEN = Cue(
    patterns.compile(
        r"\b(becom\w*|became|gets?|got|went (?:up|away|to)|goes (?:up|clear|brown|dark|pale)|rose|rises|fell|turns?|turned|colou?r|appears?|appeared|changes?|gone|visible|strongly|exothermic)\b",
        re.I,
    ),
    "becom", "became", "get", "got", "went", "goes", "rose", "rise", "fell", "turn", "col", "appear", "chang", "gone", "visible", "strongly", "exotherm",
)  # fmt: skip
"""What is seen and not done."""

READY = Cue(
    patterns.compile(
        r"\b(kept below the|stands? (?:(?:open|filled|uncovered) )?(?:ready|there|by|next to|beside|at my (?:side|elbow))|stood (?:open )?(?:by|beside|next to)|(?:is|was|are|were) ready|as (?:a |the )?(?:quench|dump)|kept ready|at hand|to hand|standing by|stood ready|to receive the batch|near ?by|with ice ready|(?<!when )(?<!until )(?<!till )(?<!it is )(?<!once )(?<!bath )ready(?=\W*$)|(?:with)?in (?:easy )?reach|beside (?:it|the (?:set-?up|apparatus|flask|rig|hood|stand|bench))|next to (?:it|the (?:set-?up|apparatus|flask|rig)))\b",
        re.I,
    ),
    "kept",
    "stand",
    "hand",
    "stood",
    "near",
    "ready",
    "receive",
    "reach",
    "beside",
    "next to",
    "dump",
)
EXIT_OF_THE_GAS = patterns.compile(
    r"\b(?:(?:condenser|side[- ]?arm|exhaust(?: tube| line)?|off-?gas\w*|gas(?:es)?(?: outlet(?: tube)?)?|what (?:comes|came) off|fumes|hose|line|(?<!drying )(?<!dip )tub(?:e|ing)|outlet|vent(?: line| pipe)?|exit|take-?off|hydrogen (?:chloride|bromide)|sul\w+ dioxide|chlorine)\b(?:(?! and (?:the|a)\b)[^.;:\n]){0,45}?"
    r"\b(?:lead(?:s|ing)?|led|go(?:es|ing)|went|runs?|ran|running|pass(?:es|ed|ing)?|connect(?:s|ed|ing)|join(?:s|ed|ing)|vent(?:s|ed|ing)|attached|open(?:s|ing)?|piped|end(?:s|ed|ing)?|conducted|carried|takes?|took|discharg(?:es|ed|ing)|deliver(?:s|ed|ing)|ducted|leaves?|left)\b"
    r"|(?:outlet|vent|exit|take-?off|side[- ]?arm|exhaust)\b\W{0,2}(?= ?(?:first |then |an? )?(?:wide |inverted |mouth-down )?(?:funnel|bottle|trap|to|into|through|via|over|by way of|under)\b))",
    re.I,
)
"""Where the gas leaves, and that something goes on from there: "a condenser whose outlet was piped", "side-arm via"."""
NO_WAY_OF_GAS = patterns.compile(
    r"\b(?:receivers?|added|charged|placed|dropped|poured|mixture|solution (?:was|is)|residue|distillate|layers?|filtrate|contents|liquid|removed|replaced|washed|rinsed)\b|[;\n]|\.\s",
    re.I,
)
"""What tells between the exit and the alkali that it is the batch that goes there."""
ABSORBENTS = frozenset(
    {
        "sodium hydroxide",
        "potassium hydroxide",
        "sodium sulfite",
        "sodium hydrogen sulfite",
        "sodium thiosulfate",
        "sodium carbonate",
        "water",
    }
)
"""What stands at the end of a way of the gas; plain water only where a vessel or a surface is told with it."""
LEADS_ON = patterns.compile(
    r"\b(?:to|into|through|via|over|above|under|by way of|funnels?|bottles?|absorbers?|scrubbers?|traps?|wash\w*)\b", re.I
)
"""What leads from the exit to the alkali: "a condenser, open at the top, with caustic in a flask" boils with it."""
AT_THE_END = patterns.compile(r"\b(?:funnels?|bottles?|beakers?|flasks?|jars?|surface|above|over|absorbers?|scrubbers?|wash\w*)\b", re.I)


DISPOSAL = patterns.compile(
    r"\b(?:residues?|clear(?:ing)?[- ]?out|disposal|disposing|destroy(?:ing)?|destruction|surplus|left-?overs?|g[eo]t(?:ting)? rid|quench(?:ing)? of|killing)\b"
    r"|\A\W*(?:the )?(?:old|expired|left-?over) (?:bottle of |can of |rest of )?(?!way|method|recipe|procedure|notes|form|style)[A-Za-z][\w ()-]{2,30}\Z",
    re.I,
)
"""A title that says what is got rid of."""
FED_FROM_OUTSIDE = patterns.compile(r"\b(?:cylinder|lecture bottle|gained|generator)\b", re.I)
"""A gas that is led in to react, and not away."""


def is_way_of_gas(text: str, absorbent: str) -> bool:
    """Whether what stands between an exit of the gas and `absorbent` leads there, and tells of nothing that is done with the batch."""
    return (
        not NO_WAY_OF_GAS.search(text)
        and not FED_FROM_OUTSIDE.search(text)
        and (absorbent != "water" or AT_THE_END.search(text) is not None)
        and LEADS_ON.search(text) is not None
    )


TRAIN = Cue(
    patterns.compile(
        r"(?<!separatory )(?<!drop )\b(vented through(?! (?:that|this|the same) line)|vents? through|gas[ -]bottle|gas-?washing|absorbers?|scrubber|(?<!seen in the )(?<!seen at the )(?<!bubbles went through the )(?<!bubbles through the )(?<!bubbles in the )(?<!gas in the )(?<!until the )bubbler(?! (?:is|was|stands|went|has gone) (?:still|quiet|silent|dead))|(?<!from the )(?<!from a )(?<!the )(?<!no )wash(?:ing)?[ -]bottles?|gas line|gas trap|to catch|(?:^|(?<=[.;] ))(?:the |its |delivery )?(?:tube|hose) (?:then )?(?:goes|leads|runs|ends)(?: straight| directly| right)?(?: down)? (?:in(?:to)?|under|to)|(?:^|(?<=[.;,\n] )|(?<=- ))(?:the |its |delivery )?(?:tube|hose)(?: straight| directly| right)?(?: down)? into (?:an?|the) (?=[\w\d ]{0,20}(?:bottle|flask|beaker|jar|glass|cylinder)\b)|off-?gas(?:es)?|tail gas|rest gas|HCl line|gas:|gas ?(?:->|→|to the)|gas absorption:|^\W*(?:an? |the )?(?!(?:[\w-]+ )?(?:dropping|addition|tap|feed)[- ]funnel\b)(?:[\w-]+ ){0,2}(?:hose|tube|tubing|funnel|outlet|trap)\b[^.;\n]{0,70}\b(?:over|above|to|into|through|surface of) (?=(?:about )?\d[\d.,]* ?m?L\b)|^\W*(?:the )?(?:(?:HCl|HBr|SO2|NO2|NOx|Cl2|H2S|NH3|CO2|hydrogen (?:chloride|bromide|sulfide)|(?:sulfur|nitrogen|carbon) (?:di|mon)oxide|ammonia|chlorine|gas(?:es)?|fumes|vapou?rs|off-?gas(?:es)?|waste gas(?:es)?|exit gas(?:es)?)(?:,? (?:and |formed|evolved|given off|set free|liberated|that (?:forms|comes off)))?[ ,]*){1,3}\b(?:is |are |was |were |be |goes? |go |went |bubbles? |bubbled |sucked |taken |drawn |passes |pass )[^.;\n]{0,45}\b(?:to|into|through|in|by|over|with) (?=(?:about )?\d[\d.,]* ?m?L\b)|gas goes|(?:gas |vent )?(?:outlet|exit)(?: (?:tube|line|hose|pipe))?(?: of the (?:condenser|flask|generator))? (?:(?:is|was|goes|leads|runs|ends) )?(?:led |bubbled |connected |passed )?(?:over|above|in(?:to)?|to|through)|condenser['’]?s? (?:outlet|top|head|end)\b[^.;\n]{0,20}\b(?:bubbled|led|goes|leads|connected|passed|runs|ends)|(?:the )?vent (?:goes|leads|runs|ends) (?:in)?to|(?:tube|hose|pipe|line) from (?:the |its )?(?:condenser|flask|outlet|side ?arm|neck|top)\b[^.;\n]{0,25}\b(?:ends|ending|goes|leads|dips|into|over|above|to)\b|(?:gas(?:es)?|fumes|vapou?rs|(?<![A-Za-z])(?:HCl|HBr|SO2|NO2|NOx|Cl2|H2S|NH3)) (?:is|are|was|were) (?:neutrali[sz]ed|destroyed|absorbed|trapped|scrubbed|washed|caught|taken up) (?:in|by|with|over)|the gas (?:(?:is|was)(?! (?:wanted|needed|required|seen|noticed|gone|over))|goes|went|pass\w+|leaves|left|from)|dips? (?:\d+ ?cm )?(?:deep )?in(?:to)?(?! (?:an? |the |some )?(?:ice|iced|(?:\w+[- ])?bath)\b)|below the surface of \d|mouth[- ]down|(?:inverted|upside[- ]down|upturned|turned-over) funnel|funnel (?:just |held |hung |fixed |turned |upside[- ]down |a (?:finger|hair|thumb|little)(?:'s breadth)? |(?:a few|some|about|one|two|three|five|ten|\d+(?:[-–]\d+| to \d+)?) ?(?:mm |cm |millimet\w+ |centimet\w+ )?)*(?:over|above)(?!\s+(?:about |some )?[\w.½-]+(?: [\w-]+)?\s*(?:min|h\b|hours?|minutes))|funnel held (?:mouth|a few|just|over|above|\d+(?:-\d+)? ?(?:mm|cm|millimet\w+) (?:over|above))|(?:tube|hose|pipe|tubing)\b[^.;,\n]{0,20}\b(?:leading|led|running|passing|going|dipping) (?:in)?to (?=(?:about )?\d)|(?<!cold )(?<!ice )(?<!stark )(?<!water )trap (?:with|of|holding|containing) (?=(?:about )?\d)|safety bottle|empty (?:\S+ ){0,3}(?:wash(?:ing)? )?(?:bottle|flask)(?! (?:is|was|with|holds|of)\b)|empty trap|(?:was|were|is|are) (?:led|passed|taken|conducted|drawn|carried) (?:off |away )?(?:over|through|by|via|to|into)\b[^.;\n]{0,60}\b(?:empty bottle|empty \w+|trap|funnel (?:just|held|over|above)|absorber|scrubber)|escaping gas|drawn off through|delivery tube|tube from the (?:bung|stopper|flask|side ?arm|cork)\b[^.;\n]{0,20}\b(?:in|into|to|under)\b|(?:glass|bent|rubber|delivery) tube\b[^.;\n]{0,40}\b(?:goes|leads|dips|runs|reaches|ends)\b[^.;\n]{0,25}\b(?:in|into|to|under|below|near|over|above)\b|(?:tube|hose)(?:'s)?(?: end)?(?: that| which)? (?:goes|dips|leads|runs|reaches|ends) (?:to|in|into|under|below|near|over|above|just)|(?:tube|hose|pipe)\b[^.;\n]{0,25}\b(?:hangs|ends|reaches|stands|lies|sits) (?:in|at|on|below|under|down to|into)|(?:tube|hose) (?:(?:is|was|stays?|still|left|hanging|standing|stands|down) )+in (?:the|its)|(?:from there|bent tube,?|outlet) (?:a |the )?(?:tube|hose) (?:to|into)|led (?:off |away )?(?:by|through|via) (?:a |the )?(?:(?:glass|rubber|bent|wide|long|short) )*(?:hose|tube|line)|(?:ran|run|led|lead|took|brought|fixed|put) an? (?:(?:glass|rubber|bent|plastic|delivery) )*(?:tube|hose|pipe)\b[^.;\n]{0,40}\b(?:in|into|to|under) (?:an?|the|some) (?:[\w-]+ ){0,3}(?:flask|beaker|bottle|jar|bucket|cylinder|tub)\b|end of the tube|gas by|bubbles through|(?:side[- ]?arm|outlet|condenser(?: (?:top|head))?|third neck|fourth neck|neck) (?:is |was )?(?:joined|connected|linked|coupled) (?:to|with|by|via|through|over)|(?:tube|hose|pipe|line) (?:goes|leads|leading|runs|running) from [^.;\n]{0,30}? (?:in)?to (?=\d|an? |the )|what (?:still )?(?:passes|escapes|gets past|gets through|slips (?:past|through)|is not (?:absorbed|taken up)))\b|>\s*(?:an? )?(?:empty|\d+\b(?! ?(?:min|h|s|°|%|g|K)\b))"
        r"|(?:^\W*|[,;>] ?|\n\W*|- |\bthen |\band |\bby )(?:(?:then|finally|an?|the|its|gas|delivery|outlet|outgoing|exit|vent|rubber|glass|bent|wide|plastic|open|long) ){0,4}(?:tube|hose|pipe|tubing|gas line) (?:(?:then|straight|directly|right|leading|going|led|down|runs?|ends?|dips?) ){0,2}(?:in)?to (?:(?:an?|the|another) (?:[\w.-]+ ){0,3}(?:bottle|flask|beaker|jar|cylinder|washer|conical|bucket) (?:with|of|holding|containing|filled with) )?(?=(?:about |some )?\d[\d.,]* ?m?L\b)(?![^.;,\n]{0,22}\b(?:methanol|ethanol|propanol|alcohol|ether|acetate|dioxane|benzene|toluene|dichloromethane|acetic acid)\b)"
        r"|^\W*(?:and |, )?from (?:it|there|its (?:top|head|outlet)|the (?:\w+ )?(?:condenser|flask|outlet|top|head|neck|bottle|generator))\b[^.;\n]{0,25}\b(?:tube|hose|pipe|tubing|line)\b[^.;\n]{0,60}\b(?:into|to|through|over|above|under|of|in) (?=(?:about )?\d[\d.,]* ?m?L\b)(?![^.;,\n]{0,14}\b(?:methanol|ethanol|propanol|alcohol|ether|acetate|dioxane|benzene|toluene|dichloromethane|acetic acid)\b)"
        r"|(?:,|\bthen|\band|\bfinally|\blast) (?:then )?(?:an? |the )?(?:\w+ )?(?:tube|hose|pipe|tubing)\b[^.;,\n]{0,40}\b(?:in|into|to|through|over|above|under|of) (?=(?:about )?\d[\d.,]* ?m?L of\b)(?![^.;,\n]{0,14}\b(?:methanol|ethanol|propanol|alcohol|ether|acetate|dioxane|benzene|toluene|dichloromethane|acetic acid)\b)"
        r"|\b(?:tube|hose|pipe|tubing|line)\b (?:(?:straight|directly|right|just|goes|led|dips|ends|held) ){0,2}(?:under|below|beneath) (?:the )?(?:surface of )?(?:cold |strong |dilute )?(?:water|caustic|lye|soda|bleach|alkali|sodium hydroxide|NaOH|thiosulfate|bicarbonate)\b"
        r"|^\W*(?:then |now )?(?:lead|conduct|pass|bubble|take|send) (?:the|this|that) (?:evolved |dry |washed |cold )?gas\b[^.;\n]{0,45}\b(?:into|through|to|over) (?=(?:about )?\d)"
        r"|^\W*(?:the |what )?(?:(?:unreacted|unused|excess|remaining|residual|surplus|unabsorbed) )?(?:HCl|HBr|SO2|NO2|NOx|Cl2|H2S|NH3|hydrogen (?:chloride|bromide|sul\w+)|chlorine|ammonia|gas(?:es)?|fumes|vapou?rs?)(?: (?:that|which) (?:has|have|had|is|was|does|did) not (?:been )?\w+(?: up)?)? (?:leaves?|left|goes|go|went|passe[sd]|escapes?|is led|was led)\b[^.;\n]{0,40}\b(?:through|into|over|to) (?=(?:about )?\d)"
        r"|^\W*(?:the |what )?(?:evolved |acid |off-?|waste |exit )?(?:gas(?:es)?|fumes)\b[^.;\n]{0,20}(?:(?:hydrogen|sul\w+|carbon|nitrogen|chlorine|bromine|chloride|bromide|dioxide|monoxide|and|ammonia|HCl|HBr|SO2|CO2?|NO2?|Cl2) ?|[\d.,]+ ?(?:mol|L)|[(),]| |of each|each)*\b(?:went|goes|go|pass(?:es|ed)?|(?:is|are|was|were) (?:led|passed|taken|conducted))\b"
        r"|^\W*(?:the )?(?:NOx|NO2|HCl|HBr|SO2|Cl2|H2S|NH3|hydrogen (?:chloride|bromide|sul\w+)|chlorine|ammonia|nitrous (?:fumes|gases)|nitrogen (?:di)?oxides?|sul\w+ dioxide|fumes|vapou?rs|(?:evolved |acid |waste |exit )?gas(?:es)?)(?: and (?:HCl|HBr|SO2|CO2?|NO2?|Cl2))?(?: \([^)]*\))? (?:that comes? )?(?:goes|go|is led|are led|was led|were led|passe[sd]|pass|leaves?|left|escapes?|is (?:passed|conducted|vented)|are (?:passed|conducted|vented)|(?:(?:that )?(?:comes? off|is given off|set free|evolved) )?(?:is|are|was|were) (?:all |then |completely )?(?:absorbed|taken up|scrubbed|washed|caught|trapped|neutrali[sz]ed|destroyed|sucked off|drawn off|bubbled) (?:in|by|with|over|through|into|on))\b"
        r"|^\W*(?:the )?(?:evolved |escaping |liberated |resulting |acid |waste )?(?:gas(?:es)?|fumes|(?:hydrogen (?:chloride|bromide|sulfide)|(?:sulfur|nitrogen) dioxide|chlorine|ammonia|HCl|HBr|SO2|NO2|NOx|Cl2|H2S|NH3))(?: (?:that|which) (?:c[ao]mes?|forms?|formed|escapes?|escaped|(?:is|was|are|were) (?:formed|evolved|given off|set free)))? (?:is|was|were|are) (?:then |all )?(?:passed|led|caught|collected|absorbed|taken|conducted|washed|scrubbed|trapped|sent) (?:up )?(?:over|through|into|in|to|by|with)\b"
        r"|\b(?:condenser|neck|side[- ]?arm|outlet|vent|head)\b[^.;\n]{0,30}\b(?:open|joined|connected|coupled|leading|ending) (?:in)?to (?:an?|the) (?:\w+ )?(?:tube|hose|funnel|pipe|tubing)\b[^.;\n]{0,30}\b(?:over|above|into|under|clear of)\b"
        r"|\b(?:the )?(?:vent|outlet|exit|side[- ]?arm|third neck|fourth neck)\b (?:of the \w+ )?(?:goes|went|leads|led|runs|ran|passes|passed) (?:through|over|via|by way of|by)\b",
        re.I,
    ),
    "bottle",
    "gas",
    "absorb",
    "scrub",
    "bubbl",
    "catch",
    "mouth",
    "invert",
    "funnel",
    "trap",
    "drawn off",
    "tube",
    "hose",
    "dip",
    "surface",
    ">",
    "vent",
    "hcl line",
    "goes",
    "led",
    "pass",
    "leave",
    "left",
    "escape",
    "slips",
    "gets",
)
LABELS_ASIDE = {
    "where",
    "before starting",
    "label",
    "waste",
    "scope",
    "purpose",
    "aim",
    "objective",
    "introduction",
    "theory",
    "safety",
    "ppe",
    "hazards",
    "apparatus note",
    "spill",
    "spills",
    "spill of acid",
    "spill of bromine",
    "in case of spill",
    "way out",
}
LABELS_GAS = {
    "gas absorption",
    "gas trap",
    "absorption",
    "off-gas scrubber",
    "off-gas",
    "gas",
    "hcl line",
    "line",
    "gas line",
    "train",
    "train in this order",
    "vent",
    "tail gas",
    "exhaust",
    "absorber",
    "scrubber",
}
LABELS_WASTE = {
    "filtrate",
    "distillate",
    "condensate",
    "mother liquor",
    "residue",
    "residues",
    "what is left",
    "waste",
    "liquor",
    "liquors",
    "chromium liquor",
    "chrome liquor",
    "spent liquor",
    "glassware",
    "aqueous",
    "acid layer",
}
LABELS_WASH = {
    "organic",
    "organics",
    "organic phase",
    "organic layer",
    "wash",
    "upper layer",
    "lower layer",
    "ether layer",
    "washes",
    "work-up",
    "workup",
}
LABELS_LIST = {
    "to be destroyed",
    "to destroy",
    "for destruction",
    "for disposal",
    "to dispose of",
    "on hand",
    "in stock",
    "materials",
    "material",
    "reagents",
    "chemicals",
    "ingredients",
    "quantities",
    "amounts",
    "starting materials",
    "materials and amounts",
    "stuff",
    "needed",
    "you need",
    "what is needed",
    "chemicals needed",
    "charge list",
    "take",
    "you take",
    "weigh out",
}
"""Before a charge list in a line."""
LABELS = LABELS_LIST | LABELS_WASH | LABELS_ASIDE | LABELS_GAS | LABELS_WASTE | {
    "limit", "limits", "out", "record", "yield", "result", "usual", "obtained", "mass obtained", "crop", "product", "wash", "set-up", "setup", "set up", "apparatus", "vessel", "flask", "funnel", "batch", "expected", "weigh", "weight", "weighed", "got", "run", "operation", "procedure", "oxidant", "reductant", "feed", "reagent", "method", "reaction", "then",
}  # fmt: skip
COMES_OUT = frozenset({"out", "product", "yield", "result", "output", "obtained", "expected", "gives"})
"""Labels of what is made."""
OVERNIGHT = Cue(
    patterns.compile(
        r"\b((?<!not )(?<!never )overnight(?! (?:is |are |standing is )?(?:not|never|forbidden|prohibited)\b)|over night|(?:for|till after) the night|over the weekend|through the night|(?:until|till) (?:the )?(?:next|following) (?:day|morning)|(?:until|till) (?:the )?morning)\b",
        re.I,
    ),
    "night",
    "weekend",
    "next",
    "following",
    "morning",
)
NEVER_ALONE = patterns.compile(r"(?:\bnever|\bnot|n't|\bno longer|\bat no time|\bwithout being)\b[^.;,]{0,22}$", re.I)


WARMS_BY_ITSELF = patterns.compile(
    r"\b(?:com|warm|cool|ris|go|goes|thaw)\w* (?:slowly |back |up |down |gently )*to (?:room temperature|rt|ambient|\d+(?:[-–]\d+)? ?°C)(?: slowly)? (?:by itself|on its own)$|\bboils? (?:gently|quietly|moderately)[^.;\n]{0,20} (?:by itself|on its own)$",
    re.I,
)
"""No one is told to leave: "let it come up to room temperature by itself"."""


def unattended(text: str) -> re.Match[str] | None:
    """The words that say that nobody is there; none in "never left alone"."""
    return (
        next(
            (
                m
                for m in UNATTENDED.finditer(text)
                if not NEVER_ALONE.search(text[: m.start()]) and not WARMS_BY_ITSELF.search(text[: m.end()])
            ),
            None,
        )
        if UNATTENDED.search(text)
        else None
    )


UNATTENDED = Cue(
    patterns.compile(
        r"\b((?<!ice )(?<!bath )(?<!put )(?<!taken )(?<!take )away (?:for )?(?:about )?(?:\d+|ten|fifteen|twenty|thirty|half an|an|a quarter of an) ?(?:min\w*|h\b|hours?)|unattended|after (?:the |a |my |our )?(?:lunch|coffee|tea|dinner)(?: break)?(?=[ ,])|phone call (?:meanwhile|in between)|(?:operator|worker|student|he|she|i) (?:is|am|was) (?:then |meanwhile |at that time )?in the (?:next|other) (?:room|lab)|left alone|left on (?:and|over|while)|(?:leave|left) it on\b|come back (?:in the|tomorrow|later|after|when)|(?:runs|boils|goes) (?:all )?(?:day and night|all (?:day|night|week)|round the clock)|nobody (?:needs|has|need) to (?:stay|be there|watch|mind)|(?:needs?|need) nobody|do something else|no (?:supervision|watching|attendance) (?:is |was )?(?:needed|required|necessary)|left (?:it )?to (?:boil|reflux|run|stir|react|cook|drip) (?:on its own|by itself|alone)|need(?:s|ed)? not be watched|need(?:s|ed)? no (?:watching|minding|attention)|(?:leave|left) (?:it )?to itself|do(?:ing)? (?:other|some other) (?:stuff|things|jobs|work)|(?:left|leave) (?:for|to|at|alone)\b[^.;]{0,40}\bwhile\b[^.;]{0,40}\b(?:office|written|library|desk|elsewhere|attended to)|nobody present|without (?:watching|being watched|anybody|anyone|supervision|attention)|attended (?:a|the) (?:lecture|meeting|seminar|class|colloquium|talk|course|defence)|meanwhile,? (?:(?:I |we )?(?:am |was |are |were |at |in |to |went |go )*(?:the |my |a )?)?(?:library|lunch|lecture|seminar|office|coffee|canteen|meeting|shopping|cinema)|left the (?:lab\w*|room|building)|(?:nobody|no one|no-one) (?:was|is|will be|needs to be|stays|stayed|watch\w*) ?(?:in|at|around|with|there|it|present)?|(?:do(?:es)?|did|need)(?:n't| not)? (?:need )?(?:not )?(?:to )?be (?:watched|attended|supervised|minded)|(?:one|you|we|I) (?:can|may|could) (?:now |then |safely )?leave (?:it|the lab\w*|the room)|(?:had|have|having|has|take|took|for) (?:my|our|a|the|his|her) (?:lunch|coffee|tea|break|dinner)|goes home|(?:run|stir|boil|reflux|go|stand)\w*(?: on)? (?:during|through|all) (?:the )?night|overnight (?:unattended|without)|(?:came|come|back|returned?|return) (?:back )?(?:only )?(?:after|on) (?:the weekend|Monday|\w+day)|(?:stand\w*|stay\w*|leave(?: it)?|left|wait\w*)\b[^.;\n]{0,20} (?:until|till|over|to) (?:the )?(?:tomorrow|Monday|weekend|next (?:week|morning|day))|went home|go home|(?:went|go|goes|left|leave|have|having|over|off|get|fetch) (?:for |to |out for )?(?:the |a |my |our )?(?:lunch|coffee|tea|dinner|sandwich|canteen|meeting|lecture|seminar)|(?:me|us|we|I|everyone) (?:is |am |are |was |were )?(?:in|at) (?:the |a |my )?(?:seminar|lecture|meeting|canteen|lunch|dinner|class)|(?:out|off|outside|down) for (?:a |the )?(?:smoke|cigarette|break|walk)|(?:minds|watches) itself|(?:take|took|takes|having|get|gets) (?:my |a |our )?(?:lunch|coffee|tea|dinner|sandwich|nap)|(?:was|am|were|went|go|goes) (?:upstairs|downstairs|next door|out of the room|in the office)|nobody (?:is )?(?:there|with it|stays)|(?:leave|left|leaves) (?:it|them|this|that)\b[^.;]{0,60} (?:while|when|as) (?:I'm|I am|I was|we're|we are|we were|he was|she was) (?:at|in|out|away|off)|(?:operator|student|chemist|watch|shift|staff) (?:may|can|could) (?:leave|go)|(?:do|does|did|doing) (?:the|my|some) shopping|(?<!went on )(?<!goes on )(?<!gently )(?<! K )(?<!risen )(?<!rises )(?<!rise )(?<!rose )(?<!up )(?<!off )(?<!ends )(?<!stops )(?<!settles )(?<!warms )(?<!climbs )(?<!starts )(?<!started )(?<!boils )(?<!boil )(?<!boiled )(?<!hot )(?<!warm )(?<!refluxes )(?<!refluxed )(?<!°C )(?<!degrees )(?<!first, )(?<!first )(?<!portion )(?<!drops )(?<!through )(?<!off )(?<!along )(?<!starts )(?<!climbed )(?<!climb )(?<!falls )(?<!fell )(?<!fallen )(?<!sinks )(?<!sank )(?<!warmed )(?<!cools )(?<!cooled )(?<!dropped )(?<!fades )(?<!faded )(?<!stopped )(?<!clears )(?<!cleared )(?<!settled )(?<!dissolves )(?<!dissolved )(?<!crystallises )(?<!crystallised )(?<!separates )(?<!separated )(?:by itself|on its own))\b"
        + "|"
        + concepts.NOBODY_THERE,
        re.I,
    ),
    "next room",
    "and eat",
    "to eat",
    "go and have",
    "went and",
    "next lab",
    "phone call",
    "in class",
    "at class",
    "smoke",
    "cigarette",
    "break",
    "walk",
    "leave",
    "left",
    "may",
    "can go",
    "shopping",
    "away",
    "unatt",
    "day and night",
    "all night",
    "all day",
    "alone",
    "come back",
    "something else",
    "supervision",
    "leave it on",
    "left on",
    "left it on",
    "other",
    "watch",
    "minding",
    "attention",
    "without",
    "walk",
    "meanwhile",
    "attended",
    "supervised",
    "no one",
    "no-one",
    "goes home",
    "after itself",
    "night",
    "can leave",
    "could leave",
    "break",
    "nobody",
    "home",
    "lunch",
    "sandwich",
    "stairs",
    "next door",
    "out of the",
    "office",
    "canteen",
    "meeting",
    "lecture",
    "seminar",
    "nap",
    "coffee",
    "tea",
    "dinner",
    "itself",
    "on with",
    "every",
    "each",
    "look",
    "its own",
    "library",
    "post",
    "store",
    "shop",
    "class",
    "talk",
    "corridor",
    "cafeteria",
    "kitchen",
    "floor",
    "building",
    "minded",
    "themselves",
    "another",
    "pop",
    "nip",
    "slip",
    "timer",
    "m off",
    "re off",
    "empty",
    "deserted",
    "looking after",
    "while",
    "drive",
    "drove",
    "look",
    "again",
    "locked",
    "minds",
    "absen",
    "dripping",
    "and do",
    "leave it",
    "leaving it",
)
_STIRRER = r"(?:stirrer|(?:stirring |stir )?bar|flea|magnet|paddle)"
NOT_STIRRED = Cue(
    patterns.compile(
        rf"\b(stirrer off|start the stirrer (?:only )?if (?:one|it|there) is (?:free|one|there|at hand)|(?:switch|turn)(?:ed|s|ing)? (?:off the {_STIRRER}|the {_STIRRER} off)|without (?:a stirrer|stirring)|(?:with |under )?occasional (?:shaking|swirling|stirring)|too thick (?:for the stirrer|to (?:be )?stir)\w*|(?:stirr|swirl|shak)\w* (?:it |the flask )?(?:by hand )?(?:only )?(?:now and (?:then|again)|from time to time|occasionally|once in a while)|no (?:stirring|stir|magnetic|magnet|stirrer) ?bar|unstirred|not stirred|no stirr(?:er|ing)|let (?:it )?stand without"
        rf"|{_STIRRER} (?:does not|doesn't|did not|didn't|no longer) (?:turn|rotate|move|work|run|spin)(?:s|d|ed)?|no agitation|without agitation|not agitated|{_STIRRER} (?:got stuck|failed|broke(?: down)?|died|seized)|{_STIRRER} (?:often |sometimes |always |usually |regularly |then |(?:has a tendency|tends|is apt|is inclined|likes) to )?(?:stop|stops|stall|stick|jam|stalls|sticks|jams|gets stuck|is stuck|stuck|stalled|jammed|gives up|gave up|stands still|no longer (?:turns|moves)|can(?:no|')t (?:turn|move)\w*)|stirr(?:er|ing) (?:was |is |has been |had been )?(?:stopped|switched off|turned off|off|not (?:required|needed|necessary|used))|stop(?:ped)? (?:the )?stirr(?:er|ing))\b"
        + "|"
        + concepts.NOTHING_STIRS,
        re.I,
    ),
    "stir",
    "bar",
    "flea",
    "magnet",
    "paddle",
    "agitat",
    "occasional",
    "swirl",
    "motor",
    "blade",
    "rod",
    "spoon",
    "by hand",
    "stick",
    "anchor",
    "impeller",
    "shaft",
    "standing",
    "let stand",
)
_WHEN_IT = patterns.compile(r"\b(?:if|when|whenever|should|in case|as soon as|once)\b[^.;]*$", re.I)
_IS_HELD = patterns.compile(
    r"\b(?:stop\w*|shut|shuts|close[sd]?|halt\w*|paus\w+|interrupt\w*|ceas\w+|held|hold|wait|no more|ice|dump\w*)\b", re.I
)
"""What is done when the stirrer stops; "carry on" is not among it."""


def idle(text: str, behind: str = "") -> bool:
    """Whether nothing stirs, by the words of a clause and those behind it; not where they say what is done if the stirrer stops."""
    m = NOT_STIRRED.search(text)
    if m is None:
        return False
    said = text[: m.start()] + " / " + (text[m.end() :] + behind).split(".")[0]
    return not (_WHEN_IT.search(text[: m.start()]) and _IS_HELD.search(said))


NOT_NEEDED = Cue(patterns.compile(r"\b(?:no stirrer\b|stirr(?:er|ing) (?:is |was )?not (?:needed|required|necessary|used))", re.I), "stir")
STIRRER_OFF = Cue(
    patterns.compile(
        r"\b(stirrer off|(?:switch|turn)(?:ed|s|ing)? (?:off the stirrer|the stirrer off)|(?:stirr(?:er|ing)|paddle|bar|magnet) (?:was |is )?(?:switched off|turned off)|stirr(?:er|ing) (?:was |is )?(?:stopped|off)|(?:bar|magnet|paddle)\b[^.;]{0,60}\b(?:switch|turn)(?:ed|s|ing)? it off)\b",
        re.I,
    ),
    "stirrer",
    "stirring",
    "it off",
    "ed off",
)
STIRRER_ON = Cue(
    patterns.compile(
        r"\b(?:start|switch|turn|put)(?:ed|s|ing|ting)? (?:on )?(?:the )?(?:magnetic |overhead |paddle )?stirr(?:er|ing)(?: on)?\b(?! (?:again|back|off))"
        r"|\bstirr(?:er|ing) (?:is |was |gets )?(?:only |then |now )?(?:started|begun|begins|switched on|put on|turned on|on after|on when|on once)\b(?! (?:again|back))",
        re.I,
    ),
    "stirr",
)
AFTER_THE_FEED = patterns.compile(
    r"\bstirr(?:er|ing) (?:is |was )?(?:only )?(?:started|switched on|put on|turned on) (?:afterwards|after that|later|only then|at the end)\b|\b(?:when|once|after|as soon as|until)\b[^.;]{0,25}?\b(?:feed|addition|everything|all|whole|acid|it|last drop)\b[^.;]{0,20}?(?:\bin\b|\bend\w*|\bover\b|\bdone\b|\bfinish\w*|\bcomplete\w*|[.,;]|\bstir|$)",
    re.I,
)
""" "When the feed has ended", "once everything is in", "after the addition"."""
STIRRED = Cue(
    patterns.compile(r"\b(bar on|stirrer|stirring|stirred|stir|paddle|magnetic bar|stir bar|agitat\w+|swirl\w*)\b", re.I),
    "stir",
    "paddle",
    "bar on",
    "bar",
    "agit",
    "swirl",
)
COOLED = Cue(
    patterns.compile(
        r"(?<!without )(?<!without any )(?<!without the )(?<!no )(?<!not )(?<!no further )\b(ice|cooling|cooled|bath|chilled)\b", re.I
    ),
    "ice",
    "cool",
    "bath",
    "chill",
)
_NUMBER = r"(?:-?\d{1,3}(?:[.,]\d)?|(?:ten|eleven|twelve|thirteen|fourteen|fifteen|sixteen|seventeen|eighteen|nineteen|(?:twenty|thirty|forty|fifty|sixty|seventy|eighty|ninety)(?:[- ](?:one|two|three|four|five|six|seven|eight|nine))?|a hundred(?: and \w+)?))"
SEEN_TO_CLIMB = patterns.compile(
    r"\b(?:(?:the |its )?(?:temperature|thermometer|temp|pot|flask|mixture|batch|liquid|contents|reading)|it)\b(?![^.;\n]{0,20}\b(?:bath|head|must|may|should|never|not|didn't|no)\b)[^.;\n\d]{0,25}?"
    r"\b(?:rose|shot|climbed|jumped|soared|peaked|overshot|ran up|ran to|shot to|flew to|went up|got (?:up )?to|crept up|went (?:over|past|to|straight to)|reached|hit|touched)\b"
    rf"[^.;\n\d]{{0,25}}?\b(?P<T>{_NUMBER}) ?(?:°|degrees|C\b|(?=[.,;]|\s*$| once\b| twice\b| for a\b| within\b| in \w+ (?:seconds|minutes)| before\b| and\b| at\b| though\b| but\b))",
    re.I,
)
"""A temperature that somebody saw it climb to."""
HELD_BACK = patterns.compile(
    r"\b(?:if|when(?:ever)?|until|till|once (?:it|the)|before|stop\w*|interrupt\w*|halt\w*|paus\w*|wait\w*|shut\w*|closed?|bath|heated|warmed|heating|warming|by (?:a |the )?(?:mantle|plate|bath))\b",
    re.I,
)
"""Words of a sentence in which it was let climb, or held back."""
ALL_AT_ONCE = Cue(
    patterns.compile(
        r"\b(all at once|(?<!not )all (?:the |of the )?(?:[a-z]+ ){1,3}(?:tipped|dumped|thrown|flung) (?:on|in|over|into|onto)(?! (?:over|during|portions))|(?<=\| )all the \w+ (?:from|out of) the (?:bottle|jar|tin|packet|can)\b|(?<!more than )(?<!only )at one time(?=[,.;]|\W*$)|(?<=, )all (?:on|in|over) it(?=[,.;\n]|\W*$)|(?<!for )all of it(?=[,.;] |\W*$)(?! over| during| in portions| dropwise)|(?<!is )(?<!was )(?<!are )(?<!were )(?<!it's )(?<!goes )all in(?= while\b| and (?:a |the )?(?:stopper|lid|cap|cork)\b|[,;]|\.(?:\s|$)|\W*$)|(?<=[,;] )all together(?= (?:at|in|on|while|cold|neat)\b)|straight from the (?:bottle|ampoule|jar|flask),? (?:all of it|the (?:whole )?lot|everything)|(?:in |as )?(?:one|a single|at a) (?:go|lump|heap|piece|portion|pour|lot|shot|stroke|gush|swoop|charge|addition|splash|dash|batch|movement|motion|swing)(?! (?:of \d|after|at a time|every|then))|(?<!not )(?<!too )(?<!never )rapidly|(?:in|within) (?:a few |some |two |three |five |ten )?seconds|(?:added|let in|put in|poured in|goes in|run in|tipped in|shaken in|shook it in|shook in|put it in|tipped it in|threw it in) all together|in a rush|instantly|(?<!not )(?<!or )immediately, (?:all|everything)|(?:all )?at the same time|in bulk|(?:thrown|splashed|emptied|tipped|dumped|chucked|shot|sloshed) (?:straight )?in(?=[.,;]|\s*$)|as (?:fast|quickly) as(?! (?:the )?(?:nitrogen|hydrogen|carbon dioxide|bubbles|evolution|decomposition|reaction|gas|temperature|cooling|bath|drops?) )|all in one|at once(?!,? (?:in (?:small |\w+ )?(?:portions|lots)|over|during|dropwise|slowly))|poured on|poured over(?=[.,;]|\s*$)|straight in(?! (?:the|a)\b)|quick(?:ly)?(?: as you like)?|(?:tip|dump|throw|threw|chuck|bung)(?:s|ped|ed)? (?:it |them |that |it all |the (?:whole )?(?:lot|bottle|cylinder|jar|packet|bag|beaker|cup|measure) |everything |all |all of it )?in(?! (?:portions|lots|small|spoon))|(?:pour|put|add|run|slosh)(?:s|ed)? it all in(?! (?:portions|lots|small|spoon))|open(?:ed|s)? (?:up )?the (?:tap|funnel|stopcock|cock) (?:fully|wide|right|completely|all the way)|(?:tap|funnel|stopcock|cock)(?: is| was)?(?: opened| turned| set)? (?:fully|wide|right|completely|all the way)(?: open| up|(?=[.,;]|\s*$))|let it all (?:run|go|flow) in|all of it runs? in|with the tap (?:fully |wide )?open)\b"
        r"|\b(?:pour|tip)(?:s|ed|ped)?\b(?![^.;\n]{0,90}\b(?:slow\w*|portions?|gradual\w*|gentl\w*|careful\w*|cautious\w*|drop\w*|stream|during|over|within|min|h|little|below|under|above|lots|thin|trickle|waste|ice|quench|three|four|five|several)\b)(?= (?:\S+ ){0,6}?(?:in)?to the (?:flask|pot|reactor|reaction|mixture|batch)\b)"
        + r"|(?<=, )(?:just |simply )?(?:poured|tipped|dumped)(?: in| on)?(?=[,;]|\.(?:\s|$)|\s*$)(?!, (?:\d|over |during |within |drop|slow|portion))"
        + r"|\b(?:just|simply) (?:pour|tip|throw|empty)(?:s|ed)? (?:it|them|that|this|all) (?:over|on|in|into|on top)\b|\bpour(?:s|ed)? (?:it |them |this |that )?in(?=[,.;]|\s*$)(?![^.;\n]{0,60}\b(?:slow\w*|portions?|gradual\w*|gentl\w*|careful\w*|cautious\w*|drop\w*|during|over|within|min|little|lots)\b)|\bstraight (?:on top|over it|on it|into it|onto it)(?: of (?:it|the \w+))?(?=[.,;]|\s*$)|(?<=, )all together(?=[.,;]|\s*$)|\bjust glug\w*\b|(?<=, )(?:the )?whole (?:amount|lot|of it)(?=[.,;]|\s*$)|(?<=, )the whole of it(?=[.,;]|\s*$)"
        + r"|\b(?:pour|tip|empt|dump|throw|threw)(?:s|ed|ied|y)? (?:in |on )?(?:the|all the) (?:whole|entire|full) (?:\d[\d.,]* ?(?:mL|L|g|kg)|lot|amount|bottle|cylinder|beaker)\b(?![^.;\n]{0,60}\b(?:slow\w*|portions?|gradual\w*|drop\w*|during|within|min|h|little|lots|over \d)\b)"
        + r"|\b(?:[Aa]dd|[Pp]our in|[Tt]ip in|[Pp]ut in|[Rr]un in|[Cc]harge) all (?:of )?the (?!\w+ (?:(?:drop|portion)\w*))(?![^.;\n]{0,90}\b(?:over|during|within|drop\w*|slow\w*|portions?|lots|min|h|below|under|thin)\b)"
        + r"|\b[Aa]ll (?:of )?the (?:\w+ ){0,2}[a-z]+ (?:is|was|goes|went) (?:let|run|put|poured|tipped|added|dropped) (?:in|on|into|to)\b(?![^.;\n]{0,60}\b(?:over|during|within|drop\w*|slow\w*|portions?|lots|min|h|below|under|thin)\b)"
        + rf"|\b(?:{concepts.IN_ONE})\b",
        re.I,
    ),
    "all ",
    "everything",
    "entire",
    "portioned",
    "gush",
    "in it goes",
    "once",
    "whole",
    "just ",
    "simply",
    "straight",
    "together",
    "all in",
    "all of it",
    "one",
    "as fast",
    "as quick",
    "pour",
    "let it all",
    "straight",
    "rapid",
    "seconds",
    "single",
    "stroke",
    "together",
    "rush",
    "instant",
    "immediately",
    "same time",
    "bulk",
    "thrown",
    "splash",
    "emptied",
    "shot",
    "slosh",
    "quick",
    "tip",
    "dump",
    "throw",
    "threw",
    "chuck",
    "bung",
    "tap",
    "glug",
    "dollop",
    "blow",
    "delay",
    "slowly",
    "dropwise",
    "flung",
    "fling",
    "hurl",
    "upend",
    "the lot",
    "full",
    "empty",
    "minute",
    " goes",
    " pours",
)
BY_DROPS = patterns.compile(r"\b(?:drop ?wise|drop-wise|drop by drop|(?:by|in) (?:the )?drops|drop(?:ped|s)? in|dripped)\b", re.I)
"""Of what goes in drop by drop."""
UNTIL_SEEN = (
    r"\b(?:until|till)\b[^.;\n]{0,60}\b(?:paper|strip|colou?r\w*|gone|pale|clear|negative|no|not|nothing|blank|white|faint|fade[sd]?|discharged|disappear\w*|vanish\w*"
    r"|stop(?:s|ped)?|ceases?|neutral|pH|decolou?ri[sz]\w+|blue|brown|yellow|green|red|violet|purple|orange)\b"
)
"""An addition that ends at what is seen, and not at a time or a temperature."""
UNTIL_WHITE = patterns.compile(
    r"\b(?:until|till)\b[^.;]{0,45}\b(?:white|colou?rless|negative|no (?:more |longer )?(?:blue|colou?r)|not (?:turn )?blue|nothing blue|blank)\b"
    r"|\b(?:papers?|strips?|starch[- ]iodide) (?:must be|must stay|stays?|has to stay) white\b",
    re.I,
)
""" "Bisulfite until the paper stays white": it takes away what is left."""
TITLE = patterns.compile(r"\s*[^\n]{3,110}\n[ \t]*\n")
"""A first line on its own: what a text is about."""


SLOWLY = Cue(
    patterns.compile(
        r"\b(slowly|dropwise|drop by drop|drop to drop|gradually|drop-wise|drips?|dripped|trickle|in (?:\w+ ){0,4}(?:portions|lots|spoonfuls|shots)|a bit at a time|bit by bit|portion-?wise|from the (?:dropping )?funnel|by dropping funnel|from a (?:dropping )?funnel|below the surface|in portions|by the spoon|one spoon\w* at a time|cautious\w*|carefully)\b",
        re.I,
    ),
    "slow",
    "drop",
    "drip",
    "grad",
    "portion",
    "lots",
    "spoon",
    "shot",
    "bit",
    "funnel",
    "surface",
    "caut",
    "caref",
    "trick",
)
ANALYSIS = Cue(
    patterns.compile(
        r"\b(titrat\w+|TLC|thin[- ]layer|(?:gave|gives|showed|shows) (?:no|a|the) (?:\w+ )?colou?r(?:ation)? with|GC|HPLC|gas chromatograph\w*|spot[- ]?test|a drop (?:of (?:it|the \w+) )?(?:gives|gave|with|on|in (?:methanol|ethanol|ether|water)\b)|(?<!potato )(?<!soluble )(?<!corn )(?<!maize )(?<!g of )starch(?!,? \(?\d[\d.]* ?m?g)|litmus|test strip|pH electrode|calibrated|indicator|spot plate|reference|melting point|refractive|pycnometer|samples?|aliquots?|peroxide strip|ring test|rim test)\b",
        re.I,
    ),
    "colo",
    "titr",
    "tlc",
    "layer",
    "gc",
    "hplc",
    "chromat",
    "spot",
    "starch",
    "litmus",
    "strip",
    "electrode",
    "calib",
    "indic",
    "refer",
    "melting",
    "refract",
    "pycno",
    "sampl",
    "aliquot",
    "a drop",
    "test",
)
TO_PH = Cue(
    patterns.compile(
        r"\b(pH is brought|brought to pH|to pH|until pH|till pH|pH (?:is )?\d|to (?:a )?pH|(?:until|till) (?:it(?:'s| is| isn't| is not) )?(?:no longer )?(?:neutral|alkaline|acid(?:ic)?)|strongly alkaline|make alkaline|to neutral|(?:till|until) (?:the |blue |red )*(?:litmus |pH |indicator )?(?:paper|litmus) (?:is|turns|stays|goes|shows|says) (?:and stays )?(?:blue|red|neutral|green|\d))\b",
        re.I,
    ),
    "ph",
    "litmus",
    "paper",
    "neutral",
    "alkaline",
    "acid",
)
TELLS_WHICH = (
    "bath", "bottle", "waste", "wastes", "layer", "layers", "phase", "wash", "washes", "washings", "water", "waters", "gas", "mist", "fumes", "proof",
    "gloves", "glove", "apron", "gauntlets", "cupboard", "filtrate", "filtrates", "liquor", "liquors", "extract", "extracts", "distillate",
)  # fmt: skip
"""Behind a common noun that then only says which one: "the acid filtrate", "an acid wash"."""
ITS_COLOUR_GOES = (
    "potassium permanganate",
    "sodium permanganate",
    "bromine",
    "iodine",
    "chromium trioxide",
    "sodium dichromate dihydrate",
    "potassium dichromate",
)
"""Reagents whose own colour fades as they act."""
SOLID_NOUNS = ("powder", "salt", "solids", "pellets")
"""Common nouns for a solid: before a funnel they say what it is for."""
DRYING = ("calcium chloride", "magnesium sulfate", "sodium sulfate", "potassium carbonate", "calcium sulfate", "molecular sieve")
DESTROYS = Cue(
    patterns.compile(
        r"\b(destroy\w*|discharged (?:with|by)|to discharge the colou?r|quenched (?:by|with) (?:the )?(?:addition of )?(?:an? |some )?(?:sodium )?(?:bi|meta)?(?:sul[fp]h?ite|thiosul)|(?:until|till) the last of the [\w ]{3,20} (?:was|is|had|has) gone|took the colou?r away|surplus|to reduce the excess|excess (?:\w+ )?(?:was|is) (?:destroyed|decomposed|discharged)|left was discharged|[a-z]+ left(?=(?: over)?\s*:)|decolou?r\w*|discolou?ration|until (?:it |the \w+ (?:test |strip )?)?(?:is |keeps )?(?:pale|colou?rless|white|no (?:purple|blue))|(?:,|and) then (?:(?:it|the (?:paper|strip)) (?:was |is |stayed |stays )?)?(?:white|colou?rless)|paper (?:was|is) still blue|(?<![Ii]f the )(?<![Ii]f )(?<![Ww]hen the )(?:starch\W+iodide\W+|iodide\W+)?(?<![Ii]f the )(?<![Ww]hen the )paper (?:(?:then|now) )?(?:(?:no longer|does not|did not|doesn't|didn't|will not) (?:turns?|colou?rs?|goes|go|stains?|shows?)|(?:stays|stayed|remains|keeps|is then|was then) (?:white|colou?rless))|(?:until|till) (?:the )?(?:\w+ )?(?:colou?r|yellow|violet|purple|brown|blue|orange|red)(?: colou?r)? (?:had |has |is |was )?(?:gone|disappear\w*|vanish\w*|discharged|taken away)|till it isn't|(?:until|till) it (?:no longer (?:did|does)|(?:did|does) (?:not|no longer)|doesn't|didn't)|take (?:the|what is left of the) (?!bath|water bath|warm|hot|heat|ice|mantle|flask|burner|heater|plate|funnel|condenser|stirrer|thermometer|tube|hose|cooling|sample)[^.;]{1,60} away|kill(?:s|ed)?(?! the (?:smell|odou?r|stink|stench))|(?:to )?(?:use[ds]?|using|mops?|mopped) up (?:what|the (?:rest|excess|last)|any)|to (?:get rid of|remove|take) (?:the )?excess)\b",
        re.I,
    ),
    "paper",
    "discharg",
    "quench",
    "the last of",
    "took the",
    "destroy",
    "mop",
    "up what",
    "up the",
    "up any",
    "surplus",
    "excess",
    "left",
    "colo",
    "until",
    "till",
    "take the",
    "kill",
)
OF_THE_HEAD = patterns.compile(
    r"\b(?:head|vapou?rs?|still-head|column)(?: temperature| thermometer)? (?:at |is |to |never |not |stays |kept |held |reads? )*(?:below|under|above|over|up to|at most|max\w*|<|\d)"
    r"|\b(?:one |a |1 |2 |two )?drops? (?:at|per|a|every) (?:\d|one|two|a|per|second|sec\b|s\b)",
    re.I,
)
"""What comes over: a temperature of the head, or drops by the second."""
APART = Cue(
    patterns.compile(
        r"\b(separately|meanwhile|made up before(?:hand)?|(?:made|prepared) before(?:hand)?|in another|in a second|second (?:flask|beaker)|in a little|in a separate|had the|stand ready|premixed)\b",
        re.I,
    ),
    "separate",
    "before",
    "mean",
    "another",
    "second",
    "little",
    "had the",
    "ready",
    "premix",
)
DRAWN = Cue(
    patterns.compile(
        r"\b((?:in(?:to)?|to) (?:the|a|that|this|its) (?:dropping |addition |pressure-equalising |jacketed )?funnel|dr[ae]wn? up|(?:dropping )?funnel (?:with(?! (?:an? |the |its )?(?:pressure|equali[sz]|side|by-?pass|stopcock|stopper|tap\b|PTFE|glass|cap\b|drying|tube|long|bent|open))|has|holds|held|contains|contained|(?:is|was) (?:then )?(?:charged|filled|loaded) with|:)|(?:dropping|addition|tap) funnel (?:in|on|at|into|above) [^.;:]{0,45}(?:,? with|:)(?= (?:\d|[a-z]+ (?:and [a-z]+ )?(?:mils|grams|ml|mL)|(?:a |one |two |three |four |five )?(?:hundred|half)))|dropping funnel (?:in|on|at|into) [^.;,:]{0,25} with|funnel:|put in the funnel)\b",
        re.I,
    ),
    "funnel",
    "draw",
    "drew",
)
SENSOR = Cue(
    patterns.compile(
        r"\b((?:internal|inside|inner|immersed) (?:thermometer|temperature)|temperature (?:sensor|meter|feeler|(?=(?:is |was )?(?:measured|read|taken|followed|monitored)(?: off)? in the))|\bT (?=(?:is |was )?(?:measured|read|taken)(?: off)? (?:in|by) )|\bT (?=by the )|(?:pot|batch|reaction) temperature (?=(?:is |was )?(?:measured|read|followed|monitored))|thermometer|thermocouple|temperature probe|probe|sensor|Pt ?100\b|(?<!light )(?<!rubber )bulb)\b([^.;\n]*)",
        re.I,
    ),
    "therm",
    "bulb",
    "probe",
    "sensor",
    "pt100",
    "pt 100",
    "inner t",
    "internal t",
    "inside t",
)
BATH_READ = patterns.compile(
    r"\b(?:the )?(?:ice|bath|bowl|outside) (?:alone |only )?(?:is|was) (?:measured|read|watched),? not the\b|\bby the (?:thermometer|reading) (?:of|in|on) the (?:ice(?: water)?|bath|bowl|water|jacket|tub)\b|\btemperature is (?:that|the one) of the (?:steam|bath|ice|water|jacket|bowl|oil)\b|\bonly thermometer (?:there is )?(?:is|was) (?:the one |that )?(?:of|in) the (?:bath|bowl|ice|tub)\b|\bonly the (?:bath(?:'s)? )?temperature (?:of the bath )?(?:is|was) (?:read|measured|watched|followed)\b|\bthermometer (?:is |was |hangs |stands |hung |stood )?in (?:the )?(?:oil(?! bath| still)|jacket)\b|\bthermometer (?:is |was |hangs |stands |hung |stood )?in the (?:ice|bath|bowl|water bath|cooling|(?:cold|tap|outer|outside|surrounding) water)\b|\b(?:\d+|\w+ty(?:[- ]\w+)?)(?: °C?| degrees)?(?: or so| about)? (?:on|at|from) the outside\b|\btemperature of the (?:\w+ )?(?:bath|bowl|tub|ice water)\b|\b(?:bath|outside) thermometer\b|\b(?:bath(?:'s)?|outside) temperature (?:is|was|being) (?:taken|read|measured|noted|written down|followed)\b|\bonly the (?:\w+ )?(?:bath|bowl|tub) has (?:a|the) thermometer\b|\b(?:we|i) (?:only )?(?:measure|read|watch|check)\w* (?:only )?the (?:\w+ )?(?:bath|bowl)\b|\b(?:bath|bowl) is (?:at )?-?\d+ ?(?:°C?|degrees)?[^.;\n]{0,8}\b(?:that|which|this) is (?:what|the)\b|\btemperature (?:was |is |being )?(?:read|measured|taken|checked) (?:in|on|off) (?:the )?(?:\w+ )?(?:bath|bowl|tray|basin|ice)\b|\b(?:bowl|bath|basin|tub|cooling water|ice water|water outside) (?:was|is|read|reads|showed|shows|says|said|stays|stayed|stood|stands) (?:at )?(?:about )?-?\d+"
    + rf"|\b(?:{concepts.BATH_ALONE})\b",
    re.I,
)
"""A temperature that somebody read on the bath."""
IN_POT = patterns.compile(
    rf"\b(?:{concepts.IN_THE_LIQUID})\b|"
    r"\b((?:below|under) the (?:liquid|surface|level)|liquid|acid|pot|mixture|solution|suspension|slurry|contents|flask|reaction|batch|immersed|melt|ester|dipping in|dips in|inside|in the (?:fat|wax|butter)|(?:probe|sensor|thermometer) in it)\b",
    re.I,
)
IN_BATH = patterns.compile(
    r"\b(bath|bowl|outside|basin|slush|(?:in|on) the (?:hot )?plate|(?:water|cooling|ice) jacket|(?:cooling|cold|tap|outer|surrounding) water|in the steam|(?:beaker|tub|bucket|dish|pan|tray) of (?:cold |warm |hot |ice[- ]?)?(?:water|ice)|(?:in|between|among) the (?:crushed )?ice|between (?:the )?(?:beaker|flask|glass) and (?:the )?(?:bowl|bath|basin|tub)|water (?:in which|where|that) (?:the |it )|wall of the flask|(?:taped|held|tied|leaning) (?:to|against) the (?:flask|glass|beaker))\b",
    re.I,
)
HEAD = patterns.compile(
    r"\b(head|vapou?r|side arm|above the (?:liquid|mixture|solution|surface|level)|gas space|(?:does|did|do) ?(?:not|n't) (?:touch|reach|dip)|(?:clear|short|out) of the (?:liquid|mixture|solution))\b"
    + rf"|\b(?:{concepts.IN_VAPOUR})\b",
    re.I,
)
LIMIT_WORDS = {
    "below", "under", "beneath", "exceed", "exceeding", "above", "past", "over", "pass", "passes", "passed", "max", "maximum", "most", "surpass", "never", "cut-out", "limit",
}  # fmt: skip
STOP_WORDS = {
    "alarm", "shut", "shuts", "close", "closes", "closed", "stop", "stops", "stopped", "pause", "halt", "halts", "halted", "interrupt", "interrupted", "off", "cut-out", "reached", "reaches", "gets", "hits", "hit", "passes", "touches", "wait", "waits",
}  # fmt: skip
"""Words before a temperature at which something ends."""
AT_PRESSURE = frozenset({"mbar", "mm", "torr"})
_PERSON = r"(?:co-?workers?|colleagues?|helpers?|assistants?|technicians?|chemists?|supervisors?|foreman|operators?|students?|partners?|buddy|neighbou?rs?|instructors?|teachers?|guards?|(?:some|any)(?:body|one)|persons?|people|boss|professor)"
_PRESENCE = r"(?:(?:is |are |was |were |be |must be |stays? |stayed |remain\w* |being |keeps? |kept )*(?:(?:near ?by|close ?by|present|around|there|at hand|on call|standing by)\b|next to (?:me|it|him|her)|beside (?:me|it)|with (?:me|us|him|her)|in (?:the )?(?:same )?(?:lab\w*|room)|within (?:hearing|call|sight|reach|earshot)|in (?:sight|earshot|view)|at the (?:next|neighbou?ring) (?:bench|hood)(?! doing| making| who|, who))|st(?:ands?|ood|ands? by|aying) (?:by|next to me|beside me|near ?by)|watch(?:es|ed|ing)?|helps?|helped|assists?|assisted)"
PEOPLE = Cue(
    patterns.compile(
        rf"(?<!no )\b((?<!no )(?<!without a )(?<!without )(?:an?other |an? |one |the |my |our |second |trained |experienced |at least |two |other |some )*{_PERSON}(?: [\w-]+){{0,2}} {_PRESENCE}(?! (?:at home|away|elsewhere))|(?-i:[A-Z][a-zé]+) (?:was|is|stood|stayed|stays|stands) (?:\w+ ){{0,3}}(?:with me|there|next to me|beside me|in the (?:lab|room)|near ?by)|"
        r"(?:persons?|people|crew|staff|operators?|present) ?[:=] ?(?:[2-9]|two|three|four)\b|(?:two|three|2|3) (?:trained |other |more )?(?:people|persons|workers|operators|staff)(?! at the (?:next|other))|(?:a |the )?(?:second|one more|another) (?:person|worker|operator|chemist)|(?:a |my |the )?colleagues?|both present|(?:somebody|someone) else (?:is|was) (?:there|present|in)|(?:two|three) of us|not (?:to )?(?:(?:be )?(?:work\w*|run|done) )?alone|never (?:work )?alone|(?:two|three|2|3) (?:chemists|students|technicians|colleagues)|buddy(?: system)?|(?:work|working|worked|always|only|done|run|students?|people) in pairs|(?:the )?(?:neighbou?rs?|neighbou?ring lab\w*|person at the next (?:bench|hood)|supervisor|foreman|next (?:lab|bench|door))\b[^.;\n]{0,25}\b(?:informed|told|warned|knows|near ?by|notified|aware)(?! (?:him|her|them|me|us|later|afterwards))|(?:tell|inform|warn|notify) (?:the |a |your |my )?(?:neighbou?rs?|person at the next (?:bench|hood)|supervisor|colleagues?|people (?:around|next door)|next (?:bench|lab))|(?:somebody|someone|anybody) (?:with)?in (?:earshot|call|reach|sight)|(?:my |the |a )?(?:lab|bench|hood) ?(?:partner|mate|neighbour|neighbor)s?|(?-i:[A-Z])\.? (?:stayed|was|is|stays|stood) (?:with me|there|present|next to me|beside me|in the (?:lab|room))|(?-i:[A-Z])\w+ (?:next door|was in the lab|is in the lab)|(?:Dr|Prof|Mr|Mrs|Ms)\.? [A-Z]\w+ (?:is |was )?(?:present|there|watches))\b",
        re.I,
    ),
    "people",
    "person",
    "worker",
    "helper",
    "assist",
    "somebody",
    "someone",
    "instructor",
    "teacher",
    "boss",
    "professor",
    "with me",
    "beside me",
    "next to me",
    "nearby",
    "near by",
    "colleague",
    "both",
    "present",
    "there",
    "watches",
    "worker",
    "operator",
    "staff",
    "chemist",
    "else",
    "next door",
    "in the lab",
    "of us",
    "alone",
    "buddy",
    "pairs",
    "chemists",
    "students",
    "technicians",
    "supervisor",
    "foreman",
    "next lab",
    "next bench",
    "earshot",
    "within",
    "partner",
    "mate",
    "neighb",
    "with me",
    "in the room",
)
WORN = r"(?<!neither )(?<!nor )(?<!nobody had )(?<!nobody wore )(?<!no one wore )(?<!no )(?<!without )(?<!no nitrile )(?<!no rubber )(?<!no safety )(?:visors?|face[ -]?shield|gauntlets|gloves|goggles|spectacles|glasses|apron|eye protection|protective (?:equipment|clothing))(?!: ?(?:no\b|none|not\b|-))(?! (?:(?:were|are|was|is|had|have|has)(?: been)? )?(?:all )?(?:used up|run out|gone|out\b|finished|missing|torn|nowhere|(?:left )?at home|not\b)| (?:aren't|weren't|isn't|wasn't)\b| (?:we|i|you|nobody|one) (?:don't|do not|never|didn't|needs?\b|wears?\b))"
"""What a person wears, where it is worn."""
PROTECTION = Cue(
    patterns.compile(
        rf"\b({WORN}|(?<!no )(?<!without )(?<!without a )(?<!not use the )(?<!not use a )(?<!n't use the )(?:fume cupboard|hood|sash)(?!:? (?:is |was )?(?:not (?:needed|necessary|required|used|wanted)|out of order|unnecessary|off since|none)\b)(?! (?:with |the |a |sash |front |was |is |stood |being |kept |left )*(?:fully |right |wide |all the way )+(?:up|open|raised))(?! (?:is (?:full|broken|off|out|not|busy|occupied|in use|taken|reserved)|has (?:the|an?|some|my|his|their) )|'s (?:full|broken|busy|taken|got the|got an?)|\? no\b|,? (?:with )?no (?:front|sash|draught)))\b",
        re.I,
    ),
    "visor",
    "shield",
    "gaunt",
    "glove",
    "goggle",
    "spectacles",
    "glasses",
    "apron",
    "protect",
    "cupboard",
    "hood",
    "sash",
)

STRENGTH_WORDS = {"concentrated", "conc", "dilute", "dil", "fuming", "glacial", "saturated", "satd", "sat", "aqueous", "aq"}
ADJECTIVES = {
    "mixed", "isomeric", "combined", "collected",
    "recovered", "spent", "yellow", "brownish", "grey", "gray", "colourless", "surplus",
    "cold", "warm", "hot", "crushed", "cracked", "dry", "wet", "solid", "fresh", "freshly", "distilled", "pure", "anhydrous", "powdered", "finely", "ice", "chilled", "iced", "commercial",
    "clean", "strong", "well", "stirred", "technical", "redistilled", "more", "further", "additional", "grade", "reagent", "molten", "cooled", "precooled", "plain", "tap", "deionised", "deionized",
    "molar", "fold", "crude", "ordinary", "usual", "coarse", "fine", "granular", "dried", "recrystallised", "recrystallized", "standard", "normal", "neat", "activated", "decolourising", "decolorizing", "animal", "table", "household", "pool", "thick", "thin", "abs", "absolute", "granulated", "small", "large", "equal", "good", "old", "lots", "ice-cold", "boiling", "lukewarm", "demineralised", "still",
} | STRENGTH_WORDS  # fmt: skip
CONTAINERS = {
    "flask", "beaker", "bucket", "bottle", "jar", "pail", "erlenmeyer", "conical", "funnel", "tub", "bowl", "vessel", "reactor", "cylinder", "pan", "tube", "crock", "pot", "rb", "rbf", "dish", "basin", "can",
    "drum", "tray", "glass", "generator", "receiver", "trap",
}  # fmt: skip
SHAPES = {
    "round", "bottom", "bottomed", "round-bottom", "neck", "necked", "three", "two", "four", "one", "single", "necks", "conical", "erlenmeyer", "separating", "dropping", "ground", "joint", "dried", "dry", "tared", "wide",
    "volumetric", "open", "empty", "fresh", "second", "preserving", "gas", "wash", "washing", "safety", "clean", "hood", "3-neck", "jacketed", "litre", "measuring", "big",
}  # fmt: skip
NOT_A_NAME = {
    "plus", "dropwise", "portionwise", "ready",
    "distillate", "condensate", "filtrate", "through", "allows", "allow", "permits", "permit", "demands", "asks", "takes",
    "polypropylene", "polyethylene", "polystyrene", "polycarbonate", "polythene", "plastic", "teflon", "ptfe", "pvc", "enamel", "stoneware", "porcelain",
    "comes", "off", "escapes", "evolved", "evolves", "apart", "aside", "separately", "formed", "balloon", "bubbler", "together", "altogether", "remaining", "remained", "present", "used", "needed", "required", "taken", "charged", "weighed", "measured", "volume", "mass", "collected", "separated",
    "sand", "so", "each", "it", "the", "same", "mixture", "acid", "acids", "liquid", "flask", "which", "this", "that", "them", "solid", "solution", "product", "more", "surface", "neck", "bath", "mark", "total", "material",
    "yield", "crude", "dry", "crystals", "both", "portions", "in", "over", "was", "is", "were", "are", "below", "about", "with", "into", "sample", "for", "batch", "ester", "amide", "anilide", "obtained",
    "pure", "net", "gross", "theory", "and", "to", "of", "a", "an", "by", "from", "on", "at", "oil", "reflux", "cooler", "condenser", "run", "gas", "residue", "left", "lots", "lot", "first", "then", "after", "weight",
    "twice", "thrice", "once", "times", "water", "we", "i", "you", "colourless", "white", "yellow", "plates", "needles", "headspace", "air", "nominal", "fresh", "waste", "ice", "mother", "liquor", "i'd", "had",
}  # fmt: skip
RESULT_WORDS = {
    "yield",
    "yielded",
    "gave",
    "gives",
    "giving",
    "obtained",
    "crop",
    "got",
    "weighed",
    "result",
    "record",
    "out",
    "usual",
    "afforded",
    "furnished",
    "isolated",
    "recovered",
    "last",
}
NOT_MATERIAL_BEFORE = {"no", "without", "any", "than"}
NOT_MATERIAL_AFTER = {
    "bath", "baths", "demo", "demonstration", "fountain", "tube", "paper", "papers", "waste", "stand", "ring", "layer", "free", "proof", "wool", "condenser", "separator", "jug", "tap", "strip", "test", "detector", "alarm", "monitor", "gloves", "glove", "gauntlets", "goggles", "mask", "masks", "respirator", "respirators", "cartridge", "mist", "vapour", "vapor",
    "fumes", "evolution", "specks", "stains", "content", "pump", "aspirator", "atmosphere", "balloon", "inlet", "line", "trap", "cooling", "cooled", "thermostat", "colour", "color", "smell", "wipes", "burns",
    "bottle", "bottles", "burner", "burners", "lamp", "stove", "canister", "cylinder", "pan", "spoon", "ladle", "spatula", "bucket", "wire", "kettle", "pot", "needle", "detectors", "poisoning", "press", "stream", "way", "cooler", "burette", "dip", "bead", "electrode", "residues", "dioxides", "salts", "drum", "can", "lid", "foil-covered", "crucible", "crucibles", "dish", "gauze", "plate", "rod", "tray", "vessel", "boat", "block", "clamp", "weight",
}  # fmt: skip
GENERIC: dict[str, str] = {
    "acids": "acid", "ester": "smarts:C(=O)O[#6]", "amide": "smarts:NC=O", "anilide": "smarts:cNC=O", "acid": "acid", "alcohol": "smarts:[CX4][OX2H]", "amine": "smarts:[NX3;H2,H1,H0;!$(NC=O);!$(N=*);!$(N-[OX1])]",
    "ketone": "smarts:[#6]C(=O)[#6]", "aldehyde": "smarts:[CX3H1](=O)", "hydride": "name:hydride", "permanganate": "name:permanganate", "salt": "solid", "solids": "solid", "bromide": "name:bromide|^(?:\\d-|[a-z]+-)?bromo",
    "chloride": "name:chloride|^(?:\\d-|[a-z]+-)?chloro(?!form)", "nitrite": "name:nitrite", "nitrate": "name:nitrate", "peroxide": "name:peroxide", "hypochlorite": "name:hypochlorite", "dichromate": "name:dichromate", "azide": "name:azide", "borohydride": "name:borohydride", "thiosulfate": "name:thiosulfate", "sulfite": "name:sulfite", "bisulfite": "name:hydrogen sulfite",
    "anhydride": "name:anhydride", "catalyst": "name:acid|chloride", "carbonate": "name:carbonate", "acetate": "name:acetate", "iodide": "name:iodide", "iodate": "name:iodate", "hydroxide": "name:hydroxide", "metal": "solid",
    "powder": "solid", "foil": "name:^(?:aluminium|copper|tin|silver|lead|zinc)$", "pellets": "name:hydroxide", "dioxide": "name:dioxide", "starter": "", "tribromide": "name:tribromide", "trichloride": "name:trichloride", "pentachloride": "name:pentachloride", "oxychloride": "name:oxychloride|phosphoryl", "cyanide": "name:cyanide", "dithionite": "name:dithionite", "persulfate": "name:persulfate|peroxodisulfate",
    "malonate": "name:malonate", "acetoacetate": "name:acetoacetate", "benzoate": "name:benzoate", "salicylate": "name:salicylate", "cinnamate": "name:cinnamate", "acrylate": "name:acrylate",
    "chlorate": "name:chlorate", "periodate": "name:periodate", "perborate": "name:perborate", "nitrile": "smarts:C#N", "epoxide": "smarts:C1OC1", "thiol": "smarts:[SX2H]", "oxime": "smarts:C=N[OX2H]", "imide": "smarts:O=CNC=O", "diol": "smarts:[CX4][OX2H].[CX4][OX2H]", "quinone": "smarts:O=C1C=CC(=O)C=C1", "isocyanate": "smarts:N=C=O", "lactone": "smarts:[C;R](=O)[O;R]",
    "solvent": "", "substrate": "smarts:c", "hydrocarbon": "smarts:[#6]", "arene": "smarts:c", "halide": "smarts:[#6][Cl,Br,I]", "phenol": "smarts:c[OX2H]", "olefin": "smarts:C=C", "alkene": "smarts:C=C",
}  # fmt: skip
"""Common nouns that stand for a material named before: by structure, by name, by kind."""


COVERS = {"covered", "cover", "covers", "closed", "capped", "wrapped", "lid", "under", "sealed"}


METALS = ("zinc", "iron", "copper", "aluminium", "magnesium", "tin", "sodium", "lithium", "potassium")
"""What is sold as wool, strip or foil."""
ITS_CAN = ("metal", "waste", "biscuit", "tea", "fresh", "new", "full", "opened", "unopened", "sealed", "old", "same", "the", "a")
"""Words before a tin that is a can."""


CATIONS = ("sodium", "potassium", "lithium", "calcium", "magnesium", "barium", "silver", "zinc", "copper", "iron", "mercury", "lead")
"""Metals of which a salt may be spoken."""
WITH_WATER = (
    "ethanol",
    "methanol",
    "acetone",
    "2-propanol",
    "isopropanol",
    "dioxane",
    "acetonitrile",
    "tetrahydrofuran",
    "thf",
    "dmf",
    "etoh",
    "meoh",
    "acetic acid",
)
"""Solvents that are mixed with water: "ethanol-water"."""
MADE_OF = ("nitrile", "butyl", "neoprene", "rubber", "leather", "long", "thick", "heavy")
"""What gloves are, in front of their name."""


SHOWN = ("blue", "black", "brown", "violet", "red", "yellow", "white", "positive", "dark")
"""What a strip turns: "the strip turned blue with a drop of dilute peroxide"."""


def no_material(items: list[Item], i: int) -> bool:
    """Whether the substance at `i` is only part of another word's meaning: "water bath", "starch paper", "no iron"."""
    x = items[i]
    assert isinstance(x, Token)
    after = next((y for y in items[i + 1 : i + 4] if not is_word(y, *MADE_OF)), None)  # "bromine nitrile gloves"
    if x.value == "water" and any(is_word(y, "trickle") for y in items[max(0, i - 3) : i]):
        return True  # "condenser with a trickle of water"
    was = i + 2 + (len(items) > i + 2 and is_word(items[i + 2], "turned", "shut", "switched"))
    if x.value == "water" and is_word(after, "was", "is") and was < len(items) and is_word(items[was], "off"):
        return True  # "the water was off": of the condenser
    if is_word(after, "would"):
        return True  # "ice would be better"
    if is_word(after, "thing", "trick", "business", "job") and not isinstance(items[i - 1] if i else None, Qty):
        return True  # "I do the permanganate thing"
    if is_word(after, "no", "none") and (i + 2 >= len(items) or is_word(items[i + 2], ")", ",", ";", ".")):
        return True  # "(heat gun, iodine no)"
    before = items[i - 1] if i else None
    k = i - 1
    while k > 1 and (
        isinstance(items[k], Qty) or is_word(items[k], "a", "drop", "of", "dilute", "weak", "some", "the", "fresh", "acidified", "very")
    ):
        k -= 1
    if (
        k > 1
        and is_word(items[k], "with", "on", "against")
        and is_word(items[k - 1], "tried", "checked", "tested", "proved", "shown", "beforehand", "before", "first", *SHOWN)
    ):
        if any(is_word(y, "strip", "strips", "paper", "papers") for y in items[max(0, k - 6) : k]):
            return True  # "(peroxide strip negative, strip checked with dilute hydrogen peroxide)": the control of a test
    if is_ice(x) and not isinstance(before, Qty):
        gone = " ".join(y.low for y in items[i + 1 : i + 4] if isinstance(y, Token))
        off = any(is_word(y, "took", "take", "taken", "removed", "remove", "lift", "lifted") for y in items[max(0, i - 3) : i])
        if re.match(r"(?:had |has |was |is |all )*(?:melted|gone|used|removed|exhausted)\b|(?:bath )?(?:away|off|out)\b", gone) and (
            off or not gone.startswith("bath")
        ):
            return True  # "the ice had melted", "took the ice away"
    if x.value in CATIONS and is_word(after, "salt", "salts"):
        return True  # "the sodium salt was never isolated"
    if isinstance(before, Token) and before.low.startswith("poly"):
        return True  # "polyethylene glycol 400 wipes"
    if isinstance(after, Token) and after.text in ("-", "–", "‑", "/") and after.start == x.end and i + 2 < len(items):
        behind = items[i + 2]
        if isinstance(behind, Token) and (
            behind.low in NOT_MATERIAL_AFTER
            or (behind.kind == "sub" and behind.start == after.end and x.low in ("ice", "starch", "iodide", "water", "potassium iodide"))
            or behind.low in ("free", "cooled", "cold", "chilled", "starch", "wet", "moist", "damp")
            or (behind.low == "water" and x.low not in WITH_WATER)
        ):
            return True  # "ice-salt", "silver-free", "starch-iodide"
    if isinstance(before, Token) and before.text in ("-", "–", "/") and before.end == x.start and i > 1 and is_ice(items[i - 2]):
        return True
    wise = in_manner(items, i + 2)  # "1.5 g KMnO4 spatula-wise"
    if x.low == "tin" and (
        is_word(before, *ITS_CAN, "one", "two", "per", "each", "whole")
        or (isinstance(before, Token) and before.kind == "num")
        or (is_word(before, "its", "that") and is_word(at(items, i - 2), "of", "from", "in", "into"))
        or (
            is_word(after, "from", "without", "with", "has", "stands")
            and any(is_word(y, "cap", "lid", "thread", "rust", "scrap", "label") for y in items)
        )
    ):
        return True  # "from a fresh tin", "out of its tin", "tin from the back, rust on it"
    wool = is_word(after, "wool", "strip", "wire", "ribbon") and x.value in METALS
    told = is_word(after, "cooled", "chilled", "cold") and is_word(at(items, i + 2), "in", "to", "by", "with") and is_word(before, "of")
    holds = (
        is_word(after, "trap")
        and is_word(at(items, i + 2), "(", ",")
        and any(isinstance(y, Qty) and y.dim == "volume" for y in items[i + 3 : i + 7])
    )
    if holds:
        return False  # "a caustic trap (10 %, 500 mL)"
    if isinstance(after, Token) and after.low in NOT_MATERIAL_AFTER and not wise and not wool and not told:
        return True  # not "50 mL of ethanol cooled in ice"
    if (x.low.endswith(" foil") or (isinstance(after, Token) and after.low == "foil")) and any(
        isinstance(y, Token) and (y.low in COVERS or (k > i and y.low in ("over", "around", "round"))) for k, y in enumerate(items)
    ):
        return True  # "the neck covered with aluminium foil", "foil is put over the top"
    behind_it = " ".join(y.low for y in items[i + 1 : i + 4] if isinstance(y, Token))
    if x.value in ("ice", "water") and re.match(
        r"(?:are |is )?(?:at hand|to hand|ready|near ?by|standing by|in reach|within reach)\b", behind_it
    ):
        return True  # "with a water bath and ice at hand"
    if x.value in ("ice", "water") and re.match(r"(?:machine|maker|box|chest|renewed|replaced|topped|changed|refilled)\b", behind_it):
        return True  # "the ice machine is down", "with ice renewed"
    if re.match(r"(?:sludge|muds?|slurry residue|cake residue)\b", behind_it) and x.value in METALS:
        return True  # "aluminium sludge in the bin"
    first_aid = " ".join(y.low for y in items[i + 1 : i + 8] if isinstance(y, Token))
    if re.match(
        r"(?:\d+ )?(?:gel |solution |cream )?(?:(?:for|against) (?:\w+ ){1,3}?)?(?:on the skin|in the eyes?|on skin|in eyes|burns?\b|splash\w*)\b",
        first_aid,
    ) and not isinstance(before, Qty):
        return True  # "polyethylene glycol 400 for phenol on the skin"
    if x.value == "water" and any(is_word(y, "condenser", "cooler") for y in items[max(0, i - 5) : i]) and not isinstance(before, Qty):
        if re.match(
            r"(?:just |barely |hardly |only |is |was )*(?:running|flowing|on|trickling|at|through)\b", behind_it
        ) or x.low.startswith("tap"):
            return True  # "a condenser with the tap water barely running"
    if isinstance(after, Token) and after.kind == "sub" and after.low in ("starch", "litmus"):
        return True
    if not (i and isinstance(before, Qty)) and re.match(
        r"(?:drops?|droplets|vapou?r) (?:appears?|appeared|separates?|condenses?|collects?)\b|(?:appears?|condenses)\b", behind_it
    ):
        return True  # "warms up, water drops appear"
    near = items[max(0, i - 3) : i]
    if any(isinstance(y, Token) and y.low == "not" and not any(is_word(z, ":", ",", ";") for z in near[k:]) for k, y in enumerate(near)):
        return True  # "in the acid, not in the ice"
    ahead = " ".join(y.low for y in items[max(0, i - 4) : i] if isinstance(y, Token))
    if re.search(r"\b(?:next to|beside|away from|apart from|near) (?:the |an? |some |any )?(?:\w+ )?$", f"{ahead} "):
        return True  # "kept next to the caustic pellets"
    if re.search(
        r"\b(?:drying|guard) tube (?:is |was )?(?:\(|with|of|filled with|packed with) (?:some |the |granular )?$|\b(?:brown|orange|purple|violet|pink|yellow|red|green|blue|colou?r) of (?:the |any )?$",
        f"{ahead} ",
    ):
        return True  # "a drying tube with calcium chloride", "until the brown of iodine has gone"
    if (
        x.low == "lead"
        and not isinstance(before, Qty)
        and re.match(r"(?:the |it\b|them\b|off\b|nitrogen|argon|air\b|gas|what |through|into|in |over )", behind_it)
    ):
        return True  # "lead nitrogen through the flask"
    if is_word(before, "against") or re.match(r"(?:is|are|was|were) used (?:as|for) (?:the )?(?:standard|reference)\b", behind_it):
        return True  # "standardise against potassium iodate"
    if is_word(before, "the") and re.match(r"(?:is|was|'s) (?:still )?(?:in|round|around) (?:there|it|place)\b", behind_it):
        return True  # "the ice is in there, so it is cold"
    if (
        x.value == "water"
        and isinstance(before, Token)
        and before.low == "under"
        and i > 1
        and isinstance(items[i - 2], Token)
        and items[i - 2].low in ("cake", "catalyst", "kept", "keep", "stored", "sodium", "store")
    ):
        return True  # "cake under water into the waste"
    return isinstance(before, Token) and (before.low in NOT_MATERIAL_BEFORE or (before.low == "of" and i > 1 and is_free(items[i - 2])))


def in_manner(items: list[Item], i: int) -> bool:
    """Whether "-wise" stands here: how something goes in, and no part of a name."""
    return is_word(at(items, i), "-", "–", "‑") and is_word(at(items, i + 1), "wise", "by")


def is_ice(x: Item) -> bool:
    """The first half of "ice–salt"."""
    return isinstance(x, Token) and x.low in ("ice", "iodide", "starch", "potassium iodide")


def is_free(x: Item) -> bool:
    """ "free of", "smell of"."""
    return isinstance(x, Token) and x.low in (
        "free",
        "smell",
        "traces",
        "trace",
        "colour",
        "color",
        "amount",
        "bottle",
        "mist",
        "odour",
        "evolution",
        "specks",
        "fumes",
        "excess",
        "drops",
        "escape",
        "purple",
        "grams",
    )


def length_of_time(items: list[Item], i: int) -> bool:
    """Whether a quantity is a rate ("60 mL a minute", "5 L/min") and no amount."""
    after = [x.low for x in items[i + 1 : i + 3] if isinstance(x, Token)]
    return bool(
        (after[:1] == ["/"] and after[1:2] and after[1] in ("min", "h", "s", "minute", "hour"))
        or (len(after) == 2 and after[0] in ("a", "per") and after[1] in ("minute", "min", "second", "s", "hour", "h"))
    )


NOUNS_TOO = {
    "charge",
    "concentrated",
    "extract",
    "dry",
    "test",
    "drop",
    "drops",
    "make",
    "check",
    "reflux",
    "wash",
    "fresh",
    "quench",
    "separate",
    "boiling",
    "dilute",
    "removed",
    "weigh",
}


TO_MARK = patterns.compile(
    r"\b(?:up )?to (?:the|its) (?:\d+ ?m?l )?mark\b|\b(?:made|make|filled|fill|topped|top|diluted|dilute|brought|bring) (?:it )?(?:up )?(?:with [\w ]{0,20})?to (?:a (?:total )?volume of )?\d",
    re.I,
)
"""Up to a volume, not by an amount."""
GAS_COMES = patterns.compile(
    r"^\W*(?:\(.*?\)\W*)?(?:which |that )?(?:will |should |must |can )?(?:comes?|forms?|evolves?|escapes?|leaves?|goes|is (?:evolved|given off|set free|expected|formed|lost)|are (?:evolved|given off|set free)|in all|altogether|expected|to be expected)\b",
    re.I,
)
"""Behind a gas with its moles: it is what comes off, not what goes in."""
FED_GASES = (
    "chlorine",
    "hydrogen chloride",
    "hydrogen bromide",
    "ammonia",
    "hydrogen sulfide",
    "sulfur dioxide",
    "carbon monoxide",
    "ozone",
    "oxygen",
    "acetylene",
    "ethylene",
    "phosgene",
)
GAS_FED = patterns.compile(
    r"\b(?:from (?:the|a|its) (?:gas |little |small |steel )?(?:bottle|cylinder|lecture bottle|generator)|(?:passed|led|bubbled|blown|introduced|fed) (?:in|into|through)\b|(?:slow|brisk|gentle|steady|full|strong)?\s*(?:stream|current) of|at full stream|saturated with)\b",
    re.I,
)
"""A gas that goes in, and not one that comes off."""
AIDS = ("graphite", "silica", "silicon dioxide", "sand")
"""Charcoal, kieselguhr, sand: what clears a solution or fills a bath is no charge where nobody weighs it."""
INDICATORS = (
    "phenolphthalein",
    "methyl orange",
    "methyl red",
    "bromothymol blue",
    "phenol red",
    "cresol red",
    "thymol blue",
    "bromocresol green",
    "bromophenol blue",
    "eriochrome black T",
)
"""What colours a titration: drops of it are no charge, and it is no product where no title names it."""


@cache
def gas_names() -> frozenset[str]:
    """Names and formulas of the gases that have a record, as they are written."""
    return frozenset(name for record in data.toml("review/gases.toml").values() for name in record.get("names", []))


SOLD_DISSOLVED = patterns.compile(r"(?:formalin|formol|muriatic|spirits?\b|aqua |[\w ]+ solution$|[\w ]+ water$)", re.I)
"""Names of what is sold as the solution of a gas."""


def is_gas_name(identity: str | None) -> bool:
    """Whether a substance is known and a gas at room temperature."""
    from northsquall.substances import catalogue

    return identity is not None and catalogue().substances[identity].phase == "g"


LAYER = Cue(
    patterns.compile(
        r"\b(?:lower|upper|bottom|top|organic|ether|oily|acid|aqueous) (?:layer|phase)(?:'s)?\b|\bsep(?:arat\w+)?\.? funnel\b|\blayers?\b.*\bseparated\b",
        re.I,
    ),
    "layer",
    "phase",
    "funnel",
)
NOT_DONE = Cue(
    patterns.compile(
        r"\b(supposed to|some people|you could(?! see)|could(?: not|n't) see|we don't|don't bother|would have|instead of|never (?:filtered|allowed|plugged)|is not done|(?:the |my )?(?:book|literature|textbook|original|recipe|procedure|manual) (?:says|said|wants|wanted|calls for|asks for|tells|has it))\b|^\W*nothing (?:that|which) [a-z]+",
        re.I,
    ),
    "suppos",
    "nothing ",
    "book",
    "literature",
    "original",
    "recipe",
    "procedure",
    "manual",
    "people",
    "could",
    "don't",
    "no, we",
    "waste",
    "bother",
    "would",
    "instead",
    "never",
    "not done",
)
STILL = Cue(
    patterns.compile(
        r"\b(still[- ]?head|retort|short[- ]path(?: head)?|head and condenser|the receiver is|receiver on|claisen head|distill?(?:ing|ation) (?:bridge|head)|condenser and (?:to )?(?:an? |the )?receiver|(?:into|then) the receiver|change to distillation)\b",
        re.I,
    ),
    "still",
    "bridge",
    "receiver",
    "distil",
    "retort",
    "path",
    "claisen",
)
WENT_IN = Cue(
    patterns.compile(
        r"\b(?:really )?(?:it was )?(?:only )?(?:about )?([\w-]+(?: point \w+)?)(?: of the ([\w-]+))?(?: that)? went in\b",
        re.I,
    ),
    "went in",
)
GOES_AWAY = Cue(
    patterns.compile(
        r"\b(down the (?:sink|drain|toilet|lavatory|gully)|to the drain|(?:waste|salts|catalyst) (?:bottle|drum|bin|jar|can|tin)|(?:aqueous|solvent|catalyst|aluminium|zinc|manganese|halogen\w*|copper|metal|heavy metal) waste|in(?:to)? the bin|label)\b",
        re.I,
    ),
    "toilet",
    "lavatory",
    "gully",
    "sink",
    "drain",
    "waste",
    "bin",
    "label",
    "bottle",
    "catalyst",
)


def of_gas(label: str) -> bool:
    """Whether a heading is about the way of the gas: "off-gas", "HCl line", "train, in order"."""
    words = label.split()
    return label in LABELS_GAS or (bool(words) and (words[-1] in ("line", "gas") or words[0] == "train"))


def is_label(name: str) -> bool:
    """Whether words before a colon are a heading that says what the clause is about."""
    return name in LABELS or name.split()[0] in ("limit", "limits") or of_gas(name) or WASTE.search(name) is not None


OF_POT = {
    "pot",
    "mixture",
    "temperature",
    "temp",
    "reaction",
    "inner",
    "internal",
    "contents",
    "solution",
    "liquid",
    "flask",
    "batch",
    "not",
    "below",
    "under",
    "never",
    "at",
    "max",
    "from",
    "between",
    "keep",
    "stay",
}


KEPT_ELSEWHERE = Cue(
    patterns.compile(
        r"\b(?:(?:product|receiving|absorption|absorbing|other|second) (?:flask|vessel|bottle)|receiver|absorber|scrubber|trap|condenser|cooler|(?:dropping|jacketed|addition) funnel)(?: (?:is|was|being|kept|held|cooled|standing|always|well|only|not|never|passes|passed|reaches|reached|exceeds|gets|goes|rises|climbs))*(?: (?:at|to|between|below|under|near|over|above|past)|(?<=passes)|(?<=passed)|(?<=reaches)|(?<=reached)|(?<=exceeds))\W*$",
        re.I,
    ),
    "flask", "vessel", "bottle", "receiver", "absorber", "scrubber", "trap", "condenser", "cooler", "funnel",
)  # fmt: skip
"""What a temperature that follows is said of, where it is not the batch: "the product flask being kept at"."""


NEXT_AT = Cue(
    patterns.compile(
        r"\b(?:each|every one|the next|next|another|a new|further|more|again)\b(?: \w+){0,4} (?:when|once|after|as soon as|only when)\b[^.;]{0,60}$|\b(?:fallen|fell|dropped|sunk|gone|come|came|cooled|back) (?:back |again |down )*(?:to|below|under) *$",
        re.I,
    ),
    "when", "once", "after", "soon", "fallen", "fell", "dropped", "back", "come", "came", "gone",
)  # fmt: skip
"""What the next portion waits for limits nothing: "each when the temperature had fallen back below"."""


GOES_ON_AT = Cue(
    patterns.compile(
        r"\b(?:until|till) (?:\w+ ){0,4}(?:back|fallen|fell|sunk|dropped|down|again|come|comes|falls|drops|sinks) (?:back |again |down |once more )*(?:to|at|below|under) *$",
        re.I,
    ),
    "until", "till",
)  # fmt: skip
"""A feed that was stopped goes on from there, which is no limit: "close the tap and wait until it is back below"."""


def of_another(text: str) -> bool:
    """Whether a limit names something else than the pot first: "product flask 0 to 10 °C", "bath 120 °C"."""
    first = re.match(r"\W*([a-z]+)", text, re.I)
    return first is not None and first[1].lower() not in OF_POT
