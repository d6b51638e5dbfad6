/** Grades, blurs, finish and distortions: each against a copy of the picture. */
import type { Parameters, Values } from '../core/definitions/parameter';
import { defaultsOf } from '../core/definitions/parameter-values';
import type { StepDefinition } from '../core/definitions/step';
import type { ColourBuffer } from '../core/pixels/buffer';
import { unwritten } from '../core/pixels/buffer';
import { retained, scoped } from '../core/pixels/heap';
import { stepOfKind } from '../core/steps/index';
import { stepContext } from '../core/testing/step-context';
import { against, median, type Row } from './table';

const SECTION = 'Mood and finish (1920 × 1080, float RGBA, two threads)';
const WHOLE = { x: 0, y: 0, width: 1920, height: 1080 };

/** The value that a name says, where a step has it. */
const LENGTHS = 'length';

/** What is measured: steps, what they are set to, and how many copies they may cost. */
const TASKS: readonly { kind: string; values: Record<string, unknown>; most: number }[] = [
  { kind: 'grade.levels', values: { black: 5, white: 90, middle: 1.2, redMiddle: 1.1 }, most: 4 },
  {
    kind: 'grade.curves',
    values: {
      all: [
        [0, 0],
        [0.3, 0.2],
        [1, 1],
      ],
    },
    most: 4,
  },
  { kind: 'grade.white-balance', values: { temperature: 4800, tint: 5 }, most: 4 },
  { kind: 'grade.tones', values: { bright: -0.5, dark: 0.7 }, most: 4 },
  { kind: 'grade.contrast', values: { contrast: 30 }, most: 4 },
  { kind: 'grade.vibrance', values: { vibrance: 40, saturation: 10 }, most: 4 },
  { kind: 'grade.vibrance', values: { vibrance: -40, saturation: -10 }, most: 4 },
  {
    kind: 'grade.hues',
    values: { bands: [{ hue: 30, turn: 10, chroma: 20, lightness: 5 }] },
    most: 4,
  },
  { kind: 'grade.colour-balance', values: { darkBlue: 20, brightRed: 15 }, most: 4 },
  { kind: 'grade.channel-mix', values: { redGreen: 20 }, most: 4 },
  { kind: 'grade.black-white', values: {}, most: 4 },
  { kind: 'grade.local-contrast', values: { size: 40 }, most: 14 },
  { kind: 'grade.clear-haze', values: {}, most: 14 },
  { kind: 'blur.sharpen', values: {}, most: 8 },
  { kind: 'blur.motion', values: { length: 50, angle: 30 }, most: 10 },
  { kind: 'blur.motion', values: { length: 200, angle: 30 }, most: 10 },
  { kind: 'blur.zoom', values: {}, most: 10 },
  { kind: 'blur.spin', values: {}, most: 10 },
  { kind: 'blur.lens', values: { radius: 40, opening: 'six' }, most: 20 },
  { kind: 'blur.focus', values: { radius: 18 }, most: 20 },
  { kind: 'finish.grain', values: {}, most: 3 },
  { kind: 'finish.colour-fringe', values: {}, most: 4 },
  { kind: 'finish.vignette', values: {}, most: 2 },
  { kind: 'distort.ripple', values: {}, most: 6 },
  { kind: 'distort.twirl', values: {}, most: 6 },
  { kind: 'distort.lens', values: {}, most: 6 },
  { kind: 'distort.polar', values: {}, most: 6 },
  { kind: 'distort.shatter', values: {}, most: 6 },
];

/** The kinds of steps that are measured. */
export const FINISH_KINDS: ReadonlySet<string> = new Set(TASKS.map((w) => w.kind));

/** A picture with gradients in every direction, opaque, and some light above white. */
function gradients(): ColourBuffer {
  return retained(() => {
    const made: ColourBuffer = unwritten(WHOLE, 4);
    const { width } = WHOLE;
    for (let i = 0; i < made.data.length; i += 4) {
      const [x, y] = [(i / 4) % width, Math.floor(i / 4 / width)];
      made.data[i] = 0.5 + 0.5 * Math.sin(x / 97);
      made.data[i + 1] = 0.5 + 0.5 * Math.sin(y / 53 + x / 211);
      made.data[i + 2] = 0.6 + 0.6 * Math.sin((x + y) / 71);
      made.data[i + 3] = 1;
    }
    return made;
  });
}

/** Measures every step, in turn with a copy. */
export function finishing(rounds: number): Row[] {
  const picture = gradients();
  const from = new Float32Array(picture.data.length).fill(1);
  const to = new Float32Array(from.length);
  return TASKS.map(({ kind, values, most }) => {
    const { label, parameters, apply } = stepOfKind(kind) as StepDefinition;
    const all = { ...defaultsOf(parameters), ...values } as Values<Parameters>;
    const context = stepContext(WHOLE);
    const times: [number[], number[]] = [[], []];
    for (let i = 0; i <= rounds; i++)
      [() => scoped(() => void apply(picture, all, context)), () => to.set(from)].forEach(
        (work, k) => {
          const start = performance.now();
          work();
          if (i > 0) times[k]!.push(performance.now() - start);
        },
      );
    const name = `${label}${LENGTHS in values ? `, ${String(values[LENGTHS])} px` : ''}, against a copy`;
    return against(SECTION, name, median(times[0]), median(times[1]), most);
  });
}
