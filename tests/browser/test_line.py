"""The line on which numbers come: used while it is open, done without where it is not."""

from __future__ import annotations

from playwright.sync_api import WebSocketRoute, expect

from .base import InterfaceCase


class TheLine(InterfaceCase):
    def requests_of_an_edit(self) -> list[str]:
        """The requests for numbers over HTTP while the page's widest box is made narrower."""
        asked: list[str] = []
        self.page.on(
            "request", lambda request: asked.append(request.url) if request.url.endswith("/numbers") else None
        )
        self.open_styles()
        self.change("1080px", "500px")
        working = self.page.get_by_role("region", name="Working")
        expect(working).to_contain_text("548.00")
        return asked

    def test_numbers_come_on_the_line_and_not_by_requests(self) -> None:
        self.open_write()
        self.page.wait_for_timeout(500)
        self.assertEqual(self.requests_of_an_edit(), [])

    def test_numbers_come_by_requests_where_the_line_does_not_open(self) -> None:
        self.page.route_web_socket("**/api/line", lambda socket: socket.close())
        self.open_write()
        self.assertNotEqual(self.requests_of_an_edit(), [])

    def test_numbers_go_on_after_the_line_breaks(self) -> None:
        lines: list[WebSocketRoute] = []
        self.page.route_web_socket(
            "**/api/line", lambda socket: (socket.connect_to_server(), lines.append(socket))
        )
        self.open_write()
        self.page.wait_for_timeout(500)
        # The server hangs up while questions are on their way: they are asked again by requests, and a new line opens.
        lines[0].close()
        self.requests_of_an_edit()
        self.page.wait_for_timeout(2_000)
        self.assertEqual(len(lines), 2)
        self.change("500px", "600px")
        expect(self.page.get_by_role("region", name="Working")).to_contain_text("648.00")
