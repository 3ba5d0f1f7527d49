"""A whole site walked: pages a second with one and two processes and through a scheduler, memory, and the second run."""

from __future__ import annotations

import os
import resource
import subprocess
import sys
import tempfile
import time
from pathlib import Path

PAGES, FEW = 1_000, 100
"""Pages of the whole run, and of those that only tell a rate."""
CARDS = 9
SHEET = (
    "body{margin:0;font:16px/1.5 sans-serif}header,main,footer{max-width:1100px;margin:0 auto;padding:0 16px}nav ul{display:flex;flex-wrap:wrap;gap:12px;list-style:none;padding:0}"
    ".cards{display:grid;grid-template-columns:1fr;gap:20px}.card{border:1px solid #ccc;padding:12px}@media(min-width:600px){.cards{grid-template-columns:1fr 1fr}}"
    "@media(min-width:900px){.cards{grid-template-columns:repeat(3,1fr)}.two{display:flex;gap:24px}.two>*{flex:1}}"
)


def made_page(number: int) -> str:
    """A page of 60 elements, in words of its own."""
    cards = "".join(f'<article class="card"><h3>Boat {number + one}</h3><p>The boat leaves at {one} and is back before the tide turns at pier {number % 7}.</p><a href="#">Times of {number}</a></article>' for one in range(CARDS))
    ways = "".join(f'<li><a href="#">Way {one}</a></li>' for one in range(5))
    return (
        f'<!DOCTYPE html><html lang="en"><head><meta charset="utf-8"><title>Page {number}</title><link rel="stylesheet" href="style.css"></head><body><header><h1>Skerry Line {number}</h1><nav><ul>{ways}</ul></nav></header>'
        f'<main><section class="two"><div><h2>Islands {number}</h2><p>Two islands lie north of the harbour, and a boat goes there twice a day, number {number}.</p></div><p>Bicycles travel free before noon.</p></section><section class="cards">{cards}</section></main><footer><p>Skerry Line</p></footer></body></html>'
    )


def main() -> None:
    """Print the lines."""
    with tempfile.TemporaryDirectory(prefix="hillpin-bench-") as name:
        whole, few = Path(name) / "whole", Path(name) / "few"
        for folder, count in ((whole, PAGES), (few, FEW)):
            folder.mkdir()
            (folder / "style.css").write_text(SHEET)
            for number in range(count):
                (folder / f"{number:04}.html").write_text(made_page(number))
        environment = {**os.environ, "XDG_CACHE_HOME": name}
        print(f"{FEW:>6,} pages, 1 process   {FEW / _timed(few, environment, '--jobs', '1', '--afresh'):6.2f} pages a second")
        rate = _through_an_engine(few, environment)
        print(f"{FEW:>6,} pages, 2 workers of a scheduler   {rate:6.2f} pages a second" if rate else "Through a scheduler: pip install distributed")
        seconds = _timed(whole, environment, "--jobs", "2")
        memory = resource.getrusage(resource.RUSAGE_CHILDREN).ru_maxrss / 1024
        print(f"{PAGES:>6,} pages, 2 processes {PAGES / seconds:6.2f} pages a second, {seconds:,.0f} s in all, {memory:,.0f} MB in the largest process")
        (whole / "0007.html").write_text(made_page(7_007))
        print(f"{PAGES:>6,} pages, one changed: {_timed(whole, environment, '--jobs', '2'):.1f} s")


def _timed(folder: Path, environment: dict[str, str], *words: str) -> float:
    start = time.perf_counter()
    subprocess.run([sys.executable, "-m", "hillpin.cli", "survey", str(folder), "--from", "240", "--to", "1920", *words], env=environment, check=True, capture_output=True)
    return time.perf_counter() - start


def _through_an_engine(folder: Path, environment: dict[str, str]) -> float:
    try:
        import distributed  # noqa: F401, PLC0415 (an optional dependency)
    except ImportError:
        return 0.0
    command = [sys.executable, "-m", "distributed.cli.dask_scheduler", "--host", "127.0.0.1", "--port", "8786", "--no-dashboard", "--no-show"]
    running = [subprocess.Popen(command, env=environment, stderr=subprocess.DEVNULL)]
    try:
        for _ in range(2):
            running.append(subprocess.Popen([sys.executable, "-m", "distributed.cli.dask_worker", "tcp://127.0.0.1:8786", "--nthreads", "1", "--no-nanny", "--no-dashboard"], env=environment, stderr=subprocess.DEVNULL))
        _timed(folder, environment, "--engine", "tcp://127.0.0.1:8786", "--part", "1/50", "--afresh")
        return FEW / _timed(folder, environment, "--engine", "tcp://127.0.0.1:8786", "--afresh")
    finally:
        for one in running:
            one.kill()
            one.wait()


if __name__ == "__main__":
    main()
