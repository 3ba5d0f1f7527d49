"""Computed values: what inheritance, defaulting and the element's font make of the cascaded values."""

from __future__ import annotations

import math
from typing import Any

from ..markup.tree import Element
from ..styles import grid_values as grid
from ..units import ONE, f32, floor_px, truncated
from .cascade import ContainerSize, Winner
from .clip_paths import ClipShape
from .custom_values import custom_of, passed_on
from .declarations import Pending, Wide, read_values
from .directions import mirrored_name, physical_side
from .displays import blockified
from .edge_values import Shadow
from .environment import Environment, FontMetrics
from .gradients import Gradient
from .grammar import significant
from .longhand_readers import FONT_SIZES, MONOSPACE_SIZES, QUIRKY_MONOSPACE_SIZES
from .properties import INHERITED_FIELDS, INITIAL, PROPERTIES, Property
from .style import ComputedStyle
from .substitution import Answers, Place, placed, substitute
from .values import (
    CONTAINER_UNITS,
    VIEWPORT_UNITS,
    Dimension,
    Function,
    Length,
    Number,
    Percentage,
    compute_length,
    compute_px,
    compute_size,
    viewport_unit,
)
from .variables import Cyclic
from .zoom import grow_inherited, grown

BORDER_SIDES = ("top", "right", "bottom", "left")
_FONT_PROPERTIES = (
    "font-family", "font-weight", "font-style", "font-stretch", "font-variation-settings", "font-optical-sizing", "font-size", "font-size-adjust", "line-height",
)  # fmt: skip
MONOSPACE_RATIO = 13 / 16
"""Default size of monospace ÷ that of other fonts: browsers' own default settings."""


class Computer:
    """Computes one element's style."""

    def __init__(self, environment: Environment, container: ContainerSize | None = None, element: Element | None = None) -> None:
        self.environment = environment
        self.container = container
        self.element = element
        self.uses_viewport = 0
        self.uses_container = False

    def compute(self, winners: dict[str, Winner], parent: ComputedStyle | None) -> ComputedStyle:
        """The computed style for cascaded values under a parent's style (css-cascade-5 §4.4, §7)."""
        style = ComputedStyle()
        fields = style.__dict__
        fields.update(INITIAL)
        if parent is None:
            style.font_size = self.environment.initial_font_size
        else:
            inherited = parent.__dict__
            for name in INHERITED_FIELDS:
                fields[name] = inherited[name]
            fields["absolute_font_size"] = inherited.get("absolute_font_size", False)
            fields["font_keyword"] = inherited.get("font_keyword")
        style.winners = winners
        style.parent = parent
        answers, values = self._values(winners, style, parent)
        self._zoom(values, style, parent)
        for name in _FONT_PROPERTIES:
            if name in values:
                self._apply(PROPERTIES[name], values[name], style, parent)
            if name == "font-family":
                self._monospace(style, parent, values)
        if answers.asked_size:
            # By the font that was found now: a registered length in em, say.
            answers, values = self._values(winners, style, parent)
            values.pop("zoom", None)
        style.asks_element = answers.asked_element
        used = passes = self.uses_viewport | (parent.inherits_viewport if parent is not None else 0)
        for name, value in values.items():
            if name not in _FONT_PROPERTIES:
                self.uses_viewport = 0
                self._apply(PROPERTIES[name], value, style, parent)
                used |= self.uses_viewport
                passes |= self.uses_viewport if PROPERTIES[name].inherited else 0
        self._finish(style)
        style.uses_viewport, style.inherits_viewport = used, passes
        style.uses_container = self.uses_container or (parent is not None and parent.uses_container)
        return style

    def _values(self, winners: dict[str, Winner], style: ComputedStyle, parent: ComputedStyle | None) -> tuple[Answers, dict[str, Any]]:
        """Custom properties, which the style gets, and the other values with their references replaced."""
        registry, answers = self.environment.registry, Answers()
        inherited = parent.custom if parent is not None else None
        place = Place(passed_on(inherited, registry), registry, self.element, self.unit_size(style), answers)
        style.custom = custom_of(winners, inherited, place)
        return answers, self._specified(winners, place.within(style.custom))

    def _specified(self, winners: dict[str, Winner], place: Place) -> dict[str, Any]:
        """Cascaded values with references replaced; invalid ones become ``unset``."""
        values: dict[str, Any] = {}
        substituted: dict[int, dict[str, Any] | None] = {}
        for name, winner in winners.items():
            value = winner.value
            if name.startswith("--"):
                continue
            if isinstance(value, Pending):
                known = substituted.get(id(value), _MISSING)
                if known is _MISSING:
                    known = substituted[id(value)] = _read_pending(value, place)
                value = known.get(name, UNSET) if isinstance(known, dict) else UNSET
            values[name] = value
        return values

    def _zoom(self, values: dict[str, Any], style: ComputedStyle, parent: ComputedStyle | None) -> None:
        own = values.pop("zoom", 1.0)
        around = parent.effective_zoom if parent is not None else 1.0
        if isinstance(own, Wide):
            own = parent.zoom if own.keyword == "inherit" and parent is not None else 1.0
        style.zoom, style.effective_zoom = own, around * own
        if own != 1:
            grow_inherited(style, own)
        if style.effective_zoom != 1:
            for side in BORDER_SIDES:
                values.setdefault(f"border-{side}-width", Dimension(3, "px"))

    def _apply(self, prop: Property, value: Any, style: ComputedStyle, parent: ComputedStyle | None) -> None:
        field = prop.field
        if isinstance(value, Wide):
            word = value.keyword
            inherits = word == "inherit" or (prop.inherited and word != "initial")
            style.__dict__[field] = parent.__dict__[field] if inherits and parent is not None else prop.initial
            if inherits and parent is not None and not prop.inherited:
                self.uses_viewport |= parent.uses_viewport
            if field == "font_size":
                if inherits:
                    self._monospace(style, parent, {})
                else:
                    # ``medium`` again, so that the size follows the generic family's own default.
                    style.__dict__["absolute_font_size"] = False
                    style.font_size = self._keyword_size("medium", style)
            return
        if style.effective_zoom != 1:
            value = grown(value, style.effective_zoom)
        method = _METHODS[prop.compute]
        if method is not None:
            value = method(self, value, style, parent)
        style.__dict__[field] = value

    def unit_size(self, style: ComputedStyle) -> Any:
        """The sizes of relative units for an element of that style (Values 4 §6)."""
        environment = self.environment

        def size(unit: str) -> float:
            if unit == "em":
                return float(style.font_size)
            if unit == "rem":
                self.uses_viewport |= environment.root.inherits_viewport if environment.root is not None else 0
                return environment.root_font_size if environment.root is None else environment.root_font_size / environment.root.effective_zoom
            if unit in VIEWPORT_UNITS:
                self.uses_viewport |= 1 if unit[-1] in "hb" else 2
                return viewport_unit(unit, environment.viewport.width, environment.viewport.height)
            if unit in CONTAINER_UNITS:
                self.uses_container = True
                return self._container_unit(unit)
            return self._font_unit(unit, style)

        return size

    def _font_unit(self, unit: str, style: ComputedStyle) -> float:
        fonts = self.environment.fonts
        if unit.startswith("r") and self.environment.root is not None:
            style, unit = self.environment.root, unit[1:]
        if unit == "ex":
            return fonts.x_height(style)
        if unit == "ch":
            return fonts.zero_advance(style)
        if unit == "cap":
            return fonts.cap_height(style)
        if unit == "lh":
            return math.floor(line_height_px(style, fonts) * ONE) / ONE
        return float(style.font_size)

    def _container_unit(self, unit: str) -> float:
        viewport = self.environment.viewport
        container = self.container
        width = container.width if container is not None else viewport.width
        height = container.height if container is not None and container.height is not None else viewport.height
        sizes = {"cqw": width, "cqi": width, "cqh": height, "cqb": height}
        return sizes.get(unit, min(width, height) if unit == "cqmin" else max(width, height)) / 100

    def _length(self, value: Any, style: ComputedStyle, parent: ComputedStyle | None) -> Length:
        return value if isinstance(value, Length) else compute_length(value, self.unit_size(style))

    def _size(self, value: Any, style: ComputedStyle, parent: ComputedStyle | None) -> Length:
        return value if isinstance(value, Length) else compute_size(value, self.unit_size(style))

    def _border(self, value: Any, style: ComputedStyle, parent: ComputedStyle | None) -> int:
        """Border widths are whole px: snapped down, but at least 1 where not 0 (css-backgrounds-3 §3.3)."""
        if isinstance(value, int):
            return value
        units = truncated(compute_px(value, self.unit_size(style)))
        return ONE if 0 < units < ONE else max(floor_px(units), 0)

    def _px(self, value: Any, style: ComputedStyle, parent: ComputedStyle | None) -> float:
        return value if isinstance(value, float) else compute_px(value, self.unit_size(style), style.font_size)

    def _pair(self, value: Any, style: ComputedStyle, parent: ComputedStyle | None) -> tuple[int, int]:
        first, second = value
        if isinstance(first, int):
            return (first, second)
        size = self.unit_size(style)
        # Spacing is kept in whole px, cut off (as Chromium does).
        return (floor_px(compute_size(first, size).units), floor_px(compute_size(second, size).units))

    def _font_size(self, value: Any, style: ComputedStyle, parent: ComputedStyle | None) -> float:
        """§ css-fonts-4 2.5: em and % are of the parent's size."""
        base = (float(parent.font_size) if parent is not None else self.environment.initial_font_size) * style.zoom
        if isinstance(value, str) and value not in ("smaller", "larger"):
            style.__dict__["absolute_font_size"] = False
            return self._keyword_size(value, style)
        style.__dict__["font_keyword"] = None
        if isinstance(value, str):
            return self._of_the_family(f32(base / 1.2 if value == "smaller" else base * 1.2), style, parent)
        is_relative = isinstance(value, Percentage) or (isinstance(value, Dimension) and value.unit in ("em", "ex", "ch"))
        own, style.font_size = style.font_size, base
        size = compute_px(value, self.unit_size(parent if is_relative and parent is not None else style), base)
        if is_relative and isinstance(value, Dimension):
            size = f32(size * style.zoom)
        size = max(0.0, min(size, 10_000.0))
        style.font_size = own
        if is_relative:
            return self._of_the_family(size, style, parent)
        style.__dict__["absolute_font_size"] = True
        return size

    def _keyword_size(self, word: str, style: ComputedStyle) -> float:
        """A keyword's size, by the table of the generic family (browsers' rule; quirks mode has a table of its own)."""
        style.__dict__["font_keyword"] = word
        table = FONT_SIZES if style.font_family != ("monospace",) else QUIRKY_MONOSPACE_SIZES if self.environment.quirks else MONOSPACE_SIZES
        return f32(table[word] * (self.environment.initial_font_size / 16) * style.effective_zoom)

    def _of_the_family(self, size: float, style: ComputedStyle, parent: ComputedStyle | None) -> float:
        """A size that goes back to a keyword changes with the default size of the generic family, where that changes."""
        was, now = parent is not None and parent.font_family == ("monospace",), style.font_family == ("monospace",)
        if was == now or style.__dict__.get("absolute_font_size"):
            return size
        return f32(size * (MONOSPACE_RATIO if now else 1 / MONOSPACE_RATIO))

    def _monospace(self, style: ComputedStyle, parent: ComputedStyle | None, values: dict[str, Any]) -> None:
        """An inherited size changes with the default size of the generic family (browsers' rule)."""
        if parent is None or "font-size" in values:
            return
        if (parent.font_family == ("monospace",)) == (style.font_family == ("monospace",)):
            return
        word = style.__dict__.get("font_keyword")
        style.font_size = self._keyword_size(word, style) if word else self._of_the_family(style.font_size, style, parent)

    def _font_weight(self, value: Any, style: ComputedStyle, parent: ComputedStyle | None) -> int:
        if isinstance(value, int):
            return value
        base = parent.font_weight if parent is not None else 400
        if value == "bolder":
            return 400 if base < 350 else 700 if base < 550 else 900 if base < 900 else base
        return base if base < 100 else 100 if base < 550 else 400 if base < 750 else 700

    def _size_adjust(self, value: Any, style: ComputedStyle, parent: ComputedStyle | None) -> Any:
        """css-fonts-5 §3: ``from-font`` is the part that the measure has in the first font here, which is inherited."""
        if value == "none" or value[1] is not None:
            return value
        style.font_size_adjust = value
        return (value[0], self.environment.fonts.part_of_size(style, value[0]))

    def _line_height(self, value: Any, style: ComputedStyle, parent: ComputedStyle | None) -> Any:
        """None for normal; a number as Number; anything else as px."""
        if value is None or value == "normal":
            return None
        if isinstance(value, Number):
            return value
        if isinstance(value, int | float):
            return Number(float(value))
        return max(compute_px(value, self.unit_size(style), style.font_size), 0.0)

    def _tab_size(self, value: Any, style: ComputedStyle, parent: ComputedStyle | None) -> tuple[str, float]:
        if isinstance(value, int | float):
            return ("spaces", float(value))
        return ("px", max(compute_px(value, self.unit_size(style)), 0.0))

    def _text_align(self, value: Any, style: ComputedStyle, parent: ComputedStyle | None) -> Any:
        """Heads of tables are centred where nobody says otherwise (``-internal-center``, HTML 15.3.8); alignment of blocks, which
        ``align`` and <center> mean, goes no further than to a table (``-internal-table``)."""
        if value == "match-parent" and parent is not None:
            return physical_side(parent.text_align, parent.direction)
        if value == "-internal-table":
            return "start" if parent is None or parent.text_align.startswith("-webkit") else parent.text_align
        if value != "-internal-center":
            return value
        return parent.text_align if parent is not None and parent.text_align != "start" else "center"

    def _vertical_align(self, value: Any, style: ComputedStyle, parent: ComputedStyle | None) -> Any:
        return value if isinstance(value, str | Length) else compute_length(value, self.unit_size(style))

    def _tracks(self, value: Any, style: ComputedStyle, parent: ComputedStyle | None) -> grid.TrackList:
        return grid.compute_tracks(value, self.unit_size(style))

    def _auto_tracks(self, value: Any, style: ComputedStyle, parent: ComputedStyle | None) -> tuple[grid.TrackSize, ...]:
        return grid.compute_auto_tracks(value, self.unit_size(style))

    def _color(self, value: Any, style: ComputedStyle, parent: ComputedStyle | None) -> Any:
        if value != "currentcolor":
            return value
        return parent.color if parent is not None else INITIAL["color"]

    def _within(self, value: Any, style: ComputedStyle, parent: ComputedStyle | None) -> Any:
        """Lengths wherever they stand in a value."""
        size = self.unit_size(style)

        def computed(one: Any) -> Any:
            if isinstance(one, tuple):
                return tuple(map(computed, one))
            if isinstance(one, Dimension | Percentage | Function):
                return compute_length(one, size)
            return one.computed(computed) if isinstance(one, ClipShape | Gradient | Shadow) else one

        return computed(value)

    def _finish(self, style: ComputedStyle) -> None:
        """Adjustments between properties: border widths without style, blockification, overflow pairs."""
        fields = style.__dict__
        for side in BORDER_SIDES:
            if fields[f"border_{side}_style"] in ("none", "hidden"):
                fields[f"border_{side}_width"] = 0
        if style.position == "-webkit-sticky":
            style.position = "sticky"
        fields["specified_display"] = style.display
        if style.position in ("absolute", "fixed"):
            style.float = "none"
            style.display = blockified(style.display)
        elif style.float != "none":
            style.float = physical_side(style.float, (style.parent or style).direction)
            style.display = blockified(style.display)
        style.clear = physical_side(style.clear, (style.parent or style).direction)
        for axis in ("overflow_x", "overflow_y"):
            if fields[axis] == "overlay":
                fields[axis] = "auto"
        if style.content_visibility != "visible":
            # css-contain-2 §4: what is skipped has a size without it, what may be has none but that.
            style.contain = (*style.contain, "layout", "style", "paint", *(("size",) if style.content_visibility == "hidden" else ()))
        visible = {"visible", "clip"}
        if (style.overflow_x in visible) != (style.overflow_y in visible):
            for axis in ("overflow_x", "overflow_y"):
                fields[axis] = {"visible": "auto", "clip": "hidden"}.get(fields[axis], fields[axis])


UNSET = Wide("unset")
_MISSING: Any = object()
_METHODS: dict[str, Any] = {
    "same": None,
    "length": Computer._length,
    "size": Computer._size,
    "border": Computer._border,
    "px": Computer._px,
    "pair": Computer._pair,
    "font-size": Computer._font_size,
    "font-weight": Computer._font_weight,
    "size-adjust": Computer._size_adjust,
    "line-height": Computer._line_height,
    "tab-size": Computer._tab_size,
    "vertical-align": Computer._vertical_align,
    "text-align": Computer._text_align,
    "tracks": Computer._tracks,
    "auto-tracks": Computer._auto_tracks,
    "color": Computer._color,
    "within": Computer._within,
}


def _read_pending(pending: Pending, place: Place) -> dict[str, Any] | None:
    try:
        found = read_values(pending.name, significant(placed(substitute(pending.tokens, place), place)))
        return {mirrored_name(name): value for name, value in found.items()} if found and pending.is_mirrored else found
    except Cyclic:
        return None


def line_height_px(style: ComputedStyle, fonts: FontMetrics) -> float:
    """The computed line height in px."""
    height = style.line_height
    if height is None:
        return fonts.line_spacing(style)
    return f32(height.value * style.font_size) if isinstance(height, Number) else float(height)
