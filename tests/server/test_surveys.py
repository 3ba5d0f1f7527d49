"""Surveys over HTTP: started, followed, stopped, kept, compared; findings accepted."""

from __future__ import annotations

import json
import time
from typing import Any

from django.test import TransactionTestCase
from hillpin.sites.models import SiteFile
from hillpin.sites.store import NewFile, add_site

PAGE = "<!DOCTYPE html><html lang=en><title>t</title><link rel=stylesheet href=a.css><body><main><div class=card>x</div></main></body></html>"
CSS = "body { margin: 0 }\n.card { width: 500px }\n"


class Surveys(TransactionTestCase):
    def setUp(self) -> None:
        self.site = add_site("Orra", [NewFile("index.html", PAGE.encode()), NewFile("a.css", CSS.encode())])
        self.base = f"/api/sites/{self.site.pk}"

    def start(self, status: int = 200, **body: Any) -> Any:
        asked = {"page": "index.html", "start": 320, "end": 700, **body}
        response = self.client.post(
            f"{self.base}/surveys", data=json.dumps(asked), content_type="application/json"
        )
        self.assertEqual(response.status_code, status, response.content)
        return response.json()

    def follow(self, job: str) -> dict[str, Any]:
        """A survey when it has ended."""
        for _ in range(300):
            said: dict[str, Any] = self.client.get(f"{self.base}/surveys/{job}").json()
            if said["state"] != "walking":
                return said
            time.sleep(0.1)
        raise AssertionError("The survey does not end.")

    def kept(self) -> dict[str, Any]:
        answer: dict[str, Any] = self.client.get(f"{self.base}/survey?page=index.html").json()
        return answer

    def test_ways_to_settle_a_finding_are_proved(self) -> None:
        survey = self.follow(self.start(start=240, end=1920)["job"])["survey"]
        found = next(one for one in survey["findings"] if one["kind"] == "page-overflow")
        body = {"page": "index.html", "key": found["key"]}
        started = self.client.post(f"{self.base}/remedies", data=json.dumps(body), content_type="application/json")
        said = self.follow(started.json()["job"])
        self.assertEqual([one["fix"]["after"] for one in said["remedies"]], ["max-width: 500px", "{ max-width: 100%;"])
        self.assertEqual(
            [(one["title"], one["is_better"], one["low"], one["high"]) for one in said["remedies"][0]["changes"]],
            [("Page scrolls sideways", True, 240, 499)],
        )
        gone = self.client.post(f"{self.base}/remedies", data=json.dumps({**body, "key": "x"}), content_type="application/json")
        self.assertIn("not there any more", self.follow(gone.json()["job"])["detail"])

    def test_walked_kept_and_compared(self) -> None:
        said = self.follow(self.start(keep=True, index=2)["job"])
        self.assertEqual((said["state"], said["progress"]), ("done", 1.0))
        found = said["survey"]["findings"][0]
        self.assertEqual(
            (found["kind"], found["selector"], found["low"], found["high"], found["severity"]),
            ("page-overflow", "div.card", 320, 499, "wrong"),
        )
        self.assertEqual(found["fixes"][0]["after"], "max-width: 500px")
        self.assertEqual(
            [(one["at"], one["width"]) for one in said["survey"]["hill"]], [(320, 500.0), (700, 500.0)]
        )
        self.assertEqual((self.kept()["survey"]["end"], self.kept()["differences"]), (700, []))
        SiteFile.objects.filter(site=self.site, path="a.css").update(
            content=CSS.replace("500", "400").encode()
        )
        self.follow(self.start(keep=True)["job"])
        told = [
            (one["kind"], one["is_better"], one["low"], one["high"]) for one in self.kept()["differences"]
        ]
        self.assertEqual(told, [("page-overflow", True, 400, 499)])

    def test_drafts_are_walked_and_not_kept(self) -> None:
        said = self.follow(self.start(drafts={"a.css": "body { margin: 0 }"})["job"])
        self.assertEqual(said["survey"]["findings"], [])
        self.assertIsNone(self.kept()["survey"])

    def test_stopped_by_hand_and_by_the_next(self) -> None:
        first = self.start(end=1900)["job"]
        second = self.start(end=1900)["job"]
        self.assertEqual(self.follow(first)["state"], "stopped")
        self.assertEqual(self.client.delete(f"{self.base}/surveys/{second}").status_code, 204)
        self.assertEqual(self.follow(second)["state"], "stopped")
        self.assertEqual(self.client.get(f"{self.base}/surveys/nothing").status_code, 404)

    def test_what_is_not_taken(self) -> None:
        self.assertIn("There is no file other.html", self.start(422, page="other.html")["detail"])
        self.assertIn("not from 700 to 320", self.start(422, start=700, end=320)["detail"])

    def test_accepting(self) -> None:
        body = {"page": "index.html", "key": "k" * 40, "reason": "It is a print page."}
        self.assertEqual(
            self.client.put(
                f"{self.base}/accepted", data=json.dumps(body), content_type="application/json"
            ).status_code,
            204,
        )
        self.assertEqual(self.kept()["accepted"], [{"key": "k" * 40, "reason": "It is a print page."}])
        refused = self.client.put(
            f"{self.base}/accepted", data=json.dumps({**body, "reason": ""}), content_type="application/json"
        )
        self.assertEqual(refused.status_code, 422)
        self.assertEqual(
            self.client.delete(f"{self.base}/accepted/{'k' * 40}?page=index.html").status_code, 204
        )
        self.assertEqual(self.kept()["accepted"], [])
