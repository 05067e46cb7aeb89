"""Rules that the rounds behind the programs asked for: the fault is found, and what is right beside it is let be.

Every phrase is common practice, no source; the chemistry is of handbook 3.4 or named beside it.
"""

from __future__ import annotations

import pytest

from northsquall.assess import assess
from northsquall.reading import read

NBS = "Bromide\n\nToluene 9.2 g, N-bromosuccinimide 17.8 g, benzoyl peroxide 0.5 g and 100 mL of chlorobenzene in a 250 mL flask, hood. {}"
CHROMIC = "Oxidation\n\n{} Benzyl alcohol 10.8 g and 50 mL of acetic acid in a 250 mL flask, thermometer in the liquid, hood. The dichromate solution over 60 min at 40 °C."
THIONYL = "Chloride\n\nBenzoic acid 12.2 g and toluene 60 mL in a 250 mL flask, condenser, hood. Thionyl chloride 14.3 g over 60 min at 65-75 °C. Reflux 1 h. {}"


def codes(text: str) -> set[str]:
    """Codes of what is more than a note."""
    return {f.code for f in assess(read(text)).findings if f.severity != "note"}


@pytest.mark.parametrize(
    ("code", "text", "wrong", "right"),
    [
        ("S01", NBS, "The dry peroxide was ground in the mortar first.", "The peroxide was never ground in the mortar, but used damp."),
        ("H13", NBS, "Heat to 80 °C. If it doesn't kick off I add another gram of peroxide and heat on.", "Heat to 80 °C. If it doesn't kick off I stop and ask."),
        ("S05", NBS, "Keep it in the fridge with the food samples.", "Never keep it with food."),
        ("H07", THIONYL, "The condenser water was not running.", "The condenser water was running."),
        ("S04", THIONYL, "The leftover thionyl chloride in the bottle I rinsed out with water.", "The empty flask I rinsed out with acetone."),
        ("S04", CHROMIC, "Sodium dichromate dihydrate (29.8 g) was ground with 10 g of sugar and dissolved in 100 mL of water.", "Sodium dichromate dihydrate (29.8 g) was ground alone and dissolved in 100 mL of water."),
    ],
)  # fmt: skip
def test_a_fault_and_what_is_right_beside_it(code: str, text: str, wrong: str, right: str) -> None:
    assert code in codes(text.format(wrong))
    assert code not in codes(text.format(right))


@pytest.mark.parametrize(
    ("code", "text"),
    [
        ("H07", THIONYL.format("At the end the condenser water is turned off.")),
        ("H07", THIONYL.format("If the condenser water fails or is off, lower the bath.")),
        ("H07", THIONYL.format("The condenser water stays on to the end.")),
        ("S05", "Casein\n\n200 mL of skimmed milk in a 500 mL beaker, 40 °C. Acetic acid 10 % 10 mL over 10 min, stirred with the milk. Filter."),
        ("S04", CHROMIC.format("Sodium dichromate dihydrate (29.8 g) and benzoic acid (1 g) go with 100 mL of water into a flask with ground joints.")),
        ("S04", THIONYL.format("The condenser and the bottle are washed with acetone.")),
    ],
)  # fmt: skip
def test_what_is_right_raises_nothing(code: str, text: str) -> None:
    assert code not in codes(text)


def test_a_borate_is_no_product() -> None:
    """Four ketones to one borohydride (handbook 3.1): the alcohol is weighed, 11.2 g of 13.2 g, and not the borate that the hydride leaves."""
    a = assess(
        read(
            "Reduction\n\nEthyl acetoacetate 13.0 g and ethanol 60 mL in a 250 mL flask. Sodium borohydride 1.5 g in 20 portions over 60 min at 5-10 °C. Yield 11.2 g."
        )
    )
    assert a.yield_.percent is not None and 80 < a.yield_.percent < 90


def test_ether_that_extracts_later_does_not_set_the_class() -> None:
    """What reacts boils near 100 °C (water, acetic acid, cyclohexanol) and reaches 73 °C: class 1 or 2, whatever extracts it afterwards."""
    doc = read(
        "Ketone\n\nCyclohexanol 10.0 g and acetic acid 40 mL in a 500 mL flask, stirrer, thermometer in the liquid, ice bath 2 kg, hood. 12 % sodium hypochlorite solution, 75 mL, over 50 min at 15-25 °C. Stir 30 min. Destroy the excess with 60 mL of 10 % sodium bisulfite, starch paper stays white. Extract with 3 x 50 mL of diethyl ether. Stand over 5 g of magnesium sulfate for 20 min."
    )
    assert "H03" not in {f.code for f in assess(doc).findings}


@pytest.mark.parametrize("said", ["p-Toluidine (10.7 g) is dissolved", "tert-Butanol (7.4 g) is dissolved"])
def test_a_sentence_may_begin_with_a_locant(said: str) -> None:
    doc = read(f"X\n\nAcetic anhydride (11 g) is put in a 1 L flask. {said} in 50 mL of toluene in a 250 mL beaker.")
    assert [(s.vessel, len(s.materials)) for s in doc.steps] == [("1 L flask", 1), ("250 mL beaker", 2)]


def test_bisulfite_until_the_paper_is_white_takes_the_excess() -> None:
    a = assess(
        read(
            "Ketone\n\nCyclopentanol 8.6 g and acetic acid 20 mL in a 500 mL flask, stirrer, thermometer in the liquid, ice bath 1.5 kg, hood. 85 mL of 12 % sodium hypochlorite over 60 min at 15-25 °C. Stir 45 min. Starch iodide paper must turn blue; if so add 10 % sodium bisulfite, about 80 mL over 10 min, until it stays white (control: a drop of hypochlorite, blue)."
        )
    )
    assert not {"Q01", "Q05"} & {f.code for f in a.findings if f.severity == "stop"}
