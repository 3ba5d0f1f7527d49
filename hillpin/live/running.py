"""Which sites have a live address now: each a small server of its own, on a port of its own."""

from __future__ import annotations

import contextlib
import os
import secrets
import socket
import threading
from dataclasses import dataclass

import uvicorn

from ..sites.errors import Refused
from .app import LiveApp

HERE, EVERYWHERE = "127.0.0.1", "0.0.0.0"
MOST = 8
"""Sites that are shown at once."""
STARTING = 10.0


@dataclass(slots=True)
class Live:
    """A live address: the site's application, its server and its port; ``is_on_network`` where other machines may look on."""

    app: LiveApp
    server: uvicorn.Server
    thread: threading.Thread
    port: int
    is_on_network: bool


class LiveAddresses:
    """The live addresses of this server."""

    def __init__(self) -> None:
        self._running: dict[int, Live] = {}
        self._lock = threading.Lock()

    def of(self, site: int) -> Live | None:
        """The live address of a site, if it has one."""
        return self._running.get(site)

    def begin(self, site: int, is_on_network: bool) -> Live:
        """Give a site a live address, or let it be seen from further or less far. Raises Refused where no port is free."""
        with self._lock:
            known = self._running.get(site)
            if known is not None and known.is_on_network == is_on_network:
                return known
            if known is None and len(self._running) >= MOST:
                raise Refused(f"{MOST} sites have a live address, which is the most at once. End one of them.")
            # Who was invited on this machine stays so; a wider circle begins with a secret of its own.
            app = known.app if known is not None and not is_on_network else LiveApp(site, secrets.token_urlsafe(18))
            port = known.port if known is not None else 0
            if known is not None:
                self._stop(known)
            live = _started(app, port, is_on_network)
            self._running[site] = live
            return live

    def end(self, site: int) -> None:
        """End a site's live address: nobody looks on any more, and its secret is no good again."""
        with self._lock:
            known = self._running.pop(site, None)
            if known is not None:
                self._stop(known)

    def end_all(self) -> None:
        """End all of them."""
        for site in list(self._running):
            self.end(site)

    def _stop(self, live: Live) -> None:
        live.app.end()
        live.server.should_exit = True
        live.thread.join(STARTING)


def _started(app: LiveApp, port: int, is_on_network: bool) -> Live:
    host = EVERYWHERE if is_on_network else HERE
    try:
        listener = socket.create_server((host, port or _usual_port()))
    except OSError:
        try:
            listener = socket.create_server((host, 0))
        except OSError as error:
            raise Refused(f"No port could be opened for the live address ({error.strerror}).") from error
    server = uvicorn.Server(uvicorn.Config(app, lifespan="off", log_level="critical", access_log=False, server_header=False, ws="none", timeout_graceful_shutdown=1))
    thread = threading.Thread(target=server.run, kwargs={"sockets": [listener]}, name="live address", daemon=True)
    thread.start()
    return Live(app, server, thread, listener.getsockname()[1], is_on_network)


def _usual_port() -> int:
    """Two above the application's; any, where that is not known."""
    own = os.environ.get("HILLPIN_PORT", "")
    return int(own) + 2 if own.isdigit() and int(own) < 65_534 else 0


def addresses(live: Live) -> list[str]:
    """The addresses under which it is seen, with the secret: on this machine, and on the network by its numbers there."""
    hosts = [HERE, *(_network_hosts() if live.is_on_network else [])]
    return [f"http://{host}:{live.port}/?look={live.app.secret}" for host in hosts]


def _network_hosts() -> list[str]:
    """This machine's numbers on its networks; nothing is sent to find them."""
    found: list[str] = []
    with socket.socket(socket.AF_INET, socket.SOCK_DGRAM) as probe:
        try:
            # An address that the standard keeps for examples (RFC 5737): the system says from where it would go there.
            probe.connect(("192.0.2.1", 9))
            found.append(probe.getsockname()[0])
        except OSError:
            pass
    with contextlib.suppress(OSError):
        found += [str(one[4][0]) for one in socket.getaddrinfo(socket.gethostname(), None, socket.AF_INET)]
    return [host for host in dict.fromkeys(found) if not host.startswith("127.")]


live_addresses = LiveAddresses()
