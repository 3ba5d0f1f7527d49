"""What a computed style holds.

``ComputedStyle`` has a field for every longhand of ``properties`` (``-`` → ``_``). Lengths are ``Length``; border
widths, border spacing in 1/64 px; font size, letter and word spacing in CSS px.
"""

from __future__ import annotations

from typing import Any

from ..styles import grid_values as grid
from .cascade import Winner
from .values import Length
from .variables import Custom

Ratio = tuple[bool, float | None]
"""Whether a natural ratio goes before, and width over height."""


class ComputedStyle:
    """The computed values of one element or pseudo-element, shared by elements that are styled alike."""

    display: str
    position: str
    float: str
    clear: str
    visibility: str
    box_sizing: str
    overflow_x: str
    overflow_y: str
    direction: str
    unicode_bidi: str
    writing_mode: str
    z_index: str | int
    width: Length
    height: Length
    min_width: Length
    min_height: Length
    max_width: Length
    max_height: Length
    margin_top: Length
    margin_right: Length
    margin_bottom: Length
    margin_left: Length
    padding_top: Length
    padding_right: Length
    padding_bottom: Length
    padding_left: Length
    border_top_width: int
    border_right_width: int
    border_bottom_width: int
    border_left_width: int
    border_top_style: str
    border_right_style: str
    border_bottom_style: str
    border_left_style: str
    top: Length
    right: Length
    bottom: Length
    left: Length
    shape_outside: tuple[Any, ...]
    shape_margin: Length
    aspect_ratio: Ratio | None
    scrollbar_width: str
    scrollbar_gutter: str
    margin_trim: str
    field_sizing: str
    object_fit: str
    object_position: tuple[Length, Length]
    font_family: tuple[str, ...]
    font_size: Any
    font_weight: int
    font_style: str
    font_stretch: Any
    font_variation_settings: tuple[tuple[str, Any], ...]
    font_optical_sizing: str
    font_size_adjust: str | tuple[str, Any]
    font_variant_caps: str
    font_kerning: str
    font_variant_ligatures: tuple[tuple[str, int], ...]
    font_variant_numeric: tuple[tuple[str, int], ...]
    font_feature_settings: tuple[tuple[str, int], ...]
    text_rendering: str
    line_height: Any
    letter_spacing: Any
    word_spacing: Any
    text_align: str
    text_align_last: str
    text_indent: Length
    text_box_trim: str
    text_box_edge: str
    text_transform: str
    white_space_collapse: str
    text_wrap_mode: str
    text_wrap_style: str
    tab_size: tuple[str, Any]
    overflow_wrap: str
    word_break: str
    line_break: str
    hyphens: str
    text_overflow: str
    box_decoration_break: str
    vertical_align: str | Length
    list_style_type: str
    list_style_position: str
    list_style_image: str
    content: Any
    quotes: Any
    counter_reset: tuple[tuple[str, int], ...]
    counter_increment: tuple[tuple[str, int], ...]
    counter_set: tuple[tuple[str, int], ...]
    table_layout: str
    border_collapse: str
    border_spacing: tuple[int, int]
    caption_side: str
    flex_direction: str
    flex_wrap: str
    flex_grow: Any
    flex_shrink: Any
    flex_basis: Length
    order: int
    justify_content: str
    align_content: str
    align_items: str
    justify_items: str
    align_self: str
    justify_self: str
    row_gap: Length
    column_gap: Length
    grid_template_columns: grid.TrackList
    grid_template_rows: grid.TrackList
    grid_template_areas: grid.Areas
    grid_auto_columns: tuple[grid.TrackSize, ...]
    grid_auto_rows: tuple[grid.TrackSize, ...]
    grid_auto_flow: str
    grid_row_start: grid.Line
    grid_row_end: grid.Line
    grid_column_start: grid.Line
    grid_column_end: grid.Line
    contain: tuple[str, ...]
    content_visibility: str
    contain_intrinsic_width: Length
    contain_intrinsic_height: Length
    container_type: str
    container_name: tuple[str, ...]
    column_count: str | int
    column_width: Length
    column_fill: str
    column_span: str
    break_before: str
    break_after: str
    break_inside: str
    orphans: int
    widows: int
    color: tuple[Any, ...]
    background_color: Any
    background_image: tuple[Any, ...]
    background_position_x: tuple[Length, ...]
    background_position_y: tuple[Length, ...]
    background_size: tuple[Any, ...]
    background_repeat: tuple[tuple[str, str], ...]
    background_origin: tuple[str, ...]
    background_clip: tuple[str, ...]
    background_attachment: tuple[str, ...]
    border_top_left_radius: tuple[Length, Length]
    border_top_right_radius: tuple[Length, Length]
    border_bottom_right_radius: tuple[Length, Length]
    border_bottom_left_radius: tuple[Length, Length]
    box_shadow: tuple[Any, ...]
    clip_path: tuple[Any, ...]
    opacity: Any
    transform: tuple[tuple[str, tuple[Any, ...]], ...]
    filter: str
    backdrop_filter: str
    transform_style: str
    will_change: str
    perspective: str
    translate: tuple[Length, ...]
    transform_origin: tuple[Length, Length, Length]
    rotate: tuple[Any, ...]
    scale: tuple[Any, ...]
    appearance: str
    zoom: Any
    _webkit_line_clamp: Any
    _webkit_box_orient: str
    _webkit_box_direction: str
    _webkit_box_align: str
    _webkit_box_pack: str
    _webkit_box_flex: Any
    _webkit_box_ordinal_group: int

    effective_zoom: Any = 1.0
    """How many times as long lengths are: all ``zoom`` of the element and those around it."""
    is_text_field: bool = False
    """Whether lines are no lower than the font's own: of one-line fields."""
    is_legacy_box: bool = False
    """Whether a flex container is one of ``display: -webkit-box``."""
    clamped_lines: int = 0
    """After how many lines the content ends; 0 for no end."""

    families_there: tuple[str, ...] | None = None
    """Of what is not seen: its families without those that nothing seen has loaded (``tree.unseen_fonts``)."""

    custom: Custom
    winners: dict[str, Winner]
    parent: ComputedStyle | None
    uses_viewport: int
    """Which of the viewport's sizes it has to do with: 0 neither, 1 the height alone, 2 or 3 the width."""
    inherits_viewport: int
    """The same, for what children inherit."""
    uses_container: bool
    asks_element: bool = False
    """Whether values ask for attributes of the element, or for its place among others."""
