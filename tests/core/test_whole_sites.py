"""Many pages at the command line: jobs, parts and their merging, what changed, what is kept, pages that cannot be read."""

from __future__ import annotations

import contextlib
import io
import json
import os
import subprocess
import tempfile
import unittest
from concurrent.futures import Executor, ThreadPoolExecutor
from pathlib import Path
from typing import Any
from unittest import mock

from hillpin.cli.__main__ import main
from hillpin.core.errors import InputError
from hillpin.core.expectations import written
from hillpin.core.files import LARGEST_FILE, FolderFiles
from hillpin.whole import (
    Asked,
    Engine,
    FolderPages,
    Kept,
    Outcome,
    Reach,
    changed_since,
    here,
    named_engine,
    part_of,
    walk_pages,
)

PAGE = "<!DOCTYPE html><html lang=en><head><title>{}</title><link rel=stylesheet href=css/s.css></head><body><main><h1>{}</h1><p class=wide>Boats</p></main></body></html>"
SHEET = "body { margin: 0 }\n.wide { width: 300px }\n.gone { width: 1px }\n"


def ends(page: str, content: dict[str, bytes]) -> str:
    """Work that ends its process at one page."""
    if page == "1.html":
        os._exit(3)
    return f"{page} {len(content)}"


def counts(page: str, content: dict[str, bytes]) -> list[str]:
    """What a page is given."""
    if page == "bad.html":
        raise InputError("It is bad.")
    return sorted(content)


class Folder(unittest.TestCase):
    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.root = Path(folder.name) / "site"
        (self.root / "css").mkdir(parents=True)
        (self.root / "css" / "s.css").write_text(SHEET)
        for number in range(4):
            (self.root / f"{number}.html").write_text(PAGE.format(number, number))
        kept = mock.patch.dict(os.environ, {"XDG_CACHE_HOME": str(Path(folder.name) / "kept")})
        kept.start()
        self.addCleanup(kept.stop)

    def run_command(self, *words: str) -> tuple[int, str, str]:
        out, err = io.StringIO(), io.StringIO()
        with contextlib.redirect_stdout(out), contextlib.redirect_stderr(err):
            code = main(list(words))
        return code, out.getvalue(), err.getvalue()

    def walked(self, names: list[str], function: Any, kept: Kept | None = None) -> list[Outcome]:
        with ThreadPoolExecutor(1) as pool:
            return list(walk_pages(names, Asked(function, ()), Reach(FolderFiles(self.root)), lambda: Engine(pool, 1), kept))


class Commands(Folder):
    def test_a_rule_of_the_shared_sheet_is_one_cause_in_every_format(self) -> None:
        files = [self.root.parent / name for name in ("j.xml", "s.sarif", "h.html")]
        code, out, _ = self.run_command("survey", str(self.root), "--from", "240", "--to", "400", "--junit", str(files[0]), "--sarif", str(files[1]), "--html", str(files[2]), "--fail-on", "page-overflow")
        self.assertEqual(code, 1)
        # 300 wide: every page scrolls from 240 to 299.
        self.assertIn("page-overflow  css/s.css:2  4 pages\n", out)
        self.assertIn("0.html 240 to 299; 1.html 240 to 299; 2.html 240 to 299; 3.html 240 to 299", out)
        # The first wrong, the other, the rule .gone that no page has an element for, a hint.
        self.assertTrue(out.endswith("4 pages walked; 2 causes at 8 places: 1 wrong, 1 hint.\n"), out[-200:])
        results = json.loads(files[1].read_text())["runs"][0]["results"]
        self.assertEqual([(one["ruleId"], one["level"], one["properties"]["pages"]) for one in results], [
            ("page-overflow", "error", ["0.html", "1.html", "2.html", "3.html"]), ("unused-rule", "note", ["0.html", "1.html", "2.html", "3.html"]),
        ])  # fmt: skip
        self.assertEqual(files[0].read_text().count("<failure "), 4)
        self.assertIn("0.html p.wide, 240 to 299", files[2].read_text())

    def test_files_that_no_page_uses_and_sheets_that_are_nearly_one(self) -> None:
        rules = "".join(f".r{number} {{ width: {number}px }}\n" for number in range(9))
        (self.root / "one.css").write_text(rules)
        (self.root / "two.css").write_text(rules + ".more { width: 1px }\n")
        (self.root / "0.html").write_text(PAGE.format(0, 0).replace("css/s.css", "one.css") + "".join(f"<a href={number}.html>on</a>" for number in range(1, 4)))
        (self.root / "index.html").write_text("<!DOCTYPE html><html lang=en><title>x</title><a href=0.html>x</a></html>")
        _, out, _ = self.run_command("survey", str(self.root), "--from", "300", "--to", "301")
        self.assertIn("No page uses two.css.\none.css and two.css differ by little: 9 rules the same, 0 and 1 of their own.\n", out)

    def test_parts_are_all_pages_and_merged_they_are_the_whole(self) -> None:
        (self.root / "3.html").write_text(PAGE.format(3, 3).replace("wide", "gone"))
        range_ = ("--from", "300", "--to", "310", "--json")
        parts = []
        for number in (1, 2, 3):
            part = self.root.parent / f"{number}.json"
            part.write_text(self.run_command("survey", str(self.root), *range_, "--part", f"{number}/3")[1])
            parts.append(part)
        self.assertEqual([[one["page"] for one in json.loads(part.read_text())] for part in parts], [["0.html", "3.html"], ["1.html"], ["2.html"]])
        whole = self.run_command("survey", str(self.root), *range_)[1]
        self.assertEqual(json.loads(self.run_command("survey", "--merge", *map(str, parts), "--json")[1]), json.loads(whole))
        # One part alone does not know that page 3 uses .gone; all together do.
        self.assertEqual([one["kind"] for one in json.loads(parts[1].read_text())[0]["findings"]], ["unused-rule"])
        self.assertEqual([one["findings"] for one in json.loads(whole)][1], [])
        for words in (("--part", "4/3"), ("--part", "x"), ("--jobs", "-1"), ("--since", "--output=x")):
            self.assertEqual(self.run_command("survey", str(self.root), *words)[0], 2)
        self.assertIn("is no part", self.run_command("survey", "--merge", str(self.root / "0.html"))[2] + self.run_command("check", "--merge", str(parts[0]))[2])

    def test_expectations_in_parts(self) -> None:
        (self.root / "expectations.json").write_text(written([("*", "no sideways scroll from 280"), ("2.html", ".wide 300 wide")]))
        code, out, _ = self.run_command("check", str(self.root), "--jobs", "2", "--html", str(self.root.parent / "c.html"))
        self.assertEqual((code, out.splitlines()[-1]), (1, "5 expectations, 4 do not hold."))
        self.assertIn("5 expectations, 4 not held", (self.root.parent / "c.html").read_text())
        parts = []
        for number in (1, 2):
            parts.append(self.root.parent / f"{number}.json")
            parts[-1].write_text(self.run_command("check", str(self.root), "--json", "--part", f"{number}/2")[1])
        self.assertEqual(self.run_command("check", "--merge", *map(str, parts))[:2], (code, out))

    def test_a_page_that_cannot_be_read_fails_the_run_and_the_others_are_told(self) -> None:
        with (self.root / "large.html").open("wb") as file:
            file.truncate(LARGEST_FILE + 1)
        code, out, _ = self.run_command("survey", str(self.root), "--from", "300", "--to", "301")
        self.assertEqual((code, out.splitlines()[-1]), (1, "1 page could not be walked."))
        self.assertIn("4 pages walked", out)

    def test_only_what_changed_since_a_revision(self) -> None:
        def git(*words: str) -> None:
            subprocess.run(["git", "-c", "user.name=x", "-c", "user.email=x@example.org", "-C", str(self.root), *words], check=True, capture_output=True)

        (self.root / "own.css").write_text("p { color: #111 }")
        (self.root / "2.html").write_text(PAGE.format(2, 2).replace("<body>", "<link rel=stylesheet href=own.css><body>"))
        git("init")
        git("add", ".")
        git("commit", "-m", "x")
        pages = FolderPages.at(self.root)
        self.assertEqual(changed_since(pages, "HEAD"), [])
        (self.root / "own.css").write_text("p { color: #222 }")
        (self.root / "new.html").write_text(PAGE.format(9, 9))
        self.assertEqual(changed_since(FolderPages.at(self.root), "HEAD"), ["2.html", "new.html"])
        (self.root / "css" / "s.css").write_text(SHEET + "\n")
        self.assertEqual(changed_since(pages, "HEAD"), ["0.html", "1.html", "2.html", "3.html"])
        self.assertIn("git knows no revision nowhere.", self.run_command("survey", str(self.root), "--since", "nowhere")[2])
        self.assertIn("git says", self.run_command("survey", str(self.root.parent), "--since", "HEAD")[2])


class Walking(Folder):
    def test_what_a_page_takes_in_and_nothing_else(self) -> None:
        (self.root / "css" / "s.css").write_text("@import 'more.css'; p { background: url(../boat.png) }")
        (self.root / "boat.png").write_bytes(b"x")
        (self.root / "0.html").write_text(PAGE.format(0, 0).replace("<p", "<a href=1.html>on</a><img src=none.png><p"))
        content = Reach(FolderFiles(self.root)).of("0.html")
        self.assertEqual({path: data is not None for path, data in content.items()}, {"0.html": True, "css/s.css": True, "css/more.css": False, "boat.png": True, "none.png": False})

    def test_only_changed_pages_are_done_again(self) -> None:
        kept = Kept(self.root.parent / "k")
        names = ["0.html", "1.html"]
        first = self.walked(names, counts, kept)
        self.assertEqual([(one.result, one.was_kept) for one in first], [(["0.html", "css/s.css"], False), (["1.html", "css/s.css"], False)])
        (self.root / "1.html").write_text("<p>other")
        self.assertEqual([(one.page, one.was_kept) for one in self.walked(names, counts, kept)], [("0.html", True), ("1.html", False)])
        (self.root / "css" / "s.css").write_text("")
        self.assertEqual({one.page: one.was_kept for one in self.walked(names, counts, kept)}, {"0.html": False, "1.html": True})
        # What failed is not kept; what is broken on disk is done again.
        (self.root / "bad.html").write_text("x")
        self.assertEqual([(one.error, one.was_kept) for _ in range(2) for one in self.walked(["bad.html"], counts, kept)], [("It is bad.", False)] * 2)
        for path in kept.folder.glob("??/*"):
            path.write_bytes(b"broken")
        self.assertEqual([one.was_kept for one in self.walked(names, counts, kept)], [False, False])

    def test_what_is_kept_is_bounded_and_the_longest_unused_goes(self) -> None:
        kept = Kept(self.root.parent / "k", 4_000)
        for number in range(8):
            kept.put([os.urandom(500).hex()], str(number))
            os.utime(kept._path((str(number),)), (number, number))
        self.assertIsNotNone(kept.get("0"))
        kept.prune()
        # Some 550 bytes each: five are three quarters of the bound. The first was asked for just now.
        self.assertEqual([number for number in range(8) if kept.get(str(number)) is not None], [0, 4, 5, 6, 7])
        Kept(Path("/proc/none")).put([1], "x")
        self.assertIsNone(Kept(Path("/proc/none")).get("x"))

    def test_a_page_that_kills_its_process_costs_no_other_page(self) -> None:
        with here(2) as engine:
            found = list(walk_pages([f"{n}.html" for n in range(4)], Asked(ends, ()), Reach(FolderFiles(self.root)), lambda: engine, None))
        self.assertEqual({one.page: one.result for one in found}, {"0.html": "0.html 2", "1.html": None, "2.html": "2.html 2", "3.html": "3.html 2"})
        self.assertIn("died", next(one.error for one in found if one.page == "1.html"))

    def test_it_ends_where_nobody_wants_it(self) -> None:
        asked: list[str] = []

        def engine() -> Engine:
            return Engine(_Noting(asked), 1)

        found = walk_pages(["0.html", "1.html", "2.html"], Asked(counts, ()), Reach(FolderFiles(self.root)), engine, None, wanted=lambda: len(asked) < 2)
        self.assertEqual(([one.page for one in found], asked), (["0.html"], ["0.html", "1.html"]))

    def test_parts(self) -> None:
        self.assertEqual([part_of("abcde", f"{n}/2") for n in (1, 2)], [["a", "c", "e"], ["b", "d"]])
        for part in ("0/2", "3/2", "1", "a/b", "1/0"):
            with self.assertRaises(InputError):
                part_of("abc", part)


class _Noting(Executor):
    """Does at once what it is given, and notes for which page."""

    def __init__(self, asked: list[str]) -> None:
        self.asked = asked

    def submit(self, fn: Any, /, *args: Any, **kwargs: Any) -> Any:
        self.asked.append(args[0])
        with ThreadPoolExecutor(1) as pool:
            return pool.submit(fn, *args, **kwargs)


class Elsewhere(Folder):
    def test_an_address_where_nobody_is(self) -> None:
        with self.assertRaises(InputError) as caught, named_engine("tcp://127.0.0.1:9"):
            self.fail("There is a scheduler.")
        self.assertRegex(str(caught.exception), "No scheduler answers|needs Dask")

