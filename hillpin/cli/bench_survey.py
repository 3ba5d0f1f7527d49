"""One survey timed in a process of its own: seconds from nothing, seconds after an edit of one number, and MB at most."""

from __future__ import annotations

import os
import resource
import sys
import time
from pathlib import Path

from ..core.page import Page
from ..core.survey import survey
from ..core.writing import edit_sheet


def main(path: Path) -> None:
    """Survey, edit, survey again, and print the three numbers."""
    processes = os.cpu_count() or 1
    start = time.perf_counter()
    survey(Page.read(path), processes=processes)
    first = time.perf_counter() - start
    # A page that an editor has open is walked by one process, which keeps what it learned.
    page = Page.read(path)
    survey(page)
    sheet = page.sheet_texts["page.css"]
    start = time.perf_counter()
    if not edit_sheet(page, "page.css", sheet.replace("padding: 10px", "padding: 12px")):
        raise SystemExit("The edit was not carried into the page.")
    survey(page)
    second = time.perf_counter() - start
    children = resource.getrusage(resource.RUSAGE_CHILDREN).ru_maxrss
    print(first, second, max(resource.getrusage(resource.RUSAGE_SELF).ru_maxrss, children) / 1024)


if __name__ == "__main__":
    main(Path(sys.argv[1]))
