"""Values of what is drawn along a box's edges: radii (css-backgrounds-3 §5) and shadows (§6)."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

from .grammar import Expansion, Tokens, keyword, read_length, split_commas
from .readers import read_color
from .values import Dimension

CORNERS = ("top-left", "top-right", "bottom-right", "bottom-left")


@dataclass(frozen=True, slots=True)
class Shadow:
    """One shadow; lengths are specified ones, then computed."""

    is_inset: bool
    x: Any
    y: Any
    blur: Any
    spread: Any

    def computed(self, length: Any) -> Shadow:
        """With its lengths computed."""
        return Shadow(self.is_inset, length(self.x), length(self.y), length(self.blur), length(self.spread))


def read_radius(tokens: Tokens) -> tuple[Any, Any] | None:
    """A corner's radii: across and down."""
    found = [read_length(token, negative=False) for token in tokens]
    if not 1 <= len(found) <= 2 or None in found:
        return None
    return (found[0], found[-1])


def border_radius(tokens: Tokens) -> Expansion | None:
    """One to four radii across, and after a slash as many down."""
    slash = next((place for place, token in enumerate(tokens) if token.type == "literal" and token.value == "/"), None)
    across = _four(tokens if slash is None else tokens[:slash])
    down = across if slash is None else _four(tokens[slash + 1 :])
    if across is None or down is None:
        return None
    return {f"border-{corner}-radius": (x, y) for corner, x, y in zip(CORNERS, across, down, strict=True)}


def _four(tokens: Tokens) -> list[Any] | None:
    found = [read_length(token, negative=False) for token in tokens]
    if not 1 <= len(found) <= 4 or None in found:
        return None
    order = {1: (0, 0, 0, 0), 2: (0, 1, 0, 1), 3: (0, 1, 2, 1), 4: (0, 1, 2, 3)}[len(found)]
    return [found[place] for place in order]


def read_shadows(tokens: Tokens) -> tuple[Shadow, ...] | None:
    """``box-shadow``: the uppermost first, empty for ``none``."""
    if len(tokens) == 1 and keyword(tokens[0]) == "none":
        return ()
    found = [_shadow(part) for part in split_commas(tokens)]
    return None if None in found else tuple(one for one in found if one is not None)


def _shadow(tokens: Tokens) -> Shadow | None:
    lengths: list[Any] = []
    insets = colours = 0
    was_length = False
    for token in tokens:
        length = read_length(token, percentages=False)
        if keyword(token) == "inset":
            insets += 1
        elif length is not None:
            if lengths and not was_length:
                return None
            lengths.append(length)
        elif read_color(token) is not None:
            colours += 1
        else:
            return None
        was_length = length is not None
    if not 2 <= len(lengths) <= 4 or insets > 1 or colours > 1:
        return None
    blur, spread = (lengths[place] if len(lengths) > place else None for place in (2, 3))
    if isinstance(blur, Dimension) and blur.value < 0:
        return None
    return Shadow(insets == 1, lengths[0], lengths[1], blur, spread)
