import { blendNamed } from '../blend/index';
import type { PaintFrame } from '../definitions/step';
import type { Affine, Point } from '../geometry/affine';
import {
  apply,
  invert,
  meanScale,
  middleOf,
  multiply,
  rotation,
  scaling,
  translation,
} from '../geometry/affine';
import { projective } from '../geometry/homography';
import { painted, paintedBy } from '../kernels/paint';
import { composite } from '../kernels/composite';
import { drawPicture } from '../kernels/resample';
import { masked } from '../kernels/rows';
import { conePlane, tiled } from '../kernels/tile';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import { crop, unwritten } from '../pixels/buffer';
import type { Mixing } from '../pixels/colour';
import { rgb } from '../pixels/colour';
import { scoped } from '../pixels/heap';
import { rampTable } from '../pixels/ramp';
import type { RampTable } from '../pixels/ramp-table';
import { flatTable, reflectedTable } from '../pixels/ramp-table';
import type { Ramp } from '../pixels/ramp';
import { EMPTY, isEmpty } from '../pixels/region';
import type { Paint } from './parameters';
import { depthReach, textured } from './textured';

/** From where to where a gradient runs, px of the render. */
export function paintEnds(
  paint: Paint,
  frame: Pick<PaintFrame, 'map' | 'box' | 'scene'>,
): { from: Point; to: Point } {
  if (paint.ends) {
    const { x0, y0, x1, y1 } = paint.ends;
    return { from: apply(frame.map, { x: x0, y: y0 }), to: apply(frame.map, { x: x1, y: y1 }) };
  }
  const box = paint.fit === 'scene' ? frame.scene : frame.box;
  const middle = middleOf(box);
  const [w, h] = [box.x1 - box.x0, box.y1 - box.y0];
  const a = (paint.paintAngle * Math.PI) / 180;
  const [dx, dy] = [Math.cos(a), Math.sin(a)];
  const round = paint.paint === 'radial' || paint.paint === 'conical';
  // Round a point as far as the corners; else from edge to edge of the box, as seen in that direction.
  const half = (round ? Math.hypot(w, h) : Math.abs(dx) * w + Math.abs(dy) * h) / 2 || 1;
  const to = { x: middle.x + dx * half, y: middle.y + dy * half };
  return paint.paint === 'linear'
    ? { from: { x: middle.x - dx * half, y: middle.y - dy * half }, to }
    : { from: middle, to };
}

/**
 * A shape filled with a paint, over the region of the shape. Textures that follow edges follow those of `edges`, which is known
 * as far beyond as they look (`paintMargin`).
 */
export function paintShape(
  shape: Plane,
  paint: Paint,
  frame: PaintFrame,
  edges: Plane | null = null,
): ColourBuffer {
  if (isEmpty(shape.region)) return unwritten(EMPTY, 4);
  const { mixing } = frame;
  switch (paint.paint) {
    case 'one':
      return oneColour(shape, paint.colour, mixing);
    case 'linear':
    case 'radial':
    case 'reflected': {
      const { from, to } = paintEnds(paint, frame);
      const table = rampTable(paint.ramp, mixing);
      const first = { x: 2 * from.x - to.x, y: 2 * from.y - to.y };
      const unit: Affine = [1, 0, 0, 1, 0, 0];
      return paint.paint === 'reflected'
        ? painted(shape, reflectedTable(table), unit, first, to, false)
        : paint.paint === 'radial'
          ? painted(shape, table, unit, from, to, true, (paint.roundness ?? 100) / 100)
          : painted(shape, table, unit, from, to, false);
    }
    case 'conical': {
      const { from, to } = paintEnds(paint, frame);
      const turn = rotation(-Math.atan2(to.y - from.y, to.x - from.x));
      const cone = conePlane(multiply(turn, translation(-from.x, -from.y)), shape.region);
      return paintedBy(shape, cone, rampTable(paint.ramp, mixing));
    }
    case 'texture':
      return texturesOn(shape, paint, frame, edges);
    case 'pattern':
      return paint.picture === '' ? unwritten(EMPTY, 4) : patterned(shape, paint, frame);
  }
}

/** Whether the lamp of the scene shades a paint. */
export const hasRelief = (paint: Paint): boolean =>
  paint.paint === 'texture' &&
  [paint, ...(paint.over ?? [])].some(({ relief = 0 }) => relief !== 0);

/** How far beyond a region a paint must know the shape whose edges it follows, px of the render. */
export function paintMargin(paint: Paint, scale: number): number {
  if (paint.paint !== 'texture') return 0;
  const reaches = [paint, ...(paint.over ?? [])].map(
    (laid) => (depthReach(laid) * laid.size) / 100,
  );
  const most = Math.max(...reaches);
  return most > 0 ? Math.ceil(most * scale) + 4 : 0;
}

/** A shape filled with textures, one laid on the other. */
function texturesOn(
  shape: Plane,
  paint: Paint,
  frame: PaintFrame,
  edges: Plane | null,
): ColourBuffer {
  const ground = { frame, edges };
  const made = textured(paint, shape.region, ground);
  for (const laid of paint.over ?? [])
    scoped(() =>
      composite(
        made,
        textured(laid, shape.region, ground),
        blendNamed(laid.blend).mode,
        laid.opacity / 100,
      ),
    );
  return masked(made, shape);
}

/** A shape in one colour. */
export const oneColour = (shape: Plane, colour: string, mixing: Mixing): ColourBuffer =>
  paintedBy(shape, shape, colourTable(colour, mixing));

/** The table of a ramp, or of one colour. */
export const colourTable = (colour: string | Ramp, mixing: Mixing): RampTable =>
  typeof colour === 'string' ? flatTable([...rgb(colour, mixing), 1]) : rampTable(colour, mixing);

/** A shape filled with a picture laid side by side; at 100 % a px of it is one of the layer. */
function patterned(shape: Plane, paint: Paint, frame: PaintFrame): ColourBuffer {
  const picture = frame.picture(paint.picture);
  const k = (meanScale(frame.map) * paint.size) / 100;
  const side = (n: number) => Math.max(1, Math.min(4096, Math.round(n * k)));
  const [w, h] = [side(picture.width), side(picture.height)];
  const [sx, sy] = [w / picture.width, h / picture.height];
  const region = { x: 0, y: 0, width: w, height: h };
  const tile = drawPicture(picture, projective(scaling(sx, sy)), region, frame.mixing);
  const laid = multiply(
    translation(paint.moveX, paint.moveY),
    multiply(
      rotation((paint.turn * Math.PI) / 180),
      scaling(paint.size / 100 / sx, paint.size / 100 / sy),
    ),
  );
  const back = invert(multiply(frame.map, laid));
  return back ? tiled(shape, crop(tile, region), back, paint.mirror) : unwritten(EMPTY, 4);
}
