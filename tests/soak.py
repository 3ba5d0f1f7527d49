"""A server of its own under load: a thousand saves a minute, a survey after the other, five windows that ask for numbers.

usage: python -m tests.soak MINUTES [--site-of-400]

Told are errors, how long saves and numbers took, and the memory of the server with its workers at the beginning and at the end:
what is asked in some minutes is more than a person asks in days.
"""

from __future__ import annotations

import argparse
import io
import json
import os
import statistics
import subprocess
import sys
import tempfile
import threading
import time
import urllib.error
import urllib.request
import zipfile
from collections.abc import Callable
from dataclasses import dataclass, field
from pathlib import Path
from typing import Any

from hillpin.limits import memory_of
from websockets.sync.client import connect

from .fuzz.api import free_port, is_up

ROOT = Path(__file__).resolve().parents[1]
SAVES_A_MINUTE = 1000
WINDOWS = 5
PAUSE = 0.5
"""Seconds between a window's questions: somebody who types."""
PATIENCE = 60
MOST_MS = 150
WARM = 0.2
"""The part of the time after which memory is looked at first: by then everything was used once."""


@dataclass
class Told:
    """What came of it: seconds of each question by kind, and errors in words."""

    seconds: dict[str, list[float]] = field(default_factory=lambda: {"save": [], "numbers": [], "survey": []})
    errors: list[str] = field(default_factory=list)

    def timed(self, kind: str, ask: Callable[[], Any]) -> Any:
        """Ask, and keep how long it took or what went wrong."""
        begun = time.monotonic()
        try:
            return ask()
        except (OSError, ValueError, KeyError, TimeoutError) as error:
            said = error.read(300).decode("utf-8", "replace") if isinstance(error, urllib.error.HTTPError) else ""
            self.errors.append(f"{kind}: {error} {said}".strip())
            return None
        finally:
            self.seconds[kind].append(time.monotonic() - begun)


@dataclass
class Server:
    """The server that is asked, until a moment."""

    address: str
    until: float
    told: Told
    site: int = 0

    @property
    def goes_on(self) -> bool:
        """Whether it is still to be asked."""
        return time.monotonic() < self.until

    def ask(self, method: str, path: str, body: Any = None, headers: dict[str, str] | None = None) -> Any:
        """An answer of the API. Raises HTTPError."""
        data = body if isinstance(body, bytes) else None if body is None else json.dumps(body).encode()
        request = urllib.request.Request(f"{self.address}/api/{path}", data=data, method=method, headers=headers or {"Content-Type": "application/json"})
        with urllib.request.urlopen(request, timeout=PATIENCE) as answer:
            return json.loads(answer.read() or b"null")

    def saves(self) -> None:
        """Save a sheet again and again, at a steady pace, each on top of the one before."""
        file = self.ask("GET", f"sites/{self.site}/file?path=style.css")
        text, revision, begun, number = file["text"], file["revision"], time.monotonic(), 0
        while self.goes_on:
            time.sleep(max(begun + number * 60 / SAVES_A_MINUTE - time.monotonic(), 0))
            number += 1
            body = {"path": "style.css", "text": f"{text}/* {number} */", "base_revision": revision}
            saved = self.told.timed("save", lambda body=body: self.ask("PUT", f"sites/{self.site}/file", body))
            revision = saved["revision"] if saved else self.ask("GET", f"sites/{self.site}/file?path=style.css")["revision"]

    def surveys(self) -> None:
        """Survey a page, and again when that is done."""

        def one() -> None:
            job = self.ask("POST", f"sites/{self.site}/surveys", {"page": "index.html"})["job"]
            while (said := self.ask("GET", f"sites/{self.site}/surveys/{job}"))["state"] == "walking" and self.goes_on:
                time.sleep(0.25)
            if said["state"] == "failed":
                raise ValueError(said["detail"])

        while self.goes_on:
            self.told.timed("survey", one)

    def window(self, own: int) -> None:
        """A window on the line: numbers at one width after the other, with a sheet that is being typed in."""
        with connect(f"{self.address.replace('http', 'ws')}/api/line", origin=self.address, open_timeout=PATIENCE) as line:  # type: ignore[arg-type]
            number = 0
            while self.goes_on:
                number += 1
                query = {"page": "index.html", "width": 320 + (number * 37 + own * 211) % 1200, "drafts": {"style.css": f"p {{ margin: {number % 9}px }}"}}

                def one(asked: int = number, query: dict[str, Any] = query) -> None:
                    line.send(json.dumps({"ask": asked, "site": self.site, "query": query}))
                    while (said := json.loads(line.recv(timeout=PATIENCE))).get("ask") != asked:
                        pass
                    if "error" in said:
                        raise ValueError(said["error"])

                self.told.timed("numbers", one)
                time.sleep(PAUSE)


def memory_of_all(process: int) -> float:
    """MB of a process and all that it started, what they share counted once for each."""
    kept = {process}
    for _ in range(4):
        for stat in Path("/proc").glob("[0-9]*/stat"):
            try:
                words = stat.read_text().rsplit(")", 1)[1].split()
            except OSError:
                continue
            if int(words[1]) in kept:
                kept.add(int(stat.parent.name))
    return sum(map(memory_of, kept)) / 2**20


def large_site() -> tuple[bytes, dict[str, str]]:
    """A zip of 400 files and 60 MB, and the headers to send it with."""
    result = io.BytesIO()
    with zipfile.ZipFile(result, "w") as archive:
        archive.writestr("index.html", "<!DOCTYPE html><title>x</title><link rel=stylesheet href=a.css><p>x</p>")
        archive.writestr("a.css", "p { width: 50% }")
        for number in range(398):
            archive.writestr(f"pictures/{number}.jpg", os.urandom(150_000))
    head = b'--pin\r\nContent-Disposition: form-data; name="files"; filename="large.zip"\r\nContent-Type: application/zip\r\n\r\n'
    return head + result.getvalue() + b"\r\n--pin--\r\n", {"Content-Type": "multipart/form-data; boundary=pin"}


def figures(seconds: list[float]) -> str:
    """How many, and how long in the middle, for all but a twentieth, and at most."""
    if len(seconds) < 2:
        return f"{len(seconds)}"
    ordered = sorted(one * 1000 for one in seconds)
    return f"{len(ordered):,}: {statistics.median(ordered):.0f} ms in the middle, {ordered[int(len(ordered) * 0.95)]:.0f} at the 95th percentile, {ordered[-1]:.0f} at most"


def main() -> int:
    """Put the load on, tell; 1 where anything went wrong or saves took long."""
    parser = argparse.ArgumentParser(prog="pin soak", description=__doc__, formatter_class=argparse.RawDescriptionHelpFormatter)
    parser.add_argument("minutes", type=float)
    parser.add_argument("--site-of-400", action="store_true", help="with a site of 400 files and 60 MB beside")
    options = parser.parse_args()
    port = free_port()
    with tempfile.TemporaryDirectory(prefix="hillpin-soak-") as folder:
        process = subprocess.Popen([sys.executable, "-m", "hillpin.launch", "start", "--port", str(port), "--data", folder], cwd=ROOT, env={**os.environ, "PYTHONPATH": str(ROOT)}, stdout=subprocess.DEVNULL)
        try:
            address = f"http://127.0.0.1:{port}"
            patience = time.monotonic() + PATIENCE
            while not is_up(address):
                if process.poll() is not None or time.monotonic() > patience:
                    print("The server did not start.", file=sys.stderr)
                    return 2
                time.sleep(0.2)
            told = Told()
            server = Server(address, time.monotonic() + 60 * options.minutes, told)
            server.site = server.ask("GET", "sites")[0]["id"]
            if options.site_of_400:
                body, headers = large_site()
                begun = time.monotonic()
                server.ask("POST", "sites/import", body, headers)
                print(f"A site of 400 files and 60 MB was taken in within {time.monotonic() - begun:.1f} s.")
            threads = [threading.Thread(target=server.saves), threading.Thread(target=server.surveys), *(threading.Thread(target=server.window, args=(number,)) for number in range(WINDOWS))]
            for thread in threads:
                thread.start()
            time.sleep(60 * options.minutes * WARM)
            before = memory_of_all(process.pid)
            for thread in threads:
                thread.join()
            after = memory_of_all(process.pid)
        finally:
            process.terminate()
            process.wait()
    for kind, seconds in told.seconds.items():
        print(f"{kind}: {figures(seconds)}")
    print(f"memory: {before:.0f} MB, {after:.0f} MB at the end")
    for error in told.errors[:20]:
        print(error)
    print(f"{len(told.errors)} errors")
    ordered = sorted(told.seconds["save"])
    return 1 if told.errors or not ordered or ordered[int(len(ordered) * 0.95)] * 1000 > MOST_MS else 0


if __name__ == "__main__":
    sys.exit(main())
