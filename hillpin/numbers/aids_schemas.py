"""What the aids of writing take and give. Lengths are CSS px of the page."""

from __future__ import annotations

from ninja import Field, Schema

from ..core.aids import (
    Asked,
    Beside,
    Contest,
    Direction,
    FontFile,
    Held,
    HeldState,
    LinedUp,
    Offer,
    OutlineEntry,
    OverlayLayer,
    Relation,
    Room,
    StandIn,
    Step,
    TextAt,
)
from ..core.survey import BoxOver
from ..core.writing import Quantity


class PageIn(Schema):
    """A page with texts that are not saved yet."""

    page: str
    drafts: dict[str, str] = {}


class ViewIn(PageIn):
    """A page at a viewport."""

    width: int = Field(ge=1, le=20_000)
    height: int = Field(800, ge=1, le=20_000)


class ContestIn(ViewIn):
    """An element, and the property that is asked about; the first contested one without."""

    selected: int
    property: str = ""


class SourceLineOut(Schema):
    """A line of a source."""

    file: str
    line: int


class ContestOut(Schema):
    """The contested properties of an element, and the contest for one of them."""

    properties: list[str]
    contest: Contest | None
    comes_to: str
    """How its number comes about, where it has one."""
    own: str
    """The sheet that rules are taken over into: the page's last one."""
    taken_over: list[SourceLineOut]
    """Declarations whose rule can be taken over: narrowed, it reaches the element and wins."""


class TakeOverIn(ViewIn):
    """A rule by its place, and the sheet it goes into."""

    selected: int
    file: str
    line: int
    into: str


class TextOut(Schema):
    """A file's new text, where it changed first, and what to know of it."""

    file: str
    text: str
    caret: int
    notes: list[str]


class OutlineOut(Schema):
    """The page's own tree."""

    entries: list[OutlineEntry]


class MoveIn(PageIn):
    """An element to move in the source."""

    selected: int
    direction: Direction


class OverlaysIn(ViewIn):
    """The overlays that are on, by their names."""

    names: list[str] = Field(max_length=40)


class OverlaysOut(Schema):
    """What is drawn over the page."""

    layers: list[OverlayLayer]


class OverlayWordsOut(Schema):
    """An overlay as the menu names it."""

    name: str
    title: str


class GoalWordsOut(Schema):
    """A kind of goal as one wishes for it."""

    name: str
    title: str
    takes_number: bool


class OffersOut(Schema):
    """What there is to choose from: it is core that knows it."""

    overlays: list[OverlayWordsOut]
    goals: list[GoalWordsOut]


class WishIn(Schema):
    """What is wanted of a box: at one viewport width, or at every one up to another."""

    selected: int
    kind: str = Field(max_length=40)
    """By the names of the kinds of goal."""
    relation: Relation = "is"
    amount: float = Field(0.0, ge=-20_000, le=20_000)
    at: int = Field(ge=1, le=20_000)
    to: int | None = Field(None, ge=1, le=20_000)


class GoalIn(PageIn):
    """A number by its place in a sheet, and the one or two goals that it shall meet."""

    file: str
    offset: int
    height: int = Field(800, ge=1, le=20_000)
    wishes: list[WishIn] = Field(min_length=1, max_length=2)


class GoalNumbersIn(PageIn):
    """A goal whose numbers are looked for."""

    height: int = Field(800, ge=1, le=20_000)
    wish: WishIn


class GoalNumbersOut(Schema):
    """The numbers that have a part in a goal, those that move it most first."""

    numbers: list[Offer]


class GoalOut(Schema):
    """The number that does it and the sheet with it, or why none does."""

    value: float | None
    text: str
    written: str
    """What stands in the sheet then, with its unit."""
    reaches: float
    sentence: str
    caret: int


class QueryIn(PageIn):
    """The rule on a line of a sheet, and the viewport width at which a query is opened for it."""

    file: str
    line: int
    at: int = Field(ge=1, le=20_000)
    before: str | None = None
    """The sheet's text before the changes that are to count in the query only."""


class HoldIn(ViewIn):
    """A state to hold on an element."""

    selected: int
    state: HeldState


class HoldOut(Schema):
    """What the state does."""

    held: Held


class RoomIn(ViewIn):
    """An element whose text may grow."""

    selected: int


class RoomOut(Schema):
    """How many characters more it may have."""

    room: Room


class RoomOverIn(PageIn):
    """An element whose text may grow, at some viewport widths."""

    selected: int
    height: int = Field(800, ge=1, le=20_000)
    widths: list[int] = Field(min_length=1, max_length=64)


class RoomAtOut(Schema):
    """At one width: ``more`` characters fit; none where nothing gives way as far as is tried."""

    width: int
    more: int | None


class RoomOverOut(Schema):
    """At each of the widths."""

    points: list[RoomAtOut]


class FontReportOut(Schema):
    """What of the page's font files is used, what is asked for and not there, and what stands in while they load."""

    files: list[FontFile]
    asked: list[Asked]
    stand_ins: list[StandIn]


class StandInIn(ViewIn):
    """A family whose stand-ins are to be declared and named behind it."""

    family: str = Field(max_length=200)


class ChangedTextsOut(TextOut):
    """A file's new text, and those of others that change with it."""

    also: dict[str, str]


class TextOverOut(Schema):
    """A text at each of the widths at which it has a box."""

    points: list[TextAt]


class ScaleIn(PageIn):
    """A scale of type sizes: base size (CSS px) and ratio at a narrow and a wide viewport, and the steps around the base."""

    low_width: int = Field(ge=1, le=20_000)
    high_width: int = Field(ge=1, le=20_000)
    low: float = Field(gt=0, le=1_000)
    high: float = Field(gt=0, le=1_000)
    low_ratio: float = Field(ge=1, le=4)
    high_ratio: float = Field(ge=1, le=4)
    first: int = Field(ge=-8, le=12)
    last: int = Field(ge=-8, le=12)
    name: str = Field("step", max_length=40)


class ScaleOut(Schema):
    """Its steps, the sheet they would stand in, and that sheet's text with them; no sheet where the page links none."""

    steps: list[Step]
    file: str
    text: str


class SumIn(ViewIn):
    """A number of an element, to stand as a comment beside the declaration that it comes from."""

    selected: int
    of: Quantity


class FileIn(PageIn):
    """A sheet of a page."""

    file: str


class SelectedIn(ViewIn):
    """An element at a viewport."""

    selected: int


class LyingOverOut(Schema):
    """What an element's box and those of its pseudo-elements lie over and add to what scrolls."""

    boxes: list[BoxOver]


class LinesBesideIn(SelectedIn):
    """A text, and the one beside it that it is held against; the nearest without."""

    other: int | None = None


class LinesBesideOut(Schema):
    """The texts that stand beside one, and it held against one of them; none where it stands alone."""

    beside: list[Beside]
    other: int | None
    lined_up: LinedUp | None
