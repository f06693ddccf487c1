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
    chosen(event) {
      this.offerToConvert(event.target);
      this.takePrice(event.target);
      this.takeClay(event.target);
    },
    // A unit switched half-way: the amount is read in the new one, or converted, as one wishes.
    offerToConvert(select) {
      if (!select.dataset.sizes) return;
      const sizes = JSON.parse(select.dataset.sizes);
      const before = select.dataset.now || [...select.options].find((o) => o.defaultSelected)?.value || select.options[0].value;
      const amount = select.form.elements[select.dataset.amount];
      const figure = Number(amount.value.replace(",", "."));
      select.dataset.now = select.value;
      const note = this.$refs.switched;
      note.hidden = !figure || before === select.value;
      if (note.hidden) return;
      const converted = String(Number(((figure * sizes[before]) / sizes[select.value]).toPrecision(7)));
      const [said, button] = [note.querySelector("span"), note.querySelector("button")];
      said.textContent = `Now read as ${amount.value} ${this.unitOf(select, select.value)}; it was ${amount.value} ${this.unitOf(select, before)}.`;
      button.textContent = `Make it ${converted} ${this.unitOf(select, select.value)}`;
      button.dataset.amount = amount.name;
      button.dataset.value = converted;
    },
    unitOf(select, value) {
      return [...select.options].find((option) => option.value === value).textContent;
    },
    convert(event) {
      const { amount, value } = event.target.dataset;
      const input = event.target.form.elements[amount];
      input.value = value;
      this.$refs.switched.hidden = true;
      input.focus();
      input.dispatchEvent(new Event("change", { bubbles: true }));
    },
    optionOf(list, name) {
      return [...document.querySelectorAll(`#${list} option`)].find((option) => option.value === name);
    },
    // What the shelf knows the price of need not be typed.
    takePrice(input) {
      const lists = { clay: ["clays-list", "clay_price"], add_name: ["colourants-list", "powder_price"] };
      const [list, field] = lists[input.name] || [];
      const price = field && input.form.elements[field];
      if (price && !price.value) price.value = this.optionOf(list, input.value)?.dataset.price || "";
    },
    // A clay chosen from the shelf brings its state and water along.
    takeClay(input) {
      const elements = input.form?.elements;
      if (input.name === "water_pct" && elements.water_u95) elements.water_u95.value = "";
      const option = input.name === "clay" && this.optionOf("clays-list", input.value);
      // Where no amount is asked for, the state is how it is to be made, not how the clay lies.
      if (!option || !elements.mass) return;
      if (elements.state) elements.state.value = option.dataset.state;
      if (option.dataset.state === "plastic" && elements.water_pct) {
        elements.water_pct.value = option.dataset.water;
        if (elements.water_u95) elements.water_u95.value = option.dataset.u95;
      }
    },
  }));

  Alpine.data("colour", () => ({
    pick() {
      this.$refs.typed.value = this.$refs.well.value;
    },
  }));
});
