"""The command line: thin over core. ``python -m hillpin.cli boxes PAGE.html --widths 320,768``"""

from __future__ import annotations

import argparse
import json
import sys
from pathlib import Path
from typing import Any

from ..core.collecting import collect_seldom
from ..core.errors import InputError
from .many_options import add_options


def parse_widths(text: str) -> list[int]:
    """``320,768`` as integers. Raises InputError."""
    try:
        widths = [int(part) for part in text.split(",") if part.strip()]
    except ValueError as error:
        raise InputError(f"Widths are whole numbers with commas between, like 320,768; not {text}.") from error
    if not widths:
        raise InputError("Name at least one width, like --widths 320,768.")
    return widths


def boxes(arguments: argparse.Namespace) -> int:
    """``pin boxes``: the geometry of every element as JSON."""
    from ..core.page import Page

    page = Page.read(Path(arguments.page))
    runs: list[dict[str, Any]] = []
    for width in parse_widths(arguments.widths):
        layout = page.boxes(width, arguments.height)
        runs.append({
            "width": width,
            "height": arguments.height,
            "scroll_width": layout.scroll_width,
            "boxes": [
                {"index": box.index, "tag": box.tag, "x": round(box.x, 4), "y": round(box.y, 4), "width": round(box.width, 4),
                 "height": round(box.height, 4), "none": box.none, "modelled": box.modelled}
                for box in layout.boxes
            ],
            "unmodelled": [
                {"index": item.index, "feature": item.feature, "file": item.file, "line": item.line} for item in layout.unmodelled
            ],
        })  # fmt: skip
    print(json.dumps({"page": Path(arguments.page).name, "runs": runs}))
    return 0


def working(arguments: argparse.Namespace) -> int:
    """``pin working``: how a number comes about."""
    from ..core.page import Page
    from ..core.writing import as_json, as_text, explain

    page = Page.read(Path(arguments.page))
    found = page.select(arguments.select)
    if not found:
        raise InputError(f"No element of {arguments.page} matches {arguments.select}.")
    layout = page.layout(arguments.width, arguments.height, record=True)
    answer = explain(page, layout, found[0], arguments.of)
    print(json.dumps(as_json(answer)) if arguments.json else as_text(answer))
    return 0


def survey(arguments: argparse.Namespace) -> int:
    """``pin survey``: every width walked."""
    from .many_options import many_of
    from .survey import Wanted
    from .survey import main as run_survey

    return run_survey(Wanted(
        _path(arguments.page), arguments.start, arguments.end, arguments.height, every=arguments.every,
        heights=parse_widths(arguments.heights) if arguments.heights else [], wants_json=arguments.json, junit=_path(arguments.junit),
        sarif=_path(arguments.sarif), html=_path(arguments.html), fail_on=[kind.strip() for kind in arguments.fail_on.split(",") if kind.strip()], many=many_of(arguments),
    ))  # fmt: skip


def check(arguments: argparse.Namespace) -> int:
    """``pin check``: expectations proved."""
    from .check import main as run_check
    from .many_options import many_of

    files = {name: Path(file) for name in ("junit", "sarif", "html") if (file := getattr(arguments, name))}
    return run_check(_path(arguments.page), wants_json=arguments.json, files=files, browser=arguments.browser, many=many_of(arguments))


def _path(name: str | None) -> Path | None:
    return Path(name) if name else None


def agree(arguments: argparse.Namespace) -> int:
    """``pin agree``: computed against measured boxes."""
    from .agree import main as compare_all

    return compare_all(arguments.folders, arguments.verbose)


def bench(arguments: argparse.Namespace) -> int:
    """``pin bench``: the benchmarks beside the browser."""
    from .bench import main as run_bench

    run_bench()
    return 0


class _Parser(argparse.ArgumentParser):
    """Bad input is one line and exit 2."""

    def error(self, message: str) -> Any:
        raise InputError(f"{message[:1].upper()}{message[1:]}.")


def build_parser(name: str = "pin") -> argparse.ArgumentParser:
    """The commands and their options."""
    parser = _Parser(prog=name, description="Hill Pin at the command line.")
    commands = parser.add_subparsers(dest="command", required=True, parser_class=_Parser)
    command = commands.add_parser("boxes", help="the geometry of every element at some widths, as JSON")
    command.add_argument("page")
    command.add_argument("--widths", required=True)
    command.add_argument("--height", type=int, default=800)
    command.set_defaults(run=boxes)
    command = commands.add_parser("working", help="how a number comes about")
    command.add_argument("page")
    command.add_argument("--select", required=True)
    command.add_argument("--width", type=int, required=True)
    command.add_argument("--height", type=int, default=800)
    command.add_argument("--of", default="width", choices=["width", "height", "x", "y"])
    command.add_argument("--json", action="store_true")
    command.set_defaults(run=working)
    command = commands.add_parser("survey", help="every width walked: edges, bands and findings of a page or a folder of pages")
    command.add_argument("page", nargs="?", metavar="PAGE|FOLDER")
    command.add_argument("--from", dest="start", type=int, default=320)
    command.add_argument("--to", dest="end", type=int, default=1600)
    command.add_argument("--height", type=int, default=800)
    command.add_argument("--json", action="store_true")
    command.add_argument("--junit", metavar="FILE")
    command.add_argument("--sarif", metavar="FILE")
    add_options(command)
    command.add_argument("--fail-on", default="", metavar="KIND[,KIND]")
    command.add_argument("--every", action="store_true", help="lay out at each width, for checking")
    command.add_argument("--heights", nargs="?", const="390,1440", default="", metavar="WIDTHS", help="walk over the heights of the window too, at these widths")
    command.set_defaults(run=survey)
    command = commands.add_parser("check", help="the expectations of a page or a folder, proved at every width")
    command.add_argument("page", nargs="?", metavar="PAGE|FOLDER")
    command.add_argument("--browser", action="store_true", help="seen in the real browser too, at the ends of their ranges")
    command.add_argument("--json", action="store_true")
    command.add_argument("--junit", metavar="FILE")
    command.add_argument("--sarif", metavar="FILE")
    add_options(command)
    command.set_defaults(run=check)
    command = commands.add_parser("agree", help="computed boxes against truth.json of case folders")
    command.add_argument("folders", nargs="+")
    command.add_argument("--verbose", action="store_true", help="print the differences too")
    command.set_defaults(run=agree)
    command = commands.add_parser("bench", help="the benchmarks, beside the browser in one run")
    command.set_defaults(run=bench)
    return parser


def main(words: list[str] | None = None) -> int:
    """Run one command; bad input gives one line on standard error and 2."""
    return run_words(build_parser(), words)


def run_words(parser: argparse.ArgumentParser, words: list[str] | None) -> int:
    """Run the command that words name, by a parser."""
    try:
        arguments = parser.parse_args(words)
        return int(arguments.run(arguments))
    except InputError as error:
        print(error, file=sys.stderr)
        return 2
    except BrokenPipeError:
        return 0


if __name__ == "__main__":
    collect_seldom()
    sys.exit(main())
