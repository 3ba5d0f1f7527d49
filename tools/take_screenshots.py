"""Refresh docs/screenshots from the demo data, at 1280 × 800.

usage: python tools/take_screenshots.py   (starts a server of its own on a data folder of its own)
"""

from __future__ import annotations

import io
import subprocess
import tempfile
import time
import urllib.request
from pathlib import Path

from PIL import Image, ImageDraw
from playwright.sync_api import Page, sync_playwright

ROOT = Path(__file__).resolve().parent.parent
TARGET = ROOT / "docs" / "screenshots"
ADDRESS = "http://127.0.0.1:8877"
ARGUMENTS = ["--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking",
             "--disable-component-update", "--disable-sync"]  # fmt: skip


def wait_for_server() -> None:
    """Until the first page is served."""
    for _ in range(400):
        try:
            urllib.request.urlopen(ADDRESS, timeout=2).read()
            return
        except OSError:
            time.sleep(0.3)
    raise SystemExit("The server did not start.")


def take(page: Page) -> None:
    """The pictures of all main views."""
    page.goto(ADDRESS)
    page.get_by_text("up to 1,128 wide").first.wait_for()
    page.get_by_text("Drawing its hill").first.wait_for(state="detached", timeout=60_000)
    page.screenshot(path=TARGET / "sites.png")
    page.goto(f"{ADDRESS}/sites/1/write")
    page.get_by_text("room inside").first.wait_for()
    page.get_by_role("button", name="style.css", exact=True).click()
    page.frame_locator("iframe").locator(".fare").nth(1).click(position={"x": 30, "y": 150})
    page.get_by_text("× 31%").wait_for()
    page.wait_for_timeout(4000)
    page.screenshot(path=TARGET / "write.png")
    page.frame_locator("iframe").locator(".foot-columns > div").nth(1).click(position={"x": 150, "y": 100})
    page.get_by_text("its part of").first.wait_for()
    page.get_by_role("button", name="Night map").click()
    page.wait_for_timeout(4000)
    page.screenshot(path=TARGET / "write-night.png")
    page.get_by_role("button", name="Day map").click()
    take_starts(page)
    take_files(page)
    take_survey(page)
    take_compare(page)
    take_hand_over(page)
    take_plan(page)


def take_starts(page: Page) -> None:
    """A section to begin from, drawn in the page before it is taken."""
    page.goto(f"{ADDRESS}/sites/1/write")
    page.get_by_text("room inside").first.wait_for()
    page.get_by_role("button", name="index.html", exact=True).click()
    page.get_by_label("Source of index.html").focus()
    for key in ("Control+Alt+g", "2", "6", "Enter", "End", "Alt+Shift+B"):
        page.keyboard.press(key)
    page.get_by_label("Begin from").select_option("people")
    page.get_by_label("Class names begin with").fill("crew")
    page.get_by_role("img", name="At 1,280").wait_for()
    page.wait_for_timeout(1500)
    page.screenshot(path=TARGET / "starts.png")
    page.get_by_role("button", name="Leave it").click()


def take_files(page: Page) -> None:
    """The site's files, what a new name changes, words found, earlier states, and the live address."""
    page.goto(f"{ADDRESS}/sites/1/write")
    page.get_by_text("room inside").first.wait_for()
    page.keyboard.press("Alt+Shift+F")
    files = page.get_by_role("treegrid")
    files.get_by_role("row", name="gannet-stack.jpg").click()
    page.get_by_text("shown at most").wait_for(timeout=60_000)
    page.screenshot(path=TARGET / "files.png")
    files.get_by_role("row", name="gannet-stack.jpg").focus()
    page.keyboard.press("F2")
    page.get_by_label("New path").fill("pictures/birds-only.jpg")
    page.keyboard.press("Enter")
    page.get_by_role("button", name="Do it").wait_for()
    page.screenshot(path=TARGET / "files-plan.png")
    page.get_by_role("button", name="Leave it").first.click()
    page.keyboard.press("Alt+Shift+F")
    page.keyboard.press("Alt+Shift+W")
    page.get_by_label("Find", exact=True).fill("3.5rem")
    page.get_by_label("Replace by").fill("4rem")
    page.get_by_text("in 2 files").wait_for()
    page.screenshot(path=TARGET / "find.png")
    page.get_by_role("button", name="Replace all").click()
    page.get_by_text("Nothing found").wait_for()
    page.keyboard.press("Alt+Shift+W")
    page.get_by_role("list", name="Files").get_by_role("button", name="style.css").click()
    page.get_by_role("button", name="Earlier states").click()
    page.locator(".cm-changedText").first.wait_for()
    page.screenshot(path=TARGET / "states.png")
    page.get_by_role("radio", name="The whole site").click()
    page.get_by_role("button", name="Undo").first.click()
    page.get_by_text("undone").first.wait_for()
    page.get_by_role("radio", name="This file").click()
    page.get_by_role("button", name="Back to the source").click()
    page.get_by_role("button", name="Live", exact=True).click()
    page.get_by_role("button", name="Begin").click()
    sheet = page.get_by_role("dialog", name="Live address")
    address = sheet.get_by_role("link").first.get_attribute("href") or ""
    assert page.context.browser is not None
    phone = page.context.browser.new_page(viewport={"width": 390, "height": 700}, device_scale_factor=3, user_agent="Mozilla/5.0 (Linux; Android 15) Mobile")
    phone.goto(address)
    sheet.get_by_text("boxes stand").wait_for(timeout=60_000)
    page.wait_for_timeout(1000)
    page.screenshot(path=TARGET / "live.png")
    phone.close()
    sheet.get_by_role("button", name="End it for all").click()
    page.keyboard.press("Escape")


def take_survey(page: Page) -> None:
    """Survey with its findings by day, and by night with what the content asks for."""
    page.goto(f"{ADDRESS}/sites/1/survey")
    page.get_by_role("button", name="Walk again").wait_for(timeout=120_000)
    page.wait_for_timeout(500)
    page.screenshot(path=TARGET / "survey.png")
    page.get_by_role("button", name="Night map").click()
    page.get_by_role("radio", name="Breakpoints").click()
    page.wait_for_timeout(300)
    page.screenshot(path=TARGET / "survey-night.png")
    page.get_by_role("button", name="Day map").click()


def drawing() -> bytes:
    """The fares of the demo's home page as someone drew them for a desk: a little wider apart than they are built."""
    picture = Image.new("RGB", (1440, 2400), "white")
    pen = ImageDraw.Draw(picture)
    pen.rectangle((0, 600, 1440, 1010), fill="#f6efdf")
    pen.rectangle((180, 668, 470, 698), fill="#163a4c")
    for number in range(3):
        left = 180 + number * 375
        pen.rectangle((left, 760, left + 335, 976), fill="white", outline="#26323a", width=2)
        pen.rectangle((left + 24, 790, left + 110, 812), fill="#163a4c")
    data = io.BytesIO()
    picture.save(data, "PNG")
    return data.getvalue()


def take_compare(page: Page) -> None:
    """The line-up at a section, a drawing with a distance that is off, and a run of the browser."""
    page.goto(f"{ADDRESS}/sites/1/compare")
    sections = page.get_by_role("navigation", name="Sections of the page")
    sections.get_by_role("button", name="section#fares").click()
    page.wait_for_timeout(3000)
    frame = next(one for one in page.frames[1:] if "768" in (one.frame_element().get_attribute("title") or ""))
    frame.evaluate("() => document.querySelector('.fare').click()")
    page.locator("dl").first.wait_for()
    page.wait_for_timeout(1500)
    page.screenshot(path=TARGET / "compare.png")
    page.get_by_role("button", name="Runs").click()
    page.get_by_role("button", name="Run at the line-up").click()
    page.get_by_text("Everything computed is as").wait_for(timeout=120_000)
    page.wait_for_timeout(1500)
    page.screenshot(path=TARGET / "compare-run.png")
    page.get_by_label("Frames show its pictures").uncheck()
    page.get_by_role("button", name="Distances").click()
    page.get_by_role("button", name="from here, the right of").click()
    frame.evaluate("() => document.querySelectorAll('.fare')[1].click()")
    page.wait_for_timeout(1500)
    page.get_by_role("button", name="to here, the left of").click()
    page.get_by_label("In the frame").select_option("1440")
    page.get_by_label("As drawn").fill("40")
    page.get_by_role("button", name="Keep this distance").click()
    page.get_by_text("as built").wait_for()
    for name in ("small phone", "phone", "tablet flat"):
        page.get_by_role("button", name=f"Drop {name}", exact=True).click()
    page.get_by_role("button", name="Drawings").click()
    page.get_by_label("For the frame").select_option("1440")
    page.get_by_label("Take a drawing in").set_input_files({"name": "fares-wide.png", "mimeType": "image/png", "buffer": drawing()})
    page.get_by_role("radio", name="Wipe").click()
    page.get_by_role("img", name="Drawing fares-wide.png", exact=True).wait_for()
    page.wait_for_timeout(1500)
    page.screenshot(path=TARGET / "compare-drawing.png")


def take_hand_over(page: Page) -> None:
    """The delivery note with something to send and all pages walked, and a report on its address with a note."""
    page.goto(f"{ADDRESS}/sites/1/hand-over")
    page.get_by_text("Doubtful").wait_for()
    page.locator("summary", has_text="The practice server").click()
    page.get_by_role("button", name="Start it").click()
    page.get_by_text("It behaves").wait_for()
    page.locator("summary", has_text="Another target").click()
    page.get_by_role("button", name="Keep this target").click()
    page.locator("summary", has_text="Another target").click()
    page.locator("summary", has_text="The practice server runs").click()
    page.get_by_role("button", name="What would change").click()
    page.get_by_role("button", name="Send ").wait_for()
    page.get_by_role("button", name="Walk all pages").click()
    page.get_by_text("causes", exact=False).last.wait_for()
    page.get_by_role("button", name="Walk all pages again").wait_for()
    page.get_by_role("heading", name="Where it goes").evaluate("heading => heading.scrollIntoView()")
    page.screenshot(path=TARGET / "hand-over.png")
    page.get_by_role("button", name="Put the report of index.html on one").click()
    report = page.get_by_role("region", name="Report").get_by_role("link", name="index.html", exact=True)
    report.wait_for()
    address = report.get_attribute("href") or ""
    page.goto(ADDRESS + address)
    page.get_by_text("At its pins").wait_for()
    page.get_by_role("img", name="The page at 768").click(position={"x": 90, "y": 70})
    page.get_by_label("Your name").fill("Marit Vey")
    page.get_by_role("textbox", name="Note").fill("May “hurry” stand alone here?")
    page.get_by_role("button", name="Pin it").click()
    page.get_by_role("button", name="Answer").wait_for()
    page.mouse.move(0, 0)
    page.screenshot(path=TARGET / "report.png")


def take_plan(page: Page) -> None:
    """Plan with its boxes, with its code proved, and on its read-only address."""
    page.goto(f"{ADDRESS}/sites/1/plan")
    page.get_by_text("1,120 of 1,120").first.wait_for()
    page.get_by_role("region", name="Rows of wide").get_by_role("button", name="Today's crossings").click()
    page.wait_for_timeout(500)
    page.screenshot(path=TARGET / "plan.png")
    page.get_by_role("radio", name="Code").click()
    page.get_by_text("Equal to the plan at all").wait_for(timeout=60_000)
    page.screenshot(path=TARGET / "plan-code.png")
    page.get_by_role("radio", name="A yes").click()
    page.get_by_role("button", name="Send for a yes").click()
    page.goto(page.get_by_label("Read-only address").input_value())
    page.get_by_label("Your name").fill("Una, harbour office")
    page.get_by_label("Comment").fill("Put today's crossings first, please.")
    page.screenshot(path=TARGET / "plan-yes.png")


def main() -> None:
    """Start, take, stop."""
    TARGET.mkdir(parents=True, exist_ok=True)
    with tempfile.TemporaryDirectory() as data:
        server = subprocess.Popen([str(ROOT / "pin"), "start", "--port", "8877", "--data", data])
        try:
            wait_for_server()
            with sync_playwright() as playwright:
                browser = playwright.chromium.launch(executable_path="/usr/bin/chromium", args=ARGUMENTS)
                take(browser.new_page(viewport={"width": 1280, "height": 800}))
                browser.close()
        finally:
            server.terminate()
            server.wait()


if __name__ == "__main__":
    main()
