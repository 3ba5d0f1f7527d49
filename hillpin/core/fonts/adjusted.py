"""A face as its ``@font-face`` adjusts it: ``size-adjust`` and the overrides of its metrics (css-fonts-5 §2)."""

from __future__ import annotations

from ..styles.font_faces import PLAIN, FaceAdjustments
from ..units import f32
from .face import Face, Metrics, Shaped, effective, round_half_up

IDEOGRAPH = "\u6c34"
"""What ideographs are measured by (css-fonts-5 §3.1)."""


class AdjustedFace:
    """A face that is drawn larger or smaller than it is asked for, with other heights than its file says."""

    def __init__(self, face: Face, adjustments: FaceAdjustments) -> None:
        self.face, self.adjustments = face, adjustments
        self.name = face.name

    def _size(self, size: float) -> float:
        return f32(size * self.adjustments.size)

    def metrics(self, size: float) -> Metrics:
        own = self._size(size)
        plain, held = self.face.metrics(own), effective(own)
        ascent, descent, gap = self.adjustments.ascent, self.adjustments.descent, self.adjustments.line_gap
        return Metrics(
            plain.ascent if ascent is None else round_half_up(f32(ascent * held)),
            plain.descent if descent is None else round_half_up(f32(descent * held)),
            plain.line_gap if gap is None else f32(gap * held),
        )

    def x_height(self, size: float) -> float:
        return self.face.x_height(self._size(size))

    def cap_height(self, size: float) -> float:
        return self.face.cap_height(self._size(size))

    def zero_advance(self, size: float) -> float:
        return self.face.zero_advance(self._size(size))

    def average_advance(self, size: float) -> float:
        return self.face.average_advance(self._size(size))

    def widest_extent(self, size: float) -> float:
        return self.face.widest_extent(self._size(size))

    def has(self, character: str) -> bool:
        return self.face.has(character)

    def has_feature(self, tag: str) -> bool:
        return self.face.has_feature(tag)

    def shape(self, text: str, size: float, features: tuple[tuple[str, int], ...] = (), from_right: bool = False) -> Shaped:
        return self.face.shape(text, self._size(size), features, from_right)


class FittedFace(AdjustedFace):
    """A face at such sizes that a measure of the first font of a style is a part of the size asked for (css-fonts-5 §3)."""

    def __init__(self, face: Face, first: Face, measure: str, part: float) -> None:
        super().__init__(face, PLAIN)
        self.first, self.measure, self.part = first, measure, part

    def _size(self, size: float) -> float:
        """Measured again at what the first measuring gave: a font with optical sizes has other parts there."""
        own = size
        for _ in range(2):
            held = part_of_size(self.first, self.measure, own)
            own = f32(size * self.part / held) if held else size
        return own


def part_of_size(face: Face, measure: str, size: float) -> float:
    """A measure of a face as a part of a size in px: the height of x or of a capital, the advance of 0 or of an ideograph."""
    held = effective(size)
    if not held:
        return 0.0
    if measure == "ex-height":
        return face.x_height(size) / held
    if measure == "cap-height":
        return face.cap_height(size) / held
    if measure == "ch-width":
        return face.zero_advance(size) / held
    return face.shape(IDEOGRAPH, size).advances[0] / held if face.has(IDEOGRAPH) else 1.0
