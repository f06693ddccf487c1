// Where on a drawing a pointer is, in the drawing's own units.
export const pointIn = (svg, { clientX, clientY }) => new DOMPoint(clientX, clientY).matrixTransform(svg.getScreenCTM().inverse());

// What an arrow key moves by, in steps across and down; nothing for any other key.
const ARROWS = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };
export const arrowOf = ({ key }, step) => ARROWS[key]?.map((part) => part * step);
