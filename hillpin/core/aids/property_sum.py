"""How the number of a property comes about from what is declared: ``1.2rem × 16 = 19.20``."""

from __future__ import annotations

from ..markup import Element
from ..page import Layout, Page
from ..shown import px
from ..styles import PROPERTIES, VIEWPORT_UNITS, ComputedStyle, Dimension, Length, Number, Percentage

_OF_WIDTH = ("width", "min-width", "max-width", "margin-", "padding-", "left", "right", "text-indent")


def comes_to(page: Page, layout: Layout, element: Element, prop: str) -> str:
    """A sum in words for a property that resolves to a number; empty for any other."""
    style = layout.tree.styles.get(element)
    known = PROPERTIES.get(prop)
    if style is None or known is None:
        return ""
    value = _resolved(style, layout, element, known.field, prop)
    if value is None:
        return ""
    winner = style.winners.get(prop)
    declared = winner.value if winner is not None else None
    if isinstance(declared, Dimension) and declared.unit != "px":
        factor = _factor(page, style, layout, declared.unit, prop)
        if factor is not None:
            return f"{_plain(declared.value)}{declared.unit}: {_plain(declared.value)} × {px(factor[0])} ({factor[1]}) = {px(value)}"
    if isinstance(declared, Percentage):
        basis = _basis(style, layout, element, prop)
        if basis is not None:
            return f"{_plain(declared.value)}%: {_plain(declared.value)} ÷ 100 × {px(basis[0])} ({basis[1]}) = {px(value)}"
    if prop == "line-height" and isinstance(style.line_height, Number):
        return f"{_plain(style.line_height.value)} × {px(float(style.font_size))} (its font size) = {px(value)}"
    return px(value)


def _plain(value: float) -> str:
    return f"{value:g}"


def _resolved(style: ComputedStyle, layout: Layout, element: Element, field: str, prop: str) -> float | None:
    """The used length in CSS px."""
    value = getattr(style, field)
    if prop == "line-height" and isinstance(value, Number):
        return value.value * float(style.font_size)
    if isinstance(value, Length):
        if not value.is_definite_form:
            return None
        basis = _basis(style, layout, element, prop)
        if value.has_percentage and basis is None:
            return None
        return value.resolve(round((basis[0] if basis is not None else 0) * 64)) / 64
    if field.startswith("border_") and isinstance(value, int):
        return value / 64
    return float(value) if isinstance(value, float) else None


def _basis(style: ComputedStyle, layout: Layout, element: Element, prop: str) -> tuple[float, str] | None:
    """What a percentage of a property is of, and its name."""
    found = layout.fragments.get(element)
    if prop == "font-size":
        return (float(style.parent.font_size), "its parent's font size") if style.parent is not None else None
    if prop == "line-height":
        return float(style.font_size), "its font size"
    if found is None:
        return None
    if prop.startswith(_OF_WIDTH):
        return found[0].basis / 64, "the room it stands in"
    if prop in ("column-gap", "row-gap"):
        return max(found[0].width - found[0].edges().inline, 0) / 64, "its own room"
    return None


def _factor(page: Page, style: ComputedStyle, layout: Layout, unit: str, prop: str) -> tuple[float, str] | None:
    """The CSS px of a unit, and what it is taken from (css-values-4 §6)."""
    if unit == "em":
        size = style.parent if prop == "font-size" and style.parent is not None else style
        return float(size.font_size), "its font size" if size is style else "its parent's font size"
    if unit == "rem":
        root = layout.tree.styles.get(page.document.root)
        return (float(root.font_size), "the root's font size") if root is not None else None
    if unit in VIEWPORT_UNITS:
        width, height = layout.viewport.width, layout.viewport.height
        if unit.endswith(("min", "max")):
            return (min if unit.endswith("min") else max)(width, height) / 100, f"a hundredth of the viewport's {'smaller' if unit.endswith('min') else 'larger'} side"
        is_across = unit.endswith(("w", "i"))
        return (width if is_across else height) / 100, f"a hundredth of the viewport's {'width' if is_across else 'height'}"
    if unit == "ch":
        return page.fonts.zero_advance(style), "the width of its 0"
    return None
