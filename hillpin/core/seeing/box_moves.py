"""Which boxes of a page stand elsewhere or have another size than before, each cause once."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from difflib import SequenceMatcher

Rect = Sequence[float] | None
NEAR = 0.5
MOST = 100
MOST_MATCHED = 4_000_000
"""Elements before times elements after, up to which they are matched by their names."""


@dataclass(frozen=True, slots=True)
class MovedBox:
    """An element that moved by ``x`` and ``y`` and grew by ``width`` and ``height``, in CSS px; or came or went."""

    index: int
    """Among the elements now; among those before where it is ``gone``."""
    x: float = 0.0
    y: float = 0.0
    width: float = 0.0
    height: float = 0.0
    gone: bool = False
    come: bool = False


def moved_boxes(before: Sequence[Rect], after: Sequence[Rect], names_before: Sequence[str], names_after: Sequence[str], parents: Sequence[int]) -> list[MovedBox]:
    """Compare the rectangles of ``body, body *``, (x, y, width, height) each; elements are matched by their names and order.
    ``parents`` are those of the elements now, −1 for none. A box that only goes along with what it stands in is not told."""
    found: dict[int, MovedBox] = {}
    gone: list[MovedBox] = []
    for old, new in _pairs(names_before, names_after):
        if new is None:
            gone += [MovedBox(old, gone=True)] if old is not None else []
        elif old is None:
            found[new] = MovedBox(new, come=True)
        else:
            moved = _moved(new, before[old], after[new])
            if moved is not None:
                found[new] = moved
    told = [one for index, one in sorted(found.items()) if not _goes_along(one, found.get(parents[index]) if index < len(parents) else None)]
    return [*told, *gone][:MOST]


def _pairs(before: Sequence[str], after: Sequence[str]) -> list[tuple[int | None, int | None]]:
    if list(before) == list(after) or len(before) * len(after) > MOST_MATCHED:
        return [(number if number < len(before) else None, number if number < len(after) else None) for number in range(max(len(before), len(after)))]
    pairs: list[tuple[int | None, int | None]] = []
    for kind, a, b, c, d in SequenceMatcher(None, before, after, autojunk=False).get_opcodes():
        if kind == "equal":
            pairs += [(a + step, c + step) for step in range(b - a)]
        else:
            pairs += [(old, None) for old in range(a, b)] + [(None, new) for new in range(c, d)]
    return pairs


def _moved(index: int, old: Rect, new: Rect) -> MovedBox | None:
    if old is None or new is None:
        return None if old is None and new is None else MovedBox(index, come=old is None, gone=new is None)
    x, y, width, height = (now - then for now, then in zip(new, old, strict=True))
    return MovedBox(index, x, y, width, height) if max(map(abs, (x, y, width, height))) > NEAR else None


def _goes_along(one: MovedBox, around: MovedBox | None) -> bool:
    """Whether a box moved only because what it stands in did."""
    if around is None:
        return False
    if one.come or one.gone:
        return one.come == around.come and one.gone == around.gone
    is_shifted = abs(one.x - around.x) <= NEAR and abs(one.y - around.y) <= NEAR
    return is_shifted and abs(one.width) <= NEAR and abs(one.height) <= NEAR
