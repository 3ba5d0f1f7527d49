// First in every page whose scripts may run. No policy of Chromium's keeps scripts from calling others by WebRTC: what does so is
// taken away before they run, and no frame inside, which would have it anew, can run a script of its own: its address must be of
// no scheme that a policy allows, and the one attribute that takes a document as words is renamed wherever a page can write it.
(() => {
  "use strict";
  document.currentScript.remove();
  for (const name of Object.getOwnPropertyNames(window)) {
    if (/^(webkit)?RTC|^WebTransport|^XSLTProcessor$/.test(name)) Object.defineProperty(window, name, { value: undefined, writable: false, configurable: false });
  }
  for (const element of [HTMLIFrameElement, HTMLFrameElement, HTMLObjectElement]) {
    for (const name of ["contentWindow", "contentDocument"]) Object.defineProperty(element.prototype, name, { get: () => null, configurable: false });
  }
  if (!window.trustedTypes) return;
  // Taken now, as a page may put methods of its own in their place later: a regular expression asks for some at each use.
  const own = Function.prototype.bind.bind(Function.prototype.call);
  const code = own(String.prototype.charCodeAt), part = own(String.prototype.slice), place = own(String.prototype.indexOf);
  const written = Object.getOwnPropertyDescriptor(Element.prototype, "innerHTML");
  const write = own(written.set), read = own(written.get), make = own(Document.prototype.createElement);
  const NAME = "srcdoc";
  const isNamed = (html, from) => {
    for (let k = 0; k < 6; k++) if ((code(html, from + k) | 32) !== code(NAME, k)) return false;
    return true;
  };
  const renamed = (html) => {
    let made = "", from = 0;
    for (let at = 0; at + 6 <= html.length; at++) {
      if (!isNamed(html, at)) continue;
      made += `${part(html, from, at + 5)}k`;
      from = at + 6;
    }
    return made + part(html, from);
  };
  // Words that are written piece by piece could part the name: each piece becomes whole elements first.
  let isWhole = false;
  const whole = (html) => {
    const room = make(document, "template");
    isWhole = true;
    try {
      write(room, html);
    } finally {
      isWhole = false;
    }
    return read(room);
  };
  const isOf = (sink, words) => place(sink, words) === 0;
  // XML can say an attribute by an entity, or give it to elements that do not have it.
  const hidesNames = (xml) => place(xml, "<!ENTITY") >= 0 || place(xml, "<!ATTLIST") >= 0;
  trustedTypes.createPolicy("default", {
    createHTML(html, _, sink) {
      if (isWhole) return html;
      if (isOf(sink, "HTMLIFrameElement") || (isOf(sink, "DOMParser") && hidesNames(html))) return "";
      return renamed(isOf(sink, "Document write") ? whole(html) : html);
    },
    createScript: (text, _, sink) => (isOf(sink, "Location") ? null : text),
    createScriptURL: (address) => address,
  });
})();
