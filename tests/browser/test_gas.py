"""The Gas train and Quench screens: a faulty line mended in place, a failure played through, keys, axe in both themes."""

from __future__ import annotations

import re
from collections.abc import Callable

from playwright.sync_api import Page, expect


def opened(page: Page, view: str, title: str) -> Page:
    """A view of the demo procedure of this title."""
    page.get_by_role("link", name=re.compile(title)).first.click()
    page.wait_for_url(re.compile(r"/desk/\d+"))
    page.goto(page.url.replace("/desk/", f"/{view}/"))
    return page


def test_a_short_line_is_mended_in_place_and_adopted(as_user: Callable[..., Page]) -> None:
    page = opened(as_user("lindqvist"), "train", "4-METHYLBENZOYL")
    expect(page.get_by_text("liquid pulled back at the end")).to_be_visible()
    finding = page.get_by_role("region", name="What would make it acceptable")
    expect(finding.get_by_text("The absorber offers 0.33 mol")).to_be_visible()
    finding.get_by_role("button", name=re.compile("^Try .*mL of sodium hydroxide")).click()
    expect(page.get_by_text("On trial.")).to_be_visible()
    expect(finding.get_by_text("The absorber offers 0.33 mol")).to_have_count(0)
    finding.get_by_role("button", name=re.compile("^Try An empty trap")).click()
    expect(page.get_by_text("liquid pulled back at the end")).to_have_count(0)
    handle = page.get_by_role("slider", name=re.compile("^Liquid in absorber"))
    before = int(handle.get_attribute("aria-valuenow") or 0)
    handle.focus()
    page.keyboard.press("ArrowUp")
    expect(handle).to_have_attribute("aria-valuenow", str(before + 10))
    page.keyboard.press("Escape")
    page.get_by_role("button", name="Adopt changes").click()
    expect(page.get_by_text(re.compile(r"Revision \d+ stands"))).to_be_visible()
    page.reload()
    expect(page.get_by_text("put by the reviewer").first).to_be_visible()
    expect(page.get_by_role("region", name="What would make it acceptable").get_by_text("G04")).to_have_count(0)


def test_an_element_is_chosen_by_keys_changed_and_refused_with_a_sentence(as_user: Callable[..., Page]) -> None:
    page = opened(as_user("lindqvist"), "train", "4-Bromoacetanilide")
    expect(page.get_by_text("Choose an element to change it.")).to_be_visible()
    for _ in range(3):
        page.keyboard.press("l")
    liquid = page.get_by_label("Liquid, mL")
    expect(liquid).to_have_value("250")
    liquid.fill("a lot")
    liquid.press("Tab")
    expect(page.get_by_role("alert")).to_contain_text("“a lot” is no amount")
    liquid.fill("20")
    liquid.press("Tab")
    expect(page.get_by_text("On trial.")).to_be_visible()
    expect(page.get_by_role("region", name="What would make it acceptable").get_by_text("G04")).to_be_visible()
    page.get_by_role("button", name="Take out").click()
    expect(page.get_by_role("region", name="What would make it acceptable").get_by_text("G04").first).to_be_visible()
    page.get_by_role("button", name="Put back").click()
    expect(page.get_by_text("Nothing needs to change in the line.")).to_be_visible()


def test_a_failure_is_played_through_at_the_cursor(as_user: Callable[..., Page]) -> None:
    page = opened(as_user("lindqvist"), "train", "4-Bromoacetanilide")
    cursor = page.get_by_role("slider", name="Minute at which the line fails")
    cursor.focus()
    for _ in range(3):
        page.keyboard.press("PageUp")
    page.get_by_role("radio", name="line plugged").check()
    expect(page.get_by_text(re.compile("An unclipped joint lifts"))).to_be_visible()
    expect(page.locator("path.failed")).to_be_visible()
    early = page.locator("path.failed").get_attribute("d")
    cursor.focus()
    page.keyboard.press("PageUp")
    expect(page.locator("path.failed")).not_to_have_attribute("d", early or "")
    page.get_by_role("radio", name="gas ends, liquid is pulled back").check()
    expect(page.get_by_text("The tube ends above the liquid")).to_be_visible()


def test_the_quench_shows_where_it_ends_and_what_stands_ready(as_user: Callable[..., Page]) -> None:
    page = opened(as_user("lindqvist"), "quench", "Methyl 3-nitrobenzoate")
    ice = page.get_by_role("slider", name="Ice, grams")
    expect(ice).to_be_visible()
    written = int(ice.get_attribute("aria-valuenow") or 0)
    ice.focus()
    for _ in range(6):
        page.keyboard.press("PageDown")
    assert int(ice.get_attribute("aria-valuenow") or 0) < written
    expect(page.get_by_text(re.compile("The least that keeps"))).to_be_visible()
    expect(page.get_by_role("region", name="Dump").get_by_text("not written").first).to_be_visible()


def test_both_screens_are_clean_in_both_themes(as_user: Callable[..., Page], axe: Callable[[Page], list[str]]) -> None:
    page = opened(as_user("lindqvist"), "train", "4-METHYLBENZOYL")
    expect(page.get_by_text("What if, from")).to_be_visible()
    assert axe(page) == []
    page.get_by_role("button", name="Dark", exact=True).click()
    assert axe(page) == []
    page.goto(page.url.replace("/train/", "/quench/"))
    expect(page.get_by_text("what destroys it")).to_be_visible()
    assert axe(page) == []
    page.get_by_role("button", name="Light", exact=True).click()
    assert axe(page) == []
