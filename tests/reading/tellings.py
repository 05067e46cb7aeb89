"""Ten sound procedures as four people would tell them: what is done is the same in every telling, only the words, their order and the layout differ (common practice, no source).

`told(person, procedure, seed)` gives a text. The phrases of each but the first were written before the reading had seen any of them.
"""

from __future__ import annotations

import random
from collections.abc import Callable
from typing import Any

from reading.generate import SPOKEN

Op = tuple[str, dict[str, Any]]
Phrases = dict[str, dict[str, list[str]]]
Thing = tuple[str, float | None, float | None, float | None, str | None]
"""Name, g, mL, mmol, strength."""
IN_WORDS = SPOKEN | {2: "two", 3: "three", 4: "four", 6: "six", 7: "seven", 8: "eight", 9: "nine", 50: "fifty"}


def time_of(minutes: int, r: random.Random, mood: str) -> str:
    """A time in one of its forms."""
    forms = [f"{minutes} min", f"{minutes} minutes"]
    forms += {60: ["1 h", "one hour"], 30: ["half an hour", "0.5 h"], 120: ["2 h", "two hours"]}.get(minutes, [])
    if minutes in IN_WORDS:
        forms.append(f"{IN_WORDS[minutes]} minutes")
    return r.choice([*forms, *([f"{minutes}'"] if mood == "N" else [])])


def amount_of(thing: Thing, r: random.Random, mood: str) -> str:
    """A substance with its amount in one of its forms."""
    name, g, ml, mmol, strength = thing
    much = f"{g:g} g" if g else f"{ml:g} mL"
    called = f"{strength} {name}" if strength else name
    if mmol and r.random() < 0.4:
        moles = r.choice([f"{mmol:g} mmol", f"{mmol / 1000:g} mol"])
        if mood == "N":
            return r.choice([f"{much} ({moles}) {called}", f"{called} {much} ({moles})"])
        return r.choice([f"{much} of {called} ({moles})", f"{called} ({much}, {moles})"])
    if mood == "N":
        return r.choice([f"{called} {much}", f"{much} {called}", f"{called}, {much}"])
    return r.choice([f"{much} of {called}", f"{much} {called}" if mood == "T" else f"{called} ({much})"])


def list_of(things: list[Thing], r: random.Random, mood: str) -> str:
    """Substances in a row."""
    told = [amount_of(x, r, mood) for x in things]
    if mood == "N" and len(told) > 1:
        return r.choice([" + ", " / "]).join(told)
    return told[0] if len(told) == 1 else ", ".join(told[:-1]) + " and " + told[-1]


def capital(s: str) -> str:
    """With a capital at its beginning."""
    return s[:1].upper() + s[1:]


# fmt: off
F: Phrases = {}
F["charge"]={
"P":["{A} were placed in a {v} fitted with {f}","In a {v} equipped with {f} were placed {a}","A {v} carrying {f} was charged with {a}","A {v} (with {f}) received {a}","{A} were combined in a {v}, which carried {f}","Into a {v} with {f} there was introduced {a}","To a {v}, provided with {f}, was added {a}","{A} were brought together in a {v} having {f}"],
"I":["Place {a} in a {v} with {f}","Charge a {v} ({f}) with {a}","Set up a {v} with {f}; put in {a}","Put {a} into a {v} fitted with {f}","Take a {v} with {f}. Weigh in {a}","Fit a {v} with {f} and add {a}","Introduce {a} into a {v} provided with {f}"],
"N":["{v}, {f}: {a}","{a} in {v} ({f})","{v} w/ {f}; {a} in","{a} -> {v}, {f}","in {v}: {a}. {F}"],
"T":["I put {a} into a {v} with {f}","We start with {a} in a {v}; it has {f}","The {v} has {f}, and in go {a}","First {a} go into the {v}, which has {f}","I've a {v} here with {f}. In goes {a}"]}
F["cool"]={
"P":["The mixture was cooled to {t} °C in an ice bath ({ice})","It was chilled to {t} °C by means of an ice bath ({ice})","The flask was immersed in an ice bath ({ice}) until the contents had reached {t} °C","Cooling with ice and water ({ice}) brought the contents to {t} °C","An ice bath ({ice}) was raised under the flask, and the temperature fell to {t} °C"],
"I":["Cool to {t} °C in an ice bath ({ice})","Set the flask in an ice bath of {ice} and wait for {t} °C","Bring to {t} °C with an ice bath ({ice})","Surround with ice and water, {ice}; let it come to {t} °C","Chill the contents to {t} °C ({ice} of ice in the bath)"],
"N":["ice bath {ice}, to {t} °C","ice/water ({ice}) -> {t} °C","cooled {t} °C, ice bath {ice}","bath: {ice} ice; T = {t} °C"],
"T":["An ice bath, {ice}, goes round it and I wait until it's at {t} °C","I get it down to {t} °C with an ice bath of {ice}","Ice bath, {ice}, and down to {t} degrees","It sits in an ice bath ({ice}) till the thermometer says {t}"]}
F["feed"]={
"P":["{A} was added dropwise over {d}, the temperature being kept at {lo}–{hi} °C","With stirring {a} was run in from the dropping funnel during {d} at {lo} to {hi} °C","{A} was dropped in within {d}, so that the contents stayed between {lo} and {hi} °C","Over {d} {a} was introduced dropwise with stirring, the internal temperature not exceeding {hi} °C","{A} was allowed to drop in from the funnel in the course of {d}; the temperature was held below {hi} °C","During {d} there was added, drop by drop, {a} (internal temperature {lo}–{hi} °C)","The dropping funnel held {a}; this was let in during {d} at no more than {hi} °C"],
"I":["Add {a} dropwise over {d} at {lo}–{hi} °C","Drop in {a} within {d}; keep the contents below {hi} °C","Run in {a} from the dropping funnel over {d}, holding {lo} to {hi} °C","Let {a} drip in over {d}. Do not exceed {hi} °C","Over {d}, add {a} drop by drop, {lo}–{hi} °C inside","Fill the dropping funnel with {a} and let it in over {d}, never above {hi} °C","From the dropping funnel: {a}, {d}, {lo} to {hi} °C inside"],
"N":["{a} dropwise, {d}, {lo}-{hi} °C","dropped in {a}, {d}, T < {hi} °C","funnel: {a} in over {d} ({lo}-{hi} °C)","{a} via dropping funnel {d}; max {hi} °C","+ {a}, dropwise over {d}, T {lo}-{hi}"],
"T":["Now {a} drips in from the funnel over {d}, and I keep it between {lo} and {hi} °C","I drop in {a} over {d} and don't let it past {hi} °C","{A} go in drop by drop, {d} altogether, {lo} to {hi} degrees","The dropping funnel gets {a}. That takes {d} to run in, and it stays under {hi} °C","Over {d} I let {a} in from the funnel; {hi} °C is the limit"]}
F["portions"]={
"P":["{A} was added in {n} portions over {d}, at {lo}–{hi} °C","In the course of {d} {a} was introduced in {n} equal portions, the temperature remaining below {hi} °C","{A} was given in by {n} portions during {d}, each being added when the temperature had fallen to {lo} °C, none above {hi} °C"],
"I":["Add {a} in {n} portions over {d} at {lo}–{hi} °C","Put in {a}, a spatula at a time ({n} portions, {d}), below {hi} °C","In {n} portions over {d}, add {a}; keep it under {hi} °C"],
"N":["{a} in {n} portions, {d}, {lo}-{hi} °C","{n} portions of in all {a}, {d}, T < {hi} °C","{a}: {n} x, over {d}, below {hi} °C"],
"T":["{A} go in, {n} portions over {d}, and it stays under {hi} °C","I add {a} in {n} portions, {d}, never over {hi} °C"]}
F["hold"]={
"P":["Stirring was continued for {d} at {t} °C","The mixture was stirred for {d} more at {t} °C","It was kept at {t} °C for {d}","After {d} at {t} °C with stirring the reaction was complete","The contents were held at {t} °C for a further {d}"],
"I":["Stir for {d} at {t} °C","Keep at {t} °C for {d}","Hold {d} at {t} °C, stirring","Leave to stir at {t} °C for {d}","Allow {d} more at {t} °C"],
"N":["stir {d}, {t} °C","{d} @ {t} °C","held {t} °C, {d}","{t} °C {d} more"],
"T":["It stirs for {d} at {t} °C","I give it {d} more at {t} °C","Then {d} at {t} degrees, stirring","It's left stirring {d} at {t} °C"]}
F["warm"]={
"P":["The ice bath was removed, and the mixture warmed to {t} °C and stirred there for {d}","The bath was replaced by water of {t} °C and stirring continued for {d}","It was then brought to {t} °C in a water bath, where it was kept for {d}","The temperature was raised to {t} °C (water bath) and held for {d}"],
"I":["Take the ice away, warm to {t} °C and stir for {d}","Exchange the ice bath for a water bath; {t} °C for {d}","Warm to {t} °C in a water bath and hold for {d}","Raise to {t} °C on the water bath, keep there {d}"],
"N":["ice off, to {t} °C, {d}","water bath {t} °C, {d}","warmed to {t} °C; {d}","bath swapped: water {t} °C {d}"],
"T":["Ice off, and it warms to {t} °C and stays there {d}","I swap the ice for a water bath at {t} °C, {d}","It goes up to {t} °C on the water bath and gets {d} of that"]}
F["reflux"]={
"P":["The mixture was heated under reflux for {d} on a {b}","It was boiled under reflux for {d} ({b})","Refluxing was continued for {d}, heat being supplied by a {b}"],
"I":["Heat under reflux for {d} on a {b}","Boil under reflux for {d}, {b}","Reflux {d} with a {b}"],
"N":["reflux {d}, {b}","{b}: reflux {d}","refluxed {d} ({b})"],
"T":["It refluxes for {d} on the {b}","I keep it boiling under reflux for {d}; {b}","{d} of reflux on a {b}"]}
F["pour"]={
"P":["The mixture was poured slowly, over {d}, onto {w} in a {q}, with stirring, the temperature remaining below {hi} °C","With stirring the contents of the flask were run into {w} in a {q} during {d} (not above {hi} °C)","A {q} was charged with {w}, and the reaction mixture poured in during {d} with good stirring below {hi} °C","It was poured during {d} into a {q} holding {w}; the temperature did not pass {hi} °C. The beaker was stirred"],
"I":["Pour slowly, {d}, onto {w} in a {q}, stirring, below {hi} °C","Have {w} ready in a {q}; pour the mixture in over {d} with stirring, not above {hi} °C","Into a {q} put {w}. Pour in the reaction mixture over {d}; stir; keep below {hi} °C","Run the contents of the flask over {d} into a stirred {q} with {w}, below {hi} °C"],
"N":["poured onto {w} in {q}, {d}, stirred, < {hi} °C","-> {w} ({q}), slowly {d}, stirred, T < {hi} °C","{q}: {w}; mixture poured in over {d}, stirring, below {hi} °C"],
"T":["Then I pour it, slowly, {d}, onto {w} in a {q}, stirring, and it stays below {hi} °C","A {q} with {w} stands ready and the lot goes in over {d}, stirred, below {hi} °C","Over {d} it's poured into a {q} of {w}, stirred all the while, never above {hi} °C"]}
F["filterwash"]={
"P":["The crystals were collected on a Büchner funnel, washed with {w} until neutral and dried in air","The solid was filtered off with suction, washed with {w} and dried on the filter","It was filtered and the product washed with {w}; it was left to dry in the air"],
"I":["Filter with suction, wash with {w}, dry in air","Collect the solid on a Büchner funnel; wash it with {w}; let it dry in the air","Suck off the crystals and rinse with {w}. Air-dry"],
"N":["filtered, washed {w}, air-dried","Büchner, wash {w}, dry in air","solid off (suction), {w}, air"],
"T":["It's filtered with suction, washed with {w} and dried in the air","I suck it off, rinse with {w} and leave it to dry in the air"]}
F["extract"]={
"P":["The aqueous layer was extracted with {s} (no flame near), and the extract was dried over {dry}","The product was taken up in {s}, the layers were separated, and the organic layer dried over {dry}","Extraction with {s} and drying over {dry} followed"],
"I":["Extract with {s}, no flames near; dry over {dry}","Shake out with {s} and dry the extract over {dry}","Take up in {s}, separate, dry over {dry}"],
"N":["extr. {s}; dried {dry}","{s}, layers separated, {dry}","shaken out w/ {s}, over {dry}"],
"T":["I shake it out with {s} and dry that over {dry}","Out with {s}, no flame about, then {dry}"]}
F["wash"]={
"P":["The organic layer was washed with {w} in a separating funnel, which was vented often","It was shaken with {w} (the funnel being vented)","The layer was separated and washed with {w}, venting the funnel"],
"I":["Separate the layers and wash the organic one with {w}, venting the funnel","Wash with {w}; vent the funnel after each turn"],
"N":["org. layer washed {w}, vented","wash {w} (vent!)"],
"T":["The layer is washed with {w}, and I vent the funnel every time","In the separating funnel with {w}, vented"]}
F["dryover"]={"P":["It was dried over {dry}"],"I":["Dry over {dry}"],"N":["dried {dry}"],"T":["Dried over {dry}"]}
F["rotavap"]={
"P":["The solvent was removed on a rotary evaporator at {t} °C","Evaporation of the solvent under reduced pressure (bath {t} °C) left the product","The solvent was taken off in the rotary evaporator (bath {t} °C)"],
"I":["Remove the solvent on the rotary evaporator at {t} °C","Evaporate at {t} °C on the rotary evaporator","Strip the solvent off under reduced pressure, bath {t} °C"],
"N":["rotavap {t} °C","solvent off (rotary evaporator, {t} °C)"],
"T":["The solvent comes off on the rotary evaporator at {t} °C","I take the solvent off on the rotary, {t} °C"]}
F["distil"]={
"P":["The residue was distilled under reduced pressure, {bp} °C at {p} mbar (bath {bath} °C), {left} mL being left in the flask","Distillation in vacuo gave the product at {bp} °C/{p} mbar (oil bath {bath} °C); it was stopped with {left} mL in the flask"],
"I":["Distil at {p} mbar, {bp} °C, oil bath {bath} °C; leave {left} mL in the flask","Distil in vacuo ({bp} °C/{p} mbar, bath {bath} °C), stopping at {left} mL of residue"],
"N":["dist. {bp} °C/{p} mbar, bath {bath} °C, {left} mL left","vac. distilled {bp}/{p} mbar, bath {bath} °C; stopped with {left} mL in pot"],
"T":["I distil it at {p} mbar, it comes at {bp} °C, bath {bath} °C, and I leave {left} mL in the flask","It distils at {bp} °C, {p} mbar, bath {bath} °C; {left} mL stay in the flask"]}
F["distilatm"]={
"P":["It was distilled from a {b}, the fraction boiling at {bp} °C being collected, and {left} mL were left in the flask","Distillation ({b}) gave the product at {bp} °C; {left} mL remained in the flask"],
"I":["Distil from a {b}; collect {bp} °C; leave {left} mL in the flask","Distil ({b}, {bp} °C) until {left} mL are left"],
"N":["dist. {bp} °C, {b}, {left} mL left","{b}, distilled {bp} °C; {left} mL stay"],
"T":["I distil it off the {b}, {bp} °C, and leave {left} mL","It's distilled, {b}, {bp} °C, and {left} mL are left behind"]}
F["scrub"]={
"P":["From the top of the condenser a tube led through an empty {trap} bottle to a funnel held just above {w} in a {q}","The gas was led from the condenser over an empty {trap} washing bottle into {w} in a {q}, the funnel not dipping","The outgoing gas passed through an empty {trap} safety bottle and was absorbed in {w} ({q}, inverted funnel just above the liquid)"],
"I":["Lead the gas from the condenser through an empty {trap} bottle to a funnel just above {w} in a {q}","Connect the condenser through an empty {trap} bottle with an inverted funnel over {w} in a {q}; it must not dip"],
"N":["gas: condenser -> empty {trap} bottle -> funnel just over {w} ({q})","off-gas via empty trap ({trap}) to inverted funnel above {w}, {q}"],
"T":["The gas goes from the condenser through an empty {trap} bottle to a funnel just over {w} in a {q}","From the condenser a hose runs to an empty {trap} bottle and on to a funnel hung just over {w} in a {q}"]}
F["neutral"]={
"P":["The aqueous filtrate was neutralised with sodium carbonate in portions in an open {q}","The acid liquors were made neutral with sodium carbonate, added in portions, in an open {q}"],
"I":["Neutralise the acid filtrate with sodium carbonate in portions, open {q}","Acid water: sodium carbonate in portions in an open {q} until neutral"],
"N":["acid water neutralised, Na2CO3 in portions, open {q}","waste: Na2CO3 by portions, {q}, open"],
"T":["The acid water is neutralised with soda in portions in an open {q}","Sodium carbonate goes into the acid water bit by bit in an open {q}"]}
F["destroy"]={
"P":["{X} left over was destroyed with {w}, added in portions until {sign}","Excess {x} was reduced by portionwise addition of {w} until {sign}"],
"I":["Destroy the {x} left with {w}, in portions, until {sign}","Add {w} in portions to take away the {x} that is left, until {sign}"],
"N":["rest of {x}: {w} in portions until {sign}","{w} added bit by bit till {sign} ({x} gone)"],
"T":["What {x} is left I kill with {w}, a bit at a time, until {sign}","Then {w}, in portions, until {sign}, so the {x} is gone"]}
F["recryst"]={
"P":["The product was recrystallised from {w} on a water bath"],
"I":["Recrystallise from {w} on the water bath"],"N":["recryst. {w}, water bath"],"T":["It's recrystallised from {w} on a water bath"]}
F["ppe"]={
"P":["The work was done in the hood with gloves, goggles and a face shield","Gloves, goggles and face shield were worn, and all was done in the hood"],
"I":["Work in the hood; wear gloves, goggles and a face shield","Hood. Gloves, goggles, face shield"],
"N":["hood, gloves, goggles, face shield","PPE: gloves, goggles, shield. Hood"],
"T":["All in the hood, gloves, goggles, face shield","Hood, gloves, goggles and a face shield, always"]}
F["raw"]={m:["{x}"] for m in "PINT"}
LABEL={"charge":["Charge","In","Vessel","Start","Flask"],"cool":["Cool","Cooling"],"feed":["Feed","Add","Addition","Run in"],"portions":["Add","Addition","Feed"],"hold":["Hold","Stir","After"],"warm":["Warm","Then","After"],"reflux":["Reflux","Heat","Boil"],"pour":["Quench","Pour","Work-up","On to ice"],"filterwash":["Filter","Isolate"],"extract":["Extract","Work-up"],"wash":["Wash","Washing"],"dryover":["Dry"],"rotavap":["Solvent","Evaporate"],"distil":["Distil","Distillation"],"distilatm":["Distil"],"scrub":["Gas","Off-gas","Vent"],"neutral":["Waste","Acid water"],"destroy":["Destroy","Excess"],"recryst":["Purify","Recrystallise"],"ppe":["PPE","Where","Safety"],"raw":["Note"]}
F2: Phrases = {}
F2["charge"]={
"P":["{A} were transferred to a {v} ({f})","A {v} was fitted with {f} and loaded with {a}","{A} were weighed into a {v}; it carried {f}","The apparatus was a {v} with {f}. It was charged with {a}","A solution or suspension of {a} was prepared in a {v} equipped with {f}","{A} were stirred together in a {v} (with {f})","The {v}, in which {f} were mounted, was filled with {a}"],
"I":["Load a {v} ({f}) with {a}","Use a {v} with {f}. Charge: {a}","Mount {f} on a {v}; fill in {a}","Weigh {a} into a {v} with {f}","Mix {a} in a {v} carrying {f}","Dissolve or suspend {a} in a {v}; {f}","Apparatus: {v} with {f}. Charge {a}"],
"N":["{v}; {f}; {a}","{a}, {v}, {f}","{v} | {f} | {a}","{v} ({f}): {a}","charged {a} to {v} with {f}"],
"T":["So, a {v}, {f}, and {a} in it","I weigh {a} into the {v}; on it sit {f}","{A} are in the {v} already, {f} on top","What goes in first is {a}, in a {v} with {f}","Take a {v}, put on {f}, tip in {a}"]}
F2["cool"]={
"P":["With an ice bath ({ice}) the temperature was brought to {t} °C","Ice ({ice}) in the bath held the contents at {t} °C","The vessel stood in {ice} of ice and water until {t} °C was reached inside","The solution was pre-cooled to {t} °C (ice bath, {ice})"],
"I":["Pre-cool to {t} °C (ice bath, {ice})","Put the flask into ice and water ({ice}) until it shows {t} °C","Get the contents down to {t} °C with {ice} of ice in the bath","Ice bath ({ice}): cool until {t} °C inside"],
"N":["T to {t} °C w/ ice bath ({ice})","precool {t} °C, {ice} ice","in ice ({ice}), {t} °C","cool: {t} °C; ice {ice}"],
"T":["Ice round it, {ice}, and when it's at {t} we go on","I stand it in {ice} of ice and water till it shows {t} °C","{ice} of ice goes into the bath; at {t} degrees I start"]}
F2["feed"]={
"P":["{A} was then added at such a rate ({d} in all) that {hi} °C was not passed","Addition of {a} took {d}; the thermometer stayed between {lo} and {hi} °C","Slowly, over {d}, {a} was let in, never warmer than {hi} °C","There followed {a}, dropwise, in {d} ({lo}–{hi} °C)","The addition of {a} required {d} at {lo}–{hi} °C","To this was added dropwise {a} during {d}, with cooling to keep it at {lo}–{hi} °C"],
"I":["Begin the addition of {a}; it takes {d}; stay between {lo} and {hi} °C","Slowly add {a} ({d}; {lo}–{hi} °C)","Feed {a} from the funnel: {d}, {hi} °C at most","Dose {a} over {d}; {lo}–{hi} °C; if it passes {hi} °C, shut the funnel","Add dropwise: {a}. Time {d}. Temperature {lo} to {hi} °C"],
"N":["slow add {a}; {d}; {lo}-{hi} °C","{a}: dropwise {d} @ {lo}-{hi} °C","add'n {a} {d}, Ti {lo}-{hi} °C","{a} in, {d}, not over {hi} °C"],
"T":["Then {a}, slowly, it takes me {d}, and it sits at {lo} to {hi} the whole time","{A}, a drop at a time, {d}; I stop when it gets near {hi} °C","Out of the funnel comes {a}, {d} of it, never over {hi} °C","I run {a} in, {d}, watching the thermometer: {lo} to {hi} °C"]}
F2["portions"]={
"P":["{A} was charged in {n} lots during {d}, the temperature being held at {lo}–{hi} °C","Portionwise addition of {a} ({n} portions, {d}) followed at {lo}–{hi} °C"],
"I":["Portionwise, {n} lots in {d}: {a}; {lo}–{hi} °C","Add {a} portionwise ({n} x) over {d}, not above {hi} °C"],
"N":["{a} portionwise ({n}), {d}, {lo}-{hi} °C","{n} portions {a} / {d} / < {hi} °C"],
"T":["{A}, {n} spoonfuls over {d}, and it doesn't get over {hi} °C","In {n} goes, {d} altogether, in goes {a}; {hi} °C at most"]}
F2["hold"]={
"P":["A further {d} at {t} °C completed the reaction","The stirred mixture was left at {t} °C for {d}","{D} more at {t} °C followed"],
"I":["Give it {d} at {t} °C","After-stir {d} at {t} °C","Continue stirring {d}, {t} °C"],
"N":["+ {d} {t} °C","post-stir {d} ({t} °C)","{d} at {t} °C"],
"T":["Another {d} at {t} °C","Then I wait {d}, at {t} °C, it stirs","{D} at {t}, that does it"]}
F2["warm"]={
"P":["Cooling was stopped; at {t} °C (water bath) stirring went on for {d}","A water bath of {t} °C was put in its place for {d}"],
"I":["Let it warm, then keep {d} at {t} °C in a water bath","Now water bath, {t} °C, {d}"],
"N":["warm to {t} °C (water bath) {d}","then {d} {t} °C water bath"],
"T":["Now a water bath, {t} °C, {d}","The ice goes and warm water comes, {t} °C for {d}"]}
F2["reflux"]={
"P":["It was held at the boil (reflux, {b}) for {d}","The mixture boiled under reflux for {d} over a {b}"],
"I":["Bring to reflux ({b}) and keep it there {d}","Boil gently under the condenser, {d}, {b}"],
"N":["reflux ({b}) {d}","boil {d} under reflux, {b}"],
"T":["On the {b} now, {d} of gentle reflux","It boils under the condenser {d}, {b}"]}
F2["pour"]={
"P":["The cold mixture was emptied in a thin stream ({d}) on to {w}, well stirred in a {q}, the temperature being kept under {hi} °C","For the work-up a {q} with {w} was stirred while the reaction mixture was added in {d}; it stayed below {hi} °C","Quench: the contents were run in a thin stream on to {w} ({q}) during {d}, T below {hi} °C, with stirring"],
"I":["Transfer the mixture in a thin stream, {d}, on to {w} (stirred, {q}); {hi} °C at most","Quench by pouring it over {d} into {w} in a {q} with stirring; stay under {hi} °C","Put {w} in a {q}, stir, and pour the batch on it over {d}, below {hi} °C"],
"N":["quench: onto {w}, {q}, stirred, {d}, < {hi} °C","into {w} in {q} over {d}, stirring, T<{hi}","mixture onto {w} ({q}) {d}, stir, <{hi} °C"],
"T":["All of it goes, thin stream, {d}, on to {w}, {q}, stirred, under {hi} °C","Off on to {w} in a {q}, {d}, I stir, and it keeps under {hi} °C"]}
F2["filterwash"]={
"P":["Suction filtration, washing with {w} and drying in air gave the product","The precipitate was sucked off, rinsed with {w}, and air-dried"],
"I":["Filter off, rinse with {w}, air-dry","Collect by suction; {w} as wash; dry in air"],
"N":["suction, {w}, air-dry","filtr., wash {w}, dry (air)"],
"T":["Filtered, washed with {w}, left in the air","On the Büchner, {w} over it, then air"]}
F2["extract"]={
"P":["The mixture was shaken out with {s} and the extract stood over {dry}","{s} served for extraction; the extract was dried with {dry}"],
"I":["Extract using {s} (no flames), dry with {dry}","Shake with {s}, separate, dry with {dry}"],
"N":["extract {s} / {dry}","{s} extr., dry {dry}"],
"T":["It's taken out with {s}, no flames, and dried with {dry}","{s} to get it out, {dry} to dry it"]}
F2["wash"]={
"P":["The organic phase was shaken with {w}, the pressure being released each time","Washing with {w} followed (funnel vented)"],
"I":["Organic phase: {w}, venting","Shake the upper layer with {w}, letting the gas out"],
"N":["org. phase {w}, vent","washed {w} (vented)"],
"T":["The layer gets {w}, and the gas is let out each time","Washed with {w}, with the tap opened each time"]}
F2["dryover"]={"P":["Drying over {dry} followed"],"I":["Dry with {dry}"],"N":["dry {dry}"],"T":["{dry} to dry it"]}
F2["rotavap"]={"P":["Rotary evaporation (bath {t} °C) removed the solvent"],"I":["Take the solvent off (rotary evaporator, {t} °C)"],"N":["solvent off @ {t} °C rotavap"],"T":["Solvent off on the rotary, {t} °C"]}
F2["distil"]={"P":["Vacuum distillation ({p} mbar, {bp} °C, oil bath {bath} °C) followed, {left} mL staying behind"],"I":["Vacuum-distil: {p} mbar, {bp} °C, bath {bath} °C; stop with {left} mL left"],"N":["dist. in vac.: {p} mbar, {bp} °C, bath {bath}; {left} mL residue left"],"T":["Under vacuum, {p} mbar, it comes over at {bp} °C, bath {bath} °C, and {left} mL stay back"]}
F2["distilatm"]={"P":["Distillation from a {b} at {bp} °C followed; {left} mL were not distilled"],"I":["Distil at {bp} °C ({b}); leave {left} mL behind"],"N":["distilled {bp} °C ({b}), left {left} mL"],"T":["It's distilled off a {b}, {bp} °C, {left} mL left"]}
F2["scrub"]={
"P":["A tube from the condenser, with an empty {trap} trap in between, ended at a funnel over {w} in a {q}","Off-gas went by way of an empty {trap} bottle to an inverted funnel above {w} ({q})"],
"I":["Gas outlet: condenser, empty {trap} bottle, inverted funnel just over {w} in a {q}","Tube from the condenser to an empty {trap} bottle, from there to a funnel hung over {w} in a {q}"],
"N":["condenser -> {trap} empty -> funnel over {w}, {q}","vent: empty {trap} trap, then funnel above {w} in {q}"],
"T":["The condenser's outlet goes to an empty {trap} bottle and from there to a funnel over {w} in a {q}"]}
F2["neutral"]={"P":["Sodium carbonate was used, in portions and in an open {q}, to neutralise the acid filtrate"],"I":["Acid filtrate into an open {q}; sodium carbonate in portions to neutral"],"N":["filtrate + Na2CO3 in portions (open {q}) to pH 7"],"T":["The acid filtrate gets soda, a spoon at a time, open {q}"]}
F2["destroy"]={"P":["Surplus {x} was removed by adding {w} in portions until {sign}"],"I":["Surplus {x}: {w} in portions, until {sign}"],"N":["{x} surplus: + {w} portionwise until {sign}"],"T":["For the {x} that's over, {w} in portions until {sign}"]}
F2["recryst"]=F["recryst"]
F2["ppe"]={"P":["Goggles, gloves and a face shield were worn; hood"],"I":["Hood, goggles, gloves, face shield"],"N":["in hood; gloves, goggles, face shield"],"T":["In the hood, and gloves, goggles, face shield on"]}
F2["raw"]=F["raw"]
F3: Phrases = {}
F3["charge"]={
"P":["Into a {v} fitted with {f} were charged {a}","{A} were suspended in a {v}; {f} were attached","A {v} was equipped with {f}; thereto were added {a}","For this purpose {a} were brought into a {v} (fitted with {f})","The reaction vessel, a {v} with {f}, contained {a}"],
"I":["Bring {a} into a {v} which has {f}","Prepare a {v} with {f}; then charge {a}","Put on {f} to a {v} and charge {a}","{A}: put them into a {v} ({f})","Start with {a} in a {v} fitted with {f}"],
"N":["{a} // {v} // {f}","{v}: {f}. In: {a}","vessel {v}, {f}. charge {a}","{v} [{f}]  {a}"],
"T":["OK, {a} into a {v}, {f} on it","There's a {v} in the hood with {f}, and I tip {a} into it","We put {a} in a {v}. On top: {f}","Right, {v}, {f}. Then {a} in"]}
F3["cool"]={
"P":["Outside cooling by ice ({ice}) lowered the temperature to {t} °C","The stirred contents were brought to {t} °C by an external ice bath ({ice})","After cooling to {t} °C with {ice} of ice","It was cooled in ice ({ice}) down to {t} °C"],
"I":["Lower the temperature to {t} °C by an ice bath ({ice})","Ice ({ice}) around the flask; wait until {t} °C","Cool well, {t} °C, with {ice} of ice","Keep in an ice bath ({ice}) till {t} °C is shown"],
"N":["ice {ice} outside -> {t} °C","{t} °C (ice bath {ice})","bath ice {ice}; pot {t} °C"],
"T":["Bucket of ice under it, {ice}, down to {t} °C","I let it cool in the ice, {ice} of it, to {t} °C","Into the ice with it ({ice}) until we have {t} °C"]}
F3["feed"]={
"P":["While stirring, {a} was dropped in during {d}; the inner temperature was {lo}–{hi} °C","During the next {d} {a} was added at {lo}–{hi} °C","{A} was fed in from the dropping funnel ({d}, internal temperature below {hi} °C)","It was treated dropwise with {a} within {d} at {lo} to {hi} °C","{A} was introduced over a period of {d}, the temperature never exceeding {hi} °C"],
"I":["Treat dropwise with {a} during {d}, {lo}–{hi} °C","Charge the dropping funnel with {a}; addition time {d}, temperature {lo}–{hi} °C","Let in {a} drop by drop within {d}; hold {lo}–{hi} °C","Introduce {a} over {d} so that the temperature stays at {lo} to {hi} °C"],
"N":["{a} / drops / {d} / {lo}-{hi} °C","drip {a} {d}; pot {lo}-{hi} °C","dosing {a}, {d}, pot max {hi} °C"],
"T":["Now comes {a}, by drops, {d} in all, and I keep an eye on the {hi} °C","{A} through the dropping funnel, nice and slow, {d}, between {lo} and {hi} °C","Funnel on, {a} in it, {d} to get it in, never over {hi} °C","I give it {a}, dropwise, for {d}; temperature {lo} to {hi} °C"]}
F3["portions"]={
"P":["Over {d}, {a} was introduced in {n} portions; the temperature was kept at {lo}–{hi} °C","{A} was sprinkled in ({n} portions in {d}, {lo}–{hi} °C)"],
"I":["Sprinkle in {a} in {n} portions during {d}; {lo}–{hi} °C","Divide {a} into {n} portions and add them over {d} below {hi} °C"],
"N":["{a}: {n} portions in {d}, {lo}-{hi} °C","{a} in {n} lots / {d} / max {hi} °C"],
"T":["{A} in {n} little heaps, {d} for all of them, below {hi} °C","I add {a} bit by bit, {n} portions in {d}, {lo} to {hi} °C"]}
F3["hold"]={
"P":["Stirring at {t} °C for {d} followed","To complete the reaction the mixture was stirred for {d} at {t} °C","The reaction mixture was then kept {d} at {t} °C"],
"I":["Then stir another {d} at {t} °C","Let react {d} at {t} °C","Maintain {t} °C for {d}, stirring"],
"N":["react {d} {t} °C","stirred on, {d}, {t} °C","{t} °C/{d}"],
"T":["It gets another {d} of stirring at {t} °C","I leave it stirring for {d}, {t} °C","Then nothing but stirring for {d}, {t} °C"]}
F3["warm"]={
"P":["Then, the ice having been taken away, the temperature was raised to {t} °C in a water bath and kept for {d}","Heating in a water bath to {t} °C for {d} followed"],
"I":["Replace the ice by a water bath, {t} °C, and leave it there for {d}","Heat in the water bath to {t} °C; {d}"],
"N":["water bath {t} °C for {d}","to {t} °C in water bath, {d}"],
"T":["Warm water instead of the ice, {t} °C, for {d}","I heat it in the water bath to {t} °C and leave it {d}"]}
F3["reflux"]={
"P":["It was refluxed ({b}) for {d}","Boiling under reflux over a {b} was maintained for {d}"],
"I":["Reflux over a {b}, {d}","Let it boil under reflux for {d} ({b})"],
"N":["{d} reflux, {b}","reflux / {b} / {d}"],
"T":["{B} on, and it refluxes {d}","Then reflux, {d}, with the {b}"]}
F3["pour"]={
"P":["The reaction mixture was poured in a thin stream within {d} into a stirred {q} with {w}, and did not exceed {hi} °C","Decomposition: the mixture was dropped on to {w} in a {q} during {d} with stirring below {hi} °C","Then it was given in small portions, within {d}, on to {w} in a stirred {q}, below {hi} °C"],
"I":["Decompose by running the mixture slowly ({d}) on to {w} in a stirred {q}, keeping below {hi} °C","Give the mixture over {d} to {w} in a {q}, stirring, not warmer than {hi} °C","Pour the contents into {w} ({q}) during {d}; stir well; below {hi} °C"],
"N":["onto {w} / {q} / {d} / stirred / max {hi} °C","pour -> {w}, {q}, {d}, stir, max {hi} °C"],
"T":["Then the whole lot on to {w}, that's in a {q}, {d}, stirring, below {hi} °C","Pour it out, slowly, {d}, on {w} in the {q}, stir, max {hi} °C"]}
F3["filterwash"]={
"P":["It was filtered with suction, and the filter cake was washed with {w} and left to dry in air","The product was isolated by suction filtration, {w} being used for washing"],
"I":["Isolate by suction, wash out the acid with {w}, dry in air","Filter (Büchner) and wash: {w}. Air-dry"],
"N":["filter / {w} / air","nutsch, {w}, dry in air"],
"T":["Suction, a wash with {w}, and it dries in the air","It's sucked dry, {w} over it first"]}
F3["extract"]={
"P":["Extraction with {s} was followed by drying over {dry}","The oil was dissolved in {s}, separated and dried over {dry}"],
"I":["Extract once with {s}; dry the extract over {dry}","Separate with the help of {s}; dry over {dry}"],
"N":["ether extr. {s}; over {dry}","{s}; sep.; {dry}"],
"T":["Out with the product, {s}, no flames, then over {dry}","I extract with {s}, no flame anywhere, and dry over {dry}"]}
F3["wash"]={
"P":["The organic layer was washed in succession with {w}, venting","Washing of the separated layer with {w} (venting) followed"],
"I":["Wash the separated layer in turn with {w}; vent each time","Separate; wash: {w}; vent"],
"N":["washings: {w} (vent)","sep., wash {w}, vented"],
"T":["Into the separating funnel; {w} to wash, venting every time","Wash it, {w}, and vent, vent, vent"]}
F3["dryover"]={"P":["The layer was dried with {dry}"],"I":["Stand over {dry}"],"N":["over {dry}"],"T":["Then over {dry}"]}
F3["rotavap"]={"P":["The solvent was stripped in a rotary evaporator ({t} °C)"],"I":["Strip the solvent (rotary evaporator, bath {t} °C)"],"N":["strip, rotavap {t} °C"],"T":["Rotary evaporator, {t} °C, and the solvent's gone"]}
F3["distil"]={"P":["The product distilled at {bp} °C under {p} mbar (oil bath {bath} °C), {left} mL remaining in the flask"],"I":["Distil under {p} mbar: {bp} °C; oil bath {bath} °C; stop at {left} mL"],"N":["distil {p} mbar {bp} °C, bath {bath} °C, leave {left} mL"],"T":["At {p} mbar it distils, {bp} °C, bath at {bath} °C, and {left} mL I leave in the flask"]}
F3["distilatm"]={"P":["The fraction {bp} °C was distilled off ({b}), {left} mL being left"],"I":["Distil off the fraction {bp} °C, {b}; leave {left} mL"],"N":["{bp} °C fraction, {b}, {left} mL left in flask"],"T":["Then I distil it, {b}, {bp} °C is mine, {left} mL stay in the flask"]}
F3["scrub"]={
"P":["The condenser was connected by tubing with an empty {trap} bottle and this with a funnel held above {w} in a {q}"],
"I":["Run a hose from the condenser into an empty {trap} bottle and on to a funnel just over {w} in a {q}"],
"N":["condenser / {trap} empty bottle / funnel above {w} in {q}"],
"T":["A hose off the condenser goes into an empty {trap} bottle, then to a funnel that hangs over {w} in a {q}"]}
F3["neutral"]={"P":["The acid mother liquor was neutralised in an open {q} by portions of sodium carbonate"],"I":["Mother liquor: neutralise with portions of sodium carbonate, open {q}"],"N":["mother liquor: Na2CO3 in portions, open {q}"],"T":["The mother liquor I neutralise with sodium carbonate in portions, open {q}"]}
F3["destroy"]={"P":["Remaining {x} was destroyed by {w} in portions until {sign}"],"I":["Remove remaining {x} with {w} in portions until {sign}"],"N":["{w} in portions vs. {x}, until {sign}"],"T":["Some {x} is left; {w} in portions until {sign}"]}
F3["recryst"]=F["recryst"]
F3["ppe"]={"P":["All operations were carried out in the hood with gloves, goggles and face shield"],"I":["In the hood. Gloves, goggles, face shield on"],"N":["hood / gloves / goggles / face shield"],"T":["Gloves, goggles, face shield, hood, as always"]}
F3["raw"]=F["raw"]
F4: Phrases = {}
F4["charge"]={
"P":["A {v}, provided with {f}, held {a}","{A} were filled into a {v}, on which {f} were mounted","As the reaction vessel served a {v} with {f}, into which {a} had been weighed","One put {a} in a {v} with {f}"],
"I":["Equip a {v} with {f}. Add {a}","{V}: fit {f}. Transfer {a} to it","Combine {a} in a {v} having {f}","Into a {v} ({f}) weigh {a}"],
"N":["{v}, {f}; in it {a}","{a} weighed into {v}, {f}","Setup: {v}, {f}. Charge: {a}","{v}/{f}: {a}"],
"T":["I take a {v} with {f} and fill in {a}","So {a}, all in the {v}, and {f} on it","Here's the {v}, {f}, and I've {a} in there","Fill the {v} with {a}; {f} go on it"]}
F4["cool"]={
"P":["By means of ice ({ice}) it was brought to {t} °C","The contents, cooled by an ice bath ({ice}), reached {t} °C","Cooling in {ice} of ice to {t} °C preceded the addition"],
"I":["Cool down to {t} °C, ice bath {ice}","Place in an ice bath ({ice}); {t} °C","Ice ({ice}) in the bath; cool to {t} °C"],
"N":["cooling {t} °C (ice, {ice})","ice bath: {ice}; to {t} °C","Tpot {t} °C, {ice} ice"],
"T":["Then ice, {ice}, round it, and down it goes to {t} °C","I cool it to {t} °C, there's {ice} of ice in the bath","It gets an ice bath, {ice}, until it's at {t} °C"]}
F4["feed"]={
"P":["The addition of {a}, drop by drop, occupied {d}; the temperature lay between {lo} and {hi} °C","{A} was dropped into the stirred mixture in {d}, cooling keeping it at {lo}–{hi} °C","There was then added in the course of {d}, at {lo} to {hi} °C, {a}","Under stirring {a} was dosed within {d} ({lo}–{hi} °C)","In {d} {a} was run in, care being taken that {hi} °C was not exceeded"],
"I":["Add over {d}, dropwise: {a}; keep at {lo}–{hi} °C","Dropping funnel: {a}. Add within {d} at {lo}–{hi} °C","{A}: dropwise over {d}. Temperature {lo}–{hi} °C","Now add {a}, taking {d}, temperature not over {hi} °C"],
"N":["{a}, add over {d}, {lo}-{hi} °C","feed {a}: {d}, {lo}-{hi} °C","dropping {a}, time {d}, T max {hi} °C","add {a} ({d}; {lo}-{hi} °C)"],
"T":["Next is {a}, I drop that in, {d}, {lo} to {hi} °C","{A} comes from the funnel, drop after drop, {d}, and I keep it under {hi} °C","I'm dropping in {a} now, that's {d}, always between {lo} and {hi} °C"]}
F4["portions"]={
"P":["{A} was put in by portions ({n}, over {d}) at {lo}–{hi} °C","The addition of {a} was made in {n} portions within {d} at {lo} to {hi} °C"],
"I":["Add {a}, divided into {n} portions, over {d} at {lo}–{hi} °C","{A} in {n} portions over {d}; {lo}–{hi} °C"],
"N":["{a}, {n} portions over {d}, {lo}-{hi} °C","portionwise {a} ({n} portions, {d}), max {hi} °C"],
"T":["I spoon in {a}, {n} portions over {d}, {lo} to {hi} °C","{A} go in by spoonfuls, {n} portions in {d}, not over {hi} °C"]}
F4["hold"]={
"P":["There followed {d} of stirring at {t} °C","It was stirred on for {d} at {t} °C","For {d} more the mixture was held at {t} °C"],
"I":["Stir on for {d} at {t} °C","Hold at {t} °C for {d}","Reaction time {d} at {t} °C"],
"N":["stir on {d} @ {t} °C","after-reaction {d}, {t} °C","hold {d} {t} °C"],
"T":["It stirs on, {d} at {t} °C","And {d} more at {t} °C, stirring","I keep stirring for {d} at {t} °C"]}
F4["warm"]={
"P":["After the ice had been removed it was heated to {t} °C on the water bath for {d}","The water bath ({t} °C) was applied for {d}"],
"I":["Remove the ice, warm in a water bath at {t} °C for {d}","Water bath {t} °C: {d}"],
"N":["no ice, water bath {t} °C, {d}","WB {t} °C {d}"],
"T":["The ice comes off, it goes in the water bath, {t} °C, {d}","Water bath now, {t} °C, and {d} of it"]}
F4["reflux"]={
"P":["The mixture was kept refluxing on a {b} for {d}","Reflux ({b}) was maintained for {d}"],
"I":["Keep refluxing for {d}, {b}","Reflux for {d} ({b})"],
"N":["refluxing {d}, {b}","{b}, reflux, {d}"],
"T":["It's refluxing on the {b} for {d}","{D} of reflux with the {b}"]}
F4["pour"]={
"P":["The batch was slowly transferred, in {d}, to a stirred {q} with {w}, and was kept below {hi} °C","On to {w} in a stirred {q} the mixture was poured within {d}, below {hi} °C","Pouring the mixture during {d} into {w} (in a {q}, stirred, below {hi} °C) followed"],
"I":["Let the mixture run on to {w} in a {q} over {d}; stir; maximum {hi} °C","Pour, with stirring, over {d} into {w} in a {q}; keep below {hi} °C","Quench on {w} ({q}): pour over {d}, stir, below {hi} °C"],
"N":["pour on {w} in {q}, {d}, stirring, T<{hi} °C","quench on {w} / {q} / {d}, stirred, below {hi} °C"],
"T":["I pour it over {d} on {w} in a {q}, stirring it, below {hi} °C","Onto {w} with it, in a {q}, stirring, {d}, and below {hi} °C"]}
F4["filterwash"]={
"P":["The solid was collected by suction, washed with {w} and dried in the air","After filtration by suction and washing with {w} the product was air-dried"],
"I":["Filter by suction; wash: {w}; air-dry","Suction-filter, wash with {w}, dry in the air"],
"N":["suction filter, wash {w}, air dry","filter off, {w}, dry in air"],
"T":["I filter it off, wash with {w}, dry it in the air","Suction, {w} to wash, then air"]}
F4["extract"]={
"P":["It was extracted with {s} in the absence of flames and the extract dried over {dry}","The product was extracted with {s} and dried over {dry}"],
"I":["Extract with {s} (no flame!), dry over {dry}","Product into {s}, no flame; dry over {dry}"],
"N":["extract w/ {s}, dry {dry}","{s}, extract, dry over {dry}"],
"T":["I get it out with {s}, no flames, dry it over {dry}","Extracted with {s}, no flame near, dried over {dry}"]}
F4["wash"]={
"P":["The layers were separated, the organic one being washed with {w} and the funnel vented","Washing with {w}, the funnel being vented each time, followed"],
"I":["Separate and wash with {w}; vent often","Wash layer with {w}, venting"],
"N":["separate, {w}, vent","layer: {w} (vent)"],
"T":["I separate it, wash with {w}, and vent the funnel","The layer's washed with {w}, vented each time"]}
F4["dryover"]={"P":["The layer was dried over {dry}"],"I":["Dry the layer over {dry}"],"N":["dry over {dry}"],"T":["I dry it over {dry}"]}
F4["rotavap"]={"P":["The solvent was evaporated on the rotary evaporator at {t} °C"],"I":["Rotary evaporator {t} °C to remove the solvent"],"N":["evaporate (rotavap, {t} °C)"],"T":["I evaporate that on the rotary evaporator at {t} °C"]}
F4["distil"]={"P":["It was distilled at {p} mbar ({bp} °C, bath {bath} °C) and {left} mL were left in the flask"],"I":["Distil, {p} mbar, {bp} °C, bath {bath} °C, leaving {left} mL"],"N":["dist. {p} mbar/{bp} °C/bath {bath} °C, {left} mL stay"],"T":["I distil at {p} mbar, {bp} °C, bath {bath} °C, {left} mL are left"]}
F4["distilatm"]={"P":["It was distilled ({b}) at {bp} °C, and {left} mL were left"],"I":["Distil ({b}), {bp} °C, leaving {left} mL"],"N":["dist. {b} {bp} °C, {left} mL stay"],"T":["I distil it with the {b}, {bp} °C, and {left} mL are left"]}
F4["scrub"]={
"P":["The outlet of the condenser was joined to an empty {trap} bottle and this to an inverted funnel just above {w} in a {q}"],
"I":["Join the condenser to an empty {trap} bottle and that to a funnel just above {w} in a {q}"],
"N":["off-gas: condenser, empty {trap} bottle, funnel just above {w}, {q}"],
"T":["The gas leaves by the condenser, goes through an empty {trap} bottle, and ends at a funnel just over {w} in a {q}"]}
F4["neutral"]={"P":["The acid filtrate was neutralised in an open {q} with portions of sodium carbonate"],"I":["Neutralise the acid filtrate, open {q}, sodium carbonate in portions"],"N":["acid filtrate: Na2CO3 portionwise, open {q}"],"T":["The acid filtrate's neutralised with sodium carbonate in portions, open {q}"]}
F4["destroy"]={"P":["The rest of the {x} was destroyed with {w} in portions until {sign}"],"I":["Destroy remaining {x} with {w} in portions until {sign}"],"N":["remaining {x}: {w} in portions, until {sign}"],"T":["The {x} left gets {w} in portions until {sign}"]}
F4["ppe"]={"P":["Hood, gloves, goggles and a face shield were used throughout"],"I":["Use the hood, gloves, goggles, a face shield"],"N":["hood; goggles; gloves; shield"],"T":["Hood, goggles, gloves and a face shield for all of it"]}
F4["recryst"]=F["recryst"]
F4["raw"]=F["raw"]
TF=["a stirrer, a thermometer in the liquid and a dropping funnel","stirrer, inside thermometer and dropping funnel","a mechanical stirrer, a dropping funnel and a thermometer dipping into the liquid","an overhead stirrer, thermometer in the liquid, dropping funnel"]
TFC=["a stirrer, a thermometer in the liquid, a dropping funnel and a reflux condenser","mechanical stirrer, dropping funnel, reflux condenser and inside thermometer","a magnetic stirrer, a thermometer dipping into the liquid, a reflux condenser and a dropping funnel"]
def vessel(n: int, kind: str = "three-necked flask") -> list[str]:
    """A vessel in its forms."""
    return [f"{n} mL {kind}",f"{n}-mL {kind}",f"{kind} of {n} mL",f"{n} mL {kind.replace('three-necked flask','three-neck').replace('flask','flask')}"] if n<1000 else [f"{n//1000} L {kind}",f"{n} mL {kind}"]
PROCEDURES: dict[str, tuple[str, list[Op]]] = {}
PROCEDURES["nitration"]=("Methyl 3-nitrobenzoate",[
 ("ppe",{}),
 ("charge",{"v": vessel(250),"f": TF,"a": [("sulfuric acid",None,40,None,"96 %"),("methyl benzoate",13.6,None,100,None)]}),
 ("cool",{"t": 3,"ice": "1 kg"}),
 ("feed",{"a": [("nitric acid",None,8,None,"65 %"),("sulfuric acid",None,8,None,"96 %")],"d": 60,"lo": 5,"hi": 12}),
 ("hold",{"t": 12,"d": 20}),
 ("pour",{"d": 15,"w": "250 g of ice","q": ["1 L beaker","1000 mL beaker"],"hi": 20}),
 ("filterwash",{"w": "100 mL of water"}),
 ("neutral",{"q": "3 L bucket"}),
 ])
PROCEDURES["bromination"]=("4-Bromoacetanilide",[
 ("charge",{"v": vessel(250),"f": TF,"a": [("acetanilide",13.5,None,100,None),("acetic acid",None,60,None,None)]}),
 ("cool",{"t": 15,"ice": "500 g"}),
 ("feed",{"a": [("bromine",16.0,None,100,None),("acetic acid",None,20,None,None)],"d": 45,"lo": 15,"hi": 25}),
 ("hold",{"t": 22,"d": 30}),
 ("pour",{"d": 10,"w": "300 mL of cold water","q": ["1 L beaker"],"hi": 30}),
 ("destroy",{"x": "bromine","w": "2 g of sodium sulfite","sign": "the colour is gone"}),
 ("filterwash",{"w": "150 mL of water"}),
 ("neutral",{"q": "3 L bucket"}),
 ("ppe",{}),
 ])
PROCEDURES["thionyl"]=("4-Chlorobenzoyl chloride",[
 ("ppe",{}),
 ("charge",{"v": vessel(250,"round-bottomed flask"),"f": ["a magnetic stirrer, a thermometer in the liquid, a dropping funnel and a reflux condenser"],"a": [("4-chlorobenzoic acid",15.7,None,100,None),("toluene",None,60,None,None)]}),
 ("scrub",{"trap": "250 mL","w": "400 mL of 10 % sodium hydroxide","q": ["1 L beaker"]}),
 ("warm",{"t": 70,"d": 10}),
 ("feed",{"a": [("thionyl chloride",17.8,None,150,None)],"d": 60,"lo": 70,"hi": 80}),
 ("hold",{"t": 80,"d": 120}),
 ("raw",{"x": "Toluene and the excess thionyl chloride are distilled off at 100 mbar from a water bath at 70 °C, and the distillate is run slowly, 20 min, into 500 mL of 10 % sodium hydroxide in a 2 L beaker in ice, stirred, below 30 °C"}),
 ("distil",{"bp": "110-112","p": 20,"bath": 140,"left": 4}),
 ])
PROCEDURES["borohydride"]=("Borneol from camphor",[
 ("charge",{"v": vessel(250),"f": TF,"a": [("camphor",15.2,None,100,None),("methanol",None,80,None,None)]}),
 ("cool",{"t": 5,"ice": "800 g"}),
 ("portions",{"a": [("sodium borohydride",2.8,None,75,None)],"n": 12,"d": 60,"lo": 5,"hi": 15}),
 ("hold",{"t": 20,"d": 60}),
 ("pour",{"d": 10,"w": "200 g of ice and 100 mL of water","q": ["1 L beaker"],"hi": 15}),
 ("feed",{"a": [("hydrochloric acid",None,60,None,"10 %")],"d": 20,"lo": 5,"hi": 15}),
 ("filterwash",{"w": "100 mL of water"}),
 ("ppe",{}),
 ])
PROCEDURES["tbucl"]=("tert-Butyl chloride",[
 ("charge",{"v": vessel(500),"f": TF,"a": [("hydrochloric acid",None,100,None,"37 %")]}),
 ("cool",{"t": 5,"ice": "500 g"}),
 ("feed",{"a": [("tert-butanol",29.6,None,400,None)],"d": 20,"lo": 5,"hi": 20}),
 ("hold",{"t": 20,"d": 20}),
 ("wash",{"w": "40 mL of 5 % sodium hydrogen carbonate and 40 mL of water"}),
 ("dryover",{"dry": "4 g of calcium chloride"}),
 ("distilatm",{"b": "water bath","bp": "50-52","left": 3}),
 ("ppe",{}),
 ])
PROCEDURES["sandmeyer"]=("4-Chlorotoluene",[
 ("ppe",{}),
 ("charge",{"v": vessel(250),"f": TF,"a": [("p-toluidine",10.7,None,100,None),("hydrochloric acid",None,30,None,"37 %"),("water",None,30,None,None)]}),
 ("cool",{"t": 2,"ice": "1 kg"}),
 ("feed",{"a": "a solution of 7.0 g of sodium nitrite in 20 mL of water","d": 30,"lo": 0,"hi": 5}),
 ("hold",{"t": 3,"d": 10}),
 ("raw",{"x": "A drop turns starch-iodide paper blue; 0.3 g of urea is put in, and after 5 min the paper stays white"}),
 ("charge",{"v": vessel(1000),"f": ["a stirrer, a thermometer in the liquid and a reflux condenser open to the hood"],"a": [("copper(I) chloride",11,None,110,None),("hydrochloric acid",None,50,None,"37 %")]}),
 ("cool",{"t": 10,"ice": "1 kg"}),
 ("raw",{"x": "The cold diazonium solution is poured into the copper chloride solution over 20 min at 10 to 20 °C, stirred; nitrogen leaves by the condenser"}),
 ("warm",{"t": 60,"d": 30}),
 ("extract",{"s": "80 mL of diethyl ether","dry": "5 g of calcium chloride"}),
 ("rotavap",{"t": 35}),
 ("distilatm",{"b": "oil bath at 190 °C","bp": "160-162","left": 3}),
 ])
PROCEDURES["hypochlorite"]=("Cyclohexanone",[
 ("charge",{"v": vessel(500),"f": TF,"a": [("cyclohexanol",10.0,None,100,None),("acetic acid",None,25,None,None)]}),
 ("cool",{"t": 15,"ice": "800 g"}),
 ("feed",{"a": "75 mL of 12 % sodium hypochlorite","d": 45,"lo": 15,"hi": 25}),
 ("hold",{"t": 20,"d": 30}),
 ("destroy",{"x": "hypochlorite","w": "20 mL of saturated sodium hydrogen sulfite","sign": "starch-iodide paper stays white"}),
 ("extract",{"s": "60 mL of diethyl ether","dry": "5 g of magnesium sulfate"}),
 ("rotavap",{"t": 30}),
 ("ppe",{}),
 ])
PROCEDURES["hbr"]=("Constant-boiling hydrobromic acid",[
 ("ppe",{}),
 ("charge",{"v": vessel(500,"round-bottomed flask"),"f": ["a magnetic stirrer and a thermometer in the liquid"],"a": [("potassium bromide",60,None,None,None),("water",None,100,None,None)]}),
 ("cool",{"t": 5,"ice": "1 kg"}),
 ("feed",{"a": [("sulfuric acid",None,45,None,"96 %")],"d": 40,"lo": 5,"hi": 40}),
 ("filterwash",{"w": "10 mL of cold water"}),
 ("raw",{"x": "The filtrate is distilled from a 250 mL flask with boiling stones, mantle, through a water condenser into a 250 mL receiver, open beside the adapter; what comes at 124 to 126 °C is kept, and 30 mL are left in the flask"}),
 ])
PROCEDURES["friedel"]=("4'-Ethylacetophenone",[
 ("charge",{"v": vessel(500),"f": ["a mechanical stirrer, a thermometer in the liquid, a dropping funnel and a reflux condenser"],"a": [("ethylbenzene",None,60,None,None),("aluminium chloride",14.7,None,110,None)]}),
 ("scrub",{"trap": "500 mL","w": "400 mL of 10 % sodium hydroxide","q": ["1 L beaker"]}),
 ("cool",{"t": 3,"ice": "1 kg"}),
 ("feed",{"a": [("acetyl chloride",7.85,None,100,None)],"d": 45,"lo": 3,"hi": 10}),
 ("hold",{"t": 20,"d": 60}),
 ("pour",{"d": 30,"w": "250 g of ice and 25 mL of 37 % hydrochloric acid","q": ["1 L beaker"],"hi": 20}),
 ("wash",{"w": "50 mL of water and 50 mL of 5 % sodium hydrogen carbonate"}),
 ("dryover",{"dry": "6 g of magnesium sulfate"}),
 ("rotavap",{"t": 60}),
 ("distil",{"bp": "112-114","p": 15,"bath": 150,"left": 3}),
 ("ppe",{}),
 ])
PROCEDURES["permanganate"]=("2-Chlorobenzoic acid",[
 ("charge",{"v": vessel(1000),"f": TFC,"a": [("2-chlorotoluene",6.3,None,50,None),("water",None,350,None,None)]}),
 ("reflux",{"d": 10,"b": "mantle"}),
 ("portions",{"a": [("potassium permanganate",17.4,None,110,None)],"n": 12,"d": 120,"lo": 90,"hi": 100}),
 ("reflux",{"d": 60,"b": "mantle"}),
 ("destroy",{"x": "permanganate","w": "5 mL of ethanol","sign": "the colour is gone"}),
 ("raw",{"x": "The manganese dioxide is filtered off warm and washed with 50 mL of hot water"}),
 ("cool",{"t": 15,"ice": "1 kg"}),
 ("feed",{"a": [("hydrochloric acid",None,30,None,"37 %")],"d": 20,"lo": 15,"hi": 30}),
 ("filterwash",{"w": "60 mL of water"}),
 ("ppe",{}),
 ])
# fmt: on


PEOPLE = (F, F2, F3, F4)
LAYOUTS = {
    "P": ("prose", "parts"),
    "I": ("numbers", "card", "prose", "bullets"),
    "N": ("lines", "bullets", "card", "numbers"),
    "T": ("prose", "parts"),
}
NUMBERS: tuple[tuple[str, ...], ...] = (
    ("{}. ", "{}) ", "Step {}: "),
    ("{}. ", "{}: ", "({}) "),
    ("{}. ", "{} - ", "#{} "),
    ("{}. ", "{:02d} ", "[{}] "),
)
HEADS = ((": ", " - "), (": ", " — "), (": ", "\t"), (": ", " :: "))


def phrase(op: Op, phrases: Phrases, r: random.Random, mood: str) -> str:
    """One operation in one of a person's ways."""
    kind, told = op[0], dict(op[1])
    for k in ("a", "w", "s", "dry"):
        if k in told and not isinstance(told[k], str):
            told[k] = list_of(told[k], r, mood)
    if "d" in told:
        told["d"] = time_of(told["d"], r, mood)
        told["D"] = capital(told["d"])
    for k in ("f", "v", "q"):
        if isinstance(told.get(k), list):
            told[k] = r.choice(told[k])
    if "n" in told and r.random() < 0.4:
        told["n"] = IN_WORDS[told["n"]]
    for k in ("a", "x", "f", "b", "v"):
        if k in told:
            told[k.upper()] = capital(told[k]) if mood != "N" else told[k]
    return r.choice(phrases[kind][mood]).format(**told)


def told(person: int, procedure: str, seed: int) -> str:
    """A procedure as a person (0 to 3) tells it."""
    r = random.Random(f"{person} {procedure} {seed}")
    title, ops = PROCEDURES[procedure]
    mood = r.choice("PPIINNT")
    layout = r.choice(LAYOUTS[mood])
    said = [phrase(op, PEOPLE[person], r, mood) for op in ops]
    if mood != "N" or layout in ("numbers", "card"):
        said = [capital(x) for x in said]
    form: Callable[[int, str], str] = lambda _, x: x  # noqa: E731
    if layout in ("prose", "parts"):
        between = [r.choice([" ", " ", "\n\n"]) if layout == "parts" else " " for _ in said]
        return f"{title}\n\n" + "".join(f"{x}.{b}" for x, b in zip(said, between, strict=True)).rstrip() + "\n"
    if layout == "numbers":
        number = r.choice(NUMBERS[person])
        form = lambda k, x: number.format(k + 1) + x  # noqa: E731
    elif layout == "card":
        head = r.choice(HEADS[person])
        form = lambda k, x: r.choice(LABEL[ops[k][0]]) + head + x  # noqa: E731
    elif layout == "bullets":
        form = lambda _, x: "- " + x  # noqa: E731
    return f"{title}\n\n" + "\n".join(form(k, x) for k, x in enumerate(said)) + "\n"
