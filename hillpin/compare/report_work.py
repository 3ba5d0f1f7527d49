"""The report of a page: one HTML file that needs nothing else, or a PDF of it by the browser's own print."""

from __future__ import annotations

import base64
import io
import tempfile
from collections.abc import Callable
from pathlib import Path
from typing import Any

from django.template import Context, Engine
from PIL import Image
from playwright.sync_api import sync_playwright

from ..browser import BEGINS, NO_BROWSER, Screen, Seen, find_browser, held_against, launch_words, page_as_seen, visits
from ..computing import WorkFailed, say
from ..core.comparing import sections_of
from ..core.errors import InputError
from ..core.expectations import failure_words, prove, read_file
from ..core.files import MemoryFiles
from ..core.page import Page
from ..core.seeing import read_picture
from ..core.shown import px
from ..core.survey import KINDS, Finding, severity_of, survey

START, END = 240, 1920
SCALE = 0.32
"""Of the pictures, against CSS px."""
MOST_SCREENS, MOST_EDGES = 8, 12
TALLEST = 1_600
"""CSS px of a page that a picture of the report shows."""
WALKING, PROVING, DRAWING = 0.5, 0.2, 0.3


def reported(request: dict[str, Any]) -> bytes:
    """The report as HTML, or as PDF where ``request["pdf"]``. ``request`` has files, page, site, made, pins and height. Raises
    InputError where the page cannot be read, WorkFailed where a PDF is asked for and there is no browser."""
    executable = find_browser()
    if executable is None and request["pdf"]:
        raise WorkFailed(NO_BROWSER)
    files, path = MemoryFiles(request["files"]), request["page"]
    page = Page(files, path)
    surveyed = survey(page, START, END, request["height"], progress=_part(0, WALKING))
    findings = [one for one in surveyed.findings if severity_of(one) != "hint"]
    expectations = expectations_told(files, path)
    seen = seen_at_pins(executable, files, path, request["pins"]) if executable is not None else []
    widths = [width for _, width, _ in request["pins"]][:MOST_SCREENS] or [390, 768, 1440]
    edges = [edge.at for edge in surveyed.edges][:MOST_EDGES]
    told = {
        "site": request["site"], "page": path, "made": request["made"], "start": f"{START:,}", "end": f"{END:,}", "browser": executable is not None,
        "no_browser": NO_BROWSER, "findings": [finding_told(one) for one in findings], "expectations": expectations,
        "failed": sum(not one["holds"] for one in expectations), **_shots(files, path, seen), **widths_told(page, sorted({*widths, *edges}), request["height"]),
    }  # fmt: skip
    html = Engine().from_string(Path(__file__).with_name("report.html").read_text()).render(Context(told)).encode()
    say(0.98)
    return html if not request["pdf"] or executable is None else _printed(executable, html)


def _part(before: float, share: float) -> Callable[[float], None]:
    return lambda part: say(round(before + part * share, 3))


def seen_at_pins(executable: Path, files: MemoryFiles, path: str, pins: list[tuple[str, int, int]], progress: Callable[[float], None] | None = None) -> list[Seen]:
    """The page in the real browser at the first few pins."""
    screens = [Screen(name, width, height) for name, width, height in pins[:MOST_SCREENS]]
    return [seen for _, seen in sorted(visits(executable, files, path, screens, scripts=False, progress=progress or _part(WALKING + PROVING, DRAWING - 0.03)), key=lambda one: one[0])] if screens else []


def finding_told(finding: Finding) -> dict[str, Any]:
    """A finding as a report has it."""
    where = "every width" if finding.low is None or finding.high is None else f"{finding.low:,} to {finding.high:,}"
    return {"range": where, "title": KINDS[finding.kind].title, "message": finding.message, "file": finding.file, "line": finding.line, "working": "  ".join(finding.working)}


def expectations_told(files: MemoryFiles, path: str) -> list[dict[str, Any]]:
    """The site's sentences about the page, each proved."""
    text = files.read("expectations.json")
    if text is None:
        return []
    try:
        kept = [one for one in read_file(text.decode("utf-8-sig", "replace")) if one.is_about(path)]
    except InputError as error:
        return [{"says": "expectations.json", "holds": False, "reasons": [str(error)]}]
    proofs = iter(prove(Page(files, path), [one.expectation for one in kept if one.expectation is not None], _part(WALKING, PROVING)) if kept else [])
    found = []
    for one in kept:
        proof = next(proofs) if one.expectation is not None else None
        reasons = [one.error] if proof is None else [*([proof.error] if proof.error else []), *map(failure_words, proof.failures)]
        found.append({"says": one.sentence, "holds": not reasons, "reasons": reasons})
    return found


def _shots(files: MemoryFiles, path: str, seen: list[Seen]) -> dict[str, Any]:
    """The pictures, and what the browser measured otherwise."""
    shots, disagreements, notes, boxes = [], [], [], 0
    for one in seen:
        width, height = one.screen.viewport
        if one.error:
            notes.append(one.error)
            continue
        shown = max(round(width * SCALE), 60)
        over = one.size[0] - width
        shots.append({"name": one.screen.name, "width": f"{width:,}", "height": f"{height:,}", "shown": shown, "picture": small_picture(one.picture, shown, height), "scrolls": px(over) if over > 0 else ""})
        page, changes = page_as_seen(files, path, one)
        boxes = len(page.document.elements)
        for found in held_against(page, one)[1]:
            disagreements.append({
                "window": f"{width:,}", "name": found.name, "part": found.part, "reason": found.reason,
                "computed": "none" if found.computed is None else px(found.computed), "measured": "none" if found.measured is None else px(found.measured),
            })  # fmt: skip
        notes += [*(f"Console: {line}" for line in one.complaints), *(f"Not loaded: {line}" for line in one.refused), *(f"Scripts: {line}" for line in changes)]
    return {"shots": shots, "disagreements": disagreements, "notes": list(dict.fromkeys(notes)), "boxes": boxes}


def small_picture(picture: bytes, width: int, height: int) -> str:
    """The upper part of a picture, made smaller, as WebP in base64."""
    pixels = read_picture(picture)
    image = Image.fromarray(pixels[: max(TALLEST, height)])
    # Twice as many dots as it is wide: it is looked at on dense screens, and printed.
    scale = min(2 * width / image.width, 1)
    image = image.resize((max(round(image.width * scale), 1), max(round(image.height * scale), 1)), Image.Resampling.LANCZOS)
    data = io.BytesIO()
    image.save(data, "WEBP", quality=82)
    return base64.b64encode(data.getvalue()).decode()


def widths_told(page: Page, widths: list[int], height: int) -> dict[str, Any]:
    """The widths table: every section at pins and edges."""
    sections = sections_of(page.document)
    layouts = [page.layout(width, height) for width in widths]
    rows = []
    for section in sections:
        rects = [layout.rects.get(page.document.elements[section.index]) for layout in layouts]
        rows.append({"name": section.name, "cells": [f"{px(rect.width)} × {px(rect.height)}" if rect is not None else "none" for rect in rects]})
    return {"widths": [f"{width:,}" for width in widths], "rows": rows}


def _printed(executable: Path, html: bytes) -> bytes:
    """The HTML as a PDF, by the browser's print."""
    with tempfile.TemporaryDirectory() as folder, sync_playwright() as playwright:
        file = Path(folder) / "report.html"
        file.write_bytes(html)
        browser = playwright.chromium.launch(executable_path=str(executable), args=launch_words(), timeout=BEGINS)
        try:
            page = browser.new_context(java_script_enabled=False).new_page()
            page.goto(file.as_uri())
            return page.pdf(format="A4", margin=dict.fromkeys(("top", "bottom", "left", "right"), "14mm"), print_background=True)
        finally:
            browser.close()
