import { place, percent } from '@ignis/core/definitions/number-parameters';
import type { Edge } from '@ignis/core/geometry/affine';
import { alignLayers, distributeLayers, sizeLayers } from '@ignis/core/scene/arrange/arrange';
import { putGuide, removeGuide } from '@ignis/core/scene/edits/layer-edits';
import { liveEdit, useBench } from '../../../state/bench';
import { NumberField } from '../../../ui/number-field';
import { DropDown, Hint, Small } from '../../stage/bar';
import { plural, t } from '../../../words/t';

export const EDGES: readonly { edge: Edge; label: string }[] = [
  { edge: 'left', label: t`Align left` },
  { edge: 'middle', label: t`Align in the middle, across` },
  { edge: 'right', label: t`Align right` },
  { edge: 'top', label: t`Align at the top` },
  { edge: 'centre', label: t`Align in the middle, down` },
  { edge: 'bottom', label: t`Align at the bottom` },
];

/** What can be done to several layers, or to one beside the scene. */
export function LayerTools({ ids }: { ids: readonly string[] }) {
  const { change } = useBench.getState();
  const many = ids.length > 1;
  const align = (to: 'selection' | 'scene') =>
    EDGES.map(({ edge, label }) => ({
      label: to === 'scene' ? t`${label} of the scene` : label,
      run: () => change(t`Align layers`, alignLayers(ids, edge, to)),
    }));
  const distribute = (axis: 'x' | 'y', by: 'middles' | 'gaps') => () =>
    change(t`Distribute layers`, distributeLayers(ids, axis, by));
  const few = ids.length < 3;
  return (
    <>
      {many && <Hint>{plural(ids.length, '# layer', '# layers')}</Hint>}
      <DropDown
        label={t`Align`}
        items={many ? [...align('selection'), null, ...align('scene')] : align('scene')}
      />
      {many && (
        <>
          <DropDown
            label={t`Distribute`}
            items={[
              { label: t`Middles evenly, across`, disabled: few, run: distribute('x', 'middles') },
              { label: t`Middles evenly, down`, disabled: few, run: distribute('y', 'middles') },
              { label: t`Equal gaps, across`, disabled: few, run: distribute('x', 'gaps') },
              { label: t`Equal gaps, down`, disabled: few, run: distribute('y', 'gaps') },
            ]}
          />
          <DropDown
            label={t`Size`}
            items={[
              {
                label: t`Same width as the first chosen`,
                run: () => change(t`Same width`, sizeLayers(ids, 'x', ids[0]!)),
              },
              {
                label: t`Same height as the first chosen`,
                run: () => change(t`Same height`, sizeLayers(ids, 'y', ids[0]!)),
              },
            ]}
          />
        </>
      )}
    </>
  );
}

const PX = place(t`Place of the guide`, 0);
const SHARE = { ...percent(t`Place of the guide in per cent`, 50, -1000, 1000), step: 1 };

/** The place of the chosen guide, by px or by per cent of the scene. */
export function GuideTools({ id }: { id: string }) {
  const guide = useBench((s) => s.scene.guides.find((g) => g.id === id));
  const side = useBench((s) => (guide?.axis === 'x' ? s.scene.width : s.scene.height));
  const { change, set } = useBench.getState();
  if (!guide) return null;
  const live = liveEdit(t`Move a guide`);
  return (
    <>
      <Hint>{guide.axis === 'x' ? t`Upright guide at` : t`Level guide at`}</Hint>
      <NumberField
        value={guide.at}
        parameter={PX}
        onChange={(at) => live.change(putGuide({ ...guide, at }))}
        onDone={live.done}
      />
      <NumberField
        value={Math.round((guide.at / side) * 10_000) / 100}
        parameter={SHARE}
        onChange={(v) => live.change(putGuide({ ...guide, at: Math.round(v * side) / 100 }))}
        onDone={live.done}
      />
      <Small
        label={t`Remove`}
        onClick={() => {
          change(t`Remove a guide`, removeGuide(id));
          set({ guide: null });
        }}
      />
    </>
  );
}
