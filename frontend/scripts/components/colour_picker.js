import { arrowOf } from "../drawing.js";

// A wanted colour picked from any picture; the picture never leaves the browser.
export const colourPicker = () => ({
  at: [0, 0],
  reach: 4,
  problem: "",
  async open(event) {
    const [file] = event.target.files;
    const canvas = this.$refs.canvas;
    if (!file) return;
    try {
      const picture = await createImageBitmap(file);
      const scale = Math.min(1, 1200 / Math.max(picture.width, picture.height));
      [canvas.width, canvas.height] = [picture.width, picture.height].map((side) => Math.ceil(side * scale));
      canvas.getContext("2d", { willReadFrequently: true }).drawImage(picture, 0, 0, canvas.width, canvas.height);
      this.picture = canvas.getContext("2d").getImageData(0, 0, canvas.width, canvas.height);
      this.problem = "";
    } catch {
      this.problem = "This browser cannot show that file. Use a JPEG, PNG or WebP.";
    }
    this.$refs.shown.toggleAttribute("hidden", Boolean(this.problem));
    if (!this.problem) this.pick(canvas.width / 2, canvas.height / 2);
  },
  press(event) {
    const box = this.$refs.canvas.getBoundingClientRect();
    const scale = this.$refs.canvas.width / box.width;
    this.pick((event.clientX - box.left) * scale, (event.clientY - box.top) * scale);
  },
  key(event) {
    const step = arrowOf(event, 6);
    if (!step) return;
    event.preventDefault();
    this.pick(this.at[0] + step[0], this.at[1] + step[1]);
  },
  pick(x, y) {
    const { width, height, data } = this.picture;
    this.at = [Math.min(Math.max(x, 0), width - 1), Math.min(Math.max(y, 0), height - 1)].map(Math.round);
    const [left, top] = this.at.map((place) => Math.max(0, place - this.reach));
    const sum = [0, 0, 0];
    let count = 0;
    for (let row = top; row <= Math.min(height - 1, this.at[1] + this.reach); row += 1) {
      for (let column = left; column <= Math.min(width - 1, this.at[0] + this.reach); column += 1) {
        const from = 4 * (row * width + column);
        sum.forEach((_, channel) => (sum[channel] += data[from + channel]));
        count += 1;
      }
    }
    const hex = sum.map((total) => Math.round(total / count).toString(16).padStart(2, "0")).join("");
    this.$refs.want.value = `#${hex}`;
    this.$refs.swatch.setAttribute("fill", `#${hex}`);
    this.draw();
  },
  draw() {
    const paper = this.$refs.canvas.getContext("2d");
    paper.putImageData(this.picture, 0, 0);
    const { width } = this.picture;
    for (const [line, colour] of [[width / 120, "#141414"], [width / 300, "#ffffff"]]) {
      paper.beginPath();
      paper.arc(...this.at, width / 40, 0, 2 * Math.PI);
      [paper.lineWidth, paper.strokeStyle] = [line, colour];
      paper.stroke();
    }
  },
});
