// Through a swap what was unfolded stays so, and what is worked at (data-steady) stays where it was
// on the screen, whatever has come above it.
let unfolded = [];
let stoodAt;
const whereItStands = () => document.querySelector("[data-steady]")?.getBoundingClientRect().top;
document.addEventListener("htmx:beforeSwap", ({ target }) => {
  unfolded = [...target.querySelectorAll("details[id][open]")].map(({ id }) => id);
  stoodAt = whereItStands();
});
document.addEventListener("htmx:afterSwap", () => {
  for (const id of unfolded) document.getElementById(id)?.setAttribute("open", "");
  const standsAt = whereItStands();
  if (stoodAt !== undefined && standsAt !== undefined) scrollBy({ top: standsAt - stoodAt, behavior: "instant" });
});

// After a swap the cursor belongs where the work goes on.
document.addEventListener("htmx:afterSettle", (event) => {
  if (event.target.id !== "weigh") return;
  document.querySelector("#weigh #id_grams")?.focus({ preventScroll: true });
});
