"""Who does the work: processes of this machine, or those of a scheduler elsewhere. Both are ``concurrent.futures.Executor``s."""

from __future__ import annotations

import contextlib
import multiprocessing
import os
from collections.abc import Callable, Iterator
from concurrent.futures import Executor, ProcessPoolExecutor
from dataclasses import dataclass
from typing import Any

from ..core.collecting import collect_seldom
from ..core.errors import InputError

CONNECTING = 10
"""Seconds in which a scheduler answers."""
AHEAD = 4
"""Pages that a scheduler is given for each of its threads."""
NO_DASK = "Work on other machines needs Dask's scheduler: pip install distributed."


@dataclass(slots=True)
class Engine:
    """An executor, how many calls it is given at a time, and how to get a new one where it broke (None: it mends itself)."""

    executor: Executor
    at_once: int
    renew: Callable[[int], Executor] | None = None


@contextlib.contextmanager
def here(jobs: int = 0) -> Iterator[Engine]:
    """Processes of this machine: as many as it has processors where ``jobs`` is 0."""
    count = jobs or os.cpu_count() or 1
    made: list[ProcessPoolExecutor] = []

    def begin(count: int) -> Executor:
        # Copies of a process that has core loaded and has done nothing yet.
        context = multiprocessing.get_context("forkserver")
        context.set_forkserver_preload(["hillpin.whole.work"])
        made.append(ProcessPoolExecutor(count, context, initializer=collect_seldom))
        return made[-1]

    try:
        yield Engine(begin(count), count, begin)
    finally:
        for one in made:
            one.shutdown(wait=False, cancel_futures=True)


@contextlib.contextmanager
def named_engine(address: str) -> Iterator[Engine]:
    """The workers of a Dask scheduler, as in ``tcp://host:8786``. Raises InputError where it is not there."""
    try:
        # An optional dependency, and a second to load.
        from distributed import Client  # noqa: PLC0415
    except ImportError as error:
        raise InputError(NO_DASK) from error
    try:
        begin: Any = Client
        client: Any = begin(address, timeout=CONNECTING, set_as_default=False)
    except (OSError, ValueError, TimeoutError) as error:
        raise InputError(f"No scheduler answers at {address}.") from error
    try:
        threads = sum(client.nthreads().values())
        if threads == 0:
            raise InputError(f"The scheduler at {address} has no workers.")
        yield Engine(client.get_executor(pure=False, retries=2), threads * AHEAD)
    finally:
        client.close(CONNECTING)
