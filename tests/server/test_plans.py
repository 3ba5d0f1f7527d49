"""Plans over HTTP: numbers, code, proof, kept states, sent for a yes, files in and out."""

from __future__ import annotations

import csv
import json
from dataclasses import asdict
from pathlib import Path
from typing import Any
from xml.etree import ElementTree

from django.conf import settings
from django.test import TestCase
from hillpin.core.planning.columns import Columns
from hillpin.core.planning.plan import Arrangement, Box, Plan
from hillpin.plans.content import json_schema, plan_from
from hillpin.plans.models import SitePlan
from hillpin.sites.store import NewFile, add_site

from ..core.plans import row, twelve

PAGE = """<!DOCTYPE html><html lang=en><title>t</title><link rel=stylesheet href=a.css><body><div class=row><section class=one>
<h2>Boats</h2></section><section class=two><h2>Crew</h2></section></div></body></html>"""
CSS = "body { margin: 0 } .row { overflow: hidden } section { float: left; width: 48%; height: 90px } .two { float: right }"


def plan() -> dict[str, Any]:
    """Text and aside, side by side from 800 on, as JSON."""
    boxes = (Box("t", "Text", "main", "Crossings"), Box("a", "Aside", "aside", "Fares"))
    narrow = Arrangement(
        "narrow", 0, Columns(360, 1, None, 0, 16), (row(("t", "rest", 1)), row(("a", "rest", 1)))
    )
    wide = Arrangement("wide", 800, twelve(1200, 30), (row(("t", "span", 8), ("a", "span", 4)),))
    return json.loads(json.dumps(asdict(Plan("Fares", boxes, (narrow, wide)))))  # type: ignore[no-any-return]


class Asking(TestCase):
    def setUp(self) -> None:
        self.site = add_site("Orra", [NewFile("index.html", PAGE.encode()), NewFile("a.css", CSS.encode())])

    def post(self, path: str, status: int = 200, verb: str = "post", **body: Any) -> Any:
        """An answer's JSON, its status checked."""
        send = getattr(self.client, verb)
        response = send(f"/api/{path}", data=json.dumps(body), content_type="application/json")
        self.assertEqual(response.status_code, status, response.content)
        return response.json() if response.content else None

    def keep(self) -> Any:
        """A kept plan."""
        return self.post(f"sites/{self.site.pk}/plans", 201, plan=plan())

    def address(self, kept: Any) -> str:
        """Its place in the API."""
        return f"sites/{self.site.pk}/plans/{kept['id']}"


class Working(Asking):
    def test_numbers_of_every_arrangement(self) -> None:
        answer = self.post("plans/work", plan=plan())
        self.assertEqual(
            [(one["name"], one["first"], one["last"]) for one in answer["arrangements"]],
            [("narrow", 1, 799), ("wide", 800, None)],
        )
        wide = answer["arrangements"][1]
        # (1,200 − 60 − 11 × 20) ÷ 12 = 76 2/3; a span of 8 is 753.33, of 4 366.67, with 20 between them 1,140.
        (line,) = wide["contexts"][0]["rows"]
        self.assertEqual([round(cell["width"], 2) for cell in line["cells"]], [753.33, 366.67])
        self.assertEqual((line["has"], line["takes"], line["messages"]), (1140, 1140, ["1,140 of 1,140."]))
        self.assertEqual(wide["columns"]["unknown"], ["column"])
        self.assertEqual([round(width, 2) for width in wide["columns"]["solutions"][0]["spans"]][3], 366.67)
        self.assertEqual([box["name"] for box in wide["drawing"]["boxes"]], ["Text", "Aside"])

    def test_one_broken_arrangement_leaves_the_others(self) -> None:
        broken = plan()
        broken["arrangements"][0]["columns"]["gutter"] = 900
        answer = self.post("plans/work", plan=broken)
        self.assertIn("The gutter is 900", answer["arrangements"][0]["error"])
        self.assertEqual(answer["arrangements"][1]["error"], "")

    def test_a_fault_is_said_with_its_place(self) -> None:
        broken = plan()
        broken["arrangements"][1]["rows"][0]["cells"][0]["box"] = "ghost"
        self.assertIn(
            "rows[0].cells[0]: there is no box ghost", self.post("plans/work", plan=broken)["error"]
        )
        broken["boxes"][0]["role"] = "wizard"
        self.assertIn("boxes.0.role", self.post("plans/work", 422, plan=broken)["detail"])

    def test_numbers_that_no_length_can_be(self) -> None:
        for value in (1e300, -30_000):
            broken = plan()
            broken["row_gap"] = value
            self.assertIn("plan.row_gap is", self.post("plans/work", plan=broken)["error"])

    def test_code_and_its_proof(self) -> None:
        written = self.post("plans/code", plan=plan(), method="flex")
        self.assertIn('<main class="text">', written["html"])
        self.assertIn("@media (min-width: 800px)", written["css"])
        proof = self.post("plans/proof", plan=plan(), method="flex", start=780, end=820)
        self.assertEqual((proof["widths"], proof["is_equal"], proof["differences"]), (41, True, []))

    def test_narrower_arrangements_are_proposed(self) -> None:
        wide_only = plan()
        wide_only["arrangements"] = wide_only["arrangements"][1:]
        proposed = self.post("plans/propose", plan=wide_only)["plan"]
        self.assertEqual([one["name"] for one in proposed["arrangements"]], ["narrow", "medium", "wide"])

    def test_method_that_cannot_give_the_order(self) -> None:
        swapped = plan()
        swapped["arrangements"][0]["rows"].reverse()
        self.assertIn(
            "Floats follow the source", self.post("plans/code", 422, plan=swapped, method="float")["detail"]
        )


class Keeping(Asking):
    def test_saved_states_and_a_clash(self) -> None:
        kept = self.keep()
        changed = {**plan(), "row_gap": 40}
        saved = self.post(self.address(kept), verb="put", plan=changed, base_revision=1)
        self.assertEqual((saved["revision"], saved["plan"]["row_gap"]), (2, 40))
        # The same again is no new state; another one on top of the first is a clash, and nothing is lost.
        self.assertEqual(
            self.post(self.address(kept), verb="put", plan=changed, base_revision=1)["revision"], 2
        )
        self.assertIn(
            "saved elsewhere",
            self.post(self.address(kept), 409, verb="put", plan=plan(), base_revision=1)["detail"],
        )
        states = self.client.get(f"/api/{self.address(kept)}/states").json()
        self.assertEqual([(one["number"], one["plan"]["row_gap"]) for one in states], [(1, 24), (2, 40)])

    def test_unfinished_plans_are_kept_too(self) -> None:
        kept = self.keep()
        unfinished = plan()
        unfinished["arrangements"][1]["rows"] = []
        saved = self.post(self.address(kept), verb="put", plan=unfinished, base_revision=1)
        self.assertEqual(saved["plan"]["arrangements"][1]["rows"], [])

    def test_a_yes_and_a_new_yes(self) -> None:
        kept = self.keep()
        sent = self.post(f"{self.address(kept)}/send")
        self.assertEqual(sent["state"], "sent")
        shared = self.client.get(f"/api/plans/shared/{sent['token']}").json()
        self.assertEqual([one["name"] for one in shared["drawings"]], ["narrow", "wide"])
        answer = {"name": "Una", "digest": shared["digest"]}
        self.post(f"plans/shared/{sent['token']}/answer", kind="comment", text="Fares first?", **answer)
        self.assertEqual(
            self.post(f"plans/shared/{sent['token']}/answer", kind="yes", **answer)["state"], "approved"
        )
        # A change asks for a new yes; what was approved stays on the address until it is sent again.
        changed = self.post(self.address(kept), verb="put", plan={**plan(), "row_gap": 40}, base_revision=1)
        self.assertEqual(changed["state"], "changed")
        self.assertEqual(self.client.get(f"/api/plans/shared/{sent['token']}").json()["plan"]["row_gap"], 24)
        again = self.post(f"{self.address(kept)}/send")
        self.assertEqual((again["state"], again["token"]), ("sent", sent["token"]))
        self.assertEqual([reply["is_about_this"] for reply in again["replies"]], [False, False])
        # A yes to what is no longer there is not taken.
        self.assertIn(
            "sent anew",
            self.post(f"plans/shared/{sent['token']}/answer", 409, kind="yes", **answer)["detail"],
        )

    def test_answers_are_bounded_and_signed(self) -> None:
        token = self.post(f"{self.address(self.keep())}/send")["token"]
        digest = self.client.get(f"/api/plans/shared/{token}").json()["digest"]
        for body, said in (
            ({"name": " "}, "who you are"),
            ({"name": "Una", "text": ""}, "empty"),
            ({"name": "Una", "text": "x" * 2001}, "2,000"),
        ):
            self.assertIn(
                said,
                self.post(f"plans/shared/{token}/answer", 422, kind="comment", digest=digest, **body)[
                    "detail"
                ],
            )

    def test_taken_back_it_is_gone(self) -> None:
        kept = self.keep()
        token = self.post(f"{self.address(kept)}/send")["token"]
        self.assertEqual(self.post(f"{self.address(kept)}/take-back")["state"], "draft")
        self.assertEqual(self.client.get(f"/api/plans/shared/{token}").status_code, 404)

    def test_a_broken_plan_is_not_sent(self) -> None:
        kept = self.keep()
        SitePlan.objects.filter(pk=kept["id"]).update(content={**plan(), "arrangements": []})
        self.assertIn("at least one arrangement", self.post(f"{self.address(kept)}/send", 422)["detail"])

    def test_a_plan_belongs_to_its_site(self) -> None:
        kept = self.keep()
        other = add_site("Other", [NewFile("index.html", PAGE.encode())])
        self.assertEqual(self.client.get(f"/api/sites/{other.pk}/plans/{kept['id']}").status_code, 404)


class Files(Asking):
    def take(self, kept: Any, name: str) -> str:
        """A download's text."""
        response = self.client.get(f"/api/{self.address(kept)}/{name}")
        self.assertEqual(response.status_code, 200)
        self.assertIn("attachment", response.headers["Content-Disposition"])
        return response.content.decode()

    def test_out_and_in_again(self) -> None:
        kept = self.keep()
        text = self.take(kept, "plan.json")
        self.assertEqual(json.loads(text)["format"], "hillpin-plan")
        self.assertEqual(
            self.post(f"sites/{self.site.pk}/plans/import", 201, text=text)["plan"], kept["plan"]
        )

    def test_broken_files_are_said(self) -> None:
        for text, said in (
            ("{", "Line 1, column 2"), ("[]", '"format" should be'), ('{"format": "hillpin-plan", "version": 9}', "version 9"),
            ('{"format": "hillpin-plan", "version": 1, "plan": {"name": "x", "boxes": [{"id": 4}], "arrangements": []}}', "boxes[0]"),
            ("[" * 100_000, "not JSON"),
        ):  # fmt: skip
            self.assertIn(said, self.post(f"sites/{self.site.pk}/plans/import", 422, text=text)["detail"])

    def test_tables_and_drawings(self) -> None:
        kept = self.keep()
        lines = list(csv.reader(self.take(kept, "widths.csv").splitlines()))
        self.assertEqual(
            lines[3][:9], ["wide", "800", "1200", "1", "Text", "page", "753.3333", "753.3333", "753.3333"]
        )
        self.assertIn("| wide | 800 | 1200 | 1 | Aside | page | 366.6666 |", self.take(kept, "widths.md"))
        root = ElementTree.fromstring(self.take(kept, "drawing.svg?number=1"))
        self.assertEqual(root.attrib["width"], "1200")
        # The typeface is inside, so that a picture made of it has it too.
        self.assertIn("data:font/woff2;base64,", ElementTree.tostring(root).decode())
        self.assertEqual(self.client.get(f"/api/{self.address(kept)}/drawing.svg?number=2").status_code, 422)

    def test_the_documented_schema_is_the_one_in_use(self) -> None:
        kept = json.loads((Path(settings.ROOT) / "docs" / "plan.schema.json").read_text())
        self.assertEqual(kept, json.loads(json.dumps(json_schema())))
        self.assertEqual(plan_from(plan()).name, "Fares")


class FromCode(Asking):
    def test_a_plan_from_a_container(self) -> None:
        found = self.post(f"sites/{self.site.pk}/plan-from-code", page="index.html", selected=1)
        self.assertEqual([box["name"] for box in found["plan"]["boxes"]], ["Boats", "Crew"])
        self.assertIn(
            "no element 99",
            self.post(f"sites/{self.site.pk}/plan-from-code", 422, page="index.html", selected=99)["detail"],
        )

    def test_a_row_rewritten_and_compared(self) -> None:
        ask = {"page": "index.html", "selected": 1}
        made = self.post(f"sites/{self.site.pk}/convert", **ask, target="grid")
        self.assertEqual(made["file"], "a.css")
        self.assertTrue(made["text"].startswith(CSS))
        compared = self.post(
            f"sites/{self.site.pk}/convert/compare",
            **ask,
            file=made["file"],
            text=made["text"],
            start=300,
            end=500,
        )
        self.assertEqual(
            [(one["first"], one["last"], one["is_equal"]) for one in compared], [(300, 500, True)]
        )
        # The draft counts, and nothing was saved.
        hidden = f"{CSS} .two {{ display: none }}"
        compared = self.post(
            f"sites/{self.site.pk}/convert/compare", **ask, file="a.css", text=hidden, start=300, end=310
        )
        self.assertEqual([(one["is_equal"], one["distance"]) for one in compared], [(False, None)])
        self.assertEqual(bytes(self.site.files.get(path="a.css").content).decode(), CSS)
