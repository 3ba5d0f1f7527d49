"""The errors that reach a person: one plain sentence, with the place where there is one."""

from __future__ import annotations


class InputError(Exception):
    """Input that cannot be used. ``str()`` is a sentence that says what is wrong and where."""


class LimitError(InputError):
    """Input beyond a bound that keeps the work finite."""
