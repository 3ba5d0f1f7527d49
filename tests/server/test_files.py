"""A site's files over HTTP: made, renamed, moved, removed and undone; words replaced; moments and thinning."""

from __future__ import annotations

from datetime import UTC, datetime, timedelta
from typing import Any

from django.core.files.uploadedfile import SimpleUploadedFile
from hillpin.sites import thinning
from hillpin.sites.errors import Refused
from hillpin.sites.models import Revision, Site, SiteFile
from hillpin.sites.steps import Part, Plan, carry_out

from .test_sites import SiteTestCase

HOME = b'<!DOCTYPE html>\r\n<html lang="en">\r\n<head>\r\n<title>Skerry Line</title>\r\n<link rel="stylesheet" href="style.css">\r\n</head>\r\n<body>\r\n<header><a href="islands/vey.html">Vey</a></header>\r\n<main><img src="pictures/orra.png" alt=""></main>\r\n</body>\r\n</html>\r\n'
VEY = b'<!DOCTYPE html><html lang="en"><head><title>Vey</title><link rel="stylesheet" href="../style.css"></head><body><img src="../pictures/orra.png" alt=""></body></html>'
STYLE = b".hero { background: url(pictures/orra.png) }\n"
LATIN = "<p>\u00e9 <img src=pictures/orra.png>".encode("latin-1")
FILES = {"index.html": HOME, "islands/vey.html": VEY, "style.css": STYLE, "pictures/orra.png": b"\x89PNG", "old.html": LATIN}


class FilesCase(SiteTestCase):
    def setUp(self) -> None:
        self.site = self.take_in(FILES, name="Skerry Line").json()["id"]

    def wish(self, what: str = "", **wish: Any) -> Any:
        return self.send("post", f"/sites/{self.site}/files{what}", wish)

    def files(self) -> dict[str, bytes]:
        return self.read_zip(self.site)

    def undo(self, step: Any) -> Any:
        return self.send("post", f"/sites/{self.site}/steps/{step.json()['id']}/undo")


class Steps(FilesCase):
    def test_a_picture_is_renamed_with_its_addresses_and_undone_to_the_byte(self) -> None:
        plan = self.wish("/plan", do="move", moves=[{"path": "pictures/orra.png", "to": "pictures/harbour.png"}]).json()
        self.assertEqual(plan["words"], "pictures/orra.png renamed to pictures/harbour.png")
        self.assertEqual(plan["notes"], ["3 lines in 3 files lead there anew.", "old.html is not text in UTF-8, so addresses in it stay as they are."])
        lines = {part["path"]: [(line["line"], line["after"]) for line in part["lines"]] for part in plan["parts"]}
        self.assertEqual(lines["index.html"], [(9, '<main><img src="pictures/harbour.png" alt=""></main>')])
        self.assertEqual(self.files(), FILES)
        step = self.wish(do="move", moves=[{"path": "pictures/orra.png", "to": "pictures/harbour.png"}])
        files = self.files()
        self.assertEqual(files["index.html"], HOME.replace(b"orra.png", b"harbour.png"))
        self.assertEqual(files["style.css"], STYLE.replace(b"orra.png", b"harbour.png"))
        self.assertEqual((files["pictures/harbour.png"], files["old.html"]), (b"\x89PNG", LATIN))
        self.assertEqual(self.undo(step).status_code, 200)
        self.assertEqual(self.files(), FILES)
        self.assertEqual(self.undo(step).json()["detail"], "This was undone already.")

    def test_what_is_edited_after_a_step_stays_when_it_is_undone(self) -> None:
        step = self.wish(do="move", moves=[{"path": "style.css", "to": "css/site.css"}])
        file = SiteFile.objects.get(site=self.site, path="index.html")
        text = bytes(file.content).decode().replace("\r\n", "\n").replace("Vey</a>", "Vey island</a>")
        self.send("put", f"/sites/{self.site}/file", {"path": "index.html", "text": text, "base_revision": file.revision})
        self.assertEqual(self.undo(step).status_code, 200)
        self.assertEqual(self.files()["index.html"], HOME.replace(b"Vey</a>", b"Vey island</a>"))
        self.assertIn("style.css", self.files())

    def test_a_step_whose_lines_were_edited_is_not_undone_and_says_where(self) -> None:
        step = self.wish(do="move", moves=[{"path": "style.css", "to": "css/site.css"}])
        file = SiteFile.objects.get(site=self.site, path="index.html")
        text = bytes(file.content).decode().replace("css/site.css", "css/site.css?v=2")
        self.send("put", f"/sites/{self.site}/file", {"path": "index.html", "text": text, "base_revision": file.revision})
        before = self.files()
        answer = self.undo(step)
        self.assertEqual(answer.status_code, 422)
        self.assertIn("index.html was edited since where this changed it, at line 5", answer.json()["detail"])
        self.assertEqual(self.files(), before)

    def test_two_names_are_swapped_and_a_folder_moves(self) -> None:
        self.assertEqual(self.wish(do="move", moves=[{"path": "index.html", "to": "old.html"}, {"path": "old.html", "to": "index.html"}]).status_code, 200)
        self.assertEqual(self.files()["index.html"], LATIN)
        self.assertEqual(self.wish(do="move", moves=[{"path": "pictures/", "to": "img"}]).status_code, 200)
        self.assertIn(b"../img/orra.png", self.files()["islands/vey.html"])
        self.assertIn("img/orra.png", self.files())

    def test_a_page_that_is_removed_comes_back_with_its_states(self) -> None:
        self.send("put", f"/sites/{self.site}/file", {"path": "islands/vey.html", "text": "<p>x", "base_revision": 1})
        plan = self.wish("/plan", do="remove", paths=["islands/vey.html"]).json()
        self.assertEqual(plan["notes"], ["index.html, line 8, still uses islands/vey.html (a href)."])
        step = self.wish(do="remove", paths=["islands/"])
        self.assertNotIn("islands/vey.html", self.files())
        self.assertEqual(self.client.get(f"/api/sites/{self.site}/file?path=islands/vey.html").status_code, 404)
        self.undo(step)
        states = self.client.get(f"/api/sites/{self.site}/revisions?path=islands/vey.html").json()
        self.assertEqual([one["number"] for one in states], [2, 1])

    def test_a_new_file_at_an_old_path_cannot_be_saved_over_from_before(self) -> None:
        self.send("put", f"/sites/{self.site}/file", {"path": "style.css", "text": "a{}", "base_revision": 1})
        self.wish(do="remove", paths=["style.css"])
        self.wish(do="new-sheet", path="style.css")
        answer = self.send("put", f"/sites/{self.site}/file", {"path": "style.css", "text": "b{}", "base_revision": 2})
        self.assertEqual(answer.status_code, 409)

    def test_new_pages_and_sheets(self) -> None:
        self.assertEqual(self.wish(do="new-page", path="crew.html", title="Crew", like="index.html").status_code, 200)
        self.assertIn(b"<title>Crew", self.files()["crew.html"])
        self.assertIn(b'href="islands/vey.html"', self.files()["crew.html"])
        step = self.wish(do="new-sheet", path="css/crew.css", pages=[{"page": "index.html"}, {"page": "crew.html", "before": "style.css"}])
        self.assertIn(b'<link rel="stylesheet" href="style.css">\r\n<link rel="stylesheet" href="css/crew.css">\r\n', self.files()["index.html"])
        self.assertIn(b'<link rel="stylesheet" href="css/crew.css">\r\n<link rel="stylesheet" href="style.css">', self.files()["crew.html"])
        self.undo(step)
        self.assertEqual((self.files()["index.html"], "css/crew.css" in self.files()), (HOME, False))

    def test_a_sheet_is_linked_moved_and_taken_out(self) -> None:
        self.wish(do="new-sheet", path="own.css")
        self.wish(do="link", page="index.html", sheet="own.css")
        self.wish(do="link", page="index.html", sheet="own.css", before="style.css")
        links = self.client.get(f"/api/sites/{self.site}/links").json()
        self.assertEqual([one["path"] for one in links["sheets"]["index.html"]], ["own.css", "style.css"])
        self.wish(do="link", page="index.html", sheet="own.css", on=False)
        self.assertEqual(self.files()["index.html"], HOME)

    def test_a_duplicate_in_another_folder_leads_where_the_first_one_led(self) -> None:
        self.wish(do="duplicate", path="islands/vey.html", to="orra.html")
        self.assertEqual(self.files()["orra.html"], VEY.replace(b"../", b""))

    def test_pictures_are_put_in_beside_or_in_place_of_what_is_there(self) -> None:
        def put(**more: Any) -> Any:
            return self.client.post(f"/api/sites/{self.site}/files/put", {"files": [SimpleUploadedFile("orra.png", b"new")], "folder": "pictures", **more})

        self.assertEqual(put().json()["parts"], [{"path": "", "new_path": "pictures/orra-2.png", "lines": []}])
        step = put(replace="true")
        self.assertEqual(self.files()["pictures/orra.png"], b"new")
        self.undo(step)
        self.assertEqual((self.files()["pictures/orra.png"], self.files()["pictures/orra-2.png"]), (b"\x89PNG", b"new"))

    def test_what_cannot_be_a_name_is_refused_and_nothing_changes(self) -> None:
        for path, to, why in [
            ("style.css", "../style.css", "leads out"), ("style.css", "con.css", "keep for themselves"), ("style.css", "a?.css", "cannot have ?"),
            ("style.css", "INDEX.html", "differs from index.html only in capitals"), ("style.css", "islands", "it is a folder"),
            ("style.css", "index.html/x.css", "is a file, and no folder"), ("style.css", "style.css", "has that name already"), ("gone.css", "a.css", "no gone.css"),
            ("islands/", "islands/in/it", "cannot go into itself"), ("style.css", "x .css ", "end with a space"),
        ]:  # fmt: skip
            answer = self.wish(do="move", moves=[{"path": path, "to": to}])
            self.assertIn(answer.status_code, (404, 422))
            self.assertIn(why, answer.json()["detail"])
        self.assertEqual(self.wish(do="remove", paths=[]).json()["detail"], "Nothing is named that could be removed.")
        self.assertIn("last page", self.wish(do="remove", paths=["index.html", "islands/", "old.html"]).json()["detail"])
        self.assertEqual(self.files(), FILES)

    def test_letters_in_another_form_are_the_same_name(self) -> None:
        self.wish(do="duplicate", path="style.css", to="caf\u00e9.css")
        self.assertIn("there is one already", self.wish(do="move", moves=[{"path": "style.css", "to": "cafe\u0301.css"}]).json()["detail"])

    def test_a_plan_worked_out_on_older_files_does_nothing(self) -> None:
        with self.assertRaisesRegex(Refused, "changed meanwhile"):
            carry_out(Site.objects.get(pk=self.site), Plan("x", [Part("index.html", "index.html", b"y", 7), Part("", "new.html", b"z")]))
        self.assertEqual(self.files(), FILES)


class Words(FilesCase):
    def test_found_and_replaced_in_one_step(self) -> None:
        found = self.send("post", f"/sites/{self.site}/search", {"words": "orra.png"}).json()["hits"]
        self.assertEqual([(hit["path"], hit["line"]) for hit in found], [("index.html", 9), ("islands/vey.html", 1), ("style.css", 1)])
        chosen = [{"path": hit["path"], "start": hit["start"]} for hit in found[:2]]
        step = self.send("post", f"/sites/{self.site}/replace", {"words": "orra.png", "replacement": "vey.png", "chosen": chosen})
        self.assertEqual(self.files()["index.html"], HOME.replace(b"orra.png", b"vey.png"))
        self.assertEqual(self.files()["style.css"], STYLE)
        self.assertEqual(step.json()["words"], "2 places of “orra.png” replaced by “vey.png”")
        self.undo(step)
        self.assertEqual(self.files(), FILES)

    def test_places_that_are_no_more_are_not_replaced(self) -> None:
        answer = self.send("post", f"/sites/{self.site}/replace", {"words": "orra.png", "replacement": "x", "chosen": [{"path": "index.html", "start": 3}]})
        self.assertIn("have changed since", answer.json()["detail"])

    def test_drafts_count(self) -> None:
        found = self.send("post", f"/sites/{self.site}/search", {"words": "quay", "drafts": {"style.css": "/* quay */"}}).json()["hits"]
        self.assertEqual([(hit["path"], hit["found"]) for hit in found], [("style.css", "quay")])

    def test_links_name_what_is_unused_and_broken(self) -> None:
        self.wish(do="remove", paths=["pictures/orra.png"])
        links = self.client.get(f"/api/sites/{self.site}/links").json()
        self.assertEqual([(one["path"], one["line"], one["why"]) for one in links["broken"]], [("index.html", 9, "there is no pictures/orra.png"), ("islands/vey.html", 1, "there is no pictures/orra.png"), ("style.css", 1, "there is no pictures/orra.png")])
        self.assertEqual((links["unused"], links["unread"]), (["old.html"], ["old.html"]))


class Moments(FilesCase):
    def test_a_moment_is_brought_back_whole_and_that_is_undone(self) -> None:
        made = self.send("post", f"/sites/{self.site}/moments", {"name": "before the footer"})
        self.assertEqual((made.status_code, made.json()["changed"], made.json()["files"]), (201, 0, 5))
        self.wish(do="move", moves=[{"path": "style.css", "to": "css/site.css"}])
        self.wish(do="remove", paths=["islands/vey.html"])
        self.wish(do="new-page", path="crew.html")
        later = self.files()
        # The sheet, the home page, the page that is gone and the new one.
        self.assertEqual(self.client.get(f"/api/sites/{self.site}/kept").json()["moments"][0]["changed"], 4)
        step = self.send("post", f"/sites/{self.site}/moments/{made.json()['id']}/bring-back")
        self.assertEqual(self.files(), FILES)
        self.undo(step)
        self.assertEqual(self.files(), later)
        self.assertEqual(self.client.delete(f"/api/sites/{self.site}/moments/{made.json()['id']}").status_code, 204)

    def test_the_site_goes_with_all_that_is_kept_of_it(self) -> None:
        self.send("post", f"/sites/{self.site}/moments", {"name": "one"})
        self.wish(do="remove", paths=["islands/vey.html"])
        self.assertEqual(self.client.delete(f"/api/sites/{self.site}").status_code, 204)
        self.assertEqual(self.client.delete(f"/api/sites/removed/{self.site}").status_code, 204)
        self.assertEqual((Site.everything.count(), SiteFile.everything.count(), Revision.objects.count()), (0, 0, 0))


class Thinning(FilesCase):
    def test_states_stand_further_apart_the_older_they_are(self) -> None:
        now = datetime(2026, 6, 1, 12, tzinfo=UTC)
        ages = [timedelta(minutes=1), timedelta(minutes=2), timedelta(days=3), timedelta(days=3, minutes=10), timedelta(days=3, minutes=61), timedelta(days=40), timedelta(days=40, hours=5), timedelta(days=41), timedelta(days=400), timedelta(days=420), timedelta(days=431)]
        gone = thinning.dropped([(place, now - age) for place, age in enumerate(ages)], now)
        # Ten minutes after another at three days, five hours at forty, twenty days at four hundred.
        self.assertEqual(gone, [3, 6, 9])

    def test_named_and_newest_states_stay_whatever_their_age_and_size(self) -> None:
        file = SiteFile.objects.get(site=self.site, path="style.css")
        for number in range(1, 5):
            self.send("put", f"/sites/{self.site}/file", {"path": "style.css", "text": f"a{{width:{number}px}}", "base_revision": number})
            if number == 2:
                self.send("post", f"/sites/{self.site}/moments", {"name": "two"})
        Revision.objects.filter(file=file).update(saved_at=datetime(2020, 1, 1, tzinfo=UTC))
        file.refresh_from_db()
        thinning.thin(file)
        # Of five states of one day the newest earlier one stays, the one of the moment, and the newest of all.
        self.assertEqual(list(file.revisions.values_list("number", flat=True)), [5, 4, 3])
        most, thinning.MOST_BYTES = thinning.MOST_BYTES, 1
        try:
            thinning.thin(file)
        finally:
            thinning.MOST_BYTES = most
        self.assertEqual(list(file.revisions.values_list("number", flat=True)), [5, 3])
