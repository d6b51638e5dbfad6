import type { Edit } from '@ignis/core/scene/edits/edit';
import { FIRST_LIGHT } from '@ignis/core/scene/model/make';
import { newId } from '@ignis/core/scene/model/new-id';
import { putMask } from '@ignis/core/scene/edits/mask-edits';
import type { Layer } from '@ignis/core/scene/model/schema';
import type { SelectWay } from '@ignis/core/scene/edits/selection-edits';
import {
  invertSelection,
  keptForSelection,
  selectKept,
  selectMaskOf,
  selectShape,
  selectionToClip,
  selectionToFill,
  selectionToLayer,
  selectionToMask,
} from '@ignis/core/scene/edits/selection-edits';
import { subjectsFor } from '@ignis/core/scene/arrange/subjects';
import { useBench } from '../../../state/bench';
import { hasWay, useBrush } from '../../../state/brush';
import { useShownMask } from '../../../state/shown-mask';
import type { MenuEntry } from '../../../ui/menu';
import { DropDown, Small } from '../../stage/bar';
import { selectionToPath } from './selecting';
import { ToolChoice, ToolHelp } from '../mask/mask-tools';
import { grades, isLine } from '@ignis/core/scene/model/traits';
import { t } from '../../../words/t';

const WAYS: readonly { way: SelectWay; label: string }[] = [
  { way: 'new', label: t`New` },
  { way: 'add', label: t`Add` },
  { way: 'subtract', label: t`Subtract` },
  { way: 'intersect', label: t`Intersect` },
];

/** With what is selected, what else can be, and what becomes of it. */
export function SelectTools({ layer }: { layer: Layer | null }) {
  const way = useBrush((s) => s.selectWay);
  const tool = useBrush((s) => s.tool);
  const dimmed = useShownMask((s) => s.dimmed);
  const scene = useBench((s) => s.scene);
  const has = scene.selection !== null;
  const { change } = useBench.getState();
  const select = (edit: Edit) => () => change(t`Select`, edit);
  const others = [...(layer ? [layer] : []), ...subjectsFor(scene, layer?.id ?? '')];
  const what: MenuEntry[] = [
    { label: t`Everything`, run: select(selectShape({ kind: 'full' }, 'new')) },
    {
      label: t`Nothing`,
      disabled: !has,
      run: () => change(t`Select nothing`, putMask('selection', null)),
    },
    { label: t`The opposite`, run: () => change(t`Select the opposite`, invertSelection) },
    {
      label: t`What is light`,
      run: select(
        selectShape({ kind: 'tones', of: null, from: 70, to: 100, soft: 15 }, selectionWay()),
      ),
    },
    {
      label: t`What is dark`,
      run: select(
        selectShape({ kind: 'tones', of: null, from: 0, to: 25, soft: 15 }, selectionWay()),
      ),
    },
    ...(layer?.mask
      ? [{ label: t`What the mask of ${layer.name} shows`, run: select(selectMaskOf(layer.id)) }]
      : []),
    ...(layer && isLine(layer)
      ? [
          {
            label: t`What ${layer.name} goes round`,
            run: select(
              selectShape({ kind: 'layer', of: layer.id, what: 'inside' }, selectionWay()),
            ),
          },
        ]
      : []),
    ...(scene.kept.length > 0 ? [null] : []),
    ...scene.kept.map((k) => ({ label: t`Saved: ${k.name}`, run: select(selectKept(k.id)) })),
    ...(others.length > 0 ? [null] : []),
    ...others.map((l) => ({
      label: t`What ${l.name} covers`,
      run: select(selectShape({ kind: 'layer', of: l.id, what: 'coverage' }, selectionWay())),
    })),
  ];
  const becomes: MenuEntry[] = [
    ...(layer
      ? [
          {
            label: t`The mask of ${layer.name}`,
            run: () => change(t`Mask from the selection`, selectionToMask(layer.id, false)),
          },
          {
            label: t`The same, of its opposite`,
            run: () => change(t`Mask from the selection`, selectionToMask(layer.id, true)),
          },
          {
            label: t`A layer of this part of ${layer.name}`,
            disabled: grades(layer),
            run: () => make(t`Layer from the selection`, (id) => selectionToLayer(layer.id, id)),
          },
          {
            label: t`What ${layer.name} is clipped to`,
            disabled: grades(layer),
            run: () => change(t`Clip to the selection`, selectionToClip(layer.id, newId())),
          },
        ]
      : []),
    {
      label: t`A fill`,
      run: () =>
        make(t`Fill the selection`, (id) => selectionToFill(id, FIRST_LIGHT, layer?.id ?? null)),
    },
    { label: t`A line round it`, run: () => void selectionToPath() },
    null,
    {
      label: t`A saved selection`,
      run: () => change(t`Save the selection`, keptForSelection(scene)!.keep),
    },
  ];
  return (
    <>
      {hasWay(tool) && (
        <DropDown
          label={WAYS.find((w) => w.way === way)!.label}
          items={WAYS.map((w) => ({
            label: w.label,
            run: () => useBrush.setState({ selectWay: w.way }),
          }))}
        />
      )}
      <ToolChoice />
      <ToolHelp layer={layer} />
      <DropDown label={t`Select…`} items={what} />
      {has && <DropDown label={t`Becomes…`} items={becomes} />}
      {has && (
        <Small
          label={dimmed ? t`Edge only` : t`Dim the rest`}
          onClick={() => useShownMask.setState({ dimmed: !dimmed })}
        />
      )}
    </>
  );
}

/** How something chosen from the menu goes with what is selected. */
const selectionWay = (): SelectWay => useBrush.getState().selectWay;

/** Makes a layer of an id and chooses it: what is new is what is worked on next. */
function make(label: string, edit: (id: string) => Edit): void {
  const id = newId();
  useBench.getState().change(label, edit(id));
  useBench.getState().select(id);
}
