"""What the sites app refuses, in sentences."""

from __future__ import annotations


class Refused(Exception):
    """A request that is not taken; ``str()`` says why and what to do."""

    def __init__(self, message: str, status: int = 422) -> None:
        super().__init__(message)
        self.status = status


class Clash(Exception):
    """A save on top of a state that is no longer the newest."""

    def __init__(self, path: str, revision: int, text: str) -> None:
        super().__init__(f"{path} was saved elsewhere since you opened it. Nothing was overwritten.")
        self.revision = revision
        self.text = text
