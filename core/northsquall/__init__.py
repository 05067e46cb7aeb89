"""Northsquall's computation: a procedure goes through `assess` and comes out as an assessment."""

import os
from pathlib import Path

CORE_VERSION = "0.1.0"


def cache_folder() -> Path:
    """Where what this machine has compiled once is kept: `NORTHSQUALL_CACHE`, else `~/.cache/northsquall`."""
    return Path(os.environ.get("NORTHSQUALL_CACHE") or Path.home() / ".cache" / "northsquall")
