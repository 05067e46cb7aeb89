"""What a laboratory adds to the catalogue: it wins here, once a second person has looked at it."""

from __future__ import annotations

from django.conf import settings
from django.db import models


class LocalRecord(models.Model):
    """A substance added, or values of a shipped one corrected. Never changed; a newer record takes its place."""

    substance = models.CharField(max_length=120, db_collation=settings.BINARY)
    record = models.JSONField()
    """id, names, smiles, phase, cas, values [{property, phase, value, unit, uncertainty, source}] as the core takes it."""
    why = models.CharField(max_length=400)
    added_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")
    added = models.DateTimeField()
    confirmed_by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.PROTECT, related_name="+")
    confirmed = models.DateTimeField(null=True)

    class Meta:
        ordering = ["id"]
