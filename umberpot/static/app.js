// Small behaviours that live and die in the browser. No rule of the job is in here.

document.documentElement.classList.add("scripts");

// Signed out meanwhile: go and sign in, and come back to this page.
document.addEventListener("htmx:beforeSwap", (event) => {
  const answered = new URL(event.detail.xhr.responseURL || location.href);
  if (answered.pathname === "/sign-in/") {
    event.detail.shouldSwap = false;
    location.assign(answered);
  }
});

// No answer at all, or a broken one, is said; the page stays as it is.
for (const trouble of ["htmx:sendError", "htmx:responseError"]) {
  document.addEventListener(trouble, () => document.getElementById("trouble").removeAttribute("hidden"));
}
document.addEventListener("htmx:afterSwap", () => document.getElementById("trouble").setAttribute("hidden", ""));

// A second click on the same button is no second wish.
document.addEventListener("submit", (event) => {
  const form = event.target;
  if (form.method !== "post" || form.hasAttribute("hx-post")) return;
  if (form.dataset.sent) event.preventDefault();
  form.dataset.sent = "yes";
  setTimeout(() => delete form.dataset.sent, 3000);
});

// After a swap the cursor belongs where the work goes on.
document.addEventListener("htmx:afterSettle", (event) => {
  if (event.target.id !== "weigh") return;
  document.querySelector("#weigh #id_grams")?.focus({ preventScroll: true });
});

document.addEventListener("alpine:init", () => {
  // Single keys press what carries data-key; "?" lists them.
  Alpine.data("keys", () => ({
    pressed(event) {
      if (event.ctrlKey || event.metaKey || event.altKey || this.isTyping(event.target)) return;
      if (event.key === "?") {
        this.$refs.dialog.showModal();
        return;
      }
      const found = document.querySelector(`[data-key="${CSS.escape(event.key.toLowerCase())}"]`);
      if (found) {
        event.preventDefault();
        found.click();
      }
    },
    // A number field wants no letters, so letters stay shortcuts there.
    isTyping(element) {
      if (!element.matches("input, textarea, select")) return false;
      return element.inputMode !== "decimal" && !element.matches("[type=radio], [type=checkbox]");
    },
  }));

  Alpine.data("sum", () => ({
    addRow(event) {
      const set = event.target.closest("fieldset");
      const rows = set.querySelector("[data-rows]");
      rows.append(set.querySelector("template").content.cloneNode(true));
      rows.lastElementChild.querySelector("input").focus();
    },
    // A clay chosen from the shelf brings its state and water along.
    chosen(event) {
      const measured = event.target.form?.elements.water_u95;
      if (event.target.name === "water_pct" && measured) measured.value = "";
      if (event.target.name !== "clay") return;
      const options = [...document.querySelectorAll("#clays-list option")];
      const option = options.find((candidate) => candidate.value === event.target.value);
      if (!option) return;
      const form = event.target.form;
      // Where no amount is asked for, the state is how it is to be made, not how the clay lies.
      if (!form.elements.mass) return;
      if (form.elements.state) form.elements.state.value = option.dataset.state;
      if (option.dataset.state === "plastic" && form.elements.water_pct) {
        form.elements.water_pct.value = option.dataset.water;
        if (measured) measured.value = option.dataset.u95;
      }
    },
  }));

  Alpine.data("colour", () => ({
    pick() {
      this.$refs.typed.value = this.$refs.well.value;
    },
  }));
});
