// The whole wall says which tile one points at, and how many are picked.
for (const wall of document.querySelectorAll("[data-whole]")) {
  const summary = wall.querySelector("[data-summary]");
  const picked = wall.querySelector("[data-picked]");
  const tell = ({ target }) => {
    const pointedAt = target.closest("label[data-code]")?.querySelector("input");
    if (pointedAt) summary.textContent = pointedAt.getAttribute("aria-label");
  };
  wall.addEventListener("pointerover", tell);
  wall.addEventListener("focusin", tell);
  const count = () => {
    const found = wall.querySelectorAll("[name=codes]:checked").length;
    picked.textContent = found ? ` (${found})` : "";
  };
  wall.addEventListener("change", count);
  addEventListener("pageshow", count);
}
