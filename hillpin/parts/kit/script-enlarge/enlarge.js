// Opens the picture that a link leads to over the page. A click, Escape or Enter closes it.
for (const link of document.querySelectorAll("a[data-enlarge]")) {
  link.addEventListener("click", (event) => {
    if (event.ctrlKey || event.metaKey || event.shiftKey) return;
    event.preventDefault();
    const dialog = document.createElement("dialog");
    const picture = document.createElement("img");
    const close = document.createElement("button");
    picture.src = link.href;
    picture.alt = link.querySelector("img")?.alt ?? "";
    picture.style.cssText = "display: block; max-width: 90vw; max-height: 85vh";
    close.type = "button";
    close.textContent = "Close";
    dialog.setAttribute("aria-label", picture.alt || "Picture");
    dialog.append(picture, close);
    dialog.addEventListener("click", () => dialog.close());
    dialog.addEventListener("close", () => dialog.remove());
    document.body.append(dialog);
    dialog.showModal();
  });
}
