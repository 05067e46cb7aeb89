"""People and what they may do. One person may hold several roles."""

from __future__ import annotations

from django.contrib.auth.models import AbstractUser
from django.db import models


class User(AbstractUser):
    """A person of the laboratory."""

    full_name = models.CharField(max_length=120)
    is_author = models.BooleanField(default=False)
    is_reviewer = models.BooleanField(default=False)
    is_operator = models.BooleanField(default=False)
    is_manager = models.BooleanField(default=False)

    @property
    def roles(self) -> list[str]:
        """Role names, in a fixed order."""
        return [r for r in ("author", "reviewer", "operator", "manager") if getattr(self, f"is_{r}")]
