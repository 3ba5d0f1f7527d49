"""Writing faster over the API: what is answered, what is refused, and which files come along."""

from __future__ import annotations

import json
from typing import Any

from django.test import TestCase
from hillpin.sites.models import Site, SiteFile, Step
from hillpin.sites.store import NewFile, add_site

PAGE = '<!DOCTYPE html>\n<html lang="de">\n<head>\n  <title>Crew</title>\n  <link rel="stylesheet" href="css/style.css">\n</head>\n<body>\n  <main>\n    <h1 class="mast">Crew</h1>\n\n    <p>x</p>\n  </main>\n</body>\n</html>\n'
AT = PAGE.index("\n\n") + 1


class Authoring(TestCase):
    site: Site

    @classmethod
    def setUpTestData(cls) -> None:
        cls.site = add_site("Crew", [NewFile("index.html", PAGE.encode()), NewFile("css/style.css", b"body {\n  margin: 0;\n}\n")])

    def post(self, path: str, status: int = 200, **body: Any) -> Any:
        answer = self.client.post(f"/api/sites/{self.site.pk}/{path}", json.dumps({"page": "index.html", "drafts": {}, **body}), content_type="application/json")
        self.assertEqual(answer.status_code, status, answer.content[:400])
        return answer.json()

    def test_repeat_says_what_goes_where(self) -> None:
        made = self.post("repeat", selected=3, rows="Ines\nJon")
        self.assertEqual(([one["name"] for one in made["slots"]], made["columns"], made["refused"]), (["p"], {"p": 0}, ""))
        self.assertIn("    <p>Ines</p>\n    <p>Jon</p>\n", made["text"])
        self.assertEqual(self.post("repeat", 422, selected=3, rows="\n".join(["x"] * 502))["detail"], "There are 502 rows; 500 are the most.")

    def test_reshape_on_a_draft_that_is_not_saved(self) -> None:
        draft = PAGE.replace("<p>x</p>", "<p>one two</p>")
        made = self.post("reshape", selected=3, do="split", offset=draft.index("two"), drafts={"index.html": draft})
        self.assertIn("<p>one</p>\n    <p>two</p>", made["text"])
        self.assertEqual(self.post("reshape", 422, selected=3, do="wrap", selector="main")["detail"], "p cannot stand in main: main stands in the body, in a div or a form, not in a main.")
        self.assertIn("Say one selector", self.post("reshape", 422, selected=3, do="wrap", selector="")["detail"])

    def test_words_are_read_and_put(self) -> None:
        answer = self.client.post("/api/words", json.dumps({"text": '# Wer "fährt"', "kind": "markdown", "lang": "de"}), content_type="application/json")
        self.assertEqual([one["html"] for one in answer.json()["words"]], ["Wer „fährt“"])
        made = self.post("put-words", document={"text": '# Wer "fährt"', "kind": "markdown", "lang": "de"}, numbers=[0], where="order", selected=0)
        self.assertEqual((made["pairs"], made["grown"]), ([{"number": 0, "into": "h1.mast"}], len("Wer „fährt“") - len("Crew")))
        self.assertIn("Choose words", self.post("put-words", 422, document={"text": "x", "kind": "text"}, numbers=[7], where="order")["detail"])

    def test_a_missing_rule_in_the_sheet_of_its_like(self) -> None:
        made = self.post("missing-rule", offset=PAGE.index("mast") + 1)
        self.assertEqual((made["file"], made["text"]), ("css/style.css", "body {\n  margin: 0;\n}\n\n.mast {\n  \n}\n"))

    def test_a_start_is_drawn_taken_and_its_files_put_in_once(self) -> None:
        self.assertEqual(len(self.client.get("/api/starts").json()["starts"]), 17)
        wish = {"start": "people", "name": "crew", "method": "grid", "chosen": {"count": 2}, "offset": AT}
        drawn = self.post("draw-start", **wish)
        self.assertEqual((drawn["files"], drawn["sheet"], [one["viewport"] for one in drawn["drawings"]]), (["pictures/crew-portrait.svg"], "css/style.css", [320, 768, 1280]))
        self.assertNotIn("pictures/crew-portrait.svg", drawn["preview"])
        self.assertIn("data:image/svg+xml;base64,", drawn["preview"])
        self.assertFalse(SiteFile.objects.filter(path="pictures/crew-portrait.svg").exists())
        taken = self.post("take-start", **wish)
        self.assertIn('<img src="pictures/crew-portrait.svg" alt="" width="400" height="400">', taken["text"])
        self.assertEqual(list(taken["also"]), ["css/style.css"])
        self.assertEqual(self.post("start-files", start="people", name="crew")["files"], ["pictures/crew-portrait.svg"])
        self.assertEqual(self.post("start-files", start="people", name="crew")["files"], [])
        self.assertEqual(Step.objects.count(), 1)
        self.assertIn("no name", self.post("draw-start", 422, **{**wish, "name": "a b"})["detail"])

    def test_a_picture_in_a_sheet_of_a_folder_is_reached_from_there(self) -> None:
        taken = self.post("take-start", start="opening", name="deck", method="grid", chosen={}, offset=AT)
        self.assertIn('url("../pictures/deck-sea.svg")', taken["also"]["css/style.css"])

    def test_parts_that_ship_and_what_comes_from_outside(self) -> None:
        draft = PAGE.replace("<title>", '<script src="https://cdn.example/menu.js"></script><title>')
        SiteFile.objects.filter(site=self.site, path="index.html").update(content=draft.encode())
        told = self.client.get(f"/api/sites/{self.site.pk}/parts").json()
        self.assertEqual((told["there"], told["outside"]), ([], [{"path": "index.html", "line": 4, "address": "https://cdn.example/menu.js", "part": "script-fold"}]))
        made = self.client.post(f"/api/sites/{self.site.pk}/files", json.dumps({"do": "put-part", "part": "base", "pages": ["index.html"], "chosen": {"root": 20}}), content_type="application/json")
        self.assertEqual(made.status_code, 200, made.content)
        self.assertEqual(self.client.get(f"/api/sites/{self.site.pk}/parts").json()["there"], ["base"])
        self.assertIn(b"24px 1.2rem", bytes(SiteFile.objects.get(path="parts/base/base.css").content))
        refused = self.client.post(f"/api/sites/{self.site.pk}/files", json.dumps({"do": "put-part", "part": "none", "pages": []}), content_type="application/json")
        self.assertEqual(refused.status_code, 422)
