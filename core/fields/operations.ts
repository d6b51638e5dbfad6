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
  'least',
  'most',
  'absolute',
  'floor',
  'root',
  'wave',
  'power',
  'below',
  'smooth',
  'chance',
  'noise',
  'octaves',
  'cells',
  'strewn',
] as const;

export type Operation = (typeof OPERATIONS)[number];

/** So many registers an operation writes; left out, one. */
export const WRITES: Partial<Record<Operation, number>> = { cells: 7, strewn: 2 };

/** What can be strewn, in the order in which the kernel numbers it. */
export const STREWN = ['discs', 'polygons', 'stars', 'strokes'] as const;
