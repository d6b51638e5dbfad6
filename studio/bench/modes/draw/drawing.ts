import { appendAnchor, holdAngle } from '@ignis/core/geometry/edit-path';
import type { Point } from '@ignis/core/geometry/affine';
import type { Sample } from '@ignis/core/geometry/freehand';
import { freehandPath } from '@ignis/core/geometry/freehand';
import type { Anchor, Path } from '@ignis/core/geometry/path';
import { corner, smooth } from '@ignis/core/geometry/path';
import { edit } from '@ignis/core/scene/edits/edit';
import { addInFront, findLayer } from '@ignis/core/scene/edits/layer-edits';
import { closeLine, setPath } from '@ignis/core/scene/edits/line-edits';
import { newLine } from '@ignis/core/scene/model/make';
import type { Scene } from '@ignis/core/scene/model/schema';
import { everyLayer } from '@ignis/core/scene/model/schema';
import { pathsOf } from '@ignis/core/sources/line-shape';
import { useBench } from '../../../state/bench';
import type { LayerOf } from '@ignis/core/scene/model/traits';
import { isLine } from '@ignis/core/scene/model/traits';
import { t } from '../../../words/t';

/** Drawing a line of light, one anchor at a time; each anchor is one step of undo. */

/** The path drawn so far; null before the first anchor. */
export function drawnPath(): Path | null {
  const { scene, drawn } = useBench.getState();
  const layer = findLayer(scene, drawn);
  return layer && isLine(layer) ? (pathsOf(layer.source.shape)[0] ?? null) : null;
}

/** Gets the stage ready for a new line. */
export function startDrawing(): void {
  useBench.getState().drop();
  useBench.getState().set({ mode: 'draw', drawn: null, anchors: [], ghost: null });
}

/** The pointer's place, snapped to 15° from the last anchor if asked. */
export function drawingPoint(p: Point, hold: boolean): Point {
  const last = drawnPath()?.anchors.at(-1);
  return hold && last ? holdAngle(last, p) : p;
}

/** Sets an anchor; with a handle it is smooth. Called again while the handle is pulled. */
export function putAnchor(at: Point, handle: Point | null): void {
  const { gesture, scene, drag, drawn, selected, set } = useBench.getState();
  const anchor = handle ? smooth(at.x, at.y, handle.x, handle.y) : corner(at.x, at.y);
  const base = gesture?.base ?? scene;
  const layer = findLayer(base, drawn);
  if (layer && isLine(layer)) {
    const path = pathsOf(layer.source.shape)[0]!;
    drag(t`Add an anchor`, setPath(layer.id, appendAnchor(path, anchor)));
    return;
  }
  const line = freshLine(base, drawn, anchor);
  // Within a group that may be placed elsewhere, what is drawn would not lie under the pointer.
  drag(t`Begin a line of light`, addInFront([line], selected, true));
  set({ drawn: line.id });
}

let begun: LayerOf<'line'> | null = null;
/** The new line, with the same ids for as long as its first anchor is being pulled. */
function freshLine(scene: Scene, drawn: string | null, anchor: Anchor): LayerOf<'line'> {
  const path = { closed: false, anchors: [anchor] };
  if (begun && begun.id === drawn)
    return { ...begun, source: { ...begun.source, shape: { kind: 'path', paths: [path] } } };
  const lines = everyLayer(scene.layers).filter(isLine).length;
  begun = newLine(
    t`Line ${lines + 1}`,
    path,
    undefined,
    Math.max(2, Math.round(Math.max(scene.width, scene.height) / 140)),
  );
  return begun;
}

/** A line drawn by hand so far; it is closed where the hand comes within `closing` scene px of its start. */
export function putStroke(samples: readonly Sample[], closing: number): void {
  const { gesture, scene, drag, drawn, selected, set, fidelity, view } = useBench.getState();
  const path = freehandPath(samples, fidelity / view.zoom, closing);
  const first = path.anchors[0];
  if (!first) return;
  const line = freshLine(gesture?.base ?? scene, drawn, first);
  const whole = {
    ...line,
    source: { ...line.source, shape: { kind: 'path' as const, paths: [path] } },
  };
  drag(t`Draw a line of light`, addInFront([whole], selected, true));
  set({ drawn: line.id });
}

/** Lights the segment that would follow, up to the pointer. */
export function suggest(p: Point): void {
  const { scene, drawn, set } = useBench.getState();
  const path = drawnPath();
  if (!path || !drawn || path.anchors.length === 0) return;
  set({ ghost: edit(scene, '', setPath(drawn, appendAnchor(path, corner(p.x, p.y)))).scene });
}

/** Closes the line and ends drawing. With a handle, the first anchor becomes smooth. */
export function closeDrawing(handle: Point | null): void {
  const { drag, drawn } = useBench.getState();
  const path = drawnPath();
  if (!drawn || !path) return;
  drag(t`Close the line`, (draft) => {
    if (handle) {
      const [first, ...rest] = path.anchors;
      setPath(drawn, {
        ...path,
        anchors: [smooth(first!.x, first!.y, handle.x, handle.y), ...rest],
      })(draft);
    }
    closeLine(drawn)(draft);
  });
}

/** Ends drawing: the line stays as it is. A line of one anchor is taken back. */
export function endDrawing(): void {
  const { drop, undo, set } = useBench.getState();
  drop();
  const path = drawnPath();
  if (path && path.anchors.length < 2) undo();
  const { drawn, selected, scene } = useBench.getState();
  const id = drawn ?? selected;
  useBench.setState({ selected: id });
  const layer = findLayer(scene, id);
  set({
    mode: layer && isLine(layer) ? 'anchors' : 'arrange',
    drawn: null,
    ghost: null,
    anchors: [],
  });
}
