"""A server of its own, started as a user starts it; for the browser tests and the bench."""

from __future__ import annotations

import os
import signal
import socket
import subprocess
import tempfile
import time
from pathlib import Path

ROOT = Path(__file__).resolve().parents[2]
FLAGS = [
    "--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking", "--disable-component-update", "--disable-sync",
]  # fmt: skip


class Server:
    """`./northsquall start` with a data folder and a port of its own."""

    def __init__(self) -> None:
        self.data = Path(tempfile.mkdtemp(prefix="northsquall-browser-"))
        with socket.socket() as s:
            s.bind(("127.0.0.1", 0))
            self.port = s.getsockname()[1]
        self.url = f"http://127.0.0.1:{self.port}"
        self.env = {
            k: v for k, v in os.environ.items() if k not in ("NORTHSQUALL_DB_SOCKET", "NORTHSQUALL_NO_WARM", "DJANGO_SETTINGS_MODULE")
        }
        self.env.update(NORTHSQUALL_DATA=str(self.data), NORTHSQUALL_PORT=str(self.port))
        self.process: subprocess.Popen[str] | None = None

    def start(self) -> float:
        """Start, wait for the accounts line; seconds it took."""
        begin = time.monotonic()
        self.process = subprocess.Popen(
            [ROOT / "northsquall", "start"], env=self.env, stderr=subprocess.PIPE, text=True, start_new_session=True
        )
        assert self.process.stderr
        said = ""
        for line in self.process.stderr:
            said += line
            if "Ctrl-C" in line:
                return time.monotonic() - begin
        raise AssertionError(f"start ended: {said}")

    def stop(self) -> None:
        subprocess.run([ROOT / "northsquall", "stop"], env=self.env, capture_output=True, check=True, timeout=60)
        if self.process:
            self.process.wait(30)
            self.process = None

    def interrupt(self) -> None:
        """Ctrl-C."""
        assert self.process
        os.killpg(self.process.pid, signal.SIGINT)
        self.process.wait(40)
        self.process = None
