"""The published JSON Schemas, written from the models."""

from __future__ import annotations

import json
from pathlib import Path

from pydantic import BaseModel

from northsquall.assessment import Assessment
from northsquall.procedure import Laboratory, Procedure


def documents() -> dict[str, str]:
    """File name → schema text."""
    models: dict[str, type[BaseModel]] = {"procedure": Procedure, "assessment": Assessment, "laboratory": Laboratory}
    return {
        f"{name}.json": json.dumps(model.model_json_schema(by_alias=True), indent=1, ensure_ascii=False, sort_keys=True) + "\n"
        for name, model in models.items()
    }


def write(folder: Path) -> int:
    """Write all schemas into a folder."""
    folder.mkdir(parents=True, exist_ok=True)
    for name, text in documents().items():
        (folder / name).write_text(text, "utf-8")
    return 0
