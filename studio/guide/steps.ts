import isEqual from 'fast-deep-equal';
import type { Layer, Scene } from '@ignis/core/scene/model/schema';
import { everyLayer } from '@ignis/core/scene/model/schema';
import { isCastShadow, isLine, isText } from '@ignis/core/scene/model/traits';
import { t } from '../words/t';

/** Guided pieces: something made with one's own hands on the bench, which sees by the scene what was done. */

/** The bench as a step looks at it. */
export interface Seen {
  scene: Scene;
  /** The scene as the step began. */
  before: Scene;
  mode: string;
}

export interface GuideStep {
  /** What to do, in the artist's words. */
  say: string;
  /** Where, and by which key. */
  hint?: string;
  /** Whether it is done. */
  done(seen: Seen): boolean;
}

const found = ({ layers }: Scene, is: (layer: Layer) => boolean): Layer | undefined =>
  everyLayer(layers).findLast(is);

/** Whether a part of the last layer of a sort is another than it was when the step began. */
const isChanged = (
  { scene, before }: Seen,
  is: (layer: Layer) => boolean,
  part: (layer: Layer) => unknown,
): boolean => {
  const now = found(scene, is);
  const then = now && everyLayer(before.layers).find((l) => l.id === now.id);
  return !!now && !!then && !isEqual(part(now), part(then));
};

const stepOf = (layer: Layer | undefined, kind: string) =>
  layer?.steps.find((s) => s.kind === kind);
const hasStep = (kind: string) => (layer: Layer) => stepOf(layer, kind) !== undefined;

/** The steps of each guided piece, by its id. */
export const guideSteps: Readonly<Record<string, readonly GuideStep[]>> = {
  'woven-tube': [
    {
      say: t`Press “Add a layer”, and choose “Line of light”.`,
      hint: t`At the right end of the depth strip.`,
      done: ({ mode, scene }) => mode === 'draw' || found(scene, isLine) !== undefined,
    },
    {
      say: t`Draw a curve across the heron: press and drag for each anchor. Enter ends the line.`,
      hint: t`Go past the bird on both sides.`,
      done: ({ mode, scene }) => mode !== 'draw' && found(scene, isLine) !== undefined,
    },
    {
      say: t`Make it yours: change the width, the blur or the colour of a pass.`,
      hint: t`“Passes”, in the chain on the right.`,
      done: (seen) => isChanged(seen, isLine, (l) => l.source),
    },
    {
      say: t`Press “+ weave it with another” in the chain, and choose the heron.`,
      hint: t`Or press 9.`,
      done: ({ scene }) => Boolean(found(scene, isLine)?.weave),
    },
    {
      say: t`Click the stretches of the line on the stage: each goes in front of the heron or behind it.`,
      hint: t`In the mode “Weave”.`,
      done: (seen) => isChanged(seen, isLine, (l) => l.weave),
    },
    {
      say: t`Let some of its light fall on the feathers: set “Spills over” in the section “Weave”.`,
      done: (seen) => isChanged(seen, isLine, (l) => l.weave?.spill),
    },
  ],
  'burning-letters': [
    {
      say: t`Press “Add a layer”, choose “Text”, click on the stage, and type a word.`,
      hint: t`Escape ends the typing.`,
      done: ({ scene, mode }) => found(scene, isText) !== undefined && mode !== 'write',
    },
    {
      say: t`Make it large: set its size, or drag a corner of its frame.`,
      done: (seen) =>
        isChanged(seen, isText, (l) => l.placement) || isChanged(seen, isText, (l) => l.source),
    },
    {
      say: t`Press “+ add a step”, and choose “Flame” under light.`,
      hint: t`Type a few letters of its name to find it.`,
      done: ({ scene }) => found(scene, hasStep('style.flame')) !== undefined,
    },
    {
      say: t`Change its height or its fuel, and watch it burn.`,
      done: (seen) =>
        isChanged(seen, hasStep('style.flame'), (l) => stepOf(l, 'style.flame')?.values),
    },
    {
      say: t`Let it glare: press Ctrl K, type “glare”, and press Enter.`,
      hint: t`All actions are there by name.`,
      done: ({ scene }) => found(scene, hasStep('light.glare')) !== undefined,
    },
  ],
  'shadow-on-boards': [
    {
      say: t`The heron is selected. Press Ctrl K, type “shadow”, and choose “Cast its shadow on a floor”.`,
      hint: t`Or from the menu ⋯ of its card.`,
      done: ({ scene }) => found(scene, isCastShadow) !== undefined,
    },
    {
      say: t`Turn it: drag the far end of the shadow on the stage.`,
      done: (seen) =>
        isChanged(seen, isCastShadow, (l) => l.source) || seen.scene.light !== seen.before.light,
    },
    {
      say: t`Soften it with distance: set “Blur, far” in the chain.`,
      done: (seen) =>
        isChanged(
          seen,
          isCastShadow,
          (l) => (l.source as { values: Record<string, unknown> }).values.blurFar,
        ),
    },
    {
      say: t`Thin it with distance: set “Density, far”.`,
      done: (seen) =>
        isChanged(
          seen,
          isCastShadow,
          (l) => (l.source as { values: Record<string, unknown> }).values.denseFar,
        ),
    },
    {
      say: t`Move the sun: open “Scene light” over the stage and drag the lamp. Shadows follow it.`,
      hint: t`Shadows that lie “From the scene light”.`,
      done: ({ scene, before }) => !isEqual(scene.light, before.light),
    },
  ],
};
