// A drawn witness cone: each tap bends it one step further, and after melted it begins again.
export const witnessCone = () => ({
  bend: "",
  summary: "",
  isPlain: true,
  init() {
    this.isPlain = false;
    this.read();
  },
  read() {
    const { found } = this.$refs;
    this.bend = found.value;
    this.summary = `${found.getAttribute("aria-label")}: ${found.selectedOptions[0].text}. Bend further`;
  },
  further() {
    const { found } = this.$refs;
    found.selectedIndex = (found.selectedIndex + 1) % found.options.length;
    this.read();
  },
});
