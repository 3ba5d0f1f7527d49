"""Pages of sites as core reads them: stored files with unsaved drafts over them, kept while nothing changes."""

from __future__ import annotations

import hashlib
import threading
from collections import OrderedDict
from collections.abc import Callable

from django.db import connection

from ..core.errors import InputError
from ..core.page import Page
from ..core.writing import edit_sheet
from ..sites.models import Site, SiteFile
from .browser_fonts import browser_fonts

MOST_PAGES = 8


State = tuple[int, int]
"""A file's number and its revision."""


class KnownSites(threading.local):
    """What this thread's connection last read of sites and their files' revisions.

    Typing asks at every keystroke, and nearly always nothing has changed: SQLite says so in a hundredth of the time
    of reading it again. ``data_version`` grows with every commit of another connection, ``total_changes`` with this one's.
    """

    def __init__(self) -> None:
        self._state: object = None
        self._sites: dict[int, Site] = {}
        self._revisions: dict[int, dict[str, State]] = {}

    def _refresh(self) -> None:
        connection.ensure_connection()
        raw = connection.connection
        state = (id(raw), raw.execute("PRAGMA data_version").fetchone()[0], raw.total_changes)
        if state != self._state:
            self._state = state
            self._sites.clear()
            self._revisions.clear()

    def site(self, number: int) -> Site:
        """A site. Raises Site.DoesNotExist."""
        self._refresh()
        if number not in self._sites:
            self._sites[number] = Site.objects.get(pk=number)
        return self._sites[number]

    def revisions(self, site: Site) -> dict[str, State]:
        """The file, by its number, and its revision at each path of a site: equal where nothing changed, whatever was renamed."""
        self._refresh()
        if site.pk not in self._revisions:
            self._revisions[site.pk] = {path: (number, revision) for path, number, revision in SiteFile.objects.filter(site=site).values_list("path", "pk", "revision")}
        return self._revisions[site.pk]


known_sites = KnownSites()


class SiteFiles:
    """The files of a site with drafts over them, as core's ``Files``."""

    def __init__(self, site: Site, drafts: dict[str, str]) -> None:
        self._drafts = {path: text.encode() for path, text in drafts.items()}
        self._site = site
        self._revisions = known_sites.revisions(site)

    def read(self, path: str) -> bytes | None:
        """The bytes of a draft or of the stored file."""
        draft = self._drafts.get(path)
        if draft is not None:
            return draft
        if path not in self._revisions:
            return None
        content = SiteFile.objects.filter(site=self._site, path=path).values_list("content", flat=True).first()
        return bytes(content) if content is not None else None

    def key(self, path: str) -> tuple[str, object]:
        """The path with its revision or its draft's hash."""
        draft = self._drafts.get(path)
        return (path, hash(draft) if draft is not None else self._revisions.get(path))

    def changed_from(self, other: SiteFiles) -> set[str]:
        """The paths whose content may be another one than in another state, or than in another site with the same number."""
        if self._site.created_at != other._site.created_at:
            return {*self._revisions, *other._revisions}
        paths = {*self._revisions, *other._revisions, *self._drafts, *other._drafts}
        return {path for path in paths if self.key(path) != other.key(path)}

    def state(self) -> str:
        """A digest of every file's revision and every draft: equal where nothing changed."""
        digest = hashlib.sha256(repr((self._site.created_at, sorted(self._revisions.items()))).encode())
        for path in sorted(self._drafts):
            digest.update(path.encode() + b"\0" + self._drafts[path] + b"\0")
        return digest.hexdigest()


Key = tuple[int, str, int, str]
"""A site, a path, how often the browser's fonts were told, and the state of the files."""


class PageShelf:
    """The pages asked for last, each with a lock: a page is laid out by one request at a time."""

    def __init__(self) -> None:
        self._pages: OrderedDict[Key, tuple[Page, threading.Lock]] = OrderedDict()
        self._lock = threading.Lock()

    def page(self, site: Site, path: str, drafts: dict[str, str]) -> tuple[Page, threading.Lock]:
        """The page at a path with its lock. Raises InputError where there is none."""
        files = SiteFiles(site, drafts)
        told, measured = browser_fonts.of(site)
        key = (site.pk, path, told, files.state())
        with self._lock:
            known = self._pages.get(key)
            if known is not None:
                self._pages.move_to_end(key)
                return known
        made = self._edited(files, key) or (Page(files, path, measured=measured), threading.Lock())
        with self._lock:
            self._pages[key] = made
            while len(self._pages) > MOST_PAGES:
                self._pages.popitem(last=False)
        return made

    def _edited(self, files: SiteFiles, key: Key) -> tuple[Page, threading.Lock] | None:
        """The page as it was last, with an edit of its sheets carried into it; None where it must be read anew."""
        with self._lock:
            last = next((other for other in reversed(self._pages) if other[:3] == key[:3]), None)
            page, lock = self._pages[last] if last is not None else (None, None)
        if last is None or page is None or lock is None or not isinstance(page.files, SiteFiles):
            return None
        changed = files.changed_from(page.files)
        if not changed <= set(page.sheet_texts):
            return None
        with lock:
            with self._lock:
                if self._pages.pop(last, None) is None:
                    return None
            texts = {name: files.read(name) for name in changed}
            if any(text is None or not edit_sheet(page, name, text.decode("utf-8-sig", "replace")) for name, text in texts.items()):
                return None
            page.files = files
        return page, lock


shelf = PageShelf()
hill_shelf = PageShelf()
"""Hills have pages of their own, so that numbers never wait for one."""


class Latest:
    """Which request for something is the newest: older ones stop when they see that they are not."""

    def __init__(self) -> None:
        self._numbers: dict[object, int] = {}
        self._lock = threading.Lock()

    def begin(self, subject: object) -> Callable[[], bool]:
        """Begin a request about a subject; gives a function that says whether a newer one has begun."""
        with self._lock:
            number = self._numbers[subject] = self._numbers.get(subject, 0) + 1
        return lambda: self._numbers[subject] != number


hills = Latest()


def page_of(site: Site, path: str, drafts: dict[str, str], on: PageShelf = shelf) -> tuple[Page, threading.Lock]:
    """A shelf's page, with what is too large refused in a sentence."""
    if sum(len(text) for text in drafts.values()) > 8 * 1024 * 1024:
        raise InputError("The unsaved text is larger than 8 MB, which is the most that is computed.")
    return on.page(site, path, drafts)
