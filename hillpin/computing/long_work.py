"""One queue for everything that takes long: surveys, runs of the browser, reports.

Behind the interface of ``concurrent.futures.Executor``: each call goes to a process of its own on this machine, as many at once
as there are processors, what a person waits for first. What is called may ``say`` how far it is; it has bounds of time and of
memory, and is ended with all that it started where nobody wants it any more or the server is gone.
"""

from __future__ import annotations

import importlib
import itertools
import logging
import os
import pickle
import queue
import signal
import threading
import time
import traceback
from collections.abc import Callable
from concurrent.futures import Executor, Future
from contextlib import suppress
from multiprocessing.connection import Connection
from typing import Any

from ..core.collecting import collect_seldom
from ..core.errors import InputError
from ..limits import end_with, give_way, hold_memory
from .pool import begin_process

FIRST, USUAL, LAST = 0, 10, 20
"""Priorities: what a person waits for, what is worked out behind their back, what may take its time."""
LONGEST = 300.0
"""Seconds after which work is given up, where it does not say otherwise."""
LOOK = 0.2
"""Seconds between two looks at work under way."""
GENTLE = 10
"""How far long work gives way to who types."""
_LOG = logging.getLogger(__name__)
_pipe: Connection | None = None


class WorkStopped(Exception):
    """The work was stopped, or nobody wanted it any more."""


class WorkFailed(Exception):
    """The work could not be done; its words are a sentence that says why."""


def say(told: Any) -> None:
    """Tell who asked for the work that is under way in this process how far it is. Elsewhere it does nothing."""
    if _pipe is not None:
        _pipe.send_bytes(pickle.dumps(("said", told)))


class Work(Future[Any]):
    """A call under way. Its exceptions are ``WorkStopped``, ``WorkFailed``, and ``InputError`` where the call raised one."""

    def __init__(self, call: tuple[str, str, tuple[Any, ...], dict[str, Any]], told: Callable[[Any], None], wanted: Callable[[], bool], longest: float, silent: float, memory: int | None) -> None:
        super().__init__()
        self.call, self.told, self.wanted, self.longest, self.silent, self.memory = call, told, wanted, longest, silent, memory
        self.is_stopped = threading.Event()

    def stop(self) -> None:
        """End it, whether it waits or is under way."""
        self.is_stopped.set()
        self.cancel()


class Processes(Executor):
    """Work in processes of this machine."""

    def __init__(self, count: int | None = None) -> None:
        self._queue: queue.PriorityQueue[tuple[int, int, Work | None]] = queue.PriorityQueue()
        self._order = itertools.count()
        self._count = count or os.cpu_count() or 1
        self._threads: list[threading.Thread] = []
        self._lock = threading.Lock()
        self._is_closed = False

    def submit(
        self, fn: Callable[..., Any], /, *args: Any, priority: int = USUAL, told: Callable[[Any], None] = lambda said: None,
        wanted: Callable[[], bool] = lambda: True, longest: float = LONGEST, silent: float = LONGEST, memory: int | None = None, **kwargs: Any,
    ) -> Work:  # fmt: skip
        """Call a function of a module in a process of its own. ``told`` gets what it says; it is ended where ``wanted`` is not so
        any more, after ``longest`` seconds, or ``silent`` seconds in which it says nothing; ``memory`` bytes are all that it gets."""
        work = Work((fn.__module__, fn.__qualname__, args, kwargs), told, wanted, longest, silent, memory)
        with self._lock:
            if self._is_closed:
                raise RuntimeError("No work is taken any more.")
            if len(self._threads) < self._count:
                thread = threading.Thread(target=self._serve, name="long work", daemon=True)
                self._threads.append(thread)
                thread.start()
        self._queue.put((priority, next(self._order), work))
        return work

    def shutdown(self, wait: bool = True, *, cancel_futures: bool = False) -> None:
        """Take no more work; what waits is dropped where ``cancel_futures``."""
        with self._lock:
            self._is_closed = True
        if cancel_futures:
            with suppress(queue.Empty):
                while True:
                    work = self._queue.get_nowait()[2]
                    if work is not None:
                        work.stop()
        for _ in self._threads:
            self._queue.put((LAST + 1, next(self._order), None))
        if wait:
            for thread in self._threads:
                thread.join()

    def _serve(self) -> None:
        while True:
            work = self._queue.get()[2]
            if work is None:
                return
            if not work.wanted():
                work.stop()
            if work.set_running_or_notify_cancel():
                _done(work)


def _done(work: Work) -> None:
    """Do one piece of work in a process, and settle its future."""
    process, pipe, lifeline = begin_process(_main, work.memory, name="hillpin long work")
    try:
        pipe.send_bytes(pickle.dumps(work.call))
        result = _followed(work, pipe)
    except (EOFError, OSError):
        work.set_exception(WorkFailed("It ended without a word: what was asked for may need more than this machine has."))
    except (WorkStopped, WorkFailed, InputError) as reason:
        work.set_exception(reason)
    else:
        work.set_result(result)
    finally:
        # With all that it started: it leads a group of its own.
        if process.pid:
            with suppress(ProcessLookupError, PermissionError):
                os.killpg(process.pid, signal.SIGKILL)
        process.kill()
        process.join()
        pipe.close()
        lifeline.close()


def _followed(work: Work, pipe: Connection) -> Any:
    begun = heard = time.monotonic()
    while True:
        if pipe.poll(LOOK):
            kind, said = pickle.loads(pipe.recv_bytes())
            heard = time.monotonic()
            if kind == "given":
                return said
            if kind == "raised":
                raise said
            if kind == "failed":
                _LOG.error("Long work failed (%s).\n%s", work.call[1], said)
                raise WorkFailed("It failed; the server's log says why.")
            if kind == "full":
                raise WorkFailed(f"It needs more than {(work.memory or 0) // 2**20:,} MB, and was given up.")
            work.told(said)
        elif work.is_stopped.is_set() or not work.wanted():
            raise WorkStopped
        elif time.monotonic() - begun > work.longest:
            raise WorkFailed(f"It took longer than {work.longest:,.0f} seconds and was given up.")
        elif time.monotonic() - heard > work.silent:
            raise WorkFailed(f"Nothing was heard of it for {work.silent:,.0f} seconds, and it was given up.")


def _main(pipe: Connection, lifeline: Connection, memory: int | None) -> None:
    """Answer one call. The process ends with the server's."""
    global _pipe
    with suppress(OSError):
        os.setsid()
    end_with(lifeline.fileno())
    give_way(GENTLE)
    module, name, arguments, named = pickle.loads(pipe.recv_bytes())
    if memory is not None:
        hold_memory(memory)
    collect_seldom()
    _pipe = pipe
    try:
        function = getattr(importlib.import_module(module), name)
        answer = ("given", function(*arguments, **named))
    except InputError as error:
        answer = ("raised", error)
    except WorkFailed as error:
        answer = ("raised", error)
    except MemoryError:
        answer = ("full", "")
    except Exception:
        answer = ("failed", traceback.format_exc())
    pipe.send_bytes(pickle.dumps(answer))


_running: Processes | None = None
_lock = threading.Lock()


def long_work() -> Processes:
    """The queue of this server; begun at the first call."""
    global _running
    with _lock:
        if _running is None:
            _running = Processes()
        return _running
