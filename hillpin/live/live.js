// Runs in a page at its live address: follows what is saved, and tells the device's viewport and where its boxes are.
(() => {
  "use strict";
  document.currentScript.remove();
  const AT = "/.live/";
  const PLACE = `live place ${location.pathname}`;
  let viewer = localStorage.getItem("live viewer");
  if (!viewer) {
    viewer = [...crypto.getRandomValues(new Uint8Array(12))].map((one) => one.toString(16).padStart(2, "0")).join("");
    localStorage.setItem("live viewer", viewer);
  }
  const page = decodeURIComponent(location.pathname.slice(1)) || "index.html";

  let timer = 0;
  function tell() {
    clearTimeout(timer);
    timer = setTimeout(() => requestAnimationFrame(() => {
      // Boxes count once pictures and fonts are there.
      const isReady = document.readyState === "complete" && document.fonts.status === "loaded";
      const rects = (isReady ? [...document.querySelectorAll("body, body *")] : []).map((element) => {
        const box = element.getBoundingClientRect();
        return element.getClientRects().length ? [box.x + scrollX, box.y + scrollY, box.width, box.height] : null;
      });
      const root = document.documentElement;
      const told = { viewer, page, agent: navigator.userAgent, width: root.clientWidth, height: root.clientHeight, scrollbar: Math.max(innerWidth - root.clientWidth, 0), density: devicePixelRatio, rects };
      fetch(`${AT}report`, { method: "POST", headers: { "Content-Type": "application/json" }, body: JSON.stringify(told) }).catch(() => undefined);
    }), 120);
  }

  function again() {
    sessionStorage.setItem(PLACE, JSON.stringify([scrollX, scrollY]));
    location.reload();
  }

  // A sheet is exchanged in place: the new one is there before the old one goes.
  function exchange(path, revision) {
    const links = [...document.querySelectorAll("link[rel~=stylesheet i][href]")];
    const own = links.filter((link) => decodeURIComponent(new URL(link.href).pathname) === `/${path}`);
    for (const link of own.length ? own : links) {
      const next = link.cloneNode();
      const address = new URL(link.href);
      address.searchParams.set("live", revision);
      next.href = address.href;
      next.addEventListener("load", () => { link.remove(); tell(); document.fonts.ready.then(tell); }, { once: true });
      link.after(next);
    }
    return links.length > 0;
  }

  const events = new EventSource(`${AT}events?viewer=${viewer}`);
  let wasOpen = false;
  events.onopen = () => {
    // What was saved while the line was down was not heard.
    if (wasOpen) again();
    wasOpen = true;
  };
  events.onmessage = (event) => {
    const news = JSON.parse(event.data);
    if (news.kind === "end") { events.close(); return; }
    if (news.kind === "files") { again(); return; }
    const isPage = /\.html?$/i.test(news.path);
    if (/\.css$/i.test(news.path) && exchange(news.path, news.revision)) return;
    if (!isPage || news.path === page) again();
  };

  addEventListener("DOMContentLoaded", () => {
    const kept = sessionStorage.getItem(PLACE);
    if (kept) {
      sessionStorage.removeItem(PLACE);
      const [x, y] = JSON.parse(kept);
      scrollTo(x, y);
      addEventListener("load", () => scrollTo(x, y), { once: true });
    }
    tell();
    document.fonts.ready.then(tell);
  });
  addEventListener("load", () => { tell(); document.fonts.ready.then(tell); });
  addEventListener("resize", tell);
})();
