"""The laboratory's own rules: one document, read from demo/laboratory.json or NORTHSQUALL_LABORATORY."""

from __future__ import annotations

import os
from functools import cache
from pathlib import Path

from django.conf import settings

from northsquall.procedure import Laboratory


@cache
def current() -> Laboratory:
    """The laboratory document; defaults where there is none. Raises ValidationError for a broken one."""
    path = Path(os.environ.get("NORTHSQUALL_LABORATORY", settings.ROOT / "demo" / "laboratory.json"))
    if not path.exists():
        return Laboratory()
    return Laboratory.model_validate_json(path.read_text("utf-8"))
