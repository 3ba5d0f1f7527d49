"""``hillpin``: the same verbs as ``./pin``, once it is installed with pip."""

from __future__ import annotations

import argparse
import sys
from collections.abc import Callable

from . import __version__

OF_LAUNCH = {
    "start": "Hill Pin in the browser", "backup": "all data in one archive, checked; also while it runs",
    "restore": "the data of a backup in place of what is there, which is kept", "check-data": "whether the data is sound",
}  # fmt: skip


def _launched(verb: str) -> Callable[[argparse.Namespace], int]:
    def run(arguments: argparse.Namespace) -> int:
        # The commands that only compute start without Django.
        from . import launch

        sys.argv = ["hillpin", verb, *arguments.words]
        launch.main()
        return 0

    return run


def build_parser() -> argparse.ArgumentParser:
    """All verbs, with their help, the version, and completion for shells."""
    import shtab

    from .cli.__main__ import build_parser as verbs

    parser = verbs("hillpin")
    parser.add_argument("--version", action="version", version=f"Hill Pin {__version__}")
    shtab.add_argument_to(parser, "--completion", help="print what a shell needs to complete these commands")
    commands = next(one for one in parser._actions if isinstance(one, argparse._SubParsersAction))
    for verb, words in OF_LAUNCH.items():
        command = commands.add_parser(verb, help=words, add_help=False)
        command.add_argument("words", nargs=argparse.REMAINDER)
        command.set_defaults(run=_launched(verb))
    return parser


def main() -> None:
    """Run one command."""
    words = sys.argv[1:]
    if words and words[0] in OF_LAUNCH:
        sys.exit(_launched(words[0])(argparse.Namespace(words=words[1:])))
    from .cli.__main__ import run_words

    sys.exit(run_words(build_parser(), words))


if __name__ == "__main__":
    main()
