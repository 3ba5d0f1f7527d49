"""What stands on a report's read-only address: findings, expectations, widths, and the page's pictures with the boxes to pin notes to."""

from __future__ import annotations

from typing import Any

from ..browser import Seen, find_browser
from ..compare.report_work import END, MOST_EDGES, MOST_SCREENS, SCALE, START, expectations_told, finding_told, seen_at_pins, small_picture, widths_told
from ..compare.run_work import since_accepted
from ..computing import say
from ..core.files import MemoryFiles
from ..core.page import Page
from ..core.survey import name_of, severity_of, survey
from .compared_work import Earlier, compared_with, going, pictures_then

MOST_BOXES = 1_500
USUAL = [("Narrow", 390, 844), ("Medium", 768, 1024), ("Wide", 1440, 900)]


def page_report(files: dict[str, bytes], path: str, pins: list[tuple[str, int, int]], accepted: dict[str, dict[str, Any]], earlier: Earlier | None = None) -> dict[str, Any]:
    """The content of a page's report; what is otherwise than in the accepted pictures, or than at an earlier moment, is told beside
    the pictures. Raises InputError where the page cannot be read."""
    held = MemoryFiles(files)
    page = Page(held, path)
    surveyed = survey(page, START, END, progress=going(0, 0.3 if earlier else 0.6))
    told = [one for one in surveyed.findings if severity_of(one) != "hint"]
    findings = [{**finding_told(one), "kind": one.kind, "selector": one.selector, "low": one.low, "high": one.high, "index": one.index} for one in told]
    edges = [edge.at for edge in surveyed.edges][:MOST_EDGES]
    screens = (pins or USUAL)[:MOST_SCREENS]
    executable = find_browser()
    compared = compared_with(files, path, told, earlier) if earlier is not None else None
    if earlier is not None:
        accepted = pictures_then(executable, earlier.files, path, screens) if executable is not None else {}
    seen = {one.screen.viewport: one for one in seen_at_pins(executable, held, path, screens, going(0.75, 0.93))} if executable is not None else {}
    say({"progress": 0.95, "words": "Putting it together"})
    shots = [_shot(page, name, width, height, seen.get((width, height)), accepted, earlier is not None) for name, width, height in screens]
    return {
        "page": path, "findings": findings, "expectations": expectations_told(held, path), "shots": shots, "compared": compared,
        "elements": [{"index": one.index, "name": name_of(one)} for one in page.document.elements[:MOST_BOXES]],
        **widths_told(page, sorted({*(width for _, width, _ in screens), *edges}), 800),
    }  # fmt: skip


def _shot(page: Page, name: str, width: int, height: int, seen: Seen | None, accepted: dict[str, dict[str, Any]], is_compared: bool) -> dict[str, Any]:
    """The page at a viewport: its picture now, beside the earlier one where they are compared, and its boxes."""
    kept = accepted.get(seen.screen.key) if seen is not None else None
    return {
        "name": name, "width": width, "height": height, "since": _since(page, accepted, seen), **_boxes(page, width, height),
        "picture": _small(seen.picture, width, height) if seen is not None and not seen.error else "",
        "then": _small(kept["picture"], width, height) if is_compared and kept is not None else "",
    }  # fmt: skip


def _small(picture: bytes, width: int, height: int) -> str:
    return small_picture(picture, max(round(width * SCALE), 60), height)


def _since(page: Page, accepted: dict[str, dict[str, Any]], seen: Seen | None) -> dict[str, Any] | None:
    """What is otherwise at a viewport than in the picture that was accepted; None where none was, or there is none now."""
    if seen is None:
        return None
    elements = page.document.elements
    told = {"parents": [one.parent.index if one.parent is not None else -1 for one in elements], "labels": [name_of(one) for one in elements]}
    found = since_accepted(accepted.get(seen.screen.key), seen, told)
    return {"areas": found["areas"], "moved": [one["name"] for one in found["moved"]]} if found is not None else None


def _boxes(page: Page, width: int, height: int) -> dict[str, Any]:
    """The rectangles of all elements at a viewport, in whole px, and how high the page is there."""
    layout = page.layout(width, height)
    boxes, bottom = [], height
    for element in page.document.elements[:MOST_BOXES]:
        rect = layout.rects.get(element)
        if rect is not None:
            boxes.append({"index": element.index, "x": round(rect.x), "y": round(rect.y), "width": round(rect.width), "height": round(rect.height)})
            bottom = max(bottom, round(rect.y + rect.height))
    return {"boxes": boxes, "page_height": bottom}
