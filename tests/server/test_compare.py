"""Compare over HTTP: line-up, runs of the browser and what is held against them, drawings, distances, expectations."""

from __future__ import annotations

import io
import json
import os
import time
from typing import Any
from unittest import mock

from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import TransactionTestCase
from hillpin.compare.models import Run, Shot
from hillpin.compare.run_work import ran
from hillpin.computing import WorkFailed
from hillpin.sites.models import Site, SiteFile
from hillpin.sites.store import NewFile, add_site, save_file
from PIL import Image, ImageDraw

PAGE = """<!DOCTYPE html><html lang=en><title>t</title><link rel=stylesheet href=a.css>
<body><header>Skerry Line</header><main><section id=fares><h2>Fares</h2><div class=cards><p class=card>Single</p><p class=card>Rover</p></div></section></main></body></html>"""
SHEET = "body { margin: 0; font: 16px/20px serif }\n.cards { display: flex; gap: 20px }\n.card { flex: 1; margin: 0; height: 40px }\n@media (min-width: 600px) { h2 { margin: 0 } }\n"


class CompareCase(TransactionTestCase):
    maxDiff = None

    def setUp(self) -> None:
        self.site = add_site("Compared", [NewFile("index.html", PAGE.encode()), NewFile("a.css", SHEET.encode())])

    def post(self, path: str, body: dict[str, Any], status: int = 200) -> Any:
        answer = self.client.post(f"/api/sites/{self.site.pk}/{path}", json.dumps(body), content_type="application/json")
        self.assertEqual(answer.status_code, status, answer.content)
        return answer.json() if answer.content else None

    def get(self, path: str, status: int = 200) -> Any:
        answer = self.client.get(f"/api/sites/{self.site.pk}/{path}")
        self.assertEqual(answer.status_code, status, answer.content)
        return answer.json()

    def done(self, path: str, job: str) -> Any:
        for _ in range(1_200):
            said = self.get(f"{path}/{job}")
            if said["state"] != "walking":
                return said
            time.sleep(0.1)
        raise AssertionError(f"{path} never ended.")

    def run_it(self, **asked: Any) -> Any:
        job = self.post("runs", {"page": "index.html", **asked})["job"]
        return self.done("runs", job)


class LineUp(CompareCase):
    def test_numbers_and_sections(self) -> None:
        screens = [{"name": "a", "width": 320, "height": 640}, {"name": "b", "width": 700, "height": 640}, {"name": "c", "width": 700, "height": 640, "reader": {"spaced": True}}]
        told = self.post("line-up", {"page": "index.html", "screens": screens, "index": 6})
        self.assertEqual([one["name"] for one in told["sections"]], ["header", "section#fares"])
        self.assertEqual(told["name"], "p.card")
        # (320 − 20) ÷ 2 and (700 − 20) ÷ 2.
        self.assertEqual([(one["width"], one["height"], one["lines"], one["scroll_width"]) for one in told["screens"]], [(150, 40, 1, 320), (340, 40, 1, 700), (340, 40, 1, 700)])

    def test_the_screens_that_ship(self) -> None:
        screens = {one["name"]: one for one in self.client.get("/api/screens").json()}
        # A screen of 1280 × 800 with 150 of furniture, at 400%: a quarter of 1280 × 650.
        self.assertEqual((screens["laptop at 400%"]["viewport_width"], screens["laptop at 400%"]["viewport_height"]), (320, 162))
        self.assertIn("at 400% a viewport of 320 × 162", screens["laptop at 400%"]["about"])


class Runs(CompareCase):
    def test_pins_and_edges_drawn_measured_and_compared_with_core(self) -> None:
        said = self.run_it()
        self.assertEqual(said["state"], "done", said["detail"])
        widths = [shot["screen"]["width"] for shot in said["shots"]]
        self.assertEqual(widths, [320, 390, 599, 600, 768, 1024, 1440])
        self.assertEqual([shot["disagreements"] for shot in said["shots"]], [[]] * 7)
        self.assertEqual(said["shots"][0]["rects"][6], [0, said["shots"][0]["rects"][6][1], 150, 40])
        answer = self.client.get(f"/api/sites/{self.site.pk}/shots/{said['shots'][3]['id']}/picture.png")
        self.assertEqual(Image.open(io.BytesIO(answer.content)).size[0], 600)
        self.assertEqual(self.get("run?page=index.html")["shots"], said["shots"])

    def test_expectations_are_held_against_what_was_measured(self) -> None:
        self.post("expectations", {"page": "index.html", "says": ".card not wider than 200"}, 204)
        shots = self.run_it(screens=[{"name": "a", "width": 400, "height": 300}, {"name": "b", "width": 500, "height": 300}])["shots"]
        # Half of 380 and of 480.
        self.assertEqual([one["unmet"] for one in shots], [[], [".card not wider than 200: At 500: p.card is 240 wide, 40 too much."]])

    def test_what_changed_since_the_accepted_pictures(self) -> None:
        screens = [{"name": "phone", "width": 390, "height": 780}]
        first = self.run_it(screens=screens)
        self.assertIsNone(first["shots"][0]["since"])
        self.post("shots/accept", {"shots": [first["shots"][0]["id"]]})
        same = self.run_it(screens=screens)
        self.assertEqual(same["shots"][0]["since"], {"areas": [], "moved": []})
        sheet = SiteFile.objects.get(site=self.site, path="a.css")
        save_file(self.site, "a.css", SHEET.replace("height: 40px", "height: 50px").encode(), sheet.revision)
        other = self.run_it(screens=screens)["shots"][0]
        moved = {one["name"]: one for one in other["since"]["moved"]}
        # The cards grew by 10, and all that holds them.
        self.assertEqual((moved["p.card"]["height"], moved["div.cards"]["height"], moved["section#fares"]["height"]), (10, 10, 10))
        self.assertEqual(Run.objects.filter(site=self.site).count(), 1)
        told = self.post("shots/accept", {"shots": [other["id"]]})
        self.assertEqual(told["shots"][0]["since"], {"areas": [], "moved": []})
        self.assertEqual(Shot.objects.filter(site=self.site, run=None).count(), 1)

    def test_a_colour_that_changed_is_an_area(self) -> None:
        screens = [{"name": "phone", "width": 400, "height": 300}]
        first = self.run_it(screens=screens)
        self.post("shots/accept", {"shots": [first["shots"][0]["id"]]})
        sheet = SiteFile.objects.get(site=self.site, path="a.css")
        save_file(self.site, "a.css", (SHEET + ".card { background: #2b6880; color: #2b6880 }").encode(), sheet.revision)
        second = self.run_it(screens=screens)
        self.assertEqual(len(second["shots"]), 1, second)
        since = second["shots"][0]["since"]
        self.assertEqual(since["moved"], [])
        self.assertEqual([(one["x"], one["width"], one["height"]) for one in since["areas"]], [(0, 190, 40), (210, 190, 40)])

    def test_hostile_pages_have_no_network_and_an_end(self) -> None:
        page = """<!DOCTYPE html><html lang=en><title>t</title><body><p id=out>none</p>
<img src="http://127.0.0.1:9/x.png"><img src="file:///etc/hostname"><script>
fetch("http://localhost:8800/api/sites").then(() => { document.title = "reached"; }).catch(() => console.error("no way out"));
document.body.append(document.createElement("aside"));
</script></body></html>"""
        Site.objects.filter(pk=self.site.pk).update(runs_scripts=True)
        SiteFile.objects.filter(site=self.site, path="index.html").update(content=page.encode())
        shot = self.run_it(screens=[{"name": "a", "width": 400, "height": 300}])["shots"][0]
        self.assertEqual(shot["error"], "")
        self.assertIn("http://127.0.0.1:9/x.png", shot["refused"])
        self.assertIn("no way out", shot["complaints"])
        self.assertIn("come: aside", shot["changes"])
        endless = "<!DOCTYPE html><html lang=en><title>t</title><body><script>addEventListener('load', () => { setTimeout(() => { for (;;); }); });</script></body></html>"
        SiteFile.objects.filter(site=self.site, path="index.html").update(content=endless.encode())
        shot = self.run_it(screens=[{"name": "a", "width": 400, "height": 300}])["shots"][0]
        self.assertIn("had not settled after 10 seconds", shot["error"])

    def test_what_a_reader_has_set_is_measured_as_computed(self) -> None:
        readers = [{"font_size": 32}, {"spaced": True}, {"color_scheme": "dark"}, {"medium": "print"}]
        sheet = SHEET.replace("16px/20px", "1rem/1.25") + "@media (prefers-color-scheme: dark) { h2 { padding: 11px } } @media print { h2 { padding: 13px } }"
        SiteFile.objects.filter(site=self.site, path="a.css").update(content=sheet.encode())
        screens = [{"name": str(number), "width": 500 + number, "height": 400, "reader": reader} for number, reader in enumerate(readers)]
        shots = self.run_it(screens=screens)["shots"]
        self.assertEqual([shot["disagreements"] for shot in shots], [[], [], [], []])
        heights = [shot["rects"][4][3] for shot in shots]
        # The heading is one line of 1.5 em: 1.25 of 48 px; 1.5 of 24; 1.25 of 24 with the paddings.
        self.assertEqual(heights, [60, 36, 30 + 22, 30 + 26])

    def test_without_a_browser_one_sentence_says_so(self) -> None:
        with mock.patch.dict(os.environ, {"HILLPIN_BROWSER": ""}), self.assertRaisesRegex(WorkFailed, "apt install chromium"):
            ran({})

    def test_what_is_not_there(self) -> None:
        self.get("runs/none", 404)
        self.post("shots/accept", {"shots": [999]}, 404)
        self.post("runs", {"page": "gone.html"}, 422)
        self.assertEqual(self.get("run?page=index.html")["shots"], [])


class Drawings(CompareCase):
    def put(self, picture: bytes, name: str = "wide.png", width: int = 700, status: int = 201) -> Any:
        answer = self.client.post(f"/api/sites/{self.site.pk}/drawings", {"file": SimpleUploadedFile(name, picture), "page": "index.html", "width": width})
        self.assertEqual(answer.status_code, status, answer.content)
        return answer.json()

    def drawn(self) -> bytes:
        picture = Image.new("RGB", (1400, 400), "white")
        ImageDraw.Draw(picture).rectangle((100, 50, 299, 149), fill="#2b6880")
        data = io.BytesIO()
        picture.save(data, "PNG")
        return data.getvalue()

    def test_kept_placed_found_out_and_removed(self) -> None:
        drawing = self.put(self.drawn())
        # Twice as many pixels as the width has.
        self.assertEqual((drawing["pixel_width"], drawing["scale"]), (1400, 0.5))
        edges = self.get(f"drawings/{drawing['id']}/edges")
        self.assertEqual([(one["is_vertical"], one["at"]) for one in edges], [(True, 100), (True, 300), (False, 50), (False, 150)])
        answer = self.client.put(f"/api/sites/{self.site.pk}/drawings/{drawing['id']}", json.dumps({"width": 700, "x": 12, "y": -4, "scale": 0.25}), content_type="application/json")
        self.assertEqual(answer.json()["scale"], 0.25)
        self.assertEqual([(one["x"], one["y"]) for one in self.get("drawings?page=index.html")], [(12, -4)])
        self.assertEqual(self.client.delete(f"/api/sites/{self.site.pk}/drawings/{drawing['id']}").status_code, 204)
        self.assertEqual(self.get("drawings?page=index.html"), [])

    def test_an_svg_runs_nothing(self) -> None:
        drawing = self.put(b"<svg xmlns='http://www.w3.org/2000/svg' width='700' height='300'><script>alert(1)</script></svg>", "wide.svg")
        answer = self.client.get(f"/api/sites/{self.site.pk}/drawings/{drawing['id']}/picture")
        self.assertEqual(answer["Content-Type"], "image/svg+xml")
        self.assertIn("default-src 'none'", answer["Content-Security-Policy"])
        self.assertIn("sandbox", answer["Content-Security-Policy"])
        self.assertEqual(self.get(f"drawings/{drawing['id']}/edges"), [])

    def test_what_is_not_taken(self) -> None:
        self.assertIn("is not a PNG", self.put(b"words", "wide.png", status=422)["detail"])
        self.assertIn("not for 0", self.put(self.drawn(), width=0, status=422)["detail"])

    def test_distances_as_drawn_and_as_built(self) -> None:
        ends = {"first": {"index": 6, "side": "right"}, "second": {"index": 7, "side": "left"}}
        self.post("distances", {"page": "index.html", "width": 700, "is_across": True, **ends, "drawn": 24}, 204)
        self.post("distances", {"page": "index.html", "width": 700, "is_across": True, "first": {"at": 100}, "second": ends["second"]}, 204)
        kept = self.post("distances/kept", {"page": "index.html"})
        self.assertEqual([(one["built"], one["drawn"], one["off"], one["working"]) for one in kept], [(20, 24, -4, "gap of div.cards 20 = 20"), (260, None, None, "")])
        self.assertEqual((kept[0]["blamed"]["file"], kept[0]["blamed"]["line"]), ("a.css", 2))
        self.post("distances", {"page": "index.html", "width": 700, "is_across": False, **ends}, 422)
        self.assertEqual(self.client.delete(f"/api/sites/{self.site.pk}/distances/{kept[0]['id']}").status_code, 204)

    def test_a_colour_kept_in_a_sheet(self) -> None:
        self.post("colours", {"file": "a.css", "name": "reef", "colour": "#123456"}, 204)
        self.assertTrue(bytes(SiteFile.objects.get(site=self.site, path="a.css").content).startswith(b":root { --reef: #123456; }\nbody"))
        self.assertEqual(self.post("colours/nearest", {"page": "index.html", "colour": "#123456"})["name"], "--reef")
        self.assertIn("there already", self.post("colours", {"file": "a.css", "name": "--reef", "colour": "#123456"}, 422)["detail"])
        self.post("colours", {"file": "index.html", "name": "x", "colour": "#123456"}, 422)

    def test_a_colour_by_name(self) -> None:
        SiteFile.objects.filter(site=self.site, path="a.css").update(content=b":root { --lake: #2b6880 }")
        self.assertEqual(self.post("colours/nearest", {"page": "index.html", "colour": "#2B6880"})["name"], "--lake")
        self.post("colours/nearest", {"page": "index.html", "colour": "lake"}, 422)


class Expectations(CompareCase):
    def proved(self) -> list[dict[str, Any]]:
        job = self.post("expectations/prove", {"page": "index.html"})["job"]
        said = self.done("expectations/proofs", job)
        self.assertEqual(said["state"], "done", said["detail"])
        found: list[dict[str, Any]] = said["expectations"]
        return found

    def test_kept_in_the_sites_file_proved_and_dropped(self) -> None:
        self.assertEqual(self.proved(), [])
        self.post("expectations", {"page": "index.html", "says": "  .card 40 high. "}, 204)
        self.post("expectations", {"page": "index.html", "says": ".card at least 200 wide"}, 204)
        self.assertIn('"says": ".card 40 high"', bytes(SiteFile.objects.get(site=self.site, path="expectations.json").content).decode())
        found = self.proved()
        # Half of what 20 leaves is 200 from 420 up.
        self.assertEqual([[(one["low"], one["high"]) for one in item["failures"]] for item in found], [[], [(240, 419)]])
        self.assertEqual(self.client.delete(f"/api/sites/{self.site.pk}/expectations/kept/0?says=.card 40 high").status_code, 204)
        self.assertEqual([one["says"] for one in self.proved()], [".card at least 200 wide"])

    def test_refused_with_its_reason(self) -> None:
        self.assertIn("could be written so", self.post("expectations", {"page": "index.html", "says": "be nice"}, 422)["detail"])
        self.post("expectations", {"page": "index.html", "says": "h2 1 line"}, 204)
        self.assertIn("already", self.post("expectations", {"page": "index.html", "says": "h2 1 line"}, 422)["detail"])
        answer = self.client.delete(f"/api/sites/{self.site.pk}/expectations/kept/5?says=x")
        self.assertIn("has changed meanwhile", answer.json()["detail"])

    def test_suggested_of_what_is_on_screen(self) -> None:
        told = self.post("expectations/suggest", {"page": "index.html", "index": 5, "width": 700})["sentences"]
        self.assertIn(".cards 2 across from 700", told)


class Reports(CompareCase):
    def report(self, form: str) -> bytes:
        job = self.post("reports", {"page": "index.html", "form": form})["job"]
        said = self.done("reports", job)
        self.assertEqual(said["state"], "done", said["detail"])
        answer = self.client.get(f"/api/sites/{self.site.pk}/reports/{job}/file")
        self.assertIn("index-report." + form, answer["Content-Disposition"])
        self.assertIn("default-src 'none'", answer["Content-Security-Policy"])
        return answer.content

    def test_one_file_that_needs_nothing_else(self) -> None:
        SiteFile.objects.filter(site=self.site, path="a.css").update(content=(SHEET + ".card { min-width: 300px }").encode())
        self.post("expectations", {"page": "index.html", "says": ".card at least 300 wide"}, 204)
        Site.objects.filter(pk=self.site.pk).update(name="<script>alert(1)</script>")
        html = self.report("html").decode()
        self.assertIn("&lt;script&gt;", html)
        self.assertNotIn("<script>", html)
        self.assertEqual(html.count("data:image/webp;base64,"), 5)
        self.assertNotRegex(html, r'(?:src|href)="(?!data:)')
        # Two of 300 and a gap of 20 do not fit below 620.
        self.assertIn("240 to 619", html)
        self.assertIn("The one expectation holds.", html)
        self.assertIn("Every box stands in the browser where it was computed.", html)
        self.assertIn("scrolls sideways by 300", html)

    def test_as_pdf(self) -> None:
        self.assertEqual(self.report("pdf")[:5], b"%PDF-")
