import { encodePack } from '../../brush/pack';
import type { PaintStroke } from '../../brush/paint-brush';
import { isPacked } from '../../brush/points';
import { countOf, pointsBox, trackPoints } from '../../brush/stroke-points';
import { trackOf } from '../../brush/track';
import type { Edit } from './edit';
import { layerOf } from './layer-edits';
import type { Layer } from '../model/schema';

/** What can be done to the strokes of a layer of paint. */

/** Lays a stroke on those that there are. */
export const putStroke =
  (id: string, stroke: PaintStroke): Edit =>
  (s) => {
    const { source } = layerOf(s, id);
    if (source.kind === 'paint') source.strokes.push(stroke);
  };

/** Takes strokes away, by their ids. */
export const removeStrokes =
  (id: string, strokes: readonly string[]): Edit =>
  (s) => {
    const { source } = layerOf(s, id);
    if (source.kind === 'paint')
      source.strokes = source.strokes.filter((stroke) => !strokes.includes(stroke.id));
  };

/** Sets the colour of strokes, what they do, and values of their brushes, by their ids. */
export const setStrokes =
  (
    id: string,
    strokes: readonly string[],
    {
      brush,
      ...values
    }: Partial<Pick<PaintStroke, 'colour' | 'way'>> & {
      brush?: Partial<PaintStroke['brush']>;
    },
  ): Edit =>
  (s) => {
    const { source } = layerOf(s, id);
    if (source.kind !== 'paint') return;
    source.strokes.forEach((stroke, i) => {
      if (strokes.includes(stroke.id))
        source.strokes[i] = { ...stroke, ...values, brush: { ...stroke.brush, ...brush } };
    });
  };

/** Carries strokes in front of all others of their layer, or behind them; among themselves they keep their order. */
export const carryStrokes =
  (id: string, strokes: readonly string[], to: 'front' | 'back'): Edit =>
  (s) => {
    const { source } = layerOf(s, id);
    if (source.kind !== 'paint') return;
    const chosen = source.strokes.filter((stroke) => strokes.includes(stroke.id));
    const others = source.strokes.filter((stroke) => !strokes.includes(stroke.id));
    source.strokes = to === 'front' ? [...others, ...chosen] : [...chosen, ...others];
  };

/** The strokes of a layer whose points stand in the scene, and not in a file. */
export const looseStrokes = ({ source }: Layer): PaintStroke[] =>
  source.kind === 'paint' ? source.strokes.filter((s) => !isPacked(s)) : [];

/** The file of the points of some strokes, in their order. */
export const packOf = (strokes: readonly PaintStroke[]): Uint8Array<ArrayBuffer> =>
  encodePack(strokes.map((stroke) => trackOf(trackPoints(stroke))));

/** Has the points of some strokes of a layer stand in a file, which `packOf` made of them: they stay what they are. */
export const packStrokes =
  (id: string, pack: string, strokes: readonly PaintStroke[]): Edit =>
  (s) => {
    const { source } = layerOf(s, id);
    if (source.kind !== 'paint') return;
    const places = new Map(strokes.map((stroke, i) => [stroke.id, i]));
    source.strokes.forEach((stroke, i) => {
      const index = places.get(stroke.id);
      if (index === undefined || isPacked(stroke)) return;
      const { x0, y0, x1, y1 } = pointsBox(stroke) ?? { x0: 0, y0: 0, x1: 0, y1: 0 };
      const count = countOf(stroke);
      source.strokes[i] = { ...stroke, points: { pack, index, count, box: [x0, y0, x1, y1] } };
    });
  };
