"""The aids of writing over HTTP: thin over core."""

from __future__ import annotations

import threading
from fractions import Fraction

from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from ninja import Router

from ..computing import SLOW, apart
from ..core.aids import (
    GOAL_KINDS,
    OVERLAYS,
    Goal,
    Scale,
    beside,
    can_be_taken_over,
    column_of,
    comes_to,
    contest_of,
    contested,
    font_report,
    hold,
    kind_named,
    line_up,
    moved,
    moved_where,
    number_at,
    numbers_for,
    open_query,
    outline_of,
    overlays_of,
    room_for,
    room_over,
    rule_at,
    solve,
    steps_of,
    taken_over,
    text_over,
    with_scale,
    with_stand_ins,
)
from ..core.errors import InputError
from ..core.markup import Element
from ..core.page import Page
from ..core.styles import Viewport
from ..core.survey import lying_over
from ..core.writing import comment_of, explain, refreshed, with_comment
from ..sites.models import Site
from ..sites.schemas import ErrorOut
from .aids_schemas import (
    ChangedTextsOut,
    ContestIn,
    ContestOut,
    FileIn,
    FontReportOut,
    GoalIn,
    GoalNumbersIn,
    GoalNumbersOut,
    GoalOut,
    HoldIn,
    HoldOut,
    LinesBesideIn,
    LinesBesideOut,
    LyingOverOut,
    MoveIn,
    OffersOut,
    OutlineOut,
    OverlaysIn,
    OverlaysOut,
    PageIn,
    QueryIn,
    RoomAtOut,
    RoomIn,
    RoomOut,
    RoomOverIn,
    RoomOverOut,
    ScaleIn,
    ScaleOut,
    SelectedIn,
    StandInIn,
    SumIn,
    TakeOverIn,
    TextOut,
    TextOverOut,
    ViewIn,
    WishIn,
)
from .pages import hill_shelf, page_of

router = Router(tags=["aids"])
offers_router = Router(tags=["aids"])


@offers_router.get("", response=OffersOut)
def offers(request: HttpRequest) -> OffersOut:
    """The overlays and the kinds of goal that there are, with their words."""
    return OffersOut(overlays=list(OVERLAYS), goals=list(GOAL_KINDS.values()))


def _page(site_id: int, payload: PageIn) -> tuple[Page, threading.Lock]:
    return page_of(get_object_or_404(Site, pk=site_id), payload.page, payload.drafts)


def _element(page: Page, index: int) -> Element:
    if not 0 <= index < len(page.document.elements):
        raise InputError(f"The page has no element {index}.")
    return page.document.elements[index]


@router.post("/{site_id}/contest", response={200: ContestOut, 404: ErrorOut, 422: ErrorOut})
@apart(5.0)
def contest(request: HttpRequest, site_id: int, payload: ContestIn) -> ContestOut:
    """Which rule wins a property of an element, and why the others do not."""
    page, lock = _page(site_id, payload)
    with lock:
        element, layout = _element(page, payload.selected), page.layout(payload.width, payload.height)
        properties = contested(page, layout, element)
        prop = payload.property or next(iter(properties), "")
        found = contest_of(page, layout, element, prop) if prop else None
        own = next((file for file in reversed(page.sheets.files) if file in page.sheet_texts), "")
        taken = can_be_taken_over(page, layout, element, found, own) if found is not None and own else set()
        return ContestOut(properties=properties, contest=found, comes_to=comes_to(page, layout, element, prop), own=own, taken_over=[{"file": file, "line": line} for file, line in sorted(taken)])


@router.post("/{site_id}/take-over", response={200: TextOut, 404: ErrorOut, 422: ErrorOut})
@apart(5.0)
def take_over(request: HttpRequest, site_id: int, payload: TakeOverIn) -> TextOut:
    """A rule of another sheet at the end of one's own, narrowed to the element's section."""
    page, lock = _page(site_id, payload)
    with lock:
        element, rule = _element(page, payload.selected), rule_at(page, payload.file, payload.line)
        text = taken_over(page, element, rule, payload.into, Viewport(payload.width, payload.height))
        own = page.sheet_texts[payload.into]
    return TextOut(file=payload.into, text=text, caret=len(own), notes=[])


@router.post("/{site_id}/outline", response={200: OutlineOut, 404: ErrorOut, 422: ErrorOut})
@apart(5.0)
def outline(request: HttpRequest, site_id: int, payload: PageIn) -> OutlineOut:
    """The page's own tree."""
    page, lock = _page(site_id, payload)
    with lock:
        return OutlineOut(entries=outline_of(page.document))


@router.post("/{site_id}/move", response={200: TextOut, 404: ErrorOut, 422: ErrorOut})
@apart(5.0)
def move(request: HttpRequest, site_id: int, payload: MoveIn) -> TextOut:
    """The page's source with an element moved."""
    page, lock = _page(site_id, payload)
    with lock:
        source = page.document.source
    text = moved(source, payload.selected, payload.direction)
    said = moved_where(source, text, payload.selected, payload.direction)
    return TextOut(file=payload.page, text=text, caret=_first_difference(source, text), notes=[said])


@router.post("/{site_id}/overlays", response={200: OverlaysOut, 404: ErrorOut, 422: ErrorOut})
@apart(5.0)
def overlays(request: HttpRequest, site_id: int, payload: OverlaysIn) -> OverlaysOut:
    """The overlays that are on, at a viewport."""
    page, lock = _page(site_id, payload)
    with lock:
        return OverlaysOut(layers=overlays_of(page.layout(payload.width, payload.height), payload.names))


def _goal(wish: WishIn, height: int) -> Goal:
    if wish.to is not None and wish.to < wish.at:
        raise InputError(f"The range goes from a smaller to a larger width, not from {wish.at:,} to {wish.to:,}.")
    return Goal(kind_named(wish.kind), wish.at, wish.amount, height, wish.relation, wish.to)


@router.post("/{site_id}/goal", response={200: GoalOut, 404: ErrorOut, 422: ErrorOut})
@apart(20.0, SLOW)
def goal(request: HttpRequest, site_id: int, payload: GoalIn) -> GoalOut:
    """What a number must be so that one or two goals are met."""
    page, lock = _page(site_id, payload)
    with lock:
        text = page.sheet_texts.get(payload.file)
        if text is None:
            raise InputError(f"{payload.file} is not a sheet that the page links. Put the caret on a number of one that it does.")
        place = number_at(text, payload.file, payload.offset)
        wanted = [(_element(page, wish.selected), _goal(wish, payload.height)) for wish in payload.wishes]
    solved = solve(page, wanted, place)
    return GoalOut(value=solved.value, text=solved.text, written=solved.written, reaches=solved.reaches, sentence=solved.sentence, caret=place.start)


@router.post("/{site_id}/goal-numbers", response={200: GoalNumbersOut, 404: ErrorOut, 422: ErrorOut})
@apart(20.0, SLOW, only_newest=True)
def goal_numbers(request: HttpRequest, site_id: int, payload: GoalNumbersIn) -> GoalNumbersOut:
    """The numbers that have a part in a goal, and by how much each moves it. On pages apart, so that typing never waits for it."""
    page, lock = page_of(get_object_or_404(Site, pk=site_id), payload.page, payload.drafts, hill_shelf)
    with lock:
        return GoalNumbersOut(numbers=numbers_for(page, _element(page, payload.wish.selected), _goal(payload.wish, payload.height)))


@router.post("/{site_id}/open-query", response={200: TextOut, 404: ErrorOut, 422: ErrorOut})
@apart(5.0)
def query(request: HttpRequest, site_id: int, payload: QueryIn) -> TextOut:
    """A media query for a rule, opened at a viewport width."""
    page, lock = _page(site_id, payload)
    with lock:
        opened = open_query(page, payload.file, payload.line, payload.at, payload.before)
    return TextOut(file=opened.file, text=opened.text, caret=opened.caret, notes=list(opened.warnings))


@router.post("/{site_id}/hold", response={200: HoldOut, 404: ErrorOut, 422: ErrorOut})
@apart(5.0)
def hold_state(request: HttpRequest, site_id: int, payload: HoldIn) -> HoldOut:
    """What a state of an element moves."""
    page, lock = _page(site_id, payload)
    with lock:
        _element(page, payload.selected)
        return HoldOut(held=hold(page, payload.selected, payload.state, payload.width, payload.height))


@router.post("/{site_id}/room", response={200: RoomOut, 404: ErrorOut, 422: ErrorOut})
@apart(5.0, SLOW, only_newest=True)
def room(request: HttpRequest, site_id: int, payload: RoomIn) -> RoomOut:
    """How many characters more the text of an element may have at the walker, and what gives way then."""
    page, lock = page_of(get_object_or_404(Site, pk=site_id), payload.page, payload.drafts, hill_shelf)
    with lock:
        return RoomOut(room=room_for(page, _element(page, payload.selected), payload.width, payload.height))


@router.post("/{site_id}/room-over-widths", response={200: RoomOverOut, 404: ErrorOut, 422: ErrorOut})
@apart(60.0, SLOW, only_newest=True)
def room_over_widths(request: HttpRequest, site_id: int, payload: RoomOverIn) -> RoomOverOut:
    """How many characters more fit at each of some widths."""
    page, lock = page_of(get_object_or_404(Site, pk=site_id), payload.page, payload.drafts, hill_shelf)
    with lock:
        found = room_over(page, _element(page, payload.selected), payload.widths, payload.height)
    return RoomOverOut(points=[RoomAtOut(width=width, more=more) for width, more in found])


@router.post("/{site_id}/text-over-widths", response={200: TextOverOut, 404: ErrorOut, 422: ErrorOut})
@apart(60.0, SLOW, only_newest=True)
def text_over_widths(request: HttpRequest, site_id: int, payload: RoomOverIn) -> TextOverOut:
    """A text's size, line height, measure and lines at each of some widths."""
    page, lock = page_of(get_object_or_404(Site, pk=site_id), payload.page, payload.drafts, hill_shelf)
    with lock:
        return TextOverOut(points=text_over(page, _element(page, payload.selected), payload.widths, payload.height))


@router.post("/{site_id}/lines-beside", response={200: LinesBesideOut, 404: ErrorOut, 422: ErrorOut})
@apart(10.0, SLOW, only_newest=True)
def line_up_with(request: HttpRequest, site_id: int, payload: LinesBesideIn) -> LinesBesideOut:
    """A text's baselines against those of one beside it, and what makes both stand on one rhythm."""
    page, lock = page_of(get_object_or_404(Site, pk=site_id), payload.page, payload.drafts, hill_shelf)
    with lock:
        layout = page.layout(payload.width, payload.height)
        element = column_of(layout, _element(page, payload.selected))
        around = beside(layout, element)
        other = payload.other if payload.other is not None else around[0].index if around else None
        found = line_up(page, element, _element(page, other), payload.width, payload.height) if other is not None else None
    return LinesBesideOut(beside=around, other=other, lined_up=found)


@router.post("/{site_id}/lying-over", response={200: LyingOverOut, 404: ErrorOut, 422: ErrorOut})
@apart(10.0, SLOW, only_newest=True)
def lies_over(request: HttpRequest, site_id: int, payload: SelectedIn) -> LyingOverOut:
    """What a box lies over, and what it adds to what scrolls."""
    page, lock = page_of(get_object_or_404(Site, pk=site_id), payload.page, payload.drafts, hill_shelf)
    with lock:
        return LyingOverOut(boxes=lying_over(page, page.layout(payload.width, payload.height), _element(page, payload.selected)))


@router.post("/{site_id}/type-scale", response={200: ScaleOut, 404: ErrorOut, 422: ErrorOut})
@apart(5.0)
def type_scale(request: HttpRequest, site_id: int, payload: ScaleIn) -> ScaleOut:
    """A scale of type sizes, fluid between two widths, and the page's last sheet with it."""
    page, lock = _page(site_id, payload)
    sizes = [Fraction(str(one)) for one in (payload.low, payload.high, payload.low_ratio, payload.high_ratio)]
    scale = Scale(payload.low_width, payload.high_width, *sizes, payload.first, payload.last, payload.name)
    with lock:
        file = next(reversed(page.sheet_texts), "")
        return ScaleOut(steps=steps_of(page, scale), file=file, text=with_scale(page, scale, file) if file else "")


@router.post("/{site_id}/font-report", response={200: FontReportOut, 404: ErrorOut, 422: ErrorOut})
@apart(10.0, SLOW, only_newest=True)
def fonts_of_page(request: HttpRequest, site_id: int, payload: ViewIn) -> FontReportOut:
    """The fonts of a page: what is used of each, what is asked for and not there, what stands in for them."""
    page, lock = _page(site_id, payload)
    with lock:
        found = font_report(page, page.layout(payload.width, payload.height))
    return FontReportOut(files=found.files, asked=found.asked, stand_ins=found.stand_ins)


@router.post("/{site_id}/font-stand-in", response={200: ChangedTextsOut, 404: ErrorOut, 422: ErrorOut})
@apart(10.0, SLOW)
def put_stand_in(request: HttpRequest, site_id: int, payload: StandInIn) -> ChangedTextsOut:
    """The sheets with what stands in for a family made as long and as high as it."""
    page, lock = _page(site_id, payload)
    with lock:
        changed = with_stand_ins(page, page.layout(payload.width, payload.height), payload.family)
    file = next(path for path, text in changed.items() if "stand-in" in text and "@font-face" in text)
    text = changed.pop(file)
    return ChangedTextsOut(file=file, text=text, caret=max(text.rfind("@font-face"), 0), notes=[f"{payload.family} has stand-ins as long and as high as itself, at the end of {file}."], also=changed)


@router.post("/{site_id}/sum-comment", response={200: TextOut, 404: ErrorOut, 422: ErrorOut})
@apart(5.0)
def keep_sum(request: HttpRequest, site_id: int, payload: SumIn) -> TextOut:
    """A sum as a comment beside the declaration that its number comes from."""
    page, lock = _page(site_id, payload)
    with lock:
        element = _element(page, payload.selected)
        answer = explain(page, page.layout(payload.width, payload.height, record=True, about=element), element, payload.of)
        sources = [(step.file, step.line) for step in reversed(answer.steps) if step.file in page.sheet_texts and step.line]
        if not sources:
            raise InputError(f"No declaration of a linked sheet gives the {payload.of} of {element.name()}: there is no line to put its sum beside.")
        file, line = sources[0]
        before = page.sheet_texts[str(file)]
        text = with_comment(before, int(line or 1), comment_of(page, element, payload.of, payload.width, payload.height))
    return TextOut(file=str(file), text=text, caret=_first_difference(before, text), notes=[])


@router.post("/{site_id}/sums-refresh", response={200: TextOut, 404: ErrorOut, 422: ErrorOut})
@apart(5.0)
def refresh_sums(request: HttpRequest, site_id: int, payload: FileIn) -> TextOut:
    """A sheet with every sum in it brought up to date."""
    page, lock = _page(site_id, payload)
    with lock:
        before = page.sheet_texts.get(payload.file)
        if before is None:
            raise InputError(f"{payload.file} is not a sheet that the page links.")
        found = refreshed(page, before)
    said = f"{found.changed} of {found.sums} {'sum' if found.sums == 1 else 'sums'} changed." if found.sums else f"No sum is kept in {payload.file}."
    return TextOut(file=payload.file, text=found.text, caret=_first_difference(before, found.text), notes=[said, *found.lost])


def _first_difference(before: str, after: str) -> int:
    return next((at for at, (one, other) in enumerate(zip(before, after, strict=False)) if one != other), 0)
