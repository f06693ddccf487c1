// Sections fold on a phone, and open for the printer.
addEventListener("DOMContentLoaded", () => {
  const wanted = location.hash && document.querySelector(location.hash)?.closest(".fold");
  if (!matchMedia("(width < 48rem)").matches) return;
  for (const fold of document.querySelectorAll(".fold")) fold.open = fold === wanted || "used" in fold.dataset;
});
document.addEventListener("click", ({ target }) => {
  const hash = target.closest("a")?.getAttribute("href");
  if (hash?.startsWith("#") && hash.length > 1) document.querySelector(hash)?.closest(".fold")?.setAttribute("open", "");
});
addEventListener("beforeprint", () => {
  for (const fold of document.querySelectorAll(".fold, .load details")) fold.open = true;
});
