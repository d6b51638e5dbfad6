/** What a program of a field can do, in the order in which the kernel numbers it (kernels/assembly/field.ts). */
export const OPERATIONS = [
  'constant',
  'x',
  'y',
  'plane',
  'add',
  'subtract',
  'multiply',
  'divide',
  'min',
  'max',
  'abs',
  'floor',
  'sqrt',
  'sine',
  'power',
  'less',
  'smooth',
  'hash',
  'noise',
  'fractal',
  'cells',
  'border',
  'scattered',
  'colour',
  'other',
  'decode',
  'encode',
  'turn',
  'log2',
  'exp2',
  'table',
  'addProduct',
] as const;

export type Operation = (typeof OPERATIONS)[number];

/** So many registers an operation writes; left out, one. */
export const WRITES: Partial<Record<Operation, number>> = {
  cells: 5,
  scattered: 2,
  colour: 4,
  other: 4,
};

/** What can be scattered, in the order in which the kernel numbers it. */
export const SCATTERED = ['discs', 'polygons', 'stars', 'strokes'] as const;
