"""What publishing asks of a place, and what can go wrong there as sentences."""

from __future__ import annotations

import errno
from typing import Protocol

STATE = ".hillpin"
"""The folder, in every place, in which publishing keeps what it needs: what was sent last, what is on its way, what was there before."""


class PlaceFault(Exception):
    """Why a place could not do something: a sentence. ``is_over`` where it does not answer any more."""

    def __init__(self, sentence: str, is_over: bool = False) -> None:
        super().__init__(sentence)
        self.is_over = is_over


class Place(Protocol):
    """A place for files. Paths are POSIX paths that count from its root. All methods raise PlaceFault."""

    name: str
    """What it is called in sentences."""

    def sizes(self, folder: str = "") -> dict[str, int]:
        """The files below a folder with their bytes, by paths from the root; none where the folder is not there."""

    def read(self, path: str) -> bytes | None:
        """The bytes of a file; None where it is not there."""

    def write(self, path: str, content: bytes) -> None:
        """Write a file, with the folders around it."""

    def move(self, old: str, new: str) -> None:
        """Rename a file, with the folders around its new name; what is at the new name is replaced."""

    def remove(self, path: str) -> None:
        """Remove a file, and folders that are empty then; no fault where it is not there."""

    def close(self) -> None:
        """Let the connection go."""


def sentence_of(error: OSError, name: str, path: str) -> str:
    """What an error of a file system means for who publishes."""
    place = f" at {path}" if path else ""
    if error.errno in (errno.ENOSPC, errno.EDQUOT):
        return f"{name} is full{place}."
    if error.errno in (errno.EACCES, errno.EPERM, errno.EROFS):
        return f"{name} gives no right to write{place}."
    if error.errno in (errno.ENAMETOOLONG, errno.EINVAL, errno.EILSEQ, errno.EISDIR, errno.ENOTDIR, errno.EEXIST):
        return f"{name} refuses the name {path}."
    if error.errno == errno.ENOENT:
        return f"{name} is gone, or its folder is{place}."
    return f"{name} says: {error.strerror or error}{place}."
