"""Compare's times, part of ``pin bench``: a run's pictures a second and its memory, and the line-up until eight frames stand."""

from __future__ import annotations

import resource
import subprocess
import sys
import tempfile
import time
from dataclasses import dataclass

from playwright.sync_api import sync_playwright

from ..browser import Screen, find_browser, held_against, page_as_seen, visits
from ..core.files import MemoryFiles
from .bench_typing import ADDRESS, DEMO, PORT, wait_for_server

WIDTHS = range(320, 1_400, 36)
FRAMES = ("small phone", "tall phone", "laptop")
"""Screens put beside the five pins of the demo: eight in all."""


@dataclass(frozen=True, slots=True)
class CompareTimes:
    """Seconds of a run of 30 widths with its comparison, the most memory of its processes in MB, and seconds until eight frames of
    the line-up stand at a section, from when the place is opened."""

    run: float
    memory: float
    line_up: float


def compare_times(browser_path: str, arguments: list[str]) -> CompareTimes | None:
    """Measure them on the demo's home page; None where there is no browser. Raises InputError where the server does not start."""
    executable = find_browser()
    if executable is None:
        return None
    files = MemoryFiles({path.relative_to(DEMO).as_posix(): path.read_bytes() for path in DEMO.rglob("*") if path.is_file()})
    begun, page = time.perf_counter(), None
    for _, seen in visits(executable, files, "index.html", [Screen(str(width), width, 800) for width in WIDTHS], scripts=False):
        page = page or page_as_seen(files, "index.html", seen)[0]
        held_against(page, seen)
    run = time.perf_counter() - begun
    memory = resource.getrusage(resource.RUSAGE_CHILDREN).ru_maxrss / 1024
    return CompareTimes(run, memory, _line_up(browser_path, arguments))


def _line_up(browser_path: str, arguments: list[str]) -> float:
    with tempfile.TemporaryDirectory(prefix="hillpin-bench-") as data:
        server = subprocess.Popen([sys.executable, "-m", "hillpin.launch", "start", "--port", str(PORT), "--data", data], stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL)
        try:
            wait_for_server(server)
            return _stood(browser_path, arguments)
        finally:
            server.terminate()
            server.wait()


def _stood(browser_path: str, arguments: list[str]) -> float:
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=browser_path, args=arguments)
        page = browser.new_page(viewport={"width": 1920, "height": 1080})
        page.goto(f"{ADDRESS}/sites/1/compare")
        page.get_by_role("button", name="Screens").click()
        for name in FRAMES:
            page.get_by_label(name, exact=False).last.check()
        page.get_by_role("button", name="Screens").click()
        begun = time.perf_counter()
        page.reload()
        page.get_by_role("button", name="section#islands").click()
        for _ in range(600):
            frames = [one for one in page.frames[1:] if "/pages/" in one.url]
            if len(frames) >= 8 and all(abs(one.evaluate("() => document.querySelector('#islands')?.getBoundingClientRect().top ?? 99")) < 1 for one in frames):
                break
            page.wait_for_timeout(20)
        stood = time.perf_counter() - begun
        browser.close()
    return stood
