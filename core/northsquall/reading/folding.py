"""One way of writing for what authors write in many: "cc" and "millilitres" are mL, "deg C" is °C, "sulph" is "sulf"; with where each character stood."""

from __future__ import annotations

import itertools
import re
from collections.abc import Iterator
from functools import lru_cache
from heapq import heapify, heappop, heapreplace
from itertools import pairwise

from northsquall import patterns

INVISIBLE = "\u00ad\u200b\u200c\u200d\u2060\ufeff"
"""Soft hyphens and zero-width marks: no part of any word."""
ALIKE = {"\u00a0": " ", "\u2009": " ", "\u202f": " ", "\u2007": " ", "’": "'", "‘": "'", "“": '"', "”": '"', "‐": "-", "‑": "-"}
_DENSITY = r"1[.,][1-9]\d\d?|0[.,][89]\d\d?"
_HOT = r"(?:[3-9]\d|1\d\d) ?°C|(?i:thirty|forty|fifty|sixty|seventy|eighty|ninety|a hundred)(?:-five|-two|-eight)?(?: degrees)?|(?:[3-9]\d|1\d\d)(?![\d.,]*\d| ?(?:mL|g|L|min|h|%|mol)\b)(?: degrees)?"
_A_BATH = (
    r"(?:(?:an?|the|my|our)[ \n])?(?:(?:bowl|basin|pan|pot|tub|bucket)[ \n](?:of|with)[ \n])?(?:(?:hot|warm|heating|heated|hotter|warmer|second)[ \n]){0,2}"
    rf"(?:((?:oil|sand|air|metal|glycerol|silicone|wax|water)?)[ -]?(?:bath|water)(?:[ \n](?:of|at|kept at|held at|preheated to)|,| \((?:bath temperature )?)?[ \n]?({_HOT})(?: or so)?\)?(?: (?:water[- ]?)?bath)?"
    rf"|({_HOT})[ \n](?:water[ -])?bath)"
)
_THE_STEAM = r"(?:(?:an?|the|my|our)[ \n])?(?:steam[ -]bath|boiling (?:water(?:[ -]bath)?|bath))\b"
_IT = r"(?:it|this|everything|the (?:flask|beaker|conical|pot|vessel|mixture|lot|whole (?:thing|lot))|all)"
_MOVED = (
    rf"(?:(?<=[\w%)])[ ,]*\b(?:so|and then|then|and)[ \n]|(?<=[.;!?\n] )|(?<=^)|(?<=\n)|(?<=- ))(?:(?i:so|then|now|and then|next)[ ,]+)?(?:"
    rf"(?:(?i:I|we|you)[ \n])?(?:just )?(?i:swap(?:ped)?|chang(?:e|ed)|switch(?:ed)?|mov(?:e|ed)|transfer(?:red)?|exchang(?:e|ed)|replac(?:e|ed)|put|set|stood|stand|plac(?:e|ed)|lower(?:ed)?|immers(?:e|ed)|took|take|gave)(?:[ \n](?:{_IT}|(?:the )?(?:ice|cold|cooling)?(?:[ -]?(?:bath|water))?))?(?: out of (?:the )?[\w-]+(?: bath)? and (?:stood|put|set|placed) {_IT})?[ \n](?:over )?(?:(?:to|into|in|onto|for|with|by|against)[ \n])?"
    rf"|(?i:{_IT}|flask|beaker|bath|the (?:ice|cold|cooling)(?:[ -]bath)?)[ \n](?:(?:was|is|were|are)[ \n])?(?:then |now |quickly )?(?:swapped|changed|exchanged|replaced|moved|transferred|put|set|stood|placed|lowered|immersed|went|goes|put back)[ \n](?:over )?(?:to|into|in|onto|for|with|by)[ \n]"
    rf"|(?i:out of the (?:\w+[ -]?){{1,2}},? and[ \n](?:over )?(?:to|into|in)|the (?:tube|flask) (?:hangs|hung) in(?=[ \n])|over (?:to|into)|(?:straight|right|directly)(?: away)? (?:on ?to|into|on|in)|then(?= [^.;\n]{{3,40}} instead of the ice)|ice away,|ice (?:bath )?off,|the cooling bath was removed and|cold bath away,)[ \n])"
)
_PART = r"(?i:(?:\d[\d.,]*|two|three|four|five|six|eight|ten|fifteen|twenty|twenty-five) ?(?:mL|mils?|g|grams?)\b|(?:one |a )?gram(?: and a half)?\b|(?:one|a) (?:third|quarter|fifth|sixth|eighth|tenth|twelfth|fifteenth|sixteenth|twentieth)\b)"
_OF_IT = r"(?: (?:of )?(?:the |it\b)?(?!in\b|first\b|and\b|then\b|was\b|is\b|were\b|went\b|to\b|at\b|alone\b|on\b|goes\b|only\b|over\b|within\b|during\b)[a-z][\w-]+(?: (?:acid|solution|chloride|bromide|anhydride|hypochlorite|permanganate|hydroxide))?)?"
_A_TIME = r"(?:about |some |another )?(?:\d[\d.,]*(?:[-–]\d+)? ?(?:min|h)\b|half an hour|an hour|one hour|two hours|(?:an?|one) and a half hours|[a-z]+(?:-[a-z]+)? minutes)"
_REST = r"(?:then )?(?:the )?(?:rest|remainder|balance|(?:other|remaining) \d[\d.,]* ?(?:mL|g)|what (?:is|was) left)(?: of (?:it|the [a-z]+))?|then \d[\d.,]* ?(?:mL|g)"
_GOES_IN = r"(?: (?:is|was|were|are|goes|went|follows|followed|comes|came))?(?: then| now| slowly)?(?: (?:added|run in|dripped in|dropped in|fed in|fed|in))?[,:]? ?(?:dropwise |slowly |drop by drop |portionwise )?(?:over|in the course of|in|during|within)? ?"
_WARM = r"(?:(?:thirty|forty|fifty|sixty|seventy|eighty|ninety)(?:-[a-z]+)?|a hundred|[3-9]\d|1\d\d)\b"
_BEGINS = r"(?:(?i:(?:to )?(?:begin|start)(?: with|:)?|add(?=[^.;\n]{0,60}\b(?:wait|check|watch|see)\b)|(?:the |a |an )?(?:first|initial)(?: portion| lot| part)?(?: of)?|initially|of the [a-z]+,?) )"
_ALONE = r"(?:,? (?:first|in first|to (?:start|begin) with|alone|on (?:its|their) own|by itself|at once)\b)"
_WAITS = r"[^.\n]{0,110}?(?:[.;?] ?(?:(?i:warm|started|yes|off it goes)\? ?)?|, |- | and | whereupon | before )(?:[^.;\n]{0,60}?[ ,;])??"
_FIRST = rf"(?:(?<=^)|(?<=\n)|(?<=[.;] )|(?<=- )|(?<=\d  )|(?<=\d\. ))(?:{_BEGINS}({_PART}{_OF_IT}){_ALONE}?|({_PART}{_OF_IT})(?: (?:is|was|were|are|goes|went)(?: (?:added|run in|dripped in|put in|in))?)?{_ALONE}){_WAITS}"
"""A first portion, by its cue before or behind it, and the words that wait for the start."""
_NEW = r"(?:(?<=^)|(?<=\n)|(?<=[.;:] )|(?<=\d[.)] )|(?<=- )|(?<=\* )|(?<=• )|(?<=\n\d )|(?<=\n\d\d )|(?<=\n\d  )|(?<=\n\d\d  )|(?<= {3}))(?:(?:Then|Now|Next|Finally|Later|Afterwards|then|now|later|afterwards) )?"
"""Where a sentence or a row begins."""
_SIZED = r"\d[\d.,]* ?m?L (?:[\w-]+ )?(?:beaker|flask|bucket|bowl|jar|bottle|tub|pot|basin)"
_SHOWN = r",? (?:until|till) (?:the (?:thermometer|contents|inside|(?:inner |inside )?temperature|probe|liquid|mixture|flask|pot)|it|inside)(?: in the \w+| inside)? (?:shows?|reads?|says|indicates|reach(?:es)?|comes? to|gets? to) (?=(?:about |some |ca\.? )?\d)"
"""How long it is warmed or cooled, by what the thermometer says."""
_GLASS = r"\d[\d.,]*[ -]?m?L (?:[a-z0-9-]+ ){0,2}?(?:three-neck(?:ed)?(?: flask)?|flask|beaker|bucket|jar|bowl|basin|pail|tub|conical|Erlenmeyer|pot)\b"
"""A vessel with its size."""
_ITEM = r"(?:\d[\d.,]* ?(?:m?g|kg|m?L)(?: \([^()\n;]*\))? (?:of )?(?:\d+ ?% )?[a-zA-Z][\w()'-]*(?: [a-z][\w()-]*){0,2}|(?:\d+ ?% )?[A-Za-z][\w()'-]*(?: [a-z][\w()-]*){0,2},? \d[\d.,]* ?(?:m?g|kg|m?L)(?:,? \(?\d[\d.,]* ?m?mol\)?)?)"
"""A substance with its amount."""
_BATCH = r"(?:the |whole )?(?:reaction )?(?:mixture|batch|lot|liquor|contents(?: of the flask)?|everything|flask's contents)"
_ON_HEAT = r"\b((?i:burner(?:'s gauze)?|gauze|flame|hot ?plate|mantle|(?:sand|oil|water|steam)[ -]bath)(?: over the (?:burner|flame))?)"
"""What gives the heat."""
_BARE = r"(?:-?\d+(?:[.,]\d+)?(?: ?(?:[-–]|to) ?-?\d+(?:[.,]\d+)?)? ?°C|\d+(?:[.,]\d+)? ?(?:min|h))"
"""A temperature or a time that stands by itself between two semicolons."""
_ASIDE = r"(?!(?:[^;\n]* )?(?:stir|hold|heat|warm|cool|keep(?! pace)|leave|stand|reflux|filter|wash|add|pour|dry|distil|then|let|boil|quench|run|drip|feed|separate)\w*\b)([a-z][^;\n\d]{3,60}|(?:end |to |final )?pH \d+)"
"""Words between two semicolons that tell of no operation."""
_LEAD = r"(?:(?:[Aa]dd|[Rr]un|[Dd]rip|[Dd]rop|[Ff]eed|[Ll]et|[Pp]ump)(?: in)?(?: the)? (?:[^,;.\n()|]|\.\d){3,70}|[A-Za-z](?:[^,;.\n()|]|\.\d){2,70},? (?:dropwise|by drops|drop by drop|in (?:\w+ )?(?:portions|lots)|from the funnel))"
"""A feed as a row begins with it."""
_ASIDE_PH = _ASIDE[:-1].replace(r"([a-z][^;\n\d]{3,60}|", r"([a-z][^;\n\d]{3,60}(?:; (?:end |to |final )?pH \d+)?|") + ")"
"""The same, with the pH that is come to."""
_SOLVENT = r"(?:ether|solvents?|toluene|dichloromethane|alcohol|ethanol|methanol|hexane|acetone|ethyl acetate|petroleum ether|chloroform)"
"""What is distilled off in the end."""
_COLD = r"(?:below|under|at|<) ?-?\d+ ?°C"
"""How cold a source is kept: no limit of what receives it."""
_LIQUOR = r"(?:(?:acid|acidic|sour|spent|copper|chrome) )?(?:filtrates?|mother liquors?|liquors?|washings)|(?:acid|acidic|sour|spent) (?:water|layer|phase)|aqueous acid"
"""What is left of a batch in water."""
_OF_ACID = r"\d[\d.]* ?(?:mL|g) of \d\d(?:\.\d)? ?%(?: w/w)? (?:hydrobromic |hydrochloric )?acid"
"""An amount of a strength, of a product."""
FOLDS: tuple[tuple[str, str, str], ...] = (
    ("and_after_min_it_was", r", and after (?:a further |another )?(\d+ (?:min|h|hours?|minutes)) (?=[a-z][^.;]{3,90}\b(?:was|were) (?:slowly )?(?:run|added|poured|dripped|dropped)\b)", ". After {0} "),
    ("drying_tower_with", r"\bdrying (?:tower|column|tube) (?:with|of|holding|filled with) (?=[a-z])", "washing bottle with "),
    ("name_then_its_hazard", r"(?:(?<=^)|(?<=\n)|(?<=[-*•] )|(?<=\n\d[.)] ))[A-Z][a-z]+(?: [a-z]+){0,2}: (?=(?:a |strong |severe |very |highly |skin )?(?:poison\w*|toxic|corrosive|lachrymator\w*|carcinogen\w*|irritant|irritates|causes|burns|flammable|harmful|absorbed through)\b)", "Hazard: "),
    ("work_up_in_a_row", r"\b([Ww]ater|[Bb]rine) ((?:2|3|4) x \d+ ?mL), ((?:sodium|magnesium) sulfate|calcium chloride), (?=[a-z-]+(?: [a-z]+)? (?:off|evaporated|stripped)\b)", "Wash with {0} {1}. Dry over {2}. Then "),
    ("agent_added_then_tested", r"(?:(?<=^)|(?<=\n)|(?<=[-*•] )|(?<=\n\d  )|(?<=\n\d[.)] )|(?<=; )|(?<=\. ))((?:[Ss]odium )?(?:[Bb]isulfite|[Mm]etabisulfite|[Ss]ulfite|[Tt]hiosulfate)(?: solution)?(?:,? \(?\d+ ?%\)?)?,? \d+ ?mL)(?:, (?:stirred|shaken|swirled)(?: in)?)?: (?=[^.\n]{0,60}\b(?:paper|strip|colourless|white)\b)", "{0} is added. Test: "),
    ("layer_in_a_beaker", r"(?:(?<=\n)|(?<=[-*•] )|(?<=\n\d[.)] ))(?:The )?([Ww]ater(?:y)?|[Aa]queous|[Aa]cid) layer in (an? \d[\d.]* ?m?L (?:open )?(?:beaker|bucket)),? (ice bath|in ice|standing in ice): ", "The {0} layer is put into {1} in an ice bath. "),
    ("agent_beside_bottle", r"\b((?:sodium )?(?:thiosulfate|bisulfite) \d+ ?%,? \d[\d.,]* ?m?L),? (?:stands )?(?:beside|next to|by|near) the (?:funnel|flask|bottle|balance|bromine)\b", "{0} at hand"),
    ("ready_made", r"\b[Rr]eady[- ]made (?=[a-z])", ""),
    ("prepared_then_in_the_funnel", r" (was|were) (?:prepared|made(?: up)?)(?:,?( (?:in|under) the (?:fume )?(?:hood|cupboard)))?,? and (?:transferred|put|poured|filled|placed) (?:in|into|to) (?:the|a|its) (?:dropping |addition )?funnel(?:\.\s+(?:It|This|The solution)|,? (?:and|which|from which it)) (?:was|were) (?=(?:run|dropped|added|dripped|fed|let)\b)", " {0}{1} "),
    ("first_mils_by_drops", r"(?<=[a-z)]), (?:the )?first \d+(?:\.\d+)? ?mL (?:very |quite )?(?:slowly|drop by drop|dropwise|by drops|in drops)\b(?=[,;|]| \|)", ", dropwise"),
    ("reagent_in", r"(?m:^)([*•-] |\d+[.)] )?((?:[Rr]eagent|[Oo]xidant|[Rr]eductant|[Ff]eed)) in (?=(?:by|from|through|dropwise|over|slowly))", "{0}{1} added "),
    ("weighed_into_tubes", r"\b(is|are|was|were) (?:weighed|divided|split|parted|shared)(?: out)? (?:in)?to (two|three|four|five|six|seven|eight|nine|ten|twelve|\d+) (?:equal |little |small )*(?:tubes|vials|papers|boats|packets|bottles|capsules)\. (?:One|Each|A) (?:tube|vial|paper|boat|packet|bottle|capsule) (?:goes|went|is put|is tipped) in,? ", "{0} added in {1} portions, "),
    ("assemble_label", r"(?:\b[Dd]ry (?:the glass(?:ware)? )?at \d+ ?°C and )?\b(?i:assemble)(?: it)? (?:warm|hot|dry|while warm|while hot)?,? ?(?:under (?:nitrogen|argon))?: (?=(?:an? )?\d)", "Set-up: "),
    ("funnel_held_cold", r"\b((?:jacketed|cooled|ice-cooled) (?:dropping )?funnel) \((?:held |kept )?(?:at )?-?\d+ ?(?:-|–|to) ?-?\d+ ?°C\)", "{0}"),
    ("same_paper_with_nitrite", r"\b(?:the )?same (paper|strip) with (?:a drop of )?(?:the )?nitrite and (?:a drop of )?acid:? (?=(?:strong|deep|dark|at once)?)", "the same {0} with a drop of the nitrite "),
    ("bath_is_a_tub_of", r"\b[Tt]he bath (?:is|was) (?:an?|the|our) (?:[a-z-]+ )?(?:tub|bowl|basin|bucket|pan|tray|dish|box|trough) (?:with|of|holding|full of) ", "Bath: "),
    ("in_its_own_ice", r"\bin (?:its|their|an|some) own (?:bath of )?ice(?: bath)?\b", "in an ice bath"),
    ("label_of_a_solution", r"(?:(?<=^)|(?<=\n)|(?<=[-*•] )|(?<=\n\d[.)] ))(?P<dissolved>[A-Z][a-z]{4,20}) solution: (?=[^\n:;.]{0,40}\b(?i:(?P=dissolved))\b[^\n]{0,25}\d ?m?g\b)", "{1}"),
    ("hydrate_with_waters", r"(?<=[a-z]),? \(?(?:the |as the |as )?(?:hydrate|salt|one|crystals|form) with (one|two|three|four|five|six|seven|nine|ten|twelve|eighteen) (?:molecules of )?waters?(?: of crystalli[sz]ation)?\)?", "{0}"),
    ("buffered_and_added", r"([A-Z][^.;()\n]{3,45} \((?:[^()]*\d ?m?L[^()]*)\)),? (?:(?:was|is|were) )?(?:adjusted|brought|buffered|set) to (?:about |roughly )?pH \d[\d.]*(?: ?(?:-|–|to) ?\d[\d.]*)? (?:with|by means of|using|by adding|by) (?:a little |some |solid )?(?:sodium )?(?:bicarbonate|hydrogen carbonate)(?: solution)?,?(?: and)? (was|is|were) ((?:then |slowly )?(?:added|run|dropped|dripped|fed|metered)\b)", "{0} {1} {2}"),
    ("brought_to_ph_and_added", r"([A-Z][^.;()\n]{3,45} \((?:[^()]*\d ?m?L[^()]*)\)),? (?:(?:was|is|were) )?(?:adjusted|brought|buffered|set) to (?:about |roughly )?pH \d[\d.]*(?: ?(?:-|–|to) ?\d[\d.]*)? (?:with|by means of|using|by adding|by) ([a-z][a-z -]{3,30} \([^()]*\d ?(?:m?L|m?g)\b[^()]*\)),?(?: and)? (was|is|were) ((?:then |slowly )?(?:added|run|dropped|dripped|fed|metered)\b)", "{0} was mixed with {1} in a beaker. The mixture {2} {3}"),
    ("brought_to_ph_apart", r"([A-Z][^.;()\n]{3,45} \((?:[^()]*\d ?m?L[^()]*)\)) (?:was|is|were) (?:adjusted|brought|buffered|set) to (?:about |roughly )?pH \d[\d.]*(?: ?(?:-|–|to) ?\d[\d.]*)? (?:with|by means of|using|by adding|by) ([a-z][a-z -]{3,30}?)(?:,? (?:which|that) (?:was|were) (?:added|poured) (?:directly |straight )?from the bottle)?(?=[.;](?:[^\n]{0,200})\b(?:[Tt]he (?:whole|mixture|solution|liquid|resulting)|[Tt]his|[Ii]t|[Aa]ll)\b[^.;\n]{0,40}\b(?:poured|added|run|dripped|dropped|fed|metered)\b)", "{0} was mixed with {1} in a beaker"),
    ("kilos_per_litre", r"\b(\d(?:\.\d+)?) (?:kilos?|kg|kilograms?) (?:per|a|to the|to a) lit(?:re|er)\b", "(density {0})"),
    ("title_of_a_made_up_acid", r"(?:(?<=\n\d[.)] )|(?<=^\d[.)] )|(?<=\n\d[.)]  ))(?:[Dd]ilute |[Cc]old |[Tt]he )?(?=(?P<titled>[A-Z]?[a-z]+ (?:acid|hydroxide|nitrite|permanganate|peroxide|hypochlorite|carbonate|chloride|bromide|iodide))\. (?=[A-Z])(?=[^\n]*\b(?i:(?P=titled))\b))[^.\n]+\. ", "{1}"),
    ("and_a_half", r"(?<![\d./])(\d) 1/2(?= ?(?:h|hours?|min|minutes?)\b)", "{0}.5"),
    ("no_more_is_added", r"(?<=[;,.] )(?:[Oo]ver|[Aa]bove|[Pp]ast|[Bb]eyond) (-?\d+ ?°C),? (?:no more|nothing(?: more| further)?) (?:is|was|may be|must be|goes|went) (?:added|fed|run in|dripped in|put in|in)\b", "stop at {0}"),
    ("by_titration", r"(?<=[%vw]),? by titration(?: (?:today|this (?:morning|week)|yesterday|the same day|beforehand))?(?=[,;)])", ""),
    ("solvent_taken_off", rf"\b([Tt]he {_SOLVENT}) (was|is|were|are) (?:then )?(?:taken|driven|boiled|stripped|drawn) off(?= (?:on|from|at|with|in|over|under)\b)", "{0} {1} distilled off"),
    ("liquor_goes_into", rf"{_NEW}(?:(?:[Pp]our|[Rr]un|[Tt]ip|[Dd]rip|[Ll]et|[Ee]mpty) (?:slowly )?(?:the )?({_LIQUOR})(?: run)?|(?:The )?({_LIQUOR}) (?:then )?goes),?((?: slowly| carefully| in portions| bit by bit| little by little| and with stirring| stirring)*),? (?:in)?to (?=(?:an? )?\d[\d.,]* ?m?L\b)", "The {0}{1} into "),
    ("weights_of_the_same", r"(?<=: )([a-z]+(?: [a-z]+)?),? (\d[\d.,]* ?m?g),? (\d[\d.,]* ?m?g)(?:,| and|, and) (\d[\d.,]* ?m?g)(?=[.;\n]|$)", "{0} {1}, {0} {2}, {0} {3}"),
    ("soda_in_its_tub", r"(?<=% )(soda|carbonate|bicarbonate|caustic|lye) solution(?= in (?:an?|the) (?:open )?\d)", "{0}"),
    ("take_it_out_at", r"[;,.] (?:and )?(?:then )?(?:[Tt]ake|taken|lift(?:ed)?|pull(?:ed)?) (?:(?:it|the [a-z]+) )?out (?:again )?at (\d+ ?°C)(?=[.;,\n])", "; stop at {0}"),
    ("nothing_more_until", r"(?<=; )(\d[\d.,]* ?mL) of it(?: and (?:a|one|some|two) [a-z]+ of [a-z]+)? (?:was|were|is|are) (?:added|let in|run in|put in|dropped in),? (?:and )?nothing (?:more|further|else)(?: (?:was|is) added)? (?:until|till|before) [^.;\n]{5,70}[.;] ?(?:\n+(?:[-*] |\d+\. )?)?[Tt]he (?:rest|remainder) (?:was|is) (?:then )?(?:dropped|run|added|let|dripped) in (?=over|within|during|in)", "the first {0} was run in and the start awaited, whereupon the remainder was added "),
    ("take_the_ether_off", rf"\b(?:[Tt]ake|[Tt]ook|[Bb]oil|[Dd]rive|[Ss]trip|[Dd]raw) ((?:most of )?the {_SOLVENT}) off(?= (?:on|from|at|with|in|over|under)\b)", "Distil off {0}"),
    ("at_its_pressure", rf"{_NEW}(?=\d[\d.,]* ?(?:mbar|torr|mmHg|hPa),? (?:bp )?\d+ ?[-–] ?\d+ ?°C\b)", "Distil at "),
    ("residue_by_name_in_it", rf"{_NEW}[Tt]he residue, (?=[a-z](?:[^.;\n]|\.\d){{5,90}}, (?:was|is|stood) (?:already )?in (?:it|the flask|there)\b)", "The "),
    ("diazonium_dropwise", r"(?<=diazonium solution) (?=(?:dropwise|by drops|drop by drop)\b)", " is added "),
    ("thermometer_dips_in", r"\b([Tt]hermometer|[Tt]hermocouple|[Pp]robe|[Ss]ensor|Pt ?100) (?:that )?(?:dipping|dips|reaching|reaches|going|immersed|hanging|sunk) (?:well |deep |down )?in(?:to)? (?:the|its) (?:contents|mixture|liquid|batch|reaction mixture)\b", "{0} in the liquid"),
    ("so_much_in", rf"{_NEW}(\d[\d.,]* ?(?:m?L|m?g) (?:of )?(?:the )?[a-z]+(?: (?:acid|chloride|bromide|hydroxide|anhydride))?) in(?=[;.,\n])", "Put in {0}"),
    ("in_so_much_ice_salt", r"\bin (?:about )?(\d[\d.,]* ?kg) (?:of )?(?:ice-salt|salt-ice|ice ?(?:and|/|\+|&) ?salt)(?=[.;,\n)])", "in an ice-salt bath ({0})"),
    ("gloves_for_acid", r"\b(gloves|gauntlets|apron|boots) (?:for|against) (?:the )?(?:acids?|solvents?|alkalis?|lye|chemicals)\b", "{0}"),
    ("vessel_in_brackets_of_ice", r"(?:(?<=bottle)|(?<=flask)|(?<=receiver)|(?<=cylinder)|(?<=beaker)) \((?:in )?(?:crushed )?ice,? (\d[\d.,]* ?k?g)\)", " in an ice bath ({0})"),
    ("if_still_coloured", r"\b[Ii]f (?:it|the [a-z]+(?: test)?) (?:is|shows|stays|remains) still (?:purple|violet|pink|brown|yellow|blue|positive), ([a-z]+(?: [a-z]+)?),? (?=\d[\d.,]* ?(?:mL|drops?|g) at a time (?:until|till) )", "The excess is destroyed with {0}, "),
    ("colour_removed_with", r"\b[Tt]he (?:last (?:of the )?)?(?:violet|purple|brown|yellow|green|red|pink)(?: colou?r| tinge)?(?: (?:that|which) (?:remained|was left|stayed|remains|is left)| left)? (?:was|is) (?:then )?(?:removed|taken away|got rid of|discharged|destroyed) (?:with|by)(?= )", "The excess was destroyed with"),
    ("former_into_latter", r"\b(prepared|made|mixed) (?:from|of) ((?:[^.;\n]|\.\d){5,60}?) and ((?:[^.;\n]|\.\d){5,60}?), the former (?:being|was) (?:slowly )?(?:dropped|run|added|poured|dripped) (?:in)?to the latter", "{0} by dropping {1} into {2}"),
    ("limit_for_the_tap", r"\b(?:my|our|the) limit for (?:closing|shutting) the (?:tap|funnel) (?:was|is) (?:at )?(-?\d+ ?°C)", "stop at {0}"),
    ("packed_round_it", r"\b[Rr]ound (?:it|the flask) (?:I|we) (?:packed|put|had|placed) (?:about )?(\d[\d.,]* ?kg|a kilo(?: and a half)?) of (?:crushed )?ice(?: (?:with|and|in) (?:some )?water)?", "An ice-water bath ({0} of ice)"),
    ("cool_then_into", rf"{_NEW}[Cc]ool(?:ed)?[;,] (?=(?:slowly )?(?:in ?to|on ?to) (?:about )?\d)", "Cool to 20 °C. Then pour "),
    ("so_much_on_top", rf"{_NEW}([a-z]+(?: [a-z]+){{0,3}} \d[\d.,]* ?g|\d[\d.,]* ?g (?:of )?[a-z]+(?: [a-z]+){{0,2}}) on top(?=[,;.])", "Add {0}"),
    ("generator_remaining", r", the (?:generator|flask|pot|retort)(?:'s contents)? (?:remaining|staying|being kept|being held|kept) (below|under|at) (\d+ ?°C)(?: and (?:the )?(?:ester|ether|solvent|dioxane|methanol|ethanol|product flask|receiver|absorber|water|ethyl acetate) (?:remaining |staying |kept |being )?(?:between|at|below|under) -?\d+ ?(?:°C)?(?: ?(?:and|to|-|–) ?\d+ ?°C)?)?(?=[.;,\n])", " {0} {1}"),
    ("tap_would_have_been", r"(?<=[;,.] )[Aa]t (-?\d+ ?°C)(?: in the [a-z]+)?,? the (?:tap|feed|addition|funnel) (?:would have been|was to be|would be) (?:closed|shut|stopped|interrupted|turned off)", "stop at {0}"),
    ("nitrogen_by_itself", r", and nitrogen (?=(?:comes |goes |flows )?(?:through|by|via) [^.;\n]{3,60}\b\d[\d.]* ?L(?: an? | per |/) ?min)", ". Nitrogen "),
    ("warm_water_under_it", r"\b(?:I|we) put (?:warm|hot) water(?:,| of| at) (\d+ ?°C),? (?:under|round|around) (?:it|the (?:generator|flask))", "the flask is warmed to {0} in a water bath"),
    ("pool_bleach", r"(?<!swimming )(?<!swimming-)\bpool (?:bleach|chlorine|hypochlorite)\b", "swimming pool hypochlorite"),
    ("funnel_in_which", r"(?<=funnel)(?: with (?:a )?side arm)?,? in which (?:there )?(?:are|is|were|was|stands?) (?=\d)", " with "),
    ("last_of_all", rf"{_NEW}Last(?:ly| of all)?: (?=\d|[a-z])", "Then "),
    ("within_the_hour", r"\b([Ww]ithin|[Dd]uring|[Ii]n) the hour(?= \d)", "{0} an hour"),
    ("or_if_it_foams", r"(?<=°C), or (?:if|when|as soon as) [^.;,\n\d]{3,40},(?= (?:no more|stop|shut|close|wait|the tap|tap)\b)", ""),
    ("had_it_passed", r"[;,] (?:and )?had (?:the )?(?:liquid|mixture|batch|temperature|thermometer|contents|it|pot) (?:passed|reached|exceeded|risen (?:above|over|past)|gone (?:above|over|past|beyond)) (\d+ ?°C)[^.;\n]{0,60}?, [^.;,\n]{3,30} would have been (?:closed|shut|stopped|interrupted|halted)", "; stop at {0}"),
    ("ice_brought_it", r",? and (?:the )?ice (?:brought|brings|took|takes|cooled|cools) it (?:down )?to (-?\d+ ?°C)", ". It is cooled in ice to {0}"),
    ("then_it_is_cold", r"(?<=\d mL|mol\)); (-?\d ?°C|1[0-5] ?°C)(?=\.(?:\s|$)|\n|$)", ". Cool to {0}"),
    ("aside_then_two_figures", rf"; {_ASIDE}; ({_BARE}); ({_BARE})(?=[;.\n]|$)", ", {1}, {2}; {0}"),
    ("aside_then_figure", rf"; {_ASIDE}; ({_BARE})(?=[;.\n]|$)", ", {1}; {0}"),
    ("feed_aside_two_figures", rf"{_NEW}({_LEAD})[,;] {_ASIDE_PH}[;,.] ({_BARE})(?:[;,]| at) ({_BARE})(?=[;.\n]|$)", "{0}, {2}, {3}; {1}"),
    ("feed_aside_figure", rf"{_NEW}({_LEAD})[,;] {_ASIDE_PH}[;,.] ({_BARE})(?=[;.\n]|$)", "{0}, {2}; {1}"),
    ("feed_two_figures", rf"{_NEW}({_LEAD})\. ({_BARE})(?:[;,]| at) ({_BARE})(?=[;.\n]|$)", "{0}, {1}, {2}"),
    ("feed_figure", rf"{_NEW}({_LEAD})\. ({_BARE})(?=[;.\n]|$)", "{0}, {1}"),
    ("feed_aside_brackets", rf"{_NEW}({_LEAD})[,;] {_ASIDE_PH} (\({_BARE}(?:, {_BARE}|, (?:max\.?|not above|stop at|limit|below) \d+ ?°C)*\))(?=[;.\n]|$)", "{0} {2}; {1}"),
    ("first_lot_alone", rf"(?:{_NEW}|(?<=\| ))(\d[\d.]* ?(?:mL|g)) (?:of (?:the )?)?([a-z]+)[;,] (?:and )?wait (?:for|until|till) ((?:the )?[a-z]+ (?:gas|fumes|colou?r)(?: shows?| comes?)?)(?=[\s\S]{{0,160}}\b[Rr]est\b)", "First {0} of {1}, go on only when {2} shows"),
    ("line_goes_on", r"(?:(?<=\d mL)|(?<=\d g)|(?<=mol\)))\n[ \t]{6,}(?=[a-z][^\n|]*[;.](?: |\n|$))", "; "),
    ("comes_off_it", r"[;,] (\d[\d.,]* ?m?g) of ([a-z]+) (?:(?:come|comes|came) off|(?:is|are) (?:taken off|etched away))(?=[.;,\n]| {2,})", ""),
    ("at_gentle_reflux", r"(?<=dropwise), (?:at |with |under )?(?:a )?(?:gentle|steady|slow|quiet|even) (?:reflux|boil)(?=[,;.\n]| \|)", " at such a rate that it refluxes gently"),
    ("ice_up_if_faster", r"[,;] (?:the )?(?:ice|cold|ice-water)[ -]?(?:bath|water) (?:up|raised|under it|comes up|is raised) (?:if|when|should) it (?:boils?|refluxes|reflux) (?:faster|too fast|too hard|harder|too strongly)(?=[,;.\n]| \|)", "; an ice bath is raised"),
    ("ice_and_acid_in_it", r"[;.] ice (\d[\d.,]* ?k?g); ([a-z]+(?: [a-z]+)? \d[\d.]* ?%(?: w/w)? \d[\d.,]* ?mL); in (an? )(?=\d[\d.,]* ?m?L beaker)", ". Ice {0} and {1} in {2}"),
    ("contents_kept_cold", r"\b([Cc]ontents of (?:[A-H]|the \d[\d.]* ?m?L flask)), (?:still |always )?(?:kept|held|staying) (?:at|below|under) -?\d+(?: ?[-–] ?-?\d+)? ?°C,(?= (?:in (?:\w+ )?(?:portions|lots)|dropwise|slowly)\b)", "{0} are added"),
    ("of_ice_with_salt", r"(?<!bath of )(?<!bath with )(?<!bath \()\b(\d[\d.,]* ?kg|(?:a|one|two|three) kilos?(?: and a half)?) (?:of )?(?:crushed )?ice (?:with|and|\+|plus) (?:a handful of |some |a little |common |rock |coarse )?salt\b(?: (?:underneath|outside|(?:under|round|around)(?: it\b)?)(?=[.;,\n]|$))?", "ice-salt bath ({0})"),
    ("ice_with_salt_of", r"\bice (?:with|and|\+|plus) (?:a handful of |some |a little |common |rock |coarse )?salt(?:, | \()?(\d[\d.,]* ?kg)\)?", "ice-salt bath ({0})"),
    ("near_it_stands", r"(?m:^)([ \t]*)(?:Near|Beside|Standing by|Within reach|Next to it|By it|Close by)(?: {2,}|: )(?=[a-z\d])", "{0}At hand: "),
    ("let_in_of_what_there_is", r"\b(I|[Ww]e|[Yy]ou) let in ([^.;,]{3,25}?) of the ([a-z]+(?: [a-z]+)?), there(?:['’]s| is| are) ([^.;,]{3,25}?) of it,( [^.;,]{3,25},)? in the funnel,", "{2}, {3},{4} is in the funnel. {0} let in {1} of it,"),
    ("vinegar_essence", r"\b(?:cleaning |household |table )?vinegar essence\b(?=[^.;\n]{0,30}(?:%|per ?cent))", "acetic acid"),
    ("spot_no_longer", r"(?<=[,;] )((?:a )?(?:spot|drop) on (?:filter )?paper) (?:is )?((?:no longer|not) (?:violet|purple|pink|brown)|colou?rless)\b", "until {0} is {1}"),
    ("so_that_went_on_it", r"\b(?:I|we|you) had (?:a|one) (?:(?:whole|full|new|big|old|half[- ]lit(?:re|er)|lit(?:re|er)) )*(?:bottle|can|jar|tin) of ([a-z]+(?: [a-z]+){0,2}), so (?:that|it|the lot|all of it) (?:went|goes|was put|was poured) (on|in|into|over)(?: it)?, ([^.;,\n]{3,40} (?:grams|mils|g|mL|millilitres))(?=[.;,\n])", "{2} of {0} went {1} it"),
    ("boils_by_itself_then", r"\b(when [^.;\n]{3,40} and it) (?:boils|refluxes) by itself(?: (?:at|on|round) the metal)?(?=[.;,\n])", "{0} starts"),
    ("label_in_it", r"(?m:^)(?:In it|Inside|In the pot)( {2,})(?=[a-z])", "In the flask{0}"),
    ("label_from_above", r"(?m:^)(?:From above|Above it|Drip|To drip)( {2,})(?=[a-z][^\n|]*\d ?(?:mL|g)\b)", "In the funnel{0}"),
    ("gas_in_all", r"(?m:^)Gas (?=(?:about )?\d[\d.]* ?mol\b)", "Gas: "),
    ("in_a_washer", r"(?<=[;:,] )(\d[\d.]* ?mL (?:of )?(?:conc(?:entrated)?\.? )?sulfuric acid(?: \d\d ?%(?: w/w)?)?) in an? (?:washer|wash[- ]?bottle|bubbler)\b", "wash bottle with {0}"),
    ("acid_into_the_water", r"(?<=[.;] )(?:[Ii]t['’]s |[Ii]t is |[Tt]hat is |[Tt]hat['’]s )?[Aa]lways (?:the )?acid in(?:to)? (?:the )?water(?:, never [^.;\n]{3,40})?[.;]", ""),
    ("got_of_acid", rf"(?<=[.;] )(?:(?:[Tt]hat['’]s|[Tt]hat is|[Tt]his gives|[Ii]t gives|I get|I got) {_OF_ACID}|{_OF_ACID} (?:was|were) (?:obtained|collected|got))[.;]", ""),
    ("label_stopper_yes", r"(?m:^)(Stopper|Lid|Cork|Bung|Cap)( {2,})(?:yes|always|of course)(?=[:,;.\n])", "{0}{1}on tight"),
    ("quarter_more", r"(?<=[.;] )[Aa] quarter of an hour(?= more\b| longer\b| later\b)", "15 min"),
    ("gases_of_each", r"(?m:^)((?:HCl|HBr|SO2|CO2|CO|NH3|NO2|H2|N2|Cl2)(?:(?:, | and |, and )(?:HCl|HBr|SO2|CO2|CO|NH3|NO2|H2|N2|Cl2))*,? \d[\d.]* m?mol (?:of )?each): (?=\d[\d.]* L\b)", "Gas: {0}, "),
    ("for_the_mixed_acid", r"(\| [a-z ]+ acid(?: \d\d(?:\.\d)? ?%(?: \(?w/w\)?)?)?), (?:for|in) the (mixed acid|mixture|nitrating acid)(?= *\|)", "{0} ({1})"),
    ("add_nothing", r", (?:and )?add (?:nothing|no more)(?: more)?(?=[.;\n])", ""),
    ("ice_jacketed", r"\b[Ii]ce[- ]jacketed (?=\w)", "cooled "),
    ("with_beside_it", r"(?<=\)), (with [^,;.()\n]{3,60}), (was|were|is|are) (added|poured|run|dropped|tipped|fed)\b", " {0} {1} {2}"),
    ("trap_by_drops_into", r"(?:(?<=\n)|(?<=\d\. )|(?<=\| )|(?<=- ))(?:the )?[Tt]rap[,:]? (?:by drops|dropwise|slowly|drop by drop) (?=(?:in)?to )", "The contents of the trap are dripped "),
    ("checked_it_amount_takes", r"\b([Tt]he )([a-z]+) is ([a-z\d. -]{2,20}(?:percent|per cent|%)(?: by weight| w/w| w/v)?), (?:and )?(?:I|we) (?:titrated|checked|tested|measured) it (?:this morning|today|yesterday|this week|just now|myself), ([^.;,]{3,25} (?:mils?|mL|millilitres)),? and it takes ([^.;,]{3,30}) to (?:run|drip|go|drop) in\b", "{3} of {2} {1} are run in over {4}"),
    ("agent_beside_the_funnel", r"\b(\d+ ?% (?:sodium )?(?:thiosulfate|bisulfite|soda|bicarbonate)(?: solution)?) \((\d[\d.,]* ?m?L)\) (?:stands )?(?:beside|next to|by|near) the (?:funnel|flask|bottle|balance)\b", "{0} ({1}) at hand"),
    ("on_the_ring_of_the_stove", r"\b(?:was |is )?(?:set|put|placed|stood) on the (?:(?:glowing|red-hot|red) (?:ring|plate)|hot ring)(?: of the (?:stove|cooker))?\b", "heated on the hot plate"),
    ("swing_top_bottle", r"\bswing-top (?:glass )?bottle\b", "bottle"),
    ("wire_was_closed", r"\bthe (?:wire|bail|swing-top) (?:was|is) (?:closed|shut|snapped(?: shut)?|clicked(?: shut)?)\b", "the bottle was stoppered"),
    ("need_it_so", r"\b(you|we|I) need (?:some )?(?:ammonia|chlorine|hydrogen|bromine|sulfur dioxide|nitrogen|oxygen)(?=, so\b)", "{0} need it"),
    ("mass_then_strength", r"(?<=, )((?:about )?\d[\d.,]* ?g), (\d+ ?%)(?=[,;.\n])", "{0} ({1})"),
    ("label_of_a_vessel", r"(?m:^)(?:Flask|Vessel) {2,}(?=\d[\d.,]* ?m?L (?:[a-z-]+ )*(?:flask|beaker)\b)", "Apparatus: "),
    ("residue_as_it_is", rf"{_NEW}(?:[Tt]he )?(?:[Rr]esidue|[Rr]est|[Bb]atch) (?:as it is|as obtained|as it stands|as left): (?=[a-z]+ )", ""),
    ("is_too_quick", rf"{_NEW}[a-z]+ is too (?:quick|fast|slow|violent|expensive|wild)[;,] (?=[a-z]+[, ])", ""),
    ("bath_of_a_vessel", r"(?m:^)((?:[Vv]essel|[Ff]lask|[Pp]ot|[Rr]eactor) [A-H\d]: [^\n;]*); ((?:ice|ice-salt|ice-water|water) bath\b)", "{0}, {1}"),
    ("into_the_measuring_glass", r"(?<=\d mL), from the bottle into the (?:measuring (?:glass|cylinder)|graduate|cylinder)\b", ", measured"),
    ("conc_with_its_strength", r"\b(nitric|sulfuric|hydrochloric) acid conc\.? \((\d\d(?:\.\d)? ?%)\)", "{0} acid {1}"),
    ("aside_with_figures", rf"; {_ASIDE}, ({_BARE}(?:, {_BARE})*)(?=[;.\n]|$)", ", {1}; {0}"),
    ("aside_then_brackets", rf"; {_ASIDE} (\({_BARE}(?:, {_BARE}|, (?:max\.?|not above|stop at|limit|below) \d+ ?°C)*\))(?=[;.\n]|$)", " {1}; {0}"),
    ("off_at_its_pressure", rf"{_NEW}([A-Za-z]+(?: [a-z]+)?(?: ?(?:\+|and|&) ?(?!then\b)[a-z]+(?: [a-z]+)?)?) off,? (?:at )?(?=\d[\d.,]* ?(?:mbar|torr|hPa))", "Distil off {0} at "),
    ("off_on_the_bath", rf"{_NEW}((?i:{_SOLVENT}|DCM|EtOH|MeOH)) off,? (?:on |from |over )?(?:the |a )?(?=(?:\d+ ?°C )?(?:water|steam|oil)[- ]bath)", "Distil off {0} on the "),
    ("pH_then_conditions", r"; (?:end |to |final )?(pH \d+) (\([^()\n]*\d ?(?:°C|min)[^()\n]*\))", " {1}; to {0}"),
    ("bare_figures_of_a_row", rf"(?<=[a-zC)\d]); (?={_BARE}(?:, {_BARE})*(?=[;.\n]|$))", ", "),
    ("charges_listed", r"(?m:^)([ \t]*(?:[-*•] )?)Charges:(?= )", "{0}Materials:"),
    ("drop_the_lower", r"(?<=[Ss]eparate), (?:drop|run off|let off|draw off) the (acid|lower layer|lower|aqueous|water)(?: layer)?(?=,)", " the {0} layer"),
    ("kept_cold_it_is_poured", rf"(?:(?<=solution)|(?<=suspension)|(?<=liquor)|(?<=salt)|(?<=mixture))(?:,(?: still| always)? (?:kept|held|staying|remaining|standing) {_COLD}(?: all the while| meanwhile| throughout| until then)?,(?= (?:is|was)\b)| \((?:(?:still|kept|held|always|cold) )*{_COLD}(?:, [^()\n\d]{{3,25}})?\)|( was| is) kept {_COLD} and(?: was| is)?)(?=,? (?:(?:is|was|then|now|at once|immediately|slowly|dropwise) )*(?:poured|run|added|dripped|dropped|fed|let|transferred|in(?:to)?)\b)", "{0}"),
    ("traps_contents_into", rf"{_NEW}(?:[Tt]he )?(?:cold |cooled )?(?:trap|receiver)['’]s contents (?:(?:go|goes|went|are|were|is|then|later|slowly|poured|run|dripped|dropped) )*(?:in)?to (?=\d|ice|cold|stirred)", "The condensate is poured into "),
    ("ice_and_water_outside", r"(?<=[;,.:(] )((?:\d[\d.,]* ?k?g)|[Aa] kilo) (?:of )?(?:crushed )?ice (?:and|with|in) water (?:outside|around(?: it)?|round(?: it)?|under it)", "ice-water bath ({0} of ice)"),
    ("driven_over_with_steam", r"\b(?:driven|carried|blown|taken|sent) over (?:with|by|in) (?:live )?steam\b(?!,? (?:about )?\d)", "steam-distilled"),
    ("lots_of_the_rest", r"(?:(?<=\n)|(?<=- )|(?<=\* )|(?<=[.;] )|(?<=\d[.)] ))[Tt]hen ([a-z]+|\d{1,2}) (lots|portions|shares) of (?:about |some |ca\.? |roughly |~ ?)?\d[\d.,]* ?m?g(?= (?:at|over|in|within|during|each)\b|,)", "then the rest in {0} {1}"),
    ("so_much_by_so_much", r"(?P<each>\d[\d.,]* ?(?:mL|g)) by (?P=each)\b", "{0} at a time"),
    ("gases_as_label", r"(?:(?<=^)|(?<=\n)|(?<=[.;] )|(?<=- )|(?<=\* )|(?<=\d[.)] )|(?<=\n\d  )|(?<=\d[.)]  ))(?:SO2|HCl|HBr|HI|CO2?|NO2?|NOx|Cl2|Br2|H2S|NH3|H2|(?:hydrogen (?:chloride|bromide|iodide|sulfide))|sulfur dioxide|carbon (?:mon|di)oxide|nitrogen dioxide|nitrous gases|chlorine|ammonia|hydrogen)(?: ?(?:\+|/|&|,|and) ?(?:SO2|HCl|HBr|HI|CO2?|NO2?|NOx|Cl2|Br2|H2S|NH3|H2|(?:hydrogen (?:chloride|bromide|iodide|sulfide))|sulfur dioxide|carbon (?:mon|di)oxide|nitrogen dioxide|nitrous gases|chlorine|ammonia|hydrogen)){1,3}(?=: (?:[Cc]ondenser|[Ff]rom|[Tt]o\b|[Vv]ia|[Tt]hrough|[Oo]ut|[Tt]ube|[Ee]mpty|[Ll]ed|[Ff]lask|[Tt]rap|[Hh]ose|[Ff]unnel|[Ll]ine|[Oo]ver|[Ii]nto))", "off-gas"),
    ("bath_up_to", r"(?:(?<=^)|(?<=\n)|(?<=[.;] )|(?<=\d[.)] )|(?<=\n\d )|(?<=\n\d  ))(?:[Tt]he )?([Oo]il|[Ss]and|[Ww]ater|[Mm]etal)[ -]bath (?:is brought |is heated |is raised |goes |up )?(?:in|within|over|during) (\d[\d.,]* ?min) (?:up )?to (\d+ ?°C)", "The flask is heated in the {0} bath at {2} within {1}"),
    ("bubbles_in_the_bottle", r",? (?:at )?(?:about )?(?:one|two|three|four|\d) bubbles? (?:a|per|each) second (?:in|through) the (?:washing|wash|drying|gas|first|second) bottle(?=[.;,\n])", ""),
    ("with_so_much_left_name", r",? (?:with|leaving) \d[\d.,]* ?m?L (?:left|remaining|behind)(?: in the flask)?: (?=[a-z]+ ?[a-z]* \d[\d.,]* ?g \()", "; "),
    ("grams_per_hundred", r"(?<=[a-z] )g/100 ?mL(?= {2,}|\n|$)", "g/dL"),
    ("lid_of_the_bath", r"\bthe lid of the (?:water|ice|oil|steam)[ -]bath\b", "a lid"),
    ("of_molar_acid", r"\b(?:of )(?:a )?(molar|one[- ]molar|normal) (?=(?:hydrochloric|sulfuric|sulphuric|nitric|acetic|hydrobromic|sodium|potassium|ammonia|caustic|silver)\b)", "of 1 M "),
    ("salt_by_its_anion", r"\b[Tt]he (persulfate|nitrate|nitrite|sulfate|chloride|carbonate|bromide|iodide|acetate|hydroxide|permanganate|chlorate|sulfite|bisulfite|borohydride), (ammonium|sodium|potassium|calcium|magnesium|zinc|lithium), (?=\d|[a-z]+(?:-[a-z]+)? (?:grams?|g|mL|mils)\b)", "The {1} {0}, "),
    ("back_in_ice", r"\b[Bb]ack (?:in|on|into) (?:the )?ice(?:[ -](?:water )?bath)?[:;,] (?=\d)", "Cool in ice. "),
    ("from_clock_to", r"\b[Ff]rom ([01]?\d|2[0-3]):([0-5]\d) (?:to|till|until) ([01]?\d|2[0-3]):([0-5]\d),? (?=[a-z])", "{0} {1} {2} {3}"),
    ("two_holds", r"(?<=[.;\n] )(\d[\d.,]* ?(?:min|h) at \d+ ?°C), (\d[\d.,]* ?(?:min|h) at \d+ ?°C)(?=[.;\n])", "{0}. {1}"),
    ("ice_in_the_bucket", r"(?<=[;,.] )(\d[\d.,]* ?kg) (?:of )?(?:crushed )?ice (?:stands |is |stood |ready )?in (?:the|a) (?:bucket|box|tub|bin|basin)(?=[.;,\n])", "{0} of ice ready"),
    ("filings_from_the_shop", r"\b([a-z]+ (?:filings|turnings|powder|dust|granules|shavings|chips|scrap|wool|foil)) from (?:the|our) [a-z]+(?: [a-z]+)? \((?:about |some |roughly )?(\d[\d.,]* ?k?g)\)", "{0} ({1})"),
    ("i_purify_it", r"(?<![\s\S])(\s*(?:I|We) (?:purify|distil|redistil|clean|recover|dry) (?:the|our|my|some) ([a-z]+(?: [a-z]+)?)[^.\n]{0,40}\. )((?:\d[\d.,]*|[A-Z][a-z]+(?: [a-z]+){0,3}) ?(?:mL|millilit(?:re|er)s|mils|g|grams))(?: (?:from|out of) the [a-z]+(?: [a-z]+)?)? (?=(?:go|goes|went|are put|is put)\b)", "{0}{2} of {1} "),
    ("nitrating_acid_over", r"(?:(?<=^)|(?<=\n)|(?<=[.;] )|(?<=\d[.)] )|(?<=\n\d )|(?<=\n\d  ))(?:The )?(?:[Nn]itrating|[Mm]ixed|[Nn]itric) (?:acid|acids|mixture|mix)(?: mixture)?,? (?=(?:over|during|within|in) \d[\d.,]* ?(?:min|h)\b)", "The nitrating acid is added "),
    ("nitric_into_its_acid", r"(?<=[ \n.)])[Nn]itric acid (?:goes |is put |is dripped |dripped )?into (?:its|the) (\d[\d.,]* ?m?L of (?:acetic|sulfuric) acid),? (?:by drops|dropwise|drop by drop|slowly)?,? ?((?:below|under|at|not above) \d+ ?°C) \((?:an? )?(\d[\d.,]* ?m?L (?:conical )?(?:flask|beaker)),? (?:standing |stood )?in (?:an )?ice(?:[ -]bath)?\)", "Nitrating acid: in a {2} in ice, the nitric acid is dripped into {0} {1}"),
    ("nitric_mixture", r"(?:(?<=^)|(?<=\n)|(?<=[.;:] )|(?<=\d[.)] )|(?<=\n\d ))([Tt]he )?[Nn]itric (?:mixture|mix|solution)(?= (?:over|is|was|from|in|during|dropwise|by)\b)(?! (?:over|during|within|in) \d)", "Nitrating acid"),
    ("so_warm_tap_shut", r"[.;,] (-?\d+ ?°C): (?:the )?(?:tap|funnel|feed|drip) (?:shut|closed|off)(?=[.;,\n])", "; stop at {0}"),
    ("made_in_ice_acid_to_water", r"(?<!\d)(?:,|(?<=ice)) (?:the )?acid (?:in)?to (?:the )?water(?=[,.;])(?!, (?:drop|slow|in ))", ""),
    ("add_a_cooled_mixture", r"\b[Aa]dd (?:slowly )?(?:a|the) (?:cooled|cold|ice-cold|chilled) mixture of ((?:[^.;\n]|\.\d){10,120}?)(?=[;.](?:\s|$))", "In a beaker in ice mix {0}. Add the mixture from the beaker to the flask"),
    ("we_made_it_of_it", r"(?<![\s\S])\s*(?:We|I) (?:have )?[a-z]+(?:ed|t) ((?:\d-)?[a-z][\w-]*(?: [a-z]+)?)\. (\d[\d.,]* ?(?:g|grams?)) of it\b", "{1} of {0}"),
    ("would_have_stopped_it", r"[,;] (?:and )?(?:I|we)(?:'d|’d| would) have (?:stopped|shut|closed|held back) the [a-z]+ (?:otherwise|if not)(?=[.;\n])", ""),
    ("vessel_row_with_its_size", r"(?:(?<=^)|(?<=\n))((?:three-neck |two-neck |round |generator |reaction )?(?:flask|beaker)) (\d[\d.,]* ?m?L) {3,}(?=[A-Za-z][^\n]*\d ?(?:m?g|m?L|kg)\b)", "{1} {0}: "),
    ("funnel_row_with_its_size", r"(?:(?<=^)|(?<=\n))((?:dropping |addition |tap )funnel) \d[\d.,]* ?m?L {3,}(?=[A-Za-z])", "{0}: "),
    ("bottle_row_with_its_size", r"(?:(?<=^)|(?<=\n))((?:washing|wash|gas|drying) bottle) \d[\d.,]* ?m?L {3,}(?=[A-Za-z][^\n]*\d ?(?:m?g|m?L|kg)\b)", "{0}: "),
    ("bottle_with_nothing_in_it", r"(?:(?<=^)|(?<=\n))([Ll]ime-?[ -]?water|[Ee]mpty|[Ss]afety|[Cc]ollecting) bottle(?: \d[\d.,]* ?m?L)? {3,}(?:-|–|—|\d[\d.,]* ?m?L)(?=\n|$)", "{0} bottle"),
    ("overnight_alone", rf"{_NEW}(?:Overnight|Over night)(?=\.(?:\s|$)|\n|$)", "Leave overnight"),
    ("tap_closed_twice_at", r"[,;] (?:tap|funnel|feed|drip) (?:was )?(?:closed|shut|off|stopped) (?:once|twice|two times|three times|a few times) at (?=-?\d)", "; stop at "),
    ("is_measured_in_the_hood", rf"{_NEW}(?:The )?[A-Z]?[a-z]+(?: [a-z]+)? (?:is|was|are|were|must be) (?:always |only )?(?:measured|weighed|handled|poured|dispensed|opened)(?: out| off)? (?:only )?(?:in|under) the (hood|fume cupboard|cupboard|fume hood)(?: with [a-z]+(?: [a-z]+)? (?:at hand|ready))?(?=[.;])", "In the {0}"),
    ("caustic_is_kept_alkaline", r"\bthe (caustic|lye|absorber|alkali) (?:is|was) kept (?:alkaline|basic)(?: and(?: it)?)? (?=(?:goes|went|is given|to)\b)", "the spent {0} "),
    ("although_it_goes_in", r",? (?:or )?(?:if|when) [^.,;\n\d]{3,30} (?:although|though|while) [^.,;\n\d]{3,30} (?:goes|is going|runs|is running|drips|is added) in(?=[.;,\n])", ""),
    ("gas_to_the_hood", r",? (?:SO2|HCl|HBr|NO2|NO|Cl2|CO2|H2|N2|NH3|CO) \(\d[\d.,]* ?(?:m?mol|L)\) (?:goes |is led |off |away )?(?:to|into|in) the (?:hood|exhaust|duct|vent|air)(?=[.,;\n])", ""),
    ("amine_hcl", r"\b([a-z]{4,}(?:amine|idine|aniline|azine|azole|ester)) HCl(?= \d| ?[,;|\n]| {2})", "{0} hydrochloride"),
    ("half_a_gram", r"\b([Hh])alf a (?=gram\b)", "0.5 "),
    ("i_ran_that_in", r"\. (?:I|We|He|She) (ran|dripped|poured|dropped|tipped|fed) (?:that|this|it) in(?= (?:within|over|in|during|at)\b)", " was added"),
    ("three_or_four", r"\b(two|three|four|five|six|eight|ten|fifteen|twenty) or (three|four|five|six|seven|eight|ten|twelve|fifteen|twenty|thirty) (?=minutes|hours|min\b|h\b)", "{0} to {1} "),
    ("measured_with_at_hand", r", (?:measured|weighed|poured|dispensed)(?: out| off)? (?:carefully |only )?in the (?:fume )?(?:hood|cupboard)(?: with [a-z]+(?: [a-z]+)? (?:at hand|ready|beside it|standing by))?,(?= (?:over|during|within|in|dropwise|slowly|was|is|are|were)\b)", ", in the hood,"),
    ("first_bit_then_rest", r"(?:(?<=^)|(?<=\n)|(?<=\. ))\d[\d.,]* ?m?L of ((?:\d-)?[a-z][\w-]+(?: [a-z]+)?) \((\d[\d.,]* ?g)((?:, \d[\d.,]* ?m?mol)?), in (\d[\d.,]* ?mL (?:of )?[a-z]+)\) in: [^.\n]{5,80}\. (?:Only then|Then|Now) the rest,? (?:over |in |within )?(\d+ ?min)", "{0} ({1}{2}) in {3} dropped in over {4}"),
    ("slower_when", r",? slower (?:when|if|whenever) [^.;,\n\d]{3,40}(?=[.;\n])", ""),
    ("layer_then_washes", r"(?:(?<=^)|(?<=\n)|(?<=\. ))(?:The )?(?:(?:[Ee]ther|[Oo]rganic|[Tt]oluene|[Uu]pper|[Ll]ower|DCM|MTBE|EtOAc|[Ee]ster|[Pp]roduct) (?:layer|phase)|(?:[Cc]rude )?[Oo]il|[Ee]xtracts?): (?=\d[\d.,]* ?mL (?:of )?(?:\d[\d.]* ?(?:%|M) |brine|water|dilute|sat))", "Separated, the organic layer washed with "),
    ("ice_around_it", r"\b(salt[- ]ice|ice[- ](?:and[- ])?salt|ice) (?:all )?(?:around|round|under) it,? (?:about |some |roughly )?(?:a|one) (?:good )?(?:kilo|kg|kilogram)s?\b", "ice-salt bath (1 kg)"),
    ("cooled_to_then", r"(?<=[:.;] )[Cc]ool(?:ed)? to (-?\d+ ?°C), (?=\d[\d.,]* ?mL (?:of )?[a-z])", "the flask is cooled to {0}. "),
    ("tower_filled_with", r"\b(drying (?:tower|tube|bottle|column)|U-tube) (?:with|of|filled with|packed with|holding|containing) (?:soda lime|calcium oxide|quicklime|(?:caustic|KOH|NaOH|potassium hydroxide|sodium hydroxide) (?:pellets|sticks)|(?:anhydrous |granular )?calcium chloride|silica gel|Drierite|molecular sieve)s?\b", "{0}"),
    ("passed_over_alumina", r",? (?:freshly )?(?:passed|filtered|run) (?:through|over) (?:an? )?(?:short |little |small )?(?:(?:column|plug|pad|layer) of )?(?:basic |neutral |acidic |activated )?(?:alumina|silica(?: gel)?|Celite)(?: (?:the same (?:morning|day)|before use|first|beforehand|just before))?(?=[,;.)])", ""),
    ("lined_with_foil", r"\b([Ll]ine(?:d)?) (an?|the) ([a-z]+(?: [a-z]+)?) with (?:aluminium |aluminum |tin |kitchen )?foil\b", "{0} {1} {2}"),
    ("ice_into_the_bath", r"(?:(?<=\()|(?<=[;,] )|(?<=\(over \d\d ))(?:(?:some |more |a little |new )?ice (?:goes |went |is |was |put |added )*(?:in(?:to)?|to) the bath|more ice)(?=[,;.)])", "wait"),
    ("then_ice_cools", r"\b([Cc]ool(?:ed)?(?: slowly)?(?: down)? to (?:rt|r\.t\.|RT|room temperature|\d+ ?°C),?) then (?:in )?ice(?=[;.,\n]|$)", "{0} then cool in ice"),
    ("overnight_not_needed", r",? (?:standing )?over ?night is not (?:needed|necessary|required)\b", ""),
    ("spoon_of", r"\b(?:[Aa]|[Oo]ne) (?:level |heaped )?(?:spoon|tablespoon|teaspoon|spoonful|tablespoonful|teaspoonful) of (?!(?:washing |baking )?soda\b|bicarbonate)", "3-20 g of "),
    ("a_little_first_then_rest", r"(?:(?<=^)|(?<=\n)|(?<=\. ))(\d[\d.,]* ?m?L) of (\d-[a-z]+[\w-]*|[a-z]+[\w -]{3,30}?) \((\d[\d.,]* ?g)((?:, \d[\d.,]* ?m?mol)?), in (\d[\d.,]* ?mL (?:of )?[a-z]+)\) in: ", "{1} ({2}{3}) in {4}: first {0}; "),
    ("hold_back_at", r"(?<=[;,.] )(?:hold|held|holding) (?:it )?(?:back|off) (?:at|from|when it (?:reaches|shows)) (?=-?\d)", "stop at "),
    ("first_then_the_rest_at", r"((?:,|over|during) \d[\d.,]* ?(?:min|h))[:,;] (?:the )?first \d[\d.,]* ?m?L[,;:] (?:[^.;\n]|\.\d){4,70}?[,;] (?:then )?the (?:rest|remainder) (?:so (?:slowly |fast )?that it (?:stays|keeps|remains) |keeping it |holding it )?(?:at |between )?(?=-?\d+ ?(?:to|-|–|and) ?\d+ ?°C)", "{0} at "),
    ("good_kilo_bath", r"\b(ice(?:[- ]salt)?[ -]bath) with (?:a good|about a|nearly a|a|one) (?:kilo|kg|kilogram)(?: of ice)?\b", "{0} (1 kg of ice)"),
    ("question_denied", r"(?<=[.!?\n] )[A-Z][^.?!;\n\d]{3,50}\? No[,:.] ", ""),
    ("over_water_in_a_holder", r"\b(collected|caught|kept) over water in an? (?:gas[- ]?holder|gasometer)(?: of \d[\d.,]* ?L)?", "{0} in a gas holder"),
    ("gas_holder_of", r"\b(gas[- ]?holder|gasometer) of \d[\d.,]* ?L\b", "{0}"),
    ("nothing_of_it_there", r"[;,.] (?:and )?nothing of [a-z]+(?: or [a-z]+)? (?:in|on|near|touching|may touch) (?:it|the same [a-z]+|the [a-z]+)(?=[.;,\n]|$)", ""),
    ("all_but_a_little", r",? (?:nearly all|all but a (?:little|trace)(?: of the)?|almost all|most of) (?:the )?[a-z]+ (?:is |was )?(?:gone|dissolved|used up|consumed)(?:, no (?:more )?[a-z]+(?: [a-z]+)?)?(?=[.,;\n])", ""),
    ("until_dissolved_again", r",? until the [a-z]+ (?:salts?|hydroxides?|oxides?) (?:have|has|had|is|are) (?:all )?(?:dissolved|redissolved|gone)(?: again)?(?= \(|[.,;\n])", ""),
    ("ice_as_required", r",? ice being (?:put|thrown|added) in (?:as|when|if) (?:required|needed|necessary)(?=[.,;\n])", ""),
    ("seen_after_minutes", r" \(-?\d+ ?°C after \d+ ?min\)", ""),
    ("a_bit_of_both", r"\b([Aa] (?:bit|little|pinch|spatula|spoonful|knife tip)) of ([a-z]+) and (?=[a-z]+(?: [a-z]+)?[,.;\n ])(?!(?:a|the|some|then|it|stir\w*|add\w*|mix\w*|let|heat\w*|shak\w*|warm\w*|pour\w*)\b)", "{0} of {1} and a little "),
    ("nobodys_acid_near", r"[;,.] (?:and )?(?:no|nobody(?: else)?'s|no other|no one's) [a-z]+ (?:is |stands |comes )?(?:near|beside|close to|next to) (?:the )?[a-z]+(?=[.;\n])", ""),
    ("stones_a_receiver", r"\b((?:[Bb]oiling|[Aa]nti-?bumping) (?:stones|chips|granules)[^.;\n]{0,120}), (receiver \d[\d.,]* ?m?L)(?=[.;,\n])", "{0}. The {1}"),
    ("clock_range", r"(?:(?<=^)|(?<=\n))([01]?\d|2[0-3]):([0-5]\d) ?(?:[-–]|to|till|until) ?([01]?\d|2[0-3]):([0-5]\d):? (?=[^\W\d]|\d)", "{0} {1} {2} {3}"),
    ("funnel_row", r"(?:(?<=^)|(?<=\n))((?:Dropping |Addition )?[Ff]unnel) {2,}(?=[a-z])", "{0}: "),
    ("in_steps_until", r"\bin \d[\d.,]* ?m?L (?:steps|portions|lots|doses) (?=until|till)", "in small portions "),
    ("if_not_more", r"(?<=[;,.] )(?:and )?[Ii]f (?:it does not|not|it is not|it doesn't|it stays white|none|there is none|it fails),? (?:add )?(?:another )?(?:\d[\d.,]* ?m?L|a few drops|a little|some) (?:more )?(?:of )?(?:the )?(?:thiosulfate|(?:bi|metabi|hydrogen ?)?sulfite|(?:bi)?carbonate|soda|caustic|lye|ammonia)(?: more| again)?(?=[.;,])", "if not, wait"),
    ("weighed_in_the_hood", r"(?<=[;,-] )[A-Z]?[\w()]+(?: [a-z]+)? (?:weighed|measured|handled|poured|tapped|dispensed)(?: out| off)? (?:only )?in the (hood|fume cupboard|cupboard)(?=\n|[;.,])", "in the {0}"),
    ("gas_off_in_moles", r",? (?:\d[\d.,]* ?m?mol (?:of )?(?:SO2|HCl|HBr|NO2|NO|Cl2|CO2|H2|N2|NH3|CO)|(?:SO2|HCl|HBr|NO2|NO|Cl2|CO2|H2|N2|NH3|CO),? \d[\d.,]* ?m?mol) (?:comes |goes |is |given )?(?:off|away|evolved|out)(?: (?:slowly|steadily|evenly|quickly))?(?=[.;,\n])", ""),
    ("organic_washed_with", r"\b[Oo]rg(?:anic|\.)?(?: layer| phase)?,? w(?:ashed|\.)?(?: with| w\.?)? (?=\d)", "organic layer washed with "),
    ("off_then_distil", r"\b([A-Za-z]+ off at \d+ ?°C)[,;] (?:then )?[Dd]istil(?:led)? ", "{0}. Distil "),
    ("first_came", r"\b(?:First|At first|First of all|To begin with)(?: there)? (?:came|comes|come|ran|runs)(?: over| off)? (?:about |some )?(\d[\d.,]* ?m?L) of [a-z]+(?: [a-z]+){0,2}?(?=,| up to| at| below| between| to)", "Fore-run {0}"),
    ("spaced_hydrate", r"\b([a-z]+(?:ate|ide|ite)) (\d{1,2}) ?H2O\b", "{0}·{1}H2O"),
    ("row_as_needed", r"(?:(?<=^)|(?<=\n))[A-Za-z][\w()-]*(?: [\w()-]+){0,3} {3,}(?:as (?:needed|required|necessary)|if (?:needed|required|necessary)|q\. ?s\.?)(?=\n|$)", ""),
    ("acid_proof", r"\b(?:acid|solvent|chemical|alkali)[- ](?:proof|resistant|resisting) (?=(?:rubber |nitrile )?(?:gloves|apron|gauntlets|coat|boots))", ""),
    ("acid_in_the_bottle", rf"{_NEW}(?:The )?([Aa]cid|[Cc]austic|[Ll]ye|[Ll]iquid|[Ww]ater) (?:in|from|of) the (?:gas )?(?:bottle|absorber|scrubber|trap|wash(?:ing)? bottle)(?= ?:)", "Spent {0}"),
    ("parts_of_a_row", r"(?<=\S) {1,}\(\d[\d.,]* ?(?:m?L|m?g) (?:for|in|to|into) [^();\n]{3,40}(?:,| and|;| \+) (?:the (?:rest|other \d[\d.,]* ?(?:m?L|m?g))|\d[\d.,]* ?(?:m?L|m?g)) (?:for|in|to|into) [^()\n]{3,40}\)(?=\n|$)", ""),
    ("funnel_off_the_lye", r"\b((?:[Ll]ift|[Rr]aise|[Tt]ake|[Pp]ull|[Dd]raw)(?:s|ed)?|[Tt]ook|[Dd]rew) the (funnel|tube|hose|delivery tube|gas tube) (?:up )?(?:off|out of|from|clear of|above) the (?:lye|caustic|water|absorber|alkali|soda|solution|liquid|bottle)\b", "{0} the {1} up"),
    ("as_transfer_agent", r" as (?:a |the )?(?:phase[- ])?transfer (?:agent|catalyst)\b", ""),
    ("so_deep_under", r", (\d+(?:\.\d+)?) ?cm (?:under|deep|below|down)(?=\n|\.\s)", ", dipping {0} cm"),
    ("kept_away_from", rf"{_NEW}[A-Z][^.;:\n\d]{{2,40}} (?:is|are|must be|should be|has to be) (?:always )?kept (?:well )?(?:away|apart|clear|separate) from [^.;:\n\d]{{3,60}}\.(?=\s)", ""),
    ("none_of_it", r"(?:(?<=^)|(?<=\n))[A-Za-z][\w()-]*(?: [\w()-]+){0,3} {3,}(?:none|nil)(?:[;,] ?|(?=\n|$))", ""),
    ("burns_like", r"\b(burns?|smells?|looks?|boils?|flows?|behaves?|stinks?|tastes?|went (?:up|off)|goes (?:up|off)|shot (?:up|out)|came (?:up|out)|foamed|fizze[sd]) (?:just |rather |a bit |something )?like (?:an? |the |old )?[a-z]+(?: (?:water|pop|juice|beer))?(?=[:.,;\n])", "{0}"),
    ("mixed_and_let_in", r"\b([Mm]ix(?:ed)? (?:[^.;\n]|\.\d){10,90}? in an? (?:small |dry )?(?:measuring )?(?:cylinder|beaker|conical(?: flask)?|jug|cup)(?: in ice)?),? and (?:then )?(?:let|ran|run|dripped|poured|dropped|tipped|fed) (?:it|this|them) in(?= (?:from|over|during|in|within|by|at)\b)", "{0}. The mixed acid was added"),
    ("this_to_that_first", r"(?<![\s\S])\s*([A-Z][a-z][\w()-]*(?: [\w()-]+){0,2}? (?P<of_kind>[a-z]{4,})) to [a-z][\w()-]{4,}(?: [\w()-]+){0,2}\. (\d[\d.,]* ?g(?: \(\d[\d.,]* ?m?mol\))?) of the (?P=of_kind)\b", "{2} of {0}"),
    ("from_the_shop", r"\b([a-z]{3,} (?:acid|peroxide|hydroxide|solution|hypochlorite)) from the (?:[a-z]+ ){0,2}(?:shop|store|supermarket|pharmacy|chemist's|drugstore|market)(?=, \d)", "{0}"),
    ("everything_in_the_hood", rf"{_NEW}(?:Everything|All of it|All|The whole thing|It all) (?:is |was |stands |stood |takes place |is done |was done |goes on )?(?:under|in|inside) the ((?:fume )?(?:hood|cupboard))\b", "In the {0}"),
    ("tip_under_the_surface", r"(?<=funnel),? (?:with )?(?:its|the) (?:tip|end|stem|outlet) (?:just |well |kept |held )*(?:below|under|beneath) the (?:surface|liquid)(?:,(?= (?:during|over|within|in the course of|at)\b))?", ""),
    ("which_stays_cold", r"(?<=[a-z0-9)]), which (?:stays|remains|stands|stood|stayed|remained|is kept|was kept|is left|is still|was still)(?: all the while| meanwhile)? (?:in|on) (?:its|the) (?:ice|cold|salt)(?:[ -](?:salt|water))?(?:[ -]bath)?(?: (?:meanwhile|all the while|until (?:it is )?(?:used|needed)|the whole time|throughout))?,(?= )", ""),
    ("over_it_wait", r"(?<=[;,.(] )(?:if )?(?:over|above|past|beyond|from|at) (\d[\d.]*)(?: ?°C| degrees)?[,:]? (?:wait|pause|hold off|halt|stand still)(?=[.;,)\n])", "stop at {0} °C"),
    ("wait_if_over", r"(?<=[;,.( ])(?:wait|pause|hold off|halt)(?:ing)?,? (?:if|when|whenever|as soon as) (?:it is |it's |it goes |it gets |it passes |the thermometer passes |over |above |past |beyond |it reaches )+(\d[\d.]*)(?: ?°C| degrees)?(?: (?:is|was) (?:passed|reached|exceeded))?(?=[.;,)\n])", "stop at {0} °C"),
    ("waiting_whenever", r"(?<=[;,] )(?:waiting|pausing|halting|wait|pause) (?:if|when|whenever|as soon as) (\d[\d.]*)(?: ?°C| degrees) (?:is|was|are) (?:passed|reached|exceeded)(?=[.;,)\n])", "stop at {0} °C"),
    ("if_so_much_wait", r"(?<=[;,.] )[Ii]f (\d[\d.]*)(?: ?°C| degrees)?(?: is reached)?[,:] (?:wait|pause|hold off|halt)(?=[.;,)\n])", "stop at {0} °C"),
    ("ice_beside", r",(?: (?:an?|another|the))?(?= (?:(?:second |full |spare )?(?:bucket|box|tub|bowl|pail|bag|basin)(?: full)? of |more |spare )(?:crushed )?ice (?:(?:stands |kept |is )?(?:beside|next to) (?:it|the bath|the hood)|(?:stands |kept |is )?(?:ready|at hand|standing by|in reserve)))", ". A"),
    ("surplus_removed", r"\b(?:Remove|remove|Take out|take out|Kill|kill) (?:the |any )?(surplus|excess)(?: (?:of )?(?:nitrite|nitrous acid|it))? with (?=(?:sulfamic acid|urea|(?:sodium )?(?:bi|meta|metabi)?sul[fp]h?ite|(?:sodium )?thiosul[fp]hate)\b)", "Destroy the {0} with "),
    ("trapped_material", r"\b[Tt]he (?:trapped|condensed|collected|frozen-out) (?:material|reagent|liquid|excess|thionyl chloride|oxalyl chloride|chloride|bromine|condensate)(?: \((?:about |some |ca\.? ?)?\d[\d.,]* ?(?:m?mol|g|mL)\))?(?= (?:is|was|were|goes|went)\b)", "The condensate"),
    ("powder_extinguisher", r"\b(?:[Dd]ry[- ])?[Pp]owder (?:fire[- ])?(?=extinguisher)", "fire "),
    ("dried_beforehand", r"[,;] (?:(?:pre-?|oven-)?dried|ignited|baked|calcined)(?: overnight)?(?: (?:for )?\d[\d.,]* ?(?:h|min))? at \d+(?:[-–]\d+)? ?°C(?: (?:for )?\d[\d.,]* ?(?:h|min)| overnight)?(?=[,;)]| {3,}\d)", ""),
    ("dried_it_was", r"(?<=\()(?:(?:pre-?|oven-)?dried|ignited|baked|calcined)(?: overnight)?(?: (?:for )?\d[\d.,]* ?(?:h|min))? at \d+(?:[-–]\d+)? ?°C(?: (?:for )?\d[\d.,]* ?(?:h|min)| overnight)?(?=[,;)])", "dried"),
    ("took_and_dripped", r"\b(I|[Ww]e) (?:took|used|measured(?: out| off)?|drew(?: up)?|had) (\d[\d.,]* ?(?:m?L|m?g)|[a-z]+(?:[- ][a-z]+){0,4} (?:mils?|mL|grams?)),? and (?:then )?(dripped|ran|run|poured|dropped|tipped|fed|let|put|added) (?:it|them|this|that) (in\b|(?=(?:in|on)to\b))", "{0} {2} in {1}"),
    ("funnel_let_go", r"(\b(?:funnel|tap|stopcock)\b[^.;\n]{0,60}?\b(?:and|but|so)(?: then)?) (?:it|the lot|everything|all of it|the whole lot|the rest) (?:all )?(?:came|ran|shot|dropped|fell|rushed)(?: in| out| down| through)? (?:all )?(at once|in one go|in a rush|in one gush)\b", "{0} it was added all {1}"),
    ("went_on_till", r"\b(I|[Ww]e|[Hh]e|[Ss]he) went on (?=(?:till|until|for|heating|boiling|distilling|stirring)\b)", "{0} carried on "),
    ("why_on_ice", r" ?\((?:this|which|that|it) (?:destroys|decomposes|kills|hydroly[sz]es|takes care of) [^()\n]{3,60}\)", ""),
    ("layer_stirred_with", r"\b((?:[Oo]rganic|[Uu]pper|[Ll]ower|[Tt]oluene|[Ee]ther|[Pp]roduct|[Cc]rude)(?: [a-z]+)? (?:layer|phase|extracts?) (?:is|was|were|are)) (?:first )?stirred with (?=[^.;\n]{0,40}(?:carbonate|NaHCO3|Na2CO3)[^.;\n]{0,30}\bin an open\b)", "{0} washed with "),
    ("into_the_funnel_in", r"(?:,? weighed(?: out)?(?: in the (?:hood|cupboard|fume cupboard))?)?,? (?:straight |directly )?into the (?:(?:dropping|addition) )?funnel,? in (\d[\d.,]* ?mL (?:of )?[a-z]{4,}(?: [a-z]+)?)(?=\.)", " in {0} into the funnel"),
    ("grams_per_litre", r"\b([A-Za-z][a-z]+(?: [a-z]+){0,2}),? (\d[\d.,]*) g/L(?: in (?:the same )?[a-z]+(?: [a-z]+)?)?(?:,| {2,}) ?(\d[\d.,]* mL)(?=\W)", "{2} of {0} solution ({1} g/L)"),
    ("each_drop_first", r", each (?:drop|portion) (?:to|must|should|has to|having) (?:have )?(?:lose|lost|react|reacted|fade|faded|be (?:decolou?rised|used up|gone))(?: its colou?r)?(?: (?:first|before the next(?: (?:one|drop))?))?(?=[.;,])", ""),
    ("which_had_warmed", r"(?<=[a-z0-9)]), which (?:had |has )?(?:become|became|got|gone|went|was|is) (?:quite |very |rather )?(?:hot|warm)(?: (?:on|by|in|from) (?:the )?mixing)?(?: and (?:was|is|had) not (?:been )?cooled)?,(?= (?:was|is|were|are) )", ""),
    ("prepare_the_reagent", rf"{_NEW}(?:Prepare|Make(?: up)?|Mix) the (reagent|oxidant|feed):(?= )", "{0}:"),
    ("ice_in_reserve", r"\bIce (?:in reserve|standing by|ready|at hand): (?:about )?(\d[\d.,]* ?k?g)(?: in (?:an?|the) [a-z]+(?: [a-z]+){0,4})?(?=[.;])", "{0} of ice in reserve"),
    ("from_a_solvent", rf"{_NEW}From (?:the )?(?=(?:ethanol|methanol|water|acetone|toluene|hexane|ethyl acetate|petroleum ether|acetic acid|2-propanol|dilute ethanol)(?:,| \(?\d))", "Recrystallise from "),
    ("a_little_of_it", r" ?\((?:(?:fume )?cupboard|hood)[:;,] (?:a little|some|slight|a trace of) [A-Za-z0-9 ]{2,20}\)", ""),
    ("open_neck", r"[,;] (?:the )?(third|fourth|second|other|remaining) neck (?:is )?(?=(?:open|vented|led|leading|connected)\b[^.;\n]{0,40}\b(?:through|over|to)\b[^.;\n]{0,80}\d ?mL)", ". The {0} neck is "),
    ("and_a_mixture_of", r"(?<=[a-zC)]),? and (a|the) (cold |cooled |warm |chilled )?(?=mixture of (?:[^.;\n]|\.\d){10,160}?\b(?:was|were|is|are) (?:then |slowly )*(?:added|run|poured|dripped|dropped|fed)\b)", ". A {1}"),
    ("a_bit_to_start", r"((?:^|(?<=\n)|(?<=[-*•] )|(?<=[.;] )))((?:[Aa]|[Ss]ome) ?(?:bit of|pinch of|little|speck of|few crystals of|spatula tip of)? ?[A-Z]?[A-Za-z0-9]+(?: [a-z]+){0,2}) to (?:kick|start|get|set|speed|wake) (?:it|things|the reaction)(?: (?:off|going|up|started))?(?=[.;,\n])", "{0}Add {1}"),
    ("lye_into_the_fat", r"\b(?:[Ss]tir|[Pp]our|[Rr]un|[Aa]dd) the (lye|caustic) (?:slowly )?(?:in ?to|to) the (?:warm |melted )?(?:fats?|oils?|fat and oil)\b", "add the {0}"),
    ("ice_ready_kg", r"\b([Ii]ce) (?:is )?ready \((\d[\d.,]* ?k?g)\)", "{0} ({1}) ready"),
    ("burns_the_skin", r" ?\((?:[a-z ]{3,20} and )?[a-z ]{3,20} (?:burns?|stings?|bites?|etch(?:es)?|(?:is|are) (?:toxic|poisonous|corrosive))(?: (?:the|through the) (?:skin|eyes))?\)", ""),
    ("tube_i_stick", r"\b([Tt]he) (tube|hose|line) (?:I|we) (?:stick|stuck|put|lead|led|hang|hung|dip|dipped)(?: right| straight)?(?: down)? in(?:to)? ", "{0} {1} leads down into "),
    ("the_water_bubbles_over", r"\bthe water (bubbles|boils|comes|foams|froths) over\b", "it {0} over"),
    ("not_started_call", r"(?<=[.)] )(?:Not started|No start|No reaction|If not started) (?:after|within) [^.:\n]{2,15}: [^.\n]{3,100}\b(?:supervisor|stop|ask)\b[^.\n]{0,30}\. ?", ""),
    ("knife_tip_cell", r"(?<= {3})(?:an? |one )?(?:pinch|trace|(?:knife|spatula|knife's|spatula's) ?-?(?:tip|point))(?= *(?:\n|$| {3}))", "0.02-1 g"),
    ("first_of_the_solution", r"( in \d[\d.,]* ?mL (?:of )?(?:dry )?[a-z]+(?: [a-z]+)?): (?:the )?first (\d[\d.,]* ?mL)(?=[.;,])", "{0} in the dropping funnel. First {1}"),
    ("fed_boiling", r"\b(over \d+ ?(?:min|h)), (?:gently|just|quietly|steadily) boiling at (?=\d+(?:[-–]\d+)? ?°C)", "{0} at "),
    ("crystallise_from", rf"{_NEW}Crystalli[sz]e from ", "Recrystallise from "),
    ("trap_stirred_into", rf"{_NEW}Trap(?: \([^()\n]*\))?: (?:stirred|dripped|poured|run) into ", "The condensate is poured into "),
    ("ice_tipped_in", r"\b(?:tipped|threw|put|dropped|shovelled|chucked) (?:some |the )?ice(?: cubes)? (?:straight )?(?:in ?to|on ?to|on|over) (it|the acid|the flask|the mixture|the beaker)\b", "added ice to {0}"),
    ("letter_without_colon", r"(?:(?<=^)|(?<=\n)|(?<=[.;] ))([A-H]) (?=\d[\d.,]* ?m?L (?:[\w-]+ ){0,2}?(?:flask|beaker|bottle|jar|bucket)\b[^.\n]*\.[ \n]+[B-H] \d)", "\n{0}: "),
    ("vessels_by_letters", r"(?m:^)(?:[Vv]essels?|[Aa]pparatus|[Ee]quipment|[Gg]lass(?:ware)?|[Ff]lasks?|[Ss]et-up)(?:: ?| {2,})(?=A: \d)", ""),
    ("letter_on_its_line", r"(?<=[.;]) ([B-H]: )(?=\d[\d.,]* ?m?L (?:[\w-]+ ){0,2}?(?:flask|beaker|bottle|jar|bucket)\b)", "\n{0}"),
    ("ice_if_above", r",? ice (?:if|when) (?:above|over|warmer than|it passes) \d+ ?°C", ""),
    ("destroys_the_rest", r" ?\((?:destroys|kills|uses up|takes) the [a-z ]{3,25}\)", ""),
    ("portions_then_starch", r",? \d[\d.,]* ?mL (?:portions|samples|aliquots),? (?=starch\b)", " "),
    ("always_into_water", r"(?<=[.;] )Always (?:the )?acid (?:in)?to (?:the )?water(?:, (?:never|not) (?:the other way(?: round)?|water into acid))?\.?", ""),
    ("stays_in_its_ice", r",? (?:[A-H]|the (?:diazonium )?solution|it) (?:staying|kept|standing|stays|remains|remaining) in (?:its|the) ice(?: bath)?(?=[;,.])", ""),
    ("colour_of_the_control", r"\b(no (?:violet|red|blue|purple|green|colou?r|precipitate|turbidity)) \((?:deep |dark )?(?:violet|red|blue|purple|green|black|white|colou?r|precipitate|turbid)[^()\n]{0,6} with [^()\n]{3,40}\)", "{0}"),
    ("rest_of_the_water", rf"{_NEW}(?:The )?[Rr]est of the (water|ice|acid|ethanol|methanol),", "Add the rest of the {0},"),
    ("makes_the_stock", r"(?<![\s\S])\s*(?:I|We) (?:make|made|mix|mixed|prepare|prepared) (?:up )?(?:the|our|some) (?:dilute|stock|standard|[a-z]+-(?:molar|normal)) [a-z]+(?: acid| solution)?(?: for [^.\n]{3,40})?\. ?", ""),
    ("over_not_in", r"\bover \(not (?:in|into|dipping(?: in)?)\)(?= (?:\d|the ))", "a few mm above"),
    ("open_by_a_tube_to", r"\b(open|vented) by an? (?:wide )?tube to (\d[\d.,]* ?mL of (?:\d+ ?% )?[a-z]+(?: [a-z]+)?), (?:the tube|which|its end) ending ([a-z ]{3,25}) above it\b", "{0} through a tube ending {2} above {1}"),
    ("which_had_been_made", r"(?<=[a-z0-9)]), which had been (?:prepared|made(?: up)?|dissolved|mixed)[^,.;\n]{0,40}\b(?:below|under) \d+ ?°C,(?= (?:was|is|were|are) )", ""),
    ("condenser_ice", r"\b((?i:condenser|coil)) \((?:ice|iced|ice-cold|cold)[ -]water\)", "{0}"),
    ("adjusted_beforehand", r"(?<=[a-z)]), (?:brought|adjusted|set|made up) to pH ?\d[\d.]*(?: with [a-z]+(?: [a-z]+){0,2})?,(?= (?:is|was|were|are) )", ""),
    ("collect_slowly", r"[;,] (?:and )?collect(?:ed|ing)? (?:it )?slowly(?: \([^()\n]*\))?(?=[.;])", ""),
    ("standardised_aside", r"\b((?:[Dd]issolve|[Dd]issolved|[Ii]s dissolved)(?: it)?(?: \d[\d.,]* ?m?g of [a-z][a-z ]{2,40}?)? in (?:about )?\d[\d.,]* ?mL of (?:hot |cold |distilled |deionised )?water)(?=,? (?:and )?(?:then )?(?:add|treat)[^.\n]{0,140}\btitrat\w+\b[^.\n]{0,60}\b(?:with|against) the\b)", "{0} in a conical flask"),
    ("half_a_bottle_of", r"\b(?:half|a quarter|a third|most) (?:of )?(?:a|the|an old|another) (?:bottle|can|jar|bag|tin|box|sack) of (?=[a-z][a-z -]{2,30} \([^()\n]{0,40}?\d[\d.,]* ?(?:m?g|kg|m?L)\b)", ""),
    ("nearly_mol", r"\b(?:nearly|almost|just under|just over|a good|barely) (?=\d[\d.,]* ?m?mol\b)", "about "),
    ("kettle_sized", r"\b[Kk]ettle \((\d[\d.,]* ?m?L)\)", "{0} reactor"),
    ("so_much_kind", r"\b(\d[\d.,]* ?g) (acid|amine|ester|ketone|aldehyde|nitrile|amide|phenol|anhydride|alcohol)(?=(?:,| in| with| and|;) )(?!, (?:water|washed|aq))", "{0} of the {1}"),
    ("taken_up_often", r"\b((?:[Tt]he [a-z]+|[Ii]t|and) (?:is|was)) taken up (?:in|with) (?=(?:\d+|two|three) ?[x×] ?\d)", "{0} extracted with "),
    ("stirred_water", r"\b((?:in)?to the|in the) (?:well[- ]|vigorously |rapidly )?(?:stirred|stirring|swirling) (?=water\b(?! bath))", "{0} "),
    ("gave_it", r"\b(I|[Ww]e|[Yy]ou|[Hh]e|[Ss]he|[Tt]hey) (?:gave|give) (?:it|this|the (?:flask|mixture|batch|pot)) (?:the |some |a |my |its )?(?=[a-z]{4,}[^.;\n]{0,20}\d[\d.,]* ?(?:m?g|kg|mL)\b)", "{0} added "),
    ("bleach_by_its_brand", r"\b(?:Ch?lorox|[Ee]au de Javell?e?|Javell?e? water)\b", "bleach"),
    ("bleach_of_the_house", r"\b(?i:laundry|household|kitchen|supermarket|grocery|shop|bathroom|cleaning)[ -]bleach\b", "bleach"),
    ("gas_everywhere", r"(?<=, )(?:HCl|HBr|SO2|NO2|Cl2|hydrogen chloride|chlorine|bromine) (?:everywhere|all over(?: the place)?)\b", "fumes"),
    ("from_its_can", r"(?<![\w-])([A-Z]?[a-z]{3,}) (from the (?:can|bottle|tin|drum|flask|jar|bag|sack|canister)(?: (?:under|on|in|by|behind) the [a-z]+)?), (\d[\d.,]* ?(?:m?g|kg|mL|L)\b)(?=[;.,])", "{0}, {2}, {1}"),
    ("so_much_of_the", r"\b(\d[\d.,]* ?(?:m?g|kg|mL)) of the ([a-z]+(?:ide|ite|ate|ine))(?= \(\d[\d.,]* ?m?mol\))", "{0} {1}"),
    ("passes_and_goes", r"\b(passes|goes|is led|is passed|runs) (?:through )?((?:an?|another|the second|one more|a second)(?: empty)?(?: \d[\d.,]* ?m?L)?(?: empty)? (?:bottle|flask|trap|jar)) and (?:then )?(?:goes|passes|is led|runs|on) (in ?to|through) ", "{0} through {1} {2} "),
    ("residue_in", r"\b([Tt]he (?:(?:cold|cooled|warm) )?(?:residue|salt|bottoms)) in the (?:flask|pot|generator|still|retort) ((?:is|was)(?: then)?(?: slowly)? (?:poured|run|tipped|dripped),?) ", "{0} {1} "),
    ("poured_cold", r"\b(poured|run|tipped|dripped|let run), (?:while )?(?:still )?(?:cold|when cold|once cold|cooled|warm), (?=(?:slowly )?(?:in ?to|on ?to) )", "{0} "),
    ("cooled_and_run", r"\b((?:It|The (?:mixture|batch|solution)) (?:is|was) (?:then )?cooled[^.;,\n]{0,40}?),? and (?:then )?(run|poured|dripped|tipped)( slowly| carefully)?,? (during|over|within|in) ((?:about )?\d[\d.,]* ?(?:min|h)),? (in ?to|on ?to) ", "{0}; it is {1}{2} {3} {4} {5} "),
    ("neutral_spirit", r"\bneutrali[sz]ed (?=(?:ethanol|alcohol|spirit|isopropanol|propan-2-ol|2-propanol)\b)", ""),
    ("condenser_water", r"\b((?i:condenser|coil)) with (?:the )?(?:running|tap|cooling|flowing|full|plenty of|enough) water\b(?: running| on)?", "{0}"),
    ("place_between", r"(?<=[a-z])((?: in an? (?:[a-z-]+ ){0,2}(?:beaker|cylinder|flask|dish|jar|boat|vial|bottle))? (?:by|at|near|beside|next to) the (?:window|bench|sink|balance|scales?|door|table|store|desk))( \(\d[\d.,]* ?(?:m?g|kg|mL)\b[^()\n]*\))", "{1}{0}"),
    ("thrown_dash", r"\b((?:threw|tipped|put|poured|shook|added|dropped|emptied) the [a-z]+(?: (?:acid|chloride|bromide|nitrite|oxide|anhydride))?) (in(?:, [a-z ]{2,30}){0,3}) [-–—] (\d[\d.,]* ?(?:m?g|mL)\b)", "{0} ({2}) {1}"),
    ("agent_removed", rf"{_NEW}((?:[Aa] (?:little|pinch of|few drops of) |[Ss]ome )?[A-Za-z][a-z]+(?: [a-z]+){{0,3}} \(\d[\d.,]* ?(?:m?g|mL)\)) (?:removed|removes|destroyed|destroys|took away|takes away|took care of) the (excess|rest|surplus)(?: of it)?", "{0} was added to destroy the {1}"),
    ("taking_away", r", (?:an? (?:little|pinch of|bit of) )?([a-z][a-z ]{3,30}? \(\d[\d.,]* ?(?:m?g|mL)\)) (?:taking|to take) away the [a-z]+", " and {0}"),
    ("strength_named", r"\b(?P<pure>[a-z]+)(?P<hydrate> hydrate| monohydrate|) \((\d[\d.,]* ?%) (?P=pure), (?=\d)", "{0} ({2}, "),
    ("not_used", rf"{_NEW}(?:[A-Z]?[a-z]+|[A-Z][A-Za-z]+) (?:is|was) not (?:used|wanted|needed)(?: here| any more)?[:;,] (?=[a-z][\w-]*(?: [a-z][\w-]*)? \d[\d.,]* ?(?:m?g|mL|kg)\b)", ""),
    ("layer_row", r"(?m:^)([ \t]*(?:\d{1,2}[.)]?[ \t]+|[-*•] )?)[Ll]ayer: (?=\d|[a-z])", "{0}Wash the layer: "),
    ("ice_with_salt_round", r"\b((?:\d[\d.,]* ?k?g|[Aa] kilo|[Hh]alf a kilo|[Tt]wo kilos)) of (?:crushed )?ice (?:with|and) salt,? (?:goes |is (?:put |packed )?|all )?(?:round|around)(?: (?:it|the (?:flask|beaker|pot)))?", "ice-salt bath of {0}"),
    ("nought_and", r"\bnought (and|to) (?=(?:two|three|four|five|six|eight|ten|twelve|\d+)\b)", "0 {0} "),
    ("made_from", r"\A([^.\n]{3,60}?) from \d[\d.,]* ?(?:m?g|kg|mL) of (?P<started>[a-z]+)\.(?= [A-Z][^\x00]{0,900}?\b(?i:(?P=started)) \(?\d)", "{0}."),
    ("dump_apart", r",? (?:and )?with (\d[\d.,]* ?k?g of (?:crushed )?ice) in (an? [a-z0-9 ]{3,24}?)(?: (?:under|below|beside|next to) (?:it|the [a-z]+))? as (?:a |the )?dump,? ", ". As a dump, {0} stands ready in {1}. "),
    ("two_flasks", r"(?:(?<=^)|(?<=\n)|(?<=\. ))(?:Two|Three) (?:flasks|vessels|beakers)\.(?= )", ""),
    ("goes_in_ice", r"\b(?:it|this|that) (?:goes|sits|stands|is put) in(?:to)? (?:the )?ice,? (one kilo|a kilo|half a kilo|two kilos|\d[\d.,]* ?k?g)(?: of it)?,? and when it(?:'s| is) (?:at|down to) ((?:\d+|[a-z]+)(?: degrees| ?°C)?),? ", "it is cooled in an ice bath ({0}) to {1}, and then "),
    ("vessel_in_ice", r",? \((?:the )?(beaker|flask|vessel) in an (ice(?:[ /-](?:salt|water))?[ -]bath),? (\d[\d.,]* ?k?g)\)(?=[.;\n])", ". The {0} stands in an {1} ({2})"),
    ("funnel_so_far_above", r"\bfunnel(?:,? (?:that|which|whose (?:rim|mouth|edge)))?(?: (?:hangs|hung|hanging|held|resting|rests|is held|stands|standing|ends|ending|stops|fixed|set))? (?:(?:about )?\d+(?:[.,]\d+)? ?(?:mm|cm)|(?:only |just )?(?:a (?:little|bit|finger|finger's breadth|few mm|few millimetres|centimetre)|slightly|closely|clear|shortly)) (?:above|over) ", "funnel just above "),
    ("funnel_not_in", r"(?<=funnel )(?:just )?(?:over|above),? \(?(?:but )?not in(?:to)?\)?,? (?=\d)", "just above "),
    ("funnel_hangs_above", r"\bfunnel(?:,? (?:that|which|whose (?:rim|mouth|edge)))? just (?:hangs|hung|ends|ended|stands|stood|stops|rests) (?:above|over) (?=(?:the |some |about )?\d)", "funnel just above "),
    ("ready_in_its_vessel", r"(?<=[gL],) (?:is |are )?ready (?=in (?:a|an|the|its) (?:\w+ )?(?:beaker|bottle|flask|jug|bucket|tub|bowl|can|dish)\b)", " stands ready "),
    ("run_in_before", r"(?<=acid),? which (?:was|had been|has been) (?:slowly |carefully )?(?:run|poured|added|stirred|dropped) in(?:to)? the water (?:before|first|beforehand|earlier)(?: with (?:cooling|stirring|ice))?,?(?= )", ""),
    ("pausing_at", r"(?<=[;,] )(?:pausing|pause|halting|halt) (?:it )?(?:at|when it (?:reaches|shows)) (?=\d)", "stop at "),
    ("water_cooled", r"(?<=\bunder )(?:a|the|its|an efficient) water[- ]cooled (?=(?:reflux )?condenser\b)", "a running "),
    ("cut_into_cubes", r",? (?:and )?cut (?:under \w+(?: oil)? )?(?:in)?to (?:cubes|pieces|bits|slices|lumps|strips) of (?:about |some |at most )?\d+(?:[.,]\d+)? ?(?:m?g|[cm]m)\b(?: and (?:wiped|dried|blotted|patted dry)(?: dry)?)?,?", ","),
    ("ice_of_its_bath", r"\((?:with |in )?((?:one|two|three|four|five|half a|a) kilos?|\d+(?:[.,]\d+)? ?kg) of ice,? (?:[^()\n]{0,30} )?(?:still|left)(?: \w+){0,5}\)", r"(ice bath of \1)"),
    ("agent_takes_away", r"(?:is|was|are|were|gets|got) (?:removed|taken out|taken away|disposed of|got rid of) (?:with|by) (?=(?:(?:a (?:pinch|little|spatula tip|few crystals|small amount)(?: of)?|some|\d[\d.,]* ?(?:m?g|mL) of|\d[\d.,]* ?%) )?(?:sulfamic acid|urea|(?:sodium )?(?:bi|meta|metabi)?sul[fp]h?ite|(?:sodium )?thiosul[fp]hate|sodium hydrogen sul[fp]h?ite)\b)", "is destroyed with "),
    ("twice_of_it", r"\b[Tt]wice (?=\d[\d.,]* ?mL of )", "2 x "),
    ("thrice_of_it", r"\b(?:[Tt]hrice|[Tt]hree times) (?=\d[\d.,]* ?mL of )", "3 x "),
    ("surrounded_by", r"\b([Tt]he \w+|[Ii]t) (?:is|was) (?:then )?surrounded (?:with|by) (?=(?:hot|warm|cold|ice|iced)\b)", "{0} stands in "),
    ("water_put_round", r"\b([Hh]ot|[Ww]arm) water (?:is |was )?(?:then )?(?:put |poured |run |set )?(?:round|around|under) (the \w+|it)(?=[,.;(]| \()", "{1} is warmed in {0} water"),
    ("each_quarter", r"\b(?:(?:one|a portion|a lot) )?each quarter of an hour\b", "every 15 min"),
    ("each_so_long", r"\b(?:(?:one|a portion|a lot) )each (?=(?:half hour|\d+ ?min|(?:two|three|four|five|six|eight|ten|fifteen) min))", "every "),
    ("distillate_imperative", rf"{_NEW}(?:Drip|Run|Drop|Let) the (distillate|condensate|fore-?run|runnings)(?=[^.;\n]{{0,40}} (?:in|on)?to \d)", "The {0} is dripped"),
    ("bottle_of_size", r"\b(empty|safety|wash|washing) (bottle|flask|trap) of (\d[\d.,]* ?m?L)\b", "{0} {2} {1}"),
    ("cooled_then_fed", rf"{_NEW}(?:After|Once|When|As soon as) (?:it|the (?:mixture|flask|batch|contents|liquid|solution)) (?:has|had|is|was) (?:been )?(?:cooled|come down|gone down)(?: down)? to (?:about )?([-−]?\d+) ?°C, (?=\d|[a-z]+(?: [a-z]+)?,? \(?\d)", "Cool to {0} °C; "),
    ("what_ran_through", r"\b[Ww]hat (?:ran|went|came|runs|goes|comes|passed|passes|has run)(?: down)? through(?: the (?:filter|paper|frit|funnel))?(?= (?:is|was|gets|goes|has)\b)", "The filtrate"),
    ("distillate_dripped_by", r"\b(?:I|we) (?:drip|run|pour|let|add|drop)(?:,? slowly,?)? the (distillate|condensate|fore-?run|runnings)(?=[ ,])", "the {0} is dripped"),
    ("in_the_distillate", rf"{_NEW}To (?:get rid of|destroy|kill|decompose|use up) the [a-z]+(?: [a-z]+){{0,2}} in the (distillate|condensate|fore-?run),? (?:I|we) (?:drip|run|pour|let|drop|add) it(?=[ ,])", "The {0} is dripped"),
    ("ready_for_it", rf"(?:\b[Ff]or the (?:quench|work-?up|hydrolysis|decomposition),? )?\b[Hh]ave (\d[^.;\n]{{3,50}}?) (?:ready|waiting) in (an? {_SIZED})(?=[^.;\n]{{0,40}}[.;] [^.\n]{{0,70}}\b(?:on ?to|into|in|on) (?:it|this|that)\b)", "Place {0} in {1}"),
    ("stands_for_it", rf"{_NEW}(\d[^.;\n]{{3,50}}?) (?:stands?|stood|waits?|waited|is|are|was|were) (?:ready|waiting) in (an? {_SIZED})(?=[^.;\n]{{0,40}}[.;] [^.\n]{{0,70}}\b(?:on ?to|into|in|on) (?:it|this|that)\b)", "Place {0} in {1}"),
    ("held_under_water", r"(?<=: )under water(?=[,;.] )", "kept under water"),
    ("shut_at", r"(?<=°C), (?:tap )?(?:shut|closed) at (?=\d+ ?°C)", "; stop at "),
    ("then_the_rest", r"(?<=[.;] )[Tt]hen the (?:rest|remainder),? (?=(?:over|in|during|within) (?:about )?\d)", "The rest "),
    ("no_the_other", r"(?<![\s\S])(?:[A-Z0-9][\w(),-]*(?: [a-z][\w-]*)?)\? No[,:] (?=[a-z0-9])", ""),
    ("so_much_of_it_first", r"(?:(?<=\n)|(?<=\. )|(?<=- ))([A-Z][\w-]+(?: [a-z]+)?) (\d[\d.]* g)(?: \([^()]{3,16}\))? in ((?:[a-z-]+ ){0,1}[a-z-]+) (\d+ mL): (\d+ mL) of it (?=at )", "Of {0} ({1}) in {3} of {2} {4} are added "),
    ("and_it_was_boiled", r"(?<=[a-z)]), and the (mixture|solution|contents|whole|flask) (was|is) (?=(?:then |now )?(?:boiled|refluxed|heated|warmed)\b)", ". The {0} {1} "),
    ("well_cooled_condenser", r"\bwell[- ]cooled (?=(?:reflux )?condenser\b)", "good "),
    ("latter_to_former", r", the latter being (?:added|poured|run|dripped)(?: slowly)? (?:to|into) the former(?=[ ,;.])", ","),
    ("would_have_been_shut", r"\b[Tt]he (?:tap|funnel|feed|addition) would have been (?:closed|shut|stopped|interrupted) (?:at|above|over) (?:about )?(\d+) ?°C", "the feed is stopped above {0} °C"),
    ("inside_thermometer", r"(?<![Nn]o )(?<![Ww]ithout )(?<![Ww]ithout an )\b(?:an? )?(?:inside|internal|inner) thermometer\b(?! (?:dip|in|into|reach|shows|reads|says|between|stood|stayed|\d|at|never|not|below|did))", "a thermometer in the liquid"),
    ("on_the_fire", r"\b([Ii]t|[Tt]he (?:bucket|beaker|flask|pot|tin|pan|lot|mixture|solution|whole)) (?:then )?goes (?:straight |right |directly )?(?:back )?on(?:to| to)? the ((?:gas )?ring|(?:gas )?burner|flame|fire|stove)\b", "{0} is boiled on the {1}"),
    ("heating_goes_on", r"\b[Hh]eating (?:is|was) (?:then )?(?:continued|kept up|carried on|maintained)(?= (?:overnight|over night|for|during|until|till|at)\b)", "the mixture was kept hot"),
    ("funnel_above_it", r"\b(in the (?:dropping |addition |tap )?funnel) above(?: it)?(?=[.;\n]|$)", "{0}"),
    ("went_by_hand", r"\b(?:so )?(?:I|we) (?:went|go|judged?|worked) by (?:hand|feel|touch|eye|ear)\b", "it was judged by hand"),
    ("shaken_in_a_funnel", rf"{_NEW}(?:Shake|Swirl) ([a-z][\w-]*(?: [a-z][\w-]*)? and [a-z][\w-]*(?: [a-z][\w-]*)?)(?: together)?(?: gently| well)? in (an? (?:\d[\d.,]* ?m?L )?separat(?:ing|ory) funnel)", "Put {0} in {1} and shake"),
    ("swirled_in_water", r"\bswirling in (?=(?:cold|ice|iced|ice-cold|tap) ?water\b)", "swirling, cooled in "),
    ("water_of_a_hydrate", r"(?<=[A-Za-z0-9)])( ?[.·*] ?)(\d{1,2}) H2O\b", "{0}{1}H2O"),
    ("amount_has_come", r"\bwhen (?:about )?\d[\d.,]* ?m?L (?:have|has|had) (?:come over|come|distilled over|distilled|passed over|been collected)\b", "at the end"),
    ("of_them_that_is", r"\b(?:\w+) of them,? (?:that(?:['’]s| is)|which is) ((?:about |some )?(?:\d[\d.,]* ?(?:k?g|mL)|[a-z]+(?:-[a-z]+)? (?:grams|mils|mL)))\b,?", "{0} of it"),
    ("empty_bottle_rinsed", r"\b([Ee]mpty) bottle (?=(?:is |was )?(?:rinsed|washed|thrown|goes|put))", "used bottle "),
    ("steamed_over", r"\b(?:and )?steamed (?:it|the oil|the lot) over\b", "and steam distilled it"),
    ("makes_it_neutral", r"(?:(?<=[;.,] )|(?<=\n)|(?<=and ))([Cc]austic(?: soda)?|[Ss]oda|[Ll]ime|[Ss]odium (?:hydroxide|carbonate|bicarbonate)|[Aa]mmonia) \((\d+ ?%)\) (?:makes|brings) (?:it|the (?:liquid|solution|whole)) (?:to )?(?:neutral|neutrality)(?=[,;. ])", "it is neutralised with {1} {0}"),
    ("makes_neutral", r"(?:(?<=[;.,] )|(?<=\n)|(?<=and ))((?:\d+ ?% )?(?:[Cc]austic(?: soda)?|[Ss]oda|[Ll]ime|[Ss]odium (?:hydroxide|carbonate|bicarbonate)|[Aa]mmonia)) (?:makes|brings) (?:it|the (?:liquid|solution|whole)) (?:to )?(?:neutral|neutrality)(?=[,;. ])", "it is neutralised with {0}"),
    ("in_the_open_beaker", rf"{_NEW}In an open (beaker|vessel|jar|bowl),? (the (?:[\w-]+ )?(?:distillate|extracts?|layer|solution|oil|ester)|it) (is|was|are|were) (?:stirred|shaken|washed|swirled|treated) (?=with )", "{1} {2} washed in an open {0} "),
    ("distillate_stirred", r"\b((?:distillate|condensate|extracts?) (?:is|was|are|were)) (?:stirred|swirled|agitated) (?:in an open (beaker|vessel|jar) )?(?=with (?:\d|a little|some|cold|5 %|10 %))", "{0} washed "),
    ("no_stirring_head", rf"{_NEW}(?:No|Without) (?:stirring|stirrer): (?=[^.;\n]{{0,40}}\b(?:feed|funnel|tap|bath|ice|addition|stop|no more|no further)\b)", "If the stirrer stops: "),
    ("no_power_head", rf"{_NEW}(?:No|Without) (power|current|cooling water): (?=[^.;\n]{{0,40}}\b(?:feed|funnel|tap|bath|ice|addition|stop|no more|no further)\b)", "If the {0} fails: "),
    ("comes_over_head", r"\b(?:comes|goes|passes) over(?: slowly| quietly| steadily)?, (?:with the )?head(?: temperature)? (?:at )?(?=\d)", "distils over, head "),
    ("takes_to_reach", rf"{_NEW}It takes (?:about )?(\d[\d.,]* ?(?:min|h)|(?:half )?an hour) to (?:reach|come to|get to|be at) (?:about )?(\d+) ?°C(?![^.;\n]{{0,30}}\b(?:by itself|of itself|its own|without)\b)", "Warm to {1} °C in {0}"),
    ("by_tenths", r"\b(?:by|in) tenths,? (\d+) min (?:between (?:them|each|the portions)|apart)\b", "in ten portions every {0} min"),
    ("min_between_them", r"(?<=portions), (?:with )?(\d+) min between (?:them|each|the portions|portions)\b", " every {0} min"),
    ("batch_on_top", r"(?:(?<=[;.] )|(?<=- )|(?<=\n))(?:then )?(?:the )?(?:batch|mixture|contents|lot) (?:goes |is (?:let |run )?)?on top(?=[,;. ])", "pour the mixture on to it"),
    ("goes_into_its_bottle", r"\b(It|The (?:product|solution|oil|liquid|chloride|ester)) (?:goes|is (?:put|filled|poured)|went) into (?=an? (?:[\w-]+ ){0,3}(?:bottle|jar|vial|ampoule)\b[^.;\n]*\b(?:cap|lid|refrigerator|fridge|freezer|label|dark|cupboard|shelf)\b)", "{0} is kept in "),
    ("titrated_aside", r"(?<=[a-z]), ((?:freshly |newly )?titrated (?:(?:on )?(?:this|that|the same|the) (?:morning|day|week|afternoon)|today|yesterday|beforehand|before use|just before)),(?= )", " ({0})"),
    ("soda_in_portions", r"; (soda|washing soda|sodium (?:hydrogen ?)?carbonate|Na2CO3) in (?:small )?portions(?=[.,;\n]| until| to)", "; neutralised with {0} in portions"),
    ("T_by_hand", r"\bT(?:emp(?:erature)?)?\.? (?:by|with the) hand\b", "temperature felt by hand"),
    ("blue_away", r"[;,] (?:and )?the blue (?:was|is) (?:then )?(?:taken away|removed|discharged) (?:with|by) a (?:little|drop of|pinch of|few drops of) [a-z]+(?: [a-z]+){0,3}(?=[.;])", ""),
    ("class_row", r"(?m:^)(?:Solvent|Acid|Base|Amine|Alcohol|Ketone|Aldehyde|Ester|Phenol|Alkene|Arene|Substrate|Oxime|Nitrile)(?: {2,}|\t+)(?=[^\n]*\d ?(?:g|mL)\b)(?![^\n]*(?:\bmin\b|drop|portion|funnel|\bh\b|slow))", "Charge      "),
    ("named_feed_row", r"(?m:^)([A-Z][a-z]+(?: [a-z]+)?) {3,}(?=\d[\d.,]* ?(?:g|mL)\b[^\n]*(?:\bmin\b|drop|portion|funnel))", "Add         {0} "),
    ("minute_mark", r"(?<![\w,.'-])(\d{2,3})'(?=[ ,.;)\n]|\Z)", "{0} min"),  # "over 45', below 10 °C"
    ("ice_and_water", rf"{_NEW}(?:[Ss]urround|[Cc]ool|[Cc]hill|[Pp]ack)(?:ed|ing|s)? (?:(?:it|this|the (?:flask|beaker|vessel|pot|contents|mixture|batch)) )?(?:(?:round|around|down) )?(?:with|in|by) (?:crushed )?ice ?(?:and|/|\+|&) ?(water|salt)(?! bath),? \(?((?:about )?\d[\d.,]* ?k?g)\b\)?(?: in (?:the |a )?(?:bath|bowl|tub))?(?:(?:;|,| and| until)? (?:let it come|brought (?:it|the (?:contents|mixture|temperature|flask))|wait) (?=to|down|for)|(?=[ .,;]|$))", "Cool in an ice/{0} bath ({1}) "),
    ("take_up_in", rf"{_NEW}[Tt]ake(?:n)? (?:it |this |the (?:oil|product|residue) )?up (?:in|with|into) (?=\d)", "Extract with "),
    ("item_then_item", rf"(?<![\w-])(?<!ice )(?!ice\b|bath\b)({_ITEM}); (?=(?:{_ITEM}(?:; ?|, | and ))*{_ITEM}(?:[.;]?[ \t]*(?:\n|\Z)|\. [A-Z]| in[.;]?[ \t]*(?:\n|\Z)| in (?:an? )?(?:\d|(?:[\w-]+[- ]neck(?:ed)? )?(?:flask|beaker)\b)| ?(?:->|→|=>)))", "{0}, "),
    ("here_and_in_goes", rf"{_NEW}(?:I've|I have|[Ww]e have|We've|There is|There's) (an? {_GLASS})(?: here| ready)?,? (?:with|and it has|it has) ((?:(?!\b\d[\d.,]* ?(?:g|mL|kg|mol|mmol)\b)[^.;\n]){{5,150}}?)[.;,] (?:and )?[Ii]n goe?s? ", "Charge {0} ({1}) with "),
    ("on_the_rotary", rf"{_NEW}(?:[Ss]olvent|[Ee]ther)? ?(?:is |was )?(?:off)?,? ?\(?(?:on (?:the |a )?|at the |with the )?(?:[Rr]otavap|[Rr]otary(?: evaporator)?),? (?:(?:at|bath) )?(\d+) ?°C\)?", "The solvent is distilled off on the rotary evaporator at {0} °C"),
    ("arrow_first", r"(?m:^)[ \t]*(?:[-*•] ?|\d+[.)] +|\d+ {2,}|(?i:step) \d+: |(?:[Qq]uench|[Pp]our|[Ww]ork-?up|[Oo]n to ice)(?:: | - | {2,}))?(?:->|→|=>) ?(?=(?:about )?\d[^\n;.]{0,12}?(?:of )?(?:crushed |cracked )?(?:ice|cold water|iced? water)\b)", "Mixture poured on to "),
    ("arrow_vessel", rf" ?(?:->|→|=>) ?(?=(?:an? )?{_GLASS})", " into a "),
    ("stands_and_lot_goes", rf"{_NEW}([Aa]n? {_GLASS})(?: with| holding| containing| of|, with|, holding) ((?:[^.;\n]|(?<=\d)\.(?=\d)){{5,80}}?)(?: stands ready| is ready| waits| stands there)?,? (?:and|where) ({_BATCH}|it) (?:goes|went|is poured|was poured|is run|was run|is tipped)(?: slowly)?(?: in(?:to it)?| onto (?:it|this))\b", "pour {2} on to {1} in {0}"),
    ("on_to_ice_head", r"(?m:^)([ \t]*(?:[-*•] |\d+[.)] )?)(?i:on(?: |-)?to (?:the )?ice)(?=: | (?:[-–—|>]|::) | {2,})", "{0}Quench"),
    ("acid_water", r"(?<=\bto )(?:the |this )?acid(?:ic)? (?:water|waters|liquors?|aqueous phase)(?! (?:of|from) )", "the acid filtrate"),
    ("glass_of", r"\b((?:[\w-]+[- ]neck(?:ed)? |round[- ]bottom(?:ed)? |conical )?(?:flask|beaker)) of (\d[\d.,]* ?m?L)(?= ?(?:[(,;]|has\b|carries\b|holds\b))", "{1} {0}"),
    ("boils_at", r"(?<![\w.,-])(\d{2,3}(?: ?[-–] ?\d{2,3})?)(?: ?°C?)? ?/ ?(?=\d+(?:[.,]\d+)? ?(?:mbar|torr|mm ?Hg|hPa|mm\b))", "{0} °C/"),
    ("warmed_until", rf"\b((?i:heat|warm|cool|chill)(?:ed|s|ing)?\b[^.;\n]{{0,50}}?){_SHOWN}", "{0} to "),
    ("condenser_with", r"\b((?i:condenser|coil|jacket)s?),? (?:(?:is |was )?(?:fed|cooled|supplied|run|chilled) (?:with|by)|with) (?:ice|iced|ice-cold|cold|chilled|tap)[ -]water(?: (?:running|flowing|circulating|on|through it))*", "{0}"),  # nothing that goes in
    ("time_between", rf"\b((?i:ran|runs?|goes|went|flow(?:s|ed)?|pour(?:ed|s)?|drip(?:ped|s)?|dropped|fed|let|siphoned)), ((?:over|during|within) {_A_TIME}), (?=(?:into|onto|on) )", "{0} {1} "),
    ("made_with_ice", r"(?<=\()((?:made|prepared|dissolved|mixed)(?: up)?(?: beforehand| before| earlier| separately)?),? with (?:some |a little )?ice\b", "{0}"),
    ("it_ran", r"\b((?i:the|this|that) (?:[\w-]+ ){0,3}(?:solution|mixture|suspension|liquor|slurry|batch),?) (?:ran|runs|flows|flowed)(?=[^.;\n]{0,40}?\b(?:into|onto|on to)\b)", "{0} was run"),
    ("back_into_ice", r"(?<![\w-])([Bb])ack (?:in|into|on) (?:the )?(?:ice|ice[- ](?:salt |bath|water bath|bowl))(?=[.;,]| (?:again|and|until|till)\b)", "cooled again in the ice bath"),
    ("the_sized", r"\b((?:conical |round[- ]bottom(?:ed)? |three-neck(?:ed)? )?(?:flask|beaker|conical|[Ee]rlenmeyer)),? \(?the (\d{2,4})(?: one)?\)?(?=[.;,\n])", "{1} mL {0}"),  # "in a conical flask, the 250"
    ("litre_vessel", r"\b((?i:an?|the|my|our|one|its)) (?:one-)?lit(?:re|er)[ -](beaker|flask|conical|jar|bottle|bucket|jug)\b", "{0} 1 L {1}"),
    ("arrow_onto", r"\b((?:[Mm]ixture|[Bb]atch|[Cc]ontents|[Ee]verything|[Aa]ll of it)) ?(?:->|→|=>) ?(?=(?:about )?\d+ ?(?:g|mL|kg|L)\b)", "{0} is poured on to "),
    ("bath_of_ice", r"\b([Bb])ath:? (?:of )?ice ?(?:/|and|-|\+) ?(salt|water)\b(?! bath)", "ice/{1} bath"),
    ("left_in_bottle", r"\b(?:[Tt]he|[Aa]ny|[Ww]hat) ((?!of\b)[a-z][\w-]+(?: [a-z][\w-]+)?) (?:that|which) (?:was|is|were|are) (?:still )?left(?: over)?(?: in the (?:bottle|flask|can))?,? \(?(?:some |about |ca\.? )?(\d[\d.,]* ?(?:mL|g|L|kg))\)?,? (?:was|is|were|are) (?:then )?(?:got(?:ten)? rid of|destroyed|disposed of|dealt with|quenched) by (?:tipping|pouring|dripping|running|adding) (?:it |this |that )?(quickly |slowly |carefully |dropwise |all at once )?(?=(?:in|on)?to\b)", "The leftover {0}, {1}, was poured {2}"),
    ("weighed_shut", r"\b([Ww]eighed(?: out)?(?: in the hood)?) (?:into|in) an? (?:stoppered|closed|corked|capped) (?=(?:weighing )?(?:flask|bottle|vial|tube|cylinder))", "{0} in a "),
    ("vessel_is_a", r"\b((?i:the )?(?i:flask|beaker|conical|bottle))(?:'s| is) an? (two-fifty|five-hundred|(?:\d{2,4})(?: ?mL)?(?: one)?)(?=[.;,\n])", "In the {1} mL {0}"),
    ("so_much_of_conc", r"\b((?i:hydrochloric|sul(?:f|ph)uric|nitric|phosphoric|hydrobromic))(?: acid)?, ((?:(?:a|one|two|three|four|five|six) hundred(?: and [a-z-]+)?|(?:twenty|thirty|forty|fifty|sixty|seventy|eighty|ninety)(?:-[a-z]+)?|\d+)) of (?:the )?conc(?:entrated|\.)?(?= |[,;.])", "{1} mL of concentrated {0} acid"),
    ("flame_alone", r"(?<=[.;\n] )(?:[Ff]lame|[Ff]lame on)\.(?= )", "Bunsen."),
    ("of_one_mole", r"(?<![\w.])(\d*[.,]\d+|\d+) of a mole?\b", "{0} mol"),
    ("on_second_thought", r"\b(?:stoppered|corked|closed)(?:\.\.\.|…| -) ?no[:,] (?=(?:loosely|lightly|un|not|open))", ""),
    ("made_as_follows", r"\A[^.\n]{3,120}\b(?:was|were|is|are) (?:made|prepared|generated|obtained|produced) (?:as follows|in this way|like this)(?: \(([^()]*)\))?[.:](?= )", "{0}."),
    ("ice_beside_it", r"\b([Ww]ater bath) with (?:some |a little |a bit of )?ice (?:beside|next to|at hand|to hand|ready|near)(?: it)?\b", "{0}"),
    ("soln", r"\b([Ss])oln(s?)\.?(?=[\s,;)])", "{0}olution{1}"),
    ("org_layer", r"\b([Oo])rg\. (?=(?:layer|phase)\b)", "{0}rganic "),
    ("dist_at", r"\b([Dd])ist\.(?= (?:at )?\d)", "{0}istil"),
    ("steam_dist", r"\b([Ss])team[- ]dist\.", "{0}team distil"),
    ("being_avoided", r"(?<![\w-])[A-Za-z][\w-]+(?: [a-z]+)? being (?:avoided|banned|forbidden|replaced),? ", ""),
    ("gone_so_i_use", r"(?<![\w-])(?:the )?[a-z][\w-]+(?: [a-z]+)?(?:'s| is| was) (?:gone|out|finished|empty|used up|banned),? so (?:I|we) (?:use|take|used|took) ", ""),
    ("arrow_line", r"\b((?:outlet |gas |vent )?(?:hose|tube|line|pipe)) ?(?:->|→|=>) ?(?=(?:an? )?(?:\d+ ?mL )?(?:bottle|jar|flask|beaker|washer|cylinder|funnel|trap|scrubber)\b)", "{0} leads to a "),
    ("colours_it", r"\b([Bb]romine|[Ii]odine|[Cc]hlorine) colou?rs (?:it|the (?:liquid|solution|water))\b", "it takes colour"),
    ("adapter_into", r"\b([Aa]dapt[eo]r) (?:reach|dip)(?:es|ed|s|ped)? (?:\d+ ?mm |just |well )?(?:into|below|under) (?:the surface of )?(?=\d)", "{0} ending under "),
    ("stock_left", r"(?m:^)[ \t]*(?:[Bb]ottle|[Ss]tock|[Cc]an|[Tt]in)(?: {2,}|: ?)([a-z][\w -]{3,40}?),? (?:about |some |ca\.? )?(\d[\d.,]* ?(?:mL|ml|g|kg|L)) left\b", "One bottle, about {1} of {0} left"),
    ("hood_number", r"\b([Hh]ood|[Cc]upboard) (?:no\.|nr\.|#) ?(?=\d)", "{0} "),
    ("section", r"(?m:^)[ \t]*(PURPOSE|AIM|SCOPE|HAZARDS?|PPE|EQUIPMENT|REAGENTS|MATERIALS|CHEMICALS|CHARGES?|LIMITS?|WASTE|YIELD|NOTES?)(?: {2,}|\t+)(?=\S)", "{0}: "),
    ("the_acid_so_much", r"\b([Tt]he (?:acid|amine|alcohol|ketone|aldehyde|ester|phenol|chloride|bromide|nitrile|amide|anhydride|ether|alkene|halide)), ((?:about |some )?\d[\d.,]* ?(?:g|grams?|mL|ml|kg|mg|L)),? (?=(?:is|are|was|were|goes|go|went|in|into|and|to)\b)", "{0} ({1}) "),
    ("stands_till", rf"{_ON_HEAT},? (?:until|till) ((?:about |some )?\d+ ?(?:°C|degrees)) (?:is|are|was|were) reached", "{0}, heated to {1}"),
    ("stands_until", rf"{_ON_HEAT}{_SHOWN}", "{0}, heated to "),
    ("first_then", rf"{_FIRST}(?i:{_REST}){_GOES_IN}(?={_A_TIME})", "the first {0} was run in and the start awaited, whereupon the remainder was added over "),
    ("first_then_lots", rf"{_FIRST}(?i:{_REST})(?: (?:is|was|were|goes|went|added|put in|run in))* in (?=(?:about )?(?:\d+|[a-z]+) (?:equal |small |further )?(?:lots|portions|parts)\b)", "the first {0} was run in and the start awaited, whereupon the remainder was added in "),
    ("let_in_and_awaited", rf"{_NEW}(?:[Aa]bout )?({_PART})(?:{_OF_IT})? (?:is|are|was|were) (?:let|run|dripped|dropped|put|added|fed)(?: in)? and (?:the start (?:is |was )?awaited|(?:(?:I|we|it is|one) )?wait(?:ed|s)? (?:for the start|until it (?:starts|started|begins|began)))[^.;\n]{{0,60}}?[,;] (?:and )?(?:then )?(?:the )?(?:rest|remainder)(?: (?:is|was))?(?: then)?(?: (?:added|run in|dripped in|put in|fed in))? ?(?:over|within|in|during) (?={_A_TIME})", "the first {0} was run in and the start awaited, whereupon the remainder was added over "),
    ("into_a_bath", rf"{_MOVED}{_A_BATH}(?: (?:under it|beneath|underneath|instead|put in its place|instead of the ice))*", ". The flask is heated in a bath at {0}"),
    ("on_the_steam", rf"{_MOVED}{_THE_STEAM}(?: (?:under it|beneath|underneath|instead|put in its place|instead of the ice))*", ". The flask is heated on the steam bath"),
    ("run_the_distillate", rf"{_NEW}(?:[Rr]un|[Pp]our|[Dd]rip|[Aa]dd|[Dd]rop|[Tt]ip|[Gg]ive|[Ll]et) (?:the |this )?(?:distillate|condensate|strippings|(?:cold )?(?:trap|receiver)'s contents|contents of the (?:cold )?(?:trap|receiver)|what (?:is|stands) in the (?:cold )?(?:trap|receiver)) ((?:(?:slowly|dropwise|drop by drop|carefully|cautiously|in small portions|over \d+ ?\w+|within \d+ ?\w+)[ ,]*)*)(?=(?:in|on ?)?to\b)", "The distillate is run {0}"),
    ("invisible", rf"[{INVISIBLE}]|(?<=\d)[\u00a0\u2009\u202f](?=\d{{3}}(?!\d))", ""),  # thin spaces of the thousands as well
    ("rows", r"\n[ \t]*\n(?=[^\n|]*\S(?: {3,}|\t+)\S|[ \t]*\|)", "\n"),  # an empty line between two rows of a table
    ("stop", r"(?<!\bNo)(?<!\bno)(?<!\bNr)(?<!\bPos)(?<!\bOp)(?<=[a-z)])\. {2,}(?=[A-Z])", ". "),
    ("dated_head", r"\A\s*(?i:(?:date[: ]*)?\d{1,2}[./-]\d{1,2}[./-]\d{2,4}|(?:date[: ]*)?\d{4}-\d\d-\d\d|(?:date[: ]*)?\d{1,2}\.? (?:jan|feb|mar|apr|may|jun|jul|aug|sep|oct|nov|dec)[a-z]*\.?,? \d{4}|page \d+(?: (?:of|/) \d+)?)[.,;]?[^\S\n]*\n\s*", ""),
    ("heading", r"\A\s*(?i:procedure|experiment|exp\.?|title|method|protocol|subject|name)(?: ?(?i:no\.?|#)? ?\d{1,4}[a-z]?)? ?[:–-] +(?=\S)", ""),
    ("step", r"(?m:^)[ \t]*(?:(?:(?i:step|stage) ?|S)\d{1,2} ?[:.)–-][ \t]*|\(?\d{1,2}\)[ \t]+)(?=\S)", ""),  # its number and a stop are put in
    ("how_it_is", r"(?<![\w-])((?!(?i:filter\w*|separat\w*|wash\w*|vent\w*|drain\w*|salt|distillate|layer|solid|crystals|cake|product|it|off|well|then)\b)[A-Za-z][\w-]{2,}(?: ?\d+ ?%)?), ?(dry|(?:pre-?)?dried|(?:re)?distilled)(?: (?:over|with|on|by|from|off) [a-z][\w ]{2,24}?)?,?(?= +\d[\d.,]* ?(?:mL|ml|m?g|kg|L)\b(?! of (?:it|the)\b))", "{0} ({1})"),  # "toluene, dry 45 mL"
    ("sulph", r"(?i:(?<=sul)ph)", "f"),
    ("mL", r"(?<=\d)([ \u00a0\u2009\u202f-]?)(?i:cc|ccm|cm3|cm³|mls|millilit(?:er|re)s?)(?![\w³])", "mL"),
    ("g", r"(?<=\d)([ \u00a0\u2009\u202f-]?)(?i:gram(?:me)?s?|gms?)(?!\w)", "g"),
    ("min", r"(?<=\d)([ \u00a0\u2009\u202f-]?)(?i:minutes?|mins)(?!\w)", "min"),
    ("h", r"(?<=\d)([ \u00a0\u2009\u202f-]?)(?i:hours?|hrs?)(?!\w)", "h"),
    ("celsius", r"(?<=\d)([ \u00a0\u2009\u202f]?)(?:(?:[°º˚]|(?i:deg(?:rees?)?\.?)) ?(?:C\b(?!-)|(?i:celsius|centigrade))|(?i:degrees?)(?! ?(?:F\b|(?i:fahrenheit|baum|brix|of\b|proof)))|℃|[°º˚](?! ?[A-Za-z])|(?<=[ \u00a0])C(?=[\s,.;:)/–-]|$))", " °C"),
    ("weighed", r"(?<=was )weighed (?:out )?(?:(?:under|in|into|on|at|with|by) [^.,;\n0-9]{3,45} )?and (?=(?:covered|suspended|dissolved|placed|put|added|charged|washed|brought into|transferred)\b)", ""),
    ("fuming_in", r"\b([Nn]itric acid) \((?:red |white )?fuming, ?(?=\d)", "Fuming {0} ("),
    ("brought_into", r"(?<=and )brought into (?=(?:an?|the) (?:[\w-]+ ){0,2}(?:\d+ ?m?L )?(?:[\w-]+ )?(?:flask|beaker|vessel|pot)\b)", "placed in "),
    ("dots", r"(?<=\d) ?(?:\.{2,3}|…) ?(?=\d)", "-"),
    ("square", r"\[(?=\d+(?:[.,]\d+)? ?%\])", "("),
    ("squared", r"(?<=\d%)\]|(?<=\d %)\]", ")"),
    ("percents", r"(?<=\d)[ \u00a0]?(?:w ?%|(?i:(?:mass|weight|wt)[ -]per ?cents?\b)|pc\b)", " %"),
    ("and_a_tube", r", and (an?|the) (?=(?:glass |rubber |plastic |gas |bent |side |delivery )*(?:tube|hose|tubing|line) from (?:the |its |one )[^.,;\n]{3,40}? (?:led|leads|goes|went|ran|runs|dips|dipped|passes|passed|connects|connected) )", ". A "),
    ("bath_is_ready", r"(?:(?<=reflux)|(?<=boil)|(?<=boiling)|(?<=refluxing))(?:,? \(|[,;] )(?:(?:with )?(?:an?|the) )?((?:ice|ice[- ]water|cold|cooling|ice[- ]salt)[- ](?:water[- ])?bath) (?:(?:is|was|stands?|stood|kept|being|standing|held) )?(?:all )?(?:ready|at hand|to hand|in reach|beside it|near ?by)(?: (?:below|underneath|beside it|on the jack))?\)?(?=[.;\n]|\Z)", ". An {0} stands ready"),
    ("premix_of_acids", r"(?m:^)([ \t]*(?:[-*•] |\d+[.)] )?)(?:[Pp]re-?mix(?:ture)?|[Nn]itrating mix|[Aa]cid mix)(?: made beforehand)?:(?=[^\n:]{0,60}\b(?:nitric[^\n:]{0,60}\bsul(?:ph|f)uric|sul(?:ph|f)uric[^\n:]{0,60}\bnitric)\b)", "{0}Mixed acid:"),
    ("scale_of_it", r"(?m:^)([ \t]*(?:[-*•] |\d+[.)] )?)(?:[Ss]cale|SCALE|[Bb]atch size|[Cc]harge)(?::| -| –) ?(?=\d[\d.,]* ?(?:k?g|m?L|ml|m?mol)\b(?: \([^)\n]*\))? (?:of )?(?!(?:the )?(?:product|flask|scale|batch)\b)[A-Za-z0-9][\w,'()-]{3,}[ \w,'()-]{0,40}[ \t]*\n)", "{0}Materials: "),
    ("bleach_of", r"\b([Bb]leach),? (\d[\d.,]* ?%) (?:of )?(?:NaOCl|sodium hypochlorite|hypochlorite)(?=[,;.)\n])", "{0} ({1} NaOCl)"),
    ("label_made_up", r"(?m:^)([ \t]*(?:[-*•] |\d+[.)] )?)(Oxidant|Reductant|Feed|Reagent)(?:,| \()? ?(?:made|made up|prepared|mixed) (?:up )?(?:beforehand|before|first|earlier|in advance|separately|apart|fresh|freshly|meanwhile)\)?:", "{0}{1}:"),
    ("hour_and_a_half", r"\b(?:an|one) hour and a half\b", "90 min"),
    ("hours_and_a_half", r"\btwo hours and a half\b", "150 min"),
    ("worked_up_in", r"\b(?:stirred|shook|swirled|washed) (?:the )?(?:whole |cold |cooled |crude )*(mixture|batch|product|liquid|oil|layer|it) in an? (open )?(\d+ ?m?L) beaker with (?=(?:about )?\d)", "poured the {0} into an {1}{2} beaker, adding "),
    ("a_crystal_of", r"(?<![\w.])(?:an?|one|two|three|some|few|a few) (?:small )?(?:crystals?|pinch|pinches|knife-?points?|spatulas?|traces?|grains?|drops?|squirts?|splash|spoonfuls?) \((?:about |ca\.? |approx\. )?(\d[\d.]* ?(?:m?g|mL))\)", "{0}"),
    ("stop_above_and_below", r"\b((?:[Ss]top|[Ss]hut|[Cc]lose|[Pp]ause|[Tt]ap off)[^.;\n]{0,25}(?:above|over|past) \d+ ?°C),? (?:or )?(?:below|under) \d+ ?°C(?=,| or|[.;\n])", "{0}"),
    ("slowly_on_ice", rf"{_NEW}(Slowly|In a thin stream|Gradually|Carefully|Little by little|A thin stream),? (?:and |with )?(?:stirring,? |stirred,? )?((?:on|onto|on to|into|over) the (?:\w+ )?ice\b)", "Pour {0} {1}"),
    ("ice_to_pour_on", r"(?m:^)([ \t]*(?:[-*•] )?)([Ii]ce) (?:to pour on(?: ?to)?|to be poured on|for pouring on(?: ?to)?|for the pour(?:ing)?)(?=[ \t:|,])", "{0}{1}"),
    ("not_before_that", r"[,;.] ?(?:nothing|no) (?:more|further|else)? ?(?:\w+ )?(?:is|will be|gets|goes) (?:fed|added|run in|dripped in|put in|in) (?:before (?:that|then|this)|until (?:then|that))\b", ""),
    ("if_not_started", r"[;,] an? (?:grain|crystal|chip|speck|trace|drop) of (?:iodine|bromine|1,2-dibromoethane|dibromoethane) if (?:it (?:does|has|will) )?not(?: started?| begun| begin)? (?:after|within|in) \d+ min(?:utes)?\b", ""),
    ("cooling_water", r"\b(?i:(the |its |my ))?(?i:cooling water)(?= (?:I |we |had |was |is |has |runs|ran|on\b|off\b|turned|stays|stayed|stopped|failed|at\b|to a trickle))", "{0}coolant"),
    ("was_in_the_trap", r"(?<=\d mL of water) (?:were|was) (?:now |then )?in the (?:water )?(?:trap|separator)\b", " had collected in the separator"),
    ("on_the_plate_dial_at", r"\b(?:put|set|stood|placed) (it|the flask|everything) (?:right |straight |directly )?on(?:to)? the (hot ?plate),? (?:with the )?(?:dial|knob|setting|turned)(?: up)?(?: at| on| to)? (?:[7-9]|10|full|maximum|max)\b", "heated {0} to the boil on the {1}"),
    ("could_be_done_in", rf"{_NEW}(?:You|One|We|I|It) (?:can|could|may|might|is|was)(?: also)? (?:usually )?(?:do|make|run|carry|done|made) (?:it |this )?(?:out )?in (?:[a-z-]+ ){{0,2}}[a-z-]+,? but (?:I|we) (?:had|have|keep|got) none(?: left)?(?:,? so (?=I\b|we\b)|\. ?)", ""),
    ("tub_to_be_put_under", r"(?:,? and |, )(?:there (?:was|is|stood|stands) )?an? (?:tub|bowl|basin|bucket|pan|bath) (?:with|of) (\d[\d.,]* ?kg) of ice(?: and water)? (?:to be|ready to be|stood ready to be|which could be|that can be) (?:put|set|pushed|raised|slid|lifted) (?:underneath|under(?: (?:it|the flask))?|below|round it|beneath)", " (ice bath, {0}, ready)"),
    ("generator_with", r"(?m:^)([ \t]*(?:[-*•] )?)Generator: (\d+ ?m?L [\w-]+ flask),? (?:with |holding )?([a-z][a-z ]+ \([^()\n]*\)), (?:an? )?(?:pressure[- ]equali[sz](?:ed|ing) )?(?:dropping |tap |addition )?funnel (?:with|holding|for) ([a-z][a-z ]+ \([^()\n]*\))", "{0}In a {1}, {2}; in the dropping funnel, {3}"),
    ("neck_to_the_line", r"(?<=[\w)]), (?:the )?(?:second|third|other|side) neck to the (?:gas )?(?:line|train)(?=[.;])", ""),
    ("over_what_it_takes", r"\b(?:a |the )?(?:funnel|tube) (?:kept |held |hung |ending )?\d+ ?[cm]m above the (?:ether|ethereal|toluene|methanol|ethanol|dichloromethane) solution of the [a-z]+(?=[.;,])", "the receiving flask"),
    ("funnel_holding", r"(?<=[;,] )(?:an? |the )?(?:dropping|tap|addition) funnel(?:,? with (?:an? )?(?:pressure[- ]equali\w+|equali\w+)(?: arm)?)? (?:holding|containing|charged with) (?=[a-z])", "in the dropping funnel, "),
    ("acid_to_temperature", rf"{_NEW}(?:The )?(?:[A-Z][a-z]+ )?[Aa]cid to ((?:[4-9]\d|1\d\d) ?°C), then (?=[a-z])", "Heat to {0}. Then "),
    ("joints_with_acid", r",? joints (?:with|greased with|sealed with|wetted with|wet with) (?:(?:conc\.?|concentrated) )?(?:sulfuric|phosphoric) acid(?:,? (?:not|no|never|instead of) grease)?(?=[.,;\n])", ""),
    ("still_of", r"(?m:^)([ \t]*(?:[-*•] )?)(?:[Aa]ll-glass )?[Ss]till,? (\d+ ?m?L)\b", "{0}{1} flask, still head"),
    ("all_glass_still_of", r"(?m:^)([ \t]*(?:[-*•] )?)all-glass still (\d+ ?m?L)\b", "{0}{1} flask, still head"),
    ("melted_with_water", r",? (?:melted|liquefied|liquified) with (?:a little|some) water(?=[,;| ])", ""),
    ("cooling_ice_salt", r"(?m:^)([ \t]*)Cooling: (?:an? )?ice ?[-/] ?(salt|water)(?: bath)?(?=[,;.])", "{0}Ice/{1} bath"),
    ("all_in_one", rf"{_NEW}([A-Z][a-z]+(?: [a-z]+)?) all in one(?=[.,;])", "{0} added all at once"),
    ("never_over_limit", r"(?:,|;)? ?(?:it|the temperature|which) was never (?:over|above) \d+ ?°C \((limit:? \d+ ?°C)\)", " ({0})"),
    ("rest_of_the_gas", r"\b(?:and |then )?(?:the )?(?:rest|remainder) of the gas (?:was |is )?(?:then )?(?:driven|swept|blown|chased|carried) (?:over|out|across|along) (?:with|by) (nitrogen|argon|air) for\b", "and {0} was passed through the line for"),
    ("water_wet_catalyst", r"(?<=[,(])( ?(?:\d+ ?%, )?)(?:the )?(?:water-?wet|wet|moist)(?: kind| sort| type)?(?:,| with) (?:about )?\d+ ?% (?:of )?water(?=[),])", "{0}water-wet"),
    ("wet_into_the_tin", r",? (?:it (?:went|goes) )?wet,? (?:with (?:some |a little )?water on it,? )?(?:in)?to the (tin|can|jar) for\b", " and kept for the {0} of"),
    ("made_by_running_acid", r",? made (?:up )?(?:beforehand|before|first|earlier|freshly) by (?:running|pouring|adding|stirring|dropping) the (?:\w+ )?acid (?:slowly |carefully )?(?:in)?to the water(?=[,;.)])", ""),
    ("acid_into_water", r"(?<=mL\)), acid into (?:the )?water(?=,)", ""),
    ("needed_so_much", r"(?<![\s\S])([^\n]*\n+)I (?:needed|wanted|want|need) \d[\d.,]* ?(?:m?L|g|kg) of (?!(?:[^.\n]*[ ,])?(?:and|which|that|poured|put|so|in|into|from)\b)[^.\n]{3,60}\.(?= )", "{0}"),
    ("made_it_neutral", r"\bmade (it|the (?:solution|mixture|acid|liquor)) (?:neutral|alkaline) (?:with|by)\b", "neutralised {0} with"),
    ("boards_cleaned", r",? (?:degreased|cleaned|scoured|wiped)(?: off)? with [a-z]+(?: [a-z]+)? and rinsed with (?:distilled )?water(?=[;,.])", ""),
    ("had_the_stirrer", r"\b(or |and |, )had the (stirrer|stirring|cooling|bath|water) (?:stood still|stopped|failed|given up|ceased)\b", "{0}if the {1} stopped"),
    ("went_on_the_burner", rf"{_NEW}(?:The )?(flask|beaker|pot|mixture) (?:went|goes|was put|was set|was stood) (?:straight |then )?on(?:to)? the (gas burner|burner|gas ring|hot ?plate|stove|gas)(?=[.,;])", "The {0} was heated on the {1}"),
    ("acid_into_water_behind", r"(?<=mol)[;,] acid into (?:the )?water(?:, (?:made|mixed|diluted|prepared) [^();\n]{3,30})?(?=\))", ""),
    ("from_the_big_bottle", r",? (?:straight )?from the \d[\d.]* ?L (?:stock |reagent |big )?(?:bottle|can|drum)(?=[,;.\n])", ""),
    ("note_acid_into_water", r"(?<=\|) ?(?:the )?acid into (?:the )?water ?(?=\|)", " "),
    ("bowl_to_put_under", r",? with an? (?:beaker|bowl|tub|dish) of (?:ice[ -]?water|ice) to (?:put|set|push) under(?: it)? if [^,;.\n]{3,40}", " (ice bath ready)"),
    ("thiosulfate_stands", r"[;,] an? (?:bottle|beaker) (?:with|of) [^;,.\n]{3,25} (?:of )?(?:\d+ ?% )?(?:sodium )?thiosulfate(?: solution)? stands (?:in|beside|by|ready)\b[^;.\n]{0,25}(?=[.;])", ""),
    ("can_opened_that_morning", r" from an? (?:new |fresh |sealed )?(?:can|bottle|tin) opened (?:that|this|the same) (?:morning|day|afternoon)(?:,? (?:with the )?peroxide (?:strip|test) negative)?(?=[,.;])", ""),
    ("dried_and_in", r"(?<=\)), (?:dried|distilled|dried and distilled|freshly distilled),(?= in \d)", ""),
    ("only_then_the_rest", r"\b[Oo]nly then did (?:I|we) let the (rest|remainder) (?:of it )?(?:follow|in|run in|go in)\b", "only then the {0} was run in"),
    ("ice_in_a_tub_on_a_jack", r"(?<=[,;]) (?:and |with )?(\d[\d.,]* ?kg of ice) in an? (?:tub|bowl|basin|bucket) on an? (?:jack|lifting table)(?: that comes up [^.;,\n]{3,25})?(?=[.;,])", " ice bath of {0} on a jack"),
    ("mixed_in_the_hood", r",? (?:weighed and |measured and )?mixed in the (?:fume )?(?:hood|cupboard)(?=, (?:in (?:a|the) )?dropping funnel)", ""),
    ("no_heating_at_first", r",? (?:and|with) no heating(?: at all)?(?: at first| yet| to begin with| so far)?(?=[.;])", ""),
    ("metal_bit_by_bit", r"(?:The )?([Ss]odium|[Pp]otassium|[Ll]ithium), (\d[\d.,]* ?g(?: \([^()\n]*\))?),? (?:had been|was|is|were|being)[^.\n]{0,90}\b(?:cut|sliced)\b[^.\n]{0,90}\. (?:I|We) (?:dropped|put|threw|added|let)(?: in)? (?:one|a) (?:bit|piece|slice|lump) at a time", "{0}, {1}, was added in portions"),
    ("an_hour_and_ten", r"\b(?:an|one) hour and ten minutes\b", "70 min"),
    ("an_hour_and_twenty", r"\b(?:an|one) hour and twenty minutes\b", "80 min"),
    ("an_hour_and_forty", r"\b(?:an|one) hour and forty minutes\b", "100 min"),
    ("some_of_it", rf"{_NEW}((?:\d+ ?% )?[A-Z][a-z]+(?: [a-z]+){{0,2}}(?: \d+ ?%)?), (some(?: of it)?|a bit|enough|plenty|unmeasured|not measured|as much as [^.;,\n]{{3,25}})(?=[.;])", "{0} is added, {1}"),
    ("piece_by_piece", rf"{_NEW}(One (?:piece|slice|lump|chip|portion|spoonful|knife-point|spatula(?:ful)?) (?:at a time|after the other|by one|every \d+ min(?:utes)?)|(?:Piece|Slice|Lump|Portion|Spoonful) by (?:piece|slice|lump|portion|spoonful)|One by one)(?=,)", "They are added in portions"),
    ("cut_under_into", r"(?<=[\w)]),? (?:(?:oil|crust) (?:wiped|cut|blotted) off,? )?(?:and )?(?:cut|sliced) (?:up )?(?:under|in|beneath) (?:dry |a little |light )*(?:petrol(?:eum)? ether|petroleum|hexanes?|toluene|mineral oil|paraffin(?: oil)?|kerosene|ligroin) (in(?:to)?) (?=(?:\d+|about|some|small|two|three|four|five|six|eight|ten|twelve|twenty)\b)", ", cut {0} "),
    ("row_titrated", r"(?m:(?<=[\w)%]),(?: fresh,?)? (?:titrated|assayed|standardi[sz]ed|sieved|freshly (?:distilled|dried|ground|opened|titrated|prepared))(?: beforehand)?[ \t]*$)", ""),
    ("only_water", r", (?:it|that|this)(?:'s|’s| is) (?:only|just|nothing but|mostly) (?:salt )?(?:water|acid|brine|alcohol|ice)(?: (?:with|and) [a-z]+(?: in it)?)?(?=[.,;])", ""),
    ("off_at_reduced", r"(?<=[\w)]) (?:then )?off (?=(?:at|under|in) (?:reduced pressure|vacuum|vacuo|the (?:water[- ]?|vacuum |rotary |membrane )?(?:pump|aspirator))\b|(?:on|with) the (?:rotary|rotavap|aspirator|water pump))(?<!taken off )(?<!distilled off )(?<!stripped off )(?<!boiled off )(?<!pumped off )(?<!driven off )(?<!come off )(?<!comes off )(?<!evaporated off )(?<!drawn off )(?<!removed off )(?<!went off )(?<!goes off )(?<!pulled off )(?<!pump off )(?<!boil off )(?<!strip off )(?<!take off )(?<!distil off )(?<!distill off )", " distilled off "),
    ("in_the_cold_trap", rf"{_NEW}(?:[Tt]he )?(?:(?:contents|catch) (?:of|in) the (?:cold |cooled |dry[- ]ice )*(?:trap|receiver)|(?:excess|recovered|trapped|condensed|unused) [\w ,-]{{3,30}}? (?:in|from) the (?:cold |cooled )?(?:trap|receiver)|[\w -]{{3,25}}? (?:in|from) the (?:cold trap|receiver))(?: (is|are|was|were|goes|go)\b)?(?=:| (?:poured|dripped|run|added|destroyed|quenched|slowly|carefully|in portions|drop|into|by)\b)", "The distillate {0}"),
    ("added_and_it_is", r"(?:(?<=added)|(?<=poured in)|(?<=run in)|(?<=dripped in)|(?<=stirred in)),? and (?:it|this|the (?:mixture|beaker|flask|whole|whole lot|solution|lot|vessel|liquid|suspension)) (is|was|stands|stood) (?=(?:then |now )?(?:left|allowed|kept|put|set|cooled|stirred|boiled|heated|warmed|refluxed|(?:in the dark |in the fridge |in the cold )?over ?night)\b)", ". It {0} "),
    ("left_in_the_dark", r"\b([Ll]eft|[Ll]eave|[Kk]ept) (?=in (?:the |a )?(?:dark|shade)\b[^.;\n]{0,12}(?:over ?night|for \d|until|till))", "{0} to stand "),
    ("trap_between", r"(?<= )(?:to|into) ((?:an?|the) (?:inverted |upturned )?(?:funnel|absorber|bottle|wash bottle|beaker)\b(?:[^.;,\n]|\.\d){0,80}?),? (?:with|and) (an? (?:\d[\d.]* ?m?L )?(?:empty|safety) (?:\d[\d.]* ?m?L )?(?:[a-z]+ )?(?:bottle|flask|trap|vessel)(?: of \d[\d.]* ?m?L)?) (?:in[- ]?between|between(?: them)?|before (?:it|that)|in front(?: of it)?)(?=[.,;])", "through {1} to {0}"),
    ("poured_in_lots", r"(?<=, )poured (?=in (?:small |equal |about )?(?:\w+ )?(?:lots|portions|batches)\b)", "added "),
    ("slash_water", r"(?<=[gLl)]) ?/ ?(?=\d[\d.,]* ?m?L (?:of )?(?:H2O|water|MeOH|EtOH|methanol|ethanol|ether|THF|toluene|DCM|AcOH)\b)", " in "),
    ("recrystallised_so", r"(?<=[gL)]), (?:freshly )?(?:recrystalli[sz]ed|redistilled|sublimed)(?: before(?:hand)?)?(?=[.;](?:\s|$))", ""),
    ("next_when_back", r"(?<=\b[Nn]ext )((?:one |portion |lot |spoonful |piece |scoop )?(?:only )?(?:goes in |comes |follows )?(?:when|after|once) [^.;\n\d]{0,50}?\b(?:back|fallen|dropped|cooled|down))(?: again| back| down)* (?:to|under|below|at) (?:about )?\d[\d.]* ?(?:°C|degrees)(?: again)?", "{0}"),
    ("what_is_in_the_pot", r"\b((?:[Pp]our|[Rr]un|[Tt]ip|[Dd]rip|[Ee]mpty|[Dd]rop|[Ll]et)(?:ed|ped)?) (?:the )?(?:cold |cooled |spent )*(?:contents of|what(?:['’]s| is| was)(?: left| still)? in) the (?:generator|gas flask|flask|pot|still|reaction flask),? ", "{0} the contents "),
    ("contents_of_the_pot", r"(?<=[Cc]ontents) of the (?:generator|gas flask|reaction flask|pot|still) (?=(?:are|is|were|was|go|goes)\b)", " "),
    ("in_ice_water", r"(?:(?<=stirring, )|(?<=stirrer, )|(?<=, open, )|(?<=thermometer, )|(?<=bar, )|(?<=stirred, ))(?:in )?(?:ice[- ]water|ice and water)(?=[.;]\s)", "ice-water bath"),
    ("residue_goes_to", r"(?<=[Rr]esidue)(: [^.;\n]{0,40}?)(?:add|pour|run|drip|tip)(?:ed)?((?: slowly| carefully| by drops)*),? (?:with (?:good )?stirring,? )?(?:to|in ?to|on to|onto) (?=(?:about )?\d)", "{0}it is poured{1} into "),
    ("a_spoon_of", r"\b(?:a|one) (?:heaped |level |small )?(?:tea)?spoon(?:ful)? \((?:about )?(\d[\d.]* ?g)\) of ", "{0} of "),
    ("acid_into_water_aside", r" ?\((?:the )?(?:acid|sulfuric acid) into (?:the |cold )?water[^()\n]{0,40}\)", ""),
    ("comes_by_drops", r"(?<=[Tt]he )(acid|reagent|solution|alcohol|chloride|amine|mixture|rest) comes (?:in )?(?=by drops|drop by drop|dropwise|slowly)", "{0} is added "),
    ("dripping_for", rf"(?:{_NEW}|(?m:^)[ \t]*[-*•] )[Dd]ripping (?=\d[\d.]* ?(?:min|h)\b)", "The feed is added over "),
    ("caught_in_a_trap", r"\b((?:excess|unused|remaining) (?:of )?[\w ]{3,30}?) (?:is|was) (?:caught|condensed|collected) in (a (?:cold |cooled )*trap\b[^.;\n]{0,30}[.;]) (?:It|This|it|this)(?:'s|’s| is| was) (?=(?:then )?(?:added|poured|dripped|run)\b)", "{0} is distilled off into {1} The distillate is "),
    ("warm_with_part", r"\b(?:[Ww]arm|[Hh]eat) (the [a-z]+) with ((?:about )?\d[\d.]* ?m?L of the [a-z]+) to (?=\d)", "Put in {0} and {1}. Warm to "),
    ("tube_above", r"(?<=mL); (?:the )?tube (?:kept |just |ends )?above(?: it)?\)", "; tube above the surface)"),
    ("took_for_the_lot", rf"{_NEW}(?:It |That |This )?[Tt]ook (?:me |us )?(about )?(an hour|half an hour|(?:\d[\d.]*) ?(?:min|h)) (?:for (?:the (?:whole )?lot|all of it|everything)|in all|altogether)(?=[.;,])", "It was dripped in over {0}{1}"),
    ("stood_on_the_bench", r"\b((?:thiosulfate|bisulfite|sulfite|soda|bicarbonate|carbonate|sand|lime)(?: solution)?) (?:stood|was standing|stands) (?:ready )?(?:on the bench|beside it|by it|next to it)(?: all the time| throughout| the whole time)?", "{0} stood ready"),
    ("to_the_gain", r",? ?(?:stop(?:ped)? )?(?:at|when) (?:it (?:is|was|has|had) )?(?:about )?(?:\+ ?\d[\d.]* ?g|\d[\d.]* ?g more)(?: are in)?(?=[;.,])", ", stop by its weight"),
    ("moles_of_a_gas", r"(?<=[;,(])( ?)(?:about |some )?\d[\d.]* ?m?mol(?: or \d[\d.]* ?m?L)? of (?=(?:NO2?|NOx|CO2?|SO2|H2S?|HCl|HBr|Cl2|N2|O2|NH3|gas|hydrogen|nitrogen|oxygen|chlorine|ammonia|carbon dioxide|sulfur dioxide|hydrogen chloride|hydrogen bromide)\b[^()\n]{0,25}\))", "{0}"),
    ("weigh_the_flask", r"\b([Ww]eigh(?:ed|ing)? the )(?:[a-z]+) (?=(?:flask|bottle|receiver)\b)", "{0}"),
    ("gas_bottle_that_makes", r"\b(?:gas|Woulfe|wide[- ]necked) (?:generating |generator )?bottle (?=with (?:an? |the )?(?:thistle|dropping|tap|acid) funnel)", "flask "),
    ("and_i_keep_it", r"(?<=[a-z])(,? (?:and|while) (?:I|we|you)) (?:keep|kept|hold|held) (?:it|the (?:temperature|pot|flask|mixture|inside))(?: always| all the time| well)? (?=between \d|at \d|below \d|under \d|around \d|inside \d)(?=[^.;\n]{0,25}[.;])", ", "),
    ("cooling_is", r"(?m:^)([ \t]*)Cooling: (?=(?:an? )?(?:ice|water|cold|dry ice|bath)\b)", "{0}Bath: "),
    ("the_glass_goes", r",? (?:and )?(?:all )?the (?:glass(?:ware)?|apparatus) (?:goes through|is (?:rinsed|washed|cleaned) (?:with|in)|was (?:rinsed|washed|cleaned) (?:with|in)|then stands in) [^.;\n]{3,60}(?=[.;\n])", ""),
    ("limit_and_bath_ready", r"(?<=[Ll]imit )(-?\d[\d.]* ?°C), (?:an? )?(?:cold |cooling )*(?:ice|water|ice[- ]water)?[- ]?bath (?:is |stands )?(?:ready|at hand|by)(?=[.;])", "{0}"),
    ("both_into_the_flask", r"\b(?:[Pp]ut )?[Bb]oth (cold |together )?(?:together )?(?:are put )?in(?:to)? the (?=flask|beaker|pot)", "all of it {0}in the "),
    ("until_litmus_red", r"\b(?:until|till) (?:the |a )?(?:blue )?litmus(?: paper)? (?:just )?(?:turn(?:s|ed)|is|was|goes|went|gets|becomes|became|shows?) red\b", "until pH 4"),
    ("until_litmus_blue", r"\b(?:until|till) (?:the |a )?(?:red )?litmus(?: paper)? (?:just )?(?:turn(?:s|ed)|is|was|goes|went|gets|becomes|became|shows?) blue\b", "until pH 9"),
    ("i_would_have_shut", r"\b(?:I|we)(?:'d|’d| would) have (?:shut|closed|stopped) (?:it|(?:the )?(?:tap|funnel|feed|drip))(?: off)? at (\d{1,3})(?: °C| degrees)?(?=[.;,])", "stop above {0} °C"),
    ("a_listed_row", r"(?m:^)([ \t]*[A-Za-z](?!(?i:ield|eight|otal|rude|roduct|ound|heor|oss|ooling|ath|ater bath)\b)[^:\n|.;]{2,45}): (\d[\d.,]* ?(?:g|mL|ml|kg|L|mg)\b(?: \(\d[\d.,]* ?m?mol\))?)[ \t]*(?=\n|\Z)", "{0}, {1};"),
    ("was_titrated", r"(?<=[\w)%]),? (?:freshly |just )?(?:titrated|standardi[sz]ed|assayed|analysed|checked|tested|opened|bought) (?:today|this (?:morning|week|month)|yesterday|last week|beforehand)(?:,|:)", ","),
    ("stays_white", r"(?<=[\w)%°])(?:,|;(?=[^.;\n]*\b(?:stays|must|has to|is to)\b)) (?:and )?(?:the )?(?:KI|[Ii]odide|[Ss]tarch|potassium iodide|(?=paper|strip))(?:[- ](?:KI|iodide|starch))?(?:[- ]?(?:paper|strip|test)s?)? (?:then )?(?:stays|remains|stayed|remained|must stay|has to stay|is to stay) (?:white|colourless|colorless|pale|blank)\b", " until starch-iodide paper stays white"),
    ("takes_away", r"\b(?:then |also )?(?:takes? (?:away|care of)|removes?|gets? rid of|mops? up|uses? up|eats? up|deals? with|sees? to) (?=(?:what (?:is|was) left(?: over)? of (?:the )?|(?:the |any )(?:excess|rest|remainder|surplus|last|remaining|unused|left-?over)(?: of)?(?: the)? )(?:\w+ )?(?:permanganate|bromine|chlorine|hypochlorite|bleach|peroxide|nitrite|nitrous acid|(?:boro)?hydride|iodine|(?:di)?chromate|oxidant|oxidi[sz]er|thionyl chloride|oxalyl chloride|acid chloride|anhydride|sodium|magnesium)\b)", "destroys "),
    ("through_the_weekend", r"\b(?i:(?:all )?through) the (?=(?:whole )?(?:weekend|night)\b)", "over the "),
    ("from_there", r"(?<=[),]) from there,? (?:on |on to )?(?=(?:an? |the )?(?:tube|hose|line|pipe)\b)", " then "),
    ("little_gas_comes", r"(?:(?<=\. )|(?<=; )|(?m:^)[-•* ]*)(?:A little|Some|A trace of|Much|A lot of|Little) (?=(?:hydrogen (?:bromide|chloride|sulfide)|nitrogen dioxide|sulfur dioxide|carbon dioxide|chlorine|hydrogen|nitrogen|ammonia|HBr|HCl|SO2|NO2|CO2)(?: gas)? (?:comes|escapes|is given off|goes off|leaves)\b)", ""),
    ("ice_goes", r"(?<=[Tt]he ice )goes(?=, (?:and )?(?:it|the (?:flask|mixture))\b| and (?:it|the (?:flask|mixture)|a water bath)\b)", "is taken away"),
    ("then_at_mbar", r"(?<= off )((?:at|from|on) [^.;,\n]{3,40}), then (?=\d{2,3}(?:-\d{2,3})? ?°C ?(?:/|at) ?\d+ ?mbar)", "{0}. Distil at "),
    ("ice_cooling", r"(?i:\bwith ice[- ]cooling) (?=\(\d[\d.,]* ?k?g\))", "in an ice bath "),
    ("of_its_hydrate", r"(\b\d[\d.,]* ?(?:M|mol/L) (?:[a-z]+ )?[a-z]+ ?(?:\([IV]+\) ?)?[a-z]*) \(\d[\d.,]* ?g of the (?:mono|di|tri|tetra|penta|hexa|hepta|octa|deca|dodeca)hydrate\)", "{0}"),
    ("the_96_acid", r"(?<=[a-z] )(?:of )?(?:the )?(\d{2}) (sulfuric|sulphuric|nitric|hydrochloric|hydrobromic)(?! acid)(?=[,.;]| (?:in|is|goes|was|from|over|by|drop))", "of {0} % {1} acid"),
    ("oil_off", r"(?:(?<=\. )|(?<=\n)|(?<=; ))(Oil|Layer|Lower layer|Upper layer|Ether layer) off in the (?:separating |sep )?funnel\b", "The oil is separated in the funnel"),
    ("row_for_the_quench", r"(?m:^)([ \t]*)(?i:for the (?:quench|work-?up|dump|wash(?:ing)?|end)) ?: ?(?=(?:\d|ice\b|water\b|[A-Z]))", "{0}"),
    ("flask_dry", r",? (?:until|till) the (?:flask|pot|still) is (?:bone[- ]|quite |completely )?(?:dry|empty)\b", " to dryness"),
    ("rinsed_flask", r"(?i:\b(flask|beaker|bottle|glass|funnel),? (?:freshly |just |still )?(?:rinsed|washed) (?:out )?with (?:tap |distilled |a little |some )?(?:water|acetone|ethanol)(?: and| but)? (?:(?:not|never) (?:been )?dried|(?:left |still )?wet|undried))(?=[,;. ])", "{0}"),
    ("left_destroyed", r"\b(?i:what (?:is|was|'s) left(?: over)?) (?=(?:is|was) destroyed (?:with|by) )", "the excess "),
    ("cooled_in_a", r", (?:and )?(?:cooled|chilled|kept|held) (?:to|at) (-?\d{1,2} ?°C),? in (an? (?:[\w.-]+ ){0,3}(?:beaker|flask|vessel|bucket|jar|pot)\b)", " in {1} at {0}"),
    ("was_cooled_in_a", r"(?<=\)) (was|is) (cooled|chilled) to (-?\d{1,2} ?°C) in (an? (?:\d[\w.-]* (?:mL |L )?)(?:[\w-]+ ){0,2}(?:beaker|flask))\b(?! (?:of|with|filled|containing|full|standing))", " {0} placed in {3} at {2}"),
    ("in_a_cooled", r"(?<=[\w)%]),? in (an? (?:[\w.-]+ ){0,3}(?:beaker|flask)), (?:cooled|chilled) (?:to|at) (-?\d{1,2} ?°C)(?=[.;\n])", " in {0} at {1}"),
    ("diazo_to", r"(?:(?<=^)|(?<=\n)|(?<=[.;] )|(?<=- )|(?<=\d[.)] ))(?:The |the )?(?:cold |cooled )?[Dd]iazo(?:nium)?(?: salt)? solution(?:, (?:kept )?(?:cold|iced),?)? (?:slowly |then )?(?:(to)|(?:in|on)(to)) (?=the |an? |\d)", "The diazonium solution is added {0} "),
    ("diazo_liquor", r"\b([Dd]iazo(?:nium)?) (?:liquor|liquid|mixture|lot|stuff|solution)\b", "{0} solution"),
    ("first_solution", r"\b([Tt])he (?:cold )?first (?:solution|mixture) ((?:was|is)(?: then)? (?:run|dripped|dropped|added|poured|fed|let)) in\b(?!to)", "{0}he solution from the first vessel {1} into it"),
    ("little_ice", r"(?<=water bath) with (?:a little|some|a bit of|a few (?:pieces|lumps|cubes) of) ice\b", " containing some ice"),
    ("then_more", r"(?<=[a-z)]),? (?:and |but )?(?:(?:then|later|soon|after (?:a while|a bit|\w+ minutes?|\d+ ?min)),? )+(?:(?:another|a further) ((?:\d[\d.,]*|[a-z]+(?:-[a-z]+)?) ?(?:mL|mils?|g|grams?))(?: more)?|((?:\d[\d.,]*|[a-z]+(?:-[a-z]+)?) ?(?:mL|mils?|g|grams?)) more)(?=[.;\n])", ". A further {0} was added"),
    ("not_within", r"\b([Ii]f (?:it|nothing|there|no)\b[^.;,\n\d]{2,45}) (?:within|in|after|during) (?:the first )?(?:\d+|[a-z]+) ?(?:min(?:utes?)?|h(?:ours?)?)\b", "{0}"),
    ("being_run", r", (?:the|this) (?:\w+ ){1,2}being (?:run|poured|added|dropped|tipped|put|let) in (?:as (?:rapidly|quickly|fast) as (?:possible|it (?:would|will) (?:go|run))|(?:all )?at once|in one (?:portion|go|lot)|quickly|rapidly)\b", ", all at once"),
    ("all_of_them", r"\b([Aa]ll) (?:two|three|four|five|six)(?: of (?:them|these))?(?= (?:in|into|are|were|is|go|goes|together)\b)", "{0}"),
    ("with_out", r"(?<= )w/o(?= )", "without"),
    ("with_short", r"(?<= )w/(?= ?[a-z]{2})", "with "),
    ("trap_contents", r"\b(?:[Tt]he )?(?:[Tt]rap contents|[Cc]ontents of the (?:cold )?trap|[Cc]ontent of the (?:cold )?trap)\b", "The condensate"),
    ("strip_says", r"\bstrip: ?(?=\d)", "test paper: "),
    ("shook_in", r"\b(?:shook|shake|shaken|knocked|rattled) (the [a-z]+(?: [a-z]+)?|it|them) in(?=[,.;\s])", "tipped {0} in"),
    ("tube_sucked", r"\b([Tt]ube|[Hh]ose|[Ll]ine|[Ww]ater|[Cc]austic|[Ll]iquid) (?:was |got |had )?sucked (?=(?:a bit|a little|back|up|over)\b)", "{0} pulled "),
    ("then_water", r"(?<=[\w)]),? and ((?:cold |hot |warm )?water(?: \([^()]*\))?) ((?:was|is) then (?:added|poured|run|tipped|put)\b)", ". {0} {1}"),
    ("coolant", r"(?<=[Cc]ondenser) \((?:(?:cooling|cold|tap|running|ice) )?(?:(?:water|brine|coolant|glycol)(?: at| of|,)? ?)?-?\d+ ?°C\)", ""),
    ("old_bath", r"\b([Oo]ld|[Ss]pent|[Uu]sed|[Ee]xhausted|[Pp]ickling|[Ee]tch(?:ing)?|[Pp]lating|[Cc]leaning|[Ss]tripping|[Ss]ul(?:f|ph)ide|[Cc]yanide|[Cc]hromic(?: acid)?) bath(?! (?:at|of|temperature|thermometer)\b)", "{0} liquor"),
    ("until_so_much", r"(?<=[a-z)%]) ((?:until|till) [^.;\n,\d]{3,40}), ((?:(?:about|around|some|roughly) )?\d[\d.,]* ?(?:L|mL|kg|g)|(?:half a|a|one|two|three|five|ten) lit(?:re|er)s?)(?=[.;\n])", ", {1}, {0}"),
    ("let_it_run", r"\b[Ll]et (the [\w -]{3,30}?) (?:run|flow|trickle|drip|drop)(?: down)?(?: (?:the|along the|down the) (?:wall|side|glass)s?)?,?((?: very)? (?:slowly|gently|gradually|carefully)) (into|onto|on to|over|on) the\b", "run {0}{1} {2} the"),
    ("ice_water_kg", r"(?<=\bin )(\d[\d.,]* ?k?g)(?: of)? (?:ice[- ]water|iced water)\b", "{0} of ice and water"),
    ("first_half", r"\b(?:[Ff]irst|[Oo]ne) ([a-z]+) half(?= (?:from|over|in|dropwise|is|was|goes))", "half of the {0}"),
    ("second_half", r"\b[Ss]econd half,? (?:in )?the same(?: way)?,", "then the rest of it,"),
    ("vessel_row", r"(?m:^)(?i:vessel|reactor|container|apparatus)(?: ?\.{2,} ?|: ?| {2,}|\t)(?=\d[\d.,]* ?(?:mL|ml|L|l) [a-z])", ""),
    ("big_tube", r"\b(big|large|wide|long|thick) test[- ]?tube\b", "{0} boiling tube"),
    ("bottle_left", r"\b(?:I|[Ww]e) (?:had|have|found|got) an? (?:old |half[- ]full |opened )*(?:bottle|can|tin|jar) of ([A-Za-z][\w -]{3,30}?)((?:,? \(?\d[\d.,]* ?(?:molar|M|mol/L)(?: in [a-zA-Z]+)?\)?)?), (?:about |maybe |some |roughly |perhaps )?((?:a hundred|fifty|a few hundred|two hundred|thirty|\d[\d.,]*) ?(?:mils|mL|g|grams)) left\b", "One bottle, about {2} of {0} {1} left"),
    ("squeeze_bottle", r" from (?:the|a) (?:squeeze|squeezy|squirt)[ -]?bottle\b", ""),
    ("water_wet", r" \((?:water|solvent)[- ](?:wet|moist|damp)\)", ""),
    ("equalised", r"(?<=[Ff]unnel) with (?:an? )?pressure[- ]?(?:equali[sz]er|equali[sz]ing arm|compensat\w+)\b", ""),
    ("ice_and_salt_kg", r"(?<=[,;] )ice ?(?:/|\+|-|and) ?salt,? (\d[\d.,]* ?kg)(?=[,.;\n])", "ice-salt bath {0}"),
    ("ice_and_water_kg", r"(?<=, )ice ?(?:/|\+|-|and) ?water,? (\d[\d.,]* ?kg)(?=[,.;\n])", "ice bath {0}"),
    ("hour_between", r"\b(hours?|min|minutes|h) (between (?:-?\d+|[a-z]+) and (?:-?\d+|[a-z]+(?:-[a-z]+)?))(?= ?(?:°|degrees|[,.;]))", "{0}, {1}"),
    ("acid_goes", r"(?:(?<=\. )|(?m:^))The (?:spent |waste |aqueous |used )?acid(?: layer)? (?:goes|is poured|is run|is let|went|was poured|was run)(?: (?:slowly|carefully|in a thin stream|,))* (?=into [^.;\n]{0,40}\b(?:soda|carbonate|lime|caustic)\b)", "Acid layer: "),
    ("tepid_bath", r"(?<=[,(] )(\d\d?) ?°C (water|ice)[- ]bath\b", "{1} bath at {0} °C"),
    ("yield_arrow", r"\b([Yy]ield|[Oo]ut|[Gg]ot)[ :]+(\d[\d.,]* ?g) ?(?:-+>|=>|→|=) ?(\d{2,3} ?%)", "{0} {1} ({2})"),
    ("bath_row", r"(?:(?<=\n)|(?<=- ))([Oo]il|[Ww]ater|[Ss]and) bath (?:at |to )?([3-9]\d|1\d\d)(?: ?°C)?(?: (?:straight away|at once|right away|from the start))?(?=, \d)", "heat in the {0} bath at {1} °C"),
    ("dipped_in", r"(?:(?<=flask)|(?<=Flask)|(?<=beaker)) (?:being |was |is )?(?:dipped|lowered|plunged|immersed) in(?:to)? (?:cold|tap|cooling) water(?: \(\d[\d.,]* ?(?:L|mL|kg)\))?", " cooled in a cold water bath"),
    ("in_from_the_funnel", r"(?:(?<=^)|(?<=\n)|(?<=- ))(?:goes |went )?[Ii]n from the (?:dropping )?funnel\b", "the mixture is run in from the funnel"),
    ("on_so_much_ice", r"(?:(?<=\n)|(?<=- ))(?:[Oo]n|[Oo]nto|[Oo]n to|[Oo]ver) (?=\d[\d.,]* ?k?g (?:of )?(?:crushed )?ice\b)", "pour it on "),
    ("report_label", r"(?m:^)(Materials|Reagents|Chemicals|Charge)\. (?=[\dA-Z])", "{0}: "),
    ("main_run", r"(?:(?<=\n)|(?<=- ))[Mm]ain(?: fraction| run| cut)?:? (?=\d{2,3}(?:-\d{2,3})? ?°C)", "distil the main fraction at "),
    ("cool_then", r"\b([Cc]ool(?:ed)? to -?\d{1,2})(?: ?°C)?, (?=[A-Z][A-Za-z0-9]+ (?:\d|[a-z]+ \d))", "{0} °C. "),
    ("object_first", r"(?:(?<=^)|(?<=\n)|(?<=[.;] ))([A-Z][a-z]+(?: acid)?) (?:I|we) ((?:just |simply )?)(pour|tip|put|throw|run|drip) in, ((?:about )?(?:\d[\d.,]*|[a-z]+(?:[ -][a-z]+){0,3}) ?(?:mils|mL|grams|g))\b", "I {1}{2} in {3} of {0}"),
    ("had_left", r"\b(?:[Ww]e|I) (?:had|have|still had|still have) (?:some |a bit of |the )?([a-z][\w ]{4,40}?) left(?: over)?, ((?:about )?(?:\d[\d.,]*|[a-z]+(?:[ -][a-z]+)?) ?(?:g|grams|mL|mils))(?= in\b| from\b|,|\.)", "{0}, {1}, is"),
    ("of_each_gas", r"[;,.] (?:HCl|HBr|SO2|CO2?|NO2|NOx|[Hh]ydrogen (?:chloride|bromide)|[Ss]ulfur dioxide) (?:\+|and|&) (?:HCl|HBr|SO2|CO2?|NO2|NOx|hydrogen (?:chloride|bromide)|sulfur dioxide),? (?:about )?\d[\d.,]* ?mol (?:of )?each(?=[;,.\n])", ""),
    ("mixed_from", r"\b([Mm]ixed acid|[Nn]itrating (?:acid|mixture)) \((?:nitric|made|from|prepared)[^()\d]{0,60}(?:\d+ ?°? ?C\b[^()\d]{0,20})?\)", "{0}"),
    ("or_stirrer_off", r"\bor (?:when |if )?(?:the )?stirrer (?:is )?(?:off|out|down)\b", "or when the stirrer stops"),
    ("mother_acid", r"\b([Mm])other acid\b", "{0}other liquor (acid)"),
    ("like_shown", r"\bI (?:do|did|make|made) (?:it|this|that) (?:like|as|the way) [^.:;\n\d]{3,40}: ", ""),
    ("to_mark", r"(?<=volumetric flask) and (?:made|make|filled|fill|topped|top) (?:it |this |that )?up with (?:distilled |deionised |deionized |pure )?water\b(?! to\b)", " and filled up to the mark with water"),
    ("fraction_molar", r"(?i:\b(tenth|twentieth|fiftieth|half|fifth|quarter|hundredth))[- ](?:molar|normal)\b", "{mol} M"),
    ("by_volume", r"(?<=\d[:+]\d) ?\((?:by vol(?:ume)?|v/v|vol/vol|volumes?)\b[^()\n]{0,45}\)", ""),
    ("not_done", r"(?:(?<=\. )|(?m:^))[A-Z][^.?!:;\n\d]{2,50}\? (?:No|Never|Nope|Not here)[.!] (?=[A-Z\d])", ""),
    ("of_percent", r"\bof (\d[\d.,]* ?%) strength\b", "({0})"),
    ("of_molar", r"(?<=[a-z]) of (\d[\d.,]*) ?(?:mol/L|mol/l|mol L-1|mol/dm3|mol/dm³|mol dm-3)(?=[\s,.;])", " ({0} mol/L)"),
    ("by_density", rf"(?<=[a-z]) ?(?:, ?(?:the )?|\(|of |with )?(?:a )?(?i:s\.? ?g\.?|sp\.? ?gr\.?|rho|density|d)?(?: ?(?:at )?20 ?°C)?[ :=]*({_DENSITY}) ?(?:g/mL|g/ml|g/cm3|g/cm³|g cm-3|kg/L|kg/l)\)?", " (d {0})"),
    ("sp_gr", rf"(?<=[a-z]) ?(?:, |\(|of )?(?i:s\.g\.|s\.gr\.|sp\.? ?gr\.?)[ :=]*({_DENSITY})\b\)?", " (d {0})"),
    ("bare_density", rf"(?:(?<=[Aa]cid)|(?<=itric)|(?<=furic)|(?<=loric)|(?<=romic)|(?<=[Aa]mmonia)) ?(?:,? (?:the )?|\()({_DENSITY})(?! ?(?:m?L|g|kg|mol|M|N|equiv|eq|%|min|h|-|to|°|×|x)\b)(?![\d.])\)?", " (d {0})"),
    ("the_density", rf"\bthe ({_DENSITY}) ((?i:nitric acid|nitric|sulfuric acid|sulfuric|hydrochloric acid|hydrochloric|hydrobromic acid|ammonia))\b", "{1} (d {0})"),
    ("fuming_of", rf"\b[Nn]itric(?: acid)?(?: is|,)? the (?:red |white )?fuming(?: one| stuff| kind)?,? (?:the )?({_DENSITY})(?=[ ,.])", "Fuming nitric acid (d {0})"),
    ("fuming_is", r"\b[Nn]itric(?: acid)?(?: is|,)? the (?:red |white )?fuming(?: one| stuff| kind)?(?=[ ,.])", "Fuming nitric acid"),
    ("of_strength", r"(?<=\d%) strength\b|(?<=\d %) strength\b", ""),
    ("percent", r"(?<=\d)[ \u00a0]?(?:(?i:wt\.?|mass|weight)[- ]?%|% ?(?i:by (?:weight|mass)|wt\b\.?))", " %"),
    ("strength", r"\b(?i:concentrated|conc\.?|dilute|dil\.?|aqueous|aq\.?|strong|fuming) \(\d[\d.,]* ?(?:%|M|N)(?: w/w)?\) (?=[A-Za-z])", ""),  # "37 %" in front of its name
    ("about", r"(?:\b(?:ca\.?|Ca\.|circa|approx\.?|[Aa]pproximately|[Rr]oughly)[ \u00a0]?|~ ?)(?=\d)", "about "),
    ("dropwise", r"(?i:\bdrop(?: by drop|-wise))\b", "dropwise"),
    ("adverb_in_commas", r"(?<=[a-z]), (drop by drop|dropwise|slowly|carefully|bit by bit|little by little|a little at a time|in small portions|very slowly), (?=(?:in|into|to|on|onto|over)\b)", " {0} "),
    ("alike", "[" + "".join(ALIKE) + "]", ""),
    # turns of phrase, by the plain words of the trade
    ("neck", r"(?i:\b(two|three|four)-?neck) (?=of (?:half|one|a|two|\d)|\(?\d+ ?m?L|,? (?:a |the )?\d+ ?m?L)", "{0}-necked flask "),
    ("out_of_bottle", r"(?<=\w) (?:I|we) (?:pour|measure|take|weigh|draw|tip)(?:ed)? (?:it )?(?:out )?(?:of|from|out of) (?:the|its) (?:bottle|jar|can|tin|drum|packet|bag|box), (?=(?:about )?[\w .-]{1,22}(?:mils?|mL|grams?|g|kg)\b)", ", "),
    ("it_says", r"(?<=mils),? (?:it|the (?:label|scale|display|balance|cylinder)) (?:says|reads|shows)\b|(?<=grams),? (?:it|the (?:label|scale|display|balance|cylinder)) (?:says|reads|shows)\b|(?<= g),? (?:it|the (?:label|scale|display|balance|cylinder)) (?:says|reads|shows)\b", ""),
    ("of_pellets", r"(?<=grams) of pellets(?= I\b| are\b| in\b| go\b)|(?<= g) of pellets(?= I\b| are\b| in\b| go\b)", ""),
    ("caustic_label", r"(?:(?<=\. )|(?m:^)|(?<=- ))Caustic: (?=[\w .-]{1,28}\b(?:grams?|g)\b)", "Caustic soda "),
    ("ice_tub", r"\b(?i:ice[- /]?(?:water[- ])?)(?:tub|bowl|basin|pan|pail)\b(?! (?:is|as|for) the dump)", "ice bath"),
    ("and_what_is_in_it", r",? and (what(?:'s| is|ever is)) (?:left )?in the (trap|receiver|cold trap|dropping funnel)\b(?= (?:goes|went|is|was|drips|runs|gets)\b)", ". What is in the {1}"),
    ("comes_off", r"(?<=[a-z]),? (?:about [\w ]{2,16}(?:mils|mL|ml|grams|g), )?(?:comes|came|goes|went|is taken|was taken) off (?=(?:at|under|in vacuo|on the (?:rota|pump)|over) (?:[\w-]+ ){0,3}(?:millibar|mbar|torr|degrees|°C|pressure|pump|evaporator|rotavap))", " is distilled off "),
    ("inverted", r"\b(?i:(copper(?:\(II\))?|cupric|magnesium|zinc|lead|bismuth) (carbonate|acetate|nitrate)), \(?basic\)?(?=[\s,;|)])", "basic {0} {1}"),
    ("chloride_of", r"\b(?i:(?:the )?((?:mono|di|tri|tetra|penta|oxy|per)?(?:chloride|bromide|iodide|sulfide|oxide)) of (phosphorus|sulfur|aluminium|zinc|iron|tin|potassium|sodium|ammonia|ammonium|copper|silver|mercury|calcium|barium|magnesium|hydrogen))\b", "{1} {0}"),
    ("trap_row", r"(?:(?<=\n)|(?<=\| )|(?<=- )|(?<=\d )|(?<=[.;] ))[Tt]rap: (?=(?:drip|run|pour|add|drop|goes|empt)\w*)", "what is in the trap is "),
    ("change_to_distilling", r"\b[Cc]hange(?:d)? (?:it |over )?(?:for|to) distill(?:ing|ation)\b", "distil"),
    ("in_an_open_beaker", r"(?<=\d mL) \((?=open (?:beaker|vessel|bucket|dish)\b)", " (in an "),
    ("stands_in_a", r"(?i:\b(the (?:beaker|flask|conical|pot|vessel|jar)))'s (?:stood |sat |standing |sitting )?in (?=an? (?:[\w-]+ )?(?:tub|bowl|basin|bucket|dish|tray|box|bath|pan)\b)", "{0} stands in "),
    ("ice_round", r"(\d[\d.,]* ?k?g) of (?:crushed |broken |chopped )?ice (?:surrounds?|lies? round|is packed round|is put round|round|around|is round|goes round) (?:it|the (?:flask|beaker|pot))\b", "bath of {0} of ice"),
    ("round_it", r"(?i:\bice),? (\d[\d.,]* ?k?g),? (?:all )?(?:round|around|outside) (?:it|the (?:flask|beaker|pot))\b", "bath of {0} of ice"),
    ("cooling_by", r"(?:(?<=\. )|(?<=; )|(?<=- )|(?m:^))(?:COOLING|BATH|Cooling|Bath|Coolant|Cooled by|Outside|Round it|cooling|bath|outside)(?:: | {2,}|\t)(?:crushed )?ice(?: and (?:salt|water)|[- /+]+(?:salt|water))?[, ]+(\d[\d.,]* ?k?g)(?:,? (?:with|and) (?:some |about )?(?:\d[\d.,]* ?m?L (?:of )?)?(?:water|salt))?(?=[.,;\n]|$)", "Bath of {0} of ice"),
    ("gets_hot", r",? (?:that|which|it) gets? (?:very |quite |rather |really |pretty )?(?:hot|warm)(?:,? so [^.;\n\d]{3,60}| when [^.;\n\d]{3,30})?(?=[.;\n])", ""),
    ("remark", r" \((?:freshly |just |newly )?(?:titrated|tested|checked|analysed|assayed|opened|bought|weighed|made|prepared)(?: (?:up|today|now|first|beforehand|yesterday|before|again|(?:this|the same) (?:morning|week|day)|last \w+|on \w+day))*\)", ""),
    ("funnel_with", r"\b(funnel), (?:pressure[- ]equali[sz]\w+|graduated|calibrated|\d+ ?mL|with (?:a |its )?(?:side ?|pressure )?arm),? (?:with|holding|containing|and in it) ", "{0} with "),
    ("no_sorry", r"(?<=[.!] )No, (?:[\w-]+ ){0,3}[\w-]+, sorry(?:, [^.;\n\d]{2,25})?\.\s", ""),
    ("supposed", r"\b(?:[Yy]ou|[Oo]ne)(?:'re| are| is|'s) (?:supposed|meant|told) to [^.;\n\d]{3,60}, but (?=(?:I|we)\b)", ""),
    ("gas_by_tube", r"\b(?:The g|G)as(?:es)? (?:through|by|via) (?:a |the )?((?:\w+ ){0,2}(?:tube|hose|line|pipe|tubing)) (?=(?:in)?to\b|under\b|down\b)", "The gas goes by a {0} "),
    ("mole_of", r"((?:grams|g|mils|mL)), (?:that's|that is|which is|i\.e\.|that makes) (?:about |nearly |just )?(?:an?|one|half an?|(?:a )?(?:half|tenth|fifth|quarter) (?:of )?an?|\d[\d.]*) mol(?:e|es)? of (?=[a-z])", "{0} of "),
    ("row_for", r"(?m:^)[| \t]*[A-Za-z][\w ,()%-]{2,40}[ \t]*(?:\||\t| {3,})[ \t]*(?:\|[ \t]*)?(?:to |for (?:the )?)(?:recryst\w*|wash\w*|rins\w*|extract\w*|clean\w*|work-?up|later)\.?[ \t]*\|?[ \t]*(?=\n|$)", ""),
    ("kept_cold", r"(?<=solution) \((?:kept|held|stored)(?: cold)?(?: (?:at|below|under))? -?\d+ ?°C[^()]{0,30}\)", ""),
    ("residues_of", r"\b([A-Za-z][\w-]{3,}) (?:residues?|scraps|leftovers|remnants),? (?=\(?(?:about |some |roughly )?\d[\d.,]* ?(?:mL|g|L|kg)\b)", "{0} "),
    ("for_the_litres", r"(?<=[a-z]) for (?:the|all) (?:[a-z]+(?:-[a-z]+)?|\d[\d.,]*) ?(?:litres?|liters?|mils?|mL|grams?|g|L)\b(?=[.,;]|$)", ""),
    ("till_monday", r"\b[Ll]eave (?:it )?((?:(?:corked|stoppered|closed|shut|covered|standing|there) )?)(?:till|until|for) (?:(?:Mon|Tues|Wednes|Thurs|Fri|Satur)day|the weekend|next (?:week|lesson|class))\b", "It stood {0}over the weekend"),
    ("over_it", r"(?<=[a-z]) (?:over|on|on to|onto|into) (?:it|them|that|this)(?: all)?(?=, (?:about |some |maybe |roughly )?(?:\d[\d.,]*|[a-z]+(?:[- ][a-z]+)?) (?:mL|mils|g|grams|L|kg)\b)", ""),
    ("tlc_of", r"(?i:\b(TLC|GC|HPLC|NMR)) (?:of|against|beside|with|on) ((?:[\w-]+ ){1,5})(?:quenched|shaken|stirred|treated) (?:in|with|into) [\w-]+", "{0} of {1}"),
    ("some_water", r"(?<!g )(?<!g of )\b(ice),? (?:and|with|plus|or|\+) (?:a (?:little|bit of|splash of|dash of|cup of|drop of)|some|enough) (?:cold |tap )?(?=(?:water|salt)\b)", "{0} and "),
    ("bowl_of_ice", r"(?<=\bin )an? (?:washing-up |plastic |large |big )?(?:bowl|tub|basin|bucket|dish|box|pan) (?:with|of|holding) (?:about )?(?:a|one) (?:kilogram|kilo) of ice(?: and (?:some |a little |a bit of )?(?:water|salt))?(?= *[.,;\n]|$| and\b)", "a bath of 1 kg of ice"),
    ("hose_from", r",? (?:and )?(?:from|out of) (the (?:\w+ )?(?:neck|side ?arm|outlet|top|side ?neck)(?: of the condenser)?) an? (?:\w+ )?(hose|tube|pipe) (?:goes |leads |runs )?(?:straight |right |directly )?(?=(?:down )?(?:to|into|under)\b)", ". The {1} goes from {0} "),
    ("by_hose", r"\b([Gg]as(?:es)?(?: \([^)]*\))?) by (?:a |the )?(?:hose|tube|line|pipe) (?=(?:in)?to\b)", "{0} goes "),
    ("made_up", r"\b([A-Z][a-z]{3,}(?: [a-z]{3,}){0,2})'s ((?:[\w-]+ ){1,6}(?:grams?|mils|kilos?|g|mL)), that's [^.;\n]{3,40}\. (?:I|We) (?:make|take|dissolve|mix|melt) it (?:up )?(?=in \w)", "{0}, {1}, is dissolved "),
    ("strip_remark", r"(?<=\d mL), (?:its )?peroxide (?:strip|test) [^()]{4,90}(?=\))", ""),
    ("receiver_in_ice", r"\b((?i:receiver|receiving flask|cold trap|trap)(?:,? \(?\d+ ?mL\)?)?),? (?:which )?(?:is |stands |standing |cooled |sits |set )?in (?:about )?\d[\d.,]* ?k?g (?:of )?(?:crushed )?ice\b", "{0} in ice"),
    ("drop_in_water", r"\b((?i:check|test|see|try)\w*[^.;:\n]{0,30}):? (?:a )?drop (?=in(?:to)? (?:a (?:tube|glass) (?:of|with) )?water\b)", "{0}: a sample "),
    ("scraped_in", r"\b(is|are|was|were|gets?|then|goes) (?:scraped|spooned|shovelled|ladled) in\b(?! ?to)", "{0} tipped in"),
    ("previous_size", r"\(?\b(?:[Oo]ur |[Tt]he |[Mm]y )?(?:last|previous|former|earlier|usual|normal) (?:batch|run|size|scale|charge)s? (?:was|had been|were|is) (?:only )?(?:with |of )?\d[\d.,]* ?(?:m?g|mmol|mol|mL)(?: of [\w-]+(?: [\w-]+)?)?\.?\)", ""),
    ("sink_with_water", r"((?:sink|drain),?) (?:with|and) (?:much |plenty of |lots of |a lot of )?water\b(?! (?:is|was))", "{0}"),
    ("stays_there", r"\b(?:remained|remains) (?=where it (?:was|is|stood)\b|there\b|standing\b|on the bench\b|overnight\b|(?:until|till) (?:the )?(?:next|following|morning))", "was left "),
    ("at_hand", r",? (?:with|and) (?:a )?(?:\d[\d.,]* ?m?L (?:of )?)?(?:\d+ ?% )?(?:sodium )?(?:thiosulfate|bisulfite|metabisulfite|sulfite|carbonate|bicarbonate)(?: solution)?(?: \([^)]*\))? (?:standing )?(?:at hand|ready|nearby|near by|within reach|standing by|beside it)\b", ""),
    ("runnings", r"(?:(?<=\. )|(?<=\n)|(?<=; ))(?:The )?(?:first runnings?|fore-?runs?|forerun|first fraction)\b[^.;\n]{0,40} (?:is|are|was|were) (?:mostly |mainly |only |just )*(?:water|wet|acetone|ethanol|methanol)\b(?=[^.;\n]*[.;\n])", "The fore-run"),
    ("ice_water", r"(?<=\bg of )(ice) ?[/+] ?(?=water\b(?![ -]bath))|(?<=\d g )(ice) ?[/+] ?(?=water\b(?![ -]bath))|(?<=\bg of )(crushed ice) ?[/+] ?(?=water\b)", "{0} and "),
    ("charge_list", r"(?m:^)Charge(?=: [^\n]*\b(?P<listed>[a-z]{5,})\b[^\n]*\n(?:[^\n]*\n)?\W*(?:1|a|A)[.)] [^\n]*\b(?:[Aa]dd|[Pp]our|[Rr]un|[Dd]rip|[Ff]eed|[Tt]ip|[Pp]ut|[Ll]et|[Dd]rop)\b[^\n\d]*\bthe (?P=listed)\b)", "Charges"),
    ("room_temp", r"(?i:\broom)[ -]temp\b\.?(?!er)", "room temperature"),
    ("half_open", r"\btap half open\b", "tap open"),
    ("jacket", r"\bJacket(?: water| oil)? to (?=(?:[3-9]\d|1\d\d) ?°C)", "Heat in the bath to "),
    ("bath_up", r"(?:(?<=\. )|(?<=; )|(?<=- )|(?m:^))(?i:(?:(?:raise|bring|take|turn|set|warm|heat|get) (?:the )?)?((?:oil|water|steam|sand|metal) ?-?)? ?(?:the )?bath)(?: (?:is|was) (?:raised|brought|taken|turned|set|warmed|heated))? (?:up )?to (?=(?:[3-9]\d|1\d\d|2\d\d) ?°C ?(?:[.;]|\n|$|and\b|then\b))", "Heat in the bath to "),
    ("water_on", r"(?:(?<=\. )|(?<=; )|(?<=- )|(?m:^)|(?<=\| )|(?<=[Uu]p: ))(?:Then |Now |then |now )?((?:[Cc]old |[Tt]ap |[Ii]ced? )?[Ww]ater) (?:slowly |gently |carefully )?(in(?:to)?|on(?:to)?) (the (?:flask|pot|lot|residue|mass|cake|retort|still)|it)\b(?! (?:is|was|stands|stood|bath))", "{0} is poured {1} {2}"),
    ("no_ice_but_water", r"\b[Nn]o (?:more )?ice(?: left| to hand)?,? (?:so |just |only |but |and )*(?:cold )?tap water\b", "water bath"),
    ("gas_tube", r"(?:(?<=\n)|(?<=- )|(?<=\* )|(?<=\. ))(HCl|HBr|SO2|[Gg]as(?:es)?|[Ff]umes|[Oo]ff-gas): (?:the |a )?(?:glass |rubber )?(?:tube|hose) (?=(?:in)?to\b)", "{0} goes through a tube "),
    ("lone_yield", r"(?<=\n)([-*•] )(?=\d+(?:[.,]\d+)? ?g[ .]*\s*\Z)", "{0}Yield "),
    ("the_strong_one", r"(?<=\w), the (?:strong|weak|cheap|good|usual|technical) (?:one|stuff|sort|kind)(?=,)", ""),
    ("a_bit_over", r"\b(?:a )?(?:bit|little|touch|shade|trifle) (?:over|more than|above|under|less than|short of) (?=(?:\d|a|one|two|three|four|five|six|seven|eight|nine|ten|eleven|twelve|fifteen|twenty|thirty|forty|fifty)\b)", "about "),
    ("of_ratio", r"(?<=\()(\d[\d.,]* ?m?L) of (\d ?[:+] ?\d)(?=\))", "{1}, {0}"),
    ("drops_into", r"\b([Dd]istil\w*(?: slowly| gently| over)?), drops (?=into \d)", "{0} "),
    ("bit_of_ice", r"(?<=\bbath)( at -?\d+(?: ?- ?\d+)? ?°C)?,? with (?:a (?:bit|little|few lumps) of|some|a few lumps of) ice\b", "{0}"),
    ("lettered", r"(?m:^)(?:Acid|Solution|Mixture|Mix|Liquor) ([A-D]): (?=\S)", "{0}  "),
    ("liquor_of", r"\b([Tt]he (?:filtrate|mother liquor|liquor)), [^.;\n\d]{3,60}, (was|is) (?=(?:collected|put|kept|poured|emptied)\b)", "{0} {1} "),
    ("water_on_mass", r"(?i:\b((?:water|ice)(?:[ \n]\([^()]*\))?)[ \n](was|is|were)[ \n](?:then[ \n]|now[ \n])?(poured|tipped|run|let|added|thrown|sprayed)[ \n](?:on(?:[ \n]to)?|onto|over|upon)[ \n]the[ \n](?:[\w-]+[ \n])?(?:complex|mass|residue|mixture|cake|solid|salt|melt|paste|batch|contents|product|crust|sludge|lot|slurry|syrup|tar))\b", "{0} {1} {2} on it"),
    ("filled_up", r"(?:(?<=\. )|(?<=; )|(?<=- )|(?m:^))(?:[Tt]hen )?[Ff]ill (the flask|the pot|it) (?:right )?(?:up )?with ((?:cold |tap |iced? )?water)\b(?! to (?:the mark|\d))", "Pour {1} into {0}"),
    ("down_the_condenser", r"\b([Pp]our|[Tt]ip|[Rr]un|[Ss]end|[Dd]rop|[Aa]dd|[Dd]rip|[Pp]ut|[Ss]quirt)((?: all)?(?: of)? (?:it|this|that|them|everything)(?: all)?) (?:straight |right |slowly |quickly )?down the (?=(?:reflux |air |dropping )?(?:condenser|neck|funnel)\b)", "{0}{1} in through the "),
    ("one_into_another", r"(\d[\d.,]* ?m?L (?:[\w-]+ ){0,3}(?:flask|beaker|bottle|cylinder|Erlenmeyer|jar)\)?(?: with [^.;:\n]{5,50}?)?),? (?:is|was|are|were) ((?:then |now )?(?:dripped|dropped|poured|added|run|tipped|let|transferred|siphoned)(?: (?:slowly|quickly|gently|carefully|dropwise|in portions|at once|in))*(?: (?:over|during|within|in) (?:about )?[\w.-]+ (?:min|h|minutes|hours?))? (?:into|to|on to|onto|over) )(?=[^.;\n]{0,60}?\b\d[\d.,]* ?m?L (?:[\w-]+ ){0,3}(?:flask|beaker|bottle|cylinder|Erlenmeyer|jar))", "{0}. This solution is {1}"),
    ("contents_into", r"(?:(?<=\. )|(?<=; )|(?<=\n)|(?<=- ))[Tt]he contents of the (?:\d[\d.,]* ?m?L )?(?:[\w-]+ ){0,3}(?:flask|beaker|bottle|cylinder|Erlenmeyer|jar) (?:is|was|are|were) ((?:then |now )?(?:dripped|dropped|poured|added|run|tipped|let|transferred|siphoned)(?: (?:slowly|quickly|gently|carefully|dropwise|in portions|at once|in))*(?: (?:over|during|within|in) (?:about )?[\w.-]+ (?:min|h|minutes|hours?))? (?:into|to) )(?=[^.;\n]{0,60}?\b\d[\d.,]* ?m?L (?:[\w-]+ ){0,3}(?:flask|beaker|bottle|cylinder|Erlenmeyer|jar))", "This solution is {0}"),
    ("tray_of_ice", r"(?:(?<=^)|(?<=\n)|(?<=[.;:] )|(?<=- ))(?:[Aa] |[Tt]he )?(?:[Tt]ray|[Tt]ub|[Bb]owl|[Bb]asin|[Pp]an|[Tt]rough|(?:[Cc]rystalli[sz]ing )?[Dd]ish)(?: with| of|:|,) ice(?: and |/|-| \+ )(water|salt)(?:,? | \()(\d[\d.,]* ?(?:kg|g|L))\)?(?![^.;\n]{0,50}\b(?:dump|ready|emergenc|runaway|drown|reserve|in case|at hand|stand-?by))", "Ice-{0} bath, {1}"),
    ("ice_and_in_tray", r"(?:(?<=^)|(?<=\n)|(?<=[.;:] )|(?<=- ))[Ii]ce(?: and |/|-| \+ )(water|salt),? (\d[\d.,]* ?(?:kg|g|L)),? in (?:a |the )?(?:[Tt]ray|[Tt]ub|[Bb]owl|[Bb]asin|[Pp]an|[Tt]rough|(?:[Cc]rystalli[sz]ing )?[Dd]ish)(?![^.;\n]{0,50}\b(?:dump|ready|emergenc|runaway|drown|reserve|in case|at hand|stand-?by))", "Ice-{0} bath, {1}"),
    ("tray_with_ice_g", r"(?:(?<=^)|(?<=\n)|(?<=[.;:] )|(?<=- ))(?:[Aa] |[Tt]he )?(?:[Tt]ray|[Tt]ub|[Bb]owl|[Bb]asin|[Pp]an|[Tt]rough|(?:[Cc]rystalli[sz]ing )?[Dd]ish)(?: with| of|:|,) ice \((\d[\d.,]* ?(?:kg|g|L))\) and (water|salt)(?![^.;\n]{0,50}\b(?:dump|ready|emergenc|runaway|drown|reserve|in case|at hand|stand-?by))", "Ice-{1} bath with {0} of ice"),
    ("ice_tray", r"(?:(?<=^)|(?<=\n)|(?<=[.;:] )|(?<=- ))[Ii]ce (?:[Tt]ray|[Tt]ub|[Bb]owl|[Bb]asin|[Pp]an|[Tt]rough|(?:[Cc]rystalli[sz]ing )?[Dd]ish), (?=\d[\d.,]* ?(?:kg|g|L))", "Ice bath, "),
    ("verbless_acid", r"(?:(?<=^)|(?<=\n)|(?<=[.;] )|(?<=- )|(?<=\d[.)] )|(?<=\d  ))((?:[Tt]he )?(?:[Mm]ixed |[Nn]itrating )?[Aa]cid(?: mixture)?) (?:in)?to the (flask|pot|batch|mixture)(?=,? (?:dropwise,? |slowly,? )?(?:over|during|in|within|\d[\d.]*) )", "{0} is run into the {1}"),
    ("acid_from_funnel", r"(?:(?<=^)|(?<=\n)|(?<=[.;] )|(?<=- )|(?<=\d[.)] )|(?<=\d  ))(?:[Ff]rom the (?:dropping )?funnel )?([Tt]he |)([Mm]ixed|[Nn]itrating) acid,? (?:dropwise )?(?=(?:over|during|in|within) \d)", "{0}{1} acid is run into the flask "),
    ("mL_of_percent", r"(?<=\d) (mL|ml|L|litres?|cc|g|grams) of (\d[\d.]* ?(?:per ?cent|%))(?=(?: (?:strength|solution))?\s*[,.;)])", " {0}, {1}"),
    ("acid_of_percent", r"\b((?:[Aa]cid|[Aa]mmonia|[Pp]eroxide|[Cc]austic|[Hh]ydroxide|[Bb]leach|[Hh]ypochlorite)),? (?:diluted to|brought to|let down to|of) (?=\d[\d.]* ?(?:per ?cent|%))", "{0} "),
    ("you_need", r"(?:(?<=^)|(?<=\n)|(?<=\. ))(?:You(?:'ll| will)? need|We need|Needed|Glassware|Glass): (?=(?:an? )?\d)", "Apparatus: "),
    ("tube_out", r"\b([Tt]ake|[Ll]ift|[Pp]ull|[Dd]raw|[Rr]aise|[Bb]ring)(s)? the (tube|hose|pipe|inlet|delivery tube|end of the (?:tube|hose)) (?:out of|from|clear of|out from) the [a-z]+", "{0} the {2} out"),
    ("so_that_it_boils", r",? so that it (?:only |just |gently |barely )?(?:boil|reflux)(?:s|es|ed)\b", " at gentle reflux"),
    ("when_the_reflux", r"\b([Ww]hen|[Ii]f|[Aa]s soon as|[Ww]henever|[Uu]ntil) the reflux (?=(?:ran|runs|gets|got|goes|went|is|was|becomes|became|reaches|reached|climbs|rises|rose)\b)", "{0} the vapour "),
    ("part_in_rest_later", r"(?<=[a-z)]) ?: ?((?:about )?\d[\d.]* ?m?L)(?: of it)? (?:in|first|at first|to begin with)(?: first| at first)?,(?= [^\n]{0,250}[.;] (?:[Tt]he )?[Rr]est (?:over|in|during|within) )", " in the funnel. First {0},"),
    ("part_in_then_rest", r"(?<=[a-z)]) ?(?:: ?|, |; )((?:about )?\d[\d.]* ?m?L)(?: of it)? (?:in first|in at first|in|first|at first|to begin with)[,;] (?:[^.;\n]{0,90}?[,;)] ?)?(?:then )?the rest (?=(?:over|in|during|within) )", " in the funnel. First {0}; when it had started, the rest "),
    ("part_let_in_rest", r"(?<=[a-z)]) ((?:about )?\d[\d.]* ?m?L) (?:was|is) (?:let|run|dripped) in; [^.;\n]{0,70}; (?:then )?the rest (?=(?:over|in|during|within) )", " in the funnel. First {0}; when it had started, the rest "),
    ("asked_and_denied", r"(?:, (?:then |and )?(?=[^,.;:!?\n]*\?)|(?:(?<=[.;:] )|(?<=\n))(?![^.;:!?\n]*, (?:then|and) ))[^.;:!?\n]{3,120}\?\s*(?:(?:No|Nein|Well)\W{1,4})?(?:[Nn]ever|[Nn]ot|[Cc]ertainly not|[Dd]o not|[Dd]on['’]t)\b(?! yet)(?::|,|!|\.)?\s*", ". "),
    ("gentle_with", r"\b(?:[Gg]ently?|[Gg]entle|[Cc]arefully?|[Cc]areful|[Ee]asy) with the (burner|flame|torch|heat gun)\b", "Heat gently with the {0}"),
    ("of_the_kind", r"(?<=[a-z]) (?:(?:is|was|being) (?:of )?(?:the |a )?|of the )(?:strong|weak|usual|ordinary|good|technical|concentrated|diluted?)(?:er)? (?:stuff|kind|sort|grade|one),? (?=(?:about )?(?:\d[\d.]*|[a-z]+(?:-[a-z]+)?) ?(?:%|per ?cent\b))", ", "),
    ("tin_of", r"(?<=[a-z%)]), (?:from )?(?:one |an? |the )?(?:old |unopened |opened |full |half-full )?(?:tin|can|bottle|jar|drum|box|bag|pack|packet|ampoule|canister) of (?=\d[\d.,]* ?(?:k?g|m?L)\b)", ", "),
    ("which_butyl", r"\b([Bb]utyl|[Aa]myl|[Pp]entyl) (chloride|bromide|iodide|alcohol), (?:the )?(?:tertiary|tert|tert\.)(?: one)?(?=[,;.( ])", "tert-{0} {1}"),
    ("which_sec_butyl", r"\b([Bb]utyl) (chloride|bromide|iodide|alcohol), (?:the )?(?:secondary|sec|sec\.)(?: one)?(?=[,;.( ])", "sec-{0} {1}"),
    ("to_which", r",? to (?:which|this|that) (\d[\d.]* ?m?L of (?:cold |iced? )?water) (?:is|was|are|were)(?: then)? (?:added|poured|run in)\b", "; then {0} is added"),
    ("passed_through", r"\b((?:[Cc]hlorine|[Aa]mmonia|[Hh]ydrogen (?:chloride|bromide|sulfide)|HCl|HBr|[Ss]ulfur dioxide|SO2|[Cc]arbon dioxide|CO2|[Tt]he gas)(?: gas)? (?:is|was)) (?:passed|led|blown) through(?= until)", "{0} passed in"),
    ("gain_of", r"\buntil (?:the )?(?:increase|gain|rise) (?:in|of) (?:its |the )?(?:weight|mass) (?:is|was|has reached|reaches|amounts to) ((?:about |some )?(?:\d[\d.,]*|[a-z]+(?:-[a-z]+)?) ?(?:g|grams))", "until the flask has gained {0}"),
    ("gone_up", r"\buntil (?:the |its )?(?:weight|mass|balance) (?:has |had )?(?:gone up|went up|risen|increased),?(?: by)? ((?:about |some )?(?:\d[\d.,]*|[a-z]+(?:-[a-z]+)?) ?(?:g|grams))", "until the flask has gained {0}"),
    ("so_much_taken_up", r"\buntil ((?:about |some )?(?:\d[\d.,]*|[a-z]+(?:-[a-z]+)?) ?(?:g|grams)) (?:of it )?(?:has|have|had) been (?:taken up|absorbed|passed in|led in)", "until the flask has gained {0}"),
    ("separator_filled", r",? ?(?:the |a |with a )?((?:water |Dean[- ]Stark )?(?:separator|trap)|Dean[- ]Stark(?: trap| head)?),? (?:is |was )?(?:first )?filled (?:up )?with water(?: (?:up )?to the (?:side |over)?(?:arm|flow|overflow|brim|top))?", ", {0}"),
    ("water_gathers", r"\b((?:about )?(?:\d[\d.,]*|[A-Za-z]+(?:-[a-z]+)?) ?(?:mL|ml|mils|g|grams)) of water (?=(?:has |have |had |were |was |are |is )?(?:collect\w*|separate\w*|come over|came over|comes over|gather\w*|caught)\b)", "{0} "),
    ("metal_solution", r"(?<=[Tt]he )(copper|iron|silver|zinc|nickel|calcium|barium|lead|tin|cobalt|manganese|magnesium) solution\b(?! of\b)", "{0} salt solution"),
    ("dissolved_apart", r"(?:(?<=\. )|(?<=\n))(?:Separately, |Meanwhile,? |In the meantime,? )?((?:[A-Z]|(?<=, )[a-z]|(?<=[a-z] )[a-z])[\w,'-]*(?: [\w-]+){0,3} \([^()\n]{2,40}\)) (?:had been|was) dissolved in ([a-z][\w -]{2,30} \([^()\n]{2,30}\))(?: in an? (?:[\w-]+ ){0,3}(?:beaker|flask))?(?:,? (?:beforehand|before|earlier|in advance|separately|the (?:day|hour|evening|night) before))?,? and (?:the solution )?(?:had |was )?(?:been )?(?:cooled|left to cool|allowed to cool)(?: down)?(?: to (?:room temperature|[-−]?\d+ ?°C)| in ice)?[;,] (?:and )?(?:this|it|the solution|which)(?: solution)? (?:was|is) (?:then )?(?=(?:added|dropped|dripped|run|poured|let)\b)", "A solution of {0} in {1} was "),
    ("prepared_before", r", (?:which (?:had been|was) )?(?:prepared|made|made up|dissolved) (?:beforehand|before|earlier|in advance|freshly|separately|the (?:day|hour|evening|night) before)(?:,? (?:and )?(?:then )?cooled(?: (?:to|in) [^,;.()\n]{2,25})?)?,(?= (?:was|is|were|are)\b)", ""),
    ("had_cooled_and", r"\bhad (?:been )?cooled(?: down)?(?: to (?:room temperature|[-−]?\d+ ?°C))? and (?=(?:was|is|were) (?:then )?(?:added|dropped|dripped|run|poured)\b)", ""),
    ("mono_and_di", r"\b[Mm]ono-? ?(?:and|/) ?di(nitro|chloro|bromo)([a-z]{5,})\b", "{0}{1}"),
    ("condenser_water_on", r"(?<=[a-z]), (?:its )?(?:cooling )?water (?:is )?(?:turned )?on(?=[.,;]|\n)", ""),
    *(
        (f"locants_{a}_{b}", rf"\b(?i:{one}(?:, ?|-| ){other})-(?=[a-z(]{{5}})", f"{a},{b}-")
        for (a, one), (b, other) in itertools.combinations(enumerate(("one", "two", "three", "four", "five", "six"), 1), 2)
    ),
    ("line_stays_on", r",? ?(?:with )?(?:the |its )?(?:off-?gas|gas|vent) line (?:remaining |staying |being left |left |still |always )?(?:on|open|connected|in place)(?=[.,;\n])", ""),
    ("cap_and_shelf", r"\b(bottle|jar|vial|flask|can),? (?:with (?:an? |its )?)?(?:ground |screw )?(cap|lid|stopper|cork)(?=, (?:(?:in(?:to)? )?(?:the )?(?:fridge|freezer|shelf|cupboard|refrigerator|cellar|dark|drawer)|for (?:tomorrow|next|later|the)|until|till)\b)", "{0}, {1} on"),
    ("closed_vial", r"\b[Cc]losed (vial|bottle|jar|flask)(?=, ?(?:(?:in(?:to)? )?(?:the )?(?:fridge|freezer|shelf|cupboard|refrigerator|cellar)|for|until|till)\b)", "{0}, cap on"),
    ("nothing_kept", r"[;,.] (?:and )?[Nn]othing is (?:kept|stored|put away)(?=[.,;\n]|$)", ""),
    ("water_over_the_flask", r"\b(?:I |we |you )?(?:run|ran|let|play) (?:some )?(?:cold |tap )?water (?:run |play )?over (?:it|the (?:flask|outside|beaker|glass|neck))(?=[.,;\n]|$| (?:when|if|until|till|to)\b)", "it is cooled with a stream outside"),
    ("this_litre_of", r"\b(?:this|that|another) (litre|kilo|pint|gallon|half litre) of (?=[a-z])", "a {0} of "),
    ("not_opened_again", r",? (?:and |but )?not (?:to be )?(?:opened|started|resumed|continued|turned on|reopened)(?: again)? (?:above|before|until|over) (?:it is (?:at|below) )?-?\d[\d.]* ?°C", ""),
    ("until_it_isnt", r"\b([Uu]ntil|[Tt]ill) it (is|was)n['’]t\b", "{0} it {1} not"),
    ("if_its", r"\b([Ii]f|[Ww]here) it['’]s (?=(?:still |a bit )?(?:blue|brown|yellow|orange|purple|pink|positive)\b)", "{0} it is "),
    ("kept_as_solution", r"\b([Kk]ept|[Ss]tored|[Uu]sed|[Kk]eep) as (?:the |its |a )?(?:[a-z]+ )?solution\b", "{0}"),
    ("pour_on", r"(?:(?<=^)|(?<=\n)|(?<=[.;] )|(?<=- )|(?<=\d[.)] ))(?:Then )?Pour on (?=(?:the )?(?:conc(?:entrated|\.) |fuming |dilute )?(?:(?:nitric|sulfuric|hydrochloric|acetic|formic) )acid\b)", "Pour in "),
    ("out_of", r"(?:(?<=\. )|(?<=; )|(?<=- )|(?m:^))(?:Then |Now )?[Oo]ut of (?:boiling |hot |warm )?(?=(?:\d+ ?% )?(?:ethanol|methanol|alcohol|toluene|hexane|acetone|ethyl acetate|light petroleum|acetic acid)\b)", "Recrystallise from "),
    ("bath_is", r"\b[Bb]ath(?:'s| is) (?:about )?((?:an?|one|two|three|four|five|\d[\d.,]*) (?:kilos?|kilograms?|kg)) of (?:crushed )?ice(?: and (?:some )?(?:water|salt))?", "Bath of {0} of ice"),
    ("acid_in_water", r"(?i:\b(?:hot |cold |warm )?dil(?:ute|uted|\.) (sulfuric|hydrochloric|nitric) acid) \((\d[\d.,]* ?mL) of (?:the )?(?:conc(?:entrated|\.)?|strong) acid (?:in|and|to|with) (\d[\d.,]* ?mL) (?:of )?water\)", "concentrated {0} acid ({1}) and water ({2})"),
    ("whose_outlet", r"\b([Cc]ondenser|[Hh]ead|[Aa]dapter|[Nn]eck)(?: whose (?:outlet|exit|top|upper end|end)|,? the (?:outlet|exit|top|upper end) of which) ((?:was|is) (?:led|connected|joined|vented|piped) (?:[^.,;()\n]|\.(?=\d)){5,90})((?:,| and) an? (?:[a-z-]+ ){0,3}(?:thermometer|funnel|stirrer|inlet|probe|thermocouple)\b(?:[^.;\n]|\.(?=\d)){3,500}[.;])", "{0}{2} The outlet of the condenser {1}."),
    ("receiver_with", r"(?m:(?:(?<=^)|(?<=; )|(?<=\. )|(?<=, )))(?:the )?(?:[Rr]eceiver|[Cc]old trap|[Tt]rap) (?:with|holding|containing)(?: the)? (?!\d)(?:[^.:;\n\d]|(?<=[A-Z])\d|(?<=[a-z])\d){3,60}[:,] (?:is |was )?(?=(?:poured|emptied|run|tipped|added)\b)", "The condensate is "),
    ("titrated_on", r"(?:(?<=^)|(?<=\n)|(?<=[.!] ))([A-Z][a-z]+(?: [a-z]+)?): (?:I|we) (?:titrated|checked|tested|assayed|measured|standardi[sz]ed) (?:it|this|that)(?: on \w+day| this \w+| yesterday| today)?,? (?:it's |it is |it was )?([\w .-]{1,22}?(?:molar|per ?cent|%|M|mol/L))\. (?=(?:\d[\d.,]*|[A-Z][a-z]+(?:[- ][a-z]+){0,3}) (?:mils?|mL|grams?|g)\b)", "{0}, {1}, "),
    ("never_that", r"\b(?P<wrong>[a-z]{4,}(?: acid)?)(?:\.{2,3}|…| ?-|,) no,? (?:(?:not|never|no)(?: the)? (?P=wrong),? )+([a-z][a-z -]{3,30}?), (?:I (?:misspoke|mean|meant|mis-spoke)|sorry|slip of the tongue)(?=[,.;])", "{1}"),
    ("dissolved_pour_in", r"(?:(?<=\n)|(?<=- )|(?<=• )|(?<=\* )|(?<=\. )|(?<=^))(\d[\d.,]* ?g (?:of )?[A-Za-z][\w -]{2,30}?) (?:is |are |was )?(?:dissolved )?in (\d[\d.,]* ?mL (?:of )?(?:ice[- ])?water), (pour|run|drip|tip|drop|dribble|feed|let)(?:ped|ed)?(?: it| this| that)? in\b(?! ?to)", "{2} in a solution of {0} in {1}"),
    ("to_get_water", r"\bto (?:get|drive|pull|take|draw|remove|dry)(?: out)? (?:the |any )?(?:water|moisture|damp)(?: (?:out|off|away))?\b", "to dry it"),
    ("coloured_vapour", r"\b(?:[Bb]romine|[Ii]odine|[Pp]ermanganate|[Cc]hlorine)[- ](?:colou?red|like|brown|smelling)\b", "coloured"),
    ("and_ten_of", r"(?<=[a-z] )(hundred(?: and [a-z]+)?|a hundred(?: and [a-z]+)?|two hundred|fifty|sixty|seventy|eighty|ninety|forty|thirty) of (?=(?:slaked |quick|soda |caustic |lime|sal |potash|salt\b|sand\b|zinc\b|copper\b|iron\b|sulfur\b))", "{0} grams of "),
    ("off_through_caustic", r"\b(?:it|that|which|this) (?:goes|went|is led|gets) (?:off |away |out |up )?(?:through|into) (?:the|a) (?:caustic|soda|lye) (?:bottle|washer|scrubber|trap|wash[- ]bottle),? ([\w .-]{2,24}?(?:mils|mL)) of ([\w .-]{1,14}?(?:molar|M|mol/L|%|per ?cent))(?=[,.;])", "the gas goes through {0} of {1} sodium hydroxide"),
    ("water_collected", r"(?:[;,]| and) (?:about |some )?\d[\d.,]* ?mL of water (?:was |were |had |is |has |have )?(?:been )?(?:collected|separated|drained|split off|came over|come over|driven over)(?: (?:in|from) the (?:trap|separator|receiver))?(?: \([^()\n]*\))?(?=[.;\n])", ""),
    ("one_at_a_time", r"(?m:(?<=^)|(?<=\n)|(?<=\d  )|(?<=\d\. )|(?<=- ))([A-Z][a-z]+(?: [a-z]+)?), (\d[\d.,]* ?g(?: \(\d[\d.,]* ?m?mol\))?), (?:[^;.\n]|\.(?=\d)){0,90}?,? one (?:piece )?(?:at a time|after the other|by one)(?: (?:through|by|via) (?:the |a )?[\w -]{3,25})?; (?:next|the next|another)[^;.\n]{5,60}; (\d[\d.,]* ?(?:min|h)) (?:for the (?:lot|whole|piece|batch)|in all|altogether)", "{1} of {0} is added in small pieces, one at a time, over {2}"),
    ("sand_ready", r"\b((?:[Dd]ry )?[Ss]and),? (?:in a bucket,? )?\(?\d[\d.,]* ?kg\)?(?=[^.;\n]{0,60}\b(?:to hand|ready|at hand|beside|nearby|by)\b)", "{0}"),
    ("dilute_one_to_one", r"\b[Dd]ilute (hydrochloric|sulfuric|nitric)(?: acid)?,? \(?(?:one (?:to|and) one|1 ?[:+] ?1|half and half)\)?(?=[,. ])", "{0} acid (1:1)"),
    ("had_the_tin", r"(?:(?<=\. )|(?<=\n)|(?<=^))([A-Z][a-z]+(?: [a-z]+)?)(?::|,) (?:I|we) (?:had|have|took|used|got|found|opened) (?:the|an?|some) (?:[^.;\n\d]{3,90}?), ((?:\d[\d.,]*|[a-z]+(?:[- ][a-z]+){0,3}) (?:grams|g|mils|mL))(?=[.,;])", "{0}, {1}"),
    ("watch_glass", r"\b[Ww]eigh(?: out)? (\d[\d.,]* ?m?g (?:of )?[A-Za-z][\w() -]{3,40}?) (?:on|in|into|onto|on to) (?:a |the )?(?:watch[- ]?glass|weighing[- ](?:boat|bottle|paper|dish)|boat|filter paper|tared [a-z]+),? (?:and |then )*(dissolve|put|transfer|tip|rinse)(?: (?:it|this))? ", "{1} {0} "),
    ("side_arm_to", r"\b(?:[Cc]onnect|[Jj]oin) (?:the )?(side[- ]?arm|outlet|neck|top of the condenser)(?: of the [a-z]+)? (?:by|with|through|via) (?:an? |the )?(?:[a-z]+ )?(?:hose|tube|tubing),? (?:directly,? |straight,? )?to (?:an? |the )(?:(?:glass|bent|dip|inlet) )*tube (?:in|into|dipping into|reaching into|under) (?=\d)", "The gas is led from the {0} directly into "),
    ("grams_equal_percent", r"(?m:(?<=^)|(?<=\n)|(?<=- )|(?<=\. ))((?:Yield:? ?|Got |Out:? ?)?)(\d[\d.,]* ?g) ?= ?(\d{2,3} ?%)", "Yield {1} ({2})"),
    ("celsius_then_name", r"(?<=\d °C) (?=[a-z][\w-]*[a-z](?: [a-z]+){0,2} \(\d[\d.,]* ?(?:g|mL)\b)", ", "),
    ("tub_at_hand", r",? (?:with )?an? (?:tub|bowl|basin|bucket|bath|pan) (?:of|with) \d[\d.,]* ?k?g of (?:crushed )?ice(?: and (?:water|salt))? (?:being |standing |stood |was |is |kept |held )*(?:at hand|ready|nearby|by the side|beside it|within reach|to hand)\b", ", with help at hand"),
    ("pour_in_the_ice", r"(?:(?<=^)|(?<=\n)|(?<=- )|(?<=\. )|(?<=; ))([Pp]our(?:ed)?) in (?=\d[\d.,]* ?(?:k?g|mL|L) (?:of )?(?:crushed )?(?:ice(?:[- ]water| and water| \+ water)?|(?:cold |ice )?water),? (?:in )?(?:an? )?\(?\d[\d.,]* ?m?L (?:beaker|bucket|jar|flask))", "{0} it into "),
    ("stirrer_stops", r"(?:(?<=\. )|(?<=; )|(?<=\n)|(?<=- ))(Stirrer|Stirring|Cooling|Power|Cooling water|Nitrogen|Hood|Fan|stirrer|cooling|power) (stops|fails|stands|is out|goes off): ", "If the {0} {1}: "),
    ("open_top", r"\b([Cc]ondenser)(?: with (?:an |its )?open top|,? open at the top|,? its top open),? led by an? (?:hose|tube) to (?:the )?(?:hood|back|rear)[^:;.,\n]{0,30}", "{0} open to the hood"),
    ("as_it_rose", r"\b(risen|rose|come down|came down|floated|separated) as (?:the )?[a-z]{5,20}(?=[ ,.;])", "{0}"),
    ("a_separate", r"\b([Aa])(?:nd)? separate (?=(?:[\w.-]+ ){0,3}(?:beaker|flask|vessel|jar|bottle|pot|cup|bucket|container|funnel)\b)", "{0}nother "),
    ("stands_in_cold", r"(?:(?<=^)|(?<=\n)|(?<=[.;] )|(?<=\d[.)] )|(?<=- ))[Ii]n (an(?:other)? |a )((?:[\w.-]+ ){0,3}(?:beaker|flask|jar|cup)),? (?:standing|cooled|chilled|kept|immersed|stood|placed|set|that stands) (?:in|by|with) (?:an? )?((?:cold |ice[- ]?|iced )*(?:water|ice)(?: bath)?), ((?:dissolve|make|mix|put|stir|prepare)\w* (?:[^.;\n]|\.\d){5,120})(?=\.?\n|[.;] |;|$)", "{3} in {0}{1} ({2} bath)"),
    ("in_a_cylinder", r"(\b(?:[Dd]issolve[sd]?|[Mm]a[kd]e up|[Mm]ix(?:ed|ture)?|stirred together|put together|shaken together)\b(?:[^.;\n]|\.\d){0,80}\bin an? (?:\d+ ?m?L )?)(?:measuring|graduated) cylinder\b", "{0}beaker"),
    ("a_cylinder_in", r"\b([Ii]n an? (?:\d+ ?m?L )?)(?:measuring|graduated) cylinder(?=,? (?:dissolve|make up|mix)|, (?:[^.;\n]|\.\d){3,80}? (?:are|is|were|was) (?:mixed|dissolved|stirred together|put together))", "{0}beaker"),
    ("time_is", r"(?:[;,]|(?<=\d g)\.|(?<=\d mL)\.|(?<=\d kg)\.) (?:[Tt]he )?(?:[Tt]otal |[Ww]hole |[Ff]eed |[Dd]osing |[Aa]ddition )?(?:[Tt]ime|[Dd]uration)(?: needed| taken| for it| of addition)?[:,]? (?=\d[\d.,]*(?:[-–]\d+)? ?(?:min|h)\b(?! (?:later|after)))", " over "),
    ("neither_colder_nor", r"\b(?:not|never) (?:colder|cooler|lower|less|below)(?: than)? (\d+)(?: ?°C)?,? (?:and|or|nor) (?:not |never )?(?:warmer|hotter|higher|more|above)(?: than)? (?=\d+ ?°C)", "between {0} and "),
    ("while_it_drips", rf"{_NEW}(?:[Kk]eep|[Hh]old|[Ss]tay|[Rr]emain|[Mm]aintain)(?: it| the flask| inside)? (?:at |between |within )?(\d+)(?: ?°C)?(?: and | to | ?[-–] ?)(\d+ ?°C) while ((?:[^.;\n]|\.\d){{3,60}}? (?:drips?|dropping|dripping|runs?|goes|flows|is (?:added|run|dripped|fed|dosed))(?: in)?)\b", "Then {2} at {0} to {1}"),
    ("starts_with", rf"{_NEW}(?:[Ss]tart|[Bb]egin) (?!with\b|to\b|at\b)(?:the )?(?=(?:[\w%.,-]+ ){{0,5}}?\(?\d[\d.,]* ?(?:m?g|mL|kg|m?mol|L)\b)((?:[^.;:\n]|\.\d){{4,60}})[.;:] (\d+ ?(?:min|h)), (?=\d+(?: to |[-–])\d+ ?°C)", "Add {0} over {1} at "),
    ("let_it_in", rf"{_NEW}[Ll]et (?!it\b|the (?:mixture|batch)\b)(?=(?:[\w%.,-]+ ){{0,5}}?\(?\d[\d.,]* ?(?:m?g|mL|kg|m?mol|L)\b)((?:[^.;:\n]|\.\d){{4,60}}?) in,? (?=(?:by drops|dropwise|slowly|(?:a|one|two|2|1) drops?\b|a (?:pinch|spoon|bit|little|few grams) at a time|drop by drop|\d|over\b|during\b|within\b))", "Add {0}, "),
    ("from_the_funnel", r"\b([Ff]rom|[Tt]hrough|[Bb]y) the ((?:dropping |addition |tap )?funnel) (?=\d[\d.,]* ?(?:mL|g|kg|L)\b(?! (?:funnel|capacity)))", "{0} the {1}, "),
    ("such_a_rate", r"\bat such a (?:rate|speed|pace) (?:that|as to (?:keep|hold)) (?:a temperature of |the temperature (?:at |of )?)?(\d+(?: ?°C)?(?: to | and |[-–])\d+ ?°C) (?:is|are|was|were) (?:kept|held|maintained)(?: inside| in the flask)?", "at {0}"),
    ("ended_by_pouring", rf"{_NEW}(?:[Tt]he )?reaction (?:is|was) (?:ended|stopped|quenched|killed|terminated|brought to an end|broken off) by pouring (?:it |the (?:mixture|batch) |all )?(?=(?:in|on ?)to )", "The mixture is poured "),
    ("divide_into", rf"{_NEW}(?:[Dd]ivide|[Ss]plit|[Ww]eigh out) ((?:[^.;:\n]|\.\d){{3,60}}?) (?:in(?:to)?) (\d{{1,2}}|two|three|four|five|six|eight|ten) (?:equal |small )?(?:lots|parts|portions|heaps)[;.,]? (?:and )?(?:add|put in|tip in|bring in) (?:one|each|a (?:lot|portion|part|heap)) (?=every\b)", "Add {0} in {1} portions, one "),
    ("divided_into", r"(?<! I)(?<! we),? (?:divided|split|parted|weighed out) (?:up )?in(?:to)? (\d{1,2}|two|three|four|five|six|eight|ten) (?:equal |small )?(?:lots|parts|portions|heaps)\b,?", " in {0} portions"),
    ("an_eighth_every", r"\b(?:portions of |by |in )?(?:an?|one) (eighth|tenth|fifth|sixth|quarter|third) (?:of it )?every (?=\d|five\b|ten\b|two\b|three\b)", "in {0} portions, one every "),
    ("portions_apart", r", (\d{1,2}|two|three|four|five|six|eight|ten) (?:equal |small )?(?:portions|lots|parts|spoonfuls), (?=(?:\d{1,2}|two|three|four|five|ten) ?min\w* (?:apart|between))", ", in {0} portions, "),
    ("shake_in", rf"{_NEW}(?:[Ss]hake|[Ss]ift|[Dd]ust|[Ss]catter|[Ss]trew|[Tt]rickle) in (?=(?:[\w%.,-]+ ){{0,5}}?\(?\d[\d.,]* ?(?:m?g|kg|m?mol)\b)", "Sprinkle in "),
    ("titrate_away", rf"{_NEW}[Tt]itrate (?:the |any )?(excess|surplus|rest)(?: of (?:it|the [\w-]+))? away with ", "Destroy the excess with "),
    ("takes_the_gas", rf"{_NEW}((?:\w|\d)(?:[^.;:\n]|\.\d){{3,45}}?),? in (an? {_SIZED}),? (?:takes|takes up|swallows|catches|absorbs|receives|is there for) (?:all |up )?the (?:gas(?:es)?|fumes|off-?gas(?:es)?|vapou?rs?)\b", "The gas is led into {0} in {1}"),
    ("trap_on_the_condenser", rf"{_NEW}(?:[Pp]ut|[Ff]it|[Aa]ttach|[Hh]ang|[Ss]et|[Cc]onnect|[Jj]oin) (an? (?:[\w-]+ ){{0,2}}(?:trap|scrubber|wash(?:ing)? bottle|washer|absorber|bubbler)(?: \([^()\n]{{3,40}}\)| (?:with|of|holding|containing) (?:[^.;:\n]|\.\d){{3,40}}?)?) (?:on|to|on to|behind) the condenser\b", "Connect the condenser to {0}"),
    ("bottles_follow", rf"{_NEW}(?:Two|two|2) (?:wash(?:ing)? |gas )?(bottles|flasks) (?:follow|stand behind|come behind|come after|stand after) the condenser, the first (?:is )?empty, the (?:second|other) (?=with|holding|containing)", "The condenser is connected with an empty bottle and a second "),
    ("closed_with_a_lead", r"\b((?:condenser|flask|neck)) is closed (?:with|by) (an? (?:gas (?:lead|line|outlet|tube)|tube|hose|outlet|bent tube|adapter with a hose)) (?=to\b|leading\b|that leads\b)", "{0} is connected by {1} "),
    ("shake_out_with", rf"{_NEW}(?:[Ss]hake out|[Pp]ull (?:it|the product) out|[Tt]ake (?:it|the product) out|(?:[Ii]t|[Tt]he (?:mixture|product|liquid|aqueous (?:layer|phase))) is (?:shaken(?: out)?|pulled out|taken out)) with (?=(?:[\w.,-]+ ){{0,5}}?(?:ether|MTBE|dichloromethane|toluene|ethyl acetate|hexane|pentane|heptane|chloroform|benzene)\b)", "Extract with "),
    ("run_off_the_water", r"\b([Rr])un (?:off|out) (?:the )?(?:spent )?(?:water|aqueous|wash(?:ing)? water|brine|acid|lower|watery|caustic)(?: layer| phase)?(?=[.,;\n]| and\b)", "the layers are separated"),
    ("solid_on_the_filter", rf"{_NEW}(?:[Tt]he )?(?:[Ss]olid|[Cc]ake|[Pp]recipitate|[Cc]rystals|[Pp]roduct) (?:on|on to|onto) (?:the |a )?(?:B[uü]e?chner(?: funnel)?|filter|frit|sinter|nutsche|suction filter),(?= )", "Filter, wash with"),
    ("separated_on_a_frit", r"\b([Ss])eparated (?=on an? (?:glass |sintered )?(?:frit|sinter|filter|B[uü]e?chner|nutsche)\b)", "filtered "),
    ("air_dry", rf"{_NEW}(?:[Aa]ir[- ]?dry|[Dd]ry by suction in air)\b(?! air)", "Dry in air"),
    ("spread_to_dry", rf"{_NEW}[Ss]pread (?:it |the (?:solid|crystals|cake) )?(?:out )?(on [^.;\n]{{3,25}}?) to dry\b", "Dry {0}"),
    ("to_it_cooled", rf"{_NEW}(To (?:[^.;:\n]|\.\d){{3,60}}? in an? {_SIZED}),? ((?:cooled|chilled|standing|kept|stirred|placed|immersed) (?:in|with|by) (?:an? )?(?:ice|cold)[ \w-]{{0,20}}?), (?=\d|(?:[\w%.-]+ ){{1,5}}\(?\d)", "{0} ({1}) "),
    ("let_it_drop_on", rf"{_NEW}[Ll]et (?!it\b|the (?:mixture|batch)\b)(?=(?:[\w%.,-]+ ){{0,5}}?\(?\d[\d.,]* ?(?:m?g|mL|kg|m?mol|L)\b)((?:[^.;:\n]|\.\d){{4,60}}?) (?:drop|drip|run|flow|trickle) (?=(?:in|on|to|in ?to|on ?to|over)\b)", "Add {0} dropwise "),
    ("dissolved_in", r"(?<=[\w)]), (?:dissolved|taken up) (in (?:[^.,;:\n]|\.\d){4,60}?),? (?=over\b|within\b|during\b|is\b|was\b|dropwise\b|drop by drop\b|from the funnel\b|slowly\b|at \d)", " {0} "),
    ("what_is_not_used", r"\bwhat (?:is|was) not (?:used|taken up|absorbed|dissolved|needed) (?:goes|passes|is led|is passed|runs|escapes) (?:on )?(?=(?:in)?to\b|through\b|over\b)", "the gas is led "),
    ("bottles_together", rf"{_NEW}(?:(?:two|three|four|five|six|several|some|[2-9]) )?(?:old |small |part |half-full )*(?:bottles?|tins?|flasks?|jars?|cans?), (?:together|in all|altogether|in total) (?=(?:about |some )?\d)", ""),
    ("empty_all_into", rf"{_NEW}[Ee]mpty (?:all(?: (?:of them|of it|two|three|four|five))?|them(?: all)?|everything|the bottles?) (?=in ?to\b)", "Put it "),
    ("food_samples", r"\b([Ff]ood) (?:samples?|specimens?)\b", "{0}stuff"),
    ("let_it_dry", rf"{_NEW}(?:[Ll]et|[Ll]eave) (?:it|them|the (?:solid|crystals|cake|product)) (?:to )?dry\b", "Dry"),
    ("water_and_ice", r"(?<=\d )(mL|g|kg|L) of (?:cold )?water and (?:crushed )?ice\b(?! ?\(?\d)", "{0} of ice and water"),
    ("into_ice_for", rf"{_NEW}(?:[Ii]nto|[Ii]n) (?:the )?ice (?=for (?:an?|half|\d|twenty|thirty|fifteen|ten)\b)", "Cool in an ice bath "),
    ("made_it_for", rf"{_NEW}(?:I|We|we) made (?:the|some|a little|my) [a-z][a-z -]{{3,30}} for (?:the|my|our|this|tomorrow)\b", "It was made for the"),
    ("mixed_beforehand", rf"{_NEW}((?:[^.;\n]|\.\d){{8,90}}?) (?:I|we) mixed (?:beforehand|before|together|apart|first)(?:,)? and then (?:emptied|poured|tipped|ran|run|dripped|added) (?=in ?to\b)", "{0} are mixed in a small flask. The mixture is poured "),
    ("suck_back", r"\b([Ii]f|[Ww]hen|[Ss]hould) suck[- ]?back (?=threatens|happens|comes|sets in|occurs|is seen|begins|starts)", "{0} pulling back "),
    ("one_every", r", (\d{1,2}|two|three|four|five|six|eight|ten) (?:equal |small )?(?:portions|lots|parts|spoonfuls), (?=one (?:every|each) \d)", ", in {0} portions, "),
    ("goes_down_into", rf"{_NEW}(?:[Tt]he|[Ii]ts) (?:tube|hose|outlet|delivery tube|gas tube) (?:goes|dips|reaches|ends|leads) (?:right |straight |deep )?(?:down )?in(?:to)? the (?:solution|flask|mixture) of the [a-z]+, ", "The tube dips into "),
    ("ground_together", rf"{_NEW}((?:\w+ )?\d|[A-Z]\d?) and (\d|[A-Z]\d?) (?:are )?(?:ground|mixed|rubbed) (?:together|well)? ?and (?:put|placed|filled) in(?:to)? the flask", "{0} and {1} into the flask"),
    ("a_stream_is_obtained", rf"{_NEW}(A|An|The) ((?:steady|good|even|regular|slow|brisk|quiet) )?(stream|current|flow|evolution) of (?:dry )?([a-z ]{{3,20}}?) (?:is (?:obtained|had|given off|formed|produced)|comes(?: off)?|results|sets in|develops)(?=[.,;\n])", "The gas comes off"),
    ("generator_flask", rf"{_NEW}[Gg]enerator(?: flask)? (\d[\d.,]* ?m?L)(?=[,.;])", "Generator: {0} flask"),
    ("put_in_the_funnel", rf"{_NEW}((?:\w|\d)(?:[^.;:\n]|\.\d){{4,60}}?) (?:is|are|was|were) (?:dissolved|taken up|diluted|mixed) (in|with) ((?:[^.;:,\n]|\.\d){{4,50}}?),? (?:and |then )+(?:put|placed|filled|poured|transferred|brought|charged) (?:in|into|to) the (?:dropping |addition |tap )?funnel\b", "Funnel: {0} {1} {2}"),
    ("for_distillation", r"\b(\d[\d.,]* ?m?L flask|flask|still) for distil\w+", "{0}, set up as a still"),
    ("was_a_sized_one", rf"{_NEW}(?:[Mm]y|[Oo]ur|[Tt]he|[Mm]ine) ?(flask|beaker|pot)? (?:was|is) an? (\d[\d.,]* ?m?L) one\b", "{1} {0}"),
    ("in_the_stuff", r"\b([Ii]n|[Ii]nto) the stuff\b", "{0} the mixture"),
    ("over_the_next", r"\b([Oo])ver the next (?:hour|60 min)\b(?! and)", "{0}ver 60 min"),
    ("over_the_next_half", r"\b([Oo])ver the next half(?: an)?[- ]hour\b", "{0}ver 30 min"),
    ("over_the_next_few", r"\b([Oo])ver the next (?=\d|twenty|thirty|forty|fifteen|ten|two|three)", "{0}ver "),
    ("filtering", rf"{_NEW}Filtering(?=[,.;]| (?:off|through|with|by)\b)", "Filter"),
    ("temperature_is", r"(?<=\d min)[.;,] (?:[Tt]emp(?:erature|\.)?|[Pp]ot|[Ii]nside|[Ii]nternal|[Bb]atch)(?: temperature)?:? (?=\d+(?: ?°C)?(?: to |[-–])\d+ ?°C)", " at "),
    ("temperature_reading", r"\b[Tt]emperature (?:reading|measurement|measuring)(?::| is| is taken)? (?=in the\b)", "Thermometer "),
    ("time_after_feed", rf"{_NEW}(?:[Rr]eaction|[Ss]tirring|[Hh]old|[Ss]tir) time after (?:the )?(?:feed|addition|dosing|last drop):? (?=\d)", "After-stirring: "),
    ("empty_the_flask", rf"(?:{_NEW}|(?<=, ))(?:[Ee]mpty|[Dd]ischarge|[Tt]ip(?= out\b| the (?:flask|pot) out\b)|[Uu]pend|[Ii]nvert) (?:out )?(?:the |your |my )?(?:reaction |whole )?(?:flask|pot|vessel|flask's contents) (?:out )?(?=(?:slowly |carefully |cautiously |out )?(?:(?:in|on ?)?to|over)\b)", "Pour the mixture "),
    ("is_emptied", rf"{_NEW}(?:[Tt]he )?(?:reaction )?(?:[Ff]lask|[Pp]ot) (?:is|was) (?:slowly |carefully |then )*(?:emptied|tipped out|discharged) (?=(?:in|on)?to\b)", "The mixture is poured "),
    ("stands_ready_with", rf"{_NEW}(?:A|An|The|a|the) ({_SIZED}) (?:with|containing|holding|that holds) ((?:[^.;:\n]|\.\d){{3,45}}?) (?:is|stands|waits|has been (?:put|made|set))(?: (?:ready|waiting|by|there|prepared|beside it|out))*(?: for it| to take it| beside it)?(?=[,;:.](?!\d))", "Put {1} in a {0}"),
    ("have_it_ready", rf"{_NEW}(?:[Hh]ave|[Kk]eep|[Gg]et|[Mm]ake) ((?:[^.;:\n]|\.\d){{3,90}}?) (?:ready|waiting|standing|standing by) (in an? {_SIZED})(?=[,;:.](?!\d))", "Put {0} {1}"),
    ("in_it_stands", rf"{_NEW}[Ii]n (an? {_SIZED}),? (?:there )?(?:stands?|waits?|are|is) (?!put\b|placed\b|mixed\b|dissolved\b|stirred\b|cooled\b|heated\b)((?:[^.;:\n]|\.\d){{3,45}}?(?:water|ice|brine)(?: \((?:[^.;:()\n]|\.\d){{3,20}}\))?)(?=[,;:.](?!\d))", "Put {1} in {0}"),
    ("receives_it", rf"{_NEW}((?:\w|\d)(?:[^.;:\n]|\.\d){{3,45}}?),? in (an? {_SIZED}),? (?:receives|takes up|takes|is given|gets) (?:all |the |this )*(?:reaction )?(?:mixture|batch|contents of the flask|lot)\b", "Pour the mixture into {0} in {1}"),
    ("break_it_up_in", rf"{_NEW}(?:[Bb]reak|[Tt]hrow|[Dd]rown|[Kk]ill|[Ss]top|[Ee]nd|[Pp]recipitate) (?:it|this|the (?:mixture|batch|lot|reaction)) (?:up |out |down |off )?(?:in|with|into|by) (?=(?:cold |iced? )?(?:\d[\d.,]* ?(?:mL|g|kg|L) of )?(?:\w+ )?(?:water|ice)\b(?:[^.;:\n]|\.\d){{0,30}}?{_SIZED})", "Pour the mixture into "),
    ("dilute_in_a_beaker", rf"{_NEW}[Dd]ilute (?:it |this |the (?:mixture|batch|lot) )?with ((?:[^.;:\n]|\.\d){{3,40}}? in an? \d[\d.,]* ?m?L (?:[\w-]+ )?(?:beaker|bucket|jar))", "Pour the mixture into {0}"),
    ("work_up_into", rf"\b([Ww]ork-?up|[Ii]solation|[Qq]uench|[Qq]uenching): ?(?:all )?(?:pour(?:ed)? )?(?:in ?to|on ?to) (?=(?:[^.;:\n]|\.\d){{3,40}}? in an? {_SIZED}|an? {_SIZED})", "{0}: the mixture is poured into "),
    ("in_goes", r"\bin (\d{1,2}|two|three|four|five|six|eight|ten|several|a few) goes\b", "in {0} lots"),
    ("of_the_strong", r"(?<=\d )(m?g|kg|m[lL]|L) of the (\d{1,3} ?%)(?= ?(?:\(|dispersion\b|suspension\b|in oil\b|w/w|,|\)))", "{0}, {1}"),
    ("strip_noun", r"(?:(?<=^)|(?<=\n)|(?<=[.;] )|(?<=- ))(?:The )?[Ss]trip (?=in\b|out\b|into\b|(?:is|was|stays?|turns?|goes|went|must|should)\b)", "The paper "),
    ("sample_of", r"(?<=\d m[lL] of )(?:the |a |your |an? unknown )?([a-z][\w() -]{3,30}?) sample\b(?= \(| in)", "{0} solution"),
    ("sample_which", r"(?<=\d m[lL] of )(?:the |a |your )?(?:sample|unknown|test solution) \((\d[^()]{4,40})\)(?= in)", "{0}"),
    ("on_a_grain", r",? (?:which )?(?:turned|turns|went|goes|gives|gave) (blue|brown|red|violet|black) (?:on|with|by) an? (?:grain|crystal|drop|trace|speck|bit) of [A-Za-z][\w-]{3,30}(?: (?!then|when|with|from|into|before)[a-z]{4,12}){0,2}(?=[,.;) ])", ", tried before: {0}"),
    ("loss_about", r"\b([Ll]oss|[Ll]oses|[Ll]ost):? (?:about |some |of )?\d[\d.,]* ?g (?:of )?(?:carbon dioxide|CO2|gas|hydrogen|water)(?: \(\d[\d.,]* ?m?L\))?", "{0} as reckoned"),
    ("with_cooling_in", r",? (?:with |under )(?:swirling|stirring|shaking) and (?:with )?cooling in (cold water|tap water|ice water|ice|an ice bath|a water bath)\b((?:[^.;\n]|\.(?=\d))*)", " with swirling{1}, the flask standing in {0}"),
    ("from_the_jar", r"\(((?:dry|damp|wet|new|old|fresh)), from the (?:brown |old |small |big |new )*(?:jar|bottle|tin|can|pot)(?=[,)])", "({0}"),
    ("set_list", r"(?m:^)(?:Set|Take|In|Use|Apparatus and charge): (\d[\d.,]* ?m?L) (round|conical|three-neck|two-neck|beaker)(?: flask)?, (?=\d)", "In a {0} {1} flask: "),
    ("bottles_altogether", r"\b[Tt]here (?:are|is) (?:[a-z]+|\d+) (?:old |half[- ]full |opened )*(bottles?|cans?|tins?|jars?),? (?:about |some |roughly )?(\d[\d.,]* ?k?g|\d[\d.,]* ?m?L) (?:altogether|in all|together|in total|of it)\b", "About {1} left in old {0}"),
    ("standing_in_kg", r"(?<=[a-z], )in (\d[\d.,]* ?k?g of (?:crushed )?ice(?: and (?:salt|water))?)(?=[.;\n])", "standing in a bath of {0}"),
    ("gas_tight_wear", r"\bgas-?tight (?=goggles|gloves|mask|syringe|suit)", "tight-fitting "),
    ("mantle_full", r"(?:(?<=^)|(?<=\n)|(?<=\. )|(?<=- ))Mantle,? (?:on )?full(?: on| up)?(?=\.)", "It is heated to reflux with the mantle"),
    ("would_react", r"(?:(?<=\. )|(?<=\n)|(?<=^))(?:A|The) mixture of ((?:[^.;\n]|\.(?=\d)){20,260}?\)) would (?:react|go|start|run|begin)[^.;\n]{0,60}; [^.;\n\d]{5,90}\.", "Materials: {0}."),
    ("boils_by_itself", r"\bboil(?:s|ed|ing)? up (?:by itself|on its own|of its own accord|of itself)\b", "froths"),
    ("let_it_drip", r"\b([Ww]e|I) let it (?:drip|run|drop|trickle) (?:on to|onto|on|into|in to) the ([a-z][a-z-]+(?: [a-z]+)?) (?:for|over|during|within|in)\b", "it is dropped into the {1} over"),
    ("is_the_dump", r"(?:(?<=\. )|(?<=\n)|(?<=^)|(?<=- ))(?:[A-Z][a-z]*|\d[\d.,]*) ?(?:kilos?|kg|kilograms?) of (?:crushed )?ice in an? (?:\d[\d.,]* ?m?L )?(?:bucket|beaker|tub|bowl|basin) (?:is|was|are|serves as|stands by as|are kept as) (?:the|a|our) dump\b", "A dump stands ready"),
    ("above_that", r" ?\((?:above|over|beyond|below|under|past) that,? [^()\d]{2,40}\)", ""),
    ("at_the_door", r"\b\d[\d.,]* ?kg (?:of )?(soda(?: ash)?|sand|bicarbonate|lime|absorbent|vermiculite)(?= (?:at the door|by the door|in the corner|on the bench|at hand|stands by|is there))", "{0}"),
    ("bought_percent_in", r"(?<=[Pp]eracetic acid) \((?:bought|commercial|fresh|as bought|purchased), (\d[\d.,]* ?%)(?: w/w)?(?: in acetic acid)?, ", " ({0}, "),
    ("no_sorry_again", r"\b[a-z]{4,}(?:\.{2,3}|…) no, ([a-z][a-z -]{3,25}?), sorry(?:, [a-z]{4,12} and [a-z]{4,14})?(?=[,.;])", "{0}"),
    ("still_some", r"\b[Tt]here was (?:still )?(?:some|a bit of|a little) ([a-z][a-z ]{4,40}?) (?:left )?in the (?:tin|bottle|can|jar|tub),? (?:[^.;\n\d]{0,60}, )?(?:so )?(I|we) (tipped|put|poured|threw|shook|spooned) in ((?:about )?(?:\d[\d.,]*|[a-z]+(?:[- ][a-z]+){0,2}) (?:grams|g|mils|mL))\b", "{1} {2} in {3} of {0}"),
    ("raise_and_keep", r"\b[Rr]aise the bath to (\d{2,3} ?°C) over (\d[\d.,]* ?min) and keep the (?:mixture|flask|melt|contents) at ", "Heat in the bath to {0} over {1}. Keep it at "),
    ("distilled_dripped", r"(?:(?<=\. )|(?<=\n)|(?<=^)|(?<=\| ))(?:[Tt]he )?[Dd]istilled ([a-z]+(?: [a-z]+)?) (?:is |was )?(dripped|poured|run|added|dropped) (into|on to|onto) ", "The distillate is {1} {2} "),
    ("batch_list", r"(?m:^)Batch: (?=[^\n;]*\d ?m?[gL]\b[^\n;]*;[^\n;]*;)", "Materials: "),
    ("diazo_in_a", r"(?m:^)(?:[Dd]iazo|[Dd]iazoti[sz]ation|[Dd]iazonium): ((?:[^\n;.]|\.(?=\d)){8,120}?) in (?:an? )?(\d+ ?mL (?:beaker|flask|conical))(?=[,.;])", "In a {1}: {0}"),
    ("combine_diazo", r"(?m:^)(?:[Cc]ombine|[Cc]oupling|[Aa]ddition): (?:the )?(?:cold )?diazo(?:nium)? sol(?:utio)?n in portions (?:of (?:about |~)?\d+ ?mL )?(?:in)?to the ([A-Za-z]+),", "The diazonium solution is added in portions to the {0} solution,"),
    ("falls_by_itself", r"\b(temperature|thermometer|reading) (falls|drops|goes down|sinks) (?:by|of) itself\b", "{0} {1}"),
    ("some_more_gas", r"(?<=\()((?:carbon dioxide|hydrogen|nitrogen|HCl|CO2|SO2|hydrogen chloride)[^()\n]{0,40}?), (?:and )?(?:some|a little|a trace of) [a-z]+(?: [a-z]+)?(?=\))", "{0}"),
    ("head_range", r"(?:(?<=\. )|(?<=\n)|(?<=^)|(?<=; ))Head (\d{2,3}) to (\d{2,3}),? (?:never|not|nowhere) (?:over|above|past) (\d{2,3})\b", "Distil at a head temperature of {0}-{1} °C, head below {2} °C"),
    ("portions", r"(?<=[a-z])\. ((?i:two|three|four|five|six|seven|eight|nine|ten|twelve|fifteen|twenty|\d{1,2})) (?:equal |small )?(portions|lots|spoonfuls|goes)(?=[,.;]| (?:over|of|each|with|and)\b(?! \d[\d.]* ?m?g (?:each )?of [a-z]))", ", in {0} {1}"),
    ("while_hot", r"\b(and|then) while (?:it|that|this)(?:'s| is| was) (?:still )?(?:\w+ and )?(?:hot|warm|cold),? (?=(?:I|we|it|it's|pour|tip|run)\b)", "{0} "),
    ("of_water", r"(?i:\b((?:(?:a|one|two|three|four|five|six|eight) hundred(?: and (?:[a-z]+ty(?:-[a-z]+)?|[a-z]+teen|ten|twelve))?|ten|twelve|fifteen|eighteen|(?:twen|thir|for|fif|six|seven|eigh|nine)ty(?:-(?:one|two|three|four|five|six|seven|eight|nine))?|hundred|\d{2,4}))) of (?:the )?(?=(?:(?:\w+(?:-\w+)? per ?cent|\d{1,2} ?%|cold|iced?|warm|hot|strong|conc\.?|concentrated|dilute|glacial|fuming) )*(?:water|ethanol|methanol|ether|acetone|alcohol|toluene|peroxide|ammonia|hydrogen peroxide|bleach|(?:hydrochloric|sul(?:f|ph)uric|nitric|acetic|hydrobromic)\b|caustic)\b)", "{0} mils of "),
    ("of_a_mole", r"(?i:\b(?:a|one) (half|third|quarter|fifth|sixth|eighth|tenth|twentieth|twenty-fifth|fiftieth|hundredth) of a mole?\b)", "{mol} mol"),
    ("at_a_rate", r",? at (?:such )?an? (?:rate|speed|pace) (?:such )?that (?:the (?:whole|addition|lot|feed)|it|this|all of it) (?:takes|took|needs|lasts) (?=(?:about |some )?\d)", " over "),
    ("from_a_beaker", r"(?<=[\w)]), (?:out of|from) an? (?:little |small )?(?:beaker|cup|jug|measuring cylinder|cylinder|glass|bottle|flask|test tube), (?=(?:in|over|within|during|slowly|drop\w*)\b)", ", "),
    ("add_how", r"(?<=\badd), (?=(?:dropwise|drop by drop|slowly|in portions|portionwise|gradually)\b)|(?<=\bAdd), (?=(?:dropwise|drop by drop|slowly|in portions|portionwise|gradually)\b)", " "),
    ("poured_in", r"(?<=poured in )the (?=one (?:go|shot|pour|portion)\b)", "in "),
    ("one_go", r"(?<=in )the (?=one (?:go|shot|pour|portion)\b)", ""),
    ("brought_in", r"(?<=\bare )brought in(?=[.,;\s])|(?<=\bis )brought in(?=[.,;\s])|(?<=\bwas )brought in(?=[.,;\s])|(?<=\bwere )brought in(?=[.,;\s])", "added"),
    ("dissolved_before", r"\b(?:that|which) (?:was|were|is|are|had been|has been) (?=dissolved in \d)", ""),
    ("up_to", r"(?<=[Ii] )take it up (?=to )|(?<=[Ww]e )take it up (?=to )", "heat it "),
    ("hours_of", r"\b(?i:an|one) hour's (?=(?:gentle |further |good |more |slow |quiet )?(?:stirring|boiling|reflux|heating|warming|rest)\b)", "1 h of "),
    ("further_hour", r"\b(?:an?|one) (?:further|full|whole|good|solid) hour\b", "1 h"),
    ("bath_for_bath", r"\b(?i:the) (?:ice|cold|ice[- ]?bath|cold bath|bath) (?:goes|comes|is)(?: away| off| out)? and (?:the|an?|some) ((?:heating )?mantle|(?:warm |hot )?water(?:[ -]bath)?|oil[ -]bath) (?:comes|goes|is)(?: on| under(?: it)?| in| up)?(?=[,.;]| and)", "the ice bath is removed and the {0} put under it"),
    ("boiled_water", r"\b(?:freshly |previously |well )?boiled(?:[- ]out)?(?:,| and|, then| and then)? (?:and )?(?:cooled |cold |re-?cooled |chilled )?(?:distilled |de-?ionised )?water\b", "water"),
    ("so_many_runs", r"(?<=[.;,] )(?i:two|three|four|five|six|\d) (?:runs|titrations|determinations)(?=[.;,\n]|$)", "repeat it"),
    ("takes_so_many", r"\b(?:One mole of|1 mol(?:e)? of|Each mole of) [^.;:\n]{3,40}? (?:takes|needs|uses|consumes|liberates|requires) (?:\d+|two|three|four|five|six|eight|ten) [^.;\n]{3,40}?(?:[:;,] (?:about |ca\.? )?\d[\d.]* ?mL (?:is |are )?(?:expected|wanted|needed))?(?=\.?(?:\n|$| [A-Z]))", "One mole takes so many moles"),
    ("one_of_it", r"(?<!half )(?<!quarter of )(?<!third of )(?<!tenth of )(?<!times )\b[Aa] (mil|mL|millilitre|gram)(?= of [a-z])(?! of a )", "1 {0}"),
    ("left_to_reach", r"\b((?i:mantle|heater|burner|heating|heat)(?: is| was)? (?:lowered|removed|taken away|switched off|turned off|stopped|off|dropped)),? (?:and )?(?:the )?(?:flask|pot|mixture|contents|batch|lot|solution|whole)(?: is| was)? (?:left|allowed|let) to (?:reach|come(?: down)?(?: to)?|get(?: down)?(?: to)?|fall(?: to)?|drop(?: to)?|cool(?: down)?(?: to)?|sink(?: to)?) (?=-?\d)", "{0}; it was cooled to "),
    ("shake_with", r"\b([Ss]hak)(?:en|e) (?:once |twice |well )?with (?=(?:the |some |a little )?(?:dilute |cold |conc(?:\.|entrated) |saturated |aqueous |fresh |more )*(?:(?:hydrochloric|sulfuric|nitric|acetic|phosphoric) acid|ether|dichloromethane|toluene|ethyl acetate|water|brine|chloroform|hexane|caustic|lye|(?:sodium |potassium )?(?:hydroxide|carbonate|bicarbonate|bisulfite|sulfite|thiosulfate))\b(?! (?:\d|\(\d)))(?![^.;\n]{0,40}\d ?m?L\b)", "extracted with "),
    ("seen_by_indicator", r"\b((?i:phenolphthalein|methyl (?:orange|red)|bromothymol blue|bromocresol green|starch|eriochrome black t?))( ?[:;,–-] ?)(?:about |ca\.? )?\d[\d.]* ?mL (?=(?:is |are |was |were )?(?:expected|wanted|used|needed)\b)", "{0}{1}a volume "),
    ("water_runs", r"(?<=[,;.] )(?:cold |tap |cooling )?(?i:water) (?:is |was )?(?:running|flowing|turned on|on)(?=[,.;]|\n|$)", "cooling on"),
    ("flask_in_water", rf"{_NEW}(?:(?:[Tt]he )?(?i:flask|beaker|pot|vessel)|[Cc]ool(?:ed|ing)?|[Ii]t (?:stands|stood|sits))(?: (?:is|was|stands|stood|sits|goes|went|put))? (?:in|into) (?:some |a little |a bit of |running )?(?:cold |tap )?water(?=[.,;\n]|$)", "The flask stands in a bath of cold water"),
    ("cooled_with_water", r"\b(?:is|was|being) cooled (?:with|by|in) (?:cold |tap |running )?water(?=[.,;\n]|$)", "stands in a bath of cold water"),
    ("flask_in_the_ice", rf"{_NEW}(?:[Tt]he )?(?i:flask|beaker|pot|vessel)(?: (?:is|was|goes|went|put))? into the ice(?=[.,;\n]|$)", "The flask stands in an ice bath"),
    ("bucket_of_ice_water", rf"{_NEW}(?:It is |It stands |All )?[Ii]n an? (?:bucket|tub|bowl|basin|pan|tray) (?:of|with) ice(?:[- ]water| and water)(?=[.,;\n]|$)", "The flask stands in an ice bath"),
    ("ice_all_around", rf"{_NEW}[Ii]ce (?:all )?(?:round|around) (?:the (?:flask|beaker|pot|outside)|it),? \(?(?:about )?(\d[\d.]* ?k?g)\)?", "The flask stands in an ice bath with {0} of ice"),
    ("thing_taken_off", r"\b(bath|ice|lid|stopper|cap|mantle|condenser|head|tube|cover|foil) (is|was) taken off\b", "{0} {1} removed"),
    ("taken_off_into", r"\b(is|are|was|were) taken off (?=into (?:a|the) (?:\w+ )?receiver|under (?:reduced|vacuum)|in vacuo|on the rotary|at \d+ ?(?:mbar|torr|hPa)|through (?:a|the) (?:\w+ )?condenser)", "{0} distilled off "),
    ("lots_through_cake", r"\b(?i:(two|three|four|five|\d)) (?:lots|portions|times|x) (?:of )?(\d[\d.]* ?mL) (?:of )?((?:cold |ice[- ])?water|ethanol|methanol|hexane) through the (?:cake|filter|crystals|solid)", "wash with {0} x {1} of {2}"),
    ("staying_behind", r"(\d[\d.]* ?mL) (?:stays?|staying|remaining|remains?) (?:behind|back|there|in it)\b", "{0} being left"),
    ("in_it_dissolved", rf"{_NEW}In (\d[\d.]* ?mL of (?:dry |cold |dilute )?[a-z][\w-]*(?: [a-z]+)?) (\d[\d.]* ?m?g(?: \([^()\n]*\))? of [\w,()'-]+(?: [a-z]+)?) (is|are|was|were) (dissolved|suspended|stirred)\b", "{1} {2} {3} in {0}"),
    ("portions_in_all", r"\b((?i:two|three|four|five|six|seven|eight|nine|ten|twelve|\d\d?)) (portions|lots|spoonfuls|pieces) of (\d[\d.]* ?m?g) (?:each )?of ([a-z][\w-]*(?: [a-z]+)?) \((\d[\d.]* ?m?g) in all((?:[,;] [^()\n]*)?)\)", "{3} ({4}{5}) in {0} {1} of {2}"),
    ("so_far_apart", r"\b(\d+ ?(?:min|s|h)) apart\b", "every {0}"),
    ("one_then_the_other", r"\b(is|are|was|were) (added|run in|dripped in|dropped in|fed) (?:in|over|within|during) (\d+ ?(?:min|h)),? (?:and )?(?=[a-z][\w-]*(?: [a-z]+)? \(\d[\d.]* ?(?:m?g|mL)[^()\n]*\) (?:in|over|within|during) \d+ ?(?:min|h))", "{0} {1} over {2}. Then "),
    ("times_so_much", r"(?<=[ (\d])(\d[\d.]* ?m?g(?: \(\d[\d.]* ?m?mol\))?), (\d{1,2}) ?[x×] ?(\d[\d.]* ?m?g),? (?=every|one every|each|wait)", "{0} in {1} portions of {2}, "),
    ("times_so_much_behind", r"(?<=[ (\d])(\d[\d.]* ?m?g(?: \(\d[\d.]* ?m?mol\))?): (\d{1,2}) ?[x×] ?(\d[\d.]* ?m?g),? (?=every|one every|each|wait)", "{0} in {1} portions of {2}, "),
    ("chilled_by", r"\) (?:was|is|were) (?:then )?(?:chilled|cooled) to (-?\d+ ?°C) (?:by|with|in|by means of) (an? (?:ice|salt|cold)[\w -]*(?:\([^()\n]*\))?)", "). It was cooled to {0} in {1}"),
    ("a_little_gas", rf"{_NEW}([Aa] little|[Ss]ome|[Aa] trace of|[Tt]races of|[Mm]uch|[Ll]ots of) (HBr|HCl|SO2|NOx|NO2|CO2|H2|Cl2|nitrous fumes|hydrogen (?:bromide|chloride))(?=[.;]|\n|$)", "{0} {1} comes off"),
    ("the_hydrate", r"\b([a-z]+ (?:acetate|carbonate|sulfate|sulfite|thiosulfate|phosphate|chloride|citrate|tungstate)), the ((?:mono|di|tri|tetra|penta|hexa|hepta|octa|deca|dodeca)hydrate)\b,?", "{0} {1}"),
    ("solution_every", r"\b(solution|mixture|suspension), (\d[\d.]* ?mL) (?=every \d+ ?(?:min|s)\b)", "{0} in portions of {1} "),
    ("and_if_it", r", and (if|when|should|whenever) (it|the thermometer|the temperature) (touches|touched|reaches|reached|gets to|got to|hits|passes|goes over|shows|says) (?=(?:-?\d+|[a-z]+(?:-[a-z]+)?)[ ,°])", "; {0} {1} {2} "),
    ("and_at_it", r", and (at|above|over) (-?\d+ ?°C) (?=(?:I|we|the (?:tap|funnel|feed)|shut|close|stop)\b)", "; {0} {1} "),
    ("hour_for_the_lot", r", (?:taking |it takes )?(an hour|half an hour|\d+ ?(?:min|h)) for (?:the (?:whole )?lot|all of it|it all|everything)\b", ", over {0}"),
    ("out_of_a_solution", rf"{_NEW}(\d[\d.]* ?mL) (?:out )?of (?:a|the) solution of ([a-z][\w,-]*(?: [a-z]+)? \(\d[^()\n]*\)) in ([a-z][\w-]* \(\d[\d.]* ?mL\)) (?:is|are|was|were) (?:let in|added|run in|dripped in|put in)", "Of {1} in {2} {0} are added"),
    ("what_remains_follows", rf"{_NEW}(?:[Ww]hat (?:remains|is left|was left)|[Rr]emaining solution|[Tt]he remaining solution)(?: of it)?(?::| (?:follows|followed|goes in|is added|comes))(?= (?:in|over|within|during|\d+ ?min))", "The rest"),
    ("in_hot_water", r"\b(?:put|placed|set|stood|stands|hung|is) in (?:hot|warm) water (?:of|at) (\d+ ?°C)", "warmed to {0} in a water bath"),
    ("times_in_all", r"\b((?i:two|three|four|five|six|seven|eight|nine|ten|twelve)) times (\d[\d.]* ?m?g) of ([a-z][\w-]*(?: [a-z]+)?) \((\d[\d.]* ?m?g)((?:[,;] [^()\n]*)?)\)", "{2} ({3}{4}) in {0} portions of {1}"),
    ("litres_together", r"(\d[\d.]* ?L) (?:together|altogether|both together|taken together)\b", "{0} in all"),
    ("paper_stays_white", r", and (the (?:paper|strip|starch[- ]iodide(?: paper)?)) (stays|remains|is) (white|colourless|unchanged)", ", until {0} stays {2}"),
    ("below_the_surface", r"\b(in \d[\d.]* ?mL of water) (below|under) the surface\b", "{0}, {1} the surface,"),
    ("into_it_goes", rf"{_NEW}[Ii]nto (it|this|that) (the (?:\w+ ){{0,3}}?(?:solution|mixture|suspension|acid|batch|liquid)) (is|was|are|were) (dripped|run|added|poured|dropped|fed)\b", "{1} {2} {3} into {0}"),
    ("gases_by_formula", r"\bSO2 (?:and|\+|&) HCl(?=,? \(?\d[\d.]* ?(?:L|mol)\b)|\bHCl (?:and|\+|&) SO2(?=,? \(?\d[\d.]* ?(?:L|mol)\b)", "sulfur dioxide and hydrogen chloride"),
    ("heating_mantle", r"\bheating mantle\b", "mantle"),
    ("used_on_metal", r"(?<=\w), (?:already |once |twice )?used (?:on|for|to clean|to pickle) (?:old |the |rusty )?(?:iron|steel|copper|brass|zinc|aluminium|parts|boards|glass(?:ware)?)(?=[.,;)]|\s(?:and|so)\b)", ", used before"),
    ("it_takes_me", rf"{_NEW}([Hh]alf an hour|[Aa]n hour|\d+ ?(?:min|h)|[a-z]+ minutes)(?: to (?:three quarters(?: of an hour)?|an hour|\d+ ?(?:min|h)))? it takes(?: me| us)?(?=[.,;])", "It takes {0}"),
    ("gas_from_cylinder", r"\b(?:[Dd]ry )?((?i:hydrogen (?:chloride|bromide|sulfide)|chlorine|ammonia|sulfur dioxide|carbon monoxide|acetylene))(?: gas)? (was|is) (?:led|passed|bubbled|blown|introduced|let) in(?:to it)?(?: slowly)? from (?:a|the|its) (?:steel |gas |small )?(?:cylinder|bottle)", "dry {0} gas {1} passed in"),
    ("solvent_layer", r"\b(?:[Tt]oluene|[Ee]ther|DCM|[Dd]ichloromethane|[Ee]thyl acetate|[Cc]yclohexane|[Hh]exane|MTBE|[Cc]hloroform) layer: (?=\d)", "organic layer: "),
    ("with_the_water_on", r",? (?:and |that's |it's )?(?:open )?with (?:the )?(?:cold |cooling |tap )?water (?:on|running|flowing)(?=[.,;\n]|$| and\b)", ""),
    ("hundredths_of_a_mole", r"(?<=[a-z]), (?:so |that's |which is )?[a-z]+(?:-[a-z]+)? hundredths of a mole\b", ""),
    ("and_it_is_below", r"\b((?i:next|each)\b[^.;\n]{0,60}?) and (?:it|the temperature|the pot) is (?:again )?(?:below|under) -?\d+ ?°C", "{0} and the temperature has fallen"),
    ("next_when_below", r"\b((?i:next|each)(?: one| portion| lot)?) (?:when it is|only when it is|only) (?:below|under) -?\d+ ?°C(?: again)?", "{0} when the temperature has fallen"),
    ("never_mixed_with", rf"{_NEW}[Nn]ever (?:be |to be |are |is )?(?:mixed|brought together|put together|combined|let meet) with [a-z][^.;\n]{{0,60}}", "Kept apart"),
    ("stock_of_which", r", (?:it's|that's|there's|there are|we have) (?:two|three|four|five|six|\d+) (?:\w+ )?(?:bottles|cans|jars|canisters)\b[^.\n]*(?:\bnot|n't) [^.\n]{0,20}\b(?:all at once|in one go|at one time|together)\b", ""),
    ("stays_next", r"\b(?i:for the next) (?=hour|half|\d)", "for "),
    ("on_a_bath", r"(?i:\b(?:the (?:flask|beaker|mixture|whole)|it|everything) (?:then |now )?(?:goes|went)) (?=(?:in|on|into|onto|on to) (?:the|a) (?:boiling |hot |\w+ )?(?:water|steam|oil|sand)[- ]bath\b)", "it is heated "),
    ("has_an_hour", r"(?<=\bit )has (?=(?:an?|one|two|half an?|\d+) ?(?:hours?|h|min)\b)", "is heated for "),
    ("over_ice", r"(?i:\b(?:it|everything|all of it|the (?:lot|whole(?: lot| thing)?|batch|mixture|contents|mass))) ?(?:'s|is|was)? ?(?:then |now |slowly |carefully |all )*(?:goes|go|went|let out|let run|sent|discharged|ladled|let down) (?:slowly |carefully )?(?:over|on to|onto|on|upon) (?=[\w\d,. ]{0,20}\bice\b)", "it is poured on "),
    ("T_lowered", r"(?i:\bthe temperature)[ \n](?:was|is)[ \n](?:then[ \n])?(?:lowered|brought[ \n]down|taken[ \n]down)[ \n]to[ \n](?=-?\d)|(?i:\b(?:it|the (?:flask|mixture|batch|solution)))[ \n](?:was|is)[ \n](?:then[ \n])?brought[ \n]down[ \n]to[ \n](?=-?\d)", "it was cooled to "),
    ("T_raised", r"(?i:\bthe temperature)[ \n](?:was|is)[ \n](?:then[ \n])?(?:raised|brought[ \n]up|taken[ \n]up)[ \n]to[ \n](-?\d{1,3} ?°C)[ \n](?:within|in|over|during|in[ \n]the[ \n]course[ \n]of)[ \n](?=\d|half|an?[ \n]hour)", "it was heated to {0} over "),
    ("after_cooling", r"\b(?:After|On)[ \n]cooling[ \n](?:down[ \n])?to[ \n](-?\d{1,2} ?°C),?[ \n](?=[a-z])", "Cool to {0}. Then "),
    ("put_in_ice", r"(?i:\b(?:it|the (?:flask|beaker|mixture)))[ \n](?:was|is)[ \n](?:put|set|placed|stood)[ \n]in[ \n](ice(?:[ \n]and[ \n](?:salt|water))?|an[ \n]ice[ \n]bath)[ \n]until[ \n](?:it|the[ \n]mixture)[ \n](?:was|is|reached|had[ \n]reached|reads|showed)[ \n](?:at[ \n]|about[ \n])?(?=-?\d)", "it was cooled in {0} to "),
    ("set_aside", r"\bset[ \n]aside[ \n](?=overnight\b|for[ \n](?:\d|the[ \n]night|half|an?[ \n]))", "left "),
    ("two_adjectives", r"(?<=[ (])((?:ice[- ]?cooled|cooled|cold|chilled|iced|hot|warm|boiling|(?:well[- ]|vigorously |mechanically )?stirred)), (?:and )?(?=(?:ice[- ]?cooled|cooled|cold|chilled|iced|hot|warm|boiling|(?:well[- ]|vigorously |mechanically )?stirred) (?:\d|solution|mixture|aqueous|suspension|water|dilute|sodium|potassium))", "{0} "),
    ("water_there", r"(?i:\b(?:(?:have|put|place|take|get) )?)(?<!\band )(?<!\bin )((?:\d[\d.,]* ?k?g of (?:crushed )?ice (?:and|in) )?\d[\d.,]* ?(?:mL|g|L|kg) of (?:crushed |cold |iced? ?|and |water\b ?)+?(?:water)?) (?:ready )?in(?:to)? (an? (?:\d[\d.,]* ?m?L )?(?:beaker|bucket|flask|jar|basin|tub))(?: ready| in ice)*(?:,|;| and)(?: then)? (?:(?:pour|tip|run|drip|wash|drop)s? )?(the (?:cooled |cold |thick )?(?:slurry|mixture|residue|lot|batch|contents|rest|salt|melt|mass|acid))(?: goes| is poured| is tipped| is run)? (?:in|on)to (?:that|it|this)\b", "pour {2} into {0} in {1}"),
    ("ends_under", r"\b(?:that |which )?(?:ends?|ending|dips|dipping|reach(?:es|ing)|goes|opens) (?:\d[\d.,]* ?[cm]m |just |well |deep |far )?(?:under|below|beneath) the (?:surface|level) of (?=(?:\d|[A-H])\b)", "dips into "),
    ("so_some_left", r"(?<=[a-z] left)(?:: | - |, so |; )(?:it got |in went |I added )?(?=[\w ,.%-]{3,45}?\b(?:sul[fp]h?ite|bisul[fp]h?ite|metabisul[fp]h?ite|thiosul[fp]h?ate|sulfamic acid|urea)\b)", ". Add "),
    ("lots_until_needed", r"\b(in \d[\d.,]* ?mL (?:lots|portions),? (?:until|till) [^.;,\n]{5,70}), (?:in all )?(\d[\d.,]* ?mL) (?:(?:were|was) (?:needed|used|enough|taken|necessary)|in all|altogether|in total)", "{1} {0}"),
    ("warmed_that", r"(?<![a-z] )\b([Ww]armed|[Hh]eated|[Cc]ooled|[Cc]hilled) (?:that|this|all that|the lot|the whole lot|the whole thing|everything)(?= (?:up |down |slowly |gently )?to\b)|(?<=\b[Ii] )(warmed|heated|cooled|chilled) (?:that|this|all that|the lot|the whole lot|the whole thing|everything)(?= (?:up |down |slowly |gently )?to\b)", "{0} it"),
    ("brought_up_to", rf"(?:(?<=^)|(?<=\n)|(?<=[.;] ))(?:(?:I|[Ww]e|[Tt]hen)[ ,]+)?(?:(?:[Bb]rought|[Gg]ot|[Tt]ook) (?:(?:it|that|this|the lot|everything) )?(?:up )?to (?=(?:about )?{_WARM}(?! ?(?:[a-zA-Z]*L|k?g|mils?|grams?|per|with|%|min\w*|h|hours?|[mc]m|mol|mbar|rpm|drops?)\b))|[Uu]p to (?=(?:about )?{_WARM} with (?:that|it)\b))", "Heat it to "),
    ("same_volume", r"\b(hydrochloric acid|sulfuric acid|nitric acid|acetic acid), (?:the )?conc(?:entrated)?\b\.?(?: stuff| one| acid| kind)?,? (?:(?:cut|thinned|diluted|mixed|let down) with (?:the same|an equal|its own) (?:volume|amount) of water|and water,? (?:one to one|1:1|half and half)(?: by volume)?),? ((?:[a-z]+(?: [a-z]+)? (?:hundred|fifty|twenty|sixty|eighty)|[a-z]+ty|(?:a |one |two |three |four )?hundred(?: and [a-z]+)?|\d[\d.,]*) ?(?:mL|mils?)) (?:altogether|in all|in total|together|total|all told)", "concentrated {0} diluted with its own volume of water, {1} in all"),
    ("half_and_half", r"\b(\d[\d.,]* ?mL) of (?:concentrated |conc\.? )?(hydrochloric acid|sulfuric acid|nitric acid)(?: \((?:conc\.?|concentrated)(?: acid)? (?:with|and) (?:the same|an equal) (?:volume|amount) of water\)| and water,? (?:half and half|one to one|1:1)(?: by volume)?)", "concentrated {1} diluted with its own volume of water, {0} in all"),
    ("ice_among_them", r"(?<=[a-zH])(?<!water)(?:, | / | \()ice(?: and water|[- ]water)?(?:\)|(?=,| /))(?=[^.\n]{0,60}\b(?:stirr\w*|open|min|dropwise|h)\b)", " in ice"),
    ("to_degrees", r"(?:(?<=armed it )|(?<=armed that )|(?<=armed this )|(?<=armed the lot )|(?<=eated it )|(?<=eated that )|(?<=eated the lot ))to ((?:thirty|forty|fifty|sixty|seventy|eighty|ninety|a hundred)(?:-five)?)(?=[.,;]| and\b)", "to {0} degrees"),
    ("gas_taken_up", r"\b(?:(?:about )?\d[\d.,]* ?mol of |[Tt]he |the gas, (?:\d[\d.,]* ?mol of )?|(?<=[.;,] )|(?<=\n))(?:[Aa]mmonia|[Hh]ydrogen (?:chloride|bromide|sulfide)|[Ss]ulfur dioxide|[Cc]hlorine|HCl|HBr|SO2|NH3|Cl2)(?: gas)?(?: \([^()]{2,30}\))?,?(?: (comes over and is absorbed|being taken up|is taken up|was taken up|passed over into|dissolved in|being absorbed))(?= (?:by |in )?the |[.,;])", "the gas {0}"),
    ("residue_being", r"\b([Tt]he residue|[Ww]hat (?:stays|remains|is left|stayed|was left)(?: (?:behind|in the (?:flask|generator)))*)(?:, | \()(?![^.;:,()]*\b(?:dissolv\w+|taken|in|with \d|wash\w*|cool\w*|dried|after|when|once|still|weigh\w*|if|as)\b)[a-z][^.;:,()\d]{5,60}?(?:,|\)) (?=(?:was|is|were|are)\b)", "{0} "),
    ("residue_consists", r"\b[Tt]he residue consist(?:s|ed) of (?:mainly |mostly )?[a-z][^.;:,()\d]{5,60}?(?=[.;])", "The residue stays"),
    ("distillate_into", r"(?:(?<=^)|(?<=\n)|(?<=- )|(?<=\. )|(?<=• )|(?<=; ))(?:[Dd]istillate|[Cc]ondensate) (dripped|run|poured|added|dropped|fed) (into|to|onto) ", "The distillate is {0} {1} "),
    ("would_have_shut", r"\b[Aa]t ((?:[a-z]+ty(?:-[a-z]+)?|[a-z]+teen|ten|eleven|twelve|\d{1,3}))(?: degrees| ?°C)?,? (?:I|we)(?:'d| would) have (?:shut|closed|stopped|dropped|lowered|taken|paused|turned)[^.;,\n]{0,30}", "stop above {0} degrees"),
    ("grams_and_moles", r"(?<=\d) g(?:, | = | / |; )(\d[\d.,]* ?m?mol) (?=of )", " g ({0}) "),
    ("hose_into_row", r"(?:(?<=tube )|(?<=hose )|(?<=pipe ))(?:to the bottom of|into|in|to) (?=(?:\d|[A-H])\b(?! ?(?:mL|g|cm|mm|L|x)\b|[.,]\d))", "dipping into "),
    ("use_up", r",? ?[\"“]?to use up (?:the|any|what is) (?:rest|left|remainder)[\"”]?", ""),
    ("content_of", r"(?<=\d g, )((?:about |some )?\d[\d.,]* ?m?mol) of [a-z]+(?=\))", "{0}"),
    ("out_with", r"(?<=and )out with (?=(?:two|three|four|\d) )", "extracted with "),
    ("two_fifties", r"\b(two|three|four) (twenties|thirties|forties|fifties|sixties|hundreds) (?=of [A-Za-z])", "{0} x {1} "),
    ("row_with_row", r"(?:(?<=^)|(?<=\n)|(?<=\n[a-hA-H1-9][.)] )|(?<=\n[a-hA-H]  )|(?<=[.;:] ))(?:(?:[Tt]he )?(?:mixture|solution) of |[Mm]ix )?([1-9]) (?:(?:is |was )?(?:mixed|diluted|thinned|let down|made up|stirred|together) with|mixed into|and|with|\+) ([1-9])(?:,? mixed)?(?: in| into) (?:the|a) (?:dropping |addition |tap )?funnel(?:,| and)?(?: then)?(?: (?:is |are )?(?:run|let|dropped|dripped|fed|added)(?: in)?)?(?= (?:over|within|during|in|dropwise|at|from|\d))", "{0} and {1} from the funnel,"),
    ("row_and_row", r"(?:(?<=^)|(?<=\n)|(?<=\n[a-hA-H1-9][.)] )|(?<=\n[a-hA-H]  )|(?<=[.;:] ))(?:[Tt]he )?(?:(?:mixture|solution) of ([1-9]) (?:and|in|with) ([1-9])|([1-9]) (?:(?:is |was )?(?:diluted|thinned|let down|mixed|together) with) ([1-9]))\b(?=,? (?:over|within|during|dropwise|from|at|in \d|\d))", "{0} and {1}"),
    ("titrated_to_be", r"(?<=[a-z] )(?:was|is|were|had been|has been) (?:titrated|assayed|analysed|checked by titration)(?: (?:at|to be|as|freshly|first|today|yesterday|beforehand|before|again|(?:on )?(?:this|that|the same|the) (?:morning|day|week)(?: before)?|(?:by|with) [a-z]+))*(?:: | and (?:is|was|found to be) )(?=\d|[a-z]+(?:-[a-z]+)? per ?cent)", "is "),
    ("as_titrated", r"(?<=[a-z]), (?:freshly |newly |just )?(?:titrated|assayed|analysed|checked by titration)(?: (?:at|to be|as|today|yesterday|before|(?:on )?(?:this|that|the same|the) (?:morning|day|week)(?: before)?))*,? (?=\d[\d.,]* ?%|[a-z]+(?:-[a-z]+)? per ?cent)", ", "),
    ("not_show", r",? (?:which |it |and it )?(?:should|must|may|is to|has to)[ \n](?:not|never)[ \n](?:show|read|indicate|register)[ \n](?:more[ \n]than|above|over)[ \n](\d{1,3})(?: ?°C)?(?![\w°])", ", below {0} °C"),
    ("after_reflux", r"\bAfter[ \n]((?:about[ \n])?\d[\d.,½/]* ?(?:h|min)\b(?:[ \n]\d+ ?min)?)[ \n](?:of|under|at)[ \n]reflux(?:ing)?\b,?[ \n]", "Reflux for {0}. "),
    ("taken_up", r"(?i:\b(product|oil|residue|solid|ester|whole|precipitate))[ \n](?:was|is|were)[ \n]taken[ \n](?:up[ \n])?in(?:to)?[ \n](?=(?:\d[\d.,]* ?mL[ \n](?:of[ \n])?)?(?:diethyl[ \n]ether|ether|ethyl[ \n]acetate|dichloromethane|toluene|chloroform)\b)", "{0} was extracted with "),
    ("extractions", r"(?i:\b(two|three|four|2|3|4))[ \n]extractions[ \n]with[ \n](\d[\d.,]* ?mL)(?:[ \n]portions)?[ \n](?:of[ \n])?", "extract {0} times with {1} of "),
    ("poured_out", r"(?<=\bpoured[ \n])out[ \n](?=(?:on|onto|into|over)\b)", ""),
    ("upon", r"\bupon[ \n](?=(?:about[ \n])?(?:\d|(?:the[ \n]|crushed[ \n]|cold[ \n]|much[ \n]|some[ \n])*(?:ice|iced?[ \n]water|cold[ \n]water)\b))", "on "),
    ("freezing", r"\ba[ \n](?:freezing[ \n]|cooling[ \n]|frigorific[ \n])?mixture[ \n]of[ \n]ice[ \n]and[ \n](?:common[ \n]|rock[ \n])?salt\b", "ice and salt"),
    ("arrow_ice", r"(?:(?<=- )|(?m:^)|(?<=\. )|(?<=; ))(?:[Bb]atch|(?:[Rr]eaction )?[Mm]ixture|[Aa]ll|[Cc]ontents|[Ii]t) ?(?:-+>|→|=>|>) ?(?=[^\n;.]{0,25}\b(?:ice|cold water)\b)", "pour it on "),
    ("ice_there", r"(?:(?<=- )|(?m:^)|(?<=\. )|(?<=; ))(?:[Cc]rushed )?[Ii]ce,? (\d[\d.,]* ?k?g),? in (an? [\w\d ]{1,14}?(?:beaker|bucket|flask|jar|pail|vessel|tub))[,;] (?:the )?(?:mixture|batch|solution|contents|all|acid) (?:is |was |are |were )?(?:slowly )?(?:poured|run|tipped|dripped|added|emptied) (?:on|in|over)(?: ?to)? (?:it|this)\b", "the mixture is poured on {0} of ice in {1}"),
    ("out_on_ice", r"(?:(?<=\. )|(?<=\n)|(?<=; )|(?<=- ))(?:[Oo]ut|[Oo]ff|[Dd]own) (?:on ?to|on|over) (?=[\w\d,. ]{0,20}\bice\b)", "pour it on "),
)  # fmt: skip
"""(name, what is written, what the rules read); a group at its beginning stays as it is."""
WRITTEN = tuple((name, patterns.compile(f"(?P<{name}>{written})")) for name, written, _ in FOLDS)
"""Each by itself: one search for all together would try every one of them at every place (seven times as slow)."""
NEEDED = tuple(patterns.needed(f"(?P<{name}>{written})") for name, written, _ in FOLDS)
"""What a text must hold for each: most are told from that alone not to stand in it."""
ONLY_FIRST = ("heading", "dated_head")
"""Behind the first piece of a text no heading stands."""


def _written_so(text: str, first: bool) -> Iterator[re.Match[str]]:
    """What is written otherwise, from left to right, none over another; where two begin at one place, the one that stands first among the folds."""
    small = text.lower()
    heap = [
        (m.start(), k, m)
        for k, (name, p) in enumerate(WRITTEN)
        if (first or name not in ONLY_FIRST) and patterns.may_match(NEEDED[k], small) and (m := p.search(text)) is not None
    ]
    heapify(heap)
    end = 0
    while heap:
        begin, k, m = heap[0]
        if begin < end:  # another stood there: the next of this one
            again = WRITTEN[k][1].search(text, end)
            if again is None:
                heappop(heap)
            else:
                heapreplace(heap, (again.start(), k, again))
            continue
        yield m
        end = m.end() if m.end() > begin else begin + 1


PART_OF_A_MOLE = {
    "half": "0.5", "third": "0.333", "quarter": "0.25", "fifth": "0.2", "sixth": "0.167", "eighth": "0.125", "tenth": "0.1", "twentieth": "0.05",
    "twenty-fifth": "0.04", "fiftieth": "0.02", "hundredth": "0.01",
}  # fmt: skip
TURNS = {
    "heating_goes_on",
    "in_the_open_beaker",
    "water_put_round",
    "distillate_dripped_by",
    "ice_and_water",
    "on_the_rotary",
    "take_up_in",
    "stands_and_lot_goes",
    "T_lowered",
    "T_raised",
    "put_in_ice",
    "upon",
    "arrow_ice",
    "ice_there",
    "ice_round",
    "round_it",
    "up_to",
    "stays_next",
    "on_a_bath",
    "over_ice",
    "out_on_ice",
    "first_then",
    "first_then_lots",
    "left_destroyed",
    "let_it_run",
    "water_there",
}
"""Folds that may begin a sentence."""
CUT = patterns.compile(r"(?<=\S\n\n)(?=\S)(?!\||[^\n|]*\S(?: {3,}|\t+)\S)")
"""Behind an empty line that stands behind words and not between rows: nothing that is folded goes across."""
PIECES_KEPT = 4000
ROW = patterns.compile(r"^[ \t]*\||\S(?: {3,}|\t+)\S")
"""A line with columns."""
READ = {name: read for name, _, read in FOLDS}


STARTS = patterns.compile(r"(?<![\w.])([\w°%)]+)[.!?]+ +([A-Za-z])")
SHORT = {"conc", "dil", "approx", "ca", "aq", "sat", "satd", "vol", "temp", "equiv", "incl", "resp", "etc", "eg", "ie", "no", "fig", "max", "min", "ml", "nr", "vs", "wt", "anh", "tech", "dest", "ph", "sec", "tert", "abs", "dr", "ref", "pos", "op", "hrs", "hr"}  # fmt: skip
"""Words before a full stop that ends no sentence."""
LOWER_PART = 0.6
"""Part of a text's sentences that begin small from which all are taken to (assumption)."""


NUMBERED = patterns.compile(r"\W*(?:step |no |nr )?\(?(?:\d{1,3}|[a-z])", re.I)
"""What stands before a full stop that ends a row's number."""


def _line_before(text: str, m: re.Match[str]) -> str:
    """The line up to and with the word before a full stop."""
    return text[text.rfind("\n", 0, m.start()) + 1 : m.end(1)]


def _begun(text: str) -> str:
    """A text that is written without capitals with the first letters of its sentences as capitals: what begins one is read as a doing."""
    starts = [m for m in STARTS.finditer(text) if m[1].lower() not in SHORT and not NUMBERED.fullmatch(_line_before(text, m))]
    starts = [m for m in starts if text[m.end() : m.end() + 1].isalpha() or m[2] in "aI"]  # "1. a, b into the flask": rows by their letters
    small = [m for m in starts if m[2].islower()]
    if len(small) < 2 or len(small) < LOWER_PART * len(starts):
        return text
    letters = list(text)
    for m in small:
        letters[m.start(2)] = m[2].upper()
    return "".join(letters)


BY_DASHES = patterns.compile(r"^([ \t]*(\d{1,2})) [-–—] (?=\S)", re.M)


def _numbered(text: str) -> str:
    """Lines that are numbered by dashes ("3 - 16 g of bromine …") with a stop behind their number: no range of amounts."""
    found = list(BY_DASHES.finditer(text))
    runs = [m for k, m in enumerate(found) if any(0 <= j < len(found) and int(found[j][2]) - int(m[2]) == j - k for j in (k - 1, k + 1))]
    if len(runs) < 3:
        return text
    letters = list(text)
    for m in runs:
        letters[m.end(1) : m.end()] = ".  "
    return "".join(letters)


LIST_LABEL = patterns.compile(
    r"^(?P<label>(?:Take|Need|Have|Charge|Charges|Materials?|Reagents|Chemicals) {2,})(?=\S[^\n]*\d ?(?:m?g|m?L)\b)", re.M
)
"""The label of a card's row that lists what goes in."""
GOES_ON = patterns.compile(r"\n {4,}(?=[^\s|][^\n]*\d ?(?:m?g|m?L|mol|drops?)\b)")
"""A further line of it."""
STEP_LINES = patterns.compile(r"^[ \t]*\d{1,2}(?:[.)]| {2,}| ).*$", re.M)
LIST_AS = "Reagents:"


def _listed(text: str) -> str:
    """A card's label before items that its numbered steps name again, as "Reagents:", its further lines in one, with nothing moved."""
    m = LIST_LABEL.search(text)
    if m is None:
        return text
    end = m.end()
    while True:
        line = text.find("\n", end)
        on = GOES_ON.match(text, line) if line >= 0 else None
        if on is None:
            break
        end = on.end()
    stop = text.find("\n", end)
    stop = len(text) if stop < 0 else stop
    steps = " ".join(x.group() for x in STEP_LINES.finditer(text, stop)).lower()
    items = [x for x in re.split(r";|\n {4,}", text[m.end() : stop]) if x.strip()]
    words = [re.findall(r"[a-z]{4,}", x.lower()) for x in items]
    again = sum(any(w in steps for w in ws) for ws in words)
    if len(items) < 2 or again < 2 or again < len(items) / 2 or len(m["label"]) < len(LIST_AS) + 1:
        return text
    letters = list(text)
    letters[m.start() : m.end()] = LIST_AS.ljust(len(m["label"]))
    for x in GOES_ON.finditer(text, m.end(), stop):
        letters[x.start() : x.end()] = ("; " * len(x.group()))[-len(x.group()) :]  # no gap, which would part columns
    return "".join(letters)


def plain(text: str) -> tuple[str, list[int]]:
    """The text as the rules read it, and where each of its characters stood in `text` ([] where nothing changed).

    The text is cut where nothing goes across, and each piece is kept as it was folded: after a key all but one are as they were.
    """
    begun = _listed(_numbered(_begun(text)))
    pieces = [_piece(begun[a:b], a == 0) for a, b in pairwise([0, *(m.start() for m in CUT.finditer(begun)), len(begun)])]
    if all(folded and not moved for folded, moved, _ in pieces):
        return begun, [] if begun == text else list(range(len(text) + 1))
    where: list[int] = []
    begin = 0
    for folded, moved, length in pieces:
        where += [begin + k for k in moved] if moved or not folded else range(begin, begin + length)
        begin += length
    return "".join(folded for folded, _, _ in pieces), [*where, len(text)]


PARTS = {"third": "3", "quarter": "4", "fifth": "5", "sixth": "6", "eighth": "8", "tenth": "10"}
"""How many such parts make the whole."""
SAID_AS = {
    "two": "2", "three": "3", "four": "4", "twenties": "20 mL", "thirties": "30 mL", "forties": "40 mL", "fifties": "50 mL", "sixties": "60 mL", "hundreds": "100 mL",
}  # fmt: skip
TENS = {"thirty": "30", "forty": "40", "fifty": "50", "sixty": "60", "seventy": "70", "eighty": "80", "ninety": "90", "a hundred": "100"}


def _a_bath(text: str, m: re.Match[str], name: str) -> str:
    """ "so I swapped it to the hot water, seventy", "The ice was exchanged for an oil bath at 90 °C": heated in that bath, as its own sentence."""
    told = [x for x in m.groups()[m.re.groupindex[name] :] if x is not None]
    new = not text[: m.start()].rstrip(" ") or text[: m.start()].rstrip(" ")[-1] in ".;!?\n-"
    kind = told[0] if len(told) > 1 else ""
    tens, _, ones = re.sub(r" ?(?:°C|degrees)$", "", told[-1]).lower().partition("-") if told else ("", "", "")
    heat = f"{TENS.get(tens, tens)}" if not ones else f"{int(TENS.get(tens, '0')) + {'two': 2, 'five': 5, 'eight': 8}[ones]}"
    where = (
        "on the steam bath"
        if name == "on_the_steam"
        else f"in {'an' if kind[:1] in ('o', 'a') else 'a'} {kind or 'water'} bath at {heat} °C"
    )
    return ("" if new else ". ") + f"The flask is heated {where}"


TIMES_WATER = dict(
    zip(
        ("one", "two", "three", "four", "five", "six", "seven", "nine", "ten", "twelve", "eighteen"),
        ("mono", "di", "tri", "tetra", "penta", "hexa", "hepta", "nona", "deca", "dodeca", "octadeca"),
        strict=True,
    )
)
"""How chemists count the water of a hydrate."""


def _places(m: re.Match[str], put: str) -> list[int]:
    """Where the characters of what is put for a match stood: those that it begins and ends with as written at their own places."""
    was, least = m.group(), min(len(m.group()), len(put))
    begin = next((k for k in range(least) if was[k] != put[k]), least)
    end = next((k for k in range(least - begin) if was[-1 - k] != put[-1 - k]), least - begin)
    between = len(put) - begin - end
    last = m.end() - 1 - end if not end else m.start() + begin
    at = [min(m.start() + begin, m.end() - 1)] * max(between - 1, 0) + [min(max(last, m.start()), m.end() - 1)] * bool(between)
    return [*range(m.start(), m.start() + begin), *at, *range(m.end() - end, m.end())]


@lru_cache(PIECES_KEPT)
def _piece(text: str, first: bool) -> tuple[str, tuple[int, ...], int]:
    """(a piece as the rules read it, where each of its characters stood, or nothing where none moved, its length as written).

    What stands in columns stays in them: a shorter word before two spaces is filled up with spaces.
    """
    out: list[str] = []
    where: list[int] = []
    at = 0
    for m in _written_so(text, first):
        name = str(m.lastgroup)
        put = ALIKE[m.group()] if name == "alike" else READ[name].upper() if name == "sulph" and m.group().isupper() else READ[name]
        kept = next((x for x in m.groups()[m.re.groupindex[name] :] if x is not None), "")
        if "{" in put:
            told = [x for x in m.groups()[m.re.groupindex[name] :] if x is not None]
            put = put.format(*told, *[""] * 3, mol=PART_OF_A_MOLE.get(told[0].lower() if told else "", "")).removesuffix(" ()")
            kept = ""
        if put and name in TURNS and (m.group()[0].isupper() or m.group()[0].isdigit()):
            put = put[0].upper() + put[1:]
        if name.startswith("first_then"):
            put = re.sub(r"(?i)\b(?:one |a )?gram and a half\b", "1.5 g", re.sub(r"(?i)\b(?:one|a) gram\b(?! and)", "1 g", put))
        if name == "an_eighth_every":
            put = re.sub(r"(?<=in )\w+", lambda x: PARTS[x[0].lower()], put)
        if name == "two_fifties":
            put = " ".join(SAID_AS.get(word, word) for word in put.split(" "))
        if name in ("clock_range", "from_clock_to"):
            begun, over = (60 * int(told[k]) + int(told[k + 1]) for k in (0, 2))
            of = "" if m.string[m.end() :].startswith(("at ", "in ", "under ", "on ")) else "During "
            put = f"{of}{(over - begun) % (24 * 60)} min "
        if name in ("into_a_bath", "on_the_steam"):
            put = _a_bath(text, m, name)
        if name == "hydrate_with_waters":
            put = f" {TIMES_WATER[put.lower()]}hydrate"
        if name == "step":
            put = re.sub(r"\D", "", m.group()) + ". "
        if name == "strength":
            put = re.sub(r"^(?!fuming)\S+ |[()]", "", m.group(), flags=re.I)
            put = re.sub(r"^(fuming) (.*) $", r"\2 \1 ", put, flags=re.I)
        if name == "rows" and not ROW.search(text[text.rfind("\n", 0, m.start()) + 1 : m.start()]):
            continue
        if name not in ("celsius", "percent") and kept:
            put = ("-" if kept == "-" else " ") + put
        if put == m.group():
            continue
        out.append(text[at : m.start()])
        where += range(at, m.start())
        at = m.end()
        if put and text[at : at + 2] == "  ":
            put = put.ljust(m.end() - m.start())
        out.append(put)
        where += _places(m, put)
    if not out:
        return text, (), len(text)
    return "".join(out) + text[at:], (*where, *range(at, len(text))), len(text)
