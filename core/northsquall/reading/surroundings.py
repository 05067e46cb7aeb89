"""What the words say beside the doing: how a vessel is shut, the way of its gas, where it stands and what watches over it.

A second pass over the text, after the steps are known: each phrase that speaks of a lid, a tube, a hood or a
flame is tied to the step in which it stands.
"""

from __future__ import annotations

import re
from bisect import bisect_right
from collections.abc import Iterator
from functools import lru_cache
from typing import Literal

from northsquall import patterns
from northsquall.procedure import Closing, Place, Procedure, Seen, Step, TrainElement
from northsquall.procedure.document import HOW_SHUT
from northsquall.procedure.units import WRITTEN_VOLUME, convert
from northsquall.reading import concepts
from northsquall.reading import lexicon as lex

SENTENCE = patterns.compile(r"[^.;\n]+(?:\.(?=\S)[^.;\n]*)*")
"""A phrase: up to a full stop before a space, a semicolon or a line's end."""

NOUN = r"(?:stopper|bung|cork|lid|cap|septum|screw[- ]cap)s?"
SHUT = patterns.compile(
    rf"\b{NOUN}\b(?:(?! with | through | holding)[^.;\n]){{0,25}}\b(?:in|on|back|down|closed|shut|tight\w*|screwed|held|clipped|clamped|wired|tied|wire|wires|clip|clamp|tape|taped)\b"
    rf"|\b(?:push\w*|put|puts|fit|fits|fitted|insert\w*|screw\w*|press\w*|clos\w+|replac\w+|clip\w*|jam\w*)\b(?:(?! with | through )[^.;\n]){{0,22}}\b{NOUN}\b"
    r"|\b(?:watch ?glass|lid|cover|dish|foil|film|bag)\b[^.;\n]{0,25}\b(?:taped|glued|screwed|clamped|tied|wired|strapped) (?:down|on|shut|tight)\b"
    rf"|\breceiver[^.;\n]{{0,40}}\b(?:tight (?:adapter|on|to|against|onto)|no side[- ]?arm|without (?:a )?(?:vent|side[- ]?arm))\b"
    r"|\b(?:let it (?:fizz|froth|foam|bubble|gas)|fizz\w*|froth\w*|bubbl\w*),? (?:then |and )?(?:cap|lid|cork|stopper)\b(?! (?:off|loose))"
    r"|\b(?:bottle|jar|can|drum|receiver|flask),? (?:is |was )?(?:screwed|clipped|clamped) (?:on|tight|fast)\b|\b(?:into|in) (?:\w+ )?(?:bottles?|jars?),? (?:and )?(?:cork|corked|capped|stoppered)(?=[.,;\n])|\b(?:bottle|jar|can|drum) with (?:the|an?|its) (?:screw[- ]?)?(?:cap|lid)\b|\b(?:has|had|with|and|is|was) no (?:other|second|further) (?:opening|hole|outlet|vent)\b"
    rf"|\b(?:closed|shut|stoppered|corked) (?:it|them) (?:tightly|firmly|tight|well|off)\b|\b(?:stopper|cork|cap) and shake\b|(?<!was )(?<!is )(?<!were )\b(?:corked|stoppered|capped) (?:it|them|the (?:flask|bottle|jar))\b|(?:^|(?<=[.;\n]))\W*(?:end: )?(?:(?:then|now|(?:after|before|at) [^.;,\n]{{3,25}}?,?) )?(?:(?:i|we|you) )?(?:(?:stopper|cork|cap|seal)(?: (?:it|up|the (?:flask|bottle|jar|tube|vessel|pot|conical|generator)))?|(?:close|shut) (?:it|them|up)|(?:the )?outlet (?:is|was) (?:closed|shut|sealed))(?=\s*(?:[.;,\n]|$|[+&]|so (?:it|that|nothing)\b|and (?:leave|shake)\b|(?:un)?till?\b|for (?:the|next|later|a|\d)|over ?night\b))|\b(?:(?:stoppered|corked|capped)(?! (?:powder|dropping|addition|solids?|tap|feed) funnel)|(?:tightly |firmly |well )(?:closed|shut|sealed|stoppered)|closed (?:off|tight\w*)|(?:in|into) (?:a|the|its|an?) (?:tightly |well |firmly )?(?:closed|stoppered|corked|sealed|capped|screw-?cap(?:ped)?) (?:flask|bottle|jar|jug|canister|drum|vessel|can|tube|beaker)|screwed (?:down|tight\w*|on tight\w*|shut)|screw (?:it |the \w+ )?(?:down|tight\w*|shut)|(?:closed|shut) separat\w+ funnel|(?:brick|weight|stone|book) on (?:the |its )?(?:lid|top|stopper)|clipped (?:shut|down|on)|hermetic\w*|air-?tight|gas-?tight(?! syringe)|sealed(?! (?:tube|bearing|stirrer|unit))"
    rf"|(?:all|every|both)(?: (?:the|its|other|of the))* (?:necks?|openings?|outlets?|joints?|valves?|taps) (?:is|are|was|were) (?:now |then |kept )*(?:closed|shut|sealed|plugged)"
    rf"|(?:(?<!second )(?<!third )(?<!fourth )(?<!spare )(?<!unused )(?<!free )(?<!remaining )(?<!side )necks?|condenser|column|outlet|side ?arm|top of the condenser)(?: and the (?:\w+ )?\w+)? (?:(?:is|are|was|were) (?:now |then |kept )*(?:closed|shut|plugged)(?! (?:with|by) (?:an? |some )?(?:\w+ of )?(?:drying|calcium|CaCl2|cotton|tissue|paper|cloth|rag|glass wool|wool|gauze|lint|sponge|foam|balloon|bubbler|foil))|(?:carries|carried|bears|bore) an? (?:glass |rubber )?(?:stopper|bung|cork|septum))|(?:the )?(?:gas )?(?:outlet|vent) (?:is |was )?(?:shut|clamped(?: off| shut)?|plugged)|(?:has|had|have|with|is|was) (?:no|neither) (?:gas )?(?:outlet|vent|opening)\b(?! (?:is|was) needed)|(?:tube|outlet|vent|condenser) (?:is |was |\()?(?:blocked|plugged|clogged|choked|jammed)|(?:closed?|shut|sealed|plugged|stopped) (?:it|them|the \w+) (?:up )?with (?:an?|the|its) (?:\w+ )?(?:stopper|bung|cork|cap|lid|septum)(?! (?:carry|with|through|that))|stopper is (?:pushed|put|pressed|set|placed) (?:in|on)"
    rf"|(?:everything|apparatus|system|set-?up|whole thing) (?:is|was|being|kept|stays|remains) (?:now |then |kept )*(?:closed|shut|sealed)"
    rf"|(?:close|closed|cap|shut) the (?:canister|can|container|bottle|jar|drum|flask)\b|(?:jar|bottle|flask|can|canister|container|drum|receiver|funnel|vessel|tube) (?:is |was |then |at once |firmly )*(?:closed|shut|sealed)|{NOUN} through the|through the {NOUN}|with an? (?:[\w-]+ ){{0,2}}(?:bung|cork|stopper))\b"
    + rf"|\b(?:{concepts.SHUT_TIGHT})\b",
    re.I,
)
"""A stopper, lid, cap or cork put on."""
OPEN_FIRST = patterns.compile(
    r"\b(?:left|stands?|stood|kept|leave|keep|stays?|remains?) (?:\w+ ){0,3}?open\b[^.;\n]*\b(?:before|then|until|only then)\b[^.;\n]*$|\bnot (?:capped|closed|stoppered)\b",
    re.I,
)
"""Before a cap: it stood open until nothing came."""
UNVENTED = patterns.compile(r"\b(?:without|no|not|never|don['’]t) (?:\w+ )?vent\w*", re.I)
SHUT_AS_BUILT = patterns.compile(
    r"\bcondenser(?:['’]s (?:top|outlet|head))?(?:,| is| was)? (?:\w+ )?(?:stoppered|corked|plugged|closed|sealed)\b|\b(?:stoppered|corked|plugged|closed) (?:reflux )?condenser\b"
    r"|\b(?:all|every|both)(?: (?:the|its|other|of|three|four|two))* (?:necks?|openings?|outlets?|joints?) (?:are |is )?(?:stoppered|corked|plugged|closed|shut|sealed)|\b(?:glass |rubber )?(?:stoppers|bungs|corks) (?:are |were )?(?:all )?(?:put |pushed |pressed )?in(?=[,.;:]|\W*$)"
    r"|\btwo[- ]neck(?:ed)?\b[^\n.]*\b(?:(?:septum|stopper|bung|cork) (?:on|in) the (?:second|other|side) neck|(?:second|other|side) neck (?:is )?(?:closed|stoppered|plugged|sealed|corked))"
    r"|\bcondenser (?:with|carrying|carries|bearing|topped by) (?:an? |the )?(?:\w+ )?(?:stopper|bung|cork|septum)\b(?! (?:through|with a (?:hole|tube)))"
    r"|\b(?:stoppers?|bungs?|septa|corks?) in (?:both|all|every|the)(?: \w+){0,2} necks?\b|\bwhich is (?:tightly )?(?:stoppered|corked|sealed)\b|\b(?:closed|shut|plugged|sealed) at (?:its|the) (?:outlet|exit|end)\b",
    re.I,
)
"""An apparatus that is told with no way out, before anything is done in it."""
LEFT_OPEN = patterns.compile(
    r"\b(?:(?!condenser (?:with|carrying|carries|bearing|topped by) (?:an? |the )?(?:\w+ )?(?:stopper|bung|cork|septum))(?<!stoppered )(?<!plugged )(?<!corked )(?<!closed )condenser(?!(?:['’]s (?:top|outlet|head))?(?:,| is| was)? (?:\w+ )?(?:stoppered|corked|plugged|closed|sealed))|open|vent\w*|bubbler|drying tube|delivery tube|gas (?:line|tube)|needle)\b",
    re.I,
)
HELD = patterns.compile(
    r"\b(clip\w*|clamp\w*|screw\w*|held (?:it |them )?(?:down|on|tight)|hold(?:ing)? (?:it )?(?:down|on)|thumb|tight\w*|wired|tied|taped|firmly|pressed)\b",
    re.I,
)
WITH_SOFT = patterns.compile(
    r"\s*(?:only |just )?(?:with|by) (?:an? |some )?(?:\w+ )?(?:balloon|(?:glass|cotton)[- ]wool|wool|(?:\w+ of )?(?:cotton|tissue|paper|cloth|rag|gauze|lint|sponge|foam)|foil|drying tube|film|bubbler)",
    re.I,
)
"""Behind "closed": what stops nothing, or lets the gas out."""
NOT_SHUT = patterns.compile(
    r"\b(?:loose\w*|(?:only|just) (?:laid|put|placed|set|resting) on|rest(?:s|ing) on|(?:laid|lying|lies) on(?: top)?|both taps|lightly|never|not|(?:nothing|none)(?: (?:in|of|on|at) (?:the|it|this|these)(?: \w+)?)? (?:is|was|are|were)|don't|do not|without|un(?:stoppered|capped)|(?<!no )vent(?:s|ed|ing)?(?! through)|pierced|pin ?hole|needle|pressure[- ]equalis\w+|(?<!isn't )(?<!no )(?<!isn't a )second (?:hole|neck)|capillary|bubbler|balloon"
    r"|drying tube|(?:tube|hose|pipe|condenser|funnel|stirrer) (?:goes |led )?through (?:an? |the )(?:[\w-]+ )?(?:bung|cork|stopper|cap|lid)|after (?:the )?gas|(?:when|once) (?:the |all )?gas (?:has |had |is |was )?(?:ended|ceased|stopped|over)|with (?:a |its |two |three |one )?(?:holes?|vent|tubes?)|(?:two|three|twice|doubly)[- ](?:hole[ds]?|bored|necked) (?:bung|cork|stopper)|(?<!close the )(?<!closed the )(?<!shut the )(?<!clamp the )(?<!pinch the )delivery tube|powder funnel|(?:dropping|addition|tap) funnel,? with (?:its|the|a) (?:stopper|cap|lid)|funnel with cap|jacketed|thermometer(?![^,;]*[,;])|unless)\b",
    re.I,
)
SHUT_IN_THE_END = patterns.compile(r"\bloose\w*\b[^.;\n]{0,20}\bthen (?:screwed|tightened|closed|shut|sealed|pressed)\b", re.I)
""" "Lid on, loosely at first, then screwed"."""
ONE_HOLE = patterns.compile(
    r"\b(?:no|without an?|isn't an?|not an?) (?:other|second|further|extra) (?:opening|hole|outlet|vent|neck)\b|\btight (?:cork|bung|stopper|adapter)\b",
    re.I,
)
"""A tube goes through the bung, and nothing else does."""
ONCE_OVER = patterns.compile(
    r"\b(?:when|once(?! (?:with|more|again|in))|after|until|till|only (?:then|when|after))\b[^.;\n]*\b(?:over|ceas\w+|stopp?ed|no (?:more|further) (?:gas|bubbl\w+|fizz\w*)|gone|finished|vented|dead|flat|complete)\b",
    re.I,
)
GOES_ON = patterns.compile(r"\b(?:dropp?|add|pour|put|tipp?|threw|throw|squirt|inject)\w*", re.I)


def _once_over(before: str) -> bool:
    """Whether what is shut is over by the words before it, and nothing went in since."""
    m = ONCE_OVER.search(before)
    return m is not None and GOES_ON.search(before, m.end()) is None


TAKEN_BACK = patterns.compile(r"\b(?:no, (?:I|we)|no, no|I tell a lie|I mean|or rather|actually|on second thoughts?|sorry)\b", re.I)
"""The author corrects himself."""
OPENED = patterns.compile(
    rf"\b(?:{NOUN} (?:out|off|is removed|was removed|taken off)|(?:was |is |jar |flask |bottle )opened|unstoppered|uncorked|open(?:ed)? (?:the|it)|vent(?:ed)? (?:the|it|each|every|after|between|by|often|through)|tap (?:is |was )?opened)\b",
    re.I,
)
NOW_AND_THEN = patterns.compile(
    r"[^.;,\n]{0,12}\b(?:now and then|now and again|from time to time|occasionally|once in a while|if it)\b", re.I
)
"""Behind "cork out": let off and shut again."""
OTHER = (
    ("balloon", patterns.compile(r"\bballoon\b(?! (?:version|experiment|trick|rocket))", re.I)),
    ("wool", patterns.compile(r"(?<!filter through )(?<!filtered through )(?<!filtered through a )(?<!filter through a )\b(?:(?:(?:plug|wad|ball|tuft) of (?:cotton|glass)|cotton|glass)[- ]?wool|(?:plug|wad|ball|tuft|bit|piece|lump|swab) of (?:cotton|(?:paper )?tissue|(?:tissue|kitchen|filter) paper|paper|cloth|rag|gauze)|cotton (?:plug|wad|ball|swab|pad))\b" + rf"|\b(?:{concepts.SOFT_PLUG})\b", re.I)),
    ("film", patterns.compile(r"\b(?:para|cling[- ]?)film\b|\bplastic (?:film|wrap)\b", re.I)),
    ("foil", patterns.compile(r"\b(?:cover\w*|clos\w+|cap\w*|lid|topp?ed|wrapp?ed|mouth|neck)\b[^.;\n]{0,30}\bfoil\b|\bfoil (?:(?:is|was|being|gets) )?(?:then |now |put |placed |laid |folded |wrapped |stretched |tied |pressed )*(?:over|on|round|around|cap|lid|cover)\b", re.I)),
)  # fmt: skip
STORED = patterns.compile(
    r"\b(?:kept in an?|keep(?:s|ing)? in an?|cupboard|shelf|shelves|fridge|store[sd]?|storage|till (?:next|\w+day)|(?:until|for) (?:next|\w+day|tomorrow|the next (?:time|day|batch|run))|good for \w+day|weekend|for (?:a|the) week|keeps? for|cellar|drum|waste (?:bottle|can|jar|drum)|solvent can|waste|window[- ]?sill|(?:bottle|can|drum|jar) (?:for|of) (?:the )?(?:used|spent|old|waste)|keep (?:it )?(?:at|in|on|under|cold|cool|dark))\b",
    re.I,
)
FUNNEL = patterns.compile(r"\b(?:separat\w+ funnel|sep\.? funnel|shak(?:e|en|ing|es)|swirl\w* in the funnel)\b", re.I)
RECEIVER = patterns.compile(r"\b(?:receiver|receiving flask|collect\w* in)\b", re.I)
KINDS = ("jar", "flask", "bottle", "canister", "container", "can", "beaker", "drum", "generator", "vessel", "tube")

HOOD = patterns.compile(
    r"\b(?:fume (?:cupboard|hood|chamber)|hood|sash|fume extraction|ventilated (?:enclosure|box|cabinet|cupboard)|(?<!fume )cupboard (?:with|sash|front)|(?:exhaust|duct|extract(?:ion)?|baffles?|draught) of the cupboard)\b",
    re.I,
)
OTHER_HOOD = patterns.compile(r"\b(?:next|other|another|adjoining|neighbou?r\w*(?:['’]s)?|opposite|far) (?:fume )?$", re.I)
""" "The burner in the next hood": no hood over this."""
NO_HOOD = patterns.compile(
    r"\b(?:(?:fume )?(?:hood|cupboard|extraction|ventilation) ?[:=] ?(?:none|no\b(?! (?!need|time|one|use|space|room|hood|longer|way|fan|draught)[a-z])|off\b|-)|(?:did|do|does) ?(?:not|n['’]t) bother with (?:a |the |any )?(?:fume )?(?:hood|cupboard)|(?:at|on) the (?:fume )?hood['’]s edge|(?:at|on) the edge of the (?:fume )?hood|half (?:in|out of|outside|inside) the (?:hood|room)|(?:extractor|extraction|exhaust fan|ventilation)(?:['’]s| is| was| has)?(?: been| still)* (?:dead|broken|off|out of order|not working|not on|down)"
    r"|(?:there (?:is|was)|has|had|with) no (?:extraction|ventilation|draught)|without (?:any )?(?:extraction|ventilation)|no (?:fume )?(?:hood|cupboard)|without (?:a |the )?(?:fume )?(?:hood|cupboard)|outside (?:of )?the (?:fume )?(?:hood|cupboard)(?!['’]s)|not (?:in|under|inside) (?:a|the) (?:fume )?(?:hood|cupboard)|on (?:the|an) open bench"
    r"|(?:hood|cupboard)(?:,? (?:no\. ?|number )?\d+)?,? (?:is |was |are |were )?(?:full|taken|occupied|broken|out of (?:order|service)|under repair|being (?:repaired|serviced)|not working|dead|switched off|off\b|busy|in use|reserved)|(?:hood|cupboard)(?:'s| has)(?: got)? (?:full|busy|taken|the [\w ]{3,25} in it|an? [\w ]{3,25} in it)|hood (?:not|isn't) needed|no need (?:for|of) (?:a |the |any )?(?:fume )?(?:hood|cupboard)|(?:hood|cupboard)\? no\b"
    r"|(?:do|does|did|was|is|are|were) ?(?:not|n't) (?:use|used|using) (?:in |under )?(?:a |the |any )?(?:fume )?(?:hood|cupboard)|(?:hood|cupboard) (?:is|was) (?:never|not) (?:used|on|running|working)|(?:sash|front) (?:was |is |stood |stands |being |kept |left )*(?:fully |right |wide |all the way |completely )+(?:up|open|raised)"
    r"|(?:sash|front)(?: of the (?:fume )?(?:hood|cupboard))? (?:was|is|stood|stands|stays|stayed) (?:up|open|raised)(?! (?:to|by|at|about|only|as far|a |\d|no|some|just|half)))\b",
    re.I,
)
OUTDOORS = patterns.compile(
    r"\b(?:outdoors|out of doors|in the (?:yard|garden|open air|car park|courtyard)|on the (?:balcony|roof|terrace|patio|lawn|driveway|steps)|in (?:my|the) (?:back ?yard|backyard|garage|shed|driveway)|back ?yard|outside (?:in the|on the)|loading bay)\b",
    re.I,
)
WINDOW = patterns.compile(
    r"\bwindows?\b(?![- ]?(?:sill|ledge|seat)|sill)"
    r"|(?<!oven )(?<!fridge )(?<!cupboard )(?<!hood )(?<!cabinet )(?<!furnace )\bdoors? (?:is |was |are |were |being |left |stands |stood |wide |a bit |slightly )*(?:open|ajar)\b|\bopen doors?\b(?! of the (?:oven|hood|cupboard))",
    re.I,
)
"""An opening that is taken for a control."""
DETECTOR = patterns.compile(
    r"\b((?:acid[- ]gas|gas|carbon monoxide|CO|H2S|hydrogen sul(?:f|ph)ide|hydrogen|chlorine|bromine|ammonia|phosphine|oxygen|nitrogen dioxide|NOx|HCl|sulfur dioxide)[ -])?(?:detectors?|alarm|monitor|warner|(?<=[-2OlS ])meter(?= (?:\(alarm|worn|on\b|in the hood|at the hood)))\b",
    re.I,
)
SWEEP = patterns.compile(
    rf"\b(?:nitrogen|argon|N2|inert gas|air|sweep)\b[^.;\n]{{0,45}}?(\d+(?:[.,]\d+)?)\s*({WRITTEN_VOLUME})\s*(?:/|per |a )\s*(min|minute|h|hour)|(\d+(?:[.,]\d+)?)\s*({WRITTEN_VOLUME})\s*/\s*(min|h)\b[^.;\n]{{0,20}}\b(?:nitrogen|argon)\b",
    re.I,
)
TUBED = patterns.compile(r"\b(?:hose|tubing|delivery tube|gas tube|a tube)", re.I)
NITROGEN = patterns.compile(r"\b(?:nitrogen|argon|N2|inert gas)\b", re.I)
SWEPT = patterns.compile(
    r"\b(?:stream|flow|current|blanket) of (?:dry )?(?:nitrogen|argon|inert gas)\b|\bunder (?:a )?(?:nitrogen|argon) (?:stream|flow)\b|\bnitrogen passing\b|\b(?:nitrogen|argon|N2) (?:goes|runs|passes|flows|(?:is|was) (?:led|passed|blown|sent|kept going))\b[^.;\n]{0,25}\b(?:all the (?:while|time)|throughout|the whole time|from (?:beginning|start) to end)\b|\b(?:nitrogen|argon) at [a-z -]{3,40} (?:millilit\w+|mils|lit\w+) (?:a|per) (?:minute|hour)\b",
    re.I,
)
NOT_PURGED = patterns.compile(r"\b(?:no|without(?: any)?|never|not) (?:nitrogen|argon|N2|air|purg\w*|flush\w*|sweep\w*)\b", re.I)
PURGED = patterns.compile(
    r"\b(?:purg\w+|flush(?:ed|ing)? (?:out|through|with)|swept (?:out|through|with)|blown? (?:out|through)|air (?:is |was )?drawn through|(?:air|nitrogen|argon)(?: from (?:a|the) [a-z -]{3,20})? (?:(?:is |was |then )*(?:blown |led |passed |sent |bubbled |pumped ))?through (?:everything|the (?:lot|whole|line|train|apparatus|generator|system|bottles|hoses?)|it all))\b"
    r"|\b(?:driven|swept|flushed|chased) (?:over|out|through) (?:with|by) (?:a (?:slow )?(?:stream|current) of )?(?:dry )?(?:nitrogen|argon|air)\b"
    r"|\b(?:nitrogen|argon|N2) (?:once more|again|a second time)\b|\b(?:nitrogen|argon|N2),? (?:for )?\d+ ?(?:min|L),? through (?:everything|all\b|the (?:lot|whole|line|train|apparatus|generator|system))"
    r"|\b(?:nitrogen|argon|N2)\b(?:[^.\n]|\.\d){0,60}\bbefore (?:anything|it is|the (?:line|apparatus|hoses?|taps?|generator|flask|joints?)|opening|dismantling|taking)\b"
    r"|\b(?:nitrogen|argon|N2)\b(?:[^.\n]|\.\d){0,95}\b(?:after(?:wards)?|at the end|until|only then|then)\b|\b(?:after\w*|at the end|finally|in the end|when (?:it is )?(?:finished|done|over))\b(?:[^.\n]|\.\d){0,40}\b(?:nitrogen|argon|air)\b",
    re.I,
)
FLAME = patterns.compile(
    r"\b(?:glass-?blow\w+|(?:gas )?(?:water heater|boiler|geyser)\b[^.;\n]{0,25}\b(?:lit|on|running|burning)|welding|soldering|angle grinder|bunsen|(?:gas |spirit )?burner(?!-free|-less| (?:tube|flame trap)\b)|gas (?:ring|stove|hob|flame|cooker)|(?<=, )flame(?=[.;,\n]|$)|camping stove|(?:open|naked|bare|free) flame|flame (?:under|beneath|below)|(?:on|over|with) (?:an? |the )?(?:small |big |gas )?flame|hot[- ]?plate|heating plate|(?<!dry )(?<!dried )(?<!spread )(?<!pressed )(?<!spread out )on (?:the|a) plate(?! of\b| (?:next to|beside|against|with)\b| in (?:the )?air\b)|bench heater|electric heater|heat gun|hair ?dryer|lighter|candles?|tea ?lights?|(?:with|by|holding) (?:a |the )?(?:long |lit |burning )?match(?:es)?|(?:lit|burning) match|pilot (?:light|flame)|(?:by|near|beside|next to) (?:the |a )?(?:drying |heating )?(?:ovens?|furnace|cabinet heater)|(?:drying )?oven\b[^.;\n]{0,30}\b(?:stays?|stay|is|left|kept) on)\b"
    + rf"|\b(?:{concepts.SPARKS})",
    re.I,
)
NOT_ALLOWED = patterns.compile(
    r"\W*(?:is |are |was |were |must |may |be |to be |kept |stays? )*(?:not|never|nowhere|away|out of (?:the )?(?:reach|way|room|hood)|forbidden|prohibited|off|out\b)",
    re.I,
)
"""Behind a flame: it is not there."""
NAKED = patterns.compile(r"\b(?:bunsen|burner|flame|candle|stove|cooker|ring|hob|match|lighter|pilot|welding)", re.I)
DENIED = patterns.compile(
    r"\b(?:no|never|not|without|nothing|away from|kept away|out of (?:the )?(?:reach|way|sight|room|hood|cupboard|fume cupboard)|free of|nor|instead of|(?:turn|switch|put)\w* (?:off|out))\b",
    re.I,
)
OUT = patterns.compile(r"^\W*(?:is |was |now )?(?:off|out|cold)\b", re.I)
"""Behind a flame or heater: it does not burn."""
LINE_OFF = patterns.compile(
    r"\b(?:gas|off-?gas|HCl|vent) line (?:is |was )?(?:off|removed|disconnected|taken off|open\w*)|\b(?:absorber|scrubber|gas bottle|train|washing bottle) (?:is |was |then )?(?:removed|disconnected|taken (?:off|away))|\b(?:remove|disconnect|take (?:off|away)) the (?:absorber|scrubber|gas line|train|gas bottle)\b",
    re.I,
)
EXHAUST = patterns.compile(r"(\d+(?:[.,]\d+)?)\s*(?:m3|m³|cubic met(?:re|er)s?)\s*(?:/|per |an )\s*(?:h|hour)\b", re.I)

ELEMENTS: tuple[tuple[Literal["condenser", "trap", "cold trap", "burner", "hood", "room"], re.Pattern[str]], ...] = (
    ("condenser", patterns.compile(r"\bcondenser\b", re.I)),
    ("trap", patterns.compile(r"\bempty(?: (?!and\b|then\b)[\w.½/-]+){0,3}? (?:bottle|flask|trap|vessel|jar|tube)s?\b|\b(?:knock-?out|safety|(?:anti-?)?suck-?back|catch|guard) (?:trap|bottle|vessel|flask|pot|tube)\b|\b(?:trap|bottle|flask)s?(?: bottle)?,? (?:left )?empty\b|\b(?<!cold )(?<!gas )(?<!ice )(?<!water )trap \((?:empty|\d+ ?m?L(?:, empty)?)\)", re.I)),
    ("cold trap", patterns.compile(r"\b(?:cold|dry[- ]?ice|cooled) trap\b|\btrap (?:at|cooled to|kept at) [-−]\s?\d+", re.I)),
    ("burner", patterns.compile(r"\b(?:burn(?:ed|t|s)? off|flare[sd]?|lit at the (?:tip|jet|end)|burner at the (?:end|outlet)|burner tube (?:at|in|under|below) the|(?:pilot (?:flame|light)|flame|burner)\b[^.;\n]{0,60}\bburns (?:what|all that|the gas that) (?:leaves|comes|is left))\b", re.I)),
    ("hood", patterns.compile(r"\bexhaust\b|\bduct\b|\bback of the (?:hood|fume cupboard)\b", re.I)),
    ("room", patterns.compile(r"\binto the (?:room|laboratory|lab)\b", re.I)),
)  # fmt: skip
SIZE = patterns.compile(rf"(\d+(?:[.,]\d+)?)[\s-]*({WRITTEN_VOLUME})(?![\w³])", re.I)
WORD_SIZE = (
    ("half-litre", 500.0),
    ("half litre", 500.0),
    ("one-litre", 1000.0),
    ("one litre", 1000.0),
    ("two-litre", 2000.0),
    ("litre", 1000.0),
)
ABOVE = patterns.compile(
    r"\b(?:mouth[- ]down|inverted(?!\?)|upturned(?!\?)|upside[- ]down(?!\?)|(?:under|below|beneath) an? (?:\w+ )?funnel|funnel (?:\w+ ){1,2}(?:finger|hair|thumb|hand|centimet\w+|cm|little|bit)(?:['’]s (?:breadth|width))? (?:above|over)|(?:just |held |a hair |few mm |\d+ ?mm |millimet\w+ |wide |funnel )(?:above|over|clear of)|above the (?:surface|liquid|caustic|acid)|clear of (?:the )?\w*|ends? (?:above|over)(?! pH)|rim(?:,)? [^.;\n]{0,25}(?:over|above)|just touch\w*|\bnot (?:quite )?(?:touching|dipping|in (?:it|the liquid))|(?:does|do)(?: not|n't) (?:touch|dip)|without touching|funnel, (?:turned|held|pointing|mouth) \w+, (?:just )?(?:over|above))\b",
    re.I,
)
DEEP = patterns.compile(r"(\d+(?:[.,]\d+)?)\s*(cm|mm|m)\s*(?:deep|below|under|into)", re.I)
DIPS = patterns.compile(
    r"\b(?:on|to|at|near|reach(?:es|ed|ing)?|touch(?:es|ed|ing)?) the bottom\b|\b(?:below|under|beneath) the (?:surface|liquid|\w+)\b|\bdip(?:s|ping|ped)?\b|\bbubbl\w+ (?:through|into)\b|\bbubbler\b|\bfrit(?:ted)?\b|\bimmers\w+\b|\bsparg\w+\b|\b(?:deep|right|straight|well|far) (?:down )?in(?:to|side)?\b(?! the hood)",
    re.I,
)
OF_A_TEST_TUBE = patterns.compile(r"\btest[- ]?tubes?\b[^.;\n]*$|\btest[- ]$", re.I)
""" "In a test tube, and the tube goes in a beaker of hot water": no gas tube."""
INTO_WATER = patterns.compile(
    r"\b(?:tube|hose|pipe)\b[^.;\n]{0,25}\b(?:in|into|to)\b (?:an? |the )?(?:\w+ )?(?:bottle|jar|flask|glass|beaker|bucket|bowl|cup|trough|tub|basin|sink|pan)s?\b[^.;\n]{0,40}\b(?:under|of|with|in|below) (?:the )?(?:\w+ )?water\b"
    r"|\b(?:tube|hose|pipe)\b[^.;\n]{0,20}\bunder (?:the )?water\b",
    re.I,
)
BOTTOM_CM = 6.0
"""Depth of a tube that stands on the bottom of a bottle (assumption)."""


SEARCHES_KEPT = 20_000
"""Searches of single sentences that are kept for the next reading: after a key all sentences but one are as they were."""


@lru_cache(SEARCHES_KEPT)
def found_in(pattern: re.Pattern[str] | lex.Cue, sentence: str) -> re.Match[str] | None:
    """The first place where a pattern fits a sentence."""
    return pattern.search(sentence)


@lru_cache(SEARCHES_KEPT)
def all_in(pattern: re.Pattern[str] | lex.Cue, sentence: str) -> tuple[re.Match[str], ...]:
    """All places where a pattern fits a sentence."""
    return tuple(pattern.finditer(sentence))


def surroundings(doc: Procedure, source: str) -> None:
    """Fill `closings`, `train` and `place` of a document from its text."""
    order = sorted((s for s in doc.steps if s.kind != "absorb"), key=lambda s: s.span[0])
    doc.closings = list(_closings(doc, source, order))
    _train(doc, source)
    doc.place = _place(doc, source, order)


def _step_at(order: list[Step], at: int) -> Step | None:
    """The step in which a place of the text stands: the last that begins before it."""
    n = bisect_right(order, at, key=lambda s: s.span[0])
    return order[n - 1] if n else None


# ------------------------------------------------------------------ lids


def _closings(doc: Procedure, source: str, order: list[Step]) -> Iterator[Closing]:
    found: list[Closing] = []
    for m in SENTENCE.finditer(source):
        text, begin = m.group(), m.start()
        if not order:
            return
        how: HOW_SHUT | None = None
        hit = found_in(SHUT, text)
        if hit is not None and (turn := TAKEN_BACK.search(text, hit.end())) is not None:
            hit = SHUT.search(text, turn.end()) or hit  # "a cork in loosely, no, I push it home"
            if hit.start() >= turn.end():
                text, begin = text[turn.end() :], begin + turn.end()
                hit = found_in(SHUT, text)
        if hit is not None:
            behind = (
                text[hit.end() : hit.end() + 60]
                if re.match(
                    r"[^.;]*\b(?:loose|vent|hole|needle)|\s*(?:only |just )?(?:with|by) (?:an? |some )?(?:\w+ )?(?:balloon|(?:glass|cotton)[- ]wool|wool|(?:(?:bit|piece|plug|wad|ball) of )?(?:cotton|tissue|paper|cloth|rag)|foil|drying tube|film|bubbler)",
                    text[hit.end() :],
                    re.I,
                )
                else ""
            )
            behind = UNVENTED.sub(" ", behind)
            tap = hit.group().lower().startswith("funnel") and not FUNNEL.search(text)  # "at 65 °C the funnel is shut": the feed stops
            if (
                tap
                or WITH_SOFT.match(behind)
                or (
                    NOT_SHUT.search(text[max(0, hit.start() - 40) : hit.end()] + behind)
                    and not ONE_HOLE.search(text)
                    and not SHUT_IN_THE_END.search(text)
                )
                or re.search(r"\b(?:no|nothing(?: (?:here|there|in (?:it|the \w+)|along the \w+))?) $", text[: hit.start()], re.I)
                is not None  # "no stopper on it at any time", "nothing can shut"
                or _once_over(text[: hit.start()])
                or OPEN_FIRST.search(text[: hit.start()])
            ):
                hit = None
            else:
                near = text + source[m.end() : m.end() + 50]
                how = "held" if HELD.search(near) else "shut"
        if hit is None:
            for kind, pattern in OTHER:
                hit = found_in(pattern, text)
                strained = hit is not None and kind == "wool" and re.search(r"\b(?:filter|strain|decant)", text[: hit.start()], re.I)
                if hit is not None and not strained and not DENIED.search(text[max(0, hit.start() - 25) : hit.start()]):
                    how = kind  # type: ignore[assignment]
                    break
        step = _step_at(order, begin + (hit.start() if hit else 0))
        if step is None and how in ("wool", "foil", "film", "balloon"):
            step = order[0]  # told with the set-up
        built = SHUT_AS_BUILT.search(text) if step is None and how in (None, "shut", "held") and not LEFT_OPEN.search(text) else None
        if built is not None and not WITH_SOFT.match(text[built.end() :]):
            hit, how, step = built, how or "shut", order[0]
        if step is None and found_in(RECEIVER, text):
            step = next((s for s in order if s.kind == "distil"), None)
        opened = next((m for m in all_in(OPENED, text) if not NOW_AND_THEN.match(text[m.end() :])), None)
        if opened is not None and (hit is None or opened.start() > hit.end()) and not DENIED.search(text[: opened.start()][-25:]):
            at = _step_at(order, begin + opened.start())
            for c in found:
                if c.until is None and c.place != "store" and (hit is None or c.span[0] < begin + opened.start()):
                    c.until = at.n if at else None
        if hit is None or how is None or step is None:
            continue
        where: Literal["vessel", "receiver", "funnel", "store"] = "vessel"
        if found_in(RECEIVER, text) or (
            step.kind == "distil" and not re.search(r"\bflask|jar\b|\b(?:kept|stored|put away) in an?\b", text, re.I)
        ):
            where = "receiver"
        elif (
            FUNNEL.search(text + source[m.end() : m.end() + 40])
            and (re.search(r"\bsep\w*\.? ?funnel", source, re.I) or step.kind in ("extract", "neutralise") or "funnel" in text.lower())
            and not re.search(r"\b(?:flask|jar|bottle|locker|cupboard|shelf)\b", text, re.I)
        ):
            where = "funnel"
        elif (
            STORED.search(text + source[m.end() : m.end() + 60])
            or (  # "decant it into the bottle for used acid. Close it."
                len(text.strip()) < 12 and STORED.search(source[max(0, begin - 110) : begin])
            )
        ):
            where = "store"
        vessel = _vessel_of(doc, text, step)
        closing = Closing(
            how=how, word=hit.group().strip(), place=where, vessel=vessel, step=step.n, span=(begin + hit.start(), begin + hit.end())
        )
        same = [
            c
            for c in found
            if c.step == closing.step
            and c.vessel == vessel
            and c.place == where
            and c.how in ("shut", "held")
            and how in ("shut", "held")
            and begin - c.span[1] < 90
        ]
        if same:
            same[0].how = "held" if "held" in (how, same[0].how) else how
            continue
        found.append(closing)
    yield from found


def _vessel_of(doc: Procedure, text: str, step: Step) -> str | None:
    """The vessel a phrase speaks of: by its kind, else the step's; of a left-over, the one that it is left over from."""
    if re.search(r"\b(?:left-?over|surplus|rest of the|remaining|spare)\b", text, re.I):
        batch = next((s.vessel for s in reversed(doc.steps) if s.kind in ("dose", "add", "hold", "charge") and s.vessel), None)
        if batch is not None:
            return batch
    for kind in KINDS:
        if re.search(rf"\b{kind}\b", text, re.I):
            if any(v.name == step.vessel and v.kind.split()[-1] == kind for v in doc.vessels):
                return step.vessel
            own = next((v.name for v in doc.vessels if v.kind == kind), None)
            if own is not None:
                return own
    return step.vessel


# ------------------------------------------------------------------ the way of the gas


def _size(words: str) -> float | None:
    m = SIZE.search(words)
    if m:
        return convert(float(m[1].replace(",", ".")), m[2], "volume")
    return next((mL for w, mL in WORD_SIZE if w in words.lower()), None)


BEFORE_IT = patterns.compile(
    r"\b(?:in[ -])?between\b|\b(?:before|in front of|ahead of|upstream of) (?:it|that|this|the (?:absorber|scrubber|bottle|caustic))\b|\bin front\b",
    re.I,
)
"""An empty bottle told behind the absorber that it protects."""


def _size_before(words: str) -> str:
    """ "a 500 mL safety bottle": a size that is written right before its vessel; empty without one."""
    m = re.search(rf"\d[\d.,]*[\s-]*{WRITTEN_VOLUME} (?:\w+ )?$", words, re.I)
    return m.group() if m else ""


def _size_behind(words: str) -> str:
    """ "bottle of 500 mL", "trap (500 mL)": a size that is written behind its vessel; empty without one."""
    m = re.match(
        rf"\s*(?:of |\()(?:about )?\d+(?:[.,]\d+)? ?{WRITTEN_VOLUME}\b(?! of)|\s*(?:[A-Z] )?,? ?\d+(?:[.,]\d+)? ?{WRITTEN_VOLUME}\b(?=\)?\s*(?:[-–>→;.|]|,? ?then\b|$))",
        words,
        re.I,
    )
    return m.group() if m else ""


def _train(doc: Procedure, source: str) -> None:
    """Elements in the order of the text; what stands in an absorber comes from its step."""
    absorbers = [s for s in doc.steps if s.kind == "absorb"]
    lots = {m.id: m for m in doc.materials}
    held = [lots[k].span[0] for s in absorbers for k in s.materials]
    spans = [
        m.span()
        for m in SENTENCE.finditer(source)
        if found_in(lex.TRAIN, m.group()) or _labelled(m.group()) or any(m.start() <= x < m.end() for x in held)
    ]
    places: list[tuple[int, TrainElement]] = []
    of = absorbers[0].from_vessel if absorbers else None
    if of is None:
        reacting = [s.vessel for s in doc.steps if s.vessel and s.materials]
        of = reacting[0] if reacting else None
    first = min((s.span[0] for s in absorbers), default=10**9)
    first_lot = min((lots[k].span[0] for s in absorbers for k in s.materials), default=first)
    last = max((s.span[1] for s in absorbers), default=-1)
    for a, b in spans:
        text = source[a:b]
        for kind, pattern in ELEMENTS:
            for m in all_in(pattern, text):
                at = a + m.start()
                if kind == "condenser" and not (absorbers and at < last):
                    continue
                if DENIED.search(text[max(0, m.start() - 12) : m.start()]) and kind != "trap":
                    continue
                if (
                    kind == "trap"
                    and absorbers
                    and (BEFORE_IT.search(text[m.end() : m.end() + 45]) or BEFORE_IT.search(text[max(0, m.start() - 12) : m.start()]))
                ):
                    at = min(at, first_lot - 1)  # "…, an empty bottle in between"
                count = 2 if kind == "trap" and re.search(r"\btwo\s+$", text[: m.start()], re.I) else 1
                places += [
                    (
                        at,
                        TrainElement(
                            element=kind,
                            of=of,
                            volume_mL=_size(_size_before(text[: m.start()]) + m.group() + _size_behind(text[m.end() :])),
                            span=(a + m.start(), a + m.end()),
                        ),
                    )
                    for _ in range(count)
                ]
    for s in absorbers:
        mine = [lots[k] for k in s.materials]
        at = min((m.span[0] for m in mine), default=s.span[0])
        end = max((m.span[1] for m in mine), default=s.span[1])
        lettered = end < s.span[0] and s.span[1] - s.span[0] < 60  # from a charge list, where the line names its vessel by a letter
        if lettered:
            at, end = s.span
        own = next(((a, b) for a, b in spans if a <= at < b), None)
        others = [(a, b) for a, b in spans if a > at]
        told_here = re.search(r"\b(?:to|at|on|near) the bottom of\W*$|\bunder\W*$", source[max(0, at - 24) : at], re.I)
        if (
            others
            and not told_here
            and (own is None or not TUBED.search(source[own[0] : own[1]]))
            and (own is None or not any(p.search(source[own[0] : own[1]]) or ABOVE.search(source[own[0] : own[1]]) for _, p in ELEMENTS))
        ):
            told = [b for a, b in others if any(re.search(rf"\b{re.escape(w)}", source[a:b], re.I) for m in mine for w in _calls(m.name))]
            at = end = max(told or [b for _, b in others])  # from a charge list: its place is where the line names it
        begin = max([p + 1 for p, e in places if p < at and e.element == "trap"] + [source.rfind("\n\n", 0, at) + 1, at - 140])
        stop = min([p for p, e in places if p > end] + [end + 90])
        around = source[begin:stop].split("\n\n")[0] if "\n\n" not in source[begin:at] else source[at:stop]
        if lettered:
            around = source[at - 12 : end]
        deep, above = DEEP.search(around), ABOVE.search(around)
        dip: float | None = None
        if deep is not None:
            dip = float(deep[1].replace(",", ".")) * {"mm": 0.1, "cm": 1.0, "m": 100.0}[deep[2].lower()]
        elif above is None and DIPS.search(around):
            dip = BOTTOM_CM if re.search(r"\bbottom\b", around, re.I) else 2.0
        places.append(
            (at, TrainElement(element="absorber", name=s.vessel or "absorber", of=of, liquid=" + ".join(m.name for m in mine), lots=list(s.materials), dip_cm=0.0 if above and deep is None else dip,
                              above=True if above and deep is None else False if dip is not None else None, span=(at, end)))
        )  # fmt: skip
    into = next((m for m in INTO_WATER.finditer(source) if not OF_A_TEST_TUBE.search(source[max(0, m.start() - 80) : m.start()])), None)
    if not absorbers and into is not None:  # "tube into a bottle under water": how much is not written
        dips = BOTTOM_CM if re.search(r"\bbottom\b", into.group(), re.I) else 2.0
        places.append(
            (
                into.start(),
                TrainElement(element="absorber", name="bottle", of=of, liquid="water", dip_cm=dips, above=False, span=into.span()),
            )
        )
    places.sort(key=lambda x: x[0])
    seen: list[TrainElement] = []
    for at, e in places:
        if e.element in ("hood", "room", "burner") and (any(x.element == e.element for x in seen) or (absorbers and at < first)):
            continue
        if e.element == "condenser" and any(x.element == "condenser" for x in seen):
            continue
        seen.append(e)
    ends = [e for e in seen if e.element in ("hood", "room")]
    seen = [e for e in seen if e not in ends] + ends[:1]
    if not any(e.element in ("trap", "absorber", "burner", "cold trap", "washer") for e in seen):
        seen = [e for e in seen if e.element in ("hood", "room")]
    for before, e in zip([None, *seen], seen, strict=False):
        e.after = (before.name or before.element) if before else of
    doc.train = seen


def _calls(name: str) -> list[str]:
    """How a line may name what stands in its bottle: its own name, its last word, "caustic"."""
    words = [w for w in re.split(r"\W+", name) if len(w) > 3]
    return [name, *words[-1:], *(["caustic", "lye", "alkali"] if re.search(r"hydroxide|NaOH|KOH|soda", name) else [])]


def _labelled(text: str) -> bool:
    head, colon, _ = text.partition(":")
    return bool(colon) and len(head) < 40 and lex.of_gas(head.strip(" -*0123456789").lower())


# ------------------------------------------------------------------ where


def _place(doc: Procedure, source: str, order: list[Step]) -> Place:
    out = Place()
    for m in SENTENCE.finditer(source):
        text, begin = m.group(), m.start()
        h = next((x for x in HOOD.finditer(text) if OTHER_HOOD.search(text[: x.start()]) is None), None)
        if found_in(NO_HOOD, text):
            out.hood, out.span = False, (begin, m.end())
        elif h is not None and out.hood is None:
            out.hood, out.span = True, (begin + h.start(), begin + h.end())
        if found_in(OUTDOORS, text):
            out.outdoors = True
            out.span = out.span or (begin, m.end())
        w = found_in(WINDOW, text)
        if w is not None and not DENIED.search(text[: w.start()][-20:]):
            out.window = True
            out.span = out.span if out.hood else (begin + w.start(), begin + w.end())
        out.detectors += [d.group().strip() for d in all_in(DETECTOR, text)]
        sweep = found_in(SWEEP, text)
        if sweep is not None and out.sweep_L_min is None:
            number, unit, per = (sweep[1], sweep[2], sweep[3]) if sweep[1] else (sweep[4], sweep[5], sweep[6])
            out.sweep_L_min = convert(float(number.replace(",", ".")), unit, "volume") / 1e3 / (60.0 if per[0].lower() == "h" else 1.0)
            fed = [s.span[1] for s in order if s.kind in ("dose", "add")]
            out.sweep_at_end = bool(fed) and begin > max(fed) and NITROGEN.search(source[: min(fed)]) is None
        elif found_in(SWEPT, text) and out.sweep_L_min is None:
            out.sweep_L_min = 0.0  # a stream whose rate is not written
        out.purged = out.purged or (found_in(PURGED, text) is not None and NOT_PURGED.search(text) is None)
        line = found_in(LINE_OFF, text)
        if line is not None and out.line_off is None and not re.search(r"\b(?:not|never|don't)\b", text[: line.start()][-12:], re.I):
            step = _step_at(order, begin + line.end())
            follows = next((x for x in order if x.span[0] >= begin + line.end()), None)
            out.line_off = follows.n if follows is not None else step.n if step is not None else None
        e = found_in(EXHAUST, text)
        if e is not None:
            out.exhaust_m3_h = float(e[1].replace(",", "."))
        for f in all_in(FLAME, text):
            behind = text[f.end() :]
            if (
                DENIED.search(re.split(r"\b(?:but|though|although)\b", text[: f.start()][-45:])[-1])
                or NOT_ALLOWED.match(behind)
                or OUT.search(behind)
            ):
                continue
            step = _step_at(order, begin + f.start())
            led = re.search(r"\b(?:to|into) (?:the |an? )?(?:\w+ )?$", text[: f.start()], re.I) or behind.startswith("-free")
            if step is None and order and NAKED.search(f.group()) and not led and begin > len(doc.title):
                step = order[0]  # told with the set-up
            if step is not None and not any(s.materials for s in order[: order.index(step) + 1]):
                step = next((s for s in order if s.materials), step)  # lit under an empty flask: it is there when something is in it
            if step is not None:
                out.flames.append(Seen(word=f.group(), step=step.n, span=(begin + f.start(), begin + f.end())))
    return out
