import type { NumberParameter, Parameters } from '../definitions/parameter';
import { count } from '../definitions/number-parameters';
import type { Caster, Reference, SourceContext } from '../definitions/source';
import type { Box, Point } from '../geometry/affine';
import { boxUnder, invert } from '../geometry/affine';

/** What particles and flames have in common: where they begin, and time. */

/** Where something begins: on another layer, at a point, all over the scene. */
const BEGINNINGS = [
  { value: 'scene', label: 'All over the scene' },
  { value: 'point', label: 'At a point' },
  { value: 'area', label: 'All of a layer' },
  { value: 'edge', label: 'Edges of a layer' },
  { value: 'upper', label: 'Upper edges' },
  { value: 'line', label: 'Along a line' },
  { value: 'within', label: 'Inside a line' },
] as const;

type Beginning = (typeof BEGINNINGS)[number]['value'];

/** The choice of where something begins. */
export const beginnings = <V extends Beginning>(
  label: string,
  usual: V,
  left: readonly Beginning[] = [],
) =>
  ({
    kind: 'choice',
    label,
    help: 'Where it comes from.',
    options: BEGINNINGS.filter((b) => !left.includes(b.value)) as readonly {
      value: Beginning;
      label: string;
    }[],
    default: usual as Beginning,
  }) as const;

/** Whether something begins on another layer. */
export const beginsOnLayer = ({ from }: { from: string }): boolean =>
  from !== 'scene' && from !== 'point';

/** Whether something begins on the paths of another layer. */
export const beginsOnPaths = ({ from }: { from: string }): boolean =>
  from === 'line' || from === 'within';

/** What must be known of a layer that something begins on. */
export type BegunOn = Pick<Caster, 'key' | 'under' | 'within' | 'paths'>;

/** What something begins on, and where: a layer without paths of its own begins at its edges instead of along them. */
export const shapeOf = (caster: BegunOn, from: string) => ({
  covers: from === 'within' ? caster.within : caster.under,
  paths: from === 'line' ? caster.paths : [],
});

/** The layer that a source begins on, if it begins on one. */
export const beganOn = <
  S extends { of: string | null; values: { from: string } },
>(): Reference<S> => ({
  as: 'light',
  to: ({ of, values }) => (beginsOnLayer(values) ? of : null),
  rename: (source, id) => {
    source.of = id;
  },
});

/** Whether it goes with one wind that several layers share (scene/edits/emitter-edits.ts). */
export const together = {
  kind: 'switch',
  label: 'One wind',
  help: 'It goes with the wind of all layers that have this on.',
  default: false,
  absent: false,
} as const;

/** Where the centre of a source lies that was never dragged: where its layer was put. */
export const UNDRAGGED: Point = { x: 0, y: 0 };

/** The scene in the own px of a layer. */
export const sceneBox = ({ map, scene }: Pick<SourceContext, 'map' | 'scene'>): Box => {
  const back = invert(map);
  return back ? boxUnder(back, scene) : scene;
};

export const radians = (degrees: number): number => (degrees * Math.PI) / 180;

/** So much along a way, degrees clockwise from the right. */
export const ofWay = (length: number, degrees: number): [x: number, y: number] => [
  length * Math.cos(radians(degrees)),
  length * Math.sin(radians(degrees)),
];

/** How long something takes, s. */
export const seconds = (
  label: string,
  value: number,
  most: number,
  usual: number,
): NumberParameter => ({
  ...count(label, value, { min: 0, max: most, slider: [0, usual] }),
  unit: 's',
  step: 0.1,
});

/** Parameters under a heading. */
export const under = <P extends Parameters>(section: string, parameters: P): P =>
  Object.fromEntries(
    Object.entries(parameters).map(([k, p]) => [k, { ...p, section }]),
  ) as unknown as P;
