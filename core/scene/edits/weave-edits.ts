import { defaultsOf } from '../../definitions/parameter-values';
import type { BrushStroke } from '../../brush/stroke';
import type { Choice, Weave } from '../../weave/weave';
import { weaveParameters } from '../../weave/weave';
import type { Edit } from './edit';
import { layerOf } from './layer-edits';

/** What can be done to the weave of a layer. */

/** A weave with a layer, in turn over and under it. */
export const newWeave = (subject: string): Weave => ({
  enabled: true,
  with: subject,
  ...defaultsOf(weaveParameters),
  choices: [],
});

/** Weaves a layer with another, or no longer. */
export const putWeave =
  (id: string, weave: Weave | null): Edit =>
  (s) => {
    layerOf(s, id).weave = weave;
  };

export const setWeave =
  (id: string, values: Partial<Weave>): Edit =>
  (s) => {
    const { weave } = layerOf(s, id);
    if (weave) Object.assign(weave, values);
  };

/** All stretches of a weave go one way, whatever was chosen before. */
export const weaveAll = (id: string, way: Weave['way']): Edit => setWeave(id, { way, choices: [] });

/**
 * Sends one of the stretches that a weave has now (`all`, in order) behind or brings it in front. All are written
 * down, so that each keeps what it has when they move.
 */
export const chooseStretch = (id: string, all: readonly Choice[], index: number): Edit =>
  setWeave(id, {
    choices: all.map((c, i) => (i === index ? { ...c, behind: !c.behind } : { ...c })),
  });

/** Corrects the edges of a weave by a stroke, on top of what is chosen; null takes all strokes away. */
export const correctWeave =
  (id: string, stroke: BrushStroke | null): Edit =>
  (s) => {
    const { weave } = layerOf(s, id);
    if (!weave) return;
    if (stroke) weave.strokes = [...(weave.strokes ?? []), stroke];
    else delete weave.strokes;
  };
