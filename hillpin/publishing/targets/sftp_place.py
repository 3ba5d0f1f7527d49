"""A folder on a server, by SFTP."""

from __future__ import annotations

import base64
import errno
import hashlib
import io
import posixpath
import socket
import stat
import threading
from collections.abc import Iterator
from contextlib import contextmanager, suppress
from dataclasses import dataclass

import paramiko

from .place import PlaceFault, sentence_of

PATIENCE = 20.0
"""Seconds that an answer may take."""
PIECE = 128 * 1024


@dataclass(frozen=True, slots=True)
class SftpAccess:
    """How a server is reached. ``fingerprint`` is what its key was at the first time ("" is that first time)."""

    host: str
    port: int
    user: str
    password: str = ""
    key_file: str = ""
    folder: str = "."
    fingerprint: str = ""


class SftpPlace:
    """A folder on a server. Raises PlaceFault where it cannot be reached, lets nobody in, or is another one than it was."""

    def __init__(self, access: SftpAccess, patience: float = PATIENCE) -> None:
        self.name, self._folder, self._known = f"The server {access.host}", access.folder.rstrip("/") or "/", set[str]()
        try:
            self._transport = paramiko.Transport(socket.create_connection((access.host, access.port), patience))
        except (OSError, UnicodeError) as error:
            # A host that cannot be a name of one (RFC 5890) is no server either.
            raise PlaceFault(f"No server answers at {access.host}, port {access.port}.", is_over=True) from error
        try:
            self.fingerprint = self._enter(access, patience)
            self._client = self._begin(patience)
        except PlaceFault:
            self._transport.close()
            raise
        except (paramiko.SSHException, OSError, EOFError) as error:
            self._transport.close()
            raise PlaceFault(f"{self.name} broke off: {error or 'it closed the line'}.", is_over=True) from error

    def _enter(self, access: SftpAccess, patience: float) -> str:
        self._transport.banner_timeout = self._transport.auth_timeout = patience
        self._transport.start_client(timeout=patience)
        key = self._transport.get_remote_server_key()
        fingerprint = base64.b64encode(hashlib.sha256(key.asbytes()).digest()).decode().rstrip("=")
        if access.fingerprint and access.fingerprint != fingerprint:
            raise PlaceFault(f"{self.name} has another key than before: it was set up anew, or it is another server. Nothing was sent.", is_over=True)
        try:
            if access.key_file:
                self._transport.auth_publickey(access.user, paramiko.PKey.from_path(access.key_file))
            else:
                self._transport.auth_password(access.user, access.password)
        except (paramiko.AuthenticationException, OSError, ValueError) as error:
            raise PlaceFault(f"{self.name} does not let {access.user} in: the password or the key is not right.", is_over=True) from error
        return fingerprint

    def _begin(self, patience: float) -> paramiko.SFTPClient:
        channel = self._transport.open_session(timeout=patience)
        channel.settimeout(patience)
        # The library waits for ever for the yes to this request.
        end = threading.Timer(patience, self._transport.close)
        end.start()
        try:
            channel.invoke_subsystem("sftp")
        finally:
            end.cancel()
        return paramiko.SFTPClient(channel)

    @contextmanager
    def _told(self, path: str) -> Iterator[str]:
        try:
            yield posixpath.join(self._folder, path) if path else self._folder
        except (TimeoutError, EOFError, ConnectionError, paramiko.SSHException) as error:
            raise PlaceFault(f"{self.name} broke off{f' at {path}' if path else ''}.", is_over=True) from error
        except OSError as error:
            if "closed" in str(error).lower() or not self._transport.is_active():
                raise PlaceFault(f"{self.name} broke off{f' at {path}' if path else ''}.", is_over=True) from error
            if "space" in str(error).lower():
                raise PlaceFault(sentence_of(OSError(errno.ENOSPC, ""), self.name, path)) from error
            raise PlaceFault(sentence_of(error, self.name, path)) from error

    def sizes(self, folder: str = "") -> dict[str, int]:
        with self._told(folder) as top:
            found: dict[str, int] = {}
            left = [(top, folder)]
            while left:
                at, inside = left.pop()
                try:
                    entries = self._client.listdir_attr(at)
                except FileNotFoundError:
                    continue
                for entry in entries:
                    name, mode = posixpath.join(inside, entry.filename), entry.st_mode or 0
                    if stat.S_ISDIR(mode):
                        left.append((posixpath.join(at, entry.filename), name))
                    elif stat.S_ISREG(mode):
                        found[name] = entry.st_size or 0
            return found

    def read(self, path: str) -> bytes | None:
        with self._told(path) as full:
            data = io.BytesIO()
            try:
                self._client.getfo(full, data)
            except FileNotFoundError:
                return None
            return data.getvalue()

    def write(self, path: str, content: bytes) -> None:
        with self._told(path) as full:
            self._folders(posixpath.dirname(full))
            with self._client.open(full, "wb") as file:
                file.set_pipelined(True)
                for at in range(0, len(content), PIECE):
                    file.write(content[at : at + PIECE])
            if (self._client.stat(full).st_size or 0) != len(content):
                raise PlaceFault(f"{self.name} has not all of {path}.")

    def move(self, old: str, new: str) -> None:
        with self._told(new) as full:
            self._folders(posixpath.dirname(full))
            before = posixpath.join(self._folder, old)
            try:
                self._client.posix_rename(before, full)
            except OSError as error:
                if "unsupported" not in str(error).lower():
                    raise
                # A server without that extension renames only to a name that is free.
                with suppress(FileNotFoundError):
                    self._client.remove(full)
                self._client.rename(before, full)

    def remove(self, path: str) -> None:
        with self._told(path) as full:
            with suppress(FileNotFoundError):
                self._client.remove(full)
            parent = posixpath.dirname(full)
            with suppress(OSError):
                while parent not in (self._folder, "", "/"):
                    self._client.rmdir(parent)
                    self._known.discard(parent)
                    parent = posixpath.dirname(parent)

    def _folders(self, folder: str) -> None:
        if folder in self._known or folder in ("", "/", self._folder):
            return
        self._folders(posixpath.dirname(folder))
        try:
            self._client.stat(folder)
        except FileNotFoundError:
            self._client.mkdir(folder)
        self._known.add(folder)

    def close(self) -> None:
        self._transport.close()
