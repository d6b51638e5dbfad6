import { blendNamed } from '../blend/index';
import type { Memo } from '../definitions/memo';
import { noMemo } from '../definitions/memo';
import { multiply, scaling } from '../geometry/affine';
import { composite } from '../kernels/composite';
import type { ColourBuffer } from '../pixels/buffer';
import { colourBuffer } from '../pixels/buffer';
import { rgb } from '../pixels/colour';
import type { Picture } from '../pixels/picture';
import type { Region } from '../pixels/region';
import { grow, isEmpty, regionKey } from '../pixels/region';
import { placementMap } from '../scene/placement';
import type { Layer, Scene } from '../scene/schema';
import { definitionOf } from '../sources/index';
import { stepOfKind } from '../steps/index';

/** What to render of a scene. */
export interface RenderRequest {
  /** Pixels wanted, on the grid of scene px × scale. They need not lie within the scene. */
  region: Region;
  /** Pixels for one scene px. */
  scale: number;
  /** A picture by its asset name. Throws if it is not there. */
  picture(asset: string): Picture;
  /** Only these layers; all if left out. Hidden ones stay hidden. */
  layers?: readonly string[];
  /** Whether the background colour is laid beneath; true if left out. */
  background?: boolean;
  /** Keeps intermediates from one render to the next. */
  memo?: Memo;
  /** Asked between layers; a render that should stop throws a Stopped. */
  shouldStop?(): boolean;
  /**
   * How many layers at the back are unlikely to change before the next render: their composite is
   * kept as one picture.
   */
  still?: number;
}

/** Thrown when a render was told to stop. */
export class Stopped extends Error {
  constructor() {
    super('The render was stopped.');
    this.name = 'Stopped';
  }
}

/**
 * The pixels of a scene: premultiplied float RGBA over exactly the region asked for. It depends on
 * nothing but its arguments.
 */
export function render(scene: Scene, request: RenderRequest): ColourBuffer {
  const { region, memo = noMemo, background = true } = request;
  const shown = scene.layers.filter(
    (l) => l.visible && l.opacity > 0 && (!request.layers || request.layers.includes(l.id)),
  );
  const fill = background ? scene.background : null;
  const back = new Set(scene.layers.slice(0, request.still ?? 0));
  const still = shown.filter((l) => back.has(l)).length;
  if (still === 0) return stack(backdrop(region, fill), shown, request);
  const key = JSON.stringify([
    'stack',
    fill,
    shown.slice(0, still),
    request.scale,
    regionKey(region),
  ]);
  const below = memo(
    key,
    () => stack(backdrop(region, fill), shown.slice(0, still), request),
    (made) => made.data.byteLength,
  );
  // What is kept must not be drawn on.
  return stack({ region, data: below.data.slice() }, shown.slice(still), request);
}

function backdrop(region: Region, fill: string | null): ColourBuffer {
  const out = colourBuffer(region);
  if (fill) {
    const [r, g, b] = rgb(fill);
    for (let i = 0; i < out.data.length; i += 4) {
      out.data[i] = r;
      out.data[i + 1] = g;
      out.data[i + 2] = b;
      out.data[i + 3] = 1;
    }
  }
  return out;
}

function stack(onto: ColourBuffer, layers: readonly Layer[], request: RenderRequest): ColourBuffer {
  for (const layer of layers) {
    if (request.shouldStop?.()) throw new Stopped();
    const pixels = layerPixels(layer, request);
    if (!isEmpty(pixels.region))
      composite(onto, pixels, blendNamed(layer.blend), layer.opacity / 100);
  }
  return onto;
}

/**
 * A layer's own pixels: its source under its placement, through its steps. Each stage is kept by a
 * key made of all before it, so a change of a step recomputes that step and those after it.
 */
function layerPixels(layer: Layer, request: RenderRequest): ColourBuffer {
  const { scale, memo = noMemo } = request;
  const steps = layer.steps
    .filter((s) => s.enabled)
    .map((s) => ({ step: s, definition: stepOfKind(s.kind) }));
  // Walking back from the region wanted, each step asks for the margin it needs.
  const wanted = [request.region];
  for (const { step, definition } of steps.slice().reverse())
    wanted.unshift(grow(wanted[0]!, definition.margin(step.values, scale)));

  const map = multiply(scaling(scale), placementMap(layer.placement));
  const key: unknown[] = ['layer', layer.source, map, wanted[0]];
  const size = (made: ColourBuffer) => made.data.byteLength;
  let pixels = memo(
    JSON.stringify(key),
    () =>
      definitionOf(layer.source).render(layer.source, {
        map,
        wanted: wanted[0]!,
        picture: request.picture,
        memo,
      }),
    size,
  );
  steps.forEach(({ step, definition }, i) => {
    if (request.shouldStop?.()) throw new Stopped();
    const input = pixels;
    key.push(step.kind, step.values, scale, wanted[i + 1]);
    pixels = memo(
      JSON.stringify(key),
      () => definition.apply(input, step.values, scale, wanted[i + 1]!),
      size,
    );
  });
  return pixels;
}

/** The names of all assets a scene needs, each once. */
export const assetsOf = (scene: Scene): string[] => [
  ...new Set(scene.layers.flatMap((l) => definitionOf(l.source).assets(l.source))),
];
