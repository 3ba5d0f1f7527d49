"""Controls that are boxes with text in them: buttons, and text areas as large as their text (``field-sizing``, css-ui-4 §5.3)."""

from __future__ import annotations

from ...markup.tree import Element
from ...styles.resolve import StyleResolver
from ...styles.style import ComputedStyle
from ..boxes import Box, Kind

ZERO_WIDTH_SPACE = "\u200b"
_NO_FILE = "No file chosen"
_WITHOUT_WORDS = ("checkbox", "radio", "range", "color", "hidden", "image", "date", "time", "month", "week", "datetime-local")
_LABELS = {"submit": "Submit", "reset": "Reset"}


def holds_its_text(element: Element, style: ComputedStyle) -> bool:
    """Whether a field is a box with text in it; an empty one is no wider than the place where text would be put in."""
    return element.tag == "textarea" and style.field_sizing == "content" and bool(shown_text(element))


def shown_text(element: Element) -> str:
    """What a text area shows: its text, or the words that stand for it."""
    return element.text() or element.attributes.get("placeholder", "")


def chosen_option(element: Element) -> Element | None:
    """The option that a menu shows: the last that is marked as selected, or the first."""
    options = [node for node in element.descendants() if node.tag == "option"]
    return next((option for option in reversed(options) if "selected" in option.attributes), options[0] if options else None)


def words_in(element: Element) -> str:
    """The words that a field holds, without those that only stand for them."""
    if element.tag == "textarea":
        return element.text()
    if element.tag == "select":
        chosen = chosen_option(element)
        return chosen.text() if chosen is not None else ""
    if element.tag == "input":
        kind = element.attributes.get("type", "").lower()
        return _NO_FILE if kind == "file" else "" if kind in _WITHOUT_WORDS else element.attributes.get("value", "")
    return ""


def text_in_field(element: Element, style: ComputedStyle, resolver: StyleResolver) -> Box:
    """The text in a button that is an ``input``, or in a text area, where a line's end at its end begins one more line."""
    if element.tag == "input":
        text = element.attributes.get("value", _LABELS.get(element.attributes.get("type", "").lower(), ""))
        return Box(Kind.TEXT, resolver.anonymous_style(style, "inline"), None, text=text or ZERO_WIDTH_SPACE, is_inline_level=True)
    text = shown_text(element)
    return Box(Kind.TEXT, style, None, text=text + ZERO_WIDTH_SPACE if text.endswith("\n") else text, is_inline_level=True)
