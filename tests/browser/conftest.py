"""One server of its own for the browser tests, started as a user starts it."""

from __future__ import annotations

import os
import re
import shutil
import signal
import socket
import subprocess
import tempfile
import time
from collections.abc import Callable, Iterator
from pathlib import Path
from typing import Any

import pytest
from playwright.sync_api import Browser, Page, expect

ROOT = Path(__file__).resolve().parents[2]
PASSWORD = "skerry-point"
FLAGS = [
    "--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking", "--disable-component-update", "--disable-sync",
]  # fmt: skip
expect.set_options(timeout=20_000)


@pytest.fixture(scope="session")
def browser_type_launch_args() -> dict[str, Any]:
    return {"executable_path": "/usr/bin/chromium", "args": FLAGS, "headless": True}


class Server:
    """`./northsquall start` with a data folder and a port of its own."""

    def __init__(self) -> None:
        self.data = Path(tempfile.mkdtemp(prefix="northsquall-browser-"))
        with socket.socket() as s:
            s.bind(("127.0.0.1", 0))
            self.port = s.getsockname()[1]
        self.url = f"http://127.0.0.1:{self.port}"
        self.env = {k: v for k, v in os.environ.items() if k not in ("NORTHSQUALL_DB_SOCKET", "NORTHSQUALL_NO_WARM", "DJANGO_SETTINGS_MODULE")}
        self.env.update(NORTHSQUALL_DATA=str(self.data), NORTHSQUALL_PORT=str(self.port))
        self.process: subprocess.Popen[str] | None = None

    def start(self) -> float:
        """Start, wait for the accounts line; seconds it took."""
        begin = time.monotonic()
        self.process = subprocess.Popen([ROOT / "northsquall", "start"], env=self.env, stderr=subprocess.PIPE, text=True, start_new_session=True)
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


@pytest.fixture(scope="session")
def server() -> Iterator[Server]:
    s = Server()
    try:
        s.start()
        yield s
    finally:
        s.stop()
        shutil.rmtree(s.data, ignore_errors=True)


@pytest.fixture
def as_user(browser: Browser, server: Server) -> Iterator[Callable[..., Page]]:
    """A fresh page, signed in. A console error fails the test."""
    contexts = []
    errors: list[str] = []

    def sign_in(name: str, dark: bool = False) -> Page:
        context = browser.new_context(viewport={"width": 1280, "height": 800}, color_scheme="dark" if dark else "light", accept_downloads=True)
        contexts.append(context)
        page = context.new_page()
        page.on("pageerror", lambda e: errors.append(str(e)))
        page.on("console", lambda m: errors.append(m.text) if m.type == "error" and not re.search(r"status of (401|403|409|422)", m.text) else None)
        page.goto(server.url)
        page.get_by_label("Name").fill(name)
        page.get_by_label("Password").fill(PASSWORD)
        page.get_by_role("button", name="Sign in").click()
        expect(page.get_by_role("heading", name="Docket")).to_be_visible()
        return page

    yield sign_in
    for context in contexts:
        context.close()
    assert not errors, errors


AXE = (ROOT / "web" / "node_modules" / "axe-core" / "axe.min.js").read_text("utf-8")


@pytest.fixture
def axe() -> Callable[[Page], list[str]]:
    """Violations that axe finds, background images taken away so that contrast is computed."""

    def run(page: Page) -> list[str]:
        page.evaluate("() => { const s = new CSSStyleSheet(); s.replaceSync('*,*::before,*::after{background-image:none!important}'); document.adoptedStyleSheets = [s]; }")
        page.evaluate(AXE)
        found = page.evaluate("() => axe.run(document, {resultTypes: ['violations']})")
        return [f"{v['id']}: {n['html'][:140]} {n['failureSummary'][:160]}" for v in found["violations"] for n in v["nodes"]]

    return run
