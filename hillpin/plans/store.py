"""What can be done with plans: made, saved, brought back, sent for a yes, answered."""

from __future__ import annotations

import secrets
from typing import Any, Literal

from django.db import transaction
from django.utils import timezone

from ..core.planning import Plan, State
from ..sites.errors import Refused
from ..sites.models import Site
from .content import as_content, digest_of
from .models import MOST_STATES, PlanState, Reply, SitePlan

MOST_PLANS = 60
MOST_REPLIES = 200


class PlanClash(Exception):
    """A save on top of a state that is no longer the newest."""

    def __init__(self, plan: SitePlan) -> None:
        super().__init__(f"{plan.name} was saved elsewhere since you opened it. Nothing was overwritten.")
        self.plan = plan


def new_plan(site: Site, plan: Plan) -> SitePlan:
    """Keep a further plan of a site. Raises Refused."""
    if site.plans.count() >= MOST_PLANS:
        raise Refused(f"The site has {MOST_PLANS} plans, which is the most.")
    content = as_content(plan)
    with transaction.atomic():
        kept = SitePlan.objects.create(site=site, name=clean_name(plan.name), content=content)
        PlanState.objects.create(plan=kept, number=1, content=content)
    return kept


def clean_name(raw: str) -> str:
    """A plan's name. Raises Refused where it is empty or too long."""
    name = " ".join(raw.split())
    if not 1 <= len(name) <= 120:
        raise Refused("A plan needs a name of 120 characters at most.")
    return name


def save_plan(kept: SitePlan, plan: Plan, base_revision: int) -> SitePlan:
    """Save a new state on top of ``base_revision``. Raises PlanClash where a newer one is there."""
    content = as_content(plan)
    with transaction.atomic():
        newest = SitePlan.objects.select_for_update().filter(pk=kept.pk).first()
        if newest is None:
            raise Refused("The plan was removed meanwhile.", 404)
        if newest.content == content:
            return newest
        if newest.revision != base_revision:
            raise PlanClash(newest)
        newest.name = clean_name(plan.name)
        newest.content = content
        newest.revision += 1
        newest.save()
        PlanState.objects.create(plan=newest, number=newest.revision, content=content)
        newest.states.filter(number__lte=newest.revision - MOST_STATES).delete()
    return newest


def send(kept: SitePlan) -> SitePlan:
    """Put the newest state on the plan's read-only address, which stays the same."""
    kept.token = kept.token or secrets.token_urlsafe(24)
    kept.sent = kept.content
    kept.sent_at = timezone.now()
    kept.save()
    return kept


def take_back(kept: SitePlan) -> SitePlan:
    """Close the read-only address; answers stay."""
    kept.token = kept.sent = kept.sent_at = None
    kept.save()
    return kept


def state_of(kept: SitePlan) -> State:
    """Where a plan stands between a draft and a yes."""
    if kept.sent is None:
        return "draft"
    if digest_of(kept.sent) != digest_of(kept.content):
        return "changed"
    return "approved" if kept.replies.filter(is_yes=True, digest=digest_of(kept.sent)).exists() else "sent"


def answer(kept: SitePlan, kind: Literal["yes", "comment"], name: str, text: str, digest: str) -> Reply:
    """Take a yes or a comment on what was sent. Raises Refused, also where that has changed since it was looked at."""
    name, text = " ".join(name.split()), text.strip()
    if not 1 <= len(name) <= 80:
        raise Refused("Say who you are, in 80 characters at most.")
    if len(text) > 2000:
        raise Refused("A comment has 2,000 characters at most.")
    if kind == "comment" and not text:
        raise Refused("The comment is empty.")
    if digest != digest_of(kept.sent):
        raise Refused("The plan was sent anew since this page was opened. Load it again and look before you answer.", 409)
    if kept.replies.count() >= MOST_REPLIES:
        raise Refused(f"There are {MOST_REPLIES} answers, which is the most.")
    return Reply.objects.create(plan=kept, is_yes=kind == "yes", name=name, text=text, digest=digest)


def states(kept: SitePlan, most: int = 40) -> list[dict[str, Any]]:
    """The newest states, oldest first."""
    return [{"number": one.number, "saved_at": one.saved_at.isoformat(), "plan": one.content} for one in kept.states.all()[:most]][::-1]
