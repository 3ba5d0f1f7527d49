"""The person's pages stay in their sandbox, and nobody else's pages reach the API."""

from __future__ import annotations

import json

from django.conf import settings
from django.test import TestCase
from hillpin.origins import name_of
from hillpin.sites.preview import with_script
from hillpin.sites.store import NewFile, add_site

PAGE = b"<!doctype html><html><head><title>t</title><script>alert(1)</script></head><body><img src=a.png></body></html>"


class Guard(TestCase):
    def setUp(self) -> None:
        self.site = add_site(
            "Orra", [NewFile("index.html", PAGE), NewFile("a.css", b"p{}"), NewFile("fonts/x.woff2", b"wOF2")]
        )

    @property
    def pages(self) -> str:
        return f"/pages/{self.site.pk}-{name_of(self.site)}/"

    def test_the_api_refuses_other_origins(self) -> None:
        for headers in (
            {"HTTP_ORIGIN": "null"},
            {"HTTP_ORIGIN": "http://elsewhere.example"},
            {"HTTP_SEC_FETCH_SITE": "cross-site"},
        ):
            self.assertEqual(self.client.get("/api/sites", **headers).status_code, 403, headers)
            self.assertEqual(
                self.client.post(
                    "/api/sites", data=json.dumps({"name": "x"}), content_type="application/json", **headers
                ).status_code,
                403,
            )
        self.assertEqual(
            self.client.get(
                "/api/sites", HTTP_ORIGIN="http://testserver", HTTP_SEC_FETCH_SITE="same-origin"
            ).status_code,
            200,
        )

    def test_a_body_that_cannot_be_read_is_said_so(self) -> None:
        for body in (b"\x00", b"{", b"\xff\xfe"):
            answer = self.client.post("/api/sites", body, content_type="application/json")
            self.assertEqual((answer.status_code, answer.json()["detail"]), (400, "The request cannot be read: its body is not JSON in UTF-8."))

    def test_hosts_that_are_not_this_machine_are_refused(self) -> None:
        self.assertEqual(self.client.get("/api/sites", HTTP_HOST="evil.example").status_code, 400)

    def test_previews_are_sandboxed_without_their_own_origin(self) -> None:
        answer = self.client.get(f"{self.pages}index.html")
        policy = answer.headers["Content-Security-Policy"]
        self.assertIn("sandbox allow-scripts;", policy)
        self.assertNotIn("allow-same-origin", policy)
        for part in (
            "default-src 'none'",
            "connect-src 'none'",
            "form-action 'none'",
            "webrtc 'block'",
            "frame-ancestors http://testserver",
        ):
            self.assertIn(part, policy)
        nonce = policy.split("'nonce-")[1].split("'")[0]
        self.assertEqual(answer.content.count(f'nonce="{nonce}"'.encode()), 1)

    def test_each_preview_has_a_nonce_of_its_own(self) -> None:
        first, second = (
            self.client.get(f"{self.pages}index.html").headers["Content-Security-Policy"]
            for _ in range(2)
        )
        self.assertNotEqual(first, second)

    def test_pictures_come_from_the_site_only(self) -> None:
        policy = self.client.get(f"{self.pages}index.html").headers["Content-Security-Policy"]
        self.assertIn(f"img-src http://testserver{self.pages} data:;", policy)

    def test_fonts_may_be_read_by_the_frame(self) -> None:
        answer = self.client.get(f"{self.pages}fonts/x.woff2")
        self.assertEqual(
            (answer.headers["Content-Type"], answer.headers["Access-Control-Allow-Origin"]),
            ("font/woff2", "null"),
        )

    def test_nothing_else_may_be_read_by_other_origins(self) -> None:
        for path in (f"{self.pages}index.html", f"{self.pages}a.css", "/api/sites", "/", "/none"):
            self.assertNotIn("Access-Control-Allow-Origin", self.client.get(path).headers, path)

    def test_names_that_are_guessed_show_nothing(self) -> None:
        other = add_site("Vey", [NewFile("index.html", PAGE)])
        for name in ("", "x", "0" * 40, name_of(other), name_of(self.site)[:-1]):
            self.assertEqual(self.client.get(f"/pages/{self.site.pk}-{name}/index.html").status_code, 404, name)

    def test_every_answer_says_what_it_may_be_used_for(self) -> None:
        """Files of the interface and errors, too."""
        wanted = ("Content-Security-Policy", "Cross-Origin-Resource-Policy", "Permissions-Policy", "X-DNS-Prefetch-Control", "X-Content-Type-Options", "Referrer-Policy")
        script = next((settings.WEB_DIST / "assets").glob("*.js")).name
        for path in ("/", f"/assets/{script}", "/none", "/api/sites", "/api/sites/99999", "/api/none", f"{self.pages}index.html", f"{self.pages}none", "/pages/1-x/y"):
            answer = self.client.get(path)
            self.assertEqual([name for name in wanted if name not in answer.headers], [], (path, answer.status_code))
        self.assertNotIn("unsafe-inline", self.client.get("/").headers["Content-Security-Policy"].split("script-src")[1].split(";")[0])
        self.assertEqual(self.client.get("/").headers["Cross-Origin-Embedder-Policy"], "require-corp")

    def test_names_of_other_hosts_get_nothing_at_all(self) -> None:
        for path in ("/", "/api/sites", f"{self.pages}index.html"):
            answer = self.client.get(path, HTTP_HOST="127.0.0.1.elsewhere.example")
            self.assertEqual((answer.status_code, answer.content), (400, b"This name is not one of Hill Pin's."), path)

    def test_a_missing_file_is_named(self) -> None:
        answer = self.client.get(f"{self.pages}none.css")
        self.assertEqual(
            (answer.status_code, answer.content), (404, b"There is no file none.css in this site.")
        )

    def test_the_frame_script_is_first_in_the_head_and_leaves_the_doctype_first(self) -> None:
        page = with_script(PAGE, "n")
        self.assertTrue(page.startswith(b'<!doctype html><html><head><script nonce="n">'))
        bare = with_script(b"<!DOCTYPE html><p>x", "n")
        self.assertTrue(bare.startswith(b'<!DOCTYPE html><script nonce="n">'))
        self.assertTrue(with_script(b"<p>x", "n").startswith(b'<script nonce="n">'))

    def test_the_application_itself_cannot_be_framed(self) -> None:
        self.assertEqual(self.client.get("/api/sites").headers["X-Frame-Options"], "DENY")
