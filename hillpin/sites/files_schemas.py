"""What the API of a site's files takes and gives."""

from __future__ import annotations

from typing import Annotated, Literal

from ninja import Schema
from pydantic import Field

from ..core.site import Scope


class NewPageWish(Schema):
    """A new page: empty with sheets linked in order, or like another page."""

    do: Literal["new-page"]
    path: str
    title: str = ""
    like: str = ""
    sheets: list[str] = []


class SheetPlace(Schema):
    """A page that is to link a sheet, before another sheet or behind all."""

    page: str
    before: str = ""


class NewSheetWish(Schema):
    """A new sheet, linked in some pages."""

    do: Literal["new-sheet"]
    path: str
    pages: list[SheetPlace] = []


class DuplicateWish(Schema):
    """A file once more under another path."""

    do: Literal["duplicate"]
    path: str
    to: str


class PathMove(Schema):
    """A file's path, or a folder's that ends in ``/``, and what it is to be."""

    path: str
    to: str


class MoveWish(Schema):
    """Files or folders renamed or moved, addresses carried along."""

    do: Literal["move"]
    moves: list[PathMove]


class RemoveWish(Schema):
    """Files, or folders whose paths end in ``/``, removed."""

    do: Literal["remove"]
    paths: list[str]


class LinkWish(Schema):
    """A sheet linked in a page, linked at another place, or not any more."""

    do: Literal["link"]
    page: str
    sheet: str
    before: str = ""
    on: bool = True


class OutsideOut(Schema):
    """An outside address, where it stands, and the part that could stand in for it (empty for none)."""

    path: str
    line: int
    address: str
    part: str


class PutPartWish(Schema):
    """A part of those that ship put into the site, and linked in pages."""

    do: Literal["put-part"]
    part: str
    pages: list[str] = []
    chosen: dict[str, int | str] = {}


class TakePartWish(Schema):
    """A part taken out of the site, with all links to it."""

    do: Literal["take-part"]
    part: str


class TidyWish(Schema):
    """All texts written in one way: line ends, indentation, kept sums left in or taken out; ``keep`` leaves a thing as it is."""

    do: Literal["tidy"]
    line_ends: Literal["keep", "LF", "CRLF"] = "keep"
    indentation: Literal["keep", "2 spaces", "4 spaces", "tabs"] = "keep"
    sums: Literal["keep", "take out"] = "keep"


class PartParameterOut(Schema):
    """Something to choose of a part: a number in a unit, one of ``choices``, or a colour."""

    name: str
    title: str
    value: int | str
    least: int
    most: int
    unit: str
    choices: list[str]
    is_colour: bool


class SitePartOut(Schema):
    """A part that ships."""

    name: str
    title: str
    about: str
    kind: str
    licence: str
    link: str
    use: str
    names: list[str]
    parameters: list[PartParameterOut]


class PartsOut(Schema):
    """All parts that ship, which of them a site has, and what it takes from outside."""

    parts: list[SitePartOut]
    there: list[str]
    outside: list[OutsideOut]


Wish = Annotated[NewPageWish | NewSheetWish | DuplicateWish | MoveWish | RemoveWish | LinkWish | PutPartWish | TakePartWish | TidyWish, Field(discriminator="do")]


class LineOut(Schema):
    """A line before and after a change."""

    line: int
    before: str
    after: str


class FolderPartOut(Schema):
    """What a step does to one file; the first path is empty for a new one, the second for one that goes."""

    path: str
    new_path: str
    lines: list[LineOut]


class FolderPlanOut(Schema):
    """A step before it is made."""

    words: str
    notes: list[str]
    parts: list[FolderPartOut]


class FolderStepOut(Schema):
    """A step that was made: where the files of its parts are now."""

    id: int
    words: str
    made_at: str
    undone: bool
    parts: list[FolderPartOut]


class UseOut(Schema):
    """A place from which a file is used."""

    path: str
    line: int
    where: str


class BrokenOut(Schema):
    """An address that leads nowhere, with what it may have meant."""

    path: str
    line: int
    where: str
    written: str
    why: str
    near: list[str]


class SheetLinkOut(Schema):
    """A sheet that a page links."""

    path: str
    line: int
    media: str


class LinksOut(Schema):
    """What uses what in a site: by the path of the file that is used."""

    uses: dict[str, list[UseOut]]
    unused: list[str]
    broken: list[BrokenOut]
    broken_count: int
    unread: list[str]
    sheets: dict[str, list[SheetLinkOut]]
    """The sheets that each page links, in order."""


class SearchIn(Schema):
    """What is searched for; ``drafts`` are texts that are not saved yet."""

    words: str
    is_expression: bool = False
    whole_words: bool = False
    match_case: bool = False
    scope: Scope = "all"
    replacement: str | None = None
    drafts: dict[str, str] = {}


class PlaceIn(Schema):
    """A hit, as the search told it."""

    path: str
    start: int


class ReplaceIn(SearchIn):
    """A search whose hits are replaced: all, or those chosen."""

    chosen: list[PlaceIn] | None = None


class PictureIn(Schema):
    """A picture of the site."""

    path: str

    @property
    def page(self) -> str:
        """What it is asked about, beside which nothing else waits: whole pages are walked for it."""
        return f"sizes of {self.path}"


class ShownPictureOut(Schema):
    """The largest size at which a picture is shown, in CSS px, and where: on which page, from which viewport width."""

    page: str
    line: int | None
    at: int
    width: float
    height: float


class PictureOut(Schema):
    """A picture's own size in px, and the largest at which it is shown; ``is_heavy`` where it has far more than any screen needs."""

    natural_width: float | None
    natural_height: float | None
    shown: ShownPictureOut | None
    is_heavy: bool
    pages: int
    looked_at: int


class HitOut(Schema):
    """A place where the words stand: offsets in the file's text, its line, and what stands around it."""

    path: str
    start: int
    end: int
    line: int
    before: str
    found: str
    after: str
    replacement: str | None


class SearchedOut(Schema):
    """All hits."""

    hits: list[HitOut]
    is_cut: bool
    why: str


class MomentOut(Schema):
    """A named moment of the whole site, and how many files are not as they were then."""

    id: int
    name: str
    made_at: str
    files: int
    changed: int


class KeptStatesOut(Schema):
    """How much is kept of earlier states, and by what rule."""

    bytes: int
    most: int
    rule: str
    moments: list[MomentOut]
    steps: list[FolderStepOut]
