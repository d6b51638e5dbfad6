import type { Affine } from '@ignis/core/geometry/affine';
import { multiply } from '@ignis/core/geometry/affine';
import { strandsData } from '@ignis/core/geometry/path-data';
import { placementMap } from '@ignis/core/definitions/placement';
import type { Placement } from '@ignis/core/definitions/placement';
import type { LineSource } from '@ignis/core/sources/line-source';
import { drawnStrands } from '@ignis/core/sources/line-shape';
import type { View } from '../../state/bench';

/** From a layer's own px to CSS px of the stage; `around` is the map of the groups it stands in. */
export const toStage = (view: View, around: Affine, placement: Placement): Affine =>
  multiply(multiply([view.zoom, 0, 0, view.zoom, view.x, view.y], around), placementMap(placement));

/** A line after its modifiers as SVG path data under a map. */
export const lineData = (map: Affine, line: LineSource): string =>
  strandsData(drawnStrands(line, map, { tolerance: 0.3, turn: Infinity }));
