"""What a live address answers: the files of one site to those who came with its secret, its news, and what devices tell."""

from __future__ import annotations

import asyncio
import hmac
import json
import secrets
from collections.abc import Awaitable, Callable
from concurrent.futures import ThreadPoolExecutor
from contextlib import suppress
from http.cookies import CookieError, SimpleCookie
from pathlib import Path
from typing import Any
from urllib.parse import parse_qs, quote

from pydantic import ValidationError

from ..sites.models import Site, SiteFile
from ..sites.news import News, board
from ..sites.paths import is_page, media_type
from ..sites.preview import content_type, with_script
from .viewers import Report, Viewers

Message = dict[str, Any]
Receive = Callable[[], Awaitable[Message]]
Send = Callable[[Message], Awaitable[None]]

THREADS = ThreadPoolExecutor(6, "live")
LIVE_SCRIPT = (Path(__file__).parent / "live.js").read_text()
OWN = "/.live/"
LARGEST_REPORT = 6 * 1024 * 1024
MOST_WAITING = 200
PING = 15.0
"""Seconds between two signs of life on a line of news."""


class LiveApp:
    """The ASGI application of one site's live address."""

    def __init__(self, site: int, secret: str) -> None:
        self.site, self.secret = site, secret
        self.viewers = Viewers()
        self.cookie = f"live-{secret[:6]}"
        self._ends: list[Callable[[News], None]] = []

    def end(self) -> None:
        """Tell all who look on that it is over."""
        for tell in list(self._ends):
            tell({"kind": "end"})

    async def __call__(self, scope: Message, receive: Receive, send: Send) -> None:
        if scope["type"] != "http":
            if scope["type"] == "websocket":
                await receive()
                await send({"type": "websocket.close", "code": 1008})
            return
        path, query = scope["path"], parse_qs(scope["query_string"].decode("latin-1"))
        given = query.get("look", [""])[0]
        if given and hmac.compare_digest(given.encode(), self.secret.encode()):
            await self._answer(send, 303, b"", [(b"location", _quoted(path)), (b"set-cookie", f"{self.cookie}={self.secret}; HttpOnly; SameSite=Strict; Path=/".encode())])
        elif not self._is_invited(scope):
            await self._answer(send, 404, b"There is nothing here. Open the address that Hill Pin shows, whole.", [(b"content-type", b"text/plain; charset=utf-8")])
        elif path == f"{OWN}events":
            await self._events(query.get("viewer", [""])[0], receive, send)
        elif path == f"{OWN}report" and scope["method"] == "POST":
            await self._report(scope, receive, send)
        elif scope["method"] in ("GET", "HEAD"):
            await self._file(path, scope["method"], send)
        else:
            await self._answer(send, 405, b"", [])

    def _is_invited(self, scope: Message) -> bool:
        raw = b"; ".join(value for name, value in scope["headers"] if name == b"cookie").decode("latin-1")
        try:
            kept = SimpleCookie(raw).get(self.cookie)
        except CookieError:
            return False
        return kept is not None and hmac.compare_digest(kept.value.encode(), self.secret.encode())

    async def _answer(self, send: Send, status: int, body: bytes, headers: list[tuple[bytes, bytes]]) -> None:
        common = [
            (b"cache-control", b"no-store"), (b"x-content-type-options", b"nosniff"), (b"referrer-policy", b"no-referrer"),
            (b"cross-origin-resource-policy", b"same-origin"), (b"x-frame-options", b"DENY"), (b"content-length", str(len(body)).encode()),
        ]  # fmt: skip
        with suppress(OSError):
            await send({"type": "http.response.start", "status": status, "headers": [*headers, *common]})
            await send({"type": "http.response.body", "body": body})

    async def _file(self, path: str, method: str, send: Send) -> None:
        found = await asyncio.get_running_loop().run_in_executor(THREADS, self._read, path)
        if found is None:
            await self._answer(send, 404, f"There is no file {path[1:]} in this site.".encode(), [(b"content-type", b"text/plain; charset=utf-8")])
            return
        name, content, runs_scripts = found
        nonce = secrets.token_urlsafe(16)
        if is_page(name):
            content = with_script(content, nonce, LIVE_SCRIPT)
        headers = [(b"content-type", content_type(name).encode()), (b"content-security-policy", policy(nonce, runs_scripts).encode())]
        if media_type(name) == "text/html" or is_page(name):
            headers.append((b"cross-origin-opener-policy", b"same-origin"))
        await self._answer(send, 200, content if method == "GET" else b"", headers)

    def _read(self, path: str) -> tuple[str, bytes, bool] | None:
        """The file at a path: a folder's is its ``index.html``, the site's the first page."""
        site = Site.objects.filter(pk=self.site).first()
        if site is None:
            return None
        name = path[1:]
        tried = [name] if name and not name.endswith("/") else [f"{name}index.html"]
        if name == "":
            tried += sorted((one for one in site.files.values_list("path", flat=True) if is_page(one)), key=lambda one: (one.count("/"), one))[:1]
        for one in tried:
            file = SiteFile.objects.filter(site=site, path=one).first()
            if file is not None:
                return one, bytes(file.content), site.runs_scripts
        return None

    async def _report(self, scope: Message, receive: Receive, send: Send) -> None:
        body = b""
        while True:
            message = await receive()
            if message["type"] == "http.disconnect":
                return
            body += message.get("body", b"")
            if len(body) > LARGEST_REPORT:
                await self._answer(send, 413, b"", [])
                return
            if not message.get("more_body"):
                break
        try:
            report = Report.model_validate_json(body)
        except ValidationError:
            await self._answer(send, 422, b"", [])
            return
        viewer = self.viewers.of(report.viewer)
        if viewer is not None:
            viewer.report, viewer.told = report, viewer.told + 1
            board.tell(self.site, {"kind": "viewers"})
        await self._answer(send, 204, b"", [])

    async def _events(self, name: str, receive: Receive, send: Send) -> None:
        """News as they come (HTML 9.2), until the device hangs up or the address ends."""
        viewer = self.viewers.of(name) if 8 <= len(name) <= 60 else None
        if viewer is None:
            await self._answer(send, 429, b"", [])
            return
        loop = asyncio.get_running_loop()
        waiting: asyncio.Queue[News] = asyncio.Queue(MOST_WAITING)

        def put(news: News) -> None:
            with suppress(asyncio.QueueFull):
                waiting.put_nowait(news)

        def hear(news: News) -> None:
            if news["kind"] != "viewers":
                loop.call_soon_threadsafe(put, news)

        stop = board.subscribe(self.site, hear)
        self._ends.append(hear)
        viewer.open += 1
        left = loop.create_task(_hung_up(receive))
        try:
            await send({"type": "http.response.start", "status": 200, "headers": [(b"content-type", b"text/event-stream"), (b"cache-control", b"no-store"), (b"x-content-type-options", b"nosniff")]})
            await send({"type": "http.response.body", "body": b": here\n\n", "more_body": True})
            while not left.done():
                with suppress(asyncio.TimeoutError):
                    news = await asyncio.wait_for(_first(waiting, left), PING)
                    if news is None:
                        break
                    await send({"type": "http.response.body", "body": f"data: {json.dumps(news)}\n\n".encode(), "more_body": True})
                    if news["kind"] == "end":
                        break
                    continue
                await send({"type": "http.response.body", "body": b": here\n\n", "more_body": True})
            await send({"type": "http.response.body", "body": b""})
        except OSError:
            pass
        finally:
            stop()
            self._ends.remove(hear)
            left.cancel()
            viewer.open -= 1
            board.tell(self.site, {"kind": "viewers"})


async def _hung_up(receive: Receive) -> None:
    while (await receive())["type"] != "http.disconnect":
        pass


async def _first(waiting: asyncio.Queue[News], left: asyncio.Task[None]) -> News | None:
    """The next news; None where the device hung up before."""
    getting = asyncio.ensure_future(waiting.get())
    try:
        await asyncio.wait({getting, left}, return_when=asyncio.FIRST_COMPLETED)
        return getting.result() if getting.done() else None
    finally:
        getting.cancel()


def _quoted(path: str) -> bytes:
    # Two slashes would lead to another host.
    return quote("/" + path.lstrip("/")).encode()


def policy(nonce: str, runs_scripts: bool) -> str:
    """What a page at a live address may load: files of its own site, and nothing else. Its scripts run where the site says so."""
    scripts = "'self' 'unsafe-inline'" if runs_scripts else f"'nonce-{nonce}'"
    return (
        f"default-src 'none'; script-src {scripts}; style-src 'self' 'unsafe-inline'; img-src 'self' data: blob:; font-src 'self' data:; media-src 'self' blob:; "
        "connect-src 'self'; manifest-src 'self'; form-action 'none'; base-uri 'self'; object-src 'none'; frame-src 'self'; frame-ancestors 'none'"
    )
