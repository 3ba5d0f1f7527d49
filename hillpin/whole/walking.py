"""Pages gone through, one after the other or beside each other: kept ones at once, the others by an engine; none twice."""

from __future__ import annotations

import collections
import json
from collections.abc import Callable, Iterator, Sequence
from concurrent.futures import FIRST_COMPLETED, Future, wait
from concurrent.futures.process import BrokenProcessPool
from dataclasses import dataclass
from typing import Any

from ..core.errors import InputError
from .engines import Engine
from .kept import Kept
from .reach import Reach
from .work import core_mark

LOOK = 0.2
"""Seconds between two questions whether it is still wanted."""


@dataclass(frozen=True, slots=True)
class Asked:
    """What is asked of every page: a function of ``work``, and what it gets besides the page's path and content."""

    function: Callable[..., Any]
    settings: tuple[Any, ...]

    def key(self) -> str:
        """What names it, for what is kept."""
        return json.dumps([self.function.__name__, *self.settings])


@dataclass(frozen=True, slots=True)
class Outcome:
    """What came of a page: its result, or the sentence that says why there is none. ``was_kept`` where it was not walked again."""

    page: str
    result: Any
    error: str = ""
    was_kept: bool = False


def walk_pages(names: Sequence[str], asked: Asked, reach: Reach, engine: Callable[[], Engine], kept: Kept | None, wanted: Callable[[], bool] = lambda: True) -> Iterator[Outcome]:
    """Each page's outcome, as they come. ``engine`` is asked for at the first page that has to be done; it ends where ``wanted`` is
    not so any more."""
    work = _Work(asked, kept, engine)
    for name in names:
        if not wanted():
            return
        content = reach.of(name)
        mark = reach.digest(content)
        known = kept.get(core_mark(), asked.key(), name, mark) if kept is not None else None
        if known is not None:
            yield Outcome(name, known, was_kept=True)
            continue
        while work.is_full():
            yield from work.some()
            if not wanted():
                return
        work.begin(name, mark, {path: data for path, data in content.items() if data is not None})
    while work.under_way:
        yield from work.some()
        if not wanted():
            return
    if kept is not None:
        kept.prune()


@dataclass(slots=True)
class _Page:
    name: str
    mark: str
    content: dict[str, bytes]


class _Work:
    """The pages that an engine has."""

    def __init__(self, asked: Asked, kept: Kept | None, engine: Callable[[], Engine]) -> None:
        self._asked, self._kept, self._engine_of = asked, kept, engine
        self._engine: Engine | None = None
        self.under_way: dict[Future[Any], _Page] = {}
        self._done: collections.deque[Outcome] = collections.deque()

    def is_full(self) -> bool:
        return self._engine is not None and len(self.under_way) >= self._engine.at_once

    def begin(self, name: str, mark: str, content: dict[str, bytes]) -> None:
        """Give a page to the engine."""
        if self._engine is None:
            self._engine = self._engine_of()
        self._give(_Page(name, mark, content))

    def _give(self, page: _Page) -> None:
        assert self._engine is not None
        self.under_way[self._engine.executor.submit(self._asked.function, page.name, page.content, *self._asked.settings)] = page

    def some(self) -> Iterator[Outcome]:
        """What is done by now; waits a little."""
        done, _ = wait(self.under_way, LOOK, FIRST_COMPLETED)
        for future in done:
            if future not in self.under_way:
                continue
            page = self.under_way.pop(future)
            try:
                yield self._settled(page, future.result())
            except InputError as error:
                yield Outcome(page.name, None, str(error))
            except BrokenProcessPool:
                yield from self._after_a_death([page, *self.under_way.values()])
            except Exception as error:
                yield Outcome(page.name, None, f"It could not be worked out ({type(error).__name__}: {error}).")

    def _settled(self, page: _Page, result: Any) -> Outcome:
        if self._kept is not None:
            self._kept.put(result, core_mark(), self._asked.key(), page.name, page.mark)
        return Outcome(page.name, result)

    def _after_a_death(self, pages: list[_Page]) -> Iterator[Outcome]:
        """A process died, and the whole pool with it: what was under way is done again, one page in a pool, so that only the page
        that kills is lost."""
        assert self._engine is not None and self._engine.renew is not None
        self.under_way.clear()
        for page in pages:
            alone = self._engine.renew(1)
            try:
                yield self._settled(page, alone.submit(self._asked.function, page.name, page.content, *self._asked.settings).result())
            except InputError as error:
                yield Outcome(page.name, None, str(error))
            except BrokenProcessPool:
                yield Outcome(page.name, None, "The process that worked on it died: it may need more memory than there is.")
            finally:
                alone.shutdown(wait=False)
        self._engine.executor = self._engine.renew(self._engine.at_once)
