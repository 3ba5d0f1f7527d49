"""Which earlier states of a file are kept: all of the last days, then fewer the older they are, and every one that has a name."""

from __future__ import annotations

from datetime import datetime, timedelta

from django.db.models import F, Sum
from django.db.models.functions import Length
from django.utils import timezone

from .models import MomentFile, Revision, Site, SiteFile, StepPart

THINNED_EACH = 25
"""Saves of a file after which its states are gone through."""
MOST_STATES = 1_000
"""States of one file at most."""
MOST_BYTES = 150_000_000
"""Bytes of all earlier states of one site at most; those without a name go first, from the oldest."""
RULES = ((timedelta(days=2), timedelta(0)), (timedelta(days=14), timedelta(hours=1)), (timedelta(days=365), timedelta(days=1)), (timedelta.max, timedelta(days=30)))
"""Up to an age, and how far apart states are then at least."""
SAID = "Every state is kept for two days, then one an hour for two weeks, one a day for a year, and one a month after that. What belongs to a named moment stays."


def thin(file: SiteFile) -> None:
    """Drop the states of a file that are not kept any longer."""
    held = _held(file.site)
    now = timezone.now()
    states = [(number, key, saved) for number, key, saved in file.revisions.values_list("number", "pk", "saved_at") if number != file.revision]
    gone = [key for key in dropped([(key, saved) for _, key, saved in states], now) if key not in held]
    left = [key for _, key, _ in states if key not in set(gone)]
    gone += [key for key in left[MOST_STATES:] if key not in held]
    Revision.objects.filter(pk__in=gone).delete()
    _within_bytes(file.site, held)


def dropped(states: list[tuple[int, datetime]], now: datetime) -> list[int]:
    """The keys of states, newest first, that stand closer to the next newer kept one than their age allows."""
    found: list[int] = []
    kept: datetime | None = None
    for key, saved in states:
        apart = next(apart for age, apart in RULES if now - saved <= age)
        if kept is not None and kept - saved < apart:
            found.append(key)
        else:
            kept = saved
    return found


def _held(site: Site) -> set[int]:
    """States that a moment or a step needs."""
    moments = MomentFile.objects.filter(moment__site=site).values_list("revision", flat=True)
    steps = StepPart.objects.filter(step__site=site)
    return {*moments, *steps.exclude(before=None).values_list("before", flat=True), *steps.exclude(after=None).values_list("after", flat=True)}


def kept_bytes(site: Site) -> int:
    """Bytes of all earlier states of a site."""
    earlier = Revision.objects.filter(file__site=site).exclude(number=F("file__revision"), file__removed_at=None)
    return earlier.aggregate(all=Sum(Length("content")))["all"] or 0


def _within_bytes(site: Site, held: set[int]) -> None:
    over = kept_bytes(site) - MOST_BYTES
    if over <= 0:
        return
    earlier = Revision.objects.filter(file__site=site).exclude(number=F("file__revision")).order_by("saved_at")
    gone = []
    for key, size in earlier.values_list("pk", Length("content")):
        if key in held:
            continue
        gone.append(key)
        over -= size
        if over <= 0:
            break
    Revision.objects.filter(pk__in=gone).delete()
