"""Layouts timed in a process of its own: the first one of a page (reading included) and the median of further widths, in ms."""

from __future__ import annotations

import statistics
import sys
import time
from pathlib import Path

from ..core.page import Page

FIRST = 600
WIDTHS = range(700, 740)


def main(path: Path) -> None:
    """Lay a page out, at further widths, too, and print the two numbers and how many elements it has."""
    start = time.perf_counter()
    page = Page.read(path)
    page.layout(FIRST)
    first = time.perf_counter() - start
    times = []
    for width in WIDTHS:
        start = time.perf_counter()
        page.layout(width)
        times.append(time.perf_counter() - start)
    print(first * 1000, statistics.median(times) * 1000, len(page.document.elements))


if __name__ == "__main__":
    main(Path(sys.argv[1]))
