import { closestCenter, DndContext, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import { SortableContext, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { useRef, type ReactNode } from 'react';

/** The cards of layers, as what is carried out of a list meets them. */
export interface Cards {
  /** It is over the card of a layer, or over none. */
  aim(id: string, layer: string | null): void;
  /** It is let go; whether it was over a card that takes it. */
  drop(id: string): boolean;
}

interface ListProps<T extends { id: string }> {
  items: readonly T[];
  /** The item was carried to an index of the list as it is shown. */
  onCarry(id: string, to: number): void;
  /** Cards that an item can be carried out to; left out, it stays in the list. */
  cards?: Cards;
  children(item: T): ReactNode;
}

/** A list whose items can be carried up and down. */
export function SortableList<T extends { id: string }>({
  items,
  onCarry,
  cards,
  children,
}: ListProps<T>) {
  const stop = useRef<() => void>(() => undefined);
  /** Looks for cards under the pointer as long as an item is carried. */
  const watch = (id: string) => {
    if (!cards) return;
    const move = ({ clientX, clientY }: PointerEvent) => {
      const card = document
        .elementsFromPoint(clientX, clientY)
        .map((e) => e.closest<HTMLElement>('[data-layer]'))
        .find((e) => e !== null);
      cards.aim(id, card?.dataset.layer ?? null);
    };
    window.addEventListener('pointermove', move);
    stop.current = () => window.removeEventListener('pointermove', move);
  };
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: { y: 5 } } }),
  );
  return (
    <DndContext
      accessibility={{ screenReaderInstructions: { draggable: '' } }}
      sensors={sensors}
      collisionDetection={closestCenter}
      modifiers={[({ transform }) => ({ ...transform, x: 0 })]}
      onDragStart={({ active }) => watch(String(active.id))}
      onDragCancel={({ active }) => {
        stop.current();
        cards?.aim(String(active.id), null);
      }}
      onDragEnd={({ active, over }) => {
        stop.current();
        if (cards?.drop(String(active.id))) return;
        if (over && over.id !== active.id)
          onCarry(
            String(active.id),
            items.findIndex((i) => i.id === over.id),
          );
      }}
    >
      <SortableContext items={items.map((i) => i.id)} strategy={verticalListSortingStrategy}>
        {items.map(children)}
      </SortableContext>
    </DndContext>
  );
}

/** One item; `children` gets what makes an element the handle to carry it by. */
export function SortableItem({
  id,
  children,
}: {
  id: string;
  children(grip: Record<string, unknown> | undefined): ReactNode;
}) {
  const { listeners, setNodeRef, transform, transition, isDragging } = useSortable({ id });
  return (
    <div
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      className={isDragging ? 'relative z-20 rounded-md bg-raised shadow-xl' : ''}
    >
      {children(listeners)}
    </div>
  );
}
