// A log to be brought in: its first lines are shown, and its columns offered by name.
export const logColumns = () => ({
  async peek(event) {
    const file = event.target.files?.[0];
    if (!file) return;
    const bytes = new Uint8Array(await file.slice(0, 16384).arrayBuffer());
    const encoding = { "255 254": "utf-16le", "254 255": "utf-16be" }[bytes.slice(0, 2).join(" ")] ?? "utf-8";
    const lines = new TextDecoder(encoding).decode(bytes).split(/\r?\n/);
    const cells = lines.map((line) => line.split(["\t", ";"].find((one) => line.includes(one)) ?? ","));
    // Loggers write about themselves first: the headings are the first of the widest lines.
    const widest = Math.max(...cells.slice(0, 100).map((row) => row.length));
    const headings = cells.findIndex((row) => row.length === widest);
    this.$refs.first.textContent = lines.slice(headings, headings + 4).join("\n");
    this.$refs.first.hidden = false;
    this.$refs.names.replaceChildren(...cells[headings].map((name) => new Option(name.trim().replace(/^"|"$/g, ""))));
  },
});
