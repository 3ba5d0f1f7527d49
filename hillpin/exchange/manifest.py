"""The shape of ``hill-pin.json``: what is in a zip with all that is kept of a site. Names of files are those inside the zip."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Literal

from pydantic import BaseModel, ConfigDict, Field

from ..compare.schemas import EdgeIn, ScreenOut

NAME = "hill-pin.json"
VERSION = 1
Path = Annotated[str, Field(min_length=1, max_length=240)]
Width = Annotated[int, Field(ge=1, le=20_000)]
Finite = Annotated[float, Field(allow_inf_nan=False, ge=-1e6, le=1e6)]


class Shape(BaseModel):
    """Nothing but what is named."""

    model_config = ConfigDict(extra="forbid")


class StateIn(Shape):
    """A state of a file: its bytes are in ``content``."""

    number: Annotated[int, Field(ge=1, le=2**31)]
    saved_at: datetime
    content: Path


class FileIn(Shape):
    """A file and its states, the newest last. One that was removed has ``removed_at``."""

    path: Path
    removed_at: datetime | None
    states: Annotated[list[StateIn], Field(min_length=1, max_length=2_000)]


class MomentFileIn(Shape):
    """A file as it was at a moment: its path then, which of ``files`` it is, counted from 0, and the number of its state."""

    path: Path
    file: Annotated[int, Field(ge=0)]
    number: int


class MomentIn(Shape):
    """A state of the whole site that has a name."""

    name: Annotated[str, Field(min_length=1, max_length=80)]
    made_at: datetime
    files: list[MomentFileIn]


class PinIn(Shape):
    """A viewport that is kept in view."""

    name: Annotated[str, Field(min_length=1, max_length=40)]
    width: Width
    height: Width


class PlanStateIn(Shape):
    """A state of a plan: ``content`` is a plan file (docs/plan-format.md)."""

    number: Annotated[int, Field(ge=1, le=2**31)]
    saved_at: datetime
    content: Path


class ReplyIn(Shape):
    """An answer to a plan."""

    is_yes: bool
    name: Annotated[str, Field(max_length=80)]
    text: Annotated[str, Field(max_length=2_000)]
    digest: Annotated[str, Field(max_length=64)]
    made_at: datetime


class PlanIn(Shape):
    """A plan with its states, the newest last, and the answers to it."""

    states: Annotated[list[PlanStateIn], Field(min_length=1, max_length=200)]
    replies: Annotated[list[ReplyIn], Field(max_length=200)]


class AcceptedIn(Shape):
    """A finding that is meant to be so."""

    page: Path
    key: Annotated[str, Field(max_length=64)]
    reason: Annotated[str, Field(max_length=300)]
    accepted_at: datetime


class SurveyIn(Shape):
    """The last survey of a page, as JSON."""

    page: Path
    content: Path


class DrawingIn(Shape):
    """A drawing of the intended page at a width: a picture in ``content``."""

    page: Path
    width: Width
    name: Annotated[str, Field(min_length=1, max_length=120)]
    content: Path
    x: Finite
    y: Finite
    scale: Annotated[Finite, Field(gt=0)]


class DistanceIn(Shape):
    """A distance between two edges, with what it should be."""

    page: Path
    width: Width
    is_across: bool
    first: EdgeIn
    second: EdgeIn
    drawn: Finite | None


class ShotIn(Shape):
    """An accepted picture of a page on a screen (PNG), with what was measured in it as JSON."""

    page: Path
    key: Annotated[str, Field(max_length=80)]
    picture: Path
    told: Path


class Manifest(Shape):
    """All that is kept of a site."""

    hill_pin: Literal[1]
    name: Annotated[str, Field(min_length=1, max_length=120)]
    runs_scripts: bool
    pins: Annotated[list[PinIn], Field(max_length=100)]
    files: Annotated[list[FileIn], Field(max_length=5_000)]
    moments: Annotated[list[MomentIn], Field(max_length=100)]
    plans: Annotated[list[PlanIn], Field(max_length=60)]
    accepted: Annotated[list[AcceptedIn], Field(max_length=20_000)]
    surveys: Annotated[list[SurveyIn], Field(max_length=2_000)]
    drawings: Annotated[list[DrawingIn], Field(max_length=40)]
    distances: Annotated[list[DistanceIn], Field(max_length=200)]
    shots: Annotated[list[ShotIn], Field(max_length=4_000)]


class Told(BaseModel):
    """What was measured in an accepted picture, as far as it is asked for."""

    model_config = ConfigDict(extra="allow")

    screen: ScreenOut
    rects: list[list[float] | None]
    names: list[str]
    labels: list[str]
    parents: list[int]
