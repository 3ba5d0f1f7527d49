"""Two origins of one server: the application's, and the pages' under work, on another port of this machine.

A page under work never shares an origin with the application, and its address cannot be guessed: it holds a name that is made
of the installation's secret key.
"""

from __future__ import annotations

import hmac
import socket

from django.conf import settings
from django.http import HttpRequest

from .sites.models import Site

NAME_LENGTH = 40
_ports: dict[str, int] = {}


def listeners(host: str, port: int) -> list[socket.socket]:
    """The application's and the pages' sockets: the pages' port is the next one, or any that is free. ``port`` 0 takes any for
    both. Raises OSError where the application's is in use."""
    own = socket.create_server((host, port))
    _ports["own"] = own.getsockname()[1]
    try:
        pages = socket.create_server((host, _ports["own"] + 1))
    except (OSError, OverflowError):
        pages = socket.create_server((host, 0))
    _ports["pages"] = pages.getsockname()[1]
    return [own, pages]


def is_of_pages(request: HttpRequest) -> bool:
    """Whether a request came to the pages' port."""
    return request.get_port() == str(_ports.get("pages"))


def serves_pages(request: HttpRequest) -> bool:
    """Whether pages are served here: at their own port, or where there is none, as in tests without a server, at the one."""
    return "pages" not in _ports or is_of_pages(request)


def pages_origin(request: HttpRequest) -> str:
    """The origin of pages for who asks under some name of this machine."""
    return f"http://{_host(request)}:{_ports['pages']}" if "pages" in _ports else f"http://{request.get_host()}"


def own_origin(request: HttpRequest) -> str:
    """The application's origin, under the same name."""
    return f"http://{_host(request)}:{_ports['own']}" if "own" in _ports else f"http://{request.get_host()}"


def _host(request: HttpRequest) -> str:
    name = request.get_host()
    return name[: name.rindex(":")] if name.rpartition(":")[2].isdigit() else name


def name_of(site: Site) -> str:
    """The name under which a site's pages are served: the same after a restart, and not to be guessed."""
    return hmac.new(settings.SECRET_KEY.encode(), f"pages of {site.pk} {site.created_at.isoformat()}".encode(), "sha256").hexdigest()[:NAME_LENGTH]


def base_of(request: HttpRequest, site: Site) -> str:
    """The address below which a site's files are."""
    return f"{pages_origin(request)}/pages/{site.pk}-{name_of(site)}/"
