"""Computing apart from saving: core runs in worker processes, which may hang or die without the server doing so.

``apart`` marks a function whose questions go to a worker, ``begin`` and ``end`` start and stop the pool (``pool``); without one,
as in tests of single functions, questions are answered where they are asked. ``worker`` is the process, ``questions`` what may be asked.
``long_work`` is the queue of what takes long, in processes of their own: surveys, runs of the browser, reports. docs/computing.md says it in full.
"""

from .long_work import FIRST, LAST, USUAL, Processes, Work, WorkFailed, WorkStopped, long_work, say
from .pool import Busy, Unanswered, begin, begin_process, end
from .questions import NUMBERS, SLOW, apart, next_place
from .tickets import Ticket, Tickets
from .worker import stop_asked

__all__ = ["FIRST", "LAST", "NUMBERS", "SLOW", "USUAL", "Busy", "Processes", "Ticket", "Tickets", "Unanswered", "Work", "WorkFailed", "WorkStopped", "apart", "begin", "begin_process", "end", "long_work", "next_place", "say", "stop_asked"]
