"""Ways in which cards, tables and told procedures say what goes where, how cold and how fast; what each must mean is a fact of the trade.

Amounts are worked out by hand from formula masses and densities (from memory: hydrochloric acid 37 % 1.18, hydrogen peroxide 30 %
1.11, sulfuric acid 96 % 1.835 g/mL).
"""

from __future__ import annotations

import pytest
from reading.steps import of

from northsquall.assess import assess
from northsquall.assessment import Assessment
from northsquall.procedure import Procedure, Step
from northsquall.reading import read


def amounts(p: Procedure) -> dict[str, float | None]:
    """Amount by substance, in the unit written."""
    return {m.identity or m.name: m.amount.value if m.amount else None for m in p.materials}


def codes(a: Assessment, least: str = "condition") -> set[str]:
    """Codes of the findings of one severity or worse."""
    return {f.code for f in a.findings if f.severity == "stop" or (least == "condition" and f.severity == "condition")}


def one(p: Procedure, identity: str) -> Step:
    """The one step that brings a substance."""
    (step,) = of(p, identity)
    return step


@pytest.mark.parametrize(
    ("said", "once"),
    [
        ("conc. HCl 25 mL in, pour", True),
        ("conc. HCl 25 mL in, no cooling, pour", True),
        ("conc. HCl 25 mL in, all at once", True),
        ("conc. HCl 25 mL in over 20 min", False),
        ("conc. HCl 25 mL dropwise", False),
    ],
)
def test_a_note_says_how_an_acid_goes_in(said: str, once: bool) -> None:
    step = one(read(f"tert-Butyl chloride\n\ntert-butanol 20 g, 100 mL flask\n{said}\n"), "hydrochloric acid")
    assert step.all_at_once is once


@pytest.mark.parametrize(
    "said",
    [
        "There's maybe twenty grams of it under oil in the jar.",
        "There are about 20 g of it in the tin.",
        "There is twenty grams of it, all crusts.",
    ],
)
@pytest.mark.parametrize("title", ["Getting rid of sodium.", "Disposal of old sodium."])
@pytest.mark.parametrize("between", ["\n\n", " "])
def test_it_is_what_the_title_wants_rid_of(said: str, title: str, between: str) -> None:
    """Sodium, 20 g; it goes into the alcohol, and the alcohol does not go on to it."""
    p = read(f"{title}{between}{said}\n\nI fish the pieces out and drop them into half a litre of ethanol in a bucket.\n")
    assert amounts(p)["sodium"] == 20.0
    assert one(p, "sodium").vessel == "bucket"
    assert "Q02" not in codes(assess(p))


@pytest.mark.parametrize(
    "glass",
    [
        "flasks rinsed with acetone go straight in",
        "beakers wet with acetone are put in",
        "Dirty glassware rinsed with acetone goes straight back in",
    ],
)
def test_glass_put_in_to_be_cleaned_is_no_wash_of_the_batch(glass: str) -> None:
    p = read(f"Cleaning bath\n\n- 100 mL conc. sulfuric acid in the beaker, 20 mL hydrogen peroxide 30 % by drops, ice bath\n- {glass}\n")
    assert not [s for s in p.steps if s.kind == "filter"]
    assert not [m for m in p.materials if m.identity == "acetone"]


@pytest.mark.parametrize("when", ["for tomorrow", "until tomorrow", "for the next batch", "for next time"])
def test_a_bottle_that_is_filled_for_later_is_a_store(when: str) -> None:
    """Peroxide in acid loses oxygen in it: handbook 2.7 and 4, a closed vessel that still gives gas."""
    a = assess(
        read(
            "Cleaning bath\n\n- 100 mL conc. sulfuric acid in the beaker, 100 mL hydrogen peroxide 30 % slowly\n"
            f"- after use: into the bottle with the screw cap {when}\n"
        )
    )
    assert "G02" in codes(a, "stop")


@pytest.mark.parametrize(
    ("said", "found"),
    [
        ("separate, wash with soda in the funnel, stopper in, shake", True),
        ("separate, wash with soda in the funnel, vent after each swirl", False),
        ("separate, wash with water in the funnel, stopper in, shake", False),
    ],
)
def test_soda_in_a_closed_funnel_on_a_layer_parted_from_acid(said: str, found: bool) -> None:
    """Drops of the acid layer come with the other, and carbonate gives gas with them: handbook 2.8."""
    a = assess(
        read(
            "4-Methylacetophenone\n\n- 500 mL flask, toluene 50 mL, aluminium chloride 27 g in\n- acetyl chloride 14.2 mL in over 40 min, ice bath\n"
            f"- onto 200 g of ice, stirred\n- {said}\n- dry, distil\n"
        )
    )
    assert ("Q04" in codes(a)) is found


@pytest.mark.parametrize(
    "stream",
    [
        "Acid and ethanol filtrates together into the solvent can.",
        "The liquor goes to solvent waste.",
        "Mother liquor into the can for solvents.",
    ],
)
def test_nitric_acid_of_the_filtrate_among_solvents(stream: str) -> None:
    """What ran through the filter is what was in the vessel: nitric acid oxidises solvents (handbook 3.4)."""
    a = assess(
        read(
            "Nitration\n\n1. In a 500 mL flask 12 g of acetanilide are stirred in 40 mL of sulfuric acid in an ice bath.\n"
            "2. 15 mL of nitric acid 65 % are added over 40 min below 10 °C.\n3. Pour on to 200 g of ice. Filter.\n"
            f"4. {stream}\n"
        )
    )
    assert "Q12" in codes(a)


@pytest.mark.parametrize("word", ["No thermometer", "A thermometer was not used", "without a thermometer"])
def test_no_thermometer_where_something_reacts(word: str) -> None:
    """Common practice, no source: what reacts is measured in the mixture."""
    hot = "100 mL flask, 9.4 g phenol in 60 mL of acetic acid. 10 mL of nitric acid 65 % added over 20 min. {}.\n"
    assert "H08" in codes(assess(read("Nitrophenol\n\n" + hot.format(word))))
    assert "H08" not in codes(assess(read("Nitrophenol\n\n" + hot.format("Thermometer in the mixture"))))


@pytest.mark.parametrize(
    ("said", "identity", "value"),
    [
        ("3.9 g of sodium hydroxide were dissolved in water and made up to 100 mL", "sodium hydroxide", 3.9),
        ("sodium nitrite, 7.0 g, in water to make 50 mL", "sodium nitrite", 7.0),
    ],
)
def test_made_up_to_a_volume_keeps_the_amount(said: str, identity: str, value: float) -> None:
    assert amounts(read(f"Solution\n\n{said} in a volumetric flask.\n"))[identity] == pytest.approx(value)


@pytest.mark.parametrize("size", ["one-litre flask", "1 L flask", "litre flask", "1000 mL flask"])
def test_a_litre_is_a_thousand_millilitres_however_written(size: str) -> None:
    p = read(f"Ester\n\n60 g of acetic acid and 74 g of 1-butanol were put in a {size}. Boil for 2 h under reflux.\n")
    assert [v.nominal_mL for v in p.vessels] == [1000.0]


@pytest.mark.parametrize("funnel", ["capped powder funnel", "dropping funnel", "stoppered addition funnel"])
def test_the_flask_that_has_a_funnel_is_the_flask(funnel: str) -> None:
    p = read(
        f"Bromide\n\nA 250 mL flask with a {funnel} held 30 g of cyclohexanol. 60 mL of 48 % hydrobromic acid was run in over 20 min. Heat to 80 °C for 2 h.\n"
    )
    assert one(p, "hydrobromic acid").vessel == one(p, "cyclohexanol").vessel
    assert not p.closings


@pytest.mark.parametrize("polymer", ["polyethylene glycol 400", "PEG 400"])
def test_a_polymer_is_not_its_monomer(polymer: str) -> None:
    p = read(f"Substitution\n\n20 g of {polymer} and 10 g of potassium carbonate in a 100 mL flask, 60 °C for 1 h.\n")
    assert "ethylene glycol" not in {m.identity for m in p.materials}


@pytest.mark.parametrize(
    ("said", "after"),
    [
        ("Acetic anhydride 56 g over 60 min, below 25 °C, stirred.", None),
        ("Acetic anhydride 56 g dropwise over 60 min below 25 °C, stirred, thermometer in the mixture.", None),
        ("Acetic anhydride 56 g over 60 min at 20-25 °C, well stirred.", None),
        ("Acetic anhydride 56 g, stirred, over 60 min, max. 25 °C.", None),
        ("Acetic anhydride 56 g over 60 min, below 25 °C, ice bath, stirred.", None),
        ("Stirred, acetic anhydride 56 g over 60 min, below 25 °C.", None),
        ("Acetic anhydride 56 g over 60 min, below 25 °C, stirred 30 min more.", ("hold", 30.0)),
        ("Acetic anhydride 56 g over 60 min, then stirred for 30 min.", ("hold", 30.0)),
        ("Acetic anhydride 56 g over 60 min, stirred for 2 h at 40 °C.", ("hold", 120.0)),
        ("Acetic anhydride 56 g over 60 min below 25 °C, stirred, then heated to 80 °C for 1 h.", ("heat", 60.0)),
    ],
)
def test_stirred_says_how_it_is_fed_and_then_what_comes_next(said: str, after: tuple[str, float] | None) -> None:
    p = read(f"Ester\n\n250 mL flask, ice bath: 1-butanol 37 g. {said}\n")
    fed = one(p, "acetic anhydride")
    assert fed.kind == "dose" and fed.duration is not None and fed.duration.value == 60.0
    rest = [(s.kind, s.duration.value if s.duration else None) for s in p.steps if s.n > fed.n]
    assert rest == ([after] if after else [])


@pytest.mark.parametrize(
    "said",
    [
        "in 8 portions, 5 min apart",
        "in 8 portions every 5 min",
        "in 8 portions at 5-min intervals",
        "in 8 portions, 5 min apart, T kept < 20 °C",
    ],
)
def test_portions_some_minutes_apart_take_all_of_them(said: str) -> None:
    """Eight portions five minutes apart are 35 min, and as warm as eight over 35 min."""
    first = "Reduction\n\ncamphor (7.6 g), methanol (50 mL), conical flask 250 mL, ice-water bath. NaBH4 (1.9 g) "
    p, spread = read(f"{first}{said}."), read(f"{first}in 8 portions over 35 min{', T kept < 20 °C' if '<' in said else ''}.")
    step = one(p, "sodium borohydride")
    assert step.every is not None and step.every.value == 5.0 and step.portions == 8 and step.duration is None and not p.unread
    assert ("<" not in said) or (step.T_limit is not None and step.T_limit.value == 20.0)
    apart, over = assess(p).exotherm.peak_T_C.best, assess(spread).exotherm.peak_T_C.best
    assert apart is not None and apart == pytest.approx(over, abs=0.5)


@pytest.mark.parametrize("arrow", ["->", "→", "-->"])
def test_an_arrow_to_a_flask_says_what_goes_in_and_one_from_the_gas_where_it_goes(arrow: str) -> None:
    p = read(
        f"Chloride\n\ntert-Butanol 25 g + HCl 37 % 85 mL {arrow} 250 mL flask, stir 20 min. Gas {arrow} empty bottle {arrow} 200 mL of 10 % NaOH.\n"
    )
    into = {m.identity: s.kind for s in p.steps for k in s.materials for m in p.materials if m.id == k}
    assert into["tert-butanol"] == "charge" and into["hydrochloric acid"] == "charge" and into["sodium hydroxide"] == "absorb"


@pytest.mark.parametrize(
    "said",
    [
        "Sodium chloride 60 g, stirred, 1 h at 5 °C.",
        "Sodium chloride 60 g, stirred 1 h at 5 °C.",
        "Sodium chloride 60 g in, stirred for 1 h at 5 °C.",
    ],
)
def test_a_time_behind_stirred_is_no_feed(said: str) -> None:
    p = read(f"Salting out\n\n600 mL beaker: 200 mL of water. {said}\n")
    put, held = [s for s in p.steps if s.n >= one(p, "sodium chloride").n]
    assert put.duration is None and held.kind == "hold" and held.duration is not None and held.duration.value == 60.0
