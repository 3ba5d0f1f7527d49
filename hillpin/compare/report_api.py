"""Reports over HTTP: made as long work, fetched once they are there."""

from __future__ import annotations

from datetime import datetime
from typing import Any

from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Router

from ..computing import FIRST, Ticket, Tickets, Work, long_work
from ..sites.models import Pin, Site
from ..sites.schemas import ErrorOut
from ..sites.whole_files import files_of
from .report_work import reported
from .schemas import ReportIn, ReportOut, WorkStartedOut

router = Router(tags=["reports"])
reports = Tickets()
POLICY = "default-src 'none'; style-src 'unsafe-inline'; img-src data:; sandbox"


@router.post("/{site_id}/reports", response={200: WorkStartedOut, 404: ErrorOut, 422: ErrorOut})
def begin_report(request: HttpRequest, site_id: int, payload: ReportIn) -> dict[str, Any]:
    """Start making the report of a page; an older one of the same page is stopped."""
    site = get_object_or_404(Site, pk=site_id)
    asked = {
        "files": files_of(site, payload.page, {}), "page": payload.page, "site": site.name, "made": f"{datetime.now():%d %B %Y, %H:%M}", "height": 800,
        "pins": list(Pin.objects.filter(site=site).values_list("name", "width", "height")), "pdf": payload.form == "pdf",
    }  # fmt: skip

    def begin(ticket: Ticket) -> Work:
        return long_work().submit(reported, asked, priority=FIRST, told=ticket.take, wanted=ticket.is_wanted)

    return {"job": reports.start(site_id, payload.page, begin)}


@router.get("/{site_id}/reports/{job}", response={200: ReportOut, 404: ErrorOut})
def report_under_way(request: HttpRequest, site_id: int, job: str) -> dict[str, Any]:
    """How far a report is."""
    ticket = _ticket(site_id, job)
    return {"state": ticket.state, "progress": ticket.progress, "detail": ticket.detail}


@router.delete("/{site_id}/reports/{job}", response={204: None, 404: ErrorOut})
def stop_report(request: HttpRequest, site_id: int, job: str) -> tuple[int, None]:
    """Stop making a report."""
    _ticket(site_id, job).stop()
    return 204, None


@router.get("/{site_id}/reports/{job}/file", response={200: None, 404: ErrorOut})
def report_file(request: HttpRequest, site_id: int, job: str) -> HttpResponse:
    """A report that is there, to keep."""
    ticket = _ticket(site_id, job)
    if ticket.state != "done":
        raise Http404
    is_pdf = ticket.result.startswith(b"%PDF")
    name = f"{ticket.subject.rsplit('/', 1)[-1].rsplit('.', 1)[0]}-report.{'pdf' if is_pdf else 'html'}"
    headers = {"Content-Security-Policy": POLICY, "Content-Disposition": f"attachment; filename=\"{name.encode('ascii', 'replace').decode().replace(chr(34), '')}\""}
    return HttpResponse(ticket.result, content_type="application/pdf" if is_pdf else "text/html; charset=utf-8", headers=headers)


def _ticket(site_id: int, job: str) -> Ticket:
    ticket = reports.get(site_id, job)
    if ticket is None:
        raise Http404
    return ticket
