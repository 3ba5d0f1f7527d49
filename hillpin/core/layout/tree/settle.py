"""Children put in order: anonymous blocks, split inlines, anonymous items and table parts (CSS 2 §9.2.1, §17.2.1)."""

from __future__ import annotations

from collections.abc import Callable

from ...styles.resolve import StyleResolver
from ...styles.style import ComputedStyle
from ..boxes import OWN_STYLE, Box, Kind
from ..table.table_borders import collapse_borders

SPACES = " \t\n\r\f"
_INTERNAL = (Kind.ROW_GROUP, Kind.ROW, Kind.COLUMN, Kind.COLUMN_GROUP)


def settle(box: Box, children: list[Box], resolver: StyleResolver) -> None:
    """Give a box its children, with the anonymous boxes that its kind of layout needs."""
    kind = box.kind
    if kind in (Kind.FLEX, Kind.GRID):
        adopt(box, _items(box, children, resolver))
        return
    if kind in (Kind.TABLE, Kind.ROW_GROUP, Kind.ROW, Kind.COLUMN_GROUP):
        adopt(box, _table_children(box, children, resolver))
        if kind == Kind.TABLE and box.style.border_collapse == "collapse":
            collapse_borders(box)
        return
    if any(_is_table_part(child) for child in children):
        children = _wrap_stray_parts(box, children, resolver)
    if kind == Kind.INLINE:
        adopt(box, children)
        return
    _settle_flow(box, children, resolver)


def adopt(box: Box, children: list[Box]) -> None:
    """Make boxes the children of a box."""
    box.children = children
    for child in children:
        child.parent = box


def _is_blank(box: Box) -> bool:
    return box.kind == Kind.TEXT and box.element is None and not box.text.strip(SPACES)


def _is_collapsible_blank(box: Box) -> bool:
    return _is_blank(box) and box.style.white_space_collapse in ("collapse", "preserve-breaks") and (
        box.style.white_space_collapse == "collapse" or "\n" not in box.text
    )


def _is_in_flow_inline(box: Box) -> bool:
    return box.is_inline_level


# Block containers


def _settle_flow(box: Box, children: list[Box], resolver: StyleResolver) -> None:
    flat: list[Box] = []
    for child in children:
        if child.kind == Kind.INLINE and _holds_block(child):
            child.parent = box
            flat += _split(child)
        else:
            flat.append(child)
    if any(child.is_block_level for child in flat):
        adopt(box, _wrap_runs(flat, box, resolver))
        box.has_inline_children = False
    else:
        adopt(box, flat)
        box.has_inline_children = any(_is_in_flow_inline(child) for child in flat) and not all(
            _is_collapsible_blank(child) or not child.is_inline_level for child in flat
        )
        if not box.has_inline_children:
            adopt(box, [child for child in flat if not child.is_inline_level])
    box.has_floats = _has_floats(box)


def _has_floats(box: Box) -> bool:
    stack = list(box.children)
    while stack:
        child = stack.pop()
        if child.is_floating:
            return True
        if child.is_out_of_flow:
            continue
        if child.kind == Kind.INLINE:
            stack += child.children
        elif child.kind == Kind.BLOCK and not child.is_bfc_root and child.has_floats:
            return True
    return False


def _holds_block(box: Box) -> bool:
    stack = list(box.children)
    while stack:
        child = stack.pop()
        if child.is_block_level:
            return True
        if child.kind == Kind.INLINE:
            stack += child.children
    return False


def _piece(box: Box, opens: bool) -> Box:
    piece = Box(Kind.INLINE, box.style, box.element, pseudo=box.pseudo, is_inline_level=True)
    piece.is_relative, piece.split_from = box.is_relative, box
    is_cloned = box.style.box_decoration_break == "clone"
    piece.opens, piece.closes = opens or is_cloned, is_cloned
    return piece


def _split(box: Box) -> list[Box]:
    """An inline box with blocks in it as pieces round those blocks (CSS 2 §9.2.1.1)."""
    result: list[Box] = []
    current = _piece(box, opens=True)
    for child in box.children:
        inner = _split(child) if child.kind == Kind.INLINE and _holds_block(child) else [child]
        for part in inner:
            if part.is_block_level:
                part.inline_parents = (box, *part.inline_parents)
                result += [current, part]
                current = _piece(box, opens=False)
            else:
                current.children.append(part)
                part.parent = current
    current.closes = True
    return [*result, current]


def _is_empty_end(box: Box) -> bool:
    """Whether a box is the end of a split inline box with nothing in it, which makes no line by itself."""
    return box.kind == Kind.INLINE and not box.opens and not _ends_wide(box.style) and all(_is_empty_end(child) for child in box.children)


def _ends_wide(style: ComputedStyle) -> bool:
    """Whether an inline box's end takes room, so that a piece of it with nothing else in it still shows."""
    return bool(style.border_right_width) or any(length.units or length.has_percentage for length in (style.margin_right, style.padding_right))


def _wrap_runs(children: list[Box], parent: Box, resolver: StyleResolver) -> list[Box]:
    """Runs of inline-level boxes beside blocks become anonymous blocks; runs of white space vanish."""
    result: list[Box] = []
    run: list[Box] = []

    def close() -> None:
        if any(_is_in_flow_inline(child) and not _is_collapsible_blank(child) and not _is_empty_end(child) for child in run):
            result.append(_anonymous_block(run, parent, resolver))
        else:
            result.extend(child for child in run if not child.is_inline_level)
        run.clear()

    for child in children:
        if child.is_block_level:
            close()
            result.append(child)
        else:
            run.append(child)
    close()
    return result


def _anonymous_block(run: list[Box], parent: Box, resolver: StyleResolver, role: str = "anonymous") -> Box:
    box = Box(Kind.BLOCK, resolver.anonymous_style(parent.style, "block"), None, role=role)
    adopt(box, list(run))
    box.has_inline_children = True
    box.has_floats = _has_floats(box)
    return box


# Flex and grid containers


def _items(parent: Box, children: list[Box], resolver: StyleResolver) -> list[Box]:
    """Each child is an item; each run of text becomes an anonymous one, white space alone nothing (css-flexbox-1 §4). In a legacy box
    inline boxes go with the text."""
    result: list[Box] = []
    run: list[Box] = []

    def close() -> None:
        if any(not _is_blank(child) for child in run):
            apart = [child.kind == Kind.TEXT and child.style is not parent.style and bool(child.text.strip()) for child in run]
            inside = [in_own_style(child, resolver) if own else child for child, own in zip(run, apart, strict=True)]
            item = _anonymous_block(inside, parent, resolver, "item")
            item.is_bfc_root = True
            result.append(item)
        run.clear()

    for child in children:
        if child.kind in (Kind.TEXT, Kind.BREAK) or (parent.style.is_legacy_box and child.kind == Kind.INLINE):
            run.append(child)
            continue
        close()
        child.is_inline_level = child.is_floating = False
        if not child.is_out_of_flow:
            child.is_bfc_root = True
        result.append(child)
    close()
    return result


def in_own_style(text: Box, resolver: StyleResolver) -> Box:
    """Text of an element without a box (``display: contents``) in an inline box, so that its own line height counts."""
    around = Box(Kind.INLINE, resolver.anonymous_style(text.style, "inline"), None, is_inline_level=True, role=OWN_STYLE)
    adopt(around, [text])
    return around


# Tables


def _is_table_part(box: Box) -> bool:
    return box.kind in _INTERNAL or box.role in ("cell", "caption")


def _fits(parent: Box, child: Box) -> bool:
    """Whether a child may stand in a table part without an anonymous box between; what is out of flow is no table part."""
    if child.is_out_of_flow:
        return False
    if parent.kind == Kind.TABLE:
        return child.kind in _INTERNAL or child.role == "caption"
    if parent.kind == Kind.ROW_GROUP:
        return child.kind == Kind.ROW
    if parent.kind == Kind.ROW:
        return child.role == "cell"
    return child.kind == Kind.COLUMN


def _table_children(parent: Box, children: list[Box], resolver: StyleResolver) -> list[Box]:
    """Children of a table, row group or row: what does not fit is wrapped in an anonymous row or cell. Text of nothing but white
    space is nothing there, kept or not, beside whatever else (as Chromium has it)."""
    children = [child for child in children if not _is_blank(child)]
    if parent.kind == Kind.COLUMN_GROUP:
        return [child for child in children if child.kind == Kind.COLUMN]

    def wrap(run: list[Box]) -> Box:
        inner_kind = Kind.ROW if parent.kind != Kind.ROW else Kind.BLOCK
        inner = Box(inner_kind, resolver.anonymous_style(parent.style, "table-row" if inner_kind == Kind.ROW else "table-cell"), None)
        if inner_kind == Kind.BLOCK:
            inner.role, inner.is_bfc_root = "cell", True
        settle(inner, list(run), resolver)
        return inner

    result = _wrapped(children, lambda child: _fits(parent, child), wrap)
    if parent.kind == Kind.TABLE:
        return _rows_in_groups(parent, result, resolver)
    return result


def _rows_in_groups(table: Box, children: list[Box], resolver: StyleResolver) -> list[Box]:
    """Rows directly in a table stand in an anonymous row group."""

    def wrap(run: list[Box]) -> Box:
        group = Box(Kind.ROW_GROUP, resolver.anonymous_style(table.style, "table-row-group"), None)
        adopt(group, list(run))
        return group

    return _wrapped(children, lambda child: child.kind != Kind.ROW, wrap)


def _wrapped(children: list[Box], fits: Callable[[Box], bool], wrap: Callable[[list[Box]], Box]) -> list[Box]:
    result: list[Box] = []
    run: list[Box] = []
    for child in [*children, None]:
        if child is not None and not fits(child):
            run.append(child)
            continue
        if any(not _is_blank(other) for other in run):
            result.append(wrap(run))
        run = []
        if child is not None:
            result.append(child)
    return result


def _wrap_stray_parts(parent: Box, children: list[Box], resolver: StyleResolver) -> list[Box]:
    """Table parts outside a table get an anonymous one round them; white space between them goes with it."""
    result: list[Box] = []
    run: list[Box] = []

    def close() -> None:
        trailing: list[Box] = []
        while run and not _is_table_part(run[-1]):
            trailing.insert(0, run.pop())
        if run:
            inline = parent.kind == Kind.INLINE
            table = Box(Kind.TABLE, resolver.anonymous_style(parent.style, "inline-table" if inline else "table"), None)
            table.is_bfc_root, table.is_inline_level, table.role = True, inline, "anonymous"
            settle(table, list(run), resolver)
            result.append(table)
        result.extend(trailing)
        run.clear()

    for child in children:
        if (_is_table_part(child) and not child.is_floating and not child.is_out_of_flow) or (run and _is_blank(child)):
            run.append(child)
        else:
            close()
            result.append(child)
    close()
    return result
