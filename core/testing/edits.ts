/** Made-up edits for tests: each kind that the bench makes, with values that no slider would let through. */
import { paintBrushParameters } from '../brush/paint-brush';
import type { BrushStroke } from '../brush/stroke';
import { defaultsOf } from '../definitions/parameter-values';
import {
  newEcho,
  newFill,
  newGroup,
  newMask,
  newModifier,
  newPaint,
  newPart,
  newStep,
  newTextLayer,
} from '../scene/model/make';
import { newId } from '../scene/model/new-id';
import { colourLayer } from '../scene/edits/palette';
import { putCrossings, setCrossings } from '../scene/edits/crossing-edits';
import { darken } from '../scene/edits/darken';
import { putStroke } from '../scene/edits/stroke-edits';
import type { Edit } from '../scene/edits/edit';
import * as layers from '../scene/edits/layer-edits';
import * as lines from '../scene/edits/line-edits';
import * as masks from '../scene/edits/mask-edits';
import * as selections from '../scene/edits/selection-edits';
import { castShadowOf, spillOn } from '../scene/edits/spill-edits';
import { changeText, putAlong } from '../scene/edits/text-edits';
import * as weaves from '../scene/edits/weave-edits';
import { layMesh, newMesh } from '../scene/edits/warp-edits';
import * as arrange from '../scene/arrange/arrange';
import { modifiers } from '../modifiers/index';
import { newPass } from '../sources/pass';
import type { Layer, Scene } from '../scene/model/schema';
import { everyLayer } from '../scene/model/schema';
import { isLine, isText } from '../scene/model/traits';
import { steps } from '../steps/index';

/** Where made-up values come from. */
export interface Wild {
  /** Any number, infinite ones and none at all too. */
  number(): number;
  text(): string;
  /** A whole number below `n`. */
  below(n: number): number;
}

const stroke = (w: Wild): BrushStroke => ({
  ...{ hides: w.below(2) === 0, size: w.number(), hardness: w.number() },
  ...{ flow: w.number(), opacity: w.number() },
  points: [w.number(), w.number(), 1, w.number(), w.number(), 0.5],
});

type Make = (scene: Scene, layer: Layer, w: Wild) => Edit | null;
const ofLine =
  (make: (id: string, w: Wild, layer: Layer) => Edit): Make =>
  (_s, layer, w) =>
    isLine(layer) ? make(layer.id, w, layer) : null;
const pick = <T>(list: readonly T[], w: Wild): T => list[w.below(list.length)]!;

/** The kinds of edits, by names. */
export const EDITS: Readonly<Record<string, Make>> = {
  'name the scene': (_s, _l, w) => layers.setScene({ name: w.text() }),
  'put a guide': (_s, _l, w) => layers.putGuide({ id: newId(), axis: 'x', at: w.number() }),
  'guides through the middle': () => layers.centreGuides,
  'set the end': (_s, _l, w) => layers.setEnd({ exposure: w.number(), knee: w.number() }),
  'set the lamp': (_s, _l, w) => layers.setLamp({ angle: w.number(), height: w.number() }),
  'add a fill': (_s, l, w) => layers.addInFront([newFill(w.text(), '#102030')], l.id, false),
  'add letters': (_s, l, w) =>
    layers.addInFront([newTextLayer(w.text(), { size: w.number() })], l.id, true),
  'add paint': (_s, l, w) => (s) => {
    const paint = newPaint(w.text());
    layers.addInFront([paint], l.id, false)(s);
    putStroke(
      { layer: paint.id },
      {
        ...{ id: newId(), way: 'over', colour: '#ff5a1f' },
        brush: { ...defaultsOf(paintBrushParameters), size: w.number(), angle: w.number() },
        points: [[w.number(), w.number(), 1, 0, 0, 0]],
      },
    )(s);
  },
  'add an echo': (_s, l, w) => layers.addInFront([newEcho(l, w.number())], l.id, true),
  'add a spill': (s, l) => spillOn(l, s.layers[0]!.id, newId()),
  'cast a shadow': (_s, l) => castShadowOf(l, newId()),
  darken: () => darken(newId()),
  remove: (_s, l) => layers.removeLayer(l.id),
  duplicate: (_s, l) => layers.duplicateLayer(l.id, newId()),
  move: (_s, l, w) => layers.moveLayer(l.id, w.below(9)),
  'put in a group': (_s, l, w) => layers.groupLayers([l.id], newGroup(w.text(), [], 'through')),
  ungroup: (_s, l) => (l.layers ? layers.ungroup(l.id) : null),
  'name a layer': (_s, l, w) => layers.setLayer(l.id, { name: w.text(), opacity: w.number() }),
  place: (_s, l, w) =>
    layers.setPlacement(l.id, {
      x: w.number(),
      scaleX: w.number(),
      shear: w.number(),
      rotation: w.number(),
    }),
  align: (s, l) => arrange.alignLayers([l.id, ...s.layers.map((o) => o.id)], 'left', 'scene'),
  flip: (_s, l) => arrange.flipLayer(l.id, 'x'),
  repeat: (_s, l, w) =>
    arrange.repeatLayer(l.id, w.below(20), {
      x: w.number(),
      y: 1,
      turn: 9,
      scale: w.number(),
    }),
  'add a step': (_s, l, w) => layers.addStep(l.id, newStep(pick(steps, w).kind)),
  'set a step': (_s, l, w) => {
    const step = l.steps[0];
    const key = step && Object.keys(step.values).find((k) => typeof step.values[k] === 'number');
    return key
      ? layers.setStep(l.id, step.id, { values: { ...step.values, [key]: w.number() } })
      : null;
  },
  'move a step': (_s, l, w) =>
    l.steps[0] ? layers.moveStep(l.id, l.steps[0].id, w.below(9)) : null,
  'lay a mesh': (_s, l, w) => {
    const step = newMesh();
    const box = { x0: w.number(), y0: w.number(), x1: w.number(), y1: w.number() };
    return layMesh(l.id, step, box, 3, 3);
  },
  'add a pass': ofLine((id, w) =>
    lines.addPass(id, newPass(newId(), w.text(), { width: w.number() })),
  ),
  'duplicate a pass': ofLine((id, _w, l) =>
    lines.duplicatePass(id, isLine(l) ? (l.source.passes[0]?.id ?? '') : ''),
  ),
  'scale passes': ofLine((id, w) => lines.scalePasses(id, w.number(), w.number())),
  'set a path': ofLine((id, w) =>
    lines.setPaths(id, [
      {
        closed: true,
        anchors: [0, 1, 2].map(() => ({
          x: w.number(),
          y: w.number(),
          kind: 'corner',
          in: { x: w.number(), y: 0 },
          out: { x: 0, y: w.number() },
        })),
      },
    ]),
  ),
  'break a line': ofLine((id, w) =>
    lines.setGaps(id, [{ strand: 0, at: w.number(), size: w.number() }]),
  ),
  'modify a line': ofLine((id, w) => lines.addModifier(id, newModifier(pick(modifiers, w).kind))),
  'line to anchors': ofLine((id) => lines.toAnchors(id)),
  crossings: ofLine((id, w) => (s) => {
    putCrossings(id, true)(s);
    setCrossings(id, { gap: w.number() })(s);
  }),
  mask: (_s, l, w) =>
    masks.putMask({ layer: l.id }, newMask({ kind: 'strokes', strokes: [stroke(w)] })),
  'set a mask': (_s, l, w) =>
    masks.setMask({ layer: l.id }, { feather: w.number(), grow: w.number(), density: w.number() }),
  'add to a mask': (_s, l, w) =>
    masks.addPart({ layer: l.id }, newPart({ kind: 'strokes', strokes: [stroke(w)] }, 'subtract')),
  weave: (s, l) => weaves.putWeave(l.id, weaves.newWeave(s.layers[0]?.id ?? 'none')),
  'set a weave': (s, l, w) => (e) => {
    weaves.putWeave(l.id, weaves.newWeave(s.layers[0]?.id ?? 'none'))(e);
    weaves.setWeave(l.id, { spill: w.number(), choices: [] })(e);
  },
  'correct a weave': (_s, l, w) => weaves.correctWeave(l.id, stroke(w)),
  select: (_s, _l, w) =>
    selections.selectShape(
      { kind: 'strokes', strokes: [stroke(w)] },
      pick(['new', 'add', 'subtract', 'intersect'], w),
    ),
  'keep a selection': (_s, _l, w) => selections.keepSelection(newId(), w.text()),
  'selection to mask': (_s, l) => selections.selectionToMask(l.id, false),
  'selection to layer': (_s, l) => selections.selectionToLayer(l.id, newId()),
  'invert the selection': () => selections.invertSelection,
  'colour a layer': (_s, l) => colourLayer(l.id, '#ff8800'),
  'change letters': (_s, l, w) => {
    const text = w.text();
    return isText(l)
      ? changeText(l.id, (t) => ({
          ...t,
          content: text,
          ranges: [{ ...t.ranges[0]!, length: text.length }],
        }))
      : null;
  },
  'letters along a line': (s, l) =>
    isText(l) ? putAlong(l.id, s.layers.find(isLine)?.id ?? null) : null,
};

/** An edit of a kind to one of a scene's layers; null if it does not apply. */
export function editOf(kind: string, scene: Scene, wild: Wild): Edit | null {
  const all = everyLayer(scene.layers);
  const layer = all[wild.below(Math.max(1, all.length))];
  return layer ? EDITS[kind]!(scene, layer, wild) : null;
}
