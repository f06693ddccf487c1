// Who ticks a fault has not found the piece sound: what is shown is what is recorded.
addEventListener("change", ({ target }) => {
  const list = target.closest?.("[data-sound]");
  if (!list) return;
  const { sound, noFaults } = list.dataset;
  const ticked = [...list.querySelectorAll(":checked")];
  if (!ticked.some(({ value }) => !noFaults.split(" ").includes(value))) return;
  for (const box of ticked.filter(({ value }) => value === sound)) box.checked = false;
}, { capture: true });
