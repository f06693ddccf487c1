// The entry grid of a bar test: down the column by Enter and arrows, blocks pasted, the scale read.
export const entryGrid = () => ({
  cells() {
    return [...this.$root.querySelectorAll("tbody tr")].map((row) => [...row.children].slice(1).map((td) => td.querySelector("input.cell")));
  },
  placeOf(input) {
    const rows = this.cells();
    const row = rows.findIndex((cells) => cells.includes(input));
    return { rows, row, column: row < 0 ? -1 : rows[row].indexOf(input) };
  },
  moved(event) {
    const step = { Enter: 1, ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (!step || !event.target.matches("input.cell")) return;
    event.preventDefault();
    this.goDown(event.target, step);
  },
  goDown(input, step) {
    const { rows, row, column } = this.placeOf(input);
    for (let at = row + step; at >= 0 && at < rows.length; at += step) {
      const next = rows[at][column];
      if (!next) continue;
      next.focus();
      next.select();
      return;
    }
  },
  pasted(event) {
    const text = event.clipboardData.getData("text").replace(/\r?\n$/, "");
    if (!event.target.matches("input.cell") || !/[\t\n]/.test(text)) return;
    event.preventDefault();
    const { rows, row, column } = this.placeOf(event.target);
    let leftOut = 0;
    text.split(/\r?\n/).forEach((line, down) => line.split("\t").forEach((figure, across) => {
      const cell = rows[row + down]?.[column + across];
      if (cell) cell.value = figure.trim();
      else if (figure.trim()) leftOut += 1;
    }));
    this.$refs.summary.textContent = leftOut ? `${leftOut} pasted values did not fit the table and were left out.` : "";
    event.target.dispatchEvent(new Event("change", { bubbles: true }));
  },
  sawOn(event) {
    const sheet = event.target.closest("[popover]");
    const seen = [...sheet.querySelectorAll(":checked")].map((box) => box.dataset.words);
    this.$root.querySelector(`[popovertarget="${sheet.id}"] [data-seen]`).textContent = seen.join(", ") || "not looked at";
  },
  async readScale() {
    const cell = this.lastCell?.isConnected ? this.lastCell : this.$root.querySelector("[data-mass]");
    const { summary } = this.$refs;
    if (!cell?.matches("[data-mass]")) {
      summary.textContent = "Click the weight cell you want to fill, then read the scale.";
      return;
    }
    const body = new FormData();
    body.append("csrfmiddlewaretoken", this.$root.elements.csrfmiddlewaretoken.value);
    body.append("cell", cell.name);
    if (this.$refs.put?.value) body.append("put", this.$refs.put.value);
    try {
      const answer = await (await fetch(this.$root.dataset.scale, { method: "POST", body })).json();
      if (answer.problem) {
        summary.textContent = answer.problem;
        return;
      }
      cell.value = answer.grams;
      summary.textContent = `${cell.ariaLabel}: ${answer.grams} g read from the scale.`;
      cell.dispatchEvent(new Event("change", { bubbles: true }));
      this.goDown(cell, 1);
    } catch {
      summary.textContent = "The server is not responding. Type the weight instead.";
    }
  },
  init() {
    this.$root.addEventListener("focusin", (event) => {
      if (event.target.matches("input.cell")) this.lastCell = event.target;
    });
  },
});
