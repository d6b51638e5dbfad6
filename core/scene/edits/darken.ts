import type { Edit } from './edit';
import { standingOf } from './layer-edits';
import { newGrade, newMask, newPart, newStep } from '../model/make';
import type { Layer, Scene } from '../model/schema';
import { everyLayer } from '../model/schema';
import { emitsLight } from '../model/traits';

/** Night for a scene that is lit by lamps. */

/** How far the dark keeps away from lights, a share of the scene's longer side. */
const AWAY = 1 / 14;
/** At most so many lights keep it away. */
const MAX_LIGHTS = 12;

/** The lights of a scene: lines that are shown, in groups too. */
export const lightsOf = (scene: Scene): Layer[] =>
  everyLayer(scene.layers)
    .filter((l) => l.visible && emitsLight(l))
    .slice(0, MAX_LIGHTS);

/**
 * Darkens what lies beneath the lights of a scene: a grade (of an id) that lowers exposure and cools what is
 * dark, and keeps away from the lights by its mask, which follows them. It stands behind the backmost light; in
 * front of all if there is none.
 */
export const darken =
  (id: string): Edit =>
  (s) => {
    const lights = lightsOf(s as Scene);
    const [exposure, cool] = [newStep('grade.light'), newStep('grade.tint')];
    Object.assign(exposure.values, { exposure: -1.4, contrast: 6 });
    Object.assign(cool.values, { colour: '#27407c', amount: 26, keepLight: true });
    const side = Math.max(s.width, s.height);
    const parts = lights.map((l) =>
      newPart({ kind: 'layer', of: l.id, what: 'coverage' }, 'subtract'),
    );
    const mask = { ...newMask(), parts, feather: Math.round(side * AWAY), moves: false };
    const grade: Layer = {
      ...newGrade('Dark', [exposure, cool]),
      ...{ id, mask: lights.length > 0 ? mask : null },
    };
    // Where the backmost light stands, or the group that it stands in.
    const first = lights[0];
    const at = first ? outermost(s as Scene, first.id) : s.layers.length;
    s.layers.splice(at, 0, grade);
  };

/** Where in the scene's own list a layer stands, or the group that holds it. */
function outermost(scene: Scene, id: string): number {
  let standing = standingOf(scene, id);
  while (standing.group) standing = standingOf(scene, standing.group.id);
  return standing.index;
}
