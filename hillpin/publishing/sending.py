"""What changed, sent: staged beside what is there, then put in its place file by file; taken back where that breaks off.

In a place's own folder ``.hillpin``: ``manifest.json`` says what was sent last (path → digest), ``incoming/`` holds what is on its way
under names made of its content, so that a send that broke off goes on, and ``before/N/`` what the N-th send put out of the way.
"""

from __future__ import annotations

import hashlib
import json
import posixpath
from collections.abc import Callable, Mapping
from dataclasses import dataclass, field

from .targets import STATE, Place, PlaceFault

MANIFEST, INCOMING, BEFORE = f"{STATE}/manifest.json", f"{STATE}/incoming", f"{STATE}/before"
KEPT = 5
"""Sends that can be put back."""
LARGEST = 4_000_000
"""Bytes of a manifest or journal that is read."""


@dataclass(slots=True)
class Changes:
    """What a send would do, by paths. ``foreign`` are files that changed there since the last send, or stood there before the first:
    they are among ``changed``, and are kept like everything that is put out of the way."""

    new: list[str] = field(default_factory=list)
    changed: list[str] = field(default_factory=list)
    gone: list[str] = field(default_factory=list)
    same: list[str] = field(default_factory=list)
    foreign: list[str] = field(default_factory=list)

    @property
    def count(self) -> int:
        """Files that a send touches."""
        return len(self.new) + len(self.changed) + len(self.gone)


@dataclass(frozen=True, slots=True)
class Sent:
    """What was done. ``number`` names it in its place, for putting it back."""

    number: int
    files: int
    bytes: int


class SendStopped(Exception):
    """It was stopped before anything was put in its place."""


@dataclass(slots=True)
class Step:
    """One file of a send: what it gets (the name of what is staged, None where it goes), and whether something was there."""

    path: str
    staged: str | None
    had: bool


def digest_of(content: bytes) -> str:
    """What names a content."""
    return hashlib.sha256(content).hexdigest()


def changes_of(place: Place, files: Mapping[str, bytes], thorough: bool = False) -> Changes:
    """Compare by content. What was sent last is taken to be there where its size is right; ``thorough`` reads every byte. Files there
    that were never sent from here are left alone unless a file of the same name is sent."""
    manifest, sizes = manifest_of(place), _there(place)
    found = Changes()
    for path, content in sorted(files.items()):
        digest, size = digest_of(content), sizes.get(path)
        if size is None:
            found.new.append(path)
            continue
        known = manifest.get(path)
        is_ours = known is not None and (known[1] == size)
        is_same = size == len(content) and (known is not None and known[0] == digest if is_ours and not thorough else place.read(path) == content)
        (found.same if is_same else found.changed).append(path)
        if not is_same and not is_ours:
            found.foreign.append(path)
    found.gone = sorted(path for path in manifest if path not in files and path in sizes)
    return found


def manifest_of(place: Place) -> dict[str, tuple[str, int]]:
    """What was sent last: path → digest and bytes."""
    content = _json(place.read(MANIFEST))
    files = content.get("files") if isinstance(content, dict) else None
    if not isinstance(files, dict):
        return {}
    return {path: (str(one[0]), int(one[1])) for path, one in files.items() if isinstance(path, str) and isinstance(one, list) and len(one) == 2 and isinstance(one[1], int)}


def _json(data: bytes | None) -> object:
    try:
        return json.loads(data) if data is not None and len(data) <= LARGEST else None
    except (ValueError, RecursionError):
        return None


def _there(place: Place) -> dict[str, int]:
    return {path: size for path, size in place.sizes().items() if not path.startswith(f"{STATE}/")}


def send(place: Place, files: Mapping[str, bytes], told: Callable[[float], None] = lambda part: None, wanted: Callable[[], bool] = lambda: True) -> Sent:
    """Send what changed. Raises PlaceFault, with the place as it was before wherever it still answers, and SendStopped."""
    recover(place)
    changes = changes_of(place, files)
    steps = [Step(path, _staged_name(path, files[path]), path not in changes.new) for path in (*changes.new, *changes.changed)]
    steps += [Step(path, None, True) for path in changes.gone]
    total = sum(len(files[step.path]) for step in steps if step.staged is not None)
    _stage(place, steps, files, total, told, wanted)
    number = max(_numbers(place), default=0) + 1
    manifest = json.dumps({"files": {path: [digest_of(content), len(content)] for path, content in sorted(files.items())}}).encode()
    if steps:
        _switch(place, steps, number, manifest)
    _tidy(place)
    told(1.0)
    return Sent(number if steps else number - 1, len(steps), total)


def _staged_name(path: str, content: bytes) -> str:
    return f"{INCOMING}/{digest_of(content)[:32]}-{digest_of(path.encode())[:12]}"


def _stage(place: Place, steps: list[Step], files: Mapping[str, bytes], total: int, told: Callable[[float], None], wanted: Callable[[], bool]) -> None:
    """Bring everything to the place, under other names; what is there already from a send that broke off is not sent again."""
    waiting, done = place.sizes(INCOMING), 0
    for step in steps:
        if not wanted():
            raise SendStopped
        if step.staged is None:
            continue
        content = files[step.path]
        if waiting.get(step.staged) != len(content):
            try:
                place.write(step.staged, content)
            except PlaceFault as fault:
                left = sum(one.staged is not None for one in steps) - sum(one.staged is not None for one in steps[: steps.index(step)])
                raise PlaceFault(f"{fault} Nothing is in its place yet: it is as it was there, and {left} of {len(steps)} files are still to be sent. Send again, and it goes on.", fault.is_over) from fault
        done += len(content)
        told(0.95 * done / max(total, 1))


def _switch(place: Place, steps: list[Step], number: int, manifest: bytes) -> None:
    """Put everything in its place, with a journal, so that whatever breaks off can be taken back."""
    done: list[Step] = []
    old: str | None = None
    try:
        old = _text(place.read(MANIFEST))
        journal = {"state": "under way", "steps": [[step.path, step.staged, step.had] for step in steps], "manifest": old}
        _write_json(place, _journal(number), journal)
        for step in steps:
            done.append(step)
            _put(place, step, number)
        _write(place, MANIFEST, manifest)
        _write_json(place, _journal(number), {**journal, "state": "done"})
    except PlaceFault as fault:
        try:
            if done:
                _undo(place, done, number, old)
        except PlaceFault as second:
            raise PlaceFault(f"{fault} It broke off while {len(done)} of {len(steps)} files were put in their place, and could not be taken back from here. Send again: it is set right first.", True) from second
        raise PlaceFault(f"{fault} Everything is as it was there: nothing was put in its place.", fault.is_over) from fault


def _put(place: Place, step: Step, number: int) -> None:
    if step.had:
        place.move(step.path, f"{BEFORE}/{number}/files/{step.path}")
    if step.staged is not None:
        place.move(step.staged, step.path)


def _take_back(place: Place, steps: list[Step], number: int) -> None:
    """Undo what was done of some steps, whatever part of them that was."""
    kept, there, waiting = place.sizes(f"{BEFORE}/{number}/files"), _there(place), place.sizes(INCOMING)
    for step in reversed(steps):
        away = f"{BEFORE}/{number}/files/{step.path}"
        is_put = step.staged is not None and step.staged not in waiting and step.path in there
        if is_put and step.staged is not None:
            place.move(step.path, step.staged)
        if step.had and away in kept:
            place.move(away, step.path)


def recover(place: Place) -> bool:
    """Set right what an earlier send left half done. Gives whether there was something."""
    found = False
    for number in sorted(_numbers(place), reverse=True):
        journal = _read_journal(place, number)
        if journal is not None and journal[0] == "under way":
            _undo(place, journal[1], number, journal[2])
            found = True
    return found


def put_back(place: Place) -> int:
    """Bring back what was there before the last send. Gives its number. Raises PlaceFault where there is none."""
    recover(place)
    number = max(_numbers(place), default=0)
    journal = _read_journal(place, number) if number else None
    if journal is None:
        raise PlaceFault("There is nothing to put back: no send of the last ones is kept there.")
    _, steps, manifest = journal
    _write_json(place, _journal(number), {"state": "under way", "steps": [[step.path, step.staged, step.had] for step in steps], "manifest": manifest})
    _undo(place, steps, number, manifest)
    return number


def _undo(place: Place, steps: list[Step], number: int, manifest: str | None) -> None:
    """Take some steps back, with what the place was said to have; what is left of the send is its journal no more."""
    _take_back(place, steps, number)
    if manifest is None:
        place.remove(MANIFEST)
    elif _text(place.read(MANIFEST)) != manifest:
        _write(place, MANIFEST, manifest.encode())
    place.remove(_journal(number))


def sends_kept(place: Place) -> list[int]:
    """The numbers of sends that can be put back, the last one first."""
    return sorted(_numbers(place), reverse=True)


def _numbers(place: Place) -> set[int]:
    names = (posixpath.relpath(path, BEFORE).split("/") for path in place.sizes(BEFORE))
    return {int(parts[0]) for parts in names if len(parts) == 2 and parts[0].isdigit() and parts[1] == "journal.json"}


def _journal(number: int) -> str:
    return f"{BEFORE}/{number}/journal.json"


def _read_journal(place: Place, number: int) -> tuple[str, list[Step], str | None] | None:
    content = _json(place.read(_journal(number)))
    if not isinstance(content, dict) or not isinstance(content.get("steps"), list):
        return None
    steps = [Step(str(one[0]), one[1] if isinstance(one[1], str) else None, bool(one[2])) for one in content["steps"] if isinstance(one, list) and len(one) == 3]
    # The place is another's: a name in its journal must not lead out of it.
    if any(not _is_inside(step.path) or (step.staged is not None and not step.staged.startswith(f"{INCOMING}/")) for step in steps):
        return None
    manifest = content.get("manifest")
    return str(content.get("state")), steps, manifest if isinstance(manifest, str) else None


def _is_inside(path: str) -> bool:
    return not path.startswith("/") and ".." not in path.split("/")


def _text(data: bytes | None) -> str | None:
    return data.decode("utf-8", "replace") if data is not None else None


def _write_json(place: Place, path: str, content: object) -> None:
    _write(place, path, json.dumps(content).encode())


def _write(place: Place, path: str, content: bytes) -> None:
    """Write a file so that it is there whole or as it was."""
    place.write(f"{path}.new", content)
    place.move(f"{path}.new", path)


def _tidy(place: Place) -> None:
    """Let go what is staged for nothing any more, and sends longer ago than the last few."""
    for path in place.sizes(INCOMING):
        place.remove(path)
    old = sends_kept(place)[KEPT:]
    if old:
        for path in sorted(place.sizes(BEFORE)):
            if int(posixpath.relpath(path, BEFORE).split("/")[0] or 0) in old:
                place.remove(path)
