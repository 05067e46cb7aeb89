"""Calorimetry, searches, draws, sharing and files over HTTP: what comes back, what is refused in a sentence, what is kept."""

from __future__ import annotations

import csv
import io
import json
from pathlib import Path
from typing import Any

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile

from northsquall.assessment import Assessment
from northsquall.exporting import curves_from
from northsquall.procedure import Procedure as Document

DEMO = Path(__file__).resolve().parents[2] / "demo"
SCAN = (DEMO / "final-mixture-scan.csv").read_bytes()
RUN = (DEMO / "nitration-run.jdx").read_bytes()
FIELDS = {"kind": "scan", "family": "mixture", "why": "final mixture, practice", "rate_K_min": "5", "cp_J_gK": "1.8"}


def upload(person: Any, name: str, raw: bytes, **fields: str) -> Any:
    return person.client.post("/api/curves", {"file": SimpleUploadedFile(name, raw), **{**FIELDS, **fields}})


def hand_in(person: Any, text: str) -> dict[str, Any]:
    answer = person.post("/procedures", text=text)
    assert answer.status_code == 200, answer.content
    return answer.json()


def test_a_curve_is_read_adopted_and_decides(people: dict[str, Any], demo: dict[str, str]) -> None:
    """Read: nothing is kept. Adopted: the next revision's TD24 is measured; the revision before keeps its own."""
    both = people["both"]
    found = upload(both, "scan.csv", SCAN).json()
    assert (
        found["says"]["TD24_C"] == pytest.approx(min(found["says"]["rules"].values()), abs=0.1)
        and found["entry"]["by"] == both.user.username
    )
    given = hand_in(both, demo["methyl-3-nitrobenzoate"])
    assert not given["assessment"]["exotherm"]["TD24_C"]["established"]
    answer = both.post(
        f"/procedures/{given['id']}/revisions", base=1, edits=[], overrides={}, chemistry=[found["entry"]], why="calorimetry"
    )
    assert answer.status_code == 200, answer.content
    x = answer.json()["assessment"]["exotherm"]
    assert x["TD24_C"]["established"] and x["TMRad_h"]["established"] and answer.json()["input_hash"] != given["input_hash"]
    first = both.get(f"/procedures/{given['id']}?number=1").json()
    assert not first["assessment"]["exotherm"]["TD24_C"]["established"]


@pytest.mark.parametrize(
    ("name", "raw", "fields", "says"),
    [
        ("scan.csv", b"", {}, "empty"),
        ("scan.csv", SCAN, {"why": " "}, "what was measured is not said"),
        ("scan.csv", SCAN, {"rate_K_min": "0"}, "a number over 0 was expected"),
        ("scan.csv", SCAN, {"kind": "adiabatic"}, "time (s, min or h) and temperature"),
        ("scan.csv", SCAN, {"kind": "weighing"}, "kind"),
        ("run.jdx", RUN.replace(b"##END=", b""), {"kind": "reaction", "mol": "0.2"}, "breaks off"),
        ("run.jdx", RUN, {"kind": "reaction"}, "limiting reactant is not given"),
        ("run.jdx", RUN, {"kind": "reaction", "mol": "0.2", "feed_from_min": "70", "feed_to_min": "10"}, "an end behind its start"),
        ("large.csv", b"1,2\n" * 1_300_000, {}, "5.2 MB"),
    ],
)
def test_a_curve_that_cannot_be_used_is_refused_in_a_sentence(
    people: dict[str, Any], name: str, raw: bytes, fields: dict[str, str], says: str
) -> None:
    answer = upload(people["reviewer"], name, raw, **fields)
    assert answer.status_code == 422 and says in answer.json()["message"], answer.content


def test_a_search_tells_how_far_it_is_line_by_line(people: dict[str, Any], demo: dict[str, str]) -> None:
    answer = people["reviewer"].post("/proposals", text=demo["methyl-3-nitrobenzoate"])
    assert answer["Content-Type"] == "application/x-ndjson"
    lines = [json.loads(x) for x in b"".join(answer.streaming_content).decode().splitlines()]
    assert [x["done"] for x in lines[:-1]] == list(range(len(lines) - 1)) and all(x["found"] is None for x in lines[:-1])
    found = lines[-1]["found"]
    assert found["before"]["verdict"] == "not acceptable" and {p["verdict"] for p in found["pairs"]} & {
        "acceptable",
        "acceptable with conditions",
    }
    assert people["reviewer"].post("/proposals", text="42").status_code == 422


def test_draws_are_the_same_for_the_same_seed(people: dict[str, Any], demo: dict[str, str]) -> None:
    a, b = (people["reviewer"].post("/uncertainty", text=demo["methyl-3-nitrobenzoate"], seed=5, members=200).json() for _ in range(2))
    assert a == b and a["members"] == 200 and len(a["t_min"]) == len(a["low_C"]) == len(a["high_C"])
    for body, says in (
        ({"text": demo["methyl-3-nitrobenzoate"], "members": 3}, "were expected"),
        ({"text": demo["ethyl-3-nitrobenzoate"]}, "no time is written"),
    ):
        answer = people["reviewer"].post("/uncertainty", **body)
        assert answer.status_code == 422 and says in answer.json()["message"]


def test_what_two_runs_share(people: dict[str, Any], demo: dict[str, str]) -> None:
    one, two = (hand_in(people["author"], demo[x])["id"] for x in ("methyl-3-nitrobenzoate", "4-nitroacetanilide"))
    path = f"/procedures/{one}/shared?start=2026-11-27T09:00&other={two}&then=2026-11-27T09:15"
    found = people["operator"].get(path).json()
    assert {x["what"] for x in found} >= {"person", "ice bath"} and all(x["says"].endswith(".") for x in found)
    assert people["operator"].get(path.replace("09:15", "later")).status_code == 422
    assert people["operator"].get(path.replace(f"other={two}", "other=999")).status_code == 404


def test_curves_assessment_and_procedure_leave_and_come_back_equal(people: dict[str, Any], demo: dict[str, str]) -> None:
    given = hand_in(people["author"], demo["methyl-3-nitrobenzoate"])
    path, reader = f"/procedures/{given['id']}", people["operator"]
    table = reader.get(f"{path}/curves.csv").content.decode()
    assert curves_from(table)["pot_C"] == given["assessment"]["strip"]["pot_C"]
    assert len({len(r) for r in csv.reader(io.StringIO(table))}) == 1
    whole = json.loads(reader.get(f"{path}/assessment.json").content)
    assert whole == given["assessment"] and Assessment.model_validate(whole)
    document = Document.model_validate(json.loads(reader.get(f"{path}/procedure.json").content))
    assert document.source_text == given["text"]
    again = people["author"].client.post("/api/files", {"file": SimpleUploadedFile("p.json", reader.get(f"{path}/procedure.json").content)})
    assert again.json()["text"] == given["text"]
    assert reader.get("/procedures/999/curves.csv").status_code == 404
