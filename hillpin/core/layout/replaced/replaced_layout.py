"""Replaced elements: natural sizes and the sizes used of them (CSS 2 §10.3.2, §10.4, §10.6.2; css-images-3 §5)."""

from __future__ import annotations

from dataclasses import replace

from ...styles.form_controls import is_tick
from ...styles.values import AUTO_KIND, Kind, Length
from ...units import INDEFINITE, UNLIMITED, f32
from ..boxes import REPLACED, Box, Edges, edges_of, takes_height
from ..containing import contains_height, contains_width, held_height, held_width
from ..context import Context
from ..fragments import Fragment, Space
from ..sizes.given_heights import given_height, replaced_basis
from ..sizes.rules import CONTENT
from ..sizes.sizing import compressed_width, fills_its_block, resolve_block, resolve_inline, resolve_least, to_border_box
from .natural import NOTHING, Natural
from .natural_sizes import DATE_TYPES
from .selects import is_list_box

DEFAULT_WIDTH, DEFAULT_HEIGHT = 300 * 64, 150 * 64


def _natural(box: Box) -> Natural:
    """The natural size; without what size containment takes from it (css-contain-2 §3.1)."""
    natural = box.natural or NOTHING
    if natural.stands_in and box.style.aspect_ratio is not None and box.style.aspect_ratio[1] is not None:
        natural = replace(natural, width=None, height=None)
    if contains_width(box) and not _keeps_its_size(box):
        height = natural.height if natural.height is not None else DEFAULT_HEIGHT
        return replace(natural, width=held_width(box), height=held_height(box) if contains_height(box) else height, ratio=None, baseline=None if contains_height(box) else natural.baseline)
    if contains_width(box) and box.style.contain_intrinsic_width.kind != Kind.NONE:
        natural = replace(natural, width=held_width(box))
    if contains_height(box) and box.style.contain_intrinsic_height.kind != Kind.NONE:
        more = held_height(box) - (natural.height or 0)
        return replace(natural, height=held_height(box), baseline=None if natural.baseline is None else natural.baseline + more // 2)
    if natural.line is not None and box.style.height.kind <= Kind.CALC:
        return replace(natural, height=natural.line[0], baseline=natural.line[1])
    return natural


def _input_kind(box: Box) -> str:
    """The ``type`` of an ``input``, empty for anything else."""
    return box.element.attributes.get("type", "").lower() if box.element is not None and box.element.tag == "input" else ""


def _keeps_its_size(box: Box) -> bool:
    """Whether a field is as large under containment as without, as the browser has it: all but those of dates and files."""
    tag, kind = "" if box.element is None else box.element.tag, _input_kind(box)
    return tag in ("textarea", "select") or (tag == "input" and kind not in DATE_TYPES and kind != "image")


def ratio(box: Box) -> float | None:
    """The preferred aspect ratio: the author's, or the natural one (css-sizing-4 §4.1)."""
    declared = box.style.aspect_ratio
    natural = _natural(box).ratio
    if declared is not None and declared[1] is not None and not (declared[0] and natural is not None):
        return declared[1]
    return natural


_SIZED_BY_THE_BROWSER = ("color", "image")


def is_replaced(box: Box) -> bool:
    """Whether a box is replaced in the sense of CSS: fields have a natural size, but are not, and so they stretch."""
    if box.kind != REPLACED or box.element is None:
        return box.kind == REPLACED
    tag = box.element.tag
    return tag not in ("textarea", "select") and (tag != "input" or _input_kind(box) in _SIZED_BY_THE_BROWSER)


def is_held_by_content(box: Box) -> bool:
    """Whether a field is as wide at least as its content by itself, be it that a height and a ratio say less (css-sizing-4 §5.1): where its
    ``overflow``, which the browser decides for most of them, and its ``min-width`` let it."""
    if box.element is None or box.style.min_width.kind != AUTO_KIND:
        return False
    if box.element.tag == "select":
        return not is_list_box(box.element)
    kind = _input_kind(box)
    return box.element.tag == "input" and kind not in _RATIO_INPUTS and (kind not in _SCROLLING or box.style.overflow_x in ("visible", "clip"))


def is_pressed(box: Box) -> bool:
    """Whether something asks for no width in a row of flex items: a field with a width in percent (css-sizing-3 §5.2.2), and what, as the
    browser has it, has nothing in it that would hold it open, the players of sounds and fields of colours."""
    if box.kind != REPLACED or box.element is None:
        return False
    tag, kind = box.element.tag, _input_kind(box)
    if tag == "audio" or kind == "color":
        return True
    is_open = is_tick(box.element) or kind in DATE_TYPES - {"file"}
    return tag in ("input", "select") and not is_open and box.style.width.has_percentage


def _least_by_content(box: Box) -> int:
    """How high the content of a field makes it at least, where its width and a ratio say less (css-sizing-4 §5.1): 0 where it does not."""
    if box.element is None or box.style.min_height.kind != AUTO_KIND:
        return 0
    is_field = box.element.tag == "input" and _input_kind(box) not in _RATIO_INPUTS | _SCROLLING
    is_shown_whole = box.element.tag in ("select", "textarea") and box.style.overflow_y in ("visible", "clip")
    return (_natural(box).height or 0) if is_field or is_shown_whole else 0


_SCROLLING = frozenset({"range", "checkbox", "radio"})
_RATIO_INPUTS = frozenset({"color", "submit", "reset", "button", "image"})


def has_ratio_alone(box: Box, percent_block: int) -> bool:
    """Whether nothing but a ratio gives the size, where ``percent_block`` is what percentages of the height are of: such a drawing
    fills the room there is, and asks for none."""
    return (box.style.width.is_auto or box.style.width.kind in CONTENT or box.style.width.kind == Kind.STRETCH) and has_content_ratio_alone(box, percent_block)


def has_content_ratio_alone(box: Box, percent_block: int) -> bool:
    """The same whatever width the box is told: what its content by itself would fill."""
    natural, height = _natural(box), box.style.height
    is_free = height.is_auto or height.kind in CONTENT or (height.has_percentage and percent_block == INDEFINITE)
    return is_free and natural.width is None and natural.height is None and ratio(box) is not None


def replaced_content_sizes(ctx: Context, box: Box) -> tuple[int, int]:
    """Min- and max-content width: the width it takes without a given one, limits through the ratio included."""
    edges, room = edges_of(box, 0), Space(INDEFINITE, percent_block=given_height(ctx, box), shrink=True)
    if has_ratio_alone(box, room.percent_block):
        _, most_w, least_h, _ = _limits(ctx, box, edges, room, intrinsic=True)
        width = min(int(f32(least_h * (ratio(box) or 0))), most_w)
        return width, width
    # Words as least widths mean the whole content, whatever the most is (css-sizing-3 §5.1); what goes through its ratio is as wide as it is.
    is_through_ratio, style = _goes_through_ratio(box), box.style
    is_pressed_together = style.min_width.kind == Kind.MIN_CONTENT and style.width.has_percentage and _is_field(box)
    is_asked_whole = style.min_width.kind in CONTENT and not is_through_ratio and not is_pressed_together
    is_given = style.width.kind == Kind.FIXED and is_through_ratio
    width, _ = _content_size(ctx, box, edges, room, intrinsic=True, is_given=is_given, is_limited_across=not is_asked_whole)
    return width, width


def layout_replaced(ctx: Context, box: Box, space: Space) -> Fragment:
    """A replaced box: its size and nothing inside that layout sees."""
    edges = edges_of(box, max(space.inline, 0))
    if takes_height(box) and is_replaced(box):
        space = space._replace(percent_block=replaced_basis(ctx, box, space.percent_block))
    width, height = _content_size(ctx, box, edges, space)
    fragment = Fragment(box, width + edges.inline, height + edges.block)
    natural = _natural(box)
    if natural.baseline is not None:
        fragment.first_baseline = fragment.last_baseline = edges.top + _text_baseline(box, natural, natural.baseline, height)
    if natural.first_line is not None:
        fragment.first_baseline = fragment.last_baseline = edges.top + natural.first_line
    if natural.sits_on_baseline:
        fragment.first_baseline = fragment.last_baseline = fragment.height
    ctx.recorder.replaced(box, edges, space, fragment)
    return fragment


def _text_baseline(box: Box, natural: Natural, baseline: int, height: int) -> int:
    """Where the text of a field or menu has its baseline in a content box of that height: in its middle, in a field that is lower than
    its line, too. That of files is at its top."""
    kind = _input_kind(box)
    if kind == "color":
        return _baseline_of_swatch(height)
    if kind == "file" or natural.height is None:
        return baseline
    if natural.inner is not None:
        return baseline + max(height - natural.inner, 0) // 2
    leaded, told = box.natural, box.style.height
    if told.has_percentage and height == natural.height:
        return baseline  # A part of no height: as high as the font says.
    if natural.line is not None and leaded is not None and leaded.height is not None and leaded.baseline is not None:
        # Where the height that it is told has no more room than its line needs, that has its leading.
        if (told.units if told.kind == Kind.FIXED else height) <= leaded.height:
            return leaded.baseline + (height - leaded.height) // 2
    elif height < natural.height and kind not in DATE_TYPES:
        return baseline
    return baseline + (height - natural.height) // 2


_ABOVE_SWATCH = 4 * 64
_LEAST_SWATCH = 2 * 64


def _baseline_of_swatch(height: int) -> int:
    """What a field of colours is aligned by: the lower edge of the patch in its middle, which has room above and below, and borders."""
    around = max(height, 2 * _ABOVE_SWATCH)
    return (height - around) // 2 + max(around - _ABOVE_SWATCH, _ABOVE_SWATCH + _LEAST_SWATCH)


def _content_size(ctx: Context, box: Box, edges: Edges, space: Space, intrinsic: bool = False, is_given: bool = True, is_limited_across: bool = True) -> tuple[int, int]:
    width = _given_width(ctx, box, edges, space, intrinsic) if is_given else None
    height = _given_height(box, edges, space)
    own_ratio = ratio(box)
    border_ratio = box.style.aspect_ratio is not None and not box.style.aspect_ratio[0] and box.style.box_sizing == "border-box"
    extra_w, extra_h = (edges.inline, edges.block) if border_ratio else (0, 0)
    least_w, most_w, least_h, most_h = _limits(ctx, box, edges, space, intrinsic)
    if not is_limited_across:
        least_w, most_w = 0, UNLIMITED
    if width is None and height is None:
        room = max(space.across - edges.inline - edges.margin_left - edges.margin_right, 0) if space.inline != INDEFINITE else INDEFINITE
        width, height = _natural_size(box, room, (extra_w, extra_h))
        if own_ratio is not None and height is not None and width is not None:
            around = (least_w + extra_w, most_w + extra_w, least_h + extra_h, most_h + extra_h)
            width, height = _constrained(width + extra_w, height + extra_h, own_ratio, around)
            return width - extra_w, max(height - extra_h, min(_least_by_content(box), most_h))
    elif width is None and height is not None:
        height = max(least_h, min(height, most_h)) if space.fixed_block == INDEFINITE else height
        natural = _natural(box).width
        if own_ratio is not None:
            width = int(f32((height + extra_h) * own_ratio)) - extra_w
            width = max(width, natural) if natural is not None and is_held_by_content(box) else width
        else:
            width = natural if natural is not None else DEFAULT_WIDTH
    elif height is None and width is not None:
        width = max(least_w, min(width, most_w)) if space.fixed_inline == INDEFINITE else width
        if own_ratio is not None:
            height = int(f32((width + extra_w) / own_ratio)) - extra_h if own_ratio else 0
            height = max(height, _least_by_content(box))
        else:
            natural = _natural(box).height
            height = natural if natural is not None else DEFAULT_HEIGHT
    assert width is not None and height is not None
    if space.fixed_inline == INDEFINITE:
        width = max(least_w, min(width, most_w))
    if space.fixed_block == INDEFINITE:
        height = max(least_h, min(height, most_h))
    return max(width, 0), max(height, 0)


def _given_width(ctx: Context, box: Box, edges: Edges, space: Space, intrinsic: bool) -> int | None:
    if space.fixed_inline != INDEFINITE:
        return max(space.fixed_inline - edges.inline, 0)
    length = box.style.width
    if length.kind == AUTO_KIND and space.inline != INDEFINITE and not intrinsic and fills_its_block(box):
        return max(space.across - edges.margin_left - edges.margin_right - edges.inline, 0)
    if length.kind == AUTO_KIND or (length.has_percentage and space.inline == INDEFINITE):
        return None
    if length.kind in CONTENT:
        return None
    return resolve_inline(ctx, box, length, edges, space.inline, edges.margin_left + edges.margin_right) - edges.inline


def _given_height(box: Box, edges: Edges, space: Space) -> int | None:
    if space.fixed_block != INDEFINITE:
        return max(space.fixed_block - edges.block, 0)
    height = resolve_block(box, box.style.height, edges, space.percent_block)
    return None if height == INDEFINITE else height - edges.block


def _limits(ctx: Context, box: Box, edges: Edges, space: Space, intrinsic: bool) -> tuple[int, int, int, int]:
    """min-width, max-width, min-height, max-height of the content box."""
    style = box.style

    def inline_limit(length: Length, missing: int) -> int:
        if not intrinsic and length.kind in CONTENT:
            # What has a ratio alone is as large through it as it is, which limits nothing.
            return missing if _goes_through_ratio(box) else _by_word(ctx, box, length, edges, space)
        if length.kind == Kind.STRETCH and not intrinsic and space.inline != INDEFINITE:
            return max(space.across - edges.margin_left - edges.margin_right - edges.inline, 0)
        if not style_length_is_usable(length, space.inline):
            return missing
        return max(to_border_box(box, length.resolve(max(space.inline, 0)), edges.inline) - edges.inline, 0)

    def block_limit(value: int, missing: int) -> int:
        return missing if value == INDEFINITE else max(value - edges.block, 0)

    least_w, most_w = inline_limit(style.min_width, 0), inline_limit(style.max_width, UNLIMITED)
    least_h = block_limit(resolve_least(box, style.min_height, edges, space.percent_block), 0)
    most_h = block_limit(resolve_block(box, style.max_height, edges, space.percent_block), UNLIMITED)
    return least_w, max(most_w, least_w), least_h, max(most_h, least_h)


def _goes_through_ratio(box: Box) -> bool:
    """Whether natural content with a ratio alone gives an automatic height."""
    natural = _natural(box)
    return natural.width is None and natural.height is None and natural.ratio is not None and box.style.height.is_auto


def _by_word(ctx: Context, box: Box, length: Length, edges: Edges, space: Space) -> int:
    """What ``min-content`` and the like come to as a limit: the content width that the box has without a given one."""
    room = Space(max(space.inline, 0), percent_block=space.percent_block, shrink=True)
    natural = _content_size(ctx, box, edges, room, intrinsic=True, is_given=False, is_limited_across=False)[0]
    if length.kind == Kind.FIT_CONTENT and has_ratio_alone(box, space.percent_block):
        return max(space.inline - edges.inline, 0)
    if length.kind != Kind.MAX_CONTENT and box.style.width.has_percentage and _is_field(box):
        # A field whose width is a percentage can be compressed to what that is of nothing (css-sizing-3 §5.2.2).
        least = compressed_width(box, edges) - edges.inline
        return least if length.kind == Kind.MIN_CONTENT else min(natural, max(space.inline - edges.margin_left - edges.margin_right - edges.inline, least))
    return natural


def _is_field(box: Box) -> bool:
    kind = _input_kind(box)
    return box.element is not None and box.element.tag in ("input", "select", "textarea") and (kind == "file" or kind not in DATE_TYPES)


def style_length_is_usable(length: Length, basis: int) -> bool:
    """Whether a limit can be resolved against a basis that may be indefinite."""
    return length.kind <= Kind.CALC and not (length.has_percentage and basis == INDEFINITE)


def _natural_size(box: Box, room: int, extra: tuple[int, int]) -> tuple[int, int]:
    """Natural size with what is missing supplied (css-images-3 §5.3, CSS 2 §10.3.2): what has a ratio alone fills the line.

    ``extra`` are the edges that the ratio counts in."""
    natural = _natural(box)
    own_ratio = ratio(box)
    width, height = natural.width, natural.height
    if width is not None and height is not None:
        if own_ratio is not None and (own_ratio != natural.ratio or extra != (0, 0)) and width:
            height = int(f32((width + extra[0]) / own_ratio)) - extra[1]
        return width, height
    if width is not None:
        return width, int(width / own_ratio) if own_ratio else DEFAULT_HEIGHT
    if height is not None:
        return (int(height * own_ratio) if own_ratio else DEFAULT_WIDTH), height
    if own_ratio:
        fills = natural.stands_in or (box.element is not None and box.element.tag in ("img", "svg"))
        if room != INDEFINITE and (not natural.wants_default or fills):
            return room, int(f32((room + extra[0]) / own_ratio)) - extra[1]
        wide = min(DEFAULT_WIDTH, int(DEFAULT_HEIGHT * own_ratio))
        if natural.wants_default and fills:
            wide = DEFAULT_WIDTH
        return wide, int(wide / own_ratio)
    return DEFAULT_WIDTH, DEFAULT_HEIGHT


def _constrained(width: int, height: int, own_ratio: float, limits: tuple[int, int, int, int]) -> tuple[int, int]:
    """The table of §10.4: limits on both axes, the ratio kept where it can be. As the browser has it, a width held by its limit is
    what the height that it gives has through the ratio."""
    least_w, most_w, least_h, most_h = limits
    if not width or not height:
        return max(least_w, min(width, most_w)), max(least_h, min(height, most_h))

    def by_width(value: int) -> int:
        return int(f32(value / own_ratio))

    def by_height(value: int) -> int:
        return int(f32(value * own_ratio))

    wide, narrow = width > most_w, width < least_w
    tall, low = height > most_h, height < least_h
    if wide and tall:
        if most_w * height <= most_h * width:
            high = max(least_h, by_width(most_w))
            return max(least_w, min(most_w, by_height(high))), high
        return max(least_w, by_height(most_h)), most_h
    if narrow and low:
        if least_w * height <= least_h * width:
            return min(most_w, by_height(least_h)), least_h
        return least_w, min(most_h, by_width(least_w))
    if narrow and tall:
        return least_w, most_h
    if wide and low:
        return most_w, least_h
    if wide:
        high = max(by_width(most_w), least_h)
        return max(least_w, min(most_w, by_height(high))), high
    if narrow:
        return least_w, min(by_width(least_w), most_h)
    if tall:
        return max(by_height(most_h), least_w), most_h
    if low:
        return min(by_height(least_h), most_w), least_h
    return width, height
