// The lines of a schedule as a grid: what is typed in it is written into the lines, which are sent.
export const segments = () => ({
  isPlain: true,
  isTable: false,
  init() {
    const lines = this.$refs.lines.value.split("\n").filter((line) => line.trim());
    for (const line of lines.length ? lines : [""]) this.append(line);
    this.isPlain = false;
    this.isTable = true;
  },
  append(line) {
    const row = this.$refs.row.content.cloneNode(true).firstElementChild;
    const [rate = "", target = "", ...hold] = line.split(/[:;\t]/).map((part) => part.trim());
    [rate, target, hold.join(" : ")].forEach((part, place) => (row.querySelectorAll("input")[place].value = part));
    row.querySelector("[data-remove]").addEventListener("click", () => this.remove(row));
    this.$refs.rows.append(row);
    this.name();
    return row;
  },
  name() {
    for (const [number, row] of [...this.$refs.rows.rows].entries()) {
      for (const input of row.querySelectorAll("input")) input.setAttribute("aria-label", `Segment ${number + 1}, ${input.dataset.part}`);
      row.querySelector("[data-remove]").setAttribute("aria-label", `Remove segment ${number + 1}`);
    }
  },
  add() {
    this.append("").querySelector("input").focus();
  },
  remove(row) {
    const next = row.nextElementSibling || row.previousElementSibling;
    row.remove();
    if (next) this.name();
    else this.append("");
    (next || this.$refs.rows.rows[0]).querySelector("input").focus();
    this.write();
    this.$refs.lines.dispatchEvent(new Event("change", { bubbles: true }));
  },
  write() {
    const lines = [...this.$refs.rows.rows].map((row) => {
      const parts = [...row.querySelectorAll("input")].map((input) => input.value.trim());
      while (parts.length && !parts.at(-1)) parts.pop();
      return parts.join(" : ");
    });
    this.$refs.lines.value = lines.filter(Boolean).join("\n");
  },
});
