"""One server of its own for the browser tests, started as a user starts it."""

from __future__ import annotations

import re
import shutil
from collections.abc import Callable, Iterator
from typing import Any

import pytest
from browser.serving import FLAGS, ROOT, Server
from playwright.sync_api import Browser, Page, expect

PASSWORD = "skerry-point"
expect.set_options(timeout=20_000)


@pytest.fixture(scope="session")
def browser_type_launch_args() -> dict[str, Any]:
    return {"executable_path": "/usr/bin/chromium", "args": FLAGS, "headless": True}


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
        context = browser.new_context(
            viewport={"width": 1280, "height": 800}, color_scheme="dark" if dark else "light", accept_downloads=True
        )
        contexts.append(context)
        page = context.new_page()
        page.on("pageerror", lambda e: errors.append(str(e)))
        page.on(
            "console",
            lambda m: errors.append(m.text) if m.type == "error" and not re.search(r"status of (401|403|409|422)", m.text) else None,
        )
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
        page.evaluate(
            "() => { const s = new CSSStyleSheet(); s.replaceSync('*,*::before,*::after{background-image:none!important}'); document.adoptedStyleSheets = [s]; }"
        )
        page.evaluate(AXE)
        found = page.evaluate("() => axe.run(document, {resultTypes: ['violations']})")
        return [f"{v['id']}: {n['html'][:140]} {n['failureSummary'][:160]}" for v in found["violations"] for n in v["nodes"]]

    return run
