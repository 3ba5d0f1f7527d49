"""Looking at a target, sending to it, and putting back, in a process of its own."""

from __future__ import annotations

import time
from pathlib import Path
from typing import Any

from ..computing import WorkFailed, say
from ..core.handing import packed
from ..publishing.committing import check_tree, commit
from ..publishing.sending import changes_of, put_back, recover, send, sends_kept
from ..publishing.targets import FolderPlace, Place, PlaceFault, SftpPlace, WebdavPlace
from ..publishing.targets.sftp_place import SftpAccess
from .folder_work import smaller_of

EVERY = 0.1
SETTLING = 4.0
"""Seconds in which a place ends what it was asked for by a process that was stopped."""


def published(request: dict[str, Any]) -> dict[str, Any]:
    """Do one thing with a target: ``look``, ``send``, ``back``, or ``recover`` after a stop. Raises WorkFailed with a sentence."""
    try:
        place = _place(request)
        try:
            return {"look": _look, "send": _send, "back": _back, "recover": _recover}[request["do"]](place, request)
        finally:
            place.close()
    except PlaceFault as fault:
        raise WorkFailed(str(fault)) from fault


def _place(request: dict[str, Any]) -> Place:
    given = request["settings"]
    if request["kind"] in ("folder", "git"):
        folder = Path(given["path"])
        if request["kind"] == "git" and request["do"] in ("send", "back"):
            check_tree(folder)
        return FolderPlace(folder)
    if request["kind"] == "webdav":
        return WebdavPlace(given["address"], given["user"], request["secret"])
    access = SftpAccess(given["host"], given["port"], given["user"], request["secret"], given.get("key_file", ""), given.get("folder", "."), given.get("fingerprint", ""))
    return SftpPlace(access)


def _files(request: dict[str, Any]) -> dict[str, bytes]:
    return packed(request["files"], smaller_of(request["smaller"]))[0] if request["smaller"] else request["files"]


def _told(result: dict[str, Any], place: Place) -> dict[str, Any]:
    return {**result, "fingerprint": place.fingerprint} if isinstance(place, SftpPlace) else result


def _look(place: Place, request: dict[str, Any]) -> dict[str, Any]:
    was_half = recover(place)
    files = _files(request)
    changes = changes_of(place, files, request["thorough"])
    size = sum(len(files[path]) for path in (*changes.new, *changes.changed))
    told = {"new": changes.new, "changed": changes.changed, "gone": changes.gone, "same": len(changes.same), "foreign": changes.foreign, "bytes": size, "back": bool(sends_kept(place))}
    return _told({"changes": told, "words": "What an earlier send had left half done was set right." if was_half else ""}, place)


def _send(place: Place, request: dict[str, Any]) -> dict[str, Any]:
    said = [0.0]

    def told(part: float) -> None:
        now = time.monotonic()
        if now - said[0] >= EVERY:
            said[0] = now
            say({"progress": round(part, 3), "words": "Putting everything in its place" if part >= 0.95 else "Sending"})

    files = _files(request)
    paths = changes_of(place, files)
    sent = send(place, files, told)
    words = f"{sent.files:,} {'file' if sent.files == 1 else 'files'} sent, {sent.bytes:,} bytes." if sent.files else "Nothing had changed; nothing was sent."
    if request["kind"] == "git":
        revision = commit(Path(request["settings"]["path"]), [*paths.new, *paths.changed, *paths.gone], request["message"] or f"{request['site']}, as handed over")
        words = f"{words} Committed as {revision}." if revision else words
    return _told({"sent": {"words": words}}, place)


def _back(place: Place, request: dict[str, Any]) -> dict[str, Any]:
    number = put_back(place)
    words = f"What was there before send {number} is back."
    if request["kind"] == "git":
        revision = commit(Path(request["settings"]["path"]), ["."], f"{request['site']}, as it was before")
        words = f"{words} Committed as {revision}." if revision else words
    return _told({"sent": {"words": words}}, place)


def _recover(place: Place, request: dict[str, Any]) -> dict[str, Any]:
    # What was asked for last may still be done there, for whoever asked is gone and not the request.
    time.sleep(SETTLING)
    was_half = recover(place)
    words = "Stopped while files were put in their place; it is set right, and as it was." if was_half else "Stopped before anything was put in its place: it is as it was."
    return _told({"sent": {"words": words}}, place)
