"""A run of the browser, in a process of its own: says each screen's picture and numbers as they come."""

from __future__ import annotations

from dataclasses import asdict
from typing import Any

from ..browser import NO_BROWSER, Screen, Seen, find_browser, held_against, page_as_seen, visits
from ..computing import WorkFailed, say
from ..core.errors import InputError
from ..core.expectations import FILE_NAME, Expectation, prove_at, read_file
from ..core.files import MemoryFiles
from ..core.page import Page
from ..core.seeing import differing_areas, moved_boxes, read_picture
from ..core.styles import turning_widths

WIDEST = 4_000
MOST_SCREENS = 60


def screens_of(request: dict[str, Any]) -> list[Screen]:
    """The screens of a run: those asked for, or each pin and one pixel before and after each edge."""
    if request["screens"]:
        return list(request["screens"])[:MOST_SCREENS]
    edges = request["edges"]
    if edges is None:
        edges = turning_widths(Page(MemoryFiles(request["files"]), request["page"]).conditions)
    named = {(width, height): name for name, width, height in request["pins"]}
    for edge in edges:
        for width, name in ((edge - 1, f"before {edge:,}"), (edge, f"from {edge:,}")):
            if 0 < width <= WIDEST and not any(width == known for known, _ in named):
                named[width, request["height"]] = name
    return [Screen(name, width, height) for (width, height), name in sorted(named.items())][:MOST_SCREENS]


def ran(request: dict[str, Any]) -> int:
    """Visit the page on each screen; gives how many. ``request`` has files, page, screens, pins, edges, height, scripts, and what
    was accepted by key: a picture, rectangles and names. Raises WorkFailed where there is no browser."""
    executable = find_browser()
    if executable is None:
        raise WorkFailed(NO_BROWSER)
    files, page = MemoryFiles(request["files"]), request["page"]
    screens = screens_of(request)
    say({"screens": [_screen_out(one) for one in screens]})
    reader = _Reader(files, page)
    for place, seen in visits(executable, files, page, screens, scripts=request["scripts"]):
        told = _told(reader, seen)
        told["since"] = since_accepted(request["accepted"].get(seen.screen.key), seen, told)
        say({"place": place, "told": told, "picture": seen.picture})
    return len(screens)


class _Reader:
    """The page as core reads it, kept from screen to screen while scripts leave it alike."""

    def __init__(self, files: MemoryFiles, path: str) -> None:
        self.files, self.path = files, path
        self.expectations = _expectations(files, path)
        self.kept: dict[tuple[object, ...], tuple[Page, list[str]]] = {}

    def unmet(self, page: Page, seen: Seen) -> list[str]:
        """Expectations that do not hold of what the browser measured, a sentence each."""
        width, height = seen.screen.viewport
        asked = [one for one in self.expectations if one.low <= width <= one.high]
        proofs = prove_at(page, asked, width, height, list(seen.rects), seen.size[0]) if asked else []
        return [f"{one.expectation.sentence}: {failure.message}" for one in proofs for failure in one.failures]

    def page(self, seen: Seen) -> tuple[Page, list[str]]:
        key = (seen.screen.reader, tuple(seen.names))
        if key not in self.kept:
            self.kept.clear()
            self.kept[key] = page_as_seen(self.files, self.path, seen)
        return self.kept[key]


def _expectations(files: MemoryFiles, path: str) -> list[Expectation]:
    text = files.read(FILE_NAME)
    try:
        kept = read_file(text.decode("utf-8-sig", "replace")) if text is not None else []
    except InputError:
        # What is wrong with the file is said where expectations stand.
        return []
    return [one.expectation for one in kept if one.expectation is not None and one.is_about(path)]


def _screen_out(screen: Screen) -> dict[str, Any]:
    width, height = screen.viewport
    return {"name": screen.name, "key": screen.key, "width": width, "height": height, "about": screen.about}


def _told(reader: _Reader, seen: Seen) -> dict[str, Any]:
    """All that a run says of one screen, but the picture."""
    told: dict[str, Any] = {
        "screen": _screen_out(seen.screen), "size": seen.size, "cut": seen.cut, "complaints": seen.complaints, "refused": seen.refused,
        "error": seen.error, "rects": seen.rects, "names": seen.names, "changes": [], "disagreements": [], "parents": [], "labels": [], "unmet": [],
    }  # fmt: skip
    if seen.error:
        return told
    try:
        page, told["changes"] = reader.page(seen)
        _, found = held_against(page, seen)
    except InputError as error:
        told["error"] = str(error)
        return told
    told["disagreements"] = [asdict(one) for one in found]
    told["unmet"] = reader.unmet(page, seen)
    elements = page.document.elements
    told["parents"] = [one.parent.index if one.parent is not None else -1 for one in elements]
    told["labels"] = [one.name() for one in elements]
    return told


def since_accepted(accepted: dict[str, Any] | None, seen: Seen, told: dict[str, Any]) -> dict[str, Any] | None:
    """What is otherwise than in the picture that was accepted; None where none was."""
    if accepted is None or seen.error or not seen.picture:
        return None
    try:
        areas = differing_areas(read_picture(accepted["picture"]), read_picture(seen.picture))
    except InputError:
        areas = []
    moved = moved_boxes(accepted["rects"], seen.rects, accepted["names"], seen.names, told["parents"])
    labels = told["labels"]
    return {
        "areas": [asdict(one) for one in areas],
        "moved": [{**asdict(one), "name": _label(labels if not one.gone else accepted["labels"], one.index)} for one in moved],
    }  # fmt: skip


def _label(labels: list[str], index: int) -> str:
    return labels[index] if 0 <= index < len(labels) else "an element"
