"""The options that ``survey`` and ``check`` have for many pages, as they were given."""

from __future__ import annotations

import argparse
from dataclasses import dataclass, field
from pathlib import Path


@dataclass(slots=True)
class Many:
    """How many pages are gone through."""

    jobs: int = 0
    part: str = ""
    merge: list[Path] = field(default_factory=list)
    since: str = ""
    engine: str = ""
    afresh: bool = False


def add_options(command: argparse.ArgumentParser) -> None:
    """The options of a command that takes folders."""
    command.add_argument("--jobs", type=int, default=0, metavar="N", help="pages that are worked on at a time; as many as there are processors, if not said")
    command.add_argument("--part", default="", metavar="I/N", help="only one machine's part of the pages, as in 3/8; its JSON is for --merge")
    command.add_argument("--merge", nargs="+", default=[], metavar="FILE", help="no pages: the JSON files of all parts, told as one")
    command.add_argument("--since", default="", metavar="REVISION", help="only pages that changed since a revision of git, in themselves or in what they take in")
    command.add_argument("--engine", default="", metavar="ADDRESS", help="other machines, by their Dask scheduler, as in tcp://host:8786")
    command.add_argument("--afresh", action="store_true", help="work everything out, whatever is kept of earlier runs")
    command.add_argument("--html", metavar="FILE", help="one page that needs nothing else")


def many_of(arguments: argparse.Namespace) -> Many:
    """The options as they were given."""
    return Many(arguments.jobs, arguments.part, [Path(one) for one in arguments.merge], arguments.since, arguments.engine, arguments.afresh)
