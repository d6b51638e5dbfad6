import type { Stroked } from '../definitions/strokes';
import { strokeNumber } from '../brush/stroke-number';
import { contentKey, numberOf } from '../definitions/content-key';
import type { LastMade } from '../definitions/last-made';
import type { Memo } from '../definitions/memo';
import type { Lamp } from '../definitions/step';
import type { Affine, Box } from '../geometry/affine';
import type { Picture } from '../kernels/picture';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import type { Region } from '../pixels/region';
import type { Mixing } from '../pixels/colour';
import type { BoundLayer, BoundSource, BoundStep } from '../scene/bound/bound';
import { definitionOf } from '../sources/index';
import { stepOfKind } from '../steps/index';
import type { Meter } from './meter';

/** Thrown when a render was asked to stop. */
export class Stopped extends Error {
  constructor() {
    super('The render was stopped.');
    this.name = 'Stopped';
  }
}

/** What holds for a whole render, and for the layers of one list in it. */
export interface Context {
  mixing: Mixing;
  picture(asset: string): Picture;
  memo: Memo;
  /** Whether what takes long may be made roughly. */
  draft: boolean;
  meter: Meter;
  shouldStop(): boolean;
  /** Called with each layer before it is laid on what lies beneath it. */
  onLayer(id: string): void;
  /** The layer that is likely to change before the next render: what lies beneath it is cached. */
  focus: string | null;
  /** Whether the layer in focus makes its pixels for no more than the part that is asked for. */
  local: boolean;
  /** What was last made of the layer in focus. */
  lastMade: LastMade | null;
  /** From the px that the layers of this list are placed on to px of the render. */
  map: Affine;
  /** Px of the render for one px of a step's lengths. */
  scale: number;
  /** The lamp of the scene, and where the scene lies, px of the render. */
  lamp: Lamp;
  scene: Box;
  /** Lays layers on one another (`stack`), for what looks at another layer. */
  stack(
    onto: (region: Region) => ColourBuffer,
    layers: readonly BoundLayer[],
    asked: { wanted: Region; part: Region },
    context: Context,
    content: readonly unknown[] | null,
  ): ColourBuffer;
  /** Keeps what does not come of what lies beneath, where `memo` keeps nothing (as for grades); left out, `memo` does. */
  lasting?: Memo;
  /** Steps of the groups around that their layers land through, innermost first. */
  around: readonly BoundStep[];
}

/** Ends a render that is no longer wanted. */
export function throwIfStopped(context: Context): void {
  if (context.shouldStop()) throw new Stopped();
}

/** The bytes of a buffer or plane. */
export const sizeOf = (made: ColourBuffer | Plane): number => made.data.byteLength;

/** Keeps a result under a key made of all it depends on, and measures what it cost. */
export function cached<T extends ColourBuffer | Plane>(
  { memo, meter, mixing }: Context,
  layer: string | null,
  part: string,
  key: readonly unknown[],
  make: () => T,
): T {
  return meter.measure(
    layer,
    part,
    () =>
      memo(
        JSON.stringify([mixing, ...key]),
        () => {
          meter.made();
          return make();
        },
        sizeOf,
      ),
    sizeOf,
  );
}

/** As `numberOf`, for a source, with what it sees of what lies beneath it. */
export const sourceNumber = (source: BoundSource): number =>
  numberOf(source, () => {
    const { grounds, ...own } = source;
    const seen = Object.entries(grounds ?? {}).map(([ground, { layer, map }]) => [
      ...[ground, contentOf(layer), map],
    ]);
    return contentKey([definitionOf(source).content?.(source) ?? own, seen]);
  });

/** As `numberOf`, for the values of a step: of strokes, which ones they are. */
export const valuesNumber = ({ kind, values }: Pick<BoundStep, 'kind' | 'values'>): number =>
  numberOf(values, () =>
    contentKey(
      Object.entries(stepOfKind(kind).parameters).map(([key, p]) =>
        p.kind === 'strokes' ? (values[key] as Stroked[]).map(strokeNumber) : values[key],
      ),
    ),
  );

const plain = new WeakMap<object, BoundStep['values']>();
/** As `valuesNumber`, whatever the intensity: what a style draws is brightened afterwards. */
export function drawnNumber({ kind, values }: BoundStep): number {
  if (values.intensity === undefined) return valuesNumber({ kind, values });
  let rest = plain.get(values);
  if (!rest) plain.set(values, (rest = { ...values, intensity: undefined as never }));
  return valuesNumber({ kind, values: rest });
}

/** Names what a step sees of other layers; undefined if it looks at none. */
export const seenNumbers = ({ seen }: BoundStep): unknown =>
  seen && Object.entries(seen).map(([key, { layer, map }]) => [key, contentOf(layer), map]);

/** As `numberOf`, for all of a layer that its pixels depend on. */
export const contentOf = (layer: BoundLayer): number =>
  numberOf(layer, () =>
    contentKey({
      ...layer,
      name: '',
      source: sourceNumber(layer.source),
      steps: layer.steps.map((s) => ({ ...s, values: valuesNumber(s), seen: seenNumbers(s) })),
      layers: layer.layers?.map(contentOf),
    }),
  );
