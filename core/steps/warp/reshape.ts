import { defineStep } from '../../definitions/step';
import { marginFor } from '../../geometry/rubber-sheet';
import { throughSheet } from '../../kernels/rubber-sheet';
import { reachOfRegions, sheetOfRegions } from './regions';

/** Parts of a layer moved, scaled, turned and sheared by themselves; what lies round them gives. */
export const reshape = defineStep({
  kind: 'warp.reshape',
  label: 'Reshape',
  help: 'Chosen parts are moved, scaled, turned or sheared by themselves, and what lies round them gives.',
  parameters: {
    regions: {
      kind: 'regions',
      label: 'Parts',
      help: 'The parts that are moved and turned, each with what goes along with it.',
      default: [],
    },
  },
  margin: ({ regions }, _scale, own) => marginFor(reachOfRegions(regions) * own),
  seesPlace: true,
  apply: (input, { regions }, { wanted, map }) =>
    throughSheet(input, regions.length > 0 ? sheetOfRegions(regions) : null, map, wanted),
});
