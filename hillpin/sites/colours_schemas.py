"""What goes over HTTP of a site's colours."""

from __future__ import annotations

from typing import Annotated, Literal

from ninja import Field, Schema


class SiteColoursIn(Schema):
    """A site's colours; ``drafts`` are texts that are not saved yet."""

    drafts: dict[str, str] = {}
    near: str = Field("", max_length=100)
    """A colour by whose distance they are told, the nearest first; empty tells the most used first."""


class SiteColourPlaceOut(Schema):
    """Where a colour is written."""

    path: str
    line: int
    property: str
    written: str


class SiteColourOut(Schema):
    """A colour as ``#rrggbb``, with two more figures where it lets through; how often it is written, the custom properties that are it
    and how often those are used; ``twin`` is one that is hardly another (``apart``, in OKLab × 100), or empty."""

    value: str
    names: list[str]
    by_name: int
    count: int
    places: list[SiteColourPlaceOut]
    twin: str
    apart: float
    sheet: str
    """The sheet in which its name would stand: one that all pages that use it link; empty where there is none."""
    off: float | None
    """How far it is from the colour that was asked for, in OKLab × 100."""


class SiteColoursOut(Schema):
    """The colours, the most used first, and how many there are in all."""

    colours: list[SiteColourOut]
    count: int


class ShadesIn(Schema):
    """A colour whose shades are asked for; ``drafts`` are texts that are not saved yet."""

    drafts: dict[str, str] = {}
    value: str = Field(max_length=100)


class ShadeOut(Schema):
    """A shade: how it is written, and what that comes to."""

    title: str
    text: str
    value: str


class NameWish(Schema):
    """A colour to be named in a sheet, each of its uses replaced by the name."""

    kind: Literal["name"]
    value: str = Field(max_length=9)
    name: str = Field(max_length=62)
    sheet: str


class OneWish(Schema):
    """A colour to give way to another."""

    kind: Literal["one"]
    value: str = Field(max_length=9)
    other: str = Field(max_length=9)


ColourWish = Annotated[NameWish | OneWish, Field(discriminator="kind")]
