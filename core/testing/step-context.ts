import { noMemo } from '../definitions/memo';
import type { Lamp, StyleContext } from '../definitions/step';
import { IDENTITY } from '../geometry/affine';
import type { Region } from '../pixels/region';

/** The lamp of a new scene. */
export const LAMP: Lamp = { angle: -120, height: 40, colour: '#ffffff' };

/** What a step or a style is given in a test: one px a px, no mask, the lamp of a new scene, and what is said besides. */
export function stepContext(
  wanted: Region,
  values: Partial<Omit<StyleContext, 'wanted'>> = {},
): StyleContext {
  const { x, y, width, height } = wanted;
  const box = { x0: x, y0: y, x1: x + width, y1: y + height };
  const picture = () => {
    throw new Error('There are no pictures in this test.');
  };
  const { map = IDENTITY, mixing = 'displayed' } = values;
  return {
    ...{ scale: 1, wanted, map, mixing, picture, memo: noMemo, scene: box },
    mask: () => null,
    seen: () => null,
    lamp: LAMP,
    frame: { map, box, scene: box, mixing, lamp: LAMP, picture },
    keep: (_name, make) => make(),
    whole: () => null,
    ...values,
  };
}
