"""From a keystroke to new numbers, in the browser on the demo's home page: part of ``pin bench``."""

from __future__ import annotations

import statistics
import subprocess
import sys
import tempfile
import time
import urllib.request
from dataclasses import dataclass

from ..core.errors import InputError

PORT = 8867
ADDRESS = f"http://127.0.0.1:{PORT}"
KEYS = 40
BETWEEN = 140
"""Milliseconds between keys: a quick hand."""
WATCH = """() => {
  window.pinTimes = []; window.pinKey = 0; window.pinLong = 0;
  addEventListener('keydown', event => { if (/^[0-9]$|^Backspace$/.test(event.key)) window.pinKey = performance.now(); }, true);
  new MutationObserver(() => {
    if (window.pinKey) { window.pinTimes.push(performance.now() - window.pinKey); window.pinKey = 0; }
  }).observe(document.querySelector('section[aria-label=Working]'), {subtree: true, childList: true, characterData: true});
}"""


@dataclass(frozen=True, slots=True)
class TypingTimes:
    """Milliseconds from a keystroke to the new working in the page."""

    times: tuple[float, ...]

    @property
    def median(self) -> float:
        """The middle one."""
        return statistics.median(self.times)

    @property
    def late(self) -> float:
        """The 95th percentile."""
        return sorted(self.times)[min(int(len(self.times) * 0.95), len(self.times) - 1)]


def typing_times(browser_path: str, arguments: list[str]) -> TypingTimes:
    """Type into a rule of the demo and watch its working. Raises InputError where the server does not start."""
    with tempfile.TemporaryDirectory(prefix="hillpin-bench-") as data:
        server = subprocess.Popen([sys.executable, "-m", "hillpin.launch", "start", "--port", str(PORT), "--data", data], stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL)
        try:
            _wait(server)
            return TypingTimes(tuple(_typed(browser_path, arguments)))
        finally:
            server.terminate()
            server.wait()


def _wait(server: subprocess.Popen[bytes]) -> None:
    for _ in range(400):
        if server.poll() is not None:
            break
        try:
            urllib.request.urlopen(ADDRESS, timeout=2).read()
            return
        except OSError:
            time.sleep(0.3)
    raise InputError(f"The server for the typing benchmark did not start; perhaps port {PORT} is in use.")


def _typed(browser_path: str, arguments: list[str]) -> list[float]:
    from playwright.sync_api import sync_playwright

    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=browser_path, args=arguments)
        page = browser.new_page(viewport={"width": 1280, "height": 800})
        page.goto(f"{ADDRESS}/sites/1/write")
        page.get_by_text("room inside").first.wait_for()
        page.get_by_role("button", name="style.css", exact=True).click()
        page.frame_locator("iframe").locator(".fare").first.click(position={"x": 5, "y": 5})
        page.get_by_text("article.fare padding").first.wait_for()
        line = 1 + _line_of("padding: 1.25rem 5%")
        page.get_by_label("Source of style.css").focus()
        for key in ("Control+Alt+g", *str(line), "Enter", "End", "ArrowLeft", "ArrowLeft"):
            page.keyboard.press(key)
        page.wait_for_timeout(1500)
        page.evaluate(WATCH)
        for number in range(KEYS):
            page.keyboard.press(str(number % 9 + 1))
            page.wait_for_timeout(BETWEEN)
            page.keyboard.press("Backspace")
            page.wait_for_timeout(BETWEEN)
        times: list[float] = page.evaluate("window.pinTimes")
        browser.close()
    if not times:
        raise InputError("The numbers did not follow the keys.")
    return times


def _line_of(text: str) -> int:
    from pathlib import Path

    sheet = Path(__file__).resolve().parents[1] / "sites" / "demo" / "site" / "style.css"
    return next(number for number, line in enumerate(sheet.read_text().splitlines()) if text in line)
