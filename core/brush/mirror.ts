import type { Affine, Point } from '../geometry/affine';
import { IDENTITY, about, invert, multiply, rotation, scaling } from '../geometry/affine';

/** Painting that is mirrored: each stroke is laid several times at once. */

export const mirrorKinds = [
  { value: 'none', label: 'No mirror' },
  { value: 'axis', label: 'Across an axis' },
  { value: 'axes', label: 'Across two axes' },
  { value: 'round', label: 'Round a point' },
] as const;

export interface Mirror {
  kind: (typeof mirrorKinds)[number]['value'];
  /** The point that the axes go through, or that strokes go round, scene px. */
  at: Point;
  /** The angle of the (first) axis, radians: 0 lies level. */
  angle: number;
  /** How many strokes stand round the point, from 2 on. */
  count: number;
}

/**
 * The maps that a stroke is laid under besides itself, of the own px of a layer, which `map` takes to the scene; none where it
 * takes them to nothing.
 */
export function mirrorMaps(mirror: Mirror, map: Affine = IDENTITY): Affine[] {
  const back = invert(map);
  return back ? inScene(mirror).map((m) => multiply(back, multiply(m, map))) : [];
}

function inScene({ kind, at, angle, count }: Mirror): Affine[] {
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
