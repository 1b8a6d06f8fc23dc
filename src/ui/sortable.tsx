'use client';

import { Box, IconButton } from '@chakra-ui/react';
import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import {
  rectSortingStrategy,
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { GripVertical } from 'lucide-react';
import { type ReactNode, useId } from 'react';
import { LongList } from './long-list';

interface Entry {
  readonly key: string;
}

interface Props<E extends Entry> {
  entries: readonly E[];
  onMove: (from: number, to: number) => void;
  /** what an entry is called when it is picked up */
  nameOf: (entry: E) => string;
  render: (entry: E, index: number, handle: ReactNode) => ReactNode;
  /** whether entries stand side by side in rows */
  grid?: boolean;
  /** what an entry usually takes, in pixels: given, of a long list only what can be seen is drawn */
  height?: number;
}

/** A list whose entries are moved by dragging their handle, or by keyboard: space, arrows, space. */
export function Sortable<E extends Entry>({ entries, onMove, nameOf, render, grid = false, height }: Props<E>) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const id = useId();
  const moved = ({ active, over }: DragEndEvent) => {
    const from = entries.findIndex(({ key }) => key === active.id);
    const to = entries.findIndex(({ key }) => key === over?.id);
    if (from >= 0 && to >= 0 && from !== to) onMove(from, to);
  };
  const draw = (entry: E, index: number) => (
    <SortableEntry
      key={entry.key}
      id={entry.key}
      name={nameOf(entry)}
      render={(handle) => render(entry, index, handle)}
    />
  );
  return (
    <DndContext id={id} sensors={sensors} collisionDetection={closestCenter} onDragEnd={moved}>
      <SortableContext
        items={entries.map(({ key }) => key)}
        strategy={grid ? rectSortingStrategy : verticalListSortingStrategy}
      >
        {height === undefined ? (
          entries.map(draw)
        ) : (
          <LongList entries={entries} keyOf={({ key }) => key} height={height} render={draw} />
        )}
      </SortableContext>
    </DndContext>
  );
}

function SortableEntry({ id, name, render }: { id: string; name: string; render: (handle: ReactNode) => ReactNode }) {
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({ id });
  const handle = (
    <IconButton
      aria-label={`Move ${name}`}
      size="2xs"
      variant="ghost"
      colorPalette="ink"
      cursor="grab"
      touchAction="none"
      {...attributes}
      {...listeners}
    >
      <GripVertical size={14} />
    </IconButton>
  );
  return (
    <Box
      ref={setNodeRef}
      style={{ transform: CSS.Transform.toString(transform), transition }}
      position="relative"
      zIndex={isDragging ? 1 : undefined}
      opacity={isDragging ? 0.85 : undefined}
    >
      {render(handle)}
    </Box>
  );
}

/** Moves an entry of a list in place. */
export function moveEntry(list: unknown[], from: number, to: number): void {
  const [entry] = list.splice(from, 1);
  list.splice(to, 0, entry);
}
