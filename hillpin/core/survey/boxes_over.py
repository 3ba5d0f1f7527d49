"""What boxes lie over and add to what scrolls: of an element and its pseudo-elements, at one width.

Lengths are CSS px of the page, transforms in. A box of lines is left out of what is told of scrolling: it ends where its line does.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, field

from ..errors import InputError
from ..layout import Box, Fragment, Rect, scroll_ends
from ..markup import Element
from ..page import Layout, Page
from ..pictures import PixelStore
from ..shown import px
from ..styles import ComputedStyle
from .findings import has_own_text, is_hidden, name_of
from .scene import Scene
from .words import words_area

LEAST = 0.5
"""CSS px that are shared in both directions from which something lies over another."""
MOST = 12
_CONTENT = frozenset(["img", "video", "canvas", "iframe", "svg", "input", "select", "textarea", "button"])


@dataclass(frozen=True, slots=True)
class Shared:
    """What a box shares with another element's words or picture: the part that both have, and whether the box is painted over it."""

    name: str
    index: int
    width: float
    height: float
    is_above: bool


@dataclass(slots=True)
class BoxOver:
    """One box: where it is, what it shares with others, in words what it adds to what scrolls, and how that comes about."""

    name: str
    x: float
    y: float
    width: float
    height: float
    paints: bool
    shares: list[Shared] = field(default_factory=list)
    sentences: list[str] = field(default_factory=list)
    working: list[str] = field(default_factory=list)


def lying_over(page: Page, layout: Layout, element: Element) -> list[BoxOver]:
    """An element's box and those of its pseudo-elements. Raises InputError where it makes none."""
    if element not in layout.rects:
        raise InputError(f"{name_of(element)} makes no box at {layout.viewport.width:,}.")
    scene = Scene(layout, PixelStore(page.pictures))
    held = layout.fragments.get(element)
    found = [_box(layout, scene, element, "", layout.rects[element], layout.tree.styles[element], held[0] if held is not None else None)]
    for pseudo in ("before", "after"):
        made = layout.generated.get((element, pseudo))
        if made is not None:
            found.append(_box(layout, scene, element, pseudo, made.rect, made.style, made.fragment))
    return found


def _box(layout: Layout, scene: Scene, element: Element, pseudo: str, rect: Rect, style: ComputedStyle, fragment: Fragment | None) -> BoxOver:
    found = BoxOver(f"::{pseudo}" if pseudo else name_of(element), rect.x, rect.y, rect.width, rect.height, _paints(style, element, pseudo))
    found.shares = sorted(_shares(layout, scene, element, pseudo, rect, style), key=lambda one: -one.width * one.height)[:MOST]
    found.sentences = [_words(found, one) for one in found.shares]
    if fragment is not None:
        _add_scrolled(layout, found, fragment, rect)
    return found


def _paints(style: ComputedStyle, element: Element, pseudo: str) -> bool:
    edges = (style.border_top_width, style.border_right_width, style.border_bottom_width, style.border_left_width)
    has_ground = style.background_color == "currentcolor" or style.background_color[-1] > 0 or bool(style.background_image)
    return style.visibility == "visible" and style.opacity != 0 and (has_ground or any(edges) or bool(style.box_shadow) or (not pseudo and element.tag in _CONTENT))


def _shares(layout: Layout, scene: Scene, element: Element, pseudo: str, rect: Rect, style: ComputedStyle) -> Iterator[Shared]:
    """What is neither around nor in a box; of a pseudo-element, its own element's words too where it is out of their flow."""
    related = {*element.ancestors(), *(element.descendants() if not pseudo else ())}
    if not pseudo or (style.position not in ("absolute", "fixed") and not style.transform and not style.translate):
        related.add(element)
    for other in layout.elements:
        known = layout.tree.styles.get(other)
        if other in related or known is None or is_hidden(other, known) or other.tag in ("html", "body") or not (has_own_text(other) or other.tag in _CONTENT):
            continue
        area = words_area(layout, other)
        if area is None:
            continue
        width, height = min(rect.x + rect.width, area[2]) - max(rect.x, area[0]), min(rect.y + rect.height, area[3]) - max(rect.y, area[1])
        if width >= LEAST and height >= LEAST:
            yield Shared(name_of(other), other.index, width, height, scene.is_above_words(element, pseudo, style, other))


def _words(box: BoxOver, shared: Shared) -> str:
    part = f"{px(shared.width)} × {px(shared.height)} of {shared.name}"
    if not box.paints:
        return f"It lies over {part} and paints nothing there." if shared.is_above else f"It lies under {part}."
    return f"It covers {part}." if shared.is_above else f"It stands behind {part}."


def _add_scrolled(layout: Layout, found: BoxOver, fragment: Fragment, rect: Rect) -> None:
    """What a box adds to what its scroll container, or the page, can be scrolled to."""
    root = next(held for held in layout.fragments.values() if held[0] is layout.root)
    path = _path_to(*root, fragment.box)
    if path is None:
        return
    if any(one.box.style.position == "fixed" and one.box.is_out_of_flow for one, _, _ in path):
        found.sentences.append("It stays in the window, and adds nothing to scroll to.")
        return
    around = next(((one, x, y) for one, x, y in reversed(path[1:-1]) if one.box.style.overflow_x != "visible" and one.box.is_bfc_root), path[0])
    container, x, y = around
    is_page = container is layout.root
    style = container.box.style
    where = "the page" if is_page else name_of(container.box.element) if container.box.element is not None else "what is around it"
    if style.overflow_x == "clip":
        found.sentences.append(f"It adds nothing to scroll to: {where} clips what is beyond it.")
        return
    is_cut = style.overflow_x == "hidden"
    first = (0.0, 0.0) if is_page else ((x + style.border_left_width) / 64, (y + style.border_top_width) / 64)
    room = (layout.viewport.width, layout.viewport.height) if is_page else (_inner(container, "x"), _inner(container, "y"))
    others = scroll_ends(container, x, y, fragment.box)
    all_in = scroll_ends(container, x, y, None)
    for words, start, length, other, whole in zip(("to the right", "below"), first, room, others, all_in, strict=True):
        own = container.width if words == "to the right" else container.height
        rest = max(start + length, other / 64, (start + own / 64) if is_page else 0)
        if whole / 64 - rest >= LEAST:
            found.sentences.append(f"It adds {px(whole / 64 - rest)} {words}{f', which {where} cuts off.' if is_cut else f' to what {where} scrolls.'}")
            found.working.append(f"{px(whole / 64)} where it ends − {px(rest)} where all else does = {px(whole / 64 - rest)} {words}")
    beyond = [f"{px(start - at)} {words}" for words, start, at in zip(("left of", "above"), first, (rect.x, rect.y), strict=True) if start - at >= LEAST]
    if beyond:
        found.sentences.append(f"{' and '.join(beyond)} {where}: nobody can scroll there.")
    if not found.working:
        found.sentences.append("It adds nothing to scroll to.")


def _inner(fragment: Fragment, axis: str) -> float:
    """The padding box's size of a fragment."""
    style = fragment.box.style
    border = style.border_left_width + style.border_right_width if axis == "x" else style.border_top_width + style.border_bottom_width
    return ((fragment.width if axis == "x" else fragment.height) - border) / 64


def _path_to(fragment: Fragment, x: int, y: int, box: Box) -> list[tuple[Fragment, int, int]] | None:
    """The fragments from the root to a box's, each with where it is in 1/64 px of the page."""
    stack: list[tuple[Fragment, int, int, tuple[tuple[Fragment, int, int], ...]]] = [(fragment, x, y, ())]
    while stack:
        one, left, top, before = stack.pop()
        path = (*before, (one, left, top))
        if one.box is box:
            return list(path)
        stack += [(child, left + child_x, top + child_y, path) for child_x, child_y, child in one.opened().children]
    return None
