import { closestCenter, DndContext, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import { SortableContext, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import type { ReactNode } from 'react';

interface ListProps<T extends { id: string }> {
  items: readonly T[];
  /** The item was carried to an index of the list as it is shown. */
  onCarry(id: string, to: number): void;
  children(item: T): ReactNode;
}

/** A list whose items can be carried up and down. */
export function SortableList<T extends { id: string }>({ items, onCarry, children }: ListProps<T>) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: { y: 5 } } }),
  );
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      modifiers={[({ transform }) => ({ ...transform, x: 0 })]}
      onDragEnd={({ active, over }) => {
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
