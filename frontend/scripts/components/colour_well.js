export const colourWell = () => ({
  pick() {
    this.$refs.typed.value = this.$refs.well.value;
  },
});
