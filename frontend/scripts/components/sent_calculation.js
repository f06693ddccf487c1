// What is sent along is what stands in the fields now, not what was last calculated.
export const sentCalculation = () => ({
  take() {
    const fields = new FormData(document.getElementById("sum-form"));
    this.$root.elements.sum.value = new URLSearchParams(fields).toString();
  },
});
