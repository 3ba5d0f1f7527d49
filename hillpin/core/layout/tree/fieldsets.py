"""Fieldsets that show a legend: the legend, and everything else in a box of its own (HTML 15.3.13)."""

from __future__ import annotations

from ...styles.resolve import StyleResolver
from ..block.fieldset import CONTENTS, FIELDSET, LEGEND
from ..boxes import Box, Kind
from .settle import adopt, settle

_DISPLAYS = {Kind.BLOCK: "flow-root", Kind.FLEX: "flex", Kind.GRID: "grid"}


def settle_fieldset(box: Box, children: list[Box], resolver: StyleResolver) -> None:
    """Give a fieldset its children; without a legend to show they are those of any box."""
    legend = next((child for child in children if _may_show(child)), None)
    if legend is None or box.kind not in _DISPLAYS or box.role:
        settle(box, children, resolver)
        return
    contents = Box(box.kind, resolver.contents_style(box.style, _DISPLAYS[box.kind]), None, role=CONTENTS)
    contents.is_bfc_root = legend.is_bfc_root = True
    settle(contents, [child for child in children if child is not legend], resolver)
    legend.role, legend.is_inline_level = LEGEND, False
    box.kind, box.role, box.has_inline_children = Kind.BLOCK, FIELDSET, False
    adopt(box, [legend, contents])


def _may_show(child: Box) -> bool:
    """Whether a child is a legend in flow: the first one is shown."""
    is_legend = child.element is not None and child.element.tag == "legend" and child.pseudo is None
    return is_legend and not (child.is_floating or child.is_out_of_flow)
