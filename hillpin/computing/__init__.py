"""Computing apart from saving: core runs in worker processes, which may hang or die without the server doing so.

``apart`` marks a function whose questions go to a worker, ``begin`` and ``end`` start and stop the pool (``pool``); without one,
as in tests of single functions, questions are answered where they are asked. ``worker`` is the process, ``questions`` what may be asked. docs/computing.md says it in full.
"""

from .pool import Unanswered, begin, begin_process, end
from .questions import NUMBERS, SLOW, apart, next_place
from .worker import stop_asked

__all__ = ["NUMBERS", "SLOW", "Unanswered", "apart", "begin", "begin_process", "end", "next_place", "stop_asked"]
