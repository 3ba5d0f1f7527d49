"""Where sites that are tied to a folder reach it: the folders' own part says how, when it is loaded."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping

from .models import Site

Look = Callable[[Site, Iterable[str]], None]
Write = Callable[[Site, Mapping[str, bytes | None], Mapping[str, str]], None]
_reach: list[tuple[Look, Write]] = []


def reach_by(look: Look, write: Write) -> None:
    """Say how a folder is looked at and written to."""
    _reach[:] = [(look, write)]


def look(site: Site, paths: Iterable[str]) -> None:
    """Take in what another program did to some files of a tied site, before anything is done to them here."""
    if site.folder:
        for one, _ in _reach:
            one(site, paths)


def write(site: Site, changes: Mapping[str, bytes | None], moved_from: Mapping[str, str] | None = None) -> None:
    """Do to a tied site's folder what is done here: whole or not at all. Raises Refused."""
    if site.folder:
        for _, one in _reach:
            one(site, changes, moved_from or {})
