import {
  burning,
  emberEdge,
  halfBroken,
  lanternPaper,
  molten,
  neon,
  tubeScript,
} from './neon-and-fire';
import { boiledSweet, ice, seaGlass, stainedGlass, wetLacquer } from './glass-and-ice';
import { brushedSteel, carvedStone, goldLeaf, strippedPaint } from './metal-and-stone';
import { ghost, hologram } from './apparitions';
import type { Recipe } from './recipe';

/** The recipes that ship, made for capitals 140 px high, in the order of the book. */
export const shippedRecipes: readonly Recipe[] = [
  neon,
  halfBroken,
  tubeScript,
  burning,
  emberEdge,
  molten,
  lanternPaper,
  seaGlass,
  ice,
  boiledSweet,
  wetLacquer,
  stainedGlass,
  goldLeaf,
  brushedSteel,
  carvedStone,
  strippedPaint,
  hologram,
  ghost,
];
