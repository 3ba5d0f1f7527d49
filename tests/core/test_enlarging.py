"""Pictures that open large on click, as they are written."""

from __future__ import annotations

import unittest

from hillpin.core.authoring import button_rule, enlarging, moved_by_it
from hillpin.core.errors import InputError
from hillpin.core.files import MemoryFiles
from hillpin.core.page import Page

HEAD = "<!DOCTYPE html>\n<html lang=\"en\">\n<head><title>t</title></head>\n<body>\n"
PICTURE = '<img src="reef small.jpg" alt="The &amp; reef">'


def page(body: str) -> str:
    return f"{HEAD}{body}\n</body>\n</html>\n"


class Written(unittest.TestCase):
    def index(self, source: str) -> int:
        return Page(MemoryFiles({"index.html": source})).select("img")[0].index

    def of(self, body: str, way: str) -> str:
        source = page(body)
        return enlarging(source, self.index(source), way).text  # type: ignore[arg-type]

    def test_by_a_link(self) -> None:
        self.assertEqual(self.of(f"  <p>{PICTURE}</p>", "link"), page(f'  <p><a href="reef small.jpg">{PICTURE}</a></p>'))
        self.assertEqual(self.of(f"<p>{PICTURE}</p>", "script"), page(f'<p><a href="reef small.jpg" data-enlarge>{PICTURE}</a></p>'))

    def test_the_largest_file_is_what_opens(self) -> None:
        picture = '<img src="reef.jpg" srcset="reef-480.webp 480w, reef-1920.webp 1920w, reef-960.webp 960w" alt="Reef">'
        self.assertIn('<a href="reef-1920.webp">', self.of(picture, "link"))

    def test_by_a_dialog(self) -> None:
        self.assertEqual(
            self.of(f"  <p>\n    {PICTURE}\n  </p>", "dialog"),
            page(
                "  <p>\n"
                f'    <button type="button" class="enlarges" command="show-modal" commandfor="large-reef-small">{PICTURE}</button>\n'
                "  </p>\n"
                '  <dialog id="large-reef-small" aria-label="The &amp; reef" closedby="any">\n'
                '    <img src="reef small.jpg" alt="The &amp; reef" loading="lazy">\n'
                '    <form method="dialog"><button>Close</button></form>\n'
                "  </dialog>"
            ),
        )

    def test_ids_and_quotes_are_the_pages_own(self) -> None:
        written = self.of("<p id='large-a'><img src='a.jpg' alt='It says \"Vey\"'></p>", "dialog")
        self.assertIn("commandfor='large-a-2'", written)
        self.assertIn("aria-label='It says \"Vey\"'", written)

    def test_what_is_refused(self) -> None:
        for body, way, why in (
            ('<a href="x"><img src="a.jpg" alt="Reef"></a>', "link", "does something when it is clicked already"),
            ('<img src="a.jpg" alt="">', "dialog", "give it an alt first"),
            ('<picture><img src="a.jpg" alt="Reef"></picture>', "link", "no img that stands by itself"),
            ('<img alt="Reef">', "link", "has no src"),
        ):
            with self.subTest(body), self.assertRaisesRegex(InputError, why):
                self.of(body, way)

    def test_what_moves(self) -> None:
        rule = button_rule("  ", "\n")
        self.assertEqual(rule, ".enlarges {\n  padding: 0;\n  border: 0;\n  background: none;\n  cursor: zoom-in;\n}\n")
        source = page('<style>body { margin: 0 } img { display: block; width: 50%; height: 40px } .row { display: flex }</style><p>Reef</p><img src="a.jpg" alt="Reef">')
        before, index = Page(MemoryFiles({"index.html": source})), self.index(source)
        after = Page(MemoryFiles({"index.html": enlarging(source, index, "link").text}))
        self.assertEqual(moved_by_it(before, after, index, 800), "it moves nothing at 320, 768 and 1,280")
        # In a row the link is the item, and half of it is half of what a picture without a file is wide: nothing.
        source = source.replace('<img src="a.jpg" alt="Reef">', '<div class="row"><img src="a.jpg" alt="Reef"></div>')
        before, index = Page(MemoryFiles({"index.html": source})), self.index(source)
        after = Page(MemoryFiles({"index.html": enlarging(source, index, "link").text}))
        self.assertRegex(moved_by_it(before, after, index, 800), r"^it moves or sizes img by \d+(\.\d+)? at 1,280 at most$")


if __name__ == "__main__":
    unittest.main()
