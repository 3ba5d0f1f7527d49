"""What the tests of long work have done in processes of their own."""

from __future__ import annotations

import os
import subprocess
import sys
import time
from pathlib import Path

from hillpin.computing import WorkFailed, say
from hillpin.core.errors import InputError


def doubled(number: int) -> int:
    say(0.5)
    return 2 * number


def noted(path: str, word: str) -> None:
    with Path(path).open("a") as file:
        file.write(word)


def waited_for(path: str) -> None:
    while not Path(path).exists():
        time.sleep(0.01)


def refused() -> None:
    raise InputError("There is no file x.")


def gave_up() -> None:
    raise WorkFailed("There is no Chromium.")


def died() -> None:
    os._exit(3)


def broke() -> None:
    raise ZeroDivisionError


def hungry() -> int:
    return len(bytearray(2**30))


def with_child(path: str) -> None:
    child = subprocess.Popen([sys.executable, "-c", "import time; time.sleep(600)"])
    Path(path).write_text(str(child.pid))
    time.sleep(600)
