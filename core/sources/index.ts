import * as v from 'valibot';
import type { SourceDefinition } from '../definitions/source';
import type { EchoSource } from './echo';
import { echoSchema, echoSource } from './echo';
import type { FlareSource } from './flare';
import { flareSchema, flareSource } from './flare';
import type { FillSource } from './fill';
import { fillSchema, fillSource } from './fill';
import type { FlameSource } from './flame';
import { flameSchema, flameSource } from './flame';
import type { DropsSource } from './drops';
import { dropsSchema, dropsSource } from './drops';
import type { GradeSource } from './grade';
import { gradeSchema, gradeSource } from './grade';
import type { GroupSource } from './group';
import { groupSchema, groupSource } from './group';
import type { HazeSource } from './haze';
import { hazeSchema, hazeSource } from './haze';
import type { LineSource } from './line-source';
import { lineSource } from './line';
import { lineSchema } from './line-source';
import type { MistSource } from './mist';
import { mistSchema, mistSource } from './mist';
import type { PaintSource } from './paint';
import { paintSchema, paintSource } from './paint';
import type { ParticlesSource } from './particles';
import { particlesSchema, particlesSource } from './particles';
import type { PictureSource } from './picture';
import { pictureSchema, pictureSource } from './picture';
import type { CastShadowSource } from './cast-shadow';
import { castShadow, castShadowSchema } from './cast-shadow';
import type { RainSource } from './rain';
import { rainSchema, rainSource } from './rain';
import type { ReflectionSource } from './reflection';
import { reflectionSchema, reflectionSource } from './reflection';
import type { SmokeSource } from './smoke';
import { smokeSchema, smokeSource } from './smoke';
import type { SpillSource } from './spill';
import { spillSchema, spillSource } from './spill';
import type { TextSource } from './text';
import { textSchema, textSource } from './text';

export type Source =
  | PictureSource
  | LineSource
  | TextSource
  | PaintSource
  | FillSource
  | GradeSource
  | GroupSource
  | EchoSource
  | SpillSource
  | CastShadowSource
  | FlareSource
  | ReflectionSource
  | ParticlesSource
  | FlameSource
  | MistSource
  | SmokeSource
  | HazeSource
  | RainSource
  | DropsSource;

/** Everything a layer can be. To add one: one file, its type above, and one line here. */
export const sources = {
  picture: pictureSource,
  line: lineSource,
  text: textSource,
  paint: paintSource,
  fill: fillSource,
  grade: gradeSource,
  group: groupSource,
  echo: echoSource,
  spill: spillSource,
  shadow: castShadow,
  flare: flareSource,
  reflection: reflectionSource,
  particles: particlesSource,
  flame: flameSource,
  mist: mistSource,
  smoke: smokeSource,
  haze: hazeSource,
  rain: rainSource,
  drops: dropsSource,
} as const;

export const sourceSchema = v.variant(
  'kind',
  [
    pictureSchema,
    lineSchema,
    textSchema,
    paintSchema,
    fillSchema,
    gradeSchema,
    groupSchema,
    echoSchema,
    spillSchema,
    castShadowSchema,
    flareSchema,
    reflectionSchema,
    particlesSchema,
    flameSchema,
    mistSchema,
    smokeSchema,
    hazeSchema,
    rainSchema,
    dropsSchema,
  ],
  `There is no such source; there are ${Object.keys(sources).join(', ')}.`,
);

/** The layer that a source names, by its id; null if it names none. */
export const namedBy = (source: Source): string | null =>
  definitionOf(source).reference?.to(source) ?? null;

/** The definition behind a source. */
export const definitionOf = <S extends Source>(source: S): SourceDefinition<S> =>
  sources[source.kind] as unknown as SourceDefinition<S>;
