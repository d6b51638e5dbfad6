import { smearStrokesSchema } from '../../brush/smear-stroke';
import { reachOfSmears, smeared } from '../../brush/smeared';
import { defineStep } from '../../definitions/step';
import { covering } from '../../pixels/region';

/** Edges of dabs are wider than they are, px. */
const EDGES = 8;

/** What is there dragged along by strokes of the finger. */
export const smear = defineStep({
  kind: 'warp.smear',
  label: 'Smear',
  help: 'Strokes drag along what is there: smear, push, swirl, pinch, swell, smooth and restore.',
  parameters: {
    strokes: {
      kind: 'strokes',
      label: 'Strokes',
      help: 'The strokes of the smearing brush, in their order; each can be changed or taken out.',
      schema: smearStrokesSchema,
      default: [],
    },
  },
  margin: ({ strokes }, _scale, own) =>
    strokes.length === 0 ? 0 : Math.ceil(reachOfSmears(strokes) * own) + EDGES,
  seesPlace: true,
  carriesStyles: true,
  apply: (input, { strokes }, { wanted, map, scene, keep }) =>
    smeared(input, strokes, {
      ...{ wanted, map, keep },
      scene: covering(scene.x0, scene.y0, scene.x1, scene.y1),
    }),
});
