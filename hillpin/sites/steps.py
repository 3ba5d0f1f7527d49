"""Steps: changes of a site's files that are made whole or not at all, and undone in the same way."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field

from django.db import transaction
from django.db.models.functions import Length
from django.utils import timezone
from merge3 import Merge3

from ..core.site import LineChange
from . import on_disk
from .errors import Refused
from .models import Revision, Site, SiteFile, Step, StepPart
from .news import tell_files
from .paths import alike, check_name, is_page, is_text
from .store import LARGEST_FILE, LARGEST_SITE, MOST_FILES, first_revision

MOST_STEPS = 200
"""Steps kept of a site; the oldest go first, and with them the way to undo them."""


@dataclass(frozen=True, slots=True)
class Part:
    """What a step is to do to one file.

    ``path`` is none for a new one, ``new_path`` none for one that goes, ``content`` none where it stays; ``revision`` is the
    state that this was worked out from. ``lines`` tell what changes in it.
    """

    path: str
    new_path: str
    content: bytes | None = None
    revision: int = 0
    lines: tuple[LineChange, ...] = ()
    revived: int = 0
    """The number of the removed file that this brings back, with its states."""


@dataclass(slots=True)
class Plan:
    """A step before it is made: its words, its parts, and what the person should know of it."""

    words: str
    parts: list[Part] = field(default_factory=list)
    notes: list[str] = field(default_factory=list)


def carry_out(site: Site, plan: Plan) -> Step:
    """Make a step. Raises Refused where a file has changed since it was worked out, a path is taken or no name, or a bound is met;
    nothing is changed then."""
    if not plan.parts:
        raise Refused("There is nothing to change.")
    on_disk.look(site, [part.path for part in plan.parts if part.path])
    with transaction.atomic():
        if not Site.objects.select_for_update().filter(pk=site.pk).exists():
            raise Refused("The site was removed meanwhile.", 404)
        # Only what the step touches is read.
        files = {file.path: file for file in site.files.defer("content").annotate(size=Length("content"))}
        for part in plan.parts:
            known = files.get(part.path)
            if part.path and (known is None or known.revision != part.revision):
                raise Refused(f"{part.path} has changed meanwhile. Nothing was done; look at what would change again.")
        _check(files, plan.parts)
        step = Step.objects.create(site=site, words=plan.words[:300])
        # Paths that are swapped would stand in each other's way.
        moving = [files[part.path] for part in plan.parts if part.path and part.new_path != part.path]
        for file in moving:
            SiteFile.objects.filter(pk=file.pk).update(path=f"\0{file.pk}")
        for part in plan.parts:
            _do(site, step, part, files.get(part.path))
        _forget_old(site)
        _write_to_disk(site, plan, files)
        tell_files(site.pk, [(part.path, part.new_path) for part in plan.parts])
        site.save(update_fields=["updated_at"])
    return step


def _check(files: dict[str, SiteFile], parts: Sequence[Part]) -> None:
    """Raises Refused where the site would not stand as the parts want it."""
    check_paths(files, parts)
    for part in parts:
        if part.content is not None and len(part.content) > LARGEST_FILE:
            raise Refused(f"{part.new_path} has {len(part.content) / 1048576:.1f} MB; {LARGEST_FILE // 1048576} MB are the most for one file.")
    if any(part.content is not None for part in parts):
        sizes = {path: file.size for path, file in files.items()}  # type: ignore[attr-defined]
        for part in parts:
            size = sizes.pop(part.path, 0)
            if part.new_path:
                sizes[part.new_path] = size if part.content is None else len(part.content)
        if sum(sizes.values()) > LARGEST_SITE:
            raise Refused(f"The site would have more than {LARGEST_SITE // 1048576} MB, which is the most.")


def _write_to_disk(site: Site, plan: Plan, files: dict[str, SiteFile]) -> None:
    """The same in the folder that the site is tied to, if it is."""
    if not site.folder:
        return
    changes: dict[str, bytes | None] = {part.path: None for part in plan.parts if part.path and part.new_path != part.path}
    for part in plan.parts:
        if part.new_path:
            changes[part.new_path] = part.content if part.content is not None else bytes(files[part.path].content)
    on_disk.write(site, changes, {part.new_path: part.path for part in plan.parts if part.path and part.new_path})


def check_paths(known: Iterable[str], parts: Sequence[Part]) -> None:
    """Raises Refused where a site's paths could not be as the parts want them."""
    gone = {part.path for part in parts if part.path and part.new_path != part.path}
    stay = [path for path in known if path not in gone]
    new = [part.new_path for part in parts if part.new_path and part.new_path != part.path]
    for path in new:
        check_name(path)
    check_together(stay, new)
    if len(stay) + len(new) > MOST_FILES:
        raise Refused(f"The site would have {len(stay) + len(new)} files; {MOST_FILES} are the most.")
    if gone and not any(is_page(path) for path in [*stay, *new]):
        raise Refused("That is the last page of the site: remove the site itself, or make another page first.")


def check_together(stay: Iterable[str], new: Iterable[str]) -> None:
    """Raises Refused where two paths would be one on some disks: by capitals, by the form of a letter, or as a file and a folder."""
    taken = {alike(path): path for path in stay}
    folders = {alike(folder): path for path in taken.values() for folder in _folders(path)}
    for path in new:
        other = taken.get(alike(path))
        if other is not None:
            why = "there is one already" if other == path else f"it differs from {other} only in capitals or in the form of a letter"
            raise Refused(f"{path} cannot be the name of a file: {why}.")
        if alike(path) in folders:
            raise Refused(f"{path} cannot be the name of a file: it is a folder, with {folders[alike(path)]} in it.")
        inside = next((taken[alike(folder)] for folder in _folders(path) if alike(folder) in taken), None)
        if inside is not None:
            raise Refused(f"{path} cannot be the name of a file: {inside} is a file, and no folder.")
        taken[alike(path)] = path
        folders.update({alike(folder): path for folder in _folders(path)})


def _folders(path: str) -> list[str]:
    parts = path.split("/")[:-1]
    return ["/".join(parts[: count + 1]) for count in range(len(parts))]


def _do(site: Site, step: Step, part: Part, file: SiteFile | None) -> None:
    before = _state(file) if file is not None else None
    if part.revived:
        file = SiteFile.everything.get(pk=part.revived)
        file.path, file.removed_at = part.new_path, None
        after = _state(file)
        if part.content is not None and part.content != bytes(file.content):
            file.content, file.revision = part.content, file.revision + 1
            after = Revision.objects.create(file=file, number=file.revision, content=part.content)
        file.save()
    elif file is None:
        assert part.content is not None
        number = first_revision(site, part.new_path)
        file = SiteFile.objects.create(site=site, path=part.new_path, content=part.content, revision=number)
        after = Revision.objects.create(file=file, number=number, content=part.content)
    elif not part.new_path:
        SiteFile.everything.filter(pk=file.pk).update(removed_at=timezone.now(), path=part.path)
        after = None
    else:
        file.path = part.new_path
        after = before
        if part.content is not None and part.content != bytes(file.content):
            file.content, file.revision = part.content, file.revision + 1
            after = Revision.objects.create(file=file, number=file.revision, content=part.content)
        file.save()
    StepPart.objects.create(step=step, file=file, path_before=part.path, path_after=part.new_path, before=before, after=after)


def _state(file: SiteFile) -> Revision:
    """The kept state that a file is in."""
    return Revision.objects.get_or_create(file=file, number=file.revision, defaults={"content": bytes(file.content)})[0]


def _forget_old(site: Site) -> None:
    old = site.steps.values_list("pk", flat=True)[MOST_STEPS:]
    if old:
        Step.objects.filter(pk__in=list(old)).delete()


def undo(step: Step) -> Step:
    """Undo a step, as a further one: paths as before, and texts with what the step changed in them changed back; what was edited
    since stays. Raises Refused where that cannot be, and does nothing then."""
    if step.undone_at is not None:
        raise Refused("This was undone already.")
    parts = []
    for part in step.parts.select_related("file", "before", "after"):
        now = SiteFile.everything.get(pk=part.file_id)
        is_there = now.removed_at is None
        if not part.path_after:
            parts.append(Part("", part.path_before, bytes(now.content), revived=now.pk))
        elif not is_there:
            raise Refused(f"{part.path_after} is not there any more, so this cannot be undone alone: undo what was done later first.")
        elif not part.path_before:
            parts.append(Part(now.path, "", revision=now.revision))
        else:
            parts.append(Part(now.path, part.path_before if now.path == part.path_after else now.path, _content_before(part, now), now.revision))
    with transaction.atomic():
        made = carry_out(step.site, Plan(f"Undone: {step.words}", [part for part in parts if part.path != part.new_path or part.content is not None]))
        step.undone_at = timezone.now()
        step.save(update_fields=["undone_at"])
    return made


def _content_before(part: StepPart, now: SiteFile) -> bytes | None:
    """The file's bytes with what a step changed in them changed back; None where it changed none."""
    if part.before is None or part.after is None or part.before_id == part.after_id:
        return None
    before, after, newest = bytes(part.before.content), bytes(part.after.content), bytes(now.content)
    if newest == after:
        return before
    if not is_text(now.path):
        raise Refused(f"{now.path} has been replaced since, so this cannot be undone. Bring an earlier state of it back instead.")
    merged: list[bytes] = []
    for group in Merge3(after.splitlines(True), newest.splitlines(True), before.splitlines(True)).merge_groups():
        if group[0] == "conflict":
            line = b"".join(merged).count(b"\n") + 1
            raise Refused(f"{now.path} was edited since where this changed it, at line {line}, so it cannot be undone. Bring an earlier state of it back instead.")
        merged += group[1]
    return b"".join(merged)
