"""The Chemistry and Catalogue screens as a reviewer uses them; a procedure of another family from scratch."""

from __future__ import annotations

from collections.abc import Callable

from playwright.sync_api import Page, expect

TEXT = """tert-Butyl chloride

1. 37.1 g of tert-butanol is placed in a 500 mL round bottom flask and cooled to 10 °C in an ice bath, with stirring.
2. 125 mL of 37 % hydrochloric acid is added over 10 min from a dropping funnel; the temperature is kept below 20 °C.
3. The mixture is stirred for 20 min at 20 °C.
"""


def hand_in(page: Page, text: str) -> str:
    """Paste a procedure and hand it in; the number of its review."""
    page.get_by_role("link", name="New review").click()
    page.get_by_label("Text of the procedure").fill(text)
    expect(page.get_by_role("region", name="Charge sheet").get_by_text("tert-butanol", exact=False).first).to_be_visible()
    page.get_by_role("button", name="Hand in for review").click()
    page.wait_for_url("**/desk/*")
    return page.url.rsplit("/", 1)[1]


def test_a_reaction_is_read_switched_off_replaced_and_added(server, as_user: Callable[..., Page], axe: Callable[[Page], list[str]]) -> None:  # type: ignore[no-untyped-def]
    number = hand_in(as_user("brekke"), TEXT)
    page = as_user("lindqvist")
    page.goto(f"{server.url}/chemistry/{number}")
    vessel = page.get_by_role("region", name="Vessel").first
    expect(vessel.get_by_text("C4H9Cl").first).to_be_visible()  # the equation, with its product
    assert axe(page) == []

    # open the wanted reaction: route and source in place
    row = vessel.locator("button.row").filter(has_text="C4H9Cl").first
    row.click()
    form = vessel.locator("form").first
    expect(form.get_by_text("Replace its heat")).to_be_visible()
    assert axe(page) == []

    # without a reason nothing changes, and what was typed stays
    form.get_by_label("kJ/mol").fill("-55")
    form.get_by_role("button", name="Try").click()
    expect(vessel.get_by_role("alert")).to_be_visible()
    expect(form.get_by_label("kJ/mol")).to_have_value("-55")
    form.get_by_label("Reason and source").fill("calorimeter, run 12")
    form.get_by_role("button", name="Try").click()
    expect(vessel.get_by_text("−55 kJ/mol").first).to_be_visible()
    expect(page.get_by_text("calorimeter, run 12").first).to_be_visible()

    # a reload loses nothing; put back restores
    page.reload()
    expect(page.get_by_text("calorimeter, run 12").first).to_be_visible()
    page.get_by_role("button", name="Put back").click()
    expect(page.get_by_text("calorimeter, run 12")).to_have_count(0)

    # switched off: its product is gone, and the screen says who switched it off
    vessel.locator("button.row").filter(has_text="C4H9Cl").first.click()
    form = vessel.locator("form").first
    form.get_by_label("Does not happen from here on").check()
    form.get_by_label("Reason and source").fill("the acid is left out")
    form.get_by_role("button", name="Try").click()
    expect(vessel.get_by_text("switched off by the reviewer").first).to_be_visible()
    expect(vessel.locator("button.row").filter(has_text="C4H9Cl")).to_have_count(0)
    page.get_by_role("button", name="Put back").click()

    # one that the tool does not know is added, counted and kept in a new revision
    vessel.get_by_role("button", name="Add a reaction").first.click()
    form = vessel.locator("form").first
    form.get_by_label("Name").fill("tar")
    form.get_by_label("Equation").fill("C4H10O -> tar")
    form.get_by_label("kJ/mol").fill("-120")
    form.get_by_label("Extent, mol").fill("0.01")
    form.get_by_label("Reason and source").fill("seen in the last run")
    form.get_by_role("button", name="Try").click()
    expect(vessel.get_by_text("−120 kJ/mol").first).to_be_visible()
    page.get_by_role("button", name="Adopt").click()
    expect(page.get_by_role("button", name="Put back")).to_have_count(0)
    page.reload()
    expect(vessel.get_by_text("−120 kJ/mol").first).to_be_visible()


def test_what_is_not_in_the_catalogue_is_added_with_a_second_look(
    server, as_user: Callable[..., Page], axe: Callable[[Page], list[str]]
) -> None:  # type: ignore[no-untyped-def]
    page = as_user("lindqvist")
    page.goto(f"{server.url}/catalogue")
    find = page.get_by_label("Find a substance")
    results = page.get_by_role("region", name="Search")
    sheet = page.get_by_role("region", name="Substance")
    for asked in ("DCM", "75-09-2", "CH2Cl2", "C(Cl)Cl", "methylene chloride"):
        find.fill(asked)
        expect(results.get_by_role("button", name="dichloromethane").first).to_be_visible()
    find.press("Enter")
    expect(sheet.get_by_role("heading", name="dichloromethane")).to_be_visible()
    expect(sheet.get_by_role("row", name="boiling point 39")).to_be_visible()
    expect(sheet.get_by_text("Not in the catalogue:")).to_be_visible()  # what is missing is shown as missing
    assert axe(page) == []

    find.fill("skerry resin 9")
    results.get_by_role("button", name="Add it with its source").click()
    sheet.get_by_label("Name").fill("skerry resin 9")
    sheet.get_by_label("Structure, line notation").fill("CCCCCCC(=O)OCCCCCC(C)C")
    sheet.get_by_label("Property").select_option("density")
    sheet.get_by_label("Value, g/mL").fill("0.862")
    sheet.get_by_label("Why it is added").fill("our solvent")
    assert axe(page) == []
    sheet.get_by_label("Source of the value").fill("notebook 4, page 12, pycnometer")
    sheet.get_by_role("button", name="Add for a second look").click()
    expect(sheet.get_by_text("it does not count yet")).to_be_visible()
    expect(sheet.get_by_role("button", name="Confirm after a second look")).to_have_count(0)  # not by the one who added it

    other = as_user("achterberg")
    other.goto(f"{server.url}/catalogue")
    other.get_by_label("Find a substance").fill("skerry resin 9")
    other.get_by_role("region", name="Search").get_by_role("button", name="skerry resin 9").first.click()
    other.get_by_role("button", name="Confirm after a second look").click()
    expect(other.get_by_text("it counts", exact=False).first).to_be_visible()
    expect(other.get_by_role("region", name="Substance").get_by_text("0.862").first).to_be_visible()


def test_the_keyboard_alone_reads_the_chemistry(server, as_user: Callable[..., Page]) -> None:  # type: ignore[no-untyped-def]
    page = as_user("lindqvist")
    page.goto(f"{server.url}/chemistry/1")
    rows = page.locator("button.row")
    expect(rows.first).to_be_visible()
    page.keyboard.press("j")
    page.keyboard.press("Enter")
    expect(page.locator("button.row[aria-expanded=true]")).to_have_count(1)
    page.keyboard.press("Shift+?")
    expect(page.get_by_role("dialog")).to_be_visible()
    page.keyboard.press("Escape")
    expect(page.get_by_role("dialog")).to_have_count(0)
