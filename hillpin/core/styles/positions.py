"""``<position>``: one, two or four values, from the start or from a named edge (css-values-4 §9.4)."""

from __future__ import annotations

from typing import Any

from .grammar import Tokens, keyword, read_length
from .values import Function, Number, Percentage

_ACROSS = {"left": 0.0, "center": 50.0, "right": 100.0}
_DOWN = {"top": 0.0, "center": 50.0, "bottom": 100.0}


def read_position(tokens: Tokens) -> tuple[Any, Any] | None:
    """(x, y) as specified lengths; percentages are of the room that is left over. None where it is no position."""
    if len(tokens) == 4:
        return _from_edges(tokens)
    if not 1 <= len(tokens) <= 2:
        return None
    words = [keyword(token) for token in tokens]
    if len(tokens) == 1:
        word = words[0]
        if word in _DOWN and word != "center":
            return Percentage(50.0), Percentage(_DOWN[word])
        found = Percentage(_ACROSS[word]) if word in _ACROSS else read_length(tokens[0]) if word is None else None
        return (found, Percentage(50.0)) if found is not None else None
    # Two keywords may come in either order; a length has its place.
    if (words[0] in _DOWN and words[0] not in _ACROSS) or (words[1] in _ACROSS and words[1] not in _DOWN):
        if None in words:
            return None
        tokens, words = [tokens[1], tokens[0]], [words[1], words[0]]
    across = Percentage(_ACROSS[words[0]]) if words[0] in _ACROSS else read_length(tokens[0]) if words[0] is None else None
    down = Percentage(_DOWN[words[1]]) if words[1] in _DOWN else read_length(tokens[1]) if words[1] is None else None
    return (across, down) if across is not None and down is not None else None


def _from_edges(tokens: Tokens) -> tuple[Any, Any] | None:
    """``right 10px bottom 20%``: each offset is from its edge inwards."""
    found: dict[str, Any] = {}
    for edge, offset in ((tokens[0], tokens[1]), (tokens[2], tokens[3])):
        word, length = keyword(edge), read_length(offset)
        if word is None or word == "center" or length is None or isinstance(length, str):
            return None
        axis, edges = ("x", _ACROSS) if word in _ACROSS else ("y", _DOWN)
        if word not in edges or axis in found:
            return None
        found[axis] = length if edges[word] == 0 else Function("sum", (Percentage(100.0), Function("product", (Number(-1), length))))
    return (found["x"], found["y"]) if len(found) == 2 else None
