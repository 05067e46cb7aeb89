"""A thing and a state, each by all its words: a cue is both within one phrase, in either order.

The cues of the lexicon and of the findings that grew as lists of turns of phrase say less than these where somebody
puts it in new words: of phrases not seen before the lists knew six in ten. Each pattern here is a part of a regular
expression, to be set beside a list; every one was held against all texts of the practice folders, where it must
find nothing that is not so.
"""


def behind(a: str, b: str, gap: int = 40, over: str = r"[^.;\n]") -> str:
    """`b` behind `a` within one phrase, at most `gap` characters of the class `over` between them."""
    return rf"\b{a}\b{over}{{0,{gap}}}?\b{b}\b"


HEATERS = r"(?:steam[- ]bath|hot ?plate|oven|radiator|heat gun|hair ?dryer)"
"""What is as hot as steam, or hotter, and no flame."""

NEVER = r"(?:\w+n't|not|no longer|never|cannot)"

STIRRER = r"(?:stirr(?:er|ing)s?|(?:stir(?:ring)? |magnetic )?bar|flea|magnet|paddle|agitat(?:or|ion)|(?:stirrer )?motor|stirring rod|blade|anchor|impeller)"
HALTED = (
    r"(?:stuck|stick(?:s|ing)?|jam(?:s|med|ming)?|seiz\w+|stall\w*|stops?|stopped|trip(?:s|ped)|fail(?:s|ed)|broken?(?! (?:up|by|with|in)\b)(?: down)?|died|dead|at rest"
    r"|(?:come|comes|came) to (?:a )?(?:rest|stop|halt|standstill)|(?:st(?:ands?|ood)|sat|sits|lay|lies|stayed|stays) still|hops?|jumps?|just rattles|(?:lifted|taken|pulled|took|lift|pull|take) (?:\w+ )?out"
    r"|removed|out of (?:action|order)|(?:switched|turned|switch|turn|put) (?:\w+ ){0,2}off|off|unplugged|idle|need not|no point|missing|useless|gives up|gave up|slipp?(?:ed|s) off|spins? off|lies (?:in|at) the|stays? put|loose|disconnected|too weak|held fast|frozen in"
    rf"|{NEVER} (?:be )?(?:going|go|turn|turning|mov\w+|rotat\w+|run|running|spin\w*|work\w*|needed?|required|necessary|used)(?: round)?)"
)
NOTHING_STIRS = (
    behind(STIRRER, HALTED, 60, r"[^.;,(\n]")
    + "|"
    + behind(STIRRER, HALTED, 40, r"[^.;(\n]")
    + "|"
    + behind(HALTED, STIRRER, 25, r"(?:(?!\b(?:if|when|should|once|unless)\b)[^.;,\n])")
    + rf"|\b(?:switch|turn|put|start)\w* (?:on )?the {STIRRER} (?:on )?(?:only )?(?:after|when|once)\b[^.;\n]{{0,40}}\b(?:in|added|charged|there)\b"
    + r"|\b(?:rod|spoon|stick|spatula|shaft|paddle) (?:stands|stood|stand)(?: (?:up|upright|still|fast))?\b(?! (?:in|on|by|ready|beside|next))"
    + rf"|\b(?:no|without an?|without the|without any|without|do without an?|do without the|do without) {STIRRER}\b(?! (?:fail|stop|bar is|needed to))|\bno more stirring\b|\b(?:hold|holds|held|freez\w+|froze|block\w*|trap\w*|lock\w*) the {STIRRER}\b"
    + r"|\bneither (?:(?:an? )?(?:thermometer|bath|condenser)[^.;\n]{0,15}? nor )?(?:an? )?stirrer\b|\b(?:unstirred|not stirred|without (?:any )?stirring)\b|\b(?:glass )?(?:rod|thermometer|spatula|spoon) (?:as|for|being|serving as) (?:the |a |its )?stirr(?:er|ing)\b"
    + r"|\bjust (?:left|let) (?:to )?stand\w*\b|\bleft standing\b[^.;\n]{0,20}\b(?:plate|stirrer) is\b"
    + r"|\b(?:shak\w+|swirl\w*|turn\w*) (?:\w+ ){0,3}by hand\b[^.;\n]{0,40}\binstead of\b"
)
"""Nothing stirs: what stirs, and that it stands."""

AWAY = (
    r"(?:next door|(?:in|to|at) (?:the|my|our|an?) (?:office|canteen|library|post|stores?|shops?|lecture|seminar|meeting|class|talk|corridor|cafeteria|kitchen|other lab\w*|next lab\w*|balance room)"
    r"|(?:to|at|for|having|have|had|on) (?:the |a |my |our |their )?(?:lunch|dinner|tea|coffee|break|smoke|walk|cigarette)|home\b(?! address)|upstairs|downstairs|elsewhere"
    r"|(?:on|in) the (?:second|first|third|other|next|ground) (?:floor|building|lab\w*|room))"
)
GOING = r"(?:(?:go|goes|went|gone|pop|pops|popped|nip|nips|nipped|slip|slips|slipped|be|am|is|are|was|were|'m|'re|sit|sits|sat|stay|stays|stepp?(?:ed|s)?|leave|leaves|left|out|off|see to|work\w*|write|writing|over)\b)"
NOBODY_THERE = (
    r"\bleave (?:the (?:room|lab\w*|bench|hood|building)|everything|it all) (?:for|until|till|to|while)\b|\b(?:can|may|could) (?:safely |well )?be left (?:to itself|to its own devices|on its own|alone|by itself)\b|\b(?:looks|look) after itself\b|\bwalk(?:s|ed|ing)? (?:away|off)(?= (?:for|to)\b|[.,;\n]|$)|\b(?:go|goes|went|walk|walks|walked|get|got) away from (?:it|the (?:flask|apparatus|pot|bench))\b|"
    rf"(?:\bI|\bwe|\byou|\b(?:operator|student|chemist|shift|group|class|trainee|assistant|technician)s?|\bevery(?:body|one)|\bone)\b[^.;,\n]{{0,14}}?(?:\b|(?='))(?:{GOING})[^.;,\n]{{0,25}}?\b{AWAY}"
    r"|\b(?:leave|left|leaves|leaving) (?:it|them|this|that|everything) (?:to |alone )?(?:till|until|for|over) (?:after )?(?:the |my |our )?(?:seminar|lecture|lunch|meeting|class|break|coffee|tea|dinner|weekend|morning)\b|\bleav\w+ it (?:dripping|running|boiling|stirring|bubbling|going|on|refluxing|distilling|cooking|simmering)\b(?! for (?:an|one|half an|another) hours?\b| for \d\d ?min)|\b(?:being|was|were|is|are|am) absent\b|\bin (?:my|our|his|her|the writer's) absence\b|\bgo(?:es)? and do (?:the|my|some|other)\b|\b(?:go|goes|went) (?:and|to) (?:eat|have|get (?:my|some|a) (?:lunch|dinner|coffee|tea))\b"
    rf"|\b(?:every(?:body|one)|all of us|the (?:group|class|shift|team|student|operator|technician)s?)(?:'s| is| are| was| were| goes?| went) (?:\w+ )?(?:at|in|to|off|out|having|on) (?:the |a |their |his |her )?(?:\w+ )?(?:lunch|dinner|tea|coffee|break|seminar|lecture|meeting|party|holiday|canteen|office)\b|\b(?:attends?|attended|attending) (?:the|a) (?:\w+ )?(?:seminar|lecture|meeting|class|course|talk)\b"
    r"|\b(?:nobody|no ?one|no-one) (?:is )?(?:sits?|stands?|stays?|watch\w*|looks?|minds? (?:it|the (?:flask|reaction|still|bath|shop))|in the (?:room|lab\w*)|at the bench|around|there|near)\b|\b(?:bench|lab\w*|room|hood) is (?:then |now )?(?:empty|deserted|unmanned|locked)\b|\bdoor is (?:then |now )?(?:locked|shut behind)"
    r"|\bneed\w* no (?:looking after|attention|watching|supervision|minding|attendance)\b|\b(?:see|look)(?:s|ed)? (?:to|at|in on|after) it (?:again|next|only|once) (?:in|at|after|on|tomorrow|when|every)\b|\blook(?:s|ed)? in (?:again )?(?:at|after|on|tomorrow|later|once)\b"
    r"|\b(?:cooks?|bubbles?|boils?|ticks?|simmers?|runs?|stirs?|drips?|goes on) (?:away |on )?(?:\w+ )?while (?:I|we|the \w+) (?:do|did|am|are|go|went|write|wrote|read|have|had|sit|sat|see|clean\w*|order\w*|phone\w*)\b|\b(?:I|we) (?:drive|drove|cycle|cycled|walk|walked|am off|are off|'m off|'re off|was off) (?:home|to the|to a|to my|out|over)\b|\bI'm off\b|\byou may go\b"
    r"|\b(?:nobody|no ?one|no-one) (?:needs?|has to|have to|must|is to|was|is|will)\b[^.;\n]{0,14}\b(?:be|stay|watch|mind|attend|present|there|with|stand|look|wait|about|around)\b"
    r"|\bsupervision\b[^.;\n]{0,8}\bnot\b|\bnot (?:be )?(?:supervised|minded|attended)\b|\blooks? after (?:itself|themselves)\b"
    r"|\b(?:may|can|could) (?:see to|do|go on with|get on with|attend to) (?:other|some other|another)\b"
    r"|\b(?:go|goes|went|get|got|getting|going) on with (?:the |my |our |an?)?(?:next|other|another|second) (?:job|task|work|batch|flask|thing|preparation|experiment)s?\b|\blook(?:s|ed|ing)? in (?:on it )?(?:every|each|now and then|from time to time)\b|\b(?:see|look|check)(?:s|ed|ing)? (?:to |at |on )?it (?:only )?(?:every|each) (?:half|quarter|hour|\d+|two|thirty|twenty|few)\b"
    r"|\b(?:I|we|you) (?:just |quickly )?(?:pop|nip|slip)(?:ped|s)? (?:out|off|over|down)\b|\b(?:while|during which|whilst) (?:a|the|my|our|another) (?:lecture|class|seminar|meeting|talk|lesson|lunch|dinner) (?:was|is) (?:attended|held|given|taken|eaten|had)\b|\bon (?:a|the|its) timer\b|\btimer does\b"
)
"""Somebody who goes or is, and where else than here."""

CLOSER = r"(?:stopper|bung|cork|lid|cap|septum|screw[- ]cap)s?"
SHUT_TIGHT = (
    r"(?:stopper|cork|bung|lid|cap)(?: on| in)? between (?:the )?(?:additions|portions|lots|spoonfuls)|"
    rf"push(?:es|ed)? (?:it|them|the \w+) home|(?:tight|snug|solid)(?:ly)?[- ](?:fitting )?(?:glass |rubber )?{CLOSER}|(?:packed|stuffed|filled|rammed|plugged) (?:so |very |too |quite )?tight(?:ly)?"
    r"|(?:lid|cover|hatch|manhole) (?:is |was |stays |remains |kept )*(?:bolted|shut|closed|screwed|locked|clamped)|put(?:s)? the (?:lid|cover|cork|stopper) (?:down|on|in|back)|(?:bung|cork|screw|tape|wire|seal)(?:s|ed)? (?:it|them|the \w+) (?:up|down|shut|tight(?:ly)?)"
    r"|(?:all|every|both|four|three|two)(?: \w+)? (?:necks?|openings?|outlets?|joints?|valves?) (?:shut|closed|sealed|corked|stoppered|plugged|capped)"
    r"|in(?:to)? (?:an?|the) (?:[\w-]+ ){0,2}(?:screw-?top|screw-?cap(?:ped)?|lidded|Schott|clip-?top|swing-?top|crimp(?:ed)?|Kilner|preserving|snap-?top) (?:jar|bottle|vial|flask|can)s?"
    rf"|{CLOSER} (?:replac\w+|takes? the place of) (?:the |a )?(?:condenser|funnel|adapter|thermometer)|(?:melted|fused|welded|soldered) (?:shut|off|closed)|(?:shut|closed|bottled|put|locked|kept) (?:up |away )?in an? (?:\w+ )?(?:jam |preserving |screw-?top |pickle |lidded )?(?:jar|bottle with (?:its|a|the) (?:lid|cap))\b"
    r"|(?:glass plate|watch ?glass|lid|disc|plate) (?:with grease |greased )?(?:is |was )?(?:pressed|clamped|screwed|tied|held down|weighted|weighed down|loaded)|wired (?:on|down|shut)"
    r"|(?:pinch|pinched|squeeze|squeezed|kink|kinked|clip|clipped|tie|tied|clamp|clamped) (?:the |its )?(?:tube|hose|line|tubing|outlet)(?: (?:shut|closed|off))|(?:tube|hose|line|tubing|outlet) (?:is |was |gets |then )*(?:pinched|squeezed|kinked|tied|clipped|clamped)(?: shut| closed| off)?"
    r"|(?:close|closed|shut|clamp|clamped|pinch|pinched|squeeze) (?:off )?(?:the |its )?(?:(?:delivery|gas|outlet|rubber|exit) )+(?:tube|hose|line|tubing)(?: off)? (?:with|by) (?:an? |the )?(?:\w+ )?(?:clip|clamp|cock)|(?:with )?(?:the |its )?(?:(?:pinch|hose|screw|spring|mohr) ?)?(?:clip|clamp|pinchcock)(?: is| was| kept| stays| left)? (?:shut|closed|on the (?:tube|hose))"
    r"|everything(?: is| was| stays| kept)? tight(?:ly)?(?: closed| shut)?|no (?:air|gas|vapou?r) (?:can |could )?(?:pass(?:es)?|get(?:s)? (?:through|out|past)|leave|escape)s?"
)
"""A vessel that is shut."""

IN_ONE = (
    r"(?<=, )whole (?:tin|bottle|jar|packet|bag|pack|ampoule)(?=[,.;])|straight (?:from|out of) the (?:measuring )?(?:cylinder|bottle|beaker|can|jug|boat|weighing boat|packet|bag|tin)|(?:good |big |great |hefty )?(?:glug|slosh|dollop)s?"
    r"|(?:flung|hurled|slung|dashed|heaved|rushed|sloshed|upended|dumped|emptied|swilled) (?:straight |right |all )?(?:in(?:to)?|over|on)\b|(?:fling|hurl|sling|heave|rush|upend|empty|dump)(?:s)? (?:it|them|the (?:whole |lot|\d[\w .%-]* ?(?:mL|cylinder|beaker))[^.;\n]{0,40}?)\b(?: in(?:to)?| over| on| out)?|(?:poured|added|put|run|tipped|dropped) in as a whole|in full(?! (?:view|flow|draught))|at a (?:blow|stroke|gulp|throw|dash)|without (?:delay|waiting|pausing)"
    r"|(?:no need to|needn't|don't|do not|not necessary to) (?:go|add|pour|be|do it|do this|work|hurry and go) (?:it )?(?:so )?(?:slowly|slow|dropwise|careful\w*|drop by drop)|not (?:dropwise|drop by drop|slowly|in portions)|(?<=mL, )the (?:whole )?lot(?=[.,;\n])|(?<=g, )the (?:whole )?lot(?=[.,;\n])|all [\w.]+ ?(?:mL|g|mils|grams) [^.;\n]{0,40}\btogether"
    r"|in(?:side)? (?:half a|under a|less than a|a quarter of a) minute|in (?:two|2|three|four|a few) (?:goes|pours|splashes|glugs|gulps)|(?:in )?(?:two|three|four|five)(?: or (?:three|four|five|six))? (?:big |good |quick )?(?:splashes|glugs|gulps|slugs|sloshes)"
    r"|(?:(?:all of it|all(?: \d[\d.,]* ?(?:mL|ml|g|mils|cc)(?: of the [\w ]{2,24}?)?)?|(?:the )?(?:whole|full|entire) (?:amount|charge|bottle|quantity|lot)|everything|(?:went|go|goes|in) together),? "
    r"(?:(?:straight )?(?:through|down) the (?:open |side )?(?:condenser|neck|top)|from the (?:cylinder|bottle|beaker|jug)|in(?= straight| right|,| through|[.;\n]|$)|(?:right|straight) away|at the (?:start|beginning|outset)|in straight away|through the condenser)"
    r"|(?<=, )in together|(?:went|go|goes) in (?:together|at the (?:start|beginning|outset)|right at the start)|not portioned|unportioned|in a (?:gush|flood)|(?:added|put in|poured in) entire|(?<=, )in it goes(?=[.,;\n]|$)|(?<=l, )the lot(?=$))"
    r"(?![^.;\n]{0,40}\b(?:over|during|within|portions?|dropwise|slowly|drop|min|minutes|h)\b)"
)
"""All at once, or nearly."""

HAND = r"(?:hand|feel\w*|touch\w*|fingers?|palm)"
UNMEASURED = (
    r"(?<=\| )(?:not|never) (?:measured|taken|read)(?= ?\|)|temp(?:erature)?\.?(?:\t| {2,}|: ?)(?:is |was )?(?:not|never) (?:measured|taken|read|watched|needed)|never mind the temperature|maybe (?:about )?\d{2}[^.;\n]{0,25}\b(?:did not|didn['’]t) measure|so hot (?:that )?(?:I|we|you|one) (?:can['’]t|cannot|can not|couldn['’]t|could not) (?:hold|touch)|"
    r"measuring(?:\t| {2,}|: ?)(?:none|no\b|nothing|not\b)|temp(?:erature)?\.?: (?:judged |seen |told )?by (?:the )?(?:look|condensation|steam|colou?r|feel|frost|dew)|"
    r"neither (?:(?:an? )?(?:stirrer|bath|condenser|hood)[^.;\n]{0,15}? nor )?(?:an? )?thermometer|"
    r"\d{2}\? by (?:the )?hand|by (?:the )?hand,? (?:about|say|some|perhaps) \d{2}\b|"
    r"(?:as long as|if|while|so long as) (?:I|we|you|one) (?:can|could) (?:still )?(?:hold|touch) (?:it|the \w+)|thermometer\? (?:I|we|one|you) (?:go|goes|judge|tell) by|thermometers? (?:was|is|were|are) (?:in use elsewhere|elsewhere|lent(?: out)?|being used (?:elsewhere|by)|with (?:the other|another|somebody))|"
    r"thermometer (?:hangs |is |was |stays |there is )?on the wall|"
    rf"(?:temperature|temp|heat|warmth|hotness|how (?:hot|warm))\b[^.;\n]{{0,25}}\b(?:by|with|from) (?:the |my |your |a )?{HAND}|(?:feel|tell|judge|see|know)\w*\b[^.;\n]{{0,30}}\bwith (?:the |my |your |a )?(?:hand|fingers?|palm)"
    r"|thermometer (?:I|we) (?:had|have|did)(?:n't| not) (?:put in|got|used|use|fit\w*)|(?:no|without (?:an?|any)) (?:probe|sensor|thermocouple|temperature probe)\b|(?:flask|beaker|bottle|conical) in (?:the|my|your|one) hand (?:until|till|and)|(?:until|till) (?:it(?:\'s| is)|the (?:flask|glass) is) too hot(?: to (?:hold|touch|handle))?|(?:I|we|you) (?:can )?feel (?:it|that) (?:through|at) the (?:tub|glass|wall|bucket|side|flask|outside)|thermometer (?:is |was |hangs |hung )?(?:only )?(?:in the room|on the wall|in the drawer|in the cupboard)|(?:gets?|got|goes|went) (?:up )?to [^.;\n]{2,30}, (?:I|we) (?:do not|don\'t|did not|didn\'t|never) (?:measured?|checked?|read)\b|how (?:warm|hot)(?=\?)|by touching (?:the|it)|touch\w* (?:the )?(?:flask|glass|beaker|outside)\b[^.;\n]{0,25}\b(?:hot|warm|burn)\w*|thermometer(?:s)?\b[^.;,\n]{0,12}\b(?:broke|broken|is missing|missing|in the drawer|lost|gone)"
    r"|(?<!internal )(?<!inside )(?<!pot )temperature,? (?:(?:is|was|being) )?(?:not|never) (?:taken|read|measured|recorded|noted|followed|watched|checked|looked at)|no thermometer (?:fits|in|is there|was at hand|here|for)|thermometer (?:(?:is|was) )?(?:laid|left|lying|put|lies|lay) (?:down )?(?:beside|next to|near) (?:it|the (?:beaker|flask|pot|vessel))|thermometer (?:isn't|wasn't|is not|was not) (?:fitted|used|in|there|put in|needed)|(?:nobody|no ?one|no-one) (?:looks?|looked|checks?|checked|reads?|read|watche[sd]|measures?|measured|takes?|took) (?:at )?(?:the |its )?(?:temperature|thermometer)|temperature (?:is|was) (?:only )?(?:a guess|guessed|estimated|anyone's guess|not known|unknown)|(?:know|knows|knew|tell|judge|see) (?:from|by) (?:experience|practice|the look|the steam|habit)\b[^.;\n]{0,30}\b(?:hot|warm|temperature)|feels? (?:hot|warm|cool|cold|lukewarm)\b(?: to| by| in| on)? (?:the |my |your )?(?:hand|touch|fingers?)|(?:do|does|did|have|has|had)(?:n't| not) (?:(?:have|need|use|want|take|got) )?(?:an?|any|the) thermometer"
)
"""Nothing measures the temperature."""
BATH_ALONE = (
    r"(?:thermometer|probe|thermocouple) (?:lies|hangs|sits|is|stands|was) (?:only |just )?in the (?:mantle|oil|sand|plate)\b|\d+ ?(?:°C )?in (?:the )?bath\b|only the (?:water|oil|ice|sand|bath|bowl|tub)(?: (?:round|around|outside|under) (?:it|the flask))? (?:is|was|gets|has) (?:measured|read|watched|taken|checked|a thermometer)|(?:strip |stick-on )?thermometer (?:is |was |sits |hangs |stands |goes |on |only )*(?:on|in|for|at) the (?:outside|bath|bowl|tub|ice|oil|water round|bucket|basin|plate|sand)(?: tub| bath| bucket)?\b|oil(?:[- ]bath)? thermometer|(?:plate|hot ?plate|thermostat|mantle|dial|controller|stirrer|circulator|chiller) (?:setting|display|reading|says|reads|shows)|setting of the (?:plate|dial|thermostat|mantle)"
    r"|(?:bath|bowl|plate|thermostat|dial|display|circulator) is what (?:we|I|you) (?:read|measure|go by|watch|look at|trust)|(?:I|we|you|one) (?:go|goes|went) by the (?:\w+ )?(?:bath|bowl|thermostat|dial|display|plate|chiller|circulator)"
)
"""What warms or cools is read, not what it warms or cools."""
IN_VAPOUR = r"(?:bulb|tip|probe|sensor|thermometer|it) (?:ends?|hangs?|sits?|stands?|is|stays?|held|kept|stops?)\b[^.;\n]{0,30}\b(?:above the|clear of the|in the (?:neck|vapou?r|gas|head)|over the (?:liquid|mixture)|short of the)|(?:too short|not long enough|too high|too far up) (?:for|to reach|to touch|to dip)|(?:only|just) (?:reaches|touches|in) the (?:vapou?r|gas|space|neck)"

SOLVENTS = r"(?:toluene|ether|acetic acid|methanol|ethanol|dichloromethane|chloroform|hexane|acetone|alcohol|solvent|water|caustic|nitrobenzene|slurry|paste|brine|oil layer|aniline)"
IN_THE_LIQUID = (
    rf"(?:reach\w*|goes|go|dip\w*|hang\w*|stand\w*|project\w*|down|deep) (?:well |right |down |deep )*(?:in(?:to)?|to) the {SOLVENTS}|(?:wetted|submerged|covered)\b|(?:right|well|down|deep) (?:down )?in it|in the {SOLVENTS}"
    r"|within \d+ ?[cm]m of the bottom|(?:near|close to|touching|almost at|just off) the bottom"
)
"""Behind a thermometer: it is in what reacts."""

SODA = r"(?:bicarb\w*|(?:hydrogen ?)?carbonate|washing soda|soda(?: solution)?|NaHCO3|Na2CO3)"
FUNNEL_SHUT = r"(?:stoppered|corked|lid on|(?:stopper|cork|bung) (?:in|on|down|held|pressed)|capped|(?:funnel|flask|bottle|tap|cylinder)s? (?:was |is |held |kept |being )?(?:stoppered|closed|shut)|closed (?:separating )?funnel|closed (?:bottle|flask|cylinder)|stopper (?:it|the funnel)|stopper,? (?:and )?(?=shak)|(?:my |the |a |with )?thumb (?:on|over|across|holding)|invert\w*|upside down)"
SHAKEN = r"(?:shak\w+|shook|invert\w*|agitat\w*)"
_RUNS_ON = r"(?:[^.\n]|(?<=\bsat)\.|(?<=\bsep)\.|(?<=\baq)\.)"
"""Up to the end of a sentence; "sat." and "sep." end none."""
SODA_SHUT = "|".join(
    rf"\b{a}\b{_RUNS_ON}{{0,{n}}}?\b{b}\b{_RUNS_ON}{{0,60}}?\b{c}\b"
    for a, b, c, n in (
        (SODA, FUNNEL_SHUT, SHAKEN, 80),
        (SODA, SHAKEN, FUNNEL_SHUT, 60),
        (SHAKEN, SODA, FUNNEL_SHUT, 60),
        (FUNNEL_SHUT, SHAKEN, SODA, 40),
        (SHAKEN, FUNNEL_SHUT, SODA, 20),
    )
)
"""Carbonate, a funnel that is shut, and shaking, in any order."""

DOWN_TO_NOTHING = (
    r"(?:left|let|allowed|lets?|boil\w*|go(?:es)?|run|distil\w*) (?:it )?(?:to (?:go|run|boil) dry|(?:go|run|boil) dry|dry over (?:lunch|night|the weekend))(?=[ .,;\n]|$)|(?:until|till) (?:there(?: is|['’]s) )?nothing (?:is|was|['’]s)? ?left(?=[.,;\n]|$)|(?:until|till) (?:it(?: is|['’]s) )?all (?:over|gone|across)(?=[.,;\n]|$)|"
    r"(?:until|till) no residue (?:is|was|['’]s) left|everything over(?=[.,;\n]|$)|in order to (?:gain|get|recover) the (?:rest|last)\b|(?:until|till) the (?:flask|pot|residue) is (?:solid|empty|bare|hard)\b|(?:taken|driven|run) to the end(?=[.,;\n]|$)|\bdist(?:\.|il\w*)? [^.;\n]{0,30}[,:] (?:to )?dry(?:ness)?(?=[.,;\n]|$)|"
    r"(?:carried on|went on|kept (?:on|going)|driven|boiled|heated|on)(?: \w+ing)? (?:to|until|till) (?:there (?:is|was) |it (?:is|was) |only )?(?:an? )?(?:brown|black|dark|dry|hard|burnt) (?:crust|tar|cake|residue|mass|coating)|"
    r"(?:tak\w+|took) (?:it all|everything|all of it)\b(?! (?:up|out|apart|down|away|to the))|(?:leav\w+|left) nothing(?: (?:in|back|behind)|$|(?=[.;,\n]))|"
    r"the last (?:dark |black |brown )?(?:stuff|bit|drops?|muck) (?:too|as well)|(?:until|till) nothing (?:further|more|else|at all) (?:passed|passes|came|comes|went|goes|distil\w+|would come|drips|dripped)(?: over)?|"
    r"distil\w*\b[^.;\n]{0,40}\bto the (?:very )?end|distil\w*\b[^.;\n]{0,25}, (?:right|all the way|clean) (?:down|out)\b(?! to \d)|(?:until|till) (?:the (?:flask|pot|retort|still)|it)(?:'s| is| was) (?:quite |completely )?(?:empty|bare)|(?:until|till) (?:there's |there is |there are )?(?:only |just )?a (?:spoonful|drop|trace|thimbleful|teaspoon\w*)(?: or two)? (?:is |was |are )?left|(?:until|till) the (?:bottom|inside|base) (?:of the (?:flask|pot|still) )?(?:is|goes|gets|runs|looks) (?:dry|bare)|(?:pot|flask|residue|bottom|rest) (?:smokes|chars|fumes|is bare|browns)|(?:rest|residue|tar|crust|bottom)\b[^.;\n]{0,15}\b(?:burn(?:t|ed)?|bak(?:es|ed)|stuck|charred) (?:on|in|fast|to the (?:glass|flask|bottom))\b|everything (?:is|was|has) (?:been )?(?:distilled|driven|taken) (?:over|off)"
    r"|(?:right |all the way )down to (?:a |an |the )?(?:\w+ )?(?:skin|crust|tar|char|varnish|film|cake|glass|powder|salt|solid|resin)|until (?:the (?:flask|pot|retort) )?(?:holds|has|shows|is) (?:nothing but|only|just) (?:an? )?(?:\w+ )?(?:crust|tar|salt|skin|char|solid|residue|cake)|(?:until|till) only (?:\w+ )?(?:tar|salt|char|crust|solid|a residue) (?:was|is|were|are)? ?left|as long as (?:anything|something|any|a drop) (?:comes|came|passes|drips|distils)|right to the (?:very )?end|to the (?:very )?last(?: drop| drip| of it| trace)|not stopping (?:before|until)|(?:until|till) (?:the )?last of it (?:is|was|has) (?:over|gone|come)|(?:until|till) no more drops (?:fall|come|pass)|nothing (?:is |was )?(?:left|stays|remains) behind|so that nothing (?:is|stays|remains|gets)? ?left"
)
"""Distilled until nothing is left."""
OPEN_EVAPORATION = (
    r"driv(?:e|es|ing|en) off the [^.;\n]{3,70}, open\b|boiled (?:away|off|down) (?:from|in|on) an open (?:beaker|flask|dish|basin|pan)\b|(?:acetone|ether|solvent|alcohol|methanol|ethanol|benzine|petrol) off on (?:the |a )?(?:hot ?)?plate\b|"
    r"(?:leave|left|let|stood|stand|put|set)\b[^.;\n]{0,45}\b(?:window ?sill|sill|radiator|heater)\b[^.;\n]{0,30}\b(?:evaporat\w*|to dry|go(?:es)? off)|off in an? (?:open )?(?:dish|basin|pie dish|beaker|saucer)|(?:taken|let|goes?|went|driven|boiled) off (?:from|in) an open (?:dish|basin|beaker)|"
    r"(?:in|from|on) (?:a|the|an open|flat|shallow) (?:\w+ )?(?:dish|tray|bowl|basin|saucer|watch ?glass|crystalli[sz]ing dish|petri dish)\b[^.;\n]{0,50}\b(?:gone|evaporat\w+|dry|away|off|window)"
    r"|(?:boil|steam|driv|cook|smok)\w* (?:it |them |the \w+ )?(?:off|down|away)\b[^.;\n]{0,25}\bin (?:a|an|the) (?:open )?(?:beaker|dish|basin|bowl|pan|conical|saucepan)|(?:blow|blown|blew|fan|fanned) (?:it |them |the \w+ )?(?:off|dry)(?! the)\b"
    r"|(?:go|goes|off) into the (?:room|air|lab)|(?:evaporat\w+|go(?:es)? off|left|leave|leaves|dries|dried) [^.;\n]{0,22}(?:from|in|on) (?:a|an|the) (?:open )?(?:watch ?glass|dish|saucer|tray|petri dish|basin|beaker on)\b|leave (?:the|it in the|it in a) (?:dish|basin|tray)|(?:chased|driven|fumed|cooked|boiled|steamed|burnt|let) off\b[^.;\n]{0,30}\b(?:hot ?plate|plate|steam bath|water bath|radiator|beaker|dish|basin|open)|(?:go|goes|went) off (?:in|on|from) (?:a|an|the)"
)
BY_SMELL = (
    r"(?:may|can|should|are to|must) (?:all |each |then )?smell (?:at |it\b|carefully|cautiously|gently|briefly)|know (?:that )?it (?:works?|is working|is (?:on|going|running)) (?:because of|by|from) (?:the|its) (?:smell|odou?r)|(?:don['’]t|do not|no longer|can['’]t|cannot) smell it (?:any ?more|any longer)|(?:tested|checked|judged|followed|told|recogni[sz]ed|controlled) (?:only )?by (?:its|the|their) (?:smell|odou?r|nose)|"
    r"no (?:more |longer (?:any )?)?(?:smell|odou?r)(?: (?:left|any ?more|now|of \w+))?[:,=]? ?(?:is |means )?(?:ready|done|finished|good|over|enough|complete|stop)|(?:faint |slight |strong |sharp |pungent )?(?:smell|odou?r|whiff) (?:of [\w ]{3,22} )?(?:shows?|tells?|means|says|indicates|is the sign|signals|proves)"
    r"|(?:absence|lack|loss|end) of (?:the |any )?(?:smell|odou?r)|(?:my|your|the|a good|his|her) nose (?:is|was|says|tells|decides|does|must|will)\b(?! not\b|n['’]t\b| never\b)|(?:smell|sniff|nose) is (?:the|my|our|your) (?:end ?point|indicator|test|guide|sign)|until (?:there is|there's|there was) no (?:more )?(?:smell|odou?r)|(?:smell|sniff)ing (?:is|tells|shows|decides|will do)|stings? in the nose|by (?:the )?taste\b|(?:tasted|tasting|taste) (?:it|the (?:vapou?rs?|liquid|gas|distillate))\b"
    r"|(?:tell|know|see|judge)\w* (?:it )?(?:by|from) the (?:smell|odou?r)|(?:get|gets|got|grow|grown) used to the (?:smell|odou?r|fumes)|(?:smell|odou?r)\b[^.;\n]{0,40}\b(?:don['’]t|do not|no longer|can['’]t|cannot) (?:even )?notice it"
)
SOFT_PLUG = (
    r"(?:handful|scrap|strip) of (?:cotton|gauze|tissue|(?:paper )?towel|wool|rag|cloth|paper)|bit of rag|(?:stuffed|packed|filled|plugged|stopped|closed) (?:up )?(?:loosely |lightly |tightly )?with (?:an? )?(?:\w+ )?(?:cotton|tissue|paper|wool|rag|cloth|towel|gauze|foam|sponge|lint)|(?:cap|hat|lid|cover|hood|cone) of (?:tin ?|aluminium |aluminum |kitchen |cling ?)?(?:foil|film|paper|tissue)|(?:plug|wad|ball|tuft|bit|piece|lump|swab|pad|twist) of (?:cotton|gauze|tissue|wool|lint|felt|sponge|foam)|kitchen film|cling ?wrap|(?:damp|wet|moist) (?:cloth|rag|towel|tissue|paper|sponge)\b[^.;\n]{0,25}\b(?:over|on|round|around|condenser|neck|mouth|top)"
    r"|(?:paper|kitchen) (?:towel|roll) (?:over|on|in|round) (?:the |its )?(?:neck|mouth|condenser|top|opening)|(?:cloth|rag|towel|tissue|handkerchief) (?:is |was )?(?:laid |put |held |tied |over )+(?:over |on |round )?(?:the )?(?:neck|mouth|condenser|top|opening)"
)
MEASURED_OUTSIDE = (
    r"(?:weigh|measur|pour|pipett|tipp?|dispens|fill|decant|draw|drawn)\w*\b(?:[^.;\n]|\.\d){0,70}?\b(?:at (?:the|my|his|her|a)(?: own)? (?:bench|place)|on (?:the|my|a)(?: own| side| lab| writing)+ (?:desk|table|bench|trolley|shelf)|on (?:the|a) (?:trolley|shelf)|in the (?:store ?room|stores|office|prep room|weighing room))|(?:weigh|measur|pour|pipett|tipp?|dispens|fill|decant|draw|drawn)\w*\b(?:[^.;\n]|\.\d){0,70}?\b(?:at (?:the|my|his|her|a) (?:desk|window|sink|table|balance)|on (?:the|my|a) (?:desk|table|window ?sill|bench under|bench by|open bench)|in the corridor)"
    r"|(?:at (?:the|my) (?:desk|table)|on the (?:bench|table) (?:under|by|at|next to) the window)\b[^.;\n]{0,20}?\b(?:[a-z]+ \d|from the bottle)|(?:pipett\w*|suck\w*|draw\w*|measur\w*)\b(?:[^.;\n]|\.\d){0,40}?\b(?:by (?:the )?mouth|mouth[- ](?:blown |filled )?pipette)"
)
LARGER = (
    r"first (?:one|time|run|batch|lot) (?:of|at|on|in) (?:this|that|such a) (?:size|scale|amount|order)|(?:lot|batch|run|one) before (?:this|it|that)(?: one)? (?:was|had|came to)|(?:nobody|no ?one|none of us|we have never|never|not yet|have not|haven't)\b[^.;\n]{0,30}\b(?:made|run|done|tried|gone|taken|had|been)\b[^.;\n]{0,16}\b(?:more than|above|over|beyond|past|larger|bigger) |(?:stayed|kept|been|remained) (?:always )?(?:below|under|at|within) \d+(?:\.\d+)? ?m?(?:g|mol|mL)\b|multiplied by|scal(?:e|ed|ing)[- ]?up|(?:pilot|small run|trial|first batch|test run|trial run|test batch) (?:was|had|took|used|on|of|with) \d|(?:twice|two|three|four|five|six|eight|ten|twelve|fifteen|twenty|thirty|forty|fifty|hundred|a hundred|\d+)(?:[- ]?times|[- ]?fold| ?[x×]) the (?:literature|published|usual|normal|standard|original|printed|last|old|small|student\w*|book|recipe|amounts?|quantit\w+|batch|scale)|(?:twice|two|three|four|five|six|eight|ten|twelve|fifteen|twenty|thirty|forty|fifty|hundred|a hundred|\d+)(?:[- ]?times|[- ]?fold| ?[x×])? (?:what|as much as|more than|the size of what|bigger than|larger than) (?:the (?:students?|class|trial|test|first|last|old|others?|book|paper|card)|we|I|they|was|is)\b"
    r"|(?:last|first|previous|former|earlier|trial|test|other|usual|normal) (?:batch|run|lot|trial|one|size|scale|amount|charge)s? (?:was|were|had been|is) (?:only )?(?:an? |one )?(?:tenth|fifth|quarter|third|half|fiftieth|twentieth|hundredth|small\w*|\d+(?:\.\d+)? ?m?g\b|\d+ ?m?mol)"
    r"|(?:jump|step|go|move|went|going)(?:s|ed|ing)? (?:up )?(?:straight |directly )?from \d+(?:\.\d+)? ?(?:m?g|mL|ml|mmol|mol) (?:up )?to|(?:done|made|run(?! in\b)|tried|worked|works) (?:only |just )?(?:once|twice|before|so far|fine|well)?[^.;\n]{0,14}\b(?:with|at|on|in) (?:\d+(?:\.\d+)? ?m?g|a (?:tenth|fifth|quarter|third|twentieth|hundredth|test tube|small))"
    r"|scale:? ?[x×] ?\d+|[x×] ?\d+ (?:against|of|on) the (?:trial|test|last|first)|(?:now|here|today|this time)(?: for| comes| is)? (?:the )?(?:big|whole|full|real|large) (?:one|flask|batch|lot|thing|scale)"
)
VITRIOL = r"(?:(?:conc\.?|concentrated|9[0-9] ?%(?: \(?w/w\)?)?) (?:sulph|sulf)uric acid|conc\.? H2SO4|oil of vitriol|oleum|P2O5|phosphorus pentoxide)"
DRIED_BY_ACID = (
    rf"\b(?:swirl\w* (?:it |this |them )?(?:with|over|on)|stood over|put (?:on|over)|(?:goes|go|poured|left|stands?|set) (?:straight |directly )?(?:on(?: ?to)?|over)|(?:take|taking|takes|taken) (?:up|out) the water|water (?:is |was )?(?:removed|taken (?:up|out)))\b[^.;\n]{{0,60}}?\b{VITRIOL}"
    rf"|\b{VITRIOL}\b[^.;\n]{{0,40}}?\b(?:to take (?:up|out) (?:the )?(?:water|moisture|wet)|to dry it|as (?:a )?drying agent|dries it)\b"
)
ICE_GONE = (
    r"ice\b[^.,;\n]{0,15}?\b(?:melted|gone|disappeared|vanished|used up|run out|ran out|finished|all water|turned to water)|(?:last|rest) of the ice (?:went|melted|goes|is gone|was gone|had gone|disappeared)|(?:bath|bowl|tub|basin) (?:had|has|holds|held|was|is|had turned|turned|turns|of)\b[^.;\n]{0,20}?\b(?:(?:only|just|nothing but|all|plain|lukewarm|tepid)(?: \w+)? water|water (?:only|alone|by now)|no ice)"
    r"|ice (?:did not|didn't|won't|does not|doesn't) (?:last|hold|keep|suffice)|ice (?:gave|gives|had given) out|(?:used|had used|have used|using) up (?:all )?(?:the|our) ice|(?:there's|there is|there was|was|is) (?:only|just|nothing but) (?:\w+ )?water (?:in|left in) the (?:bath|bowl|tub|basin|bucket)|no ice (?:was |is |were )?(?:left|any ?more|now|remained)|ice (?:was|is|were) (?:all )?(?:finished|spent|done|through)"
    r"|(?:only )?(?:a )?(?:few|couple of) (?:slivers|bits|pieces|lumps|crumbs|scraps|cubes) of ice (?:were |was |are )?(?:left|floating|remained)|what (?:had been|was|used to be) (?:the )?ice (?:was|is)|where the ice (?:was|had been)"
)
METAL_THINGS = r"steel (?:drum|can|vessel|bucket|tank|pot|barrel|container|keg)|(?:is|are|was|were) galvani[sz]ed|(?:iron|copper|brass|tin|zinc|cast[- ]iron) (?:rod|pot|pan|vessel|bowl|kettle|bucket|stirrer|ladle|basin|lid|plate|ring|drum|can)|(?:steel|metal|iron) needle (?:is |was )?(?:left|stays|in|kept)|(?:old|rusty) (?:iron )?(?:pipe|tap|can|tin|clamp|ring|screw)s?|(?:spoon|rod|stirrer|paddle|wire|clip|funnel|lid|scoop|spatula|tongs|sieve|gauze|pan|bucket|nail|screw)s? (?:is|are|was|were|of|made of|in) (?:plain |old |mild |bare )?(?:brass|copper|iron|bronze|tin|zinc)|from the (?:old )?iron"
AGED = r"opened (?:at|last|in|on|before|around|for) (?:easter|christmas|last|the|new year|whitsun|spring|summer|autumn|winter|\w+day|january|february|march|april|may|june|july|august|september|october|november|december|20\d\d)|(?:cans?|bottles?|tins?|labels?|drums?) (?:say|says|read|reads|are dated|is dated) (?:19|20)\d\d|last year's|open(?:ed)? for (?:weeks|months|years|ages|a year|a long)|(?:label|date)\b[^.;\n]{0,20}\b(?:faded|illegible|gone|missing|unreadable|washed off|come off)|(?:\w+|\d+) (?:years?|months?) old|for (?:two|three|several|some|many|\d+) years|since (?:(?:spring|summer|autumn|winter|christmas) (?:of )?(?:last|the|20\d\d)|last (?:year|spring|summer|autumn|winter))|year before last|(?:nobody|no one) knows (?:how old|its age)|age (?:is )?unknown"

NO_START = (
    r"just sat there|sat there (?:doing nothing|dead|cold)|nothing (?:seems|seemed|appears|appeared) to (?:happen|occur|go on|start|react)|not a (?:bubble|sign|flicker|twitch|hint)|no (?:start|life|sign of life|hint of a start)(?=[.,;:]| (?:so|and|after|in|for|yet|at all))"
    r"|(?:stayed|stays|remained|remains|(?<=it )kept) (?:quite |still |all |perfectly )?(?:clear|cold|unchanged|dead|quiet|inactive)(?: and (?:cold|clear|quiet|still|unchanged))?(?=[.,;]| (?:so|after))"
    r"|(?:would|will) ?(?:not|n't) (?:go|start|catch|begin|light up|fire|kick off|get going|take)(?=[.,;]| so| and)|(?:refused?|refuses) to (?:go|start|catch|begin|react|take off)|no sign of (?:life|a reaction|reaction|starting)"
)
"""Nothing has begun to react."""
PUSHED = r"if (?:not|it doesn't|nothing),? (?:more of it|another|a bit more|the rest|some more)[^.;\n]{0,30}\b(?:on top|in|and)\b|(?:rest|remainder|remaining|whole|lot|all of (?:the|it)|another|more|second|balance)\b[^.;\n]{0,30}\b(?:in|added|add|poured|given|gave|put|run in|let in|dropped)|(?:added|add|gave|give|put in|poured in|ran in|run in) (?:it )?(?:the )?(?:rest|remainder|lot|whole|others?|more|all)|in with the (?:rest|lot|remainder|others?)|(?:plate|mantle|burner|bath|gun|heat) (?:on|up|full|to full)|heat gun|hair ?dryer|then all of the"
"""More of it, or heat."""
SPARKS = r"burning (?:drops?|droplets|bits)|(?:mantle|plate|coil|wire|element|heater)\b[^.;\n]{0,25}\b(?:was|is|were|still) (?:still )?glowing|(?:vapou?rs?|ether|hexane|solvent|gas|it) (?:caught|took) (?:fire|light)|(?:smoke|cigarette|cigar|pipe|fag|butt) in (?:the|my|his|her|one|one's) (?:other |left |free )?(?:hand|mouth|corner of)|(?:with|having) a (?:smoke|cigarette|cigar|pipe) (?:in|going|on|lit)|(?:while|whilst) (?:I|he|she|we) (?:smoke|smokes|smoking)|smoking (?:a |one |my )?(?:cigarette|pipe|cigar)|(?:light|lit|lights|ignite|ignited) (?:the |this |that )?(?:gas|hydrogen|jet|what (?:comes|came) (?:off|out)|it at the (?:end|jet|tube|hose|outlet))|(?:gas|hydrogen) (?:is |was )(?:then |at once )?(?:lit|ignited|set alight)|(?:a )?(?:match|splint|taper|lighter) (?:was |is )?(?:held|put|brought|applied) to|(?:spirit|alcohol|oil|gas|blow) ?(?:lamp|torch|light)s?|(?:bend|blow|seal|work)\w* glass|glass(?: is|-)(?:bent|blown|bending|blowing)|(?:heating|red-hot|glowing|open) (?:coil|wire|element|filament)s?|coil glows|glow(?:s|ing) (?:coil|wire|element)|cigarettes?|smok(?:e|es|ing) (?:is |are )?(?:allowed|permitted|a cigarette)|pilot flame|sparking|static (?:spark|electricity)|kettle is on|toaster"
"""What can light a vapour."""

FOAMS_OVER = (
    r"(?:if|when|in case) (?:it|the (?:beaker|flask|pot|dish)) (?:runs|boils|foams|comes|goes) over,? (?:use|put|there|wipe|take|catch|never|don't|no matter|the tray)|fill\w* (?:right )?(?:up )?to the (?:neck|rim|brim|top|stopper) (?:with|by) (?:the )?(?:foam|froth|fizz)|(?:lid|cover|cork|stopper)\b[^.;\n]{0,25}\b(?:because|as|since|for) it (?:foams|froths|fizzes)|sit on it"
    r"|(?:foam|froth|fizz)\w* (?:climbs|comes|rises|went|goes|crept|creeps|gets|reaches) (?:right )?(?:up )?(?:to|into|out of|over|as far as) the (?:neck|condenser|funnel|rim|edge|top|stopper|brim)"
)
"""The foam has no room."""
