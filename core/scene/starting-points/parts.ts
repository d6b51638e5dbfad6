import type { Anchor } from '../../geometry/path';
import type { LineShape } from '../../sources/line-shape';
import type { Pass } from '../../sources/pass';
import { newPass } from '../../sources/pass';
import { newId } from '../model/new-id';
import type { Layer } from '../model/schema';

/** What starting points are put together from. */

/** Ready-made light: a layer like any other, to go on from. */
export interface StartingPoint {
  /** For keys and addresses. */
  name: string;
  label: string;
  /** One sentence for the palette. */
  help: string;
  /** A layer round (0, 0) for a scene whose longer side is `side` px. */
  make(side: number): Layer;
}

export type PassValues = Partial<Omit<Pass, 'id' | 'name'>>;

/** A pass with an id of its own. */
export const pass = (name: string, values: PassValues): Pass => newPass(newId(), name, values);

/** An open path. */
export const open = (...anchors: Anchor[]): LineShape => ({
  kind: 'path',
  paths: [{ closed: false, anchors }],
});

/** Places as shares of the longer side. */
export const at = (side: number) => (x: number, y: number) => [x * side, y * side] as const;
