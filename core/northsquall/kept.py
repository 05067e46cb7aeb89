"""Values kept on this machine between processes, in marshalled files of the cache folder (decision 0032)."""

from __future__ import annotations

import hashlib
import marshal
import os
import sys
import tempfile
from collections.abc import Hashable
from pathlib import Path
from typing import Any

BUILD = f"{sys.version} {sys.byteorder}"
"""Another Python may write another code: its files have another name."""
DIGEST = 32
"""Bytes of a SHA-256 digest, with which a file begins: one that was cut or changed is not read."""


class Kept:
    """Values by their keys, in one file of `folder`. `write` adds to it what was put; a missing, damaged or unwritable file costs time only."""

    def __init__(self, folder: Path, name: str, build: str = BUILD, most: int = 5000) -> None:
        """`build` says what the values hold for; with more than `most` of them the file is begun anew: edits leave old ones behind."""
        self.file = folder / f"{name}-{hashlib.sha256(build.encode()).hexdigest()[:12]}.marshal"
        self.kept: dict[Hashable, Any] = {}
        self.fresh: dict[Hashable, Any] = {}
        try:
            content = self.file.read_bytes()
        except OSError:
            return
        digest, values = content[:DIGEST], content[DIGEST:]
        if hashlib.sha256(values).digest() == digest:
            read = marshal.loads(values)
            self.kept = read if len(read) <= most else {}

    def get(self, key: Hashable) -> Any:
        """What is kept for the key, or None. A list or dict is the process's own copy."""
        return self.fresh.get(key) or self.kept.get(key)

    def put(self, key: Hashable, value: Any) -> None:
        """Keeps a value of plain Python types for the key, from now on. Raises ValueError when it is written if of another type."""
        self.fresh[key] = value

    def write(self) -> None:
        """Adds to the file what was put."""
        if not self.fresh:
            return
        try:
            self.file.parent.mkdir(parents=True, exist_ok=True)
            with tempfile.NamedTemporaryFile(dir=self.file.parent, delete=False) as f:
                values = marshal.dumps(self.kept | self.fresh)
                f.write(hashlib.sha256(values).digest() + values)
            os.replace(f.name, self.file)
        except OSError:
            return
