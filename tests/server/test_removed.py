"""A removed site is as if it were not there, for 30 days can be brought back whole, and then is gone."""

from __future__ import annotations

from datetime import timedelta

from django.utils import timezone
from hillpin.handover.models import SharedReport
from hillpin.plans.models import SitePlan
from hillpin.sites.models import Pin, Revision, Site, SiteFile
from hillpin.sites.moments import name_moment
from hillpin.sites.removed import KEPT, clear_out
from hillpin.sites.store import NewFile, add_site, save_file

from .test_sites import PAGE, SiteTestCase


class Removed(SiteTestCase):
    def setUp(self) -> None:
        self.site = add_site("Orra", [NewFile("index.html", PAGE), NewFile("a.css", b"p {}")])
        save_file(self.site, "a.css", b"p { color: red }", 1)
        name_moment(self.site, "Before the sale")
        SharedReport.objects.create(site=self.site, page="index.html", token="t" * 32, made_at=timezone.now(), content={"page": "index.html", "findings": []})

    def remove(self) -> None:
        self.assertEqual(self.client.delete(f"/api/sites/{self.site.pk}").status_code, 204)

    def test_nothing_answers_for_it(self) -> None:
        self.remove()
        base = f"/api/sites/{self.site.pk}"
        for path in ("", "/zip", "/file?path=a.css", "/plans", "/kept", "/revisions?path=a.css", "/shared-reports", "/targets"):
            answer = self.client.get(base + path)
            self.assertEqual((path, answer.status_code), (path, 404))
        self.assertEqual(self.client.get(base).json()["detail"], "This site was removed. It can be brought back from the list of sites.")
        self.assertEqual(self.send("put", f"/sites/{self.site.pk}/file", {"path": "a.css", "text": "x", "base_revision": 2}).status_code, 404)
        self.assertEqual(self.client.get("/api/sites").json(), [])
        self.assertEqual(self.client.get(f"/api/reports/{'t' * 32}").status_code, 404)
        self.assertEqual(self.client.delete(base).status_code, 404)

    def test_it_comes_back_as_it_was(self) -> None:
        before = (self.read_zip(self.site.pk), self.client.get(f"/api/sites/{self.site.pk}/kept").json(), Pin.objects.count())
        self.remove()
        (told,) = self.client.get("/api/sites/removed").json()
        # Two states of the sheet, of 4 and 16 bytes, and the page.
        self.assertEqual((told["name"], told["file_count"], told["bytes"]), ("Orra", 2, len(PAGE) + 20))
        self.assertEqual(self.send("post", f"/sites/removed/{self.site.pk}/bring-back").status_code, 200)
        self.assertEqual((self.read_zip(self.site.pk), self.client.get(f"/api/sites/{self.site.pk}/kept").json(), Pin.objects.count()), before)
        self.assertEqual(self.client.get("/api/sites/removed").json(), [])
        self.assertEqual(self.send("post", f"/sites/removed/{self.site.pk}/bring-back").status_code, 404)

    def test_it_comes_back_without_its_folder(self) -> None:
        Site.objects.filter(pk=self.site.pk).update(folder="/somewhere")
        self.remove()
        self.assertEqual(self.send("post", f"/sites/removed/{self.site.pk}/bring-back").json()["folder"], "")

    def test_after_thirty_days_it_is_gone_with_all_that_was_kept_of_it(self) -> None:
        self.remove()
        Site.everything.update(removed_at=timezone.now() - KEPT + timedelta(minutes=1))
        self.assertEqual(clear_out(), 0)
        Site.everything.update(removed_at=timezone.now() - KEPT - timedelta(minutes=1))
        self.assertEqual(self.client.get("/api/sites/removed").json(), [])
        counts = [model.objects.count() for model in (Revision, SharedReport, SitePlan, Pin)]
        self.assertEqual((Site.everything.count(), SiteFile.everything.count(), counts), (0, 0, [0, 0, 0, 0]))

    def test_what_is_not_removed_is_not_in_reach(self) -> None:
        for method, path in (("post", f"{self.site.pk}/bring-back"), ("delete", str(self.site.pk)), ("delete", str(10**30))):
            self.assertEqual(self.send(method, f"/sites/removed/{path}").status_code, 404)
        self.assertEqual(Site.objects.count(), 1)
