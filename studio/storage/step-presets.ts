import * as v from 'valibot';
import { defaultsOf } from '@ignis/core/definitions/parameter-values';
import { newId } from '@ignis/core/scene/model/new-id';
import type { Step } from '@ignis/core/scene/model/schema';
import { stepSchema } from '@ignis/core/scene/model/schema';
import { stepOfKind } from '@ignis/core/steps/index';
import { bookRecords } from './book-records';
import { database } from './connection';
import type { PresetRecord } from './database';

/** Presets of steps: their values, saved by name. */
const records = bookRecords(() => database.presets);

export const removePreset = records.remove;

/** Whether the values of a record are such as a step of its kind can have; an older program may have written others. */
const isWhole = ({ kind, values }: PresetRecord): boolean => {
  const all = { ...defaultsOf(stepOfKind(kind).parameters), ...values };
  return v.is(stepSchema, { id: 'preset', kind, enabled: true, values: all });
};

/** The presets of a kind of steps, the last saved first. */
export const listPresets = async (kind: string): Promise<PresetRecord[]> =>
  (await records.list()).filter((r) => r.kind === kind && isWhole(r));

/** Saves values under a name: those of that name before are replaced. */
export async function savePreset(
  kind: string,
  name: string,
  values: Step['values'],
): Promise<void> {
  const before = (await listPresets(kind)).find((r) => r.name === name);
  await records.put({ id: before?.id ?? newId(), kind, name, values, kept: Date.now() });
}
