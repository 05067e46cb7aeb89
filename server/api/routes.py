"""The HTTP API. Views are thin: they parse, call an action, and turn refusals into sentences."""

from __future__ import annotations

import json
from datetime import datetime
from itertools import chain
from typing import Any

from catalogue import actions as catalogue
from catalogue.models import LocalRecord
from django.contrib.auth import authenticate, login, logout
from django.db import transaction
from django.http import HttpRequest, HttpResponse, StreamingHttpResponse
from django.middleware.csrf import get_token
from django.views.decorators.csrf import csrf_protect
from ninja import File, Form, NinjaAPI, Schema, Status, UploadedFile
from ninja.decorators import decorate_view
from ninja.errors import ValidationError
from ninja.security import django_auth

from accounts.models import User
from northsquall import exporting
from northsquall.assessment import (
    Assessment,
    CurveLine,
    DayPlan,
    Failure,
    GasFailure,
    Mark,
    Proposed,
    Question,
    Rung,
    Shared,
    Spread,
    TextEdit,
    UnreadItem,
)
from northsquall.calorimetry import CurveError
from northsquall.calorimetry.curves import MAX_BYTES as CURVE_BYTES
from northsquall.failing import NoCurve
from northsquall.files import MAX_BYTES, FileError, text_of
from northsquall.ladder import NoRung
from northsquall.planning import OpenTime, as_csv
from northsquall.procedure import Chemistry, Sample
from northsquall.procedure import Procedure as Document
from northsquall.reading import ReadError, read
from northsquall.reading.reader import check
from northsquall.settle import SettingError
from procedures import actions as procedures
from procedures.models import Procedure, Revision
from records.models import Entry, broken_at, log
from reviews import actions as reviews
from reviews import printed
from reviews.calendar import as_calendar
from reviews.models import Decision

api = NinjaAPI(title="Northsquall", version="1", auth=django_auth, urls_namespace="api", docs_url=None)


class Message(Schema):
    """One sentence: what was given, where, what was expected."""

    message: str


class WordsIn(Schema):
    """A text as it is typed."""

    text: str


class CurveIn(Sample):
    """A sample, which reaction or mixture it is of, and who measured it."""

    family: str
    why: str


class CurveOut(Schema):
    """A curve as an entry to adopt, and what it says."""

    entry: Chemistry
    says: CurveLine


class ReadOut(Schema):
    """What was recognised in a text, and what was not: no figures."""

    marks: list[Mark]
    unread: list[UnreadItem]


class AnswerIn(Schema):
    """An answer to a question, with the words that raised it."""

    asks: str
    phrase: str
    answer: str


class FileText(Schema):
    """What stands in a file, as the text a reviewer sees and can change."""

    text: str


class Conflict(Message):
    """Someone else was first; both changes are kept."""

    yours: int
    newest: int


class Person(Schema):
    """Who is signed in."""

    username: str
    full_name: str
    roles: list[str]


class Session(Schema):
    """The session, with the token for changes."""

    person: Person | None
    token: str
    laboratory: str


class Credentials(Schema):
    """Name and password."""

    username: str
    password: str


class TextIn(Schema):
    """A text to read, with changes to its words and values by path."""

    text: str
    edits: list[TextEdit] = []
    overrides: dict[str, float] = {}
    chemistry: list[Chemistry] = []


class SearchLine(Schema):
    """One line of a search: how far it is and what it looks at; the last holds what was found."""

    done: int
    of: int
    what: str
    found: Proposed | None


class SpreadIn(TextIn):
    """A text with what was settled, and how often to draw."""

    seed: int = 1
    members: int = 1000


class FailIn(TextIn):
    """A text, and when what fails: minutes of the timetable (none: each at its worst moment), kinds (none: all)."""

    at_min: float | None = None
    kinds: list[str] = []


class PreviewIn(TextIn):
    """As TextIn, with values that stand in for words while dragging."""

    sets: dict[str, float] = {}


class GasFailIn(PreviewIn):
    """A vessel's gas line, and when it fails."""

    of: str
    at_min: float = 0.0
    kinds: list[str] = []


class Assessed(Schema):
    """The text with the changes in it, and its assessment."""

    text: str
    assessment: Assessment


class RevisionIn(Schema):
    """Changes on top of a revision: words in place, or a whole text; and replaced assumptions."""

    base: int
    edits: list[TextEdit] | None = None
    text: str | None = None
    overrides: dict[str, float] = {}
    chemistry: list[Chemistry] | None = None
    why: str = ""


class Silhouette(Schema):
    """A small strip: pot over time against its limit."""

    t_min: list[float]
    pot_C: list[float]
    limits: list[dict[str, float]]


class Row(Schema):
    """One line of the docket."""

    id: int
    title: str
    author: str
    state: str
    number: int
    verdict: str
    decided: str | None
    stops: int
    conditions: int
    notes: int
    open: int
    governs: str
    against: str
    days: int
    silhouette: Silhouette | None
    asked: str
    mine: bool


class RevisionLine(Schema):
    """One revision in the history."""

    number: int
    by: str
    at: datetime
    why: str
    aside: bool
    verdict: str


class SignatureOut(Schema):
    """A signature as shown."""

    signer: str
    at: datetime
    meaning: str
    document_hash: str


class DecisionOut(Schema):
    """A decision as shown."""

    reviewer: str
    verdict: str
    proposed: str
    reason: str
    conditions: list[str]
    dismissed: dict[str, str]
    open: list[str]
    signature: SignatureOut | None


class ProcedureOut(Schema):
    """A procedure at one revision."""

    id: int
    title: str
    author: str
    state: str
    number: int
    newest: int
    text: str
    overrides: dict[str, float]
    chemistry: list[Chemistry]
    input_hash: str
    assessment: Assessment
    history: list[RevisionLine]
    decision: DecisionOut | None
    asked: str
    may_revise: bool
    may_decide: bool
    why_not: str


class DecisionIn(Schema):
    """A decision to keep."""

    number: int
    verdict: str
    reason: str = ""
    conditions: list[str] = []
    dismissed: dict[str, str] = {}


class SignIn(Schema):
    """The password again."""

    number: int
    password: str


class ValueOut(Schema):
    """A value of a substance; `value` null where none is known here."""

    property: str
    phase: str
    value: float | None
    unit: str
    uncertainty: float | None
    source: str
    others: str
    T_C: float | None


class StrengthOut(Schema):
    """What a bottle holds when nobody writes its strength, mass per cent."""

    low: float
    best: float
    high: float
    strongest: float
    source: str


class LocalOut(Schema):
    """A record of the laboratory, and who has looked at it."""

    id: int
    substance: str
    record: dict[str, Any]
    why: str
    added_by: str
    added: datetime
    confirmed_by: str
    mine: bool


class SubstanceOut(Schema):
    """A substance with all its values."""

    id: str
    formula: str
    mass: float
    cas: str
    smiles: str
    phase: str
    names: list[str]
    misspelt: list[str]
    parts: dict[str, float]
    local: bool
    values: list[ValueOut]
    alerts: list[str]
    svg: str
    oxygen_balance: float | None
    strength: StrengthOut | None
    records: list[LocalOut]
    may_add: bool
    waits: bool


class HitOut(Schema):
    """One line of a search."""

    id: str
    formula: str
    cas: str
    phase: str
    why: str
    local: bool
    waits: bool


class ValueIn(Schema):
    """A value with its source."""

    property: str
    phase: str = ""
    value: float
    unit: str
    uncertainty: float | None = None
    source: str


class SubstanceIn(Schema):
    """A substance to add, or values to correct, with the reason."""

    id: str
    smiles: str | None = None
    cas: str | None = None
    phase: str = "l"
    names: list[str] = []
    values: list[ValueIn] = []
    why: str


class LogOut(Schema):
    """The log's newest entries, and whether the chain holds."""

    holds: bool
    entries: list[dict[str, Any]]


@api.exception_handler(ReadError)
def _unreadable(request: HttpRequest, exc: ReadError) -> HttpResponse:
    return api.create_response(request, {"message": f"{exc}."[0].upper() + f"{exc}."[1:]}, status=422)


@api.exception_handler(FileError)
def _unopened(request: HttpRequest, exc: FileError) -> HttpResponse:
    return api.create_response(request, {"message": f"{exc}."[0].upper() + f"{exc}."[1:]}, status=422)


@api.exception_handler(CurveError)
@api.exception_handler(NoCurve)
@api.exception_handler(OpenTime)
@api.exception_handler(NoRung)
@api.exception_handler(SettingError)
def _unsettable(request: HttpRequest, exc: SettingError | NoCurve | NoRung | CurveError | OpenTime) -> HttpResponse:
    return api.create_response(request, {"message": str(exc)}, status=422)


@api.exception_handler(catalogue.Unusable)
def _unusable(request: HttpRequest, exc: catalogue.Unusable) -> HttpResponse:
    return api.create_response(request, {"message": str(exc)}, status=422)


@api.exception_handler(catalogue.SecondLook)
def _same_person(request: HttpRequest, exc: catalogue.SecondLook) -> HttpResponse:
    return api.create_response(request, {"message": str(exc)}, status=403)


@api.exception_handler(LocalRecord.DoesNotExist)
def _no_record(request: HttpRequest, exc: Exception) -> HttpResponse:
    return api.create_response(request, {"message": "There is no such record."}, status=404)


@api.exception_handler(procedures.NotAllowed)
def _forbidden(request: HttpRequest, exc: procedures.NotAllowed) -> HttpResponse:
    return api.create_response(request, {"message": str(exc)}, status=403)


@api.exception_handler(reviews.Unfit)
def _unfit(request: HttpRequest, exc: reviews.Unfit) -> HttpResponse:
    return api.create_response(request, {"message": str(exc)[0].upper() + str(exc)[1:] + "."}, status=409)


@api.exception_handler(procedures.Outrun)
def _outrun(request: HttpRequest, exc: procedures.Outrun) -> HttpResponse:
    return api.create_response(request, {"message": str(exc), "yours": exc.revision.number, "newest": exc.latest.number}, status=409)


@api.exception_handler(Procedure.DoesNotExist)
@api.exception_handler(Revision.DoesNotExist)
def _missing(request: HttpRequest, exc: Exception) -> HttpResponse:
    return api.create_response(request, {"message": "There is no such procedure or revision."}, status=404)


@api.exception_handler(ValidationError)
def _invalid(request: HttpRequest, exc: ValidationError) -> HttpResponse:
    first = exc.errors[0]
    place = ".".join(str(p) for p in first["loc"] if p not in ("body", "data"))
    return api.create_response(request, {"message": f"{place or 'the request'}: {first['msg']}"}, status=422)


def _me(request: HttpRequest) -> User:
    assert isinstance(request.user, User)
    return request.user


def _session(request: HttpRequest) -> dict[str, Any]:
    user = request.user if request.user.is_authenticated else None
    person = {"username": user.username, "full_name": user.full_name, "roles": user.roles} if user else None  # type: ignore[union-attr]
    return {"person": person, "token": get_token(request), "laboratory": procedures.laboratory().name}


@api.get("/health", auth=None)
def health(request: HttpRequest) -> dict[str, str]:
    """Whether the server answers."""
    from northsquall import CORE_VERSION

    return {"northsquall": CORE_VERSION}


@api.get("/session", auth=None, response=Session)
def session(request: HttpRequest) -> dict[str, Any]:
    """Who is signed in."""
    return _session(request)


@api.post("/session", auth=None, response={200: Session, 401: Message, 403: Message, 422: Message, 429: Message})
@decorate_view(csrf_protect)
def sign_in(request: HttpRequest, given: Credentials) -> Any:
    """Sign in."""
    user = authenticate(request, username=given.username, password=given.password)
    if user is None:
        return Status(401, {"message": "Name and password do not fit."})
    with transaction.atomic():
        login(request, user)
        log(user, "signed in", given.username[:80])
    return _session(request)


@api.delete("/session", response=Session)
def sign_out(request: HttpRequest) -> dict[str, Any]:
    """Sign out."""
    logout(request)
    return _session(request)


@api.get("/docket", response=list[Row])
def docket(request: HttpRequest) -> list[dict[str, Any]]:
    """What waits, grouped by the reader."""
    me = _me(request)
    out = []
    for p in Procedure.objects.select_related("author"):
        r = p.latest
        a = r.assessment
        signed = Decision.objects.filter(revision__procedure=p, signature__isnull=False).order_by("-signature__at").first()
        governs = next((g for g in a["governs"]), None)
        strip = a["strip"]
        step = max(1, len(strip["t_min"]) // 60)
        counted = [f["severity"] for f in a["findings"] if f["established"]]
        out.append(
            {
                "id": p.pk, "title": p.title, "author": p.author.full_name, "state": p.state, "number": r.number, "verdict": a["verdict"],
                "decided": signed.verdict if signed and signed.revision_id == r.pk else None, "stops": counted.count("stop"), "conditions": counted.count("condition"),
                "notes": counted.count("note"), "open": sum(not f["established"] for f in a["findings"]),
                "governs": printed.figure_text(governs["value"]) if governs else a["findings"][0]["message"] if a["findings"] else "nothing governs",
                "against": f"{governs['label']}; {governs['against']}" if governs else "", "days": (datetime.now(tz=p.changed.tzinfo) - p.changed).days,
                "silhouette": {"t_min": strip["t_min"][::step], "pot_C": strip["pot_C"][::step], "limits": strip["limits"]} if strip["t_min"] else None,
                "asked": p.asked,
                "mine": (p.state == "reviewer" and me.is_reviewer and p.author_id != me.pk) or (p.state == "author" and p.author_id == me.pk),
            }
        )  # fmt: skip
    return out


@api.post("/assess", by_alias=True, response={200: Assessed, 401: Message, 403: Message, 422: Message})
def assess_text(request: HttpRequest, given: TextIn) -> Any:
    """Read and assess a text with changes; nothing is kept."""
    from northsquall.settle import apply_edits

    text, records = apply_edits(given.text, given.edits, _me(request).full_name, "")
    _, assessment = procedures.assessed(
        text, [r.model_dump() for r in records], given.overrides, chemistry=[c.model_dump() for c in given.chemistry]
    )
    # written by pydantic at once: a second validation of our own document would cost as much as the engine
    body = f'{{"text": {json.dumps(text)}, "assessment": {assessment.model_dump_json(by_alias=True)}}}'
    return HttpResponse(body, content_type="application/json")


@api.post("/read", response={200: ReadOut, 401: Message, 403: Message, 422: Message})
def read_text(request: HttpRequest, given: WordsIn) -> Any:
    """The recognised pieces alone, for marks while one types."""
    from northsquall.sheets.charge import marks

    p = read(given.text)
    unread = [{"text": u.text, "start": u.span[0], "end": u.span[1], "why": u.why} for u in p.unread]
    body = json.dumps({"marks": [m.model_dump() for m in marks(p)], "unread": unread})  # no second validation: a key waits for it
    return HttpResponse(body, content_type="application/json")


@api.post("/questions", by_alias=True, response={200: list[Question], 401: Message, 403: Message, 422: Message})
def weighed_questions(request: HttpRequest, given: TextIn) -> Any:
    """The questions of a text, each tried with answers one would expect; what was answered before for the same words."""
    found = procedures.questions(
        given.text, [e.model_dump() for e in given.edits], given.overrides, [c.model_dump() for c in given.chemistry]
    )
    return HttpResponse(json.dumps([q.model_dump(by_alias=True) for q in found]), content_type="application/json")


@api.post("/answers", response={200: AnswerIn, 401: Message, 403: Message, 422: Message})
def keep_answer(request: HttpRequest, given: AnswerIn) -> Any:
    """Remember an answer for the same words in this laboratory."""
    kept = procedures.remember(_me(request), given.asks, given.phrase, given.answer)
    return {"asks": kept.asks, "phrase": kept.phrase, "answer": kept.answer}


@api.post("/files", response={200: FileText, 401: Message, 403: Message, 422: Message})
def open_file(request: HttpRequest, file: File[UploadedFile]) -> Any:
    """The text of a file; nothing is kept."""
    name = file.name or "the file"
    if file.size is not None and file.size > MAX_BYTES:
        raise FileError(f"{name} has {file.size / 1e6:.1f} MB; at most {MAX_BYTES // 1_000_000} MB is read")
    return {"text": check(text_of(name, file.read()))}


@api.post("/curves", by_alias=True, response={200: CurveOut, 401: Message, 403: Message, 422: Message})
def open_curve(request: HttpRequest, file: File[UploadedFile], given: Form[CurveIn]) -> Any:
    """A calorimeter's curve from CSV or JCAMP-DX, and what it says; nothing is kept."""
    name = file.name or "the file"
    if file.size is not None and file.size > CURVE_BYTES:
        raise CurveError(f"{name} has {file.size / 1e6:.1f} MB; at most {CURVE_BYTES // 1_000_000} MB is read")
    entry, says = procedures.curve(name, file.read(), given, given.family, given.why, _me(request).username)
    return {"entry": entry, "says": says}


@api.post("/preview", by_alias=True, response={200: Assessment, 401: Message, 403: Message, 422: Message})
def preview(request: HttpRequest, given: PreviewIn) -> Any:
    """The figures while dragging: values by path stand in for words; no search for remedies."""
    _, assessment = procedures.assessed(
        given.text, [], given.overrides, given.sets, preview=True, chemistry=[c.model_dump() for c in given.chemistry]
    )
    return HttpResponse(assessment.model_dump_json(by_alias=True), content_type="application/json")


@api.post("/failures", by_alias=True, response={200: list[Failure], 401: Message, 403: Message, 422: Message})
def failures(request: HttpRequest, given: FailIn) -> Any:
    """What each failure of the deciding vessel comes to: a curve and a sentence."""
    found = procedures.failures(given.text, given.overrides, [c.model_dump() for c in given.chemistry], given.at_min, given.kinds)
    return HttpResponse(json.dumps([f.model_dump(by_alias=True) for f in found]), content_type="application/json")


@api.post("/gas-failures", by_alias=True, response={200: list[GasFailure], 401: Message, 403: Message, 422: Message})
def gas_failures(request: HttpRequest, given: GasFailIn) -> Any:
    """What each failure of a gas line comes to: a curve and a sentence."""
    found = procedures.gas_failures(
        given.text, given.overrides, [c.model_dump() for c in given.chemistry], given.of, given.at_min, given.kinds
    )
    return HttpResponse(json.dumps([f.model_dump(by_alias=True) for f in found]), content_type="application/json")


@api.post("/proposals", response={200: SearchLine, 401: Message, 403: Message, 422: Message})
def proposals(request: HttpRequest, given: TextIn) -> Any:
    """Searches for changes that would make it acceptable: lines of JSON, progress first, what was found last. It ends with whoever reads it."""
    found = procedures.proposals(
        given.text, [e.model_dump() for e in given.edits], given.overrides, [c.model_dump() for c in given.chemistry]
    )
    first = next(found)  # what cannot be read is refused before the first line goes out
    lines = (json.dumps(x) + "\n" for x in chain([first], found))
    return StreamingHttpResponse(lines, content_type="application/x-ndjson")


@api.post("/uncertainty", by_alias=True, response={200: Spread, 401: Message, 403: Message, 422: Message})
def uncertainty(request: HttpRequest, given: SpreadIn) -> Any:
    """How the figures spread over the uncertain inputs, and what drives them; the same seed gives the same draws."""
    found = procedures.spread(given.text, given.overrides, [c.model_dump() for c in given.chemistry], given.seed, given.members)
    return HttpResponse(found.model_dump_json(by_alias=True), content_type="application/json")


@api.post("/procedures", by_alias=True, response={200: ProcedureOut, 401: Message, 403: Message, 422: Message})
def submit(request: HttpRequest, given: TextIn) -> Any:
    """Hand in a procedure."""
    revision = procedures.submit(_me(request), given.text)
    return _out(request, revision)


@api.get("/procedures/{procedure_id}", by_alias=True, response={200: ProcedureOut, 401: Message, 404: Message, 422: Message})
def procedure(request: HttpRequest, procedure_id: int, number: int | None = None) -> Any:
    """A procedure at its newest revision, or at one by number."""
    p = Procedure.objects.get(pk=procedure_id)
    return _out(request, p.latest if number is None else p.revisions.get(number=number))


@api.post(
    "/procedures/{procedure_id}/revisions",
    by_alias=True,
    response={200: ProcedureOut, 401: Message, 403: Message, 404: Message, 409: Conflict, 422: Message},
)
def revise(request: HttpRequest, procedure_id: int, given: RevisionIn) -> Any:
    """A new revision; where someone else was first it is kept aside and both are told."""
    revision = procedures.revise(_me(request), procedure_id, given.base, given.edits, given.text, given.overrides, given.why,
        None if given.chemistry is None else [c.model_dump() for c in given.chemistry],
    )  # fmt: skip
    return _out(request, revision)


@api.post("/procedures/{procedure_id}/return", response={200: Message, 401: Message, 403: Message, 404: Message, 422: Message})
def return_to_author(request: HttpRequest, procedure_id: int, given: Message) -> Any:
    """Send back to the author."""
    p = procedures.return_to_author(_me(request), procedure_id, given.message)
    return {"message": f"Returned to {p.author.full_name}."}


@api.post(
    "/procedures/{procedure_id}/decision", response={200: DecisionOut, 401: Message, 403: Message, 404: Message, 409: Message, 422: Message}
)
def decide(request: HttpRequest, procedure_id: int, given: DecisionIn) -> Any:
    """Keep a decision."""
    d = reviews.decide(_me(request), procedure_id, given.number, given.verdict, given.reason, given.conditions, given.dismissed)
    return _decision(d)


@api.post(
    "/procedures/{procedure_id}/signature",
    response={200: DecisionOut, 401: Message, 403: Message, 404: Message, 409: Message, 422: Message},
)
def sign(request: HttpRequest, procedure_id: int, given: SignIn) -> Any:
    """Sign one's decision; the password is asked for again."""
    s = reviews.sign(_me(request), procedure_id, given.number, given.password)
    return _decision(s.decision)


def _numbered(procedure_id: int, number: int | None) -> Revision:
    p = Procedure.objects.get(pk=procedure_id)
    return p.latest if number is None else p.revisions.get(number=number)


def _pdf(body: bytes, name: str) -> HttpResponse:
    response = HttpResponse(body, content_type="application/pdf")
    response["Content-Disposition"] = f'attachment; filename="{name}"'
    return response


@api.get("/procedures/{procedure_id}/report.pdf", include_in_schema=False)
def report(request: HttpRequest, procedure_id: int, number: int | None = None) -> HttpResponse:
    """The decision as a tagged PDF."""
    revision = _numbered(procedure_id, number)
    return _pdf(printed.report(revision), f"northsquall-{procedure_id}-revision-{revision.number}.pdf")


@api.get("/procedures/{procedure_id}/bench-card.pdf", include_in_schema=False)
def bench_card(request: HttpRequest, procedure_id: int, number: int | None = None) -> HttpResponse:
    """One page for the bench."""
    return _pdf(printed.bench_card(_numbered(procedure_id, number)), f"northsquall-{procedure_id}-bench-card.pdf")


def _planned(procedure_id: int, start: str) -> tuple[Revision, DayPlan]:
    revision = Procedure.objects.get(pk=procedure_id).latest
    return revision, procedures.planned(revision, start)


@api.get("/procedures/{procedure_id}/plan", by_alias=True, response={200: DayPlan, 401: Message, 404: Message, 422: Message})
def show_plan(request: HttpRequest, procedure_id: int, start: str) -> Any:
    """The newest revision by the clock."""
    return HttpResponse(_planned(procedure_id, start)[1].model_dump_json(by_alias=True), content_type="application/json")


@api.get("/procedures/{procedure_id}/shared", response={200: list[Shared], 401: Message, 404: Message, 422: Message})
def show_shared(request: HttpRequest, procedure_id: int, start: str, other: int, then: str) -> Any:
    """What this run and another of the same day want at the same time."""
    return procedures.shared(Procedure.objects.get(pk=procedure_id).latest, start, Procedure.objects.get(pk=other).latest, then)


@api.get("/procedures/{procedure_id}/plan.ics", include_in_schema=False)
def plan_calendar(request: HttpRequest, procedure_id: int, start: str) -> HttpResponse:
    """The plan for a calendar (RFC 5545)."""
    revision, plan = _planned(procedure_id, start)
    body = as_calendar(plan, revision.procedure.title, f"procedure-{procedure_id}-revision-{revision.number}")
    return _file(body, "text/calendar; charset=utf-8", f"northsquall-{procedure_id}-plan.ics")


@api.get("/procedures/{procedure_id}/plan.csv", include_in_schema=False)
def plan_table(request: HttpRequest, procedure_id: int, start: str) -> HttpResponse:
    """The plan as a table (RFC 4180)."""
    _, plan = _planned(procedure_id, start)
    return _file(as_csv(plan).encode(), "text/csv; charset=utf-8", f"northsquall-{procedure_id}-plan.csv")


def _file(body: bytes, kind: str, name: str) -> HttpResponse:
    answer = HttpResponse(body, content_type=kind)
    answer["Content-Disposition"] = f'attachment; filename="{name}"'
    return answer


@api.get("/procedures/{procedure_id}/curves.csv", include_in_schema=False)
def curves_table(request: HttpRequest, procedure_id: int, number: int | None = None) -> HttpResponse:
    """The strip's curves as a table."""
    revision = _numbered(procedure_id, number)
    strip = Assessment.model_validate(revision.assessment).strip
    return _file(exporting.curves(strip).encode(), "text/csv; charset=utf-8", f"curves-{procedure_id}-{revision.number}.csv")


@api.get("/procedures/{procedure_id}/charges.csv", include_in_schema=False)
def charge_table(request: HttpRequest, procedure_id: int, number: int | None = None) -> HttpResponse:
    """The charge table as intake takes it, with what it comes to."""
    revision = _numbered(procedure_id, number)
    body = exporting.charges(Document.model_validate(revision.document), Assessment.model_validate(revision.assessment))
    return _file(body.encode(), "text/csv; charset=utf-8", f"charges-{procedure_id}-{revision.number}.csv")


@api.get("/procedures/{procedure_id}/ladder.csv", include_in_schema=False)
def ladder_table(request: HttpRequest, procedure_id: int, scales: str = "1, 3, 10, 30, 100", reactor: bool = False) -> HttpResponse:
    """The ladder as a table, one row a rung."""
    found = procedures.rungs(Procedure.objects.get(pk=procedure_id).latest, scales, reactor)
    return _file(exporting.rungs(found).encode(), "text/csv; charset=utf-8", f"ladder-{procedure_id}.csv")


@api.get("/procedures/{procedure_id}/assessment.json", include_in_schema=False)
def assessment_file(request: HttpRequest, procedure_id: int, number: int | None = None) -> HttpResponse:
    """The whole assessment as it was signed or stands."""
    revision = _numbered(procedure_id, number)
    body = json.dumps(revision.assessment, ensure_ascii=False, indent=1).encode()
    return _file(body, "application/json", f"assessment-{procedure_id}-{revision.number}.json")


@api.get("/procedures/{procedure_id}/procedure.json", include_in_schema=False)
def procedure_file(request: HttpRequest, procedure_id: int, number: int | None = None) -> HttpResponse:
    """The procedure as the open document that intake and the command line take."""
    revision = _numbered(procedure_id, number)
    body = json.dumps(revision.document, ensure_ascii=False, indent=1).encode()
    return _file(body, "application/json", f"procedure-{procedure_id}-{revision.number}.json")


@api.get("/procedures/{procedure_id}/ladder", by_alias=True, response={200: list[Rung], 401: Message, 404: Message, 422: Message})
def show_ladder(request: HttpRequest, procedure_id: int, scales: str = "1, 3, 10, 30, 100", reactor: bool = False) -> Any:
    """The newest revision at several scales."""
    found = procedures.rungs(Procedure.objects.get(pk=procedure_id).latest, scales, reactor)
    return HttpResponse(json.dumps([r.model_dump(by_alias=True) for r in found]), content_type="application/json")


@api.get("/log", response={200: LogOut, 401: Message, 403: Message})
def show_log(request: HttpRequest) -> Any:
    """The newest entries of the log; managers and reviewers may read it."""
    me = _me(request)
    if not (me.is_manager or me.is_reviewer):
        raise procedures.NotAllowed("The log is read by managers and reviewers.")
    entries = [
        {
            "id": e.pk,
            "at": e.at.isoformat(),
            "actor": e.actor.full_name if e.actor else "",
            "action": e.action,
            "subject": e.subject,
            "hash": e.hash[:12],
        }
        for e in Entry.objects.select_related("actor").order_by("-id")[:200]
    ]
    return {"holds": broken_at() is None, "entries": entries}


@api.get("/catalogue", response={200: list[HitOut], 401: Message, 422: Message})
def search_catalogue(request: HttpRequest, q: str = "") -> Any:
    """Substances for a name, part of one, a CAS number, a formula or a structure."""
    cat, waiting = catalogue.readable()
    return [
        {"id": s.id, "formula": s.formula, "cas": s.cas or "", "phase": s.phase, "why": why, "local": s.local, "waits": s.id in waiting}
        for s, why in catalogue.find(q[:300], cat)
    ]


@api.get("/catalogue/substance", response={200: SubstanceOut, 401: Message, 404: Message, 422: Message})
def show_substance(request: HttpRequest, id: str) -> Any:
    """One substance with every value, its source and its other sources."""
    me = _me(request)
    cat, waiting = catalogue.readable()
    found = catalogue.find(id[:300], cat, 1)
    s = cat.substances.get(id) or (found[0][0] if found else None)
    if s is None:
        return Status(404, {"message": f"“{id[:80]}” is in no catalogue here; a name, CAS number or structure was expected."})
    rows = LocalRecord.objects.filter(substance=s.id).select_related("added_by", "confirmed_by")
    return {
        **catalogue.described(s),
        "records": [_local(r, me) for r in rows],
        "may_add": me.is_reviewer or me.is_manager,
        "waits": s.id in waiting,
    }


@api.post("/catalogue", response={200: LocalOut, 401: Message, 403: Message, 422: Message})
def add_substance(request: HttpRequest, given: SubstanceIn) -> Any:
    """Add a substance or correct values; it counts after a second person's look."""
    me = _me(request)
    if not (me.is_reviewer or me.is_manager):
        raise procedures.NotAllowed("The catalogue is changed by reviewers and managers.")
    record = given.model_dump(exclude={"why"}, exclude_none=True)
    return _local(catalogue.add(me, record, given.why), me)


@api.post("/catalogue/records/{record_id}/confirm", response={200: LocalOut, 401: Message, 403: Message, 404: Message, 422: Message})
def confirm_substance(request: HttpRequest, record_id: int) -> Any:
    """The second person's look."""
    me = _me(request)
    if not (me.is_reviewer or me.is_manager):
        raise procedures.NotAllowed("The catalogue is changed by reviewers and managers.")
    return _local(catalogue.confirm(me, record_id), me)


def _local(r: LocalRecord, me: User) -> dict[str, Any]:
    return {
        "id": r.pk, "substance": r.substance, "record": r.record, "why": r.why, "added_by": r.added_by.full_name, "added": r.added,
        "confirmed_by": r.confirmed_by.full_name if r.confirmed_by else "", "mine": r.added_by_id == me.pk,
    }  # fmt: skip


def _decision(d: Decision) -> dict[str, Any]:
    s = getattr(d, "signature", None)
    return {
        "reviewer": d.reviewer.full_name, "verdict": d.verdict, "proposed": d.proposed, "reason": d.reason, "conditions": d.conditions, "dismissed": d.dismissed,
        "open": reviews.open_points(d.revision, d.verdict, d.reason, d.dismissed),
        "signature": {"signer": s.signer.full_name, "at": s.at, "meaning": s.meaning, "document_hash": s.document_hash} if s else None,
    }  # fmt: skip


def _out(request: HttpRequest, r: Revision) -> dict[str, Any]:
    me, p = _me(request), r.procedure
    decision = Decision.objects.filter(revision=r).order_by("-signature__at", "-changed").first()
    own = p.author_id == me.pk
    why_not = (
        ""
        if me.is_reviewer and not own
        else "Nobody signs their own procedure."
        if own
        else f"Signing needs the role reviewer; {me.full_name} is {' and '.join(me.roles) or 'a guest'}."
    )
    return {
        "id": p.pk, "title": p.title, "author": p.author.full_name, "state": p.state, "number": r.number, "newest": p.latest.number, "text": r.text,
        "overrides": r.overrides, "chemistry": r.chemistry, "input_hash": r.input_hash, "assessment": r.assessment,
        "history": [{"number": x.number, "by": x.by.full_name, "at": x.at, "why": x.why, "aside": x.aside, "verdict": x.assessment["verdict"]} for x in p.revisions.select_related("by")],
        "decision": _decision(decision) if decision else None, "asked": p.asked, "may_revise": me.is_reviewer or own, "may_decide": me.is_reviewer and not own, "why_not": why_not,
    }  # fmt: skip
