// Search: arrows walk through what was found, Escape and leaving put it away.
export const search = () => ({
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
});
