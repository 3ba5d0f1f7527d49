// Opens and closes what a button names. The button says which; Escape closes it.
for (const button of document.querySelectorAll("button[data-fold]")) {
  const list = document.getElementById(button.getAttribute("aria-controls") ?? "");
  if (!list) continue;
  const set = (isOpen) => {
    button.setAttribute("aria-expanded", String(isOpen));
    list.hidden = !isOpen;
  };
  set(false);
  button.addEventListener("click", () => set(list.hidden));
  list.addEventListener("keydown", (event) => {
    if (event.key !== "Escape") return;
    set(false);
    button.focus();
  });
}
