// A number as it is typed: a decimal comma is understood.
export const numberOf = (typed) => Number(typed.replace(",", "."));
