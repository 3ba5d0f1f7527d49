"""Surveys over HTTP: thin over core and over the jobs."""

from __future__ import annotations

from dataclasses import asdict
from typing import Any

from django.http import Http404, HttpRequest
from django.shortcuts import get_object_or_404
from ninja import Router

from ..computing import SLOW, Ticket, apart
from ..core.errors import InputError
from ..core.survey import HEIGHT_KINDS, compare, point_of_interest, survey_heights
from ..numbers.browser_fonts import browser_fonts
from ..numbers.pages import hill_shelf, page_of
from ..sites.models import Site
from ..sites.schemas import ErrorOut
from ..sites.whole_files import files_of
from .jobs import jobs, start_survey_job, to_keep
from .models import AcceptedFinding, PageSurvey
from .schemas import AcceptIn, ElsewhereIn, HeightsIn, HeightsOut, InterestIn, InterestOut, JobOut, JobStartedOut, KeptOut, OtherLengthsIn, RemediesIn, SurveyIn
from .told import with_words, words_of_kind

router = Router(tags=["surveys"])
FROM_HERE, TO_HERE = 240, 1920
"""The widths of the axis."""
HEIGHTS = 60.0
"""Seconds of computing for a walk over heights."""


@router.post("/{site_id}/surveys", response={200: JobStartedOut, 404: ErrorOut, 422: ErrorOut})
def start_survey(request: HttpRequest, site_id: int, payload: SurveyIn) -> dict[str, Any]:
    """Start walking a page; an older walk of the same page is stopped."""
    if payload.start > payload.end:
        raise InputError(f"The range goes from a smaller to a larger width, not from {payload.start:,} to {payload.end:,}.")
    asked = {**_asked(site_id, payload), "start": payload.start, "end": payload.end, "index": payload.index}
    return {"job": start_survey_job(site_id, payload.page, asked, payload.keep)}


def _asked(site_id: int, payload: SurveyIn | RemediesIn | ElsewhereIn | OtherLengthsIn) -> dict[str, Any]:
    """What a worker needs to know of a page."""
    site = get_object_or_404(Site, pk=site_id)
    files = files_of(site, payload.page, payload.drafts)
    return {"files": files, "page": payload.page, "height": payload.height, "measured": dict(browser_fonts.of(site)[1])}


@router.post("/{site_id}/remedies", response={200: JobStartedOut, 404: ErrorOut, 422: ErrorOut})
def start_remedies(request: HttpRequest, site_id: int, payload: RemediesIn) -> dict[str, Any]:
    """Start proving the ways to settle a finding: each is surveyed. An older question of the same page is stopped."""
    asked = {**_asked(site_id, payload), "start": FROM_HERE, "end": TO_HERE, "index": None, "settle": payload.key}
    return {"job": start_survey_job(site_id, f"{payload.page} to settle", asked, keep=False)}


@router.post("/{site_id}/other-lengths", response={200: JobStartedOut, 404: ErrorOut, 422: ErrorOut})
def start_other_lengths(request: HttpRequest, site_id: int, payload: OtherLengthsIn) -> dict[str, Any]:
    """Start surveying a page with all its texts longer, step by step, and halved. An older question of the same page is stopped."""
    asked = {**_asked(site_id, payload), "start": FROM_HERE, "end": TO_HERE, "index": None, "lengths": True}
    return {"job": start_survey_job(site_id, f"{payload.page} at other lengths", asked, keep=False)}


@router.post("/{site_id}/elsewhere", response={200: JobStartedOut, 404: ErrorOut, 422: ErrorOut})
def start_elsewhere(request: HttpRequest, site_id: int, payload: ElsewhereIn) -> dict[str, Any]:
    """Start working out what a change of shared sheets does to the other pages that take them in. An older question is stopped."""
    before = {path: text.encode() for path, text in payload.before.items()}
    asked = {**_asked(site_id, payload), "start": FROM_HERE, "end": TO_HERE, "index": None, "before": before}
    return {"job": start_survey_job(site_id, "elsewhere", asked, keep=False)}


@router.post("/{site_id}/heights", response={200: HeightsOut, 404: ErrorOut, 422: ErrorOut})
@apart(HEIGHTS, SLOW, only_newest=True)
def over_heights(request: HttpRequest, site_id: int, payload: HeightsIn) -> dict[str, Any]:
    """Walk a page over the heights of its window, at one width."""
    page, lock = page_of(Site.objects.get(pk=site_id), payload.page, payload.drafts)
    with lock:
        walked = survey_heights(page, payload.width)
    found = [{**asdict(one), "title": HEIGHT_KINDS[one.kind]} for one in walked.findings]
    return {"width": walked.width, "start": walked.start, "end": walked.end, "findings": found}


@router.post("/{site_id}/point-of-interest", response={200: InterestOut, 404: ErrorOut, 422: ErrorOut})
@apart(HEIGHTS, SLOW, only_newest=True)
def interest(request: HttpRequest, site_id: int, payload: InterestIn) -> dict[str, Any]:
    """Where a point on a picture is cut off, and the position that keeps it in at every width."""
    page, lock = page_of(get_object_or_404(Site, pk=site_id), payload.page, payload.drafts, hill_shelf)
    with lock:
        if not 0 <= payload.selected < len(page.document.elements):
            raise InputError(f"The page has no element {payload.selected}.")
        found = point_of_interest(page, page.document.elements[payload.selected], payload.across, payload.down, FROM_HERE, TO_HERE, payload.height)
    return {**asdict(found), "cut": [{"low": low, "high": high} for low, high in found.cut]}


@router.get("/{site_id}/surveys/{job}", response={200: JobOut, 404: ErrorOut})
def survey_job(request: HttpRequest, site_id: int, job: str) -> dict[str, Any]:
    """How far a survey is, and what it found when it has ended."""
    found = _job(site_id, job)
    result = found.result or {}
    survey = result.get("survey")
    if found.state == "done" and survey is not None and job in to_keep:
        to_keep.discard(job)
        _keep(site_id, found.subject, survey)
    return {"state": found.state, "progress": found.progress, "survey": survey, "remedies": result.get("remedies", []), "elsewhere": result.get("elsewhere", []), "lengths": result.get("lengths", []), "detail": found.detail}


@router.delete("/{site_id}/surveys/{job}", response={204: None, 404: ErrorOut})
def stop_survey(request: HttpRequest, site_id: int, job: str) -> tuple[int, None]:
    """Stop a survey."""
    _job(site_id, job).stop()
    return 204, None


def _job(site_id: int, name: str) -> Ticket:
    found = jobs.get(site_id, name)
    if found is None:
        raise Http404
    return found


def _keep(site_id: int, page: str, content: dict[str, Any]) -> None:
    """Keep a survey; the one before stays beside it where it said otherwise."""
    kept = PageSurvey.objects.filter(site_id=site_id, page=page).first()
    if kept is None:
        if Site.objects.filter(pk=site_id).exists():
            PageSurvey.objects.create(site_id=site_id, page=page, content=content)
        return
    if kept.content["findings"] != content["findings"]:
        kept.before = kept.content
    kept.content = content
    kept.save()


@router.get("/{site_id}/survey", response={200: KeptOut, 404: ErrorOut})
def kept_survey(request: HttpRequest, site_id: int, page: str) -> dict[str, Any]:
    """The last survey of a page that was kept."""
    site = get_object_or_404(Site, pk=site_id)
    kept = PageSurvey.objects.filter(site=site, page=page).first()
    accepted = [{"key": one.key, "reason": one.reason} for one in AcceptedFinding.objects.filter(site=site, page=page)]
    if kept is None:
        return {"survey": None, "made_at": None, "differences": [], "accepted": accepted}
    differences = compare(_told(kept.before), _told(kept.content)) if kept.before is not None else []
    told = [{**asdict(one), "title": words_of_kind(one.kind)["title"]} for one in differences]
    return {"survey": with_words(kept.content), "made_at": kept.made_at.isoformat(), "differences": told, "accepted": accepted}


def _told(content: dict[str, Any]) -> list[tuple[str, str, int | None, int | None, str]]:
    return [(one["kind"], one["selector"], one["low"], one["high"], one["message"]) for one in content["findings"]]


@router.put("/{site_id}/accepted", response={204: None, 404: ErrorOut, 422: ErrorOut})
def accept_finding(request: HttpRequest, site_id: int, payload: AcceptIn) -> tuple[int, None]:
    """Accept a finding with a reason; it stays so until its numbers change."""
    site = get_object_or_404(Site, pk=site_id)
    AcceptedFinding.objects.update_or_create(site=site, page=payload.page, key=payload.key, defaults={"reason": payload.reason})
    return 204, None


@router.delete("/{site_id}/accepted/{key}", response={204: None, 404: ErrorOut})
def withdraw_acceptance(request: HttpRequest, site_id: int, key: str, page: str) -> tuple[int, None]:
    """Take an acceptance back."""
    get_object_or_404(AcceptedFinding, site_id=site_id, page=page, key=key).delete()
    return 204, None
