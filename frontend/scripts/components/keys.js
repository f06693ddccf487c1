const KEYS_SWITCH = "umberpot-single-keys";

// Single keys press what carries data-key; "?" lists them. A key pressed in a field is text: only
// where nothing is typed yet may a field that says so (data-lets-keys) let its keys through.
export const keys = () => ({
  on: localStorage.getItem(KEYS_SWITCH) !== "off",
  pressed(event) {
    if (event.ctrlKey || event.metaKey || event.altKey || this.isText(event.target)) return;
    if (event.key === "?") {
      this.$refs.dialog.showModal();
      return;
    }
    if (!this.on) return;
    const found = document.querySelector(`[data-key="${CSS.escape(event.key.toLowerCase())}"]`);
    if (found) {
      event.preventDefault();
      if (found.matches("input")) found.focus();
      else found.click();
    }
  },
  isText(element) {
    if (!element.matches("input, textarea, select")) return false;
    if (element.matches("[type=radio], [type=checkbox]")) return false;
    return !element.matches("[data-lets-keys]") || element.value !== "";
  },
  switched() {
    this.on = !this.on;
    localStorage.setItem(KEYS_SWITCH, this.on ? "on" : "off");
  },
});
