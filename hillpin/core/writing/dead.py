"""Declarations that cannot take effect on an element, and why. Each reason is what the property's definition says
it applies to."""

from __future__ import annotations

from collections.abc import Callable

from ..layout import Box, Kind, contents_of
from ..markup import Element
from ..page import Layout
from ..styles import ComputedStyle, is_list_item
from ..styles import Kind as LengthKind

_REPLACED = frozenset({"img", "video", "canvas", "iframe", "object", "embed", "svg", "input", "select", "textarea", "button", "audio", "meter", "progress"})
_TABLE_PARTS = (Kind.ROW, Kind.ROW_GROUP, Kind.COLUMN, Kind.COLUMN_GROUP)


class _Facts:
    """What the reasons look at: the element's style and box, and those of what it is inside."""

    def __init__(self, element: Element, style: ComputedStyle, layout: Layout, pseudo: str) -> None:
        self.element = element
        self.style = style
        made = layout.generated.get((element, pseudo)) if pseudo else None
        self.box: Box | None = layout.box_of(element) if not pseudo else made.fragment.box if made is not None and made.fragment is not None else None
        outside = [element, *element.ancestors()] if pseudo else element.ancestors()
        around = self.box.parent if self.box is not None else next((layout.box_of(one) for one in outside if layout.box_of(one) is not None), None)
        while around is not None and around.element is None and around.kind not in (Kind.FLEX, Kind.GRID):
            around = around.parent
        self.around = around
        self.is_replaced = element.tag in _REPLACED and not pseudo
        self.is_inline = self.box is None and style.display == "inline" and not self.is_replaced
        holder = contents_of(self.box) if self.box is not None else None
        self.is_flex = holder is not None and holder.kind == Kind.FLEX
        self.is_grid = holder is not None and holder.kind == Kind.GRID
        self.in_flex = around is not None and around.kind == Kind.FLEX
        self.in_grid = around is not None and around.kind == Kind.GRID
        self.is_absolute = style.position in ("absolute", "fixed")
        self.is_static = style.position == "static"


def why_dead(name: str, element: Element, style: ComputedStyle, layout: Layout, pseudo: str = "") -> str:
    """Why a declaration of a property has no effect on an element, or on its ``before`` or ``after``, at a layout's width;
    empty where it may have one."""
    reason = _REASONS.get(name)
    if reason is None or element not in layout.rects:
        return ""
    return reason(_Facts(element, style, layout, pseudo))


def _size(facts: _Facts) -> str:
    if facts.is_inline:
        return "an inline box takes no width or height"
    if facts.box is not None and facts.box.kind in (Kind.ROW, Kind.ROW_GROUP):
        return "" if facts.style.height.is_definite_form else "a table row takes no width"
    return ""


def _height(facts: _Facts) -> str:
    if facts.is_inline:
        return "an inline box takes no width or height"
    return _percent_of_auto(facts, "height")


def _min_height(facts: _Facts) -> str:
    return "an inline box takes no width or height" if facts.is_inline else _percent_of_auto(facts, "min_height")


def _percent_of_auto(facts: _Facts, field: str) -> str:
    """A percentage of a height that follows from the content is as if it were not there (css-sizing-3 §5.1.2)."""
    length = getattr(facts.style, field)
    parent = facts.around
    if facts.is_absolute or facts.in_flex or facts.in_grid or parent is None or parent.parent is None or not length.has_percentage:
        return ""
    if parent.element is not None and parent.element.tag in ("html", "body") and not parent.style.height.is_definite_form:
        return f"a percentage of the height of {parent.element.tag}, which is auto"
    if parent.style.height.kind == LengthKind.AUTO and parent.kind == Kind.BLOCK and not parent.is_out_of_flow and parent.style.display == "block":
        above = parent.parent
        if above is not None and above.kind == Kind.BLOCK and parent.role != "cell":
            name = parent.element.name() if parent.element is not None else "the box around it"
            return f"a percentage of the height of {name}, which is auto"
    return ""


def _vertical_margin(facts: _Facts) -> str:
    return "an inline box takes no margin above or below" if facts.is_inline else _table_margin(facts)


def _table_margin(facts: _Facts) -> str:
    is_part = facts.box is not None and (facts.box.kind in _TABLE_PARTS or facts.box.role == "cell")
    style = facts.style
    has_margin = any(side.is_auto or side.has_percentage or side.units for side in (style.margin_top, style.margin_right, style.margin_bottom, style.margin_left))
    return "parts of a table take no margin" if is_part and has_margin else ""


def _flex_container(facts: _Facts) -> str:
    return "" if facts.is_flex else "the box is no flex container"


def _grid_container(facts: _Facts) -> str:
    return "" if facts.is_grid else "the box is no grid container"


def _items_container(facts: _Facts) -> str:
    return "" if facts.is_flex or facts.is_grid else "the box is neither a flex nor a grid container"


def _gap(facts: _Facts) -> str:
    has_columns = facts.style.column_count != "auto" or facts.style.column_width.is_definite_form
    return "" if facts.is_flex or facts.is_grid or has_columns else "the box is neither a flex nor a grid container"


def _justify_items(facts: _Facts) -> str:
    if facts.is_flex:
        return "a flex container does not justify its items one by one"
    return "" if facts.is_grid else "the box is no grid container"


def _flex_item(facts: _Facts) -> str:
    if facts.is_absolute and (facts.in_flex or facts.in_grid):
        return "the box is positioned out of the flow"
    return "" if facts.in_flex else "the box is in no flex container"


def _grid_item(facts: _Facts) -> str:
    return "" if facts.in_grid else "the box is in no grid container"


def _any_item(facts: _Facts) -> str:
    return "" if facts.in_flex or facts.in_grid or facts.is_absolute else "the box is in neither a flex nor a grid container"


def _justify_self(facts: _Facts) -> str:
    if facts.in_flex and not facts.is_absolute:
        return "a flex item is not justified by itself: use auto margins"
    return "" if facts.in_grid or facts.is_absolute else "the box is in no grid container"


def _float(facts: _Facts) -> str:
    winner = facts.style.winners.get("float")
    if winner is not None and winner.value == "none":
        return ""
    if facts.in_flex or facts.in_grid:
        return f"items of a {'flex' if facts.in_flex else 'grid'} container do not float"
    return "a positioned box does not float" if facts.is_absolute else ""


def _clear(facts: _Facts) -> str:
    if facts.style.clear == "none":
        return ""
    if facts.is_inline:
        return "only blocks are cleared"
    return f"items of a {'flex' if facts.in_flex else 'grid'} container are not cleared" if facts.in_flex or facts.in_grid else ""


def _inset(facts: _Facts) -> str:
    return "the box is not positioned" if facts.is_static else ""


def _z_index(facts: _Facts) -> str:
    return "the box is not positioned" if facts.is_static and not facts.in_flex and not facts.in_grid and facts.style.z_index != "auto" else ""


def _vertical_align(facts: _Facts) -> str:
    if facts.box is None or facts.box.role == "cell":
        return ""
    if facts.in_flex or facts.in_grid:
        return f"items of a {'flex' if facts.in_flex else 'grid'} container are aligned by align-self"
    return "" if facts.box.is_inline_level else "only inline boxes and table cells are aligned so"


def _text_box(facts: _Facts) -> str:
    return "an inline box has no lines of its own: set it on the block around it" if facts.is_inline else ""


def _object_fit(facts: _Facts) -> str:
    return "" if facts.is_replaced else "only pictures and the like are fitted"


def _text_overflow(facts: _Facts) -> str:
    is_visible = facts.style.overflow_x == "visible" and facts.style.overflow_y == "visible"
    return "overflow is visible, so nothing is cut off" if is_visible and facts.style.text_overflow != "clip" else ""


def _list_style(facts: _Facts) -> str:
    is_list = is_list_item(facts.style.display) or any(child.element is not None and is_list_item(child.style.display) for child in (facts.box.walk() if facts.box is not None else ()))
    return "" if is_list or facts.style.list_style_type == "none" else "no list item is here"


def _border_spacing(facts: _Facts) -> str:
    return "the borders are collapsed" if facts.style.border_collapse == "collapse" and facts.box is not None and facts.box.kind == Kind.TABLE else ""


def _border_width(side: str) -> Callable[[_Facts], str]:
    def reason(facts: _Facts) -> str:
        return "the border has no style" if getattr(facts.style, f"border_{side}_style") in ("none", "hidden") else ""

    return reason


_REASONS: dict[str, Callable[[_Facts], str]] = {
    **dict.fromkeys(("width", "min-width", "max-width"), _size),
    "height": _height, "max-height": _size, "min-height": _min_height,
    **dict.fromkeys(("margin-top", "margin-bottom", "margin-block", "margin-block-start", "margin-block-end"), _vertical_margin),
    **dict.fromkeys(("margin", "margin-left", "margin-right", "margin-inline"), _table_margin),
    **dict.fromkeys(("flex-direction", "flex-wrap", "flex-flow"), _flex_container),
    **dict.fromkeys(("grid-template-columns", "grid-template-rows", "grid-template-areas", "grid-template", "grid-auto-flow", "grid-auto-columns", "grid-auto-rows", "grid"), _grid_container),
    **dict.fromkeys(("justify-content", "align-items", "place-content"), _items_container),
    **dict.fromkeys(("gap", "column-gap", "row-gap", "grid-gap"), _gap),
    **dict.fromkeys(("justify-items", "place-items"), _justify_items),
    **dict.fromkeys(("flex", "flex-grow", "flex-shrink", "flex-basis"), _flex_item),
    **dict.fromkeys(("grid-column", "grid-row", "grid-area", "grid-column-start", "grid-column-end", "grid-row-start", "grid-row-end"), _grid_item),
    **dict.fromkeys(("align-self", "order"), _any_item),
    "justify-self": _justify_self, "float": _float, "clear": _clear,
    **dict.fromkeys(("top", "right", "bottom", "left", "inset", "inset-inline", "inset-block"), _inset),
    "z-index": _z_index, "vertical-align": _vertical_align, "object-fit": _object_fit, "object-position": _object_fit, "text-overflow": _text_overflow,
    **dict.fromkeys(("text-align", "text-indent"), _text_box),
    **dict.fromkeys(("list-style", "list-style-type", "list-style-position"), _list_style),
    "border-spacing": _border_spacing,
    **{f"border-{side}-width": _border_width(side) for side in ("top", "right", "bottom", "left")},
    "border-width": lambda facts: "the border has no style" if all(getattr(facts.style, f"border_{side}_style") in ("none", "hidden") for side in ("top", "right", "bottom", "left")) else "",
}  # fmt: skip
