// What is dragged anywhere on a page: `take` says what a press takes hold of (nothing, if nothing), `move` and
// `drop` are told of it. One thing at a time; a press that the browser takes back (a scroll, a call) drops it too.
export function onDrag({ take, move, drop }) {
  let held;
  document.addEventListener("pointerdown", (event) => {
    if (event.button || held) return;
    held = take(event);
    if (held) event.target.setPointerCapture(event.pointerId);
  });
  document.addEventListener("pointermove", (event) => {
    if (held) move(held, event);
  });
  for (const over of ["pointerup", "pointercancel"]) {
    document.addEventListener(over, () => {
      const dropped = held;
      held = undefined;
      if (dropped) drop(dropped);
    });
  }
}
