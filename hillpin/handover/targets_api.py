"""Targets over HTTP: made, looked at, sent to, put back; and the practice server."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path
from typing import Any

from django.db import connection
from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from ninja import Router

from ..compare.schemas import WorkStartedOut
from ..computing import FIRST, Ticket, Work, WorkFailed, WorkStopped, long_work
from ..folders.tied import below_root
from ..publishing.secrets import forget_secret, has_keyring, keep_secret, secret_of
from ..sites.errors import Refused
from ..sites.models import Site
from ..sites.schemas import ErrorOut
from .api import files_to_go
from .jobs import start_job
from .models import MOST_SENDINGS, Sending, Target
from .practice import practice_server
from .publish_work import published
from .schemas import PracticeIn, PracticeOut, SecretIn, SendIn, TargetIn, TargetOut

router = Router(tags=["targets"])
practice_router = Router(tags=["practice server"])
MOST_TARGETS, SHOWN = 20, 8
TAKES, SILENT = 3600.0, 120.0
"""Seconds that a send may take, and that it may say nothing."""
_set_right: set[int] = set()
"""Targets at which a stopped send is being set right."""


def _secret_name(target: Target) -> str:
    return f"target-{target.pk}-{target.made_at:%Y%m%d%H%M%S}"


def target_out(target: Target) -> dict[str, Any]:
    """A target as it is told."""
    given = target.settings
    where = {
        "folder": given.get("path", ""), "git": given.get("path", ""), "webdav": given.get("address", ""),
        "sftp": f"{given.get('user', '')}@{given.get('host', '')}:{given.get('port', '')} {given.get('folder', '')}", "practice": f"by {given.get('protocol', '').upper()}",
    }[target.kind]  # fmt: skip
    needs = target.kind in ("sftp", "webdav") and bool(given.get("user")) and not given.get("key_file") and secret_of(_secret_name(target)) is None
    sendings = [{"words": one.words, "is_good": one.is_good, "made_at": one.made_at.isoformat()} for one in target.sendings.all()[:SHOWN]]
    return {"id": target.pk, "name": target.name, "kind": target.kind, "where": where, "smaller": target.smaller, "needs_secret": needs, "has_keyring": has_keyring(), "sendings": sendings}


@router.get("/{site_id}/targets", response={200: list[TargetOut], 404: ErrorOut})
def targets(request: HttpRequest, site_id: int) -> list[dict[str, Any]]:
    """Where a site goes."""
    return [target_out(one) for one in get_object_or_404(Site, pk=site_id).targets.all()]


@router.post("/{site_id}/targets", response={201: TargetOut, 404: ErrorOut, 422: ErrorOut})
def make_target(request: HttpRequest, site_id: int, payload: TargetIn) -> tuple[int, dict[str, Any]]:
    """A new target."""
    site = get_object_or_404(Site, pk=site_id)
    if site.targets.count() >= MOST_TARGETS:
        raise Refused(f"A site has {MOST_TARGETS} targets at most.")
    target = Target.objects.create(site=site, name=payload.name.strip(), kind=payload.kind, settings=_settings(payload), smaller=list(payload.smaller))
    return 201, target_out(target)


def _settings(given: TargetIn) -> dict[str, Any]:
    if given.kind in ("folder", "git"):
        folder = Path(below_root(given.path))
        if not folder.is_dir():
            raise Refused(f"There is no folder {folder}.")
        return {"path": str(folder)}
    if given.kind == "practice":
        return {"protocol": given.protocol}
    if given.kind == "webdav":
        if not given.address.startswith(("https://", "http://")):
            raise Refused("The address of a WebDAV server begins with https:// (or http:// on this machine).")
        return {"address": given.address, "user": given.user}
    if not given.host.strip() or not given.user.strip():
        raise Refused("An SFTP server needs a host and a user.")
    return {"host": given.host.strip(), "port": given.port, "user": given.user.strip(), "folder": given.folder or ".", "key_file": given.key_file.strip(), "fingerprint": ""}


def _target(site_id: int, target_id: int) -> Target:
    return get_object_or_404(Target, pk=target_id, site_id=site_id)


@router.delete("/{site_id}/targets/{target_id}", response={204: None, 404: ErrorOut})
def drop_target(request: HttpRequest, site_id: int, target_id: int) -> tuple[int, None]:
    """Forget a target and its password. What was sent stays where it is."""
    target = _target(site_id, target_id)
    forget_secret(_secret_name(target))
    target.delete()
    return 204, None


@router.post("/{site_id}/targets/{target_id}/secret", response={200: TargetOut, 404: ErrorOut, 422: ErrorOut})
def tell_secret(request: HttpRequest, site_id: int, target_id: int, payload: SecretIn) -> dict[str, Any]:
    """Tell a target's password; the system's keyring keeps it where there is one, else it is known until the server ends."""
    target = _target(site_id, target_id)
    keep_secret(_secret_name(target), payload.secret)
    return target_out(target)


@router.post("/{site_id}/targets/{target_id}/look", response={200: WorkStartedOut, 404: ErrorOut, 422: ErrorOut})
def look_at_target(request: HttpRequest, site_id: int, target_id: int, payload: SendIn) -> dict[str, Any]:
    """Start comparing the site with what is there."""
    return {"job": _begin(site_id, target_id, "look", payload)}


@router.post("/{site_id}/targets/{target_id}/send", response={200: WorkStartedOut, 404: ErrorOut, 422: ErrorOut})
def send_to_target(request: HttpRequest, site_id: int, target_id: int, payload: SendIn) -> dict[str, Any]:
    """Start sending what changed."""
    return {"job": _begin(site_id, target_id, "send", payload)}


@router.post("/{site_id}/targets/{target_id}/put-back", response={200: WorkStartedOut, 404: ErrorOut, 422: ErrorOut})
def put_target_back(request: HttpRequest, site_id: int, target_id: int) -> dict[str, Any]:
    """Start bringing back what was there before the last send."""
    return {"job": _begin(site_id, target_id, "back", SendIn())}


def _begin(site_id: int, target_id: int, do: str, wish: SendIn) -> str:
    target = _target(site_id, target_id)
    if target_id in _set_right:
        raise Refused("What was stopped is being set right there: ask again in a moment.")
    kind, given, secret = _access(target)
    asked = {
        "do": do, "kind": kind, "settings": given, "secret": secret, "files": files_to_go(target.site) if do != "back" else {}, "smaller": target.smaller,
        "message": wish.message, "thorough": wish.thorough, "site": target.site.name,
    }  # fmt: skip

    def begin(ticket: Ticket, told: Callable[[Any], None]) -> Work:
        # What is sent goes on where nobody looks any more.
        wanted = ticket.is_wanted if do == "look" else lambda: True
        work = long_work().submit(published, asked, priority=FIRST, told=told, wanted=wanted, longest=TAKES, silent=SILENT)
        work.add_done_callback(lambda done: _settle(target_id, asked, done))
        return work

    return start_job(site_id, f"target {target_id}", begin)


def _access(target: Target) -> tuple[str, dict[str, Any], str]:
    """How a target is reached now. Raises Refused where its password has to be told first, or the practice server does not run."""
    if target.kind == "practice":
        access = practice_server.access()
        if access is None:
            raise Refused("The practice server does not run: start it first.")
        if target.settings["protocol"] == "webdav":
            return "webdav", {"address": f"http://127.0.0.1:{access['webdav']}/", "user": access["user"]}, access["password"]
        return "sftp", {"host": "127.0.0.1", "port": access["sftp"], "user": access["user"]}, access["password"]
    secret = secret_of(_secret_name(target)) or ""
    if target_out(target)["needs_secret"]:
        raise Refused(f"The password of {target.name} is not known any more: tell it first.")
    return target.kind, target.settings, secret


def _settle(target_id: int, asked: dict[str, Any], done: Any) -> None:
    """Keep what came of it; where a send was stopped in its midst, have it set right. In the thread that saw it end."""
    is_stopped = done.cancelled() or isinstance(done.exception(), WorkStopped)
    if not is_stopped or asked["do"] not in ("send", "back"):
        _keep(target_id, asked["do"], done)
        return
    _set_right.add(target_id)
    work = long_work().submit(published, {**asked, "do": "recover", "files": {}}, priority=FIRST)

    def settled(again: Any) -> None:
        _set_right.discard(target_id)
        _keep(target_id, "recover", again)

    work.add_done_callback(settled)


def _keep(target_id: int, do: str, done: Any) -> None:
    try:
        _put_in(target_id, do, done)
    finally:
        # This thread does other work after this: it keeps no connection.
        connection.close()


def _put_in(target_id: int, do: str, done: Any) -> None:
    target = Target.objects.filter(pk=target_id).first()
    if target is None or done.cancelled():
        return
    reason = done.exception()
    if reason is None:
        result = done.result()
        # The key that a server showed at the first time is the one that it must show from then on.
        if target.kind == "sftp" and result.get("fingerprint") and not target.settings.get("fingerprint"):
            target.settings = {**target.settings, "fingerprint": result["fingerprint"]}
            target.save(update_fields=["settings"])
        if do != "look":
            Sending.objects.create(target=target, words=result["sent"]["words"])
    elif do != "look" and isinstance(reason, WorkFailed):
        Sending.objects.create(target=target, words=str(reason)[:500], is_good=False)
    for old in target.sendings.all()[MOST_SENDINGS:]:
        old.delete()


def _practice_out() -> dict[str, Any]:
    access = practice_server.access()
    fault, after = practice_server.behaviour().told()
    site = f"http://127.0.0.1:{access['web']}/" if access is not None else ""
    return {
        "is_running": access is not None, "fault": fault, "after": after, "sftp": access["sftp"] if access else 0, "webdav": access["webdav"] if access else 0,
        "user": access["user"] if access else "", "password": access["password"] if access else "", "site": site,
        "earlier": [f"{site}.publishings/{number}/" for number in practice_server.earlier()] if access else [],
    }  # fmt: skip


@practice_router.get("", response=PracticeOut)
def practice(request: HttpRequest) -> dict[str, Any]:
    """The practice server as it is."""
    return _practice_out()


@practice_router.post("", response={200: PracticeOut, 422: ErrorOut})
def set_practice(request: HttpRequest, payload: PracticeIn) -> dict[str, Any]:
    """Have the practice server run or not, and behave so."""
    if payload.is_running:
        practice_server.begin()
        practice_server.behaviour().tell(payload.fault, payload.after)
    else:
        practice_server.end()
    return _practice_out()
