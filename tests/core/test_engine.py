"""The same work on other machines: a scheduler and three workers on this one, one of them killed in mid-run."""

from __future__ import annotations

import contextlib
import io
import os
import re
import signal
import subprocess
import sys
import tempfile
import threading
import unittest
from pathlib import Path
from unittest import mock

from hillpin.cli.__main__ import main
from hillpin.core.files import MemoryFiles
from hillpin.whole import Asked, Reach, named_engine, walk_pages

ROOT = Path(__file__).resolve().parents[2]
PAGES = 24
PAGE = "<!DOCTYPE html><html lang=en><title>x</title><style>body {{ margin: 0 }} p {{ width: {}px }}</style><p>Boats</p></html>"


def met(page: str, content: dict[str, bytes], folder: str) -> tuple[str, int]:
    """Work that says who does it, and whose first worker of all waits to be killed."""
    (Path(folder) / f"{page}.{os.getpid()}").touch()
    with contextlib.suppress(FileExistsError):
        os.open(Path(folder) / "first", os.O_CREAT | os.O_EXCL)
        (Path(folder) / "victim.new").write_text(str(os.getpid()))
        os.rename(Path(folder) / "victim.new", Path(folder) / "victim")
        threading.Event().wait(600)
    return page, len(content[page])


class OtherMachines(unittest.TestCase):
    address: str

    @classmethod
    def setUpClass(cls) -> None:
        environment = {**os.environ, "PYTHONPATH": str(ROOT), "DASK_DISTRIBUTED__ADMIN__TICK__LIMIT": "60s"}
        common = {"cwd": ROOT, "env": environment, "stdout": subprocess.DEVNULL}
        scheduler = subprocess.Popen([sys.executable, "-m", "distributed.cli.dask_scheduler", "--host", "127.0.0.1", "--port", "0", "--no-dashboard", "--no-show"], stderr=subprocess.PIPE, text=True, **common)  # type: ignore[call-overload]
        cls.addClassCleanup(scheduler.wait)
        cls.addClassCleanup(scheduler.kill)
        assert scheduler.stderr is not None
        cls.address = next(found[0] for line in scheduler.stderr if (found := re.search(r"tcp://127\.0\.0\.1:\d+", line)))
        threading.Thread(target=scheduler.stderr.read, daemon=True).start()
        for _ in range(3):
            worker = subprocess.Popen([sys.executable, "-m", "distributed.cli.dask_worker", cls.address, "--nthreads", "1", "--no-nanny", "--no-dashboard", "--host", "127.0.0.1"], stderr=subprocess.DEVNULL, **common)  # type: ignore[call-overload]
            cls.addClassCleanup(worker.wait)
            cls.addClassCleanup(worker.kill)

    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)

    def await_workers(self, count: int) -> None:
        from distributed import Client  # noqa: PLC0415

        with Client(self.address, set_as_default=False) as client:
            client.wait_for_workers(count, timeout=120)

    def test_a_killed_worker_costs_its_pages_time_and_results_are_the_same_to_the_byte(self) -> None:
        self.await_workers(3)
        files = {f"{number:02}.html": PAGE.format(100 + number) for number in range(PAGES)}
        killer = threading.Thread(target=self.kill_the_first)
        killer.start()
        with named_engine(self.address) as engine:
            found = list(walk_pages(sorted(files), Asked(met, (str(self.folder),)), Reach(MemoryFiles(files)), lambda: engine, None))
        killer.join()
        self.assertEqual(sorted((one.page, one.error, one.result[1]) for one in found), [(name, "", len(text)) for name, text in sorted(files.items())])
        victim = (self.folder / "victim").read_text()
        done = {path.name.split(".")[-1] for path in self.folder.glob("*.html.*")}
        self.assertTrue({victim} < done)
        # The page that the dead one had was done once more, by another.
        (lost,) = (path.name.rsplit(".", 1)[0] for path in self.folder.glob(f"*.{victim}"))
        self.assertEqual(len(list(self.folder.glob(f"{lost}.*"))), 2)
        site = self.folder / "site"
        site.mkdir()
        for name, text in list(files.items())[:6]:
            (site / name).write_text(text)
        answers = []
        with mock.patch.dict(os.environ, {"XDG_CACHE_HOME": str(self.folder)}):
            for words in (("--jobs", "1"), ("--engine", self.address)):
                out = io.StringIO()
                with contextlib.redirect_stdout(out), contextlib.redirect_stderr(io.StringIO()):
                    self.assertEqual(main(["survey", str(site), "--from", "240", "--to", "300", "--json", "--afresh", *words]), 0)
                answers.append(out.getvalue())
        self.assertEqual(answers[0], answers[1])

    def kill_the_first(self) -> None:
        for _ in range(12_000):
            if (self.folder / "victim").exists():
                os.kill(int((self.folder / "victim").read_text()), signal.SIGKILL)
                return
            threading.Event().wait(0.01)
