"""A site and its folder, kept alike: what changed there comes here as further states, what is done here is done there first."""

from __future__ import annotations

import os
from collections.abc import Iterable, Mapping
from pathlib import Path

from django.db import transaction
from django.utils import timezone

from ..sites import store
from ..sites.errors import Refused
from ..sites.models import Pin, Revision, Site, SiteFile
from ..sites.news import tell_files, tell_saved
from ..sites.on_disk import reach_by
from ..sites.paths import clean_path, is_page
from ..sites.steps import check_together
from .disk import Disk

ROOT = "HILLPIN_ROOT"
"""The environment's name for the folder below which others may be tied by typing."""


def root() -> Path | None:
    """The folder below which others may be tied, where one was given at the start."""
    given = os.environ.get(ROOT)
    return Path(given).resolve() if given else None


def below_root(typed: str) -> Path:
    """A folder that a person typed. Raises Refused where none may be tied, or it is not there, or outside."""
    allowed = root()
    if allowed is None:
        raise Refused("No folder may be tied from here: start with ./pin start --root PATH, and name folders below it.")
    path = Path(os.path.realpath(allowed / typed.strip()))
    if path != allowed and allowed not in path.parents:
        raise Refused(f"{typed} is not below {allowed}.")
    if not path.is_dir():
        raise Refused(f"There is no folder {path}.")
    return path


def tie(path: Path, name: str = "") -> Site:
    """The site of a folder: the one that is tied to it already, or a new one with its files. Raises Refused."""
    path = Path(os.path.realpath(path))
    known = Site.objects.filter(folder=str(path)).first()
    if known is not None:
        take_in(known)
        return known
    files = _read_all(Disk(path))
    if not any(is_page(one) for one in files):
        raise Refused(f"There is no HTML page in {path}. Put at least one .html file there.")
    with transaction.atomic():
        site = Site.objects.create(name=store.clean_name(name or path.name), folder=str(path))
        made = SiteFile.objects.bulk_create([SiteFile(site=site, path=one, content=content) for one, content in files.items()])
        Revision.objects.bulk_create([Revision(file=file, number=1, content=file.content) for file in made])
        Pin.objects.bulk_create([Pin(site=site, name=n, width=w, height=h) for n, w, h in store.DEFAULT_PINS])
    return site


def _read_all(disk: Disk) -> dict[str, bytes]:
    """The files of a folder, within the bounds of a site. Raises Refused beyond them."""
    found: dict[str, bytes] = {}
    total = 0
    for path, size in disk.paths():
        if size > store.LARGEST_FILE:
            raise Refused(f"{path} has {size / 1048576:.1f} MB; {store.LARGEST_FILE // 1048576} MB are the most for one file. Name it in the folder's .gitignore to leave it out.")
        total += size
        if total > store.LARGEST_SITE:
            raise Refused(f"The folder {disk.root} has more than {store.LARGEST_SITE // 1048576} MB, which is the most for one site.")
        if len(found) >= store.MOST_FILES:
            raise Refused(f"The folder {disk.root} has more than {store.MOST_FILES} files, which is the most for one site. Name what is no part of it in its .gitignore.")
        content = disk.read(path)
        if content is not None:
            found[clean_path(path)] = content
    check_together([], found)
    return found


def disk_of(site: Site) -> Disk | None:
    """The folder that a site is tied to."""
    return Disk(Path(site.folder)) if site.folder else None


def take_in(site: Site, paths: set[str] | None = None) -> list[str]:
    """Take in what differs in the folder, of some paths or all: as further states. Gives the paths that changed here.

    Raises Refused where the folder is not there or is beyond a bound; nothing is changed here then.
    """
    disk = disk_of(site)
    if disk is None:
        return []
    disk.check()
    if paths is None:
        there: dict[str, bytes | None] = dict(_read_all(disk))
        there.update({path: None for path in site.files.values_list("path", flat=True) if path not in there})
    else:
        there = {path: disk.read(path) for path in paths}
    changed: list[str] = []
    left: list[str] = []
    with transaction.atomic():
        known = {file.path: file for file in SiteFile.objects.select_for_update().filter(site=site, path__in=list(there))}
        moved: list[tuple[str, str]] = []
        for path, content in there.items():
            file = known.get(path)
            if file is None and content is not None:
                if site.files.count() >= store.MOST_FILES or len(content) > store.LARGEST_FILE:
                    left.append(path)
                    continue
                store.create_file(site, path, content)
                moved.append(("", path))
            elif file is not None and content is None:
                _remove(file)
                moved.append((path, ""))
            elif file is not None and content is not None and bytes(file.content) != content:
                file.content, file.revision = content, file.revision + 1
                file.save()
                Revision.objects.create(file=file, number=file.revision, content=content)
                tell_saved(site.pk, path, file.revision)
            else:
                continue
            changed.append(path)
        if moved:
            tell_files(site.pk, moved)
        if changed:
            site.save(update_fields=["updated_at"])
    if left:
        raise Refused(f"{left[0]} is left out: a site has {store.MOST_FILES} files of {store.LARGEST_FILE // 1048576} MB at most.")
    return changed


def _remove(file: SiteFile) -> None:
    file.removed_at = timezone.now()
    file.save(update_fields=["removed_at"])


def _look(site: Site, paths: Iterable[str]) -> None:
    take_in(site, set(paths))


def _write(site: Site, changes: Mapping[str, bytes | None], moved_from: Mapping[str, str]) -> None:
    disk = disk_of(site)
    if disk is not None:
        disk.write(changes, moved_from)


reach_by(_look, _write)
