"""Files as authors have them, turned into the text that a reviewer sees: docx, pdf, html, csv, xlsx, the open reaction database's JSON.

A file is parsed in a child process with limits on time and memory; nothing in it is executed or fetched.
"""

from __future__ import annotations

import resource
import subprocess
import sys
from pathlib import PurePath

MAX_BYTES = 20_000_000
SECONDS = 20
MEMORY = 1_500_000_000
KINDS = (".txt", ".md", ".json", ".docx", ".pdf", ".html", ".htm", ".csv", ".xlsx")
OLD = {".doc": ".docx", ".xls": ".xlsx", ".odt": ".docx", ".ods": ".xlsx", ".rtf": ".docx", ".docm": ".docx", ".xlsm": ".xlsx"}


class FileError(ValueError):
    """A file that cannot be read. The message is one sentence with what was given and what was expected."""


def kind_of(name: str) -> str:
    """The suffix that decides how a file is read. Raises FileError for one that is not read."""
    suffix = PurePath(name).suffix.lower()
    if suffix in KINDS or suffix == "":
        return suffix or ".txt"
    instead = f"save it as {OLD[suffix]}" if suffix in OLD else f"one of {', '.join(KINDS)} was expected"
    raise FileError(f"{PurePath(name).name}: files of kind “{suffix}” are not read; {instead}")


def text_of(name: str, raw: bytes) -> str:
    """The text of a file by its name's suffix. Raises FileError."""
    shown = PurePath(name).name or "the file"
    if len(raw) > MAX_BYTES:
        raise FileError(f"{shown} has {len(raw) / 1e6:.1f} MB; at most {MAX_BYTES // 1_000_000} MB is read")
    if not raw.strip():
        raise FileError(f"{shown} is empty; a procedure in words was expected")
    kind = kind_of(name)
    try:
        done = subprocess.run(
            [sys.executable, "-m", "northsquall.files.extract", kind, PurePath(name).stem], input=raw, capture_output=True, timeout=SECONDS, preexec_fn=_limits, check=False
        )  # fmt: skip
    except subprocess.TimeoutExpired as exc:
        raise FileError(f"{shown} takes longer than {SECONDS} s to open; it was given up") from exc
    said = done.stderr.decode("utf-8", "replace").strip().splitlines()
    if done.returncode == 3 and said:
        raise FileError(f"{shown}: {said[-1]}")
    if done.returncode != 0:
        raise FileError(f"{shown} could not be opened as {kind}: it is damaged, or needs more time or memory than is allowed")
    return done.stdout.decode("utf-8")


def _limits() -> None:
    resource.setrlimit(resource.RLIMIT_CPU, (SECONDS, SECONDS))
    resource.setrlimit(resource.RLIMIT_AS, (MEMORY, MEMORY))
    resource.setrlimit(resource.RLIMIT_FSIZE, (0, 0))
