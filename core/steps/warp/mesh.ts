import { defineStep } from '../../definitions/step';
import { marginFor } from '../../geometry/rubber-sheet';
import { throughSheet } from '../../kernels/rubber-sheet';
import { isFlat, reachOfMesh, sheetOfMesh } from './mesh-points';

/** A layer bent by a mesh of points. */
export const mesh = defineStep({
  kind: 'warp.mesh',
  label: 'Mesh',
  help: 'The layer is bent by a mesh of points, each of which is dragged by itself.',
  parameters: {
    mesh: {
      kind: 'mesh',
      label: 'Points',
      help: 'The points of the net that was dragged.',
      default: null,
    },
  },
  margin: ({ mesh }, _scale, own) => (mesh ? marginFor(reachOfMesh(mesh) * own) : 0),
  seesPlace: true,
  apply: (input, { mesh }, { wanted, map }) =>
    throughSheet(input, mesh && !isFlat(mesh) ? sheetOfMesh(mesh) : null, map, wanted),
});
