import { blendParameter } from '../../blend/parameter';
import type { Values } from '../../definitions/parameter';
import { length, percent, seed } from '../../definitions/number-parameters';
import type { Lamp, Piece, StyleContext } from '../../definitions/step';
import { defineStyle } from '../../definitions/step';
import { curveAt, curveTable } from '../../geometry/curve';
import { gaussianBlur, blurMargin } from '../../kernels/blur';
import { signedDistance } from '../../kernels/contour';
import { add, clamp, lookUp, relief, times } from '../../kernels/planes';
import { copied, level } from '../../kernels/rows';
import { towards } from '../../paint/lamp';
import { inPx, textureMap } from '../../paint/lay';
import { oneColour } from '../../paint/paint';
import { TEXTURES, textureValues } from '../../paint/texture-parameters';
import { textureBumps } from '../../paint/textured';
import type { ColourBuffer, Plane } from '../../pixels/buffer';
import { crop } from '../../pixels/buffer';
import { litBy } from '../../pixels/colour';
import { scoped } from '../../pixels/heap';
import { grow } from '../../pixels/region';
import { glossCurve, lampHeight, lampOf, lampParameters, lengths, profile } from './parameters';
import { inverse } from './soft';

const BUMPY = { bumps: TEXTURES.map((t) => t.value) };

/** The edge of a shape worked into relief, and lit. */
export const bevel = defineStyle({
  kind: 'style.bevel',
  label: 'Bevel',
  help: 'Works the edge of the shape into relief, and lights it.',
  first: ['width', 'depth', 'soften'],
  parameters: {
    side: {
      kind: 'choice',
      label: 'Side',
      help: 'On which side of the edge the slope lies.',
      options: [
        { value: 'inside', label: 'Inside' },
        { value: 'outside', label: 'Outside' },
        { value: 'across', label: 'Across the edge' },
      ],
      default: 'inside',
    },
    way: {
      kind: 'choice',
      label: 'Edge',
      help: 'Rounded, as if it had been cast; or chiselled, with sharp ridges.',
      options: [
        { value: 'rounded', label: 'Rounded' },
        { value: 'chiselled', label: 'Chiselled' },
      ],
      default: 'rounded',
    },
    width: length('Width', 14, { help: 'How wide the slope is.', max: 1000, slider: [0, 120] }),
    depth: {
      ...percent('Depth', 100, -1000, 1000),
      help: 'How steep the slope looks: how strong its light and shade are.',
      slider: [-300, 300],
    },
    soften: length('Soften', 0, {
      help: 'Smooths light and shade of the slope.',
      max: 200,
      slider: [0, 30],
    }),
    profile,
    gloss: glossCurve,
    ...lampParameters,
    lampHeight,
    highlight: {
      kind: 'colour',
      label: 'Highlight',
      help: 'The colour of the side that faces the light.',
      default: '#ffffff',
    },
    highlightBlend: blendParameter('Highlight blend', 'screen'),
    highlightOpacity: {
      ...percent('Highlight opacity', 80),
      help: 'How much of the highlight there is.',
    },
    shade: {
      kind: 'colour',
      label: 'Shade',
      help: 'The colour of the side that faces away.',
      default: '#000000',
    },
    shadeBlend: blendParameter('Shade blend', 'multiply'),
    shadeOpacity: { ...percent('Shade opacity', 70), help: 'How much of the shade there is.' },
    bumps: {
      kind: 'choice',
      label: 'Bumps',
      help: 'A texture whose heights are lit as the slope is.',
      options: [{ value: 'none', label: 'None' }, ...TEXTURES],
      default: 'none',
    },
    bumpValues: { ...textureValues('bumps'), needs: BUMPY },
    bumpHeight: {
      ...length('Bump height', 2, { max: 200, slider: [0, 20] }),
      help: 'How high its bumps are; below 0 they are dents.',
      step: 0.5,
      needs: BUMPY,
    },
    bumpSize: {
      grows: true,
      ...percent('Bump scale', 100, 1, 10_000),
      help: 'How large the texture of the bumps is.',
      slider: [5, 300],
      needs: BUMPY,
    },
    seed: { ...seed(), needs: BUMPY },
    lengths,
  },
  margin: ({ width, soften, way }, scale) =>
    Math.ceil(width * scale) +
    blurMargin(soften * scale) +
    blurMargin(roundness(way, width * scale)) +
    8,
  pieces(v) {
    const pieces: Piece[] = [];
    const put = (lands: Piece['lands']) => {
      for (const bright of [false, true])
        pieces.push({
          lands,
          blend: bright ? v.highlightBlend : v.shadeBlend,
          opacity: (bright ? v.highlightOpacity : v.shadeOpacity) / 100,
          draw: (shape, context) => litSide(shape, v, context, lands, bright),
        });
    };
    if (v.side !== 'outside') put('within');
    if (v.side !== 'inside') put('above');
    return pieces;
  },
});

/** The light of a bevel, or its shade: what differs from a level surface, which shows neither. */
function litSide(
  shape: Plane,
  v: BevelValues,
  context: StyleContext,
  lands: Piece['lands'],
  bright: boolean,
): ColourBuffer {
  const lamp = lampOf(v, context.lamp);
  const even = Math.max(0, Math.min(1, curveAt(v.gloss, towards(lamp)[2])));
  const against = curveTable(v.gloss, 4096).map((g) =>
    bright ? Math.max(0, (g - even) / (1 - even || 1)) : Math.max(0, (even - g) / (even || 1)),
  );
  return scoped(() => {
    const light = copied(context.keep('relief', () => litRelief(shape, v, context, lamp)));
    lookUp(light, against);
    if (lands === 'above') times(light, inverse(shape, context.wanted));
    // Light has the colour of the lamp, shade has none.
    return oneColour(light, bright ? litBy(v.highlight, lamp.colour) : v.shade, context.mixing);
  });
}

/** σ of the Gaussian that rounds a bevel of a width, px. */
const roundness = (way: string, width: number): number => (way === 'rounded' ? width / 4 : 0);

type BevelValues = Values<typeof bevel.parameters>;

/**
 * How brightly the relief of a bevel is lit, 0–1. Its height is the profile over the width, times width and
 * depth: a slope of one in one at 100 %. A rounded one rises with the distance softened by a quarter of the
 * width.
 */
function litRelief(shape: Plane, v: BevelValues, context: StyleContext, lamp: Lamp): Plane {
  const { scale, wanted, frame } = context;
  const width = Math.max(1e-3, v.width * scale);
  const soften = v.soften * scale;
  return scoped(() => {
    const near = grow(wanted, blurMargin(soften) + 2);
    const round = roundness(v.way, width);
    const far = grow(near, blurMargin(round) + 1);
    const d = signedDistance(shape, grow(far, Math.ceil(width) + 2), { reach: width + 1 });
    // From where the bevel begins (0) to where it is level again (1).
    const begin = v.side === 'inside' ? 0 : v.side === 'outside' ? width : width / 2;
    level(d, -1 / width, begin / width);
    let heights = crop(d, far);
    if (round > 0) {
      clamp(heights);
      heights = gaussianBlur(heights, round, near);
    }
    heights = copied(crop(heights, near));
    lookUp(heights, curveTable(v.profile, 1024));
    level(heights, (width * v.depth) / 100, 0);
    if (v.bumps !== 'none') {
      const laid = inPx({ size: v.bumpSize, turn: 0, moveX: 0, moveY: 0 }, v.lengths, context);
      const named = { texture: v.bumps, textureValues: v.bumpValues, seed: v.seed };
      const bumps = textureBumps(named, textureMap(laid, frame), near);
      level(bumps, v.bumpHeight * scale, 0);
      add(heights, bumps);
    }
    if (soften > 0) heights = crop(gaussianBlur(heights, soften, near), near);
    return crop(relief(heights, towards(lamp)), wanted);
  });
}
