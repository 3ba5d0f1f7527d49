// Marks the link of the section that stands in the middle of the window. Without it the links still lead there.
for (const list of document.querySelectorAll("[data-dots]")) {
  const links = new Map([...list.querySelectorAll("a[href^='#']")].map((link) => [link.hash.slice(1), link]));
  const watch = new IntersectionObserver((seen) => {
    for (const one of seen) {
      if (!one.isIntersecting) continue;
      for (const [id, link] of links) {
        if (id === one.target.id) link.setAttribute("aria-current", "true");
        else link.removeAttribute("aria-current");
      }
    }
  }, { rootMargin: "-50% 0px -50% 0px" });
  for (const id of links.keys()) {
    const section = document.getElementById(id);
    if (section) watch.observe(section);
  }
}
