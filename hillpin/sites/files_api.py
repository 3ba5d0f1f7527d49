"""A site's files over HTTP: steps planned, made and undone; words found and replaced; moments."""

from __future__ import annotations

import json
import posixpath
from typing import Any

from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from ninja import Body, File, Form, Router
from ninja.files import UploadedFile

from ..core.site import all_parts
from . import folder_work, moments
from .errors import Refused
from .files_schemas import (
    FolderPartOut,
    FolderPlanOut,
    FolderStepOut,
    KeptStatesOut,
    LineOut,
    LinksOut,
    MomentOut,
    PartsOut,
    PictureIn,
    PictureOut,
    ReplaceIn,
    SearchedOut,
    SearchIn,
    Wish,
)
from .models import Moment, Site, Step
from .paths import alike, clean_path, is_ignored
from .schemas import ErrorOut, NameIn
from .steps import Part, Plan, carry_out, check_paths, undo
from .thinning import MOST_BYTES, SAID, kept_bytes
from .twins import free_path

router = Router(tags=["files"])
STEPS_SHOWN = 50


def plan_out(plan: Plan) -> FolderPlanOut:
    """A plan as it is told."""
    parts = [FolderPartOut(path=part.path, new_path=part.new_path, lines=[LineOut(line=one.line, before=one.before, after=one.after) for one in part.lines]) for part in plan.parts]
    return FolderPlanOut(words=plan.words, notes=plan.notes, parts=parts)


def step_out(step: Step) -> FolderStepOut:
    """A step as it is told."""
    parts = [FolderPartOut(path=part.path_before, new_path=part.path_after, lines=[]) for part in step.parts.all()]
    return FolderStepOut(id=step.pk, words=step.words, made_at=step.made_at.isoformat(), undone=step.undone_at is not None, parts=parts)


def _site(site_id: int) -> Site:
    return get_object_or_404(Site, pk=site_id)


@router.post("/{site_id}/files/plan", response={200: FolderPlanOut, 404: ErrorOut, 422: ErrorOut})
def plan_step(request: HttpRequest, site_id: int, payload: Body[Wish]) -> FolderPlanOut:
    """What a wish comes to, line by line, before it is made."""
    plan = folder_work.plan_of(request, site_id=site_id, payload=payload)
    check_paths(_site(site_id).files.values_list("path", flat=True), plan.parts)
    return plan_out(plan)


@router.get("/{site_id}/parts", response={200: PartsOut, 404: ErrorOut})
def parts(request: HttpRequest, site_id: int) -> dict[str, Any]:
    """The parts that ship and those that the site has; what it takes from outside, and what could stand in for it."""
    shipped = [
        {"name": one.name, "title": one.title, "about": one.about, "kind": one.kind, "licence": one.licence, "link": one.link, "use": one.use, "names": sorted(one.files), "parameters": one.parameters}
        for one in all_parts()
    ]
    return {"parts": shipped, **folder_work.parts_of(request, site_id=site_id)}


@router.post("/{site_id}/files", response={200: FolderStepOut, 404: ErrorOut, 422: ErrorOut})
def make_step(request: HttpRequest, site_id: int, payload: Body[Wish]) -> FolderStepOut:
    """Do what is wished, whole or not at all."""
    return step_out(carry_out(_site(site_id), folder_work.plan_of(request, site_id=site_id, payload=payload)))


@router.post("/{site_id}/files/put", response={200: FolderStepOut, 404: ErrorOut, 422: ErrorOut})
def put_files(request: HttpRequest, site_id: int, files: File[list[UploadedFile]], paths: Form[str] = "[]", folder: Form[str] = "", replace: Form[bool] = False) -> FolderStepOut:
    """Put files into a folder of the site: beside what is there under another name, or in its place."""
    site = _site(site_id)
    try:
        named = json.loads(paths)
    except ValueError as error:
        raise Refused("The list of paths does not parse.") from error
    given = [str(path) for path in named] if isinstance(named, list) and len(named) == len(files) else [file.name or "" for file in files]
    known = {alike(file.path): file for file in site.files.defer("content")}
    parts: list[Part] = []
    for path, file in zip(given, files, strict=True):
        if is_ignored(path):
            continue
        wanted = clean_path(posixpath.join(folder, path))
        there = known.get(alike(wanted))
        if there is not None and replace:
            parts.append(Part(there.path, there.path, file.read(), there.revision))
            continue
        wanted = free_path(wanted, {*known, *(alike(part.new_path) for part in parts)})
        parts.append(Part("", wanted, file.read()))
    words = f"{parts[0].new_path}{f' and {len(parts) - 1} more' if len(parts) > 1 else ''} put in" if parts else ""
    return step_out(carry_out(site, Plan(words, parts)))


@router.get("/{site_id}/links", response={200: LinksOut, 404: ErrorOut})
def links(request: HttpRequest, site_id: int) -> dict[str, Any]:
    """What uses what, what nothing uses, and what leads nowhere."""
    return folder_work.links_of(request, site_id=site_id)


@router.post("/{site_id}/picture", response={200: PictureOut, 404: ErrorOut, 422: ErrorOut})
def picture(request: HttpRequest, site_id: int, payload: PictureIn) -> dict[str, Any]:
    """How large a picture is, and how large it is ever shown."""
    return folder_work.shown_at_most(request, site_id=site_id, payload=payload)


@router.post("/{site_id}/search", response={200: SearchedOut, 404: ErrorOut, 422: ErrorOut})
def search(request: HttpRequest, site_id: int, payload: SearchIn) -> dict[str, Any]:
    """Find words over all files of the site."""
    return folder_work.searched(request, site_id=site_id, payload=payload)


@router.post("/{site_id}/replace", response={200: FolderStepOut, 404: ErrorOut, 422: ErrorOut})
def replace_found(request: HttpRequest, site_id: int, payload: ReplaceIn) -> FolderStepOut:
    """Replace what is found, all or what was chosen, in one step."""
    return step_out(carry_out(_site(site_id), folder_work.replacing(request, site_id=site_id, payload=payload)))


@router.post("/{site_id}/steps/{step_id}/undo", response={200: FolderStepOut, 404: ErrorOut, 422: ErrorOut})
def undo_step(request: HttpRequest, site_id: int, step_id: int) -> FolderStepOut:
    """Undo a step, in one."""
    return step_out(undo(get_object_or_404(Step, pk=step_id, site_id=site_id)))


@router.get("/{site_id}/kept", response={200: KeptStatesOut, 404: ErrorOut})
def kept(request: HttpRequest, site_id: int) -> KeptStatesOut:
    """What is kept of the site as it was: moments, steps, and how much room earlier states take."""
    site = _site(site_id)
    return KeptStatesOut(
        bytes=kept_bytes(site), most=MOST_BYTES, rule=SAID, moments=[moment_out(moment) for moment in site.moments.all()],
        steps=[step_out(step) for step in site.steps.prefetch_related("parts")[:STEPS_SHOWN]],
    )  # fmt: skip


def moment_out(moment: Moment) -> MomentOut:
    """A moment as it is told."""
    return MomentOut(id=moment.pk, name=moment.name, made_at=moment.made_at.isoformat(), files=moment.files.count(), changed=moments.changed_since(moment))


@router.post("/{site_id}/moments", response={201: MomentOut, 404: ErrorOut, 422: ErrorOut})
def make_moment(request: HttpRequest, site_id: int, payload: NameIn) -> tuple[int, MomentOut]:
    """Give the site as it is a name."""
    return 201, moment_out(moments.name_moment(_site(site_id), payload.name))


@router.post("/{site_id}/moments/{moment_id}/bring-back", response={200: FolderStepOut | None, 404: ErrorOut, 422: ErrorOut})
def bring_moment_back(request: HttpRequest, site_id: int, moment_id: int) -> FolderStepOut | None:
    """Make the site as it was at a moment; nothing where it is so already."""
    step = moments.bring_back(get_object_or_404(Moment, pk=moment_id, site_id=site_id))
    return step_out(step) if step is not None else None


@router.delete("/{site_id}/moments/{moment_id}", response={204: None, 404: ErrorOut})
def forget_moment(request: HttpRequest, site_id: int, moment_id: int) -> tuple[int, None]:
    """Forget a moment's name; the states stay as long as others of their age."""
    get_object_or_404(Moment, pk=moment_id, site_id=site_id).delete()
    return 204, None
