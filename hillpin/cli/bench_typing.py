"""From a keystroke to new numbers, in the browser on the demo's home page: part of ``pin bench``."""

from __future__ import annotations

import os
import re
import shutil
import subprocess
import sys
import tempfile
import time
import urllib.request
from dataclasses import dataclass
from pathlib import Path

from playwright.sync_api import Page, sync_playwright

from ..core.errors import InputError
from ..whereabouts import ROOT

PORT = 8867
ADDRESS = f"http://127.0.0.1:{PORT}"
KEYS = 40
SAVES = 10
DEMO = Path(__file__).resolve().parents[1] / "sites" / "demo" / "site"
BETWEEN = 140
"""Milliseconds between keys: a quick hand."""
WATCH = """() => {
  const now = () => performance.timeOrigin + performance.now();
  window.pin = {keys: [], numbers: [], hill: []};
  addEventListener('keydown', event => { if (/^[0-9]$|^Backspace$/.test(event.key)) window.pin.keys.push(now()); }, true);
  const watch = (name, part, kinds) => new MutationObserver(() => window.pin[name].push(now())).observe(document.querySelector(part), {subtree: true, ...kinds});
  watch('numbers', 'section[aria-label=Working]', {childList: true, characterData: true});
  watch('hill', 'section[aria-label="Width axis"] svg', {attributes: true, attributeFilter: ['d']});
}"""
WATCH_PAGE = """() => { window.pin = []; new MutationObserver(() => window.pin.push(performance.timeOrigin + performance.now()))
  .observe(document, {subtree: true, childList: true, characterData: true}); }"""


@dataclass(frozen=True, slots=True)
class TypingTimes:
    """Milliseconds from each keystroke to what follows it."""

    numbers: tuple[float, ...]
    page: tuple[float, ...]
    hill: tuple[float, ...]
    saves: tuple[float, ...] = ()
    """From another program's save in a tied folder to the numbers."""


def late(times: tuple[float, ...]) -> float:
    """The 95th percentile."""
    return sorted(times)[min(int(len(times) * 0.95), len(times) - 1)]


def after_keys(keys: list[float], seen: list[float]) -> tuple[float, ...]:
    """For each key the time until the first change after it; until the next key where none came before that."""
    ends = [*keys[1:], keys[-1] + 1000]
    return tuple(next((at for at in seen if key < at < end), end) - key for key, end in zip(keys, ends, strict=True))


def typing_times(browser_path: str, arguments: list[str], pages: int = 0, root: Path = ROOT) -> TypingTimes:
    """Type into a rule of the demo and watch its working; with ``pages``, in a folder of so many, with the files open, and saved
    to by another program too. Raises InputError where the server does not start."""
    with tempfile.TemporaryDirectory(prefix="hillpin-bench-") as data, tempfile.TemporaryDirectory(prefix="hillpin-pages-") as folder:
        more = ["--folder", str(_many(Path(folder), pages))] if pages else []
        server = subprocess.Popen([sys.executable, "-m", "hillpin.launch", "start", "--port", str(PORT), "--data", data, *more], cwd=root, env={**os.environ, "PYTHONPATH": str(root)}, stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL)
        try:
            wait_for_server(server)
            return _typed(browser_path, arguments, Path(folder) if pages else None)
        finally:
            server.terminate()
            server.wait()


def wait_for_server(server: subprocess.Popen[bytes]) -> None:
    """Until it serves. Raises InputError where it does not start."""
    for _ in range(400):
        if server.poll() is not None:
            break
        try:
            urllib.request.urlopen(ADDRESS, timeout=2).read()
            return
        except OSError:
            time.sleep(0.3)
    raise InputError(f"The server for the typing benchmark did not start; perhaps port {PORT} is in use.")


def _many(folder: Path, pages: int) -> Path:
    """A folder with the demo, its home page as often as asked."""
    shutil.copytree(DEMO, folder, dirs_exist_ok=True)
    shutil.copytree(DEMO.parents[2] / "parts" / "fonts", folder / "fonts")
    for number in range(pages - len(list(folder.glob("*.html")))):
        shutil.copy(folder / "index.html", folder / f"crossing-{number}.html")
    return folder


def _saved(page: Page, folder: Path) -> tuple[float, ...]:
    """Saves by another program, and when the numbers followed."""
    sheet, found = folder / "style.css", []
    # The last key's own save comes after a pause: what is typed until then would be saved over.
    page.get_by_role("banner").get_by_text("Saved ").wait_for()
    for number in range(SAVES):
        page.evaluate("window.pin.numbers.length = 0")
        text = re.sub(r"padding: 1\.25rem \d%", f"padding: 1.25rem {6 + number % 2}%", sheet.read_text(), count=1)
        part = sheet.with_suffix(".part")
        part.write_text(text)
        begun = time.time() * 1000
        os.replace(part, sheet)
        page.wait_for_function("() => window.pin.numbers.length > 0")
        found.append(page.evaluate("window.pin.numbers[0]") - begun)
        page.wait_for_timeout(400)
    return tuple(found)


def _typed(browser_path: str, arguments: list[str], folder: Path | None) -> TypingTimes:
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=browser_path, args=arguments)
        page = browser.new_page(viewport={"width": 1280, "height": 800})
        page.goto(f"{ADDRESS}/sites/{1 if folder is None else 2}/write?page=index.html")
        page.get_by_text("room inside").first.wait_for()
        page.get_by_role("button", name="style.css", exact=True).click()
        page.frame_locator("iframe").locator(".fare").first.click(position={"x": 5, "y": 5})
        page.get_by_text("article.fare padding").first.wait_for()
        if folder is not None:
            page.keyboard.press("Alt+Shift+F")
            page.get_by_role("treegrid").wait_for()
        line = 1 + _line_of("padding: 1.25rem 5%")
        page.get_by_label("Source of style.css").focus()
        for key in ("Control+Alt+g", *str(line), "Enter", "End", "ArrowLeft", "ArrowLeft"):
            page.keyboard.press(key)
        page.wait_for_timeout(1500)
        page.evaluate(WATCH)
        page.frames[1].evaluate(WATCH_PAGE)
        for number in range(KEYS):
            page.keyboard.press(str(number % 9 + 1))
            page.wait_for_timeout(BETWEEN)
            page.keyboard.press("Backspace")
            page.wait_for_timeout(BETWEEN)
        seen: dict[str, list[float]] = page.evaluate("window.pin")
        in_page: list[float] = page.frames[1].evaluate("window.pin")
        saves = _saved(page, folder) if folder is not None else ()
        browser.close()
    if not seen["numbers"]:
        raise InputError("The numbers did not follow the keys.")
    numbers, drawn, hill = (after_keys(seen["keys"], times) for times in (seen["numbers"], in_page, seen["hill"]))
    return TypingTimes(numbers, drawn, hill, saves)


def _line_of(text: str) -> int:
    return next(number for number, line in enumerate((DEMO / "style.css").read_text().splitlines()) if text in line)
