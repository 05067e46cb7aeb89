"""What the words say of cold and warm decides the curve: cooled first, held warm afterwards, a source that was cooled, a few drops of a solution.

The trends are facts of the trade; amounts by hand from formula masses.
"""

from __future__ import annotations

import pytest

from northsquall.assess import assess
from northsquall.assessment import Assessment
from northsquall.reading import read


def peak(a: Assessment) -> float:
    worst = a.exotherm.peak_T_C.best
    assert worst is not None
    return worst


ESTER = "Butyl acetate\n\n250 mL flask, ice bath: 1-butanol 37 g with 1 mL of sulfuric acid{}. Acetic anhydride 56 g dropwise over 60 min{}, stirred, thermometer in the mixture.\n"


def test_a_batch_cooled_first_is_no_warmer_for_it() -> None:
    first = peak(assess(read(ESTER.format(", cooled to 2 °C", ", below 25 °C"))))
    room = peak(assess(read(ESTER.format("", ", below 25 °C"))))
    assert first <= room + 0.2


NITRATION = (
    "Nitration\n\n250 mL flask, water bath at 20 °C: methyl benzoate 27 g in 60 mL of sulfuric acid 96 %, stirred, thermometer in the mixture.\n"
    "Beaker: 18 mL of sulfuric acid 96 % and 16 mL of nitric acid 65 %{}.\nThe acids are run into the flask over {} min.\n"
)


def test_acids_that_were_cooled_bring_cold() -> None:
    """cp of the acids about 2 J/(g K), 50 g: what is 18 K colder takes about 2 kJ with it, so the pot is never warmer."""
    cold, room = peak(assess(read(NITRATION.format(", cooled to 2 °C", 30)))), peak(assess(read(NITRATION.format("", 30))))
    assert cold < room


@pytest.mark.parametrize(("quick", "slow"), [(10, 30), (30, 90)])
def test_a_slower_feed_is_never_warmer(quick: int, slow: int) -> None:
    assert peak(assess(read(NITRATION.format("", slow)))) <= peak(assess(read(NITRATION.format("", quick)))) + 0.2


@pytest.mark.parametrize("acid", [0.5, 1.0, 3.0])
def test_a_few_millilitres_of_a_solution_without_strength_are_bounded(acid: float) -> None:
    """Common practice, no source: a catalyst's solution holds between a hundredth and a third of a gram per millilitre; half a litre is not bounded so."""
    few = assess(
        read(f"Oxidation\n\n250 mL flask: cyclohexanol 10 g, water 50 mL. {acid} mL of potassium permanganate solution is added.\n")
    )
    (m,) = (x for x in few.materials if x.name.startswith("potassium permanganate"))
    assert m.mol.established and m.mol.low is not None and m.mol.high is not None and m.mol.best is not None
    assert m.mol.low == pytest.approx(acid * 0.01 / 158.03, rel=0.05) and m.mol.high == pytest.approx(acid * 0.35 / 158.03, rel=0.05)
    much = assess(read("Oxidation\n\n1 L flask: cyclohexanol 10 g, water 50 mL. 500 mL of potassium permanganate solution is added.\n"))
    assert not next(x for x in much.materials if x.name.startswith("potassium permanganate")).mol.established


@pytest.mark.parametrize(("alcohol", "low", "high"), [(True, 0.0, 0.07), (False, 0.2, 0.27)])
def test_an_alcohol_keeps_the_hydrogen_bromide_of_a_salt(alcohol: bool, low: float, high: float) -> None:
    """By hand: 27/102.89 = 0.262 mol of bromide; 15/74.12 = 0.202 mol of butanol take that much of it, and 0.06 are over."""
    first = "1-butanol 15 g, " if alcohol else ""
    a = assess(
        read(
            f"Bromide\n\n250 mL flask: sodium bromide 27 g, {first}water 5 mL. Sulfuric acid 96 % 25 mL over 20 min, ice bath. Boil under reflux for 45 min.\n"
        )
    )
    out = sum(g.mol.best or 0.0 for g in a.gases if g.formula == "HBr")
    assert low <= out <= high


@pytest.mark.parametrize(
    ("said", "kind", "ice_g"),
    [
        ("500 mL flask, ice bath: {}", "ice", None),
        ("500 mL flask in an ice bath: {}", "ice", None),
        ("500 mL flask, water bath: {}", "water", None),
        ("Ice bath: ice 500 g, water 300 g. 500 mL flask: {}", "ice", 500.0),
        ("Ice bath: ice 500 g, salt 150 g. 500 mL flask: {}", "ice-salt", 500.0),
        ("Ice bath (ice 500 g + water 300 g). 500 mL flask: {}", "ice", 500.0),
        ("Ice bath (500 g of ice, 300 g of water). 500 mL flask: {}", "ice", 500.0),
    ],
)
def test_what_stands_behind_a_bath_is_the_baths_or_the_flasks(said: str, kind: str, ice_g: float | None) -> None:
    """Ice, water and salt fill a bath, toluene does not."""
    p = read("Mixture\n\n" + said.format("toluene 30 g") + ". Acetic acid 10 mL added over 5 min.\n")
    (v,) = p.vessels
    assert v.bath is not None and v.bath.kind == kind and v.bath.ice_g == ice_g
    assert {m.identity: m.amount.value for m in p.materials if m.amount} == {"toluene": 30.0, "acetic acid": 10.0}


@pytest.mark.parametrize("minutes", [5, 20])
def test_ice_in_the_pot_keeps_near_zero_while_it_lasts(minutes: int) -> None:
    """333.6 J/g (handbook 5): 400 g take 133 kJ, and 31 g of anhydride on 28 g of aniline bring about 40; the handbook's film in a beaker would not carry that in minutes, ice that is stirred in does."""
    a = assess(
        read(
            "Acetanilide\n\n1 L beaker: aniline 28 g, water 250 mL and 600 g of ice.\n"
            f"Acetic anhydride 31 g dropwise over {minutes} min, below 10 °C, stirred, thermometer in the solution.\n"
        )
    )
    assert peak(a) < 10.0


@pytest.mark.parametrize(("solvent", "mL", "ether"), [("ethanol", 150, False), ("1-butanol", 150, True)])
def test_reflux_is_as_warm_as_what_is_in_the_flask_boils(solvent: str, mL: int, ether: bool) -> None:
    """Ethanol boils at 78 °C and 1-butanol at 118 °C (CRC): with a little sulfuric acid the ether comes only from about 100 °C (handbook 3.1), so from the one it may and from the other it does not."""
    a = assess(
        read(
            f"Esterification\n\n500 mL flask, reflux condenser, thermometer in the liquid. 4-Methylbenzoic acid (20.4 g) and {solvent} ({mL} mL) were put in.\n"
            "Sulfuric acid (96 % w/w, 5 mL) was added slowly. It boiled gently under reflux for six hours.\n"
        )
    )
    high = max((r.heat_kJ.high or 0.0 for r in a.reactions if r.family.startswith("ether from an alcohol")), default=0.0)
    assert (high > 1.0) is ether


def test_the_yield_of_a_constant_boiling_acid_is_of_the_acid_in_it() -> None:
    """47.6 % of hydrogen bromide comes over with the water (handbook 2.9): 68 g hold 32.4 g, of 0.5005 mol x 80.91 g/mol."""
    a = assess(
        read(
            "Constant-boiling hydrobromic acid\n\nSodium bromide (51.5 g) and water (60 mL) in a 500 mL flask in ice, stirrer, thermometer in the liquid; "
            "sulfuric acid (96 % w/w, 40 mL) dropwise over 50 min below 15 °C. The salt was filtered off and the filtrate distilled; "
            "the fraction of 122-126 °C was collected, 68 g, and 20 mL remained in the flask.\n"
        )
    )
    assert a.yield_.percent == pytest.approx(68.0 * 47.6 / (0.5005 * 80.91), rel=0.02)
