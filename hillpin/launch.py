"""``./pin start``, ``./pin test`` and ``./pin lint``: sets up the front end and the data, then runs."""

from __future__ import annotations

import argparse
import os
import socket
import subprocess
import sys
import tempfile
import threading
import time
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path
from typing import TYPE_CHECKING

from .setting_up import WEB, Stop, run, say, set_up_chromium, set_up_packages, set_up_web
from .whereabouts import ROOT, data_folder

if TYPE_CHECKING:
    from .keeping import DataFolder

HOUR = 3600.0


MUTATION_TOOLS = ("cosmic-ray==8.7.0", "coverage==7.17.5")


def prepare_data() -> None:
    """The database with its tables, and the demo on the first start. Raises Stop where it is broken."""
    import django
    from django.core.management import call_command
    from django.db import DatabaseError, connection
    from django.db.migrations.executor import MigrationExecutor

    from hillpin.keeping import DataFolder, daily_backup
    from hillpin.settings import DATA

    django.setup()
    from hillpin.sites.removed import clear_out

    folder = DataFolder(DATA)
    try:
        executor = MigrationExecutor(connection)
        if folder.database.exists() and executor.loader.applied_migrations and executor.migration_plan(executor.loader.graph.leaf_nodes()):
            say(f"The tables are about to change: the data as it is was kept in {daily_backup(folder, 'before-a-change')}")
        call_command("migrate", verbosity=0)
        call_command("load_demo")
        clear_out()
    except DatabaseError as error:
        raise Stop(
            f"The database in {DATA} cannot be used ({error}). Move hillpin.sqlite3 out of that folder to begin anew, "
            "or name another folder with --data."
        ) from error


def check_port(port: int) -> None:
    """Raises Stop where there is no such port, or it is in use."""
    if not 1 <= port <= 65_535:
        raise Stop(f"There is no port {port}: ports go from 1 to 65,535. The usual one is 8800.")
    with socket.socket(socket.AF_INET, socket.SOCK_STREAM) as probe:
        probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            probe.bind(("127.0.0.1", port))
        except PermissionError as error:
            raise Stop(f"Port {port} is for the system's own services. Take one above 1,023, as in ./pin start --port 8800.") from error
        except OSError as error:
            raise Stop(
                f"Port {port} is in use, perhaps by Hill Pin itself: look at http://127.0.0.1:{port}/. "
                f"Otherwise start on another one: ./pin start --port {port + 1}"
            ) from error


def claim(path: Path) -> DataFolder:
    """The data folder, for this process alone. Raises Stop where another has it, or its database is none of ours."""
    from hillpin.keeping import DataError, DataFolder
    from hillpin.keeping.commands import newer_than_this

    folder = DataFolder(path)
    try:
        folder.take()
        folder.look()
    except DataError as error:
        raise Stop(str(error)) from error
    newer = newer_than_this(folder.database) if folder.database.exists() else ""
    if newer:
        raise Stop(newer)
    return folder


def keep_daily(folder: DataFolder) -> None:
    """An automatic backup now, where one is due, and then every day: what goes wrong with one is said, and stops nothing."""
    from hillpin.keeping import DataError, daily_backup

    def keep() -> None:
        while True:
            try:
                daily_backup(folder)
            except DataError as error:
                say(str(error))
            time.sleep(HOUR)

    threading.Thread(target=keep, name="backups", daemon=True).start()


def check_folders(paths: list[str]) -> None:
    """Raises Stop where a folder that was named is not there."""
    for path in paths:
        if not Path(path).is_dir():
            raise Stop(f"There is no folder {path}.")


def tie_folder(path: Path, port: int) -> None:
    """A site for a folder, and where it is. Raises Stop where it cannot be one."""
    from hillpin.folders.tied import tie
    from hillpin.sites.errors import Refused

    try:
        site = tie(path)
    except Refused as error:
        raise Stop(str(error)) from error
    say(f"{path} is at http://127.0.0.1:{port}/sites/{site.pk}/write")


def start(words: list[str]) -> None:
    """Set up, migrate, load the demo on the first start, and serve."""
    parser = argparse.ArgumentParser(prog="pin start")
    parser.add_argument("--port", type=int, default=int(os.environ.get("HILLPIN_PORT", "8800")))
    parser.add_argument("--data", default=os.environ.get("HILLPIN_DATA", str(data_folder())))
    parser.add_argument("--folder", action="append", default=[], metavar="PATH", help="a folder that is worked on here and in any other editor")
    parser.add_argument("--root", default=os.environ.get("HILLPIN_ROOT", ""), metavar="PATH", help="below it folders may be named in the list of sites")
    arguments = parser.parse_args(words)
    check_folders([*arguments.folder, *([arguments.root] if arguments.root else [])])
    if arguments.root:
        os.environ["HILLPIN_ROOT"] = str(Path(arguments.root).resolve())
    os.environ["HILLPIN_PORT"] = str(arguments.port)
    os.environ["HILLPIN_DATA"] = arguments.data
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "hillpin.settings")
    check_port(arguments.port)
    try:
        Path(arguments.data).mkdir(parents=True, exist_ok=True)
        (Path(arguments.data) / ".writable").touch()
    except OSError as error:
        raise Stop(f"The data folder {arguments.data} cannot be written to ({error.strerror}). Name another one with --data.") from error
    folder = claim(Path(arguments.data).resolve())
    set_up_web()
    prepare_data()
    keep_daily(folder)
    for path in arguments.folder:
        tie_folder(Path(path).resolve(), arguments.port)
    from .server import serve

    say(f"Hill Pin is at http://127.0.0.1:{arguments.port}/ (Ctrl+C stops it)")
    serve("127.0.0.1", arguments.port)


def test(words: list[str]) -> None:
    """All tests through Django's runner on all processors, on a data folder of their own. (One process more made them slower.)
    With ``--compiled`` core is the compiled one."""
    set_up_chromium()
    set_up_web()
    root = ROOT
    if words[:1] == ["--compiled"]:
        from .wheels import compiled_checkout

        root, words = compiled_checkout(), words[1:]
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "hillpin.settings")
    with tempfile.TemporaryDirectory(prefix="hillpin-test-") as folder:
        environment = {**os.environ, "PYTHONPATH": os.pathsep.join([str(root), os.environ.get("PYTHONPATH", "")]), "HILLPIN_DATA": folder, "HILLPIN_GIVES_WAY": "no", "DJANGO_ALLOW_ASYNC_UNSAFE": "true"}
        # Tests start many processes, of which each would otherwise compile the sources anew.
        environment.pop("PYTHONDONTWRITEBYTECODE", None)
        code = subprocess.run([sys.executable, "-m", "django", "test", "--parallel", "auto", *(words or ["tests"])], cwd=root, env=environment, check=False).returncode
    sys.exit(code)


def lint(words: list[str]) -> None:
    """ruff, mypy (strict in core), ESLint, tsc, the front end's production build; those of the two languages beside each other."""
    with ThreadPoolExecutor(2) as beside:
        done = [beside.submit(_lint_python), beside.submit(_lint_web)]
    for one in done:
        one.result()


def _lint_python() -> None:
    run([sys.executable, "-m", "ruff", "check", "hillpin", "tests", "tools"])
    run([sys.executable, "-m", "mypy", "--strict", "hillpin/core", "hillpin/cli", "hillpin/whole"])


def _lint_web() -> None:
    set_up_packages()
    with ThreadPoolExecutor(2) as beside:
        done = [beside.submit(run, ["npm", "run", "--silent", step], WEB) for step in ("lint", "types")]
    for one in done:
        one.result()
    run(["npm", "run", "--silent", "build"], WEB)


def schema(words: list[str]) -> None:
    """The API's OpenAPI schema, and the front end's types made from it."""
    set_up_packages()
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "hillpin.settings")
    run([sys.executable, "-m", "django", "write_schema", "web/openapi.json"])
    run(["npm", "run", "--silent", "api"], WEB)


def wheel(words: list[str]) -> None:
    """The pure wheel and the compiled one, into a folder."""
    from .wheels import build

    if len(words) != 1:
        raise Stop("Name the folder for the wheels: ./pin wheel dist")
    for is_compiled in (False, True):
        print(build(Path(words[0]).resolve(), is_compiled))


def mutate(words: list[str]) -> None:
    """How much of a part of core its tests hold (``tools/mutate.py``); what it needs is installed when it is first asked."""
    set_up_chromium()
    if subprocess.run([sys.executable, "-c", "import cosmic_ray, coverage"], capture_output=True, check=False).returncode:
        run([sys.executable, "-m", "pip", "install", "--quiet", "--disable-pip-version-check", *MUTATION_TOOLS])
    sys.exit(subprocess.run([sys.executable, "tools/mutate.py", *words], cwd=ROOT, check=False).returncode)


def fuzz(words: list[str]) -> None:
    """Made pages against the browser for some minutes; what differs is made small, and told where it is new. With ``--api`` made
    questions to a server at a data folder of its own, with ``--core`` inputs of all kinds to core."""
    if words[:1] == ["--core"]:
        sys.exit(subprocess.run([sys.executable, "-m", "tests.fuzz.core", *words[1:]], cwd=ROOT, check=False).returncode)
    if words[:1] == ["--api"]:
        set_up_web()
        sys.exit(subprocess.run([sys.executable, "-m", "tests.fuzz.api", *words[1:]], cwd=ROOT, check=False).returncode)
    set_up_chromium()
    sys.exit(subprocess.run([sys.executable, "-m", "tests.fuzz.newly", *words], cwd=ROOT, check=False).returncode)


def soak(words: list[str]) -> None:
    """A server of its own under load for some minutes: how long saves take meanwhile, and whether memory grows."""
    set_up_web()
    sys.exit(subprocess.run([sys.executable, "-m", "tests.soak", *words], cwd=ROOT, check=False).returncode)


def attack(words: list[str]) -> None:
    """The attacks that the tests know, against a server and data of their own, and a table of how each ended."""
    set_up_chromium()
    set_up_web()
    from tests.attack import labels

    test(["--parallel", "1", "--testrunner", "tests.attack.Runner", *(words or labels())])


def main() -> None:
    """Run one of the commands; a reason to stop is one line and exit 2."""
    command, words = sys.argv[1], sys.argv[2:]
    if command in ("backup", "restore", "check-data"):
        from hillpin.keeping.commands import run as keep

        sys.exit(keep(command, words))
    try:
        {"start": start, "test": test, "lint": lint, "schema": schema, "mutate": mutate, "fuzz": fuzz, "attack": attack, "soak": soak, "wheel": wheel}[command](words)
    except Stop as reason:
        print(reason, file=sys.stderr)
        sys.exit(2)
    except KeyboardInterrupt:
        sys.exit(130)


if __name__ == "__main__":
    main()
