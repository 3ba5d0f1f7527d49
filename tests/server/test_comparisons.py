"""The report of a page against an earlier moment of its site, on an address of its own."""

from __future__ import annotations

from typing import Any

from hillpin.sites.models import Moment
from hillpin.sites.moments import name_moment
from hillpin.sites.store import NewFile, add_site, create_file, save_file

from .test_handover import PAGE, SHEET, HandOverCase

NARROWER = SHEET.replace("300px", "250px") + "h1 { height: 200px; background: #2b6880 }\n.wide { color: #eeeeee; }\n"


class Comparisons(HandOverCase):
    def setUp(self) -> None:
        super().setUp()
        self.moment = name_moment(self.site, "Before the sale")

    def compared(self, page: str = "index.html") -> dict[str, Any]:
        self.done("shared-reports", {"page": page, "moment": self.moment.pk})
        (told,) = [one for one in self.ask("get", "shared-reports") if one["against"] and one["page"] == page]
        self.assertEqual((told["against"], told["moment"]), ("Before the sale", self.moment.pk))
        return dict(self.ask("get", "", root=f"/api/reports/{told['token']}")["page"])

    def test_better_worse_lines_and_pictures(self) -> None:
        save_file(self.site, "s.css", NARROWER.encode(), 1)
        create_file(self.site, "map.png", b"\x89PNG\xff")
        told = self.compared()
        differences = {(one["title"], one["is_better"], one["range"]) for one in told["compared"]["differences"]}
        # 300 px was too wide below 300, 250 px is below 250: better from 250 to 299.
        self.assertIn(("Page scrolls sideways", True, "250 to 299"), differences)
        self.assertEqual([(title, where) for title, better, where in differences if not better], [("Low contrast", "every width")], differences)
        # One line of three is another one, two came with it.
        self.assertEqual(told["compared"]["files"], [
            {"path": "map.png", "come": None, "gone": None, "is_new": True, "is_gone": False},
            {"path": "s.css", "come": 3, "gone": 1, "is_new": False, "is_gone": False},
        ])  # fmt: skip
        for shot in told["shots"]:
            self.assertTrue(shot["then"] and shot["then"] != shot["picture"])
            self.assertIn("main h1", shot["since"]["moved"])
            self.assertTrue(any(area["height"] >= 100 for area in shot["since"]["areas"]), shot["since"])

    def test_nothing_changed(self) -> None:
        told = self.compared()
        self.assertEqual((told["compared"]["differences"], told["compared"]["files"]), ([], []))
        self.assertEqual({str(shot["since"]) for shot in told["shots"]}, {str({"areas": [], "moved": []})})

    def test_it_stands_beside_the_pages_own_report_and_outlives_its_moment(self) -> None:
        self.compared()
        self.done("shared-reports", {"page": "index.html"})
        self.assertEqual(sorted(one["against"] for one in self.ask("get", "shared-reports")), ["", "Before the sale"])
        self.moment.delete()
        kept = next(one for one in self.ask("get", "shared-reports") if one["against"])
        self.assertIsNone(kept["moment"])
        self.assertEqual(self.ask("get", "", root=f"/api/reports/{kept['token']}")["page"]["compared"]["name"], "Before the sale")

    def test_what_cannot_be_compared(self) -> None:
        create_file(self.site, "new.html", PAGE.format("new", "new").encode())
        self.assertEqual(self.ask("post", "shared-reports", {"page": "new.html", "moment": self.moment.pk}, 422)["detail"], "There was no new.html at Before the sale.")
        self.assertEqual(self.ask("post", "shared-reports", {"page": "", "moment": self.moment.pk}, 422)["detail"], "A comparison is of one page: name it.")
        other = name_moment(add_site("Vey", [NewFile("index.html", b"<p>")]), "Theirs")
        self.ask("post", "shared-reports", {"page": "index.html", "moment": other.pk}, 404)
        self.assertEqual(Moment.objects.count(), 2)
