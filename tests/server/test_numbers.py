"""The numbers of a page over HTTP, with drafts over the saved files."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

from django.conf import settings
from django.core.management import call_command
from django.test import TestCase
from hillpin.numbers.pages import MOST_PAGES, PageShelf
from hillpin.numbers.schemas import NumbersOut
from hillpin.sites.store import NewFile, add_site, save_file

PAGE = """<!DOCTYPE html><html lang=en><link rel=stylesheet href=a.css><body><main class=wrap><section id=s><p>one</p></section></main>
<img src=none.png alt=x></body></html>"""
CSS = """body { margin: 0 }
.wrap { max-width: 500px; padding: 0 20px; margin: 0 auto }
#s { width: 50%; padding: 10px; border: 2px solid }
@media (min-width: 600px) { #s { width: 200px } }
.none { color: red }
p { colour: red }
"""


class Numbers(TestCase):
    def setUp(self) -> None:
        self.site = add_site("Orra", [NewFile("index.html", PAGE.encode()), NewFile("a.css", CSS.encode())])

    def ask(self, path: str = "numbers", **body: Any) -> Any:
        body = {"page": "index.html", "width": 400, **body}
        if path == "hill":
            del body["width"]
        return self.client.post(
            f"/api/sites/{self.site.pk}/{path}", data=json.dumps(body), content_type="application/json"
        )

    def test_the_answer_is_what_the_schema_says(self) -> None:
        for selected in (None, 2):
            answer = self.ask(selected=selected).json()
            self.assertEqual(NumbersOut(**answer).model_dump(), answer)

    def test_drafts_follow_one_another_on_one_page(self) -> None:
        # Half of 360, then a quarter: typed over what was there, with and without a rule of its own.
        for width, expected in (("50%", 204.0), ("25%", 114.0), ("25%; height: 7px", 114.0), ("100%", 384.0)):
            answer = self.ask(
                selected=2, drafts={"a.css": CSS.replace("width: 50%", f"width: {width}")}
            ).json()
            self.assertEqual(answer["rects"][2][2], expected, width)
        self.assertEqual(self.ask(selected=2).json()["rects"][2][2], 204.0)

    def index_of(self, answer: Any, name: str) -> int:
        return next(e["index"] for e in answer["elements"] if e["name"] == name)

    def test_boxes_rows_and_the_working_of_the_selected_box(self) -> None:
        answer = self.ask(selected=2).json()
        # 400 − 2 × 20 = 360 in .wrap; half of it is 180, with padding and border 180 + 20 + 4 = 204.
        section = answer["elements"][2]
        self.assertEqual((section["name"], answer["rects"][2][:3]), ("section#s", [20.0, 0.0, 204.0]))
        working = answer["workings"][0]
        self.assertEqual((working["of"], working["value"], working["inside"]), ("width", 204.0, 180.0))
        self.assertEqual([(s["operation"], s["amount"], s["line"]) for s in working["steps"]], [
            ("start", 400.0, None), ("note", 0.0, 2), ("add", -40.0, 2), ("set", 180.0, 3), ("add", 20.0, 3), ("add", 4.0, 3),
        ])  # fmt: skip
        self.assertEqual([row["name"] for row in answer["rows"]], ["viewport", "main.wrap", "section#s"])
        self.assertEqual(
            [(p["kind"], p["width"]) for p in answer["rows"][2]["parts"]],
            [("border", 2.0), ("padding", 10.0), ("content", 180.0), ("padding", 10.0), ("border", 2.0)],
        )

    def test_notes_say_what_each_declaration_comes_to(self) -> None:
        notes = {(n["line"], n["text"]) for n in self.ask(selected=2).json()["notes"]}
        self.assertIn((2, "500, not reached"), notes)
        self.assertIn((2, "0, then 20"), notes)
        self.assertIn((3, "180, of 360"), notes)
        self.assertIn((4, "off, on from 600"), notes)
        self.assertIn((5, "no element has it"), notes)
        self.assertIn((6, "There is no property colour."), notes)

    def test_overruled_declarations_name_the_line_that_wins(self) -> None:
        notes = {(n["line"], n["text"]) for n in self.ask(width=700, selected=2).json()["notes"]}
        self.assertIn((3, "set again, line 4"), notes)
        self.assertIn((4, "on, since 600"), notes)

    def test_drafts_count_before_they_are_saved(self) -> None:
        answer = self.ask(selected=2, drafts={"a.css": CSS.replace("width: 50%", "width: 25%")}).json()
        self.assertEqual(answer["workings"][0]["inside"], 90.0)

    def test_positions_in_the_source(self) -> None:
        section = self.ask().json()["elements"][2]
        self.assertEqual(PAGE[section["start"] : section["tag_end"]], "<section id=s>")
        self.assertEqual(PAGE[section["start"] : section["end"]], "<section id=s><p>one</p></section>")

    def test_without_a_choice_the_first_box_with_a_maximum_is_selected(self) -> None:
        answer = self.ask().json()
        self.assertEqual(answer["elements"][answer["selected"]]["name"], "main.wrap")

    def test_the_hill_bends_where_the_maximum_is_reached_and_jumps_at_the_query(self) -> None:
        hill = self.ask("hill", selected=1, start=240, end=900).json()
        points = {p["at"]: p["width"] for p in hill["points"]}
        # max-width 500 + padding 40 makes 540 wide boxes from a viewport of 540 up.
        self.assertEqual((points[240], points[900]), (240.0, 540.0))
        self.assertEqual([e["at"] for e in hill["edges"]], [540, 600])
        section = self.ask("hill", selected=2, start=240, end=900).json()
        points = {p["at"]: p["width"] for p in section["points"]}
        self.assertEqual((points[599], points[600]), (274.0, 224.0))

    def test_bad_questions_get_sentences(self) -> None:
        self.assertEqual(self.ask(page="none.html").json()["detail"], "There is no file none.html.")
        self.assertEqual(self.ask(width=0).status_code, 422)
        self.assertEqual(
            self.ask("hill", start=900, end=300).json()["detail"], "The range of widths is empty."
        )
        self.assertEqual(
            self.client.post(
                "/api/sites/999/numbers", data="{}", content_type="application/json"
            ).status_code,
            422,
        )

    def test_missing_files_are_named_with_their_line(self) -> None:
        broken = add_site(
            "Vey", [NewFile("index.html", b"<!doctype html>\n<link rel=stylesheet href=styel.css>\n<p>x")]
        )
        answer = self.client.post(
            f"/api/sites/{broken.pk}/numbers",
            data=json.dumps({"page": "index.html", "width": 400}),
            content_type="application/json",
        ).json()
        self.assertEqual(
            answer["missing"],
            [{"address": "styel.css", "file": "index.html", "line": 2, "kind": "stylesheet"}],
        )

    def test_pages_are_kept_until_something_changes(self) -> None:
        shelf = PageShelf()
        first = shelf.page(self.site, "index.html", {})[0]
        self.assertIs(shelf.page(self.site, "index.html", {})[0], first)
        self.assertIsNot(shelf.page(self.site, "index.html", {"a.css": ""})[0], first)
        save_file(self.site, "a.css", b"p{}", 1)
        self.assertIsNot(shelf.page(self.site, "index.html", {})[0], first)
        for number in range(MOST_PAGES + 3):
            shelf.page(self.site, "index.html", {"index.html": f"<p>{number}"})
        self.assertEqual(len(shelf._pages), MOST_PAGES)
        # An edit inside a rule goes into the page that is there: it is the same page under another key.
        last = shelf.page(self.site, "index.html", {"a.css": "p { width: 1px }"})[0]
        self.assertIs(shelf.page(self.site, "index.html", {"a.css": "p { width: 21px }"})[0], last)


class Schema(TestCase):
    def test_the_front_end_types_are_made_from_the_schema_as_it_is(self) -> None:
        target = Path(settings.DATA) / "openapi.json"
        call_command("write_schema", str(target))
        self.assertEqual(
            target.read_text(),
            (settings.ROOT / "web" / "openapi.json").read_text(),
            "Run: ./pin schema",
        )
