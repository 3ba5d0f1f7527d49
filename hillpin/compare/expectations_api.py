"""Expectations over HTTP: kept in the site's own file, proved, made from what is on screen."""

from __future__ import annotations

from typing import Any

from django.http import Http404, HttpRequest
from django.shortcuts import get_object_or_404
from ninja import Router

from ..computing import FIRST, SLOW, Ticket, Tickets, Work, apart, long_work
from ..core.errors import InputError
from ..core.expectations import FILE_NAME, read_expectation, read_file, suggested, written
from ..numbers.browser_fonts import browser_fonts
from ..numbers.pages import page_of
from ..sites.models import Site, SiteFile
from ..sites.schemas import ErrorOut
from ..sites.store import create_file, save_file
from ..sites.whole_files import files_of
from .expectations_work import proved_out
from .schemas import ExpectationsIn, KeepExpectationIn, ProvedOut, SuggestIn, SuggestionsOut, WorkStartedOut

router = Router(tags=["expectations"])
proving = Tickets()
SUGGESTING = 10.0


@router.post("/{site_id}/expectations/prove", response={200: WorkStartedOut, 404: ErrorOut, 422: ErrorOut})
def prove_expectations(request: HttpRequest, site_id: int, payload: ExpectationsIn) -> dict[str, Any]:
    """Start proving the expectations about a page; an older proof of the same page is stopped."""
    site = get_object_or_404(Site, pk=site_id)
    files = files_of(site, payload.page, payload.drafts)
    asked = {"files": files, "page": payload.page, "text": files.get(FILE_NAME, written([]).encode()).decode("utf-8-sig", "replace"), "measured": dict(browser_fonts.of(site)[1])}

    def begin(ticket: Ticket) -> Work:
        return long_work().submit(proved_out, asked, priority=FIRST, told=ticket.take, wanted=ticket.is_wanted, memory=1_500 * 2**20)

    return {"job": proving.start(site_id, payload.page, begin)}


@router.get("/{site_id}/expectations/proofs/{job}", response={200: ProvedOut, 404: ErrorOut})
def proving_job(request: HttpRequest, site_id: int, job: str) -> dict[str, Any]:
    """How far a proof is, and what came of it."""
    ticket = proving.get(site_id, job)
    if ticket is None:
        raise Http404
    return {"state": ticket.state, "progress": ticket.progress, "detail": ticket.detail, "expectations": ticket.result or []}


@router.delete("/{site_id}/expectations/proofs/{job}", response={204: None, 404: ErrorOut})
def stop_proving(request: HttpRequest, site_id: int, job: str) -> tuple[int, None]:
    """Stop a proof."""
    ticket = proving.get(site_id, job)
    if ticket is None:
        raise Http404
    ticket.stop()
    return 204, None


@router.post("/{site_id}/expectations", response={204: None, 404: ErrorOut, 422: ErrorOut})
def keep_expectation(request: HttpRequest, site_id: int, payload: KeepExpectationIn) -> tuple[int, None]:
    """Keep a sentence in the site's file, which is made where there is none. Refused where it is not understood."""
    site = get_object_or_404(Site, pk=site_id)
    said = read_expectation(payload.says).sentence
    sentences = _sentences(site)
    if (payload.page, said) in sentences:
        raise InputError("This expectation is there already.")
    _save(site, [*sentences, (payload.page, said)])
    return 204, None


@router.delete("/{site_id}/expectations/kept/{number}", response={204: None, 404: ErrorOut, 422: ErrorOut})
def drop_expectation(request: HttpRequest, site_id: int, number: int, says: str) -> tuple[int, None]:
    """Take a sentence out of the file, by its place and its words."""
    site = get_object_or_404(Site, pk=site_id)
    sentences = _sentences(site)
    if not 0 <= number < len(sentences) or sentences[number][1] != says:
        raise InputError(f"{FILE_NAME} has changed meanwhile. Look at it again.")
    _save(site, sentences[:number] + sentences[number + 1 :])
    return 204, None


def _sentences(site: Site) -> list[tuple[str, str]]:
    file = SiteFile.objects.filter(site=site, path=FILE_NAME).first()
    return [(one.page, one.sentence) for one in read_file(bytes(file.content).decode("utf-8-sig", "replace"))] if file is not None else []


def _save(site: Site, sentences: list[tuple[str, str]]) -> None:
    content = written(sentences).encode()
    file = SiteFile.objects.filter(site=site, path=FILE_NAME).first()
    if file is None:
        create_file(site, FILE_NAME, content)
    else:
        save_file(site, FILE_NAME, content, file.revision)


@router.post("/{site_id}/expectations/suggest", response={200: SuggestionsOut, 404: ErrorOut, 422: ErrorOut})
@apart(SUGGESTING, SLOW)
def suggest_expectations(request: HttpRequest, site_id: int, payload: SuggestIn) -> dict[str, Any]:
    """What could be kept of an element as it is on screen."""
    page, lock = page_of(Site.objects.get(pk=site_id), payload.page, payload.drafts)
    with lock:
        return {"sentences": suggested(page, payload.index, payload.width, payload.height)}
