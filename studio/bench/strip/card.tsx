import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { Eye, EyeOff, Ellipsis } from 'lucide-react';
import { blendNamed } from '@ignis/core/blend/index';
import { flipLayer, setLayer } from '@ignis/core/scene/edits';
import type { Layer } from '@ignis/core/scene/schema';
import { useBench } from '../../state/bench';
import { Menu, WithContextMenu, type MenuEntry } from '../../ui/menu';
import { NameField } from '../../ui/name-field';
import { carry, duplicate, remove } from '../actions';
import { useThumbnail } from './use-thumbnail';

const KIND: Record<Layer['source']['kind'], string> = { picture: 'picture', line: 'line' };

/** One layer on the depth strip. */
export function Card({ layer, small }: { layer: Layer; small: boolean }) {
  const selected = useBench((s) => s.selected === layer.id);
  const url = useThumbnail(layer);
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({
    id: layer.id,
  });
  const { change, select, set } = useBench.getState();
  const items: MenuEntry[] = [
    { label: 'Duplicate', hint: 'Ctrl D', run: () => duplicate(layer) },
    { label: 'Carry forward', hint: 'Alt →', run: () => carry(layer, 1) },
    { label: 'Carry back', hint: 'Alt ←', run: () => carry(layer, -1) },
    { label: 'Flip left to right', run: () => change('Flip', flipLayer(layer.id, 'x')) },
    { label: 'Flip top to bottom', run: () => change('Flip', flipLayer(layer.id, 'y')) },
    null,
    { label: 'Delete', run: () => remove(layer), danger: true },
  ];
  const toggle = () =>
    change(
      layer.visible ? `Hide ${layer.name}` : `Show ${layer.name}`,
      setLayer(layer.id, { visible: !layer.visible }),
    );

  return (
    <WithContextMenu items={items}>
      <li
        ref={setNodeRef}
        data-layer={layer.id}
        style={{ transform: CSS.Translate.toString(transform), transition }}
        className={`group relative shrink-0 ${small ? 'w-[92px]' : 'w-[124px]'} ${isDragging ? 'z-10' : ''}`}
        onPointerEnter={() => set({ hovered: layer.id })}
        onPointerLeave={() => set({ hovered: null })}
      >
        <div
          className={`overflow-hidden rounded-lg border bg-raised transition-[border-color,translate] ${selected ? '-translate-y-1 border-ember shadow-[0_0_0_1px_var(--ember)]' : 'border-line hover:border-dim'} ${isDragging ? 'shadow-2xl' : ''}`}
        >
          <button
            type="button"
            data-card
            {...attributes}
            {...listeners}
            aria-pressed={selected}
            aria-label={`${layer.name}${layer.visible ? '' : ', hidden'}`}
            onClick={() => select(layer.id)}
            className={`check-small block h-[68px] w-full cursor-grab ${layer.visible ? '' : 'opacity-30'}`}
          >
            {url && (
              <img src={url} alt="" draggable={false} className="h-full w-full object-contain" />
            )}
          </button>
          <div className="flex items-center pt-1 pr-1 pl-1.5">
            <NameField
              label={`Name of ${layer.name}`}
              value={layer.name}
              onChange={(name) => change('Rename', setLayer(layer.id, { name }))}
              className="-ml-1 w-full text-sm"
            />
            {!small && (
              <Menu
                trigger={
                  <button
                    type="button"
                    aria-label={`More about ${layer.name}`}
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
            <span className="truncate">
              {small ? '' : `${KIND[layer.source.kind]} · `}
              {blendNamed(layer.blend).label}
            </span>
            <span className="flex items-center gap-1">
              {layer.opacity < 100 && <span>{Math.round(layer.opacity)} %</span>}
              <button
                type="button"
                aria-label={layer.visible ? `Hide ${layer.name}` : `Show ${layer.name}`}
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
}
