import type { Values } from '../../definitions/parameter';
import { intensity, length, percent, seed } from '../../definitions/number-parameters';
import { lightSeen } from '../../definitions/seen-light';
import { undraggedPlace } from '../../definitions/undragged';
import type { StepContext } from '../../definitions/step';
import { defineStep } from '../../definitions/step';
import type { Point } from '../../geometry/affine';
import { about, apply, multiply, scaling, translation } from '../../geometry/affine';
import { blurMargin, gaussianBlur } from '../../kernels/blur';
import { layScattered, tooBright } from '../../kernels/glare';
import { cellRegion, shareAmongCells, spreadCells } from '../../kernels/cells';
import { addLight, addMapped } from '../../kernels/lay-light';
import { lookUp } from '../../kernels/planes';
import { copied, masked } from '../../kernels/rows';
import { texturePlane } from '../../paint/textured';
import type { ColourBuffer } from '../../pixels/buffer';
import { colourBuffer, crop } from '../../pixels/buffer';
import { rgb } from '../../pixels/colour';
import { scoped } from '../../pixels/heap';
import { grow, intersect, isEmpty, unite } from '../../pixels/region';

/** So many times the picture is laid over itself, each time twice as far drawn out: 2 to this many pictures. */
const PASSES = 8;

/** Shafts of light: what is bright is drawn out, away from a place. */
export const rays = defineStep({
  kind: 'light.rays',
  label: 'Rays',
  help: 'Shafts of light: what is bright here is drawn out away from a lamp, as through bars of a window into mist.',
  first: ['length', 'intensity', 'tint'],
  parameters: {
    lamp: {
      kind: 'point',
      label: 'Lamp',
      help: 'Where the shafts come from: drag it on the stage.',
      default: null,
    },
    length: {
      ...percent('Length', 70, 1, 98),
      help: 'How far shafts go, as a share of the way from the lamp: at 50 % twice as far as what throws them.',
    },
    fade: { ...percent('Fade', 94), help: 'How much weaker they are at their ends.' },
    threshold: {
      kind: 'number',
      label: 'Threshold',
      help: 'Only what is brighter throws shafts, stops: 0 is white.',
      unit: 'stops',
      ...{ min: -12, max: 8, slider: [-8, 4], step: 0.1, default: -3 },
    },
    softness: length('Softness', 4, {
      help: 'How soft the edges of the shafts are.',
      min: 0.5,
      max: 200,
      slider: [0.5, 40],
      step: 0.5,
    }),
    dust: { ...percent('Dust', 35), help: 'How uneven the air is that they shine through.' },
    dustSize: length('Dust size', 90, {
      help: 'How large the motes are that the shafts light up.',
      min: 2,
      max: 2000,
      slider: [2, 400],
      needs: { dust: 'some' },
    }),
    seed: { ...seed(), needs: { dust: 'some' } },
    tint: {
      kind: 'colour',
      label: 'Tint',
      help: 'The colour of the shafts; white keeps that of the light.',
      default: '#ffffff',
    },
    intensity,
    opacity: { ...percent('Opacity', 80), help: 'How much of the shafts is seen.' },
  },
  margin: ({ softness }, scale) => blurMargin(softness * scale),
  inLens: true,
  // From the lamp on everything may throw a shaft, as far as a lens sees light.
  reachesAll: true,
  seesPlace: true,
  apply(input, values, context) {
    const { scale, wanted, mixing, scene } = context;
    const seen = intersect(input.region, lightSeen(scene));
    return scoped(() => {
      const out = copied(crop(input, wanted));
      if (isEmpty(seen) || isEmpty(wanted)) return out;
      const sigma = values.softness * scale;
      const bright = tooBright(crop(input, seen), mixing, 2 ** values.threshold);
      const all = unite(grow(seen, blurMargin(sigma)), wanted);
      const soft = crop(gaussianBlur(bright, sigma, all), all);
      const shafts = crop(drawnOut(soft, values, lampAt(values, context), sigma), wanted);
      const light = values.dust > 0 ? dusty(shafts, values, context) : shafts;
      const stops = 2 ** (values.intensity ?? 0);
      const [r, g, b] = rgb(values.tint, 'light');
      const tint = [r * stops, g * stops, b * stops] as const;
      layScattered(out, colourBuffer(wanted), light, mixing, values.opacity / 100, tint);
      return out;
    });
  },
});

type RaysValues = Values<typeof rays.parameters>;

/** Where the shafts come from, px of the render. */
function lampAt({ lamp }: RaysValues, { map, scene }: StepContext): Point {
  return lamp ? apply(map, lamp) : undraggedPlace(scene);
}

/** Shafts are made on cells so many of which are as wide as the σ of what throws them. */
const CELLS = 2;

/**
 * The mean of light (soft by σ `sigma` px) and of pictures of it that are drawn out ever farther from a place, each weaker than the one
 * before: their sum is made by doubling.
 */
function drawnOut(
  light: ColourBuffer,
  { length: long, fade }: RaysValues,
  from: Point,
  sigma: number,
): ColourBuffer {
  const cell = 2 ** Math.max(0, Math.floor(Math.log2(sigma / CELLS)));
  const cells = cell > 1 ? cellRegion(light.region, cell, 2) : light.region;
  const place = { x: from.x / cell, y: from.y / cell };
  const many = 2 ** PASSES;
  const shrink = (1 - long / 100) ** (1 / many);
  const factor = (1 - Math.min(0.999, fade / 100)) ** (1 / many);
  const sum = factor === 1 ? many : (1 - factor ** many) / (1 - factor);
  let made = cell > 1 ? shareAmongCells(light, cells, cell) : copied(light);
  let next = colourBuffer(cells);
  for (let i = 0; i < PASSES; i++) {
    next.data.set(made.data);
    const by = factor ** (2 ** i);
    // What is seen at a place lies nearer to the lamp.
    addMapped(next, made, about(place, scaling(shrink ** (2 ** i))), [by, by, by]);
    [made, next] = [next, made];
  }
  next.data.fill(0);
  addLight(next, made, [1 / sum, 1 / sum, 1 / sum]);
  return cell > 1 ? spreadCells(next, light.region, cell) : next;
}

/** Light in uneven air. */
function dusty(
  light: ColourBuffer,
  { dust, dustSize, seed: number }: RaysValues,
  { scale, map }: StepContext,
): ColourBuffer {
  const size = Math.max(1, dustSize * scale);
  const [x, y] = [map[4], map[5]];
  const back = multiply(scaling(1 / size), translation(-x, -y));
  const air = texturePlane({ texture: 'clouds', seed: number }, back, light.region);
  lookUp(air, Float32Array.of(1 - dust / 100, 1));
  return masked(light, air);
}
