import type { MarkColour, MarkNames } from '../model/marks';
import { everyLayer } from '../model/schema';
import type { Edit } from './edit';

/** Marks layers with a colour; null takes their mark away. */
export const markLayers =
  (ids: ReadonlySet<string>, colour: MarkColour | null): Edit =>
  (s) => {
    for (const layer of everyLayer(s.layers)) {
      if (!ids.has(layer.id)) continue;
      if (colour === null) delete layer.mark;
      else layer.mark = colour;
    }
  };

/** Names a mark of the scene; without a name it has its colour's. */
export const nameMark =
  (colour: MarkColour, name: string): Edit =>
  (s) => {
    const all: MarkNames = { ...s.markNames, [colour]: name.trim() };
    const names = Object.fromEntries(Object.entries(all).filter(([, n]) => n !== ''));
    if (Object.keys(names).length === 0) delete s.markNames;
    else s.markNames = names as NonNullable<typeof s.markNames>;
  };
