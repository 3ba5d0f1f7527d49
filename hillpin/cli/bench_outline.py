"""From a key in an outline to the page that shows it, in the browser on the demo's home page: part of ``pin bench``."""

from __future__ import annotations

import subprocess
import sys
import tempfile

from playwright.sync_api import sync_playwright

from .bench_typing import ADDRESS, BETWEEN, PORT, after_keys, wait_for_server

OUTLINE = "section#boats\nh2: Boats\nul\n3 li.boat\nh3: Orra | Vey | Hamm\np: 12 words"
WATCH_KEYS = "() => { window.keys = []; addEventListener('keydown', event => { if (event.key.length === 1) window.keys.push(performance.timeOrigin + performance.now()); }, true); }"
WATCH_PAGE = "() => { window.seen = []; new MutationObserver(() => window.seen.push(performance.timeOrigin + performance.now())).observe(document, {subtree: true, childList: true, characterData: true}); }"


def outline_times(browser_path: str, arguments: list[str]) -> tuple[float, ...]:
    """Milliseconds from each key in an outline to the page in its frame, keys that change nothing in it left out."""
    with tempfile.TemporaryDirectory(prefix="hillpin-bench-") as data:
        server = subprocess.Popen([sys.executable, "-m", "hillpin.launch", "start", "--port", str(PORT), "--data", data], stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL)
        try:
            wait_for_server(server)
            return _typed(browser_path, arguments)
        finally:
            server.terminate()
            server.wait()


def _typed(browser_path: str, arguments: list[str]) -> tuple[float, ...]:
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=browser_path, args=arguments)
        page = browser.new_page(viewport={"width": 1280, "height": 800})
        page.goto(f"{ADDRESS}/sites/1/write?page=index.html")
        page.get_by_text("room inside").first.wait_for()
        page.get_by_text("Every width walked").wait_for()
        page.get_by_label("Source of index.html").focus()
        for key in ("Control+Alt+g", "2", "6", "Enter", "End", "Alt+Shift+O"):
            page.keyboard.press(key)
        page.get_by_label("Outline: indented lines").focus()
        page.keyboard.type("p: a")
        page.wait_for_timeout(1500)
        page.evaluate(WATCH_KEYS)
        page.frames[1].evaluate(WATCH_PAGE)
        page.keyboard.type("\n" + OUTLINE, delay=BETWEEN)
        page.wait_for_timeout(1000)
        keys, seen = page.evaluate("window.keys"), page.frames[1].evaluate("window.seen")
        browser.close()
    ends = [*keys[1:], keys[-1] + 1000]
    # A colon, or a bar that has no words behind it yet, says nothing new.
    return tuple(time for time, key, end in zip(after_keys(keys, seen), keys, ends, strict=True) if time < end - key)
