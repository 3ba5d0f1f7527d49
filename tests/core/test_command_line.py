"""The commands as people and machines run them: output, exit codes, one clear line for bad input."""

from __future__ import annotations

import contextlib
import io
import json
import subprocess
import sys
import tempfile
import unittest
import xml.etree.ElementTree as ElementTree
from pathlib import Path

from hillpin.cli.__main__ import main
from hillpin.cli.bench_typing import after_keys, late
from hillpin.core.survey.kinds import KINDS

ROOT = Path(__file__).resolve().parents[2]
PAGE = "<!DOCTYPE html>\n<link rel=stylesheet href=a.css>\n<body><main><p>x</p></main><svg><text>y</text></svg></body>"
CSS = "body { margin: 0 }\nmain { padding: 0 10px }\np { width: 50%; writing-mode: horizontal-tb }\n"


class Commands(unittest.TestCase):
    def setUp(self) -> None:
        self.folder = tempfile.TemporaryDirectory()
        self.page = Path(self.folder.name) / "index.html"
        self.page.write_text(PAGE)
        (self.page.parent / "a.css").write_text(CSS)

    def tearDown(self) -> None:
        self.folder.cleanup()

    def run_command(self, *words: str) -> tuple[int, str, str]:
        out, err = io.StringIO(), io.StringIO()
        with contextlib.redirect_stdout(out), contextlib.redirect_stderr(err):
            code = main(list(words))
        return code, out.getvalue(), err.getvalue()

    def test_survey(self) -> None:
        (self.page.parent / "a.css").write_text(CSS + ".x { color: red }\nmain { min-width: 400px }\n")
        code, out, err = self.run_command("survey", str(self.page), "--from", "320", "--to", "500", "--json")
        answer = json.loads(out)
        self.assertEqual(
            (code, err, answer["page"], answer["from"], answer["to"]), (0, "", "index.html", 320, 500)
        )
        found = next(one for one in answer["findings"] if one["kind"] == "page-overflow")
        # 400 and 2 × 10 of padding.
        self.assertEqual(
            (found["index"], found["from"], found["to"], found["file"], found["line"]),
            (1, 320, 419, "a.css", 5),
        )
        self.assertEqual(set(answer), {"page", "from", "to", "edges", "bands", "findings", "unmodelled"})
        self.assertEqual(
            set(found),
            {"kind", "index", "selector", "from", "to", "file", "line", "message", "working", "fix"},
        )
        code, out, _ = self.run_command(
            "survey", str(self.page), "--to", "500", "--fail-on", "page-overflow,row-break"
        )
        self.assertEqual(code, 1)
        self.assertIn("At 320 the page scrolls sideways", out)
        self.assertEqual(
            self.run_command("survey", str(self.page), "--to", "500", "--fail-on", "row-break")[0], 0
        )

    def test_survey_of_a_folder_as_junit(self) -> None:
        (self.page.parent / "second.html").write_text("<!DOCTYPE html><body><main><img src=none.png></main>")
        report = self.page.parent / "report.xml"
        code, out, _ = self.run_command(
            "survey",
            str(self.page.parent),
            "--to",
            "340",
            "--junit",
            str(report),
            "--fail-on",
            "missing-alt",
            "--json",
        )
        self.assertEqual((code, [one["page"] for one in json.loads(out)]), (1, ["index.html", "second.html"]))
        suites = ElementTree.parse(report).getroot().findall("testsuite")
        self.assertEqual(
            [(one.get("name"), one.get("tests"), one.get("failures")) for one in suites],
            [("index.html", str(len(KINDS)), "0"), ("second.html", str(len(KINDS)), "1")],
        )
        self.assertEqual(
            [case.get("name") for case in suites[1].findall("testcase") if case.find("failure") is not None],
            ["missing-alt"],
        )

    def test_survey_says_what_it_does_not_take(self) -> None:
        for words, sentence in (
            (["--fail-on", "ugly"], "There is no kind of finding ugly."),
            (["--from", "500", "--to", "400"], "not from 500 to 400"),
        ):
            code, out, err = self.run_command("survey", str(self.page), *words)
            self.assertEqual((code, out), (2, ""))
            self.assertIn(sentence, err)
        self.assertEqual(self.run_command("survey", str(self.page.parent / "nothing"))[0], 2)

    def test_boxes(self) -> None:
        code, out, err = self.run_command("boxes", str(self.page), "--widths", "320,768", "--height", "500")
        answer = json.loads(out)
        self.assertEqual((code, err, answer["page"]), (0, "", "index.html"))
        self.assertEqual(
            [(r["width"], r["height"], r["scroll_width"]) for r in answer["runs"]],
            [(320, 500, 320), (768, 500, 768)],
        )
        paragraph = answer["runs"][0]["boxes"][2]
        # 320 − 20 = 300; half is 150.
        self.assertEqual(
            {k: paragraph[k] for k in ("index", "tag", "x", "width", "none", "modelled")},
            {"index": 2, "tag": "p", "x": 10, "width": 150, "none": False, "modelled": True},
        )

    def test_what_is_not_covered_is_named(self) -> None:
        (self.page.parent / "a.css").write_text("p { writing-mode: vertical-rl }")
        run = json.loads(self.run_command("boxes", str(self.page), "--widths", "320")[1])["runs"][0]
        self.assertEqual(
            run["unmodelled"],
            [{"index": 2, "feature": "writing-mode: vertical-rl", "file": "index.html", "line": 3}],
        )
        self.assertFalse(run["boxes"][2]["modelled"])

    def test_working_as_text_and_as_json(self) -> None:
        code, out, _ = self.run_command("working", str(self.page), "--select", "p", "--width", "742")
        self.assertEqual(code, 0)
        self.assertEqual(out.splitlines()[-1], "=    361.00  width")
        answer = json.loads(
            self.run_command(
                "working", str(self.page), "--select", "p", "--width", "742", "--of", "x", "--json"
            )[1]
        )
        self.assertEqual((answer["of"], answer["value"], answer["steps"][-1]["file"]), ("x", 10, "a.css"))

    def test_bad_input_is_one_line_and_exit_2(self) -> None:
        page = str(self.page)
        for words, message in (
            (("boxes", page + "x", "--widths", "320"), f"There is no file {page}x."),
            (("boxes", page, "--widths", "wide"), "Widths are whole numbers with commas between, like 320,768; not wide."),
            (("boxes", page, "--widths", ""), "Name at least one width, like --widths 320,768."),
            (("boxes", page, "--widths", "999999"), "A viewport of 999999 × 800 is beyond what is laid out: 1 to 20,000."),
            (("working", page, "--select", "nav", "--width", "320"), f"No element of {page} matches nav."),
            (("working", page, "--select", "p[", "--width", "320"), None), (("agree", self.folder.name), None), (("nonsense",), None), ((), None),
            (("boxes", page), "The following arguments are required: --widths."),
        ):  # fmt: skip
            code, out, err = self.run_command(*words)
            self.assertEqual((code, out, err.count("\n")), (2, "", 1), words)
            if message is not None:
                self.assertEqual(err.strip(), message)

    def test_agree_counts_what_is_close_and_what_is_exact(self) -> None:
        boxes = json.loads(self.run_command("boxes", str(self.page), "--widths", "320")[1])["runs"]
        boxes[0]["boxes"][2]["x"] += 0.25
        boxes[0]["boxes"][1]["width"] += 30
        (self.page.parent / "truth.json").write_text(json.dumps({"browser": "by hand", "runs": boxes}))
        code, out, _ = self.run_command("agree", self.folder.name)
        self.assertEqual(code, 0)
        # 5 boxes: one 0.25 off, one 30 off and so silently over 20.
        self.assertTrue(
            out.splitlines()[-1].startswith(
                " 80.00% within 0.5   60.00% within 1/64       5 boxes  all 1 cases"
            ),
            out,
        )
        self.assertIn("(1 silently over 20)", out)

    def test_agree_tells_missing_boxes(self) -> None:
        boxes = json.loads(self.run_command("boxes", str(self.page), "--widths", "320")[1])["runs"]
        boxes[0]["boxes"][2]["none"] = True
        (self.page.parent / "truth.json").write_text(json.dumps({"browser": "by hand", "runs": boxes}))
        self.assertIn("worst 9999 at p 2 presence, 320 wide", self.run_command("agree", self.folder.name)[1])


class FromNothing(unittest.TestCase):
    def test_core_imports_nothing_of_the_others_and_no_django(self) -> None:
        code = "import sys, hillpin.core.survey, hillpin.core.planning; print([m for m in sys.modules if m.split('.')[0] in ('django', 'ninja') or m.startswith('hillpin.') and not m.startswith('hillpin.core')])"
        found = subprocess.run(
            [sys.executable, "-c", code], capture_output=True, text=True, cwd=ROOT, check=True
        ).stdout
        self.assertEqual(found.strip(), "[]")

    def test_a_command_loads_no_more_than_it_needs(self) -> None:
        # Times belong to the bench; what a start costs is what it loads.
        with tempfile.TemporaryDirectory() as name:
            page = Path(name) / "index.html"
            page.write_text("<!DOCTYPE html><p>x</p>")
            code = (
                "import runpy, sys\n"
                f"sys.argv = ['pin', 'boxes', {str(page)!r}, '--widths', '320']\n"
                "try:\n    runpy.run_module('hillpin.cli', run_name='__main__')\nexcept SystemExit:\n    pass\n"
                "print(sorted({'django', 'hillpin.core.widths.page_walk', 'tinycss2'} & set(sys.modules)), file=sys.stderr)"
            )
            found = subprocess.run([sys.executable, "-c", code], cwd=ROOT, check=True, capture_output=True, text=True)
        self.assertEqual(found.stderr.strip().splitlines()[-1], "['tinycss2']")


class Typing(unittest.TestCase):
    def test_each_key_is_measured_to_what_follows_it(self) -> None:
        # The second key is followed by nothing before the third: until then is the least that it can be.
        self.assertEqual(after_keys([0, 140, 280], [30, 35, 300, 900]), (30, 140, 20))
        self.assertEqual(after_keys([0], []), (1000,))

    def test_the_95th_percentile(self) -> None:
        times = tuple(float(number) for number in range(1, 101))
        self.assertEqual(late(times), 96)
