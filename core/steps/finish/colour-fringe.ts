import { angle, length } from '../../definitions/number-parameters';
import { defineStep } from '../../definitions/step';
import { apply } from '../../geometry/affine';
import { fringeMargin, fringed } from '../../kernels/fringe';
import { grow, intersect } from '../../pixels/region';
import { crop } from '../../pixels/buffer';
import { scoped } from '../../pixels/heap';
import { centre, centreOf } from '../../definitions/centre';

/** At most so far to either side, px of the render: places beyond the corners move more than those in them. */
const mostOf = (shift: number, scale: number): number => 3 * Math.abs(shift) * scale;

const OUTWARDS = { way: ['outwards'] } as const;

export const colourFringe = defineStep({
  kind: 'finish.colour-fringe',
  label: 'Colour fringe',
  help: 'Moves red and blue apart, outwards from a place as a lens does, or along an angle.',
  parameters: {
    way: {
      kind: 'choice',
      label: 'Direction',
      help: 'Whether red and blue part outwards, as in a lens, or all one way.',
      options: [
        { value: 'outwards', label: 'outwards from a place' },
        { value: 'along', label: 'along an angle' },
      ],
      default: 'outwards',
    },
    shift: {
      ...length('Distance', 4, { min: -100, max: 100, slider: [-20, 20] }),
      help: 'How far red is moved, in the corners if outwards; blue as far the other way.',
      step: 0.1,
    },
    angle: {
      ...angle('Angle', 0),
      help: 'Which way red and blue part.',
      needs: { way: ['along'] },
    },
    centre: { ...centre, needs: OUTWARDS },
  },
  seesPlace: true,
  inLens: true,
  margin: ({ shift }, scale) => fringeMargin(mostOf(shift, scale)),
  apply: (input, v, context) =>
    scoped(() => {
      const { scale, map, scene, wanted } = context;
      const by = v.shift * scale;
      const most = mostOf(v.shift, scale);
      const margin = fringeMargin(most);
      const region = intersect(wanted, grow(input.region, margin));
      const pixels = crop(input, grow(region, margin));
      if (v.way === 'along') {
        const turn = (v.angle * Math.PI) / 180;
        // Colours move by as much as the place they come from is behind.
        const move = { moveX: -by * Math.cos(turn), moveY: -by * Math.sin(turn) };
        return fringed(pixels, region, { scale: 1, ...move, most });
      }
      const half = Math.hypot(scene.x1 - scene.x0, scene.y1 - scene.y0) / 2;
      const at = apply(map, centreOf(v.centre, context));
      const inwards = Math.max(0.5, Math.min(1.5, 1 - by / half));
      return fringed(pixels, region, {
        scale: inwards,
        moveX: at.x * (1 - inwards),
        moveY: at.y * (1 - inwards),
        most,
      });
    }),
});
