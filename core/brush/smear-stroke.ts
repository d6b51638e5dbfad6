import * as v from 'valibot';
import { checkedOnce } from '../definitions/checked-once';
import { hasOwnIds, idSchema } from '../definitions/id';
import type { Parameters } from '../definitions/parameter';
import { length, percent } from '../definitions/number-parameters';
import { parameterEntries } from '../definitions/parameter-schema';
import type { SmearStroke, SmearWay } from '../definitions/strokes';
import { strokePointsSchema } from './points';

/** A stroke of the finger: what it does, its brush as it was, and where it went. */

/** What strokes of the finger can do. */
export const smearWays = [
  { way: 'smear', label: 'Smear', help: 'Carries colours along, as a finger does in wet paint.' },
  { way: 'push', label: 'Push', help: 'Moves what is there, and mixes nothing.' },
  { way: 'swirl', label: 'Swirl', help: 'Turns what is there, as long as it rests.' },
  { way: 'pinch', label: 'Pinch', help: 'Draws what is there together.' },
  { way: 'swell', label: 'Swell', help: 'Makes what is there larger.' },
  { way: 'smooth', label: 'Smooth', help: 'Evens out what strokes before it did.' },
  { way: 'restore', label: 'Restore', help: 'Brings back what was there before.' },
] as const satisfies readonly { way: SmearWay; label: string; help: string }[];

/** What can be set on the finger. */
export const smearBrushParameters = {
  size: length('Size', 200, {
    help: 'How wide the brush is. [ and ] change it while you smear.',
    min: 1,
    max: 2000,
    slider: [1, 600],
  }),
  hardness: { ...percent('Hardness', 30, 0, 95), help: 'The share of its size that is whole.' },
  strength: {
    ...percent('Strength', 90),
    help: 'How much it moves. A smear carries a colour once as far as the brush is wide at 50 %, nine times at 90 %, and on and on at 100 %.',
  },
  pickUp: {
    ...percent('Picks up', 100),
    help: 'How much a smear takes up of what it goes over; at 0 it carries what it began with.',
  },
  pressureSize: {
    ...percent('Pressure to size', 100),
    help: 'How much of its size a light hand takes away.',
  },
  pressureStrength: {
    ...percent('Pen to strength', 0),
    help: 'How much of its strength a light hand takes away.',
  },
  left: {
    kind: 'switch',
    label: 'Swirls to the left',
    help: 'A swirl turns the other way.',
    default: false,
  },
} as const satisfies Parameters;

/** One stroke of the finger. */
export const smearStrokeSchema: v.GenericSchema<unknown, SmearStroke> = v.strictObject({
  id: idSchema,
  enabled: v.boolean(),
  way: v.picklist(smearWays.map((w) => w.way)),
  brush: v.strictObject(parameterEntries(smearBrushParameters)),
  points: strokePointsSchema,
});

/** As many strokes has one step. */
export const MAX_SMEARS = 5000;

export const smearStrokesSchema = v.pipe(
  v.array(checkedOnce(smearStrokeSchema)),
  v.maxLength(MAX_SMEARS, `One step has at most ${MAX_SMEARS.toLocaleString('en')} strokes.`),
  v.check((all) => hasOwnIds(all), 'Two strokes of a step have the same id.'),
);
