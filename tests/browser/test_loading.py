"""What a first visit loads: each place is a script of its own."""

from __future__ import annotations

from playwright.sync_api import Response, expect

from .base import InterfaceCase

MOST_FOR_SITES = 350_000
"""Bytes before compression, of everything that the list of sites needs: document, scripts, styles, fonts, answers."""


class FirstVisit(InterfaceCase):
    keeps_tab = False

    def loaded(self, path: str, heading: str) -> dict[str, int]:
        answers: list[Response] = []
        self.page.on("response", lambda answer: answers.append(answer))
        self.open(path)
        expect(self.page.get_by_text(heading).first).to_be_visible()
        self.page.evaluate("document.fonts.ready")
        return {answer.url.split("/")[-1]: len(answer.body()) for answer in answers if answer.ok}

    def test_sites_loads_no_other_place(self) -> None:
        sizes = self.loaded("/", "Skerry Line")
        scripts = {name for name in sizes if name.endswith(".js")}
        self.assertTrue(any(name.startswith("index-") for name in scripts), scripts)
        self.assertFalse([name for name in scripts if name.split("-")[0].endswith("Place")], scripts)
        self.assertLess(sum(sizes.values()), MOST_FOR_SITES, sizes)

    def test_survey_loads_no_editor(self) -> None:
        sizes = self.loaded(f"/sites/{self.site.pk}/survey", "Skerry Line")
        scripts = {name.split("-")[0] for name in sizes if name.endswith(".js")}
        self.assertIn("SurveyPlace", scripts)
        self.assertNotIn("WritePlace", scripts)
