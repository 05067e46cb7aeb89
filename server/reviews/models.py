"""Decisions and signatures."""

from __future__ import annotations

from typing import Any

from django.conf import settings
from django.db import models

from procedures.models import Revision


class Decision(models.Model):
    """A reviewer's decision on one revision; a draft until it is signed."""

    revision = models.ForeignKey(Revision, on_delete=models.PROTECT, related_name="decisions")
    reviewer = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT)
    verdict = models.CharField(max_length=40)
    proposed = models.CharField(max_length=40)
    reason = models.TextField(blank=True)
    """Why the reviewer differs from what was proposed."""
    conditions = models.JSONField(default=list)
    dismissed = models.JSONField(default=dict)
    """Finding key to the written reason."""
    changed = models.DateTimeField(auto_now=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["revision", "reviewer"], name="one_decision_a_reviewer")]


class Signature(models.Model):
    """Meaning, time and the hash of what was signed. Written once."""

    decision = models.OneToOneField(Decision, on_delete=models.PROTECT, related_name="signature")
    signer = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT)
    meaning = models.CharField(max_length=200)
    at = models.DateTimeField()
    document_hash = models.CharField(max_length=64, db_collation=settings.BINARY)

    def save(self, *args: Any, **kwargs: Any) -> None:
        """A signature is not changed."""
        if self.pk:
            raise TypeError("a signature is not changed")
        super().save(*args, **kwargs)
