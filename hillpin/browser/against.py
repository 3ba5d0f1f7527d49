"""What the browser measured held against what core computes: where they differ by more than half a px, and why, where known."""

from __future__ import annotations

from dataclasses import dataclass
from difflib import SequenceMatcher

from ..core.files import Changed, Files
from ..core.page import Layout, Page
from ..core.survey import name_of
from .visiting import Seen

NEAR = 0.5
"""CSS px by which computed and measured may differ."""
MOST = 200
PARTS = ("x", "y", "width", "height")


@dataclass(frozen=True, slots=True)
class Disagreement:
    """A number of an element that differs: which, what core computes and what the browser measured, in CSS px (None where one of
    them has no box), and the reason where it is known."""

    index: int
    name: str
    part: str
    computed: float | None
    measured: float | None
    reason: str


def names_of(page: Page) -> list[str]:
    """Tag, id, classes and style attribute of each element of a page, as a visit tells them."""
    return [" ".join((one.tag, one.id or "", one.attributes.get("class", ""), one.attributes.get("style", ""))) for one in page.document.elements]


def page_as_seen(files: Files, path: str, seen: Seen) -> tuple[Page, list[str]]:
    """The page that the browser showed, for core: as it is written, or where scripts changed its elements, as they left it; and
    what they changed, a sentence each."""
    page = Page(files, path, reader=seen.screen.reader)
    before = names_of(page)
    if before == seen.names:
        return page, []
    changed = Page(Changed(files, path, seen.html), path, reader=seen.screen.reader)
    return changed, _changes(before, seen.names)


def _changes(before: list[str], after: list[str]) -> list[str]:
    told: list[str] = []
    for kind, a, b, c, d in SequenceMatcher(None, before, after, autojunk=False).get_opcodes() if len(before) * len(after) < 4_000_000 else ():
        if kind in ("delete", "replace"):
            told += [f"gone: {_short(one)}" for one in before[a:b]]
        if kind in ("insert", "replace"):
            told += [f"come: {_short(one)}" for one in after[c:d]]
    return told[:MOST] or [f"{len(before):,} elements before scripts ran, {len(after):,} after."]


def _short(name: str) -> str:
    tag, ident, *rest = name.split(" ")
    return f"{tag}{f'#{ident}' if ident else ''}{''.join(f'.{one}' for one in rest if one and ':' not in one and not one.endswith(';'))}"[:80]


def held_against(page: Page, seen: Seen) -> tuple[Layout, list[Disagreement]]:
    """Lay the page out at the viewport of a visit and compare all rectangles. Raises LimitError."""
    layout = page.layout(*seen.screen.viewport)
    found: list[Disagreement] = []
    reasons = _reasons(layout)
    for box, measured in zip(layout.boxes, seen.rects, strict=False):
        computed = None if box.none else (box.x, box.y, box.width, box.height)
        if computed is None and measured is None:
            continue
        if computed is None or measured is None:
            is_nothing = all(abs(one) <= NEAR for one in ((computed or measured) or ())[2:])
            if not is_nothing:
                found.append(_one(page, box.index, "width", None if computed is None else computed[2], None if measured is None else measured[2], reasons))
            continue
        for part, own, other in zip(PARTS, computed, measured, strict=True):
            if abs(own - other) > NEAR:
                found.append(_one(page, box.index, part, own, other, reasons))
        if len(found) >= MOST:
            break
    return layout, found[:MOST]


def _one(page: Page, index: int, part: str, computed: float | None, measured: float | None, reasons: dict[int, str]) -> Disagreement:
    element = page.document.elements[index]
    return Disagreement(index, name_of(element), part, computed, measured, reasons.get(index, ""))


def _reasons(layout: Layout) -> dict[int, str]:
    """Why core says itself that it may be wrong of an element."""
    if not layout.unmodelled:
        return {}
    told = layout.unmodelled[0]
    reason = f"{told.feature} is not covered yet (line {told.line} of {told.file})."
    return {element.index: reason for element in layout.unmodelled_elements}
