import { multiply } from '../../geometry/affine';
import type { Affine } from '../../geometry/affine';
import { placementMap } from '../../definitions/placement';
import type { Placement } from '../../definitions/placement';
import type { PictureSource } from '../../sources/picture';
import { placementOf } from '../arrange/placement';
import type { Layer, Scene } from '../model/schema';
import { everyLayer } from '../model/schema';
import type { Edit } from './edit';
import { layerOf, sourceOf } from './layer-edits';

/** Pictures that take the place of others, and the wells that ask for them. */

/** The file of a picture, and how large it is, px. */
export type PictureFile = Pick<PictureSource, 'asset' | 'width' | 'height'>;

/**
 * Where a picture stands that takes the place of one of another size: its middle where that one's was, as large as fits within
 * it, or, `covers`, so large that it leaves none of it free. One in perspective is carried to the same four corners.
 */
function placedInstead(
  placement: Placement,
  old: PictureFile,
  { width, height }: PictureFile,
  covers: boolean,
): Placement {
  if (placement.corners)
    return {
      ...placement,
      corners: { ...placement.corners, box: { x0: 0, y0: 0, x1: width, y1: height } },
    };
  const [across, down] = [old.width / width, old.height / height];
  const k = covers ? Math.max(across, down) : Math.min(across, down);
  const inOld: Affine = [k, 0, 0, k, (old.width - k * width) / 2, (old.height - k * height) / 2];
  return placementOf(multiply(placementMap(placement), inOld), { x: width / 2, y: height / 2 });
}

/** Whether the parts of a layer's mask are cut from its picture, and mean nothing on another. */
export const hasCutOut = ({ mask }: Pick<Layer, 'mask'>): boolean =>
  mask?.parts.some((p) => p.shape.kind === 'cut-out') === true;

/**
 * Puts another picture in the place of a layer's: its steps, blend and name stay, and what was cut out of the old one goes with
 * that. One that covers the scene still does. Throws if there is no such layer, or it is no picture.
 */
export const replacePicture =
  (id: string, file: PictureFile): Edit =>
  (s: Scene) => {
    const layer = layerOf(s, id);
    const source = sourceOf(s, id, 'picture');
    const isWell = source.well !== undefined;
    const [wide, high] = [source.width, source.height].map(
      (side, i) => side * Math.abs(i === 0 ? layer.placement.scaleX : layer.placement.scaleY),
    );
    const covers = wide! >= s.width && high! >= s.height;
    layer.placement = placedInstead(layer.placement, source, file, covers);
    if (layer.mask) {
      const parts = layer.mask.parts.filter((p) => p.shape.kind !== 'cut-out');
      if (parts.length === 0 && layer.mask.parts.length > 0) layer.mask = null;
      else layer.mask.parts = parts;
    }
    Object.assign(source, { asset: file.asset, width: file.width, height: file.height });
    if (isWell) source.well!.filled = true;
  };

/** Makes a picture a well that asks for something, or, with null, a picture like any other. */
export const setWell =
  (id: string, asks: string | null): Edit =>
  (s) => {
    const source = sourceOf(s, id, 'picture');
    if (asks === null) delete source.well;
    else source.well = { asks, filled: source.well?.filled ?? true };
  };

/** A picture layer that asks for a picture. */
export interface Well {
  id: string;
  asks: string;
}

/** The wells of layers that still ask for a picture, back to front. */
export const emptyWells = (layers: readonly Layer[]): Well[] =>
  everyLayer(layers).flatMap(({ id, source }) =>
    source.kind === 'picture' && source.well && !source.well.filled
      ? [{ id, asks: source.well.asks }]
      : [],
  );

/** Layers whose wells ask for pictures again: as they come out of the library. */
export const askingAgain = <L extends Layer>(layers: readonly L[]): L[] =>
  layers.map((l) => ({
    ...l,
    ...(l.source.kind === 'picture' &&
      l.source.well && { source: { ...l.source, well: { ...l.source.well, filled: false } } }),
    ...(l.layers && { layers: askingAgain(l.layers) }),
  }));
