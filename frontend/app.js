// Small behaviours that live and die in the browser. No rule of the job is in here.

document.documentElement.classList.add("scripts");

// What asks by itself, once a minute: nobody waits for it, so it neither leads away nor complains.
const asksByItself = (element) => element.id === "due";

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

// What is due is told once in each window; several windows share the notification by its tag.
function tellOnce(tag, title, body) {
  if (window.Notification?.permission !== "granted" || sessionStorage.getItem(tag)) return;
  sessionStorage.setItem(tag, "told");
  new Notification(title, { body, tag });
}
document.addEventListener("htmx:afterSwap", (event) => {
  if (!asksByItself(event.target)) return;
  for (const due of event.target.querySelectorAll("[data-tell]")) tellOnce(due.dataset.tell, due.dataset.title, due.dataset.todo);
});

// Sections fold on a phone, and open for the printer.
addEventListener("DOMContentLoaded", () => {
  const wanted = location.hash && document.querySelector(location.hash)?.closest(".fold");
  if (!matchMedia("(width < 48rem)").matches) return;
  for (const fold of document.querySelectorAll(".fold")) fold.open = fold === wanted || "used" in fold.dataset;
});
document.addEventListener("click", ({ target }) => {
  const hash = target.closest("a")?.getAttribute("href");
  if (hash?.startsWith("#") && hash.length > 1) document.querySelector(hash)?.closest(".fold")?.setAttribute("open", "");
});
addEventListener("beforeprint", () => {
  for (const fold of document.querySelectorAll(".fold, .load details")) fold.open = true;
});

// A word of the glossary says what it means where it stands; Escape or a press elsewhere puts that away.
document.addEventListener("click", (event) => {
  const term = event.target.closest(".term[data-says]");
  if (!term || event.ctrlKey || event.metaKey || event.shiftKey) return;
  event.preventDefault();
  const meaning = document.getElementById("meaning");
  for (const part of ["word", "says", "formula"]) meaning.querySelector(`#meaning-${part}`).textContent = term.dataset[part];
  meaning.querySelector("a").href = term.href;
  meaning.showPopover();
  const at = term.getBoundingClientRect();
  const rightmost = document.documentElement.clientWidth - meaning.offsetWidth - 8;
  meaning.style.left = `${scrollX + Math.max(8, Math.min(at.left, rightmost))}px`;
  meaning.style.top = `${scrollY + at.bottom + 6}px`;
  meaning.focus({ preventScroll: true });
  meaning.scrollIntoView({ block: "nearest" });
});

// Strips of a wall are moved by hand until their joints touch. Nothing of that is saved.
const A_JOINT = 12;
const edgesOf = (strip) => {
  const boxes = [...strip.querySelectorAll(".wall-swatch")].map((swatch) => swatch.getBoundingClientRect());
  return { tops: boxes.slice(0, 1).map((box) => box.top), bottoms: boxes.slice(0, 1).map((box) => box.bottom), sides: boxes.flatMap((box) => [box.left, box.right]) };
};
const nearest = (ones, others) => {
  const gaps = ones.flatMap((one) => others.map((other) => other - one));
  return gaps.filter((gap) => Math.abs(gap) <= A_JOINT).sort((a, b) => Math.abs(a) - Math.abs(b))[0] || 0;
};
function moveStrip(strip, x, y) {
  strip.classList.toggle("strip-moved", Boolean(x || y));
  strip.style.translate = x || y ? `${x}px ${y}px` : "";
  [strip.dataset.x, strip.dataset.y] = [x, y];
}
function snapStrip(strip) {
  const own = edgesOf(strip);
  const others = [...strip.parentElement.children].filter((other) => other !== strip).map(edgesOf);
  const down = nearest(own.tops, others.flatMap(({ bottoms }) => bottoms)) || nearest(own.bottoms, others.flatMap(({ tops }) => tops));
  const across = nearest(own.sides.slice(0, 2), others.flatMap(({ sides }) => sides));
  moveStrip(strip, Number(strip.dataset.x) + across, Number(strip.dataset.y) + down);
}
let strip;
document.addEventListener("pointerdown", ({ target, pointerId, clientX, clientY }) => {
  const handle = target.closest("[data-strip-handle]");
  if (!handle) return;
  const moved = handle.closest(".wall-strip");
  strip = { moved, x: clientX - Number(moved.dataset.x || 0), y: clientY - Number(moved.dataset.y || 0) };
  handle.setPointerCapture(pointerId);
});
document.addEventListener("pointermove", ({ clientX, clientY }) => {
  if (strip) moveStrip(strip.moved, clientX - strip.x, clientY - strip.y);
});
document.addEventListener("pointerup", () => {
  if (strip?.moved.dataset.x) snapStrip(strip.moved);
  strip = undefined;
});
document.addEventListener("keydown", (event) => {
  const moved = event.target.closest("[data-strip-handle]")?.closest(".wall-strip");
  if (!moved) return;
  if (event.key === "Escape") moveStrip(moved, 0, 0);
  const step = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key];
  if (!step) return;
  event.preventDefault();
  moveStrip(moved, Number(moved.dataset.x || 0) + step[0] * 8, Number(moved.dataset.y || 0) + step[1] * 8);
});

// The pan is heard, where somebody wants that: high when it holds enough, low when too much.
const [AFAR, SOUND] = ["umberpot-scale-from-afar", "umberpot-scale-sound"];
const PITCHES = { within: 880, over: 220 };
let heard, audio;
function sound(judged) {
  audio ||= new AudioContext();
  const [tone, volume] = [audio.createOscillator(), audio.createGain()];
  tone.frequency.value = PITCHES[judged];
  volume.gain.setValueAtTime(0.2, audio.currentTime);
  volume.gain.exponentialRampToValueAtTime(0.001, audio.currentTime + 0.4);
  tone.connect(volume).connect(audio.destination);
  tone.start();
  tone.stop(audio.currentTime + 0.4);
  document.dispatchEvent(new CustomEvent("umberpot:sound", { detail: judged }));
}
document.addEventListener("htmx:afterSwap", ({ target }) => {
  if (target.id !== "glance") return;
  const judged = target.querySelector("[data-judged]")?.dataset.judged;
  if (judged !== heard && judged in PITCHES && localStorage.getItem(SOUND) === "on") sound(judged);
  heard = judged;
});

// The end of a segment is dragged on the drawn curve: its row in the grid follows, and once it is let go the answer.
const A_NUDGE = 8;
const TO_FIVE = (value) => Math.round(value / 5) * 5;
let knee;
document.addEventListener("pointerdown", ({ target, pointerId, clientX, clientY }) => {
  const row = target.matches(".knee") && document.querySelectorAll("[data-segments] tbody tr")[target.dataset.segment];
  if (!row) return;
  const svg = target.closest("svg");
  const path = svg.querySelector(".chart-line");
  const points = path.getAttribute("d").slice(1).split("L").map((point) => point.split(" ").map(Number));
  const [rate, degrees] = ["rate", "target"].map((part) => row.querySelector(`[data-part=${part}]`));
  knee = { target, svg, path, points, rate, degrees, at: { x: clientX, y: clientY }, wasRate: Number(rate.value.replace(",", ".")) };
  target.setPointerCapture(pointerId);
});
document.addEventListener("pointermove", ({ clientX, clientY }) => {
  if (!knee) return;
  const { svg, target, points } = knee;
  const [along, up] = [Number(svg.dataset.along), Number(svg.dataset.up)];
  const [first, last] = [Number(target.dataset.first), Number(target.dataset.last)];
  const [fromX, fromY] = points[first - 1];
  const toDrawing = svg.getScreenCTM().inverse();
  const [pressed, now] = [knee.at, { x: clientX, y: clientY }].map(({ x, y }) => new DOMPoint(x, y).matrixTransform(toDrawing));
  // Straight up or down keeps the rate: the point slides along its slope.
  const keepsRate = Math.abs(now.x - pressed.x) < A_NUDGE;
  const bottom = Number(svg.dataset.zero);
  const degrees = TO_FIVE((bottom - (points[first][1] + now.y - pressed.y)) * up);
  const y = bottom - degrees / up;
  const way = (fromY - y) * up;
  const rate = keepsRate ? knee.wasRate : TO_FIVE(way / (Math.max(1, points[first][0] + now.x - pressed.x - fromX) * along));
  if (!rate || way / rate <= 0) return;
  const x = fromX + way / rate / along;
  const moved = points.map(([px, py], place) => (place < first ? [px, py] : [px + x - points[first][0], place > last ? py : y]));
  knee.path.setAttribute("d", `M${moved.map((point) => point.map((value) => value.toFixed(2)).join(" ")).join("L")}`);
  target.setAttribute("cx", x);
  target.setAttribute("cy", y);
  [knee.rate.value, knee.degrees.value] = [rate, degrees];
});
for (const over of ["pointerup", "pointercancel"]) {
  document.addEventListener(over, () => {
    const moved = knee;
    knee = undefined;
    moved?.rate.dispatchEvent(new Event("input", { bubbles: true }));
    moved?.degrees.dispatchEvent(new Event("input", { bubbles: true }));
  });
}

// A page that the browser kept whole, met again by Back: on a shared tablet somebody may have signed out since.
addEventListener("pageshow", async ({ persisted }) => {
  if (!persisted || !("makes" in document.body.dataset)) return;
  document.body.hidden = true;
  const due = await fetch("/bench/due/", { redirect: "manual" }).catch(() => null);
  if (due?.type === "opaqueredirect") location.reload();
  else document.body.hidden = false;
});

// The whole wall says which tile one points at, and how many are picked.
for (const wall of document.querySelectorAll("[data-whole]")) {
  const says = wall.querySelector("[data-says]");
  const picked = wall.querySelector("[data-picked]");
  const tell = ({ target }) => {
    const pointedAt = target.closest("label[data-code]")?.querySelector("input");
    if (pointedAt) says.textContent = pointedAt.getAttribute("aria-label");
  };
  wall.addEventListener("pointerover", tell);
  wall.addEventListener("focusin", tell);
  const count = () => {
    const found = wall.querySelectorAll("[name=codes]:checked").length;
    picked.textContent = found ? ` (${found})` : "";
  };
  wall.addEventListener("change", count);
  addEventListener("pageshow", count);
}

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

// Through a swap what was unfolded stays so, and what is worked at (data-steady) stays where it was
// on the screen, whatever has come above it.
let unfolded = [];
let stoodAt;
const whereItStands = () => document.querySelector("[data-steady]")?.getBoundingClientRect().top;
document.addEventListener("htmx:beforeSwap", ({ target }) => {
  unfolded = [...target.querySelectorAll("details[id][open]")].map(({ id }) => id);
  stoodAt = whereItStands();
});
document.addEventListener("htmx:afterSwap", () => {
  for (const id of unfolded) document.getElementById(id)?.setAttribute("open", "");
  const standsAt = whereItStands();
  if (stoodAt !== undefined && standsAt !== undefined) scrollBy({ top: standsAt - stoodAt, behavior: "instant" });
});

// After a swap the cursor belongs where the work goes on.
document.addEventListener("htmx:afterSettle", (event) => {
  if (event.target.id !== "weigh") return;
  document.querySelector("#weigh #id_grams")?.focus({ preventScroll: true });
});

const KEYS_SWITCH = "umberpot-single-keys";

document.addEventListener("alpine:init", () => {
  // Single keys press what carries data-key; "?" lists them. A key pressed in a field is text: only
  // where nothing is typed yet may a field that says so (data-lets-keys) let its keys through.
  Alpine.data("keys", () => ({
    on: localStorage.getItem(KEYS_SWITCH) !== "off",
    pressed(event) {
      if (event.ctrlKey || event.metaKey || event.altKey || this.isText(event.target)) return;
      if (event.key === "?") {
        this.$refs.dialog.showModal();
        return;
      }
      if (!this.on) return;
      const found = document.querySelector(`[data-key="${CSS.escape(event.key.toLowerCase())}"]`);
      if (found) {
        event.preventDefault();
        if (found.matches("input")) found.focus();
        else found.click();
      }
    },
    isText(element) {
      if (!element.matches("input, textarea, select")) return false;
      if (element.matches("[type=radio], [type=checkbox]")) return false;
      return !element.matches("[data-lets-keys]") || element.value !== "";
    },
    switched() {
      this.on = !this.on;
      localStorage.setItem(KEYS_SWITCH, this.on ? "on" : "off");
    },
  }));

  // Search: arrows walk through what was found, Escape and leaving put it away.
  Alpine.data("go", () => ({
    moved(event) {
      const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
      if (event.key === "Escape") this.close();
      if (!step) return;
      const stops = [...this.$root.querySelectorAll("input, a")];
      event.preventDefault();
      stops[stops.indexOf(document.activeElement) + step]?.focus();
    },
    left(event) {
      if (!this.$root.contains(event.relatedTarget)) this.close();
    },
    close() {
      document.getElementById("go-found").replaceChildren();
    },
  }));

  // What is sent along is what stands in the fields now, not what was last calculated.
  Alpine.data("sent", () => ({
    take() {
      const fields = new FormData(document.getElementById("sum-form"));
      this.$root.elements.sum.value = new URLSearchParams(fields).toString();
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
      const figure = Number(amount.value.replace(",", "."));
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
  }));

  // The entry grid of a bar test: down the column by Enter and arrows, blocks pasted, the scale read.
  // A drawn witness cone: each tap bends it one step further, and after melted it begins again.
  Alpine.data("witnessCone", () => ({
    bend: "",
    says: "",
    isPlain: true,
    init() {
      this.isPlain = false;
      this.read();
    },
    read() {
      const { found } = this.$refs;
      this.bend = found.value;
      this.says = `${found.getAttribute("aria-label")}: ${found.selectedOptions[0].text}. Bend further`;
    },
    further() {
      const { found } = this.$refs;
      found.selectedIndex = (found.selectedIndex + 1) % found.options.length;
      this.read();
    },
  }));
  // A slider with its number beside it: each follows the other, and the number is what is sent.
  Alpine.data("slider", () => ({
    slid() {
      this.$refs.typed.value = this.$refs.slide.value;
    },
    typed() {
      const number = Number(this.$refs.typed.value.replace(",", "."));
      if (number) this.$refs.slide.value = number;
    },
  }));
  // The weight in the pan: large enough to be read from across the room, and heard when it is enough. Both as each
  // browser was told.
  Alpine.data("glance", () => ({
    isPlain: true,
    isAfar: localStorage.getItem(AFAR) === "on",
    sounds: localStorage.getItem(SOUND) === "on",
    init() {
      this.isPlain = false;
    },
    get looks() {
      return this.isAfar ? "from-afar" : "";
    },
    get does() {
      return this.isAfar ? "Close large display" : "Large display";
    },
    toggle() {
      this.isAfar = !this.isAfar;
      localStorage.setItem(AFAR, this.isAfar ? "on" : "off");
    },
    near() {
      if (this.isAfar) this.toggle();
    },
    hush() {
      this.sounds = !this.sounds;
      localStorage.setItem(SOUND, this.sounds ? "on" : "off");
      if (this.sounds) sound("within");
    },
  }));
  // The lines of a schedule as a grid: what is typed in it is written into the lines, which are sent.
  Alpine.data("segments", () => ({
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
  }));
  Alpine.data("grid", () => ({
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
      this.$refs.says.textContent = leftOut ? `${leftOut} pasted values did not fit the table and were left out.` : "";
      event.target.dispatchEvent(new Event("change", { bubbles: true }));
    },
    sawOn(event) {
      const sheet = event.target.closest("[popover]");
      const seen = [...sheet.querySelectorAll(":checked")].map((box) => box.dataset.words);
      this.$root.querySelector(`[popovertarget="${sheet.id}"] [data-seen]`).textContent = seen.join(", ") || "not looked at";
    },
    async readScale() {
      const cell = this.lastCell?.isConnected ? this.lastCell : this.$root.querySelector("[data-mass]");
      const { says } = this.$refs;
      if (!cell?.matches("[data-mass]")) {
        says.textContent = "Click the weight cell you want to fill, then read the scale.";
        return;
      }
      const body = new FormData();
      body.append("csrfmiddlewaretoken", this.$root.elements.csrfmiddlewaretoken.value);
      body.append("cell", cell.name);
      if (this.$refs.put?.value) body.append("put", this.$refs.put.value);
      try {
        const answer = await (await fetch(this.$root.dataset.scale, { method: "POST", body })).json();
        if (answer.problem) {
          says.textContent = answer.problem;
          return;
        }
        cell.value = answer.grams;
        says.textContent = `${cell.ariaLabel}: ${answer.grams} g read from the scale.`;
        cell.dispatchEvent(new Event("change", { bubbles: true }));
        this.goDown(cell, 1);
      } catch {
        says.textContent = "The server is not responding. Type the weight instead.";
      }
    },
    init() {
      this.$root.addEventListener("focusin", (event) => {
        if (event.target.matches("input.cell")) this.lastCell = event.target;
      });
    },
  }));

  // Tiles that wait for one cone in one atmosphere: all of them chosen at once, or none again.
  Alpine.data("group", () => ({
    all() {
      const boxes = [...this.$root.querySelectorAll("[type=checkbox]")];
      const chosen = boxes.some((box) => !box.checked);
      for (const box of boxes) box.checked = chosen;
      if (!chosen) return;
      const { cone, atmosphere } = this.$root.closest("form").elements;
      cone.value = this.$root.dataset.cone;
      atmosphere.value = this.$root.dataset.atmosphere;
    },
  }));

  // A photograph: rings placed one after another, moved by hand or by keys. What they hold, the server says.
  Alpine.data("photograph", () => ({
    chosen: "",
    held: null,
    near: false,
    says: "",
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
        if (target.dataset.target === this.chosen) this.says = `Mark: ${target.textContent.trim()}`;
      }
      if (!this.chosen) this.says = "Every tile is marked.";
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
    at(event) {
      const toPicture = this.$refs.picture.getScreenCTM().inverse();
      return new DOMPoint(event.clientX, event.clientY).matrixTransform(toPicture);
    },
    press(event) {
      if (event.button) return;
      const { x, y } = this.at(event);
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
      const { x, y } = this.at(event);
      this.put(this.chosen, [x - this.held.x, y - this.held.y, this.ring(this.chosen)[2]]);
    },
    release() {
      this.held = null;
    },
    key(event) {
      const ring = this.ring(this.chosen);
      if (event.target.matches("input") || !ring) return;
      const [x, y, radius] = ring;
      const by = event.shiftKey ? 1 : 6;
      const moved = {
        ArrowLeft: [x - by, y, radius],
        ArrowRight: [x + by, y, radius],
        ArrowUp: [x, y - by, radius],
        ArrowDown: [x, y + by, radius],
        "+": [x, y, radius + 2],
        "-": [x, y, radius - 2],
      }[event.key];
      if (!moved) return;
      event.preventDefault();
      this.put(this.chosen, moved);
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
  }));

  // The measures of a piece, written onto its drawing as they are typed.
  Alpine.data("shape", () => ({
    init() { this.draw(); },
    draw() {
      for (const words of this.$root.querySelectorAll("[data-shows]")) {
        words.dataset.name ||= words.textContent.trim();
        const typed = this.$root.querySelector(`[name="${words.dataset.shows}"]`).value.trim();
        words.textContent = typed ? `${typed} mm` : words.dataset.name;
      }
    },
  }));

  // A stack of coats, from the top down: one dragged onto another takes its place.
  Alpine.data("stack", () => ({
    taken: null,
    take(event) {
      this.taken = event.target.closest("[data-place]");
      event.dataTransfer?.setData("text/plain", this.taken?.dataset.place ?? "");
    },
    drop(event) {
      const onto = event.target.closest("[data-place]");
      if (!this.taken || !onto || onto === this.taken) return;
      const form = this.taken.querySelector(`form[action="${this.taken.dataset.move}"]`);
      const place = Object.assign(document.createElement("input"), { type: "hidden", name: "to", value: onto.dataset.place });
      form.append(place);
      form.requestSubmit();
    },
  }));

  // A load: pieces dragged across shelves, or moved by keys. Whether one may stand there, the server says.
  Alpine.data("load", () => ({
    held: null,
    at(svg, event) {
      return new DOMPoint(event.clientX, event.clientY).matrixTransform(svg.getScreenCTM().inverse());
    },
    grab(event) {
      const piece = event.target.closest("[data-piece]");
      if (!piece || event.button) return;
      const svg = piece.ownerSVGElement;
      const from = this.at(svg, event);
      const box = piece.querySelector("rect").getBBox();
      this.held = { piece, svg, from, grip: { x: from.x - box.x, y: from.y - box.y } };
    },
    drag(event) {
      if (!this.held) return;
      const { piece, svg, from } = this.held;
      const now = this.at(svg, event);
      if (Math.hypot(now.x - from.x, now.y - from.y) < 2 && !piece.classList.contains("held")) return;
      piece.classList.add("held");
      piece.setAttribute("transform", `translate(${now.x - from.x} ${now.y - from.y})`);
    },
    drop(event) {
      if (!this.held) return;
      const { piece, grip } = this.held;
      const moved = piece.classList.contains("held");
      const under = moved && document.elementFromPoint(event.clientX, event.clientY);
      this.away();
      if (!under) return;
      const svg = under.closest("[data-shelf]");
      if (svg) {
        const to = this.at(svg, event);
        this.put(piece, svg, to.x - grip.x, to.y - grip.y, false);
      } else if (under.closest("[data-tray]")) this.send(piece, { do: "tray" });
    },
    away() {
      this.held?.piece.removeAttribute("transform");
      this.held?.piece.classList.remove("held");
      this.held = null;
    },
    pressed(event) {
      const piece = event.target.closest("[data-piece]");
      if (!piece || event.ctrlKey || event.metaKey || event.altKey) return;
      const step = event.shiftKey ? 1 : 5;
      const ways = { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, -step], ArrowDown: [0, step] };
      const wishes = { Delete: "tray", Backspace: "tray", l: piece.classList.contains("slab-locked") ? "unlock" : "lock" };
      const { x, y } = piece.querySelector("rect").getBBox();
      if (ways[event.key]) this.put(piece, piece.ownerSVGElement, x + ways[event.key][0], y + ways[event.key][1], false);
      else if (event.key === "r") this.put(piece, piece.ownerSVGElement, x, y, true);
      else if (wishes[event.key]) this.send(piece, { do: wishes[event.key] });
      else if (/^[1-9]$/.test(event.key)) this.send(piece, { do: `shelf-${event.key - 1}` });
      else return;
      event.preventDefault();
      event.stopPropagation();
    },
    put(piece, svg, x, y, turned) {
      const { width, height } = piece.querySelector("rect").getBBox();
      const depth = turned ? width : height;
      const place = { shelf: svg.dataset.shelf, x: x.toFixed(2), y: (svg.dataset.bottom - y - depth).toFixed(2) };
      this.send(piece, { do: "move", ...place, ...(turned && { turned: "on" }) });
    },
    send(piece, values) {
      const path = this.$root.dataset.moves.replace(/0\/$/, `${piece.dataset.piece}/`);
      const token = this.$root.querySelector("[name=csrfmiddlewaretoken]").value;
      htmx.ajax("POST", path, { target: "#load", swap: "outerHTML", values: { ...values, csrfmiddlewaretoken: token } });
    },
  }));

  // A log to be brought in: its first lines are shown, and its columns offered by name.
  Alpine.data("columns", () => ({
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
  }));

  // What is timed: the time left is shown here, and told once it is over where that is allowed.
  Alpine.data("timers", () => ({
    init() {
      this.tick();
      setInterval(() => this.tick(), 1000);
    },
    tick() {
      const next = this.$root.querySelector("[data-next-due]");
      if (next) next.textContent = this.inWords(Math.max(0, Math.round((Date.parse(next.dataset.nextDue) - Date.now()) / 1000)));
      for (const timer of this.$root.querySelectorAll("[data-due]")) {
        const left = Math.round((Date.parse(timer.dataset.due) - Date.now()) / 1000);
        timer.querySelector("[data-left]").textContent = left > 0 ? this.inWords(left) : "due now";
        if (left > 0) continue;
        timer.dataset.isDue = "yes";
        this.$root.open = true;
        tellOnce(timer.dataset.tell, timer.dataset.title, timer.dataset.todo);
      }
    },
    inWords(seconds) {
      const [days, hours, minutes] = [Math.floor(seconds / 86400), Math.floor(seconds / 3600) % 24, Math.floor(seconds / 60) % 60];
      if (days) return `${days} d ${hours} h left`;
      if (hours) return `${hours} h ${minutes} min left`;
      return `${minutes}:${String(seconds % 60).padStart(2, "0")} left`;
    },
    async allow() {
      const said = await window.Notification?.requestPermission();
      this.$refs.allowed.textContent = said === "granted" ? "Notifications are on in this browser." : "Notifications are off in this browser. Bench and the calendar still show what is due.";
    },
  }));

  // The device's own place, for a clay dug where one stands.
  Alpine.data("place", () => ({
    find() {
      this.$refs.says.textContent = "Finding your location …";
      navigator.geolocation.getCurrentPosition(
        ({ coords }) => {
          this.$root.querySelector("[name=latitude]").value = coords.latitude.toFixed(5);
          this.$root.querySelector("[name=longitude]").value = coords.longitude.toFixed(5);
          this.$refs.says.textContent = `Within about ${Math.round(coords.accuracy)} m.`;
        },
        () => { this.$refs.says.textContent = "Location is not available. Describe the place in words."; },
        { enableHighAccuracy: true, timeout: 15000 },
      );
    },
  }));

  // A wanted colour picked from any picture; the picture never leaves the browser.
  Alpine.data("picker", () => ({
    at: [0, 0],
    reach: 4,
    problem: "",
    async open(event) {
      const [file] = event.target.files;
      const canvas = this.$refs.canvas;
      if (!file) return;
      try {
        const picture = await createImageBitmap(file);
        const scale = Math.min(1, 1200 / Math.max(picture.width, picture.height));
        [canvas.width, canvas.height] = [picture.width, picture.height].map((side) => Math.ceil(side * scale));
        canvas.getContext("2d", { willReadFrequently: true }).drawImage(picture, 0, 0, canvas.width, canvas.height);
        this.picture = canvas.getContext("2d").getImageData(0, 0, canvas.width, canvas.height);
        this.problem = "";
      } catch {
        this.problem = "This browser cannot show that file. Use a JPEG, PNG or WebP.";
      }
      this.$refs.shown.toggleAttribute("hidden", Boolean(this.problem));
      if (!this.problem) this.pick(canvas.width / 2, canvas.height / 2);
    },
    press(event) {
      const box = this.$refs.canvas.getBoundingClientRect();
      const scale = this.$refs.canvas.width / box.width;
      this.pick((event.clientX - box.left) * scale, (event.clientY - box.top) * scale);
    },
    key(event) {
      const step = { ArrowLeft: [-6, 0], ArrowRight: [6, 0], ArrowUp: [0, -6], ArrowDown: [0, 6] }[event.key];
      if (!step) return;
      event.preventDefault();
      this.pick(this.at[0] + step[0], this.at[1] + step[1]);
    },
    pick(x, y) {
      const { width, height, data } = this.picture;
      this.at = [Math.min(Math.max(x, 0), width - 1), Math.min(Math.max(y, 0), height - 1)].map(Math.round);
      const [left, top] = this.at.map((place) => Math.max(0, place - this.reach));
      const sum = [0, 0, 0];
      let count = 0;
      for (let row = top; row <= Math.min(height - 1, this.at[1] + this.reach); row += 1) {
        for (let column = left; column <= Math.min(width - 1, this.at[0] + this.reach); column += 1) {
          const from = 4 * (row * width + column);
          sum.forEach((_, channel) => (sum[channel] += data[from + channel]));
          count += 1;
        }
      }
      const hex = sum.map((total) => Math.round(total / count).toString(16).padStart(2, "0")).join("");
      this.$refs.want.value = `#${hex}`;
      this.$refs.swatch.setAttribute("fill", `#${hex}`);
      this.draw();
    },
    draw() {
      const paper = this.$refs.canvas.getContext("2d");
      paper.putImageData(this.picture, 0, 0);
      const { width } = this.picture;
      for (const [line, colour] of [[width / 120, "#141414"], [width / 300, "#ffffff"]]) {
        paper.beginPath();
        paper.arc(...this.at, width / 40, 0, 2 * Math.PI);
        [paper.lineWidth, paper.strokeStyle] = [line, colour];
        paper.stroke();
      }
    },
  }));

  Alpine.data("colour", () => ({
    pick() {
      this.$refs.typed.value = this.$refs.well.value;
    },
  }));
});
