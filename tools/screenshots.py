"""Refresh docs/screenshots from the demo laboratory: `.venv/bin/python tools/screenshots.py` (after `./northsquall test` has set up)."""

from __future__ import annotations

import re
import subprocess
import sys
import tempfile
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
sys.path[:0] = [str(ROOT / "tests")]
SHOTS = ROOT / "docs" / "screenshots"


def main() -> int:
    """One server, one browser, a picture of each main view at 1280×800."""
    from browser.serving import FLAGS, Server
    from playwright.sync_api import sync_playwright

    server = Server()
    try:
        server.start()
        with sync_playwright() as p:
            browser = p.chromium.launch(executable_path="/usr/bin/chromium", args=FLAGS)
            page = browser.new_page(viewport={"width": 1280, "height": 800}, accept_downloads=True)

            def shot(name: str) -> None:
                page.wait_for_timeout(500)
                page.screenshot(path=SHOTS / f"{name}.png")

            page.goto(server.url)
            page.get_by_label("Name").wait_for()
            shot("sign-in")
            page.get_by_label("Name").fill("lindqvist")
            page.get_by_label("Password").fill("skerry-point")
            page.get_by_role("button", name="Sign in").click()
            page.get_by_role("link", name="Review").first.wait_for()
            shot("docket")
            page.goto(f"{server.url}/desk/1")
            page.get_by_role("slider", name="Duration of step 6").wait_for()
            page.mouse.move(665, 300)
            shot("desk")
            page.get_by_role("button", name="At the worst moment", exact=True).click()
            page.locator("path.failed-line").wait_for()
            page.get_by_role("radio", name="Stirrer stands").check()
            page.get_by_role("radio", name="Stirrer stands").scroll_into_view_if_needed()
            page.mouse.move(665, 300)
            shot("desk-failure")
            page.get_by_role("button", name="put away").click()
            page.get_by_role("button", name="Search bath, batch and pairs").click()
            page.get_by_text("Two changes").wait_for()
            page.get_by_role("button", name="Draw 1,000 times").click()
            page.locator("path.spread-line").first.wait_for()
            page.get_by_role("heading", name="What would make it acceptable").scroll_into_view_if_needed()
            page.get_by_role("region", name="What governs").evaluate("(e) => e.scrollBy(0, 420)")
            page.mouse.move(665, 300)
            shot("desk-searches")
            page.get_by_role("heading", name="What would make it acceptable").get_by_role("button").click()
            page.get_by_role("heading", name="How sure").get_by_role("button").click()
            page.get_by_role("button", name="Try: Add over").click()
            page.get_by_text("Proposed, trial: acceptable").wait_for()
            page.get_by_role("button", name="Working of Peak").click()
            page.get_by_role("button", name="Dark").click()
            page.mouse.move(665, 300)
            shot("desk-trial-dark")
            page.get_by_role("button", name="Light").click()
            page.get_by_role("button", name="Put back").click()
            page.goto(f"{server.url}/docket")
            page.get_by_role("link", name=re.compile("4-METHYLBENZOYL")).first.click()
            page.wait_for_url(re.compile(r"/desk/\d+"))
            number = page.url.rpartition("/")[2]
            page.goto(f"{server.url}/train/{number}")
            page.get_by_text("liquid pulled back at the end").wait_for()
            page.mouse.move(665, 300)
            shot("gas-train")
            page.goto(f"{server.url}/docket")
            page.get_by_role("link", name=re.compile("4-Bromoacetanilide")).first.click()
            page.wait_for_url(re.compile(r"/desk/\d+"))
            page.goto(page.url.replace("/desk/", "/train/"))
            page.get_by_role("slider", name="Minute at which the line fails").focus()
            for _ in range(3):
                page.keyboard.press("PageUp")
            page.get_by_role("radio", name="line plugged").check()
            page.locator("path.failed").wait_for()
            page.get_by_role("button", name="Dark", exact=True).click()
            page.get_by_role("radio", name="line plugged").scroll_into_view_if_needed()
            shot("gas-train-failure-dark")
            page.get_by_role("button", name="Light", exact=True).click()
            page.goto(f"{server.url}/quench/1")
            page.get_by_text("Ice").first.wait_for()
            page.mouse.move(665, 300)
            shot("quench")
            page.goto(f"{server.url}/stability/1")
            page.get_by_label("File, CSV or JCAMP-DX").set_input_files(ROOT / "demo" / "final-mixture-scan.csv")
            page.get_by_label("Heating rate, K/min").fill("5")
            page.get_by_label("Specific heat, J/(g K)").fill("1.6")
            page.get_by_label("Sample, and who measured it").fill("final mixture, Tveit, 3 November")
            page.get_by_role("button", name="Read the curve").click()
            page.get_by_role("button", name="Put to this procedure").click()
            page.get_by_text("On trial.").wait_for()
            page.get_by_role("main").get_by_role("heading", name="final-mixture-scan.csv").scroll_into_view_if_needed()
            shot("stability")
            page.get_by_role("button", name="Put back").click()
            page.goto(f"{server.url}/intake")
            page.get_by_label("Text of the procedure").fill((ROOT / "tests" / "texts" / "own-4-toluoyl-chloride.txt").read_text("utf-8"))
            page.get_by_role("button", name="Hand in for review").click()
            page.wait_for_url("**/desk/*")
            page.goto(page.url.replace("/desk/", "/chemistry/"))
            page.locator("button.row").filter(has_text="SO2").first.click()
            shot("chemistry")
            page.goto(f"{server.url}/catalogue")
            page.get_by_label("Find a substance").fill("thionyl")
            page.get_by_role("region", name="Search").get_by_role("button", name="thionyl chloride").first.click()
            shot("catalogue")
            page.goto(f"{server.url}/intake")
            page.get_by_label("Text of the procedure").fill((ROOT / "demo" / "ethyl-3-nitrobenzoate.txt").read_text("utf-8"))
            page.get_by_text("over 10 min: up to").wait_for()
            page.locator(".piece").filter(has_text="30 mL").click()
            shot("intake")
            page.goto(f"{server.url}/ladder/3")
            page.get_by_text("The verdict changes at").wait_for()
            shot("ladder")
            page.goto(f"{server.url}/plan/3")
            page.get_by_label("Start").fill("2026-11-27T16:20")
            page.get_by_role("table").get_by_text("outside working hours").first.wait_for()
            shot("day-plan")
            page.goto(f"{server.url}/decision/3")
            page.get_by_text("Signed;").wait_for()
            shot("decision")
            for name in ("report", "bench-card"):
                body = page.request.get(f"{server.url}/api/procedures/3/{name}.pdf").body()
                with tempfile.NamedTemporaryFile(suffix=".pdf") as file:
                    file.write(body)
                    file.flush()
                    subprocess.run(
                        ["pdftoppm", "-r", "80", "-png", "-f", "1", "-l", "1", "-singlefile", file.name, str(SHOTS / name)], check=True
                    )
            browser.close()
    finally:
        server.stop()
    return 0


if __name__ == "__main__":
    sys.exit(main())
