"""``unsized-picture``: what moves when a picture without a size comes in (HTML 15.4.3, css-sizing-4 §5.2)."""

from __future__ import annotations

from ..images import PictureSize
from ..layout import Kind
from ..markup import Element
from ..page import Layout, Page
from ..shown import px
from .findings import Finding, Fix, Survey, name_of

LEAST = 1.0
"""CSS px: a smaller move is none that is seen."""
MOST_ALONE = 4
"""Pictures of one page that are each taken away alone: each takes a reading of the page."""
NOTHING = PictureSize(0, 0, None)
"""What a picture that is not there yet has of its own."""


def unsized_picture(survey: Survey) -> list[Finding]:
    """Pictures whose file alone says how high they are: the page is laid out without them, and what then stands elsewhere moves.

    All are taken away together, at the widest and at the narrowest width, then the first few each by itself.
    """
    widths = (survey.walked.end, survey.walked.start)
    candidates = [one for one in survey.elements if one.tag == "img" and not _has_size(one) and survey.page.pictures.size(_address(one)) is not None]
    addresses = list(dict.fromkeys(map(_address, candidates)))
    together = _moves_without(survey, addresses, widths) if addresses else []
    found: list[Finding] = []
    for number, address in enumerate(addresses):
        those = [one for one in candidates if _address(one) == address]
        if not any(move.get(one.index, 0) >= LEAST for _, move in together for one in those):
            continue
        moves = together if number >= MOST_ALONE or len(addresses) == 1 else _moves_without(survey, [address], widths)
        for element in those:
            told = [(width, move[element.index]) for width, move in moves if move.get(element.index, 0) >= LEAST]
            if told:
                found.append(_finding(survey, element, *told[0]))
    return found


def _moves_without(survey: Survey, addresses: list[str], widths: tuple[int, ...]) -> list[tuple[int, dict[int, float]]]:
    """What ``_moved`` says at each width of a page whose pictures at these addresses are not there yet."""
    bare = Page(survey.page.files, survey.page.path)
    for address in addresses:
        bare.pictures.put(address, NOTHING)
    return [(width, _moved(survey.page.layout(width, survey.walked.height), bare.layout(width, survey.walked.height))) for width in widths]


def _address(element: Element) -> str:
    return element.attributes.get("src", "").strip()


def _has_size(element: Element) -> bool:
    """Whether the browser knows its ratio before the file is there."""
    return all(element.attributes.get(name, "").strip().rstrip("px").isdigit() for name in ("width", "height")) or not _address(element)


def _moved(there: Layout, bare: Layout) -> dict[int, float]:
    """By how much each picture grows, in CSS px, where anything that is not inside it moves with that."""
    ours, theirs = there.boxes, bare.boxes
    moves = any(abs(one.y + one.height - other.y - other.height) >= LEAST for one, other in zip(ours, theirs, strict=True) if one.tag not in ("img", "picture", "a"))
    if not moves:
        return {}
    return {element.index: ours[element.index].height - theirs[element.index].height for element in there.rects if element.tag == "img" and _is_in_flow(element, there)}


def _is_in_flow(element: Element, layout: Layout) -> bool:
    found = layout.fragments.get(element)
    return found is not None and found[0].box.kind == Kind.REPLACED and not found[0].box.is_out_of_flow


def _finding(survey: Survey, element: Element, width: int, height: float) -> Finding:
    size = survey.page.pictures.size(_address(element))
    assert size is not None
    message = f"Until the file of {name_of(element)} is there, its box is {px(height)} lower at {width:,}: what follows jumps by as much."
    fixes: tuple[Fix, ...] = ()
    if size.width and size.height and element.line is not None:
        given = " ".join(f'{name}="{round(value)}"' for name, value in (("width", size.width), ("height", size.height)) if name not in element.attributes)
        fixes = (Fix(survey.page.path, element.line, "<img ", f"<img {given} ", f"Say its size in the markup: {given}"),)
    return Finding("unsized-picture", element.index, name_of(element), None, None, survey.page.path, element.line or 1, message, (f"with its file {px(height)} higher", "without it its own height is 0"), fixes)
