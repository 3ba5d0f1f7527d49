"""All that is kept of a site, in one zip of open formats, and back."""

from __future__ import annotations

import io
import json
import zipfile
from collections.abc import Callable
from datetime import UTC, datetime
from typing import Any
from unittest import mock

from django.core.files.uploadedfile import SimpleUploadedFile
from hillpin.compare.models import Distance, PageDrawing, Shot
from hillpin.core.planning import Plan
from hillpin.core.planning.columns import Columns
from hillpin.core.planning.plan import Arrangement, Box
from hillpin.exchange.going_out import written
from hillpin.plans.models import Reply
from hillpin.plans.store import new_plan, save_plan
from hillpin.sites.models import Revision, Site, SiteFile
from hillpin.sites.moments import name_moment
from hillpin.sites.store import NewFile, add_site, save_file
from hillpin.surveys.models import AcceptedFinding, PageSurvey

from .test_sites import PAGE, PICTURE, SiteTestCase

PIXEL = bytes.fromhex("89504e470d0a1a0a0000000d49484452000000010000000108060000001f15c4890000000d49444154789c63f8cfc0f01f0005050201a5f645400000000049454e44ae426082")
SURVEY = {"start": 320, "end": 1600, "edges": [], "bands": [], "findings": [], "breakpoints": [], "queries": [], "unmodelled": [], "hill": []}
TOLD = {"screen": {"name": "phone", "key": "phone", "width": 390, "height": 780, "about": ""}, "rects": [[0, 0, 390, 20.5], None], "names": ["html", "body"], "labels": ["html", "body"], "parents": [-1, 0], "error": ""}
THEN = datetime(2026, 3, 1, 12, 30, tzinfo=UTC)


def planned(name: str) -> Plan:
    return Plan(name, (Box("a", "Fares", "main", "4.20"),), (Arrangement("all", 0, Columns(300, 1, None, 0, 16), ()),))


class Everything(SiteTestCase):
    def setUp(self) -> None:
        site = self.site = add_site("Orra & Vey", [NewFile("index.html", PAGE), NewFile("css/a.css", b"p {}"), NewFile("old.txt", b"old"), NewFile("gull.png", PICTURE)])
        save_file(site, "css/a.css", b"p { color: red }", 1)
        Revision.objects.update(saved_at=THEN)
        name_moment(site, "Before the sale")
        self.client.post(f"/api/sites/{site.pk}/files", data=json.dumps({"do": "remove", "paths": ["old.txt"]}), content_type="application/json")
        Site.objects.filter(pk=site.pk).update(runs_scripts=True)
        plan = new_plan(site, planned("Crossings"))
        save_plan(plan, planned("Crossings by night"), 1)
        Reply.objects.create(plan=plan, is_yes=True, name="Marit", text="Yes", digest="d" * 64)
        AcceptedFinding.objects.create(site=site, page="index.html", key="k" * 64, reason="meant")
        PageSurvey.objects.create(site=site, page="index.html", content=SURVEY)
        PageDrawing.objects.create(site=site, page="index.html", width=390, name="phone", media_type="image/png", content=PIXEL, pixel_width=1, pixel_height=1, x=3.5, y=-2, scale=390)
        Distance.objects.create(site=site, page="index.html", width=390, is_across=True, first={"index": 1, "side": "left", "at": None}, second={"index": None, "side": "left", "at": 20.0}, drawn=16.5)
        Shot.objects.create(site=site, page="index.html", key="phone", told=TOLD, picture=PIXEL)

    def put_in(self, data: bytes, status: int = 201) -> Any:
        answer = self.client.post("/api/sites/import", {"files": SimpleUploadedFile("orra-everything.zip", data)})
        self.assertEqual(answer.status_code, status, answer.content)
        return answer.json()

    def changed(self, change: Callable[[dict[str, Any]], None], drop: str = "") -> bytes:
        """The zip with another list of what is in it, or without an entry."""
        result = io.BytesIO()
        with zipfile.ZipFile(io.BytesIO(written(self.site))) as archive, zipfile.ZipFile(result, "w") as other:
            for name in archive.namelist():
                content = archive.read(name)
                if name == "hill-pin.json":
                    manifest = json.loads(content)
                    change(manifest)
                    content = json.dumps(manifest).encode()
                if not drop or not name.startswith(drop):
                    other.writestr(name, content)
        return result.getvalue()

    def test_it_is_the_folder_and_all_else_under_plain_names(self) -> None:
        answer = self.client.get(f"/api/sites/{self.site.pk}/everything")
        self.assertEqual(answer.headers["Content-Disposition"], 'attachment; filename="orra---vey-everything.zip"')
        with zipfile.ZipFile(io.BytesIO(answer.content)) as archive:
            self.assertEqual({name: archive.read(name) for name in archive.namelist() if name.startswith("files/")}, {"files/index.html": PAGE, "files/css/a.css": b"p { color: red }", "files/gull.png": PICTURE})
            self.assertEqual(sorted(archive.read(name) for name in archive.namelist() if name.startswith("states/")), [b"old", b"p {}"])
            plans = [json.loads(archive.read(name)) for name in archive.namelist() if name.startswith("plans/")]
            self.assertEqual({(plan["format"], plan["plan"]["name"]) for plan in plans}, {("hillpin-plan", "Crossings"), ("hillpin-plan", "Crossings by night")})
            manifest = json.loads(archive.read("hill-pin.json"))
        self.assertEqual([state["saved_at"] for state in manifest["files"][1]["states"]], ["2026-03-01T12:30:00+00:00"] * 2)

    def test_what_comes_in_goes_out_the_same_to_the_byte(self) -> None:
        first = written(self.site)
        told = self.put_in(first)
        self.assertEqual((told["name"], sorted(file["path"] for file in told["files"])), ("Orra & Vey", ["css/a.css", "gull.png", "index.html"]))
        self.assertNotEqual(told["id"], self.site.pk)
        self.assertEqual(written(Site.objects.get(pk=told["id"])), first)

    def test_it_lives_on(self) -> None:
        number = self.put_in(written(self.site))["id"]
        kept = self.client.get(f"/api/sites/{number}/kept").json()
        self.assertEqual([one["name"] for one in kept["moments"]], ["Before the sale"])
        # The moment is before the file went: it comes back from there.
        self.assertEqual(self.send("post", f"/sites/{number}/moments/{kept['moments'][0]['id']}/bring-back").status_code, 200)
        self.assertEqual(self.read_zip(number)["old.txt"], b"old")
        self.assertEqual(self.send("put", f"/sites/{number}/file", {"path": "css/a.css", "text": "p { }", "base_revision": 2}).status_code, 200)

    def test_what_is_wrong_is_said_with_its_place_and_nothing_is_kept(self) -> None:
        def put(place: str, value: Any) -> Callable[[dict[str, Any]], None]:
            *way, last = place.split(".")

            def change(manifest: dict[str, Any]) -> None:
                at: Any = manifest
                for name in way:
                    at = at[int(name) if name.isdigit() else name]
                at[int(last) if last.isdigit() else last] = value

            return change

        for change, said in (
            (put("hill_pin", 2), "hill_pin: Input should be 1"),
            (put("pins.0.width", 0), "pins.0.width: "),
            (put("extra", 1), "extra: Extra inputs are not permitted"),
            (put("files.0.path", "../up.html"), "leads out of the site"),
            (put("files.0.path", "css/a.css"), "css/a.css and css/a.css"),
            (put("files.1.states.1.number", 1), "files.1.states: each number is to be larger"),
            (put("files.0.states.0.content", "none"), "names none, which is not in the zip"),
            (put("moments.0.files.0.number", 7), "moments.0: there is no state 7"),
            (put("plans.0.states.0.content", "files/index.html"), "files/index.html: The file is not JSON"),
            (put("drawings.0.content", "files/index.html"), "is not a PNG, JPEG, WebP or SVG"),
            (put("drawings.0.scale", 0), "drawings.0.scale: "),
            (put("distances.0.first.side", "middle"), "distances.0.first.side: "),
            (put("shots.0.picture", "files/css/a.css"), "files/css/a.css is no PNG"),
            (put("shots.0.told", "hill-pin.json"), "hill-pin.json, screen: "),
            (put("surveys.0.content", "hill-pin.json"), "hill-pin.json, start: "),
        ):
            with self.subTest(said):
                self.assertIn(said, self.put_in(self.changed(change), 422)["detail"])
        self.put_in(self.changed(lambda manifest: None, drop="states/"), 422)
        self.put_in(written(self.site)[:-40], 422)
        self.assertEqual((Site.everything.count(), SiteFile.everything.count()), (1, 4))

    def test_bounds(self) -> None:
        for name in ("MOST_ENTRIES", "MOST_BYTES"):
            with self.subTest(name), mock.patch(f"hillpin.exchange.coming_in.{name}", 3):
                self.assertIn("the most that is taken in", self.put_in(written(self.site), 422)["detail"])
