"""Who looks on at a live address: what a device says of itself, and where its boxes are."""

from __future__ import annotations

import time
from dataclasses import dataclass, field

from ninja import Schema
from pydantic import Field

MOST_VIEWERS = 30
GONE = 40.0
"""Seconds without a word after which a device is not listed any more."""
MOST_RECTS = 40_000

Rect = tuple[float, float, float, float]


class Report(Schema):
    """What a page at a live address tells: which device it is on, its viewport in CSS px, and its boxes from the page's top left,
    ``None`` where an element makes none."""

    viewer: str = Field(max_length=60, min_length=8)
    page: str = Field(max_length=300)
    agent: str = Field(default="", max_length=400)
    width: int = Field(ge=1, le=20_000)
    height: int = Field(ge=1, le=20_000)
    scrollbar: int = Field(default=0, ge=0, le=200)
    density: float = Field(gt=0, le=20)
    rects: list[Rect | None] = Field(default=[], max_length=MOST_RECTS)


@dataclass(slots=True)
class Viewer:
    """A device that looks on."""

    name: str
    number: int
    report: Report | None = None
    seen: float = field(default_factory=time.monotonic)
    open: int = 0
    """How many of its pages follow now."""
    told: int = 0
    """How often it has told of itself."""


class Viewers:
    """The devices at one live address, in the order in which they came."""

    def __init__(self) -> None:
        self._known: dict[str, Viewer] = {}
        self._count = 0

    def of(self, name: str) -> Viewer | None:
        """A device by its own name; a new one where there is room."""
        if name not in self._known:
            self._known = {one.name: one for one in self.present()}
            if len(self._known) >= MOST_VIEWERS:
                return None
            self._count += 1
            self._known[name] = Viewer(name, self._count)
        viewer = self._known[name]
        viewer.seen = time.monotonic()
        return viewer

    def present(self) -> list[Viewer]:
        """Those who look on now."""
        return [one for one in self._known.values() if one.open > 0 or time.monotonic() - one.seen < GONE]

    def numbered(self, number: int) -> Viewer | None:
        """A device by its number."""
        return next((one for one in self.present() if one.number == number), None)


KINDS = (
    ("iPad", "tablet"), ("Tablet", "tablet"), ("Android", "phone"), ("iPhone", "phone"), ("Mobile", "phone"), ("Macintosh", "computer"),
    ("Windows", "computer"), ("Linux", "computer"), ("X11", "computer"),
)  # fmt: skip


def kind_of(agent: str) -> str:
    """What a device is, in a word, by what its browser says of it."""
    return next((kind for mark, kind in KINDS if mark in agent), "device")
