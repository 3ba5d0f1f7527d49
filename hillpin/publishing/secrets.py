"""Passwords of targets: in the system's keyring where there is one, else in memory until the server ends. Never in the database."""

from __future__ import annotations

import contextlib

import keyring
from keyring.errors import KeyringError

SERVICE = "hillpin"
_remembered: dict[str, str] = {}


def has_keyring() -> bool:
    """Whether this system has a keyring that can be used."""
    # Backends that do nothing, or refuse, have no priority.
    return keyring.get_keyring().priority >= 1


def keep_secret(name: str, secret: str) -> bool:
    """Keep a target's secret. Gives whether the keyring has it; otherwise it is remembered until the server ends."""
    _remembered[name] = secret
    if has_keyring():
        try:
            keyring.set_password(SERVICE, name, secret)
        except KeyringError:
            return False
        return True
    return False


def secret_of(name: str) -> str | None:
    """A target's secret; None where it has to be asked for again."""
    if name in _remembered:
        return _remembered[name]
    if has_keyring():
        try:
            return keyring.get_password(SERVICE, name)
        except KeyringError:
            return None
    return None


def forget_secret(name: str) -> None:
    """Forget a target's secret, here and in the keyring."""
    _remembered.pop(name, None)
    if has_keyring():
        with contextlib.suppress(KeyringError):
            keyring.delete_password(SERVICE, name)
