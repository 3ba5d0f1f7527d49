"""One tab that goes on from test to test: a new one costs a process, which reads the application's scripts anew."""

from __future__ import annotations

from typing import Any

from playwright.sync_api import BrowserContext, Error, Page

from tests.chromium import TIMEOUT, browser

WALKS_NOT = "try { localStorage.setItem('hillpin.walks-behind', 'no') } catch {}"

LISTENS = """(() => {
  const asked = window.asked = [], fetched = window.fetch;
  window.fetch = (what, how) => {
    const question = { said: `${how?.method ?? what.method ?? 'GET'} ${what.url ?? what}`, answer: 'no answer yet' };
    asked.push(question);
    if (asked.length > 30) asked.shift();
    const answer = fetched(what, how);
    // What is given up may be given up while its answer is read.
    answer.then(async told => { question.answer = told.status; if (!told.ok) question.answer += ` ${await told.clone().text()}`; }).catch(failure => { question.answer += `: ${failure}`; });
    return answer;
  };
})()"""
"""Keeps what the application asked last, and what it was answered: told where a test fails."""

_kept: dict[str, Tab] = {}


class Tab:
    """A page of the application in a context of its own, and the errors that were thrown in it."""

    context: BrowserContext
    page: Page
    troubles: list[str]

    def __init__(self, size: tuple[int, int], walks_behind: bool) -> None:
        self.context = browser().new_context(viewport=_viewport(size), accept_downloads=True)
        self.context.set_default_timeout(TIMEOUT)
        if not walks_behind:
            self.context.add_init_script(WALKS_NOT)
        self.context.add_init_script(LISTENS)
        self.page = self.context.new_page()
        self.troubles = []
        self.page.on("pageerror", lambda error: self.troubles.append(str(error)))

    def take_troubles(self) -> list[str]:
        """The errors so far; the next test begins with none."""
        found, self.troubles[:] = list(self.troubles), []
        return found

    def asked(self) -> str:
        """What the application asked last, a line each, with what it was answered; and what it shows."""
        try:
            lines: list[str] = self.page.evaluate("() => [...(window.asked ?? []).map(one => `${one.said}: ${one.answer}`), 'It shows:', document.body.innerText.slice(0, 6000)]")
        except Error as error:
            lines = [str(error)]
        return "\n".join(lines)

    def set_back(self, address: str, size: tuple[int, int]) -> None:
        """As a new tab is, at an address of the application without scripts: nothing stored, routed, opened, pointed at."""
        for other in self.context.pages:
            if other is not self.page:
                other.close()
        self.context.unroute_all(behavior="ignoreErrors")
        self.page.unroute_all(behavior="ignoreErrors")
        self.page.goto(address)
        self.page.evaluate("() => sessionStorage.clear()")
        session = self.context.new_cdp_session(self.page)
        session.send("Storage.clearDataForOrigin", {"origin": address.rsplit("/", 1)[0], "storageTypes": "all"})
        session.detach()
        self.context.clear_cookies()
        self.page.mouse.move(0, 0)
        self.page.emulate_media(color_scheme="null")
        self.page.set_viewport_size(_viewport(size))
        self.take_troubles()


def _viewport(size: tuple[int, int]) -> Any:
    return {"width": size[0], "height": size[1]}


def kept_tab(size: tuple[int, int]) -> Tab:
    """The tab that goes on, made where there is none."""
    if "tab" not in _kept:
        _kept["tab"] = Tab(size, walks_behind=False)
    tab = _kept["tab"]
    tab.page.set_viewport_size(_viewport(size))
    return tab


def drop_tab() -> None:
    """Close the tab that goes on: the next test has a new one."""
    if tab := _kept.pop("tab", None):
        tab.context.close()
