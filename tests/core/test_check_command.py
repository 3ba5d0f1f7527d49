"""``pin check``: expectations of a folder proved, told as text, JSON, JUnit and SARIF, and seen in the browser."""

from __future__ import annotations

import contextlib
import io
import json
import tempfile
import unittest
import xml.etree.ElementTree as ElementTree
from pathlib import Path

from hillpin.cli.__main__ import main
from hillpin.core.expectations import written

PAGE = "<!DOCTYPE html><html lang=en><link rel=stylesheet href={}s.css><body><div class=wide>x</div></body></html>"


class Check(unittest.TestCase):
    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.root = Path(folder.name)
        (self.root / "islands").mkdir()
        (self.root / "s.css").write_text("body { margin: 0 }\n.wide { width: 500px; height: 20px }\n")
        (self.root / "index.html").write_text(PAGE.format(""))
        (self.root / "islands" / "vey.html").write_text(PAGE.format("../"))

    def expect(self, *sentences: tuple[str, str]) -> None:
        (self.root / "expectations.json").write_text(written(list(sentences)))

    def check(self, *words: str) -> tuple[int, str, str]:
        out, err = io.StringIO(), io.StringIO()
        with contextlib.redirect_stdout(out), contextlib.redirect_stderr(err):
            code = main(["check", *words])
        return code, out.getvalue(), err.getvalue()

    def test_a_folder_that_holds(self) -> None:
        self.expect(("*", ".wide 20 high"), ("index.html", "no sideways scroll from 500"))
        code, out, _ = self.check(str(self.root))
        self.assertEqual(code, 0)
        self.assertEqual([line.split("  ")[0] for line in out.splitlines()[:3]], ["holds"] * 3)
        self.assertIn("3 expectations, all hold.", out)

    def test_a_page_that_fails_with_its_line(self) -> None:
        self.expect(("*", "no sideways scroll"))
        code, out, _ = self.check(str(self.root / "islands" / "vey.html"))
        self.assertEqual(code, 1)
        self.assertIn("Not so from 240 to 499. At 240: the page is 260 wider than its window, by div.wide. (s.css line 2)", out)

    def test_formats(self) -> None:
        self.expect(("index.html", "no sideways scroll"), ("index.html", "be nice"), ("index.html", ".wide 20 high"))
        junit, sarif = self.root / "j.xml", self.root / "s.sarif"
        code, out, _ = self.check(str(self.root), "--json", "--junit", str(junit), "--sarif", str(sarif))
        told = json.loads(out)
        self.assertEqual((code, [one["holds"] for one in told]), (1, [False, False, True]))
        self.assertEqual(told[0]["failures"][0] | {"message": ""}, {"from": 240, "to": 499, "worst": 240, "message": "", "index": 1, "file": "s.css", "line": 2})
        self.assertIn("not understood", told[1]["error"])
        suite = ElementTree.fromstring(junit.read_text())[0]
        self.assertEqual((suite.get("tests"), suite.get("failures")), ("3", "2"))
        run = json.loads(sarif.read_text())["runs"][0]
        places = [one["locations"][0]["physicalLocation"] for one in run["results"]]
        self.assertEqual([(one["artifactLocation"]["uri"], one["region"]["startLine"]) for one in places], [("s.css", 2), ("expectations.json", 5)])

    def test_bad_input_is_one_line(self) -> None:
        self.assertEqual((self.check(str(self.root))[0], self.check(str(self.root / "gone.html"))[0]), (2, 2))
        self.assertIn("There is no expectations.json", self.check(str(self.root))[2])
        self.expect(("gone.html", "no sideways scroll"))
        code, _, err = self.check(str(self.root))
        self.assertEqual((code, err), (2, "expectations.json line 4: there is no page gone.html.\n"))
        (self.root / "expectations.json").write_text("{")
        self.assertIn("is not JSON at line 1", self.check(str(self.root))[2])

    def test_seen_in_the_browser(self) -> None:
        # The browser runs what core does not: a script that makes the box higher.
        (self.root / "index.html").write_text(PAGE.format("").replace("</body>", "<script>document.querySelector('.wide').style.height = '30px'</script></body>"))
        self.expect(("index.html", ".wide 20 high from 600 to 700"), ("index.html", ".wide 500 wide from 600 to 700"))
        self.assertEqual(self.check(str(self.root))[0], 0)
        code, out, _ = self.check(str(self.root), "--browser")
        self.assertEqual(code, 1)
        self.assertIn("In the browser: Not so at 600. At 600: div.wide is 30 high, 10 too much.", out)
        self.assertIn("holds  index.html: .wide 500 wide from 600 to 700", out)
