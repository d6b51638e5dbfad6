import { useDraggable } from '@dnd-kit/core';
import { CSS } from '@dnd-kit/utilities';
import { memo } from 'react';
import { Eye, EyeOff, Ellipsis, SlidersHorizontal } from 'lucide-react';
import { blendNamed } from '@ignis/core/blend/index';
import { flipLayer } from '@ignis/core/scene/arrange/arrange';
import { clipBase, setLayer, ungroup } from '@ignis/core/scene/edits/layer-edits';
import { colourLayer } from '@ignis/core/scene/edits/palette';
import type { Layer } from '@ignis/core/scene/model/schema';
import { useBench, useBenchThrottled } from '../../state/bench';
import { useCarriedStep } from '../../state/carried-step';
import { COLOUR_TYPE } from '../../state/colours';
import { Menu, WithContextMenu, type MenuEntry } from '../../ui/menu';
import { NameField } from '../../ui/name-field';
import { grades, isShaped, landsThrough } from '@ignis/core/scene/model/traits';
import {
  carry,
  castShadow,
  duplicate,
  echo,
  group,
  mirror,
  paintOver,
  remove,
} from '../commands/layers';
import type { Drop } from './drop';
import { stepOfKind } from '@ignis/core/steps/index';
import { useThumbnail } from './use-thumbnail';
import { markLayers } from '@ignis/core/scene/edits/mark-edits';
import type { MarkColour } from '@ignis/core/scene/model/marks';
import { markColours } from '@ignis/core/scene/model/marks';
import { MARK_CSS, markName } from '../../ui/marks';
import { tip } from '../../ui/tip';
import { t } from '../../words/t';

/** What letting a carried card go over this one would do. */
const DROP: Record<Drop['how'], string> = {
  behind: '',
  before: '',
  clip: t`clip to this`,
  into: t`put into this`,
};

interface Props {
  layer: Layer;
  small: boolean;
  /** What a card carried over this one would do if it were let go. */
  drop: Drop['how'] | null;
}

/** One layer on the depth strip. */
export const Card = memo(function Card({ layer, small, drop }: Props) {
  const selected = useBench((s) => s.selected === layer.id || s.others.includes(layer.id));
  const masking = useBench((s) => s.mode === 'mask');
  const url = useThumbnail(layer);
  const takesStep = useCarriedStep((s) => s.over === layer.id);
  const { attributes, listeners, setNodeRef, transform, isDragging } = useDraggable({
    id: layer.id,
  });
  const base = useBenchThrottled((s) => clipBase(s.scene, layer.id));
  const { change, select, selectAlso, set } = useBench.getState();
  // Made when it opens: what is chosen beside it may have changed since the card was drawn.
  const items = (): MenuEntry[] => [
    { label: t`Duplicate`, hint: t`Ctrl D`, run: () => duplicate(layer) },
    { label: t`Echo: a live copy`, run: () => echo(layer) },
    ...(grades(layer) ? [] : [{ label: t`Paint over it`, run: () => paintOver(layer) }]),
    {
      label: t`Repeat with a step`,
      run: () => {
        select(layer.id);
        set({ mode: 'repeat' });
      },
    },
    {
      label: t`Cast its shadow`,
      run: () => castShadow(layer),
      disabled: !isShaped(layer),
    },
    { label: t`Mirror it on a floor`, run: () => mirror(layer), disabled: grades(layer) },
    { label: t`Carry forward`, hint: t`Alt →`, run: () => carry(layer, 1) },
    { label: t`Carry back`, hint: t`Alt ←`, run: () => carry(layer, -1) },
    {
      label: layer.clip ? t`Release the clip` : t`Clip to the layer beneath`,
      run: () => change(t`Clip`, setLayer(layer.id, { clip: !layer.clip })),
      disabled: !layer.clip && !base,
    },
    layer.layers
      ? { label: t`Ungroup`, run: () => change(t`Ungroup`, ungroup(layer.id)) }
      : { label: t`Put in a group`, run: () => group(layer) },
    { label: t`Mark`, items: markItems(layer) },
    { label: t`Flip left to right`, run: () => change(t`Flip`, flipLayer(layer.id, 'x')) },
    { label: t`Flip top to bottom`, run: () => change(t`Flip`, flipLayer(layer.id, 'y')) },
    null,
    { label: t`Delete`, run: () => remove(layer), danger: true },
  ];
  const toggle = () =>
    change(
      layer.visible ? t`Hide ${layer.name}` : t`Show ${layer.name}`,
      setLayer(layer.id, { visible: !layer.visible }),
    );

  return (
    <WithContextMenu items={items}>
      <li
        ref={setNodeRef}
        data-layer={layer.id}
        style={{ transform: CSS.Translate.toString(transform) }}
        className={`group relative shrink-0 ${small ? 'w-[92px]' : 'w-[124px]'} ${isDragging ? 'z-10' : ''} ${layer.clip && base ? '-ml-1.5' : ''}`}
        onDragOver={(e) => {
          if (e.dataTransfer.types.includes(COLOUR_TYPE)) e.preventDefault();
        }}
        onDrop={(e) => {
          const colour = e.dataTransfer.getData(COLOUR_TYPE);
          if (!colour || grades(layer)) return;
          e.preventDefault();
          change(t`Colour ${layer.name}`, colourLayer(layer.id, colour));
        }}
        onPointerEnter={() => set({ hovered: layer.id })}
        onPointerLeave={() => set({ hovered: null })}
      >
        {drop && <Mark drop={drop} />}
        {takesStep && <Over words={t`put on this`} />}
        {layer.clip && (
          <Chip
            side="left-1"
            on={!!base}
            title={base ? t`Clipped to ${base.name}` : t`Clipped, but nothing lies beneath`}
          >
            {t`clip`}
          </Chip>
        )}
        {layer.weave && (
          <Chip
            side={layer.mask ? 'right-11' : 'right-1'}
            on={layer.weave.enabled}
            title={
              layer.weave.enabled ? t`Is woven with another layer` : t`Has a weave that is off`
            }
          >
            {t`woven`}
          </Chip>
        )}
        {layer.mask && (
          <Chip
            side="right-1"
            on={layer.mask.enabled}
            worked={selected && masking}
            title={layer.mask.enabled ? t`Has a mask` : t`Has a mask that is off`}
          >
            {t`mask`}
          </Chip>
        )}
        {layer.mark && <MarkStripe colour={layer.mark} />}
        <div
          className={`relative overflow-hidden rounded-lg border bg-raised transition-[border-color,translate] ${selected ? '-translate-y-1 border-ember shadow-[0_0_0_1px_var(--ember)]' : 'border-line hover:border-dim'} ${isDragging ? 'shadow-2xl' : ''}`}
        >
          <Steps of={layer} />
          <button
            type="button"
            data-card
            {...attributes}
            {...listeners}
            aria-pressed={selected}
            aria-label={`${layer.name}${layer.visible ? '' : ', hidden'}`}
            onClick={(e) => (e.shiftKey ? selectAlso(layer.id) : select(layer.id))}
            className={`check-small block h-[68px] w-full cursor-grab ${layer.visible ? '' : 'opacity-30'}`}
          >
            {grades(layer) ? (
              <span className="grid h-full place-items-center bg-ground text-dim">
                <SlidersHorizontal size={24} />
              </span>
            ) : (
              url && (
                <img src={url} alt="" draggable={false} className="h-full w-full object-contain" />
              )
            )}
          </button>
          <div className="flex items-center pt-1 pr-1 pl-1.5">
            <NameField
              label={t`Name of ${layer.name}`}
              value={layer.name}
              onChange={(name) => change(t`Rename`, setLayer(layer.id, { name }))}
              className="-ml-1 w-full text-sm"
            />
            {!small && (
              <Menu
                trigger={
                  <button
                    type="button"
                    aria-label={t`More about ${layer.name}`}
                    className="rounded p-0.5 text-dim hover:text-ink"
                  >
                    <Ellipsis size={14} />
                  </button>
                }
                items={items}
              />
            )}
          </div>
          <div className="flex items-center justify-between gap-1 pr-1 pb-1 pl-1.5 text-xs text-dim">
            <span
              className="truncate"
              {...tip(`${t(blendNamed(layer.blend).label)}, ${Math.round(layer.opacity)} %`)}
            >
              {small ? '' : `${t(layer.source.kind)} · `}
              {landsThrough(layer) ? t`through` : t(blendNamed(layer.blend).label)}
            </span>
            <span className="flex items-center gap-1">
              {layer.opacity < 100 && !small && (
                <span className="whitespace-nowrap">{Math.round(layer.opacity)} %</span>
              )}
              <button
                type="button"
                aria-label={layer.visible ? t`Hide ${layer.name}` : t`Show ${layer.name}`}
                aria-pressed={!layer.visible}
                onClick={toggle}
                className={`rounded p-0.5 hover:text-ink ${layer.visible ? '' : 'text-ember-ink'}`}
              >
                {layer.visible ? <Eye size={14} /> : <EyeOff size={14} />}
              </button>
            </span>
          </div>
        </div>
      </li>
    </WithContextMenu>
  );
});

/** As many marks at most. */
const MOST_MARKS = 8;

/** The steps of a layer as small marks, those that are off hollow. */
function Steps({ of: { steps } }: { of: Layer }) {
  if (steps.length === 0) return null;
  const words = steps.map((s) => `${t(stepOfKind(s.kind).label)}${s.enabled ? '' : t` (off)`}`);
  return (
    <span
      role="img"
      aria-label={t`Steps: ${words.join(', ')}`}
      {...tip(words.join(' · '))}
      className="absolute top-[54px] right-1 z-10 flex gap-[3px] rounded-full bg-panel/70 px-1 py-[3px]"
    >
      {steps.slice(0, MOST_MARKS).map((s) => (
        <span
          key={s.id}
          className={`size-[5px] rounded-full ${s.enabled ? 'bg-ember' : 'border border-dim'}`}
        />
      ))}
    </span>
  );
}

/** Shows where a carried card would go, or what it would be tied to. */
const Mark = ({ drop }: { drop: Drop['how'] }) =>
  drop === 'behind' || drop === 'before' ? (
    <div
      className={`absolute inset-y-0 z-20 w-1 rounded bg-ember ${drop === 'behind' ? '-left-2' : '-right-2'}`}
    />
  ) : (
    <Over words={DROP[drop]} />
  );

/** Over a whole card: what letting go of what is carried would do. */
const Over = ({ words }: { words: string }) => (
  <div className="absolute inset-0 z-20 grid place-items-center rounded-lg border-2 border-ember bg-black/60 text-sm font-semibold text-white">
    {words}
  </div>
);

/** The marks that a layer, or all that are chosen with it, can be given. */
function markItems(layer: Layer): MenuEntry[] {
  const { scene, selected, others, change } = useBench.getState();
  const isChosen = selected === layer.id || others.includes(layer.id);
  const ids = new Set(isChosen && selected ? [selected, ...others] : [layer.id]);
  return [
    ...markColours.map((colour) => ({
      label: markName(colour, scene.markNames),
      swatch: MARK_CSS[colour],
      hint: layer.mark === colour ? t`now` : '',
      run: () => change(t`Mark ${markName(colour, scene.markNames)}`, markLayers(ids, colour)),
    })),
    null,
    {
      label: t`No mark`,
      run: () => change(t`Take the mark away`, markLayers(ids, null)),
      disabled: !layer.mark,
    },
  ];
}

/** The mark of a layer, under its card. */
function MarkStripe({ colour }: { colour: MarkColour }) {
  const name = useBench((s) => markName(colour, s.scene.markNames));
  return (
    <span
      role="img"
      aria-label={t`Marked ${name}`}
      data-tip={t`Marked ${name}`}
      className="absolute inset-x-2 -bottom-[5px] z-10 h-[3px] rounded-full"
      style={{ background: MARK_CSS[colour] }}
    />
  );
}

/** A word on the corner of a card; struck through while it does nothing. */
const Chip = ({
  side,
  on,
  worked = false,
  title,
  children,
}: {
  side: string;
  on: boolean;
  /** Whether the stage works on it. */
  worked?: boolean;
  title: string;
  children: string;
}) => (
  <span
    {...tip(title)}
    className={`absolute top-1 z-10 rounded bg-panel/90 px-1 text-xs leading-4 ${side} ${worked ? 'outline-2 outline-ember' : ''} ${on ? 'text-ink' : 'text-dim line-through'}`}
  >
    {children}
  </span>
);
