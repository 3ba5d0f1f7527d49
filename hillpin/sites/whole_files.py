"""A site's files for work that is done in another process."""

from __future__ import annotations

from ..core.errors import InputError
from .models import Site, SiteFile


def files_of(site: Site, page: str, drafts: dict[str, str]) -> dict[str, bytes]:
    """All files with texts that are not saved yet over them. Raises InputError where there is no such page."""
    files = {path: bytes(content) for path, content in SiteFile.objects.filter(site=site).values_list("path", "content")}
    files.update({path: text.encode() for path, text in drafts.items()})
    if page not in files:
        raise InputError(f"There is no file {page}.")
    return files
