import * as v from 'valibot';
import type { SourceDefinition } from '../definitions/source';
import { unwritten } from '../pixels/buffer';
import { EMPTY } from '../pixels/region';

export const groupSchema = v.strictObject({
  kind: v.literal('group'),
  /**
   * `through`: its layers land one by one on what lies beneath. `one`: they are put together first,
   * and land as one.
   */
  lands: v.picklist(['through', 'one'], 'A group lands "through" or as "one".'),
});

export type GroupSource = v.InferOutput<typeof groupSchema>;

/** A group has no pixels of its own: the renderer puts its layers together. */
export const groupSource: SourceDefinition<GroupSource> = {
  kind: 'group',
  label: 'Group',
  help: 'Layers that are placed, masked and blended together.',
  schema: groupSchema,
  box: () => null,
  assets: () => [],
  render: () => unwritten(EMPTY, 4),
};
