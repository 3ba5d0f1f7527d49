"""Named moments of a whole site: kept as they were, and brought back whole."""

from __future__ import annotations

from django.db import transaction

from .errors import Refused
from .models import Moment, MomentFile, Revision, Site, SiteFile, Step
from .steps import Part, Plan, carry_out

MOST_MOMENTS = 100


def name_moment(site: Site, name: str) -> Moment:
    """Keep the site as it is now under a name. Raises Refused."""
    name = " ".join(name.split())
    if not name or len(name) > 80:
        raise Refused("A moment needs a name of 80 characters at most.")
    if site.moments.count() >= MOST_MOMENTS:
        raise Refused(f"{MOST_MOMENTS} named moments are the most for one site. Remove one that is not needed any more.")
    with transaction.atomic():
        moment = Moment.objects.create(site=site, name=name)
        for file in site.files.all():
            revision = Revision.objects.get_or_create(file=file, number=file.revision, defaults={"content": bytes(file.content)})[0]
            MomentFile.objects.create(moment=moment, path=file.path, revision=revision)
    return moment


def plan_of(moment: Moment) -> Plan:
    """What has to be done so that the site is as it was at a moment."""
    site = moment.site
    now = {file.pk: file for file in site.files.all()}
    plan = Plan(f"Brought back: {moment.name}")
    seen: set[int] = set()
    for kept in moment.files.select_related("revision"):
        file = now.get(kept.revision.file_id)
        content = bytes(kept.revision.content)
        seen.add(kept.revision.file_id)
        if file is None:
            plan.parts.append(Part("", kept.path, content, revived=kept.revision.file_id))
        elif file.path != kept.path or bytes(file.content) != content:
            plan.parts.append(Part(file.path, kept.path, content if bytes(file.content) != content else None, file.revision))
    plan.parts += [Part(file.path, "", revision=file.revision) for key, file in now.items() if key not in seen]
    return plan


def bring_back(moment: Moment) -> Step | None:
    """Make the site as it was at a moment, as one step that can be undone; None where it is so already. Raises Refused."""
    plan = plan_of(moment)
    return carry_out(moment.site, plan) if plan.parts else None


def changed_since(moment: Moment) -> int:
    """How many files are not as they were at a moment."""
    kept = {one.revision.file_id: (one.path, one.revision_id) for one in moment.files.select_related("revision")}
    now = dict(SiteFile.objects.filter(site=moment.site).values_list("pk", "path"))
    states = {(file, number): key for key, file, number in Revision.objects.filter(file__in=now).values_list("pk", "file", "number")}
    revisions = dict(SiteFile.objects.filter(site=moment.site).values_list("pk", "revision"))
    same = sum(kept.get(key) == (path, states.get((key, revisions[key]))) for key, path in now.items())
    return len(kept.keys() | now.keys()) - same
