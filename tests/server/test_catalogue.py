"""The catalogue over HTTP: search, a laboratory's records, the second look; chemistry settled in a revision."""

from __future__ import annotations

from typing import Any

import pytest
from catalogue.models import LocalRecord

from procedures.models import Revision
from records.models import broken_at

TOLUENE = {
    "id": "toluene",
    "values": [{"property": "Hf", "phase": "l", "value": 12.9, "unit": "kJ/mol", "source": "our bomb, 2026"}],
    "why": "measured here",
}


@pytest.mark.parametrize(
    ("q", "first"),
    [
        ("thionyl", "thionyl chloride"),
        ("7719-09-7", "thionyl chloride"),
        ("SOCl2", "thionyl chloride"),
        ("Cc1ccccc1", "toluene"),
        ("touluene", "toluene"),
        ("TEA", "triethylamine"),
    ],
)
def test_search_by_name_number_formula_structure_and_slip(people: dict[str, Any], q: str, first: str) -> None:
    answer = people["author"].get(f"/catalogue?q={q.replace('#', '%23')}")
    assert answer.status_code == 200 and answer.json()[0]["id"] == first


def test_search_for_nothing_gives_nothing(people: dict[str, Any]) -> None:
    assert people["author"].get("/catalogue?q=").json() == []
    assert people["author"].get("/catalogue?q=zzqqxx").json() == []
    answer = people["author"].get("/catalogue/substance?id=zzqqxx")
    assert answer.status_code == 404 and "zzqqxx" in answer.json()["message"]


def test_a_substance_shows_every_value_with_its_source_and_what_is_missing(people: dict[str, Any]) -> None:
    found = people["author"].get("/catalogue/substance?id=acetone").json()
    known = [v for v in found["values"] if v["value"] is not None]
    assert all(v["source"] and v["unit"] for v in known) and {"Hf", "Tb", "Tflash", "LFL"} <= {v["property"] for v in known}
    assert any(v["value"] is None for v in found["values"])
    assert found["svg"].startswith("<svg") and not found["may_add"]


def test_a_record_counts_after_a_second_persons_look(people: dict[str, Any]) -> None:
    answer = people["reviewer"].post("/catalogue", **TOLUENE)
    assert answer.status_code == 200
    record = answer.json()["id"]

    def value() -> float:
        values = people["author"].get("/catalogue/substance?id=toluene").json()["values"]
        return next(v["value"] for v in values if v["property"] == "Hf" and v["phase"] == "l")

    assert value() == pytest.approx(12.4, abs=0.3)
    mine = people["reviewer"].post(f"/catalogue/records/{record}/confirm")
    assert mine.status_code == 403 and "another person" in mine.json()["message"]
    assert people["manager"].post(f"/catalogue/records/{record}/confirm").status_code == 200
    assert value() == 12.9
    assert LocalRecord.objects.get().confirmed_by == people["manager"].user
    assert broken_at() is None


def test_a_substance_that_waits_can_be_looked_at_and_is_read_in_no_procedure(people: dict[str, Any]) -> None:
    new = {"id": "skerry resin 9", "smiles": "CCCCCCC(=O)OCCCCCC(C)C", "phase": "l", "values": [], "why": "our solvent"}
    record = people["reviewer"].post("/catalogue", **new).json()["id"]
    text = "Mixing\n\n1. 20 g of skerry resin 9 is placed in a 100 mL flask.\n"

    def hit() -> Any:
        return people["manager"].get("/catalogue?q=skerry").json()[0]

    def charge() -> Any:
        return people["author"].post("/assess", text=text, edits=[], overrides={}).json()["assessment"]["materials"]

    assert hit()["waits"] and people["manager"].get("/catalogue/substance?id=skerry resin 9").json()["waits"]
    assert [c["mol"]["established"] for c in charge()] in ([], [False])
    people["manager"].post(f"/catalogue/records/{record}/confirm")
    assert not hit()["waits"] and hit()["local"]
    (line,) = charge()
    assert line["mol"]["best"] == pytest.approx(20 / 242.40, rel=1e-3)  # atomic masses of IUPAC


@pytest.mark.parametrize(
    ("change", "why"),
    [({"values": [{**TOLUENE["values"][0], "source": " "}]}, "source"), ({"values": [{**TOLUENE["values"][0], "unit": "kcal/mol"}]}, "kJ/mol was expected"),  # type: ignore[dict-item]
     ({"values": [{**TOLUENE["values"][0], "value": 1e9}]}, "outside"), ({"values": [{**TOLUENE["values"][0], "property": "colour"}]}, "no property"), ({"values": [{**TOLUENE["values"][0], "phase": "q"}]}, "phase"),  # type: ignore[dict-item]
     ({"cas": "108-88-4"}, "check digit"), ({"why": ""}, "why"), ({"id": "frobnicol"}, "structure"), ({"id": "frobnicol", "smiles": "CC("}, "structure")],
)  # fmt: skip
def test_a_record_that_cannot_be_used_is_refused_in_a_sentence(people: dict[str, Any], change: dict[str, Any], why: str) -> None:
    answer = people["reviewer"].post("/catalogue", **{**TOLUENE, **change})
    assert answer.status_code == 422 and why.lower() in answer.json()["message"].lower()
    assert not LocalRecord.objects.exists()


@pytest.mark.parametrize("who", ["author", "operator"])
def test_who_may_not_change_the_catalogue(people: dict[str, Any], who: str) -> None:
    assert people[who].post("/catalogue", **TOLUENE).status_code == 403


def test_chemistry_on_trial_keeps_nothing_and_a_revision_keeps_it(people: dict[str, Any], demo: dict[str, str]) -> None:
    text = demo["methyl-3-nitrobenzoate"]
    given = people["author"].post("/procedures", text=text).json()
    change = [{"what": "heat", "family": "nitration-arene", "value": -150.0, "why": "calorimeter, run 3"}]
    tried = people["reviewer"].post("/assess", text=text, chemistry=change).json()["assessment"]
    wanted = next(r for r in tried["reactions"] if r["role"] == "wanted")
    assert wanted["route"] == "measured" and wanted["dH_kJ_per_mol"]["best"] == -150.0
    assert Revision.objects.count() == 1
    kept = people["reviewer"].post(f"/procedures/{given['id']}/revisions", base=1, edits=[], chemistry=change, why="measured heat").json()
    assert kept["number"] == 2 and kept["chemistry"][0]["why"] == "calorimeter, run 3" and kept["input_hash"] != given["input_hash"]
    again = people["reviewer"].post(f"/procedures/{given['id']}/revisions", base=2, text=text + "\n", why="a line").json()
    assert again["chemistry"] == kept["chemistry"]  # a change of words keeps what was settled
    bare = people["reviewer"].post(f"/procedures/{given['id']}/revisions", base=3, edits=[], chemistry=[], why="put back").json()
    assert bare["chemistry"] == [] and next(r for r in bare["assessment"]["reactions"] if r["role"] == "wanted")["route"] != "measured"


def test_a_change_of_chemistry_that_is_none_is_refused(people: dict[str, Any], demo: dict[str, str]) -> None:
    answer = people["reviewer"].post(
        "/assess", text=demo["methyl-3-nitrobenzoate"], chemistry=[{"what": "explode", "family": "x", "why": "y"}]
    )
    assert answer.status_code == 422 and "what" in answer.json()["message"]
