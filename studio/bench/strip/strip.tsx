import {
  DndContext,
  PointerSensor,
  useSensor,
  useSensors,
  type DragEndEvent,
  type DragMoveEvent,
} from '@dnd-kit/core';
import { useEffect, useMemo, useRef, useState } from 'react';
import { foundAmong, isSearch } from '@ignis/core/scene/arrange/sought';
import { everyLayer } from '@ignis/core/scene/model/schema';
import { useBench, useBenchThrottled } from '../../state/bench';
import { usePanels } from '../../state/panels';
import { lookAt, stopLooking } from '../../state/peek';
import { endStripSearch, useStripSearch } from '../../state/strip-search';
import { announce } from '../../state/announcement';
import { walk } from '../commands/strip';
import { Announcer } from '../../ui/announcer';
import { AddLayer } from '../add-layer';
import { chooseByBox, type Box } from './box-choice';
import { Cards } from './cards';
import { dropAt, dropped, type Drop } from './drop';
import { restrict } from './restrict';
import { StripSearch } from './strip-search';
import { t } from '../../words/t';

/** The height that a row of cards takes, px. */
const ROW = 140;

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
  const cards = usePanels((s) => s.cards);
  const search = useStripSearch();
  const all = everyLayer(layers);
  const small = cards === 'by number' ? all.length > 9 : cards === 'small';
  const found = useMemo(
    () => (isSearch(search) ? foundAmong(layers, search) : null),
    [layers, search],
  );
  const [box, setBox] = useState<Box | null>(null);
  const [rows, setRows] = useState(1);
  useEffect(() => endStripSearch, []);

  /** What the pointer means, wherever it is above or below a row of the strip. */
  const aim = ({ active, activatorEvent, delta }: DragMoveEvent | DragEndEvent): Drop | null => {
    const [x, y] = [
      (activatorEvent as PointerEvent).clientX + delta.x,
      (activatorEvent as PointerEvent).clientY + delta.y,
    ];
    let nearest = Infinity;
    let drop: Drop | null = null;
    for (const card of list.current!.querySelectorAll<HTMLElement>('[data-layer]')) {
      const box = card.getBoundingClientRect();
      if (card.dataset.layer === active.id || x < box.left || x > box.right) continue;
      const far = Math.max(box.top - y, y - box.bottom, 0);
      if (far >= nearest) continue;
      nearest = far;
      drop = dropAt(useBench.getState().scene, String(active.id), card.dataset.layer!, box, x);
    }
    return drop;
  };

  /** Marks where a carried card would go, and shows the scene as it would be. */
  const mark = (id: string, to: Drop | null) => {
    if (to?.over === drop?.over && to?.how === drop?.how) return;
    setDrop(to);
    if (!to) return stopLooking();
    const { label, edit } = dropped(useBench.getState().scene, id, to);
    lookAt(label, edit);
  };

  const carried = (e: DragEndEvent) => {
    const to = aim(e);
    carrying.current = false;
    setDrop(null);
    stopLooking();
    if (!to) return;
    const { scene, change } = useBench.getState();
    const { label, edit } = dropped(scene, String(e.active.id), to);
    change(label, edit);
    announce(label);
  };

  useEffect(() => {
    list.current
      ?.querySelector(`[data-layer="${selected}"]`)
      ?.scrollIntoView({ block: 'nearest', inline: 'nearest', behavior: 'smooth' });
  }, [selected, layers.length]);

  useEffect(() => {
    const seen = new ResizeObserver(([entry]) =>
      setRows(Math.max(1, Math.floor(entry!.contentRect.height / ROW))),
    );
    seen.observe(list.current!);
    return () => seen.disconnect();
  }, []);

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
      aria-label={t`Depth strip`}
      className="relative flex h-full items-stretch gap-1 border-t border-line bg-panel pr-3"
      onPointerDown={(e) => chooseByBox(e, list.current!, setBox)}
    >
      <Announcer />
      <div className="absolute -top-px right-0 left-0 h-[2px] bg-linear-to-r from-behind/80 via-line to-front/80" />
      <End word={t`back`} tone="text-behind" />
      <DndContext
        accessibility={{
          screenReaderInstructions: { draggable: t`Alt with an arrow key carries it.` },
        }}
        sensors={sensors}
        modifiers={rows > 1 ? [] : [restrict]}
        onDragStart={() => (carrying.current = true)}
        onDragMove={(e) => carrying.current && mark(String(e.active.id), aim(e))}
        onDragEnd={carried}
        onDragCancel={() => {
          carrying.current = false;
          setDrop(null);
          stopLooking();
        }}
      >
        <ul
          ref={list}
          data-wraps={rows > 1}
          className={`flex h-full min-w-0 gap-2.5 px-1 ${rows > 1 ? 'flex-wrap content-start items-start overflow-x-hidden overflow-y-auto py-3' : 'items-center overflow-x-auto overflow-y-hidden'}`}
          onKeyDown={(e) => {
            if (
              e.altKey ||
              e.shiftKey ||
              e.ctrlKey ||
              (e.key !== 'ArrowLeft' && e.key !== 'ArrowRight')
            )
              return;
            if ((e.target as Element).tagName === 'INPUT') return;
            // Menus of cards stand elsewhere on the page, and have arrows of their own.
            if (!e.currentTarget.contains(e.target as Node)) return;
            e.preventDefault();
            e.stopPropagation();
            walk(e.key === 'ArrowRight' ? 1 : -1);
            const { selected } = useBench.getState();
            list.current
              ?.querySelector<HTMLElement>(`[data-layer="${selected}"] [data-card]`)
              ?.focus();
          }}
        >
          <Cards layers={layers} small={small} drop={drop} found={found} />
        </ul>
      </DndContext>
      {layers.length === 0 && (
        <p className="px-3 text-dim">{t`No layer yet. Drop a picture on the stage, or add one here.`}</p>
      )}
      <End word={t`front`} tone="text-front" />
      <div className="ml-auto flex shrink-0 flex-col items-center justify-center gap-2 pl-2">
        <AddLayer onPicture={onPicture} onSvg={onSvg} />
        {all.length > 1 && (
          <StripSearch
            found={found && all.filter((l) => found.has(l.id)).length}
            all={all.length}
            onFirst={() => {
              const front = all.findLast((l) => found?.has(l.id) && !l.layers);
              if (front) useBench.getState().select(front.id);
            }}
          />
        )}
      </div>
      {box && (
        <div
          className="pointer-events-none fixed z-30 rounded-sm border border-ember bg-ember/15"
          style={box}
        />
      )}
    </footer>
  );
}

const End = ({ word, tone }: { word: string; tone: string }) => (
  <span
    className={`grid w-7 shrink-0 place-items-center text-xs ${tone}`}
    style={{
      writingMode: 'vertical-rl',
      transform: word === 'back' ? 'rotate(180deg)' : undefined,
    }}
  >
    {word}
  </span>
);
