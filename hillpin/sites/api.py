"""Sites over HTTP: thin over ``store``."""

from __future__ import annotations

from collections import Counter
from typing import Any

from django.db.models.functions import Length
from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Router

from ..origins import base_of
from ..sites import removed, store
from .errors import Refused
from .models import MomentFile, Pin, Site, SiteFile
from .paths import clean_path, is_page, is_text, media_type
from .schemas import (
    BringBackIn,
    ClashOut,
    ErrorOut,
    FileOut,
    FileText,
    NameIn,
    PinOut,
    RemovedSiteOut,
    RevisionOut,
    SavedOut,
    SaveIn,
    ScriptsIn,
    ShownOut,
    SiteOut,
    SiteSummary,
)

router = Router(tags=["sites"])
MOST_PINS = 24
STATES_SHOWN = 100
MOST_SHOWN = 20_000


def kind_of(path: str) -> str:
    """What a file is to the person."""
    if is_page(path):
        return "page"
    kind = media_type(path)
    if kind == "text/css":
        return "style"
    if kind.startswith("image/"):
        return "picture"
    if kind.startswith("font/"):
        return "font"
    return "text" if is_text(path) else "other"


def decoded(content: bytes) -> str | None:
    """A file's text with line ends as ``\\n``; None where it is not UTF-8."""
    try:
        return bytes(content).decode("utf-8-sig").replace("\r\n", "\n").replace("\r", "\n")
    except UnicodeDecodeError:
        return None


def encoded(text: str, before: bytes | None) -> bytes:
    """Text as bytes, with the line ends and the byte order mark that the file had before."""
    text = text.replace("\r\n", "\n")
    if before is not None:
        if before.count(b"\r\n") * 2 > before.count(b"\n"):
            text = text.replace("\n", "\r\n")
        if before.startswith(b"\xef\xbb\xbf"):
            text = "\ufeff" + text
    return text.encode()


def files_out(site: Site) -> list[FileOut]:
    """The descriptions of a site's files; only texts are read for it."""
    known = site.files.annotate(size=Length("content")).values_list("path", "size", "revision")
    texts = dict(site.files.filter(path__in=[path for path, _, _ in known if is_text(path)]).values_list("path", "content"))
    return [
        FileOut(path=path, kind=kind_of(path), size=size or 0, revision=revision, editable=path in texts and decoded(texts[path]) is not None)
        for path, size, revision in known
    ]


def site_out(request: HttpRequest, site: Site) -> SiteOut:
    """A site with its files and pins."""
    return SiteOut(
        id=site.pk, name=site.name, is_demo=site.is_demo, runs_scripts=site.runs_scripts, pages=base_of(request, site), updated_at=site.updated_at.isoformat(),
        files=files_out(site),
        pins=[PinOut(name=pin.name, width=pin.width, height=pin.height) for pin in site.pins.all()],
        folder=site.folder,
    )  # fmt: skip


def find_file(site_id: int, path: str) -> SiteFile:
    """A file of a site, or 404."""
    return get_object_or_404(SiteFile, site_id=site_id, path=clean_path(path))


@router.get("", response=list[SiteSummary])
def list_sites(request: HttpRequest) -> list[SiteSummary]:
    """All sites, the one worked on last first."""
    return [
        SiteSummary(
            id=site.pk, name=site.name, is_demo=site.is_demo, updated_at=site.updated_at.isoformat(),
            pages=sorted((p for p in paths if is_page(p)), key=lambda p: (p.count("/"), not p.endswith("index.html"), p)),
            file_count=len(paths), folder=site.folder,
        )
        for site in Site.objects.all()
        for paths in [list(site.files.values_list("path", flat=True))]
    ]  # fmt: skip


@router.get("/removed", response=list[RemovedSiteOut])
def list_removed(request: HttpRequest) -> list[dict[str, Any]]:
    """Sites that were removed and can be brought back."""
    return removed.removed_sites()


@router.post("/removed/{removed_id}/bring-back", response={200: SiteOut, 404: ErrorOut})
def bring_site_back(request: HttpRequest, removed_id: int) -> SiteOut:
    """Bring a removed site back with all that was in it."""
    return site_out(request, removed.bring_back(removed_id))


@router.delete("/removed/{removed_id}", response={204: None, 404: ErrorOut})
def drop_site(request: HttpRequest, removed_id: int) -> tuple[int, None]:
    """Drop a removed site for good."""
    removed.find(removed_id).delete()
    return 204, None


@router.post("", response={201: SiteOut, 422: ErrorOut})
def make_site(request: HttpRequest, payload: NameIn) -> tuple[int, SiteOut]:
    """A new site from an empty page that is already right."""
    return 201, site_out(request, store.new_site(payload.name))


@router.get("/{site_id}", response={200: SiteOut, 404: ErrorOut})
def read_site(request: HttpRequest, site_id: int) -> SiteOut:
    """One site."""
    return site_out(request, get_object_or_404(Site, pk=site_id))


@router.patch("/{site_id}", response={200: SiteOut, 404: ErrorOut, 422: ErrorOut})
def rename_site(request: HttpRequest, site_id: int, payload: NameIn) -> SiteOut:
    """Give a site another name."""
    site = get_object_or_404(Site, pk=site_id)
    site.name = store.clean_name(payload.name)
    site.save()
    return site_out(request, site)


@router.put("/{site_id}/scripts", response={200: SiteOut, 404: ErrorOut})
def set_scripts(request: HttpRequest, site_id: int, payload: ScriptsIn) -> SiteOut:
    """Let the pages' own scripts run in the sandboxed frame, or rest."""
    site = get_object_or_404(Site, pk=site_id)
    site.runs_scripts = payload.run
    site.save(update_fields=["runs_scripts"])
    return site_out(request, site)


@router.delete("/{site_id}", response={204: None, 404: ErrorOut})
def remove_site(request: HttpRequest, site_id: int) -> tuple[int, None]:
    """Remove a site with all its files. For 30 days it can be brought back."""
    removed.remove(get_object_or_404(Site, pk=site_id))
    return 204, None


@router.get("/{site_id}/zip", response={200: None, 404: ErrorOut})
def take_zip(request: HttpRequest, site_id: int) -> HttpResponse:
    """The site's files as a zip."""
    site = get_object_or_404(Site, pk=site_id)
    response = HttpResponse(store.write_zip(site), content_type="application/zip")
    response.headers["Content-Disposition"] = f'attachment; filename="{zip_name(site)}.zip"'
    return response


def zip_name(site: Site) -> str:
    """A site's name as a file's, in letters that every system takes."""
    return "".join(c if (c.isalnum() and c.isascii()) or c in "-_" else "-" for c in site.name.lower()).strip("-") or "site"


@router.get("/{site_id}/file", response={200: FileText, 404: ErrorOut, 422: ErrorOut})
def read_file(request: HttpRequest, site_id: int, path: str, revision: int | None = None) -> FileText:
    """A text file's newest or an earlier state."""
    file = find_file(site_id, path)
    content, number, saved = bytes(file.content), file.revision, file.updated_at
    if revision is not None:
        earlier = file.revisions.filter(number=revision).first()
        if earlier is None:
            raise Refused(f"{file.path} has no revision {revision}.", 404)
        content, number, saved = bytes(earlier.content), earlier.number, earlier.saved_at
    text = decoded(content)
    if text is None or not is_text(file.path):
        raise Refused(f"{file.path} is not text in UTF-8, so it is kept as it is and not edited here.")
    return FileText(path=file.path, text=text, revision=number, saved_at=saved.isoformat())


@router.get("/{site_id}/file/shown", response={200: ShownOut, 404: ErrorOut, 422: ErrorOut})
def show_file(request: HttpRequest, site_id: int, path: str) -> ShownOut:
    """The beginning of a text file that is not UTF-8, read as browsers read such files (windows-1252): to look at only."""
    file = find_file(site_id, path)
    if not is_text(file.path):
        raise Refused(f"{file.path} is no text.")
    content = bytes(file.content)
    return ShownOut(path=file.path, text=content[:MOST_SHOWN].decode("cp1252", "replace"), is_cut=len(content) > MOST_SHOWN)


@router.put("/{site_id}/file", response={200: SavedOut, 404: ErrorOut, 409: ClashOut, 422: ErrorOut})
def save_file(request: HttpRequest, site_id: int, payload: SaveIn) -> SavedOut:
    """Save a text file on top of the revision that the text was made from."""
    site = get_object_or_404(Site, pk=site_id)
    path = clean_path(payload.path)
    if not is_text(path):
        raise Refused(f"{path} is not a text file by its ending, so it cannot be edited here.")
    known = site.files.filter(path=path).first()
    content = encoded(payload.text, bytes(known.content) if known is not None else None)
    file = store.save_file(site, path, content, payload.base_revision)
    return SavedOut(path=file.path, revision=file.revision, saved_at=file.updated_at.isoformat())


@router.get("/{site_id}/revisions", response={200: list[RevisionOut], 404: ErrorOut})
def list_revisions(request: HttpRequest, site_id: int, path: str) -> list[RevisionOut]:
    """The kept states of a file, newest first, each with how much it changed, and the names of the moments that it belongs to."""
    file = find_file(site_id, path)
    states = list(file.revisions.all()[: STATES_SHOWN + 1])
    names: dict[int, list[str]] = {}
    for key, name in MomentFile.objects.filter(revision__file=file).values_list("revision", "moment__name"):
        names.setdefault(key, []).append(name)
    lines = [Counter(bytes(state.content).splitlines()) for state in states] if is_text(file.path) else [Counter[bytes]() for _ in states]
    before = [*lines[1:], Counter[bytes]()]
    return [
        RevisionOut(
            number=state.number, saved_at=state.saved_at.isoformat(), size=len(bytes(state.content)), moments=names.get(state.pk, []),
            lines_added=(now - old).total(), lines_removed=(old - now).total(),
        )
        for state, now, old in zip(states, lines, before, strict=True)
    ][:STATES_SHOWN]  # fmt: skip


@router.post("/{site_id}/bring-back", response={200: SavedOut, 404: ErrorOut, 422: ErrorOut})
def bring_back(request: HttpRequest, site_id: int, payload: BringBackIn) -> SavedOut:
    """Make an earlier state the newest, as a further revision."""
    file = store.bring_back(find_file(site_id, payload.path), payload.number)
    return SavedOut(path=file.path, revision=file.revision, saved_at=file.updated_at.isoformat())


@router.put("/{site_id}/pins", response={200: list[PinOut], 404: ErrorOut, 422: ErrorOut})
def set_pins(request: HttpRequest, site_id: int, payload: list[PinOut]) -> list[PinOut]:
    """Replace the pins of a site."""
    site = get_object_or_404(Site, pk=site_id)
    if len(payload) > MOST_PINS:
        raise Refused(f"{MOST_PINS} pins are the most.")
    for pin in payload:
        if not pin.name.strip() or len(pin.name) > 40:
            raise Refused("A pin needs a name of 40 characters at most.")
        if not (100 <= pin.width <= 4000 and 100 <= pin.height <= 4000):
            raise Refused(f"The pin {pin.name} is {pin.width} × {pin.height}; both sides go from 100 to 4,000.")
    site.pins.all().delete()
    Pin.objects.bulk_create([Pin(site=site, name=p.name.strip(), width=p.width, height=p.height) for p in payload])
    return [PinOut(name=pin.name, width=pin.width, height=pin.height) for pin in site.pins.all()]
