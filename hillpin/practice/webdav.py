"""The practice server's WebDAV: WsgiDAV over one folder, with what is to go wrong before it."""

from __future__ import annotations

import errno
from collections.abc import Callable, Iterable
from pathlib import Path
from typing import Any
from urllib.parse import unquote, urlsplit

from cheroot.wsgi import Server
from wsgidav.wsgidav_app import WsgiDAVApp

from .behaviour import Behaviour

_ANSWERS = {"full": "507 Insufficient Storage", "refuses": "403 Forbidden"}


class _Faults:
    """Stands before the application."""

    def __init__(self, app: Any, behaviour: Behaviour, after_move: Callable[[str], None]) -> None:
        self._app, self._behaviour, self._after_move = app, behaviour, after_move

    def __call__(self, environ: dict[str, Any], start: Callable[..., Any]) -> Iterable[bytes]:
        self._behaviour.step()
        method = environ["REQUEST_METHOD"]
        fault = self._behaviour.file() if method in ("PUT", "MOVE") else "none"
        if fault == "drops":
            # The server closes the line without an answer, as where who asked had gone.
            raise ConnectionResetError(errno.ECONNRESET, "dropped")
        if fault in _ANSWERS:
            start(_ANSWERS[fault], [("Content-Type", "text/plain"), ("Content-Length", "0"), ("Connection", "close")])
            return [b""]
        answer = self._app(environ, start)
        if method == "MOVE":
            answer = [b"".join(answer)]
            self._after_move(unquote(urlsplit(environ.get("HTTP_DESTINATION", "")).path))
        return answer


def webdav_server(site: Path, behaviour: Behaviour, access: tuple[str, str], after_move: Callable[[str], None]) -> Server:
    """A server for a folder on a free port of this machine; ``prepare`` and ``serve`` run it."""
    app = WsgiDAVApp({
        "provider_mapping": {"/": str(site)}, "simple_dc": {"user_mapping": {"*": {access[0]: {"password": access[1]}}}},
        "http_authenticator": {"accept_basic": True, "accept_digest": False, "default_to_digest": False},
        "verbose": 0, "logging": {"enable": False}, "dir_browser": {"enable": False}, "property_manager": None, "lock_storage": True,
    })  # fmt: skip
    return Server(("127.0.0.1", 0), _Faults(app, behaviour, after_move), numthreads=4, server_name="practice")
