import { toast } from 'sonner';
import type { Path } from '@ignis/core/geometry/path';
import { mapPath } from '@ignis/core/geometry/path';
import type { Point } from '@ignis/core/geometry/affine';
import { invert } from '@ignis/core/geometry/affine';
import { setStep } from '@ignis/core/scene/edits/layer-edits';
import type { Mesh, ReshapedRegion } from '@ignis/core/definitions/warps';
import { ownBox } from '@ignis/core/scene/bound/bind';
import { mapOf, placed } from '@ignis/core/scene/arrange/placement';
import type { Layer, Step } from '@ignis/core/scene/model/schema';
import {
  addRegion,
  boxOfPath,
  layMesh,
  meshOf,
  movedPoints,
  newMesh,
  newRegion,
  newReshape,
  regionsOf,
  removeRegion,
  reshapeOf,
  setRegion,
} from '@ignis/core/scene/edits/warp-edits';
import { useBench } from '../../../state/bench';
import type { PartTool } from '../../../state/reshaping';
import { useReshaping } from '../../../state/reshaping';
import { maskPaths } from '../../../workers/questions';
import { Hint, Small, Way } from '../../stage/bar';
import { isLine } from '@ignis/core/scene/model/traits';
import { tellFailure } from '../../../state/failure';
import { plural, t } from '../../../words/t';

const TOOLS: readonly { tool: PartTool; label: string }[] = [
  { tool: 'lasso', label: t`Lasso` },
  { tool: 'box', label: t`Box` },
  { tool: 'oval', label: t`Oval` },
];

/** What the stage reshapes by: the mesh, if that is open; parts otherwise. */
export function warpOf(layer: Layer, open: string | null): { step?: Step; isMesh: boolean } {
  const mesh = meshOf(layer, open);
  const reshape = reshapeOf(layer, open);
  const isMesh = !!mesh && (mesh.id === open || !reshape) && reshape?.id !== open;
  const step = isMesh ? mesh : reshape;
  return { ...(step && { step }), isMesh };
}

/** Whether the stage offers to reshape a layer: a line, which has ways enough to be bent, when such a step is open. */
export function canReshape(layer: Layer, open: string | null): boolean {
  if (!isLine(layer)) return true;
  const { step } = warpOf(layer, open);
  return !!step && step.id === open;
}

/** The part of a layer that is worked on. */
export const chosenPart = (step: Step | undefined, part: string | null) =>
  regionsOf(step).find((r) => r.id === part);

/** A new part of a layer: what a path of its own px goes round. */
export function addPart(layer: Layer, path: Path): void {
  const { change, set, step: open } = useBench.getState();
  const own = reshapeOf(layer, open);
  const region = newRegion(path);
  const step = own ?? newReshape();
  try {
    change(t`Choose a part to reshape`, addRegion(layer.id, step, region));
  } catch (error) {
    tellFailure(t`No more parts`, error);
    return;
  }
  set({ step: step.id });
  useReshaping.setState({ part: region.id });
}

/** Changes of the chosen part; the layer stays as it is if there is none. */
export function changePart(layer: Layer, label: string, values: Partial<ReshapedRegion>): void {
  const { step: open, change } = useBench.getState();
  const own = reshapeOf(layer, open);
  const part = chosenPart(own, useReshaping.getState().part);
  if (own && part) change(label, setRegion(layer.id, own.id, part.id, values));
}

/** Takes the chosen part out; whether there was one. */
export function removeChosenPart(layer: Layer): boolean {
  const { step: open, change } = useBench.getState();
  const own = reshapeOf(layer, open);
  const part = chosenPart(own, useReshaping.getState().part);
  if (!own || !part) return false;
  change(t`Remove a part`, removeRegion(layer.id, own.id, part.id));
  useReshaping.setState({ part: null });
  return true;
}

/** Moves what is chosen of a layer's parts or mesh, px of the layer; whether there was anything. */
export function nudgeReshaped(layer: Layer, by: Point): boolean {
  const { step: open, change } = useBench.getState();
  const { part, points } = useReshaping.getState();
  const { step, isMesh } = warpOf(layer, open);
  if (!step) return false;
  if (isMesh) {
    if (points.length === 0) return false;
    const values = { mesh: movedPoints(step.values.mesh as Mesh, points, by) };
    change(t`Nudge points of the mesh`, setStep(layer.id, step.id, { values }));
    return true;
  }
  const chosen = chosenPart(step, part);
  if (!chosen) return false;
  const to = { ...chosen.to, x: chosen.to.x + by.x, y: chosen.to.y + by.y };
  change(t`Nudge a part`, setRegion(layer.id, step.id, chosen.id, { to }));
  return true;
}

/** A part of what is selected, by the largest of the lines that go round it. */
async function partFromSelection(layer: Layer): Promise<void> {
  const { scene } = useBench.getState();
  const paths = await maskPaths(scene, 'selection').catch((error: unknown) => {
    tellFailure(t`The part could not be taken from the selection`, error);
    return null;
  });
  if (!paths) return;
  const back = invert(mapOf(scene.layers, layer));
  const area = (path: Path) => {
    const { x0, y0, x1, y1 } = boxOfPath(path);
    return (x1 - x0) * (y1 - y0);
  };
  const largest = [...paths].sort((a, b) => area(b) - area(a))[0];
  if (!largest || !back) return void toast.info(t`Nothing is selected that could be reshaped`);
  addPart(layer, mapPath(back, largest));
}

/** Points of a new mesh on a side. */
const POINTS = 4;

/** A mesh over all of a layer, chosen to be worked on. */
function lay(layer: Layer): void {
  const { scene, change, set } = useBench.getState();
  const own = ownBox(scene, layer);
  const box = own ?? { x0: 0, y0: 0, x1: scene.width, y1: scene.height };
  // What has no height or width gets some, so that there is something to bend.
  const { x0, y0 } = box;
  const whole = { x0, y0, x1: Math.max(box.x1, x0 + 1), y1: Math.max(box.y1, y0 + 1) };
  const step = newMesh();
  change(t`Lay a mesh`, layMesh(layer.id, step, whole, POINTS, POINTS));
  set({ step: step.id });
  useReshaping.setState({ points: [] });
}

/** With what a layer is reshaped: parts and their border, or a mesh. */
export function ReshapeTools({ layer }: { layer: Layer }) {
  const open = useBench((s) => s.step);
  const selected = useBench((s) => s.scene.selection !== null);
  const { tool, part, points } = useReshaping();
  const { step, isMesh } = warpOf(layer, open);
  const { set } = useBench.getState();
  const mesh = meshOf(layer, open);
  const reshape = reshapeOf(layer, open);
  if (isMesh)
    return (
      <>
        <Hint>
          {points.length > 0
            ? t`${plural(points.length, 'One point', '# points')} chosen: drag, or use the arrows`
            : t`Drag a point; Shift chooses more, a drag beside them chooses many`}
        </Hint>
        <Small label={t`Parts instead`} onClick={() => set({ step: reshape?.id ?? null })} />
      </>
    );
  const chosen = chosenPart(step, part);
  return (
    <>
      {TOOLS.map(({ tool: t, label }) => (
        <Way
          key={t}
          on={tool === t}
          label={label}
          onClick={() => useReshaping.setState({ tool: t })}
        />
      ))}
      {selected && (
        <Small label={t`From the selection`} onClick={() => void partFromSelection(layer)} />
      )}
      {chosen ? (
        <>
          <Hint>{t`Drag the part, its handles or its knob; Alt drags the pivot`}</Hint>
          <Small
            label={t`Put back`}
            onClick={() =>
              changePart(layer, t`Put a part back`, {
                to: placed({ x: chosen.to.pivotX, y: chosen.to.pivotY }),
              })
            }
          />
          <Small label={t`Remove`} onClick={() => removeChosenPart(layer)} />
        </>
      ) : (
        <Hint>{t`Draw round the part that you want to move`}</Hint>
      )}
      {!chosen && (
        <Small
          label={mesh ? t`The mesh` : t`Lay a mesh`}
          onClick={() => (mesh ? set({ step: mesh.id }) : lay(layer))}
        />
      )}
    </>
  );
}
