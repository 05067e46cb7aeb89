"""The log: it only grows, and each entry is chained to the one before by its hash."""

from __future__ import annotations

import hashlib
import json
from typing import Any

from django.conf import settings
from django.db import models, transaction
from django.utils import timezone


class Entry(models.Model):
    """Who did what to what, and when."""

    at = models.DateTimeField()
    actor = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.PROTECT)
    action = models.CharField(max_length=60)
    subject = models.CharField(max_length=120, db_collation=settings.BINARY)
    detail = models.JSONField(default=dict)
    previous = models.CharField(max_length=64, db_collation=settings.BINARY)
    hash = models.CharField(max_length=64, unique=True, db_collation=settings.BINARY)

    class Meta:
        ordering = ["id"]

    def save(self, *args: Any, **kwargs: Any) -> None:
        """Entries are written once."""
        if self.pk:
            raise TypeError("a log entry is not changed")
        super().save(*args, **kwargs)

    def computed(self) -> str:
        """The hash of this entry over its contents and the hash before it."""
        body = json.dumps(
            [self.at.isoformat(timespec="microseconds"), self.actor_id, self.action, self.subject, self.detail, self.previous],
            sort_keys=True, ensure_ascii=False,
        )  # fmt: skip
        return hashlib.sha256(body.encode()).hexdigest()


class Head(models.Model):
    """The last hash; its row is locked while an entry is added, so that the chain cannot fork."""

    last = models.CharField(max_length=64, db_collation=settings.BINARY, default="")


def log(actor: Any, action: str, subject: str, **detail: Any) -> Entry:
    """Add an entry. Must run inside the transaction of what it records."""
    if not transaction.get_connection().in_atomic_block:
        raise RuntimeError("a log entry belongs into the transaction of what it records")
    head, _ = Head.objects.select_for_update().get_or_create(pk=1)
    entry = Entry(at=timezone.now(), actor=actor, action=action, subject=subject, detail=detail, previous=head.last)
    entry.hash = entry.computed()
    entry.save()
    head.last = entry.hash
    head.save()
    return entry


def broken_at() -> int | None:
    """Number of the first entry that does not fit the chain; None if all do."""
    previous = ""
    for entry in Entry.objects.order_by("id").iterator():
        if entry.previous != previous or entry.computed() != entry.hash:
            return int(entry.pk)
        previous = entry.hash
    head = Head.objects.filter(pk=1).first()
    return None if (head.last if head else "") == previous else 0
