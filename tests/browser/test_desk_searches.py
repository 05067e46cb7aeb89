"""The desk's searches and draws: progress, cancel, a pair tried, the spread on the strip; keys stay with the person."""

from __future__ import annotations

from collections.abc import Callable

from playwright.sync_api import Page, Route, expect


def desk(page: Page) -> Page:
    page.get_by_role("link", name="Methyl 3-nitrobenzoate").first.click()
    expect(page.get_by_role("heading", name="What would make it acceptable")).to_be_visible()
    return page


def test_pairs_are_searched_and_one_is_tried(as_user: Callable[..., Page], axe: Callable[[Page], list[str]]) -> None:
    page = desk(as_user("lindqvist"))
    page.get_by_role("button", name="Search bath, batch and pairs").click()
    expect(page.get_by_text("Two changes")).to_be_visible(timeout=20000)
    assert axe(page) == []
    page.get_by_role("button", name="Try: Ice–salt at −10 °C, add over").click()
    expect(page.get_by_text("Proposed, trial:")).to_be_visible()
    expect(page.get_by_role("region", name="What governs").get_by_text("acceptable").first).to_be_visible()


def test_a_search_is_cancelled(as_user: Callable[..., Page]) -> None:
    page = desk(as_user("lindqvist"))

    def never(_: Route) -> None:
        """Leaves the request open."""

    page.route("**/api/proposals", never)
    page.get_by_role("button", name="Search bath, batch and pairs").click()
    expect(page.get_by_role("progressbar", name="Search")).to_be_visible()
    page.get_by_role("button", name="Cancel").click()
    expect(page.get_by_text("The search was cancelled.")).to_be_visible()
    page.unroute("**/api/proposals")
    page.get_by_role("button", name="Search bath, batch and pairs").click()
    expect(page.get_by_text("Two changes")).to_be_visible(timeout=20000)


def test_the_spread_is_drawn_with_its_seed(as_user: Callable[..., Page], axe: Callable[[Page], list[str]]) -> None:
    page = desk(as_user("lindqvist"))
    seed = page.get_by_label("seed")
    seed.fill("x")
    page.get_by_role("button", name="Draw 1,000 times").click()
    expect(page.get_by_text("“x” is no seed")).to_be_visible()
    seed.fill("3")
    page.get_by_role("button", name="Draw 1,000 times").click()
    expect(page.get_by_text("In nine of ten draws step 6 peaks between")).to_be_visible(timeout=20000)
    expect(page.get_by_text("1,000 draws, seed 3")).to_be_visible()
    expect(page.locator("path.spread-line")).to_have_count(2)
    assert axe(page) == []
