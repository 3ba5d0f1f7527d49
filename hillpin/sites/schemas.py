"""What the sites API takes and gives."""

from __future__ import annotations

from datetime import datetime

from ninja import Schema


class FileOut(Schema):
    """A file of a site without its content."""

    path: str
    kind: str
    """``page``, ``style``, ``text``, ``picture``, ``font`` or ``other``."""
    size: int
    revision: int
    editable: bool


class PinOut(Schema):
    """A viewport in CSS px with a name."""

    name: str
    width: int
    height: int


class SiteOut(Schema):
    """A site with its files and pins."""

    id: int
    name: str
    is_demo: bool
    runs_scripts: bool
    pages: str
    """The address below which its files are shown, in frames: of another origin than the application's."""
    updated_at: str
    files: list[FileOut]
    pins: list[PinOut]
    folder: str
    """The folder on disk that it is tied to; nothing where it is to none."""


class RemovedSiteOut(Schema):
    """A site that was removed, and until when it can be brought back. ``bytes`` are those of all kept states."""

    id: int
    name: str
    removed_at: datetime
    until: datetime
    folder: str
    file_count: int
    bytes: int


class SiteSummary(Schema):
    """A site in the list."""

    id: int
    name: str
    is_demo: bool
    updated_at: str
    pages: list[str]
    file_count: int
    folder: str


class NameIn(Schema):
    """A name for a site."""

    name: str


class ScriptsIn(Schema):
    """Whether the pages' own scripts run in the frame."""

    run: bool


class FileText(Schema):
    """A text file's newest state."""

    path: str
    text: str
    revision: int
    saved_at: str


class ShownOut(Schema):
    """The beginning of a file that is not edited here."""

    path: str
    text: str
    is_cut: bool


class SaveIn(Schema):
    """A new state and the revision it builds on (0 for a new file)."""

    path: str
    text: str
    base_revision: int


class SavedOut(Schema):
    """The revision that a save made."""

    path: str
    revision: int
    saved_at: str


class ClashOut(Schema):
    """The newest state, where a save built on an older one."""

    detail: str
    revision: int
    text: str


class TwinOut(Schema):
    """A file on its way in that would be one with others: its place among them, and a path under which it can be kept beside."""

    number: int
    path: str
    bytes: int
    other: str


class TwinsOut(Schema):
    """What must be decided before files are taken in: each group would be one file on many systems."""

    detail: str
    twins: list[list[TwinOut]]


class ErrorOut(Schema):
    """What was wrong, in a sentence; ``again`` where the same question may well be answered in a moment."""

    detail: str
    again: bool = False


class RevisionOut(Schema):
    """An earlier state of a file."""

    number: int
    saved_at: str
    size: int
    lines_added: int
    """Lines that the state before does not have."""
    lines_removed: int
    moments: list[str]
    """The names of the moments that it belongs to."""


class BringBackIn(Schema):
    """A revision to make the newest again."""

    path: str
    number: int
