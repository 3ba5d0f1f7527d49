"""The line: a WebSocket that stays open, on which Write asks for numbers at every keystroke.

A request over HTTP goes through more hands, in the browser and here, than it takes to compute what it asks for.
What is as it was in the last answer on a line is not sent again.
"""

from __future__ import annotations

import asyncio
import logging
from collections.abc import Awaitable, Callable
from concurrent.futures import ThreadPoolExecutor
from typing import Any
from urllib.parse import urlsplit

import orjson
from django.conf import settings
from django.http.request import split_domain_port, validate_host
from ninja import Schema
from pydantic import ValidationError

from ..core.errors import InputError
from ..sites.models import Site
from .api import numbers_of
from .pages import known_sites, page_of
from .schemas import NumbersIn

PATH = "/api/line"
THREADS = ThreadPoolExecutor(4, "line")
"""They stay, and so do their connections to the database."""
POLICY_VIOLATION = 1008
_LOG = logging.getLogger(__name__)

Message = dict[str, Any]
Receive = Callable[[], Awaitable[Message]]
Send = Callable[[Message], Awaitable[None]]


class AskIn(Schema):
    """A message on the line: numbers of a site's page are asked for, under a number that the answer repeats."""

    ask: int
    site: int
    query: NumbersIn


async def serve_line(scope: Message, receive: Receive, send: Send) -> None:
    """One line from its handshake until the browser hangs up; questions are answered one after another."""
    await receive()
    if not is_own(scope["headers"]):
        await send({"type": "websocket.close", "code": POLICY_VIOLATION})
        return
    await send({"type": "websocket.accept"})
    loop = asyncio.get_running_loop()
    last: dict[str, Any] = {}
    while (message := await receive())["type"] == "websocket.receive":
        text = await loop.run_in_executor(THREADS, answer, message.get("text") or "", last)
        await send({"type": "websocket.send", "text": text})


def is_own(headers: list[tuple[bytes, bytes]]) -> bool:
    """Whether a handshake comes from the server's own pages: browsers always state the Origin, and let any page try."""
    known = {name.lower(): value.decode("latin-1") for name, value in headers}
    host = known.get(b"host", "")
    return validate_host(split_domain_port(host)[0], settings.ALLOWED_HOSTS) and urlsplit(known.get(b"origin", "")).netloc == host


def answer(text: str, last: dict[str, Any]) -> str:
    """The answer to a message, as JSON: what of the numbers is not as in ``last``, which is brought up to date, or an error."""
    number = None
    try:
        asked = AskIn.model_validate_json(text)
        number = asked.ask
        page, lock = page_of(known_sites.site(asked.site), asked.query.page, asked.query.drafts)
        with lock:
            numbers = numbers_of(page, asked.query)
            changed = {name: part for name, part in numbers.items() if name not in last or (last[name] is not part and last[name] != part)}
            told = orjson.dumps({"ask": number, "numbers": changed}).decode()
        last.update(changed)
        return told
    except InputError as error:
        sentence = str(error)
    except Site.DoesNotExist:
        sentence = "There is no such site any more."
    except ValidationError as error:
        sentence = f"The question is not understood: {error.errors()[0]['msg']}."
    except Exception:
        _LOG.exception("A question on the line could not be answered.")
        sentence = "The numbers could not be worked out; the server's log says why."
    return orjson.dumps({"ask": number, "error": sentence}).decode()
