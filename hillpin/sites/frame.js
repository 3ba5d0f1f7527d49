// Runs inside the page under work. Speaks with the application by messages only.
(() => {
  "use strict";
  document.currentScript.remove();
  const send = (message) => parent.postMessage({ pin: true, ...message }, "*");
  const elements = () => [...document.querySelectorAll("body, body *")];
  let scheduled = false;
  let version = 0;

  function measure() {
    scheduled = false;
    const sx = scrollX, sy = scrollY;
    const rects = elements().map((element) => {
      const r = element.getBoundingClientRect();
      return element.getClientRects().length ? [r.x + sx, r.y + sy, r.width, r.height] : null;
    });
    send({
      kind: "measured", version, rects, scroll: [sx, sy], viewport: [innerWidth, innerHeight], fonts: document.fonts.status === "loaded",
      size: [document.documentElement.scrollWidth, document.documentElement.scrollHeight], ...resting(),
    });
  }
  // What the pointer rests on and what has the focus: rules for these states count in what is measured.
  function resting() {
    const all = elements();
    const under = document.querySelectorAll(":hover");
    const hovered = under.length ? all.indexOf(under[under.length - 1]) : -1;
    const focused = document.activeElement === document.body ? -1 : all.indexOf(document.activeElement);
    return { hovered: hovered < 0 ? undefined : hovered, focused: focused < 0 ? undefined : focused };
  }
  // While someone types, the computed numbers come first: what the page says of itself is told a little later.
  const LATER = 80;
  let quietUntil = 0;
  const schedule = () => {
    if (scheduled) return;
    scheduled = true;
    setTimeout(() => requestAnimationFrame(measure), Math.max(quietUntil - performance.now(), 0));
  };

  // url() in a sheet is relative to the sheet; in a <style> it would be relative to the page.
  const rebased = (css, path) => answered(held.state ? withHeld(moved(css, path)) : moved(css, path));
  const moved = (css, path) => css.replace(/url\(\s*(["']?)(?!["']?(?:data:|[a-z]+:|\/|#))([^"')]+)\1\s*\)/gi,
    (_, quote, address) => `url("${new URL(address, new URL(path, location.href)).href}")`);

  // A held state: its pseudo-classes match what is marked too, at the same specificity.
  let held = { index: -1, state: "" };
  const STATES = { hover: ["hover"], "focus-visible": ["focus", "focus-visible", "focus-within"], active: ["hover", "active"], checked: ["checked"], target: ["target"], current: [] };
  const CHAINED = ["hover", "active", "focus-within"];
  const withHeld = (css) => css.replace(/:(hover|focus-visible|focus-within|focus|active|checked|target)(?![\w-])/g, ":is(:$1, [data-pin-$1])");
  function mark() {
    for (const name of CHAINED.concat("focus", "focus-visible", "checked", "target"))
      for (const element of document.querySelectorAll(`[data-pin-${name}]`)) element.removeAttribute(`data-pin-${name}`);
    for (const element of document.querySelectorAll("[data-pin-current]")) { element.removeAttribute("aria-current"); element.removeAttribute("data-pin-current"); }
    const element = elements()[held.index];
    if (!element || !held.state) return;
    if (held.state === "current" && !element.hasAttribute("aria-current")) { element.setAttribute("aria-current", "page"); element.setAttribute("data-pin-current", ""); }
    for (const name of STATES[held.state] || [])
      for (let node = element; node && node.setAttribute; node = CHAINED.includes(name) ? node.parentNode : null) node.setAttribute(`data-pin-${name}`, "");
  }
  let latest = null;
  function hold(message) {
    if (held.index === message.index && held.state === message.state) return;
    const isOn = Boolean(held.state) !== Boolean(message.state);
    held = { index: message.index, state: message.state };
    mark();
    if (isOn && latest) restyle(latest.sheets, latest.base);
    schedule();
  }

  function styleFor(link, sheets, base) {
    const href = link.getAttribute("href");
    if (!href || !/(^|\s)stylesheet(\s|$)/i.test(link.getAttribute("rel") || "")) return null;
    const full = new URL(href, location.href).href;
    const path = Object.keys(sheets).find((name) => new URL(base + name, location.href).href === full);
    if (path === undefined) return null;
    const style = document.createElement("style");
    style.dataset.pinFile = path;
    const media = link.getAttribute("media");
    if (media) style.media = media;
    style.textContent = dressed(style, rebased(sheets[path], base + path));
    return style;
  }

  // Faces stand in a style element of their own: a sheet that changes elsewhere does not load its fonts anew.
  function dressed(style, css) {
    let faces = "", rest = "", depth = 0, from = 0;
    for (const found of css.matchAll(/\/\*[^]*?\*\/|"(?:\\.|[^"\\\n])*"|'(?:\\.|[^'\\\n])*'|@font-face\s*\{[^}]*\}|[{}]/gi)) {
      if (found[0] === "{") depth += 1;
      else if (found[0] === "}") depth -= 1;
      else if (depth === 0 && found[0][0] === "@") {
        faces += found[0] + "\n";
        rest += css.slice(from, found.index);
        from = found.index + found[0].length;
      }
    }
    const file = style.dataset.pinFile;
    let own = facesOf.get(file);
    if (!own || !own.isConnected) {
      own = document.createElement("style");
      facesOf.set(file, own);
    }
    if (own.textContent !== faces) own.textContent = faces;
    // A document that is put in place of this one takes the element along only then.
    queueMicrotask(() => { if (!own.isConnected) (document.head || document.documentElement).append(own); });
    return rest + css.slice(from);
  }
  const facesOf = new Map();

  function inlineLinks(root, sheets, base) {
    for (const link of [...root.querySelectorAll("link[rel]")]) {
      const style = styleFor(link, sheets, base);
      if (style) link.replaceWith(style);
    }
  }

  // Where only the body changed, only what changed in it is put in: the rest keeps its pictures, fonts and states.
  let headNow = null;
  const headOf = (html) => html.slice(0, Math.max(html.search(/<\/head\s*>/i), 0));
  const alike = (one, other) => one.nodeType === 1 && other.nodeType === 1 && one.localName === other.localName && one.attributes.length === other.attributes.length
    && [...one.attributes].every((attribute) => other.getAttribute(attribute.name) === attribute.value);
  function patch(now, next) {
    const [before, after] = [[...now.childNodes], [...next.childNodes]];
    let first = 0, [last, end] = [before.length, after.length];
    while (first < last && first < end && before[first].isEqualNode(after[first])) first += 1;
    while (last > first && end > first && before[last - 1].isEqualNode(after[end - 1])) { last -= 1; end -= 1; }
    if (last === first + 1 && end === last && alike(before[first], after[first])) return patch(before[first], after[first]);
    const behind = before[last] || null;
    for (const node of before.slice(first, last)) node.remove();
    for (const node of after.slice(first, end)) now.insertBefore(document.adoptNode(node), behind);
  }
  function patched(html, next) {
    const head = headOf(html);
    const isSame = head !== "" && head === headNow && document.body && next.body && !next.scripts.length && alike(document.body, next.body);
    headNow = head;
    if (isSame) patch(document.body, next.body);
    return isSame;
  }

  function render({ html, sheets, base }) {
    const next = new DOMParser().parseFromString(html, "text/html");
    inlineLinks(next, sheets, base);
    if (patched(html, next)) {
      for (const image of document.images) if (!image.complete) image.addEventListener("load", schedule, { once: true });
      observe();
      schedule();
      return;
    }
    const at = [scrollX, scrollY];
    document.replaceChild(document.adoptNode(next.documentElement), document.documentElement);
    scrollTo(at[0], at[1]);
    document.fonts.ready.then(schedule);
    for (const image of document.images) image.addEventListener("load", schedule, { once: true });
    observe();
    schedule();
  }

  function restyle(sheets, base) {
    quietUntil = performance.now() + LATER;
    inlineLinks(document, sheets, base);
    for (const style of document.querySelectorAll("style[data-pin-file]")) {
      const css = sheets[style.dataset.pinFile];
      if (css === undefined) continue;
      const text = dressed(style, rebased(css, base + style.dataset.pinFile));
      if (style.textContent !== text) style.textContent = text;
    }
    if (document.fonts.status !== "loaded") document.fonts.ready.then(schedule);
    schedule();
  }

  // Fonts that the server's machine does not have: what they are like here, by canvas and by one hidden box.
  const brush = document.createElement("canvas").getContext("2d");
  const GENERIC = ["serif", "sans-serif", "monospace", "system-ui", "cursive", "fantasy"];
  const named = (family) => GENERIC.includes(family) ? family : `"${family.replace(/["\\]/g, "\\$&")}"`;
  const width = (text, style, size, families) => { brush.font = `${style} ${size}px ${families}`; return brush.measureText(text).width; };
  const stands = (text, style, family) => ["monospace", "serif", "sans-serif"].map((other) => width(text, style, 256, `${named(family)}, ${other}`));
  function atSize(face, style, size, family, has) {
    brush.font = `${style} ${size}px ${family}`;
    const box = document.createElement("span");
    box.style.cssText = "all: initial !important; position: absolute !important; visibility: hidden !important; white-space: pre !important";
    for (const [name, value] of [["font", `${style} ${size}px ${family}`], ["line-height", "normal"], ["height", "auto"], ["display", "block"]]) box.style.setProperty(name, value, "important");
    const lengths = ["256ex", "256ch"].map((length) => {
      const one = document.createElement("span");
      one.style.cssText = `all: initial !important; display: block !important; width: ${length} !important; height: 0 !important; font: inherit !important`;
      box.append(one);
      return one;
    });
    box.append("x");
    document.documentElement.append(box);
    const [ex, ch] = lengths.map((one) => one.getBoundingClientRect().width / 256);
    const spacing = box.getBoundingClientRect().height;
    box.remove();
    const first = brush.measureText("x");
    const told = { size, ascent: first.fontBoundingBoxAscent, descent: first.fontBoundingBoxDescent, line_spacing: spacing, x_height: ex, zero: ch, advances: {}, pairs: {} };
    for (const character of has) told.advances[character] = brush.measureText(character).width;
    const inside = new Set(has);
    for (const pair of face.pairs) if (inside.has(pair[0]) && inside.has(pair[1])) told.pairs[pair] = brush.measureText(pair).width;
    return told;
  }
  function measureFace(face) {
    const style = `${face.italic ? "italic " : ""}${face.weight}`;
    const probe = "mmmmWWWiiilll0O@";
    const alone = ["monospace", "serif", "sans-serif"].map((other) => width(probe, style, 256, other));
    const isHere = stands(probe, style, face.family).some((found, place) => found !== alone[place]);
    const told = { family: face.family, weight: face.weight, italic: face.italic, absent: "", sizes: [] };
    if (!isHere) return told;
    const has = [];
    for (const character of face.characters) {
      const [one, two, three] = stands(character, style, face.family);
      if (one === two && two === three) has.push(character);
      else told.absent += character;
    }
    for (const size of face.sizes) told.sizes.push(atSize(face, style, size, named(face.family), has));
    return told;
  }

  const sizes = new ResizeObserver(schedule);
  const observe = () => { sizes.disconnect(); if (document.body) sizes.observe(document.body); };

  // In a line-up all frames stand at one place: an element at the top of the window, and how far down in it. A page can be scrolled
  // until its last section stands there; that room is the root's, and moves nothing.
  const standing = { target: -1, sections: [], room: null };
  function stand(message) {
    if (message.sections) standing.sections = message.sections;
    if (!standing.room) {
      standing.room = document.createElement("style");
      standing.room.textContent = "html::after { content: ''; display: block; height: 100vh; } html { scroll-behavior: auto !important; }";
    }
    if (!standing.room.isConnected) (document.head || document.documentElement).append(standing.room);
    const element = elements()[message.index];
    if (!element) return;
    const box = element.getBoundingClientRect();
    standing.target = Math.round(box.top + scrollY + message.part * box.height);
    scrollTo(scrollX, standing.target);
  }
  function standingNow() {
    if (Math.abs(scrollY - standing.target) < 2) return undefined;
    const all = elements();
    let found;
    for (const index of standing.sections) {
      const box = all[index] && all[index].getClientRects().length ? all[index].getBoundingClientRect() : null;
      if (box && box.top <= 1) found = { index, part: box.height ? -box.top / box.height : 0 };
    }
    return found;
  }

  // How a simulated reader has set up browser and device: what rules ask of it is answered in their text. Sizes stay the window's own.
  let reader = {};
  const answered = (css) => css.replace(/\(\s*(prefers-color-scheme|prefers-reduced-motion|hover|any-hover|pointer|any-pointer)\s*(?::\s*([a-z-]+)\s*)?\)/gi, (all, name, value) => {
    const said = reader[name.toLowerCase().replace("any-", "")];
    if (said === undefined) return all;
    const holds = value === undefined ? said !== "none" && said !== "no-preference" : value.toLowerCase() === said;
    return holds ? "(min-width: 0px)" : "(max-width: -1px)";
  }).replace(/@media\s+(only\s+)?(screen|print)\b/gi, (all, only, medium) => reader.medium === "print" ? (medium.toLowerCase() === "print" ? "@media all" : "@media not all") : all);
  const SPACED = "* { line-height: 1.5 !important; letter-spacing: 0.12em !important; word-spacing: 0.16em !important } p { margin-bottom: 2em !important }";
  let spacing = null;
  function setReader(message) {
    reader = message.reader;
    if (!spacing) spacing = document.createElement("style");
    spacing.textContent = reader.spaced ? SPACED : "";
    if (!spacing.isConnected) (document.head || document.documentElement).append(spacing);
    document.documentElement.style.colorScheme = reader["prefers-color-scheme"] === "dark" ? "dark" : "";
    for (const style of document.querySelectorAll("style:not([data-pin-file])")) {
      if (style === spacing || style === standing.room) continue;
      style.pinText ??= style.textContent;
      style.textContent = answered(style.pinText);
    }
    if (latest) restyle(latest.sheets, latest.base);
    schedule();
  }

  addEventListener("message", (event) => {
    if (event.source !== parent || !event.data || !event.data.pin) return;
    const message = event.data;
    if (message.version !== undefined) version = message.version;
    if (message.sheets) latest = { base: message.base, sheets: { ...latest?.sheets, ...message.sheets } };
    if (message.kind === "render") { render({ ...latest, html: message.html }); mark(); }
    else if (message.kind === "restyle") restyle(message.sheets, message.base);
    else if (message.kind === "hold") hold(message);
    else if (message.kind === "stand") stand(message);
    else if (message.kind === "reader") setReader(message);
    else if (message.kind === "scroll-to") {
      const element = elements()[message.index];
      if (!element) return;
      const box = element.getBoundingClientRect();
      if (box.bottom < 0 || box.top > innerHeight) element.scrollIntoView({ block: "center" });
    } else if (message.kind === "measure") schedule();
    else if (message.kind === "measure-fonts") send({ kind: "fonts", faces: message.faces.map(measureFace) });
  });
  // A link is followed by Ctrl and a click, or by Enter where it has the focus: in this page to its place, to another one by word.
  function follow(target) {
    const link = target && target.closest("a[href], area[href]");
    if (!link) return;
    const address = new URL(link.href, document.baseURI);
    const here = location.href.split("#")[0];
    if (address.href.split("#")[0] === here) {
      const name = decodeURIComponent(address.hash.slice(1));
      const place = name ? document.getElementById(name) : document.documentElement;
      if (place) place.scrollIntoView();
    } else send({ kind: "follow", address: address.href });
  }
  addEventListener("click", (event) => {
    event.preventDefault();
    event.stopPropagation();
    const target = event.target instanceof Element ? event.target : null;
    if (target && (event.ctrlKey || event.metaKey)) follow(target);
    const index = target ? elements().indexOf(target) : -1;
    if (index >= 0) send({ kind: "selected", index });
  }, true);
  addEventListener("submit", (event) => event.preventDefault(), true);
  addEventListener("keydown", (event) => {
    if (event.key === "Tab") return;
    // The place's own keys work from here too.
    if (event.altKey && event.shiftKey && /^Key[A-Z]$/.test(event.code)) send({ kind: "key", code: event.code });
    if (event.key === "Enter") follow(document.activeElement);
    if (event.key === "Enter" || event.key === " ") event.preventDefault();
  }, true);
  addEventListener("focusin", (event) => {
    const index = elements().indexOf(event.target);
    if (index >= 0) send({ kind: "focused", index });
  });
  for (const kind of ["mouseover", "mouseout", "focusin", "focusout"]) addEventListener(kind, () => schedule());
  addEventListener("scroll", () => send({ kind: "scrolled", scroll: [scrollX, scrollY], standing: standing.room ? standingNow() : undefined }), { passive: true });
  addEventListener("resize", schedule);
  addEventListener("load", schedule);
  addEventListener("DOMContentLoaded", () => { observe(); document.fonts.ready.then(schedule); send({ kind: "ready" }); });
})();
