import { onDrag } from "./dragging.js";
import { pointIn } from "./drawing.js";
import { numberOf } from "./numbers.js";

// The end of a segment is dragged on the drawn curve: its row in the grid follows, and once it is let go the answer.
const A_NUDGE = 8;
const toFive = (value) => Math.round(value / 5) * 5;

onDrag({
  take(event) {
    const { target } = event;
    const row = target.matches(".knee") && document.querySelectorAll("[data-entries=segment] [data-entry]")[target.dataset.segment];
    if (!row) return undefined;
    const svg = target.closest("svg");
    const path = svg.querySelector(".chart-line");
    const points = path.getAttribute("d").slice(1).split("L").map((point) => point.split(" ").map(Number));
    const [rate, degrees] = ["rate", "target"].map((part) => row.querySelector(`[data-part=${part}]`));
    return { target, svg, path, points, rate, degrees, pressed: pointIn(svg, event), wasRate: numberOf(rate.value) };
  },
  move({ target, svg, path, points, rate, degrees, pressed, wasRate }, event) {
    // An answer that came meanwhile has drawn the curve anew: nothing is known of the old one's place.
    if (!svg.isConnected) return;
    const now = pointIn(svg, event);
    // The drawing says what one of its units is worth: hours along, degrees up.
    const [along, up, bottom] = ["along", "up", "zero"].map((name) => Number(svg.dataset[name]));
    const [first, last] = [Number(target.dataset.first), Number(target.dataset.last)];
    const [fromX, fromY] = points[first - 1];
    const reached = Math.max(0, toFive((bottom - (points[first][1] + now.y - pressed.y)) * up));
    const y = bottom - reached / up;
    const climb = (fromY - y) * up;
    // Straight up or down keeps the rate: the point slides along its slope.
    const keepsRate = Math.abs(now.x - pressed.x) < A_NUDGE;
    const hours = Math.max(1, points[first][0] + now.x - pressed.x - fromX) * along;
    const perHour = keepsRate ? wasRate : toFive(climb / hours);
    if (!perHour || climb / perHour <= 0) return;
    const x = fromX + climb / perHour / along;
    const moved = points.map(([px, py], place) => (place < first ? [px, py] : [px + x - points[first][0], place > last ? py : y]));
    path.setAttribute("d", `M${moved.map((point) => point.map((value) => value.toFixed(2)).join(" ")).join("L")}`);
    target.setAttribute("cx", x);
    target.setAttribute("cy", y);
    [rate.value, degrees.value] = [perHour, reached];
  },
  drop({ rate, degrees }) {
    for (const field of [rate, degrees]) field.dispatchEvent(new Event("input", { bubbles: true }));
  },
});
