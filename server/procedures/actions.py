"""What people do with procedures. Each action: its permission, its transaction, its log entry."""

from __future__ import annotations

import hashlib
import json
from collections.abc import Iterator
from datetime import datetime
from functools import lru_cache
from typing import Any

from catalogue import actions as catalogue
from django.db import transaction
from django.utils import timezone

from accounts.models import User
from northsquall.assess import assess, work_out
from northsquall.assessment import (
    Assessment,
    CurveLine,
    DayPlan,
    Failure,
    GasFailure,
    Proposed,
    Question,
    Remembered,
    Rung,
    Shared,
    Spread,
    TextEdit,
)
from northsquall.calorimetry import CurveError, curve_of, evaluate
from northsquall.calorimetry.measured import Measured
from northsquall.failing import fail
from northsquall.gas.failing import failures as gas_fail
from northsquall.ladder import ladder
from northsquall.planning import plan_day
from northsquall.planning import shared as shared_of
from northsquall.procedure import Chemistry, Edit, Laboratory, Sample
from northsquall.procedure import Procedure as Document
from northsquall.proposing import propose
from northsquall.questions import weigh
from northsquall.reading import read
from northsquall.review import settings_for
from northsquall.settle import SettingError, apply_edits, set_value
from northsquall.sheets.curves import curve_line
from northsquall.uncertainty import spread as spread_of
from procedures.laboratory import current as laboratory
from procedures.models import Answer, Procedure, Revision
from records.models import log

MOST_RUNGS = 8


class NotAllowed(Exception):
    """The person may not do this; the message says why and who may."""


class Outrun(Exception):
    """Someone else changed the base first. The change was kept aside as `revision`."""

    def __init__(self, revision: Revision, latest: Revision) -> None:
        self.revision, self.latest = revision, latest
        super().__init__(
            f"{latest.by.full_name} changed this procedure while you did (revision {latest.number}). "
            f"Yours is kept beside it as revision {revision.number}; compare the two and adopt what should stand."
        )


@lru_cache(maxsize=64)
def _read(text: str) -> str:
    """The document of a text, as JSON (cached: a drag asks for the same text many times)."""
    return read(text).model_dump_json(by_alias=True)


def document_of(
    text: str, edits: list[dict[str, Any]], overrides: dict[str, float], chemistry: list[dict[str, Any]] | None = None
) -> Document:
    """The procedure document of a text with its edits and replaced assumptions. Raises ReadError, SettingError."""
    document = Document.model_validate_json(_read(text.replace("\r\n", "\n").replace("\r", "\n")))
    document.edits = [Edit.model_validate(e) for e in edits]
    document.chemistry = [Chemistry.model_validate(c) for c in chemistry or []]
    for path, value in overrides.items():
        set_value(document, path, str(value))
    return document


def assessed(
    text: str,
    edits: list[dict[str, Any]],
    overrides: dict[str, float],
    sets: dict[str, float] | None = None,
    preview: bool = False,
    chemistry: list[dict[str, Any]] | None = None,
) -> tuple[Document, Assessment]:
    """Document and assessment. `sets` are values by path that stand in for words while dragging."""
    document = document_of(text, edits, overrides, chemistry)
    for path, value in (sets or {}).items():
        set_value(document, path, str(value))
    return document, assess(document, catalogue=catalogue.current(), laboratory=laboratory(), preview=preview)


def curve(name: str, raw: bytes, sample: Sample, family: str, why: str, by: str) -> tuple[Chemistry, CurveLine]:
    """A calorimeter's curve as an entry for a procedure, and what it says. Raises CurveError."""
    if len(why.strip()) < 3:
        raise CurveError("what was measured is not said; the sample and who ran it were expected, e.g. “final mixture, DSC of 3 May”")
    known = {k: getattr(sample, k) for k in Sample.model_fields}
    read = curve_of(name, raw, sample.kind).model_copy(update=known)
    entry = Chemistry(what="curve", family=family, curve=read, why=why.strip(), by=by)
    return entry, curve_line(Measured(entry, evaluate(read)))


def proposals(
    text: str, edits: list[dict[str, Any]], overrides: dict[str, float], chemistry: list[dict[str, Any]]
) -> Iterator[dict[str, Any]]:
    """Searches as they go: how far before each, what was found last."""
    document = document_of(text, edits, overrides, chemistry)
    for x in propose(document, catalogue=catalogue.current(), laboratory=laboratory()):
        if isinstance(x, Proposed):
            yield {"done": 1, "of": 1, "what": "", "found": x.model_dump(by_alias=True)}
        else:
            yield {"done": x.done, "of": x.of, "what": x.what, "found": None}


def shared(revision: Revision, start: str, other: Revision, then: str) -> list[Shared]:
    """What two runs on one day want at the same time. Raises SettingError for what is no time."""
    a, b = (document_of(r.text, r.edits, r.overrides, r.chemistry) for r in (revision, other))
    return shared_of(a, _clock(start), b, _clock(then), catalogue=catalogue.current(), laboratory=laboratory())


def spread(text: str, overrides: dict[str, float], chemistry: list[dict[str, Any]], seed: int, members: int) -> Spread:
    """Figures over the uncertain inputs. Raises NoCurve where there is no curve, SettingError for a number that cannot be drawn."""
    document = document_of(text, [], overrides, chemistry)
    return spread_of(document, seed, members, catalogue=catalogue.current(), laboratory=laboratory())


def failures(
    text: str, overrides: dict[str, float], chemistry: list[dict[str, Any]], at_min: float | None, kinds: list[str]
) -> list[Failure]:
    """What each failure comes to, at a moment or at its worst one. Raises NoCurve where there is no curve."""
    document = document_of(text, [], overrides, chemistry)
    return fail(document, at_min, kinds or None, catalogue=catalogue.current(), laboratory=laboratory())


def gas_failures(
    text: str, overrides: dict[str, float], chemistry: list[dict[str, Any]], of: str, at_min: float, kinds: list[str]
) -> list[GasFailure]:
    """What each failure of a vessel's gas line comes to from a minute on; none where it has no line."""
    document = document_of(text, [], overrides, chemistry)
    current = catalogue.current()
    context = work_out(document, current, settings_for(document, laboratory())).context
    return gas_fail(context, of, at_min, kinds or None)


def _clock(start: str) -> datetime:
    """A day and a time of the laboratory's own clock. Raises SettingError."""
    try:
        at = datetime.fromisoformat(start)
    except ValueError as exc:
        raise SettingError(f"“{start[:40]}” is no start; a day and a time were expected, e.g. 2026-11-27T09:00") from exc
    if at.tzinfo is not None:
        raise SettingError(f"“{start[:40]}” names a time zone; the laboratory's own clock was expected, e.g. 2026-11-27T09:00")
    if not 2000 <= at.year <= 2199:
        raise SettingError(f"the year {at.year} is out of range; 2000 to 2199 was expected")
    return at


def planned(revision: Revision, start: str) -> DayPlan:
    """The day plan of a revision from `start` (ISO 8601, local time). Raises SettingError for what is no time."""
    at = _clock(start)
    document = document_of(revision.text, revision.edits, revision.overrides, revision.chemistry)
    return plan_day(document, at.replace(second=0, microsecond=0), catalogue=catalogue.current(), laboratory=laboratory())


def rungs(revision: Revision, scales: str, reactor: bool = False) -> list[Rung]:
    """The ladder of a revision at the scales given as "1, 3, 10". Raises SettingError or NoRung for what is no scale."""
    factors = []
    for word in scales.replace(";", ",").split(","):
        if not word.strip():
            continue
        try:
            factors.append(float(word))
        except ValueError as exc:
            raise SettingError(f"“{word.strip()[:20]}” is no scale; numbers such as 1, 3, 10 were expected") from exc
    if not 1 <= len(factors) <= MOST_RUNGS:
        raise SettingError(f"{len(factors)} scales were given; one to {MOST_RUNGS} were expected")
    document = document_of(revision.text, revision.edits, revision.overrides, revision.chemistry)
    return ladder(document, factors, reactor=reactor, catalogue=catalogue.current(), laboratory=laboratory())


def input_hash(text: str, overrides: dict[str, float], rules: Laboratory, chemistry: list[dict[str, Any]] | None = None) -> str:
    """Hash over all that an assessment depends on, versions aside."""
    body = json.dumps(
        [text, overrides, rules.model_dump(by_alias=True), *([chemistry] if chemistry else [])], sort_keys=True, ensure_ascii=False
    )
    return hashlib.sha256(body.encode()).hexdigest()


def _revision(
    procedure: Procedure,
    by: User,
    text: str,
    edits: list[dict[str, Any]],
    overrides: dict[str, float],
    why: str,
    base: Revision | None,
    aside: bool = False,
    chemistry: list[dict[str, Any]] | None = None,
) -> Revision:
    document, assessment = assessed(text, edits, overrides, chemistry=chemistry)
    last = procedure.revisions.order_by("-number").first()
    revision = Revision(
        procedure=procedure, number=(last.number if last else 0) + 1, base=base, aside=aside, by=by, at=timezone.now(), why=why[:400],
        text=document.source_text, edits=edits, overrides=overrides, chemistry=chemistry or [], document=document.model_dump(by_alias=True),
        assessment=assessment.model_dump(by_alias=True), input_hash=input_hash(document.source_text, overrides, laboratory(), chemistry),
        core_version=assessment.versions["core"], catalogue_version=assessment.versions["catalogue"],
    )  # fmt: skip
    revision.save()
    return revision


@transaction.atomic
def submit(by: User, text: str) -> Revision:
    """An author hands in a procedure. Authors and reviewers may. Raises ReadError."""
    if not (by.is_author or by.is_reviewer):
        raise NotAllowed(f"{by.full_name} may read procedures; handing one in needs the role author.")
    title = document_of(text, [], {}).title or "Untitled procedure"
    procedure = Procedure.objects.create(title=title[:200], author=by)
    revision = _revision(procedure, by, text, [], {}, "handed in", None)
    log(by, "handed in", f"procedure {procedure.pk} revision 1", input=revision.input_hash)
    return revision


def revise(
    by: User,
    procedure_id: int,
    base_number: int,
    changes: list[TextEdit] | None,
    text: str | None,
    overrides: dict[str, float] | None,
    why: str,
    chemistry: list[dict[str, Any]] | None = None,
) -> Revision:
    """A new revision on top of `base_number`: words changed in place, or a whole new text.

    Raises Outrun (with the change kept aside) where the base is no longer the newest.
    """
    aside = None
    with transaction.atomic():
        procedure = Procedure.objects.select_for_update().get(pk=procedure_id)
        if not (by.is_reviewer or procedure.author_id == by.pk):
            raise NotAllowed(f"Only its author {procedure.author.full_name} or a reviewer may change this procedure.")
        base = procedure.revisions.get(number=base_number)
        new_overrides = {**base.overrides, **(overrides or {})}
        if text is not None:
            new_text, edits = text, []
        else:
            new_text, records = apply_edits(
                base.text, changes or [], by.full_name, timezone.now().date().isoformat(), why, [Edit.model_validate(e) for e in base.edits]
            )
            edits = [r.model_dump() for r in records]
        latest = procedure.latest
        outrun = latest.pk != base.pk
        settled = base.chemistry if chemistry is None else chemistry
        revision = _revision(procedure, by, new_text, edits, new_overrides, why, base, aside=outrun, chemistry=settled)
        if outrun:
            aside = (revision, latest)
        elif procedure.state == Procedure.State.DECIDED or (procedure.state == Procedure.State.AUTHOR and by.pk == procedure.author_id):
            procedure.state, procedure.asked = Procedure.State.REVIEWER, ""
        procedure.save()
        log(
            by,
            "kept aside" if outrun else "revised",
            f"procedure {procedure.pk} revision {revision.number}",
            base=base.number,
            why=why,
            input=revision.input_hash,
        )
    if aside:
        raise Outrun(*aside)
    return revision


@transaction.atomic
def return_to_author(by: User, procedure_id: int, message: str) -> Procedure:
    """A reviewer sends a procedure back with a question."""
    if not by.is_reviewer:
        raise NotAllowed(f"{by.full_name} is no reviewer; only a reviewer sends a procedure back.")
    procedure = Procedure.objects.select_for_update().get(pk=procedure_id)
    if len(message.strip()) < 5:
        raise SettingError("the question to the author is empty; write what is asked")
    procedure.state = Procedure.State.AUTHOR
    procedure.asked = message.strip()[:4000]
    procedure.save()
    log(by, "returned to author", f"procedure {procedure.pk}", message=message[:1000])
    return procedure


def phrase_of(text: str) -> str:
    """Words as they are remembered: lower case, single spaces, at most 300 characters."""
    return " ".join(text.lower().split())[:300]


def questions(given: str, edits: list[dict[str, Any]], overrides: dict[str, float], chemistry: list[dict[str, Any]]) -> list[Question]:
    """The questions of a text with their answers tried, what moves most first, and what was answered before for the same words."""
    document, assessment = assessed(given, edits, overrides, preview=True, chemistry=chemistry)
    out = weigh(document, assessment.questions, catalogue=catalogue.current(), laboratory=laboratory())
    for q in out:
        if q.anchor is None or not q.asks:
            continue
        phrase = phrase_of(document.source_text[q.anchor.start : q.anchor.end])
        known = Answer.objects.filter(asks=q.asks.partition(":")[0], phrase=phrase).select_related("by").first()
        if known is not None:
            q.remembered = Remembered(answer=known.answer, by=known.by.full_name, on=known.at.date().isoformat())
    return out


@transaction.atomic
def remember(by: User, asks: str, phrase: str, answer: str) -> Answer:
    """Keep an answer for the same words. Authors and reviewers may. Raises SettingError for an empty one."""
    if not (by.is_author or by.is_reviewer):
        raise NotAllowed(f"{by.full_name} may read procedures; answering a question needs the role author or reviewer.")
    kind, words, said = asks.partition(":")[0], phrase_of(phrase), " ".join(answer.split())
    if not kind or not words or not said:
        raise SettingError("an answer needs the words it is about and what is answered; one of them is empty")
    if len(said) > 200:
        raise SettingError(f"the answer has {len(said)} characters; at most 200 were expected")
    kept = Answer.objects.create(asks=kind[:20], phrase=words, answer=said, by=by, at=timezone.now())
    log(by, "answered", f"question about {kind}"[:120], words=words, answer=said)
    return kept
