import {
  paintBrushParameters,
  strokeBrush,
  type PaintBrush,
  type PaintStroke,
} from '../brush/paint-brush';
import { defaultsOf } from '../definitions/parameter-values';
import { noMemo } from '../definitions/memo';
import type { SourceContext } from '../definitions/source';
import { IDENTITY, type Affine } from '../geometry/affine';
import type { ColourBuffer } from '../pixels/buffer';
import { crop } from '../pixels/buffer';
import type { Region } from '../pixels/region';
import { paintSource } from '../sources/paint';
import { LAMP } from './step-context';

/** Strokes of paint for tests, and what they come to. */

let number = 0;

/** A stroke through points, with a hard brush of 40 px unless it says otherwise. */
export const paintStroke = (
  way: readonly (readonly [x: number, y: number, pressure?: number])[],
  values: Partial<PaintBrush> = {},
  rest: Partial<PaintStroke> = {},
): PaintStroke => ({
  ...{ id: `s${number++}`, way: 'over', colour: '#ffffff' },
  brush: strokeBrush({
    ...defaultsOf(paintBrushParameters),
    ...{ size: 40, hardness: 100, ...values },
  }),
  points: [way.flatMap(([x, y, pressure = 1]) => [x, y, pressure, 0, 0, 0])],
  ...rest,
});

export const PAINTED = { x: 0, y: 0, width: 200, height: 120 };

/** What a source of paint is given in a test. */
export const paintContext = (
  wanted: Region = PAINTED,
  memo = noMemo,
  map: Affine = IDENTITY,
): SourceContext => ({
  ...{ map, wanted, memo, mixing: 'displayed', lamp: LAMP },
  scene: { x0: 0, y0: 0, x1: PAINTED.width, y1: PAINTED.height },
  picture: () => {
    throw new Error('There are no pictures here.');
  },
});

/** What strokes come to over exactly what is asked for. */
export const painted = (
  strokes: PaintStroke[],
  context: SourceContext = paintContext(),
): ColourBuffer => crop(paintSource.render({ kind: 'paint', strokes }, context), context.wanted);

/** The px at a place of a buffer. */
export const pxAt = ({ region, data }: ColourBuffer, x: number, y: number): number[] => {
  const i = 4 * ((y - region.y) * region.width + x - region.x);
  return [...data.subarray(i, i + 4)];
};
