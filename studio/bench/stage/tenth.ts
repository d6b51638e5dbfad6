/** A length to a tenth of a px, as what is dragged by hand is kept. */
export const tenth = (v: number): number => Math.round(v * 10) / 10;
