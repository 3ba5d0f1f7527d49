"""What writing faster takes and gives."""

from __future__ import annotations

from typing import Literal

from ninja import Field, Schema

from ..core.authoring import DocumentKind, Separator, Slot, Words
from ..core.starting import StartDrawing
from .aids_schemas import PageIn, TextOut


class OutlineMarkupIn(PageIn):
    """Indented lines to be written as markup at a place of the page; answers by ``line:what``."""

    offset: int = Field(ge=0)
    outline: str = Field(max_length=20_000)
    answers: dict[str, str] = Field(default_factory=dict, max_length=400)


class OutlineFaultOut(Schema):
    """What is wrong with an outline, by line and column from 1."""

    line: int
    column: int
    message: str


class OutlineAskOut(Schema):
    """What only the person knows of an element on a line."""

    line: int
    what: str
    words: str


class OutlineMarkupOut(Schema):
    """The page with the outline in it, what was written, and what stands against it."""

    text: str
    caret: int
    html: str
    faults: list[OutlineFaultOut]
    asks: list[OutlineAskOut]
    refused: str


class RepeatIn(PageIn):
    """An element to repeat: so many times, once for each row of words, or once for each picture."""

    selected: int
    count: int = Field(2, ge=1, le=500)
    rows: str = Field("", max_length=200_000)
    separator: Separator = ""
    pictures: list[str] = Field(default_factory=list, max_length=500)
    columns: dict[str, int] = Field(default_factory=dict, max_length=200)
    answers: dict[str, str] = Field(default_factory=dict, max_length=500)


class RepeatedOut(Schema):
    """The page with the copies, the places for words in each and the column that goes into them (-1 none), what is still asked."""

    slots: list[Slot]
    columns: dict[str, int]
    header: list[str]
    rows: list[list[str]]
    text: str
    caret: int
    html: str
    asks: list[OutlineAskOut]
    refused: str


class ReshapeIn(PageIn):
    """An element in another shape. ``selector`` is for wrap and change, ``more`` the siblings that are wrapped too, ``offset``
    where it is split, ``with_rules`` whether rules bound to its ids are duplicated."""

    selected: int
    do: Literal["wrap", "unwrap", "change", "split", "join", "duplicate"]
    selector: str = Field("", max_length=400)
    more: int = Field(0, ge=0, le=500)
    offset: int = Field(0, ge=0)
    with_rules: bool = False


class AltIn(PageIn):
    """What a picture says; nothing where it is only decoration."""

    selected: int
    alt: str = Field("", max_length=4_000)


class AuthoredOut(TextOut):
    """A file's new text, and those of other files that changed with it."""

    also: dict[str, str] = {}


class DocumentIn(Schema):
    """A document whose words go into a page."""

    text: str = Field(max_length=1_000_000)
    kind: DocumentKind = "markdown"
    lang: str = Field("en", max_length=40)


class WordsOut(Schema):
    """The pieces of a document in order."""

    words: list[Words]


class PutWordsIn(PageIn):
    """Pieces of a document by their numbers, and where they go: into the selected element, in order into what is in it (the whole
    body without one), or as new elements at an offset."""

    document: DocumentIn
    numbers: list[int] = Field(max_length=4_000)
    where: Literal["element", "order", "caret"]
    selected: int = 0
    offset: int = Field(0, ge=0)


class WordsPairOut(Schema):
    """A piece and the element that it went into, by name; empty where it made one of its own."""

    number: int
    into: str


class WordsPutOut(Schema):
    """The page with the words in it, by how many characters it has grown, and where they went."""

    text: str
    caret: int
    grown: int
    pairs: list[WordsPairOut]


class PagePlaceIn(PageIn):
    """A place in the page's source."""

    offset: int = Field(ge=0)


class ParameterOut(Schema):
    """Something to choose: a number from ``least`` to ``most`` in a unit, or one of ``choices``."""

    name: str
    title: str
    value: int | str
    least: int
    most: int
    unit: str
    choices: list[str]


class StartOut(Schema):
    """A section to begin from."""

    name: str
    title: str
    about: str
    around: Literal["body", "main"]
    methods: list[str]
    parameters: list[ParameterOut]


class StartsOut(Schema):
    """All sections to begin from."""

    starts: list[StartOut]


class StartIn(PageIn):
    """A start, the word for its class names, the method, what was chosen, and where it goes in the page's source."""

    start: str = Field(max_length=60)
    name: str = Field(max_length=60)
    method: str = Field(max_length=20)
    chosen: dict[str, int | str] = Field(default_factory=dict, max_length=20)
    offset: int = Field(ge=0)
    widths: list[int] = Field(default_factory=lambda: [320, 768, 1280], max_length=6)


class StartDrawnOut(Schema):
    """A start before it is taken: its markup and rules, the page with it to be drawn, the files that would come along."""

    html: str
    rules: str
    sheet: str
    preview: str
    files: list[str]
    drawings: list[StartDrawing]


class StartFilesIn(PageIn):
    """A start and the word for its names, of which the files are."""

    start: str = Field(max_length=60)
    name: str = Field(max_length=60)


class StartFilesOut(Schema):
    """Files that are in the site now and were not before."""

    files: list[str]
