"""Writing faster over HTTP: thin over core."""

from __future__ import annotations

import threading

from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from ninja import Router

from ..computing import apart
from ..core.authoring import (
    OutlinePut,
    Repeated,
    RepeatWish,
    SourceChange,
    changed,
    duplicated,
    joined,
    missing_rule,
    put_as_new,
    put_in_order,
    put_into,
    put_outline,
    read_words,
    repeated,
    split,
    unwrapped,
    with_alt,
    wrapped,
)
from ..core.errors import InputError
from ..core.page import Page
from ..core.starting import StartWish, all_starts, begun, drawn, start_files
from ..sites.models import Site
from ..sites.schemas import ErrorOut
from ..sites.steps import Part, Plan, carry_out
from .aids_schemas import PageIn, TextOut
from .authoring_schemas import (
    AltIn,
    AuthoredOut,
    DocumentIn,
    OutlineMarkupIn,
    OutlineMarkupOut,
    PagePlaceIn,
    PutWordsIn,
    RepeatedOut,
    RepeatIn,
    ReshapeIn,
    StartDrawnOut,
    StartFilesIn,
    StartFilesOut,
    StartIn,
    StartsOut,
    WordsOut,
    WordsPairOut,
    WordsPutOut,
)
from .pages import page_of

router = Router(tags=["authoring"])
words_router = Router(tags=["authoring"])
starts_router = Router(tags=["authoring"])


def _page(site_id: int, payload: PageIn) -> tuple[Page, threading.Lock]:
    return page_of(get_object_or_404(Site, pk=site_id), payload.page, payload.drafts)


@router.post("/{site_id}/outline-markup", response={200: OutlineMarkupOut, 404: ErrorOut, 422: ErrorOut})
@apart(5.0, only_newest=True)
def outline_to_markup(request: HttpRequest, site_id: int, payload: OutlineMarkupIn) -> OutlinePut:
    """The page with an outline written into it, to be looked at and then put in."""
    page, lock = _page(site_id, payload)
    with lock:
        return put_outline(page, payload.offset, payload.outline, payload.answers)


@router.post("/{site_id}/repeat", response={200: RepeatedOut, 404: ErrorOut, 422: ErrorOut})
@apart(5.0, only_newest=True)
def repeat(request: HttpRequest, site_id: int, payload: RepeatIn) -> Repeated:
    """The page with an element repeated, to be looked at and then put in."""
    page, lock = _page(site_id, payload)
    wish = RepeatWish(payload.count, payload.rows, payload.separator, tuple(payload.pictures), payload.columns, payload.answers)
    with lock:
        return repeated(page, payload.selected, wish)


@router.post("/{site_id}/reshape", response={200: AuthoredOut, 404: ErrorOut, 422: ErrorOut})
@apart(5.0)
def reshape(request: HttpRequest, site_id: int, payload: ReshapeIn) -> AuthoredOut:
    """The page with an element in another shape."""
    page, lock = _page(site_id, payload)
    with lock:
        change = _reshaped(page, payload)
    return AuthoredOut(file=payload.page, text=change.text, caret=change.caret, notes=change.notes, also=change.also)


@router.post("/{site_id}/alt", response={200: TextOut, 404: ErrorOut, 422: ErrorOut})
@apart(5.0)
def say_alt(request: HttpRequest, site_id: int, payload: AltIn) -> TextOut:
    """The page with what a picture says to those who do not see it."""
    page, lock = _page(site_id, payload)
    with lock:
        change = with_alt(page.document.source, payload.selected, payload.alt)
    return TextOut(file=payload.page, text=change.text, caret=change.caret, notes=change.notes)


def _reshaped(page: Page, payload: ReshapeIn) -> SourceChange:
    source, selected = page.document.source, payload.selected
    match payload.do:
        case "wrap":
            return wrapped(source, selected, payload.selector, payload.more)
        case "unwrap":
            return unwrapped(source, selected)
        case "change":
            return changed(source, selected, payload.selector)
        case "split":
            return split(source, selected, payload.offset)
        case "join":
            return joined(source, selected)
        case "duplicate":
            return duplicated(page, selected, with_rules=payload.with_rules)


@router.post("/{site_id}/missing-rule", response={200: TextOut, 404: ErrorOut, 422: ErrorOut})
@apart(5.0)
def write_missing_rule(request: HttpRequest, site_id: int, payload: PagePlaceIn) -> TextOut:
    """A rule for the name at a place of the page, empty, in the sheet where its like stand."""
    page, lock = _page(site_id, payload)
    with lock:
        file, change = missing_rule(page, payload.offset)
    return TextOut(file=file, text=change.text, caret=change.caret, notes=change.notes)


@words_router.post("", response={200: WordsOut, 422: ErrorOut})
@apart(5.0, only_newest=True)
def words_of(request: HttpRequest, payload: DocumentIn) -> WordsOut:
    """The words of a document, piece by piece."""
    return WordsOut(words=read_words(payload.text, payload.kind, payload.lang))


@router.post("/{site_id}/put-words", response={200: WordsPutOut, 404: ErrorOut, 422: ErrorOut})
@apart(5.0)
def put_words(request: HttpRequest, site_id: int, payload: PutWordsIn) -> WordsPutOut:
    """The page with words of a document in it."""
    page, lock = _page(site_id, payload)
    chosen = set(payload.numbers)
    words = [one for one in read_words(payload.document.text, payload.document.kind, payload.document.lang) if one.number in chosen]
    if not words:
        raise InputError("Choose words of the document first.")
    with lock:
        document = page.document
        if payload.where == "element":
            put = put_into(document, payload.selected, words[0])
        elif payload.where == "order":
            put = put_in_order(document, max(payload.selected, 0), words)
        else:
            put = put_as_new(document, payload.offset, words)
        pairs = [WordsPairOut(number=number, into=document.elements[index].name() if index >= 0 else "") for number, index in put.pairs]
    return WordsPutOut(text=put.text, caret=put.caret, grown=len(put.text) - len(document.source), pairs=pairs)


@starts_router.get("", response=StartsOut)
def starts(request: HttpRequest) -> dict[str, object]:
    """The sections to begin from."""
    return {"starts": all_starts()}


def _wish(payload: StartIn) -> StartWish:
    return StartWish(payload.start, payload.name, payload.method, payload.offset, payload.chosen)


@router.post("/{site_id}/draw-start", response={200: StartDrawnOut, 404: ErrorOut, 422: ErrorOut})
@apart(5.0, only_newest=True)
def draw_start(request: HttpRequest, site_id: int, payload: StartIn) -> StartDrawnOut:
    """A start at some widths with its sums, before it is taken."""
    page, lock = _page(site_id, payload)
    with lock:
        made = begun(page, _wish(payload))
        drawings = drawn(page, made, _wish(payload), payload.widths)
    return StartDrawnOut(html=made.html, rules=made.rules, sheet=made.sheet, preview=made.preview, files=sorted(made.files), drawings=drawings)


@router.post("/{site_id}/take-start", response={200: AuthoredOut, 404: ErrorOut, 422: ErrorOut})
@apart(5.0)
def take_start(request: HttpRequest, site_id: int, payload: StartIn) -> AuthoredOut:
    """The page and its sheet with a start in them, for the editor to put in. Its files are asked for behind that."""
    page, lock = _page(site_id, payload)
    with lock:
        made = begun(page, _wish(payload))
    return AuthoredOut(file=payload.page, text=made.text, caret=made.caret, notes=[f"Its rules stand at the end of {made.sheet}."], also={made.sheet: made.css})


@apart(5.0)
def _files_of(request: HttpRequest, site_id: int, payload: StartFilesIn) -> dict[str, bytes]:
    page, lock = _page(site_id, payload)
    with lock:
        return start_files(page, payload.start, payload.name)


@router.post("/{site_id}/start-files", response={200: StartFilesOut, 404: ErrorOut, 409: ErrorOut, 422: ErrorOut})
def put_start_files(request: HttpRequest, site_id: int, payload: StartFilesIn) -> StartFilesOut:
    """The files that a start brings, put into the site in one step."""
    files = _files_of(request, site_id=site_id, payload=payload)
    if files:
        carry_out(get_object_or_404(Site, pk=site_id), Plan(f"Files of the start {payload.name}", [Part("", path, content) for path, content in sorted(files.items())]))
    return StartFilesOut(files=sorted(files))
