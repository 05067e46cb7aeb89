"""How authors say it: each finding by many wordings of one fault, and silent where the same words are told of what is right.

The sentences are facts of the trade, written down before the rules were looked at; the procedures around them are sound.
"""

from __future__ import annotations

import pytest

from northsquall.assess import assess
from northsquall.reading import read

BASES = {
    "H13": "Test\n\nMagnesium, 4.9 g, and ether, 50 mL, in a dry 500 mL flask with condenser in the hood. Bromobenzene, 31.4 g, in 100 mL of ether from the funnel over 60 min. {} Then 18.2 g of benzophenone in 100 mL of ether over 40 min in ice. Goggles, gloves, second person.",
    "H09": "Test\n\nMethyl benzoate, 13.6 g, in 40 mL of sulfuric acid (96 %) in a 250 mL flask in 2 kg of ice, paddle stirrer, thermometer in the mixture, fume cupboard. A mixture of nitric acid (68 %, 8 mL) and sulfuric acid (96 %, 8 mL) is run in over 50 min at 5-12 °C. {} 20 min at 15 °C. Poured on to 450 g of ice in a 2 L beaker. Goggles, gloves, a second person.",
    "Q09": "Test\n\nCyclohexanol, 20 g, hydrobromic acid (48 %, 68 mL) in a 250 mL flask with a condenser in the hood; sulfuric acid (96 %, 10 mL) over 25 min below 30 °C in ice (2 kg). Gas from the condenser over an empty 500 mL flask to a funnel above 350 mL of 10 % sodium hydroxide. Reflux 2 h, attended. {} Goggles, gloves, second person.",
    "P08": "Test\n\nCyclohexanol, 20 g, hydrobromic acid (48 %, 68 mL) in a 250 mL flask with a condenser in the hood; sulfuric acid (96 %, 10 mL) over 25 min below 30 °C in ice (2 kg). Gas from the condenser over an empty 500 mL flask to a funnel above 350 mL of 10 % sodium hydroxide. Reflux 2 h, attended. {} Goggles, gloves, second person.",
    "H08": "Test\n\nMethyl benzoate, 13.6 g, in 40 mL of sulfuric acid (96 %) in a 250 mL flask in 2 kg of ice, paddle stirrer, fume cupboard. A mixture of nitric acid (68 %, 8 mL) and sulfuric acid (96 %, 8 mL) is run in over 50 min at 5-12 °C. {} 20 min at 15 °C. Poured on to 450 g of ice in a 2 L beaker. Goggles, gloves, a second person.",
    "G15": "Test\n\nCinnamic acid, 14.8 g, is dissolved in 80 mL of dichloromethane in a 250 mL flask, magnetic stirrer, thermometer in the solution. Bromine, 5.1 mL, is dripped in over 40 min at 20-25 °C, water bath. {} Stir 30 min at 20 °C. Goggles, gloves, second person in the room.",
    "G07": "Test\n\nCinnamic acid, 14.8 g, is dissolved in 80 mL of dichloromethane in a 250 mL flask magnetic stirrer, thermometer in the solution. Bromine, 5.1 mL, is dripped in over 40 min at 20-25 °C, water bath. {} Stir 30 min at 20 °C. Goggles, gloves, second person in the room.",
    "Q02": "Test\n\nAnisole, 10.8 g, and aluminium chloride, 15 g, in 100 mL of dichloromethane in a 500 mL flask in ice (2 kg), paddle stirrer, thermometer in the mixture. Acetyl chloride, 8.2 g, over 60 min at 0-5 °C. HCl from the condenser over an empty 500 mL bottle to a funnel above 200 mL of 10 % sodium hydroxide. 1 h at 20 °C. {} Goggles, gloves, second person in the room, fume cupboard.",
    "Q04": "Test\n\nBenzyl alcohol, 21.6 g, and hydrochloric acid (37 %, 100 mL) in a 500 mL flask with a paddle stirrer, thermometer in the mixture, condenser; off-gas over an empty 1 L flask to a funnel above 700 mL of 10 % sodium hydroxide. 90 min at 60-65 °C, attended. Cooled to 20 °C, the lower layer parted off. {} Goggles, gloves, second person in the room, fume cupboard.",
    "Q12": "Test\n\nMethyl benzoate, 13.6 g, in 40 mL of sulfuric acid (96 %) in a 250 mL flask in 2 kg of ice, paddle stirrer, thermometer in the mixture. A mixture of nitric acid (68 %, 8 mL) and sulfuric acid (96 %, 8 mL) is run in over 50 min at 5-12 °C. 20 min at 15 °C. Poured on to 450 g of ice in a 2 L beaker. Filtered, washed with water. {} Goggles, gloves, second person in the room, fume cupboard.",
    "G05": "Test\n\nSodium chloride, 29 g, in a 500 mL flask. Sulfuric acid (96 %, 40 mL) is dripped in over 60 min from a funnel, stirred, thermometer in the mixture, ice bath. {} Goggles, gloves, second person in the room, fume cupboard.",
    "G11": "Test\n\nSodium chloride, 29 g, in a 500 mL flask. Sulfuric acid (96 %, 40 mL) is dripped in over 60 min from a funnel, stirred, thermometer in the mixture, ice bath. {} Goggles, gloves, second person in the room, fume cupboard.",
    "P03": "Test\n\nAniline, 9.3 g, in hydrochloric acid (37 %, 25 mL) and water (40 mL) in a 500 mL flask in ice-salt (3 kg), stirrer, thermometer in the solution. Sodium nitrite, 7.1 g, in 20 mL of water over 35 min at 0-5 °C. {} Goggles, gloves, second person in the room, fume cupboard.",
    "H10": "Test\n\nSulfuric acid, 96 %, 50 mL, in a 500 mL beaker. {} Goggles, gloves, second person in the room, fume cupboard.",
    "Q10": "Test\n\nAniline, 9.3 g, in hydrochloric acid (37 %, 25 mL) and water (40 mL) in a 500 mL flask in ice-salt (3 kg), stirrer, thermometer in the solution. Sodium nitrite, 7.1 g, in 20 mL of water over 35 min at 0-5 °C. {} Goggles, gloves, second person in the room, fume cupboard.",
    "Q11": "Test\n\nBenzyl alcohol, 21.6 g, and hydrochloric acid (37 %, 100 mL) in a 500 mL flask with a paddle stirrer, thermometer in the mixture, condenser; off-gas over an empty 1 L flask to a funnel above 700 mL of 10 % sodium hydroxide. 90 min at 60-65 °C, attended. Cooled to 20 °C, the lower layer parted off. {} Goggles, gloves, second person in the room, fume cupboard.",
    "H04": "Test\n\nNaphthalene, 12.8 g, in acetic acid (40 mL) in a 250 mL flask, paddle stirrer, thermometer in the mixture, bath with 2 kg of ice.  {} Goggles, gloves, second person in the room, fume cupboard.",
}
"""A sound procedure for each finding, with a place for the sentence."""
FAULTS: dict[str, list[str]] = {
    "H13": [
        "The first 5 mL did nothing, so the rest was added and the flask was warmed.",
        "Nothing happens at first; I add a bit more and warm it up.",
        "If it does not start, add more and warm.",
        "As no reaction was visible, more bromide was run in.",
        "When nothing was to be seen after ten minutes another 20 mL was added.",
        "It did not start, so I put the heat gun on it and let the rest in.",
        "No reaction: the remaining solution was added at once and heated.",
        "If there's no sign of it starting, give it the lot.",
        "It would not go, so a further portion was added and the bath brought up to 40 °C.",
        "The reaction was slow to begin; the addition was therefore speeded up.",
        "Still cold. So in with the rest.",
        "Nothing moved, so the whole lot went in.",
        "The onset failed to appear and the mixture was heated with the rest of the halide.",
    ],
    "H09": [
        "The stirrer stops from time to time; leave it.",
        "The stirrer gets stuck, never mind.",
        "Stirring is not needed.",
        "The bar often stops in the paste, just go on.",
        "Without stirring.",
        "No stirring.",
        "The stirrer was off during the addition.",
        "The paddle was switched off to save the motor and the addition went on.",
        "The stirrer has a tendency to stop because of the two layers, leave it then.",
        "It is too thick for the stirrer, so we let it stand.",
        "If the bar stops turning carry on.",
    ],
    "Q09": [
        "Distil to dryness.",
        "Distil until nothing comes over.",
        "Distil at 163-166 °C until the flask is dry.",
        "Distil down to the last drop.",
        "Distil it all over.",
        "Distil, dry down.",
        "The distillation is continued until the residue begins to char.",
        "Distil until white fumes appear in the pot.",
        "Distil it dry.",
    ],
    "P08": [
        "Leave it refluxing over night.",
        "The flask boils over lunch, nobody has to be there.",
        "Go home, it runs by itself.",
        "I leave it on and come back in the morning.",
        "Unattended overnight.",
        "Nobody needs to stay.",
        "It looks after itself while we have coffee.",
        "You can do something else meanwhile.",
        "It was left to boil on its own for three hours.",
        "The operator may leave.",
        "No supervision is needed.",
    ],
    "H08": [
        "The thermometer hangs in the ice bath.",
        "The bath thermometer shows 5 °C.",
        "The temperature is read in the bath.",
        "Thermometer outside, in the bowl.",
        "The bath is at 5 °C, that is what we read.",
        "Only the bath has a thermometer.",
        "The temperature of the bath was 5 °C.",
        "The sensor sits in the bath.",
        "We measure the bath.",
        "Feel the flask with your hand.",
    ],
    "G15": [
        "The bromine is measured in a cylinder on the bench.",
        "Bromine is poured into the funnel from the bottle on the open bench.",
        "I measure the bromine out at my desk.",
        "The bromine had been weighed on the balance in the corridor, open.",
    ],
    "G07": [
        "Done on the bench, windows open.",
        "No hood is free, so by the window.",
        "Do not use the hood.",
        "The hood was out of order.",
        "This is done outdoors.",
        "The hood's sash was fully open.",
        "We did it on the balcony.",
        "On the open bench with a fan.",
        "The fume cupboard is switched off because it is noisy.",
    ],
    "Q02": [
        "Water, 200 mL, is poured into the flask.",
        "200 mL of water is added to the flask all at once.",
        "Then water from the tap into the flask.",
        "Pour 200 mL of water on it.",
        "The complex is decomposed by adding 200 mL of water to the flask.",
        "Quench with 200 mL of water.",
        "I tip in 200 mL of water.",
        "A good splash of water goes in first.",
        "200 mL of cold water straight into the pot.",
    ],
    "Q04": [
        "Wash with 40 mL of 5 % sodium bicarbonate in the separating funnel, shaking well.",
        "Shake with 40 mL of bicarbonate solution, stopper in.",
        "40 mL of 5 % NaHCO3, shake hard.",
        "The organic layer is shaken with soda solution (5 %, 50 mL) in the closed funnel.",
        "Extract with bicarbonate, 40 mL, 5 %, vigorously.",
        "Separating funnel: 40 mL of 5 % sodium carbonate, stopper, shake.",
    ],
    "Q12": [
        "The filtrate and the acetone rinsings go into the same bottle.",
        "The acid filtrate is put into the solvent waste.",
        "Waste acid into the can with the solvents.",
        "The mother liquor (nitric acid) is poured into the organic waste.",
        "Filtrate: solvent can.",
        "I put the filtrate in the bottle with the ethanol washings.",
        "Everything goes in the organic waste drum.",
        "Combine the acid with the acetone waste.",
        "Acid and the alcohol washings together into one canister.",
        "The acid filtrate is collected in the acetone bottle.",
    ],
    "G05": [
        "The gas goes by a tube straight into 200 mL of water, 5 cm deep.",
        "The tube dips into 200 mL of water.",
        "The gas is led directly into water (200 mL).",
        "The tube ends at the bottom of a bottle with 200 mL of water.",
        "Glass tube under the water (200 mL).",
        "The gas is bubbled into 200 mL of water.",
        "A hose from the flask hangs in 200 mL of water.",
        "The end of the tube is 2 cm below the surface of 200 mL of 10 % sodium hydroxide.",
        "The delivery tube reaches down to the bottom of a beaker with 200 mL of water.",
    ],
    "G11": [
        "Stop when you can smell it.",
        "When it begins to smell the absorber is full.",
        "The end is seen by the smell.",
        "Sniff now and then; when it stings, stop.",
        "If the eyes water the water is saturated.",
        "You notice by the nose when it's over.",
        "Carry on until it no longer smells.",
        "Check by smell that no more gas comes.",
        "It is finished when there is no odour left.",
        "The pungent smell tells when to stop.",
    ],
    "P03": [
        "Starch-iodide paper stays white: nitrite is used up.",
        "Test with iodide-starch paper: negative.",
        "A drop on starch-iodide paper gives no colour, so more nitrite is added.",
        "Spot on KI paper: no blue.",
        "The strip shows nothing, so go on.",
    ],
    "H10": [
        "Water, 50 mL, is added.",
        "Pour 50 mL of water into the acid.",
        "Add 50 mL of water to it.",
        "Dilute with 50 mL of water.",
        "Top up with 50 mL of water.",
        "I run 50 mL of water on to it.",
        "Then 50 mL of water, all at once.",
        "Fill up with water to 100 mL.",
        "Ice, 50 g, is thrown into it.",
    ],
    "Q10": [
        "The diazonium salt is filtered off and dried.",
        "The diazonium chloride is sucked off and left to dry in the air.",
        "Evaporate the solution to get the diazonium salt.",
        "Filter the diazonium salt and keep it in a jar.",
        "The solid diazonium salt is scraped off the filter.",
    ],
    "Q11": [
        "Extract with 3 x 50 mL of diethyl ether; let the ether evaporate in a dish overnight.",
        "Extract with 100 mL of ether, blow off the ether with air.",
        "Extract with 100 mL of ether. The ether is left to evaporate in the hood.",
    ],
    "H04": [
        "Mix everything with 8 mL of nitric acid (68 %) and heat to 60 °C.",
        "Nitric acid, 68 %, 8 mL, in one portion, and slowly warmed to 60 °C.",
    ],
}
SOUND: dict[str, list[str]] = {
    "H13": [
        "The reaction starts within 5 min (the ether turns cloudy and warm); no more is added before.",
        "Wait until it has started before any more goes in.",
        "If it has not started after 10 min, stop and ask.",
        "The start is seen by the ether boiling.",
    ],
    "H09": ["If the stirrer stops, the addition is stopped.", "Stirring is strong throughout.", "If the paddle stops, shut the tap."],
    "Q09": [
        "Distil at 163-166 °C, leave 3 mL in the flask.",
        "Distil, stop with 5 mL left.",
        "Distil at 163-166 °C; at least 4 mL stays behind.",
    ],
    "P08": ["It is never left alone.", "Somebody stays with it all the time.", "Do not leave it unattended.", "It is watched throughout."],
    "H08": ["Thermometer in the flask, dipping into the liquid.", "The probe is in the pot."],
    "G07": ["In the hood, sash down. Bromine detector."],
    "Q02": ["The mixture is run slowly, over 40 min, on to 300 g of ice in a 2 L beaker."],
    "Q04": [
        "Wash with 40 mL of 5 % sodium bicarbonate first in an open beaker until no gas comes, then in the funnel, vented often.",
        "40 mL of 5 % sodium bicarbonate in an open beaker, stirred until the fizzing is over.",
    ],
    "Q12": ["The filtrate is neutralised with sodium carbonate in an open 5 L bucket, a spoonful at a time, waiting for the foam to sink."],
    "G05": ["The gas goes over an empty 500 mL bottle to a funnel just above 400 mL of 10 % sodium hydroxide."],
    "G11": ["The gas has a pungent smell and is led to the absorber."],
    "P03": [
        "Starch-iodide paper turned faint blue; the same paper gave strong blue with a drop of nitrite and acid.",
        "Starch-iodide paper (checked on nitrite and acid just before) turns blue.",
    ],
    "Q10": ["The diazonium salt is never filtered off or dried."],
    "Q11": ["Extract with 100 mL of ether, which is taken off on the rotary evaporator."],
}
OR = {"H04": ("H03", "P13", "H01", "H02"), "H10": ("H10", "H11"), "Q12": ("Q12", "S04")}
"""Codes that say the same of these faults (handbook 4: one finding for one cause)."""


@pytest.mark.parametrize(("code", "words"), [(c, w) for c, ws in FAULTS.items() for w in ws])
def test_a_fault_is_found_however_it_is_said(code: str, words: str) -> None:
    raised = {f.code for f in assess(read(BASES[code].format(words))).findings if f.severity != "note"}
    assert raised & {code, *OR.get(code, ())}


@pytest.mark.parametrize(("code", "words"), [(c, w) for c, ws in SOUND.items() for w in ws])
def test_the_same_words_said_of_what_is_right_raise_nothing(code: str, words: str) -> None:
    assert code not in {f.code for f in assess(read(BASES[code].format(words))).findings if f.severity != "note"}


NITRATION = "Test\n\nMethyl benzoate, 13.6 g, in 40 mL of sulfuric acid (96 %) in a 250 mL flask in 2 kg of ice, paddle stirrer, {sensor}. A mixture of nitric acid (68 %, 8 mL) and sulfuric acid (96 %, 8 mL) is run in over 50 min at 5-12 °C, stop at 15 °C. 20 min at 15 °C. {test} Poured on to 450 g of ice in a 2 L beaker. {prot} {cont}"
SAID = {
    "sensor": "thermometer in the mixture",
    "test": "GC shows less than 1 % of ester.",
    "prot": "Visor and gauntlets in the fume cupboard.",
    "cont": "Second person in the lab.",
}
WRITTEN: dict[str, tuple[str, list[str]]] = {
    "H08": (
        "sensor",
        [
            "thermometer in the mixture",
            "thermometer dipping into the acid",
            "Pt100 in the pot",
            "a thermocouple in the liquid",
            "internal thermometer",
            "thermometer (inside)",
            "temperature probe immersed in the mixture",
            "thermometer well down in the liquid",
            "the thermometer's bulb covered by the acid",
            "inner temperature read with a Pt100",
            "thermometer, in the reaction mixture",
            "temperature sensor in the flask",
            "T probe in liquid",
            "with the thermometer in the acid",
        ],
    ),
    "P10": (
        "prot",
        [
            "Visor and gauntlets.",
            "Face shield, gloves.",
            "Goggles and nitrile gloves.",
            "Safety glasses, lab coat, gloves.",
            "Wear eye protection and gloves.",
            "PPE: goggles, gloves, coat.",
            "Protective goggles and gloves are worn.",
            "Eye protection, acid-proof gloves.",
            "Full-face visor.",
            "Work with gloves and goggles behind the sash.",
            "I had my visor and the thick gloves on.",
            "Protection: face shield and butyl gloves.",
            "Safety spectacles.",
        ],
    ),
    "P09": (
        "cont",
        [
            "Second person in the lab.",
            "A colleague is in the room.",
            "Not alone in the lab.",
            "Somebody else is present.",
            "An ice bucket stands ready.",
            "2 kg of ice stand ready for the dump.",
            "A dump tank with ice is below the flask.",
            "Safety shower next to the hood.",
            "Fire extinguisher at hand.",
            "Sodium bicarbonate for spills is at hand.",
            "A tub with 3 kg of ice stands under the lift.",
            "Two of us were there.",
            "Emergency: drop the flask's contents into the 5 L bucket with ice.",
            "My lab partner was there the whole time.",
            "A neutralising agent is ready beside the hood.",
            "The way out is clear.",
            "In an emergency empty the flask into the ice in the tray.",
            "Someone within earshot.",
        ],
    ),
    "Q06": (
        "test",
        [
            "GC shows less than 1 % of ester.",
            "TLC (ester beside it) shows none left.",
            "HPLC: 0.5 % ester against a standard.",
            "A sample by GC: complete.",
            "The reaction is complete by TLC against starting material.",
            "NMR of a sample shows no ester.",
            "GC control: conversion 99 %, standard injected.",
            "Sample for GC (<1 %).",
            "In-process control: ester below 1 % (GC, reference).",
            "Checked by thin-layer chromatography with authentic ester alongside.",
        ],
    ),
}
"""What a sound procedure has to say about thermometer, protection, people and test, as different authors say it."""


@pytest.mark.parametrize(("code", "slot", "words"), [(c, slot, w) for c, (slot, ws) in WRITTEN.items() for w in ws])
def test_what_is_written_is_seen(code: str, slot: str, words: str) -> None:
    assert code not in {f.code for f in assess(read(NITRATION.format(**{**SAID, slot: words}))).findings}


CHLORIDE = (
    "Test\n\nBenzoic acid, 12.2 g, in dichloromethane, 50 mL, in a 250 mL flask with a condenser, stirrer, thermometer in the mixture, 20 °C water bath. Thionyl chloride, 8.7 mL, over 40 min at 20-25 °C. {} "
    "Gas from the condenser over an empty 500 mL bottle to a funnel held just above 400 mL of 10 % sodium hydroxide. 2 h at reflux, attended, until no more gas comes. Goggles, gloves, second person, fume cupboard."
)


@pytest.mark.parametrize(
    "words",
    [
        "Hydrogen chloride and sulfur dioxide (0.10 mol, 2.4 L of each) come off.",
        "HCl and SO2 come off, 2.4 L each.",
        "Gas: HCl, SO2.",
        "The gases formed (HCl 2.4 L, SO2 2.4 L) go to the absorber.",
        "SO2 and HCl are evolved.",
        "Sulphur dioxide and hydrogen chloride escape.",
        "Acid gases (hydrogen chloride, sulfur dioxide) are set free.",
        "2.4 L of HCl gas and as much SO2.",
    ],
)
def test_gases_that_are_named_are_no_charges(words: str) -> None:
    p = read(CHLORIDE.format(words))
    assert {m.identity for m in p.materials} == {"benzoic acid", "dichloromethane", "thionyl chloride", "sodium hydroxide"}
    assert not any(f.code == "G01" and f.severity != "note" for f in assess(p).findings)


SPENT = "Test\n\n{} The gas goes over an empty 500 mL bottle to a funnel above sodium hydroxide (10 %, 500 mL). At the end nitrogen is passed through. {} Fume cupboard, detector, goggles, second person.\n"
SULFIDE = "Iron sulfide, 44 g, in a 1 L flask. Hydrochloric acid (20 %, 200 mL) is dripped in over 90 min."
CHLORINE = "Potassium permanganate, 10 g, in a 500 mL flask. Hydrochloric acid (37 %, 80 mL) is dripped in over 60 min."


@pytest.mark.parametrize(
    ("made", "words", "codes"),
    [
        (SULFIDE, "The absorber is acidified with hydrochloric acid (37 %, 200 mL).", {"Q05"}),
        (SULFIDE, "The spent caustic is neutralised with hydrochloric acid.", {"Q05"}),
        (SULFIDE, "\nAbsorber: hydrochloric acid to pH 7.\n", {"Q05"}),
        (CHLORINE, "The scrubber liquid is brought to pH 7 with hydrochloric acid.", {"S04", "Q05"}),
        (CHLORINE, "The absorber liquid and the acid from the flask go together into the waste bottle.", {"Q12"}),
    ],
)
def test_what_is_added_to_a_spent_absorber_counts(made: str, words: str, codes: set[str]) -> None:
    """Sulfide and acid give hydrogen sulfide, hypochlorite and acid chlorine (handbook 2.7: what spent liquid must not meet)."""
    assert {f.code for f in assess(read(SPENT.format(made, words))).findings if f.severity == "stop"} & codes


@pytest.mark.parametrize(
    "words", ["The scrubber liquid is treated with sodium thiosulfate, 30 g.", "The absorber stays as it is, labelled, vented."]
)
def test_a_spent_absorber_that_is_made_harmless_raises_nothing(words: str) -> None:
    assert not {f.code for f in assess(read(SPENT.format(CHLORINE, words))).findings if f.severity == "stop"}


def test_an_ice_bath_of_one_step_is_at_its_own_temperature() -> None:
    """From 52 °C to 20 °C in ice: a feed that follows at 20 °C and below 30 °C keeps its limit; a bath at 20 °C would leave it at 31 °C."""
    p = read(
        "Test\n\nStilbene 9.0 g in acetic acid 100 mL in a 250 mL flask, water bath to 50 °C. Bromine 8.0 g over 30 min at 50-55 °C. 15 min at 50-55 °C. "
        "Cool to 20 °C, 20 min, ice bath. Water 30 mL over 10 min, below 30 °C."
    )
    assert not [f for f in assess(p).findings if f.code == "H02"]


def test_acids_that_are_mixed_under_a_limit_go_as_slowly_as_it_asks() -> None:
    """35 mL of sulfuric into 16 mL of nitric acid: some 20 kJ, which ice takes from a 500 mL flask in a quarter of an hour."""
    text = (
        "Test\n\nIn a 500 mL flask with a stirrer sulfuric acid (96 %, 35 mL) was run {} into nitric acid (65 %, 16 mL), the flask standing in ice (2 kg){}. "
        "Toluene (18.4 g) was added over 80 min at 10-15 °C."
    )
    held = assess(read(text.format("slowly", ", so that 15 °C was not passed")))
    assert not [f for f in held.findings if f.code in ("P02", "H02") and f.severity != "note"]
    assert [f for f in assess(read(text.format("", ""))).findings if f.code == "P02" and f.severity != "note"]
