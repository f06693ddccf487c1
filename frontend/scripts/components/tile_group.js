// Tiles that wait for one cone in one atmosphere: all of them chosen at once, or none again.
export const tileGroup = () => ({
  all() {
    const boxes = [...this.$root.querySelectorAll("[type=checkbox]")];
    const chosen = boxes.some((box) => !box.checked);
    for (const box of boxes) box.checked = chosen;
    if (!chosen) return;
    const { cone, atmosphere } = this.$root.closest("form").elements;
    cone.value = this.$root.dataset.cone;
    atmosphere.value = this.$root.dataset.atmosphere;
  },
});
