"""What the numbers API takes and gives. Lengths are CSS px of the page."""

from __future__ import annotations

from ninja import Field, Schema


class NumbersIn(Schema):
    """A page at a viewport, with texts that are not saved yet."""

    page: str
    width: int = Field(ge=1, le=20_000)
    height: int = Field(800, ge=1, le=20_000)
    selected: int | None = None
    drafts: dict[str, str] = {}


class ElementOut(Schema):
    """An element: where it stands in the source (offsets in characters) and its box."""

    index: int
    parent: int | None
    name: str
    line: int | None
    start: int | None
    tag_end: int | None
    end: int | None
    rect: list[float] | None
    """x, y, width and height of its border box in the page; None where it makes no box."""
    modelled: bool


class NoteOut(Schema):
    """A margin note beside a line."""

    file: str
    line: int
    text: str
    kind: str
    index: int | None
    quantity: str | None
    modelled: bool
    swatch: str


class PartOut(Schema):
    """A stretch of a dimension row."""

    kind: str
    x: float
    width: float
    index: int | None
    label: str


class RowOut(Schema):
    """A dimension row."""

    index: int | None
    name: str
    parts: list[PartOut]
    inside: float


class StepOut(Schema):
    """A line of a working."""

    operation: str
    amount: float
    total: float
    label: str
    file: str | None
    line: int | None
    rule: str | None
    index: int | None


class WorkingOut(Schema):
    """How one number comes about."""

    index: int
    name: str
    of: str
    viewport: int
    value: float
    steps: list[StepOut]
    modelled: bool
    inside: float | None
    inside_steps: list[StepOut]
    reason: str


class UnmodelledOut(Schema):
    """Something that layout does not cover."""

    index: int
    feature: str
    file: str
    line: int


class MissingOut(Schema):
    """A file that is referred to and not there."""

    address: str
    file: str
    line: int
    kind: str


class RuleOut(Schema):
    """A style rule and the elements (indices) it applies to in some media."""

    file: str
    line: int
    elements: list[int]


class NumbersOut(Schema):
    """Everything Write shows of a page at the walker."""

    width: int
    height: int
    scroll_width: int
    elements: list[ElementOut]
    notes: list[NoteOut]
    sheets: list[str]
    rules: list[RuleOut]
    selected: int | None
    rules_applied: int
    rows: list[RowOut]
    workings: list[WorkingOut]
    unmodelled: list[UnmodelledOut]
    missing: list[MissingOut]


class HillIn(Schema):
    """The box whose hill is asked for."""

    page: str
    selected: int | None = None
    start: int = Field(240, ge=1, le=20_000)
    end: int = Field(1920, ge=1, le=20_000)
    height: int = Field(800, ge=1, le=20_000)
    drafts: dict[str, str] = {}


class HillPointOut(Schema):
    """A viewport width and the box's width there."""

    at: int
    width: float | None


class EdgeOut(Schema):
    """A width from which on something is different."""

    at: int
    cause: str
    file: str | None
    line: int | None


class HillOut(Schema):
    """A box's profile over the width axis."""

    index: int
    name: str
    points: list[HillPointOut]
    edges: list[EdgeOut]
    modelled: bool
