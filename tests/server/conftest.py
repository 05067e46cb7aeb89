"""A small laboratory for the server's tests."""

from __future__ import annotations

from typing import Any

import pytest
from django.test import Client

from accounts.models import User


class Person:
    """A signed-in client that speaks JSON."""

    def __init__(self, user: User) -> None:
        self.user = user
        self.client = Client(enforce_csrf_checks=False)
        self.client.force_login(user, backend="django.contrib.auth.backends.ModelBackend")

    def get(self, path: str) -> Any:
        return self.client.get(f"/api{path}")

    def post(self, path: str, **body: Any) -> Any:
        return self.client.post(f"/api{path}", body, content_type="application/json")


@pytest.fixture(autouse=True)
def fast_passwords(settings: Any) -> None:
    settings.PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]


@pytest.fixture
def people(db: None) -> dict[str, Person]:
    out = {}
    for name, roles in {
        "author": ["author"],
        "reviewer": ["reviewer"],
        "both": ["author", "reviewer"],
        "operator": ["operator"],
        "manager": ["manager"],
    }.items():
        user = User(username=name, full_name=name.title(), **{f"is_{r}": True for r in roles})
        user.set_password("right-password")
        user.save()
        out[name] = Person(user)
    return out
