// A second click on the same button is no second wish.
document.addEventListener("submit", (event) => {
  const form = event.target;
  const sentByHtmx = form.hasAttribute("hx-post") && !form.hasAttribute("hx-trigger");
  if (form.method !== "post" || sentByHtmx) return;
  if (form.dataset.sent) event.preventDefault();
  form.dataset.sent = "yes";
  setTimeout(() => delete form.dataset.sent, 3000);
});

// A long step says how far it has come, as long as its page waits for the answer.
document.addEventListener("submit", ({ target }) => {
  const place = target.querySelector("[data-progress]");
  if (!place) return;
  place.hidden = false;
  const [bar, words] = place.children;
  const asking = setInterval(async () => {
    const answer = await fetch(place.dataset.progress);
    const { done, rows, said, ended } = answer.ok ? await answer.json() : {};
    if (ended) {
      clearInterval(asking);
      place.hidden = true;
    }
    if (!rows) return;
    bar.max = rows;
    bar.value = done;
    words.textContent = said;
  }, 500);
});

// Where much is typed (data-asks), leaving the page asks first while it is not recorded.
const unrecorded = new Set();
for (const typed of ["input", "change"]) {
  document.addEventListener(typed, ({ target }) => {
    if (target.form?.matches("[data-asks]")) unrecorded.add(target.form);
  });
}
document.addEventListener("submit", (event) => unrecorded.delete(event.target));
document.addEventListener("DOMContentLoaded", () => {
  for (const wrong of document.querySelectorAll("[data-asks] [aria-invalid]")) unrecorded.add(wrong.form);
});
window.addEventListener("beforeunload", (event) => {
  if (unrecorded.size) event.preventDefault();
});
