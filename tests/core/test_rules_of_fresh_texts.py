"""Rules that fresh procedures asked for: each with the text that raises it and its neighbour that does not (common practice, no source, where none is named)."""

from __future__ import annotations

import pytest

from northsquall.assess import assess
from northsquall.assessment import Assessment, Finding
from northsquall.findings.likeness import BY_WORDING
from northsquall.reading import read


def result(text: str) -> Assessment:
    return assess(read(text))


def of(a: Assessment, code: str) -> list[Finding]:
    return [f for f in a.findings if f.code == code and f.severity != "note"]


DIAZO = "p-Toluidine (21.4 g, 0.20 mol) was dissolved in sulfuric acid (96 % w/w, 22 mL) and water (150 mL) in a 500 mL flask and cooled to 20 °C. Sodium nitrite (14.5 g), solid, was added over 5 min. It stood for one hour and was then heated on the steam bath."


def test_a_bath_told_later_does_not_warm_what_was_fed_before() -> None:
    """At 98 °C no diazonium salt would be made; the feed was at the 20 °C that is written."""
    made = [r for r in result(DIAZO).reactions if r.family == "diazotisation"]
    assert made and made[0].extent_mol == pytest.approx(0.2, rel=0.02)


def test_bleach_and_acid_without_amounts_give_chlorine_where_no_hood_is_written() -> None:
    """Chlorine from hypochlorite and strong acid: handbook 3.4."""
    text = "Take the pool bleach into a bottle and pour some hydrochloric acid on it. {0}"
    assert [f.severity for f in of(result(text.format("It is done on the bench.")), "G04")] == ["stop"]
    assert not of(result(text.format("It is done in the fume hood, sash down.")), "G04")


@pytest.mark.parametrize(("said", "raised"), [("The gas was not absorbed.", True), ("The gas was absorbed in lye.", False)])
def test_what_an_author_says_is_not_caught(said: str, raised: bool) -> None:
    text = f"2-Hydroxyquinoline (14.5 g) and phosphorus oxychloride (46 g) were heated at 110 °C for two hours in a 100 mL flask under a condenser. {said}"
    assert bool([f for f in of(result(text), "G04") if "not absorbed" in f.message]) is raised


@pytest.mark.parametrize(
    ("text", "family", "mol"),
    [
        ("Chlorocyclohexane\n\nCyclohexanol (30.0 g, 0.30 mol) and hydrochloric acid (37 % w/w, 90 mL) were kept at 95 °C for 6 h in a 500 mL flask.", "secondary alcohol to the chloride", 0.30),
        ("2-Chloroquinoline\n\n2-Hydroxyquinoline (14.5 g, 0.10 mol) and phosphorus oxychloride (46 g) were heated at 110 °C for 2 h in a 250 mL flask.", "chloroazine", 0.10),
        ("4-Chloroaniline (6.4 g, 0.050 mol), hydrochloric acid (37 %, 16 mL) and water (40 mL) were cooled to 0 °C in a 250 mL flask. Sodium nitrite (3.5 g) in water (10 mL) was added over 30 min at 0-4 °C. Tin(II) chloride dihydrate (23 g) in hydrochloric acid (37 %, 25 mL) was added over 30 min below 8 °C.", "hydrazine from a diazonium", 0.050),
        ("Benzoic acid\n\nBenzamide (12.1 g, 0.10 mol) and sodium hydroxide (10 %, 60 mL) were boiled for 1 h in a 250 mL flask.", "primary amide", 0.0999),
        ("4-Methoxybiphenyl\n\n4-Bromoanisole 9.35 g, phenylboronic acid 6.71 g, potassium carbonate 13.8 g, palladium on carbon 5 % 0.53 g, ethanol 80 mL and water 40 mL in a 500 mL flask, 70 °C for 3 h.", "Suzuki", 0.0500),
        ("2-Octanol (13 g) was added over 60 min to nitric acid (65 %, 60 mL) at 80 °C in a 250 mL flask.", "secondary alcohol oxidised by warm nitric acid", 0.0998),
        ("Fluorescein\n\nPhthalic anhydride (1.5 g) and resorcinol (2.2 g) in a 50 mL flask, four drops of sulfuric acid. 180 °C for 30 min.", "xanthene", 0.0100),
        ("Anisole\n\nPhenol (9.4 g, 0.10 mol) and sodium hydroxide (10 %, 44 mL) in a 250 mL flask. Dimethyl sulfate (12 mL) over 30 min at 20 °C.", "dimethyl sulfate", 0.0999),
        ("N,N-Dimethylaniline (12.1 g, 0.10 mol) in hydrochloric acid (37 %, 42 mL) in a 500 mL beaker in ice. Sodium nitrite (7.2 g) in water (15 mL) over 40 min at 0-5 °C.", "nitrosation of a dialkylaniline", 0.0999),
        ("Iodoform\n\nAcetone (1.2 g), potassium iodide (18.0 g), sodium hydroxide (10 %, 10 mL) and water (150 mL) in a 600 mL beaker. Sodium hypochlorite (5 % w/w, 105 mL) over 40 min at 15-25 °C.", "iodoform", 0.0207),
    ],
)  # fmt: skip
def test_reactions_that_were_not_known(text: str, family: str, mol: float) -> None:
    """The extents are the charges of the scarcest: hand arithmetic."""
    found = [r for r in result(text).reactions if family in r.family]
    assert found and found[0].extent_mol == pytest.approx(mol, rel=0.03)


def test_strong_sulfuric_acid_and_peroxide_by_eye_is_mixing_heat() -> None:
    text = "There is strong sulfuric acid in the jar, a good part of it, and the peroxide goes in, about a third."
    found = of(result(text), "H11")
    assert [f.established for f in found] == [False]
    assert not of(result("Sulfuric acid (96 %, 20 mL) was run slowly into water (200 mL) in ice, below 20 °C, in a 500 mL beaker."), "H11")


def test_alcohol_that_has_reacted_leaves_no_peroxides_in_the_still() -> None:
    """2-Butanol forms peroxides (common practice); distilled to dryness by itself it is asked about, as a bromide it is gone."""
    made = "2-Butanol (37.1 g) and hydrobromic acid (48 % w/w, 75 mL) with sulfuric acid (96 %, 25 mL) were kept at 65 °C for 3 h in a 500 mL flask. It was distilled to dryness."
    assert not of(result(made), "S06")
    assert of(result("2-Butanol (100 mL) was distilled to dryness from a 250 mL flask."), "S06")


@pytest.mark.parametrize(("place", "raised"), [("No hood was free, so by the window.", True), ("All in the fume hood, sash down.", False)])
def test_tears_without_a_hood(place: str, raised: bool) -> None:
    text = f"Benzyl bromide\n\nBenzyl alcohol (54 g, 0.50 mol) and hydrobromic acid (48 % w/w, 170 mL) were kept at 60 °C for 3 h in a 500 mL flask. {place}"
    assert bool([f for f in of(result(text), "G07") if "lachrymator" in f.message]) is raised


def test_a_gas_that_burns_is_not_lit_at_the_tube() -> None:
    text = "Zinc (32.7 g, 0.50 mol) was placed in a 500 mL flask. Hydrochloric acid (18 %, 250 mL) was run in over 40 min in the fume hood. {0}"
    assert of(result(text.format("We light what comes off at the end of the tube.")), "G08")
    assert not of(result(text.format("No flame, no spark.")), "G08")


def test_a_first_portion_is_no_feed_at_once() -> None:
    """G12: the portion that shows the start is a small part of the gas; the tap stops the rest."""
    text = "Sodium chloride (58.5 g, 1.0 mol) was placed in a 500 mL flask. {0} Nitrogen was passed through everything for 10 min at the end. The gas is led through an empty 250 mL bottle to an inverted funnel over 500 mL of 20 % sodium hydroxide."
    first = "The first 3 mL of sulfuric acid (96 %, 55 mL) was run in, then the rest over 70 min at 40-60 °C; close the tap above 70 °C."
    assert not [f for f in of(result("Hydrogen chloride\n\n" + text.format(first)), "G12") if "stops" in f.message]
    once = "Sulfuric acid (96 %, 55 mL) was added all at once."
    assert [f for f in of(result("Hydrogen chloride\n\n" + text.format(once)), "G12") if "stops" in f.message]


def test_a_second_vessel_is_cooled_as_the_first_one_is() -> None:
    text = "Aniline (9.3 g) in hydrochloric acid (37 %, 25 mL) was cooled to 0 °C in a 250 mL flask in ice and salt. 2-Naphthol (14.4 g) in 10 % sodium hydroxide (100 mL) was cooled to 5 °C in a 500 mL beaker."
    assert [v.bath.kind if v.bath else None for v in read(text).vessels] == ["ice-salt", "ice-salt"]
    assert [v.bath for v in read(text.replace(" in ice and salt", "")).vessels] == [None, None]


def test_a_further_amount_is_of_what_was_fed_last() -> None:
    text = "Phenetole (24.4 g) was placed in a 250 mL flask. Nitric acid (65 % w/w, 30 mL) was poured in, and since nothing was seen a further 20 mL was added."
    assert [m.amount.value for m in read(text).materials if m.identity == "nitric acid" and m.amount] == [30.0, 20.0]


def test_what_is_measured_out_waits_for_its_sentence() -> None:
    text = "4-Bromoacetanilide\n\nAmounts: acetanilide 13.5 g; glacial acetic acid 60 mL; bromine 5.5 mL.\n1. Dissolve the acetanilide in the acetic acid, 250 mL flask.\n2. Measure the bromine in a cylinder in the hood.\n3. Add the bromine over 30 min at 20 °C.\n"
    d = read(text)
    bromine = next(m for m in d.materials if m.identity == "bromine")
    step = next(s for s in d.steps if bromine.id in s.materials)
    assert step.kind == "dose" and step.duration is not None and step.duration.value == 30.0


def test_two_salts_of_one_absorber_share_its_volume() -> None:
    """10 % of 300 mL at about 1.1 g/mL: 33 g of sodium hydroxide, 0.8 mol."""
    text = "Borneol 15.4 g in acetic acid 40 mL, 500 mL flask, vent via an empty bottle to 10 % sodium hydroxide + 5 % sodium sulfite, 300 mL. Bleach (1.9 mol/L, 65 mL) over 60 min at 20 °C."
    caustic = next(m for m in result(text).materials if m.name == "sodium hydroxide")
    assert caustic.mol.best == pytest.approx(0.825, rel=0.02)


def test_a_titration_asks_for_no_amount_and_a_loose_cap_for_no_pressure() -> None:
    titrated = "Salicylic acid (0.300 g) was dissolved in ethanol (25 mL) in a 250 mL conical flask, three drops of phenol red were added, and 0.1 M sodium hydroxide was run in from the burette until it turned red."
    assert result(titrated).verdict == "acceptable"
    assert not of(result("Agar 3 g and water 200 mL in a 500 mL bottle, cap loose. Boil in the microwave till clear."), "H16")
    assert of(result("Agar 3 g and water 200 mL in a 500 mL bottle, closed. Boil in the microwave till clear."), "H16")


def test_an_open_beaker_for_the_foam_of_a_wash_evaporates_nothing() -> None:
    text = "Camphor\n\nBorneol (15.4 g) was dissolved in acetic acid (40 mL) in a 500 mL flask and bleach (1.9 mol/L, 65 mL) was added over 60 min at 20 °C. It was poured into 300 mL of water, filtered, and washed with 5 % sodium carbonate (open beaker, slight fizz)."
    assert not of(result(text), "Q11")


def test_a_first_sentence_that_says_what_is_done_charges_nothing() -> None:
    text = "Oxidising 4-chlorotoluene with permanganate, tenth of a mole. Half a litre of water and 12.7 g of the chlorotoluene in a 2 L flask, up to 90 °C. Permanganate is 39.5 g. The first gram and a half alone, and I wait till it is brown, ten minutes or so. Then the rest in ten lots of 3.8 g."
    d = read(text)
    assert [(m.identity, m.amount.value) for m in d.materials if m.identity == "4-chlorotoluene" and m.amount] == [
        ("4-chlorotoluene", 12.7)
    ]
    assert sum(m.amount.value for m in d.materials if m.identity == "potassium permanganate" and m.amount) == pytest.approx(39.5)
    assert [s.portions for s in d.steps if s.portions] == [10]


@pytest.mark.parametrize("name", ["toluidine", "bromotoluene", "nitroaniline"])
def test_a_name_without_its_locant_is_that_of_the_one_named_before(name: str) -> None:
    d = read(
        f"4-{name.capitalize()} (10.0 g) was dissolved in ethanol (50 mL) in a 250 mL flask. Half of the {name} solution was poured off."
    )
    assert {m.identity for m in d.materials if m.name.lower().endswith(name)} == {d.materials[0].identity}
    e = read(f"Of 4-{name} a good deal is there. 10 g of the {name} was dissolved in ethanol (50 mL) in a 250 mL flask.")
    assert [m.identity for m in e.materials if m.amount and m.amount.value == 10.0] == [read(f"4-{name} 10 g").materials[0].identity]


def test_what_goes_to_the_sink_is_no_charge() -> None:
    text = "Sodium hydrogen carbonate (16.8 g) and water (50 mL) in a 500 mL flask. Citric acid (15 g) in water (60 mL) over 40 min. The sodium citrate solution goes into the sink."
    assert not [m for m in read(text).materials if m.identity == "sodium citrate"]


THIONYL = "Phenylacetyl chloride\n\nPhenylacetic acid (27.2 g, 0.20 mol) and thionyl chloride (30 mL) were put into a 250 mL flask at 20 °C in the hood. {0}"


@pytest.mark.parametrize(
    ("then", "raised"),
    [
        ("It was heated in an oil bath at 80 °C for 2 h under a condenser.", True),
        ("The flask was then put on the water bath at 70 °C. Gas came for an hour.", True),
        ("It was stirred at 20 °C for 24 h under a condenser.", False),
    ],
)
def test_gas_of_what_was_charged_cold_and_then_warmed(then: str, raised: bool) -> None:
    """Thionyl chloride hardly warms an acid, the gas is the hazard (handbook 3.1): two moles of gas for each, 0.40 mol."""
    found = of(result(THIONYL.format(then)), "H04")
    assert bool(found) is raised
    assert all("0.4 mol" in f.message for f in found)


def test_hypochlorite_in_acid_chlorinates_an_anilide() -> None:
    """One chlorine on each ring from 0.100 mol, by hand. Benzene by the same equation: 11.1 - 285.8 - 49.1 + 107.1 = -217 kJ/mol (CRC, memory)."""
    a = result(
        "4-Chloroacetanilide\n\nAcetanilide (13.5 g, 0.10 mol) was dissolved in acetic acid (60 mL) in a 500 mL flask in ice. Sodium hypochlorite (12.1 % w/w, 55 mL) was added over 50 min at 8-14 °C."
    )
    (made,) = [r for r in a.reactions if r.role == "wanted"]
    assert made.family_id == "hypochlorite-activated"
    assert made.extent_mol == pytest.approx(0.100, rel=0.02)
    assert made.heat_kJ.best == pytest.approx(0.100 * 217, rel=0.1)


@pytest.mark.parametrize(
    ("place", "severity"),
    [("I do it on the balcony.", "stop"), ("It is done in the hood, sash down.", None), ("It is done at the bench.", None)],
)
def test_coloured_fumes_out_of_doors_are_a_stop_without_a_reaction(place: str, severity: str | None) -> None:
    """Outdoors is no control: handbook 4, G07."""
    text = f"Throw the scrap into a 400 mL beaker and pour 280 mL of 65 % nitric acid on it. Brown fumes come over the edge. {place}"
    found = [f.severity for f in of(result(text), "G07") if "fumes" in f.message and f.source != BY_WORDING]
    assert found == ([severity] if severity else [])


def test_drops_of_a_catalyst_have_no_pace() -> None:
    text = "Salicylic acid (10 g) and acetic anhydride (15 mL) in a 250 mL flask, and then five drops of phosphoric acid (85 %). It was kept at 55 °C for 15 min in a water bath."
    assert not [f for f in of(result(text), "P02") if "time" in f.message]
    fed = text.replace("and then five drops of phosphoric acid (85 %)", "and then phosphoric acid (85 %, 15 mL)")
    assert [s.kind for s in read(fed).steps if s.materials][-1] == "dose"


@pytest.mark.parametrize(
    ("condenser", "hot"), [("a condenser (water 10 °C)", None), ("a condenser", None), ("a condenser, all at 10 °C", 10.0)]
)
def test_the_water_of_a_condenser_is_not_the_batch(condenser: str, hot: float | None) -> None:
    d = read(
        f"Magnesium (2.55 g) was covered with ether (20 mL) in a 250 mL flask having {condenser}. Bromobenzene (5 g) was added over 20 min."
    )
    T = d.steps[0].T_range
    assert (T.value if T is not None else None) == hot


def test_a_bath_that_waits_below_cools_nothing() -> None:
    text = "Bromobenzene (15.7 g) was dropped over 50 min on to magnesium (2.5 g) in ether (80 mL) in a 250 mL flask. {0}"
    assert read(text.format("An ice bath stood ready below on the jack.")).vessels[0].bath is None
    assert "dump" in read(text.format("An ice bath stood ready below on the jack.")).ready
    bath = read(text.format("The flask stood in an ice bath.")).vessels[0].bath
    assert bath is not None and bath.kind == "ice"


def test_a_feed_that_boils_has_no_ice_that_is_told_behind_it() -> None:
    """A Grignard reagent made at the boil, and then cooled in ice for the ketone: the ice has not melted by then (H06)."""
    text = "Triphenylmethanol\n\nMagnesium (2.55 g) was covered with ether (20 mL) in a 250 mL flask with a thermometer in the liquid. Bromobenzene (15.7 g) in ether (60 mL) was dropped in over {0} min{1}. The solution was cooled in ice, and benzophenone (17.3 g) in ether (60 mL) was added over 45 min at 5-15 °C."
    assert not of(result(text.format(90, ", so that the ether boiled gently")), "H06")


@pytest.mark.parametrize("words", ["The old bath (sodium sulfide, 2 mol/L, 3 L) is decanted into the tank.", "Decant the sulfide bath, sodium sulfide 2 mol/L, 3 L, into the tank."])  # fmt: skip
def test_a_bath_that_is_got_rid_of_is_a_charge(words: str) -> None:
    d = read(f"DISPOSAL\n\n1. {words}\n2. Add hydrochloric acid 15 % with the hose until the foaming stops, around 5 L.\n")
    charged = {m.identity: m.amount.value for m in d.materials if m.amount}
    assert charged == {"sodium sulfide": 3.0, "hydrochloric acid": 5.0}
    assert all(v.bath is None for v in d.vessels)


def test_two_amounts_in_a_cell_belong_to_its_two_substances_in_their_order() -> None:
    text = "TRIBROMOANILINE\n\n| Step | Operation | Amount | T / °C | Time |\n|---|---|---|---|---|\n| 1 | aniline into hydrochloric acid 10 %, 1 L flask, stirrer | 4.65 g; 200 mL | 20 | |\n| 2 | bromine in acetic acid from the funnel; hood | 24.0 g in 60 mL | 10-18 | 60 min |\n"
    d = read(text)
    assert {m.identity: (m.amount.value, m.amount.unit) for m in d.materials if m.amount} == {
        "aniline": (4.65, "g"), "hydrochloric acid": (200.0, "ml"), "bromine": (24.0, "g"), "acetic acid": (60.0, "ml"),
    }  # fmt: skip


@pytest.mark.parametrize("told", ["Nobody judges by the smell.", "It is never judged by the smell."])
def test_a_smell_that_nobody_goes_by_is_no_endpoint(told: str) -> None:
    text = "Iron sulfide (8.8 g) in a 250 mL flask in the hood. Hydrochloric acid (20 %, 30 mL) is dripped on it over 40 min. {0}"
    assert not of(result(text.format(told)), "G11")
    assert of(result(text.format("It is done when it no longer smells.")), "G11")


def test_acids_with_phosphorus_trichloride_hardly_warm() -> None:
    """3 CH3COOH + PCl3 = 3 CH3COCl + H3PO3: -10.5 kJ for three by formation enthalpies (CRC, memory: -484.3, -319.7, -272.9, -964.4)."""
    a = result(
        "Acetyl chloride\n\nAcetic acid (30 g, 0.50 mol) in a 250 mL flask. Phosphorus trichloride (24 g) was added over 40 min at 20-30 °C."
    )
    (made,) = [r for r in a.reactions if r.role == "wanted"]
    low, high = made.dH_kJ_per_mol.low, made.dH_kJ_per_mol.high
    assert low is not None and high is not None
    assert low <= (3 * -272.9 - 964.4) - (3 * -484.3 - 319.7) <= high


@pytest.mark.parametrize(
    "text",
    [
        "sodium, old lumps, get rid\n\n- ~ 20 g under oil, big lumps\n- plastic bucket 5 L, methylated spirit 1 L, lumps in all at once\n",
        "Disposal of sodium\n\nAbout 20 g under oil. Ethanol 1 L in a 5 L bucket. The sodium is thrown in all at once.\n",
    ],
)
def test_what_the_head_names_goes_into_the_vessel_that_follows(text: str) -> None:
    """20 g / 22.99 = 0.87 mol, one H2 for two of it: 0.435 mol."""
    d = read(text)
    assert [(m.identity, m.amount.value) for m in d.materials if m.identity == "sodium" and m.amount] == [("sodium", 20.0)]
    assert [s.all_at_once for s in d.steps if any(m.id in s.materials and m.identity == "sodium" for m in d.materials)] == [True]
    assert assess(d).gases[0].mol.best == pytest.approx(0.435, rel=0.02)


@pytest.mark.parametrize("then", ["The ketone was run in during 45 min at 35-45 °C.", "The ketone over 45 min at 35-45 °C."])
def test_what_was_told_with_the_rest_is_fed_where_the_text_feeds_it(then: str) -> None:
    d = read(f"Acetophenone (6.0 g) was stirred with sodium hypochlorite (12 %, 115 mL) in a 500 mL flask. {then}")
    fed = [s for s in d.steps if s.kind == "dose"]
    assert [[m.identity for m in d.materials if m.id in s.materials] for s in fed] == [["acetophenone"]]
    assert fed[0].duration is not None and fed[0].duration.value == 45.0


def test_a_lot_in_two_halves_is_one_charge_fed_twice() -> None:
    text = "BATCH CARD 30  HYDROGEN BROMIDE\n\nTetralin      33 g (0.25 mol)\nBromine       16.0 g (0.10 mol) + 16.0 g (0.10 mol)\nFlask         250 mL, stirrer, thermometer in liquid\n\n1. First bromine half from funnel, 40 min, 20-30 °C.\n2. Second half the same, 40 min.\n"
    d = read(text)
    bromine = [m for m in d.materials if m.identity == "bromine"]
    assert [m.amount.value for m in bromine if m.amount] == [16.0, 16.0]
    fed = [s for s in d.steps if any(m.id in s.materials for m in bromine)]
    assert [(s.kind, s.duration.value if s.duration else None) for s in fed] == [("dose", 40.0), ("dose", 40.0)]
    there = next(s for s in d.steps if any(m.id in s.materials and m.identity == "tetralin" for m in d.materials))
    assert there.n < fed[0].n and there.duration is None


def test_a_peracid_made_in_place_is_a_reaction() -> None:
    """Peroxide and formic acid by themselves are not followed (P06); with an alkene they are, up to the diol."""
    base = "Formic acid 90 % 105 mL and hydrogen peroxide 30 % 28 mL in a 500 mL flask in ice, thermometer in the liquid. {0}"
    made = result("trans-1,2-Cyclohexanediol\n\n" + base.format("Cyclohexene 20.5 mL over 40 min at 40-45 °C."))
    assert not [f for f in of(made, "P06") if "oxidiser" in f.message]
    assert {r.family_id for r in made.reactions if r.role == "wanted"} >= {"epoxide-formic"}
    alone = result(base.format("It was kept at 40 °C for 1 h."))
    assert [f for f in of(alone, "P06") if "formic" in f.message]


@pytest.mark.parametrize(("told", "raised"), [("nitrogen oxides, up to 0.2 mol", False), ("chlorine, up to 0.2 mol", True)])
def test_nitrogen_oxides_are_any_of_them(told: str, raised: bool) -> None:
    text = f"Benzil\n\nBenzoin (21.2 g) and acetic acid (60 mL) in a 500 mL flask in the hood. Nitric acid (65 %, 30 mL) was run in over 60 min at 85-95 °C. Brown gas ({told}) goes to 400 mL of 10 % sodium hydroxide."
    assert bool([f for f in of(result(text), "P06") if "counts on" in f.message]) is raised


def test_a_solvent_taken_off_is_not_what_goes_on() -> None:
    """Excess thionyl chloride, 0.2 mol, is taken off and run into alkali: nothing of it is left over (Q01)."""
    text = "Benzenesulfonyl chloride\n\nBenzenesulfonic acid (31.6 g) in a 500 mL flask in the hood. Thionyl chloride (29 mL) over 60 min at 40-50 °C. 2 h at 70 °C. {0} at 40 mbar into a receiver at -20 °C. Condensate dropwise into ice-cold sodium hydroxide 15 %, 200 mL, open beaker, 40 min. Product distilled at 13 mbar, 115-118 °C."
    assert not of(result(text.format("Thionyl chloride off")), "Q01")


def test_a_bottle_of_a_solution_that_is_left_over() -> None:
    """100 mL of 1.6 mol/L: 0.16 mol of butyllithium, the alcohol on it."""
    d = read(
        "I had an old bottle of butyllithium, 1.6 molar in hexane, maybe a hundred mils left, all milky. I poured it in a beaker, a 250. Then ethanol from the squeeze bottle, straight on, fifty mils or so."
    )
    (lot,) = [m for m in assess(d).materials if m.name == "butyllithium"]
    assert lot.mol.best == pytest.approx(0.16, rel=0.1)
    assert [m.identity for m in d.materials if m.id in d.steps[-1].materials] == ["ethanol"]


def test_mixed_acid_in_from_the_funnel_and_the_batch_on_ice() -> None:
    d = read(
        "- phenyl acetate 13.6 g in a 250 mL 3-neck, ice/salt 1.5 kg\n- nitrating acid made before in a 50 mL flask in ice: HNO3 65 % 7.6 mL dripped into H2SO4 96 % 12 mL\n- in from the funnel, 50 min, -5 to 0 °C, tap shut at 3 °C\n- on 200 g ice in a 600 mL beaker, stirred, 10 min, below 5 °C\n"
    )
    fed = next(s for s in d.steps if s.from_vessel == "50 mL flask")
    assert (fed.kind, fed.vessel, fed.duration.value if fed.duration else None) == ("dose", "250 mL flask", 50.0)
    assert [(s.vessel, s.from_vessel) for s in d.steps if s.kind == "quench"] == [("600 mL beaker", "250 mL flask")]
    bath = next(v.bath for v in d.vessels if v.name == "250 mL flask")
    assert bath is not None and bath.kind == "ice-salt" and bath.ice_g is not None


def test_chromium_oxide_and_aluminium_eject() -> None:
    """Cr2O3 + 2 Al = 2 Cr + Al2O3: -1675.7 + 1139.7 = -536 kJ (CRC, memory), and nothing that holds it (H15)."""
    a = result("Chromium(III) oxide 76 g and aluminium powder 27 g are ground together in a crucible and ignited.")
    assert of(a, "H15")
    (made,) = [r for r in a.reactions if "chromium oxide" in r.family]
    assert made.dH_kJ_per_mol.best == pytest.approx(-536, rel=0.03)


@pytest.mark.parametrize(("yield_", "raised"), [("49.0 g, 96 %", True), ("49.0 g, 81 %", False), ("58.0 g, 96 %", False)])
def test_a_yield_that_is_mass_over_mass(yield_: str, raised: bool) -> None:
    """51.1 g of 1-hexanol make at most 0.500 x 120.62 = 60.3 g: 49.0 g is 81 %, and 96 % of the mass of the alcohol."""
    text = f"1-Chlorohexane\n\n1-Hexanol (51 g, 0.50 mol) and thionyl chloride (55 mL) in a 250 mL flask. 1 h at reflux. Yield {yield_}."
    assert bool([f for f in of(result(text), "P04") if "mass over the mass" in f.message]) is raised


@pytest.mark.parametrize(
    ("then", "raised"),
    [
        ("Zinc chloride (14 g) was added and the double salt was collected, pressed and dried.", True),
        ("It was run at once into a solution of 2-naphthol.", False),
    ],
)
def test_a_diazonium_salt_that_is_collected(then: str, raised: bool) -> None:
    text = f"4-Nitroaniline (13.8 g) was dissolved in hydrochloric acid (37 %, 30 mL) and water (60 mL) in a 250 mL flask in ice. Sodium nitrite (7.0 g) in water (20 mL) was added over 30 min at 0-4 °C. {then}"
    assert bool([f for f in of(result(text), "Q10") if "diazonium salt" in f.message]) is raised


@pytest.mark.parametrize("plastic", ["polypropylene", "polyethylene", "polystyrene"])
def test_what_a_tub_is_made_of_is_no_charge(plastic: str) -> None:
    """The name reader gives a piece of the chain with open ends: no substance, and no reason to fail."""
    d = read(f"BRIGHT DIP\n\nnitric acid 65 %  1 L\nTub: {plastic}, 10 L, in the wash room\n")
    assert [m.identity for m in d.materials] == ["nitric acid"]
    assert assess(read(f"{plastic.capitalize()} 10 g and water 100 mL in a 250 mL flask.")).verdict


def test_benzotrichloride_and_water_give_hydrogen_chloride() -> None:
    """ArCCl3 + 2 H2O = ArCOOH + 3 HCl: 0.0995 x 3 mol of gas, by hand."""
    a = result("Benzoic acid\n\nBenzotrichloride (19.5 g, 0.10 mol) and water (10 mL) were heated at 90 °C for 1 h in a 250 mL flask.")
    assert next(g for g in a.gases if g.formula == "HCl").mol.best == pytest.approx(0.2993, rel=0.03)


@pytest.mark.parametrize(("bath", "window"), [("20 °C water bath", None), ("at 20 °C", 20.0)])
def test_a_bath_at_room_temperature_is_no_window(bath: str, window: float | None) -> None:
    d = read(f"Pour 250 mL of hydrochloric acid 37 % slowly into 200 mL of water in a 1 L flask, stirred, {bath}.")
    T = d.steps[-1].T_range
    assert (T.value if T is not None else None) == window


def test_a_dilution_that_warms_little_needs_no_time() -> None:
    """450 mL of 20 % acid, 24 kJ: 18 K at most, no limit written; with one the time decides."""
    text = "Pour 250 mL of hydrochloric acid 37 % slowly into 200 mL of water in a 1 L flask, stirred{0}."
    assert not of(result(text.format("")), "P02")
    assert [f for f in of(result(text.format(", below 25 °C")), "P02") if "time" in f.message]


def test_a_time_and_a_window_without_a_comma() -> None:
    d = read(
        "tert-Butanol 14.8 g in a 250 mL flask. Hydrobromic acid 48 % 68 mL goes in over half an hour between five and fifteen, I shut the tap at eighteen."
    )
    fed = d.steps[-1]
    assert fed.duration is not None and fed.T_limit is not None
    assert (fed.duration.value, fed.T_limit.value) == (30.0, 18.0)


def test_a_temperature_of_what_takes_the_gas_is_no_limit_of_the_generator() -> None:
    text = "AMMONIA\n\n1. Mix 16.0 g of ammonium chloride and 16.8 g of calcium oxide in a 250 mL flask in the hood.\n2. Line: flask, empty 500 mL bottle, tube 5 mm above the stirred solution of 14.1 g of benzoyl chloride in 150 mL of ether in a 500 mL flask.\n3. Warm the flask slowly with a mantle on a jack. Gas for about 40 min; lower the mantle when {0} is above 10 °C.\n"
    assert not [s for s in read(text.format("the ether")).steps if s.T_limit is not None]
    assert [s.T_limit.value for s in read(text.format("the powder")).steps if s.T_limit is not None] == [10.0]


def test_bisulfite_solution_as_it_is_sold() -> None:
    """70 mL of 38 %, 1.33 g/mL (memory: 1.33 to 1.36 as sold; Laliberte's table ends at 20 %): 70 x 1.33 x 0.38 / 104.06 = 0.340 mol."""
    a = result("Sodium hydrogen sulfite 38 % 70 mL was run into benzaldehyde (21.2 g) in a 500 mL flask.")
    assert next(m for m in a.materials if "sulfite" in m.name).mol.best == pytest.approx(0.340, rel=0.02)


def test_fractions_of_a_distillation_are_no_charges() -> None:
    d = read(
        "propionic acid, redistilled\n\n- propionic acid 200 g, 500 mL flask, boiling stones\n- mantle on a jack\n- forerun to 139 °C: 12 g\n- main 140-142 °C, 1-2 drops/s: 165 g\n- stop with about 20 mL left\n"
    )
    assert [m.amount.value for m in d.materials if m.amount] == [200.0]
    assert [s.kind for s in d.steps][-1] == "distil"
    assert not [f for f in of(assess(d), "P02") if "165 g" in f.message]


def test_a_sulfite_solution_behind_cooling_goes_into_the_batch() -> None:
    d = read(
        "diphenyl sulfone\n\n- diphenyl sulfide 9.3 g, acetic acid 60 mL, 250 mL three-neck\n- H2O2 30 % 14 mL, 45 min, 20-30 °C\n- cool to 20, Na2SO3 6.0 g in 40 mL water, 15 min, < 30 °C\n"
    )
    assert {s.vessel for s in d.steps if s.materials} == {d.vessels[0].name}


def test_what_is_named_first_and_poured_in() -> None:
    d = read("Calcium carbide 30 g in the jar. Water I just pour in, two hundred mils, because dripping is boring.")
    assert [(s.vessel, s.all_at_once) for s in d.steps][-1] == ("jar", True)
    assert [m.amount.value for m in d.materials if m.identity == "water" and m.amount] == [200.0]


@pytest.mark.parametrize(("ester_mL", "molar", "raised"), [(4.9, 0.1, False), (98, 2.0, True)])
def test_a_bath_tells_the_temperature_of_what_hardly_warms(ester_mL: float, molar: float, raised: bool) -> None:
    """0.05 mol at some 55 kJ/mol in a litre: less than a kelvin; twenty times as much, thirteen."""
    text = f"Ethyl acetate {ester_mL} mL and water 500 mL in a 2 L flask with a stir bar were brought to 25.0 °C in a thermostat. Sodium hydroxide {molar} mol/L, 500 mL, was added over 10 min."
    found = [f for f in of(result(text), "H08") if "bath" in f.message]
    assert bool(found) is raised


@pytest.mark.parametrize(
    ("name", "grams"),
    [("3-methoxybenzoic acid", 152.15), ("4-propylbenzaldehyde", 148.20), ("2,4-diethylbenzaldehyde", 162.23)],
)
def test_an_unlisted_name_keeps_its_locants(name: str, grams: float) -> None:
    """Molar masses by the formulae C8H8O3, C10H12O and C11H14O."""
    d = read(f"Ester\n\nA solution of {name} ({grams / 10:.2f} g) in 60 mL of dichloromethane was stirred.")
    assert d.materials[0].name == name
    assert assess(d).materials[0].mol.best == pytest.approx(0.100, rel=2e-3)


def test_the_acid_of_an_acid_chloride_is_weighed_by_its_kind() -> None:
    d = read("3-methoxybenzoyl chloride\n\n- acid 7.61 g + 60 mL dry dichloromethane, 250 mL flask\n- oxalyl chloride 4.8 mL, 45 min")
    assert d.materials[0].name == "3-methoxybenzoic acid"


def test_a_name_without_its_locant_is_that_of_the_title() -> None:
    d = read("4-nitrobenzoic acid from 4-nitrotoluene\n\n27.4 g nitrotoluene and 600 mL water in a 2 L flask.")
    assert d.materials[0].identity == "4-nitrotoluene"


def test_a_condenser_whose_outlet_goes_to_the_duct_is_one_of_the_fittings() -> None:
    d = read(
        "To lithium aluminium hydride (1.90 g) in tetrahydrofuran (80 mL) in a 500 mL three-necked flask fitted with a condenser whose outlet was led "
        "through a bubbler into the hood duct, an internal thermometer and a dropping funnel, a solution of 4-chlorobenzoic acid (6.26 g) in tetrahydrofuran (50 mL) was added over 60 min."
    )
    assert {s.vessel for s in d.steps if s.materials} == {"500 mL flask"}
    assert [s.duration.value for s in d.steps if s.duration] == [60.0]


def test_the_alcohol_takes_the_metal_before_its_trace_of_water_does() -> None:
    """1 g of water in 157 g of 2-propanol, 0.2 mol of sodium; 5 mL of water more are enough for it."""
    text = "To 200 mL of 2-propanol{0} in a 500 mL flask in 2 kg of ice 4.6 g of sodium was added in small pieces over 90 min."
    a = result(text.format(" (99.5 %)"))
    assert [r.family for r in a.reactions] == ["sodium + alcohol"]
    assert not of(a, "S04")
    wet = result(text.format(" and 5 mL of water"))
    assert [r.family for r in wet.reactions] == ["sodium + water"]


@pytest.mark.parametrize(("percent", "rho", "near"), [(99.5, 0.787, 0.01), (50, 0.913, 0.015), (70, 0.865, 0.015)])
def test_an_alcohol_in_water_has_the_density_of_the_handbook(percent: float, rho: float, near: float) -> None:
    """2-Propanol in water at 20 °C, g/mL (CRC Handbook, concentrative properties; memory)."""
    a = result(f"100 mL of 2-propanol ({percent} %) in a 250 mL flask is stirred with 5.0 g of sodium chloride.")
    m = next(m for m in a.materials if m.name == "2-propanol")
    assert m.mol.best == pytest.approx(100 * rho * percent / 100 / 60.10, rel=near)


def test_a_sulfonation_at_its_rate_boils_under_a_condenser() -> None:
    """0.25 mol of toluene and acid of 96 %: the class's heat would be 180 K at once; by hours of reaction it is tens of watts at most."""
    text = "Toluene 60 mL and sulfuric acid 96 % w/w, 14 mL in a 250 mL round flask, stirred, under a condenser, water running. It was heated to the boil by a mantle and {0} for 4 h."
    a = result(text.format("refluxed"))
    assert {f.severity for f in of(a, "H04")} <= {"note"}
    assert not of(a, "H07")


@pytest.mark.parametrize(("T", "raised"), [("0-5", False), ("18-20", True)])
def test_a_diazotisation_written_warm(T: str, raised: bool) -> None:
    text = f"p-Toluidine 10.7 g, hydrochloric acid 37 % 25 mL and 50 mL of water in a 500 mL flask in 2 kg of ice. Sodium nitrite 7.2 g in 20 mL of water is dropped in over 30 min at {T} °C."
    found = [f for f in of(result(text), "H02") if "is held at or below" in f.message]
    assert bool(found) is raised


@pytest.mark.parametrize(
    ("gas", "agent", "raised"),
    [("ammonia", "calcium chloride", True), ("ammonia", "quicklime", False), ("hydrogen chloride", "calcium chloride", False)],
)
def test_a_gas_dried_with_what_takes_it(gas: str, agent: str, raised: bool) -> None:
    """Calcium chloride takes up to eight ammonia (common practice, no source)."""
    made = {
        "ammonia": "Ammonium chloride 26.7 g and calcium hydroxide 22 g are warmed to 90 °C in a 250 mL flask.",
        "hydrogen chloride": "Sulfuric acid 96 % 30 mL is dripped on to 29.2 g of sodium chloride in a 250 mL flask over 60 min.",
    }[gas]
    a = result(f"{made} The gas is dried in a tube of {agent} and led into 200 mL of ice water.")
    assert bool([f for f in of(a, "G06") if "is to dry" in f.message]) is raised


def test_a_standard_solution_is_no_leftover() -> None:
    body = "Dissolve 3.2 g of potassium permanganate in 1 L of water in a 2 L beaker. Filter through glass into a brown bottle."
    assert not of(result(f"0.02 mol/L potassium permanganate, 1 L\n\n{body}"), "Q01")
    assert of(result(f"Oxidation of alcohols\n\n{body}"), "Q01")
    assert of(result(f"0.02 mol/L permanganate, oxidation of alcohols with it\n\n{body}"), "Q01")


def test_a_peracid_is_not_ground() -> None:
    text = "3-Chloroperbenzoic acid (75 %, 23 g) was {0} and added in ten portions over 60 min at 0-5 °C to cyclohexene (8.2 g) in dichloromethane (100 mL) in a 500 mL flask in ice."
    assert of(result(text.format("ground to powder in a mortar")), "S01") != of(result(text.format("weighed under the hood")), "S01")
    assert any("friction" in f.message for f in of(result(text.format("ground to powder in a mortar")), "S01"))


def test_one_twenty_six_millimoles() -> None:
    assert [
        m.stated_mol.value for m in read("Menthol, one twenty-six millimoles, 19.7 g, in a 250 mL flask.").materials if m.stated_mol
    ] == [126.0]


@pytest.mark.parametrize("cold", ["in ice", "in an ice bath", "with ice cooling"])
def test_a_feed_in_ice_behind_a_warm_bath_is_held_by_ice(cold: str) -> None:
    text = f"T\n\nMagnesium turnings (2.67 g) in ether (20 mL) were placed in a 500 mL flask. Bromobenzene (15.7 g) in ether (60 mL) was dropped in over 60 min. It was refluxed for 30 min on a warm-water bath of 40 °C. Methyl benzoate (6.13 g) in ether (30 mL) was added over 40 min {cold}, below 20 °C."
    fed = read(text).steps[-1]
    assert fed.bath is not None and fed.bath.kind == "ice"


def test_a_name_behind_a_temperature_begins_anew() -> None:
    d = read(
        "T\n\nBromobenzene (15.7 g) in a 500 mL flask. After 30 min of reflux on a warm-water bath of 40 °C methyl benzoate (6.13 g, 0.045 mol) in ether (30 mL) was added over 40 min."
    )
    assert [m.amount.value for m in d.materials if m.identity == "methyl benzoate" and m.amount] == [6.13]


@pytest.mark.parametrize("tub", ["a tub of 2 kg of ice being at hand", "with a bucket of 1 kg of ice and water ready"])
def test_ice_at_hand_is_no_charge(tub: str) -> None:
    d = read(
        f"T\n\nMagnesium turnings (2.67 g) and ether (20 mL) in a 500 mL flask. Bromobenzene (15.7 g) was dropped in over 60 min, {tub}."
    )
    assert all(m.identity != "ice" for m in d.materials)


def test_what_a_mixture_would_do_is_not_done() -> None:
    d = read(
        "4-Methylbenzyl bromide\n\nA mixture of p-xylene (26.5 g, 0.250 mol), N-bromosuccinimide (17.8 g, 0.100 mol) and azobisisobutyronitrile (0.16 g, 1 mmol) in cyclohexane (120 mL) would react all at once on heating; therefore the imide was divided. "
        "p-Xylene and the initiator in cyclohexane were brought to gentle reflux in a 500 mL three-necked flask, and the N-bromosuccinimide was added in ten portions, 8 min apart."
    )
    fed = next(s for s in d.steps if s.portions)
    assert [m.identity for m in d.materials if m.id in fed.materials] == ["N-bromosuccinimide"]
    assert not any(s.all_at_once for s in d.steps)


def test_a_step_that_names_the_dry_acid_takes_its_hydrate() -> None:
    d = read(
        "Gas\n\n| reagent | quantity |\n| --- | --- |\n| citric acid monohydrate | 2.1 g |\n| water | 40 mL |\n\n| # | instruction | min |\n| --- | --- | --- |\n| 1 | citric acid in the water, 250 mL conical flask, dissolve | 2 |\n| 2 | weigh: loss about 1.0 g carbon dioxide (0.5 L) | 5 |\n"
    )
    assert [m.identity for m in d.materials] == ["citric acid monohydrate", "water"]


def test_rows_called_by_nr() -> None:
    d = read(
        "T\n\n| Nr | Material | Amount |\n|---|---|---|\n| 1 | acetic acid, glacial | 45.0 g |\n| 2 | phosphorus trichloride | 41.2 g |\n\n| Step | Operation | Time |\n|---|---|---|\n| 1 | Nr 1 into a 250 mL three-necked flask in ice | 10 min |\n| 2 | Nr 2 from the funnel, stirring | 40 min |\n"
    )
    assert [(s.kind, [m.identity for m in d.materials if m.id in s.materials]) for s in d.steps if s.materials] == [
        ("charge", ["acetic acid"]),
        ("dose", ["phosphorus trichloride"]),
    ]


def test_iodide_sets_oxygen_free_from_peroxide() -> None:
    """1000 mL of 30 % at 1.11 g/mL: 9.79 mol, half as much oxygen."""
    a = result("Pour 1 L of 30 % hydrogen peroxide into a 2 L cylinder. Potassium iodide 50 g in 50 mL of water, all at once.")
    assert next(g for g in a.gases if g.formula == "O2").mol.best == pytest.approx(4.9, rel=0.02)
    assert of(a, "P13")


def test_side_chain_chlorination_needs_its_initiator() -> None:
    """-45.8 kJ/mol by formation enthalpies (CRC): the class holds it."""
    text = "Cyclohexane 252 g and sulfuryl chloride 135 g{0} in a 1 L flask under a condenser were refluxed for 2 h."
    a = result(text.format(", benzoyl peroxide 1 g"))
    line = next(r for r in a.reactions if "sulfuryl chloride" in r.family)
    assert line.dH_kJ_per_mol.low <= -45.8 <= line.dH_kJ_per_mol.high
    assert {g.formula for g in a.gases} >= {"SO2", "HCl"}
    assert not [r for r in result(text.format("")).reactions if "initiator" in r.family]


@pytest.mark.parametrize("words", ["All at once it froths, take everything over.", "The flask is emptied: leave nothing."])
def test_taken_to_the_end(words: str) -> None:
    a = result(f"4-Nitroanisole\n\nThe crude 4-nitroanisole (60 g) is distilled from a 250 mL flask at 270 °C. {words}")
    assert of(a, "Q09")


def test_solids_that_act_on_each_other_are_not_put_together() -> None:
    a = result(
        "Phenylacetyl chloride\n\n27.2 g phenylacetic acid and 42 g phosphorus pentachloride are mixed in a 250 mL conical flask in the hood."
    )
    assert any("put together" in f.message for f in of(a, "P13"))


def test_a_step_table_by_the_clock() -> None:
    """ "15-75" from the start of the day is an hour, and no 45 minutes; where nothing begins at 0 a range is a range."""
    head = "Octanoyl chloride\n\n| t (min) | step |\n| --- | --- |\n"
    d = read(
        head
        + "| 0 | thionyl chloride 35.7 g into a 250 mL flask in the hood |\n| 10 | water bath 45 °C |\n| 15-75 | octanoic acid 28.8 g from the funnel, 40-50 °C |\n| 75-135 | bath 70 °C until gas stops |\n"
    )
    assert [s.duration.value for s in d.steps if s.duration] == [60.0, 60.0]
    assert all(s.T_range is None or s.T_range.value > 30 for s in d.steps)
    d = read(head + "| 5-10 | thionyl chloride 35.7 g into a 250 mL flask |\n| 20-30 | octanoic acid 28.8 g from the funnel, 40-50 °C |\n")
    assert [(s.duration.low, s.duration.high) for s in d.steps if s.duration][-1] == (20.0, 30.0)


def test_peracetic_acid_as_it_is_sold() -> None:
    """19 mL x 1.13 g/mL x 0.39 / 76.05 = 0.110 mol."""
    a = result(
        "Epoxide\n\nOleic acid (28.2 g) in dichloromethane (100 mL) in a 500 mL flask in ice. Peracetic acid (bought, 39 % w/w in acetic acid, d 1.13, 19 mL, 0.110 mol) was dropped in over 60 min at 15 to 20 °C."
    )
    assert next(m for m in a.materials if "eracetic" in m.name).mol.best == pytest.approx(0.110, rel=0.01)


def test_a_diazotisation_in_its_own_beaker() -> None:
    d = read(
        "2-chlorotoluene\n\nCuCl soln: CuCl 23.8 g in 80 mL 37 % HCl, 1 L 3-neck, stirrer, ice-salt 3 kg, thermometer\nDiazo: o-toluidine 21.4 g, 55 mL 37 % HCl, 80 mL water in 500 mL beaker, stirred, ice bath 2 kg; NaNO2 14.2 g in 40 mL water, drip 40 min, 0-5 °C\nCombine: cold diazo soln in portions of ~25 mL into the CuCl, 45 min, 0-5 °C\n"
    )
    assert all(m.identity != "ice" for m in d.materials)
    assert (d.steps[-1].vessel, d.steps[-1].from_vessel) == ("1 L flask", "500 mL beaker")


def test_a_pinch_of_something_unknown_hides_no_heat() -> None:
    text = "Adipic acid\n\n- 5 L beaker, 1.2 L nitric acid 50 %, boil it\n- a pinch of vanadate, or not\n- cyclohexanone 250 g from a funnel in 10 min\n"
    a = result(text)
    assert of(a, "P05"), "what it does is not established"
    assert [f for f in of(a, "H01") if f.established]


def test_what_stands_by_is_no_charge() -> None:
    d = read(
        "HBr\n\nCharge  120 g potassium bromide, 200 mL water in a 500 mL flask\nAcid    96 % w/w sulfuric acid, 90 mL, from a funnel, 45 min, under 60 °C (above that bromine)\nWear    face shield; 1 kg soda at the door\nA kilo of ice in a 3 L bucket is the dump.\n"
    )
    assert {m.identity for m in d.materials} == {"potassium bromide", "water", "sulfuric acid"}


def test_a_tert_alkyl_hypochlorite_is_not_distilled_to_the_end() -> None:
    text = "t-BuOCl\n\n500 mL of bleach (0.7 mol/L) in a 1 L flask in ice. 26 g tert-butanol and 20 mL acetic acid, mixed, are added at 5 °C over 20 min. The layer is separated and distilled at 79 °C{0}."
    a = result(text.format(" to dryness"))
    assert any("hypochlorite" in r.family for r in a.reactions)
    assert [f.severity for f in of(a, "Q09")] == ["stop"]


def test_aniline_is_baked_to_sulfanilic_acid() -> None:
    a = result(
        "Sulfanilic acid\n\nAniline 9.3 g in a 250 mL flask in 1.5 kg of ice. Sulfuric acid 96 % w/w, 17 mL, is dropped in over 20 min below 60 °C. Raise the bath to 180 °C over 40 min and keep the mixture at 175-180 °C for 4 h."
    )
    assert any("baking" in r.family and r.extent_mol == pytest.approx(0.1, rel=0.05) for r in a.reactions)
    assert not of(a, "P06")


@pytest.mark.parametrize(
    ("words", "bath"),
    [
        ("ice 2 kg outside; stirrer; thermometer in the liquid", True),
        ("stirrer, thermometer in the liquid; a tub with 3 kg of ice and water on a jack", False),
    ],
)
def test_more_ice_than_the_flask_holds_stands_round_it(words: str, bath: bool) -> None:
    d = read(
        f"CARD\n\n1  ammonia 25 % w/w 70 mL in a 250 mL three-necked flask; {words}\n2  benzoyl chloride 14.1 g from the funnel, 45 min, 5-15 °C\n"
    )
    assert all(m.identity != "ice" for m in d.materials)
    assert (d.vessels[0].bath is not None and d.vessels[0].bath.kind == "ice") or not bath


def test_ice_that_stands_by_cools_nothing() -> None:
    d = read(
        "CARD\n\n1  ammonia 25 % w/w 70 mL in a 250 mL three-necked flask; ice 2 kg ready beside it\n2  benzoyl chloride 14.1 g from the funnel, 45 min, 5-15 °C\n"
    )
    assert all(m.identity != "ice" for m in d.materials)
    assert d.vessels[0].bath is None


def test_a_tub_that_the_batch_goes_into_keeps_its_ice() -> None:
    d = read(
        "Quench\n\nAniline 9.3 g and sulfuric acid 96 % 30 mL in a 250 mL flask in ice.\n1. Put 3 kg of ice into a tub.\n2. Stir the flask for 30 min.\n3. Pour the contents of the flask slowly into the tub.\n"
    )
    assert [m.amount.value for m in d.materials if m.identity == "ice" and m.amount] == [3.0]


def test_ice_that_goes_in_stays_in() -> None:
    d = read(
        "T\n\nAniline 9.3 g and hydrochloric acid 37 % 25 mL in a 500 mL beaker. Add 200 g of ice. Sodium nitrite 7.0 g in 20 mL of water over 20 min at 0-5 °C."
    )
    assert [m.amount.value for m in d.materials if m.identity == "ice" and m.amount] == [200.0]


@pytest.mark.parametrize(
    ("text", "family", "kJ"),
    [
        (
            "Adipic acid\n\nCyclohexanone 9.8 g, water 300 mL and 2 mL of 10 % sodium hydroxide in a 1 L flask at 40 °C. Potassium permanganate 30.5 g in 12 portions, 6 min apart, below 45 °C.",
            "cyclic ketone",
            -855.0,
        ),
        (
            "Methyl phenyl sulfoxide\n\nSodium metaperiodate 22.5 g in water 200 mL in a 500 mL flask in ice. Thioanisole 12.4 g is dropped in over 60 min at 0-5 °C.",
            "periodate oxidation",
            -208.0,
        ),
    ],
)
def test_two_oxidations_by_formation_enthalpies(text: str, family: str, kJ: float) -> None:
    """Formation enthalpies (CRC), kJ/mol: cyclohexanone -271, MnO4- -541, H2O -286, adipic acid -994, MnO2 -520, OH- -230; dimethyl sulfide -65, IO4- -152, DMSO -204, IO3- -221."""
    line = next(r for r in result(text).reactions if family in r.family)
    assert line.dH_kJ_per_mol.low <= kJ <= line.dH_kJ_per_mol.high
    assert line.extent_mol == pytest.approx(0.0965 if "ketone" in family else 0.0998, rel=0.02)


@pytest.mark.parametrize(("liquid", "raised"), [("20 % acetic acid 75 mL", False), ("ethyl acetate 75 mL", True)])
def test_dilute_acid_in_a_dish_is_no_solvent_that_goes_off(liquid: str, raised: bool) -> None:
    a = result(
        f"Crystals\n\nSodium acetate 8.2 g is dissolved in {liquid} in a 250 mL beaker. The solution is left to crystallise in a dish."
    )
    assert bool([f for f in of(a, "Q11") if "into the air" in f.message]) is raised


def test_a_temperature_that_falls_by_itself_leaves_nobody_alone() -> None:
    d = read(
        "Adipic acid\n\nCyclohexanone 9.8 g and water 300 mL in a 1 L flask. Potassium permanganate 30.5 g in 12 portions, 6 min apart. When all is in and the temperature falls by itself, 20 min at 60 °C in a water bath."
    )
    assert all(s.attended is not False for s in d.steps)


@pytest.mark.parametrize(
    ("words", "raised"),
    [
        ("The old ammoniacal silver, some of it from spring, is poured together; the crust is scraped in.", True),
        ("Silver nitrate in ammonia is made fresh and acidified at once.", False),
    ],
)
def test_silver_in_ammonia_that_stood(words: str, raised: bool) -> None:
    """Fulminating silver (memory)."""
    a = result(f"Mirror\n\nGlucose 5 g and water 100 mL in a 250 mL beaker. {words}")
    assert bool([f for f in of(a, "S01") if "silver nitride" in f.message]) is raised


@pytest.mark.parametrize(
    ("text", "family"),
    [
        (
            "Chalcone epoxide\n\nChalcone (10.4 g) in methanol (120 mL) in a 500 mL flask in ice, stirred, thermometer in the liquid. Sodium hydroxide (8 % w/w, 25 mL) is added, then hydrogen peroxide (30 % w/w, 10 mL) over 45 min at 10-20 °C.",
            "enone-peroxide-base",
        ),
        (
            "Dibenzoylmethane\n\nSodium methoxide (8.1 g) and methyl benzoate (20.4 g) in dry toluene (120 mL) in a 500 mL flask with a thermometer in the liquid. Acetophenone (12.0 g) in toluene (30 mL) is dropped in over 60 min at 85-90 °C.",
            "ester-ketone-enolate",
        ),
        (
            "Benzil\n\nBenzoin (10.6 g), ammonium nitrate (5.0 g), copper(II) acetate monohydrate (0.10 g) and acetic acid (80 % w/w, 65 mL) in a 250 mL flask under a condenser are boiled for 60 min at 105 °C.",
            "acyloin-copper-nitrate",
        ),
    ],
)
def test_the_reaction_is_known(text: str, family: str) -> None:
    found = [r for r in result(text).reactions if r.family_id == family]
    assert found and found[0].extent_mol is not None and found[0].extent_mol > 0.04


def test_a_drying_agent_makes_no_acid_medium() -> None:
    """Handbook 2.10 gives nitroarenes a lower onset in acid; sodium sulfate is a salt."""
    host = "4-Anisidine\n\n4-Nitroanisole (7.7 g) in ethanol (60 mL) in a 250 mL flask, thermometer in the liquid, is stirred with iron powder (11 g), water (15 mL) and acetic acid (2 mL) at 70 °C for 60 min. "
    assert not [f for f in of(result(host + "The ether layer is dried over sodium sulfate."), "H14") if "in acid" in f.message]
    acid = "Nitration\n\n4-Nitroanisole (7.7 g) in sulfuric acid (96 % w/w, 40 mL) in a 250 mL flask is held at 75 °C for 60 min with nitric acid (65 % w/w, 5 mL)."
    assert [f for f in of(result(acid), "H14") if "in acid" in f.message]


@pytest.mark.parametrize(
    ("said", "shut"),
    [
        ("Then stopper, turn it over, open the tap at once, every few seconds.", False),
        ("Then stopper it and shake for five minutes.", True),
    ],
)
def test_a_stopper_whose_tap_is_opened_at_once_shuts_nothing(said: str, shut: bool) -> None:
    text = f"Wash\n\nAcetic acid (30 mL) and water (30 mL) in a 250 mL flask, then sodium hydrogen carbonate (20 g). {said}"
    found = [f for f in of(result(text), "G02") if "topper" in f.message]
    assert bool(found) is shut


def test_a_destroyer_that_goes_into_what_holds_nothing_that_it_takes() -> None:
    """It stopped the whole review: a maximum over nothing."""
    a = result("Chlorine water\n\nThe bottle holds 100 mL of water. Sodium bisulfite is added until the paper stays white.")
    assert a.verdict in ("not established", "acceptable", "acceptable with conditions")


@pytest.mark.parametrize(
    ("words", "severity"),
    [
        ("The funnel was closed at 15 °C.", "note"),  # a written pause is simulated as written (handbook 2.4)
        ("The limit is 15 °C.", "stop"),
        ("The limit is 15 °C, close to 7 °C is better.", "stop"),
    ],
)
def test_a_limit_is_shut_at_only_where_the_text_shuts_the_feed(words: str, severity: str) -> None:
    """Handbook 4: more than 5 K over by the high end is a stop; what has piled up bounds it where the feed is shut (handbook 2.5)."""
    text = f"Nitration\n\nHood. Fluorobenzene (19.2 g) in a 250 mL three-necked flask with a stirrer and a thermometer in the liquid, in 2 kg of ice and water. A mixture of sulfuric acid (96 % w/w, 25 mL) and nitric acid (65 % w/w, 15.5 mL) was dropped in over 75 min at 5-10 °C. {words}"
    found = [f.severity for f in result(text).findings if f.code == "H02" and f.limit == "15 °C"]
    assert found == [severity]


def test_a_little_water_on_much_strong_acid_is_told_and_water_on_its_salt_is_not() -> None:
    """Handbook 2.2: the layer where it falls in boils, however little the whole warms; a hydrogen sulfate neutralised by formate is no strong acid."""
    strong = "Acid\n\nSulfuric acid 96 % w/w, 1 L, in a 2 L flask. Water, 3 mL, is poured on it."
    salt = "Salt\n\nSodium formate (68 g) in formic acid (85 % w/w, 60 mL) in a 500 mL flask in ice. Sulfuric acid (96 % w/w, 27 mL) is dropped in over 75 min below 25 °C. Then 300 mL of water is added."
    assert of(result(strong), "H10") and not of(result(salt), "H10")


def test_what_is_named_counts_where_it_was_not_read() -> None:
    """A sentence of fumes is raised although no charge of bromine was read; in a text of salt it is not."""
    said = "There's a plume over the front row, so we open the door."
    bromine = f"The thing with the bromine\n\nIt comes from the ampoule, I pour what there is on the alkene in the cylinder. {said}"
    salt = f"The thing with the salt\n\nSodium chloride 40 g is dissolved in 200 mL of water in a 500 mL beaker. {said}"
    assert of(result(bromine), "G07") and not of(result(salt), "G07")


@pytest.mark.parametrize(("holes", "shut"), [("just the one hole", True), ("two holes and an open tube in the second", False)])
def test_the_one_hole_of_a_stopper_is_taken_up_by_the_tube_that_leads_gas_in(holes: str, shut: bool) -> None:
    text = f"Sulfur dioxide\n\nSodium metabisulfite 95 g in a 1 L flask; hydrochloric acid 37 %, 100 mL, dropped on it over 60 min. A tube leads to the bottom of 150 mL of methanol in a bottle. The bottle has a bung with {holes}."
    assert bool([f for f in of(result(text), "G02") if "hole" in f.message]) is shut


@pytest.mark.parametrize(("where", "told"), [("together in the cupboard", True), ("away, each in a cupboard of its own", False)])
def test_bleach_and_acid_in_one_cupboard(where: str, told: bool) -> None:
    """Handbook 3.3: hypochlorite and acid give chlorine."""
    text = f"Drain\n\nHypochlorite solution 12 %, 2 L, goes into a 5 L bucket. After 15 min hydrochloric acid 30 %, 500 mL, is poured in. The bottles are put {where} with what is left in each."
    assert bool([f for f in of(result(text), "S05") if "one place" in f.message]) is told


@pytest.mark.parametrize(("said", "told"), [("Scrape the rim with the spatula.", False), ("Stir with the spatula.", True)])
def test_a_spatula_that_scrapes_stirs_nothing(said: str, told: bool) -> None:
    text = f"Nitration\n\nBenzene 15.6 g in a 250 mL beaker in ice. Mixed acid of 20 mL sulfuric acid 96 % and 14 mL nitric acid 70 % is poured in over 5 min. {said}"
    assert bool([f for f in of(result(text), "H09") if "by hand" in f.message]) is told


@pytest.mark.parametrize(("mL", "leaves"), [(100, False), (4, True)])
def test_cold_methanol_in_plenty_keeps_the_hydrogen_chloride_of_a_quench(mL: int, leaves: bool) -> None:
    """45 % by mass dissolves in methanol at room temperature (Seidell, Solubilities; memory): 2.5 g in 79 g stays, in 3 g it cannot."""
    text = f"Quench\n\nOxalyl chloride (4.4 g) in 20 mL of dichloromethane in a 100 mL flask is dripped over 30 min into {mL} mL of methanol in a 250 mL beaker in ice below 10 °C."
    gas = result(text)
    gone = [f for f in gas.findings if f.code in ("G04", "G07", "G01") and "hydrogen chloride" in f.message]
    assert bool(gone) is leaves


def test_a_stored_diazonium_crust_is_told() -> None:
    """Handbook 2.10: a diazonium salt does not go dry."""
    text = "Iodide\n\np-Toluidine 21.4 g in 60 mL of hydrochloric acid 37 % and 60 mL of water in a 400 mL beaker in ice; sodium nitrite 14.5 g in 40 mL of water over 20 min, 0-5 °C. {}"
    assert of(result(text.format("Crystals on the rim of the beaker are scraped off and dried.")), "Q10")
    assert not of(result(text.format("The rim of the beaker is rinsed down with ice water.")), "Q10")


DIAZONIUM = "Diazo\n\np-Toluidine 21.4 g in 60 mL hydrochloric acid 37 % and 60 mL water in a 400 mL beaker in ice; sodium nitrite 14.5 g in 40 mL of water over 20 min, 0-5 °C. {}"


@pytest.mark.parametrize(
    ("text", "code", "raised"),
    [
        # moles of a solution that a strength was left out of: 34 g of 30 % are 0.30 mol, not 1.0
        ("Ox\n\nThioanisole 12.4 g (0.1 mol) in acetic acid 60 mL in a 250 mL flask. Hydrogen peroxide 30 %, 34 g (1.0 mol), over 60 min at 20 °C.", "P01", True),
        ("Ox\n\nThioanisole 12.4 g (0.1 mol) in acetic acid 60 mL in a 250 mL flask. Hydrogen peroxide 30 %, 34 g (0.30 mol), over 60 min at 20 °C.", "P01", False),
        # a nitro compound at work is no trace, however much solvent is about it
        ("X\n\n4-Nitrobenzyl alcohol 7.7 g (0.05 mol) in toluene 150 mL and sulfuric acid 96 % 5 mL in a 500 mL flask, reflux 110 °C 5 h.", "H14", True),
        ("Nitrotoluene\n\nToluene 500 mL in a 1 L flask. Nitric acid 65 % 7 mL and sulfuric acid 96 % 10 mL, mixed, over 60 min at 70 °C, then 100 °C for 3 h.", "H14", True),
        ("Phenol\n\nm-Toluidine 10.7 g, 20 mL of sulfuric acid 96 % and 150 mL of water in a 500 mL flask in ice. Sodium nitrite 7.0 g in 20 mL of water over 40 min, 0-5 °C. The diazonium solution was dropped over 50 min into 200 mL of 20 % sulfuric acid at the boil in a 2 L flask.", "H14", False),
        # a gas that cold alcohol holds leaves it when it is warmed
        ("Q\n\nThionyl chloride 12 g in a 100 mL funnel. Methanol 100 mL in a 500 mL flask in ice. The thionyl chloride is dropped in over 60 min below 10 °C. Then warm to 60 °C for 2 h and distil the methanol off at 65 °C.", "G04", True),
        # a vial that holds what goes on giving gas is no vial of crystals
        (DIAZONIUM.format("10 mL of the diazonium solution went into a vial, cap on."), "G02", True),
        ("Phenyl benzoate\n\nPhenyl benzoate 10 g in ethanol 60 mL in a 250 mL flask, reflux 78 °C 10 min, condenser open. Cool, filter. The crystals went into a vial, cap on.", "G02", False),
        # hydroxylamine that is destroyed is not made stronger by what happens to the ether
        ("Ox\n\nHydroxylamine hydrochloride 7.6 g, NaOH 4.4 g, water 50 mL, cyclohexanone 9.8 g in a 250 mL flask. The excess of hydroxylamine was destroyed with acetone and the ether evaporated.", "Q10", False),
        (DIAZONIUM.format("Potassium iodide 40 g in 50 mL water added over 30 min. Steam distil. Crystals in the neck of the condenser are scraped out and dried."), "Q10", False),
        (DIAZONIUM.format("The crust on the rim of the beaker is scraped off and dried."), "Q10", True),
        # a probe in the bath is none in the liquid, though water was charged
        ("Nitro\n\nChlorobenzene 22 g in a 250 mL flask in a cold water bath. Nitric acid 65 % 16 mL over 60 min. Thermometer in the water. Pour into water 200 mL.", "H08", True),
    ],
)  # fmt: skip
def test_neighbours_of_a_rule(text: str, code: str, raised: bool) -> None:
    assert bool(of(result(text), code)) is raised


def test_dilute_at_the_end_is_dilute() -> None:
    """Bottles of "dilute" sulfuric acid hold 8 to 20 % (common practice, no source)."""
    doc = read("Z\n\nZinc 65 g in a 500 mL flask with 200 mL of sulfuric acid, dilute")
    (acid,) = [m for m in doc.materials if m.identity == "sulfuric acid"]
    assert acid.strength is not None and acid.strength.percent_w is not None and acid.strength.percent_w <= 20


def test_until_it_boils_is_boiling() -> None:
    doc = read(
        DIAZONIUM.format(
            "150 mL of 20 % sulfuric acid in a 1 L flask is heated until it boils and the diazonium solution is run in over 30 min."
        )
    )
    assert [s.T_range.value for s in doc.steps if s.T_range is not None][-1] == 100.0


def test_two_columns_of_notes_are_both_said_of_the_step() -> None:
    doc = read(
        "NITRO\n\n| step | operation | limits | watch |\n|---|---|---|---|\n| 1 | chlorobenzene 22 g into the 250 mL flask | 20 °C | |\n"
        "| 2 | nitric acid 65 % 16 mL from the funnel | 35 to 40 °C | 60 min, close the tap at 45 °C |\n| 3 | hold | 60 °C | 30 min |\n"
    )
    dose = next(s for s in doc.steps if s.kind == "dose")
    assert dose.duration is not None and dose.duration.value == 60 and dose.T_limit is not None and dose.T_limit.value == 45


@pytest.mark.parametrize(
    "said",
    [
        "With gloves pour 5 mL of bromine into the funnel, then drip it in over 60 min at 20 °C.",
        "Rinse the funnel, dry, then 5 mL of bromine in it, over 60 min at 20 °C.",
    ],
)
def test_gloves_and_rinsed_glass_hide_no_charge(said: str) -> None:
    doc = read(f"Br\n\nAcetophenone 12 g in 60 mL of acetic acid in a 250 mL flask. {said}")
    assert [(m.amount.value, m.amount.unit) for m in doc.materials if m.identity == "bromine" and m.amount] == [(5.0, "ml")]


def test_air_that_is_squeezed_out_filters_nothing() -> None:
    doc = read("A\n\nEthanol 20 mL in a balloon flask. Squeeze the air out of the balloon. Filter the crystals.")
    assert [s.kind for s in doc.steps].count("filter") == 1


@pytest.mark.parametrize(
    ("said", "code", "raised"),
    [
        ("2 mL of ammonium vanadate", "P01", True),
        ("20 mL of sodium chloride", "P01", True),
        ("50 mL of soda", "P01", False),
        ("50 mL of soda", "P02", True),
        ("30 mL of lye", "P02", True),
    ],
)
def test_a_solid_by_volume_and_a_solution_without_a_strength(said: str, code: str, raised: bool) -> None:
    a = result(f"X\n\nAcetic acid 12 g and water 60 mL in a 250 mL flask. Add {said} over 10 min at 20 °C.")
    assert bool(of(a, code)) is raised


QUENCHED = "1-Chlorooctane\n\n1-Octanol 26.0 g in a 250 mL flask, condenser; hose from it to an empty 500 mL bottle and a funnel above 400 mL of 15 % sodium hydroxide. Hood. Thionyl chloride {} g over 75 min at 20 to 30 °C. 2 h at 70 °C. Cool to 15 °C. Run it into 200 g of ice and water in a 600 mL beaker, 20 min{}"


@pytest.mark.parametrize(
    ("grams", "said", "severity"),
    [
        (28.6, ".", "condition"),
        (28.6, "; the gas line stays over it.", "note"),
        (60, ".", "stop"),
        (60, "; the gas line stays over it.", "condition"),
        (60, ". The funnel is held above the caustic.", "stop"),
    ],
)
def test_a_hose_over_the_quench_takes_a_step_off_and_no_more(grams: float, said: str, severity: str) -> None:
    """26.0 g of octanol take 23.8 g of thionyl chloride (0.200 mol); what is left gives its sulfur dioxide to the beaker."""
    (past,) = [f for f in result(QUENCHED.format(grams, said)).findings if f.code == "G04" and f.short == "gas past the line"]
    assert past.severity == severity


BENZOATE = "Methyl 3-nitrobenzoate\n\nMethyl benzoate 27.2 g in sulfuric acid 96 % 60 mL in a 250 mL flask in ice, thermometer in the liquid. Nitric acid 65 % 16 mL and sulfuric acid 96 % 16 mL, mixed in a 100 mL flask in ice, over 60 min at 5 to 15 °C. {} Distil at 10 mbar, 140 °C, oil bath {} °C, leave 4 mL."
WASHED = "Pour on 300 g of ice in a 1 L beaker, 10 min. Filter, wash with water till neutral."


@pytest.mark.parametrize(("before", "bath", "stopped"), [(WASHED, 190, False), (WASHED, 250, True), ("", 190, True)])
def test_a_washed_nitroarene_is_distilled_by_its_own_onset(before: str, bath: int, stopped: bool) -> None:
    """250 °C alone and 180 °C in the acid, by class (handbook 2.10)."""
    found = [f for f in result(BENZOATE.format(before, bath)).findings if f.code == "H14" and f.severity == "stop"]
    assert bool(found) is stopped


def test_a_text_in_fahrenheit_keeps_to_it() -> None:
    """40 to 50 °F are 4.4 to 10 °C."""
    doc = read("X\n\nAnisole 23 g in a 250 mL flask. Nitric acid 65 % 16 mL over 60 min, between 40 and 50, tap shut at 60 °F.")
    dose = next(s for s in doc.steps if s.kind == "dose")
    assert (
        dose.T_range is not None and dose.T_range.low == pytest.approx(4.4, abs=0.1) and dose.T_range.high == pytest.approx(10.0, abs=0.1)
    )


@pytest.mark.parametrize(
    ("text", "code", "severity"),
    (
        ("Aluminium chloride (33.4 g), from a tin which had swollen and hissed on being opened, was covered with toluene (100 mL) in a 500 mL flask.", "S05", "condition"),
        ("There is a jar with sodium azide, 5 g in 100 mL of water. It has a lead weight in it.", "S04", "stop"),
        ("A jar holds sodium azide, 5 g in 100 mL of water. What has dried on the rim I scrape off with a metal spatula.", "Q10", "stop"),
        ("26.4 g of cinnamaldehyde and 100 mL of methanol in a 250 mL flask. 7.6 g of sodium borohydride over 40 min.\nEmpty hydride bag with some in it: waste paper.", "Q12", "condition"),
        ("Sodium dichromate, 60 g, in 100 mL of water in a 2 L bucket. 900 mL of 96 % sulfuric acid over 60 min.\nGlassware from the acetone rinse straight in, tongs.", "S04", "condition"),
        ("Sodium carbonate, 5 g, and 50 mL of water in a 500 mL flask. 50 mL of 1 M hydrochloric acid over 30 min. It has never boiled over more than once or twice.", "G03", "stop"),
        ("24.4 g of benzoic acid and 75 mL of 96 % sulfuric acid in a 250 mL beaker, hot plate at 70 °C (dial). 30 g of potassium nitrate over 30 min.", "H08", "condition"),
    ),
)  # fmt: skip
def test_what_a_reviewer_stops_at(text: str, code: str, severity: str) -> None:
    """Common practice, no source: a swollen tin of what gives gas with damp, an azide on lead or dry, a hydride among paper, glass wet with acetone into chromic acid, what boiled over, a dial for a thermometer."""
    assert severity in {f.severity for f in of(result(f"T\n\n{text}"), code)}


@pytest.mark.parametrize(
    ("text", "code"),
    (
        ("Sodium chloride (33 g), from a tin which had swollen, was put in a 500 mL flask with 100 mL of water.", "S05"),
        ("There is a jar with sodium chloride, 5 g in 100 mL of water. It has a lead weight in it.", "S04"),
    ),
)  # fmt: skip
def test_what_a_reviewer_does_not_stop_at(text: str, code: str) -> None:
    assert of(result(f"T\n\n{text}"), code) == []


def test_a_strength_by_of_the_and_a_kind_by_what_was_listed() -> None:
    d = read("end of run: leftover sodium hydride, 2.0 g of the 60 % (0.050 mol), in 100 mL of toluene in a 500 mL flask.")
    assert next(m for m in d.materials if m.identity == "sodium hydride").strength.percent_w == 60  # type: ignore[union-attr]
    d = read("Sodium dichromate dihydrate 60 g in 100 mL of water, 2 L beaker. When it has turned green: add another 60 g of dichromate.")
    assert {m.identity for m in d.materials} == {"sodium dichromate dihydrate", "water"}


def test_tablets_in_thin_acid_leave_the_verdict_open_no_more_than_leaves_do() -> None:
    a = assess(
        read(
            "Iron in tablets\n\nFive tablets (about 1.5 g) were dissolved in 1 M sulfuric acid (100 mL), warmed on a water bath to 50 °C. The solution was filtered into a 250 mL volumetric flask and made up to the mark with water."
        )
    )
    assert a.verdict in ("acceptable", "acceptable with conditions")
    assert next(m for m in a.materials if m.name == "water").mol is not None


@pytest.mark.parametrize(
    "fed",
    ("Pour 26 g of acid on it.", "Acid 26 g on top.", "Add the acid, 26 g.", "Add the acid.", "Add 20 mL of the oxidant.", "Concentrated sulfuric acid on top.", "Then some peroxide on it."),
)  # fmt: skip
def test_a_reagent_of_no_name_or_no_amount_is_not_nothing(fed: str) -> None:
    """The charter: what is missing is not established; and where the text has named it, "the acid" asks nothing."""
    assert assess(read(f"T\n\nPut 20 g of zinc in a 250 mL flask. {fed}")).verdict == "not established"


def test_the_acid_of_the_list_asks_nothing() -> None:
    d = read(
        "T\n\nCharge: zinc 20 g, water 100 mL, 2 M sulfuric acid 50 mL, 1 L flask.\n1. Zinc and water in the flask, add the acid over 60 min at 20 °C."
    )
    assert of(assess(d), "P05") == []


def test_what_grows_is_not_plain_beside_a_strong_acid_without_an_amount() -> None:
    a = assess(read("T\n\nFive vitamin tablets (1.5 g) in a 250 mL flask. Pour concentrated sulfuric acid on them."))
    assert a.verdict == "not established"
    assert {f.severity for f in of(a, "P05")} == {"condition"}


@pytest.mark.parametrize(("said", "grams"), (("2 pellets", 0.24), ("twenty pellets", 2.4), ("pellets", None), ("some pellets", None)))
def test_pellets_are_an_amount_only_where_they_are_counted(said: str, grams: float | None) -> None:
    lot = next(
        m
        for m in read(f"Put 100 mL of water in a 250 mL flask and add {said} of sodium hydroxide.").materials
        if m.identity == "sodium hydroxide"
    )
    assert (lot.amount.value if lot.amount else None) == pytest.approx(grams)


def test_acid_for_the_bottle_in_which_it_reacts_is_no_yield() -> None:
    d = read("T\n\nPut 20 g of zinc and 50 mL of water in a 1 L bottle. Warm to 40 °C. Acid 26 g into the bottle.")
    assert d.results.mass_g is None


@pytest.mark.parametrize(("put_in", "raised"), (("a handful of boiling stones", False), ("50 mL of frobnicol", True)))
def test_a_distilled_acid_needs_no_probe_and_an_unknown_thing_does(put_in: str, raised: bool) -> None:
    text = f"T\n\n1 L of 18 % hydrochloric acid in a 2 L flask, still head with the bulb below the side arm. Then add {put_in}. Distil, head 108 °C."
    assert bool(of(assess(read(text)), "P11")) is raised


def test_a_test_tube_in_hot_water_is_no_gas_line() -> None:
    d = read("T\n\nGlucose, 0.5 g, and 2 mL of water in a test tube, and the tube goes in a beaker of hot water for 5 min.")
    assert d.train == [] and all(m.role != "absorber" for m in d.materials)


@pytest.mark.parametrize(
    ("text", "verdict"),
    (
        ("Put 50 mL of 65 % nitric acid in a 500 mL flask. Add 5 g of flour.", "not established"),
        ("Put 100 mL of 30 % hydrogen peroxide in a 500 mL flask. Add 1 g of catalase.", "not established"),
        ("Put 50 g of potassium chlorate in a 500 mL flask. Add 5 g of ground coffee.", "not acceptable"),
        ("Put 10 g of soluble starch and 100 mL of water in a 500 mL flask.", "acceptable"),
        ("Put 15 g of agar, 5 g of peptone and 1 L of water in a 2 L flask.", "acceptable"),
        ("Put 5 g of spinach leaves, 1 g of clean sand and 20 mL of acetone in a 100 mL beaker.", "acceptable"),
    ),
)
def test_what_grows_has_no_structure_and_is_organic_all_the_same(text: str, verdict: str) -> None:
    """Handbook 3.4: an oxidiser and organic matter; starch, agar and protein stand in the ledger without a structure."""
    assert assess(read(f"T\n\n{text}")).verdict == verdict


@pytest.mark.parametrize(
    ("text", "name", "identity"),
    [
        ("Benzhydrol\n\nBenzophenone 18.2 g is dissolved in 60 mL of alcohol in a 250 mL flask. The alcohol is distilled off.", "alcohol", "ethanol"),
        ("Ester\n\nBenzoic acid 5 g and 20 mL of tert-butyl methyl ether in a 250 mL flask. Then add ether.", "ether", "tert-butyl methyl ether"),
    ],
)  # fmt: skip
def test_a_solvent_by_a_common_noun_is_still_a_charge(text: str, name: str, identity: str) -> None:
    """Common practice, no source: measured alcohol is ethanol, and ether that takes up is a solvent of its own, its amount missing or not."""
    assert identity in {m.identity for m in read(text).materials if m.name.lower() == name}


@pytest.mark.parametrize(
    "words", ["You don't need an ice bath with this one.", "An ice bath is not necessary here.", "No ice bath is needed."]
)
def test_a_bath_that_was_refused_cools_nothing(words: str) -> None:
    charge = "Nitration\n\nToluene 9.2 g is put in a 250 mL flask. {} Nitric acid (65 %, 10 mL) is added in 10 min."
    assert all(v.bath is None for v in read(charge.format(words)).vessels)
    assert any(v.bath is not None and v.bath.kind == "ice" for v in read(charge.format("It stands in an ice bath.")).vessels)


def test_a_title_that_tells_a_test_makes_nothing_and_one_that_tells_a_route_does() -> None:
    body = "\n\nStearic acid 0.5 g and ethanol 50 mL in a 250 mL flask.\n"
    assert read("Acid value of stearic acid" + body).results.product is None
    assert read("Triphenylmethanol by the Grignard reagent" + body).results.product is not None


def test_dry_ice_lifts_no_liquid_and_carbonate_behind_it_does() -> None:
    poured = "Acid\n\nPhenylmagnesium bromide 0.1 mol in 80 mL of ether is poured on 60 g of dry ice in a 250 mL beaker. {}\n"
    soda = "Hydrochloric acid 20 % 60 mL is added, and then sodium carbonate 20 g at once."
    assert not of(result(poured.format("")), "G03")
    assert of(result(poured.format(soda)), "G03")


def test_how_much_hydrogen_comes_is_not_safe_because_no_flame_is_near() -> None:
    text = "Alcohol\n\nBenzil 5.25 g in ethanol 50 mL in a 250 mL flask, hood, no flames. Sodium borohydride 1.0 g is added in eight portions during 25 min below 25 °C. Stir 20 min. Destroy what is left with 10 % acetic acid, dropwise.\n"
    assert "condition" in {f.severity for f in of(result(text), "G08")}


def test_what_warms_a_diamine_with_nitrite() -> None:
    """-230 kJ/mol by formation enthalpies (from memory: o-phenylenediamine 0, benzotriazole 237, nitrite ion -105, water -286)."""
    text = "Benzotriazole\n\no-Phenylenediamine 10.8 g, acetic acid 12 mL and water 30 mL in a 250 mL beaker. Sodium nitrite 7.5 g in 15 mL of water is added over 60 min."
    [reaction] = [r for r in result(text).reactions if r.role == "wanted"]
    low, high = reaction.dH_kJ_per_mol.low, reaction.dH_kJ_per_mol.high
    assert low is not None and high is not None and low <= 237 - 2 * 286 + 105 <= high


NITRATION = "4-Nitroxylene\n\np-Xylene 10.6 g in a 250 mL flask, stirred, ice bath 1 kg. Sulfuric acid 96 % 20 mL and nitric acid 65 % 10 mL are mixed in a beaker. {}\n"


@pytest.mark.parametrize(
    ("fed", "at_once", "minutes"),
    [
        ("I put the mixed acid in the dropping funnel but the tap was stiff and then it came all at once.", True, None),
        ("The mixed acid waits in the dropping funnel.", False, None),
        ("It goes in over 60 min.", False, 60.0),
    ],
)
def test_a_nitrating_acid_that_waits_reaches_its_flask(fed: str, at_once: bool, minutes: float | None) -> None:
    """A missing time is not established; a nitrating acid that nobody is told to have poured away is not left out of the figures."""
    d = read(NITRATION.format(fed))
    [step] = [s for s in d.steps if s.from_vessel is not None]
    assert (step.all_at_once, step.duration.value if step.duration is not None else None) == (at_once, minutes)
    assert "nitration" in " ".join(r.family for r in assess(d).reactions)


@pytest.mark.parametrize(
    ("row", "steps", "charged"),
    [
        ("diethyl ether    100 mL", "Hydride in 60 mL ether.\n2. Ester in 40 mL ether over 45 min.", 100.0),
        ("diethyl ether    100 mL", "Hydride in 60 mL ether.\n2. Ester in 60 mL ether over 45 min.", 220.0),
    ],
)
def test_amounts_of_the_steps_that_make_up_a_row_are_its_parts(row: str, steps: str, charged: float) -> None:
    table = f"Benzyl alcohol\n\nSubstance    Charge\nmethyl benzoate    6.81 g\nlithium aluminium hydride    1.52 g\n{row}\n\nFlask 500 mL, ice bath 2 kg.\n\n1. {steps}\n"
    assert sum(m.amount.value for m in read(table).materials if m.identity == "diethyl ether" and m.amount is not None) == charged


@pytest.mark.parametrize(
    ("behind", "identity"),
    [("p-Nitrobenzoic acid", "4-nitrotoluene"), ("o-Nitrobenzoic acid", "2-nitrotoluene"), ("Nitrobenzoic acid", None)],
)
def test_an_isomer_is_the_one_of_the_named_product(behind: str, identity: str | None) -> None:
    d = read(
        f"{behind}\n\nNitrotoluene 13.7 g and water 600 mL in a 2 L flask. Potassium permanganate 42 g in twelve portions over 3 h at 90 °C.\n"
    )
    assert d.materials[0].identity == identity


@pytest.mark.parametrize(
    ("held", "raised"),
    [("for 2 h at 20 °C", True), ("for 10 min at 20 °C", False), ("for 2 h at 3 °C", False), ("for 30 min at 60 °C", False)],
)
def test_a_diazonium_solution_that_stands_warm(held: str, raised: bool) -> None:
    """Handbook 5: the diazonium solution is used cold and at once; boiled down on purpose it is no standing."""
    text = f"Diazonium salt\n\nAniline 9.3 g, hydrochloric acid 37 % 30 mL and water 40 mL in a 400 mL beaker. Sodium nitrite 6.9 g in 15 mL of water is added over 40 min at 0-5 °C. The solution is stirred {held}.\n"
    assert any("stands" in f.message for f in of(result(text), "S01")) is raised


@pytest.mark.parametrize(
    ("line", "stop"),
    [
        ("the tube ends over a Bunsen burner that heats the next flask", True),
        ("a burner at the end: its pilot flame burns what leaves", False),
    ],
)
def test_a_flame_that_burns_what_leaves_is_meant(line: str, stop: bool) -> None:
    """Handbook 2.7: a burner is an element of the gas train; any other flame lights what leaves."""
    text = f"Carbon monoxide\n\nFume cupboard. Sulfuric acid 96 % 40 mL in a 250 mL generator at 65 °C; from it a tube leads through an empty 250 mL bottle, and {line}. Formic acid 98 % 3.9 mL is dropped in over 40 min at 60-70 °C.\n"
    assert any(f.severity == "stop" for f in of(result(text), "G08")) is stop


def test_a_secondary_alcohol_clouds_with_zinc_chloride_at_room_temperature_and_a_primary_one_does_not() -> None:
    """The Lucas test (common practice, no source)."""
    text = "{}\n\nZinc chloride 54.5 g and hydrochloric acid 37 % 50 mL in a 500 mL flask, ice bath. {} over 30 min at 20-25 °C.\n"
    made = {name: {r.family for r in result(text.format(title, lot)).reactions if r.role == "wanted"} for title, lot, name in (("Chlorocyclopentane", "Cyclopentanol 17.2 g", "secondary"), ("1-Chlorobutane", "1-Butanol 14.8 g", "primary"))}  # fmt: skip
    assert any("secondary" in f for f in made["secondary"]) and not made["primary"]


def test_benzil_is_not_nitrated_by_nitric_acid_alone() -> None:
    """Common practice, no source: benzoin gives benzil with nitric acid, and no more."""
    text = "Benzil\n\nBenzoin 10.6 g and nitric acid 65 % 35 mL in a 250 mL flask, 95 °C for 1 h.\n"
    assert not any("nitration" in r.family for r in result(text).reactions)


@pytest.mark.parametrize(
    ("said", "raised"),
    [("The flask stood in cold tap water in the sink.", False), ("The acid went down the sink.", True)],
)
def test_a_sink_that_is_the_bath_takes_nothing(said: str, raised: bool) -> None:
    text = f"T\n\nSulfuric acid 96 % 60 mL in a 250 mL flask. {said}\n"
    assert any(f.source != BY_WORDING for f in of(result(text), "Q12")) is raised


def test_what_was_dried_beforehand_is_not_warm_now() -> None:
    d = read("T\n\nSodium chloride (10.0 g, dried at 120 °C) in water (100 g) in a stoppered 250 mL bottle is kept overnight.\n")
    assert all(s.T_range is None for s in d.steps) and not of(assess(d), "G02")


@pytest.mark.parametrize(("said", "grams"), [("Ascorbic acid 0.500 g/L in water, 5.00 mL in a flask.", 0.0025), ("Sodium hydroxide 4 g/L, 250 mL in a flask.", 1.0)])  # fmt: skip
def test_grams_per_litre_times_the_volume(said: str, grams: float) -> None:
    assert [m.amount.value for m in read(f"T\n\n{said}").materials if m.amount is not None] == [grams]


@pytest.mark.parametrize(
    "said",
    [
        "I needed carbide. Thirty-two grams, lumps the size of a nut, in a half-litre flask.",
        "So carbide. 32 g, pieces, in a 500 mL flask.",
    ],
)
def test_how_much_of_what_was_just_named(said: str) -> None:
    [lot] = [m for m in read(f"Acetylene\n\n{said} Water 100 mL from a funnel over 1 h.").materials if m.identity == "calcium carbide"]
    assert lot.amount is not None and lot.amount.value == 32.0


def test_bleach_of_which_a_sentence_tells_nothing_still_goes_in() -> None:
    text = "Menthone\n\nMenthol 15.6 g in 30 mL of acetic acid in a 500 mL flask. The bleach is from the cleaning cupboard. It doesn't say what's in it. I took 150 mL, and dripped it in over an hour, between 15 and 25 °C.\n"
    [bleach] = [m for m in read(text).materials if m.identity == "sodium hypochlorite" or "bleach" in m.name]
    assert bleach.amount is not None and bleach.amount.value == 150.0


def test_urea_in_portions_destroys_the_surplus() -> None:
    text = "Diazonium salt\n\np-Toluidine 10.7 g, sulfuric acid 20 mL and water 100 mL in a beaker, 0 °C. Sodium nitrite 7.1 g in 20 mL of water over 40 min. Remove the surplus with urea, 0.2 g at a time, until the paper stays white for 3 min.\n"
    d = read(text)
    [urea] = [m for m in d.materials if m.identity == "urea"]
    assert [s.kind for s in d.steps if urea.id in s.materials] == ["destroy"]


@pytest.mark.parametrize(
    ("doing", "raised"),
    [("Pour the lye into the warm grease over 5 min.", True), ("Add the lye over 5 min.", False), ("Pour it into a mould.", False)],
)
def test_two_that_never_meet_are_not_safe(doing: str, raised: bool) -> None:
    """A missing value never counts as safe: what is moved in words that were not read leaves the meeting open."""
    text = f"Soap\n\nDissolve 13.5 g of sodium hydroxide in 35 mL of cold water in a 250 mL beaker. Melt 50 g of coconut fat on a water bath in a 400 mL beaker. {doing}\n"
    assert any(f.short == "meeting not read" for f in of(result(text), "P02")) is raised


def test_benzil_in_hot_caustic_gives_benzilic_acid() -> None:
    """The benzilic acid rearrangement (common practice, no source)."""
    text = "Benzilic acid from benzil\n\nBenzil 10.5 g in 30 mL of ethanol and potassium hydroxide 13 g in 25 mL of water in a 250 mL flask, reflux 20 min.\n"
    assert [r.family for r in result(text).reactions if r.role == "wanted"] == [
        "benzilic acid rearrangement of a diaryl diketone in hot caustic"
    ]


def test_a_cyclic_anhydride_from_its_acid_and_acetic_anhydride() -> None:
    """By formation enthalpies (kJ/mol, from memory: succinic acid -941, its anhydride -609, acetic anhydride -624, acetic acid -484): -12."""
    text = "Succinic anhydride\n\nSuccinic acid 23.6 g and acetic anhydride 38 mL in a 250 mL flask, 100 °C for 1 h.\n"
    [reaction] = [r for r in result(text).reactions if r.role == "wanted"]
    low, high = reaction.dH_kJ_per_mol.low, reaction.dH_kJ_per_mol.high
    assert low is not None and high is not None and low <= (-609 - 2 * 484) - (-941 - 624) <= high


@pytest.mark.parametrize("said", ["Dye 5.0 g is added.", "50 mL of buffer is added over 10 min."])
def test_so_much_of_what_nobody_knows_is_not_established(said: str) -> None:
    """A missing value never counts as safe: a charge that cannot be named leaves the verdict open."""
    assert result(f"T\n\nBenzaldehyde 10 g in a 250 mL flask. {said}\n").verdict == "not established"


def test_three_charges_in_a_row_are_three() -> None:
    table = (
        "Benzyl alcohol\n\nSubstance    Charge\nlithium aluminium hydride    1.52 g\nwater / 15 % NaOH / water    1.5 / 1.5 / 4.5 mL\n\n"
    )
    steps = "1. Hydride in 60 mL of ether in a 500 mL flask.\n2. Water 1.5 mL over 20 min; then 15 % caustic, 10 min; then the last water, 10 min.\n"
    d = read(table + steps)
    assert [m.amount.value for m in d.materials if m.identity == "water" and m.amount is not None] == [1.5, 4.5]


def test_a_pinch_in_a_table_is_a_range() -> None:
    [copper] = [m for m in read("T\n\nItem    Amount\nzinc    6.5 g\ncopper sulfate    a knife tip\n\n1. Zinc and copper sulfate in a 250 mL flask.\n").materials if "copper" in m.name]  # fmt: skip
    assert copper.amount is not None and (copper.amount.low, copper.amount.high) == (0.02, 1.0)


def test_a_second_flame_beside_the_burner_lights() -> None:
    """Handbook 2.7: the burner that ends a line is meant; any other flame on the bench is not."""
    text = "Carbon monoxide\n\nFume cupboard. Sulfuric acid 96 % 40 mL in a 250 mL generator at 65 °C; from it a tube leads through an empty 250 mL bottle, and a burner at the end: its pilot flame burns what leaves. A Bunsen burner heats the flask next to it. Formic acid 98 % 3.9 mL is dropped in over 40 min at 60-70 °C.\n"
    assert any(f.severity == "stop" for f in of(result(text), "G08"))


def test_mixed_acid_nitrates_benzil() -> None:
    text = "Nitrobenzil\n\nBenzil 10.5 g and sulfuric acid 96 % 50 mL in a 250 mL flask. Nitric acid 65 % 4 mL over 60 min, 20-30 °C.\n"
    assert any("nitration" in r.family for r in result(text).reactions)


def test_an_isomer_that_was_taken_is_asked_for() -> None:
    text = "p-Nitrobenzoic acid\n\nNitrotoluene 13.7 g and water 600 mL in a 2 L flask. Potassium permanganate 42 g in twelve portions over 3 h at 90 °C.\n"
    assert any(f.code == "P05" and "2-nitrotoluene" in f.message for f in result(text).findings)
