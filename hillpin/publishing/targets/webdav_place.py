"""A folder on a server, by WebDAV (RFC 4918)."""

from __future__ import annotations

import io
import posixpath
from collections.abc import Iterator
from contextlib import contextmanager, suppress

import httpx
from webdav4.client import Client, ClientError, ForbiddenOperation, HTTPError, InsufficientStorage, ResourceAlreadyExists, ResourceConflict, ResourceNotFound

from .place import PlaceFault

PATIENCE = 20.0


class WebdavPlace:
    """A folder on a server. Raises PlaceFault where it cannot be reached or lets nobody in."""

    def __init__(self, address: str, user: str, password: str, patience: float = PATIENCE) -> None:
        self.name = f"The server {httpx.URL(address).host}"
        self._client = Client(address, auth=(user, password) if user else None, timeout=patience, retry=False, trust_env=False)
        self._known: set[str] = set()
        with self._told(""):
            self._client.exists("")

    @contextmanager
    def _told(self, path: str) -> Iterator[None]:
        place = f" at {path}" if path else ""
        try:
            yield
        except InsufficientStorage as error:
            raise PlaceFault(f"{self.name} is full{place}.") from error
        except ForbiddenOperation as error:
            raise PlaceFault(f"{self.name} gives no right to write{place}.") from error
        except HTTPError as error:
            raise PlaceFault(self._of_status(error.status_code, path, place), is_over=error.status_code == 401) from error
        except (ResourceNotFound, ResourceConflict) as error:
            raise PlaceFault(f"{self.name} is gone, or its folder is{place}.") from error
        except (ClientError, ResourceAlreadyExists) as error:
            raise PlaceFault(f"{self.name} refuses{place}: {error}.") from error
        except httpx.ConnectError as error:
            raise PlaceFault(f"No server answers at {self.name.removeprefix('The server ')}.", is_over=True) from error
        except (httpx.HTTPError, httpx.InvalidURL, OSError) as error:
            raise PlaceFault(f"{self.name} broke off{place}.", is_over=True) from error

    def _of_status(self, status: int, path: str, place: str) -> str:
        if status == 401:
            return f"{self.name} lets nobody in with this name and password."
        if status == 403:
            return f"{self.name} gives no right to write{place}."
        if status in (400, 405, 409, 414, 422):
            return f"{self.name} refuses the name {path}."
        if status == 507:
            return f"{self.name} is full{place}."
        return f"{self.name} answers with {status}{place}."

    def sizes(self, folder: str = "") -> dict[str, int]:
        with self._told(folder):
            found: dict[str, int] = {}
            left = [folder]
            while left:
                at = left.pop()
                try:
                    entries = self._client.ls(at, detail=True)
                except ResourceNotFound:
                    continue
                for entry in entries:
                    name = str(entry["name"]).strip("/")
                    if name == at.strip("/"):
                        continue
                    if entry["type"] == "directory":
                        left.append(name)
                    else:
                        found[name] = int(entry["content_length"] or 0)
            return found

    def read(self, path: str) -> bytes | None:
        with self._told(path):
            data = io.BytesIO()
            try:
                self._client.download_fileobj(path, data)
            except ResourceNotFound:
                return None
            return data.getvalue()

    def write(self, path: str, content: bytes) -> None:
        with self._told(path):
            self._folders(posixpath.dirname(path))
            self._client.upload_fileobj(io.BytesIO(content), path, overwrite=True, size=len(content))

    def move(self, old: str, new: str) -> None:
        with self._told(new):
            self._folders(posixpath.dirname(new))
            self._client.move(old, new, overwrite=True)

    def remove(self, path: str) -> None:
        with self._told(path):
            with suppress(ResourceNotFound):
                self._client.remove(path)
            parent = posixpath.dirname(path)
            with suppress(ClientError):
                while parent and not self._client.ls(parent, detail=False):
                    self._client.remove(parent)
                    self._known.discard(parent)
                    parent = posixpath.dirname(parent)

    def _folders(self, folder: str) -> None:
        if not folder or folder in self._known:
            return
        self._folders(posixpath.dirname(folder))
        if not self._client.exists(folder):
            with suppress(ResourceAlreadyExists):
                self._client.mkdir(folder)
        self._known.add(folder)

    def close(self) -> None:
        self._client.http.close()
