"""Intake as its user meets it: typing with marks, a piece opened by the cursor, files, an answer; keyboard and axe."""

from __future__ import annotations

import statistics
from collections.abc import Callable
from pathlib import Path

import pytest
from machine import slowness
from playwright.sync_api import Page, expect
from reading.score import texts
from reading.test_files import as_csv, as_docx, as_html, as_markdown, as_own, as_pdf, as_reaction, as_text, as_xlsx

ROOT = Path(__file__).resolve().parents[2]
TWO_PAGES = 8000


def intake(page: Page) -> Page:
    page.get_by_role("link", name="New review").click()
    expect(page.get_by_role("heading", name="Intake")).to_be_visible()
    return page


def editor(page: Page):  # type: ignore[no-untyped-def]
    return page.get_by_label("Text of the procedure")


def test_pieces_are_marked_as_one_types_and_open_at_the_cursor(as_user: Callable[..., Page]) -> None:
    page = intake(as_user("brekke"))
    page.keyboard.press("e")
    expect(editor(page)).to_be_focused()
    page.keyboard.type(
        "Ester\n\n12 g of benzoic acid and 40 mL of methanol are placed in a 250 mL flask. Conc. sulfuric acid, 3 mL, is added over 10 min."
    )
    expect(page.locator(".piece[data-kind=amount]").filter(has_text="12 g")).to_be_visible()
    page.locator(".piece").filter(has_text="3 mL").click()
    status = page.get_by_role("status", name="At the cursor")
    expect(status).to_contain_text("3 mL of sulfuric acid")
    expect(status).to_contain_text("strength not written")
    expect(page.get_by_role("region", name="Charge sheet").get_by_text("3 of 3 lines settled")).to_be_visible()
    # what no rule took is marked as such, with a word
    page.keyboard.press("Control+End")
    page.keyboard.type(" The lamp hangs 30 cm above.")
    lamp = page.locator(".piece[data-kind=unread]")
    expect(lamp).to_have_text("30 cm")
    lamp.click()
    expect(status).to_contain_text("not read")
    page.keyboard.press("Control+z")
    expect(editor(page)).not_to_contain_text("above.")


@pytest.mark.timed
def test_a_key_is_followed_by_its_marks_within_a_tenth_of_a_second(as_user: Callable[..., Page]) -> None:
    """Two pages of text, a key at the end of a quantity: time until the mark holds the new words. The bound here only catches a hang; the figure stands in docs/performance.md."""
    page = intake(as_user("brekke"))
    text = ("A procedure\n" + "".join(t.text.split("\n", 1)[1] for t in texts() if t.voice == "journal"))[:TWO_PAGES]
    editor(page).fill(text + "\n\nFinally 5 g of acetanilide is added")
    expect(page.locator(".piece").first).to_be_visible(timeout=15000)
    page.keyboard.press("Control+End")
    for _ in range(3):
        page.keyboard.type(" x")
    times = page.evaluate(
        """async () => {
        const out = [];
        const content = document.querySelector('.cm-content');
        for (let i = 0; i < 12; i++) {
          const words = ` ${i + 2} g of aniline,`;
          const began = performance.now();
          document.execCommand('insertText', false, words);
          await new Promise((done) => {
            const look = () => [...document.querySelectorAll('.piece[data-kind=amount]')].some((p) => p.textContent === `${i + 2} g`)
              ? requestAnimationFrame(done) : performance.now() - began > 5000 ? done() : setTimeout(look, 2);
            look();
          });
          out.push(performance.now() - began);
          await new Promise((done) => setTimeout(done, 500));
        }
        return out;
      }"""
    )
    print(f"key to marks, two pages: median {statistics.median(times):.0f} ms, worst of 12 {max(times):.0f} ms")
    assert statistics.median(times) < 500 * slowness(), times


@pytest.mark.parametrize(
    ("name", "make"),
    [
        ("batch.docx", as_docx),
        ("batch.pdf", as_pdf),
        ("batch.html", as_html),
        ("batch.csv", as_csv),
        ("batch.xlsx", as_xlsx),
        ("batch.json", lambda: as_reaction(True)),
        ("batch.txt", as_text),
        ("batch.md", as_markdown),
        ("own.json", as_own),
    ],
)
def test_every_kind_of_file_is_opened(as_user: Callable[..., Page], tmp_path: Path, name: str, make: Callable[[], bytes]) -> None:
    page = intake(as_user("brekke"))
    path = tmp_path / name
    path.write_bytes(make())
    page.locator("input[type=file]").set_input_files(path)
    expect(editor(page)).to_contain_text("dropwise over 10 min", timeout=15000)
    expect(page.get_by_role("region", name="Charge sheet").get_by_text("limits")).to_be_visible(timeout=15000)


def test_a_file_that_cannot_be_opened_loses_nothing(as_user: Callable[..., Page], tmp_path: Path) -> None:
    page = intake(as_user("brekke"))
    editor(page).fill("Ester\n\n5 g of benzoic acid is placed in a flask.")
    path = tmp_path / "broken.docx"
    path.write_bytes(b"no zip at all")
    page.locator("input[type=file]").set_input_files(path)
    expect(page.get_by_role("alert")).to_contain_text("office file")
    expect(page.get_by_role("region", name="Charge sheet").get_by_text("benzoic acid").first).to_be_visible()
    # the reading that ends after the refusal does not wipe it away, the next key does
    expect(page.get_by_role("alert")).to_contain_text("office file")
    expect(editor(page)).to_contain_text("5 g of benzoic acid")
    editor(page).press_sequentially(" ")
    expect(page.get_by_role("alert")).to_be_hidden()


def test_an_answer_stands_in_the_text(as_user: Callable[..., Page], axe: Callable[[Page], list[str]]) -> None:
    page = intake(as_user("brekke"))
    editor(page).fill((ROOT / "demo" / "ethyl-3-nitrobenzoate.txt").read_text("utf-8"))
    ask = page.get_by_label("Answer: Ask over how long it is added.")
    ask.fill("over 45 min")
    page.keyboard.press("Enter")
    expect(editor(page)).to_contain_text("(over 45 min)")
    expect(ask).to_be_hidden()
    assert not axe(page)


def test_questions_say_what_they_change_and_remember_an_answer(as_user: Callable[..., Page], axe: Callable[[Page], list[str]]) -> None:
    """The question that moves most stands first with its effect; an answer given once is offered for the same words in the next text."""
    page = intake(as_user("brekke"))
    text = (ROOT / "demo" / "ethyl-3-nitrobenzoate.txt").read_text("utf-8")
    editor(page).fill(text)
    questions = page.get_by_role("region", name="Questions")
    expect(questions.locator("form").first).to_contain_text("over 10 min: up to", timeout=30000)
    expect(questions.locator("form").first).to_contain_text("Ask over how long it is added.")
    page.get_by_label("Answer: Ask over how long it is added.").fill("over 55 min")
    page.keyboard.press("Enter")
    expect(editor(page)).to_contain_text("(over 55 min)")
    editor(page).fill(text.replace("Ethyl 3-nitrobenzoate", "Ethyl 3-nitrobenzoate, again"))
    take = questions.get_by_role("button", name="Take “over 55 min”")
    expect(take).to_be_visible(timeout=30000)
    expect(questions).to_contain_text("answered for the same words by Torunn Brekke")
    take.click()
    expect(editor(page)).to_contain_text("(over 55 min)")
    assert not axe(page)


def test_a_name_with_two_meanings_is_chosen_where_it_stands(as_user: Callable[..., Page]) -> None:
    page = intake(as_user("brekke"))
    editor(page).fill("Sulfide\n\n20 mL of DMS and 5 g of sodium hydroxide are placed in a 250 mL flask.")
    name = page.locator(".piece").filter(has_text="DMS")
    expect(name).to_be_visible(timeout=15000)
    expect(page.get_by_role("region", name="Questions")).to_contain_text("dimethyl sulfate", timeout=15000)
    name.click()
    status = page.get_by_role("status", name="At the cursor")
    status.get_by_role("button", name="dimethyl sulfide").click()
    expect(editor(page)).to_contain_text("20 mL of dimethyl sulfide and 5 g")
    expect(page.get_by_role("region", name="Charge sheet")).to_contain_text("dimethyl sulfide", timeout=15000)


HALVES = """Dibenzylideneacetone

Place 100 mL of 10 % sodium hydroxide and 80 mL of ethanol in a 400 mL flask with a stirrer, 20 °C.
A mixture of benzaldehyde (10.6 g, 0.10 mol) and acetone (2.9 g, 0.050 mol) is prepared in a 50 mL beaker.
Half of the mixture is added over 5 min. After 15 min the other half is added over 5 min. Stir for 30 min.
"""
CITRATE = """Citrate buffer

Citric acid monohydrate, 21.0 g, and 500 mL of water in a 1 L beaker. 20 % sodium hydroxide, 50 mL, is added over 20 min.
"""


def test_two_reactions_of_a_step_and_two_halves_of_a_beaker_are_shown(server, as_user: Callable[..., Page]) -> None:  # type: ignore[no-untyped-def]
    """One condensation in two steps, and what part of the beaker goes over; three protons with one equation each have their row."""
    page = intake(as_user("brekke"))
    broken: list[str] = []
    page.on("pageerror", lambda e: broken.append(str(e)))
    editor(page).fill(HALVES)
    sheet = page.get_by_role("region", name="Charge sheet")
    expect(sheet.get_by_text("wanted", exact=True)).to_have_count(1)
    expect(sheet.get_by_text("50 % of 50 mL beaker")).to_be_visible()
    expect(sheet.get_by_text("all that is in 50 mL beaker")).to_be_visible()
    editor(page).fill(CITRATE)
    expect(sheet.get_by_text("citric acid").first).to_be_visible()
    page.get_by_role("button", name="Hand in for review").click()
    page.wait_for_url("**/desk/*")
    number = page.url.rsplit("/", 1)[1]
    page = as_user("lindqvist")
    page.on("pageerror", lambda e: broken.append(str(e)))
    page.goto(f"{server.url}/chemistry/{number}")
    expect(page.get_by_role("region", name="Vessel").first.locator("button.row").filter(has_text="NaOH")).to_have_count(4)
    assert broken == []
