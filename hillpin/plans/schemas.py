"""What the plans API takes and gives. Lengths are CSS px."""

from __future__ import annotations

from typing import Literal

from ninja import Field, Schema

from ..core.planning import Columns, Drawing, First, Method, Plan, State, Target


class PaperStepOut(Schema):
    """A line of a sum."""

    sign: str
    amount: float
    label: str


class SolutionOut(Schema):
    """Columns with everything known."""

    total: float
    count: int
    column: float
    gutter: float
    margin: float
    rest: float
    is_whole: bool
    note: str
    spans: list[float]
    """The widths of 1, 2 … n columns."""
    starts: list[float]
    """The left edges of the columns."""


class AnswerOut(Schema):
    """The columns of an arrangement, solved."""

    unknown: list[str]
    solutions: list[SolutionOut]
    near: list[SolutionOut]
    steps: list[PaperStepOut]
    message: str
    is_cut: bool


class CellOut(Schema):
    """A box placed in its row, as drawn."""

    box: str
    x: float
    outer: float
    width: float
    written: float
    inside: float
    margin: list[float]
    padding: list[float]
    border: list[float]
    share: float
    """Of its context, in percent."""
    steps: list[PaperStepOut]


class PlanRowOut(Schema):
    """A row against what it has. ``number`` is its place in the arrangement's rows."""

    number: int
    has: float
    takes: float
    rest: float
    gap: float
    steps: list[PaperStepOut]
    drops: list[str]
    gutters: list[float]
    messages: list[str]
    cells: list[CellOut]


class ContextOut(Schema):
    """The rows inside a box, or on the page."""

    parent: str | None
    width: float
    rows: list[PlanRowOut]


class ArrangementOut(Schema):
    """An arrangement, worked out; ``error`` says why it is not."""

    name: str
    first: int
    last: int | None
    error: str
    columns: AnswerOut | None
    contexts: list[ContextOut]
    warnings: list[str]
    drawing: Drawing | None


class PlanIn(Schema):
    """A plan to work on."""

    plan: Plan


class ColumnsIn(Schema):
    """Columns to solve."""

    columns: Columns


class WorkOut(Schema):
    """All numbers of a plan. ``error`` is about the whole."""

    error: str
    arrangements: list[ArrangementOut]
    classes: dict[str, str]


class CodeIn(Schema):
    """A plan and how its code is to be written."""

    plan: Plan
    method: Method = "grid-areas"
    first: First = "narrow"
    comments: bool = True
    sheet: str = Field("plan.css", max_length=240)
    """The path by which the page links the styles."""


class CodeOut(Schema):
    """Code of a plan."""

    html: str
    css: str
    page: str
    file: str
    """A name for files of it, without an ending."""


class ProofIn(CodeIn):
    """The viewport widths to lay the code out at."""

    start: int = Field(240, ge=1, le=4000)
    end: int = Field(1920, ge=1, le=4000)


class DifferenceOut(Schema):
    """A box that stands elsewhere than planned."""

    box: str
    what: str
    first: int
    last: int
    planned: float
    found: float


class ProofOut(Schema):
    """What was compared, and what differs."""

    widths: int
    largest: float
    is_equal: bool
    differences: list[DifferenceOut]
    sentence: str


class ReplyOut(Schema):
    """An answer to a plan that was sent."""

    is_yes: bool
    name: str
    text: str
    made_at: str
    is_about_this: bool
    """Whether it is about what is on the address now."""


class PlanSummary(Schema):
    """A plan in the list."""

    id: int
    name: str
    state: State
    updated_at: str


class KeptPlanOut(Schema):
    """A plan as it is kept."""

    id: int
    name: str
    revision: int
    plan: Plan
    state: State
    token: str | None
    replies: list[ReplyOut]
    updated_at: str


class AnswersOut(Schema):
    """What was answered at a plan's read-only address."""

    state: State
    replies: list[ReplyOut]


class SavePlanIn(Schema):
    """A new state and the revision it builds on."""

    plan: Plan
    base_revision: int


class PlanStateOut(Schema):
    """An earlier state of a plan."""

    number: int
    saved_at: str
    plan: Plan


class PlanFileIn(Schema):
    """A plan file's text."""

    text: str


class FromCodeIn(Schema):
    """A container of a page, with texts that are not saved yet."""

    page: str
    selected: int
    drafts: dict[str, str] = {}


class FromCodeOut(Schema):
    """A plan read from a page, and what does not add up there."""

    plan: Plan
    notes: list[str]


class ConvertIn(FromCodeIn):
    """How to rewrite a container's rows."""

    target: Target
    fluid: bool = False
    loosen: bool = False
    """Whether a fixed width around the container becomes a maximum."""


class ConvertOut(Schema):
    """The rules to add, and the file with them in it."""

    css: str
    file: str
    text: str
    notes: list[str]
    fixed_around: str
    """An element around the container whose width is fixed: inside it nothing is fluid."""


class CompareIn(FromCodeIn):
    """A changed file of the page, and the widths to compare at."""

    file: str
    text: str
    start: int = Field(240, ge=1, le=4000)
    end: int = Field(1920, ge=1, le=4000)


class StretchOut(Schema):
    """Viewport widths at which geometry is equal, or parts by at most ``distance``; None where a box comes or goes."""

    first: int
    last: int
    is_equal: bool
    distance: float | None
    element: str
    is_sideways: bool
    """False where boxes keep their x and width, and only heights differ."""
    holds_floats: bool
    """Whether the container is higher because it holds its floats now."""


class RangeOut(Schema):
    """Viewport widths; no ``last`` is without end."""

    first: int
    last: int | None


class SharedOut(Schema):
    """A plan on its read-only address."""

    plan: Plan
    site: str
    digest: str
    state: State
    sent_at: str
    drawings: list[Drawing]
    ranges: list[RangeOut]
    warnings: list[str]
    replies: list[ReplyOut]


class AnswerIn(Schema):
    """A yes or a comment on what was looked at."""

    kind: Literal["yes", "comment"]
    name: str
    text: str = ""
    digest: str
