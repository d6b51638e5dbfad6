import { blendParameter } from '../../blend/parameter';
import type { Values } from '../../definitions/parameter';
import { intensity, length, percent, place, seed } from '../../definitions/number-parameters';
import type { Piece, StyleContext } from '../../definitions/step';
import { tailParameters } from '../../definitions/blurring';
import { defineStyle } from '../../definitions/step';
import { curveTable } from '../../geometry/curve';
import { grain, lookUp, shifted } from '../../kernels/planes';
import { paintedBy } from '../../kernels/paint';
import { colourTable } from '../../paint/paint';
import type { ColourBuffer, Plane } from '../../pixels/buffer';
import { scoped } from '../../pixels/heap';
import { copied, level } from '../../kernels/rows';
import { rampOf } from '../../pixels/ramp';
import type { Region } from '../../pixels/region';
import { grow } from '../../pixels/region';
import { falloff, lengths, opacity } from './parameters';
import { evenSpread, inverse, seenFrom, softSpread, spreadMargin, spreadOf } from './soft';

const INSIDE = { side: ['inside', 'both'] };

/** Light round a shape or within it. */
export const glow = defineStyle({
  kind: 'style.glow',
  label: 'Glow',
  emits: true,
  help: 'Light that goes out from the edge of the shape, outward, inward, or both.',
  first: ['reach', 'colour', 'opacity'],
  parameters: {
    side: {
      kind: 'choice',
      label: 'Side',
      help: 'On which side of the edge it glows.',
      options: [
        { value: 'outside', label: 'Outside' },
        { value: 'inside', label: 'Inside' },
        { value: 'both', label: 'Both' },
      ],
      default: 'outside',
    },
    from: {
      kind: 'choice',
      label: 'Inside from',
      help: 'Whether the light inside comes from the edge, or from the middle.',
      options: [
        { value: 'edge', label: 'The edge' },
        { value: 'centre', label: 'The centre' },
      ],
      default: 'edge',
      needs: INSIDE,
    },
    way: {
      kind: 'choice',
      label: 'Method',
      help: 'Softly, as a Gaussian blur; evenly, with the exact distance; or as a halo, with a long tail.',
      options: [
        { value: 'soft', label: 'Soft' },
        { value: 'even', label: 'Even' },
        { value: 'halo', label: 'Halo' },
      ],
      default: 'soft',
    },
    ...tailParameters({ way: ['halo'] }),
    reach: length('Reach', 40, {
      help: 'How far from the edge the glow goes.',
      max: 2000,
      slider: [0, 200],
    }),
    core: {
      ...percent('Core', 0),
      help: 'How much of that way has the full light before it begins to fade.',
    },
    falloff,
    ramped: {
      kind: 'switch',
      label: 'Ramp',
      help: 'Colours along the falloff, in place of one.',
      default: false,
    },
    colour: {
      kind: 'colour',
      label: 'Colour',
      help: 'The colour of the glow.',
      default: '#ff7a3c',
      needs: { ramped: [false] },
    },
    ramp: {
      kind: 'ramp',
      label: 'Colours',
      help: 'From where it ends to its core.',
      default: rampOf([
        [0, '#ff2a00'],
        [100, '#fff0c0'],
      ]),
      needs: { ramped: [true] },
    },
    grain: { ...percent('Grain', 0), help: 'How much the glow breaks up into grains.' },
    grainSize: {
      ...length('Grain size', 2, { min: 0.5, max: 100, slider: [0.5, 12] }),
      help: 'How large those grains are.',
      step: 0.5,
    },
    seed: seed(),
    x: place('Offset X', 0, { help: 'Moves the glow to the right.', slider: [-100, 100] }),
    y: place('Offset Y', 0, { help: 'Moves the glow down.', slider: [-100, 100] }),
    above: {
      kind: 'switch',
      label: 'In front',
      help: 'Over the body too, in place of behind it.',
      default: false,
    },
    blend: blendParameter('Blend', 'screen'),
    intensity,
    opacity: { ...opacity(), help: 'How much of the glow there is.' },
    lengths,
  },
  margin: (v, scale) =>
    spreadMargin(spreadOf(v, scale, v.way === 'halo'), v.way !== 'even') +
    Math.ceil(Math.max(Math.abs(v.x), Math.abs(v.y)) * scale),
  pieces(v) {
    const common = { blend: v.blend, opacity: v.opacity / 100 };
    const pieces: Piece[] = [];
    if (v.side !== 'inside')
      pieces.push({
        ...common,
        lands: v.above ? 'above' : 'beneath',
        hidden: !v.above,
        draw: (shape, context) => lit(v, context, (spread, need) => spread(shape, need)),
      });
    if (v.side !== 'outside')
      pieces.push({
        ...common,
        lands: 'within',
        // What lies outside throws its light inward; from the centre it is the other way round.
        draw: (shape, context) =>
          lit(v, context, (spread, need, margin) => {
            const made = spread(inverse(shape, grow(need, margin)), need);
            if (v.from === 'centre') level(made, -1, 1);
            return made;
          }),
      });
    return pieces;
  },
});

type Spreading = (of: Plane, region: Region) => Plane;

/** The light of a glow, by how its spread is made over a region. */
function lit(
  v: Values<typeof glow.parameters>,
  { scale, wanted, mixing }: StyleContext,
  made: (spread: Spreading, need: Region, margin: number) => Plane,
): ColourBuffer {
  const spread = spreadOf(v, scale, v.way === 'halo');
  const soft = v.way !== 'even';
  const [dx, dy] = [v.x * scale, v.y * scale];
  const spreadOver: Spreading = (of, region) =>
    soft ? softSpread(of, spread, region) : evenSpread(of, spread, region);
  return scoped(() => {
    const need = seenFrom(wanted, dx, dy);
    const places = shifted(made(spreadOver, need, spreadMargin(spread, soft)), dx, dy, wanted);
    const light = copied(places);
    lookUp(light, curveTable(v.falloff));
    if (v.grain > 0) grain(light, v.grain / 100, v.grainSize * scale, v.seed);
    return paintedBy(light, places, colourTable(v.ramped ? v.ramp : v.colour, mixing));
  });
}
