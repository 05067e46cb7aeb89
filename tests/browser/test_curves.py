"""Calorimetry as a reviewer meets it: both formats, a broken file, what is measured stands in for the class; axe in both themes."""

from __future__ import annotations

import re
from collections.abc import Callable
from pathlib import Path

from playwright.sync_api import Page, expect

DEMO = Path(__file__).resolve().parents[2] / "demo"


def stability(page: Page) -> Page:
    page.get_by_role("link", name="Methyl 3-nitrobenzoate").first.click()
    page.get_by_role("link", name="Stability").click()
    expect(page.get_by_role("heading", name="Where control ends")).to_be_visible()
    return page


def read(page: Page, path: Path) -> None:
    page.get_by_label("File, CSV or JCAMP-DX").set_input_files(path)
    page.get_by_role("button", name="Read the curve").click()


def test_a_scan_replaces_the_bound_of_the_class(as_user: Callable[..., Page], axe: Callable[[Page], list[str]], tmp_path: Path) -> None:
    page = stability(as_user("lindqvist"))
    ends = page.get_by_role("region", name="Where control ends")
    expect(ends).to_contain_text("80 °C or more")
    page.get_by_label("Sample, and who measured it").fill("final mixture, practice")
    broken = tmp_path / "broken.csv"
    broken.write_text("Temperature (°C),Heat flow (W/g)\n" + "\n".join(f"{t},0.1" for t in range(40)) + "\n41,oops\n")
    page.get_by_label("Heating rate, K/min").fill("5")
    read(page, broken)
    expect(page.get_by_role("alert")).to_contain_text("broken.csv, row 42")
    expect(page.get_by_label("Heating rate, K/min")).to_have_value("5")
    read(page, DEMO / "final-mixture-scan.csv")
    curve = page.get_by_role("article", name="Curve final-mixture-scan.csv")
    expect(curve).to_contain_text("from memory), used")
    curve.get_by_role("button", name="Put to this procedure").click()
    expect(page.get_by_text("On trial.")).to_be_visible()
    expect(ends).to_contain_text("measured; a day to the maximum rate")
    expect(ends).not_to_contain_text("°C or more")
    assert axe(page) == []
    page.get_by_role("button", name="Dark").click()
    assert axe(page) == []
    page.get_by_role("button", name="Adopt changes").click()
    expect(page.get_by_text("Revision 2 stands.")).to_be_visible()
    page.reload()
    expect(page.get_by_role("article", name="Curve final-mixture-scan.csv")).to_be_visible()
    curve.get_by_role("button", name="take away").click()
    expect(ends).to_contain_text("80 °C or more")


def test_a_reaction_run_offers_its_heat_and_its_rate(as_user: Callable[..., Page]) -> None:
    page = stability(as_user("lindqvist"))
    page.get_by_label("Reaction run").check()
    page.get_by_label("Sample, and who measured it").fill("0.2 mol in the calorimeter, practice")
    for label, value in (("Limiting reactant, mol", "0,2"), ("Fed from, min", "10"), ("Fed to, min", "70"), ("Equivalents fed", "1.2"), ("Volume at the end, mL", "180")):  # fmt: skip
        page.get_by_label(label).fill(value)
    read(page, DEMO / "nitration-run.jdx")
    curve = page.get_by_role("article", name="Curve nitration-run.jdx")
    expect(curve).to_contain_text("−148 kJ/mol")
    curve.get_by_role("button", name="Put to this procedure").click()
    curve.get_by_role("button", name="Use its heat").click()
    curve.get_by_role("button", name="Use its rate").click()
    expect(curve.get_by_text("its rate is used")).to_be_visible()
    page.get_by_role("link", name="Chemistry").click()
    expect(page.get_by_role("status")).to_contain_text("Rate, second order")


def test_a_curve_is_put_in_by_keys_alone(as_user: Callable[..., Page]) -> None:
    """o goes to the file; Enter in a field reads it; a adopts, and nothing is adopted twice."""
    page = stability(as_user("lindqvist"))
    page.keyboard.press("o")
    chooser = page.get_by_label("File, CSV or JCAMP-DX")
    expect(chooser).to_be_focused()
    chooser.set_input_files(DEMO / "final-mixture-scan.csv")  # the system's own dialog is not the page's
    page.keyboard.press("Tab")
    expect(page.get_by_label("Heating rate, K/min")).to_be_focused()
    page.keyboard.type("5")
    for _ in range(4):
        page.keyboard.press("Tab")
    expect(page.get_by_label("Sample, and who measured it")).to_be_focused()
    page.keyboard.type("final mixture, by keys")
    page.keyboard.press("Enter")
    put = page.get_by_role("button", name="Put to this procedure")
    put.focus()
    page.keyboard.press("Enter")
    expect(page.get_by_text("On trial.")).to_be_visible()
    page.keyboard.press("a")
    expect(page.get_by_text(re.compile(r"Revision \d+ stands"))).to_be_visible()
