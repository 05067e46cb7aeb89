"""Shared: hypothesis profiles, the deep switch, the demo texts."""

from __future__ import annotations

import os
from pathlib import Path

import pytest
from deepness import DEEP
from hypothesis import HealthCheck, settings

ROOT = Path(__file__).resolve().parent.parent
os.environ.setdefault("DJANGO_ALLOW_ASYNC_UNSAFE", "true")

settings.register_profile("quick", deadline=None, max_examples=60, derandomize=True, suppress_health_check=[HealthCheck.too_slow])
settings.register_profile("deep", deadline=None, max_examples=4000, suppress_health_check=[HealthCheck.too_slow])
settings.load_profile("deep" if DEEP else "quick")


def pytest_collection_modifyitems(items: list[pytest.Item]) -> None:
    """Browser tests share one server: one worker runs them."""
    for item in items:
        if "browser" in item.path.parts:
            item.add_marker(pytest.mark.xdist_group("browser"))


@pytest.fixture(scope="session")
def demo() -> dict[str, str]:
    """Demo texts by file name."""
    return {p.stem: p.read_text("utf-8") for p in sorted((ROOT / "demo").glob("*.txt"))}


collect_ignore = [] if DEEP else ["reference/test_catalogue_lists.py"]  # builds the catalogue anew, twenty seconds
