"""Run the practice server: ``python -m hillpin.practice FOLDER``."""

from __future__ import annotations

import asyncio
import json
import os
import secrets
import sys
import threading
from pathlib import Path

from cheroot.wsgi import Server

from .behaviour import Behaviour
from .kept import keep_publishing
from .sftp import sftp_server
from .web import PublishedSite
from .webdav import webdav_server

USER = "practice"
MANIFEST = ".hillpin/manifest.json"


def _access(folder: Path) -> tuple[str, str]:
    """The name and the password; made once for a folder."""
    file = folder / "password"
    if not file.exists():
        file.touch(0o600)
        file.write_text(secrets.token_urlsafe(12))
    return USER, file.read_text()


async def _run(folder: Path) -> None:
    site, kept = folder / "site", folder / "publishings"
    site.mkdir(parents=True, exist_ok=True)
    kept.mkdir(exist_ok=True)
    behaviour, access = Behaviour(folder), _access(folder)
    lock = threading.Lock()

    def after_move(name: str) -> None:
        # The manifest comes last of all.
        if name.endswith(MANIFEST):
            with lock:
                keep_publishing(site, kept)

    sftp = await sftp_server(site, behaviour, access, folder / "host-key", after_move)
    servers = [webdav_server(site, behaviour, access, after_move), Server(("127.0.0.1", 0), PublishedSite(site, kept), numthreads=4)]
    for server in servers:
        server.prepare()
        threading.Thread(target=server.serve, daemon=True).start()
    print(json.dumps({"sftp": sftp.get_port(), "webdav": servers[0].bind_addr[1], "web": servers[1].bind_addr[1], "user": access[0], "password": access[1]}), flush=True)
    # It ends with who started it.
    await asyncio.to_thread(sys.stdin.read)
    # Nothing is under way that has to end well: whoever is connected sees the line go.
    os._exit(0)


if __name__ == "__main__":
    asyncio.run(_run(Path(sys.argv[1])))
