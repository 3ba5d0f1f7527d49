"""Sites over HTTP: made, taken in, saved, brought back, taken away."""

from __future__ import annotations

import io
import json
import warnings
import zipfile
from typing import Any

from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import TestCase
from hillpin.sites import store
from hillpin.sites.demo import demo_files, load_demo
from hillpin.sites.models import Revision, Site, SiteFile

PAGE = b"<!DOCTYPE html>\r\n<html lang=en><title>Orra</title><link rel=stylesheet href=css/a.css><p>x</p>\r\n"
PICTURE = bytes(range(256)) * 4


def zipped(files: dict[str, bytes]) -> bytes:
    """A zip with some files."""
    result = io.BytesIO()
    with zipfile.ZipFile(result, "w") as archive:
        for path, content in files.items():
            archive.writestr(path, content)
    return result.getvalue()


class Addresses(TestCase):
    def test_numbers_that_nothing_can_have(self) -> None:
        for number in (2**63, 10**30):
            for path in (f"/api/sites/{number}", f"/api/sites/{number}/plans", f"/api/sites/1/plans/{number}", f"/api/sites/{number}/file?path=a.css", f"/api/sites/1/file?path=a.css&revision={number}"):
                self.assertEqual(self.client.get(path).status_code, 404, path)


class SiteTestCase(TestCase):
    """Short ways of asking the API."""

    def send(self, method: str, path: str, body: Any = None, **headers: str) -> Any:
        return getattr(self.client, method)(
            f"/api{path}",
            data=json.dumps(body) if body is not None else None,
            content_type="application/json",
            **headers,
        )

    def take_in(self, files: dict[str, bytes], **more: Any) -> Any:
        uploads = [SimpleUploadedFile(path.rsplit("/", 1)[-1], content) for path, content in files.items()]
        return self.client.post(
            "/api/sites/import", {"files": uploads, "paths": json.dumps(list(files)), **more}
        )

    def read_zip(self, site: int) -> dict[str, bytes]:
        data = self.client.get(f"/api/sites/{site}/zip").content
        with zipfile.ZipFile(io.BytesIO(data)) as archive:
            return {name: archive.read(name) for name in archive.namelist()}


class NewSites(SiteTestCase):
    def test_a_new_site_starts_with_a_page_that_is_already_right(self) -> None:
        answer = self.send("post", "/sites", {"name": "  Vey   by boat "})
        self.assertEqual(answer.status_code, 201)
        site = answer.json()
        self.assertEqual(site["name"], "Vey by boat")
        self.assertEqual(
            [file["path"] for file in site["files"]], ["index.html", "pictures/read-me.txt", "style.css"]
        )
        text = self.client.get(f"/api/sites/{site['id']}/file?path=index.html").json()["text"]
        for part in (
            "<!DOCTYPE html>",
            '<html lang="en">',
            '<meta charset="utf-8">',
            'name="viewport"',
            'href="style.css"',
            "<title>Vey by boat</title>",
        ):
            self.assertIn(part, text)

    def test_names_are_escaped_in_the_page_and_bounded(self) -> None:
        site = self.send("post", "/sites", {"name": "<b>&</b>"}).json()
        self.assertIn(
            "<title>&lt;b&gt;&amp;&lt;/b&gt;</title>",
            self.client.get(f"/api/sites/{site['id']}/file?path=index.html").json()["text"],
        )
        self.assertEqual(self.send("post", "/sites", {"name": " "}).status_code, 422)
        refused = self.send("post", "/sites", {"name": "x" * 121})
        self.assertEqual(refused.json()["detail"], "A site's name has 120 characters at most.")

    def test_a_site_has_pins_from_narrow_to_wide(self) -> None:
        site = self.send("post", "/sites", {"name": "Orra"}).json()
        self.assertEqual([pin["width"] for pin in site["pins"]], [320, 390, 768, 1024, 1440])

    def test_the_demo_is_loaded_once_into_an_empty_database(self) -> None:
        site = load_demo()
        assert site is not None
        self.assertTrue(site.is_demo)
        self.assertIsNone(load_demo())
        self.assertEqual(Site.objects.count(), 1)
        self.assertEqual(site.files.count(), len(demo_files()))

    def test_renaming_and_removing(self) -> None:
        site = self.send("post", "/sites", {"name": "Orra"}).json()["id"]
        self.assertEqual(self.send("patch", f"/sites/{site}", {"name": "Vey"}).json()["name"], "Vey")
        self.assertEqual(self.send("delete", f"/sites/{site}").status_code, 204)
        self.assertEqual(self.client.get(f"/api/sites/{site}").status_code, 404)
        self.assertEqual(self.send("delete", f"/sites/removed/{site}").status_code, 204)
        self.assertEqual(Revision.objects.count(), 0)


class TakingIn(SiteTestCase):
    def test_a_zip_comes_out_byte_for_byte(self) -> None:
        files = {"index.html": PAGE, "css/a.css": b"p{}\n", "pictures/orra.png": PICTURE}
        answer = self.client.post(
            "/api/sites/import", {"files": [SimpleUploadedFile("orra.zip", zipped(files))]}
        )
        self.assertEqual(answer.status_code, 201, answer.content)
        self.assertEqual(answer.json()["name"], "orra")
        self.assertEqual(self.read_zip(answer.json()["id"]), files)

    def test_a_folder_loses_its_own_name_only(self) -> None:
        answer = self.take_in(
            {"my-site/index.html": PAGE, "my-site/css/a.css": b"", "my-site/.DS_Store": b"junk"}
        )
        self.assertEqual([file["path"] for file in answer.json()["files"]], ["css/a.css", "index.html"])
        self.assertEqual(answer.json()["name"], "my-site")

    def test_several_files_keep_their_names(self) -> None:
        answer = self.take_in({"index.html": PAGE, "about.htm": PAGE, "a.css": b"p{}"}, name="Two pages")
        self.assertEqual([file["kind"] for file in answer.json()["files"]], ["style", "page", "page"])

    def test_paths_that_lead_out_are_refused_and_nothing_is_taken_in(self) -> None:
        for path in (
            "../evil.html",
            "/etc/evil.html",
            "a/../../evil.html",
            "C:/evil.html",
            "a\\..\\..\\evil.html",
            "a//b.html",
        ):
            answer = self.client.post(
                "/api/sites/import",
                {"files": [SimpleUploadedFile("x.zip", zipped({path: PAGE, "index.html": PAGE}))]},
            )
            self.assertEqual(answer.status_code, 422, path)
            self.assertIn("leads out of the site", answer.json()["detail"])
        self.assertEqual(Site.objects.count(), 0)

    def test_what_is_no_zip_or_has_no_page_gets_a_sentence(self) -> None:
        broken = self.client.post("/api/sites/import", {"files": [SimpleUploadedFile("x.zip", b"not a zip")]})
        self.assertEqual(broken.json()["detail"], "The zip cannot be read. Pack it again without a password.")
        no_page = self.take_in({"a.css": b"p{}"})
        self.assertEqual(
            no_page.json()["detail"], "There is no HTML page among the files. Put in at least one .html file."
        )

    def test_a_zip_bomb_is_refused_by_what_it_says_and_by_what_it_does(self) -> None:
        big = zipped({"index.html": PAGE})
        with self.settings():
            original = store.LARGEST_SITE
            store.LARGEST_SITE = 50
            try:
                answer = self.client.post("/api/sites/import", {"files": [SimpleUploadedFile("x.zip", big)]})
            finally:
                store.LARGEST_SITE = original
        self.assertEqual(answer.status_code, 422)

    def test_too_many_files_are_refused(self) -> None:
        many = {f"p{k}.html": b"x" for k in range(store.MOST_FILES + 1)}
        answer = self.client.post("/api/sites/import", {"files": [SimpleUploadedFile("x.zip", zipped(many))]})
        self.assertEqual(answer.json()["detail"], "The zip holds 401 files; 400 are the most for one site.")

    def test_what_would_be_one_file_is_asked_for_one_by_one(self) -> None:
        # An e with an accent, as one letter and as two.
        files = {"index.html": PAGE, "Index.html": b"other", "caf\u00e9.css": b"a", ".DS_Store": b"", "cafe\u0301.css": b"bb", "a/B.html": PAGE, "index-2.html": PAGE}
        answer = self.take_in(files)
        self.assertEqual(answer.status_code, 409)
        asked = answer.json()
        self.assertIn("index.html and Index.html; caf\u00e9.css and caf\u00e9.css. Say of each", asked["detail"])
        self.assertEqual(
            [[(one["number"], one["path"], one["bytes"], one["other"]) for one in group] for group in asked["twins"]],
            [[(0, "index.html", len(PAGE), "index.html"), (1, "Index.html", 5, "Index-3.html")], [(2, "caf\u00e9.css", 1, "caf\u00e9.css"), (3, "caf\u00e9.css", 2, "caf\u00e9-2.css")]],
        )
        self.assertEqual(Site.everything.count(), 0)
        # One is kept beside, of the other two only the second.
        taken = self.take_in(files, choices=json.dumps({1: "Index-3.html", 2: ""}))
        self.assertEqual(taken.status_code, 201)
        self.assertEqual(self.read_zip(taken.json()["id"]), {"index.html": PAGE, "Index-3.html": b"other", "caf\u00e9.css": b"bb", "a/B.html": PAGE, "index-2.html": PAGE})

    def test_a_name_twice_in_a_zip_is_asked_for_too(self) -> None:
        result = io.BytesIO()
        with warnings.catch_warnings(), zipfile.ZipFile(result, "w") as archive:
            warnings.simplefilter("ignore")
            for content in (b"one", b"two"):
                archive.writestr("index.html", content)
        upload = lambda **more: self.client.post("/api/sites/import", {"files": [SimpleUploadedFile("x.zip", result.getvalue())], **more})  # noqa: E731
        self.assertIn("index.html and index.html", upload().json()["detail"])
        self.assertEqual(self.read_zip(upload(choices='{"0": ""}').json()["id"]), {"index.html": b"two"})

    def test_choices_that_settle_nothing_are_asked_again_or_refused(self) -> None:
        files = {"index.html": PAGE, "Index.html": PAGE}
        self.assertEqual(self.take_in(files, choices='{"1": "INDEX.html"}').status_code, 409)
        for choices, words in (('{"7": ""}', "no file"), ("[]", "do not parse"), ('{"1": "../up.html"}', "leads out"), ('{"0": "", "1": ""}', "no files in it")):
            self.assertEqual((self.take_in(files, choices=choices).status_code, choices), (422, choices))
            self.assertIn({"no file": "about a file that is not among them"}.get(words, words), self.take_in(files, choices=choices).json()["detail"])


class Saving(SiteTestCase):
    def setUp(self) -> None:
        self.site = self.take_in(
            {"index.html": PAGE, "css/a.css": b"p { width: 10px }\n", "latin.css": "é".encode("latin-1")}
        ).json()["id"]

    def save(self, path: str, text: str, base: int) -> Any:
        return self.send(
            "put", f"/sites/{self.site}/file", {"path": path, "text": text, "base_revision": base}
        )

    def test_each_save_is_a_revision(self) -> None:
        self.assertEqual(self.save("css/a.css", "p { width: 20px }\n", 1).json()["revision"], 2)
        self.assertEqual(self.save("css/a.css", "p { width: 30px }\n", 2).json()["revision"], 3)
        numbers = [
            r["number"] for r in self.client.get(f"/api/sites/{self.site}/revisions?path=css/a.css").json()
        ]
        self.assertEqual(numbers, [3, 2, 1])
        old = self.client.get(f"/api/sites/{self.site}/file?path=css/a.css&revision=1").json()
        self.assertEqual(old["text"], "p { width: 10px }\n")

    def test_a_save_on_an_older_state_is_told_and_overwrites_nothing(self) -> None:
        self.save("css/a.css", "theirs\n", 1)
        clash = self.save("css/a.css", "mine\n", 1)
        self.assertEqual(clash.status_code, 409)
        self.assertEqual((clash.json()["revision"], clash.json()["text"]), (2, "theirs\n"))
        self.assertEqual(bytes(SiteFile.objects.get(path="css/a.css").content), b"theirs\n")

    def test_the_same_text_is_no_clash_and_no_revision(self) -> None:
        self.save("css/a.css", "same\n", 1)
        self.assertEqual(self.save("css/a.css", "same\n", 1).json()["revision"], 2)

    def test_line_ends_of_the_file_are_kept(self) -> None:
        text = self.client.get(f"/api/sites/{self.site}/file?path=index.html").json()["text"]
        self.assertNotIn("\r", text)
        self.save("index.html", text.replace("<p>x", "<p>y"), 1)
        self.assertEqual(
            bytes(SiteFile.objects.get(path="index.html").content), PAGE.replace(b"<p>x", b"<p>y")
        )

    def test_bringing_back_makes_a_further_revision(self) -> None:
        self.save("css/a.css", "new\n", 1)
        back = self.send("post", f"/sites/{self.site}/bring-back", {"path": "css/a.css", "number": 1})
        self.assertEqual(back.json()["revision"], 3)
        self.assertEqual(bytes(SiteFile.objects.get(path="css/a.css").content), b"p { width: 10px }\n")
        self.assertEqual(
            self.send(
                "post", f"/sites/{self.site}/bring-back", {"path": "css/a.css", "number": 9}
            ).status_code,
            404,
        )

    def test_what_is_not_utf8_is_kept_and_not_edited(self) -> None:
        answer = self.client.get(f"/api/sites/{self.site}/file?path=latin.css")
        self.assertEqual(answer.status_code, 422)
        site = self.client.get(f"/api/sites/{self.site}").json()
        self.assertEqual({f["path"]: f["editable"] for f in site["files"]}["latin.css"], False)
        shown = self.client.get(f"/api/sites/{self.site}/file/shown?path=latin.css").json()
        self.assertIn("\u00e9", shown["text"])

    def test_a_new_file_and_a_file_that_is_no_text(self) -> None:
        self.assertEqual(self.save("notes/day.css", "a{}", 0).json()["revision"], 1)
        self.assertEqual(self.save("x.png", "a", 0).status_code, 422)
        self.assertEqual(self.save("../x.css", "a", 0).status_code, 422)


class Pins(SiteTestCase):
    def test_pins_are_replaced_and_checked(self) -> None:
        site = self.send("post", "/sites", {"name": "Orra"}).json()["id"]
        pins = [
            {"name": "quay screen", "width": 900, "height": 500},
            {"name": "narrow", "width": 300, "height": 600},
        ]
        self.assertEqual(
            [p["name"] for p in self.send("put", f"/sites/{site}/pins", pins).json()],
            ["narrow", "quay screen"],
        )
        wrong = self.send("put", f"/sites/{site}/pins", [{"name": "tiny", "width": 10, "height": 10}])
        self.assertEqual(wrong.json()["detail"], "The pin tiny is 10 × 10; both sides go from 100 to 4,000.")
        self.assertEqual(self.send("put", f"/sites/{site}/pins", pins * 13).status_code, 422)
