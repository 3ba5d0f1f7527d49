"""Computed styles of a whole document at one viewport; elements that are styled alike share one object."""

from __future__ import annotations

from dataclasses import dataclass

from ..markup.tree import Element
from .cascade import ActiveRules, Cascade, Match, Winner, cascade
from .computed import ComputedStyle, Computer, Environment, blockified
from .media import Viewport

ITEM_CONTAINERS = frozenset({"flex", "inline-flex", "grid", "inline-grid"})

_Key = tuple[object, ...]


@dataclass(slots=True)
class _Recipe:
    """How a style that depends on the viewport's size was made."""

    style: ComputedStyle
    element: Element | None
    winners: dict[str, Winner]
    parent: ComputedStyle | None


class StyleResolver:
    """Computes styles top down, on demand, for one set of rules that count."""

    def __init__(self, cascade: Cascade, environment: Environment, active: ActiveRules) -> None:
        self.cascade = cascade
        self.environment = environment
        self.active = active
        self.uses_viewport = False
        self.uses_container = False
        self._shared: dict[_Key, ComputedStyle] = {}
        self._moving: list[_Recipe] = []

    def move_to(self, viewport: Viewport) -> list[ComputedStyle]:
        """Recompute, in place, the styles that use viewport units for another viewport with the same rules.

        Gives the styles that were computed anew.
        """
        self.environment.viewport = self.active.viewport = viewport
        for recipe in self._moving:
            container = self.active.container_of(recipe.element) if recipe.element is not None and self.active.containers else None
            new = Computer(self.environment, container).compute(recipe.winners, recipe.parent)
            new.display, new.float = recipe.style.display, recipe.style.float
            fields = recipe.style.__dict__
            fields.clear()
            fields.update(new.__dict__)
            if recipe.parent is None:
                self.environment.root_font_size = float(recipe.style.font_size)
        return [recipe.style for recipe in self._moving]

    def style_of(self, element: Element, parent: ComputedStyle | None, is_item: bool = False) -> ComputedStyle:
        """The style of an element under its parent's style; ``is_item`` blockifies a flex or grid item."""
        matches = self.cascade.matches(element)
        counted = [match for match in matches.own if self.active.holds(match.rule, element)]
        hints = matches.hints
        key: _Key | None = None
        if not (hints or "style" in element.attributes):
            key = (id(parent), is_item, *[id(match.rule) for match in counted])
            known = self._shared.get(key)
            if known is not None:
                return known
        style = self._compute(element, counted, hints, parent, is_item)
        if parent is None:
            self.environment.root = style
            self.environment.root_font_size = float(style.font_size)
        if key is not None and not style.uses_container:
            self._shared[key] = style
        return style

    def pseudo_style(self, element: Element, name: str, parent: ComputedStyle, is_item: bool = False) -> ComputedStyle | None:
        """The style of ``::before`` and its kin, or None where no rule names it."""
        listed = self.cascade.matches(element).pseudo.get(name)
        if not listed:
            return None
        counted = [match for match in listed if self.active.holds(match.rule, element)]
        return self._compute(element, counted, {}, parent, is_item) if counted else None

    def anonymous_style(self, parent: ComputedStyle, display: str) -> ComputedStyle:
        """The style of an anonymous box: inherited values and a display type (CSS 2 §9.2.1.1)."""
        key: _Key = ("anonymous", id(parent), display)
        known = self._shared.get(key)
        if known is None:
            known = self._shared[key] = Computer(self.environment).compute({}, parent)
            known.display = display
            if known.uses_viewport:
                self._moving.append(_Recipe(known, None, {}, parent))
        return known

    def _compute(
        self, element: Element, counted: list[Match], hints: dict[str, object], parent: ComputedStyle | None, is_item: bool
    ) -> ComputedStyle:
        container = self.active.container_of(element) if self.active.containers else None
        winners = cascade(counted, hints)
        style = Computer(self.environment, container).compute(winners, parent)
        if style.uses_viewport:
            self._moving.append(_Recipe(style, element, winners, parent))
        if is_item or parent is None:
            style.display = blockified(style.display)
            if is_item:
                style.float = "none"
        self.uses_viewport = self.uses_viewport or style.uses_viewport
        self.uses_container = self.uses_container or style.uses_container
        return style
