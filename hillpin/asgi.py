"""The application that the server runs: the line for numbers, and Django for everything else."""

from __future__ import annotations

from a2wsgi import WSGIMiddleware

from .wsgi import application as django

THREADS = 40
"""Requests that are answered beside each other, by threads that stay with their database connections: more than can ever
wait for workers, so that there is always one to save with."""

_over_http = WSGIMiddleware(django, workers=THREADS)


async def application(scope, receive, send) -> None:  # type: ignore[no-untyped-def]
    """Dispatch by kind: Django is not asynchronous here, and has nothing to gain from it."""
    from .numbers.line import PATH, POLICY_VIOLATION, serve_line

    if scope["type"] == "http":
        await _over_http(scope, receive, send)
    elif scope["type"] == "websocket" and scope["path"] == PATH:
        await serve_line(scope, receive, send)
    elif scope["type"] == "websocket":
        await receive()
        await send({"type": "websocket.close", "code": POLICY_VIOLATION})
