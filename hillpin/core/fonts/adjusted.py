"""A face as its ``@font-face`` adjusts it: ``size-adjust`` and the overrides of its metrics (css-fonts-5 §2)."""

from __future__ import annotations

from ..styles.font_faces import FaceAdjustments
from ..units import f32
from .face import Face, Metrics, Shaped, effective, round_half_up


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
