"""A zip with all that is kept of a site: its files as they are, earlier states, moments, plans, pins, surveys, accepted
findings, drawings, distances and accepted pictures. Addresses that were given to others, passwords and targets stay here."""

from __future__ import annotations

import hashlib
import io
import json
import zipfile
from typing import Any

from ..plans.content import as_file, plan_from
from ..plans.models import SitePlan
from ..sites.models import Site, SiteFile
from .manifest import NAME, VERSION

_ENDINGS = {"image/png": "png", "image/jpeg": "jpg", "image/webp": "webp", "image/svg+xml": "svg"}
EARLIEST = (1980, 1, 1, 0, 0, 0)
"""The time of every entry: the same site gives the same zip."""


def written(site: Site) -> bytes:
    """The zip."""
    out = _Zip()
    files = list(SiteFile.everything.filter(site=site).order_by("pk"))
    places = {file.pk: place for place, file in enumerate(files)}
    manifest = {
        "hill_pin": VERSION, "name": site.name, "runs_scripts": site.runs_scripts,
        "pins": [{"name": pin.name, "width": pin.width, "height": pin.height} for pin in site.pins.all()],
        "files": [_file(out, file) for file in files],
        "moments": [
            {"name": moment.name, "made_at": moment.made_at, "files": [{"path": one.path, "file": places[one.revision.file_id], "number": one.revision.number} for one in moment.files.select_related("revision")]}
            for moment in site.moments.order_by("pk")
        ],
        "plans": [_plan(out, plan) for plan in site.plans.all()],
        "accepted": [{"page": one.page, "key": one.key, "reason": one.reason, "accepted_at": one.accepted_at} for one in site.accepted.all()],
        "surveys": [{"page": one.page, "content": out.json("surveys", one.content)} for one in site.surveys.order_by("pk")],
        "drawings": [
            {"page": one.page, "width": one.width, "name": one.name, "content": out.add("drawings", bytes(one.content), _ENDINGS.get(one.media_type, "bin")), "x": one.x, "y": one.y, "scale": one.scale}
            for one in site.drawings.all()
        ],
        "distances": [{"page": one.page, "width": one.width, "is_across": one.is_across, "first": one.first, "second": one.second, "drawn": one.drawn} for one in site.distances.all()],
        "shots": [{"page": one.page, "key": one.key, "picture": out.add("pictures", bytes(one.picture), "png"), "told": out.json("pictures", one.told)} for one in site.shots.filter(run=None)],
    }  # fmt: skip
    return out.close(manifest)


def _file(out: _Zip, file: SiteFile) -> dict[str, Any]:
    """A file with its states. The newest of one that is there stands under its own name, so that the zip is the folder too."""
    states = []
    for state in file.revisions.order_by("number"):
        content = bytes(state.content)
        is_now = file.removed_at is None and state.number == file.revision
        name = out.put(f"files/{file.path}", content) if is_now else out.add("states", content, "bin")
        states.append({"number": state.number, "saved_at": state.saved_at, "content": name})
    return {"path": file.path, "removed_at": file.removed_at, "states": states}


def _plan(out: _Zip, plan: SitePlan) -> dict[str, Any]:
    states = [{"number": one.number, "saved_at": one.saved_at, "content": out.add("plans", as_file(plan_from(one.content)).encode(), "json")} for one in plan.states.order_by("number")]
    replies = [{"is_yes": one.is_yes, "name": one.name, "text": one.text, "digest": one.digest, "made_at": one.made_at} for one in plan.replies.all()]
    return {"states": states, "replies": replies}


class _Zip:
    """A zip that holds the same content once."""

    def __init__(self) -> None:
        self.bytes = io.BytesIO()
        self.archive = zipfile.ZipFile(self.bytes, "w", zipfile.ZIP_DEFLATED)
        self.names: set[str] = set()

    def put(self, name: str, content: bytes) -> str:
        """Content under a name; gives the name."""
        if name not in self.names:
            self.names.add(name)
            info = zipfile.ZipInfo(name, EARLIEST)
            info.compress_type = zipfile.ZIP_DEFLATED
            self.archive.writestr(info, content)
        return name

    def add(self, folder: str, content: bytes, ending: str) -> str:
        """Content under the name of its digest."""
        return self.put(f"{folder}/{hashlib.sha256(content).hexdigest()[:32]}.{ending}", content)

    def json(self, folder: str, content: Any) -> str:
        """What JSON can hold, under the name of its digest."""
        return self.add(folder, json.dumps(content, ensure_ascii=False, sort_keys=True).encode(), "json")

    def close(self, manifest: dict[str, Any]) -> bytes:
        """The zip, with what is in it said first."""
        self.put(NAME, json.dumps(manifest, ensure_ascii=False, indent=1, default=lambda moment: moment.isoformat()).encode())
        self.archive.close()
        return self.bytes.getvalue()
