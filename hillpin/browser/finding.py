"""Where a Chromium is on this machine."""

from __future__ import annotations

import os
import shutil
from pathlib import Path

NO_BROWSER = "There is no Chromium on this machine. Install one (on Debian: apt install chromium), or say where it is in HILLPIN_BROWSER."
_NAMES = ("chromium", "chromium-browser", "google-chrome-stable", "google-chrome", "chrome", "microsoft-edge", "msedge")
_PLACES = (
    "/Applications/Chromium.app/Contents/MacOS/Chromium",
    "/Applications/Google Chrome.app/Contents/MacOS/Google Chrome",
    "C:/Program Files/Google/Chrome/Application/chrome.exe",
)


def find_browser() -> Path | None:
    """The browser that HILLPIN_BROWSER names, or the first of the usual ones; None where there is none."""
    named = os.environ.get("HILLPIN_BROWSER")
    if named is not None:
        return Path(named) if named and os.access(named, os.X_OK) else None
    found = next((path for name in _NAMES if (path := shutil.which(name)) is not None), None)
    return Path(found) if found is not None else next((Path(one) for one in _PLACES if os.access(one, os.X_OK)), None)
