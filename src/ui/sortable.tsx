'use client';

import {
  DndContext,
  KeyboardSensor,
  PointerSensor,
  closestCenter,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import {
  SortableContext,
  rectSortingStrategy,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import type { CSSProperties, ReactNode } from 'react';

type Props = {
  id: string;
  ids: readonly string[];
  layout: 'list' | 'grid';
  onMove: (id: string, from: number, to: number) => void;
  children: ReactNode;
};

/** Things in an order that a hand or the keyboard changes: space picks up, arrows carry, space puts down. */
export function Sortable({ id, ids, layout, onMove, children }: Props) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const onDragEnd = ({ active, over }: DragEndEvent) => {
    const [from, to] = [ids.indexOf(String(active.id)), over ? ids.indexOf(String(over.id)) : -1];
    if (to >= 0 && from !== to) onMove(String(active.id), from, to);
  };
  return (
    <DndContext id={id} sensors={sensors} collisionDetection={closestCenter} onDragEnd={onDragEnd}>
      <SortableContext
        items={[...ids]}
        strategy={layout === 'list' ? verticalListSortingStrategy : rectSortingStrategy}
      >
        {children}
      </SortableContext>
    </DndContext>
  );
}

/** What an item needs: where it stands while it moves, and a handle (a button, so that the keyboard reaches it). */
export function useSorted(
  id: string,
  disabled = false,
): { setNodeRef: (node: HTMLElement | null) => void; style: CSSProperties; handle: object; isMoving: boolean } {
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({ id, disabled });
  return {
    setNodeRef,
    style: { transform: CSS.Translate.toString(transform), transition, zIndex: isDragging ? 10 : undefined },
    handle: { ...attributes, ...listeners },
    isMoving: isDragging,
  };
}
