"""Runs under way: what their processes say is kept as it comes."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Any

from django.db import IntegrityError, connection, transaction

from ..computing import FIRST, Ticket, Tickets, Work, long_work
from ..sites.models import Pin, Site
from ..surveys.models import PageSurvey
from .models import Run, Shot
from .run_work import ran

SILENT = 120.0
"""Seconds in which no picture comes, after which a run is given up: a page that never settles."""
runs = Tickets()


@dataclass(slots=True)
class RunKept:
    """A run under way: the screens that it visits, and how many it has."""

    run: int
    screens: list[dict[str, Any]] = field(default_factory=list)
    done: int = 0


_kept: dict[str, RunKept] = {}


def kept_of(name: str) -> RunKept | None:
    """What is kept of a run under way."""
    return _kept.get(name)


def accepted_shots(site: Site, page: str) -> dict[str, dict[str, Any]]:
    """The pictures of a page that were accepted, by the keys of their screens, with what was measured in them."""
    return {
        shot.key: {"picture": bytes(shot.picture), "rects": shot.told["rects"], "names": shot.told["names"], "labels": shot.told["labels"]}
        for shot in Shot.objects.filter(site=site, page=page, run=None)
    }


def start_run(site: Site, page: str, files: dict[str, bytes], screens: list[Any], height: int) -> str:
    """Start a run; an older one of the same page is stopped. Gives its name."""
    kept_survey = PageSurvey.objects.filter(site=site, page=page).first()
    accepted = accepted_shots(site, page)
    request = {
        "files": files, "page": page, "screens": screens, "height": height, "scripts": site.runs_scripts, "accepted": accepted,
        "pins": list(Pin.objects.filter(site=site).values_list("name", "width", "height")),
        "edges": [edge["at"] for edge in kept_survey.content["edges"]] if kept_survey is not None else None,
    }  # fmt: skip
    run = Run.objects.create(site=site, page=page)
    kept = RunKept(run.pk)

    def begin(ticket: Ticket) -> Work:
        return long_work().submit(ran, request, priority=FIRST, told=lambda said: _take(kept, ticket, said), wanted=ticket.is_wanted, silent=SILENT)

    name = runs.start(site.pk, page, begin)
    _kept[name] = kept
    for old in [one for one in _kept if runs.peek(one) is None]:
        del _kept[old]
    return name


def _take(kept: RunKept, ticket: Ticket, said: dict[str, Any]) -> None:
    """Take in a word of the process: the screens, or what one showed. The run before goes when the first picture is there."""
    if "screens" in said:
        kept.screens = said["screens"]
        return
    try:
        with transaction.atomic():
            run = Run.objects.get(pk=kept.run)
            if kept.done == 0:
                Run.objects.filter(site_id=run.site_id, page=run.page).exclude(pk=run.pk).delete()
            Shot.objects.create(site_id=run.site_id, page=run.page, run=run, key=said["told"]["screen"]["key"], place=said["place"], told=said["told"], picture=said["picture"])
    except (Run.DoesNotExist, IntegrityError):
        # The site was removed meanwhile.
        ticket.stop()
    finally:
        # This thread does other work after this: it keeps no connection.
        connection.close()
    kept.done += 1
    ticket.take(kept.done / max(len(kept.screens), 1))
