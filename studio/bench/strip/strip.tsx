import {
  DndContext,
  PointerSensor,
  useSensor,
  useSensors,
  type DragEndEvent,
  type DragMoveEvent,
} from '@dnd-kit/core';
import { useEffect, useRef, useState } from 'react';
import { everyLayer } from '@ignis/core/scene/model/schema';
import { useBench, useBenchThrottled } from '../../state/bench';
import { walk } from '../commands/strip';
import { AddLayer } from '../add-layer';
import { Cards } from './cards';
import { dropAt, dropped, type Drop } from './drop';
import { restrict } from './restrict';

/** The layers as cards, from the back on the left to the front on the right. */
export function Strip({ onPicture, onSvg }: { onPicture(): void; onSvg(): void }) {
  const layers = useBenchThrottled((s) => s.scene.layers);
  const selected = useBench((s) => s.selected);
  const list = useRef<HTMLUListElement>(null);
  const [drop, setDrop] = useState<Drop | null>(null);
  /** A move that arrives after the end of its drag marks nothing. */
  const carrying = useRef(false);
  // A press without a move selects; only a real drag carries a card.
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  const small = everyLayer(layers).length > 9;

  /** What the pointer means, wherever it is above or below the strip. */
  const aim = ({ active, activatorEvent, delta }: DragMoveEvent | DragEndEvent): Drop | null => {
    const x = (activatorEvent as PointerEvent).clientX + delta.x;
    for (const card of list.current!.querySelectorAll<HTMLElement>('[data-layer]')) {
      const box = card.getBoundingClientRect();
      if (card.dataset.layer === active.id || x < box.left || x > box.right) continue;
      return dropAt(useBench.getState().scene, String(active.id), card.dataset.layer!, box, x);
    }
    return null;
  };

  const carried = (e: DragEndEvent) => {
    const to = aim(e);
    carrying.current = false;
    setDrop(null);
    if (!to) return;
    const { scene, change } = useBench.getState();
    const { label, edit } = dropped(scene, String(e.active.id), to);
    change(label, edit);
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
      className="relative flex h-[158px] shrink-0 items-center gap-1 border-t border-line bg-panel pr-3"
    >
      <div className="absolute -top-px right-0 left-0 h-[2px] bg-linear-to-r from-behind/80 via-line to-front/80" />
      <End word="back" tone="text-behind" />
      <DndContext
        sensors={sensors}
        modifiers={[restrict]}
        onDragStart={() => (carrying.current = true)}
        onDragMove={(e) => carrying.current && setDrop(aim(e))}
        onDragEnd={carried}
        onDragCancel={() => {
          carrying.current = false;
          setDrop(null);
        }}
      >
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
          <Cards layers={layers} small={small} drop={drop} />
        </ul>
      </DndContext>
      {layers.length === 0 && (
        <p className="px-3 text-dim">No layer yet. Drop a picture on the stage, or add one here.</p>
      )}
      <End word="front" tone="text-front" />
      <div className="ml-auto pl-2">
        <AddLayer onPicture={onPicture} onSvg={onSvg} />
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
