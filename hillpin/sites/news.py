"""News of sites within the server: what was saved, made, moved and removed, told to whoever looks on."""

from __future__ import annotations

import threading
from collections.abc import Callable
from typing import Any

from django.db import transaction

News = dict[str, Any]
Hear = Callable[[News], None]


class Board:
    """Who wants to hear of which site. Hearing must not take long, and may come from any thread."""

    def __init__(self) -> None:
        self._hearing: dict[int, list[Hear]] = {}
        self._lock = threading.Lock()

    def subscribe(self, site: int, hear: Hear) -> Callable[[], None]:
        """Be told of a site until the function that this gives is called."""
        with self._lock:
            self._hearing.setdefault(site, []).append(hear)

        def end() -> None:
            with self._lock:
                known = self._hearing.get(site, [])
                if hear in known:
                    known.remove(hear)
                if not known:
                    self._hearing.pop(site, None)

        return end

    def tell(self, site: int, news: News) -> None:
        """Tell all who hear of a site."""
        with self._lock:
            hearing = list(self._hearing.get(site, ()))
        for hear in hearing:
            hear(news)


board = Board()


def tell_saved(site: int, path: str, revision: int) -> None:
    """A file has a new state, once that is in the database."""
    transaction.on_commit(lambda: board.tell(site, {"kind": "saved", "path": path, "revision": revision}))


def tell_files(site: int, parts: list[tuple[str, str]]) -> None:
    """Files were made, moved, removed or changed in one step: their paths before and after."""
    transaction.on_commit(lambda: board.tell(site, {"kind": "files", "parts": [{"path": path, "new_path": new} for path, new in parts]}))
