"""Plain sentences of the bench, each in many wordings: what it moves, where to, how fast, how cold.

What each must mean is a fact of the trade and was written down before it was read; amounts are worked out by hand
from formula masses and densities (g/mL at 20 °C, from memory: sulfuric acid 96 % 1.835, 10 % caustic 1.109, bromine 3.10,
benzaldehyde-free water 0.998, ammonia 25 % 0.91, peroxide 30 % 1.11, aniline 1.02).
"""

from __future__ import annotations

import re

import pytest
from reading.steps import of

from northsquall.assess import assess
from northsquall.procedure import Quantity
from northsquall.reading import read


def window(q: Quantity | None) -> tuple[float, float] | None:
    return None if q is None else (q.low if q.low is not None else q.value, q.high if q.high is not None else q.value)


MOVED = "Test\n\nPhenol 9.4 g in acetic acid 50 mL in a 250 mL flask. Bromine 16 g over 30 min at 20 °C. "


@pytest.mark.parametrize("next_", ["Water 150 mL over 10 min.", "Then 150 mL of water is added over 10 min."])
@pytest.mark.parametrize(
    "words",
    [
        "Move to a 600 mL beaker.",
        "Pour over into a 600 mL beaker.",
        "Pour into a 600 mL beaker.",
        "Transfer to a 600 mL beaker.",
        "It goes into a 600 mL beaker.",
        "The contents are moved to a 600 mL beaker.",
        "The flask is emptied into a 600 mL beaker.",
        "Empty the flask into a 600 mL beaker.",
        "The batch is put over into a 600 mL beaker.",
        "Change to a 600 mL beaker.",
        "Rinse over into a 600 mL beaker.",
        "The solution is decanted into a 600 mL beaker.",
        "Tip the lot into a 600 mL beaker.",
        "Everything into a 600 mL beaker.",
        "Into a 600 mL beaker.",
        "The mixture was poured into a 600 mL beaker.",
        "Siphon over into a 600 mL beaker.",
        "Then it is all poured over into a 600 mL beaker.",
        "Put it in a 600 mL beaker.",
        "The liquid is brought into a 600 mL beaker.",
        "Pour the mixture into a clean 600 mL beaker.",
        "I poured it over into a 600 mL beaker.",
        "Poured off from the solid into a 600 mL beaker.",
        "The reaction mixture was transferred into a 600 mL beaker with a magnetic bar.",
    ],
)
def test_a_batch_goes_on_in_another_vessel(words: str, next_: str) -> None:
    p = read(MOVED + words + " " + next_)
    assert [(s.vessel, s.from_vessel) for s in p.steps if s.from_vessel] == [("600 mL beaker", "250 mL flask")]
    assert of(p, "water")[-1].vessel == "600 mL beaker"


@pytest.mark.parametrize(
    "words",
    [
        "I put the flask in a bucket of ice.",
        "The flask is put into a bath.",
        "In a 600 mL beaker there is ice.",
        "If it gets too full, pour it into a 600 mL beaker.",
    ],
)
def test_a_flask_in_a_bath_and_a_maybe_move_nothing(words: str) -> None:
    assert not [s for s in read(MOVED + words + " Stir 10 min.").steps if s.from_vessel]


FED = "Test\n\nCinnamic acid, 14.8 g, is dissolved in 80 mL of dichloromethane in a 250 mL flask. "


@pytest.mark.parametrize(
    ("words", "minutes"),
    [
        ("Measure 5.5 mL of bromine in a measuring cylinder and tip it in.", None),
        ("Measure out 5.5 mL of bromine and pour it in.", None),
        ("Take 5.5 mL of bromine and add it.", None),
        ("Bromine, 5.5 mL, is measured out and dripped in over 30 min.", 30),
        ("Draw 5.5 mL of bromine into a syringe and add it over 30 min.", 30),
        ("Fill the funnel with 5.5 mL of bromine and let it run in over 30 min.", 30),
        ("5.5 mL of bromine goes in.", None),
        ("In goes 5.5 mL of bromine.", None),
        ("Bromine: 5.5 mL, 30 min.", 30),
        ("Bromine (5.5 mL) over 30 min.", 30),
        ("Add bromine (5.5 mL) dropwise.", None),
        ("Then 5.5 mL of bromine, drop by drop, half an hour.", 30),
        ("Feed 5.5 mL of bromine during 30 min.", 30),
        ("Bromine, 5.5 mL, was introduced over 30 min.", 30),
        ("Then comes the bromine, 5.5 mL, over 30 min.", 30),
        ("Charge 5.5 mL of bromine to the funnel. Run it in over 30 min.", 30),
        ("The funnel holds 5.5 mL of bromine. Open the tap, 30 min.", 30),
        ("Treat with 5.5 mL of bromine over 30 min.", 30),
        ("To it 5.5 mL of bromine over 30 min.", 30),
        ("Weigh 17 g of bromine into a dropping funnel and add it over 30 min.", 30),
        ("Inject 5.5 mL of bromine through the septum over 30 min.", 30),
        ("Follow with 5.5 mL of bromine over 30 min.", 30),
        ("Next, bromine. 5.5 mL. Over 30 min.", 30),
        ("Half an hour for 5.5 mL of bromine.", 30),
        ("During 30 min, bromine (5.5 mL) is dropped in from the funnel.", 30),
        ("Bromine (5.5 mL, 17 g) in 20 mL of dichloromethane was then added dropwise over a period of 30 min.", 30),
    ],
)
def test_a_reagent_is_fed_once_and_over_its_time(words: str, minutes: float | None) -> None:
    p = read(FED + words + " The mixture is stirred for 1 h at 20 °C.")
    (step,) = of(p, "bromine")
    assert step.kind in ("dose", "add")
    assert step.vessel == "250 mL flask"
    assert (step.duration.value if step.duration else None) == minutes
    assert [s.kind for s in p.steps].count("charge") == 1


@pytest.mark.parametrize(
    "words",
    [
        "Zinc, 10 g, in a 500 mL flask. Hydrochloric acid, 20 %, 100 mL, over 30 min.",
        "Zinc 10 g in a 500 mL flask, hydrochloric acid 20 %, 100 mL, over 30 min.",
        "Put 10 g of zinc into a 500 mL flask and drip 100 mL of 20 % hydrochloric acid on it over 30 min.",
        "500 mL flask, zinc 10 g. HCl 20 % 100 mL, 30 min, from the funnel.",
        "On 10 g of zinc in a 500 mL flask 100 mL of 20 % hydrochloric acid is dripped in 30 min.",
        "To zinc (10 g) in a 500 mL flask was added 20 % hydrochloric acid (100 mL) over 30 min.",
        "Hydrochloric acid (20 %, 100 mL) was added over 30 min to zinc (10 g) in a 500 mL flask.",
        "Flask, 500 mL. Zinc, 10 g. Hydrochloric acid, 20 %, 100 mL: 30 min.",
        "A funnel with 100 mL of 20 % hydrochloric acid stands on a 500 mL flask with 10 g of zinc. The acid is let in over 30 min.",
        "- 500 mL flask\n- zinc 10 g\n- hydrochloric acid 20 % 100 mL, 30 min",
        "500 mL flask with 10 g zinc; dropping funnel with 100 mL hydrochloric acid 20 %. Acid in over 30 min.",
        "The 500 mL flask holds 10 g of zinc. Over 30 min, 100 mL of 20 % hydrochloric acid.",
        "I had 10 g of zinc in a 500 mL flask and let 100 mL of 20 % hydrochloric acid drip onto it for 30 min.",
        "Over 10 g of zinc in a 500 mL flask pour 100 mL of 20 % hydrochloric acid in the course of 30 min.",
        "Ten grams of zinc sit in a half-litre flask. A hundred mils of 20 percent hydrochloric acid go in over half an hour.",
        "1. Charge 10 g of zinc to a 500 mL flask.\n2. Add 100 mL of 20 % hydrochloric acid over 30 min.",
    ],
)
def test_what_stood_there_is_charged_and_the_rest_fed(words: str) -> None:
    p = read("Test\n\n" + words)
    (zinc,), (acid,) = of(p, "zinc"), of(p, "hydrochloric acid")
    assert (zinc.vessel, zinc.duration, zinc.n < acid.n) == ("500 mL flask", None, True)
    assert (acid.kind, acid.vessel, acid.duration.value if acid.duration else None) == ("dose", "500 mL flask", 30.0)


ACYLATED = "Test\n\nAnisole 10.8 g and aluminium chloride 15 g in 100 mL of dichloromethane in a 500 mL flask. Acetyl chloride, 8.2 g, over 60 min at 0-5 °C. "


@pytest.mark.parametrize(
    "words",
    [
        "The mixture is poured on to 300 g of ice in a 2 L beaker.",
        "Pour it on 300 g of ice in a 2 L beaker.",
        "Pour on to ice (300 g, 2 L beaker).",
        "Into 300 g of ice in a 2 L beaker, in a thin stream.",
        "300 g of ice in a 2 L beaker; pour the mixture on to it slowly.",
        "Place 300 g of ice in a 2 L beaker and pour the reaction mixture on to it.",
        "Put 300 g of ice in a 2 L beaker. Run the mixture in.",
        "The flask is emptied on to 300 g of ice in a 2 L beaker.",
        "A 2 L beaker is filled with 300 g of ice, and the mixture is added to it.",
        "Slowly pour the mixture into a 2 L beaker with 300 g of ice.",
        "The mixture was decomposed by pouring on to 300 g of ice in a 2 L beaker.",
        "The mixture was quenched by adding it to 300 g of ice in a 2 L beaker.",
        "Work-up: the mixture is dripped on to 300 g of ice in a 2 L beaker.",
        "Pour the contents of the flask over 300 g of ice in a 2 L beaker.",
        "In a 2 L beaker prepare 300 g of ice. The mixture is slowly added.",
        "Ice, 300 g, in a 2 L beaker. Mixture on to it, 30 min.",
    ],
)
def test_the_batch_goes_on_to_the_ice_that_waits(words: str) -> None:
    p = read(ACYLATED + words + " The layers are separated.")
    assert [s.vessel for s in of(p, "ice")] == ["2 L beaker"]
    assert [s.vessel for s in p.steps if s.from_vessel == "500 mL flask"] == ["2 L beaker"]


INTO_THE_BATCH = [
    "Pour 200 mL of water on it.", "Pour 200 mL of water into the flask.", "200 mL of water is poured on it.", "Water, 200 mL, is poured into the flask.", "I pour two hundred mils of water on top.", "Tip 200 mL of water on.",
    "Throw 200 g of ice into the flask.", "Add 200 g of ice.", "Quench with 200 mL of water.", "It was quenched with 200 mL of water.", "The reaction was quenched by adding 200 mL of water.", "Pour 200 mL of cold water over it.",
    "Empty 200 mL of water into it.", "Then water, 200 mL, in one go.", "200 mL of water goes on top.", "To the mixture is added 200 mL of water.", "To the mixture 200 mL of water.", "Dilute with 200 mL of water.", "Let 200 mL of water run in.",
]  # fmt: skip
OUT_OF_THE_FLASK = [
    "Pour on 200 g of ice.", "Poured in 200 mL of water.", "Poured into 200 mL of water.", "It is poured into 200 mL of water.", "Pour the lot into 200 mL of water.", "Tip it into 200 g of ice.", "Run it into 200 mL of water.",
    "Into 200 g of ice.", "The batch is run on to 200 g of ice.", "Pour it in 200 mL of water.", "The solution was poured over 200 g of ice.", "Then on ice, 200 g.", "Quench on 200 g of ice.", "Quenched in 200 mL of ice water.",
    "Add the mixture to 200 mL of water.", "The mixture was added to 200 g of ice.", "Add it to 200 g of ice.", "The flask is emptied into 200 mL of water.",
]  # fmt: skip


@pytest.mark.parametrize(("words", "out"), [*((w, False) for w in INTO_THE_BATCH), *((w, True) for w in OUT_OF_THE_FLASK)])
def test_water_on_the_batch_is_told_from_the_batch_into_water(words: str, out: bool) -> None:
    """The wrong way round hides the worst of quenches: water on to a Friedel-Crafts complex (handbook 2.8)."""
    p = read(ACYLATED + words + " Stir 10 min.")
    (step,) = of(p, "water", "ice", "ice water")
    went = step.from_vessel == "500 mL flask" or any(s.from_vessel == "500 mL flask" and s.vessel == step.vessel for s in p.steps)
    assert went is out
    assert out or step.vessel == "500 mL flask"
    assert any(f.code == "Q02" for f in assess(p).findings) is not out


COLD = "Test\n\nAnisole, 10.8 g, in 100 mL of dichloromethane in a 500 mL flask in an ice bath (2 kg). "
DRIPPED = "Bromine, 5.1 mL, over 30 min"


@pytest.mark.parametrize(
    ("words", "held", "limit"),
    [
        (DRIPPED + " below 10 °C.", None, 10),
        (DRIPPED + " at 0-5 °C.", (0, 5), None),
        (DRIPPED + " at 0 to 5 °C, stop at 10 °C.", (0, 5), 10),
        (DRIPPED + ", 0-5 °C, ice bath, stop if 10.", (0, 5), 10),
        (DRIPPED + ". Never above 10 °C.", None, 10),
        (DRIPPED + ". The temperature must not exceed 10 °C.", None, 10),
        (DRIPPED + "; T < 10 °C.", None, 10),
        (DRIPPED + ", max. 10 °C.", None, 10),
        (DRIPPED + ". Close the tap if it gets to 10 °C.", None, 10),
        (DRIPPED + " at 5 °C ± 2 °C.", (3, 7), None),
        (DRIPPED + " at 5 +/- 2 °C.", (3, 7), None),
        (DRIPPED + ". Hold the drops when it reads 10 °C.", None, 10),
        (DRIPPED + " while the temperature is held at 0-5 °C.", (0, 5), None),
        ("At 0-5 °C bromine, 5.1 mL, is dropped in over 30 min.", (0, 5), None),
        (DRIPPED + "; pause above 10 °C.", None, 10),
        (DRIPPED + ". 10 °C is the limit.", None, 10),
        (DRIPPED + ". It must stay under ten degrees.", None, 10),
        (DRIPPED + ". Alarm at 10 °C.", None, 10),
        (DRIPPED + ", inner temperature at most 10 °C.", None, 10),
        (DRIPPED + ", 0 °C to 5 °C inside.", (0, 5), None),
    ],
)
def test_a_feed_has_its_window_and_its_limit(words: str, held: tuple[float, float] | None, limit: float | None) -> None:
    p = read(COLD + words + " The mixture is stirred for 1 h at 20 °C.")
    (step,) = of(p, "bromine")
    assert step.duration is not None
    assert step.duration.value == 30.0
    assert held is None or window(step.T_range) == held
    assert (step.T_limit.value if step.T_limit else None) == limit
    assert not [s for s in p.steps if s.T_limit and s is not step]


SALT = "Test\n\nSodium chloride, 29 g, in a 500 mL flask. Sulfuric acid (96 %, 40 mL) is dripped in over 60 min. "


@pytest.mark.parametrize(
    ("words", "trap_mL", "above"),
    [
        ("The gas goes through an empty 500 mL bottle into 400 mL of 10 % sodium hydroxide.", 500, None),
        ("Gas: empty 500 mL bottle, then a funnel held upside down just above 400 mL of 10 % sodium hydroxide.", 500, True),
        ("HCl is absorbed in 400 mL of 10 % sodium hydroxide.", 0, None),
        ("The off-gas is washed in 400 mL of 10 % sodium hydroxide.", 0, None),
        ("A hose runs from the flask to 400 mL of 10 % sodium hydroxide in a beaker.", 0, None),
        ("The outlet is connected to a bottle with 400 mL of 10 % sodium hydroxide, an empty bottle in between.", None, None),
        ("Scrubber: 400 mL NaOH 10 %, empty trap before it.", None, None),
        ("Gas line: flask > trap (500 mL) > 400 mL NaOH (10 %) > hood.", 500, None),
        ("The gas passes an empty trap and then two wash bottles with 200 mL of 10 % sodium hydroxide each.", None, None),
        ("The gas bubbles through 400 mL of 10 % sodium hydroxide.", 0, False),
        (
            "The side arm is joined to a trap (500 mL, empty) and that to a beaker with 400 mL of 10 % sodium hydroxide, the tube ending above the liquid.",
            500,
            True,
        ),
        (
            "The condenser is connected by way of an empty bottle of 500 mL to a funnel, turned down, over sodium hydroxide (400 mL, 10 %).",
            500,
            True,
        ),
    ],
)
def test_an_absorber_and_the_trap_before_it(words: str, trap_mL: float | None, above: bool | None) -> None:
    """400 mL of 10 % caustic: 400 × 1.109 × 0.10 / 40.0 = 1.11 mol; `trap_mL` 0: no trap, None: one without a size."""
    p = read(SALT + words)
    (caustic,) = [m for m in assess(p).materials if m.role == "absorber"]
    assert caustic.mol.best == pytest.approx(1.109, rel=0.01)
    line = [e for e in p.train if e.element in ("trap", "absorber")]
    assert [e.element for e in line] == (["trap"] if trap_mL != 0 else []) + ["absorber"]
    assert line[-1].above is above
    assert trap_mL == 0 or line[0].volume_mL == trap_mL


@pytest.mark.parametrize(
    ("words", "shut"),
    [
        ("The flask is stoppered.", True),
        ("A stopper is put on.", True),
        ("Then I cork it.", True),
        ("It is tightly closed.", True),
        ("Cap it.", True),
        ("Seal the flask.", True),
        ("Bung in.", True),
        ("Lid on.", True),
        ("Screw the cap down.", True),
        ("The bottle is closed at once.", True),
        ("Stopper on, clip on.", True),
        ("At the end the flask was closed with a glass stopper and put aside.", True),
        ("The flask is closed with a balloon.", False),
        ("The stopper is only laid on.", False),
        ("The mouth is covered with foil.", False),
        ("Close the tap of the funnel.", False),
        ("Never stopper the flask.", False),
        ("The flask must not be closed.", False),
        ("Close the sash.", False),
    ],
)
def test_a_vessel_that_is_shut(words: str, shut: bool) -> None:
    p = read("Test\n\nZinc, 10 g, in a 500 mL flask. Hydrochloric acid (20 %, 100 mL) is dripped in over 30 min. " + words)
    assert any(c.how in ("shut", "held") for c in p.closings) is shut


@pytest.mark.parametrize(
    ("words", "name", "mol"),
    [
        ("sulfuric acid, 96 %, 20 mL", "sulfuric", 0.3592),
        ("twenty mils of ninety-six percent sulfuric acid", "sulfuric", 0.3592),
        ("2 x 10 mL of conc. sulfuric acid", "sulfuric", 0.3592),
        ("20 cm3 of concentrated sulfuric acid", "sulfuric", 0.3592),
        ("100 mL of 4 N sulfuric acid", "sulfuric", 0.2),
        ("100 mL of sulfuric acid, 2 mol/L", "sulfuric", 0.2),
        ("sodium hydroxide (2 mol L-1, 100 mL)", "hydroxide", 0.2),
        ("100 mL of 2 mol dm-3 hydrochloric acid", "hydrochloric", 0.2),
        ("100 mL of 10 % (w/v) sodium hydroxide", "hydroxide", 0.25),
        ("100 mL of 10 % sodium hydroxide", "hydroxide", 0.2773),
        ("10 g NaOH / 90 mL water", "hydroxide", 0.25),
        ("a solution of 10 g of sodium hydroxide in 90 mL of water", "hydroxide", 0.25),
        ("half a mole of aniline", "aniline", 0.5),
        ("aniline [46.6 g, 0.50 mol]", "aniline", 0.5),
        ("46,6 g aniline", "aniline", 0.5),
        ("aniline, that's forty-six point six grams", "aniline", 0.5),
        ("45.6 mL of aniline", "aniline", 0.5),
        ("a dozen grams of iodine", "iodine", 0.0473),
        ("100 mL of 25 % aqueous ammonia", "ammonia", 1.336),
        ("50 mL of 30 percent hydrogen peroxide", "peroxide", 0.489),
        ("half a litre of water", "water", 27.7),
        ("washing soda 28.6 g", "carbonate", 0.1),
        ("washing soda, the anhydrous, 10.6 g", "carbonate", 0.1),
        ("soda ash 10.6 g", "carbonate", 0.1),
        ("60 mL of sulfuric acid, one part conc to one part water by volume, thirty and thirty", "sulfuric", 0.5389),
        ("100 mL of a 9:1 mixture of sulfuric acid (96 %) and phosphoric acid (85 %)", "sulfuric", 1.617),
        ("a mixture of sulfuric acid (96 %) and nitric acid (65 %) (1:1 by volume, 40 mL)", "sulfuric", 0.3592),
    ],
)
def test_an_amount_in_many_wordings(words: str, name: str, mol: float) -> None:
    found = [
        m.mol.best
        for m in assess(read(f"Test\n\nPut {words} into a 500 mL flask.")).materials
        if re.search(name, f"{m.text} {m.name}", re.I)
    ]
    assert found == [pytest.approx(mol, rel=0.03)]


@pytest.mark.parametrize(
    "words",
    [
        "The paper turned blue, the same paper having been tried with acid and a crystal of nitrite.",
        "The flask stands in ice, the ice is in there so it's cold.",
        "A drying tube with CaCl2 is on top.",
        "5 L bucket with 2 kg ice for the dump.",
        "Thiosulfate 10 % in a wash bottle for splashes.",
        "If the bath climbs over 30 a handful of ice into it.",
        "Do not distil and do not heat it with acid.",
        "It'll froth a little, the soda.",
        "I try the paper on vinegar first.",
        "Lead nitrogen through the flask for 10 min.",
        "Standardise against potassium iodate the next day.",
        "The book says in acetic acid and dropwise.",
    ],
)
def test_what_is_spoken_of_is_no_charge(words: str) -> None:
    base = "Test\n\nAniline, 9.3 g, in 100 mL of water in a 250 mL flask in ice (1 kg). Acetic anhydride, 10.2 g, over 30 min below 20 °C. "
    assert {m.identity for m in read(base + words).materials} == {"aniline", "water", "acetic anhydride"}


def test_two_feeds_of_one_sentence_have_each_their_time() -> None:
    p = read(
        "Test\n\nAluminium chloride 29 g in dichloromethane 100 mL in a 500 mL flask. Acetyl chloride (8.2 g) was dropped in during 20 min, followed by anisole (10.8 g) during 60 min at 0-5 °C."
    )
    assert [s.duration.value if s.duration else None for s in p.steps] == [None, 20.0, 60.0]


def test_a_part_of_a_solution_first_and_the_remainder_over_an_hour() -> None:
    """5 of 60 mL: a twelfth of the bromide starts it, eleven twelfths are fed; nothing of it is there at the beginning."""
    p = read(
        "Charge                Quantity\nmagnesium turnings    2.7 g\nbromobenzene          16.5 g\n\n1  500 mL flask. Magnesium, 20 mL of ether.\n"
        "2  Bromobenzene in 60 mL of ether: 5 mL first. Wait for the start (the ether boils by itself).\n3  Remainder over 60 min.\n"
    )
    amounts = {m.id: m.amount.value for m in p.materials if m.identity == "bromobenzene" and m.amount}
    fed = [(s.kind, sum(amounts.get(k, 0.0) for k in s.materials)) for s in of(p, "bromobenzene")]
    assert fed == [("add", pytest.approx(16.5 / 12)), ("dose", pytest.approx(16.5 * 11 / 12))]
    assert of(p, "bromobenzene")[-1].duration is not None


def test_the_solid_from_the_filter_goes_into_what_was_made_up() -> None:
    p = read(
        "Test\n\nSulfanilic acid 8.7 g and sodium nitrite 3.6 g in 100 mL of water in a 250 mL flask. Poured on to 10 mL of concentrated hydrochloric acid and 60 g of ice "
        "in a 400 mL beaker. The diazonium salt is filtered off. 2-Naphthol 7.2 g is dissolved in 45 mL of 10 % sodium hydroxide in a 250 mL beaker. The damp solid is added to it in portions."
    )
    assert (p.steps[-1].from_vessel, p.steps[-1].vessel) == ("filter", "250 mL beaker")
    assert any("coupling" in r.family for r in assess(p).reactions)


def test_the_liquor_that_ran_through_is_treated_and_not_the_solid() -> None:
    p = read(
        "Test\n\n4-Nitrotoluene 6.9 g, sodium dichromate dihydrate 20.0 g, water 60 mL in a 500 mL flask. 96 % sulfuric acid 30 mL over 40 min at 55-65 °C. 30 min at 110 °C. Cool to 20 °C. "
        "Filter, wash with water 3 x 30 mL; solid into 80 mL of 5 % sodium hydroxide.\nChromium liquor: 10 % sodium bisulfite until no yellow is left, then soda to pH 8.\n"
    )
    kinds = [(s.kind, s.from_vessel) for s in p.steps if s.kind in ("destroy", "neutralise")]
    assert kinds[0] == ("destroy", "500 mL flask")
    assert not any(f.code == "Q01" and "chromium" in f.message for f in assess(p).findings)
