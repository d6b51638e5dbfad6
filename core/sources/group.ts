import * as v from 'valibot';
import type { Parameters } from '../definitions/parameter';
import { parameterSchema } from '../definitions/parameter-schema';
import type { SourceDefinition } from '../definitions/source';
import { unwritten } from '../pixels/buffer';
import { EMPTY } from '../pixels/region';

/** What can be set on a group. */
export const groupParameters = {
  lands: {
    kind: 'choice',
    label: 'Lands',
    help: 'Through: its layers land one by one on what lies beneath. As one: they are put together first.',
    options: [
      { value: 'through', label: 'Through' },
      { value: 'one', label: 'As one' },
    ],
    default: 'through',
  },
} as const satisfies Parameters;

export const groupSchema = v.strictObject({
  kind: v.literal('group'),
  lands: parameterSchema(groupParameters.lands) as v.GenericSchema<'through' | 'one'>,
});

export type GroupSource = v.InferOutput<typeof groupSchema>;

/** A group has no pixels of its own: the renderer puts its layers together. */
export const groupSource: SourceDefinition<GroupSource> = {
  kind: 'group',
  label: 'Group',
  help: 'Layers that are placed, masked and blended together.',
  schema: groupSchema,
  shaped: true,
  landsThrough: ({ lands }) => lands === 'through',
  box: () => null,
  extent: () => EMPTY,
  assets: () => [],
  render: () => unwritten(EMPTY, 4),
};
