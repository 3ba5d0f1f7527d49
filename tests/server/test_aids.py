"""The aids of writing over HTTP."""

from __future__ import annotations

import json
from typing import Any

from django.test import TestCase
from hillpin.sites.store import NewFile, add_site

PAGE = """<!DOCTYPE html><html lang=en><title>t</title><link rel=stylesheet href=base.css><link rel=stylesheet href=own.css><body>
<main class=wrap>
  <section id=fares><h2>Fares</h2><p>one</p></section>
  <section id=boats><p>two</p></section>
</main></body></html>"""
BASE = "p { color: red; margin: 0 }\n.wrap { width: 600px; display: grid; gap: 10px }\n"
OWN = "body { margin: 0 }\n#fares p { color: blue }\n#fares { width: 50% }\n#boats:hover { padding: 4px }\n"


class Aids(TestCase):
    def setUp(self) -> None:
        files = {"index.html": PAGE, "base.css": BASE, "own.css": OWN}
        self.site = add_site("Orra", [NewFile(path, text.encode()) for path, text in files.items()])

    def ask(self, path: str, status: int = 200, **body: Any) -> Any:
        """An answer's JSON, its status checked."""
        response = self.client.post(
            f"/api/sites/{self.site.pk}/{path}",
            data=json.dumps({"page": "index.html", **body}),
            content_type="application/json",
        )
        self.assertEqual(response.status_code, status, response.content)
        return response.json()

    def test_contest_and_taking_over(self) -> None:
        answer = self.ask("contest", width=800, selected=4, property="color")
        self.assertEqual(
            [(one["text"], one["file"], one["wins"]) for one in answer["contest"]["contenders"]],
            [("color: blue", "own.css", True), ("color: red", "base.css", False)],
        )
        self.assertIn("margin-top", answer["properties"])
        # In the own sheet “#fares p” would be as specific and later: it wins. The grid's rule reaches no section.
        self.assertEqual(answer["own"], "own.css")
        self.assertEqual(answer["taken_over"], [{"file": "base.css", "line": 1}])
        taken = self.ask("take-over", width=800, selected=4, file="base.css", line=1, into="own.css")
        self.assertTrue(
            taken["text"].endswith(
                "/* from base.css, line 1 */\n#fares p {\n  color: red;\n  margin: 0;\n}\n"
            )
        )
        refused = self.ask("take-over", 422, width=800, selected=0, file="base.css", line=1, into="own.css")
        self.assertIn("no section with a name", refused["detail"])

    def test_what_lies_beside_and_over(self) -> None:
        files = {"index.html": "<!DOCTYPE html><html lang=en><title>t</title><link rel=stylesheet href=a.css><body><div class=row><p class=one>a<br>b</p><p class=two>c<br>d</p></div><i class=b></i>", "a.css": "body { margin: 0 } .row { display: flex; line-height: 24px } p { margin: 0 } .one { line-height: 20px } .b { position: absolute; left: 790px; top: 0; width: 30px; height: 5px }"}
        self.site = add_site("Vey", [NewFile(path, text.encode()) for path, text in files.items()])
        answer = self.ask("lines-beside", width=800, selected=2)
        self.assertEqual([one["name"] for one in answer["beside"]], ["p.two"])
        # Lines of 20 beside lines of 24: the first 2 higher by half of the difference.
        self.assertEqual([(one["own"] - one["other"]) for one in answer["lined_up"]["pairs"]], [-2, -6])
        self.assertIn(".one { line-height: 24px }", answer["lined_up"]["ways"][0]["text"])
        alone = self.ask("lines-beside", width=800, selected=6)
        self.assertEqual((alone["beside"], alone["lined_up"]), ([], None))
        self.ask("lines-beside", 422, width=800, selected=2, other=99)
        (box,) = self.ask("lying-over", width=800, selected=6)["boxes"]
        self.assertEqual(box["sentences"], ["It adds 20 to the right to what the page scrolls."])
        self.ask("lying-over", 422, width=800, selected=99)

    def test_tree_and_moves(self) -> None:
        self.assertEqual(
            [one["name"] for one in self.ask("outline")["entries"]],
            ["main.wrap", "section#fares", "h2", "section#boats"],
        )
        moved = self.ask("move", selected=5, direction="up")["text"]
        self.assertLess(moved.index("boats"), moved.index("fares"))
        self.assertIn("is the last", self.ask("move", 422, selected=5, direction="down")["detail"])

    def test_overlays(self) -> None:
        (track,) = self.ask("overlays", width=800, names=["track"])["layers"]
        zones = track["zones"]
        self.assertIn(
            {"kind": "track", "x": 0, "width": 600},
            [{key: zone[key] for key in ("kind", "x", "width")} for zone in zones],
        )

    def test_what_there_is_to_choose_from(self) -> None:
        offers = self.client.get("/api/offers").json()
        self.assertEqual([one["name"] for one in offers["overlays"]], ["outline", "track", "area", "gap", "line", "baseline", "rhythm", "picture"])
        self.assertEqual([one["name"] for one in offers["goals"] if not one["takes_number"]], ["one-row"])
        wish = {"selected": 3, "kind": "depth", "at": 900}
        self.assertIn("no goal of the kind depth", self.ask("goal-numbers", 422, wish=wish)["detail"])

    def test_goal_from_a_draft(self) -> None:
        draft = OWN.replace("50%", "25%")
        answer = self.ask(
            "goal",
            drafts={"own.css": draft},
            file="own.css",
            offset=draft.index("25%"),
            wishes=[{"selected": 2, "kind": "width", "at": 800, "amount": 240}],
        )
        wish = {"selected": 2, "kind": "width", "at": 800, "amount": 240}
        # 240 of 600 are 40%.
        self.assertEqual((answer["value"], answer["text"]), (40, OWN.replace("50%", "40%")))
        self.assertIn(
            "does not stand on a number",
            self.ask("goal", 422, file="own.css", offset=8, wishes=[wish])["detail"],
        )
        offered = self.ask("goal-numbers", wish=wish)["numbers"]
        # 1% of 600 is 6 and 1 px of the 600 is half a px at 50%.
        self.assertEqual([(one["text"], one["line"], one["moves"]) for one in offered], [("50%", 3, 6), ("600px", 2, 0.5)])
        self.assertIn("from a smaller", self.ask("goal-numbers", 422, wish={**wish, "to": 20})["detail"])

    def test_query_where_it_breaks(self) -> None:
        answer = self.ask("open-query", file="own.css", line=3, at=640)
        self.assertIn("@media (min-width: 640px) {\n  #fares {\n    width: 50%;\n  }\n}", answer["text"])
        self.assertIn("not a sheet", self.ask("open-query", 422, file="none.css", line=3, at=640)["detail"])

    def test_a_held_state(self) -> None:
        held = self.ask("hold", width=800, selected=5, state="hover")["held"]
        # Padding of 4 above and below: the section grows by 8, and what is inside moves by 4.
        self.assertEqual(
            [(one["name"], one["dh"]) for one in held["shifts"] if one["name"] == "section#boats"],
            [("section#boats", 8)],
        )
        self.assertIn("no element 99", self.ask("hold", 422, width=800, selected=99, state="hover")["detail"])
