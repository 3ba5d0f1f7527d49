"""Faces that this machine does not have, from what a browser that has them measured.

A browser is asked for the characters and the neighbours in use, at the sizes in use: advances of single characters,
and of two beside each other, which holds the kerning. A text's advances are sums of those. All numbers in CSS px.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

from ..units import f32
from .face import Metrics, Shaped, round_half_up

INVISIBLE = frozenset("\u00ad\u200b\u200c\u200d\u2060\ufeff\ufffc")
"""Characters without an advance of their own."""


@dataclass(frozen=True, slots=True)
class FaceKey:
    """A family in lower case, a weight from 1 to 1000, and whether it is slanted."""

    family: str
    weight: int
    italic: bool


@dataclass(slots=True)
class AtSize:
    """What was measured at one font size."""

    size: float
    ascent: float
    descent: float
    line_spacing: float
    """Height of a line with ``line-height: normal``."""
    x_height: float
    zero: float
    """Advance of the figure 0."""
    advances: dict[str, float] = field(default_factory=dict)
    pairs: dict[str, float] = field(default_factory=dict)
    """Advances of two characters beside each other."""


class MeasuredFace:
    """A face as a browser measured it. Sizes that were not measured are scaled from the nearest that was."""

    def __init__(self, name: str, sizes: list[AtSize], absent: frozenset[str] = frozenset()) -> None:
        """``absent`` are characters that the face does not have. Raises ValueError without any size."""
        if not sizes:
            raise ValueError("A face must be measured at one size at least.")
        self.name = name
        self.absent = absent
        self.sizes = {one.size: one for one in sizes}

    def joined(self, other: MeasuredFace) -> MeasuredFace:
        """This face with what another measuring of it found besides."""
        sizes: dict[float, AtSize] = dict(self.sizes)
        for size, new in other.sizes.items():
            old = sizes.get(size)
            sizes[size] = new if old is None else AtSize(
                size, new.ascent, new.descent, new.line_spacing, new.x_height, new.zero, {**old.advances, **new.advances}, {**old.pairs, **new.pairs},
            )  # fmt: skip
        return MeasuredFace(self.name, list(sizes.values()), self.absent | other.absent)

    def lacks(self, size: float, text: str) -> bool:
        """Whether a text at a size holds what was not measured."""
        known = self.sizes.get(size)
        if known is None:
            return True
        wanted = {c for c in text if c not in INVISIBLE and c not in self.absent}
        return not wanted <= known.advances.keys() or not pairs_of(text, self.absent) <= known.pairs.keys()

    def _nearest(self, size: float) -> tuple[AtSize, float]:
        known = self.sizes.get(size)
        if known is not None:
            return known, 1.0
        near = min(self.sizes.values(), key=lambda one: (abs(one.size - size), one.size))
        return near, size / near.size if near.size else 0.0

    def metrics(self, size: float) -> Metrics:
        near, scale = self._nearest(size)
        ascent, descent = round_half_up(f32(near.ascent * scale)), round_half_up(f32(near.descent * scale))
        gap = near.line_spacing - round_half_up(near.ascent) - round_half_up(near.descent)
        return Metrics(ascent, descent, max(gap * scale, 0.0))

    def x_height(self, size: float) -> float:
        near, scale = self._nearest(size)
        return f32(near.x_height * scale)

    def cap_height(self, size: float) -> float:
        """That of a capital is not measured: the ascent stands for it."""
        near, scale = self._nearest(size)
        return f32(near.ascent * scale)

    def zero_advance(self, size: float) -> float:
        near, scale = self._nearest(size)
        return near.zero * scale

    def average_advance(self, size: float) -> float:
        return float(round_half_up(self.zero_advance(size)))

    def widest_extent(self, size: float) -> float:
        near, scale = self._nearest(size)
        return float(round_half_up(max(near.advances.values(), default=near.size) * scale))

    def has(self, character: str) -> bool:
        return character not in self.absent

    def has_feature(self, tag: str) -> bool:
        return False

    def shape(self, text: str, size: float, features: tuple[tuple[str, int], ...] = (), from_right: bool = False) -> Shaped:
        """Advances by character; kerning counts on the first of two. A run may be cut where there is none."""
        near, scale = self._nearest(size)
        kerns = ("kern", 0) not in features
        known, pairs = near.advances, near.pairs
        advances: list[float] = []
        safe = [True]
        for place, character in enumerate(text):
            advance = 0.0 if character in INVISIBLE else known.get(character, near.zero)
            kerning = 0.0
            if kerns and place + 1 < len(text):
                both = pairs.get(text[place : place + 2])
                if both is not None:
                    kerning = both - advance - known.get(text[place + 1], near.zero)
            is_cut = abs(kerning) < 1e-4
            advances.append((advance + (0.0 if is_cut else kerning)) * scale)
            safe.append(is_cut)
        safe[-1] = True
        return Shaped(tuple(advances), tuple(safe))


def pairs_of(text: str, absent: frozenset[str] = frozenset()) -> set[str]:
    """The characters that stand beside each other in a text, two by two."""
    return {
        text[at : at + 2]
        for at in range(len(text) - 1)
        if not (text[at] in INVISIBLE or text[at + 1] in INVISIBLE or text[at] in absent or text[at + 1] in absent)
    }


Measured = Mapping[FaceKey, MeasuredFace | None]
"""What a browser said of families that this machine does not have: None where it has none either."""
