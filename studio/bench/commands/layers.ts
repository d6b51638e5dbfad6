import { announce } from '../../state/announcement';
import type { ShapeDefinition } from '@ignis/core/definitions/shape';
import { fitted as fittedPlace } from '@ignis/core/scene/arrange/placement';
import { likelySubject } from '@ignis/core/scene/arrange/subjects';
import { darken } from '@ignis/core/scene/edits/darken';
import type { Emitter } from '@ignis/core/scene/edits/emitter-edits';
import { riseBeside, setEmitter, setEmitterLayer } from '@ignis/core/scene/edits/emitter-edits';
import {
  addInFront,
  duplicateLayer,
  findLayer,
  groupLayers,
  moveLayer,
  removeLayer,
  standingOf,
} from '@ignis/core/scene/edits/layer-edits';
import { strokesAlong } from '@ignis/core/scene/edits/stroke-lines';
import { reflect } from '@ignis/core/scene/edits/reflection-edits';
import { castShadowOf, spillOn } from '@ignis/core/scene/edits/spill-edits';
import {
  FIRST_LIGHT,
  newEcho,
  newFill,
  newGrade,
  newGroup,
  newLineOf,
  newHaze,
  newPaint,
  newSmoke,
  newShape,
  newStep,
} from '@ignis/core/scene/model/make';
import { newId } from '@ignis/core/scene/model/new-id';
import type { Layer } from '@ignis/core/scene/model/schema';
import { isFlare, isShaped } from '@ignis/core/scene/model/traits';
import type { StartingPoint } from '@ignis/core/scene/starting-points/index';
import { started } from '@ignis/core/scene/starting-points/index';
import { tubePasses } from '@ignis/core/sources/pass';
import { toast } from 'sonner';
import { useBench } from '../../state/bench';
import { paintBrush, usePaint } from '../../state/paint';
import { middleOfView } from './view';
import { t } from '../../words/t';

/** What is done with whole layers, by key, menu or button. */

const bench = useBench.getState;

/** A live copy of a layer, in front of it. */
export function echo(layer: Layer): void {
  const { scene, change, select } = bench();
  const made = newEcho(layer, Math.round(Math.max(scene.width, scene.height) / 40));
  change(t`Echo`, addInFront([made], layer.id, false));
  select(made.id);
}

/** Darkens the scene away from its lights. */
export function darkenScene(): void {
  const id = newId();
  bench().change(t`Darken the scene`, darken(id));
  bench().select(id);
}

/** Lets what is too bright anywhere in the scene scatter. */
export function glareScene(): void {
  const made = newGrade(t`Glare`, [newStep('light.glare')]);
  bench().change(t`Glare over the scene`, addInFront([made], null, false));
  bench().select(made.id);
}

/** Lets the light of a layer fall on what it is most likely meant for. */
export function spill(layer: Layer): void {
  const { scene, change, select } = bench();
  const target = likelySubject(scene, layer.id);
  if (!target) {
    toast.error('There is nothing for the light to fall on', {
      description: t`Bring in a picture that does not fill the scene, or a text.`,
    });
    return;
  }
  const id = newId();
  change(t`Spill on ${target.name}`, spillOn(layer, target.id, id));
  select(id);
}

/** Lets a layer cast a shadow on a floor, beneath it. */
export function castShadow(layer: Layer): void {
  const id = newId();
  bench().change(t`Shadow of ${layer.name}`, castShadowOf(layer, id));
  bench().select(id);
  bench().set({ mode: 'style' });
}

/** Mirrors a layer on a floor, beneath it; null mirrors all lights. */
export function mirror(layer: Layer | null): void {
  const id = newId();
  bench().change(
    layer ? t`Reflection of ${layer.name}` : t`Reflection of all lights`,
    reflect(layer, id),
  );
  bench().select(id);
  bench().set({ mode: 'style' });
}

/** Casts the shadow of the selected layer, or of the likeliest subject if that has no shape. */
export function castChosenShadow(): void {
  const { scene, selected } = bench();
  const own = findLayer(scene, selected);
  const subject =
    own && isShaped(own)
      ? own
      : (likelySubject(scene, selected ?? '') ?? scene.layers.findLast(isShaped));
  if (subject) castShadow(subject);
  else
    toast.error('There is nothing to cast a shadow', {
      description: t`Bring in a picture, or write a text: its shape casts the shadow.`,
    });
}

export function remove(layer: Layer): void {
  const { scene, change, select } = bench();
  const { list, index, group } = standingOf(scene, layer.id);
  change(t`Delete ${layer.name}`, removeLayer(layer.id));
  select((list[index - 1] ?? list[index + 1] ?? group)?.id ?? null);
}

export function duplicate(layer: Layer): void {
  const id = newId();
  bench().change(t`Duplicate ${layer.name}`, duplicateLayer(layer.id, id));
  bench().select(id);
}

/** Carries a layer one place towards the front (1) or the back (−1); past the end of a group, out of it. */
export function carry(layer: Layer, by: 1 | -1): void {
  const { scene, change } = bench();
  const { list, index, group } = standingOf(scene, layer.id);
  const to = index + by;
  const label = by > 0 ? t`Carry forward` : t`Carry back`;
  if (to >= 0 && to < list.length) {
    change(label, moveLayer(layer.id, to, group?.id ?? null));
    announce(t`${layer.name}, now ${to + 1} of ${list.length} from the back`);
  } else if (group) {
    const around = standingOf(scene, group.id);
    change(
      t`${label}, out of ${group.name}`,
      moveLayer(layer.id, around.index + (by > 0 ? 1 : 0), around.group?.id ?? null),
    );
    announce(t`${layer.name}, now out of ${group.name}`);
  }
}

/** Puts a layer into a group of its own, for others to be dropped on. */
export function group(layer: Layer): void {
  const { change, select } = bench();
  const made = newGroup(t`Group`, [], 'through');
  change(t`Group ${layer.name}`, groupLayers([layer.id], made));
  select(made.id);
}

/** Puts a new layer in front of the selected one, or at the very front. */
function add(layer: Layer): void {
  const { selected, change, select } = bench();
  change(t`Add ${layer.name}`, addInFront([layer], selected, false));
  select(layer.id);
}

/** A layer of paint, to be painted on at once. */
export function addPaint(): void {
  add(newPaint(t`Paint`));
  bench().set({ mode: 'paint' });
}

/** A layer of paint that shows only where a layer does, in front of all that is clipped to that already. */
export function paintOver(layer: Layer): void {
  const { change, select, set } = bench();
  const made = { ...newPaint(t`Paint on ${layer.name}`), clip: true };
  change(t`Paint over ${layer.name}`, addInFront([made], layer.id, false));
  select(made.id);
  set({ mode: 'paint' });
}

/** Smoke, or air that bends what lies behind it, from what a fire burns from. */
export function riseFrom(fire: Layer, what: 'smoke' | 'haze'): void {
  const isSmoke = what === 'smoke';
  const made = isSmoke ? newSmoke(t`Smoke`) : newHaze(t`Heat haze`);
  const word = isSmoke ? t`Let ${fire.name} smoke` : t`Bend the air over ${fire.name}`;
  bench().change(word, riseBeside(fire.id, made, isSmoke ? 1.8 : 1.4));
  bench().select(made.id);
}

/** A layer of paint, itself not seen, on whose strokes something begins. */
export function paintBeginnings({ id, name }: Emitter): void {
  const { change, select, set } = bench();
  const made = { ...newPaint(t`Beginnings of ${name}`), opacity: 0 };
  change(t`Paint the beginnings of ${name}`, (s) => {
    addInFront([made], id, false)(s);
    setEmitterLayer(id, made.id)(s);
    setEmitter(id, { from: 'area' })(s);
  });
  select(made.id);
  set({ mode: 'paint' });
}

/** Paint along a line, by the brush as it is set, in front of it. */
export function paintAlong(line: Layer): void {
  const { change, select } = bench();
  const made = strokesAlong(line, paintBrush(), usePaint.getState().colour);
  change(t`Paint along the line`, addInFront([made], line.id, false));
  select(made.id);
}

export const addFill = (): void => add(newFill(t`Fill`, '#233a66'));

export const addGrade = (): void => add(newGrade(t`Grade`, [newStep('grade.light')]));

/** Puts a layer that is made round (0, 0) in front of all groups that the selected one stands in. */
function addInView(layer: Layer): void {
  const { selected, change, select } = bench();
  change(t`Add ${layer.name}`, addInFront([layer], selected, true));
  select(layer.id);
  // A flare is laid by the two ends of its axis.
  bench().set({ mode: isFlare(layer) ? 'style' : 'arrange' });
}

export const addStartingPoint = (point: StartingPoint): void =>
  addInView(started(point, bench().scene, middleOfView()));

/** Adds a ready shape as a tube, small enough for the scene. */
export function addShape({ kind, label }: ShapeDefinition): void {
  const { scene } = bench();
  const width = Math.max(2, Math.round(Math.max(scene.width, scene.height) / 160));
  const line = newLineOf(label, {
    light: FIRST_LIGHT,
    shape: newShape(kind),
    passes: tubePasses(FIRST_LIGHT, width, newId),
  });
  const { x, y } = middleOfView();
  const most = 0.7 * Math.min(scene.width, scene.height);
  line.placement = fittedPlace(line, { x: Math.round(x), y: Math.round(y) }, most);
  addInView(line);
}
