/** 3 × 3 matrices, row by row. */
export type Matrix3 = readonly [
  ...[number, number, number],
  ...[number, number, number],
  ...[number, number, number],
];

/** The product of two matrices: what `n` does, then `m`. */
export function product(m: Matrix3, n: Matrix3): Matrix3 {
  const cell = (r: number, c: number) =>
    m[r * 3]! * n[c]! + m[r * 3 + 1]! * n[3 + c]! + m[r * 3 + 2]! * n[6 + c]!;
  return [0, 1, 2].flatMap((r) => [0, 1, 2].map((c) => cell(r, c))) as unknown as Matrix3;
}

/** The adjugate of a matrix, and its determinant: the inverse is the one divided by the other. */
export function adjugate([a, b, c, d, e, f, g, h, i]: Matrix3): {
  of: Matrix3;
  determinant: number;
} {
  return {
    of: [
      ...([e * i - f * h, c * h - b * i, b * f - c * e] as const),
      ...([f * g - d * i, a * i - c * g, c * d - a * f] as const),
      ...([d * h - e * g, b * g - a * h, a * e - b * d] as const),
    ],
    determinant: a * (e * i - f * h) - b * (d * i - f * g) + c * (d * h - e * g),
  };
}

/** A matrix times a column of three numbers. */
export const times = (
  m: Matrix3,
  [x, y, z]: readonly [number, number, number],
): [number, number, number] => [
  m[0] * x + m[1] * y + m[2] * z,
  m[3] * x + m[4] * y + m[5] * z,
  m[6] * x + m[7] * y + m[8] * z,
];

/** The inverse of a matrix that has one; infinite or no numbers if it has none. */
export function inverse(m: Matrix3): Matrix3 {
  const { of, determinant } = adjugate(m);
  return of.map((v) => v / determinant) as unknown as Matrix3;
}
