"""Sites taken in and taken away whole, over HTTP."""

from __future__ import annotations

import json

from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import File, Form, Router
from ninja.files import UploadedFile

from ..sites import store
from ..sites.api import site_out, zip_name
from ..sites.errors import Refused
from ..sites.models import Site
from ..sites.schemas import ErrorOut, SiteOut, TwinOut, TwinsOut
from ..sites.twins import Twins
from .coming_in import MOST_BYTES, holds_everything, taken_in
from .going_out import written

router = Router(tags=["exchange"])


@router.post("/import", response={201: SiteOut, 409: TwinsOut, 422: ErrorOut})
def import_site(
    request: HttpRequest, files: File[list[UploadedFile]], paths: Form[str] = "[]", name: Form[str] = "", choices: Form[str] = "{}"
) -> tuple[int, SiteOut | TwinsOut]:
    """A site from a zip, a folder or several files; ``paths`` names the files' paths in a folder, as JSON. A zip with all that is
    kept of a site gives all of that. Of files that would be one on many systems, ``choices`` say which are kept, as JSON: a file's
    number to its path, or to nothing."""
    try:
        named = json.loads(paths)
    except ValueError as error:
        raise Refused("The list of paths does not parse.") from error
    if not isinstance(named, list) or (named and len(named) != len(files)):
        raise Refused("Each file needs one path.")
    given = [str(path) for path in named] or [file.name or "" for file in files]
    total = sum(file.size or 0 for file in files)
    if len(files) == 1 and given[0].lower().endswith(".zip") and total <= MOST_BYTES:
        content = files[0].read()
        if holds_everything(content):
            return 201, site_out(request, taken_in(content, name))
        files[0].seek(0)
    if total > store.LARGEST_SITE:
        raise Refused(f"The files have more than {store.LARGEST_SITE // 1048576} MB together, which is the most for one site.")
    taken = [store.NewFile(path, file.read()) for path, file in zip(given, files, strict=True)]
    try:
        return 201, site_out(request, store.import_files(name, taken, _choices(choices)))
    except Twins as asked:
        return 409, TwinsOut(detail=str(asked), twins=[[TwinOut(number=one.number, path=one.path, bytes=one.bytes, other=one.other) for one in group] for group in asked.groups])


def _choices(text: str) -> dict[int, str]:
    try:
        return {int(number): str(path) for number, path in json.loads(text).items()}
    except (ValueError, AttributeError) as error:
        raise Refused("The choices do not parse.") from error


@router.get("/{site_id}/everything", response={200: None, 404: ErrorOut})
def take_everything(request: HttpRequest, site_id: int) -> HttpResponse:
    """A zip with all that is kept of a site, in open formats."""
    site = get_object_or_404(Site, pk=site_id)
    return HttpResponse(written(site), content_type="application/zip", headers={"Content-Disposition": f'attachment; filename="{zip_name(site)}-everything.zip"'})
