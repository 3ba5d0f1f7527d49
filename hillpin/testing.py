"""The test runner: Django's, on several processors where asked, with a closing line that counts what passed and failed."""

from __future__ import annotations

import multiprocessing
import unittest
from typing import Any

from django.db import connections
from django.test.runner import DiscoverRunner, ParallelTestSuite, _init_worker


def _begin_tests(*arguments: Any, **named: Any) -> None:
    # Servers under test start workers, which the standard library forbids to those who may be ended without a word. Ours end
    # with their server by the kernel.
    multiprocessing.current_process()._config["daemon"] = False  # type: ignore[attr-defined]
    _init_worker(*arguments, **named)


class Suite(ParallelTestSuite):
    """Test processes that may start processes of their own."""

    init_worker = _begin_tests


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
