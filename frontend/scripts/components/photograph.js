import { arrowOf, pointIn } from "../drawing.js";

// A photograph: rings placed one after another, moved by hand or by keys. What they hold, the server says.
export const photograph = () => ({
  chosen: "",
  held: null,
  near: false,
  summary: "",
  zoomWords: "Look closer",
  numbered: true,
  moves: 0,
  sent: 0,
  numberWords: "",
  ends: ["from", "to"],
  fields() {
    return [...this.$root.querySelectorAll("input[name^=at_]")];
  },
  keys() {
    return this.fields().map((field) => field.name.slice(3));
  },
  tiles() {
    return this.keys().filter((key) => /^\d+(-bare)?$/.test(key));
  },
  ring(key) {
    const written = this.$root.elements[`at_${key}`]?.value.trim();
    const numbers = written ? written.split(/\s+/).map(Number) : [];
    return numbers.length === 3 && numbers.every(Number.isFinite) && numbers[2] > 0 ? numbers : null;
  },
  write(key, ring) {
    const [x, y, radius] = ring.map(Math.round);
    this.$root.elements[`at_${key}`].value = `${x} ${y} ${Math.max(3, radius)}`;
  },
  put(key, ring) {
    this.write(key, ring);
    this.moved();
  },
  moved() {
    this.moves += 1;
    this.draw();
    this.$root.dispatchEvent(new Event("ring-moved"));
  },
  usualRadius() {
    const { width, tiles } = this.$root.dataset;
    if (this.ends.includes(this.chosen)) return width / 100;
    const others = this.keys().filter((key) => !this.ends.includes(key));
    const last = others.map((key) => this.ring(key)).filter(Boolean).at(-1);
    if (last) return last[2];
    return (0.25 * width) / (Number(tiles) + 2);
  },
  draw() {
    for (const group of this.$refs.picture.querySelectorAll("[data-ring]")) {
      const ring = this.ring(group.dataset.ring);
      group.toggleAttribute("hidden", !ring);
      group.classList.toggle("ring-chosen", group.dataset.ring === this.chosen);
      if (ring) this.drawRing(group, ring);
    }
    for (const target of this.$root.querySelectorAll("[data-target]")) {
      target.setAttribute("aria-pressed", target.dataset.target === this.chosen);
      if (target.dataset.target === this.chosen) this.summary = `Mark: ${target.textContent.trim()}`;
    }
    if (!this.chosen) this.summary = "Every tile is marked.";
  },
  drawRing(group, [x, y, radius]) {
    for (const circle of group.querySelectorAll("circle")) {
      for (const [name, value] of [["cx", x], ["cy", y], ["r", radius]]) circle.setAttribute(name, value);
    }
    const size = Math.max(16, this.$root.dataset.width / 50);
    const words = group.querySelector("text");
    for (const [name, value] of [["x", x], ["y", y + radius + size], ["font-size", size]]) {
      words.setAttribute(name, value);
    }
  },
  choose(event) {
    this.chosen = event.currentTarget.dataset.target;
    this.draw();
  },
  next() {
    const references = this.keys().filter((key) => !this.tiles().includes(key) && !this.ends.includes(key));
    const [white, grey] = references;
    const marked = references.filter((key) => this.ring(key));
    if (!marked.length) return white;
    // A grey card lies beside the white one, if there is one: whoever has none presses the tile.
    if (marked.length === 1 && marked[0] === white && this.tiles().every((key) => !this.ring(key))) return grey;
    return this.tiles().find((key) => !this.ring(key)) || "";
  },
  press(event) {
    if (event.button) return;
    const { x, y } = pointIn(this.$refs.picture, event);
    const group = event.target.closest("[data-ring]");
    if (group) {
      this.chosen = group.dataset.ring;
      const [left, top] = this.ring(this.chosen);
      this.held = { x: x - left, y: y - top };
      this.$refs.picture.setPointerCapture(event.pointerId);
      this.draw();
    } else if (this.chosen) {
      const ring = this.ring(this.chosen);
      this.write(this.chosen, [x, y, ring ? ring[2] : this.usualRadius()]);
      this.chosen = this.chosen === "from" ? "to" : this.next();
      this.moved();
    }
    this.$refs.frame.focus({ preventScroll: true });
    event.preventDefault();
  },
  drag(event) {
    if (!this.held) return;
    const { x, y } = pointIn(this.$refs.picture, event);
    this.put(this.chosen, [x - this.held.x, y - this.held.y, this.ring(this.chosen)[2]]);
  },
  release() {
    this.held = null;
  },
  key(event) {
    const ring = this.ring(this.chosen);
    if (event.target.matches("input") || !ring) return;
    const [x, y, radius] = ring;
    const [across, down] = arrowOf(event, event.shiftKey ? 1 : 6) ?? [0, 0];
    const wider = { "+": 2, "-": -2 }[event.key] ?? 0;
    if (!across && !down && !wider) return;
    event.preventDefault();
    this.put(this.chosen, [x + across, y + down, radius + wider]);
  },
  resize(by) {
    for (const key of this.keys()) {
      const ring = this.ring(key);
      if (ring) this.write(key, [ring[0], ring[1], ring[2] * by]);
    }
    this.moved();
  },
  smaller() {
    this.resize(0.85);
  },
  larger() {
    this.resize(1.18);
  },
  // The tiles between the first and the last that are marked, in a row at equal steps.
  spread() {
    const tiles = this.tiles();
    const marked = tiles.filter((key) => this.ring(key));
    if (marked.length < 2) return;
    const [first, last] = [tiles.indexOf(marked[0]), tiles.indexOf(marked.at(-1))];
    const [from, to] = [this.ring(marked[0]), this.ring(marked.at(-1))];
    for (let place = first; place <= last; place += 1) {
      const share = (place - first) / (last - first);
      this.write(tiles[place], from.map((value, n) => value + share * (to[n] - value)));
    }
    this.chosen = this.next();
    this.moved();
  },
  zoom() {
    this.near = !this.near;
    this.zoomWords = this.near ? "Show all of it" : "Look closer";
    this.$refs.frame.classList.toggle("photo-near", this.near);
  },
  // Places as numbers are for who has no pointer; without scripts they are all there is.
  numbers() {
    this.numbered = !this.numbered;
    this.numberWords = this.numbered ? "Hide places" : "Show places";
    this.$root.classList.toggle("photo-plain", !this.numbered);
  },
  init() {
    this.chosen = this.next();
    this.numbers();
    this.draw();
    this.$root.addEventListener("htmx:afterSettle", () => this.draw());
    // An answer about rings that have moved on since would put them back.
    this.$root.addEventListener("htmx:beforeRequest", () => (this.sent = this.moves));
    this.$root.addEventListener("htmx:beforeSwap", (event) => {
      if (this.sent !== this.moves) event.detail.shouldSwap = false;
    });
  },
});
