import { writeCube } from '@ignis/core/files/cube-file';
import { FileFault } from '@ignis/core/files/fault';
import type { Layer, Scene } from '@ignis/core/scene/model/schema';
import { gradeTable } from '../workers/questions';
import { t } from '../words/t';

/** Colours to a side of a cube that is saved. */
const SIDE = 33;

/** The grades of a layer as a file of the .cube format. Throws a FileFault if it has none that fit into a table. */
export async function cubeOfGrades(scene: Scene, layer: Layer): Promise<Blob> {
  const cube = await gradeTable(scene, layer.id, SIDE);
  if (!cube)
    throw new FileFault(
      layer.name,
      t`has no grade that works everywhere`,
      t`Add one, such as curves, and let it work everywhere.`,
    );
  return new Blob([writeCube(cube, SIDE, layer.name)], { type: 'text/plain' });
}
