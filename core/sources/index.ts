import * as v from 'valibot';
import type { SourceDefinition } from '../definitions/source';
import type { LineSource } from './line';
import { lineSchema, lineSource } from './line';
import type { PictureSource } from './picture';
import { pictureSchema, pictureSource } from './picture';

export type Source = PictureSource | LineSource;

/** Everything a layer can be. To add one: one file, its type above, and one line here. */
export const sources = { picture: pictureSource, line: lineSource } as const;

export const sourceSchema = v.variant(
  'kind',
  [pictureSchema, lineSchema],
  `There is no such source; there are ${Object.keys(sources).join(', ')}.`,
);

/** The definition behind a source. */
export const definitionOf = <S extends Source>(source: S): SourceDefinition<S> =>
  sources[source.kind] as unknown as SourceDefinition<S>;
