"""What the browsers at work measured of fonts that this machine does not have: kept for each site while the server runs."""

from __future__ import annotations

import threading
from collections import OrderedDict

from ..core.fonts import AtSize, FaceKey, Measured, MeasuredFace
from ..sites.models import Site
from .schemas import FaceIn

MOST_SITES, MOST_FACES = 40, 96


class BrowserFonts:
    """The measured faces by site. A page is read anew when those of its site change."""

    def __init__(self) -> None:
        self._sites: OrderedDict[object, tuple[int, dict[FaceKey, MeasuredFace | None]]] = OrderedDict()
        self._lock = threading.Lock()

    def of(self, site: Site) -> tuple[int, Measured]:
        """How often faces of a site were told, and the faces."""
        return self._sites.get((site.pk, site.created_at), (0, {}))

    def put(self, site: Site, number: int, measured: Measured) -> None:
        """Take over what another process was told."""
        with self._lock:
            self._sites[site.pk, site.created_at] = (number, dict(measured))

    def take(self, site: Site, faces: list[FaceIn]) -> int:
        """Take in what a browser measured; gives how often that has been."""
        key = (site.pk, site.created_at)
        with self._lock:
            number, known = self._sites.get(key, (0, {}))
            joined = dict(known)
            for face in faces:
                name = FaceKey(face.family.lower(), face.weight, face.italic)
                old, new = joined.get(name), _face(face)
                joined[name] = old.joined(new) if old is not None and new is not None else new
            while len(joined) > MOST_FACES:
                del joined[next(iter(joined))]
            self._sites[key] = (number + 1, joined)
            self._sites.move_to_end(key)
            while len(self._sites) > MOST_SITES:
                self._sites.popitem(last=False)
            return number + 1


def _face(face: FaceIn) -> MeasuredFace | None:
    if not face.sizes:
        return None
    sizes = [AtSize(one.size, one.ascent, one.descent, one.line_spacing, one.x_height, one.zero, dict(one.advances), dict(one.pairs)) for one in face.sizes]
    return MeasuredFace(face.family, sizes, frozenset(face.absent))


browser_fonts = BrowserFonts()
