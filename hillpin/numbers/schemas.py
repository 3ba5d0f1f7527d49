"""What the numbers API takes and gives. Lengths are CSS px of the page."""

from __future__ import annotations

from typing import Annotated, Literal

from ninja import Field, Schema


class NumbersIn(Schema):
    """A page at a viewport, with texts that are not saved yet."""

    page: str
    width: int = Field(ge=1, le=20_000)
    height: int = Field(800, ge=1, le=20_000)
    selected: int | None = None
    pseudo: Literal["", "before", "after"] = ""
    """Which generated box of the selected element the workings are for; empty for its own."""
    drafts: dict[str, str] = {}
    fonts: int = 0
    """How often the browser's fonts were told: equal questions after another measuring are other questions."""


Px = Annotated[float, Field(ge=-100_000, le=100_000, allow_inf_nan=False)]


class FaceAtSizeIn(Schema):
    """What the browser measured of a face at one font size."""

    size: float = Field(gt=0, le=20_000, allow_inf_nan=False)
    ascent: Px
    descent: Px
    line_spacing: Px
    x_height: Px
    zero: Px
    advances: dict[str, Px] = Field(max_length=2_000)
    """By character."""
    pairs: dict[str, Px] = Field(max_length=10_000)
    """By two characters that stand beside each other."""


class FaceIn(Schema):
    """A face that this machine does not have, as the browser measured it; without sizes where it has none either."""

    family: str = Field(max_length=200)
    weight: int = Field(ge=1, le=1000)
    italic: bool
    absent: str = Field("", max_length=2_000)
    """Characters that the face does not have."""
    sizes: list[FaceAtSizeIn] = Field(max_length=32)


class FontsIn(Schema):
    """Faces that the browser was asked for."""

    faces: list[FaceIn] = Field(max_length=32)


class FontsOut(Schema):
    """How often faces of the site were told."""

    fonts: int


class WantedFaceOut(Schema):
    """A face that only the browser could have: what to measure of it."""

    family: str
    weight: int
    italic: bool
    sizes: list[float]
    characters: str
    pairs: list[str]


class ElementOut(Schema):
    """An element and where it stands in the source (offsets in characters)."""

    index: int
    parent: int | None
    name: str
    line: int | None
    start: int | None
    tag_end: int | None
    end: int | None


class NoteOut(Schema):
    """A margin note beside a line."""

    file: str
    line: int
    text: str
    kind: str
    index: int | None
    quantity: str | None
    modelled: bool
    swatches: list[str]


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
    picture: list[str] = []
    """For a width or height of a picture: how large it is drawn in its box, and what is cut away, one term a line."""
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
    pseudo: str
    """``before`` or ``after`` where the rule is for the generated box alone."""


class GeneratedOut(Schema):
    """A generated box of the selected element."""

    pseudo: str
    rect: list[float]


class NumbersOut(Schema):
    """Everything Write shows of a page at the walker."""

    width: int
    height: int
    scroll_width: int
    elements: list[ElementOut]
    """In document order, each at the place of its index."""
    rects: list[list[float] | None]
    """Of each element x, y, width and height of its border box in the page, in CSS px; None where it makes no box."""
    not_modelled: list[int]
    """Elements whose numbers layout does not cover: the page's measured ones stand in."""
    notes: list[NoteOut]
    sheets: list[str]
    rules: list[RuleOut]
    selected: int | None
    pseudo: str
    generated: list[GeneratedOut]
    rules_applied: int
    rows: list[RowOut]
    workings: list[WorkingOut]
    unmodelled: list[UnmodelledOut]
    missing: list[MissingOut]
    fonts_wanted: list[WantedFaceOut]
    fonts_measured: list[str]
    """Families that are laid out by what the browser measured."""


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
    at_once: bool
    """Whether it is worked out without laying out: the next one can be asked for with the numbers."""
