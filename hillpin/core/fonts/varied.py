"""Instances of variable fonts (css-fonts-4 §6.12, §7; OpenType ``fvar``): which place on each axis a style asks for."""

from __future__ import annotations

from dataclasses import dataclass

from ..styles.font_choices import SLANT, Variations, slope_of
from ..styles.font_faces import FontFace
from .face import Face, FileFace, Metrics, Shaped

OPTICAL = "opsz"


@dataclass(frozen=True, slots=True)
class Wanted:
    """What a style asks of a font that varies."""

    weight: int = 400
    style: str = "normal"
    stretch: float = 100.0
    settings: Variations = ()
    is_optical: bool = True
    """Whether a font that draws small sizes otherwise than large ones may (``font-optical-sizing``)."""


PLAINLY = Wanted()


def instance_for(face: FileFace, rule: FontFace, wanted: Wanted) -> Face:
    """The instance of a font that a style is set in: what its rule says of weight, width and slant bounds the place on those axes,
    settings are taken as they are, and the optical size is the size in px where none is said."""
    if not face.axes:
        return face
    places = {
        "wght": _within(float(wanted.weight), rule.weight if rule.weight_is_said else None),
        "wdth": _within(wanted.stretch, rule.stretch if rule.stretch_is_said else None),
        "slnt": -_within(slope_of(wanted.style), slopes_of(rule) if rule.style_is_said else None),
        **dict(wanted.settings),
    }
    known = tuple(sorted((tag, value) for tag, value in places.items() if tag in face.axes))
    if OPTICAL in face.axes and OPTICAL not in places and wanted.is_optical:
        return OpticalFace(face, known)
    return face.instance(known)


def slopes_of(rule: FontFace) -> tuple[float, float]:
    """The slants that a rule's font reaches, in degrees to the right."""
    return rule.slopes if rule.slopes is not None else (SLANT, SLANT) if rule.style != "normal" else (0.0, 0.0)


def _within(value: float, bounds: tuple[float, float] | None) -> float:
    return value if bounds is None else min(max(value, bounds[0]), bounds[1])


class OpticalFace:
    """A font whose optical size is the size that it is asked for."""

    def __init__(self, face: FileFace, places: Variations) -> None:
        self.face, self.places = face, places
        self.name = face.name

    def _at(self, size: float) -> FileFace:
        return self.face.instance((*self.places, (OPTICAL, size)))

    def metrics(self, size: float) -> Metrics:
        return self._at(size).metrics(size)

    def x_height(self, size: float) -> float:
        return self._at(size).x_height(size)

    def cap_height(self, size: float) -> float:
        return self._at(size).cap_height(size)

    def zero_advance(self, size: float) -> float:
        return self._at(size).zero_advance(size)

    def average_advance(self, size: float) -> float:
        return self._at(size).average_advance(size)

    def widest_extent(self, size: float) -> float:
        return self._at(size).widest_extent(size)

    def has(self, character: str) -> bool:
        return self.face.has(character)

    def has_feature(self, tag: str) -> bool:
        return self.face.has_feature(tag)

    def shape(self, text: str, size: float, features: tuple[tuple[str, int], ...] = (), from_right: bool = False) -> Shaped:
        return self._at(size).shape(text, size, features, from_right)
