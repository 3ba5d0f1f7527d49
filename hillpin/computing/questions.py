"""What may be asked of a worker: functions that say so, with how long they may take and beside what they wait."""

from __future__ import annotations

import functools
import inspect
import itertools
from collections.abc import Callable
from dataclasses import dataclass
from typing import Any, ParamSpec, TypeVar

from . import pool

P = ParamSpec("P")
T = TypeVar("T")
NUMBERS, SLOW = "numbers", "slow"
"""Two groups of workers: what is asked while typing never waits for what may take long."""


_places = itertools.count(1)


def next_place() -> int:
    """The next place in the order in which questions come in."""
    return next(_places)


@dataclass(frozen=True, slots=True)
class Question:
    """One question: a function by its name, what it is asked, and about which page of which site."""

    module: str
    function: str
    arguments: tuple[Any, ...]
    named: dict[str, Any]
    group: str
    seconds: float
    """Of time on a processor."""
    site: int | None
    page: str
    drafts: dict[str, str]
    only_newest: bool = False
    """Whether an older one of the same function and page is stopped."""
    order: int = 0
    """Its place among all questions, from the moment at which it came in."""


def apart(seconds: float, group: str = NUMBERS, only_newest: bool = False) -> Callable[[Callable[P, T]], Callable[P, T]]:
    """Mark a function of the API: ``(request, site_id, payload)``, or ``(request, payload)``. Where a pool runs, a worker
    answers it, without the request. Raises ``Unanswered`` where it takes longer, or the worker dies."""

    def mark(function: Callable[P, T]) -> Callable[P, T]:
        @functools.wraps(function)
        def asked(*arguments: P.args, **named: P.kwargs) -> T:
            running = pool.running()
            if running is None:
                return function(*arguments, **named)
            given: dict[str, Any] = dict(named)
            payload, site = given.get("payload"), given.get("site_id")
            question = Question(
                function.__module__, function.__qualname__, (None, *arguments[1:]), given, group, seconds, site,
                str(getattr(payload, "page", "")), dict(getattr(payload, "drafts", {})), only_newest, given.get("order") or next_place(),
            )  # fmt: skip
            answer: T = running.ask(question)
            return answer

        asked.is_apart = True  # type: ignore[attr-defined]
        # Those who read the signature find its names in the function's module, not in this one.
        asked.__signature__ = inspect.signature(function, eval_str=True)  # type: ignore[attr-defined]
        return asked

    return mark
