"""Computing apart: workers that hang, die or grow, and what goes on meanwhile."""

from __future__ import annotations

import json
import os
import subprocess
import sys
import time
from pathlib import Path
from threading import Thread

from django.db import connection
from django.test import SimpleTestCase, TransactionTestCase
from hillpin import computing
from hillpin.computing import apart
from hillpin.computing.pool import MOST_WAITING, Pool, running
from hillpin.computing.worker import _function
from hillpin.core.errors import InputError
from hillpin.numbers.line import Talk, answer_to
from hillpin.numbers.surroundings import SiteSurroundings
from hillpin.sites.store import NewFile, add_site
from ninja import Schema

PAGE = "<!DOCTYPE html><link rel=stylesheet href=a.css><body><p class=a>one</p></body>"


class About(Schema):
    page: str = "index.html"
    drafts: dict[str, str] = {}
    word: str = ""


@apart(0.3)
def spin(request: None, payload: About) -> str:
    while True:
        pass


@apart(600.0)
def forever(request: None, payload: About) -> str:
    while True:
        pass


@apart(5.0)
def die(request: None, payload: About) -> str:
    os._exit(3)


@apart(20.0)
def grow(request: None, payload: About) -> int:
    return len(bytearray(700 * 1024 * 1024))


@apart(60.0)
def grow_slowly(request: None, payload: About) -> int:
    """Grows until nothing is left, not even for the answer that says so."""
    kept: list[bytes] = []
    while True:
        kept.append(bytes(64))


@apart(5.0)
def refuse(request: None, payload: About) -> str:
    raise InputError(f"Not {payload.word}.")


@apart(5.0)
def fail(request: None, payload: About) -> str:
    raise ZeroDivisionError


@apart(5.0)
def process_of(request: None, payload: About) -> int:
    return os.getpid()


@apart(20.0, "slow", only_newest=True)
def wait_for_stop(request: None, payload: About, order: int = 0) -> str:
    while payload.word == "old" and not computing.stop_asked():
        pass
    if payload.word == "old":
        raise InputError("Stopped.")
    return payload.word


def not_marked() -> str:
    return "never"


class Workers(TransactionTestCase):
    pool: Pool

    def setUp(self) -> None:
        self.site = add_site("Orra", [NewFile("index.html", PAGE.encode()), NewFile("a.css", b".a { width: 100px }")])
        self.pool = computing.begin(SiteSurroundings())
        self.addCleanup(computing.end)

    def test_an_answer_comes_from_another_process(self) -> None:
        number = process_of(None, payload=About())
        self.assertNotEqual(number, os.getpid())
        # A page stays with its worker, which has it in its hands.
        self.assertEqual(process_of(None, payload=About()), number)

    def test_what_it_raises_is_raised_here(self) -> None:
        with self.assertRaisesMessage(InputError, "Not so."):
            refuse(None, payload=About(word="so"))

    def test_a_worker_that_hangs_is_replaced(self) -> None:
        before = process_of(None, payload=About())
        with self.assertRaisesMessage(computing.Unanswered, "index.html was not worked out within 0.3 seconds"):
            spin(None, payload=About())
        # The same page with another text is tried, by another worker; the page as it was is not, for a while.
        after = process_of(None, payload=About(drafts={"index.html": "other"}))
        self.assertNotEqual(after, before)
        self.assertFalse(_is_there(before))
        with self.assertRaises(computing.Unanswered):
            process_of(None, payload=About())

    def test_a_worker_that_dies_or_wants_too_much_is_replaced(self) -> None:
        with self.assertRaisesMessage(computing.Unanswered, "a.html broke what computes it"):
            die(None, payload=About(page="a.html"))
        with self.assertRaisesMessage(computing.Unanswered, "b.html needs more than 600 MB"):
            grow(None, payload=About(page="b.html"))
        with self.assertRaisesMessage(computing.Unanswered, "c.html needs more than 600 MB"):
            grow_slowly(None, payload=About(page="c.html"))
        self.assertGreater(process_of(None, payload=About(page="d.html")), 0)

    def test_an_error_of_ours_is_a_sentence(self) -> None:
        with self.assertLogs("hillpin.computing.pool", "ERROR") as logged, self.assertRaisesMessage(computing.Unanswered, "the server's log says why"):
            fail(None, payload=About())
        self.assertIn("ZeroDivisionError", logged.output[0])

    def test_an_older_question_is_stopped(self) -> None:
        said: list[str] = []

        def ask_old() -> None:
            try:
                said.append(wait_for_stop(None, payload=About(word="old")))
            except InputError as error:
                said.append(str(error))
            finally:
                connection.close()

        thread = Thread(target=ask_old)
        thread.start()
        while self.pool.waiting() == 0:
            time.sleep(0.001)
        self.assertEqual(wait_for_stop(None, payload=About(word="new")), "new")
        thread.join()
        self.assertEqual(said, ["A newer one was asked for."])

    def test_those_that_are_not_wanted_any_more_do_not_wait(self) -> None:
        """While one worker is busy, any number of newer questions may come: only the last of them waits."""
        slot = self.pool._slot(("slow", None, "index.html"))
        said: list[str] = []

        def ask(word: str) -> None:
            try:
                said.append(wait_for_stop(None, payload=About(word=word)))
            except InputError as error:
                said.append(str(error))
            finally:
                connection.close()

        with slot.lock:
            threads = []
            for number in range(3 * MOST_WAITING):
                threads.append(Thread(target=ask, args=(f"question {number}",)))
                threads[-1].start()
                # The one before has left before the next but one comes.
                while len(said) < number:
                    time.sleep(0.001)
        for thread in threads:
            thread.join()
        self.assertEqual(said, ["A newer one was asked for."] * (3 * MOST_WAITING - 1) + [f"question {3 * MOST_WAITING - 1}"])

    def test_the_order_in_which_questions_came_counts(self) -> None:
        """Threads may ask the pool in another order: the newer question was not asked for in vain."""
        older, newer = computing.next_place(), computing.next_place()
        self.assertEqual(wait_for_stop(None, payload=About(word="new"), order=newer), "new")
        with self.assertRaisesMessage(InputError, "A newer one was asked for."):
            wait_for_stop(None, payload=About(word="older"), order=older)
        self.assertEqual(wait_for_stop(None, payload=About(word="newest")), "newest")

    def test_a_question_that_was_not_tried_says_that_it_may_be_asked_again(self) -> None:
        """Over HTTP, questions that wait beyond the bound are told apart from such as ask for too much."""
        slot = self.pool._slot(("numbers", self.site.pk, "index.html"))
        for _ in range(MOST_WAITING + 1):
            slot._room.acquire()
        asked = {"page": "index.html", "width": 400}
        answer = self.client.post(f"/api/sites/{self.site.pk}/numbers", asked, content_type="application/json")
        self.assertEqual((answer.status_code, answer.json()), (422, {"detail": "index.html waits behind too many other questions. Ask again in a moment.", "again": True}))
        on_the_line = json.loads(answer_to(json.dumps({"ask": 3, "site": self.site.pk, "query": asked}), Talk()))
        self.assertEqual(on_the_line, {"ask": 3, "error": answer.json()["detail"], "again": True})
        slot._room.release()
        self.assertEqual(self.client.post(f"/api/sites/{self.site.pk}/numbers", asked, content_type="application/json").status_code, 200)

    def test_only_what_is_marked_is_answered(self) -> None:
        with self.assertRaises(LookupError):
            _function("tests.server.test_computing", "not_marked")
        with self.assertRaises(LookupError):
            _function("os", "getpid")

    def test_numbers_are_those_that_are_worked_out_here(self) -> None:
        asked = {"page": "index.html", "width": 400}
        apart_ = self.client.post(f"/api/sites/{self.site.pk}/numbers", asked, content_type="application/json").json()
        computing.end()
        here = self.client.post(f"/api/sites/{self.site.pk}/numbers", asked, content_type="application/json").json()
        self.assertEqual(apart_, here)
        self.assertEqual(apart_["rects"][1][2], 100)

    def test_no_worker_is_left_when_the_pool_ends(self) -> None:
        number = process_of(None, payload=About())
        computing.end()
        self.assertIsNone(running())
        self.assertFalse(_is_there(number))


class KilledServers(SimpleTestCase):
    def test_no_worker_outlives_its_server(self) -> None:
        """The server is killed while a worker hangs in a question: nobody is left to end it but the kernel."""
        server = subprocess.Popen([sys.executable, "-m", "tests.server.hanging_server"], stdout=subprocess.PIPE, text=True)
        assert server.stdout is not None
        workers = [int(word) for word in server.stdout.readline().split()]
        self.assertTrue(workers and all(_is_there(one) for one in workers))
        server.kill()
        server.wait()
        server.stdout.close()
        for one in workers:
            while _is_there(one):
                time.sleep(0.01)


def _is_there(process: int) -> bool:
    """Whether a process runs; one that is dead and not buried yet does not."""
    try:
        state = Path(f"/proc/{process}/stat").read_text().rpartition(")")[2].split()[0]
    except OSError:
        return False
    return state not in ("Z", "X")
