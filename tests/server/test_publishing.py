"""Publishing: to a folder, a git tree and the practice server by both protocols; what goes wrong leaves the target as it was."""

from __future__ import annotations

import json
import os
import subprocess
import sys
import tempfile
import unittest
import urllib.error
import urllib.request
from collections.abc import Callable
from pathlib import Path
from typing import Any, ClassVar
from unittest import mock

from hillpin.practice import Behaviour
from hillpin.publishing import secrets
from hillpin.publishing.committing import check_tree, commit
from hillpin.publishing.sending import SendStopped, changes_of, put_back, recover, send, sends_kept
from hillpin.publishing.targets import STATE, FolderPlace, Place, PlaceFault, SftpPlace, WebdavPlace
from hillpin.publishing.targets.sftp_place import SftpAccess

OLD = {"index.html": b"<h1>Old</h1>", "islands/vey.html": b"<p>Vey</p>" * 90, "islands/hamm.html": b"<p>Hamm</p>", "boat.png": bytes(range(256)) * 700}
NEW = {**{path: content for path, content in OLD.items() if path != "islands/hamm.html"}, "index.html": b"<h1>New</h1>", "crew/\u00f8re & co.html": b"<p>Crew"}


def shown(place: Place) -> dict[str, bytes | None]:
    """What stands there, without what publishing keeps for itself."""
    return {path: place.read(path) for path in place.sizes() if not path.startswith(f"{STATE}/")}


class FolderTarget(unittest.TestCase):
    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.root = Path(folder.name)
        self.place = FolderPlace(self.root)

    def test_only_what_changed_goes_and_comes_back(self) -> None:
        first = send(self.place, OLD)
        self.assertEqual((first.files, first.bytes, shown(self.place)), (4, sum(map(len, OLD.values())), OLD))
        changes = changes_of(self.place, NEW)
        self.assertEqual((changes.new, changes.changed, changes.gone, len(changes.same)), (["crew/\u00f8re & co.html"], ["index.html"], ["islands/hamm.html"], 2))
        told: list[float] = []
        second = send(self.place, NEW, told.append)
        self.assertEqual((second.files, second.bytes, shown(self.place), told[-1]), (3, 12 + 7, NEW, 1.0))
        self.assertEqual(send(self.place, NEW).files, 0)
        self.assertEqual((put_back(self.place), shown(self.place)), (2, OLD))
        # The state that was put back is what the next comparison begins from.
        self.assertEqual(changes_of(self.place, OLD).count, 0)
        self.assertEqual((put_back(self.place), shown(self.place)), (1, {}))
        with self.assertRaisesRegex(PlaceFault, "nothing to put back"):
            put_back(self.place)

    def test_what_other_hands_changed_is_told_kept_and_comes_back(self) -> None:
        send(self.place, OLD)
        (self.root / "index.html").write_bytes(b"<h1>By another</h1>")
        (self.root / "notes.txt").write_bytes(b"not ours")
        changes = changes_of(self.place, NEW)
        self.assertEqual((changes.foreign, changes.gone), (["index.html"], ["islands/hamm.html"]))
        # Of the same length: only reading every byte tells it.
        (self.root / "boat.png").write_bytes(OLD["boat.png"][::-1])
        self.assertEqual((changes_of(self.place, OLD).changed, changes_of(self.place, OLD, thorough=True).changed), (["index.html"], ["boat.png", "index.html"]))
        send(self.place, NEW)
        self.assertEqual((self.root / "notes.txt").read_bytes(), b"not ours")
        put_back(self.place)
        self.assertEqual((self.root / "index.html").read_bytes(), b"<h1>By another</h1>")

    def test_a_folder_that_had_the_files_before_the_first_send(self) -> None:
        (self.root / "index.html").write_bytes(OLD["index.html"])
        (self.root / "boat.png").write_bytes(b"x")
        changes = changes_of(self.place, OLD)
        self.assertEqual((changes.same, changes.changed, changes.foreign), (["index.html"], ["boat.png"], ["boat.png"]))

    def test_nothing_leads_out_of_the_folder(self) -> None:
        outside = tempfile.TemporaryDirectory()
        self.addCleanup(outside.cleanup)
        (self.root / "out").symlink_to(outside.name)
        with self.assertRaisesRegex(PlaceFault, "nothing is written behind one"):
            send(self.place, {"out/x.html": b"x"})
        for path in ("../x", "/etc/x", "a/../../x", "a//b"):
            with self.assertRaises(PlaceFault):
                self.place.write(path, b"x")
        self.assertEqual(list(Path(outside.name).iterdir()), [])
        # A journal that someone else wrote there leads nowhere either.
        journal = self.root / STATE / "before" / "1" / "journal.json"
        journal.parent.mkdir(parents=True)
        journal.write_text(json.dumps({"state": "under way", "steps": [["../../x", None, True]], "manifest": None}))
        self.assertFalse(recover(self.place))

    def test_a_stop_leaves_everything_and_the_rest_goes_on(self) -> None:
        send(self.place, OLD)
        asked = iter([True, False])
        with self.assertRaises(SendStopped):
            send(self.place, NEW, wanted=lambda: next(asked))
        self.assertEqual((shown(self.place), len(self.place.sizes(f"{STATE}/incoming"))), (OLD, 1))
        with mock.patch.object(FolderPlace, "write", autospec=True, side_effect=FolderPlace.write) as write:
            send(self.place, NEW)
        self.assertEqual([one.args[1] for one in write.mock_calls if "incoming" in one.args[1]][1:], [])
        self.assertEqual(shown(self.place), NEW)

    def test_full_without_right_gone_and_refused_in_sentences(self) -> None:
        send(self.place, OLD)
        for code, words in ((28, "is full"), (13, "gives no right to write"), (36, "refuses the name"), (2, "is gone"), (5, "says: ")):
            with self.subTest(code), mock.patch.object(Path, "write_bytes", side_effect=OSError(code, os.strerror(code))), self.assertRaisesRegex(PlaceFault, f"{words}.*as it was there"):
                send(self.place, NEW)
            self.assertEqual(shown(self.place), OLD)
        with self.assertRaisesRegex(PlaceFault, "is not there"):
            FolderPlace(self.root / "none")

    def test_only_the_last_sends_are_kept(self) -> None:
        for number in range(8):
            send(self.place, {"index.html": f"<p>{number}".encode()})
        self.assertEqual(sends_kept(self.place), [8, 7, 6, 5, 4])
        self.assertEqual({path.split("/")[2] for path in self.place.sizes(f"{STATE}/before")}, {"4", "5", "6", "7", "8"})
        for number in range(6, 2, -1):
            put_back(self.place)
            self.assertEqual(shown(self.place), {"index.html": f"<p>{number}".encode()})


class GitTarget(unittest.TestCase):
    def test_what_is_sent_is_committed_and_nothing_else(self) -> None:
        with tempfile.TemporaryDirectory() as name:
            root = Path(name)

            def git(*words: str) -> str:
                return subprocess.run(["git", "-C", name, *words], check=True, capture_output=True, text=True).stdout

            with self.assertRaisesRegex(PlaceFault, "git says"):
                check_tree(root)
            git("init", "--quiet")
            git("config", "user.name", "Marit")
            git("config", "user.email", "marit@example.org")
            check_tree(root)
            send(FolderPlace(root), OLD)
            self.assertNotEqual(commit(root, sorted(OLD), "The first boats"), "")
            self.assertEqual(git("log", "--format=%s").split("\n")[0], "The first boats")
            self.assertEqual(git("ls-files", "-z").strip("\0").split("\0"), sorted(OLD))
            self.assertEqual(git("status", "--porcelain"), "")
            self.assertEqual(commit(root, [], "x"), "")
            changes = changes_of(FolderPlace(root), NEW)
            send(FolderPlace(root), NEW)
            commit(root, [*changes.new, *changes.changed, *changes.gone], "Crew")
            self.assertEqual(git("status", "--porcelain"), "")
            (root / "mine.txt").write_text("x")
            with self.assertRaisesRegex(PlaceFault, r"mine.txt changed and is not committed"):
                check_tree(root)


class PracticeCase(unittest.TestCase):
    """A practice server, which both protocols speak to."""

    folder: ClassVar[Path]
    access: ClassVar[dict[str, Any]]
    process: ClassVar[subprocess.Popen[str]]

    @classmethod
    def setUpClass(cls) -> None:
        made = tempfile.TemporaryDirectory()
        cls.addClassCleanup(made.cleanup)
        cls.folder = Path(made.name)
        cls.process = subprocess.Popen([sys.executable, "-m", "hillpin.practice", made.name], stdin=subprocess.PIPE, stdout=subprocess.PIPE, text=True, cwd=Path(__file__).resolve().parents[2])
        cls.addClassCleanup(cls.process.wait)
        cls.addClassCleanup(cls.process.kill)
        assert cls.process.stdout is not None
        cls.access = json.loads(cls.process.stdout.readline())
        cls.addClassCleanup(cls.process.stdout.close)
        assert cls.process.stdin is not None
        cls.addClassCleanup(cls.process.stdin.close)

    def setUp(self) -> None:
        self.behaviour = Behaviour(self.folder)
        self.behaviour.tell("none")

    def sftp(self, **other: Any) -> SftpPlace:
        given = {"host": "127.0.0.1", "port": self.access["sftp"], "user": self.access["user"], "password": self.access["password"], **other}
        return SftpPlace(SftpAccess(**given))

    def webdav(self, **other: Any) -> WebdavPlace:
        return WebdavPlace(f"http://127.0.0.1:{other.get('port', self.access['webdav'])}/", self.access["user"], other.get("password", self.access["password"]))

    def each(self) -> list[tuple[str, Callable[[], Place]]]:
        return [("SFTP", self.sftp), ("WebDAV", self.webdav)]

    def emptied(self, place: Place) -> None:
        for path in place.sizes():
            place.remove(path)

    def got(self, path: str) -> bytes:
        with urllib.request.urlopen(f"http://127.0.0.1:{self.access['web']}/{path}") as answer:
            return bytes(answer.read())


class Servers(PracticeCase):
    def test_sent_served_kept_and_put_back(self) -> None:
        for name, begin in self.each():
            with self.subTest(name):
                place = begin()
                self.emptied(place)
                send(place, OLD)
                self.assertEqual((shown(place), self.got(""), self.got("boat.png")), (OLD, OLD["index.html"], OLD["boat.png"]))
                earlier = max(int(one.name) for one in (self.folder / "publishings").iterdir())
                self.assertEqual(changes_of(place, NEW).count, 3)
                send(place, NEW)
                self.assertEqual((shown(place), self.got("crew/%C3%B8re%20%26%20co.html")), (NEW, b"<p>Crew"))
                self.assertEqual(self.got(f".publishings/{earlier}/index.html"), OLD["index.html"])
                for hidden in (".hillpin/manifest.json", "../practice.json", "%2e%2e/password", ".publishings/x/index.html"):
                    with self.assertRaises(urllib.error.HTTPError) as caught:
                        self.got(hidden)
                    self.assertEqual(caught.exception.code, 404)
                self.assertEqual((put_back(place), shown(place)), (2, OLD))
                place.close()

    def test_whatever_goes_wrong_at_whichever_file_it_is_as_it_was_and_the_next_send_goes_on(self) -> None:
        words = {"drops": "broke off", "full": "is full", "refuses": "gives no right to write"}
        for name, begin in self.each():
            place = begin()
            self.emptied(place)
            send(place, OLD)
            place.close()
            for fault, said in words.items():
                # Two files are staged, then the journal is written, then the three are moved: it breaks at each.
                for after in range(8):
                    with self.subTest(f"{name} {fault} {after}"):
                        place = begin()
                        self.behaviour.tell(fault, after)
                        with self.assertRaisesRegex(PlaceFault, said) as caught:
                            send(place, NEW)
                        self.assertRegex(str(caught.exception), "as it was there|set right first")
                        self.behaviour.tell("none")
                        place.close()
                        place = begin()
                        recover(place)
                        self.assertEqual(shown(place), OLD)
                        place.close()
            place = begin()
            send(place, NEW)
            self.assertEqual(shown(place), NEW)
            place.close()

    def test_a_slow_server_gets_there(self) -> None:
        place = self.sftp()
        self.emptied(place)
        self.behaviour.tell("slow")
        send(place, {"index.html": b"x"})
        self.behaviour.tell("none")
        self.assertEqual(shown(place), {"index.html": b"x"})
        place.close()

    def test_a_server_that_lets_nobody_in_is_another_or_is_not_there(self) -> None:
        place = self.sftp()
        fingerprint = place.fingerprint
        place.close()
        self.sftp(fingerprint=fingerprint).close()
        for begin, words in (
            (lambda: self.sftp(password="wrong"), "does not let practice in"), (lambda: self.sftp(fingerprint="other"), "has another key than before"),
            (lambda: self.sftp(port=9), "No server answers"), (lambda: self.webdav(password="wrong"), "lets nobody in"), (lambda: self.webdav(port=9), "No server answers"),
            (lambda: self.sftp(key_file="/none"), "does not let practice in"),
        ):  # fmt: skip
            with self.subTest(words), self.assertRaisesRegex(PlaceFault, words):
                begin()

    def test_it_shows_only_and_ends_with_who_started_it(self) -> None:
        request = urllib.request.Request(f"http://127.0.0.1:{self.access['web']}/index.html", b"x", method="POST")
        with self.assertRaises(urllib.error.HTTPError) as caught:
            urllib.request.urlopen(request)
        self.assertEqual(caught.exception.code, 405)
        with tempfile.TemporaryDirectory() as name:
            other = subprocess.Popen([sys.executable, "-m", "hillpin.practice", name], stdin=subprocess.PIPE, stdout=subprocess.PIPE, text=True, cwd=Path(__file__).resolve().parents[2])
            assert other.stdin is not None and other.stdout is not None
            other.stdout.readline()
            other.stdin.close()
            self.assertEqual(other.wait(60), 0)
            other.stdout.close()


class Secrets(unittest.TestCase):
    def test_without_a_keyring_they_are_known_until_the_end(self) -> None:
        with mock.patch.object(secrets, "has_keyring", return_value=False):
            self.assertIsNone(secrets.secret_of("a"))
            self.assertFalse(secrets.keep_secret("a", "s"))
            self.assertEqual(secrets.secret_of("a"), "s")
            secrets.forget_secret("a")
            self.assertIsNone(secrets.secret_of("a"))

    def test_with_one_it_keeps_them(self) -> None:
        kept: dict[tuple[str, str], str] = {}
        with (
            mock.patch.object(secrets, "has_keyring", return_value=True),
            mock.patch.object(secrets.keyring, "set_password", lambda service, name, secret: kept.update({(service, name): secret})),
            mock.patch.object(secrets.keyring, "get_password", lambda service, name: kept.get((service, name))),
            mock.patch.object(secrets.keyring, "delete_password", lambda service, name: kept.pop((service, name))),
        ):
            self.assertTrue(secrets.keep_secret("a", "s"))
            secrets._remembered.clear()
            self.assertEqual((secrets.secret_of("a"), kept), ("s", {("hillpin", "a"): "s"}))
            secrets.forget_secret("a")
            self.assertEqual(kept, {})
