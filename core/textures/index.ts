import type { TextureDefinition } from '../definitions/texture';
import { bokeh } from './bokeh';
import { brick } from './brick';
import { brushed } from './brushed';
import { clouds } from './clouds';
import { flakes } from './flakes';
import { halftone } from './halftone';
import { lattice } from './lattice';
import { marble } from './marble';
import { noise } from './noise';
import { panes } from './panes';
import { paper } from './paper';
import { rust } from './rust';
import { scratches } from './scratches';
import { speckle } from './speckle';
import { stars } from './stars';
import { stone } from './stone';
import { water } from './water';
import { wood } from './wood';

/** All textures, in the order of the picker. To add one: one file, and one line here. */
export const textures: readonly TextureDefinition[] = [
  ...[clouds, speckle, noise, paper],
  ...[lattice, brushed, panes, brick],
  ...[stone, marble, wood],
  ...[flakes, rust, scratches],
  ...[water, bokeh, stars],
  halftone,
];

const byKind = new Map(textures.map((t) => [t.kind, t]));

/** The texture of a kind. Throws an Error that lists the kinds there are. */
export function textureOfKind(kind: string): TextureDefinition {
  const found = byKind.get(kind);
  if (!found)
    throw new Error(`There is no texture "${kind}"; there are ${[...byKind.keys()].join(', ')}.`);
  return found;
}
