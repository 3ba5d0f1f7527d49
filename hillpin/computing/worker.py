"""A worker: a process that answers one question after another over a pipe, until the pipe closes."""

from __future__ import annotations

import importlib
import pickle
import traceback
from multiprocessing.connection import Connection
from typing import Any

import django
from django.conf import settings
from django.core.exceptions import ObjectDoesNotExist
from django.db import connections
from django.http import Http404

from ..core.collecting import collect_seldom
from ..core.errors import InputError
from ..limits import end_with, give_way, hold_memory
from ..sites.errors import Refused

GENTLE = {"numbers": 2, "slow": 10}
"""How far each group of workers gives way to the server's own threads, which save."""
FULL = pickle.dumps(("full", ""))
"""The answer that there is not enough memory: written beforehand, for then there may be none to write it with."""
_pipe: Connection | None = None
_stopped = False


def stop_asked() -> bool:
    """Whether the question that is being answered is not wanted any more."""
    global _stopped
    if not _stopped and _pipe is not None and _pipe.poll():
        _pipe.recv_bytes()
        _stopped = True
    return _stopped


def main(pipe: Connection, lifeline: Connection, group: str, database: str) -> None:
    """Answer questions until the server closes the pipe or is gone."""
    global _pipe, _stopped
    end_with(lifeline.fileno())
    give_way(GENTLE.get(group, 0))
    _set_up(database)
    hold_memory()
    collect_seldom()
    _pipe = pipe
    while True:
        try:
            asked = pipe.recv_bytes()
        except (EOFError, OSError):
            return
        if asked == b"stop":
            continue
        _stopped = False
        pipe.send_bytes(_answered(asked))


def _set_up(database: str) -> None:
    settings.DATABASES["default"]["NAME"] = database
    django.setup()
    connections.close_all()
    connections["default"].settings_dict["NAME"] = database


def _answered(asked: bytes) -> bytes:
    """The answer to a question: ``("given", it)``, ``("raised", an exception that has a sentence)`` or ``("failed", why)``."""
    try:
        question, news = pickle.loads(asked)
        if news is not None:
            take_over, arguments = news
            take_over(*arguments)
        return pickle.dumps(("given", _function(question.module, question.function)(*question.arguments, **question.named)))
    except MemoryError:
        return FULL
    except RecursionError:
        return pickle.dumps(("failed", traceback.format_exc(limit=-3)))
    except Exception as error:
        return _refused(error)


def _refused(error: Exception) -> bytes:
    if isinstance(error, InputError | Refused):
        return pickle.dumps(("raised", error))
    if isinstance(error, Http404 | ObjectDoesNotExist):
        return pickle.dumps(("gone", str(error)))
    return pickle.dumps(("failed", traceback.format_exc()))


def _function(module: str, name: str) -> Any:
    """The function that a question names: one that says that it is asked apart, and no other."""
    marked = getattr(importlib.import_module(module), name)
    if not getattr(marked, "is_apart", False):
        raise LookupError(f"{module}.{name} is not asked apart.")
    return marked.__wrapped__
