"""What browsers hold against an author's styles on controls in their own look (HTML 15.5, as measured in Chromium 156)."""

from __future__ import annotations

from ..markup.tree import Element
from .cascade import Match
from .displays import blockified
from .style import ComputedStyle
from .values import ZERO

CONTROL_TAGS = frozenset({"input", "select", "textarea"})
_TICKED = ("checkbox", "radio")
TICK_SIDE = 13 * 64
"""How wide and high the browser draws a box to tick, in 1/64 px."""
BUTTON_TYPES = frozenset({"submit", "button", "reset"})
BARS = frozenset({"meter", "progress"})
"""Controls that are drawn, and whose content is for others: boxes with nothing in them."""
_NO_TEXT_FIELD = frozenset({"range", "color", "image", "hidden"})


_DISPLAYS_OF_TICKS = {"inline": "inline-block", "inline list-item": "inline-block", "inline-table": "inline-block", "table": "block"}


def display_of(element: Element, style: ComputedStyle) -> str:
    """The display type that an element has for all it is told: buttons, boxes to tick and fieldsets are boxes of their own, legends are
    blocks (HTML 15.3.13, 15.5.2)."""
    tag, display = element.tag, style.display
    if display in ("none", "contents"):
        return display
    if tag == "legend":
        return blockified(display)
    if tag == "fieldset" and display.startswith("table"):
        return "block"
    is_button = tag == "button" or (tag == "input" and element.attributes.get("type", "").lower() in BUTTON_TYPES)
    if tag in ("input", "select", "textarea", "meter", "progress") and display.startswith("table-") and not (is_tick(element) and is_bare(style)):
        return "inline-block"
    if is_tick(element):
        return display if is_bare(style) else _DISPLAYS_OF_TICKS.get(display, display)
    if tag in BARS and display == "inline":
        return "inline-block"
    if is_button and display == "table":
        return "block"
    if (display in ("inline", "inline list-item") and (is_button or tag == "fieldset")) or (is_button and "table" in display):
        return "inline-block"
    return "inline-block" if tag == "fieldset" and display == "inline-table" else display


def is_tick(element: Element) -> bool:
    """Whether it is a box to tick: one that may hold generated content alone."""
    return element.tag == "input" and element.attributes.get("type", "").lower() in _TICKED


def is_bare(style: ComputedStyle) -> bool:
    """Whether ``appearance: none`` took the browser's look away."""
    winner = style.winners.get("appearance")
    return winner is not None and winner.value == "none"


def adjust_control(element: Element, style: ComputedStyle, applied: list[Match]) -> None:
    """Boxes to tick have no edges; menus, and buttons that nobody painted, keep their font's own line height;
    lines of a field are no lower than that (``is_text_field``). Text areas scroll whatever they are told."""
    if element.tag == "textarea":
        style.overflow_x, style.overflow_y = (word if word != "visible" else "auto" for word in (style.overflow_x, style.overflow_y))
        return
    kind = element.attributes.get("type", "").lower() if element.tag == "input" else "select"
    if kind in _TICKED:
        if not is_bare(style):
            style.padding_top = style.padding_right = style.padding_bottom = style.padding_left = ZERO
            style.border_top_width = style.border_right_width = style.border_bottom_width = style.border_left_width = 0
    elif kind == "select" or kind in BUTTON_TYPES:
        if not is_bare(style) and (kind == "select" or not _is_painted(applied)):
            style.line_height = None
    elif kind not in _NO_TEXT_FIELD:
        style.is_text_field = True


def _is_painted(applied: list[Match]) -> bool:
    """Whether an author's border or background replaces the browser's look of a button."""
    return any(
        declaration.name.startswith(("border", "background"))
        for match in applied
        if match.rule.origin == "author"
        for declaration in match.rule.declarations
    )
