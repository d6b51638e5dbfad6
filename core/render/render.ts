import type { LastMade } from '../definitions/last-made';
import type { Memo } from '../definitions/memo';
import { noMemo } from '../definitions/memo';
import { scaling } from '../geometry/affine';
import { ensureKernels } from '../kernels/machine';
import type { Picture } from '../kernels/picture';
import { filled } from '../kernels/rows';
import type { ColourBuffer } from '../pixels/buffer';
import { colourBuffer, crop } from '../pixels/buffer';
import { rgb } from '../pixels/colour';
import { scoped } from '../pixels/heap';
import type { Region } from '../pixels/region';
import { contains } from '../pixels/region';
import { asDrawn } from '../scene/bound/bind';
import type { BoundLayer, BoundScene } from '../scene/bound/bound';
import type { Scene } from '../scene/model/schema';
import { everyLayer } from '../scene/model/schema';
import type { Context } from './context';
import { noMeter } from './meter';
import type { Meter } from './meter';
import { stack } from './stack';

export { Stopped } from './context';

/** What to render of a scene. */
export interface RenderRequest {
  /** Pixels wanted, on the grid of scene px × scale. They need not lie within the scene. */
  region: Region;
  /** Pixels for one scene px. */
  scale: number;
  /** A picture by its asset name. Throws if it is not there. */
  picture(asset: string): Picture;
  /** Only these layers, with all that a group holds; all if left out. Hidden ones stay hidden. */
  layers?: readonly string[];
  /** Whether the background colour is laid beneath; true if left out. */
  background?: boolean;
  /** Keeps intermediates from one render to the next. */
  memo?: Memo;
  /** Asked between layers and steps; a render that should stop throws a Stopped. */
  shouldStop?(): boolean;
  /** Called with each layer before it is laid on what lies beneath it, to show how far a render is. */
  onLayer?(id: string): void;
  /** Whether it is one of many while something is dragged, and coarse: what takes long may be made roughly. */
  draft?: boolean;
  /** The layer that is likely to change before the next render: what lies beneath it is cached as one. */
  focus?: string | null;
  /** What was last made of the layer in focus. */
  lastMade?: LastMade;
  /** Measures what each part cost. */
  meter?: Meter;
}

/**
 * The pixels of a scene before its end: premultiplied float RGBA over exactly the region asked for, as
 * the scene mixes its light. It depends on nothing but its arguments; scenes are not changed in place.
 * Within a scope of the heap the result belongs to it. Throws Stopped, HeapFull, and what `picture` throws.
 */
export const render = (scene: Scene, request: RenderRequest): ColourBuffer =>
  renderPart(asDrawn(scene), request, request.region);

/**
 * As `render`, of a scene as it is drawn, but only a part of the region that is asked for. Layers make their pixels for the whole
 * region, so that a memo has them for the next part; they are laid on one another in this part alone. If
 * it is said to be local, the layer in focus makes no more than its part.
 */
export function renderPart(
  scene: BoundScene,
  request: RenderRequest,
  part: Region,
  local = false,
): ColourBuffer {
  const { region } = request;
  const context = contextOf(scene, request, local);
  const layers = request.layers ? only(scene.layers, new Set(request.layers)) : scene.layers;
  const fill = request.background === false ? null : scene.background;
  return scoped(() => {
    const start = (over: Region) =>
      fill ? filled(over, rgb(fill, scene.mixing)) : colourBuffer(over);
    const made = stack(start, layers, { wanted: region, part }, context, [fill]);
    return contains(part, made.region) ? made : crop(made, part);
  });
}

/** A memo that keeps what is made roughly apart from what is made well. */
const draftMemo =
  (memo: Memo): Memo =>
  (key, make, bytes) =>
    memo(`draft ${key}`, make, bytes);

/** What holds for a render of a scene. */
export function contextOf(
  scene: Scene,
  request: Omit<RenderRequest, 'region'>,
  local = false,
): Context {
  ensureKernels();
  const { scale } = request;
  return {
    mixing: scene.mixing,
    picture: request.picture,
    memo: request.draft ? draftMemo(request.memo ?? noMemo) : (request.memo ?? noMemo),
    draft: request.draft ?? false,
    meter: request.meter ?? noMeter,
    shouldStop: request.shouldStop ?? (() => false),
    onLayer: request.onLayer ?? (() => undefined),
    focus: request.focus ?? null,
    local,
    lastMade: request.lastMade ?? null,
    map: scaling(scale),
    scale,
    lamp: scene.light,
    scene: { x0: 0, y0: 0, x1: scene.width * scale, y1: scene.height * scale },
    around: [],
    stack,
  };
}

/** The layers of a list that were asked for. One that carries a clipped one lends its coverage alone. */
function only(layers: readonly BoundLayer[], ids: ReadonlySet<string>): BoundLayer[] {
  const out: BoundLayer[] = [];
  let base: BoundLayer | null = null;
  for (const layer of layers) {
    if (!layer.clip) base = layer;
    const own = ids.has(layer.id)
      ? layer
      : layer.layers && everyLayer(layer.layers).some((l) => ids.has(l.id))
        ? { ...layer, layers: only(layer.layers, ids) }
        : null;
    if (!own) continue;
    const carrier = own.clip && base && !out.some((l) => l.id === base!.id) ? base : null;
    if (carrier) out.push({ ...carrier, body: 0 });
    out.push(own);
  }
  return out;
}
