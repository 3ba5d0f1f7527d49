"""Sites tied to a folder on disk: taken in, written back whole or not at all, clashes, what is left out."""

from __future__ import annotations

import os
import tempfile
from pathlib import Path
from typing import Any
from unittest import mock

from hillpin.folders import disk as disk_module
from hillpin.folders.disk import Disk
from hillpin.folders.follow import Watcher, watchers
from hillpin.folders.tied import ROOT, take_in, tie
from hillpin.sites.errors import Refused
from hillpin.sites.models import Site, SiteFile

from .test_sites import SiteTestCase

HOME = b'\xef\xbb\xbf<!DOCTYPE html>\r\n<title>Skerry Line</title>\r\n<link rel="stylesheet" href="style.css">\r\n<img src="pictures/orra.png" alt="">\r\n'


class FolderCase(SiteTestCase):
    def setUp(self) -> None:
        room = tempfile.TemporaryDirectory()
        self.addCleanup(room.cleanup)
        self.root = Path(os.path.realpath(room.name)) / "skerry"
        self.put("index.html", HOME)
        self.put("style.css", b"p { margin: 0 }\n")
        self.put("pictures/orra.png", b"\x89PNG")

    def put(self, path: str, content: bytes) -> Path:
        file = self.root / path
        file.parent.mkdir(parents=True, exist_ok=True)
        file.write_bytes(content)
        return file

    def tied(self) -> Site:
        site = tie(self.root)
        self.site = site.pk
        return site

    def save(self, path: str, text: str, base: int) -> Any:
        return self.send("put", f"/sites/{self.site}/file", {"path": path, "text": text, "base_revision": base})

    def on_disk(self) -> dict[str, bytes]:
        return {path: (self.root / path).read_bytes() for path, _ in Disk(self.root).paths()}


class TakenIn(FolderCase):
    def test_what_is_no_part_of_the_site_stays_out(self) -> None:
        self.put(".git/config", b"x")
        self.put(".hidden.html", b"x")
        self.put("node_modules/a/index.html", b"x")
        self.put("build/out.html", b"x")
        self.put("notes/draft.html", b"x")
        self.put("notes/kept.html", b"x")
        self.put(".gitignore", b"build/\n*.log\n")
        self.put("a.log", b"x")
        self.put("notes/.gitignore", b"draft.html\n")
        (self.root / "out.html").symlink_to("/etc/hostname")
        (self.root / "away").symlink_to("/etc")
        site = self.tied()
        self.assertEqual(set(site.files.values_list("path", flat=True)), {"index.html", "style.css", "pictures/orra.png", "notes/kept.html"})
        self.assertEqual(tie(self.root).pk, site.pk)

    def test_a_folder_beyond_the_bounds_or_without_a_page_says_why(self) -> None:
        (self.root / "index.html").unlink()
        with self.assertRaisesRegex(Refused, "no HTML page"):
            tie(self.root)
        self.put("index.html", HOME)
        self.put("INDEX.html", HOME)
        with self.assertRaisesRegex(Refused, "only in capitals"):
            tie(self.root)

    def test_another_program_changes_adds_and_takes_away(self) -> None:
        site = self.tied()
        self.put("style.css", b"p { margin: 1px }\n")
        self.put("crew.html", b"<title>Crew</title>")
        (self.root / "pictures/orra.png").unlink()
        self.assertEqual(set(take_in(site)), {"style.css", "crew.html", "pictures/orra.png"})
        self.assertEqual(self.read_zip(site.pk), self.on_disk())
        file = SiteFile.objects.get(site=site, path="style.css")
        self.assertEqual((file.revision, file.revisions.count()), (2, 2))
        self.assertEqual(take_in(site), [])


class WrittenBack(FolderCase):
    def test_a_save_keeps_line_ends_the_mark_and_the_mode(self) -> None:
        self.tied()
        (self.root / "index.html").chmod(0o640)
        text = self.client.get(f"/api/sites/{self.site}/file?path=index.html").json()["text"]
        self.assertEqual(self.save("index.html", text.replace("Skerry Line", "Skerry"), 1).status_code, 200)
        self.assertEqual((self.root / "index.html").read_bytes(), HOME.replace(b"Skerry Line", b"Skerry"))
        self.assertEqual((self.root / "index.html").stat().st_mode & 0o777, 0o640)
        self.assertEqual([name for name in os.listdir(self.root) if name.startswith(".")], [])

    def test_both_changed_and_nothing_is_overwritten(self) -> None:
        self.tied()
        self.put("style.css", b"p { margin: 7px }\n")
        answer = self.save("style.css", "p { margin: 9px }\n", 1)
        self.assertEqual(answer.status_code, 409)
        self.assertEqual((answer.json()["text"], answer.json()["revision"]), ("p { margin: 7px }\n", 2))
        self.assertEqual((self.root / "style.css").read_bytes(), b"p { margin: 7px }\n")
        # Who keeps the one here saves it on top of the other.
        self.assertEqual(self.save("style.css", "p { margin: 9px }\n", 2).status_code, 200)
        self.assertEqual((self.root / "style.css").read_bytes(), b"p { margin: 9px }\n")

    def test_steps_are_made_there_too_and_undone(self) -> None:
        self.tied()
        before = self.on_disk()
        step = self.send("post", f"/sites/{self.site}/files", {"do": "move", "moves": [{"path": "pictures/", "to": "img"}]})
        self.assertEqual(step.status_code, 200)
        self.assertEqual(self.on_disk()["index.html"], HOME.replace(b"pictures/", b"img/"))
        self.assertFalse((self.root / "pictures").exists())
        self.send("post", f"/sites/{self.site}/steps/{step.json()['id']}/undo")
        self.assertEqual(self.on_disk(), before)

    def test_a_step_over_files_that_changed_there_is_looked_at_again(self) -> None:
        self.tied()
        self.put("index.html", HOME + b"<p>x")
        answer = self.send("post", f"/sites/{self.site}/files", {"do": "move", "moves": [{"path": "style.css", "to": "site.css"}]})
        self.assertIn("index.html has changed meanwhile", answer.json()["detail"])
        self.assertEqual(self.send("post", f"/sites/{self.site}/files", {"do": "move", "moves": [{"path": "style.css", "to": "site.css"}]}).status_code, 200)
        self.assertIn(b"site.css", self.on_disk()["index.html"])

    def test_a_disk_that_is_full_in_the_middle_leaves_all_as_it_was(self) -> None:
        self.tied()
        before, real, count = self.on_disk(), disk_module._replace, [0]

        def full(file: Path, content: bytes, mode: int | None) -> None:
            count[0] += 1
            if count[0] == 2:
                raise OSError(28, "No space left on device")
            real(file, content, mode)

        with mock.patch.object(disk_module, "_replace", full):
            answer = self.send("post", f"/sites/{self.site}/files", {"do": "move", "moves": [{"path": "style.css", "to": "site.css"}]})
        self.assertEqual(answer.status_code, 422)
        self.assertIn("No space left on device", answer.json()["detail"])
        self.assertEqual(self.on_disk(), before)
        self.assertEqual(self.read_zip(self.site), before)

    def test_a_folder_that_is_gone_or_may_not_be_written_says_so_and_nothing_is_lost(self) -> None:
        self.tied()
        os.rename(self.root, self.root.parent / "elsewhere")
        answer = self.save("style.css", "p { margin: 2px }\n", 1)
        self.assertEqual(answer.status_code, 422)
        self.assertIn("is not there", answer.json()["detail"])
        self.assertIn("style.css", self.read_zip(self.site))
        os.rename(self.root.parent / "elsewhere", self.root)
        self.assertEqual(self.save("style.css", "p { margin: 2px }\n", 1).status_code, 200)

    def test_what_would_be_left_out_is_not_written(self) -> None:
        self.tied()
        answer = self.send("post", f"/sites/{self.site}/files", {"do": "duplicate", "path": "style.css", "to": ".cache/style.css"})
        self.assertIn("would be left out of the site", answer.json()["detail"])
        (self.root / "way").symlink_to(self.root.parent)
        answer = self.send("post", f"/sites/{self.site}/files", {"do": "duplicate", "path": "style.css", "to": "way/style.css"})
        self.assertEqual(answer.status_code, 422)
        self.assertEqual(os.listdir(self.root.parent), ["skerry"])


class Typed(FolderCase):
    def test_only_below_the_root_that_was_given(self) -> None:
        self.assertIn("start with ./pin start --root PATH", self.send("post", "/folders", {"path": "skerry"}).json()["detail"])
        with mock.patch.dict(os.environ, {ROOT: str(self.root.parent)}):
            self.assertEqual(self.client.get("/api/folders/root").json()["root"], str(self.root.parent))
            for path, why in [("../..", "is not below"), ("/etc", "is not below"), ("nothing", "There is no folder")]:
                self.assertIn(why, self.send("post", "/folders", {"path": path}).json()["detail"])
            (self.root.parent / "link").symlink_to("/etc")
            self.assertIn("is not below", self.send("post", "/folders", {"path": "link"}).json()["detail"])
            made = self.send("post", "/folders", {"path": "skerry"})
            self.addCleanup(lambda: self.client.delete(f"/api/folders/{made.json()['id']}"))
            self.assertEqual((made.status_code, made.json()["folder"]), (201, str(self.root)))
        self.assertEqual(self.client.delete(f"/api/folders/{made.json()['id']}").status_code, 204)
        self.site = made.json()["id"]
        self.save("style.css", "a {}", 1)
        self.assertEqual((self.root / "style.css").read_bytes(), b"p { margin: 0 }\n")


class FoundMissing(FolderCase):
    def test_a_folder_that_somebody_missed_before_its_watcher_did_is_told_when_it_is_back(self) -> None:
        site = self.tied()
        told: list[object] = []
        with mock.patch.object(Watcher, "_run"), mock.patch("hillpin.folders.follow.board.tell", lambda number, news: told.append(news["kind"])):
            watchers.follow(site)
            self.addCleanup(watchers.leave, site.pk)
            away = self.root.parent / "away"
            os.rename(self.root, away)
            self.assertIn("is not there", watchers.trouble(site))
            os.rename(away, self.root)
            # The watcher looks again, and only now learns that anything was the matter.
            watcher = watchers._running[site.pk]
            self.assertTrue(watcher._was_missed.is_set())
            watcher._take(None)
        self.assertEqual((told.count("folder"), watchers.trouble(site)), (2, ""))
