"""The test runner: Django's, on several processors where asked. A test that hangs and a process that is gone are told, and a
closing line counts what passed and failed."""

from __future__ import annotations

import ctypes
import faulthandler
import multiprocessing
import signal
import sys
import unittest
from concurrent.futures import ProcessPoolExecutor, as_completed
from concurrent.futures.process import BrokenProcessPool
from typing import Any

from django.db import connections
from django.test.runner import DiscoverRunner, ParallelTestSuite, RemoteTestResult, RemoteTestRunner, _init_worker

PATIENCE = 1200
"""Seconds after which a test is held to hang: the longest takes 40 on a machine that does nothing else."""
AGAIN = 60
"""Seconds after which it is told again, where what it was told in caught it."""


class Hung(BaseException):
    """A test that did not end."""


def _tell(*_: Any) -> None:
    faulthandler.dump_traceback(sys.__stderr__)  # type: ignore[arg-type]
    raise Hung(f"It did not end in {PATIENCE} seconds. What each thread did then is printed above.")


class _WatchedResult(RemoteTestResult):
    """Gives each test its time anew."""

    def startTest(self, test: unittest.TestCase) -> None:
        signal.setitimer(signal.ITIMER_REAL, PATIENCE, AGAIN)
        super().startTest(test)

    def stopTest(self, test: unittest.TestCase) -> None:
        signal.setitimer(signal.ITIMER_REAL, PATIENCE, AGAIN)
        super().stopTest(test)


class _WatchedRunner(RemoteTestRunner):
    resultclass = _WatchedResult

    def run(self, test: unittest.TestSuite) -> Any:
        signal.signal(signal.SIGALRM, _tell)
        signal.setitimer(signal.ITIMER_REAL, PATIENCE, AGAIN)
        try:
            return super().run(test)
        finally:
            signal.setitimer(signal.ITIMER_REAL, 0)


class Suite(ParallelTestSuite):
    """Test processes that may start processes of their own, as servers under test do. One that is gone ends the run, which
    would wait for it for ever."""

    runner_class = _WatchedRunner

    def run(self, result: Any) -> Any:
        self.initialize_suite()
        settings = (self.initial_settings, self.serialized_contents, type(self).process_setup, self.process_setup_args, self.debug_mode, self.used_aliases)
        pool = ProcessPoolExecutor(self.processes, initializer=_init_worker, initargs=(multiprocessing.Value(ctypes.c_int, 0), *settings))
        run_subsuite = type(self).run_subsuite
        asked = {pool.submit(run_subsuite, (self.runner_class, index, tests, self.failfast, self.buffer)): list(tests) for index, tests in enumerate(self.subsuites)}
        try:
            for answer in as_completed(list(asked)):
                if result.shouldStop:
                    break
                _, events = answer.result()
                tests = asked.pop(answer)
                for event in events:
                    self.handle_event(result, tests, event)
        except BrokenProcessPool:
            under_way = [tests[0].id() for tests in list(asked.values())[: self.processes]]
            sys.exit(f"A test process is gone: something ended it. Under way were, about: {', '.join(under_way)}")
        finally:
            pool.shutdown(cancel_futures=True)
        return result


class Runner(DiscoverRunner):
    """Prints ``N passed, N failed, N skipped`` last."""

    parallel_test_suite = Suite

    def setup_databases(self, **kwargs: Any) -> Any:
        """The test database, with a copy for each process."""
        processes, self.parallel = self.parallel, 1
        old_config = super().setup_databases(**kwargs)
        self.parallel = processes
        for connection in connections.all() if processes > 1 else ():
            with connection.cursor() as cursor:
                # Copies are made of the file: what stands in the write-ahead log has to be in it first.
                cursor.execute("PRAGMA wal_checkpoint(TRUNCATE)")
            for number in range(processes):
                connection.creation.clone_test_db(suffix=str(number + 1), verbosity=self.verbosity)
        return old_config

    def suite_result(self, suite: unittest.TestSuite, result: Any, **kwargs: Any) -> int:
        failed = len(result.failures) + len(result.errors) + len(result.unexpectedSuccesses)
        skipped = len(result.skipped)
        print(f"\n{result.testsRun - failed - skipped} passed, {failed} failed, {skipped} skipped", flush=True)
        return super().suite_result(suite, result, **kwargs)
