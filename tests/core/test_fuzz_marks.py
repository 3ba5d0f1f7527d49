"""What a page that was made small is known by."""

from __future__ import annotations

import unittest

from tests.fuzz.newly import marks_of, parts_of

PAGE = """<!DOCTYPE html>
<!-- at 320: 0 body: the browser x 8 -->
<html lang="en"><head><title>t</title><style>
@font-face { font-family: A; src: url("fonts/a.woff2") }
.row { width: 12.5%; gap: 3px;  }
p { float: left;  }
</style><body class="row"><p style="color:red">Words</p><p>x</p></body></html>
"""


class Marks(unittest.TestCase):
    def test_rules_and_body_without_faces_and_notes(self) -> None:
        self.assertEqual(parts_of(PAGE), (".row { width: 12.5%; gap: 3px;  }\np { float: left;  }", '<body class="row"><p style="color:red">Words</p><p>x</p></body></html>'))

    def test_two_pages_with_other_numbers_are_one_cause(self) -> None:
        self.assertEqual(marks_of(PAGE), "p | float: left; gap: 0; width: 0")
        self.assertEqual(marks_of(PAGE), marks_of(PAGE.replace("12.5%", "40em").replace("3px", "-1.5rem")))
        self.assertNotEqual(marks_of(PAGE), marks_of(PAGE.replace("left", "right")))
