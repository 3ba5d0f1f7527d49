"""The line: a WebSocket that stays open, on which Write asks for numbers and hills at every keystroke.

A request over HTTP goes through more hands, in the browser and here, than it takes to compute what it asks for.
What is as it was in the last answer on a line is not sent again.
"""

from __future__ import annotations

import asyncio
import logging
import uuid
from collections import OrderedDict
from collections.abc import Awaitable, Callable
from concurrent.futures import ThreadPoolExecutor
from contextlib import suppress
from dataclasses import dataclass, field
from typing import Any
from urllib.parse import urlsplit

import orjson
from django.conf import settings
from django.http import Http404, HttpRequest
from django.http.request import split_domain_port, validate_host
from ninja import Schema
from pydantic import ValidationError

from ..computing import Busy, apart, next_place
from ..core.errors import InputError
from ..sites.models import Site
from ..sites.news import News, board
from .api import KEYSTROKE, latest_hill, numbers_of
from .pages import known_sites, page_of
from .schemas import HillIn, NumbersIn

PATH = "/api/line"
THREADS = ThreadPoolExecutor(16, "numbers")
HILL_THREADS = ThreadPoolExecutor(8, "hills")
"""Threads stay, and so do their connections to the database. Numbers never wait for a hill."""
POLICY_VIOLATION = 1008
_LOG = logging.getLogger(__name__)

Message = dict[str, Any]
Receive = Callable[[], Awaitable[Message]]
Send = Callable[[Message], Awaitable[None]]


class AskIn(Schema):
    """A message on the line, under a number that the answer repeats: numbers of a site's page are asked for, or a hill."""

    ask: int
    site: int
    query: NumbersIn | None = None
    hill: HillIn | None = None


async def serve_line(scope: Message, receive: Receive, send: Send) -> None:
    """One line from its handshake until the browser hangs up.

    Numbers are answered one after another; a hill is worked out beside them, for it can take long.
    """
    await receive()
    if not is_own(scope["headers"]):
        await send({"type": "websocket.close", "code": POLICY_VIOLATION})
        return
    await send({"type": "websocket.accept"})
    loop = asyncio.get_running_loop()
    talk = Talk()
    beside: set[asyncio.Task[None]] = set()

    async def tell(text: str, threads: ThreadPoolExecutor) -> None:
        answer = await loop.run_in_executor(threads, answer_to, text, talk, next_place())
        # ASGI has a message to a browser that has hung up raise an OSError: it is not waited for any more.
        with suppress(OSError):
            await send({"type": "websocket.send", "text": answer})

    async def pass_on(news: News) -> None:
        with suppress(OSError):
            await send({"type": "websocket.send", "text": orjson.dumps({"ask": None, "news": news}).decode()})

    def begin(news: News) -> None:
        task = loop.create_task(pass_on(news))
        beside.add(task)
        task.add_done_callback(beside.discard)

    def hear(news: News) -> None:
        with suppress(RuntimeError):
            loop.call_soon_threadsafe(begin, news)

    stop: Callable[[], None] = lambda: None  # noqa: E731
    while (message := await receive())["type"] == "websocket.receive":
        text = message.get("text") or ""
        if (site := listens_to(text)) is not None:
            stop()
            stop = board.subscribe(site, hear)
        elif asks_hill(text):
            task = loop.create_task(tell(text, HILL_THREADS))
            beside.add(task)
            task.add_done_callback(beside.discard)
        else:
            await tell(text, THREADS)
    stop()
    for task in beside:
        task.cancel()


def listens_to(text: str) -> int | None:
    """The site whose news a message asks for: ``{"listen": 7}``; None where it asks for something else."""
    if not text.startswith('{"listen":'):
        return None
    try:
        site = orjson.loads(text)["listen"]
    except ValueError:
        return None
    return site if isinstance(site, int) else None


def asks_hill(text: str) -> bool:
    """Whether a message asks for a hill."""
    try:
        return bool(orjson.loads(text).get("hill"))
    except (ValueError, AttributeError):
        return False


def is_own(headers: list[tuple[bytes, bytes]]) -> bool:
    """Whether a handshake comes from the server's own pages: browsers always state the Origin, and let any page try."""
    known = {name.lower(): value.decode("latin-1") for name, value in headers}
    host = known.get(b"host", "")
    return validate_host(split_domain_port(host)[0], settings.ALLOWED_HOSTS) and urlsplit(known.get(b"origin", "")).netloc == host


@dataclass(slots=True)
class Talk:
    """What one line has had so far: its name, and how many answers with numbers."""

    name: str = field(default_factory=lambda: uuid.uuid4().hex)
    turn: int = 0


def answer_to(text: str, talk: Talk, order: int = 0) -> str:
    """The answer to a message, as JSON: what of the numbers is not as in the last answer of the talk, or a hill, or an error."""
    number = None
    try:
        asked = AskIn.model_validate_json(text)
        number = asked.ask
        if asked.hill is not None:
            return f'{{"ask":{number},"hill":{latest_hill(None, site_id=asked.site, payload=asked.hill, order=order).decode()}}}'
        if asked.query is None:
            raise InputError("The question is not understood: it asks for neither numbers nor a hill.")
        told = changed_numbers(None, site_id=asked.site, payload=asked.query, talk=talk.name, turn=talk.turn)
        talk.turn += 1
        return f'{{"ask":{number},"numbers":{told}}}'
    except Busy as error:
        return orjson.dumps({"ask": number, "error": str(error), "again": True}).decode()
    except InputError as error:
        sentence = str(error)
    except (Http404, Site.DoesNotExist):
        sentence = "There is no such site any more."
    except ValidationError as error:
        sentence = f"The question is not understood: {error.errors()[0]['msg']}."
    except Exception:
        _LOG.exception("A question on the line could not be answered.")
        sentence = "The numbers could not be worked out; the server's log says why."
    return orjson.dumps({"ask": number, "error": sentence}).decode()


@apart(KEYSTROKE)
def changed_numbers(request: HttpRequest | None, site_id: int, payload: NumbersIn, talk: str, turn: int) -> str:
    """The parts of a page's numbers that are not as in the answer before in a talk, as JSON: all, where that was given by
    another worker."""
    page, lock = page_of(known_sites.site(site_id), payload.page, payload.drafts)
    known_turn, last = _talks.pop(talk, (-1, {}))
    if known_turn != turn:
        last = {}
    with lock:
        numbers = numbers_of(page, payload)
        changed = {name: part for name, part in numbers.items() if name not in last or (last[name] is not part and last[name] != part)}
        told = orjson.dumps(changed).decode()
    last.update(changed)
    _talks[talk] = (turn + 1, last)
    while len(_talks) > MOST_TALKS:
        _talks.popitem(last=False)
    return told


MOST_TALKS = 24
_talks: OrderedDict[str, tuple[int, dict[str, Any]]] = OrderedDict()
"""What this process told last on each line, and the number of its next answer."""
