"""Procedures and their revisions. A revision is written once and reproduces its assessment."""

from __future__ import annotations

from typing import Any

from django.conf import settings
from django.db import models


class Procedure(models.Model):
    """A procedure under review; what it says stands in its revisions."""

    class State(models.TextChoices):
        """Who it waits for."""

        REVIEWER = "reviewer", "waits for the reviewer"
        AUTHOR = "author", "waits for the author"
        DECIDED = "decided", "decided"

    title = models.CharField(max_length=200, db_collation=settings.BINARY)
    author = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="procedures")
    state = models.CharField(max_length=12, choices=State.choices, default=State.REVIEWER)
    asked = models.TextField(blank=True)
    """What the reviewer asks while it waits for the author."""
    created = models.DateTimeField(auto_now_add=True)
    changed = models.DateTimeField(auto_now=True)

    class Meta:
        ordering = ["-changed"]

    @property
    def latest(self) -> Revision:
        """The newest revision on the main line (set-aside ones are kept, but do not lead)."""
        found = self.revisions.filter(aside=False).order_by("-number").first()
        assert found is not None, "a procedure is made with its first revision"
        return found


class Revision(models.Model):
    """One state of the text with what was read and computed from it. Immutable."""

    procedure = models.ForeignKey(Procedure, on_delete=models.PROTECT, related_name="revisions")
    number = models.PositiveIntegerField()
    base = models.ForeignKey("self", null=True, on_delete=models.PROTECT, related_name="followers")
    aside = models.BooleanField(default=False)
    """Kept, but not leading: someone else had changed the base first."""
    by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT)
    at = models.DateTimeField()
    why = models.CharField(max_length=400, blank=True)
    text = models.TextField(db_collation=settings.BINARY)
    edits = models.JSONField(default=list)
    overrides = models.JSONField(default=dict)
    """Assumptions that a reviewer replaced: path to value."""
    chemistry = models.JSONField(default=list)
    """What a reviewer settled about reactions: switched off, heat or extent replaced, added."""
    document = models.JSONField()
    assessment = models.JSONField()
    input_hash = models.CharField(max_length=64, db_collation=settings.BINARY)
    core_version = models.CharField(max_length=20)
    catalogue_version = models.CharField(max_length=20, db_collation=settings.BINARY)

    class Meta:
        ordering = ["procedure_id", "number"]
        constraints = [models.UniqueConstraint(fields=["procedure", "number"], name="revision_number_once")]

    def save(self, *args: Any, **kwargs: Any) -> None:
        """Revisions are written once."""
        if self.pk:
            raise TypeError("a revision is not changed; write a new one")
        super().save(*args, **kwargs)


class Answer(models.Model):
    """What somebody of this laboratory answered to a question about these words; the newest is offered again."""

    asks = models.CharField(max_length=20, db_collation=settings.BINARY)
    """Kind of the question: "duration", "amount", "identity"…"""
    phrase = models.CharField(max_length=300, db_collation=settings.BINARY)
    """The words that raised it, in lower case with single spaces."""
    answer = models.CharField(max_length=200, db_collation=settings.BINARY)
    by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")
    at = models.DateTimeField()

    class Meta:
        ordering = ["-id"]
        indexes = [models.Index(fields=["asks", "phrase"], name="answer_by_phrase")]
