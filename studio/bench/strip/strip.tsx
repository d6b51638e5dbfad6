import {
  closestCenter,
  DndContext,
  PointerSensor,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import { restrict } from './restrict';
import { horizontalListSortingStrategy, SortableContext } from '@dnd-kit/sortable';
import { useEffect, useRef } from 'react';
import { moveLayer } from '@ignis/core/scene/edits';
import { useBench } from '../../state/bench';
import { walk } from '../actions';
import { AddLayer } from '../add-layer';
import { Card } from './card';

/** The layers as cards, from the back on the left to the front on the right. */
export function Strip({ onPicture }: { onPicture(): void }) {
  const layers = useBench((s) => s.scene.layers);
  const selected = useBench((s) => s.selected);
  const list = useRef<HTMLUListElement>(null);
  // A press without a move selects; only a real drag carries a card.
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));

  const carried = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return;
    const to = layers.findIndex((l) => l.id === over.id);
    const from = layers.findIndex((l) => l.id === active.id);
    const { change } = useBench.getState();
    change(to > from ? 'Carry forward' : 'Carry back', moveLayer(String(active.id), to));
  };

  useEffect(() => {
    list.current
      ?.querySelector(`[data-layer="${selected}"]`)
      ?.scrollIntoView({ block: 'nearest', inline: 'nearest', behavior: 'smooth' });
  }, [selected, layers.length]);

  useEffect(() => {
    const element = list.current!;
    const wheel = (e: WheelEvent) => {
      if (element.scrollWidth <= element.clientWidth || e.ctrlKey) return;
      e.preventDefault();
      element.scrollLeft += e.deltaY + e.deltaX;
    };
    element.addEventListener('wheel', wheel, { passive: false });
    return () => element.removeEventListener('wheel', wheel);
  }, []);

  return (
    <footer
      aria-label="Depth strip"
      className="relative flex h-[152px] shrink-0 items-center gap-1 border-t border-line bg-panel pr-3"
    >
      <div className="absolute -top-px right-0 left-0 h-[2px] bg-linear-to-r from-behind/80 via-line to-front/80" />
      <End word="back" tone="text-behind" />
      <DndContext
        sensors={sensors}
        collisionDetection={closestCenter}
        modifiers={[restrict]}
        onDragEnd={carried}
      >
        <SortableContext items={layers.map((l) => l.id)} strategy={horizontalListSortingStrategy}>
          <ul
            ref={list}
            className="flex h-full min-w-0 items-center gap-2.5 overflow-x-auto overflow-y-hidden px-1"
            onKeyDown={(e) => {
              if (
                e.altKey ||
                e.shiftKey ||
                e.ctrlKey ||
                (e.key !== 'ArrowLeft' && e.key !== 'ArrowRight')
              )
                return;
              if ((e.target as Element).tagName === 'INPUT') return;
              e.preventDefault();
              e.stopPropagation();
              walk(e.key === 'ArrowRight' ? 1 : -1);
              const { selected } = useBench.getState();
              list.current
                ?.querySelector<HTMLElement>(`[data-layer="${selected}"] [data-card]`)
                ?.focus();
            }}
          >
            {layers.map((l) => (
              <Card key={l.id} layer={l} small={layers.length > 9} />
            ))}
          </ul>
        </SortableContext>
      </DndContext>
      {layers.length === 0 && (
        <p className="px-3 text-dim">No layer yet. Drop a picture on the stage, or add one here.</p>
      )}
      <End word="front" tone="text-front" />
      <div className="ml-auto pl-2">
        <AddLayer onPicture={onPicture} />
      </div>
    </footer>
  );
}

const End = ({ word, tone }: { word: string; tone: string }) => (
  <span
    className={`w-7 shrink-0 text-center text-xs ${tone}`}
    style={{
      writingMode: 'vertical-rl',
      transform: word === 'back' ? 'rotate(180deg)' : undefined,
    }}
  >
    {word}
  </span>
);
