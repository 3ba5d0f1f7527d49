"""Hand over, over HTTP: the folder looked through and packed, tables, the whole site walked once, targets and their passwords."""

from __future__ import annotations

import io
import json
import os
import tempfile
import time
import zipfile
from collections.abc import Callable
from dataclasses import replace
from pathlib import Path
from typing import Any
from unittest import mock

from django.conf import settings
from django.test import TransactionTestCase
from hillpin.core.survey import Finding
from hillpin.handover.models import Sending, Target
from hillpin.handover.practice import practice_server
from hillpin.publishing import secrets
from hillpin.publishing.targets import FolderPlace
from hillpin.sites.models import Site, SiteFile
from hillpin.sites.store import NewFile, add_site, save_file
from hillpin.surveys.models import AcceptedFinding
from hillpin.surveys.told import digest_of

PAGE = '<!DOCTYPE html><html lang="en"><head><title>{}</title><link rel="stylesheet" href="s.css"></head><body><main><h1>{}</h1><p class="wide">Boats</p></main></body></html>'
SHEET = "body { margin: 0; }\n.wide {\n    width: 300px;\n}\n"


class HandOverCase(TransactionTestCase):
    maxDiff = None

    def setUp(self) -> None:
        data = tempfile.TemporaryDirectory()
        self.addCleanup(data.cleanup)
        # What is kept of earlier walks, and by the practice server, is another's in another test.
        own = self.settings(DATA=Path(data.name))
        own.enable()
        self.addCleanup(own.disable)
        files = [NewFile(f"{name}.html", PAGE.format(name, name).encode()) for name in ("index", "vey")]
        self.site = add_site("Skerry Line", [*files, NewFile("s.css", SHEET.encode())])

    def ask(self, method: str, path: str, body: dict[str, Any] | None = None, status: int = 200, root: str = "") -> Any:
        send = getattr(self.client, method)
        answer = send(root or f"/api/sites/{self.site.pk}/{path}", *([json.dumps(body)] if body is not None else []), **({"content_type": "application/json"} if method == "post" else {}))
        self.assertEqual(answer.status_code, status, answer.content)
        return answer.json() if answer.content and answer["Content-Type"].startswith("application/json") else answer

    def done(self, path: str, body: dict[str, Any] | None = None, state: str = "done") -> dict[str, Any]:
        job = self.ask("post", path, body)["job"]
        told: dict[str, Any] = {}

        def is_over() -> bool:
            told.update(self.ask("get", f"hand-over/work/{job}"))
            return bool(told["state"] != "walking")

        self.until(is_over)
        self.assertEqual(told["state"], state, told["detail"])
        return {**told, "job": job}

    def until(self, holds: Callable[[], bool]) -> None:
        for _ in range(9_000):
            if holds():
                return
            time.sleep(0.02)
        self.fail("It never came so far.")

    def file(self, job: str) -> bytes:
        return bytes(self.client.get(f"/api/sites/{self.site.pk}/hand-over/work/{job}/file").content)


class Folder(HandOverCase):
    def test_looked_through(self) -> None:
        looked = self.done("hand-over/look")["looked"]
        self.assertEqual([(one["kind"], one["files"]) for one in looked["kinds"]], [("page", 2), ("sheet", 1)])
        self.assertEqual([(one["kind"], one["path"]) for one in looked["doubts"]], [("unused", "vey.html"), ("description", "index.html"), ("description", "vey.html"), ("icon", "index.html"), ("icon", "vey.html")])
        SiteFile.objects.all().delete()
        self.assertIn("no files yet", self.ask("post", "hand-over/look", status=422)["detail"])

    def test_packed_and_kept(self) -> None:
        told = self.done("hand-over/pack", {"smaller": ["sheets"]})
        self.assertEqual([one["path"] for one in told["packed"]["files"]], ["s.css"])
        with zipfile.ZipFile(io.BytesIO(self.file(told["job"]))) as archive:
            self.assertEqual((archive.namelist(), archive.read("s.css")), (["index.html", "s.css", "vey.html"], b"body{margin:0}.wide{width:300px}"))
        self.assertEqual(bytes(SiteFile.objects.get(path="s.css").content), SHEET.encode())

    def test_tables_and_drawings(self) -> None:
        told = self.done("hand-over/table", {"page": "index.html", "selector": ".wide", "form": "json"})
        rows = json.loads(self.file(told["job"]))["elements"]
        self.assertEqual([(one["name"], {each["width"] for each in one["measures"]}) for one in rows], [("p.wide", {300})])
        told = self.done("hand-over/table", {"page": "index.html", "selector": "main", "form": "png"})
        self.assertEqual(self.file(told["job"])[:8], b"\x89PNG\r\n\x1a\n")
        self.assertIn("No element matches", self.done("hand-over/table", {"page": "index.html", "selector": "table", "form": "csv"}, "failed")["detail"])
        self.ask("post", "hand-over/table", {"page": "none.html", "form": "csv"}, 422)

    def test_one_way_of_writing_is_shown_made_and_undone(self) -> None:
        wish = {"do": "tidy", "indentation": "2 spaces"}
        plan = self.ask("post", "files/plan", wish)
        self.assertEqual([(one["path"], one["lines"]) for one in plan["parts"]], [("s.css", [{"line": 3, "before": "    width: 300px;", "after": "  width: 300px;"}])])
        step = self.ask("post", "files", wish)
        self.assertEqual(bytes(SiteFile.objects.get(path="s.css").content).decode(), SHEET.replace("    ", "  "))
        self.assertIn("nothing changes", self.ask("post", "files/plan", wish, 422)["detail"])
        self.ask("post", f"steps/{step['id']}/undo")
        self.assertEqual(bytes(SiteFile.objects.get(path="s.css").content).decode(), SHEET)


class WholeSite(HandOverCase):
    def test_a_shared_rule_is_one_cause_and_what_did_not_change_is_not_walked_again(self) -> None:
        site = self.done("hand-over/site")["site"]
        # 300 wide, from 240 on.
        (cause,) = [one for one in site["causes"] if one["kind"] == "page-overflow"]
        self.assertEqual((cause["file"], cause["line"], [(one["page"], one["low"], one["high"]) for one in cause["places"]]), ("s.css", 3, [("index.html", 240, 299), ("vey.html", 240, 299)]))
        self.assertEqual([(one["page"], one["was_kept"], one["error"]) for one in site["pages"]], [("index.html", False, ""), ("vey.html", False, "")])
        self.assertEqual(site["unused"], ["vey.html"])
        file = SiteFile.objects.get(path="vey.html")
        save_file(self.site, "vey.html", PAGE.format("vey", "Vey and Hamm").encode(), file.revision)
        again = self.done("hand-over/site")["site"]
        self.assertEqual([(one["page"], one["was_kept"]) for one in again["pages"]], [("index.html", True), ("vey.html", False)])

    def test_what_someone_accepted_is_not_told_again(self) -> None:
        finding = Finding("page-overflow", 4, "p.wide", 240, 299, "s.css", 3, "x")
        (told,) = [one for one in self.done("hand-over/site")["site"]["causes"] if one["kind"] == "page-overflow"]
        key = digest_of(replace(finding, selector=told["places"][0]["selector"], message=told["message"]))
        AcceptedFinding.objects.create(site=self.site, page="index.html", key=key, reason="meant")
        (told,) = [one for one in self.done("hand-over/site")["site"]["causes"] if one["kind"] == "page-overflow"]
        self.assertEqual([one["page"] for one in told["places"]], ["vey.html"])

    def test_it_is_stopped(self) -> None:
        job = self.ask("post", "hand-over/site")["job"]
        self.ask("delete", f"hand-over/work/{job}", status=204)
        self.assertEqual(self.ask("get", f"hand-over/work/{job}")["state"], "stopped")
        self.ask("get", "hand-over/work/none", status=404)


class Shared(HandOverCase):
    def report(self, page: str = "index.html") -> dict[str, Any]:
        self.done("shared-reports", {"page": page})
        (told,) = [one for one in self.ask("get", "shared-reports") if one["page"] == page]
        return dict(told)

    def read(self, token: str) -> dict[str, Any]:
        return dict(self.ask("get", "", root=f"/api/reports/{token}"))

    def test_boxes_findings_and_widths_of_a_page(self) -> None:
        told = self.read(self.report()["token"])["page"]
        (finding,) = [one for one in told["findings"] if one["kind"] == "page-overflow"]
        self.assertEqual((finding["low"], finding["high"], finding["line"]), (240, 299, 3))
        names = {one["index"]: one["name"] for one in told["elements"]}
        boxes = {(shot["width"], names[box["index"]]): box["width"] for shot in told["shots"] for box in shot["boxes"]}
        self.assertEqual({width for (width, name), wide in boxes.items() if name == "main" and wide == width}, {shot["width"] for shot in told["shots"]})
        self.assertEqual({wide for (_, name), wide in boxes.items() if name == "main p.wide" or name == "p.wide"}, {300})

    def test_what_is_otherwise_than_in_the_accepted_pictures(self) -> None:
        job = self.ask("post", "runs", {"page": "index.html", "screens": [{"name": "phone", "width": 390, "height": 780}]})["job"]
        self.until(lambda: self.ask("get", f"runs/{job}")["state"] != "walking")
        self.ask("post", "shots/accept", {"shots": [self.ask("get", f"runs/{job}")["shots"][0]["id"]]})

        def since() -> dict[int, Any]:
            return {shot["width"]: shot["since"] for shot in self.read(self.report()["token"])["page"]["shots"]}

        first = since()
        self.assertEqual((first.pop(390), set(first.values())), ({"areas": [], "moved": []}, {None}))
        save_file(self.site, "s.css", (SHEET + "h1 { height: 200px; background: #2b6880 }").encode(), 1)
        told = since()[390]
        self.assertTrue(any(area["height"] >= 100 for area in told["areas"]), told)
        self.assertIn("main h1", told["moved"])

    def test_what_changed_is_told_against_what_was_last_looked_at(self) -> None:
        report = self.report()
        self.assertEqual((self.read(report["token"])["new"], self.read(report["token"])["settled"]), ([], []))
        save_file(self.site, "s.css", SHEET.replace("300px", "200px").encode(), 1)
        again = self.report()
        self.assertEqual((again["token"], again["looked_at"]), (report["token"], None))
        # Made anew once more before anyone looked: what was seen is still the first.
        save_file(self.site, "s.css", SHEET.replace("300px", "210px").encode(), 2)
        self.report()
        told = self.read(report["token"])
        self.assertEqual((told["new"], [one.split(":")[0] for one in told["settled"]]), ([], ["240 to 299"]))

    def test_notes_are_pinned_answered_settled_and_bounded(self) -> None:
        root = f"/api/reports/{self.report()['token']}/notes"
        note = {"name": "Marit", "text": "Too wide?", "element": "p.wide", "index": 4, "width": 320}
        (made,) = self.ask("post", "", note, root=root)["notes"]
        self.assertEqual({key: made[key] for key in note}, note)
        self.ask("post", "", {"name": "Jon", "text": "No."}, root=f"{root}/{made['id']}/answers")
        told = self.ask("post", "", {"is_settled": True}, root=f"{root}/{made['id']}/settled")["notes"][0]
        self.assertEqual((told["is_settled"], [one["text"] for one in told["answers"]]), (True, ["No."]))
        for wrong in ({**note, "name": ""}, {**note, "text": "x" * 2001}, {**note, "text": "  "}, {**note, "width": -1}):
            self.ask("post", "", wrong, 422, root=root)
        self.ask("post", "", note, 404, root="/api/reports/none/notes")
        with mock.patch("hillpin.handover.shared_api.MOST_NOTES", 1):
            self.ask("post", "", note, 422, root=root)

    def test_of_the_whole_site_and_taken_back(self) -> None:
        report = self.report("")
        self.assertEqual([one["page"] for one in self.read(report["token"])["whole"]["pages"]], ["index.html", "vey.html"])
        self.ask("delete", f"shared-reports/{report['id']}", status=204)
        self.ask("get", "", status=404, root=f"/api/reports/{report['token']}")
        self.ask("post", "shared-reports", {"page": "none.html"}, 422)


class Targets(HandOverCase):
    def setUp(self) -> None:
        super().setUp()
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.root = Path(folder.name).resolve()
        (self.root / "out").mkdir()
        given = mock.patch.dict(os.environ, {"HILLPIN_ROOT": str(self.root)})
        given.start()
        self.addCleanup(given.stop)

    def target(self, **given: Any) -> dict[str, Any]:
        made: dict[str, Any] = self.ask("post", "targets", {"name": "There", **given}, 201)
        return made

    def test_a_folder_is_looked_at_sent_to_and_put_back(self) -> None:
        target = self.target(kind="folder", path="out")
        path = f"targets/{target['id']}"
        changes = self.done(f"{path}/look", {})["changes"]
        self.assertEqual((changes["new"], changes["back"], changes["bytes"]), (["index.html", "s.css", "vey.html"], False, sum(len(one.content) for one in SiteFile.objects.all())))
        self.assertIn("3 files sent", self.done(f"{path}/send", {})["sent"]["words"])
        self.assertEqual((self.root / "out" / "s.css").read_text(), SHEET)
        self.assertTrue(self.done(f"{path}/look", {})["changes"]["back"])
        self.done(f"{path}/put-back")
        self.assertFalse((self.root / "out" / "s.css").exists())
        (told,) = self.ask("get", "targets")
        self.assertEqual([one["is_good"] for one in told["sendings"]], [True, True])

    def test_what_goes_wrong_is_told_and_kept(self) -> None:
        target = self.target(kind="folder", path="out")
        (self.root / "out").rmdir()
        told = self.done(f"targets/{target['id']}/send", {}, "failed")
        self.assertIn("is not there", told["detail"])
        self.assertEqual([(one.is_good, "is not there" in one.words) for one in Sending.objects.all()], [(False, True)])

    def test_what_is_smaller_there_is_not_here(self) -> None:
        target = self.target(kind="folder", path="out", smaller=["sheets"])
        self.done(f"targets/{target['id']}/send", {})
        self.assertEqual((self.root / "out" / "s.css").read_text(), "body{margin:0}.wide{width:300px}")
        self.assertEqual(self.done(f"targets/{target['id']}/look", {})["changes"]["same"], 3)

    def test_what_no_target_is(self) -> None:
        for given in ({"kind": "folder", "path": "none"}, {"kind": "folder", "path": "../.."}, {"kind": "sftp", "host": "x"}, {"kind": "webdav", "address": "ftp://x"}, {"kind": "pigeon"}):
            with self.subTest(given):
                self.ask("post", "targets", {"name": "x", **given}, 422)
        self.assertEqual(Target.objects.count(), 0)

    def test_a_password_is_asked_for_and_never_in_the_database(self) -> None:
        with mock.patch.object(secrets, "has_keyring", return_value=False):
            target = self.target(kind="sftp", host="127.0.0.1", port=9, user="marit")
            self.assertTrue(target["needs_secret"])
            self.assertIn("tell it first", self.ask("post", f"targets/{target['id']}/look", {}, 422)["detail"])
            self.assertFalse(self.ask("post", f"targets/{target['id']}/secret", {"secret": "xyzzy-plugh"})["needs_secret"])
            self.assertIn("No server answers", self.done(f"targets/{target['id']}/look", {}, "failed")["detail"])
            kept = Target.objects.get()
            self.assertNotIn("xyzzy", json.dumps([kept.settings, kept.name, kept.smaller]) + "".join(one.words for one in Sending.objects.all()))
            self.ask("delete", f"targets/{target['id']}", status=204)
            self.assertNotIn("xyzzy-plugh", secrets._remembered.values())

    def test_the_practice_server_runs_gets_it_and_goes_wrong(self) -> None:
        self.addCleanup(practice_server.end)
        target = self.target(kind="practice", protocol="webdav")
        self.assertIn("start it first", self.ask("post", f"targets/{target['id']}/send", {}, 422)["detail"])
        told = self.ask("post", "", {"is_running": True, "fault": "full"}, root="/api/practice")
        self.assertEqual((told["is_running"], told["fault"]), (True, "full"))
        self.assertIn("is full", self.done(f"targets/{target['id']}/send", {}, "failed")["detail"])
        self.ask("post", "", {"is_running": True}, root="/api/practice")
        self.assertIn("3 files sent", self.done(f"targets/{target['id']}/send", {})["sent"]["words"])
        self.assertEqual((settings.DATA / "practice" / "site" / "s.css").read_text(), SHEET)
        self.assertEqual(len(self.ask("get", "", root="/api/practice")["earlier"]), 1)
        self.assertFalse(self.ask("post", "", {"is_running": False}, root="/api/practice")["is_running"])

    def test_a_send_that_is_stopped_in_its_midst_is_set_right(self) -> None:
        self.addCleanup(practice_server.end)
        target = self.target(kind="practice", protocol="sftp")
        self.ask("post", "", {"is_running": True}, root="/api/practice")
        self.done(f"targets/{target['id']}/send", {})
        for path in ("index.html", "vey.html", "s.css"):
            save_file(self.site, path, b"<p>new</p>", 1)
        self.ask("post", "", {"is_running": True, "fault": "slow"}, root="/api/practice")
        job = self.ask("post", f"targets/{target['id']}/send", {})["job"]
        kept = settings.DATA / "practice" / "site" / ".hillpin" / "before" / "2" / "files"
        self.until(lambda: kept.is_dir() and any(kept.iterdir()))
        self.assertEqual(self.ask("get", f"hand-over/work/{job}")["state"], "walking")
        self.ask("delete", f"hand-over/work/{job}", status=204)
        self.ask("post", "", {"is_running": True}, root="/api/practice")
        self.until(lambda: any("Stopped" in one.words for one in Sending.objects.all()))
        self.assertIn("set right", Sending.objects.first().words)  # type: ignore[union-attr]
        place = FolderPlace(settings.DATA / "practice" / "site")
        self.assertEqual(place.read("s.css"), SHEET.encode())
        self.assertEqual(self.done(f"targets/{target['id']}/look", {})["changes"]["changed"], ["index.html", "s.css", "vey.html"])

    def test_of_another_site_it_is_not_there(self) -> None:
        target = self.target(kind="folder", path="out")
        other = Site.objects.create(name="Other")
        answer = self.client.post(f"/api/sites/{other.pk}/targets/{target['id']}/send", "{}", content_type="application/json")
        self.assertEqual(answer.status_code, 404)
