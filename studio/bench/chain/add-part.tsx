import { useRef } from 'react';
import { defaultsOf } from '@ignis/core/definitions/parameter-values';
import type { MaskShape } from '@ignis/core/masks/index';
import { maskShapes } from '@ignis/core/masks/index';
import { textureMaskParameters } from '@ignis/core/masks/texture';
import { tonesParameters } from '@ignis/core/masks/tones';
import { newPart } from '@ignis/core/scene/model/make';
import { addPart, setMask } from '@ignis/core/scene/edits/mask-edits';
import { boxOf } from '@ignis/core/scene/arrange/placement';
import type { Layer, Step } from '@ignis/core/scene/model/schema';
import { selectionToMask } from '@ignis/core/scene/edits/selection-edits';
import { subjectsFor } from '@ignis/core/scene/arrange/subjects';
import { bringInPicture } from '../../files/bring-in';
import { PICTURES } from '../../files/accepted';
import { useBench, useBenchThrottled } from '../../state/bench';
import { useBrush, type MaskTool } from '../../state/brush';
import { Menu, type MenuEntry } from '../../ui/menu';
import { beginMasking, beginWhere } from '../modes/mask/masking';
import { tellFailure } from '../../state/failure';
import { t } from '../../words/t';

/** What a mask can be made of, or have added. */
export function AddPart({ layer, step, label }: { layer: Layer; step?: Step; label: string }) {
  const chooser = useRef<HTMLInputElement>(null);
  const scene = useBenchThrottled((s) => s.scene);
  const { change, set } = useBench.getState();
  const owner = { layer: layer.id, ...(step && { step: step.id }) };
  const mask = step ? (step.where ?? null) : layer.mask;
  const mode = step ? 'where' : 'mask';
  const put = (shape: MaskShape, moves = true): string => {
    // What comes after others lies within them, as a second fade does.
    const part = newPart(shape, mask?.parts.length ? 'intersect' : 'add');
    change(mask ? t`Add a part` : t`Add a mask`, (s) => {
      addPart(owner, part)(s);
      if (!mask) setMask(owner, { moves })(s);
    });
    return part.id;
  };
  const begin = (tool: MaskTool) => (step ? beginWhere(step.id, tool) : beginMasking(tool));
  const fade = () => {
    // Across the layer from its top to its bottom; across the scene where it has no box.
    const box = boxOf(layer) ?? { x0: 0, y0: 0, x1: scene.width, y1: scene.height };
    const x = Math.round((box.x0 + box.x1) / 2);
    const span = box.y1 - box.y0;
    const part = put({
      kind: 'fade',
      radial: false,
      x0: x,
      y0: Math.round(box.y0 + span * 0.25),
      x1: x,
      y1: Math.round(box.y0 + span * 0.75),
    });
    set({ mode, part, ...(step && { step: step.id }) });
    useBrush.setState({ tool: 'ends' });
  };
  const fromFile = async (file: File | undefined) => {
    if (!file) return;
    try {
      const brought = await bringInPicture(file);
      if (brought) put(brought.source);
    } catch (error) {
      tellFailure(t`That could not be brought in`, error);
    }
  };
  const others: MenuEntry[] = subjectsFor(scene, layer.id).map((l) => ({
    label: t`What ${l.name} covers`,
    run: () => put({ kind: 'layer', of: l.id, what: 'coverage' }),
  }));
  return (
    <>
      <Menu
        align="start"
        trigger={
          <button
            type="button"
            className="-ml-1 rounded px-1 text-sm font-normal text-dim hover:text-ink"
          >
            {label}
          </button>
        }
        items={[
          {
            label: t`${t(maskShapes.strokes.label)}: reveal and hide`,
            run: () => begin('brush'),
          },
          { label: t`Lasso`, run: () => begin('lasso') },
          { label: t`Box`, run: () => begin('box') },
          { label: t`Oval`, run: () => begin('oval') },
          { label: t(maskShapes.fade.label), run: fade },
          { label: `${t(maskShapes.picture.label)}…`, run: () => chooser.current?.click() },
          { label: t(maskShapes.full.label), run: () => void put({ kind: 'full' }) },
          { label: t(maskShapes.reach.label), run: () => begin('colour') },
          {
            label: t`${t(maskShapes.tones.label)} of the scene`,
            run: () => void put({ kind: 'tones', of: null, ...defaultsOf(tonesParameters) }),
          },
          {
            label: t(maskShapes.texture.label),
            run: () => void put({ kind: 'texture', ...defaultsOf(textureMaskParameters) }),
          },
          ...(scene.selection && !step
            ? [
                null,
                {
                  label: t`What is selected`,
                  run: () => change(t`Mask from the selection`, selectionToMask(layer.id, false)),
                },
                {
                  label: t`What is not selected`,
                  run: () => change(t`Mask from the selection`, selectionToMask(layer.id, true)),
                },
              ]
            : []),
          ...(scene.kept.length > 0
            ? [
                null,
                ...scene.kept.map((k) => ({
                  label: t`${k.name}, shared`,
                  run: () => void put({ kind: 'kept', within: k.id }, false),
                })),
              ]
            : []),
          ...(others.length > 0 ? [null, ...others] : []),
        ]}
      />
      <input
        ref={chooser}
        type="file"
        hidden
        aria-label={t`Mask from a picture`}
        accept={PICTURES}
        onChange={(e) => {
          const file = e.target.files?.[0];
          e.target.value = '';
          void fromFile(file);
        }}
      />
    </>
  );
}
