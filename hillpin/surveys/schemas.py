"""Surveys over HTTP: shapes."""

from __future__ import annotations

from ninja import Field, Schema


class SurveyIn(Schema):
    """What to walk. ``keep`` keeps the result as the page's last survey; ``index`` asks for the hill of an element."""

    page: str
    drafts: dict[str, str] = Field(default_factory=dict)
    start: int = Field(240, ge=1, le=20_000)
    end: int = Field(1920, ge=1, le=20_000)
    height: int = Field(800, ge=1, le=20_000)
    index: int | None = None
    keep: bool = False


class JobStartedOut(Schema):
    """The name of a survey under way."""

    job: str


class SurveyEdgeOut(Schema):
    """A width from which on something is otherwise."""

    at: int
    cause: str
    file: str | None
    line: int | None


class BandOut(Schema):
    """An arrangement and the widths, both included, at which it stands."""

    index: int
    selector: str
    low: int
    high: int
    arrangement: str
    depth: int


class FixOut(Schema):
    """A change to one line of a source."""

    file: str
    line: int
    before: str
    after: str
    sentence: str


class FindingOut(Schema):
    """Something wrong or doubtful."""

    kind: str
    severity: str
    title: str
    """What the kind is called."""
    about: str
    """What the kind means, in a sentence."""
    key: str
    index: int | None
    selector: str
    low: int | None
    high: int | None
    file: str
    line: int
    message: str
    working: list[str]
    fixes: list[FixOut]
    """Changes that may settle it; what each does is proved when it is asked for."""


class BreakpointOut(Schema):
    """A width at which a query would settle findings."""

    at: int
    settles: list[int]
    sentence: str


class QueryWordOut(Schema):
    """What a survey says of an existing query."""

    text: str
    file: str
    line: int
    does_work: bool


class SurveyUnmodelledOut(Schema):
    """Something that layout does not cover."""

    index: int
    feature: str
    file: str
    line: int


class SurveyHillPointOut(Schema):
    """A point of a hill."""

    at: int
    width: float | None


class SurveyOut(Schema):
    """What a walk over every width found."""

    start: int
    end: int
    edges: list[SurveyEdgeOut]
    bands: list[BandOut]
    findings: list[FindingOut]
    breakpoints: list[BreakpointOut]
    queries: list[QueryWordOut]
    unmodelled: list[SurveyUnmodelledOut]
    hill: list[SurveyHillPointOut]


class SurveyDifferenceOut(Schema):
    """What a change made better or worse."""

    kind: str
    title: str
    selector: str
    is_better: bool
    low: int | None
    high: int | None
    message: str


class RemedyOut(Schema):
    """A way to settle a finding, proved: with all that it changes among the findings."""

    fix: FixOut
    changes: list[SurveyDifferenceOut]


class MovedOut(Schema):
    """An element that stands elsewhere or is of another size, and the first range of widths at which it does."""

    index: int
    name: str
    line: int | None
    low: int
    high: int


class WidthsOut(Schema):
    """A range of widths, both included."""

    low: int
    high: int


class ElsewhereOut(Schema):
    """What a change of shared sheets does to another page."""

    page: str
    is_reached: bool
    """Whether a changed rule can make a difference to it at all."""
    moved: list[MovedOut]
    count: int
    ranges: list[WidthsOut]
    changes: list[SurveyDifferenceOut]


class ElsewhereIn(Schema):
    """The texts that some sheets had before they were changed; ``drafts`` are texts that are not saved yet."""

    page: str
    before: dict[str, str]
    drafts: dict[str, str] = Field(default_factory=dict)
    height: int = Field(800, ge=1, le=20_000)


class OtherLengthsIn(Schema):
    """A page whose texts may be longer or shorter, with texts that are not saved yet."""

    page: str
    drafts: dict[str, str] = Field(default_factory=dict)
    height: int = Field(800, ge=1, le=20_000)


class AtLengthOut(Schema):
    """A finding that is new where all texts have ``percent`` of their length, and is not there at ``before`` yet."""

    finding: FindingOut
    percent: int
    before: int


class JobOut(Schema):
    """A survey under way or ended: ``state`` is walking, done, stopped or failed."""

    state: str
    progress: float
    survey: SurveyOut | None
    remedies: list[RemedyOut]
    """Where a finding was to be settled: the ways that do."""
    elsewhere: list[ElsewhereOut]
    """Where a change of shared sheets was asked about: what it does to each other page that takes one of them in."""
    lengths: list[AtLengthOut]
    """Where the page was to be surveyed with longer and shorter texts: what is new then."""
    detail: str


class InterestIn(Schema):
    """A picture on a page, and a point on it in percent of its own width and height."""

    page: str
    drafts: dict[str, str] = Field(default_factory=dict)
    selected: int
    across: float = Field(ge=0, le=100)
    down: float = Field(ge=0, le=100)
    height: int = Field(800, ge=1, le=20_000)


class InterestOut(Schema):
    """Where the point is cut off, and what keeps it in; ``text`` is that of the sheet with it, empty where nothing is to be written."""

    cut: list[WidthsOut]
    position: str
    sentence: str
    working: list[str]
    file: str
    text: str


class HeightsIn(Schema):
    """A page at a width, over the heights of its window."""

    page: str
    drafts: dict[str, str] = Field(default_factory=dict)
    width: int = Field(ge=1, le=20_000)


class HeightFindingOut(Schema):
    """Something doubtful from ``low`` to ``high``, heights of the window."""

    kind: str
    title: str
    index: int
    selector: str
    low: int
    high: int
    file: str
    line: int
    message: str
    working: list[str]


class HeightsOut(Schema):
    """A page over the heights of its window."""

    width: int
    start: int
    end: int
    findings: list[HeightFindingOut]


class RemediesIn(Schema):
    """A finding by its key, on a page with texts that are not saved yet."""

    page: str
    drafts: dict[str, str] = Field(default_factory=dict)
    height: int = Field(800, ge=1, le=20_000)
    key: str = Field(max_length=64)


class AcceptedOut(Schema):
    """A finding that someone accepts, and why."""

    key: str
    reason: str


class KeptOut(Schema):
    """The last survey of a page, how it differs from the one before, and what is accepted."""

    survey: SurveyOut | None
    made_at: str | None
    differences: list[SurveyDifferenceOut]
    accepted: list[AcceptedOut]


class AcceptIn(Schema):
    """A finding to accept."""

    page: str
    key: str = Field(max_length=64)
    reason: str = Field(min_length=1, max_length=300)
