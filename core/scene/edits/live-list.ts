import type { Value } from '../../definitions/parameter';
import type { Edit } from './edit';
import type { Scene } from '../model/schema';

/** Lists of live operations: what can be done to the steps of a layer and the modifiers of a line alike. */

/** One live operation of a list. */
interface Live {
  id: string;
  enabled: boolean;
  values: Record<string, Value>;
}

/** A whole number brought within 0 and the length of a list. */
export const within = (n: number, length: number): number => Math.max(0, Math.min(length, n));

/** Moves an item of a list to an index of the list without it. */
export function carry<T>(list: T[], from: number, to: number): void {
  const [item] = list.splice(from, 1);
  if (item !== undefined) list.splice(within(to, list.length), 0, item);
}

/** The edits of such a list, which `of` finds in a scene by the id of its layer. */
export const liveListEdits = <T extends Live>(of: (scene: Scene, layer: string) => T[]) => ({
  add:
    (layer: string, item: T): Edit =>
    (s) =>
      void of(s, layer).push(item),
  set:
    (layer: string, id: string, values: Partial<Pick<T, 'enabled' | 'values'>>): Edit =>
    (s) => {
      const item = of(s, layer).find((x) => x.id === id);
      if (!item) return;
      if (values.enabled !== undefined) item.enabled = values.enabled;
      if (values.values) Object.assign(item.values, values.values);
    },
  remove:
    (layer: string, id: string): Edit =>
    (s) => {
      const list = of(s, layer);
      const i = list.findIndex((x) => x.id === id);
      if (i >= 0) list.splice(i, 1);
    },
  move:
    (layer: string, id: string, index: number): Edit =>
    (s) => {
      const list = of(s, layer);
      const i = list.findIndex((x) => x.id === id);
      if (i >= 0) carry(list, i, index);
    },
});
