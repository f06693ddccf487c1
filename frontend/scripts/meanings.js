// A word of the glossary says what it means where it stands; Escape or a press elsewhere puts that away.
document.addEventListener("click", (event) => {
  const term = event.target.closest(".term[data-summary]");
  if (!term || event.ctrlKey || event.metaKey || event.shiftKey) return;
  event.preventDefault();
  const meaning = document.getElementById("meaning");
  for (const part of ["word", "summary", "formula"]) meaning.querySelector(`#meaning-${part}`).textContent = term.dataset[part];
  meaning.querySelector("a").href = term.href;
  meaning.showPopover();
  const at = term.getBoundingClientRect();
  const rightmost = document.documentElement.clientWidth - meaning.offsetWidth - 8;
  meaning.style.left = `${scrollX + Math.max(8, Math.min(at.left, rightmost))}px`;
  meaning.style.top = `${scrollY + at.bottom + 6}px`;
  meaning.focus({ preventScroll: true });
  meaning.scrollIntoView({ block: "nearest" });
});
