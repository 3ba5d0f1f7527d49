"""One headless Chromium for the tests that need a browser."""

from __future__ import annotations

import atexit
from typing import Any

from hillpin.browser.visiting import WITHOUT_OMNIBOX
from playwright.sync_api import Browser, Page, sync_playwright

EXECUTABLE = "/usr/bin/chromium"
ARGUMENTS = [
    "--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking",
    "--disable-component-update", "--disable-sync", "--allow-file-access-from-files", WITHOUT_OMNIBOX,
]  # fmt: skip

TIMEOUT = 180_000

_running: dict[str, Any] = {}


def browser() -> Browser:
    """The browser, started at the first call and closed at the end of the run."""
    if "browser" not in _running:
        _running["playwright"] = sync_playwright().start()
        _running["browser"] = _running["playwright"].chromium.launch(
            executable_path=EXECUTABLE, args=ARGUMENTS, timeout=TIMEOUT
        )
        atexit.register(_close)
    found: Browser = _running["browser"]
    return found


def _close() -> None:
    _running["browser"].close()
    _running["playwright"].stop()


def new_page(width: int = 1280, height: int = 800) -> Page:
    """A fresh page in a context of its own."""
    page = browser().new_context(viewport={"width": width, "height": height}).new_page()
    page.set_default_timeout(TIMEOUT)
    return page
