import type { Ground } from '../../definitions/source';
import type { Source } from '../../sources/index';
import { isPath } from '../../sources/line-shape';
import { definitionOf } from '../../sources/index';
import type { Layer } from './schema';

/** What layers can do and what can be done with them, as the definitions of their sources say. */

/** A layer of one kind of source. */
export type LayerOf<K extends Source['kind']> = Layer & { source: Extract<Source, { kind: K }> };

/** Whether a layer is of a kind: for what only that kind has, such as the anchors of a line. */
export const isOf =
  <K extends Source['kind']>(kind: K) =>
  (layer: Layer): layer is LayerOf<K> =>
    layer.source.kind === kind;

export const isLine = isOf('line');
export const isText = isOf('text');
export const isPicture = isOf('picture');
export const isPaint = isOf('paint');
export const isFill = isOf('fill');
export const isGroup = isOf('group');
export const isEcho = isOf('echo');
export const isSpill = isOf('spill');
export const isCastShadow = isOf('shadow');
export const isFlare = isOf('flare');
export const isReflection = isOf('reflection');
export const isParticles = isOf('particles');
export const isFlame = isOf('flame');

/** Whether a layer is the light or the shadow of another, and nothing without it. */
export const isLightOrShadow = (layer: Layer): layer is LayerOf<'spill' | 'shadow'> =>
  isSpill(layer) || isCastShadow(layer);

/** Whether a layer is nothing without another that it comes of, as light, shadow or fire: it cannot be seen alone. */
export const comesOfAnother = ({ source }: Layer): boolean => {
  const reference = definitionOf(source).reference;
  return (reference?.as === 'light' || reference?.as === 'shadow') && reference.to(source) !== null;
};

/** Whether a layer draws nothing of its own, but sends what lies beneath through its steps. */
export const grades = ({ source }: Layer): boolean => definitionOf(source).grades === true;

/** What lies about a layer that it looks at to be drawn. */
export const groundsOf = ({ source }: Layer): readonly Ground[] =>
  definitionOf(source).sees?.(source) ?? [];

/** Whether a layer has edges of its own: it can cast a shadow, and its corners can be carried. */
export const isShaped = ({ source }: Layer): boolean => definitionOf(source).shaped;

/** Whether the layers of a group land one by one on what lies beneath it. */
export const landsThrough = ({ source }: Layer): boolean =>
  definitionOf(source).landsThrough?.(source) === true;

/** Whether what a layer draws is light that it gives off. */
export const emitsLight = ({ source }: Layer): boolean => definitionOf(source).emits === true;

/** Whether a layer has anchors of its own: a line that is drawn along paths, and not along a ready shape. */
export const isPathLine = (layer: Layer): layer is LayerOf<'line'> =>
  isLine(layer) && isPath(layer.source.shape);
