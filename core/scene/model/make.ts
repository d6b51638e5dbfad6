import { defaultsOf } from '../../definitions/parameter-values';
import type { Point } from '../../geometry/affine';
import type { MaskShape } from '../../masks/index';
import type { Mask, MaskPart } from '../../masks/mask';
import { maskParameters } from '../../masks/mask';
import type { Path } from '../../geometry/path';
import { modifierOfKind } from '../../modifiers/index';
import { shapeOfKind } from '../../shapes/index';
import type { LetterStyle, TextContent } from '../../text/content';
import { newText } from '../../text/make-text';
import type { LineSource } from '../../sources/line-source';
import type { KindValues, LineShape, Modifier } from '../../sources/line-shape';
import type { PictureSource } from '../../sources/picture';
import { tubePasses } from '../../sources/pass';
import type { SmokeValues } from '../../sources/smoke-parameters';
import { smokeParameters } from '../../sources/smoke-parameters';
import type { HazeValues } from '../../sources/haze-parameters';
import { hazeParameters } from '../../sources/haze-parameters';
import type { RainValues } from '../../sources/rain-parameters';
import { rainParameters } from '../../sources/rain-parameters';
import type { DropsValues } from '../../sources/drops-parameters';
import { dropsParameters } from '../../sources/drops-parameters';
import type { MistValues } from '../../sources/mist-parameters';
import { mistParameters } from '../../sources/mist-parameters';
import type { FlameValues } from '../../sources/flame-parameters';
import { flameParameters } from '../../sources/flame-parameters';
import { particleParameters } from '../../sources/particle-parameters';
import type { ParticleValues } from '../../sources/particles';
import { paintParameters } from '../../paint/parameters';
import { castShadowParameters } from '../../sources/cast-shadow-parameters';
import type { FlarePart, FlareSource } from '../../sources/flare';
import { reflectionParameters } from '../../sources/reflection-parameters';
import { flareParameters } from '../../sources/flare';
import { flarePartOfKind } from '../../flares/index';
import { spillParameters } from '../../sources/spill';
import { stepOfKind } from '../../steps/index';
import { placed } from '../arrange/placement';
import { newId } from './new-id';
import type { Layer, Scene, Step } from './schema';
import { endParameters, lightParameters } from './schema';
import { VERSION } from './version';
import type { LayerOf } from './traits';
import type { Source } from '../../sources/index';

/** An empty scene of a size in px; background `#rrggbb`, or null for transparency. */
export const newScene = (
  name: string,
  width: number,
  height: number,
  background: string | null,
): Scene => ({
  format: 'ignis',
  version: VERSION,
  name,
  width,
  height,
  background,
  mixing: 'displayed',
  end: defaultsOf(endParameters),
  light: defaultsOf(lightParameters),
  guides: [],
  selection: null,
  kept: [],
  layers: [],
});

/** What every new layer starts with. */
const newLayer = <S extends Source>(
  name: string,
  values: { source: S } & Partial<Layer>,
): Layer & { source: S } => ({
  id: newId(),
  name,
  visible: true,
  opacity: 100,
  blend: 'normal',
  clip: false,
  body: 100,
  mask: null,
  weave: null,
  placement: placed(),
  steps: [],
  dials: [],
  ...values,
});

/** The light colour of a first line: the ember of the harbour's lamps. */
export const FIRST_LIGHT = '#ff5a1f';

/** A line layer of a shape, with the passes and modifiers it is given. */
export const newLineOf = (
  name: string,
  source: Pick<LineSource, 'shape' | 'light' | 'passes'> & Partial<LineSource>,
  values: Partial<Layer> = {},
): LayerOf<'line'> =>
  newLayer(name, {
    blend: 'screen',
    ...values,
    source: { kind: 'line', gaps: [], modifiers: [], ...source },
  });

/** A line layer as a tube: `width` is that of the glass, scene px. */
export const newLine = (
  name: string,
  path: Path,
  light = FIRST_LIGHT,
  width = 14,
): LayerOf<'line'> =>
  newLineOf(name, {
    light,
    shape: { kind: 'path', paths: [path] },
    passes: tubePasses(light, width, newId),
  });

/** A modifier of a kind with its defaults, or with values. Throws if there is no such kind. */
export const newModifier = (kind: string, values: KindValues = {}): Modifier => ({
  id: newId(),
  kind,
  enabled: true,
  values: { ...defaultsOf(modifierOfKind(kind).parameters), ...values },
});

/** A ready shape of a kind with its defaults, or with values. Throws if there is no such kind. */
export const newShape = (kind: string, values: KindValues = {}): LineShape => ({
  kind,
  values: { ...defaultsOf(shapeOfKind(kind).parameters), ...values },
});

/** A layer of letters, in one style: the defaults, but for some values. */
export const newTextLayer = (
  content: string,
  style: Partial<LetterStyle> = {},
  rest: Partial<Omit<TextContent, 'content' | 'ranges'>> = {},
): LayerOf<'text'> =>
  newLayer(textName(content), { source: { kind: 'text', ...newText(content, style, rest) } });

/** What a layer of letters is called until the artist names it: its first words. */
export const textName = (content: string): string =>
  content.trim().split(/\s+/).join(' ').slice(0, 32).trim() || 'Text';

/** A layer of paint, without any yet. */
export const newPaint = (name: string): LayerOf<'paint'> =>
  newLayer(name, { source: { kind: 'paint', strokes: [] } });

/** A layer of one colour. */
export const newFill = (name: string, colour: string): LayerOf<'fill'> =>
  newLayer(name, {
    source: { kind: 'fill', paint: { ...defaultsOf(paintParameters), colour, fit: 'scene' } },
  });

/** A layer that grades what lies beneath it. */
export const newGrade = (name: string, steps: Step[]): LayerOf<'grade'> =>
  newLayer(name, { source: { kind: 'grade' }, steps });

/** A group of layers. */
export const newGroup = (
  name: string,
  layers: Layer[],
  lands: 'through' | 'one',
): LayerOf<'group'> => newLayer(name, { source: { kind: 'group', lands }, layers });

/** A part of a mask. */
export const newPart = (shape: MaskShape, way: MaskPart['way'] = 'add'): MaskPart => ({
  id: newId(),
  enabled: true,
  way,
  shape,
});

/** A mask of shapes that show. */
export const newMask = (...shapes: MaskShape[]): Mask => ({
  enabled: true,
  parts: shapes.map((s) => newPart(s)),
  place: null,
  ...defaultsOf(maskParameters),
});

/**
 * A picture layer centred on a point of the scene. If `fit`, a picture larger than the scene is
 * scaled down to it.
 */
export function newPicture(
  name: string,
  source: PictureSource,
  scene: Scene,
  at: Point,
  fit: boolean,
): LayerOf<'picture'> {
  const pivot = { x: source.width / 2, y: source.height / 2 };
  const k = fit ? Math.min(1, scene.width / source.width, scene.height / source.height) : 1;
  return newLayer(name, {
    placement: {
      ...placed(pivot),
      x: Math.round(at.x - pivot.x),
      y: Math.round(at.y - pivot.y),
      scaleX: k,
      scaleY: k,
    },
    source,
  });
}

/** A live copy of a layer, a little beside it. */
export const newEcho = (of: Layer, offset: number): LayerOf<'echo'> =>
  newLayer(`${of.name} echo`, {
    source: { kind: 'echo', of: of.id, own: null },
    blend: of.blend,
    placement: { ...placed(), x: offset, y: offset },
  });

/** The light of a layer on others. */
export const newSpill = (of: Layer): LayerOf<'spill'> =>
  newLayer(`Spill of ${of.name}`, {
    source: { kind: 'spill', of: of.id, values: defaultsOf(spillParameters) },
    blend: 'soft-light',
    opacity: 85,
  });

/** The shadow that a layer casts. */
export const newCastShadow = (of: Layer): LayerOf<'shadow'> =>
  newLayer(`Shadow of ${of.name}`, {
    source: { kind: 'shadow', of: of.id, values: defaultsOf(castShadowParameters) },
    blend: 'multiply',
  });

/** A layer mirrored on a floor; null for all lights of the scene. */
export const newReflection = (of: Layer | null): LayerOf<'reflection'> =>
  newLayer(of ? `Reflection of ${of.name}` : 'Reflections', {
    source: { kind: 'reflection', of: of?.id ?? null, values: defaultsOf(reflectionParameters) },
    blend: 'add',
    opacity: 55,
  });

/** A flare for a scene whose longer side is `side` px: its light up on the left, its axis across the middle, px about (0, 0). */
export const newFlare = (
  name: string,
  side: number,
  { light, seed, parts }: Pick<FlareSource, 'light' | 'parts'> & { seed: number },
): LayerOf<'flare'> =>
  newLayer(name, {
    source: {
      ...{ kind: 'flare', light, parts, of: null, behind: null },
      from: { x: Math.round(-0.16 * side), y: Math.round(-0.1 * side) },
      to: { x: Math.round(0.16 * side), y: Math.round(0.1 * side) },
      values: {
        ...defaultsOf(flareParameters),
        ...{ seed, covers: Math.max(2, Math.round(side / 80)) },
      },
    },
    blend: 'add',
  });

/** Particles with some values besides the usual ones, as light or over each other. */
export const newParticles = (
  name: string,
  values: Partial<ParticleValues> = {},
): LayerOf<'particles'> => {
  const all = { ...defaultsOf(particleParameters), ...values };
  return newLayer(name, {
    source: { kind: 'particles', of: null, values: all },
    blend: all.laid === 'light' ? 'add' : 'normal',
  });
};

/** A flame with some values besides the usual ones. */
export const newFlame = (
  name: string,
  values: Partial<FlameValues> = {},
  intensity = 0,
): LayerOf<'flame'> => ({
  ...newLayer(name, {
    source: {
      ...{ kind: 'flame', of: null, behind: null },
      values: { ...defaultsOf(flameParameters), ...values },
    },
  }),
  intensity,
});

/** Smoke with some values besides the usual ones. */
export const newSmoke = (name: string, values: Partial<SmokeValues> = {}): LayerOf<'smoke'> =>
  newLayer(name, {
    source: {
      ...{ kind: 'smoke', of: null, behind: null },
      values: { ...defaultsOf(smokeParameters), ...values },
    },
  });

/** Heat haze with some values besides the usual ones. */
export const newHaze = (name: string, values: Partial<HazeValues> = {}): LayerOf<'haze'> =>
  newLayer(name, {
    source: { kind: 'haze', of: null, values: { ...defaultsOf(hazeParameters), ...values } },
  });

/** Rain with some values besides the usual ones. */
export const newRain = (name: string, values: Partial<RainValues> = {}): LayerOf<'rain'> =>
  newLayer(name, {
    source: { kind: 'rain', of: null, values: { ...defaultsOf(rainParameters), ...values } },
  });

/** Drops on glass with some values besides the usual ones. */
export const newDrops = (name: string, values: Partial<DropsValues> = {}): LayerOf<'drops'> =>
  newLayer(name, {
    source: { kind: 'drops', values: { ...defaultsOf(dropsParameters), ...values } },
  });

/** Mist with some values besides the usual ones. */
export const newMist = (name: string, values: Partial<MistValues> = {}): LayerOf<'mist'> =>
  newLayer(name, {
    source: { kind: 'mist', values: { ...defaultsOf(mistParameters), ...values } },
  });

/** A part of a flare of a kind with its defaults. Throws if there is no such kind. */
export const newFlarePart = (kind: string): FlarePart => ({
  id: newId(),
  kind,
  enabled: true,
  values: defaultsOf(flarePartOfKind(kind).parameters),
});

/** A step of a kind with its defaults. Throws if there is no such kind. */
export const newStep = (kind: string): Step => ({
  id: newId(),
  kind,
  enabled: true,
  values: defaultsOf(stepOfKind(kind).parameters),
});
