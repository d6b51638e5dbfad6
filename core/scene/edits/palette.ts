import { HEX } from '../../definitions/parameter';
import { current } from 'immer';
import type { Edit } from './edit';
import { layerOf } from './layer-edits';
import { newStep } from '../model/make';
import type { Pass } from '../../sources/pass';
import { relitPasses } from '../../sources/pass';
import { restyled } from '../../text/edit-text';
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
  layer.steps.filter((s) => s.enabled).map((s) => shown(s.values)),
  layer.layers?.map(coloured),
];

const sourceColours = (source: Layer['source']): unknown => {
  if (source.kind === 'fill') return shown(source.paint);
  if (source.kind === 'line') return [source.light, passColours(source.passes)];
  return source.kind === 'echo' ? source.own && passColours(source.own.passes) : source;
};

const passColours = (passes: readonly Pass[]): unknown =>
  passes.filter((p) => p.enabled).map((p) => shown({ ...p, kept: null }));

/** What uses a ramp does not show its plain colour, nor the other way round; a gradient map has no choice. */
const shown = (values: Readonly<Record<string, unknown>>): unknown => {
  const chooses = values.paint !== undefined || values.ramped !== undefined;
  const ramped = values.ramped === true || (values.paint !== undefined && values.paint !== 'one');
  return { ...values, ...(chooses && (ramped ? { colour: null } : { ramp: null })) };
};

/** Gives a layer a colour as a whole: a fill, letters, the light of a line; anything else is painted with it. */
export const colourLayer =
  (id: string, colour: string): Edit =>
  (s) => {
    const layer = layerOf(s, id);
    const { source } = layer;
    if (source.kind === 'fill') Object.assign(source.paint, { paint: 'one', colour });
    else if (source.kind === 'line') {
      source.passes = relitPasses(current(source.passes), source.light, colour);
      source.light = colour;
    } else {
      const paint = layer.steps.find((k) => k.kind === 'style.paint');
      if (paint) Object.assign(paint.values, { paint: 'one', colour });
      else if (source.kind === 'text') {
        const text = current(source);
        layer.source = { ...restyled(text, 0, text.content.length, { colour }), kind: 'text' };
      } else {
        const step = newStep('style.paint');
        step.values.colour = colour;
        layer.steps.push(step);
      }
    }
  };
