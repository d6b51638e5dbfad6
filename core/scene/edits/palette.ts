import { HEX } from '../../definitions/parameter-schema';
import { current } from 'immer';
import type { Edit } from './edit';
import { layerOf } from './layer-edits';
import { newStep } from '../model/make';
import { seenColours } from '../../paint/seen-colours';
import { definitionOf } from '../../sources/index';
import type { Layer, Scene } from '../model/schema';

/** The colours of a scene. */

/** The colours that a scene uses, the most used first, at most so many. */
export function paletteOf(scene: Scene, most = 20): string[] {
  const counts = new Map<string, number>();
  const visit = (value: unknown): void => {
    if (typeof value === 'string') {
      if (HEX.test(value))
        counts.set(value.toLowerCase(), (counts.get(value.toLowerCase()) ?? 0) + 1);
    } else if (Array.isArray(value)) {
      // Anchors have no colours, and may be very many.
      if (value.length < 200) value.forEach(visit);
    } else if (typeof value === 'object' && value !== null) Object.values(value).forEach(visit);
  };
  visit(scene.background);
  visit(scene.layers.map(coloured));
  return [...counts]
    .sort((a, b) => b[1] - a[1])
    .slice(0, most)
    .map(([hex]) => hex);
}

/** What of a layer has colours that are seen. */
const coloured = (layer: Layer): unknown => [
  sourceColours(layer.source),
  layer.steps.filter((s) => s.enabled).map((s) => seenColours(s.values)),
  layer.layers?.map(coloured),
];

const sourceColours = (source: Layer['source']): unknown => {
  const { colours } = definitionOf(source);
  return colours ? colours(source) : source;
};

/** Gives a layer a colour as a whole: a fill, letters, the light of a line; anything else is painted with it. */
export const colourLayer =
  (id: string, colour: string): Edit =>
  (s) => {
    const layer = layerOf(s, id);
    const { recoloured, yieldsToPaint } = definitionOf(layer.source);
    const paint = layer.steps.find((k) => k.kind === 'style.paint');
    if (recoloured && !(paint && yieldsToPaint))
      layer.source = recoloured(current(layer).source, colour);
    else if (paint) Object.assign(paint.values, { paint: 'one', colour });
    else {
      const step = newStep('style.paint');
      step.values.colour = colour;
      layer.steps.push(step);
    }
  };
