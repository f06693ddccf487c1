import { onDrag } from "./dragging.js";
import { arrowOf } from "./drawing.js";

// Strips of a wall are moved by hand until their joints touch. Nothing of that is saved.
const A_JOINT = 12;
const A_STEP = 8;

const stripOf = (target) => target.closest("[data-strip-handle]")?.closest(".wall-strip");
const placeOf = ({ dataset }) => [Number(dataset.x || 0), Number(dataset.y || 0)];

function put(strip, x, y) {
  strip.classList.toggle("strip-moved", Boolean(x || y));
  strip.style.translate = x || y ? `${x}px ${y}px` : "";
  [strip.dataset.x, strip.dataset.y] = [x, y];
}

function edgesOf(strip) {
  const boxes = [...strip.querySelectorAll(".wall-swatch")].map((swatch) => swatch.getBoundingClientRect());
  const [first] = boxes;
  return { tops: first ? [first.top] : [], bottoms: first ? [first.bottom] : [], sides: boxes.flatMap((box) => [box.left, box.right]) };
}

function nearest(ones, others) {
  const gaps = ones.flatMap((one) => others.map((other) => other - one));
  return gaps.filter((gap) => Math.abs(gap) <= A_JOINT).sort((a, b) => Math.abs(a) - Math.abs(b))[0] || 0;
}

function snap(strip) {
  const own = edgesOf(strip);
  const others = [...strip.parentElement.children].filter((other) => other !== strip).map(edgesOf);
  const down = nearest(own.tops, others.flatMap(({ bottoms }) => bottoms)) || nearest(own.bottoms, others.flatMap(({ tops }) => tops));
  const across = nearest(own.sides.slice(0, 2), others.flatMap(({ sides }) => sides));
  const [x, y] = placeOf(strip);
  put(strip, x + across, y + down);
}

onDrag({
  take({ target, clientX, clientY }) {
    const strip = stripOf(target);
    if (!strip) return undefined;
    const [x, y] = placeOf(strip);
    return { strip, x: clientX - x, y: clientY - y };
  },
  move({ strip, x, y }, { clientX, clientY }) {
    put(strip, clientX - x, clientY - y);
  },
  drop({ strip }) {
    if (strip.dataset.x) snap(strip);
  },
});

document.addEventListener("keydown", (event) => {
  const strip = stripOf(event.target);
  if (!strip) return;
  if (event.key === "Escape") put(strip, 0, 0);
  const step = arrowOf(event, A_STEP);
  if (!step) return;
  event.preventDefault();
  const [x, y] = placeOf(strip);
  put(strip, x + step[0], y + step[1]);
});
