import type { PaintStroke } from '../../brush/paint-brush';
import type { Edit } from './edit';
import { layerOf } from './layer-edits';

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
