import type { Parameters } from '../definitions/parameter';
import { angle, count, length, percent, place, seed } from '../definitions/number-parameters';
import { rampOf } from '../pixels/ramp';
import { beginnings, seconds, together, under } from './beginnings';

const speed = (label: string, value: number, range: object = {}) => ({
  ...length(label, value, { max: 20_000, slider: [0, 800], ...range }),
});

/** What can be set on particles. */
export const particleParameters = {
  ...under('Beginning', {
    from: beginnings('Begin', 'scene'),
    centre: {
      kind: 'point',
      label: 'Centre',
      help: 'Where they begin, what they fly away from, swirl round and stay clear of.',
      default: null,
    },
    wide: {
      ...length('Begin within', 0, { max: 5000, slider: [0, 600] }),
      help: 'How far from their places they begin, to either side.',
    },
    count: {
      ...count('Count', 600, { min: 1, max: 100_000, slider: [1, 5000] }),
      help: 'How many are there at once.',
    },
    life: { ...seconds('Life', 4, 600, 20), min: 0.05, help: 'How long each lasts, in seconds.' },
    lifeSpread: { ...percent('Life varies', 50), help: 'By which share some last less long.' },
  } as const),
  ...under('Setting out', {
    direction: {
      kind: 'choice',
      label: 'Set out',
      help: 'Which way particles set out.',
      options: [
        { value: 'angle', label: 'At an angle' },
        { value: 'out', label: 'Outwards' },
        { value: 'along', label: 'Along the edge' },
        { value: 'away', label: 'Away from the centre' },
        { value: 'any', label: 'Every way' },
      ],
      default: 'angle',
    },
    angle: {
      ...angle('Angle', -90),
      help: 'The angle at which they set out.',
      needs: { direction: ['angle'] },
    },
    spread: {
      ...angle('Spread', 40, { min: 0, max: 360, slider: [0, 360] }),
      help: 'How far they scatter to both sides of that way.',
      needs: { direction: ['angle', 'out', 'along', 'away'] },
    },
    speed: { ...speed('Speed', 60), help: 'Of the fastest, px in a second.' },
    speedSpread: { ...percent('Speed varies', 60), help: 'By which share some are slower.' },
  } as const),
  ...under('Air', {
    gravity: {
      ...place('Gravity', 0, { min: -20_000, max: 20_000, slider: [-600, 600] }),
      help: 'Pulls them down, px a second faster each second; below 0 they rise.',
    },
    drag: {
      ...percent('Drag', 60, 0, 2000),
      slider: [0, 400],
      help: 'How soon they go with the wind.',
    },
    wind: { ...speed('Wind', 0, { slider: [0, 500] }), help: 'Px in a second.' },
    windAngle: {
      ...angle('Wind angle', 0),
      help: 'Which way the wind blows.',
      needs: { wind: 'some' },
    },
    together,
    turbulence: {
      ...speed('Turbulence', 40, { slider: [0, 400] }),
      help: 'How fast eddies carry them along.',
    },
    eddy: {
      ...length('Eddies', 140, { min: 4, max: 5000, slider: [10, 800] }),
      help: 'How large the eddies are.',
      needs: { turbulence: 'some' },
    },
    swirl: {
      ...percent('Swirl', 0, -1000, 1000),
      slider: [-50, 50],
      help: 'Hundredths of a turn round the centre in a second.',
    },
    clear: {
      ...length('Keep clear', 0, { max: 5000, slider: [0, 800] }),
      help: 'So far round the centre there are none.',
    },
  } as const),
  ...under('Look', {
    look: {
      kind: 'choice',
      label: 'Look',
      help: 'What a particle looks like.',
      options: [
        { value: 'dot', label: 'Dot' },
        { value: 'soft', label: 'Soft dot' },
        { value: 'spark', label: 'Spark' },
        { value: 'star', label: 'Star' },
        { value: 'snow', label: 'Snow' },
        { value: 'flake', label: 'Snowflake' },
        { value: 'dust', label: 'Dust' },
        { value: 'bubble', label: 'Bubble' },
        { value: 'petal', label: 'Petal' },
        { value: 'paper', label: 'Paper' },
        { value: 'sprite', label: 'A layer' },
      ],
      default: 'soft',
    },
    size: {
      ...length('Size', 7, { min: 0.2, max: 400, slider: [0.5, 60] }),
      step: 0.5,
      help: 'Of the largest, across.',
    },
    sizeSpread: { ...percent('Size varies', 60), help: 'By which share some are smaller.' },
    growth: {
      ...percent('Size at the end', 100, 0, 1000),
      slider: [0, 300],
      help: 'Of what it was in the beginning.',
    },
    colours: {
      kind: 'choice',
      label: 'Colours go',
      help: 'Whether colours change over a life, or each particle has its own.',
      options: [
        { value: 'age', label: 'By age' },
        { value: 'chance', label: 'By chance' },
      ],
      default: 'age',
    },
    ramp: {
      kind: 'ramp',
      label: 'Colours',
      help: 'The colours of a life from beginning to end, or those that chance takes from.',
      default: rampOf(
        [
          [0, '#ffe2a8'],
          [100, '#ff5a1f'],
        ],
        [
          [0, 0],
          [12, 100],
          [75, 80],
          [100, 0],
        ],
      ),
    },
    cooling: {
      ...percent('Cooling', 0, 0, 1000),
      slider: [0, 400],
      help: 'How much darker they are at their end: 100 % is half as bright.',
    },
    laid: {
      kind: 'choice',
      label: 'Lie',
      help: 'Whether particles add up as light does, or cover each other.',
      options: [
        { value: 'light', label: 'As light, added up' },
        { value: 'over', label: 'Over each other' },
      ],
      default: 'light',
    },
  } as const),
  ...under('Lens', {
    shutter: {
      ...percent('Shutter', 0, 0, 1000),
      slider: [0, 100],
      help: 'How long it is open, in hundredths of a second: what moves is drawn out.',
    },
    turned: {
      kind: 'choice',
      label: 'Turned',
      help: 'How particles are turned.',
      options: [
        { value: 'chance', label: 'By chance' },
        { value: 'way', label: 'Along their way' },
      ],
      default: 'chance',
    },
    spin: {
      ...percent('Spin', 0, 0, 2000),
      slider: [0, 200],
      help: 'Hundredths of a turn in a second.',
    },
    depth: {
      ...percent('Depth', 40),
      help: 'How much larger and faster near ones are than far ones.',
    },
    focus: {
      ...percent('Focus', 50),
      help: 'How near those are that are sharp.',
      needs: { blur: 'some' },
    },
    blur: {
      ...length('Out of focus', 0, { max: 200, slider: [0, 40] }),
      help: 'How soft the nearest or farthest are.',
    },
  } as const),
  ...under('Time', {
    moment: {
      ...seconds('Moment', 0, 10_000, 20),
      help: 'When they are seen, in seconds: the same seed and moment give the same.',
    },
    seed: seed(),
  } as const),
} as const satisfies Parameters;
