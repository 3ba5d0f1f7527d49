"""The one table of longhand properties: how each is read, what it starts as, whether it inherits, how it is computed, and
what it does to boxes.

``PROPERTIES`` holds the rows with a reader, ``PAINTS`` the names of those whose values move nothing and are not read. What an
edit can restyle, what is named as not covered, and which names are known all derive from these rows. To add a property: one
line here, and a field of that name (``-`` → ``_``) in ``style.py``, which gives it its type.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any, Literal

from ..styles import grid_values as grid
from .background_values import ACROSS, ATTACHMENTS, BOXES, CLIPS, DOWN, along, in_layers, read_background_images, read_repeat, read_size, read_words
from .clip_paths import read_clip_path, read_shape_outside
from .edge_values import CORNERS, read_radius, read_shadows
from .font_choices import read_font_style, read_size_adjust, read_stretch, read_variations
from .font_features import read_feature_settings, read_ligatures, read_numeric
from .grammar import (
    Reader,
    keyword,
    one,
    read_integer,
    read_keyword,
    read_length,
    sizing,
)
from .longhand_readers import (
    or_auto,
    read_border_spacing,
    read_border_width,
    read_box_edge,
    read_clamped,
    read_contain,
    read_container_name,
    read_container_type,
    read_count,
    read_factor,
    read_flow,
    read_font_size,
    read_gap,
    read_gutter,
    read_intrinsic,
    read_opacity,
    read_quotes,
    read_spacing,
    read_tab_size,
    read_text_indent,
    read_trim,
    read_vertical_align,
    read_will_change,
    read_z_index,
    read_zoom,
    shown,
)
from .paints import PAINTS, SHORT_FOR_PAINTS
from .positions import read_position
from .readers import (
    read_alignment,
    read_aspect_ratio,
    read_color,
    read_content,
    read_counters,
    read_display,
    read_families,
    read_line_height,
    read_list_style_type,
    read_rotate,
    read_scale,
    read_translate,
    read_url_or_none,
    read_weight,
)
from .transform_values import perspective_of, read_origin, read_transform
from .values import AUTO, NONE, ZERO, Function, Kind, Length, Percentage

Effect = Literal["places", "paints", "uncovered"]
"""What a property does: it moves boxes and layout follows; it moves none; it moves boxes and layout does not follow."""
Names = Callable[[Any], str]
"""From a computed value what layout does not cover of it, in words; empty where it does."""


@dataclass(frozen=True, slots=True)
class Property:
    """A longhand: its reader, its initial computed value, how it is computed (a name in ``computed.py``), and its effect.

    ``restyled`` says that a new value changes neither the kind of any box nor its place in the tree, so that an edit can be
    carried in; ``names`` says of which values layout covers something less.
    """

    name: str
    field: str
    read: Reader
    initial: Any
    inherited: bool = False
    compute: str = "same"
    effect: Effect = "places"
    restyled: bool = False
    names: Names | None = None


PROPERTIES: dict[str, Property] = {}


def _add(
    names: str, read: Reader, initial: Any, *, inherited: bool = False, compute: str = "same", effect: Effect = "places",
    restyled: bool = False, uncovered: Names | None = None,
) -> None:  # fmt: skip
    for name in names.split():
        PROPERTIES[name] = Property(name, name.replace("-", "_"), read, initial, inherited, compute, effect, restyled, uncovered)


def _words(
    names: str, words: str, *, inherited: bool = False, effect: Effect = "places", restyled: bool = False, uncovered: Names | None = None
) -> None:
    listed = words.split()
    _add(names, read_keyword(*listed), listed[0], inherited=inherited, effect=effect, restyled=restyled, uncovered=uncovered)


def _uncovered(names: str, harmless: str = "none normal auto") -> None:
    """Properties that move boxes and that layout does not follow, but for some words that move none."""
    words = frozenset(harmless.split())
    for name in names.split():
        _add(name, _touches(words), "", effect="uncovered", uncovered=lambda value, name=name: name if value else "")  # type: ignore[misc]


def _touches(harmless: frozenset[str]) -> Reader:
    """Whether a value is another one than those that move nothing."""
    return lambda tokens: "" if tokens and all((keyword(token) or shown(token)) in harmless for token in tokens) else "set"


_BORDER_STYLES = "none hidden dotted dashed solid double groove ridge inset outset"
_SIDES = ("top", "right", "bottom", "left")
_SIZES = ("auto", "min-content", "max-content", "fit-content", "-webkit-min-content", "-webkit-max-content", "-webkit-fit-content", "-webkit-fill-available", "stretch")
_BREAKS = "auto avoid avoid-page avoid-column page column left right recto verso"

_add("display", read_display, "inline", uncovered=lambda value: value if value in ("ruby", "math") else "")
_words("position", "static relative absolute fixed sticky -webkit-sticky")
_words("float", "none left right inline-start inline-end")
_add("shape-outside", read_shape_outside, (), compute="within", restyled=True)
_add("shape-margin", sizing(), ZERO, compute="length", restyled=True)
_words("clear", "none left right both inline-start inline-end")
_words("visibility", "visible hidden collapse", inherited=True)
_words("box-sizing", "content-box border-box", restyled=True)
_words("overflow-x overflow-y", "visible hidden scroll auto clip overlay")
_words("direction", "ltr rtl", inherited=True)
_words(
    "unicode-bidi", "normal embed isolate bidi-override isolate-override plaintext",
    uncovered=lambda value: "unicode-bidi" if value == "plaintext" else "",
)  # fmt: skip
_words("writing-mode", "horizontal-tb vertical-rl vertical-lr sideways-rl sideways-lr", inherited=True, uncovered=lambda value: f"writing-mode: {value}" if value != "horizontal-tb" else "")
_add("z-index", read_z_index, "auto", effect="paints", restyled=True)
_add("width height", sizing(*_SIZES), AUTO, compute="length", restyled=True)
_add("min-width min-height", sizing(*_SIZES), AUTO, compute="length", restyled=True)
_add("max-width max-height", sizing("none", *_SIZES[1:]), NONE, compute="length", restyled=True)
for _side in _SIDES:
    _add(f"margin-{_side}", sizing("auto", negative=True), ZERO, compute="length", restyled=True)
    _add(f"padding-{_side}", sizing(), ZERO, compute="length", restyled=True)
    _add(f"border-{_side}-width", read_border_width, 3 * 64, compute="border", restyled=True)
    _words(f"border-{_side}-style", _BORDER_STYLES, restyled=True)
    _add(f"border-{_side}-color", one(read_color), "currentcolor", effect="paints", restyled=True)
    _add(_side, sizing("auto", negative=True), AUTO, compute="length", restyled=True)
_add("aspect-ratio", read_aspect_ratio, None, restyled=True)
_words("field-sizing", "fixed content")
_words("scrollbar-width", "auto thin none")
_add("scrollbar-gutter", read_gutter, "auto")
_add("margin-trim", read_trim, "")
_words("object-fit", "fill contain cover none scale-down", restyled=True)
_add("object-position", read_position, (Length(Kind.PERCENT, percent=50.0), Length(Kind.PERCENT, percent=50.0)), compute="within", effect="paints", restyled=True)

_add("font-family", read_families, ("serif",), inherited=True)
_add("font-size", read_font_size, 16.0, inherited=True, compute="font-size", restyled=True)
_add("font-weight", read_weight, 400, inherited=True, compute="font-weight")
_add("font-style", read_font_style, "normal", inherited=True)
_add("font-stretch", read_stretch, 100.0, inherited=True)
_add("font-variation-settings", read_variations, (), inherited=True)
_words("font-optical-sizing", "auto none", inherited=True)
_add("font-size-adjust", read_size_adjust, "none", inherited=True, compute="size-adjust")
_words("font-variant-caps", "normal small-caps all-small-caps petite-caps all-petite-caps unicase titling-caps", inherited=True)
_words("font-kerning", "auto normal none", inherited=True)
_add("font-variant-ligatures", read_ligatures, (), inherited=True)
_add("font-variant-numeric", read_numeric, (), inherited=True)
_add("font-feature-settings", read_feature_settings, (), inherited=True)
_words(
    "text-rendering", "auto optimizespeed optimizelegibility geometricprecision", inherited=True,
    uncovered=lambda value: "text-rendering: geometricPrecision" if value == "geometricprecision" else "",
)  # fmt: skip
_add("line-height", read_line_height, None, inherited=True, compute="line-height", restyled=True)
_add("letter-spacing", read_spacing, 0.0, inherited=True, compute="px", restyled=True)
_add("word-spacing", read_spacing, 0.0, inherited=True, compute="px", restyled=True)
_add(
    "text-align", read_keyword(*["start", "left", "right", "center", "justify", "end", "match-parent", "-webkit-center", "-webkit-left", "-webkit-right", "-internal-center", "-internal-table"]), "start",
    inherited=True, restyled=True, compute="text-align",
)  # fmt: skip
_words("text-align-last", "auto start left right center justify end", inherited=True)
_add("text-indent", read_text_indent, ZERO, inherited=True, compute="length", restyled=True)
_words("text-box-trim", "none trim-start trim-end trim-both")
_add("text-box-edge", read_box_edge, "auto", inherited=True)
_words("text-transform", "none uppercase lowercase capitalize full-width", inherited=True)
_words("white-space-collapse", "collapse preserve preserve-breaks break-spaces", inherited=True)
_words("text-wrap-mode", "wrap nowrap", inherited=True)
_words("text-wrap-style", "auto balance pretty stable", inherited=True)
_add("tab-size", read_tab_size, ("spaces", 8.0), inherited=True, compute="tab-size")
_words("overflow-wrap", "normal break-word anywhere", inherited=True)
_words("word-break", "normal break-all keep-all break-word auto-phrase", inherited=True)
_words("line-break", "auto loose normal strict anywhere", inherited=True)
_words("hyphens", "manual none auto", inherited=True)
_words("box-decoration-break", "slice clone")
_words("text-overflow", "clip ellipsis")
_add("vertical-align", read_vertical_align, "baseline", compute="vertical-align", restyled=True)
_add("list-style-type", read_list_style_type, "disc", inherited=True)
_words("list-style-position", "outside inside", inherited=True)
_add("list-style-image", read_url_or_none, "none", inherited=True)
_add("content", read_content, "normal")
_add("quotes", read_quotes, "auto", inherited=True)
_add("counter-reset", read_counters(0), ())
_add("counter-increment", read_counters(1), ())
_add("counter-set", read_counters(0), ())

_words("table-layout", "auto fixed")
_words("border-collapse", "separate collapse", inherited=True)
_add("border-spacing", read_border_spacing, (0, 0), inherited=True, compute="pair")
_words("caption-side", "top bottom", inherited=True)
_words("empty-cells", "show hide", inherited=True)

_words("flex-direction", "row row-reverse column column-reverse", restyled=True)
_words("flex-wrap", "nowrap wrap wrap-reverse", restyled=True)
_add("flex-grow", read_factor, 0.0, restyled=True)
_add("flex-shrink", read_factor, 1.0, restyled=True)
_add("flex-basis", sizing(*_SIZES, "content"), AUTO, compute="length", restyled=True)
_add("order", one(read_integer), 0)
_add("justify-content", read_alignment("content", "baseline", "self-start", "self-end"), "normal", restyled=True)
_add("align-content", read_alignment("content", "left", "right", "last", "self-start", "self-end"), "normal", restyled=True)
_add("align-items", read_alignment("self", "left", "right", "auto"), "normal", restyled=True)
_add("justify-items", read_alignment("self", "auto"), "normal", restyled=True)
_add("align-self", read_alignment("self", "left", "right"), "auto", restyled=True)
_add("justify-self", read_alignment("self"), "auto", restyled=True)
_add("row-gap column-gap", read_gap, AUTO, compute="size", restyled=True)

_add("grid-template-columns grid-template-rows", grid.read_template, grid.NO_TRACKS, compute="tracks", restyled=True)
_add("grid-template-areas", grid.read_areas, grid.NO_AREAS, restyled=True)
_add("grid-auto-columns grid-auto-rows", grid.read_auto_tracks, (grid.AUTO_TRACK,), compute="auto-tracks", restyled=True)
_add("grid-auto-flow", read_flow, "row", restyled=True)
_add("grid-row-start grid-row-end grid-column-start grid-column-end", grid.read_line, grid.AUTO_LINE, restyled=True)

_add("contain", read_contain, ())
_words("content-visibility", "visible auto hidden")
_add("contain-intrinsic-width contain-intrinsic-height", read_intrinsic, NONE, compute="size")
_add("container-type", read_container_type, "normal")
_add("container-name", read_container_name, ())
_add("column-count", or_auto(read_count), "auto")
_add("column-width", or_auto(read_length, percentages=False, negative=False), AUTO, compute="size")
_words("column-fill", "balance auto balance-all")
_words("column-span", "none all")
_words("break-before break-after break-inside", _BREAKS)
_add("orphans widows", one(read_count), 2, inherited=True)
_words("float-reference", "inline")
_add("color", one(read_color), (0.0, 0.0, 0.0, 1.0), inherited=True, compute="color", effect="paints", restyled=True)
_add("background-color", one(read_color), (0.0, 0.0, 0.0, 0.0), effect="paints", restyled=True)
_add("background-image", read_background_images, (), compute="within", effect="paints", restyled=True)
_add("background-position-x", in_layers(along(ACROSS)), (Length(Kind.PERCENT),), compute="within", effect="paints", restyled=True)
_add("background-position-y", in_layers(along(DOWN)), (Length(Kind.PERCENT),), compute="within", effect="paints", restyled=True)
_add("background-size", in_layers(read_size), (("auto", "auto"),), compute="within", effect="paints", restyled=True)
_add("background-repeat", in_layers(read_repeat), (("repeat", "repeat"),), effect="paints", restyled=True)
_add("background-origin", in_layers(read_words(*BOXES)), ("padding-box",), effect="paints", restyled=True)
_add("background-clip", in_layers(read_words(*CLIPS)), ("border-box",), effect="paints", restyled=True)
_add("background-attachment", in_layers(read_words(*ATTACHMENTS)), ("scroll",), effect="paints", restyled=True)
_add(" ".join(f"border-{corner}-radius" for corner in CORNERS), read_radius, (ZERO, ZERO), compute="within", effect="paints", restyled=True)
_add("box-shadow", read_shadows, (), compute="within", effect="paints", restyled=True)
_add("clip-path", read_clip_path, (), compute="within", effect="paints", restyled=True)
_add("opacity", read_opacity, 1.0, effect="paints", restyled=True)
_add("transform", read_transform, (), compute="within", uncovered=perspective_of)
_add("translate", read_translate, (), compute="within")
_add("transform-origin", read_origin, (Length(Kind.PERCENT, percent=50.0), Length(Kind.PERCENT, percent=50.0), ZERO), compute="within")
_add("filter backdrop-filter transform-style", _touches(frozenset({"none", "flat"})), "")
_add("will-change", read_will_change, "")
_add("rotate", read_rotate, ())
_add("scale", read_scale, ())
_words("appearance", "none auto base-select textfield menulist-button button checkbox radio")
_add("-webkit-line-clamp", read_clamped, "none")
_words("-webkit-box-orient", "horizontal vertical inline-axis block-axis")
_words("-webkit-box-direction", "normal reverse", inherited=True)
_words("-webkit-box-align", "stretch start end center baseline")
_words("-webkit-box-pack", "start end center justify")
_add("-webkit-box-flex", read_factor, 0.0)
_add("-webkit-box-ordinal-group", lambda tokens: one(read_integer)(tokens), 1)
_add("zoom", read_zoom, 1.0)
_words("pointer-events", "auto none all visible painted fill stroke", inherited=True, effect="paints")
_words("text-decoration-line", "none underline overline line-through blink", inherited=False, effect="paints", restyled=True)

# Moves boxes, and is not followed: named at every element that it touches.
_uncovered("-webkit-border-horizontal-spacing -webkit-border-vertical-spacing", "0 0px")
_uncovered("-webkit-line-break -webkit-text-security -webkit-text-combine", "auto none")
_uncovered("-webkit-writing-mode", "horizontal-tb")
_uncovered("alignment-baseline baseline-source dominant-baseline", "auto baseline")
_uncovered("baseline-shift", "0 0px baseline")
_uncovered("column-height column-wrap flex-line-count frame-sizing")
_uncovered("cx cy d r rx ry x y", "auto none")
_uncovered("font-language-override font-variant-alternates font-variant-east-asian")
_uncovered("font-variant-emoji font-variant-position")
_uncovered("hyphenate-character hyphenate-limit-chars")
_uncovered("image-orientation", "from-image")
_uncovered("initial-letter math-depth math-shift object-view-box", "none normal")
_uncovered("math-style", "normal")
_uncovered("offset-anchor offset-distance offset-path offset-position offset-rotate", "none normal auto 0 0px 0%")
_uncovered("perspective position-anchor position-area position-try-fallbacks position-try-order", "none normal auto")
_uncovered("ruby-align ruby-overhang", "space-around auto")
_uncovered("ruby-position -webkit-ruby-position", "over alternate before")
_uncovered("scroll-marker-group")
_uncovered("text-anchor", "start")
_uncovered("text-autospace", "no-autospace normal")
_uncovered("text-fit text-emphasis-style text-justify")
_uncovered("text-size-adjust", "auto none 100%")
_uncovered("text-spacing-trim", "space-all normal")
_uncovered("transform-box", "view-box border-box")
_uncovered("text-emphasis offset position-try", "none normal auto")

def is_known(name: str) -> bool:
    """Whether a name is a property of CSS, a custom property, or carries a vendor's prefix."""
    return name in PROPERTIES or name in PAINTS or name in SHORT_FOR_PAINTS or name.startswith("-")

PERCENT_OF_HEIGHT = frozenset({"height", "min-height", "max-height", "top", "bottom"})
INITIAL: dict[str, Any] = {prop.field: prop.initial for prop in PROPERTIES.values()}
RESTYLED_FIELDS: frozenset[str] = frozenset({"custom", "absolute_font_size", "font_keyword", *(prop.field for prop in PROPERTIES.values() if prop.restyled)})
"""Fields of a style that change neither the kind of any box nor its place in the tree."""
NAMING: dict[str, Property] = {name: prop for name, prop in PROPERTIES.items() if prop.names is not None}
"""Rows of which some value is not covered."""
INHERITED_NAMING = tuple(prop for prop in NAMING.values() if prop.inherited)
INHERITED_FIELDS: tuple[str, ...] = tuple(prop.field for prop in PROPERTIES.values() if prop.inherited)

__all__ = [
    "INHERITED_FIELDS", "INHERITED_NAMING", "INITIAL", "NAMING", "PAINTS", "PROPERTIES", "RESTYLED_FIELDS", "Effect", "Function",
    "Percentage", "Property", "is_known",
]  # fmt: skip
