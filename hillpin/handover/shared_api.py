"""Shared reports over HTTP: made and brought up to date by who works on the site, read and noted on at their address."""

from __future__ import annotations

import secrets
from collections.abc import Callable
from typing import Any

from django.db import connection
from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from django.utils import timezone
from ninja import Router

from ..compare.run_jobs import accepted_shots
from ..compare.schemas import WorkStartedOut
from ..computing import FIRST, Ticket, long_work
from ..core.errors import InputError
from ..sites.errors import Refused
from ..sites.models import Moment, Pin, Site
from ..sites.schemas import ErrorOut
from .api import accepted_in, files_to_go
from .compared_work import Earlier
from .jobs import start_job
from .models import NoteAnswer, ReportNote, SharedReport
from .shared_schemas import NoteAnswerIn, ReportNoteIn, ReportReadOut, SettledIn, SharedReportOut, ShareIn
from .shared_work import page_report
from .site_walk import SiteWalk

router = Router(tags=["shared reports"])
read_router = Router(tags=["read reports"])
MOST_REPORTS, MOST_NOTES, MOST_ANSWERS = 30, 500, 100
MOST_TOLD = 40


def report_out(report: SharedReport) -> dict[str, Any]:
    """A shared report as it is listed."""
    return {
        "id": report.pk, "page": report.page, "against": report.against, "moment": report.moment_id, "token": report.token, "made_at": report.made_at.isoformat(), "looked_at": report.looked_at.isoformat() if report.looked_at else None,
        "notes": report.notes.count(), "open": report.notes.filter(is_settled=False).count(),
    }  # fmt: skip


@router.get("/{site_id}/shared-reports", response={200: list[SharedReportOut], 404: ErrorOut})
def shared_reports(request: HttpRequest, site_id: int) -> list[dict[str, Any]]:
    """The reports of a site that are shared."""
    return [report_out(one) for one in get_object_or_404(Site, pk=site_id).shared_reports.defer("content", "before")]


@router.post("/{site_id}/shared-reports", response={200: WorkStartedOut, 404: ErrorOut, 422: ErrorOut})
def share_report(request: HttpRequest, site_id: int, payload: ShareIn) -> dict[str, Any]:
    """Start making a report on an address of its own, or bringing the one that is there up to date. Its address and its notes stay."""
    site = get_object_or_404(Site, pk=site_id)
    files = files_to_go(site)
    if payload.page and payload.page not in files:
        raise InputError(f"There is no file {payload.page}.")
    moment = get_object_or_404(site.moments, pk=payload.moment) if payload.moment is not None else None
    if site.shared_reports.exclude(page=payload.page, moment=moment).count() >= MOST_REPORTS:
        raise Refused(f"A site has {MOST_REPORTS} shared reports at most.")
    earlier = _earlier(moment, payload.page) if moment is not None else None
    pins = list(Pin.objects.filter(site=site).values_list("name", "width", "height"))
    accepted = accepted_shots(site, payload.page) if payload.page else {}

    def begin(ticket: Ticket, told: Callable[[Any], None]) -> Any:
        work: Any
        if payload.page:
            work = long_work().submit(page_report, files, payload.page, pins, accepted, earlier, priority=FIRST, told=told, wanted=ticket.is_wanted)
        else:
            work = SiteWalk(files, accepted_in(site_id), told, ticket.is_wanted)
        work.add_done_callback(lambda done: _keep(site_id, payload.page, moment, done))
        return work

    return {"job": start_job(site_id, f"report {payload.page} {payload.moment or ''}", begin)}


def _earlier(moment: Moment, page: str) -> Earlier:
    """The site as it was at a moment. Raises Refused where the page was not there then."""
    files = {one.path: bytes(one.revision.content) for one in moment.files.select_related("revision")}
    if page not in files:
        raise Refused(f"There was no {page} at {moment.name}." if page else "A comparison is of one page: name it.")
    return Earlier(moment.name, moment.made_at.isoformat(), files)


def _keep(site_id: int, page: str, moment: Moment | None, done: Any) -> None:
    try:
        _put_in(site_id, page, moment, done)
    finally:
        # This thread does other work after this: it keeps no connection.
        connection.close()


def _put_in(site_id: int, page: str, moment: Moment | None, done: Any) -> None:
    if done.cancelled() or done.exception() is not None or not Site.objects.filter(pk=site_id).exists():
        return
    content = done.result() if page else done.result().get("site")
    if content is None:
        return
    if moment is not None and not Moment.objects.filter(pk=moment.pk).exists():
        return
    report = SharedReport.objects.filter(site_id=site_id, page=page, moment=moment, against=moment.name if moment is not None else "").first()
    if report is None:
        report = SharedReport(site_id=site_id, page=page, moment=moment, against=moment.name if moment is not None else "", token=secrets.token_urlsafe(24))
    if report.looked_at is not None:
        report.before, report.looked_at = report.content, None
    report.content, report.made_at = content, timezone.now()
    report.save()


@router.delete("/{site_id}/shared-reports/{report_id}", response={204: None, 404: ErrorOut})
def take_report_back(request: HttpRequest, site_id: int, report_id: int) -> tuple[int, None]:
    """Close a report's address; its notes go with it."""
    get_object_or_404(SharedReport, pk=report_id, site_id=site_id).delete()
    return 204, None


def _read(token: str) -> SharedReport:
    return get_object_or_404(SharedReport, token=token, site__removed_at=None)


@read_router.get("/{token}", response={200: ReportReadOut, 404: ErrorOut})
def read_report(request: HttpRequest, token: str) -> dict[str, Any]:
    """A report at its address. From now on, what changes is told against this."""
    report = _read(token)
    if report.looked_at is None:
        report.looked_at = timezone.now()
        report.save(update_fields=["looked_at"])
    return _told(report)


def _told(report: SharedReport) -> dict[str, Any]:
    now, before = _findings(report.content), _findings(report.before) if report.before is not None else None
    return {
        "site": report.site.name, "made_at": report.made_at.isoformat(), "page": report.content if report.page else None, "whole": None if report.page else report.content,
        "notes": [_note(one) for one in report.notes.prefetch_related("answers")],
        "settled": [before[key] for key in before if key not in now][:MOST_TOLD] if before is not None else [],
        "new": [now[key] for key in now if key not in before][:MOST_TOLD] if before is not None else [],
    }  # fmt: skip


def _findings(content: dict[str, Any]) -> dict[tuple[Any, ...], str]:
    """The findings of a report by what names them whatever their numbers, as sentences."""
    if "causes" in content:
        return {(one["kind"], one["file"], place["page"], place["selector"]): f"{place['page']}: {one['message']}" for one in content["causes"] for place in one["places"]}
    return {(one["kind"], one["selector"], one["file"]): f"{one['range']}: {one['message']}" for one in content["findings"]}


def _note(note: ReportNote) -> dict[str, Any]:
    return {
        "id": note.pk, "element": note.element, "index": note.index, "width": note.width, "name": note.name, "text": note.text, "is_settled": note.is_settled, "made_at": note.made_at.isoformat(),
        "answers": [{"name": one.name, "text": one.text, "made_at": one.made_at.isoformat()} for one in note.answers.all()],
    }  # fmt: skip


@read_router.post("/{token}/notes", response={200: ReportReadOut, 404: ErrorOut, 422: ErrorOut})
def add_note(request: HttpRequest, token: str, payload: ReportNoteIn) -> dict[str, Any]:
    """A note on the report."""
    report = _read(token)
    if report.notes.count() >= MOST_NOTES:
        raise Refused(f"A report has {MOST_NOTES} notes at most.")
    if not payload.name.strip() or not payload.text.strip():
        raise Refused("A note needs a name and words.")
    ReportNote.objects.create(report=report, name=payload.name.strip(), text=payload.text.strip(), element=payload.element, index=payload.index, width=payload.width)
    return _told(report)


@read_router.post("/{token}/notes/{note_id}/answers", response={200: ReportReadOut, 404: ErrorOut, 422: ErrorOut})
def answer_note(request: HttpRequest, token: str, note_id: int, payload: NoteAnswerIn) -> dict[str, Any]:
    """An answer to a note."""
    report = _read(token)
    note = get_object_or_404(report.notes, pk=note_id)
    if note.answers.count() >= MOST_ANSWERS:
        raise Refused(f"A note has {MOST_ANSWERS} answers at most.")
    if not payload.name.strip() or not payload.text.strip():
        raise Refused("An answer needs a name and words.")
    NoteAnswer.objects.create(note=note, name=payload.name.strip(), text=payload.text.strip())
    return _told(report)


@read_router.post("/{token}/notes/{note_id}/settled", response={200: ReportReadOut, 404: ErrorOut})
def settle_note(request: HttpRequest, token: str, note_id: int, payload: SettledIn) -> dict[str, Any]:
    """Say that a note is settled, or open again."""
    report = _read(token)
    note = get_object_or_404(report.notes, pk=note_id)
    note.is_settled = payload.is_settled
    note.save(update_fields=["is_settled"])
    return _told(report)
