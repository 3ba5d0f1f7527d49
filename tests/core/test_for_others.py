"""In the build and the hands of others: the installed command, the workflow and the hook that docs show."""

from __future__ import annotations

import json
import os
import re
import shutil
import socket
import subprocess
import sys
import tempfile
import time
import unittest
import urllib.error
import urllib.request
from pathlib import Path
from typing import ClassVar

import yaml
from hillpin import __version__
from hillpin.setting_up import set_up_web

ROOT = Path(__file__).resolve().parents[2]
EXAMPLES = ROOT / "docs" / "examples"
PAGE = "<!DOCTYPE html><html lang=en><head><title>Boats</title><link rel=stylesheet href=s.css></head><body><main><h1>Boats</h1><p class=wide>x</p></main></body></html>"
SHEET = "body {{ margin: 0 }}\n.wide {{ width: {}px }}\n"
VERBS = ("boxes", "working", "survey", "check", "start")


class Installed(unittest.TestCase):
    """Hill Pin as pip installs it, without what it stands on: that is here already."""

    place: ClassVar[Path]
    environment: ClassVar[dict[str, str]]

    @classmethod
    def setUpClass(cls) -> None:
        set_up_web()
        made = tempfile.TemporaryDirectory()
        cls.addClassCleanup(made.cleanup)
        cls.place = Path(made.name)
        source = cls.place / "source"
        files = subprocess.run(["git", "ls-files", "-z", "--cached", "--others", "--exclude-standard"], cwd=ROOT, capture_output=True, check=True).stdout.decode().split("\0")
        for name in [one for one in files if one.startswith(("hillpin/", "tools/", "setup.py", "pyproject.toml", "README.md")) and (ROOT / one).is_file()]:
            (source / name).parent.mkdir(parents=True, exist_ok=True)
            shutil.copy(ROOT / name, source / name)
        shutil.copytree(ROOT / "web" / "dist", source / "web" / "dist")
        subprocess.run([sys.executable, "-m", "pip", "install", "--quiet", "--disable-pip-version-check", "--no-deps", "--target", str(cls.place / "in"), str(source)], check=True)
        bin_ = cls.place / "bin"
        bin_.mkdir()
        (bin_ / "hillpin").write_text(f'#!/bin/sh\nexec "{sys.executable}" -m hillpin.command "$@"\n')
        (bin_ / "hillpin").chmod(0o755)
        cls.environment = {
            **{key: value for key, value in os.environ.items() if not key.startswith(("HILLPIN_", "DJANGO_", "GIT_"))}, "PYTHONPATH": str(cls.place / "in"), "PATH": f"{bin_}:{os.environ['PATH']}",
            "XDG_CACHE_HOME": str(cls.place / "cache"), "XDG_DATA_HOME": str(cls.place / "data"), "GIT_AUTHOR_NAME": "x", "GIT_AUTHOR_EMAIL": "x@example.org", "GIT_COMMITTER_NAME": "x", "GIT_COMMITTER_EMAIL": "x@example.org",
        }  # fmt: skip

    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.work = Path(folder.name)
        (self.work / "site").mkdir()
        for name in ("index", "vey", "hamm"):
            (self.work / "site" / f"{name}.html").write_text(PAGE)
        (self.work / "site" / "s.css").write_text(SHEET.format(200))

    def run_words(self, *words: str) -> subprocess.CompletedProcess[str]:
        return subprocess.run(words, cwd=self.work, env=self.environment, capture_output=True, text=True, check=False)

    def test_the_command_has_the_verbs_their_help_a_version_and_completion(self) -> None:
        self.assertEqual(self.run_words("hillpin", "--version").stdout, f"Hill Pin {__version__}\n")
        listed = self.run_words("hillpin", "--help").stdout
        for verb in VERBS:
            self.assertIn(f"  {verb} ", listed)
            self.assertEqual(self.run_words("hillpin", verb, "--help").returncode, 0)
        script = self.run_words("hillpin", "--completion", "bash").stdout
        (self.work / "completion").write_text(script)
        found = self.run_words("bash", "-c", "source ./completion; COMP_WORDS=(hillpin sur); COMP_CWORD=1; $(complete -p hillpin | sed 's/.*-F \\([^ ]*\\).*/\\1/') hillpin sur hillpin; echo ${COMPREPLY[@]}").stdout
        self.assertEqual(found.strip(), "survey")
        answer = self.run_words("hillpin", "boxes", "site/index.html", "--widths", "320")
        self.assertEqual([one["width"] for one in json.loads(answer.stdout)["runs"][0]["boxes"] if one["tag"] == "p"], [200])
        self.assertEqual((self.run_words("hillpin", "boxes", "none.html", "--widths", "320").returncode, self.run_words("hillpin", "fly").returncode), (2, 2))

    def test_it_starts_with_the_interface_that_was_packed(self) -> None:
        with socket.create_server(("127.0.0.1", 0)) as free:
            port = free.getsockname()[1]
        server = subprocess.Popen([str(self.place / "bin" / "hillpin"), "start", "--port", str(port)], cwd=self.work, env=self.environment, stdout=subprocess.DEVNULL, stderr=subprocess.PIPE, text=True)
        try:
            for _ in range(600):
                try:
                    with urllib.request.urlopen(f"http://127.0.0.1:{port}/") as answer:
                        home = answer.read().decode()
                    break
                except urllib.error.URLError:
                    time.sleep(0.1)
            else:
                self.fail("It never answered.")
            script = re.search(r'src="(/assets/[^"]+\.js)"', home)
            assert script is not None
            with urllib.request.urlopen(f"http://127.0.0.1:{port}{script[1]}") as answer:
                self.assertEqual(answer.status, 200)
            with urllib.request.urlopen(f"http://127.0.0.1:{port}/api/sites") as answer:
                self.assertEqual([one["name"] for one in json.load(answer)], ["Skerry Line"])
        finally:
            server.terminate()
            server.communicate()
        self.assertTrue((self.place / "data" / "hillpin" / "hillpin.sqlite3").is_file())

    def steps(self, job: str) -> list[str]:
        """What a job of the workflow runs, but for installing and what is the build service's own."""
        content = yaml.safe_load((EXAMPLES / "widths.yml").read_text())
        return [one["run"] for one in content["jobs"][job]["steps"] if "run" in one and not one["run"].startswith("pip ")]

    def test_the_workflow_parts_the_pages_and_tells_them_as_one(self) -> None:
        (self.work / "site" / "expectations.json").write_text('{"version": 1, "expectations": [{"page": "*", "says": ".wide 200 wide"}]}')
        (walk,) = self.steps("walk")
        for part in ("1", "2", "3"):
            done = self.run_words("bash", "-ec", walk.replace("${{ matrix.part }}", part))
            self.assertEqual(done.returncode, 0, done.stderr)
        self.assertEqual([len(json.loads((self.work / f"part-{part}.json").read_text())) for part in (1, 2, 3)], [1, 1, 1])
        survey, check = self.steps("told")
        done = self.run_words("bash", "-ec", survey)
        self.assertEqual((done.returncode, done.stdout.splitlines()[-1]), (0, "3 pages walked; 0 causes at 0 places."), done.stderr)
        self.assertEqual(self.run_words("bash", "-ec", check).returncode, 0)
        self.assertTrue(all((self.work / name).is_file() for name in ("survey.xml", "survey.sarif", "survey.html", "check.xml")))
        (self.work / "site" / "s.css").write_text(SHEET.format(500))
        for part in ("1", "2", "3"):
            self.run_words("bash", "-ec", walk.replace("${{ matrix.part }}", part))
        self.assertEqual((self.run_words("bash", "-ec", survey).returncode, self.run_words("bash", "-ec", check).returncode), (1, 1))
        self.assertEqual(len(json.loads((self.work / "survey.sarif").read_text())["runs"][0]["results"]), 1)

    def test_the_hook_lets_through_what_holds_and_stops_what_breaks(self) -> None:
        for words in (("git", "init", "--quiet"), ("git", "add", "."), ("git", "commit", "--quiet", "-m", "first")):
            self.assertEqual(self.run_words(*words).returncode, 0)
        shutil.copy(EXAMPLES / "pre-commit", self.work / ".git" / "hooks" / "pre-commit")
        (self.work / "site" / "s.css").write_text(SHEET.format(240))
        self.assertEqual(self.run_words("git", "commit", "--quiet", "-am", "holds").returncode, 0)
        (self.work / "site" / "s.css").write_text(SHEET.format(500))
        stopped = self.run_words("git", "commit", "--quiet", "-am", "breaks")
        self.assertEqual(stopped.returncode, 1)
        self.assertIn("page-overflow  site/s.css:2  3 pages", stopped.stdout + stopped.stderr)
        self.assertEqual(self.run_words("git", "log", "--format=%s").stdout.split(), ["holds", "first"])
