// What asks by itself, once a minute: nobody waits for it, so it neither leads away nor complains.
export const asksByItself = (element) => element.id === "due";

// Signed out meanwhile: go and sign in, and come back to this page.
document.addEventListener("htmx:beforeSwap", (event) => {
  const answered = new URL(event.detail.xhr.responseURL || location.href);
  if (answered.pathname === "/sign-in/") {
    event.detail.shouldSwap = false;
    if (!asksByItself(event.target)) location.assign(answered);
  }
});

// No answer at all, or a broken one, is said; the page stays as it is.
for (const trouble of ["htmx:sendError", "htmx:responseError"]) {
  document.addEventListener(trouble, (event) => {
    if (!asksByItself(event.target)) document.getElementById("trouble").removeAttribute("hidden");
  });
}
document.addEventListener("htmx:afterSwap", () => document.getElementById("trouble").setAttribute("hidden", ""));

// A page that the browser kept whole, met again by Back: on a shared tablet somebody may have signed out since.
addEventListener("pageshow", async ({ persisted }) => {
  if (!persisted || !("makes" in document.body.dataset)) return;
  document.body.hidden = true;
  const due = await fetch("/bench/due/", { redirect: "manual" }).catch(() => null);
  if (due?.type === "opaqueredirect") location.reload();
  else document.body.hidden = false;
});
