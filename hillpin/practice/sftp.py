"""The practice server's SFTP: asyncssh's own server, below one folder, with what is to go wrong."""

from __future__ import annotations

import asyncio
from pathlib import Path
from typing import Any

import asyncssh

from .behaviour import Behaviour


class _Login(asyncssh.SSHServer):
    def __init__(self, user: str, password: str) -> None:
        self._access = (user, password)

    def begin_auth(self, username: str) -> bool:
        return True

    def password_auth_supported(self) -> bool:
        return True

    def validate_password(self, username: str, password: str) -> bool:
        return (username, password) == self._access


async def sftp_server(site: Path, behaviour: Behaviour, access: tuple[str, str], key_file: Path, after_move: Any) -> asyncssh.SSHAcceptor:
    """Serve a folder on a free port of this machine. ``after_move`` is called with the new name of what was moved."""

    class Files(asyncssh.SFTPServer):
        def __init__(self, channel: asyncssh.SSHServerChannel[bytes]) -> None:
            self._line = channel.get_connection()
            super().__init__(channel, chroot=str(site).encode())

        async def _step(self) -> None:
            await asyncio.to_thread(behaviour.step)

        def _file(self) -> None:
            fault = behaviour.file()
            if fault == "drops":
                self._line.abort()
                raise asyncssh.SFTPConnectionLost("dropped")
            if fault == "full":
                raise asyncssh.SFTPFailure("No space left on device")
            if fault == "refuses":
                raise asyncssh.SFTPPermissionDenied("Permission denied")

        async def open(self, path: bytes, pflags: int, attrs: asyncssh.SFTPAttrs) -> object:
            await self._step()
            if pflags & asyncssh.FXF_WRITE:
                self._file()
            return super().open(path, pflags, attrs)

        async def rename(self, oldpath: bytes, newpath: bytes) -> None:
            await self._step()
            self._file()
            super().rename(oldpath, newpath)

        async def posix_rename(self, oldpath: bytes, newpath: bytes) -> None:
            await self._step()
            self._file()
            super().posix_rename(oldpath, newpath)
            await asyncio.to_thread(after_move, newpath.decode("utf-8", "replace"))

    if not key_file.exists():
        asyncssh.generate_private_key("ssh-ed25519").write_private_key(str(key_file))
    return await asyncssh.listen("127.0.0.1", 0, server_factory=lambda: _Login(*access), server_host_keys=[str(key_file)], sftp_factory=Files, allow_scp=False)
