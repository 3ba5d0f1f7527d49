"""Watches the folders that sites are tied to, while the server runs."""

from __future__ import annotations

import logging
import threading
import unicodedata
from pathlib import Path

from django.db import DatabaseError, connection
from watchfiles import Change, DefaultFilter, watch

from ..sites.errors import Refused
from ..sites.models import Site
from ..sites.news import board
from ..storage import storage_fault
from .tied import disk_of, take_in

QUIET, STEP = 60, 20
"""Milliseconds: changes are gathered for so long at most, and looked for as often."""
LOOK_AGAIN = 1.0
"""Seconds between two looks for a folder that is gone."""
_LOG = logging.getLogger(__name__)


class Visible(DefaultFilter):
    """What may be a site's: nothing in hidden folders or among packages. A ``.gitignore`` counts, since it says what else is none."""

    def __init__(self, root: Path) -> None:
        super().__init__()
        self.root = root

    def __call__(self, change: Change, path: str) -> bool:
        inside = Path(path).relative_to(self.root).parts if Path(path).is_relative_to(self.root) else ()
        return not any(part.startswith(".") or part == "node_modules" for part in inside) or inside[-1:] == (".gitignore",)


class Watcher:
    """Follows one site's folder in a thread of its own. ``trouble`` says what is wrong with it, if something is."""

    def __init__(self, site: int, folder: str) -> None:
        self.site, self.folder = site, Path(folder)
        self.trouble = ""
        self._stop = threading.Event()
        self._was_missed = threading.Event()
        self._thread = threading.Thread(target=self._run, name=f"folder of {site}", daemon=True)
        self._thread.start()

    def end(self) -> None:
        """Follow it no more."""
        self._stop.set()
        self._thread.join(5)

    def miss(self, sentence: str) -> None:
        """Somebody found that the folder is not there, before this did: it is looked at anew, and told when it is back, however short it was away."""
        self._was_missed.set()
        self._say(sentence)

    def _run(self) -> None:
        try:
            while not self._stop.is_set():
                self._take(None)
                try:
                    if self.folder.is_dir():
                        self._follow()
                except OSError as error:
                    self._say(f"The folder {self.folder} cannot be followed: {error.strerror or error}.")
                self._stop.wait(LOOK_AGAIN)
        finally:
            connection.close()

    def _follow(self) -> None:
        for changes in watch(self.folder, watch_filter=Visible(self.folder), debounce=QUIET, step=STEP, stop_event=self._stop, rust_timeout=1_000, yield_on_timeout=True, raise_interrupt=False):
            if not self.folder.is_dir() or self._was_missed.is_set():
                self._was_missed.clear()
                return
            if changes:
                self._take({Path(path) for _, path in changes})

    def _take(self, changed: set[Path] | None) -> None:
        try:
            site = Site.objects.filter(pk=self.site).first()
            if site is None or site.folder != str(self.folder):
                self._stop.set()
                return
            # A folder that came or went is told by its own name only.
            whole = changed is None or any(path.name == ".gitignore" or path.is_dir() or self._was_folder(site, path) for path in changed)
            take_in(site, None if whole or changed is None else {unicodedata.normalize("NFC", path.relative_to(self.folder).as_posix()) for path in changed})
            self._say("")
        except Refused as error:
            self._say(str(error))
        except (DatabaseError, OSError) as error:
            _LOG.exception("A folder could not be taken in.")
            fault = storage_fault(error) if isinstance(error, DatabaseError) else None
            self._say(fault.sentence if fault else f"The folder {self.folder} could not be read: {error}.")

    def _was_folder(self, site: Site, path: Path) -> bool:
        inside = path.relative_to(self.folder).as_posix()
        return not path.exists() and site.files.filter(path__startswith=f"{inside}/").exists()

    def _say(self, trouble: str) -> None:
        if trouble != self.trouble:
            self.trouble = trouble
            board.tell(self.site, {"kind": "folder"})


class Watchers:
    """The watchers of all tied sites."""

    def __init__(self) -> None:
        self._running: dict[int, Watcher] = {}
        self._lock = threading.Lock()

    def begin(self) -> None:
        """Follow every tied site's folder."""
        for site in Site.objects.exclude(folder=""):
            self.follow(site)

    def follow(self, site: Site) -> None:
        """Follow a site's folder from now on."""
        with self._lock:
            known = self._running.get(site.pk)
            if known is not None and str(known.folder) == site.folder:
                return
            self._running[site.pk] = Watcher(site.pk, site.folder)
        if known is not None:
            known.end()

    def leave(self, site: int) -> None:
        """Follow a site's folder no more."""
        with self._lock:
            known = self._running.pop(site, None)
        if known is not None:
            known.end()

    def end(self) -> None:
        """Follow none."""
        for site in list(self._running):
            self.leave(site)

    def trouble(self, site: Site) -> str:
        """What is wrong with a site's folder, in a sentence."""
        known = self._running.get(site.pk)
        if known is not None and known.trouble:
            return known.trouble
        disk = disk_of(site)
        if disk is None or disk.root.is_dir():
            return ""
        sentence = f"The folder {disk.root} is not there."
        if known is not None:
            known.miss(sentence)
        return sentence


watchers = Watchers()
