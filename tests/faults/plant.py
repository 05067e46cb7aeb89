"""Faults planted in the clean procedures: each kind with what it does to the words, in several wordings, and the codes that answer it.

A fault is `kind, codes, file, words that stand there, words that take their place`. Drawn by seed; the place is the changed words.
All invented, after handbook 1 ("what makes the work hard") and 6.2.
"""

from __future__ import annotations

import random
from dataclasses import dataclass
from pathlib import Path

CLEAN = Path(__file__).resolve().parents[1] / "texts" / "clean"


@dataclass(frozen=True)
class Fault:
    """One kind of fault in one procedure. `new` holds several wordings; empty words delete."""

    kind: str
    codes: tuple[str, ...]
    file: str
    old: str
    new: tuple[str, ...]


@dataclass(frozen=True)
class Planted:
    """A procedure with one fault in it, and where (code points)."""

    fault: Fault
    text: str
    span: tuple[int, int]


def f(kind: str, codes: str, file: str, old: str, *new: str) -> Fault:
    """Short form for the table."""
    return Fault(kind, tuple(codes.split()), file, old, new)


FAULTS = [
    # --- heat
    f("dosed in a hurry", "H02 H03 H05", "nitrotoluate", "over 90 min at 2-12 °C", "over 3 min at 2-12 °C", "within 4 minutes at 2-12 °C"),
    f("dosed in a hurry", "H02 H03 H05", "nitroacetanilide", "over 60 min at 3-10 °C", "over 4 min at 3-10 °C", "in the course of 3 min at 3-10 °C"),
    f("hardly any ice", "H06 H02", "nitrotoluate", "in 3 kg of ice and water", "in 100 g of ice and water", "in 0.12 kg of ice and water"),
    f("hardly any ice", "H06 H02", "nitroacetanilide", "2 kg ice and water", "100 g ice and water", "90 g ice and water"),
    f("bath thermometer", "H08", "nitrotoluate", "a thermometer in the liquid", "a thermometer in the ice bath", "a thermometer hanging in the bath"),
    f("bath thermometer", "H08", "methylbenzophenone", "a thermometer in the liquid", "a thermometer in the ice bath", "a thermometer in the bath"),
    f("stirrer off", "H09 H02", "nitroacetanilide", "4. Drip", "4. Stirrer off. Drip", "4. The stirrer is switched off. Drip"),
    f("stirrer off", "H09 H02", "methylbenzophenone", "then toluene", "then, the stirrer switched off, toluene", "then with the stirrer off toluene"),
    f("water into acid", "H10 Q02", "nitroacetanilide", "Pour in a thin stream on to 400 g of ice in a 1 L beaker.", "Add 150 mL of water to the flask.", "Pour 130 mL of water into the flask."),
    f("water into acid", "H10 Q02", "nitrotoluate", "The mixture was poured in a thin stream on to 500 g of crushed ice in a 2 L beaker, stirred, below 10 °C.", "Water (200 mL) was poured into the flask.", "Water (250 mL) was added to the mixture in the flask."),
    f("pushed start", "H13", "toluoyl-chloride", "First 2 mL alone: gas must show within 5 min, otherwise stop the feed.", "First 2 mL alone. If nothing happens, add the rest at once.", "Nothing happened with the first 2 mL, so the rest was run in."),
    f("pushed start", "H13", "cyclohexanone", "the temperature must rise within 5 min, otherwise the feed is stopped.", "nothing happened, so it was warmed and the rest added.", "no reaction was seen and it was heated until it started."),
    f("all in, then heated", "H04 H03 P13", "toluoyl-chloride", "Thionyl chloride, 28.6 g (0.240 mol), from the funnel over 90 min at 70-75 °C. First 2 mL alone: gas must show within 5 min, otherwise stop the feed.", "Thionyl chloride, 28.6 g (0.240 mol), all at once at 20 °C, then heat to 75 °C.") ,
    # --- gas
    f("stopper on gas", "G02", "isoborneol", "Acetone, 15 mL,", "Stopper in, clip on. Acetone, 15 mL,", "The flask is stoppered tightly. Acetone, 15 mL,"),
    f("stopper on gas", "G02", "chlorotoluene", "About 2.4 L of nitrogen came off.", "About 2.4 L of nitrogen came off against the stopper, which was put in and held down.", "The flask was stoppered and the stopper held down; about 2.4 L of nitrogen formed."),
    f("closed receiver", "G02", "butyl-chloride", "the receiver standing in ice and vented by its side arm", "the receiver in ice, screwed tight to the adapter", "the receiver standing in ice and closed with a bung"),
    f("closed receiver", "G02", "hydrobromic-acid", "receiver in ice with a vented adapter", "receiver in ice, closed with a rubber bung", "receiver in ice, stoppered tight"),
    f("absorber too small", "G04", "toluoyl-chloride", "above 700 mL of 10 %", "above 100 mL of 10 %", "above 80 mL of 10 %"),
    f("absorber too small", "G04", "bromoacetanilide", "250 mL sodium hydroxide 10 % (w/w)", "20 mL sodium hydroxide 10 % (w/w)", "25 mL sodium hydroxide 10 % (w/w)"),
    f("absorber too small", "G04", "methylbenzophenone", "above 250 mL of sodium hydroxide (10 % w/w)", "above 40 mL of sodium hydroxide (10 % w/w)", "above 250 mL of sodium hydroxide (1 % w/w)"),
    f("no trap, tube dips", "G05", "methylbenzophenone", "through an empty 500 mL bottle to a wide funnel mouth-down 5 mm above 250 mL", "through a tube that dips 4 cm deep into 250 mL", "by a glass tube ending 3 cm below the surface of 250 mL"),
    f("no trap, tube dips", "G05", "bromoacetanilide", "empty 500 mL bottle > wide funnel mouth-down a few mm above 250 mL", "tube 5 cm deep in 250 mL", "tube to the bottom of 250 mL"),
    f("wrong absorbent", "G06 G04", "bromoacetanilide", "250 mL sodium hydroxide 10 % (w/w)", "250 mL sodium bisulfite 10 % (w/w)", "250 mL sodium hydrogen sulfite 10 % (w/w)"),
    f("wrong absorbent", "G06 G04", "methylbenzophenone", "250 mL of sodium hydroxide (10 % w/w)", "250 mL of sodium bisulfite (10 % w/w)", "250 mL of sodium sulfite (5 % w/w)"),
    f("window for a hood", "G07 G04", "hydrogen-chloride", "Where: fume cupboard, acid-gas detector switched on. Two people, visors, acid gloves. No flame, plate or switch in the cupboard.", "Where: by the open window. Two people, visors, acid gloves. No flame.", "Where: bench, window opened. Two people, visors, acid gloves. No flame near."),
    f("hot plate under ether", "G08", "cyclohexanone", "fresh, the funnel vented.", "fresh, the funnel vented, on the bench beside the hot plate that is on.", "fresh, the funnel vented, a bunsen burning near it."),
    f("smell as endpoint", "G11 Q06", "bromoacetanilide", "starch-iodide strip (tried on a drop of the bromine solution first: blue) stays white", "stirred until you can no longer smell bromine", "ready when the smell of bromine is gone"),
    f("smell as endpoint", "G11 Q06", "toluoyl-chloride", "until no more gas comes for 10 min", "until it no longer smells sharp", "until the smell is gone"),
    f("generator that cannot be stopped", "G12 P13", "hydrogen-chloride", "drips on to the salt over 60 min, 20-30 °C. Close the tap and the gas dies away in two minutes.", "is poured on to the salt in one go.", "goes on to the salt all at once."),
    f("wool for a line", "G13 G04", "bromoacetanilide", "condenser > empty 500 mL bottle > wide funnel mouth-down a few mm above 250 mL sodium hydroxide 10 % (w/w), for the hydrogen bromide > exhaust", "the condenser is plugged with cotton wool for the hydrogen bromide", "a piece of aluminium foil over the condenser keeps the hydrogen bromide in"),
    f("gas not named", "G01", "toluoyl-chloride", "(hydrogen chloride and sulfur dioxide, 0.20 mol of each)", "(hydrogen chloride, 0.20 mol)", "(acid gas)"),
    f("tube too deep", "G09", "methylbenzophenone", "to a wide funnel mouth-down 5 mm above 250 mL", "to a tube ending 40 cm deep in a cylinder of 250 mL", "to a tube that stands 45 cm deep in 250 mL"),
    # --- quench and work-up
    f("leftover not destroyed", "Q01", "cyclohexanone", "The hypochlorite left is destroyed with sodium sulfite, 5.0 g (0.040 mol), added in small portions below 25 °C; starch-iodide paper, tried on a drop of bleach first, stays white.", "The mixture goes on as it is.", "It is worked up straight away."),
    f("leftover not destroyed", "Q01", "chlorobenzoic-acid", "5. Permanganate left: 10 % sodium sulfite, in 5 mL lots at 70 °C, until the rim test is colourless.", "5. Let it settle.", "5. Cool to 70 °C."),
    f("water into the complex", "Q02 S04", "methylbenzophenone", "the mixture was run over 30 min, stirred, on to 400 g of crushed ice and 40 mL of hydrochloric acid (37 % w/w) in a 2 L beaker in the hood, below 20 °C.", "200 mL of water was poured into the flask in one go.", "water (250 mL) was added to the flask quickly."),
    f("quench too small", "Q03", "nitrotoluate", "500 g of crushed ice in a 2 L beaker", "20 g of crushed ice in a 2 L beaker", "15 g of crushed ice in a 2 L beaker"),
    f("quench vessel too small", "Q03", "nitroacetanilide", "400 g of ice in a 1 L beaker", "400 g of ice in a 250 mL beaker", "400 g of ice in a 400 mL beaker"),
    f("carbonate shaken closed", "Q04", "butyl-chloride", "The upper layer was stirred in an open 250 mL beaker with 50 mL of 5 % sodium hydrogen carbonate until no more carbon dioxide rose, then shaken with it in a separating funnel, vented by the tap after each swirl, washed", "The upper layer was shaken with 50 mL of 5 % sodium hydrogen carbonate in a separating funnel, the stopper held tight, washed", "The upper layer was put into a separating funnel with 50 mL of 5 % sodium hydrogen carbonate, stopper in, and shaken hard, washed"),
    f("acid on hypochlorite", "Q05 S04 G04", "cyclohexanone", "The hypochlorite left is destroyed with sodium sulfite, 5.0 g (0.040 mol), added in small portions below 25 °C;", "The last yellow is taken away with 20 mL of 37 % hydrochloric acid;", "Hydrochloric acid (37 %, 25 mL) is added to take the colour away;"),
    f("distilled dry", "Q09", "butyl-chloride", "and 2 mL were left in the flask", "until the flask was dry", "and it was distilled to dryness"),
    f("distilled dry", "Q09", "methylbenzophenone", "158-160 °C, 3 mL left.", "158-160 °C, until the flask is dry.", "158-160 °C, to dryness."),
    f("waste meets water", "Q12 Q01 S04", "toluoyl-chloride", "7. Distillate: drip over 30 min into 300 mL of 10 % sodium hydroxide, stirred in ice, below 25 °C, in an open 1 L flask in the hood.", "7. Distillate: into the drum for aqueous waste.", "7. Pour the distillate into the aqueous acid waste."),
    f("evaporated in the open", "Q11", "cyclohexanone", "dried over sodium sulfate and distilled; cyclohexanone", "dried over sodium sulfate and evaporated in an open dish on a hot water bath; cyclohexanone", "dried over sodium sulfate, the ether left to evaporate in an open beaker on the bench; cyclohexanone"),
    f("acid as drying agent", "Q08", "butyl-chloride", "dried over calcium chloride", "dried with 10 mL of concentrated sulfuric acid", "shaken with 10 mL of 96 % sulfuric acid"),
    f("nothing tested", "Q06", "isoborneol", "3. 45 min at 20 °C. TLC against camphor: gone.\n4. Acetone, 15 mL, by drops over 20 min below 20 °C. One more drop brings neither warmth nor hydrogen.", "3. 45 min at 20 °C.\n4. Acetone, 15 mL, by drops over 20 min below 20 °C."),
    # --- stability
    f("metal in hypochlorite", "S03", "cyclohexanone", "is dropped in over 120 min", "is taken from the old steel bucket with a rusty ladle and dropped in over 120 min", "from an iron pan is dropped in over 120 min"),
    f("acetone meets nitric acid", "S04 Q12", "nitroacetanilide", "7. Filter,", "7. Rinse the acid beaker out with 20 mL of acetone. Filter,", "7. The beaker of the acids is rinsed with acetone. Filter,"),
    f("peroxide meets acetone", "S04 Q12 Q05", "isoborneol", "One more drop brings neither warmth nor hydrogen.", "One more drop brings neither warmth nor hydrogen. Hydrogen peroxide (30 % w/w, 10 mL) and hydrochloric acid (37 % w/w, 10 mL) are added.", "Nothing more comes. 10 mL of 30 % hydrogen peroxide and 10 mL of 37 % hydrochloric acid are added."),
    f("old ether", "S06", "hydrogen-chloride", "150 mL of diethyl ether (fresh, peroxide test negative)", "150 mL of diethyl ether from the old half-empty bottle", "150 mL of diethyl ether (opened last year)"),
    f("diazonium dried", "S01 Q10", "chlorotoluene", "Copper(I) chloride (11.0 g", "The diazonium salt was filtered off and dried in air. Copper(I) chloride (11.0 g", "The diazonium chloride was collected on a filter and dried. Copper(I) chloride (11.0 g"),
    f("diazonium over lunch", "S01 P08 H02", "chlorotoluene", "Copper(I) chloride (11.0 g", "The diazonium solution was left on the bench over lunch. Copper(I) chloride (11.0 g", "The solution stood until after lunch at 18 °C. Copper(I) chloride (11.0 g"),
    f("waste that gives gas is capped", "G02 G16", "isoborneol", "6. Filtrate: vented flammable waste drum, alkaline, apart from acids.", "6. The filtrate still bubbles a bit; into the waste bottle, cap screwed on."),
    # --- procedure
    f("thousand times off", "P01", "nitroacetanilide", "13.5 g (0.100 mol) acetanilide", "13.5 mg (0.100 mol) acetanilide", "13.5 kg (0.100 mol) acetanilide"),
    f("thousand times off", "P01", "toluoyl-chloride", "27.2 g (0.200 mol) of 4-methylbenzoic acid", "27.2 kg (0.200 mol) of 4-methylbenzoic acid", "27.2 mg (0.200 mol) of 4-methylbenzoic acid"),
    f("ten times off", "P01", "butyl-chloride", "tert-Butanol (18.5 g, 0.25 mol)", "tert-Butanol (1.85 g, 0.25 mol)", "tert-Butanol (185 g, 0.25 mol)"),
    f("amount missing", "P02", "methylbenzophenone", "Benzoyl chloride (28.1 g, 0.200 mol)", "Benzoyl chloride"),
    f("amount missing", "P02", "toluoyl-chloride", "Thionyl chloride, 28.6 g (0.240 mol),", "Thionyl chloride"),
    f("test without control", "P03", "bromoacetanilide", "starch-iodide strip (tried on a drop of the bromine solution first: blue) stays white", "starch-iodide strip stays white", "a KI-starch strip keeps white"),
    f("test without control", "P03", "chlorotoluene", "starch-iodide paper, which a drop of nitrite in acid had just turned blue, showed", "starch-iodide paper showed"),
    f("yield above all", "P04", "nitroacetanilide", "Out: 14.9 g (83 %).", "Out: 21.3 g (118 %).", "Out: 20.5 g."),
    f("yield above all", "P04", "chlorobenzoic-acid", "11.6 g (74 %)", "17.9 g (114 %)", "18.2 g"),
    f("left alone overnight", "P08", "chlorobenzoic-acid", "4. 45 min at 90 °C.", "4. Overnight at 90 °C, nobody present.", "4. Leave it at 90 °C over night and go home."),
    f("left alone overnight", "P08", "toluoyl-chloride", "5. 60 min at 75 °C,", "5. Overnight at 75 °C, unattended,", "5. 15 h at 75 °C, nobody there,"),
    f("all at once", "P13 H02 H03", "isoborneol", "in eight equal portions over 60 min at 5-15 °C. Next portion only when the hydrogen of the last has ebbed and the thermometer is below 10 °C. Stop at 20 °C.", "all at once."),
    f("portions without a criterion", "P13", "isoborneol", "in eight equal portions over 60 min at 5-15 °C. Next portion only when the hydrogen of the last has ebbed and the thermometer is below 10 °C. Stop at 20 °C.", "in eight equal portions.", "by the spoonful, eight in all."),
    f("unknown reagent", "P05", "nitroacetanilide", "15 mL glacial acetic acid", "15 mL of moderator B7", "15 mL of Fluxol Q-9"),
    f("strength missing", "P12 P02", "cyclohexanone", "Sodium hypochlorite solution (12 % w/w, titrated today, 125 mL, 0.24 mol)", "Sodium hypochlorite solution (125 mL)", "Pool bleach (125 mL)"),
    f("time missing", "P02", "nitroacetanilide", "over 60 min at 3-10 °C", "at 3-10 °C", "slowly at 3-10 °C"),
]  # fmt: skip

ANYWHERE = {"gas not named"}
"""Kinds whose place is where the harm comes from, and not where the words were taken away."""


def draw(seed: int) -> Planted:
    """One fault, by seed."""
    rng = random.Random(seed)
    kinds = sorted({x.kind for x in FAULTS})
    kind = rng.choice(kinds)
    fault = rng.choice([x for x in FAULTS if x.kind == kind])
    return put(fault, rng.choice(fault.new))


def put(fault: Fault, words: str) -> Planted:
    """The fault in its procedure. Raises ValueError where the words to replace are not there."""
    text = (CLEAN / f"{fault.file}.txt").read_text("utf-8")
    at = text.find(fault.old)
    if at < 0:
        raise ValueError(f"{fault.file}: “{fault.old[:60]}” is not there")
    return Planted(fault, text[:at] + words + text[at + len(fault.old) :], (at, at + len(words)))
