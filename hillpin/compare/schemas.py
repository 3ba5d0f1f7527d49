"""What Compare's API takes and gives. Lengths are CSS px of the page."""

from __future__ import annotations

from typing import Literal

from ninja import Field, Schema

from ..numbers.schemas import Px


class ReaderIn(Schema):
    """How the person who reads has set up browser and device."""

    font_size: Literal[16, 20, 24, 32] = 16
    spaced: bool = False
    color_scheme: Literal["light", "dark"] = "light"
    reduced_motion: bool = False
    forced_colors: bool = False
    hover: Literal["hover", "none"] = "hover"
    medium: Literal["screen", "print"] = "screen"


class ScreenIn(Schema):
    """A viewport, and how its reader has set it up."""

    name: str = Field(max_length=60)
    width: int = Field(ge=1, le=4_000)
    height: int = Field(ge=1, le=4_000)
    touch: bool = False
    density: float = Field(1, ge=0.5, le=4, allow_inf_nan=False)
    reader: ReaderIn = Field(default_factory=ReaderIn)


class ShippedScreenOut(Schema):
    """A screen that ships; ``viewport_…`` is what the page gets of it."""

    name: str
    viewport_width: int
    viewport_height: int
    touch: bool
    density: float
    zoom: int
    about: str


class LineUpIn(Schema):
    """A page on several screens; ``index`` is the selected element."""

    page: str
    drafts: dict[str, str] = Field(default_factory=dict)
    screens: list[ScreenIn] = Field(max_length=24)
    index: int | None = None


class OnScreenOut(Schema):
    """The selected element on one screen; all None where it has no box."""

    x: float | None
    y: float | None
    width: float | None
    height: float | None
    lines: int
    scroll_width: int
    modelled: bool


class SectionOut(Schema):
    """A section that all frames can stand at."""

    index: int
    name: str
    heading: str


class LineUpOut(Schema):
    """Sections of the page, the selected element's name, and its numbers by screen."""

    sections: list[SectionOut]
    name: str
    file: str
    line: int | None
    screens: list[OnScreenOut]


class RunIn(Schema):
    """What to visit: without screens, each pin and one px before and after each edge of the survey."""

    page: str
    drafts: dict[str, str] = Field(default_factory=dict)
    screens: list[ScreenIn] = Field(default_factory=list, max_length=60)
    height: int = Field(800, ge=1, le=4_000)


class WorkStartedOut(Schema):
    """The name of work under way."""

    job: str


class ScreenOut(Schema):
    """A screen of a run: its viewport and what names it from one run to the next."""

    name: str
    key: str
    width: int
    height: int
    about: str


class DisagreementOut(Schema):
    """A number that core and the browser do not agree on."""

    index: int
    name: str
    part: str
    computed: float | None
    measured: float | None
    reason: str


class AreaOut(Schema):
    """A rectangle of a picture that is otherwise than in the accepted one."""

    x: int
    y: int
    width: int
    height: int
    pixels: int


class MovedBoxOut(Schema):
    """A box that moved or grew, came or went, since the accepted picture."""

    index: int
    name: str
    x: float
    y: float
    width: float
    height: float
    gone: bool
    come: bool


class SinceOut(Schema):
    """What is otherwise than in the accepted picture."""

    areas: list[AreaOut]
    moved: list[MovedBoxOut]


class ShotOut(Schema):
    """What the browser showed on one screen."""

    id: int
    place: int
    screen: ScreenOut
    size: list[int]
    cut: bool
    complaints: list[str]
    refused: list[str]
    error: str
    rects: list[list[float] | None]
    """Each element's (x, y, width, height) as the browser measured it."""
    unmet: list[str]
    """Expectations that do not hold of what was measured, a sentence each."""
    changes: list[str]
    """What scripts changed, a line each."""
    disagreements: list[DisagreementOut]
    has_picture: bool
    is_accepted: bool
    """Whether there is a picture of this screen to hold against."""
    since: SinceOut | None


class RunOut(Schema):
    """A run, under way or kept: ``state`` is walking, done, stopped or failed."""

    state: str
    progress: float
    detail: str
    made_at: str | None
    screens: list[ScreenOut]
    shots: list[ShotOut]


class AcceptShotsIn(Schema):
    """Shots by their numbers, to hold the next runs against."""

    shots: list[int] = Field(max_length=100)


class DrawingOut(Schema):
    """A picture of the intended page at one width."""

    id: int
    page: str
    width: int
    name: str
    pixel_width: int
    pixel_height: int
    x: float
    y: float
    scale: float


class DrawingPlaceIn(Schema):
    """Where a drawing lies, and for which width it is."""

    width: int = Field(ge=1, le=20_000)
    x: Px
    y: Px
    scale: float = Field(gt=0, le=100, allow_inf_nan=False)


class DrawnEdgeOut(Schema):
    """A straight edge of a drawing, in its own pixels."""

    is_vertical: bool
    at: int
    start: int
    end: int


class ColourIn(Schema):
    """A colour as ``#rrggbb``, and the page whose sheets are asked."""

    page: str
    drafts: dict[str, str] = Field(default_factory=dict)
    colour: str = Field(pattern=r"^#[0-9a-fA-F]{6}$")


class ColourOut(Schema):
    """The nearest colour of the sheets; ``distance`` is 0 where it is the same."""

    name: str
    value: str
    distance: float
    file: str
    line: int


class KeepColourIn(Schema):
    """A colour to keep in a sheet, under a name."""

    file: str = Field(max_length=240)
    name: str = Field(max_length=80)
    colour: str = Field(pattern=r"^#[0-9a-fA-F]{6}$")


class EdgeIn(Schema):
    """An edge: of an element's box; or with ``at`` one that was drawn, or a guide, in CSS px of the page."""

    index: int | None = None
    side: Literal["left", "right", "top", "bottom", "text-left", "text-right", "text-top", "text-bottom"] = "left"
    at: Px | None = None


class DistanceIn(Schema):
    """Two edges on a page at a width, and how far they should be apart."""

    page: str
    width: int = Field(ge=1, le=20_000)
    is_across: bool
    first: EdgeIn
    second: EdgeIn
    drawn: Px | None = None


class DistancesIn(Schema):
    """A page with texts that are not saved yet."""

    page: str
    drafts: dict[str, str] = Field(default_factory=dict)
    height: int = Field(800, ge=1, le=20_000)


class TermOut(Schema):
    """A part of a distance and the line that sets it; line 0 where none does."""

    words: str
    value: float
    file: str
    line: int


class DistanceGoalOut(Schema):
    """A goal to solve for: the element's x or y, in CSS px of the page."""

    kind: Literal["x", "y"]
    amount: float


class DistanceOut(Schema):
    """A distance that is kept, as it is built now. ``error`` says why it cannot be measured."""

    id: int
    width: int
    is_across: bool
    name: str
    at_first: float | None
    at_second: float | None
    built: float | None
    drawn: float | None
    off: float | None
    working: str
    blamed: TermOut | None
    index: int | None
    """The element that one would change."""
    goal: DistanceGoalOut | None
    """What of it would have to be how much."""
    error: str


class ExpectationsIn(Schema):
    """The page whose expectations are proved."""

    page: str
    drafts: dict[str, str] = Field(default_factory=dict)


class KeepExpectationIn(Schema):
    """A sentence to keep, about a page or ``*``."""

    page: str = Field(max_length=240)
    says: str = Field(max_length=400)


class SuggestIn(Schema):
    """An element on screen."""

    page: str
    drafts: dict[str, str] = Field(default_factory=dict)
    index: int
    width: int = Field(ge=1, le=20_000)
    height: int = Field(800, ge=1, le=20_000)


class SuggestionsOut(Schema):
    """Sentences that hold of it."""

    sentences: list[str]


class FailureOut(Schema):
    """A stretch of widths at which an expectation does not hold."""

    low: int
    high: int
    worst: int
    message: str
    index: int | None
    file: str
    line: int


class ExpectationOut(Schema):
    """One expectation; ``number`` is its place in the file."""

    number: int
    page: str
    says: str
    line: int
    low: int | None
    high: int | None
    error: str
    failures: list[FailureOut]


class ProvedOut(Schema):
    """How far the proving is, and what came of it: ``state`` is walking, done, stopped or failed."""

    state: str
    progress: float
    detail: str
    expectations: list[ExpectationOut]


class ReportIn(Schema):
    """The page to report on, and as what."""

    page: str
    form: Literal["html", "pdf"] = "html"


class ReportOut(Schema):
    """How far a report is: ``state`` is walking, done, stopped or failed."""

    state: str
    progress: float
    detail: str
