"""The flexible box of before flex, which lives on in ``-webkit-line-clamp`` (css-overflow-4 §5, as in Chromium 156)."""

from __future__ import annotations

from .style import ComputedStyle

_PACKED = {"start": "flex-start", "end": "flex-end", "center": "center", "justify": "space-between"}
_ALIGNED = {"start": "flex-start", "end": "flex-end"}


def settle_legacy_box(style: ComputedStyle, parent: ComputedStyle | None) -> None:
    """Say in today's words what ``display: -webkit-box`` makes of a box and of those in it: a flow that ends after some lines
    where a vertical one clamps them, else a flex container whose items are no flexible ones by themselves."""
    fields = style.__dict__
    if parent is not None and parent.is_legacy_box:
        style.flex_grow = style.flex_shrink = fields["_webkit_box_flex"]
        style.order = fields["_webkit_box_ordinal_group"] - 1
    if not style.display.startswith("-webkit"):
        return
    is_inline, is_vertical = style.display == "-webkit-inline-box", fields["_webkit_box_orient"] in ("vertical", "block-axis")
    lines = fields["_webkit_line_clamp"]
    if is_vertical and lines != "none":
        style.display = "inline-block" if is_inline else "flow-root"
        style.clamped_lines = lines
        return
    style.display = "inline-flex" if is_inline else "flex"
    style.is_legacy_box = True
    style.flex_direction = ("column" if is_vertical else "row") + ("-reverse" if fields["_webkit_box_direction"] == "reverse" else "")
    style.flex_wrap = "nowrap"
    style.justify_content = _PACKED[fields["_webkit_box_pack"]]
    style.align_items = _ALIGNED.get(fields["_webkit_box_align"], fields["_webkit_box_align"])
