"""An inline formatting context made ready for lines: white space folded, text shaped, breaks found.

None of this depends on the width, so it is done once for a style (css-text-3 §4 and §5, css-inline-3).
"""

from __future__ import annotations

import re
from dataclasses import replace
from itertools import pairwise

from ...fonts.linebreak import break_opportunities, breaks_all_between, grapheme_starts
from ...styles.style import ComputedStyle
from ...styles.values import ZERO, Length
from ..boxes import BREAK, INLINE, TEXT, Box
from ..context import Context
from .bidi import has_directions, levels_of
from .cloned_edges import is_cloned
from .items import InlineContent, Item, ItemKind, edge_of, is_first_side
from .text_shaping import running_sums, shape_text
from .text_transforms import goes_on_with_a_word, transformed

OBJECT = "\ufffc"
_FOLDED = frozenset(" \t\n\r\f")
"""White space that folds (css-text-3 §4.1.1): no other does."""
_FIRST_LINE_END = re.compile(r"^[ \t\r\f]*\n[ \t\n\r\f]*")
_BESIDE_ZERO_WIDTH = re.compile("(?<=\u200b)[ \t\r\f]*\n[ \t\n\r\f]*|[ \t\r\f]*\n[ \t\n\r\f]*(?=\u200b)")


def prepare(ctx: Context, box: Box) -> InlineContent:
    """The inline content of a box with inline children, kept on the box."""
    known: InlineContent | None = box.content_cache
    if known is None:
        known = box.content_cache = _Builder(ctx, box).build()
    return known


def is_wbr(box: Box) -> bool:
    """Whether a text is the opportunity to break a line that ``wbr`` is."""
    return box.kind == TEXT and box.element is not None and box.element.tag == "wbr"


def indent_of(box: Box) -> Length:
    """``text-indent`` of the first line in a box; nothing in an anonymous one that does not begin its parent (css-text-3 §8.1)."""
    if box.role == "anonymous" and box.parent is not None:
        first = next((child for child in box.parent.children if child.is_block_level), None)
        if first is not box:
            return ZERO
    return box.style.text_indent


_EDGES = tuple(f"{what}_{side}" for what in ("padding", "margin") for side in ("top", "right", "bottom", "left"))


class _Builder:
    """Walks the inline boxes once and collects items and text."""

    def __init__(self, ctx: Context, box: Box) -> None:
        self.ctx = ctx
        self.root = box
        self.items: list[Item] = []
        self.pieces: list[str] = []
        self.length = 0
        self.unmeasured: list[int] = []
        """Opportunities that widths by content do without."""
        self.space_pending_removal = True
        """True where a collapsible space would stand at the start of a line or after another space."""

    def build(self) -> InlineContent:
        for child in self.root.children:
            self._add(child)
        text = "".join(self.pieces)
        has_levels = self._part_by_levels(text)
        can_break = self._opportunities(text)
        self._shape(text)
        has_lines = any(self._makes_line(item) for item in self.items)
        texts = [item for item in self.items if item.kind == ItemKind.TEXT]
        uniform = self.root.first_line is None and self.root.marker_style is None and len(self.items) == 1 and len(texts) == 1 and texts[0].wraps and texts[0].collapses
        percentages = any(
            getattr(item.box.style, name).has_percentage for item in self.items if item.kind in (ItemKind.OPEN, ItemKind.CLOSE) for name in _EDGES
        )
        has_clones = not has_levels and any(is_cloned(item.box) for item in self.items if item.kind == ItemKind.OPEN)
        return InlineContent(
            self.items, text, can_break, has_lines, uniform, has_percentages=percentages, has_levels=has_levels, has_clones=has_clones, unmeasured=self.unmeasured
        )

    def _part_by_levels(self, text: str) -> bool:
        """Part texts where their characters begin to run the other way. False where nothing runs against the paragraph."""
        style = self.root.parent.style if self.root.role == "anonymous" and self.root.parent is not None else self.root.style
        if not has_directions(style, self.items, text):
            return False
        levels = levels_of(style, self.items, text)
        parted: list[Item] = []
        for item in self.items:
            ends = [at for at in range(item.start + 1, item.end) if levels[at] != levels[at - 1]] if item.kind == ItemKind.TEXT else []
            parted += [replace(item, start=start, end=end) for start, end in pairwise([item.start, *ends, item.end])] if ends else [item]
        self.items = parted
        for item in parted:
            item.level = levels[item.start] if item.end > item.start else item.level
            item.from_right = (self.root.style.direction == "rtl") != item.level % 2
        return any(levels) or any(item.box.is_reversed for item in self.items if item.kind == ItemKind.OPEN)

    def _makes_line(self, item: Item) -> bool:
        """Whether an item keeps a line box from being treated as zero high (CSS 2 §9.4.2)."""
        if item.kind == ItemKind.TEXT:
            return item.end > item.start
        if item.kind in (ItemKind.ATOMIC, ItemKind.BREAK, ItemKind.TAB):
            return True
        if item.kind in (ItemKind.OPEN, ItemKind.CLOSE):
            is_there = item.box.opens if item.kind == ItemKind.OPEN else item.box.closes
            return is_there and (any(edge_of(item, 0)) or any(length.has_percentage for length in _lengths_of(item)))
        return False

    def _append(self, kind: ItemKind, box: Box, text: str) -> Item:
        item = Item(kind, box, self.length, self.length + len(text))
        self.items.append(item)
        self.pieces.append(text)
        self.length += len(text)
        return item

    def _add(self, box: Box) -> None:
        if is_wbr(box):
            # White space folds across it, and it is an opportunity whatever the text around does.
            self._append(ItemKind.TEXT, box, box.text).is_opportunity = True
        elif box.kind == TEXT:
            self._add_text(box)
        elif box.is_floating:
            self._append(ItemKind.FLOAT, box, "")
        elif box.is_out_of_flow:
            self._append(ItemKind.OUT_OF_FLOW, box, "")
        elif box.kind == BREAK:
            item = self._append(ItemKind.BREAK, box, "\n")
            item.wraps = True
            self.space_pending_removal = True
        elif box.kind == INLINE:
            self._append(ItemKind.OPEN, box, "")
            for child in box.children:
                self._add(child)
            self._append(ItemKind.CLOSE, box, "")
        else:
            item = self._append(ItemKind.ATOMIC, box, OBJECT)
            item.wraps = box.parent is None or box.parent.style.text_wrap_mode == "wrap"
            # White space after the symbol of a marker is as at the start of a line.
            self.space_pending_removal = box.role == "marker"

    def _add_text(self, box: Box) -> None:
        style = box.style
        collapse = style.white_space_collapse
        if collapse in ("preserve", "break-spaces"):
            self._add_preserved(box, self._transformed(box, box.text), collapse)
            return
        if collapse == "preserve-breaks":
            for number, part in enumerate(box.text.split("\n")):
                if number:
                    self._append(ItemKind.BREAK, box, "\n")
                    self.space_pending_removal = True
                self._add_collapsed(box, part)
            return
        self._add_collapsed(box, box.text)

    def _add_preserved(self, box: Box, text: str, collapse: str) -> None:
        for number, part in enumerate(text.split("\n")):
            if number:
                self._append(ItemKind.BREAK, box, "\n")
            for index, piece in enumerate(part.split("\t")):
                if index:
                    self._append(ItemKind.TAB, box, "\t").wraps = box.style.text_wrap_mode == "wrap"
                if piece:
                    item = self._append(ItemKind.TEXT, box, piece)
                    item.collapses = False
                    item.wraps = box.style.text_wrap_mode == "wrap"
        self.space_pending_removal = text.endswith("\n")

    def _add_collapsed(self, box: Box, text: str) -> None:
        """Fold runs of white space to one space, none after another (css-text-3 §4.1.1)."""
        if self._may_break_at_its_space(box, text):
            self._append(ItemKind.TEXT, box, "\u200b").is_opportunity = True
        result: list[str] = []
        if "\n" in text and ("\u200b" in text or (self.pieces and self.pieces[-1].endswith("\u200b"))):
            # A line's end beside a zero width space is nothing (§4.1.3).
            text = _BESIDE_ZERO_WIDTH.sub("", text)
            text = text if not (self.pieces and self.pieces[-1].endswith("\u200b")) else _FIRST_LINE_END.sub("", text)
        for character in text:
            if character in _FOLDED:
                if not self.space_pending_removal:
                    result.append(" ")
                    self.space_pending_removal = True
            else:
                result.append(character)
                self.space_pending_removal = False
        if not result:
            return
        item = self._append(ItemKind.TEXT, box, self._transformed(box, "".join(result)))
        item.wraps = box.style.text_wrap_mode == "wrap"

    def _may_break_at_its_space(self, box: Box, text: str) -> bool:
        """Whether a text begins with a space that goes, for one that no line is broken at is before it: a line may still be
        broken where it was (css-text-3 §4.1.1)."""
        if not self.space_pending_removal or text[:1] not in _FOLDED or box.style.text_wrap_mode != "wrap":
            return False
        # Each item has its piece of the text.
        before, piece = next(((item, piece) for item, piece in zip(reversed(self.items), reversed(self.pieces), strict=True) if piece), (None, ""))
        return before is not None and not before.wraps and piece.endswith(" ")

    def _transformed(self, box: Box, text: str) -> str:
        return transformed(text, box.style, box.style.text_transform == "capitalize" and not box.text[:1].isspace() and goes_on_with_a_word(box))

    def _opportunities(self, text: str) -> list[bool]:
        result = break_opportunities(text)
        for item in self.items:
            if item.kind in (ItemKind.BREAK, ItemKind.TAB):
                result[item.start] = False
                result[item.end] = True
            if item.kind == ItemKind.ATOMIC and item.wraps:
                # Whatever mark stands beside it (css-text-3 §5.1); as the browser has it, widths by content hold it to one before it.
                if not result[item.start]:
                    self.unmeasured.append(item.start)
                result[item.start] = True
                result[item.end] = result[item.end] or bool(text[item.end : item.end + 1].strip(" "))
            if item.kind != ItemKind.TEXT:
                continue
            style = item.box.style
            if style.hyphens != "none":
                for i in range(item.start, item.end):
                    if text[i] == "\u00ad":
                        result[i + 1] = True
            else:
                for i in range(item.start, item.end):
                    if text[i] == "\u00ad":
                        result[i + 1] = False
            self._word_break(item, style, text, result)
        before: Item | None = None
        tags: list[Item] = []
        for item in self.items:
            if item.kind not in (ItemKind.TEXT, ItemKind.ATOMIC, ItemKind.TAB, ItemKind.BREAK):
                tags.append(item)
                continue
            if item.kind != ItemKind.BREAK:
                if not item.wraps:
                    result[item.start + 1 : item.end] = [False] * (item.end - item.start - 1)
                result[item.start] = _may_break_between(before, tags, item, text, result[item.start])
            if item.is_opportunity:
                # A line that may be broken before it is broken after it.
                result[item.start] = False
                result[item.end] = result[item.end] or (item.end < len(text) and item.box.style.text_wrap_mode != "wrap")
            before, tags = item, []
        return result

    def _word_break(self, item: Item, style: ComputedStyle, text: str, result: list[bool]) -> None:
        if style.word_break == "break-all" or style.line_break == "anywhere":
            starts = grapheme_starts(text[item.start : item.end])
            for i in starts:
                if i:
                    _break_between(item.start + i, style, text, result)
            if item.end < len(text) and item.wraps:
                _break_between(item.end, style, text, result)
        elif style.word_break == "keep-all":
            for i in range(item.start + 1, item.end):
                if _is_letter(text[i]) and _is_letter(text[i - 1]):
                    result[i] = False

    def _shape(self, text: str) -> None:
        """Shape runs of items that share a font and have no edge between them as one (kerning crosses tags)."""
        run: list[Item] = []
        for item in self.items:
            if item.kind == ItemKind.TEXT:
                if run and (run[-1].level != item.level or "\u200b" in (text[item.start], text[item.start - 1]) or not _same_font(run[-1].box, item.box)):
                    self._shape_run(run, text)
                    run = []
                run.append(item)
            elif item.kind in (ItemKind.OPEN, ItemKind.CLOSE):
                if run and (item.box.style.vertical_align != "baseline" or item.box.style.unicode_bidi != "normal" or has_edge(item)):
                    self._shape_run(run, text)
                    run = []
            elif run:
                self._shape_run(run, text)
                run = []
        if run:
            self._shape_run(run, text)

    def _shape_run(self, run: list[Item], text: str) -> None:
        start, end = run[0].start, run[-1].end
        advances, safe, fallbacks = shape_text(self.ctx, run[0].box.style, text[start:end], run[0].from_right)
        for item in run:
            low, high = item.start - start, item.end - start
            item.sums = running_sums(advances[low:high], text[item.start : item.end], item.box.style)
            item.safe = safe[low : high + 1]
            item.fallbacks = fallbacks


def has_edge(item: Item) -> bool:
    """Whether a margin, border or padding parts what is before and after an edge of an inline box."""
    return any(edge_of(item, 0)) or any(length.percent or length.calculation for length in _lengths_of(item))


def _lengths_of(item: Item) -> tuple[Length, Length]:
    """The margin and the padding at an edge of an inline box."""
    style = item.box.style
    return (style.margin_left, style.padding_left) if is_first_side(item) else (style.margin_right, style.padding_right)


def _same_font(one: Box, other: Box) -> bool:
    """Whether two texts are shaped as one. Markers have figures of one width, and so another font than what is beside them."""
    a, b = one.style, other.style
    return (one.pseudo == "marker") == (other.pseudo == "marker") and (a is b or (
        a.font_family == b.font_family
        and a.font_size == b.font_size
        and a.font_weight == b.font_weight
        and a.font_style == b.font_style
        and a.font_stretch == b.font_stretch
        and a.font_variation_settings == b.font_variation_settings
        and a.font_optical_sizing == b.font_optical_sizing
        and a.font_size_adjust == b.font_size_adjust
        and a.letter_spacing == b.letter_spacing
        and a.word_spacing == b.word_spacing
        and a.font_kerning == b.font_kerning
        and a.font_variant_caps == b.font_variant_caps
    ))


def _break_between(position: int, style: ComputedStyle, text: str, result: list[bool]) -> None:
    if position and (style.line_break == "anywhere" or breaks_all_between(text[position - 1], text[position])):
        result[position] = True


def _may_break_between(before: Item | None, tags: list[Item], after: Item, text: str, can_break: bool) -> bool:
    """Whether a line may break between two items, of which one may be in a box that does not wrap (css-text-3 §5.1, as the browser
    has it): behind one that does not where its box is closed in one that does, unless it ends with a space; and behind one that
    wraps, or a picture or alike, before a space right behind its box, or behind a space that goes."""
    if before is None:
        return after.wraps and (can_break or any(tag.kind == ItemKind.CLOSE and not tag.box.opens and tag.box.style.unicode_bidi != "normal" for tag in tags))
    if before.kind == ItemKind.BREAK:
        return can_break
    if not before.wraps and before.kind == ItemKind.TEXT:
        return can_break and any(_closes_into(tag, "wrap") for tag in tags) and text[before.end - 1 : before.end] != " "
    if after.wraps:
        return can_break
    if not before.wraps:
        return False
    opened = max((number for number, tag in enumerate(tags) if tag.kind == ItemKind.OPEN), default=-1)
    behind = before.kind == ItemKind.ATOMIC or any(_closes_into(tag, "nowrap") and tag.box.style.text_wrap_mode == "wrap" for tag in tags[opened + 1 :])
    is_parted = before.kind == ItemKind.TEXT and before.collapses and text[before.end - 1 : before.end] == " "
    return can_break or ((behind or is_parted) and after.kind == ItemKind.TEXT and text[after.start : after.start + 1] == " ")


def _closes_into(tag: Item, mode: str) -> bool:
    """Whether an inline box ends in one that has this ``text-wrap-mode``."""
    return tag.kind == ItemKind.CLOSE and tag.box.parent is not None and tag.box.parent.style.text_wrap_mode == mode


def _is_letter(character: str) -> bool:
    return character.isalnum() or character in "_&#@$%*^`~"
