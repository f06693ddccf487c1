// The measures of a piece, written onto its drawing as they are typed.
export const shape = () => ({
  init() { this.draw(); },
  draw() {
    for (const words of this.$root.querySelectorAll("[data-shows]")) {
      words.dataset.name ||= words.textContent.trim();
      const typed = this.$root.querySelector(`[name="${words.dataset.shows}"]`).value.trim();
      words.textContent = typed ? `${typed} mm` : words.dataset.name;
    }
  },
});
