"""The server: uvicorn on loopback."""

from __future__ import annotations

import uvicorn

from . import computing
from .core.collecting import collect_seldom

LARGEST_QUESTION = 9 * 1024 * 1024
"""Bytes of a message on the line: the most that is computed, with room for its wrapping."""


def make_server(host: str, port: int) -> uvicorn.Server:
    """A server of the application that is not running yet."""
    from .asgi import application
    from .folders.follow import watchers
    from .numbers.surroundings import SiteSurroundings

    computing.begin(SiteSurroundings())
    watchers.begin()
    return uvicorn.Server(
        uvicorn.Config(
            application, host=host, port=port, lifespan="off", log_level="warning", access_log=False, server_header=False,
            ws="websockets-sansio", ws_max_size=LARGEST_QUESTION, ws_per_message_deflate=False, timeout_keep_alive=75, timeout_graceful_shutdown=2,
        )
    )  # fmt: skip


def serve(host: str, port: int) -> None:
    """Serve until the process is told to stop."""
    from .folders.follow import watchers
    from .handover.practice import practice_server
    from .live.running import live_addresses
    from .origins import listeners

    sockets = listeners(host, port)
    server = make_server(host, port)
    collect_seldom()
    try:
        server.run(sockets=sockets)
    finally:
        live_addresses.end_all()
        practice_server.end()
        watchers.end()
        computing.end()
