"""What can be done with sites: made, taken in, saved to, brought back, taken away."""

from __future__ import annotations

import io
import zipfile
from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from types import MappingProxyType

from django.db import transaction
from django.db.models import F, Max

from ..core.site import empty_page
from . import on_disk
from .errors import Clash, Refused
from .models import Pin, Revision, Site, SiteFile, StepPart
from .news import tell_files, tell_saved
from .paths import clean_path, is_ignored, is_page, without_common_folder
from .thinning import THINNED_EACH, thin
from .twins import Twins, decided, twins_among

MOST_FILES = 400
MOST_TWINS = 8
"""Told of files that would be one."""
LARGEST_FILE = 12 * 1024 * 1024
LARGEST_SITE = 60 * 1024 * 1024
DEFAULT_PINS = (
    ("small phone", 320, 640), ("phone", 390, 780), ("tablet upright", 768, 1024), ("tablet flat", 1024, 768),
    ("desk", 1440, 900),
)  # fmt: skip

EMPTY_STYLES = """/* {title} */
*, *::before, *::after {{ box-sizing: border-box; }}
body {{ margin: 0; font-family: system-ui, sans-serif; line-height: 1.5; }}
img {{ max-width: 100%; height: auto; }}
main {{ max-width: 1080px; margin: 0 auto; padding: 0 1.5rem; }}
"""
PICTURE_FOLDER_NOTE = "Pictures of the site go into this folder.\n"


@dataclass(frozen=True, slots=True)
class NewFile:
    """A file on its way into a site."""

    path: str
    content: bytes


def clean_name(raw: str) -> str:
    """A site's name. Raises Refused where it is empty or too long."""
    name = " ".join(raw.split())
    if not name:
        raise Refused("A site needs a name.")
    if len(name) > 120:
        raise Refused("A site's name has 120 characters at most.")
    return name


def new_site(name: str) -> Site:
    """A site with an empty page that is already right: doctype, language, charset, viewport, stylesheet."""
    title = clean_name(name)
    return add_site(title, [
        NewFile("index.html", empty_page("index.html", title, ["style.css"]).encode()),
        NewFile("style.css", EMPTY_STYLES.format(title=title.replace("*/", "")).encode()),
        NewFile("pictures/read-me.txt", PICTURE_FOLDER_NOTE.encode()),
    ])  # fmt: skip


def add_site(name: str, files: Iterable[NewFile], is_demo: bool = False) -> Site:
    """A site with files in it; all are taken in or none. Raises Refused beyond the bounds."""
    taken = checked(files)
    with transaction.atomic():
        site = Site.objects.create(name=clean_name(name), is_demo=is_demo)
        made = SiteFile.objects.bulk_create([SiteFile(site=site, path=path, content=content) for path, content in taken.items()])
        Revision.objects.bulk_create([Revision(file=file, number=1, content=file.content) for file in made])
        Pin.objects.bulk_create([Pin(site=site, name=n, width=w, height=h) for n, w, h in DEFAULT_PINS])
    return site


def checked(files: Iterable[NewFile], *, needs_page: bool = True) -> dict[str, bytes]:
    """Files by their paths, within the bounds of a site. Raises Refused."""
    taken: dict[str, bytes] = {}
    total = 0
    files = [file for file in files if not is_ignored(clean_path(file.path))]
    _check_twins([file.path for file in files])
    for file in files:
        path = clean_path(file.path)
        if len(file.content) > LARGEST_FILE:
            raise Refused(f"{path} has {len(file.content) / 1048576:.1f} MB; {LARGEST_FILE // 1048576} MB are the most for one file.")
        total += len(file.content)
        if total > LARGEST_SITE:
            raise Refused(f"The files have more than {LARGEST_SITE // 1048576} MB together, which is the most for one site.")
        taken[path] = file.content
        if len(taken) > MOST_FILES:
            raise Refused(f"There are more than {MOST_FILES} files, which is the most for one site.")
    if needs_page and not any(is_page(path) for path in taken):
        raise Refused("There is no HTML page among the files. Put in at least one .html file.")
    return taken


def _check_twins(paths: list[str]) -> None:
    """Raises Refused where files would be one: under the same name, in other capitals, or in letters put together otherwise."""
    twins = [" and ".join(one.path for one in group) for group in twins_among((number, path, 0) for number, path in enumerate(paths))]
    if twins:
        more = f", and {len(twins) - MOST_TWINS} more" if len(twins) > MOST_TWINS else ""
        raise Refused(f"These are one file on many systems, as they differ only in capitals, or in nothing: {'; '.join(twins[:MOST_TWINS])}{more}. Rename or leave out one of each. Nothing was taken in.")


def import_files(name: str, files: list[NewFile], choices: Mapping[int, str] = MappingProxyType({})) -> Site:
    """A site from files, a folder's files or one zip. ``choices`` say of files, by their place, under which path they are kept,
    "" to leave one out. Raises Refused, and Twins where some would be one file and nothing is chosen yet."""
    if len(files) == 1 and files[0].path.lower().endswith(".zip"):
        name = name or files[0].path.rsplit("/", 1)[-1][:-4]
        files = read_zip(files[0].content)
    kept = [file for file in files if not is_ignored(file.path.replace("\\", "/"))]
    paths = decided([clean_path(file.path) for file in kept], choices)
    numbered = [(number, NewFile(path, file.content)) for number, (path, file) in enumerate(zip(paths, kept, strict=True)) if path is not None]
    if twins := twins_among((number, file.path, len(file.content)) for number, file in numbered):
        raise Twins(twins)
    kept = [file for _, file in numbered]
    if not kept:
        raise Refused("There are no files in it.")
    shorter = without_common_folder([clean_path(file.path) for file in kept])
    if not name:
        name = clean_path(kept[0].path).split("/", 1)[0].rsplit(".", 1)[0]
    return add_site(name, [NewFile(shorter[clean_path(file.path)], file.content) for file in kept])


def read_zip(data: bytes) -> list[NewFile]:
    """The files of a zip, with every bound checked before anything is unpacked. Raises Refused."""
    try:
        with zipfile.ZipFile(io.BytesIO(data)) as archive:
            entries = [info for info in archive.infolist() if not info.is_dir() and not is_ignored(info.filename)]
            if len(entries) > MOST_FILES:
                raise Refused(f"The zip holds {len(entries)} files; {MOST_FILES} are the most for one site.")
            if sum(info.file_size for info in entries) > LARGEST_SITE:
                raise Refused(f"The zip unpacks to more than {LARGEST_SITE // 1048576} MB, which is the most for one site.")
            return [NewFile(clean_path(info.filename), read_entry(archive, info)) for info in entries]
    except (zipfile.BadZipFile, NotImplementedError, RuntimeError, EOFError, OSError) as error:
        raise Refused("The zip cannot be read. Pack it again without a password.") from error


def read_entry(archive: zipfile.ZipFile, info: zipfile.ZipInfo) -> bytes:
    """An entry's bytes; what it says of its size is not believed."""
    with archive.open(info) as stream:
        content = stream.read(LARGEST_FILE + 1)
    if len(content) > LARGEST_FILE:
        raise Refused(f"{info.filename} unpacks to more than {LARGEST_FILE // 1048576} MB, the most for one file.")
    return content


def write_zip(site: Site) -> bytes:
    """The site's files as a zip, byte for byte."""
    result = io.BytesIO()
    with zipfile.ZipFile(result, "w", zipfile.ZIP_DEFLATED) as archive:
        for file in site.files.all():
            stamp = file.updated_at.timetuple()[:6]
            info = zipfile.ZipInfo(file.path, date_time=(max(stamp[0], 1980), *stamp[1:]))
            info.compress_type = zipfile.ZIP_DEFLATED
            archive.writestr(info, bytes(file.content))
    return result.getvalue()


def save_file(site: Site, path: str, content: bytes, base_revision: int) -> SiteFile:
    """Save a new state on top of revision ``base_revision`` (0 for a new file).

    Raises Clash where a newer state is there; nothing is overwritten then.
    """
    path = clean_path(path)
    if len(content) > LARGEST_FILE:
        raise Refused(f"{path} is larger than {LARGEST_FILE // 1048576} MB, the most for one file.")
    on_disk.look(site, [path])
    with transaction.atomic():
        file = SiteFile.objects.select_for_update().filter(site=site, path=path).first()
        if file is None:
            file = create_file(site, path, content)
            on_disk.write(site, {path: content})
            return file
        if bytes(file.content) == content:
            return file
        if file.revision != base_revision:
            raise Clash(path, file.revision, bytes(file.content).decode("utf-8", "replace"))
        file.content = content
        file.revision = F("revision") + 1  # type: ignore[assignment]
        file.save()
        file.refresh_from_db()
        Revision.objects.create(file=file, number=file.revision, content=content)
        if file.revision % THINNED_EACH == 0:
            thin(file)
        site.save(update_fields=["updated_at"])
        on_disk.write(site, {path: content})
        tell_saved(site.pk, path, file.revision)
    return file


def create_file(site: Site, path: str, content: bytes) -> SiteFile:
    """A file that the site does not have yet, in a transaction. Raises Refused beyond the bounds."""
    if site.files.count() >= MOST_FILES:
        raise Refused(f"The site has {MOST_FILES} files, which is the most.")
    if not Site.objects.select_for_update().filter(pk=site.pk).exists():
        raise Refused("The site was removed meanwhile, so there is nothing to save into.", 404)
    number = first_revision(site, path)
    file = SiteFile.objects.create(site=site, path=path, content=content, revision=number)
    Revision.objects.create(file=file, number=number, content=content)
    site.save(update_fields=["updated_at"])
    tell_files(site.pk, [("", path)])
    return file


def first_revision(site: Site, path: str) -> int:
    """The number of a new file's first state: above those of what stood at the path before, so that who still has that open
    cannot save over the new one."""
    removed = SiteFile.everything.filter(site=site, path=path).aggregate(most=Max("revision"))["most"] or 0
    moved = StepPart.objects.filter(step__site=site, path_before=path).aggregate(most=Max("file__revision"))["most"] or 0
    return max(removed, moved) + 1


def bring_back(file: SiteFile, number: int) -> SiteFile:
    """Make an earlier state the newest one, as a further revision. Raises Refused."""
    revision = file.revisions.filter(number=number).first()
    if revision is None:
        raise Refused(f"{file.path} has no revision {number}.", 404)
    return save_file(file.site, file.path, bytes(revision.content), file.revision)
