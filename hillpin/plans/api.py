"""Plans over HTTP: kept plans of a site, and work on plans that need not be kept."""

from __future__ import annotations

import math
from dataclasses import asdict
from pathlib import Path
from typing import Any

from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Router

from ..computing import SLOW, apart
from ..core.errors import InputError
from ..core.markup import Element
from ..core.page import Page
from ..core.planning import (
    Options,
    Plan,
    as_csv,
    as_markdown,
    check_plan,
    class_of,
    compare,
    convert,
    drawing_of,
    order_warnings,
    plan_from_page,
    propose,
    prove,
    sentence_of,
    svg_of,
)
from ..numbers.pages import hill_shelf, page_of
from ..plans import store
from ..sites.models import Site
from ..sites.schemas import ErrorOut
from .content import as_file, digest_of, from_file, plan_from
from .models import Reply, SitePlan
from .schemas import (
    AnswerIn,
    AnswersOut,
    CodeIn,
    CodeOut,
    CompareIn,
    ConvertIn,
    ConvertOut,
    DifferenceOut,
    FromCodeIn,
    FromCodeOut,
    KeptPlanOut,
    PlanFileIn,
    PlanIn,
    PlanStateOut,
    PlanSummary,
    ProofIn,
    ProofOut,
    RangeOut,
    ReplyOut,
    SavePlanIn,
    SharedOut,
    StretchOut,
    WorkOut,
)
from .work import arranged_of, code_for, unit_of, work_of

work_router = Router(tags=["plans"])
router = Router(tags=["plans"])
FACES = {weight: Path(__file__).resolve().parents[1] / f"parts/drawing/atkinson-hyperlegible-next-latin-{weight}-normal.woff2" for weight in (400, 700)}


# Work on a plan that is sent along


@work_router.post("/work", response={200: WorkOut, 422: ErrorOut})
@apart(5.0)
def work(request: HttpRequest, payload: PlanIn) -> WorkOut:
    """Every number of a plan."""
    return work_of(payload.plan)


@work_router.post("/propose", response={200: PlanIn, 422: ErrorOut})
@apart(5.0)
def propose_narrower(request: HttpRequest, payload: PlanIn) -> PlanIn:
    """The plan with a narrow and a medium arrangement made from its widest."""
    check_plan(payload.plan)
    return PlanIn(plan=propose(payload.plan, unit_of(payload.plan)))


@work_router.post("/code", response={200: CodeOut, 422: ErrorOut})
@apart(5.0)
def code(request: HttpRequest, payload: CodeIn) -> CodeOut:
    """A plan as HTML and CSS."""
    _, written = code_for(payload.plan, Options(payload.method, payload.first, payload.comments, payload.sheet))
    return CodeOut(html=written.html, css=written.css, page=written.page, file=class_of(payload.plan.name))


@work_router.post("/proof", response={200: ProofOut, 422: ErrorOut})
@apart(20.0, SLOW)
def proof(request: HttpRequest, payload: ProofIn) -> ProofOut:
    """The code of a plan laid out at a range of widths, against the plan."""
    arranged, written = code_for(payload.plan, Options(payload.method, payload.first, payload.comments, payload.sheet))
    found = prove(payload.plan, arranged, written, range(payload.start, payload.end + 1))
    differences = [DifferenceOut(**asdict(one)) for one in found.differences]
    return ProofOut(widths=found.widths, largest=found.largest, is_equal=found.is_equal, differences=differences, sentence=sentence_of(found, payload.plan))


# Plans that a site keeps


def _kept(site_id: int, plan_id: int) -> SitePlan:
    return get_object_or_404(SitePlan, pk=plan_id, site_id=site_id)


def _reply_out(reply: Reply, digest: str | None) -> ReplyOut:
    return ReplyOut(is_yes=reply.is_yes, name=reply.name, text=reply.text, made_at=reply.made_at.isoformat(), is_about_this=reply.digest == digest)


def _replies(kept: SitePlan) -> list[ReplyOut]:
    digest = digest_of(kept.sent) if kept.sent is not None else None
    return [_reply_out(reply, digest) for reply in kept.replies.all()]


def _out(kept: SitePlan) -> KeptPlanOut:
    return KeptPlanOut(
        id=kept.pk, name=kept.name, revision=kept.revision, plan=plan_from(kept.content), state=store.state_of(kept), token=kept.token,
        replies=_replies(kept), updated_at=kept.updated_at.isoformat(),
    )  # fmt: skip


@router.get("/{site_id}/plans", response={200: list[PlanSummary], 404: ErrorOut})
def list_plans(request: HttpRequest, site_id: int) -> list[PlanSummary]:
    """The plans of a site."""
    site = get_object_or_404(Site, pk=site_id)
    return [PlanSummary(id=one.pk, name=one.name, state=store.state_of(one), updated_at=one.updated_at.isoformat()) for one in site.plans.all()]


@router.post("/{site_id}/plans", response={201: KeptPlanOut, 404: ErrorOut, 422: ErrorOut})
def make_plan(request: HttpRequest, site_id: int, payload: PlanIn) -> tuple[int, KeptPlanOut]:
    """Keep a further plan."""
    check_plan(payload.plan)
    return 201, _out(store.new_plan(get_object_or_404(Site, pk=site_id), payload.plan))


@router.post("/{site_id}/plans/import", response={201: KeptPlanOut, 404: ErrorOut, 422: ErrorOut})
def import_plan(request: HttpRequest, site_id: int, payload: PlanFileIn) -> tuple[int, KeptPlanOut]:
    """Keep a plan from a file."""
    return 201, _out(store.new_plan(get_object_or_404(Site, pk=site_id), from_file(payload.text)))


@router.get("/{site_id}/plans/{plan_id}", response={200: KeptPlanOut, 404: ErrorOut})
def read_plan(request: HttpRequest, site_id: int, plan_id: int) -> KeptPlanOut:
    """One plan."""
    return _out(_kept(site_id, plan_id))


@router.get("/{site_id}/plans/{plan_id}/answers", response={200: AnswersOut, 404: ErrorOut})
def plan_answers(request: HttpRequest, site_id: int, plan_id: int) -> AnswersOut:
    """What was answered at the read-only address: asked for again and again while the plan is out."""
    kept = _kept(site_id, plan_id)
    return AnswersOut(state=store.state_of(kept), replies=_replies(kept))


@router.put("/{site_id}/plans/{plan_id}", response={200: KeptPlanOut, 404: ErrorOut, 409: ErrorOut, 422: ErrorOut})
def save_plan(request: HttpRequest, site_id: int, plan_id: int, payload: SavePlanIn) -> KeptPlanOut:
    """Save a plan on top of the revision that it was made from; what does not add up is saved too."""
    return _out(store.save_plan(_kept(site_id, plan_id), payload.plan, payload.base_revision))


@router.delete("/{site_id}/plans/{plan_id}", response={204: None, 404: ErrorOut})
def remove_plan(request: HttpRequest, site_id: int, plan_id: int) -> tuple[int, None]:
    """Remove a plan with its states and answers."""
    _kept(site_id, plan_id).delete()
    return 204, None


@router.get("/{site_id}/plans/{plan_id}/states", response={200: list[PlanStateOut], 404: ErrorOut})
def list_states(request: HttpRequest, site_id: int, plan_id: int) -> list[dict[str, Any]]:
    """The newest states of a plan, oldest first."""
    return store.states(_kept(site_id, plan_id))


@router.post("/{site_id}/plans/{plan_id}/send", response={200: KeptPlanOut, 404: ErrorOut, 422: ErrorOut})
def send_plan(request: HttpRequest, site_id: int, plan_id: int) -> KeptPlanOut:
    """Put the plan on its read-only address, for a yes."""
    kept = _kept(site_id, plan_id)
    arranged_of(plan_from(kept.content))
    return _out(store.send(kept))


@router.post("/{site_id}/plans/{plan_id}/take-back", response={200: KeptPlanOut, 404: ErrorOut})
def take_back(request: HttpRequest, site_id: int, plan_id: int) -> KeptPlanOut:
    """Close the read-only address."""
    return _out(store.take_back(_kept(site_id, plan_id)))


# Files out


def _download(content: str, kind: str, name: str) -> HttpResponse:
    response = HttpResponse(content, content_type=f"{kind}; charset=utf-8")
    response.headers["Content-Disposition"] = f'attachment; filename="{name}"'
    return response


@router.get("/{site_id}/plans/{plan_id}/plan.json", response={200: None, 404: ErrorOut})
def take_json(request: HttpRequest, site_id: int, plan_id: int) -> HttpResponse:
    """The plan as a file (docs/plan-format.md)."""
    kept = _kept(site_id, plan_id)
    return _download(as_file(plan_from(kept.content)), "application/json", f"{class_of(kept.name)}.plan.json")


@router.get("/{site_id}/plans/{plan_id}/widths.csv", response={200: None, 404: ErrorOut, 422: ErrorOut})
def take_csv(request: HttpRequest, site_id: int, plan_id: int) -> HttpResponse:
    """The table of widths as CSV."""
    kept = _kept(site_id, plan_id)
    return _download(as_csv(arranged_of(plan_from(kept.content))), "text/csv", f"{class_of(kept.name)}-widths.csv")


@router.get("/{site_id}/plans/{plan_id}/widths.md", response={200: None, 404: ErrorOut, 422: ErrorOut})
def take_markdown(request: HttpRequest, site_id: int, plan_id: int) -> HttpResponse:
    """The table of widths as Markdown."""
    kept = _kept(site_id, plan_id)
    return _download(as_markdown(arranged_of(plan_from(kept.content))), "text/markdown", f"{class_of(kept.name)}-widths.md")


@router.get("/{site_id}/plans/{plan_id}/drawing.svg", response={200: None, 404: ErrorOut, 422: ErrorOut})
def take_svg(request: HttpRequest, site_id: int, plan_id: int, number: int = 0) -> HttpResponse:
    """An arrangement as SVG."""
    kept = _kept(site_id, plan_id)
    arranged = arranged_of(plan_from(kept.content))
    if not 0 <= number < len(arranged):
        raise InputError(f"The plan has {len(arranged)} arrangements, numbered from 0; {number} is not one of them.")
    drawing = drawing_of(arranged[number])
    return _download(svg_of(drawing, kept.name, FACES), "image/svg+xml", f"{class_of(kept.name)}-{class_of(drawing.name)}.svg")


# From code


def _container(page: Page, index: int) -> Element:
    if not 0 <= index < len(page.document.elements):
        raise InputError(f"The page has no element {index}.")
    return page.document.elements[index]


@router.post("/{site_id}/plan-from-code", response={200: FromCodeOut, 404: ErrorOut, 422: ErrorOut})
@apart(5.0, SLOW)
def read_from_code(request: HttpRequest, site_id: int, payload: FromCodeIn) -> FromCodeOut:
    """A plan of what stands in a container."""
    page, lock = page_of(get_object_or_404(Site, pk=site_id), payload.page, payload.drafts, hill_shelf)
    with lock:
        found = plan_from_page(page, _container(page, payload.selected))
    return FromCodeOut(plan=found.plan, notes=found.notes)


@router.post("/{site_id}/convert", response={200: ConvertOut, 404: ErrorOut, 422: ErrorOut})
@apart(20.0, SLOW)
def convert_row(request: HttpRequest, site_id: int, payload: ConvertIn) -> ConvertOut:
    """A container's rows by another method, as a changed file."""
    page, lock = page_of(get_object_or_404(Site, pk=site_id), payload.page, payload.drafts, hill_shelf)
    with lock:
        made = convert(page, _container(page, payload.selected), payload.target, payload.fluid, payload.loosen)
    return ConvertOut(css=made.css, file=made.file, text=made.text, notes=list(made.notes), fixed_around=made.fixed_around)


@router.post("/{site_id}/convert/compare", response={200: list[StretchOut], 404: ErrorOut, 422: ErrorOut})
@apart(20.0, SLOW)
def compare_rows(request: HttpRequest, site_id: int, payload: CompareIn) -> list[StretchOut]:
    """At which widths of a range a container stands as it stood, with a file changed."""
    site = get_object_or_404(Site, pk=site_id)
    page, lock = page_of(site, payload.page, payload.drafts, hill_shelf)
    changed, changed_lock = page_of(site, payload.page, {**payload.drafts, payload.file: payload.text}, hill_shelf)
    with lock, changed_lock:
        stretches = compare(page, changed, _container(page, payload.selected), payload.start, payload.end)
    return [
        StretchOut(**{**asdict(one), "distance": one.distance if math.isfinite(one.distance) else None})
        for one in stretches
    ]


# The read-only address


def _shared(token: str) -> SitePlan:
    return get_object_or_404(SitePlan, token=token, sent__isnull=False, site__removed_at=None)


@work_router.get("/shared/{token}", response={200: SharedOut, 404: ErrorOut})
def read_shared(request: HttpRequest, token: str) -> SharedOut:
    """What was sent for a yes, with its drawings."""
    kept = _shared(token)
    plan: Plan = plan_from(kept.sent)
    arranged = arranged_of(plan)
    warnings = [f"{one.arrangement.name}: {said}" for one in arranged for said in order_warnings(plan, one.arrangement)]
    return SharedOut(
        plan=plan, site=kept.site.name, digest=digest_of(kept.sent), state=store.state_of(kept), sent_at=kept.sent_at.isoformat() if kept.sent_at else "",
        drawings=[drawing_of(one) for one in arranged], ranges=[RangeOut(first=first, last=last) for first, last in (plan.range_of(one.arrangement) for one in arranged)], warnings=warnings, replies=_replies(kept),
    )  # fmt: skip


@work_router.post("/shared/{token}/answer", response={200: SharedOut, 404: ErrorOut, 409: ErrorOut, 422: ErrorOut})
def answer_shared(request: HttpRequest, token: str, payload: AnswerIn) -> SharedOut:
    """A yes, or a comment."""
    store.answer(_shared(token), payload.kind, payload.name, payload.text, payload.digest)
    return read_shared(request, token)
