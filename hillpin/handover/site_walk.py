"""The survey of a whole site: its pages go through the queue one by one, what did not change is not walked again."""

from __future__ import annotations

import os
import threading
from collections.abc import Callable
from concurrent.futures import Future
from dataclasses import asdict
from typing import Any

from django.conf import settings

from ..computing import long_work
from ..core.files import MemoryFiles
from ..core.handing import causes_of, near_sheets, site_breakpoints
from ..core.site import Links
from ..core.survey import KINDS, finding_key
from ..sites.paths import is_page, is_text
from ..surveys.told import digest_of_key
from ..whole import Asked, Engine, Kept, Outcome, Reach, walk_pages
from ..whole.work import survey_page

START, END, HEIGHT = 240, 1920, 800


class SiteWalk(Future[dict[str, Any]]):
    """A walk under way in a thread that waits for processes."""

    def __init__(self, files: dict[str, bytes], accepted: set[tuple[str, str]], told: Callable[[Any], None], wanted: Callable[[], bool]) -> None:
        super().__init__()
        self._accepted = accepted
        self._files, self._told, self._wanted = files, told, wanted
        self._is_stopped = threading.Event()
        threading.Thread(target=self._run, name="site walk", daemon=True).start()

    def stop(self) -> None:
        """End it; pages that are under way end with it."""
        self._is_stopped.set()

    def _is_wanted(self) -> bool:
        return self._wanted() and not self._is_stopped.is_set()

    def _run(self) -> None:
        self.set_running_or_notify_cancel()
        names = sorted(path for path in self._files if is_page(path))
        outcomes: list[Outcome] = []
        try:
            engine = Engine(long_work(), os.cpu_count() or 1)
            for outcome in walk_pages(names, Asked(survey_page, (START, END, HEIGHT)), Reach(MemoryFiles(self._files)), lambda: engine, Kept(settings.DATA / "kept"), self._is_wanted):
                outcomes.append(outcome)
                self._told({"progress": len(outcomes) / max(len(names), 1), "words": f"{len(outcomes):,} of {len(names):,} pages"})
            self.set_result({"site": site_told(self._files, outcomes, self._accepted)} if self._is_wanted() else {})
        except Exception as error:
            self.set_exception(error)


def site_told(files: dict[str, bytes], outcomes: list[Outcome], accepted: set[tuple[str, str]]) -> dict[str, Any]:
    """The outcomes of all pages as one survey, with what is to be said of the folder's sheets and files; findings that someone
    accepted, as (page, key), are left out."""
    texts = {path: content.decode("utf-8", "replace") for path, content in files.items() if is_text(path)}
    surveys = [
        {**one.result, "findings": [found for found in one.result["findings"] if (one.page, _key(found)) not in accepted]}
        for one in sorted(outcomes, key=lambda one: one.page) if not one.error
    ]  # fmt: skip
    causes = causes_of(surveys)
    spans: dict[str, list[dict[str, Any]]] = {}
    for cause in causes:
        title = KINDS[cause.kind].title if cause.kind in KINDS else cause.kind
        for place in cause.places:
            spans.setdefault(place.page, []).append({"severity": cause.severity, "title": title, "low": place.low, "high": place.high, "message": place.message})
    edges = {one["page"]: sorted({edge["at"] for edge in one["edges"]}) for one in surveys}
    pages = [
        {"page": one.page, "findings": len(spans.get(one.page, [])), "spans": [span for span in spans.get(one.page, []) if span["low"] is not None], "edges": edges.get(one.page, []), "was_kept": one.was_kept, "error": one.error}
        for one in sorted(outcomes, key=lambda one: one.page)
    ]
    return {
        "start": START, "end": END, "pages": pages, "breakpoints": [{"at": one.at, "pages": list(one.pages), "lines": len(one.lines)} for one in site_breakpoints(surveys)], "unused": Links(files, texts).unused(),
        "causes": [{**asdict(one), "title": KINDS[one.kind].title if one.kind in KINDS else one.kind} for one in causes],
        "near": [asdict(one) for one in near_sheets({path: text for path, text in texts.items() if path.lower().endswith(".css")})],
    }  # fmt: skip


def _key(finding: dict[str, Any]) -> str:
    return digest_of_key(finding_key(finding["kind"], finding["selector"], finding["from"], finding["to"], finding["file"], finding["message"]))
