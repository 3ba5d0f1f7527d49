"""Display types (css-display-3)."""

from __future__ import annotations

from collections.abc import Mapping

_BLOCKIFIED: Mapping[str, str] = {
    "inline": "block", "inline-block": "block", "inline-flex": "flex", "inline-grid": "grid", "inline-table": "table",
    "table-row": "block", "table-row-group": "block", "table-header-group": "block", "table-footer-group": "block",
    "table-cell": "block", "table-column": "block", "table-column-group": "block", "table-caption": "block",
    "ruby": "block", "math": "block", "inline list-item": "list-item", "inline flow-root list-item": "flow-root list-item",
}  # fmt: skip


def blockified(display: str) -> str:
    """The block-level form of a display type (css-display-3 §2.7)."""
    return _BLOCKIFIED.get(display, display)


def is_list_item(display: str) -> bool:
    """Whether a display type makes a list item, with a marker and an own number (§2.3)."""
    return display.endswith("list-item")
