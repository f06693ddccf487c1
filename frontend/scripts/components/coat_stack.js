// A stack of coats, from the top down: one dragged onto another takes its place.
export const coatStack = () => ({
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
});
