"""What the pool of workers has to know of sites: the state that their files are in, and what browsers measured of fonts."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from ..core.fonts import Measured
from ..sites.models import Site
from .browser_fonts import browser_fonts
from .pages import known_sites


class SiteSurroundings:
    """``computing.Surroundings`` of the sites that this server keeps."""

    def state(self, site: int) -> object:
        """The revisions of a site's files; None where there is no such site."""
        try:
            return tuple(known_sites.revisions(known_sites.site(site)).items())
        except Site.DoesNotExist:
            return None

    def told(self, site: int) -> tuple[object, int, Callable[..., None], tuple[Any, ...]] | None:
        """What browsers told of a site's fonts: under which key, how often, and how another process takes it over."""
        try:
            known = known_sites.site(site)
        except Site.DoesNotExist:
            return None
        number, measured = browser_fonts.of(known)
        return ((known.pk, known.created_at), number, take_over, (known, number, measured)) if number else None


def take_over(site: Site, number: int, measured: Measured) -> None:
    """In a worker: what the server was told of fonts."""
    browser_fonts.put(site, number, measured)
