import { emits } from '../../steps/index';
import { definitionOf } from '../../sources/index';
import type { MarkColour } from '../model/marks';
import type { Layer } from '../model/schema';
import { emitsLight, grades } from '../model/traits';

/** Layers that are looked for, by what they are and by name. */

/** What a search of layers asks for: all of it at once. */
export interface Sought {
  /** Letters of the name, in any case; empty for any. */
  name: string;
  /** Only of these sorts; empty for all. */
  sorts: readonly Sort[];
  /** Only with one of these marks; empty for any or none. */
  marks: readonly MarkColour[];
}

const SORTS = {
  lights: (l: Layer) => emitsLight(l) || l.steps.some((s) => s.enabled && emits(s.kind)),
  subjects: (l: Layer) => (definitionOf(l.source).subject ?? 0) > 0,
  grades: (l: Layer) => grades(l),
  masked: (l: Layer) => l.mask !== null || l.clip,
  hidden: (l: Layer) => !l.visible,
} satisfies Record<string, (layer: Layer) => boolean>;

/** What a layer can be: light, something that light goes round, a grade, cut by a mask or a clip, hidden. */
export type Sort = keyof typeof SORTS;
export const sorts = Object.keys(SORTS) as Sort[];

/** Whether a search asks for anything. */
export const isSearch = ({ name, sorts, marks }: Sought): boolean =>
  name.trim() !== '' || sorts.length > 0 || marks.length > 0;

/** The ids of the layers that are found, and of the groups that they stand in; all if nothing is asked for. */
export function foundAmong(layers: readonly Layer[], sought: Sought): ReadonlySet<string> {
  const words = sought.name.trim().toLocaleLowerCase().split(/\s+/);
  const isFound = (l: Layer) =>
    words.every((word) => l.name.toLocaleLowerCase().includes(word)) &&
    sought.sorts.every((sort) => SORTS[sort](l)) &&
    (sought.marks.length === 0 || (l.mark !== undefined && sought.marks.includes(l.mark)));
  const found = new Set<string>();
  const look = (list: readonly Layer[]): boolean =>
    list
      .map((l) => {
        const hasFound = look(l.layers ?? []);
        if (hasFound || isFound(l)) found.add(l.id);
        return found.has(l.id);
      })
      .some(Boolean);
  look(layers);
  return found;
}
