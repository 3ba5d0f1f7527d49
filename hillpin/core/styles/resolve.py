"""Computed styles of a whole document at one viewport; elements that are styled alike share one object."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace

from ..markup.tree import Element
from .cascade import ActiveRules, Cascade, Match, cascade_under
from .computed import Computer
from .declarations import Pending, Wide
from .displays import blockified
from .environment import Environment
from .form_controls import CONTROL_TAGS, adjust_control
from .legacy_boxes import settle_legacy_box
from .media import Viewport
from .properties import INHERITED_FIELDS
from .style import ComputedStyle
from .style_queries import Asked
from .substitution import Answers, Place

ITEM_CONTAINERS = frozenset({"flex", "inline-flex", "grid", "inline-grid"})

_Key = tuple[object, ...]


@dataclass(slots=True)
class _Recipe:
    """How a style was made: for which element or pseudo-element, or for an anonymous box, under which parent's style."""

    style: ComputedStyle
    element: Element | None
    pseudo: str | None
    parent: ComputedStyle | None
    is_item: bool
    takes: bool = False
    """Whether an anonymous box lays out its parent's contents, and takes what of the parent's style says how."""
    adjust: Callable[[ComputedStyle], None] | None = None
    """Sets what is so whatever the rules say."""

    def adjusted(self, style: ComputedStyle) -> ComputedStyle:
        """A style as the rules have it, with what is so whatever they say."""
        if self.adjust is not None:
            self.adjust(style)
        return style

    @property
    def is_control(self) -> bool:
        """Whether the browser holds something against an author's styles on it."""
        return self.element is not None and self.element.tag in CONTROL_TAGS and self.pseudo is None


@dataclass(frozen=True, slots=True)
class Restyled:
    """A style that came out otherwise, and the fields in which it did."""

    style: ComputedStyle
    fields: set[str]


class StyleResolver:
    """Computes styles top down, on demand, for one set of rules that count."""

    def __init__(self, cascade: Cascade, environment: Environment, active: ActiveRules) -> None:
        self.cascade = cascade
        self.environment = environment
        self.active = active
        self.uses_viewport = 0
        self.uses_container = False
        self._shared: dict[_Key, ComputedStyle] = {}
        self._recipes: list[_Recipe] = []
        self._styles: dict[Element, ComputedStyle] = {}
        """The styles of elements, where rules ask for them."""
        if cascade.sheets.asks_style:
            active.style_asked = self._asked_of

    def _keep(self, element: Element, style: ComputedStyle) -> None:
        if self.cascade.sheets.asks_style:
            self._styles[element] = style

    def _asked_of(self, element: Element, name: str | None) -> Asked | None:
        """What answers for the style of an element, if it is a container of that name (css-conditional-5 §5.1)."""
        style = self._styles.get(element)
        if style is None or (name is not None and name not in style.container_name):
            return None
        return Place(style.custom, self.environment.registry, element, Computer(self.environment).unit_size(style), Answers())

    def move_to(self, viewport: Viewport) -> list[ComputedStyle]:
        """Recompute, in place, the styles that use viewport units for another viewport with the same rules.

        Gives the styles that were computed anew.
        """
        changed = 1 if viewport.height != self.environment.viewport.height else 0
        changed |= 2 if viewport.width != self.environment.viewport.width else 0
        self.environment.viewport = self.active.viewport = viewport
        moving = [recipe for recipe in self._recipes if recipe.style.uses_viewport & changed]
        for recipe in moving:
            container = self.active.container_of(recipe.element, in_it=recipe.pseudo is not None) if recipe.element is not None and self.active.containers else None
            new = Computer(self.environment, container, recipe.element).compute(recipe.style.winners, recipe.parent)
            settle_legacy_box(new, recipe.parent)
            new.display, new.float = recipe.style.display, recipe.style.float
            if recipe.is_control and recipe.element is not None:
                adjust_control(recipe.element, new, self._counted(recipe.element))
            _put(recipe, recipe.adjusted(new))
            if recipe.parent is None:
                self.environment.root_font_size = float(recipe.style.font_size)
        return [recipe.style for recipe in moving]

    def restyle(self, elements: set[Element]) -> list[Restyled] | None:
        """Recompute, in place, the styles of elements whose rules say something else, and those that take something from them.

        None where the new styles have to do with the viewport's or a container's size, or with their elements, in another way than
        the old ones, or where rules count by styles, or of an element that has what no rule says.
        """
        if self.cascade.sheets.asks_style:
            return None
        changed: dict[int, Restyled] = {}
        passed_on: set[int] = set()
        for recipe in self._recipes:
            above = id(recipe.parent)
            if recipe.element not in elements and above not in passed_on and not (above in changed and _asks_parent(recipe.style)):
                continue
            if recipe.adjust is not None and recipe.element in elements:
                return None
            old, new = recipe.style, recipe.adjusted(self._anew(recipe))
            if old.uses_container or new.uses_container or old.uses_viewport != new.uses_viewport or old.asks_element != new.asks_element:
                return None
            fields = differing(old, new)
            if fields & _PASSED_ON or old.inherits_viewport != new.inherits_viewport:
                passed_on.add(id(old))
            _put(recipe, new)
            if fields:
                changed[id(old)] = Restyled(old, fields)
        return list(changed.values())

    def _anew(self, recipe: _Recipe) -> ComputedStyle:
        """The style of a recipe by the rules as they are now."""
        if recipe.element is None:
            new = Computer(self.environment).compute({}, recipe.parent)
            new.display = recipe.style.display
            if recipe.takes:
                _take_contents(new, recipe.parent)
            return new
        matches = self.cascade.matches(recipe.element)
        listed = matches.own if recipe.pseudo is None else matches.pseudo.get(recipe.pseudo, [])
        counted = [match for match in listed if self.active.holds(match.rule, recipe.element, in_it=recipe.pseudo is not None)]
        return self._computed(recipe, counted, matches.hints if recipe.pseudo is None else {})

    def style_of(self, element: Element, parent: ComputedStyle | None, is_item: bool = False) -> ComputedStyle:
        """The style of an element under its parent's style; ``is_item`` blockifies a flex or grid item."""
        counted, hints = self._counted(element), self.cascade.matches(element).hints
        key: _Key | None = None
        if not (hints or "style" in element.attributes):
            key = (id(parent), is_item, *[id(match.rule) for match in counted])
            known = self._shared.get(key)
            if known is not None:
                self._keep(element, known)
                return known
        style = self._made(element, None, counted, hints, parent, is_item)
        self._keep(element, style)
        if parent is None:
            self.environment.root = style
            self.environment.root_font_size = float(style.font_size)
        if key is not None and not (style.uses_container or style.asks_element):
            self._shared[key] = style
        return style

    def _counted(self, element: Element) -> list[Match]:
        """The rules of an element that count at the viewport."""
        return [match for match in self.cascade.matches(element).own if self.active.holds(match.rule, element)]

    def pseudo_style(self, element: Element, name: str, parent: ComputedStyle, is_item: bool = False) -> ComputedStyle | None:
        """The style of ``::before`` and its kin, or None where no rule names it."""
        listed = self.cascade.matches(element).pseudo.get(name)
        if not listed:
            return None
        counted = [match for match in listed if self.active.holds(match.rule, element, in_it=True)]
        return self._made(element, name, counted, {}, parent, is_item) if counted else None

    def anonymous_style(self, parent: ComputedStyle, display: str) -> ComputedStyle:
        """The style of an anonymous box: inherited values and a display type (CSS 2 §9.2.1.1)."""
        key: _Key = ("anonymous", id(parent), display)
        known = self._shared.get(key)
        if known is None:
            known = self._shared[key] = Computer(self.environment).compute({}, parent)
            known.display = display
            self._recipes.append(_Recipe(known, None, None, parent, False))
        return known

    def contents_style(self, parent: ComputedStyle, display: str) -> ComputedStyle:
        """The style of an anonymous box that holds its parent's contents, laid out as the parent asks (HTML 15.3.13)."""
        style = Computer(self.environment).compute({}, parent)
        style.display = display
        _take_contents(style, parent)
        self._recipes.append(_Recipe(style, None, None, parent, False, takes=True))
        return style

    def floating_style(self, parent: ComputedStyle) -> ComputedStyle:
        """The style of an anonymous box that floats to the start of its line."""
        recipe = _Recipe(Computer(self.environment).compute({}, parent), None, None, parent, False, adjust=_float_to_start)
        self._recipes.append(recipe)
        return recipe.adjusted(recipe.style)

    def adjusted_style(self, style: ComputedStyle, adjust: Callable[[ComputedStyle], None]) -> ComputedStyle:
        """A style of an element with what is so whatever the rules say; elements that are styled alike share it."""
        key: _Key = ("adjusted", id(style), adjust)
        known = self._shared.get(key)
        if known is None:
            made = next(recipe for recipe in reversed(self._recipes) if recipe.style is style)
            recipe = replace(made, style=ComputedStyle(), adjust=adjust)
            recipe.style.__dict__.update(style.__dict__)
            self._recipes.append(recipe)
            known = self._shared[key] = recipe.adjusted(recipe.style)
        return known

    def _made(
        self, element: Element, pseudo: str | None, counted: list[Match], hints: dict[str, object], parent: ComputedStyle | None, is_item: bool
    ) -> ComputedStyle:
        recipe = _Recipe(ComputedStyle(), element, pseudo, parent, is_item)
        recipe.style = style = self._computed(recipe, counted, hints)
        self._recipes.append(recipe)
        self.uses_viewport |= style.uses_viewport
        self.uses_container = self.uses_container or style.uses_container
        return style

    def _computed(self, recipe: _Recipe, counted: list[Match], hints: dict[str, object]) -> ComputedStyle:
        container = self.active.container_of(recipe.element, in_it=recipe.pseudo is not None) if recipe.element is not None and self.active.containers else None
        style = Computer(self.environment, container, recipe.element).compute(cascade_under(counted, hints, recipe.parent.direction if recipe.parent is not None else "ltr"), recipe.parent)
        settle_legacy_box(style, recipe.parent)
        if recipe.is_control and recipe.element is not None:
            adjust_control(recipe.element, style, counted)
        if recipe.is_item or recipe.parent is None:
            style.display = blockified(style.display)
            if recipe.is_item:
                style.float = "none"
        return style


_PASSED_ON = frozenset({*INHERITED_FIELDS, "custom", "absolute_font_size", "font_keyword", "effective_zoom"})
"""Fields that what is inside takes over where it says nothing else."""


def _float_to_start(style: ComputedStyle) -> None:
    style.display, style.float = "block", "left" if style.direction == "ltr" else "right"


def _asks_parent(style: ComputedStyle) -> bool:
    """Whether a style takes a field that is not passed on by itself: ``inherit``, perhaps as what a ``var()`` comes to."""
    values = [winner.value for winner in style.winners.values()]
    if any(isinstance(value, Wide) and value.keyword == "inherit" for value in values):
        return True
    pending = [value.tokens for value in values if isinstance(value, Pending)]
    return bool(pending) and any("inherit" in token.serialize().lower() for tokens in (*pending, *style.custom.values()) for token in tokens)


NOT_COMPARED = frozenset({"asks_element", "families_there", "winners", "parent", "custom", "uses_viewport", "inherits_viewport", "uses_container"})


_CONTENTS = (
    "flex_direction", "flex_wrap", "justify_content", "align_content", "align_items", "justify_items", "row_gap", "column_gap",
    "grid_template_columns", "grid_template_rows", "grid_template_areas", "grid_auto_columns", "grid_auto_rows", "grid_auto_flow",
    "column_count", "column_width", "column_fill", "uses_viewport",
)  # fmt: skip


def _take_contents(style: ComputedStyle, parent: ComputedStyle | None) -> None:
    """Take over from a parent's style how its contents are laid out."""
    if parent is not None:
        style.__dict__.update((name, parent.__dict__[name]) for name in _CONTENTS)


def _put(recipe: _Recipe, new: ComputedStyle) -> None:
    """Let a style object stand for new values; what the generator gave it, or an anonymous box, stays."""
    fields = recipe.style.__dict__
    if recipe.style.families_there is not None:
        new.families_there = recipe.style.families_there
    if recipe.element is None:
        new.height = recipe.style.height
        if recipe.takes:
            _take_contents(new, recipe.parent)
    fields.clear()
    fields.update(new.__dict__)


def differing(old: ComputedStyle, new: ComputedStyle) -> set[str]:
    """The names of fields that differ."""
    before, after = old.__dict__, new.__dict__
    fields = {name for name, value in after.items() if name not in NOT_COMPARED and before.get(name) != value}
    if before["custom"] is not after["custom"] and _serialized(old) != _serialized(new):
        fields.add("custom")
    return fields


def _serialized(style: ComputedStyle) -> dict[str, str]:
    return {name: "".join(token.serialize() for token in tokens) for name, tokens in style.custom.items()}
