"""Boiling, warming after the ice, and what is already there, in many words (common practice, no source)."""

from __future__ import annotations

import pytest

from northsquall.assess import assess
from northsquall.procedure import Procedure
from northsquall.reading import read

ESTER = "Isoamyl acetate. 100 mL flask: 8.8 g of isoamyl alcohol and 9 g of glacial acetic acid, 0.5 mL of concentrated sulfuric acid. {} Cool to 20 °C."
ICED = (
    "Isoamyl benzoate. 250 mL flask with stirrer, thermometer in the liquid, dropping funnel, condenser, in an ice bath (1 kg): toluene 50 mL, triethylamine 11 g, "
    "isoamyl alcohol 8.8 g. Benzoyl chloride 14.1 g was added dropwise over 30 min at 5-10 °C. {} Cool to 20 °C."
)
BOILS = (
    "Mantle, gently boiling for an hour.",
    "Gently boiling for 1 h, condenser on.",
    "It ticks over at the boil for an hour.",
    "On the boil for 60 min.",
    "Keep it on the boil for an hour.",
    "At the boil for 1 h.",
    "Simmer for an hour under the condenser.",
    "It simmers for an hour.",
    "Let it bubble gently for an hour on the mantle.",
    "An hour at a gentle boil.",
    "An hour's gentle boiling.",
    "Bring to the boil and keep it there for an hour.",
    "Then it boils for an hour, gently.",
    "Mantle up until it refluxes, then an hour like that.",
    "Bring it up to reflux and leave it there for an hour, somebody beside it.",
    "It goes to reflux and stays there an hour.",
    "Heat so that it just boils, 1 h.",
    "Boiled under the condenser for an hour.",
    "Reflux condenser on, mantle under it, and it boils away quietly for an hour.",
    "Set the mantle so it drips back steadily, one hour of that.",
    "Heat till it drips back from the condenser, 1 h.",
    "Refluxing, 60 min.",
    "1 h reflux (mantle).",
    "Reflux; 60 min; attended.",
    "Reflux is kept up for an hour.",
    "Reflux continues for 1 h.",
    "Boil it for an hour with the condenser on.",
    "It was heated to boiling, and boiling was maintained for one hour.",
    "Boiling was continued for one hour.",
    "The mixture was kept boiling gently for one hour.",
    "The flask was heated at reflux temperature during one hour.",
    "Heating under reflux: 1 h.",
    "Turn the heater on; once the liquid is boiling time one hour.",
    "Steady reflux for an hour, water on.",
    "Up to reflux over 20 min, 1 h there.",
    "Warm up to reflux in half an hour and hold for an hour.",
)
WARMED = (
    "Then the ice goes and the mantle comes, and it is warmed to 60 °C for 1 h.",
    "The ice bath was taken away and the mixture warmed to 60 °C, where it was kept for 1 h.",
    "Ice away, 60 °C (water bath), 1 h.",
    "Ice off; water bath to 60 °C; 1 h there.",
    "Bath off, warm it up to sixty, an hour.",
    "Take the bath off and warm to 60 °C within 20 min; 1 h at that.",
    "Remove the ice. Warm to 60 °C over 20 min and hold 1 h.",
    "The cooling was removed, the temperature was raised to 60 °C during 20 min and kept there for a further hour.",
    "Swap the ice for warm water and keep it at 60 °C for an hour.",
    "Warm water instead of ice, 60 °C, 1 h stirring.",
    "Let it warm to room temperature, then 1 h at 60 °C.",
    "Lower the ice bath, raise the water bath (60 °C), stir for 1 h.",
    "After that it goes on the water bath at 60 °C for an hour.",
    "Then sixty degrees for an hour, on the water bath.",
    "Bring to 60 °C in 20 min; keep for 60 min.",
    "Heat to 60 °C, hold 60 min.",
    "60 °C for 60 min.",
    "T up to 60 °C, 1 h.",
    "60 min / 60 °C.",
    "Post-reaction: 60 °C, 60 min.",
    "It is then brought to 60 °C with a water bath and stirred at that temperature for one hour.",
    "When all is in, the ice is replaced by a water bath of 60 °C for one hour.",
    "Stirring was continued for one hour at 60 °C.",
    "An hour's stirring at 60 °C follows.",
    "Warm gently to 60 °C, keep it there an hour.",
    "Kept at 58-62 °C for one hour.",
    "Held between 58 and 62 °C for an hour.",
    "The flask was then heated to 60 °C (bath 65 °C) for one hour.",
    "Warm slowly (20 min) to 60 °C; leave stirring 1 h.",
    "Ice out, mantle in, 60 °C inside for an hour.",
    "Next, warm the batch to 60 °C and let it stir for an hour.",
    "Temperature raised to 60 °C; maintained 1 h.",
    "Once everything is in, off with the ice, on with the warm water, 60 °C, one hour.",
    "Then we warm it, sixty degrees, water bath, for an hour.",
)


@pytest.mark.parametrize("words", BOILS)
def test_it_boils_for_an_hour(words: str) -> None:
    boiled = [s for s in read(ESTER.format(words)).steps if s.kind == "reflux"]
    assert boiled and max(s.duration.value for s in read(ESTER.format(words)).steps if s.duration is not None) == pytest.approx(
        60.0, abs=5.0
    )


@pytest.mark.parametrize("words", ["It drips for an hour.", "Heat on the boiling-water bath for 1 h."])
def test_what_does_not_boil_is_not_refluxed(words: str) -> None:
    assert all(s.kind != "reflux" for s in read(ESTER.format(words)).steps)


@pytest.mark.parametrize("words", WARMED)
def test_it_is_warmed_when_the_ice_has_gone(words: str) -> None:
    p = read(ICED.format(words))
    feed = next(s.n for s in p.steps if any(m.identity == "benzoyl chloride" for m in p.materials if m.id in s.materials))
    later = [s for s in p.steps if s.n > feed][:-1]
    assert all(s.kind not in ("dose", "add") for s in later)
    assert any(s.T_range and 57 < s.T_range.value < 63 and s.duration and s.duration.value >= 58 for s in later)


def fed(p: Procedure, identity: str) -> tuple[str, str | None]:
    (lot,) = [m for m in p.materials if m.identity == identity]
    step = next(s for s in p.steps if lot.id in s.materials)
    return step.kind, step.vessel


@pytest.mark.parametrize(
    "words",
    [
        "Pour 96 % sulfuric acid, 100 mL, slowly along the wall into the water, over 20 min.",
        "Pour 100 mL of 96 % sulfuric acid slowly into the water over 20 min.",
        "The acid, 100 mL of 96 % sulfuric, is poured to the water, 20 min.",
    ],
)
def test_acid_goes_into_the_water_that_stands_there(words: str) -> None:
    p = read(
        f"Dilution\n\n1. Put 700 mL of cold water in a 2 L beaker standing in an ice bath of 3 kg.\n2. {words}\n3. Make up to 920 mL with water.\n"
    )
    assert fed(p, "sulfuric acid") == ("dose", "2 L beaker")
    assert [m.amount.value for m in p.materials if m.identity == "water" and m.amount] == [700.0, 120.0]


@pytest.mark.parametrize(
    "words",
    [
        "37 g of n-butanol into the 250 mL flask, and 36 g of acetic acid.",
        "37 g of n-butanol into the 250 mL flask, that's half a mole, and 36 g of acetic acid.",
        "37 g of n-butanol goes into a 250 mL flask, followed by 36 g of acetic acid.",
    ],
)
def test_what_goes_in_as_well_is_not_what_stands_there(words: str) -> None:
    p = read(f"Butyl acetate\n\n{words}")
    assert p.steps[0].kind == "charge" and len(p.steps[0].materials) == 2


@pytest.mark.parametrize("words", ["A mil of concentrated sulfuric acid, dropwise.", "A mL of concentrated sulfuric acid, dropwise."])
def test_a_millilitre_is_one(words: str) -> None:
    p = read(f"Ester\n\n37 g of n-butanol in a 250 mL flask. {words}")
    assert [m.amount.value for m in p.materials if m.identity == "sulfuric acid" and m.amount] == [1.0]


@pytest.mark.parametrize(
    "heat", ["Heat under reflux for 4 h on a mantle.", "Heat to 90 °C for 4 h on a mantle.", "Heat under reflux for 4 h."]
)
def test_what_is_hot_has_cooled_where_it_is_said_to(heat: str) -> None:
    """A mantle holds no cold; the author waits for the 40 °C."""
    text = f"Acid\n\nToluene 52 g and sulfuric acid 14 mL in a 250 mL flask, thermometer in the liquid, condenser. {heat} Cool to 40 °C. Water 4.5 mL was dripped in over 10 min at 35-45 °C."
    assert all(f.code != "H02" for f in assess(read(text)).findings)
    warm = text.replace("Cool to 40 °C. ", "")
    assert any(f.code == "H02" for f in assess(read(warm)).findings)


LETTERS = """Bromide, card

Vessel A: 250 mL, 3 necks, stirrer, thermometer in the liquid; ice-salt bath, 2 kg.
Vessel B: 1 L, 3 necks, stirrer, condenser, open to the exhaust.

1  Vessel A: hydrobromic acid 48 % 45 mL, 40 mL of water, o-toluidine 10.7 g in 10 min; cool to 0 °C.
2  Sodium nitrite 7.1 g in 20 mL of water, below the surface, 45 min, 0-5 °C; tap shut at 7 °C.
3  Vessel B: copper(I) bromide 15.8 g, water 50 mL; water bath 55 °C.
4  Diazonium solution from the cold funnel (0-5 °C) @50 min, 50-60 °C.
"""


@pytest.mark.parametrize("into", ["into B, ", "into vessel B, ", ""])
def test_lettered_vessels_without_a_kind(into: str) -> None:
    p = read(LETTERS.replace("@", into))
    assert fed(p, "o-toluidine")[1] == fed(p, "sodium nitrite")[1] == "250 mL flask"
    assert (p.steps[-1].from_vessel, p.steps[-1].vessel) == ("250 mL flask", "1 L flask")


@pytest.mark.parametrize(
    "words", ["It bubbles for an hour.", "Bubbling for 60 min.", "The ice bath is taken off at 10 °C.", "The lid was taken off at 40 °C."]
)
def test_gas_that_bubbles_boils_nothing_and_what_is_taken_off_distils_nothing(words: str) -> None:
    assert all(s.kind not in ("reflux", "distil") for s in read(ESTER.format(words)).steps)


def test_water_on_the_steam_bath_stays_a_charge() -> None:
    p = read("Salt\n\nSodium chloride 5 g in a 250 mL flask is stirred with 50 mL of water on the steam bath for 10 min.")
    assert [m.amount.value for m in p.materials if m.identity == "water" and m.amount] == [50.0]


def test_what_goes_into_cold_water_is_no_bath() -> None:
    p = read(
        "Ester\n\n12.2 g of benzoic acid, 40 mL of methanol and 3 mL of sulfuric acid in a 100 mL flask. Reflux for 1 h. Cool to 20 °C. It goes into cold water."
    )
    assert all(v.bath is None or v.bath.kind != "water" for v in p.vessels)


@pytest.mark.parametrize(
    ("listed", "called", "same"), [("methanol", "ethanol", False), ("cyclohexane", "hexane", False), ("4-chloroanisole", "anisole", True)]
)
def test_a_short_name_is_that_of_a_substituted_one_only(listed: str, called: str, same: bool) -> None:
    p = read(
        f"Card\n\nCharge                 Quantity\n{listed}          20 g\nwater                  50 mL\n\n1  Water in a 250 mL flask.\n2  {called.capitalize()} added in one go.\n"
    )
    assert (called not in {m.identity for m in p.materials}) is same
