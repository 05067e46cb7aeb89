"""Names outside the catalogue: ambiguous, contradictory, by number, by structure, by system; a laboratory's own values."""

from __future__ import annotations

import shutil

import pytest
from rdkit import Chem
from rdkit.Chem import rdMolDescriptors

from northsquall.assess import assess
from northsquall.procedure import Material, Procedure, Quantity, Step, Vessel
from northsquall.procedure.amounts import lot_of
from northsquall.reading import read
from northsquall.substances import catalogue
from northsquall.substances.catalogue import local_substance
from northsquall.substances.resolve import resolve, structure_of_name


@pytest.mark.parametrize(
    ("text", "expected"),
    [("DCM", "dichloromethane"), ("TFA", "trifluoroacetic acid"), ("93-58-3", "methyl benzoate"), ("sulphuric acid", "sulfuric acid"), ("thionyl cloride", "thionyl chloride"),
     ("CC(=O)Nc1ccccc1", "acetanilide"), ("aluminum chloride", "aluminium chloride"), ("Methyl  Benzoate", "methyl benzoate"), ("hypo", "sodium thiosulfate pentahydrate")],
)  # fmt: skip
def test_names_of_all_kinds_are_found(text: str, expected: str) -> None:
    found = resolve(text, catalogue())
    assert found.substance and found.substance.id == expected


@pytest.mark.parametrize("text", ["TEA", "acetate", "DMA", "CO", "nitrotoluene"])
def test_ambiguous_names_are_a_question_with_candidates(text: str) -> None:
    found = resolve(text, catalogue())
    assert found.substance is None and len(found.candidates) >= 2 and "more than one" in found.reason
    assert all(c in catalogue().substances for c in found.candidates)


@pytest.mark.parametrize(
    ("text", "why"),
    [
        ("93-58-4", "check digit"),
        ("58-08-3", "check digit"),
        ("frobnicol", "no catalogue"),
        ("", "no catalogue"),
        ("O", "no catalogue"),
        ("C(", "no catalogue"),
    ],
)
def test_what_cannot_be_resolved_says_why(text: str, why: str) -> None:
    found = resolve(text, catalogue())
    assert found.substance is None and why in found.reason


def test_a_structure_that_is_in_no_table_is_a_substance_without_values() -> None:
    found = resolve("CCOC(=O)c1ccc(CC)cc1Cl", catalogue())
    assert found.substance and found.substance.formula == "C11H13ClO2" and not found.substance.values


def test_systematic_names_are_read_where_java_is() -> None:
    found = resolve("methyl 3-chloro-4-ethylbenzoate", catalogue())
    if shutil.which("java"):
        assert found.substance and found.substance.formula == "C10H11ClO2" and found.how == "systematic name"
    else:
        assert found.substance is None and found.reason


def material(name: str, identity: str | None = None, unit: str = "g") -> Material:
    return Material(id="m1", name=name, identity=identity, amount=Quantity(value=10.0, unit=unit), step=1, span=(0, 0))


def procedure(m: Material) -> Procedure:
    return Procedure(
        vessels=[Vessel(name="flask", kind="flask")],
        materials=[m],
        steps=[Step(n=1, kind="charge", text="", span=(0, 0), vessel="flask", materials=["m1"])],
    )


def test_name_against_number_is_a_question() -> None:
    """Toluene by name, benzene by number: neither is taken."""
    lot = lot_of(material("toluene", "71-43-2"), catalogue(), 1.0)
    assert lot.substance is None and lot.mol is None and "contradict" in (lot.reason or "")
    a = assess(procedure(material("toluene", "71-43-2")))
    (f,) = [f for f in a.findings if f.code == "P05"]
    assert f.severity == "condition" and not f.established and "toluene" in f.remedy and "benzene" in f.remedy


def test_usual_meaning_is_taken_and_said() -> None:
    m = material("ether", "diethyl ether")
    a = assess(procedure(m))
    (f,) = [f for f in a.findings if f.code == "P05"]
    assert f.severity == "note" and "petroleum ether" in f.message and a.materials[0].name == "diethyl ether"


def test_an_impossible_strength_names_the_strongest() -> None:
    from northsquall.procedure import Strength

    m = material("hydrochloric acid", "hydrochloric acid", "mL")
    m.strength = Strength(percent_w=60.0, basis="w/w")
    a = assess(procedure(m))
    (f,) = [f for f in a.findings if f.code == "P01"]
    assert "60 %" in f.message and "strongest is 40 %" in f.message


def test_units_of_the_document_may_be_written_as_people_do() -> None:
    assert lot_of(material("water", "water", "mL"), catalogue(), 1.0).mol == pytest.approx((0.553,) * 3, rel=0.01)
    assert lot_of(material("water", "water", "furlong"), catalogue(), 1.0).reason


def test_a_laboratorys_record_wins_and_must_have_a_source() -> None:
    record = {"id": "toluene", "values": [{"property": "Hf", "phase": "l", "value": 12.9, "unit": "kJ/mol", "source": "our bomb, 2026"}]}
    local = catalogue().with_local([record])
    value = local.substances["toluene"].value("Hf", "l")
    assert value and value.value == 12.9 and value.source == "our bomb, 2026"
    shipped = catalogue().substances["toluene"].value("Hf", "l")
    assert shipped and shipped.value != 12.9  # the shipped one is untouched
    new = catalogue().with_local([{"id": "frobnicol", "smiles": "CCCCCCCOCCC", "phase": "l"}])
    assert new.find("frobnicol") and new.label("CCCCCCCOCCC") == "frobnicol"
    with pytest.raises(ValueError, match="no source"):
        local_substance(
            {"id": "toluene", "values": [{"property": "Hf", "value": 1, "unit": "kJ/mol", "source": " "}]},
            catalogue().substances["toluene"],
        )
    with pytest.raises(ValueError, match="structure"):
        local_substance({"id": "frobnicol"})


def test_every_gas_reagent_and_absorbent_of_the_handbook_is_known() -> None:
    """Handbook 3.2 and 3.3: gases, absorbents and destroying agents by the names it uses."""
    wanted = [
        "hydrogen chloride", "hydrogen bromide", "hydrogen iodide", "hydrogen fluoride", "chlorine", "bromine", "chlorine dioxide", "nitrosyl chloride", "sulfur dioxide", "sulfur trioxide", "hydrogen sulfide",
        "methanethiol", "carbon disulfide", "carbonyl sulfide", "nitric oxide", "nitrogen dioxide", "nitrous oxide", "ammonia", "hydrogen cyanide", "cyanogen chloride", "phosgene", "phosphine", "arsine", "diborane",
        "boron trifluoride", "silane", "hydrogen", "carbon monoxide", "carbon dioxide", "oxygen", "ozone", "nitrogen", "methane", "ethylene", "acetylene", "isobutene", "methyl chloride", "methyl bromide", "ethyl chloride",
        "ethylene oxide", "formaldehyde", "dimethylamine", "trimethylamine", "diazomethane", "ketene", "hydrazoic acid", "fluorine", "nickel carbonyl", "sodium sulfite", "sodium bisulfite", "sodium thiosulfate",
        "cyclohexene", "sulfamic acid", "urea", "manganese dioxide", "calcium hydroxide", "sodium hypochlorite", "potassium permanganate", "isopropanol", "acetone", "oxalyl chloride",
    ]  # fmt: skip
    assert [w for w in wanted if catalogue().find(w) is None] == []


def test_a_salt_that_is_not_listed_is_no_metal() -> None:
    """ "Sodium stannate" is not sodium, which would meet water."""
    p = read("Salt\n\nA 250 mL beaker. Sodium stannate 20 g and sodium tetrafluoroborate 11 g in 50 mL of water. 3 g of copper is put in.")
    assert [m.identity for m in p.materials] == [None, "sodium tetrafluoroborate", "water", "copper"]
    assert "S04" not in {f.code for f in assess(p).findings}


@pytest.mark.parametrize("made", ["semicarbazone", "phenylhydrazone", "hydrobromide", "sulfoxide"])
def test_what_was_made_from_a_substance_is_not_the_substance(made: str) -> None:
    """ "Aniline hydrobromide" is another substance than aniline, with another mass and heat (naming practice, from memory)."""
    p = read(f"Trial\n\nA 250 mL flask. Camphor {made} (4 g) and 3 g of camphor in 60 mL of toluene.")
    assert [(m.name.lower(), m.identity) for m in p.materials] == [
        (f"camphor {made}", None),
        ("camphor", "camphor"),
        ("toluene", "toluene"),
    ]


@pytest.mark.parametrize(
    "line", ["{} 4 g in 60 mL of toluene.", "4 g of {} in 60 mL of toluene.", "{} (4 g) and 60 mL of toluene are put in."]
)
@pytest.mark.parametrize(
    "name", ["kolavic acid", "kolavic ester", "kolavane amide", "kolavone oxime", "kolavone ketone", "camphor oxime", "kolavyl chloride"]
)
def test_a_name_in_no_catalogue_is_kept_with_its_amount(name: str, line: str) -> None:
    """What a class word ends stands for itself when nothing of the class was named before: never dropped (invented names)."""
    p = read("Trial\n\nA 250 mL flask. " + line.format(name))
    assert [(m.name.lower(), m.identity, m.amount and m.amount.value) for m in p.materials] == [
        (name, None, 4.0),
        ("toluene", "toluene", 60.0),
    ]


def test_a_name_reader_that_did_not_answer_is_asked_again(monkeypatch: pytest.MonkeyPatch) -> None:
    """On a busy machine the reader is late once: the substance is not established then, and is known the next time."""
    name = "3-butyl-4-propylheptan-2-one"
    with monkeypatch.context() as late:
        late.setattr("northsquall.substances.resolve.select.select", lambda *_: ([], [], []))  # no answer, however fast the machine
        assert structure_of_name(name) is None
    smiles = structure_of_name(name)
    assert smiles is not None
    assert rdMolDescriptors.CalcMolFormula(Chem.MolFromSmiles(smiles)) == "C14H28O"


@pytest.mark.parametrize(
    ("bench", "systematic"),
    [
        ("4-fluoroacetanilide", "N-(4-fluorophenyl)acetamide"),
        ("3-chloroacetanilide", "N-(3-chlorophenyl)acetamide"),
        ("2-methylacetanilide", "N-(2-methylphenyl)acetamide"),
        ("2-methyl-4-nitroacetanilide", "N-(2-methyl-4-nitrophenyl)acetamide"),
    ],
)
def test_a_bench_name_counts_round_the_ring_of_an_acetanilide(bench: str, systematic: str) -> None:
    """The aceto-toluidides and haloacetanilides of the trade (memory); "2-chloroacetanilide" may be either and stays as its name says."""
    ring, whole = structure_of_name(bench), structure_of_name(systematic)
    assert ring is not None and whole is not None
    assert Chem.CanonSmiles(ring) == Chem.CanonSmiles(whole)
    assert Chem.CanonSmiles(structure_of_name("2-chloroacetanilide") or "") == Chem.CanonSmiles("ClCC(=O)Nc1ccccc1")
