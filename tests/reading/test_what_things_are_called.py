"""What things are called: jotted and spoken names, names that no catalogue has, what a title purifies, what a bottle is shut by (common practice, no source)."""

from __future__ import annotations

import pytest
from rdkit import Chem
from rdkit.Chem import Descriptors

from northsquall.assess import assess
from northsquall.procedure.amounts import lot_of
from northsquall.reading import read
from northsquall.reading.tokens import substances_in
from northsquall.substances import catalogue
from northsquall.substances.resolve import structure_of_name

CRUDE = [
    '12 g crude, 250 mL conical, hood',
    'crude 12 g, 250 mL conical',
    '12 g of crude product in a 250 mL conical',
    '12 g of the crude, 250 mL conical',
    '12 g of crude stuff into the 250 mL conical',
    '12 g (crude), 250 mL conical',
    '12 g, crude, 250 mL conical flask',
    'crude product: 12 g, 250 mL conical flask',
    '12 g raw product, 250 mL conical',
    '12 g impure, 250 mL conical',
    'Crude, 12 g, in a 250 mL conical',
    '12 g technical, 250 mL conical',
]  # fmt: skip
UNLISTED = [
    '2,4-dichlorobenzaldehyde',
    'cyclooctanone',
    '4-tert-butylbenzaldehyde',
    'methyl 3-cyclohexylpropanoate',
    '2-ethylhexanenitrile',
]  # fmt: skip
WRITTEN = [
    '17.5 g of {n}, 0.1 mol, and 120 mL of ethanol in a 500 mL flask.',
    '17.5 g of {n} (0.1 mol) and 120 mL of ethanol in a 500 mL flask.',
    '{N} (17.5 g, 0.1 mol) in ethanol (120 mL), 500 mL flask.',
    '{N} 17.5 g (0.1 mol), ethanol 120 mL, 500 mL flask.',
    '- {n} 17.5 g / 0.1 mol\n- ethanol 120 mL',
    '- {n}, 17.5 g, 0.1 mol\n- ethanol, 120 mL',
    '| item | amount | mol |\n|---|---|---|\n| {n} | 17.5 g | 0.1 |\n| ethanol | 120 mL | |',
    '{N}      17.5 g     0.1 mol\nethanol          120 mL',
    "Seventeen and a half grams of {n}, that's a tenth of a mole, and 120 mL of ethanol.",
    '0.1 mol (17.5 g) of {n} in 120 mL of ethanol.',
    '17.5 g (0.1 mol) {n} in 120 mL ethanol',
    '{N}: 17.5 g = 0.1 mol; ethanol: 120 mL',
]  # fmt: skip
PUT_AWAY = [
    'rest of diazo (ca 20 mL): bottle, cap, fridge',
    'The rest of the diazo solution (20 mL) goes into a bottle, cap on, fridge.',
    'Rest of the diazonium solution in a screw-cap bottle in the fridge.',
    'The remaining diazonium solution is kept in a stoppered flask.',
    'rest of the diazo in a jar w/ lid',
    'What is left of the diazo: closed vial, freezer.',
    'The solution was stored in a closed bottle overnight.',
    'Remainder: bottle with ground stopper, refrigerator, for tomorrow.',
    '20 mL of it went into a capped bottle for the students.',
    'Leftover diazo -> bottle, lid, shelf',
    "I put the rest in a bottle and screw it shut, it's in the fridge.",
    'The rest I keep corked in a little flask.',
]  # fmt: skip
NOT_PUT_AWAY = [
    'The rest is destroyed at once with urea and warm water in an open beaker.',
    'Used at once; nothing is kept.',
    'The rest goes into a bottle with a vented cap, on ice, used within the hour.',
]  # fmt: skip


@pytest.mark.parametrize(
    ("jotted", "identity"),
    [
        ("4-Cl-aniline", "4-chloroaniline"),
        ("p-Cl-aniline", "4-chloroaniline"),
        ("4-Br-anisole", "4-bromoanisole"),
        ("p-NO2-toluene", "4-nitrotoluene"),
        ("4-MeO-benzaldehyde", "4-methoxybenzaldehyde"),
        ("2-I-benzoic acid", "2-iodobenzoic acid"),
        ("PhCH2OH", "benzyl alcohol"),
        ("PhCN", "benzonitrile"),
    ],
)
def test_names_as_they_are_jotted_and_said(jotted: str, identity: str) -> None:
    assert [(t.text, t.value) for t in substances_in(f"then {jotted} (12 g)")] == [(jotted, identity)]


@pytest.mark.parametrize(
    "title",
    [
        "methyl cinnamate, recryst.",
        "Recrystallisation of methyl cinnamate",
        "Methyl cinnamate (recryst.)",
        "Purification of methyl cinnamate",
    ],
)
def test_the_crude_is_of_what_the_title_purifies(title: str) -> None:
    for said in CRUDE:
        doc = read(f"{title}\n\n- {said}\n- methanol 40 mL, water bath 60 °C, swirl\n- cool to 20 °C\n- filter, dry in the air\n")
        assert [(m.identity, m.amount.value) for m in doc.materials if m.amount and m.identity != "methanol"] == [
            ("methyl cinnamate", 12.0)
        ], said
        assert doc.results.product is None, said


def test_the_crude_of_a_title_that_makes_something_is_its_yield() -> None:
    doc = read(
        "Methyl cinnamate\n\nCinnamic acid 14.8 g and methanol 100 mL in a 250 mL flask, sulfuric acid 96 % 2 mL, reflux 3 h. 12 g crude."
    )
    assert all(m.identity != "methyl cinnamate" for m in doc.materials)


@pytest.mark.parametrize("name", UNLISTED)
def test_an_unlisted_name_keeps_its_amount_and_its_moles(name: str) -> None:
    for written in WRITTEN:
        doc = read("Reduction\n\n" + written.format(n=name, N=name[0].upper() + name[1:]))
        lots = {m.name.lower(): (m.amount.value if m.amount else None, m.stated_mol.value if m.stated_mol else None) for m in doc.materials}
        assert set(lots) == {name, "ethanol"} and lots[name] == (17.5, pytest.approx(0.1)) and lots["ethanol"][0] == 120, written


def test_two_spoken_locants_of_an_unlisted_name() -> None:
    """17.5 g / 175.0 g/mol = 0.100 mol."""
    a = assess(
        read(
            "X\n\nSeventeen and a half grams of two,four-dichlorobenzaldehyde, a tenth of a mole, and a hundred and twenty mils of ethanol in the half-litre three-neck."
        )
    )
    assert a.materials[0].mol.best == pytest.approx(0.1, rel=0.005) and len(a.materials) == 2


@pytest.mark.parametrize("said", ["two,four-dichlorophenol", "two-four-dichlorophenol", "two, four-dichlorophenol", "2,4-dichlorophenol"])
def test_two_spoken_locants_of_a_listed_name(said: str) -> None:
    assert [m.identity for m in read(f"X\n\nSixteen grams of {said} in a hundred mils of ethanol, 250 mL flask.").materials] == [
        "2,4-dichlorophenol",
        "ethanol",
    ]


DIAZO = "Diazo\n\n4-Chloroaniline 12.8 g in 30 mL hydrochloric acid 37 % and 30 mL water in a 400 mL beaker in ice; sodium nitrite 7.0 g in 15 mL of water over 20 min, 0-5 °C. {}"


@pytest.mark.parametrize(("said", "raised"), [*((w, True) for w in PUT_AWAY), *((w, False) for w in NOT_PUT_AWAY)])
def test_a_diazonium_solution_that_is_put_away(said: str, raised: bool) -> None:
    """It gives nitrogen as it stands (facts of the trade)."""
    found = {f.code for f in assess(read(DIAZO.format(said))).findings if f.severity != "note"}
    assert bool(found & {"G02", "G16", "S05"}) is raised


@pytest.mark.parametrize("said", ["the gas line on", "the gas line remaining on", "the off-gas line still connected"])
def test_a_gas_line_that_stays_on_is_no_second_boiling(said: str) -> None:
    doc = read(f"X\n\nEthanol 150 mL in a 500 mL flask. Glycine (15.0 g) was added. The mixture was boiled under reflux for 2 h, {said}.")
    assert [s.kind for s in doc.steps].count("reflux") == 1


SYSTEMATIC = [
    "2-bromo-1,4-dimethoxybenzene", "2-bromo-4-methylaniline", "4-bromo-1,2-dimethoxybenzene", "2-iodo-1,3,5-trimethylbenzene", "5-bromo-1,3-benzodioxole",
    "4-bromo-N,N-dimethylaniline", "N-benzyl-4-methoxyaniline", "ethyl 2-cyano-3-phenylacrylate", "N-(2,4-dimethylphenyl)acetamide", "4-(bromomethyl)benzonitrile",
]  # fmt: skip
PUT_IN = [
    "Add 5 g of {}.",
    "Add {} (5 g, 0.02 mol).",
    "Add 5 g (0.02 mol) {}.",
    "5 g of {} is added.",
    "{}, 5 g, is added.",
    "{} 5 g is added.",
]
GOT = ["Yield 5 g of {}.", "5 g of {} were obtained."]


@pytest.mark.parametrize("name", SYSTEMATIC)
def test_a_name_with_locants_inside_is_read_whole(name: str) -> None:
    """Wherever it stands, and its moles are those of RDKit's mass of its structure; behind "yield" it is what was made."""
    head = "Job\n\n10 g of aniline and 100 mL of ethanol in a 500 mL flask. 20 g of acetic anhydride over 30 min at 20 °C. "
    smiles = structure_of_name(name)
    assert smiles is not None
    for frame in PUT_IN:
        doc = read(head + frame.format(name))
        assert [m.name for m in doc.materials[3:]] == [name], frame
        lot = lot_of(doc.materials[3], catalogue(), 1.0)
        mass = Descriptors.MolWt(Chem.MolFromSmiles(smiles))
        assert lot.best_mol == pytest.approx(5.0 / mass, rel=2e-3), frame
    for frame in GOT:
        doc = read(head + frame.format(name))
        assert len(doc.materials) == 3 and doc.results.mass_g is not None and doc.results.mass_g.value == 5.0, frame


@pytest.mark.parametrize(
    ("words", "mL"),
    [("a half-gallon flask", 1892.7), ("a 1 gallon jar", 3785.4), ("a flask of half a gallon", 1892.7), ("a half-pint flask", 236.6)],
)
def test_a_vessel_by_the_gallon(words: str, mL: float) -> None:
    """The US gallon is 231 cubic inches, 3.785412 L (NIST SP 811, table B.8); names carry no false precision."""
    doc = read(f"Brine\n\nPut 20 g of sodium chloride and 100 mL of water in {words}.")
    assert doc.vessels[0].nominal_mL == pytest.approx(mL, rel=1e-4)
    assert len(doc.vessels[0].name.split()[0]) <= 5


@pytest.mark.parametrize(
    ("words", "kind"),
    [("Boil for an hour on the water bath, standing by.", "reflux"), ("Stir for 1 h in the ice bath, standing by.", "hold"), ("Heat to 60 °C on a water bath for 1 h, standing by.", "heat")],
)  # fmt: skip
def test_somebody_stands_by_and_the_step_is_read(words: str, kind: str) -> None:
    """What stands ready is a dump; who stands by stays with the work."""
    doc = read(f"Ester\n\nIsobutanol, 50 g, and 60 mL of acetic acid in a 500 mL flask. 5 mL of sulfuric acid over 10 min. {words}")
    last = doc.steps[-1]
    assert last.kind == kind and last.duration is not None and last.duration.value == 60.0
    assert "dump" not in doc.ready
