"""What Hand over's API takes and gives."""

from __future__ import annotations

from typing import Literal

from ninja import Schema
from pydantic import Field


class PackIn(Schema):
    """What is made smaller; nothing is everything byte for byte."""

    smaller: list[Literal["sheets", "fonts", "pictures"]] = []


class WidthsTableIn(Schema):
    """A page's table, or its hills drawn: of which elements (a selector; the page's sections where there is none), in which form.
    ``sky`` is paper or night, for drawings."""

    page: str
    selector: str = Field("", max_length=500)
    form: Literal["csv", "json", "md", "html", "svg", "png"]
    sky: Literal["paper", "night"] = "paper"


class DoubtOut(Schema):
    """Something doubtful in the folder."""

    kind: str
    title: str
    about: str
    path: str
    line: int | None
    message: str


class FileKindOut(Schema):
    """How many files of a kind there are, and their bytes."""

    kind: str
    files: int
    bytes: int


class LookedThroughOut(Schema):
    """What is in the folder, and what is doubtful."""

    kinds: list[FileKindOut]
    doubts: list[DoubtOut]


class PackedFileOut(Schema):
    """A file that goes otherwise than it is."""

    path: str
    words: str
    before: int
    after: int


class PackedAllOut(Schema):
    """What was made smaller, and the bytes of everything before and after."""

    files: list[PackedFileOut]
    before: int
    after: int


class ChangesOut(Schema):
    """What a send would do. ``foreign`` are among the changed: files that someone else changed there."""

    new: list[str]
    changed: list[str]
    gone: list[str]
    same: int
    foreign: list[str]
    bytes: int
    back: bool
    """Whether there is an earlier state that can be put back."""


class SentOut(Schema):
    """What was done, as a sentence."""

    words: str


class CausePlaceOut(Schema):
    """Where a cause shows."""

    page: str
    index: int | None
    selector: str
    low: int | None
    high: int | None


class CauseOut(Schema):
    """One cause of findings, with all its places."""

    kind: str
    title: str
    severity: str
    file: str
    line: int
    message: str
    places: list[CausePlaceOut]


class SpanOut(Schema):
    """A finding of a page over the width axis."""

    severity: str
    title: str
    low: int
    high: int
    message: str


class SitePageOut(Schema):
    """A page over the width axis. ``error`` says why it was not walked."""

    page: str
    findings: int
    spans: list[SpanOut]
    edges: list[int]
    was_kept: bool
    error: str


class SiteBreakpointOut(Schema):
    """A width at which queries of the site turn, and on how many lines they say so."""

    at: int
    pages: list[str]
    lines: int


class NearSheetsOut(Schema):
    """Two sheets that differ by little."""

    first: str
    second: str
    shared: int
    only_first: list[str]
    only_second: list[str]
    count_first: int
    count_second: int


class SiteSurveyOut(Schema):
    """The survey of a whole site."""

    start: int
    end: int
    pages: list[SitePageOut]
    causes: list[CauseOut]
    breakpoints: list[SiteBreakpointOut]
    unused: list[str]
    near: list[NearSheetsOut]


class HandOverWorkOut(Schema):
    """How far a piece of work is: ``state`` is walking, done, stopped or failed; of the results, the one of its kind is there."""

    state: str
    progress: float
    detail: str
    words: str
    """What it is at."""
    looked: LookedThroughOut | None = None
    packed: PackedAllOut | None = None
    changes: ChangesOut | None = None
    sent: SentOut | None = None
    site: SiteSurveyOut | None = None
    has_file: bool = False


class TargetIn(Schema):
    """A target. What it needs depends on its kind: ``path`` of a folder or tree, ``host`` … of a server, ``address`` of WebDAV,
    ``protocol`` of the practice server."""

    name: str = Field(min_length=1, max_length=60)
    kind: Literal["folder", "git", "sftp", "webdav", "practice"]
    path: str = Field("", max_length=1000)
    host: str = Field("", max_length=255)
    port: int = Field(22, ge=1, le=65535)
    user: str = Field("", max_length=120)
    key_file: str = Field("", max_length=1000)
    folder: str = Field(".", max_length=1000)
    address: str = Field("", max_length=1000)
    protocol: Literal["sftp", "webdav"] = "sftp"
    smaller: list[Literal["sheets", "fonts", "pictures"]] = []


class SecretIn(Schema):
    """A target's password."""

    secret: str = Field(min_length=1, max_length=1000)


class SendIn(Schema):
    """What a send is called: the message of a commit. ``thorough`` compares every byte and not only sizes."""

    message: str = Field("", max_length=300)
    thorough: bool = False


class SendingOut(Schema):
    """What was done with a target."""

    words: str
    is_good: bool
    made_at: str


class TargetOut(Schema):
    """A target, whether its password is known, and what was done with it last."""

    id: int
    name: str
    kind: str
    where: str
    smaller: list[str]
    needs_secret: bool
    has_keyring: bool
    sendings: list[SendingOut]


class PracticeIn(Schema):
    """Whether the practice server is to run, and what goes wrong with it after so many files."""

    is_running: bool
    fault: Literal["none", "slow", "drops", "full", "refuses"] = "none"
    after: int = Field(0, ge=0, le=10_000)


class PracticeOut(Schema):
    """The practice server: its ports and addresses while it runs, how it behaves, and the publishings that it keeps."""

    is_running: bool
    fault: str
    after: int
    sftp: int
    webdav: int
    user: str
    password: str
    site: str
    earlier: list[str]
