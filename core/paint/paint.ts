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
import { drawPicture } from '../kernels/resample';
import { conePlane, texturePlane, tiled } from '../kernels/texture';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import { crop, unwritten } from '../pixels/buffer';
import type { Mixing } from '../pixels/colour';
import { rgb } from '../pixels/colour';
import { rampTable } from '../pixels/ramp';
import type { RampTable } from '../pixels/ramp-table';
import { flatTable, reflectedTable } from '../pixels/ramp-table';
import type { Ramp } from '../pixels/ramp';
import { EMPTY, isEmpty } from '../pixels/region';
import type { Paint } from './parameters';
import { TEXTURE_UNIT } from './parameters';

/** From where to where a gradient runs, px of the render. */
export function paintEnds(
  paint: Paint,
  frame: Omit<PaintFrame, 'mixing' | 'picture'>,
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

/** A shape filled with a paint, over the region of the shape. */
export function paintShape(shape: Plane, paint: Paint, frame: PaintFrame): ColourBuffer {
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
        : painted(shape, table, unit, from, to, paint.paint === 'radial');
    }
    case 'conical': {
      const { from, to } = paintEnds(paint, frame);
      const turn = rotation(-Math.atan2(to.y - from.y, to.x - from.x));
      const cone = conePlane(multiply(turn, translation(-from.x, -from.y)), shape.region);
      return paintedBy(shape, cone, rampTable(paint.ramp, mixing));
    }
    case 'texture': {
      const plane = texturePlane(
        paint.texture as never,
        textureMap(paint, frame),
        paint.seed,
        shape.region,
      );
      return paintedBy(shape, plane, rampTable(paint.ramp, mixing));
    }
    case 'pattern':
      return paint.picture === '' ? unwritten(EMPTY, 4) : patterned(shape, paint, frame);
  }
}

/** A shape in one colour. */
export const oneColour = (shape: Plane, colour: string, mixing: Mixing): ColourBuffer =>
  paintedBy(shape, shape, colourTable(colour, mixing));

/** The table of a ramp, or of one colour. */
export const colourTable = (colour: string | Ramp, mixing: Mixing): RampTable =>
  typeof colour === 'string' ? flatTable([...rgb(colour, mixing), 1]) : rampTable(colour, mixing);

/** How a texture or a pattern lies on a layer. */
type Lay = Pick<Paint, 'size' | 'turn' | 'moveX' | 'moveY'>;

/**
 * The same in px of the layer where it is meant as shares of the shape's height, a hundredth of which is `scale`
 * px of the render: at 100 % a texture is then as large as the shape is high.
 */
export function inPx<T extends Lay>(
  lay: T,
  lengths: 'px' | 'share',
  { scale, frame }: { scale: number; frame: Pick<PaintFrame, 'map'> },
): T {
  if (lengths === 'px') return lay;
  const hundredth = scale / (meanScale(frame.map) || 1);
  return {
    ...lay,
    size: (lay.size * hundredth * 100) / TEXTURE_UNIT,
    moveX: lay.moveX * hundredth,
    moveY: lay.moveY * hundredth,
  };
}

/**
 * From px of the render to units of a texture: it lies on the layer and moves with it; at 100 % a unit is 400
 * px of the layer.
 */
export function textureMap(
  { size, turn, moveX, moveY }: Lay,
  frame: Pick<PaintFrame, 'map'>,
): Affine {
  const unit = scaling((TEXTURE_UNIT * size) / 100);
  const laid = multiply(
    translation(moveX, moveY),
    multiply(rotation((turn * Math.PI) / 180), unit),
  );
  return invert(multiply(frame.map, laid)) ?? [0, 0, 0, 0, 0, 0];
}

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
