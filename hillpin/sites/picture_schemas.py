"""What goes over HTTP of the files that a picture needs."""

from __future__ import annotations

from typing import Literal

from ninja import Field, Schema


class PictureFilesIn(Schema):
    """A picture on a page, at a window's height; ``drafts`` are texts that are not saved yet."""

    page: str
    drafts: dict[str, str] = {}
    selected: int
    height: int = Field(800, ge=1, le=20_000)


class SizePartOut(Schema):
    """Widths over which a picture is drawn so wide, as ``sizes`` says it."""

    low: int
    high: int
    text: str


class TakenOut(Schema):
    """Widths over which a browser takes the file that has so many pixels across."""

    low: int
    high: int
    width: int


class PictureFilesOut(Schema):
    """``sizes`` and the files that a picture needs; ``taken`` by density (``1``, ``2``, ``3``)."""

    across: int
    down: int
    largest: float
    largest_at: int
    sizes: str
    parts: list[SizePartOut]
    off: float
    widths: list[int]
    taken: dict[str, list[TakenOut]]
    working: list[str]


class ShownAtOut(Schema):
    """Which part of a picture shows at a width, from 0 to 1 of its own."""

    width: int
    left: float
    right: float
    top: float
    bottom: float


class ShownPartsOut(Schema):
    """Which part of a picture shows over all widths."""

    name: str
    points: list[ShownAtOut]
    sentences: list[str]


class MakeFilesIn(Schema):
    """The files to be made of a picture on a page as it is saved, and written into its ``srcset``."""

    page: str
    selected: int
    height: int = Field(800, ge=1, le=20_000)
    format: Literal["same", "webp", "avif"] = "webp"


class ThumbnailsIn(Schema):
    """Pictures of a site to be made small, all of one ratio of width ÷ height."""

    paths: list[str] = Field(min_length=1, max_length=200)
    width: int = Field(ge=8, le=2_000)
    ratio_width: float = Field(gt=0, le=100)
    ratio_height: float = Field(gt=0, le=100)


class EnlargeIn(Schema):
    """A picture on a page as it is saved, and the way in which it is to open large."""

    page: str
    selected: int
    height: int = Field(800, ge=1, le=20_000)
    way: Literal["link", "dialog", "script"]
