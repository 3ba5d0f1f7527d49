"""What the API of shared reports takes and gives."""

from __future__ import annotations

from ninja import Schema
from pydantic import Field

from .schemas import SiteSurveyOut


class ShareIn(Schema):
    """A page, or the whole site where it is empty. With a moment it is the page compared with what it was then."""

    page: str = Field("", max_length=240)
    moment: int | None = None


class SharedReportOut(Schema):
    """A report that is shared: its address, its notes in numbers. ``against`` is the name of the moment that it compares with;
    ``moment`` is null where that is gone, or there is none."""

    id: int
    page: str
    against: str
    moment: int | None
    token: str
    made_at: str
    looked_at: str | None
    notes: int
    open: int


class ReportFindingOut(Schema):
    """A finding as a report tells it."""

    kind: str
    title: str
    range: str
    message: str
    file: str
    line: int
    working: str
    selector: str
    low: int | None
    high: int | None
    index: int | None


class ReportExpectationOut(Schema):
    """A sentence that must hold, and why it does not."""

    says: str
    holds: bool
    reasons: list[str]


class ReportBoxOut(Schema):
    """An element's rectangle at a viewport, in whole px."""

    index: int
    x: int
    y: int
    width: int
    height: int


class ReportAreaOut(Schema):
    """A rectangle that differs from the accepted picture, in px of the page."""

    x: int
    y: int
    width: int
    height: int


class ReportSinceOut(Schema):
    """What is otherwise than in the accepted picture, or at the earlier moment: where, and which boxes moved."""

    areas: list[ReportAreaOut]
    moved: list[str]


class ReportShotOut(Schema):
    """The page at a viewport: a picture (WebP in base64; none where there was no browser) and its boxes; ``then`` is the picture of
    the earlier moment."""

    name: str
    width: int
    height: int
    page_height: int
    picture: str
    then: str = ""
    boxes: list[ReportBoxOut]
    since: ReportSinceOut | None = None


class ReportElementOut(Schema):
    """An element by its number."""

    index: int
    name: str


class ReportRowOut(Schema):
    """A section's widths and heights."""

    name: str
    cells: list[str]


class ReportDifferenceOut(Schema):
    """A finding that is there at more or fewer widths than at the earlier moment."""

    title: str
    is_better: bool
    range: str
    message: str


class ReportFileOut(Schema):
    """A file that is otherwise than at the earlier moment: lines that came and went, null where it is no text."""

    path: str
    come: int | None
    gone: int | None
    is_new: bool
    is_gone: bool


class ReportComparedOut(Schema):
    """The page against an earlier moment of the site."""

    name: str
    made_at: str
    differences: list[ReportDifferenceOut]
    files: list[ReportFileOut]


class PageReportOut(Schema):
    """The report of a page."""

    page: str
    findings: list[ReportFindingOut]
    expectations: list[ReportExpectationOut]
    shots: list[ReportShotOut]
    elements: list[ReportElementOut]
    widths: list[str]
    rows: list[ReportRowOut]
    compared: ReportComparedOut | None = None


class NoteAnswerOut(Schema):
    """An answer to a note."""

    name: str
    text: str
    made_at: str


class ReportNoteOut(Schema):
    """A note: pinned to an element at a width where ``width`` is not null."""

    id: int
    element: str
    index: int | None
    width: int | None
    name: str
    text: str
    is_settled: bool
    made_at: str
    answers: list[NoteAnswerOut]


class ReportReadOut(Schema):
    """A shared report as it is read, with what changed since someone last looked."""

    site: str
    made_at: str
    page: PageReportOut | None
    whole: SiteSurveyOut | None
    notes: list[ReportNoteOut]
    settled: list[str]
    new: list[str]


class ReportNoteIn(Schema):
    """A note, pinned or not."""

    name: str = Field(min_length=1, max_length=80)
    text: str = Field(min_length=1, max_length=2000)
    element: str = Field("", max_length=120)
    index: int | None = Field(None, ge=0, le=1_000_000)
    width: int | None = Field(None, ge=1, le=20_000)


class NoteAnswerIn(Schema):
    """An answer to a note."""

    name: str = Field(min_length=1, max_length=80)
    text: str = Field(min_length=1, max_length=2000)


class SettledIn(Schema):
    """Whether a note is settled."""

    is_settled: bool
