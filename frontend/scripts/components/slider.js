import { numberOf } from "../numbers.js";

// A slider with its number beside it: each follows the other, and the number is what is sent.
export const slider = () => ({
  slid() {
    this.$refs.typed.value = this.$refs.slide.value;
  },
  typed() {
    const number = numberOf(this.$refs.typed.value);
    if (number) this.$refs.slide.value = number;
  },
});
