"""A site from a zip with all that is kept of one: everything in it is checked before anything is taken in, and all is or nothing."""

from __future__ import annotations

import io
import json
import zipfile
from typing import TypeVar

from django.db import transaction
from pydantic import BaseModel, ValidationError

from ..compare.drawings_api import kind_of
from ..compare.models import Distance, PageDrawing, Shot
from ..core.errors import InputError
from ..core.images import picture_size
from ..plans.content import as_content, from_file
from ..plans.models import PlanState, Reply, SitePlan
from ..plans.store import clean_name as clean_plan_name
from ..sites import store
from ..sites.errors import Refused
from ..sites.models import Moment, MomentFile, Pin, Revision, Site, SiteFile
from ..sites.paths import clean_path
from ..surveys.models import AcceptedFinding, PageSurvey
from ..surveys.schemas import SurveyOut
from .manifest import NAME, DrawingIn, FileIn, Manifest, PlanIn, ShotIn, Told

Shaped = TypeVar("Shaped", bound=BaseModel)
MOST_ENTRIES = 40_000
MOST_BYTES = 400_000_000
"""Of all that is unpacked."""


def holds_everything(data: bytes) -> bool:
    """Whether a zip is one with all that is kept of a site."""
    try:
        with zipfile.ZipFile(io.BytesIO(data)) as archive:
            return NAME in archive.namelist()
    except (zipfile.BadZipFile, NotImplementedError, OSError):
        return False


def taken_in(data: bytes, name: str = "") -> Site:
    """The site. Raises Refused with the place of what is wrong; nothing is kept then."""
    try:
        with zipfile.ZipFile(io.BytesIO(data)) as archive:
            return _Reader(archive).run(name)
    except (zipfile.BadZipFile, NotImplementedError, RuntimeError, EOFError, OSError) as error:
        raise Refused("The zip cannot be read. Pack it again without a password.") from error


def _shaped(shape: type[Shaped], content: bytes, name: str) -> Shaped:
    try:
        return shape.model_validate_json(content)
    except (ValidationError, RecursionError) as error:
        first = error.errors()[0] if isinstance(error, ValidationError) else {"loc": (), "msg": "It is nested too deep"}
        place = ".".join(map(str, first["loc"]))
        raise Refused(f"{name}{', ' if place else ''}{place}: {first['msg']}.") from error


class _Reader:
    def __init__(self, archive: zipfile.ZipFile) -> None:
        self.archive = archive
        entries = [info for info in archive.infolist() if not info.is_dir()]
        if len(entries) > MOST_ENTRIES or sum(info.file_size for info in entries) > MOST_BYTES:
            raise Refused(f"The zip holds more than {MOST_ENTRIES:,} files or {MOST_BYTES // 1_000_000} MB, the most that is taken in.")
        self.entries = {info.filename: info for info in entries}
        self.left = MOST_BYTES
        """What an entry says of its size is not believed: bytes that may still be unpacked."""

    def read(self, name: str) -> bytes:
        """An entry. Raises Refused."""
        if name not in self.entries:
            raise Refused(f"{NAME} names {name}, which is not in the zip.")
        content = store.read_entry(self.archive, self.entries[name])
        self.left -= len(content)
        if self.left < 0:
            raise Refused(f"The zip unpacks to more than {MOST_BYTES // 1_000_000} MB, the most that is taken in.")
        return content

    def run(self, name: str) -> Site:
        """Read all of it into a new site."""
        manifest = _shaped(Manifest, self.read(NAME), NAME)
        with transaction.atomic():
            site = Site.objects.create(name=store.clean_name(name or manifest.name), runs_scripts=manifest.runs_scripts)
            Pin.objects.bulk_create([Pin(site=site, **pin.model_dump()) for pin in manifest.pins])
            states = self._files(site, manifest.files)
            self._moments(site, manifest, states)
            for plan in manifest.plans:
                self._plan(site, plan)
            self._findings(site, manifest)
            self._pictures(site, manifest)
        return site

    # Files

    def _files(self, site: Site, files: list[FileIn]) -> list[dict[int, Revision]]:
        """The files with their states; gives the states of each by their numbers."""
        contents = [[self.read(state.content) for state in file.states] for file in files]
        there = [store.NewFile(file.path, states[-1]) for file, states in zip(files, contents, strict=True) if file.removed_at is None]
        if len(store.checked(there, needs_page=False)) != len(there):
            raise Refused(f"{NAME}, files: a path is no part of a site.")
        kept: list[dict[int, Revision]] = []
        for place, (file, states) in enumerate(zip(files, contents, strict=True)):
            numbers = [state.number for state in file.states]
            if sorted(set(numbers)) != numbers:
                raise Refused(f"{NAME}, files.{place}.states: each number is to be larger than the one before it.")
            made = SiteFile.everything.create(site=site, path=clean_path(file.path), content=states[-1], revision=numbers[-1], removed_at=file.removed_at)
            revisions = Revision.objects.bulk_create([Revision(file=made, number=number, content=content) for number, content in zip(numbers, states, strict=True)])
            for revision, state in zip(revisions, file.states, strict=True):
                revision.saved_at = state.saved_at
            Revision.objects.bulk_update(revisions, ["saved_at"])
            kept.append(dict(zip(numbers, revisions, strict=True)))
        return kept

    def _moments(self, site: Site, manifest: Manifest, states: list[dict[int, Revision]]) -> None:
        for place, one in enumerate(manifest.moments):
            moment = Moment.objects.create(site=site, name=one.name)
            Moment.objects.filter(pk=moment.pk).update(made_at=one.made_at)
            for file in one.files:
                if file.file >= len(states) or file.number not in states[file.file]:
                    raise Refused(f"{NAME}, moments.{place}: there is no state {file.number} of file {file.file}.")
                MomentFile.objects.create(moment=moment, path=clean_path(file.path), revision=states[file.file][file.number])

    # Plans

    def _plan(self, site: Site, plan: PlanIn) -> None:
        contents = []
        for state in plan.states:
            try:
                contents.append(from_file(self.read(state.content).decode("utf-8", "replace"), is_checked=False))
            except InputError as error:
                raise Refused(f"{state.content}: {error}") from error
        newest = contents[-1]
        kept = SitePlan.objects.create(site=site, name=clean_plan_name(newest.name), content=as_content(newest), revision=plan.states[-1].number)
        for state, content in zip(plan.states, contents, strict=True):
            made = PlanState.objects.create(plan=kept, number=state.number, content=as_content(content))
            PlanState.objects.filter(pk=made.pk).update(saved_at=state.saved_at)
        for reply in plan.replies:
            said = Reply.objects.create(plan=kept, **reply.model_dump(exclude={"made_at"}))
            Reply.objects.filter(pk=said.pk).update(made_at=reply.made_at)

    # What was found and compared

    def _findings(self, site: Site, manifest: Manifest) -> None:
        for one in manifest.accepted:
            made, _ = AcceptedFinding.objects.update_or_create(site=site, page=one.page, key=one.key, defaults={"reason": one.reason})
            AcceptedFinding.objects.filter(pk=made.pk).update(accepted_at=one.accepted_at)
        for survey in manifest.surveys:
            content = self.read(survey.content)
            _shaped(SurveyOut, content, survey.content)
            PageSurvey.objects.update_or_create(site=site, page=survey.page, defaults={"content": json.loads(content)})

    def _pictures(self, site: Site, manifest: Manifest) -> None:
        for drawing in manifest.drawings:
            self._drawing(site, drawing)
        Distance.objects.bulk_create([Distance(site=site, **one.model_dump()) for one in manifest.distances])
        for shot in manifest.shots:
            self._shot(site, shot)

    def _drawing(self, site: Site, one: DrawingIn) -> None:
        content = self.read(one.content)
        kind, across, down = kind_of(content, one.name)
        PageDrawing.objects.create(
            site=site, page=one.page, width=one.width, name=one.name, media_type=kind, content=content, pixel_width=across, pixel_height=down, x=one.x, y=one.y, scale=one.scale,
        )  # fmt: skip

    def _shot(self, site: Site, one: ShotIn) -> None:
        picture, told = self.read(one.picture), self.read(one.told)
        if not picture.startswith(b"\x89PNG") or picture_size(picture) is None:
            raise Refused(f"{one.picture} is no PNG.")
        _shaped(Told, told, one.told)
        Shot.objects.update_or_create(site=site, page=one.page, key=one.key, run=None, defaults={"told": json.loads(told), "picture": picture})
