import { angle, length } from '../../definitions/number-parameters';
import { defineStep } from '../../definitions/step';
import { LONGEST_MOTION, slid, slideMargin } from '../../kernels/slide';
import { flowRegion, movedAlong, streamMargin, waysOf } from '../../kernels/streamlines';
import { angleUnder } from '../../geometry/affine';
import { crop } from '../../pixels/buffer';
import { inLight } from './in-light';

export const motion = defineStep({
  kind: 'blur.motion',
  label: 'Motion blur',
  help: 'As if what is there had moved while the shutter was open: along an angle, or as a line runs, in light.',
  parameters: {
    length: {
      ...length('Length', 60, { max: LONGEST_MOTION, slider: [0, 500] }),
      help: 'From one end of the way to the other.',
    },
    course: {
      kind: 'choice',
      label: 'Direction',
      help: 'Whether the picture moves along one angle, or along a line of the scene.',
      options: [
        { value: 'angle', label: 'an angle' },
        { value: 'line', label: 'a line' },
      ],
      default: 'angle',
      absent: 'angle',
    },
    angle: { ...angle('Angle', 0), help: 'Which way it moves.', needs: { course: ['angle'] } },
    of: {
      kind: 'layer',
      label: 'Line',
      having: 'paths',
      help: 'What lies near the line moves as it runs there; between lines their ways mix.',
      default: '',
      absent: '',
      needs: { course: ['line'] },
    },
    reach: {
      ...length('Reach', 0, { max: 8000, slider: [0, 1000] }),
      help: 'How far from the line things move; 0 is everywhere.',
      absent: 0,
      needs: { course: ['line'] },
    },
  },
  arms: [
    {
      length: 'length',
      angle: 'angle',
      label: 'Motion',
      share: 0.5,
      needs: { course: ['angle'] },
    },
  ],
  seesPlace: true,
  margin: ({ length }, scale) =>
    Math.max(slideMargin(length * scale), streamMargin(length * scale)),
  apply: (input, v, { scale, map, mixing, wanted, scene, memo, seen }) => {
    const px = v.length * scale;
    if (v.course !== 'line') {
      const turn = angleUnder(map, (v.angle * Math.PI) / 180);
      return inLight(input, mixing, (light) => slid(light, px, turn, wanted));
    }
    const line = seen('of');
    if (!line) return crop(input, wanted);
    const paths = line.paths();
    const reach = (v.reach ?? 0) * scale;
    return inLight(input, mixing, (light) => {
      const region = flowRegion(light.region, wanted, px);
      const ways = memo(
        // The name of what is seen holds under one map of the render.
        JSON.stringify(['flow', line.key, map, scene, px, reach, region]),
        () => waysOf({ paths, length: px, reach }, region),
        ({ stages }) => stages.reduce((sum, nodes) => sum + nodes.byteLength, 0),
      );
      return movedAlong(light, ways, wanted);
    });
  },
});
