import { current } from 'immer';
import { outlinesOf } from '../../sources/text';
import type { TextSource } from '../../sources/text';
import type { TextContent } from '../../text/content';
import { rangeAt } from '../../text/content';
import { layoutOf } from '../../text/layout';
import { newAlong } from '../../text/make-text';
import type { Edit } from './edit';
import { layerOf, sourceOf, standingOf } from './layer-edits';
import { smooth } from '../../geometry/path';
import { FIRST_LIGHT, newGroup, newLineOf, newTextLayer, textName } from '../model/make';
import { newId } from '../model/new-id';
import { tubePasses } from '../../sources/pass';
import { placementOf } from '../arrange/placement';
import type { Layer } from '../model/schema';

/** What can be done to a text. */

/**
 * Changes what a text says or how it is set. As long as the layer carries the name that its words gave it,
 * it goes on to do so. Throws if it is no text.
 */
export const changeText =
  (id: string, change: (text: TextContent) => TextContent): Edit =>
  (s) => {
    const layer = layerOf(s, id);
    const before = current(sourceOf(s, id, 'text'));
    const after = change(before);
    if (layer.name === textName(before.content)) layer.name = textName(after.content);
    layer.source = { ...after, kind: 'text' };
  };

/** Lets a text run along a line and follow it; null lets it stand free again. */
export const putAlong = (id: string, line: string | null): Edit =>
  changeText(id, (text) => ({
    ...text,
    along:
      line === null ? null : text.along ? { ...text.along, line } : newAlong({ path: null, line }),
  }));

/** A text's outlines as a line of light in its place. Its fonts must be at hand. */
export function outlinedText(layer: Layer & { source: TextSource }, width: number): Layer {
  const light = layer.source.ranges[0]!.style.colour;
  return newLineOf(
    layer.name,
    {
      light,
      shape: { kind: 'path', paths: outlinesOf(layer.source) },
      passes: tubePasses(light, width, newId),
    },
    { placement: layer.placement },
  );
}

/** Puts a group (of an id) of one layer a letter in a text's place. Its fonts must be at hand. */
export const splitIntoLetters =
  (id: string, drawn: TextSource, group: string): Edit =>
  (s) => {
    const { list, index } = standingOf(s, id);
    const layer = current(list[index]!);
    const { letters } = layoutOf(drawn);
    const made = letters
      .filter((l) => !l.blank && l.glyphs.length > 0)
      .sort((a, b) => a.from - b.from)
      .map((letter) => {
        const said = drawn.content.slice(letter.from, letter.to);
        const own = newTextLayer(said, letter.style);
        const { features, axes } = rangeAt(drawn, letter.from + 1);
        Object.assign(own.source.ranges[0]!, { features, ...(axes && { axes }) });
        own.placement = placementOf(letter.place, { x: 0, y: 0 });
        return own;
      });
    if (made.length === 0) return;
    const whole: Layer = {
      ...newGroup(layer.name, made, 'one'),
      id: group,
      placement: layer.placement,
      steps: layer.steps,
      blend: layer.blend,
      opacity: layer.opacity,
      body: layer.body,
      ...(layer.intensity !== undefined && { intensity: layer.intensity }),
      clip: layer.clip,
      mask: layer.mask,
    };
    list.splice(index, 1, whole);
  };

/** A line without light for a text to run along: a gentle arch as wide as the text, in its place. */
export function pathBeneath(layer: Layer, size: { width: number; height: number } | null): Layer {
  const width = size?.width ?? 600;
  const rise = width / 6;
  const path = {
    closed: false,
    anchors: [
      smooth(0, 0, width / 6, -rise),
      smooth(width / 2, -rise, width / 6, 0),
      smooth(width, 0, width / 6, rise),
    ],
  };
  const shape = { kind: 'path' as const, paths: [path] };
  return newLineOf(
    `Path of ${layer.name}`.slice(0, 200),
    { light: FIRST_LIGHT, shape, passes: [] },
    { placement: layer.placement },
  );
}
