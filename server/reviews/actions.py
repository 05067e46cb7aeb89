"""Deciding and signing."""

from __future__ import annotations

import hashlib
import json
from typing import Any

from django.contrib.auth.hashers import check_password
from django.db import transaction
from django.utils import timezone

from accounts.models import User
from procedures.actions import NotAllowed
from procedures.models import Procedure, Revision
from records.models import log
from reviews.models import Decision, Signature

VERDICTS = ("not acceptable", "not established", "acceptable with conditions", "acceptable")
MEANING = "I have reviewed this revision and decide as stated"


class Unfit(Exception):
    """The decision cannot be kept or signed as it is; the message says what is open."""


def open_points(revision: Revision, verdict: str, reason: str, dismissed: dict[str, str]) -> list[str]:
    """What stands in the way of signing, one sentence each."""
    a = revision.assessment
    out = []
    if a["referred"]:
        return ["this work is referred out and cannot be decided here"]
    if verdict != a["verdict"] and len(reason.strip()) < 10:
        out.append(f"the tool proposes “{a['verdict']}”; to differ, write why")
    if verdict.startswith("acceptable"):
        for i, f in enumerate(a["findings"]):
            if f["severity"] == "stop" and len(dismissed.get(key_of(i, f), "").strip()) < 10:
                out.append(f"the stop {f['code']} stands; mend the procedure, or dismiss it with a reason")
    return out


def key_of(index: int, finding: dict[str, Any]) -> str:
    """A finding's key within one assessment."""
    return f"{finding['code']}-{finding['step'] or 0}-{index}"


def _may_decide(by: User, procedure: Procedure) -> None:
    if not by.is_reviewer:
        raise NotAllowed(f"{by.full_name} is no reviewer; deciding and signing needs the role reviewer.")
    if procedure.author_id == by.pk:
        raise NotAllowed("Nobody decides on or signs their own procedure; another reviewer must.")


@transaction.atomic
def decide(
    by: User, procedure_id: int, number: int, verdict: str, reason: str, conditions: list[str], dismissed: dict[str, str]
) -> Decision:
    """Keep a draft of a decision on the newest revision."""
    procedure = Procedure.objects.select_for_update().get(pk=procedure_id)
    _may_decide(by, procedure)
    revision = procedure.revisions.get(number=number)
    if revision.pk != procedure.latest.pk:
        raise Unfit(f"revision {number} is no longer the newest; decide on revision {procedure.latest.number}")
    if verdict not in VERDICTS:
        raise Unfit(f"“{verdict}” is no verdict; one of {', '.join(VERDICTS)} was expected")
    existing = Decision.objects.filter(revision=revision, reviewer=by).first()
    if existing and hasattr(existing, "signature"):
        raise Unfit("this decision is signed; a new revision can be decided anew")
    decision, _ = Decision.objects.update_or_create(
        revision=revision, reviewer=by,
        defaults={"verdict": verdict, "proposed": revision.assessment["verdict"], "reason": reason, "conditions": [c for c in conditions if c.strip()], "dismissed": dismissed},
    )  # fmt: skip
    log(by, "drafted decision", f"procedure {procedure.pk} revision {number}", verdict=verdict)
    return decision


def document_hash(decision: Decision) -> str:
    """Hash over the revision's text, document and assessment, and the decision."""
    r = decision.revision
    body = json.dumps(
        [r.text, r.document, r.assessment, r.input_hash, decision.verdict, decision.reason, decision.conditions, decision.dismissed, decision.reviewer.username],
        sort_keys=True, ensure_ascii=False,
    )  # fmt: skip
    return hashlib.sha256(body.encode()).hexdigest()


@transaction.atomic
def sign(by: User, procedure_id: int, number: int, password: str) -> Signature:
    """Sign one's own decision with the password. Refused while anything is open."""
    procedure = Procedure.objects.select_for_update().get(pk=procedure_id)
    _may_decide(by, procedure)
    decision = Decision.objects.filter(revision__procedure=procedure, revision__number=number, reviewer=by).first()
    if decision is None:
        raise Unfit("there is no decision yet to sign")
    if decision.revision_id != procedure.latest.pk:
        raise Unfit(f"revision {number} is no longer the newest; decide on revision {procedure.latest.number}")
    if hasattr(decision, "signature"):
        raise Unfit("this decision is signed already")
    points = open_points(decision.revision, decision.verdict, decision.reason, decision.dismissed)
    if points:
        raise Unfit("not signed: " + "; ".join(points))
    if not check_password(password, by.password):
        raise NotAllowed("The password does not fit; nothing was signed.")
    signature = Signature(decision=decision, signer=by, meaning=MEANING, at=timezone.now(), document_hash=document_hash(decision))
    signature.save()
    procedure.state = Procedure.State.DECIDED
    procedure.save()
    log(
        by,
        "signed",
        f"procedure {procedure.pk} revision {number}",
        verdict=decision.verdict,
        document=signature.document_hash,
        meaning=MEANING,
    )
    return signature
