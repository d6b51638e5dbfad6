import type { Values } from '../definitions/parameter';
import type { PaintFrame } from '../definitions/step';
import type { Affine } from '../geometry/affine';
import { invert, meanScale, multiply, rotation, scaling, translation } from '../geometry/affine';
import type { layParameters } from './texture-parameters';
import { TEXTURE_UNIT } from './texture-parameters';

/** How a texture or a pattern lies on a layer. */
export type Lay = Values<typeof layParameters>;

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
