import { arrowOf, pointIn } from "../drawing.js";

// A load: pieces dragged across shelves, or moved by keys. Whether one may stand there, the server says.
export const kilnLoad = () => ({
  held: null,
  grab(event) {
    const piece = event.target.closest("[data-piece]");
    if (!piece || event.button) return;
    const svg = piece.ownerSVGElement;
    const from = pointIn(svg, event);
    const box = piece.querySelector("rect").getBBox();
    this.held = { piece, svg, from, grip: { x: from.x - box.x, y: from.y - box.y } };
  },
  drag(event) {
    if (!this.held) return;
    const { piece, svg, from } = this.held;
    const now = pointIn(svg, event);
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
      const to = pointIn(svg, event);
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
    const moved = arrowOf(event, step);
    const wishes = { Delete: "tray", Backspace: "tray", l: piece.classList.contains("slab-locked") ? "unlock" : "lock" };
    const { x, y } = piece.querySelector("rect").getBBox();
    if (moved) this.put(piece, piece.ownerSVGElement, x + moved[0], y + moved[1], false);
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
});
