import * as v from 'valibot';
import { HEX } from '../definitions/parameter-schema';
import type { SourceDefinition } from '../definitions/source';
import { unwritten } from '../pixels/buffer';
import { EMPTY } from '../pixels/region';
import { passColours, passesSchema } from './pass';

export const echoSchema = v.strictObject({
  kind: v.literal('echo'),
  /** The id of the layer it follows. */
  of: v.pipe(v.string(), v.minLength(1)),
  /** Passes of its own and the light they are made for, where it follows a line; null: those of the line. */
  own: v.nullable(
    v.strictObject({
      light: v.pipe(v.string(), v.regex(HEX, 'The light colour must be written #rrggbb.')),
      passes: passesSchema,
    }),
  ),
});

export type EchoSource = v.InferOutput<typeof echoSchema>;

/** A live copy of a layer. It is drawn as its original (scene/bound/bind.ts): by itself it draws nothing. */
export const echoSource: SourceDefinition<EchoSource> = {
  kind: 'echo',
  label: 'Echo',
  help: 'A live copy that follows its original, with its own place, passes, steps and blend.',
  schema: echoSchema,
  shaped: true,
  reference: {
    as: 'copy',
    to: ({ of }) => of,
    rename: (source, id) => {
      source.of = id;
    },
    copied: ({ own }, original) =>
      original.kind === 'line' && own ? { ...original, ...own } : original,
  },
  colours: ({ own }) => own && passColours(own.passes),
  box: () => null,
  extent: () => EMPTY,
  assets: () => [],
  render: () => unwritten(EMPTY, 4),
};
