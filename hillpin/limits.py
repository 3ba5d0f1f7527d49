"""What the kernel holds a process that computes to: memory, and an end with the server."""

from __future__ import annotations

import fcntl
import os
import resource
import select
import signal
from pathlib import Path

MOST_MEMORY = 600 * 1024 * 1024
"""Bytes that a worker may ask for; numpy's and the interpreter's own included."""
O_ASYNC = getattr(os, "O_ASYNC", 0o20000)
_PAGE = os.sysconf("SC_PAGE_SIZE")
_TICKS = os.sysconf("SC_CLK_TCK")


def hold_memory(most: int = MOST_MEMORY) -> None:
    """Let this process have no more memory than that; it gets a MemoryError then."""
    resource.setrlimit(resource.RLIMIT_DATA, (most, most))


def give_way(steps: int) -> None:
    """Let other processes go first by so many steps; not where they are tests that wait for this one."""
    if os.environ.get("HILLPIN_GIVES_WAY") != "no":
        os.nice(steps)


def end_with(lifeline: int) -> None:
    """Have the kernel end this process when the other end of a pipe closes, however that happens and whatever it does then:
    nothing is written to it from now on, so the first signal that it sends is the last. The pipe by its number."""
    signal.signal(signal.SIGIO, signal.SIG_DFL)
    fcntl.fcntl(lifeline, fcntl.F_SETOWN, os.getpid())
    fcntl.fcntl(lifeline, fcntl.F_SETFL, fcntl.fcntl(lifeline, fcntl.F_GETFL) | O_ASYNC)
    if select.select([lifeline], [], [], 0)[0]:
        os._exit(1)


def cpu_seconds(process: int) -> float:
    """The time on a processor that a process has had; 0 where the kernel does not say."""
    try:
        fields = Path(f"/proc/{process}/stat").read_text().rpartition(")")[2].split()
    except OSError:
        return 0.0
    return (int(fields[11]) + int(fields[12])) / _TICKS


def memory_of(process: int) -> int:
    """The bytes of memory that a process has; 0 where the kernel does not say."""
    try:
        return int(Path(f"/proc/{process}/statm").read_text().split()[1]) * _PAGE
    except OSError:
        return 0
