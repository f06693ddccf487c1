import { numberOf } from "../numbers.js";

export const calculation = () => ({
  addRow(event) {
    const set = event.target.closest("fieldset");
    const rows = set.querySelector("[data-rows]");
    rows.append(set.querySelector("template").content.cloneNode(true));
    rows.lastElementChild.querySelector("input").focus();
  },
  chosen(event) {
    if (event.target.name === "state") this.noteAmount(event.target.form);
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
    const figure = numberOf(amount.value);
    select.dataset.now = select.value;
    const note = this.$refs.switched;
    note.hidden = !figure || before === select.value;
    if (note.hidden) return;
    const converted = String(Number(((figure * sizes[before]) / sizes[select.value]).toPrecision(7)));
    const [unit, unitBefore] = [this.unitOf(select, select.value), this.unitOf(select, before)];
    this.offer(`Now taken as ${amount.value} ${unit}; it was ${amount.value} ${unitBefore}.`, `Convert to ${converted} ${unit}`, amount.name, converted);
  },
  // Says what became of an amount, and offers another figure for it.
  offer(words, label, amount, value) {
    const note = this.$refs.switched;
    const [said, button] = [note.querySelector("span"), note.querySelector("button")];
    said.textContent = words;
    button.textContent = label;
    button.hidden = false;
    Object.assign(button.dataset, { amount, value });
    note.hidden = false;
  },
  // What stands there when another state is chosen follows it; what is typed after that does not.
  noteAmount(form) {
    this.$refs.switched.hidden = true;
    const was = form.elements.amount_was;
    if (was) was.value = form.elements[was.dataset.ofState]?.value ?? "";
  },
  // Another state was chosen: the server says what the fields hold now, of the same dry clay. What
  // someone typed while it answered stays.
  followState(event) {
    const { fields, amount, typed, words } = event.detail;
    Object.entries(fields).forEach(([name, value]) => {
      const field = this.$root.elements[name];
      const isEmpty = field && !field.value && field !== document.activeElement;
      const waits = field && (field.type === "hidden" || isEmpty || (name === amount && field.value.trim() === typed));
      if (waits) field.value = value;
    });
    if (words) this.offer(words, `Keep ${typed}`, amount, typed);
    else this.$refs.switched.hidden = true;
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
    const row = input.closest("[data-rows] > *");
    const [list, price] = { clay: ["clays-list", input.form?.elements.clay_price], add_name: ["colourants-list", row?.querySelector("[name=add_price]")] }[input.name] || [];
    if (price && !price.value) price.value = this.optionOf(list, input.value)?.dataset.price || "";
  },
  // A clay chosen from the shelf fills in what the server says it brings along. What was measured
  // of a figure (a field with data-of) is gone once someone types over it.
  takeClay(input) {
    const form = input.form;
    form?.querySelectorAll(`[data-of="${CSS.escape(input.name)}"]`).forEach((field) => (field.value = ""));
    const option = input.name === "clay" && this.optionOf("clays-list", input.value);
    const brings = option ? JSON.parse(option.dataset.brings) : {};
    Object.entries(brings).forEach(([name, value]) => {
      if (form.elements[name]) form.elements[name].value = value;
    });
  },
});
