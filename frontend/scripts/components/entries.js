// The lines of a field as rows of small fields: what is typed there is written into the lines, which are sent.
const partsOf = (row) => [...row.querySelectorAll("[data-part]")];
const isEmpty = (row) => partsOf(row).every((part) => !part.value.trim());

// A choice by its code or its words; what is neither stays as it was typed, for the server to say so.
const set = (part, text) => {
  const known = part.matches("select") && [...part.options].find(({ value, label }) => [value, label].includes(text));
  if (part.matches("select") && !known) part.add(new Option(text, text));
  part.value = known ? known.value : text;
};

export const entries = () => ({
  isPlain: true,
  isTable: false,
  init() {
    const lines = this.$refs.lines.value.split("\n").filter((line) => line.trim());
    for (const line of lines.length ? lines : [""]) this.append(line);
    this.name();
    const wrong = this.$refs.rows.children[this.$root.dataset.wrong - 1];
    for (const part of wrong ? partsOf(wrong) : []) {
      part.setAttribute("aria-invalid", "true");
      part.setAttribute("aria-describedby", `${this.$refs.lines.id}-error`);
    }
    this.isPlain = false;
    this.isTable = true;
  },
  append(line) {
    const row = this.$refs.row.content.cloneNode(true).firstElementChild;
    this.fill(row, line);
    row.querySelector("[data-remove]").addEventListener("click", () => this.remove(row));
    this.$refs.rows.append(row);
    return row;
  },
  fill(row, line) {
    const parts = partsOf(row);
    const values = line.split(/[:;\t]/).map((part) => part.trim());
    // What has too many colons stays as it was typed, in the last field.
    const last = values.slice(parts.length - 1).join(" : ");
    parts.forEach((part, place) => set(part, place < parts.length - 1 ? (values[place] ?? "") : last));
  },
  name() {
    const noun = this.$root.dataset.entries;
    for (const [number, row] of [...this.$refs.rows.children].entries()) {
      const title = `${noun[0].toUpperCase()}${noun.slice(1)} ${number + 1}`;
      for (const part of partsOf(row)) {
        const label = part.closest("label").querySelector(".entry-label").textContent;
        part.setAttribute("aria-label", `${title}, ${label}`);
      }
      row.querySelector("[data-remove]").setAttribute("aria-label", `Remove ${noun} ${number + 1}`);
    }
  },
  add() {
    const row = this.append("");
    this.name();
    partsOf(row)[0].focus();
  },
  remove(row) {
    const next = row.nextElementSibling || row.previousElementSibling;
    row.remove();
    if (!next) this.append("");
    this.name();
    partsOf(next || this.$refs.rows.children[0])[0].focus();
    this.changed();
  },
  // Several lines, or cells of a spreadsheet, become rows of their own.
  pasted(event) {
    const lines = event.clipboardData.getData("text").split(/\r?\n/).filter((line) => line.trim());
    const into = event.target.closest("[data-entry]");
    const isEntry = lines.length === 1 && isEmpty(into) && /[:\t]/.test(lines[0]);
    if (lines.length < 2 && !isEntry) return;
    event.preventDefault();
    if (isEmpty(into)) this.fill(into, lines.shift());
    for (const line of lines) this.append(line);
    this.name();
    this.changed();
  },
  edited(event) {
    for (const part of partsOf(event.target.closest("[data-entry]"))) part.removeAttribute("aria-invalid");
    this.write();
  },
  changed() {
    this.write();
    this.$refs.lines.dispatchEvent(new Event("change", { bubbles: true }));
  },
  write() {
    const filled = [...this.$refs.rows.children].filter((row) => !isEmpty(row));
    const lines = filled.map((row) => {
      const parts = partsOf(row);
      while (!parts.at(-1).value.trim() && "optional" in parts.at(-1).dataset) parts.pop();
      return parts.map((part) => part.value.trim()).join(" : ");
    });
    this.$refs.lines.value = lines.join("\n");
  },
});
