"""The line on which Write asks for numbers: what it says, to whom, and what it leaves out."""

from __future__ import annotations

import asyncio
import json
import os
from threading import Thread
from typing import Any

from django.db import connection
from django.test import SimpleTestCase, TestCase, TransactionTestCase
from hillpin.numbers.line import Talk, answer_to, asks_hill, listens_to, serve_line
from hillpin.sites.models import Site, SiteFile
from hillpin.sites.store import NewFile, add_site, save_file
from hypothesis import given, settings
from hypothesis import strategies as st

PAGE = "<!DOCTYPE html><link rel=stylesheet href=a.css><body><p class=a>one</p><p class=b>two</p></body>"
CSS = "body { margin: 0 }\n.a { width: 100px }\n.b { width: 50% }\n"


class Answers(TestCase):
    def setUp(self) -> None:
        self.site = add_site("Orra", [NewFile("index.html", PAGE.encode()), NewFile("a.css", CSS.encode())])
        self.talk = Talk()

    def ask(self, number: int = 1, **query: Any) -> Any:
        asked = {"ask": number, "site": self.site.pk, "query": {"page": "index.html", "width": 400, **query}}
        return json.loads(answer_to(json.dumps(asked), self.talk))

    def over_http(self, **query: Any) -> Any:
        body = {"page": "index.html", "width": 400, **query}
        return self.client.post(
            f"/api/sites/{self.site.pk}/numbers", body, content_type="application/json"
        ).json()

    def test_the_first_answer_is_what_http_gives(self) -> None:
        told = self.ask(7, selected=1)
        self.assertEqual((told["ask"], told["numbers"]), (7, self.over_http(selected=1)))
        self.assertEqual(told["numbers"]["rects"][2][2], 200)

    def test_later_answers_leave_out_what_is_as_it_was(self) -> None:
        together = self.ask(selected=1)["numbers"]
        drafts = {"a.css": CSS.replace("50%", "25%")}
        told = self.ask(2, selected=1, drafts=drafts)["numbers"]
        # The second paragraph is 100 wide now, and the note beside its line says so; the selected one is as it was.
        self.assertEqual(set(told), {"rects", "notes"})
        self.assertEqual(told["rects"][2][2], 100)
        self.assertEqual({**together, **told}, self.over_http(selected=1, drafts=drafts))
        self.assertEqual(self.ask(3, selected=1, drafts=drafts), {"ask": 3, "numbers": {}})

    def test_a_line_more_moves_rules_and_notes(self) -> None:
        together = self.ask(selected=1)["numbers"]
        drafts = {"a.css": CSS.replace("width: 100px", "\nwidth: 100px")}
        told = self.ask(2, selected=1, drafts=drafts)["numbers"]
        self.assertEqual([rule["line"] for rule in told["rules"]], [1, 2, 4])
        self.assertEqual({**together, **told}, self.over_http(selected=1, drafts=drafts))

    def test_an_error_is_a_sentence_and_forgets_nothing(self) -> None:
        together = self.ask()["numbers"]
        told = self.ask(2, page="none.html")
        self.assertEqual(told["ask"], 2)
        self.assertIn("none.html", told["error"])
        self.assertEqual(self.ask(3), {"ask": 3, "numbers": {}})
        self.assertEqual(together["rects"][1][2], 100)

    def test_a_hill(self) -> None:
        hill = {"page": "index.html", "selected": 2, "start": 300, "end": 500}
        text = json.dumps({"ask": 5, "site": self.site.pk, "hill": hill})
        self.assertTrue(asks_hill(text))
        told = json.loads(answer_to(text, self.talk))
        # Half of the viewport all the way.
        self.assertEqual(told["hill"]["points"], [{"at": 300, "width": 150.0}, {"at": 500, "width": 250.0}])
        self.assertEqual((told["ask"], self.talk.turn), (5, 0))
        over_http = self.client.post(
            f"/api/sites/{self.site.pk}/hill", hill, content_type="application/json"
        ).json()
        self.assertEqual(told["hill"], over_http)
        self.assertFalse(asks_hill(json.dumps({"ask": 1, "site": 1, "query": {"page": "hill"}})))

    def test_what_is_not_understood(self) -> None:
        for text in (
            "",
            "[]",
            '{"ask": 1}',
            json.dumps({"ask": 1, "site": 1, "query": {"page": "a", "width": -1}}),
        ):
            self.assertIn("not understood", json.loads(answer_to(text, Talk()))["error"], text)
        gone = {"ask": 4, "site": self.site.pk + 1, "query": {"page": "index.html", "width": 400}}
        self.assertEqual(
            json.loads(answer_to(json.dumps(gone), Talk())),
            {"ask": 4, "error": "There is no such site any more."},
        )


VALUES = st.recursive(
    st.none() | st.booleans() | st.integers(-(2**70), 2**70) | st.floats() | st.text(max_size=12) | st.sampled_from(["index.html", "a.css", 400, 1]),
    lambda inner: st.lists(inner, max_size=3) | st.dictionaries(st.text(max_size=6), inner, max_size=3),
    max_leaves=6,
)
NAMES = ("page", "width", "height", "selected", "pseudo", "drafts", "fonts", "start", "end")
QUERIES = st.fixed_dictionaries({}, optional={"page": st.just("index.html") | VALUES, "width": st.integers(1, 2000) | VALUES, "selected": st.integers(-3, 9) | VALUES, "start": st.integers(-9, 3000), "end": st.integers(-9, 3000)}) | st.dictionaries(st.sampled_from(NAMES), VALUES)
MESSAGES = st.fixed_dictionaries({}, optional={"ask": st.integers() | VALUES, "site": st.integers(0, 3) | VALUES, "query": QUERIES | VALUES, "hill": QUERIES | VALUES, "listen": VALUES})
MANY = int(os.environ.get("HILLPIN_MESSAGES", "250"))


class Malformed(TestCase):
    def setUp(self) -> None:
        self.site = add_site("Orra", [NewFile("index.html", PAGE.encode()), NewFile("a.css", CSS.encode())])

    def test_whatever_is_asked_is_answered_in_words_and_the_line_stays(self) -> None:
        talk = Talk()

        @settings(max_examples=MANY, derandomize=True, database=None)
        @given(st.text(max_size=40) | MESSAGES.map(json.dumps) | st.tuples(MESSAGES.map(json.dumps), st.integers(0, 80)).map(lambda cut: cut[0][: cut[1]]))
        def holds(text: str) -> None:
            listens_to(text)
            asks_hill(text)
            told = json.loads(answer_to(text, talk))
            self.assertTrue({"numbers", "hill", "error"} & told.keys())
            self.assertNotIn("the server's log says why", told.get("error", ""))

        holds()
        asked = {"ask": 9, "site": self.site.pk, "query": {"page": "index.html", "width": 400}}
        self.assertEqual(json.loads(answer_to(json.dumps(asked), Talk()))["numbers"]["rects"][2][2], 200)


class OtherConnections(TransactionTestCase):
    def test_what_another_connection_saved_is_seen(self) -> None:
        site = add_site("Orra", [NewFile("index.html", PAGE.encode()), NewFile("a.css", CSS.encode())])
        asked = json.dumps({"ask": 1, "site": site.pk, "query": {"page": "index.html", "width": 400}})
        talk = Talk()
        self.assertEqual(json.loads(answer_to(asked, talk))["numbers"]["rects"][1][2], 100)
        # Nothing was written: nothing is read again.
        with self.assertNumQueries(0):
            self.assertEqual(json.loads(answer_to(asked, talk))["numbers"], {})

        def save() -> None:
            file = SiteFile.objects.get(site=site, path="a.css")
            save_file(site, "a.css", CSS.replace("100px", "130px").encode(), file.revision)
            connection.close()

        other = Thread(target=save)
        other.start()
        other.join()
        self.assertEqual(json.loads(answer_to(asked, talk))["numbers"]["rects"][1][2], 130)
        Site.objects.get(pk=site.pk).delete()
        self.assertEqual(json.loads(answer_to(asked, talk))["error"], "There is no such site any more.")


class Handshakes(SimpleTestCase):
    def sent(self, **headers: str) -> list[str]:
        """What a handshake with some headers is answered with, the browser hanging up after it."""
        told: list[str] = []
        waiting = [{"type": "websocket.connect"}, {"type": "websocket.disconnect"}]

        async def receive() -> dict[str, Any]:
            return waiting.pop(0)

        async def send(message: dict[str, Any]) -> None:
            told.append(message["type"].removeprefix("websocket."))

        scope = {"headers": [(name.encode(), value.encode()) for name, value in headers.items()]}
        # In a thread of its own: the browser's driver, where it has been started, runs a loop in this one.
        other = Thread(target=lambda: asyncio.run(serve_line(scope, receive, send)))
        other.start()
        other.join()
        return told

    def test_only_the_servers_own_pages_are_answered(self) -> None:
        own = "127.0.0.1:8800"
        self.assertEqual(self.sent(host=own, origin=f"http://{own}"), ["accept"])
        self.assertEqual(self.sent(host="localhost:8800", origin="http://localhost:8800"), ["accept"])
        for origin in (
            "null",
            "http://127.0.0.1:8801",
            "http://skerry.example",
            f"http://{own}.skerry.example",
        ):
            self.assertEqual(self.sent(host=own, origin=origin), ["close"], origin)
        self.assertEqual(self.sent(host=own), ["close"])

    def test_a_host_that_is_not_this_one(self) -> None:
        self.assertEqual(self.sent(host="skerry.example", origin="http://skerry.example"), ["close"])
