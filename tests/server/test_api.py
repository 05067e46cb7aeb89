"""Permissions, immutability, the chained log, signatures, conflicts, refusals in one sentence."""

from __future__ import annotations

import io
import json
from typing import Any

import pypdfium2
import pytest
from django.db import IntegrityError, connection, transaction
from django.test import Client

from accounts.models import User
from northsquall.assessment import Assessment
from northsquall.procedure import Procedure as Document
from procedures.models import Procedure, Revision
from records.models import Entry, broken_at, log


def hand_in(person: Any, text: str) -> dict[str, Any]:
    answer = person.post("/procedures", text=text)
    assert answer.status_code == 200, answer.content
    return answer.json()


def edit_of(given: dict[str, Any], old: str, new: str) -> dict[str, Any]:
    at = given["text"].index(old)
    return {"start": at, "end": at + len(old), "text": new}


def test_handing_in_keeps_text_document_and_hash(people: dict[str, Any], demo: dict[str, str]) -> None:
    given = hand_in(people["author"], demo["methyl-3-nitrobenzoate"])
    assert given["number"] == 1 and given["text"] == demo["methyl-3-nitrobenzoate"]
    r = Revision.objects.get()
    assert len(r.input_hash) == 64 and r.core_version and r.catalogue_version
    Assessment.model_validate(r.assessment)
    Document.model_validate(r.document)
    again = hand_in(people["author"], demo["methyl-3-nitrobenzoate"])
    assert again["input_hash"] == given["input_hash"] and again["id"] != given["id"]


@pytest.mark.parametrize("who", ["operator", "manager"])
def test_who_may_not_hand_in(people: dict[str, Any], who: str) -> None:
    answer = people[who].post("/procedures", text="Some acid is added.")
    assert answer.status_code == 403 and "role author" in answer.json()["message"]
    assert not Procedure.objects.exists()


@pytest.mark.parametrize("text", ["", "42", "a\x00b acid"])
def test_unreadable_text_is_refused_in_a_sentence(people: dict[str, Any], text: str) -> None:
    for path in ("/assess", "/preview", "/procedures"):
        answer = people["author"].post(path, text=text)
        assert answer.status_code == 422 and answer.json()["message"].endswith(".")
    assert not Procedure.objects.exists() and not Entry.objects.exists()


@pytest.mark.parametrize("path", ["/docket", "/procedures/1", "/log"])
def test_nothing_without_a_session(db: None, path: str) -> None:
    assert Client().get(f"/api{path}").status_code == 401


def test_sign_in_needs_the_token_and_the_password(people: dict[str, Any]) -> None:
    strict = Client(enforce_csrf_checks=True)
    body = {"username": "author", "password": "right-password"}
    refused = strict.post("/api/session", body, content_type="application/json")
    assert refused.status_code == 403 and "Sign in again" in refused.json()["message"]
    token = strict.get("/api/session").json()["token"]
    wrong = strict.post("/api/session", {**body, "password": "no"}, content_type="application/json", headers={"X-CSRFToken": token})
    assert wrong.status_code == 401 and wrong.json()["message"] == "Name and password do not fit."
    right = strict.post("/api/session", body, content_type="application/json", headers={"X-CSRFToken": token})
    assert right.status_code == 200 and right.json()["person"]["roles"] == ["author"]
    assert Entry.objects.filter(action="signed in").count() == 1


def test_revision_by_words_keeps_the_authors(people: dict[str, Any], demo: dict[str, str]) -> None:
    given = hand_in(people["author"], demo["methyl-3-nitrobenzoate"])
    assert given["assessment"]["verdict"] == "not acceptable"
    answer = people["reviewer"].post(
        f"/procedures/{given['id']}/revisions", base=1, edits=[edit_of(given, "10 min", "90 min")], why="slower"
    )
    assert answer.status_code == 200
    after = answer.json()
    assert after["number"] == 2 and "over 90 min, keeping the pot" in after["text"]
    assert after["assessment"]["edits"][0]["was"] == "10 min" and after["assessment"]["edits"][0]["by"] == "Reviewer"
    assert not [f for f in after["assessment"]["findings"] if f["severity"] == "stop"]
    first = people["reviewer"].get(f"/procedures/{given['id']}?number=1").json()
    assert first["text"] == given["text"] and first["assessment"]["verdict"] == "not acceptable"


def test_revisions_entries_and_signatures_are_written_once(people: dict[str, Any], demo: dict[str, str]) -> None:
    hand_in(people["author"], demo["4-nitroacetanilide"])
    revision = Revision.objects.get()
    revision.text = "other"
    with pytest.raises(TypeError):
        revision.save()
    with pytest.raises(TypeError):
        Entry.objects.first().save()  # type: ignore[union-attr]
    with pytest.raises(IntegrityError), transaction.atomic():
        Revision.objects.bulk_create(
            [Revision(**{f.attname: getattr(revision, f.attname) for f in Revision._meta.fields if f.name != "id"})]
        )


def test_two_people_change_the_same_revision(people: dict[str, Any], demo: dict[str, str]) -> None:
    given = hand_in(people["author"], demo["methyl-3-nitrobenzoate"])
    path = f"/procedures/{given['id']}/revisions"
    assert people["reviewer"].post(path, base=1, edits=[edit_of(given, "10 min", "90 min")]).status_code == 200
    late = people["author"].post(path, base=1, edits=[edit_of(given, "10 min", "60 min")])
    assert late.status_code == 409
    said = late.json()
    assert "Reviewer changed this procedure" in said["message"] and (said["yours"], said["newest"]) == (3, 2)
    assert "over 60 min" in Revision.objects.get(number=3).text
    now = people["author"].get(f"/procedures/{given['id']}").json()
    assert now["number"] == 2 and [h["aside"] for h in now["history"]] == [False, False, True]


@pytest.mark.parametrize(
    "edits",
    [
        [{"start": 5, "end": 99999, "text": "x"}],
        [{"start": 9, "end": 5, "text": "x"}],
        [{"start": 0, "end": 9, "text": "a"}, {"start": 4, "end": 12, "text": "b"}],
    ],
)
def test_an_edit_outside_the_text_changes_nothing(people: dict[str, Any], demo: dict[str, str], edits: list[dict[str, Any]]) -> None:
    given = hand_in(people["author"], demo["4-nitroacetanilide"])
    answer = people["author"].post(f"/procedures/{given['id']}/revisions", base=1, edits=edits)
    assert answer.status_code == 422 and "outside the text" in answer.json()["message"]
    assert Revision.objects.count() == 1


def test_a_stranger_may_read_but_not_change(people: dict[str, Any], demo: dict[str, str]) -> None:
    given = hand_in(people["both"], demo["4-nitroacetanilide"])
    answer = people["author"].post(f"/procedures/{given['id']}/revisions", base=1, text="Other acid.")
    assert answer.status_code == 403 and "Only its author" in answer.json()["message"]
    assert people["operator"].get(f"/procedures/{given['id']}").status_code == 200


DECISION = {"number": 1, "verdict": "acceptable", "reason": "", "conditions": [], "dismissed": {}}


def test_nobody_signs_their_own(people: dict[str, Any], demo: dict[str, str]) -> None:
    given = hand_in(people["both"], demo["4-nitroacetanilide"])
    for who, says in (("both", "own procedure"), ("operator", "role reviewer"), ("manager", "role reviewer"), ("author", "role reviewer")):
        for path, body in (("decision", DECISION), ("signature", {"number": 1, "password": "right-password"})):
            answer = people[who].post(f"/procedures/{given['id']}/{path}", **body)
            assert answer.status_code == 403 and says in answer.json()["message"], (who, path)
    assert people["both"].get(f"/procedures/{given['id']}").json()["why_not"] == "Nobody signs their own procedure."


def test_signature_asks_for_the_password_and_is_final(people: dict[str, Any], demo: dict[str, str]) -> None:
    given = hand_in(people["author"], demo["4-nitroacetanilide"])
    path = f"/procedures/{given['id']}"
    reviewer = people["reviewer"]
    assert reviewer.post(f"{path}/signature", number=1, password="right-password").status_code == 409
    assert reviewer.post(f"{path}/decision", **DECISION).status_code == 200
    wrong = reviewer.post(f"{path}/signature", number=1, password="wrong")
    assert wrong.status_code == 403 and "nothing was signed" in wrong.json()["message"]
    signed = reviewer.post(f"{path}/signature", number=1, password="right-password")
    assert signed.status_code == 200
    s = signed.json()["signature"]
    assert s["signer"] == "Reviewer" and len(s["document_hash"]) == 64 and s["meaning"]
    assert reviewer.post(f"{path}/decision", **DECISION).status_code == 409
    assert reviewer.post(f"{path}/signature", number=1, password="right-password").status_code == 409
    entry = Entry.objects.get(action="signed")
    assert entry.detail["document"] == s["document_hash"]


def test_a_stop_cannot_be_signed_away_without_a_reason(people: dict[str, Any], demo: dict[str, str]) -> None:
    given = hand_in(people["author"], demo["methyl-3-nitrobenzoate"])
    path, reviewer = f"/procedures/{given['id']}", people["reviewer"]
    kept = reviewer.post(f"{path}/decision", **DECISION).json()
    assert len(kept["open"]) == 2 and "H02" in kept["open"][1]
    refused = reviewer.post(f"{path}/signature", number=1, password="right-password")
    assert refused.status_code == 409 and "H02" in refused.json()["message"]
    index = next(i for i, f in enumerate(given["assessment"]["findings"]) if f["code"] == "H02")
    reasons = {"reason": "Measured on this mixture last week.", "dismissed": {f"H02-6-{index}": "calorimetry of 12 November shows 14 °C"}}
    assert reviewer.post(f"{path}/decision", **{**DECISION, **reasons}).json()["open"] == []
    assert reviewer.post(f"{path}/signature", number=1, password="right-password").status_code == 200


def test_a_new_revision_reopens_a_decision(people: dict[str, Any], demo: dict[str, str]) -> None:
    given = hand_in(people["author"], demo["4-nitroacetanilide"])
    path, reviewer = f"/procedures/{given['id']}", people["reviewer"]
    reviewer.post(f"{path}/decision", **DECISION)
    reviewer.post(f"{path}/signature", number=1, password="right-password")
    assert Procedure.objects.get().state == "decided"
    people["author"].post(f"{path}/revisions", base=1, edits=[edit_of(given, "60 min", "5 min")])
    assert Procedure.objects.get().state == "reviewer"
    assert reviewer.get(path).json()["decision"] is None
    assert reviewer.post(f"{path}/decision", **DECISION).status_code == 409


def test_referred_work_cannot_be_decided(people: dict[str, Any]) -> None:
    given = hand_in(people["author"], "2,4,6-Trinitrotoluene\n\nToluene (9 g) is added to 30 mL of sulfuric acid.")
    path, reviewer = f"/procedures/{given['id']}", people["reviewer"]
    reviewer.post(f"{path}/decision", **{**DECISION, "reason": "it is fine, really"})
    assert reviewer.post(f"{path}/signature", number=1, password="right-password").status_code == 409


def test_log_is_chained_and_shows_tampering(people: dict[str, Any], demo: dict[str, str]) -> None:
    hand_in(people["author"], demo["4-nitroacetanilide"])
    with transaction.atomic():
        for i in range(4):
            log(people["author"].user, "tried", f"thing {i}", n=i)
    assert broken_at() is None
    assert people["manager"].get("/log").json()["holds"] is True
    assert people["author"].get("/log").status_code == 403
    middle = Entry.objects.order_by("id")[2]
    Entry.objects.filter(pk=middle.pk).update(subject="another thing")
    assert broken_at() == middle.pk
    Entry.objects.filter(pk=middle.pk).update(subject=middle.subject)
    assert broken_at() is None
    Entry.objects.order_by("-id").first().delete()  # type: ignore[union-attr]
    assert broken_at() is not None


@pytest.mark.django_db(transaction=True)
def test_log_outside_a_transaction_is_refused() -> None:
    with pytest.raises(RuntimeError):
        log(None, "x", "y")


def test_names_and_formulas_are_told_apart_by_case(people: dict[str, Any]) -> None:
    """Co is not CO: names, formulas and hashes in a binary collation."""
    for title in ("Co in acid", "CO in acid"):
        Procedure.objects.create(title=title, author=people["author"].user)
    assert Procedure.objects.filter(title="Co in acid").count() == 1
    with connection.cursor() as cursor:
        cursor.execute("select table_name, column_name, collation_name from information_schema.columns where table_schema = database()")
        found = {(t, c): k for t, c, k in cursor.fetchall()}
    for key in (
        ("procedures_procedure", "title"),
        ("procedures_revision", "input_hash"),
        ("records_entry", "hash"),
        ("reviews_signature", "document_hash"),
    ):
        assert found[key] == "utf8mb4_bin", key


def pdf_text(body: bytes) -> str:
    document = pypdfium2.PdfDocument(io.BytesIO(body))
    return "\n".join(page.get_textpage().get_text_range() for page in document)


def test_report_and_bench_card(people: dict[str, Any], demo: dict[str, str]) -> None:
    given = hand_in(people["author"], demo["4-nitroacetanilide"])
    path, reviewer = f"/procedures/{given['id']}", people["reviewer"]
    unsigned = pdf_text(reviewer.get(f"{path}/bench-card.pdf").content)
    assert "Not signed: not to be run" in unsigned
    reviewer.post(f"{path}/decision", **{**DECISION, "conditions": ["Two people in the room."]})
    reviewer.post(f"{path}/signature", number=1, password="right-password")
    report, card = reviewer.get(f"{path}/report.pdf"), people["operator"].get(f"{path}/bench-card.pdf")
    assert report["Content-Type"] == "application/pdf" and "attachment" in report["Content-Disposition"]
    text, short = pdf_text(report.content), pdf_text(card.content)
    for words in (
        "4-Nitroacetanilide",
        "Two people in the room",
        "calorimetry",
        "licensed practice",
        "I have reviewed this revision",
        "limits",
        "Reviewer",
    ):
        assert words in text, words
    assert "15 °C" in short and "neither ice nor water into the pot" in " ".join(short.split()) and "licensed practice" in short
    assert "run the batch on to the ice" in " ".join(short.split())
    assert "stood in 2 kg of ice and water" in " ".join(short.split()), "no instruction is cut off on the card"
    assert "12 h *" in short and "60 min *" not in short, "a time that nobody wrote is marked, one that is written is not"
    assert len(pypdfium2.PdfDocument(io.BytesIO(card.content))) == 1


def test_docket_groups_what_waits(people: dict[str, Any], demo: dict[str, str]) -> None:
    first = hand_in(people["author"], demo["methyl-3-nitrobenzoate"])
    hand_in(people["author"], demo["ethyl-3-nitrobenzoate"])
    rows = {r["title"]: r for r in people["reviewer"].get("/docket").json()}
    assert rows["Methyl 3-nitrobenzoate"]["mine"] and rows["Methyl 3-nitrobenzoate"]["stops"] == 1
    assert rows["Ethyl 3-nitrobenzoate"]["silhouette"] is None and rows["Ethyl 3-nitrobenzoate"]["governs"] == "not established"
    assert not any(r["mine"] for r in people["author"].get("/docket").json())
    assert people["author"].post(f"/procedures/{first['id']}/return", message="x").status_code == 403
    assert people["reviewer"].post(f"/procedures/{first['id']}/return", message="How much ice?").status_code == 200
    mine = [r for r in people["author"].get("/docket").json() if r["mine"]]
    assert [r["asked"] for r in mine] == ["How much ice?"]
    assert people["reviewer"].post(f"/procedures/{first['id']}/return", message=" ").status_code == 422
    again = (
        people["author"]
        .post(f"/procedures/{first['id']}/revisions", base=1, text=demo["methyl-3-nitrobenzoate"].replace("1.5 kg", "3 kg"))
        .json()
    )
    assert (again["number"], again["asked"], again["state"]) == (2, "", "reviewer")


def test_preview_stands_in_for_words(people: dict[str, Any], demo: dict[str, str]) -> None:
    text = demo["methyl-3-nitrobenzoate"]
    moved = people["reviewer"].post("/preview", text=text, sets={"steps[5].duration_min": 90}).json()
    written = people["reviewer"].post("/assess", text=text.replace("over 10 min", "over 90 min")).json()["assessment"]
    assert moved["exotherm"]["peak_T_C"]["best"] == pytest.approx(written["exotherm"]["peak_T_C"]["best"], abs=1e-6)
    refused = people["reviewer"].post("/preview", text=text, sets={"steps[99].duration_min": 90})
    assert refused.status_code == 422


def test_unknown_addresses_and_procedures(people: dict[str, Any]) -> None:
    assert people["author"].get("/procedures/999").json()["message"].startswith("There is no such")
    assert people["author"].get("/nothing").status_code == 404
    assert people["author"].post("/procedures", txt="x").status_code == 422
    page = people["author"].client.get("/desk/1")
    assert page.status_code == 200 and "default-src 'none'" in page["Content-Security-Policy"]


def test_demo_laboratory_loads_once(db: None, settings: Any) -> None:
    from api.management.commands.prepare import load_demo

    load_demo()
    assert User.objects.count() == 4 and Procedure.objects.count() == 10
    assert {p.latest.assessment["verdict"] for p in Procedure.objects.all()} == {"not acceptable", "not established", "acceptable"}
    assert {p.state for p in Procedure.objects.all()} == {"reviewer", "author", "decided"}
    assert broken_at() is None and json.dumps([e.subject for e in Entry.objects.all()])


def test_a_file_becomes_text_and_a_broken_one_a_sentence(people: dict[str, Any]) -> None:
    from django.core.files.uploadedfile import SimpleUploadedFile

    author = people["author"]
    page = SimpleUploadedFile("batch.html", b"<h1>Ester</h1><p>20 mL of methanol is placed in a flask.</p>")
    r = author.client.post("/api/files", {"file": page})
    assert r.status_code == 200 and "20 mL of methanol" in r.json()["text"]
    for name, raw, says in (
        ("scan.docx", b"no zip", "office file"),
        ("film.mp4", b"x", "was expected"),
        ("nothing.html", b"<p></p>", "empty"),
    ):
        r = author.client.post("/api/files", {"file": SimpleUploadedFile(name, raw)})
        assert r.status_code == 422 and says in r.json()["message"] and "\n" not in r.json()["message"]


def test_an_answer_is_remembered_for_the_same_words_in_this_laboratory(people: dict[str, Any]) -> None:
    text = "Ether\n\n20 mL of DMS and 5 g of sodium hydroxide are placed in a 250 mL flask.\n"
    author, reader = people["author"], people["operator"]

    def name_question(body: str) -> dict[str, Any]:
        return next(q for q in author.post("/questions", text=body).json() if q["asks"].startswith("identity:"))

    asked = name_question(text)
    assert asked["remembered"] is None and asked["options"] == ["dimethyl sulfide", "dimethyl sulfate"]
    words = text[asked["anchor"]["start"] : asked["anchor"]["end"]]
    assert words == "DMS"
    assert author.post("/answers", asks=asked["asks"], phrase=words, answer="dimethyl sulfide").status_code == 200
    again = name_question("Another\n\n" + text.split("\n\n")[1].replace("20 mL", "7 mL"))
    assert again["remembered"]["answer"] == "dimethyl sulfide"
    assert again["remembered"]["by"] == "Author"
    assert name_question(text.replace("DMS", "DMA"))["remembered"] is None
    assert author.post("/answers", asks=asked["asks"], phrase=words, answer="dimethyl sulfate").status_code == 200
    assert name_question(text)["remembered"]["answer"] == "dimethyl sulfate"  # the newest
    assert reader.post("/answers", asks=asked["asks"], phrase=words, answer="x").status_code == 403
    for empty in ({"phrase": " ", "answer": "x"}, {"phrase": "x", "answer": " "}):
        r = author.post("/answers", asks="identity:m1", **empty)
        assert r.status_code == 422 and "empty" in r.json()["message"]
    assert "expected" in author.post("/answers", asks="identity:m1", phrase="x", answer="y" * 201).json()["message"]
    assert [e.action for e in Entry.objects.all()].count("answered") == 2


def test_failures_come_with_a_curve_or_a_sentence(people: dict[str, Any], demo: dict[str, str]) -> None:
    reviewer = people["reviewer"]
    found = reviewer.post("/failures", text=demo["methyl-3-nitrobenzoate"]).json()
    assert {"cooling", "valve", "stirrer"} <= {f["id"] for f in found}
    assert all(len(f["t_min"]) == len(f["pot_C"]) > 20 and f["says"].endswith(".") for f in found)
    one = reviewer.post("/failures", text=demo["methyl-3-nitrobenzoate"], at_min=40, kinds=["valve"]).json()
    assert [f["id"] for f in one] == ["valve"] and one[0]["at_min"] == pytest.approx(40, abs=0.1)
    for text, kinds, says in (
        (demo["ethyl-3-nitrobenzoate"], [], "no time is written"),
        (demo["methyl-3-nitrobenzoate"], ["hail"], "expected one of"),
    ):
        r = reviewer.post("/failures", text=text, kinds=kinds)
        assert r.status_code == 422 and says in r.json()["message"]


def test_the_day_plan_leaves_as_json_table_and_calendar(people: dict[str, Any], demo: dict[str, str]) -> None:
    from icalendar import Calendar

    given = hand_in(people["author"], demo["4-nitroacetanilide"])
    path, reader = f"/procedures/{given['id']}/plan", people["operator"]
    plan = reader.get(f"{path}?start=2026-11-27T09:00").json()
    assert plan["rows"][0]["start"] == "2026-11-27T09:00" and plan["rows"][-1]["kind"]
    calendar = Calendar.from_ical(reader.get(f"{path}.ics?start=2026-11-27T09:00").content)
    events = [e for e in calendar.walk("VEVENT") if str(e["summary"])[0].isdigit()]
    assert [e["dtstart"].dt.isoformat(timespec="minutes") for e in events] == [r["start"] for r in plan["rows"]]
    assert len({str(e["uid"]) for e in calendar.walk("VEVENT")}) == len(calendar.walk("VEVENT"))
    table = reader.get(f"{path}.csv?start=2026-11-27T09:00")
    assert "attachment" in table["Content-Disposition"] and table.content.decode().count("\n") == len(plan["rows"]) + 1
    for start, says in (("noon", "were expected"), ("2026-11-27T09:00%2B02:00", "time zone"), ("1812-01-01T09:00", "out of range")):
        r = reader.get(f"{path}?start={start}")
        assert r.status_code == 422 and says in r.json()["message"], r.json()


def test_the_ladder_at_scales_of_ones_own_and_its_refusals(people: dict[str, Any], demo: dict[str, str]) -> None:
    given = hand_in(people["author"], demo["4-nitroacetanilide"])
    path, reader = f"/procedures/{given['id']}/ladder", people["operator"]
    assert [r["factor"] for r in reader.get(path).json()] == [1, 3, 10, 30, 100]
    assert [r["factor"] for r in reader.get(f"{path}?scales=7,%202").json()] == [2, 7]
    for scales, says in (
        ("ten", "no scale"),
        ("", "0 scales"),
        ("1,2,3,4,5,6,7,8,9", "9 scales"),
        ("1e9", "out of range"),
        ("-1", "out of range"),
        ("nan", "out of range"),
    ):
        r = reader.get(f"{path}?scales={scales}")
        assert r.status_code == 422 and says in r.json()["message"], (scales, r.json())
