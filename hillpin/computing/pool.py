"""The pool: worker processes, which question goes to which of them, and what happens to one that hangs, dies or grows."""

from __future__ import annotations

import contextlib
import itertools
import logging
import multiprocessing
import pickle
import threading
import time
from collections import OrderedDict
from collections.abc import Callable, Iterator
from dataclasses import dataclass, field
from multiprocessing.connection import Connection
from multiprocessing.process import BaseProcess
from typing import TYPE_CHECKING, Any, Protocol

from django.db import connection
from django.http import Http404

from ..core.errors import InputError
from ..limits import MOST_MEMORY, cpu_seconds, memory_of
from .worker import main

if TYPE_CHECKING:
    from .questions import Question

SLOTS = {"numbers": 4, "slow": 2}
"""How many workers of each group there are at most; they start at need."""
PATIENCE = 8
"""Times the allowed time on a processor that may go by in all: the machine may be busy with other things."""
READING = 3
"""Times the allowed time that a worker has for a page that it has to read first."""
LOOK = 0.05
"""Seconds between two looks at a worker that has not answered."""
GROWN = MOST_MEMORY * 3 // 4
"""Bytes beyond which a worker is exchanged for a fresh one between two questions."""
REMEMBERED = 30.0
"""Seconds for which a page that could not be worked out is not tried again, as it is."""
MOST_KEYS, MOST_BAD = 64, 64
MOST_WAITING = 4
"""Questions that wait for one worker; all workers' together are fewer than the server's threads."""
NEWER = "A newer one was asked for."
_LOG = logging.getLogger(__name__)


class Surroundings(Protocol):
    """What the pool asks of the application."""

    def state(self, site: int) -> object:
        """Something hashable that is another one when any file of a site is."""

    def told(self, site: int) -> tuple[object, int, Callable[..., None], tuple[Any, ...]] | None:
        """What workers have to take over of a site: a key, how often it was told, a function and its arguments."""


class Unanswered(InputError):
    """A question that a worker could not answer: it took too long, too much memory, or broke."""


class Busy(InputError):
    """A question that was not tried, for others came first: asked again it may well be answered."""


@dataclass(slots=True)
class _Worker:
    process: BaseProcess
    pipe: Connection
    lifeline: Connection
    """Its closing ends the worker: the kernel does so when this process is gone."""
    pages: set[tuple[int | None, str]] = field(default_factory=set)
    """The pages that it has read."""
    told: dict[object, int] = field(default_factory=dict)
    """How often something was told of each site, as this worker knows it."""

    @property
    def number(self) -> int:
        return self.process.pid or 0

    def kill(self) -> None:
        self.process.kill()
        self.process.join()
        self.pipe.close()
        self.lifeline.close()


class _Slot:
    """One worker's place: whoever has the lock may ask it."""

    def __init__(self, group: str, database: str) -> None:
        self.group, self.database = group, database
        self.lock = threading.Lock()
        self._room = threading.BoundedSemaphore(MOST_WAITING + 1)
        self.worker: _Worker | None = None
        self._ending = threading.Lock()

    @contextlib.contextmanager
    def turn(self, question: Question, is_wanted: Callable[[], bool]) -> Iterator[None]:
        """Wait for the worker. Raises Busy where the answer is not wanted any more, and where too many wait already: those who
        save must find a free thread."""
        if not self._room.acquire(blocking=False):
            raise Busy(f"{_named(question)} waits behind too many other questions. Ask again in a moment.")
        try:
            while not self.lock.acquire(timeout=LOOK):
                if not is_wanted():
                    raise Busy(NEWER)
            try:
                yield
            finally:
                self.lock.release()
        finally:
            self._room.release()

    def start(self) -> _Worker:
        """The worker; a new one where there is none, or the old one is gone."""
        if self.worker is None or not self.worker.process.is_alive():
            self.worker = _Worker(*begin_process(main, self.group, self.database, name=f"hillpin {self.group}"))
        return self.worker

    def drop(self) -> None:
        """End the worker; the next question gets a new one. Who closes the pool may do so while the worker is being asked, and then
        both come here: each worker is ended once."""
        with self._ending:
            worker, self.worker = self.worker, None
        if worker is not None:
            worker.kill()


def begin_process(target: Callable[..., None], *arguments: Any, name: str) -> tuple[BaseProcess, Connection, Connection]:
    """Start a process that computes: a copy of one that has everything loaded and has done nothing yet, so that it is there at
    once. ``target`` gets a pipe to talk on, a lifeline, and the arguments. Gives the process, our end of the pipe, and what
    ends it when it is closed."""
    context = multiprocessing.get_context("forkserver")
    context.set_forkserver_preload(["hillpin.computing.loaded"])
    here, there = multiprocessing.Pipe()
    end, lifeline = multiprocessing.Pipe(duplex=False)
    process = context.Process(target=target, args=(there, end, *arguments), daemon=True, name=name)
    process.start()
    there.close()
    end.close()
    return process, here, lifeline


class Pool:
    """All workers of a server."""

    def __init__(self, surroundings: Surroundings) -> None:
        self._surroundings = surroundings
        database = str(connection.settings_dict["NAME"])
        self._slots = {group: [_Slot(group, database) for _ in range(count)] for group, count in SLOTS.items()}
        self._places: OrderedDict[tuple[str, int | None, str], _Slot] = OrderedDict()
        self._lock = threading.Lock()
        self._newest: dict[tuple[object, ...], int] = {}
        self._bad: OrderedDict[tuple[object, ...], tuple[float, str]] = OrderedDict()

    def warm(self) -> None:
        """Have one worker of each group ready."""
        for slots in self._slots.values():
            with slots[0].lock:
                slots[0].start()

    def close(self) -> None:
        """End all workers."""
        for slot in itertools.chain(*self._slots.values()):
            slot.drop()

    def waiting(self) -> int:
        """How many workers are answering now."""
        return sum(slot.lock.locked() for slot in itertools.chain(*self._slots.values()))

    def processes(self) -> list[int]:
        """The numbers of the worker processes there are."""
        return [slot.worker.number for slot in itertools.chain(*self._slots.values()) if slot.worker is not None]

    def ask(self, question: Question) -> Any:
        """The answer to a question. Raises what the question raised, Busy and Unanswered."""
        subject = (question.group, question.site, question.page)
        state = self._state_of(question)
        known = self._bad.get(state)
        if known is not None and time.monotonic() - known[0] < REMEMBERED:
            raise Unanswered(known[1])
        turn = question.order
        asked_last = (question.function, *subject)
        if question.only_newest:
            with self._lock:
                # Threads may come here in another order than the questions did.
                if turn < self._newest.get(asked_last, 0):
                    raise Busy(NEWER)
                self._newest[asked_last] = turn
        slot = self._slot(subject)

        def is_wanted() -> bool:
            return not question.only_newest or self._newest.get(asked_last) == turn

        with slot.turn(question, is_wanted):
            if not is_wanted():
                raise Busy(NEWER)
            return self._answer(slot, question, state, is_wanted)

    def _slot(self, subject: tuple[str, int | None, str]) -> _Slot:
        """The worker that has the page in its hands; for a page that none has, the one with the fewest."""
        with self._lock:
            known = self._places.get(subject)
            if known is None:
                used = list(self._places.values())
                known = min(self._slots[subject[0]], key=used.count)
                self._places[subject] = known
                while len(self._places) > MOST_KEYS:
                    self._places.popitem(last=False)
            self._places.move_to_end(subject)
            return known

    def _answer(self, slot: _Slot, question: Question, state: tuple[object, ...], is_wanted: Callable[[], bool]) -> Any:
        worker = slot.start()
        page = (question.site, question.page)
        seconds = question.seconds if page in worker.pages else READING * question.seconds
        try:
            worker.pipe.send_bytes(pickle.dumps((question, self._news_for(worker, question))))
            said, answer = pickle.loads(_waited(worker, seconds, is_wanted))
            worker.pages.add(page)
        except _TooLong:
            slot.drop()
            raise self._given_up(state, f"{_named(question)} was not worked out within {seconds:g} seconds of computing, and was given up. Something in it asks for too much: what was typed last is a good place to look.") from None
        except (EOFError, OSError):
            slot.drop()
            raise self._given_up(state, f"{_named(question)} broke what computes it. What was typed last is a good place to look; all else goes on.") from None
        if said == "given":
            if memory_of(worker.number) > GROWN:
                slot.drop()
            return answer
        if said == "raised":
            raise answer if is_wanted() else Busy(NEWER)
        if said == "gone":
            raise Http404(answer)
        if said == "full":
            slot.drop()
            raise self._given_up(state, f"{_named(question)} needs more than {MOST_MEMORY // 2**20} MB to be worked out, and was given up.")
        _LOG.error("A question could not be answered (%s of %s):\n%s", question.function, question.page, answer)
        raise Unanswered(f"{_named(question)} could not be worked out; the server's log says why.")

    def _state_of(self, question: Question) -> tuple[object, ...]:
        """What a question is about, down to the texts: it is not tried again at once where it was too much, whatever is asked of it."""
        files = self._surroundings.state(question.site) if question.site is not None else None
        asked = "" if question.page else repr(question.named)
        return (question.group, question.site, question.page, hash(asked), hash(files), hash(tuple(question.drafts.items())))

    def _news_for(self, worker: _Worker, question: Question) -> tuple[Callable[..., None], tuple[Any, ...]] | None:
        """What a worker has to take over before it answers: what was told of a site since it was last asked about it."""
        told = self._surroundings.told(question.site) if question.site is not None else None
        if told is None:
            return None
        key, number, take_over, arguments = told
        if worker.told.get(key) == number:
            return None
        worker.told[key] = number
        return take_over, arguments

    def _given_up(self, state: tuple[object, ...], sentence: str) -> Unanswered:
        with self._lock:
            self._bad[state] = (time.monotonic(), sentence)
            while len(self._bad) > MOST_BAD:
                self._bad.popitem(last=False)
        return Unanswered(sentence)


class _TooLong(Exception):
    """A worker has had its time."""


def _waited(worker: _Worker, seconds: float, is_wanted: Callable[[], bool]) -> bytes:
    """What a worker says, waited for while it has time left. Raises _TooLong, and EOFError where it died."""
    begun, used = time.monotonic(), cpu_seconds(worker.number)
    is_stopped = False
    while not worker.pipe.poll(LOOK):
        if time.monotonic() - begun > PATIENCE * seconds or cpu_seconds(worker.number) - used > seconds:
            raise _TooLong
        if not is_stopped and not is_wanted():
            worker.pipe.send_bytes(b"stop")
            is_stopped = True
    return worker.pipe.recv_bytes()


def _named(question: Question) -> str:
    return question.page or "This"


_running: Pool | None = None


def running() -> Pool | None:
    """The server's pool, where one runs."""
    return _running


def begin(surroundings: Surroundings) -> Pool:
    """Start the pool of this server; the one there is where it runs already."""
    global _running
    if _running is None:
        _running = Pool(surroundings)
        _running.warm()
    return _running


def end() -> None:
    """Stop it."""
    global _running
    if _running is not None:
        _running.close()
        _running = None
