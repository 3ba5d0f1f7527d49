"""Computed styles of a whole document at one viewport; elements that are styled alike share one object."""

from __future__ import annotations

from ..markup.tree import Element
from .cascade import ActiveRules, Cascade, Match, cascade
from .computed import ComputedStyle, Computer, Environment, blockified

ITEM_CONTAINERS = frozenset({"flex", "inline-flex", "grid", "inline-grid"})

_Key = tuple[object, ...]


class StyleResolver:
    """Computes styles top down, on demand, for one set of rules that count."""

    def __init__(self, cascade: Cascade, environment: Environment, active: ActiveRules) -> None:
        self.cascade = cascade
        self.environment = environment
        self.active = active
        self.uses_viewport = False
        self.uses_container = False
        self._shared: dict[_Key, ComputedStyle] = {}

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
        return known

    def _compute(
        self, element: Element, counted: list[Match], hints: dict[str, object], parent: ComputedStyle | None, is_item: bool
    ) -> ComputedStyle:
        container = self.active.container_of(element) if self.active.containers else None
        style = Computer(self.environment, container).compute(cascade(counted, hints), parent)
        if is_item or parent is None:
            style.display = blockified(style.display)
            if is_item:
                style.float = "none"
        self.uses_viewport = self.uses_viewport or style.uses_viewport
        self.uses_container = self.uses_container or style.uses_container
        return style
