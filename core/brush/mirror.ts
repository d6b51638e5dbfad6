import type { Affine, Point } from '../geometry/affine';
import { about, multiply, rotation, scaling } from '../geometry/affine';

/** Painting that is mirrored: each stroke is laid several times at once. */

export const mirrorKinds = [
  { value: 'none', label: 'No mirror' },
  { value: 'axis', label: 'Across an axis' },
  { value: 'axes', label: 'Across two axes' },
  { value: 'round', label: 'Round a point' },
] as const;

export interface Mirror {
  kind: (typeof mirrorKinds)[number]['value'];
  /** The point that the axes go through, or that strokes go round, the layer's own px. */
  at: Point;
  /** The angle of the (first) axis, radians: 0 lies level. */
  angle: number;
  /** How many strokes stand round the point, from 2 on. */
  count: number;
}

/** The maps that a stroke is laid under besides itself, of the layer's own px. */
export function mirrorMaps({ kind, at, angle, count }: Mirror): Affine[] {
  const across = (by: number): Affine =>
    about(at, multiply(rotation(by), multiply(scaling(1, -1), rotation(-by))));
  switch (kind) {
    case 'none':
      return [];
    case 'axis':
      return [across(angle)];
    case 'axes':
      return [across(angle), across(angle + Math.PI / 2), about(at, rotation(Math.PI))];
    case 'round':
      return Array.from({ length: count - 1 }, (_, i) =>
        about(at, rotation((2 * Math.PI * (i + 1)) / count)),
      );
  }
}
